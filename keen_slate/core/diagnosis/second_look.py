"""The second look at a problem: what it should come to, and what typical mistakes would give instead."""

from fractions import Fraction
from functools import lru_cache

from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.certain import FRACTIONS, can_come_again, is_of_fractions, is_sum_of_decimals
from keen_slate.core.estimating.estimates import Estimate, estimates
from keen_slate.core.machine.engine import Derivation, Impasse, Step
from keen_slate.core.machine.goals import ON_PAPER
from keen_slate.core.machine.occasions import Listening, Occasion, first_occasions, gone_astray
from keen_slate.core.machine.school import School, fitting_school, school_from
from keen_slate.core.malrules.listing import MAL_RULES, MISTAKES
from keen_slate.core.malrules.order import WRONG_OPERATION
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    InStory,
    Negative,
    at_path,
    decimal_or_number,
    evaluate,
    number_for,
    same_value,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACET, FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, written_working

ALONG_THE_WAY = frozenset(("unlike-denominators", "simplify"))
"""Demands that come up in most items, whatever they are chosen for."""

LISTENING = Listening(MAL_RULES)

MOST_LOOKED_AT = 512
"""Some 20 MB. A problem is looked at for the screen, for what is offered beside it and for what is printed of it."""

SHORTEST = {id: FACET[id].only_writing for id in ("questions", "regrouping", "wholes-out", "simplifying")}
"""The choices with the fewest steps of facets on which no answer depends, and nothing that is worked on paper."""

FINISHING = ON_PAPER | {"answer", "finish", "drop-nothing", "take-out-wholes", "join-split", "simplify"}
"""The goals that come up while a number is brought to the form of an answer."""


@frozen
class LikelyWrong:
    """The answer that one mal-rule gives. ``caught``: it lies outside every band, so estimating exposes it.

    ``value`` is None for a comparison, whose answer is a judgement, and for blanks.
    """

    mistake: str
    occasion: Occasion
    answer: Expr
    value: Fraction | None
    caught: bool

    @property
    def derivation(self) -> Derivation:
        """The whole wrong derivation under the teacher's school."""
        return gone_astray(MACHINE, self.occasion)

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

    A mal-rule whose goal never comes up is not run; the others go on from the state in which they first strike, as far
    as their answer is known. The likeliest come first: those that can only be made where the item asks what it asks
    (common practice, no source).
    """
    if isinstance(problem.expr, Chain) and solve(problem.expr.sides).count != 1:
        return SecondLook((), (), (), ())  # another way to fill the blanks is no mistake
    fitting, _ = fitting_school(FACETS, school, problem.expr)
    right = right_derivation(problem.expr, fitting)
    guesses = estimates(problem.expr)
    occasions = first_occasions(MACHINE, right, LISTENING)
    answer = _bare(right)
    wrong: list[LikelyWrong] = []
    form_only: list[LikelyWrong] = []
    stuck: list[NoAnswer] = []
    lucky: list[str] = []
    for mistake in MAL_RULES:
        occasion = occasions.get(mistake.id)
        if occasion is None:
            continue
        outcome = _outcome(occasion)
        if isinstance(outcome, Impasse):
            stuck.append(NoAnswer(mistake.id, outcome.said))
        elif isinstance(outcome, (Comparison, Chain)):
            if text_of(outcome) == text_of(answer):
                lucky.append(mistake.id)
            else:
                wrong.append(LikelyWrong(mistake.id, occasion, outcome, None, caught=False))
        elif not same_value(outcome, answer):
            value = evaluate(outcome)
            caught = bool(guesses) and not any(e.holds(value) for e in guesses)
            wrong.append(LikelyWrong(mistake.id, occasion, outcome, value, caught))
        elif mistake.kind == "form":
            form_only.append(LikelyWrong(mistake.id, occasion, outcome, evaluate(outcome), caught=False))
        else:
            lucky.append(mistake.id)
    needed = {demand for w in wrong for demand in MISTAKES[w.mistake].needs}
    aim = set(demands_of(problem, right, needed - ALONG_THE_WAY))
    told = isinstance(problem.expr, InStory)
    wrong.sort(key=lambda w: (told and not _with_the_story(w), aim.isdisjoint(MISTAKES[w.mistake].needs)))
    return SecondLook(guesses, tuple(wrong), tuple(stuck), tuple(lucky), tuple(form_only))


def _outcome(occasion: Occasion) -> Expr | Impasse:
    """The answer to which a mistake leads, or where it ends: on the shortest way, since only the end is wanted.

    The right rules change no value, and a value is written in one way as an answer in fractions: once they are all
    that is left, it need not be worked out line by line.
    """
    mistake, struck, right = occasion.mistake, occasion.struck, occasion.right
    if isinstance(struck, Impasse):
        return struck
    if not can_come_again(mistake, struck.after, right.school):
        if is_of_fractions(struck.after):
            return number_for(evaluate(struck.after))
        if is_sum_of_decimals(struck.after):
            return decimal_or_number(evaluate(struck.after))
    shortly = Derivation(right.start, _shortest(right.school), ())
    enough = None if mistake.every and not FINISHING.isdisjoint(mistake.goals) else _is_written_as_fraction
    made = MACHINE.go_on(shortly, 0, struck, mistake, enough)
    if made.impasse is not None:
        return made.impasse
    return number_for(evaluate(made.end)) if _is_written_as_fraction(made.end) else _bare(made)


def _is_written_as_fraction(expr: Expr) -> bool:
    """A fraction or a mixed number, or its opposite: all that is left is to bring it to the form of an answer."""
    return type(expr.of if isinstance(expr, Negative) else expr) in FRACTIONS


@lru_cache(maxsize=256)
def _shortest(school: School) -> School:
    """The school with the fewest steps of those under which every mistake ends as under this one."""
    return school_from(FACETS, school.as_dict() | SHORTEST)


def _with_the_story(wrong: LikelyWrong) -> bool:
    """Whether it is the story that was mistaken, not a calculation in it."""
    step = wrong.occasion.struck
    assert isinstance(step, Step)
    return isinstance(at_path(step.before, step.at), InStory) or wrong.mistake == WRONG_OPERATION.id


def _bare(derivation: Derivation) -> Expr:
    return Working(derivation, ()).answer
