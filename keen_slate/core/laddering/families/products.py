"""Fractions multiplied and divided, and the order of operations."""

from math import gcd

from keen_slate.core.laddering.families.family import Wanted
from keen_slate.core.laddering.families.fractions import proper, proper_parts, simplifies_as_wanted
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Expr, Factor, Group, Power, Product, Sum, Term, evaluate


def _factors(draw: Draw, limits: Limits, wanted: Wanted) -> list[Expr] | None:
    if limits.only_wholes:
        return None
    bottoms = (draw.between(2, limits.largest_bottom), draw.between(2, limits.largest_bottom))
    parts = proper_parts(draw, bottoms, wanted)
    if parts is None:
        return None
    if "mixed-factor" in wanted:
        whole = draw.between(1, max(1, limits.largest_whole // 2))
        return [MixedNumber(whole, parts[0].numerator, parts[0].denominator),
                parts[1] if draw.below(2) else Whole(draw.between(2, 9))]  # fmt: skip
    return [Whole(draw.between(2, 9)), parts[1]] if draw.below(3) == 0 else list(parts)


def multiplied(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _as_wanted(_factors(draw, limits, wanted), wanted, divide=False)


def divided(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _as_wanted(_factors(draw, limits, wanted), wanted, divide=True)


def _as_wanted(factors: list[Expr] | None, wanted: Wanted, *, divide: bool) -> Expr | None:
    """The product or quotient, where it ends as it is wanted to."""
    if factors is None:
        return None
    expr = Product((Factor(factors[0]), Factor(factors[1], divide)))
    value = evaluate(expr)
    (a, b), (c, d) = (_over(f) for f in factors)
    if divide:
        c, d = d, c
    top, bottom = a * c, b * d
    whole = value.denominator == 1
    fits = (
        whole == ("result-is-whole" in wanted)
        and (not divide or whole != ("quotient-not-whole" in wanted))
        and (divide or (value > 1 and not whole) == ("over-a-whole" in wanted))
        and simplifies_as_wanted(1 if whole else gcd(top % bottom, bottom), wanted)
    )
    # A mixed number is made improper first; what can be cancelled then is not seen in the item.
    shared = not divide and "mixed-factor" not in wanted and (gcd(a, d) > 1 or gcd(c, b) > 1)
    if not fits or (not divide and "mixed-factor" not in wanted and shared != ("cancelling" in wanted)):
        return None
    return Product(expr.factors, frozenset({"told"})) if "told-in-words" in wanted else expr


def _over(number: Expr) -> tuple[int, int]:
    """Top and bottom as written, a mixed number as improper."""
    if isinstance(number, CommonFraction):
        return number.numerator, number.denominator
    if isinstance(number, MixedNumber):
        return number.whole * number.denominator + number.numerator, number.denominator
    return int(evaluate(number)), 1


def several_operations(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """The order of operations on whole numbers, with fractions or with decimals among them."""
    if limits.only_wholes and {"fractions-in-it", "decimals"} & wanted:
        return None
    shape = _nested if "nested-brackets" in wanted else _bracketed if "brackets" in wanted else _in_a_row
    expr = shape(draw, limits, wanted)
    try:
        value = evaluate(expr)
    except ZeroDivisionError:
        return None
    plain = not {"fractions-in-it", "decimals"} & wanted
    if value <= 0 or (plain and value.denominator != 1):
        return None
    return expr


def _number(draw: Draw, limits: Limits, wanted: Wanted) -> Expr:
    """A number of the kind that is wanted: half of them whole."""
    kinds = [k for k in ("fractions-in-it", "decimals") if k in wanted]
    if kinds and draw.below(2):
        if draw.one_of(kinds) == "decimals":
            return DecimalNumeral(draw.between(1, 9), 1)
        return proper(draw, draw.between(2, min(limits.largest_bottom, 6)))
    return Whole(draw.between(2, 9))


def _in_a_row(draw: Draw, limits: Limits, wanted: Wanted) -> Expr:
    a, b, c = (_number(draw, limits, wanted) for _ in range(3))
    minus = draw.below(2) == 1
    if "below-zero-on-the-way" in wanted:
        return Sum((Term(a), Term(Product((Factor(b), Factor(c))), True), Term(_number(draw, limits, wanted))))
    if "powers" in wanted:
        power = Power(b if isinstance(b, Whole) else Group(b), 2)
        second = Product((Factor(a), Factor(c, "dividing" in wanted)))
        return Sum((Term(power), Term(second, minus))) if draw.below(2) else Sum((Term(second), Term(power, minus)))
    if "dividing" in wanted:
        dividend = Whole(b.n * c.n) if isinstance(b, Whole) and isinstance(c, Whole) else b
        quotient = Product((Factor(dividend), Factor(c, True)))
        return Sum((Term(a), Term(quotient, minus)))
    return Sum((Term(a), Term(Product((Factor(b), Factor(c))), minus)))


def _bracketed(draw: Draw, limits: Limits, wanted: Wanted) -> Expr:
    a, b, c = (_number(draw, limits, wanted) for _ in range(3))
    group = Group(Sum((Term(b), Term(c, draw.below(2) == 1))))
    if "powers" in wanted:
        power = Power(group, 2)
        return (
            Product((Factor(power), Factor(a, True))) if "dividing" in wanted else Product((Factor(a), Factor(power)))
        )
    if "dividing" in wanted:
        return Product((Factor(group), Factor(a, True))) if draw.below(2) else Product((Factor(a), Factor(group, True)))
    product = Product((Factor(a), Factor(group)))
    if "below-zero-on-the-way" in wanted:
        return Sum((Term(_number(draw, limits, wanted)), Term(product)))
    return product


def _nested(draw: Draw, limits: Limits, wanted: Wanted) -> Expr:
    a, b, c, d = (_number(draw, limits, wanted) for _ in range(4))
    inner = Group(Sum((Term(c), Term(d, draw.below(2) == 1))))
    outer = Group(Sum((Term(b), Term(inner, draw.below(2) == 1))), "[")
    if "dividing" in wanted:
        return Product((Factor(a), Factor(outer, True)))
    return Product((Factor(a), Factor(outer)))
