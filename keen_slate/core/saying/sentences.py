"""Every sentence that the core says, by id. A sentence gets the teacher's words and the data of its ``Say``.

To add one, write a function whose parameters are the words and the data it needs, and list it in ``SENTENCES``.
"""

import re
from collections.abc import Callable
from fractions import Fraction
from math import gcd

from keen_slate.core.malrules.words import MISTAKES
from keen_slate.core.notation.text import (
    MINUS,
    gap_text,
    problem_text,
    running_text,
    sign_between,
    text_of,
    unit_text,
)
from keen_slate.core.numbers.forms import CommonFraction, RepeatingDecimal
from keen_slate.core.problem.tree import Expr, Gap, evaluate, number_for
from keen_slate.core.saying.names import DEMAND_NAMES, FAMILY_NAMES, LIMIT_NAMES, filled
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.words import DEFAULT_WORDS, Words, listed, piece, place_name, sentence


def say(said: Say, words: Words = DEFAULT_WORDS) -> str:
    """The sentence in the teacher's words.

    >>> say(Say.of("bottom-zero", top=3))
    'I read 3/0: a piece cannot be 1 out of 0. Change the bottom number.'
    """
    sentence_said = SENTENCES[said.id](words, **dict(said.data))
    return with_decimal_sign(sentence_said, words)


def with_decimal_sign(text: str, words: Words) -> str:
    """The text with the teacher's decimal sign.

    >>> with_decimal_sign("0.35 is 35/100.", Words(decimal_sign=","))
    '0,35 is 35/100.'
    """
    if words.decimal_sign == ".":
        return text
    return re.sub(r"\.(?=\d|\(\d+\)|</mn>)", words.decimal_sign, text)


def _signed(numbers: tuple[int, ...]) -> str:
    """``3 + 4 − 2``."""
    text = f"{MINUS if numbers[0] < 0 else ''}{abs(numbers[0])}"
    for n in numbers[1:]:
        text += f" {MINUS if n < 0 else '+'} {abs(n)}"
    return text


def _number(n: int) -> str:
    return f"{MINUS}{-n}" if n < 0 else str(n)


def _pieces(count: int, bottom: int, w: Words) -> str:
    return f"{count} {piece(bottom, w, many=count != 1)}"


def _whole_or_wholes(count: int) -> str:
    return "1 whole" if count == 1 else f"{count} wholes"


def _changes(changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return listed([f"{text_of(a)} is {text_of(b)}" for a, b in changed])


# Questions


def compare_bottoms(w: Words, bottoms: tuple[int, ...], common: int, parts: int) -> str:
    asked = f"Which {w.bottom}s change: both, one or neither?" if len(bottoms) < 3 else f"Which {w.bottom}s change?"
    if len(bottoms) == 1:
        return f"{asked} Neither: {'both' if parts == 2 else 'all'} are {piece(common, w)} already."
    kept = [b for b in bottoms if b == common]
    if kept:
        others = listed([str(b) for b in bottoms if b != common])
        return f"{asked} {common} is a multiple of {others} already: {kept[0]} stays."
    both = (
        "Both: neither is a multiple of the other." if len(bottoms) == 2 else "All: none is a multiple of all the rest."
    )
    return f"{asked} {both}"


def compare_for_product(w: Words, bottoms: tuple[int, ...]) -> str:
    if len(bottoms) == 2:
        return f"Which {w.bottom}s change: both, one or neither? Both: each is multiplied by the other."
    return f"Which {w.bottom}s change? All: each is multiplied by the others."


def ask_enough(w: Words, top: int, less_top: int, bottom: int) -> str:
    asked = f"Is {top}/{bottom} enough to take {less_top}/{bottom} away?"
    return (
        f"{asked} Yes, {top} is at least {less_top}."
        if top >= less_top
        else f"{asked} No, {top} is less than {less_top}."
    )


# Reasons


def problem(w: Words) -> str:
    return "Work it out."


def rename_by_multiples(w: Words, bottoms: tuple[int, ...], common: int) -> str:
    sizes = sentence(listed([piece(b, w) for b in bottoms]))
    both = "both" if len(bottoms) == 2 else "all"
    changing = [piece(b, w) for b in bottoms if b != common]
    tail = f" Only the {listed(changing)} change." if len(changing) < len(bottoms) else ""
    return f"{sizes} are different sizes. {sentence(piece(common, w))} fit {both}.{tail}"


def rename_by_product(w: Words, bottoms: tuple[int, ...], common: int) -> str:
    sizes = sentence(listed([piece(b, w) for b in bottoms]))
    both = "both" if len(bottoms) == 2 else "all"
    product = " × ".join(str(b) for b in bottoms)
    return f"{sizes} are different sizes. {product} = {common}: {piece(common, w)} fit {both}."


def rename_by_keeping(w: Words, bottoms: tuple[int, ...], common: int) -> str:
    changing = [piece(b, w) for b in bottoms if b != common]
    return f"{sentence(piece(common, w))} fit both: only the {listed(changing)} change."


def rename_by_primes(w: Words, bottoms: tuple[int, ...], common: int) -> str:
    return f"The primes of {listed([str(b) for b in bottoms])}, shared ones once, make {common}: {piece(common, w)} fit all."


def cross_products(w: Words, first: CommonFraction, second: CommonFraction, minus: bool) -> str:
    sign = MINUS if minus else "+"
    a, b, c, d = first.numerator, first.denominator, second.numerator, second.denominator
    return f"Cross products: {a} × {d} {sign} {c} × {b} {w.over} {b} × {d}."


def work_cross_products(w: Words, a: int, c: int, top: int, bottom: int, minus: bool) -> str:
    return f"{a} {MINUS if minus else '+'} {c} = {top}, {w.over} {bottom}."


def reduce_terms(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Smaller numbers first: {_changes(changed)}."


def put_together(w: Words, a: Expr, b: Expr) -> str:
    return f"{text_of(a)} and {text_of(b)} make a whole: put them together first."


def put_wholes_by(w: Words, wholes: tuple[int, ...]) -> str:
    if len(wholes) == 1:
        return f"Put the {wholes[0]} by; the fractions come next."
    return f"Wholes first: {_signed(wholes)} = {sum(wholes)}. Put {sum(wholes)} by."


def combine_tops(w: Words, tops: tuple[int, ...], bottom: int) -> str:
    tops = tuple(t for t in tops if t) or (0,)
    total = sum(tops)
    if len(tops) == 1:
        return "Nothing is added or taken away here."
    verb = "Add" if all(t >= 0 for t in tops) else "Take away" if len(tops) == 2 else "Combine"
    return f"{verb} the {piece(bottom, w)}: {_signed(tops)} = {_number(total)}."


def join(w: Words, wholes: tuple[int, ...]) -> str:
    if len(wholes) == 1:
        return "Join the whole and the part."
    verb = "Add" if all(n > 0 for n in wholes) else "Take away"
    end = " No whole is left." if sum(wholes) == 0 else ""
    return f"{verb} the wholes: {_signed(wholes)} = {_number(sum(wholes))}.{end}"


def regroup(w: Words, whole: int, left: int, top: int, new_top: int, less_top: int, bottom: int, opened: int) -> str:
    return (
        f"{top}/{bottom} is not enough to take {less_top}/{bottom} away. {sentence(w.regroup)} "
        f"{_whole_or_wholes(opened)} as {opened * bottom}/{bottom}: {whole} becomes {left}, "
        f"and {top} + {opened * bottom} = {new_top}."
    )


def regroup_open(
    w: Words, top: int | None, less_top: int, bottom: int, opened: int, whole: int, left: int, pulled_over: bool
) -> str:
    why = (
        f"{whole} has no {piece(bottom, w)} to take {less_top}/{bottom} from."
        if top is None
        else f"{top}/{bottom} is not enough to take {less_top}/{bottom} away."
    )
    becomes = f"{whole} becomes {left}"
    if pulled_over:
        return f"{why} {sentence(w.regroup)}: pull {_whole_or_wholes(opened)} over to the part; {becomes}."
    return f"{why} {sentence(w.regroup)}: open {_whole_or_wholes(opened)} as {opened * bottom}/{bottom}; {becomes}."


def gather_regrouped(w: Words, parts: tuple[Expr, ...], top: int, bottom: int) -> str:
    if len(parts) == 1:
        return (
            f"That is {top} {piece(bottom, w)} to take from."
            if isinstance(parts[0], CommonFraction)
            else f"{text_of(parts[0])} is {top}/{bottom}."
        )
    return f"{listed([text_of(p) for p in parts])} make {top}/{bottom}."


def split_subtrahend(w: Words, whole: int, top: int, bottom: int) -> str:
    return f"Count back the {whole} first, then {_pieces(top, bottom, w)}."


def count_back_wholes(w: Words, start: Expr, less: int, left: Expr) -> str:
    return f"From {text_of(start)} back {less}: {text_of(left)}."


def count_back_to_whole(w: Words, whole: int, top: int, rest: int, bottom: int) -> str:
    return f"Back {_pieces(top, bottom, w)} to {whole}; {_pieces(rest, bottom, w)} still to go."


def count_back_parts(w: Words, start: Expr, top: int, bottom: int, left: Expr) -> str:
    return f"From {text_of(start)} back {_pieces(top, bottom, w)}: {text_of(left)}."


def set_parts_apart(w: Words, whole: int, less: int) -> str:
    return f"Wholes first: {whole} {MINUS} {less} = {whole - less}. The parts stand apart."


def subtract_parts(w: Words, top: int, less_top: int, bottom: int) -> str:
    return f"{top}/{bottom} {MINUS} {less_top}/{bottom} = {MINUS}{less_top - top}/{bottom}: the parts fall short."


def part_from_wholes(w: Words, whole: int, top: int, bottom: int) -> str:
    return f"Take {top}/{bottom} from one whole, {bottom}/{bottom}: {bottom - top}/{bottom} of it is left."


def count_up(w: Words, smaller: Expr, larger: Expr, to: int, jumps: tuple[Expr, ...], whole: int) -> str:
    steps = [f"{text_of(jumps[0])} to {to}"]
    if whole > to:
        steps.append(f"{whole - to} to {whole}")
    if evaluate(larger) != whole:
        steps.append(f"{text_of(jumps[-1])} to {text_of(larger)}")
    return f"Count up from {text_of(smaller)}: {listed(steps)}."


def same_change(w: Words, change: int, bottom: int) -> str:
    return f"{change}/{bottom} more on each leaves the difference as it is, and makes the second a whole."


def divide_out_wholes(w: Words, top: int, bottom: int, count: int, rest: int, wholes: tuple[int, ...]) -> str:
    divided = f"{top} ÷ {bottom} = {count}" + (f" remainder {rest}" if rest else "")
    added = tuple(n for n in (*wholes, count) if n)
    return f"{divided}: {_signed(added)} = {sum(added)} wholes." if len(added) > 1 else f"{divided}."


def regroup_bare(
    w: Words, whole: int, left: int, top: int, new_top: int, less_top: int, bottom: int, opened: int
) -> str:
    becomes = f"{left} {new_top}/{bottom}" if left else f"{new_top}/{bottom}"
    return (
        f"{whole} has no {piece(bottom, w)} to take {less_top}/{bottom} from. {sentence(w.regroup)} "
        f"{_whole_or_wholes(opened)} as {opened * bottom}/{bottom}: {whole} becomes {becomes}."
    )


def mixed_first(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Take the wholes out first: {_changes(changed)}."


def make_wholes(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"{_changes(changed)}."


def to_improper(w: Words, example: Expr | None) -> str:
    if example is None:
        return "Write everything as fractions."
    whole, rest = text_of(example).split(" ")
    bottom = int(rest.split("/")[1])
    are = "whole is" if whole == "1" else "wholes are"
    return f"Count everything in pieces: {whole} {are} {whole} × {bottom} {piece(bottom, w)}, and the part is added."


def take_out_wholes(w: Words, top: int, rest: int, bottom: int, count: int) -> str:
    return f"{top}/{bottom} is {count * bottom}/{bottom} and {rest}/{bottom}."


def carry(w: Words, top: int, bottom: int, count: int, wholes: tuple[int, ...]) -> str:
    total = sum(wholes) + count
    numbers = _signed((*wholes, count))
    return f"{top}/{bottom} {_makes(count)}. Carry it to the wholes: {numbers} = {total}."


def wholes_out(w: Words, top: int, bottom: int, count: int, wholes: tuple[int, ...]) -> str:
    return f"{top}/{bottom} {_makes(count)}."


def _makes(count: int) -> str:
    return "makes 1 whole" if count == 1 else f"make {count} wholes"


def exactly_wholes(w: Words, top: int, bottom: int, count: int, wholes: tuple[int, ...]) -> str:
    start = f"{top}/{bottom} {'is' if count == 1 else 'are'} exactly {_whole_or_wholes(count)}"
    wholes = tuple(n for n in wholes if n)
    return f"{start}: {_signed((*wholes, count))} = {sum(wholes) + count}." if wholes else f"{start}."


def simplify(w: Words, factor: int, top: int, bottom: int, whole: int) -> str:
    start = f"Divide {w.top} and {w.bottom} by {factor}, their {w.greatest_common_factor}."
    return f"{start} The {whole} comes along unchanged." if whole else start


def simplify_step(w: Words, factor: int, top: int, bottom: int, whole: int) -> str:
    start = "Both even: halve, and look again." if factor == 2 else f"Both divide by {factor}; look again."
    return f"{start} The {whole} comes along unchanged." if whole else start


def no_part(w: Words, bottom: int, whole: int) -> str:
    return f"No {piece(bottom, w)} are left."


def no_whole(w: Words, bottom: int, whole: int) -> str:
    return "A whole of 0 is not written."


def drop_zeros(w: Words) -> str:
    return "Zeros at the end of a decimal change nothing."


def signs(w: Words, added: bool, taken: bool) -> str:
    if added and taken:
        return "Adding a negative takes away; taking away a negative adds."
    return "Adding a negative takes away." if added else "Taking away a negative adds."


def drop_zero_terms(w: Words) -> str:
    return "0 changes nothing here."


def added_first(w: Words) -> str:
    return "Put together what is added first; then there is enough to take away from."


def negative_result(w: Words, larger: Expr | None, smaller: Expr | None) -> str:
    if larger is None or smaller is None:
        return "More is taken away than there is: the answer is below 0. Turn it round and put a minus before it."
    return (
        f"{text_of(larger)} is more than {text_of(smaller)}: the answer is below 0. "
        "Turn it round and put a minus before it."
    )


def all_taken_away(w: Words) -> str:
    return "Everything is taken away: add it up and put a minus before it."


def product_signs(w: Words, negatives: int) -> str:
    if negatives == 1:
        return "One negative makes the product negative."
    return "Two negatives make a positive." if negatives == 2 else f"{negatives} negatives: count the signs in pairs."


def add_wholes(w: Words, numbers: tuple[int, ...]) -> str:
    return f"{_signed(numbers)} = {_number(sum(numbers))}."


def multiply_wholes(w: Words, a: int, b: int) -> str:
    return f"{a} × {b} = {a * b}."


def divide_wholes(w: Words, a: int, b: int) -> str:
    return f"{a} ÷ {b} = {a // b}."


def divide_as_fraction(w: Words, a: int, b: int) -> str:
    return f"{a} ÷ {b} does not come out whole: write it as {a}/{b}."


def raise_(w: Words, exponent: int) -> str:
    if exponent == 0:
        return "A power of 0 is 1."
    return "The base itself." if exponent == 1 else f"The base is written {exponent} times as a factor."


def equal_length(w: Words, places: int) -> str:
    return f"Points under each other; zeros fill up to {place_name(-places)}."


def regroup_column(w: Words, digit: int, less: int, here: int, lender: int, across: int) -> str:
    nines = ", leaving 9 in each column between" if across else ""
    enough = f"1 {place_name(here)[:-1]} is" if digit == 1 else f"{digit} {place_name(here)} are"
    return (
        f"{enough} not enough to take {less} away. {sentence(w.regroup)} "
        f"1 from the {place_name(lender)}{nines}: {digit + 10} {place_name(here)}."
    )


def write_digit(
    w: Words, digits: tuple[int, ...], minus: bool, carried_in: int, total: int, digit: int, carry: int, place: int
) -> str:
    numbers = digits + ((carried_in,) if carried_in and not minus else ())
    text = f"{f' {MINUS} ' if minus else ' + '}".join(map(str, numbers)) + f" = {total}"
    carried = f" Write {digit}, carry {carry}." if carry else ""
    return f"{sentence(place_name(place))}: {text}.{carried}"


def multiply_decimals(w: Words, a: int, b: int, product: int, places: int) -> str:
    ending = "1 digit after the point" if places == 1 else f"{places} digits after the point"
    return f"{a} × {b} = {product}; {ending}, as many as both have together."


def shift_points(w: Words, shift: int, divisor: Expr) -> str:
    return f"Make both {10**shift} times as large, so that the divisor is whole: {text_of(divisor)}."


def divide_decimals(w: Words, dividend: Expr, divisor: int, quotient: Expr) -> str:
    point = " The point stands above the point." if "." in text_of(quotient) else ""
    return f"{text_of(dividend)} ÷ {divisor} = {text_of(quotient)}.{point}"


def decimals_as_fractions(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Decimals as fractions by place value: {_changes(changed)}."


def decimals_as_lowest(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Decimals as fractions in {w.simplest_form}: {_changes(changed)}."


def all_decimals(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"All as decimals: {_changes(changed)}."


def cancel(w: Words, taken: tuple[tuple[int, int, int], ...]) -> str:
    divided = listed([f"{top} and {bottom} by {factor}" for top, bottom, factor in taken])
    return f"Cancel before multiplying: divide {divided}."


def rename_both(w: Words, common: int) -> str:
    return f"Both in {piece(common, w)}, so that they can be counted."


def divide_tops(w: Words, a: int, c: int, bottom: int) -> str:
    return f"How many times do {_pieces(c, bottom, w)} go into {_pieces(a, bottom, w)}? {a} ÷ {c}."


def add_opposite(w: Words) -> str:
    return "Taking away is adding the opposite."


def drop_brackets(w: Words, opposite: bool) -> str:
    return "The opposite of a negative is positive." if opposite else "Brackets round a single number say nothing more."


def put_into_signs(w: Words, first: Expr, second: Expr, divide: bool) -> str:
    if divide:
        return f"{text_of(first)} is measured out in amounts of {text_of(second)}: divide it by {text_of(second)}."
    return f"{text_of(first)} is there at first: it stands first, and {text_of(second)} is taken from it."


def slip(w: Words, kind: str, alone: bool, worked: Expr | None) -> str:
    if worked is None:
        return "A slip of one basic fact" if alone else "with a slip of one basic fact"
    if kind == "item":
        return f"The numbers of another item: {problem_text(worked)}"
    return f"A digit copied wrongly: {problem_text(worked)}"


def contradiction(w: Words, family: str, wishes: tuple[str, ...]) -> str:
    names = [f"“{filled(DEMAND_NAMES.get(name) or LIMIT_NAMES[name], w)}”" for name in wishes]
    within = filled(FAMILY_NAMES[family], w)
    if len(names) < 2:
        return f"{within}: {names[0] if names else 'this'} cannot be had with such numbers. Change it and draw again."
    return f"{within}: {listed(names)} cannot be had together. Leave one of them out, and draw again."


def lacks(w: Words, demands: tuple[str, ...]) -> str:
    return f"This one does without: {listed([filled(DEMAND_NAMES[d], w) for d in demands])}."


def asks_besides(w: Words, demands: tuple[str, ...]) -> str:
    return f"It asks besides: {listed([filled(DEMAND_NAMES[d], w) for d in demands])}."


def no_other_item(w: Words, how: str) -> str:
    return {
        "another": "I found no other numbers near that ask for the same. Type one by hand.",
        "easier": "This is the easiest of its kind that I can draw. Type one by hand.",
        "harder": "This is the hardest of its kind that I can draw. Type one by hand.",
        "other-operation": "There is no other operation for these numbers.",
        "contrast": "I found no one change that makes a difference here.",
        "find": "This mistake gives no wrong answer on these numbers. Choose another mistake.",
    }[how]


# Conversions, rounding, comparing


def whole_over_one(w: Words, n: int) -> str:
    return f"{n} wholes are {n}/1."


def write_improper(w: Words, whole: int, top: int, bottom: int) -> str:
    are = "1 whole is" if whole == 1 else f"{whole} wholes are"
    return f"{are} {whole} × {bottom} = {whole * bottom} {piece(bottom, w)}; {top} more make {whole * bottom + top}."


def write_fraction(w: Words, number: Expr, places: int) -> str:
    return f"The last digit of {text_of(number)} stands for {place_name(-places)}: {w.over} {10**places}."


def write_repeating_fraction(w: Words, number: RepeatingDecimal) -> str:
    times, before = 10 ** (number.places + len(number.block)), 10**number.places
    start = RepeatingDecimal(number.digits, 0, number.block)
    on = RepeatingDecimal(int(f"{number.digits}{number.block}"), 0, number.block)
    left = on.value - start.value
    told = f"{times} times the number is {running_text(on)}"
    if before == 1:
        return f"{told}, less the number is {left}. So {times - before} of it make {left}."
    told += f" and {before} times it is {running_text(start)}"
    return f"{told}; the difference is {left}. So {times - before} of it make {left}."


def percent_as_hundredths(w: Words, number: Expr) -> str:
    return f"{text_of(number)} means so many hundredths."


def percent_to_decimal(w: Words) -> str:
    return "A percent is a hundredth: the digits move two places."


def percents_as_fractions(w: Words, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"A percent is a number of hundredths: {_changes(changed)}."


def write_decimal_by_place(w: Words, top: int, bottom: int, places: int) -> str:
    times = 10**places // bottom
    if times == 1:
        return f"{top}/{bottom} is read off by place value."
    return f"{bottom} × {times} = {10**places}, so {top}/{bottom} is {top * times}/{10**places}: {place_name(-places)}."


def write_decimal(w: Words, top: int, bottom: int, quotient: Expr) -> str:
    return f"A fraction is a division: {top} ÷ {bottom} = {text_of(quotient)}."


def write_repeating(w: Words, top: int, bottom: int, block: str) -> str:
    digits = "the digit" if len(block) == 1 else f"the block of {len(block)} digits"
    return f"{top} ÷ {bottom} never ends: a remainder comes back, and {digits} {block} repeats."


def write_percent(w: Words) -> str:
    return "Percent counts hundredths: 100 times the number."


def round_(w: Words, unit: Fraction, way: int | None) -> str:
    to = f"To {unit_text(unit)}"
    if way is None:
        return f"{to}: it is there already, and nothing changes."
    if way == 0:
        return f"{to}: it lies exactly midway, and schools round up."
    return f"{to}: it lies {'past' if way > 0 else 'before'} midway, so round {'up' if way > 0 else 'down'}."


def round_terms(w: Words, changed: tuple[tuple[Expr, Expr], ...], unit: Fraction) -> str:
    to = f"Each number to {unit_text(unit)}"
    return f"{to}: {_changes(changed)}." if changed else f"{to}: they are there already."


def items_as_decimals(w: Words) -> str:
    return "One kind of number: all as decimals."


def items_as_fractions(w: Words) -> str:
    return "One of them never ends as a decimal: all as fractions."


def equal_length_items(w: Words, places: int) -> str:
    return f"The same number of places: zeros fill up to {place_name(-places)}."


def put_in_order(w: Words) -> str:
    return "Of one size, they can be put in order."


def as_given(w: Words) -> str:
    return "Said of the numbers as they were given."


def compare_by_sign(w: Words, a: Expr, b: Expr) -> str:
    if evaluate(a) < 0 and evaluate(b) < 0:
        return "Both are below 0: the one further from 0 is smaller."
    return "A number below 0 is smaller than one that is not."


def compare_numbers(w: Words, a: Expr, b: Expr) -> str:
    words = {"<": "is less than", ">": "is more than", "=": "is the same as"}
    return f"{text_of(a)} {words[sign_between(a, b)]} {text_of(b)}: compare from the left, place by place."


def compare_wholes(w: Words, a: int, b: int) -> str:
    return f"The wholes decide: {a} is {'less' if a < b else 'more'} than {b}."


def compare_tops(w: Words, a: int, b: int, bottom: int) -> str:
    if a == b:
        return f"The same number of {piece(bottom, w)}."
    return f"{_pieces(a, bottom, w)} are {'fewer' if a < b else 'more'} than {_pieces(b, bottom, w)}."


# Blanks


def equal_fraction(
    w: Words, reference: CommonFraction, new: CommonFraction, times: int, given: CommonFraction, top: bool
) -> str:
    a, b, c, d = reference.numerator, reference.denominator, new.numerator, new.denominator
    start = "" if reference == given else f"{text_of(given)} is {text_of(reference)}. "
    sign, n = ("×", times) if times > 0 else ("÷", -times)
    if times == 0:
        return f"{start}The same part of a whole: {text_of(new)} = {text_of(reference)}."
    known, found = ((b, d), (a, c)) if top else ((a, c), (b, d))
    return f"{start}{known[0]} {sign} {n} = {known[1]}, so {found[0]} {sign} {n} = {found[1]}."


def set_alone(w: Words) -> str:
    return "Undo what is done to the blank, so that it stands alone."


def write_in(w: Words, value: Expr, gap: Gap, numbers: tuple[Expr, ...]) -> str:
    return f"The blank is worth {text_of(value)}: write {listed([text_of(n) for n in numbers])}."


def count_tops(w: Words, pieces: int, weights: tuple[int, ...], total: int) -> str:
    most = listed([str(total // weight) for weight in weights])
    return f"Everything in {piece(pieces, w)}: count the {w.top}s. They can be at most {most}."


def one_way(w: Words, count: int, weights: tuple[int, ...], total: int, divisor: int) -> str:
    why = f"Every count must leave a {total} that {divisor} divides" if divisor > 1 else f"The counts must make {total}"
    return f"{why}. " + ("This is the only way." if count == 1 else f"One of {count} ways.")


def blank_in_number(w: Words, gap: Gap, filled: Expr, value: Expr) -> str:
    same = "" if text_of(filled) == text_of(value) else f"{text_of(value)} is {text_of(filled)}"
    written = f"{gap_text(gap)} stands for {text_of(filled)}"
    return f"{same}, so {written}." if same else f"{sentence(written)}."


def ways(w: Words, count: int, bounded: bool) -> str:
    limit = " with numbers up to 100" if bounded else ""
    return f"The only way{limit}." if count == 1 else f"One of {count} ways{limit}."


def blank_is_result(w: Words) -> str:
    return "The blank is what the other side comes to."


def no_whole_pieces(w: Words, value: Expr, pieces: int) -> str:
    return f"The blank is worth {text_of(value)}: that is no whole number of {piece(pieces, w)}, so nothing fits."


def no_way(w: Words, weights: tuple[int, ...], total: int, pieces: int, value: Expr | None, differ: bool) -> str:
    if differ:
        return "The sides without a blank are not equal: no number fits."
    if weights and total < 0 and value is not None:
        return f"Counted in {piece(pieces, w)}, {text_of(value)} is no whole number of pieces: no whole numbers fit."
    divisor = gcd(*weights) if weights else 1
    if divisor > 1 and total % divisor:
        return f"Every count is a multiple of {divisor}, and {total} is not: no whole numbers fit."
    return "No whole number fits this blank."


# Why a choice cannot be followed


def refuse_keep_one(w: Words, bottoms: tuple[int, ...]) -> str:
    return f"Of {listed([str(b) for b in bottoms])} none is a multiple of the rest: no {w.bottom} can be kept."


def refuse_cross_products_terms(w: Words, count: int) -> str:
    return f"Cross products take two fractions; here are {count}."


def refuse_cross_products_mixed(w: Words) -> str:
    return f"Cross products hide whether the part is enough; take {w.improper} fractions to use them here."


def refuse_make_a_whole(w: Words) -> str:
    return "No two parts make a whole here."


def refuse_count_back(w: Words, bottoms: tuple[int, ...]) -> str:
    sizes = listed([piece(b, w) for b in bottoms])
    return f"Counting back needs pieces of one size; here are {sizes}."


def refuse_negatives(w: Words) -> str:
    return "This class does not know numbers below 0 yet."


def refuse_decimals(w: Words, number: Expr) -> str:
    return f"{text_of(number)} never ends as a decimal; fractions are exact."


# Recommending and checking


def recommend_possible(w: Words) -> str:
    return "The other way cannot be followed here."


def recommend_facts(w: Words, more: int, fewer: int) -> str:
    return f"Fewer facts beyond 12 × 12: {fewer} against {more}."


def recommend_smaller(w: Words, small: int, large: int) -> str:
    return f"Smaller numbers: up to {small} instead of {large}."


def recommend_shorter(w: Words, few: int, many: int) -> str:
    return f"Shorter: {few} lines instead of {many}." if few < many else "Nothing is left to simplify."


def recommend_either(w: Words) -> str:
    return "Both cost the same here."


def check_inverse(w: Words, back: Expr, undone: Expr) -> str:
    return f"Undo it: {text_of(undone)} must give {text_of(back)} again."


def check_another_school(w: Words) -> str:
    return "Work it another way: the answer must be the same."


def check_decimals(w: Words) -> str:
    return "Every number here ends as a decimal: work it in decimals."


def check_simplest(w: Words, top: int, bottom: int) -> str:
    return f"{top} and {bottom} share no factor but 1: {w.simplest_form}."


# Two readings


def note_hyphen(w: Words, whole: str, top: str) -> str:
    return f"I read a subtraction from {whole}. For the mixed number write {whole} {top}/… with a space."


def note_bracket_multiplies(w: Words, decimal: str, bracket: str) -> str:
    return f"I read {decimal} × {bracket}. For the decimal with {bracket} repeating write {decimal}{bracket}{bracket}…"


def note_spaced_bar(w: Words, top: str, bottom: str) -> str:
    return f"I read the fraction {top}/{bottom}. For the division write {top} ÷ {bottom}."


def note_bar_divides(w: Words) -> str:
    return "I read the bar as division from the left. Put what stands below it in brackets if all of it is meant."


def note_from_the_left(w: Words) -> str:
    return "I read × and ÷ from the left. If the bracket belongs to the divisor, put both in brackets."


def note_minus_power(w: Words, base: int, exponent: str) -> str:
    return f"I read {MINUS}({base}^{exponent}). For a negative base write ({MINUS}{base})^{exponent}."


def multiply_fractions(w: Words, a: int, b: int, c: int, d: int) -> str:
    if 1 in (b, d) and b != d:
        return f"Only the {w.top} is multiplied: {a} × {c} = {a * c}. The {w.bottom} stays {b * d}."
    return f"{sentence(w.top)} times {w.top}, {w.bottom} times {w.bottom}: {a} × {c} = {a * c}, {b} × {d} = {b * d}."


def invert(w: Words, top: int, bottom: int) -> str:
    by, turned = (str(a) if b == 1 else f"{a}/{b}" for a, b in ((top, bottom), (bottom, top)))
    return f"Dividing by {by} is multiplying by {turned}."


# Pictures: what is said in their place


def picture_too_fine(w: Words, kind: str, pieces: int) -> str:
    names = {"strips": "a strip", "discs": "a disc", "rectangles": "a rectangle"}
    return f"{sentence(piece(pieces, w))} are too fine to be seen in {names[kind]}."


def picture_strips(w: Words, rows: tuple[tuple[int, int, int], ...]) -> str:
    told = [
        f"{top} of {bottom} pieces" + (f", each cut in {recut}, {top * recut} of {bottom * recut}" if recut > 1 else "")
        for top, bottom, recut in rows
    ]
    return f"Strips against a whole strip: {'; '.join(told)}."


def picture_rectangles(w: Words, columns: int, rows: int, taken_columns: int, taken_rows: int, overlap: bool) -> str:
    cut = f"cut into {columns} columns and {rows} rows, {columns * rows} cells"
    if overlap:
        return (
            f"A rectangle {cut}: {taken_columns} columns and {taken_rows} rows overlap in {taken_columns * taken_rows}."
        )
    return f"Two rectangles {cut}: {taken_columns} columns taken of one, {taken_rows} rows of the other."


def picture_discs(w: Words, discs: tuple[tuple[int, int, bool], ...]) -> str:
    whole = sum(taken == pieces == 1 for pieces, taken, _ in discs)
    told = [_whole_or_wholes(whole)] if whole else []
    for pieces, taken, opened in discs:
        if pieces > 1:
            told.append(f"{'one whole opened up: ' if opened else ''}{taken} of {pieces} pieces")
    return f"Discs: {'; '.join(told)}."


def picture_jumps(w: Words, low: Fraction, high: Fraction, jumps: tuple[tuple[Fraction, Fraction], ...]) -> str:
    told = [f"from {text_of(number_for(a))} to {text_of(number_for(b))}" for a, b in jumps]
    return f"Number line from {low} to {high} with jumps {listed(told)}."


def picture_parts(w: Words, kind: str, whole: Fraction, parts: tuple[Fraction, ...], unknown: int) -> str:
    shown = ["unknown" if i == unknown else text_of(number_for(p)) for i, p in enumerate(parts)]
    total = "unknown" if unknown == -1 else text_of(number_for(whole))
    name = "Bar model" if kind == "bars" else "Part–whole tree"
    return f"{name}: the whole is {total}, its parts are {listed(shown)}."


def picture_square(w: Words, filled: Fraction) -> str:
    return f"Squares of 100 cells: {text_of(number_for(filled))} cells taken."


# Mistakes


def mistake_tops_and_bottoms(w: Words, parts: tuple[tuple[bool, CommonFraction], ...]) -> str:
    tops = tuple(-p.numerator if minus else p.numerator for minus, p in parts)
    bottoms = tuple(-p.denominator if minus else p.denominator for minus, p in parts)
    return (
        f"{sentence(w.top)}s: {_signed(tops)} = {_number(sum(tops))}. "
        f"{sentence(w.bottom)}s: {_signed(bottoms)} = {_number(sum(bottoms))}."
    )


def tops_and_bottoms_impasse(w: Words, top: int, bottom: int) -> str:
    if bottom == 0:
        return f"The {w.bottom}s leave 0, and nothing can be cut into 0 pieces."
    if bottom < 0:
        return f"The {w.bottom}s cannot be taken from each other: they would leave {_number(bottom)}."
    return f"The {w.top}s cannot be taken from each other: they would leave {_number(top)}."


def mistake_smaller_from_larger(w: Words, top: int, less_top: int, bottom: int) -> str:
    return f"{less_top} {MINUS} {top} = {less_top - top}: the smaller part is taken from the larger."


def mistake_regroup_ten(w: Words, whole: int, top: int, new_top: int, bottom: int) -> str:
    return f"{whole} becomes {whole - 1}, and {top} + 10 = {new_top}: ten pieces for one whole."


def regroup_ten_impasse(w: Words, top: int, new_top: int, less_top: int, bottom: int) -> str:
    return f"Even {top} + 10 = {new_top} {piece(bottom, w)} are not enough to take {less_top} away."


def mistake(w: Words, mistake: str) -> str:
    return sentence(filled(MISTAKES[mistake].shows, w))


def fractions_alone_impasse(w: Words) -> str:
    return "The fractions alone would leave less than nothing."


def nothing_left_impasse(w: Words) -> str:
    return "This would leave less than nothing, and the pupil cannot go on."


def about_one(w: Words, verdict: str) -> str:
    return {
        "more": "Each part is at least a half: together more than 1.",
        "less": "Each part is at most a half: together less than 1.",
        "cannot-tell": "More or less than 1? Halves cannot tell.",
    }[verdict]


def verdict(w: Words, verdict: str, causes: int) -> str:
    if verdict == "right":
        return "Right."
    if verdict == "wrong form":
        return "The value is right, the form is not."
    if causes == 0:
        return "Wrong, and no known cause."
    return "Wrong. This may have led there:" if causes == 1 else "Wrong. One of these may have led there:"


def line_verdict(w: Words, verdict: str, due: str, run_on: bool) -> str:
    told = {
        "follows": "Follows.",
        "side-work": "Side work, and right.",
        "follow-through": "Follows from the pupil's own number.",
        "false": f"Does not follow. Due here: {due}." if due else "Does not follow.",
    }[verdict]
    return told + (" Equal signs are strung together between things that are not equal." if run_on else "")


def lines_of_one_value(w: Words) -> str:
    return "Lines are judged where a calculation has one value; this asks for something else."


def zero_impasse(w: Words) -> str:
    return "This leads to dividing by 0, and nobody can go on."


def blank_impasse(w: Words) -> str:
    return "No whole number fits into the blank then, and nobody can go on."


def answer_is_no_number(w: Words) -> str:
    return "I cannot read this as an answer. Write one number, such as 3 5/12 or 2.75; for blanks, commas between."


def answer_is_no_comparison(w: Words) -> str:
    return "I cannot read this as a comparison. Write <, > or =, or the numbers in order with signs or commas between."


def goes_round(w: Words) -> str:
    return "The work comes back to where it was."


# Texts that cannot be read


def too_long(w: Words, length: int, limit: int) -> str:
    return f"This is {length:,} characters long. Keep a problem to {limit}: one problem at a time."


def nothing_typed(w: Words) -> str:
    return "Type a problem, such as 6 1/4 − 2 5/6."


def unknown_sign(w: Words, sign: str) -> str:
    return f"I cannot read “{sign}” here. Use numbers, fractions such as 3/4, and the signs + − × ÷ ( )."


def too_many_digits(w: Words, digits: int, limit: int) -> str:
    return f"A number here has {digits} digits. Use numbers of up to {limit} digits."


def too_many_places(w: Words, places: int, limit: int) -> str:
    return f"A decimal here has {places} digits after its point. Use up to {limit}."


def comma(w: Words) -> str:
    return "I read a comma. Write a decimal point here, or set the decimal sign to a comma; thousands are written without one."


def labels_differ(w: Words, labels: tuple[str, ...]) -> str:
    return f"Different labels stand together: {listed(list(labels) or ['none'])}. Write all amounts in one unit."


def one_percent_only(w: Words) -> str:
    return "Only one percent can be written in another form at a time."


def round_to_what(w: Words) -> str:
    return "Say how far to round, as in “to 2 places” or “to the nearest half”."


def convert_to_what(w: Words) -> str:
    return "Say what it becomes, as in “as a decimal” or “as a mixed number”."


def block_too_long(w: Words, bottom: int, limit: int) -> str:
    return f"Over {bottom} the decimal repeats only after more than {limit} digits. Use a smaller {w.bottom}."


def compare_numbers_only(w: Words) -> str:
    return "Only numbers are compared here. Work calculations out first."


def told_of_numbers_only(w: Words) -> str:
    return "Words such as “subtract … from …” take two plain numbers. Write a longer calculation with signs."


def compare_two(w: Words) -> str:
    return "Compare takes two numbers, as in “compare 3/4 and 5/6”. For more, write “order”."


def order_more(w: Words) -> str:
    return "Order takes two numbers or more, as in “order 3/4, 2/3, 0.7”."


def side_missing(w: Words) -> str:
    return "One side of the equals sign is empty. Write something there."


def repeating_alone(w: Words, number: RepeatingDecimal, value: Expr) -> str:
    return f"A decimal that never ends is worked with as a fraction. For {running_text(number)} write {text_of(value)}."


def which_digits_repeat(w: Words, number: str) -> str:
    return f"I cannot tell which digits of “{number}” come again. Put them in brackets, as in 0.1(6)."


def no_blank(w: Words) -> str:
    return "There is an equals sign but no blank. Put a ? where a number is to be found."


def too_many_blanks(w: Words) -> str:
    return "There are too many blanks to try. Leave at most two of this kind."


def blank_without_equals(w: Words) -> str:
    return "A blank needs an equals sign, as in 2/3 = ?/12."


def two_points(w: Words, number: str) -> str:
    return f"“{number}” has two points. A decimal has one: take the other out."


def closing_without_opening(w: Words, bracket: str) -> str:
    return f"The “{bracket}” closes a bracket that was never opened. Take it out, or open one before it."


def sign_in_the_way(w: Words, sign: str) -> str:
    return f"I did not expect “{sign}” here. Take it out, or write a number before it."


def two_signs(w: Words, signs: str) -> str:
    return f"Two signs stand together: “{signs}”. Take one out, or put a negative number in brackets, as in 3 − (−2)."


def two_numbers(w: Words, first: str, second: str) -> str:
    return f"“{first}” and “{second}” stand together with no sign between. Write + or − between them, or make a fraction such as 1/4."


def exponent_missing(w: Words) -> str:
    return "A power needs a whole number after the ^, as in 7^2."


def power_of_a_fraction(w: Words, base: Expr) -> str:
    return f"This power can be read two ways. For the whole fraction write ({text_of(base)})^…; otherwise use ÷."


def power_of_a_power(w: Words, limit: int) -> str:
    return f"A power of a power grows past any sheet. Use one exponent, up to {limit}."


def exponent_too_large(w: Words, limit: int) -> str:
    return f"This exponent is too large to write out. Use one up to {limit}."


def too_deep(w: Words, limit: int) -> str:
    return f"Brackets stand more than {limit} deep here. Use fewer brackets inside brackets."


def bracket_not_closed(w: Words, bracket: str, closing: str) -> str:
    return f"The bracket “{bracket}” is not closed. Write “{closing}” where it ends."


def too_many_numbers(w: Words, limit: int) -> str:
    return f"There are more than {limit} numbers. Split this into several problems."


def bottom_missing(w: Words, so_far: str, top: int) -> str:
    return f"“{so_far}” has no {w.bottom} number. Write it after the bar, as in {top}/4."


def bottom_zero(w: Words, top: int) -> str:
    return f"I read {top}/0: a piece cannot be 1 out of 0. Change the {w.bottom} number."


def two_bars(w: Words, a: int, b: int) -> str:
    return f"“{a}/{b}/” has two bars and can be read two ways. Write {a}/{b} ÷ … or {a} ÷ ({b}/…)."


def ends_after_sign(w: Words, sign: str) -> str:
    return f"The problem stops after “{sign}”. Write a number after it, or take it out."


def empty_brackets(w: Words) -> str:
    return "These brackets are empty. Write a number in them, or take them out."


def top_missing(w: Words) -> str:
    return f"This fraction bar has no {w.top} number. Write it before the bar, as in 3/4."


def number_expected(w: Words, sign: str) -> str:
    return f"I expected a number before “{sign}”. Write one there, or take the sign out."


def divides_by_zero(w: Words) -> str:
    return "This divides by something worth 0, which has no answer. Change what stands after the ÷."


def estimate_divides_by_zero(w: Words, unit: Fraction, finer: Fraction | None) -> str:
    what_to_do = f"Round to {unit_text(finer)} instead." if finer else "Change what is divided by."
    return f"Rounded to {unit_text(unit)}, what is divided by becomes 0, and nothing can be divided by 0. {what_to_do}"


def too_large(w: Words, limit: int) -> str:
    return f"Working this out needs numbers of more than {limit} digits. Use smaller numbers or fewer of them."


SENTENCES: dict[str, Callable[..., str]] = {
    "compare-bottoms": compare_bottoms,
    "compare-for-product": compare_for_product,
    "ask-enough": ask_enough,
    "problem": problem,
    "rename-by-multiples": rename_by_multiples,
    "rename-by-product": rename_by_product,
    "rename-by-keeping": rename_by_keeping,
    "rename-by-primes": rename_by_primes,
    "cross-products": cross_products,
    "work-cross-products": work_cross_products,
    "reduce-terms": reduce_terms,
    "put-together": put_together,
    "put-wholes-by": put_wholes_by,
    "combine-tops": combine_tops,
    "join": join,
    "regroup": regroup,
    "regroup-open": regroup_open,
    "gather-regrouped": gather_regrouped,
    "split-subtrahend": split_subtrahend,
    "count-back-wholes": count_back_wholes,
    "count-back-to-whole": count_back_to_whole,
    "count-back-parts": count_back_parts,
    "set-parts-apart": set_parts_apart,
    "subtract-parts": subtract_parts,
    "part-from-wholes": part_from_wholes,
    "count-up": count_up,
    "same-change": same_change,
    "divide-out-wholes": divide_out_wholes,
    "regroup-bare": regroup_bare,
    "mixed-first": mixed_first,
    "make-wholes": make_wholes,
    "to-improper": to_improper,
    "take-out-wholes": take_out_wholes,
    "carry": carry,
    "wholes-out": wholes_out,
    "exactly-wholes": exactly_wholes,
    "simplify": simplify,
    "simplify-step": simplify_step,
    "no-part": no_part,
    "no-whole": no_whole,
    "drop-zeros": drop_zeros,
    "signs": signs,
    "drop-zero-terms": drop_zero_terms,
    "added-first": added_first,
    "negative-result": negative_result,
    "all-taken-away": all_taken_away,
    "product-signs": product_signs,
    "add-wholes": add_wholes,
    "multiply-wholes": multiply_wholes,
    "divide-wholes": divide_wholes,
    "divide-as-fraction": divide_as_fraction,
    "raise": raise_,
    "equal-length": equal_length,
    "regroup-column": regroup_column,
    "write-digit": write_digit,
    "multiply-decimals": multiply_decimals,
    "shift-points": shift_points,
    "divide-decimals": divide_decimals,
    "decimals-as-fractions": decimals_as_fractions,
    "decimals-as-lowest": decimals_as_lowest,
    "all-decimals": all_decimals,
    "cancel": cancel,
    "rename-both": rename_both,
    "divide-tops": divide_tops,
    "add-opposite": add_opposite,
    "drop-brackets": drop_brackets,
    "put-into-signs": put_into_signs,
    "slip": slip,
    "contradiction": contradiction,
    "lacks": lacks,
    "asks-besides": asks_besides,
    "no-other-item": no_other_item,
    "whole-over-one": whole_over_one,
    "write-improper": write_improper,
    "write-fraction": write_fraction,
    "write-repeating-fraction": write_repeating_fraction,
    "percent-as-hundredths": percent_as_hundredths,
    "percent-to-decimal": percent_to_decimal,
    "percents-as-fractions": percents_as_fractions,
    "write-decimal-by-place": write_decimal_by_place,
    "write-decimal": write_decimal,
    "write-repeating": write_repeating,
    "write-percent": write_percent,
    "round": round_,
    "round-terms": round_terms,
    "items-as-decimals": items_as_decimals,
    "items-as-fractions": items_as_fractions,
    "equal-length-items": equal_length_items,
    "put-in-order": put_in_order,
    "as-given": as_given,
    "compare-by-sign": compare_by_sign,
    "compare-numbers": compare_numbers,
    "compare-wholes": compare_wholes,
    "compare-tops": compare_tops,
    "equal-fraction": equal_fraction,
    "set-alone": set_alone,
    "write-in": write_in,
    "count-tops": count_tops,
    "one-way": one_way,
    "blank-in-number": blank_in_number,
    "ways": ways,
    "blank-is-result": blank_is_result,
    "no-whole-pieces": no_whole_pieces,
    "no-way": no_way,
    "refuse-keep-one": refuse_keep_one,
    "refuse-cross-products-terms": refuse_cross_products_terms,
    "refuse-cross-products-mixed": refuse_cross_products_mixed,
    "refuse-make-a-whole": refuse_make_a_whole,
    "refuse-count-back": refuse_count_back,
    "refuse-negatives": refuse_negatives,
    "refuse-decimals": refuse_decimals,
    "recommend-possible": recommend_possible,
    "recommend-facts": recommend_facts,
    "recommend-smaller": recommend_smaller,
    "recommend-shorter": recommend_shorter,
    "recommend-either": recommend_either,
    "check-inverse": check_inverse,
    "check-another-school": check_another_school,
    "check-decimals": check_decimals,
    "check-simplest": check_simplest,
    "note-bracket-multiplies": note_bracket_multiplies,
    "note-hyphen": note_hyphen,
    "note-spaced-bar": note_spaced_bar,
    "note-bar-divides": note_bar_divides,
    "note-from-the-left": note_from_the_left,
    "note-minus-power": note_minus_power,
    "multiply-fractions": multiply_fractions,
    "invert": invert,
    "picture-too-fine": picture_too_fine,
    "picture-strips": picture_strips,
    "picture-rectangles": picture_rectangles,
    "picture-discs": picture_discs,
    "picture-jumps": picture_jumps,
    "picture-parts": picture_parts,
    "picture-square": picture_square,
    "mistake-tops-and-bottoms": mistake_tops_and_bottoms,
    "tops-and-bottoms-impasse": tops_and_bottoms_impasse,
    "mistake-smaller-from-larger": mistake_smaller_from_larger,
    "mistake-regroup-ten": mistake_regroup_ten,
    "regroup-ten-impasse": regroup_ten_impasse,
    "mistake": mistake,
    "fractions-alone-impasse": fractions_alone_impasse,
    "nothing-left-impasse": nothing_left_impasse,
    "about-one": about_one,
    "verdict": verdict,
    "line-verdict": line_verdict,
    "lines-of-one-value": lines_of_one_value,
    "blank-impasse": blank_impasse,
    "zero-impasse": zero_impasse,
    "answer-is-no-number": answer_is_no_number,
    "answer-is-no-comparison": answer_is_no_comparison,
    "goes-round": goes_round,
    "too-long": too_long,
    "nothing-typed": nothing_typed,
    "unknown-sign": unknown_sign,
    "too-many-digits": too_many_digits,
    "too-many-places": too_many_places,
    "comma": comma,
    "labels-differ": labels_differ,
    "one-percent-only": one_percent_only,
    "round-to-what": round_to_what,
    "convert-to-what": convert_to_what,
    "block-too-long": block_too_long,
    "compare-numbers-only": compare_numbers_only,
    "told-of-numbers-only": told_of_numbers_only,
    "compare-two": compare_two,
    "order-more": order_more,
    "side-missing": side_missing,
    "no-blank": no_blank,
    "repeating-alone": repeating_alone,
    "which-digits-repeat": which_digits_repeat,
    "too-many-blanks": too_many_blanks,
    "blank-without-equals": blank_without_equals,
    "two-points": two_points,
    "closing-without-opening": closing_without_opening,
    "sign-in-the-way": sign_in_the_way,
    "two-signs": two_signs,
    "two-numbers": two_numbers,
    "exponent-missing": exponent_missing,
    "power-of-a-fraction": power_of_a_fraction,
    "power-of-a-power": power_of_a_power,
    "exponent-too-large": exponent_too_large,
    "too-deep": too_deep,
    "bracket-not-closed": bracket_not_closed,
    "too-many-numbers": too_many_numbers,
    "bottom-missing": bottom_missing,
    "bottom-zero": bottom_zero,
    "two-bars": two_bars,
    "ends-after-sign": ends_after_sign,
    "empty-brackets": empty_brackets,
    "top-missing": top_missing,
    "number-expected": number_expected,
    "divides-by-zero": divides_by_zero,
    "estimate-divides-by-zero": estimate_divides_by_zero,
    "too-large": too_large,
}
