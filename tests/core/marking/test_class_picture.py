"""The class picture against a count of its own, and invented classes that are read back."""

import unittest
from fractions import Fraction
from functools import cache
from random import Random

from keen_slate.core.diagnosis.answers import prepare
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import school_from
from keen_slate.core.marking.class_picture import Cell, Hypotheses, Reach, Status, class_picture
from keen_slate.core.marking.judging import Judging, items_of, totals_by_method
from keen_slate.core.marking.simulated import CODES, Rehearsed, code_of, simulated, tried
from keen_slate.core.notation.manner import Manner
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL
from tests.support.searching import DEEP

SHEET = (
    "5 1/6 - 2 5/6", "2 3/4 + 1 5/6", "3/8 + 2/8", "4 1/5 - 1 2/3", "7 - 2 3/8", "2/5 + 1/3", "14.2 - 6.35", "4.8 + 3.7",
)  # fmt: skip
CLASSES = 40 if DEEP else 6


@cache
def judging() -> Judging:
    return Judging(items_of(tuple(read(text) for text in SHEET)))


@cache
def rehearsed() -> tuple[Rehearsed, ...]:
    return tuple(Rehearsed(item.prepared, DEFAULT_SCHOOL) for item in judging().items)


class ClassPictures(unittest.TestCase):
    MISTAKES = ("not-reduced", "whole-not-carried", "add-tops-and-bottoms", "regroup-ten")

    def drawn(self, seed: int) -> tuple[tuple[Cell | None, ...], ...]:
        random = Random(seed)

        def cell() -> Cell | None:
            status: Status = random.choice(("right", "wrong form", "wrong", "wrong", "unreadable", "blank", "absent"))
            if random.random() < 0.1:
                return None
            if status != "wrong":
                return Cell(status, points=random.randrange(4))
            told = tuple(random.sample(self.MISTAKES, random.choice((0, 1, 1))))
            return Cell(status, Hypotheses(told, () if told else tuple(random.sample(self.MISTAKES, 2))))

        return tuple(tuple(cell() for _ in range(5)) for _ in range(random.randint(1, 12)))

    def test_counted_again(self) -> None:
        for seed in range(200):
            cells = self.drawn(seed)
            picture = class_picture(cells, (Reach((), (), ()),) * 5)
            with self.subTest(seed=seed):
                for row in picture.rows:
                    for pupil, answers in enumerate(cells):
                        told = tuple(i for i, c in enumerate(answers) if c and row.mistake in c.said.told)
                        between = tuple(i for i, c in enumerate(answers) if c and row.mistake in c.said.between)
                        self.assertEqual((row.shown.get(pupil, ()), row.open.get(pupil, ())), (told, between))
                sizes = [len(row.shown) for row in picture.rows]
                self.assertEqual(sizes, sorted(sizes, reverse=True))
                for item, outcomes in enumerate(picture.outcomes):
                    statuses = [answers[item].status for answers in cells if answers[item]]
                    self.assertEqual(outcomes, {s: statuses.count(s) for s in set(statuses)})
                told_sentence = say(picture.sentence)
                if sizes and sizes[0] > 1:
                    self.assertTrue(told_sentence.startswith(f"{sizes[0]} of "), told_sentence)
                grouped = [p for _, pupils in picture.groups for p in pupils]
                self.assertEqual(sorted(grouped), sorted({p for row in picture.rows for p in row.shown}))

    def test_what_no_item_could_show(self) -> None:
        """Of 2/5 + 1/3 alone, renaming only the bottom and adding the tops over the product give one answer."""
        alone = Judging(items_of((read("2/5 + 1/3"),))).picture(())
        self.assertIn("rename-bottom-only", alone.never)
        beside = Judging(items_of((read("2/5 + 1/3"), read("3/4 + 1/6")))).picture(())
        self.assertNotIn("rename-bottom-only", beside.never)

    def test_reach_is_what_the_second_look_finds(self) -> None:
        for item in judging().items:
            look = look_twice(item.problem)
            values = [evaluate(w.answer) for w in look.likely_wrong]
            for mistake in item.reach.tells:
                value = next(evaluate(w.answer) for w in look.likely_wrong if w.mistake == mistake)
                self.assertEqual(values.count(value), 1, (item.problem.text(), mistake))
            self.assertEqual(item.reach.lucky, look.right_by_luck)

    def test_the_sentence_names_pupils_items_and_mistake(self) -> None:
        whole = Cell("wrong", Hypotheses(("whole-not-carried",)))
        open_ = Cell("wrong", Hypotheses((), ("whole-not-carried", "add-tops-and-bottoms")))
        right = Cell("right")
        picture = class_picture(
            ((whole, right), (right, whole), (open_, right), (None, None)), (Reach((), (), ()),) * 2
        )
        told = say(picture.sentence)
        self.assertEqual(
            told,
            "2 of 3 may share a mistake: whole made but not carried, items 1 and 2. "
            "One more wrote what it gives, and another mistake gives the same.",
        )
        nobody = class_picture(((right, right),), (Reach((), (), ()),) * 2)
        self.assertEqual(say(nobody.sentence), "Nothing wrong among the answers of 1 pupil.")
        self.assertEqual(say(class_picture((), ()).sentence), "No answers yet. Type the first as the pupil wrote it.")


class Invented(unittest.TestCase):
    def test_the_same_seed_draws_the_same_class(self) -> None:
        self.assertEqual(simulated(rehearsed(), 28, "fern"), simulated(rehearsed(), 28, "fern"))
        self.assertNotEqual(simulated(rehearsed(), 28, "fern"), simulated(rehearsed(), 28, "oak"))
        self.assertEqual(len({p.code for p in simulated(rehearsed(), 60, "a")}), 60)
        with self.assertRaises(ValueError):
            simulated(rehearsed(), 61, "a")
        self.assertEqual(code_of(len(CODES) + 2), "Clover 2")

    def test_what_is_planted_is_found_again(self) -> None:
        found_alone = planted = 0
        for seed in range(CLASSES):
            for pupil in simulated(rehearsed(), 28, f"planted {seed}"):
                for place, written in enumerate(pupil.answers):
                    one = judging().marked(place, written.answer, written.lines)
                    with self.subTest(item=SHEET[place], written=written):
                        if written.planted == "blank":
                            self.assertEqual(one.outcome, "blank")
                        elif written.planted == "form":
                            self.assertEqual(one.outcome, "wrong form")
                        elif written.planted == "":
                            self.assertEqual((one.outcome, one.points), ("right", one.total))
                        elif written.planted != "slip":
                            cell = judging().cell(place, written.answer, written.lines)
                            self.assertIn(written.planted, (*cell.said.told, *cell.said.between))
                            planted += 1
                            found_alone += cell.said.told == (written.planted,)
        self.assertGreater(planted, 100)
        self.assertGreater(found_alone, planted // 3)

    def test_classes_differ_in_what_goes_wrong(self) -> None:
        pupils = [p for seed in range(40) for p in simulated(rehearsed(), 28, f"shares {seed}")]
        without = Fraction(sum(not p.mistakes for p in pupils), len(pupils))
        self.assertTrue(Fraction(25, 100) < without < Fraction(45, 100), without)
        self.assertTrue(any(not p.answers for p in pupils), "nobody is ever absent")
        self.assertLessEqual(max(len(p.mistakes) for p in pupils), 2)

    def test_a_trial_is_counted_by_marking_what_the_classes_write(self) -> None:
        classes = 3
        trial = tried(rehearsed(), 28, classes, "trial")
        told, telling = 0, set()
        for number in range(classes):
            for pupil in simulated(rehearsed(), 28, f"trial/{number}", all_mistaken=True):
                by = [
                    place
                    for place, written in enumerate(pupil.answers)
                    if written.planted in pupil.mistakes
                    and judging().cell(place, written.answer).said.told == (written.planted,)
                ]
                told += bool(by)
                telling |= set(by)
        self.assertEqual(trial.told_apart, round(told / classes))
        self.assertEqual(trial.silent, tuple(i + 1 for i in range(len(SHEET)) if i not in telling))

    def test_a_sheet_that_shows_nothing_is_said_to(self) -> None:
        lonely = Rehearsed(prepare(read("?/5 + ?/5 = 4/5")), DEFAULT_SCHOOL)
        self.assertTrue(say(tried((lonely,), classes=2).said).startswith("These items show no mistake"))

    def test_a_class_that_writes_commas(self) -> None:
        item = Rehearsed(prepare(read("14,2 - 6,35", decimal_comma=True)), DEFAULT_SCHOOL, Manner(decimal_sign=","))
        commas = Judging(items_of((item.problem,)), decimal_comma=True)
        for pupil in simulated((item,), 28, "comma"):
            for written in pupil.answers:
                self.assertNotIn(".", written.answer)
                self.assertNotEqual(commas.marked(0, written.answer, written.lines).outcome, "unreadable")

    def test_totals_by_method_add_up(self) -> None:
        found = tuple(
            tuple(judging().marked(i, w.answer, w.lines) for i, w in enumerate(pupil.answers))
            for pupil in simulated(rehearsed(), 12, "totals")
        )
        totals = totals_by_method(found)
        earned = sum(one.points - one.answer_points for row in found for one in row)
        self.assertEqual(sum(points for points, _ in totals.values()), earned)

    def test_every_school_has_a_class(self) -> None:
        for facet in FACETS:
            school = school_from(FACETS, {facet.id: facet.choices[-1].id})
            items = tuple(Rehearsed(prepare(read(t), school), school) for t in SHEET[:2])
            self.assertEqual(len(simulated(items, 5, "school")), 5)
