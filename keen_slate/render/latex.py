"""What is set, as LaTeX, for documents that a teacher writes elsewhere; plain LaTeX, no packages."""

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

SIGNS = {"=": "=", "≈": r"\approx", "": ""}
"""What joins a line to the one before."""
_BETWEEN = {"×": r"\times", "÷": r"\div", MINUS: "-"}
BRACKETS = {"(": ("(", ")"), "[": ("[", "]"), "{": (r"\{", r"\}")}


def latex(expr: Expr, manner: Manner = USUAL_MANNER) -> str:
    r"""The expression in LaTeX's maths mode.

    >>> from keen_slate.core.reading.reading import read
    >>> latex(read("6 1/4 - 2(5/6)").expr)
    '6\\frac{1}{4} - 2\\left(\\frac{5}{6}\\right)'
    """
    return _latex(layout(expr, manner, placed=False))


def _latex(node: Node) -> str:
    match node:
        case Digits(text):
            return text.replace(",", "{,}")  # a comma by itself is punctuation, with a space behind it
        case Row(items):
            return "".join([_latex(i) for i in items])
        case Part(_, inner):
            return _latex(inner)
        case Over(top, bottom):
            return rf"\frac{{{_latex(top)}}}{{{_latex(bottom)}}}"
        case Mixed(whole, part):
            return f"{_latex(whole)}{_latex(part)}"
        case Sign("%"):
            return r"\,\%"
        case Sign(_, "unseen"):
            return ""
        case Sign(_, "before"):
            return "-"
        case Sign(text):
            return f" {_BETWEEN.get(text, text)} "
        case InBrackets(inner, bracket):
            opening, closing = BRACKETS[bracket]
            return rf"\left{opening}{_latex(inner)}\right{closing}"
        case Raised(base, exponent):
            return f"{_latex(base)}^{{{exponent.text}}}"
        case Blank():
            return r"\square"
        case Words(", "):
            return r",\ "
        case Words(text):
            return rf"\text{{{text}}}"
        case Label(text):
            if text in BEFORE_AMOUNTS:
                return rf"\text{{\{text}}}" if text == "$" else rf"\text{{{text}}}"
            return r"\,\%" if text == "%" else rf"\,\text{{{text}}}"
        case Repeats(block):
            return rf"\overline{{{block}}}"
