"""Whole numbers, powers, and which two terms are worked on."""

from dataclasses import replace

from keen_slate.core.machine.engine import Move, Owned, Rule
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Numeral, Whole, WithRemainder
from keen_slate.core.problem.tree import (
    Convert,
    Expr,
    Factor,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    children,
    is_numeral,
    is_zero,
)
from keen_slate.core.rules.factors import chained, first_pair, pair_replaced, whole_of
from keen_slate.core.rules.on_paper import (
    LARGEST_FACT,
    moving_on_paper,
    multiplied_by_parts,
    product_on_paper,
    quotient_on_paper,
    sum_on_paper,
)
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say


def take_first(expr: Expr) -> Move:
    """What is added at the beginning, or else the first two terms, is worked first; nothing is written for that.

    >>> text_of(take_first(read("10 − 4 + 3").expr).after)
    '10 − 4 + 3'
    """
    assert isinstance(expr, Sum)
    added = next(index for index, term in enumerate(expr.terms) if term.minus)
    count = max(added, 2)
    # Which bottoms change is asked once: of all of them before this, or of those that are worked on now.
    asked = expr.marks & {"bottoms"}
    bottoms = {c.denominator for c in children(expr) if isinstance(c, (CommonFraction, MixedNumber))}
    first = Sum(expr.terms[:count], asked)
    return Move(Sum((Term(first), *expr.terms[count:]), asked | ({"bottoms"} if len(bottoms) == 1 else set())), None)


def drop_zero_terms(expr: Expr) -> Move:
    """Terms worth 0 are left out; one stays where all are.

    >>> text_of(drop_zero_terms(read("3/4 + 0 − 1/4").expr).after)
    '3/4 − 1/4'
    """
    assert isinstance(expr, Sum)
    kept = tuple(t for t in expr.terms if not is_zero(t.expr))
    return Move(Sum(kept or expr.terms[:1]), Say.of(calculating.drop_zero_terms))


def add_wholes(expr: Expr) -> Move:
    """Whole numbers added or subtracted at once.

    >>> text_of(add_wholes(read("7 − 2 + 4").expr).after)
    '9'
    """
    assert isinstance(expr, Sum)
    signed = tuple(-whole_of(t.expr) if t.minus else whole_of(t.expr) for t in expr.terms)
    total = sum(signed)
    return Move(Whole(total) if total >= 0 else Negative(Whole(-total)), Say.of(calculating.add_wholes, numbers=signed))


def multiply_wholes(expr: Expr) -> Move:
    """The two leftmost whole numbers multiplied.

    >>> text_of(multiply_wholes(read("3 × 4 × 2").expr).after)
    '12 × 2'
    """
    a, b = (whole_of(x) for x in first_pair(expr))
    return Move(pair_replaced(expr, Whole(a * b)), Say.of(calculating.multiply_wholes, a=a, b=b))


def multiply_in_parts(expr: Expr) -> Move:
    """The same in the head, one factor cut into its places: 48 × 25 is 48 × 5 and 48 × 20.

    >>> [c.text for c in multiply_in_parts(read("14 × 7").expr).side]
    ['10 × 7 = 70', '4 × 7 = 28', '70 + 28 = 98']
    """
    a, b = (whole_of(x) for x in first_pair(expr))
    move = multiply_wholes(expr)
    return Move(move.after, move.said, multiplied_by_parts(a, b))


def wholes_added_on_paper(expr: Expr) -> Owned | None:
    numbers = [whole_of(t.expr) for t in expr.terms] if isinstance(expr, Sum) else []
    start = sum_on_paper(tuple(-n if t.minus else n for n, t in zip(numbers, expr.terms, strict=True)))  # type: ignore[union-attr]
    return None if start is None else Owned(start, lambda total: total)


def wholes_multiplied_on_paper(expr: Expr) -> Owned | None:
    return _multiplied(expr, area=False)


def wholes_multiplied_in_a_box(expr: Expr) -> Owned | None:
    return _multiplied(expr, area=True)


def _multiplied(expr: Expr, *, area: bool) -> Owned | None:
    a, b = (whole_of(x) for x in first_pair(expr))
    number, power = (b, a) if str(a).strip("0") == "1" else (a, b)
    start = moving_on_paper(number, 0, power, divide=False) or product_on_paper((a, 0), (b, 0), area=area)
    return None if start is None else Owned(start, lambda product: pair_replaced(expr, product))


def divide_wholes(expr: Expr) -> Move:
    """A division of wholes that comes out is done; one that does not is written as a fraction.

    >>> text_of(divide_wholes(read("12 ÷ 4 ÷ 2").expr).after)
    '3 ÷ 2'
    """
    a, b = (whole_of(x) for x in first_pair(expr))
    if a % b == 0:
        return Move(pair_replaced(expr, Whole(a // b)), Say.of(calculating.divide_wholes, a=a, b=b))
    return Move(pair_replaced(expr, CommonFraction(a, b)), Say.of(calculating.divide_as_fraction, a=a, b=b))


def wholes_divided_on_paper(expr: Expr) -> Owned | None:
    a, b = (whole_of(x) for x in first_pair(expr))
    if b == 0 or a % b or max(a // b, b) <= LARGEST_FACT:
        return None
    start = moving_on_paper(a, 0, b, divide=True) or quotient_on_paper(a, 0, b)
    return None if start is None else Owned(start, lambda quotient: pair_replaced(expr, quotient))


def divide_with_remainder(expr: Expr) -> Move:
    """A division of wholes whose answer keeps what is left.

    >>> text_of(divide_with_remainder(read("17 ÷ 5 with a remainder").expr).after)
    '3 r 2'
    """
    assert isinstance(expr, Convert)
    a, b = (whole_of(x) for x in first_pair(expr.of))
    quotient, rest = divmod(a, b)
    said = Say.of(calculating.divide_with_remainder, a=a, b=b, quotient=quotient, rest=rest)
    return Move(replace(expr, of=quotient_with(quotient, rest, b)), said)


def quotient_with(quotient: int, rest: int, divisor: int) -> Numeral:
    """A quotient with its remainder; where nothing is left, the quotient alone."""
    return WithRemainder(quotient, rest, divisor) if rest else Whole(quotient)


def remainder_on_paper(expr: Expr) -> Owned | None:
    assert isinstance(expr, Convert)
    a, b = (whole_of(x) for x in first_pair(expr.of))
    start = quotient_on_paper(a, 0, b) if max(a // b, b) > LARGEST_FACT else None
    return None if start is None else Owned(replace(start, keeps_rest=True), lambda end: replace(expr, of=end))


def _remainder_fact(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    assert isinstance(before, Convert)
    a, b = (whole_of(x) for x in first_pair(before.of))
    return ((a // b, b),)


def raise_power(expr: Expr) -> Move:
    """A power written out as its factors: 7² = 7 × 7.

    >>> text_of(raise_power(read("7^2").expr).after)
    '(7 × 7)'
    """
    assert isinstance(expr, Power)
    said = Say.of(calculating.raise_, exponent=expr.exponent)
    if expr.exponent == 0:
        return Move(Whole(1), said)
    factor = expr.base if is_numeral(expr.base) else Group(expr.base)
    return Move(Group(Product((Factor(factor),) * expr.exponent, frozenset({"power"}))), said)


def _factors(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    return chained([c.n if isinstance(c, Whole) else 1 for c in children(before)])


TAKE_FIRST = Rule("take-first", "take-first", take_first, "work")
DROP_ZERO_TERMS = Rule("drop-zero-terms", "drop-zero-terms", drop_zero_terms, "order")
ADD_WHOLES = Rule(
    "add-wholes",
    "add-wholes",
    add_wholes,
    "work",
    ("whole-sums", "columns"),
    basic_fact=True,
    owns=wholes_added_on_paper,
)
MULTIPLY_WHOLES = Rule(
    "multiply-wholes",
    "multiply-wholes",
    multiply_wholes,
    "work",
    ("long-products", "rows"),
    basic_fact=True,
    facts=_factors,
    owns=wholes_multiplied_on_paper,
)
MULTIPLY_IN_A_BOX = Rule(
    "multiply-in-a-box",
    "multiply-wholes",
    multiply_wholes,
    "work",
    ("long-products", "area"),
    basic_fact=True,
    facts=_factors,
    owns=wholes_multiplied_in_a_box,
)
MULTIPLY_IN_PARTS = Rule(
    "multiply-in-parts",
    "multiply-wholes",
    multiply_in_parts,
    "work",
    ("long-products", "parts"),
    basic_fact=True,
    facts=_factors,
)
DIVIDE_WHOLES = Rule(
    "divide-wholes", "divide-wholes", divide_wholes, "work", basic_fact=True, owns=wholes_divided_on_paper
)
DIVIDE_WITH_REMAINDER = Rule(
    "divide-with-remainder",
    "divide-with-remainder",
    divide_with_remainder,
    "work",
    basic_fact=True,
    facts=_remainder_fact,
    owns=remainder_on_paper,
    question="How many times does it go in, and what is left?",
)
RAISE = Rule("raise", "raise", raise_power, "one-kind")

RULES = (
    ADD_WHOLES,
    DIVIDE_WHOLES,
    DIVIDE_WITH_REMAINDER,
    DROP_ZERO_TERMS,
    MULTIPLY_IN_A_BOX,
    MULTIPLY_IN_PARTS,
    MULTIPLY_WHOLES,
    RAISE,
    TAKE_FIRST,
)
