"""Boards as they are shown: stroke by stroke with their reasons, in the teacher's words."""

from collections.abc import Sequence

from keen_slate.core.laddering.fading import State
from keen_slate.core.notation.layout import BEFORE_AMOUNTS
from keen_slate.core.working.boards.grid import Board, Mark, Place, Ruled, Stroke
from keen_slate.core.working.boards.listing import boards_of, fits_columns, in_blocks
from keen_slate.core.working.work import Line, Working
from keen_slate.render.prose import prose_html
from keen_slate.services.shapes.work import Edits, ShownBoard, ShownMark, ShownPlace, ShownRule, ShownStroke
from keen_slate.services.work.asked import Asked


def in_columns(working: Working, organiser: str) -> bool:
    """Whether a working stands in columns: as it is chosen, or as it fits."""
    return organiser == "columns" or (organiser == "fitting" and fits_columns(working.derivation))


def laid_out(asked: Asked, working: Working, organiser: str) -> tuple[Line | Board, ...]:
    """The written lines of a working as the organiser has them, boards in place of those that they stand for."""
    columns = in_columns(working, organiser)
    boards = boards_of(working.derivation, asked.problem.label) if columns else ()
    return in_blocks(working, boards)


def lines_of_steps(working: Working) -> list[int | None]:
    """For each step of a working the line on which it is written; None for one that writes none."""
    line_of = {id(step): index for index, line in enumerate(working.lines) for step in line.steps}
    return [line_of.get(id(step)) for step in working.derivation.steps]


def shown_boards(asked: Asked, working: Working, boards: tuple[Board, ...]) -> list[ShownBoard]:
    """Those boards of a working that stand for lines of it."""
    lines = lines_of_steps(working)
    shown: list[ShownBoard] = []
    for board in boards:
        within = [n for n in lines[board.steps[0] : board.steps[1] + 1] if n is not None]
        if within:
            shown.append(_shown(board, asked, lines, within[0], within[-1]))
    return shown


def shown_board(board: Board, asked: Asked) -> ShownBoard:
    """A board beside a line, which it belongs to as a whole."""
    return _shown(board, asked, [], 0, 0)


def told_on_board(
    board: Board, lines: list[int | None], asked: Asked, edits: Edits, states: Sequence[State]
) -> tuple[frozenset[int], list[str]]:  # fmt: skip
    """Which strokes of a board are written where the lines in those states are given, and what is said of them: in a
    teacher's own words, and nothing of a line that is hidden."""
    own = {e.line: e for e in edits.lines}
    given: set[int] = set()
    reasons: list[str] = []
    told: set[int] = set()
    state: State = "given"
    for index, stroke in enumerate(board.strokes):
        line = None if stroke.step is None else lines[stroke.step]
        # A stroke that writes no line of its own (a calculation set in columns) goes with the one before it.
        state = states[line] if line is not None else state
        if state != "given":
            continue
        given.add(index)
        edit = own.get(line) if line is not None else None
        if edit is not None and (edit.hidden or edit.reason):
            if line is not None and line not in told and not edit.hidden:
                reasons.append(edit.reason or "")
            told.add(line or 0)
        elif stroke.said is not None:
            reasons.append(asked.say(stroke.said))
    return frozenset(given), reasons


def _shown(board: Board, asked: Asked, lines: list[int | None], first: int, last: int) -> ShownBoard:
    return ShownBoard(
        kind=board.kind,
        rows=board.rows,
        columns=board.columns,
        small=list(board.small),
        amounts=list(board.amounts),
        label=board.label,
        label_first=board.label in BEFORE_AMOUNTS,
        first=first,
        last=last,
        strokes=[_stroke(s, asked, lines) for s in board.strokes],
    )


def _stroke(stroke: Stroke, asked: Asked, lines: list[int | None]) -> ShownStroke:
    reason = asked.say(stroke.said) if stroke.said is not None else ""
    at = stroke.step
    return ShownStroke(
        writes=[_mark(m, asked) for m in stroke.writes],
        strikes=[_place(p) for p in stroke.strikes],
        rules=[_rule(r) for r in stroke.rules],
        reason=reason,
        reason_html=prose_html(reason, asked.words),
        question=asked.named(stroke.question),
        line=lines[at] if at is not None and at < len(lines) else None,
    )


def _mark(mark: Mark, asked: Asked) -> ShownMark:
    at = mark.at
    return ShownMark(row=at.row, column=at.column, slot=at.slot, text=asked.words.decimal(mark.text), hand=mark.hand)


def _place(place: Place) -> ShownPlace:
    return ShownPlace(row=place.row, column=place.column, slot=place.slot)


def _rule(rule: Ruled) -> ShownRule:
    return ShownRule(row=rule.row, first=rule.first, last=rule.last, side=rule.side)
