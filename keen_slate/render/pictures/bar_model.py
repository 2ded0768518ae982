"""The bars of a story as SVG, to scale: what is known in its place, the whole in a bracket, ? for what is asked."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from html import escape
from zlib import crc32

from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.units import MONEY, one_and_many
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.stories.bars import Amount, BarRow, Bars, Piece
from keen_slate.render.pictures.drawing import (
    DIGIT,
    INK,
    SIZE,
    fill,
    line,
    number,
    path,
    patterns,
    rect,
    text,
    width_of,
)

LONGEST = 380.0
"""Pixels of the longest bar."""

HIGH, SMALL, TEXT_ROW, BRACE, MARGIN = 36.0, 13.0, 19.0, 9.0, 6.0
LETTER = 0.56
"""Width of a letter in parts of its size, on the safe side."""


def bars_svg(model: tuple[Bars, ...], told: str, manner: Manner = USUAL_MANNER, *, blank: bool = False) -> str:
    """All bars under each other, those of one unit on one scale. ``blank``: bars to be filled in, with names only."""
    key = f"-{crc32(repr((model, blank)).encode()):08x}"
    names = max((_wide(row.name, SMALL) for bars in model for row in bars.rows if row.name), default=0.0)
    left = MARGIN + (names + 8 if names else 0)
    parts: list[str] = []
    y, width = MARGIN, left + LONGEST + MARGIN
    shades: dict[str, int] = {}
    for bars in model:
        scale = LONGEST / float(max(_length(b) for b in model if _unit(b) == _unit(bars)))
        drawn = _Group(bars, manner, scale, left, y, blank, key, shades)
        parts += drawn.parts()
        y, width = drawn.foot + 12, max(width, drawn.right + MARGIN)
    inner = "".join(parts)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width:.0f} {y:.0f}" width="{width:.0f}"'
        f' height="{y:.0f}" role="img" aria-label="{escape(told)}" data-kind="bar-model">{patterns(key)}{inner}</svg>'
    )


def _length(bars: Bars) -> Fraction:
    return max(sum((p.size for p in row.pieces), Fraction(0)) for row in bars.rows)


def _unit(bars: Bars) -> str:
    named = bars.above or next((p.amount for row in bars.rows for p in row.pieces if p.amount), None)
    return one_and_many(named.unit)[0] if named else ""


def _wide(written: str, size: float) -> float:
    return LETTER * size * len(written)


@dataclass
class _Group:
    """The bars of one relation, drawn from a height downwards. ``shades`` are those of the quantities that stand in the
    bars above: each keeps its own."""

    bars: Bars
    manner: Manner
    scale: float
    left: float
    top: float
    blank: bool
    key: str
    shades: dict[str, int]
    foot: float = 0.0
    right: float = 0.0

    def parts(self) -> list[str]:
        y = self.top
        drawn: list[str] = []
        first = self.bars.rows[0]
        end = self.left + float(sum((p.size for p in first.pieces), Fraction(0))) * self.scale
        self.right = end
        if self.bars.above is not None:
            drawn += self.named((self.left + end) / 2, y + TEXT_ROW - 2, self.bars.above)
            y += TEXT_ROW + 6
            drawn.append(_brace(self.left, end, y + BRACE, up=True))
            y += BRACE + 2
        for row in self.bars.rows:
            drawn += self.row(row, y)
            y += HIGH
            if self.bars.above is not None or row is self.bars.rows[-1]:
                y += self.names_below(row, y, drawn)
            y += 4 if len(self.bars.rows) > 1 else 0
        if self.bars.below is not None:
            filled = [p for p in first.pieces if p.filled]
            over = self.left + float(sum((p.size for p in filled), Fraction(0))) * self.scale
            drawn.append(_brace(self.left, over, y + 2, up=False))
            drawn += self.named((self.left + over) / 2, y + BRACE + TEXT_ROW + 2, self.bars.below)
            y += BRACE + TEXT_ROW + 12
        self.foot = y
        return drawn

    def row(self, row: BarRow, y: float) -> Iterator[str]:
        if row.name:
            yield text(self.left - 8, y + HIGH / 2 + 4, row.name, "end", size=SMALL)
        x = self.left
        alike = len(self.bars.rows) == 1 and self.bars.below is not None  # pieces of one quantity
        for piece in row.pieces:
            width = float(piece.size) * self.scale
            ground = "" if piece.gap or piece.dots else self.ground(row.pieces[0] if alike else piece, row.name)
            if piece.gap or piece.dots:
                yield path(f"M{x:.2f} {y:.2f} h{width:.2f} v{HIGH} h{-width:.2f} z", dash="5 4")
            else:
                yield rect(x, y, width, HIGH, ground if piece.filled else "#ffffff", data="piece", line=1.2)
            if piece.dots:
                yield text(x + width / 2, y + HIGH / 2 + 4, "…")
            elif piece.amount is not None and self.fits_in(piece, width):
                yield from self.amount(x + width / 2, y + HIGH / 2, piece.amount)
            x += width

    def ground(self, piece: Piece, row_name: str) -> str:
        """That of its quantity in the bars above, else the next one."""
        below = self.bars.below.name if self.bars.below is not None else ""
        name = piece.amount.name if piece.amount is not None else row_name or below
        return fill(self.shades.setdefault(name, len(self.shades)), self.key)

    def fits_in(self, piece: Piece, width: float) -> bool:
        return piece.amount is not None and self.amount_width(piece.amount) + 6 <= width

    def amount_width(self, amount: Amount) -> float:
        if amount.asked or amount.number is None:
            return DIGIT
        unit = _shown_unit(amount)
        before = len(amount.unit) if amount.unit in MONEY else 0
        return width_of(amount.number, self.manner) + DIGIT * before + (_wide(unit, SMALL) + 11 if unit else 0)

    def amount(self, x: float, y: float, amount: Amount) -> Iterator[str]:
        """The number with its unit, or ?, its middle at a point; nothing for what is only found on the way."""
        if self.blank:
            return
        if amount.asked:
            yield text(x, y + 0.36 * SIZE, "?")
            return
        if amount.number is None:
            return
        start = x - self.amount_width(amount) / 2
        before = amount.unit if amount.unit in MONEY else ""
        yield from number(start, y, amount.number, self.manner, "start", before)
        if unit := _shown_unit(amount):
            at = start + width_of(amount.number, self.manner) + DIGIT * len(before) + 6
            yield text(at, y + 0.36 * SIZE, unit, "start", size=SMALL)

    def named(self, x: float, y: float, amount: Amount) -> Iterator[str]:
        """The name and the amount beside each other, in the middle of a bracket."""
        name = amount.name
        part = width_of(amount.part, self.manner) + 14 if amount.part is not None and not self.blank else 0.0
        wide = part + (_wide(name, SMALL) + 8 if name else 0)
        has = not self.blank and (amount.asked or amount.number is not None)
        width = wide + (self.amount_width(amount) if has else 0)
        start = max(x - width / 2, 2.0)
        self.right = max(self.right, start + width)
        if amount.part is not None and not self.blank:
            yield from number(start, y - 0.36 * SIZE, amount.part, self.manner, "start")
        if name:
            yield text(start + part, y, name, "start", size=SMALL)
        if has:
            yield from self.amount(start + wide + self.amount_width(amount) / 2, y - 0.36 * SIZE, amount)

    def names_below(self, row: BarRow, y: float, drawn: list[str]) -> float:
        """Names under the pieces, and amounts that have no room in them, each with a line to its piece; how high they
        stand. Those that would touch go one row lower."""
        x, rows = self.left, [0.0]
        height = 0.0
        for piece in row.pieces:
            width = float(piece.size) * self.scale
            if piece.amount is not None and piece.amount.name != row.name:
                amount, middle = piece.amount, x + width / 2
                inside = self.fits_in(piece, width)
                shown = not inside and not self.blank and (amount.asked or amount.number is not None)
                wide = _wide(amount.name, SMALL) + (8 + self.amount_width(amount) if shown else 0)
                start = max(middle - wide / 2, 2.0)
                level = next((i for i, end in enumerate(rows) if start >= end + 8 or end == 0.0), len(rows))
                if level == len(rows):
                    rows.append(0.0)
                rows[level] = start + wide
                foot = y + TEXT_ROW * (level + 1) + 6 * level - 2 + 8 * shown
                if level or shown:
                    drawn.append(line(middle, y + 2, middle, foot - SMALL, 0.7))
                drawn.append(text(start, foot, amount.name, "start", size=SMALL))
                if shown:
                    drawn.extend(self.amount(start + wide - self.amount_width(amount) / 2, foot - 0.36 * SIZE, amount))
                self.right = max(self.right, start + wide)
                height = max(height, TEXT_ROW * (level + 1) + 6 * level + 6 + 16 * shown)
            x += width
        return height


def _shown_unit(amount: Amount) -> str:
    if amount.unit in BARE or amount.unit in MONEY or amount.number is None:
        return ""
    one, many = one_and_many(amount.unit)
    return one if evaluate(amount.number) == 1 else many


def _brace(x1: float, x2: float, y: float, *, up: bool) -> str:
    """A bracket over or under a stretch, its point in the middle."""
    way = -1 if up else 1
    middle, deep = (x1 + x2) / 2, way * BRACE / 2
    return (
        f'<path d="M{x1:.2f} {y:.2f} v{deep:.2f} H{middle:.2f} v{deep:.2f} v{-deep:.2f} H{x2:.2f} v{-deep:.2f}"'
        f' fill="none" stroke="{INK}" stroke-width="1.2"/>'
    )
