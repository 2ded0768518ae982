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
