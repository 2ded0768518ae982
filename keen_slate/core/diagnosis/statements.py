"""What a pupil's line says: sides with signs between them, each side with what it may be worth.

Pupils write flat what stands in stacks on paper, and leave out what goes without saying; a side therefore may have
more than one reading. A statement that is true in one of them is true.
"""

import re
from fractions import Fraction
from math import gcd, lcm

from keen_slate.core.diagnosis.line_units import read_with_units, words_for_units
from keen_slate.core.notation.units import times_smaller, unit_of, units_in
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, RepeatingDecimal, Whole
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Group,
    NoOneValue,
    Product,
    calculation_in,
    evaluate,
    is_numeral,
    walk,
)
from keen_slate.core.reading.percents import as_percents
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read, read_side
from keen_slate.core.saying import unreadable, verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

_SIGNS = {"＝": "=", "≃": "≈", "≅": "≈", "≒": "≈", "＜": "<", "＞": ">", "⩽": "≤", "⩾": "≥"}
_RELATION = re.compile(r"\s*(<=|>=|[=＝≈≃≅≒<>＜＞≤≥⩽⩾≠])\s*")
_IN_WORDS = (
    (re.compile(r"\s+is\s+(?:less|smaller)\s+than\s+", re.IGNORECASE), " < "),
    (re.compile(r"\s+is\s+(?:more|greater|larger|bigger)\s+than\s+", re.IGNORECASE), " > "),
    (re.compile(r"\s+(?:is\s+(?:equal\s+to|the\s+same\s+as)|equals|makes|gives)\s+", re.IGNORECASE), " = "),
    (re.compile(r"\s+is\s+(?:about|roughly|nearly)\s+", re.IGNORECASE), " ≈ "),
)  # fmt: skip
_ABOUT = re.compile(r"^\s*(?:it\s+is\s+)?(?:about|roughly|nearly|approximately)\s+", re.IGNORECASE)
_LEADING = re.compile(
    r"\s*(?:(?:and\s+)?(?:so|then|therefore|thus|hence|because|since|as|but|now|first|next|answer|ans)\b\s*[,:]?\s*"
    r"|[∴∵→⇒]\s*|[-–•*]\s+(?=\d)|(?:\d{1,2}|[a-h])\)\s+)",
    re.IGNORECASE,
)
"""What stands before a line and says nothing of numbers: so, then, a bullet, the number of an exercise."""

_BETWEEN = re.compile(r"\s*;\s*|,\s+|\s+(?:and|then|so|or)\s+|\s*[→⇒]\s*|\s*\n\s*", re.IGNORECASE)
REMAINDER = re.compile(r"(\d+)\s*(?:[^\W\d_]+\s+)?(?:r|rem|remainder)\.?\s*(\d+)(?:\s+[^\W\d_]+)?", re.IGNORECASE)
"""A quotient with its remainder, 3 r 2 or 3 boxes remainder 2 eggs."""
_FLAT = re.compile(r"[^/]*[×x*+\-−–·][^/]*/[^/]*|[^/]*/[^/]*[×x*·][^/]*")
_COMMON = re.compile(
    r"\s*(?P<name>lcd|lcm|(?:least|lowest)\s+common\s+(?:denominator|multiple|bottom)|common\s+(?:denominator|bottom|multiple)"
    r"|gcf|gcd|hcf|(?:greatest|highest)\s+common\s+factor|common\s+factor)"
    r"(?:\s+of\s+(?P<numbers>\d+(?:(?:\s*,\s*|\s+and\s+)\d+)+))?\s*(?:=|:|is|\s)\s*(?P<said>\d+)\s*",
    re.IGNORECASE,
)
_LEAST = re.compile(r"l(?:cd|cm)|least|lowest|g|hcf|highest", re.IGNORECASE)


@frozen
class Side:
    """One side of a line: what stands there, and what it may be worth, the plain reading first; nothing where blanks
    stand in it. ``loosely`` are worths with a percent sign left out or taken for a label, or a
    smaller unit left out; ``by_itself``: a unit is multiplied by itself, and no area is meant."""

    expr: Expr
    label: str
    worths: tuple[Fraction, ...]
    loosely: tuple[Fraction, ...] = ()
    by_itself: bool = False

    def equals(self, other: "Side") -> bool:
        """Whether both may be worth the same; a percent sign may be left out against a side that has it."""
        if (self.label == "%") != (other.label == "%"):
            return not set(self.all_worths).isdisjoint(other.all_worths)
        return not set(self.worths).isdisjoint(other.worths)

    @property
    def all_worths(self) -> tuple[Fraction, ...]:
        return (*self.worths, *self.loosely)


@frozen
class Statement:
    """Sides with the ``signs`` between them. ``opens`` is the sign before the first side, a relation or an operation,
    by which the line goes on from the one before; ``signs_before`` how many relations stand before it in its line."""

    sides: tuple[Side, ...]
    signs: tuple[str, ...]
    opens: str = ""
    signs_before: int = 0

    @property
    def is_bare(self) -> bool:
        return not self.signs


@frozen
class CommonNumber:
    """A common multiple or factor that a pupil names: ``LCD = 12``. ``of`` is empty where the numbers are not named."""

    said: int
    multiple: bool
    best: bool
    of: tuple[int, ...] = ()

    def is_true(self, numbers: tuple[int, ...]) -> bool:
        """Whether it is a common multiple, or factor, and where it claims to be, the least or greatest."""
        if not self.said or not numbers:
            return False
        if self.multiple:
            return self.said == lcm(*numbers) if self.best else all(self.said % n == 0 for n in numbers)
        return self.said == gcd(*numbers) if self.best else all(n % self.said == 0 for n in numbers)


_ROW = re.compile(r"\s*(?:(\d{1,9})\s*:)?\s*(\d{1,9}(?:\s*,\s*\d{1,9})+)(?:\s*(?:,\s*)?(?:…|\.{2,}))?\s*")


def is_row(text: str) -> bool:
    """Whether a line lists the multiples of a number, or factors of one: 4, 8, 12 or 6: 1, 2, 3, 6.

    >>> is_row("4, 8, 12"), is_row("12: 1, 2, 3, 4, 6, 12"), is_row("4, 8, 13")
    (True, True, False)
    """
    row = _ROW.fullmatch(text)
    if row is None:
        return False
    numbers = [int(n) for n in row[2].split(",")]
    of = int(row[1]) if row[1] else None
    multiples = numbers == [numbers[0] * (i + 1) for i in range(len(numbers))] and of in (None, numbers[0])
    whole = of if of is not None else max(numbers)
    factors = len(numbers) > 2 and all(n and whole % n == 0 for n in numbers)
    return multiples or factors


@frozen
class Setting:
    """What decides how sides are read: the problem's label, whether its answer is a percent, and the decimal sign."""

    problem: Problem
    percent_asked: bool
    decimal_comma: bool


def statements_in(text: str, setting: Setting) -> tuple[Statement | CommonNumber, ...] | Say:
    """What a line says, its statements in order; a sentence where it cannot be read.

    >>> plain = Setting(read("1/2 + 1/3"), percent_asked=False, decimal_comma=False)
    >>> [len(s.sides) for s in statements_in("so 3 × 1 = 3, 2 × 1 = 2", plain)]
    [2, 2]
    """
    text = _stripped(text)
    if not text:
        return Say.of(unreadable.nothing_typed)
    whole = _statement(text, setting, 0)
    if not isinstance(whole, Say):
        return (whole,)
    return statements_apart(text, setting) or whole


def statements_apart(text: str, setting: Setting) -> tuple[Statement | CommonNumber, ...]:
    """The same, cut wherever something may end; none where a part cannot be read.

    >>> apart = Setting(read("compare 1.0 and 1/3"), percent_asked=False, decimal_comma=False)
    >>> [len(statements_in("1 and 1/3", apart)), len(statements_apart("1 and 1/3", apart))]
    [1, 2]
    """
    parts = [p for p in _BETWEEN.split(text) if p.strip()]
    found: list[Statement | CommonNumber] = []
    before = 0
    for part in parts:
        statement = _statement(_stripped(part), setting, before)
        if isinstance(statement, Say):
            return ()
        before += len(_RELATION.findall(part))
        found.append(statement)
    return tuple(found)


def _stripped(text: str) -> str:
    """Without what says nothing of numbers, before and behind."""
    text = text.strip()
    while (found := _LEADING.match(text)) and found.end() < len(text):
        text = text[found.end() :]
    text = text.rstrip("✓✔!;, \t")
    if text.endswith(".") and not text.endswith(".."):
        text = text[:-1].rstrip()
    return text


def _statement(text: str, setting: Setting, before: int) -> Statement | CommonNumber | Say:
    if named := _COMMON.fullmatch(text):
        numbers = tuple(int(n) for n in re.findall(r"\d+", named["numbers"] or ""))
        multiple = not re.match(r"g|h|common\s+factor", named["name"], re.IGNORECASE)
        return CommonNumber(int(named["said"]), multiple, bool(_LEAST.match(named["name"])), numbers)
    text = _ABOUT.sub("≈ ", text)
    for words, sign in _IN_WORDS:
        text = words.sub(sign, text)
    parts = _RELATION.split(text)
    texts, signs = parts[::2], [_SIGNS.get(s, {"<=": "≤", ">=": "≥"}.get(s, s)) for s in parts[1::2]]
    opens = ""
    if len(texts) > 1 and not texts[0].strip():
        opens, texts, signs = signs[0], texts[1:], signs[1:]
    if len(texts) > 1 and not texts[-1].strip():  # an equals sign that nothing follows yet
        texts, signs = texts[:-1], signs[:-1]
    if not opens and (found := re.match(r"\s*([+×*·÷:])\s*(?=\S)", texts[0])):
        opens, texts[0] = {"*": "×", "·": "×", ":": "÷"}.get(found.group(1), found.group(1)), texts[0][found.end() :]
    sides: list[Side] = []
    for part in texts:
        try:
            sides.append(_side(part, setting, sides[-1].expr if sides else setting.problem.expr))
        except UnreadableProblem as fault:
            return fault.said
        except (NoOneValue, ZeroDivisionError):
            return Say.of(verdicts.answer_is_no_number)
    return Statement(tuple(sides), tuple(signs), opens, before)


def _side(text: str, setting: Setting, before: Expr) -> Side:
    """Raises UnreadableProblem, NoOneValue, and ZeroDivisionError."""
    if remainder := REMAINDER.fullmatch(text.strip()):
        divisor = _divisor(before)
        if divisor:
            quotient, rest = int(remainder.group(1)), int(remainder.group(2))
            return Side(Whole(quotient), "", (quotient + rest / divisor,))
    problem, by_itself = read_with_units(
        text,
        words_for_units(setting.problem),
        lambda side, units: read_side(
            side, decimal_comma=setting.decimal_comma, units=units, in_percents=setting.problem.label == "%"
        ),
    )
    expr = problem.expr
    if gaps_in(expr):
        return Side(expr, problem.label, ())
    worths = [evaluate(expr) * unit_ratio(problem.label, setting.problem.label)]
    unit = unit_of(problem.label.partition("+")[0])
    if unit is not None and times_smaller(problem.label, setting.problem.label) is None:
        worths.append(evaluate(expr) * unit.size)  # 3 kg = 3000 g beside a problem in metres
    if (flat := _as_stacked(text, setting.decimal_comma)) is not None:
        worths.append(flat)
    found = _as_percents(tuple(worths), problem.label, setting)
    if problem.label == "%" and setting.problem.label != "%":
        expr = as_percents(expr) or expr
    return Side(expr, problem.label, *found, by_itself)


def _as_percents(
    worths: tuple[Fraction, ...], label: str, setting: Setting
) -> tuple[tuple[Fraction, ...], tuple[Fraction, ...]]:
    """The plain worths, and those with a percent sign added or taken for a label. Among percents a number is a percent;
    elsewhere a percent is so many hundredths."""
    among_percents = setting.problem.label == "%"
    hundredths = tuple(w / 100 for w in worths)
    if label == "%":
        return (worths, hundredths) if among_percents else (hundredths, worths)
    if among_percents:
        return worths, tuple(w * 100 for w in worths)
    two = units_in(setting.problem.label)
    if two is not None and not label:  # 340 − 165 where 340 cm are meant
        return worths, tuple(w / two.size for w in worths)
    return worths, hundredths if setting.percent_asked else ()


def unit_ratio(label: str, asked: str) -> Fraction:
    """How many of the unit that is asked for one of this unit is; 1 where they are not of one kind.

    >>> unit_ratio("cm", "m")
    Fraction(1, 100)
    """
    return times_smaller(label, asked) or Fraction(1)


def _divisor(expr: Expr) -> Fraction | None:
    expr = calculation_in(expr)
    if isinstance(expr, Product) and len(expr.factors) == 2 and expr.factors[1].divide:
        return evaluate(expr.factors[1].expr) or None
    return Fraction(expr.denominator) if isinstance(expr, CommonFraction) else None


def _as_stacked(text: str, decimal_comma: bool) -> Fraction | None:
    """What a fraction is worth whose top or bottom was worked on and written flat: 2 × 4/3 × 4, (9 + 8)/12."""
    if text.count("/") != 1 or not _FLAT.fullmatch(text):
        return None
    top, bottom = text.split("/")
    try:
        over = Product(
            (
                Factor(Group(read(top, decimal_comma=decimal_comma).expr)),
                Factor(Group(read(bottom, decimal_comma=decimal_comma).expr), divide=True),
            )
        )
        return evaluate(over)
    except (UnreadableProblem, NoOneValue, ZeroDivisionError):
        return None


def is_about(a: Fraction, b: Side, numbers: int) -> bool:
    """Whether a number may be said to be about another: no farther off than each of ``numbers`` numbers moves when it
    is rounded as roughly as the other is written."""
    steps = [_step(n) for n in walk(b.expr) if is_numeral(n)]
    return any(abs(a - worth) <= max(numbers, len(steps)) * max(steps, default=Fraction(0)) for worth in b.worths)


def _step(number: Expr) -> Fraction:
    """How finely a number is written: 200 in hundreds, 0.67 in hundredths, 2 3/4 in quarters."""
    match number:
        case Whole(n):
            step = 1
            while n and n % (step * 10) == 0:
                step *= 10
            return Fraction(step)
        case DecimalNumeral(_, places):
            return Fraction(1, 10**places)
        case CommonFraction(_, bottom) | MixedNumber(_, _, bottom):
            return Fraction(1, bottom)
        case RepeatingDecimal():
            return Fraction(0)
        case _:
            return Fraction(1)
