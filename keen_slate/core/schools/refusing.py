"""Why a choice cannot be followed on a problem. Each gives a sentence, or None where the choice fits.

A choice is only refused where the problem would have used it: a problem without fractions refuses no way of finding a
common denominator.
"""

from collections.abc import Callable
from itertools import combinations
from math import lcm

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem.tree import (
    Comparison,
    Expr,
    Product,
    Sum,
    calculation_in,
    children,
    decimal_places,
    evaluate,
    is_numeral,
    tidy,
    walk,
)
from keen_slate.core.rules.comparing import are_two, half_decides, lack_as_many, whole_decides
from keen_slate.core.rules.converting import percent_of_amount
from keen_slate.core.saying import refusals
from keen_slate.core.saying.say import Say


def _sums(expr: Expr) -> list[Sum]:
    return [e for e in walk(expr) if isinstance(e, Sum)]


def _parts(total: Sum) -> list[CommonFraction]:
    return [
        c if isinstance(c, CommonFraction) else c.part
        for c in children(total)
        if isinstance(c, (CommonFraction, MixedNumber))
    ]


def no_bottom_to_keep(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    for total in _sums(expr):
        bottoms = {p.denominator for p in _parts(total)}
        if len(bottoms) > 1 and lcm(*bottoms) not in bottoms:
            return Say.of(refusals.refuse_keep_one, bottoms=tuple(sorted(bottoms)))
    return None


def cross_products_need_two(expr: Expr, chosen: dict[str, str]) -> Say | None:
    for total in _sums(expr):
        parts = _parts(total)
        if len({p.denominator for p in parts}) > 1:
            if len(parts) > 2:
                return Say.of(refusals.refuse_cross_products_terms, count=len(parts))
            mixed = any(not isinstance(c, CommonFraction) for c in children(total))
            if mixed and any(t.minus for t in total.terms) and chosen["subtracting"] != "improper":
                return Say.of(refusals.refuse_cross_products_mixed)
    return None


def no_whole_to_make(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    long = [total for total in _sums(expr) if len(_parts(total)) > 2]
    for total in long:
        if any((a.value + b.value).denominator == 1 for a, b in combinations(_parts(total), 2)):
            return None
    return Say.of(refusals.refuse_make_a_whole) if long else None


def negatives_not_yet(expr: Expr, chosen: dict[str, str]) -> Say | None:
    if chosen["negatives"] == "not-yet" and any(t.minus for total in _sums(expr) for t in total.terms):
        return Say.of(refusals.refuse_negatives)
    return None


def _pairs(expr: Expr, *, divide: bool) -> list[tuple[CommonFraction | Whole, CommonFraction | Whole]]:
    """Two numbers that stand alone and are multiplied, or divided: mixed ones as improper fractions, a fraction among
    them."""
    found: list[tuple[CommonFraction | Whole, CommonFraction | Whole]] = []
    for product in (e for e in walk(expr) if isinstance(e, Product)):
        if len(product.factors) != 2 or product.factors[1].divide != divide:
            continue
        numbers = [_improper(c) for c in children(product) if isinstance(c, (Whole, CommonFraction, MixedNumber))]
        if len(numbers) == 2 and any(isinstance(n, CommonFraction) for n in numbers):
            found.append((numbers[0], numbers[1]))
    return found


def _improper(number: Whole | CommonFraction | MixedNumber) -> CommonFraction | Whole:
    if isinstance(number, MixedNumber):
        return CommonFraction(number.whole * number.denominator + number.numerator, number.denominator)
    return number


def tops_do_not_divide(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    for first, second in _pairs(expr, divide=True):
        (a, b), (c, d) = (
            n.value.as_integer_ratio() if isinstance(n, Whole) else (n.numerator, n.denominator)
            for n in (first, second)
        )
        if c and (a % c or b % d):
            return Say.of(refusals.refuse_divide_tops, a=a, b=b, c=c, d=d)
    return None


def amount_cannot_be_shared(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    for pair in _pairs(expr, divide=False):
        wholes = [n for n in pair if isinstance(n, Whole)]
        parts = [n for n in pair if isinstance(n, CommonFraction)]
        if not wholes:
            return Say.of(refusals.refuse_sharing_parts)
        if wholes[0].n % parts[0].denominator:
            return Say.of(refusals.refuse_sharing, amount=wholes[0].n, bottom=parts[0].denominator)
    return None


def a_decimal_never_ends(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    numbers = [e for e in walk(expr) if is_numeral(e)]
    if not any(isinstance(n, DecimalNumeral) for n in numbers):
        return None
    for number in numbers:
        if decimal_places(evaluate(number)) is None:
            return Say.of(refusals.refuse_decimals, number=number)
    return None


def _compared(expr: Expr) -> tuple[tuple[CommonFraction, ...], Say | None]:
    """The fractions that a problem compares, and why only one size of piece serves them; nothing where it does not."""
    if not isinstance(expr, Comparison):
        return (), None
    numbers = [n for n in expr.written if isinstance(n, (CommonFraction, MixedNumber, Whole))]
    bottoms = {n.denominator for n in numbers if not isinstance(n, Whole)}
    if len(numbers) < len(expr.written) or len(bottoms) < 2:
        return (), None
    fractions = tuple(n for n in numbers if isinstance(n, CommonFraction))
    if len(fractions) < len(numbers):
        return fractions, Say.of(refusals.refuse_comparing_wholes)
    return fractions, None


def _refused_unless(
    decides: Callable[[tuple[CommonFraction, ...]], bool], why: Callable[[tuple[CommonFraction, ...]], Say]
) -> Callable[[Expr, dict[str, str]], Say | None]:
    def refuses(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
        fractions, wholes = _compared(expr)
        if wholes is not None or not fractions:
            return wholes
        if decides(fractions):
            return None
        return Say.of(refusals.refuse_comparing_many, count=len(fractions)) if len(fractions) > 2 else why(fractions)

    return refuses


no_half_between = _refused_unless(half_decides, lambda f: Say.of(refusals.refuse_by_half, fractions=f))
no_whole_between = _refused_unless(whole_decides, lambda f: Say.of(refusals.refuse_by_whole, fractions=f))
gaps_differ = _refused_unless(lack_as_many, lambda f: Say.of(refusals.refuse_by_gap, fractions=f))
not_two_to_compare = _refused_unless(are_two, lambda f: Say.of(refusals.refuse_comparing_many, count=len(f)))


def no_equal_tops(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    fractions, wholes = _compared(expr)
    if wholes is None and any(f.numerator == 0 for f in fractions):
        return Say.of(refusals.refuse_equal_tops)
    return wholes


def no_percent_of_an_amount(expr: Expr, chosen: dict[str, str]) -> Say | None:  # noqa: ARG001
    asked = any(isinstance(e, Percent) for e in walk(expr))
    if not asked or percent_of_amount(tidy(calculation_in(expr))) is not None:
        return None
    return Say.of(refusals.refuse_tens_and_fives)
