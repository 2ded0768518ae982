"""What a class calls out before a line is shown, judged at that step: a common bottom, a multiplier, a top, a number
of the next line, the answer of a question, or a line of its own."""

import re
from collections.abc import Iterator
from math import gcd
from typing import Literal

from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.machine.acts import ACTS
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.problem.tree import Chain, Comparison, Expr, evaluate, is_numeral, walk
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying import calling_out
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.work import Line, Working

Verdict = Literal["right", "also right", "not here", "false", "unreadable"]
CHANGE = ("both", "one", "neither", "none")
ENOUGH = ("yes", "no")
WithBottom = CommonFraction | MixedNumber


@frozen
class CalledOut:
    """``right`` for what comes next, ``also right`` for what is true and useful here as well, ``not here`` for a number
    that this step does not have, ``false`` for a line that does not follow."""

    verdict: Verdict
    said: Say


def called_out(
    problem: Problem,
    working: Working,
    at: int,
    text: str,
    *,
    written: tuple[str, ...] = (),
    decimal_comma: bool = False,
) -> CalledOut:
    """Judge what was called out before line ``at`` of a working (1 or later) is shown. ``written`` are the figures that
    the next stroke of a calculation in columns writes.

    >>> from keen_slate.core.working.work import DEFAULT_SCHOOL, work
    >>> item = read("1/4 + 5/6")
    >>> renames = next(i for i, line in enumerate(work(item).lines) if line.act == "rename" and not line.is_question)
    >>> [called_out(item, work(item), renames, said).verdict for said in ("12", "24", "8", "3", "10/12")]
    ['right', 'also right', 'not here', 'right', 'right']
    """
    said = text.strip().rstrip(".!").strip()
    step = _Step(problem, working, min(max(at, 1), len(working.lines) - 1), decimal_comma)
    if said in written:
        return CalledOut("right", Say.of(calling_out.stands_next, called=said))
    if said.lower() in (*CHANGE, *ENOUGH):
        return step.word(said.lower())
    if re.fullmatch(r"\d{1,9}", said):
        return step.whole(int(said))
    return step.other(said)


@frozen
class _Step:
    problem: Problem
    working: Working
    at: int
    decimal_comma: bool

    @property
    def before(self) -> Expr:
        return self.working.lines[self.at - 1].expr

    @property
    def line(self) -> Line:
        """The next line that is written; a question is answered by it."""
        left = self.working.lines[self.at :]
        return next((line for line in left if not line.is_question), left[-1])

    def word(self, said: str) -> CalledOut:
        asked = self.working.lines[self.at]
        wrong = CalledOut("not here", Say.of(calling_out.look_again, called=said))
        if said in ENOUGH:
            if asked.act != "enough":
                return CalledOut("not here", Say.of(calling_out.not_here, called=f"“{said}”", due=self.due))
            right = said == ("no" if self.line.act == "regroup" else "yes")
        else:
            if asked.act not in ("bottoms", "rename"):
                return CalledOut("not here", Say.of(calling_out.not_here, called=f"“{said}”", due=self.due))
            count = len(self.renamed())
            right = said == {0: "neither", 1: "one"}.get(count, "both") or (said == "none" and not count)
        return CalledOut("right", Say.of(calling_out.stands_next, called=said)) if right else wrong

    @property
    def due(self) -> str:
        return ACTS[self.line.act].name if self.line.step is not None else ""

    def renamed(self) -> list[tuple[WithBottom, WithBottom]]:
        """The fractions that the next line writes with another bottom, before and after."""
        if self.line.act not in ("rename", "both"):
            return []
        pairs = zip(_fractions(self.before), _fractions(self.line.expr), strict=False)
        return [(a, b) for a, b in pairs if a.value == b.value and a.denominator != b.denominator]

    def whole(self, n: int) -> CalledOut:
        if n and (renamed := self.renamed()):
            found = _of_renaming(n, renamed, tuple(f.denominator for f in _fractions(self.before)))
            if found is not None:
                return found
        if n > 1 and self.line.act == "simplify":
            found = self._of_simplifying(n)
            if found is not None:
                return found
        return self.number(Whole(n))

    def _of_simplifying(self, n: int) -> CalledOut | None:
        pairs = zip(_fractions(self.before), _fractions(self.line.expr), strict=False)
        for a, b in pairs:
            if a.denominator == b.denominator:
                continue
            misses = tuple(m for m in (a.numerator, a.denominator) if m % n)
            if misses:
                known = _written_in(Whole(n), self.line.expr)
                return (
                    None if known else CalledOut("not here", Say.of(calling_out.divides_not_both, n=n, misses=misses))
                )
            more = gcd(a.numerator, a.denominator) > n
            said = Say.of(calling_out.divides_both, n=n, top=a.numerator, bottom=a.denominator, goes_on=more)
            return CalledOut("also right" if more else "right", said)
        return None

    def number(self, called: Expr) -> CalledOut:
        """A number alone is no statement: it stands in the next line, or further on, or I do not see it here."""
        if _written_in(called, self.line.expr) and not _written_in(called, self.before):
            return CalledOut("right", Say.of(calling_out.stands_next, called=called))
        ends = self.working.lines[-1].expr
        if is_numeral(ends) and evaluate(ends) == evaluate(called):
            return CalledOut("also right", Say.of(calling_out.is_answer, called=called))
        later = self.working.lines[self.at :]
        if any(_written_in(called, line.expr) for line in later):
            if _written_in(called, self.line.expr):
                return CalledOut("right", Say.of(calling_out.stands_next, called=called))
            return CalledOut("also right", Say.of(calling_out.stands_further_on, called=called))
        return CalledOut("not here", Say.of(calling_out.not_here, called=text_of(called), due=self.due))

    def _read(self, text: str) -> Expr | None:
        units = frozenset({self.problem.label} - {""})
        try:
            return read(text.lstrip("= "), decimal_comma=self.decimal_comma, answer=True, units=units).expr
        except UnreadableProblem:
            return None

    def other(self, text: str) -> CalledOut:
        written = self._read(text)
        if written is not None and is_numeral(written):
            return self.number(written)
        judged = judge_lines(self.problem, (text,), self.working.derivation.school, decimal_comma=self.decimal_comma)[0]
        said = judged.said
        if judged.verdict == "unreadable":
            return CalledOut("unreadable", said or Say.of(calling_out.not_here, called=f"“{text}”", due=""))
        if judged.verdict == "false":
            return CalledOut("false", said or Say.of(calling_out.look_again, called=text))
        if self.line.expr in (written, judged.state):
            return CalledOut("right", Say.of(calling_out.next_line, line=self.line.expr))
        if judged.verdict == "side-work":
            return CalledOut("also right", said or Say.of(calling_out.true_beside))
        return CalledOut("also right", said or Say.of(calling_out.another_way))


def _of_renaming(n: int, renamed: list[tuple[WithBottom, WithBottom]], bottoms: tuple[int, ...]) -> CalledOut | None:
    """As a common bottom, a multiplier or a top; None where it is none of them and could not be meant as one."""
    sizes = tuple(dict.fromkeys(bottoms))
    used = {b.denominator for _, b in renamed}
    misses = tuple(b for b in sizes if n % b)
    if n in used and not misses:
        return CalledOut("right", Say.of(calling_out.common_fits, n=n, bottoms=sizes))
    steps = tuple((a.denominator, b.denominator) for a, b in renamed if a.denominator * n == b.denominator)
    if n > 1 and steps:
        return CalledOut("right", Say.of(calling_out.multiplies, n=n, renamed=tuple(dict.fromkeys(steps))))
    for a, b in renamed:
        if b.numerator == n:
            one, other = (CommonFraction(f.numerator, f.denominator) for f in (a, b))
            return CalledOut("right", Say.of(calling_out.is_top, before=one, after=other))
    if not misses:
        return CalledOut("also right", Say.of(calling_out.common_fits_too, n=n, bottoms=sizes, used=max(used)))
    if n > 1 and n >= max(sizes):
        return CalledOut("not here", Say.of(calling_out.no_common, n=n, misses=misses))
    return None


def _fractions(expr: Expr) -> list[WithBottom]:
    return [e for e in _parts(expr) if isinstance(e, (CommonFraction, MixedNumber))]


def _parts(expr: Expr) -> Iterator[Expr]:
    sides = expr.items if isinstance(expr, Comparison) else expr.sides if isinstance(expr, Chain) else (expr,)
    for side in sides:
        yield from walk(side)


def _written_in(called: Expr, expr: Expr) -> bool:
    """Whether a number stands there: by itself, or as the whole, the top or the bottom of another."""
    for e in _parts(expr):
        if e == called:
            return True
        if isinstance(called, Whole):
            figures: tuple[int, ...] = ()
            if isinstance(e, CommonFraction):
                figures = (e.numerator, e.denominator)
            elif isinstance(e, MixedNumber):
                figures = (e.whole, e.numerator, e.denominator)
            if called.n in figures:
                return True
        elif isinstance(called, CommonFraction) and isinstance(e, MixedNumber):
            figures = (e.numerator, e.denominator)
            if figures == (called.numerator, called.denominator):
                return True
    return False
