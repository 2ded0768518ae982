"""A ladder: from what a class can do to the aim, each step adding one demand, with numbers chosen for it.

What the class can do may occur in a rung, what is new must occur from its step on, and what has not been met must not.
Among numbers that do this, those are taken that no mistake gets right by luck and that keep the mistakes apart.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import OF_STORIES
from keen_slate.core.laddering.contradicting import Contradiction, Exhausted, contradiction
from keen_slate.core.laddering.families.family import PLACES_ALIKE, RELATIONS, Family, Wanted
from keen_slate.core.laddering.families.listing import FAMILY
from keen_slate.core.laddering.limits import Limits, numbers_key
from keen_slate.core.laddering.searching import NotFound, Rung, Search, Target, closed, find_thoroughly
from keen_slate.core.machine.school import School
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.reading.reading import Problem
from keen_slate.core.reading.story_form import Story, Told
from keen_slate.core.saying import drawing
from keen_slate.core.saying.say import Say
from keen_slate.core.stories.around import told_around
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL

__all__ = ["Contradiction", "Exhausted", "Rung", "Target", "Wishes", "ladder", "shares", "steps_of"]


@frozen
class Wishes:
    """``can`` are the demands that the class has, ``new`` those that it is to meet, ``count`` the rungs, ``review`` the
    items of the mixed review after them. ``pair``: before the review stand an item whose newest demand hides and one
    that only looks like it, where the family has such a pair. ``story``: every item is told as a story of that kind, or
    of any; not told where it is empty. ``rungs`` are the numbers of rungs that were said for a new demand, or for what
    the class can do ("")."""

    family: str
    can: Wanted = frozenset()
    new: tuple[str, ...] = ()
    count: int = 12
    review: int = 0
    limits: Limits = field(default_factory=Limits)
    seed: str = "1"
    pair: bool = False
    story: str = ""
    rungs: Mapping[str, int] = field(default_factory=dict)


def steps_of(wishes: Wishes) -> tuple[Target, ...]:
    """The targets from what the class can do to the aim; each adds one demand, or takes the next of a group.

    >>> [t.added for t in steps_of(Wishes("mixed-subtracted", frozenset({"like-denominators"}), ("regroup",)))]
    ['', 'regroup']
    """
    family = FAMILY[wishes.family]
    can = wishes.can & set(family.climb)
    asked: set[str] = set(family.always)
    if not (wishes.limits.only_wholes and set(family.standing) & {RELATIONS, PLACES_ALIKE}):
        for group in family.standing:  # an item always makes one of these
            asked.add(next((d for d in reversed(group) if d in can), group[0]))
    targets = [_target(family, can, asked)]
    for demand in sorted(set(wishes.new) - asked, key=family.climb.index):
        asked.difference_update(family.group_of(demand))
        asked.add(demand)
        targets.append(_target(family, can, asked, demand))
    return tuple(targets)


def _target(family: Family, can: Wanted, asked: set[str], added: str = "") -> Target:
    # A whole alone has no bottom that could stand in a relation to another.
    now = asked - set(RELATIONS) if "bare-whole-minuend" in asked else asked
    return Target(closed(now), _free(family, can, now), added)


def _free(family: Family, can: Wanted, asked: set[str]) -> Wanted:
    """What the class can do and may occur besides; of a group only what is asked."""
    grouped = {d for group in family.groups for d in group if set(group) & asked}
    along = frozenset(d for demand, with_it in family.along.items() if demand in asked | can for d in with_it)
    free = closed(can - grouped) | (along - asked)
    return free - ({"unlike-denominators"} if RELATIONS[0] in asked else set())


def pair_of(wishes: Wishes) -> tuple[Target, Target] | None:
    """The targets of a pair: the demand hides in the one, the other only looks like it; None for families without."""
    family = FAMILY[wishes.family]
    if family.pair is None:
        return None
    hidden, seeming = family.pair
    last = steps_of(wishes)[-1]
    others = last.required - set(family.group_of(hidden)) - set(family.group_of(seeming))
    others -= closed({hidden}) | closed({seeming}) | {*RELATIONS}
    relations = frozenset({*RELATIONS[1:]}) if RELATIONS in family.standing else frozenset()
    allowed = last.allowed | relations | {"simplify", "large-common-bottom"} | wishes.can
    return (
        Target(closed(others | {hidden}), allowed - {seeming}, hidden),
        Target(closed(others | {seeming}), allowed - closed({hidden}) | {"unlike-denominators"}, seeming),
    )


def ladder(
    wishes: Wishes, school: School = DEFAULT_SCHOOL, kept: Sequence[Problem] = (), own: Sequence[Story] = ()
) -> tuple[Rung, ...]:
    """The rungs of a ladder; the same wishes give the same rungs. ``kept`` stand in the set already and do not repeat;
    ``own`` are the teacher's stories, which are told before the library's.

    Raises Contradiction where no numbers do what is wished, Exhausted where there are too few of them.
    """
    targets = steps_of(wishes)
    seen = {numbers_key(p.expr) for p in kept}
    rungs: list[Rung] = []
    teller = _Teller(own)
    at = [target for target, share in zip(targets, shares(wishes), strict=True) for _ in range(share)]
    for index, target in enumerate(at):
        rungs.append(_chosen(wishes, target, f"{wishes.seed}/{index}", school, seen, teller))
    for target in (pair_of(wishes) or ()) if wishes.pair else ():
        found = _chosen(wishes, target, f"{wishes.seed}/pair/{target.added}", school, seen, teller)
        rungs.append(replace(found, role="pair"))
    for index in range(wishes.review):
        draw = Draw(f"{wishes.seed}/review/{index}")
        target = targets[draw.below(len(targets))]
        found = _chosen(wishes, target, f"{wishes.seed}/review/{index}", school, seen, teller)
        rungs.append(replace(found, role="review"))
    return tuple(rungs)


KNOWN_FIRST = 6
"""Of so many rungs one asks nothing new: enough to begin on, and most of a ladder practises what is new (common
practice, no source)."""


def shares(wishes: Wishes) -> tuple[int, ...]:
    """How many rungs each step gets: as said, and the rest shared evenly among what is new, the later and harder first.
    They are ``count`` together, or more where more were said.

    >>> shares(Wishes("mixed-subtracted", frozenset({"like-denominators"}), ("simplify", "regroup"), count=8))
    (2, 3, 3)
    >>> shares(Wishes("mixed-subtracted", frozenset(), ("simplify", "regroup"), count=8, rungs={"simplify": 2}))
    (1, 2, 5)
    """
    steps = [t.added for t in steps_of(wishes)]
    given = {i: wishes.rungs[step] for i, step in enumerate(steps) if step in wishes.rungs}
    unsaid = [i for i in range(len(steps)) if i not in given]
    left = max(0, wishes.count - sum(given.values()))
    if unsaid[:1] == [0] and len(unsaid) > 1:
        given[0] = min(-(-left // KNOWN_FIRST), max(0, left - len(unsaid) + 1))
        left -= given[0]
        del unsaid[0]
    for place, i in enumerate(unsaid):
        given[i] = left // len(unsaid) + (place >= len(unsaid) - left % len(unsaid))
    return tuple(given[i] for i in range(len(steps)))


TOLD_TRIES = 12
"""Items that are drawn for a rung that is to be told as a story, before it is said that no story fits."""


def _chosen(
    wishes: Wishes, target: Target, seed: str, school: School, seen: set[tuple[str, ...]], teller: "_Teller"
) -> Rung:
    if not wishes.story:
        return _drawn(wishes, target, seed, school, seen)
    for again in range(TOLD_TRIES):
        rung = _drawn(wishes, target, f"{seed}/told/{again}", school, seen)
        told = teller.told(rung.problem, wishes.story, f"{seed}/{again}")
        if told is not None:
            seen.add(numbers_key(told.expr))
            aim = replace(target, required=target.required | {"as-story"}, allowed=target.allowed | OF_STORIES)
            return replace(rung, problem=told, target=aim, demands=demands_of(told))
    kinds = kinds_told(wishes.family)
    said = Say.of(drawing.told_as_none, family=FAMILY[wishes.family].name, kinds=kinds)
    raise Contradiction(("story",), said)


@dataclass(slots=True)
class _Teller:
    """The teacher's own stories, and the texts that have been told already: of those that fit the least used is
    taken."""

    own: Sequence[Story]
    used: list[Told] = field(default_factory=list)

    def told(self, problem: Problem, kind: str, seed: str) -> Problem | None:
        found = told_around(problem, kind, seed, self.used, self.own)
        if found is not None and found.story is not None:
            self.used.append(found.story.told)
        return found


TOLD_AS: dict[str, tuple[str, ...]] = {
    "fractions-added": ("compare", "part-whole"),
    "fractions-subtracted": ("join", "take", "part-whole", "compare"),
    "mixed-added": ("join", "take", "part-whole", "compare"),
    "mixed-subtracted": ("join", "take", "part-whole", "compare"),
    "decimals-added": ("join", "take", "part-whole", "compare"),
    "decimals-subtracted": ("join", "take", "part-whole", "compare"),
    "divided-with-remainder": ("fit",),
    "by-powers-of-ten": ("times-as-many", "rate", "groups", "fraction"),
    "decimals-multiplied": ("times-as-many", "fraction", "rate"),
    "decimals-divided": ("share", "fraction", "times-as-many", "rate", "fit"),
    "fractions-multiplied": ("fraction", "rate", "groups"),
    "with-decimals": ("join", "take", "compare", "part-whole"),
    "percents-of-amounts": ("percent",),
}
"""The kinds of story that items of a family can be told as: what is found by drawing some of each, which takes longer
than a request may."""


def kinds_told(family: str) -> tuple[str, ...]:
    """The kinds of story that items of a family can be told as; none for most of what is not worked out."""
    return TOLD_AS.get(family, ())


def _drawn(wishes: Wishes, target: Target, seed: str, school: School, seen: set[tuple[str, ...]]) -> Rung:
    search = Search(FAMILY[wishes.family], target, wishes.limits, school)
    rung = find_thoroughly(search, seed, seen)
    if isinstance(rung, NotFound):
        raise contradiction(search, rung, seed)
    seen.add(numbers_key(rung.problem.expr))
    return rung
