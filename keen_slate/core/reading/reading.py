"""From what a teacher types to an expression tree, or to a sentence that says where and why it cannot be read.

``3/8`` written tight is a fraction and ``6 1/4`` a mixed number; ``÷`` (or ``:``) divides; a number or a bracket
next to a bracket multiplies. Every sign that keyboards and word processors put for these is understood. What is asked
is part of the problem: ``simplify 6/8``, ``11/4 as a mixed number``, ``compare 3/4 and 5/6``, ``round 3.476 to 2
places``, ``2/3 = ?/12``; docs/problems.md lists them. A text that can be read two ways is read one way, and a note says
the other.
"""

import re
from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from math import gcd
from typing import Literal

from keen_slate.core.notation.layout import sign_between
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import FROM_PICTURES, problem_text, text_of
from keen_slate.core.notation.units import are_same, two_units
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, whole_and_part
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import TooManyBlanks, blanks_of, solve
from keen_slate.core.problem.from_picture import (
    LARGEST_DISC,
    LARGEST_STRIP,
    MOST_SQUARES,
    MOST_WHOLES,
    Unseen,
    cut_of,
    unseen,
)
from keen_slate.core.problem.tree import (
    REMAINDER,
    Chain,
    Common,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    Gap,
    Group,
    InStory,
    Negative,
    Product,
    Rounding,
    Simplify,
    Sum,
    Term,
    children,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
    number_for,
    walk,
)
from keen_slate.core.reading import asking
from keen_slate.core.reading.grammar import Grammar, in_larger_unit
from keen_slate.core.reading.percents import (
    as_labelled,
    as_percents,
    bare_before,
    has_percents,
    is_percent_blank,
    without_sign,
)
from keen_slate.core.reading.sensible import senseless
from keen_slate.core.reading.story_form import Story, is_story_form, read_story
from keen_slate.core.reading.tokens import UnreadableProblem, tokens_of
from keen_slate.core.reading.workable import refuse_the_unworkable, usual_unit, with_divisors_left
from keen_slate.core.rules.asked_form import answered_as
from keen_slate.core.saying import reading_off, telling, unreadable
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.words import piece
from keen_slate.core.values import frozen

__all__ = ["Problem", "UnreadableProblem", "as_percent", "read", "read_side"]


Claim = Literal["", "true", "false"]


@frozen
class Problem:
    """A problem as understood: what is to be worked, the label that its numbers carry, and notes on its reading.

    ``claim`` is whether what is claimed of it is true, where a whole statement was typed: ``2/5 + 1/4 = 3/9``;
    ``claimed`` is its sign and what stands behind it. ``common`` is the common bottom that is to be worked with, where
    one was named that fits; 0 where none was. ``story`` is the text of a problem that is told in words.
    """

    expr: Expr
    label: str = ""
    notes: tuple[Say, ...] = ()
    claim: Claim = ""
    claimed: tuple[str, Expr] | None = None
    common: int = 0
    story: Story | None = None

    def text(self, manner: Manner = USUAL_MANNER) -> str:
        """The problem as it reads back, with what is asked and its label.

        >>> read("2 3/4m+1 1/2 m").text()
        '2 3/4 m + 1 1/2 m'
        """
        if self.story is not None:
            return self.story.form(manner)
        amounts = manner.labelled(self.label)
        if self.claimed is not None:
            said = self.expr.written[0] if isinstance(self.expr, Comparison) else self.expr
            return f"{text_of(said, amounts)} {self.claimed[0]} {text_of(self.claimed[1], amounts)}"
        named = f" in {piece(self.common, manner)}" if self.common else ""
        return problem_text(self.expr, amounts) + named


def _cannot_be_read(expr: FromPicture, why: Unseen) -> Say:
    """What is said of a number that cannot be read from a picture."""
    kind, number = expr.picture, expr.of
    cut = cut_of(number) if is_numeral(number) else None
    others = tuple(k for k in FROM_PICTURES if unseen(FromPicture(number, k)) is None)
    match why:
        case "no-number":
            return Say.of(reading_off.picture_of_one_number)
        case "nothing":
            return Say.of(reading_off.nothing_to_see)
        case "wholes":
            limit = MOST_SQUARES if kind == "square" else MOST_WHOLES
            return Say.of(reading_off.too_many_wholes, kind=kind, limit=limit, others=others)
        case "pieces":
            limit, bottom = LARGEST_DISC if kind == "discs" else LARGEST_STRIP, cut.bottom if cut else 1
            return Say.of(reading_off.too_many_pieces, bottom=bottom, kind=kind, limit=limit, others=others)
        case "part":
            return Say.of(reading_off.part_over_a_whole, number=number, value=number_for(evaluate(number)))
        case "cells":
            return Say.of(reading_off.no_whole_cells, number=number, others=others)
        case "mark":
            return Say.of(reading_off.on_no_mark, number=number, spaces=expr.spaces, others=others)
        case "spaces":
            return Say.of(reading_off.spaces_of_lines_only)
        case "kind":
            return Say.of(reading_off.percents_in_squares, number=number)


_TOLD = (
    (re.compile(r"\s*(?:subtract|take)\s+(?P<second>.+?)\s+(?:away\s+)?from\s+(?P<first>.+)", re.IGNORECASE), "-"),
    (re.compile(r"\s*(?P<second>.+?)\s+less\s+than\s+(?P<first>.+)", re.IGNORECASE), "-"),
    (re.compile(r"\s*(?P<second>.+?)\s+more\s+than\s+(?P<first>.+)", re.IGNORECASE), "+"),
    (
        re.compile(
            r"\s*how\s+many\s+(?P<second>.+?)\s+(?:are\s+(?:there\s+)?)?in\s+(?P<first>[^?]+)\??", re.IGNORECASE
        ),
        "÷",
    ),
)
"""Differences, sums and last quotients, told with the second number first."""
_CHANGED = re.compile(r"\s*(?P<way>increase|decrease)\s+(?P<amount>.+?)\s+by\s+(?P<by>.+)", re.IGNORECASE)
_PERCENT_OF = (
    re.compile(r"\s*(?:express\s+|write\s+)?(?P<part>.+?)\s+as\s+a\s+percent(?:age)?\s+of\s+(?P<of>.+)", re.IGNORECASE),
    re.compile(r"\s*what\s+percent(?:age)?\s+of\s+(?P<of>.+?)\s+is\s+(?P<part>[^?]+)\??", re.IGNORECASE),
    re.compile(r"\s*what\s+percent(?:age)?\s+is\s+(?P<part>.+?)\s+(?:out\s+)?of\s+(?P<of>[^?]+)\??", re.IGNORECASE),
)
_NUMBERED = re.compile(r"\s*(?:\d{1,3}\)|\d{1,3}\.(?=\s)|\(?[a-h]\)|#\d{1,3}:?|q\d{1,3}[.):]?)\s*(?=\S)", re.IGNORECASE)
_TRUE_OR_FALSE = re.compile(
    r"\s*(?:true\s+or\s+false|is\s+(?:it|this)\s+(?:true|right|correct))\s*[:?,]?\s*", re.IGNORECASE
)
_BETWEEN = re.compile(r"\s+(?:and|with|or)\s+|\s*;\s*|\s*,\s+", re.IGNORECASE)
_CLAIMED = re.compile(r"[=＝<>＜＞]")
_ASKS_OR_SAYS = re.compile(r"[^\W\d_]|[=＝<>＜＞?□_○◯]")
"""A text without letters, blanks and signs between two sides is nothing but a calculation."""


def read(
    text: str, *, decimal_comma: bool = False, answer: bool = False, units: frozenset[str] = frozenset()
) -> Problem:
    """Read one problem, or an ``answer`` to one. Raises UnreadableProblem with a sentence and a position.

    In an answer 0.1(6) is a repeating decimal, in a problem 0.1 times 6 unless it is to be converted or rounded.
    ``units`` are a teacher's own, beside those of the list.

    >>> read("6¼ − 2 5/6").expr == read(" 6 1/4-2 5/6 ").expr
    True
    """
    if not answer and is_story_form(text):
        return in_story(read_story(text, lambda amount: _amount(amount, decimal_comma)))
    if len(text) > bounds.MAX_TEXT:
        raise UnreadableProblem(Say.of(unreadable.too_long, length=len(text), limit=bounds.MAX_TEXT), bounds.MAX_TEXT)
    if not answer and (number := _NUMBERED.match(text)) and number.end() < len(text):
        rest = " " * number.end() + text[number.end() :]
        problem = read(rest, decimal_comma=decimal_comma, units=units)
        note = Say.of(unreadable.note_exercise_number, number=number.group().strip())
        return replace(problem, notes=(note, *problem.notes))
    return _Part(text, decimal_comma, units, repeating="any" if answer else "none").whole()


def in_story(story: Story) -> Problem:
    """A story as a problem: its label is the unit of what is asked last."""
    situation = story.measured
    if (said := senseless(situation)) is not None:
        raise UnreadableProblem(said, 0)
    return Problem(InStory(situation), situation.quantity(situation.asked[-1]).unit, story=story)


_AMOUNT = re.compile(r"\s*([$£€]?)\s*([\d.,/½¼¾⅓⅔⅛⅜⅝⅞⅙⅚⅕⅖⅗⅘\s]*)(.*?)\s*", re.DOTALL)


def _amount(text: str, decimal_comma: bool) -> tuple[Expr, str]:
    """An amount of a story: its number, and the words behind it as its unit."""
    found = _AMOUNT.fullmatch(text)
    money, number, words = found.groups() if found else ("", "", text)
    if not number.strip() or (words and not all(c.isalpha() or c in " -²³" for c in words)):
        raise UnreadableProblem(Say.of(telling.slot_unread, slot=text.strip()[:60]), 0)
    return read(number, decimal_comma=decimal_comma, answer=True).expr, money or words


def read_side(
    text: str, *, decimal_comma: bool = False, units: frozenset[str] = frozenset(), in_percents: bool = True
) -> Problem:
    """One side of what a pupil writes: an answer, in which blanks may stand. Raises UnreadableProblem.

    With blanks, percents alone are a label where the problem is ``in_percents``, else hundredths.

    >>> read_side("?/12").expr
    Gap(whole=-1, top=None, bottom=12)
    """
    if any(blank in text for blank in "?□_") and len(text) <= bounds.MAX_TEXT:
        part = _Part(text, decimal_comma, units, repeating="any")
        found = part.expression(0, len(text), gaps=True)
        return part.settled(found) if in_percents else Problem(found.expr, found.unit, found.notes)
    return read(text, decimal_comma=decimal_comma, answer=True, units=units)


def _unit_of(asked: tuple[Fraction | int, int, int]) -> Fraction:
    """What is rounded to: ``2 places`` is hundredths."""
    unit, _, at = asked
    if isinstance(unit, Fraction):
        return unit
    if unit > bounds.MAX_PLACES:
        raise UnreadableProblem(Say.of(unreadable.too_many_places, places=unit, limit=bounds.MAX_PLACES), at)
    return Fraction(1, 10**unit)


Repeating = Literal["none", "alone", "any"]
"""Where a bracket behind decimals is a repeating block: nowhere, in the one number of a problem, or anywhere, as in an
answer."""


@frozen
class _Stretch:
    """What a stretch of the text says, its percents as hundredths, and where it begins."""

    expr: Expr
    unit: str
    notes: tuple[Say, ...]
    start: int


class _Part:
    """Reads stretches of one text; what stands outside a stretch counts as blank, so positions stay right."""

    def __init__(self, text: str, decimal_comma: bool, units: frozenset[str], repeating: Repeating = "none") -> None:
        self.text = text
        self.decimal_comma = decimal_comma
        self.units = units
        self.repeating = repeating

    def whole(self) -> Problem:
        """The whole text, by the words in it that ask something."""
        text = self.text
        if not _ASKS_OR_SAYS.search(text):
            return self.worked_out(0, len(text))
        if found := _TRUE_OR_FALSE.match(text):
            return self.claim(found.end(), len(text))
        if (found := _CHANGED.fullmatch(text)) and self.repeating == "none":
            return self.changed(found)
        if found := next((f for words in _PERCENT_OF if (f := words.fullmatch(text))), None):
            return self.percent_of(found)
        for words, sign in _TOLD:
            if found := words.fullmatch(text):
                return self.told(found, sign)
        verb, start = asking.verb_of(text)
        end = asking.without_question_mark(text, start)
        self.text = text = text[:end]
        if verb in ("compare", "smaller"):
            return self.comparison(start, end, pair=True, descending=False, smaller=verb == "smaller")
        if verb == "order":
            descending, cut = asking.order_asked(text, start)
            return self.comparison(start, cut, pair=False, descending=descending or asking.falls_at_once(text, start))
        if verb == "expand":
            return self.expanded(start, end)
        if verb == "read":
            return self.from_picture(start, end)
        if verb in ("multiple", "factor"):
            return self.common(start, end, verb == "multiple")
        rounding = asking.rounding_asked(text, start)
        if verb == "round" or (rounding and not verb):
            if rounding is None:
                raise UnreadableProblem(Say.of(unreadable.round_to_what), end)
            unit = _unit_of(rounding)
            if not unit:
                raise UnreadableProblem(Say.of(unreadable.round_to_what), rounding[1])
            return self.wrapped(start, rounding[1], lambda of: Rounding(of, unit), repeating="alone")
        if verb == "estimate":
            asked = _unit_of(rounding) if rounding else None
            problem = self.wrapped(
                start,
                rounding[1] if rounding else end,
                lambda of: Estimating(of, usual_unit(of) if asked is None else asked),
            )
            assert isinstance(problem.expr, Estimating)
            return replace(problem, expr=with_divisors_left(problem.expr, start, fixed=rounding is not None))
        form = asking.form_asked(text, start)
        if verb == "simplify" or (form and form[0] == "simplest"):
            return self.wrapped(start, form[1] if form else end, Simplify)
        if form:
            to, cut = form
            if to == REMAINDER:
                return self.with_remainder(start, cut)
            if to == "expanded":
                return self.expanded(start, cut)
            if to == "decimal":
                self.refuse_a_long_block(start, cut)
            return self.wrapped(start, cut, lambda of: Convert(of, to), percents=True, repeating="alone")
        if verb == "convert":
            raise UnreadableProblem(Say.of(unreadable.convert_to_what), end)
        if not verb and (named := asking.named_bottom(text, start)):
            return self.in_pieces(start, *named)
        return self.calculation(start, end)

    def from_picture(self, start: int, end: int) -> Problem:
        """A number that is read from a picture of it. The picture is refused where it could not be read."""
        asked = asking.picture_asked(self.text[:end], start)
        if asked is None:
            number = self.text[start:end].strip()
            raise UnreadableProblem(Say.of(reading_off.read_from_what, number=number or "3/4"), end)
        picture, spaces, cut = asked
        found = self.expression(start, cut)
        if is_numeral(found.expr) and isinstance(found.expr, Percent):
            problem = Problem(found.expr, found.unit, found.notes)
        else:
            problem = self.settled(found)
        expr = FromPicture(problem.expr, picture, spaces)
        if (why := unseen(expr)) is not None:
            raise UnreadableProblem(_cannot_be_read(expr, why), start)
        return replace(problem, expr=expr)

    def expanded(self, start: int, end: int) -> Problem:
        """A whole or a decimal, or what is worked out of them, as the sum of its places; others have none."""
        problem = self.wrapped(start, end, lambda of: Convert(of, "expanded"), percents=True, repeating="alone")
        parts, value = list(walk(problem.expr)), evaluate(problem.expr)
        in_places = all(isinstance(n, (Whole, DecimalNumeral)) for n in parts if is_numeral(n))
        divides = any(f.divide for e in parts if isinstance(e, Product) for f in e.factors)
        if decimal_places(value) is None or not in_places or divides:
            instead = decimal_for(value) if decimal_places(value) is not None and value >= 0 else None
            raise UnreadableProblem(Say.of(unreadable.no_places, instead=instead), start)
        return problem

    def with_remainder(self, start: int, end: int) -> Problem:
        """A division of two whole numbers whose answer has a remainder."""
        problem = self.calculation(start, end)
        expr = problem.expr
        divides = isinstance(expr, Product) and len(expr.factors) == 2 and expr.factors[1].divide
        if not divides or not all(isinstance(n, Whole) for n in children(expr)):
            raise UnreadableProblem(Say.of(unreadable.remainder_of_wholes), end)
        return replace(problem, expr=Convert(expr, REMAINDER))

    def in_pieces(self, start: int, common: int, end: int) -> Problem:
        """A sum for which a common bottom is named: it is worked with if it is one, and answered if not."""
        problem = self.calculation(start, end)
        parts = [whole_and_part(n)[1] for n in children(problem.expr) if isinstance(n, (CommonFraction, MixedNumber))]
        bottoms = tuple(dict.fromkeys(p.denominator for p in parts if p is not None))
        if not isinstance(problem.expr, Sum) or not bottoms:
            raise UnreadableProblem(Say.of(unreadable.pieces_of_a_sum, common=common), end)
        if len(bottoms) > 1 and all(common % b == 0 for b in bottoms):
            return replace(problem, common=common)
        note = Say.of(unreadable.note_no_common_bottom, common=common, bottoms=bottoms)
        return replace(problem, notes=(*problem.notes, note))

    def calculation(self, start: int, end: int) -> Problem:
        """What no word asks anything of: worked out, its blanks filled, or its two numbers compared."""
        if spelled := asking.with_signs_for_words(" " * start + self.text[start:end]):
            return _Part(spelled, self.decimal_comma, self.units).spelled_out(start, end)
        between = asking.sign_left_out(self.text[:end])
        if between and start == 0:
            return self.comparison(start, end, pair=True, descending=False, cuts=[between])
        cut = asking.before_an_open_end(self.text[:end])
        if cut is not None:
            found = self.expression(start, cut, gaps=True)
            if not is_numeral(found.expr) and not blanks_of((found.expr,)):
                return self.in_money(self.settled(found))
        if "=" in self.text or "＝" in self.text:
            return self.chain(start, end)
        if re.search("[<>＜＞]", self.text):
            return self.claim(start, end)
        return self.worked_out(start, end)

    def worked_out(self, start: int, end: int) -> Problem:
        return self.in_money(self.settled(self.expression(start, end)))

    def spelled_out(self, start: int, end: int) -> Problem:
        """Two numbers with a sign put where words stood."""
        problem = self.settled(self.expression(start, end))
        parts = children(problem.expr)
        if len(parts) != 2 or not all(is_numeral(p) for p in parts):
            raise UnreadableProblem(Say.of(unreadable.told_of_numbers_only), start)
        return self.in_money(problem)

    def expression(self, start: int, end: int, *, gaps: bool = False, repeating: Repeating = "none") -> _Stretch:
        stretch = " " * start + self.text[start:end]
        allowed = max(repeating, self.repeating, key=("none", "alone", "any").index)
        longest = bounds.MAX_ANSWER_DIGITS if self.repeating == "any" else bounds.MAX_DIGITS
        tokens = tokens_of(stretch, self.decimal_comma, blocks=allowed != "none", longest=longest, own=self.units)
        if tokens[0].kind == "end":
            raise UnreadableProblem(Say.of(unreadable.nothing_typed), min(start, len(self.text)))
        grammar = Grammar(stretch, tokens, gaps=gaps)
        expr = grammar.problem()
        if not gaps or not grammar.gaps:
            refuse_the_unworkable(expr, stretch)
        return _Stretch(expr, grammar.unit, tuple(grammar.notes), start)

    def settled(self, found: _Stretch) -> Problem:
        """The percents as a label where they are one, else as hundredths, and a note where both could be meant."""
        expr, notes = found.expr, found.notes
        if not has_percents(expr):
            return Problem(expr, found.unit, notes)
        if found.unit and any(isinstance(t.expr, Percent) for e in walk(expr) if isinstance(e, Sum) for t in e.terms):
            labels = tuple(sorted(("%", found.unit)))
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=labels), found.start)
        if not found.unit and (labelled := as_labelled(expr)) is not None:
            bare = bare_before(expr)
            note = (Say.of(unreadable.note_percent_is_label, bare=bare),) if bare is not None else ()
            return Problem(labelled, "%", notes + note)
        return Problem(expr, found.unit, notes + _notes_on_percents(expr))

    def in_money(self, problem: Problem) -> Problem:
        """The answer in the form that its label asks for."""
        expr = answered_as(problem.expr, problem.label)
        return problem if expr is problem.expr else replace(problem, expr=expr)

    def wrapped(
        self,
        start: int,
        end: int,
        wrap: Callable[[Expr], Expr],
        *,
        percents: bool = False,
        repeating: Repeating = "none",
    ) -> Problem:
        found = self.expression(start, end, repeating=repeating)
        if percents and has_percents(found.expr):
            return Problem(wrap(found.expr), found.unit, found.notes)
        problem = self.settled(found)
        return replace(problem, expr=wrap(problem.expr))

    def told(self, found: re.Match[str], sign: str) -> Problem:
        """Two numbers with words round them, of which the second to be written is named first."""
        first, second = (self.number(found, name) for name in ("first", "second"))
        one, other, label = self.of_one_kind(first, second)
        of_it = re.search(r"\b(?:more|less)\s+than\b", found.group(), re.IGNORECASE)
        if of_it and isinstance(other, Percent) and sign in "+-":  # 20% more than 50 is 20% of it more
            other = Product((Factor(other), Factor(one)))
            return self.in_money(Problem(Sum((Term(one), Term(other, sign == "-"))), label))
        if sign == "+":
            return self.in_money(Problem(Sum((Term(one), Term(other))), label))
        if sign == "-":
            return self.in_money(Problem(Sum((Term(one), Term(other, True)), frozenset({"told"})), label))
        if evaluate(other) == 0:
            raise UnreadableProblem(Say.of(unreadable.divides_by_zero), found.start("second"))
        return Problem(Product((Factor(one), Factor(other, True)), frozenset({"told"})))

    def number(self, found: re.Match[str], name: str) -> _Stretch:
        """A plain number among words."""
        stretch = self.expression(*found.span(name))
        if not is_numeral(stretch.expr):
            raise UnreadableProblem(Say.of(unreadable.told_of_numbers_only), found.start(name))
        return stretch

    def of_one_kind(self, one: _Stretch, other: _Stretch) -> tuple[Expr, Expr, str]:
        """Two numbers with their label: two percents as labelled, a percent beside a number as hundredths."""
        if one.unit and other.unit and not are_same(one.unit, other.unit):
            if (two := two_units(one.unit, other.unit)) is not None:
                both = [in_larger_unit(s.expr, s.unit, two) for s in (one, other)]
                if both[0] is not None and both[1] is not None:
                    return both[0], both[1], two.label
            labels = tuple(sorted({one.unit, other.unit}))
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=labels), one.start)
        if isinstance(one.expr, Percent) and isinstance(other.expr, Percent):
            return one.expr.of, other.expr.of, "%"
        return one.expr, other.expr, one.unit or other.unit

    def changed(self, found: re.Match[str]) -> Problem:
        """An amount increased or decreased by a percent of it, or by another amount."""
        amount, by = self.number(found, "amount"), self.number(found, "by")
        one, other, label = self.of_one_kind(amount, by)
        if isinstance(by.expr, Percent) and label != "%":
            other = Product((Factor(by.expr), Factor(one)))
        problem = Problem(Sum((Term(one), Term(other, found["way"].lower() == "decrease"))), label)
        return self.in_money(problem)

    def percent_of(self, found: re.Match[str]) -> Problem:
        """One amount as a percent of another."""
        part, of, _ = self.of_one_kind(self.number(found, "part"), self.number(found, "of"))
        if evaluate(of) == 0:
            raise UnreadableProblem(Say.of(unreadable.divides_by_zero), found.start("of"))
        if isinstance(part, Whole) and isinstance(of, Whole):
            return Problem(Convert(CommonFraction(part.n, of.n), "percent"))
        return Problem(Convert(Product((Factor(part), Factor(of, divide=True))), "percent"))

    def common(self, start: int, end: int, multiple: bool) -> Problem:
        """The lowest common multiple or the greatest common factor of whole numbers."""
        if self.text[start:end].strip().startswith("(") and self.text[:end].rstrip().endswith(")"):
            start, end = self.text.index("(", start) + 1, self.text.rindex(")", start, end)
        cuts = [m.span() for m in _BETWEEN.finditer(self.text, start, end)]
        if not cuts:
            cuts = [m.span() for m in re.finditer(r"\s*,\s*", self.text[start:end])]
            cuts = [(a + start, b + start) for a, b in cuts]
        numbers, at = [], start
        for cut_start, cut_end in [*cuts, (end, end)]:
            number = self.expression(at, cut_start).expr
            number = number.inner if isinstance(number, Group) else number
            if not isinstance(number, Whole) or not number.n:
                raise UnreadableProblem(Say.of(unreadable.common_of_wholes), at)
            numbers.append(number)
            at = cut_end
        if len(numbers) < 2:
            raise UnreadableProblem(Say.of(unreadable.common_of_wholes), start)
        return Problem(Common(tuple(numbers), multiple))

    def refuse_a_long_block(self, start: int, end: int) -> None:
        bottom = evaluate(self.expression(start, end, repeating="alone").expr).denominator
        while (shared := gcd(bottom, 10)) > 1:
            bottom //= shared
        if bottom > 1 and all(pow(10, n, bottom) != 1 for n in range(1, bounds.MAX_BLOCK + 1)):
            raise UnreadableProblem(Say.of(unreadable.block_too_long, bottom=bottom, limit=bounds.MAX_BLOCK), start)

    def comparison(
        self,
        start: int,
        end: int,
        *,
        pair: bool,
        descending: bool,
        cuts: list[tuple[int, int]] | None = None,
        smaller: bool = False,
    ) -> Problem:
        found: list[_Stretch] = []
        at = start
        if cuts is None:
            cuts = [m.span() for m in _BETWEEN.finditer(self.text, start, end)]
        for cut_start, cut_end in [*cuts, (end, end)]:
            item = self.expression(at, cut_start)
            expr = item.expr.inner if isinstance(item.expr, Group) else item.expr
            if not is_numeral(expr.of if isinstance(expr, Negative) else expr):
                raise UnreadableProblem(Say.of(unreadable.compare_numbers_only), at)
            found.append(replace(item, expr=expr))
            at = cut_end
        if len(found) < 2 or (pair and len(found) > 2):
            raise UnreadableProblem(Say.of(unreadable.compare_two if pair else unreadable.order_more), end)
        units = tuple(sorted({f.unit for f in found}))
        two = two_units(*units) if len(units) == 2 else None
        if two is not None:
            amounts = [in_larger_unit(f.expr, f.unit, two) for f in found]
            items = tuple(a for a in amounts if a is not None)
            if len(items) == len(found):
                return Problem(Comparison(items, items, descending, pair=pair, smaller=smaller), two.label)
        if len(units) > 1 and not (units[0] and all(are_same(units[0], u) for u in units)):
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=units), start)
        items = tuple(f.expr for f in found)
        label = found[0].unit
        if all(has_percents(i) for i in items):  # percents among other numbers are numbers themselves
            items, label = tuple(without_sign(i) for i in items), "%"
        return Problem(Comparison(items, items, descending, pair=pair, smaller=smaller), label)

    def chain(self, start: int, end: int) -> Problem:
        sides: list[_Stretch] = []
        at = start
        for cut in [m.start() for m in re.finditer("[=＝]", self.text)] + [end]:
            if not self.text[at:cut].strip():
                raise UnreadableProblem(Say.of(unreadable.side_missing), at)
            sides.append(self.expression(at, cut, gaps=True))
            at = cut + 1
        units = [s.unit for s in sides if s.unit]
        if any(not are_same(units[0], u) for u in units):
            raise UnreadableProblem(Say.of(unreadable.labels_differ, labels=tuple(sorted(set(units)))), start)
        exprs = tuple(s.expr for s in sides)
        if not blanks_of(exprs):
            return self.claim(start, end)
        labelled = tuple(_as_labelled_side(e) for e in exprs)
        label = units[0] if units else ""
        if any(has_percents(e) for e in exprs) and all(e is not None for e in labelled):
            exprs, label = tuple(e for e in labelled if e is not None), "%"
        try:
            solve(exprs)
        except TooManyBlanks:
            raise UnreadableProblem(Say.of(unreadable.too_many_blanks), start) from None
        return Problem(Chain(exprs), label, tuple(n for s in sides for n in s.notes))

    def claim(self, start: int, end: int) -> Problem:
        """A whole statement: a calculation with what it is said to be, or two numbers with a sign between."""
        signs = list(_CLAIMED.finditer(self.text, start, end))
        if len(signs) != 1 or not self.text[start : signs[0].start()].strip():
            raise UnreadableProblem(Say.of(unreadable.no_blank if signs else unreadable.claim_missing), start)
        one, other = (self.expression(a, b) for a, b in ((start, signs[0].start()), (signs[0].end(), end)))
        first, second, label = self.of_one_kind(one, other)
        sign = {"＝": "=", "＜": "<", "＞": ">"}.get(signs[0].group(), signs[0].group())
        true = sign_between(first, second) == sign
        note = Say.of(unreadable.note_claim, one=first, sign=sign, other=second, true=true)
        claim: Claim = "true" if true else "false"
        if is_numeral(first) and is_numeral(second):
            items = (first, second)
            return Problem(Comparison(items, items, pair=True), label, (note,), claim, (sign, second))
        if sign != "=":
            raise UnreadableProblem(Say.of(unreadable.compare_numbers_only), start)
        if is_numeral(first):
            first, second = second, first
        return Problem(first, label, (note,), claim, (sign, second))


def _as_labelled_side(expr: Expr) -> Expr | None:
    """A side of a statement about percents alone; None where it is none."""
    if isinstance(expr, (Gap, Whole)):
        return expr
    return without_sign(expr) if is_percent_blank(expr) else as_labelled(expr)


def _notes_on_percents(expr: Expr) -> tuple[Say, ...]:
    """Which of two sensible readings was taken, and what else is right as an answer."""
    if isinstance(expr, (Sum, Group)):
        inner = expr.inner if isinstance(expr, Group) else expr
        beside = [t.expr for t in inner.terms] if isinstance(inner, Sum) else []
        percent = next((e for e in beside if isinstance(e, Percent)), None)
        if percent is None:
            return ()
        other = _all_percents(inner) if all(is_numeral(e) for e in beside) else None
        return (Say.of(unreadable.note_percent_is_hundredths, percent=percent, all_percents=other),)
    if isinstance(expr, Product) and not blanks_of((expr,)):
        counts = [f.expr for f in expr.factors if not isinstance(f.expr, Percent)]
        value = evaluate(expr)
        if len(counts) == 1 and isinstance(counts[0], Whole) and value.denominator > 1:
            percents = value * 100
            as_number = decimal_for(percents) if decimal_places(percents) is not None else number_for(percents)
            return (Say.of(unreadable.note_percent_of_count, percent=as_percent(as_number)),)
    return ()


def _all_percents(expr: Expr) -> Expr:
    """The sum as it is typed where all its numbers are percents."""
    assert isinstance(expr, Sum)
    terms = [(t.expr if isinstance(t.expr, Percent) else as_percents(t.expr), t.minus) for t in expr.terms]
    return Sum(tuple(Term(percent, minus) for percent, minus in terms if percent is not None))


def as_percent(number: Expr) -> Expr:
    """A number with its percent sign taken as hundredths."""
    made = as_percents(number)
    assert made is not None
    return made
