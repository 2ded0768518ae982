"""Reasons for writing a number in another form, and for rounding."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import running_text, text_of, unit_text
from keen_slate.core.numbers.forms import RepeatingDecimal
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.phrases import changes, times
from keen_slate.core.saying.words import piece, place_name


def whole_over_one(_: Manner, n: int) -> str:
    return f"{n} wholes are {n}/1."


def write_improper(w: Manner, whole: int, top: int, bottom: int) -> str:
    are = "1 whole is" if whole == 1 else f"{whole} wholes are"
    return f"{are} {whole} × {bottom} = {whole * bottom} {piece(bottom, w)}; {top} more make {whole * bottom + top}."


def write_fraction(w: Manner, number: Expr, places: int) -> str:
    return f"The last digit of {text_of(number, w)} stands for {place_name(-places)}: {w.over} {10**places}."


def write_repeating_fraction(w: Manner, number: RepeatingDecimal) -> str:
    times, before = 10 ** (number.places + len(number.block)), 10**number.places
    start = RepeatingDecimal(number.digits, 0, number.block)
    on = RepeatingDecimal(int(f"{number.digits}{number.block}"), 0, number.block)
    left = on.value - start.value
    told = f"{times} times the number is {running_text(on, w)}"
    if before == 1:
        return f"{told}, less the number is {left}. So {times - before} of it make {left}."
    told += f" and {before} times it is {running_text(start, w)}"
    return f"{told}; the difference is {left}. So {times - before} of it make {left}."


def percent_as_hundredths(w: Manner, number: Expr) -> str:
    return f"{text_of(number, w)} means so many hundredths."


def percent_to_decimal(_: Manner) -> str:
    return "A percent is a hundredth: the digits move two places."


def percents_as_fractions(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"A percent is a number of hundredths: {changes(changed, w)}."


def percents_by_parts(w: Manner, amount: Expr, parts: tuple[tuple[int, int, Expr], ...]) -> str:
    """Each part that is taken: how often, how many percent it is, and what it is worth."""
    told = [f"{size}% of {text_of(amount, w)} is {text_of(worth, w)}" for _, size, worth in parts]
    several = [f"{count * size}% is {times(count)} {text_of(worth, w)}" for count, size, worth in parts if count > 1]
    return "; ".join([*told, *several]) + "."


def repeating_as_fractions(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"A decimal that never ends is worked with as a fraction: {changes(changed, w)}."


def write_expanded(w: Manner, number: Expr) -> str:
    return f"Each digit of {text_of(number, w)} is written with what its place is worth."


def one_place(_: Manner) -> str:
    return "It has one digit that is not 0: it stands in expanded form already."


def write_measure(w: Manner, before: Expr, after: Expr) -> str:
    return f"In the smaller unit {text_of(before, w)} is {text_of(after, w)}."


def write_money(_: Manner) -> str:
    return "Money is written with two places."


def write_over_places(_: Manner, top: int, bottom: int, by: int) -> str:
    return f"{bottom} × {by} = {bottom * by}, so {top}/{bottom} is {top * by}/{bottom * by}."


def read_places(_: Manner, top: int, places: int) -> str:
    many = "1 digit" if places == 1 else f"{places} digits"
    return f"{top}/{10**places} is so many {place_name(-places)}: {many} after the point."


def write_decimal(w: Manner, top: int, bottom: int, quotient: Expr) -> str:
    return f"A fraction is a division: {top} ÷ {bottom} = {text_of(quotient, w)}."


def write_repeating(_: Manner, top: int, bottom: int, block: str) -> str:
    digits = "the digit" if len(block) == 1 else f"the block of {len(block)} digits"
    return f"{top} ÷ {bottom} never ends: a remainder comes back, and {digits} {block} repeats."


def write_percent(_: Manner) -> str:
    return "Percent counts hundredths: 100 times the number."


def round_(_: Manner, unit: Fraction, way: int | None) -> str:
    to = f"To {unit_text(unit)}"
    if way is None:
        return f"{to}: it is there already, and nothing changes."
    if way == 0:
        return f"{to}: it lies exactly midway, and schools round up."
    return f"{to}: it lies {'past' if way > 0 else 'before'} midway, so round {'up' if way > 0 else 'down'}."


def round_terms(w: Manner, changed: tuple[tuple[Expr, Expr], ...], unit: Fraction) -> str:
    to = f"Each number to {unit_text(unit)}"
    return f"{to}: {changes(changed, w)}." if changed else f"{to}: they are there already."
