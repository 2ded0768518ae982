"""Sentences with their fractions typeset."""

import re
from html import escape

from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.render.mathml import mathml

_FRACTION = re.compile(r"(?<![\d/])(?:(\d+) )?(\d+)/(\d+)(?![\d/])")


def prose_html(text: str) -> str:
    """The sentence as HTML, each ``n/d`` and ``w n/d`` in it as MathML; everything else escaped.

    >>> prose_html("3/12 < 10")
    '<math><mfrac><mn>3</mn><mn class="piece">12</mn></mfrac></math> &lt; 10'
    """
    pieces: list[str] = []
    at = 0
    for match in _FRACTION.finditer(text):
        whole, top, bottom = match.groups()
        pieces.append(escape(text[at : match.start()]))
        if int(bottom) == 0:
            pieces.append(escape(match.group()))
        elif whole:
            pieces.append(mathml(MixedNumber(int(whole), int(top), int(bottom)), spoken=match.group()))
        else:
            pieces.append(mathml(CommonFraction(int(top), int(bottom))))
        at = match.end()
    pieces.append(escape(text[at:]))
    return "".join(pieces)
