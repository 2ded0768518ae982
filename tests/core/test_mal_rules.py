"""Mal-rules against rows typed by hand, and laws over all of them."""

import unittest
from itertools import pairwise
from pathlib import Path
from typing import get_args

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules import stories
from keen_slate.core.malrules.listing import BY_ID, MAL_RULES, MISTAKES
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Chain, Comparison, evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import Working, work
from tests.support.arithmetic import value_of_line
from tests.support.generated import expressions, sums
from tests.support.searching import searched

FAULTS_OF_FORM_ONLY = {
    "improper-left",
    "label-missing",
    "multiplier-with-unit",
    "other-form-than-asked",
    "other-unit",
    "remainder-left",
    "wrong-unit",
}


class Row:
    def __init__(self, line: str) -> None:
        self.problem, school, self.mistake, self.false_line, self.answer = (p.strip() for p in line.split(" |"))
        self.school = {"questions": "unasked"} | dict(p.split("=") for p in school.split(", ") if p)

    def working(self) -> Working:
        return work(read(self.problem), school_from(FACETS, self.school), BY_ID[self.mistake])


def rows() -> list[Row]:
    text = (Path(__file__).parent / "mistakes_by_hand.txt").read_text()
    return [Row(line) for line in text.splitlines() if " |" in line and not line.startswith("#")]


# Items on which a mal-rule of value gives the right answer, by hand: what it does wrong makes no difference there.
BY_LUCK = (
    ("add-tops-and-bottoms", "3 0/4 + 1 0/6"),
    ("rename-bottom-only", "0/4 + 0/6"),
    ("multiply-bottoms-add-tops", "3/4 − 2/3"),
    ("add-same-to-both", "3/3 + 4/4 − 5/5"),
    ("divide-top-only", "0/4 + 0/4"),
    ("regroup-ten", "5 1/10 − 2 7/10"),
    ("placeholder-on-wrong-side", "4.05 + 1.05"),
    ("longer-is-larger", "compare 0.65 and 0.5"),
    ("shorter-is-larger", "compare 0.7 and 0.65"),
    ("larger-bottom-is-larger", "compare 1/3 and 3/4"),
    ("smaller-gap-is-larger", "compare 2/5 and 3/4"),
    ("multiply-before-divide", "6 ÷ 2 × 1"),
    ("add-before-subtract", "7 − 3 + 0"),
    ("power-as-product", "2^2"),
    ("left-to-right", "3 + 4 × 1"),
    ("grouping-ignored", "1 × (3 + 4)"),
    ("estimate-part-to-zero", "estimate 1/10 + 3"),
    ("add-same-to-both", "3/3 = ?/7"),
    ("cut-off-not-rounded", "round 2.83 to 1 place"),
    ("rounded-in-steps", "round 2.434 to 1 place"),
    ("percent-sign-put-behind", "0 as a percent"),
    ("percent-one-place", "0% as a decimal"),
    ("sign-seen-is-done", "5/6 − ? = 1/3"),
    ("repeat-cut-off", "1/4 as a decimal"),
    ("repeat-ignored", "0.25 as a fraction"),
)


class ByHand(unittest.TestCase):
    maxDiff = None

    def test_the_false_line_and_the_answer(self) -> None:
        for row in rows():
            with self.subTest(problem=row.problem, mistake=row.mistake):
                working = row.working()
                false = [text_of(n.expr) for n in working.lines if n.by_mistake]
                if BY_ID[row.mistake].kind == "form" and not false:  # the line stands already, and is left
                    false = [text_of(working.lines[-1].expr)]
                self.assertEqual(false[:1], [row.false_line])
                self.assertEqual(text_of(working.answer), row.answer)

    def test_there_are_enough_rows_and_every_mal_rule_has_one(self) -> None:
        self.assertGreaterEqual(len(rows()), 150)
        in_stories = {m.id for m in stories.MAL_RULES}  # their rows stand with the stories
        self.assertEqual({r.mistake for r in rows()}, set(BY_ID) - in_stories)
        self.assertGreaterEqual(len(MAL_RULES), 55)

    def test_a_value_mal_rule_has_exactly_the_false_lines_that_it_says(self) -> None:
        for row in rows():
            mistake = BY_ID[row.mistake]
            if mistake.kind != "value" or row.mistake.startswith("estimate") or "=" in row.problem:
                continue  # what blanks are worth is checked below
            with self.subTest(problem=row.problem, mistake=row.mistake):
                for before, after in pairwise(row.working().lines):
                    same = evaluate(before.expr) == evaluate(after.expr)
                    self.assertEqual(same, not after.by_mistake, text_of(after.expr))

    def test_form_keeps_the_value_and_belief_is_a_false_judgement(self) -> None:
        for row in rows():
            working, right = row.working(), work(read(row.problem))
            with self.subTest(problem=row.problem, mistake=row.mistake):
                if BY_ID[row.mistake].kind == "form":
                    self.assertEqual(evaluate(working.answer), evaluate(right.answer))
                    self.assertNotEqual(text_of(working.answer), text_of(right.answer))
                elif isinstance(right.answer, (Comparison, Chain)):
                    self.assertNotEqual(text_of(working.answer), text_of(right.answer))
                else:
                    self.assertNotEqual(evaluate(working.answer), evaluate(right.answer))

    def test_blanks_filled_by_a_mistake_do_not_make_it_true(self) -> None:
        """The sides are read again and compared as fractions; without the mistake they are equal."""
        filled = [row for row in rows() if "=" in row.problem]
        self.assertGreaterEqual(len({row.mistake for row in filled}), 5)
        for row in filled:
            with self.subTest(problem=row.problem, mistake=row.mistake):
                wrong = {value_of_line(side) for side in row.answer.split(" = ")}
                self.assertGreater(len(wrong), 1)
                right = text_of(work(read(row.problem)).answer)
                self.assertEqual(len({value_of_line(side) for side in right.split(" = ")}), 1)

    def test_no_whole_number_fits_into_a_blank(self) -> None:
        second = look_twice(read("?/8 + 1/3 = 17/24"))
        stuck = {n.mistake: say(n.said) for n in second.no_answer}
        self.assertEqual(
            stuck["add-tops-and-bottoms"], "No whole number fits into the blank then, and nobody can go on."
        )

    def test_blanks_with_several_ways_are_not_called_wrong(self) -> None:
        self.assertEqual(look_twice(read("?/18 + ?/9 = 1/3")).likely_wrong, ())

    def test_right_by_luck(self) -> None:
        for mistake, text in BY_LUCK:
            with self.subTest(mistake=mistake, text=text):
                second = look_twice(read(text))
                self.assertNotIn(mistake, [w.mistake for w in second.likely_wrong])

    @searched(200)
    @given(st.integers(3, 60), st.data())
    def test_smaller_from_larger_is_never_right_by_luck(self, bottom: int, data: st.DataObject) -> None:
        less = data.draw(st.integers(2, bottom - 1))
        top = data.draw(st.integers(1, less - 1))
        second = look_twice(read(f"7 {top}/{bottom} − 2 {less}/{bottom}"))
        self.assertIn("smaller-part-from-larger", [w.mistake for w in second.likely_wrong])


class Laws(unittest.TestCase):
    @searched(300)
    @given(sums())
    def test_after_a_mistake_the_chain_is_true_to_its_own_line(self, text: str) -> None:
        for wrong in look_twice(read(text)).likely_wrong:
            self.assertNotEqual(wrong.value, value_of_line(text))
            for before, after in pairwise(wrong.working.lines):
                if not after.by_mistake:
                    self.assertEqual(value_of_line(text_of(before.expr)), value_of_line(text_of(after.expr)))

    @searched(300)
    @given(expressions())
    def test_no_mal_rule_breaks_on_any_expression(self, text: str) -> None:
        try:
            problem = read(text)
        except ValueError:
            return
        second = look_twice(problem)
        self.assertTrue(all(w.mistake in BY_ID for w in second.likely_wrong))

    def test_everything_that_is_said_of_them_is_there(self) -> None:
        self.assertEqual(set(MISTAKES), set(BY_ID) | FAULTS_OF_FORM_ONLY)
        for id, words in MISTAKES.items():
            with self.subTest(id=id):
                self.assertIn(words.picture, get_args(PictureKind))
                self.assertTrue(words.question.endswith("?"))
                self.assertTrue(words.source == PRACTICE or words.source.endswith("(from memory)"))

    def test_impasses_are_said_and_left_out(self) -> None:
        second = look_twice(read("7 1/40 − 2 39/40"))
        stuck = {n.mistake for n in second.no_answer}
        self.assertTrue({"add-tops-and-bottoms", "regroup-ten", "wholes-forgotten"} <= stuck)
        self.assertFalse(stuck & {w.mistake for w in second.likely_wrong})

    def test_no_regrouping_no_regrouping_mistakes(self) -> None:
        for school in ({}, {"subtracting": "improper"}):
            second = look_twice(read("5 5/6 − 2 1/6"), school_from(FACETS, school))
            made = {w.mistake for w in second.likely_wrong}
            self.assertFalse({"regroup-ten", "smaller-part-from-larger", "whole-not-reduced"} & made)
