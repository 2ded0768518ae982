"""Marks for an answer and the lines that led to it.

A method is done where it was still wanted before a true line and is not after it, whichever way it was done. What
follows rightly from a pupil's own wrong number earns its mark as well. In a false line only that is done which every
cause that is known for it does rightly, and what the line itself shows.
"""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field
from fractions import Fraction
from functools import cached_property, lru_cache, reduce
from itertools import pairwise
from math import lcm
from typing import Literal

from keen_slate.core.diagnosis.answers import Cause, Diagnosis, Prepared, bare, diagnose
from keen_slate.core.diagnosis.lines import JudgedLine, judge_lines
from keen_slate.core.diagnosis.search import own_ways, slips
from keen_slate.core.machine.acts import Method
from keen_slate.core.machine.engine import Derivation, Rule, Step
from keen_slate.core.machine.occasions import with_mistake
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.marking.methods import derived, in_order, left_to_do
from keen_slate.core.marking.schemes import MarkingPolicy, MethodMark, Scheme
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.tree import (
    Comparison,
    Expr,
    InStory,
    NoOneValue,
    Product,
    Sum,
    at_path,
    evaluate,
    is_numeral,
    is_workable,
    replaced,
    walk,
)
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.values import frozen

Outcome = Literal["right", "wrong form", "wrong", "unreadable", "blank"]
How = Literal["", "right-answer", "line", "another-way", "follow-through", "cause", "seen"]
"""Why a method mark is given: the answer is right, a true line, a line of another way, one that follows from a wrong
number, every known cause of a false line does it rightly, or the false line itself shows it; empty where it is not."""


@frozen
class Awarded:
    """A method mark, and why it is given; ``line`` is where (from 1, the answer after the lines), 0 where it is not in
    a line."""

    mark: MethodMark
    how: How
    line: int = 0

    @property
    def points(self) -> int:
        return self.mark.points if self.how else 0


@frozen
class Marked:
    """What came of an item: its ``outcome``, what is known of the answer, the lines judged, and the marks."""

    outcome: Outcome
    found: Diagnosis | None
    lines: tuple[JudgedLine, ...]
    methods: tuple[Awarded, ...]
    answer_points: int
    total: int

    @property
    def points(self) -> int:
        return sum(a.points for a in self.methods) + self.answer_points

    @property
    def likeliest(self) -> tuple[Cause, ...]:
        """The causes that nothing known is likelier than; one where the answer tells them apart."""
        causes = self.found.causes if self.found is not None else ()
        return tuple(c for c in causes if c.rank[0] == causes[0].rank[0])


def get_ready(prepared: Prepared, school: School) -> None:
    """Find what the answers to an item are marked by: it is the same for every class, and kept for a while. Of a long
    item it is found when it is wanted."""
    if prepared.cut_short:
        return
    start = prepared.problem.expr
    left_to_do(start, school)
    _slipped(start, school)
    first, *others = own_ways(start, school)
    for cause in prepared.singles():
        for mistake in cause.mistakes:
            _made(start, first, mistake)
    for way in others:
        right_derivation(start, way)


def marked(
    prepared: Prepared,
    answer: str,
    lines: tuple[str, ...] = (),
    *,
    scheme: Scheme,
    policy: MarkingPolicy,
    school: School,
    decimal_comma: bool = False,
) -> Marked:
    """Mark an item as a pupil wrote it: what stands in the answer place, and lines of working if there are any.

    Raises UnreadableProblem for more lines than are judged together.

    >>> item, scheme = read("5 1/6 - 2 5/6"), Scheme((MethodMark("regrouped"), MethodMark("parts")))
    >>> found = marked(
    ...     prepare(item), "2 2/6", ("4 7/6 - 2 5/6",), scheme=scheme, policy=MarkingPolicy(), school=DEFAULT_SCHOOL
    ... )
    >>> found.outcome, found.points, found.total
    ('wrong form', 2, 3)
    """
    lines = tuple(line for line in lines if line.strip())
    written = answer if answer.strip() or policy.place_only else _last_said(lines)
    if not written.strip() and not lines:
        return Marked("blank", None, (), tuple(Awarded(m, "") for m in scheme.methods), 0, scheme.total)
    found = None
    if written.strip():
        found = diagnose(prepared, written, policy.forms, policy.label_required, decimal_comma=decimal_comma)
    if not policy.place_only and (found is None or found.verdict != "right"):
        found = _right_on_the_way(prepared, lines, policy, decimal_comma=decimal_comma) or found
    judged = judge_lines(prepared.problem, lines, school, decimal_comma=decimal_comma)
    outcome: Outcome = found.verdict if found is not None else "blank"
    if outcome == "right" and all(line.verdict != "false" for line in judged):
        methods = tuple(Awarded(m, "right-answer") for m in scheme.methods)
    else:
        whole = judged
        if not lines and found is not None:
            whole = (_as_line(found),)
        elif written.strip() and not _says_again(lines, written):
            whole = judge_lines(prepared.problem, (*lines, written), school, decimal_comma=decimal_comma)
        methods = _Sheet(prepared.problem.expr, school).awarded(scheme, whole)
    answer_points = scheme.answer if outcome == "right" else 0
    return Marked(outcome, found, judged, methods, answer_points, scheme.total)


def _as_line(found: Diagnosis) -> JudgedLine:
    """An answer without working, as the one line of it: what is known of it is known already."""
    if found.answer is None:
        return JudgedLine("", "unreadable")
    if found.verdict != "wrong":
        return JudgedLine("", "follows", state=found.answer)
    first = [c.mistakes for c in found.causes if c.rank[0] == found.causes[0].rank[0]]
    causes = tuple(m[0] for m in first) if all(len(m) == 1 for m in first) else ()
    return JudgedLine("", "false", causes=causes, sides=((found.answer,),), state=found.answer)


def _last_said(lines: tuple[str, ...]) -> str:
    """What the last line ends in."""
    return lines[-1].split("=")[-1].strip() if lines else ""


def _says_again(lines: tuple[str, ...], answer: str) -> bool:
    return bool(lines) and _last_said(lines).replace(" ", "") == answer.replace(" ", "")


def _right_on_the_way(
    prepared: Prepared, lines: tuple[str, ...], policy: MarkingPolicy, *, decimal_comma: bool
) -> Diagnosis | None:
    """The right answer in a line, whatever was made of it afterwards."""
    for line in lines:
        for said in reversed(line.split("=")):
            found = diagnose(prepared, said, policy.forms, policy.label_required, decimal_comma=decimal_comma)
            if found.verdict == "right":
                return found
    return None


Parted = (CommonFraction, MixedNumber)


@dataclass
class _Sheet:
    """The lines of a pupil, gone through for what is done in them.

    ``done`` is how often each method was done rightly, ``lost`` how often wrongly; what is neither is still to do.
    """

    start: Expr
    school: School
    done: Counter[Method] = field(default_factory=Counter)
    lost: Counter[Method] = field(default_factory=Counter)
    given: dict[tuple[Method, int], tuple[How, int]] = field(default_factory=dict)
    parts_seen: set[str] = field(default_factory=set)
    sizes: dict[int, set[Fraction]] = field(default_factory=dict)

    @cached_property
    def asked(self) -> Counter[Method]:
        return left_to_do(self.start, self.school)

    @cached_property
    def usual_states(self) -> frozenset[str]:
        return frozenset(text_of(step.after) for step in derived(self.start, self.school).steps)

    def awarded(self, scheme: Scheme, lines: tuple[JudgedLine, ...]) -> tuple[Awarded, ...]:
        state, astray = self.start, False
        for place, line in enumerate(lines, start=1):
            if line.verdict == "unreadable" or line.apart:
                continue
            if line.verdict == "false":
                self.falsely(state, line, place)
                astray = True
            elif isinstance(self.start, Comparison) and line.verdict == "follows" and len(line.sides[-1]) > 1:
                for method, times in self.asked.items():  # a true statement of the numbers to be compared
                    self.do(method, times, "line", place)
            elif line.state is not None:
                how: How = "follow-through" if astray else "line" if self.is_usual(line.state) else "another-way"
                self.up_to(line.state, how, place)
            else:
                self.in_part(state, line, "follow-through" if line.verdict == "follow-through" else "line", place)
            state = line.state or state
        return tuple(Awarded(m, *self.given.get((m.method, m.nth), ("", 0))) for m in scheme.methods)

    def is_usual(self, state: Expr) -> bool:
        return is_numeral(state) or text_of(state) in self.usual_states

    def do(self, method: Method, times: int, how: How, place: int) -> None:
        """A method has been done so many times in all by now."""
        times = min(times, self.asked[method])
        for nth in range(self.done[method] + 1, times + 1):
            self.given[method, nth] = how, place
            self.done[method] = nth

    def up_to(self, state: Expr, how: How, place: int) -> None:
        """All that is no longer wanted in a state is done, but for what was done wrongly."""
        left = left_to_do(state, self.school)
        for method, times in self.asked.items():
            self.do(method, times - left[method] - self.lost[method], how, place)

    def falsely(self, state: Expr, line: JudgedLine, place: int) -> None:
        before = state if line.state is not None or not line.sides else line.sides[-1][0]
        after = line.sides[-1][-1] if line.sides else before
        claimed = left_to_do(before, self.school) - left_to_do(after, self.school)
        rightly = _rightly(before, after, line.causes, self.school)
        seen = _seen(state, line)
        if isinstance(self.start, InStory):
            for one in (sides[0] for sides in line.sides if _is_calculation_of(self.start, sides[0], self.school)):
                self.do("operation", self.done["operation"] + 1, "line", place)
                claimed -= left_to_do(self.start, self.school) - left_to_do(one, self.school)
        for method in _renamed_in(state, before) if line.state is None else ():
            self.do(method, 1, "line", place)
        for method in claimed:
            right = min(claimed[method], max(rightly[method], int(method in seen)))
            if right:
                how: How = "cause" if rightly[method] else "seen"
                self.do(method, self.done[method] + right, how, place)
            self.lost[method] += claimed[method] - right

    def in_part(self, state: Expr, line: JudgedLine, how: How, place: int) -> None:
        """Side work, each piece of it once."""
        if line.names_multiple and len(_bottoms(state)) > 1:
            self.do("common", 1, how, place)
        for sides in line.sides:
            for one, other in pairwise(sides):
                told = f"{text_of(one)} = {text_of(other)}"
                if told not in self.parts_seen:
                    self.parts_seen.add(told)
                    for method in self.of_part(state, one, other):
                        self.do(method, self.done[method] + 1, how, place)

    def of_part(self, state: Expr, one: Expr, other: Expr) -> Iterator[Method]:
        """What is done where one number or calculation is written as another, of the same worth."""
        if gaps_in(one) or gaps_in(other):
            return
        if is_numeral(one):
            yield from _rewritten(one, other)
            yield from self.renamed(state, one, other)
            return
        numbers = [n for n in walk(one) if is_numeral(n)]
        yield from _renamed_in(state, one)
        if isinstance(self.start, InStory) and _is_calculation_of(self.start, one, self.school):
            yield "operation"
        if all(isinstance(n, Whole) for n in numbers) and isinstance(one, Sum):
            mixed = [n for s in (self.start, state) for n in walk(s) if isinstance(n, (MixedNumber, CommonFraction))]
            wholes = {n.whole for n in mixed if isinstance(n, MixedNumber)}
            tops = {n.numerator for n in mixed}
            values = {n.n for n in numbers if isinstance(n, Whole)}
            if mixed:
                if values <= wholes | {w - 1 for w in wholes}:
                    yield "wholes"
                elif values <= tops:
                    yield "parts"
                return
        yield from left_to_do(one, self.school) - left_to_do(other, self.school)

    def renamed(self, state: Expr, one: Expr, other: Expr) -> Iterator[Method]:
        """A fraction written with a bottom that all in the state can have; and whether all are written so by now."""
        if not isinstance(one, Parted) or not isinstance(other, Parted) or other.denominator <= one.denominator:
            return
        size, bottoms = other.denominator, _bottoms(state)
        if len(bottoms) < 2 or size % lcm(*bottoms):
            return
        yield "common"
        self.sizes.setdefault(size, set()).add(_part(one))
        parts = {_part(n) for n in walk(state) if isinstance(n, Parted) and n.denominator != size}
        if parts <= self.sizes[size]:
            yield "renamed"


def _part(number: CommonFraction | MixedNumber) -> Fraction:
    return evaluate(number.part if isinstance(number, MixedNumber) else number)


def _rewritten(one: Expr, other: Expr) -> Iterator[Method]:
    """A number in another form."""
    match one, other:
        case MixedNumber(), CommonFraction():
            yield "one-kind"
        case ((MixedNumber() | Whole()), MixedNumber(_, top, bottom)) if top >= bottom:
            yield "regrouped"
        case CommonFraction(top, bottom), (MixedNumber() | Whole()) if top >= bottom:
            yield "carried"
        case MixedNumber(_, top, bottom), (MixedNumber() | Whole()) if top >= bottom:
            yield "carried"
        case (
            (CommonFraction(_, bottom) | MixedNumber(_, _, bottom)),
            (CommonFraction(_, new) | MixedNumber(_, _, new)),
        ) if new < bottom:
            yield "simplified"
        case (DecimalNumeral(), CommonFraction()) | (CommonFraction(), DecimalNumeral()):
            yield "one-kind"
        case _:
            return


def _renamed_in(state: Expr, part: Expr) -> tuple[Method, ...]:
    """Whether the parts of a state stand in a calculation in pieces of one size."""
    bottoms, sizes = _bottoms(state), _bottoms(part)
    if len(bottoms) < 2 or len(sizes) != 1 or not isinstance(part, Sum):
        return ()
    values = {_part(n) for n in walk(state) if isinstance(n, Parted)}
    theirs = {_part(n) for n in walk(part) if isinstance(n, Parted)}
    return ("common", "renamed") if theirs <= values else ()


def _bottoms(expr: Expr) -> set[int]:
    return {n.denominator for n in walk(expr) if isinstance(n, Parted)}


def _is_calculation_of(story: InStory, written: Expr, school: School) -> bool:
    """Whether it is one of the calculations that the plan of the story chooses, its numbers in any order of a sum or
    product."""
    numbers = sorted(evaluate(n) for n in walk(written) if is_numeral(n))
    for step in derived(story, school).steps:
        chosen = at_path(step.after, step.at)
        if "operation" in step.earns and isinstance(chosen, InStory) and chosen.now is not None:
            theirs = sorted(evaluate(n) for n in walk(chosen.now) if is_numeral(n))
            if theirs == numbers and _worth(chosen.now) == _worth(written):
                return True
    return False


def _worth(expr: Expr) -> Fraction | None:
    try:
        return evaluate(expr)
    except (NoOneValue, ZeroDivisionError):
        return None


@lru_cache(maxsize=2048)
def _rightly(before: Expr, after: Expr, causes: tuple[str, ...], school: School) -> Counter[Method]:
    """What every known cause of a false line does rightly on the way to it, slips of one fact among them; nothing where
    nothing is known."""
    ways = [_on_the_way(before, after, cause, school) for cause in causes if cause in BY_ID]
    known = [*(way for way in ways if way is not None), *_with_slips(before, after, school)]
    return reduce(lambda one, other: one & other, known) if known else Counter()


def _with_slips(before: Expr, after: Expr, school: School) -> list[Counter[Method]]:
    """What is done beside one slip of a fact that leads from one state to another, for each that does."""
    return [
        Counter(in_order((*done, *rest[: states.index(after)])))
        for states, done, rest in _slipped(before, school)
        if after in states
    ]


Slipped = tuple[tuple[Expr, ...], tuple[Step, ...], tuple[Step, ...]]
"""The states behind a slip, the steps before it, and those behind it."""


@lru_cache(maxsize=256)
def _slipped(before: Expr, school: School) -> tuple[Slipped, ...]:
    """Every slip of one fact on the way from a state: the same for all answers to an item."""
    if gaps_in(before) or not is_workable(before):
        return ()
    steps = derived(before, school).steps
    found: list[Slipped] = []
    for index, step in enumerate(steps):
        for slipped in slips(at_path(step.before, step.at), step.wrote) if _takes_a_fact(step) else ():
            state = replaced(step.before, step.at, slipped)
            rest = derived(state, school).steps if is_workable(state) else ()
            found.append(((bare(state), *(bare(s.after) for s in rest)), steps[:index], rest))
    return tuple(found)


def _takes_a_fact(step: Step) -> bool:
    return isinstance(step.by, Rule) and step.by.basic_fact


@lru_cache(maxsize=2048)
def _made(start: Expr, way: School, mistake: str) -> Derivation | None:
    """The derivation in which a mistake is made; None where it finds no occasion, or is none in a working."""
    return with_mistake(MACHINE, right_derivation(start, way), BY_ID[mistake]) if mistake in BY_ID else None


def _on_the_way(before: Expr, after: Expr, cause: str, school: School) -> Counter[Method] | None:
    """The methods rightly done where a mistake leads from one state to another; None where it does not."""
    if gaps_in(before) or gaps_in(after):
        return None
    for way in own_ways(before, school):
        made = _made(before, way, cause)
        if made is None:
            continue
        for index, step in enumerate(made.steps):
            astray = any(s.by_mistake for s in made.steps[: index + 1])
            if astray and (bare(step.after) == after or (step is made.steps[-1] and _same(bare(step.after), after))):
                return Counter(in_order(made.steps[: index + 1]))
    return None


def _same(one: Expr, other: Expr) -> bool:
    worths = _worth(one), _worth(other)
    return worths[0] is not None and worths[0] == worths[1]


def _seen(state: Expr, line: JudgedLine) -> frozenset[Method]:
    """What a false line shows by itself: a common bottom under wrong tops, the right digits with a misplaced point."""
    seen: set[Method] = set()
    written = [n for side in line.sides[-1] for n in walk(side)] if line.sides else []
    bottoms, theirs = _bottoms(state), {n.denominator for n in written if isinstance(n, Parted)}
    if len(bottoms) > 1 and theirs and all(b % lcm(*bottoms) == 0 for b in theirs):
        seen.add("common")
    right = _worth(state) if isinstance(state, Product) else None
    last = written[-1] if written else None
    if right and isinstance(last, (DecimalNumeral, Whole)) and (value := evaluate(last)):
        ratio = right / value
        if any(ratio == Fraction(10) ** power for power in range(-9, 10)):
            seen.add("worked")
    return frozenset(seen)
