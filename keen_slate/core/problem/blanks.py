"""Blanks in a chain of equal sides: how many ways there are to fill them, and one of them.

Blanks for tops, bottoms and wholes take whole numbers from 0 (bottoms from 1); a blank that stands alone takes any
number. Where a blank could go on for ever, solutions are counted up to ``LARGEST_BLANK``.
"""

from collections.abc import Iterator
from fractions import Fraction
from math import gcd, isqrt, lcm

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.bounds import LARGEST_BLANK, LARGEST_COUNT
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Gap,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    at_path,
    children,
    decimal_or_number,
    decimal_places,
    evaluate,
    number_for,
    put_at,
    walk,
)
from keen_slate.core.values import frozen


@frozen
class Solved:
    """``count`` ways to fill the blanks, and one way, blank by blank.

    ``bounded``: only numbers up to LARGEST_BLANK were tried. ``weights`` and ``total`` are given where the tops are
    counted in pieces of one size: 25 eighteenths as 1 × ? + 2 × ? + 6 × ?.
    """

    count: int
    numbers: tuple[Expr, ...]
    bounded: bool = False
    weights: tuple[int, ...] = ()
    total: int = 0
    pieces: int = 0


class TooManyBlanks(ValueError):
    """More blanks than can be tried; the message of the reading says what to do."""


def gaps_in(expr: Expr, at: tuple[int, ...] = ()) -> list[tuple[tuple[int, ...], Gap]]:
    """Every number with blanks, with its path."""
    if isinstance(expr, Gap):
        return [(at, expr)]
    return [found for i, child in enumerate(children(expr)) for found in gaps_in(child, (*at, i))]


def blanks_of(sides: tuple[Expr, ...]) -> int:
    return sum(gap.blanks() for side in sides for _, gap in gaps_in(side))


def isolated(side: Expr, other: Expr) -> tuple[Gap, Expr] | None:
    """The one gap of a side alone, and what it equals: ``? + 1/4 = 5/6`` gives ``? = 5/6 − 1/4``.

    None where the gap stands in a power, and cannot be set alone by undoing what is done to it.
    """
    match side:
        case Gap():
            return side, other
        case Group(inner):
            return isolated(inner, other)
        case Negative(of):
            return isolated(of, other.of if isinstance(other, Negative) else Negative(other))
        case Sum(terms):
            place = next(i for i, t in enumerate(terms) if gaps_in(t.expr))
            rest = tuple(t for i, t in enumerate(terms) if i != place)
            if terms[place].minus:  # a − ? = c gives ? = a − c
                return isolated(terms[place].expr, Sum((*rest, Term(other, True))))
            return isolated(terms[place].expr, Sum((Term(other), *(Term(t.expr, not t.minus) for t in rest))))
        case Product(factors):
            place = next(i for i, f in enumerate(factors) if gaps_in(f.expr))
            kept = tuple(Factor(f.expr, f.divide) for i, f in enumerate(factors) if i != place)
            worth = Group(other) if isinstance(other, Sum) else other
            if factors[place].divide:  # a ÷ ? = c gives ? = a ÷ c
                return isolated(factors[place].expr, Product((*kept, Factor(worth, True))))
            return isolated(
                factors[place].expr, Product((Factor(worth), *(Factor(f.expr, not f.divide) for f in kept)))
            )
        case _:
            return None


def solve(sides: tuple[Expr, ...]) -> Solved:
    """Raises TooManyBlanks where the ways cannot be counted."""
    counted = _counted(sides)
    return counted if counted is not None else _tried(sides)


def is_tried(sides: tuple[Expr, ...]) -> bool:
    """Whether numbers must be tried one by one to fill the blanks, which takes long."""
    try:
        return _counted(sides) is None
    except TooManyBlanks:
        return False


def _counted(sides: tuple[Expr, ...]) -> Solved | None:
    """The ways by arithmetic alone; None where numbers must be tried."""
    known = {evaluate(s) for s in sides if not gaps_in(s)}
    if len(known) > 1:
        return Solved(0, ())
    with_gaps = [s for s in sides if gaps_in(s)]
    if known and all(len(gaps_in(s)) == 1 for s in with_gaps):
        one_each = _each_by_itself(with_gaps, next(iter(known)), decimals=only_decimals(sides))
        if one_each is not None:
            return one_each
    if len(known) == 1 and len(with_gaps) == 1:
        return _tops_counted(with_gaps[0], next(iter(known)))
    return None


def only_decimals(sides: tuple[Expr, ...]) -> bool:
    """Whether there are decimals in the expressions and no fractions: then decimals are written."""
    kinds = {type(e) for side in sides for e in walk(side)}
    return DecimalNumeral in kinds and not kinds & {CommonFraction, MixedNumber}


def _each_by_itself(sides: list[Expr], value: Fraction, *, decimals: bool) -> Solved | None:
    count, bounded = 1, False
    numbers: list[Expr] = []
    for side in sides:
        alone = isolated(side, number_for(value))
        if alone is None:
            return None
        gap, equals = alone
        try:
            worth = evaluate(equals)
        except ZeroDivisionError:
            return Solved(0, ())
        in_decimals = gap.is_alone and decimals and decimal_places(worth) is not None
        ways = fillings(gap, worth, decimal_or_number(worth) if in_decimals else None)
        bounded = bounded or (gap.top is None and gap.bottom is None)
        count *= ways.count
        numbers += ways.shown or ()
    return Solved(count, tuple(numbers) if count else (), bounded)


@frozen
class Fillings:
    """In how many ways one number with blanks can be filled, and the way that is shown (None where there is none): of
    several one that does not only repeat what is given: the proper part, the next equal fraction."""

    count: int
    shown: tuple[Expr, ...] | None


NO_WAY = Fillings(0, None)


def fillings(gap: Gap, value: Fraction, written: Expr | None = None) -> Fillings:
    """The ways to give a number with blanks its value, counted and not tried; a blank that stands alone takes the value
    as ``written``.

    >>> fillings(Gap(None, None, 2), Fraction(999_999_999)).count
    1000000000
    """
    if gap.is_alone:
        return Fillings(1, (number_for(value) if written is None else written,))
    if value < 0:
        return NO_WAY
    if gap.whole is None:
        return _with_a_whole(gap.top, gap.bottom, value)
    part = value - max(gap.whole, 0)
    return NO_WAY if part < 0 else _as_a_part(gap.top, gap.bottom, part)


def _as_a_part(top: int | None, bottom: int | None, part: Fraction) -> Fillings:
    """A fraction of this worth, of which the top, the bottom or both are blank."""
    if bottom is not None:
        pieces = part * bottom
        if pieces.denominator > 1 or (top is not None and top != pieces):
            return NO_WAY
        return Fillings(1, () if top is not None else (Whole(int(pieces)),))
    if top is not None:
        fits = part and top and (top / part).denominator == 1
        return Fillings(1, (Whole(int(top / part)),)) if fits else NO_WAY
    ways = LARGEST_BLANK // part.denominator
    if not ways:
        return NO_WAY
    shown = part.denominator * min(ways, 2)
    return Fillings(ways, (Whole(int(part * shown)), Whole(shown)))


def _with_a_whole(top: int | None, bottom: int | None, value: Fraction) -> Fillings:
    """A mixed number of this worth whose whole is blank too; the largest whole is shown."""
    largest = int(value)
    if bottom is not None and top is not None:
        whole = value - Fraction(top, bottom)
        return Fillings(1, (Whole(int(whole)),)) if whole >= 0 and whole.denominator == 1 else NO_WAY
    if bottom is not None:
        pieces = (value - largest) * bottom
        return Fillings(largest + 1, (Whole(largest), Whole(int(pieces)))) if pieces.denominator == 1 else NO_WAY
    if top is not None:
        # top/b = n/q + k for wholes k: the part that is left, in qths, divides the top.
        size = value.denominator
        parts = [d for d in divisors(top) if d <= value.numerator and (value.numerator - d) % size == 0] if top else []
        if not parts:
            return NO_WAY
        return Fillings(len(parts), (Whole((value.numerator - parts[0]) // size), Whole(top * size // parts[0])))
    ways = LARGEST_BLANK // value.denominator
    if not ways:
        return NO_WAY
    shown = value.denominator * ways
    return Fillings((largest + 1) * ways, (Whole(largest), Whole(int((value - largest) * shown)), Whole(shown)))


def divisors(n: int) -> list[int]:
    """The divisors of a positive number in rising order; at most ``isqrt(n)`` are tried, 31 622 for nine digits.

    >>> divisors(12)
    [1, 2, 3, 4, 6, 12]
    """
    small = [d for d in range(1, isqrt(n) + 1) if n % d == 0]
    return sorted({*small, *(n // d for d in small)})


def _tops_counted(side: Expr, value: Fraction) -> Solved | None:
    """A sum whose blanks are all tops: the tops are counted in pieces of one size."""
    if not isinstance(side, Sum) or any(t.minus for t in side.terms if isinstance(t.expr, Gap)):
        return None
    gaps = [t.expr for t in side.terms if isinstance(t.expr, Gap)]
    if not all(g.top is None and g.bottom and g.whole is not None for g in gaps):
        return None
    if any(gaps_in(t.expr) for t in side.terms if not isinstance(t.expr, Gap)):
        return None
    rest = value
    for term in side.terms:
        if isinstance(term.expr, Gap):
            rest -= max(term.expr.whole or 0, 0)
        else:
            worth = evaluate(term.expr)
            rest += worth if term.minus else -worth
    bottoms = [g.bottom or 1 for g in gaps]
    pieces = lcm(*bottoms)
    weights = tuple(pieces // b for b in bottoms)
    count_of = rest * pieces
    if count_of < 0 or count_of.denominator != 1 or int(count_of) % gcd(*weights):
        return Solved(0, (), weights=weights, total=int(count_of) if count_of.denominator == 1 else -1, pieces=pieces)
    total = int(count_of)
    if total > LARGEST_COUNT:
        raise TooManyBlanks
    ways = _ways(weights, total)
    shown = _one_way(weights, total - sum(weights), 1) or _one_way(weights, total, 0)
    return Solved(ways, tuple(Whole(n) for n in shown or ()), weights=weights, total=total, pieces=pieces)


def _ways(weights: tuple[int, ...], total: int) -> int:
    """In how many ways the weights add up to the total, each taken 0 times or more."""
    ways = [1] + [0] * total
    for weight in weights:
        for amount in range(weight, total + 1):
            ways[amount] += ways[amount - weight]
    return ways[total]


def _one_way(weights: tuple[int, ...], total: int, least: int) -> tuple[int, ...] | None:
    """One way, with each number at least ``least`` (already taken off the total); None if there is none."""
    if total < 0:
        return None
    reached = [1]  # bit n: the weights from here on can add up to n
    for weight in reversed(weights):
        sums = reached[0]
        step = weight
        while step <= total:
            sums |= sums << step
            step *= 2
        reached.insert(0, sums & ((1 << (total + 1)) - 1))
    if not reached[0] >> total & 1:
        return None
    found: list[int] = []
    for weight, then in zip(weights, reached[1:], strict=True):
        times = next(n for n in range(total // weight + 1) if then >> (total - weight * n) & 1)
        found.append(times + least)
        total -= weight * times
    return tuple(found)


def _tried(sides: tuple[Expr, ...]) -> Solved:
    """One or two blanks elsewhere: each number within the bounds is tried for the first, and the second then follows
    from it, or is tried too where any may fit (it is multiplied by 0)."""
    gaps = [(index, path, gap) for index, side in enumerate(sides) for path, gap in gaps_in(side)]
    blanks = sum(gap.blanks() for _, _, gap in gaps)
    if blanks > 2:
        raise TooManyBlanks
    found: list[tuple[int, ...]] = []
    for numbers in _tries(sides, gaps, blanks):
        filled = fill_sides(sides, tuple(Whole(n) for n in numbers))
        if filled is None:
            continue
        try:
            values = {evaluate(side) for side in filled}
        except ZeroDivisionError:
            continue
        if len(values) == 1:
            found.append(numbers)
    shown = next((n for n in found if all(n)), found[0] if found else ())
    return Solved(len(found), tuple(Whole(n) for n in shown), bounded=True)


def _tries(
    sides: tuple[Expr, ...], gaps: list[tuple[int, tuple[int, ...], Gap]], blanks: int
) -> Iterator[tuple[int, ...]]:
    """Numbers for the blanks, every way among them."""
    numbers = range(LARGEST_BLANK + 1)
    if blanks < 2:
        yield from ((n,) for n in numbers)
        return
    index, path, gap = gaps[0]
    for first in numbers:
        one_filled = _with_first_filled(gap, first)
        if one_filled is None:
            continue
        left = (*sides[:index], put_at(sides[index], path, one_filled), *sides[index + 1 :])
        second = _follows(left)
        yield from ((first, n) for n in (numbers if second is None else second))


def _with_first_filled(gap: Gap, number: int) -> Expr | None:
    """A number with the first of its blanks filled; None where its bottom would be 0."""
    parts = [gap.whole, gap.top, gap.bottom]
    if gap.is_alone:
        return Whole(number)
    parts[parts.index(None)] = number
    if None in parts:
        return Gap(*parts)
    return gap.filled((number,)) if parts[2] else None


def _follows(sides: tuple[Expr, ...]) -> tuple[int, ...] | None:
    """The numbers that the one blank that is left can be; None where any may fit."""
    side = next(s for s in sides if gaps_in(s))
    try:
        known = {evaluate(s) for s in sides if s is not side}
        if len(known) != 1:
            return ()
        worths = _undone(side, next(iter(known)))
    except ZeroDivisionError:
        return ()
    if worths is None:
        return None
    gap = gaps_in(side)[0][1]
    ways = [way for worth in worths if (way := fillings(gap, worth).shown)]
    numbers = [evaluate(way[0]) for way in ways]
    return tuple(int(n) for n in numbers if n.denominator == 1 and 0 <= n <= LARGEST_BLANK)


def _undone(side: Expr, value: Fraction) -> tuple[Fraction, ...] | None:
    """What the one number with blanks in a side is worth for the side to have this value: nothing to several; None
    where any will do."""
    if isinstance(side, Gap):
        return (value,)
    place = next(i for i, child in enumerate(children(side)) if gaps_in(child))
    inner = children(side)[place]
    match side:
        case Negative():
            return _undone(inner, -value)
        case Sum(terms):
            rest = value - evaluate(Sum(tuple(t for i, t in enumerate(terms) if i != place) or (Term(Whole(0)),)))
            return _undone(inner, -rest if terms[place].minus else rest)
        case Product(factors):
            others = evaluate(Product((Factor(Whole(1)), *(f for i, f in enumerate(factors) if i != place))))
            if not others:
                return None if not value else ()
            if factors[place].divide:
                return _undone(inner, others / value) if value else ()
            return _undone(inner, value / others)
        case Power(_, exponent):
            if not exponent:
                return None if value == 1 else ()
            roots = [r for root in _roots(abs(value), exponent) for r in (root, -root) if r**exponent == value]
            return tuple(worth for root in dict.fromkeys(roots) for worth in _undone(inner, root) or ())
        case _:
            return _undone(inner, value)


def _roots(value: Fraction, exponent: int) -> tuple[Fraction, ...]:
    """The root of a value that is not below 0, where it is a fraction."""
    top, bottom = (_whole_root(n, exponent) for n in (value.numerator, value.denominator))
    return () if top is None or bottom is None else (Fraction(top, bottom),)


def _whole_root(n: int, exponent: int) -> int | None:
    low, high = 0, 1 << (n.bit_length() // exponent + 1)
    while low < high:
        middle = (low + high) // 2
        low, high = (middle + 1, high) if middle**exponent < n else (low, middle)
    return low if low**exponent == n else None


def fill_sides(sides: tuple[Expr, ...], numbers: tuple[Expr, ...]) -> tuple[Expr, ...] | None:
    """The sides with their blanks filled in reading order; None where a bottom would be 0."""
    left = list(numbers)
    filled: list[Expr] = []
    for side in sides:
        for path, gap in gaps_in(side):
            taken = [left.pop(0) for _ in range(gap.blanks())]
            if gap.is_alone:
                new = taken[0]
            else:
                whole_numbers = tuple(n.n for n in taken if isinstance(n, Whole))
                try:
                    new = gap.filled(whole_numbers)
                except ValueError:
                    return None
            assert isinstance(at_path(side, path), Gap)
            side = put_at(side, path, new)
        filled.append(side)
    return tuple(filled)
