"""What is shown of a whole class, remembered: each time it is made from several hundred answers."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Shown = TypeVar("Shown")

MOST = 24
"""Of a class of 28 and 12 items each is some hundred kilobytes."""


class Remembered(Generic[Shown]):
    """What was shown last, each under the stamp of what it was made from; the oldest goes first. Losing one costs only
    time."""

    def __init__(self, most: int = MOST) -> None:
        self._most = most
        self._kept: OrderedDict[Hashable, tuple[str, Shown]] = OrderedDict()
        self._lock = Lock()

    def shown(self, what: Hashable, stamp: str, make: Callable[[], Shown]) -> Shown:
        """What was made of ``what`` under this stamp, or else what ``make`` makes of it now; None is not kept."""
        with self._lock:
            if what in self._kept and self._kept[what][0] == stamp:
                self._kept.move_to_end(what)
                return self._kept[what][1]
        made = make()
        if made is None:
            return made
        with self._lock:
            self._kept[what] = stamp, made
            self._kept.move_to_end(what)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return made

    def forget(self) -> None:
        """As in a process that has shown nothing yet."""
        with self._lock:
            self._kept.clear()
