"""The one-line form under changed characters: it is read back the same, or refused with a sentence; nothing breaks."""

import unittest
from random import Random

from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.notation.manner import Manner
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.reading.story_form import is_story_form
from keen_slate.core.saying.say import say
from keen_slate.core.stories.bars import bar_model
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.stories.proposing import understood
from keen_slate.core.working.story_steps import answers_of, story_steps
from keen_slate.core.working.work import work
from keen_slate.render.pictures.bar_model import bars_svg
from tests.support.searching import SHARE

PIECES = (
    *"[]|=;:+×of 1/2m.%£-−()\\nt0 9,?'\"", " of ", " = ", " (up)", " (down)", " × ", " + left", " per hour", " in cm",
    " 0", " 1/0", "[a]", "join: ", "fit: ",
)  # fmt: skip


def changed(form: str, draw: Random) -> str:
    """A form with one to four places put in, taken out, or exchanged for a stretch of another."""
    for _ in range(draw.randint(1, 4)):
        way, at = draw.random(), draw.randrange(len(form) + 1)
        if way < 0.4:
            form = form[:at] + draw.choice(PIECES) + form[at:]
        elif way < 0.7:
            form = form[:at] + form[at + draw.randint(1, 8) :]
        else:
            other = draw.choice(LIBRARY).form
            start = draw.randrange(len(other))
            form = form[:at] + other[start : start + draw.randint(1, 20)] + form[at:]
    return form


class Changed(unittest.TestCase):
    def test_read_back_the_same_or_refused(self) -> None:
        read_back = refused = 0
        for seed in range(8000 // SHARE):
            draw = Random(seed)
            form = changed(draw.choice(LIBRARY).form, draw)
            with self.subTest(seed=seed, form=form):
                understood(form)
                try:
                    problem = read(form)
                except UnreadableProblem as fault:
                    refused += 1
                    self.assertRegex(say(fault.said), r"[.?”]$")
                    continue
                if problem.story is None:
                    continue
                read_back += 1
                self.assertEqual(read(problem.text()), problem)
                end = work(problem).derivation.end
                assert isinstance(end, InStory)
                self.assertTrue(all(answers_of(problem.story, end)))
                self.assertTrue(story_steps(problem))
                self.assertIn("</svg>", bars_svg(bar_model(problem.story.measured), "bars"))
                look_twice(problem)
        self.assertGreater(read_back, 1000 // SHARE)
        self.assertGreater(refused, 1000 // SHARE)


class Written(unittest.TestCase):
    def test_with_a_decimal_comma(self) -> None:
        comma = Manner(decimal_sign=",")
        for story in LIBRARY:
            form = story.problem.text(comma)
            self.assertEqual(read(form, decimal_comma=True), story.problem, form)

    def test_what_is_told_by_hand(self) -> None:
        """Escapes, a name that comes again, words that agree, a number that stands for itself."""
        form = (
            r"Bed:\n\tlength\nA\t[A = 1 m]\nOne side of [A] and [n = 1 tray] \\ [n/is/are] | groups: all = A × 4 | "
            r"all in cm: All round: [all]\; A is [A]."
        )
        problem = read(form)
        assert problem.story is not None
        self.assertEqual(problem.story.text(), "Bed:\n\tlength\nA\t1 m\nOne side of 1 m and 1 tray \\ is")
        end = work(problem).derivation.end
        self.assertEqual(answers_of(problem.story, end), ["All round: 400 cm; A is 1 m."])

    def test_marks_of_the_form_in_a_text(self) -> None:
        text = "The rope [blue; new] is 7 m long | 2 1/2 m are cut off. How much is left?"
        for problem in understood(text).stories:
            assert problem.story is not None
            self.assertEqual(problem.story.text(), text)
            self.assertEqual(read(problem.text()), problem)

    def test_what_is_a_story_and_what_is_not(self) -> None:
        for text, is_one in (
            (BY_ID["bag"].form, True),
            ("[a = 3 m] | b", True),
            ("[3 + 4] × 2", False),
            ("2 × [3 − 1/2]", False),
            ("a | b | c", False),
            ("?/12 = 3/4", False),
        ):
            self.assertEqual(is_story_form(text), is_one, text)
