"""What is asked: comparing, converting, rounding, filling a blank, a percent of an amount."""

from fractions import Fraction

from keen_slate.core.demands.looking import numbers_in
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, WithRemainder
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    FromPicture,
    Gap,
    Product,
    Rounding,
    Sum,
    children,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.reading.reading import Problem

ROUND_PERCENTS = (1, 5, 10, 20, 25, 50, 75, 100)
"""Percents that are one known part of an amount: common practice, no source."""


def told_in_words(problem: Problem, work: Derivation) -> bool:
    return "told" in getattr(problem.expr, "marks", ())


def comparing(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Comparison)


def blanks(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Chain)


def converting(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Convert)


def rounding(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Rounding)


def estimating(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Estimating)


def midway(problem: Problem, work: Derivation) -> bool:
    """A number lies exactly between the two that it could be rounded to."""
    expr = problem.expr
    if isinstance(expr, Rounding):
        return evaluate(expr.of) / expr.unit % 1 == Fraction(1, 2)
    if not isinstance(expr, Estimating):
        return False
    rounded = [expr.rounds(n) for n in numbers_in(problem) if is_numeral(n)]
    return any(evaluate(r.of) / r.unit % 1 == Fraction(1, 2) for r in rounded)


def with_remainder(problem: Problem, work: Derivation) -> bool:
    """Something is left of a division of wholes, and kept as it is."""
    return any(isinstance(n, WithRemainder) for s in work.steps for n in (s.wrote, *children(s.wrote)))


def put_in_order(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Comparison) and len(problem.expr.items) > 2


def fraction_to_decimal(problem: Problem, work: Derivation) -> bool:
    expr = problem.expr
    return isinstance(expr, Convert) and expr.to == "decimal" and isinstance(expr.of, (CommonFraction, MixedNumber))


def decimal_to_fraction(problem: Problem, work: Derivation) -> bool:
    expr = problem.expr
    return isinstance(expr, Convert) and expr.to == "fraction" and isinstance(expr.of, DecimalNumeral)


def to_percent(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Convert) and problem.expr.to == "percent"


def from_percent(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Convert) and isinstance(problem.expr.of, Percent)


def to_tenths_first(problem: Problem, work: Derivation) -> bool:
    """A fraction to be written as a decimal or a percent is not in tenths, hundredths or thousandths yet."""
    expr = problem.expr
    if not isinstance(expr, Convert) or expr.to not in ("decimal", "percent"):
        return False
    if not isinstance(expr.of, (CommonFraction, MixedNumber)) or expr.of.denominator in (1, 10, 100, 1000):
        return False
    return decimal_places(expr.of.value) is not None


def percent_of(problem: Problem, work: Derivation) -> bool:
    return bool(_percents(problem))


def _percents(problem: Problem) -> list[Fraction]:
    """The percents that are taken of an amount, in hundredths."""
    return [
        evaluate(c) * 100 for e in numbers_in(problem) if isinstance(e, Product) for c in children(e)
        if isinstance(c, Percent)
    ]  # fmt: skip


def tens_and_fives(problem: Problem, work: Derivation) -> bool:
    """A percent that is put together of tens and fives: 35%."""
    return any(p % 5 == 0 and p < 100 and p not in ROUND_PERCENTS for p in _percents(problem))


def any_percent(problem: Problem, work: Derivation) -> bool:
    return any(p % 5 and p not in ROUND_PERCENTS for p in _percents(problem))


def above_100_percent(problem: Problem, work: Derivation) -> bool:
    return any(p > 100 for p in _percents(problem))


def raised_or_lowered(problem: Problem, work: Derivation) -> bool:
    """An amount with a percent of itself put on or taken off."""
    return isinstance(problem.expr, Sum) and bool(_percents(problem))


def _equal_fractions(problem: Problem) -> tuple[list[CommonFraction], list[Gap]] | None:
    """The fractions of a chain and those with a blank; None where something else stands in it."""
    sides = problem.expr.sides if isinstance(problem.expr, Chain) else ()
    known = [s for s in sides if isinstance(s, CommonFraction)]
    gaps = [s for s in sides if isinstance(s, Gap) and s.whole == -1 and s.blanks() == 1]
    return (known, gaps) if known and gaps and len(known) + len(gaps) == len(sides) else None


def blank_top(problem: Problem, work: Derivation) -> bool:
    found = _equal_fractions(problem)
    return found is not None and any(g.top is None for g in found[1])


def blank_bottom(problem: Problem, work: Derivation) -> bool:
    found = _equal_fractions(problem)
    return found is not None and any(g.bottom is None for g in found[1])


def to_smaller_numbers(problem: Problem, work: Derivation) -> bool:
    """The fraction with the blank has the smaller numbers: 12/18 = 2/?."""
    found = _equal_fractions(problem)
    if found is None:
        return False
    first = found[0][0]
    return any((g.top or first.numerator) < first.numerator or (g.bottom or first.denominator) < first.denominator
               for g in found[1])  # fmt: skip


def three_in_a_row(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Chain) and len(problem.expr.sides) > 2


def reading_a_picture(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, FromPicture)


def from_pieces(problem: Problem, work: Derivation) -> bool:
    """Pieces of strips or discs are counted."""
    return isinstance(problem.expr, FromPicture) and problem.expr.picture in ("strips", "discs")


def from_a_line(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, FromPicture) and problem.expr.picture == "jumps"


def from_a_square(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, FromPicture) and problem.expr.picture == "square"


def wholes_and_pieces(problem: Problem, work: Derivation) -> bool:
    """More than one whole, and not wholes alone."""
    expr = problem.expr
    return isinstance(expr, FromPicture) and not isinstance(expr.of, Whole) and evaluate(expr) > 1


def spaces_not_tenths(problem: Problem, work: Derivation) -> bool:
    """A line of wholes or decimals is not cut in ten."""
    return isinstance(problem.expr, FromPicture) and problem.expr.spaces not in (0, 10)


def _one_step(problem: Problem) -> tuple[Whole | CommonFraction | MixedNumber, int] | None:
    """A number that is to be written with other wholes over the same bottom, and these wholes: 5 1/6 = 4 ?/6."""
    sides = problem.expr.sides if isinstance(problem.expr, Chain) else ()
    if len(sides) != 2:
        return None
    number, gap = sides
    if not isinstance(gap, Gap):
        return None
    if gap.top is not None or gap.bottom is None or gap.whole is None or gap.whole < 0:
        return None
    if isinstance(number, (CommonFraction, MixedNumber)) and number.denominator == gap.bottom:
        return number, gap.whole
    return (number, gap.whole) if isinstance(number, Whole) else None


def open_a_whole(problem: Problem, work: Derivation) -> bool:
    """One whole of a mixed number is put among the pieces: 5 1/6 = 4 ?/6."""
    found = _one_step(problem)
    return found is not None and isinstance(found[0], MixedNumber) and found[1] == found[0].whole - 1


def open_a_bare_whole(problem: Problem, work: Derivation) -> bool:
    """One of a number of wholes is cut up: 5 = 4 ?/6."""
    found = _one_step(problem)
    return found is not None and isinstance(found[0], Whole) and found[1] == found[0].n - 1


def take_a_whole_out(problem: Problem, work: Derivation) -> bool:
    """A whole is made of the pieces and carried: 3 9/7 = 4 ?/7, 9/7 = 1 ?/7."""
    found = _one_step(problem)
    if found is None or isinstance(found[0], Whole):
        return False
    wholes = found[0].whole if isinstance(found[0], MixedNumber) else 0
    return found[1] > wholes
