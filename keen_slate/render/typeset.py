"""Expressions as nested lists that the print template draws: data, never markup.

A node is ``["n", text]`` a number, ``["o", sign]`` an operation, ``["w", words]``, ``["f", top, bottom]``,
``["m", whole, fraction]``, ``["r", nodes]`` a row, ``["b", bracket, node]``, ``["p", base, exponent]``,
``["e"]`` an empty box, ``["l", digits]`` digits with a bar over them.
"""

from collections.abc import Collection
from typing import Any

from keen_slate.core.notation.text import (
    MINUS,
    chain_sides,
    decimal_text,
    needs_brackets,
    shown_items,
    sign_before,
    told,
    tops_text,
)
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
    is_numeral,
)

Node = list[Any]
EMPTY: Node = ["e"]


def typeset(expr: Expr, label: str = "", *, blank: Collection[Path] = (), comma: bool = False) -> Node:
    """The expression as a node; the numbers at the paths ``blank`` are empty boxes, ``label`` stands at each amount.

    >>> typeset(MixedNumber(2, 3, 4))
    ['m', ['n', '2'], ['f', ['n', '3'], ['n', '4']]]
    """
    return _Setter(frozenset(blank), label, comma).set(expr, ())


class _Setter:
    def __init__(self, blank: frozenset[Path], label: str, comma: bool) -> None:
        self.blank, self.label, self.comma = blank, label, comma

    def set(self, expr: Expr, at: Path) -> Node:
        if at in self.blank or (not at and () in self.blank):
            return _emptied(expr)
        node = self.plain(expr, at)
        amount = is_numeral(expr) or not children(expr)
        if self.label and amount and not isinstance(expr, (Comparison, Chain, Columns, Split)):
            return ["r", [node, ["w", self.label if self.label == "%" else f"\u2009{self.label}"]]]
        return node

    def plain(self, expr: Expr, at: Path) -> Node:
        if in_words := told(expr):
            before, second, between, first = in_words
            return ["r", [["w", before], self.set(second, (*at, 1)), ["w", between], self.set(first, (*at, 0))]]
        match expr:
            case Whole(n):
                return ["n", str(n)]
            case CommonFraction(top, bottom):
                return ["f", ["n", str(top)], ["n", str(bottom)]]
            case MixedNumber(whole, top, bottom):
                return ["m", ["n", str(whole)], ["f", ["n", str(top)], ["n", str(bottom)]]]
            case DecimalNumeral():
                return ["n", self.decimal(decimal_text(expr))]
            case RepeatingDecimal(digits, places, block):
                shown = str(digits).zfill(places + 1)
                start = self.decimal(f"{shown[: len(shown) - places]}.{shown[len(shown) - places :]}")
                return ["r", [["n", start], ["l", str(block)]]]
            case Percent(of):
                return ["r", [self.plain(of, ()), ["w", "%"]]]
            case Negative(of):
                inner = self.set(of, (*at, 0))
                return ["r", [["n", MINUS], ["b", "(", inner] if needs_brackets(of) else inner]]
            case Sum(terms, marks):
                if "opposites" in marks:
                    terms = tuple(Term(Negative(t.expr)) if t.minus else t for t in terms)
                return ["r", [n for i, t in enumerate(terms) for n in self.term(t, (*at, i), first=i == 0)]]
            case Product(factors):
                row: list[Node] = []
                for index, factor in enumerate(factors):
                    sign = sign_before(factors, index).strip()
                    if sign:
                        row.append(["w", " of "] if sign == "of" else ["o", sign])
                    inner = self.set(factor.expr, (*at, index))
                    bare = isinstance(factor.expr, (Negative, Sum, Split, Columns, Product))
                    row.append(["b", "(", inner] if bare else inner)
                return ["r", row]
            case Power(base, exponent):
                plain = isinstance(base, (Whole, DecimalNumeral, Group, Gap))
                inner = self.set(base, (*at, 0))
                return ["p", inner if plain else ["b", "(", inner], ["n", str(exponent)]]
            case Group(inner_expr, bracket):
                return ["b", bracket, self.set(inner_expr, (*at, 0))]
            case Split(wholes, parts):
                return _joined([["n", str(w)] for w in wholes] + [self.plain(p, ()) for p in parts], "+")
            case Columns():
                return self.plain(columns_as_sum(expr), ())
            case CrossProducts(a, b, minus):
                tops: Node = ["r", [
                    ["n", str(a.numerator)], ["o", "×"], ["n", str(b.denominator)], ["o", MINUS if minus else "+"],
                    ["n", str(b.numerator)], ["o", "×"], ["n", str(a.denominator)],
                ]]  # fmt: skip
                return ["f", tops, _joined([["n", str(a.denominator)], ["n", str(b.denominator)]], "×")]
            case Gap():
                return _gap(expr)
            case Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
                return self.set(of, (*at, 0))
            case Comparison():
                items, signs = shown_items(expr)
                row = [self.plain(items[0], ())]
                for sign, item in zip(signs, items[1:], strict=True):
                    spaced = {"and": " and ", ",": ", "}.get(sign)
                    row += [["w", spaced] if spaced else ["o", sign], self.plain(item, ())]
                return ["r", row]
            case Chain():
                if expr.note == "count-tops":
                    return ["w", tops_text(expr.weights, expr.total)]
                return _joined([self.plain(side, ()) for side in chain_sides(expr)], "=")

    def term(self, term: Term, at: Path, *, first: bool) -> list[Node]:
        inner = self.set(term.expr, at)
        if not (first and not term.minus) and isinstance(term.expr, (Negative, Sum, Split, Columns)):
            inner = ["b", "(", inner]
        if first:
            return [["n", MINUS], inner] if term.minus else [inner]
        return [["o", MINUS if term.minus else "+"], inner]

    def decimal(self, text: str) -> str:
        return text.replace(".", ",") if self.comma else text


def _joined(nodes: list[Node], sign: str) -> Node:
    row = nodes[:1]
    for node in nodes[1:]:
        row += [["o", sign], node]
    return ["r", row]


def _emptied(expr: Expr) -> Node:
    """The same form with empty boxes for its numbers, and for the signs that a comparison finds."""
    match expr:
        case CommonFraction():
            return ["f", EMPTY, EMPTY]
        case MixedNumber():
            return ["m", EMPTY, ["f", EMPTY, EMPTY]]
        case Sum(terms):
            row = [["n", MINUS]] if terms[0].minus else []
            row.append(_emptied(terms[0].expr))
            for term in terms[1:]:
                row += [["o", MINUS if term.minus else "+"], _emptied(term.expr)]
            return ["r", row]
        case Product(factors):
            row = [_emptied(factors[0].expr)]
            for factor in factors[1:]:
                row += [["o", "÷" if factor.divide else "×"], _emptied(factor.expr)]
            return ["r", row]
        case Group(inner, bracket):
            return ["b", bracket, _emptied(inner)]
        case Negative(of) | Convert(of) | Simplify(of) | Rounding(of) | Left(of) | Estimating(of):
            return ["r", [["n", MINUS], _emptied(of)]] if isinstance(expr, Negative) else _emptied(of)
        case Split(wholes, parts):
            return _joined([EMPTY for _ in wholes] + [_emptied(p) for p in parts], "+")
        case Columns():
            return _emptied(columns_as_sum(expr))
        case Comparison(items):
            boxes = [_emptied(i) for i in items]
            row = boxes[:1]
            for box in boxes[1:]:
                row += [["w", " "], EMPTY, ["w", " "], box]
            return ["r", row]
        case _:
            return EMPTY


def _gap(gap: Gap) -> Node:
    if gap.is_alone:
        return EMPTY
    top, bottom = (EMPTY if n is None else ["n", str(n)] for n in (gap.top, gap.bottom))
    fraction: Node = ["f", top, bottom]
    if gap.whole == -1:
        return fraction
    return ["m", EMPTY if gap.whole is None else ["n", str(gap.whole)], fraction]
