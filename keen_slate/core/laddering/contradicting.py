"""Wishes for a ladder that cannot be had: which of them exclude each other, and what would help."""

from dataclasses import fields, replace
from itertools import islice

from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.laddering.families.family import BRINGS, RELATIONS
from keen_slate.core.laddering.families.listing import FAMILIES
from keen_slate.core.laddering.limits import Limits, numbers_key
from keen_slate.core.laddering.searching import Fitting, NotFound, Search, Target, closed
from keen_slate.core.notation.text import text_of
from keen_slate.core.saying import drawing
from keen_slate.core.saying.say import Say

WIDE = Limits(largest_bottom=40, largest_common=400, largest_whole=60, places=3, largest_fact=99)
"""Bounds that leave everything open that is asked of a class."""


class Contradiction(ValueError):
    """Wishes that cannot all be had: ``wishes`` are the fewest of them that already exclude each other: demands, names
    of limits, or ``not-yet`` (nothing that has not been met)."""

    def __init__(self, wishes: tuple[str, ...], said: Say) -> None:
        super().__init__(f"{', '.join(wishes)} cannot be had together")
        self.wishes = wishes
        self.said = said


class Exhausted(Contradiction):
    """There are items as wished, and fewer of them than are asked for."""


def contradiction(search: Search, came_to: NotFound, seed: str) -> Contradiction:
    """Why a search found no item, or none that differs in its numbers from those that stand already."""
    keys = {numbers_key(p.expr) for p, _ in (*came_to.there_are, *search.drawn(seed))}
    if keys:
        said = Say.of(drawing.exhausted, family=search.family.name, count=len(keys), certain=came_to.whole)
        return Exhausted((), said)
    return _Excluding(search, came_to, seed).told()


class _Excluding:
    """The fewest wishes that already exclude each other: each is left out, and stays out if that changes nothing."""

    def __init__(self, search: Search, came_to: NotFound, seed: str) -> None:
        self.family, self.target, self.limits, self.school = search.family, search.target, search.limits, search.school
        self.seed, self.certain, self.tried = seed, came_to.whole, came_to.tried
        brought = frozenset().union(*(BRINGS.get(d, frozenset()) for d in self.target.required))
        self.demands = sorted(
            self.target.required - self.family.always - brought, key=lambda d: (d not in RELATIONS, d)
        )
        self.bounds = [f.name for f in fields(Limits) if getattr(self.limits, f.name) != getattr(WIDE, f.name)]

    def told(self) -> Contradiction:
        left = ["not-yet", *self.bounds, *self.demands]
        for wishes in (["not-yet"], self.bounds, *([w] for w in left[1:])):
            without = [w for w in left if w not in wishes]
            search = self._search(without)
            if without != left and next(search.found(self.seed), None) is None:
                left, self.certain, self.tried = without, search.whole, search.tried
        nearest = self._nearest([w for w in left if w != "not-yet"]) if "not-yet" in left else None
        said = Say.of(
            drawing.contradiction,
            family=self.family.name,
            demands=tuple(DEMAND[w].name for w in left if w in DEMAND),
            bounds=tuple((w, getattr(self.limits, w)) for w in left if w in self.bounds),
            instead=tuple(DEMAND[d].name for d in self._instead(left)),
            nearest=nearest[0].expr if nearest else None,
            besides=tuple(DEMAND[d].name for d in self._besides(nearest[1])) if nearest else (),
            tried=0 if self.certain else self.tried,
        )
        return Contradiction(tuple(left), said)

    def _search(self, names: list[str]) -> Search:
        limits = replace(WIDE, **{n: getattr(self.limits, n) for n in names if n in self.bounds})
        required = closed(self.family.always | {d for d in names if d in self.demands})
        everything = frozenset(d for f in FAMILIES for d in closed((*f.climb, *f.always)))
        allowed = self.target.allowed | self.target.required if "not-yet" in names else everything
        return Search(self.family, Target(required, allowed), limits, self.school, most=5_000, worked=80)

    def _nearest(self, names: list[str]) -> Fitting | None:
        """Of items that ask for something besides one that asks for the least, within all bounds where there is one."""
        for bounds in (self.bounds, []):
            found = list(islice(self._search([*names, *bounds]).found(self.seed), 40))
            if found:
                return min(found, key=self._distance)
        return None

    def _distance(self, fitting: Fitting) -> tuple[int, list[int], int]:
        """How far an item is from what the class has: what it asks besides, the easier before the harder."""
        problem, demands = fitting
        besides = self._besides(demands)
        climb = self.family.climb
        places = [climb.index(d) if d in climb else len(climb) for d in besides]
        return len(besides), places, len(text_of(problem.expr))

    def _instead(self, names: list[str]) -> tuple[str, ...]:
        """What could be chosen in place of a demand that stands where nothing else is said."""
        for group in self.family.standing:
            if group[0] in names:
                return group[1:]
        return ()

    def _besides(self, demands: tuple[str, ...]) -> list[str]:
        """What an item asks that the class has not met."""
        met = self.target.required | self.target.allowed
        without = [d for d in demands if d not in met]
        return [d for d in without if not any(d in BRINGS.get(o, ()) for o in without)]
