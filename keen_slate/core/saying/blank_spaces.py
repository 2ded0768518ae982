"""Reasons for what stands in a blank."""

from math import gcd

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr, Gap
from keen_slate.core.saying.words import listed, piece, sentence


def equal_fraction(
    w: Manner, reference: CommonFraction, new: CommonFraction, times: int, given: CommonFraction, top: bool
) -> str:
    a, b, c, d = reference.numerator, reference.denominator, new.numerator, new.denominator
    start = "" if reference == given else f"{text_of(given, w)} is {text_of(reference, w)}. "
    sign, n = ("×", times) if times > 0 else ("÷", -times)
    if times == 0:
        return f"{start}The same part of a whole: {text_of(new, w)} = {text_of(reference, w)}."
    known, found = ((b, d), (a, c)) if top else ((a, c), (b, d))
    return f"{start}{known[0]} {sign} {n} = {known[1]}, so {found[0]} {sign} {n} = {found[1]}."


def set_alone(_: Manner) -> str:
    return "Undo what is done to the blank, so that it stands alone."


def write_in(w: Manner, value: Expr, numbers: tuple[Expr, ...]) -> str:
    return f"The blank is worth {text_of(value, w)}: write {listed([text_of(n, w) for n in numbers])}."


def count_tops(w: Manner, pieces: int, weights: tuple[int, ...], total: int) -> str:
    most = listed([str(total // weight) for weight in weights])
    return f"Everything in {piece(pieces, w)}: count the {w.top}s. They can be at most {most}."


def one_way(_: Manner, count: int, total: int, divisor: int) -> str:
    why = f"Every count must leave a {total} that {divisor} divides" if divisor > 1 else f"The counts must make {total}"
    return f"{why}. " + ("This is the only way." if count == 1 else f"One of {count} ways.")


def blank_in_number(w: Manner, gap: Gap, filled: Expr, value: Expr) -> str:
    same = "" if text_of(filled, w) == text_of(value, w) else f"{text_of(value, w)} is {text_of(filled, w)}"
    written = f"{text_of(gap, w)} stands for {text_of(filled, w)}"
    return f"{same}, so {written}." if same else f"{sentence(written)}."


def wholes_as_pieces(_: Manner, count: int, whole: int, top: int, bottom: int) -> str:
    """``count`` of the wholes become pieces, or below 0 are made of them, beside ``top`` pieces of that size."""
    n = abs(count)
    moved = f"{n * bottom}/{bottom}"
    if count > 0:
        which = "The whole" if whole == 1 else f"{'One' if n == 1 else n} of the {whole} wholes"
        joined = f", and {n * bottom} + {top} = {n * bottom + top}" if top else ""
        return f"{which} {'is' if n == 1 else 'are'} {moved}{joined}."
    left = top - n * bottom
    made = f"{'one' if n == 1 else n}{' more' * (whole > 0)} whole{'s' * (n > 1)}"
    return f"{moved} make {made}, and {top} − {n * bottom} = {left}."


def ways(_: Manner, count: int, bounded: bool) -> str:
    limit = " with numbers up to 100" if bounded else ""
    return f"The only way{limit}." if count == 1 else f"One of {count} ways{limit}."


def blank_is_result(_: Manner) -> str:
    return "The blank is what the other side comes to."


def no_whole_pieces(w: Manner, value: Expr, pieces: int) -> str:
    return f"The blank is worth {text_of(value, w)}: that is no whole number of {piece(pieces, w)}, so nothing fits."


def no_way(w: Manner, weights: tuple[int, ...], total: int, pieces: int, value: Expr | None, differ: bool) -> str:
    if differ:
        return "The sides without a blank are not equal: no number fits."
    if weights and total < 0 and value is not None:
        return f"Counted in {piece(pieces, w)}, {text_of(value, w)} is no whole number of pieces: no whole numbers fit."
    divisor = gcd(*weights) if weights else 1
    if divisor > 1 and total % divisor:
        return f"Every count is a multiple of {divisor}, and {total} is not: no whole numbers fit."
    return "No whole number fits this blank."
