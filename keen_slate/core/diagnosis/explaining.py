"""Why a sign in a pupil's line breaks: the goal that was due there, and the mal-rules that lead to what was written."""

from fractions import Fraction
from functools import lru_cache

from keen_slate.core.diagnosis.answers import Prepared, bare, diagnose, prepare
from keen_slate.core.diagnosis.search import searches, within_bounds
from keen_slate.core.diagnosis.statements import Side
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import BY_ID, LIKELIHOOD
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Expr,
    Gap,
    NoOneValue,
    Rounding,
    Simplify,
    evaluate,
    is_numeral,
    walk,
    with_child,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen


@frozen
class Fault:
    """The sign at which a line breaks: what stood before it, what after, and which of the line's signs it is, from 1;
    0 where it has none."""

    before: Expr
    side: Side
    sign: int


@frozen
class Explained:
    """``causes`` are the single mal-rules that lead there, the likelier first; ``due`` is the goal that was due."""

    causes: tuple[str, ...] = ()
    due: str = ""


def explained(problem: Problem, school: School, fault: Fault, statement: str) -> Explained:
    """What may have led from what stood before a false sign to what stands behind it, in a line of this text."""
    expr = problem.expr
    if isinstance(expr, (Comparison, Chain)):
        causes = _looked_up(problem, statement, school)
        if causes or fault.before == expr:
            return Explained(causes, _due(expr, None, (), school))
    if gaps_in(fault.before) or not fault.side.worths:
        return Explained()
    before, after = fault.before, fault.side.expr
    if _is_renaming(before, after):
        assert isinstance(after, CommonFraction)
        other_bottom = Problem(Chain((before, Gap(-1, None, after.denominator))))
        return Explained(_looked_up(other_bottom, text_of(after), school), "rename")
    values = fault.side.all_worths if before == expr else fault.side.worths
    if isinstance(expr, (Convert, Simplify, Rounding)) and is_numeral(before) and evaluate(before) == evaluate(expr):
        before = with_child(expr, 0, before)
    causes = _causes(before, values, school)
    return Explained(causes, _due(before, after, causes, school))


def _is_renaming(before: Expr, after: Expr) -> bool:
    """Whether one fraction is given another bottom."""
    both = isinstance(before, CommonFraction) and isinstance(after, CommonFraction)
    return both and before.denominator != after.denominator  # type: ignore[union-attr]


@lru_cache(maxsize=8)
def _prepared(problem: Problem, school: School) -> Prepared:
    """An item prepared once for all lines of a sheet."""
    return prepare(problem, school)


def _looked_up(problem: Problem, answer: str, school: School) -> tuple[str, ...]:
    """The single mal-rules that lead to an answer to a comparison or to blanks."""
    found = diagnose(_prepared(problem, school), answer)
    return tuple(dict.fromkeys(m for c in found.causes if len(c.mistakes) == 1 for m in c.mistakes))


def _causes(before: Expr, values: tuple[Fraction, ...], school: School) -> tuple[str, ...]:
    """The single mal-rules that lead from a line to a value, the likelier first."""
    found: set[str] = set()
    for search in within_bounds(searches(before, school)):
        for end, made in search.ends(1, slip=False):
            if len(made) == 1 and not set(worth_of(bare(search.states.exprs[end]))).isdisjoint(values):
                found |= made
    return tuple(sorted(found, key=LIKELIHOOD.__getitem__))


def _due(before: Expr, written: Expr | None, causes: tuple[str, ...], school: School) -> str:
    """The goal in whose place the likeliest mistake stands; without one the first that is not seen to be done."""
    for cause in causes[:1]:
        for search in searches(before, school):
            astray = MACHINE.derive(before, search.school, BY_ID[cause])
            goals = [step.goal for step in astray.steps if step.by_mistake]
            if goals and written is not None and worth_of(bare(astray.end)) == worth_of(written):
                return goals[0]
    unasked = school_from(FACETS, school.as_dict() | {"questions": "unasked"})
    way = [(step.goal, step.after) for step in MACHINE.derive(before, unasked).steps if step.said is not None]
    return _first_not_done(way, before, written) if way else ""


def _first_not_done(way: list[tuple[GoalId, Expr]], before: Expr, written: Expr | None) -> GoalId:
    """The first step whose result is not seen in what was written: pieces of the common size were found where the
    answer stands in them."""
    if written is not None and is_numeral(written) and len(_bottoms(before)) > 1:
        for index, (_, after) in enumerate(way[:-1]):
            if _bottoms(after) and _bottoms(after) == _bottoms(written):
                return way[index + 1][0]
    return way[0][0]


def _bottoms(expr: Expr) -> set[int]:
    return {n.denominator for n in numbers_in(expr) if isinstance(n, (CommonFraction, MixedNumber))}


def numbers_in(expr: Expr) -> list[Expr]:
    """All that stands in an expression, the numbers of a comparison among it."""
    if isinstance(expr, Comparison):
        return [n for item in expr.items for n in walk(item)]
    return list(walk(expr))


def worth_of(expr: Expr) -> tuple[Fraction, ...]:
    """Its value; nothing where it has none."""
    try:
        return (evaluate(expr),)
    except (NoOneValue, ZeroDivisionError):
        return ()
