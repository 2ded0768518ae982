"""When a percent is a label and when it is a number of hundredths.

Among percents alone, added and subtracted, the sign is a label and takes no part in the arithmetic, also where it is
written once behind the last. Everywhere else a percent is so many hundredths.
"""

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Gap,
    Group,
    Negative,
    Product,
    Sum,
    Term,
    children,
    evaluate,
    is_numeral,
    walk,
    with_child,
)

SMALLEST_BARE = 2
"""A whole that stands before percents and may be one of them; 1 is the whole itself: 1 − 35%."""


def as_percents(expr: Expr) -> Expr | None:
    """What a percent sign stands behind, as hundredths: a number, or each number of a bracket; None for anything else.

    >>> as_percents(Whole(35)).value
    Fraction(7, 20)
    """
    if isinstance(expr, Gap):
        return Product((Factor(expr), Factor(Whole(100), divide=True)))
    if isinstance(expr, (Whole, CommonFraction, MixedNumber, DecimalNumeral)):
        return Percent(expr)
    if isinstance(expr, Negative | Group):
        inner = as_percents(children(expr)[0])
        return None if inner is None else with_child(expr, 0, inner)
    if isinstance(expr, Sum):
        terms = [as_percents(t.expr) for t in expr.terms]
        if all(t is not None for t in terms):
            return Sum(tuple(Term(new, t.minus) for new, t in zip(terms, expr.terms, strict=True) if new is not None))
    return None


def is_percent_blank(expr: Expr) -> bool:
    """``?%`` as it is worked with: ? ÷ 100."""
    if not isinstance(expr, Product) or not isinstance(expr.factors[0].expr, Gap):
        return False
    return expr.factors[1:] == (Factor(Whole(100), divide=True),)


def has_percents(expr: Expr) -> bool:
    return any(isinstance(e, Percent) for e in walk(expr))


def as_labelled(expr: Expr) -> Expr | None:
    """The same with the percent sign as a label, where it is one; None where it is not.

    >>> from keen_slate.core.notation.text import text_of
    >>> text_of(as_labelled(Sum((Term(Whole(100)), Term(Percent(Whole(27)), True)))))
    '100 − 27'
    """
    leaves = _leaves(expr)
    if not leaves or not isinstance(leaves[-1], (Percent, Gap)) or not has_percents(expr):
        return None
    bare = [leaf for leaf in leaves if not isinstance(leaf, (Percent, Gap))]
    if any(not isinstance(leaf, Whole) or leaf.n < SMALLEST_BARE for leaf in bare):
        return None
    plain = without_sign(expr)
    return None if bare and not gaps_in(plain) and evaluate(plain) < 0 else plain


def bare_before(expr: Expr) -> Expr | None:
    """The first number that carries no sign among percents."""
    return next((leaf for leaf in _leaves(expr) if isinstance(leaf, Whole)), None)


def _leaves(expr: Expr) -> tuple[Expr, ...]:
    """The numbers of a sum; none where anything else is to be worked."""
    if is_numeral(expr) or isinstance(expr, Gap):
        return (expr,)
    if is_percent_blank(expr):
        return (children(expr)[0],)
    if not isinstance(expr, (Sum, Group, Negative)):
        return ()
    inside = [_leaves(child) for child in children(expr)]
    return tuple(leaf for leaves in inside for leaf in leaves) if all(inside) else ()


def without_sign(expr: Expr) -> Expr:
    """Every percent as the number before its sign."""
    if isinstance(expr, Percent):
        return expr.of
    if is_percent_blank(expr):
        return children(expr)[0]
    for index, child in enumerate(children(expr)):
        new = without_sign(child)
        if new is not child:
            expr = with_child(expr, index, new)
    return expr
