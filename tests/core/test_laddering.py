"""Ladders: what each item demands is judged from its text by fractions alone, never by the generator's own word."""

import unittest
from dataclasses import replace
from itertools import pairwise

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.changing import contrast, exactly, fits, one_step, other_operation, twin
from keen_slate.core.laddering.drawing import Draw
from keen_slate.core.laddering.families import FAMILIES, FAMILY, GROUPS, family_of
from keen_slate.core.laddering.ladder import (
    Contradiction,
    Wishes,
    find_item,
    ladder,
    steps_of,
)
from keen_slate.core.laddering.limits import LIMIT_NAMES, Limits, numbers_key, numbers_of
from keen_slate.core.notation.text import problem_text
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.reading.reading import read
from keen_slate.core.working.facts import facts_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.laddered import items_for

ITEMS_EACH = 30


def texts(wishes: Wishes) -> list[str]:
    return [problem_text(r.problem.expr) for r in ladder(wishes)]


class EveryDemand(unittest.TestCase):
    def test_items_of_each(self) -> None:
        """Each has the demand and no other than fractions see; the bench counts 200 of each."""
        for demand in (d.id for d in DEMANDS):
            with self.subTest(demand=demand):
                made = items_for(demand, ITEMS_EACH)
                self.assertEqual(len(made), ITEMS_EACH)
                self.assertEqual(len({numbers_key(read(t).expr) for t in made}), ITEMS_EACH)
                for text in made:
                    self.assertIn(demand, by_fractions(text), text)
                    self.assertEqual(set(demands_of(read(text))), by_fractions(text), text)


class Ladders(unittest.TestCase):
    def test_every_ready_aim(self) -> None:
        for aim in AIMS:
            with self.subTest(aim=aim.id):
                rungs = ladder(aim.wishes)
                self.assertEqual(len(rungs), 12)
                self.assertEqual(len({numbers_key(r.problem.expr) for r in rungs}), 12)
                climbed: list[frozenset[str]] = []
                for rung in rungs:
                    text = problem_text(rung.problem.expr)
                    judged = by_fractions(text)
                    self.assertLessEqual(rung.target.required, judged, text)
                    self.assertLessEqual(judged, rung.target.required | rung.target.allowed, text)
                    if rung.target == steps_of(aim.wishes)[-1] and aim.wishes.family != "compared":
                        self.assertEqual(look_twice(rung.problem).right_by_luck, (), text)
                    if not climbed or rung.target.required != climbed[-1]:
                        climbed.append(rung.target.required)
                self.assertEqual(len(climbed), 1 + len(aim.wishes.new))
                self.assertIn(aim.wishes.new[-1], climbed[-1])

    def test_each_step_adds_one_demand(self) -> None:
        for aim in AIMS:
            steps = steps_of(aim.wishes)
            family = FAMILY[aim.wishes.family]
            places = [family.climb.index(s.added) for s in steps[1:]]
            self.assertEqual(places, sorted(places), aim.id)
            for before, after in pairwise(steps):
                self.assertIn(after.added, after.required - before.required)
                lost = before.required - after.required
                grouped = {d for g in GROUPS for d in g} | {"unlike-denominators", "regroup"}
                self.assertLessEqual(lost, grouped)

    def test_a_seed_gives_the_same_ladder_and_another_seed_another(self) -> None:
        wishes = AIMS[3].wishes
        self.assertEqual(texts(wishes), texts(wishes))
        self.assertNotEqual(texts(wishes), texts(replace(wishes, seed="2")))

    def test_bounds_are_kept(self) -> None:
        limits = Limits(largest_bottom=10, largest_common=20, largest_whole=9, tables=(2, 3, 4, 5, 10), largest_fact=10)
        for family, new in (
            ("fractions-added", ("one-bottom-divides", "simplify")),
            ("mixed-subtracted", ("regroup",)),
        ):
            for seed in "abcdef":
                for rung in ladder(Wishes(family, new=new, limits=limits, seed=seed)):
                    text = problem_text(rung.problem.expr)
                    for number in numbers_of(rung.problem.expr):
                        if isinstance(number, (CommonFraction, MixedNumber)):
                            self.assertLessEqual(number.denominator, 10, text)
                        if isinstance(number, (Whole, MixedNumber)):
                            self.assertLessEqual(number.n if isinstance(number, Whole) else number.whole, 9, text)
                    for a, b in facts_of(work(rung.problem, DEFAULT_SCHOOL).derivation):
                        self.assertTrue(a <= 1 or (b <= 10 and {a, b} & {2, 3, 4, 5, 10}), f"{text}: {a} × {b}")

    def test_facts_by_hand(self) -> None:
        for text, facts in (
            ("1/4 + 5/6", {(1, 3), (3, 4), (2, 5), (2, 6), (1, 12)}),
            ("4/6", {(2, 2), (2, 3)}),
            ("3/5 × 2/7", {(2, 3), (5, 7)}),
            ("7 × 8", {(7, 8)}),
        ):
            self.assertEqual(facts_of(work(read(text)).derivation), facts, text)

    def test_what_is_kept_is_not_repeated(self) -> None:
        first = texts(AIMS[0].wishes)
        again = ladder(AIMS[0].wishes, kept=[read(t) for t in first])
        self.assertFalse({numbers_key(read(t).expr) for t in first} & {numbers_key(r.problem.expr) for r in again})

    def test_a_review_mixes_what_was_met(self) -> None:
        rungs = ladder(replace(AIMS[3].wishes, count=6, review=6))
        review = [r for r in rungs if r.role == "review"]
        self.assertEqual((len(rungs), len(review)), (12, 6))
        self.assertGreater(len({r.target.added for r in review}), 1)

    def test_wishes_that_contradict_each_other_are_named(self) -> None:
        for wishes, excluding in (
            (Wishes("mixed-subtracted", new=("regroup",), limits=Limits(only_wholes=True)), {"only_wholes", "regroup"}),
            (
                Wishes("mixed-subtracted", new=("regroup-after-renaming",)),
                {"like-denominators", "regroup-after-renaming"},
            ),
            (
                Wishes("fractions-added", frozenset({"coprime-bottoms"}), limits=Limits(largest_bottom=2)),
                {"coprime-bottoms", "largest_bottom"},
            ),
        ):
            with self.assertRaises(Contradiction) as caught:
                ladder(wishes)
            self.assertEqual(set(caught.exception.wishes), excluding)

    def test_everything_listed_has_its_name(self) -> None:
        self.assertEqual({*Limits.__dataclass_fields__, "not-yet"}, set(LIMIT_NAMES))
        for aim in AIMS:
            self.assertLessEqual(aim.wishes.can | set(aim.wishes.new), set(FAMILY[aim.wishes.family].climb), aim.id)


class Changing(unittest.TestCase):
    # By hand: an item, its contrast, and the demands in which the two differ.
    CONTRASTS = (
        ("5 1/6 − 2 5/6", "regroup", "5 5/6 − 2 1/6", {"regroup"}),
        ("2 × (3 + 4)", "brackets", "2 × 3 + 4", {"brackets"}),
        ("2/3 + 3/4", "makes-a-whole", "2/3 + 1/4", {"makes-a-whole"}),
        ("4 3/8 − 2 2/5", "", "4 2/5 − 2 3/8", {"regroup", "regroup-after-renaming"}),
        ("6 − 2 3/8", "", "6 4/8 − 2 3/8", {"bare-whole-minuend", "regroup", "like-denominators"}),
        ("2 3/4 + 1 5/6", "", "2 3/4 + 1 1/6", {"carry"}),
    )

    def test_contrasts_by_hand(self) -> None:
        for text, demand, expected, differs in self.CONTRASTS:
            found = contrast(read(text), demand)
            self.assertEqual((problem_text(found[0].expr), set(found[1])), (expected, differs))

    def test_a_contrast_has_the_same_numbers_but_one(self) -> None:
        for aim in AIMS:
            for rung in ladder(aim.wishes)[::4]:
                found = contrast(rung.problem, rung.target.added)
                self.assertIsNotNone(found, problem_text(rung.problem.expr))
                assert found is not None
                other, differs = found
                judged = by_fractions(problem_text(rung.problem.expr)) ^ by_fractions(problem_text(other.expr))
                self.assertEqual(judged, set(differs), problem_text(other.expr))

    def test_a_twin_demands_the_same_of_other_numbers(self) -> None:
        for aim in AIMS:
            for rung in ladder(aim.wishes)[::5]:
                text = problem_text(rung.problem.expr)
                other = twin(rung.problem, "1")
                self.assertIsNotNone(other, text)
                self.assertEqual(by_fractions(problem_text(other.expr)), by_fractions(text), text)
                self.assertNotEqual(numbers_key(other.expr), numbers_key(rung.problem.expr))

    def test_a_step_up_and_a_step_down(self) -> None:
        for text in ("5 1/6 − 2 5/6", "2/3 + 3/4", "8.28 − 2.64", "3/4 + 1/8"):
            have = by_fractions(text)
            up, down = one_step(read(text), harder=True, seed="1"), one_step(read(text), harder=False, seed="1")
            assert up is not None
            assert down is not None
            (harder, added), (easier, dropped) = up, down
            self.assertIn(added, by_fractions(problem_text(harder.expr)) - have)
            self.assertNotIn(dropped, by_fractions(problem_text(easier.expr)))
            self.assertIn(dropped, have)

    def test_the_other_operation(self) -> None:
        for text, expected in (
            ("2/5 + 3/4", "3/4 − 2/5"), ("3/4 − 2/5", "3/4 + 2/5"), ("2/3 × 4/5", "2/3 ÷ 4/5"), ("6 ÷ 3/4", "6 × 3/4"),
        ):  # fmt: skip
            self.assertEqual(problem_text(other_operation(read(text)).expr), expected)
        self.assertIsNone(other_operation(read("simplify 4/6")))

    def test_what_is_typed_by_hand_is_judged(self) -> None:
        target = exactly({"like-denominators", "regroup"}, "regroup")
        self.assertEqual(fits(read("5 5/6 − 2 1/6"), target), (("regroup",), ("simplify",)))
        self.assertEqual(fits(read("5 1/5 − 2 3/5"), target), ((), ()))

    def test_the_family_of_what_is_drawn(self) -> None:
        for family in FAMILIES:
            rung = find_item(family, steps_of(Wishes(family.id))[0], Limits(), "1", DEFAULT_SCHOOL)
            self.assertIsNotNone(rung, family.id)
            self.assertEqual(family_of(rung.problem), family)


class Drawing(unittest.TestCase):
    def test_splitmix64(self) -> None:
        """The reference values of SplitMix64 for the state 1234567 (from memory)."""
        draw = Draw("")
        draw.state = 1234567
        self.assertEqual([draw.below(1 << 64) for _ in range(2)], [6457827717110365317, 3203168211198807973])

    def test_every_number_comes_about_as_often(self) -> None:
        draw = Draw("even")
        counts = [0] * 6
        for _ in range(6000):
            counts[draw.below(6)] += 1
        self.assertTrue(all(850 < c < 1150 for c in counts), counts)
        self.assertRaises(ValueError, draw.below, 0)
