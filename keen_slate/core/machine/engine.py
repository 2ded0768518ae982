"""The machine: a derivation by rules towards goals.

A *goal* says what is to be done next and where; it is read from the expression alone, never from the history. A
*plan* opens the next smaller goal inside a goal; a *rule* serves a goal that has no plan, and gives the next
expression and the reason. A *mal-rule* stands in for one goal, wherever that goal stands among the open ones: the
plans and rules below it then do not run, and everything after it goes on by the right rules.
"""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Literal, TypeVar

from keen_slate.core.machine.acts import ACTS, Act, Method
from keen_slate.core.machine.goals import ON_PAPER, GoalId
from keen_slate.core.machine.mistakes import Mistake
from keen_slate.core.machine.school import School
from keen_slate.core.machine.side_work import SetOut, SideWork
from keen_slate.core.problem.paper import OnPaper
from keen_slate.core.problem.tree import (
    Expr,
    Path,
    at_path,
    changed_paths,
    is_lone_number,
    is_workable,
    replaced,
    same_value,
    tidy,
)
from keen_slate.core.saying import going_astray, refuting
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

MAX_STEPS = 2000
"""Far above what the largest problem within the bounds needs; a derivation that gets here has a fault."""


UNWATCHED_STEPS = 60
"""Steps before states are remembered to see them come back: remembering costs time, and few workings are so long."""


class EngineFault(AssertionError):
    """A right rule gave a line of another value, no rule serves a goal, or a plan, rule or mal-rule broke down.

    Never shown as a line, and no reason is made up for it; ``problem`` is what was being worked.
    """

    def __init__(self, what: str, problem: Expr | None = None) -> None:
        super().__init__(what)
        self.problem = problem


@contextmanager
def watched(problem: Expr) -> Iterator[None]:
    """Whatever breaks down inside is an EngineFault that tells the problem."""
    try:
        yield
    except Exception as fault:
        raise as_fault(fault, problem) from fault


def as_fault(fault: Exception, problem: Expr) -> EngineFault:
    told = str(fault) if isinstance(fault, EngineFault) else f"{type(fault).__name__}: {fault}"
    return EngineFault(told, problem)


@frozen
class Goal:
    """What is to be done, and the path of the expression it is to be done to."""

    id: GoalId
    at: Path


@frozen
class Plan:
    """Opens the next goal inside ``goal``: its id and relative path, or None when nothing is left to do.

    With ``choice`` only where the school made that choice of that facet.
    """

    goal: GoalId
    opens: Callable[[Expr], tuple[GoalId, Path] | None]
    choice: tuple[str, str] | None = None


@frozen
class Move:
    """What a rule does: the new expression at the focus, the reason, and work beside the line.

    With ``said`` None a rule only changes what the state is meant as, and no line is written; a mal-rule says how it
    shows. What ``tells`` something is written although nothing changes to the eye.
    """

    after: Expr
    said: Say | None = None
    side: tuple[SideWork, ...] = ()
    tells: bool = False


@frozen
class Owned:
    """A working that a step owns, set out on paper: where it begins, and what is written once its number is found."""

    start: OnPaper
    written: Callable[[Expr], Expr]


@frozen
class Rule:
    """A right way to serve ``goal``, and all that is to be known of it.

    With ``choice`` it runs only where the school made that choice of that facet. ``act`` is the kind of act in a
    checklist. ``question`` is what a class is asked before its line is shown, the teacher's words in braces; none where
    there is nothing to stop for. One that only ``asks`` repeats the line before it. ``basic_fact``: it takes a fact in
    which a slip can happen. ``facts`` are the multiplication facts that it takes, from what stood there and what it
    wrote, besides those of the renamings beside its line. ``owns`` gives the calculation on paper that stands beside
    it, where it needs one: mal-rules can strike in there too. ``earns`` are the method marks that a step of it earns,
    from what stood there and what it wrote, where they are not those of its act.
    """

    id: str
    goal: GoalId
    apply: Callable[[Expr], "Move | Impasse"]
    act: Act
    choice: tuple[str, str] | None = None
    question: str = ""
    asks: bool = False
    basic_fact: bool = False
    facts: Callable[[Expr, Expr], tuple[tuple[int, int], ...]] | None = None
    owns: Callable[[Expr], Owned | None] | None = None
    earns: Callable[[Expr, Expr], tuple[Method, ...]] | None = None

    def owned(self, expr: Expr) -> Owned | None:
        """The calculation on paper beside what it does with this, where it needs one."""
        return self.owns(expr) if self.owns is not None else None


def earning(*methods: Method) -> Callable[[Expr, Expr], tuple[Method, ...]]:
    """The same method marks for every step of a rule."""
    return lambda _before, _wrote: methods


@frozen
class Impasse:
    """Where a mistake leads to something that cannot be gone on with, and why."""

    said: Say


DIVIDES_BY_ZERO = Impasse(Say.of(going_astray.zero_impasse))


@dataclass(frozen=True, slots=True, kw_only=True)
class MalRule(Mistake):
    """A typical mistake as a procedure that stands in for any of its ``goals``.

    ``apply`` gives None where the mistake cannot be made. ``every`` tells whether it strikes every time that such a
    goal comes up, or only the first. ``kind``: ``value`` (a false line), ``form`` (the right value in an unfit form),
    ``reading`` (the text taken for another problem) or ``belief`` (a false judgement on true numbers). One that is
    ``lone`` makes no pair with another when causes are looked for.
    """

    goals: tuple[GoalId, ...]
    apply: Callable[..., Move | Impasse | None]
    kind: Literal["value", "form", "reading", "belief"] = "value"
    every: bool = True
    facet: str | None = None
    lone: bool = False

    def strike(self, expr: Expr, school: School) -> Move | Impasse | None:
        """What the pupil does with the expression at the goal; with ``facet`` the school's choice there counts."""
        return self.apply(expr, school) if self.facet else self.apply(expr)


@frozen
class Step:
    """One act: the goals open then (outermost first), what did it, what it wrote in that place, the state after it, the
    reason if it has one, and the work that it put ``beside`` the line."""

    by: "Rule | MalRule"
    goals: tuple[Goal, ...]
    before: Expr
    wrote: Expr
    after: Expr
    reason: Say | None
    beside: tuple[SideWork, ...]
    tells: bool = False

    @property
    def rule(self) -> str:
        """The id of the rule or mal-rule."""
        return self.by.id

    @property
    def goal(self) -> GoalId:
        """The goal that was served, or stood in for."""
        return self.goals[-1].id

    @property
    def by_mistake(self) -> bool:
        return isinstance(self.by, MalRule)

    @property
    def said(self) -> Say | None:
        """The reason; of a mistake without one what was taken for what."""
        if self.reason is None and self.by_mistake:
            return Say.of(refuting.taken_for, before=at_path(self.before, self.at), after=self.wrote)
        return self.reason

    @cached_property
    def side(self) -> tuple[SideWork, ...]:
        """The work beside the line, with the calculation on paper that the step owns."""
        owned = self.by.owned(at_path(self.before, self.at)) if isinstance(self.by, Rule) else None
        return self.beside if owned is None else (*self.beside, SetOut(owned.start))

    @property
    def at(self) -> Path:
        return self.goals[-1].at

    @property
    def earns(self) -> tuple[Method, ...]:
        """The method marks that it earns where it is rightly done; none by mistake."""
        if not isinstance(self.by, Rule):
            return ()
        if self.by.earns is not None:
            return self.by.earns(at_path(self.before, self.at), self.wrote)
        return ACTS[self.by.act].earns

    @property
    def changed(self) -> tuple[Path, ...]:
        """The parts of ``after`` that were not written so before."""
        return changed_paths(self.before, self.after)


@frozen
class Derivation:
    """A whole working: where it starts, its steps, and the impasse where it ended in one."""

    start: Expr
    school: School
    steps: tuple[Step, ...]
    impasse: Impasse | None = None

    @property
    def end(self) -> Expr:
        return self.steps[-1].after if self.steps else self.start

    @property
    def struck(self) -> bool:
        """Whether the mal-rule found an occasion."""
        return self.impasse is not None or any(s.by_mistake for s in self.steps)


Chosen = TypeVar("Chosen", Plan, Rule)


@dataclass(frozen=True, slots=True, eq=False)
class Machine:
    """The plans and rules that a derivation runs on."""

    plans: dict[GoalId, tuple[Plan, ...]]
    rules: dict[GoalId, tuple[Rule, ...]]
    deciding: dict[GoalId, frozenset[str]]
    """For each goal the facets that decide which plan or rule serves it."""

    @classmethod
    def of(cls, plans: tuple[Plan, ...], rules: tuple[Rule, ...]) -> "Machine":
        deciding: dict[GoalId, frozenset[str]] = {}
        for goal, choice in (*((p.goal, p.choice) for p in plans), *((r.goal, r.choice) for r in rules)):
            if choice is not None:
                deciding[goal] = deciding.get(goal, frozenset()) | {choice[0]}
        return cls(_by_goal(plans), _by_goal(rules), deciding)

    def under(self, school: School) -> "Bound":
        """The plan and the rule that serve each goal under one school."""
        return Bound(
            {goal: plan for goal, plans in self.plans.items() if (plan := _chosen(plans, school))},
            {goal: rule for goal, rules in self.rules.items() if (rule := _chosen(rules, school))},
        )

    def derive(
        self,
        start: Expr,
        school: School,
        mistake: MalRule | None = None,
        enough: Callable[[Expr], bool] | None = None,
    ) -> Derivation:
        """Work ``start`` out under a school, to its end or to a state that is ``enough``, with one mal-rule standing in
        for its goal if given.

        What a right rule writes is checked against the value of what stood there. Raises EngineFault if it differs, and
        where a rule breaks down: only an impasse that is named is a result.
        """
        try:
            state = start if is_lone_number(start) else tidy(start)
            return self._derived(Derivation(start, school, ()), [], state, mistake, enough, astray=False)
        except Exception as fault:
            raise as_fault(fault, start) from fault

    def turned(
        self, right: Derivation, steps: int, school: School, enough: Callable[[Expr], bool] | None = None
    ) -> Derivation:
        """A right derivation in which another school is followed after so many steps, to its end or to a state that is
        ``enough``. Raises EngineFault as ``derive`` does."""
        kept = right.steps[:steps]
        rest = self.derive(kept[-1].after if kept else right.start, school, enough=enough)
        return Derivation(right.start, school, (*kept, *rest.steps), rest.impasse)

    def go_on(
        self,
        right: Derivation,
        steps: int,
        struck: Step,
        mistake: MalRule,
        enough: Callable[[Expr], bool] | None = None,
    ) -> Derivation:
        """A right derivation in which a mistake strikes after so many steps, to its end or to a state that is
        ``enough``. Raises EngineFault as ``derive`` does."""
        try:
            return self._derived(right, [*right.steps[:steps], struck], struck.after, mistake, enough, astray=True)
        except Exception as fault:
            raise as_fault(fault, right.start) from fault

    def _derived(
        self,
        of: Derivation,
        steps: list[Step],
        state: Expr,
        mistake: MalRule | None,
        enough: Callable[[Expr], bool] | None,
        *,
        astray: bool,
    ) -> Derivation:
        """Begun with these steps, which led to this state."""
        start, school = of.start, of.school
        bound = under(self, school)
        due = None if enough is not None and enough(state) else due_in(bound, state)
        seen: set[Expr] = set()
        while due is not None:
            if mistake is not None and (mistake.every or not astray):
                struck = self.strike(mistake, due, school)
                if isinstance(struck, Impasse):
                    return Derivation(start, school, tuple(steps), struck)
                if struck is not None:
                    astray = True
                    steps.append(struck)
                    due = due_in(bound, struck.after)
                    continue
            step = due.right()
            if isinstance(step, Impasse):
                if astray:
                    return Derivation(start, school, tuple(steps), step)
                raise EngineFault(f"{due.rule.id} comes to an impasse at {due.state!r}")
            if len(steps) >= UNWATCHED_STEPS:
                if step.after in seen or len(steps) >= MAX_STEPS:
                    if astray:
                        return Derivation(start, school, tuple(steps), Impasse(Say.of(going_astray.goes_round)))
                    raise EngineFault(f"{step.rule} leads back to {step.after!r}")
                seen.add(step.after)
            steps.append(step)
            due = None if enough is not None and enough(step.after) else due.next()
        return Derivation(start, school, tuple(steps))

    def due(self, derivation: Derivation) -> "tuple[Due, ...]":
        """What was due before each step of a working without a mistake."""
        found: list[Due] = []
        bound = under(self, derivation.school)
        due = due_in(bound, derivation.steps[0].before) if derivation.steps else None
        while due is not None and len(found) < len(derivation.steps):
            found.append(due)
            due = due.next()
        return tuple(found)

    def strike(self, mistake: MalRule, due: "Due", school: School) -> Step | Impasse | None:
        """What a mal-rule does where this is due, at one of the goals or in the calculation that the step owns; None
        where it finds no occasion."""
        for depth, goal in enumerate(due.goals):
            if goal.id in mistake.goals:
                struck = strike(mistake, due, depth, school)
                if struck is not None:
                    return struck
        return self.strike_beside(mistake, due, school)

    def strike_beside(self, mistake: MalRule, due: "Due", school: School) -> Step | Impasse | None:
        """The same in the calculation on paper alone."""
        if ON_PAPER.isdisjoint(mistake.goals) or due.owned is None:
            return None
        outcome = self.strike_on_paper(mistake, due.owned, school)
        if not isinstance(outcome, Move):
            return outcome
        return _struck(mistake, due.state, due.goals, outcome)

    def strike_on_paper(self, mistake: MalRule, owned: Owned, school: School) -> Move | Impasse | None:
        """What a mal-rule leads to in the calculation that a step owns; None where it finds no occasion there or makes
        no difference."""
        if ON_PAPER.isdisjoint(mistake.goals):
            return None
        inner = _on_paper(self, owned.start, school, mistake)
        if not inner.struck:
            return None
        if inner.impasse is not None:
            return inner.impasse
        if same_value(inner.end, owned.start):
            return None
        return Move(owned.written(inner.end), side=(SetOut(owned.start, mistake),))


@lru_cache(maxsize=4096)
def _on_paper(machine: Machine, start: OnPaper, school: School, mistake: MalRule) -> Derivation:
    return machine.derive(start, school, mistake)


@dataclass(frozen=True, slots=True, eq=False)
class Bound:
    """A machine under one school."""

    plans: dict[GoalId, Plan]
    rules: dict[GoalId, Rule]

    def open_goals(self, expr: Expr) -> tuple[Goal, ...]:
        """The goals open in this state, outermost first; empty when the work is done."""
        plans = self.plans
        goals = [_ANSWER]
        id, at, here = _ANSWER.id, _ANSWER.at, expr
        while (plan := plans.get(id)) is not None:
            inner = plan.opens(here)
            if inner is None:
                return ()
            id, path = inner
            if path:
                here, at = at_path(here, path), at + path
            goals.append(Goal(id, at))
        return tuple(goals)

    def goals_met(self, expr: Expr) -> tuple[GoalId, ...]:
        """The same where the work is done too: each goal that was looked at, the last has nothing left to do."""
        goals, here = [_ANSWER.id], expr
        while (plan := self.plans.get(goals[-1])) is not None and (inner := plan.opens(here)) is not None:
            id, path = inner
            here = at_path(here, path)
            goals.append(id)
        return tuple(goals)


_ANSWER = Goal("answer", ())


@dataclass(slots=True, eq=False)
class Due:
    """What is due in a state that is not done: the goals, outermost first, and the rule that serves the last.

    The rest is found when it is asked for, and once.
    """

    bound: Bound
    state: Expr
    goals: tuple[Goal, ...]
    rule: Rule
    _owned: tuple[Owned | None] | None = None
    _right: Step | Impasse | None = None
    _next: "tuple[Due | None] | None" = None

    @property
    def owned(self) -> Owned | None:
        """The calculation on paper that the step owns."""
        if self._owned is None:
            self._owned = (self.rule.owned(at_path(self.state, self.goals[-1].at)),)
        return self._owned[0]

    def right(self) -> Step | Impasse:
        """The right step, or the impasse that the rule comes to. Raises EngineFault where it changes the value."""
        if self._right is None:
            focus = at_path(self.state, self.goals[-1].at)
            move = self.rule.apply(focus)
            if isinstance(move, Move):
                if not same_value(move.after, focus):
                    raise EngineFault(f"{self.rule.id} changed the value of {focus!r} to that of {move.after!r}")
                self._right = _step(self.rule, self.state, self.goals, move)
            else:
                self._right = move
        return self._right

    def next(self) -> "Due | None":
        """What is due after the right step; None where the work is done then."""
        if self._next is None:
            step = self.right()
            self._next = (due_in(self.bound, step.after) if isinstance(step, Step) else None,)
        return self._next[0]


MOST_STATES_KEPT = 8192
"""Some 20 MB. Workings and the mistakes in them meet the same states again and again; losing them costs only time."""


@lru_cache(maxsize=MOST_STATES_KEPT)
def due_in(bound: Bound, state: Expr) -> Due | None:
    """What is due in a state, None where the work is done. Raises EngineFault where no rule serves the goal."""
    goals = bound.open_goals(state)
    if not goals:
        return None
    rule = bound.rules.get(goals[-1].id)
    if rule is None:
        raise EngineFault(f"no rule serves {goals[-1].id}")
    return Due(bound, state, goals, rule)


@lru_cache(maxsize=256)
def under(machine: Machine, school: School) -> Bound:
    """The same for every derivation under one school."""
    return machine.under(school)


def _by_goal(entries: tuple[Chosen, ...]) -> dict[GoalId, tuple[Chosen, ...]]:
    found: dict[GoalId, list[Chosen]] = {}
    for entry in entries:
        found.setdefault(entry.goal, []).append(entry)
    return {goal: tuple(served) for goal, served in found.items()}


def _chosen(entries: tuple[Chosen, ...], school: School) -> Chosen | None:
    for entry in entries:
        if entry.choice is None or school[entry.choice[0]] == entry.choice[1]:
            return entry
    return None


def _step(by: Rule | MalRule, state: Expr, goals: tuple[Goal, ...], move: Move) -> Step:
    after = replaced(state, goals[-1].at, move.after)
    return Step(by, goals, state, move.after, after, move.said, move.side, move.tells)


def strike(mistake: MalRule, due: Due, depth: int, school: School) -> Step | Impasse | None:
    """What a mal-rule does at one of the goals that are open; None where it finds no occasion."""
    outcome = mistake.strike(at_path(due.state, due.goals[depth].at), school)
    return _struck(mistake, due.state, due.goals[: depth + 1], outcome) if isinstance(outcome, Move) else outcome


def _struck(mistake: MalRule, state: Expr, goals: tuple[Goal, ...], move: Move) -> Step | Impasse:
    step = _step(mistake, state, goals, move)
    return step if is_workable(step.after) else DIVIDES_BY_ZERO
