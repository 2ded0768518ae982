"""Boards as plain text: a row for each row of the grid, what was written later above what was struck for it."""

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.working.boards.grid import Board, Mark, Place, standing

STRUCK = "\u0336"
"""Combines with the figure before it into a struck one."""


def board_text(board: Board, manner: Manner = USUAL_MANNER) -> str:
    """A board when all its strokes are done, its columns under each other in a face of one width.

    >>> from keen_slate.core.working.boards.listing import boards_of
    >>> from keen_slate.core.working.work import work
    >>> print(board_text(boards_of(work(read("48 + 37")).derivation)[0]))
      1
      48
    + 37
    ----
      85
    """
    marks = standing(board.strokes)
    bars = {(r.row, r.first) for s in board.strokes for r in s.rules if r.side == "left"}
    cells: dict[tuple[int, int], list[str]] = {}
    for row in range(board.rows):
        for column in range(board.columns):
            texts = _cell(marks, row, column, manner)
            cells[row, column] = [("|" if (row, column) in bars else "") + t for t in texts]
    widths = [max(_width(t) for row in range(board.rows) for t in ("", *cells[row, c])) for c in range(board.columns)]
    lines: list[str] = []
    for row in range(board.rows):
        for level in reversed(range(_levels(marks, row))):
            found = [cells[row, c][level : level + 1] or [""] for c in range(board.columns)]
            lines.append("".join(_padded(t[0], w) for t, w in zip(found, widths, strict=True)).rstrip())
        ruled = [r for s in board.strokes for r in s.rules if r.row == row and r.side == "below"]
        if ruled:
            inside = [any(r.first <= c <= r.last for r in ruled) for c in range(board.columns)]
            lines.append("".join(("-" if i else " ") * w for i, w in zip(inside, widths, strict=True)).rstrip())
    return "\n".join(line for line in lines if line)


def _levels(marks: dict[Place, list[Mark]], row: int) -> int:
    return max((len(found) for place, found in marks.items() if place.row == row), default=0)


def _cell(marks: dict[Place, list[Mark]], row: int, column: int, manner: Manner) -> list[str]:
    """What stands in a cell, from the lowest level up: struck figures below, the one in force on top."""

    def written(slot: str) -> list[str]:
        found = marks.get(Place(row, column, slot), [])  # type: ignore[arg-type]  # one of the slots
        texts = [manner.decimal(m.text) for m in found]
        return [*(_struck(t) for t in texts[:-1]), *texts[-1:]]

    figures, tops, bottoms = written(""), written("top"), written("bottom")
    before, point = "".join(written("before")), "".join(written("point"))
    if any(m.hand == "times" for m in marks.get(Place(row, column, "top"), [])):
        figures = [f" {tops[0]}"]
    elif tops and bottoms:
        figures = [f" {tops[0]}/{bottoms[0]}", *(f" {t}" for t in tops[1:])]
        if before:
            figures[0] = f" {before}{figures[0]}"
    elif before:
        figures = [before + (figures[0] if figures else ""), *figures[1:]]
    if point and figures:
        figures[0] += point
    hands = {m.hand for m in marks.get(Place(row, column), [])}
    if "sign" in hands:
        return [f"{figures[0]} ", *figures[1:]]
    return [f" {f}" for f in figures] if "note" in hands else figures


def _struck(text: str) -> str:
    return "".join(character + STRUCK for character in text)


def _width(text: str) -> int:
    return len(text.replace(STRUCK, ""))


def _padded(text: str, width: int) -> str:
    return " " * (width - _width(text)) + text
