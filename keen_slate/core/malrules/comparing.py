"""Beliefs about which number is larger."""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.curriculum.places import COMPARE, COMPARE_DECIMALS
from keen_slate.core.curriculum.sources import DECIMAL_MISCONCEPTIONS, FRACTIONS_GUIDE, PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Comparison, Expr, evaluate
from keen_slate.core.rules.comparing import are_two, fractions_in

Key = Callable[[Expr], Fraction | None]


def _judged(expr: Expr, key: Key) -> Move | None:
    """The judgement by another key than the value; None where the key says nothing of these numbers."""
    assert isinstance(expr, Comparison)
    keys = [key(i) for i in expr.written]
    if any(k is None for k in keys) or expr.judged or expr.claims:
        return None
    known = [k for k in keys if k is not None]
    if expr.pair:
        a, b = known
        sign = "<" if a < b else ">" if a > b else "="
        return Move(replace(expr, judged=2, claims=(sign,)))
    order = sorted(range(len(known)), key=lambda k: known[k], reverse=expr.descending)
    written = tuple(expr.written[k] for k in order)
    sign = ">" if expr.descending else "<"
    return Move(
        replace(expr, items=written, written=written, judged=2, claims=(sign,) * (len(written) - 1)),
    )


def _whole_of(number: Expr) -> int:
    return int(evaluate(number)) if evaluate(number) >= 0 else -1


def longer_is_larger(expr: Expr) -> Move | Impasse | None:
    """Of decimals with one whole the one with more digits after the point is taken for larger: 0.65 > 0.7.

    >>> longer_is_larger(read("compare 0.7 and 0.65").expr).after.claims
    ('<',)
    """

    def key(number: Expr) -> Fraction | None:
        if not isinstance(number, (DecimalNumeral, Whole)):
            return None
        after = number.digits % 10**number.places if isinstance(number, DecimalNumeral) else 0
        return Fraction(_whole_of(number) * 10**10 + after)

    return _judged(expr, key)


def shorter_is_larger(expr: Expr) -> Move | Impasse | None:
    """Of decimals with one whole the shorter is taken for larger, since tenths are larger than hundredths: 0.4 > 0.52.

    >>> shorter_is_larger(read("compare 0.4 and 0.52").expr).after.claims
    ('>',)
    """

    def key(number: Expr) -> Fraction | None:
        if not isinstance(number, (DecimalNumeral, Whole)):
            return None
        places = number.places if isinstance(number, DecimalNumeral) else 0
        return Fraction(_whole_of(number) * 1000 - places) + evaluate(number) / 10**6

    return _judged(expr, key)


def larger_bottom_is_larger(expr: Expr) -> Move | Impasse | None:
    """The fraction with the larger bottom is taken for larger: 1/8 > 1/6.

    >>> larger_bottom_is_larger(read("compare 1/6 and 1/8").expr).after.claims
    ('<',)
    """

    def key(number: Expr) -> Fraction | None:
        if isinstance(number, CommonFraction):
            return number.denominator + number.value / 10**6
        if isinstance(number, MixedNumber):
            return number.whole * 10**6 + number.denominator + number.part.value / 10**6
        return None

    return _judged(expr, key)


def smaller_gap_is_larger(expr: Expr) -> Move | Impasse | None:
    """The fraction whose top is nearer to its bottom is taken for larger: 3/4 = 5/6, 2/3 > 5/8.

    >>> smaller_gap_is_larger(read("compare 3/4 and 5/6").expr).after.claims
    ('=',)
    """

    def key(number: Expr) -> Fraction | None:
        if isinstance(number, CommonFraction) and not number.is_improper:
            return Fraction(number.numerator - number.denominator)
        return None

    return _judged(expr, key)


def products_swapped(expr: Expr) -> Move | Impasse | None:
    """Each cross product is set at the fraction whose bottom it begins with: 3 × 6 is counted for 5/6.

    >>> products_swapped(read("compare 3/4 and 5/6").expr).after.claims
    ('>',)
    """
    fractions = fractions_in(expr)
    if not are_two(fractions) or not isinstance(expr, Comparison) or not expr.pair:
        return None
    first, second = fractions

    def key(number: Expr) -> Fraction | None:
        return (second if number == first else first).value

    return _judged(expr, key)


LONGER_IS_LARGER = MalRule(
    id="longer-is-larger",
    goals=("compare",),
    apply=longer_is_larger,
    kind="belief",
    name="Longer decimal is larger",
    belief="more digits after the point make a larger number",
    shows="{0.65} is taken for more than {0.7}.",
    question="Write both with two places. Which is more?",
    picture="square",
    met=COMPARE_DECIMALS,
    needs=("decimals",),
    source=DECIMAL_MISCONCEPTIONS,
)
SHORTER_IS_LARGER = MalRule(
    id="shorter-is-larger",
    goals=("compare",),
    apply=shorter_is_larger,
    kind="belief",
    name="Shorter decimal is larger",
    belief="tenths are larger than hundredths, so fewer digits are more",
    shows="{0.4} is taken for more than {0.52}.",
    question="Write both with as many places. Which is more?",
    picture="square",
    met=COMPARE_DECIMALS,
    needs=("decimals",),
    source=DECIMAL_MISCONCEPTIONS,
)
LARGER_BOTTOM_IS_LARGER = MalRule(
    id="larger-bottom-is-larger",
    goals=("compare",),
    apply=larger_bottom_is_larger,
    kind="belief",
    name="Larger {bottom} is larger",
    belief="a larger number in the fraction makes a larger fraction",
    shows="1/8 is taken for more than 1/6.",
    question="Into how many pieces is each whole cut, and which pieces are larger?",
    picture="strips",
    met=COMPARE,
    source=FRACTIONS_GUIDE,
)
SMALLER_GAP_IS_LARGER = MalRule(
    id="smaller-gap-is-larger",
    goals=("compare",),
    apply=smaller_gap_is_larger,
    kind="belief",
    name="The smaller gap is larger",
    belief="what lacks fewer pieces is more, whatever their size",
    shows="3/4 and 5/6 are taken for equal.",
    question="Are the pieces that are missing equally large?",
    picture="strips",
    met=COMPARE,
    source=PRACTICE,
)

PRODUCTS_SWAPPED = MalRule(
    id="products-swapped",
    goals=("cross-items",),
    apply=products_swapped,
    kind="belief",
    name="Cross products at the wrong fraction",
    belief="a product belongs to the fraction whose {bottom} is in it",
    shows="For 3/4 and 5/6 the product 3 × 6 is counted for 5/6.",
    question="Whose {top} is in each product?",
    picture="crossing",
    met=COMPARE,
    source=PRACTICE,
)

MAL_RULES = (
    LONGER_IS_LARGER,
    SHORTER_IS_LARGER,
    LARGER_BOTTOM_IS_LARGER,
    SMALLER_GAP_IS_LARGER,
    PRODUCTS_SWAPPED,
)
"""The likelier first."""
