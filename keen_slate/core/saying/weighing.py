"""Which way is recommended, and what a check shows."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import DecimalNumeral
from keen_slate.core.problem.tree import Expr


def recommend_possible(_: Manner) -> str:
    return "The other way cannot be followed here."


def recommend_facts(_: Manner, more: int, fewer: int) -> str:
    return f"Fewer facts beyond 12 × 12: {fewer} against {more}."


def recommend_smaller(_: Manner, small: int, large: int) -> str:
    return f"Smaller numbers: up to {small} instead of {large}."


def recommend_shorter(_: Manner, few: int, many: int) -> str:
    return f"Shorter: {few} lines instead of {many}." if few < many else "Nothing is left to simplify."


def recommend_less_beside(_: Manner, few: int, many: int) -> str:
    return f"Less to write beside the lines: {few} numbers instead of {many}."


def recommend_either(_: Manner) -> str:
    return "Both cost the same here."


def check_inverse(w: Manner, back: Expr, undone: Expr) -> str:
    return f"Undo it: {text_of(undone, w)} must give {text_of(back, w)} again."


def check_another_school(_: Manner) -> str:
    return "Work it another way: the answer must be the same."


def check_decimals(_: Manner, money: bool) -> str:
    if money:
        return "Every number here ends in hundredths, as money and metres do: work it in those."
    return "Every number here ends as a decimal: work it in decimals."


def check_rounded(w: Manner, rounded: Expr, total: DecimalNumeral, answer: Expr, about: DecimalNumeral) -> str:
    near = f"{text_of(rounded, w)} = {text_of(total, w)}, and {text_of(answer, w)} is about {text_of(about, w)}"
    off = abs(total.digits - about.digits)
    if not off:
        return f"Rounded to hundredths: {near}."
    apart = text_of(DecimalNumeral(off, 2), w)
    return f"Rounded to hundredths: {near}. Each number was rounded: {apart} between them is no mistake."


def check_simplest(w: Manner, top: int, bottom: int) -> str:
    return f"{top} and {bottom} share no factor but 1: {w.simplest_form}."


def nothing_to_estimate(_: Manner) -> str:
    return "Nothing is added, taken away, multiplied or divided here, so there is nothing to estimate."


def small_enough(_: Manner, largest: int) -> str:
    return f"No number here is more than {largest}: it is worked with as it is."


def round_already(_: Manner) -> str:
    return "Rounding makes none of these numbers easier without losing too much: work it as it stands."
