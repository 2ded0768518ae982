"""Whole numbers, powers, and which two terms are worked on."""

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    children,
    is_numeral,
    is_zero,
)
from keen_slate.core.rules.factors import chained, first_pair, pair_replaced, whole_of
from keen_slate.core.rules.long_division import long_division, multiplied_by_parts
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say


def take_first(expr: Expr) -> Move:
    """What is added at the beginning, or else the first two terms, is worked first; nothing is written for that.

    >>> text_of(take_first(read("10 − 4 + 3").expr).after)
    '10 − 4 + 3'
    """
    assert isinstance(expr, Sum)
    added = next(index for index, term in enumerate(expr.terms) if term.minus)
    count = max(added, 2)
    return Move(Sum((Term(Sum(expr.terms[:count])), *expr.terms[count:])), None)


def drop_zero_terms(expr: Expr) -> Move:
    """Terms worth 0 are left out; one stays where all are.

    >>> text_of(drop_zero_terms(read("3/4 + 0 − 1/4").expr).after)
    '3/4 − 1/4'
    """
    assert isinstance(expr, Sum)
    kept = tuple(t for t in expr.terms if not is_zero(t.expr))
    return Move(Sum(kept or expr.terms[:1]), Say.of(calculating.drop_zero_terms))


def add_wholes(expr: Expr) -> Move:
    """Whole numbers added or subtracted at once.

    >>> text_of(add_wholes(read("7 − 2 + 4").expr).after)
    '9'
    """
    assert isinstance(expr, Sum)
    signed = tuple(-whole_of(t.expr) if t.minus else whole_of(t.expr) for t in expr.terms)
    total = sum(signed)
    return Move(Whole(total) if total >= 0 else Negative(Whole(-total)), Say.of(calculating.add_wholes, numbers=signed))


def multiply_wholes(expr: Expr) -> Move:
    """The two leftmost whole numbers multiplied.

    >>> text_of(multiply_wholes(read("3 × 4 × 2").expr).after)
    '12 × 2'
    """
    a, b = (whole_of(x) for x in first_pair(expr))
    return Move(
        pair_replaced(expr, Whole(a * b)), Say.of(calculating.multiply_wholes, a=a, b=b), multiplied_by_parts(a, b)
    )


def divide_wholes(expr: Expr) -> Move:
    """A division of wholes that comes out is done; one that does not is written as a fraction.

    >>> text_of(divide_wholes(read("12 ÷ 4 ÷ 2").expr).after)
    '3 ÷ 2'
    """
    a, b = (whole_of(x) for x in first_pair(expr))
    if a % b == 0:
        side = (long_division(a, 0, b),) if a > 144 else ()
        return Move(pair_replaced(expr, Whole(a // b)), Say.of(calculating.divide_wholes, a=a, b=b), side)
    return Move(pair_replaced(expr, CommonFraction(a, b)), Say.of(calculating.divide_as_fraction, a=a, b=b))


def raise_power(expr: Expr) -> Move:
    """A power written out as its factors: 7² = 7 × 7.

    >>> text_of(raise_power(read("7^2").expr).after)
    '(7 × 7)'
    """
    assert isinstance(expr, Power)
    said = Say.of(calculating.raise_, exponent=expr.exponent)
    if expr.exponent == 0:
        return Move(Whole(1), said)
    factor = expr.base if is_numeral(expr.base) else Group(expr.base)
    return Move(Group(Product((Factor(factor),) * expr.exponent, frozenset({"power"}))), said)


def _factors(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    return chained([c.n if isinstance(c, Whole) else 1 for c in children(before)])


TAKE_FIRST = Rule("take-first", "take-first", take_first, "work")
DROP_ZERO_TERMS = Rule("drop-zero-terms", "drop-zero-terms", drop_zero_terms, "order")
ADD_WHOLES = Rule("add-wholes", "add-wholes", add_wholes, "work", basic_fact=True)
MULTIPLY_WHOLES = Rule("multiply-wholes", "multiply-wholes", multiply_wholes, "work", basic_fact=True, facts=_factors)
DIVIDE_WHOLES = Rule("divide-wholes", "divide-wholes", divide_wholes, "work", basic_fact=True)
RAISE = Rule("raise", "raise", raise_power, "one-kind")

RULES = (
    ADD_WHOLES,
    DIVIDE_WHOLES,
    DROP_ZERO_TERMS,
    MULTIPLY_WHOLES,
    RAISE,
    TAKE_FIRST,
)
