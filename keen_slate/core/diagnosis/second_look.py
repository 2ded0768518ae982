"""The second look at a problem: what it should come to, and what typical mistakes would give instead."""

from fractions import Fraction
from functools import lru_cache

from keen_slate.core.demands.find import demands_of
from keen_slate.core.estimating.estimates import Estimate, estimates
from keen_slate.core.machine.engine import Derivation, Due, Impasse, MalRule
from keen_slate.core.machine.goals import ON_PAPER, GoalId
from keen_slate.core.machine.school import School, fitting_school
from keen_slate.core.malrules.listing import MAL_RULES, MISTAKES
from keen_slate.core.malrules.order import WRONG_OPERATION
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import Chain, Comparison, Expr, InStory, at_path, evaluate, same_value
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, written_working

ALONG_THE_WAY = frozenset(("unlike-denominators", "simplify"))
"""Demands that come up in most items, whatever they are chosen for."""


MOST_LOOKED_AT = 512
"""Some 20 MB. A problem is looked at for the screen, for what is offered beside it and for what is printed of it."""


@frozen
class LikelyWrong:
    """The answer that one mal-rule gives. ``caught``: it lies outside every band, so estimating exposes it.

    ``value`` is None for a comparison, whose answer is a judgement, and for blanks.
    """

    mistake: str
    derivation: Derivation
    answer: Expr
    value: Fraction | None
    caught: bool

    @property
    def working(self) -> Working:
        """The whole wrong working, to be laid beside the right one."""
        return written_working(self.derivation)


@frozen
class NoAnswer:
    """A mal-rule that ends where nobody could go on, and why."""

    mistake: str
    said: Say


@frozen
class SecondLook:
    """``right_by_luck`` names the mal-rules that the item would not reveal by the value of the answer; those that spoil
    only its form are in ``form_only``."""

    estimates: tuple[Estimate, ...]
    likely_wrong: tuple[LikelyWrong, ...]
    no_answer: tuple[NoAnswer, ...]
    right_by_luck: tuple[str, ...]
    form_only: tuple[LikelyWrong, ...] = ()


@lru_cache(maxsize=MOST_LOOKED_AT)
def look_twice(problem: Problem, school: School = DEFAULT_SCHOOL) -> SecondLook:
    """Estimate the problem and run every mal-rule on it under the teacher's school.

    A mal-rule whose goal never comes up is not run; the others go on from the state in which they first strike. The
    likeliest come first: those that can only be made where the item asks what it asks (common practice, no source).
    """
    if isinstance(problem.expr, Chain) and solve(problem.expr.sides).count != 1:
        return SecondLook((), (), (), ())  # another way to fill the blanks is no mistake
    fitting, _ = fitting_school(FACETS, school, problem.expr)
    right = right_derivation(problem.expr, fitting)
    guesses = estimates(problem.expr)
    due = MACHINE.due(right)
    goals = frozenset[GoalId]().union(*(here.ids for here in due))
    owns = any(here.owned is not None for here in due)
    answer = _bare(right)
    wrong: list[LikelyWrong] = []
    form_only: list[LikelyWrong] = []
    stuck: list[NoAnswer] = []
    lucky: list[str] = []
    for mistake in MAL_RULES:
        if goals.isdisjoint(mistake.goals) and not (owns and not ON_PAPER.isdisjoint(mistake.goals)):
            continue
        made = struck(right, due, mistake)
        if made is None:
            continue
        if made.impasse is not None:
            stuck.append(NoAnswer(mistake.id, made.impasse.said))
            continue
        theirs = _bare(made)
        if isinstance(theirs, (Comparison, Chain)):
            if text_of(theirs) == text_of(answer):
                lucky.append(mistake.id)
            else:
                wrong.append(LikelyWrong(mistake.id, made, theirs, None, caught=False))
        elif not same_value(theirs, answer):
            value = evaluate(theirs)
            caught = bool(guesses) and all(not e.low <= value <= e.high for e in guesses)
            wrong.append(LikelyWrong(mistake.id, made, theirs, value, caught))
        elif mistake.kind == "form":
            form_only.append(LikelyWrong(mistake.id, made, theirs, evaluate(theirs), caught=False))
        else:
            lucky.append(mistake.id)
    needed = {demand for w in wrong for demand in MISTAKES[w.mistake].needs}
    aim = set(demands_of(problem, right, needed - ALONG_THE_WAY))
    told = isinstance(problem.expr, InStory)
    wrong.sort(key=lambda w: (told and not _with_the_story(w), aim.isdisjoint(MISTAKES[w.mistake].needs)))
    return SecondLook(guesses, tuple(wrong), tuple(stuck), tuple(lucky), tuple(form_only))


def _with_the_story(wrong: LikelyWrong) -> bool:
    """Whether it is the story that was mistaken, not a calculation in it."""
    step = next(s for s in wrong.derivation.steps if s.by_mistake)
    return isinstance(at_path(step.before, step.at), InStory) or wrong.mistake == WRONG_OPERATION.id


def _bare(derivation: Derivation) -> Expr:
    return Working(derivation, ()).answer


def struck(right: Derivation, due: tuple[Due, ...], mistake: MalRule) -> Derivation | None:
    """The derivation with the mistake, sharing what comes before it; None where it finds no occasion. ``due`` is what
    was due before each step of the right one."""
    for index, here in enumerate(due):
        made = MACHINE.strike(mistake, here, right.school)
        if isinstance(made, Impasse):
            return Derivation(right.start, right.school, right.steps[:index], made)
        if made is not None:
            return MACHINE.derive(right.start, right.school, mistake, (*right.steps[:index], made))
    return None
