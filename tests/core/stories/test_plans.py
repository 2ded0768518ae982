"""The plan of a situation, and its working on the machine, against values that were there before any plan."""

import unittest
from fractions import Fraction
from pathlib import Path
from random import Random

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.malrules.listing import BY_ID as MAL_RULE
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.situation import NoPlan, Quantity, Relation, Situation, plan_of
from keen_slate.core.problem.tree import InStory, evaluate
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.saying.story_kinds import KINDS
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.working.boards.listing import boards_of
from keen_slate.core.working.work import work
from tests.support.drawn_situations import drawn_situation, numeral_of
from tests.support.searching import SHARE

HERE = Path(__file__).parent


class DrawnSituations(unittest.TestCase):
    def test_the_plan_comes_to_the_values_that_were_there_first(self) -> None:
        kinds: set[str] = set()
        for seed in range(5000):
            draw = Random(seed)
            drawn = drawn_situation(draw, draw.randint(1, 4))
            kinds |= {r.kind for r in drawn.situation.relations}
            with self.subTest(seed=seed):
                self.assertEqual(InStory(drawn.situation).answers(), drawn.answers)
        self.assertEqual(kinds, {k.id for k in KINDS} - {"convert"})

    def test_the_working_comes_to_them_too_one_operation_at_a_time(self) -> None:
        for seed in range(5000 // SHARE):
            draw = Random(seed)
            drawn = drawn_situation(draw, draw.randint(1, 4))
            with self.subTest(seed=seed):
                end = work(Problem(InStory(drawn.situation))).derivation.end
                assert isinstance(end, InStory)
                found = dict(end.found)
                self.assertEqual(tuple(evaluate(found[a]) for a in drawn.situation.asked), drawn.answers)
                self.assertEqual([name for name, _ in end.found], [c.gives for c in plan_of(drawn.situation)])

    def test_two_parts_of_which_only_sum_and_comparison_are_known(self) -> None:
        for seed in range(600):
            draw = Random(seed)
            small, told = Fraction(draw.randint(1, 90), draw.choice((1, 2, 3, 8, 10))), Fraction(draw.randint(2, 9))
            by_difference = seed % 2 == 0
            large = small + told if by_difference else small * told
            parts = ("small", "told")
            comparison = (
                Relation("compare", "sum", "large", parts)
                if by_difference
                else Relation("times-as-many", "product", "large", parts)
            )
            given = {"both": small + large, "told": told}
            asked = tuple(draw.sample(("small", "large"), draw.choice((1, 2))))
            situation = Situation(
                (*(Quantity(n, numeral_of(v, draw)) for n, v in given.items()), Quantity("small"), Quantity("large")),
                (
                    Relation("join", "sum", "both", tuple(draw.sample(("small", "large"), 2))),
                    comparison,
                ),
                asked,
            )
            with self.subTest(seed=seed):
                wanted = tuple({"small": small, "large": large}[a] for a in asked)
                self.assertEqual(InStory(situation).answers(), wanted)
                if seed % SHARE == 0:
                    end = work(Problem(InStory(situation))).derivation.end
                    assert isinstance(end, InStory)
                    self.assertEqual(tuple(evaluate(dict(end.found)[a]) for a in asked), wanted)

    def test_no_calculation_that_is_not_needed(self) -> None:
        for story in LIBRARY:
            situation = story.story.measured
            plan = plan_of(situation)
            for calculation in plan:
                used = {name for other in plan for name in other.of}
                self.assertTrue(calculation.gives in used or calculation.gives in situation.asked, story.id)

    def test_what_does_not_follow_is_named(self) -> None:
        alone = Situation(
            (Quantity("a"), Quantity("b"), Quantity("c")), (Relation("join", "sum", "c", ("a", "b")),), ("c",)
        )
        with self.assertRaises(NoPlan) as raised:
            plan_of(alone)
        self.assertEqual(raised.exception.asked, "c")


class ByHand(unittest.TestCase):
    """Calculations, results and sentences of the library's stories, worked by hand."""

    def test_every_calculation_and_sentence(self) -> None:
        rows = [r for r in (HERE / "stories_by_hand.txt").read_text().splitlines() if r and not r.startswith("#")]
        self.assertEqual({row.partition(" |")[0] for row in rows}, set(BY_ID))
        for row in rows:
            id, *cells = (c.strip() for c in row.split("|"))
            with self.subTest(story=id):
                story = BY_ID[id]
                working = work(story.problem)
                end = working.derivation.end
                assert isinstance(end, InStory)
                steps = [line for line in working.lines if line.rule == "choose-calculation"]
                done = [f"{text_of(line.expr)} = {text_of(dict(end.found)[line.expr.target])}" for line in steps]
                sentences = [story.story.answered(i, dict(end.found)) for i in range(len(story.story.sentences))]
                self.assertEqual([*done, *sentences], cells)

    def test_every_mistake_and_back_to_it(self) -> None:
        for row in (HERE / "mistakes_by_hand.txt").read_text().splitlines():
            if not row or row.startswith("#"):
                continue
            id, mistake, answer = (c.strip() for c in row.split("|"))
            with self.subTest(story=id, mistake=mistake):
                problem = BY_ID[id].problem
                self.assertEqual(text_of(work(problem, mistake=MAL_RULE[mistake]).answer), answer)
                causes = diagnose(prepare(problem), answer).causes
                self.assertIn(((mistake,), 0), [(c.mistakes, c.slips) for c in causes])


class Library(unittest.TestCase):
    def test_forty_at_least_over_all_kinds_and_lengths_eight_with_a_table(self) -> None:
        self.assertGreaterEqual(len(LIBRARY), 40)
        self.assertEqual({k for story in LIBRARY for k in story.kinds}, {k.id for k in KINDS})
        self.assertEqual({story.steps for story in LIBRARY}, {1, 2, 3, 4})
        self.assertGreaterEqual(sum(story.has_table for story in LIBRARY), 8)
        self.assertEqual(len(BY_ID), len(LIBRARY))

    def test_what_is_asked_can_be_every_quantity_of_a_kind(self) -> None:
        """The tables of situations in the Common Core State Standards (2010), 1 and 2, from memory: result, change and
        start unknown; both ways of comparing; product, size of a group and number of groups unknown."""
        unknown = {
            (r.kind, "total" if c.gives == r.total else "part")
            for story in LIBRARY
            for c in plan_of(story.story.measured)
            if (r := c.relation) and c.gives in r.names
        }
        for kind in ("join", "take", "part-whole", "compare", "fraction", "times-as-many", "rate", "groups"):
            self.assertIn((kind, "total"), unknown)
        for kind in ("join", "take", "part-whole", "compare", "fraction", "times-as-many", "rate", "share", "fit"):
            self.assertIn((kind, "part"), unknown)

    def test_each_reads_back_the_same(self) -> None:
        for story in LIBRARY:
            self.assertEqual(read(story.problem.text()), story.problem, story.id)


class Columns(unittest.TestCase):
    def test_each_calculation_carries_its_own_unit(self) -> None:
        twine = (
            "[note = £20] [first = 1.25 m] [second = 0.85 m] [price = £4.20 per m] | join: twine = first + second; "
            "rate: cost = price × twine; take: note = cost + change | change"
        )
        story = read(twine)
        labels = [board.label for board in boards_of(work(story).derivation, story.label)]
        self.assertEqual(labels, ["m", "£"])
        loads = BY_ID["stock"].problem
        self.assertEqual({board.label for board in boards_of(work(loads).derivation, loads.label)}, {""})


class Refused(unittest.TestCase):
    def test_the_senseless_and_the_unreadable_are_answered(self) -> None:
        for form, said in (
            ("[a = 2 m] [b = 3 m] | take: a = b + left | left", "“left” would be −1 m"),
            ("[club = 25 pupils] [part = 3/7 of] | fraction: out = part of club | out", "there is no part of a pupil"),
            ("[all = 7 m] [one = 2 m] | fit: all = one × pieces | pieces in pieces", "only whole ones count"),
            ("[all = £10] [n = 3 bags] | share: all = one × n | one", "does not come out in hundredths"),
            ("[a = 2 m] [b = 3 kg] | join: c = a + b | c", "I cannot put kg and m together"),
            ("[a = 2 m] [b = 3 m] | join: c = a + b | d", "“d” is asked for, but nothing says"),
            ("[a = 2 m] [b = 3 m] | join: c = a + b | a", "the text gives it"),
            ("[a = 2 m] [b = 3 m] | sum: c = a + b | c", "I cannot read “sum: c = a + b”"),
            ("[a = 2 m] [b = x] | join: c = a + b | c", "I cannot read [x]"),
            ("[a = 2 m] | join: c = a + b | c", "does not follow from what is told"),
            ("[a = 2 m] [a] [z] | join: c = a + 1 | c", "I do not know “z” yet"),
            ("[all = 3 m] [part = 5/4 of] | fraction: p = part of all | p", "a part of a whole is less than 1"),
            ("[a = 2 m] | | c", "“c” is asked for, but nothing says"),
            ("[a = 2 m] | join: c = a + a", "three parts"),
            ("[a = 0 m] [b = 3 m] | join: c = a + b | c", "“a” would be 0 m"),
            ("x" * 2100 + "[a = 1 m] | b | c", "characters long"),
            ("[a = 1 m] | " + "; ".join(f"join: b{i} = a + {i + 1}" for i in range(9)) + " | b1", "up to 8 equations"),
            ("[a = 3 m] [p = 1/3 of] | join: c = a + p | c", "“p” is a part of something"),
            ("[a = 3 m] [b = 1 m] | take: a = b + left (up) | left", "I cannot read “take: a = b + left (up)”"),
            ("[a = 3 m] [b = 1 m] | take: a = b + left | left in x1", "I cannot read “x1” as a unit"),
            ("[a = 3 m] [b = 1 m] | take: a = b + left | left: [left] of [c].", "I do not know “c” yet"),
            ("[a = 3 m] [b = 1 m] | take: a = b + left; join: c = a + b | left: [c].", "neither given nor asked"),
        ):
            with self.subTest(form=form[:60]), self.assertRaises(UnreadableProblem) as raised:
                read(form)
            self.assertIn(said, say(raised.exception.said))
