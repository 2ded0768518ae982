"""Beliefs about which number is larger."""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Comparison, Expr, evaluate
from keen_slate.core.saying.say import Say

Key = Callable[[Expr], Fraction | None]


def _judged(expr: Expr, key: Key, id: str) -> Move | None:
    """The judgement by another key than the value; None where the key says nothing of these numbers."""
    assert isinstance(expr, Comparison)
    keys = [key(i) for i in expr.written]
    if any(k is None for k in keys) or expr.judged or expr.claims:
        return None
    known = [k for k in keys if k is not None]
    if expr.pair:
        a, b = known
        sign = "<" if a < b else ">" if a > b else "="
        return Move(replace(expr, judged=2, claims=(sign,)), Say.of("mistake", mistake=id))
    order = sorted(range(len(known)), key=lambda k: known[k], reverse=expr.descending)
    written = tuple(expr.written[k] for k in order)
    sign = ">" if expr.descending else "<"
    return Move(
        replace(expr, items=written, written=written, judged=2, claims=(sign,) * (len(written) - 1)),
        Say.of("mistake", mistake=id),
    )


def _whole_of(number: Expr) -> int:
    return int(evaluate(number)) if evaluate(number) >= 0 else -1


def longer_is_larger(expr: Expr) -> Move | Impasse | None:
    """Of decimals with one whole the one with more digits after the point is taken for larger: 0.65 > 0.7.

    >>> from keen_slate.core.reading.reading import read
    >>> longer_is_larger(read("compare 0.7 and 0.65").expr).after.claims
    ('<',)
    """

    def key(number: Expr) -> Fraction | None:
        if not isinstance(number, (DecimalNumeral, Whole)):
            return None
        after = number.digits % 10**number.places if isinstance(number, DecimalNumeral) else 0
        return Fraction(_whole_of(number) * 10**10 + after)

    return _judged(expr, key, "longer-is-larger")


def shorter_is_larger(expr: Expr) -> Move | Impasse | None:
    """Of decimals with one whole the shorter is taken for larger, since tenths are larger than hundredths: 0.4 > 0.52.

    >>> from keen_slate.core.reading.reading import read
    >>> shorter_is_larger(read("compare 0.4 and 0.52").expr).after.claims
    ('>',)
    """

    def key(number: Expr) -> Fraction | None:
        if not isinstance(number, (DecimalNumeral, Whole)):
            return None
        places = number.places if isinstance(number, DecimalNumeral) else 0
        return Fraction(_whole_of(number) * 1000 - places) + evaluate(number) / 10**6

    return _judged(expr, key, "shorter-is-larger")


def larger_bottom_is_larger(expr: Expr) -> Move | Impasse | None:
    """The fraction with the larger bottom is taken for larger: 1/8 > 1/6.

    >>> from keen_slate.core.reading.reading import read
    >>> larger_bottom_is_larger(read("compare 1/6 and 1/8").expr).after.claims
    ('<',)
    """

    def key(number: Expr) -> Fraction | None:
        if isinstance(number, CommonFraction):
            return number.denominator + number.value / 10**6
        if isinstance(number, MixedNumber):
            return number.whole * 10**6 + number.denominator + number.part.value / 10**6
        return None

    return _judged(expr, key, "larger-bottom-is-larger")


def smaller_gap_is_larger(expr: Expr) -> Move | Impasse | None:
    """The fraction whose top is nearer to its bottom is taken for larger: 3/4 = 5/6, 2/3 > 5/8.

    >>> from keen_slate.core.reading.reading import read
    >>> smaller_gap_is_larger(read("compare 3/4 and 5/6").expr).after.claims
    ('=',)
    """

    def key(number: Expr) -> Fraction | None:
        if isinstance(number, CommonFraction) and not number.is_improper:
            return Fraction(number.numerator - number.denominator)
        return None

    return _judged(expr, key, "smaller-gap-is-larger")


LONGER_IS_LARGER = MalRule("longer-is-larger", ("compare",), longer_is_larger, "belief")
SHORTER_IS_LARGER = MalRule("shorter-is-larger", ("compare",), shorter_is_larger, "belief")
LARGER_BOTTOM_IS_LARGER = MalRule("larger-bottom-is-larger", ("compare",), larger_bottom_is_larger, "belief")
SMALLER_GAP_IS_LARGER = MalRule("smaller-gap-is-larger", ("compare",), smaller_gap_is_larger, "belief")
