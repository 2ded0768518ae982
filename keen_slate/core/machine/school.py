"""A school: one choice for each facet of how a teacher works."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache

from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

Refuses = Callable[[Expr, dict[str, str]], Say | None]
"""Says of a problem, among all choices, why one cannot be followed; None where it can."""


@dataclass(frozen=True, slots=True, eq=False)
class Choice:
    """One way of doing it: its name and what it is ``about``, the teacher's words in braces.

    ``refuses`` gets the problem and all choices, and says why this one cannot be followed there, or gives None.
    ``leads_elsewhere``: under it a mistake can end in another answer than under the usual one of its facet.
    """

    id: str
    name: str
    about: str
    refuses: Refuses | None = None
    leads_elsewhere: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class Facet:
    """Something on which teachers differ, with the ways of doing it; the first is the default.

    ``only_writing``: it only says how a thing is written, so that no answer depends on it; one choice stands for all.
    ``of_lines``: it decides which steps stand on one line, and no rule asks for it.
    """

    id: str
    name: str
    choices: tuple[Choice, ...]
    only_writing: str = ""
    of_lines: bool = False

    @property
    def default(self) -> str:
        return self.choices[0].id

    def choice(self, id: str) -> Choice:
        return next(c for c in self.choices if c.id == id)


class UnknownChoice(ValueError):
    """A facet or choice that is not listed. ``known`` holds what could have been written instead."""

    def __init__(self, what: str, given: str, known: tuple[str, ...]) -> None:
        super().__init__(f"There is no {what} called {given}. Choose one of: {', '.join(known)}.")
        self.given = given
        self.known = known


class School:
    """The choices in force, one for every facet. Equal and hashable by its choices."""

    __slots__ = ("_by_facet", "_hash", "choices")

    def __init__(self, choices: tuple[tuple[str, str], ...]) -> None:
        self.choices = choices
        self._by_facet = dict(choices)
        self._hash = hash(choices)

    def __getitem__(self, facet: str) -> str:
        return self._by_facet[facet]

    def __eq__(self, other: object) -> bool:
        return self is other or (isinstance(other, School) and self.choices == other.choices)

    def __hash__(self) -> int:
        return self._hash

    def __repr__(self) -> str:
        return f"School({self._by_facet})"

    def as_dict(self) -> dict[str, str]:
        return dict(self._by_facet)

    def choosing(self, facet: str, choice: str) -> "School":
        """The same with that choice of that facet; both must be listed."""
        if self._by_facet[facet] == choice:
            return self
        return School(tuple([(f, choice if f == facet else c) for f, c in self.choices]))


def school_from(facets: tuple[Facet, ...], chosen: Mapping[str, str]) -> School:
    """The school with ``chosen`` in force and the default elsewhere. Raises UnknownChoice."""
    known = _ids(facets)
    for facet_id, choice_id in chosen.items():
        if facet_id not in known:
            raise UnknownChoice("school facet", facet_id, tuple(known))
        if choice_id not in known[facet_id]:
            raise UnknownChoice(f"choice for {facet_id}", choice_id, known[facet_id])
    return School(tuple(sorted((id, chosen.get(id, choices[0])) for id, choices in known.items())))


@lru_cache(maxsize=16)
def _ids(facets: tuple[Facet, ...]) -> dict[str, tuple[str, ...]]:
    """The ids of the choices by those of their facets."""
    return {f.id: tuple(c.id for c in f.choices) for f in facets}


@frozen
class Refused:
    """A choice that cannot be followed on this problem, what is done instead, and why."""

    facet: str
    choice: str
    instead: str
    why: Say


def fitting_school(facets: tuple[Facet, ...], school: School, expr: Expr) -> tuple[School, tuple[Refused, ...]]:
    """The school with the default in place of every choice that this problem refuses."""
    chosen = school.as_dict()
    refused: list[Refused] = []
    for facet, choice, refuses in _refusing(facets, school):
        why = refuses(expr, chosen)
        if why is not None:
            refused.append(Refused(facet.id, choice.id, facet.default, why))
    if not refused:
        return school, ()
    for r in refused:
        chosen[r.facet] = r.instead
    return school_from(facets, chosen), tuple(refused)


@lru_cache(maxsize=1024)
def _refusing(facets: tuple[Facet, ...], school: School) -> tuple[tuple[Facet, Choice, Refuses], ...]:
    """The choices of a school that some problem refuses."""
    chosen = ((facet, facet.choice(school[facet.id])) for facet in facets)
    return tuple((facet, choice, choice.refuses) for facet, choice in chosen if choice.refuses is not None)
