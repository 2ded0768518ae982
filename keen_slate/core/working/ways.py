"""Every choice of every facet on one problem: what it costs, whether it matters there, and which is recommended.

Most choices change nothing, and most of the others only the end of the working. So no working is derived twice, and
each only from the step on at which its school was asked for a choice in which it differs.
"""

from collections.abc import Iterable
from dataclasses import replace
from functools import cached_property, lru_cache

from keen_slate.core.machine.engine import Derivation, under
from keen_slate.core.machine.goals import ON_PAPER, GoalId
from keen_slate.core.machine.school import Choice, Facet, Refused, School, fitting_school
from keen_slate.core.machine.side_work import PrimeFactors, SetOut, SideWork
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.boards.listing import board_beside, boards_of
from keen_slate.core.working.comparing import weigh
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, work, written_working

ON_ONE_LINE = frozenset(facet.id for facet in FACETS if facet.of_lines)
DRAWN = frozenset().union(*(MACHINE.deciding.get(goal, ()) for goal in ON_PAPER))
"""The facets that decide how a calculation beside a step is set out."""


@frozen
class Way:
    """One choice of a facet, the other choices as they are: where it leads, and what the problem refuses then."""

    choice: Choice
    working: Working
    refused: tuple[Refused, ...]


@frozen
class WaysOfFacet:
    """``matters``: its choices give different workings of this problem. ``recommended`` is the choice that no other
    beats, with the reason; None where they cost the same."""

    facet: Facet
    ways: tuple[Way, ...]
    matters: bool
    recommended: Choice | None
    why: Say | None


def ways_of(problem: Problem, school: School = DEFAULT_SCHOOL) -> tuple[WaysOfFacet, ...]:
    """What every choice of every facet would lead to.

    >>> from keen_slate.core.reading.reading import read
    >>> [(w.facet.id, w.recommended.id) for w in ways_of(read("5/6 × 3/10")) if w.recommended]
    [('simplifying', 'step-by-step'), ('multiplying', 'cancel-first')]
    """
    known = _Known(problem, school)
    return tuple(_of_facet(facet, school, known) for facet in FACETS)


def _of_facet(facet: Facet, school: School, known: "_Known") -> WaysOfFacet:
    ways = tuple(known.way(choice, school.choosing(facet.id, choice.id)) for choice in facet.choices)
    best, why = ways[0], None
    for way in ways[1:]:
        first, reason = weigh((best.working.cost, bool(best.refused)), (way.working.cost, bool(way.refused)))
        if first == 1:
            best, why = way, reason
    return WaysOfFacet(facet, ways, known.matters(ways), best.choice if why else None, why)


class _Known:
    """The workings of one problem that are known, for every school that makes the same choices where it was asked."""

    def __init__(self, problem: Problem, school: School) -> None:
        self._problem = problem
        self._first = work(problem, school)
        self._look = _Look(self._first)
        self._in_turn = _asked_in_turn(self._first.derivation)
        self._all = [(self._first, _asked(self._first))]

    def way(self, choice: Choice, school: School) -> Way:
        fitting, refused = fitting_school(FACETS, school, self._problem.expr)
        return Way(choice, self._under(fitting), refused)

    def _under(self, school: School) -> Working:
        for working, asked in self._all:
            theirs = working.derivation.school
            if theirs == school or all(school[facet] == theirs[facet] for facet in asked):
                return working
        working = work(self._problem, school) if self._problem.common else self._turned(school)
        self._all.append((working, _asked(working)))
        return working

    def _turned(self, school: School) -> Working:
        """From the first step on that another choice decides, up to a state from which on none does."""
        first = self._first.derivation
        differing = {facet for facet, choice in school.choices if first.school[facet] != choice}
        touched = [not asked.isdisjoint(differing) for asked in self._in_turn]
        if True not in touched:  # nothing is done otherwise, but it is written or drawn otherwise
            return written_working(replace(first, school=school))
        last = len(touched) - touched[::-1].index(True)
        again = {step.before: index for index, step in enumerate(first.steps) if index >= last}
        turned = MACHINE.turned(first, touched.index(True), school, again.__contains__)
        rest = first.steps[again[turned.end] :] if turned.end in again else ()
        return written_working(replace(turned, steps=(*turned.steps, *rest)))

    def matters(self, ways: Iterable[Way]) -> bool:
        """Whether on one of them what is written, why, or what stands beside it is not as in the working in force."""
        others = (way.working for way in ways if way.working is not self._first)
        return any(self._look.differs(_Look(other)) for other in others)


def _asked_in_turn(derivation: Derivation) -> list[frozenset[str]]:
    """The facets of which a choice is asked for before each step, and at the end."""
    met = under(MACHINE, derivation.school).goals_met(derivation.end)
    return [*(_deciding(tuple(goal.id for goal in step.goals)) for step in derivation.steps), _deciding(met)]


@lru_cache(maxsize=1024)
def _deciding(goals: tuple[GoalId, ...]) -> frozenset[str]:
    """The facets that decide what serves one of these goals."""
    return frozenset().union(*(MACHINE.deciding[goal] for goal in goals if goal in MACHINE.deciding))


def _asked(working: Working) -> frozenset[str]:
    """The facets of which a choice is asked for: for the steps, for the lines, for what is set out beside them."""
    steps = working.derivation.steps
    asked = frozenset().union(*_asked_in_turn(working.derivation))
    if any(step.goal == "join" for step in steps):
        asked |= ON_ONE_LINE
    if any(isinstance(side, SetOut) for step in steps for side in step.side):
        asked |= DRAWN
    return asked


class _Look:
    """A working as it is seen, each part of it drawn when it is compared and once."""

    def __init__(self, working: Working) -> None:
        self._working = working

    def differs(self, other: "_Look") -> bool:
        return self._lines != other._lines or self._beside != other._beside or self._columns != other._columns

    @cached_property
    def _lines(self) -> list[object]:
        """What is written, and why."""
        return [(line.expr, line.said) for line in self._working.lines]

    @cached_property
    def _beside(self) -> list[object]:
        school = self._working.derivation.school
        return [[_drawn(side, school) for side in line.side] for line in self._working.lines]

    @cached_property
    def _columns(self) -> list[object]:
        return [board.strokes for board in boards_of(self._working.derivation)]


def _drawn(side: SideWork, school: School) -> object:
    return board_beside(side, school, 0).strokes if isinstance(side, (SetOut, PrimeFactors)) else side
