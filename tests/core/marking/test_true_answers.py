"""A true answer of a pupil is never called wrong: every kind of item, its answer in many forms, under every policy."""

import unittest
from collections.abc import Iterator
from fractions import Fraction
from random import Random
from typing import get_args

from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.marking.judging import Judging, items_of
from keen_slate.core.marking.schemes import MarkingPolicy
from keen_slate.core.problem.tree import Chain, Comparison, Rounding, evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.stories.library import LIBRARY
from tests.support import all_items
from tests.support.searching import DEEP

EACH = 30 if DEEP else 3
FAMILIES = (
    all_items.fractions_added, all_items.fractions_subtracted, all_items.mixed_added, all_items.mixed_subtracted,
    all_items.fractions_multiplied, all_items.fractions_divided,
)  # fmt: skip


def written(value: Fraction) -> Iterator[str]:
    """A value as pupils write it: improper, mixed, doubled, left with an improper part, as a decimal that ends."""
    top, bottom = value.numerator, value.denominator
    yield f"{top}/{bottom}"
    yield f"{3 * top}/{3 * bottom}"
    whole, rest = divmod(abs(value), 1)
    sign = "−" if value < 0 else ""
    if whole and rest:
        yield f"{sign}{whole} {rest.numerator}/{rest.denominator}"
        yield f"{sign}{whole} {2 * rest.numerator}/{2 * rest.denominator}"
        yield f"{sign}{whole - 1} {rest.numerator + rest.denominator}/{rest.denominator}"
    if not rest:
        yield f"{sign}{whole}"
    if all(p in (2, 5) for p in factors(bottom)):
        yield f"{float(value):.12g}".replace("-", "−")


def factors(n: int) -> Iterator[int]:
    p = 2
    while n > 1:
        while n % p == 0:
            yield p
            n //= p
        p += 1


def items() -> list[str]:
    chosen = ["14.2 - 6.35", "4.8 + 3.7", "3.4 × 0.6", "7.5 ÷ 0.3", "4 m - 1/2 m", "0.35 as a fraction", "simplify 6/8"]
    for family in FAMILIES:
        every = list(family())
        chosen += Random(family.__name__).sample(every, EACH)
    return chosen + [story.form for story in LIBRARY[:: 2 if DEEP else 12]]


class TrueAnswers(unittest.TestCase):
    def test_none_is_called_wrong(self) -> None:
        asked = 0
        for text in items():
            problem = read(text)
            if isinstance(problem.expr, (Chain, Comparison, Rounding)):
                continue
            ready = items_of((problem,))
            value = evaluate(problem.expr)
            for policy in get_args(Policy):
                judging = Judging(ready, MarkingPolicy(policy))
                for answer in written(value):
                    found = judging.marked(0, answer)
                    asked += 1
                    with self.subTest(item=text, answer=answer, policy=policy):
                        self.assertIn(found.outcome, ("right", "wrong form"))
                        given = ready[0].scheme.answer if found.outcome == "right" else 0
                        self.assertEqual(found.answer_points, given)
        self.assertGreater(asked, 300)

    def test_the_right_answer_beside_other_words(self) -> None:
        judging = Judging(items_of((read("5 1/6 - 2 5/6"),)))
        for answer in ("= 2 1/3", "2 1/3.", " 2  1/3 ", "2⅓", "2 and 1/3", "answer 2 1/3", "x = 2 1/3"):
            with self.subTest(answer=answer):
                self.assertEqual(judging.marked(0, answer).outcome, "right")

    def test_true_lines_never_cost_a_mark(self) -> None:
        """Whatever true lines stand before a right answer, all marks are given."""
        judging = Judging(items_of((read("2 3/4 + 1 5/6"),)))
        for lines in (
            ("11/4 + 11/6",), ("= 33/12 + 22/12", "= 55/12"), ("2 + 1 = 3",), ("about 5",), ("3/4 = 9/12", "5/6 = 10/12"),
            ("LCD = 12",), ("= 4.58333…",), ("9 + 10 = 19", "19/12 = 1 7/12"),
        ):  # fmt: skip
            with self.subTest(lines=lines):
                found = judging.marked(0, "4 7/12", lines)
                self.assertEqual((found.points, found.total), (5, 5), [j.verdict for j in found.lines])
