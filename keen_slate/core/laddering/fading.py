"""From worked to bare: which lines of a working a pupil still finds written.

Two schools: steps are blanked from the end backwards, or from the start forwards. Either the whole line is left to the
pupil, or only the numbers in it that change.
"""

from typing import Literal

from keen_slate.core.values import frozen
from keen_slate.core.working.work import Working

State = Literal["given", "numbers", "blank"]
Kind = Literal["worked", "partly", "bare"]


@frozen
class Fading:
    """``lines`` is how many of the written lines after the problem are left to the pupil when partly worked."""

    kind: Kind = "worked"
    side: Literal["end", "start"] = "end"
    lines: int = 1
    what: Literal["line", "numbers"] = "line"


def faded(working: Working, fading: Fading) -> tuple[State, ...]:
    """What a pupil finds of each line; the problem itself is always given, and so are questions where a line is.

    >>> from keen_slate.core.schools.listing import FACETS
    >>> from keen_slate.core.machine.school import school_from
    >>> from keen_slate.core.working.work import work
    >>> plain = work(read("1/4 + 5/6"), school_from(FACETS, {"questions": "unasked"}))
    >>> faded(plain, Fading("partly", "end", 2))
    ('given', 'given', 'given', 'blank', 'blank')
    """
    lines = working.lines
    given: State = "given"
    if fading.kind == "worked":
        return (given,) * len(lines)
    written = [i for i, line in enumerate(lines) if i and not line.is_question]
    left = written
    if fading.kind == "partly":
        count = min(max(fading.lines, 0), len(written))
        left = written[len(written) - count :] if fading.side == "end" else written[:count]
    blank: State = "numbers" if fading.what == "numbers" and fading.kind == "partly" else "blank"
    states: dict[int, State] = dict.fromkeys(range(len(lines)), given)
    states |= dict.fromkeys(left, blank)
    for i in reversed(range(len(lines))):
        # A question before a line that is left to the pupil would be answered by its own reason.
        if lines[i].is_question and states.get(i + 1, given) != given:
            states[i] = "blank"
    return tuple(states.values())
