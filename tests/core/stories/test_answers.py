"""Answers and lines of pupils to stories: right ones in every dress, wrong ones, and odd ones."""

import unittest
from itertools import islice

from keen_slate.core.diagnosis.answers import Prepared, diagnose, prepare
from keen_slate.core.diagnosis.glass import under_the_glass
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.notation.amounts import amount_text
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import InStory, calculation_in, decimal_or_number, evaluate
from keen_slate.core.reading.reading import Problem
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.core.working.story_steps import answers_of, story_steps
from keen_slate.core.working.work import work
from tests.support.searching import DEEP

ODD = (
    "", "?", "abc", "1/0", "−3", "999999999999999999", "8 r", "r 4", "m", "5 5", "half", "3 3/3/3", "£", "%", "=", "= 5",
    "2 = 2", "none", "3 1/2 1/2", "½ of it", "6 − 2", "0", "٣", "5e3", "3,,4", "the answer is", "1 m 20 cm", "12.", "." * 400,
)  # fmt: skip
VERDICTS = {"right", "wrong", "wrong form", "unreadable"}

# Story, answer, verdict, what it is put down to; by hand, as a pupil writes.
BY_HAND = (
    ("two-beds", "Bed B takes 3 1/2 barrow loads of compost.", "right", ""),
    ("two-beds", "3 1/2", "right", ""),
    ("two-beds", "3 1/2 barrow loads", "right", ""),
    ("two-beds", "3 3/6 barrow loads", "wrong form", "not-reduced"),
    ("two-beds", "7 1/6 barrow loads", "wrong", "wrong-operation"),
    ("edging", "11.6 metres", "right", ""),
    ("edging", "It is 11.6m of board.", "right", ""),
    ("edging", "11.6 boards", "wrong", "wrong-unit"),
    ("edging", "1160 cm", "wrong form", "other-unit"),
    ("seedlings", "8 trays, 4 left over", "right", ""),
    ("seedlings", "8 trays are full. 4 seedlings are left over.", "right", ""),
    ("seedlings", "100 ÷ 12 = 8 r 4", "right", ""),
    ("seedlings", "9 trays, 4 left over", "wrong", ""),
    ("seedlings", "8 trays and 5 left", "wrong", ""),
    ("to-the-allotment", "They need 5 cars.", "right", ""),
    ("to-the-allotment", "4 cars", "wrong", "remainder-other-way"),
    ("to-the-allotment", "4 2/3 cars", "wrong", "remainder-unread"),
    ("to-the-allotment", "4 r 4", "wrong", "remainder-unread"),
    ("to-the-allotment", "5 pupils", "wrong", "wrong-unit"),
    ("sprouted", "36", "wrong", "first-step-only"),
    ("grass-seed", "£8.50", "right", ""),
    ("grass-seed", "8.50 kg", "wrong", "wrong-unit"),
    ("tulips", "3/8 of the tulips", "right", ""),
    ("cane", "0.72 m", "wrong form", "other-unit"),
)


class ByHand(unittest.TestCase):
    prepared: dict[str, Prepared] = {}

    def of(self, id: str) -> Prepared:
        return self.prepared.setdefault(id, prepare(BY_ID[id].problem))

    def test_answers(self) -> None:
        for id, answer, verdict, cause in BY_HAND:
            with self.subTest(story=id, answer=answer):
                found = diagnose(self.of(id), answer)
                self.assertEqual(found.verdict, verdict)
                named = {m for c in found.causes for m in c.mistakes} | set(found.faults)
                if cause:
                    self.assertIn(cause, named)

    def test_a_label_that_is_required(self) -> None:
        for answer, verdict in (
            ("3 1/2", "wrong form"),
            ("3 1/2 barrow loads", "right"),
            ("It takes 3 1/2.", "wrong form"),
        ):
            found = diagnose(self.of("two-beds"), answer, label_required=True)
            self.assertEqual(found.verdict, verdict, answer)
            self.assertEqual("label-missing" in found.faults, verdict != "right")
        self.assertEqual(diagnose(self.of("tulips"), "3/8", label_required=True).verdict, "right")


class EveryStory(unittest.TestCase):
    def problems(self) -> list[Problem]:
        found = [story.problem for story in LIBRARY]
        for story in LIBRARY[:: 1 if DEEP else 6]:
            found += islice(other_numbers(story.problem, "answers"), 2 if DEEP else 1)
        return found

    def test_the_right_answer_is_right_in_every_dress_and_odd_ones_are_answered(self) -> None:
        for problem in self.problems():
            assert problem.story is not None
            end = work(problem).derivation.end
            assert isinstance(end, InStory)
            found = dict(end.found)
            asked = problem.story.measured.asked
            units = [problem.story.measured.quantity(name).unit for name in asked]
            plain = "; ".join(text_of(found[name]) for name in asked)
            amounts = ", ".join(amount_text(found[n], u) for n, u in zip(asked, units, strict=True))
            prepared = prepare(problem)
            for answer in (plain, amounts, " ".join(answers_of(problem.story, end))):
                with self.subTest(form=problem.text(), answer=answer):
                    self.assertEqual(diagnose(prepared, answer).verdict, "right")
            for answer in ODD:
                with self.subTest(form=problem.text(), answer=answer):
                    self.assertIn(diagnose(prepared, answer).verdict, VERDICTS)

    def test_lines_of_the_plan_are_never_false_and_a_slip_in_one_is(self) -> None:
        for problem in self.problems():
            steps = story_steps(problem)
            lines = []
            for step in steps:
                exact = evaluate(calculation_in(step.problem.expr))
                result = step.gives if evaluate(step.gives) == exact else decimal_or_number(exact, decimals=False)
                lines.append(f"{text_of(step.problem.expr)} = {text_of(result)}")
            with self.subTest(form=problem.text(), lines=lines):
                self.assertNotIn("false", [j.verdict for j in judge_lines(problem, tuple(lines))])
                first = text_of(steps[0].problem.expr)
                slip = decimal_or_number(evaluate(calculation_in(steps[0].problem.expr)) + 1, decimals=False)
                judged = judge_lines(problem, (f"{first} = {text_of(slip)}", *lines[1:]))
                self.assertEqual(judged[0].verdict, "false")

    def test_under_the_glass(self) -> None:
        for problem in self.problems()[:: 1 if DEEP else 4]:
            glass = under_the_glass(problem)
            self.assertTrue(0 <= glass.tells <= 1)
            self.assertTrue(any(row.outcome == "wrong" for row in glass.rows))
