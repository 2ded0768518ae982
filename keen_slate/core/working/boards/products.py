"""Multiplication on a board: in rows, in a box, and digits moved across their places."""

from collections.abc import Iterator

from keen_slate.core.machine.engine import Derivation, Step
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, Moving, digits_of
from keen_slate.core.problem.tree import at_path
from keen_slate.core.saying import on_paper
from keen_slate.core.saying.say import Say
from keen_slate.core.working.boards.grid import Drawing, Hand
from keen_slate.core.working.boards.sums import Ground, set_sign, work_columns

TIMES = "×"


def draw_product(drawing: Drawing, start: LongProduct, derivation: Derivation, index: int | None) -> None:
    """Carries above, the two factors, a row for each digit, carries of the adding, the rows' sum."""
    above, below = digits_of(start.above), digits_of(start.below)
    multipliers = [place for place, d in enumerate(reversed(below)) if d]
    factors = [
        "".join(map(str, digits)).zfill(places + 1 if places else 0)  # 0.35, not .35
        for digits, places in ((above, start.above_places), (below, start.places - start.above_places))
    ]
    longest = max(map(len, factors))
    width = max(len(str(start.above * start.below)), start.places + 1, longest + 1)
    last = width + 1
    carries = {place: len(multipliers) - 1 - i for i, place in enumerate(multipliers)}
    top = len(multipliers)
    drawing.small.update(range(top))
    for row, factor in zip((top, top + 1), factors, strict=True):
        drawing.digits(row, last, factor)
    for row, places in ((top, start.above_places), (top + 1, start.places - start.above_places)):
        if places:
            drawing.write(row, last - places, ".", "sign", "point")
    drawing.write(top + 1, last - longest, TIMES, "sign")
    drawing.rule(top + 1, last - longest, last)
    many = len(multipliers) > 1
    first_row = top + 2 + many
    rows = {place: first_row + i for i, place in enumerate(multipliers)}
    result = first_row + len(multipliers) if many else first_row
    if many:
        drawing.small.add(top + 2)
    drawing.end(Say.of(on_paper.as_wholes, a=start.above, b=start.below) if start.places else None)
    ground = Ground(top + 2, tuple(rows.values()), result, last)
    for step in _besides_adding(drawing, derivation, index, ground):
        before, after = at_path(step.before, step.at), step.wrote
        if not isinstance(before, LongProduct):
            continue
        if isinstance(after, LongProduct) and after.adding is None:
            row = rows.get(before.at, first_row)
            _row_grown(drawing, before, after, row, last, carries.get(before.at, 0))
        elif isinstance(after, LongProduct) and isinstance(after.adding, Columns):
            set_sign(drawing, after.adding, ground)
        elif isinstance(after, (DecimalNumeral, Whole)):
            _point_placed(drawing, after, before, result, last)
        drawing.end(step.said, getattr(step.by, "question", ""))


def _besides_adding(drawing: Drawing, derivation: Derivation, index: int | None, ground: Ground) -> Iterator[Step]:
    """The steps one after the other; those that add the rows or cells in columns are drawn on the way."""
    adding: list[tuple[int | None, Step]] = []
    for step in derivation.steps:
        drawing.step = index
        if isinstance(at_path(step.before, step.at), Columns):
            adding.append((index, step))
            continue
        if adding:
            start = at_path(adding[0][1].before, adding[0][1].at)
            assert isinstance(start, Columns)
            work_columns(drawing, start, adding, ground)
            adding = []
        yield step


def _row_grown(drawing: Drawing, before: LongProduct, after: LongProduct, row: int, last: int, carries: int) -> None:
    """What has come to the row in hand: its zeros, a digit and the carry, or all that is left of it."""
    grown = after.row if after.at == before.at else digits_of(after.rows[-1]) if after.rows != before.rows else ()
    hand: Hand = "zero" if after.shifted and not before.shifted and not before.written else "figure"
    fresh = len(grown) - len(before.row)
    for index, digit in enumerate(reversed(grown[:fresh])):
        drawing.write(row, last - len(before.row) - index, digit, hand)
    if after.carry and after.at == before.at and after.written > before.written:
        drawing.write(carries, last - after.written, after.carry, "carry")


def _point_placed(
    drawing: Drawing, after: DecimalNumeral | Whole, before: LongProduct | AreaProduct, row: int, last: int
) -> None:
    if not before.places or not isinstance(after, DecimalNumeral) or not isinstance(before.adding, Whole):
        return
    written = len(str(before.adding.n))
    for index in range(written, after.places + 1):
        drawing.write(row, last - index, 0, "zero")
    drawing.write(row, last - after.places, ".", "sign", "point")


def draw_area(drawing: Drawing, start: AreaProduct, derivation: Derivation, index: int | None) -> None:
    """The parts of one factor along the top, of the other down the side, a cell for each pair; the sum at the right."""
    count = len(start.down) * len(start.across)
    for column, part in enumerate(start.across, start=1):
        drawing.write(0, column, part, "note")
    for row, part in enumerate(start.down, start=1):
        drawing.write(row, 0, part, "note")
        drawing.rule(row, 1, len(start.across))
        drawing.rule(row, 1, len(start.across), "left")
    drawing.rule(0, 1, len(start.across))
    for row in range(1, len(start.down) + 1):
        for column in range(2, len(start.across) + 2):
            drawing.rule(row, column, column, "left")
    whole = Say.of(on_paper.cut_by_places, down=start.down, across=start.across, places=start.places)
    drawing.end(whole)
    width = len(str(sum(start.down) * sum(start.across)))
    last = len(start.across) + 3 + max(width, start.places + 1)
    ground = Ground(0, tuple(range(1, count + 1)), count + 1, last)
    for step in _besides_adding(drawing, derivation, index, ground):
        before, after = at_path(step.before, step.at), step.wrote
        if not isinstance(before, AreaProduct):
            continue
        if isinstance(after, AreaProduct) and after.adding is None:
            row, column = divmod(len(before.cells), len(start.across))
            drawing.write(row + 1, column + 1, after.cells[-1])
        elif isinstance(after, AreaProduct) and isinstance(after.adding, Columns):
            for row, cell in zip(ground.numbers, after.cells, strict=True):
                drawing.digits(row, last, str(cell))
            set_sign(drawing, after.adding, ground)
        elif isinstance(after, (DecimalNumeral, Whole)):
            _point_placed(drawing, after, before, ground.result if count > 1 else 1, last if count > 1 else 1)
        drawing.end(step.said, getattr(step.by, "question", ""))


def draw_moving(drawing: Drawing, start: Moving, derivation: Derivation, index: int | None) -> None:
    """The places named along the top, the digits under them, and the same digits where they have moved to."""
    digits = digits_of(start.digits, start.places + 1)
    moved = next((s.wrote for s in derivation.steps if isinstance(s.wrote, Moving)), start)
    places = start.places - moved.by
    low = -max(start.places, places, 0)
    high = max(len(digits) - 1 - start.places, len(str(start.digits)) - 1 - places, 0)

    def column(power: int) -> int:
        return high - power

    for power in range(high, low - 1, -1):
        drawing.write(0, column(power), 10**power if power >= 0 else f"1/{10**-power}", "note")
    drawing.small.add(0)
    drawing.rule(0, 0, column(low))
    drawing.digits(1, column(-start.places), "".join(map(str, digits)))
    if start.places:
        drawing.write(1, column(0), ".", "sign", "point")
    drawing.end(None)
    for step in derivation.steps:
        drawing.step = index
        after = step.wrote
        if isinstance(after, Moving):
            drawing.digits(2, column(-places), str(start.digits))
        elif not step.by_mistake and isinstance(after, (Whole, DecimalNumeral)):
            _places_filled(drawing, after, places, len(str(start.digits)), column(0))
        drawing.end(step.said, getattr(step.by, "question", ""))


def _places_filled(drawing: Drawing, number: Whole | DecimalNumeral, places: int, written: int, ones: int) -> None:
    """Zeros between the digits and the point; ``places`` of the moved digits lie after it, before it where below 0."""
    if isinstance(number, Whole):
        for power in range(-places):
            drawing.write(2, ones - power, 0, "zero")
        return
    for power in range(written - places, 1):
        drawing.write(2, ones - power, 0, "zero")
    drawing.write(2, ones, ".", "sign", "point")
