"""A pupil's own lines: a true statement is never false, one false sign is found, what follows from it is not.

What is true is decided by ``fractions`` alone, on texts that are taken apart by the tests themselves.
"""

import random
import re
import unittest
from fractions import Fraction
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.lines import JudgedLine, judge_lines
from keen_slate.core.machine.school import School, fitting_school, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.bounds import MOST_LINES
from keen_slate.core.problem.tree import Chain, Comparison, Estimating, Rounding, evaluate
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.generated import asked, decimal_sums, expressions, sums
from tests.support.searching import searched

NUMBER = re.compile(r"(?<![\d./])(\d+)/(\d+)(?![\d./^])")


def any_school(seed: random.Random) -> School:
    return school_from(FACETS, {f.id: seed.choice(f.choices).id for f in FACETS if seed.random() < 0.4})


def problem_of(text: str) -> Problem | None:
    """None where it cannot be read: what divides by zero."""
    try:
        return read(text)
    except UnreadableProblem:
        return None


def written_lines(problem: Problem, school: School) -> list[str]:
    """The lines of a working as a pupil copies them: without the questions, which repeat a line."""
    fitting, _ = fitting_school(FACETS, school, problem.expr)
    lines = [text_of(line.expr) for line in work(problem, fitting).lines[1:] if not line.is_question]
    return lines[: MOST_LINES - 5]  # the side work beside them


def as_written(value: Fraction, seed: random.Random) -> str:
    """A value as a pupil may write it: not always in lowest terms, as a mixed number, or as a fraction."""
    sign, value = ("−" if value < 0 else ""), abs(value)
    whole, rest = divmod(value, 1)
    if not rest:
        return f"{sign}{whole}"
    by = seed.choice((1, 1, 2, 3))
    top, bottom = rest.numerator * by, rest.denominator * by
    if whole and seed.random() < 0.6:
        return f"{sign}{whole} {top}/{bottom}"
    return f"{sign}{top + whole * bottom}/{bottom}"


def true_calculation(seed: random.Random) -> tuple[str, Fraction]:
    """A calculation on numbers of its own, and its value by ``fractions``."""
    a, b = seed.randint(2, 12), seed.randint(2, 12)
    c, d = seed.randint(1, 9), seed.choice((2, 3, 4, 5, 8, 10))
    value, text = seed.choice(
        (
            (Fraction(a * b), f"{a} × {b} = {a * b}"),
            (Fraction(a), f"{a * b} ÷ {b} = {a}"),
            (Fraction(a + b), f"{a} + {b} = {a + b}"),
            (Fraction(a, 10) / Fraction(b, 10), f"{a / 10} ÷ {b / 10} = {a} ÷ {b}"),
            (Fraction(c, d), f"{c}/{d} = {c * a}/{d * a}"),
            (Fraction(c * b, d), f"{b} × {c}/{d} = {b * c}/{d}"),
            (Fraction(a * 10, 10), f"10% of {a * 10} = {a}"),
            (Fraction(a * b + c), f"{a} × {b} + {c} = {a * b} + {c} = {a * b + c}"),
            (Fraction(a * b + c), f"{a} × {b} = {a * b} + {c} = {a * b + c}"),
        )
    )
    return text, value


def in_other_forms(line: str, seed: random.Random) -> str:
    """Some of its fractions enlarged."""

    def enlarged(found: re.Match[str]) -> str:
        by = seed.choice((1, 2, 5))
        return f"{int(found[1]) * by}/{int(found[2]) * by}"

    return NUMBER.sub(enlarged, line)


BY_HAND = Path(__file__).with_name("pupils_lines_by_hand.txt")
VERDICTS = {"follows": "follows", "side": "side-work", "through": "follow-through", "false": "false"}


class ByHand(unittest.TestCase):
    def test_workings_as_pupils_write_them(self) -> None:
        workings = [block.splitlines() for block in re.split(r"\n\s*\n", BY_HAND.read_text(encoding="utf-8"))]
        workings = [[n for n in block if n and not n.startswith("#")] for block in workings]
        workings = [block for block in workings if block]
        self.assertGreaterEqual(len(workings), 60)
        for first, *rest in workings:
            problem = read(first.removeprefix("problem "))
            expected = [line.partition(" ") for line in rest]
            lines = [text.partition("->")[0].strip() for _, _, text in expected]
            for told, (verdict, _, text) in zip(judge_lines(problem, tuple(lines)), expected, strict=True):
                with self.subTest(problem=first, line=text.strip()):
                    self.assertEqual((told.verdict, told.run_on), (VERDICTS[verdict.rstrip("+")], "+" in verdict))
                    due, _, cause = text.partition("->")[2].partition(":")
                    if due.strip():
                        self.assertEqual(told.due, due.strip())
                    if cause.strip():
                        self.assertIn(cause.strip(), told.causes)


def reordered(line: str, seed: random.Random) -> str:
    """What is only added, in another order."""
    if re.search(r"[−×÷()=^]", line):
        return line
    terms = line.split(" + ")
    seed.shuffle(terms)
    return " + ".join(terms)


class TrueLines(unittest.TestCase):
    def judged(self, problem: Problem, lines: list[str], school: School) -> list[JudgedLine]:
        judged = list(judge_lines(problem, tuple(lines), school))
        for line in judged:
            self.assertNotIn(
                line.verdict, ("false", "unreadable", "follow-through"), f"{problem.text()}: {lines}: {line}"
            )
        return judged

    def tried(self, text: str, seed: random.Random) -> None:
        problem = problem_of(text)
        if problem is None:
            return
        school = any_school(seed)
        own = written_lines(problem, school)
        joins = not isinstance(problem.expr, (Chain, Comparison, Rounding, Estimating))
        for judged in self.judged(problem, ["= " + n if joins and seed.random() < 0.7 else n for n in own], school):
            self.assertEqual(judged.verdict, "follows", f"{text}: {judged}")
        lines = [in_other_forms(n, seed) if joins and seed.random() < 0.3 else n for n in own if seed.random() < 0.6]
        if joins:
            lines = [reordered(n, seed) for n in lines]
        sides = []
        for _ in range(seed.randint(1, 3)):
            side, value = true_calculation(seed)
            sides.append((side, value))
            lines.insert(seed.randint(0, len(lines)), side)
        told = {j.text: j.verdict for j in self.judged(problem, lines, school)}
        if joins:
            for side, value in sides:
                if value != evaluate(problem.expr):
                    self.assertEqual(told[side], "side-work", f"{text}: {side}")

    @searched(3000, share=40)
    @given(sums(), st.randoms(use_true_random=False))
    def test_in_sums(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)

    @searched(2000, share=40)
    @given(decimal_sums(), st.randoms(use_true_random=False))
    def test_in_decimals(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)

    @searched(2500, share=40)
    @given(expressions(), st.randoms(use_true_random=False))
    def test_in_every_kind_of_calculation(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)

    @searched(2500, share=40)
    @given(asked(), st.randoms(use_true_random=False))
    def test_in_what_is_asked_in_words(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)


class OneFalseSign(unittest.TestCase):
    def tried(self, text: str, seed: random.Random) -> None:
        problem = problem_of(text)
        if problem is None or isinstance(problem.expr, (Chain, Comparison, Rounding, Estimating)):
            return
        value = evaluate(problem.expr)
        wrong = value + Fraction(seed.choice((-1, 1)) * seed.randint(1, 7), seed.choice((11, 13, 17)))
        own = written_lines(problem, any_school(seed))
        kept = ["= " + n for n in own[: seed.randint(0, len(own))]]
        calculation, result = true_calculation(seed)
        if result in (value, wrong):
            return
        after = ["= " + as_written(wrong, seed), calculation, as_written(wrong, seed)]
        lines = [*kept, "= " + as_written(wrong, seed), *after]
        told = judge_lines(problem, tuple(lines))
        self.assertEqual({j.verdict for j in told[: len(kept)]} - {"follows"}, set(), f"{text}: {lines}")
        self.assertEqual((told[len(kept)].verdict, told[len(kept)].sign), ("false", 1), f"{text}: {lines}")
        found = [j.verdict for j in told[len(kept) + 1 :]]
        self.assertEqual(found, ["follow-through", "side-work", "follow-through"], f"{text}: {lines}: {told}")
        middle = f"{text} = {as_written(value, seed)} = {as_written(wrong, seed)} = {as_written(wrong, seed)}"
        (line,) = judge_lines(problem, (middle,))
        self.assertEqual((line.verdict, line.sign), ("false", 2), middle)

    @searched(1500, share=40)
    @given(sums(), st.randoms(use_true_random=False))
    def test_in_sums(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)

    @searched(1000, share=40)
    @given(expressions(), st.randoms(use_true_random=False))
    def test_in_every_kind_of_calculation(self, text: str, seed: random.Random) -> None:
        self.tried(text, seed)
