"""Ways that fit only some numbers: each is followed exactly where it can be, recomputed with Python's divmod, and refused
with a true reason elsewhere."""

import re
import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import school_from
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import Working, work
from tests.support.searching import searched

SMALL = st.integers(1, 12)
BOTTOM = st.integers(2, 12)


def by(text: str, **choices: str) -> Working:
    return work(read(text), school_from(FACETS, {"questions": "unasked", **choices}))


class WhereItFits(unittest.TestCase):
    def assert_reason_true(self, working: Working) -> None:
        """What is said not to come out whole does not."""
        said = say(working.refused[0].why)
        found = re.match(r"(\d+) ÷ (\d+) does not come out whole", said)
        self.assertIsNotNone(found, said)
        assert found is not None
        self.assertTrue(int(found[1]) % int(found[2]), said)

    @searched(300)
    @given(SMALL, BOTTOM, SMALL, st.integers(1, 12))
    def test_tops_are_divided_where_tops_and_bottoms_come_out(self, a: int, b: int, c: int, d: int) -> None:
        text = f"{a}/{b} ÷ {c}" if d == 1 else f"{a}/{b} ÷ {c}/{d}"
        working = by(text, dividing="divide-tops")
        fits = not (a % c or b % d)
        self.assertEqual(not working.refused, fits, text)
        self.assertEqual("divide-across" in [line.rule for line in working.lines], fits, text)
        if not fits:
            self.assert_reason_true(working)
        self.assertEqual(evaluate(working.answer), Fraction(a, b) / Fraction(c, d), text)

    @searched(300)
    @given(SMALL, BOTTOM, st.integers(1, 99), st.booleans())
    def test_an_amount_is_shared_where_it_comes_out(self, a: int, b: int, amount: int, first: bool) -> None:
        text = f"{amount} × {a}/{b}" if first else f"{a}/{b} of {amount}"
        working = by(text, multiplying="unit-fraction")
        fits = amount % b == 0
        self.assertEqual(not working.refused, fits, text)
        self.assertEqual("share-amount" in [line.rule for line in working.lines], fits, text)
        if not fits:
            self.assert_reason_true(working)
        self.assertEqual(evaluate(working.answer), Fraction(a, b) * amount, text)

    @searched(300)
    @given(st.integers(2, 30), SMALL, BOTTOM, st.integers(1, 29), SMALL, BOTTOM)
    def test_wholes_go_first_and_the_rest_is_improper_only_where_the_part_is_not_enough(
        self, whole: int, top: int, bottom: int, less_whole: int, less_top: int, less_bottom: int
    ) -> None:
        first, second = Fraction(top % bottom, bottom), Fraction(less_top % less_bottom, less_bottom)
        if less_whole >= whole or not first or not second:
            return
        text = f"{whole} {first.numerator}/{first.denominator} − {less_whole} {second.numerator}/{second.denominator}"
        working = by(text, subtracting="rest-improper")
        rules = [line.rule for line in working.lines]
        self.assertEqual("take-wholes-away" in rules, first < second, text)
        self.assertEqual("to-improper" in rules, first < second, text)
        self.assertNotIn("regroup", rules)
        self.assertEqual(evaluate(working.answer), whole + first - less_whole - second, text)
