"""Reasons for the form of an answer."""

from keen_slate.core.saying.words import Words, piece


def simplify(w: Words, factor: int, whole: int) -> str:
    start = f"Divide {w.top} and {w.bottom} by {factor}, their {w.greatest_common_factor}."
    return f"{start} The {whole} comes along unchanged." if whole else start


def simplify_step(_: Words, factor: int, whole: int) -> str:
    start = "Both even: halve, and look again." if factor == 2 else f"Both divide by {factor}; look again."
    return f"{start} The {whole} comes along unchanged." if whole else start


def no_part(w: Words, bottom: int) -> str:
    return f"No {piece(bottom, w)} are left."


def no_whole(_: Words) -> str:
    return "A whole of 0 is not written."


def drop_zeros(_: Words) -> str:
    return "Zeros at the end of a decimal change nothing."
