"""Numbers and expressions as one line of text, as a teacher would type them."""

from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from typing import Any

from keen_slate.core.notation.layout import (
    BEFORE_AMOUNTS,
    CLOSING,
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
from keen_slate.core.numbers.forms import RepeatingDecimal
from keen_slate.core.problem.tree import (
    Common,
    Comparison,
    Convert,
    Estimating,
    Expr,
    FromPicture,
    ReadFrom,
    Rounding,
    Simplify,
)


def text_of(expr: Expr, manner: Manner = USUAL_MANNER) -> str:
    """The expression in one line: fractions ``n/d``, mixed numbers ``w n/d``, signs ``+ − × ÷``, its amounts labelled.

    >>> text_of(read("6¼-2 5/6").expr), text_of(read(".4(3 - 7)").expr, Manner(decimal_sign=",", label="m"))
    ('6 1/4 − 2 5/6', ',4(3 − 7) m')
    """
    return _usual_text(expr) if manner is USUAL_MANNER else plain(layout(expr, manner, placed=False))


@lru_cache(maxsize=2048)
def _usual_text(expr: Expr) -> str:
    """A line is asked for its text more than once while it is worked, compared and shown."""
    return plain(layout(expr, placed=False))


def plain(node: Node) -> str:
    """What is set, as text."""
    return _PLAIN[type(node)](node)


def _sign(node: Sign) -> str:
    if node.role == "unseen":
        return ""
    return node.text if node.role in ("before", "behind") else f" {node.text} "


def _together(node: Node) -> str:
    return f"({plain(node)})" if isinstance(node, Row) else plain(node)


_PLAIN: dict[type, Callable[[Any], str]] = {
    Digits: lambda n: n.text,
    Row: lambda n: "".join([_PLAIN[type(i)](i) for i in n.items]),
    Part: lambda n: plain(n.inner),
    Over: lambda n: f"{_together(n.top)}/{_together(n.bottom)}",
    Mixed: lambda n: f"{plain(n.whole)} {plain(n.part)}",
    Sign: _sign,
    InBrackets: lambda n: f"{n.bracket}{plain(n.inner)}{CLOSING[n.bracket]}",
    Raised: lambda n: f"{plain(n.base)}^{n.exponent.text}",
    Blank: lambda _: "?",
    Words: lambda n: n.text,
    Label: lambda n: n.text if n.text in ("%", *BEFORE_AMOUNTS) else f" {n.text}",
    Repeats: lambda n: f"({n.block})",
}


def running_text(number: RepeatingDecimal, manner: Manner = USUAL_MANNER) -> str:
    """A repeating decimal with its block more than once, as on the board.

    >>> running_text(RepeatingDecimal(1, 1, "6"))
    '0.1666…'
    """
    times = 3 if len(number.block) == 1 else 2
    return text_of(number, manner).partition("(")[0] + number.block * times + "…"


FORM_NAMES = {
    "mixed": "a mixed number", "improper": "an improper fraction", "fraction": "a fraction", "decimal": "a decimal",
    "percent": "a percent", "expanded": "expanded form",
}  # fmt: skip


FROM_PICTURES: dict[ReadFrom, str] = {
    "strips": "strips", "discs": "discs", "jumps": "a number line", "square": "a hundred square",
}  # fmt: skip
"""Pictures from which a number is read, in the words in which it is asked."""


def problem_text(expr: Expr, manner: Manner = USUAL_MANNER) -> str:
    """The problem with what is asked, so that it reads back as the same problem.

    >>> problem_text(read("Convert 11/4 into a mixed number").expr)
    '11/4 as a mixed number'
    """
    return asked_round(expr, as_typed(expr, manner), manner)


def as_typed(expr: Expr, manner: Manner = USUAL_MANNER) -> str:
    """The numbers of a problem, that too which its picture shows to those who are asked."""
    return text_of(expr.of if isinstance(expr, FromPicture) else expr, manner)


def asked_round(expr: Expr, text: str, manner: Manner = USUAL_MANNER) -> str:
    """A text with the words round it that say what is asked of it; as it is where it is only to be worked out."""
    match expr:
        case Convert(_, "remainder"):
            return f"{text} with a remainder"
        case Convert(_, to) if to not in FORM_NAMES:
            return text
        case Convert(_, to):
            form = FORM_NAMES[to]
            if to == "improper":
                form = f"{'an' if manner.improper[0] in 'aeiou' else 'a'} {manner.improper} fraction"
            return f"{text} {'in' if to == 'expanded' else 'as'} {form}"
        case FromPicture(_, picture, spaces):
            return f"read {text} from {FROM_PICTURES[picture]}" + (f" in {spaces} spaces" if spaces else "")
        case Simplify():
            return f"simplify {text}"
        case Rounding(_, unit):
            return f"round {text} to {unit_text(unit)}"
        case Estimating(_, unit):
            return f"estimate {text} to {unit_text(unit)}"
        case Common(_, multiple):
            return f"{'LCM' if multiple else 'HCF'} of {text}"
        case Comparison(smaller=True):
            return f"which is smaller, {text}"
        case Comparison(pair=True):
            return f"compare {text}"
        case Comparison(descending=descending):
            return f"order {text}" + (", largest first" if descending else "")
        case _:
            return text


def unit_text(unit: Fraction) -> str:
    """``2 places``, ``the nearest half``, or for 0 ``the leading digit``."""
    if not unit:
        return "the leading digit"
    names = {
        Fraction(1): "whole", Fraction(10): "ten", Fraction(100): "hundred", Fraction(1000): "thousand",
        Fraction(1, 2): "half", Fraction(1, 4): "quarter", Fraction(1, 8): "eighth",
    }  # fmt: skip
    if unit in names:
        return f"the nearest {names[unit]}"
    places = len(str(unit.denominator)) - 1
    return "1 place" if places == 1 else f"{places} places"
