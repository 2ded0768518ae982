"""Phrases that several sentences share."""

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed, piece


def signed(numbers: tuple[int, ...]) -> str:
    """``3 + 4 − 2``."""
    text = f"{MINUS if numbers[0] < 0 else ''}{abs(numbers[0])}"
    for n in numbers[1:]:
        text += f" {MINUS if n < 0 else '+'} {abs(n)}"
    return text


def signed_number(n: int) -> str:
    return f"{MINUS}{-n}" if n < 0 else str(n)


def pieces(count: int, bottom: int, w: Manner) -> str:
    return f"{count} {piece(bottom, w, many=count != 1)}"


def times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")


def whole_or_wholes(count: int) -> str:
    return "1 whole" if count == 1 else f"{count} wholes"


def changes(changed: tuple[tuple[Expr, Expr], ...], w: Manner) -> str:
    return listed([f"{text_of(a, w)} is {text_of(b, w)}" for a, b in changed])
