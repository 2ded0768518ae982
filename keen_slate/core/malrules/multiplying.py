"""Mistakes in multiplying and dividing."""

from dataclasses import replace
from math import lcm

from keen_slate.core.curriculum.places import BY_FRACTION, DECIMAL_PRODUCTS, PERCENTS, TIMES_FRACTION, TIMES_MIXED
from keen_slate.core.curriculum.sources import DECIMAL_MISCONCEPTIONS, FRACTIONS_GUIDE, PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, mixed_form
from keen_slate.core.problem.tree import (
    REMAINDER,
    Convert,
    Expr,
    Factor,
    Product,
    children,
    decimal_for,
    decimal_places,
    evaluate,
)
from keen_slate.core.rules.converting import percent_of_amount
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.rules.factors import first_pair, pair_replaced


def _pair(expr: Expr) -> tuple[Expr, Expr, bool] | None:
    if not isinstance(expr, Product) or len(expr.factors) < 2:
        return None
    return expr.factors[0].expr, expr.factors[1].expr, expr.factors[1].divide


def whole_multiplies_both(expr: Expr) -> Move | Impasse | None:
    """A whole multiplies top and bottom: 3 × 2/5 becomes 6/15.

    >>> whole_multiplies_both(read("3 × 2/5").expr).after == read("6/15").expr
    False
    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(whole_multiplies_both(read("3 × 2/5").expr).after)
    CommonFraction(numerator=6, denominator=15)
    """
    found = _pair(expr)
    if found is None or found[2]:
        return None
    first, second, _ = found
    whole, part = (first, second) if isinstance(first, Whole) else (second, first)
    if not isinstance(whole, Whole) or not isinstance(part, CommonFraction) or whole.n == 0:
        return None
    new = CommonFraction(whole.n * part.numerator, whole.n * part.denominator)
    return Move(pair_replaced(expr, new))


def part_by_part(expr: Expr) -> Move | Impasse | None:
    """Wholes with wholes and parts with parts: 2 1/2 × 1 3/5 becomes 2 3/10.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(part_by_part(read("2 1/2 × 1 3/5").expr).after)
    MixedNumber(whole=2, numerator=3, denominator=10)
    """
    found = _pair(expr)
    if found is None or found[2]:
        return None
    a, b, _ = found
    if isinstance(a, Whole) and isinstance(b, MixedNumber):
        new = mixed_form(a.n * b.whole, b.numerator, b.denominator)
    elif isinstance(a, MixedNumber) and isinstance(b, Whole):
        new = mixed_form(a.whole * b.n, a.numerator, a.denominator)
    elif isinstance(a, MixedNumber) and isinstance(b, MixedNumber):
        new = mixed_form(a.whole * b.whole, a.numerator * b.numerator, a.denominator * b.denominator)
    else:
        return None
    return Move(pair_replaced(expr, new))


def common_bottom_kept(expr: Expr) -> Move | Impasse | None:
    """A common bottom is found and kept, the tops are multiplied: 2/3 × 3/4 becomes 72/12.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(common_bottom_kept(read("2/3 × 3/4").expr).after)
    CommonFraction(numerator=72, denominator=12)
    """
    found = _pair(expr)
    if found is None or not isinstance(found[0], CommonFraction) or not isinstance(found[1], CommonFraction):
        return None
    a, b = found[0], found[1]
    common = lcm(a.denominator, b.denominator)
    tops = (a.numerator * common // a.denominator) * (b.numerator * common // b.denominator)
    return Move(pair_replaced(expr, CommonFraction(tops, common)))


def wrong_one_inverted(expr: Expr) -> Move | Impasse | None:
    """The first fraction is turned over instead of the second: 2/3 ÷ 4/5 becomes 3/2 × 4/5.

    >>> wrong_one_inverted(read("2/3 ÷ 4/5").expr).after == read("3/2 × 4/5").expr
    True
    """
    found = _pair(expr)
    if found is None or not isinstance(expr, Product):
        return None
    a, b, _ = found
    if isinstance(a, Whole) and a.n:
        turned = CommonFraction(1, a.n)
    elif isinstance(a, CommonFraction) and a.numerator:
        turned = CommonFraction(a.denominator, a.numerator)
    else:
        return None
    after = Product((Factor(turned), Factor(b), *expr.factors[2:]), expr.marks)
    return Move(after)


def point_as_in_addition(expr: Expr) -> Move | Impasse | None:
    """The point stands in the product as it would in a sum: 4.8 × 2.5 becomes 120.0.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(point_as_in_addition(read("4.8 × 2.5").expr).after) == DecimalNumeral(1200, 1)
    True
    """
    found = _pair(expr)
    if found is None or not isinstance(found[0], DecimalNumeral) or not isinstance(found[1], DecimalNumeral):
        return None
    a, b = found[0], found[1]
    new = DecimalNumeral(a.digits * b.digits, max(a.places, b.places))
    return Move(pair_replaced(expr, new))


def ten_appends_zero(expr: Expr) -> Move | Impasse | None:
    """Times ten, a hundred … only writes zeros at the end: 3.5 × 10 becomes 3.50.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(ten_appends_zero(read("3.5 × 10").expr).after) == DecimalNumeral(350, 2)
    True
    """
    found = _pair(expr)
    if found is None or found[2]:
        return None
    number, power = (found[0], found[1]) if isinstance(found[0], DecimalNumeral) else (found[1], found[0])
    if not isinstance(number, DecimalNumeral) or not isinstance(power, Whole):
        return None
    zeros = len(str(power.n)) - 1
    if power.n != 10**zeros or zeros == 0:
        return None
    new = DecimalNumeral(number.digits * power.n, number.places + zeros)
    return Move(pair_replaced(expr, new))


def remainder_as_decimal(expr: Expr) -> Move | Impasse | None:
    """The remainder is written after the point: 7 ÷ 4 = 1 remainder 3 becomes 1.3.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(remainder_as_decimal(read("7 ÷ 4").expr).after) == DecimalNumeral(13, 1)
    True
    """
    if isinstance(expr, Convert) and expr.to == REMAINDER:
        inside = remainder_as_decimal(expr.of)
        return Move(replace(expr, of=inside.after)) if isinstance(inside, Move) else None
    if isinstance(expr, CommonFraction):
        pair: tuple[int, int] | None = (expr.numerator, expr.denominator)
    else:
        found = _pair(expr)
        whole = found is not None and isinstance(found[0], Whole) and isinstance(found[1], Whole)
        pair = (found[0].n, found[1].n) if whole and found is not None else None  # type: ignore[union-attr]
    if pair is None or pair[0] % pair[1] == 0:
        return None
    count, rest = divmod(pair[0], pair[1])
    places = len(str(rest))
    new = DecimalNumeral(count * 10**places + rest, places)
    after = new if isinstance(expr, CommonFraction) else pair_replaced(expr, new)
    return Move(after)


def neighbouring_fact(expr: Expr) -> Move | Impasse | None:
    """The next fact of the times table is taken: 7 × 8 becomes 63.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(neighbouring_fact(read("7 × 8").expr).after)
    Whole(n=63)
    """
    a, b = first_pair(expr)
    if not isinstance(a, Whole) or not isinstance(b, Whole) or min(a.n, b.n) < 2 or max(a.n, b.n) > 12:
        return None
    return Move(pair_replaced(expr, Whole(a.n * b.n + a.n)))


def sides_apart_in_products(expr: Expr) -> Move | Impasse | None:
    """The two sides of the point are multiplied or divided apart: 4.8 × 2.5 becomes 8.40, 8.6 ÷ 2 becomes 4.3.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(sides_apart_in_products(read("4.3 × 2.2").expr).after) == read("8.6").expr
    True
    """
    found = _pair(expr)
    if found is None or not all(isinstance(n, (Whole, DecimalNumeral)) for n in found[:2]):
        return None
    (a, a_part), (b, b_part) = (_sides(n) for n in found[:2])
    if a_part is None and b_part is None:
        return None
    if found[2]:
        by = b if b_part is None else b_part
        if not b or not by:
            return None
        whole, part = a // b, (a_part or 0) // by
    elif b_part is None or a_part is None:
        whole, part = a * b, (a_part if b_part is None else b_part) * (b if b_part is None else a)  # type: ignore[operator]
    else:
        whole, part = a * b, a_part * b_part
    places = len(str(part))
    return Move(pair_replaced(expr, DecimalNumeral(whole * int("1" + "0" * places) + part, places)))


def _sides(number: Expr) -> tuple[int, int | None]:
    """What stands before the point, and behind it; None where there is no point."""
    if isinstance(number, DecimalNumeral):
        whole, part = divmod(number.digits, int("1" + "0" * number.places))
        return whole, part
    assert isinstance(number, Whole)
    return number.n, None


def point_lost_in_quotient(expr: Expr) -> Move | Impasse | None:
    """The digits of the quotient stand without their point: 7.2 ÷ 4 becomes 18.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(point_lost_in_quotient(read("7.2 ÷ 4").expr).after)
    Whole(n=18)
    """
    found = _pair(expr)
    if found is None or not found[2] or not all(isinstance(n, (Whole, DecimalNumeral)) for n in found[:2]):
        return None
    quotient = evaluate(found[0]) / evaluate(found[1])
    places = decimal_places(quotient)
    if not places:
        return None
    return Move(pair_replaced(expr, Whole(int(quotient * int("1" + "0" * places)))))


def point_as_in_dividend(expr: Expr) -> Move | Impasse | None:
    """The quotient gets the places of the dividend, whatever the divisor has: 7.2 ÷ 0.4 becomes 1.8.

    >>> from keen_slate.core.problem.tree import tidy
    >>> tidy(point_as_in_dividend(read("7.2 ÷ 0.4").expr).after)
    DecimalNumeral(digits=18, places=1, leading_zero=True)
    """
    found = _pair(expr)
    if found is None or not found[2] or not isinstance(found[1], DecimalNumeral):
        return None
    dividend, divisor = found[0], found[1]
    if not isinstance(dividend, (Whole, DecimalNumeral)):
        return None
    quotient = evaluate(dividend) / evaluate(divisor) / int("1" + "0" * divisor.places)
    return None if decimal_places(quotient) is None else Move(pair_replaced(expr, decimal_for(quotient)))


def percent_sign_ignored(expr: Expr) -> Move | Impasse | None:
    """The percent sign is passed over: 35% of 140 becomes 35 × 140.

    >>> text_of(percent_sign_ignored(read("35% of 140").expr).after)
    '35 × 140'
    """
    if not any(isinstance(c, Percent) for c in children(expr)):
        return None
    return Move(with_numbers(expr, lambda n: n.of if isinstance(n, Percent) else n))


def percent_as_divisor(expr: Expr) -> Move | Impasse | None:
    """So many percent are taken for one part of so many: 20% of 80 becomes 80 ÷ 20.

    >>> text_of(percent_as_divisor(read("20% of 80").expr).after)
    '80 ÷ 20'
    """
    found = percent_of_amount(expr)
    if found is None:
        return None
    percent, amount = found
    return Move(Product((Factor(amount), Factor(Whole(percent), divide=True))))


WHOLE_MULTIPLIES_BOTH = MalRule(
    id="whole-multiplies-both",
    goals=("multiply-fractions",),
    apply=whole_multiplies_both,
    name="The whole multiplies {top} and {bottom}",
    belief="multiplying a fraction multiplies both its numbers",
    shows="3 × 2/5 = 6/15.",
    question="Does multiplying both numbers of a fraction change it?",
    picture="strips",
    met=TIMES_FRACTION,
    source=FRACTIONS_GUIDE,
)
PART_BY_PART = MalRule(
    id="part-by-part",
    goals=("multiply-divide",),
    apply=part_by_part,
    name="Multiplied part by part",
    belief="wholes go with wholes, parts with parts",
    shows="2 1/2 × 1 3/5 = 2 3/10.",
    question="How many rectangles does the area make?",
    picture="rectangles",
    met=TIMES_MIXED,
    source=PRACTICE,
)
COMMON_BOTTOM_KEPT = MalRule(
    id="common-bottom-kept",
    goals=("multiply-fractions",),
    apply=common_bottom_kept,
    name="A common {bottom} found and kept",
    belief="fractions need a common {bottom} for everything, and keep it",
    shows="2/3 × 3/4 = 72/12.",
    question="Does multiplying need pieces of one size?",
    picture="rectangles",
    met=TIMES_FRACTION,
    source=FRACTIONS_GUIDE,
)
WRONG_ONE_INVERTED = MalRule(
    id="wrong-one-inverted",
    goals=("invert",),
    apply=wrong_one_inverted,
    name="The wrong fraction turned over",
    belief="one of the two is turned over, no matter which",
    shows="2/3 ÷ 4/5 = 3/2 × 4/5.",
    question="Which of the two do you divide by?",
    picture="strips",
    met=BY_FRACTION,
    source=FRACTIONS_GUIDE,
)
POINT_AS_IN_ADDITION = MalRule(
    id="point-as-in-addition",
    goals=("multiply-decimals",),
    apply=point_as_in_addition,
    name="The point as in a sum",
    belief="the point stands where it stands in adding",
    shows="{4.8} × {2.5} = {120.0}.",
    question="About how much should it be?",
    picture="square",
    met=DECIMAL_PRODUCTS,
    needs=("decimals",),
    source=PRACTICE,
)
SIDES_APART_IN_PRODUCTS = MalRule(
    id="sides-apart-in-products",
    goals=("multiply-decimals", "divide-decimals"),
    apply=sides_apart_in_products,
    name="The two sides of the point multiplied or divided apart",
    belief="a decimal is two whole numbers with a point between",
    shows="{4.8} × {2.5} = {8.40}.",
    question="About how much should it be?",
    picture="rectangles",
    met=DECIMAL_PRODUCTS,
    source=DECIMAL_MISCONCEPTIONS,
)
POINT_LOST_IN_QUOTIENT = MalRule(
    id="point-lost-in-quotient",
    goals=("divide-decimals",),
    apply=point_lost_in_quotient,
    name="The point lost in the quotient",
    belief="the digits are the answer",
    shows="{7.2} ÷ 4 = 18.",
    question="Multiply back. Do you get what was divided?",
    picture="strips",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
POINT_AS_IN_DIVIDEND = MalRule(
    id="point-as-in-dividend",
    goals=("divide-decimals",),
    apply=point_as_in_dividend,
    name="The point placed as in the dividend",
    belief="the point comes straight down, whatever is divided by",
    shows="{7.2} ÷ {0.4} = {1.8}.",
    question="Is the quotient more or less than what was divided?",
    picture="strips",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
PERCENT_SIGN_IGNORED = MalRule(
    id="percent-sign-ignored",
    goals=("percents-as-fractions", "percents-as-decimals"),
    apply=percent_sign_ignored,
    name="The percent sign passed over",
    belief="the sign says nothing of the number",
    shows="35% of 140 = 4900.",
    question="Is the percent more or less than the whole of it?",
    picture="bars",
    met=PERCENTS,
    source=PRACTICE,
)
PERCENT_AS_DIVISOR = MalRule(
    id="percent-as-divisor",
    goals=("percents-as-fractions", "percents-as-decimals"),
    apply=percent_as_divisor,
    name="The percent taken for a divisor",
    belief="so many percent are one part out of so many",
    shows="20% of 80 = 80 ÷ 20 = 4.",
    question="How often does the percent go into a hundred?",
    picture="square",
    met=PERCENTS,
    source=PRACTICE,
)
TEN_APPENDS_ZERO = MalRule(
    id="ten-appends-zero",
    goals=("multiply-decimals",),
    apply=ten_appends_zero,
    name="Times ten writes a zero",
    belief="times ten puts a zero at the end",
    shows="{3.5} × 10 = {3.50}.",
    question="Does a zero at the end change a decimal?",
    picture="square",
    met=DECIMAL_PRODUCTS,
    needs=("decimals",),
    source=DECIMAL_MISCONCEPTIONS,
)
REMAINDER_AS_DECIMAL = MalRule(
    id="remainder-as-decimal",
    goals=("divide-wholes", "divide-with-remainder", "write-decimal"),
    apply=remainder_as_decimal,
    name="The remainder written as a decimal",
    belief="the remainder stands after the point",
    shows="7 ÷ 4 = {1.3}, from 1 remainder 3.",
    question="What is left over is to be divided too: into how many?",
    picture="square",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
NEIGHBOURING_FACT = MalRule(
    id="neighbouring-fact",
    goals=("multiply-wholes",),
    apply=neighbouring_fact,
    every=False,
    name="A neighbouring fact of the table",
    belief="the next line of the table is taken",
    shows="7 × 8 = 63.",
    question="Which line of the table is this?",
    picture="rectangles",
    met=TIMES_FRACTION,
    source=PRACTICE,
)

MAL_RULES = (
    WHOLE_MULTIPLIES_BOTH,
    PART_BY_PART,
    COMMON_BOTTOM_KEPT,
    WRONG_ONE_INVERTED,
    POINT_AS_IN_ADDITION,
    SIDES_APART_IN_PRODUCTS,
    POINT_LOST_IN_QUOTIENT,
    POINT_AS_IN_DIVIDEND,
    PERCENT_SIGN_IGNORED,
    PERCENT_AS_DIVISOR,
    TEN_APPENDS_ZERO,
    REMAINDER_AS_DECIMAL,
    NEIGHBOURING_FACT,
)
"""The likelier first."""
