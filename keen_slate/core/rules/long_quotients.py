"""Division on paper: digit by digit, every zero of the quotient an act of its own."""

from dataclasses import replace

from keen_slate.core.machine.engine import Impasse, Move, Rule
from keen_slate.core.numbers.forms import DecimalNumeral, WithRemainder, mixed_form
from keen_slate.core.problem.paper import LongQuotient, digits_value
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.rules.converting import repeating
from keen_slate.core.rules.on_paper import LARGEST_FACT
from keen_slate.core.saying import going_astray, on_paper
from keen_slate.core.saying.say import Say


def brought_down(quotient: LongQuotient) -> tuple[int, int]:
    """What is divided next, and the index after the last digit that it takes: at the beginning as many digits as are
    enough.

    >>> brought_down(LongQuotient((1, 9, 2), 0, 24))
    (192, 3)
    """
    current, at = quotient.rest * 10 + quotient.digits[quotient.at], quotient.at + 1
    while current < quotient.divisor and not quotient.quotient and at <= quotient.ones:
        current, at = current * 10 + quotient.digits[at], at + 1
    return current, at


def quotient_digit(expr: Expr) -> Move:
    """Bring down, ask how many times, write it above, take away: one digit of the quotient, a zero too.

    >>> quotient_digit(LongQuotient((6, 1, 2), 0, 6, at=1, quotient=(1,))).after.quotient
    (1, 0)
    """
    assert isinstance(expr, LongQuotient)
    current, at = brought_down(expr)
    times, rest = divmod(current, expr.divisor)
    said = Say.of(on_paper.quotient_digit, current=current, divisor=expr.divisor, times=times, rest=rest)
    return Move(replace(expr, at=at, quotient=(*expr.quotient, times), rest=rest), said)


def can_be_short(quotient: LongQuotient) -> bool:
    """Whether what is left can be found in the head: only by a divisor whose table is known by heart."""
    return quotient.divisor <= LARGEST_FACT


def quotient_digit_in_short(expr: Expr) -> Move:
    """The same with only what is left written, small before the next digit.

    >>> quotient_digit_in_short(LongQuotient((7, 5), 0, 5)).after.rest
    2
    """
    assert isinstance(expr, LongQuotient)
    if not can_be_short(expr):
        return quotient_digit(expr)
    current, at = brought_down(expr)
    times, rest = divmod(current, expr.divisor)
    said = Say.of(
        on_paper.quotient_digit_in_short, current=current, divisor=expr.divisor, times=times, rest=rest,
        following=expr.digits[at] if at < len(expr.digits) else None,
    )  # fmt: skip
    return replace(quotient_digit(expr), said=said)


def go_on_after_point(expr: Expr) -> Move:
    """Something is left: a zero is written behind the dividend and brought down as the next place.

    >>> go_on_after_point(LongQuotient((3,), 0, 8, at=1, quotient=(0,), rest=3, further=3)).after.digits
    (3, 0)
    """
    assert isinstance(expr, LongQuotient)
    after = replace(expr, digits=(*expr.digits, 0), places=expr.places + 1, further=expr.further - 1)
    return Move(after, Say.of(on_paper.go_on_after_point, rest=expr.rest, place=-after.places))


def read_quotient(expr: Expr) -> Move | Impasse:
    """The quotient with what is left: as a fraction of the divisor, as it is, or with the block that comes again.

    >>> text_of(read_quotient(LongQuotient((1, 9), 0, 12, at=2, quotient=(1,), rest=7)).after)
    '1 7/12'
    """
    assert isinstance(expr, LongQuotient)
    found = digits_value(expr.quotient)
    if expr.rest and expr.places:
        block = repeating(evaluate(expr))
        if block is None:
            return Impasse(Say.of(going_astray.long_decimal_impasse))
        return Move(block, Say.of(on_paper.comes_again, rest=expr.rest, block=block.block))
    if expr.places:
        return Move(DecimalNumeral(found, expr.places))
    if expr.keeps_rest and expr.rest:
        kept = Say.of(on_paper.remainder_kept, rest=expr.rest, divisor=expr.divisor)
        return Move(WithRemainder(found, expr.rest, expr.divisor), kept)
    said = Say.of(on_paper.remainder, rest=expr.rest, divisor=expr.divisor) if expr.rest else None
    return Move(mixed_form(found, expr.rest, expr.divisor), said)


HOW_MANY_TIMES = "How many times does it go in?"
QUOTIENT_DIGIT = Rule(
    "quotient-digit",
    "quotient-digit",
    quotient_digit,
    "work",
    ("long-quotients", "long"),
    question=HOW_MANY_TIMES,
    basic_fact=True,
)
QUOTIENT_DIGIT_IN_SHORT = Rule(
    "quotient-digit-in-short",
    "quotient-digit",
    quotient_digit_in_short,
    "work",
    ("long-quotients", "short"),
    question=HOW_MANY_TIMES,
    basic_fact=True,
)
GO_ON_AFTER_POINT = Rule(
    "go-on-after-point", "go-on-after-point", go_on_after_point, "work", question="Something is left. How can it go on?"
)
READ_QUOTIENT = Rule("read-quotient", "read-quotient", read_quotient, "work")

RULES = (
    GO_ON_AFTER_POINT,
    QUOTIENT_DIGIT_IN_SHORT,
    QUOTIENT_DIGIT,
    READ_QUOTIENT,
)
