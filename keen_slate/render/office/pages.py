"""What a document holds, whatever it is written as: headings, paragraphs with formulas, tables, pictures, room."""

import re
from collections.abc import Iterator
from typing import Any

from keen_slate.core.values import frozen
from keen_slate.render.typeset import Node


@frozen
class Text:
    """A run of words. ``raised``: small above the line, as a new figure over a struck one."""

    text: str
    bold: bool = False
    italic: bool = False
    struck: bool = False
    raised: bool = False


@frozen
class Maths:
    """A formula as a node of ``render.typeset``, and as it is read aloud."""

    node: Node
    told: str


Run = Text | Maths


@frozen
class Paragraph:
    """``indent`` in steps: a line of a working stands further in than its problem. ``boxed``: a rule to keep."""

    runs: tuple[Run, ...]
    indent: int = 0
    boxed: bool = False


@frozen
class Cell:
    """``below`` and ``left`` are lines drawn there."""

    runs: tuple[Run, ...] = ()
    below: bool = False
    left: bool = False


@frozen
class Table:
    """A table of a story, with a first row of heads and lines between all cells; or a calculation in columns, with the
    lines of its cells and ``told``, as it is read aloud, and as ``board`` the data that the print template draws it
    from."""

    rows: tuple[tuple[Cell, ...], ...]
    heads: bool = False
    told: str = ""
    board: dict[str, Any] | None = None
    point: str = "."


@frozen
class Picture:
    """A drawing as SVG with its text alternative, its width in pixels of 1/96 inch, and what is to be seen in it."""

    svg: str
    told: str
    width: int
    caption: str


@frozen
class Room:
    """Lines to write on."""

    lines: int


Block = Paragraph | Table | Picture | Room


@frozen
class Item:
    """An item: what is asked, its working step by step, and what stands behind it."""

    number: str
    heading: str
    asked: tuple[Run, ...]
    head: tuple[Block, ...]
    steps: tuple[tuple[Block, ...], ...]
    tail: tuple[Block, ...]

    def blocks(self) -> Iterator[Block]:
        yield from self.head
        for step in self.steps:
            yield from step
        yield from self.tail


@frozen
class Section:
    """A part with its title: the worked examples, a pupils' sheet, a key. ``fields`` are lines to fill in."""

    title: str
    fields: tuple[str, ...]
    items: tuple[Item, ...]
    noticed: bool = False


@frozen
class Document:
    """``page`` is the paper's name, ``points`` the size of the letters."""

    title: str
    sections: tuple[Section, ...]
    page: str = "a4"
    points: int = 11


NOTICED = "What I noticed:"
PIXELS_TO_THE_INCH = 96
"""Of drawings."""
MILLIMETRES = {"a4": (210, 297), "us-letter": (216, 279)}

_FRACTION = re.compile(r"(?<![\d/])(\d+)/(\d+)(?![\d/])")


def prose(text: str, *, bold: bool = False, italic: bool = False) -> tuple[Run, ...]:
    """A sentence as runs, each ``n/d`` in it as a formula.

    >>> [run.told for run in prose("Is 3/12 less?") if isinstance(run, Maths)]
    ['3 over 12']
    """
    runs: list[Run] = []
    at = 0
    for found in _FRACTION.finditer(text):
        if found.start() > at:
            runs.append(Text(text[at : found.start()], bold=bold, italic=italic))
        top, bottom = found.groups()
        runs.append(Maths(["f", ["n", top], ["n", bottom]], f"{top} over {bottom}"))
        at = found.end()
    if at < len(text):
        runs.append(Text(text[at:], bold=bold, italic=italic))
    return tuple(runs)
