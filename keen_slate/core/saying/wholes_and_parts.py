"""Reasons for what is done with wholes and parts: carrying, regrouping, joining, improper fractions."""

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.saying.phrases import changes, pieces, signed, signed_number, whole_or_wholes
from keen_slate.core.saying.words import listed, piece, sentence


def ask_enough(_: Manner, top: int, less_top: int, bottom: int) -> str:
    asked = f"Is {top}/{bottom} enough to take {less_top}/{bottom} away?"
    return (
        f"{asked} Yes, {top} is at least {less_top}."
        if top >= less_top
        else f"{asked} No, {top} is less than {less_top}."
    )


def put_wholes_by(_: Manner, wholes: tuple[int, ...]) -> str:
    if len(wholes) == 1:
        return f"Put the {wholes[0]} by; the fractions come next."
    return f"Wholes first: {signed(wholes)} = {sum(wholes)}. Put {sum(wholes)} by."


def combine_tops(w: Manner, tops: tuple[int, ...], bottom: int) -> str:
    tops = tuple(t for t in tops if t) or (0,)
    total = sum(tops)
    if len(tops) == 1:
        return "Nothing is added or taken away here."
    verb = "Add" if all(t >= 0 for t in tops) else "Take away" if len(tops) == 2 else "Combine"
    return f"{verb} the {piece(bottom, w)}: {signed(tops)} = {signed_number(total)}."


def join(_: Manner, wholes: tuple[int, ...]) -> str:
    if len(wholes) == 1:
        return "Join the whole and the part."
    verb = "Add" if all(n > 0 for n in wholes) else "Take away"
    end = " No whole is left." if sum(wholes) == 0 else ""
    return f"{verb} the wholes: {signed(wholes)} = {signed_number(sum(wholes))}.{end}"


def regroup(
    w: Manner, whole: int, left: int, top: int | None, new_top: int, less_top: int, bottom: int, opened: int
) -> str:
    """``top`` is None for a whole alone."""
    opening = f"{sentence(w.regroup)} {whole_or_wholes(opened)} as {opened * bottom}/{bottom}"
    if top is None:
        becomes = f"{left} {new_top}/{bottom}" if left else f"{new_top}/{bottom}"
        short = f"{whole} has no {piece(bottom, w)} to take {less_top}/{bottom} from."
        return f"{short} {opening}: {whole} becomes {becomes}."
    return (
        f"{top}/{bottom} is not enough to take {less_top}/{bottom} away. {opening}: {whole} becomes {left}, "
        f"and {top} + {opened * bottom} = {new_top}."
    )


def regroup_open(
    w: Manner, top: int | None, less_top: int, bottom: int, opened: int, whole: int, left: int, pulled_over: bool
) -> str:
    why = (
        f"{whole} has no {piece(bottom, w)} to take {less_top}/{bottom} from."
        if top is None
        else f"{top}/{bottom} is not enough to take {less_top}/{bottom} away."
    )
    becomes = f"{whole} becomes {left}"
    if pulled_over:
        return f"{why} {sentence(w.regroup)}: pull {whole_or_wholes(opened)} over to the part; {becomes}."
    return f"{why} {sentence(w.regroup)}: open {whole_or_wholes(opened)} as {opened * bottom}/{bottom}; {becomes}."


def gather_regrouped(w: Manner, parts: tuple[Expr, ...], top: int, bottom: int) -> str:
    if len(parts) == 1:
        return (
            f"That is {top} {piece(bottom, w)} to take from."
            if isinstance(parts[0], CommonFraction)
            else f"{text_of(parts[0], w)} is {top}/{bottom}."
        )
    return f"{listed([text_of(p, w) for p in parts])} make {top}/{bottom}."


def split_subtrahend(w: Manner, whole: int, top: int, bottom: int) -> str:
    return f"Count back the {whole} first, then {pieces(top, bottom, w)}."


def count_back_wholes(w: Manner, start: Expr, less: int, left: Expr) -> str:
    return f"From {text_of(start, w)} back {less}: {text_of(left, w)}."


def count_back_to_whole(w: Manner, whole: int, top: int, rest: int, bottom: int) -> str:
    return f"Back {pieces(top, bottom, w)} to {whole}; {pieces(rest, bottom, w)} still to go."


def count_back_parts(w: Manner, start: Expr, top: int, bottom: int, left: Expr) -> str:
    return f"From {text_of(start, w)} back {pieces(top, bottom, w)}: {text_of(left, w)}."


def set_parts_apart(_: Manner, whole: int, less: int) -> str:
    return f"Wholes first: {whole} {MINUS} {less} = {whole - less}. The parts stand apart."


def subtract_parts(_: Manner, top: int, less_top: int, bottom: int) -> str:
    return f"{top}/{bottom} {MINUS} {less_top}/{bottom} = {MINUS}{less_top - top}/{bottom}: the parts fall short."


def part_from_wholes(_: Manner, top: int, bottom: int) -> str:
    return f"Take {top}/{bottom} from one whole, {bottom}/{bottom}: {bottom - top}/{bottom} of it is left."


def count_up(w: Manner, smaller: Expr, larger: Expr, to: int, jumps: tuple[Expr, ...], whole: int) -> str:
    steps = [f"{text_of(jumps[0], w)} to {to}"]
    if whole > to:
        steps.append(f"{whole - to} to {whole}")
    if evaluate(larger) != whole:
        steps.append(f"{text_of(jumps[-1], w)} to {text_of(larger, w)}")
    return f"Count up from {text_of(smaller, w)}: {listed(steps)}."


def same_change(_: Manner, change: int, bottom: int) -> str:
    return f"{change}/{bottom} more on each leaves the difference as it is, and makes the second a whole."


def divide_out_wholes(_: Manner, top: int, bottom: int, count: int, rest: int, wholes: tuple[int, ...]) -> str:
    divided = f"{top} ÷ {bottom} = {count}" + (f" remainder {rest}" if rest else "")
    added = tuple(n for n in (*wholes, count) if n)
    return f"{divided}: {signed(added)} = {sum(added)} wholes." if len(added) > 1 else f"{divided}."


def mixed_first(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Take the wholes out first: {changes(changed, w)}."


def make_wholes(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"{changes(changed, w)}."


def to_improper(w: Manner, example: MixedNumber | None) -> str:
    if example is None:
        return "Write everything as fractions."
    whole, bottom = example.whole, example.denominator
    are = "whole is" if whole == 1 else "wholes are"
    return f"Count everything in pieces: {whole} {are} {whole} × {bottom} {piece(bottom, w)}, and the part is added."


def take_out_wholes(_: Manner, top: int, rest: int, bottom: int, count: int) -> str:
    return f"{top}/{bottom} is {count * bottom}/{bottom} and {rest}/{bottom}."


def carry(_: Manner, top: int, bottom: int, count: int, wholes: tuple[int, ...]) -> str:
    total = sum(wholes) + count
    numbers = signed((*wholes, count))
    return f"{top}/{bottom} {_makes(count)}. Carry it to the wholes: {numbers} = {total}."


def wholes_out(_: Manner, top: int, bottom: int, count: int) -> str:
    return f"{top}/{bottom} {_makes(count)}."


def _makes(count: int) -> str:
    return "makes 1 whole" if count == 1 else f"make {count} wholes"


def exactly_wholes(_: Manner, top: int, bottom: int, count: int, wholes: tuple[int, ...]) -> str:
    start = f"{top}/{bottom} {'is' if count == 1 else 'are'} exactly {whole_or_wholes(count)}"
    wholes = tuple(n for n in wholes if n)
    return f"{start}: {signed((*wholes, count))} = {sum(wholes) + count}." if wholes else f"{start}."
