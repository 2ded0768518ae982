"""Reasons for operations on whole numbers and fractions."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.phrases import pieces, signed, signed_number
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import piece, sentence


def problem(_: Manner) -> str:
    return "Work it out."


def one_after_the_other(w: Manner, first: Say, second: Say) -> str:
    return f"{say(first, w)} {say(second, w)}"


def done_in_the_head(w: Manner, said: Say, calculations: tuple[str, ...]) -> str:
    return f"{say(said, w)} In the head: {', '.join(calculations)}."


def drop_zero_terms(_: Manner) -> str:
    return "0 changes nothing here."


def add_wholes(_: Manner, numbers: tuple[int, ...]) -> str:
    return f"{signed(numbers)} = {signed_number(sum(numbers))}."


def multiply_wholes(_: Manner, a: int, b: int) -> str:
    return f"{a} × {b} = {a * b}."


def divide_wholes(_: Manner, a: int, b: int) -> str:
    return f"{a} ÷ {b} = {a // b}."


def divide_with_remainder(_: Manner, a: int, b: int, quotient: int, rest: int) -> str:
    if rest == 0:
        return f"{quotient} × {b} = {a}: nothing is left."
    return f"{quotient} × {b} = {quotient * b}, and {a} − {quotient * b} = {rest} {'is' if rest == 1 else 'are'} left."


def divide_as_fraction(_: Manner, a: int, b: int) -> str:
    return f"{a} ÷ {b} does not come out whole: write it as {a}/{b}."


def raise_(_: Manner, exponent: int) -> str:
    if exponent == 0:
        return "A power of 0 is 1."
    return "The base itself." if exponent == 1 else f"The base is written {exponent} times as a factor."


def cancel(_: Manner, taken: tuple[tuple[int, int, int], ...]) -> str:
    divided = "; ".join(f"{top} and {bottom} by {factor}" for top, bottom, factor in taken)
    return f"Cancel before multiplying: divide {divided}."


def rename_both(w: Manner, common: int) -> str:
    return f"Both in {piece(common, w)}, so that they can be counted."


def divide_tops(w: Manner, a: int, c: int, bottom: int) -> str:
    return f"How many times do {pieces(c, bottom, w)} go into {pieces(a, bottom, w)}? {a} ÷ {c}."


def multiply_fractions(w: Manner, a: int, b: int, c: int, d: int) -> str:
    if 1 in (b, d) and b != d:
        return f"Only the {w.top} is multiplied: {a} × {c} = {a * c}. The {w.bottom} stays {b * d}."
    return f"{sentence(w.top)} times {w.top}, {w.bottom} times {w.bottom}: {a} × {c} = {a * c}, {b} × {d} = {b * d}."


def invert(_: Manner, top: int, bottom: int) -> str:
    by, turned = (str(a) if b == 1 else f"{a}/{b}" for a, b in ((top, bottom), (bottom, top)))
    return f"Dividing by {by} is multiplying by {turned}."


def divide_across(w: Manner, a: int, b: int, c: int, d: int) -> str:
    if d == 1:
        return f"{pieces(a, b, w)} shared by {c}: {a} ÷ {c} = {a // c}. The {w.bottom} stays {b}."
    return f"{sentence(w.top)} by {w.top}, {w.bottom} by {w.bottom}: {a} ÷ {c} = {a // c}, {b} ÷ {d} = {b // d}."


def share_amount(w: Manner, amount: int, top: int, bottom: int) -> str:
    one = f"One {piece(bottom, w, many=False)} of {amount} is {amount} ÷ {bottom}"
    return f"{one}." if top == 1 else f"{one}; take {top} of them."
