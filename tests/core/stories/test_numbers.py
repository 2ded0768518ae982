"""Other numbers for stories: never senseless, of the same demands, told in words that agree with them."""

import re
import unittest
from fractions import Fraction
from itertools import count, islice

from keen_slate.core.demands.find import demands_of
from keen_slate.core.notation.amounts import amount_text
from keen_slate.core.notation.units import one_and_many
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.stories.around import kinds_around, told_around
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.core.working.work import work
from tests.support.searching import DEEP

HOW_MANY = 5000 if DEEP else 100
NO_PARTS = {"pupils", "helpers", "seeds", "seedlings", "tulips", "cars"}
WHOLE_ONES = {"labels", "trays", "cans", "boards", "pieces", "beds", "days", "seed trays"}
"""Things of the library's stories of which there are no parts, and those that are counted in whole ones."""


class OtherNumbers(unittest.TestCase):
    def drawn(self) -> list[tuple[str, Problem]]:
        each = -(-HOW_MANY // len(LIBRARY))
        found: list[tuple[str, Problem]] = []
        for story in LIBRARY:
            of_it: list[Problem] = []
            for seed in count():
                of_it += islice(other_numbers(story.problem, str(seed)), 40)
                if len(of_it) >= each or seed > 60:
                    break
            found += [(story.id, problem) for problem in of_it[:each]]
        return found

    def test_none_is_senseless_and_every_word_agrees(self) -> None:
        drawn = self.drawn()
        self.assertGreaterEqual(len(drawn), 0.95 * HOW_MANY)
        for id, problem in drawn:
            assert problem.story is not None
            assert isinstance(problem.expr, InStory)
            with self.subTest(story=id, form=problem.text()):
                self.assert_sensible(problem.expr)
                end = work(problem).derivation.end
                assert isinstance(end, InStory)
                answers = [problem.story.answered(i, dict(end.found)) for i in range(len(problem.story.sentences))]
                for text in (problem.story.text(), *answers):
                    self.assertIsNone(
                        re.search(r"(?<![\d/.] )(?<![\d/.])1 (trays|cans|pupils|seeds|cars|hours|days)\b", text)
                    )
                    self.assertNotIn("[", text)

    def assert_sensible(self, story: InStory) -> None:
        rests = {r.rest for r in story.situation.relations}
        values = story.values()
        for quantity in story.situation.quantities:
            value = values[quantity.name]
            self.assertTrue(value > 0 or (value == 0 and quantity.name in rests), quantity.name)
            if quantity.unit in NO_PARTS | WHOLE_ONES:
                self.assertEqual(value.denominator, 1, quantity.name)
        for relation in story.situation.relations:
            if relation.form == "sum":
                self.assertEqual(values[relation.total], sum((values[p] for p in relation.parts), Fraction(0)))
            if relation.kind in ("fraction", "percent"):
                self.assertLess(values[relation.parts[1]], 1)

    def test_the_demands_stay_and_so_do_locked_numbers(self) -> None:
        for story in LIBRARY[::3]:
            situation = story.story.situation
            locked = next(q.name for q in situation.quantities if q.given is not None)
            for other in islice(other_numbers(story.problem, "same", frozenset({locked})), 2):
                assert isinstance(other.expr, InStory)
                self.assertEqual(demands_of(other), demands_of(story.problem), story.id)
                self.assertEqual(other.expr.situation.quantity(locked).given, situation.quantity(locked).given)
                self.assertNotEqual(other.expr.situation, story.problem.expr)

    def test_the_same_seed_gives_the_same(self) -> None:
        story = BY_ID["two-shelves"].problem
        one, again, other = (next(other_numbers(story, seed)) for seed in ("7", "7", "8"))
        self.assertEqual(one, again)
        self.assertNotEqual(one, other)


class Agreement(unittest.TestCase):
    def test_units_by_hand(self) -> None:
        for number, unit, told in (
            (Whole(1), "boards", "1 board"),
            (Whole(2), "board", "2 boards"),
            (Whole(1), "boxes", "1 box"),
            (Whole(3), "box", "3 boxes"),
            (Whole(1), "barrow loads", "1 barrow load"),
            (CommonFraction(3, 4), "hours", "3/4 of an hour"),
            (CommonFraction(1, 2), "barrow loads", "1/2 of a barrow load"),
            (CommonFraction(3, 4), "m", "3/4 m"),
            (MixedNumber(1, 1, 2), "hour", "1 1/2 hours"),
            (DecimalNumeral(5, 1), "metres", "0.5 metres"),
            (Whole(1), "pence", "1 penny"),
            (Whole(4), "leaf", "4 leaves"),
            (Whole(1), "children", "1 child"),
            (DecimalNumeral(240, 2), "£", "£2.40"),
            (Whole(3), "times", "3 times"),
            (CommonFraction(2, 3), "of", "2/3 of"),
            (Whole(1), "berries", "1 berry"),
            (Whole(1), "bus", "1 bus"),
            (Whole(2), "bus", "2 buses"),
        ):
            with self.subTest(told=told):
                self.assertEqual(amount_text(number, unit), told)
                self.assertEqual(one_and_many(one_and_many(unit)[1]), one_and_many(unit))


class Around(unittest.TestCase):
    def test_a_story_around_numbers_works_just_them(self) -> None:
        for text, kinds in (
            ("6 1/4 − 2 5/6", {"join", "take", "part-whole", "compare"}),
            ("2 3/4 + 1 5/6", {"join", "take", "part-whole", "compare"}),
            ("1.35 + 0.28", {"part-whole", "compare"}),
            ("15% of 240", {"percent"}),
            ("3/7 × 28", {"fraction"}),
            ("2/3 = ?/12", set()),
            ("compare 3/4 and 5/6", set()),
            ("2 + 3 × 4", set()),
        ):
            with self.subTest(text=text):
                problem = read(text)
                self.assertGreaterEqual(set(kinds_around(problem)), kinds)
                for kind in kinds_around(problem):
                    told = told_around(problem, kind)
                    assert told is not None
                    assert isinstance(told.expr, InStory)
                    self.assertEqual(told.expr.answers(), (Fraction(work(problem).answer.value),))
                if not kinds:
                    self.assertIsNone(told_around(problem))
