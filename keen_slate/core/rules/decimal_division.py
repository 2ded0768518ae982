"""Decimals multiplied and divided, and decimals as fractions by place value."""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from typing import Protocol

from keen_slate.core.machine.engine import Move, Owned, Rule, earning
from keen_slate.core.notation.manner import Manner
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Numeral, Whole
from keen_slate.core.problem.tree import Comparison, Expr, Factor, Negative, Product, Sum, Term, decimal_for
from keen_slate.core.rules.factors import first_pair, pair_replaced
from keen_slate.core.rules.on_paper import (
    exact_quotient_on_paper,
    moving_on_paper,
    multiplied_by_parts,
    product_on_paper,
)
from keen_slate.core.saying import in_columns
from keen_slate.core.saying.say import Say


def multiply_decimals(expr: Expr) -> Move:
    """Multiplied as whole numbers, then as many places as both have together.

    >>> text_of(multiply_decimals(read("4.8 × 2.5").expr).after)
    '12.00'
    """
    a, b = (_digits_and_places(x) for x in first_pair(expr))
    digits, places = a[0] * b[0], a[1] + b[1]
    said = Say.of(in_columns.multiply_decimals, a=a[0], b=b[0], product=digits, places=places)
    return Move(pair_replaced(expr, DecimalNumeral(digits, places)), said)


def multiply_decimals_in_parts(expr: Expr) -> Move:
    """The whole numbers multiplied in the head, one cut into its places.

    >>> [c.text for c in multiply_decimals_in_parts(read("1.4 × 0.7").expr).side]
    ['10 × 7 = 70', '4 × 7 = 28', '70 + 28 = 98']
    """
    a, b = (_digits_and_places(x)[0] for x in first_pair(expr))
    return replace(multiply_decimals(expr), side=multiplied_by_parts(a, b))


def decimals_multiplied_on_paper(expr: Expr) -> Owned | None:
    return _multiplied(expr, area=False)


def decimals_multiplied_in_a_box(expr: Expr) -> Owned | None:
    return _multiplied(expr, area=True)


def _multiplied(expr: Expr, *, area: bool) -> Owned | None:
    pair = first_pair(expr)
    (a, a_places), (b, b_places) = (_digits_and_places(x) for x in pair)
    for number, places, power in ((a, a_places, pair[1]), (b, b_places, pair[0])):
        if isinstance(power, Whole) and (start := moving_on_paper(number, places, power.n, divide=False)):
            return Owned(start, lambda moved: pair_replaced(expr, moved))
    product = product_on_paper((a, a_places), (b, b_places), area=area)
    return None if product is None else Owned(product, lambda found: pair_replaced(expr, found))


def shift_points(expr: Expr) -> Move:
    """Both made ten, a hundred … times as large until the divisor is whole: 7.2 ÷ 0.4 = 72 ÷ 4.

    >>> text_of(shift_points(read("7.2 ÷ 0.4").expr).after)
    '72 ÷ 4'
    """
    assert isinstance(expr, Product)
    a, b = (_digits_and_places(x) for x in first_pair(expr))
    shift = b[1]
    dividend, divisor = decimal_for(Fraction(a[0] * 10**shift, 10 ** a[1])), Whole(b[0])
    said = Say.of(in_columns.shift_points, shift=shift, divisor=divisor)
    rest = expr.factors[2:]
    return Move(Product((Factor(dividend), Factor(divisor, divide=True), *rest), frozenset({"decimal"})), said)


def divide_decimals(expr: Expr) -> Move:
    """A decimal divided by a whole number, digit by digit.

    >>> text_of(divide_decimals(read("7.2 ÷ 4").expr).after)
    '1.8'
    """
    a, b = (_digits_and_places(x) for x in first_pair(expr))
    quotient = Fraction(a[0], b[0] * 10 ** a[1])
    after = decimal_for(quotient)
    said = Say.of(in_columns.divide_decimals, dividend=first_pair(expr)[0], divisor=b[0], quotient=after)
    return Move(pair_replaced(expr, after), said)


def decimals_divided_on_paper(expr: Expr) -> Owned | None:
    (a, places), (b, _) = (_digits_and_places(x) for x in first_pair(expr))
    start = moving_on_paper(a, places, b, divide=True) or exact_quotient_on_paper(a, places, b)
    return None if start is None else Owned(start, lambda quotient: pair_replaced(expr, quotient))


def _digits_and_places(number: Expr) -> tuple[int, int]:
    if isinstance(number, Whole):
        return number.n, 0
    assert isinstance(number, DecimalNumeral)
    return number.digits, number.places


def as_fractions(expr: Expr) -> Move:
    """Decimals become fractions by place value, which is always exact: 0.35 = 35/100; in a sum 3.2 = 3 2/10.

    >>> text_of(as_fractions(read("3.2 + 1/4").expr).after)
    '3 2/10 + 1/4'
    """

    def by_place(number: DecimalNumeral) -> Numeral:
        bottom = 10**number.places
        if isinstance(expr, Sum) and number.digits > bottom and number.digits % bottom:
            return MixedNumber(number.digits // bottom, number.digits % bottom, bottom)
        return CommonFraction(number.digits, bottom)

    return _decimals_replaced(expr, by_place, in_columns.decimals_as_fractions)


def as_lowest_fractions(expr: Expr) -> Move:
    """The same, brought to lowest terms at once: 0.35 = 7/20.

    >>> text_of(as_lowest_fractions(read("0.35 + 1/4").expr).after)
    '7/20 + 1/4'
    """
    return _decimals_replaced(
        expr, lambda n: CommonFraction(*n.value.as_integer_ratio()), in_columns.decimals_as_lowest
    )


class Reason(Protocol):
    """A sentence about numbers and what they have become."""

    def __call__(self, w: Manner, /, changed: tuple[tuple[Expr, Expr], ...]) -> str: ...


def _decimals_replaced(expr: Expr, written: Callable[[DecimalNumeral], Numeral], said: Reason) -> Move:
    changed: dict[Expr, Expr] = {}

    def as_fraction(number: Expr) -> Expr:
        if isinstance(number, DecimalNumeral):
            changed[number] = written(number)
            return changed[number]
        return number

    after = with_numbers(expr, as_fraction)
    return Move(after, Say.of(said, changed=tuple(changed.items())))


def as_decimals(expr: Expr) -> Move:
    """Fractions become decimals where every one of them ends; otherwise the decimals become fractions.

    >>> text_of(as_decimals(read("1/4 + 0.35").expr).after)
    '0.25 + 0.35'
    """
    changed: dict[Expr, Expr] = {}

    def as_decimal(number: Expr) -> Expr:
        if isinstance(number, (CommonFraction, MixedNumber)):
            changed[number] = decimal_for(number.value)
            return changed[number]
        return number

    try:
        after = with_numbers(expr, as_decimal)
    except ValueError:
        return as_fractions(expr)
    return Move(after, Say.of(in_columns.all_decimals, changed=tuple(changed.items())))


def with_numbers(expr: Expr, change: Callable[[Expr], Expr]) -> Expr:
    """A sum, product or comparison with each of its numbers changed; a minus before a number stays."""

    def changed(number: Expr) -> Expr:
        return Negative(change(number.of)) if isinstance(number, Negative) else change(number)

    match expr:
        case Sum(terms, marks):
            return Sum(tuple(Term(changed(t.expr), t.minus) for t in terms), marks)
        case Product(factors):
            return Product(tuple(Factor(changed(f.expr), f.divide, f.implied) for f in factors))
        case Comparison(items):
            return replace(expr, items=tuple(changed(i) for i in items))
        case _:
            raise TypeError(f"{expr!r} holds no numbers")


MULTIPLY_DECIMALS = Rule(
    "multiply-decimals",
    "multiply-decimals",
    multiply_decimals,
    "work",
    ("long-products", "rows"),
    basic_fact=True,
    owns=decimals_multiplied_on_paper,
    earns=earning("worked", "point"),
)
MULTIPLY_DECIMALS_IN_A_BOX = Rule(
    "multiply-decimals-in-a-box",
    "multiply-decimals",
    multiply_decimals,
    "work",
    ("long-products", "area"),
    basic_fact=True,
    owns=decimals_multiplied_in_a_box,
    earns=earning("worked", "point"),
)
MULTIPLY_DECIMALS_IN_PARTS = Rule(
    "multiply-decimals-in-parts",
    "multiply-decimals",
    multiply_decimals_in_parts,
    "work",
    ("long-products", "parts"),
    basic_fact=True,
    earns=earning("worked", "point"),
)
SHIFT_POINTS = Rule("shift-points", "shift-points", shift_points, "one-kind", earns=earning("point"))
DIVIDE_DECIMALS = Rule(
    "divide-decimals", "divide-by-whole", divide_decimals, "work", basic_fact=True, owns=decimals_divided_on_paper
)
AS_FRACTIONS = Rule(
    "decimals-as-fractions", "decimals-as-fractions", as_fractions, "one-kind", ("decimal-fractions", "reduce-at-end")
)
AS_LOWEST_FRACTIONS = Rule(
    "decimals-as-lowest",
    "decimals-as-fractions",
    as_lowest_fractions,
    "one-kind",
    ("decimal-fractions", "reduce-at-once"),
)
AS_DECIMALS = Rule("all-decimals", "same-kind", as_decimals, "one-kind", ("mixed-kinds", "decimals"))

RULES = (
    AS_DECIMALS,
    AS_FRACTIONS,
    AS_LOWEST_FRACTIONS,
    DIVIDE_DECIMALS,
    MULTIPLY_DECIMALS_IN_A_BOX,
    MULTIPLY_DECIMALS_IN_PARTS,
    MULTIPLY_DECIMALS,
    SHIFT_POINTS,
)
