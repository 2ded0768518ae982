"""Expressions as they are read aloud."""

from keen_slate.core.notation.text import (
    chain_sides,
    decimal_text,
    gap_text,
    shown_items,
    sign_before,
    text_of,
    told,
)
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
    columns_as_sum,
)
from keen_slate.core.saying.words import DEFAULT_WORDS, Words, piece


def spoken(expr: Expr, words: Words = DEFAULT_WORDS) -> str:
    """The expression in words a screen reader can speak; numbers stay in figures.

    >>> from keen_slate.core.reading.reading import read
    >>> spoken(read("2 3/4 − 1/2").expr)
    '2 and 3 quarters minus 1 half'
    """
    if in_words := told(expr):
        return "".join(part if isinstance(part, str) else spoken(part, words) for part in in_words)
    match expr:
        case Whole(n):
            return str(n)
        case CommonFraction(top, bottom):
            return f"{top} {piece(bottom, words, many=top != 1)}"
        case MixedNumber(whole, top, bottom):
            return f"{whole} and {top} {piece(bottom, words, many=top != 1)}"
        case DecimalNumeral():
            return decimal_text(expr)
        case Negative(of):
            return f"negative {_inner(of, words)}"
        case Sum(terms):
            text = ""
            for index, term in enumerate(terms):
                sign = ("negative " if term.minus else "") if index == 0 else " minus " if term.minus else " plus "
                text += sign + _inner(term.expr, words, first=index == 0)
            return text
        case Product(factors):
            text = ""
            for index, factor in enumerate(factors):
                sign = "" if index == 0 else " divided by " if factor.divide else " times "
                if sign_before(factors, index) == " of ":
                    sign = " of "
                text += sign + _inner(factor.expr, words)
            return text
        case Power(base, exponent):
            return f"{_inner(base, words)} to the power {exponent}"
        case Group(inner):
            return f"open bracket {spoken(inner, words)} close bracket"
        case Split(wholes, parts):
            return " plus ".join([str(w) for w in wholes] + [spoken(p, words) for p in parts])
        case Columns():
            return spoken(columns_as_sum(expr), words)
        case RepeatingDecimal(block=block):
            start = text_of(expr).partition("(")[0]
            return f"{start} with {block} repeating" if expr.places else f"{start[:-1]} point {block} repeating"
        case Percent(of):
            return f"{spoken(of, words)} percent"
        case CrossProducts():
            return text_of(expr)
        case Gap():
            return gap_text(expr).replace(" ", " and ").replace("?", "blank").replace("/", " over ")
        case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
            return spoken(of, words)
        case Comparison():
            items, signs = shown_items(expr)
            said = {"<": " is less than ", ">": " is more than ", "=": " equals ", "and": " and ", ",": ", "}
            text = spoken(items[0], words)
            for sign, item in zip(signs, items[1:], strict=True):
                text += said[sign] + spoken(item, words)
            return text
        case Chain():
            if expr.note == "count-tops":
                return text_of(expr).replace("?", "blank")
            return " equals ".join(spoken(side, words) for side in chain_sides(expr))


def _inner(expr: Expr, words: Words, *, first: bool = False) -> str:
    compound = isinstance(expr, (Sum, Split, Columns)) and not first
    return f"open bracket {spoken(expr, words)} close bracket" if compound else spoken(expr, words)
