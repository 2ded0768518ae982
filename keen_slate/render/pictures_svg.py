"""Pictures drawn as SVG, to scale, the same on screen and in print.

Everything is said with presentation attributes, so that a drawing stands by itself when it is copied out. What is taken
is darker than what is opened up, and that than paper: the three stay apart in black-and-white print.
"""

from collections.abc import Callable
from fractions import Fraction
from html import escape
from math import ceil, cos, pi, sin
from typing import Any

from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.shapes import (
    Bars,
    Disc,
    Discs,
    Jumps,
    PartWhole,
    Picture,
    Rectangles,
    Square,
    Strip,
    Strips,
)
from keen_slate.core.problem.tree import number_for

INK, TAKEN, PAPER, FINE, OPENED = "#22303a", "#8fb3ad", "#fffdf7", "#5b6b75", "#e7d9a8"
WHOLE = 300.0
"""Pixels for one whole along a strip."""
STRIP_HEIGHT, GAP = 26.0, 12.0
RADIUS = 34.0
GRID = 130.0
FONT = 'font-family="Noto Sans, sans-serif" font-size="13" fill="#22303a"'


def picture_svg(picture: Picture, told: str) -> str:
    """The drawing, with ``told`` as its text alternative."""
    width, height, parts = _DRAW[type(picture)](picture)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width:.0f} {height:.0f}" width="{width:.0f}"'
        f' height="{height:.0f}" role="img" aria-label="{escape(told)}"'
        f' data-kind="{picture.kind}">{"".join(parts)}</svg>'
    )


def _rect(x: float, y: float, w: float, h: float, fill: str, *, data: str = "", line: float = 1.0) -> str:
    return (
        f'<rect x="{x:.2f}" y="{y:.2f}" width="{w:.2f}" height="{h:.2f}" fill="{fill}" stroke="{INK}"'
        f' stroke-width="{line}"{data}/>'
    )


def _line(x1: float, y1: float, x2: float, y2: float, width: float = 1.0, colour: str = INK, dash: str = "") -> str:
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return (
        f'<line x1="{x1:.2f}" y1="{y1:.2f}" x2="{x2:.2f}" y2="{y2:.2f}" stroke="{colour}"'
        f' stroke-width="{width}"{dashed}/>'
    )


def _text(x: float, y: float, text: str, anchor: str = "middle") -> str:
    return f'<text x="{x:.2f}" y="{y:.2f}" text-anchor="{anchor}" {FONT}>{escape(text)}</text>'


def _written(value: Fraction) -> str:
    return text_of(number_for(value))


Drawn = tuple[float, float, list[str]]


def _strips(picture: Strips) -> Drawn:
    wholes = max(1, *(ceil(r.length) for r in picture.rows))
    scale = WHOLE if wholes == 1 else min(WHOLE, 460.0 / wholes)
    parts: list[str] = []
    y = 4.0
    for row in picture.rows:
        parts += _strip(row, y, scale)
        y += STRIP_HEIGHT + GAP
    return 70 + scale * wholes, y - GAP + 6, parts


def _strip(row: Strip, y: float, scale: float) -> list[str]:
    """The whole as an empty strip, the pieces taken over it, the finer cuts dashed."""
    x0 = 62.0
    shown = f"{row.top}/{row.bottom}" + (f" = {row.top * row.recut}/{row.bottom * row.recut}" if row.recut > 1 else "")
    drawn = [_text(x0 - 8, y + 11 if row.recut > 1 else y + 18, f"{row.top}/{row.bottom}", "end")]
    if row.recut > 1:
        drawn.append(_text(x0 - 8, y + 26, shown.split("= ")[1], "end"))
    for whole in range(max(1, ceil(row.length))):
        drawn.append(_rect(x0 + whole * scale, y, scale, STRIP_HEIGHT, PAPER, line=1.6, data=' data-whole="1"'))
    piece = scale / row.bottom
    for index in range(row.top):
        drawn.append(_rect(x0 + index * piece, y, piece, STRIP_HEIGHT, TAKEN, data=' data-taken="1"'))
    for whole in range(max(1, ceil(row.length))):
        for cut in range(1, row.bottom):
            x = x0 + whole * scale + cut * piece
            drawn.append(_line(x, y, x, y + STRIP_HEIGHT))
        if row.recut > 1:
            finer = row.bottom * row.recut
            for cut in range(1, finer):
                if cut % row.recut:
                    x = x0 + whole * scale + cut * scale / finer
                    drawn.append(_line(x, y, x, y + STRIP_HEIGHT, 0.8, FINE, "2 2"))
    return drawn


def _rectangles(picture: Rectangles) -> Drawn:
    if picture.overlap:
        return GRID + 30, GRID + 30, _grid(8, 8, picture, columns=True, rows=True)
    first = _grid(8, 8, picture, columns=True, rows=False)
    second = _grid(8 + GRID + 40, 8, picture, columns=False, rows=True)
    labels = [
        _text(8 + GRID / 2, GRID + 26, f"{picture.taken_columns}/{picture.columns}"),
        _text(48 + GRID * 1.5, GRID + 26, f"{picture.taken_rows}/{picture.rows}"),
    ]
    return 2 * GRID + 56, GRID + 36, [*first, *second, *labels]


def _grid(x0: float, y0: float, picture: Rectangles, *, columns: bool, rows: bool) -> list[str]:
    w, h = GRID / picture.columns, GRID / picture.rows
    drawn = [_rect(x0, y0, GRID, GRID, PAPER, line=1.6, data=' data-whole="1"')]
    for i in range(picture.columns):
        for j in range(picture.rows):
            in_column, in_row = columns and i < picture.taken_columns, rows and j < picture.taken_rows
            both = in_column and in_row
            if both if columns and rows else in_column or in_row:
                drawn.append(_rect(x0 + i * w, y0 + j * h, w, h, TAKEN, data=' data-taken="1"'))
            elif in_column or in_row:
                drawn.append(_rect(x0 + i * w, y0 + j * h, w, h, OPENED, line=0.6))
    drawn += [_line(x0 + i * w, y0, x0 + i * w, y0 + GRID, 1.2 if columns else 0.8) for i in range(1, picture.columns)]
    drawn += [_line(x0, y0 + j * h, x0 + GRID, y0 + j * h, 1.2 if rows else 0.8) for j in range(1, picture.rows)]
    return drawn


def _discs(picture: Discs) -> Drawn:
    a_row = 10
    parts: list[str] = []
    for index, disc in enumerate(picture.discs):
        x = 8 + RADIUS + (index % a_row) * (2 * RADIUS + 14)
        y = 8 + RADIUS + (index // a_row) * (2 * RADIUS + 14)
        parts += _disc(disc, x, y)
    rows = ceil(len(picture.discs) / a_row)
    across = min(len(picture.discs), a_row)
    return across * (2 * RADIUS + 14) + 4, rows * (2 * RADIUS + 14) + 4, parts


def _disc(disc: Disc, x: float, y: float) -> list[str]:
    fill = OPENED if disc.opened else TAKEN
    drawn = [f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{RADIUS}" fill="{PAPER}" stroke="{INK}" stroke-width="1.6"/>']
    if disc.pieces == 1:
        taken = f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{RADIUS}" fill="{fill}" stroke="{INK}" data-taken="1"/>'
        return [*drawn, taken] if disc.filled else drawn
    for index in range(disc.pieces):
        if index < disc.filled:
            drawn.append(_sector(x, y, index, disc.pieces, fill))
    for index in range(disc.pieces):
        px, py = _on_circle(x, y, index, disc.pieces)
        drawn.append(_line(x, y, px, py))
    if disc.opened:
        drawn.append(
            f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{RADIUS + 4}" fill="none" stroke="{INK}" stroke-dasharray="4 3"/>'
        )
    return drawn


def _on_circle(x: float, y: float, index: int, pieces: int) -> tuple[float, float]:
    """From the top, clockwise."""
    angle = 2 * pi * index / pieces - pi / 2
    return x + RADIUS * cos(angle), y + RADIUS * sin(angle)


def _sector(x: float, y: float, index: int, pieces: int, fill: str) -> str:
    (x1, y1), (x2, y2) = _on_circle(x, y, index, pieces), _on_circle(x, y, index + 1, pieces)
    return (
        f'<path d="M{x:.2f} {y:.2f} L{x1:.2f} {y1:.2f} A{RADIUS} {RADIUS} 0 {int(pieces < 2)} 1 {x2:.2f} {y2:.2f} Z"'
        f' fill="{fill}" stroke="{INK}" data-taken="1"/>'
    )


def _jumps(picture: Jumps) -> Drawn:
    span = max(picture.high - picture.low, Fraction(1))
    width, margin, axis = 460.0, 24.0, 64.0
    scale = (width - 2 * margin) / float(span)

    def x_of(value: Fraction) -> float:
        return margin + float(value - picture.low) * scale

    parts = [_line(margin - 10, axis, width - margin + 10, axis, 1.6)]
    fine = picture.bottom if picture.bottom * span <= 60 else 1
    for tick in range(int(span * fine) + 1):
        value = picture.low + Fraction(tick, fine)
        whole = value.denominator == 1
        parts.append(_line(x_of(value), axis, x_of(value), axis + (9 if whole else 5)))
        if whole:
            parts.append(_text(x_of(value), axis + 24, str(value)))
    for start, to in picture.jumps:
        a, b = x_of(start), x_of(to)
        top = axis - 14 - min(34.0, abs(b - a) / 2) if abs(b - a) > 1 else axis - 14
        middle = (a + b) / 2
        parts.append(
            f'<path d="M{a:.2f} {axis:.2f} Q{middle:.2f} {top - 12:.2f} {b:.2f} {axis:.2f}" fill="none" stroke="{INK}"'
            f' stroke-width="1.6" data-from="{a:.2f}" data-to="{b:.2f}"/>'
        )
        point = -6 if b > a else 6
        parts.append(_line(b, axis, b + point, axis - 8, 1.6))
        parts.append(_text(middle, max(14.0, top - 4), ("+" if to > start else "−") + _written(abs(to - start))))
    return width, axis + 34, parts


def _bars(picture: Bars) -> Drawn:
    width, left, height = 420.0, 10.0, 30.0
    scale = width / float(picture.whole)
    parts = [_rect(left, 8, width, height, PAPER, line=1.6, data=' data-whole="1"')]
    parts.append(_text(left + width / 2, 28, "?" if picture.unknown == -1 else _written(picture.whole)))
    x = left
    for index, part in enumerate(picture.parts):
        w = float(part) * scale
        unknown = index == picture.unknown
        parts.append(_rect(x, 8 + height, w, height, PAPER if unknown else TAKEN, data=' data-part="1"'))
        parts.append(_text(x + w / 2, 28 + height, "?" if unknown else _written(part)))
        x += w
    return width + 20, 2 * height + 18, parts


def _part_whole(picture: PartWhole) -> Drawn:
    count = len(picture.parts)
    width = max(2, count) * 110.0
    middle = width / 2
    shown = "?" if picture.unknown == -1 else _written(picture.whole)
    parts: list[str] = []
    for index, part in enumerate(picture.parts):
        x = (index + 0.5) * width / count
        parts.append(_line(middle, 40, x, 84, 1.4))
        parts += _node(x, 100, "?" if index == picture.unknown else _written(part), index == picture.unknown)
    parts += _node(middle, 24, shown, picture.unknown == -1)
    return width, 126, parts


def _node(x: float, y: float, text: str, unknown: bool) -> list[str]:
    dash = ' stroke-dasharray="4 3"' if unknown else ""
    box = (
        f'<rect x="{x - 42:.2f}" y="{y - 18:.2f}" width="84" height="36" rx="18" fill="{PAPER}" stroke="{INK}"'
        f' stroke-width="1.4"{dash}/>'
    )
    return [box, _text(x, y + 5, text)]


def _square(picture: Square) -> Drawn:
    squares = max(1, ceil(picture.filled / 100))
    cell = GRID / 10
    parts: list[str] = []
    left = picture.filled
    for square in range(squares):
        x0 = 8 + square * (GRID + 20)
        parts.append(_rect(x0, 8, GRID, GRID, PAPER, line=1.6, data=' data-whole="1"'))
        for index in range(100):
            share = min(Fraction(1), left)
            if share <= 0:
                break
            column, row = divmod(index, 10)
            width = cell * float(share)
            parts.append(
                _rect(x0 + column * cell, 8 + row * cell, width, cell, TAKEN, line=0.5, data=' data-taken="1"')
            )
            left -= share
        parts += [_line(x0 + i * cell, 8, x0 + i * cell, 8 + GRID, 0.6) for i in range(1, 10)]
        parts += [_line(x0, 8 + i * cell, x0 + GRID, 8 + i * cell, 0.6) for i in range(1, 10)]
    return squares * (GRID + 20) + 4, GRID + 16, parts


_DRAW: dict[type, Callable[[Any], Drawn]] = {
    Strips: _strips,
    Rectangles: _rectangles,
    Discs: _discs,
    Jumps: _jumps,
    Bars: _bars,
    PartWhole: _part_whole,
    Square: _square,
}
