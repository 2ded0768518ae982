"""Reasons for the form of an answer."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.words import piece


def simplify(w: Manner, factor: int, whole: int) -> str:
    start = f"Divide {w.top} and {w.bottom} by {factor}, their {w.greatest_common_factor}."
    return f"{start} The {whole} comes along unchanged." if whole else start


def simplify_step(_: Manner, factor: int, whole: int) -> str:
    start = "Both even: halve, and look again." if factor == 2 else f"Both divide by {factor}; look again."
    return f"{start} The {whole} comes along unchanged." if whole else start


def no_part(w: Manner, bottom: int) -> str:
    return f"No {piece(bottom, w)} are left."


def no_whole(_: Manner) -> str:
    return "A whole of 0 is not written."


def drop_zeros(_: Manner) -> str:
    return "Zeros at the end of a decimal change nothing."
