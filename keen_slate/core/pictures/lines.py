"""Number lines with points and jumps: from where to where, and what stands on them."""

from fractions import Fraction
from itertools import pairwise
from math import ceil, floor, lcm

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.pictures.shapes import Jumps, Point, Proof
from keen_slate.core.problem.from_picture import MOST_WHOLES
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    Product,
    Sum,
    at_path,
    children,
    evaluate,
    is_numeral,
    number_for,
)
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say

MOST_TICKS = 60
MOST_PLACES = 6
"""Decimal places to which a line is divided at most."""

NEAREST = Fraction(1, 45)
"""Points nearer together than this part of the line cannot be told apart."""


def ruled(places: list[Fraction], bottom: int, *, decimals: bool = False) -> Jumps:
    """A line that holds these places, with a number at every whole; near together in decimals, at every tenth."""
    span = max(places) - min(places)
    steps = [Fraction(1, 10**k) for k in range(MOST_PLACES + 1 if decimals and span else 1)]
    major = next((s for s in steps if s <= 10 * span), steps[-1])
    low, high = floor(min(places) / major) * major, ceil(max(places) / major) * major
    if low == high:
        low, high = low - major, high + major
    minor = major / bottom
    return Jumps(low, high, major, minor if (high - low) / minor <= MOST_TICKS else major, decimals=decimals)


def points(numbers: tuple[Expr, ...]) -> Jumps | None:
    """Numbers as points; None where they lie too far apart, or so near together that they cannot be told apart."""
    values = sorted({evaluate(n) for n in numbers})
    if not values or values[-1] - values[0] > MOST_WHOLES:
        return None
    decimals = all(isinstance(n, (DecimalNumeral, Percent, Whole)) for n in numbers)
    bottoms = [n.denominator for n in numbers if isinstance(n, (CommonFraction, MixedNumber))]
    low = min(Fraction(0), values[0]) if values[-1] <= 1 and not decimals else values[0]
    line = ruled([low, values[-1]], 10 if decimals else lcm(*bottoms) if bottoms else 1, decimals=decimals)
    span = line.high - line.low
    if any((b - a) / span < NEAREST for a, b in pairwise(values)):
        return None
    marks = tuple(Point(evaluate(n), n, i) for i, n in enumerate(numbers))
    return Jumps(line.low, line.high, line.major, line.minor, points=marks, decimals=decimals)


def as_places(step: Step) -> tuple[Proof, ...]:
    """Where the pieces are too fine: the numbers as places on a line."""
    expr = at_path(step.before, step.at)
    if isinstance(expr, Chain):
        return ()  # its blanks have no place yet
    among = (
        children(expr) if isinstance(expr, (Sum, Product)) else expr.items if isinstance(expr, Comparison) else (expr,)
    )
    numbers = tuple(n for n in among if is_numeral(n))
    line = points(numbers)
    if line is None:
        return ()
    if len(numbers) == 1:
        return (Proof(line, Say.of(seen.lies_at, number=numbers[0], value=number_for(evaluate(numbers[0])))),)
    return (Proof(line, Say.of(seen.where_they_lie, numbers=numbers)),)
