"""Multiplication on paper: in rows, a row for each digit; as the area of a box; and by a power of ten."""

from dataclasses import replace

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, Moving, digits_of, digits_value
from keen_slate.core.problem.tree import Expr, decimal_for, evaluate
from keen_slate.core.saying import on_paper
from keen_slate.core.saying.say import Say


def shift_row(expr: Expr) -> Move:
    """A row for tens begins with a zero, one for hundreds with two.

    >>> shift_row(LongProduct(47, 36, at=1, rows=(282,))).after.row
    (0,)
    """
    assert isinstance(expr, LongProduct)
    after = replace(expr, row=(0,) * expr.at, shifted=True)
    return Move(after, Say.of(on_paper.shift_row, digit=expr.multiplier, place=expr.at))


def skip_row(expr: Expr) -> Move:
    """A zero below gives no row: the next row begins further left.

    >>> skip_row(LongProduct(47, 306, at=1, rows=(282,))).after.at
    2
    """
    assert isinstance(expr, LongProduct)
    return Move(replace(expr, at=expr.at + 1), Say.of(on_paper.skip_row, above=expr.above, place=expr.at))


def multiply_digit(expr: Expr) -> Move:
    """One digit above times the digit in hand, what was carried added; the last writes all of it and ends the row.

    >>> after = multiply_digit(LongProduct(47, 36)).after
    >>> after.row, after.carry, multiply_digit(after).after.rows
    ((2,), 4, (282,))
    """
    assert isinstance(expr, LongProduct)
    digits = digits_of(expr.above)
    digit = digits[-1 - expr.written]
    total = expr.multiplier * digit + expr.carry
    last = expr.written + 1 == len(digits)
    said = Say.of(
        on_paper.multiply_digit, multiplier=expr.multiplier, digit=digit, carried_in=expr.carry, total=total, last=last
    )
    return Move(with_digit(expr, total), said)


def with_digit(expr: LongProduct, total: int) -> LongProduct:
    """The row with what one digit above has given."""
    if expr.written + 1 == len(str(expr.above)):
        row = (*digits_of(total), *expr.row)
        begun = LongProduct(expr.above, expr.below, expr.places, expr.above_places)
        return replace(begun, at=expr.at + 1, rows=(*expr.rows, digits_value(row)))
    carry, digit = divmod(total, 10)
    return replace(expr, row=(digit, *expr.row), carry=carry, written=expr.written + 1)


def add_rows(expr: Expr) -> Move:
    """The rows, or the cells of a box, are added in columns; a single one is the product.

    >>> add_rows(LongProduct(47, 36, at=2, rows=(282, 1410))).after.adding.rows
    ((0, 2, 8, 2), (1, 4, 1, 0))
    """
    assert isinstance(expr, (LongProduct, AreaProduct))
    rows = expr.rows if isinstance(expr, LongProduct) else expr.cells
    if len(rows) == 1:
        return Move(replace(expr, adding=Whole(rows[0])))
    said = Say.of(on_paper.add_rows, rows=rows)
    return Move(replace(expr, adding=Columns.of(rows)), said)


def place_point(expr: Expr) -> Move:
    """The point is placed at the end: as many places as both factors have together.

    >>> place_point(LongProduct(48, 25, 2, 1, adding=Whole(1200))).after.places
    2
    """
    assert isinstance(expr, (LongProduct, AreaProduct))
    assert isinstance(expr.adding, Whole)
    if not expr.places:
        return Move(expr.adding)
    product = DecimalNumeral(expr.adding.n, expr.places)
    return Move(product, Say.of(on_paper.place_point, places=expr.places, product=product))


def fill_cell(expr: Expr) -> Move:
    """One cell of the box: the part at its side times the part above it.

    >>> fill_cell(AreaProduct((30, 6), (40, 7))).after.cells
    (1200,)
    """
    assert isinstance(expr, AreaProduct)
    row, column = divmod(len(expr.cells), len(expr.across))
    a, b = expr.down[row], expr.across[column]
    return Move(replace(expr, cells=(*expr.cells, a * b)), Say.of(on_paper.fill_cell, a=a, b=b))


def move_digits(expr: Expr) -> Move:
    """Every digit moves as many places as the power of ten has zeros.

    >>> move_digits(Moving(34, 1, 2)).after.moved
    True
    """
    assert isinstance(expr, Moving)
    return Move(replace(expr, moved=True), Say.of(on_paper.move_digits, by=expr.by))


def fill_places(expr: Expr) -> Move:
    """Zeros stand in the places that are empty now, between the digits and the point.

    >>> fill_places(Moving(34, 1, 2, moved=True)).after
    Whole(n=340)
    """
    assert isinstance(expr, Moving)
    number = decimal_for(evaluate(expr))
    return Move(number, Say.of(on_paper.fill_places, zeros=empty_places(expr), number=number))


def empty_places(moving: Moving) -> int:
    """How many places stand empty between the digits moved and the point.

    >>> empty_places(Moving(34, 1, 2)), empty_places(Moving(34, 1, -2)), empty_places(Moving(345, 1, -1))
    (1, 2, 0)
    """
    places = moving.places - moving.by
    return -places if places < 0 else max(places + 1 - len(str(moving.digits)), 0)


SHIFT_ROW = Rule("shift-row", "shift-row", shift_row, "work", question="Why does this row begin further left?")
SKIP_ROW = Rule("skip-row", "skip-row", skip_row, "work", question="What does a zero below give?")
MULTIPLY_DIGIT = Rule("multiply-digit", "multiply-digit", multiply_digit, "work", basic_fact=True)
ADD_ROWS = Rule("add-rows", "add-rows", add_rows, "work")
PLACE_POINT = Rule("place-point", "place-point", place_point, "work", question="Where does the point go, and why?")
FILL_CELL = Rule("fill-cell", "fill-cell", fill_cell, "work", basic_fact=True)
MOVE_DIGITS = Rule(
    "move-digits", "move-digits", move_digits, "work", question="Which way do the digits move, and how far?"
)
FILL_PLACES = Rule("fill-places", "fill-places", fill_places, "work")

RULES = (
    ADD_ROWS,
    FILL_CELL,
    FILL_PLACES,
    MOVE_DIGITS,
    MULTIPLY_DIGIT,
    PLACE_POINT,
    SHIFT_ROW,
    SKIP_ROW,
)
