"""Choosing by a seed: the same seed draws the same numbers, on every machine."""

from collections.abc import Sequence
from hashlib import sha256
from typing import TypeVar

Item = TypeVar("Item")
MASK = (1 << 64) - 1


class Draw:
    """SplitMix64 (Steele, Lea and Flood, 2014; from memory), begun from a text.

    >>> Draw("a").below(1000) == Draw("a").below(1000)
    True
    """

    def __init__(self, seed: str) -> None:
        self.state = int.from_bytes(sha256(seed.encode()).digest()[:8], "big")

    def below(self, n: int) -> int:
        """A number from 0 to n − 1. Raises ValueError for n below 1."""
        if n < 1:
            raise ValueError(f"nothing lies below {n}")
        self.state = (self.state + 0x9E3779B97F4A7C15) & MASK
        z = self.state
        z = ((z ^ (z >> 30)) * 0xBF58476D1CE4E5B9) & MASK
        z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & MASK
        return (z ^ (z >> 31)) % n

    def between(self, low: int, high: int) -> int:
        """A number from low to high, both among them; low where the two are crossed."""
        return low + self.below(max(high - low + 1, 1))

    def one_of(self, items: Sequence[Item]) -> Item:
        return items[self.below(len(items))]

    def mostly(self, *, seldom: bool = False) -> bool:
        """Yes, two times out of three, or one time."""
        return (self.below(3) > 0) != seldom


class EveryDraw(Draw):
    """Draws that take every choice in turn: all that can be drawn is drawn, the smaller numbers first.

    >>> draw, drawn = EveryDraw(), []
    >>> while draw.again(): drawn.append((draw.below(2), draw.between(5, 6)))
    >>> drawn
    [(0, 5), (0, 6), (1, 5), (1, 6)]
    """

    def __init__(self) -> None:
        self.taken: list[list[int]] = []
        self.at = 0
        self.begun = False

    def again(self) -> bool:
        """Begin the next way through all choices; False when every way has been gone."""
        self.at = 0
        if not self.begun:
            self.begun = True
            return True
        while self.taken and self.taken[-1][0] + 1 == self.taken[-1][1]:
            self.taken.pop()
        if not self.taken:
            return False
        self.taken[-1][0] += 1
        return True

    def below(self, n: int) -> int:
        if n < 1:
            raise ValueError(f"nothing lies below {n}")
        if self.at == len(self.taken):
            self.taken.append([0, n])
        self.at += 1
        return self.taken[self.at - 1][0]
