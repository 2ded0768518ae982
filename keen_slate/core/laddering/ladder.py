"""A ladder: from what a class can do to the aim, each step adding one demand, with numbers chosen for it.

What the class can do may occur in a rung, what is new must occur from its step on, and what has not been met must not.
Among numbers that do this, those are taken that no mistake gets right by luck and that keep the mistakes apart.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, fields, replace
from fractions import Fraction
from typing import Literal

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.diagnosis.glass import how_much_it_tells
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.drawing import Draw
from keen_slate.core.laddering.families import BRINGS, FAMILY, GROUPS, RELATIONS, Family, Wanted
from keen_slate.core.laddering.limits import LIMIT_NAMES, Limits, numbers_key
from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import problem_text, text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying import drawing
from keen_slate.core.saying.say import Say
from keen_slate.core.working.work import DEFAULT_SCHOOL, work

DRAWS = 400
"""Numbers drawn for one rung before its wishes count as impossible."""

JUDGED = 60
"""Of these, how many that look right are worked to see which demands they make."""

TRIED_AGAIN = 5
"""How often all of that is done again with other draws before wishes are refused."""

CHOSEN_FROM = 4
"""Fitting items that are put under the glass, of which the best is taken."""

Role = Literal["rung", "review"]


@dataclass(frozen=True, slots=True)
class Wishes:
    """``can`` are the demands that the class has, ``new`` those that it is to meet, ``count`` the rungs, ``review`` the
    items of the mixed review after them."""

    family: str
    can: Wanted = frozenset()
    new: tuple[str, ...] = ()
    count: int = 12
    review: int = 0
    limits: Limits = field(default_factory=Limits)
    seed: str = "1"


@dataclass(frozen=True, slots=True)
class Target:
    """What an item has to be: ``required`` demands, ``allowed`` ones besides, ``added`` the newest (none at first)."""

    required: Wanted
    allowed: Wanted
    added: str = ""

    def accepts(self, demands: Iterable[str]) -> bool:
        found = frozenset(demands)
        return self.required <= found <= self.required | self.allowed


@dataclass(frozen=True, slots=True)
class Rung:
    """An item of a ladder with its demands and how much it tells (0 to 1)."""

    problem: Problem
    target: Target
    demands: tuple[str, ...]
    tells: Fraction
    role: Role = "rung"


class Contradiction(ValueError):
    """Wishes that cannot all be had: ``wishes`` are the fewest of them that already exclude each other: demands, names
    of limits, or ``not-yet`` (nothing that has not been met)."""

    def __init__(self, family: str, wishes: tuple[str, ...]) -> None:
        super().__init__(f"{family}: {', '.join(wishes)} cannot be had together")
        self.family = family
        self.wishes = wishes

    @property
    def said(self) -> Say:
        names = tuple(DEMAND[w].name if w in DEMAND else LIMIT_NAMES[w] for w in self.wishes)
        return Say.of(drawing.contradiction, family=FAMILY[self.family].name, wishes=names)


def closed(demands: Iterable[str]) -> Wanted:
    """The demands with all that they cannot be without."""
    found = frozenset(demands)
    return found.union(*(BRINGS.get(d, frozenset()) for d in found))


def steps_of(wishes: Wishes) -> tuple[Target, ...]:
    """The targets from what the class can do to the aim; each adds one demand, or takes the next of a group.

    >>> [t.added for t in steps_of(Wishes("mixed-subtracted", frozenset({"like-denominators"}), ("regroup",)))]
    ['', 'regroup']
    """
    family = FAMILY[wishes.family]
    can = wishes.can & set(family.climb)
    asked: set[str] = set(family.always)
    if not wishes.limits.only_wholes:
        for group in GROUPS[:2]:  # what stands under each other is always in some relation
            if set(group) & family.base or set(group) & can:
                asked.add(next((d for d in reversed(group) if d in can), group[0]))
        asked |= {d for d in family.base if not any(d in g for g in GROUPS) and not can}
    targets = [_target(can, asked)]
    for demand in sorted(set(wishes.new) - asked, key=family.climb.index):
        for group in GROUPS:
            if demand in group:
                asked.difference_update(group)
        asked.add(demand)
        targets.append(_target(can, asked, demand))
    return tuple(targets)


def _target(can: Wanted, asked: set[str], added: str = "") -> Target:
    # A whole alone has no bottom that could stand in a relation to another.
    now = asked - set(RELATIONS) if "bare-whole-minuend" in asked else asked
    return Target(closed(now), _free(can, now), added)


def _free(can: Wanted, asked: set[str]) -> Wanted:
    """What the class can do and may occur besides; of a group only what is asked."""
    grouped = {d for group in GROUPS for d in group if set(group) & asked}
    return closed(can - grouped) - ({"unlike-denominators"} if RELATIONS[0] in asked else set())


def ladder(wishes: Wishes, school: School = DEFAULT_SCHOOL, kept: Sequence[Problem] = ()) -> tuple[Rung, ...]:
    """The rungs of a ladder; the same wishes give the same rungs. ``kept`` stand in the set already and do not repeat.

    Raises Contradiction where no numbers do what is wished.
    """
    targets = steps_of(wishes)
    seen = {numbers_key(p.expr) for p in kept}
    rungs: list[Rung] = []
    for index in range(wishes.count):
        # The steps share the rungs evenly; what is over goes to the later ones, which are the harder.
        target = targets[min(index * len(targets) // wishes.count, len(targets) - 1)]
        rungs.append(_chosen(wishes, target, f"{wishes.seed}/{index}", school, seen))
    for index in range(wishes.review):
        draw = Draw(f"{wishes.seed}/review/{index}")
        target = targets[draw.below(len(targets))]
        found = _chosen(wishes, target, f"{wishes.seed}/review/{index}", school, seen)
        rungs.append(replace(found, role="review"))
    return tuple(rungs)


def _chosen(wishes: Wishes, target: Target, seed: str, school: School, seen: set[tuple[str, ...]]) -> Rung:
    tries = (seed, *(f"{seed}/again/{n}" for n in range(TRIED_AGAIN)))
    found = (find_item(FAMILY[wishes.family], target, wishes.limits, s, school, seen) for s in tries)
    rung = next((r for r in found if r is not None), None)
    if rung is None:
        raise Contradiction(wishes.family, _fewest_excluding(wishes, target, school))
    seen.add(numbers_key(rung.problem.expr))
    return rung


def find_item(
    family: Family, target: Target, limits: Limits, seed: str, school: School, seen: Iterable[tuple[str, ...]] = ()
) -> Rung | None:
    """The best of a few items that fit a target; None where none is found."""
    avoided = set(seen)
    found: list[tuple[tuple[int, Fraction, int], Rung]] = []
    for problem, demands in _fitting(family, target, limits, seed, school):
        key = numbers_key(problem.expr)
        if key in avoided:
            continue
        avoided.add(key)
        second = look_twice(problem, school)
        tells = how_much_it_tells(second)
        rank = (len(second.right_by_luck), -tells, len(text_of(problem.expr)))
        found.append((rank, Rung(problem, target, demands, tells)))
        if len(found) == CHOSEN_FROM:
            break
    return min(found, key=lambda f: f[0])[1] if found else None


def _fitting(
    family: Family, target: Target, limits: Limits, seed: str, school: School
) -> Iterable[tuple[Problem, tuple[str, ...]]]:
    """Items drawn for a target whose working shows that they are what they were drawn for."""
    draw = Draw(seed)
    judged = 0
    for _ in range(DRAWS):
        expr = family.draw(draw, limits, _with_some_besides(draw, family, target))
        if expr is None or not limits.allows_numbers(expr):
            continue
        judged += 1
        if judged > JUDGED:
            return
        problem = _as_typed(expr)
        if problem is None:
            continue
        reference = work(problem, DEFAULT_SCHOOL)
        demands = demands_of(problem, reference.derivation)
        if target.accepts(demands) and limits.allows_working(work(problem, school).derivation):
            yield problem, demands


def _with_some_besides(draw: Draw, family: Family, target: Target) -> Wanted:
    """What is required and some of what is allowed; of a group never two."""
    wanted = target.required
    for demand in family.climb:
        if demand in target.allowed and demand not in wanted and draw.below(3):
            more = closed({demand})
            if not any(wanted & set(group) and demand in group for group in GROUPS) and not (
                RELATIONS[0] in wanted and "unlike-denominators" in more
            ):
                wanted |= more
    return wanted


def _as_typed(expr: Expr) -> Problem | None:
    """The item as it is read when a teacher types it."""
    try:
        return read(problem_text(expr))
    except UnreadableProblem:
        return None


def _fewest_excluding(wishes: Wishes, target: Target, school: School) -> tuple[str, ...]:
    """The fewest wishes that already exclude each other: each is left out, and stays out if that changes nothing."""
    family = FAMILY[wishes.family]
    chosen = [d for d in sorted(target.required - family.always, key=_place) if not _brought(d, target.required)]
    bounds = [f.name for f in fields(Limits) if getattr(wishes.limits, f.name) != getattr(Limits(), f.name)]
    left = ["not-yet", *bounds, *chosen]

    def possible(names: list[str]) -> bool:
        limits = replace(Limits(), **{n: getattr(wishes.limits, n) for n in names if n in bounds})
        required = closed(family.always | {d for d in names if d in chosen})
        everything = frozenset(d for f in FAMILY.values() for d in closed((*f.climb, *f.always)))
        allowed = target.allowed if "not-yet" in names else everything
        tries = (wishes.seed, *(f"{wishes.seed}/again/{n}" for n in range(TRIED_AGAIN)))
        fitting = (f for seed in tries for f in _fitting(family, Target(required, allowed), limits, seed, school))
        return next(fitting, None) is not None

    for wish in list(left):
        without = [w for w in left if w != wish]
        if not possible(without):
            left = without
    return tuple(left)


def _place(demand: str) -> tuple[int, str]:
    return (0 if demand in RELATIONS else 1), demand


def _brought(demand: str, required: Wanted) -> bool:
    return any(demand in BRINGS.get(other, frozenset()) for other in required)
