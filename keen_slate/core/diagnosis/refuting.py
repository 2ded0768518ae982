"""A wrong answer refuted by the numbers in hand: what became of what, a question that unsettles it, and a picture.

The question is chosen by what is false of this answer: a sum below one of its terms, a difference above what was there,
an answer that does not lead back. Every number in it is the item's, the answer's, or worked out from the two.
"""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from math import lcm

from keen_slate.core.diagnosis.line_units import units_asked
from keen_slate.core.diagnosis.misread import asked_of_misread
from keen_slate.core.estimating.estimates import estimates
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber
from keen_slate.core.pictures.lines import points
from keen_slate.core.pictures.quantities import LIKE
from keen_slate.core.pictures.read_off import beside_on_the_line
from keen_slate.core.pictures.shapes import WRONG, Bars, Picture, Proof, Run, Strip, Strips
from keen_slate.core.problem.from_picture import LARGEST_STRIP
from keen_slate.core.problem.tree import (
    Chain,
    Common,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    InStory,
    NoOneValue,
    Product,
    Rounding,
    Simplify,
    Sum,
    at_path,
    children,
    decimal_for,
    decimal_or_number,
    decimal_places,
    evaluate,
    is_numeral,
    number_for,
    tidy,
    walk,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.stories import written
from keen_slate.core.saying import in_stories, refuting, seen
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.putting_back import put_back

MOST_SHOWN = 3
"""Wholes that strips show at most; beyond, a number line or bars are drawn."""

MOST_TIMES = 30
"""How many times as long as the other a bar may be."""


@frozen
class Refutation:
    """A question, and the two numbers that it sets against each other, for a picture: what there is, and what the
    answer would make of it. ``seen`` says what the picture shows of them; ``picture`` where it is not to be chosen."""

    question: Say
    numbers: tuple[Expr, ...] = ()
    seen: Callable[..., str] = seen.counter_beside
    picture: Picture | None = None

    @property
    def amounts(self) -> tuple[Fraction, ...]:
        return tuple(evaluate(n) for n in self.numbers)

    @property
    def proof(self) -> Proof | None:
        """Both to one scale, and what is to be seen; None where one is below nothing or they are too far apart."""
        if len(self.numbers) != 2 or min(self.amounts) < 0:
            return None
        if self.amounts[0] == self.amounts[1] and self.seen is not seen.counter_below:
            return None
        picture = self.picture or self._strips() or self._line() or self._bars()
        there, answered = self.numbers
        return Proof(picture, Say.of(self.seen, there=there, answered=answered)) if picture is not None else None

    def _strips(self) -> Picture | None:
        bottoms = [n.denominator if isinstance(n, LIKE) else evaluate(n).denominator for n in self.numbers]
        if max(self.amounts) > MOST_SHOWN or max(bottoms) > LARGEST_STRIP:
            return None
        rows = zip(self.numbers, self.amounts, bottoms, (0, WRONG), strict=True)
        return Strips(tuple(Strip((Run(int(a * bottom), bottom, of),), n) for n, a, bottom, of in rows))

    def _line(self) -> Picture | None:
        line = points(self.numbers)
        if line is None:
            return None
        return replace(line, points=(line.points[0], replace(line.points[1], of=WRONG)))

    def _bars(self) -> Picture | None:
        smaller, larger = sorted(self.numbers, key=evaluate)
        if not evaluate(smaller) or evaluate(larger) > MOST_TIMES * evaluate(smaller):
            return None
        return Bars(larger, (smaller, number_for(evaluate(larger) - evaluate(smaller))), 1)


def how_it_shows(derivation: Derivation, answer: Expr) -> Say:
    """What the mistake made of what, in the numbers that stood there."""
    step = next((s for s in derivation.steps if s.by_mistake), None)
    if step is not None:
        before = at_path(step.before, step.at)
        if isinstance(before, InStory):
            return _of_a_story(before, step.wrote, answer)
        if not isinstance(before, FromPicture) and text_of(before) != text_of(step.wrote):
            return Say.of(refuting.taken_for, before=before, after=step.wrote)
    return Say.of(refuting.stands_there, answer=answer)


def _of_a_story(before: InStory, wrote: Expr, answer: Expr) -> Say:
    """What was calculated, or taken over, instead of what the story needs."""
    assert isinstance(wrote, InStory)
    calculation = before.next()
    if before.now is not None:
        now = wrote.now if wrote.now is not None else answer
        same = text_of(before.now) == text_of(now)
        return (
            Say.of(refuting.stands_there, answer=now)
            if same
            else Say.of(refuting.taken_for, before=before.now, after=now)
        )
    if calculation is None:
        return Say.of(refuting.stands_there, answer=answer)
    right = written(before, calculation)
    if wrote.now is None:
        name, number = wrote.found[-1]
        return Say.of(in_stories.taken_over, number=number, gives=name)
    if is_numeral(wrote.now):
        return Say.of(in_stories.taken_over, number=wrote.now, gives=wrote.target)
    return Say.of(in_stories.worked_instead, right=right, wrong=wrote.now)


def _back_into_the_story(expr: InStory, answer: Expr) -> Refutation:
    """What the answer would make of the story."""
    back = put_back(expr, answer)
    if back is None:
        return Refutation(Say.of(refuting.work_again, answer=answer, problem=expr))
    if back.reading != "exact":
        numbers = {"made": back.made, "result": back.number, "there": back.there}
        asked = Say.of(in_stories.is_it_enough, **numbers, name=back.name, up=back.reading == "up")
        return Refutation(asked, (back.there, back.number), seen.counter_back)
    asked = Say.of(
        in_stories.does_it_fit, answer=answer, made=back.made, result=back.number, name=back.name, there=back.there
    )
    return Refutation(asked, (back.there, back.number), seen.counter_back)


def question_of(problem: Problem, mistake: str, answer: Expr) -> Say:
    """The question that unsettles an answer to which a mistake led."""
    units = units_asked(problem)
    if mistake == "wrong-unit" and units[-1] not in BARE:
        return Say.of(refuting.which_unit, answer=answer, unit=units[-1])
    return refutation(problem, answer).question


def refutation(problem: Problem, answer: Expr) -> Refutation:
    """The question that unsettles this answer to this problem.

    >>> from keen_slate.core.saying.say import say
    >>> say(refutation(read("2/5 + 1/2"), read("3/7").expr).question)
    '1/2 is only one part of the sum. Can all of it be 3/7?'
    """
    expr = problem.expr
    if isinstance(expr, Comparison):
        return _of_a_comparison(expr)
    if isinstance(expr, Chain):
        return Refutation(Say.of(refuting.put_in, filled=answer)) if isinstance(answer, Chain) else _blank(expr, answer)
    try:
        value, right = evaluate(answer), evaluate(expr)
    except (NoOneValue, ZeroDivisionError):
        return Refutation(Say.of(refuting.work_again, answer=answer, problem=expr))
    if value == right:
        return _of_its_form(expr, answer)
    match expr:
        case InStory():
            return _back_into_the_story(expr, answer)
        case Rounding(of, unit):
            return Refutation(Say.of(refuting.how_far_off, answer=answer, number=of, unit=unit), (of, answer))
        case Estimating(of):
            return _of_a_calculation(tidy(of), answer, value)
        case Convert(of) | Simplify(of) if not isinstance(tidy(of), (Sum, Product)):
            return _of_another_form(tidy(of), answer, value)
        case Convert(of) | Simplify(of):
            return _of_a_calculation(tidy(of), answer, value)
        case FromPicture():
            asked = asked_of_misread(expr, answer, value)
            return Refutation(asked, (expr.of, answer), picture=beside_on_the_line(expr, answer))
        case Common():
            return Refutation(Say.of(refuting.work_again, answer=answer, problem=expr))
    return _of_a_calculation(tidy(expr), answer, value)


def _of_a_comparison(expr: Comparison) -> Refutation:
    one, other = expr.written[:2]
    amounts = one, other
    bottoms = [n.denominator for n in (one, other) if isinstance(n, (CommonFraction, MixedNumber))]
    if len(bottoms) == 2:
        return Refutation(
            Say.of(refuting.count_in_pieces, one=one, other=other, bottom=lcm(*bottoms)), amounts, seen.counter_compared
        )
    decimals = [n for n in (one, other) if isinstance(n, DecimalNumeral)]
    if len(decimals) == 2:
        bottom = 10 ** max(d.places for d in decimals)
        return Refutation(
            Say.of(refuting.count_in_pieces, one=one, other=other, bottom=bottom), amounts, seen.counter_compared
        )
    return Refutation(Say.of(refuting.compare_each, one=one, other=other), amounts, seen.counter_compared)


def _blank(expr: Chain, answer: Expr) -> Refutation:
    return Refutation(Say.of(refuting.work_again, answer=answer, problem=expr))


def _of_another_form(number: Expr, answer: Expr, value: Fraction) -> Refutation:
    """A number written in another form that is worth something else."""
    plain = number_for(value)
    if text_of(plain) == text_of(answer) and decimal_places(value) is not None:
        plain = decimal_for(value) if value >= 0 else plain
    amounts = number, answer
    if text_of(plain) in (text_of(answer), text_of(number)):
        return Refutation(Say.of(refuting.as_much_as, answer=answer, number=number), amounts)
    return Refutation(Say.of(refuting.same_as, answer=answer, plain=plain, number=number), amounts)


def _of_a_calculation(expr: Expr, answer: Expr, value: Fraction) -> Refutation:
    if value < 0 and all(evaluate(n) >= 0 for n in walk(expr) if not children(n)) and evaluate(expr) >= 0:
        return Refutation(Say.of(refuting.below_nothing, answer=answer))
    if isinstance(expr, Sum):
        return _of_a_sum(expr, answer, value)
    if isinstance(expr, Product):
        return _of_a_product(expr, answer, value)
    return _about(expr, answer, value)


def _of_a_sum(expr: Sum, answer: Expr, value: Fraction) -> Refutation:
    worths = [evaluate(t.expr) for t in expr.terms]
    added = all(not t.minus for t in expr.terms)
    if added and min(worths) >= 0 and (max(worths) > value or (max(worths) == value and min(worths) > 0)):
        largest = max(range(len(worths)), key=lambda i: worths[i])
        term = expr.terms[largest].expr
        return Refutation(
            Say.of(refuting.less_than_a_term, answer=answer, term=term), (term, answer), seen.counter_below
        )
    *before, last = expr.terms
    rest = tidy(Sum(tuple(before)))
    if not added and all(t.minus for t in expr.terms[1:]) and min(worths) >= 0 and value > worths[0] >= 0:
        start = expr.terms[0].expr
        if not expr.terms[0].minus:
            said = Say.of(refuting.more_than_was_there, answer=answer, minuend=start)
            return Refutation(said, (start, answer), seen.counter_above)
    if last.minus:
        said = Say.of(refuting.add_back, answer=answer, taken=last.expr, start=rest)
        return _led_back(said, rest, value + worths[-1])
    said = Say.of(refuting.take_back, answer=answer, added=last.expr, start=rest)
    return _led_back(said, rest, value - worths[-1])


def _of_a_product(expr: Product, answer: Expr, value: Fraction) -> Refutation:
    *before, last = expr.factors
    worth = evaluate(last.expr)
    rest = tidy(Product(tuple(before))) if not before[0].divide else Product((Factor(before[0].expr),))
    if last.divide:
        said = Say.of(refuting.multiply_back, answer=answer, divisor=last.expr, start=rest)
        return _led_back(said, rest, value * worth)
    if len(expr.factors) == 2:
        for factor, other in ((expr.factors[0].expr, last.expr), (last.expr, expr.factors[0].expr)):
            if 0 < evaluate(factor) < 1 and value >= evaluate(other) > 0:
                said = Say.of(refuting.part_of, answer=answer, factor=factor, other=other)
                return Refutation(said, (other, answer), seen.counter_part)
    if worth == 0:
        return _about(expr, answer, value)
    said = Say.of(refuting.divide_back, answer=answer, factor=last.expr, start=rest)
    return _led_back(said, rest, value / worth)


def _led_back(said: Say, start: Expr, back: Fraction) -> Refutation:
    """Where the way back began, and where it leads."""
    there = start if is_numeral(start) else number_for(evaluate(start))
    return Refutation(
        said, (there, decimal_or_number(back, decimals=isinstance(there, DecimalNumeral))), seen.counter_back
    )


def _about(expr: Expr, answer: Expr, value: Fraction) -> Refutation:
    """Against an estimate that exposes it, else against the order of the steps."""
    exposing = next((e for e in estimates(expr) if not e.holds(value)), None)
    if exposing is not None:
        return Refutation(
            Say.of(refuting.near_estimate, answer=answer, rounded=exposing.rounded),
            (number_for(exposing.value), answer),
        )
    return Refutation(Say.of(refuting.work_again, answer=answer, problem=expr))


def _of_its_form(expr: Expr, answer: Expr) -> Refutation:
    """The right value in an unfit form."""
    match answer:
        case CommonFraction(top, bottom) if top >= bottom:
            return Refutation(Say.of(refuting.pieces_of_a_whole, top=top, bottom=bottom))
        case MixedNumber(_, top, bottom) if top >= bottom:
            return Refutation(Say.of(refuting.pieces_of_a_whole, top=top, bottom=bottom))
        case CommonFraction(top, bottom) | MixedNumber(_, top, bottom):
            return Refutation(Say.of(refuting.both_divided, top=top, bottom=bottom))
        case DecimalNumeral():
            return Refutation(Say.of(refuting.last_zeros, answer=answer))
        case _:
            return Refutation(Say.of(refuting.as_much_as, answer=answer, number=expr))
