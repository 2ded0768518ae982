"""The form of an answer: lowest terms, nothing written that is worth nothing."""

from math import gcd

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.machine.side_work import FactorPairs
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Expr
from keen_slate.core.rules.common_denominators import primes_of
from keen_slate.core.saying.say import Say

LARGEST_PAIRED = 10_000
"""Factor pairs are listed for numbers up to this: beyond it nobody lists them."""


def simplify(expr: Expr) -> Move:
    """Top and bottom divided by their greatest common factor; a whole comes along unchanged.

    >>> simplify(MixedNumber(3, 4, 6)).after
    MixedNumber(whole=3, numerator=2, denominator=3)
    """
    assert isinstance(expr, (CommonFraction, MixedNumber))
    factor = gcd(expr.numerator, expr.denominator)
    top, bottom = expr.numerator // factor, expr.denominator // factor
    said = Say.of(
        "simplify", factor=factor, top=expr.numerator, bottom=expr.denominator,
        whole=expr.whole if isinstance(expr, MixedNumber) else 0,
    )  # fmt: skip
    pairs = tuple((n, factor_pairs(n)) for n in (expr.numerator, expr.denominator))
    side = (FactorPairs(pairs, factor),) if all(p for _, p in pairs) else ()
    if isinstance(expr, MixedNumber):
        return Move(MixedNumber(expr.whole, top, bottom), said, side)
    return Move(CommonFraction(top, bottom), said, side)


def divide_by_smallest(expr: Expr) -> Move:
    """Divided by the smallest factor that both share, then looked at again: both even, so halve."""
    assert isinstance(expr, (CommonFraction, MixedNumber))
    factor = primes_of(gcd(expr.numerator, expr.denominator))[0]
    top, bottom = expr.numerator // factor, expr.denominator // factor
    whole = expr.whole if isinstance(expr, MixedNumber) else 0
    said = Say.of("simplify-step", factor=factor, top=expr.numerator, bottom=expr.denominator, whole=whole)
    return Move(MixedNumber(whole, top, bottom) if whole else CommonFraction(top, bottom), said)


def factor_pairs(n: int) -> tuple[tuple[int, int], ...]:
    """The pairs of factors of n, smallest first; none where n is too large to try them by hand.

    >>> factor_pairs(12)
    ((1, 12), (2, 6), (3, 4))
    """
    if n > LARGEST_PAIRED:
        return ()
    return tuple((a, n // a) for a in range(1, int(n**0.5) + 1) if n % a == 0)


def drop_nothing(expr: Expr) -> Move:
    """A part of 0 and a whole of 0 are not written."""
    assert isinstance(expr, (CommonFraction, MixedNumber))
    whole = expr.whole if isinstance(expr, MixedNumber) else 0
    after = mixed_form(whole, expr.numerator, expr.denominator)
    said = Say.of("no-part" if expr.numerator == 0 else "no-whole", bottom=expr.denominator, whole=whole)
    return Move(after, said)


def drop_zeros(expr: Expr) -> Move:
    """Zeros at the end of a decimal change nothing."""
    assert isinstance(expr, DecimalNumeral)
    digits, places = expr.digits, expr.places
    while places and digits % 10 == 0:
        digits, places = digits // 10, places - 1
    return Move(DecimalNumeral(digits, places) if places else Whole(digits), Say.of("drop-zeros"))


SIMPLIFY = Rule("simplify", "simplify", simplify, ("simplifying", "greatest-factor"))
SIMPLIFY_STEP = Rule("simplify-step", "simplify", divide_by_smallest, ("simplifying", "step-by-step"))
DROP_NOTHING = Rule("drop-nothing", "drop-nothing", drop_nothing)
DROP_ZEROS = Rule("drop-zeros", "drop-zeros", drop_zeros)
