"""A wrong rule disproved on the simplest problem of the kind on which it can be tried.

A sum of several terms is cut down to two, and its numbers are exchanged for the simplest of their kind, until the rule
gives something that cannot be: a sum below one of its terms, more left than there was. Where no such problem is found
near by, the first one on which the rule gives a wrong answer is taken.
"""

import re
from collections.abc import Iterator
from functools import lru_cache
from itertools import product

from keen_slate.core.diagnosis.refuting import Refutation, refutation
from keen_slate.core.machine.engine import EngineFault, MalRule
from keen_slate.core.machine.occasions import with_mistake
from keen_slate.core.machine.school import School, fitting_school
from keen_slate.core.notation.text import problem_text, text_of
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Numeral,
    Percent,
    RepeatingDecimal,
    Whole,
    WithRemainder,
)
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    NoOneValue,
    Sum,
    children,
    evaluate,
    falls_below_zero,
    is_numeral,
    same_value,
    tidy,
    with_child,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import MACHINE, right_derivation
from keen_slate.core.saying import refuting
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working

MOST_TRIED = 60
"""Problems on which a rule is tried at most."""

_GLARING = frozenset(("less-than-a-term", "more-than-was-there", "part-of", "below-nothing"))
"""Refutations that need no arithmetic: they can be seen."""


@frozen
class Disproof:
    """The simple problem, what the rule gives on it (``written`` as it first stands there), what it is, and what sets
    the two against each other."""

    problem: Problem
    written: Expr
    wrong: Expr
    right: Expr
    refuted: Refutation

    @property
    def said(self) -> Say:
        return Say.of(
            refuting.on_the_simplest,
            problem=self.problem.expr,
            written=self.written,
            wrong=self.wrong,
            right=self.right,
        )


@lru_cache(maxsize=2048)
def simplest(problem: Problem, mistake: MalRule, school: School = DEFAULT_SCHOOL) -> Disproof | None:
    """The simplest problem of this kind on which the rule is wrong; None where there is none simpler than this.

    >>> from keen_slate.core.malrules.listing import BY_ID
    >>> found = simplest(read("3/4 + 5/6"), BY_ID["add-tops-and-bottoms"])
    >>> found.problem.text(), text_of(found.wrong), text_of(found.right)
    ('1/2 + 1/2', '1/2', '1')
    """
    first: Disproof | None = None
    for tried, text in enumerate(_simpler(problem)):
        if tried == MOST_TRIED:
            break
        found = _tried(text, mistake, school)
        if found is None:
            continue
        if found.refuted.question.id in _GLARING:
            return found
        first = first or found
    return first


def _tried(text: str, mistake: MalRule, school: School) -> Disproof | None:
    try:
        problem = read(text)
        fitting, _ = fitting_school(FACETS, school, problem.expr)
        right = right_derivation(problem.expr, fitting)
        made = with_mistake(MACHINE, right, mistake)
    except (UnreadableProblem, EngineFault):
        return None
    if made is None or made.impasse is not None:
        return None
    wrong, answer = (Working(d, ()).answer for d in (made, right))
    if text_of(wrong) == text_of(answer):
        return None
    if not isinstance(wrong, (Comparison, Chain)) and same_value(wrong, answer):
        return None
    step = next(s for s in made.steps if s.by_mistake)
    written = tidy(step.after)
    return Disproof(problem, written if is_numeral(written) else wrong, wrong, answer, refutation(problem, wrong))


def _simpler(problem: Problem) -> Iterator[str]:
    """The same problem with the simplest numbers of their kinds, the simplest first; each no harder than it is."""
    shorter, here = _two_terms(problem.expr), _size(problem.text())
    for expr in (shorter, problem.expr) if shorter != problem.expr else (shorter,):
        yield from (text for text in _with_simple_numbers(expr) if _size(text) < here)


def _size(text: str) -> int:
    """How large the numbers of a problem are together, a decimal by its digits."""
    return sum(int(n) for n in re.findall(r"\d+", text.replace(".", "")))


def _with_simple_numbers(expr: Expr) -> Iterator[str]:
    slots = list(_numbers(expr))
    choices = [_simple(n) for _, n in slots]
    orders = sorted(
        product(*(range(len(c)) for c in choices[:3])), key=lambda picks: (sum(picks), max(picks, default=0))
    )
    for picks in orders:
        changed = expr
        for (path, _), options, pick in zip(slots, choices, (*picks, *[0] * len(slots)), strict=False):
            changed = _put(changed, path, options[pick])
        if isinstance(changed, Sum) and not _sensible(changed):
            continue
        yield problem_text(changed)


def _two_terms(expr: Expr) -> Expr:
    """Of a long sum the first term and the one that matters: one taken away, if any is."""
    if not isinstance(expr, Sum) or len(expr.terms) < 3 or expr.terms[0].minus:
        return expr
    other = next((t for t in expr.terms[1:] if t.minus), expr.terms[1])
    return tidy(Sum((expr.terms[0], other)))


def _sensible(expr: Sum) -> bool:
    try:
        return not falls_below_zero(expr) and evaluate(expr) > 0
    except (NoOneValue, ZeroDivisionError):
        return False


def _numbers(expr: Expr, at: tuple[int, ...] = ()) -> Iterator[tuple[tuple[int, ...], Numeral]]:
    if isinstance(expr, Comparison):
        yield from (((i,), n) for i, n in enumerate(expr.written) if is_numeral(n))
    elif is_numeral(expr):
        yield at, expr
    else:
        for index, child in enumerate(children(expr)):
            yield from _numbers(child, (*at, index))


def _put(expr: Expr, path: tuple[int, ...], new: Numeral) -> Expr:
    if not path:
        return new
    if isinstance(expr, Comparison):
        written = (*expr.written[: path[0]], new, *expr.written[path[0] + 1 :])
        return Comparison(written, written, expr.descending, pair=expr.pair, smaller=expr.smaller)
    return with_child(expr, path[0], _put(children(expr)[path[0]], path[1:], new))


def _simple(number: Numeral) -> list[Numeral]:
    """The simplest numbers of the same kind."""
    match number:
        case Whole(n) if n >= 1000 or str(n).strip("0") == "1":
            return [number]
        case Whole(n):
            return [Whole(k) for k in ((2, 1, 3, 4, 5, 6) if n < 10 else (12, 20, 21, 30, 45, 204))]
        case CommonFraction(top, bottom) if top < bottom:
            return [CommonFraction(*p) for p in ((1, 2), (1, 3), (1, 4), (2, 3), (3, 4), (2, 4))]
        case CommonFraction():
            return [CommonFraction(*p) for p in ((3, 2), (5, 2), (4, 3), (5, 4), (7, 4))]
        case MixedNumber(whole) if whole >= 10:
            return [MixedNumber(*p) for p in ((21, 1, 4), (12, 1, 2), (30, 1, 4), (12, 3, 4), (20, 1, 2))]
        case MixedNumber():
            return [MixedNumber(*p) for p in ((1, 1, 2), (2, 1, 2), (1, 1, 3), (2, 1, 4), (2, 3, 4), (3, 1, 4))]
        case DecimalNumeral(_, 1):
            return [DecimalNumeral(d, 1) for d in (5, 2, 7, 15, 12, 18)]
        case DecimalNumeral(digits, 2) if "0" in str(digits)[1:-1]:
            return [DecimalNumeral(d, 2) for d in (102, 203, 301, 405, 206)]
        case DecimalNumeral(_, 2):
            return [DecimalNumeral(d, 2) for d in (25, 5, 12, 75, 125, 150)]
        case Percent(DecimalNumeral() | MixedNumber()) | RepeatingDecimal() | DecimalNumeral() | WithRemainder():
            return [number]
        case Percent():
            return [Percent(Whole(n)) for n in (50, 10, 25, 20)]
