"""The answers to choose from, by letter: in Show, in print, in a file for tests, and where a letter comes back."""

from collections.abc import Sequence
from functools import lru_cache
from string import ascii_uppercase

from keen_slate.core.diagnosis.choosing import Choice, choices
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import MISTAKES
from keen_slate.core.reading.reading import Problem
from keen_slate.core.working.work import work
from keen_slate.services.shapes.work import AnswerToChoose
from keen_slate.services.work.asked import Asked


@lru_cache(maxsize=1024)
def _lettered(problem: Problem, school: School, ticked: tuple[str, ...]) -> tuple[tuple[str, Choice], ...]:
    right = work(problem, school).answer
    found = choices(problem.expr, right, look_twice(problem, school), ticked)
    return tuple(zip(ascii_uppercase, found, strict=False))


def lettered(problem: Problem, school: School, ticked: Sequence[str]) -> tuple[tuple[str, Choice], ...]:
    """Each answer with its letter; empty where there is nothing to choose from."""
    return _lettered(problem, school, tuple(ticked))


def to_choose(asked: Asked, ticked: Sequence[str] = ()) -> list[AnswerToChoose]:
    """The same as they are shown."""
    return [
        AnswerToChoose(
            letter=letter,
            answer=asked.notation(choice.answer),
            mistake=asked.named(MISTAKES[choice.mistake].name) if choice.mistake else "",
        )
        for letter, choice in lettered(asked.problem, asked.school, ticked)
    ]
