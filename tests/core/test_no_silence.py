"""Every input gives a working, a question or a sentence: no verb of the command line breaks down on any text."""

import json
import unittest
from collections.abc import Callable
from typing import Any

from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.ladders import contrasted, twinned
from keen_slate.command_line.problems import checked, compared, read_by, seen_through_the_glass, worked
from keen_slate.command_line.pupils import Diagnosing, judged
from keen_slate.core.machine.school import school_from
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.saying.say import say
from keen_slate.core.saying.words import manner_from
from keen_slate.core.schools.listing import FACETS
from tests.support.anything import Anything
from tests.support.searching import DEEP

TEXTS = 1500 if DEEP else 250
SLOW_VERBS_ON_EACH = 4 if DEEP else 12
"""Glass, twin and contrast look at many items: they run on one text in so many."""


class NoSilence(unittest.TestCase):
    def teacher(self, made: Anything) -> Teacher:
        chosen = {f.id: made.random.choice(f.choices).id for f in FACETS if made.random.random() < 0.2}
        return Teacher(school_from(FACETS, chosen), manner_from({}))

    def answered(self, text: str, verb: Callable[[], dict[str, Any]]) -> dict[str, Any]:
        """The record, which can be written as JSON; a breakdown tells the text."""
        try:
            record = verb()
        except Exception as fault:
            raise AssertionError(f"{text!r}: {type(fault).__name__}: {fault}") from fault
        self.assertTrue(json.dumps(record))
        return record

    def tried(self, seed: int, *, large: bool) -> None:
        made = Anything(seed, large=large)
        teacher, text = self.teacher(made), made.problem()
        try:
            problem = read_by(text, teacher)
        except UnreadableProblem as fault:
            self.assertTrue(say(fault.said, teacher.manner).endswith("."), text)
            self.assertLessEqual(fault.position, len(text))
            return
        right = str(self.answered(text, lambda: worked(problem, teacher))["answer"])
        other = self.teacher(made).school
        self.answered(text, lambda: compared(problem, teacher, other))
        self.answered(text, lambda: checked(problem, teacher))
        diagnosing = Diagnosing(teacher, "simplest-form", bool(seed % 2))
        for _ in range(3):
            answer = made.answer(right)
            record = self.answered(f"{text}\t{answer}", lambda answer=answer: diagnosing.record(text, answer))  # type: ignore[misc]
            self.assertIn(record["verdict"], ("right", "wrong form", "wrong", "unreadable"))
        line = "\t".join((text, *made.lines(right)))
        self.answered(line, lambda: judged(line, teacher))
        if seed % SLOW_VERBS_ON_EACH == 0:
            slow: tuple[Callable[[Problem], dict[str, Any]], ...] = (
                lambda p: seen_through_the_glass(p, teacher),
                lambda p: twinned(p, teacher, 2, "1"),
                contrasted_by(teacher),
            )
            for verb in slow:
                self.answered(text, lambda verb=verb: verb(problem))  # type: ignore[misc]

    def test_texts_of_every_kind(self) -> None:
        for seed in range(TEXTS):
            self.tried(seed, large=False)

    def test_texts_up_to_the_bounds(self) -> None:
        for seed in range(TEXTS // 5):
            self.tried(1_000_000 + seed, large=True)


def contrasted_by(teacher: Teacher) -> Callable[[Problem], dict[str, Any]]:
    return lambda problem: contrasted(problem, teacher)
