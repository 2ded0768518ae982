"""Why a text cannot be read, and how else it could be read."""

from fractions import Fraction

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of, unit_text
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed, piece


def note_hyphen(_: Manner, whole: str, top: str) -> str:
    return f"I read a subtraction from {whole}. For the mixed number write {whole} {top}/… with a space."


def note_bracket_multiplies(_: Manner, decimal: str, bracket: str) -> str:
    return f"I read {decimal} × {bracket}. For the decimal with {bracket} repeating write {decimal}{bracket}{bracket}…"


def note_spaced_bar(_: Manner, top: str, bottom: str) -> str:
    return f"I read the fraction {top}/{bottom}. For the division write {top} ÷ {bottom}."


def note_bar_divides(_: Manner) -> str:
    return "I read the bar as division from the left. Put what stands below it in brackets if all of it is meant."


def note_from_the_left(_: Manner) -> str:
    return "I read × and ÷ from the left. If the bracket belongs to the divisor, put both in brackets."


def note_minus_power(_: Manner, base: int, exponent: str) -> str:
    return f"I read {MINUS}({base}^{exponent}). For a negative base write ({MINUS}{base})^{exponent}."


def too_long(_: Manner, length: int, limit: int) -> str:
    return f"This is {length:,} characters long. Keep a problem to {limit}: one problem at a time."


def too_many_lines(_: Manner, lines: int, limit: int) -> str:
    return f"These are {lines} lines. Up to {limit} are judged together: leave some out."


def nothing_typed(_: Manner) -> str:
    return "Type a problem, such as 6 1/4 − 2 5/6."


def unknown_sign(_: Manner, sign: str) -> str:
    return f"I cannot read “{sign}” here. Use numbers, fractions such as 3/4, and the signs + − × ÷ ( )."


def unknown_word(_: Manner, sign: str) -> str:
    return (
        f"I do not know “{sign}”. If it is a thing that is counted, add it under your own units in Settings; "
        "amounts otherwise carry units of length, mass, capacity, time or money."
    )


def unit_without_number(_: Manner, unit: str) -> str:
    return f"“{unit}” is a unit, and no number stands before it. Write one there, or take it out."


def units_multiplied(_: Manner, one: str, other: str) -> str:
    return f"{one} times {other} is no amount that is worked with here. Leave the unit out of one of them."


def units_divided(_: Manner, one: str, other: str) -> str:
    return f"{one} divided by {other} is no amount that is worked with here. Leave the unit out of one of them."


def not_worked_with(_: Manner, what: str) -> str:
    return (
        f"{what} are not worked with here. What is: fractions, mixed numbers, decimals and percents with + − × ÷, "
        "powers and brackets, and to simplify, convert, compare, order, round or estimate them, or to fill blanks."
    )


def note_percent_is_hundredths(w: Manner, percent: Expr, all_percents: Expr | None) -> str:
    other = f" For percents alone type {text_of(all_percents, w)}." if all_percents else ""
    return f"I took {text_of(percent, w)} for so many hundredths.{other}"


def note_percent_is_label(w: Manner, bare: Expr) -> str:
    taken = f"I took {text_of(bare, w)} for a percent too, its sign written once."
    return f"{taken} If it is a number, type the percent as a decimal."


def note_percent_of_count(w: Manner, percent: Expr) -> str:
    return f"The answer is shown as a number; as a percent, {text_of(percent, w)}, it is right as well."


def note_negative(w: Manner, number: Expr) -> str:
    return f"I read a negative number, {MINUS}{text_of(number, w)}, behind the sign."


def note_negative_exponent(_: Manner, exponent: int) -> str:
    return f"10 to the power {MINUS}{exponent} is 1 divided by 10 to the power {exponent}."


def note_exercise_number(_: Manner, number: str) -> str:
    return f"I took “{number}” for the number of the exercise."


def note_claim(w: Manner, one: Expr, sign: str, other: Expr, true: bool) -> str:
    said = f"{text_of(one, w)} {sign} {text_of(other, w)}"
    return f"It says {said}, which is true." if true else f"It says {said}, which is false: find the mistake."


def common_of_wholes(_: Manner) -> str:
    return "Common multiples and factors are of two whole numbers or more, as in “LCM of 4 and 6”."


def claim_missing(_: Manner) -> str:
    return "There is nothing to judge. Write a statement, as in “true or false: 2/3 = 8/12”."


def negative_exponent(_: Manner) -> str:
    return "A negative exponent is understood behind 10 only, as in 3 × 10^−2."


def too_many_digits(_: Manner, digits: int, limit: int) -> str:
    return f"A number here has {digits} digits. Use numbers of up to {limit} digits."


def too_many_places(_: Manner, places: int, limit: int) -> str:
    return f"A decimal here has {places} digits after its point. Use up to {limit}."


def comma(_: Manner) -> str:
    return (
        "I read a comma that stands between no thousands. Write a decimal point here, or set the decimal sign to a "
        "comma; between numbers of a list write a space behind it."
    )


def labels_differ(_: Manner, labels: tuple[str, ...]) -> str:
    return f"Different labels stand together: {listed(list(labels) or ['none'])}. Write all amounts in one unit."


def round_to_what(_: Manner) -> str:
    return "Say how far to round, as in “to 2 places” or “to the nearest half”."


def convert_to_what(_: Manner) -> str:
    return "Say what it becomes, as in “as a decimal” or “as a mixed number”."


def remainder_of_wholes(_: Manner) -> str:
    return "A remainder is kept where one whole number is divided by another, as in “17 ÷ 5 with a remainder”."


def block_too_long(w: Manner, bottom: int, limit: int) -> str:
    return f"Over {bottom} the decimal repeats only after more than {limit} digits. Use a smaller {w.bottom}."


def compare_numbers_only(_: Manner) -> str:
    return "Only numbers are compared here. Work calculations out first."


def told_of_numbers_only(_: Manner) -> str:
    return "Words such as “subtract … from …” take two plain numbers. Write a longer calculation with signs."


def compare_two(_: Manner) -> str:
    return "Compare takes two numbers, as in “compare 3/4 and 5/6”. For more, write “order”."


def order_more(w: Manner) -> str:
    return f"Order takes two numbers or more, as in “order 3/4; 2/3; {w.decimal('0.7')}”."


def side_missing(_: Manner) -> str:
    return "One side of the equals sign is empty. Write something there."


def which_digits_repeat(w: Manner, number: str) -> str:
    return f"I cannot tell which digits of “{number}” come again. Put them in brackets, as in {w.decimal('0.1')}(6)."


def no_places(w: Manner, instead: Expr | None) -> str:
    told = "Expanded form is made of the digits of a whole number or a decimal."
    if instead is None:
        return f"{told} This has none that end: take another number."
    return f"{told} Write {text_of(instead, w)} in expanded form."


def no_blank(_: Manner) -> str:
    return "There is an equals sign but no blank. Put a ? where a number is to be found."


def too_many_blanks(_: Manner) -> str:
    return "There are too many blanks to try. Leave at most two of this kind."


def blank_without_equals(_: Manner) -> str:
    return "A blank needs an equals sign, as in 2/3 = ?/12."


def two_points(_: Manner, number: str) -> str:
    return f"“{number}” has two points. A decimal has one: take the other out."


def closing_without_opening(_: Manner, bracket: str) -> str:
    return f"The “{bracket}” closes a bracket that was never opened. Take it out, or open one before it."


def sign_in_the_way(_: Manner, sign: str) -> str:
    return f"I did not expect “{sign}” here. Take it out, or write a number before it."


def two_signs(_: Manner, signs: str) -> str:
    return f"Two signs stand together: “{signs}”. Take one out, or put a negative number in brackets, as in 3 − (−2)."


def two_numbers(_: Manner, first: str, second: str) -> str:
    together = f"“{first}” and “{second}” stand together with no sign between."
    return f"{together} Write + or − between them, or make a fraction such as 1/4."


def exponent_missing(_: Manner) -> str:
    return "A power needs a whole number after the ^, as in 7^2."


def power_of_a_fraction(w: Manner, base: Expr) -> str:
    return f"This power can be read two ways. For the whole fraction write ({text_of(base, w)})^…; otherwise use ÷."


def power_of_a_power(_: Manner, limit: int) -> str:
    return f"A power of a power grows past any sheet. Use one exponent, up to {limit}."


def exponent_too_large(_: Manner, limit: int) -> str:
    return f"This exponent is too large to write out. Use one up to {limit}."


def too_deep(_: Manner, limit: int) -> str:
    return f"Brackets stand more than {limit} deep here. Use fewer brackets inside brackets."


def bracket_not_closed(_: Manner, bracket: str, closing: str) -> str:
    return f"The bracket “{bracket}” is not closed. Write “{closing}” where it ends."


def too_many_numbers(_: Manner, limit: int) -> str:
    return f"There are more than {limit} numbers. Split this into several problems."


def bottom_missing(w: Manner, so_far: str, top: int | str) -> str:
    return f"“{so_far}” has no {w.bottom} number. Write it after the bar, as in {top}/4."


def bottom_zero(w: Manner, top: int | str) -> str:
    return f"I read {top}/0: a piece cannot be 1 out of 0. Change the {w.bottom} number."


def two_bars(_: Manner, a: int, b: int) -> str:
    return f"“{a}/{b}/” has two bars and can be read two ways. Write {a}/{b} ÷ … or {a} ÷ ({b}/…)."


def ends_after_sign(_: Manner, sign: str) -> str:
    return f"The problem stops after “{sign}”. Write a number after it, or take it out."


def empty_brackets(_: Manner) -> str:
    return "These brackets are empty. Write a number in them, or take them out."


def top_missing(w: Manner) -> str:
    return f"This fraction bar has no {w.top} number. Write it before the bar, as in 3/4."


def number_expected(_: Manner, sign: str) -> str:
    return f"I expected a number before “{sign}”. Write one there, or take the sign out."


def divides_by_zero(_: Manner) -> str:
    return "This divides by something worth 0, which has no answer. Change what stands after the ÷."


def estimate_divides_by_zero(_: Manner, unit: Fraction, finer: Fraction | None) -> str:
    what_to_do = f"Round to {unit_text(finer)} instead." if finer else "Change what is divided by."
    return f"Rounded to {unit_text(unit)}, what is divided by becomes 0, and nothing can be divided by 0. {what_to_do}"


def too_large(_: Manner, limit: int) -> str:
    return f"Working this out needs numbers of more than {limit} digits. Use smaller numbers or fewer of them."


def pieces_of_a_sum(w: Manner, common: int) -> str:
    return f"“in {piece(common, w)}” goes behind a sum or difference of fractions. Leave it out here."


def note_no_common_bottom(w: Manner, common: int, bottoms: tuple[int, ...]) -> str:
    """What is named is in the multiples of some bottoms and not of others, or all pieces are of one size already."""
    if len(bottoms) == 1:
        return f"All pieces are {piece(bottoms[0], w)} already: nothing has to be renamed."
    into = [b for b in bottoms if common % b == 0]
    out = [b for b in bottoms if common % b]
    inside = f"in the {listed([f'{b}s' for b in into])}, " if into else ""
    outside = listed([f"{b}s" for b in out])
    return f"{common} is {inside}not in the {outside}: it is no common bottom. The {w.common_bottom} is taken."
