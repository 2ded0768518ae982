"""Expressions as LaTeX, for documents that a teacher writes elsewhere; plain LaTeX, no packages."""

from keen_slate.core.notation.text import chain_sides, decimal_text, needs_brackets, shown_items, sign_before, told
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, RepeatingDecimal, Whole
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
    Term,
    columns_as_sum,
)

SIGNS = {"=": "=", "≈": r"\approx", "": ""}
"""What joins a line to the one before."""
_SIGNS = {" × ": r" \times ", " ÷ ": r" \div ", " of ": r"\text{ of }", "": ""}
BRACKETS = {"(": ("(", ")"), "[": ("[", "]"), "{": (r"\{", r"\}")}


def latex(expr: Expr, label: str = "") -> str:
    r"""The expression in LaTeX's maths mode.

    >>> from keen_slate.core.reading.reading import read
    >>> latex(read("6 1/4 - 2(5/6)").expr)
    '6\\frac{1}{4} - 2\\left(\\frac{5}{6}\\right)'
    """
    if in_words := told(expr):
        return "".join(rf"\text{{{part}}}" if isinstance(part, str) else latex(part, label) for part in in_words)
    if label and isinstance(expr, Sum):
        text = ""
        for index, term in enumerate(expr.terms):
            sign = ("-" if term.minus else "") if index == 0 else " - " if term.minus else " + "
            text += sign + latex(term.expr, label)
        return text
    text = _latex(expr)
    if not label:
        return text
    return text + (r"\,\%" if label == "%" else rf"\,\text{{{label}}}")


def _latex(expr: Expr) -> str:
    match expr:
        case Whole(n):
            return str(n)
        case CommonFraction(top, bottom):
            return rf"\frac{{{top}}}{{{bottom}}}"
        case MixedNumber(whole, top, bottom):
            return rf"{whole}\frac{{{top}}}{{{bottom}}}"
        case DecimalNumeral():
            return decimal_text(expr)
        case RepeatingDecimal(digits, places, block):
            shown = str(digits).zfill(places + 1)
            return rf"{shown[: len(shown) - places]}.{shown[len(shown) - places :]}\overline{{{block}}}"
        case Percent(of):
            return rf"{_latex(of)}\,\%"
        case Negative(of):
            return f"-{_bracketed(of) if needs_brackets(of) else _latex(of)}"
        case Sum(terms, marks):
            if "opposites" in marks:
                terms = tuple(Term(Negative(t.expr)) if t.minus else t for t in terms)
            return "".join(_term(t, first=i == 0) for i, t in enumerate(terms))
        case Product(factors):
            text = ""
            for index, factor in enumerate(factors):
                bare = isinstance(factor.expr, (Negative, Sum, Split, Columns, Product))
                text += _SIGNS[sign_before(factors, index)] + (_bracketed(factor.expr) if bare else _latex(factor.expr))
            return text
        case Power(base, exponent):
            plain = isinstance(base, (Whole, DecimalNumeral, Group, Gap))
            return f"{_latex(base) if plain else _bracketed(base)}^{{{exponent}}}"
        case Group(inner, bracket):
            opening, closing = BRACKETS[bracket]
            return rf"\left{opening}{_latex(inner)}\right{closing}"
        case Split(wholes, parts):
            return " + ".join([str(w) for w in wholes] + [_latex(p) for p in parts])
        case Columns():
            return _latex(columns_as_sum(expr))
        case CrossProducts(a, b, minus):
            sign = "-" if minus else "+"
            tops = rf"{a.numerator} \times {b.denominator} {sign} {b.numerator} \times {a.denominator}"
            return rf"\frac{{{tops}}}{{{a.denominator} \times {b.denominator}}}"
        case Gap():
            return _gap(expr)
        case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
            return _latex(of)
        case Comparison():
            items, signs = shown_items(expr)
            text = _latex(items[0])
            for sign, item in zip(signs, items[1:], strict=True):
                text += (r"\text{ and }" if sign == "and" else ",\\ " if sign == "," else f" {sign} ") + _latex(item)
            return text
        case Chain():
            if expr.note == "count-tops":
                counts = [rf"{w} \times \square" if w > 1 else r"\square" for w in expr.weights]
                return f"{' + '.join(counts)} = {expr.total}"
            return " = ".join(_latex(s) for s in chain_sides(expr))


def _term(term: Term, *, first: bool) -> str:
    compound = isinstance(term.expr, (Negative, Sum, Split, Columns)) and not (first and not term.minus)
    text = _bracketed(term.expr) if compound else _latex(term.expr)
    if first:
        return f"-{text}" if term.minus else text
    return f" {'-' if term.minus else '+'} {text}"


def _bracketed(expr: Expr) -> str:
    return rf"\left({_latex(expr)}\right)"


def _gap(gap: Gap) -> str:
    blank = r"\square"
    if gap.is_alone:
        return blank
    top, bottom = (blank if n is None else str(n) for n in (gap.top, gap.bottom))
    whole = "" if gap.whole == -1 else blank if gap.whole is None else str(gap.whole)
    return rf"{whole}\frac{{{top}}}{{{bottom}}}"
