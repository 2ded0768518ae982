"""What is said in the place of a picture, for those who do not see it."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr, Gap, decimal_or_number, number_for
from keen_slate.core.saying.phrases import pieces
from keen_slate.core.saying.phrases import times as often
from keen_slate.core.saying.words import listed, piece, place_name, sentence

Runs = tuple[tuple[int, int, str], ...]
"""Runs of pieces: how many, of how many to a whole, and what became of them."""

_BECAME = {"there": "", "came": " moved here", "gone": " struck", "opened": " of a whole opened up"}


def picture_too_fine(w: Manner, kind: str, pieces: int) -> str:
    names = {"strips": "a strip", "discs": "a disc", "rectangles": "a rectangle", "fits": "a strip"}
    return f"{sentence(piece(pieces, w))} are too fine to be seen in {names[kind]}."


def _runs(runs: Runs, w: Manner) -> str:
    return listed([pieces(top, bottom, w) + _BECAME[state] for top, bottom, state in runs])


def picture_strips(w: Manner, rows: tuple[tuple[Runs, int], ...]) -> str:
    told = [_runs(runs, w) + (f", each cut in {recut}" if recut > 1 else "") for runs, recut in rows]
    return f"Strips under each other, laid along wholes: {'; '.join(told)}."


def picture_discs(w: Manner, discs: tuple[tuple[int, Runs], ...]) -> str:
    return f"Discs: {'; '.join(_runs(runs, w) for _, runs in discs)}."


def picture_rectangles(_: Manner, columns: int, rows: int, squares: tuple[Runs, ...], made: int) -> str:
    def cells(runs: Runs) -> str:
        return listed([f"{top}{_BECAME[state]}" for top, _, state in runs])

    told = "; ".join(cells(runs) for runs in squares[:made])
    after = "; ".join(cells(runs) for runs in squares[made:])
    so = f" Made of them: {after}." if after else ""
    return f"Rectangles of {columns} columns and {rows} rows, {columns * rows} cells. Cells taken: {told}.{so}"


def picture_crossed(_: Manner, columns: int, rows: int, taken_columns: int, taken_rows: int) -> str:
    return (
        f"Every whole is cut into {columns} columns and {rows} rows, {columns * rows} cells: "
        f"{taken_columns} columns and {taken_rows} rows cross in {taken_columns * taken_rows} cells."
    )


def _number(value: Fraction, w: Manner, decimals: bool) -> str:
    return text_of(decimal_or_number(value, decimals=decimals), w)


def picture_jumps(
    w: Manner,
    low: Fraction,
    high: Fraction,
    jumps: tuple[tuple[Fraction, Fraction], ...],
    points: tuple[Expr, ...],
    decimals: bool,
    asked: tuple[Fraction, Fraction, int, int] | None = None,
) -> str:
    def n(value: Fraction) -> str:
        return _number(value, w, decimals)

    told = [f"from {n(a)} to {n(b)}" for a, b in jumps]
    jumped = f" with jumps {listed(told)}" if jumps else ""
    marked = f" with points at {listed([text_of(p, w) for p in points])}" if points else ""
    line = f"Number line from {n(low)} to {n(high)}{jumped}{marked}."
    if asked is None:
        return line
    major, before, spaces, on = asked
    marked = f"a mark stands {on} after {n(before)}"
    return f"{line} There is a number every {n(major)}, with {spaces} spaces between; {marked}."


def picture_fits(w: Manner, total: Expr, each: Expr, times: int, rest: int, of: int) -> str:
    more = f", and {rest} of the {of} pieces of one more" if rest else ""
    laid = f"{text_of(each, w)} laid off {often(times)}" if times else f"{text_of(each, w)} beside it"
    return f"A strip of {text_of(total, w)} with {laid}{more}."


def picture_shares(w: Manner, total: Expr, shares: int, taken: int, each: Expr) -> str:
    return f"A bar of {text_of(total, w)} cut into {shares} equal shares of {text_of(each, w)}, {taken} of them taken."


def picture_parts(w: Manner, kind: str, whole: Expr, parts: tuple[Expr, ...], unknown: int) -> str:
    shown = ["unknown" if i == unknown else text_of(p, w) for i, p in enumerate(parts)]
    total = "unknown" if unknown == -1 else text_of(whole, w)
    name = "Bar model" if kind == "bars" else "Part–whole rings"
    return f"{name}: the whole is {total}, its parts are {listed(shown)}."


def picture_squares(w: Manner, numbers: tuple[tuple[Expr, Fraction], ...]) -> str:
    told = [
        f"{text_of(number_for(filled), w)} taken" + ("" if isinstance(label, Gap) else f" for {text_of(label, w)}")
        for label, filled in numbers
    ]
    return f"Squares of 100 cells: {listed(told)}."


def picture_places(_: Manner, rows: tuple[tuple[str, int], ...]) -> str:
    def places(digits: str, first: int) -> str:
        return ", ".join(f"{digit} {place_name(first - i)}" for i, digit in enumerate(digits))

    return f"Place-value chart: {'; then '.join(places(*row) for row in rows)}."


def picture_crossing(
    w: Manner, first: CommonFraction, second: CommonFraction, sign: str, products: tuple[int, int]
) -> str:
    return (
        f"{text_of(first, w)} {sign} {text_of(second, w)} with crossing arrows: "
        f"{first.numerator} × {second.denominator} = {products[0]} and "
        f"{second.numerator} × {first.denominator} = {products[1]}."
    )
