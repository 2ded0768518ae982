"""Division on a board, long or short: the divisor before the dividend, the quotient above."""

from keen_slate.core.machine.engine import Derivation, Step
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, RepeatingDecimal, WithRemainder
from keen_slate.core.problem.paper import LongQuotient, digits_of
from keen_slate.core.problem.tree import at_path
from keen_slate.core.rules.long_quotients import brought_down
from keen_slate.core.saying import on_paper
from keen_slate.core.saying.say import Say
from keen_slate.core.working.boards.grid import Drawing

QUOTIENT, DIVIDEND = 0, 1


def draw_quotient(
    drawing: Drawing, start: LongQuotient, derivation: Derivation, index: int | None, *, short: bool
) -> None:
    """The division digit by digit. In ``short`` form only what is left is written, small before the next digit."""
    divisor = digits_of(start.divisor)
    left = len(divisor)
    drawing.digits(DIVIDEND, left - 1, "".join(map(str, divisor)))
    for at, digit in enumerate(start.digits):
        drawing.write(DIVIDEND, left + at, digit)
    if start.places:
        drawing.write(DIVIDEND, left + start.ones, ".", "sign", "point")
    drawing.rule(DIVIDEND, left, left, "left")
    drawing.rule(QUOTIENT, left, left + len(start.digits) - 1)
    drawing.end(None)
    row = DIVIDEND
    for step in derivation.steps:
        drawing.step = index
        before, after = at_path(step.before, step.at), step.wrote
        if not isinstance(before, LongQuotient):
            continue
        question = getattr(step.by, "question", "")
        if not isinstance(after, LongQuotient):
            _read_off(drawing, before, after, left)
            drawing.end(step.said, question)
        elif len(after.digits) < len(before.digits):
            # A digit is passed over without a zero: what follows stands one column further right.
            drawing.write(row, left + before.at, before.digits[before.at], "brought")
            drawing.end(step.said)
            left += 1
        elif len(after.digits) > len(before.digits):
            _zero_behind(drawing, before, left)
            drawing.end(step.said, question)
        elif step.by_mistake or short:
            _digit_above(drawing, before, after, left)
            if short and after.rest and after.at < len(after.digits):
                drawing.write(DIVIDEND, left + after.at, after.rest, "carry", "before")
            drawing.end(step.said, question)
        else:
            row = _one_digit(drawing, before, after, step, row, left)


def _one_digit(drawing: Drawing, before: LongQuotient, after: LongQuotient, step: Step, row: int, left: int) -> int:
    """Bring down, ask, write above, take away: the row in which what is left stands now."""
    current, at = brought_down(before)
    times, rest = after.quotient[-1], after.rest
    if before.quotient:
        if row != DIVIDEND:  # nothing has been taken away yet: it stands there already
            drawing.write(row, left + at - 1, before.digits[at - 1], "brought")
        drawing.end(Say.of(on_paper.bring_down, digit=before.digits[at - 1], current=current))
    _digit_above(drawing, before, after, left)
    product = str(times * before.divisor)
    if not times:
        drawing.end(step.said, getattr(step.by, "question", ""))
        return row
    first = left + at - max(len(product), len(str(current)))
    drawing.digits(row + 1, left + at - 1, product)
    drawing.end(
        Say.of(on_paper.goes_into, current=current, divisor=before.divisor, times=times),
        getattr(step.by, "question", ""),
    )
    drawing.rule(row + 1, first, left + at - 1)
    drawing.digits(row + 2, left + at - 1, str(rest))
    drawing.end(Say.of(on_paper.take_away, current=current, product=times * before.divisor, rest=rest))
    return row + 2


def _digit_above(drawing: Drawing, before: LongQuotient, after: LongQuotient, left: int) -> None:
    """The digit of the quotient above the last digit that was brought down; the point once the ones are passed."""
    if len(after.quotient) == len(before.quotient):
        return
    column = left + after.at - 1
    drawing.write(QUOTIENT, column, after.quotient[-1])
    if after.places and after.at - 1 == after.ones:
        drawing.write(QUOTIENT, column, ".", "sign", "point")


def _zero_behind(drawing: Drawing, before: LongQuotient, left: int) -> None:
    column = left + len(before.digits)
    drawing.write(DIVIDEND, column, 0, "zero")
    drawing.rule(QUOTIENT, left, column)
    if not before.places:
        drawing.write(DIVIDEND, column - 1, ".", "sign", "point")
        drawing.write(QUOTIENT, column - 1, ".", "sign", "point")


def _read_off(drawing: Drawing, before: LongQuotient, after: object, left: int) -> None:
    """A remainder behind the quotient, or a line over the block that comes again."""
    end = left + len(before.digits) - 1
    if isinstance(after, (MixedNumber, CommonFraction, WithRemainder)):
        drawing.write(QUOTIENT, end + 1, f"r {before.rest}", "note")
    elif isinstance(after, RepeatingDecimal):
        drawing.rule(QUOTIENT, end + 1 - len(after.block), end, "above")
