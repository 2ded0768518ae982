"""What is asked of a number that was read wrongly from a picture."""

from fractions import Fraction
from math import floor

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber
from keen_slate.core.problem.from_picture import MOST_SQUARES, cells_of, cut_of, scale_of
from keen_slate.core.problem.paper import power_of_ten
from keen_slate.core.problem.tree import Expr, FromPicture, evaluate, is_numeral, number_for
from keen_slate.core.saying import reading_off
from keen_slate.core.saying.say import Say


def asked_of_misread(expr: FromPicture, answer: Expr, value: Fraction) -> Say:
    """By what is false of the answer: it lies in another whole, counts in other pieces, or too many or too few of
    them. ``value`` is what it is worth."""
    number, kind = expr.of, expr.picture
    assert is_numeral(number)
    scale = scale_of(expr) if kind == "jumps" else None
    if scale is not None and not isinstance(number, (CommonFraction, MixedNumber)):
        high = scale.before + scale.major
        return Say.of(
            reading_off.which_spaces,
            answer=answer, before=scale.before, high=high, spaces=scale.spaces,
        )  # fmt: skip
    if kind == "square" and value <= MOST_SQUARES + 1:
        filled = cells_of(number) or 0
        return Say.of(reading_off.which_cells, answer=answer, cells=number_for(value * 100), filled=filled)
    wholes, cut = floor(evaluate(number)), cut_of(number)
    pieces = bool(cut.top) if cut is not None else value.denominator > 1
    if not wholes <= value < wholes + 1 or (pieces and value == wholes):
        return Say.of(reading_off.which_wholes, answer=answer, kind=kind, wholes=wholes, cut=pieces)
    bottom = cut.bottom if cut is not None else 100
    counted, named = (value - wholes) * bottom, _named(answer)
    if counted.denominator == 1 and named in (0, bottom):
        return Say.of(reading_off.count_again, answer=answer, kind=kind, wholes=wholes, counted=int(counted))
    return Say.of(reading_off.other_pieces, answer=answer, kind=kind, named=named or value.denominator)


def _named(answer: Expr) -> int:
    """In what pieces an answer counts; 0 where it names none."""
    if isinstance(answer, (CommonFraction, MixedNumber)):
        return answer.denominator
    return power_of_ten(answer.places) if isinstance(answer, DecimalNumeral) else 0
