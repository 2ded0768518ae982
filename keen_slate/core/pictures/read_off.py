"""The picture from which a number is read: without the number where it is asked for, with it where it is answered."""

from dataclasses import replace
from fractions import Fraction

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.pictures.adding import Proofs
from keen_slate.core.pictures.quantities import Quantities, by_wholes
from keen_slate.core.pictures.shapes import (
    WRONG,
    Disc,
    Discs,
    Jumps,
    Picture,
    Point,
    Proof,
    Run,
    Square,
    Squares,
    Strip,
    Strips,
)
from keen_slate.core.problem.from_picture import cells_of, cut_of, scale_of
from keen_slate.core.problem.tree import Expr, FromPicture, Gap, evaluate, is_numeral
from keen_slate.core.rules.reading_off import counted
from keen_slate.core.saying import reading_off
from keen_slate.core.saying.say import Say


def picture_to_read(expr: FromPicture) -> Proof:
    """What is shown with the question."""
    picture = _drawn(expr, Gap())
    return Proof(picture, Say.of(reading_off.which_number, kind=expr.picture, drawn=_wholes_drawn(expr)))


def read_off(step: Step, _: Quantities) -> Proofs:
    """The same with the number, and how it was counted."""
    expr = step.before
    return [Proof(_drawn(expr, expr.of), counted(expr))] if isinstance(expr, FromPicture) else []


def beside_on_the_line(expr: FromPicture, answer: Expr) -> Jumps | None:
    """The mark and a wrong answer on the line that is read; None where the answer lies beyond its ends."""
    drawn = _drawn(expr, expr.of)
    at = evaluate(answer)
    if not isinstance(drawn, Jumps) or not drawn.low <= at <= drawn.high:
        return None
    return replace(drawn, points=(*drawn.points, Point(at, answer, WRONG)))


def _wholes_drawn(expr: FromPicture) -> int:
    assert is_numeral(expr.of)
    if expr.picture == "square":
        return max(1, -(-(cells_of(expr.of) or 0) // 100))
    cut = cut_of(expr.of)
    return cut.drawn if cut is not None else 1


def _drawn(expr: FromPicture, label: Expr) -> Picture:
    number = expr.of
    assert is_numeral(number)
    if expr.picture == "square":
        return Squares((Square(Fraction(cells_of(number) or 0), label),))
    if expr.picture == "jumps":
        scale = scale_of(expr)
        assert scale is not None
        at = scale.before + scale.spaces_on * scale.minor
        decimals = not isinstance(number, (CommonFraction, MixedNumber))
        return Jumps(scale.low, scale.high, scale.major, scale.minor, points=(Point(at, label),), decimals=decimals)
    cut = cut_of(number)
    assert cut is not None
    run = Run(cut.pieces, cut.bottom)
    if expr.picture == "strips":
        return Strips((Strip((run,), label),))
    return Discs(tuple(Disc(cut.bottom, runs) for runs in by_wholes((run,), cut.bottom)))
