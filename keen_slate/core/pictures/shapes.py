"""What a picture shows, as data: sizes and counts, no colours and no pixels. Everything in it is to scale.

To add a picture: a record here, its choosing in ``choosing.py``, its words in ``wording/``, its drawing in ``render/``.
"""

from dataclasses import dataclass
from fractions import Fraction

from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.saying import pictured
from keen_slate.core.saying.say import Say

LARGEST_STRIP = 60
"""Pieces of a whole in a strip: on paper each is then two millimetres wide."""

LARGEST_DISC = 24
"""Pieces of a disc: thinner ones cannot be told apart."""

LARGEST_GRID = 100
"""Cells of a rectangle."""

MOST_WHOLES = 10
"""Wholes in one picture: more are not taken in at a glance."""


@dataclass(frozen=True, slots=True)
class Strip:
    """``top`` pieces of ``bottom`` to the whole, each cut again into ``recut`` finer ones."""

    top: int
    bottom: int
    recut: int = 1

    @property
    def length(self) -> Fraction:
        return Fraction(self.top, self.bottom)


@dataclass(frozen=True, slots=True)
class Strips:
    """Strips under each other, each beside a whole strip of the same scale; what goes beyond a whole lies beside it."""

    rows: tuple[Strip, ...]
    kind: PictureKind = "strips"


@dataclass(frozen=True, slots=True)
class Rectangles:
    """Rectangles of one size cut both ways, ``columns`` by ``rows``; of each so many whole columns or rows are taken.

    With ``overlap`` it is one rectangle of which both are taken, and their overlap is the product.
    """

    columns: int
    rows: int
    taken_columns: int
    taken_rows: int
    overlap: bool
    kind: PictureKind = "rectangles"


@dataclass(frozen=True, slots=True)
class Disc:
    """A disc cut into ``pieces`` (1: not cut), of which ``filled`` are taken; ``opened``: a whole cut up to regroup."""

    pieces: int
    filled: int
    opened: bool = False


@dataclass(frozen=True, slots=True)
class Discs:
    """Discs of one size beside each other."""

    discs: tuple[Disc, ...]
    kind: PictureKind = "discs"


@dataclass(frozen=True, slots=True)
class Jumps:
    """Jumps along a number line that is ticked at wholes and at ``bottom`` to the whole."""

    low: Fraction
    high: Fraction
    bottom: int
    jumps: tuple[tuple[Fraction, Fraction], ...]
    kind: PictureKind = "jumps"


@dataclass(frozen=True, slots=True)
class Bars:
    """A bar model, the whole above its parts, to scale; ``unknown`` is the part (-1: the whole) that is asked for."""

    whole: Fraction
    parts: tuple[Fraction, ...]
    unknown: int
    kind: PictureKind = "bars"


@dataclass(frozen=True, slots=True)
class PartWhole:
    """A whole over its parts, the unknown one (or the whole, -1) as a blank."""

    whole: Fraction
    parts: tuple[Fraction, ...]
    unknown: int
    kind: PictureKind = "part-whole"


@dataclass(frozen=True, slots=True)
class Square:
    """A square of a hundred cells, so many of them taken; more than a hundred take more squares."""

    filled: Fraction
    kind: PictureKind = "square"


Picture = Strips | Rectangles | Discs | Jumps | Bars | PartWhole | Square
NAMES: dict[PictureKind, str] = {
    "strips": "strips",
    "rectangles": "rectangle cut both ways",
    "discs": "discs",
    "jumps": "number line",
    "bars": "bar model",
    "part-whole": "part–whole tree",
    "square": "hundred square",
}


def told(picture: Picture) -> Say:
    """What is said in the place of a picture."""
    match picture:
        case Strips(rows):
            return Say.of(pictured.picture_strips, rows=tuple((r.top, r.bottom, r.recut) for r in rows))
        case Rectangles(columns, rows_, taken_columns, taken_rows, overlap):
            return Say.of(
                pictured.picture_rectangles,
                columns=columns,
                rows=rows_,
                taken_columns=taken_columns,
                taken_rows=taken_rows,
                overlap=overlap,
            )
        case Discs(discs):
            return Say.of(pictured.picture_discs, discs=tuple((d.pieces, d.filled, d.opened) for d in discs))
        case Jumps(low, high, _, jumps):
            return Say.of(pictured.picture_jumps, low=low, high=high, jumps=jumps)
        case Bars(whole, parts, unknown) | PartWhole(whole, parts, unknown):
            return Say.of(pictured.picture_parts, kind=picture.kind, whole=whole, parts=parts, unknown=unknown)
        case Square(filled):
            return Say.of(pictured.picture_square, filled=filled)
