"""Written forms of numbers: what a number is worth, and how it is written.

``==`` compares the written form (``6/8`` is not ``3/4``); worth is compared through ``.value``.
All forms are non-negative: a minus sign belongs to the expression round the number.
"""

from fractions import Fraction
from math import gcd

from keen_slate.core.values import frozen


@frozen
class Whole:
    """A whole number, ``5``."""

    n: int

    def __post_init__(self) -> None:
        if self.n < 0:
            raise ValueError(f"Whole.n must not be negative, it is {self.n}")

    @property
    def value(self) -> Fraction:
        return Fraction(self.n)


@frozen
class CommonFraction:
    """A fraction as written: proper ``3/8``, improper ``11/8``, or a whole in disguise ``8/8``.

    >>> CommonFraction(6, 8) == CommonFraction(3, 4)
    False
    >>> CommonFraction(6, 8).value == CommonFraction(3, 4).value
    True
    """

    numerator: int
    denominator: int

    def __post_init__(self) -> None:
        if self.numerator < 0 or self.denominator <= 0:
            raise ValueError(
                f"CommonFraction needs numerator >= 0 and denominator > 0, it got {self.numerator}/{self.denominator}"
            )

    @property
    def value(self) -> Fraction:
        return Fraction(self.numerator, self.denominator)

    @property
    def is_improper(self) -> bool:
        return self.numerator >= self.denominator

    @property
    def is_lowest(self) -> bool:
        return gcd(self.numerator, self.denominator) == 1


@frozen
class MixedNumber:
    """A whole and a fraction part, ``2 3/4``; the part may be improper while work is going on."""

    whole: int
    numerator: int
    denominator: int

    def __post_init__(self) -> None:
        if self.whole < 0 or self.numerator < 0 or self.denominator <= 0:
            raise ValueError(
                "MixedNumber needs whole >= 0, numerator >= 0 and denominator > 0, "
                f"it got {self.whole} {self.numerator}/{self.denominator}"
            )

    @property
    def value(self) -> Fraction:
        return self.whole + Fraction(self.numerator, self.denominator)

    @property
    def part(self) -> CommonFraction:
        return CommonFraction(self.numerator, self.denominator)


@frozen
class DecimalNumeral:
    """A decimal as written: all its digits as one integer, how many stand after the point.

    >>> DecimalNumeral(450, 2).value        # 4.50
    Fraction(9, 2)
    """

    digits: int
    places: int
    leading_zero: bool = True

    def __post_init__(self) -> None:
        if self.digits < 0 or self.places < 1:
            raise ValueError(f"DecimalNumeral needs digits >= 0 and places >= 1, it got {self.digits}, {self.places}")

    @property
    def value(self) -> Fraction:
        return Fraction(self.digits, 10**self.places)


@frozen
class RepeatingDecimal:
    """A decimal that never ends: the digits before the repeating block, their places, and the block.

    >>> RepeatingDecimal(1, 1, "6").value       # 0.1(6)
    Fraction(1, 6)
    """

    digits: int
    places: int
    block: str

    @property
    def value(self) -> Fraction:
        nines = 10 ** len(self.block) - 1
        return Fraction(self.digits * nines + int(self.block), 10**self.places * nines)


@frozen
class Percent:
    """A number of hundredths, ``62 1/2%``, where the percent is to be converted and is not only a label."""

    of: "Whole | CommonFraction | MixedNumber | DecimalNumeral"

    @property
    def value(self) -> Fraction:
        return self.of.value / 100


@frozen
class WithRemainder:
    """A quotient and what is left of the division by ``divisor``: 3 r 2 of 17 ÷ 5. Its value is the exact quotient.

    >>> WithRemainder(3, 2, 5).value
    Fraction(17, 5)
    """

    quotient: int
    rest: int
    divisor: int

    @property
    def value(self) -> Fraction:
        return self.quotient + Fraction(self.rest, self.divisor)


Numeral = Whole | CommonFraction | MixedNumber | DecimalNumeral | RepeatingDecimal | Percent | WithRemainder
NUMERALS = (Whole, CommonFraction, MixedNumber, DecimalNumeral, RepeatingDecimal, Percent, WithRemainder)


def mixed_form(whole: int, numerator: int, denominator: int) -> Numeral:
    """A whole and a part as a teacher writes them: no whole of 0, no part of 0.

    >>> mixed_form(0, 2, 6)
    CommonFraction(numerator=2, denominator=6)
    >>> mixed_form(4, 0, 6)
    Whole(n=4)
    """
    if numerator == 0:
        return Whole(whole)
    if whole == 0:
        return CommonFraction(numerator, denominator)
    return MixedNumber(whole, numerator, denominator)


def whole_and_part(number: Numeral) -> tuple[int, CommonFraction | None]:
    """The whole put by and the fraction part as written (None where none is written).

    A decimal has no fraction part: it raises TypeError.
    """
    if type(number) is CommonFraction:
        return 0, number
    if type(number) is MixedNumber:
        return number.whole, number.part
    if type(number) is Whole:
        return number.n, None
    raise TypeError(f"{number!r} has no whole and fraction part")
