"""The main job against published sources, each named beside its check."""

import unittest
from decimal import ROUND_HALF_EVEN, ROUND_HALF_UP, Decimal
from fractions import Fraction
from math import gcd, lcm

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import RepeatingDecimal
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work


def lines_of(text: str, **school: str) -> list[str]:
    """The lines written; questions write nothing."""
    return [text_of(n.expr) for n in work(read(text), school_from(FACETS, school)).lines if not n.is_question]


class CommonCore(unittest.TestCase):
    """Common Core State Standards for Mathematics (2010); examples from memory."""

    def test_4_nf_b_3b_a_fraction_as_a_sum_of_unit_fractions(self) -> None:
        self.assertEqual(lines_of("1/8 + 1/8 + 1/8")[-1], "3/8")
        self.assertEqual(lines_of("1 + 1 + 1/8")[-1], "2 1/8")
        self.assertEqual(lines_of("8/8 + 8/8 + 1/8"), ["8/8 + 8/8 + 1/8", "1 + 1 + 1/8", "2 1/8"])

    def test_4_nf_c_5_tenths_and_hundredths(self) -> None:
        self.assertEqual(lines_of("3/10 + 4/100")[1:3], ["30/100 + 4/100", "34/100"])

    def test_4_nf_c_6_decimals_as_fractions(self) -> None:
        """0.62 = 62/100."""
        self.assertEqual(lines_of("0.62 as a fraction")[1], "62/100")

    def test_5_nbt_a_3a_expanded_form(self) -> None:
        """347.392 = 3 × 100 + 4 × 10 + 7 × 1 + 3 × (1/10) + 9 × (1/100) + 2 × (1/1000)."""
        expanded = "3 × 100 + 4 × 10 + 7 × 1 + 3 × (1/10) + 9 × (1/100) + 2 × (1/1000)"
        self.assertEqual(evaluate(work(read(expanded)).answer), Fraction("347.392"))

    def test_6_ns_b_4_greatest_common_factor_of_numbers_to_100(self) -> None:
        for top in range(1, 101, 3):
            for bottom in range(top + 1, 101, 7):
                factor = gcd(top, bottom)
                working = work(read(f"simplify {top}/{bottom}"))
                self.assertEqual(text_of(working.answer), f"{top // factor}/{bottom // factor}")
                said = [n.said.get("factor") for n in working.lines if n.rule == "simplify"]
                self.assertEqual(said, [factor] if factor > 1 else [])

    def test_5_nf_a_1_unlike_denominators(self) -> None:
        """2/3 + 5/4 = 8/12 + 15/12 = 23/12."""
        self.assertEqual(lines_of("2/3 + 5/4")[:3], ["2/3 + 5/4", "8/12 + 15/12", "23/12"])

    def test_5_nf_a_2_an_unreasonable_result_is_recognised(self) -> None:
        """2/5 + 1/2 = 3/7 is recognised as wrong, since 3/7 < 1/2."""
        second = look_twice(read("2/5 + 1/2"))
        wrong = {w.mistake: w for w in second.likely_wrong}["add-tops-and-bottoms"]
        self.assertEqual(text_of(wrong.answer), "3/7")
        self.assertTrue(wrong.caught)

    def test_6_ns_b_4_least_common_multiple_of_numbers_to_12(self) -> None:
        for a in range(2, 13):
            for b in range(2, 13):
                if a != b:
                    with self.subTest(a=a, b=b):
                        self.assertIn(f"/{lcm(a, b)} +", lines_of(f"1/{a} + 1/{b}")[1])


class England(unittest.TestCase):
    """National curriculum in England, mathematics programmes of study (2013); examples from memory."""

    def test_year_5_a_sum_beyond_one(self) -> None:
        """2/5 + 4/5 = 6/5 = 1 1/5."""
        lines = lines_of("2/5 + 4/5")
        self.assertEqual((lines[1], lines[-1]), ("6/5", "1 1/5"))

    def test_year_6_products_and_quotients(self) -> None:
        self.assertEqual(lines_of("1/4 × 1/2")[-1], "1/8")
        self.assertEqual(lines_of("1/3 ÷ 2")[-1], "1/6")

    def test_year_5_decimals_as_fractions(self) -> None:
        """0.71 = 71/100."""
        self.assertEqual(lines_of("0.71 as a fraction")[-1], "71/100")

    def test_year_6_fractions_as_decimals(self) -> None:
        """3/8 = 0.375."""
        self.assertEqual(lines_of("3/8 as a decimal")[-1], "0.375")


class InchTables(unittest.TestCase):
    """Fraction–decimal tables of engineering handbooks, 64ths of an inch; three entries from memory, all by decimal."""

    def test_64ths(self) -> None:
        for fraction, decimal in (("5/16", "0.3125"), ("11/32", "0.34375"), ("27/64", "0.421875")):
            self.assertEqual(lines_of(f"{fraction} as a decimal")[-1], decimal)
        for top in range(1, 64):
            shown = str(Decimal(top) / Decimal(64))
            self.assertEqual(lines_of(f"{top}/64 as a decimal")[-1], shown)
            self.assertEqual(evaluate(work(read(f"{shown} as a fraction")).answer), Fraction(top, 64))


class Repeating(unittest.TestCase):
    """OEIS A002371, the period of the decimal of 1/p for the primes, 0 for 2 and 5; from memory."""

    PRIMES = (2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61)
    PERIODS = (0, 1, 0, 6, 2, 6, 16, 18, 22, 28, 15, 3, 5, 21, 46, 13, 58, 60)

    def test_periods(self) -> None:
        for prime, period in zip(self.PRIMES, self.PERIODS, strict=True):
            answer = work(read(f"1/{prime} as a decimal")).answer
            self.assertEqual(len(answer.block) if isinstance(answer, RepeatingDecimal) else 0, period, prime)

    def test_blocks(self) -> None:
        self.assertEqual(lines_of("1/7 as a decimal")[-1], "0.(142857)")
        self.assertEqual(lines_of("1/13 as a decimal")[-1], "0.(076923)")


class Rounding(unittest.TestCase):
    """General Decimal Arithmetic (as Python's decimal has it): half up and half even differ; schools round half up."""

    def test_half_up(self) -> None:
        for digits in range(-200, 1200, 5):
            number = Decimal(digits) / 100
            half_up = number.quantize(Decimal("0.1"), ROUND_HALF_UP)
            text = f"round ({number}) to 1 place" if number < 0 else f"round {number:.2f} to 1 place"
            self.assertEqual(evaluate(read(text).expr), Fraction(half_up), text)
        self.assertEqual(lines_of("round 0.25 to 1 place")[-1], "0.3")
        self.assertEqual(str(Decimal("0.25").quantize(Decimal("0.1"), ROUND_HALF_EVEN)), "0.2")


class IntegerSequences(unittest.TestCase):
    """OEIS A001008/A002805 (harmonic numbers) and A003418 (lcm of 1 to n); from memory."""

    HARMONIC = ("1", "3/2", "11/6", "25/12", "137/60", "49/20", "363/140", "761/280", "7129/2520")
    LCM = (1, 2, 6, 12, 60, 60, 420, 840, 2520)

    def test_harmonic_numbers(self) -> None:
        for n in range(2, 10):
            with self.subTest(n=n):
                text = " + ".join(["1", *(f"1/{k}" for k in range(2, n + 1))])
                working = work(read(text))
                self.assertEqual(evaluate(working.answer), Fraction(self.HARMONIC[n - 1]))
                self.assertTrue(any(f"/{self.LCM[n - 1]}" in text_of(line.expr) for line in working.lines))


class NamedMistakes(unittest.TestCase):
    """Mistakes that publications name, each run on an example of its kind; attributions from memory."""

    def wrong(self, text: str, mistake: str) -> str:
        found = {w.mistake: w for w in look_twice(read(text)).likely_wrong}
        return text_of(found[mistake].answer)

    def test_brown_and_burton_1978_column_subtraction(self) -> None:
        """ "Diagnostic models for procedural bugs in basic mathematical skills": smaller from larger, borrow across zero."""
        self.assertEqual(self.wrong("5.2 − 1.7", "smaller-digit-from-larger"), "4.5")
        self.assertEqual(self.wrong("5.03 − 1.48", "across-zero-lost"), "2.65")

    def test_steinle_and_stacey_longer_decimal_is_larger(self) -> None:
        self.assertEqual(self.wrong("compare 0.7 and 0.65", "longer-is-larger"), "0.7 < 0.65")
        self.assertEqual(self.wrong("compare 0.4 and 0.52", "shorter-is-larger"), "0.4 > 0.52")

    def test_ies_practice_guide_2010_fractions(self) -> None:
        """Operations confused: only one number changed, a common bottom kept in multiplying, the wrong one inverted."""
        self.assertEqual(self.wrong("3 × 2/5", "whole-multiplies-both"), "2/5")
        self.assertEqual(self.wrong("2/3 × 3/4", "common-bottom-kept"), "6")
        self.assertEqual(self.wrong("2/3 ÷ 4/5", "wrong-one-inverted"), "1 1/5")

    def test_common_core_5_nf_a_2_is_diagnosed(self) -> None:
        """2/5 + 1/2 = 3/7."""
        found = diagnose(prepare(read("2/5 + 1/2")), "3/7")
        self.assertEqual((found.verdict, found.causes[0].mistakes), ("wrong", ("add-tops-and-bottoms",)))


class Estimating(unittest.TestCase):
    """NAEP, second mathematics assessment (Carpenter and others, 1981; from memory): 12/13 + 7/8 is about 2."""

    def test_the_sum_is_about_two(self) -> None:
        second = look_twice(read("12/13 + 7/8"))
        self.assertEqual([e.value for e in second.estimates], [Fraction(2)])
        for popular_wrong_choice in (1, 19, 21):
            band = second.estimates[0]
            self.assertFalse(band.low <= popular_wrong_choice <= band.high)
