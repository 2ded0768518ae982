"""An item under the glass: what each mal-rule gives on it, which cannot be told apart, and numbers that tell more."""

from collections.abc import Iterator
from fractions import Fraction
from itertools import combinations
from typing import Literal

from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.second_look import SecondLook, look_twice
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem import bounds
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    Product,
    Sum,
    children,
    evaluate,
    is_numeral,
    walk,
    with_child,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL

Outcome = Literal["wrong", "form", "luck", "no-answer", "cannot-occur"]


@frozen
class Row:
    """What one mal-rule does on the item; ``like`` are the others that give the same answer."""

    mistake: str
    outcome: Outcome
    answer: Expr | None = None
    caught: bool = False
    like: tuple[str, ...] = ()


@frozen
class Glass:
    """``tells`` is how much the item tells: of all pairs among the right answer and the mistakes that can be made, the
    share that the answers keep apart (0 to 1; 0 where no mistake can be made)."""

    rows: tuple[Row, ...]
    tells: Fraction

    def collisions(self) -> tuple[tuple[str, ...], ...]:
        """The groups of mal-rules that give one answer."""
        groups = {tuple(sorted((r.mistake, *r.like))) for r in self.rows if r.outcome == "wrong" and r.like}
        return tuple(sorted(groups))


def under_the_glass(problem: Problem, school: School = DEFAULT_SCHOOL) -> Glass:
    """The table of every mal-rule on an item under the teacher's school.

    >>> under_the_glass(read("2/5 + 1/3")).collisions()[-1]
    ('multiply-bottoms-add-tops', 'rename-bottom-only')
    """
    second = look_twice(problem, school)
    by_answer: dict[Fraction | str, list[str]] = {}
    for w in second.likely_wrong:
        by_answer.setdefault(_key(w.answer), []).append(w.mistake)
    rows: dict[str, Row] = {}
    for w in second.likely_wrong:
        like = tuple(m for m in by_answer[_key(w.answer)] if m != w.mistake)
        rows[w.mistake] = Row(w.mistake, "wrong", w.answer, w.caught, like)
    for w in second.form_only:
        rows[w.mistake] = Row(w.mistake, "form", w.answer)
    for mistake in second.right_by_luck:
        rows[mistake] = Row(mistake, "luck")
    for stuck in second.no_answer:
        rows[stuck.mistake] = Row(stuck.mistake, "no-answer")
    return Glass(tuple(rows.get(m.id, Row(m.id, "cannot-occur")) for m in MAL_RULES), how_much_it_tells(second))


def _key(answer: Expr) -> Fraction | str:
    return text_of(answer) if isinstance(answer, (Comparison, Chain)) else evaluate(answer)


def how_much_it_tells(second: SecondLook) -> Fraction:
    """The share of pairs that the answers keep apart, from 0 to 1."""
    keys: list[Fraction | str] = [_key(w.answer) for w in second.likely_wrong] + ["right"] * len(second.right_by_luck)
    if not keys:
        return Fraction(0)
    keys.append("right")
    pairs = list(combinations(keys, 2))
    return Fraction(sum(a != b for a, b in pairs), len(pairs))


@frozen
class Better:
    """A neighbouring item with the same demands that tells more."""

    problem: Problem
    tells: Fraction


def better_numbers(problem: Problem, school: School = DEFAULT_SCHOOL, most: int = 3) -> tuple[Better, ...]:
    """Nearby operands with the same demands that keep more mistakes apart, the best first."""
    here = how_much_it_tells(look_twice(problem, school))
    wanted = demands_of(problem)
    found: list[Better] = []
    for other in neighbours(problem):
        if demands_of(other) != wanted:
            continue
        tells = how_much_it_tells(look_twice(other, school))
        if tells > here:
            found.append(Better(other, tells))
    found.sort(key=lambda b: (-b.tells, len(text_of(b.problem.expr)), text_of(b.problem.expr)))
    return tuple(found[:most])


def separating(
    problem: Problem, one: str, other: str, school: School = DEFAULT_SCHOOL, *, others_too: bool = False
) -> Problem | None:
    """A nearby item with the same demands on which two mistakes give different answers, or with ``others_too`` one with
    other demands where there is no such; None where none is near."""
    wanted = demands_of(problem)
    second_best = None
    for near in neighbours(problem):
        alike = demands_of(near) == wanted
        if not alike and (second_best is not None or not others_too):
            continue
        answers = {w.mistake: _key(w.answer) for w in look_twice(near, school).likely_wrong}
        if one in answers and other in answers and answers[one] != answers[other]:
            if alike:
                return near
            second_best = near
    return second_best


def neighbours(problem: Problem) -> Iterator[Problem]:
    """The item with one of its numbers changed a little, then with two."""
    expr = problem.expr
    if not isinstance(expr, (Sum, Product)):
        return
    seen: set[Expr] = {expr}
    count, length = 0, sum(is_numeral(e) for e in walk(expr))
    singles = list(_changed(expr))
    for near in singles + [two for one in singles[::3] for two in _changed(one)]:
        if near in seen:
            continue
        seen.add(near)
        try:
            negative = evaluate(near) < 0
        except ZeroDivisionError:
            continue
        if negative:
            continue
        count += 1
        if count > 4 * bounds.MOST_NEIGHBOURS // max(2, length) ** 2:
            return
        yield Problem(near, problem.label)


def _changed(expr: Expr) -> Iterator[Expr]:
    for index, child in enumerate(children(expr)):
        if is_numeral(child):
            for number in _near(child):
                yield with_child(expr, index, number)


def _near(number: Expr) -> Iterator[Expr]:
    match number:
        case Whole(n):
            yield from (Whole(n + by) for by in (1, -1, 2) if n + by > 0)
        case CommonFraction(top, bottom):
            yield from (CommonFraction(t, b) for t, b in _near_parts(top, bottom))
        case MixedNumber(whole, top, bottom):
            yield from (MixedNumber(whole, t, b) for t, b in _near_parts(top, bottom))
            yield from (MixedNumber(whole + by, top, bottom) for by in (1, -1) if whole + by > 0)
        case DecimalNumeral(digits, places):
            yield from (DecimalNumeral(digits + by, places) for by in (1, -1, 2, 10, -10) if digits + by > 0)
        case _:
            return


def _near_parts(top: int, bottom: int) -> Iterator[tuple[int, int]]:
    for by in (1, -1, 2, -2):
        if 0 < top + by < bottom:
            yield top + by, bottom
    for b in (bottom + 1, bottom - 1, bottom + 2, bottom * 2):
        if top < b <= 24 and b > 1:
            yield top, b
