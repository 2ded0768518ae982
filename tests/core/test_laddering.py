"""Ladders: what each item demands is judged from its text by fractions alone, never by the generator's own word."""

import unittest
from dataclasses import replace
from itertools import combinations, pairwise
from unittest.mock import patch

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMANDS, OF_STORIES
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.changing import contrast, exactly, fits, one_step, other_operation, twin
from keen_slate.core.laddering.families.listing import FAMILIES, FAMILY, family_of
from keen_slate.core.laddering.ladder import TOLD_AS, Contradiction, Exhausted, Wishes, kinds_told, ladder, steps_of
from keen_slate.core.laddering.limits import Limits, numbers_key, numbers_of
from keen_slate.core.laddering.searching import NotFound, Search, Target, find_item, find_thoroughly
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import problem_text
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.problem.bounds import CONTRASTS_WORKED
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.saying.say import say
from keen_slate.core.stories.around import kinds_around
from keen_slate.core.working.facts import facts_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.support.all_items import ALL, LARGEST_BOTTOM, LARGEST_WHOLE
from tests.support.demands_by_fractions import COMES_ALONG
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.laddered import items_for
from tests.support.searching import DEEP

ITEMS_EACH = 30 if DEEP else 10


def texts(wishes: Wishes) -> list[str]:
    return [problem_text(r.problem.expr) for r in ladder(wishes)]


class EveryDemand(unittest.TestCase):
    def test_items_of_each(self) -> None:
        """Each has the demand and no other than fractions see; the bench counts 200 of each."""
        for demand in (d.id for d in DEMANDS if d.id not in OF_STORIES):
            with self.subTest(demand=demand):
                made = items_for(demand, ITEMS_EACH)
                self.assertEqual(len(made), ITEMS_EACH)
                self.assertEqual(len({numbers_key(read(t).expr) for t in made}), ITEMS_EACH)
                for text in made:
                    judged, found = by_fractions(text), set(demands_of(read(text)))
                    if "several-operations" in judged:
                        judged, found = judged - COMES_ALONG, found - COMES_ALONG
                    self.assertTrue(demand in judged or demand in COMES_ALONG, text)
                    self.assertEqual(found, judged, text)


class Ladders(unittest.TestCase):
    def test_every_ready_aim(self) -> None:
        for aim in AIMS:
            with self.subTest(aim=aim.id):
                rungs = ladder(aim.wishes)
                self.assertEqual(len({numbers_key(r.problem.expr) for r in rungs}), 14 if aim.wishes.pair else 12)
                rungs = tuple(r for r in rungs if r.role == "rung")
                self.assertEqual(len(rungs), 12)
                climbed: list[frozenset[str]] = []
                for rung in rungs:
                    text = problem_text(rung.problem.expr)
                    judged = by_fractions(text)
                    self.assertLessEqual(rung.target.required, judged, text)
                    self.assertLessEqual(judged, rung.target.required | rung.target.allowed, text)
                    if rung.target == steps_of(aim.wishes)[-1] and "comparing" not in judged:
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
                grouped = {d for g in family.groups for d in g} | {"unlike-denominators", "regroup"}
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
        for wishes, excluding, told in (
            (
                Wishes("mixed-subtracted", new=("regroup",), limits=Limits(only_wholes=True)),
                {"only_wholes", "regroup"},
                "“regroup”, within whole numbers only: there are none. Allow more than whole numbers, and draw again.",
            ),
            (
                Wishes("mixed-subtracted", new=("regroup-after-renaming",)),
                {"like-denominators", "regroup-after-renaming"},
                "“same bottoms” and “regroup: seen only after renaming”: there are none. Set “one bottom fits the other”, ",
            ),
            (
                Wishes("fractions-added", frozenset({"coprime-bottoms"}), limits=Limits(largest_bottom=2)),
                {"coprime-bottoms", "largest_bottom"},
                "Fractions added with “bottoms share nothing”, within bottoms up to 2: there are none. Widen the bound, ",
            ),
            (
                Wishes("decimals-multiplied", new=("result-is-whole",)),
                {"not-yet", "result-is-whole"},
                "the nearest that I find is 0.2 × 5, and it also asks for “a zero at the end”, which the class has not met",
            ),
        ):
            with self.assertRaises(Contradiction) as caught:
                ladder(wishes)
            self.assertEqual(set(caught.exception.wishes), excluding)
            self.assertIn(told, say(caught.exception.said, Manner()))

    def test_too_few_items_are_counted(self) -> None:
        """Fourths and thirds and halves in lowest terms, two of one size: 1/2 + 1/2 and so on make a whole; what is left
        is 1/3 + 1/3 and 1/4 + 1/4, and the latter is simplified."""
        with self.assertRaises(Exhausted) as caught:
            ladder(Wishes("fractions-added", limits=Limits(largest_bottom=4), count=3))
        self.assertIn("there is just 1 item that does", say(caught.exception.said, Manner()))

    def test_a_pair_looks_as_if_and_is_not(self) -> None:
        for family, hides, seems in (
            ("mixed-subtracted", "regroup-after-renaming", "seems-to-regroup"),
            ("decimals-compared", "longer-is-smaller", "ragged-places"),
        ):
            for seed in "123":
                rungs = ladder(Wishes(family, count=2, review=1, seed=seed, pair=True))
                self.assertEqual([r.role for r in rungs], ["rung", "rung", "pair", "pair", "review"])
                first, second = (by_fractions(problem_text(r.problem.expr)) for r in rungs[2:4])
                self.assertIn(hides, first)
                self.assertIn(seems, second)
                self.assertNotIn(hides, second)

    def test_everything_listed_has_its_name(self) -> None:
        for aim in AIMS:
            self.assertLessEqual(aim.wishes.can | set(aim.wishes.new), set(FAMILY[aim.wishes.family].climb), aim.id)


class NothingRefusedThatCanBeHad(unittest.TestCase):
    """Against every item over small numbers, written down as text and judged by fractions."""

    SMALL = Limits(
        largest_bottom=LARGEST_BOTTOM, largest_common=400, largest_whole=LARGEST_WHOLE, places=1, largest_fact=99
    )
    NARROW = ("compared", "equal-fractions", "one-step", "converted", "simplified", "decimals-subtracted", "below-zero")

    def test_every_wish_and_every_two(self) -> None:
        """With nothing met and with all else met. Where the search was given up, it must have said so."""
        given_up = refused = 0
        for family_id, items in ALL.items():
            family = FAMILY[family_id]
            there_are = {frozenset(by_fractions(text)) for text in items()}
            many = 2 if DEEP or family_id in self.NARROW else 1
            targets = self._targets(family_id, many)
            for target in targets if DEEP or family_id in self.NARROW else targets[::4]:
                wanted = f"{family_id}: {sorted(target.required)}, {sorted(target.allowed)}"
                found = find_thoroughly(Search(family, target, self.SMALL, DEFAULT_SCHOOL), "1")
                can_be_had = any(target.accepts(demands) for demands in there_are)
                if isinstance(found, NotFound):
                    self.assertFalse(can_be_had and found.whole, wanted)
                    given_up += can_be_had
                    refused += 1
                else:
                    self.assertTrue(can_be_had, f"{wanted}: {problem_text(found.problem.expr)}")
        self.assertLessEqual(given_up, refused // 50)

    def _targets(self, family_id: str, many: int) -> list[Target]:
        climb = FAMILY[family_id].climb
        targets = {
            replace(target, added="")
            for count in range(many + 1)
            for new in combinations(climb, count)
            for can in (frozenset(), frozenset(climb) - set(new))
            for target in steps_of(Wishes(family_id, can, new, limits=self.SMALL))
        }
        return sorted(targets, key=lambda t: (sorted(t.required), sorted(t.allowed)))


class Told(unittest.TestCase):
    def test_the_kinds_that_a_family_is_told_as_are_those_that_fit_what_is_drawn(self) -> None:
        self.assertLessEqual(set(TOLD_AS), set(FAMILY))
        for family in FAMILIES:
            kinds: dict[str, None] = {}
            for number in range(24):
                expr = family.draw(Draw(f"{family.id}/{number}"), Limits(), frozenset(family.always))
                if expr is not None:
                    kinds |= dict.fromkeys(kinds_around(Problem(expr)))
            self.assertEqual(kinds_told(family.id), tuple(kinds), family.id)


class Changing(unittest.TestCase):
    # By hand: an item, its contrast, and the demands in which the two differ.
    CONTRASTS = (
        ("5 1/6 − 2 5/6", "regroup", "5 5/6 − 2 1/6", {"regroup"}),
        ("2 × (3 + 4)", "brackets", "2 × 3 + 4", {"brackets"}),
        ("2/3 + 3/4", "makes-a-whole", "2/3 + 1/4", {"makes-a-whole"}),
        ("4 3/8 − 2 2/5", "", "4 2/5 − 2 3/8", {"regroup", "regroup-after-renaming", "seems-to-regroup"}),
        ("5 1/6 = 4 ?/6", "", "5 = 4 ?/6", {"open-a-whole", "open-a-bare-whole"}),
        ("2/3 = ?/12", "", "8/12 = ?/3", {"to-smaller-numbers"}),
        ("6 − 2 3/8", "", "6 5/8 − 2 3/8", {"bare-whole-minuend", "regroup", "like-denominators", "simplify"}),
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
                before, after = by_fractions(problem_text(rung.problem.expr)), by_fractions(problem_text(other.expr))
                unjudged = COMES_ALONG if "several-operations" in before | after else set()
                self.assertEqual((before ^ after) - unjudged, set(differs) - unjudged, problem_text(other.expr))

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


class OfAnySize(unittest.TestCase):
    def test_a_part_of_any_bottom_has_no_end_of_contrasts(self) -> None:
        """A bottom of nine digits has a thousand million tops: a bound, not patience, ends the search."""
        for text in ("decrease 200 by 1 863658006/999999937", "7 − 1 1/999999937", "3 1/2 − 2 1/999999937"):
            looked_at = 0

            def counted(problem: Problem) -> tuple[str, ...]:
                nonlocal looked_at
                looked_at += 1
                return demands_of(problem)

            with patch("keen_slate.core.laddering.changing.demands_of", counted):
                contrast(read(text))
            self.assertLess(looked_at, 3 * CONTRASTS_WORKED, text)


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
