"""LaTeX by hand, and laws over everything that is worked."""

import re
import unittest

from hypothesis import given

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.working.work import work
from keen_slate.render.latex import latex
from keen_slate.render.spoken import spoken
from tests.support.generated import expressions
from tests.support.searching import searched

# Typed, in LaTeX, spoken; by hand.
BY_HAND = (
    ("5", "5", "5"),
    ("3/8", r"\frac{3}{8}", "3 eighths"),
    ("2 3/4", r"2\frac{3}{4}", "2 and 3 quarters"),
    ("6 1/4 - 2 5/6", r"6\frac{1}{4} - 2\frac{5}{6}", "6 and 1 quarter minus 2 and 5 sixths"),
    ("4.50 + .4", "4.50 + .4", "4.50 plus .4"),
    ("2 × 3 ÷ 4", r"2 \times 3 \div 4", "2 times 3 divided by 4"),
    (
        "2(1/2 + 1/3)", r"2\left(\frac{1}{2} + \frac{1}{3}\right)",
        "2 times open bracket 1 half plus 1 third close bracket",
    ),
    (
        "[3 + {2 - 1}]", r"\left[3 + \left\{2 - 1\right\}\right]",
        "open bracket 3 plus open bracket 2 minus 1 close bracket close bracket",
    ),
    ("7^2", "7^{2}", "7 to the power 2"),
    ("(2/3)^2", r"\left(\frac{2}{3}\right)^{2}", "open bracket 2 thirds close bracket to the power 2"),
    ("-3/4", r"-\frac{3}{4}", "negative 3 quarters"),
    ("3 - (-2)", r"3 - \left(-2\right)", "3 minus open bracket negative 2 close bracket"),
    ("25% of 80", r"25\,\%\text{ of }80", "25 percent of 80"),
    ("2/3 = ?/12", r"\frac{2}{3} = \frac{\square}{12}", "2 thirds equals blank over 12"),
    ("3 ?/5 = 17/5", r"3\frac{\square}{5} = \frac{17}{5}", "3 and blank over 5 equals 17 fifths"),
    ("compare 3/4 and 5/6", r"\frac{3}{4}\text{ and }\frac{5}{6}", "3 quarters and 5 sixths"),
)  # fmt: skip


class ByHand(unittest.TestCase):
    def test_latex_and_speech(self) -> None:
        for typed, written, aloud in BY_HAND:
            with self.subTest(typed=typed):
                expr = read(typed).expr
                self.assertEqual(latex(expr), written)
                self.assertEqual(spoken(expr), aloud)

    def test_what_repeats_is_said(self) -> None:
        for typed, aloud in (
            ("1/3", "0 point 3 repeating"),
            ("5/6", "0.8 with 3 repeating"),
            ("1/7", "0 point 142857 repeating"),
        ):
            self.assertEqual(spoken(work(read(f"{typed} as a decimal")).answer), aloud)

    def test_labels_stand_at_each_amount(self) -> None:
        problem = read("2 3/4 m - 1 1/2 m")
        self.assertEqual(
            latex(problem.expr, Manner(label=problem.label)), r"2\frac{3}{4}\,\text{m} - 1\frac{1}{2}\,\text{m}"
        )
        self.assertEqual(latex(read("62 1/2").expr, Manner(label="%")), r"62\frac{1}{2}\,\%")

    def test_repeating_decimals_and_cross_products(self) -> None:
        self.assertEqual(latex(work(read("1/6 as a decimal")).answer), r"0.1\overline{6}")
        from keen_slate.core.machine.school import school_from
        from keen_slate.core.schools.listing import FACETS

        crossed = work(read("2/3 + 1/5"), school_from(FACETS, {"denominators": "cross-products"}))
        line = next(n for n in crossed.lines if n.rule == "cross-products")
        self.assertEqual(latex(line.expr), r"\frac{2 \times 5 + 1 \times 3}{3 \times 5}")


class Laws(unittest.TestCase):
    @searched(300)
    @given(expressions())
    def test_braces_close_and_the_numbers_are_those_of_the_line(self, text: str) -> None:
        try:
            working = work(read(text))
        except UnreadableProblem:
            return
        for line in working.lines:
            written = latex(line.expr)
            self.assertEqual(written.count("{"), written.count("}"))
            self.assertEqual(written.count(r"\left"), written.count(r"\right"))
            self.assertEqual(re.findall(r"\d+", written), re.findall(r"\d+", text_of(line.expr)))
            self.assertTrue(spoken(line.expr))
