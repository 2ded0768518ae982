"""What is not only worked out: compared, converted, simplified, estimated, filled in, a percent of an amount."""

from fractions import Fraction
from math import gcd

from keen_slate.core.demands.tasks import ROUND_PERCENTS
from keen_slate.core.laddering.families.family import Wanted
from keen_slate.core.laddering.families.fractions import bottoms_for, proper, proper_parts, two_bottoms
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem.from_picture import LARGEST_DISC, LARGEST_STRIP, MOST_SQUARES, MOST_WHOLES
from keen_slate.core.problem.tree import (
    REMAINDER,
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    Gap,
    Product,
    ReadFrom,
    Simplify,
    Sum,
    Term,
    decimal_places,
    evaluate,
)

ENDING = (2, 4, 5, 8, 20, 25, 50)
"""Bottoms whose decimals end, besides the powers of ten."""


def compared(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    pair = two_bottoms(draw, limits, wanted)
    if pair is None or limits.only_wholes:
        return None
    numbers = proper_parts(draw, bottoms_for(draw, limits, pair, three="put-in-order" in wanted), wanted)
    if numbers is None or len({n.value for n in numbers}) < len(numbers):
        return None
    return Comparison(tuple(numbers), tuple(numbers), pair=len(numbers) == 2)


def converted(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Between mixed numbers and improper fractions."""
    if limits.only_wholes:
        return None
    bottom = draw.between(2, limits.largest_bottom)
    part = proper_parts(draw, (bottom,), wanted | ({"terms-to-reduce"} if "simplify" in wanted else set()))
    if part is None:
        return None
    whole = draw.between(1, limits.largest_whole)
    if "improper-input" in wanted:
        return Convert(CommonFraction(whole * bottom + part[0].numerator, bottom), "mixed")
    return Convert(MixedNumber(whole, part[0].numerator, bottom), "improper")


def between_forms(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Fractions, decimals and percents, one written as another."""
    if limits.only_wholes:
        return None
    places = draw.between(1, limits.places)
    digits = draw.between(1, 10**places - 1)
    if digits % 10 == 0:
        return None
    decimal = DecimalNumeral(digits, places)
    if "decimal-to-fraction" in wanted:
        return Convert(decimal, "fraction")
    if "from-percent" in wanted:
        percent = Percent(Whole(draw.between(1, 99)))
        return Convert(percent, "fraction" if "simplify" in wanted or draw.below(2) else "decimal")
    if "to-percent" not in wanted and "fraction-to-decimal" not in wanted:
        return None
    to = "percent" if "to-percent" in wanted else "decimal"
    if "to-tenths-first" in wanted:
        bottoms = [b for b in ENDING if b <= max(limits.largest_bottom, 10 ** min(limits.places, 1))]
        return Convert(proper(draw, draw.one_of(bottoms)), to) if bottoms else None
    if "decimal-without-end" in wanted:
        bottoms = [b for b in range(3, limits.largest_bottom + 1) if decimal_places(Fraction(1, b)) is None]
        return Convert(proper(draw, draw.one_of(bottoms)), to) if bottoms else None
    if to == "percent" and draw.below(2):
        return Convert(decimal, to)
    return Convert(CommonFraction(digits, 10**places), to)


def read_from_pictures(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A number in strips, discs, a hundred square or on a line."""
    whole = draw.between(1, min(limits.largest_whole, MOST_WHOLES - 1)) if "wholes-and-pieces" in wanted else 0
    if "from-a-square" in wanted:
        cells = min(whole, MOST_SQUARES - 1) * 100 + draw.between(1, 99)
        if "decimals" not in wanted:
            return FromPicture(Percent(Whole(cells)), "square")
        return FromPicture(DecimalNumeral(cells // 10, 1) if cells % 10 == 0 else DecimalNumeral(cells, 2), "square")
    if "from-a-line" in wanted:
        return _on_a_line(draw, limits, wanted, whole)
    if limits.only_wholes:
        return None
    if "decimals" in wanted:
        return FromPicture(DecimalNumeral(whole * 10 + draw.between(1, 9), 1), "strips")
    picture: ReadFrom = "strips" if draw.below(2) else "discs"
    largest = min(limits.largest_bottom, LARGEST_DISC if picture == "discs" else LARGEST_STRIP)
    return FromPicture(_with_wholes(whole, proper(draw, draw.between(2, largest))), picture)


def _with_wholes(whole: int, part: CommonFraction) -> Expr:
    return MixedNumber(whole, part.numerator, part.denominator) if whole else part


CUTS = (2, 4, 5, 20)
"""Spaces of a line that are not tenths: common practice, no source."""


def _on_a_line(draw: Draw, limits: Limits, wanted: Wanted, whole: int) -> Expr | None:
    spaces = draw.one_of(CUTS) if "spaces-not-tenths" in wanted else 0
    if "decimals" in wanted and not limits.only_wholes:
        major = Fraction(1, 10 ** draw.between(0, limits.places - 1))
        value = whole + draw.between(0, int(1 / major) - 1) * major
        value += draw.between(1, (spaces or 10) - 1) * major / (spaces or 10)
        places = decimal_places(value) or 0
        return FromPicture(DecimalNumeral(int(value * 10**places), places), "jumps", spaces)
    if limits.only_wholes or spaces:  # a line of whole numbers
        if whole:
            return None
        ten = 10 ** draw.between(1, 3)
        value = Fraction(draw.between(0, 9) * ten) + Fraction(draw.between(1, (spaces or 10) - 1) * ten, spaces or 10)
        return FromPicture(Whole(int(value)), "jumps", spaces) if value.denominator == 1 else None
    return FromPicture(_with_wholes(whole, proper(draw, draw.between(2, limits.largest_bottom))), "jumps")


def simplified(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A fraction that is not in lowest terms."""
    if limits.only_wholes:
        return None
    bottom = draw.between(4, max(4, limits.largest_bottom))
    tops = [t for t in range(2, bottom) if gcd(t, bottom) > 1]
    if not tops:
        return None
    top = draw.one_of(tops)
    if "improper-input" in wanted:
        return Simplify(CommonFraction(top + bottom * draw.between(1, 3), bottom))
    return Simplify(CommonFraction(top, bottom))


def estimated(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Sums, differences and products of which only the estimate is asked."""
    if "multiplying" in wanted:
        return Estimating(Product(tuple(Factor(_to_multiply(draw, limits, wanted)) for _ in range(2))), Fraction(0))
    if limits.only_wholes:
        return Estimating(_sum_of(draw, [Whole(draw.between(11, 999)) for _ in range(2)]), Fraction(0))
    if "decimals" in wanted:
        places = [draw.between(1, limits.places) for _ in range(2)]
        decimals = [_decimal_to_round(draw, limits, p, midway="midway" in wanted) for p in places]
        return Estimating(_sum_of(draw, decimals), Fraction(1))
    numbers: list[Expr] = []
    for _ in range(3 if "three-terms" in wanted else 2):
        part = proper(draw, draw.between(3, max(3, limits.largest_bottom)))
        numbers.append(MixedNumber(draw.between(1, limits.largest_whole), part.numerator, part.denominator))
    return Estimating(_sum_of(draw, numbers), Fraction(1, 2))


def _decimal_to_round(draw: Draw, limits: Limits, places: int, *, midway: bool) -> Expr:
    whole = draw.between(1, limits.largest_whole)
    if midway and draw.below(2):
        return DecimalNumeral(whole * 10 + 5, 1)
    behind = draw.between(1, 10**places - 1)
    return DecimalNumeral(whole * 10**places + (behind if behind % 10 else behind + 1), places)


def _to_multiply(draw: Draw, limits: Limits, wanted: Wanted) -> Expr:
    digits = draw.between(1, 9) * 10 + draw.between(1, 9)
    if "midway" in wanted and draw.below(2):
        digits = digits // 10 * 10 + 5
    if "decimals" in wanted and not limits.only_wholes and draw.below(3):
        return DecimalNumeral(digits, draw.between(1, limits.places))
    return Whole(digits)


def _sum_of(draw: Draw, numbers: list[Expr]) -> Expr:
    minus = len(numbers) == 2 and draw.below(2) == 1
    if minus:
        numbers = sorted(numbers, key=evaluate, reverse=True)
    return Sum(tuple(Term(n, minus and i > 0) for i, n in enumerate(numbers)))


def percents_of(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """A percent of an amount, or the amount raised or lowered by it; it comes out whole."""
    amount = Whole(draw.between(1, max(limits.largest_whole, 10)) * draw.one_of((10, 20, 100)))
    if "tens-and-fives" in wanted:
        percent = draw.between(3, 19) * 5
    elif "any-percent" in wanted:
        percent = draw.between(2, 99)
    else:
        percent = draw.one_of(ROUND_PERCENTS)
    if "above-100-percent" in wanted:
        percent += 100
    if amount.n * percent % 100:
        return None
    product = Product((Factor(Percent(Whole(percent))), Factor(amount)))
    if "raised-or-lowered" not in wanted:
        return product
    return Sum((Term(amount), Term(product, percent < 100 and draw.below(2) == 1)))


def divided_with_remainder(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Whole numbers divided, with what is left: facts of the tables, or on paper."""
    if "beyond-the-tables" in wanted or {"zero-in-quotient", "two-digit-divisor"} & wanted:
        quotient = draw.between(13, 99) if draw.below(2) else draw.between(100, 999)
    else:
        quotient = draw.between(2, limits.largest_fact)
    divisor = draw.between(11, 25) if "two-digit-divisor" in wanted else draw.between(2, 9)
    if ("0" in str(quotient)) != ("zero-in-quotient" in wanted):
        return None
    dividend = quotient * divisor + draw.between(1, divisor - 1)
    return Convert(Product((Factor(Whole(dividend)), Factor(Whole(divisor), True))), REMAINDER)


def equal_fractions(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """Equal fractions with a blank: 2/3 = ?/12, 12/18 = 2/?."""
    if limits.only_wholes:
        return None
    bottom = draw.between(2, limits.largest_bottom)
    part = proper(draw, bottom)
    count = 2 if "three-in-a-row" in wanted else 1
    multipliers = [1, *(draw.between(2, 9) for _ in range(count))]
    if len(set(multipliers)) <= count or bottom * max(multipliers) > limits.largest_common:
        return None
    sides = [CommonFraction(part.numerator * m, bottom * m) for m in multipliers]
    if "to-smaller-numbers" in wanted:
        sides.reverse()
    blank = "blank-bottom" if "blank-bottom" in wanted else "blank-top"
    gaps = [Gap(-1, s.numerator, None) if blank == "blank-bottom" else Gap(-1, None, s.denominator) for s in sides[1:]]
    return Chain((sides[0], *gaps))


def one_step(draw: Draw, limits: Limits, wanted: Wanted) -> Expr | None:
    """One step of a working alone: a whole opened, or taken out of the pieces."""
    if limits.only_wholes:
        return None
    bottom = draw.between(min(3, limits.largest_bottom), limits.largest_bottom)
    whole = draw.between(1, max(1, limits.largest_whole - 1))
    part = proper(draw, bottom)
    if "open-a-bare-whole" in wanted:
        return Chain((Whole(whole + 1), Gap(whole, None, bottom)))
    if "take-a-whole-out" in wanted:
        pieces = CommonFraction(bottom + part.numerator, bottom)
        if draw.below(3) == 0:
            return Chain((pieces, Gap(1, None, bottom)))
        return Chain((MixedNumber(whole, pieces.numerator, bottom), Gap(whole + 1, None, bottom)))
    return Chain((MixedNumber(whole + 1, part.numerator, bottom), Gap(whole, None, bottom)))
