"""What stands beside the lines, recounted by SymPy and Python's decimal."""

import re
import unittest
from collections.abc import Iterator
from decimal import Decimal
from fractions import Fraction
from math import isqrt

import sympy
from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.machine.side_work import (
    Calculation,
    Division,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SideWork,
)
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.rules.long_division import long_division, multiplied_by_parts
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.arithmetic import value_of_line
from tests.support.generated import expressions, sums
from tests.support.searching import searched

BOTTOM = st.integers(2, 60)


def by(**choices: str) -> School:
    return school_from(FACETS, {"questions": "unasked", **{k.replace("_", "-"): v for k, v in choices.items()}})


def beside(text: str, school: School) -> Iterator[tuple[str, SideWork]]:
    """Every piece of side work with the line that it stands at."""
    for line in work(read(text), school).lines:
        for side in line.side:
            yield text_of(line.expr), side


class CommonDenominators(unittest.TestCase):
    @searched(150)
    @given(BOTTOM, BOTTOM)
    def test_rows_of_multiples_meet_at_the_least_common_multiple(self, one: int, other: int) -> None:
        for _, side in beside(f"1/{one} + 1/{other}", by(denominators="list-multiples")):
            if isinstance(side, Multiples):
                self.assertEqual(side.match, sympy.ilcm(one, other))
                self.assertEqual({number for number, _ in side.rows}, {one, other})
                for number, multiples in side.rows:
                    whole = tuple(range(number, side.match + 1, number))
                    cut = (*whole[:10], side.match)  # a long row is written with dots before its end
                    self.assertEqual(multiples, whole if len(whole) <= 12 else cut)

    @searched(150)
    @given(BOTTOM, BOTTOM, BOTTOM)
    def test_prime_factors_are_those_of_sympy(self, one: int, other: int, third: int) -> None:
        text = f"1/{one} + 1/{other} + 1/{third}"
        for _, side in beside(text, by(denominators="prime-factors")):
            if isinstance(side, PrimeFactors):
                self.assertEqual(side.common, sympy.ilcm(*(number for number, _ in side.rows)))
                for number, primes in side.rows:
                    self.assertEqual(list(primes), sorted(sympy.factorint(number, multiple=True)))

    @searched(200)
    @given(sums(), SCHOOLS)
    def test_a_renaming_stands_in_its_line(self, text: str, school: School) -> None:
        for line, side in beside(text, school):
            if isinstance(side, Renaming):
                renamed = f"{side.numerator * side.multiplier}/{side.denominator * side.multiplier}"
                self.assertRegex(line, rf"(?<!\d){renamed}(?!\d)")
                self.assertGreater(side.multiplier, 1)


class Simplifying(unittest.TestCase):
    @searched(150)
    @given(st.integers(1, 150), st.integers(2, 150))
    def test_factor_pairs_are_all_there_and_the_greatest_common_one_is_ringed(self, top: int, bottom: int) -> None:
        for _, side in beside(f"simplify {top}/{bottom}", by(simplifying="greatest-factor")):
            if isinstance(side, FactorPairs):
                for number, pairs in side.rows:
                    self.assertEqual([a for a, _ in pairs], [d for d in sympy.divisors(number) if d <= isqrt(number)])
                    self.assertTrue(all(a * b == number for a, b in pairs))
                self.assertEqual(side.ringed, sympy.igcd(*(number for number, _ in side.rows)))


class Divisions(unittest.TestCase):
    # dividend, places, divisor, more places; quotient, remainder, rows: written out by hand.
    BY_HAND = (
        ((19, 0, 12, 0), ("1", 7, ((19, 12, 7),))),
        ((3, 0, 8, 3), ("0.375", 0, ((30, 24, 6), (60, 56, 4), (40, 40, 0)))),
        ((952, 1, 7, 0), ("13.6", 0, ((9, 7, 2), (25, 21, 4), (42, 42, 0)))),
        ((612, 0, 6, 0), ("102", 0, ((6, 6, 0), (12, 12, 0)))),  # the 0 in the middle takes nothing away
        ((1, 0, 7, 6), ("0.142857", 1,
                        ((10, 7, 3), (30, 28, 2), (20, 14, 6), (60, 56, 4), (40, 35, 5), (50, 49, 1)))),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for (dividend, places, divisor, more), (quotient, remainder, rows) in self.BY_HAND:
            with self.subTest(dividend=dividend, divisor=divisor):
                found = long_division(dividend, places, divisor, more_places=more)
                self.assertEqual((found.quotient, found.remainder, found.rows), (quotient, remainder, rows))

    @searched(1500)
    @given(st.integers(0, 10**6), st.integers(0, 4), st.integers(1, 250), st.integers(0, 6))
    def test_quotient_times_divisor_and_remainder_give_the_dividend(
        self, digits: int, places: int, divisor: int, more: int
    ) -> None:
        found = long_division(digits, places, divisor, more_places=more)
        self.assertEqual(Decimal(found.dividend), Decimal(digits).scaleb(-places))
        whole = Decimal(found.quotient).scaleb(places + more) * divisor + found.remainder
        self.assertEqual(whole, Decimal(digits).scaleb(more))
        self.check_rows(found)

    def check_rows(self, found: Division) -> None:
        for current, taken, left in found.rows:
            self.assertEqual(current - taken, left)
            self.assertEqual(taken % found.divisor, 0)
            self.assertLess(left, found.divisor)
        times = [str(taken // found.divisor) for _, taken, _ in found.rows]
        self.assertEqual("".join(times), re.sub(r"[.0]", "", found.quotient))

    @searched(150)
    @given(st.integers(1, 9999), st.integers(0, 2), st.integers(2, 99), st.integers(0, 2), SCHOOLS)
    def test_those_that_a_working_writes_out(
        self, a: int, a_places: int, b: int, b_places: int, school: School
    ) -> None:
        text = f"{Decimal(a).scaleb(-a_places)} ÷ {Decimal(b).scaleb(-b_places)}"
        for _, side in beside(text, school):
            if isinstance(side, Division):
                self.check_rows(side)


class Calculations(unittest.TestCase):
    @searched(300)
    @given(expressions() | sums(), SCHOOLS)
    def test_every_one_is_true(self, text: str, school: School) -> None:
        try:
            read(text)
        except UnreadableProblem:
            return
        for _, side in beside(text, school):
            if isinstance(side, Calculation):
                values = {value_of_line(part) for part in side.text.split(" = ") if "remainder" not in part}
                self.assertEqual(len(values), 1, side.text)

    @searched(800)
    @given(st.integers(2, 5000), st.integers(2, 5000))
    def test_a_product_by_parts_ends_at_the_product(self, a: int, b: int) -> None:
        parts = multiplied_by_parts(a, b)
        for part in parts:
            left, right = part.text.split(" = ")
            self.assertEqual(value_of_line(left), Fraction(int(right)))
        if parts:
            self.assertEqual(int(parts[-1].text.split(" = ")[1]), a * b)
        else:
            self.assertTrue(max(a, b) <= 12 or any(len(str(n).strip("0")) == 1 for n in (a, b)))
