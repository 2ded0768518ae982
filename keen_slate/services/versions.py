"""Version B of a set: the same demands with other numbers."""

from collections.abc import Iterable
from functools import lru_cache

from keen_slate.core.laddering.changing import twin
from keen_slate.services.line_up import read_again
from keen_slate.services.work.asked import Asked


def version_b(items: Iterable[tuple[str, dict[str, str]]]) -> list[str]:
    """For each kept problem with its school another like it, the same for the same set; empty where there is none."""
    return list(_version_b(tuple((problem, tuple(sorted(school.items()))) for problem, school in items)))


@lru_cache(maxsize=64)
def _version_b(items: tuple[tuple[str, tuple[tuple[str, str], ...]], ...]) -> tuple[str, ...]:
    taken = [read_again(problem) for problem, _ in items]
    other: list[str] = []
    for index, (problem, school) in enumerate(items):
        asked = Asked.read(problem, dict(school), {}, kept=True)
        made = twin(asked.problem, f"B/{index}", None, asked.school, taken)
        if made is not None:
            taken.append(made)
        other.append("" if made is None else made.text())
    return tuple(other)
