"""Whether a problem can be worked at all: nothing divided by 0, no value that no sheet can hold."""

from dataclasses import replace
from fractions import Fraction
from math import gcd

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber
from keen_slate.core.problem import bounds
from keen_slate.core.problem.tree import (
    Estimating,
    Expr,
    Sum,
    children,
    evaluate,
    is_numeral,
    is_workable,
    ratio,
    walk,
)
from keen_slate.core.reading.tokens import UnreadableProblem
from keen_slate.core.saying import unreadable
from keen_slate.core.saying.say import Say


def refuse_the_unworkable(expr: Expr, text: str) -> None:
    """Dividing by something worth 0, and powers whose value no sheet can hold."""
    try:
        _bounded(expr)
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


_LIMIT = 10**bounds.MAX_VALUE_DIGITS


def _bounded(expr: Expr) -> None:
    """From the inside, so that no power is taken of a number that is too large already."""
    for part in children(expr):
        _bounded(part)
    top, bottom = ratio(expr)
    if abs(top) > _LIMIT or bottom > _LIMIT:
        shared = gcd(top, bottom)
        if abs(top) > _LIMIT * shared or bottom > _LIMIT * shared:
            raise OverflowError
