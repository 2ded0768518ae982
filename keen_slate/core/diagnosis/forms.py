"""The form of an answer that has the right value: what the teacher's policy refuses, and how the fault is called."""

from fractions import Fraction
from math import gcd
from typing import Literal

from keen_slate.core.notation.units import are_same, times_smaller
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
    WithRemainder,
)
from keen_slate.core.problem.tree import (
    MEASURE,
    REMAINDER,
    Convert,
    Expr,
    FromPicture,
    Negative,
    Rounding,
    Simplify,
    Sum,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.converting import places_of

Policy = Literal["simplest-form", "mixed-number", "any-equivalent", "as-asked"]


def form_faults(problem: Problem, answer: Problem, policy: Policy, *, label_required: bool = False) -> tuple[str, ...]:
    """The ids of the faults, none where the form is accepted.

    Under every policy a mixed number with an improper part and a whole left as a fraction are refused, unless the
    question asks for that form; under ``simplest-form`` the fraction must be in lowest terms as well. An improper
    fraction in lowest terms is accepted where no mixed number is asked for, but not under ``mixed-number``.

    >>> form_faults(read("3 2/3 + 2/3"), read("4 2/6"), "simplest-form")
    ('not-reduced',)
    >>> form_faults(read("3 2/3 + 2/3"), read("4 2/6"), "any-equivalent")
    ()
    """
    expr = problem.expr
    if isinstance(expr, Convert) and expr.to == "kept-decimal":  # a fraction is right as well
        expr = expr.of
    number: Expr = answer.expr.of if isinstance(answer.expr, Negative) else answer.expr
    faults: list[str] = []
    if label_required and problem.label and not answer.label:
        faults.append("label-missing")
    if problem.label and answer.label and not are_same(answer.label, problem.label) and answer.label != "%":
        faults.append("other-unit")
    if isinstance(expr, FromPicture):  # as it is counted, in whatever pieces
        return tuple(faults)
    if isinstance(expr, Convert) and expr.to not in FORMS_OF_NUMBERS:
        return tuple(faults + _other_than_measured(number, expr.to))
    if isinstance(expr, Convert):
        if label_required and expr.to == "percent" and isinstance(number, Percent) and answer.label != "%":
            faults.append("label-missing")
        return tuple(faults + _other_than_asked(number, expr.to))
    if isinstance(expr, Rounding):
        return tuple(faults + _other_than_rounded_to(number, expr))
    if "+" in answer.label:  # nothing in two units is reduced
        return tuple(faults)
    reduced_asked = isinstance(expr, Simplify) or policy in ("simplest-form", "mixed-number")
    match number:
        case MixedNumber(_, top, bottom) if top >= bottom and policy != "as-asked":
            faults.append("part-left-improper")
        case CommonFraction(top, bottom) if top % bottom == 0 and policy != "as-asked":
            faults.append("whole-left-as-fraction")
        case CommonFraction(top, bottom) if top > bottom and policy == "mixed-number":
            faults += ["improper-left", *(["not-reduced"] if gcd(top, bottom) > 1 else [])]
        case MixedNumber(_, top, bottom) | CommonFraction(top, bottom) if reduced_asked and gcd(top, bottom) > 1:
            faults.append("not-reduced")
        case _:
            pass
    return tuple(faults)


FORMS_OF_NUMBERS = ("mixed", "improper", "fraction", "decimal", "percent", REMAINDER)


def _other_than_measured(number: Expr, to: str) -> list[str]:
    """Money has two places, or none; expanded form is a sum of places, which no single number is."""
    if to == "money" and isinstance(number, DecimalNumeral) and number.places != 2:
        return ["other-form-than-asked"]
    if to == "expanded" and not is_in_places(number):
        return ["other-form-than-asked"]
    if to.startswith(MEASURE) and isinstance(number, MixedNumber) and number.part.is_improper:
        return ["part-left-improper"]
    return []


def is_in_places(expr: Expr) -> bool:
    """Whether a number stands in expanded form, each term one digit and its place: 5 + 0.2, 5 × 1 + 2 × 1/10."""
    if is_numeral(expr):
        return len(places_of(expr)) < 2
    if not isinstance(expr, Sum) or any(term.minus for term in expr.terms):
        return False
    worths = [evaluate(term.expr) for term in expr.terms]
    number = decimal_for(sum(worths, Fraction(0)))
    return sorted(worths, reverse=True) == [n.value for n in places_of(number)]


def is_wrong_unit(problem: Problem, answer: Problem) -> bool:
    """Whether an answer has a unit that the problem's cannot be converted into."""
    asked, given = problem.label, answer.label
    if not asked or not given or are_same(asked, given) or "%" in (asked, given):
        return False
    return times_smaller(given, asked) is None


def _other_than_rounded_to(number: Expr, asked: Rounding) -> list[str]:
    """To so many places a decimal has so many: 1.0 and not 1."""
    of = asked.of.of if isinstance(asked.of, Negative) else asked.of
    places = decimal_places(asked.unit)
    if not places or not isinstance(of, (DecimalNumeral, RepeatingDecimal)) or asked.unit != Fraction(1, 10**places):
        return []
    return [] if isinstance(number, DecimalNumeral) and number.places == places else ["other-form-than-asked"]


def _other_than_asked(number: Expr, to: str) -> list[str]:
    fits = {
        "mixed": isinstance(number, (Whole, MixedNumber))
        or (isinstance(number, CommonFraction) and not number.is_improper),
        "improper": isinstance(number, CommonFraction),
        "fraction": isinstance(number, (Whole, CommonFraction, MixedNumber)),
        "decimal": isinstance(number, (Whole, DecimalNumeral, RepeatingDecimal)),
        "percent": isinstance(number, Percent),
        REMAINDER: isinstance(number, (Whole, WithRemainder)),
    }[to]
    if not fits:
        return ["other-form-than-asked"]
    if isinstance(number, MixedNumber) and number.part.is_improper:
        return ["part-left-improper"]
    if to in ("fraction", "mixed") and isinstance(number, (CommonFraction, MixedNumber)):
        return ["not-reduced"] if gcd(number.numerator, number.denominator) > 1 else []
    return []
