"""Finding items that make the demands of a target: by drawing, and where that fails by going through all there are.

Drawing is guided by fractions alone; whether the demands are there is judged on the working.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations, islice
from typing import Literal

from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.glass import how_much_it_tells
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.families.family import BRINGS, Family, Wanted
from keen_slate.core.laddering.limits import Limits, numbers_key
from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import problem_text, text_of
from keen_slate.core.numbers.drawing import Draw, EveryDraw
from keen_slate.core.problem.tree import Expr
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, work

DRAWS = 400
"""Numbers drawn for one rung at a time."""

JUDGED = 60
"""Of these, how many that look right are worked to see which demands they make."""

TRIED_AGAIN = 5
"""How often all of that is done again with other draws before all items are gone through."""

BETTER_LOOKED_FOR = 3
"""How often it is done again where the best is still right by luck for some mistake."""

GONE_THROUGH = 30_000
"""Choices of numbers that are gone through, the smaller numbers first, before a search is given up as too wide."""

WORKED = 500
"""Of these, how many are worked."""

CHOSEN_FROM = 4
"""Fitting items that are put under the glass, of which the best is taken."""

BESIDES_AT_ONCE = 256
"""Of what may occur besides, so many choices are gone through side by side, the smaller ones first."""

MOST_BESIDES = 20_000
"""So many choices of what may occur besides are looked at before a search is given up as too wide."""

FEW = 4
"""So many demands that may occur besides are mostly there; of more each is there seldom, or no item holds them."""

Role = Literal["rung", "review", "pair"]


@frozen
class Target:
    """What an item has to be: ``required`` demands, ``allowed`` ones besides, ``added`` the newest (none at first)."""

    required: Wanted
    allowed: Wanted
    added: str = ""

    def accepts(self, demands: Iterable[str]) -> bool:
        found = frozenset(demands)
        return self.required <= found <= self.required | self.allowed


@frozen
class Rung:
    """An item of a ladder with its demands and how much it tells (0 to 1)."""

    problem: Problem
    target: Target
    demands: tuple[str, ...]
    tells: Fraction
    role: Role = "rung"


Fitting = tuple[Problem, tuple[str, ...]]
"""An item that fits, with its demands."""


def closed(demands: Iterable[str]) -> Wanted:
    """The demands with all that they cannot be without.

    >>> sorted(closed({"nested-brackets"}))
    ['brackets', 'nested-brackets', 'several-operations']
    """
    found = frozenset(demands)
    return found.union(*(BRINGS.get(d, frozenset()) for d in found))


@dataclass(slots=True)
class Search:
    """Items of a family for a target within bounds. ``whole``: every item there is has been gone through."""

    family: Family
    target: Target
    limits: Limits
    school: School
    most: int = GONE_THROUGH
    worked: int = WORKED
    whole: bool = False
    cut_short: bool = False
    tried: int = 0

    def found(self, seed: str) -> Iterator[Fitting]:
        """Items drawn by a seed, then those that are met when all are gone through."""
        yield from self.drawn(seed)
        yield from self.every()

    def drawn(self, seed: str) -> Iterator[Fitting]:
        """Items drawn by one seed."""
        draw = Draw(seed)
        exprs = (self.family.draw(draw, self.limits, self._with_some_besides(draw)) for _ in range(DRAWS))
        yield from self._judged(exprs, JUDGED)

    def every(self) -> Iterator[Fitting]:
        """Every item, the smaller numbers first, as far as they can be gone through."""
        yield from self._judged(self._every_expr(), self.worked)

    def _every_expr(self) -> Iterator[Expr | None]:
        """All that the family draws, with nothing besides and with whatever may occur besides, in turn."""
        if self._excluded():
            self.whole = True
            return
        tried = 0
        choices = self._with_besides()
        while left := [(EveryDraw(), wanted) for wanted in islice(choices, BESIDES_AT_ONCE)]:
            while left:
                for every in list(left):
                    if not every[0].again():
                        left.remove(every)
                    elif tried == self.most:
                        return
                    else:
                        tried += 1
                        yield self.family.draw(every[0], self.limits, every[1])
        self.whole = not self.cut_short

    def _excluded(self) -> bool:
        """Whether two demands are required of which an item makes only one, or any of whole numbers that make none."""
        required = self.target.required
        if self.limits.only_wholes and not self.family.wholes and required:
            return True
        one_size = {"like-denominators", "unlike-denominators"}
        return any(len(required & {*group}) > 1 for group in (*self.family.standing, one_size))

    def _judged(self, exprs: Iterable[Expr | None], worked: int) -> Iterator[Fitting]:
        seen: set[tuple[str, str]] = set()
        for expr in exprs:
            self.tried += 1
            if expr is None or not self.limits.allows_numbers(expr, on_paper=self.family.on_paper):
                continue
            key = problem_text(expr), type(expr).__name__
            if key in seen:
                continue
            if len(seen) == worked:
                return
            seen.add(key)
            fitting = self._fits(expr)
            if fitting is not None:
                yield fitting

    def _fits(self, expr: Expr) -> Fitting | None:
        try:
            problem = read(problem_text(expr))  # as it is read when a teacher types it
        except UnreadableProblem:
            return None
        reference = work(problem, DEFAULT_SCHOOL)
        demands = demands_of(problem, reference.derivation)
        if not self.target.accepts(demands):
            return None
        own = reference if self.school == DEFAULT_SCHOOL else work(problem, self.school)
        on_paper = self.family.on_paper
        return (problem, demands) if self.limits.allows_working(own.derivation, on_paper=on_paper) else None

    @property
    def _besides(self) -> list[str]:
        """What may occur besides what is required."""
        return [d for d in self.family.climb if d in self.target.allowed and d not in self.target.required]

    def _with_some_besides(self, draw: Draw) -> Wanted:
        """What is required and some of what is allowed; of a group never two."""
        wanted = self.target.required
        besides = self._besides
        for demand in besides:
            if draw.mostly(seldom=len(besides) > FEW):
                wanted = self._and(wanted, demand) or wanted
        return wanted

    def _with_besides(self) -> Iterator[Wanted]:
        """What is required with nothing, one, two ... of what is allowed besides."""
        besides, given, looked_at = self._besides, set(), 0
        for count in range(len(besides) + 1):
            for chosen in combinations(besides, count):
                looked_at += 1
                if looked_at > MOST_BESIDES:
                    self.cut_short = True
                    return
                wanted: Wanted | None = self.target.required
                for demand in chosen:
                    wanted = wanted and self._and(wanted, demand)
                if wanted is not None and wanted not in given:
                    given.add(wanted)
                    yield wanted

    def _and(self, wanted: Wanted, demand: str) -> Wanted | None:
        """With a demand more; None where it stands in the place of one that is wanted."""
        more = wanted | closed({demand})
        taken = any(d in wanted and d != demand for d in self.family.group_of(demand))
        return None if taken or {"like-denominators", "unlike-denominators"} <= more else more


Rank = tuple[int, Fraction, int]
"""How good an item is, the lower the better: mistakes right by luck and numbers that stand twice, what it tells, its
length."""


def best_of(fitting: Iterable[Fitting], target: Target, school: School, seen: Iterable[tuple[str, ...]]) -> Rung | None:
    """The best of the first few with other numbers: right by luck least, no number twice, then telling most."""
    found = _ranked(fitting, target, school, seen)
    return found[1] if found else None


def _ranked(
    fitting: Iterable[Fitting], target: Target, school: School, seen: Iterable[tuple[str, ...]]
) -> tuple[Rank, Rung] | None:
    avoided = set(seen)
    found: list[tuple[Rank, Rung]] = []
    for problem, demands in fitting:
        key = numbers_key(problem.expr)
        if key in avoided:
            continue
        avoided.add(key)
        second = look_twice(problem, school)
        tells = how_much_it_tells(second)
        doubled = len(key) - len(set(key))
        rank = (len(second.right_by_luck) + doubled, -tells, len(text_of(problem.expr)))
        found.append((rank, Rung(problem, target, demands, tells)))
        if len(found) == CHOSEN_FROM:
            break
    return min(found, key=lambda f: f[0], default=None)


def find_item(
    family: Family, target: Target, limits: Limits, seed: str, school: School, seen: Iterable[tuple[str, ...]] = ()
) -> Rung | None:
    """The best of a few items drawn for a target; None where none is among the draws."""
    return best_of(Search(family, target, limits, school).drawn(seed), target, school, seen)


@frozen
class NotFound:
    """What a thorough search came to that found nothing new: the items ``there_are`` for the target, all of them where
    the search was ``whole``, after so many that were ``tried``."""

    there_are: tuple[Fitting, ...]
    whole: bool
    tried: int


def find_thoroughly(search: Search, seed: str, seen: Iterable[tuple[str, ...]] = ()) -> Rung | NotFound:
    """The best of a few items drawn for a target, then by other seeds, then of all that can be gone through."""
    seen = set(seen)
    best: tuple[Rank, Rung] | None = None
    for tries, again in enumerate(("", *(f"/again/{n}" for n in range(TRIED_AGAIN)))):
        found = _ranked(search.drawn(seed + again), search.target, search.school, seen)
        best = min((b for b in (best, found) if b), key=lambda b: b[0], default=None)
        if best is not None and (best[0][0] == 0 or tries >= BETTER_LOOKED_FOR):
            return best[1]
    if best is not None:
        return best[1]
    there_are = tuple(search.every())
    return best_of(there_are, search.target, search.school, seen) or NotFound(there_are, search.whole, search.tried)
