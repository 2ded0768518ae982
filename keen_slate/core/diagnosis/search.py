"""Where mistakes lead: a search over the states of an item, school by school, in which each state is worked on once.

From a state goes the right rule of the school, the mal-rules that strike there, and slips of one basic fact. A text
read wrongly is a mistake by itself and makes no pair. Schools that come to the same states on an item are looked at
once; what never fires costs nothing further.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache

from keen_slate.core.malrules.listing import BY_ID, MAL_RULES
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Columns, Expr, Sum, Term, at_path, children, is_numeral, replaced, tidy
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
Found = frozenset[tuple[Expr, Causes]]
NOTHING: Causes = frozenset()


@dataclass(frozen=True, slots=True)
class Here:
    """What is due in a state: the goals, outermost first (none when it is done), and the right successor."""

    goals: tuple[Goal, ...]
    right: Expr | None


@lru_cache(maxsize=64)
def _bound(school: School) -> Bound:
    return MACHINE.under(school)


class Search:
    """The states of one item under one school. ``ends`` gives where they can end, with the mistakes on the way."""

    def __init__(self, start: Expr, school: School) -> None:
        self.start = tidy(start)
        self.school = school
        self._bound = _bound(school)
        self._here: dict[Expr, Here] = {}
        self._struck: dict[Expr, tuple[tuple[str, Expr | None], ...]] = {}
        self._slipped: dict[Expr, tuple[Expr, ...]] = {}
        self._ends: dict[tuple[Expr, Causes, Causes, int, bool], Found] = {}
        self._open: set[tuple[Expr, Causes, Causes, int, bool]] = set()

    def right_way(self) -> tuple[Expr, ...]:
        """The states of the working without any mistake."""
        states = [self.start]
        while (after := self.here(states[-1]).right) is not None and len(states) < LONGEST_WAY:
            states.append(after)
        return tuple(states)

    def ends(self, mistakes: int, *, slip: bool) -> Found:
        """Every end with at most so many mal-rules, and at most one slip if ``slip``, with the causes on the way."""
        return self._from(self.start, NOTHING, NOTHING, mistakes, slip)

    def here(self, expr: Expr) -> Here:
        found = self._here.get(expr)
        if found is None:
            goals = self._bound.open_goals(expr)
            right = None
            if goals:
                rule = self._bound.rules.get(goals[-1].id)
                try:
                    if rule is not None:
                        right = replaced(expr, goals[-1].at, rule.apply(at_path(expr, goals[-1].at)).after)
                except (ZeroDivisionError, ValueError):
                    right = None  # a mistake has led to pieces of size 0: no answer that way
            found = self._here[expr] = Here(goals, right)
        return found

    def struck(self, expr: Expr) -> tuple[tuple[str, Expr | None], ...]:
        """Every mal-rule that strikes in a state, with where it leads: None at an impasse, which gives no answer."""
        found = self._struck.get(expr)
        if found is None:
            made: dict[str, Expr | None] = {}
            for goal in self.here(expr).goals:
                for mistake in STRIKING.get(goal.id, ()):
                    outcome = mistake.strike(at_path(expr, goal.at), self.school)
                    if outcome is not None and mistake.id not in made:
                        move = outcome if isinstance(outcome, Move) else None
                        made[mistake.id] = replaced(expr, goal.at, move.after) if move else None
            found = self._struck[expr] = tuple(made.items())
        return found

    def slipped(self, expr: Expr) -> tuple[Expr, ...]:
        """The right act in a state with its basic fact off by one."""
        found = self._slipped.get(expr)
        if found is None:
            goals = self.here(expr).goals
            rule = self._bound.rules.get(goals[-1].id) if goals else None
            made: tuple[Expr, ...] = ()
            if rule is not None and rule.id in FACTS:
                focus = at_path(expr, goals[-1].at)
                made = tuple(replaced(expr, goals[-1].at, s) for s in slips(focus, rule.apply(focus).after))
            found = self._slipped[expr] = made
        return found

    def _forced(self, expr: Expr, active: Causes) -> tuple[Expr | None, bool]:
        """What a mistake that is made every time does here, and whether it does anything."""
        goals = self.here(expr).goals
        for id in active:
            mistake = BY_ID[id]
            if not mistake.every:
                continue
            for goal in goals:
                if goal.id in mistake.goals:
                    outcome = mistake.strike(at_path(expr, goal.at), self.school)
                    if outcome is not None:
                        return (replaced(expr, goal.at, outcome.after) if isinstance(outcome, Move) else None), True
        return None, False

    def _from(self, expr: Expr, active: Causes, passed: Causes, mistakes: int, slip: bool) -> Found:
        """``passed`` are mistakes that had an occasion and were not made: a pupil who makes one makes it at once."""
        key = (expr, active, passed if mistakes else NOTHING, mistakes, slip)
        known = self._ends.get(key)
        if known is not None:
            return known
        if key in self._open or len(self._open) > LONGEST_WAY:  # it goes round or never ends: no answer that way
            return frozenset()
        self._open.add(key)
        here = self.here(expr)
        ends: set[tuple[Expr, Causes]] = set()
        if not here.goals:
            ends.add((expr, NOTHING))
        else:
            forced, is_forced = self._forced(expr, active) if active else (None, False)
            after = forced if is_forced else here.right
            struck = self.struck(expr) if mistakes else ()
            if after is not None:
                ends |= self._from(after, active, passed | {id for id, _ in struck}, mistakes, slip)
            for id, wrong in struck:
                if wrong is None or id in active or id in passed or (active and BY_ID[id].kind == "reading"):
                    continue
                left = mistakes - 1 if BY_ID[id].kind != "reading" else 0
                further = self._from(wrong, active | {id}, passed, left, slip and left == mistakes - 1)
                ends |= {(end, causes | {id}) for end, causes in further}
            if slip and not is_forced:
                for wrong in self.slipped(expr):
                    further = self._from(wrong, active, passed, 0, slip=False)
                    ends |= {(end, causes | {SLIP}) for end, causes in further}
        self._open.discard(key)
        result = frozenset(ends)
        self._ends[key] = result
        return result


def searches(start: Expr, school: School) -> tuple[Search, ...]:
    """A search for each school that comes to states of its own on this item, the teacher's first."""
    base = school.as_dict() | ONE_WAY
    found: dict[tuple[Expr, ...], Search] = {}
    for varied in ({}, *VARIED):
        fitting, refused = fitting_school(FACETS, school_from(FACETS, base | varied), start)
        if refused and found:
            continue
        search = Search(start, fitting)
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
