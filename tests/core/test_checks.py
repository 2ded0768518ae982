"""Checks of an answer: each is a working of its own, and each is judged here by fractions and decimals alone."""

import re
import unittest
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from math import gcd
from typing import Any

from hypothesis import assume, given
from hypothesis import strategies as st

from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import evaluate, walk
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.checks import checks_of
from keen_slate.core.working.work import work
from tests.support.generated import decimal_sums, expressions, numbers, sums
from tests.support.searching import searched

# problem | checks in order | the inverse calculation, and what it comes back to. By hand.
BY_HAND: tuple[Any, ...] = (
    ("6 1/4 − 2 5/6", ["inverse", "another-school", "rounded", "simplest-form"], "3 5/12 + 2 5/6", "6 1/4"),
    ("2/3 + 1/4", ["inverse", "rounded", "simplest-form"], "11/12 − 1/4", "2/3"),
    ("3/4 × 2/3", ["inverse", "simplest-form"], "1/2 ÷ 2/3", "3/4"),
    ("3 ÷ 3/4", ["inverse", "decimals"], "4 × 3/4", "3"),
    ("6 3/4 − 4 1/2", ["inverse", "another-school", "decimals", "simplest-form"], "2 1/4 + 4 1/2", "6 3/4"),
    ("1/2 + 1/3 + 1/6", ["rounded"], None, None),
    ("compare 1/2 and 1/3", [], None, None),
    ("2/3 = ?/12", [], None, None),
)


class ByHand(unittest.TestCase):
    def test_which_checks_fit_and_how_the_inverse_reads(self) -> None:
        for problem, ids, undone, back in BY_HAND:
            with self.subTest(problem=problem):
                found = {c.id: c for c in checks_of(read(problem))}
                self.assertEqual(list(found), ids)
                if undone and back:
                    working = found["inverse"].working
                    assert working is not None
                    self.assertEqual(text_of(working.lines[0].expr), undone)
                    self.assertEqual(text_of(working.answer), back)
                    self.assertIn(back, say(found["inverse"].said))

    def test_a_class_that_makes_all_improper_checks_by_regrouping(self) -> None:
        improper = school_from(FACETS, {"subtracting": "improper", "adding": "improper"})
        found = {c.id: c for c in checks_of(read("6 1/4 − 2 5/6"), improper)}
        other = found["another-school"].working
        assert other is not None
        rules = {line.rule for line in other.lines}
        self.assertIn("regroup", rules)
        self.assertNotIn("write-improper", rules)


class Laws(unittest.TestCase):
    @searched(150)
    @given(sums(3) | expressions(1) | decimal_sums())
    def test_every_line_of_every_check_is_true(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        value = evaluate(problem.expr)
        for check in checks_of(problem):
            if check.working is None:
                continue
            values = {evaluate(line.expr) for line in check.working.lines if not line.is_question}
            self.assertEqual(len(values), 1, f"{text}: {check.id}")
            if check.id in ("another-school", "decimals"):
                self.assertEqual(values, {value}, f"{text}: {check.id}")

    @searched(150)
    @given(numbers(), numbers(), st.sampled_from("+−×÷"))
    def test_the_inverse_comes_back_to_the_first_number(self, a: str, b: str, sign: str) -> None:
        first, second = Fraction(evaluate(read(a).expr)), Fraction(evaluate(read(b).expr))
        assume(second != 0 or sign in "+−")
        found = {c.id: c for c in checks_of(read(f"{a} {sign} {b}"))}
        if "inverse" not in found:  # a product with nothing in it, or a result below 0
            self.assertTrue((sign in "×÷" and 0 in (first, second)) or first < second, f"{a} {sign} {b}")
            return
        working = found["inverse"].working
        assert working is not None
        self.assertEqual(evaluate(working.answer), first)

    # By hand, with a calculator: what is said of a sum in hundredths.
    ROUNDED = (
        ("2/3 + 1/4", "Rounded to hundredths: 0.67 + 0.25 = 0.92, and 11/12 is about 0.92."),
        (
            "1/3 + 1/3",
            (
                "Rounded to hundredths: 0.33 + 0.33 = 0.66, and 2/3 is about 0.67. Each number was rounded: "
                "0.01 between them is no mistake."
            ),
        ),
        ("6 1/4 − 2 5/6", "Rounded to hundredths: 6.25 − 2.83 = 3.42, and 3 5/12 is about 3.42."),
    )

    def test_rounded_by_hand(self) -> None:
        for text, said in self.ROUNDED:
            found = {c.id: c for c in checks_of(read(text))}
            self.assertEqual(say(found["rounded"].said), said)

    @searched(200)
    @given(sums(4))
    def test_rounded_to_hundredths_with_decimal(self, text: str) -> None:
        """Against decimal's own rounding; what is called no mistake is within half a hundredth for each number."""
        found = {c.id: c for c in checks_of(read(text))}
        if "rounded" not in found:
            return
        said = say(found["rounded"].said)
        calculation, total, about = re.findall(r": (.+) = ([\d.]+), and .+ is about ([\d.]+\d)", said)[0]
        cents = Decimal("0.01")
        exact = [Fraction(evaluate(t.expr)) for t in read(text).expr.terms]
        as_decimals = [Decimal(f.numerator) / Decimal(f.denominator) for f in exact]
        shown = [Decimal(n) for n in re.findall(r"\d+\.\d\d", calculation)]
        self.assertEqual(shown, [d.quantize(cents, ROUND_HALF_UP) for d in as_decimals])
        signs = [1, *(1 if s == "+" else -1 for s in re.findall(r" ([+−]) ", calculation))]
        self.assertEqual(sum(s * n for s, n in zip(signs, shown, strict=True)), Decimal(total))
        off = abs(Decimal(total) - Decimal(about))
        self.assertLessEqual(off, Decimal("0.005") * (len(shown) + 1))
        self.assertEqual("no mistake" in said, off != 0)

    @searched(150)
    @given(sums(2))
    def test_in_decimals_there_are_decimals_only_and_as_decimal_counts(self, text: str) -> None:
        found = {c.id: c for c in checks_of(read(text))}
        ends = all(_ends(e.denominator) for e in walk(read(text).expr) if isinstance(e, (CommonFraction, MixedNumber)))
        if "decimals" not in found:
            some = any(isinstance(e, (CommonFraction, MixedNumber)) for e in walk(read(text).expr))
            in_lowest = all(
                gcd(e.numerator, e.denominator) == 1
                for e in walk(read(text).expr)
                if isinstance(e, (CommonFraction, MixedNumber))
            )
            self.assertFalse(some and ends and in_lowest, text)
            return
        working = found["decimals"].working
        assert working is not None
        first, *_ = working.lines
        numerals = [e for e in walk(first.expr) if isinstance(e, (Whole, DecimalNumeral, CommonFraction, MixedNumber))]
        self.assertTrue(all(isinstance(n, (Whole, DecimalNumeral)) for n in numerals), text)
        total = Decimal(0)
        for index, number in enumerate(numerals):
            minus = text_of(first.expr).split()[2 * index - 1] == "−" if index else False
            total += -Decimal(text_of(number)) if minus else Decimal(text_of(number))
        self.assertEqual(Fraction(total), evaluate(working.answer), text)

    @searched(150)
    @given(sums(3))
    def test_simplest_form_is_only_said_of_what_is(self, text: str) -> None:
        problem = read(text)
        answer = evaluate(work(problem).answer)
        said = [c for c in checks_of(problem) if c.id == "simplest-form"]
        self.assertEqual(bool(said), answer.denominator > 1, text)
        for check in said:
            part = abs(answer) % 1 if abs(answer) > 1 else abs(answer)
            self.assertIn(str(part.numerator), say(check.said))
            self.assertIn(str(part.denominator), say(check.said))


def _ends(bottom: int) -> bool:
    for prime in (2, 5):
        while bottom % prime == 0:
            bottom //= prime
    return bottom == 1


if __name__ == "__main__":
    unittest.main()
