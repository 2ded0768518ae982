"""What a picture shows, as data: sizes and counts, no colours and no pixels. Everything in it is to scale.

``of`` says of which quantity something is, by its place in the problem; it looks the same through the whole working.

To add a picture: a record here, its choosing beside this file, its words in ``saying/pictured.py`` and
``saying/seen.py``, its drawing in ``render/pictures/``.
"""

from fractions import Fraction
from typing import Literal

from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.from_picture import LARGEST_DISC, LARGEST_STRIP
from keen_slate.core.problem.tree import Expr, Gap
from keen_slate.core.saying import pictured
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

LARGEST_GRID = 100
"""Cells of a rectangle."""

WRONG = -1
"""The quantity that an answer is which is wrong."""

Between = Literal["+", "−", "<", "=", ">"]
"""What stands between two numbers."""

State = Literal["there", "came", "gone", "opened"]
"""Pieces lie there, came from elsewhere, were taken away (or moved), or are a whole opened up."""


@frozen
class Run:
    """``top`` pieces of ``bottom`` to the whole that belong together."""

    top: int
    bottom: int
    of: int = 0
    state: State = "there"

    @property
    def length(self) -> Fraction:
        return Fraction(self.top, self.bottom)


@frozen
class Strip:
    """Runs of pieces end to end; every piece is cut again into ``recut`` finer ones. ``label`` stands before it."""

    runs: tuple[Run, ...]
    label: Expr | None = None
    recut: int = 1

    @property
    def length(self) -> Fraction:
        return sum((r.length for r in self.runs), Fraction(0))

    @property
    def pieces(self) -> int:
        return max(r.bottom for r in self.runs) * self.recut


@frozen
class Strips:
    """Strips under each other on one scale, each laid into wholes; what goes beyond a whole begins the next one."""

    rows: tuple[Strip, ...]
    kind: PictureKind = "strips"


@frozen
class Disc:
    """A disc cut into ``pieces`` (1: not cut), filled by runs from the top, clockwise."""

    pieces: int
    runs: tuple[Run, ...]


@frozen
class Discs:
    """Discs of one size beside each other."""

    discs: tuple[Disc, ...]
    kind: PictureKind = "discs"


@frozen
class Cells:
    """A rectangle of which cells are taken, column by column, or row by row where ``across``."""

    runs: tuple[Run, ...]
    across: bool = False


@frozen
class Rectangles:
    """Rectangles of one size cut into ``columns`` by ``rows``, and from ``made`` on what is made of those before it."""

    columns: int
    rows: int
    squares: tuple[Cells, ...]
    made: int
    kind: PictureKind = "rectangles"


@frozen
class Crossed:
    """Wholes cut into ``columns`` by ``rows``, of which so many whole columns and so many whole rows are taken: where
    they cross is the product. Beyond one whole the next stands beside it or below."""

    columns: int
    rows: int
    taken_columns: int
    taken_rows: int
    kind: PictureKind = "rectangles"


@frozen
class Jump:
    start: Fraction
    to: Fraction
    label: Expr


@frozen
class Point:
    at: Fraction
    label: Expr
    of: int = 0


@frozen
class Jumps:
    """Points and jumps on a line from ``low`` to ``high``, with a number every ``major`` and a tick every ``minor``."""

    low: Fraction
    high: Fraction
    major: Fraction
    minor: Fraction
    jumps: tuple[Jump, ...] = ()
    points: tuple[Point, ...] = ()
    decimals: bool = False
    kind: PictureKind = "jumps"


@frozen
class Fits:
    """How many of ``each`` fit into ``total``, laid off along it, in pieces of which ``bottom`` are a whole."""

    total: Expr
    each: Expr
    bottom: int
    pieces_of_total: int
    pieces_of_each: int
    kind: PictureKind = "fits"

    @property
    def times(self) -> int:
        return self.pieces_of_total // self.pieces_of_each

    @property
    def rest(self) -> int:
        return self.pieces_of_total % self.pieces_of_each


@frozen
class Shares:
    """An amount as a bar cut into equal shares, of which some are taken."""

    total: Expr
    shares: int
    taken: int
    each: Expr
    kind: PictureKind = "shares"


@frozen
class Bars:
    """A bar model, the whole above its parts, to scale; ``unknown`` is the part (-1: the whole) that is asked for."""

    whole: Expr
    parts: tuple[Expr, ...]
    unknown: int
    kind: PictureKind = "bars"


@frozen
class PartWhole:
    """A whole in a ring over its parts in theirs, the unknown one (or the whole, -1) as a blank."""

    whole: Expr
    parts: tuple[Expr, ...]
    unknown: int
    kind: PictureKind = "part-whole"


@frozen
class Square:
    """``filled`` cells of squares of a hundred; what does not fit into one goes on in the next."""

    filled: Fraction
    label: Expr
    of: int = 0

    @property
    def squares(self) -> int:
        return max(1, -int(-self.filled // 100))


@frozen
class Squares:
    """Hundred squares, those of a number beside each other."""

    of: tuple[Square, ...]
    kind: PictureKind = "square"


@frozen
class PlaceRow:
    """A number in its places: its digits, the first in the place of ten to the power ``first``."""

    digits: str
    first: int


@frozen
class Places:
    """Numbers in a place-value chart; with two the digits of the upper one move to where they are in the lower."""

    rows: tuple[PlaceRow, ...]
    kind: PictureKind = "places"


@frozen
class Crossing:
    """Two fractions and their cross products; ``sign`` is what stands between them."""

    first: CommonFraction
    second: CommonFraction
    sign: Between
    kind: PictureKind = "crossing"

    @property
    def products(self) -> tuple[int, int]:
        a, b = self.first, self.second
        return a.numerator * b.denominator, b.numerator * a.denominator


Picture = Strips | Discs | Rectangles | Crossed | Jumps | Fits | Shares | Bars | PartWhole | Squares | Places | Crossing
NAMES: dict[PictureKind, str] = {
    "strips": "strips",
    "discs": "discs",
    "rectangles": "rectangle cut both ways",
    "fits": "how many fit",
    "shares": "equal shares",
    "jumps": "number line",
    "bars": "bar model",
    "part-whole": "part–whole rings",
    "square": "hundred square",
    "places": "place-value chart",
    "crossing": "crossing arrows",
}


@frozen
class Proof:
    """A picture and what is to be seen in it."""

    picture: Picture
    caption: Say


def too_fine(picture: Picture) -> Say | None:
    """Why the pieces of a picture could not be told apart; None where they can."""
    match picture:
        case Strips(rows):
            pieces, limit = max(r.pieces for r in rows), LARGEST_STRIP
        case Discs(discs):
            pieces, limit = max(d.pieces for d in discs), LARGEST_DISC
        case Rectangles() | Crossed():
            pieces, limit = picture.columns * picture.rows, LARGEST_GRID
        case Fits():
            pieces, limit = picture.bottom, LARGEST_STRIP
        case _:
            return None
    return Say.of(pictured.picture_too_fine, kind=picture.kind, pieces=pieces) if pieces > limit else None


def told(picture: Picture) -> Say:
    """What is said in the place of a picture."""
    match picture:
        case Strips(rows):
            return Say.of(pictured.picture_strips, rows=tuple((_told(r.runs), r.recut) for r in rows))
        case Discs(discs):
            return Say.of(pictured.picture_discs, discs=tuple((d.pieces, _told(d.runs)) for d in discs))
        case Rectangles(columns, rows_, squares, made):
            return Say.of(
                pictured.picture_rectangles,
                columns=columns, rows=rows_, squares=tuple(_told(s.runs) for s in squares), made=made,
            )  # fmt: skip
        case Crossed(columns, rows_, taken_columns, taken_rows):
            return Say.of(
                pictured.picture_crossed,
                columns=columns, rows=rows_, taken_columns=taken_columns, taken_rows=taken_rows,
            )  # fmt: skip
        case Jumps():
            return Say.of(
                pictured.picture_jumps,
                low=picture.low, high=picture.high, decimals=picture.decimals,
                jumps=tuple((j.start, j.to) for j in picture.jumps),
                points=tuple(p.label for p in picture.points if not isinstance(p.label, Gap)), asked=_asked(picture),
            )  # fmt: skip
        case Fits():
            return Say.of(
                pictured.picture_fits,
                total=picture.total, each=picture.each, times=picture.times, rest=picture.rest,
                of=picture.pieces_of_each,
            )  # fmt: skip
        case Shares(total, shares, taken, each):
            return Say.of(pictured.picture_shares, total=total, shares=shares, taken=taken, each=each)
        case Bars(whole, parts, unknown) | PartWhole(whole, parts, unknown):
            return Say.of(pictured.picture_parts, kind=picture.kind, whole=whole, parts=parts, unknown=unknown)
        case Squares(of):
            return Say.of(pictured.picture_squares, numbers=tuple((s.label, s.filled) for s in of))
        case Places(rows):
            return Say.of(pictured.picture_places, rows=tuple((r.digits, r.first) for r in rows))
        case Crossing(first, second, sign):
            return Say.of(pictured.picture_crossing, first=first, second=second, sign=sign, products=picture.products)


def _asked(picture: Jumps) -> tuple[Fraction, Fraction, int, int] | None:
    """Of a mark whose number is asked for: how far apart the numbers stand, the one before it, the spaces from there to
    the next, and those to it."""
    at = next((p.at for p in picture.points if isinstance(p.label, Gap)), None)
    if at is None:
        return None
    before = picture.low + (at - picture.low) // picture.major * picture.major
    return picture.major, before, int(picture.major / picture.minor), int((at - before) / picture.minor)


def _told(runs: tuple[Run, ...]) -> tuple[tuple[int, int, State], ...]:
    return tuple((r.top, r.bottom, r.state) for r in runs)
