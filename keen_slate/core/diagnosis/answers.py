"""From an answer back to its causes.

An item is prepared once: every single mal-rule under every school, pairs, and slips. After that an answer is looked up.
"""

from collections.abc import Iterator
from contextlib import suppress
from dataclasses import field, replace
from fractions import Fraction
from functools import lru_cache
from typing import Literal

from keen_slate.core.diagnosis.copying import miscopied
from keen_slate.core.diagnosis.forms import Policy, form_faults, is_wrong_unit
from keen_slate.core.diagnosis.search import SLIP, Causes, State, searches, within_bounds
from keen_slate.core.diagnosis.told_answers import ToldAnswer, told_answers
from keen_slate.core.diagnosis.written import filled_in, number_in, order_in, quotient_kept
from keen_slate.core.machine.occasions import Listening, first_occasions, gone_astray
from keen_slate.core.machine.school import School, fitting_school
from keen_slate.core.malrules.listing import LIKELIHOOD, MAL_RULES
from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, WithRemainder
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    InStory,
    Left,
    Negative,
    Rounding,
    Simplify,
    asks_remainder,
    at_path,
    decimal_or_number,
    evaluate,
    is_numeral,
    walk,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.saying import verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, work

Verdict = Literal["right", "wrong form", "wrong", "unreadable"]
Slip = Literal["", "fact", "digit", "item"]
"""No slip; a basic fact off by one; a digit of the item copied wrongly; the numbers of another item."""

RANKS: dict[tuple[int, Slip], int] = {
    (1, ""): 0, (2, ""): 1, (1, "fact"): 2, (0, "fact"): 3, (0, "item"): 4, (0, "digit"): 5,
}  # fmt: skip
"""How many mal-rules with which slip, the likelier first."""


@frozen
class Cause:
    """Mal-rules and slips that lead to an answer. ``answer`` is what they lead to, as it is written then, ``worked``
    the item as it was miscopied or taken for another."""

    mistakes: tuple[str, ...]
    slip: Slip
    answer: Expr
    worked: Expr | None = None

    @property
    def slips(self) -> int:
        return int(self.slip != "")

    @property
    def rank(self) -> tuple[int, int]:
        """Singles before pairs before a mal-rule with a slip before a lone slip; the likelier first."""
        return _rank(self.mistakes, self.slip)


@lru_cache(maxsize=4096)
def _rank(mistakes: tuple[str, ...], slip: Slip) -> tuple[int, int]:
    return RANKS[len(mistakes), slip], sum(LIKELIHOOD.get(m, len(LIKELIHOOD)) for m in mistakes)


@frozen
class Diagnosis:
    """``faults`` are those of form, for an answer of the right value; ``said`` is why an answer cannot be read."""

    verdict: Verdict
    causes: tuple[Cause, ...] = ()
    faults: tuple[str, ...] = ()
    said: Say | None = None
    answer: Expr | None = None


Key = Fraction | str | tuple[Fraction, ...]


@frozen
class Prepared:
    """An item with all its known wrong answers, by value (by the signs, for a comparison).

    ``forms`` are answers of the right value as they stand where a mistake of form is made, ``unreduced`` is the bottom
    before anything was simplified, 0 where nothing was. ``cut_short``: the item is so long that single mistakes were
    looked for, and not every pair.
    """

    problem: Problem
    right: Expr
    by_value: dict[Key, tuple[Cause, ...]]
    forms: dict[Expr, tuple[str, ...]] = field(default_factory=dict)
    unreduced: int = 0
    cut_short: bool = False

    def leading_to(self, answer: Expr) -> tuple[Cause, ...]:
        """What leads to an answer, the likelier first."""
        return self.by_value.get(key_of(answer), ())

    def singles(self) -> tuple[Cause, ...]:
        return tuple(c for causes in self.by_value.values() for c in causes if c.rank[0] == 0)


def prepare(problem: Problem, school: School = DEFAULT_SCHOOL, others: tuple[Problem, ...] = ()) -> Prepared:
    """Run every mal-rule, every pair of them and every slip on the item under every school.

    ``others`` are the items that stand beside it, whose numbers may have been taken. What leads to the right value is
    no cause of a wrong answer and is left out.
    """
    right = work(problem, school).answer
    if isinstance(problem.expr, Chain) and solve(problem.expr.sides).count != 1:
        return Prepared(problem, right, {})
    right_key = key_of(right)
    alone = isinstance(problem.expr, (Comparison, Chain))
    led_to: dict[Key, dict[Causes, Expr]] = {}
    judged: dict[State, tuple[Expr, dict[Causes, Expr]]] = {}
    # Every single mistake comes first, before there are too many states for second ones.
    ways = within_bounds(searches(problem.expr, school))
    length = max(4, sum(is_numeral(e) for e in walk(problem.expr)))
    ways[0].states.most = len(ways[0].states.exprs) + 4 * bounds.MOST_STATES // length
    for search in ways:
        for end, made in search.ends(1, slip=False) if alone else search.ends(2, slip=True):
            if end not in judged:
                answer = bare(search.states.exprs[end])
                judged[end] = answer, led_to.setdefault(key_of(answer), {})
            answer, causes = judged[end]
            causes.setdefault(made, answer)
    led_to.pop(right_key, None)
    forms, unreduced = ({}, 0) if alone else _forms_of(problem, school)
    by_value = {key: list(_explaining(causes)) for key, causes in led_to.items()}
    explained, cut_short = set(by_value), ways[0].states.are_too_many
    for worked, slip, answer in _worked_instead(problem, right, others):
        # A digit copied wrongly gives many answers: it is thought of only where nothing else gives this one, and not at
        # all where not every pair of mistakes was looked for.
        key = key_of(answer)
        if key != right_key and (slip == "item" or (key not in explained and not cut_short)):
            by_value.setdefault(key, []).append(Cause((), slip, answer, worked))
    ranked = {k: tuple(sorted(v, key=lambda c: c.rank)) for k, v in by_value.items()}
    return Prepared(problem, right, ranked, forms, unreduced, cut_short)


SPOILING_FORM = Listening(m for m in MAL_RULES if m.kind == "form")


def _forms_of(problem: Problem, school: School) -> tuple[dict[Expr, tuple[str, ...]], int]:
    """Where mistakes of form end, and the bottom of the first number that is simplified."""
    fitting, _ = fitting_school(FACETS, school, problem.expr)
    right = right_derivation(problem.expr, fitting)
    found: dict[Expr, tuple[str, ...]] = {}
    occasions = first_occasions(MACHINE, right, SPOILING_FORM)
    for mistake in sorted(occasions, key=LIKELIHOOD.__getitem__):
        made = gone_astray(MACHINE, occasions[mistake])
        if made.impasse is None:
            end = bare(made.end)
            found[end] = (*found.get(end, ()), mistake)
    simplified = next((at_path(s.before, s.at) for s in right.steps if s.goal == "simplify"), None)
    return found, simplified.denominator if isinstance(simplified, (CommonFraction, MixedNumber)) else 0


def _named_faults(prepared: Prepared, answer: Expr, faults: tuple[str, ...]) -> tuple[str, ...]:
    """The faults of a form, those that say how it came about before those that only say what it is."""
    if not faults:
        return ()
    named = [f for f in prepared.forms.get(answer, ()) if f not in faults]
    bottom = answer.denominator if isinstance(answer, (CommonFraction, MixedNumber)) else 0
    if "not-reduced" in faults and bottom < prepared.unreduced and "stopped-too-early" not in named:
        named.append("stopped-too-early")
    return (*named, *faults)


def _explaining(causes: dict[Causes, Expr]) -> Iterator[Cause]:
    """A pair, one half of which leads there alone, explains nothing more."""
    for made, answer in causes.items():
        if len(made) < 2 or not any(frozenset({one}) in causes for one in made):
            mistakes = tuple(sorted(made - {SLIP}, key=LIKELIHOOD.__getitem__))
            yield Cause(mistakes, "fact" if SLIP in made else "", answer)


def _worked_instead(problem: Problem, right: Expr, others: tuple[Problem, ...]) -> Iterator[tuple[Expr, Slip, Expr]]:
    """What a pupil may have worked out rightly in place of the item, with its answer, never below 0."""
    if isinstance(problem.expr, (Comparison, Chain)):
        return
    taken: list[tuple[Expr, Slip]] = [(o.expr, "item") for o in others if not isinstance(o.expr, (Comparison, Chain))]
    taken += [(expr, "digit") for expr in miscopied(problem.expr)]
    for worked, slip in taken:
        try:
            value = evaluate(worked)
        except ZeroDivisionError:
            continue
        if value >= 0:
            yield worked, slip, work(Problem(worked)).answer if asks_remainder(worked) else _number_like(right, value)


def _number_like(right: Expr, value: Fraction) -> Expr:
    """A value written as the item's own answer is."""
    return decimal_or_number(value, decimals=isinstance(right, DecimalNumeral))


def bare(expr: Expr) -> Expr:
    """An end without what was asked of it: the number, or the comparison."""
    while isinstance(expr, (Convert, Simplify, Rounding, Estimating, Left)):
        expr = expr.of
    if isinstance(expr, Negative) and isinstance(expr.of, Left):
        return Negative(expr.of.of)
    return expr


def key_of(answer: Expr) -> Key:
    """What answers are told apart by: the value, of a comparison the statement, of blanks the value of each side, of a
    quotient with a remainder both numbers."""
    if isinstance(answer, Chain):
        return tuple(evaluate(side) for side in answer.sides)
    return text_of(answer) if isinstance(answer, (Comparison, WithRemainder)) else evaluate(answer)


TRUE_OR_FALSE = dict.fromkeys(("true", "right", "yes", "correct"), "true") | dict.fromkeys(
    ("false", "wrong", "no", "incorrect", "not true"), "false"
)


def diagnose(
    prepared: Prepared,
    text: str,
    policy: Policy = "simplest-form",
    label_required: bool = False,
    *,
    decimal_comma: bool = False,
) -> Diagnosis:
    """Judge an answer as a pupil wrote it, and look up what leads there. A cause is listed only where running it does.

    >>> found = diagnose(prepare(read("5 1/6 - 2 5/6")), "3 4/6")
    >>> found.verdict, [c.mistakes for c in found.causes][0]
    ('wrong', ('smaller-part-from-larger',))
    """
    problem = prepared.problem
    if problem.claim and (said := TRUE_OR_FALSE.get(text.strip().lower().rstrip("."))):
        return Diagnosis("right" if said == problem.claim else "wrong")
    if isinstance(problem.expr, Comparison):
        return _diagnose_comparison(prepared, problem.expr, text, decimal_comma)
    if isinstance(problem.expr, Chain):
        return _diagnose_blanks(prepared, problem.expr, text, decimal_comma)
    if isinstance(problem.expr, InStory) and (told := told_answers(problem, text)):
        return _diagnose_told(prepared, problem.expr, told, policy, label_required, decimal_comma=decimal_comma)
    return _diagnose_number(prepared, text, policy, label_required, decimal_comma=decimal_comma)


def _diagnose_told(
    prepared: Prepared,
    story: InStory,
    told: tuple[ToldAnswer, ...],
    policy: Policy,
    label_required: bool,
    *,
    decimal_comma: bool,
) -> Diagnosis:
    """An answer to a story: every question by its number and its unit; the last decides what led to a wrong one."""
    last = _diagnose_number(prepared, told[-1].text, policy, False, decimal_comma=decimal_comma)
    if len(told) > 1 and last.verdict in ("right", "wrong form"):
        for answer, value in zip(told[:-1], story.answers(), strict=False):
            try:
                number = read(answer.text, decimal_comma=decimal_comma, answer=True, units=frozenset({"*"})).expr
            except UnreadableProblem as fault:
                return Diagnosis("unreadable", said=fault.said)
            if evaluate(number) != value:
                return Diagnosis("wrong", answer=number)
    if last.verdict not in ("right", "wrong form") or last.answer is None:
        return last
    if any(t.unit == "wrong" for t in told):
        return Diagnosis("wrong", (Cause(("wrong-unit",), "", last.answer),), answer=last.answer)
    labelled = [u for u in (story.situation.quantity(name).unit for name in story.situation.asked) if u not in BARE]
    if label_required and labelled and any(t.unit == "none" for t in told):
        return replace(last, verdict="wrong form", faults=(*last.faults, "label-missing"))
    return last


def _diagnose_number(
    prepared: Prepared, text: str, policy: Policy, label_required: bool, *, decimal_comma: bool
) -> Diagnosis:
    """An answer that is one number."""
    problem = prepared.problem
    kept = quotient_kept(problem, text)
    if kept is not None:
        found = _diagnose_remainder(prepared, *kept)
        if (
            found.verdict == "right"
            and label_required
            and problem.label
            and not text.rstrip(" .").endswith(problem.label)
        ):
            return replace(found, verdict="wrong form", faults=("label-missing",))
        return found
    try:
        answer = number_in(problem, text, decimal_comma=decimal_comma)
    except UnreadableProblem as fault:
        return Diagnosis("unreadable", said=fault.said)
    value = evaluate(answer.expr)
    if value == evaluate(prepared.right) and is_wrong_unit(problem, answer):
        return Diagnosis("wrong", (Cause(("wrong-unit",), "", answer.expr),), answer=answer.expr)
    if value == evaluate(prepared.right):
        faults = form_faults(problem, answer, policy, label_required=label_required)
        faults = _named_faults(prepared, answer.expr, faults)
        return Diagnosis("wrong form" if faults else "right", faults=faults, answer=answer.expr)
    causes = prepared.by_value.get(value, ())
    ranked = sorted(causes, key=lambda c: (c.rank[0], c.answer != answer.expr, c.rank[1]))
    return Diagnosis("wrong", tuple(ranked), answer=answer.expr)


def _diagnose_remainder(prepared: Prepared, kept: Expr, is_right: bool) -> Diagnosis:
    """A quotient with its remainder is right where it is asked for, and of another form than is wanted elsewhere."""
    if not asks_remainder(prepared.problem.expr):
        return Diagnosis("wrong form", faults=("remainder-left",)) if is_right else Diagnosis("wrong")
    if not is_right and evaluate(kept) == evaluate(prepared.right):  # 2 r 7 of 17 ÷ 5 is true, and not done
        return Diagnosis("wrong form", faults=("remainder-too-large",), answer=kept)
    return Diagnosis("right" if is_right else "wrong", prepared.by_value.get(key_of(kept), ()), answer=kept)


def _diagnose_comparison(prepared: Prepared, expr: Comparison, text: str, decimal_comma: bool) -> Diagnosis:
    """A true statement in the order asked for is right, in the other order of another form than asked."""
    given = order_in(expr, text, decimal_comma=decimal_comma)
    if given is None:
        return Diagnosis("unreadable", said=Say.of(verdicts.answer_is_no_comparison))
    if not given.is_true(expr.written):
        return Diagnosis("wrong", prepared.by_value.get(given.text(expr.written), ()))
    against = "<" if expr.descending else ">"
    if not expr.pair and against in given.signs:
        return Diagnosis("wrong form", faults=("other-form-than-asked",))
    return Diagnosis("right")


def _diagnose_blanks(prepared: Prepared, expr: Chain, text: str, decimal_comma: bool) -> Diagnosis:
    sides = filled_in(expr, text, decimal_comma=decimal_comma)
    if sides is None:
        return Diagnosis("unreadable", said=Say.of(verdicts.answer_is_no_number))
    with suppress(ZeroDivisionError):
        if len({evaluate(side) for side in sides}) == 1:
            return Diagnosis("right")
    return Diagnosis("wrong", prepared.by_value.get(key_of(Chain(sides)), ()))
