"""Families of items: what kind of calculation, which demands can be asked of it in which order, how one is drawn.

To add a family, write how an item is drawn and list it in ``FAMILIES``; its name is in ``wording/names.py``. Drawing is
guided by the demands that are wanted, and tested by fractions alone; whether they are really there is judged afterwards
by ``demands`` on the working.
"""

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import gcd, lcm

from keen_slate.core.demands.listing import LARGE_BOTTOM
from keen_slate.core.laddering.drawing import Draw
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Expr,
    Factor,
    Gap,
    Group,
    Negative,
    Power,
    Product,
    Rounding,
    Simplify,
    Sum,
    Term,
    children,
    evaluate,
    walk,
)
from keen_slate.core.reading.reading import Problem

Wanted = frozenset[str]
RELATIONS = ("like-denominators", "one-bottom-divides", "bottoms-share-a-factor", "coprime-bottoms")
PLACES_ALIKE = ("equal-places", "ragged-places")
REGROUPINGS = ("bare-whole-minuend", "regroup-after-renaming", "regroup-leaves-nothing")
FACTORS = ("cancelling", "mixed-factor")
"""One of a group stands in place of another as a ladder climbs: they cannot be asked together, or are not."""

GROUPS: tuple[tuple[str, ...], ...] = (RELATIONS, PLACES_ALIKE, REGROUPINGS, FACTORS)

BRINGS: dict[str, frozenset[str]] = {
    "one-bottom-divides": frozenset({"unlike-denominators"}),
    "bottoms-share-a-factor": frozenset({"unlike-denominators"}),
    "coprime-bottoms": frozenset({"unlike-denominators"}),
    "large-common-bottom": frozenset({"unlike-denominators"}),
    "bare-whole-minuend": frozenset({"regroup"}),
    "regroup-after-renaming": frozenset({"regroup", "unlike-denominators"}),
    "regroup-leaves-nothing": frozenset({"regroup"}),
    "regroup-across-zero": frozenset({"regroup-in-columns"}),
    "brackets": frozenset({"several-operations"}),
    "nested-brackets": frozenset({"brackets", "several-operations"}),
    "unlike-kinds": frozenset({"decimals"}),
    "cancelling": frozenset({"multiplying"}),
}
"""What cannot be without the other."""


@dataclass(frozen=True, slots=True)
class Family:
    """``always`` are the demands that every item of it makes, ``climb`` those that can be added, the easier first;
    ``base`` holds one of a group where none is chosen."""

    id: str
    name: str
    always: Wanted
    base: Wanted
    climb: tuple[str, ...]
    draw: Callable[[Draw, Limits, Wanted], Expr | None]


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


def _bottoms(draw: Draw, limits: Limits, wanted: Wanted) -> tuple[int, int] | None:
    relation = next((r for r in reversed(RELATIONS) if r in wanted), RELATIONS[0])
    if relation == RELATIONS[0] and "unlike-denominators" in wanted:
        if relation in wanted:
            return None
        relation = draw.one_of(RELATIONS[1:])
    pairs = _bottom_pairs(limits, relation, "large-common-bottom" in wanted)
    return draw.one_of(pairs) if pairs else None


def _proper(draw: Draw, bottom: int, *, lowest: bool) -> CommonFraction:
    tops = [t for t in range(1, bottom) if not lowest or gcd(t, bottom) == 1]
    return CommonFraction(draw.one_of(tops), bottom)


def _fraction_sum(draw: Draw, limits: Limits, wanted: Wanted, *, minus: bool, mixed: bool) -> Expr | None:
    if minus and "three-terms" in wanted:
        return None
    if limits.only_wholes:
        return _whole_sum(draw, limits, minus=minus)
    pair = _bottoms(draw, limits, wanted)
    if pair is None:
        return None
    # Fractions are written in lowest terms, save where all are pieces of one size.
    lowest = pair[0] != pair[1]
    parts = [
        _proper(draw, b, lowest=lowest) for b in (*pair, *([draw.one_of(pair)] if "three-terms" in wanted else []))
    ]
    if "improper-input" in wanted:
        parts[0] = CommonFraction(parts[0].numerator + parts[0].denominator, parts[0].denominator)
    numbers: list[Expr] = list(parts)
    if mixed:
        wholes = [draw.between(1, limits.largest_whole) for _ in parts]
        if minus:
            wholes.sort(reverse=True)
            parts = _parts_for_taking_away(parts, wanted)
            if "regroup-leaves-nothing" in wanted:
                wholes[0] = min(wholes[1] + 1, limits.largest_whole)
        numbers = [MixedNumber(w, p.numerator, p.denominator) for w, p in zip(wholes, parts, strict=True)]
        if "improper-input" in wanted:
            numbers[0] = CommonFraction(wholes[0] * parts[0].denominator + parts[0].numerator, parts[0].denominator)
        if "bare-whole-minuend" in wanted and minus:
            numbers[0] = Whole(wholes[0])
    elif (minus and "negative-result" not in wanted and parts[0].value < parts[1].value) or (
        "negative-result" in wanted and parts[0].value > parts[1].value
    ):
        numbers = [parts[1], parts[0]]
    expr = Sum(tuple(Term(n, minus and i > 0) for i, n in enumerate(numbers)))
    if not _fits(expr, wanted, minus=minus, mixed=mixed):
        return None
    return expr.marked("told") if "told-in-words" in wanted else expr


def _whole_sum(draw: Draw, limits: Limits, *, minus: bool) -> Expr:
    numbers = sorted((draw.between(1, limits.largest_whole) for _ in range(2)), reverse=True)
    return Sum(tuple(Term(Whole(n), minus and i > 0) for i, n in enumerate(numbers)))


def _parts_for_taking_away(parts: list[CommonFraction], wanted: Wanted) -> list[CommonFraction]:
    """The smaller part above where it is to be regrouped, the larger above elsewhere."""
    rising = parts[0].value < parts[1].value
    return parts if rising == ("regroup" in wanted) else parts[::-1]


def _fits(expr: Sum, wanted: Wanted, *, minus: bool, mixed: bool) -> bool:
    """Whether a drawn sum does what it is for, by fractions alone."""
    values = [evaluate(t.expr) for t in expr.terms]
    total = evaluate(expr)
    if minus:
        if (total < 0) != ("negative-result" in wanted) or total == 0:
            return False
        if mixed:
            part, taken = values[0] % 1, values[1] % 1
            if (part < taken) != ("regroup" in wanted):
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
    left_to_simplify = total.denominator not in (1, written)
    return left_to_simplify == ("simplify" in wanted)


def _bottom_of(number: Expr) -> int:
    return number.denominator if isinstance(number, (CommonFraction, MixedNumber)) else 1


def fractions_added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _fraction_sum(draw, limits, wanted, minus=False, mixed=False)


def fractions_subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _fraction_sum(draw, limits, wanted, minus=True, mixed=False)


def mixed_added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _fraction_sum(draw, limits, wanted, minus=False, mixed=True)


def mixed_subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _fraction_sum(draw, limits, wanted, minus=True, mixed=True)


def _decimal(draw: Draw, limits: Limits, places: int, *, zeros: bool = False) -> DecimalNumeral | Whole:
    if places == 0:
        return Whole(draw.between(1, limits.largest_whole))
    digits = [draw.between(1, min(9, limits.largest_whole))]
    digits += [0 if zeros and i < places - 1 else draw.between(1, 9) for i in range(places)]
    number = int("".join(map(str, digits)))
    return DecimalNumeral(number if number % 10 else number + draw.between(1, 9), places)


def _decimal_sum(draw: Draw, limits: Limits, wanted: Wanted, *, minus: bool) -> Expr | None:
    if limits.only_wholes:
        return None
    places = [draw.between(1, limits.places)] * 2
    if "ragged-places" in wanted:
        places = [draw.between(0, limits.places), draw.between(0, limits.places)]
        if places[0] == places[1]:
            return None
    numbers = [
        _decimal(draw, limits, p, zeros=minus and i == 0 and "regroup-across-zero" in wanted)
        for i, p in enumerate(places)
    ]
    if "three-terms" in wanted and not minus:
        numbers.append(_decimal(draw, limits, draw.one_of(places)))
    if minus and numbers[0].value <= numbers[1].value:
        return None
    longest = max(places)
    rows = [str(int(n.value * 10**longest)).zfill(8)[::-1] for n in numbers]
    if minus:
        regroups = any(int(rows[0][: i + 1][::-1]) < int(rows[1][: i + 1][::-1]) for i in range(7))
        if regroups != ("regroup-in-columns" in wanted):
            return None
    else:
        carries = any(sum(int(r[: i + 1][::-1]) for r in rows) >= 10 ** (i + 1) for i in range(7))
        if carries != ("carry-in-columns" in wanted):
            return None
    return Sum(tuple(Term(n, minus and i > 0) for i, n in enumerate(numbers)))


def decimals_added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _decimal_sum(draw, limits, wanted, minus=False)


def decimals_subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _decimal_sum(draw, limits, wanted, minus=True)


def _factors(draw: Draw, limits: Limits, wanted: Wanted) -> list[Expr] | None:
    if limits.only_wholes:
        return None
    bottoms = [draw.between(2, limits.largest_bottom) for _ in range(2)]
    parts = [_proper(draw, b, lowest=True) for b in bottoms]
    if "mixed-factor" in wanted:
        first = MixedNumber(
            draw.between(1, max(1, limits.largest_whole // 2)), parts[0].numerator, parts[0].denominator
        )
        return [first, parts[1] if draw.below(2) else Whole(draw.between(2, 9))]
    return [Whole(draw.between(2, 9)), parts[1]] if draw.below(3) == 0 else list(parts)


def fractions_multiplied(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    factors = _factors(draw, limits, wanted)
    if factors is None:
        return None
    product = Product((Factor(factors[0]), Factor(factors[1])))
    if (evaluate(product).denominator == 1) != ("result-is-whole" in wanted):
        return None
    # A mixed number is made improper first; what can be cancelled then is not seen in the item.
    shared = _shares_across(factors)
    return product if "mixed-factor" in wanted or shared == ("cancelling" in wanted) else None


def _shares_across(factors: list[Expr]) -> bool:
    if any(isinstance(f, MixedNumber) for f in factors):
        return False
    (a, b), (c, d) = (
        (f.numerator, f.denominator) if isinstance(f, CommonFraction) else (int(evaluate(f)), 1) for f in factors
    )
    return gcd(a, d) > 1 or gcd(c, b) > 1


def fractions_divided(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    factors = _factors(draw, limits, wanted)
    if factors is None:
        return None
    expr = Product((Factor(factors[0]), Factor(factors[1], True)))
    if (evaluate(expr).denominator == 1) != ("result-is-whole" in wanted):
        return None
    return Product(expr.factors, frozenset({"told"})) if "told-in-words" in wanted else expr


def compared(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    pair = _bottoms(draw, limits, wanted)
    if pair is None or limits.only_wholes:
        return None
    first, second = (_proper(draw, b, lowest=pair[0] != pair[1]) for b in pair)
    numbers: tuple[Expr, ...] = (first, second)
    if "unlike-kinds" in wanted:
        numbers = (_below_one(draw, limits), second)
    if evaluate(numbers[0]) == evaluate(numbers[1]):
        return None
    return Comparison(numbers, numbers, pair=True)


def _below_one(draw: Draw, limits: Limits) -> DecimalNumeral:
    places = draw.between(1, limits.places)
    digits = draw.between(1, 10**places - 1)
    return DecimalNumeral(digits if digits % 10 else digits + 1, places)


def with_decimals(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A decimal and a fraction added or subtracted; the fraction's decimal ends."""
    if limits.only_wholes:
        return None
    bottoms = [b for b in (2, 4, 5, 8, 10) if b <= limits.largest_bottom]
    if not bottoms:
        return None
    numbers: list[Expr] = [_below_one(draw, limits), _proper(draw, draw.one_of(bottoms), lowest=True)]
    if draw.below(2):
        numbers.reverse()
    minus = draw.below(2) == 1
    if minus and evaluate(numbers[0]) < evaluate(numbers[1]):
        numbers.reverse()
    total = evaluate(numbers[0]) + (-1 if minus else 1) * evaluate(numbers[1])
    if total == 0 or (not minus and total >= 1) != ("makes-a-whole" in wanted):
        return None
    return Sum((Term(numbers[0]), Term(numbers[1], minus)))


def several_operations(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:  # noqa: ARG001
    """Whole numbers under the order of operations."""
    a, b, c, d = (Whole(draw.between(2, 9)) for _ in range(4))
    divide = "dividing" in wanted
    if "nested-brackets" in wanted:
        inner = Group(Sum((Term(b), Term(Group(Sum((Term(c), Term(d, True)))), draw.below(2) == 1))), "[")
        expr: Expr = Product((Factor(a), Factor(inner)))
    elif "brackets" in wanted:
        group = Group(Sum((Term(b), Term(c, draw.below(2) == 1))))
        expr = Product((Factor(group), Factor(a, True))) if divide else Product((Factor(a), Factor(group)))
    else:
        product = Product((Factor(Whole(b.n * c.n)), Factor(c, True))) if divide else Product((Factor(b), Factor(c)))
        expr = Sum((Term(a), Term(product, draw.below(2) == 1)))
        if draw.below(4) == 0 and not divide:
            expr = Sum((Term(Power(b, 2)), Term(Product((Factor(a), Factor(c))), draw.below(2) == 1)))
    try:
        return expr if evaluate(expr) > 0 and evaluate(expr).denominator == 1 else None
    except ZeroDivisionError:
        return None


def signed(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Numbers below 0 added and taken away, whole ones or with fractions of one size."""
    if "like-denominators" in wanted or "unlike-denominators" in wanted:
        pair = _bottoms(draw, limits, wanted)
        if pair is None or limits.only_wholes:
            return None
        first, second = (_proper(draw, b, lowest=True) for b in pair)
        numbers: tuple[Expr, Expr] = (first, second)
    else:
        numbers = (Whole(draw.between(1, limits.largest_whole)), Whole(draw.between(1, limits.largest_whole)))
    expr: Sum = Sum((Term(numbers[0]), Term(Negative(numbers[1]), draw.below(2) == 1)))
    if "negative-result" in wanted and draw.below(2):
        expr = Sum((Term(numbers[0], True), Term(numbers[1])))
        if "negative-input" in wanted:
            expr = Sum((Term(Negative(numbers[0])), Term(numbers[1])))
    value = evaluate(expr)
    if value == 0 or (value < 0) != ("negative-result" in wanted):
        return None
    return expr


def converted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Between mixed numbers and improper fractions."""
    if limits.only_wholes:
        return None
    bottom = draw.between(2, limits.largest_bottom)
    part = _proper(draw, bottom, lowest="simplify" not in wanted)
    whole = draw.between(1, limits.largest_whole)
    if "improper-input" in wanted:
        return Convert(CommonFraction(whole * bottom + part.numerator, bottom), "mixed")
    return Convert(MixedNumber(whole, part.numerator, bottom), "improper")


def simplified(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A fraction, or a mixed number, that is not in lowest terms."""
    if limits.only_wholes:
        return None
    bottom = draw.between(4, max(4, limits.largest_bottom))
    tops = [t for t in range(2, bottom) if gcd(t, bottom) > 1]
    if not tops:
        return None
    top = draw.one_of(tops)
    if "improper-input" in wanted:
        return Simplify(CommonFraction(top + bottom * draw.between(1, 3), bottom))
    return Simplify(CommonFraction(top, bottom))


def rounded(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:  # noqa: ARG001
    if limits.only_wholes:
        return None
    places = draw.between(1, limits.places)
    return Rounding(_decimal(draw, limits, places), Fraction(1, 10 ** (places - 1)))


def blanks_filled(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:  # noqa: ARG001
    """Equal fractions with a blank: 2/3 = ?/12."""
    if limits.only_wholes:
        return None
    bottom = draw.between(2, limits.largest_bottom)
    part = _proper(draw, bottom, lowest=True)
    by = draw.between(2, 9)
    if bottom * by > limits.largest_common:
        return None
    gap = draw.one_of((Gap(-1, None, bottom * by), Gap(-1, part.numerator * by, None)))
    return Chain((part, gap))


def _family(
    id: str,
    name: str,
    draw: Callable[[Draw, Limits, Wanted], Expr | None],
    always: str,
    base: str,
    climb: tuple[str, ...],
) -> Family:
    return Family(id, name, frozenset(always.split()), frozenset(base.split()), climb, draw)


LIKE, EQUAL = RELATIONS[0], PLACES_ALIKE[0]

FAMILIES = (
    _family(
        "fractions-added",
        "Fractions added",
        fractions_added,
        "",
        LIKE,
        (
            *RELATIONS,
            "simplify",
            "makes-a-whole",
            "result-is-whole",
            "improper-input",
            "three-terms",
            "large-common-bottom",
        ),
    ),
    _family(
        "fractions-subtracted",
        "Fractions taken away",
        fractions_subtracted,
        "",
        LIKE,
        (
            *RELATIONS,
            "simplify",
            "improper-input",
            "told-in-words",
            "large-common-bottom",
            "negative-result",
        ),
    ),
    _family(
        "mixed-added",
        "Mixed numbers added",
        mixed_added,
        "",
        LIKE,
        (
            *RELATIONS,
            "simplify",
            "carry",
            "result-is-whole",
            "improper-input",
            "three-terms",
            "large-common-bottom",
        ),
    ),
    _family(
        "mixed-subtracted",
        "Mixed numbers taken away",
        mixed_subtracted,
        "",
        LIKE,
        (
            *RELATIONS,
            "simplify",
            "regroup",
            *REGROUPINGS,
            "improper-input",
            "told-in-words",
            "large-common-bottom",
        ),
    ),
    _family(
        "decimals-added",
        "Decimals added",
        decimals_added,
        "decimals",
        EQUAL,
        (
            *PLACES_ALIKE,
            "carry-in-columns",
            "three-terms",
        ),
    ),
    _family(
        "decimals-subtracted",
        "Decimals taken away",
        decimals_subtracted,
        "decimals",
        EQUAL,
        (
            *PLACES_ALIKE,
            "regroup-in-columns",
            "regroup-across-zero",
        ),
    ),
    _family(
        "fractions-multiplied",
        "Fractions multiplied",
        fractions_multiplied,
        "multiplying",
        "",
        (
            "simplify",
            "cancelling",
            "result-is-whole",
            "mixed-factor",
        ),
    ),
    _family(
        "fractions-divided",
        "Fractions divided",
        fractions_divided,
        "dividing",
        "",
        (
            "simplify",
            "result-is-whole",
            "mixed-factor",
            "told-in-words",
        ),
    ),
    _family("compared", "Two fractions compared", compared, "comparing", LIKE, (*RELATIONS, "large-common-bottom")),
    _family(
        "with-decimals",
        "Fractions with decimals",
        with_decimals,
        "decimals unlike-kinds",
        "",
        ("simplify", "makes-a-whole"),
    ),
    _family(
        "order-of-operations",
        "Order of operations",
        several_operations,
        "several-operations",
        "multiplying",
        (
            "multiplying",
            "dividing",
            "brackets",
            "nested-brackets",
        ),
    ),
    _family("below-zero", "Numbers below 0", signed, "negative-input", "", ("negative-result", *RELATIONS[:2])),
    _family(
        "converted",
        "Mixed numbers and {improper} fractions",
        converted,
        "converting",
        "",
        ("improper-input", "simplify"),
    ),
    _family("simplified", "To {simplest_form}", simplified, "simplify", "", ("improper-input",)),
    _family("rounded", "Decimals rounded", rounded, "decimals rounding", "", ()),
    _family("equal-fractions", "Equal fractions with a blank", blanks_filled, "blanks", "", ()),
)

FAMILY = {f.id: f for f in FAMILIES}


def family_of(problem: Problem) -> Family | None:
    """The family that an item belongs to; None for what no family draws.

    >>> family_of(read("5 1/6 − 2 5/6")).id
    'mixed-subtracted'
    """
    id = _family_id(problem.expr)
    return FAMILY[id] if id else None


def _family_id(expr: Expr) -> str | None:
    kinds = {type(e) for e in walk(expr)} - {Sum, Product}
    minus = isinstance(expr, Sum) and any(t.minus for t in expr.terms)
    match expr:
        case Comparison():
            return "compared"
        case Chain():
            return "equal-fractions"
        case Convert():
            return "converted"
        case Simplify():
            return "simplified"
        case Rounding():
            return "rounded"
        case Sum() if Negative in kinds:
            return "below-zero"
        case Sum() | Product() if any(isinstance(c, (Sum, Product, Group, Power)) for c in children(expr)):
            return "order-of-operations"
        case Sum() if DecimalNumeral in kinds and kinds & {CommonFraction, MixedNumber}:
            return "with-decimals"
        case Sum() if DecimalNumeral in kinds:
            return "decimals-subtracted" if minus else "decimals-added"
        case Sum() if kinds & {MixedNumber, Whole}:
            return "mixed-subtracted" if minus else "mixed-added"
        case Sum():
            return "fractions-subtracted" if minus else "fractions-added"
        case Product() if DecimalNumeral not in kinds:
            return "fractions-divided" if any(f.divide for f in expr.factors) else "fractions-multiplied"
        case _:
            return None
