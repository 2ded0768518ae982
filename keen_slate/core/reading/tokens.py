"""The characters of a text as tokens: numbers, signs, brackets, blanks, words."""

import re

from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.notation.units import MONEY, is_unit, multiplied
from keen_slate.core.problem import bounds
from keen_slate.core.reading.words import NUMBERS, VALUES, Token, tokens_in_words
from keen_slate.core.saying import unreadable
from keen_slate.core.saying.say import Say

VULGAR = {
    "¼": (1, 4), "½": (1, 2), "¾": (3, 4), "⅓": (1, 3), "⅔": (2, 3), "⅕": (1, 5), "⅖": (2, 5), "⅗": (3, 5),
    "⅘": (4, 5), "⅙": (1, 6), "⅚": (5, 6), "⅐": (1, 7), "⅛": (1, 8), "⅜": (3, 8), "⅝": (5, 8), "⅞": (7, 8),
    "⅑": (1, 9), "⅒": (1, 10), "↉": (0, 3),
}  # fmt: skip
SUPERSCRIPTS = {c: str(i) for i, c in enumerate("⁰¹²³⁴⁵⁶⁷⁸⁹")}
SUBSCRIPTS = {c: str(i) for i, c in enumerate("₀₁₂₃₄₅₆₇₈₉")}
SIGNS = (
    dict.fromkeys("+＋", "+")
    | dict.fromkeys("-−–—‐‑‒﹣－", "-")
    | dict.fromkeys("×x*·⋅X✕∗", "×")
    | dict.fromkeys("÷:", "÷")
    | dict.fromkeys("/⁄∕／", "/")
    | {"^": "^", ".": "."}
)
_SIGN_ALONE = {char: sign for char, sign in SIGNS.items() if not char.isalpha() and char != "."}
"""What is a sign wherever it stands."""

OPENING = {"(": ")", "[": "]", "{": "}"}
SPACES = " \t\n\r\u00a0\u2000\u2001\u2002\u2003\u2004\u2005\u2006\u2007\u2008\u2009\u200a\u200b\u202f\u205f\u2060\ufeff"


class UnreadableProblem(ValueError):
    """A text that is not a problem. ``said`` is the sentence, ``position`` the 0-based character that it is about,
    ``manner`` that of the teacher who typed it."""

    def __init__(self, said: Say, position: int) -> None:
        super().__init__(f"{said.id} at {position}: {dict(said.data)}")
        self.said = said
        self.position = position
        self.manner = USUAL_MANNER


_REPEATING = (
    re.compile(r"(\d*)[.,](\d*)\((\d+)\)"),
    re.compile(r"(\d*)[.,](\d*)((?:\d\u0305)+)"),
    re.compile(r"(\d*)[.,](\d*)(\d\u0307(?:\d*\d\u0307)?)"),
    re.compile(r"(\d*)[.,](\d+)(?:…|\.{2,})"),
    re.compile(r"(\d*)[.,](\d+)\s+(?:recurring|repeating)\b", re.IGNORECASE),
)
"""A repeating block in brackets, under a bar, between dots; digits that go on; a digit said to come again."""


def _repeating(text: str, start: int, decimal_comma: bool, blocks: bool) -> Token | None:
    """A repeating decimal that begins here, its text as ``0.1(6)``."""
    if "," in text[start : start + bounds.MAX_DIGITS + 2].partition(".")[0] and not decimal_comma:
        return None
    for index, pattern in enumerate(_REPEATING):
        found = pattern.match(text, start)
        if found is None or (index == 0 and found.group(2) and not blocks):
            continue
        whole, before = found.group(1) or "0", found.group(2)
        block = re.sub(r"\D", "", found.group(3)) if index < 3 else _coming_again(before, said=index == 4)
        if not block:
            raise UnreadableProblem(Say.of(unreadable.which_digits_repeat, number=shown(found.group())), start)
        if index >= 3:
            before = before.removesuffix(block)
            while index == 3 and before.endswith(block):
                before = before.removesuffix(block)
        for digits, limit in ((before, bounds.MAX_PLACES), (block, bounds.MAX_BLOCK)):
            if len(digits) > limit:
                raise UnreadableProblem(Say.of(unreadable.too_many_places, places=len(digits), limit=limit), start)
        return Token("repeating", f"{whole}.{before}({block})", start, found.end())
    return None


def _coming_again(digits: str, *, said: bool) -> str:
    """The block that fills most of the end of the digits, more than once; a single digit is its own block."""
    if len(digits) == 1:
        return digits
    filled: dict[str, int] = {}
    for size in () if said else range(1, len(digits) // 2 + 1):
        block = digits[-size:]
        times = next(n for n in range(1, len(digits) // size + 2) if not digits.endswith(block * n)) - 1
        if times > 1:
            filled[block] = times * size
    return max(filled, key=lambda block: filled[block], default="")


def tokens_of(
    text: str,
    decimal_comma: bool = False,
    *,
    blocks: bool = False,
    longest: int = bounds.MAX_DIGITS,
    own: frozenset[str] = frozenset(),
) -> list[Token]:
    """The tokens of a text, the last of them its end. ``blocks``: a bracket behind decimals is a repeating block;
    ``own`` are units beyond the list. Raises UnreadableProblem."""
    found: list[Token] = []
    at = 0
    points = _points(decimal_comma)
    pointed = "." in text or "," in text
    while at < len(text):
        char = text[at]
        start = at
        if char in SPACES:
            at += 1
            continue
        if sign := _SIGN_ALONE.get(char):
            at += 1
            found.append(Token(sign, char, start, at))
            continue
        if pointed and (is_digit(char) or char in points) and (token := _repeating(text, at, decimal_comma, blocks)):
            found.append(token)
            at = token.end
            continue
        if is_digit(char) or (char in points and at + 1 < len(text) and is_digit(text[at + 1])):
            at, token = _number(text, at, decimal_comma, longest)
            found.append(token)
            continue
        if char == "⁻" and at + 1 < len(text) and text[at + 1] in SUPERSCRIPTS:
            at = _run(text, at + 1, SUPERSCRIPTS)
            found.append(Token("power", "-" + "".join(SUPERSCRIPTS[c] for c in text[start + 1 : at]), start, at))
            continue
        if char in SUPERSCRIPTS:
            at = _run(text, at, SUPERSCRIPTS)
            digits = "".join(SUPERSCRIPTS[c] for c in text[start:at])
            kind = "int" if at < len(text) and SIGNS.get(text[at]) == "/" else "power"
            found.append(Token(kind, digits, start, at))
            continue
        if char in SUBSCRIPTS:
            at = _run(text, at, SUBSCRIPTS)
            found.append(Token("int", "".join(SUBSCRIPTS[c] for c in text[start:at]), start, at))
            continue
        if char.isalpha() and (words := tokens_in_words(text, at, found)):
            found.extend(t for t in words if t.kind != "and")
            at = words[-1].end
            continue
        if char.isalpha() and (word := _word(text, at)) and (len(word) > 1 or char not in SIGNS):
            at += len(word)
            if is_unit(word, own) and text[at : at + 1] in _AREAS and multiplied(word, word):
                word, at = word + text[at], at + 1
            elif not is_unit(word, own):
                raise UnreadableProblem(_unknown(word, behind_a_number=bool(found) and found[-1].kind in VALUES), start)
            if not found or found[-1].kind not in (*NUMBERS, "?", ")", "]", "}"):
                raise UnreadableProblem(Say.of(unreadable.unit_without_number, unit=shown(word)), start)
            found.append(Token("label", word, start, at))
            continue
        at += 1
        if char in VULGAR:
            found.append(Token("vulgar", char, start, at))
        elif char == "%":
            found.append(Token("%", "%", start, at))
        elif char in MONEY and found and found[-1].kind in NUMBERS and not is_digit(text[at : at + 1] or " "):
            found.append(Token("label", char, start, at))
        elif char in MONEY:
            found.append(Token("money", char, start, at))
        elif char in OUTSIDE:
            raise UnreadableProblem(Say.of(unreadable.not_worked_with, what=OUTSIDE[char]), start)
        elif char in "?□_":
            found.append(Token("?", char, start, at))
        elif char in SIGNS:
            found.append(Token(SIGNS[char], char, start, at))
        elif char in OPENING or char in OPENING.values():
            found.append(Token(char, char, start, at))
        elif char == "," and found and found[-1].kind == "int":
            raise UnreadableProblem(Say.of(unreadable.comma), start)
        else:
            raise UnreadableProblem(Say.of(unreadable.unknown_sign, sign=shown(char)), start)
    found.append(Token("end", "", len(text), len(text)))
    return found


_AREAS = ("²", "³")

_OUTSIDE = {
    "Ratios": "ratio ratios",
    "Roots": "√ root sqrt cuberoot",
    "Averages": "average mean median mode",
    "Equations with letters": "solve y n a b equation factorise factorize",
    "Shapes and their measures": "perimeter area volume angle π pi",
    "Chances": "probability",
    "Angles": "sin cos",
    "Logarithms": "log",
    "Factorials": "! factorial",
    "Remainders by themselves": "mod remainder",
}
OUTSIDE = {word: what for what, words in _OUTSIDE.items() for word in words.split()}
"""What is refused by its name."""


def _unknown(word: str, *, behind_a_number: bool) -> Say:
    if what := OUTSIDE.get(word.lower()):
        return Say.of(unreadable.not_worked_with, what=what)
    return Say.of(unreadable.unknown_word if behind_a_number else unreadable.unknown_sign, sign=shown(word))


def _word(text: str, at: int) -> str:
    end = at
    while end < len(text) and text[end].isalpha() and text[end] not in VULGAR:
        end += 1
    return text[at:end]


def _points(decimal_comma: bool) -> str:
    return ",." if decimal_comma else "."


def is_digit(char: str) -> bool:
    return char in "0123456789"


def _run(text: str, at: int, chars: dict[str, str]) -> int:
    while at < len(text) and text[at] in chars:
        at += 1
    return at


_DIGITS = re.compile(r"[0-9]*")


def _after_digits(text: str, at: int) -> int:
    digits = _DIGITS.match(text, at)
    return digits.end() if digits else at


_THOUSANDS = re.compile(r"\d{1,3}(?:,\d{3})+(?![\d,])")
"""Commas between thousands, where they are no decimal signs."""


def _number(text: str, start: int, decimal_comma: bool, longest: int) -> tuple[int, Token]:
    at = _after_digits(text, start)
    whole = text[start:at]
    if not decimal_comma and text[at : at + 1] == "," and (grouped := _THOUSANDS.match(text, start)):
        whole, at = grouped.group().replace(",", ""), grouped.end()
    if len(whole.lstrip("0")) > longest:
        raise UnreadableProblem(Say.of(unreadable.too_many_digits, digits=len(whole), limit=longest), start)
    if at + 1 < len(text) and text[at] in _points(decimal_comma) and is_digit(text[at + 1]):
        point = at
        at = _after_digits(text, at + 1)
        if at - point - 1 > longest:  # the bounds on digits and on places are the same
            raise UnreadableProblem(Say.of(unreadable.too_many_places, places=at - point - 1, limit=longest), point + 1)
        if at < len(text) and text[at] == "." and text[point] == ".":
            raise UnreadableProblem(Say.of(unreadable.two_points, number=shown(text[start : at + 1])), at)
        return at, Token("decimal", f"{whole}.{text[point + 1 : at]}", start, at)
    return at, Token("int", whole, start, at)


def shown(text: str) -> str:
    return text if len(text) <= 24 else text[:24] + "…"
