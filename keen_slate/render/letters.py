"""Which letters can be set on paper: those that a font has which ships with the typesetter."""

import unicodedata
from collections.abc import Iterable

import typst

ALWAYS_THERE = 0x17F
"""Up to here every letter is there: those of the languages of Europe that are written in Latin letters."""

_CANNOT: dict[str, bool] = {}
"""What was found of each other letter that was met: fonts do not change while the program runs."""


def letters_not_set(texts: Iterable[str]) -> frozenset[str]:
    """The letters of texts that no font has; marks that join the letter before, and spaces, are passed over.

    >>> sorted(letters_not_set(["Ułamki – ½", "Дроби, κλάσματα", "水桶"]))
    ['桶', '水']
    """
    met = {c for text in texts for c in text if ord(c) > ALWAYS_THERE and unicodedata.category(c)[0] in "LNPS"}
    _find_out(sorted(met - _CANNOT.keys()))
    return frozenset(c for c in met if _CANNOT[c])


def _find_out(letters: list[str]) -> None:
    """Set them all; where that fails, each half of them."""
    if not letters:
        return
    can = _can_be_set("".join(letters))
    if can or len(letters) == 1:
        _CANNOT.update(dict.fromkeys(letters, not can))
        return
    half = len(letters) // 2
    _find_out(letters[:half])
    _find_out(letters[half:])


def _can_be_set(text: str) -> bool:
    source = '#set document(title: "-")\n#set text(font: "New Computer Modern")\n= -\n#sys.inputs.text'
    try:
        typst.compile(source.encode(), sys_inputs={"text": text}, ignore_system_fonts=True, pdf_standards=["ua-1"])
    except typst.TypstError as fault:
        if "could not be displayed" in str(fault):
            return False
        raise
    return True
