"""What is to be said, as an id and its data; the words are found in ``sentences``."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Say:
    """A sentence by id, with the values that it speaks of, as sorted pairs so that it can be hashed.

    >>> Say.of("add-wholes", total=3).get("total")
    3
    """

    id: str
    data: tuple[tuple[str, object], ...] = ()

    @classmethod
    def of(cls, id: str, **data: object) -> "Say":
        return cls(id, tuple(sorted(data.items())))

    def get(self, name: str) -> object:
        return dict(self.data)[name]
