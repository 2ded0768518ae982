"""Recursive descent over the tokens: sums of products of powers of numbers and brackets."""

from collections.abc import Callable
from dataclasses import replace
from typing import Concatenate, ParamSpec

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.units import (
    TwoUnits,
    are_same,
    divided,
    multiplied,
    times_smaller,
    two_units,
    units_in,
)
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    RepeatingDecimal,
    Whole,
)
from keen_slate.core.problem import bounds
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Gap,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    children,
    with_child,
)
from keen_slate.core.reading.percents import as_percents
from keen_slate.core.reading.tokens import OPENING, VULGAR, UnreadableProblem, shown
from keen_slate.core.reading.words import NUMBERS, Token
from keen_slate.core.saying import unreadable
from keen_slate.core.saying.say import Say

P = ParamSpec("P")


def _two_of(units: list[str]) -> TwoUnits | None:
    """The two units of one kind in which amounts stand; None where there are more, or other ones."""
    single = {u for label in units for u in label.split("+")}
    distinct: list[str] = []
    for unit in sorted(single):
        if not any(are_same(unit, d) for d in distinct):
            distinct.append(unit)
    return two_units(*distinct) if len(distinct) == 2 else None


def in_larger_unit(expr: Expr, unit: str, two: TwoUnits) -> Expr | None:
    """An amount in one of two units, in the larger; None where the smaller is no plain whole number."""
    if not unit or not are_same(unit, two.small):
        return expr
    if isinstance(expr, Group | Negative):
        inner = in_larger_unit(children(expr)[0], unit, two)
        return None if inner is None else with_child(expr, 0, inner)
    return CommonFraction(expr.n, two.size) if isinstance(expr, Whole) else None


class Grammar:
    """Recursive descent over the tokens: sums of products of powers of numbers and brackets."""

    def __init__(self, text: str, tokens: list[Token], *, gaps: bool) -> None:
        self.text = text
        self.tokens = tokens
        self.index = 0
        self.next = tokens[0]
        self.numbers = 0
        self.gaps_allowed = gaps
        self.gaps = 0
        self.unit = ""
        self.inverted = False
        self.notes: list[Say] = []

    def take_unit(self) -> None:
        """The unit behind what was read, if there is one."""
        if self.next.kind == "label":
            token = self.take()
            self.unit = self.one_unit([self.unit, token.text], token.position)

    def one_unit(self, units: list[str], position: int) -> str:
        """The unit of amounts that are added; what has none takes that of the others."""
        named = [u for u in units if u]
        if len(set(named)) > 1 and (two := _two_of(named)) is not None:
            return two.label
        if any(not are_same(named[0], u) for u in named):
            labels = tuple(sorted(set(named)))
            raise self.refuse(unreadable.labels_differ, position, labels=labels)
        return named[0] if named else ""

    def in_two(self, expr: Expr, unit: str, two: TwoUnits) -> Expr:
        """An amount in the smaller of two units as a fraction of the larger: 40 cm is 40/100 m."""
        amount = in_larger_unit(expr, unit, two)
        if amount is None:
            labels = tuple(sorted((two.large, two.small)))
            raise self.refuse(unreadable.labels_differ, self.tokens[self.index - 1].position, labels=labels)
        return amount

    def unit_of_product(self, one: str, other: str, divide: bool, position: int) -> str:
        if not other:
            return one
        if not one:
            return "" if divide else other
        if divide and times_smaller(one, other) == 1:
            return ""
        unit = divided(one, other) if divide else multiplied(one, other)
        if unit is None:
            sentence = unreadable.units_divided if divide else unreadable.units_multiplied
            raise self.refuse(sentence, position, one=one, other=other)
        return unit

    def note(self, sentence: Callable[Concatenate[Manner, P], str], *args: P.args, **data: P.kwargs) -> None:
        said = Say.of(sentence, *args, **data)
        if said not in self.notes:
            self.notes.append(said)

    def take(self) -> Token:
        token = self.next
        self.index += 1
        self.next = self.tokens[min(self.index, len(self.tokens) - 1)]
        return token

    def refuse(
        self, sentence: Callable[Concatenate[Manner, P], str], position: int, *args: P.args, **data: P.kwargs
    ) -> UnreadableProblem:
        return UnreadableProblem(Say.of(sentence, *args, **data), position)

    def problem(self) -> Expr:
        expr = self.sum(0)
        if self.next.kind in OPENING.values():
            raise self.refuse(unreadable.closing_without_opening, self.next.position, bracket=self.next.text)
        if self.next.kind != "end":
            raise self.refuse(unreadable.sign_in_the_way, self.next.position, sign=self.next.text)
        return expr

    def sum(self, depth: int) -> Expr:
        terms, units = [self.term(depth, first=True)], [self.unit]
        while self.next.kind in ("+", "-"):
            terms.append(self.term(depth, first=False))
            units.append(self.unit)
        self.unit = self.one_unit(units, self.tokens[self.index - 1].position)
        if (two := units_in(self.unit)) is not None:
            terms = [Term(self.in_two(t.expr, u, two), t.minus) for t, u in zip(terms, units, strict=True)]
        only = terms[0]
        if len(terms) == 1:
            return Negative(only.expr) if only.minus else only.expr
        return Sum(tuple(terms))

    def term(self, depth: int, *, first: bool) -> Term:
        minus = False
        if self.next.kind in ("+", "-"):
            minus = self.take().kind == "-"
            if self.takes_negative():
                return Term(self.negative(self.product(depth)), minus)
        return Term(self.product(depth), minus)

    def takes_negative(self) -> bool:
        """Whether a minus stands behind a sign: 5 + −3. Any other two signs are refused."""
        if self.next.kind not in ("+", "-"):
            return False
        if self.next.kind == "+" or self.tokens[self.index + 1].kind in ("+", "-"):
            signs = f"{self.tokens[self.index - 1].text}{self.next.text}"
            raise self.refuse(unreadable.two_signs, self.next.position, signs=signs)
        self.take()
        return True

    def negative(self, number: Expr) -> Expr:
        self.note(unreadable.note_negative, number=number)
        return Group(Negative(number))

    def product(self, depth: int) -> Expr:
        factors = [Factor(self.factor(depth))]
        if self.inverted:
            factors = [Factor(Whole(1)), Factor(factors[0].expr, divide=True)]
        unit = self.unit
        while True:
            kind = self.next.kind
            if kind in ("×", "÷", "/"):
                sign = self.take()
                minus = kind != "/" and self.takes_negative()
                number = self.factor(depth)
                divide = (kind != "×") != self.inverted
                if divide and (two := two_units(unit, self.unit)) is not None:  # how many 50 cm in 4 m
                    first, number = self.in_two(factors[-1].expr, unit, two), self.in_two(number, self.unit, two)
                    factors[-1] = replace(factors[-1], expr=first)
                    self.unit = unit
                factors.append(Factor(self.negative(number) if minus else number, divide=divide))
                unit = self.unit_of_product(unit, self.unit, divide, sign.position)
                if kind == "/" and len(factors) > 2:
                    self.note(unreadable.note_bar_divides)
            elif kind in OPENING or (kind in NUMBERS and self.after_bracket()):
                if kind in OPENING and any(f.divide for f in factors):
                    self.note(unreadable.note_from_the_left)
                self.note_bracket_after_decimal()
                at = self.next.position
                factors.append(Factor(self.factor(depth), implied=True))
                unit = self.unit_of_product(unit, self.unit, False, at)
            elif kind in (*NUMBERS, "?", "money"):
                before = self.tokens[self.index - 1]
                raise self.refuse(
                    unreadable.two_numbers, self.next.position, first=shown(before.text), second=shown(self.next.text)
                )
            else:
                self.unit = unit
                return factors[0].expr if len(factors) == 1 else Product(tuple(factors))

    def factor(self, depth: int) -> Expr:
        """A power or a number with its percent sign and its unit."""
        self.unit, self.inverted = "", False
        expr = self.power(depth)
        if self.next.kind == "%":
            sign = self.take()
            percents = as_percents(expr)
            if percents is None:
                raise self.refuse(unreadable.sign_in_the_way, sign.position, sign="%")
            return percents
        self.take_unit()
        small = self.tokens[min(self.index + 1, len(self.tokens) - 1)]
        if self.unit and isinstance(expr, Whole) and self.next.kind == "int" and small.kind == "label":
            two = two_units(self.unit, small.text)
            if two is not None and two.large == self.unit:  # 3 m 40 cm
                count = int(self.take().text)
                self.take()
                self.unit = two.label
                return MixedNumber(expr.n, count, two.size)
        return expr

    def note_bracket_after_decimal(self) -> None:
        """0.1(6) is read as a product; some write a repeating decimal so."""
        before, inner, after = (self.tokens[min(self.index + i, len(self.tokens) - 1)] for i in (-1, 1, 2))
        tight = before.end == self.next.position and before.kind == "decimal"
        if tight and inner.kind == "int" and after.kind == ")":
            self.note(unreadable.note_bracket_multiplies, decimal=before.text, bracket=inner.text)

    def after_bracket(self) -> bool:
        return self.tokens[self.index - 1].kind in OPENING.values()

    def power(self, depth: int) -> Expr:
        base = self.atom(depth)
        if self.next.kind not in ("^", "power"):
            return base
        mark = self.take()
        if isinstance(base, (CommonFraction, MixedNumber)):
            raise self.refuse(unreadable.power_of_a_fraction, mark.position, base=base)
        below_one = mark.kind == "^" and self.next.kind == "-"
        if below_one:
            self.take()
        exponent = mark if mark.kind == "power" else self.take()
        if exponent.kind not in ("int", "power"):
            raise self.refuse(unreadable.exponent_missing, exponent.position)
        if self.next.kind in ("^", "power"):
            raise self.refuse(unreadable.power_of_a_power, self.next.position, limit=bounds.MAX_EXPONENT)
        below_one = below_one or exponent.text.startswith("-")
        if below_one and base != Whole(10):
            raise self.refuse(unreadable.negative_exponent, mark.position)
        if self.index >= 4 and self.tokens[self.index - 4].kind == "-" and isinstance(base, Whole) and not below_one:
            self.note_minus_power(base, exponent)
        number = int(exponent.text.lstrip("-"))
        if number > bounds.MAX_EXPONENT:
            raise self.refuse(unreadable.exponent_too_large, exponent.position, limit=bounds.MAX_EXPONENT)
        if below_one:
            self.inverted = True
            self.note(unreadable.note_negative_exponent, exponent=number)
        if self.unit:  # the power of a side is an area
            self.unit = self.unit_of_product(self.unit, self.unit, False, mark.position) if number == 2 else ""
        return Power(base, number)

    def note_minus_power(self, base: Whole, exponent: Token) -> None:
        """−7^2 at the beginning of a sum is read as −(7^2)."""
        if self.index == 4 or self.tokens[self.index - 5].kind in OPENING:
            self.note(unreadable.note_minus_power, base=base.n, exponent=exponent.text)

    def atom(self, depth: int) -> Expr:
        token = self.take()
        if token.kind == "money":
            if self.next.kind not in NUMBERS:
                raise self.refuse(unreadable.number_expected, token.position, sign=token.text)
            amount = self.atom(depth)
            self.unit = token.text
            return amount
        if token.kind in OPENING:
            if depth >= bounds.MAX_DEPTH:
                raise self.refuse(unreadable.too_deep, token.position, limit=bounds.MAX_DEPTH)
            inner = self.sum(depth + 1)
            self.inverted = False
            closing = self.take()
            if closing.kind != OPENING[token.kind]:
                raise self.refuse(
                    unreadable.bracket_not_closed, token.position, bracket=token.text, closing=OPENING[token.kind]
                )
            return Group(inner, token.kind)  # type: ignore[arg-type]  # the keys of OPENING are the kinds
        if token.kind in (*NUMBERS, "?"):
            self.numbers += 1
            if self.numbers > bounds.MAX_NUMBERS:
                raise self.refuse(unreadable.too_many_numbers, token.position, limit=bounds.MAX_NUMBERS)
        if token.kind == "decimal":
            units, places = token.text.split(".")
            return DecimalNumeral(int(units + places), len(places), leading_zero=bool(units))
        if token.kind == "repeating":
            start, block = token.text.rstrip(")").split("(")
            units, places = start.split(".")
            return RepeatingDecimal(int(units + places), len(places), block)
        if token.kind == "vulgar":
            return CommonFraction(*VULGAR[token.text])
        if token.kind == "int":
            return self.from_whole(token)
        if token.kind == "?":
            return self.from_blank(token)
        raise self.number_missing(token)

    def from_blank(self, token: Token) -> Expr:
        """A blank has been read: alone, or as the top or the whole of a number."""
        if not self.gaps_allowed:
            raise self.refuse(unreadable.blank_without_equals, token.position)
        if self.next.kind == "/":
            return self.gap(-1, token)
        if self.next.kind == "vulgar":
            self.gaps += 1
            return Gap(None, *VULGAR[self.take().text])
        if self.next.kind in ("int", "?") and self.tokens[self.index + 1].kind == "/":
            return self.gap(None, self.take())
        self.gaps += 1
        return Gap()

    def gap(self, whole: int | None, top: Token) -> Gap:
        """A fraction of which at least one number is a blank; its top has been read."""
        bar = self.take()
        bottom = self.take()
        if bottom.kind not in ("int", "?"):
            raise self.refuse(
                unreadable.bottom_missing, bar.end, so_far=self.text[top.position : bar.end], top=top.text
            )
        if bottom.kind == "int" and int(bottom.text) == 0:
            raise self.refuse(unreadable.bottom_zero, bottom.position, top=top.text)
        self.gaps += 1
        return Gap(
            whole,
            None if top.kind == "?" else int(top.text),
            None if bottom.kind == "?" else int(bottom.text),
        )

    def from_whole(self, token: Token) -> Expr:
        """A whole number has been read; what follows may make it a fraction or a mixed number."""
        first = int(token.text)
        if self.next.kind == "/" and self.tokens[self.index + 1].kind not in OPENING:
            if self.gaps_allowed and self.tokens[self.index + 1].kind == "?":
                return self.gap(-1, token)
            self.note_hyphen(token)
            top, bottom = self.fraction_after(token)
            return CommonFraction(top, bottom)
        if self.next.kind == "vulgar":
            return MixedNumber(first, *VULGAR[self.take().text])
        if self.next.kind in ("int", "?") and self.tokens[self.index + 1].kind == "/":
            if self.next.kind == "?" and not self.gaps_allowed:
                raise self.refuse(unreadable.blank_without_equals, self.next.position)
            if self.gaps_allowed and "?" in (self.next.kind, self.tokens[self.index + 2].kind):
                return self.gap(first, self.take())
            top, bottom = self.fraction_after(self.take())
            return MixedNumber(first, top, bottom)
        return Whole(first)

    def note_hyphen(self, top: Token) -> None:
        """6-1/4 is read as a subtraction; some write a mixed number so."""
        sign, before = self.tokens[self.index - 2], self.tokens[self.index - 3]
        tight = self.index >= 3 and sign.kind == "-" and before.kind == "int"
        if tight and before.end == sign.position and sign.end == top.position:
            self.note(unreadable.note_hyphen, whole=before.text, top=top.text)

    def fraction_after(self, top: Token) -> tuple[int, int]:
        bar = self.take()
        if self.next.kind != "int":
            so_far = self.text[top.position : bar.end]
            raise self.refuse(unreadable.bottom_missing, bar.end, so_far=so_far, top=int(top.text))
        bottom = self.take()
        if top.end < bar.position or bar.end < bottom.position:
            self.note(unreadable.note_spaced_bar, top=top.text, bottom=bottom.text)
        if int(bottom.text) == 0:
            raise self.refuse(unreadable.bottom_zero, bottom.position, top=int(top.text))
        if self.next.kind == "/":
            raise self.refuse(unreadable.two_bars, self.next.position, a=int(top.text), b=int(bottom.text))
        return int(top.text), int(bottom.text)

    def number_missing(self, token: Token) -> UnreadableProblem:
        if token.text in ("x", "X"):
            return self.refuse(unreadable.not_worked_with, token.position, what="Equations with letters")
        before = self.tokens[self.index - 2] if self.index >= 2 else None
        if token.kind == "end" and before is not None:
            return self.refuse(unreadable.ends_after_sign, token.position, sign=before.text)
        if token.kind in OPENING.values() and before is not None and before.kind in OPENING:
            return self.refuse(unreadable.empty_brackets, before.position)
        if token.kind == "/":
            return self.refuse(unreadable.top_missing, token.position)
        return self.refuse(unreadable.number_expected, token.position, sign=token.text)
