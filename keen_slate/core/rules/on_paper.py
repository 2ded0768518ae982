"""Which calculations are set out on paper rather than done in the head, and how they begin."""

from fractions import Fraction
from math import gcd

from keen_slate.core.machine.side_work import Calculation, SideWork
from keen_slate.core.problem import bounds
from keen_slate.core.problem.paper import (
    AreaProduct,
    Columns,
    LongProduct,
    LongQuotient,
    Moving,
    digits_of,
    power_of_ten,
)
from keen_slate.core.problem.tree import decimal_places

IN_THE_HEAD = 20
"""Sums of numbers below it are done in the head (common practice, no source)."""

LARGEST_FACT = 12
"""Facts up to 12 × 12 are known by heart."""


def sum_on_paper(signed: tuple[int, ...], *, alone: bool = True) -> Columns | None:
    """Whole numbers added, or one taken from another, in columns; None where a class does it in the head: beside other
    work (not ``alone``) also where nothing is carried or regrouped.

    >>> sum_on_paper((61, -27)).rows, sum_on_paper((300, 400)), sum_on_paper((45, 3))
    (((6, 1), (2, 7)), None, None)
    """
    numbers = tuple(abs(n) for n in signed)
    minus = any(n < 0 for n in signed)
    if len(numbers) < 2 or signed[0] < 0 or sum(signed) < 0 or (minus and len(numbers) > 2):
        return None
    largest = max(numbers)
    if largest < IN_THE_HEAD or len(str(largest)) > bounds.LONGEST_ON_PAPER:
        return None
    in_tens = _without_common_zeros(numbers)
    if max(in_tens) < IN_THE_HEAD:
        return None
    if not (alone and sorted(in_tens)[-2] >= 10) and not _crosses(in_tens, minus=minus):
        return None
    return Columns.of(numbers, minus=minus)


def _crosses(numbers: tuple[int, ...], *, minus: bool) -> bool:
    """Whether something is carried or regrouped."""
    while any(numbers):
        digits = [n % 10 for n in numbers]
        if digits[0] < digits[1] if minus else sum(digits) > 9:
            return True
        numbers = tuple([n // 10 for n in numbers])
    return False


def _without_common_zeros(numbers: tuple[int, ...]) -> tuple[int, ...]:
    while gcd(*numbers) % 10 == 0:
        numbers = tuple([n // 10 for n in numbers])
    return numbers


def zeros_behind(n: int) -> int:
    """How many zeros stand at the end of a number.

    >>> zeros_behind(4500)
    2
    """
    return len(str(n)) - len(str(n).rstrip("0")) if n else 0


def product_on_paper(
    a: tuple[int, int], b: tuple[int, int], *, area: bool = False
) -> LongProduct | AreaProduct | None:  # fmt: skip
    """Two numbers, each as its digits and its places, multiplied as whole numbers in rows, the longer above; with
    ``area`` in a box. None where it is a fact of the tables with zeros behind, or too long for paper.

    >>> product_on_paper((6, 0), (47, 0)).above, product_on_paper((120, 0), (30, 0))
    (47, None)
    """
    bare = {pair: int(str(pair[0]).rstrip("0") or "0") for pair in (a, b)}
    known = 9 if a[1] or b[1] else LARGEST_FACT  # of decimals the point wants paper, unless both are single digits
    if max(bare.values()) <= known or min(bare.values()) == 0:
        return None
    if min(a[0], b[0]) == 1 or len(str(a[0])) + len(str(b[0])) > bounds.LONGEST_ON_PAPER:
        return None
    above, below = (a, b) if len(str(bare[a])) >= len(str(bare[b])) else (b, a)
    places = a[1] + b[1]
    if area:
        return AreaProduct(parts_of(below[0]), parts_of(above[0]), places)
    return LongProduct(above[0], below[0], places, above[1])


def parts_of(n: int) -> tuple[int, ...]:
    """A number by its places, without those of zero.

    >>> parts_of(405)
    (400, 5)
    """
    digits = digits_of(n)
    return tuple(d * power_of_ten(len(digits) - 1 - i) for i, d in enumerate(digits) if d)


def quotient_on_paper(dividend: int, places: int, divisor: int, *, further: int = 0) -> LongQuotient | None:
    """A number with so many places divided by a whole number, up to ``further`` zeros brought down behind it; None
    where it is too long for paper.

    >>> quotient_on_paper(3, 0, 8, further=3).digits
    (3,)
    """
    digits = digits_of(dividend, places + 1)
    if len(digits) + further > 2 * bounds.LONGEST_ON_PAPER or divisor < 2 or len(str(divisor)) > 4:
        return None
    return LongQuotient(digits, places, divisor, further=further)


def exact_quotient_on_paper(dividend: int, places: int, divisor: int) -> LongQuotient | None:
    """The same for a division that comes out as a decimal: as many zeros as it needs.

    >>> exact_quotient_on_paper(3, 0, 8).further
    3
    """
    wanted = decimal_places(Fraction(dividend, divisor * 10**places))
    return None if wanted is None else quotient_on_paper(dividend, places, divisor, further=max(wanted - places, 0))


def moving_on_paper(number: int, places: int, power: int, *, divide: bool) -> Moving | None:
    """A number times or by a power of ten; None where ``power`` is none, or the number is a fact of the tables.

    >>> moving_on_paper(34, 1, 100, divide=False), moving_on_paper(34, 1, 30, divide=False)
    (Moving(digits=34, places=1, by=2, moved=False), None)
    """
    zeros = zeros_behind(power)
    if power != power_of_ten(zeros) or not zeros or number == 0 or (not places and number <= LARGEST_FACT):
        return None
    if len(str(number)) + zeros > bounds.LONGEST_ON_PAPER:
        return None
    return Moving(number, places, -zeros if divide else zeros)


def multiplied_by_parts(a: int, b: int) -> tuple[SideWork, ...]:
    """The parts of a product beyond the tables, the larger first: 48 × 25 is 48 × 20 and 48 × 5.

    >>> [c.text for c in multiplied_by_parts(14, 7)]
    ['10 × 7 = 70', '4 × 7 = 28', '70 + 28 = 98']
    """
    if max(a, b) <= LARGEST_FACT or min(a, b) < 2:
        return ()
    cut_second = len(str(a).strip("0")) >= len(str(b).strip("0")) and len(parts_of(b)) > 1
    parts = parts_of(b if cut_second else a)
    if len(parts) < 2:
        parts, cut_second = parts_of(a if cut_second else b), not cut_second
        if len(parts) < 2:
            return ()
    products = [(a, part) if cut_second else (part, b) for part in parts]
    written = [Calculation(f"{x} × {y} = {x * y}") for x, y in products]
    return (*written, Calculation(f"{' + '.join(str(x * y) for x, y in products)} = {a * b}"))
