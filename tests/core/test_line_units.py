"""Units in a pupil's lines: whatever is true with its units is never false, and a wrong unit never passes."""

import unittest

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.line_units import units_asked
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.refuting import question_of
from keen_slate.core.notation.amounts import BARE, amount_text
from keen_slate.core.notation.text import text_of
from keen_slate.core.notation.units import is_measure, times_smaller
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.rules.stories import number_of
from keen_slate.core.saying.say import say
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.working.story_steps import StoryStep, story_steps

SIGN = {"add": " + ", "take": " − ", "times": " × ", "per": " ÷ ", "fits": " ÷ "}
MEASURES = ("m", "kg", "l", "min", "£")
"""One of each kind that stands in the library."""


def with_units(step: StoryStep) -> str:
    """A calculation with every number's own unit behind it: ``6 trays × 3/4 l``."""

    def amount(name: str) -> str:
        unit = step.state.situation.quantity(name).unit
        return amount_text(number_of(step.state, name), "" if unit in BARE else unit)

    return SIGN[step.calculation.operation].join(map(amount, step.calculation.of))


def without_units(step: StoryStep) -> str:
    return SIGN[step.calculation.operation].join(text_of(number_of(step.state, n)) for n in step.calculation.of)


def is_kept(step: StoryStep) -> bool:
    """Whether the calculation comes to what the story reads in it: no remainder is dropped."""
    numbers = [evaluate(number_of(step.state, n)) for n in step.calculation.of]
    if step.calculation.operation in ("per", "fits"):
        return evaluate(step.gives) == numbers[0] / numbers[1]
    return True


class InStories(unittest.TestCase):
    def test_true_lines_with_and_without_units_are_never_false(self) -> None:
        seen = 0
        for story in LIBRARY:
            for step in filter(is_kept, story_steps(story.problem)):
                result = amount_text(step.gives, "" if step.unit in BARE else step.unit)
                for line in (
                    f"{with_units(step)} = {result}",
                    f"{without_units(step)} = {result}",
                    f"{with_units(step)} = {text_of(step.gives)}",
                    f"{without_units(step)} = {text_of(step.gives)}",
                ):
                    with self.subTest(story=story.id, line=line):
                        (judged,) = judge_lines(story.problem, (line,))
                        self.assertIn(judged.verdict, ("follows", "side-work"), judged.causes)
                        seen += 1
        self.assertGreater(seen, 250)

    def test_a_measure_of_another_kind_is_false_where_it_is_the_answer(self) -> None:
        for story in LIBRARY:
            step = story_steps(story.problem)[-1]
            asked = units_asked(story.problem)
            if not is_kept(step) or set(asked) & set(BARE):
                continue
            answer, prepared = text_of(step.gives), prepare(story.problem)
            for unit in MEASURES:
                if any(times_smaller(unit, a) is not None for a in asked):
                    continue
                labelled = amount_text(step.gives, unit)
                with self.subTest(story=story.id, answer=labelled):
                    (judged,) = judge_lines(story.problem, (f"{without_units(step)} = {labelled}",))
                    self.assertEqual((judged.verdict, judged.causes), ("false", ("wrong-unit",)))
                    told = diagnose(prepared, labelled)
                    self.assertEqual([c.mistakes for c in told.causes], [("wrong-unit",)])
                    question = say(question_of(story.problem, "wrong-unit", step.gives))
                    self.assertIn(answer, question)
                    self.assertIn(asked[-1].rpartition(" ")[2].removesuffix("s"), question)

    def test_a_multiplier_with_the_unit_of_what_is_multiplied(self) -> None:
        found = 0
        for story in LIBRARY:
            for step in story_steps(story.problem):
                unit = step.unit
                if step.calculation.operation != "times" or not is_measure(unit) or unit == "£":
                    continue
                numbers = [number_of(step.state, n) for n in step.calculation.of]
                line = " × ".join(amount_text(n, unit) for n in numbers) + f" = {amount_text(step.gives, unit)}"
                with self.subTest(story=story.id, line=line):
                    (judged,) = judge_lines(story.problem, (line,))
                    self.assertEqual((judged.verdict, judged.causes), ("false", ("multiplier-with-unit",)))
                    found += 1
        self.assertGreater(found, 8)


class AsPupilsWrite(unittest.TestCase):
    """Lines written by hand; what is true of amounts in everyday words follows (common practice, no source)."""

    def assert_judged(self, problem: str, verdict: str, *lines: str) -> None:
        asked = BY_ID[problem].problem if problem in BY_ID else read(problem)
        for line in lines:
            with self.subTest(problem=problem, line=line):
                (judged,) = judge_lines(asked, (line,))
                self.assertEqual(judged.causes[0] if judged.causes else judged.verdict, verdict)

    def test_rates_things_and_remainders(self) -> None:
        self.assert_judged("trays", "follows", "6 trays × 3/4 l each = 4 1/2 l", "6 × 3/4 l = 4 1/2 l", "= 4500 ml")
        self.assert_judged(
            "pump", "follows", "90 min × 12 l = 1080 l", "12 l/min × 90 min = 1080 l", "90 × 12 l a minute = 1080 l"
        )
        self.assert_judged("grass-seed", "follows", "£3.40 per kg × 2.5 kg = £8.50", "2.5 kg × £3.40 = £8.50")
        self.assert_judged("seedlings", "side-work", "100 ÷ 12 = 8 trays remainder 4 seedlings", "100 ÷ 12 = 8 r 4")
        self.assert_judged("3 m × 2 m", "follows", "3 m × 2 m = 6 m²", "3 × 2 = 6")
        self.assert_judged("2 m + 3 m", "side-work", "1 kg = 1000 g")

    def test_a_line_is_about_what_its_own_labels_say(self) -> None:
        self.assert_judged("pump", "follows", "90 min × 12 = 1080 min")
        self.assert_judged("pump", "wrong-unit", "90 × 12 = 1080 min")

    def test_wrong_units(self) -> None:
        self.assert_judged("trays", "wrong-unit", "6 × 3/4 = 4 1/2 trays", "6 × 3/4 l = 4 1/2 kg")
        self.assert_judged("to-the-allotment", "wrong-unit", "5 pupils")
        self.assert_judged("2 m + 3 m", "wrong-unit", "2 m + 3 m = 5 kg", "= 5 l")
        self.assert_judged("3 m × 2 m", "wrong-unit", "3 × 2 = 6 m")
        self.assert_judged("6 × 3/4 l", "multiplier-with-unit", "6 l × 3/4 l = 4 1/2 l", "3/4 l × 6 l = 18/4 l")

    def test_what_comes_after_is_judged_on_the_numbers(self) -> None:
        first, second = judge_lines(read("6 × 3/4 l"), ("6 l × 3/4 l = 18/4 l", "= 4 1/2 l"))
        self.assertEqual((first.verdict, second.verdict), ("false", "follows"))

    def test_answers_with_things(self) -> None:
        prepared = prepare(BY_ID["trays"].problem)
        told = {"4 1/2 trays": "wrong", "4 1/2 l": "right", "4 1/2": "right", "They take 4 1/2 l of it.": "right"}
        self.assertEqual({answer: diagnose(prepared, answer).verdict for answer in told}, told)
        filled = prepare(BY_ID["seedlings"].problem)
        self.assertEqual(diagnose(filled, "8 trays, 4 seedlings").verdict, "right")
        self.assertEqual(diagnose(filled, "8 seedlings, 4 trays").verdict, "wrong")
