"""Sentences with their fractions typeset."""

from functools import lru_cache
from html import escape

from keen_slate.core.notation.manner import Manner
from keen_slate.render.mathml import mathml
from keen_slate.render.spoken import FRACTION_IN_PROSE, number_in

MOST_SENTENCES_KEPT = 4096
"""Some 4 MB. A reason stands at its line, at its stroke, and on many another item."""


@lru_cache(maxsize=MOST_SENTENCES_KEPT)
def prose_html(text: str, words: Manner) -> str:
    """The sentence as HTML, each ``n/d`` and ``w n/d`` in it as MathML with its spoken text; everything else escaped.

    >>> prose_html("3/12 < 10", Manner())
    '<math aria-label="3 twelfths"><mfrac><mn>3</mn><mn class="piece">12</mn></mfrac></math> &lt; 10'
    """
    pieces: list[str] = []
    at = 0
    for match in FRACTION_IN_PROSE.finditer(text):
        number = number_in(match)
        pieces.append(escape(text[at : match.start()]))
        pieces.append(escape(match.group()) if number is None else mathml(number, words))
        at = match.end()
    pieces.append(escape(text[at:]))
    return "".join(pieces)
