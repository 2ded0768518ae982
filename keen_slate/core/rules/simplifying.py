"""The form of an answer: lowest terms, nothing written that is worth nothing."""

from math import gcd

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.machine.side_work import FactorPairs
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Expr
from keen_slate.core.rules.common_denominators import factor_pairs, primes_of
from keen_slate.core.saying import lowest_terms
from keen_slate.core.saying.say import Say


def simplify(expr: Expr) -> Move:
    """Top and bottom divided by their greatest common factor; a whole comes along unchanged.

    >>> simplify(MixedNumber(3, 4, 6)).after
    MixedNumber(whole=3, numerator=2, denominator=3)
    """
    assert isinstance(expr, (CommonFraction, MixedNumber))
    factor = gcd(expr.numerator, expr.denominator)
    top, bottom = expr.numerator // factor, expr.denominator // factor
    said = Say.of(
        lowest_terms.simplify, factor=factor,
        whole=expr.whole if isinstance(expr, MixedNumber) else 0,
    )  # fmt: skip
    pairs = tuple((n, factor_pairs(n)) for n in (expr.numerator, expr.denominator))
    side = (FactorPairs(pairs, factor),) if all(p for _, p in pairs) else ()
    if isinstance(expr, MixedNumber):
        return Move(MixedNumber(expr.whole, top, bottom), said, side)
    return Move(CommonFraction(top, bottom), said, side)


def divide_by_smallest(expr: Expr) -> Move:
    """Divided by the smallest factor that both share, then looked at again: both even, so halve.

    >>> text_of(divide_by_smallest(read("12/18").expr).after)
    '6/9'
    """
    assert isinstance(expr, (CommonFraction, MixedNumber))
    factor = primes_of(gcd(expr.numerator, expr.denominator))[0]
    top, bottom = expr.numerator // factor, expr.denominator // factor
    whole = expr.whole if isinstance(expr, MixedNumber) else 0
    said = Say.of(lowest_terms.simplify_step, factor=factor, whole=whole)
    return Move(MixedNumber(whole, top, bottom) if whole else CommonFraction(top, bottom), said)


def _divisions(before: Expr, after: Expr) -> tuple[tuple[int, int], ...]:
    """The facts by which top and bottom are divided: 18/24 = 3/4 takes 6 × 3 and 6 × 4."""
    assert isinstance(before, (CommonFraction, MixedNumber))
    assert isinstance(after, (CommonFraction, MixedNumber))
    by = before.denominator // after.denominator
    return (by, after.numerator), (by, after.denominator)


def drop_nothing(expr: Expr) -> Move:
    """A part of 0 and a whole of 0 are not written.

    >>> text_of(drop_nothing(read("3 0/5").expr).after)
    '3'
    """
    assert isinstance(expr, (CommonFraction, MixedNumber))
    whole = expr.whole if isinstance(expr, MixedNumber) else 0
    after = mixed_form(whole, expr.numerator, expr.denominator)
    nothing = expr.numerator == 0
    said = Say.of(lowest_terms.no_part, bottom=expr.denominator) if nothing else Say.of(lowest_terms.no_whole)
    return Move(after, said)


def drop_zeros(expr: Expr) -> Move:
    """Zeros at the end of a decimal change nothing.

    >>> text_of(drop_zeros(read("4.50").expr).after)
    '4.5'
    """
    assert isinstance(expr, DecimalNumeral)
    digits, places = expr.digits, expr.places
    while places and digits % 10 == 0:
        digits, places = digits // 10, places - 1
    return Move(DecimalNumeral(digits, places) if places else Whole(digits), Say.of(lowest_terms.drop_zeros))


SIMPLIFY = Rule(
    "simplify",
    "simplify",
    simplify,
    "simplify",
    ("simplifying", "greatest-factor"),
    question="Does one number go into {top} and {bottom}?",
    facts=_divisions,
)
SIMPLIFY_STEP = Rule(
    "simplify-step",
    "simplify",
    divide_by_smallest,
    "simplify",
    ("simplifying", "step-by-step"),
    question="Does one number go into {top} and {bottom}?",
    facts=_divisions,
)
DROP_NOTHING = Rule("drop-nothing", "drop-nothing", drop_nothing, "simplify")
DROP_ZEROS = Rule("drop-zeros", "drop-zeros", drop_zeros, "simplify")

RULES = (
    DROP_NOTHING,
    DROP_ZEROS,
    SIMPLIFY,
    SIMPLIFY_STEP,
)
