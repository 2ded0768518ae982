"""Boards as plain text, and as data for print: what was written later stands above what was struck for it."""

from html import escape
from typing import Any

from keen_slate.core.notation.layout import BEFORE_AMOUNTS
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.working.boards.grid import Board, Mark, Place, Ruled, Slot, standing
from keen_slate.render.office.formulas import MATHML

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
            gap = " " if board.kind in ("ladder", "area") and column else ""
            cells[row, column] = [("|" if (row, column) in bars else "") + gap + t for t in texts]
    widths = [max(_width(t) for row in range(board.rows) for t in ("", *cells[row, c])) for c in range(board.columns)]
    lines: list[str] = []
    for row in range(board.rows):
        for level in reversed(range(_levels(marks, row))):
            found = [cells[row, c][level : level + 1] or [""] for c in range(board.columns)]
            written = "".join(_padded(t[0], w) for t, w in zip(found, widths, strict=True))
            at_its_row = board.label and row in board.amounts and level == 0 and any(t[0].strip() for t in found)
            lines.append(_with_label(written, board.label) if at_its_row else written.rstrip())
        ruled = _below(board, row)
        if ruled:
            inside = [any(r.first <= c <= r.last for r in ruled) for c in range(board.columns)]
            lines.append("".join(("-" if i else " ") * w for i, w in zip(inside, widths, strict=True)).rstrip())
    return "\n".join(line for line in lines if line)


def _with_label(text: str, label: str) -> str:
    if label not in BEFORE_AMOUNTS:
        return f"{text} {label}"
    bare = text.lstrip()
    return text[: len(text) - len(bare) - 1] + label + bare if text.startswith(" ") else f"{label} {bare}"


def _levels(marks: dict[Place, list[Mark]], row: int) -> int:
    return max((len(found) for place, found in marks.items() if place.row == row), default=0)


def _cell(marks: dict[Place, list[Mark]], row: int, column: int, manner: Manner) -> list[str]:
    """What stands in a cell, from the lowest level up: struck figures below, the one in force on top."""

    def written(slot: Slot) -> list[str]:
        found = marks.get(Place(row, column, slot), [])
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


def board_cells(board: Board, given: frozenset[int]) -> dict[str, Any]:
    """A board as nested lists that the print template draws: data, never markup.

    Of the strokes in ``given`` all is written; of the others an empty box stands where they would first write a figure,
    nothing is struck and no point placed. A cell holds what is written from its first height upward, each as (text,
    struck, hand); an empty text is a box.

    >>> from keen_slate.core.working.boards.listing import boards_of
    >>> from keen_slate.core.working.work import work
    >>> cells = board_cells(boards_of(work(read("48 + 37")).derivation)[0], frozenset((0,)))
    >>> [cell["figure"] for cell in cells["rows"][3]["cells"]]
    [[], [], [['', False, 'figure']], [['', False, 'figure']]]
    """
    rows = [
        {"small": row in board.small, "label": row in board.amounts, "cells": [_empty() for _ in range(board.columns)]}
        for row in range(board.rows)
    ]

    def slot(place: Place) -> list[list[Any]]:
        found: list[list[Any]] = rows[place.row]["cells"][place.column][place.slot or "figure"]  # type: ignore[index]
        return found

    for index, stroke in enumerate(board.strokes):
        for place in stroke.strikes if index in given else ():
            if slot(place):
                slot(place)[-1][1] = True
        for mark in stroke.writes:
            if index in given:
                slot(mark.at).append([mark.text, False, mark.hand])
            elif (
                mark.hand in ("figure", "zero", "brought", "prime")
                and mark.at.slot in ("", "top", "bottom")
                and not slot(mark.at)
            ):
                slot(mark.at).append(["", False, "figure"])
            elif mark.hand == "sign" and mark.at.slot != "point":  # where it goes is for the class to say
                slot(mark.at).append([mark.text, False, mark.hand])
        for rule in stroke.rules:
            for column in range(rule.first, (rule.first if rule.side == "left" else rule.last) + 1):
                rows[rule.row]["cells"][column]["rules"].append(rule.side)  # type: ignore[index]
    # Where something is still to be done, room is left above the first number for what may be struck and carried.
    room = board.amounts[0] if board.amounts and len(given) < len(board.strokes) else None
    first = board.label in BEFORE_AMOUNTS
    return {
        "kind": board.kind,
        "rows": rows,
        "columns": board.columns,
        "room": room,
        "label": board.label,
        "label-first": first,
    }


def _empty() -> dict[str, list[Any]]:
    return {"figure": [], "top": [], "bottom": [], "point": [], "before": [], "rules": []}


def board_latex(board: Board, manner: Manner = USUAL_MANNER) -> str:
    r"""A board when all its strokes are done, as an array for LaTeX's maths mode; plain LaTeX, no packages.

    >>> from keen_slate.core.working.boards.listing import boards_of
    >>> from keen_slate.core.working.work import work
    >>> print(board_latex(boards_of(work(read("48 + 37")).derivation)[0]))
    \begin{array}{rrrr}
      &   & \scriptstyle 1 &   \\
      &   & 4 & 8 \\
    + &   & 3 & 7 \\
    \cline{1-4}
      &   & 8 & 5
    \end{array}
    """
    marks = standing(board.strokes)
    rows: list[str] = []
    for row in range(board.rows):
        cells = [_latex_cell(marks, row, column, manner) for column in range(board.columns)]
        shift = 2 if board.label in BEFORE_AMOUNTS else 1
        ruled = sorted({(r.first + shift, r.last + shift) for r in _below(board, row)})
        if board.label and row in board.amounts and any(cells):
            label = r"\mbox{" + board.label.replace("%", r"\%") + "}"
            cells = [label, *cells] if board.label in BEFORE_AMOUNTS else [*cells, label]
        elif board.label:
            cells = ["", *cells] if board.label in BEFORE_AMOUNTS else [*cells, ""]
        rows.append(" & ".join(cell.ljust(1) for cell in cells))
        rows[-1] += " \\\\" if row < board.rows - 1 or ruled else ""
        if ruled:
            rows.append("".join(rf"\cline{{{first}-{last}}}" for first, last in ruled))
    columns = "".join("|r" if _bar_at(board, column) else "r" for column in range(board.columns))
    columns = ("l" + columns if board.label in BEFORE_AMOUNTS else columns + "l") if board.label else columns
    return "\\begin{array}{" + columns + "}\n" + "\n".join(rows) + "\n\\end{array}"


def _latex_cell(marks: dict[Place, list[Mark]], row: int, column: int, manner: Manner) -> str:
    def written(slot: Slot) -> str:
        found = marks.get(Place(row, column, slot), [])
        if not found:
            return ""
        shown = _latex_text(found[0].text, manner)
        if len(found) > 1:
            shown = rf"\rlap{{$-$}}{shown}"
            for above in found[1:-1]:
                shown = rf"\stackrel{{\rlap{{$\scriptstyle -$}}{_latex_text(above.text, manner)}}}{{{shown}}}"
            shown = rf"\stackrel{{{_latex_text(found[-1].text, manner)}}}{{{shown}}}"
        return rf"\scriptstyle {shown}" if found[0].hand in ("carry", "times") else shown

    top, bottom = written("top"), written("bottom")
    part = (top if "times" in top else rf"\frac{{{top}}}{{{bottom}}}") if top and bottom else ""
    return written("before") + written("") + part + written("point")


def _latex_text(text: str, manner: Manner) -> str:
    return {"−": "-", "×": r"\times", ".": manner.decimal(".")}.get(text, text.replace("×", r"\times "))


def _below(board: Board, row: int) -> list[Ruled]:
    return [r for s in board.strokes for r in s.rules if r.row == row and r.side == "below"]


def _bar_at(board: Board, column: int) -> bool:
    return any(r.side == "left" and r.first == column for s in board.strokes for r in s.rules)


def board_mathml(board: Board, manner: Manner = USUAL_MANNER) -> str:
    """A board when all its strokes are done, as a table in MathML.

    >>> from keen_slate.core.working.boards.listing import boards_of
    >>> from keen_slate.core.working.work import work
    >>> board_mathml(boards_of(work(read("48 + 37")).derivation)[0]).count("<mtr>")
    4
    """
    marks = standing(board.strokes)
    rows: list[str] = []
    for row in range(board.rows):
        cells = [_mathml_cell(marks, row, column, manner) for column in range(board.columns)]
        if board.label:
            label = f"<mtext>{escape(board.label)}</mtext>" if row in board.amounts and any(cells) else ""
            cells = [label, *cells] if board.label in BEFORE_AMOUNTS else [*cells, label]
        rows.append("".join(f"<mtd>{cell}</mtd>" for cell in cells))
    lines = " ".join("solid" if _below(board, row) else "none" for row in range(board.rows - 1))
    body = "".join(f"<mtr>{row}</mtr>" for row in rows)
    return f'<math xmlns="{MATHML}"><mtable columnalign="right" rowlines="{lines}">{body}</mtable></math>'


def _mathml_cell(marks: dict[Place, list[Mark]], row: int, column: int, manner: Manner) -> str:
    def written(slot: Slot) -> str:
        found = marks.get(Place(row, column, slot), [])
        if not found:
            return ""
        texts = [_mathml_text(m, manner) for m in found]
        shown = texts[0]
        for index, above in enumerate(texts[1:], start=1):
            struck = f'<menclose notation="updiagonalstrike">{shown}</menclose>' if index == 1 else shown
            over = above if index == len(texts) - 1 else f'<menclose notation="updiagonalstrike">{above}</menclose>'
            shown = f"<mover>{struck}{over}</mover>"
        return f'<mstyle scriptlevel="1">{shown}</mstyle>' if found[0].hand in ("carry", "times") else shown

    top, bottom = written("top"), written("bottom")
    beside = any(m.hand == "times" for m in marks.get(Place(row, column, "top"), []))
    part = (top if beside else f"<mfrac>{top}{bottom}</mfrac>") if top and bottom else ""
    return written("before") + written("") + part + written("point")


def _mathml_text(mark: Mark, manner: Manner) -> str:
    tag = "mo" if mark.hand == "sign" else "mtext" if mark.hand in ("times", "note") else "mn"
    return f"<{tag}>{escape(manner.decimal(mark.text))}</{tag}>"
