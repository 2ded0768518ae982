"""Expressions as MathML Core, with marks of meaning as classes.

``piece`` marks the size of the piece (a denominator), ``changed`` what changed in this line. Checked against the
elements of MathML Core (W3C) in the tests.
"""

from collections.abc import Collection
from html import escape

from keen_slate.core.notation.text import (
    CLOSING,
    MINUS,
    chain_sides,
    decimal_text,
    needs_brackets,
    shown_items,
    sign_before,
    told,
    tops_text,
)
from keen_slate.core.numbers.forms import (
    NUMERALS,
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
    Path,
    Power,
    Product,
    Rounding,
    Simplify,
    Split,
    Sum,
    Term,
    columns_as_sum,
)


def mathml(expr: Expr, changed: Collection[Path] = (), *, label: str = "", spoken: str = "") -> str:
    """The expression as one ``math`` element; ``changed`` are the paths to mark, ``label`` stands at each amount,
    ``spoken`` is its text alternative.

    >>> mathml(CommonFraction(3, 4))
    '<math><mfrac><mn>3</mn><mn class="piece">4</mn></mfrac></math>'
    """
    alternative = f' aria-label="{escape(spoken)}"' if spoken else ""
    return f"<math{alternative}>{_Writer(frozenset(changed), label).write(expr, ())}</math>"


UNLABELLED = (Sum, Group, Convert, Simplify, Rounding, Comparison, Chain, Columns, Split, Negative)
"""What holds its amounts inside, where they get their labels."""


class _Writer:
    def __init__(self, changed: frozenset[Path], label: str) -> None:
        self.changed = changed
        space = "" if label == "%" else "\u2009"
        self.label = f"<mtext>{space}{escape(label)}</mtext>" if label else ""

    def write(self, expr: Expr, at: Path) -> str:
        inner = self.plain(expr, at)
        # An amount stands by itself, as a term, or is the whole of a product.
        if self.label and (not at or isinstance(expr, NUMERALS)) and not isinstance(expr, UNLABELLED):
            inner += self.label
        # The whole line changed: a box round everything would mark nothing.
        return f'<mrow class="changed">{inner}</mrow>' if at and at in self.changed else inner

    def plain(self, expr: Expr, at: Path) -> str:
        if in_words := told(expr):
            before, second, between, first = in_words
            numbers = self.write(second, (*at, 1)), self.write(first, (*at, 0))
            return f"<mtext>{before.strip()}\u2002</mtext>{numbers[0]}{_words(between.strip())}{numbers[1]}"
        match expr:
            case Whole(n):
                return _mn(str(n))
            case CommonFraction(top, bottom):
                return _fraction(top, bottom)
            case MixedNumber(whole, top, bottom):
                return f'<mrow class="mixed">{_mn(str(whole))}{_fraction(top, bottom)}</mrow>'
            case DecimalNumeral():
                return _mn(decimal_text(expr))
            case Negative(of):
                inner = self.write(of, (*at, 0))
                return _mo(MINUS, prefix=True) + (_bracketed(inner) if needs_brackets(of) else inner)
            case Sum(terms, marks):
                if "opposites" in marks:
                    terms = tuple(Term(Negative(t.expr)) if t.minus else t for t in terms)
                return "".join(self.term(t, (*at, i), first=i == 0) for i, t in enumerate(terms))
            case Product(factors):
                text = ""
                for index, factor in enumerate(factors):
                    sign = sign_before(factors, index).strip()
                    inner = self.write(factor.expr, (*at, index))
                    bare = isinstance(factor.expr, (Negative, Sum, Split, Columns, Product))
                    text += (_words(sign) if sign == "of" else _mo(sign) if sign else "") + (
                        _bracketed(inner) if bare else inner
                    )
                return text
            case Power(base, exponent):
                inner = self.write(base, (*at, 0))
                plain = isinstance(base, (Whole, DecimalNumeral, Group, Gap))
                return f"<msup><mrow>{inner if plain else _bracketed(inner)}</mrow>{_mn(str(exponent))}</msup>"
            case Group(inner_expr, bracket):
                return _bracketed(self.write(inner_expr, (*at, 0)), bracket)
            case Split(wholes, parts):
                pieces = [_mn(str(w)) for w in wholes] + [self.plain(p, ()) for p in parts]
                return _mo("+").join(pieces)
            case Columns():
                return self.plain(columns_as_sum(expr), ())
            case RepeatingDecimal(digits, places, block):
                shown = str(digits).zfill(places + 1)
                start = f"{shown[: len(shown) - places]}.{shown[len(shown) - places :]}"
                bar = f'<mover accent="true" class="repeats">{_mn(block)}<mo stretchy="true">\u00af</mo></mover>'
                return f"<mrow>{_mn(start)}{bar}</mrow>"
            case Percent(of):
                return f"<mrow>{self.plain(of, ())}<mo>%</mo></mrow>"
            case CrossProducts(first, second, minus):
                a, b, c, d = (
                    _mn(str(n)) for n in (first.numerator, first.denominator, second.numerator, second.denominator)
                )
                times, sign = _mo("×"), _mo(MINUS if minus else "+")
                tops = f"<mrow>{a}{times}{d}{sign}{c}{times}{b}</mrow>"
                return f"<mfrac>{tops}<mrow>{b}{times}{d}</mrow></mfrac>"
            case Gap():
                return _gap(expr)
            case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
                return self.write(of, (*at, 0))
            case Comparison():
                items, signs = shown_items(expr)
                text = self.plain(items[0], ())
                for sign, item in zip(signs, items[1:], strict=True):
                    joined = _words(sign) if sign in ("and", ",") else _mo(escape(sign))
                    text += joined + self.plain(item, ())
                return text
            case Chain():
                if expr.note == "count-tops":
                    return f"<mtext>{tops_text(expr.weights, expr.total)}</mtext>"
                return _mo("=").join(self.plain(side, ()) for side in chain_sides(expr))

    def term(self, term: Term, at: Path, *, first: bool) -> str:
        inner = self.write(term.expr, at)
        if not (first and not term.minus) and isinstance(term.expr, (Negative, Sum, Split, Columns)):
            inner = _bracketed(inner)
        if first:
            return _mo(MINUS, prefix=True) + inner if term.minus else inner
        return _mo(MINUS if term.minus else "+") + inner


def _mn(text: str) -> str:
    return f"<mn>{text}</mn>"


def _mo(sign: str, *, prefix: bool = False) -> str:
    return f'<mo form="prefix">{sign}</mo>' if prefix else f"<mo>{sign}</mo>"


def _words(text: str) -> str:
    return f"<mtext>\u2002{text}\u2002</mtext>"


def _fraction(top: int, bottom: int) -> str:
    return f'<mfrac><mn>{top}</mn><mn class="piece">{bottom}</mn></mfrac>'


def _gap(gap: Gap) -> str:
    blank = '<mn class="blank">?</mn>'
    if gap.is_alone:
        return blank
    top, bottom = (blank if n is None else _mn(str(n)) for n in (gap.top, gap.bottom))
    fraction = f"<mfrac>{top}{bottom}</mfrac>"
    if gap.whole == -1:
        return fraction
    return f'<mrow class="mixed">{blank if gap.whole is None else _mn(str(gap.whole))}{fraction}</mrow>'


def _bracketed(inner: str, bracket: str = "(") -> str:
    return f"<mrow><mo>{bracket}</mo>{inner}<mo>{CLOSING[bracket]}</mo></mrow>"
