"""What is to be said: a sentence with the data that it speaks of. The words are made at the end."""

import re
from collections.abc import Callable
from typing import Concatenate, ParamSpec

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.units import units_in
from keen_slate.core.values import frozen

P = ParamSpec("P")


@frozen
class Say:
    """A sentence, and the values that it speaks of as sorted pairs, so that it can be hashed.

    A sentence is a function that gets the teacher's words and these values by name; the type checker holds the two
    together.
    """

    sentence: Callable[..., str]
    data: tuple[tuple[str, object], ...] = ()

    @classmethod
    def of(cls, sentence: Callable[Concatenate[Manner, P], str], *args: P.args, **data: P.kwargs) -> "Say":
        assert not args, "values are given by name"
        return cls(sentence, tuple(sorted(data.items())))

    @property
    def id(self) -> str:
        """The sentence by its name: ``bottom-zero``."""
        return self.sentence.__name__.strip("_").replace("_", "-")

    def get(self, name: str) -> object:
        return dict(self.data)[name]


def say(said: Say, words: Manner = USUAL_MANNER) -> str:
    """The sentence in the teacher's words.

    >>> from keen_slate.core.saying import unreadable
    >>> say(Say.of(unreadable.bottom_zero, top=3))
    'I read 3/0: a piece cannot be 1 out of 0. Change the bottom number.'
    """
    told = said.sentence(words, **dict(said.data))
    two = units_in(words.label)
    if two is None:
        return told
    # Of amounts in two units the pieces of a whole are the smaller unit: 40/100 is 40 cm.
    told = re.sub(rf"\b(\d+) (\d+)/{two.size}\b", rf"\1 {two.large} \2 {two.small}", told)
    return re.sub(rf"\b(\d+)/{two.size}\b", rf"\1 {two.small}", told)
