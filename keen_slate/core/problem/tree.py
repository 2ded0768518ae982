"""The expression tree: what is to be worked out, as written, and how far the work has come.

The tree is the whole state of a working. Nodes that stand for work half done (``Split``, ``Columns``) say what
their numbers are meant as, so that what is due next can be read from the tree alone.
"""

from collections.abc import Callable, Iterator
from dataclasses import replace
from fractions import Fraction
from math import gcd, lcm
from typing import Any, Literal, TypeGuard

from keen_slate.core.numbers.forms import (
    NUMERALS,
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Numeral,
    Percent,
    RepeatingDecimal,
    Whole,
    WithRemainder,
    mixed_form,
)
from keen_slate.core.problem.paper import (
    AreaProduct,
    Columns,
    LongProduct,
    LongQuotient,
    Moving,
    OnPaper,
    digits_value,
    power_of_ten,
)
from keen_slate.core.problem.situation import Calculation, Reading, Situation, plan_from, read_as, worked_through
from keen_slate.core.values import frozen

Path = tuple[int, ...]

Mark = Literal[
    "bottoms", "enough", "improper", "opposites", "counting-back", "parts-apart", "whole-made", "told", "joining",
    "decimal", "power", "places",
]  # fmt: skip


class NoOneValue(TypeError):
    """Something to be compared, or with blanks: it has no one value."""


@frozen
class Negative:
    """The opposite of what it holds, ``−7/12``."""

    of: "Expr"


@frozen
class Term:
    """One term of a sum with the sign before it."""

    expr: "Expr"
    minus: bool = False


@frozen
class Sum:
    """Terms added and subtracted from the left. A sum as first term is what is worked on now.

    ``marks`` say how far the work on it has come, or what its terms are meant as, where the terms do not show it:
    ``bottoms`` (compared), ``enough`` (asked), ``improper`` (all improper on purpose), ``opposites`` (each subtraction
    is meant as adding the opposite), ``counting-back``, ``parts-apart``, ``whole-made``, ``told`` (given in words that
    name the second number first: subtract 1/4 from 3/4), ``places`` (a number in expanded form).
    """

    terms: tuple[Term, ...]
    marks: frozenset[Mark] = frozenset()

    def marked(self, *marks: Mark) -> "Sum":
        return Sum(self.terms, self.marks | set(marks))


@frozen
class Factor:
    """One factor of a product: multiplied or divided by; ``implied`` where no sign is written (``2(3 + 4)``)."""

    expr: "Expr"
    divide: bool = False
    implied: bool = False


@frozen
class Product:
    """Factors multiplied and divided from the left. Marked ``decimal`` where wholes came of decimals and the quotient
    is to be a decimal again, ``told`` where it is given in words: how many 3/4 in 6, ``power`` where it is a power
    written out."""

    factors: tuple[Factor, ...]
    marks: frozenset[Mark] = frozenset()


@frozen
class Power:
    """A base with a written exponent."""

    base: "Expr"
    exponent: int


@frozen
class Group:
    """What stands in brackets."""

    inner: "Expr"
    bracket: Literal["(", "[", "{"] = "("


@frozen
class Split:
    """One number in pieces: ``3 + 12/12 + 7/12`` on its way to a mixed number, the last part proper.

    With ``regrouped`` it is a whole opened up, ``5 + 12/12 + 3/12``, and becomes 5 15/12.
    """

    wholes: tuple[int, ...]
    parts: tuple[CommonFraction | MixedNumber, ...]
    regrouped: bool = False


@frozen
class CrossProducts:
    """Two fractions over the product of their denominators, not yet worked out: (1 × 6 + 5 × 4)/(4 × 6)."""

    first: CommonFraction
    second: CommonFraction
    minus: bool

    @property
    def value(self) -> Fraction:
        return self.first.value - self.second.value if self.minus else self.first.value + self.second.value


@frozen
class Gap:
    """A number with blanks: a blank alone, or a fraction or mixed number with None where a blank stands.

    ``bottom`` 0 marks a blank that stands alone; ``whole`` -1 that no whole is written.
    """

    whole: int | None = -1
    top: int | None = None
    bottom: int | None = 0

    @property
    def is_alone(self) -> bool:
        return self.bottom == 0

    def blanks(self) -> int:
        return 1 if self.is_alone else sum(x is None for x in (self.whole, self.top, self.bottom))

    def filled(self, numbers: tuple[int, ...]) -> Numeral:
        """The number with its blanks filled in order; raises ValueError for a bottom of 0."""
        left = list(numbers)
        whole, top, bottom = (left.pop(0) if x is None else x for x in (self.whole, self.top, self.bottom))
        if whole < 0:
            return CommonFraction(top, bottom)
        return MixedNumber(whole, top, bottom)


@frozen
class Convert:
    """A number to be written in another form: ``mixed``, ``improper``, ``fraction``, ``decimal``, ``percent``,
    ``expanded`` (a sum of its places), ``money`` (with two places), ``measure-100`` (a whole and hundredths)
    ``kept-decimal`` (a product of decimals stays one) or ``remainder`` (a quotient with what is left)."""

    of: "Expr"
    to: str


ReadFrom = Literal["strips", "discs", "jumps", "square"]
"""A picture from which a number is read: ``jumps`` is a number line, ``square`` has a hundred cells."""


@frozen
class FromPicture:
    """A number that is to be read from a picture of it. ``spaces``: into how many a line is cut from one of its numbers
    to the next, 0 where that is as usual."""

    of: "Expr"
    picture: ReadFrom
    spaces: int = 0


REMAINDER = "remainder"
"""What is asked of a division of whole numbers whose answer has a remainder."""

MEASURE = "measure-"
"""Begins what is asked of an amount in two units, before how many of the smaller make one: ``measure-100``."""


@frozen
class Simplify:
    """A number to be brought to simplest form."""

    of: "Expr"


@frozen
class Rounding:
    """A number to be rounded, half up, to a multiple of ``unit``."""

    of: "Expr"
    unit: Fraction

    @property
    def value(self) -> Fraction:
        """The rounded value. Schools round a half up, away from 0 below it."""
        exact = evaluate(self.of) / self.unit
        whole = int(abs(exact) + Fraction(1, 2))
        return (whole if exact >= 0 else -whole) * self.unit


@frozen
class Left:
    """A number that a pupil leaves as it is, although its form is not that of an answer yet."""

    of: "Expr"


@frozen
class Estimating:
    """A calculation whose numbers are to be rounded to a multiple of ``unit`` before it is worked out; 0 stands for the
    leading digit of each."""

    of: "Expr"
    unit: Fraction
    rounded: bool = False

    def rounds(self, number: "Expr") -> "Rounding":
        """What becomes of one of its numbers; a fraction has no leading digit, it goes to its nearest half."""
        if self.unit:
            return Rounding(number, self.unit)
        if isinstance(number, (CommonFraction, MixedNumber)):
            return Rounding(number, Fraction(1, 2))
        return Rounding(number, leading_place(evaluate(number)))


@frozen
class Comparison:
    """Numbers to be compared or put in order.

    ``items`` are the numbers as renamed so far, ``written`` as they were given, both in the same order. ``judged`` is
    0 before the judgement, 1 when the renamed numbers stand in order, 2 when the given ones do. ``claims`` are signs
    that a pupil puts between them; without any the signs are those that are true. ``smaller``: of a pair the smaller is
    asked for.
    """

    items: tuple["Expr", ...]
    written: tuple["Expr", ...]
    descending: bool = False
    judged: int = 0
    pair: bool = False
    claims: tuple[str, ...] = ()
    smaller: bool = False


@frozen
class Common:
    """The lowest common multiple, or else the greatest common factor, of whole numbers that are to be found."""

    numbers: tuple[Whole, ...]
    multiple: bool

    @property
    def value(self) -> Fraction:
        numbers = [n.n for n in self.numbers]
        return Fraction(lcm(*numbers) if self.multiple else gcd(*numbers))


@frozen
class Chain:
    """Sides joined by equal signs, with blanks.

    ``note`` is what is due: nothing yet, ``set-alone`` (a blank stands alone: ``gap`` = ``equals``), ``count-tops`` or
    ``done``. ``numbers`` are those for the blanks, known once they are looked for; ``count`` in how
    many ways the blanks can be filled.
    """

    sides: tuple["Expr", ...]
    note: Literal["", "set-alone", "count-tops", "done"] = ""
    numbers: tuple["Expr", ...] = ()
    gap: "Gap | None" = None
    equals: "Expr | None" = None
    weights: tuple[int, ...] = ()
    total: int = 0


@frozen
class InStory:
    """A situation in words as far as it is worked: the numbers ``found`` by the names of their quantities, and the
    calculation ``now`` in hand, which gives ``target`` once it is read as the story needs. ``unit`` is the label of
    what is in hand, or was found last."""

    situation: Situation
    found: tuple[tuple[str, "Expr"], ...] = ()
    target: str = ""
    reading: Reading = "exact"
    now: "Expr | None" = None
    unit: str = ""

    def values(self) -> dict[str, Fraction]:
        """Every value that follows from what is given and found, by names. Raises NoPlan, ZeroDivisionError."""
        known = {name: evaluate(number) for name, number in self.found}
        if self.now is not None:
            known[self.target] = read_as(evaluate(self.now), self.reading)
        return worked_through(self.situation, known)

    def answers(self) -> tuple[Fraction, ...]:
        """What is asked, in the order of the questions."""
        values = self.values()
        return tuple(values[asked] for asked in self.situation.asked)

    @property
    def known(self) -> frozenset[str]:
        """The names of all that is given or found."""
        return frozenset(self.situation.given) | {name for name, _ in self.found}

    def next(self) -> Calculation | None:
        """What is to be calculated next; None where all that is asked is known."""
        plan = plan_from(self.situation, self.known)
        return plan[0] if plan else None


Working = Negative | Sum | Product | Power | Group | Split | CrossProducts | OnPaper
Asked = Gap | Convert | FromPicture | Simplify | Rounding | Estimating | Comparison | Chain | Left | Common | InStory
Expr = Numeral | Working | Asked


def columns_as_sum(columns: Columns) -> Sum:
    """Columns half done as a sum that reads back to the same value: what is left, a regrouped column, what is done.

    ``5.003 − 1.458`` with the thousandths regrouped is ``4.99 + 0.013 − 1.458``.
    """
    terms: list[Term] = []
    for index, row in enumerate(columns.rows):
        last = columns.at
        regrouped = row[last] if row[last] >= 10 else 0
        places = columns.places - columns.right_of - bool(regrouped)
        left = digits_value(row[: last if regrouped else last + 1])
        if left:
            number = DecimalNumeral(left, places) if places > 0 else Whole(left * 10**-places)
            terms.append(Term(number, columns.minus and index > 0))
        if regrouped:
            terms.append(Term(_shortest_decimal(regrouped * 10**columns.right_of, columns.places)))
    if columns.carry:
        terms.append(Term(_shortest_decimal(columns.carry * 10**columns.right_of, columns.places)))
    if columns.done:
        done = digits_value(columns.done)
        terms.append(Term(DecimalNumeral(done, columns.places) if columns.places else Whole(done)))
    return Sum(tuple(terms) or (Term(Whole(0)),))


def long_product_as_sum(product: LongProduct | AreaProduct) -> Expr:
    """A multiplication half done as what is done and what is still to do: 47 × 36 after its first row is
    282 + 47 × 30, over a power of ten where places are to be pointed off."""
    done: Expr
    if product.adding is not None:
        done = product.adding
    else:
        done = Whole(int(product.value * power_of_ten(product.places)))
        if isinstance(product, AreaProduct):
            left = [(a, b) for a in product.down for b in product.across][len(product.cells) :]
            terms: tuple[Expr, ...] = (*(Whole(c) for c in product.cells), *(_times(a, b) for a, b in left))
            done = Sum(tuple(Term(t) for t in terms))
        elif not product.row and not product.carry:
            rest = product.below // power_of_ten(product.at) * power_of_ten(product.at)
            terms = (*(Whole(r) for r in product.rows), *((_times(product.above, rest),) if rest else ()))
            done = Sum(tuple(Term(t) for t in terms))
    if not product.places:
        return done
    over = Factor(Whole(power_of_ten(product.places)), divide=True)
    return Product((Factor(done if is_numeral(done) else Group(done)), over))


def _times(a: int, b: int) -> Product:
    return Product((Factor(Whole(a)), Factor(Whole(b))))


def long_quotient_as_sum(quotient: LongQuotient) -> Expr:
    """A division half done: 7236 ÷ 12 after its first digit is 600 + 36 ÷ 12."""
    left = quotient.digits[quotient.at :]
    done = Fraction(digits_value(quotient.quotient) * power_of_ten(len(left)), power_of_ten(quotient.places))
    rest = Fraction(quotient.rest * power_of_ten(len(left)) + digits_value(left), power_of_ten(quotient.places))
    terms = [Term(decimal_for(done))] if done else []
    if rest or not terms:
        terms.append(Term(Product((Factor(decimal_for(rest)), Factor(Whole(quotient.divisor), divide=True)))))
    return Sum(tuple(terms))


def moving_as_product(moving: Moving) -> Expr:
    """A number times a power of ten, or by one."""
    number = DecimalNumeral(moving.digits, moving.places) if moving.places else Whole(moving.digits)
    return Product((Factor(number), Factor(Whole(power_of_ten(abs(moving.by))), divide=moving.by < 0)))


def _shortest_decimal(digits: int, places: int) -> Numeral:
    while places and digits % 10 == 0:
        digits, places = digits // 10, places - 1
    return DecimalNumeral(digits, places) if places else Whole(digits)


def decimal_for(value: Fraction) -> Numeral:
    """A value as the shortest decimal, or a whole. Raises ValueError where its decimal never ends.

    >>> decimal_for(Fraction(3, 8)).value, decimal_for(Fraction(4))
    (Fraction(3, 8), Whole(n=4))
    """
    places = decimal_places(value)
    if places is None:
        raise ValueError(f"{value} has no decimal that ends")
    return DecimalNumeral(int(value * 10**places), places) if places else Whole(int(value))


def decimal_or_number(value: Fraction, *, decimals: bool = True) -> Expr:
    """A value as a decimal where those are wanted and its decimal ends, else as a fraction or mixed number.

    >>> decimal_or_number(Fraction(2, 15))
    CommonFraction(numerator=2, denominator=15)
    """
    if not decimals or decimal_places(value) is None:
        return number_for(value)
    return Negative(decimal_for(-value)) if value < 0 else decimal_for(value)


def decimal_places(value: Fraction) -> int | None:
    """How many decimal places a value needs, or None when its decimal never ends.

    >>> decimal_places(Fraction(3, 8)), decimal_places(Fraction(1, 3))
    (3, None)
    """
    twos = fives = 0
    rest = value.denominator
    while rest % 2 == 0:
        rest, twos = rest // 2, twos + 1
    while rest % 5 == 0:
        rest, fives = rest // 5, fives + 1
    return None if rest > 1 else max(twos, fives)


def is_numeral(expr: Expr) -> TypeGuard[Numeral]:
    """True for a plain written number: nothing is left to work out in it."""
    return type(expr) in _NUMERALS


_NUMERALS = frozenset(NUMERALS)


def is_simple(expr: Expr) -> bool:
    """A number, or a number with a minus: nothing in it is left to work out."""
    return is_numeral(expr) or (isinstance(expr, Negative) and is_numeral(expr.of))


def evaluate(expr: Expr) -> Fraction:
    """What the expression is worth, exactly. Raises ZeroDivisionError where it divides by zero.

    >>> evaluate(Sum((Term(Whole(6)), Term(MixedNumber(2, 5, 6), minus=True))))
    Fraction(19, 6)
    """
    top, bottom = ratio(expr)
    return Fraction(top, bottom)


def is_workable(expr: Expr) -> bool:
    """Whether an expression divides by nothing that is worth 0.

    >>> is_workable(Product((Factor(Whole(6)), Factor(Whole(0), divide=True))))
    False
    """
    if isinstance(expr, Comparison):
        return True
    if isinstance(expr, Chain):
        return expr.equals is None or is_workable(expr.equals)
    try:
        ratio(expr)
    except ZeroDivisionError:
        return False
    return True


def same_value(a: Expr, b: Expr) -> bool:
    """Whether two states say the same: of one value, the same numbers compared, blanks filled alike."""
    if type(a) in _NO_ONE_VALUE and type(a) is type(b):
        return _said_alike(a, b)
    (a_top, a_bottom), (b_top, b_bottom) = ratio(a), ratio(b)
    return a_top * b_bottom == b_top * a_bottom


_NO_ONE_VALUE = frozenset((Comparison, InStory, Chain))


def _said_alike(a: Expr, b: Expr) -> bool:
    """The same for two comparisons, stories or chains."""
    if isinstance(a, Comparison) and isinstance(b, Comparison):
        return sorted(evaluate(i) for i in a.items) == sorted(evaluate(i) for i in b.items) and _judged_rightly(b)
    if isinstance(a, InStory) and isinstance(b, InStory):
        return a.answers() == b.answers()
    assert isinstance(a, Chain)
    assert isinstance(b, Chain)
    if a.equals is not None and b.equals is not None and not same_value(a.equals, b.equals):
        return False
    before, written = (a, b) if b.note == "done" else (b, a)
    if before.gap is not None and before.equals is not None and written.note == "done":
        return gap_worth(before.gap, written.numbers) == evaluate(before.equals)
    return not a.numbers or not b.numbers or a.numbers == b.numbers


def gap_worth(gap: Gap, numbers: tuple[Expr, ...]) -> Fraction:
    """What a number is worth with these in its blanks."""
    if gap.is_alone:
        return evaluate(numbers[0])
    return gap.filled(tuple(n.n for n in numbers if isinstance(n, Whole))).value


def is_zero(expr: Expr) -> bool:
    return ratio(expr)[0] == 0


def _judged_rightly(comparison: Comparison) -> bool:
    values = [evaluate(i) for i in (comparison.written if comparison.judged == 2 else comparison.items)]
    if not comparison.judged or comparison.pair:
        return True
    return values == sorted(values, reverse=comparison.descending)


def ratio(expr: Expr) -> tuple[int, int]:
    """The value as top and bottom, not reduced: integers alone are several times faster than Fractions."""
    return _RATIOS[type(expr)](expr)


def _sum_ratio(expr: Sum) -> tuple[int, int]:
    top, bottom = 0, 1
    for term in expr.terms:
        t, b = ratio(term.expr)
        if term.minus:
            t = -t
        if b == bottom:
            top += t
        else:
            top, bottom = top * b + t * bottom, bottom * b
    return top, bottom


def _product_ratio(expr: Product) -> tuple[int, int]:
    top = bottom = 1
    for factor in expr.factors:
        t, b = ratio(factor.expr)
        if factor.divide:
            if t == 0:
                raise ZeroDivisionError("division by an expression worth 0")
            t, b = (b, t) if t > 0 else (-b, -t)
        top, bottom = top * t, bottom * b
    return top, bottom


def _negative_ratio(expr: Negative) -> tuple[int, int]:
    top, bottom = ratio(expr.of)
    return -top, bottom


def _power_ratio(expr: Power) -> tuple[int, int]:
    top, bottom = ratio(expr.base)
    return top**expr.exponent, bottom**expr.exponent


def _split_ratio(expr: Split) -> tuple[int, int]:
    top, bottom = sum(expr.wholes), 1
    for part in expr.parts:
        t, b = ratio(part)
        top, bottom = (top + t, b) if b == bottom else (top * b + t * bottom, bottom * b)
    return top, bottom


def leading_place(value: Fraction) -> Fraction:
    """The place of the first digit that is not 0.

    >>> leading_place(Fraction(387)), leading_place(Fraction("0.062"))
    (Fraction(100, 1), Fraction(1, 100))
    """
    place = Fraction(1)
    while place * 10 <= abs(value):
        place *= 10
    while 0 < abs(value) < place:
        place /= 10
    return place


def _in_round_numbers(expr: Expr, estimating: Estimating) -> Expr:
    """The expression with each of its numbers rounded."""
    if is_numeral(expr):
        value = estimating.rounds(expr).value
        return CommonFraction(value.numerator, value.denominator)
    for index, child in enumerate(children(expr)):
        expr = with_child(expr, index, _in_round_numbers(child, estimating))
    return expr


def _no_ratio(expr: Expr) -> tuple[int, int]:
    raise NoOneValue(f"{expr!r} has no one value")


def _paper_ratio(expr: LongProduct | AreaProduct) -> tuple[int, int]:
    if expr.adding is None:
        return _value_ratio(expr)
    top, bottom = ratio(expr.adding)
    return top, bottom * 10**expr.places


def _value_ratio(expr: Any) -> tuple[int, int]:
    value: Fraction = expr.value
    return value.numerator, value.denominator


_RATIOS: dict[type, Callable[[Any], tuple[int, int]]] = {
    Whole: lambda e: (e.n, 1),
    CommonFraction: lambda e: (e.numerator, e.denominator),
    MixedNumber: lambda e: (e.whole * e.denominator + e.numerator, e.denominator),
    DecimalNumeral: lambda e: (e.digits, 10**e.places),
    RepeatingDecimal: _value_ratio,
    WithRemainder: _value_ratio,
    Percent: _value_ratio,
    Sum: _sum_ratio,
    Product: _product_ratio,
    Negative: _negative_ratio,
    Group: lambda e: ratio(e.inner),
    Power: _power_ratio,
    Split: _split_ratio,
    Columns: lambda e: (e.units, 10**e.places),
    LongProduct: lambda e: _paper_ratio(e),
    AreaProduct: lambda e: _paper_ratio(e),
    LongQuotient: _value_ratio,
    Moving: _value_ratio,
    CrossProducts: _value_ratio,
    Rounding: _value_ratio,
    Common: _value_ratio,
    Convert: lambda e: ratio(e.of),
    FromPicture: lambda e: ratio(e.of),
    Simplify: lambda e: ratio(e.of),
    Left: lambda e: ratio(e.of),
    Estimating: lambda e: ratio(e.of if e.rounded else _in_round_numbers(e.of, e)),
    Gap: _no_ratio,
    InStory: lambda e: _story_ratio(e),
    Comparison: _no_ratio,
    Chain: _no_ratio,
}


def _story_ratio(expr: InStory) -> tuple[int, int]:
    answer = expr.answers()[-1]
    return answer.numerator, answer.denominator


def number_for(value: Fraction) -> Expr:
    """A value as a teacher writes an answer: a whole, a proper fraction or a mixed number, with a minus if below 0.

    >>> number_for(Fraction(-7, 2))
    Negative(of=MixedNumber(whole=3, numerator=1, denominator=2))
    """
    if value < 0:
        return Negative(number_for(-value))
    whole, top = divmod(value.numerator, value.denominator)
    return mixed_form(whole, top, value.denominator)


def children(expr: Expr) -> tuple[Expr, ...]:
    """The expressions directly below, in the order in which they are written."""
    found = _CHILDREN.get(type(expr))
    return found(expr) if found else ()


_CHILDREN: dict[type, Callable[[Any], tuple[Expr, ...]]] = {
    Negative: lambda e: (e.of,),
    Convert: lambda e: (e.of,),
    FromPicture: lambda e: (e.of,),
    Simplify: lambda e: (e.of,),
    Rounding: lambda e: (e.of,),
    Left: lambda e: (e.of,),
    Estimating: lambda e: (e.of,),
    Sum: lambda e: tuple([t.expr for t in e.terms]),
    Product: lambda e: tuple([f.expr for f in e.factors]),
    Power: lambda e: (e.base,),
    Group: lambda e: (e.inner,),
    Chain: lambda e: (e.equals,) if e.equals is not None else (),
    LongProduct: lambda e: (e.adding,) if e.adding is not None else (),
    AreaProduct: lambda e: (e.adding,) if e.adding is not None else (),
    InStory: lambda e: (e.now,) if e.now is not None else (),
}


def with_child(expr: Expr, index: int, new: Expr) -> Expr:
    """The same expression with one child exchanged. Raises ValueError where there is no such child."""
    exchanged = _WITH_CHILD.get(type(expr))
    if exchanged is None:
        raise ValueError(f"{expr!r} has no child {index}")
    return exchanged(expr, index, new)


def _sum_with(expr: Sum, index: int, new: Expr) -> Sum:
    terms = list(expr.terms)
    terms[index] = Term(new, terms[index].minus)
    return Sum(tuple(terms), expr.marks)


def _product_with(expr: Product, index: int, new: Expr) -> Product:
    factors = list(expr.factors)
    old = factors[index]
    factors[index] = Factor(new, old.divide, old.implied)
    return Product(tuple(factors), expr.marks)


_WITH_CHILD: dict[type, Callable[[Any, int, Expr], Expr]] = {
    Sum: _sum_with,
    Product: _product_with,
    Negative: lambda _e, _i, new: Negative(new),
    Convert: lambda e, _i, new: Convert(new, e.to),
    FromPicture: lambda e, _i, new: replace(e, of=new),
    Simplify: lambda _e, _i, new: Simplify(new),
    Rounding: lambda e, _i, new: Rounding(new, e.unit),
    Left: lambda _e, _i, new: Left(new),
    Estimating: lambda e, _i, new: Estimating(new, e.unit, e.rounded),
    Power: lambda e, _i, new: Power(new, e.exponent),
    Group: lambda e, _i, new: Group(new, e.bracket),
    Chain: lambda e, _i, new: replace(e, equals=new),
    LongProduct: lambda e, _i, new: replace(e, adding=new),
    AreaProduct: lambda e, _i, new: replace(e, adding=new),
    InStory: lambda e, _i, new: replace(e, now=new),
}


def calculation_in(expr: Expr) -> Expr:
    """What is to be worked out where its answer is only to be written as money, in two units, as a decimal again, or
    with a remainder."""
    forms = ("money", "kept-decimal", REMAINDER)
    kept = isinstance(expr, Convert) and (expr.to in forms or expr.to.startswith(MEASURE))
    return expr.of if isinstance(expr, Convert) and kept else expr


def asks_remainder(expr: Expr) -> bool:
    """Whether a quotient with its remainder is asked for."""
    return isinstance(expr, Convert) and expr.to == REMAINDER


def at_path(expr: Expr, path: Path) -> Expr:
    """The expression that stands at a path of child indexes."""
    for index in path:
        expr = children(expr)[index]
    return expr


def put_at(expr: Expr, path: Path, new: Expr) -> Expr:
    """The tree with the expression at ``path`` exchanged."""
    if not path:
        return new
    head, *rest = path
    return with_child(expr, head, put_at(children(expr)[head], tuple(rest), new))


def walk(expr: Expr) -> Iterator[Expr]:
    """The expression and all below it, in reading order."""
    left = [expr]
    while left:
        here = left.pop()
        yield here
        if type(here) not in _NUMERALS:
            left.extend(reversed(children(here)))


def tidy(expr: Expr) -> Expr:
    """Drop brackets round a plain number and sums of one term: what a teacher would not write again.

    >>> from keen_slate.core.numbers.forms import Whole
    >>> tidy(Sum((Term(Group(Whole(3))),)))
    Whole(n=3)
    """
    if is_numeral(expr):
        return expr
    for index, child in enumerate(children(expr)):
        cleaned = tidy(child)
        if cleaned is not child:
            expr = with_child(expr, index, cleaned)
    return _tidy_node(expr)


def is_lone_number(expr: Expr) -> bool:
    """Whether nothing but brackets and minus signs stand round one number: (3), −(−3), but not −3."""
    kind = type(expr)
    if kind is not Group and (kind is not Negative or not isinstance(expr.of, Group)):  # type: ignore[union-attr]
        return False
    tidied = tidy(expr)
    return is_numeral(tidied.of if isinstance(tidied, Negative) else tidied)


def replaced(expr: Expr, path: Path, new: Expr) -> Expr:
    """A tidy tree with the expression at ``path`` exchanged, and tidy again: only what lies on the path can need it."""
    if not path:
        return tidy(new)
    index = path[0]
    return _tidy_node(with_child(expr, index, replaced(children(expr)[index], path[1:], new)))


def _tidy_node(expr: Expr) -> Expr:
    """The same for a node whose children are tidy."""
    tidied = _TIDIED.get(type(expr))
    return tidied(expr) if tidied else expr


def _group_tidied(expr: Group) -> Expr:
    return expr.inner if is_simple(expr.inner) else expr


def _sum_tidied(expr: Sum) -> Expr:
    if len(expr.terms) != 1:
        return expr
    only = expr.terms[0]
    return Negative(only.expr) if only.minus else only.expr


def _product_tidied(expr: Product) -> Expr:
    alone = len(expr.factors) == 1 and not expr.factors[0].divide
    return expr.factors[0].expr if alone else expr


def _negative_tidied(expr: Negative) -> Expr:
    if isinstance(expr.of, Negative):
        return expr.of.of
    return expr.of if is_numeral(expr.of) and is_zero(expr.of) else expr


_TIDIED: dict[type, Callable[[Any], Expr]] = {
    Group: _group_tidied,
    Sum: _sum_tidied,
    Product: _product_tidied,
    Negative: _negative_tidied,
}


def falls_below_zero(expr: Sum) -> bool:
    """Whether the sum, worked from the left, is below 0 at some term."""
    return below_zero(expr, [ratio(term.expr) for term in expr.terms])


def below_zero(expr: Sum, ratios: list[tuple[int, int]]) -> bool:
    """The same where the terms are known as tops and bottoms."""
    top, bottom = 0, 1
    for term, (t, b) in zip(expr.terms, ratios, strict=True):
        top, bottom = top * b + (-t if term.minus else t) * bottom, bottom * b
        if top < 0:
            return True
    return False


def changed_paths(before: Expr, after: Expr, at: Path = ()) -> tuple[Path, ...]:
    """The smallest parts of ``after`` that are not written as they were at the same place in ``before``."""
    if before == after:
        return ()
    old, new = children(before), children(after)
    if type(before) is type(after) and new and len(old) == len(new):
        found = tuple(p for i, (b, a) in enumerate(zip(old, new, strict=True)) for p in changed_paths(b, a, (*at, i)))
        return found or (at,)
    return (at,)
