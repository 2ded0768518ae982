"""Sums of whole numbers done in the head rather than in columns: past a ten and back, or place by place.

They are shown beside the line in which the wholes, or the tops, are added or taken away.
"""

from collections.abc import Callable
from dataclasses import replace
from functools import wraps

from keen_slate.core.machine.engine import Impasse, Move, Owned, Rule
from keen_slate.core.machine.side_work import Calculation
from keen_slate.core.notation.layout import MINUS
from keen_slate.core.problem.paper import Columns, digits_value
from keen_slate.core.problem.tree import Expr
from keen_slate.core.rules.mixed_numbers import COMBINE_TOPS, JOIN, PUT_WHOLES_BY
from keen_slate.core.rules.on_paper import parts_of
from keen_slate.core.rules.operations import ADD_WHOLES

Written = tuple[Calculation, ...]


def two_numbers(start: object) -> tuple[int, int, bool] | None:
    """The two numbers of a sum set in columns, and whether the second is taken away; None for more of them.

    >>> two_numbers(Columns.of((98, 39), minus=True))
    (98, 39, True)
    """
    if not isinstance(start, Columns) or len(start.rows) != 2:
        return None
    first, second = (digits_value(row) for row in start.rows)
    return first, second, start.minus


def near_by(n: int) -> int:
    """The ten, or the hundred a few away, that is taken for a number.

    >>> near_by(39), near_by(297), near_by(214)
    (40, 300, 210)
    """
    hundred = (n + 50) // 100 * 100
    return hundred if hundred and abs(hundred - n) <= 5 else (n + 5) // 10 * 10


def past_and_back(start: object) -> Written:
    """98 − 39 as 98 − 40 + 1; nothing where the second number is a ten itself, or it would lead below 0.

    >>> [c.text for c in past_and_back(Columns.of((98, 39), minus=True))]
    ['98 − 40 = 58', '58 + 1 = 59']
    """
    numbers = two_numbers(start)
    if numbers is None:
        return ()
    first, second, minus = numbers
    near = near_by(second)
    over = near - second
    passed = first - near if minus else first + near
    if not over or near == 0 or passed < 0:
        return ()
    total = first - second if minus else first + second
    way = MINUS if minus else "+"
    back = MINUS if (over > 0) != minus else "+"
    return (
        Calculation(f"{first} {way} {near} = {passed}"),
        Calculation(f"{passed} {back} {abs(over)} = {total}"),
    )


def by_places(start: object) -> Written:
    """98 − 39 as 98 − 30 − 9; nothing where the second number has one place.

    >>> [c.text for c in by_places(Columns.of((98, 39), minus=True))]
    ['98 − 30 = 68', '68 − 9 = 59']
    """
    numbers = two_numbers(start)
    if numbers is None or len(parts_of(numbers[1])) < 2:
        return ()
    at, second, minus = numbers
    written: list[Calculation] = []
    for part in parts_of(second):
        to = at - part if minus else at + part
        written.append(Calculation(f"{at} {MINUS if minus else '+'} {part} = {to}"))
        at = to
    return tuple(written)


def _in_the_head(rule: Rule, choice: str, way: Callable[[object], Written]) -> Rule:
    """The rule with its sum shown in this way, in columns where the way does not fit."""
    owns = rule.owns
    assert owns is not None

    @wraps(rule.apply)
    def apply(expr: Expr) -> Move | Impasse:
        move, owned = rule.apply(expr), owns(expr)
        if owned is None or isinstance(move, Impasse):
            return move
        return replace(move, side=(*move.side, *way(owned.start)))

    def in_columns(expr: Expr) -> Owned | None:
        owned = owns(expr)
        return None if owned is None or way(owned.start) else owned

    return replace(rule, id=f"{rule.id}-{choice}", choice=("whole-sums", choice), apply=apply, owns=in_columns)


IN_THE_HEAD = frozenset({("whole-sums", "past-a-ten"), ("whole-sums", "by-places")})
"""The choices of a school by which these run."""

RULES = tuple(
    _in_the_head(rule, choice, way)
    for rule in (PUT_WHOLES_BY, COMBINE_TOPS, JOIN, ADD_WHOLES)
    for choice, way in (("past-a-ten", past_and_back), ("by-places", by_places))
)
