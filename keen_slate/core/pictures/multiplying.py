"""What proves the lines of products and quotients."""

from fractions import Fraction
from math import lcm

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, Percent, Whole
from keen_slate.core.pictures.adding import Proofs
from keen_slate.core.pictures.quantities import Quantities
from keen_slate.core.pictures.shapes import (
    Crossed,
    Fits,
    PlaceRow,
    Places,
    Proof,
    Run,
    Shares,
    Square,
    Squares,
    Strip,
    Strips,
)
from keen_slate.core.problem.from_picture import LARGEST_STRIP, MOST_WHOLES
from keen_slate.core.problem.tree import (
    Expr,
    Product,
    at_path,
    decimal_or_number,
    evaluate,
    is_numeral,
    number_for,
)
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say

MOST_LAID_OFF = 24
"""How often a number can be laid off before the marks run together."""

MOST_SHARES = 12
MOST_ACROSS = 4
"""Wholes beside or below each other."""


def multiplied(step: Step, _: Quantities) -> Proofs:
    """Two factors: where they cross, laid again and again, as shares of an amount, or as digits that move."""
    before = at_path(step.before, step.at)
    if not isinstance(before, Product) or len(before.factors) != 2 or any(f.divide for f in before.factors):
        return []
    a, b = (f.expr for f in before.factors)
    return [crossed(a, b), *laid_again(a, b), moved(a, b, up=True)]


def crossed(a: Expr, b: Expr) -> Proof | None:
    """So many columns of a whole, and so many rows."""
    one, other = _part(a), _part(b)
    if one is None or other is None:
        return None
    columns, rows, across, down = one.denominator, other.denominator, one.numerator, other.numerator
    said = Say.of(seen.crossing_cells, columns=columns, rows=rows, taken_columns=across, taken_rows=down)
    return Proof(Crossed(columns, rows, across, down), said)


def _part(number: Expr) -> CommonFraction | None:
    """A number as columns or rows, of which some are a whole."""
    if isinstance(number, DecimalNumeral) and number.places == 1:
        number = CommonFraction(number.digits, 10)
    return number if isinstance(number, CommonFraction) and 0 < number.value <= MOST_ACROSS else None


def laid_again(a: Expr, b: Expr) -> Proofs:
    """A whole times a fraction: the fraction end to end, or so many of the whole's shares."""
    whole, part = (a, b) if isinstance(a, Whole) else (b, a)
    if not isinstance(whole, Whole) or not isinstance(part, CommonFraction) or not whole.n or not part.numerator:
        return []
    proofs: Proofs = []
    if 1 < whole.n <= MOST_SHARES and whole.n * part.value <= MOST_WHOLES:
        runs = tuple(Run(part.numerator, part.denominator, i % 2) for i in range(whole.n))
        said = Say.of(seen.laid_again, count=whole.n, each=part)
        proofs.append(Proof(Strips((Strip(runs),)), said))
    if part.denominator <= MOST_SHARES and part.value <= 1 and part.denominator > 1:
        each, amount = number_for(Fraction(whole.n, part.denominator)), number_for(whole.n * part.value)
        said = Say.of(
            seen.shares_taken, total=whole, shares=part.denominator, taken=part.numerator, each=each, amount=amount
        )
        proofs.append(Proof(Shares(whole, part.denominator, part.numerator, each), said))
    return proofs if whole is a else proofs[::-1]


def moved(a: Expr, b: Expr, *, up: bool) -> Proof | None:
    """Times or by a power of ten: the digits in their places before and after."""
    number, power = (a, b) if isinstance(b, Whole) and _zeros(b.n) else (b, a)
    if not isinstance(power, Whole) or not _zeros(power.n) or (not up and number is b):
        return None
    by = _zeros(power.n) if up else -_zeros(power.n)
    row = _in_places(number)
    if row is None or row.first + by > 6 or row.first - len(row.digits) + 1 + by < -6:
        return None
    return Proof(Places((row, PlaceRow(row.digits, row.first + by))), Say.of(seen.digits_move, by=by))


def _zeros(n: int) -> int:
    """How many zeros a power of ten has; 0 for every other number."""
    text = str(n)
    return len(text) - 1 if text.strip("0") == "1" and text[0] == "1" else 0


def _in_places(number: Expr) -> PlaceRow | None:
    if isinstance(number, Whole) and number.n:
        return PlaceRow(str(number.n), len(str(number.n)) - 1)
    if isinstance(number, DecimalNumeral) and number.digits:
        digits = str(number.digits)
        return PlaceRow(digits, len(digits) - 1 - number.places)
    return None


def in_places(number: Expr) -> Proof | None:
    """A decimal in its places, read by its last one."""
    row = _in_places(number)
    if row is None or not isinstance(number, DecimalNumeral) or number.places > 4:
        return None
    shown = PlaceRow("0" * max(0, -row.first) + row.digits, max(0, row.first))
    said = Say.of(seen.in_places, number=number, top=number.digits, bottom=10**number.places)
    return Proof(Places((shown,)), said)


def divided(step: Step, quantities: Quantities) -> Proofs:
    """What the whole problem asks: how many fit, or how much each gets."""
    before = at_path(step.before, step.at)
    if isinstance(before, Product) and len(before.factors) == 2 and before.factors[1].divide:
        a, b = (f.expr for f in before.factors)
        by_ten = moved(a, b, up=False)
        if by_ten is not None:
            return [by_ten]
    if len(quantities.numbers) != 2:
        return []
    total, each = quantities.numbers
    return [*(shared(total, each) if isinstance(each, Whole) else ()), fits(total, each)]


def fits(total: Expr, each: Expr) -> Proof | None:
    """``each`` laid off along ``total``."""
    whole, one = evaluate(total), evaluate(each)
    if one <= 0 or not 0 < whole <= MOST_WHOLES or whole / one > MOST_LAID_OFF or one > MOST_WHOLES:
        return None
    if isinstance(each, Whole) and whole < one:  # it is shared out
        return None
    bottom = lcm(whole.denominator, one.denominator)
    picture = Fits(total, each, bottom, int(whole * bottom), int(one * bottom))
    said = Say.of(
        seen.how_many_fit, total=total, each=each, count=picture.times, rest=picture.rest, of=picture.pieces_of_each
    )
    return Proof(picture, said)


def shared(total: Expr, among: Whole) -> Proofs:
    """An amount cut into as many equal parts as there are."""
    whole = evaluate(total)
    if not 1 < among.n <= MOST_SHARES or not 0 < whole <= MOST_WHOLES:
        return []
    each = whole / among.n
    bottom = lcm(each.denominator, whole.denominator)
    if bottom > LARGEST_STRIP:
        return []
    top = int(each * bottom)
    start = Run(int(whole * whole.denominator), whole.denominator, 0)
    runs = (Run(top, bottom, 2), *(Run(top, bottom, 0) for _ in range(among.n - 1)))
    written = decimal_or_number(each, decimals=isinstance(total, DecimalNumeral))
    said = Say.of(seen.shared, total=total, shares=among.n, each=written)
    return [Proof(Strips((Strip((start,), total), Strip(runs))), said)]


def inverted(step: Step, _: Quantities) -> Proofs:
    """Why the reciprocal: how many of the divisor are in one whole."""
    before = at_path(step.before, step.at)
    if not isinstance(before, Product) or len(before.factors) != 2 or not before.factors[1].divide:
        return []
    each = before.factors[1].expr
    if not isinstance(each, CommonFraction):
        return []
    return [fits(Whole(1), each)]


def percent_read(step: Step, _: Quantities) -> Proofs:
    """A percent of an amount in a square of a hundred cells."""
    before = at_path(step.before, step.at)
    factors = [f.expr for f in before.factors] if isinstance(before, Product) else []
    percent = next((f for f in factors if isinstance(f, Percent)), None)
    rest = [f for f in factors if f is not percent and is_numeral(f)]
    if percent is None or not in_squares(percent):
        return []
    square = Squares((Square(percent.value * 100, percent),))
    if len(rest) != 1 or len(factors) != 2:
        said = Say.of(seen.hundredths, number=percent, filled=percent.value * 100)
        return [Proof(square, said)]
    said = Say.of(
        seen.hundredths_of, number=percent, filled=percent.value * 100, amount=rest[0], cell=evaluate(rest[0]) / 100
    )
    return [Proof(square, said)]


def in_squares(number: Expr) -> bool:
    """Whether a number can be shown in hundred squares, to half a cell."""
    if not isinstance(number, (DecimalNumeral, Percent)):
        return False
    return 0 < number.value <= 2 and (number.value * 200).denominator == 1
