"""What is known of a mistake, whether a procedure makes it or it is seen in an answer."""

from dataclasses import dataclass
from typing import Literal

from keen_slate.core.curriculum.places import Place

PictureKind = Literal[
    "strips", "discs", "rectangles", "fits", "shares", "jumps", "bars", "part-whole", "square", "places", "crossing"
]  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Mistake:
    """A typical mistake in words: its ``name``, the ``belief`` behind it as it seems, how it ``shows`` on an example of
    its own, a ``question`` and the kind of ``picture`` that unsettle it. The question has no number of an example in
    it: it stands beside any item, before a question on the numbers in hand.

    ``met`` is where curricula first meet it: where the work in which it is made stands. ``source`` is a publication, or
    common practice. ``needs`` are demands without which it cannot be made. Manner in braces are the teacher's.
    """

    id: str
    name: str
    belief: str
    shows: str
    question: str
    picture: PictureKind
    met: Place
    source: str
    needs: tuple[str, ...] = ()
