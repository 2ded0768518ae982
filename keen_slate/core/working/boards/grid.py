"""A calculation as it stands on paper: a grid, and the strokes by which it comes there.

A place is a cell of the grid and a slot in it. What is written at a place where something stands already is written
above it; what stood there was struck before. Every writer draws boards from this alone.
"""

from dataclasses import dataclass, field, replace
from typing import Literal

from keen_slate.core.notation.units import units_in
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

Slot = Literal["", "top", "bottom", "point", "before"]
"""Where in a cell: its figure, the two figures of a fraction, behind the figure, small before it."""

Hand = Literal["figure", "brought", "zero", "sign", "carry", "times", "note", "prime"]
"""How it is written: a figure, one brought down, a zero that only fills a place, a sign or point, a small carry, a
multiplier beside, a heading, a prime that is ringed."""

Kind = Literal["fractions", "columns", "product", "area", "quotient", "places", "primes", "ladder", "trees"]


@frozen
class Place:
    row: int
    column: int
    slot: Slot = ""


@frozen
class Mark:
    """Something written at a place."""

    at: Place
    text: str
    hand: Hand = "figure"


@frozen
class Ruled:
    """A line below a row, from one column to another; ``side`` left: before the first column; above: over figures."""

    row: int
    first: int
    last: int
    side: Literal["below", "left", "above"] = "below"


@frozen
class Stroke:
    """What comes at once: what is struck, then what is written and ruled, with its reason. ``question`` is what to ask
    before it; ``step`` the step of the working that it belongs to, None for writing the calculation down."""

    writes: tuple[Mark, ...]
    strikes: tuple[Place, ...]
    rules: tuple[Ruled, ...]
    said: Say | None
    question: str
    step: int | None


@frozen
class Board:
    """A calculation on paper. ``steps`` are the first and last step of the working that it stands for; ``small`` are
    rows that only hold carries and headings, ``amounts`` those behind which the label stands, once in each: the first
    number, and what is found."""

    kind: Kind
    rows: int
    columns: int
    small: tuple[int, ...]
    amounts: tuple[int, ...]
    strokes: tuple[Stroke, ...]
    steps: tuple[int, int]
    label: str = ""


@dataclass(slots=True)
class Drawing:
    """A board in the making: strokes are begun, filled and ended."""

    kind: Kind
    small: set[int] = field(default_factory=set)
    amounts: set[int] = field(default_factory=set)
    strokes: list[Stroke] = field(default_factory=list)
    step: int | None = None
    rows: int = 0
    columns: int = 0
    _writes: list[Mark] = field(default_factory=list)
    _strikes: list[Place] = field(default_factory=list)
    _rules: list[Ruled] = field(default_factory=list)

    def write(self, row: int, column: int, text: str | int, hand: Hand = "figure", slot: Slot = "") -> None:
        self._writes.append(Mark(Place(row, column, slot), str(text), hand))
        self.rows, self.columns = max(self.rows, row + 1), max(self.columns, column + 1)

    def digits(self, row: int, last: int, digits: str, hand: Hand = "figure") -> None:
        """Digits in cells beside each other, the last one in column ``last``."""
        for column, digit in enumerate(digits, start=last + 1 - len(digits)):
            self.write(row, column, digit, hand)

    def strike(self, row: int, column: int, slot: Slot = "") -> None:
        self._strikes.append(Place(row, column, slot))

    def rule(self, row: int, first: int, last: int, side: Literal["below", "left", "above"] = "below") -> None:
        self._rules.append(Ruled(row, first, last, side))
        self.columns = max(self.columns, last + 1)

    def end(self, said: Say | None, question: str = "") -> None:
        """End a stroke; one in which nothing is done and nothing said is none."""
        if self._writes or self._strikes or self._rules or said is not None:
            self.strokes.append(
                Stroke(tuple(self._writes), tuple(self._strikes), tuple(self._rules), said, question, self.step)
            )
        self._writes, self._strikes, self._rules = [], [], []

    def done(self, steps: tuple[int, int]) -> Board:
        self.end(None)
        small, amounts = tuple(sorted(self.small)), tuple(sorted(self.amounts))
        return Board(self.kind, self.rows, self.columns, small, amounts, tuple(self.strokes), steps)


def standing(strokes: tuple[Stroke, ...]) -> dict[Place, list[Mark]]:
    """All that was written at each place, the last in force and the others struck.

    >>> drawing = Drawing("columns")
    >>> drawing.write(0, 0, 6); drawing.end(None); drawing.strike(0, 0); drawing.write(0, 0, 5)
    >>> [m.text for m in standing(drawing.done((0, 0)).strokes)[Place(0, 0)]]
    ['6', '5']
    """
    found: dict[Place, list[Mark]] = {}
    for stroke in strokes:
        for mark in stroke.writes:
            found.setdefault(mark.at, []).append(mark)
    return found


def labelled(board: Board, label: str) -> Board:
    """A board of amounts. In two units a fraction of the larger is so many of the smaller: the units head their
    columns, and the size of the piece is not written."""
    two = units_in(label)
    bottoms = {m.text for s in board.strokes for m in s.writes if m.at.slot == "bottom" and m.hand == "figure"}
    if two is None or board.kind != "fractions":
        return replace(board, label=two.large if two is not None else label)
    if bottoms - {str(two.size)}:
        return replace(board, label=two.large)

    def as_figure(place: Place) -> Place:
        return Place(place.row, place.column, "") if place.slot == "top" else place

    strokes = tuple(
        replace(
            stroke,
            writes=tuple(replace(m, at=as_figure(m.at)) for m in stroke.writes if m.at.slot != "bottom"),
            strikes=tuple(as_figure(p) for p in stroke.strikes),
        )
        for stroke in board.strokes
    )
    small = {m.at.column for m in strokes[0].writes if m.at.slot == "" and m.hand == "figure"}
    parts = {m.at.column for s in board.strokes for m in s.writes if m.at.slot == "top"}
    heads = [Mark(Place(0, column), two.small, "note") for column in sorted(parts & small)]
    heads += [Mark(Place(0, max(small - parts)), two.large, "note")] if small - parts else []
    first = replace(strokes[0], writes=(*heads, *strokes[0].writes))
    return replace(board, strokes=(first, *strokes[1:]))
