"""Blanks in every place: what one way fills is filled, and no number of it is left open."""

import unittest
from itertools import product

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.blanks import fill_sides, gaps_in, solve
from keen_slate.core.problem.tree import Chain, evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.working.work import work

GAPS = ("?", "?/4", "3/?", "2 ?/4", "? 1/4", "?/?", "? ?/4")
SIGNS = ("+", "−", "×", "÷")
KNOWN = ("1/2", "3", "9 25/100", "0", "2/3", "999999999")


def problems() -> list[str]:
    """Two numbers joined by each sign, of which one or both have blanks, on either side of a known one."""
    found = [f"{a} {sign} {b} = {known}" for a, sign, b, known in product(GAPS, SIGNS, (*GAPS[:5], "3/4", "2"), KNOWN)]
    return found + [f"{known} = {a}" for a, known in product(GAPS, KNOWN)]


class Blanks(unittest.TestCase):
    def test_what_one_way_fills_is_filled(self) -> None:
        filled = 0
        for text in problems():
            try:
                problem = read(text)
            except UnreadableProblem:
                continue
            with self.subTest(text=text):
                assert isinstance(problem.expr, Chain)
                answer = work(problem).answer
                if solve(problem.expr.sides).count == 1:
                    assert isinstance(answer, Chain)
                    self.assertEqual([g for s in answer.sides for g in gaps_in(s)], [])
                    self.assertEqual(len({evaluate(s) for s in answer.sides}), 1)
                    filled += 1
        self.assertGreater(filled, 120)

    def test_any_answer_to_them_is_judged(self) -> None:
        for number, text in enumerate(problems()):
            if number % 12:
                continue
            try:
                prepared = prepare(read(text))
            except UnreadableProblem:
                continue
            for answer in ("3", "1/4", "? 1/4", "no", "9 1/4, 1", text.replace("?", "2")):
                with self.subTest(text=text, answer=answer):
                    self.assertTrue(diagnose(prepared, answer).verdict)

    def test_the_task_written_down_again_is_no_false_line(self) -> None:
        """With percents too, of which a blank can be one side or the number of them."""
        written = 0
        sides = [f"{a} {sign} {b}" for a, sign, b in product((*GAPS[:4], "?%", "25%"), SIGNS, ("?", "?%", "60", "8%"))]
        for text in (f"{side} = {known}" for side in sides if "?" in side for known in ("15", "1/2", "5%")):
            try:
                problem = read(text)
            except UnreadableProblem:
                continue
            if isinstance(problem.expr, Chain) and solve(problem.expr.sides).count == 1:
                with self.subTest(text=text):
                    self.assertEqual(judge_lines(problem, (text,))[0].verdict, "follows")
                    written += 1
        self.assertGreater(written, 100)

    def test_the_ways_are_ways(self) -> None:
        for text in problems():
            try:
                expr = read(text).expr
            except UnreadableProblem:
                continue
            assert isinstance(expr, Chain)
            solved = solve(expr.sides)
            if solved.count and all(isinstance(n, Whole) for n in solved.numbers):
                sides = fill_sides(expr.sides, solved.numbers)
                self.assertIsNotNone(sides, text)
                self.assertEqual(len({evaluate(s) for s in sides or ()}), 1, text)
