"""A pupil's own lines, judged on one law: a true statement is never false.

A line is measured against every true state so far and against every part of the problem that is still to be worked,
not against the line before alone; what follows rightly from a false line is follow-through. Any true calculation is at
least side work, on whatever numbers; any line of the problem's worth follows, by whatever way it was found.
"""

from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cached_property
from typing import Literal

from keen_slate.core.diagnosis.answers import TRUE_OR_FALSE
from keen_slate.core.diagnosis.explaining import Explained, Fault, explained, numbers_in, worth_of
from keen_slate.core.diagnosis.line_units import is_other_unit
from keen_slate.core.diagnosis.statements import (
    CommonNumber,
    Setting,
    Side,
    Statement,
    is_about,
    is_row,
    statements_apart,
    statements_in,
)
from keen_slate.core.diagnosis.sub_goals import states_of, worths_of_parts, worths_with
from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import TooManyBlanks, blanks_of, fill_sides, gaps_in, solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    Gap,
    Negative,
    Product,
    Rounding,
    Sum,
    Term,
    children,
    evaluate,
    is_numeral,
    number_for,
    walk,
    with_child,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.saying import unreadable, verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL

LineVerdict = Literal["follows", "side-work", "follow-through", "false", "unreadable"]
SQUARED = ("²", "³")
_SEVERITY: tuple[LineVerdict, ...] = ("side-work", "follows", "follow-through", "unreadable", "false")
"""Of several statements in one line the last of these is the line's."""


@frozen
class JudgedLine:
    """``run_on``: equal signs were strung together between things that are not equal, a fault of writing, told apart
    from the mathematics. For a false line ``sign`` is which sign carries the fault, counted from 1 (0 where it has
    none), ``due`` the goal that was due there, and ``causes`` the mal-rules that give it. ``apart``: side work on
    numbers that stand nowhere in the problem. ``sides`` are what stands in it, statement by statement; ``state`` is the
    problem as the line leaves it, None where it is about a part of it; ``names_multiple``: it names a common
    multiple."""

    text: str
    verdict: LineVerdict
    run_on: bool = False
    due: str = ""
    causes: tuple[str, ...] = ()
    said: Say | None = None
    sign: int = 0
    apart: bool = False
    sides: tuple[tuple[Expr, ...], ...] = ()
    state: Expr | None = None
    names_multiple: bool = False


def judge_lines(
    problem: Problem, lines: tuple[str, ...], school: School = DEFAULT_SCHOOL, *, decimal_comma: bool = False
) -> tuple[JudgedLine, ...]:
    """Judge each line in turn, of any task. Raises UnreadableProblem for more lines than are judged together.

    >>> [j.verdict for j in judge_lines(read("5 1/6 - 2 5/6"), ("5 - 2 = 3", "= 3 4/6", "= 3 2/3"))]
    ['side-work', 'false', 'follow-through']
    >>> [(j.verdict, j.run_on) for j in judge_lines(read("5/6 × 4 + 1/2"), ("5 × 4 = 20 + 3 = 23",))]
    [('side-work', True)]
    """
    if len(lines) > bounds.MOST_LINES:
        said = Say.of(unreadable.too_many_lines, lines=len(lines), limit=bounds.MOST_LINES)
        raise UnreadableProblem(said, 0)
    sheet = _Sheet(problem, school, decimal_comma)
    return tuple(sheet.judged(text) for text in lines)


@frozen
class _Last:
    """What a line can go on from: the side that was written last, and how its line was judged."""

    side: Side
    verdict: LineVerdict


@dataclass
class _Sheet:
    """What is known while the lines of one pupil are gone through."""

    problem: Problem
    school: School
    decimal_comma: bool
    last: _Last | None = None
    state: Expr | None = None
    fallen: set[Fraction] = field(default_factory=set)
    fallen_states: list[Expr] = field(default_factory=list)
    taken: list[tuple[Fraction, Fraction]] = field(default_factory=list)
    results: set[Fraction] = field(default_factory=set)
    explained: int = 0

    @cached_property
    def setting(self) -> Setting:
        expr = self.problem.expr
        return Setting(self.problem, isinstance(expr, Convert) and expr.to == "percent", self.decimal_comma)

    @cached_property
    def aims(self) -> frozenset[Fraction]:
        """What a state of the problem is worth: the problem itself; each number that is compared, each full side."""
        expr = self.problem.expr
        if isinstance(expr, Comparison):
            return frozenset(evaluate(item) for item in expr.written)
        if isinstance(expr, Chain):
            alone = self.blanks if any(isinstance(side, Gap) and side.is_alone for side in expr.sides) else ()
            return frozenset(evaluate(e) for e in (*expr.sides, *alone) if not gaps_in(e))
        return frozenset({evaluate(expr)})

    @cached_property
    def states(self) -> tuple[Expr, ...]:
        return states_of(self.problem.expr, self.school)

    @cached_property
    def sub_goals(self) -> frozenset[Fraction]:
        worths = worths_of_parts((*self.states, *(s.of for s in self.states if isinstance(s, (Rounding, Estimating)))))
        if self.setting.percent_asked:
            worths |= {worth * 100 for worth in self.aims}
        if isinstance(self.problem.expr, Chain):
            worths |= {evaluate(n) for n in self.blanks}
        return worths

    @cached_property
    def blanks(self) -> tuple[Expr, ...]:
        """The numbers for the blanks, where there is one way to fill them."""
        assert isinstance(self.problem.expr, Chain)
        solved = solve(self.problem.expr.sides)
        return solved.numbers if solved.count == 1 else ()

    def judged(self, text: str) -> JudgedLine:
        if isinstance(self.problem.expr, Comparison) and self.problem.expr.pair and text.strip() in ("<", ">", "="):
            one, other = self.problem.expr.written
            text_meant = f"{text_of(one)} {text.strip()} {text_of(other)}"
        else:
            text_meant = text
        if is_row(text) and not isinstance(self.problem.expr, (Comparison, Chain)):
            return JudgedLine(text, "side-work")
        if self.problem.claim and (said := TRUE_OR_FALSE.get(text.strip().lower().rstrip("."))):
            return JudgedLine(text, "follows" if said == self.problem.claim else "false")
        found = statements_in(text_meant, self.setting)
        if isinstance(found, Say):
            return JudgedLine(text, "unreadable", said=found)
        before = self.copied()
        judged = self.of_all(found, text)
        if judged.verdict == "false" and len(found) == 1 and isinstance(self.problem.expr, Comparison):
            # "1 and 1/3": two of the items, not one and a third
            apart = statements_apart(text_meant, self.setting)
            listed = before.of_all(apart, text) if len(apart) > 1 else judged
            if listed.verdict != "false":
                self.__dict__.update(before.__dict__)
                return listed
        return self.with_units(judged, found)

    def with_units(self, line: JudgedLine, statements: tuple[Statement | CommonNumber, ...]) -> JudgedLine:
        """A line of right numbers is still false where a unit does not belong there."""
        if line.verdict in ("false", "unreadable"):
            return line
        fault = next((f for s in statements if isinstance(s, Statement) and (f := self.unit_fault(s, line))), "")
        return replace(line, verdict="false", causes=(fault,), said=Say.of(verdicts.unit_of_line)) if fault else line

    def unit_fault(self, statement: Statement, line: JudgedLine) -> str:
        *others, last = statement.sides
        lengths = {side.label for side in statement.sides}
        if any(s.by_itself or (s.label[-1:] in SQUARED and s.label[:-1] in lengths) for s in statement.sides):
            return "multiplier-with-unit"
        result = is_numeral(last.expr) and line.verdict in ("follows", "follow-through")
        return "wrong-unit" if result and is_other_unit(self.problem, last.label, [s.label for s in others]) else ""

    def of_all(self, statements: tuple[Statement | CommonNumber, ...], text: str) -> JudgedLine:
        """A line is as true as the least true of its statements."""
        told = [replace(self.statement(s), text=text) for s in statements]
        worst = max(told, key=lambda line: _SEVERITY.index(line.verdict))
        sides = tuple(tuple(side.expr for side in s.sides) for s in statements if isinstance(s, Statement))
        state = next((line.state for line in reversed(told) if line.state is not None), None)
        return replace(worst, run_on=any(line.run_on for line in told), sides=sides, state=state)

    def statement(self, statement: Statement | CommonNumber) -> JudgedLine:
        if isinstance(statement, CommonNumber):
            return self.common_number(statement)
        if any(not side.worths for side in statement.sides):
            return self.with_blanks(statement)
        if statement.opens in ("+", "×", "÷"):
            return self.going_on(statement)
        if set(statement.signs) - {"=", "≈"} or statement.opens not in ("", "=", "≈"):
            return self.comparing(statement)
        before = self.copied()
        line = self.equation(statement)
        if line.verdict == "false" and (joined := before.less(statement)) is not None:
            less = before.equation(joined)
            if less.verdict != "false":
                self.__dict__.update(before.__dict__)
                return less
        return line

    def copied(self) -> "_Sheet":
        copied = replace(self, fallen=set(self.fallen), results=set(self.results))
        copied.fallen_states, copied.taken = list(self.fallen_states), list(self.taken)
        return copied

    # Equations and bare numbers

    def equation(self, statement: Statement) -> JudgedLine:
        sides, run_on, fault = statement.sides, False, None
        if statement.opens:
            joined = self.joined(statement)
            if isinstance(joined, Fault):
                fault = joined
            else:
                run_on = joined
        numbers = max(sum(is_numeral(n) for n in walk(side.expr)) for side in sides)
        opened = int(bool(statement.opens))
        for index, sign in enumerate(statement.signs):
            if fault is not None:
                break
            one, other = sides[index], sides[index + 1]
            if one.equals(other) or (sign == "≈" and any(is_about(w, other, numbers) for w in one.worths)):
                continue
            if _goes_on(other.expr, one.worths) or self.rounds(one, other):
                run_on = True
            else:
                fault = Fault(one.expr, other, statement.signs_before + opened + index + 1)
        return self.broken(statement, fault, run_on) if fault else self.whole(statement, run_on)

    def joined(self, statement: Statement) -> bool | Fault:
        """Whether a line that begins with an equals sign goes on from something: with False as it should, with True
        because the thought goes on although the sign is wrong."""
        first, last = statement.sides[0], self.last
        if last is not None and first.equals(last.side):
            return False
        if statement.opens == "≈" and any(is_about(w, first, 2) for w in (last.side.worths if last else self.aims)):
            return False
        if self.standing_of(first) or not self.results.isdisjoint(first.worths) or self.is_renamed(first.expr):
            return False
        ends = statement.sides[-1]
        arrives = self.standing_of(ends) or not self.sub_goals.isdisjoint(ends.worths)
        if last is not None and arrives and _goes_on(first.expr, last.side.worths):
            return True
        wrong = last is None or last.verdict in ("side-work", "unreadable")
        before = self.latest if wrong or last is None else last.side.expr
        return Fault(before, first, statement.signs_before + 1)

    @property
    def latest(self) -> Expr:
        """The latest true state of the problem itself."""
        return self.state if self.state is not None else self.problem.expr

    def standing_of(self, side: Side) -> LineVerdict | None:
        """How what has this worth stands to the problem."""
        if not self.aims.isdisjoint(side.all_worths):
            return "follows"
        return None if self.fallen.isdisjoint(side.all_worths) else "follow-through"

    def is_renamed(self, number: Expr) -> bool:
        """Whether it is a number of the latest state in another form, ``= 9/12`` below 3/4 + 2/3."""
        if not is_numeral(number):
            return False
        numbers = [n for n in walk(self.latest) if is_numeral(n)]
        if len({evaluate(n).denominator for n in numbers}) < 2:
            return False
        return number not in numbers and any(evaluate(n) == evaluate(number) for n in numbers)

    def rounds(self, exact: Side, rounded: Side) -> bool:
        """``3.476 = 3.48`` where rounding is asked for: the wrong sign, and the right thought."""
        expr = self.problem.expr
        return (
            isinstance(expr, (Rounding, Estimating))
            and evaluate(expr.of) in exact.worths
            and not self.aims.isdisjoint(rounded.worths)
        )

    def whole(self, statement: Statement, run_on: bool) -> JudgedLine:
        """A line in which nothing is false."""
        ends = statement.sides[-1]
        standing = self.standing_of(ends)
        if standing is None and statement.is_bare and not statement.opens:
            standing = self.bare_standing(ends)
            if standing is None:
                return self.broken(statement, Fault(self.before_bare, ends, 0), run_on)
        verdict = standing or "side-work"
        if standing is None and self.last is not None and statement.opens and statement.sides[0].equals(self.last.side):
            verdict = self.last.verdict if self.last.verdict != "false" else "follow-through"
        if verdict == "follows":
            self.state = ends.expr
        elif verdict == "side-work":
            self.results |= set(ends.worths)
        self.last = _Last(ends, verdict)
        apart = verdict == "side-work" and self.sub_goals.isdisjoint(ends.worths)
        return JudgedLine("", verdict, run_on, apart=apart, state=ends.expr if self.standing_of(ends) else None)

    def bare_standing(self, side: Side) -> LineVerdict | None:
        """A number or expression alone follows when it is worth what any part of the problem is."""
        if not self.sub_goals.isdisjoint(side.worths):
            return "follows"
        if self.fallen and not self.fallen_sub_goals.isdisjoint(side.worths):
            return "follow-through"
        return None if self.results.isdisjoint(side.worths) or is_numeral(side.expr) else "side-work"

    @property
    def fallen_sub_goals(self) -> frozenset[Fraction]:
        return worths_of_parts(tuple(s for e in self.fallen_states for s in states_of(e, self.school)))

    @property
    def before_bare(self) -> Expr:
        return self.last.side.expr if self.last and self.last.verdict != "side-work" else self.latest

    def broken(self, statement: Statement, fault: Fault, run_on: bool) -> JudgedLine:
        """A false sign. What stands behind it is what the pupil goes on with from here."""
        behind = statement.sides[max(0, fault.sign - statement.signs_before - int(bool(statement.opens))) :]
        if self.holds_with_what_was_taken(fault):
            self.last = _Last(statement.sides[-1], "follow-through")
            self.fall(statement.sides[-1])
            return JudgedLine("", "follow-through", run_on, state=statement.sides[-1].expr)
        before = Side(fault.before, "", worth_of(fault.before))
        why = self.explain(fault, _text(statement))
        standing = self.standing_of(before)
        many = isinstance(self.problem.expr, (Comparison, Chain))
        if before.worths and (standing is None or many):
            self.take(before.worths[0], fault.side.worths[0])
        whole = standing is not None or not fault.sign or bool(statement.opens) or not before.worths
        if whole:
            for side in (fault.side, *behind):
                self.fall(side)
        self.last = _Last(statement.sides[-1], "false")
        state = statement.sides[-1].expr if whole else None
        return JudgedLine("", "false", run_on, why.due, why.causes, sign=fault.sign, state=state)

    def explain(self, fault: Fault, statement: str) -> Explained:
        """Why a sign breaks, for the first lines that do."""
        self.explained += 1
        if self.explained > bounds.MOST_EXPLAINED:
            return Explained()
        return explained(self.problem, self.school, fault, statement)

    def take(self, right: Fraction, taken: Fraction) -> None:
        """A part worth one number was taken for another: what the problem comes to then is follow-through."""
        self.taken.append((right, taken))
        if not isinstance(self.problem.expr, (Comparison, Chain)):
            states = (*self.states, *self.fallen_states, self.latest)
            self.fallen |= worths_with(states, right, taken) - self.aims

    def fall(self, side: Side) -> None:
        if self.aims.isdisjoint(side.worths):
            self.fallen |= set(side.worths)
            if not gaps_in(side.expr):
                self.fallen_states.append(side.expr)

    def holds_with_what_was_taken(self, fault: Fault) -> bool:
        """Whether the sign would be right had the numbers that were taken wrongly before been right."""
        if not self.taken or gaps_in(fault.side.expr):
            return False
        for right, taken in self.taken:
            one, other = (_with_taken(e, right, taken) for e in (fault.before, fault.side.expr))
            if (one, other) != (fault.before, fault.side.expr) and worth_of(one) and worth_of(one) == worth_of(other):
                return True
        return False

    # Lines of other kinds

    def going_on(self, statement: Statement) -> JudgedLine:
        """``+ 3 = 23`` below 20: the operation goes on from the last line."""
        before = self.last.side.expr if self.last is not None else self.latest
        first = statement.sides[0]
        joined = _joined(before, statement.opens, first.expr)
        worths = worth_of(joined)
        if not worths and not statement.signs:
            return JudgedLine("", "unreadable", said=Say.of(verdicts.answer_is_no_number))
        top_and_bottom = statement.opens in ("×", "÷") and statement.signs
        if not worths or (top_and_bottom and statement.sides[1].worths == worth_of(before)):
            # × 4 = 12/16 below 3/4: the top and the bottom are meant
            rest = replace(statement, sides=statement.sides[1:], signs=statement.signs[1:], opens="=")
            return replace(self.equation(rest), run_on=True)
        on = Side(joined, first.label, worths)
        return self.equation(Statement((on, *statement.sides[1:]), statement.signs, "", statement.signs_before))

    def less(self, statement: Statement) -> Statement | None:
        """``− 3 = 17`` below 20 is no negative number: the statement with the last result before it."""
        first = statement.sides[0]
        leading = _without_leading_minus(first.expr)
        if statement.opens or leading is None or self.last is None:
            return None
        joined = _joined(self.last.side.expr, "-", leading)
        worths = worth_of(joined)
        on = replace(first, expr=joined, worths=worths, loosely=())
        return replace(statement, sides=(on, *statement.sides[1:])) if worths else None

    def comparing(self, statement: Statement) -> JudgedLine:
        """Signs of size between numbers. It follows where the numbers of a comparison stand in it, in any form."""
        sides, opened = statement.sides, int(bool(statement.opens))
        pairs = list(zip(statement.signs, sides, sides[1:], strict=False))
        if statement.opens and self.last is not None:
            pairs.insert(0, (statement.opens, self.last.side, sides[0]))
        for index, (sign, one, other) in enumerate(pairs):
            if _relation_holds(sign, one, other):
                continue
            if any(_relation_holds(sign, _taken_side(one, t), _taken_side(other, t)) for t in self.taken):
                return JudgedLine("", "follow-through")
            why = self.explain(Fault(self.problem.expr, sides[-1], index), _text(statement))
            return JudgedLine("", "false", due=why.due, causes=why.causes, sign=statement.signs_before + index + 1)
        about = isinstance(self.problem.expr, Comparison) and len(sides) + opened > 1
        follows = about and all(not self.aims.isdisjoint(side.all_worths) for side in sides)
        apart = not all(not self.sub_goals.isdisjoint(side.worths) for side in sides)
        return JudgedLine("", "follows" if follows else "side-work", apart=apart)

    def with_blanks(self, statement: Statement) -> JudgedLine:
        """A line in which blanks still stand is true where the numbers that belong there make it true."""
        sides = statement.sides
        if sides[-1].worths:
            self.last = _Last(sides[-1], "follows")
        if isinstance(self.problem.expr, Chain):
            written = tuple(side.expr for side in sides)
            if written == self.problem.expr.sides or statement.is_bare or self.filled_truly(written):
                return JudgedLine("", "follows")
            why = self.explain(Fault(self.problem.expr, sides[-1], 1), _text(statement))
            return JudgedLine("", "false", due=why.due, causes=why.causes, sign=statement.signs_before + 1)
        try:  # a blank of the pupil's own: 3/4 = ?/12
            fits = solve(tuple(side.expr for side in sides)).count > 0
        except TooManyBlanks:
            fits = True
        return JudgedLine("", "side-work") if fits else JudgedLine("", "false", sign=statement.signs_before + 1)

    def filled_truly(self, sides: tuple[Expr, ...]) -> bool:
        assert isinstance(self.problem.expr, Chain)
        wanted = blanks_of(sides)
        if not self.blanks:
            try:
                return solve(sides).count == solve(self.problem.expr.sides).count
            except TooManyBlanks:
                return True
        filled = fill_sides(self.problem.expr.sides, self.blanks) or ()
        numbers = [n for side, gappy in zip(filled, self.problem.expr.sides, strict=True) if gaps_in(gappy)
                   for n in walk(side) if is_numeral(n)]  # fmt: skip
        tries = [self.blanks] if wanted == len(self.blanks) else []
        tries += [(n,) * wanted for n in (*self.blanks, *numbers)]
        return any(_all_equal(fill_sides(sides, numbers)) for numbers in tries)

    def common_number(self, named: CommonNumber) -> JudgedLine:
        """A common bottom or factor, of the numbers named or of the bottoms, or a top and its bottom, in a state."""
        groups = [named.of] if named.of else []
        for state in (self.latest, *self.states) if not named.of else ():
            fractions = [n for n in numbers_in(state) if isinstance(n, (CommonFraction, MixedNumber))]
            if named.multiple:
                groups.append(tuple(n.denominator for n in fractions))
            else:
                groups += [(n.numerator, n.denominator) for n in fractions]
        if any(named.is_true(numbers) for numbers in groups):
            return JudgedLine("", "side-work", names_multiple=named.multiple)
        return JudgedLine("", "false", sign=1)


def _goes_on(expr: Expr, worths: tuple[Fraction, ...]) -> bool:
    """Whether a calculation begins with a result: 20 + 3 with 20."""
    pieces = children(expr) if isinstance(expr, (Sum, Product)) else ()
    if not pieces:
        return False
    for end in range(1, len(pieces)):
        head = (
            Sum(expr.terms[:end])
            if isinstance(expr, Sum)
            else Product(expr.factors[:end])
            if isinstance(expr, Product)
            else expr
        )
        if not set(worth_of(head)).isdisjoint(worths):
            return True
    return _goes_on(pieces[0], worths)


def _joined(before: Expr, sign: str, expr: Expr) -> Expr:
    """The last result with an operation behind it; the operation is done on its first number."""
    if isinstance(expr, Sum) and sign in ("×", "÷"):
        return Sum((Term(_joined(before, sign, expr.terms[0].expr)), *expr.terms[1:]))
    if sign in ("+", "-"):
        rest = expr.terms if isinstance(expr, Sum) else (Term(expr),)
        return Sum((Term(before), Term(rest[0].expr, sign == "-"), *rest[1:]))
    factors = expr.factors if isinstance(expr, Product) else (Factor(expr),)
    return Product((Factor(before), Factor(factors[0].expr, sign == "÷"), *factors[1:]))


def _without_leading_minus(expr: Expr) -> Expr | None:
    if isinstance(expr, Negative):
        return expr.of
    if isinstance(expr, Sum) and expr.terms[0].minus:
        return Sum((Term(expr.terms[0].expr), *expr.terms[1:]))
    return None


def _relation_holds(sign: str, one: Side, other: Side) -> bool:
    if sign in ("=", "≈"):
        return one.equals(other) or (sign == "≈" and any(is_about(w, other, 2) for w in one.worths))
    pairs = [(a, b) for a in one.all_worths for b in other.all_worths]
    holds = {"<": "__lt__", ">": "__gt__", "≤": "__le__", "≥": "__ge__", "≠": "__ne__"}[sign]
    return any(getattr(a, holds)(b) for a, b in pairs)


def _taken_side(side: Side, taken: tuple[Fraction, Fraction]) -> Side:
    """The side with the number that was taken in place of a right one."""
    return replace(side, worths=(taken[1],), loosely=()) if taken[0] in side.worths else side


def _with_taken(expr: Expr, right: Fraction, taken: Fraction) -> Expr:
    if is_numeral(expr):
        return number_for(taken) if evaluate(expr) == right else expr
    for index, child in enumerate(children(expr)):
        expr = with_child(expr, index, _with_taken(child, right, taken))
    return expr


def _all_equal(sides: tuple[Expr, ...] | None) -> bool:
    worths = [worth_of(side) for side in sides or ()]
    return bool(worths) and all(worths) and len(set(worths)) == 1


def _text(statement: Statement) -> str:
    told = text_of(statement.sides[0].expr)
    for sign, side in zip(statement.signs, statement.sides[1:], strict=True):
        told += f" {sign} {text_of(side.expr)}"
    return told
