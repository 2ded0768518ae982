"""Numbers that are read from a picture: how each is cut, on which mark of a line it stands, and what cannot be seen."""

from fractions import Fraction
from math import ceil, floor
from typing import Literal

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Numeral, Percent, Whole
from keen_slate.core.problem.tree import Expr, FromPicture, evaluate, is_numeral
from keen_slate.core.values import frozen

LARGEST_STRIP = 60
"""Pieces of a whole in a strip: on paper each is then two millimetres wide."""

LARGEST_DISC = 24
"""Pieces of a disc: thinner ones cannot be told apart."""

MOST_WHOLES = 10
"""Wholes in one picture: more are not taken in at a glance."""

MOST_SQUARES = 3
"""Squares of a hundred cells beside each other: more are too small to count in."""

MOST_SPACES = 60
"""Spaces of a line: more cannot be told apart."""

LABELLED_WHOLES = 5
"""A line of fractions begins at 0 as long as its number is not above this."""

Unseen = Literal["no-number", "nothing", "wholes", "pieces", "part", "cells", "mark", "spaces", "kind"]
"""Why a number cannot be read from a picture."""


@frozen
class Cut:
    """How a number lies in wholes cut into ``bottom`` pieces: so many full wholes, and ``top`` pieces of the next."""

    wholes: int
    top: int
    bottom: int

    @property
    def pieces(self) -> int:
        return self.wholes * self.bottom + self.top

    @property
    def drawn(self) -> int:
        """Wholes that are drawn, the last one full or not."""
        return max(1, ceil(Fraction(self.pieces, self.bottom)))


@frozen
class Scale:
    """A line from ``low`` to ``high`` with a number every ``major``, each cut into ``spaces``, and the number on its
    mark ``spaces_on`` spaces after the number ``before`` it."""

    low: Fraction
    high: Fraction
    major: Fraction
    spaces: int
    before: Fraction
    spaces_on: int

    @property
    def minor(self) -> Fraction:
        return self.major / self.spaces


def cut_of(number: Numeral) -> Cut | None:
    """A number in pieces of a whole; None for what has no such pieces.

    >>> cut_of(MixedNumber(2, 3, 5)), cut_of(DecimalNumeral(14, 1))
    (Cut(wholes=2, top=3, bottom=5), Cut(wholes=1, top=4, bottom=10))
    """
    match number:
        case Whole(n):
            return Cut(n, 0, 1)
        case CommonFraction(top, bottom):
            return Cut(top // bottom, top % bottom, bottom)
        case MixedNumber(whole, top, bottom):
            return Cut(whole + top // bottom, top % bottom, bottom)
        case DecimalNumeral(digits, places):
            return Cut(digits // 10**places, digits % 10**places, 10**places)
        case _:
            return None


def scale_of(expr: FromPicture) -> Scale | None:
    """The line on which a number is read: of wholes cut as its bottom says, or for a whole or a decimal of the places
    before its last, cut in ten or as is wished. None where it stands on no mark that has no number of its own.

    >>> scale_of(FromPicture(DecimalNumeral(26, 1), "jumps")).low, scale_of(FromPicture(Whole(350), "jumps", 4)).low
    (Fraction(2, 1), Fraction(300, 1))
    """
    value = evaluate(expr.of)
    if isinstance(expr.of, (CommonFraction, MixedNumber)):
        cut = cut_of(expr.of)
        assert cut is not None
        before = floor(value)
        low = 0 if before <= LABELLED_WHOLES else before
        high = max(low + 1, ceil(value))
        if cut.top == 0 or (high - low) * cut.bottom > MOST_SPACES:
            return None
        return Scale(Fraction(low), Fraction(high), Fraction(1), cut.bottom, Fraction(before), cut.top)
    spaces = expr.spaces or 10
    major = Fraction(1)
    while major <= value:
        major *= 10
    while major > Fraction(1, 10**MOST_PLACES):
        before = floor(value / major)
        on = (value - before * major) * spaces / major
        if on and on.denominator == 1:
            return Scale(before * major, (before + 1) * major, major, spaces, before * major, int(on))
        major /= 10
    return None


MOST_PLACES = 6
"""Decimal places of a number on a line at most."""


def cells_of(number: Numeral) -> int | None:
    """Cells of a hundred; None where they are no whole number."""
    cells = evaluate(number) * 100
    return int(cells) if cells.denominator == 1 else None


def unseen(expr: FromPicture) -> Unseen | None:
    """Why this cannot be read from its picture; None where it can."""
    number: Expr = expr.of
    if not is_numeral(number) or not isinstance(number, (Whole, CommonFraction, MixedNumber, DecimalNumeral, Percent)):
        return "no-number"
    if number.value == 0:
        return "nothing"
    if expr.spaces and (expr.picture != "jumps" or isinstance(number, (CommonFraction, MixedNumber))):
        return "spaces"
    if isinstance(number, MixedNumber) and not 0 < number.numerator < number.denominator:
        return "part"
    if expr.picture == "square":
        cells = cells_of(number)
        return "cells" if cells is None else "wholes" if cells > MOST_SQUARES * 100 else None
    if isinstance(number, Percent):
        return "kind"
    if expr.picture == "jumps":
        return "mark" if scale_of(expr) is None or expr.spaces > MOST_SPACES else None
    cut = cut_of(number)
    assert cut is not None
    if cut.drawn > MOST_WHOLES:
        return "wholes"
    return "pieces" if cut.bottom > (LARGEST_DISC if expr.picture == "discs" else LARGEST_STRIP) else None
