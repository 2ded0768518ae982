"""What comes next for a shared mistake: items that reveal it."""

from collections.abc import Callable, Iterator

from keen_slate.core.diagnosis.answers import Key, key_of
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.twins import twins
from keen_slate.core.machine.school import School
from keen_slate.core.reading.reading import Problem
from keen_slate.core.working.work import work

MOST_LOOKED_AT = 120
"""Items that are looked at for those that reveal a mistake."""


def reveals(problem: Problem, mistake: str, school: School) -> bool:
    """Whether a mistake gives a wrong answer on an item that no other gives.

    >>> reveals(read("2 3/4 + 1 5/6"), "whole-not-carried", DEFAULT_SCHOOL)
    True
    >>> reveals(read("2/5 + 1/3"), "rename-bottom-only", DEFAULT_SCHOOL)
    False
    """
    answers: dict[str, Key] = {w.mistake: key_of(w.answer) for w in look_twice(problem, school).likely_wrong}
    return mistake in answers and list(answers.values()).count(answers[mistake]) == 1


def revealing(like: tuple[Problem, ...], mistake: str, school: School, count: int, seed: str) -> tuple[Problem, ...]:
    """Up to so many items that ask for what these ask, with other numbers, each of which reveals the mistake: whoever
    makes it is not right by luck, and no other mistake answers so. Fewer where fewer are found.

    >>> found = revealing((read("2 3/4 + 1 5/6"),), "whole-not-carried", DEFAULT_SCHOOL, 2, "1")
    >>> [reveals(item, "whole-not-carried", DEFAULT_SCHOOL) for item in found]
    [True, True]
    """
    return _found(like, school, count, seed, lambda item: reveals(item, mistake, school))


def others_like(like: tuple[Problem, ...], school: School, count: int, seed: str) -> tuple[Problem, ...]:
    """Up to so many items that ask for what these ask, with other numbers: where it is the form of the answer that is
    practised, any of them will do.

    >>> len(others_like((read("5 1/6 - 2 5/6"),), DEFAULT_SCHOOL, 3, "1"))
    3
    """
    return _found(like, school, count, seed, lambda _: True)


def _found(
    like: tuple[Problem, ...], school: School, count: int, seed: str, fits: Callable[[Problem], bool]
) -> tuple[Problem, ...]:
    found: list[Problem] = []
    for looked_at, item in enumerate(_in_turn([twins(p, f"{seed}/{i}", school) for i, p in enumerate(like)])):
        if len(found) == count or looked_at == MOST_LOOKED_AT:
            break
        if item.expr not in [p.expr for p in (*like, *found)] and fits(item):
            found.append(item)
    found.sort(key=lambda p: len(work(p, school).lines))
    return tuple(found)


def _in_turn(sources: list[Iterator[Problem]]) -> Iterator[Problem]:
    """One of each source after the other, as long as there are any."""
    while sources:
        for source in list(sources):
            item = next(source, None)
            if item is None:
                sources.remove(source)
            else:
                yield item
