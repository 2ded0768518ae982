"""Checks of an answer as workings of their own."""

from fractions import Fraction
from math import gcd

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, WithRemainder
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    InStory,
    Negative,
    Product,
    Sum,
    Term,
    calculation_in,
    children,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.saying import in_stories, weighing
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.putting_back import put_back
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, work

MOST_ROUNDED = 4
"""Terms of a sum that is checked in rounded decimals: with more of them they say too little."""


@frozen
class Check:
    """One way to check an answer: ``put-back`` (into a story), ``inverse``, ``another-school``, ``decimals``,
    ``rounded`` or ``simplest-form``."""

    id: str
    said: Say
    working: Working | None = None


def checks_of(problem: Problem, school: School = DEFAULT_SCHOOL) -> tuple[Check, ...]:
    """Every check that fits the problem, each worked by the teacher's school."""
    answer = work(problem, school).answer
    if not is_numeral(answer.of if isinstance(answer, Negative) else answer):
        return ()
    if isinstance(problem.expr, InStory):
        told = [_put_back(problem.expr, answer, school), _another_school(problem, school), _simplest(answer)]
        return tuple(c for c in told if c is not None)
    found = [
        _inverse(calculation_in(problem.expr), answer, school),
        _another_school(problem, school),
        _decimals(problem.expr, school),
        _rounded(problem.expr, answer),
        _simplest(answer),
    ]
    return tuple(c for c in found if c is not None)


def _inverse(expr: Expr, answer: Expr, school: School) -> Check | None:
    """The last operation undone: the answer with what was taken away put back gives the first number."""
    match expr:
        case Sum((Term(first, False), Term(second, minus))) if isinstance(answer, (Whole, CommonFraction, MixedNumber)):
            if not (is_numeral(first) and is_numeral(second)):
                return None
            undone: Expr = Sum((Term(answer), Term(second, not minus)))
            back = first
        case Product((Factor(first, False), Factor(second, divide))) if evaluate(second) != 0:
            if not (is_numeral(first) and is_numeral(second)):
                return None
            undone = Product((Factor(answer), Factor(second, not divide)))
            if isinstance(answer, WithRemainder):
                multiplied = Product((Factor(Whole(answer.quotient)), Factor(second)))
                undone = Sum((Term(multiplied), Term(Whole(answer.rest))))
            back = first
        case _:
            return None
    working = work(Problem(undone), school)
    assert evaluate(working.answer) == evaluate(back)
    return Check("inverse", Say.of(weighing.check_inverse, back=back, undone=undone), working)


def _put_back(story: InStory, answer: Expr, school: School) -> Check | None:
    """The answer put back into the story."""
    back = put_back(story, answer)
    if back is None:
        return None
    said = Say.of(
        in_stories.it_fits, made=back.made, result=back.number, name=back.name, there=back.there, reading=back.reading
    )
    return Check("put-back", said, work(Problem(back.made), school))


def _another_school(problem: Problem, school: School) -> Check | None:
    """The same by all improper fractions (or, for that school, by regrouping and wholes first)."""
    other = {"subtracting": "improper", "adding": "improper"}
    if school["subtracting"] == "improper":
        other = {"subtracting": "regroup", "adding": "wholes-first"}
    mine = work(problem, school)
    theirs = work(problem, school_from(FACETS, school.as_dict() | other))
    if [line.expr for line in mine.lines] == [line.expr for line in theirs.lines]:
        return None
    return Check("another-school", Say.of(weighing.check_another_school), theirs)


def _decimals(expr: Expr, school: School) -> Check | None:
    """The same in decimals, where every number ends as one; in hundredths, as money and metres are, where all do."""
    if not isinstance(expr, (Sum, Product)) or not all(is_numeral(c) for c in children(expr)):
        return None
    numbers = children(expr)
    if all(isinstance(n, (Whole, DecimalNumeral)) for n in numbers):
        return None
    if any(decimal_places(evaluate(n)) is None for n in numbers):
        return None
    money = isinstance(expr, Sum) and all((evaluate(n) * 100).denominator == 1 for n in numbers)
    turned = with_numbers(expr, lambda n: _in_hundredths(evaluate(n)) if money else decimal_for(evaluate(n)))
    return Check("decimals", Say.of(weighing.check_decimals, money=money), work(Problem(turned), school))


def _in_hundredths(value: Fraction) -> DecimalNumeral:
    """Rounded half up to two places, both written."""
    return DecimalNumeral(int(value * 100 + Fraction(1, 2)), 2)


def _rounded(expr: Expr, answer: Expr) -> Check | None:
    """A sum with fractions that never end as decimals, in hundredths: near, and how near."""
    if not isinstance(expr, Sum) or not all(is_numeral(c) for c in children(expr)) or len(expr.terms) > MOST_ROUNDED:
        return None
    if isinstance(answer, Negative) or all(decimal_places(evaluate(c)) is not None for c in children(expr)):
        return None
    rounded = Sum(tuple(Term(_in_hundredths(evaluate(t.expr)), t.minus) for t in expr.terms))
    total = evaluate(rounded)
    if total < 0:
        return None
    about = _in_hundredths(evaluate(answer))
    said = Say.of(weighing.check_rounded, rounded=rounded, total=_in_hundredths(total), answer=answer, about=about)
    return Check("rounded", said)


def _simplest(answer: Expr) -> Check | None:
    """Top and bottom share no factor but 1."""
    number = answer.of if isinstance(answer, Negative) else answer
    if not isinstance(number, (CommonFraction, MixedNumber)):
        return None
    if gcd(number.numerator, number.denominator) > 1:
        return None  # 2 2/4 as an improper fraction is 10/4: the form was asked for, not the simplest one
    return Check("simplest-form", Say.of(weighing.check_simplest, top=number.numerator, bottom=number.denominator))
