"""A number written in another form: improper, fraction, decimal, percent; and rounding."""

from dataclasses import replace
from fractions import Fraction

from keen_slate.core.machine.engine import Impasse, Move, Owned, Rule
from keen_slate.core.machine.side_work import Calculation, Renaming
from keen_slate.core.numbers.forms import (
    NUMERALS,
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Numeral,
    Percent,
    RepeatingDecimal,
    Whole,
    mixed_form,
)
from keen_slate.core.problem import bounds
from keen_slate.core.problem.paper import power_of_ten
from keen_slate.core.problem.tree import (
    MEASURE,
    Convert,
    Estimating,
    Expr,
    Factor,
    Left,
    Negative,
    Product,
    Rounding,
    Sum,
    Term,
    children,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
    number_for,
    with_child,
)
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.rules.mixed_numbers import pieces_in_all
from keen_slate.core.rules.on_paper import exact_quotient_on_paper, quotient_on_paper
from keen_slate.core.saying import going_astray, other_forms
from keen_slate.core.saying.say import Say


def write_improper(expr: Expr) -> Move:
    """Whole times bottom plus top: 2 3/4 = 11/4.

    >>> write_improper(MixedNumber(2, 3, 4)).after
    CommonFraction(numerator=11, denominator=4)
    """
    if isinstance(expr, Whole):
        return Move(CommonFraction(expr.n, 1), Say.of(other_forms.whole_over_one, n=expr.n))
    assert isinstance(expr, MixedNumber)
    top = expr.whole * expr.denominator + expr.numerator
    said = Say.of(other_forms.write_improper, whole=expr.whole, top=expr.numerator, bottom=expr.denominator)
    side = Calculation(f"{expr.whole} × {expr.denominator} + {expr.numerator} = {top}")
    return Move(CommonFraction(top, expr.denominator), said, (side,))


def write_fraction(expr: Expr) -> Move:
    """A decimal by place value, a percent as hundredths: 2.75 = 2 75/100; what comes again by nines: 0.(3) = 3/9.

    >>> text_of(write_fraction(DecimalNumeral(275, 2)).after)
    '2 75/100'
    """
    return _as_fraction(expr, at_once=False)


def write_lowest_fraction(expr: Expr) -> Move:
    """The same, in lowest terms at once: 2.75 = 2 3/4.

    >>> text_of(write_lowest_fraction(DecimalNumeral(275, 2)).after)
    '2 3/4'
    """
    return _as_fraction(expr, at_once=True)


def _as_fraction(expr: Expr, *, at_once: bool) -> Move:
    assert isinstance(expr, (DecimalNumeral, Percent, RepeatingDecimal))
    if isinstance(expr, DecimalNumeral):
        bottom = 10**expr.places
        whole, top = divmod(expr.digits, bottom)
        said = Say.of(other_forms.write_fraction, number=expr, places=expr.places)
    elif isinstance(expr, RepeatingDecimal):
        nines = 10 ** len(expr.block) - 1
        bottom = nines * 10**expr.places
        whole, top = divmod(expr.digits * nines + int(expr.block), bottom)
        said = Say.of(other_forms.write_repeating_fraction, number=expr)
    else:
        value = expr.value * (100 if isinstance(expr, Percent) else 1)
        bottom = value.denominator * (100 if isinstance(expr, Percent) else 1)
        whole, top = divmod(value.numerator, bottom)
        said = Say.of(other_forms.percent_as_hundredths, number=expr)
    if at_once:
        part = Fraction(top, bottom)
        top, bottom = part.numerator, part.denominator
    return Move(mixed_form(whole, top, bottom), said)


def fraction_of_percent(number: Percent) -> Numeral:
    """So many hundredths, not reduced: 25% is 25/100, 12 1/2% is 25/200."""
    top, bottom = (number.value * 100).as_integer_ratio()
    return mixed_form(*divmod(top, bottom * 100), bottom * 100)


def percents_as_fractions(expr: Expr) -> Move:
    """Before multiplying, a percent is written as hundredths: 25% of 80 = 25/100 × 80.

    >>> text_of(percents_as_fractions(read("25% of 80").expr).after)
    '25/100 × 80'
    """
    changed: dict[Expr, Expr] = {}

    def as_fraction(number: Expr) -> Expr:
        if isinstance(number, Percent):
            changed[number] = fraction_of_percent(number)
            return changed[number]
        return number

    after = with_numbers(expr, as_fraction)
    return Move(after, Say.of(other_forms.percents_as_fractions, changed=tuple(changed.items())))


def percents_as_decimals(expr: Expr) -> Move:
    """Beside decimals a percent is written as one: 15% of 2.4 = 0.15 × 2.4.

    >>> text_of(percents_as_decimals(read("1 − 35%").expr).after)
    '1 − 0.35'
    """
    changed: dict[Expr, Expr] = {}

    def as_decimal(number: Expr) -> Expr:
        if isinstance(number, Percent):
            changed[number] = decimal_for(number.value)
            return changed[number]
        return number

    after = with_numbers(expr, as_decimal)
    return Move(after, Say.of(other_forms.percents_as_fractions, changed=tuple(changed.items())))


def percent_of_amount(expr: Expr) -> tuple[int, Whole | DecimalNumeral] | None:
    """So many whole percents of an amount that is no fraction; None for everything else.

    >>> percent_of_amount(read("35% of 140").expr)
    (35, Whole(n=140))
    """
    if not isinstance(expr, Product) or len(expr.factors) != 2 or any(f.divide for f in expr.factors):
        return None
    numbers = [f.expr for f in expr.factors]
    percent = next((n for n in numbers if isinstance(n, Percent)), None)
    amount = next((n for n in numbers if isinstance(n, (Whole, DecimalNumeral))), None)
    if (
        percent is None
        or amount is None
        or not isinstance(percent.of, Whole)
        or not percent.of.n
        or not evaluate(amount)
    ):
        return None
    return percent.of.n, amount


def percents_by_parts(expr: Expr) -> Move:
    """A tenth, half of it and a hundredth of the amount, as often as each is in the percent: 35% of 140 is 3 × 14 + 7.

    >>> text_of(percents_by_parts(read("35% of 140").expr).after)
    '3 × 14 + 7'
    """
    found = percent_of_amount(expr)
    if found is None:  # where a mistake has led elsewhere
        return percents_as_fractions(expr)
    percent, amount = found
    hundreds, rest = divmod(percent, 100)
    counts = ((hundreds, 100), (rest // 10, 10), (rest % 10 // 5, 5), (rest % 5, 1))
    used = [(count, size, decimal_for(evaluate(amount) * size / 100)) for count, size in counts if count]
    terms = [part if count == 1 else Product((Factor(Whole(count)), Factor(part))) for count, _, part in used]
    after = Sum(tuple(Term(t) for t in terms)) if len(terms) > 1 else terms[0]
    return Move(after, Say.of(other_forms.percents_by_parts, amount=amount, parts=tuple(used)))


def repeating_as_fractions(expr: Expr) -> Move:
    """A decimal that never ends is worked with as a fraction: 0.(3) + 1/6 = 1/3 + 1/6.

    >>> text_of(repeating_as_fractions(read("0.(3) + 1/6").expr).after)
    '1/3 + 1/6'
    """
    changed: dict[Expr, Expr] = {}

    def as_fraction(number: Expr) -> Expr:
        if isinstance(number, RepeatingDecimal):
            changed[number] = number_for(number.value)
            return changed[number]
        return number

    after = with_numbers(expr, as_fraction)
    return Move(after, Say.of(other_forms.repeating_as_fractions, changed=tuple(changed.items())))


def places_of(number: Expr) -> tuple[Numeral, ...]:
    """A whole or a decimal in its places, those with 0 left out; nothing for other numbers.

    >>> [text_of(n) for n in places_of(DecimalNumeral(5207, 3))]
    ['5', '0.2', '0.007']
    """
    if not isinstance(number, (Whole, DecimalNumeral)):
        return ()
    digits, places = (number.n, 0) if isinstance(number, Whole) else (number.digits, number.places)
    written = str(digits)
    found: list[Numeral] = []
    for index, digit in enumerate(written):
        place = len(written) - 1 - index - places
        if digit != "0":
            found.append(Whole(int(digit) * 10**place) if place >= 0 else DecimalNumeral(int(digit), -place))
    return tuple(found)


def write_expanded(expr: Expr) -> Move:
    """A number as the sum of its places: 5.207 = 5 + 0.2 + 0.007.

    >>> text_of(write_expanded(DecimalNumeral(5207, 3)).after)
    '5 + 0.2 + 0.007'
    """
    assert is_numeral(expr)
    decimal = expr if isinstance(expr, (Whole, DecimalNumeral)) else decimal_for(expr.value)
    places = places_of(decimal)
    if len(places) < 2:
        return Move(decimal, Say.of(other_forms.one_place))
    return Move(
        Sum(tuple(Term(p) for p in places), frozenset({"places"})), Say.of(other_forms.write_expanded, number=decimal)
    )


def write_measure(expr: Expr) -> Move:
    """A fraction of the larger unit in pieces of the smaller: 1 120/300 m is 1 40/100 m.

    >>> text_of(write_measure(Convert(MixedNumber(1, 120, 300), "measure-100")).after)
    '1 40/100'
    """
    assert isinstance(expr, Convert)
    number = expr.of.of if isinstance(expr.of, Negative) else expr.of
    assert isinstance(number, (CommonFraction, MixedNumber))
    size = int(expr.to.removeprefix(MEASURE))
    part = Fraction(number.numerator, number.denominator)
    after = mixed_form(number.whole if isinstance(number, MixedNumber) else 0, int(part * size), size)
    said = Say.of(other_forms.write_measure, before=number, after=after)
    return Move(Convert(Negative(after) if isinstance(expr.of, Negative) else after, expr.to), said)


def write_money(expr: Expr) -> Move:
    """An amount of money with its two places: 7.7 is 7.70.

    >>> text_of(write_money(DecimalNumeral(77, 1)).after)
    '7.70'
    """
    assert is_numeral(expr)
    return Move(DecimalNumeral(int(expr.value * 100), 2), Say.of(other_forms.write_money))


def write_decimal(expr: Expr) -> Move | Impasse:
    """A fraction by division; where it does not end, with its repeating block. An impasse where a mistake has led to a
    decimal that nobody writes out.

    >>> write_decimal(CommonFraction(1, 7)).after
    RepeatingDecimal(digits=0, places=0, block='142857')
    """
    assert isinstance(expr, (CommonFraction, MixedNumber, Percent, DecimalNumeral, RepeatingDecimal, Whole))
    value = expr.value
    places = decimal_places(value)
    after = decimal_for(value) if places is not None else repeating(value)
    if after is None:
        return Impasse(Say.of(going_astray.long_decimal_impasse))
    if isinstance(expr, Percent):
        return Move(after, Say.of(other_forms.percent_to_decimal))
    part = expr.part if isinstance(expr, MixedNumber) else expr
    assert isinstance(part, CommonFraction)
    top, bottom = part.numerator, part.denominator
    if isinstance(after, RepeatingDecimal):
        return Move(after, Say.of(other_forms.write_repeating, top=top, bottom=bottom, block=after.block))
    assert places is not None
    if bottom == 10**places and places:
        said = Say.of(other_forms.read_places, top=top, places=places)
    else:
        said = Say.of(other_forms.write_decimal, top=top, bottom=bottom, quotient=decimal_for(part.value))
    return Move(after, said)


def decimal_on_paper(expr: Expr) -> Owned | None:
    """The top divided by the bottom; a whole before the part comes along. None where the places name the decimal."""
    part = expr.part if isinstance(expr, MixedNumber) else expr
    if not isinstance(part, CommonFraction):
        return None
    places, whole = decimal_places(part.value), expr.whole if isinstance(expr, MixedNumber) else 0
    if places is not None and part.denominator == 10**places:
        return None
    if places is None:
        after = repeating(part.value)
        wanted = after.places + len(after.block) if after is not None else bounds.MAX_BLOCK
        start = quotient_on_paper(part.numerator, 0, part.denominator, further=wanted)
    else:
        start = exact_quotient_on_paper(part.numerator, 0, part.denominator)

    def written(found: Expr) -> Expr:
        value = evaluate(found) + whole
        return repeating(value) or found if isinstance(found, RepeatingDecimal) else decimal_for(value)

    return None if start is None else Owned(start, written)


def write_over_places(expr: Expr) -> Move:
    """A fraction as so many tenths, hundredths …, which can be read as a decimal: 3/8 is 375/1000.

    >>> text_of(write_over_places(read("1 3/8").expr).after)
    '1 375/1000'
    """
    part = expr.part if isinstance(expr, MixedNumber) else expr
    assert isinstance(part, CommonFraction)
    return _renamed(expr, part, power_of_ten(decimal_places(part.value) or 0))


def write_over_hundred(expr: Expr) -> Move:
    """A fraction as so many hundredths, which is so many percent: 3/4 is 75/100.

    >>> text_of(write_over_hundred(read("3/4").expr).after)
    '75/100'
    """
    part = expr.part if isinstance(expr, MixedNumber) else expr
    assert isinstance(part, CommonFraction)
    return _renamed(expr, part, 100)


def _renamed(expr: Expr, part: CommonFraction, bottom: int) -> Move:
    by = bottom // part.denominator
    said = Say.of(other_forms.write_over_places, top=part.numerator, bottom=part.denominator, by=by)
    new = CommonFraction(part.numerator * by, bottom)
    after = MixedNumber(expr.whole, new.numerator, bottom) if isinstance(expr, MixedNumber) else new
    return Move(after, said, (Renaming(part.numerator, part.denominator, by),))


LONGEST_DECIMAL = bounds.MAX_VALUE_DIGITS + bounds.MAX_BLOCK
"""Digits after the point that are looked at: the longest before a block, and the longest block."""


def repeating(value: Fraction) -> RepeatingDecimal | None:
    """A value whose decimal never ends, by long division until a remainder comes back; None where that takes more than
    LONGEST_DECIMAL digits.

    >>> repeating(Fraction(1, 999_999_937)) is None
    True
    """
    whole, rest = divmod(value.numerator, value.denominator)
    seen: dict[int, int] = {}
    digits: list[str] = []
    while rest not in seen:
        if len(digits) > LONGEST_DECIMAL:
            return None
        seen[rest] = len(digits)
        digit, rest = divmod(rest * 10, value.denominator)
        digits.append(str(digit))
    start = seen[rest]
    return RepeatingDecimal(int(str(whole) + "".join(digits[:start])), start, "".join(digits[start:]))


def write_percent(expr: Expr) -> Move:
    """A number as hundredths: 3/8 = 0.375 = 37.5%. What does not end as a decimal keeps a fraction: 33 1/3%.

    >>> text_of(write_percent(read("3/8").expr).after)
    '37.5%'
    """
    value = evaluate(expr) * 100
    of = decimal_for(value) if decimal_places(value) is not None else number_for(value)
    assert isinstance(of, (Whole, CommonFraction, MixedNumber, DecimalNumeral))
    return Move(Percent(of), Say.of(other_forms.write_percent))


def round_number(expr: Expr) -> Move:
    """Rounded half up, as schools do; for half even see the General Decimal Arithmetic specification.

    >>> round_number(Rounding(DecimalNumeral(3475, 3), Fraction(1, 100))).after == DecimalNumeral(348, 2)
    True
    """
    assert isinstance(expr, Rounding)
    value = expr.value
    number = expr.of.of if isinstance(expr.of, Negative) else expr.of
    rest = abs(evaluate(expr.of)) % expr.unit
    said = Say.of(
        other_forms.round_, unit=expr.unit, way=(rest * 2 > expr.unit) - (rest * 2 < expr.unit) if rest else None
    )
    after = _in_units(abs(value), expr.unit, decimal=isinstance(number, (DecimalNumeral, RepeatingDecimal)))
    if isinstance(after, DecimalNumeral) and after.digits % 10 == 0:
        kept = Left(after)  # 1.0 and not 1: to one place there is a digit in it
        return Move(Negative(kept) if value < 0 else kept, said)
    return Move(Negative(after) if value < 0 else after, said)


def round_terms(expr: Expr) -> Move:
    """Before an estimate is worked out every number is rounded, half up: 6 1/4 − 2 5/6 is about 6 1/2 − 3.

    >>> text_of(round_terms(read("estimate 6 1/4 − 2 5/6").expr).after)
    '6 1/2 − 3'
    """
    assert isinstance(expr, Estimating)
    notes: dict[Expr, Expr] = {}

    def rounded(node: Expr) -> Expr:
        if isinstance(node, NUMERALS):
            rounding = expr.rounds(node)
            new = _in_units(rounding.value, rounding.unit, decimal=isinstance(node, DecimalNumeral))
            if new != node:
                notes[node] = new
            return new
        for index, child in enumerate(children(node)):
            node = with_child(node, index, rounded(child))
        return node

    after = rounded(expr.of)
    said = Say.of(other_forms.round_terms, changed=tuple(notes.items()), unit=expr.unit)
    return Move(Estimating(after, expr.unit, rounded=True), said)


def _in_units(value: Fraction, unit: Fraction, *, decimal: bool) -> Numeral:
    """Rounded to tenths a decimal keeps its tenths, 3.0; a fraction is written as a mixed number."""
    places = decimal_places(unit) or 0
    power_of_ten = unit == Fraction(1, 10**places)
    if places and power_of_ten:
        return DecimalNumeral(int(value * 10**places), places)
    if decimal and decimal_places(value) is not None:
        return decimal_for(value)
    whole, rest = divmod(value, 1)
    return mixed_form(int(whole), rest.numerator, rest.denominator)


WRITE_IMPROPER = Rule("write-improper", "write-improper", write_improper, "write", basic_fact=True, facts=pieces_in_all)
WRITE_FRACTION = Rule(
    "write-fraction", "write-fraction", write_fraction, "write", ("decimal-fractions", "reduce-at-end")
)
WRITE_LOWEST_FRACTION = Rule(
    "write-lowest-fraction", "write-fraction", write_lowest_fraction, "write", ("decimal-fractions", "reduce-at-once")
)
WRITE_DECIMAL = Rule(
    "write-decimal",
    "read-decimal",
    write_decimal,
    "write",
    question="What place does the {bottom} name?",
    owns=decimal_on_paper,
)
PERCENTS_AS_FRACTIONS = Rule(
    "percents-as-fractions", "percents-as-fractions", percents_as_fractions, "one-kind", ("percents", "hundredths")
)
PERCENTS_AS_DECIMALS = Rule(
    "percents-as-decimals", "percents-as-decimals", percents_as_decimals, "one-kind", ("percents", "hundredths")
)
PERCENTS_BY_PARTS = Rule(
    "percents-by-parts",
    "percents-as-fractions",
    percents_by_parts,
    "work",
    ("percents", "tens-and-fives"),
    question="How much is a tenth of it?",
)
PERCENTS_BY_PARTS_OF_DECIMALS = replace(
    PERCENTS_BY_PARTS, id="percents-by-parts-of-decimals", goal="percents-as-decimals"
)
REPEATING_AS_FRACTIONS = Rule("repeating-as-fractions", "repeating-as-fractions", repeating_as_fractions, "one-kind")
WRITE_EXPANDED = Rule("write-expanded", "write-expanded", write_expanded, "write", question="What is each digit worth?")
WRITE_MEASURE = Rule("write-measure", "write-measure", write_measure, "write")
WRITE_MONEY = Rule("write-money", "write-money", write_money, "write")
WRITE_OVER_PLACES = Rule(
    "write-over-places", "write-over-places", write_over_places, "rename", question="What place does the {bottom} name?"
)
WRITE_OVER_HUNDRED = Rule(
    "write-over-hundred", "write-over-hundred", write_over_hundred, "rename", question="How many hundredths is it?"
)
WRITE_PERCENT = Rule("write-percent", "read-percent", write_percent, "write")
ROUND = Rule("round", "round", round_number, "write", question="Which digit decides?")
ROUND_TERMS = Rule("round-terms", "round-terms", round_terms, "write")

RULES = (
    PERCENTS_AS_DECIMALS,
    PERCENTS_BY_PARTS,
    PERCENTS_BY_PARTS_OF_DECIMALS,
    PERCENTS_AS_FRACTIONS,
    REPEATING_AS_FRACTIONS,
    ROUND,
    ROUND_TERMS,
    WRITE_DECIMAL,
    WRITE_EXPANDED,
    WRITE_FRACTION,
    WRITE_IMPROPER,
    WRITE_LOWEST_FRACTION,
    WRITE_MEASURE,
    WRITE_MONEY,
    WRITE_OVER_HUNDRED,
    WRITE_OVER_PLACES,
    WRITE_PERCENT,
)
