"""Slips of the pen before any working: a digit of the item copied wrongly, or the numbers of another item taken."""

from collections.abc import Iterator
from itertools import product

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Expr, FromPicture, Path, children, is_numeral, put_at


def miscopied(expr: Expr) -> Iterator[Expr]:
    """The item with one digit of one number exchanged for another, or two neighbouring digits turned round.

    No digit that stands alone or leads becomes 0: pupils miscopy figures that look like numbers.

    >>> len(list(miscopied(read("1/2 + 13/4").expr)))
    42
    """
    for path, number in _numerals(expr, ()):
        for other in _other_numerals(number):
            yield put_at(expr, path, other)


def _numerals(expr: Expr, at: Path) -> Iterator[tuple[Path, Expr]]:
    if isinstance(expr, FromPicture):  # there are no digits in a picture
        return
    if is_numeral(expr):
        yield at, expr
    for index, child in enumerate(children(expr)):
        yield from _numerals(child, (*at, index))


def _other_numerals(number: Expr) -> Iterator[Expr]:
    match number:
        case Whole(n):
            yield from (Whole(m) for m in _other_digits(n))
        case CommonFraction(top, bottom):
            yield from (CommonFraction(n, bottom) for n in _other_digits(top))
            yield from (CommonFraction(top, n) for n in _other_digits(bottom))
        case MixedNumber(whole, top, bottom):
            yield from (MixedNumber(n, top, bottom) for n in _other_digits(whole))
            yield from (MixedNumber(whole, n, bottom) for n in _other_digits(top))
            yield from (MixedNumber(whole, top, n) for n in _other_digits(bottom))
        case DecimalNumeral(digits, places, leading_zero):
            yield from (DecimalNumeral(n, places, leading_zero) for n in _other_digits(digits))


def _other_digits(n: int) -> Iterator[int]:
    """Every number that differs in one digit, then those with two neighbouring digits turned round."""
    digits = str(n)
    for place, digit in product(range(len(digits)), "0123456789"):
        if digit != digits[place] and (digit != "0" or place > 0):
            yield int(digits[:place] + digit + digits[place + 1 :])
    for place in range(len(digits) - 1):
        one, two = digits[place], digits[place + 1]
        # Numbers that differ in one digit have been given already.
        if one != two and not (place == 0 and two == "0"):
            yield int(digits[:place] + two + one + digits[place + 2 :])
