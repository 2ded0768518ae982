"""Estimates of every kind, with bands that are a guarantee."""

import unittest
from fractions import Fraction

from hypothesis import given

from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.estimating.estimates import (
    Kind,
    estimates,
    estimates_of_kind,
    more_or_less_than_one,
    other_estimates,
    why_none,
)
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem, read
from tests.support.arithmetic import value_of_line
from tests.support.generated import expressions, sums
from tests.support.searching import searched


class ByHand(unittest.TestCase):
    # Problem, then (rounded, value, low, high) of each estimate of the usual kind; worked out by hand.
    USUAL = (
        ("6 1/4 − 2 5/6", [("6 − 3", "3", "5/2", "7/2"), ("6 1/2 − 3", "7/2", "3", "4")]),
        ("4 3/8 − 2 2/5", [("4 1/2 − 2 1/2", "2", "3/2", "5/2")]),
        ("7/8 + 1/10", [("1 + 0", "1", "7/8", "3/2")]),
        ("1/3 + 1/4", [("1/2 + 0", "1/2", "1/3", "1"), ("1/2 + 1/2", "1", "1/2", "3/2")]),
        ("47 × 36", [("50 × 40", "2000", "1575", "2475")]),
        ("61 − 27", [("60 − 30", "30", "20", "40")]),
        ("7236 ÷ 12", [("7200 ÷ 12", "600", "1790/3", "1810/3"), ("7000 ÷ 10", "700", "1300/3", "1500")]),
        ("756 ÷ 6", [("720 ÷ 6", "120", "340/3", "380/3")]),
        ("7.2 ÷ 0.4", [("8 ÷ 0.4", "20", "18", "22")]),
        ("35% of 80", [("30% of 80", "24", "20", "28"), ("40% of 80", "32", "28", "36")]),
        ("3/5 of 40", [("1/2 × 40", "20", "10", "30")]),
        ("3 1/2 + 2 7/9", [("3 1/2 + 3", "13/2", "25/4", "27/4")]),
        ("2 5/6 − 6 1/6", [("3 − 6", "-3", "-7/2", "-5/2")]),
        ("14.2 − 6.35", [("14 − 6", "8", "7", "9")]),
        ("4.8 × 3.1", [("5 × 3", "15", "45/4", "77/4")]),
        ("612 + 287", [("600 + 300", "900", "800", "1000")]),
        ("8.9 ÷ 3.2", [("9 ÷ 3", "3", "89/35", "91/25")]),
        ("2 × (3 1/8 + 4 7/8)", [("2 × (3 + 5)", "16", "15", "17")]),
    )

    def test_the_usual_kind(self) -> None:
        for text, expected in self.USUAL:
            with self.subTest(text=text):
                found = [
                    (text_of(e.rounded), str(e.value), str(e.low), str(e.high)) for e in estimates(read(text).expr)
                ]
                self.assertEqual(found, expected)

    # Problem, kind, then as above.
    OTHERS: tuple[tuple[str, Kind, str, str, str, str], ...] = (
        ("612 + 287", "front-end", "600 + 200 + 100", "900", "850", "950"),
        ("412 + 287 + 195", "front-end", "400 + 200 + 100 + 200", "900", "825", "975"),
        ("523 − 188", "front-end", "500 − 100 − 100", "300", "250", "350"),
        ("61 − 27", "front-end", "60 − 20 − 5", "35", "30", "40"),
        ("4.87 + 3.29", "front-end", "4 + 3 + 1.5", "17/2", "8", "9"),
        ("6 1/4 − 2 5/6", "front-end", "6 − 2 − 1/2", "7/2", "3", "4"),
        ("24% of 61", "benchmark", "1/4 × 60", "15", "354/25", "793/50"),
        ("0.24 × 81", "benchmark", "1/4 × 80", "20", "474/25", "1053/50"),
        ("48% of 80", "benchmark", "1/2 × 80", "40", "192/5", "208/5"),
    )

    def test_the_other_kinds(self) -> None:
        for text, kind, *expected in self.OTHERS:
            with self.subTest(text=text):
                (found,) = estimates_of_kind(read(text).expr, kind)
                self.assertEqual([text_of(found.rounded), *map(str, (found.value, found.low, found.high))], expected)
        for text in ("60 + 5", "3/4 + 1/8"):
            self.assertEqual(estimates_of_kind(read(text).expr, "front-end"), (), text)
        self.assertEqual(estimates_of_kind(read("43% of 60").expr, "benchmark"), ())

    def test_other_kinds(self) -> None:
        others = [(e.kind, text_of(e.rounded)) for e in other_estimates(read("6 1/8 − 2 1/3").expr)]
        self.assertEqual(others, [("nearest-whole", "6 − 2")])
        wholes = estimates_of_kind(read("6 1/4 − 2 1/3").expr, "nearest-whole")
        self.assertEqual([(text_of(e.rounded), e.low, e.high) for e in wholes], [("6 − 2", Fraction(3), Fraction(5))])
        leading = estimates_of_kind(read("0.042 × 381").expr, "leading-place")
        self.assertEqual([text_of(e.rounded) for e in leading], ["0.04 × 400"])

    def test_more_or_less_than_one(self) -> None:
        for text, verdict in (
            ("5/8 + 2/3", "more"), ("1/4 + 2/5", "less"), ("1/4 + 5/6", "cannot-tell"), ("1/2 + 1/2", "cannot-tell"),
            ("1/2 + 3/5", "more"), ("5/4 + 1/3", None), ("3/4 − 1/3", None), ("1/2 + 1/3 + 1/4", None),
        ):  # fmt: skip
            self.assertEqual(more_or_less_than_one(read(text).expr), verdict, text)

    def test_none_where_none_can_be_made(self) -> None:
        for text in ("2 × 3", "5", "(1 + 2) × 3", "compare 1/2 and 1/3", "3 ÷ 1/8", "0.4 × 0.2", "5 1/2 + 2"):
            expr = read(text).expr
            self.assertEqual(estimates(expr), (), text)
            self.assertIsNotNone(why_none(expr), text)

    @searched(400)
    @given(sums(4) | expressions(depth=1))
    def test_two_at_most_the_sharper_first_and_never_the_problem_itself(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        found = estimates(problem.expr)
        self.assertLessEqual(len(found), 2)
        widths = [e.high - e.low for e in found]
        self.assertEqual(widths, sorted(widths))
        self.assertEqual(why_none(problem.expr) is None, bool(found))
        for estimate in (*found, *other_estimates(problem.expr)):
            self.assertNotEqual(text_of(estimate.rounded), text_of(problem.expr))
            self.assertLessEqual(estimate.low, estimate.high)

    def test_caught_means_outside_every_band(self) -> None:
        wrong = {w.mistake: w for w in look_twice(read("6 1/4 − 2 5/6")).likely_wrong}
        swapped, ten = wrong["smaller-part-from-larger"], wrong["regroup-ten"]
        self.assertEqual((swapped.value, swapped.caught), (Fraction(55, 12), True))
        self.assertEqual((ten.value, ten.caught), (Fraction(13, 4), False))

    def test_a_product_too_far_off_is_caught(self) -> None:
        wrong = {w.mistake: w for w in look_twice(read("4.8 × 2.7")).likely_wrong}
        self.assertTrue(wrong["point-as-in-addition"].caught)


class Guaranteed(unittest.TestCase):
    @searched(800)
    @given(sums())
    def test_the_band_of_a_sum(self, text: str) -> None:
        exact = value_of_line(text)
        for kind in ("nearest-half", "nearest-whole", "leading-place"):
            for estimate in estimates_of_kind(read(text).expr, kind):
                self.assertTrue(estimate.low <= exact <= estimate.high, f"{text}: {kind}")
                self.assertEqual(value_of_line(text_of(estimate.rounded)), estimate.value)

    @searched(800)
    @given(expressions())
    def test_the_band_of_any_calculation(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        exact = value_of_line(text)
        for estimate in (*estimates(problem.expr), *other_estimates(problem.expr)):
            self.assertTrue(estimate.low <= exact <= estimate.high, text)
