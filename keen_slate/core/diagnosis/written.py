"""An answer as a pupil writes it: a number, the signs or the order of a comparison, the numbers for blanks.

What surrounds it on paper (an equals sign before or behind it, a full stop, the whole statement instead of its last
part) is taken away.
"""

import re
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.diagnosis.statements import REMAINDER, unit_ratio
from keen_slate.core.notation.layout import sign_between
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Numeral, Whole, WithRemainder
from keen_slate.core.problem.blanks import fill_sides, gaps_in
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Expr,
    Gap,
    Negative,
    NoOneValue,
    Product,
    Sum,
    calculation_in,
    children,
    decimal_or_number,
    evaluate,
    is_numeral,
    tidy,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, as_percent, read
from keen_slate.core.saying import verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

_BETWEEN = {
    comma: re.compile(rf"\s*([<>=＜＞＝])\s*|\s*{between}\s*|\s+(?:and|then)\s+", re.IGNORECASE)
    for comma, between in ((False, "[,;]"), (True, r"(?:,\s|;)"))
}
"""Signs, and commas where they are no decimal signs."""
_FLIPPED = {"<": ">", ">": "<", "=": "="}


def number_in(problem: Problem, text: str, *, decimal_comma: bool = False) -> Problem:
    """The number that a pupil wrote, with its label. Of a line that begins with the problem, or that is true, it is
    what stands last; a percent where no percents are worked with is so many hundredths.

    Raises UnreadableProblem.
    """
    written = _inside(text)
    first, *rest = written.split("=")
    if rest and not (_same(first, problem, decimal_comma) or _true((first, *rest), decimal_comma)):
        raise UnreadableProblem(Say.of(verdicts.answer_is_no_number), 0)
    written = rest[-1] if rest else first
    answer = read(written, decimal_comma=decimal_comma, answer=True, units=frozenset({problem.label}))
    answer = replace(answer, expr=tidy(answer.expr))
    ratio = unit_ratio(answer.label, problem.label)
    if ratio != 1 and is_numeral(answer.expr):
        answer = replace(answer, expr=_number_of(evaluate(answer.expr) * ratio))
    in_places = isinstance(problem.expr, Convert) and problem.expr.to == "expanded" and isinstance(answer.expr, Sum)
    if not in_places and not is_numeral(answer.expr.of if isinstance(answer.expr, Negative) else answer.expr):
        raise UnreadableProblem(Say.of(verdicts.answer_is_no_number), 0)
    if answer.label == "%" and problem.label != "%":
        return replace(answer, expr=as_percent(answer.expr))
    percent_asked = isinstance(problem.expr, Convert) and problem.expr.to == "percent"
    if percent_asked and evaluate(answer.expr) == 100 * evaluate(problem.expr):  # the sign left out
        return replace(answer, expr=as_percent(answer.expr))
    return answer


def _number_of(value: Fraction) -> Expr:
    return decimal_or_number(value)


def _same(text: str, problem: Problem, decimal_comma: bool) -> bool:
    try:
        return read(text, decimal_comma=decimal_comma, units=frozenset({problem.label})).expr == problem.expr
    except UnreadableProblem:
        return False


def _true(sides: tuple[str, ...], decimal_comma: bool) -> bool:
    try:
        return len({evaluate(read(s, decimal_comma=decimal_comma, answer=True).expr) for s in sides}) == 1
    except (UnreadableProblem, NoOneValue):
        return False


_LEADING = re.compile(
    r"(?:the\s+)?(?:answer|ans)\b\s*(?:is\b|[:=])?\s*|(?:it\s+is|it's)\s+|[a-z]\s*=\s*", re.IGNORECASE
)
"""What stands before an answer and says nothing of it: the answer is, x =."""


def _inside(text: str) -> str:
    """Without what only leads up to it, an equals sign before or behind, and the stop of a sentence."""
    inner = text.strip()
    if (led := _LEADING.match(inner)) and led.end() < len(inner):
        inner = inner[led.end() :]
    if inner.endswith((".", "!")) and not inner.endswith(".."):
        inner = inner[:-1].rstrip()
    return inner.removeprefix("≈").strip("=＝").strip()


def quotient_kept(problem: Problem, text: str) -> tuple[Numeral, bool] | None:
    """A quotient written with its remainder, 17 ÷ 5 as ``3 r 2``, and whether it is right; None for another answer."""
    found = REMAINDER.fullmatch(_inside(text).removesuffix(problem.label).rstrip())
    expr = calculation_in(problem.expr)
    if found is None or not isinstance(expr, Product):
        return None
    numbers = children(expr)
    if len(numbers) != 2 or not expr.factors[1].divide or not all(isinstance(n, Whole) for n in numbers):
        return None
    dividend, divisor = (int(evaluate(n)) for n in numbers)
    quotient, rest = int(found.group(1)), int(found.group(2))
    kept = WithRemainder(quotient, rest, divisor) if rest else Whole(quotient)
    return kept, (quotient, rest) == divmod(dividend, divisor)


@frozen
class Ordered:
    """Numbers of a comparison in the order in which a pupil put them, by their place in the problem, with signs."""

    places: tuple[int, ...]
    signs: tuple[str, ...]

    def turned(self) -> "Ordered":
        """The same statement read from the other end."""
        return Ordered(self.places[::-1], tuple(_FLIPPED[s] for s in self.signs[::-1]))

    def is_true(self, items: tuple[Expr, ...]) -> bool:
        pairs = zip(self.signs, self.places, self.places[1:], strict=False)
        return all(sign == sign_between(items[a], items[b]) for sign, a, b in pairs)

    def text(self, items: tuple[Expr, ...]) -> str:
        told = text_of(items[self.places[0]])
        for sign, place in zip(self.signs, self.places[1:], strict=True):
            told += f" {sign} {text_of(items[place])}"
        return told


def order_in(expr: Comparison, text: str, *, decimal_comma: bool = False) -> Ordered | None:
    """What a pupil wrote of a comparison: the sign alone, the larger number alone, or all numbers, in any form.

    None where it is no such answer. Commas stand for the sign of the order asked for.
    """
    written = _inside(text) if text.strip() not in ("=", "＝") else "="
    signs = {"＜": "<", "＞": ">", "＝": "="}
    if expr.pair and written in ("<", ">", "=", *signs):
        return Ordered((0, 1), (signs.get(written, written),))
    parts, claimed, at = [], [], 0
    for found in _BETWEEN[decimal_comma].finditer(written):
        parts.append(written[at : found.start()])
        claimed.append(signs.get(found.group(1) or "", found.group(1) or ","))
        at = found.end()
    parts.append(written[at:])
    places = _places(expr.written, parts, decimal_comma)
    if places is None:
        return None
    if len(places) == 1 and expr.pair:  # which is larger, or smaller? That one.
        return Ordered((0, 1), (">" if (places[0] == 0) != expr.smaller else "<",))
    if len(places) != len(expr.written):
        return None
    asked = ">" if expr.descending else "<"
    for index, sign in enumerate(claimed):
        if sign == ",":
            equal = sign_between(expr.written[places[index]], expr.written[places[index + 1]]) == "="
            claimed[index] = "=" if equal else asked
    ordered = Ordered(places, tuple(claimed))
    return ordered.turned() if expr.pair and places == (1, 0) else ordered


def _places(items: tuple[Expr, ...], parts: list[str], decimal_comma: bool) -> tuple[int, ...] | None:
    """The place in ``items`` of each number, by its form or else by its value; None where one is none of them."""
    left = dict(enumerate(items))
    found: list[int] = []
    for part in parts:
        try:
            answer = read(part, decimal_comma=decimal_comma, answer=True)
            value = evaluate(answer.expr) / (100 if answer.label == "%" else 1)
        except (UnreadableProblem, NoOneValue):
            return None
        same = [p for p, i in left.items() if i == answer.expr] or [p for p, i in left.items() if evaluate(i) == value]
        if not same:
            return None
        found.append(same[0])
        del left[same[0]]
    return tuple(found)


def filled_in(expr: Chain, text: str, *, decimal_comma: bool = False) -> tuple[Expr, ...] | None:
    """The sides with a pupil's numbers in their blanks: given as numbers with commas between, as the number that holds
    the blank (``8/12`` for ``?/12``), or as the whole statement. None where it is no such answer."""
    written = _inside(text)
    try:
        sides = written.split("=")
        if len(sides) == len(expr.sides):
            return _matching(expr.sides, tuple(_numeral(s, decimal_comma) for s in sides))
        parts = re.split(r",\s|;" if decimal_comma else "[,;]", written)
        numbers = tuple(_numeral(part, decimal_comma) for part in parts)
    except (UnreadableProblem, NoOneValue):
        return None
    gaps = [gap for side in expr.sides for _, gap in gaps_in(side)]
    if len(numbers) == sum(g.blanks() for g in gaps) and all(
        isinstance(n, Whole) or gap_alone for n, gap_alone in zip(numbers, _alone(gaps), strict=True)
    ):
        return fill_sides(expr.sides, numbers)
    if len(numbers) == len(gaps) and all(_fits(g, n) for g, n in zip(gaps, numbers, strict=True)):
        inside = tuple(n for g, number in zip(gaps, numbers, strict=True) for n in _numbers_for(g, number))
        return fill_sides(expr.sides, inside)
    return None


def _numeral(text: str, decimal_comma: bool) -> Expr:
    """One number, or a calculation with a value. Raises UnreadableProblem and NoOneValue."""
    expr = read(text, decimal_comma=decimal_comma, answer=True).expr
    evaluate(expr)
    return expr


def _alone(gaps: list[Gap]) -> list[bool]:
    return [gap.is_alone for gap in gaps for _ in range(gap.blanks())]


def _fits(gap: Gap, number: Expr) -> bool:
    """Whether a number has the form of one with blanks, and the same digits where none is blank."""
    if gap.is_alone:
        return is_numeral(number)
    parts = _parts(number)
    given = (gap.whole, gap.top, gap.bottom)
    return parts is not None and all(p >= 0 if g is None else g == p for g, p in zip(given, parts, strict=True))


def _parts(number: Expr) -> tuple[int, int, int] | None:
    match number:
        case CommonFraction(top, bottom):
            return -1, top, bottom
        case MixedNumber(whole, top, bottom):
            return whole, top, bottom
        case _:
            return None


def _numbers_for(gap: Gap, number: Expr) -> list[Expr]:
    if gap.is_alone:
        return [number]
    parts = _parts(number) or ()
    given = (gap.whole, gap.top, gap.bottom)
    return [Whole(p) for g, p in zip(given, parts, strict=True) if g is None]


def _matching(sides: tuple[Expr, ...], written: tuple[Expr, ...]) -> tuple[Expr, ...] | None:
    """The sides as written, if they differ from those of the problem only in its blanks."""
    return written if all(_alike(s, w) for s, w in zip(sides, written, strict=True)) else None


def _alike(side: Expr, written: Expr) -> bool:
    if isinstance(side, Gap):
        return _fits(side, written)
    inner, given = children(side), children(written)
    if not inner or not gaps_in(side):
        return side == written
    return type(side) is type(written) and len(inner) == len(given) and all(map(_alike, inner, given))
