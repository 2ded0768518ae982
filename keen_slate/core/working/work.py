"""A problem worked by a school: the lines that a teacher would write, and what they cost."""

from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Literal

from keen_slate.core.machine.acts import Act
from keen_slate.core.machine.engine import Derivation, MalRule, Move, Rule, Step
from keen_slate.core.machine.school import Refused, School, fitting_school, school_from
from keen_slate.core.machine.side_work import SideWork
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    CrossProducts,
    Estimating,
    Expr,
    InStory,
    Left,
    Negative,
    Path,
    Rounding,
    Simplify,
    Split,
    Sum,
    at_path,
    changed_paths,
    columns_as_sum,
    evaluate,
    replaced,
    walk,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.common_denominators import renaming_as_named
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.rules.parts import SumParts
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.facts import facts_of, numbers_beside

DEFAULT_SCHOOL = school_from(FACETS, {})


Sign = Literal["", "=", "≈"]


def sign_of_answer(problem: Expr, answer: Expr) -> Sign:
    """What stands between a problem and its answer; nothing where the answer says the whole again."""
    if isinstance(problem, (Chain, Comparison)):
        return ""
    if isinstance(problem, (Rounding, Estimating)):
        return "=" if evaluate(problem.of) == evaluate(answer) else "≈"
    return "="


@frozen
class Line:
    """One written line: what stands there, which rule wrote it, why, and the step that it came by; ``also`` is the step
    before it that is written on the same line."""

    expr: Expr
    rule: str
    said: Say
    step: Step | None = None
    also: Step | None = None

    @property
    def steps(self) -> tuple[Step, ...]:
        return tuple(step for step in (self.also, self.step) if step is not None)

    @property
    def side(self) -> tuple[SideWork, ...]:
        return tuple(side for step in self.steps for side in step.side)

    @property
    def changed(self) -> tuple[Path, ...]:
        return changed_paths(self.steps[0].before, self.expr) if self.step else ()

    @property
    def by_mistake(self) -> bool:
        return self.step is not None and self.step.by_mistake

    @property
    def is_question(self) -> bool:
        """Whether it only asks: then it repeats the line before, and counts for nothing in the cost."""
        return self.by is not None and self.by.asks

    @property
    def by(self) -> Rule | None:
        """The right rule that wrote it; None for the problem and for a mistake."""
        return self.step.by if self.step is not None and isinstance(self.step.by, Rule) else None

    @property
    def act(self) -> Act:
        if self.also is not None:
            return "both"
        if self.by is not None:
            return self.by.act
        return "work" if self.by_mistake else "read"

    @property
    def question(self) -> str:
        """What a class is asked before it is shown, the teacher's words in braces; empty where nothing is asked."""
        return self.by.question if self.by is not None else ""

    @property
    def sign(self) -> Sign:
        """What joins it to the line before: ``≈`` where that was rounded; nothing where it is said whole again."""
        if self.step is None or self.is_question or isinstance(self.expr, (Chain, Comparison)):
            return ""
        before, wrote = at_path(self.step.before, self.step.at), self.step.wrote
        if isinstance(before, InStory) and before.now is None:  # a calculation of its own begins
            return ""
        if isinstance(before, (Rounding, Estimating)):
            return sign_of_answer(before, wrote.of if isinstance(wrote, Estimating) else wrote)
        return "="


@frozen
class Cost:
    """What a working costs the class: lines written, numbers written beside them, the largest whole number in the
    lines, multiplication facts beyond 12 × 12, and whether a simplification is left over at the end."""

    lines: int
    beside: int
    largest: int
    large_facts: int
    simplifies: bool

    @property
    def writing(self) -> int:
        """All that is written, in numbers: a line has about four (common practice, no source)."""
        return 4 * self.lines + self.beside


@dataclass(frozen=True)
class Working:
    """A derivation as written lines; the first is the problem, the last the answer. What it costs is weighed once."""

    derivation: Derivation
    lines: tuple[Line, ...]
    refused: tuple[Refused, ...] = ()

    @property
    def answer(self) -> Expr:
        """What was found: a number, or the comparison or chain as it stands at the end."""
        end = self.derivation.end
        if isinstance(end, InStory) and end.found:
            found = dict(end.found)
            return next((found[a] for a in reversed(end.situation.asked) if a in found), end.found[-1][1])
        while isinstance(end, (Convert, Simplify, Rounding, Estimating, Left)):
            end = end.of
        if isinstance(end, Negative) and isinstance(end.of, Left):
            return Negative(end.of.of)
        return end

    @cached_property
    def cost(self) -> Cost:
        return Cost(
            lines=sum(not line.is_question for line in self.lines) - 1,
            beside=sum(numbers_beside(s) for line in self.lines for s in line.side),
            largest=max(_largest(line.expr) for line in self.lines),
            large_facts=sum(a > 1 and b > LARGEST_TABLE for a, b in facts_of(self.derivation)),
            simplifies=any(line.by is not None and line.by.goal == "simplify" for line in self.lines),
        )


@frozen
class Turn:
    """From this line on (1 is the first after the problem) another school is followed."""

    line: int
    school: School


def work(
    problem: Problem, school: School = DEFAULT_SCHOOL, mistake: MalRule | None = None, turns: tuple[Turn, ...] = ()
) -> Working:
    """Work a problem out under a school, with one mal-rule standing in for its goal if given.

    With ``turns`` the school changes on the way: a rule reads the state and not what led to it, so any line can be
    gone on from by another school.

    A choice that the problem refuses is replaced by its facet's default, and the working says so.

    >>> [text_of(line.expr) for line in work(read("5 1/6 - 2 5/6")).lines if not line.is_question]
    ['5 1/6 − 2 5/6', '4 7/6 − 2 5/6', '2 2/6', '2 1/3']
    """
    fitting, refused = fitting_school(FACETS, school, problem.expr)
    derivation = MACHINE.derive(problem.expr, fitting, mistake) if mistake else right_derivation(problem.expr, fitting)
    if problem.common and mistake is None:
        derivation = _with_bottom(derivation, problem.common)
    lines = _written(problem.expr, derivation)
    for turn in sorted(turns, key=lambda t: t.line):
        if not 0 < turn.line < len(lines) or derivation.impasse:
            continue
        last = lines[turn.line - 1].step
        kept = derivation.steps.index(last) + 1 if last else 0
        other, _ = fitting_school(FACETS, turn.school, problem.expr)
        derivation = MACHINE.turned(derivation, kept, other)
        lines = _written(problem.expr, derivation)
    return Working(derivation, tuple(lines), refused)


def _with_bottom(derivation: Derivation, common: int) -> Derivation:
    """The same with that common bottom where the first is found; as it is where none is wanted or it does not fit."""
    for index, step in enumerate(derivation.steps):
        before = at_path(step.before, step.at)
        if step.goal != "rename" or not isinstance(before, Sum):
            continue
        if any(common % bottom for bottom in SumParts.of(before).bottoms):
            return derivation
        rule = renaming_as_named(common)
        move = rule.apply(before)
        assert isinstance(move, Move)
        after = replaced(step.before, step.at, move.after)
        named = replace(step, by=rule, wrote=move.after, after=after, reason=move.said, beside=move.side)
        rest = MACHINE.derive(after, derivation.school)
        steps = (*derivation.steps[:index], named, *rest.steps)
        return Derivation(derivation.start, derivation.school, steps, rest.impasse)
    return derivation


def written_working(derivation: Derivation) -> Working:
    """A derivation as written lines."""
    return Working(derivation, tuple(_written(derivation.start, derivation)))


def _written(start: Expr, derivation: Derivation) -> list[Line]:
    lines = [Line(start, "problem", Say.of(calculating.problem))]
    written = text_of(start)
    for step in derivation.steps:
        if step.said is None:
            continue
        # An empty column, or a bracket that falls away, changes nothing to the eye: it is not written again.
        if not (isinstance(step.by, Rule) and step.by.asks):
            before, written = written, text_of(step.after)
            if written == before and not step.tells:
                continue
        last = lines[-1].step
        if derivation.school["joining"] == "at-once" and last is not None and _belongs_to(last, step):
            lines[-1] = Line(step.after, step.rule, _both(last, step), step, last)
            continue
        lines.append(Line(step.after, step.rule, step.said, step))
    return lines


def _belongs_to(parts: Step, wholes: Step) -> bool:
    """Whether what is left of the wholes is written at once with what is left of the parts."""
    right = not parts.by_mistake and not wholes.by_mistake
    return right and parts.goal == "combine-tops" and wholes.goal == "join" and parts.at == wholes.at


def _both(parts: Step, wholes: Step) -> Say:
    assert parts.said is not None
    assert wholes.said is not None
    return Say.of(calculating.one_after_the_other, first=parts.said, second=wholes.said)


LARGEST_TABLE = 12
"""The largest times table that a class learns."""


@lru_cache(maxsize=1024)
def _largest(expr: Expr) -> int:
    largest = 0
    for part in walk(columns_as_sum(expr) if isinstance(expr, Columns) else expr):
        match part:
            case Whole(n):
                largest = max(largest, n)
            case CommonFraction(top, bottom):
                largest = max(largest, top, bottom)
            case MixedNumber(whole, top, bottom):
                largest = max(largest, whole, top, bottom)
            case DecimalNumeral():
                largest = max(largest, int(part.value))
            case Split(wholes, parts):
                largest = max(largest, *wholes, *(p.numerator for p in parts), *(p.denominator for p in parts))
            case CrossProducts(first, second):
                largest = max(largest, first.denominator * second.denominator)
            case Comparison(items):
                largest = max(largest, *(_largest(i) for i in items))
            case Chain():
                largest = max(largest, *(_largest(s) for s in part.sides))
            case _:
                pass
    return largest
