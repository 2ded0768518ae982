"""Mistakes in writing a number in another form, and in simplifying."""

from math import gcd

from keen_slate.core.curriculum.places import EQUIVALENT, MIXED_FORMS, PERCENTS
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, mixed_form
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Left,
    Product,
    Sum,
    Term,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.rules.common_denominators import primes_of


def _with_tops(expr: Expr, top_of: dict[MixedNumber, int]) -> Move | None:
    """Every mixed number over its own bottom with a top of the pupil's; wholes over 1 as they should be."""

    def changed(number: Expr, *, wholes_too: bool) -> Expr:
        if isinstance(number, MixedNumber):
            return CommonFraction(top_of[number], number.denominator)
        if isinstance(number, Whole) and wholes_too:
            return CommonFraction(number.n, 1)
        return number

    if isinstance(expr, MixedNumber):
        return Move(CommonFraction(top_of[expr], expr.denominator))
    if isinstance(expr, Product):
        factors = tuple(Factor(changed(f.expr, wholes_too=False), f.divide, f.implied) for f in expr.factors)
        return Move(Product(factors, expr.marks))
    if isinstance(expr, Sum):
        terms = tuple(Term(changed(t.expr, wholes_too=True), t.minus) for t in expr.terms)
        return Move(Sum(terms, expr.marks | {"improper"}))
    return None


def _mixed_in(expr: Expr) -> list[MixedNumber]:
    numbers: list[Expr] = [expr]
    if isinstance(expr, Product):
        numbers = [f.expr for f in expr.factors]
    elif isinstance(expr, Sum):
        numbers = [t.expr for t in expr.terms]
    return [n for n in numbers if isinstance(n, MixedNumber)]


def whole_plus_top(expr: Expr) -> Move | Impasse | None:
    """Whole plus top over the bottom: 2 3/4 becomes 5/4.

    >>> whole_plus_top(MixedNumber(2, 3, 4)).after
    CommonFraction(numerator=5, denominator=4)
    """
    found = _mixed_in(expr)
    return _with_tops(expr, {n: n.whole + n.numerator for n in found}) if found else None


def whole_times_top(expr: Expr) -> Move | Impasse | None:
    """Whole times top plus bottom, over the bottom: 2 3/4 becomes 10/4.

    >>> whole_times_top(MixedNumber(2, 3, 4)).after
    CommonFraction(numerator=10, denominator=4)
    """
    found = _mixed_in(expr)
    if not found:
        return None
    return _with_tops(expr, {n: n.whole * n.numerator + n.denominator for n in found})


def quotient_remainder_swapped(expr: Expr) -> Move | Impasse | None:
    """Remainder and quotient change places: 11 ÷ 4 = 2 remainder 3 becomes 3 2/4.

    >>> quotient_remainder_swapped(CommonFraction(11, 4)).after
    MixedNumber(whole=3, numerator=2, denominator=4)
    """
    if not isinstance(expr, CommonFraction):
        return None
    count, rest = divmod(expr.numerator, expr.denominator)
    if rest == 0:
        return None
    return Move(mixed_form(rest, count, expr.denominator))


def _fraction(expr: Expr) -> tuple[int, int, int] | None:
    """Whole, top, bottom of a number that can be simplified; None of another."""
    if not isinstance(expr, (CommonFraction, MixedNumber)) or expr.numerator == 0:
        return None
    if gcd(expr.numerator, expr.denominator) == 1:
        return None
    return (expr.whole if isinstance(expr, MixedNumber) else 0), expr.numerator, expr.denominator


def divide_top_only(expr: Expr) -> Move | Impasse | None:
    """Only the top is divided: 6/8 becomes 3/8.

    >>> divide_top_only(CommonFraction(6, 8)).after
    CommonFraction(numerator=3, denominator=8)
    """
    found = _fraction(expr)
    if found is None:
        return None
    whole, top, bottom = found
    return Move(mixed_form(whole, top // gcd(top, bottom), bottom))


def divide_bottom_only(expr: Expr) -> Move | Impasse | None:
    """Only the bottom is divided: 6/8 becomes 6/4.

    >>> divide_bottom_only(CommonFraction(6, 8)).after
    CommonFraction(numerator=6, denominator=4)
    """
    found = _fraction(expr)
    if found is None:
        return None
    whole, top, bottom = found
    return Move(mixed_form(whole, top, bottom // gcd(top, bottom)))


def divided_differently(expr: Expr) -> Move | Impasse | None:
    """Top and bottom are divided by different numbers: 9/12 becomes 3/6.

    >>> divided_differently(CommonFraction(9, 12)).after
    CommonFraction(numerator=3, denominator=6)
    """
    found = _fraction(expr)
    if found is None:
        return None
    whole, top, bottom = found
    first = primes_of(top)[0] if top > 1 else 1
    second = next((p for p in primes_of(bottom) if p != first), None)
    if first == 1 or second is None or bottom // second == 1:
        return None
    return Move(mixed_form(whole, top // first, bottom // second))


def whole_divided_along(expr: Expr) -> Move | Impasse | None:
    """The whole is divided too: 4 2/6 becomes 2 1/3.

    >>> whole_divided_along(MixedNumber(4, 2, 6)).after
    MixedNumber(whole=2, numerator=1, denominator=3)
    """
    found = _fraction(expr)
    if found is None:
        return None
    whole, top, bottom = found
    factor = gcd(top, bottom)
    if whole == 0 or whole % factor:
        return None
    return Move(mixed_form(whole // factor, top // factor, bottom // factor))


def stopped_too_early(expr: Expr) -> Move | Impasse | None:
    """Divided once, although it goes on: 12/18 becomes 6/9.

    >>> stopped_too_early(CommonFraction(12, 18)).after == Left(CommonFraction(6, 9))
    True
    """
    found = _fraction(expr)
    if found is None:
        return None
    whole, top, bottom = found
    factor = primes_of(gcd(top, bottom))[0]
    if factor == gcd(top, bottom):
        return None
    return Move(Left(mixed_form(whole, top // factor, bottom // factor)))


def not_reduced(expr: Expr) -> Move | Impasse | None:
    """Left as it is: 4 2/6.

    >>> not_reduced(MixedNumber(4, 2, 6)).after == Left(MixedNumber(4, 2, 6))
    True
    """
    return Move(Left(expr)) if _fraction(expr) else None


def percent_sign_put_behind(expr: Expr) -> Move | Impasse | None:
    """The decimal is kept and a percent sign put behind it: 0.6 becomes 0.6%, and so does 3/5.

    >>> percent_sign_put_behind(CommonFraction(3, 5)).after
    Percent(of=DecimalNumeral(digits=6, places=1, leading_zero=True))
    """
    if not is_numeral(expr) or isinstance(expr, Percent) or decimal_places(evaluate(expr)) is None:
        return None
    decimal = decimal_for(evaluate(expr))
    assert isinstance(decimal, (Whole, DecimalNumeral))
    return Move(Percent(decimal))


def percent_one_place(expr: Expr) -> Move | Impasse | None:
    """The digits of a percent move one place in place of two: 5% becomes 0.5.

    >>> percent_one_place(Percent(Whole(5))).after
    DecimalNumeral(digits=5, places=1, leading_zero=True)
    """
    if not isinstance(expr, Percent) or decimal_places(expr.value) is None:
        return None
    return Move(decimal_for(expr.value * 10))


_IMPROPER: tuple[GoalId, ...] = ("to-improper", "write-improper")
PERCENT_SIGN_PUT_BEHIND = MalRule(
    id="percent-sign-put-behind",
    goals=("write-percent",),
    apply=percent_sign_put_behind,
    name="The percent sign put behind",
    belief="a percent is the number with a sign behind it",
    shows="{0.6} = {0.6}%.",
    question="How many hundredths is the number?",
    picture="square",
    met=PERCENTS,
    needs=("converting",),
    source=PRACTICE,
)
PERCENT_ONE_PLACE = MalRule(
    id="percent-one-place",
    goals=("write-decimal", "write-fraction"),
    apply=percent_one_place,
    name="A percent moved one place",
    belief="a percent is a tenth of the number",
    shows="5% = {0.5}.",
    question="How many places does a hundredth take?",
    picture="square",
    met=PERCENTS,
    needs=("converting",),
    source=PRACTICE,
)
WHOLE_PLUS_TOP = MalRule(
    id="whole-plus-top",
    goals=_IMPROPER,
    apply=whole_plus_top,
    name="Whole plus {top} over the {bottom}",
    belief="whole and {top} are counted together",
    shows="2 3/4 = 5/4.",
    question="How many of these pieces are in one whole?",
    picture="discs",
    met=MIXED_FORMS,
    source=PRACTICE,
)
WHOLE_TIMES_TOP = MalRule(
    id="whole-times-top",
    goals=_IMPROPER,
    apply=whole_times_top,
    name="Whole times {top} plus {bottom}",
    belief="the numbers are worked in the wrong order",
    shows="2 3/4 = 10/4.",
    question="What is counted when the whole is multiplied by the {top}?",
    picture="discs",
    met=MIXED_FORMS,
    source=PRACTICE,
)
QUOTIENT_REMAINDER_SWAPPED = MalRule(
    id="quotient-remainder-swapped",
    goals=("take-out-wholes",),
    apply=quotient_remainder_swapped,
    name="Remainder and quotient changed places",
    belief="the remainder is the whole",
    shows="11/4 = 3 2/4, from 11 ÷ 4 = 2 remainder 3.",
    question="How many whole discs can you lay with these pieces?",
    picture="discs",
    met=MIXED_FORMS,
    source=PRACTICE,
)
DIVIDE_TOP_ONLY = MalRule(
    id="divide-top-only",
    goals=("simplify",),
    apply=divide_top_only,
    every=False,
    name="Only the {top} divided",
    belief="simplifying makes the {top} smaller",
    shows="6/8 = 3/8.",
    question="Are fewer pieces of the same size as much?",
    picture="strips",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)
DIVIDE_BOTTOM_ONLY = MalRule(
    id="divide-bottom-only",
    goals=("simplify",),
    apply=divide_bottom_only,
    every=False,
    name="Only the {bottom} divided",
    belief="simplifying makes the {bottom} smaller",
    shows="6/8 = 6/4.",
    question="Are as many larger pieces as much?",
    picture="strips",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)
DIVIDED_DIFFERENTLY = MalRule(
    id="divided-differently",
    goals=("simplify",),
    apply=divided_differently,
    every=False,
    name="{top} and {bottom} divided by different numbers",
    belief="each may be divided by what goes into it",
    shows="9/12 = 3/6.",
    question="By what did you divide the {top}? And the {bottom}?",
    picture="strips",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)
WHOLE_DIVIDED_ALONG = MalRule(
    id="whole-divided-along",
    goals=("simplify",),
    apply=whole_divided_along,
    name="The whole divided along",
    belief="simplifying divides every number in sight",
    shows="4 2/6 = 2 1/3.",
    question="What became of the wholes?",
    picture="discs",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)
STOPPED_TOO_EARLY = MalRule(
    id="stopped-too-early",
    goals=("simplify",),
    apply=stopped_too_early,
    kind="form",
    name="Stopped too early",
    belief="dividing once is enough",
    shows="12/18 = 6/9 stands as the answer.",
    question="Look again: is there a number that goes into both?",
    picture="strips",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)
NOT_REDUCED = MalRule(
    id="not-reduced",
    goals=("simplify",),
    apply=not_reduced,
    kind="form",
    name="Not reduced",
    belief="the value is right, so nothing is left to do",
    shows="The answer is not in {simplest_form}: 4 2/6.",
    question="Is there a number that goes into both?",
    picture="strips",
    met=EQUIVALENT,
    needs=("simplify",),
    source=PRACTICE,
)

MAL_RULES = (
    WHOLE_PLUS_TOP,
    WHOLE_TIMES_TOP,
    QUOTIENT_REMAINDER_SWAPPED,
    DIVIDE_TOP_ONLY,
    DIVIDE_BOTTOM_ONLY,
    DIVIDED_DIFFERENTLY,
    WHOLE_DIVIDED_ALONG,
    STOPPED_TOO_EARLY,
    NOT_REDUCED,
    PERCENT_SIGN_PUT_BEHIND,
    PERCENT_ONE_PLACE,
)
"""The likelier first."""
