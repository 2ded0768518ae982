"""Sums and differences in columns: whole numbers, decimals, the wholes and the tops of mixed numbers."""

from keen_slate.core.machine.engine import Step
from keen_slate.core.notation.layout import MINUS
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.paper import Columns, digits_of, power_of_ten
from keen_slate.core.problem.tree import Expr, at_path
from keen_slate.core.values import frozen
from keen_slate.core.working.boards.grid import Drawing


@frozen
class Ground:
    """Where columns stand on a board: the row of carries, those of the numbers, that of the result, and the grid column
    of the last digit."""

    carries: int
    numbers: tuple[int, ...]
    result: int
    last: int

    def column(self, columns: Columns, at: int) -> int:
        return self.last - (len(columns.rows[0]) - 1 - at)


def ground_for(count: int, width: int, first: int = 0) -> Ground:
    """Rows from ``first``: carries, the numbers, the result; a column for the sign and one for a last carry."""
    return Ground(first, tuple(range(first + 1, first + 1 + count)), first + 1 + count, width + 1)


def set_down(drawing: Drawing, columns: Columns, ground: Ground, given: tuple[int, ...]) -> None:
    """The numbers under each other with the sign and the line; ``given`` are the places that each was written with."""
    ones = len(columns.rows[0]) - 1 - columns.places
    for number, (row, digits) in enumerate(zip(ground.numbers, columns.rows, strict=True)):
        first = next((i for i, d in enumerate(digits) if d), len(digits))
        for at in range(min(first, ones), ones + 1 + given[number]):
            drawing.write(row, ground.column(columns, at), digits[at])
        if given[number]:
            drawing.write(row, ground.column(columns, ones), ".", "sign", "point")
    set_sign(drawing, columns, ground)


def set_sign(drawing: Drawing, columns: Columns, ground: Ground) -> None:
    """The sign before the last number, and the line under it."""
    left = ground.column(columns, -1)
    drawing.write(ground.numbers[-1], left - 1, MINUS if columns.minus else "+", "sign")
    drawing.rule(ground.numbers[-1], left - 1, ground.last)
    drawing.small.add(ground.carries)
    if drawing.kind == "columns":
        drawing.amounts |= {ground.numbers[0], ground.result}


def fill_up(drawing: Drawing, columns: Columns, ground: Ground, given: tuple[int, ...]) -> None:
    """Placeholder zeros behind the numbers that have fewer places, a point before them where there was none."""
    ones = len(columns.rows[0]) - 1 - columns.places
    for row, places in zip(ground.numbers, given, strict=True):
        if places < columns.places and not places:
            drawing.write(row, ground.column(columns, ones), ".", "sign", "point")
        for at in range(ones + 1 + places, len(columns.rows[0])):
            drawing.write(row, ground.column(columns, at), 0, "zero")


def work_columns(drawing: Drawing, begun: Columns, steps: list[tuple[int | None, Step]], ground: Ground) -> None:
    """A stroke for every column regrouped or worked out; a number that a mistake leads to at once is written whole."""
    now = begun
    ones = len(begun.rows[0]) - 1 - begun.places
    for index, step in steps:
        drawing.step = index
        before = _focus(step)
        assert isinstance(before, Columns)
        after = step.wrote
        if isinstance(after, Columns) and after.at == before.at:
            for at, digit in enumerate(after.rows[0]):
                if digit != before.rows[0][at]:
                    drawing.strike(ground.numbers[0], ground.column(now, at))
                    drawing.write(ground.numbers[0], ground.column(now, at), digit)
        else:
            _write_result(drawing, before, after, ground)
            # The point comes with the ones, which the last step may write together with its own digit.
            if before.places and (before.at == ones or (before.at > ones and not isinstance(after, Columns))):
                drawing.write(ground.result, ground.column(now, ones), ".", "sign", "point")
        drawing.end(step.said, getattr(step.by, "question", ""))
        now = after if isinstance(after, Columns) else now


def _write_result(drawing: Drawing, before: Columns, after: Expr, ground: Ground) -> None:
    if isinstance(after, Columns):
        drawing.write(ground.result, ground.column(before, before.at), after.done[0])
        if after.carry:
            drawing.write(ground.carries, ground.column(before, before.at - 1), after.carry, "carry")
        return
    for index, digit in enumerate(reversed(digits_of(_units(after, before.places), before.places + 1))):
        at = len(before.rows[0]) - 1 - index
        if at <= before.at:
            drawing.write(ground.result, ground.column(before, at), digit)


def _units(number: Expr, places: int) -> int:
    assert isinstance(number, (DecimalNumeral, Whole))
    return int(number.value * power_of_ten(places))


def _focus(step: Step) -> Expr:
    return at_path(step.before, step.at)
