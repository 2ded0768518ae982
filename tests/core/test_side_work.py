"""What stands beside the lines, recounted by SymPy and Python's decimal."""

import unittest
from collections.abc import Iterator
from fractions import Fraction
from itertools import product
from math import isqrt, prod

import sympy
from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School
from keen_slate.core.machine.side_work import (
    Calculation,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SideWork,
)
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.rules.on_paper import multiplied_by_parts
from keen_slate.core.working.boards.listing import board_beside
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.arithmetic import value_of_line
from tests.support.generated import expressions, sums
from tests.support.schooled import by
from tests.support.searching import searched

BOTTOM = st.integers(2, 60)


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

    def test_a_bottom_of_1_has_no_primes(self) -> None:
        """Each number is its primes multiplied, and the board comes to its end."""
        drawn = 0
        for written, text in product(
            ("prime-factors", "prime-ladder", "prime-trees"),
            ("0.5 − 4/1", "1/2 + 4/1", "0.25 − 2 0/1", "5/6 − 1/1 + 1/4"),
        ):
            school = by(denominators=written, adding="improper", subtracting="improper")
            for _, side in beside(text, school):
                if isinstance(side, PrimeFactors):
                    drawn += 1
                    for number, primes in side.rows:
                        self.assertTrue(prod(primes) == number and all(map(sympy.isprime, primes)), text)
                    self.assertTrue(board_beside(side, school, 0).strokes)
        self.assertGreater(drawn, 6)

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
