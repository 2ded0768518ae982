"""What a class calls out, judged at every step of many workings: nothing true is called false, every sum said is so."""

import re
import unittest
from fractions import Fraction

from keen_slate.core.diagnosis.called_out import called_out
from keen_slate.core.diagnosis.choosing import choices
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.tree import Chain, Comparison, Expr, evaluate, is_numeral, walk
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.deciding import decisive_line
from keen_slate.core.working.work import Working, work

ITEMS = (
    "1/4 + 5/6", "1/3 + 1/6", "2/5 + 1/5", "6 1/4 - 2 5/6", "9 - 3 2/5", "2 3/4 + 1 5/6", "8/12 - 2/12", "3/4 × 2/9",
    "2 1/2 × 1 1/5", "3/4 ÷ 2/3", "simplify 18/24", "0.35 + 1.2", "4.05 - 1.8", "4.8 × 0.35", "7236 ÷ 12",
    "compare 3/4 and 5/6", "2/3 = ?/12", "30% of 240", "0.35 as a fraction", "(1/2 + 1/3) × 6", "3/8 + 0.25",
)  # fmt: skip
SCHOOLS: tuple[dict[str, str], ...] = (
    {},
    {"subtracting": "improper"},
    {"denominators": "product"},
    {"questions": "unasked"},
)
SUMS = re.compile(r"(\d+) ([×÷]) (\d+) = (\d+)")
ODD = ("?", "x", "1/0", "12 boards", "= ", "3 4 5", "1/2 + ", "ninety", "-3", "0", "007", "1e9", "²", "12,5", "a" * 300)


def figures(working: Working, at: int) -> set[str]:
    """The numbers that the next written line brings, each as a class would call it out."""
    before, line = working.lines[at - 1].expr, working.lines[at]
    was = {text_of(e) for e in _numbers(before)}
    return {text_of(e) for e in _numbers(line.expr)} - was


def _numbers(expr: Expr) -> list[Expr]:
    sides = expr.items if isinstance(expr, Comparison) else expr.sides if isinstance(expr, Chain) else (expr,)
    return [e for side in sides for e in walk(side) if is_numeral(e)]


class EveryStep(unittest.TestCase):
    def each(self) -> "list[tuple[Problem, Working, int]]":
        found = []
        for text in ITEMS:
            for chosen in SCHOOLS:
                problem = read(text)
                working = work(problem, school_from(FACETS, chosen))
                found += [(problem, working, at) for at in range(1, len(working.lines))]
        return found

    def test_what_the_next_line_brings_is_seen(self) -> None:
        seen = 0
        for problem, working, at in self.each():
            if working.lines[at].is_question:
                continue
            for said in figures(working, at):
                seen += 1
                with self.subTest(item=problem.text(), at=at, said=said):
                    self.assertIn(called_out(problem, working, at, said).verdict, ("right", "also right"))
        self.assertGreater(seen, 200)

    def test_a_line_of_the_working_is_never_false(self) -> None:
        for problem, working, at in self.each():
            if isinstance(problem.expr, (Chain, Comparison)) or problem.text().startswith(("simplify", "0.35 as")):
                continue
            for line in working.lines[at:]:
                with self.subTest(item=problem.text(), at=at, line=text_of(line.expr)):
                    found = called_out(problem, working, at, f"= {text_of(line.expr)}")
                    self.assertIn(found.verdict, ("right", "also right"))

    def test_true_sums_beside_the_line_are_not_false(self) -> None:
        for problem, working, at in self.each():
            for said in ("3 + 4 = 7", "12 × 3 = 36", "1/2 = 2/4"):
                self.assertNotEqual(called_out(problem, working, at, said).verdict, "false", (problem.text(), said))

    def test_every_sum_that_is_said_is_so(self) -> None:
        told = 0
        for problem, working, at in self.each():
            for number in range(1, 61):
                found = called_out(problem, working, at, str(number))
                sentence = say(found.said)
                for a, sign, b, c in SUMS.findall(sentence):
                    told += 1
                    worth = Fraction(int(a)) * int(b) if sign == "×" else Fraction(int(a), int(b))
                    self.assertEqual(worth, int(c), (problem.text(), at, sentence))
                if "is no multiple of" in sentence:
                    bottoms = [int(n) for n in re.findall(r"\d+", sentence.split(":")[0])[1:]]
                    self.assertTrue(all(number % b for b in bottoms), sentence)
                if "works too" in sentence:
                    bottoms = [
                        int(e.denominator)
                        for e in _numbers(problem.expr)
                        if isinstance(e, (CommonFraction, MixedNumber))
                    ]
                    self.assertTrue(all(number % b == 0 for b in bottoms), sentence)
        self.assertGreater(told, 300)

    def test_odd_texts_are_answered(self) -> None:
        for problem, working, at in self.each():
            for text in ODD:
                found = called_out(problem, working, at, text)
                self.assertTrue(say(found.said).strip(), (problem.text(), at, text))

    def test_a_figure_of_the_next_stroke(self) -> None:
        problem = read("7236 ÷ 12")
        working = work(problem)
        self.assertEqual(called_out(problem, working, 1, "6", written=("6", "72")).verdict, "right")


class Questions(unittest.TestCase):
    """Which bottoms change, and is the part enough: by fractions alone."""

    def test_which_bottoms_change(self) -> None:
        for text, right in (
            ("1/4 + 5/6", "both"),
            ("1/3 + 1/6", "one"),
            ("2/5 + 1/5", "neither"),
            ("1/2 - 1/3", "both"),
        ):
            problem = read(text)
            working = work(problem)
            at = next(i for i, line in enumerate(working.lines) if line.act == "bottoms")
            for said in ("both", "one", "neither"):
                verdict = called_out(problem, working, at, said).verdict
                self.assertEqual(verdict == "right", said == right, (text, said))

    def test_whether_the_part_is_enough(self) -> None:
        for text, right in (("6 1/4 - 2 5/6", "no"), ("6 5/6 - 2 1/6", "yes"), ("5 2/3 - 1 1/2", "yes")):
            problem = read(text)
            working = work(problem)
            at = next(i for i, line in enumerate(working.lines) if line.act == "enough")
            for said in ("yes", "no"):
                verdict = called_out(problem, working, at, said).verdict
                self.assertEqual(verdict == "right", said == right, (text, said))


class Choosing(unittest.TestCase):
    def test_one_is_right_the_rest_are_wrong_and_all_differ(self) -> None:
        for text in ITEMS:
            problem = read(text)
            right, second = work(problem).answer, look_twice(problem)
            found = choices(problem.expr, right, second)
            if isinstance(problem.expr, Chain):
                self.assertEqual(found, ())
                continue
            with self.subTest(item=text):
                self.assertEqual([c.answer for c in found if not c.mistake], [right])
                self.assertEqual(len({text_of(c.answer) for c in found}), len(found))
                if not isinstance(problem.expr, Comparison):
                    values = [evaluate(c.answer) for c in found]
                    self.assertEqual(values, sorted(values))
                    self.assertTrue(all(evaluate(c.answer) != evaluate(right) for c in found if c.mistake))

    def test_those_that_are_ticked(self) -> None:
        problem = read("1/4 + 5/6")
        second = look_twice(problem)
        ticked = [w.mistake for w in second.likely_wrong][2:4]
        found = choices(problem.expr, work(problem).answer, second, ticked)
        self.assertEqual({c.mistake for c in found}, {"", *ticked})


class Deciding(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Common practice, no source: what a teacher points at in these examples."""
        for text, line in (
            ("6 1/4 - 2 5/6", "5 15/12 − 2 10/12"), ("1/4 + 5/6", "12/12 + 1/12"), ("1/3 + 1/6", "2/6 + 1/6"),
            ("5 5/6 - 2 1/6", "3 2/3"), ("3/8 + 0.25", "3/8 + 25/100"),
        ):  # fmt: skip
            working = work(read(text))
            at = decisive_line(working)
            assert at is not None, text
            self.assertEqual(text_of(working.lines[at].expr), line, text)
