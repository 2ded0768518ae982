"""Where mistakes lead: a search over the states of an item, school by school, in which each state is worked on once.

From a state goes the right rule of the school, the mal-rules that strike there, and slips of one basic fact. A text
read wrongly is a mistake by itself and makes no pair. Schools that come to the same states on an item are looked at
once; what never fires costs nothing further.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from keen_slate.core.malrules.listing import BY_ID, MAL_RULES
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Columns, Expr, Path, Sum, Term, at_path, children, is_numeral, replaced, tidy
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.schools.school import School, fitting_school, school_from
from keen_slate.core.working.engine import Bound, Goal, MalRule, Move

ONE_WAY = {
    "questions": "unasked", "regrouping": "shortcut", "wholes-out": "division", "simplifying": "greatest-factor",
    "signs": "as-written", "negatives": "known",
}  # fmt: skip
"""Facets that only say how a thing is written: one choice stands for all, since no answer depends on them."""

VARIED = (
    {"subtracting": "improper", "adding": "improper"}, {"subtracting": "regroup", "adding": "wholes-first"},
    {"adding": "fractions-first"}, {"denominators": "product"},
    {"denominators": "product", "subtracting": "improper", "adding": "improper"},
    {"denominators": "list-multiples"}, {"subtracting": "negative-part"}, {"subtracting": "count-back"},
    {"subtracting": "count-up"}, {"subtracting": "same-change"}, {"reduce-first": "yes"}, {"make-a-whole": "first"},
    {"multiplying": "cancel-first"}, {"dividing": "common-denominator"}, {"decimal-products": "fractions"},
    {"mixed-kinds": "decimals"}, {"decimal-fractions": "reduce-at-once"},
)  # fmt: skip
"""What is varied against the teacher's school: every choice that can change the answer to which a mistake leads."""

FACTS = {
    "combine-tops", "join", "put-wholes-by", "add-wholes", "list-multiples", "product-of-bottoms", "multiply-fractions",
    "multiply-wholes", "multiply-decimals", "divide-wholes", "divide-decimals", "regroup", "divide-out-wholes",
    "divide-out-carry", "to-improper", "write-improper", "write-digit",
}  # fmt: skip
"""Rules that take a basic fact, in which a slip can happen."""

SLIP = "slip"
LONGEST_WAY = 150
"""Steps from the problem to an answer; a way that is longer goes round."""

STRIKING: dict[str, tuple[MalRule, ...]] = {}
for _mistake in MAL_RULES:
    for _goal in _mistake.goals if _mistake.kind != "form" else ():
        STRIKING[_goal] = (*STRIKING.get(_goal, ()), _mistake)

Causes = frozenset[str]
ALONE: dict[str, Causes] = {id: frozenset({id}) for id in (*BY_ID, SLIP)}
READING: Causes = frozenset(m.id for m in MAL_RULES if m.kind == "reading")
"""A text read wrongly is a mistake by itself and makes no pair; a slip may come after it."""

EVERY_TIME: Causes = frozenset(m.id for m in MAL_RULES if m.every)
NOTHING: Causes = frozenset()
State = int
"""A state by its number among ``States``: expressions are compared once, when they are met."""

Ends = frozenset[tuple[State, Causes]]
NoOccasion = Literal["no"]
Key = tuple[State, Causes, Causes, int, bool]


class States:
    """The states of one item, numbered as they are met, with all that is the same of them under every school."""

    def __init__(self) -> None:
        self.exprs: list[Expr] = []
        self.rests: dict[tuple[State, tuple[str, ...]], Ends] = {}
        self.goals_by_plans: dict[frozenset[object], dict[State, tuple[Goal, ...]]] = {}
        self._numbers: dict[Expr, State] = {}
        self._opened: dict[tuple[object, State, Path], tuple[str, Path] | None] = {}
        self._moved: dict[tuple[object, State, Path], State | None] = {}
        self._hit: dict[tuple[str, School | None, State, Path], State | NoOccasion | None] = {}

    def number(self, expr: Expr) -> State:
        found = self._numbers.get(expr)
        if found is None:
            found = self._numbers[expr] = len(self.exprs)
            self.exprs.append(expr)
        return found

    def goals(self, state: State, bound: Bound) -> tuple[Goal, ...]:
        """As ``Bound.open_goals``; plans that schools share are asked once."""
        goals = [Goal("answer", ())]
        while (plan := bound.plans.get(goals[-1].id)) is not None:
            at = goals[-1].at
            key = (plan.opens, state, at)
            if key in self._opened:
                inner = self._opened[key]
            else:
                inner = self._opened[key] = plan.opens(at_path(self.exprs[state], at))
            if inner is None:
                return ()
            goals.append(Goal(inner[0], at + inner[1]))
        return tuple(goals)

    def moved(self, state: State, goal: Goal, bound: Bound) -> State | None:
        """What the right rule makes of a state; None where it cannot go on."""
        rule = bound.rules.get(goal.id)
        if rule is None:
            return None
        key = (rule.apply, state, goal.at)
        if key not in self._moved:
            expr = self.exprs[state]
            try:
                after = replaced(expr, goal.at, rule.apply(at_path(expr, goal.at)).after)
                self._moved[key] = self.number(after)
            except (ZeroDivisionError, ValueError):
                self._moved[key] = None  # a mistake has led to pieces of size 0: no answer that way
        return self._moved[key]

    def hit(self, mistake: MalRule, state: State, goals: tuple[Goal, ...], school: School) -> State | NoOccasion | None:
        """Where a mal-rule leads that strikes at the outermost goal it can: None at an impasse, without an answer."""
        for goal in goals:
            if goal.id not in mistake.goals:
                continue
            key = (mistake.id, school if mistake.by_school else None, state, goal.at)
            if key not in self._hit:
                outcome = mistake.strike(at_path(self.exprs[state], goal.at), school)
                if isinstance(outcome, Move):
                    self._hit[key] = self.number(replaced(self.exprs[state], goal.at, outcome.after))
                else:
                    self._hit[key] = "no" if outcome is None else None
            if self._hit[key] != "no":
                return self._hit[key]
        return "no"


@dataclass(frozen=True, slots=True)
class Here:
    """What is due in a state: the goals, outermost first (none when it is done), and the right successor."""

    goals: tuple[Goal, ...]
    right: State | None


@lru_cache(maxsize=64)
def _bound(school: School) -> Bound:
    return MACHINE.under(school)


class Search:
    """The states of one item under one school. ``ends`` gives where they can end, with the mistakes on the way."""

    def __init__(self, start: Expr, school: School, states: States | None = None) -> None:
        self.school = school
        self.states = states if states is not None else States()
        self.start = self.states.number(tidy(start))
        self._bound = _bound(school)
        self._kind = (school["mixed-kinds"], school["decimal-products"], school["decimal-fractions"])
        self._goals = self.states.goals_by_plans.setdefault(frozenset(p.opens for p in self._bound.plans.values()), {})
        self._here: dict[State, Here] = {}
        self._struck: dict[State, dict[str, State | None]] = {}
        self._slipped: dict[State, tuple[State, ...]] = {}
        self._ends: dict[Key, Ends] = {}
        self._open: set[Key] = set()

    def right_way(self) -> tuple[Expr, ...]:
        """The states of the working without any mistake."""
        return tuple(self.states.exprs[s] for s in self._right_way())

    def _right_way(self) -> tuple[State, ...]:
        way = [self.start]
        while len(way) < LONGEST_WAY:
            goals = self.states.goals(way[-1], self._bound)
            after = self.states.moved(way[-1], goals[-1], self._bound) if goals else None
            if after is None:
                break
            way.append(after)
        return tuple(way)

    def ends(self, faults: int, *, slip: bool) -> frozenset[tuple[Expr, Causes]]:
        """Every end with at most so many faults, with the causes on the way: mal-rules, and with ``slip`` a slip as the
        last of them."""
        found = self._from(self.start, NOTHING, NOTHING, faults, slip)
        return frozenset((self.states.exprs[end], causes) for end, causes in found)

    def here(self, state: State) -> Here:
        found = self._here.get(state)
        if found is None:
            goals = self._goals.get(state)
            if goals is None:
                goals = self._goals[state] = self.states.goals(state, self._bound)
            right = self.states.moved(state, goals[-1], self._bound) if goals else None
            found = self._here[state] = Here(goals, right)
        return found

    def struck(self, state: State) -> dict[str, State | None]:
        """Every mal-rule that strikes in a state, with where it leads: None at an impasse."""
        found = self._struck.get(state)
        if found is None:
            found = {}
            goals = self.here(state).goals
            for goal in goals:
                for mistake in STRIKING.get(goal.id, ()):
                    if mistake.id not in found:
                        led_to = self.states.hit(mistake, state, goals, self.school)
                        if led_to != "no":
                            found[mistake.id] = led_to
            self._struck[state] = found
        return found

    def _again(self, state: State, goals: tuple[Goal, ...], active: Causes) -> State | NoOccasion | None:
        """Where a mistake leads that was made before and is made every time."""
        for id in active & EVERY_TIME:
            led_to = self.states.hit(BY_ID[id], state, goals, self.school)
            if led_to != "no":
                return led_to
        return "no"

    def slipped(self, state: State) -> tuple[State, ...]:
        """The right act in a state with its basic fact off by one."""
        found = self._slipped.get(state)
        if found is None:
            goals = self.here(state).goals
            rule = self._bound.rules.get(goals[-1].id) if goals else None
            found = ()
            if rule is not None and rule.id in FACTS:
                expr = self.states.exprs[state]
                focus = at_path(expr, goals[-1].at)
                made = slips(focus, rule.apply(focus).after)
                found = tuple(self.states.number(replaced(expr, goals[-1].at, s)) for s in made)
            self._slipped[state] = found
        return found

    def _rest(self, state: State) -> Ends:
        """Where the right rules end from a state. Its value is that of the state under every school; schools whose
        answers are of one kind of number share the way."""
        way: list[State] = []
        ends = self.states.rests
        while (key := (state, self._kind)) not in ends:
            here = self.here(state)
            way.append(state)
            if not here.goals:
                ends[key] = frozenset({(state, NOTHING)})
            elif here.right is None or len(way) > LONGEST_WAY:
                ends[key] = frozenset()
            else:
                state = here.right
        for passed in way:
            ends[passed, self._kind] = ends[key]
        return ends[key]

    def _from(self, state: State, active: Causes, passed: Causes, faults: int, slip: bool) -> Ends:
        """``passed`` are mistakes that had an occasion and were not made: a pupil who makes one makes it at once."""
        if not faults:  # only those that are made again matter now
            active, slip = active & EVERY_TIME, False
            if not active:
                return self._rest(state)
        errs = faults > 0 and active.isdisjoint(READING)
        key = (state, active, passed if errs else NOTHING, faults, slip)
        known = self._ends.get(key)
        if known is not None:
            return known
        if key in self._open or len(self._open) > LONGEST_WAY:  # it goes round or never ends: no answer that way
            return frozenset()
        self._open.add(key)
        here = self.here(state)
        ends: set[tuple[State, Causes]] = set()
        if not here.goals:
            ends.add((state, NOTHING))
        else:
            again = self._again(state, here.goals, active) if active else "no"
            after = here.right if again == "no" else again
            struck = self.struck(state) if errs else {}
            if after is not None:
                ends |= self._from(after, active, passed.union(struck), faults, slip)
            for id, wrong in struck.items():
                if wrong is None or id in active or id in passed or (active and id in READING):
                    continue
                cause = ALONE[id]
                further = self._from(wrong, active | cause, passed, faults - 1, slip)
                ends.update([(end, causes | cause) for end, causes in further])
            if slip and faults and again == "no":
                for wrong in self.slipped(state):
                    further = self._from(wrong, active, passed, 0, False)
                    ends.update([(end, causes | ALONE[SLIP]) for end, causes in further])
        self._open.discard(key)
        result = self._ends[key] = frozenset(ends)
        return result


def searches(start: Expr, school: School) -> tuple[Search, ...]:
    """A search for each school that comes to states of its own on this item, the teacher's first."""
    base = school.as_dict() | ONE_WAY
    states = States()
    found: dict[tuple[Expr, ...], Search] = {}
    for varied in ({}, *VARIED):
        fitting, refused = fitting_school(FACETS, school_from(FACETS, base | varied), start)
        if refused and found:
            continue
        search = Search(start, fitting, states)
        found.setdefault(search.right_way(), search)
    return tuple(found.values())


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
