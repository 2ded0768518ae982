"""Which line of a working an example is there for."""

from collections.abc import Sequence

from keen_slate.core.machine.acts import Act
from keen_slate.core.working.work import Working

WEIGHTIEST: tuple[Act, ...] = ("regroup", "carry", "one-kind", "rename", "judge", "blank", "simplify", "order")
"""What decides where nothing else is said: the first of these that a working does (common practice, no source)."""


def decisive_line(working: Working, met_in: Sequence[Act | None] = ()) -> int | None:
    """The first line that does the first of these acts (those in which the newest demands are met), or else the
    weightiest that there is; None for a working that does none of them.

    >>> item = work(read("6 1/4 − 2 5/6"))
    >>> item.lines[decisive_line(item)].act, item.lines[decisive_line(item, ("rename",))].act
    ('regroup', 'rename')
    """
    of_act: dict[Act, int] = {}
    for index, line in enumerate(working.lines):
        if index and not line.is_question:
            of_act.setdefault(line.act, index)
    return next((of_act[act] for act in (*met_in, *WEIGHTIEST) if act in of_act), None)
