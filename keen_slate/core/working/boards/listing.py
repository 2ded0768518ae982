"""Every board of a working: runs of its steps that stand in columns, and what its steps have worked on paper beside."""

from keen_slate.core.machine.engine import Derivation, MalRule, Step
from keen_slate.core.machine.school import School
from keen_slate.core.machine.side_work import PrimeFactors, SetOut
from keen_slate.core.notation.layout import LONGEST_SIGN
from keen_slate.core.numbers.forms import MixedNumber, Whole
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, LongQuotient, Moving
from keen_slate.core.problem.tree import Convert, InStory, at_path, children, is_numeral
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.rules.long_quotients import can_be_short
from keen_slate.core.working.boards.fractions import draw_fractions
from keen_slate.core.working.boards.grid import Board, Drawing, Kind, labelled
from keen_slate.core.working.boards.primes import draw_ladder, draw_primes, draw_trees
from keen_slate.core.working.boards.products import draw_area, draw_moving, draw_product
from keen_slate.core.working.boards.quotients import draw_quotient
from keen_slate.core.working.boards.sums import fill_up, ground_for, set_down, work_columns
from keen_slate.core.working.work import Line, Working


def boards_of(derivation: Derivation, label: str = "") -> tuple[Board, ...]:
    """Every run of a working that can be set in columns, in order; ``label`` is what its amounts carry.

    >>> from keen_slate.core.working.work import work
    >>> [(b.kind, b.steps) for b in boards_of(work(read("6 1/4 - 2 5/6")).derivation)]
    [('fractions', (0, 5))]
    """
    found: list[Board] = []
    index = 0
    while index < len(derivation.steps):
        made = (
            _decimals(derivation.steps, index)
            or draw_fractions(derivation, index)
            or _whole_of_a_step(derivation, index)
        )
        if made is not None:
            found.append(labelled(made, _label_at(derivation, made.steps[0], label)))
        index = made.steps[1] + 1 if made is not None else index + 1
    return tuple(found)


def _label_at(derivation: Derivation, step: int, label: str) -> str:
    """What the amounts of a board carry: in a story the unit of the calculation in hand, where that is a sign."""
    state = derivation.steps[step].before
    if not isinstance(state, InStory):
        return label
    return state.unit if len(state.unit) <= LONGEST_SIGN else ""


def in_blocks(working: Working, boards: tuple[Board, ...]) -> tuple[Line | Board, ...]:
    """The written lines of a working in their order, each board in place of those that it stands for; a line that only
    asks is left out."""
    steps = working.derivation.steps
    board_of = {id(step): board for board in boards for step in steps[board.steps[0] : board.steps[1] + 1]}
    found: list[Line | Board] = []
    for line in working.lines:
        board = board_of.get(id(line.step))
        if board is None and not line.is_question:
            found.append(line)
        elif board is not None and (not found or found[-1] is not board):
            found.append(board)
    return tuple(found)


def fits_columns(derivation: Derivation, boards: tuple[Board, ...] | None = None) -> bool:
    """Whether a class would see it in columns first: mixed numbers, decimals, and long work on paper; fractions
    alone fit into lines. ``boards`` are those of the working, where they are drawn already.

    >>> from keen_slate.core.working.work import work
    >>> [fits_columns(work(read(text)).derivation) for text in ("2 3/4 + 1/2", "2/3 + 1/4", "47 × 36", "2/3 × 4/5")]
    [True, False, True, False]
    """
    boards = boards_of(derivation) if boards is None else boards
    if not boards or boards[0].steps[0] > 1:
        return False
    start = at_path(derivation.steps[boards[0].steps[0]].before, derivation.steps[boards[0].steps[0]].at)
    return boards[0].kind != "fractions" or any(isinstance(n, (MixedNumber, Whole)) for n in children(start))


def _whole_of_a_step(derivation: Derivation, index: int) -> Board | None:
    """A step that is worked on paper as a whole: the problem is nothing but that calculation, its answer asked for as
    it comes, as a decimal, or with a remainder."""
    step = derivation.steps[index]
    beside = next((s for s in step.side if isinstance(s, SetOut)), None)
    before, after, within = step.before, step.after, step.at
    if isinstance(before, Convert) and isinstance(after, Convert):
        before, after, within = before.of, after.of, within[1:]
    plain = not within and len(children(before)) > 1 and all(is_numeral(n) for n in children(before))
    if beside is None or not plain or not is_numeral(after) or step.goal in ("join", "carry-out"):
        return None
    return board_beside(beside, derivation.school, index)


def board_beside(beside: SetOut | PrimeFactors, school: School, step: int) -> Board:
    """A calculation, or prime factors, that stand on paper beside a step.

    >>> from keen_slate.core.rules.on_paper import sum_on_paper
    >>> from keen_slate.core.working.work import DEFAULT_SCHOOL
    >>> len(board_beside(SetOut(sum_on_paper((61, -27))), DEFAULT_SCHOOL, 0).strokes)
    4
    """
    if isinstance(beside, PrimeFactors):
        kinds: dict[str, Kind] = {"rows": "primes", "ladder": "ladder", "trees": "trees"}
        drawing = Drawing(kinds[beside.written])
        drawing.step = step
        {"rows": draw_primes, "ladder": draw_ladder, "trees": draw_trees}[beside.written](drawing, beside)
        return drawing.done((step, step))
    start = beside.start
    mistake = beside.mistake if isinstance(beside.mistake, MalRule) else None
    inner = MACHINE.derive(start, school, mistake)
    match start:
        case Columns():
            drawing = Drawing("columns")
            ground = ground_for(len(start.rows), len(start.rows[0]))
            given = (start.places,) * len(start.rows)
            set_down(drawing, start, ground, given)
            drawing.end(None)
            work_columns(drawing, start, [(step, s) for s in inner.steps], ground)
        case LongProduct():
            drawing = Drawing("product")
            draw_product(drawing, start, inner, step)
        case AreaProduct():
            drawing = Drawing("area")
            draw_area(drawing, start, inner, step)
        case LongQuotient():
            drawing = Drawing("quotient")
            short = school["long-quotients"] == "short" and can_be_short(start)
            draw_quotient(drawing, start, inner, step, short=short)
        case Moving():
            drawing = Drawing("places")
            draw_moving(drawing, start, inner, step)
    return drawing.done((step, step))


def _decimals(steps: tuple[Step, ...], index: int) -> Board | None:
    """Decimals added or subtracted in columns, placeholder zeros and all."""
    first = steps[index]
    setting = index + (first.goal == "equal-length")
    if setting >= len(steps) or steps[setting].goal != "set-in-columns" or steps[setting].at != first.at:
        return None
    columns = steps[setting].wrote
    if not isinstance(columns, Columns):
        return None
    given = tuple(getattr(n, "places", 0) for n in children(at_path(first.before, first.at)))
    drawing = Drawing("columns")
    ground = ground_for(len(columns.rows), len(columns.rows[0]))
    set_down(drawing, columns, ground, given)
    drawing.end(None)
    if first.goal == "equal-length":
        drawing.step = index
        fill_up(drawing, columns, ground, given)
        drawing.end(first.said, getattr(first.by, "question", ""))
    run: list[tuple[int | None, Step]] = []
    for at, step in enumerate(steps[setting + 1 :], start=setting + 1):
        if step.at != first.at or step.goal not in ("regroup-column", "write-digit"):
            break
        run.append((at, step))
    work_columns(drawing, columns, run, ground)
    return drawing.done((index, setting + len(run)))
