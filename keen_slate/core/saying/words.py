"""The teacher's words, and how numbers are named in a sentence."""

import re
from collections.abc import Mapping
from dataclasses import replace
from functools import lru_cache

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.units import units_in

VOCABULARY: dict[str, tuple[str, ...]] = {
    "regroup": ("regroup", "borrow", "rename", "exchange"),
    "quarter": ("quarter", "fourth"),
    "top": ("top", "numerator"),
    "bottom": ("bottom", "denominator"),
    "common_bottom": ("lowest common bottom", "LCD", "lowest common denominator", "least common denominator"),
    "common_multiple": ("common multiple", "LCM", "lowest common multiple", "least common multiple"),
    "greatest_common_factor": ("greatest common factor", "highest common factor"),
    "simplest_form": ("simplest form", "lowest terms"),
    "improper": ("improper", "top-heavy"),
    "over": ("over", "out of"),
    "decimal_sign": (".", ","),
}
"""The words that a teacher can choose from; the first of each is the default."""


def manner_from(chosen: Mapping[str, str]) -> Manner:
    """The default words with ``chosen`` in their place. Raises ValueError for a word that is not offered."""
    for name, word in chosen.items():
        if name == "units":
            if not _OWN_UNITS.fullmatch(word):
                raise ValueError(
                    f"I cannot take “{word[:60]}” for units. Write up to 30 words of letters, with spaces."
                )
        elif word not in VOCABULARY.get(name, ()):
            offered = ", ".join(VOCABULARY.get(name, tuple(VOCABULARY)))
            raise ValueError(f"There is no {name}={word}. Choose one of: {offered}.")
    return replace(USUAL_MANNER, **chosen)


_OWN_UNITS = re.compile(r"\s*(?:[^\W\d_]{2,20}(?:\s+|$)){0,30}")
"""A teacher's own units: words of letters."""


_ORDINALS = {
    3: "third", 5: "fifth", 6: "sixth", 7: "seventh", 8: "eighth", 9: "ninth", 10: "tenth", 11: "eleventh",
    12: "twelfth", 13: "thirteenth", 14: "fourteenth", 15: "fifteenth", 16: "sixteenth", 17: "seventeenth",
    18: "eighteenth", 19: "nineteenth", 20: "twentieth", 30: "thirtieth", 40: "fortieth", 50: "fiftieth",
    60: "sixtieth", 70: "seventieth", 80: "eightieth", 90: "ninetieth", 100: "hundredth", 1000: "thousandth",
}  # fmt: skip
_PLACES = {
    0: "ones", 1: "tens", 2: "hundreds", 3: "thousands", 4: "ten thousands", 5: "hundred thousands", 6: "millions",
    7: "ten millions", 8: "hundred millions",
    -1: "tenths", -2: "hundredths", -3: "thousandths", -4: "ten-thousandths", -5: "hundred-thousandths",
    -6: "millionths",
}  # fmt: skip


def piece(bottom: int, words: Manner, *, many: bool = True) -> str:
    """The name of one piece of that size: ``twelfths``, ``half``, ``24ths``.

    >>> piece(6, USUAL_MANNER), piece(2, USUAL_MANNER, many=False), piece(24, USUAL_MANNER)
    ('sixths', 'half', '24ths')
    """
    two = units_in(words.label)
    if two is not None and bottom == two.size:
        return two.small
    if bottom == 1:
        return "wholes" if many else "whole"
    if bottom == 2:
        return "halves" if many else "half"
    if bottom == 4:
        return words.quarter + ("s" if many else "")
    if bottom in _ORDINALS:
        return _ORDINALS[bottom] + ("s" if many else "")
    ending = {1: "st", 2: "nd", 3: "rd"}.get(bottom % 10, "th") if bottom % 100 not in (11, 12, 13) else "th"
    return f"{bottom}{ending}" + ("s" if many else "")


def size_of_piece(name: str) -> int:
    """How many pieces of that name are a whole; 0 for a word that names none.

    >>> size_of_piece("Twelfths"), size_of_piece("fourths"), size_of_piece("boards")
    (12, 4, 0)
    """
    return _SIZES.get(name.lower(), 0)


_SIZES = {f"{name}s": size for size, name in _ORDINALS.items()} | {"halves": 2, "quarters": 4, "fourths": 4}


def place_name(power: int) -> str:
    """The name of a place by its power of ten: -2 is hundredths."""
    if power in _PLACES:
        return _PLACES[power]
    return f"{10**power:,}s".replace(",", " ") if power > 0 else f"1/{10**-power} places"


def sentence(text: str) -> str:
    """With a capital at the beginning."""
    return text[:1].upper() + text[1:]


def listed(items: list[str], joined: str = "and") -> str:
    """``a, b and c``."""
    return items[0] if len(items) == 1 else f"{', '.join(items[:-1])} {joined} {items[-1]}"


def in_words(text: str, words: Manner) -> str:
    """A name with the teacher's words in its braces.

    >>> in_words("Which {bottom}s change?", Manner())
    'Which bottoms change?'
    """
    return sentence(filled(text, words))


@lru_cache(maxsize=8192)
def filled(text: str, words: Manner) -> str:
    """The same within a sentence, the first letter as it is; a decimal in braces gets the teacher's sign.

    >>> filled("{top}s and {4.8}", Manner(decimal_sign=","))
    'tops and 4,8'
    >>> filled("no {regrouping}, nothing {regrouped}", Manner(regroup="exchange"))
    'no exchanging, nothing exchanged'
    """
    return _BRACES.sub(lambda found: _filled_in(found.group(1), words), text) if "{" in text else text


_BRACES = re.compile(r"\{([^{}]+)\}")


def _filled_in(name: str, words: Manner) -> str:
    if name in ("regrouped", "regrouping"):  # none of the verbs doubles its last letter but the first
        verb, ending = words.regroup, name.removeprefix("regroup")
        return (verb.removesuffix("e") if verb.endswith("e") else verb) + ending
    return str(getattr(words, name)) if name in VOCABULARY else words.decimal(name)
