"""Whether a problem can be worked at all: nothing divided by 0, no value that no sheet can hold."""

from dataclasses import replace
from fractions import Fraction

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber
from keen_slate.core.problem import bounds
from keen_slate.core.problem.tree import (
    Estimating,
    Expr,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    evaluate,
    is_numeral,
    is_workable,
    walk,
)
from keen_slate.core.reading.tokens import UnreadableProblem
from keen_slate.core.saying import unreadable
from keen_slate.core.saying.say import Say


def refuse_the_unworkable(expr: Expr, text: str) -> None:
    """Dividing by something worth 0, and powers whose value no sheet can hold."""
    try:
        _bounded_value(expr)
    except ZeroDivisionError:
        raise UnreadableProblem(Say.of(unreadable.divides_by_zero), max(text.find("÷"), text.find(":"), 0)) from None
    except OverflowError:
        raise UnreadableProblem(Say.of(unreadable.too_large, limit=bounds.MAX_VALUE_DIGITS), 0) from None


def usual_unit(expr: Expr) -> Fraction:
    """To what the numbers of an estimate are rounded where nothing else is asked: to halves where there are fractions,
    decimals added and taken away to wholes where none would vanish, everything else to the leading digit (0).

    Common practice, no source.
    """
    numbers = [e for e in walk(expr) if is_numeral(e)]
    if any(isinstance(n, (CommonFraction, MixedNumber)) for n in numbers):
        return Fraction(1, 2)
    decimals_added = isinstance(expr, Sum) and any(isinstance(n, DecimalNumeral) for n in numbers)
    large = all(abs(evaluate(n)) >= 1 for n in numbers)
    return Fraction(1) if decimals_added and large else Fraction(0)


FINER_UNITS = (Fraction(1), Fraction(1, 2), Fraction(1, 10), Fraction(1, 100), Fraction(1, 1000))
"""What a number can be rounded to that rounds to 0 in larger steps, the largest first."""


def with_divisors_left(estimating: Estimating, at: int, *, fixed: bool) -> Estimating:
    """To the nearest whole 0.3 is 0, and nothing can be divided by it: a unit is taken that leaves something, and named
    where another one was asked for."""
    if is_workable(estimating):
        return estimating
    candidates = (replace(estimating, unit=unit) for unit in FINER_UNITS if unit < estimating.unit)
    finer = next((c for c in candidates if is_workable(c)), None)
    if finer is None or fixed:
        unit = finer.unit if finer else None
        raise UnreadableProblem(Say.of(unreadable.estimate_divides_by_zero, unit=estimating.unit, finer=unit), at)
    return finer


def _bounded_value(expr: Expr) -> Fraction:
    """The value, worked from the inside so that no power is taken of a number that is too large already."""
    limit = 10**bounds.MAX_VALUE_DIGITS
    match expr:
        case Sum(terms):
            value = sum(((-1 if t.minus else 1) * _bounded_value(t.expr) for t in terms), Fraction(0))
        case Product(factors):
            value = Fraction(1)
            for factor in factors:
                worth = _bounded_value(factor.expr)
                value = value / worth if factor.divide else value * worth
        case Power(base, exponent):
            value = _bounded_value(base) ** exponent
        case Negative(inner):
            value = -_bounded_value(inner)
        case Group(inner):
            value = _bounded_value(inner)
        case _:
            value = evaluate(expr)
    if abs(value.numerator) > limit or value.denominator > limit:
        raise OverflowError
    return value
