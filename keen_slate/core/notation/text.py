"""Numbers and expressions as one line of text, as a teacher would type them."""

from fractions import Fraction
from itertools import pairwise

from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
)
from keen_slate.core.problem.tree import (
    Chain,
    Columns,
    Comparison,
    Convert,
    CrossProducts,
    Estimating,
    Expr,
    Factor,
    Gap,
    Group,
    Left,
    Negative,
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
)

MINUS = "−"
TOLD = {Sum: ("subtract ", " from "), Product: ("how many ", " in ")}
"""The words round a difference and a quotient that are told with the second number first."""
CLOSING = {"(": ")", "[": "]", "{": "}"}


def text_of(expr: Expr) -> str:
    """The expression in one line: fractions ``n/d``, mixed numbers ``w n/d``, signs ``+ − × ÷``.

    >>> text_of(read("6¼-2 5/6").expr), text_of(read(".4(3 - 7)").expr)
    ('6 1/4 − 2 5/6', '.4(3 − 7)')
    """
    if isinstance(expr, CommonFraction):
        return f"{expr.numerator}/{expr.denominator}"
    if isinstance(expr, MixedNumber):
        return f"{expr.whole} {expr.numerator}/{expr.denominator}"
    if isinstance(expr, Whole):
        return str(expr.n)
    if isinstance(expr, Sum) and "told" not in expr.marks:
        terms = expr.terms
        if "opposites" in expr.marks:
            terms = tuple(Term(Negative(t.expr)) if t.minus else t for t in terms)
        return "".join([_term_text(t, first=i == 0) for i, t in enumerate(terms)])
    return _other_text(expr)


def _other_text(expr: Expr) -> str:
    if in_words := told(expr):
        return "".join(part if isinstance(part, str) else text_of(part) for part in in_words)
    match expr:
        case DecimalNumeral():
            return decimal_text(expr)
        case Negative(of):
            return MINUS + (f"({text_of(of)})" if needs_brackets(of) else text_of(of))
        case Product(factors):
            text = ""
            for index, factor in enumerate(factors):
                text += sign_before(factors, index) + _inside_product(factor.expr)
            return text
        case Power(base, exponent):
            plain = isinstance(base, (Whole, DecimalNumeral, Group, Gap))
            return f"{text_of(base) if plain else f'({text_of(base)})'}^{exponent}"
        case Group(inner, bracket):
            return f"{bracket}{text_of(inner)}{CLOSING[bracket]}"
        case Split(wholes, parts):
            return " + ".join([str(w) for w in wholes] + [text_of(p) for p in parts])
        case Columns():
            return text_of(columns_as_sum(expr))
        case RepeatingDecimal(digits, places, block):
            shown = str(digits).zfill(places + 1)
            return f"{shown[: len(shown) - places]}.{shown[len(shown) - places :]}({block})"
        case Percent(of):
            return f"{text_of(of)}%"
        case CrossProducts(first, second, minus):
            sign = MINUS if minus else "+"
            tops = f"{first.numerator} × {second.denominator} {sign} {second.numerator} × {first.denominator}"
            return f"({tops})/({first.denominator} × {second.denominator})"
        case Gap():
            return gap_text(expr)
        case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
            return text_of(of)
        case Comparison():
            return _comparison_text(expr)
        case Chain():
            return _chain_text(expr)
        case _:
            raise TypeError(f"{expr!r} cannot be written")


def running_text(number: RepeatingDecimal) -> str:
    """A repeating decimal with its block more than once, as on the board.

    >>> running_text(RepeatingDecimal(1, 1, "6"))
    '0.1666…'
    """
    times = 3 if len(number.block) == 1 else 2
    return text_of(number).partition("(")[0] + number.block * times + "…"


def told(expr: Expr) -> tuple[str, Expr, str, Expr] | None:
    """Words, second number, words, first number, where the problem is told so; None elsewhere."""
    if isinstance(expr, (Sum, Product)) and "told" in expr.marks:
        first, second = children(expr)
        return TOLD[type(expr)][0], second, TOLD[type(expr)][1], first
    return None


def gap_text(gap: Gap) -> str:
    if gap.is_alone:
        return "?"
    top, bottom = ("?" if n is None else str(n) for n in (gap.top, gap.bottom))
    whole = "" if gap.whole == -1 else "? " if gap.whole is None else f"{gap.whole} "
    return f"{whole}{top}/{bottom}"


def sign_between(a: Expr, b: Expr) -> str:
    first, second = evaluate(a), evaluate(b)
    return "<" if first < second else ">" if first > second else "="


def shown_items(expr: Comparison) -> tuple[tuple[Expr, ...], tuple[str, ...]]:
    """The numbers of a comparison in the order in which they stand, and the signs between them."""
    items = expr.written if expr.judged == 2 else expr.items
    if expr.claims:
        return items, expr.claims
    if not expr.judged:
        return items, ("and",) if expr.pair else (",",) * (len(items) - 1)
    return items, tuple(sign_between(a, b) for a, b in pairwise(items))


def _comparison_text(expr: Comparison) -> str:
    items, signs = shown_items(expr)
    text = text_of(items[0])
    for sign, item in zip(signs, items[1:], strict=True):
        text += (", " if sign == "," else f" {sign} ") + text_of(item)
    return text


def chain_sides(expr: Chain) -> tuple[Expr, ...]:
    """What stands on the line of a chain: a blank set alone and what it equals, or the sides."""
    if expr.gap is not None and expr.equals is not None:
        return expr.gap, expr.equals
    return expr.sides


def tops_text(weights: tuple[int, ...], total: int) -> str:
    return " + ".join("?" if w == 1 else f"{w} × ?" for w in weights) + f" = {total}"


def _chain_text(expr: Chain) -> str:
    if expr.note == "count-tops":
        return tops_text(expr.weights, expr.total)
    return " = ".join(text_of(s) for s in chain_sides(expr))


def labelled(expr: Expr, label: str) -> str:
    """The expression with its label on each amount: ``2 3/4 m + 1 1/2 m``."""
    if not label:
        return text_of(expr)
    suffix = label if label == "%" else f" {label}"
    if in_words := told(expr):
        return "".join(part if isinstance(part, str) else labelled(part, label) for part in in_words)
    match expr:
        case Sum(terms):
            return "".join([_term_text(t, label, first=i == 0) for i, t in enumerate(terms)])
        case Group(inner, bracket):
            return f"{bracket}{labelled(inner, label)}{CLOSING[bracket]}"
        case Negative(of):
            return MINUS + (f"({labelled(of, label)})" if needs_brackets(of) else labelled(of, label))
        case Product(factors) if any(f.divide for f in factors) or isinstance(factors[0].expr, Group):
            first = _inside_product(factors[0].expr, label)
            return first + text_of(expr).removeprefix(_inside_product(factors[0].expr))
        case Columns():
            return labelled(columns_as_sum(expr), label)
        case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
            return labelled(of, label)
        case Comparison():
            items, signs = shown_items(expr)
            text = labelled(items[0], label)
            for sign, item in zip(signs, items[1:], strict=True):
                text += (", " if sign == "," else f" {sign} ") + labelled(item, label)
            return text
        case Chain():
            return (
                " = ".join(labelled(s, label) for s in chain_sides(expr))
                if expr.note != "count-tops"
                else text_of(expr)
            )
        case Split(wholes, parts):
            return " + ".join([f"{w}{suffix}" for w in wholes] + [text_of(p) + suffix for p in parts])
        case _:
            return text_of(expr) + suffix


FORM_NAMES = {
    "mixed": "a mixed number", "improper": "an improper fraction", "fraction": "a fraction", "decimal": "a decimal",
    "percent": "a percent",
}  # fmt: skip


def problem_text(expr: Expr, label: str = "") -> str:
    """The problem with what is asked, so that it reads back as the same problem.

    >>> problem_text(read("Convert 11/4 into a mixed number").expr)
    '11/4 as a mixed number'
    """
    text = labelled(expr, label)
    match expr:
        case Convert(_, to):
            return f"{text} as {FORM_NAMES[to]}"
        case Simplify():
            return f"simplify {text}"
        case Rounding(_, unit):
            return f"round {text} to {unit_text(unit)}"
        case Estimating(_, unit):
            return f"estimate {text} to {unit_text(unit)}"
        case Comparison(pair=True):
            return f"compare {text}"
        case Comparison(descending=descending):
            return f"order {text}" + (", largest first" if descending else "")
        case _:
            return text


def unit_text(unit: Fraction) -> str:
    """``2 places`` or ``the nearest half``."""
    names = {
        Fraction(1): "whole", Fraction(10): "ten", Fraction(100): "hundred", Fraction(1000): "thousand",
        Fraction(1, 2): "half", Fraction(1, 4): "quarter", Fraction(1, 8): "eighth",
    }  # fmt: skip
    if unit in names:
        return f"the nearest {names[unit]}"
    places = len(str(unit.denominator)) - 1
    return "1 place" if places == 1 else f"{places} places"


def sign_before(factors: tuple[Factor, ...], index: int) -> str:
    """The sign before a factor; none where a bracket stands beside it and none was written."""
    if index == 0:
        return ""
    beside = (factors[index - 1].expr, factors[index].expr)
    if isinstance(beside[0], Percent):
        return " of "
    if factors[index].implied and any(isinstance(e, (Group, Negative)) for e in beside):
        return ""
    return " ÷ " if factors[index].divide else " × "


def decimal_text(number: DecimalNumeral) -> str:
    """All its digits and its point, ``4.50`` or ``.4``."""
    digits = str(number.digits).zfill(number.places + 1)
    units, rest = digits[: -number.places], digits[-number.places :]
    return f"{'' if units == '0' and not number.leading_zero else units}.{rest}"


def needs_brackets(expr: Expr) -> bool:
    """Whether a minus before it would otherwise belong to its first part only."""
    return isinstance(expr, (Sum, Split, Columns, Negative))


def _term_text(term: Term, label: str = "", *, first: bool) -> str:
    text = labelled(term.expr, label)
    if first and not term.minus:
        return text
    if type(term.expr) in _COMPOUND:
        text = f"({text})"
    if first:
        return MINUS + text
    return f" {MINUS if term.minus else '+'} {text}"


_COMPOUND = frozenset((Negative, Sum, Split, Columns))


def _inside_product(expr: Expr, label: str = "") -> str:
    text = labelled(expr, label)
    return f"({text})" if isinstance(expr, (Negative, Sum, Split, Columns, Product)) else text
