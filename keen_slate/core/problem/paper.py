"""Calculations set out on paper, half done: what is done and what is still to do, digit by digit.

Each has at every stroke the value of what it was begun with, as long as no mistake is made in it.
"""

from fractions import Fraction
from typing import TYPE_CHECKING

from keen_slate.core.values import frozen

if TYPE_CHECKING:
    from keen_slate.core.problem.tree import Expr


def power_of_ten(exponent: int) -> int:
    """10 to an exponent of at least 0, as an integer to the type checker too."""
    return int(10**exponent)


def digits_value(digits: tuple[int, ...]) -> int:
    """Digits, each 0 to 9 or a regrouped 10 to 19, as one number.

    >>> digits_value((4, 13))
    53
    """
    value = 0
    for digit in digits:
        value = value * 10 + digit
    return value


def digits_of(n: int, width: int = 1) -> tuple[int, ...]:
    """The digits of a whole number, zeros before it up to ``width``.

    >>> digits_of(45, 4)
    (0, 0, 4, 5)
    """
    return tuple(int(d) for d in str(n).zfill(width))


@frozen
class Columns:
    """A sum or difference of whole numbers or decimals set in columns, half done.

    ``rows`` hold one digit a column, left to right, all of one length; in a subtraction the top row may hold a
    regrouped 10 to 19. ``places`` columns lie after the point. The columns right of ``at`` are done and stand in
    ``done``; ``carry`` is waiting above column ``at``.
    """

    rows: tuple[tuple[int, ...], ...]
    minus: bool
    places: int
    at: int
    done: tuple[int, ...] = ()
    carry: int = 0

    @classmethod
    def of(cls, numbers: tuple[int, ...], *, minus: bool = False, places: int = 0) -> "Columns":
        """Numbers in units of the last place under each other, nothing done yet.

        >>> Columns.of((61, 7), minus=True).rows
        ((6, 1), (0, 7))
        """
        width = max(places + 1, *(len(str(n)) for n in numbers))
        return cls(tuple(digits_of(n, width) for n in numbers), minus, places, width - 1)

    @property
    def right_of(self) -> int:
        """How many columns lie right of ``at``."""
        return len(self.rows[0]) - 1 - self.at

    def left_to_do(self, row: int) -> int:
        """What the columns of a row that are not done yet are worth, in units of the last place."""
        return digits_value(self.rows[row][: self.at + 1]) * power_of_ten(self.right_of)

    @property
    def units(self) -> int:
        """What is done and what is still to do, in units of the last place."""
        rows = [self.left_to_do(r) for r in range(len(self.rows))]
        to_do = rows[0] - sum(rows[1:]) if self.minus else sum(rows)
        return to_do + self.carry * power_of_ten(self.right_of) + digits_value(self.done)

    @property
    def value(self) -> Fraction:
        return Fraction(self.units, 10**self.places)


@frozen
class LongProduct:
    """A long multiplication half done, worked in whole numbers; ``places`` are those of the product, of which
    ``above_places`` come from the factor above.

    ``rows`` are done, each as it stands with its zeros, for the first digits of ``below`` from the right, of which
    ``at`` is the one in hand. ``row`` is the row being written, ``carry`` waits for its next digit. ``shifted``: its
    zeros stand, or none are wanted. ``adding`` is the sum of the rows, once all stand.
    """

    above: int
    below: int
    places: int = 0
    above_places: int = 0
    at: int = 0
    rows: tuple[int, ...] = ()
    row: tuple[int, ...] = ()
    carry: int = 0
    written: int = 0
    """How many digits of ``above`` have been multiplied in this row."""
    shifted: bool = False
    adding: "Expr | None" = None

    @property
    def multiplier(self) -> int:
        """The digit of ``below`` in hand."""
        return self.below // power_of_ten(self.at) % 10

    @property
    def value(self) -> Fraction:
        """Of the part that is not in ``adding``."""
        begun = self.written or self.row or self.shifted
        place = power_of_ten(len(self.row)) if begun else power_of_ten(self.at)
        left = self.multiplier * (self.above // power_of_ten(self.written)) + self.carry
        rest = self.above * (self.below // power_of_ten(self.at + 1)) * power_of_ten(self.at + 1)
        return Fraction(sum(self.rows) + digits_value(self.row) + left * place + rest, 10**self.places)


@frozen
class AreaProduct:
    """A product as the area of a box, its sides cut by places: ``cells`` are filled row by row from the top left.

    ``down`` and ``across`` are the parts of the two factors, the largest first; ``places`` those of the product.
    ``adding`` is the sum of the cells, once all are filled.
    """

    down: tuple[int, ...]
    across: tuple[int, ...]
    places: int = 0
    cells: tuple[int, ...] = ()
    adding: "Expr | None" = None

    @property
    def value(self) -> Fraction:
        left = [a * b for a in self.down for b in self.across][len(self.cells) :]
        return Fraction(sum(self.cells) + sum(left), 10**self.places)


@frozen
class LongQuotient:
    """A long division by a whole number, half done.

    ``digits`` are those of the dividend with ``places`` of them after its point, zeros that were written behind it
    counted in; ``at`` is the next to be brought down. ``quotient`` are the digits found, ``rest`` is left of what was
    brought down. Up to ``further`` zeros may still be written behind the dividend while something is left; with
    ``keeps_rest`` what is left at the end stays as the remainder.
    """

    digits: tuple[int, ...]
    places: int
    divisor: int
    at: int = 0
    quotient: tuple[int, ...] = ()
    rest: int = 0
    further: int = 0
    keeps_rest: bool = False

    @property
    def ones(self) -> int:
        """The index of the last digit before the point."""
        return len(self.digits) - 1 - self.places

    @property
    def value(self) -> Fraction:
        left = self.digits[self.at :]
        here = digits_value(self.quotient) * self.divisor + self.rest
        worth = here * power_of_ten(len(left)) + digits_value(left)
        return Fraction(worth, self.divisor * 10**self.places)


@frozen
class Moving:
    """A number times or by a power of ten: its digits move ``by`` places to the left, to the right where below 0.

    ``moved``: they have, and the empty places are still to be filled with zeros.
    """

    digits: int
    places: int
    by: int
    moved: bool = False

    @property
    def value(self) -> Fraction:
        return Fraction(self.digits) * Fraction(10) ** (self.by - self.places)


OnPaper = Columns | LongProduct | AreaProduct | LongQuotient | Moving
