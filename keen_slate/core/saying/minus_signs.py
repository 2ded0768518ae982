"""Reasons for signs, and for the order in which terms stand."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr


def signs(_: Manner, added: bool, taken: bool) -> str:
    if added and taken:
        return "Adding a negative takes away; taking away a negative adds."
    return "Adding a negative takes away." if added else "Taking away a negative adds."


def added_first(_: Manner) -> str:
    return "Put together what is added first; then there is enough to take away from."


def negative_result(w: Manner, larger: Expr | None, smaller: Expr | None) -> str:
    if larger is None or smaller is None:
        return "More is taken away than there is: the answer is below 0. Turn it round and put a minus before it."
    return (
        f"{text_of(larger, w)} is more than {text_of(smaller, w)}: the answer is below 0. "
        "Turn it round and put a minus before it."
    )


def all_taken_away(_: Manner) -> str:
    return "Everything is taken away: add it up and put a minus before it."


def product_signs(_: Manner, negatives: int) -> str:
    if negatives == 1:
        return "One negative makes the product negative."
    return "Two negatives make a positive." if negatives == 2 else f"{negatives} negatives: count the signs in pairs."


def add_opposite(_: Manner) -> str:
    return "Taking away is adding the opposite."


def drop_brackets(_: Manner, opposite: bool) -> str:
    return "The opposite of a negative is positive." if opposite else "Brackets round a single number say nothing more."


def put_into_signs(w: Manner, first: Expr, second: Expr, divide: bool) -> str:
    a, b = text_of(first, w), text_of(second, w)
    if divide:
        return f"{a} is measured out in amounts of {b}: divide it by {b}."
    return f"{a} is there at first: it stands first, and {b} is taken from it."
