"""Twins: items of the same task with other numbers, so alike that what a class learns on one it needs on the other.

The task, the operations and their order, the kinds of numbers, how the bottoms are related, the size of what is common
to them, every demand, and how it ends are kept. Numbers are redrawn place by place and compared by this likeness.
"""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import combinations
from math import gcd, lcm

from keen_slate.core.demands.find import demands_of
from keen_slate.core.laddering.limits import Limits, numbers_key, numbers_of
from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import problem_text
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
)
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import TooManyBlanks, gaps_in, is_tried, solve
from keen_slate.core.problem.bounds import LARGEST_BLANK
from keen_slate.core.problem.tree import (
    MEASURE,
    Chain,
    Common,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    Gap,
    NoOneValue,
    Power,
    Product,
    Rounding,
    Sum,
    children,
    decimal_places,
    evaluate,
    is_numeral,
    walk,
    with_child,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.core.values import frozen
from keen_slate.core.working.work import work

SIZES = (20, 60, 100, 1000)
"""Where a common bottom begins to be of another size for a class."""

LARGEST_TABLE = 12
"""The largest times table that a class learns."""

BOTTOMS = (2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 15, 16, 18, 20, 21, 24, 25, 28, 30, 36, 40, 45, 48, 50, 60)


def twins(
    problem: Problem,
    seed: str,
    school: School,
    limits: Limits | None = None,
    avoid: frozenset[tuple[str, ...]] = frozenset(),
) -> Iterator[Problem]:
    """Twins of an item, each with other numbers than those before; the same seed gives the same ones.

    >>> from keen_slate.core.working.work import DEFAULT_SCHOOL
    >>> twin = next(twins(read("3/4 as a decimal"), "1", DEFAULT_SCHOOL))
    >>> likeness(twin) == likeness(read("3/4 as a decimal"))
    True
    """
    if problem.story is not None:
        others = (p for p in other_numbers(problem, seed) if numbers_key(p.expr) not in avoid)
        yield from (p for p in others if limits is None or limits.allows_numbers(p.expr))
        return
    draw = Draw(f"twin/{seed}")
    wanted, demands = likeness(problem), demands_of(problem)
    taken = {numbers_key(problem.expr), *avoid}
    worked = 0
    length = effort_of(problem.expr)
    for _ in range(2 * bounds.TWINS_TRIED // length):
        expr = all_redrawn(problem.expr, draw)
        if expr is None or numbers_key(expr) in taken or (limits is not None and not limits.allows_numbers(expr)):
            continue
        other = replace(problem, expr=expr, notes=(), claim="", claimed=None, common=_named_like(problem, expr))
        if likeness(other) != wanted:
            continue
        taken.add(numbers_key(expr))
        worked += 1
        if worked > 2 * bounds.TWINS_WORKED // length:
            return
        again = _as_typed(other)
        if again is None or demands_of(again) != demands:
            continue
        if limits is None or limits.allows_working(work(again, school).derivation):
            yield again


def _named_like(problem: Problem, expr: Expr) -> int:
    """A common bottom for other numbers, as many times their least one as the one that was named; 0 where none was."""
    least, new = (lcm(*(b for n in numbers_of(e) for b in _bottom(n))) for e in (problem.expr, expr))
    return problem.common // least * new if problem.common else 0


def effort_of(expr: Expr) -> int:
    """How many numbers of work it is to look at such an item once, at least 2: where numbers are tried for blanks it
    takes a hundred times as long, and an estimate is looked at exactly as well."""
    tried = isinstance(expr, Chain) and is_tried(expr.sides)
    times = LARGEST_BLANK if tried else 2 if isinstance(expr, Estimating) else 1
    return max(2, len(numbers_of(expr)), sum(1 for _ in walk(expr)) // 2) * times


def _as_typed(problem: Problem) -> Problem | None:
    """The item as it is read when a teacher types it; None where that is another problem."""
    try:
        again = read(problem.text(), units=frozenset({problem.label}))
    except UnreadableProblem:
        return None
    return again if problem_text(again.expr) == problem_text(problem.expr) and again.label == problem.label else None


@frozen
class Likeness:
    """What twins have in common, as can be seen without working them."""

    shape: object
    bottoms: tuple[str, ...]
    common: int
    ending: tuple[object, ...]
    label: str


def likeness(problem: Problem) -> Likeness:
    bottoms = [b for n in numbers_of(problem.expr) for b in _bottom(n)]
    return Likeness(shape_of(problem.expr), *_related(bottoms), _ending(problem.expr), problem.label)


def _bottom(number: Expr) -> tuple[int, ...]:
    match number:
        case CommonFraction(_, bottom) | MixedNumber(_, _, bottom):
            return (bottom,)
        case Gap(bottom=int(bottom)) if bottom:
            return (bottom,)
        case _:
            return ()


def _relation(a: int, b: int) -> str:
    """Of two bottoms: equal, the first or the second the multiple, sharing a factor, or nothing."""
    if a == b:
        return "equal"
    if a % b == 0 or b % a == 0:
        return "first" if a > b else "second"
    return "shared" if gcd(a, b) > 1 else "coprime"


def shape_of(expr: Expr) -> object:
    """The task, the operations in their order and the kinds of numbers, without the numbers themselves.

    >>> shape_of(read("1/2 + 3").expr) == shape_of(read("2/3 + 5").expr)
    True
    """
    match expr:
        case Whole(n):
            return "whole", len(str(n)), n if n <= 1 or set(str(n)) <= {"0", "1"} else 2
        case CommonFraction(top, bottom):
            return "improper" if top >= bottom else "proper", top == 0, bottom == 1, gcd(top, bottom) > 1
        case MixedNumber(whole, top, bottom):
            return "mixed", len(str(whole)), whole == 0, top >= bottom, top == 0, gcd(top, bottom) > 1
        case DecimalNumeral(digits, places, zero):
            shown = str(digits).zfill(places + 1)
            return "decimal", places, zero, tuple(d == "0" for d in shown)
        case Percent(of):
            value = of.value
            return "percent", shape_of(of), value % 10 == 0, value % 5 == 0, value > 100, value % 25 == 0
        case RepeatingDecimal(_, places, block):
            return "repeating", places, len(block)
        case Gap(whole, top, bottom):
            return "gap", whole if whole is None or whole < 0 else 0, top is None, bottom is None, bottom == 0
        case Sum(terms, marks):
            return "sum", tuple((t.minus, shape_of(t.expr)) for t in terms), marks
        case Product(factors, marks):
            return "product", tuple((f.divide, f.implied, shape_of(f.expr)) for f in factors), marks
        case Power(base, exponent):
            return "power", shape_of(base), exponent
        case Comparison():
            kinds = tuple(shape_of(i) for i in expr.items)
            return "comparison", kinds, expr.descending, expr.pair, expr.smaller
        case Chain(sides):
            return "chain", tuple(shape_of(s) for s in sides)
        case Common(numbers, multiple):
            return "common", len(numbers), multiple
        case Convert(of, to):
            return "convert", to, shape_of(of)
        case FromPicture(of, picture, spaces):
            return "from-picture", picture, spaces, shape_of(of)
        case Rounding(of, unit) | Estimating(of, unit):
            return type(expr).__name__, unit, shape_of(of)
        case _:
            return type(expr).__name__, tuple(shape_of(c) for c in children(expr))


def _ending(expr: Expr) -> tuple[object, ...]:
    """How it ends: below, at or above 0 and 1, in a whole, in a decimal that ends and in how many places."""
    if isinstance(expr, Comparison):
        values = [evaluate(i) for i in expr.items]
        order = sorted(range(len(values)), key=lambda i: values[i])
        return tuple(order) if expr.pair else (), len(set(values)), len({int(v) for v in values}) > 1
    if isinstance(expr, Chain):
        return _ending_of_blanks(expr)
    if isinstance(expr, Common):
        numbers = [n.n for n in expr.numbers]
        relations = tuple(_relation(a, b) for a, b in combinations(numbers, 2))
        return relations, sum(int(expr.value) > size for size in SIZES), tuple(len(str(n)) for n in numbers)
    value = evaluate(expr)
    exact = evaluate(expr.of) if isinstance(expr, (Rounding, Estimating)) else value
    up = (exact > value) - (exact < value) if isinstance(expr, (Rounding, Estimating)) else 0
    among_decimals = any(isinstance(n, (DecimalNumeral, Percent)) for n in numbers_of(expr)) or _asks_a_decimal(expr)
    return (
        value > 0, value < 0, abs(value) >= 1, value.denominator == 1, abs(value) == 1,
        decimal_places(value) is None, decimal_places(value) if among_decimals else 0, up, _on_the_way(expr),
    )  # fmt: skip


def _asks_a_decimal(expr: Expr) -> bool:
    return isinstance(expr, Convert) and (expr.to in ("decimal", "percent", "money") or expr.to.startswith(MEASURE))


def _on_the_way(expr: Expr) -> tuple[tuple[bool, ...], ...]:
    """For every part that is worked out, whether it comes to nothing, to 1, to a whole, below nothing; for every
    division, whether it comes out and stays inside the times tables."""
    found: list[tuple[bool, ...]] = []
    for part in numbers_and_parts(expr):
        if isinstance(part, (Sum, Product)) and part is not expr:
            worth = evaluate(part)
            found.append((worth == 0, worth == 1, worth.denominator == 1, worth < 0))
        if isinstance(part, Product):
            value = evaluate(part.factors[0].expr)
            for factor in part.factors[1:]:
                other = evaluate(factor.expr)
                if factor.divide:
                    quotient = value / other
                    found.append((quotient.denominator == 1, max(abs(quotient), abs(other)) <= LARGEST_TABLE))
                value = value / other if factor.divide else value * other
    return tuple(found)


def numbers_and_parts(expr: Expr) -> Iterator[Expr]:
    yield expr
    for child in children(expr):
        yield from numbers_and_parts(child)


def _ending_of_blanks(expr: Chain) -> tuple[object, ...]:
    try:
        solved = solve(expr.sides)
    except TooManyBlanks:
        return ("too many",)
    kinds = tuple((type(n).__name__, len(str(n.n)) if isinstance(n, Whole) else 0) for n in solved.numbers)
    return min(solved.count, 2), kinds if solved.count == 1 else ()


def all_redrawn(expr: Expr, draw: Draw) -> Expr | None:
    """The same with other numbers of the same kinds; None where these make nothing that can be worked."""
    try:
        if isinstance(expr, Chain):
            return _chain_redrawn(expr, draw)
        made = _numbers_redrawn(expr, draw, _bottoms_redrawn(expr, draw))
        for part in made.items if isinstance(made, Comparison) else (made,):
            evaluate(part.of if isinstance(part, Estimating) else part)
            evaluate(part)
    except (ZeroDivisionError, ValueError, NoOneValue):
        return None
    return made


def _bottoms_redrawn(expr: Expr, draw: Draw) -> dict[int, int]:
    """Other bottoms in the place of those of an item, related as they are and of their size; the same in a third of the
    draws, and where no others are hit upon."""
    had = [b for n in numbers_of(expr) for b in _bottom(n)]
    if len(set(had)) < 2 or not draw.below(3):
        return {b: b for b in had} if len(set(had)) > 1 else {}
    wanted = _related(had)
    for _ in range(BOTTOMS_TRIED):
        bottoms: dict[int, int] = {}
        new = [_bottom_like(b, draw, bottoms) for b in had]
        if _related(new) == wanted:
            return bottoms
    return {b: b for b in had}


BOTTOMS_TRIED = 60
"""Draws of bottoms before those that stand there are kept."""


def _related(bottoms: list[int]) -> tuple[tuple[str, ...], int]:
    """How bottoms are related, and of what size what is common to them is."""
    relations = tuple(_relation(a, b) for a, b in combinations(bottoms, 2))
    return relations, sum(lcm(*bottoms) > size for size in SIZES)


def one_number_redrawn(expr: Expr, draw: Draw) -> Iterator[Expr]:
    """The item with one of its numbers redrawn, for each of them: its top, its whole or its digits, the bottom kept."""
    for index, child in enumerate(children(expr)):
        if is_numeral(child):
            bottoms = {b: b for b in _bottom(child)}
            try:
                yield with_child(expr, index, _number_redrawn(child, draw, bottoms))
            except (ValueError, AssertionError):
                continue
        else:
            yield from (with_child(expr, index, other) for other in one_number_redrawn(child, draw))


def _numbers_redrawn(expr: Expr, draw: Draw, bottoms: dict[int, int]) -> Expr:
    if is_numeral(expr) or isinstance(expr, Gap):
        return _number_redrawn(expr, draw, bottoms)
    if isinstance(expr, Comparison):
        items = tuple(_numbers_redrawn(i, draw, bottoms) for i in expr.items)
        return replace(expr, items=items, written=items)
    if isinstance(expr, Common):
        numbers = tuple(Whole(_like(n.n, draw)) for n in expr.numbers)
        return replace(expr, numbers=numbers)
    if isinstance(expr, Convert) and expr.to.startswith(MEASURE):
        size = int(expr.to.removeprefix(MEASURE))
        bottoms[size] = size
    if repeats_a_number(expr):
        return _increase_redrawn(expr, draw, bottoms)
    for index, child in enumerate(children(expr)):
        expr = with_child(expr, index, _numbers_redrawn(child, draw, bottoms))
    return expr


def repeats_a_number(expr: Expr) -> bool:
    """``60 + 15% of 60``: an amount increased by a part of itself."""
    if not isinstance(expr, Sum) or len(expr.terms) != 2 or not isinstance(expr.terms[1].expr, Product):
        return False
    return len(expr.terms[1].expr.factors) == 2 and expr.terms[1].expr.factors[1].expr == expr.terms[0].expr


def _increase_redrawn(expr: Expr, draw: Draw, bottoms: dict[int, int]) -> Expr:
    amount = _numbers_redrawn(children(expr)[0], draw, bottoms)
    product = children(expr)[1]
    assert isinstance(product, Product)
    part = _numbers_redrawn(product.factors[0].expr, draw, bottoms)
    again = Product((replace(product.factors[0], expr=part), Factor(amount)), product.marks)
    return with_child(with_child(expr, 0, amount), 1, again)


def _number_redrawn(number: Expr, draw: Draw, bottoms: dict[int, int]) -> Expr:
    match number:
        case Whole(n):
            return Whole(_like(n, draw))
        case CommonFraction(top, bottom):
            new = _bottom_like(bottom, draw, bottoms)
            return CommonFraction(_top_like(top, bottom, new, draw), new)
        case MixedNumber(whole, top, bottom):
            new = _bottom_like(bottom, draw, bottoms)
            return MixedNumber(_like(whole, draw), _top_like(top, bottom, new, draw), new)
        case DecimalNumeral(digits, places, zero):
            return DecimalNumeral(_digits_like(str(digits).zfill(places + 1), draw), places, zero)
        case Percent(of):
            inner = _number_redrawn(of, draw, bottoms)
            assert isinstance(inner, (Whole, CommonFraction, MixedNumber, DecimalNumeral))
            if isinstance(of, Whole) and isinstance(inner, Whole):
                step = next((s for s in (25, 10, 5) if of.n % s == 0), 1)
                inner = Whole(max(step, inner.n // step * step))
            return Percent(inner)
        case RepeatingDecimal(digits, places, block):
            new_block = str(_digits_like(block, draw)).zfill(len(block))
            return RepeatingDecimal(_digits_like(str(digits).zfill(places + 1), draw), places, new_block)
        case Gap(whole, top, bottom) if bottom:
            new = _bottom_like(bottom, draw, bottoms)
            return Gap(whole and (whole if whole < 0 else _like(whole, draw)), top and _like(top, draw), new)
        case Gap(whole, top, None):
            return Gap(whole and (whole if whole < 0 else _like(whole, draw)), top and _like(top, draw), None)
        case _:
            return number


def _like(n: int, draw: Draw) -> int:
    """A whole number of as many digits; 0, 1 and powers of ten stay what they are."""
    if n <= 1 or set(str(n)) <= {"0", "1"}:
        return n
    power_of_ten = int("1" + "0" * (len(str(n)) - len(str(n).rstrip("0"))))
    zeros = len(str(n)) - len(str(n).rstrip("0"))
    digits = len(str(n)) - zeros
    low = 2 if digits == 1 else 10 ** (digits - 1) + 1
    if draw.below(3):  # near by, most of the time
        near = n // power_of_ten
        low, high = max(low, near // 2), min(int("9" * digits), max(near * 2, low + 3))
        return draw.between(low, high) * power_of_ten
    return draw.between(low, int("9" * digits)) * power_of_ten


def _digits_like(shown: str, draw: Draw) -> int:
    """As many digits, each 0 where it was 0."""
    if shown.strip("0") == "1":
        return int(shown)
    low = 2 if len(shown.replace("0", "")) == 1 else 1
    return int("".join("0" if digit == "0" else str(draw.between(low, 9)) for digit in shown) or "0")


def _bottom_like(bottom: int, draw: Draw, bottoms: dict[int, int]) -> int:
    """Another bottom of about the size; equal bottoms stay equal, and powers of ten stay."""
    if bottom not in bottoms:
        near = [b for b in BOTTOMS if b <= max(12, bottom * 3 // 2)] if bottom <= max(BOTTOMS) else []
        bottoms[bottom] = bottom if bottom in (1, 100, 1000) or not near else draw.one_of(near)
    return bottoms[bottom]


def _top_like(top: int, bottom: int, new: int, draw: Draw) -> int:
    if top == 0:
        return 0
    if top < bottom:
        return draw.between(1, max(new - 1, 1))
    wholes = top // bottom
    return draw.between(max(1, wholes) * new, (wholes + 1) * new)


def _chain_redrawn(expr: Chain, draw: Draw) -> Expr | None:
    if all(isinstance(s, (CommonFraction, Gap)) for s in expr.sides) and (made := _equal_fractions(expr, draw)):
        return made
    bottoms: dict[int, int] = {}
    return replace(expr, sides=tuple(_numbers_redrawn(s, draw, bottoms) for s in expr.sides))


def _equal_fractions(expr: Chain, draw: Draw) -> Expr | None:
    """A chain of equal fractions on another one, enlarged by other numbers."""
    known = [s for s in expr.sides if not gaps_in(s)]
    if not known or any(
        isinstance(s, Gap) and (s.is_alone or s.whole != -1 or (s.top is s.bottom)) for s in expr.sides
    ):
        return None
    value = evaluate(known[0])
    new_bottom = draw.between(2, max(9, min(value.denominator + 3, 12)))
    tops = range(1, new_bottom) if value < 1 else range(new_bottom + 1, 3 * new_bottom)
    new = Fraction(draw.one_of([t for t in tops if gcd(t, new_bottom) == 1] or [1]), new_bottom)
    sides: list[Expr] = []
    factors: dict[Fraction, int] = {Fraction(1): 1}
    for side in expr.sides:
        top = side.numerator if isinstance(side, CommonFraction) else side.top if isinstance(side, Gap) else None
        bottom = (
            side.denominator if isinstance(side, CommonFraction) else side.bottom if isinstance(side, Gap) else None
        )
        by = Fraction(top, value.numerator) if top is not None else Fraction(bottom or 1, value.denominator)
        if by not in factors:
            factors[by] = draw.between(2, 9)
        times = factors[by]
        if isinstance(side, CommonFraction):
            sides.append(CommonFraction(new.numerator * times, new.denominator * times))
        elif isinstance(side, Gap):
            sides.append(
                Gap(-1, None if side.top is None else new.numerator * times,
                    None if side.bottom is None else new.denominator * times)
            )  # fmt: skip
    return replace(expr, sides=tuple(sides))
