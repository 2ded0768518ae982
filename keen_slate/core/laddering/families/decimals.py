"""Decimals added, taken away, multiplied, divided, moved by powers of ten, compared, and rounded."""

from fractions import Fraction

from keen_slate.core.laddering.families.family import Wanted
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.tree import (
    Comparison,
    Expr,
    Factor,
    Product,
    Rounding,
    Sum,
    Term,
    decimal_places,
)


def _decimal(draw: Draw, limits: Limits, places: int, *, zeros: bool = False) -> DecimalNumeral | Whole:
    if places == 0:
        return Whole(draw.between(1, limits.largest_whole))
    digits = [draw.between(1, min(9, limits.largest_whole))]
    digits += [0 if zeros and i < places - 1 else draw.between(1, 9) for i in range(places)]
    return DecimalNumeral(int("".join(map(str, digits))), places)


def _number(value: Fraction) -> DecimalNumeral | Whole | None:
    """A value as a whole number or a decimal; None where its decimal does not end."""
    places = decimal_places(value)
    if places is None:
        return None
    return DecimalNumeral(int(value * 10**places), places) if places else Whole(int(value))


def _sum(draw: Draw, limits: Limits, wanted: Wanted, *, minus: bool) -> Expr | None:
    if limits.only_wholes:
        return None
    places = [draw.between(1, limits.places)] * 2
    if "ragged-places" in wanted:
        places = [draw.between(0, limits.places), draw.between(0, limits.places)]
        if places[0] == places[1]:
            return None
    numbers = [
        _decimal(draw, limits, p, zeros=minus and i == 0 and "regroup-across-zero" in wanted)
        for i, p in enumerate(places)
    ]
    if "three-terms" in wanted and not minus:
        numbers.append(_decimal(draw, limits, draw.one_of(places)))
    if "result-is-whole" in wanted and not minus:  # the last place is made up to ten
        rest = -sum((n.value for n in numbers[:-1]), Fraction(0)) % 1
        last = _number(rest + draw.between(1, limits.largest_whole))
        if last is None:
            return None
        numbers[-1] = last
    if minus and numbers[0].value <= numbers[1].value:
        return None
    total = numbers[0].value - numbers[1].value if minus else sum(n.value for n in numbers)
    if (Fraction(total).denominator == 1) != ("result-is-whole" in wanted):
        return None
    rows = [str(int(n.value * 10 ** max(places))).zfill(8)[::-1] for n in numbers]
    if minus:
        regroups = any(int(rows[0][: i + 1][::-1]) < int(rows[1][: i + 1][::-1]) for i in range(7))
        if regroups != ("regroup-in-columns" in wanted):
            return None
    else:
        carries = any(sum(int(r[: i + 1][::-1]) for r in rows) >= 10 ** (i + 1) for i in range(7))
        if carries != ("carry-in-columns" in wanted):
            return None
    return Sum(tuple(Term(n, minus and i > 0) for i, n in enumerate(numbers)))


def added(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=False)


def subtracted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    return _sum(draw, limits, wanted, minus=True)


def _with_digits(draw: Draw, limits: Limits, count: int) -> DecimalNumeral:
    """A decimal with so many digits that are not 0."""
    digits = int("".join(str(draw.between(1 if count > 1 else 2, 9)) for _ in range(count)))
    return DecimalNumeral(digits, draw.between(1, limits.places))


def multiplied(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A decimal by a whole number, or by a decimal."""
    if limits.only_wholes:
        return None
    first = _with_digits(draw, limits, draw.between(1, 3) if "two-digit-factors" not in wanted else 2)
    digits = 2 if "two-digit-factors" in wanted else 1
    other = _with_digits(draw, limits, digits)
    second: DecimalNumeral | Whole = other if "decimal-by-decimal" in wanted else Whole(other.digits)
    a, p, b = first.digits, first.places, other.digits
    q = other.places if "decimal-by-decimal" in wanted else 0
    whole = (first.value * second.value).denominator == 1
    fits = (
        whole == ("result-is-whole" in wanted)
        and (len(str(a * b)) < p + q) == ("zeros-in-front" in wanted)
        and (a * b % 10 == 0) == ("zero-at-the-end" in wanted)
    )
    return Product((Factor(first), Factor(second))) if fits else None


def divided(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A decimal by a whole number, or by a decimal; every quotient ends."""
    if limits.only_wholes:
        return None
    places = 0 if "result-is-whole" in wanted else draw.between(1, limits.places)
    digits = [draw.between(1, 9) for _ in range(draw.between(1, 3))]
    if "zero-in-quotient" in wanted:
        digits.insert(draw.between(0, len(digits) - 1), 0)
        places = max(places, 0 if places == 0 else len(digits) - 1)
    quotient = Fraction(int("".join(map(str, digits))), 10**places)
    divisor = draw.between(11, 25) if "two-digit-divisor" in wanted else draw.between(2, 9)
    by: DecimalNumeral | Whole = Whole(divisor)
    if "decimal-divisor" in wanted:
        by = DecimalNumeral(divisor, draw.between(1, limits.places))
    dividend = _number(quotient * by.value)
    if dividend is None or dividend.value == 0:
        return None
    return Product((Factor(dividend), Factor(by, True)))


def by_powers_of_ten(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    if limits.only_wholes:
        return None
    digits = draw.between(2, 9) if draw.below(2) else draw.between(11, 999)
    number = _number(Fraction(digits, 10 ** draw.between(0, limits.places)))
    if number is None:
        return None
    return Product((Factor(number), Factor(Whole(10 ** draw.between(1, 3)), "dividing" in wanted)))


def compared(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Two decimals, or three or four, that lie close together."""
    if limits.only_wholes:
        return None
    count = draw.between(3, 4) if "put-in-order" in wanted else 2
    whole = draw.between(0, min(9, limits.largest_whole)) if draw.below(2) else 0
    leading = draw.between(1, 9)
    places = [draw.between(1, limits.places)] * count
    if "ragged-places" in wanted:
        places = [draw.between(1, limits.places) for _ in range(count)]
        if len(set(places)) == 1:
            return None
    numbers: list[Expr] = []
    values: set[Fraction] = set()
    for p in places:
        first = (draw.between(0, 1) and leading) if "zero-among-the-places" in wanted else leading
        first = first if draw.below(2) else draw.between(0 if "zero-among-the-places" in wanted else 1, 9)
        rest = [draw.between(0 if "zero-among-the-places" in wanted else 1, 9) for _ in range(p - 1)]
        if (p == 1 and first == 0) or (rest and rest[-1] == 0):
            return None
        value = whole + Fraction(int("".join(map(str, (first, *rest)))), 10**p)
        numbers.append(DecimalNumeral(int(value * 10**p), p))
        values.add(value)
    if len(values) < count:
        return None
    return Comparison(tuple(numbers), tuple(numbers), pair=count == 2)


def rounded(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    if limits.only_wholes:
        return None
    places = draw.between(1, limits.places)
    number = _decimal(draw, limits, places)
    if "midway" in wanted and isinstance(number, DecimalNumeral):
        number = DecimalNumeral(number.digits // 10 * 10 + 5, places)
    return Rounding(number, Fraction(1, 10 ** (places - 1)))
