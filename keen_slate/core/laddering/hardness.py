"""How hard an item is, so that a set can be put in order by it."""

from collections.abc import Iterable

from keen_slate.core.laddering.families.family import BRINGS
from keen_slate.core.working.work import Working


def how_hard(demands: Iterable[str], working: Working) -> tuple[int, int]:
    """How many things an item asks, not counting what another of them brings along; and the lines of its working.

    Harder is what asks for more, then what takes longer (common practice, no source).

    >>> how_hard(("unlike-denominators", "coprime-bottoms", "carry"), work(read("2 3/4 + 1 2/3"), DEFAULT_SCHOOL))
    (2, 7)
    """
    asked = set(demands)
    brought = frozenset().union(*(BRINGS.get(d, frozenset()) for d in asked))
    return len(asked - brought), len(working.lines)
