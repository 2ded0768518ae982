"""Column work: a sum of mixed numbers or decimals as it stands on paper, numbers under numbers.

A stack is read off a derivation. It stands for a run of its steps, so that the rest can be shown as lines around it.
"""

from dataclasses import dataclass, replace

from keen_slate.core.machine.engine import Derivation, Step
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Numeral, Whole
from keen_slate.core.problem.tree import (
    Columns,
    Expr,
    Path,
    Sum,
    Term,
    at_path,
    children,
    is_numeral,
    power_of_ten,
    same_value,
)
from keen_slate.core.rules.common_denominators import rename_number


@dataclass(frozen=True, slots=True)
class Figure:
    """One figure in its place, with all that it was: every writing but the last is struck through."""

    written: tuple[str, ...]
    placeholder: bool = False


@dataclass(frozen=True, slots=True)
class StackNumber:
    """One number of a stage. ``multiplier`` is what top and bottom were multiplied by to come here."""

    minus: bool
    whole: Figure | None
    top: Figure | None
    bottom: int | None
    multiplier: int = 1


@dataclass(frozen=True, slots=True)
class FractionStack:
    """Stages side by side, one column of numbers each: as given, renamed, regrouped. ``results`` stand under the line,
    ``tops`` is the sum of the numerators to be written beside it. ``steps``: first and last step that it stands for.
    """

    stages: tuple[tuple[StackNumber, ...], ...]
    results: tuple[Numeral, ...]
    tops: tuple[int, ...]
    bottom: int
    steps: tuple[int, int]


@dataclass(frozen=True, slots=True)
class DecimalStack:
    """Rows of digits, column by column, ``places`` of them after the point; carries stand above, the result below."""

    rows: tuple[tuple[Figure, ...], ...]
    minus: bool
    places: int
    carries: tuple[str, ...]
    result: tuple[str, ...]
    steps: tuple[int, int]


Stack = FractionStack | DecimalStack


def stacks_of(derivation: Derivation) -> tuple[Stack, ...]:
    """Every run of a derivation that can be set in columns, in order.

    >>> from keen_slate.core.working.work import work
    >>> (stack,) = stacks_of(work(read("6 1/4 - 2 5/6")).derivation)
    >>> [n.whole.written for n in stack.stages[1]], [n.top.written for n in stack.stages[1]]
    ([('6', '5'), ('2',)], [('3', '15'), ('10',)])
    """
    found: list[Stack] = []
    index = 0
    while index < len(derivation.steps):
        made = _decimal_stack(derivation.steps, index) or _fraction_stack(derivation.steps, index)
        if made is None:
            index += 1
        else:
            found.append(made)
            index = made.steps[1] + 1
    return tuple(found)


def _within(step: Step, path: Path) -> bool:
    return step.at[: len(path)] == path


def _at(expr: Expr, path: Path) -> Expr | None:
    try:
        return at_path(expr, path)
    except IndexError:
        return None


# Decimals


def _decimal_stack(steps: tuple[Step, ...], index: int) -> DecimalStack | None:
    start = steps[index]
    columns = _at(start.after, start.at)
    if not isinstance(columns, Columns) or start.goal != "set-in-columns":
        return None
    first = index - 1 if index and steps[index - 1].goal == "equal-length" else index
    given = [_places(e) for e in children(at_path(steps[first].before, start.at))]
    rows = [
        [Figure((str(d),), _is_placeholder(i, len(row), columns.places, given[r])) for i, d in enumerate(row)]
        for r, row in enumerate(columns.rows)
    ]
    carries = [""] * len(columns.rows[0])
    last, result = index, columns.done
    now = columns
    for step in steps[index + 1 :]:
        if step.at != start.at or step.goal not in ("regroup-column", "write-digit"):
            break
        last += 1
        after = step.wrote
        if step.goal == "regroup-column" and isinstance(after, Columns):
            for column, digit in enumerate(after.rows[0]):
                if digit != now.rows[0][column]:
                    old = rows[0][column]
                    rows[0][column] = replace(old, written=(*old.written, str(digit)))
        elif step.said is not None:
            carry = step.said.get("carry")
            if isinstance(carry, int) and carry and now.at > 0:
                carries[now.at - 1] = str(carry)
        if isinstance(after, Columns):
            now, result = after, after.done
        else:
            result = _digits(after, columns.places)
    result_row = ("",) * max(0, len(columns.rows[0]) - len(result)) + tuple(str(d) for d in result)
    extra = len(result_row) - len(columns.rows[0])
    shown = tuple(_without_leading_zeros(extra, row, columns.places) for row in rows)
    return DecimalStack(shown, columns.minus, columns.places, ("",) * extra + tuple(carries), result_row, (first, last))


def _places(number: Expr) -> int:
    return getattr(number, "places", 0)


def _is_placeholder(index: int, width: int, places: int, given: int) -> bool:
    return index >= width - places + given


def _without_leading_zeros(extra: int, row: list[Figure], places: int) -> tuple[Figure, ...]:
    """Zeros before the number are not written on paper, except the one before the point."""
    shown = [Figure(("",))] * extra + row
    for index, figure in enumerate(row[: len(row) - places - 1]):
        if figure.written != ("0",):
            break
        shown[extra + index] = Figure(("",))
    return tuple(shown)


def _digits(number: Expr | None, places: int) -> tuple[int, ...]:
    if number is None or not is_numeral(number):
        return ()
    whole = int(number.value * power_of_ten(places))
    return tuple(int(d) for d in str(whole).zfill(places + 1))


# Fractions and mixed numbers

_OPENING: set[GoalId] = {"regroup", "gather-regrouped"}
_WRITTEN_ANEW: set[GoalId] = {"mixed-first", "to-improper", "reduce-terms", "make-wholes", "same-change"}
"""Goals that write every number of the sum anew."""
_FINISHING: set[GoalId] = {"take-out-wholes", "join-split", "simplify", "drop-nothing"}
"""Goals that change the form of a result."""
_OTHER_TERMS: set[GoalId] = {"order-terms", "signs", "drop-zero-terms", "put-together", "take-first"}
"""Goals after which other terms stand there, or in another order: column work begins only when they are reached."""


def _fraction_stack(steps: tuple[Step, ...], index: int) -> FractionStack | None:
    start = steps[index]
    given = at_path(start.before, start.at)
    if not isinstance(given, Sum) or not 2 <= len(given.terms) <= 4:
        return None
    if not all(isinstance(c, (Whole, CommonFraction, MixedNumber)) for c in children(given)):
        return None
    if all(isinstance(c, Whole) for c in children(given)) or "opposites" in given.marks:
        return None
    signs = [t.minus for t in given.terms]
    rows = list(children(given))
    stages = [[stacked_number(row, minus=minus) for minus, row in zip(signs, rows, strict=True)]]
    results: list[Numeral] = []
    tops: tuple[int, ...] = ()
    bottom, last = 0, index - 1
    for step in steps[index:]:
        if not _within(step, start.at):
            break
        after = _at(step.after, start.at)
        if after is None or step.by_mistake:
            break
        if step.goal in _OTHER_TERMS:
            return None
        if results and step.goal not in _FINISHING:
            break
        last += 1
        bottoms = {c.denominator for c in children(after) if isinstance(c, (CommonFraction, MixedNumber))}
        if step.goal == "rename" and isinstance(after, Sum) and len(bottoms) == 1:
            old, rows = rows, [rename_number(row, *bottoms) for row in rows]
            stages.append([stacked_number(new, was, minus=m) for m, new, was in zip(signs, rows, old, strict=True)])
        elif step.goal in _OPENING and isinstance(after, Sum) and is_numeral(after.terms[0].expr):
            opened = stacked_number(after.terms[0].expr, minus=signs[0])
            stages[-1][0] = _struck(stages[-1][0], opened)
            rows[0] = after.terms[0].expr
        elif step.goal in _WRITTEN_ANEW:
            if isinstance(after, Sum) and len(after.terms) == len(rows) and after.terms != given.terms:
                rows = list(children(after))
                stages.append([stacked_number(row, minus=m) for m, row in zip(signs, rows, strict=True)])
        elif step.goal == "combine-tops" and step.said is not None:
            found, bottom_found = step.said.get("tops"), step.said.get("bottom")
            if isinstance(found, tuple) and isinstance(bottom_found, int):
                tops, bottom = found, bottom_found
        if is_numeral(after):
            results.append(after)
    signed = Sum(tuple(Term(row, minus) for row, minus in zip(rows, signs, strict=True)))
    if not results or not same_value(signed, results[0]):
        return None
    return FractionStack(tuple(tuple(s) for s in stages), tuple(results), tops, bottom, (index, last))


def stacked_number(number: Expr, was: Expr | None = None, *, minus: bool = False) -> StackNumber:
    """A number in its columns; ``was`` is what it was renamed from."""
    whole = number.n if isinstance(number, Whole) else number.whole if isinstance(number, MixedNumber) else None
    fraction = isinstance(number, (CommonFraction, MixedNumber))
    top = number.numerator if isinstance(number, (CommonFraction, MixedNumber)) else 0
    bottom = number.denominator if isinstance(number, (CommonFraction, MixedNumber)) else None
    multiplier = 1
    if bottom is not None and isinstance(was, (CommonFraction, MixedNumber)):
        multiplier = bottom // was.denominator
    return StackNumber(
        minus,
        Figure((str(whole),)) if whole is not None else None,
        Figure((str(top),)) if fraction else None,
        bottom,
        multiplier,
    )


def _struck(old: StackNumber, new: StackNumber) -> StackNumber:
    """The new figures above the struck ones; a whole alone gains the part it had not."""
    whole = old.whole
    if whole is not None:
        left = new.whole.written[-1] if new.whole is not None else "0"
        whole = Figure((*whole.written, left))
    top = new.top if old.top is None or new.top is None else Figure((*old.top.written, *new.top.written))
    return replace(old, whole=whole, top=top, bottom=new.bottom)
