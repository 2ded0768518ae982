"""What is set, as MathML Core, with marks of meaning as classes.

``piece`` marks the size of the piece (a denominator), ``changed`` what changed in this line. Checked against the
elements of MathML Core (W3C) in the tests.
"""

from collections.abc import Collection
from html import escape

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
from keen_slate.core.problem.tree import Expr, Path
from keen_slate.render.spoken import spoken

EN_SPACE, THIN_SPACE = "\u2002", "\u2009"


def mathml(expr: Expr, manner: Manner = USUAL_MANNER, changed: Collection[Path] = ()) -> str:
    """The expression as one ``math`` element with its text alternative; ``changed`` are the paths to mark.

    >>> from keen_slate.core.numbers.forms import CommonFraction
    >>> mathml(CommonFraction(3, 4))
    '<math aria-label="3 quarters"><mfrac><mn>3</mn><mn class="piece">4</mn></mfrac></math>'
    """
    return math(_markup(layout(expr, manner), frozenset(changed)), spoken(expr, manner))


def math(markup: str, said: str) -> str:
    """Markup as one ``math`` element, with ``said`` as its text alternative."""
    return f'<math aria-label="{escape(said)}">{markup}</math>'


def markup(node: Node) -> str:
    """What is set, without the element round it."""
    return _markup(node, frozenset())


def _markup(node: Node, changed: frozenset[Path]) -> str:
    match node:
        case Digits(text):
            return f"<mn>{text}</mn>"
        case Row(items):
            return "".join([_markup(i, changed) for i in items])
        case Part(at, inner):
            inside = _markup(inner, changed)
            return f'<mrow class="changed">{inside}</mrow>' if at in changed else inside
        case Over(top, bottom):
            return f"<mfrac>{_one(top, changed)}{_piece(bottom, changed)}</mfrac>"
        case Mixed(whole, part):
            return f'<mrow class="mixed">{_markup(whole, changed)}{_markup(part, changed)}</mrow>'
        case Sign(_, "unseen"):
            return ""
        case Sign(text, "before"):
            return f'<mo form="prefix">{text}</mo>'
        case Sign(text):
            return f"<mo>{escape(text)}</mo>"
        case InBrackets(inner, bracket):
            return f"<mrow><mo>{bracket}</mo>{_markup(inner, changed)}<mo>{CLOSING[bracket]}</mo></mrow>"
        case Raised(base, exponent):
            return f"<msup><mrow>{_markup(base, changed)}</mrow><mn>{exponent.text}</mn></msup>"
        case Blank():
            return '<mn class="blank">?</mn>'
        case Words(text):
            return f"<mtext>{escape(text.replace(' ', EN_SPACE))}</mtext>"
        case Label(text):
            return f"<mtext>{'' if text in ('%', *BEFORE_AMOUNTS) else THIN_SPACE}{escape(text)}</mtext>"
        case Repeats(block):
            return f'<mover accent="true" class="repeats"><mn>{block}</mn><mo stretchy="true">\u00af</mo></mover>'


def _one(node: Node, changed: frozenset[Path]) -> str:
    """As one element, where MathML counts them."""
    inside = _markup(node, changed)
    return f"<mrow>{inside}</mrow>" if isinstance(node, (Row, Part)) else inside


def _piece(bottom: Node, changed: frozenset[Path]) -> str:
    return f'<mn class="piece">{bottom.text}</mn>' if isinstance(bottom, Digits) else _one(bottom, changed)
