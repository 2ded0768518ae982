"""What is asked besides working out: every line true in its own sense, by Python's fractions and decimal."""

import re
import unittest
from contextlib import suppress
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from itertools import pairwise, product
from time import process_time

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import RepeatingDecimal, Whole
from keen_slate.core.problem.blanks import _tried, fill_sides, fillings, gaps_in, solve
from keen_slate.core.problem.bounds import LARGEST_BLANK
from keen_slate.core.problem.tree import Chain, Gap, evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.rules.factors import whole_of
from keen_slate.core.saying.say import say
from keen_slate.core.working.work import Working, work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.anything import Anything
from tests.support.arithmetic import value_of_line
from tests.support.generated import numbers
from tests.support.searching import searched

NUMBERS = numbers(decimals=True)
TERMS = numbers()
SMALL = st.integers(1, 9)


def lines_of(working: Working) -> list[str]:
    return [text_of(line.expr) for line in working.lines]


class Converting(unittest.TestCase):
    @searched(600)
    @given(NUMBERS, st.sampled_from(["mixed number", "improper fraction", "fraction", "decimal", "percent"]), SCHOOLS)
    def test_every_line_keeps_the_value_and_the_form_is_the_one_asked_for(
        self, number: str, form: str, school: School
    ) -> None:
        working = work(read(f"{number} as {'an' if form[0] == 'i' else 'a'} {form}"), school)
        for line in working.lines:
            if not isinstance(line.expr, RepeatingDecimal):
                self.assertEqual(evaluate(line.expr), value_of_line(number))
        written = text_of(working.answer)
        shapes = {
            "mixed number": r"\d+|\d+/\d+|\d+ \d+/\d+", "improper fraction": r"\d+/\d+",
            "fraction": r"\d+|\d+/\d+|\d+ \d+/\d+", "decimal": r"\d+|\d+\.\d+|\d+\.\d*\(\d+\)", "percent": r"[\d ./]+%",
        }  # fmt: skip
        self.assertRegex(written, rf"^(?:{shapes[form]})$")

    @searched(300)
    @given(st.integers(0, 99_999), st.integers(1, 4), st.integers(0, 3))
    def test_rounding_is_half_up(self, digits: int, places: int, to: int) -> None:
        number = Decimal(digits).scaleb(-places)
        working = work(read(f"round {number:.{places}f} to {to or 'the nearest whole'}{' places' if to else ''}"))
        rounded = number.quantize(Decimal(1).scaleb(-to), ROUND_HALF_UP)
        self.assertEqual(evaluate(working.answer), Fraction(rounded))

    @searched(300)
    @given(st.integers(1, 400), st.integers(1, 400), SCHOOLS)
    def test_simplifying(self, top: int, bottom: int, school: School) -> None:
        working = work(read(f"simplify {top}/{bottom}"), school)
        self.assertEqual({value_of_line(t) for t in lines_of(working)}, {Fraction(top, bottom)})


class Comparing(unittest.TestCase):
    @searched(600)
    @given(st.lists(NUMBERS, min_size=2, max_size=5), st.booleans())
    def test_order(self, items: list[str], falling: bool) -> None:
        working = work(read(f"order {', '.join(items)}{', largest first' if falling else ''}"))
        final = re.split(r" [<>=] ", lines_of(working)[-1])
        self.assertEqual(sorted(final), sorted(text_of(read(i).expr) for i in items))
        values = [value_of_line(t) for t in final]
        self.assertEqual(values, sorted(values, reverse=falling))
        for line in lines_of(working)[1:]:
            sides = re.split(r" [<>=] |, ", line)
            self.assertEqual(sorted(value_of_line(t) for t in sides), sorted(values))

    @searched(400)
    @given(NUMBERS, NUMBERS)
    def test_compare(self, first: str, second: str) -> None:
        a, sign, b = re.split(r" ([<>=]) ", lines_of(work(read(f"compare {first} and {second}")))[-1])
        x, y = value_of_line(a), value_of_line(b)
        self.assertEqual((x, y), (value_of_line(first), value_of_line(second)))
        self.assertEqual(sign, "<" if x < y else ">" if x > y else "=")


class Blanks(unittest.TestCase):
    def sides_agree(self, text: str) -> None:
        end = lines_of(work(read(text)))[-1]
        self.assertNotIn("?", end)
        self.assertEqual(len({value_of_line(side) for side in end.split(" = ")}), 1, end)

    @searched(300)
    @given(SMALL, SMALL, st.integers(2, 9), st.integers(2, 9), st.sampled_from(["top", "bottom"]))
    def test_chains_of_equal_fractions(self, top: int, bottom: int, by: int, also: int, first: str) -> None:
        unknown = f"?/{bottom * by}" if first == "top" else f"{top * by}/?"
        self.sides_agree(f"{top}/{bottom} = {unknown} = ?/{bottom * also}")

    @searched(300)
    @given(TERMS, TERMS, st.sampled_from(["? + {a} = {c}", "{a} + ? = {c}", "{c} − ? = {a}", "? − {a} = {c}"]))
    def test_a_blank_term(self, a: str, b: str, shape: str) -> None:
        total = value_of_line(f"{a} + {b}")
        c = f"{total.numerator}/{total.denominator}"
        self.sides_agree(shape.format(a=a, c=c))
        self.assertEqual(solve(read(shape.format(a=a, c=c)).expr.sides).count, 1)

    @searched(120)
    @given(st.lists(st.sampled_from([2, 3, 4, 6, 9, 12]), min_size=2, max_size=3), st.integers(1, 40))
    def test_tops_are_counted_as_brute_force_counts_them(self, bottoms: list[int], total: int) -> None:
        text = " + ".join(f"?/{b}" for b in bottoms) + f" = {total}/12"
        ranges = [range(int(Fraction(total, 12) * b) + 1) for b in bottoms]
        brute = sum(
            sum((Fraction(t, b) for t, b in zip(tops, bottoms, strict=True)), Fraction(0)) == Fraction(total, 12)
            for tops in product(*ranges)
        )
        problem = read(text)
        assert isinstance(problem.expr, Chain)
        self.assertEqual(solve(problem.expr.sides).count, brute)
        if brute:
            self.sides_agree(text)

    def test_two_unit_fractions_by_brute_force(self) -> None:
        problem = read("1/? + 1/? = 5/6")
        assert isinstance(problem.expr, Chain)
        span = range(1, LARGEST_BLANK + 1)
        brute = sum(Fraction(1, a) + Fraction(1, b) == Fraction(5, 6) for a in span for b in span)
        self.assertEqual(solve(problem.expr.sides).count, brute)

    @searched(400)
    @given(
        st.sampled_from([None, -1, 0, 2]), st.sampled_from([None, 0, 1, 4, 6, 12]), st.sampled_from([None, 1, 2, 4, 6]),
        st.integers(-3, 60), st.sampled_from([1, 2, 3, 4, 6]),
    )  # fmt: skip
    def test_one_number_is_filled_as_trying_fills_it(
        self, whole: int | None, top: int | None, bottom: int | None, n: int, d: int
    ) -> None:
        value, gap = Fraction(n, d), Gap(whole, top, bottom)
        wholes = range(max(int(value), 0) + 1) if whole is None else [max(whole, 0)]
        bottoms = range(1, LARGEST_BLANK + 1) if bottom is None else [bottom]
        tried = 0
        for w, b in product(wholes, bottoms):
            pieces = (value - w) * b
            fits = pieces >= 0 and pieces.denominator == 1 and top in (None, pieces)
            tried += fits and not (top == 0 and bottom is None)  # 0/? says nothing of its bottom
        found = fillings(gap, value)
        self.assertEqual(found.count, tried, (gap, value))
        if found.shown is not None:
            self.assertEqual(gap.filled(tuple(whole_of(n) for n in found.shown)).value, value)

    def test_blanks_of_huge_numbers_are_counted_at_once(self) -> None:
        """By hand: a whole from 0 to 999999999 beside halves, or beside 1/1 to 999999999/1 … of a hundred bottoms."""
        for text, ways in (
            ("? 1/2 = 999999999", 0),
            ("? 1/2 = 999999999/2", 1),
            ("? ?/2 = 999999999", 1_000_000_000),
            ("? ?/? = 999999999", 100_000_000_000),
            ("? 1/? = 999999999", 1),
            ("? 999999999/? = 5", 2),
        ):
            with self.subTest(text=text):
                start = process_time()
                problem = read(text)
                assert isinstance(problem.expr, Chain)
                self.assertEqual(solve(problem.expr.sides).count, ways)
                self.assertTrue(work(problem).lines)
                self.assertLess(process_time() - start, 2)

    def test_where_nothing_fits_it_is_said_why(self) -> None:
        for text, why in (
            ("?/4 = 5/6", "The blank is worth 5/6: that is no whole number of quarters, so nothing fits."),
            ("2/3 = ?/12 = 7/10", "The sides without a blank are not equal: no number fits."),
            ("?/2 + ?/4 = 1/6", "Counted in quarters, 1/6 is no whole number of pieces: no whole numbers fit."),
        ):
            self.assertEqual(say(work(read(text)).lines[-1].said), why)


class Hostile(unittest.TestCase):
    def test_no_text_within_the_bounds_takes_long(self) -> None:
        """Bounded in time: two seconds of the processor for the worst that is known, a hundred times the usual."""
        worst = (
            "+".join(["1/999999937", "1/999999893"] * 10), "(" * 8 + "12^12" + ")" * 8, "1/999983 as a decimal",
            "?/999999937 = 1/999999893", "?/7 + ?/11 + ?/13 = 99/1", "? × ? = 36", "order " + ", ".join(["1/97"] * 20),
            "999999999.999999999 × 999999999.999999999", "×".join(["999999999"] * 6), "9.999999999 ÷ 0.000000003",
            "round 999999999.999999999 to 9 places", "simplify 999999999/999999998",
        )  # fmt: skip
        for text in worst:
            with self.subTest(text=text[:40]):
                start = process_time()
                try:
                    work(read(text))
                except UnreadableProblem as fault:
                    self.assertTrue(say(fault.said))
                self.assertLess(process_time() - start, 2)

    def test_a_block_longer_than_any_line_is_refused(self) -> None:
        with self.assertRaises(UnreadableProblem) as caught:
            read("1/983 as a decimal")
        self.assertEqual(
            say(caught.exception.said),
            "Over 983 the decimal repeats only after more than 120 digits. Use a smaller bottom.",
        )

    def test_neighbouring_lines_differ_or_ask(self) -> None:
        for text in ("2/3 = ?/12", "compare 3/4 and 5/6", "11/4 as a mixed number"):
            lines = [text_of(n.expr) for n in work(read(text)).lines if not n.is_question]
            self.assertTrue(all(a != b for a, b in pairwise(lines)))


class TwoBlanks(unittest.TestCase):
    @searched(100, share=12)
    @given(st.integers(0, 10**6))
    def test_as_many_ways_as_trying_every_pair(self, seed: int) -> None:
        """The second blank is worked out from the first; trying all pairs counts the same."""
        made = Anything(seed)
        try:
            problem = read(f"{made.expression(1, 0.5)} = {made.expression(1, 0.3)}")
        except UnreadableProblem:
            return
        sides = problem.expr.sides if isinstance(problem.expr, Chain) else ()
        if sum(gap.blanks() for side in sides for _, gap in gaps_in(side)) != 2:
            return
        count = 0
        for pair in product(range(LARGEST_BLANK + 1), repeat=2):
            filled = fill_sides(sides, tuple(Whole(n) for n in pair))
            with suppress(ZeroDivisionError):
                count += filled is not None and len({evaluate(side) for side in filled}) == 1
        self.assertEqual(_tried(sides).count, count)
