"""Where mistakes lead: a search over the states of an item, school by school, in which each state is worked on once.

From a state goes the right rule of the school, the mal-rules that strike there, and slips of one basic fact. A text
read wrongly is a mistake by itself and makes no pair. Schools that come to the same states on an item are looked at
once; what never fires costs nothing further.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Generic, Literal, TypeVar

from keen_slate.core.diagnosis.certain import LOOKED_AT, can_come_again, is_of_fractions
from keen_slate.core.machine.engine import Goal, MalRule, Move, Owned, Rule, under, watched
from keen_slate.core.machine.goals import ON_PAPER, GoalId
from keen_slate.core.machine.school import School, fitting_school, school_from
from keen_slate.core.malrules.listing import BY_ID, LIKELIHOOD, MAL_RULES
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form
from keen_slate.core.problem import bounds
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import (
    Chain,
    Expr,
    Product,
    Sum,
    Term,
    at_path,
    children,
    evaluate,
    is_numeral,
    is_workable,
    number_for,
    replaced,
    tidy,
    walk,
)
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.rules.on_paper import LARGEST_FACT
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen

ONE_WAY = {facet.id: facet.only_writing for facet in FACETS if facet.only_writing}

VARIED = (
    {"subtracting": "improper", "adding": "improper"}, {"subtracting": "regroup", "adding": "wholes-first"},
    {"denominators": "product", "subtracting": "improper", "adding": "improper"}, {"denominators": "list-multiples"},
    *({facet.id: choice.id} for facet in FACETS for choice in facet.choices if choice.leads_elsewhere),
)  # fmt: skip
"""What is varied against the teacher's school: choices that go together, and each that can change the answer to which a
mistake leads."""

FRACTIONAL = (Whole, CommonFraction, MixedNumber)
SLIP = "slip"
LONGEST_WAY = 150
"""Steps from the problem to an answer; a way that is longer goes round."""

STRIKING: dict[GoalId, tuple[MalRule, ...]] = {}
for _mistake in MAL_RULES:
    for _goal in _mistake.goals if _mistake.kind != "form" else ():
        STRIKING[_goal] = (*STRIKING.get(_goal, ()), _mistake)

STRIKING_ON_PAPER = tuple(m for m in MAL_RULES if not ON_PAPER.isdisjoint(m.goals))
"""Those that can strike in a calculation that a step owns."""

Causes = frozenset[str]
ALONE: dict[str, Causes] = {id: frozenset({id}) for id in (*BY_ID, SLIP)}
LONE: Causes = frozenset(m.id for m in MAL_RULES if m.kind == "reading" or m.lone)
"""A text read wrongly is a mistake by itself and makes no pair, and so are some others; a slip may come after it."""

EVERY_TIME: Causes = frozenset(m.id for m in MAL_RULES if m.every)
AGAIN: dict[str, Causes] = {goal: EVERY_TIME.intersection(m.id for m in ms) for goal, ms in STRIKING.items()}
"""For each goal the mistakes that are made again when it comes up again."""

AGAIN_ON_PAPER: Causes = EVERY_TIME.intersection(m.id for m in STRIKING_ON_PAPER)
"""Those that are made again in a calculation on paper."""

FINISHING: Causes = AGAIN["take-out-wholes"] | AGAIN["simplify"]
"""The mistakes that can be made again on the way from a lone fraction to its finished form."""

MULTIPLYING: Causes = FINISHING.union(
    *[
        AGAIN.get(goal, frozenset())
        for goal in (
            "cancel", "divide-fractions", "divide-tops", "divide-wholes", "invert", "multiply-divide",
            "multiply-fractions", "multiply-tops", "multiply-wholes", "rename-both", "to-improper", "work-out",
        )
    ]
)  # fmt: skip
"""Those on the way from a product or quotient of wholes, fractions and mixed numbers."""

NOTHING: Causes = frozenset()
State = int
"""A state by its number among ``States``: expressions are compared once, when they are met."""

Ends = frozenset[tuple[State, Causes]]
NoOccasion = Literal["no"]
Case = tuple[State, Causes, Causes, int, bool]
Facets = int
"""Facets as a mask over ``_coded`` schools."""

_WIDTH = 4
"""Bits for the choice of one facet."""

_PLACES = {facet.id: _WIDTH * place for place, facet in enumerate(FACETS)}


def _mask(*facets: str) -> Facets:
    return sum(((1 << _WIDTH) - 1) << _PLACES[f] for f in facets)


@lru_cache(maxsize=1024)
def _coded(school: School) -> int:
    """A school as one number, so that two are compared on some facets at one go."""
    return sum([c.id for c in f.choices].index(school[f.id]) << _PLACES[f.id] for f in FACETS)


ALL_FACETS = _mask(*_PLACES)
CERTAIN = _mask(*LOOKED_AT)

DECIDING: dict[str, Facets] = {}
"""For each goal the facets that decide which plan, rule or mal-rule serves it, and how."""
for _goal, _facet in (
    *((goal, facet) for goal, facets in MACHINE.deciding.items() for facet in facets),
    *((goal, m.facet) for m in MAL_RULES for goal in m.goals if m.facet is not None),
):
    DECIDING[_goal] = DECIDING.get(_goal, 0) | _mask(_facet)

Key = TypeVar("Key")
Found = TypeVar("Found")


class Shared(Generic[Key, Found]):
    """What was found under one school, for every school that makes the same choices where they mattered."""

    def __init__(self) -> None:
        self._by_key: dict[Key, list[tuple[Facets, int, Found]]] = {}

    def get(self, key: Key, school: int) -> tuple[Found, Facets] | None:
        for facets, choices, found in self._by_key.get(key, ()):
            if school & facets == choices:
                return found, facets
        return None

    def put(self, key: Key, school: int, found: Found, facets: Facets) -> tuple[Found, Facets]:
        self._by_key.setdefault(key, []).append((facets, school & facets, found))
        return found, facets


@dataclass(slots=True)
class Here:
    """What is due in a state: the goals, outermost first (none when it is done), the rule that serves the last, what it
    writes and where that leads: None where it cannot go on. What mistakes make of it is found when it is asked for;
    those ``on_paper`` are made in the calculation beside it."""

    goals: tuple[Goal, ...] = ()
    rule: Rule | None = None
    wrote: Expr | None = None
    right: State | None = None
    hits: dict[str, State | NoOccasion | None] = field(default_factory=dict)
    on_paper: set[str] = field(default_factory=set)
    struck: dict[str, State | None] | None = None
    slipped: tuple[State, ...] | None = None
    owned: Owned | None = None
    """The calculation on paper that the act has beside it."""


@frozen
class Rest:
    """Where the right rules end from a state (nowhere, if they go round), and the mistakes that could be made again on
    the way."""

    ends: Ends
    again: Causes


class States:
    """The states of one item, numbered as they are met, with all that schools share of them. ``most`` bounds how many
    a search for second mistakes may meet; None while there is no bound."""

    def __init__(self) -> None:
        self.exprs: list[Expr] = []
        self.most: int | None = None
        self.heres: Shared[State, Here] = Shared()
        self.rests: Shared[State, Rest] = Shared()
        self.ends: Shared[Case, Ends] = Shared()
        self.finished: dict[State, State | None] = {}
        self._numbers: dict[Expr, State] = {}

    @property
    def are_too_many(self) -> bool:
        """Whether no second mistake is looked for any more."""
        return self.most is not None and len(self.exprs) > self.most

    def number(self, expr: Expr) -> State:
        found = self._numbers.get(expr)
        if found is None:
            found = self._numbers[expr] = len(self.exprs)
            self.exprs.append(expr)
        return found


class Search:
    """The states of one item under one school. ``ends`` gives where they can end, with the mistakes on the way."""

    def __init__(self, start: Expr, school: School, states: States | None = None) -> None:
        self.school = school
        self.states = states if states is not None else States()
        self.start = self.states.number(tidy(start))
        self._bound = under(MACHINE, school)
        self._coded = _coded(school)
        self._open: set[Case] = set()

    def right_way(self) -> tuple[Expr, ...]:
        """The states of the working without any mistake."""
        way = [self.start]
        with watched(self.states.exprs[self.start]):
            while len(way) < LONGEST_WAY and (after := self.here(way[-1])[0].right) is not None:
                way.append(after)
        return tuple(self.states.exprs[s] for s in way)

    def ends(self, faults: int, *, slip: bool) -> Ends:
        """Every end with at most so many faults, as a state with the causes on the way: mal-rules, and with ``slip`` a
        slip as the last of them."""
        with watched(self.states.exprs[self.start]):
            return self._from(self.start, NOTHING, NOTHING, faults, slip)[0]

    def here(self, state: State) -> tuple[Here, Facets]:
        """What is due in a state, and the facets that decide it."""
        known = self.states.heres.get(state, self._coded)
        if known is not None:
            return known
        expr = focus = self.states.exprs[state]
        goals = [Goal("answer", ())]
        facets = DECIDING.get("answer", 0)
        while (plan := self._bound.plans.get(goals[-1].id)) is not None:
            inner = plan.opens(focus)
            if inner is None:
                return self.states.heres.put(state, self._coded, Here(), facets)
            id, path = inner
            if path:
                focus = at_path(focus, path)
            goals.append(Goal(id, goals[-1].at + path))
            facets |= DECIDING.get(id, 0)
        rule = self._bound.rules.get(goals[-1].id)
        here = Here(tuple(goals), rule)
        if rule is not None:
            here.owned = rule.owns(focus) if rule.owns is not None else None
            move = rule.apply(focus)
            if isinstance(move, Move):
                here.wrote = move.after
                here.right = self.states.number(replaced(expr, goals[-1].at, here.wrote))
        return self.states.heres.put(state, self._coded, here, facets)

    def _hit(self, mistake: MalRule, state: State, goal: Goal, here: Here) -> None:
        """Note where a mal-rule leads at a goal, unless it has struck at one further out."""
        if here.hits.get(mistake.id, "no") != "no":
            return
        expr = self.states.exprs[state]
        outcome = mistake.strike(at_path(expr, goal.at), self.school)
        if isinstance(outcome, Move):
            after = replaced(expr, goal.at, outcome.after)
            here.hits[mistake.id] = self.states.number(after) if is_workable(after) else None
        else:
            here.hits[mistake.id] = "no" if outcome is None else None

    def _hit_on_paper(self, mistake: MalRule, state: State, here: Here) -> None:
        """The same in the calculation on paper that the step owns."""
        if here.hits.get(mistake.id, "no") != "no" or here.owned is None:
            return
        expr, at = self.states.exprs[state], here.goals[-1].at
        outcome = MACHINE.strike_on_paper(mistake, here.owned, self.school)
        if isinstance(outcome, Move):
            after = replaced(expr, at, outcome.after)
            here.hits[mistake.id] = self.states.number(after) if is_workable(after) else None
            here.on_paper.add(mistake.id)
        elif outcome is not None:
            here.hits[mistake.id] = None

    def _struck(self, state: State, here: Here) -> dict[str, State | None]:
        """Every mal-rule that strikes in a state, with where it leads: None at an impasse, without an answer."""
        if here.struck is None:
            for goal in here.goals:
                for mistake in STRIKING.get(goal.id, ()):
                    self._hit(mistake, state, goal, here)
            if here.owned is not None:
                for mistake in STRIKING_ON_PAPER:
                    self._hit_on_paper(mistake, state, here)
            here.struck = {id: led_to for id, led_to in here.hits.items() if led_to != "no"}
        return here.struck

    def _again(self, state: State, here: Here, active: Causes) -> State | NoOccasion | None:
        """Where a mistake leads that was made before and is made every time."""
        for id in sorted(active & EVERY_TIME, key=LIKELIHOOD.__getitem__):
            if id not in here.hits:
                for goal in here.goals:
                    if goal.id in BY_ID[id].goals:
                        self._hit(BY_ID[id], state, goal, here)
                if BY_ID[id] in STRIKING_ON_PAPER:
                    self._hit_on_paper(BY_ID[id], state, here)
            led_to = here.hits.get(id, "no")
            if led_to != "no":
                return led_to
        return "no"

    def _slipped(self, state: State, here: Here) -> tuple[State, ...]:
        """The right act in a state with its basic fact off by one."""
        if here.slipped is None:
            here.slipped = ()
            if here.wrote is not None and here.rule is not None and here.rule.basic_fact:
                expr, at = self.states.exprs[state], here.goals[-1].at
                made = slips(at_path(expr, at), here.wrote)
                led_to = (replaced(expr, at, s) for s in made)
                here.slipped = tuple(self.states.number(after) for after in led_to if is_workable(after))
        return here.slipped

    def _finished(self, state: State) -> State | None:
        """The finished form to which the right rules of every school bring a state, where that is seen at once."""
        known = self.states.finished
        if state not in known:
            expr = self.states.exprs[state]
            known[state] = self.states.number(number_for(evaluate(expr))) if is_of_fractions(expr) else None
        return known[state]

    def _can_come_again(self, mistakes: Causes, state: State) -> bool:
        return any(can_come_again(BY_ID[id], self.states.exprs[state], self.school) for id in mistakes)

    def _known_rest(self, state: State) -> tuple[Rest, Facets] | None:
        """From a fraction, and from a product of fractions, every school comes to the same finished form."""
        known = self.states.rests.get(state, self._coded)
        if known is None and (again := _again_on_a_known_way(expr := self.states.exprs[state])) is not None:
            finished = self.states.number(number_for(evaluate(expr)))
            return self.states.rests.put(state, self._coded, Rest(frozenset({(finished, NOTHING)}), again), 0)
        return known

    def _rest(self, state: State) -> tuple[Rest, Facets]:
        way: list[tuple[State, Here, Facets]] = []
        while (known := self._known_rest(state)) is None:
            here, facets = self.here(state)
            way.append((state, here, facets))
            if here.right is None or len(way) > LONGEST_WAY:
                ends: Ends = frozenset() if here.goals else frozenset({(state, NOTHING)})
                known = Rest(ends, NOTHING), 0 if here.right is None else ALL_FACETS
                break
            state = here.right
        rest, facets = known
        for state, here, deciding in reversed(way):
            on_paper = AGAIN_ON_PAPER if here.owned is not None else NOTHING
            rest = Rest(rest.ends, rest.again.union(on_paper, *[AGAIN.get(g.id, NOTHING) for g in here.goals]))
            facets |= deciding
            self.states.rests.put(state, self._coded, rest, facets)
        return rest, facets

    def _from(self, state: State, active: Causes, passed: Causes, faults: int, slip: bool) -> tuple[Ends, Facets]:
        """``passed`` are mistakes that had an occasion and were not made: a pupil who makes one makes it at once."""
        if not faults:  # only those that are made again matter now
            lasting = active & EVERY_TIME
            if (end := self._finished(state)) is not None and not self._can_come_again(lasting, state):
                return frozenset({(end, NOTHING)}), CERTAIN if lasting else 0
            rest, facets = self._rest(state)
            if active.isdisjoint(rest.again):
                return rest.ends, facets
            active, slip = lasting, False
        errs = faults > 0 and active.isdisjoint(LONE)
        key = (state, active, passed if errs else NOTHING, faults, slip)
        known = self.states.ends.get(key, self._coded)
        if known is not None:
            return known
        if key in self._open or len(self._open) > LONGEST_WAY:  # it goes round or never ends: no answer that way
            return frozenset(), ALL_FACETS
        self._open.add(key)
        here, facets = self.here(state)
        ends: set[tuple[State, Causes]] = set()

        def go_on(to: State, now: Causes, then_passed: Causes, left: int, cause: Causes = NOTHING) -> None:
            nonlocal facets
            further, deciding = self._from(to, now, then_passed, left, slip)
            facets |= deciding
            ends.update([(end, causes | cause) for end, causes in further] if cause else further)

        if not here.goals:
            ends.add((state, NOTHING))
        else:
            again = self._again(state, here, active) if active else "no"
            after = here.right if again == "no" else again
            struck = self._struck(state, here) if errs else {}
            if after is not None:
                go_on(after, active, passed.union(struck), faults)
            for id, wrong in struck.items():
                if wrong is not None and id not in active and id not in passed and not (active and id in LONE):
                    # What went wrong in a calculation beside the line is explanation enough: no second fault is sought.
                    left = 0 if self.states.are_too_many or id in here.on_paper else faults - 1
                    go_on(wrong, active | ALONE[id], passed, left, ALONE[id])
            if slip and faults and again == "no" and not self.states.are_too_many:
                for wrong in self._slipped(state, here):
                    go_on(wrong, active, passed, 0, ALONE[SLIP])
        self._open.discard(key)
        return self.states.ends.put(key, self._coded, frozenset(ends), facets)


def _again_on_a_known_way(expr: Expr) -> Causes | None:
    if isinstance(expr, (CommonFraction, MixedNumber)):
        return FINISHING
    if isinstance(expr, Product) and not expr.marks and all(isinstance(f.expr, FRACTIONAL) for f in expr.factors):
        large = any(isinstance(f.expr, Whole) and f.expr.n > LARGEST_FACT for f in expr.factors)
        return MULTIPLYING | AGAIN_ON_PAPER if large else MULTIPLYING
    return None


def searches(start: Expr, school: School) -> tuple[Search, ...]:
    """A search for each school that comes to states of its own on this item, the teacher's first; of a long item for
    the first of them."""
    states = States()
    return tuple([Search(start, own, states) for own in own_ways(start, school)])


@lru_cache(maxsize=512)
def own_ways(start: Expr, school: School) -> tuple[School, ...]:
    """The schools of the searches."""
    states = States()
    found: dict[tuple[Expr, ...], School] = {}
    length = sum(is_numeral(e) for side in (start.sides if isinstance(start, Chain) else (start,)) for e in walk(side))
    most = max(bounds.FEWEST_SCHOOLS, bounds.SCHOOLS_SEARCHED // max(1, length))
    for varied in _varied(school):
        fitting, refused = fitting_school(FACETS, varied, start)
        if refused and found:
            continue
        found.setdefault(Search(start, fitting, states).right_way(), fitting)
        if len(found) >= most:
            break
    return tuple(found.values())


@lru_cache(maxsize=256)
def _varied(school: School) -> tuple[School, ...]:
    """A school with each of the variations, itself first."""
    base = school.as_dict() | ONE_WAY
    return tuple(dict.fromkeys(school_from(FACETS, base | varied) for varied in ({}, *VARIED)))


def within_bounds(ways: tuple[Search, ...]) -> tuple[Search, ...]:
    """Those of the searches whose single mistakes are looked for within the bound on states, always the first."""
    for index, search in enumerate(ways):
        search.ends(1, slip=False)
        if len(search.states.exprs) > bounds.MOST_SINGLE_STATES:
            return ways[: index + 1]
    return ways


def slips(before: Expr, after: Expr) -> Iterator[Expr]:
    """The same act with its one result off by one: a top, a whole, or a digit that was not there before.

    >>> eighths = Sum((Term(CommonFraction(3, 8)), Term(CommonFraction(1, 8))))
    >>> [s.numerator for s in slips(eighths, CommonFraction(4, 8))]
    [3, 5]
    """
    if isinstance(after, Columns):
        if after.done:
            for digit in (after.done[0] - 1, after.done[0] + 1):
                if 0 <= digit <= 9:
                    yield replace(after, done=(digit, *after.done[1:]))
        return
    old = {before, *children(before)}
    if is_numeral(after):
        yield from _off_by_one(after)
        return
    for index, child in enumerate(children(after)):
        if child not in old and is_numeral(child):
            for other in _off_by_one(child):
                if isinstance(after, Sum):
                    terms = (*after.terms[:index], Term(other, after.terms[index].minus), *after.terms[index + 1 :])
                    yield Sum(terms, after.marks)
                else:
                    yield replaced(after, (index,), other)


def _off_by_one(number: Expr) -> Iterator[Expr]:
    for by in (-1, 1):
        match number:
            case Whole(n) if n + by >= 0:
                yield Whole(n + by)
            case CommonFraction(top, bottom) if top + by >= 0:
                yield CommonFraction(top + by, bottom)
            case DecimalNumeral(digits, places) if digits + by >= 0:
                yield DecimalNumeral(digits + by, places)
            case MixedNumber(whole, top, bottom):
                if top + by >= 0:
                    yield mixed_form(whole, top + by, bottom)
                if whole + by >= 0:
                    yield mixed_form(whole + by, top, bottom)
