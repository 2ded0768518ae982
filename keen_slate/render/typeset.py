"""What is set, as nested lists that the print template draws: data, never markup.

A node is ``["n", text]`` a number, ``["o", sign]`` an operation, ``["w", words]``, ``["f", top, bottom]``,
``["m", whole, fraction]``, ``["r", nodes]`` a row, ``["b", bracket, node]``, ``["p", base, exponent]``,
``["e"]`` an empty box, ``["l", digits]`` digits with a bar over them.
"""

from collections.abc import Collection
from typing import Any

from keen_slate.core.notation import layout as tree
from keen_slate.core.notation.layout import (
    BEFORE_AMOUNTS,
    Blank,
    Digits,
    InBrackets,
    Label,
    Mixed,
    Over,
    Part,
    Raised,
    Repeats,
    Row,
    Sign,
    Words,
    emptied,
    layout,
)
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.problem.tree import Expr, Path

Node = list[Any]
EMPTY: Node = ["e"]
UNSEEN = Sign("×", "unseen")


def typeset(expr: Expr, manner: Manner = USUAL_MANNER, *, blank: Collection[Path] = ()) -> Node:
    """The expression as a node; the numbers at the paths ``blank`` are empty boxes, all of them for the path ``()``.

    >>> from keen_slate.core.numbers.forms import MixedNumber
    >>> typeset(MixedNumber(2, 3, 4))
    ['m', ['n', '2'], ['f', ['n', '3'], ['n', '4']]]
    """
    whole = layout(expr, manner)
    return _set(emptied(whole) if () in blank else whole, frozenset(blank))


def _set(node: tree.Node, blank: frozenset[Path]) -> Node:
    match node:
        case Digits(text):
            return ["n", text]
        case Row(items):
            return ["r", [_set(i, blank) for i in items if i != UNSEEN]]
        case Part(at, inner):
            return _set(emptied(inner) if at in blank else inner, blank)
        case Over(top, bottom):
            return ["f", _set(top, blank), _set(bottom, blank)]
        case Mixed(whole, part):
            return ["m", _set(whole, blank), _set(part, blank)]
        case Sign("%"):
            return ["w", "%"]
        case Sign(text, "before"):
            return ["n", text]
        case Sign(text):
            return ["o", text]
        case InBrackets(inner, bracket):
            return ["b", bracket, _set(inner, blank)]
        case Raised(base, exponent):
            return ["p", _set(base, blank), ["n", exponent.text]]
        case Blank():
            return EMPTY
        case Words(text):
            return ["w", text]
        case Label(text):
            return ["w", text if text in ("%", *BEFORE_AMOUNTS) else f"\u2009{text}"]
        case Repeats(block):
            return ["l", block]
