"""Words for operations and numbers, as tokens: ``shared between``, ``squared``, ``three quarters of``, ``4 tenths``."""

import re

from keen_slate.core.values import frozen

NUMBERS = ("int", "decimal", "vulgar", "repeating")
VALUES = (*NUMBERS, "?", ")", "]", "}", "label", "%", "power")
"""What an operation can stand behind."""


@frozen
class Token:
    """``kind``: int, decimal, repeating, vulgar, power (a superscript), label (a unit), money (a sign before an
    amount), end, or the sign itself."""

    kind: str
    text: str
    position: int
    end: int


_COUNTS = ("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")
_SIZES = {
    "half": 2, "halve": 2, "third": 3, "quarter": 4, "fourth": 4, "fifth": 5, "sixth": 6, "seventh": 7, "eighth": 8,
    "ninth": 9, "tenth": 10, "eleventh": 11, "twelfth": 12, "fifteenth": 15, "sixteenth": 16, "twentieth": 20,
    "hundredth": 100, "thousandth": 1000,
}  # fmt: skip
_PLACES = {"ones": 1, "tens": 10, "hundreds": 100, "thousands": 1000, "hundred": 100, "thousand": 1000}
_OPERATIONS = (
    ("×", r"multiplied\s+by|times|of"),
    ("÷", r"divided\s+by|out\s+of|(?:equally\s+)?(?:shared|split)\s+(?:equally\s+)?(?:between|among|by|into)"),
    ("-", r"take\s*away|minus|less"),
    ("+", r"plus|added\s+to"),
)
_SIGNS = tuple((sign, re.compile(rf"(?:{words})\b", re.IGNORECASE)) for sign, words in _OPERATIONS)
_RAISED = {"squared": "2", "cubed": "3"}
_TIMES = {"doubled": ("×", "2"), "tripled": ("×", "3"), "halved": ("÷", "2")}
_SIZE = rf"(?P<size>{'|'.join(_SIZES)})s?\b"
_BEHIND_A_COUNT = re.compile(_SIZE, re.IGNORECASE)
_ALONE = re.compile(rf"(?:(?P<count>an?|{'|'.join(_COUNTS)})[\s-]+)?{_SIZE}", re.IGNORECASE)
_AND_A_PART = re.compile(r"and\s+(?=an?\s|[a-z]+[\s-]+[a-z]|\d+\s*[/⁄]|[¼-¾⅐-⅞]|half|quarter)", re.IGNORECASE)
_WORD = re.compile(r"[a-z]+", re.IGNORECASE)


def tokens_in_words(text: str, at: int, found: list[Token]) -> list[Token]:
    """The tokens that begin here in words, behind those ``found``; a count is taken back where a place name follows it.

    >>> [t.text for t in tokens_in_words("half of 12", 0, [])]
    ['1', '/', '2']
    """
    word = _WORD.match(text, at)
    if word is None:
        return []
    name, end = word.group().lower(), word.end()
    last = found[-1] if found else None
    if last is not None and last.kind in VALUES:
        for sign, pattern in _SIGNS:
            if said := pattern.match(text, at):
                return [Token(sign, " ".join(said.group().split()), at, said.end())]
        if name in _RAISED:
            return [Token("power", _RAISED[name], at, end)]
        if name in _TIMES:
            sign, by = _TIMES[name]
            return [Token(sign, name, at, at), Token("int", by, at, end)]
        return _behind_a_count(text, at, found) if last.kind == "int" else []
    if size := _ALONE.match(text, at):
        count = (size["count"] or "a").lower()
        top = _COUNTS.index(count) if count in _COUNTS else 1
        return [Token("int", str(top), at, at), *_bottom(size, at)]
    return [Token("int", str(_COUNTS.index(name)), at, end)] if name in _COUNTS else []


def _behind_a_count(text: str, at: int, found: list[Token]) -> list[Token]:
    """4 tenths, 2 hundreds, 3 and a half."""
    count = found[-1]
    if size := _BEHIND_A_COUNT.match(text, at):
        return _bottom(size, count.end)
    word = _WORD.match(text, at)
    if word and word.group().lower() in _PLACES:
        found.pop()
        return [Token("int", str(int(count.text) * _PLACES[word.group().lower()]), count.position, word.end())]
    if joining := _AND_A_PART.match(text, at):
        if size := _ALONE.match(text, joining.end()):
            counted = (size["count"] or "a").lower()
            top = _COUNTS.index(counted) if counted in _COUNTS else 1
            return [Token("int", str(top), joining.end(), joining.end()), *_bottom(size, joining.end())]
        return [Token("and", "and", at, joining.end())]
    return []


def _bottom(size: re.Match[str], bar: int) -> list[Token]:
    bottom = str(_SIZES["half" if size["size"].lower() == "halve" else size["size"].lower()])
    return [Token("/", "/", bar, size.start("size")), Token("int", bottom, size.start("size"), size.end())]
