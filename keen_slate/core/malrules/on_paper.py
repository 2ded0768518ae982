"""Mistakes in a calculation set out on paper: rows, carries, zeros of a quotient, digits moved."""

from dataclasses import replace

from keen_slate.core.curriculum.places import DECIMAL_PRODUCTS, DECIMAL_SUMS, TIMES_FRACTION
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move, Owned
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.paper import Columns, LongProduct, LongQuotient, Moving, digits_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.rules.decimal_columns import write_digit
from keen_slate.core.rules.factors import first_pair, pair_replaced
from keen_slate.core.rules.in_the_head import near_by, past_and_back, two_numbers
from keen_slate.core.rules.long_products import with_digit
from keen_slate.core.rules.long_quotients import brought_down
from keen_slate.core.rules.mixed_numbers import tops_on_paper, wholes_on_paper

A_FEW = 3
"""From here on nobody goes past a ten of their own accord: common practice, no source."""


def _wrong_way(owned: Owned | None) -> Move | None:
    """Past a ten, and then further instead of back: 98 − 40 − 1."""
    numbers = two_numbers(owned.start) if owned is not None else None
    if owned is None or numbers is None or not past_and_back(owned.start):
        return None
    first, second, minus = numbers
    near = near_by(second)
    if abs(near - second) > A_FEW:
        return None
    further = near + (near - second)
    total = first - further if minus else first + further
    return Move(owned.written(Whole(total))) if total >= 0 else None


def compensated_wrong_way(expr: Expr) -> Move | Impasse | None:
    """Less 39 is done as less 40 and 1 less: 98 − 39 becomes 57.

    >>> text_of(compensated_wrong_way(read("98 − 39").expr).after)
    '57'
    """
    return _wrong_way(wholes_on_paper(expr))


def tops_compensated_wrong_way(expr: Expr) -> Move | Impasse | None:
    """The same with the tops of fractions: 98/100 − 39/100 becomes 57/100.

    >>> text_of(tops_compensated_wrong_way(read("98/100 − 39/100").expr).after)
    '57/100'
    """
    return _wrong_way(tops_on_paper(expr))


def carry_forgotten(expr: Expr) -> Move | Impasse | None:
    """What was carried is not added: 48 + 37 becomes 75.

    >>> carry_forgotten(Columns(((4, 8), (3, 7)), False, 0, 0, (5,), 1)).after
    Whole(n=75)
    """
    if isinstance(expr, Columns):
        return write_digit(replace(expr, carry=0)) if expr.carry else None
    assert isinstance(expr, LongProduct)
    return Move(with_digit(expr, expr.multiplier * _digit(expr))) if expr.carry else None


def carry_multiplied(expr: Expr) -> Move | Impasse | None:
    """What was carried is added before multiplying: in 47 × 6 the 4 and the 4 carried make 8, 8 × 6 = 48.

    >>> carry_multiplied(LongProduct(47, 6, row=(2,), carry=4, written=1)).after.rows
    (482,)
    """
    assert isinstance(expr, LongProduct)
    return Move(with_digit(expr, expr.multiplier * (_digit(expr) + expr.carry))) if expr.carry else None


def _digit(product: LongProduct) -> int:
    """The digit above that is multiplied next."""
    return digits_of(product.above)[-1 - product.written]


def row_not_shifted(expr: Expr) -> Move | Impasse | None:
    """The row of the tens begins under the ones: 47 × 36 becomes 282 + 141 = 423.

    >>> row_not_shifted(LongProduct(47, 36, at=1, rows=(282,))).after.row
    ()
    """
    assert isinstance(expr, LongProduct)
    return Move(replace(expr, shifted=True))


def place_by_place(expr: Expr) -> Move | Impasse | None:
    """Ones times ones and tens times tens, and nothing crosswise: 47 × 36 becomes 1242.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(place_by_place(read("47 × 36").expr).after)
    Whole(n=1242)
    """
    a, b = first_pair(expr)
    if not isinstance(a, Whole) or not isinstance(b, Whole) or len(str(a.n)) != 2 or len(str(b.n)) != 2:
        return None
    return Move(pair_replaced(expr, Whole(a.n // 10 * (b.n // 10) * 100 + a.n % 10 * (b.n % 10))))


def zero_lost_in_quotient(expr: Expr) -> Move | Impasse | None:
    """A zero inside the quotient is not written: 612 ÷ 6 becomes 12.

    >>> zero_lost_in_quotient(LongQuotient((6, 1, 2), 0, 6, at=1, quotient=(1,))).after.digits
    (6, 2)
    """
    assert isinstance(expr, LongQuotient)
    current, at = brought_down(expr)
    if not expr.quotient or current >= expr.divisor or at == len(expr.digits):
        return None
    # It goes on as if the digit had never stood there: nothing more is written for its place.
    digits = (*expr.digits[: expr.at], *expr.digits[at:])
    places = expr.places - (expr.at > expr.ones)
    return Move(replace(expr, digits=digits, places=places, rest=current))


def moved_the_other_way(expr: Expr) -> Move | Impasse | None:
    """The digits move the other way: 3.4 × 100 becomes 0.034.

    >>> moved_the_other_way(Moving(34, 1, 2)).after.by
    -2
    """
    assert isinstance(expr, Moving)
    return Move(replace(expr, by=-expr.by, moved=True))


def places_left_empty(expr: Expr) -> Move | Impasse | None:
    """The empty places are not filled: 3.4 × 100 becomes 34.

    >>> places_left_empty(Moving(34, 1, 2, moved=True)).after
    Whole(n=34)
    """
    assert isinstance(expr, Moving)
    return Move(Whole(expr.digits)) if expr.by > expr.places else None


CARRY_FORGOTTEN = MalRule(
    id="carry-forgotten",
    goals=("write-digit", "multiply-digit"),
    apply=carry_forgotten,
    name="The carry forgotten",
    belief="each column is worked for itself",
    shows="48 + 37 = 75.",
    question="What became of the ten that was made?",
    picture="jumps",
    met=DECIMAL_SUMS,
    source=PRACTICE,
)
CARRY_MULTIPLIED = MalRule(
    id="carry-multiplied",
    goals=("multiply-digit",),
    apply=carry_multiplied,
    name="The carry added before multiplying",
    belief="what is carried belongs to the next digit and is multiplied with it",
    shows="47 × 6 = 482.",
    question="Is what was carried still to be multiplied?",
    picture="rectangles",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
ROW_NOT_SHIFTED = MalRule(
    id="row-not-shifted",
    goals=("shift-row",),
    apply=row_not_shifted,
    name="The second row not shifted",
    belief="every digit below is multiplied as if it were ones",
    shows="47 × 36 = 282 + 141 = 423.",
    question="What is the digit in front worth?",
    picture="rectangles",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
PLACE_BY_PLACE = MalRule(
    id="place-by-place",
    goals=("multiply-wholes",),
    apply=place_by_place,
    name="Multiplied place by place",
    belief="ones times ones, tens times tens, as in adding",
    shows="47 × 36 = 1242.",
    question="Which parts of the box are missing?",
    picture="rectangles",
    met=TIMES_FRACTION,
    source=PRACTICE,
)
ZERO_LOST_IN_QUOTIENT = MalRule(
    id="zero-lost-in-quotient",
    goals=("quotient-digit",),
    apply=zero_lost_in_quotient,
    name="A zero lost in the quotient",
    belief="where nothing goes in, nothing is written",
    shows="612 ÷ 6 = 12.",
    question="Multiply back. Do you get what was divided?",
    picture="jumps",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
MOVED_THE_OTHER_WAY = MalRule(
    id="moved-the-other-way",
    goals=("move-digits",),
    apply=moved_the_other_way,
    name="Digits moved the other way",
    belief="times a power of ten and by one are not told apart",
    shows="{3.4} × 100 = {0.034}.",
    question="Is the number to become larger or smaller?",
    picture="square",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
PLACES_LEFT_EMPTY = MalRule(
    id="places-left-empty",
    goals=("fill-places",),
    apply=places_left_empty,
    name="Empty places not filled",
    belief="the point goes, and that is all",
    shows="{3.4} × 100 = 34.",
    question="In which place does the last digit stand now?",
    picture="square",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)

COMPENSATED_WRONG_WAY = MalRule(
    id="compensated-wrong-way",
    goals=("put-wholes-by", "join", "add-wholes"),
    apply=compensated_wrong_way,
    name="Past a ten, and further instead of back",
    belief="what was changed to a ten is done once more",
    shows="98 − 39 = 98 − 40 − 1 = 57.",
    question="Was too much done with the ten, or too little?",
    picture="jumps",
    met=DECIMAL_SUMS,
    source=PRACTICE,
    lone=True,  # done in the head, it is no more than a slip in a longer working
)
TOPS_COMPENSATED_WRONG_WAY = replace(
    COMPENSATED_WRONG_WAY,
    id="tops-compensated-wrong-way",
    goals=("combine-tops",),
    apply=tops_compensated_wrong_way,
    name="Of the {top}s: past a ten, and further instead of back",
    shows="98/100 − 39/100 = 57/100.",
)

MAL_RULES = (
    CARRY_FORGOTTEN,
    ROW_NOT_SHIFTED,
    ZERO_LOST_IN_QUOTIENT,
    CARRY_MULTIPLIED,
    PLACE_BY_PLACE,
    PLACES_LEFT_EMPTY,
    MOVED_THE_OTHER_WAY,
    COMPENSATED_WRONG_WAY,
    TOPS_COMPENSATED_WRONG_WAY,
)
"""The likelier first."""
