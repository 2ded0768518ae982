"""Fractions and mixed numbers added and taken away, alone or with decimals, and numbers below 0."""

from functools import lru_cache
from math import gcd, lcm

from keen_slate.core.demands.fractions import LARGE_BOTTOM, is_composite, is_large_prime
from keen_slate.core.laddering.families.family import RELATIONS, Wanted
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Expr, Negative, Sum, Term, evaluate


@lru_cache(maxsize=512)
def _bottom_pairs(limits: Limits, relation: str, large: bool) -> tuple[tuple[int, int], ...]:
    """Every pair of bottoms in a relation, with a common denominator that is large or not."""
    found: list[tuple[int, int]] = []
    for b in range(2, limits.largest_bottom + 1):
        for d in range(2, limits.largest_bottom + 1):
            common = lcm(b, d)
            if common > limits.largest_common or (b != d and (common > LARGE_BOTTOM) != large):
                continue
            if relation == relation_of(b, d):
                found.append((b, d))
    return tuple(found)


def relation_of(b: int, d: int) -> str:
    """How two denominators stand to each other, as a demand.

    >>> [relation_of(*pair) for pair in ((4, 4), (4, 8), (4, 6), (4, 9))]
    ['like-denominators', 'one-bottom-divides', 'bottoms-share-a-factor', 'coprime-bottoms']
    """
    if b == d:
        return RELATIONS[0]
    if b % d == 0 or d % b == 0:
        return RELATIONS[1]
    return RELATIONS[2] if gcd(b, d) > 1 else RELATIONS[3]


def two_bottoms(draw: Draw, limits: Limits, wanted: Wanted) -> tuple[int, int] | None:
    """Two denominators in the relation that is wanted."""
    relation = next((r for r in reversed(RELATIONS) if r in wanted), RELATIONS[0])
    if relation == RELATIONS[0] and "unlike-denominators" in wanted:
        if relation in wanted:
            return None
        relation = draw.one_of(RELATIONS[1:])
    large = "large-common-bottom" in wanted
    if large and {"three-terms", "put-in-order"} & wanted:  # the third may make it large
        large = draw.below(2) == 0
    pairs = _bottom_pairs(limits, relation, large)
    return draw.one_of(pairs) if pairs else None


def bottoms_for(draw: Draw, limits: Limits, pair: tuple[int, int], *, three: bool) -> tuple[int, ...]:
    """The pair, and where there are three fractions one of the pair again, or another."""
    if not three:
        return pair
    return (*pair, draw.one_of(pair) if draw.below(2) == 0 else draw.between(2, limits.largest_bottom))


def proper(draw: Draw, bottom: int) -> CommonFraction:
    """A proper fraction in lowest terms."""
    return CommonFraction(draw.one_of([t for t in range(1, bottom) if gcd(t, bottom) == 1]), bottom)


def proper_parts(draw: Draw, bottoms: tuple[int, ...], wanted: Wanted) -> list[CommonFraction] | None:
    """Proper fractions in lowest terms, save one or all where reducing is the aim."""
    parts = [proper(draw, b) for b in bottoms]
    if "terms-to-reduce" not in wanted:
        return parts
    places = [i for i, b in enumerate(bottoms) if any(gcd(t, b) > 1 for t in range(1, b))]
    if not places:
        return None
    for place in [draw.one_of(places)] if draw.below(2) == 0 else places:
        bottom = bottoms[place]
        parts[place] = CommonFraction(draw.one_of([t for t in range(1, bottom) if gcd(t, bottom) > 1]), bottom)
    return parts


def simplifies_as_wanted(factor: int, wanted: Wanted) -> bool:
    """Whether a common factor of the result (1: none) is one that is wanted."""
    return (
        (factor > 1) == ("simplify" in wanted)
        and is_composite(factor) == ("composite-common-factor" in wanted)
        and is_large_prime(factor) == ("large-prime-factor" in wanted)
    )


def _sum(draw: Draw, limits: Limits, wanted: Wanted, *, minus: bool, mixed: bool) -> Expr | None:
    if limits.only_wholes:
        return None if wanted else _whole_sum(draw, limits, minus=minus)
    pair = two_bottoms(draw, limits, wanted)
    if pair is None:
        return None
    parts = proper_parts(draw, bottoms_for(draw, limits, pair, three="three-terms" in wanted), wanted)
    if parts is None:
        return None
    if "improper-input" in wanted and not mixed:
        parts[0] = CommonFraction(parts[0].numerator + parts[0].denominator, parts[0].denominator)
    numbers: list[Expr] = list(parts)
    if mixed:
        numbers = _with_wholes(draw, limits, parts, wanted, minus=minus)
    elif (minus and "negative-result" not in wanted and parts[0].value < parts[1].value) or (
        "negative-result" in wanted and parts[0].value > parts[1].value
    ):
        numbers = [parts[1], parts[0]]
    expr = Sum(tuple(Term(n, minus and i > 0) for i, n in enumerate(numbers)))
    if not _fits(expr, wanted, minus=minus, mixed=mixed):
        return None
    return expr.marked("told") if "told-in-words" in wanted else expr


def _with_wholes(draw: Draw, limits: Limits, parts: list[CommonFraction], wanted: Wanted, *, minus: bool) -> list[Expr]:
    wholes = [draw.between(1, limits.largest_whole) for _ in parts]
    if minus:
        wholes.sort(reverse=True)
        # The smaller part above where it is to be regrouped, the larger above elsewhere.
        rising = parts[0].value < parts[1].value
        parts = parts if rising == ("regroup" in wanted) else parts[::-1]
        if "regroup-leaves-nothing" in wanted:
            wholes[0] = min(wholes[1] + 1, limits.largest_whole)
    numbers: list[Expr] = [MixedNumber(w, p.numerator, p.denominator) for w, p in zip(wholes, parts, strict=True)]
    if "improper-input" in wanted:
        numbers[0] = CommonFraction(wholes[0] * parts[0].denominator + parts[0].numerator, parts[0].denominator)
    if "bare-whole-minuend" in wanted and minus:
        numbers[0] = Whole(wholes[0])
    return numbers


def _whole_sum(draw: Draw, limits: Limits, *, minus: bool) -> Expr:
    numbers = sorted((draw.between(1, limits.largest_whole) for _ in range(2)), reverse=True)
    return Sum(tuple(Term(Whole(n), minus and i > 0) for i, n in enumerate(numbers)))


def _fits(expr: Sum, wanted: Wanted, *, minus: bool, mixed: bool) -> bool:
    """Whether a drawn sum does what it is for, by fractions alone."""
    values = [evaluate(t.expr) for t in expr.terms]
    total = evaluate(expr)
    if minus:
        if (total < 0) != ("negative-result" in wanted) or total == 0:
            return False
        if mixed:
            part, taken = values[0] % 1, values[1] % 1
            if (part < taken) != ("regroup" in wanted) or _only_seems(expr) != ("seems-to-regroup" in wanted):
                return False
            if "regroup" in wanted and (total < 1) != ("regroup-leaves-nothing" in wanted):
                return False
    elif mixed:
        if (sum(v % 1 for v in values) >= 1) != ("carry" in wanted):
            return False
    elif "improper-input" not in wanted and (total >= 1) != ("makes-a-whole" in wanted):
        return False
    if (total.denominator == 1) != ("result-is-whole" in wanted):
        return False
    written = lcm(*(_bottom_of(t.expr) for t in expr.terms))
    return simplifies_as_wanted(1 if total.denominator == 1 else written // total.denominator, wanted)


def _only_seems(expr: Sum) -> bool:
    """The upper top is the smaller, and still its part is enough."""
    first, second = (t.expr for t in expr.terms)
    if not isinstance(first, MixedNumber) or not isinstance(second, MixedNumber):
        return False
    enough = first.part.value >= second.part.value
    return enough and first.numerator < second.numerator and first.denominator != second.denominator


def _bottom_of(number: Expr) -> int:
    return number.denominator if isinstance(number, (CommonFraction, MixedNumber)) else 1


def added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=False, mixed=False)


def subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=True, mixed=False)


def mixed_added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=False, mixed=True)


def mixed_subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=True, mixed=True)


def with_decimals(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A decimal and a fraction added or subtracted; the fraction's decimal ends."""
    bottoms = [b for b in (2, 4, 5, 8, 10) if b <= limits.largest_bottom]
    if limits.only_wholes or not bottoms:
        return None
    places = draw.between(1, limits.places)
    digits = draw.between(1, 10**places - 1)
    if digits % 10 == 0:
        return None
    numbers: list[Expr] = [DecimalNumeral(digits, places), proper(draw, draw.one_of(bottoms))]
    if draw.below(2):
        numbers.reverse()
    minus = draw.below(2) == 1
    if minus and evaluate(numbers[0]) < evaluate(numbers[1]):
        numbers.reverse()
    total = evaluate(numbers[0]) + (-1 if minus else 1) * evaluate(numbers[1])
    if total == 0 or (not minus and total >= 1) != ("makes-a-whole" in wanted):
        return None
    return Sum((Term(numbers[0]), Term(numbers[1], minus)))


def signed(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Numbers below 0 added and taken away, whole ones or with fractions."""
    numbers: tuple[Expr, Expr]
    if "like-denominators" in wanted or "unlike-denominators" in wanted:
        pair = two_bottoms(draw, limits, wanted)
        if pair is None or limits.only_wholes:
            return None
        numbers = (proper(draw, pair[0]), proper(draw, pair[1]))
    else:
        numbers = (Whole(draw.between(1, limits.largest_whole)), Whole(draw.between(1, limits.largest_whole)))
    expr: Sum = Sum((Term(numbers[0]), Term(Negative(numbers[1]), draw.below(2) == 1)))
    if "negative-result" in wanted and draw.below(2):
        expr = Sum((Term(Negative(numbers[0])), Term(numbers[1])))
    value = evaluate(expr)
    if value == 0 or (value < 0) != ("negative-result" in wanted):
        return None
    return expr
