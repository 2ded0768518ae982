"""Strips, discs and rectangles: a whole and its pieces."""

from collections.abc import Iterator
from math import ceil, cos, pi, sin

from keen_slate.core.notation.manner import Manner
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.pictures.shapes import Cells, Crossed, Disc, Discs, Fits, Rectangles, Run, Strip, Strips
from keen_slate.render.pictures.drawing import (
    DIGIT,
    FINE,
    OPENED,
    PAPER,
    SIZE,
    TALL,
    WIDTH,
    Drawing,
    arrow,
    fill,
    line,
    number,
    path,
    rect,
    rects,
    strike,
    text,
    width_of,
)

STRIP, GAP = 26.0, 8.0
A_ROW, OF_FINE_PIECES = 7, 5
"""Discs beside each other at most; fewer where their pieces are fine."""
FINE_PIECES = 12
"""More pieces than this in a disc are fine."""
CELLS = 96.0
"""Side of a rectangle."""


def _ground(run: Run, key: str) -> str:
    return {"gone": PAPER, "opened": OPENED}.get(run.state, fill(run.of, key))


def strips(picture: Strips, manner: Manner, key: str) -> Drawing:
    wholes = max(1, *(ceil(r.length) for r in picture.rows))
    left = max((width_of(r.label, manner) for r in picture.rows if r.label is not None), default=0.0)
    left = left + 8 if left else 4.0
    right = max((width_of(_finer(r), manner) + 3 * DIGIT for r in picture.rows if r.recut > 1), default=0.0) + 4
    scale = (WIDTH - left - right) / wholes
    parts: list[str] = []
    y = 4.0
    for row in picture.rows:
        named = len(row.runs) > 1 and len({r.bottom for r in row.runs}) <= len(row.runs)
        height = TALL + 4 if named else 0.0
        if named:
            parts += _names(row, left, y + height / 2 - 2, scale, manner)
        y += height
        pad = max(0.0, (TALL - STRIP) / 2) if row.label is not None or row.recut > 1 else 0.0
        y += pad
        parts += _strip(row, left, y, scale, key)
        if row.label is not None:
            parts += number(left - 6, y + STRIP / 2, row.label, manner, "end")
        if row.recut > 1:
            end = left + wholes * scale + 6
            parts += number(end, y + STRIP / 2, _finer(row), manner, "start", before="= ")
        y += STRIP + pad + GAP
    return Drawing(WIDTH, y - GAP + 4, tuple(parts))


def _finer(row: Strip) -> CommonFraction:
    run = row.runs[0]
    return CommonFraction(run.top * row.recut, run.bottom * row.recut)


def _names(row: Strip, left: float, y: float, scale: float, manner: Manner) -> Iterator[str]:
    """Each run's number over it, where there is room for it."""
    x = left
    for run in row.runs:
        width = float(run.length) * scale
        name = CommonFraction(run.top, run.bottom)
        if width_of(name, manner) + 2 <= width:
            yield from number(x + width / 2, y, name, manner)
        x += width


def _strip(row: Strip, left: float, y: float, scale: float, key: str) -> Iterator[str]:
    """The wholes as empty strips, the pieces over them, finer cuts dashed, and the ends of wholes heavier."""
    wholes = max(1, ceil(row.length))
    for whole in range(wholes):
        yield rect(left + whole * scale, y, scale, STRIP, PAPER, data="whole")
    x = left
    for run in row.runs:
        piece, gone = scale / run.bottom, run.state == "gone"
        yield from rects(x, y, piece, STRIP, _ground(run, key), run.top, data="gone" if gone else "taken", line=0.8)
        if gone:
            yield from (strike(x + at * piece, y, piece, STRIP) for at in range(run.top))
        x += run.top * piece
    bottoms = {r.bottom for r in row.runs}
    if len(bottoms) == 1:
        yield from _cuts(bottoms.pop(), row.recut, x, left, y, left + wholes * scale, scale)
    for whole in range(wholes + 1):
        yield line(left + whole * scale, y - 3, left + whole * scale, y + STRIP + 3, 2)


def _cuts(bottom: int, recut: int, filled: float, left: float, y: float, end: float, scale: float) -> Iterator[str]:
    """The pieces that are not taken, lightly, and the finer pieces."""
    for cut in range(1, round((end - left) / scale * bottom * recut)):
        x = left + cut * scale / (bottom * recut)
        if cut % recut:
            yield line(x, y, x, y + STRIP, 0.8, colour=FINE, dash="2 2")
        elif x > filled + 0.1:
            yield line(x, y, x, y + STRIP, 0.6, colour=FINE)


def fits(picture: Fits, manner: Manner, key: str) -> Drawing:
    """The amount as a strip of pieces, and under it what is laid off along it, counted."""
    bottom, total, each = picture.bottom, picture.pieces_of_total, picture.pieces_of_each
    laid = picture.times + (1 if picture.rest else 0)
    reach = max(total, laid * each)
    left = max(width_of(picture.total, manner), width_of(picture.each, manner)) + 8
    piece = (WIDTH - left - 4) / reach
    y = max(4.0, (TALL - STRIP) / 2)
    parts = list(number(left - 6, y + STRIP / 2, picture.total, manner, "end"))
    parts += [rect(left + i * piece, y, piece, STRIP, fill(0, key), data="taken", line=0.8) for i in range(total)]
    for whole in range(reach // bottom + 1):
        x = left + whole * bottom * piece
        if x <= left + total * piece + 0.1:
            parts.append(line(x, y - 3, x, y + STRIP + 3, 2))
    y += STRIP + 6
    parts += number(left - 6, y + max(STRIP, TALL) / 2, picture.each, manner, "end")
    for count in range(laid):
        x, w = left + count * each * piece, each * piece
        full = count < picture.times
        covered = w if full else picture.rest * piece
        parts.append(rect(x, y, covered, STRIP, fill(1, key), data="laid", line=1.4))
        if not full:
            parts.append(rect(x + covered, y, w - covered, STRIP, PAPER, line=1.0))
            parts += [line(x + i * piece, y, x + i * piece, y + STRIP, 0.7, colour=FINE) for i in range(1, each)]
        written = str(count + 1) if full else f"{picture.rest}/{each}"
        if DIGIT * len(written) + 2 <= covered:
            middle = x + covered / 2
            parts += [
                path(_box(middle, y + STRIP / 2, DIGIT * len(written) + 6), PAPER, width=0.6),
                text(middle, y + STRIP / 2 + 0.36 * SIZE, written),
            ]
    return Drawing(WIDTH, y + max(STRIP, TALL) + 4, tuple(parts))


def _box(x: float, y: float, w: float) -> str:
    return f"M{x - w / 2:.2f} {y - 9:.2f} h{w:.2f} v18 h{-w:.2f} z"


def discs(picture: Discs, manner: Manner, key: str) -> Drawing:
    count = len(picture.discs)
    fine = max(d.pieces for d in picture.discs) > FINE_PIECES
    a_row = OF_FINE_PIECES if fine else A_ROW
    across = min(count, a_row)
    pitch = min(WIDTH / max(across, 3), 92.0)
    radius = pitch / 2 - 8
    parts: list[str] = []
    for index, disc in enumerate(picture.discs):
        x, y = pitch * (index % a_row + 0.5), pitch * (index // a_row + 0.5)
        parts += _disc(disc, x, y, radius, key)
    moved = [(i, r) for i, d in enumerate(picture.discs) for r in d.runs if r.state == "came"]
    rows = ceil(count / a_row)
    height = rows * pitch + 2
    if moved and count <= a_row:
        for index, disc in enumerate(picture.discs):
            if index and any(r.state == "gone" for r in disc.runs):
                x = pitch * index
                parts += arrow(x + 7, pitch / 2, x - 7, pitch / 2)
        for index, disc in enumerate(picture.discs):
            names = [CommonFraction(r.top, r.bottom) for r in disc.runs if r.state != "gone"]
            if names:
                parts += _added(pitch * (index + 0.5), height + TALL / 2, names, manner)
        height += TALL + 4
    return Drawing(across * pitch, height, tuple(parts))


def _added(x: float, y: float, names: list[CommonFraction], manner: Manner) -> Iterator[str]:
    """Numbers with plus signs between them, centred."""
    widths = [width_of(n, manner) for n in names]
    sign = 1.6 * DIGIT
    x -= (sum(widths) + sign * (len(names) - 1)) / 2
    for index, (name, width) in enumerate(zip(names, widths, strict=True)):
        if index:
            yield text(x + sign / 2, y + 0.36 * SIZE, "+")
            x += sign
        yield from number(x, y, name, manner, "start")
        x += width


def _disc(disc: Disc, x: float, y: float, radius: float, key: str) -> Iterator[str]:
    yield f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{radius:.2f}" fill="{PAPER}" stroke="#22303a" stroke-width="1.6"/>'
    at = 0
    for run in disc.runs:
        gone = run.state == "gone"
        mark = "gone" if gone else "taken"
        for _ in range(run.top):
            if disc.pieces == 1:
                yield (
                    f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{radius:.2f}" fill="{_ground(run, key)}" stroke="#22303a"'
                    f' data-{mark}="1"/>'
                )
                if gone:
                    reach = 0.7 * radius
                    yield line(x - reach, y + reach, x + reach, y - reach, 1.6)
            else:
                yield _sector(x, y, radius, at, disc.pieces, _ground(run, key), mark, run.state == "came")
                if gone:
                    inner, outer = (_on(x, y, radius * r, at + 0.5, disc.pieces) for r in (0.3, 0.92))
                    yield line(*inner, *outer, 1.4)
            at += 1
    if disc.pieces > 1:
        for index in range(disc.pieces):
            yield line(x, y, *_on(x, y, radius, index, disc.pieces), 0.8)
    if any(r.state == "opened" for r in disc.runs):
        yield (
            f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{radius + 4:.2f}" fill="none" stroke="#22303a"'
            ' stroke-dasharray="4 3"/>'
        )


def _on(x: float, y: float, radius: float, index: float, pieces: int) -> tuple[float, float]:
    """On the circle, from the top, clockwise."""
    angle = 2 * pi * index / pieces - pi / 2
    return x + radius * cos(angle), y + radius * sin(angle)


def _sector(
    x: float, y: float, radius: float, index: int, pieces: int, ground: str, mark: str, came: bool
) -> str:  # fmt: skip
    (x1, y1), (x2, y2) = _on(x, y, radius, index, pieces), _on(x, y, radius, index + 1, pieces)
    d = f"M{x:.2f} {y:.2f} L{x1:.2f} {y1:.2f} A{radius:.2f} {radius:.2f} 0 0 1 {x2:.2f} {y2:.2f} Z"
    return path(d, ground, width=1.8 if came else 1.0, data=f' data-{mark}="1"')


def rectangles(picture: Rectangles, manner: Manner, key: str) -> Drawing:
    """What there is, and behind an arrow what is made of it."""
    count = len(picture.squares)
    gap, lead = 14.0, 30.0 if count > picture.made else 0.0
    side = min(CELLS, (WIDTH - 8 - lead - gap * (count - 1)) / count)
    parts: list[str] = []
    x, y = 4.0, 4.0
    for index, square in enumerate(picture.squares):
        if index == picture.made:
            parts += arrow(x - gap + 5, y + side / 2, x + lead - 7, y + side / 2)
            x += lead
        parts += _cells(picture, square, x, y, side, key)
        names = [CommonFraction(r.top, r.bottom) for r in square.runs if r.state != "gone"]
        parts += _added(x + side / 2, y + side + 4 + TALL / 2, names, manner)
        x += side + gap
    return Drawing(x - gap + 4, side + TALL + 12, tuple(parts))


def _cells(picture: Rectangles, square: Cells, x0: float, y0: float, side: float, key: str) -> Iterator[str]:
    yield rect(x0, y0, side, side, PAPER, data="whole", line=1.6)
    w, h = side / picture.columns, side / picture.rows
    at = 0
    for run in square.runs:
        for _ in range(run.top):
            if square.across:
                row, column = divmod(at, picture.columns)
            else:
                column, row = divmod(at, picture.rows)
            gone = run.state == "gone"
            x, y = x0 + column * w, y0 + row * h
            yield rect(x, y, w, h, _ground(run, key), data="gone" if gone else "taken", line=0.6)
            if gone:
                yield strike(x, y, w, h)
            at += 1
    for i in range(1, picture.columns):
        yield line(x0 + i * w, y0, x0 + i * w, y0 + side, 0.8)
    for j in range(1, picture.rows):
        yield line(x0, y0 + j * h, x0 + side, y0 + j * h, 0.8)


def crossed(picture: Crossed, manner: Manner, key: str) -> Drawing:
    """Columns with one ground, rows with another, and where they cross with the third."""
    across, down = ceil(picture.taken_columns / picture.columns), ceil(picture.taken_rows / picture.rows)
    names = CommonFraction(picture.taken_columns, picture.columns), CommonFraction(picture.taken_rows, picture.rows)
    left, top = width_of(names[1], manner) + 8, TALL + 4
    side = min(110.0, (WIDTH - left - 4) / across, 160.0 / down)
    w, h = side / picture.columns, side / picture.rows
    parts: list[str] = [
        *number(left + picture.taken_columns * w / 2, top / 2, names[0], manner),
        *number(left - 6, top + picture.taken_rows * h / 2, names[1], manner, "end"),
    ]
    for i in range(across):
        for j in range(down):
            parts.append(rect(left + i * side, top + j * side, side, side, PAPER, data="whole"))
    for i in range(across * picture.columns):
        for j in range(down * picture.rows):
            in_column, in_row = i < picture.taken_columns, j < picture.taken_rows
            ground = fill(2, key) if in_column and in_row else fill(0, key) if in_column else fill(1, key)
            if in_column or in_row:
                mark = "taken" if in_column and in_row else ""
                parts.append(rect(left + i * w, top + j * h, w, h, ground, data=mark, line=0.5))
    right, foot = left + across * side, top + down * side
    parts += [line(left + i * w, top, left + i * w, foot, 0.6) for i in range(1, across * picture.columns)]
    parts += [line(left, top + j * h, right, top + j * h, 0.6) for j in range(1, down * picture.rows)]
    parts += [line(left + i * side, top, left + i * side, foot, 2) for i in range(across + 1)]
    parts += [line(left, top + j * side, right, top + j * side, 2) for j in range(down + 1)]
    return Drawing(right + 4, foot + 4, tuple(parts))
