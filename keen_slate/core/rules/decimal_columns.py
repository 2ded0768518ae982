"""Decimals added and subtracted in columns, from the right."""

from keen_slate.core.machine.engine import Impasse, Move, Rule, earning
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import Expr, Sum, Term, children
from keen_slate.core.saying import going_astray, in_columns
from keen_slate.core.saying.say import Say


def equal_length(expr: Expr) -> Move:
    """Placeholder zeros give every number the same places: 5 − 1.458 = 5.000 − 1.458.

    >>> text_of(equal_length(read("5 − 1.458").expr).after)
    '5.000 − 1.458'
    """
    assert isinstance(expr, Sum)
    places = max(c.places for c in children(expr) if isinstance(c, DecimalNumeral))
    return Move(
        Sum(tuple(Term(_lengthened(t.expr, places), t.minus) for t in expr.terms)),
        Say.of(in_columns.equal_length, places=places),
    )


def _lengthened(number: Expr, places: int) -> DecimalNumeral:
    if isinstance(number, Whole):
        return DecimalNumeral(number.n * 10**places, places)
    assert isinstance(number, DecimalNumeral)
    return DecimalNumeral(number.digits * 10 ** (places - number.places), places)


def set_in_columns(expr: Expr) -> Move:
    """Points under each other, one digit a column; nothing new is written for that.

    >>> text_of(set_in_columns(read("4.9 − 1.4").expr).after)
    '4.9 − 1.4'
    """
    assert isinstance(expr, Sum)
    numbers = [c for c in children(expr) if isinstance(c, DecimalNumeral)]
    places = numbers[0].places
    width = max(places + 1, *(len(str(n.digits)) for n in numbers))
    rows = tuple(tuple(int(d) for d in str(n.digits).zfill(width)) for n in numbers)
    return Move(Columns(rows, expr.terms[-1].minus, places, width - 1), None)


def regroup_column(expr: Expr) -> Move | Impasse:
    """One from the nearest column that has something, nines in the zeros between, ten more here.

    An impasse where a mistake has left nothing in the columns before it.

    >>> text_of(regroup_column(Columns(((5, 2), (1, 7)), True, 1, 1)).after)
    '4 + 1.2 − 1.7'
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    lender = max((c for c in range(expr.at) if top[c] > 0), default=None)
    if lender is None:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    top[lender] -= 1
    for between in range(lender + 1, expr.at):
        top[between] = 9
    top[expr.at] += 10
    after = Columns((tuple(top), *expr.rows[1:]), True, expr.places, expr.at, expr.done)
    said = Say.of(
        in_columns.regroup_column,
        digit=expr.rows[0][expr.at], less=expr.rows[1][expr.at],
        here=_place(expr, expr.at), lender=_place(expr, lender), across=expr.at - lender - 1,
    )  # fmt: skip
    return Move(after, said)


def write_digit(expr: Expr) -> Move:
    """One column worked out: its digit written, a ten carried to the next.

    >>> text_of(write_digit(Columns(((4, 8, 0), (3, 7, 5)), False, 2, 1, (5,))).after)
    '4 + 3 + 1 + 0.55'
    """
    assert isinstance(expr, Columns)
    digits = tuple(row[expr.at] for row in expr.rows)
    total = digits[0] - digits[1] if expr.minus else sum(digits) + expr.carry
    carry, digit = divmod(total, 10)
    after = Columns(expr.rows, expr.minus, expr.places, expr.at - 1, (digit, *expr.done), carry)
    shown = tuple(row[expr.at] for row in expr.rows if _stands(expr, row))
    said = Say.of(
        in_columns.write_digit, digits=shown, minus=expr.minus, carried_in=expr.carry,
        total=total, digit=digit, carry=carry, place=_place(expr, expr.at),
    )  # fmt: skip
    return Move(_read_off(after) if _is_done(after) else after, said)


def carries(before: Expr) -> bool:
    """Whether a column of a sum comes to ten or more.

    >>> carries(Columns(((4, 8), (3, 7)), False, 1, 1)), carries(Columns(((4, 1), (3, 7)), False, 1, 1))
    (True, False)
    """
    assert isinstance(before, Columns)
    return not before.minus and sum(row[before.at] for row in before.rows) + before.carry > 9


def _stands(columns: Columns, row: tuple[int, ...]) -> bool:
    """Whether a digit is written in this column: none is before a number's first, but always one before the point."""
    return any(row[: columns.at + 1]) or columns.at >= len(row) - 1 - columns.places


def _is_done(columns: Columns) -> bool:
    """Nothing is left but empty columns, which nobody writes."""
    past_the_point = columns.at < len(columns.rows[0]) - columns.places
    left = any(any(row[: columns.at + 1]) for row in columns.rows)
    return past_the_point and not left and (columns.at < 0 or not columns.carry)


def _read_off(columns: Columns) -> Expr:
    """All columns done: the number that stands under the line, a last carry before it."""
    digits = int(str(columns.carry) + "".join(str(d) for d in columns.done))
    return DecimalNumeral(digits, columns.places) if columns.places else Whole(digits)


def _place(columns: Columns, column: int) -> int:
    """The power of ten of a column: 0 for ones, -1 for tenths."""
    return len(columns.rows[0]) - 1 - column - columns.places


EQUAL_LENGTH = Rule(
    "equal-length",
    "equal-length",
    equal_length,
    "one-kind",
    question="How many places does each need?",
    earns=earning("aligned"),
)
SET_IN_COLUMNS = Rule("set-in-columns", "set-in-columns", set_in_columns, "work", earns=earning())
REGROUP_COLUMN = Rule(
    "regroup-column",
    "regroup-column",
    regroup_column,
    "regroup",
    question="Is this digit enough? Where does a ten come from?",
)
WRITE_DIGIT = Rule(
    "write-digit",
    "write-digit",
    write_digit,
    "work",
    basic_fact=True,
    earns=lambda before, _wrote: ("carried",) if carries(before) else (),
)

RULES = (
    EQUAL_LENGTH,
    REGROUP_COLUMN,
    SET_IN_COLUMNS,
    WRITE_DIGIT,
)
