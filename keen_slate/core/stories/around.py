"""A story around the numbers of a calculation: one of the teacher's or the library's that takes its one step with
them."""

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import OF_STORIES
from keen_slate.core.notation.units import are_same
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import Percent
from keen_slate.core.problem.situation import Calculation, Operation, plan_of
from keen_slate.core.problem.tree import Expr, InStory, Product, Sum, calculation_in, evaluate, is_numeral
from keen_slate.core.reading.measured import measured
from keen_slate.core.reading.reading import Problem, UnreadableProblem, in_story
from keen_slate.core.reading.story_form import Story, Told
from keen_slate.core.rules.stories import written
from keen_slate.core.stories.library import LIBRARY

ANY = "any"
MOST_TIMES = 12
"""A number that is so many times what the story tells of itself is out of place in it."""


def told_around(
    problem: Problem, kind: str = ANY, seed: str = "1", used: Sequence[Told] = (), own: Sequence[Story] = ()
) -> Problem | None:
    """A story of a kind (or of any) whose calculation is the problem, of those ``used`` the least often, the teacher's
    ``own`` before the library's; None where none fits it.

    >>> told = told_around(read("4 1/4 − 2 5/6"), "compare")
    >>> text_of(written(told.expr, plan_of(told.expr.situation)[0]))
    '4 1/4 − 2 5/6'
    """
    numbers = _numbers_of(problem)
    if numbers is None:
        return None
    theirs = frozenset(story.told for story in own)
    best: dict[tuple[int, bool], list[Problem]] = {}
    for story in (*own, *(entry.story for entry in LIBRARY if entry.story.told not in theirs)):
        told = _around(story, problem, numbers, kind)
        if told is not None:
            best.setdefault((used.count(story.told), story.told not in theirs), []).append(told)
    return Draw(f"around/{seed}").one_of(best[min(best)]) if best else None


def kinds_around(problem: Problem) -> tuple[str, ...]:
    """The kinds of story that a calculation can be told as."""
    numbers = _numbers_of(problem)
    if numbers is None:
        return ()
    fitting = [e.story for e in LIBRARY if _around(e.story, problem, numbers, ANY) is not None]
    return tuple(dict.fromkeys(plan_of(story.measured)[0].relation.kind for story in fitting))


def _numbers_of(problem: Problem) -> "_Numbers | None":
    """What is done with which numbers, in the order of a calculation of a plan; None for what is no one operation."""
    expr = calculation_in(problem.expr)
    match expr:
        case Sum(terms) if all(is_numeral(t.expr) for t in terms):
            minus = [t.minus for t in terms]
            if not any(minus):
                return ("add",), tuple(t.expr for t in terms)
            if minus == [False, True]:
                return ("take",), tuple(t.expr for t in terms)
        case Product(factors) if len(factors) == 2 and all(is_numeral(f.expr) for f in factors):
            first, second = factors
            if second.divide and not first.divide:
                return ("per", "fits"), (first.expr, second.expr)
            if not first.divide and not second.divide:
                return ("times",), (second.expr, first.expr)
    return None


_Numbers = tuple[tuple[Operation, ...], tuple[Expr, ...]]


def _around(story: Story, problem: Problem, numbers: _Numbers, kind: str) -> Problem | None:
    """The story with the numbers of the problem, where it is of the kind and asks for the same."""
    operations, values = numbers
    plan = plan_of(story.measured)
    if len(plan) != 1 or plan[0].operation not in operations or len(plan[0].of) != len(values):
        return None
    if kind not in (ANY, plan[0].relation.kind) or story.has_table:
        return None
    told = _with_numbers(story, plan[0], values, problem.label)
    inside = set(demands_of(problem)) - OF_STORIES - {"told-in-words"}
    return told if told is not None and set(demands_of(told)) - OF_STORIES == inside else None


def _with_numbers(story: Story, calculation: Calculation, values: tuple[Expr, ...], label: str) -> Problem | None:
    """The story with these numbers; None where they make no sense in it, or another calculation."""
    given = dict(zip(calculation.of, values, strict=True))
    situation = story.situation
    if any(situation.quantity(name).given is None for name in given):
        return None
    if label and not are_same(label, situation.quantity(calculation.gives).unit):
        return None
    for name, value in given.items():
        usual = situation.quantity(name).given
        assert usual is not None
        if isinstance(value, Percent) != isinstance(usual, Percent):
            return None
        times = evaluate(value) / usual.value
        if not Fraction(1, MOST_TIMES) <= times <= MOST_TIMES:
            return None
    quantities = tuple(
        replace(q, given=given[q.name]) if q.name in given else q  # type: ignore[arg-type]
        for q in situation.quantities
    )
    changed = replace(situation, quantities=quantities)
    try:
        told = in_story(replace(story, situation=changed, measured=measured(changed)))
    except UnreadableProblem:
        return None
    expr = told.expr
    assert isinstance(expr, InStory)
    now = calculation_in(written(expr, plan_of(expr.situation)[0]))
    return told if sorted(map(repr, _children(now))) == sorted(map(repr, values)) else None


def _children(expr: Expr) -> tuple[Expr, ...]:
    match expr:
        case Sum(terms):
            return tuple(t.expr for t in terms)
        case Product(factors):
            return tuple(f.expr for f in factors)
        case _:
            return ()
