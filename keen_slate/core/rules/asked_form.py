"""The form in which an answer is asked for by what its numbers and their label are."""

from fractions import Fraction

from keen_slate.core.notation.units import MONEY, units_in
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.tree import (
    MEASURE,
    Convert,
    Expr,
    Product,
    Rounding,
    decimal_places,
    evaluate,
    is_numeral,
    walk,
)


def answered_as(expr: Expr, label: str) -> Expr:
    """Money keeps two places, and is rounded to them where it does not come out; what stands in two units is answered
    in them, and a product of a decimal stays a decimal where it ends.

    >>> text_of(answered_as(read("1.40 ÷ 4").expr, "£"))
    '1.40 ÷ 4'
    """
    if (two := units_in(label)) is not None and not is_numeral(expr):
        return Convert(expr, f"{MEASURE}{two.size}")
    if label not in MONEY and _stays_decimal(expr):
        return Convert(expr, "kept-decimal")
    if label not in MONEY or is_numeral(expr):
        return expr
    value = evaluate(expr)
    if (value * 100).denominator > 1:
        return Rounding(expr, Fraction(1, 100))
    if value.denominator == 1 and all(isinstance(e, Whole) for e in walk(expr) if is_numeral(e)):
        return expr
    return Convert(expr, "money")


def _stays_decimal(expr: Expr) -> bool:
    """Whether a decimal is multiplied or divided by a fraction, and the answer is a decimal that ends."""
    if not isinstance(expr, Product) or any(not is_numeral(f.expr) for f in expr.factors):
        return False
    kinds = {type(f.expr) for f in expr.factors}
    return (
        DecimalNumeral in kinds
        and len(kinds - {DecimalNumeral, Whole}) > 0
        and decimal_places(evaluate(expr)) is not None
    )
