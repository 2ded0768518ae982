"""A number line with an estimate's band, the exact answer and likely wrong answers, as data."""

from fractions import Fraction
from math import ceil, floor

from keen_slate.core.values import frozen

MOST_TICKS = 12


@frozen
class Mark:
    """A point on the line. ``beyond`` is -1 or 1 where it lies left or right of what is drawn."""

    label: str
    value: Fraction
    beyond: int = 0


@frozen
class Band:
    value: Fraction
    low: Fraction
    high: Fraction


@frozen
class NumberLine:
    """From ``low`` to ``high`` with a tick every ``step``; all values exact."""

    low: Fraction
    high: Fraction
    step: Fraction
    bands: tuple[Band, ...]
    answer: Fraction
    wrong: tuple[Mark, ...]
    decimals: bool = False

    def place(self, value: Fraction) -> Fraction:
        """Where a value lies, 0 at the left end and 1 at the right; outside values at the nearer end."""
        clipped = min(max(value, self.low), self.high)
        return (clipped - self.low) / (self.high - self.low)

    def ticks(self) -> tuple[Fraction, ...]:
        count = int((self.high - self.low) / self.step)
        return tuple(self.low + i * self.step for i in range(count + 1))


def number_line(
    answer: Fraction, bands: tuple[Band, ...], wrong: tuple[tuple[str, Fraction], ...], *, decimals: bool = False
) -> NumberLine:
    """The line that shows the answer and every band whole, and the wrong answers that lie within reach.

    With ``decimals`` numbers on it are written as decimals, where they end.

    A wrong answer further off than three times the width of what must be seen is marked at the end of the line: it
    would squeeze the rest together.
    """
    needed = [answer, *(b.low for b in bands), *(b.high for b in bands)]
    reach = max(3 * (max(needed) - min(needed)), Fraction(2))
    near = [v for _, v in wrong if min(needed) - reach <= v <= max(needed) + reach]
    low, high = Fraction(floor(min(needed + near))), Fraction(ceil(max(needed + near)))
    if low == high:
        low, high = low - 1, high + 1
    step = _step(high - low)
    low, high = floor(low / step) * step, ceil(high / step) * step
    marks = tuple(Mark(label, v, -1 if v < low else 1 if v > high else 0) for label, v in wrong)
    return NumberLine(low, high, step, bands, answer, marks, decimals)


def _step(span: Fraction) -> Fraction:
    """1, 2, 5, 10, 20, 50 …: the smallest that needs no more than MOST_TICKS ticks; halves on a short line."""
    if span <= 3:
        return Fraction(1, 2)
    step = 1
    while True:
        for factor in (1, 2, 5):
            if span <= step * factor * MOST_TICKS:
                return Fraction(step * factor)
        step *= 10
