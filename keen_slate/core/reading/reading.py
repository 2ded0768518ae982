"""From what a teacher types to an expression tree, or to a sentence that says where and why it cannot be read.

``3/8`` written tight is a fraction and ``6 1/4`` a mixed number; ``÷`` (or ``:``) divides; a number or a bracket
next to a bracket multiplies. Every sign that keyboards and word processors put for these is understood. What is asked
is part of the problem: ``simplify 6/8``, ``11/4 as a mixed number``, ``compare 3/4 and 5/6``, ``round 3.476 to 2
places``, ``2/3 = ?/12``; docs/problems.md lists them. A text that can be read two ways is read one way, and a note says
the other.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass, replace
from fractions import Fraction
from math import gcd
from typing import Concatenate, Literal, ParamSpec

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import problem_text
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
)
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import TooManyBlanks, blanks_of, solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    Gap,
    Group,
    Negative,
    Power,
    Product,
    Rounding,
    Simplify,
    Sum,
    Term,
    children,
    evaluate,
    is_numeral,
    is_workable,
    number_for,
    walk,
)
from keen_slate.core.reading import asking
from keen_slate.core.saying import unreadable
from keen_slate.core.saying.say import Say

P = ParamSpec("P")

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
SIGN_WORDS = {"of": "×", "times": "×", "plus": "+", "minus": "-"}
NUMBERS = ("int", "decimal", "vulgar", "repeating")
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


@dataclass(frozen=True, slots=True)
class Problem:
    """A problem as understood: what is to be worked, the label that its numbers carry, and notes on its reading."""

    expr: Expr
    label: str = ""
    notes: tuple[Say, ...] = ()

    def text(self, manner: Manner = USUAL_MANNER) -> str:
        """The problem as it reads back, with what is asked and its label.

        >>> read("2 3/4m+1 1/2 m").text()
        '2 3/4 m + 1 1/2 m'
        """
        return problem_text(self.expr, manner.labelled(self.label))


@dataclass(frozen=True, slots=True)
class _Token:
    kind: str  # int, decimal, repeating, vulgar, power (a superscript), end, or the sign itself
    text: str
    position: int
    end: int


_TOLD = (
    re.compile(r"\s*(?:subtract|take)\s+(?P<second>.+?)\s+(?:away\s+)?from\s+(?P<first>.+)", re.IGNORECASE),
    re.compile(r"\s*(?P<second>.+?)\s+less\s+than\s+(?P<first>.+)", re.IGNORECASE),
    re.compile(r"\s*how\s+many\s+(?P<second>.+?)\s+(?:are\s+(?:there\s+)?)?in\s+(?P<first>[^?]+)\??", re.IGNORECASE),
)
"""Differences, and last quotients, told with the second number first."""
_BETWEEN = re.compile(r"\s+(?:and|with|or)\s+|\s*;\s*|\s*,\s+", re.IGNORECASE)


def read(text: str, *, decimal_comma: bool = False, answer: bool = False) -> Problem:
    """Read one problem, or an ``answer`` to one. Raises UnreadableProblem with a sentence and a position.

    In an answer 0.1(6) is a repeating decimal, in a problem 0.1 times 6 unless it is to be converted or rounded.

    >>> read("6¼ − 2 5/6").expr == read(" 6 1/4-2 5/6 ").expr
    True
    """
    if len(text) > bounds.MAX_TEXT:
        raise UnreadableProblem(Say.of(unreadable.too_long, length=len(text), limit=bounds.MAX_TEXT), bounds.MAX_TEXT)
    for index, words in enumerate(_TOLD):
        if found := words.fullmatch(text):
            return _Part(text, decimal_comma).told(found, divide=index == len(_TOLD) - 1)
    verb, start = asking.verb_of(text)
    end = asking.without_question_mark(text, start)
    text = text[:end]
    part = _Part(text, decimal_comma, repeating="any" if answer else "none")
    if verb == "compare":
        return part.comparison(start, end, pair=True, descending=False)
    if verb == "order":
        descending, cut = asking.order_asked(text, start)
        return part.comparison(start, cut, pair=False, descending=descending)
    rounding = asking.rounding_asked(text, start)
    if verb == "round" or (rounding and not verb):
        if rounding is None:
            raise UnreadableProblem(Say.of(unreadable.round_to_what), end)
        unit = _unit_of(rounding)
        return part.wrapped(start, rounding[1], lambda of: Rounding(of, unit), repeating="alone")
    if verb == "estimate":
        unit = _unit_of(rounding) if rounding else Fraction(1, 2)
        problem = part.wrapped(start, rounding[1] if rounding else end, lambda of: Estimating(of, unit))
        return _with_divisors_left(problem, start, fixed=rounding is not None)
    form = asking.form_asked(text, start)
    if verb == "simplify" or (form and form[0] == "simplest"):
        return part.wrapped(start, form[1] if form else end, Simplify)
    if form:
        to, cut = form
        if to == "decimal":
            part.refuse_a_long_block(start, cut)
        return part.wrapped(start, cut, lambda of: Convert(of, to), percents=True, repeating="alone")
    if verb == "convert":
        raise UnreadableProblem(Say.of(unreadable.convert_to_what), end)
    return part.calculation(start, end)


def read_side(text: str, *, decimal_comma: bool = False) -> Problem:
    """One side of what a pupil writes: an answer, in which blanks may stand. Raises UnreadableProblem.

    >>> read_side("?/12").expr
    Gap(whole=-1, top=None, bottom=12)
    """
    if any(blank in text for blank in "?□_") and len(text) <= bounds.MAX_TEXT:
        part = _Part(text, decimal_comma, repeating="any")
        return Problem(*part.expression(0, len(text), gaps=True))
    return read(text, decimal_comma=decimal_comma, answer=True)


def _unit_of(asked: tuple[Fraction | int, int, int]) -> Fraction:
    """What is rounded to: ``2 places`` is hundredths."""
    unit, _, at = asked
    if isinstance(unit, Fraction):
        return unit
    if unit > bounds.MAX_PLACES:
        raise UnreadableProblem(Say.of(unreadable.too_many_places, places=unit, limit=bounds.MAX_PLACES), at)
    return Fraction(1, 10**unit)


Repeating = Literal["none", "alone", "any"]
"""Where a repeating decimal may stand: nowhere, as the one number of a problem, or anywhere, as in an answer."""


class _Part:
    """Reads stretches of one text; what stands outside a stretch counts as blank, so positions stay right."""

    def __init__(self, text: str, decimal_comma: bool, repeating: Repeating = "none") -> None:
        self.text = text
        self.decimal_comma = decimal_comma
        self.repeating = repeating

    def calculation(self, start: int, end: int) -> Problem:
        """What no word asks anything of: worked out, its blanks filled, or its two numbers compared."""
        if spelled := asking.with_signs_for_words(" " * start + self.text[start:end]):
            return _Part(spelled, self.decimal_comma).spelled_out(start, end)
        between = asking.sign_left_out(self.text[:end])
        if between and start == 0:
            return self.comparison(start, end, pair=True, descending=False, cuts=[between])
        cut = asking.before_an_open_end(self.text[:end])
        if cut is not None:
            expr, label, notes = self.expression(start, cut, gaps=True)
            if not is_numeral(expr) and not blanks_of((expr,)):
                return Problem(expr, label, notes)
        if "=" in self.text or "＝" in self.text:
            return self.chain(start, end)
        return Problem(*self.expression(start, end))

    def spelled_out(self, start: int, end: int) -> Problem:
        """Two numbers with a sign put where words stood."""
        expr, label, notes = self.expression(start, end)
        parts = children(expr)
        if len(parts) != 2 or not all(is_numeral(p) for p in parts):
            raise UnreadableProblem(Say.of(unreadable.told_of_numbers_only), start)
        return Problem(expr, label, notes)

    def expression(
        self, start: int, end: int, *, gaps: bool = False, repeating: Repeating = "none"
    ) -> tuple[Expr, str, tuple[Say, ...]]:
        stretch = " " * start + self.text[start:end]
        allowed = max(repeating, self.repeating, key=("none", "alone", "any").index)
        longest = bounds.MAX_ANSWER_DIGITS if self.repeating == "any" else bounds.MAX_DIGITS
        tokens = _tokens(stretch, self.decimal_comma, blocks=allowed != "none", longest=longest)
        if tokens[0].kind == "end":
            raise UnreadableProblem(Say.of(unreadable.nothing_typed), min(start, len(self.text)))
        reader = _Reader(stretch, tokens, gaps=gaps)
        expr = reader.problem()
        found = next((e for e in walk(expr) if isinstance(e, RepeatingDecimal)), None)
        if found and not (allowed == "any" or (allowed == "alone" and expr in (found, Negative(found)))):
            raise UnreadableProblem(
                Say.of(unreadable.repeating_alone, number=found, value=number_for(found.value)), start
            )
        if not gaps or not reader.gaps:
            _refuse_the_unworkable(expr, stretch)
        return expr, reader.label(), tuple(reader.notes)

    def wrapped(
        self,
        start: int,
        end: int,
        wrap: Callable[[Expr], Expr],
        *,
        percents: bool = False,
        repeating: Repeating = "none",
    ) -> Problem:
        expr, label, notes = self.expression(start, end, repeating=repeating)
        if percents and label == "%":
            if not isinstance(expr, (Whole, CommonFraction, MixedNumber, DecimalNumeral)):
                raise UnreadableProblem(Say.of(unreadable.one_percent_only), start)
            return Problem(wrap(Percent(expr)), "", notes)
        return Problem(wrap(expr), label, notes)

    def told(self, found: re.Match[str], *, divide: bool) -> Problem:
        """Two numbers with words round them, of which the second to be written is named first."""
        numbers: list[Expr] = []
        labels: list[str] = []
        for name in ("first", "second"):
            expr, label, _ = self.expression(*found.span(name))
            if not is_numeral(expr):
                raise UnreadableProblem(Say.of(unreadable.told_of_numbers_only), found.start(name))
            numbers.append(expr)
            labels.append(label)
        if len(set(labels)) > 1:
            raise UnreadableProblem(
                Say.of(unreadable.labels_differ, labels=tuple(sorted(set(labels)))), found.start("first")
            )
        first, second = numbers
        if not divide:
            return Problem(Sum((Term(first), Term(second, True)), frozenset({"told"})), labels[0])
        if evaluate(second) == 0:
            raise UnreadableProblem(Say.of(unreadable.divides_by_zero), found.start("second"))
        return Problem(Product((Factor(first), Factor(second, True)), frozenset({"told"})))

    def refuse_a_long_block(self, start: int, end: int) -> None:
        bottom = evaluate(self.expression(start, end, repeating="alone")[0]).denominator
        while (shared := gcd(bottom, 10)) > 1:
            bottom //= shared
        if bottom > 1 and all(pow(10, n, bottom) != 1 for n in range(1, bounds.MAX_BLOCK + 1)):
            raise UnreadableProblem(Say.of(unreadable.block_too_long, bottom=bottom, limit=bounds.MAX_BLOCK), start)

    def comparison(
        self, start: int, end: int, *, pair: bool, descending: bool, cuts: list[tuple[int, int]] | None = None
    ) -> Problem:
        items: list[Expr] = []
        labels: list[str] = []
        at = start
        if cuts is None:
            cuts = [m.span() for m in _BETWEEN.finditer(self.text, start, end)]
        for cut_start, cut_end in [*cuts, (end, end)]:
            expr, label, _ = self.expression(at, cut_start)
            if isinstance(expr, Group):
                expr = expr.inner
            if not is_numeral(expr.of if isinstance(expr, Negative) else expr):
                raise UnreadableProblem(Say.of(unreadable.compare_numbers_only), at)
            items.append(expr)
            labels.append(label)
            at = cut_end
        if len(items) < 2 or (pair and len(items) > 2):
            raise UnreadableProblem(Say.of(unreadable.compare_two if pair else unreadable.order_more), end)
        if set(labels) == {"", "%"}:  # percents among other numbers are numbers themselves
            items = [as_percent(i) if label else i for i, label in zip(items, labels, strict=True)]
            labels = [""]
        if len(set(labels)) > 1:
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=tuple(sorted(set(labels)))), start)
        return Problem(Comparison(tuple(items), tuple(items), descending, pair=pair), labels[0])

    def chain(self, start: int, end: int) -> Problem:
        sides: list[Expr] = []
        labels: set[str] = set()
        at = start
        for cut in [m.start() for m in re.finditer("[=＝]", self.text)] + [end]:
            if not self.text[at:cut].strip():
                raise UnreadableProblem(Say.of(unreadable.side_missing), at)
            expr, label, _ = self.expression(at, cut, gaps=True)
            sides.append(expr)
            labels |= {label} - {""}
            at = cut + 1
        if len(labels) > 1:
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=tuple(sorted(labels))), start)
        if not blanks_of(tuple(sides)):
            raise UnreadableProblem(Say.of(unreadable.no_blank), start)
        try:
            solve(tuple(sides))
        except TooManyBlanks:
            raise UnreadableProblem(Say.of(unreadable.too_many_blanks), start) from None
        return Problem(Chain(tuple(sides)), labels.pop() if labels else "")


_REPEATING = (
    re.compile(r"(\d*)[.,](\d*)\((\d+)\)"),
    re.compile(r"(\d*)[.,](\d*)((?:\d\u0305)+)"),
    re.compile(r"(\d*)[.,](\d*)(\d\u0307(?:\d*\d\u0307)?)"),
    re.compile(r"(\d*)[.,](\d+)(?:…|\.{2,})"),
    re.compile(r"(\d*)[.,](\d+)\s+(?:recurring|repeating)\b", re.IGNORECASE),
)
"""A repeating block in brackets, under a bar, between dots; digits that go on; a digit said to come again."""


def _repeating(text: str, start: int, decimal_comma: bool, blocks: bool) -> _Token | None:
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
            raise UnreadableProblem(Say.of(unreadable.which_digits_repeat, number=_shown(found.group())), start)
        if index >= 3:
            before = before.removesuffix(block)
            while index == 3 and before.endswith(block):
                before = before.removesuffix(block)
        for digits, limit in ((before, bounds.MAX_PLACES), (block, bounds.MAX_BLOCK)):
            if len(digits) > limit:
                raise UnreadableProblem(Say.of(unreadable.too_many_places, places=len(digits), limit=limit), start)
        return _Token("repeating", f"{whole}.{before}({block})", start, found.end())
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


def _tokens(
    text: str, decimal_comma: bool = False, *, blocks: bool = False, longest: int = bounds.MAX_DIGITS
) -> list[_Token]:
    found: list[_Token] = []
    at = 0
    while at < len(text):
        char = text[at]
        start = at
        if char in SPACES:
            at += 1
            continue
        if (_digit(char) or char in _points(decimal_comma)) and (token := _repeating(text, at, decimal_comma, blocks)):
            found.append(token)
            at = token.end
            continue
        if _digit(char) or (char in _points(decimal_comma) and at + 1 < len(text) and _digit(text[at + 1])):
            at, token = _number(text, at, decimal_comma, longest)
            found.append(token)
            continue
        if char in SUPERSCRIPTS:
            at = _run(text, at, SUPERSCRIPTS)
            digits = "".join(SUPERSCRIPTS[c] for c in text[start:at])
            kind = "int" if at < len(text) and SIGNS.get(text[at]) == "/" else "power"
            found.append(_Token(kind, digits, start, at))
            continue
        if char in SUBSCRIPTS:
            at = _run(text, at, SUBSCRIPTS)
            found.append(_Token("int", "".join(SUBSCRIPTS[c] for c in text[start:at]), start, at))
            continue
        if char.isalpha() and (word := _word(text, at)) and (len(word) > 1 or char not in SIGNS):
            at += len(word)
            by = re.match(r"\s+by\b", text[at:], re.IGNORECASE) if word.lower() == "divided" else None
            if word.lower() in SIGN_WORDS and found:
                found.append(_Token(SIGN_WORDS[word.lower()], word, start, at))
            elif by and found:
                at += by.end()
                found.append(_Token("÷", "divided by", start, at))
            elif found and found[-1].kind in (*NUMBERS, ")", "]", "}") and len(word) <= LONGEST_LABEL:
                found.append(_Token("label", word, start, at))
            else:
                raise UnreadableProblem(Say.of(unreadable.unknown_sign, sign=_shown(word)), start)
            continue
        at += 1
        if char in VULGAR:
            found.append(_Token("vulgar", char, start, at))
        elif char == "%":
            found.append(_Token("label", "%", start, at))
        elif char in "?□_":
            found.append(_Token("?", char, start, at))
        elif char in SIGNS:
            found.append(_Token(SIGNS[char], char, start, at))
        elif char in OPENING or char in OPENING.values():
            found.append(_Token(char, char, start, at))
        elif char == "," and found and found[-1].kind == "int":
            raise UnreadableProblem(Say.of(unreadable.comma), start)
        else:
            raise UnreadableProblem(Say.of(unreadable.unknown_sign, sign=_shown(char)), start)
    found.append(_Token("end", "", len(text), len(text)))
    return found


def as_percent(number: Expr) -> Expr:
    """A number with its percent sign taken as hundredths."""
    if isinstance(number, Negative):
        return Negative(as_percent(number.of))
    assert isinstance(number, (Whole, CommonFraction, MixedNumber, DecimalNumeral))
    return Percent(number)


LONGEST_LABEL = 12
"""Letters in a unit: litres, barrow loads are written in one word."""


def _word(text: str, at: int) -> str:
    end = at
    while end < len(text) and text[end].isalpha() and text[end] not in VULGAR:
        end += 1
    return text[at:end]


def _points(decimal_comma: bool) -> str:
    return ",." if decimal_comma else "."


def _digit(char: str) -> bool:
    return char in "0123456789"


def _run(text: str, at: int, chars: dict[str, str]) -> int:
    while at < len(text) and text[at] in chars:
        at += 1
    return at


def _number(text: str, start: int, decimal_comma: bool, longest: int) -> tuple[int, _Token]:
    at = start
    while at < len(text) and _digit(text[at]):
        at += 1
    whole = text[start:at]
    if len(whole.lstrip("0")) > longest:
        raise UnreadableProblem(Say.of(unreadable.too_many_digits, digits=len(whole), limit=longest), start)
    if at + 1 < len(text) and text[at] in _points(decimal_comma) and _digit(text[at + 1]):
        point = at
        at += 1
        while at < len(text) and _digit(text[at]):
            at += 1
        if at - point - 1 > longest:  # the bounds on digits and on places are the same
            raise UnreadableProblem(Say.of(unreadable.too_many_places, places=at - point - 1, limit=longest), point + 1)
        if at < len(text) and text[at] == "." and text[point] == ".":
            raise UnreadableProblem(Say.of(unreadable.two_points, number=_shown(text[start : at + 1])), at)
        return at, _Token("decimal", text[start:at].replace(",", "."), start, at)
    return at, _Token("int", whole, start, at)


def _shown(text: str) -> str:
    return text if len(text) <= 24 else text[:24] + "…"


class _Reader:
    """Recursive descent over the tokens: sums of products of powers of numbers and brackets."""

    def __init__(self, text: str, tokens: list[_Token], *, gaps: bool) -> None:
        self.text = text
        self.tokens = tokens
        self.index = 0
        self.numbers = 0
        self.gaps_allowed = gaps
        self.gaps = 0
        self.labels: list[str] = []
        self.divided_by_label = False
        self.notes: list[Say] = []

    def label(self) -> str:
        """The one label of all numbers; an amount divided by an amount has none."""
        return "" if self.divided_by_label or not self.labels else self.labels[0]

    def take_label(self, *, divisor: bool = False) -> None:
        if self.next.kind != "label":
            return
        token = self.take()
        if self.labels and token.text != self.labels[0]:
            labels = tuple(sorted({self.labels[0], token.text}))
            raise self.refuse(unreadable.labels_differ, token.position, labels=labels)
        self.labels.append(token.text)
        self.divided_by_label = self.divided_by_label or divisor

    def note(self, sentence: Callable[Concatenate[Manner, P], str], *args: P.args, **data: P.kwargs) -> None:
        said = Say.of(sentence, *args, **data)
        if said not in self.notes:
            self.notes.append(said)

    @property
    def next(self) -> _Token:
        return self.tokens[self.index]

    def take(self) -> _Token:
        token = self.tokens[self.index]
        self.index += 1
        return token

    def refuse(
        self, sentence: Callable[Concatenate[Manner, P], str], position: int, *args: P.args, **data: P.kwargs
    ) -> UnreadableProblem:
        return UnreadableProblem(Say.of(sentence, *args, **data), position)

    def problem(self) -> Expr:
        expr = self.sum(0)
        if self.next.kind in OPENING.values():
            raise self.refuse(unreadable.closing_without_opening, self.next.position, bracket=self.next.text)
        if self.next.kind != "end":
            raise self.refuse(unreadable.sign_in_the_way, self.next.position, sign=self.next.text)
        return expr

    def sum(self, depth: int) -> Expr:
        terms = [self.term(depth, first=True)]
        while self.next.kind in ("+", "-"):
            terms.append(self.term(depth, first=False))
        only = terms[0]
        if len(terms) == 1:
            return Negative(only.expr) if only.minus else only.expr
        return Sum(tuple(terms))

    def term(self, depth: int, *, first: bool) -> Term:
        minus = False
        if self.next.kind in ("+", "-"):
            sign = self.take()
            minus = sign.kind == "-"
            if self.next.kind in ("+", "-"):
                raise self.refuse(unreadable.two_signs, self.next.position, signs=f"{sign.text}{self.next.text}")
        return Term(self.product(depth), minus)

    def product(self, depth: int) -> Expr:
        factors = [Factor(self.power(depth))]
        percent = self.percent_of(factors[0].expr)
        if percent is not None:
            factors = [Factor(percent)]
        else:
            self.take_label()
        while True:
            kind = self.next.kind
            if kind in ("×", "÷"):
                sign = self.take()
                if self.next.kind in ("+", "-"):
                    raise self.refuse(unreadable.two_signs, self.next.position, signs=f"{sign.text}{self.next.text}")
                factors.append(Factor(self.power(depth), divide=kind == "÷"))
                self.take_label(divisor=kind == "÷")
            elif kind == "/":
                self.take()
                factors.append(Factor(self.power(depth), divide=True))
                self.take_label(divisor=True)
                if len(factors) > 2:
                    self.note(unreadable.note_bar_divides)
            elif kind in OPENING and any(f.divide for f in factors):
                self.note(unreadable.note_from_the_left)
                factors.append(Factor(self.power(depth), implied=True))
                self.take_label()
            elif kind in OPENING or (kind in NUMBERS and self.after_bracket()):
                self.note_bracket_after_decimal()
                factors.append(Factor(self.power(depth), implied=True))
                self.take_label()
            elif kind in (*NUMBERS, "?"):
                before = self.tokens[self.index - 1]
                raise self.refuse(
                    unreadable.two_numbers, self.next.position, first=_shown(before.text), second=_shown(self.next.text)
                )
            else:
                return factors[0].expr if len(factors) == 1 else Product(tuple(factors))

    def percent_of(self, number: Expr) -> Percent | None:
        """25% of 80 takes 25 hundredths; elsewhere a percent is a label."""
        here, then = self.next, self.tokens[min(self.index + 1, len(self.tokens) - 1)]
        if here.text != "%" or then.text.lower() != "of":
            return None
        if not isinstance(number, (Whole, CommonFraction, MixedNumber, DecimalNumeral)):
            return None
        self.take()
        return Percent(number)

    def note_bracket_after_decimal(self) -> None:
        """0.1(6) is read as a product; some write a repeating decimal so."""
        before, inner, after = (self.tokens[min(self.index + i, len(self.tokens) - 1)] for i in (-1, 1, 2))
        tight = before.end == self.next.position and before.kind == "decimal"
        if tight and inner.kind == "int" and after.kind == ")":
            self.note(unreadable.note_bracket_multiplies, decimal=before.text, bracket=inner.text)

    def after_bracket(self) -> bool:
        return self.tokens[self.index - 1].kind in OPENING.values()

    def power(self, depth: int) -> Expr:
        base = self.atom(depth)
        if self.next.kind not in ("^", "power"):
            return base
        mark = self.take()
        if isinstance(base, (CommonFraction, MixedNumber)):
            raise self.refuse(unreadable.power_of_a_fraction, mark.position, base=base)
        exponent = mark if mark.kind == "power" else self.take()
        if exponent.kind not in ("int", "power"):
            raise self.refuse(unreadable.exponent_missing, exponent.position)
        if self.next.kind in ("^", "power"):
            raise self.refuse(unreadable.power_of_a_power, self.next.position, limit=bounds.MAX_EXPONENT)
        if self.index >= 4 and self.tokens[self.index - 4].kind == "-" and isinstance(base, Whole):
            self.note_minus_power(base, exponent)
        if int(exponent.text) > bounds.MAX_EXPONENT:
            raise self.refuse(unreadable.exponent_too_large, exponent.position, limit=bounds.MAX_EXPONENT)
        return Power(base, int(exponent.text))

    def note_minus_power(self, base: Whole, exponent: _Token) -> None:
        """−7^2 at the beginning of a sum is read as −(7^2)."""
        if self.index == 4 or self.tokens[self.index - 5].kind in OPENING:
            self.note(unreadable.note_minus_power, base=base.n, exponent=exponent.text)

    def atom(self, depth: int) -> Expr:
        token = self.take()
        if token.kind in OPENING:
            if depth >= bounds.MAX_DEPTH:
                raise self.refuse(unreadable.too_deep, token.position, limit=bounds.MAX_DEPTH)
            inner = self.sum(depth + 1)
            closing = self.take()
            if closing.kind != OPENING[token.kind]:
                raise self.refuse(
                    unreadable.bracket_not_closed, token.position, bracket=token.text, closing=OPENING[token.kind]
                )
            return Group(inner, token.kind)  # type: ignore[arg-type]  # the keys of OPENING are the kinds
        if token.kind in (*NUMBERS, "?"):
            self.numbers += 1
            if self.numbers > bounds.MAX_NUMBERS:
                raise self.refuse(unreadable.too_many_numbers, token.position, limit=bounds.MAX_NUMBERS)
        if token.kind == "decimal":
            units, places = token.text.split(".")
            return DecimalNumeral(int(units + places), len(places), leading_zero=bool(units))
        if token.kind == "repeating":
            start, block = token.text.rstrip(")").split("(")
            units, places = start.split(".")
            return RepeatingDecimal(int(units + places), len(places), block)
        if token.kind == "vulgar":
            return CommonFraction(*VULGAR[token.text])
        if token.kind == "int":
            return self.from_whole(token)
        if token.kind == "?":
            return self.from_blank(token)
        raise self.number_missing(token)

    def from_blank(self, token: _Token) -> Expr:
        """A blank has been read: alone, or as the top or the whole of a number."""
        if not self.gaps_allowed:
            raise self.refuse(unreadable.blank_without_equals, token.position)
        if self.next.kind == "/":
            return self.gap(-1, token)
        if self.next.kind == "vulgar":
            self.gaps += 1
            return Gap(None, *VULGAR[self.take().text])
        if self.next.kind in ("int", "?") and self.tokens[self.index + 1].kind == "/":
            return self.gap(None, self.take())
        self.gaps += 1
        return Gap()

    def gap(self, whole: int | None, top: _Token) -> Gap:
        """A fraction of which at least one number is a blank; its top has been read."""
        bar = self.take()
        bottom = self.take()
        if bottom.kind not in ("int", "?"):
            raise self.refuse(
                unreadable.bottom_missing, bar.end, so_far=self.text[top.position : bar.end], top=top.text
            )
        if bottom.kind == "int" and int(bottom.text) == 0:
            raise self.refuse(unreadable.bottom_zero, bottom.position, top=top.text)
        self.gaps += 1
        return Gap(
            whole,
            None if top.kind == "?" else int(top.text),
            None if bottom.kind == "?" else int(bottom.text),
        )

    def from_whole(self, token: _Token) -> Expr:
        """A whole number has been read; what follows may make it a fraction or a mixed number."""
        first = int(token.text)
        if self.next.kind == "/" and self.tokens[self.index + 1].kind not in OPENING:
            if self.gaps_allowed and self.tokens[self.index + 1].kind == "?":
                return self.gap(-1, token)
            self.note_hyphen(token)
            top, bottom = self.fraction_after(token)
            return CommonFraction(top, bottom)
        if self.next.kind == "vulgar":
            return MixedNumber(first, *VULGAR[self.take().text])
        if self.next.kind in ("int", "?") and self.tokens[self.index + 1].kind == "/":
            if self.next.kind == "?" and not self.gaps_allowed:
                raise self.refuse(unreadable.blank_without_equals, self.next.position)
            if self.gaps_allowed and "?" in (self.next.kind, self.tokens[self.index + 2].kind):
                return self.gap(first, self.take())
            top, bottom = self.fraction_after(self.take())
            return MixedNumber(first, top, bottom)
        return Whole(first)

    def note_hyphen(self, top: _Token) -> None:
        """6-1/4 is read as a subtraction; some write a mixed number so."""
        sign, before = self.tokens[self.index - 2], self.tokens[self.index - 3]
        tight = self.index >= 3 and sign.kind == "-" and before.kind == "int"
        if tight and before.end == sign.position and sign.end == top.position:
            self.note(unreadable.note_hyphen, whole=before.text, top=top.text)

    def fraction_after(self, top: _Token) -> tuple[int, int]:
        bar = self.take()
        if self.next.kind != "int":
            so_far = self.text[top.position : bar.end]
            raise self.refuse(unreadable.bottom_missing, bar.end, so_far=so_far, top=int(top.text))
        bottom = self.take()
        if top.end < bar.position or bar.end < bottom.position:
            self.note(unreadable.note_spaced_bar, top=top.text, bottom=bottom.text)
        if int(bottom.text) == 0:
            raise self.refuse(unreadable.bottom_zero, bottom.position, top=int(top.text))
        if self.next.kind == "/":
            raise self.refuse(unreadable.two_bars, self.next.position, a=int(top.text), b=int(bottom.text))
        return int(top.text), int(bottom.text)

    def number_missing(self, token: _Token) -> UnreadableProblem:
        before = self.tokens[self.index - 2] if self.index >= 2 else None
        if token.kind == "end" and before is not None:
            return self.refuse(unreadable.ends_after_sign, token.position, sign=before.text)
        if token.kind in OPENING.values() and before is not None and before.kind in OPENING:
            return self.refuse(unreadable.empty_brackets, before.position)
        if token.kind == "/":
            return self.refuse(unreadable.top_missing, token.position)
        return self.refuse(unreadable.number_expected, token.position, sign=token.text)


def _refuse_the_unworkable(expr: Expr, text: str) -> None:
    """Dividing by something worth 0, and powers whose value no sheet can hold."""
    try:
        _bounded_value(expr)
    except ZeroDivisionError:
        raise UnreadableProblem(Say.of(unreadable.divides_by_zero), max(text.find("÷"), text.find(":"), 0)) from None
    except OverflowError:
        raise UnreadableProblem(Say.of(unreadable.too_large, limit=bounds.MAX_VALUE_DIGITS), 0) from None


FINER_UNITS = (Fraction(1), Fraction(1, 2), Fraction(1, 10), Fraction(1, 100), Fraction(1, 1000))
"""What a number can be rounded to that rounds to 0 in larger steps, the largest first."""


def _with_divisors_left(problem: Problem, at: int, *, fixed: bool) -> Problem:
    """To the nearest whole 0.3 is 0, and nothing can be divided by it: a unit is taken that leaves something, and named
    where another one was asked for."""
    estimating = problem.expr
    assert isinstance(estimating, Estimating)
    if is_workable(estimating):
        return problem
    candidates = (replace(estimating, unit=unit) for unit in FINER_UNITS if unit < estimating.unit)
    finer = next((c for c in candidates if is_workable(c)), None)
    if finer is None or fixed:
        unit = finer.unit if finer else None
        raise UnreadableProblem(Say.of(unreadable.estimate_divides_by_zero, unit=estimating.unit, finer=unit), at)
    return replace(problem, expr=finer)


def _bounded_value(expr: Expr) -> Fraction:
    """The value, worked from the inside so that no power is taken of a number that is too large already."""
    limit = 10**bounds.MAX_VALUE_DIGITS
    match expr:
        case Sum(terms):
            value = sum(((-1 if t.minus else 1) * _bounded_value(t.expr) for t in terms), Fraction(0))
        case Product(factors):
            value = Fraction(1)
            for factor in factors:
                worth = _bounded_value(factor.expr)
                value = value / worth if factor.divide else value * worth
        case Power(base, exponent):
            value = _bounded_value(base) ** exponent
        case Negative(inner):
            value = -_bounded_value(inner)
        case Group(inner):
            value = _bounded_value(inner)
        case _:
            value = evaluate(expr)
    if abs(value.numerator) > limit or value.denominator > limit:
        raise OverflowError
    return value
