"""Any item with any paper: marks are given for what is done, and no text breaks the marking.

What must hold of every paper: no more points than there are; all of them for the right answer in the asked form; a
working written rightly to its end earns every method, line by line and never fewer; a wrong answer never earns the
answer's mark.
"""

import unittest
from random import Random

from keen_slate.core.diagnosis.answers import prepare
from keen_slate.core.machine.school import school_from
from keen_slate.core.marking.awarding import Marked, marked
from keen_slate.core.marking.class_picture import hypotheses
from keen_slate.core.marking.judging import Item, Judging, items_of
from keen_slate.core.marking.schemes import USUAL_POLICY, MarkingPolicy, Scheme, methods_of, proposed
from keen_slate.core.marking.simulated import Rehearsed
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL
from tests.support import all_items
from tests.support.anything import Anything
from tests.support.searching import DEEP

ITEMS = 600 if DEEP else 24
TEXTS = 1500 if DEEP else 60
MISTAKES = 1 if DEEP else 4
"""One mistake of an item in so many is tried."""
FAMILIES = (
    all_items.fractions_added, all_items.fractions_subtracted, all_items.mixed_added, all_items.mixed_subtracted,
    all_items.fractions_multiplied, all_items.fractions_divided, all_items.compared, all_items.equal_fractions,
)  # fmt: skip
STORY = "[bed A = 3 3/4 m] [more = 1 1/2 m] | compare: bed B = bed A + more | bed B"
TOLD = (
    "14.2 - 6.35", "4.8 + 3.7", "3.4 × 0.6", "7.5 ÷ 0.3", "0.35 as a fraction", "3.476 to 2 places", "17 ÷ 5 with remainder",
    "5/6 + 7/9 × 3", "2 1/2 ÷ 3/4 - 1", "9 - 3 2/5", "3/4 m + 1 1/2 m", STORY, "11/4 as a mixed number", "simplify 12/18", "62 1/2% as a fraction",
)  # fmt: skip


def items() -> list[str]:
    chosen = list(TOLD)
    for family in FAMILIES:
        every = list(family())
        chosen += Random(family.__name__).sample(every, min(len(every), ITEMS // len(FAMILIES)))
    return chosen


def with_all_methods(problem: Problem) -> Scheme:
    return Scheme(methods_of(problem))


class Papers(unittest.TestCase):
    def mark(self, item: Item | Rehearsed, answer: str, lines: tuple[str, ...], scheme: Scheme) -> Marked:
        found = marked(
            item.prepared, answer, lines, scheme=scheme, policy=USUAL_POLICY, school=DEFAULT_SCHOOL
        )  # fmt: skip
        self.assertLessEqual(found.points, found.total)
        self.assertEqual(found.total, scheme.total)
        self.assertEqual(len(found.methods), len(scheme.methods))
        return found

    def test_right_workings_earn_line_by_line(self) -> None:
        for text in items():
            problem = read(text)
            item = Rehearsed(prepare(problem), DEFAULT_SCHOOL)
            scheme = with_all_methods(problem)
            right, lines = item.answer(item.right), item.lines(item.right)
            with self.subTest(item=text):
                self.assertLessEqual(proposed(problem).total, 5)
                self.assertGreaterEqual(proposed(problem).total, 1)
                self.assertEqual(self.mark(item, right, (), scheme).points, scheme.total)
                self.assertEqual(self.mark(item, right, lines, scheme).points, scheme.total, lines)
                earned = 0
                for end in range(len(lines) + 1):
                    found = self.mark(item, "", lines[:end], scheme)
                    self.assertEqual(found.answer_points, 0)
                    self.assertGreaterEqual(found.points, earned, lines[:end])
                    earned = found.points
                missed = [a.mark.method for a in self.mark(item, "", lines, scheme).methods if not a.how]
                self.assertEqual(missed, [], lines)

    def test_wrong_workings_keep_what_is_right_in_them(self) -> None:
        for text in items():
            problem = read(text)
            item = Rehearsed(prepare(problem), DEFAULT_SCHOOL)
            scheme = with_all_methods(problem)
            for mistake, made in list(item.wrong.items())[::MISTAKES]:
                answer, lines = item.answer(made), item.lines(made)
                with self.subTest(item=text, mistake=mistake, lines=lines):
                    alone, worked = self.mark(item, answer, (), scheme), self.mark(item, answer, lines, scheme)
                    for found in (alone, worked):
                        self.assertEqual((found.outcome, found.answer_points), ("wrong", 0))
                    said = hypotheses(alone)
                    self.assertIn(mistake, (*said.told, *said.between))
                    self.assertNotIn("unreadable", [line.verdict for line in worked.lines])

    def test_no_text_breaks_the_marking(self) -> None:
        tried = 0
        for seed in range(TEXTS):
            made = Anything(seed, large=False)
            try:
                problem = read(made.problem())
                item = Rehearsed(prepare(problem), DEFAULT_SCHOOL)
            except UnreadableProblem:
                continue
            tried += 1
            right = item.answer(item.right)
            for _ in range(3):
                answer, lines = made.answer(right), tuple(made.lines(right))
                with self.subTest(item=problem.text(), answer=answer, lines=lines):
                    self.mark(item, answer, lines, proposed(problem))
                    self.mark(item, answer, (), with_all_methods(problem))
        self.assertGreater(tried, TEXTS // 3)

    def test_every_school_marks_its_own_working_fully(self) -> None:
        texts = ("5 1/6 - 2 5/6", "2 3/4 + 1 5/6", "14.2 - 6.35", "9 - 3 2/5", "5/6 + 7/9 × 3", "3.4 × 0.6")
        for text in texts if DEEP else texts[:2]:
            for facet in FACETS:
                for choice in facet.choices:
                    school = school_from(FACETS, {facet.id: choice.id})
                    judging = Judging(items_of((read(text),), school), school=school)
                    item = Rehearsed(judging.items[0].prepared, school)
                    with self.subTest(item=text, facet=facet.id, choice=choice.id):
                        found = judging.marked(0, "", item.lines(item.right))
                        self.assertEqual([a.mark.method for a in found.methods if not a.how], [])

    def test_a_decimal_comma_is_marked_as_a_point_is(self) -> None:
        with_comma = Judging(items_of((read("14,2 - 6,35", decimal_comma=True),)), decimal_comma=True)
        self.assertEqual(with_comma.marked(0, "7,85", ("14,20 - 6,35",)).outcome, "right")
        self.assertEqual(with_comma.marked(0, "8,15").outcome, "wrong")
        self.assertEqual(
            with_comma.marked(
                0,
                "7,85",
                (),
            ).points,
            with_comma.items[0].scheme.total,
        )

    def test_policies_differ_where_they_should(self) -> None:
        item = items_of((read("5/6 + 2/3"),))

        def outcome(answer: str, policy: MarkingPolicy, lines: tuple[str, ...] = ()) -> str:
            return Judging(item, policy).marked(0, answer, lines).outcome

        self.assertEqual(outcome("3/2", MarkingPolicy("simplest-form")), "right")
        self.assertEqual(outcome("3/2", MarkingPolicy("mixed-number")), "wrong form")
        self.assertEqual(outcome("9/6", MarkingPolicy("any-equivalent")), "right")
        self.assertEqual(outcome("9/6", MarkingPolicy("mixed-number")), "wrong form")
        self.assertEqual(outcome("1 3/6", MarkingPolicy("mixed-number")), "wrong form")
        self.assertEqual(outcome("1 1/2", MarkingPolicy("mixed-number")), "right")
        self.assertEqual(outcome("1 1/3", MarkingPolicy(place_only=True), ("= 3/2",)), "wrong")
        self.assertEqual(outcome("1 1/3", MarkingPolicy(place_only=False), ("= 3/2",)), "right")
