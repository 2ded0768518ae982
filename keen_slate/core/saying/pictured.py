"""What is said in the place of a picture."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import number_for
from keen_slate.core.saying.phrases import whole_or_wholes
from keen_slate.core.saying.words import listed, piece, sentence


def picture_too_fine(w: Manner, kind: str, pieces: int) -> str:
    names = {"strips": "a strip", "discs": "a disc", "rectangles": "a rectangle"}
    return f"{sentence(piece(pieces, w))} are too fine to be seen in {names[kind]}."


def picture_strips(_: Manner, rows: tuple[tuple[int, int, int], ...]) -> str:
    told = [
        f"{top} of {bottom} pieces" + (f", each cut in {recut}, {top * recut} of {bottom * recut}" if recut > 1 else "")
        for top, bottom, recut in rows
    ]
    return f"Strips against a whole strip: {'; '.join(told)}."


def picture_rectangles(_: Manner, columns: int, rows: int, taken_columns: int, taken_rows: int, overlap: bool) -> str:
    cut = f"cut into {columns} columns and {rows} rows, {columns * rows} cells"
    if overlap:
        return (
            f"A rectangle {cut}: {taken_columns} columns and {taken_rows} rows overlap in {taken_columns * taken_rows}."
        )
    return f"Two rectangles {cut}: {taken_columns} columns taken of one, {taken_rows} rows of the other."


def picture_discs(_: Manner, discs: tuple[tuple[int, int, bool], ...]) -> str:
    whole = sum(taken == pieces == 1 for pieces, taken, _ in discs)
    told = [whole_or_wholes(whole)] if whole else []
    for pieces, taken, opened in discs:
        if pieces > 1:
            told.append(f"{'one whole opened up: ' if opened else ''}{taken} of {pieces} pieces")
    return f"Discs: {'; '.join(told)}."


def picture_jumps(w: Manner, low: Fraction, high: Fraction, jumps: tuple[tuple[Fraction, Fraction], ...]) -> str:
    told = [f"from {text_of(number_for(a), w)} to {text_of(number_for(b), w)}" for a, b in jumps]
    return f"Number line from {low} to {high} with jumps {listed(told)}."


def picture_parts(w: Manner, kind: str, whole: Fraction, parts: tuple[Fraction, ...], unknown: int) -> str:
    shown = ["unknown" if i == unknown else text_of(number_for(p), w) for i, p in enumerate(parts)]
    total = "unknown" if unknown == -1 else text_of(number_for(whole), w)
    name = "Bar model" if kind == "bars" else "Part–whole tree"
    return f"{name}: the whole is {total}, its parts are {listed(shown)}."


def picture_square(w: Manner, filled: Fraction) -> str:
    return f"Squares of 100 cells: {text_of(number_for(filled), w)} cells taken."
