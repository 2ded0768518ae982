"""A pupil's own lines: the first that does not follow, what was due there, and which mal-rule gives it.

A line may go on with the whole problem, or be side work on a part of it (6 − 2 = 4 within a mixed subtraction). Any
line of the right value follows, whatever way it was found. Lines after a false one are judged on its own number.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from keen_slate.core.diagnosis.answers import bare
from keen_slate.core.diagnosis.search import searches
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import LIKELIHOOD
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Chain, Comparison, Expr, NoOneValue, evaluate
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.saying import unreadable, verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL

LineVerdict = Literal["follows", "side-work", "follow-through", "false", "unreadable"]


@dataclass(frozen=True, slots=True)
class JudgedLine:
    """``run_on``: equal signs were strung together between things that are not equal, a fault of writing, told apart
    from the mathematics. ``due`` is the goal that was due at a false line, ``causes`` the mal-rules that give it."""

    text: str
    verdict: LineVerdict
    run_on: bool = False
    due: str = ""
    causes: tuple[str, ...] = ()
    said: Say | None = None


def judge_lines(
    problem: Problem, lines: tuple[str, ...], school: School = DEFAULT_SCHOOL, *, decimal_comma: bool = False
) -> tuple[JudgedLine, ...]:
    """Judge each line in turn. Raises UnreadableProblem for comparisons and blanks: they have no one value to follow.

    >>> [j.verdict for j in judge_lines(read("5 1/6 - 2 5/6"), ("5 - 2 = 3", "= 3 4/6", "= 3 2/3"))]
    ['side-work', 'false', 'follow-through']
    """
    if isinstance(problem.expr, (Comparison, Chain)):
        raise UnreadableProblem(Say.of(verdicts.lines_of_one_value), 0)
    judged: list[JudgedLine] = []
    before: Expr = problem.expr
    fallen = False
    for text in lines:
        sides = _sides(text, decimal_comma)
        if isinstance(sides, Say):
            judged.append(JudgedLine(text, "unreadable", said=sides))
            continue
        value = evaluate(before)
        values = [evaluate(s) for s in sides]
        run_on = len(sides) > 2 and len(set(values)) > 1
        if len(sides) > 1 and values[0] != value and _is_part(sides[0], before):
            if values[0] == values[1]:
                judged.append(JudgedLine(text, "side-work", run_on))
                continue
            judged.append(
                JudgedLine(text, "false", run_on, _due(sides[0], school), _causes(sides[0], values[1], school))
            )
            continue
        last = sides[-1]
        if all(v == value for v in values) or (run_on and values[-1] == value):
            judged.append(JudgedLine(text, "follow-through" if fallen else "follows", run_on))
        else:
            wrong = next(i for i, v in enumerate(values) if v != value)
            judged.append(
                JudgedLine(text, "false", run_on, _due(before, school), _causes(before, values[wrong], school))
            )
            fallen = True
        before = last
    return tuple(judged)


def _sides(text: str, decimal_comma: bool) -> tuple[Expr, ...] | Say:
    parts = [p for p in re.split("[=＝≈]", text) if p.strip()]
    if not parts:
        return Say.of(unreadable.nothing_typed)
    try:
        sides = tuple(read(p, decimal_comma=decimal_comma, answer=True).expr for p in parts)
        for side in sides:
            evaluate(side)
    except UnreadableProblem as fault:
        return fault.said
    except NoOneValue:
        return Say.of(verdicts.answer_is_no_number)
    return sides


def _numbers(expr: Expr) -> set[int]:
    return {int(n) for n in re.findall(r"\d+", text_of(expr))}


def _is_part(side: Expr, whole: Expr) -> bool:
    """Whether a calculation is made of numbers that stand in the line before: 6 − 2 in 6 3/12 − 2 10/12."""
    numbers = _numbers(side)
    return len(numbers) > 0 and numbers <= _numbers(whole) | {1}


def _due(before: Expr, school: School) -> str:
    unasked = school_from(FACETS, school.as_dict() | {"questions": "unasked"})
    goals = MACHINE.under(unasked).open_goals(before)
    return goals[-1].id if goals else ""


def _causes(before: Expr, value: Fraction, school: School) -> tuple[str, ...]:
    """The single mal-rules that lead from a line to a value, the likelier first."""
    found: set[str] = set()
    for search in searches(before, school):
        for end, made in search.ends(1, slip=False):
            if len(made) == 1 and evaluate(bare(search.states.exprs[end])) == value:
                found |= made
    return tuple(sorted(found, key=LIKELIHOOD.__getitem__))
