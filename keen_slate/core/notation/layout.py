"""What is set for an expression, made once for every writer: rows, fractions, brackets, blanks, labels, words.

A writer (plain text here; MathML, LaTeX, print and speech in ``render/``) knows the nodes and nothing of expressions,
so that a new kind of expression costs one place. A node may be a ``Part``: what stands at a path of the expression, so
that it can be marked or left blank.
"""

from collections.abc import Callable, Iterable, Iterator
from fractions import Fraction as Value
from functools import lru_cache
from itertools import pairwise
from typing import Any, Literal

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.units import TwoUnits, one_and_many, units_in
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
    WithRemainder,
)
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, LongQuotient, Moving
from keen_slate.core.problem.tree import (
    Chain,
    Common,
    Comparison,
    Convert,
    CrossProducts,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    Gap,
    Group,
    InStory,
    Left,
    Negative,
    Path,
    Power,
    Product,
    Rounding,
    Simplify,
    Split,
    Sum,
    Term,
    children,
    columns_as_sum,
    evaluate,
    is_numeral,
    long_product_as_sum,
    long_quotient_as_sum,
    moving_as_product,
)
from keen_slate.core.values import frozen

MINUS = "−"
Bracket = Literal["(", "[", "{"]
CLOSING: dict[Bracket, str] = {"(": ")", "[": "]", "{": "}"}


@frozen
class Digits:
    """A whole number or a decimal, its decimal sign as the teacher writes it."""

    text: str


@frozen
class Repeats:
    """The block that comes again, behind the digits before it."""

    block: str


@frozen
class Over:
    """A fraction."""

    top: "Node"
    bottom: "Node"


@frozen
class Mixed:
    """A whole beside its fraction."""

    whole: "Node"
    part: Over


@frozen
class Sign:
    """An operation between two things (``unseen``: multiplied, and no sign is written), a minus before one, an equals
    sign between sides, the sign that a comparison finds, or a percent sign behind."""

    text: str
    role: Literal["between", "unseen", "before", "equals", "found", "behind"] = "between"


@frozen
class InBrackets:
    """``needed``: only because a sign before it would otherwise belong to its first part."""

    inner: "Node"
    bracket: Bracket = "("
    needed: bool = False


@frozen
class Raised:
    """A base with its exponent."""

    base: "Node"
    exponent: Digits


@frozen
class Blank:
    """An empty place."""


@frozen
class Words:
    """Words between numbers, with the spaces round them."""

    text: str


@frozen
class Label:
    """The unit or percent sign behind an amount."""

    text: str


@frozen
class Row:
    """Things beside each other."""

    items: tuple["Node", ...]


@frozen
class Part:
    """What stands at a path of the expression."""

    at: Path
    inner: "Node"


Node = Digits | Repeats | Over | Mixed | Sign | InBrackets | Raised | Blank | Words | Label | Row | Part

TOLD: dict[type, tuple[str, str]] = {Sum: ("subtract ", " from "), Product: ("how many ", " in ")}
"""The words round a difference and a quotient that are told with the second number first."""
_BETWEEN = {"+": Sign("+"), MINUS: Sign(MINUS), "×": Sign("×"), "÷": Sign("÷")}
_BEFORE = Sign(MINUS, "before")
_UNSEEN = Sign("×", "unseen")
_EQUALS = Sign("=", "equals")
_EMPTY = Blank()
_OF = Words(" of ")
_SPACE = Words(" ")


def layout(expr: Expr, manner: Manner = USUAL_MANNER, *, placed: bool = True) -> Node:
    """What is set for an expression, its amounts with their label; with ``placed`` False without its parts' places.

    >>> layout(DecimalNumeral(275, 2), Manner(decimal_sign=",", label="m"))
    Row(items=(Digits(text='2,75'), Label(text='m')))
    """
    return _Setter(manner).set(expr, () if placed else None, labelled=bool(manner.label))


BEFORE_AMOUNTS = ("$", "£", "€")
"""Labels that stand before their amount."""


LONGEST_SIGN = 3
"""Letters of a unit that is a sign, such as mm: it stands at every amount of a calculation in a story."""


class _Setter:
    """``at`` is the path of what is set, None where it stands at none of its own."""

    def __init__(self, manner: Manner, *, amount_last: bool = False) -> None:
        self.manner = manner
        self.amount_last = amount_last  # in a story: so many times an amount
        self._label = (Label(manner.label),)
        self._two = units_in(manner.label)

    def set(self, expr: Expr, at: Path | None, *, labelled: bool) -> Node:
        kind = type(expr)
        if kind in _HOLDING and (not isinstance(expr, Product) or self.label_inside(expr)):
            return _SETTING[kind](self, expr, at, labelled)
        node = _SETTING[kind](self, expr, at, False)
        if not labelled:
            return node
        if self._two is not None:
            return self.in_two_units(expr, node, self._two)
        return Row((*self._label, node) if self.manner.label in BEFORE_AMOUNTS else (node, *self._label))

    def in_two_units(self, expr: Expr, node: Node, two: TwoUnits) -> Node:
        """An amount in two units: a fraction of the larger is so many of the smaller, 3 40/100 m is 3 m 40 cm."""
        large, small = Label(two.large), Label(two.small)
        match expr:
            case MixedNumber(whole, top, bottom) if bottom == two.size:
                return Row((_digits(whole), large, _SPACE, _digits(top), small))
            case CommonFraction(top, bottom) if bottom == two.size:
                return Row((_digits(top), small))
            case _:
                return Row((node, large))

    def label_inside(self, expr: Product) -> bool:
        """Whether the label stands at one of the factors, not behind the whole product."""
        return self._two is not None or self.manner.label in BEFORE_AMOUNTS or _label_inside(expr)

    def part(self, expr: Expr, at: Path | None, index: int, *, labelled: bool) -> Node:
        """What stands directly below, at its place."""
        if at is None:
            return self.set(expr, None, labelled=labelled)
        place = (*at, index)
        return Part(place, self.set(expr, place, labelled=labelled))

    def fraction(self, expr: CommonFraction, _at: Path | None, _labelled: bool) -> Node:
        return _over(expr.numerator, expr.denominator)

    def mixed(self, expr: MixedNumber, _at: Path | None, _labelled: bool) -> Node:
        return Mixed(_digits(expr.whole), _over(expr.numerator, expr.denominator))

    def whole(self, expr: Whole, _at: Path | None, _labelled: bool) -> Node:
        return _digits(expr.n)

    def decimal(self, expr: DecimalNumeral, _at: Path | None, _labelled: bool) -> Node:
        return Digits(self.manner.decimal(decimal_text(expr)))

    def repeating(self, expr: RepeatingDecimal, _at: Path | None, _labelled: bool) -> Node:
        shown = str(expr.digits).zfill(expr.places + 1)
        cut = len(shown) - expr.places
        return Row((Digits(self.manner.decimal(f"{shown[:cut]}.{shown[cut:]}")), Repeats(expr.block)))

    def with_remainder(self, expr: WithRemainder, _at: Path | None, _labelled: bool) -> Node:
        return Row((_digits(expr.quotient), Words(" r "), _digits(expr.rest)))

    def percent(self, expr: Percent, _at: Path | None, _labelled: bool) -> Node:
        return Row((self.set(expr.of, None, labelled=False), Sign("%", "behind")))

    def negative(self, expr: Negative, at: Path | None, labelled: bool) -> Node:
        inner = self.part(expr.of, at, 0, labelled=labelled)
        return Row((_BEFORE, InBrackets(inner, needed=True) if _is_compound(expr.of) else inner))

    def sum(self, expr: Sum, at: Path | None, labelled: bool) -> Node:
        if "told" in expr.marks:
            return self.told(expr, at, labelled)
        opposites = "opposites" in expr.marks
        items: list[Node] = []
        for index, term in enumerate(expr.terms):
            if opposites and term.minus:
                term = Term(Negative(term.expr))
            inner = self.part(term.expr, at, index, labelled=labelled)
            if _is_compound(term.expr) and (index or term.minus):
                inner = InBrackets(inner, needed=True)
            if index:
                items.append(_BETWEEN[MINUS if term.minus else "+"])
            elif term.minus:
                items.append(_BEFORE)
            items.append(inner)
        return Row(tuple(items))

    def told(self, expr: Sum | Product, at: Path | None, labelled: bool) -> Node:
        (first, second), (before, between) = children(expr), TOLD[type(expr)]
        named = self.part(second, at, 1, labelled=labelled), self.part(first, at, 0, labelled=labelled)
        return Row((Words(before), named[0], Words(between), named[1]))

    def product(self, expr: Product, at: Path | None, labelled: bool) -> Node:
        if "told" in expr.marks:
            return self.told(expr, at, labelled)
        items: list[Node] = []
        amount = self.amount_of(expr)
        for index, factor in enumerate(expr.factors):
            if index:
                items.append(_sign_before(expr.factors, index))
            inner = self.part(factor.expr, at, index, labelled=labelled and index == amount)
            bare = isinstance(factor.expr, Product) or _is_compound(factor.expr)
            items.append(InBrackets(inner, needed=True) if bare else inner)
        return Row(tuple(items))

    def amount_of(self, expr: Product) -> int:
        """Which factor is the amount: the first where something is divided, or a bracket; else the first that is
        written like one, or the last."""
        if _label_inside(expr):
            return 0
        last = len(expr.factors) - 1
        if self.amount_last:
            return last
        return next((i for i, f in enumerate(expr.factors) if self._looks_like_an_amount(f.expr)), last)

    def _looks_like_an_amount(self, expr: Expr) -> bool:
        if self._two is None:
            return isinstance(expr, DecimalNumeral)
        return isinstance(expr, (CommonFraction, MixedNumber)) and expr.denominator == self._two.size

    def power(self, expr: Power, at: Path | None, _labelled: bool) -> Node:
        plain = isinstance(expr.base, (Whole, DecimalNumeral, Group, Gap))
        inner = self.part(expr.base, at, 0, labelled=False)
        return Raised(inner if plain else InBrackets(inner), Digits(str(expr.exponent)))

    def group(self, expr: Group, at: Path | None, labelled: bool) -> Node:
        return InBrackets(self.part(expr.inner, at, 0, labelled=labelled), expr.bracket)

    def split(self, expr: Split, _at: Path | None, labelled: bool) -> Node:
        numbers: list[Expr] = [*(Whole(w) for w in expr.wholes), *expr.parts]
        return _joined((self.set(n, None, labelled=labelled) for n in numbers), _BETWEEN["+"])

    def columns(self, expr: Columns, _at: Path | None, labelled: bool) -> Node:
        as_sum = columns_as_sum(expr)
        if self.manner.label in BEFORE_AMOUNTS:  # money keeps its places
            as_sum = Sum(tuple(Term(_lengthened(t.expr, expr.places), t.minus) for t in as_sum.terms))
        return self.set(as_sum, None, labelled=labelled)

    def product_on_paper(self, expr: LongProduct | AreaProduct, _at: Path | None, labelled: bool) -> Node:
        return self.set(long_product_as_sum(expr), None, labelled=labelled)

    def quotient_on_paper(self, expr: LongQuotient, _at: Path | None, labelled: bool) -> Node:
        return self.set(long_quotient_as_sum(expr), None, labelled=labelled)

    def moving(self, expr: Moving, _at: Path | None, labelled: bool) -> Node:
        return self.set(moving_as_product(expr), None, labelled=labelled)

    def cross_products(self, expr: CrossProducts, _at: Path | None, _labelled: bool) -> Node:
        a, b, c, d = (
            Digits(str(n)) for fraction in (expr.first, expr.second) for n in (fraction.numerator, fraction.denominator)
        )
        times, sign = _BETWEEN["×"], _BETWEEN[MINUS if expr.minus else "+"]
        return Over(Row((a, times, d, sign, c, times, b)), Row((b, times, d)))

    def in_story(self, expr: InStory, at: Path | None, _labelled: bool) -> Node:
        """The calculation in hand; else what was found last; else the names of what is asked, with a blank."""
        unit = expr.unit
        if expr.now is not None and is_numeral(expr.now) and evaluate(expr.now) == 1:
            unit = one_and_many(unit)[0]
        if expr.now is not None and not is_numeral(expr.now) and len(unit) > LONGEST_SIGN:
            unit = ""  # a word for a thing stands at the result
        here = _Setter(self.manner.labelled(unit), amount_last=True)
        if expr.now is not None:
            return here.part(expr.now, at, 0, labelled=bool(unit))
        if expr.found:
            return here.set(expr.found[-1][1], None, labelled=bool(expr.unit))
        return _joined((Row((Words(name), Sign("=", "equals"), _EMPTY)) for name in expr.situation.asked), Words("; "))

    def gap(self, expr: Gap, _at: Path | None, _labelled: bool) -> Node:
        if expr.is_alone:
            return _EMPTY
        whole, top, bottom = (_EMPTY if n is None else Digits(str(n)) for n in (expr.whole, expr.top, expr.bottom))
        part = Over(top, bottom)
        return part if expr.whole == -1 else Mixed(whole, part)

    def asked(self, expr: Any, at: Path | None, labelled: bool) -> Node:
        return self.part(expr.of, at, 0, labelled=labelled)

    def comparison(self, expr: Comparison, _at: Path | None, labelled: bool) -> Node:
        numbers, signs = shown_items(expr)
        items = [self.set(numbers[0], None, labelled=labelled)]
        for sign, number in zip(signs, numbers[1:], strict=True):
            items.append(_SAID.get(sign) or Sign(sign, "found"))
            items.append(self.set(number, None, labelled=labelled))
        return Row(tuple(items))

    def common(self, expr: Common, _at: Path | None, labelled: bool) -> Node:
        return _joined((self.set(n, None, labelled=labelled) for n in expr.numbers), Words(", "))

    def chain(self, expr: Chain, _at: Path | None, labelled: bool) -> Node:
        if expr.note == "count-tops":
            counts = [
                _EMPTY if w == 1 else Row((Digits(str(w)), _BETWEEN["×"], _EMPTY)) for w in expr.weights
            ]  # fmt: skip
            return Row((_joined(counts, _BETWEEN["+"]), _EQUALS, Digits(str(expr.total))))
        return _joined((self.set(side, None, labelled=labelled) for side in chain_sides(expr)), _EQUALS)


_Setting = Callable[[_Setter, Any, Path | None, bool], Node]
_SETTING: dict[type, _Setting] = {
    Whole: _Setter.whole,
    CommonFraction: _Setter.fraction,
    MixedNumber: _Setter.mixed,
    DecimalNumeral: _Setter.decimal,
    RepeatingDecimal: _Setter.repeating,
    Percent: _Setter.percent,
    WithRemainder: _Setter.with_remainder,
    Negative: _Setter.negative,
    Sum: _Setter.sum,
    Product: _Setter.product,
    Power: _Setter.power,
    Group: _Setter.group,
    Split: _Setter.split,
    Columns: _Setter.columns,
    LongProduct: _Setter.product_on_paper,
    AreaProduct: _Setter.product_on_paper,
    LongQuotient: _Setter.quotient_on_paper,
    Moving: _Setter.moving,
    CrossProducts: _Setter.cross_products,
    Gap: _Setter.gap,
    Convert: _Setter.asked,
    FromPicture: lambda *_: _EMPTY,
    Simplify: _Setter.asked,
    Rounding: _Setter.asked,
    Left: _Setter.asked,
    Estimating: _Setter.asked,
    Comparison: _Setter.comparison,
    Chain: _Setter.chain,
    Common: _Setter.common,
    InStory: _Setter.in_story,
}
_HOLDING = frozenset(
    (
        Negative, Sum, Product, Group, Split, Columns, LongProduct, AreaProduct, LongQuotient, Moving, Convert,
        Simplify, Rounding, Left, Estimating, Comparison, Chain, Common, InStory,
    )
)  # fmt: skip
"""What holds its amounts inside, where they get their labels."""
_COMPOUND = frozenset((Negative, Sum, Split, Columns))
_SAID = {"and": Words(" and "), ",": Words(", ")}


def _is_compound(expr: Expr) -> bool:
    """Whether a sign before it would otherwise belong to its first part only."""
    return type(expr) in _COMPOUND


def _lengthened(number: Expr, places: int) -> Expr:
    if isinstance(number, DecimalNumeral):
        return DecimalNumeral(number.digits * 10 ** (places - number.places), places)
    return number


def _label_inside(expr: Any) -> bool:
    """Of a product the first factor is the amount where something is divided, or a sum of amounts is multiplied."""
    return "told" in expr.marks or any(f.divide for f in expr.factors) or isinstance(expr.factors[0].expr, Group)


@lru_cache(maxsize=4096)
def _digits(n: int) -> Digits:
    return Digits(str(n))


@lru_cache(maxsize=4096)
def _over(top: int, bottom: int) -> Over:
    return Over(_digits(top), _digits(bottom))


def _joined(nodes: Iterable[Node], sign: Sign | Words) -> Node:
    items: list[Node] = []
    for node in nodes:
        if items:
            items.append(sign)
        items.append(node)
    return Row(tuple(items))


def _sign_before(factors: tuple[Factor, ...], index: int) -> Sign | Words:
    """The sign before a factor; none is seen where a bracket stands beside it and none was written."""
    beside = (factors[index - 1].expr, factors[index].expr)
    if isinstance(beside[0], Percent) and not factors[index].divide:
        return _OF
    if factors[index].implied and any(isinstance(e, (Group, Negative)) for e in beside):
        return _UNSEEN
    return _BETWEEN["÷" if factors[index].divide else "×"]


def decimal_text(number: DecimalNumeral) -> str:
    """All its digits and its point, ``4.50`` or ``.4``."""
    digits = str(number.digits).zfill(number.places + 1)
    units, rest = digits[: -number.places], digits[-number.places :]
    return f"{'' if units == '0' and not number.leading_zero else units}.{rest}"


def sign_between(a: Expr, b: Expr) -> str:
    """``<``, ``>`` or ``=``, by the values."""
    first: Value = evaluate(a)
    second: Value = evaluate(b)
    return "<" if first < second else ">" if first > second else "="


def shown_items(expr: Comparison) -> tuple[tuple[Expr, ...], tuple[str, ...]]:
    """The numbers of a comparison in the order in which they stand, and the signs between them."""
    items = expr.written if expr.judged == 2 else expr.items
    if expr.claims:
        return items, expr.claims
    if not expr.judged:
        return items, ("and",) if expr.pair else (",",) * (len(items) - 1)
    return items, tuple(sign_between(a, b) for a, b in pairwise(items))


def chain_sides(expr: Chain) -> tuple[Expr, ...]:
    """What stands on the line of a chain: a blank set alone and what it equals, or the sides."""
    if expr.gap is not None and expr.equals is not None:
        return expr.gap, expr.equals
    return expr.sides


def below(node: Node) -> Iterator[Node]:
    """The nodes directly inside."""
    match node:
        case Row(items):
            yield from items
        case Part(_, inner) | InBrackets(inner):
            yield inner
        case Over(top, bottom):
            yield from (top, bottom)
        case Mixed(whole, part):
            yield from (whole, part)
        case Raised(base, exponent):
            yield from (base, exponent)


def emptied(node: Node) -> Node:
    """The same with an empty place for each of its numbers, and for the signs that a judgement finds; no labels.

    >>> emptied(layout(MixedNumber(2, 3, 4), Manner(label="m")))
    Mixed(whole=Blank(), part=Over(top=Blank(), bottom=Blank()))
    """
    match node:
        case Digits() | Repeats() | Raised():
            return _EMPTY
        case Sign(_, "found") | Words(" and " | ", "):
            return Row((Words(" "), _EMPTY, Words(" ")))
        case Over(top, bottom) if isinstance(top, Row) or isinstance(bottom, Row):
            return _EMPTY
        case Over(top, bottom):
            return Over(emptied(top), emptied(bottom))
        case Mixed(_, part):
            return Mixed(_EMPTY, Over(emptied(part.top), emptied(part.bottom)))
        case InBrackets(inner, bracket, needed):
            return InBrackets(emptied(inner), bracket, needed)
        case Part(at, inner):
            return Part(at, emptied(inner))
        case Row(items):
            kept = [i for i in items if not isinstance(i, (Label, Repeats)) and i != Sign("%", "behind")]
            return emptied(kept[0]) if len(kept) == 1 else Row(tuple(emptied(i) for i in kept))
        case _:
            return node
