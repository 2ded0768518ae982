"""What is asked of a problem, by the words round it: ``reduce …``, ``which is larger, … or …``, ``… to 2 places``.

Positions count characters of the text as it was typed, so that a fault is shown where it stands.
"""

import re
from fractions import Fraction
from typing import Literal

from keen_slate.core.problem.tree import REMAINDER, ReadFrom
from keen_slate.core.saying.words import size_of_piece

Verb = Literal[
    "", "simplify", "convert", "compare", "smaller", "order", "round", "estimate", "expand", "multiple", "factor",
    "read",
]  # fmt: skip

FORMS = {
    "mixed number": "mixed", "mixed numeral": "mixed", "improper fraction": "improper",
    "top-heavy fraction": "improper", "fraction": "fraction", "decimal": "decimal", "percent": "percent",
    "percentage": "percent", "expanded form": "expanded", "expanded notation": "expanded",
}  # fmt: skip
PLACES: dict[str, Fraction] = {
    "whole": Fraction(1), "whole number": Fraction(1), "one": Fraction(1), "ten": Fraction(10),
    "hundred": Fraction(100), "thousand": Fraction(1000), "half": Fraction(1, 2), "quarter": Fraction(1, 4),
    "fourth": Fraction(1, 4), "eighth": Fraction(1, 8), "tenth": Fraction(1, 10), "hundredth": Fraction(1, 100),
    "thousandth": Fraction(1, 1000), "1000": Fraction(1000), "100": Fraction(100), "10": Fraction(10),
    "1": Fraction(1), "0.1": Fraction(1, 10), "0.01": Fraction(1, 100), "0.001": Fraction(1, 1000),
}  # fmt: skip
COUNTS = {"one": 1, "two": 2, "three": 3, "four": 4}

_VERBS: dict[str, Verb] = {
    "work out": "", "calculate": "", "evaluate": "", "find": "", "what is": "",
    "simplify": "simplify", "reduce": "simplify",
    "convert": "convert", "write": "convert", "change": "convert", "express": "convert",
    "compare": "compare", "which is larger": "compare", "which is bigger": "compare", "which is greater": "compare",
    "which is smaller": "smaller", "which is less": "smaller", "which is more": "compare",
    "expand": "expand", "lcm of": "multiple", "lcm": "multiple", "lowest common multiple of": "multiple",
    "least common multiple of": "multiple", "hcf of": "factor", "gcf of": "factor", "gcd of": "factor", "hcf": "factor",
    "gcf": "factor", "gcd": "factor", "highest common factor of": "factor", "greatest common factor of": "factor",
    "order": "order", "put in order": "order", "arrange": "order",
    "round": "round", "estimate": "estimate", "read": "read",
}  # fmt: skip


def _any_of(words: dict[str, object]) -> str:
    return "|".join(re.escape(w).replace(r"\ ", r"\s+") for w in sorted(words, key=len, reverse=True))


_BEFORE = re.compile(
    rf"\s*(?:find\s+|what\s+is\s+)?(?:the\s+)?({_any_of({**_VERBS})})\b\s*[:,]?(?:\s+|(?=\())", re.IGNORECASE
)
_FORM = re.compile(rf"\s+(?:as|to|into|in)\s+(?:an?\s+)?({_any_of({**FORMS})})\s*$", re.IGNORECASE)
_SIMPLEST = re.compile(
    r"\s*,?\s+(?:reduced|simplified)\s*$"
    r"|\s+(?:in|to)\s+(?:(?:its|their)\s+)?(?:simplest|lowest)\s+(?:form|terms)\s*$",
    re.IGNORECASE,
)
_REMAINDER = re.compile(
    r"\s*,?\s+(?:with|giving|as\s+a\s+quotient\s+(?:and|with))\s+(?:a\s+|the\s+|its\s+)?remainder\s*$", re.IGNORECASE
)
_ROUND = re.compile(
    rf"\s+(?:rounded\s+)?(?:off\s+)?to\s+(?:(\d+|{_any_of({**COUNTS})})\s*(?:d\.?\s?p\.?|(?:decimal\s+)?places?)"
    rf"|(?:the\s+)?nearest\s+({_any_of({**PLACES})})|(?:the\s+|its\s+|their\s+)?(?:leading|first)\s+(digits?)|(?:the\s+)?({_any_of({**PLACES})})s)\s*$",
    re.IGNORECASE,
)
_FALLING = re.compile(
    r"[,;]?\s+(?:in\s+order[,;]?\s+)?(?:(?:with\s+the\s+)?(?:largest|greatest|biggest)\s+first|(?:in\s+)?descending(?:\s+order)?"
    r"|from\s+(?:largest|greatest|biggest)\s+to\s+(?:smallest|least))\s*$",
    re.IGNORECASE,
)
_RISING = re.compile(
    r"[,;]?\s+(?:in\s+order[,;]?\s+)?(?:(?:with\s+the\s+)?(?:smallest|least)\s+first|(?:in\s+)?ascending(?:\s+order)?"
    r"|from\s+(?:smallest|least)\s+to\s+(?:largest|greatest|biggest)|in\s+order(?:\s+of\s+size)?)\s*$",
    re.IGNORECASE,
)
_PUT = re.compile(
    r"\s*(?:put|place|write|arrange)\s+(?:(?:these|them|the)\s+)?(?:(?:numbers?|fractions?|decimals?|percents?)\s*)?"
    r"(?:in(?:to)?\s+(?:(?P<way>ascending|descending)\s+order|order(?:\s+of\s+size)?(?:[,;]?\s+(?P<first>largest|greatest|biggest|smallest|least)\s+first)?)\s*:?\s*(?=\S))?",
    re.IGNORECASE,
)
"""``put … in order``, or with the words before the numbers: ``put these in order: …``."""
_CIRCLE = re.compile(r"\s*[○◯]\s*|\s+(?:\?|□|_+)\s+")
_OPEN_END = re.compile(r"\s*[=＝]\s*[?□_]*\s*$")

_WORDS_FOR_SIGNS = (
    (re.compile(r"\s*(add|(?:the\s+)?sum\s+of)\s+.+?\s+(and|to)\s+", re.IGNORECASE), "+"),
    (re.compile(r"\s*((?:the\s+)?difference\s+(?:between|of))\s+.+?\s+(and)\s+", re.IGNORECASE), "−"),
    (re.compile(r"\s*(multiply|(?:the\s+)?product\s+of)\s+.+?\s+(and|by)\s+", re.IGNORECASE), "×"),
    (re.compile(r"\s*(divide|(?:the\s+)?quotient\s+of)\s+.+?\s+(and|by)\s+", re.IGNORECASE), "÷"),
)


def verb_of(text: str) -> tuple[Verb, int]:
    """What the words before a problem ask, and where the problem begins.

    >>> verb_of("Which is larger, 3/4 or 5/6?")
    ('compare', 17)
    """
    found, put = _BEFORE.match(text), _PUT.match(text)
    if put and (
        re.search(r"\border\b", put.group(), re.IGNORECASE)
        or (not found and (_FALLING.search(text) or _RISING.search(text)))
    ):
        return "order", put.end()
    return (_VERBS[" ".join(found.group(1).lower().split())], found.end()) if found else ("", 0)


def without_question_mark(text: str, verb_end: int) -> int:
    """Where a problem asked in a sentence ends: before its question mark, which is no blank."""
    stripped = text.rstrip()
    asks = re.match(r"\s*w(?:hat|hich)\b", text, re.IGNORECASE)
    return len(stripped) - 1 if asks and verb_end and stripped.endswith("?") else len(text)


def form_asked(text: str, start: int) -> tuple[str, int] | None:
    """The form behind a number, ``simplest`` among them, and where its words begin."""
    if found := _SIMPLEST.search(text, start):
        return "simplest", found.start()
    if found := _REMAINDER.search(text, start):
        return REMAINDER, found.start()
    found = _FORM.search(text, start)
    return (FORMS[" ".join(found.group(1).lower().split())], found.start()) if found else None


_NAMED_BOTTOM = re.compile(r"\s+in\s+(?:the\s+)?(?:(\d{1,4})(?:st|nd|rd|th)?s|([a-z]+s))\s*$", re.IGNORECASE)


def named_bottom(text: str, start: int) -> tuple[int, int] | None:
    """The size of piece that is named behind a sum, and where its words begin: ``… in 24ths``, ``… in twelfths``.

    >>> named_bottom("2/3 + 3/4 in twelfths", 0)
    (12, 9)
    """
    found = _NAMED_BOTTOM.search(text, start)
    if found is None:
        return None
    size = int(found[1]) if found[1] else size_of_piece(found[2])
    return (size, found.start()) if size else None


def rounding_asked(text: str, start: int) -> tuple[Fraction | int, int, int] | None:
    """A unit or a number of places to round to, where the words for it begin, and where the number stands in them."""
    found = _ROUND.search(text, start)
    if found is None:
        return None
    count, nearest, leading, plural = found.groups()
    if leading:
        return Fraction(0), found.start(), found.start()
    if count:
        return COUNTS.get(count.lower()) or int(count), found.start(), found.start(1)
    return PLACES[" ".join((nearest or plural).lower().split())], found.start(), found.start()


_PICTURES: dict[str, ReadFrom] = {
    "strips": "strips", "strip": "strips", "bars": "strips", "bar": "strips",
    "discs": "discs", "disc": "discs", "disks": "discs", "disk": "discs", "circles": "discs", "circle": "discs",
    "number line": "jumps", "number lines": "jumps", "line": "jumps", "scale": "jumps",
    "hundred square": "square", "hundred squares": "square", "square": "square", "squares": "square",
    "hundredths square": "square",
}  # fmt: skip
_FROM = re.compile(
    rf"\s+(?:off|from|on|in)\s+(?:an?\s+|the\s+)?({_any_of({**_PICTURES})})"
    r"(?:\s*,?\s+(?:cut\s+)?(?:in|into|with)\s+(\d{1,3})(?:\s+(?:equal\s+)?(?:spaces|parts|pieces))?)?\s*$",
    re.IGNORECASE,
)


def picture_asked(text: str, start: int) -> tuple[ReadFrom, int, int] | None:
    """The picture from which a number is read, into how many spaces it is cut (0: as usual), and where its words begin.

    >>> picture_asked("read 0.6 from a number line in 5 spaces", 5)
    ('jumps', 5, 8)
    """
    found = _FROM.search(text, start)
    if found is None:
        return None
    return _PICTURES[" ".join(found[1].lower().split())], int(found[2] or 0), found.start()


def order_asked(text: str, start: int) -> tuple[bool, int]:
    """Whether the largest comes first, and where the words that say so begin."""
    falling, rising = _FALLING.search(text, start), _RISING.search(text, start)
    found = falling or rising
    return bool(falling), found.start() if found else len(text)


def falls_at_once(text: str, start: int) -> bool:
    """Whether the words before the numbers say that the largest comes first."""
    return bool(re.search(r"descending|(?:largest|greatest|biggest)\s+first", text[:start], re.IGNORECASE))


def sign_left_out(text: str) -> tuple[int, int] | None:
    """Where a circle or a blank stands between two numbers, for the sign between them."""
    found = None if "=" in text else _CIRCLE.search(text)
    return found.span() if found and text[: found.start()].strip() and text[found.end() :].strip() else None


def before_an_open_end(text: str) -> int | None:
    """Where the calculation ends that an equals sign and nothing, or a lone blank, follows."""
    found = _OPEN_END.search(text)
    return found.start() if found and not re.search("[=＝]", text[: found.start()]) else None


def with_signs_for_words(text: str) -> str | None:
    """``add 1/2 to 1/3`` with a sign in place of its words, every character left where it was.

    >>> with_signs_for_words("add 1/2 to 1/3")
    '    1/2 +  1/3'
    """
    for words, sign in _WORDS_FOR_SIGNS:
        if found := words.match(text):
            first, second = found.span(1), found.span(2)
            blanked = " " * first[1] + text[first[1] : second[0]] + sign.ljust(second[1] - second[0])
            return blanked + text[second[1] :]
    return None
