"""Sentences with their fractions typeset."""

import re
from functools import lru_cache
from html import escape

from keen_slate.core.notation.manner import Manner
from keen_slate.render.mathml import mathml
from keen_slate.render.spoken import FRACTION_IN_PROSE, number_in

_BEHIND = re.compile(r"[.,:;?!)”]+")

MOST_SENTENCES_KEPT = 4096
"""Some 4 MB. A reason stands at its line, at its stroke, and on many another item."""


@lru_cache(maxsize=MOST_SENTENCES_KEPT)
def prose_html(text: str, words: Manner) -> str:
    """The sentence as HTML, each ``n/d`` and ``w n/d`` in it as MathML with its spoken text; everything else escaped.
    What is set behind a number stays beside it: no line begins with a colon.

    >>> prose_html("3/12 < 10", Manner())
    '<math aria-label="3 twelfths"><mfrac><mn>3</mn><mn class="piece">12</mn></mfrac></math> &lt; 10'
    """
    pieces: list[str] = []
    at = 0
    for match in FRACTION_IN_PROSE.finditer(text):
        number = number_in(match)
        pieces.append(escape(text[at : match.start()]))
        at = match.end()
        if number is None:
            pieces.append(escape(match.group()))
            continue
        typeset, behind = mathml(number, words), _BEHIND.match(text, at)
        if behind:
            typeset, at = f'<span class="amount">{typeset}{behind.group()}</span>', behind.end()
        pieces.append(typeset)
    pieces.append(escape(text[at:]))
    return "".join(pieces)
