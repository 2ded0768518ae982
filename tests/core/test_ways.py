"""Ways that fit only some numbers: each is followed exactly where it can be, recomputed with Python's divmod, and refused
with a true reason elsewhere."""

import re
import unittest
from fractions import Fraction
from math import gcd, lcm, prod

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import school_from
from keen_slate.core.machine.side_work import Calculation, SetOut
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import Working, work
from tests.support.searching import searched

SMALL = st.integers(1, 12)
BOTTOM = st.integers(2, 12)


def by(text: str, **choices: str) -> Working:
    return work(read(text), school_from(FACETS, {"questions": "unasked", **choices}))


class InTheHead(unittest.TestCase):
    """Every calculation beside a line is true, they lead from the first number to the result, and no columns stand
    there as well; where the way does not fit, there are the columns."""

    def written(self, text: str, choice: str) -> list[str]:
        working = by(text, **{"whole-sums": choice})
        sides = [side for line in working.lines for side in line.side]
        calculations = [side.text for side in sides if isinstance(side, Calculation)]
        self.assertFalse(calculations and any(isinstance(side, SetOut) for side in sides), text)
        return calculations

    @searched(400)
    @given(
        st.integers(11, 999), st.integers(2, 999), st.sampled_from("+−"), st.sampled_from(["past-a-ten", "by-places"])
    )
    def test_each_leads_on_to_the_next(self, a: int, b: int, sign: str, choice: str) -> None:
        if sign == "−" and a < b:
            a, b = b, a
        for text in (f"{a} {sign} {b}", f"{a}/1009 {sign} {b}/1009", f"{a} 1/3 {sign} {b} 1/3"):
            written = self.written(text, choice)
            at = a
            for calculation in written:
                start, way, by_how_much, end = re.fullmatch(r"(\d+) ([+−]) (\d+) = (\d+)", calculation).groups()
                self.assertEqual(int(start), at)
                at = int(end)
                self.assertEqual(at, int(start) + (1 if way == "+" else -1) * int(by_how_much))
            if written:
                self.assertEqual(at, a + b if sign == "+" else a - b)
                self.assertLessEqual(len(written), 3)

    def test_where_it_does_not_fit_it_is_in_columns(self) -> None:
        for text, choice in (("614 − 280", "past-a-ten"), ("41 − 8", "by-places"), ("46 + 27 + 38", "past-a-ten")):
            self.assertEqual(self.written(text, choice), [])
            beside = [side for line in by(text, **{"whole-sums": choice}).lines for side in line.side]
            self.assertTrue(any(isinstance(side, SetOut) for side in beside), text)


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


class Comparing(unittest.TestCase):
    """Each way decides where it can by the fractions' own values, and says of them what is so."""

    def compared(self, a: int, b: int, c: int, d: int, way: str) -> Working:
        working = by(f"compare {a}/{b} and {c}/{d}", comparing=way)
        one, other = Fraction(a, b), Fraction(c, d)
        sign = "<" if one < other else ">" if one > other else "="
        self.assertEqual(text_of(working.answer), f"{a}/{b} {sign} {c}/{d}")
        return working

    @searched(400)
    @given(SMALL, BOTTOM, SMALL, BOTTOM)
    def test_a_mark_decides_where_it_lies_between(self, a: int, b: int, c: int, d: int) -> None:
        for way, mark in (("half", Fraction(1, 2)), ("whole", Fraction(1))):
            working = self.compared(a, b, c, d, way)
            low, high = sorted((Fraction(a, b), Fraction(c, d)))
            decides = b != d and low <= mark <= high and low != high
            self.assertEqual(f"judge-by-{way}" in [line.rule for line in working.lines], decides)
            self.assertEqual(bool(working.refused), b != d and not decides)
            said = say(working.lines[1].said if decides else working.refused[0].why) if b != d else ""
            for text in re.findall(r"(\d+/\d+) is more than a (?:half|whole)", said):
                self.assertGreater(Fraction(text), mark, said)
            for text in re.findall(r"(\d+/\d+) is less than a (?:half|whole)", said):
                self.assertLess(Fraction(text), mark, said)
            for twice in re.findall(r"twice (\d+) is (\d+), (less|more) than (\d+)", said):
                self.assertEqual(2 * int(twice[0]), int(twice[1]))
                self.assertEqual(twice[2] == "less", int(twice[1]) < int(twice[3]))
            if both := re.search(r"are both (less|more) than", said):
                self.assertTrue(high <= mark if both[1] == "less" else low >= mark, said)

    @searched(300)
    @given(SMALL, BOTTOM, SMALL, BOTTOM)
    def test_what_is_missing(self, a: int, b: int, c: int, d: int) -> None:
        working = self.compared(a, b, c, d, "gap")
        decides = b != d and b - a == d - c > 0
        self.assertEqual("judge-by-gap" in [line.rule for line in working.lines], decides)
        if decides:
            lacks = re.findall(r"(\d+/\d+) lacks (\d+/\d+)", say(working.lines[1].said))
            self.assertEqual([Fraction(f) + Fraction(gap) for f, gap in lacks], [1, 1])
        elif b != d:
            for text, gap in re.findall(r"(\d+/\d+) lacks (\d+)\b", say(working.refused[0].why)):
                self.assertEqual(int(text.split("/")[1]) - int(text.split("/")[0]), int(gap))

    @searched(300)
    @given(SMALL, BOTTOM, SMALL, BOTTOM)
    def test_equal_tops_and_cross_products(self, a: int, b: int, c: int, d: int) -> None:
        if b == d:
            return
        lines = [text_of(line.expr) for line in self.compared(a, b, c, d, "equal-tops").lines]
        top = lcm(a, c)
        if a != c:
            self.assertEqual(lines[1], f"{top}/{b * top // a} and {top}/{d * top // c}")
        working = self.compared(a, b, c, d, "cross-products")
        self.assertEqual(text_of(working.lines[1].expr), f"{a * d}/{b * d} and {c * b}/{b * d}")
        self.assertIn(f"{a} × {d} = {a * d} and {c} × {b} = {c * b}", say(working.lines[1].said))

    # By hand: what is said of the pieces where the tops are equal.
    BY_HAND = (
        ("compare 3/4 and 5/6", "15 pieces of each, and eighteenths are larger than twentieths."),
        ("compare 1/3 and 1/4", "One piece of each, and thirds are larger than quarters."),
        ("order 1/2, 3/5, 4/7", "12 pieces of each: the larger the bottom, the smaller the pieces."),
    )

    def test_by_hand(self) -> None:
        for text, said in self.BY_HAND:
            self.assertIn(said, [say(line.said) for line in by(text, comparing="equal-tops").lines])

    def test_more_than_two_and_wholes_are_refused_with_a_reason(self) -> None:
        for text, way, why in (
            ("order 1/2, 3/5, 4/7", "half", "This compares two fractions, and there are 3."),
            ("order 1/2, 3/5, 4/7", "cross-products", "This compares two fractions, and there are 3."),
            ("compare 7/6 and 3/4", "gap", "7/6 lacks nothing of a whole."),
            ("compare 3/6 and 1/2", "half", "3/6 and 1/2 are both a half, so a half does not decide."),
            (
                "compare 2 3/4 and 2 5/6",
                "equal-tops",
                "There are wholes beside the fractions: these are compared first",
            ),
        ):
            self.assertTrue(say(by(text, comparing=way).refused[0].why).startswith(why), text)


class Percents(unittest.TestCase):
    @searched(200)
    @given(st.integers(1, 240), st.integers(1, 400), st.integers(0, 2))
    def test_by_tens_and_fives(self, percent: int, digits: int, places: int) -> None:
        """The parts add up, every sentence of the amount is so, and all percents are there."""
        amount = f"{digits / 10**places:.{places}f}"
        working = by(f"{percent}% of {amount}", percents="tens-and-fives")
        whole = Fraction(digits, 10**places)
        self.assertEqual((evaluate(working.answer), working.refused), (whole * percent / 100, ()))
        said = say(working.lines[1].said)
        parts = re.findall(r"(\d+)% of [\d.]+ is ([\d.]*\d)", said)
        for size, worth in parts:
            self.assertEqual(whole * int(size) / 100, Fraction(worth), said)
        for total, often, worth in re.findall(r"(\d+)% is (twice|\d+ times) ([\d.]*\d)", said):
            count = 2 if often == "twice" else int(often.split()[0])
            self.assertEqual(whole * int(total) / 100, count * Fraction(worth), said)
        self.assertLessEqual({int(size) for size, _ in parts}, {100, 10, 5, 1})

    def test_what_is_no_whole_number_of_percents_of_one_amount_is_refused(self) -> None:
        for text in ("12.5% of 40", "35% of 3/4", "100 − 35% × 140", "35% × 20 × 2"):
            self.assertEqual([r.choice for r in by(text, percents="tens-and-fives").refused], ["tens-and-fives"], text)
        self.assertEqual(by("35% + 20%", percents="tens-and-fives").refused, ())


class CountingBack(unittest.TestCase):
    @searched(200)
    @given(SMALL, SMALL, BOTTOM, SMALL, SMALL, BOTTOM)
    def test_after_renaming(self, m: int, a: int, b: int, n: int, c: int, d: int) -> None:
        first, second = m + Fraction(a % b, b), n + Fraction(c % d, d)
        if first <= second:
            return
        working = by(f"{m} {a % b}/{b} − {n} {c % d}/{d}", subtracting="count-back")
        self.assertEqual((evaluate(working.answer), working.refused), (first - second, ()))

    def test_by_hand(self) -> None:
        lines = [text_of(line.expr) for line in by("6 1/4 − 2 5/6", subtracting="count-back").lines]
        self.assertEqual(
            lines,
            ["6 1/4 − 2 5/6", "6 3/12 − 2 10/12", "6 3/12 − 2 − 10/12", "4 3/12 − 10/12", "4 − 7/12", "3 5/12"],
        )


class Cancelling(unittest.TestCase):
    @searched(200)
    @given(st.lists(st.tuples(SMALL, BOTTOM), min_size=2, max_size=5))
    def test_across_all_that_is_multiplied(self, pairs: list[tuple[int, int]]) -> None:
        """After the one line of cancelling no top shares a factor with a bottom, so nothing is left to simplify."""
        text = " × ".join(f"{a}/{b}" for a, b in pairs)
        working = by(text, multiplying="cancel-first")
        exact = prod((Fraction(a, b) for a, b in pairs), start=Fraction(1))
        self.assertEqual(evaluate(working.answer), exact)
        rules = [line.rule for line in working.lines]
        shares = gcd(prod(a for a, _ in pairs), prod(b for _, b in pairs)) > 1
        self.assertEqual((rules.count("cancel"), "simplify" in rules), (int(shares), False))
        if shares:
            for top, bottom, factor in re.findall(r"(\d+) and (\d+) by (\d+)", say(working.lines[1].said)):
                self.assertEqual((int(top) % int(factor), int(bottom) % int(factor)), (0, 0))


class Named(unittest.TestCase):
    """A common bottom that the class names."""

    @searched(300)
    @given(SMALL, BOTTOM, SMALL, BOTTOM, st.integers(2, 150))
    def test_any_common_multiple_is_worked_with_and_anything_else_answered(
        self, a: int, b: int, c: int, d: int, common: int
    ) -> None:
        a, c = min(a, b - 1), min(c, d - 1)
        problem = read(f"{a}/{b} + {c}/{d} in {common}ths")
        working = work(problem)
        self.assertEqual(evaluate(working.answer), Fraction(a, b) + Fraction(c, d))
        fits = b != d and common % b == 0 and common % d == 0
        self.assertEqual(problem.common, common if fits else 0)
        lines = [text_of(line.expr) for line in working.lines]
        if fits:
            self.assertEqual(read(problem.text()), problem)
            self.assertIn(f"{a * common // b}/{common} + {c * common // d}/{common}", lines)
            said = next(say(line.said) for line in working.lines if line.rule == "rename-as-named")
            for times, bottom in re.findall(r"(\d+) × (\d+)", said):
                self.assertEqual(int(times) * int(bottom), common)
            self.assertEqual("would do" in said, common > lcm(b, d))
        else:
            said = say(problem.notes[0])
            for claim, inside in ((r"in the ((?:\d+s(?:, | and )?)+), not", True), (r"not in the ([^:]+):", False)):
                for bottom in re.findall(r"\d+", "".join(re.findall(claim, said))):
                    self.assertEqual(common % int(bottom) == 0, inside, said)

    def test_by_hand(self) -> None:
        for text, said in (
            (
                "2/3 + 5/8 in 18ths",
                "18 is in the 3s, not in the 8s: it is no common bottom. The lowest common bottom is taken.",
            ),
            (
                "2/5 + 1/4 in sevenths",
                "7 is not in the 5s and 4s: it is no common bottom. The lowest common bottom is taken.",
            ),
            ("1/4 + 1/4 in eighths", "All pieces are quarters already: nothing has to be renamed."),
        ):
            self.assertEqual(say(read(text).notes[0]), said)
        self.assertEqual(read("1/6 + 1/4 in the 24s").text(), "1/6 + 1/4 in 24ths")
        self.assertEqual(read("1/6 + 1/4 in twelfths").text(), "1/6 + 1/4 in twelfths")
        with self.assertRaises(UnreadableProblem):
            read("2/3 × 3/4 in 24ths")
