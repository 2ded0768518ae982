"""Reasons for the strokes of a multiplication or division on paper."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed, place_name


def shift_row(_: Manner, digit: int, place: int) -> str:
    zeros = "A zero" if place == 1 else f"{place} zeros"
    return f"The {digit} stands for {digit} {_place(place, digit)}. {zeros} first."


def _place(place: int, count: int) -> str:
    name = place_name(place)
    return name[:-1] if count == 1 and name.endswith("s") else name


def skip_row(_: Manner, above: int, place: int) -> str:
    return f"0 {place_name(place)}: {above} × 0 = 0 gives no row."


def multiply_digit(_: Manner, multiplier: int, digit: int, carried_in: int, total: int, last: bool) -> str:
    product = multiplier * digit
    text = f"{multiplier} × {digit} = {product}"
    if carried_in:
        text += f", and {carried_in} carried make {product + carried_in}"
    if last or total < 10:
        return f"{text}."
    return f"{text}. Write {total % 10}, carry {total // 10}."


def add_rows(_: Manner, rows: tuple[int, ...]) -> str:
    return f"Add the {'two' if len(rows) == 2 else len(rows)} parts: {' + '.join(map(str, rows))}."


def place_point(w: Manner, places: int, product: Expr) -> str:
    digits = "1 digit" if places == 1 else f"{places} digits"
    return f"Both factors have {digits} after the point together, so the product has too: {text_of(product, w)}."


def fill_cell(_: Manner, a: int, b: int) -> str:
    return f"{a} × {b} = {a * b}."


def move_digits(_: Manner, by: int) -> str:
    places = "1 place" if abs(by) == 1 else f"{abs(by)} places"
    if by > 0:
        return f"Each digit is worth {10**by} times as much: it moves {places} to the left."
    return f"Each digit is worth 1/{10**-by} of what it was: it moves {places} to the right."


def fill_places(w: Manner, zeros: int, number: Expr) -> str:
    if not zeros:
        return f"Every place up to the point is filled: {text_of(number, w)}."
    stand = "A zero stands in the empty place" if zeros == 1 else "Zeros stand in the empty places"
    return f"{stand}: {text_of(number, w)}."


def quotient_digit(_: Manner, current: int, divisor: int, times: int, rest: int) -> str:
    if not times:
        return f"{divisor} does not go into {current}: write 0."
    left = f"{rest} is left" if rest else "nothing is left"
    return f"{divisor} goes {_times(times)} into {current}: {times} × {divisor} = {times * divisor}, {left}."


def quotient_digit_in_short(w: Manner, current: int, divisor: int, times: int, rest: int, following: int | None) -> str:
    told = quotient_digit(w, current, divisor, times, rest)
    if not rest or following is None:
        return told
    return f"{told} The {rest} goes small before the {following}: {rest * 10 + following}."


def _times(times: int) -> str:
    return {1: "once", 2: "twice"}.get(times, f"{times} times")


def go_on_after_point(_: Manner, rest: int, place: int) -> str:
    return f"{rest} is left. Write a zero behind the dividend and go on with the {place_name(place)}."


def comes_again(_: Manner, rest: int, block: str) -> str:
    return f"The remainder {rest} has been there before, so {block} comes again and again."


def remainder_kept(_: Manner, rest: int, divisor: int) -> str:
    return f"{rest} is left, less than {divisor}: it stays as the remainder."


def remainder(_: Manner, rest: int, divisor: int) -> str:
    return f"Remainder {rest}: {rest} of {divisor} parts of one more, {rest}/{divisor}."


def as_wholes(_: Manner, a: int, b: int) -> str:
    return f"Leave the points aside and multiply whole numbers: {a} × {b}."


def cut_by_places(_: Manner, down: tuple[int, ...], across: tuple[int, ...], places: int) -> str:
    aside = "Leave the points aside. " if places else ""
    parts = " and ".join(f"{sum(p)} is {' + '.join(map(str, p))}" for p in (down, across) if len(p) > 1)
    return f"{aside}Cut by places: {parts}."


def bring_down(_: Manner, digit: int, current: int) -> str:
    return f"Bring down the {digit}: {current}."


def goes_into(_: Manner, current: int, divisor: int, times: int) -> str:
    return f"{divisor} goes {_times(times)} into {current}: {times} × {divisor} = {times * divisor}."


def take_away(_: Manner, current: int, product: int, rest: int) -> str:
    left = "Nothing is left" if not rest else f"{rest} is left"
    return f"{current} − {product} = {rest}. {left}."


def split_into_primes(_: Manner, number: int, primes: tuple[int, ...]) -> str:
    if len(primes) == 1:
        return f"{number} is prime." if primes == (number,) else f"{number} = {primes[0]}."
    return f"{number} = {_times_signs(primes)}."


def _times_signs(primes: tuple[int, ...]) -> str:
    return " × ".join(map(str, primes))


def shared_once(_: Manner, primes: tuple[int, ...], common: int, shared: bool) -> str:
    product = f"{_times_signs(primes)} = {common}" if len(primes) > 1 else str(common)
    if not shared:
        return f"Nothing is shared, so all are taken: {product}."
    return f"What stands under each other is shared and taken once: {product}."


def branches(_: Manner, number: int, prime: int, rest: int, last: bool) -> str:
    end = "Only primes are left." if last else f"{prime} is prime, {rest} splits again."
    return f"{number} = {prime} × {rest}. {end}"


def trees_read(_: Manner, primes: tuple[int, ...], common: int, shared: bool) -> str:
    product = f"{_times_signs(primes)} = {common}" if len(primes) > 1 else str(common)
    if not shared:
        return f"The trees share no prime, so all are taken: {product}."
    return f"A prime that hangs in more than one tree is shared and taken once: {product}."


def divided_out(_: Manner, prime: int, numbers: tuple[int, ...], left: tuple[int, ...]) -> str:
    goes = [f"{n} ÷ {prime} = {after}" for n, after in zip(numbers, left, strict=True) if n != after]
    stay = dict.fromkeys(str(n) for n, after in zip(numbers, left, strict=True) if n == after and n > 1)
    kept = f" {listed(list(stay))} {'stays' if len(stay) == 1 else 'stay'}." if stay else ""
    return f"{'; '.join(dict.fromkeys(goes))}.{kept}"


def ladder_read(_: Manner, primes: tuple[int, ...], common: int) -> str:
    if len(primes) == 1:
        return f"Down the side: {common}."
    return f"Down the side: {_times_signs(primes)} = {common}."
