"""Mistakes where fraction parts make a whole, and where wholes and parts are put together."""

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Expr, Left, Sum, Term, evaluate
from keen_slate.core.rules.parts import SumParts
from keen_slate.core.saying.say import Say


def _wholes_and_part(expr: Expr) -> tuple[int, CommonFraction] | None:
    """The wholes put by and a part of 1 or more beside them; None where there is no such part, or no whole."""
    if isinstance(expr, MixedNumber):
        return (expr.whole, expr.part) if expr.whole and expr.part.is_improper else None
    if isinstance(expr, Sum):
        parts = SumParts.of(expr)
        whole = sum(parts.wholes())
        if len(parts.parts) == 1 and whole > 0 and parts.parts[0][1].is_improper:
            return whole, parts.parts[0][1]
    return None


def part_left_improper(expr: Expr) -> Move | Impasse | None:
    """A part of 1 or more is left in the answer: 3 19/12.

    >>> from keen_slate.core.problem.tree import Left
    >>> part_left_improper(MixedNumber(3, 19, 12)).after == Left(MixedNumber(3, 19, 12))
    True
    """
    if not isinstance(expr, MixedNumber) or not expr.part.is_improper or not expr.whole:
        return None
    return Move(Left(expr), Say.of("mistake", mistake="part-left-improper"))


def whole_left_as_fraction(expr: Expr) -> Move | Impasse | None:
    """A whole is left as a fraction: 12/4.

    >>> whole_left_as_fraction(CommonFraction(12, 4)) is not None, whole_left_as_fraction(CommonFraction(11, 4))
    (True, None)
    """
    if not isinstance(expr, CommonFraction) or not expr.is_improper or expr.value.denominator != 1:
        return None
    return Move(Left(expr), Say.of("mistake", mistake="whole-left-as-fraction"))


def whole_not_carried(expr: Expr) -> Move | Impasse | None:
    """The whole is taken out and not carried: 3 7/6 becomes 3 1/6.

    >>> whole_not_carried(MixedNumber(3, 7, 6)).after
    MixedNumber(whole=3, numerator=1, denominator=6)
    """
    found = _wholes_and_part(expr)
    if found is None:
        return None
    whole, part = found
    rest = part.numerator % part.denominator
    return Move(mixed_form(whole, rest, part.denominator), Say.of("mistake", mistake="whole-not-carried"))


def whole_counted_twice(expr: Expr) -> Move | Impasse | None:
    """The whole is taken out and counted once more: 3 7/6 becomes 5 1/6.

    >>> whole_counted_twice(MixedNumber(3, 7, 6)).after
    MixedNumber(whole=5, numerator=1, denominator=6)
    """
    found = _wholes_and_part(expr)
    if found is None:
        return None
    whole, part = found
    count, rest = divmod(part.numerator, part.denominator)
    return Move(mixed_form(whole + 2 * count, rest, part.denominator), Say.of("mistake", mistake="whole-counted-twice"))


def wholes_forgotten(expr: Expr) -> Move | Impasse | None:
    """Only the fractions are worked, the wholes are forgotten: 2 3/4 + 1 5/6 is taken for 3/4 + 5/6.

    >>> from keen_slate.core.reading.reading import read
    >>> wholes_forgotten(read("2 3/4 + 1 5/6").expr).after == read("3/4 + 5/6").expr
    True
    """
    parts = SumParts.of(expr)
    if len(parts.parts) < 2 or not parts.any_whole:
        return None
    after = Sum(tuple(Term(p, minus) for minus, p in parts.parts))
    if after.terms[0].minus or evaluate(after) < 0:
        return Impasse(Say.of("fractions-alone-impasse"))
    return Move(after, Say.of("mistake", mistake="wholes-forgotten"))


def fractions_dropped(expr: Expr) -> Move | Impasse | None:
    """Only the wholes are worked: 2 3/4 + 1 5/6 is taken for 2 + 1.

    >>> from keen_slate.core.reading.reading import read
    >>> fractions_dropped(read("2 3/4 + 1 5/6").expr).after
    Whole(n=3)
    """
    parts = SumParts.of(expr)
    wholes = parts.wholes()
    if not parts.parts or len(wholes) < 2 or sum(wholes) < 0:
        return None
    return Move(Whole(sum(wholes)), Say.of("mistake", mistake="fractions-dropped"))


_OUT = ("carry-out", "take-out-wholes")
_MIXED = ("add-mixed", "subtract-mixed")
PART_LEFT_IMPROPER = MalRule("part-left-improper", ("take-out-wholes",), part_left_improper, "form")
WHOLE_LEFT_AS_FRACTION = MalRule("whole-left-as-fraction", ("take-out-wholes",), whole_left_as_fraction, "form")
WHOLE_NOT_CARRIED = MalRule("whole-not-carried", _OUT, whole_not_carried)
WHOLE_COUNTED_TWICE = MalRule("whole-counted-twice", _OUT, whole_counted_twice)
WHOLES_FORGOTTEN = MalRule("wholes-forgotten", _MIXED, wholes_forgotten, every=False)
FRACTIONS_DROPPED = MalRule("fractions-dropped", _MIXED, fractions_dropped)
