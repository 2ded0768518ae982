"""Mistakes in rounding: digits cut off, and rounding what has been rounded already."""

from fractions import Fraction

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.tree import Expr, Left, Rounding, decimal_places
from keen_slate.core.saying.say import Say


def cut_off_not_rounded(expr: Expr) -> Move | Impasse | None:
    """The digits behind the place are cut off, whatever they are: 2.87 to one place becomes 2.8.

    >>> from keen_slate.core.reading.reading import read
    >>> cut_off_not_rounded(read("round 2.87 to 1 place").expr).after
    DecimalNumeral(digits=28, places=1, leading_zero=True)
    """
    return _dropped_one_by_one(expr, "cut-off-not-rounded", added=0)


def rounded_in_steps(expr: Expr) -> Move | Impasse | None:
    """Rounded place by place from the right: 2.446 to one place becomes 2.45, then 2.5.

    >>> from keen_slate.core.reading.reading import read
    >>> rounded_in_steps(read("round 2.446 to 1 place").expr).after
    DecimalNumeral(digits=25, places=1, leading_zero=True)
    """
    return _dropped_one_by_one(expr, "rounded-in-steps", added=5)


def _dropped_one_by_one(expr: Expr, id: str, *, added: int) -> Move | None:
    """A decimal rounded to a whole or to places loses its last digit until it fits, each time with ``added`` before.

    None where something else is rounded.
    """
    if not isinstance(expr, Rounding) or not isinstance(expr.of, DecimalNumeral):
        return None
    places = decimal_places(expr.unit)
    if places is None or expr.unit != Fraction(1, 10**places) or expr.of.places <= places:
        return None
    digits = expr.of.digits
    for _ in range(expr.of.places - places):
        digits = (digits + added) // 10
    number = DecimalNumeral(digits, places) if places else Whole(digits)
    return Move(Left(number) if places and digits % 10 == 0 else number, Say.of("mistake", mistake=id))


CUT_OFF_NOT_ROUNDED = MalRule("cut-off-not-rounded", ("round",), cut_off_not_rounded)
ROUNDED_IN_STEPS = MalRule("rounded-in-steps", ("round",), rounded_in_steps)
