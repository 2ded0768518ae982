"""What is set, as it is read aloud."""

from keen_slate.core.notation.layout import (
    BEFORE_AMOUNTS,
    MINUS,
    Blank,
    Digits,
    InBrackets,
    Label,
    Mixed,
    Node,
    Over,
    Part,
    Raised,
    Repeats,
    Row,
    Sign,
    Words,
    layout,
)
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import piece

_SIGNS = {
    "+": " plus ", MINUS: " minus ", "×": " times ", "÷": " divided by ", "=": " equals ", "<": " is less than ",
    ">": " is more than ", "%": " percent",
}  # fmt: skip


_CURRENCIES = {"$": "dollars", "£": "pounds", "€": "euros"}


def spoken(expr: Expr, manner: Manner = USUAL_MANNER) -> str:
    """The expression in words a screen reader can speak; numbers stay in figures.

    >>> from keen_slate.core.reading.reading import read
    >>> spoken(read("2 3/4 − 1/2").expr)
    '2 and 3 quarters minus 1 half'
    """
    return _said(layout(expr, manner, placed=False), manner)


def _said(node: Node, manner: Manner) -> str:
    match node:
        case Digits(text):
            return text
        case Row((Digits(start), Repeats(block))):
            whole, _, places = start.partition(manner.decimal_sign)
            return f"{start} with {block} repeating" if places else f"{whole} point {block} repeating"
        case Row(items):
            return "".join([_said(i, manner) for i in items])
        case Part(_, inner):
            return _said(inner, manner)
        case Over(Digits(top), Digits(bottom)):
            return f"{top} {piece(int(bottom), manner, many=top != '1')}"
        case Over(top, bottom):
            return f"{_said(top, manner)} over {_said(bottom, manner)}"
        case Mixed(whole, part):
            return f"{_said(whole, manner)} and {_said(part, manner)}"
        case Sign(_, "before"):
            return "negative "
        case Sign(text):
            return _SIGNS[text]
        case InBrackets(inner, _, needed=True) if _is_negative(inner):
            return _said(inner, manner)
        case InBrackets(inner):
            return f"open bracket {_said(inner, manner)} close bracket"
        case Raised(base, exponent):
            return f"{_said(base, manner)} to the power {exponent.text}"
        case Blank():
            return "blank"
        case Words(" r "):
            return " remainder "
        case Words(text):
            return text
        case Label(text):
            if text in BEFORE_AMOUNTS:
                return f"{_CURRENCIES[text]} "
            return " percent" if text == "%" else f" {text}"
        case Repeats(block):
            return f" {block} repeating"


def _is_negative(node: Node) -> bool:
    """A number with a minus before it, which needs no brackets to be heard."""
    return isinstance(node, Row) and len(node.items) == 2 and node.items[0] == Sign(MINUS, "before")
