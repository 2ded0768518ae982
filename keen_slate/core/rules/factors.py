"""The two leftmost factors of a product, and what the product is once they are one number."""

from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.problem.tree import Expr, Factor, Product


def first_pair(expr: Expr) -> tuple[Expr, Expr]:
    if not isinstance(expr, Product):
        raise TypeError(f"{expr!r} is not a product")
    return expr.factors[0].expr, expr.factors[1].expr


def multiplied_at_once(expr: Expr) -> tuple[Whole | CommonFraction, ...]:
    """The leading factors that are only multiplied, up to a division or a number of another kind.

    >>> len(multiplied_at_once(read("2/3 × 3/4 × 5 ÷ 2").expr))
    3
    """
    found: list[Whole | CommonFraction] = []
    for factor in expr.factors if isinstance(expr, Product) else ():
        if factor.divide or not isinstance(factor.expr, (Whole, CommonFraction)):
            break
        found.append(factor.expr)
    return tuple(found)


def pair_replaced(expr: Expr, by: Expr) -> Expr:
    if not isinstance(expr, Product):
        raise TypeError(f"{expr!r} is not a product")
    return Product((Factor(by), *expr.factors[2:]), expr.marks & {"power"})


def whole_of(expr: Expr) -> int:
    if not isinstance(expr, Whole):
        raise TypeError(f"{expr!r} is not a whole number")
    return expr.n


def chained(factors: list[int]) -> tuple[tuple[int, int], ...]:
    """The facts of a product worked from the left: 2 × 3 × 4 takes 2 × 3 and 6 × 4.

    >>> chained([2, 3, 4])
    ((2, 3), (6, 4))
    """
    found: list[tuple[int, int]] = []
    product = factors[0]
    for factor in factors[1:]:
        found.append((product, factor))
        product *= factor
    return tuple(found)
