"""Reasons for work with decimals."""

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.phrases import changes
from keen_slate.core.saying.words import place_name, sentence


def equal_length(_: Manner, places: int) -> str:
    return f"Points under each other; zeros fill up to {place_name(-places)}."


def regroup_column(w: Manner, digit: int, less: int, here: int, lender: int, across: int) -> str:
    nines = ", leaving 9 in each column between" if across else ""
    enough = f"1 {place_name(here)[:-1]} is" if digit == 1 else f"{digit} {place_name(here)} are"
    return (
        f"{enough} not enough to take {less} away. {sentence(w.regroup)} "
        f"1 from the {place_name(lender)}{nines}: {digit + 10} {place_name(here)}."
    )


def write_digit(
    _: Manner, digits: tuple[int, ...], minus: bool, carried_in: int, total: int, digit: int, carry: int, place: int
) -> str:
    numbers = digits + ((carried_in,) if carried_in and not minus else ())
    if len(numbers) == 1:
        return f"{sentence(place_name(place))}: {total} alone."
    text = f"{f' {MINUS} ' if minus else ' + '}".join(map(str, numbers)) + f" = {total}"
    carried = f" Write {digit}, carry {carry}." if carry else ""
    return f"{sentence(place_name(place))}: {text}.{carried}"


def multiply_decimals(_: Manner, a: int, b: int, product: int, places: int) -> str:
    ending = "1 digit after the point" if places == 1 else f"{places} digits after the point"
    return f"{a} × {b} = {product}; {ending}, as many as both have together."


def shift_points(w: Manner, shift: int, divisor: Expr) -> str:
    return f"Make both {10**shift} times as large, so that the divisor is whole: {text_of(divisor, w)}."


def divide_decimals(w: Manner, dividend: Expr, divisor: int, quotient: Expr) -> str:
    point = " The point stands above the point." if isinstance(dividend, DecimalNumeral) else ""
    if isinstance(dividend, Whole) and isinstance(quotient, DecimalNumeral):
        point = " What is left goes on behind the point."
    return f"{text_of(dividend, w)} ÷ {divisor} = {text_of(quotient, w)}.{point}"


def decimals_as_fractions(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Decimals as fractions by place value: {changes(changed, w)}."


def decimals_as_lowest(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Decimals as fractions in {w.simplest_form}: {changes(changed, w)}."


def all_decimals(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"All as decimals: {changes(changed, w)}."
