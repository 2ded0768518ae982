"""Division written out digit by digit, and multiplication by parts, as work beside a line."""

from keen_slate.core.machine.side_work import Calculation, Division, SideWork

LONGEST_QUOTIENT = 18
"""Digits of a quotient that are written out; a longer one is cut, and the line beside it says what repeats."""


def long_division(dividend: int, places: int, divisor: int, *, more_places: int = 0) -> Division:
    """``dividend`` with ``places`` digits after its point, by a whole, with ``more_places`` zeros brought down.

    >>> division = long_division(19, 0, 12)
    >>> division.quotient, division.remainder, division.rows
    ('1', 7, ((19, 12, 7),))
    >>> long_division(3, 0, 8, more_places=3).quotient
    '0.375'
    """
    more_places = min(more_places, LONGEST_QUOTIENT)
    digits = str(dividend).zfill(places + 1) + "0" * more_places
    point = len(digits) - places - more_places
    rows: list[tuple[int, int, int]] = []
    quotient, rest = "", 0
    for digit in digits:
        current = rest * 10 + int(digit)
        times, rest = divmod(current, divisor)
        if times:
            rows.append((current, times * divisor, rest))
        quotient += str(times)
    whole, after = quotient[:point].lstrip("0") or "0", quotient[point:]
    shown = str(dividend).zfill(places + 1)
    written = f"{shown[: len(shown) - places]}.{shown[len(shown) - places :]}" if places else shown
    return Division(written, divisor, f"{whole}.{after}" if after else whole, rest, tuple(rows))


def multiplied_by_parts(a: int, b: int) -> tuple[SideWork, ...]:
    """The parts of a product beyond the tables: 48 × 25 is 48 × 5 and 48 × 20.

    >>> [c.text for c in multiplied_by_parts(48, 25)]
    ['48 × 5 = 240', '48 × 20 = 960', '240 + 960 = 1200']
    """
    if max(a, b) <= 12 or min(a, b) < 2:
        return ()
    if len(str(a).strip("0")) < len(str(b).strip("0")):
        a, b = b, a
    parts = [int(d) * 10**i for i, d in enumerate(reversed(str(b))) if d != "0"]
    if len(parts) < 2:
        parts, a, b = [int(d) * 10**i for i, d in enumerate(reversed(str(a))) if d != "0"], b, a
        if len(parts) < 2:
            return ()
    products = [Calculation(f"{a} × {part} = {a * part}") for part in parts]
    return (*products, Calculation(f"{' + '.join(str(a * part) for part in parts)} = {a * b}"))
