"""What a mistake does, and where it ends."""

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.saying.phrases import signed, signed_number
from keen_slate.core.saying.words import piece, sentence


def mistake_tops_and_bottoms(w: Manner, parts: tuple[tuple[bool, CommonFraction], ...]) -> str:
    tops = tuple(-p.numerator if minus else p.numerator for minus, p in parts)
    bottoms = tuple(-p.denominator if minus else p.denominator for minus, p in parts)
    return (
        f"{sentence(w.top)}s: {signed(tops)} = {signed_number(sum(tops))}. "
        f"{sentence(w.bottom)}s: {signed(bottoms)} = {signed_number(sum(bottoms))}."
    )


def tops_and_bottoms_impasse(w: Manner, top: int, bottom: int) -> str:
    if bottom == 0:
        return f"The {w.bottom}s leave 0, and nothing can be cut into 0 pieces."
    if bottom < 0:
        return f"The {w.bottom}s cannot be taken from each other: they would leave {signed_number(bottom)}."
    return f"The {w.top}s cannot be taken from each other: they would leave {signed_number(top)}."


def mistake_smaller_from_larger(_: Manner, top: int, less_top: int) -> str:
    return f"{less_top} {MINUS} {top} = {less_top - top}: the smaller part is taken from the larger."


def mistake_regroup_ten(_: Manner, whole: int, top: int, new_top: int) -> str:
    return f"{whole} becomes {whole - 1}, and {top} + 10 = {new_top}: ten pieces for one whole."


def regroup_ten_impasse(w: Manner, top: int, new_top: int, less_top: int, bottom: int) -> str:
    return f"Even {top} + 10 = {new_top} {piece(bottom, w)} are not enough to take {less_top} away."


def fractions_alone_impasse(_: Manner) -> str:
    return "The fractions alone would leave less than nothing."


def nothing_left_impasse(_: Manner) -> str:
    return "This would leave less than nothing, and the pupil cannot go on."


def zero_impasse(_: Manner) -> str:
    return "This leads to dividing by 0, and nobody can go on."


def blank_impasse(_: Manner) -> str:
    return "No whole number fits into the blank then, and nobody can go on."


def long_decimal_impasse(_: Manner) -> str:
    return "The decimal is too long to be written out then, and nobody can go on."


def goes_round(_: Manner) -> str:
    return "The work comes back to where it was."
