"""Fractions and mixed numbers under each other: as given, renamed beside it, struck and regrouped, column by column."""

from keen_slate.core.machine.engine import Derivation, Rule, Step
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.machine.side_work import Calculation, SetOut
from keen_slate.core.notation.layout import MINUS
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.problem.paper import Columns, digits_value
from keen_slate.core.problem.tree import Expr, Path, Split, Sum, Term, at_path, children, is_numeral, same_value
from keen_slate.core.rules.in_the_head import IN_THE_HEAD
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say
from keen_slate.core.working.boards.grid import Board, Drawing
from keen_slate.core.working.boards.sums import Ground, work_columns

MOST_TERMS = 4
CARRIES = 0

_OTHER_TERMS: frozenset[GoalId] = frozenset(
    ("order-terms", "signs", "drop-zero-terms", "put-together", "take-first", "add-opposite")
)
"""Goals after which other terms stand there, or in another order: column work begins only when they are reached."""


def draw_fractions(derivation: Derivation, index: int) -> Board | None:
    """The sum of fractions and mixed numbers that begins at a step, up to its result in its last form; None where none
    begins there, or it goes another way than in columns."""
    start = derivation.steps[index]
    given = at_path(start.before, start.at)
    if not isinstance(given, Sum) or not 2 <= len(given.terms) <= MOST_TERMS or "opposites" in given.marks:
        return None
    numbers = children(given)
    if not all(isinstance(n, (Whole, CommonFraction, MixedNumber)) for n in numbers):
        return None
    if all(isinstance(n, Whole) for n in numbers):
        return None
    steps: list[tuple[int, Step, Expr]] = []
    found = False
    for at, step in enumerate(derivation.steps[index:], start=index):
        after = _at(step.after, start.at)
        if step.at[: len(start.at)] != start.at or after is None:
            break
        if step.goal in _OTHER_TERMS and not found:
            return None
        steps.append((at, step, after))
        found = found or is_numeral(after)
    while steps and not is_numeral(steps[-1][2]):
        steps.pop()
    if not steps:
        return None
    stack = _Stack(given, _width(given, [after for _, _, after in steps]), derivation)
    for at, step, after in steps:
        stack.drawing.step = at
        if not stack.follow(step, after):
            return None
    if not stack.is_true and not any(step.by_mistake for _, step, _ in steps):
        return None
    return stack.drawing.done((index, steps[-1][0]))


def _width(given: Sum, afters: list[Expr]) -> int:
    """Digits of the longest whole that stands in the columns."""
    numbers = [n for e in (given, *afters) for n in (e, *children(e))]
    return max((len(str(whole)) for n in numbers if (whole := whole_and_part(n)[0]) is not None), default=0)


class _Stack:
    """Stages beside each other. A stage has a sign, the digits of the wholes, the fraction, a place beside it, and the
    equals sign before the next."""

    def __init__(self, given: Sum, width: int, derivation: Derivation) -> None:
        self.derivation = derivation
        self.signs = [t.minus for t in given.terms]
        self.count, self.width, self.first = len(self.signs), width, 0
        self.rows: list[Expr] = list(children(given))
        self.drawing = Drawing("fractions", {CARRIES})
        self.result = self.count + 1
        self.drawing.amounts |= {1, self.result}
        self.whole: int | None = None
        """The whole of the result, once it is found; it may stand under an earlier stage."""
        self.standing: set[str] = set()
        """What of the result stands under this stage: whole, part."""
        self.found: Expr | None = None
        self._set_down()
        self.drawing.end(None)

    @property
    def fraction(self) -> int:
        return self.first + 1 + self.width

    @property
    def last_whole(self) -> int:
        return self.first + self.width

    @property
    def is_true(self) -> bool:
        """Whether what stands in the last stage is worth the result."""
        terms = tuple(Term(row, minus) for row, minus in zip(self.rows, self.signs, strict=True))
        return self.found is not None and same_value(Sum(terms), self.found)

    def follow(self, step: Step, after: Expr) -> bool:
        """Draw what a step has changed; False where it does not fit into columns."""
        if isinstance(step.by, Rule) and step.by.asks:
            self._end(step)
        elif is_numeral(after):
            self._result(step, after)
        elif isinstance(after, Split):
            self._opened_up(step, after)
        elif isinstance(after, Sum):
            self._within_sum(step, after)
        else:
            return False
        return True

    def _within_sum(self, step: Step, after: Sum) -> None:
        first = after.terms[0].expr
        wholes = [w for w in (whole_and_part(n)[0] for n in self.rows) if w is not None]
        if len(after.terms) == self.count and [t.minus for t in after.terms] == self.signs:
            others = list(children(after))[1:] == self.rows[1:]
            if others and (isinstance(first, Split) or _same_bottom(first, self.rows[0])):
                if first != self.rows[0]:
                    self._regrouped(step, first)
                else:
                    self._end(step)
                return
            if all(is_numeral(n) for n in children(after)) and step.goal != "put-wholes-by":
                self._renamed(step, list(children(after)))
                return
        if step.goal == "put-wholes-by" and isinstance(first, Whole):
            self.whole = first.n
            self._wholes(step)
            self._end(step)
        elif step.goal == "rename" and self.whole is not None:
            self._renamed(step, _with_parts(self.rows, after))
        elif step.goal == "combine-tops" and wholes:
            part = next((n for n in children(after) if isinstance(n, CommonFraction)), None)
            if part is not None:
                self._part(self.result, part.numerator, part.denominator)
            self.standing.add("part")
            self._end(step)
        else:
            self._end(step)

    def _end(self, step: Step) -> None:
        said, rule = step.said, step.by if isinstance(step.by, Rule) else None
        beside = tuple(s.text for s in step.side if isinstance(s, Calculation))
        if said is not None and beside and rule is not None and rule.choice in IN_THE_HEAD:
            said = Say.of(calculating.done_in_the_head, said=said, calculations=beside)
        self.drawing.end(said, rule.question if rule is not None else "")

    def _set_down(self) -> None:
        """Every number of the stage in its columns, with the signs and the line."""
        for index, number in enumerate(self.rows):
            if self.signs[index] or index:
                self.drawing.write(index + 1, self.first, MINUS if self.signs[index] else "+", "sign")
            self._number(index + 1, number)
        self.drawing.rule(self.count, self.first, self.fraction)

    def _number(self, row: int, number: Expr) -> None:
        whole, part = whole_and_part(number)
        if whole is not None:
            self.drawing.digits(row, self.last_whole, str(whole))
        if part is not None:
            self._part(row, part.numerator, part.denominator)

    def _part(self, row: int, top: int, bottom: int, column: int = 0) -> None:
        self.drawing.write(row, self.fraction + column, top, slot="top")
        self.drawing.write(row, self.fraction + column, bottom, slot="bottom")

    def _renamed(self, step: Step, rows: list[Expr]) -> None:
        """Multipliers beside what they change; then the numbers anew, an equals sign before each that is worth the
        same."""
        multipliers = [_multiplier(old, new) for old, new in zip(self.rows, rows, strict=True)]
        changing = [(index, by) for index, by in enumerate(multipliers, start=1) if by > 1]
        for row, by in changing:
            for slot in ("top", "bottom"):
                self.drawing.write(row, self.fraction + 1, f"×{by}", "times", slot)
        if changing:
            self._end(step)
        first = self.fraction + 3
        for index, (old, new) in enumerate(zip(self.rows, rows, strict=True), start=1):
            if same_value(old, new):
                self.drawing.write(index, first - 1, "=", "sign")
        self.first, self.rows, self.standing = first, rows, set()
        self._set_down()
        if changing:
            self.drawing.end(None)
        else:
            self._end(step)

    def _regrouped(self, step: Step, after: Expr) -> None:
        """The first number opened up: what changes struck, the new figures above. On the way d/d stands beside it, or
        the whole is pulled over to the part."""
        old_whole, old_part = whole_and_part(self.rows[0])
        if isinstance(after, Split):
            left, opened = sum(after.wholes), after.parts[0]
            self._strike_whole(old_whole, left)
            if isinstance(opened, MixedNumber):
                self.drawing.write(1, self.fraction, opened.whole, slot="before")
            else:
                self._part(1, opened.numerator, opened.denominator, 1 if old_part is not None else 0)
                if old_part is not None:
                    self.drawing.write(1, self.fraction + 1, "+", "sign", "before")
            self.rows[0] = MixedNumber(left, old_part.numerator, old_part.denominator) if old_part else Whole(left)
        else:
            whole, part = whole_and_part(after)
            self._strike_whole(old_whole, whole or 0)
            if part is not None and old_part is None and not self._stands(1, "top"):
                self._part(1, part.numerator, part.denominator)
            elif part is not None and old_part is not None and part != old_part:
                self._strike_top(part.numerator)
            self.rows[0] = after
        self._end(step)

    def _stands(self, row: int, slot: str) -> bool:
        marks = (m.at for s in self.drawing.strokes for m in s.writes)
        return any(at.row == row and at.column == self.fraction and at.slot == slot for at in marks)

    def _strike_top(self, top: int) -> None:
        if self._stands(1, "before"):
            self.drawing.strike(1, self.fraction, "before")
        self.drawing.strike(1, self.fraction, "top")
        self.drawing.write(1, self.fraction, top, slot="top")

    def _strike_whole(self, old: int | None, new: int) -> None:
        """The digits that change are struck with the new ones above them; a whole that is gone is only struck, one that
        was not there is only written."""
        if old is None:
            self.drawing.digits(1, self.last_whole, str(new) if new else "")
            return
        before, after = str(old), str(new) if new else ""
        for index in range(len(before) if old != new else 0):
            other = after[-1 - index] if index < len(after) else ""
            if before[-1 - index] != other:
                self.drawing.strike(1, self.last_whole - index)
                if other:
                    self.drawing.write(1, self.last_whole - index, other)

    def _wholes(self, step: Step) -> None:
        """The wholes of the result, in columns where the step has them worked so."""
        assert self.whole is not None
        if not self._in_columns(step):
            self.drawing.digits(self.result, self.last_whole, str(self.whole))
        self.standing.add("whole")

    def _in_columns(self, step: Step) -> bool:
        owned = next((s for s in step.side if isinstance(s, SetOut)), None)
        numbers = {i: w for i, n in enumerate(self.rows, start=1) if (w := whole_and_part(n)[0])}
        if owned is None or not isinstance(owned.start, Columns) or step.goal not in ("join", "put-wholes-by"):
            return False
        if tuple(numbers.values()) != tuple(digits_value(row) for row in owned.start.rows):
            return False
        inner = MACHINE.derive(owned.start, self.derivation.school)
        ground = Ground(CARRIES, tuple(numbers), self.result, self.last_whole)
        work_columns(self.drawing, owned.start, [(self.drawing.step, s) for s in inner.steps], ground)
        return True

    def _opened_up(self, step: Step, split: Split) -> None:
        """Wholes seen in a part. While the wholes are still to be added, they are carried above them, and what is left
        stands above the struck top."""
        rest = split.parts[-1]
        if step.goal == "carry-out" and "part" in self.standing and isinstance(rest, CommonFraction):
            count = int(sum(p.value for p in split.parts[:-1]))
            self.drawing.strike(self.result, self.fraction, "top")
            self.drawing.write(self.result, self.fraction, rest.numerator, slot="top")
            self.drawing.write(CARRIES, self.last_whole, count, "carry")
        self._end(step)

    def _result(self, step: Step, number: Expr) -> None:
        """What of the result does not stand there yet; a further form of it goes below, after an equals sign."""
        whole, part = whole_and_part(number)
        if self.found is not None:
            self.result += 1
            self.drawing.amounts.add(self.result)
            self.drawing.write(self.result, self.first, "=", "sign")
            self._number(self.result, number)
            self.found = number
            self._end(step)
            return
        self.found = number
        drawn = len(self.drawing.strokes)
        if whole is not None and "whole" not in self.standing:
            self.whole = whole
            self._wholes(step)
        if part is not None and "part" not in self.standing:
            self._part(self.result, part.numerator, part.denominator)
        self.standing = {"whole", "part"}
        if len(self.drawing.strokes) > drawn:  # the columns have told why
            self.drawing.end(None)
        else:
            self._end(step)


def whole_and_part(number: Expr) -> tuple[int | None, CommonFraction | None]:
    """The whole and the part as written, None for what is not: a mixed number has both."""
    match number:
        case Whole(n):
            return n, None
        case CommonFraction():
            return None, number
        case MixedNumber(whole, top, bottom):
            return whole, CommonFraction(top, bottom)
        case _:
            return None, None


def _same_bottom(new: Expr, old: Expr) -> bool:
    """Whether one number was only opened up or joined: its pieces have stayed of one size."""
    (_, part), (_, before) = whole_and_part(new), whole_and_part(old)
    return part is not None and (before is None or before.denominator == part.denominator)


def _multiplier(old: Expr, new: Expr) -> int:
    (_, before), (_, after) = whole_and_part(old), whole_and_part(new)
    if before is None or after is None or after.denominator % before.denominator or not before.numerator:
        return 1
    by = after.denominator // before.denominator
    return by if before.numerator * by == after.numerator else 1


def _with_parts(rows: list[Expr], after: Sum) -> list[Expr]:
    """The rows with the parts that stand in a sum whose wholes were put by."""
    parts = iter([n for n in children(after) if isinstance(n, CommonFraction)])
    found: list[Expr] = []
    for row in rows:
        whole, old = whole_and_part(row)
        part = next(parts, None) if old is not None else None
        if part is None:
            found.append(row)
        else:
            found.append(part if whole is None else MixedNumber(whole, part.numerator, part.denominator))
    return found


def _at(expr: Expr, path: Path) -> Expr | None:
    try:
        return at_path(expr, path)
    except IndexError:
        return None
