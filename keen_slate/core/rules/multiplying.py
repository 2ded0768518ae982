"""Fractions multiplied and divided."""

from math import gcd, lcm

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.problem.tree import Expr, Factor, Product, children
from keen_slate.core.rules.factors import chained, first_pair, multiplied_at_once, pair_replaced
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say


def _over(number: Expr) -> tuple[int, int]:
    if isinstance(number, Whole):
        return number.n, 1
    assert isinstance(number, CommonFraction)
    return number.numerator, number.denominator


def multiply_fractions(expr: Expr) -> Move:
    """Tops multiplied, bottoms multiplied; a whole n is n/1.

    >>> text_of(multiply_fractions(read("2/3 × 4/5").expr).after)
    '8/15'
    """
    (a, b), (c, d) = (_over(x) for x in first_pair(expr))
    said = Say.of(calculating.multiply_fractions, a=a, b=b, c=c, d=d)
    return Move(pair_replaced(expr, CommonFraction(a * c, b * d)), said)


def cancel(expr: Expr) -> Move:
    """Factors common to a top and a bottom are taken out first, across all that is multiplied: 2/3 × 9/4 = 1/1 × 3/2.

    >>> text_of(cancel(read("2/3 × 9/4").expr).after)
    '1 × 3/2'
    >>> text_of(cancel(read("2/3 × 3/4 × 4/5").expr).after)
    '1 × 1 × 2/5'
    """
    assert isinstance(expr, Product)
    over = [_over(x) for x in multiplied_at_once(expr)]
    tops, bottoms = [top for top, _ in over], [bottom for _, bottom in over]
    taken: list[tuple[int, int, int]] = []
    for i in range(len(over)):
        for j in (*(j for j in range(len(over)) if j != i), i):
            factor = gcd(tops[i], bottoms[j])
            if factor > 1 and tops[i]:
                taken.append((tops[i], bottoms[j], factor))
                tops[i] //= factor
                bottoms[j] //= factor
    reduced = (Factor(_written(top, bottom)) for top, bottom in zip(tops, bottoms, strict=True))
    return Move(Product((*reduced, *expr.factors[len(over) :])), Say.of(calculating.cancel, taken=tuple(taken)))


def _written(top: int, bottom: int) -> Expr:
    return Whole(top) if bottom == 1 else CommonFraction(top, bottom)


def rename_both(expr: Expr) -> Move:
    """Both in pieces of one size before dividing: 6 ÷ 3/4 = 24/4 ÷ 3/4.

    >>> text_of(rename_both(read("6 ÷ 3/4").expr).after)
    '24/4 ÷ 3/4'
    """
    assert isinstance(expr, Product)
    (a, b), (c, d) = (_over(x) for x in first_pair(expr))
    common = lcm(b, d)
    first = CommonFraction(a * common // b, common)
    second = Factor(CommonFraction(c * common // d, common), divide=True)
    return Move(Product((Factor(first), second, *expr.factors[2:])), Say.of(calculating.rename_both, common=common))


def divide_tops(expr: Expr) -> Move:
    """Pieces of one size: how many times the one count goes into the other. 24/4 ÷ 3/4 = 24 ÷ 3.

    >>> text_of(divide_tops(read("24/4 ÷ 3/4").expr).after)
    '24 ÷ 3'
    """
    assert isinstance(expr, Product)
    (a, b), (c, _) = (_over(x) for x in first_pair(expr))
    second = Factor(Whole(c), divide=True)
    return Move(
        Product((Factor(Whole(a)), second, *expr.factors[2:])), Say.of(calculating.divide_tops, a=a, c=c, bottom=b)
    )


def invert(expr: Expr) -> Move:
    """Dividing by a fraction multiplies by its reciprocal: 6 ÷ 3/4 = 6 × 4/3.

    >>> text_of(invert(read("6 ÷ 3/4").expr).after)
    '6 × 4/3'
    """
    assert isinstance(expr, Product)
    top, bottom = _over(expr.factors[1].expr)
    after = Product((expr.factors[0], Factor(CommonFraction(bottom, top)), *expr.factors[2:]))
    return Move(after, Say.of(calculating.invert, top=top, bottom=bottom))


def divide_across(expr: Expr) -> Move:
    """Top by top and bottom by bottom, where both come out: 4/5 ÷ 2 = 2/5.

    >>> text_of(divide_across(read("4/5 ÷ 2").expr).after)
    '2/5'
    """
    (a, b), (c, d) = (_over(x) for x in first_pair(expr))
    said = Say.of(calculating.divide_across, a=a, b=b, c=c, d=d)
    return Move(pair_replaced(expr, _written(a // c, b // d)), said)


def share_amount(expr: Expr) -> Move:
    """A fraction of an amount by its unit fraction: 3/5 × 40 = 40 ÷ 5 × 3.

    >>> text_of(share_amount(read("3/5 × 40").expr).after)
    '40 ÷ 5 × 3'
    """
    assert isinstance(expr, Product)
    first, second = first_pair(expr)
    amount, part = (first, second) if isinstance(first, Whole) else (second, first)
    assert isinstance(amount, Whole)
    assert isinstance(part, CommonFraction)
    shared = (Factor(amount), Factor(Whole(part.denominator), divide=True), Factor(Whole(part.numerator)))
    said = Say.of(calculating.share_amount, amount=amount.n, top=part.numerator, bottom=part.denominator)
    return Move(Product((*shared, *expr.factors[2:])), said)


def _tops_and_bottoms(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    """The facts of the tops, and of the bottoms."""
    over = [_over(c) if isinstance(c, (Whole, CommonFraction)) else (1, 1) for c in children(before)]
    return *chained([top for top, _ in over]), *chained([bottom for _, bottom in over])


CANCEL = Rule("cancel", "cancel", cancel, "work", question="Does a {top} share a factor with a {bottom} across?")
RENAME_BOTH = Rule("rename-both", "rename-both", rename_both, "rename")
DIVIDE_TOPS = Rule("divide-tops", "divide-tops", divide_tops, "work")
MULTIPLY_TOPS = Rule(
    "multiply-fractions", "multiply-tops", multiply_fractions, "work", basic_fact=True, facts=_tops_and_bottoms
)
INVERT = Rule("invert", "invert", invert, "work", question="What multiplication does the same as this division?")
DIVIDE_ACROSS = Rule(
    "divide-across",
    "divide-across",
    divide_across,
    "work",
    question="Can the pieces be shared as they are?",
    basic_fact=True,
)
SHARE_AMOUNT = Rule("share-amount", "share-amount", share_amount, "work", question="How much is one of the parts?")

RULES = (
    CANCEL,
    DIVIDE_ACROSS,
    DIVIDE_TOPS,
    INVERT,
    MULTIPLY_TOPS,
    RENAME_BOTH,
    SHARE_AMOUNT,
)
