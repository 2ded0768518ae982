"""What is set, as it is read aloud."""

import re

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
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
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
    return heard(layout(expr, manner, placed=False), manner)


FRACTION_IN_PROSE = re.compile(r"(?<![\d/])(?:(\d+) )?(\d+)/(\d+)(?![\d/])")


def number_in(found: re.Match[str]) -> CommonFraction | MixedNumber | None:
    """The number that a match of ``FRACTION_IN_PROSE`` is; None for one with a bottom of 0."""
    whole, top, bottom = (int(g) if g else None for g in found.groups())
    if not bottom or top is None:
        return None
    return CommonFraction(top, bottom) if whole is None else MixedNumber(whole, top, bottom)


def aloud(text: str, words: Manner) -> str:
    """A sentence as it is read aloud: its fractions and signs in words.

    >>> aloud("0 of 2 discs ≈ 1 3/4 × 30%, not 3/0.", Manner())
    '0 of 2 discs is about 1 and 3 quarters times 30 percent, not 3/0.'
    """

    def number(found: re.Match[str]) -> str:
        read = number_in(found)
        return found.group() if read is None else spoken(read, words)

    told = FRACTION_IN_PROSE.sub(number, text).replace(f" {MINUS} ", " minus ").replace(MINUS, "negative ")
    return _SIGN_IN_PROSE.sub(lambda found: f" {_IN_PROSE[found[1]]}{' ' if found[2] else ''}", told)


_IN_PROSE = {"×": "times", "÷": "divided by", "=": "equals", "<": "is less than", ">": "is more than",
             "≈": "is about", "+": "plus", "%": "percent"}  # fmt: skip
_SIGN_IN_PROSE = re.compile(r" ?([×÷=<>≈+%])(?=(\w)?)")


def heard(node: Node, manner: Manner) -> str:
    """What is set, in words."""
    match node:
        case Digits(text):
            return text
        case Row((Digits(start), Repeats(block))):
            whole, _, places = start.partition(manner.decimal_sign)
            return f"{start} with {block} repeating" if places else f"{whole} point {block} repeating"
        case Row(items):
            return "".join([heard(i, manner) for i in items])
        case Part(_, inner):
            return heard(inner, manner)
        case Over(Digits(top), Digits(bottom)):
            return f"{top} {piece(int(bottom), manner, many=top != '1')}"
        case Over(top, bottom):
            return f"{heard(top, manner)} over {heard(bottom, manner)}"
        case Mixed(whole, part):
            return f"{heard(whole, manner)} and {heard(part, manner)}"
        case Sign(_, "before"):
            return "negative "
        case Sign(text):
            return _SIGNS[text]
        case InBrackets(inner, _, needed=True) if _is_negative(inner):
            return heard(inner, manner)
        case InBrackets(inner):
            return f"open bracket {heard(inner, manner)} close bracket"
        case Raised(base, exponent):
            return f"{heard(base, manner)} to the power {exponent.text}"
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
