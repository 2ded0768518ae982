"""Estimates of several kinds, each with the band in which the exact answer must lie.

Every number is rounded; how far that can have moved it is known, and the band is carried through the operations by
interval arithmetic: what holds for every number within its reach holds for the exact one. Common practice, no source;
for sums the band is the triangle inequality.
"""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from itertools import product
from math import floor
from typing import Literal

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Numeral, Percent, Whole
from keen_slate.core.problem.last import known_for_the_last
from keen_slate.core.problem.tree import (
    Comparison,
    Estimating,
    Expr,
    Group,
    InStory,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    calculation_in,
    children,
    decimal_or_number,
    evaluate,
    is_numeral,
    number_for,
    walk,
    with_child,
)
from keen_slate.core.rules.stories import as_one
from keen_slate.core.saying import in_stories, weighing
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

Kind = Literal["nearest-half", "nearest-whole", "leading-place", "compatible", "front-end", "benchmark"]
HALF = Fraction(1, 2)
NOTHING = Fraction(0)
MOST_SHOWN = 2
"""Estimates of the usual kinds that are shown: a class compares two at most."""

IN_THE_HEAD = 12
"""Whole numbers up to it are worked with as they are."""

MOST_WAYS = 8
"""Estimates that are told apart where several numbers lie midway; more would not be looked at."""


@frozen
class Estimate:
    """A rounded calculation, its value, and the guaranteed band ``low`` to ``high`` round it."""

    rounded: Expr
    value: Fraction
    low: Fraction
    high: Fraction
    kind: Kind = "nearest-half"

    def holds(self, value: Fraction) -> bool:
        """Whether a value lies in the band. Integers alone: it is asked of every likely wrong answer."""
        top, bottom = value.numerator, value.denominator
        if top * self.low.denominator < self.low.numerator * bottom:
            return False
        return top * self.high.denominator <= self.high.numerator * bottom


@frozen
class _Rounded:
    """A number rounded: its value, how far the exact one can be from it, and whether it is a decimal."""

    value: Fraction
    reach: Fraction
    decimal: bool
    percent: bool = False

    def written(self) -> Expr:
        if self.percent:
            hundredths = number_for(self.value * 100)
            assert isinstance(hundredths, (Whole, CommonFraction, MixedNumber))
            return Percent(hundredths)
        return decimal_or_number(self.value, decimals=self.decimal)


def multiples_nearest(value: Fraction, unit: Fraction) -> tuple[Fraction, ...]:
    """The multiple or multiples of a unit nearest to a value: two where it lies midway.

    >>> multiples_nearest(Fraction(17, 6), HALF), multiples_nearest(Fraction(25, 4), HALF)
    ((Fraction(3, 1),), (Fraction(6, 1), Fraction(13, 2)))
    """
    whole = value.denominator * unit.numerator
    times, rest = divmod(value.numerator * unit.denominator, whole)  # integers alone: this is asked of every number
    nearest = (times, times + 1) if rest * 2 == whole else (times + (rest * 2 > whole),)
    return tuple([Fraction(n * unit.numerator, unit.denominator) for n in nearest])


def _unit_of(value: Fraction, kind: Kind) -> Fraction:
    if kind == "nearest-half":
        return HALF
    if kind == "nearest-whole" or value == 0:
        return Fraction(1)
    unit = Fraction(1)
    while unit * 10 <= value:
        unit *= 10
    while unit > value:
        unit /= 10
    return unit


def _roundings(number: Numeral, kind: Kind) -> tuple[_Rounded, ...]:
    """A number that is a multiple already is not moved; one that is moved is moved by half a unit at most."""
    decimal, percent = isinstance(number, DecimalNumeral), isinstance(number, Percent)
    value = number.value
    unit = _unit_of(value, kind)
    if percent and value:  # to the nearest ten percent, small ones to the nearest percent
        unit = Fraction(1, 10) if value >= Fraction(1, 10) else Fraction(1, 100)
    nearest = multiples_nearest(value, unit)
    if nearest == (value,):
        return (_Rounded(value, NOTHING, decimal, percent),)
    reach = Fraction(unit.numerator, unit.denominator * 2)
    return tuple([_Rounded(v, reach, decimal, percent) for v in nearest])


def _fitting(expr: Expr) -> list[tuple[_Rounded, ...]]:
    """Numbers that fit each other near those of a division of two: 7236 ÷ 12 by 7200 ÷ 12. The divisor stays where it
    is a small whole, else it is rounded; the dividend becomes a multiple of it, up to 12 of its tens, hundreds …"""
    if not isinstance(expr, Product) or len(expr.factors) != 2 or not expr.factors[1].divide:
        return []
    first, second = children(expr)
    if not is_numeral(first) or not is_numeral(second) or first.value == 0 or second.value == 0:
        return []
    small = isinstance(second, Whole) and second.n <= IN_THE_HEAD
    divisors = _roundings(second, "nearest-whole" if small or 1 <= second.value < 10 else "leading-place")
    found: list[tuple[_Rounded, ...]] = []
    for divisor in divisors:
        if divisor.value == 0:
            continue
        wanted = first.value / divisor.value
        unit = _unit_of(wanted, "leading-place")
        quotient = min(
            (n * unit / ten for ten in (1, 10) for n in range(1, IN_THE_HEAD + 1)), key=lambda q: abs(q - wanted)
        )
        dividend = quotient * divisor.value
        reach = _rounded_up(abs(first.value - dividend))
        decimal = isinstance(first, DecimalNumeral)
        found.append((_Rounded(dividend, reach, decimal), divisor))
    return found


BENCHMARKS = tuple(Fraction(n, d) for n, d in ((1, 10), (1, 5), (1, 4), (1, 3), (1, 2), (2, 3), (3, 4), (9, 10)))
"""Parts that a class sees at once: common practice, no source."""

NEAR_A_BENCHMARK = Fraction(1, 20)


def _benchmarked(expr: Expr) -> list[tuple[_Rounded, ...]]:
    """A part of a number taken for a known part near by, and the number for one that it goes into: 24% of 61 by
    1/4 of 60."""
    if not isinstance(expr, Product) or len(expr.factors) != 2 or expr.factors[1].divide:
        return []
    numbers = children(expr)
    found: list[tuple[_Rounded, ...]] = []
    for index, part in enumerate(numbers):
        other = numbers[1 - index]
        if not is_numeral(part) or not is_numeral(other) or not 0 < part.value < 1 or other.value <= 1:
            continue
        known = min(BENCHMARKS, key=lambda b: abs(b - part.value))
        if abs(known - part.value) > NEAR_A_BENCHMARK:
            continue
        unit = max(_unit_of(other.value, "leading-place") / 10, Fraction(1)) * known.denominator
        taken = max(floor(other.value / unit + HALF), 1) * unit
        pair = [_Rounded(known, _rounded_up(abs(known - part.value)), decimal=False),
                _Rounded(taken, _rounded_up(abs(taken - other.value)), decimal=False)]  # fmt: skip
        found.append(tuple(pair if index == 0 else reversed(pair)))
    return found


def _front_end(expr: Expr) -> tuple[Estimate, ...]:
    """The leading places are added or taken away, then what is left over, in halves of that place: 612 + 287 by
    600 + 200 and 100 more."""
    if not isinstance(expr, Sum) or expr.terms[0].minus or not all(is_numeral(t.expr) for t in expr.terms):
        return ()
    values = [evaluate(t.expr) for t in expr.terms]
    mixed = any(isinstance(t.expr, (CommonFraction, MixedNumber)) for t in expr.terms)
    unit = Fraction(1) if mixed else _unit_of(max(values), "leading-place")
    fronts = [v // unit * unit for v in values]
    left = [floor((v - f) / (unit / 2) + HALF) * (unit / 2) for v, f in zip(values, fronts, strict=True)]
    signs = [-1 if t.minus else 1 for t in expr.terms]
    more = sum((s * n for s, n in zip(signs, left, strict=True)), Fraction(0))
    if min(values) < unit or more == 0 or all(v == f + n for v, f, n in zip(values, fronts, left, strict=True)):
        return ()
    decimal = any(isinstance(t.expr, DecimalNumeral) for t in expr.terms)
    terms = [
        Term(_Rounded(f, Fraction(0), decimal).written(), t.minus) for f, t in zip(fronts, expr.terms, strict=True)
    ]
    rounded = Sum((*terms, Term(_Rounded(abs(more), Fraction(0), decimal).written(), more < 0)))
    reach = unit / 4 * sum(v != f + n for v, f, n in zip(values, fronts, left, strict=True))
    value, (least, most) = evaluate(rounded), _certain(expr)
    low, high = value - reach, value + reach
    low, high = low if least is None else max(low, least), high if most is None else min(high, most)
    return (Estimate(rounded, value, low, high, "front-end"),)


def _rounded_up(value: Fraction) -> Fraction:
    """To one digit that is not 0: what a number was moved by at most."""
    if value == 0:
        return value
    unit = _unit_of(value, "leading-place")
    return -(-value // unit) * unit


Interval = tuple[Fraction, Fraction]


def _band(expr: Expr, chosen: tuple[_Rounded, ...], value: Fraction) -> Interval:
    """The band of a problem whose rounded numbers, in reading order, come to a value. ZeroDivisionError where a divisor
    can be 0."""
    if isinstance(expr, Sum) and all(map(is_numeral, children(expr))):  # each number can be off by its reach
        reach = sum((n.reach for n in chosen if n.reach), NOTHING)
        return value - reach, value + reach
    return _interval(expr, dict(enumerate(chosen)), [0])


def _interval(expr: Expr, reach: dict[int, _Rounded], counter: list[int]) -> Interval:
    """The band of an expression whose numbers, in reading order, lie within their reach. ZeroDivisionError where a
    divisor can be 0."""
    if is_numeral(expr):
        rounded = reach[counter[0]]
        counter[0] += 1
        if not rounded.reach:
            return rounded.value, rounded.value
        return rounded.value - rounded.reach, rounded.value + rounded.reach
    match expr:
        case Group(inner):
            return _interval(inner, reach, counter)
        case Negative(of):
            low, high = _interval(of, reach, counter)
            return -high, -low
        case Sum(terms):
            low, high = _interval(terms[0].expr, reach, counter)
            if terms[0].minus:
                low, high = -high, -low
            for term in terms[1:]:
                a, b = _interval(term.expr, reach, counter)
                low, high = (low - b, high - a) if term.minus else (low + a, high + b)
            return low, high
        case Product(factors):
            low = high = Fraction(1)
            for factor in factors:
                a, b = _interval(factor.expr, reach, counter)
                if factor.divide:
                    if a <= 0 <= b:
                        raise ZeroDivisionError
                    a, b = 1 / b, 1 / a
                if low >= 0 and a >= 0:
                    low, high = low * a, high * b
                    continue
                ends = [x * y for x, y in product((low, high), (a, b))]
                low, high = min(ends), max(ends)
            return low, high
        case Power(base, exponent):
            a, b = _interval(base, reach, counter)
            ends = [a**exponent, b**exponent]
            if a < 0 < b and exponent % 2 == 0:
                ends.append(Fraction(0))
            return min(ends), max(ends)
        case _:
            raise TypeError(f"{expr!r} is not estimated")


def _with_numbers(expr: Expr, written: Callable[[], Expr]) -> Expr:
    """The expression with its numbers, in reading order, exchanged."""
    if is_numeral(expr):
        return written()
    for index, child in enumerate(children(expr)):
        expr = with_child(expr, index, _with_numbers(child, written))
    return expr


_ESTIMATED: frozenset[type] = frozenset((Sum, Product, Group, Negative, Power))


@known_for_the_last
def _numbers_in(expr: Expr) -> tuple[list[Numeral], set[type]]:
    """The numbers of an expression in reading order, and the kinds of all that stands round them."""
    numbers: list[Numeral] = []
    round_them: set[type] = set()
    for part in walk(expr):
        if is_numeral(part):
            numbers.append(part)
        else:
            round_them.add(type(part))
    return numbers, round_them


def estimates_of_kind(expr: Expr, kind: Kind) -> tuple[Estimate, ...]:
    """One estimate for every value that rounding so can give; none where nothing is to be estimated."""
    expr = expr.of if isinstance(expr, Estimating) else calculation_in(expr)
    if not isinstance(expr, (Sum, Product)):
        return ()
    numbers, worked = _numbers_in(expr)
    if not worked <= _ESTIMATED:
        return ()
    if expr.marks:
        expr = replace(expr, marks=frozenset())  # estimated with signs, however it was told
    if kind == "front-end":
        return _front_end(expr)
    found: dict[Fraction, Estimate] = {}
    fitting = {"compatible": _fitting, "benchmark": _benchmarked}.get(kind)
    ways = fitting(expr) if fitting else _ways([_roundings(n, kind) for n in numbers])
    least, most = _certain(expr)
    for chosen in ways:
        if all(n.reach == 0 for n in chosen):  # the problem itself is no estimate
            continue
        left = list(chosen)
        rounded = _with_numbers(expr, lambda left=left: left.pop(0).written())  # type: ignore[misc]
        try:
            value = evaluate(rounded)
            low, high = _band(expr, chosen, value)
        except ZeroDivisionError:
            continue
        low, high = low if least is None else max(low, least), high if most is None else min(high, most)
        if low <= high and not (value == 0 and isinstance(expr, Product)):
            found.setdefault(value, Estimate(rounded, value, low, high, kind))
    return tuple(found[v] for v in sorted(found))


def _certain(expr: Expr) -> tuple[Fraction | None, Fraction | None]:
    """What is certain without any rounding: a sum of positive numbers is not below one of its terms, a difference not
    above what it is taken from, a part of a number not above it, a number taken more than once not below it."""
    if not isinstance(expr, (Sum, Product)) or not all(is_numeral(c) for c in children(expr)):
        return None, None
    values = [evaluate(c) for c in children(expr)]
    if any(v.numerator < 0 for v in values):
        return None, None
    if isinstance(expr, Sum):
        if not any(t.minus for t in expr.terms):
            return max(values), None
        return (None, values[0]) if len(values) == 2 and not expr.terms[0].minus else (None, None)
    if len(values) != 2 or expr.factors[1].divide:
        return None, None
    (a, b) = values
    least = max((y for x, y in ((a, b), (b, a)) if x >= 1), default=None)
    most = min((y for x, y in ((a, b), (b, a)) if x <= 1), default=None)
    return least, most


def _ways(roundings: list[tuple[_Rounded, ...]]) -> list[tuple[_Rounded, ...]]:
    """Every way to round, the numbers that lie midway taken together where there are too many to tell apart."""
    midway = sum(len(r) > 1 for r in roundings)
    if 2**midway <= MOST_WAYS:
        return list(product(*roundings))
    return [tuple(r[min(way, len(r) - 1)] for r in roundings) for way in (0, 1)]


def usual_kinds(expr: Expr) -> tuple[Kind, ...]:
    """Numbers that fit for a division, the leading place for a product of large or small numbers and for sums of such;
    halves where fractions are added, wholes elsewhere."""
    of = expr.of if isinstance(expr, Estimating) else calculation_in(expr)
    numbers, _ = _numbers_in(of)
    if any(isinstance(n, (CommonFraction, MixedNumber)) for n in numbers):
        return ("nearest-half",)
    if isinstance(of, Product) and of.factors[-1].divide and not isinstance(expr, Estimating):
        return ("compatible", "leading-place")
    values = [n.value for n in numbers if n.value]
    if isinstance(of, Sum) and all(isinstance(n, Whole) for n in numbers):
        return ("leading-place",)
    ranges = any(v < 1 or v >= 10 for v in values) if isinstance(of, Product) else not values or max(values) < 1
    return ("leading-place",) if ranges or any(v >= 100 for v in values) else ("nearest-whole",)


def is_for_the_head(expr: Expr) -> bool:
    """Whether every number is a whole that is worked with as it is."""
    return all(isinstance(n, Whole) and n.n <= IN_THE_HEAD for n in _numbers_in(expr)[0])


def estimates(expr: Expr) -> tuple[Estimate, ...]:
    """The estimates of the kinds that are usual for such a calculation, two at most, the sharper first; none for wholes
    alone that are small. A story is estimated as one calculation."""
    if isinstance(expr, InStory):
        whole = as_one(expr)
        return estimates(whole) if whole is not None else ()
    if isinstance(expr, Comparison) or is_for_the_head(expr):
        return ()
    made = [e for kind in usual_kinds(expr) for e in estimates_of_kind(expr, kind)]
    if any(e.kind == "compatible" for e in made):  # rounding helps a division only where it comes out
        made = [e for e in made if e.kind == "compatible" or e.value.denominator == 1]
    apart = {e.value: e for e in reversed(made)}
    return tuple(sorted(apart.values(), key=lambda e: (e.high - e.low, e.value))[:MOST_SHOWN])


def other_estimates(expr: Expr) -> tuple[Estimate, ...]:
    """Those of the other kinds, and those of the usual that are less sharp, where they say something else."""
    if isinstance(expr, InStory):
        whole = as_one(expr)
        return other_estimates(whole) if whole is not None else ()
    usual = estimates(expr)
    if not usual:
        return ()
    found = {e.value: e for e in usual}
    kinds: tuple[Kind, ...] = ("nearest-half", "nearest-whole", "leading-place", "front-end", "benchmark", "compatible")
    for kind in kinds:
        for estimate in estimates_of_kind(expr, kind):
            found.setdefault(estimate.value, estimate)
    return tuple(found.values())[len(usual) :]


def why_none(expr: Expr) -> Say | None:
    """Why nothing is estimated, where nothing is."""
    if isinstance(expr, InStory):
        whole = as_one(expr)
        return why_none(whole) if whole is not None else Say.of(in_stories.no_estimate_of_whole_ones)
    of = expr.of if isinstance(expr, Estimating) else calculation_in(expr)
    if estimates(expr):
        return None
    if not isinstance(of, (Sum, Product)):
        return Say.of(weighing.nothing_to_estimate)
    if is_for_the_head(of):
        return Say.of(weighing.small_enough, largest=IN_THE_HEAD)
    return Say.of(weighing.round_already)


OneVerdict = Literal["more", "less", "cannot-tell"]


def more_or_less_than_one(expr: Expr) -> OneVerdict | None:
    """Whether a sum of two proper fractions is more or less than 1, from whether each is more or less than a half.

    >>> [more_or_less_than_one(read(t).expr) for t in ("5/8 + 2/3", "1/4 + 2/5", "1/4 + 5/6")]
    ['more', 'less', 'cannot-tell']
    """
    if not isinstance(expr, Sum) or len(expr.terms) != 2 or any(t.minus for t in expr.terms):
        return None
    parts = [t.expr for t in expr.terms]
    if not all(isinstance(p, CommonFraction) and not p.is_improper for p in parts):
        return None
    values = [evaluate(p) for p in parts]
    if all(v >= HALF for v in values) and any(v > HALF for v in values):
        return "more"
    if all(v <= HALF for v in values) and any(v < HALF for v in values):
        return "less"
    return "cannot-tell"
