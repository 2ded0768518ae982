"""Schemes against those written by hand, where the mark is safe, and items that reveal a mistake."""

import unittest
from fractions import Fraction
from pathlib import Path

from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.acts import ACTS
from keen_slate.core.machine.school import school_from
from keen_slate.core.marking.methods import METHODS, left_to_do
from keen_slate.core.marking.revealing import revealing, reveals
from keen_slate.core.marking.schemes import MarkingPolicy, methods_of, proposed, safe_line
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.words import in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.support import all_items
from tests.support.searching import DEEP


def rows() -> list[tuple[str, list[str], int]]:
    lines = (Path(__file__).parent / "schemes_by_hand.txt").read_text().splitlines()
    cut = [line.split("|") for line in lines if line and not line.startswith("#")]
    return [(item.strip(), methods.split(), int(total)) for item, methods, total in cut]


class Schemes(unittest.TestCase):
    EVERY = ("4.8 + 3.7", "14.2 - 6.35", "3.4 × 0.6", "[a = 2 m] [b = 1 m] | join: both = a + b | both")

    def test_by_hand(self) -> None:
        for item, methods, total in rows():
            with self.subTest(item=item):
                scheme = proposed(read(item))
                self.assertEqual([m.method for m in scheme.methods], methods)
                self.assertEqual(scheme.total, total)

    def test_every_method_is_earned_somewhere_and_has_a_name(self) -> None:
        by_acts = {method for facts in ACTS.values() for method in facts.earns}
        by_rules = {"operation", "aligned", "point", "carried"}
        self.assertEqual(set(METHODS), by_acts | by_rules)
        self.assertLessEqual(by_rules, {m for t in self.EVERY for m in (x.method for x in methods_of(read(t)))})
        for method, name in METHODS.items():
            told = in_words(name, Manner(bottom="denominator", regroup="exchange", simplest_form="lowest terms"))
            with self.subTest(method=method):
                self.assertNotIn("{", told)
                self.assertNotIn("bottom", told)

    def test_a_scheme_is_of_its_school(self) -> None:
        improper = school_from(FACETS, {"subtracting": "improper"})
        self.assertEqual([m.method for m in proposed(read("5 1/6 - 2 5/6"), improper).methods], ["one-kind", "parts"])
        product = school_from(FACETS, {"denominators": "product"})
        self.assertEqual([m.method for m in proposed(read("3/4 + 1/6"), product).methods], ["common", "renamed"])

    def test_what_is_left_to_do_only_shrinks_along_the_working(self) -> None:
        for family in (all_items.mixed_subtracted, all_items.mixed_added, all_items.fractions_added):
            for text in list(family())[:: 40 if DEEP else 900]:
                problem = read(text)
                left = left_to_do(problem.expr, DEFAULT_SCHOOL)
                for step in work(problem).derivation.steps:
                    after = left_to_do(step.after, DEFAULT_SCHOOL)
                    with self.subTest(item=text, state=text_of(step.after)):
                        self.assertEqual(after - left, type(left)(), "something is wanted that was not before")
                    left = after
                self.assertEqual(sum(left.values()), 0)

    def test_a_story_has_marks_for_each_of_its_calculations(self) -> None:
        story = "[a = 2 1/2 m] [b = 3/4 m] [c = 1 m] | join: both = a + b; join: all = both + c | all"
        scheme = methods_of(read(story))
        self.assertEqual([m.nth for m in scheme if m.method == "operation"], [1, 2])


class Safe(unittest.TestCase):
    # item, policy, the first number from which the mark is safe; empty where converting is still asked for.
    BY_HAND = (
        ("5/6 + 2/3", "simplest-form", ""),
        ("5/6 + 2/3", "mixed-number", ""),
        ("5/6 + 2/3", "any-equivalent", "9/6"),
        ("5 1/6 - 2 5/6", "any-equivalent", "2 2/6"),
        ("5 1/6 - 2 5/6", "simplest-form", ""),
        ("2 3/4 + 1 1/4", "any-equivalent", ""),
        ("2 3/4 + 1 1/4", "as-asked", "3 4/4"),
        ("1/2 + 1/4", "any-equivalent", ""),
        ("11/4 as a mixed number", "any-equivalent", ""),
        ("2/3 = ?/12", "any-equivalent", ""),
        ("compare 3/4 and 5/7", "any-equivalent", ""),
    )

    def test_by_hand(self) -> None:
        for item, policy, number in self.BY_HAND:
            problem = read(item)
            working = work(problem)
            line = safe_line(problem, working, MarkingPolicy(policy))  # type: ignore[arg-type]
            with self.subTest(item=item, policy=policy):
                self.assertEqual("" if line is None else text_of(working.lines[line].expr), number)


class Revealing(unittest.TestCase):
    MISTAKES = (
        ("2 3/4 + 1 5/6", "whole-not-carried"), ("5 1/6 - 2 5/6", "smaller-part-from-larger"), ("7 - 2 3/8", "regroup-ten"),
        ("3/4 + 1/6", "add-tops-and-bottoms"), ("14.2 - 6.35", "smaller-digit-from-larger"),
    )  # fmt: skip

    def test_whoever_makes_the_mistake_is_seen(self) -> None:
        """No item is right by luck, and no other mistake answers so: recounted from the second look."""
        for like, mistake in self.MISTAKES:
            found = revealing((read(like),), mistake, DEFAULT_SCHOOL, 6, "seed")
            self.assertEqual(len(found), 6, like)
            self.assertEqual(len({p.expr for p in found}), 6)
            for problem in found:
                answers: dict[str, Fraction] = {w.mistake: evaluate(w.answer) for w in look_twice(problem).likely_wrong}
                with self.subTest(like=like, item=problem.text()):
                    self.assertNotEqual(answers[mistake], evaluate(problem.expr))
                    self.assertEqual(list(answers.values()).count(answers[mistake]), 1)

    def test_fewer_where_there_are_no_more(self) -> None:
        self.assertEqual(revealing((), "whole-not-carried", DEFAULT_SCHOOL, 6, "a"), ())
        self.assertFalse(reveals(read("2/5 + 1/3"), "rename-bottom-only", DEFAULT_SCHOOL))
        self.assertEqual(revealing((read("3/8 + 2/8"),), "whole-not-carried", DEFAULT_SCHOOL, 6, "a"), ())
