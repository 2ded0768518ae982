"""Every line of every working has the value of the problem, by two roads that share nothing with the engine."""

import unittest
from fractions import Fraction
from itertools import pairwise

import sympy
from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Negative, evaluate, is_numeral
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.rules.plans import finish
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, work
from tests.support.arithmetic import as_python, value_of_line
from tests.support.generated import decimal_sums, expressions, sums
from tests.support.searching import searched

SCHOOLS = st.fixed_dictionaries({f.id: st.sampled_from([c.id for c in f.choices]) for f in FACETS}).map(
    lambda chosen: school_from(FACETS, chosen)
)


def by_sympy(text: str) -> Fraction:
    value = sympy.sympify(as_python(text).replace("F(", "Q("), locals={"Q": lambda *a: sympy.Rational(*a)})
    return Fraction(int(value.p), int(value.q))


class EveryLineTrue(unittest.TestCase):
    def check(self, text: str, school: School) -> Working:
        working = work(read(text), school)
        right = value_of_line(text)
        self.assertEqual(evaluate(read(text).expr), right, text)
        for line in working.lines:
            self.assertEqual(value_of_line(text_of(line.expr)), right, f"{text}: {text_of(line.expr)}")
            self.assertTrue(say(line.said))
        texts = [text_of(line.expr) for line in working.lines if not line.is_question]
        self.assertTrue(all(a != b for a, b in pairwise(texts)), f"a line stands twice: {texts}")
        return working

    @searched(6000)
    @given(sums(), SCHOOLS)
    def test_fraction_sums(self, text: str, school: School) -> None:
        working = self.check(text, school)
        answer = working.answer
        inner = answer.of if isinstance(answer, Negative) else answer
        self.assertTrue(is_numeral(inner))
        self.assertIsNone(finish(inner))

    @searched(1000)
    @given(sums(), SCHOOLS)
    def test_sympy_agrees(self, text: str, school: School) -> None:
        self.assertEqual(evaluate(work(read(text), school).answer), by_sympy(text))

    @searched(1000)
    @given(decimal_sums())
    def test_decimal_columns(self, text: str) -> None:
        self.check(text, DEFAULT_SCHOOL)

    @searched(2000)
    @given(expressions(), SCHOOLS)
    def test_expressions(self, text: str, school: School) -> None:
        try:
            read(text)
        except UnreadableProblem as fault:
            self.assertIn(fault.said.id, {"divides-by-zero", "too-large", "two-signs"}, text)
            return
        self.check(text, school)

    @searched(300)
    @given(sums(), st.lists(SCHOOLS, min_size=2, max_size=4))
    def test_schools_agree_on_the_answer(self, text: str, schools: list[School]) -> None:
        self.assertEqual(len({work(read(text), s).answer for s in schools}), 1)


class Bounds(unittest.TestCase):
    def test_the_largest_problems_within_the_bounds_are_worked(self) -> None:
        bottoms = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71]
        many = " + ".join(f"1/{b}" for b in bottoms)
        for text in (many, "999999999 1/999999937 − 999999998 2/999999893", "9.999999999 − 0.000000001", "12^12 + 1"):
            with self.subTest(text=text[:30]):
                self.assertEqual(value_of_line(text_of(work(read(text)).answer)), value_of_line(text))
