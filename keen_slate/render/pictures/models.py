"""Number lines, bars, rings, squares, charts and arrows."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property
from itertools import accumulate, pairwise

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.pictures.shapes import (
    Bars,
    Crossing,
    Jump,
    Jumps,
    PartWhole,
    Places,
    Point,
    Shares,
    Square,
    Squares,
)
from keen_slate.core.problem.tree import Expr, decimal_or_number, evaluate
from keen_slate.render.pictures.drawing import (
    DIGIT,
    INK,
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
    text,
    width_of,
)

BAR, ARCH, MARGIN = 34.0, 26.0, 20.0


@dataclass(frozen=True)
class Ruler:
    """Where things stand on a number line: its height in the drawing, and how far its own numbers reach below."""

    line: Jumps
    axis: float
    manner: Manner

    @cached_property
    def widest(self) -> float:
        return max(width_of(self.written(v), self.manner) for v in (self.line.low, self.line.high))

    @cached_property
    def margin(self) -> float:
        return max(MARGIN, self.widest / 2 + 2)

    @cached_property
    def scale(self) -> float:
        return (WIDTH - 2 * self.margin) / float(self.line.high - self.line.low)

    def x(self, value: Fraction) -> float:
        return self.margin + float(value - self.line.low) * self.scale

    def written(self, value: Fraction) -> Expr:
        return decimal_or_number(value, decimals=self.line.decimals)

    @cached_property
    def every(self) -> int:
        """Every how many ticks a number has room."""
        pitch, widest = float(self.line.major) * self.scale, self.widest + 6
        return next((n for n in (1, 2, 5, 10, 20, 50) if n * pitch >= widest), 100)

    def is_numbered(self, value: Fraction) -> bool:
        return (value - self.line.low) % (self.every * self.line.major) == 0

    def says(self, point: Point) -> bool:
        """Whether the line's own number is that of the point."""
        if not self.is_numbered(point.at):
            return False
        return text_of(point.label, self.manner) == text_of(self.written(point.at), self.manner)

    @cached_property
    def below(self) -> float:
        plain = self.line.decimals or self.line.major.denominator == self.line.low.denominator == 1
        return 12 + (1.2 * SIZE if plain else TALL)

    def drawn(self) -> Iterator[str]:
        yield line(self.margin - 10, self.axis, WIDTH - self.margin + 10, self.axis, 1.6)
        minor, to_major = self.line.minor, int(self.line.major / self.line.minor)
        apart = float(minor) * self.scale
        for tick in range(int((self.line.high - self.line.low) / minor) + 1):
            x = self.margin + tick * apart
            up, down = (0, 5) if tick % to_major else (4, 8)
            yield line(x, self.axis - up, x, self.axis + down, 1.2)
            if tick % (to_major * self.every) == 0:
                written = self.written(self.line.low + tick * minor)
                yield from number(x, self.axis + 5 + self.below / 2, written, self.manner)


def jumps(picture: Jumps, manner: Manner, key: str) -> Drawing:
    flat = Ruler(picture, 0, manner)
    spans = [(flat.x(j.start), flat.x(j.to), j) for j in picture.jumps]
    lanes = _lanes([_extent((a + b) / 2, j.label, manner, room=12 + DIGIT) for a, b, j in spans])
    ruler = Ruler(picture, 4 + (TALL + 2) * (max(lanes, default=-1) + 1) + (ARCH if spans else 6), manner)
    parts = list(ruler.drawn())
    for (a, b, jump), lane in zip(spans, lanes, strict=True):
        parts += _jump(a, b, jump, ruler.axis, lane * (TALL + 2), manner)
    if not picture.jumps:
        parts += _marks(picture.points, ruler, key)
    marks, depth = _names([p for p in picture.points if not ruler.says(p)], ruler)
    return Drawing(WIDTH, ruler.axis + depth, (*parts, *marks))


def _jump(a: float, b: float, jump: Jump, axis: float, lift: float, manner: Manner) -> Iterator[str]:
    """An arch from one place to another, ``lift`` higher than the lowest, its length over it."""
    middle, top = (a + b) / 2, axis - 2 * (ARCH + lift) + 6
    yield path(
        f"M{a:.2f} {axis:.2f} Q{middle:.2f} {top:.2f} {b:.2f} {axis:.2f}",
        width=1.6,
        data=f' data-from="{a:.2f}" data-to="{b:.2f}"',
    )
    back = -1 if b > a else 1
    yield line(b, axis, b + back * 6, axis - 7, 1.6)
    yield line(b, axis, b + back * 1, axis - 9, 1.6)
    sign = "+" if jump.to > jump.start else "−"
    at = _inside(middle, width_of(jump.label, manner) + DIGIT)
    yield from number(at, axis - ARCH - TALL / 2 - lift, jump.label, manner, before=sign)


def _extent(x: float, label: Expr, manner: Manner, room: float = 4.0) -> tuple[float, float]:
    width = width_of(label, manner) + room
    x = _inside(x, width)
    return x - width / 2, x + width / 2


def _inside(x: float, width: float) -> float:
    """The middle of what is so wide, moved so that nothing of it is cut."""
    return min(max(x, width / 2), WIDTH - width / 2)


def _lanes(extents: list[tuple[float, float]]) -> list[int]:
    """On which lane each label stands so that none lies over another."""
    lanes: list[int] = []
    for index, (left, right) in enumerate(extents):
        taken = {lanes[i] for i in range(index) if extents[i][0] < right and left < extents[i][1]}
        lanes.append(next(n for n in range(len(extents) + 1) if n not in taken))
    return lanes


def _marks(points: tuple[Point, ...], ruler: Ruler, key: str) -> Iterator[str]:
    """Points on the line, none over another."""
    at = sorted(ruler.x(v) for v in {p.at for p in points})
    radius = min([5.5, *((b - a) / 2 - 0.5 for a, b in pairwise(at))])
    for point in points:
        yield (
            f'<circle cx="{ruler.x(point.at):.2f}" cy="{ruler.axis:.2f}" r="{radius:.2f}"'
            f' fill="{fill(point.of, key)}" stroke="{INK}" stroke-width="1.4" data-point="1"/>'
        )


def _names(points: list[Point], ruler: Ruler) -> tuple[list[str], float]:
    """The numbers of points, under those of the line; and how far down they reach."""
    manner, axis = ruler.manner, ruler.axis
    if not points:
        return [], ruler.below
    lanes = _lanes([_extent(ruler.x(p.at), p.label, manner) for p in points])
    parts: list[str] = []
    for point, lane in zip(points, lanes, strict=True):
        x, y = ruler.x(point.at), axis + ruler.below + TALL / 2 + lane * (TALL + 2) + 2
        parts.append(line(x, axis + (ruler.below if ruler.is_numbered(point.at) else 0), x, y - TALL / 2, dash="3 2"))
        parts += number(_inside(x, width_of(point.label, manner)), y, point.label, manner)
    return parts, ruler.below + (max(lanes) + 1) * (TALL + 2) + 4


def bars(picture: Bars, manner: Manner, key: str) -> Drawing:
    left, width = 4.0, WIDTH - 8
    scale = width / float(evaluate(picture.whole))
    parts = [rect(left, 4, width, BAR, PAPER, data="whole", line=1.6)]
    parts += _asked(left + width / 2, 4 + BAR / 2, picture.whole, picture.unknown == -1, manner)
    x = left
    for index, part in enumerate(picture.parts):
        w = float(evaluate(part)) * scale
        unknown = index == picture.unknown
        parts.append(rect(x, 4 + BAR, w, BAR, PAPER if unknown else fill(index, key), data="part"))
        if (width_of(part, manner) if not unknown else DIGIT) + 2 <= w:
            parts += _labelled(x + w / 2, 4 + 1.5 * BAR, part, unknown, manner)
        x += w
    return Drawing(WIDTH, 2 * BAR + 8, tuple(parts))


def _asked(x: float, y: float, of: Expr, unknown: bool, manner: Manner) -> list[str]:
    return [text(x, y + 0.36 * SIZE, "?")] if unknown else number(x, y, of, manner)


def _labelled(x: float, y: float, of: Expr, unknown: bool, manner: Manner) -> list[str]:
    """On a patch of paper: figures are never read through a pattern."""
    if unknown:
        return _asked(x, y, of, unknown, manner)
    half = width_of(of, manner) / 2 + 3
    patch = f'<rect x="{x - half:.2f}" y="{y - 16:.2f}" width="{2 * half:.2f}" height="32" rx="3" fill="{PAPER}"/>'
    return [patch, *number(x, y, of, manner)]


def shares(picture: Shares, manner: Manner, key: str) -> Drawing:
    """The amount over its equal shares, each with what it is worth."""
    left, width = 4.0, WIDTH - 8
    w = width / picture.shares
    parts = [rect(left, 4, width, BAR, PAPER, data="whole", line=1.6)]
    parts += number(left + width / 2, 4 + BAR / 2, picture.total, manner)
    for index in range(picture.shares):
        taken = index < picture.taken
        ground = fill(0, key) if taken else PAPER
        parts.append(rect(left + index * w, 4 + BAR, w, BAR, ground, data="taken" if taken else "part"))
        if width_of(picture.each, manner) + 2 <= w:
            parts += _labelled(left + (index + 0.5) * w, 4 + 1.5 * BAR, picture.each, False, manner)
    return Drawing(WIDTH, 2 * BAR + 8, tuple(parts))


def part_whole(picture: PartWhole, manner: Manner, _: str) -> Drawing:
    count = len(picture.parts)
    pitch = WIDTH / max(2, count)
    radius = min(26.0, pitch / 2 - 3)
    middle = WIDTH / 2
    low = 2 * 26 + 40.0
    parts: list[str] = []
    for index, part in enumerate(picture.parts):
        x = (index + 0.5) * WIDTH / count
        parts.append(line(middle, 30, x, low, 1.4))
        parts += _ring(x, low, radius, part, index == picture.unknown, manner)
    parts += _ring(middle, 30, 26.0, picture.whole, picture.unknown == -1, manner)
    return Drawing(WIDTH, low + 30, tuple(parts))


def _ring(x: float, y: float, radius: float, of: Expr, unknown: bool, manner: Manner) -> Iterator[str]:
    dash = ' stroke-dasharray="4 3"' if unknown else ""
    wide = max(radius, width_of(of, manner) / 2 + 7)
    yield (
        f'<ellipse cx="{x:.2f}" cy="{y:.2f}" rx="{wide:.2f}" ry="26" fill="{PAPER}" stroke="{INK}"'
        f' stroke-width="1.6"{dash}/>'
    )
    yield from _asked(x, y, of, unknown, manner)


def squares(picture: Squares, manner: Manner, key: str) -> Drawing:
    count = sum(s.squares for s in picture.of)
    gap = 16.0
    side = min(110.0, (WIDTH - 8 - gap * (count - 1)) / count)
    parts: list[str] = []
    x = 4.0
    for square in picture.of:
        start = x
        left = square.filled
        for _ in range(square.squares):
            parts += _hundred(square, min(left, Fraction(100)), x, side, key)
            left -= 100
            x += side + gap
        parts += number((start + x - gap) / 2, side + 8 + TALL / 2, square.label, manner)
    return Drawing(x - gap + 4, side + TALL + 12, tuple(parts))


def _hundred(square: Square, filled: Fraction, x0: float, side: float, key: str) -> Iterator[str]:
    cell = side / 10
    yield rect(x0, 4, side, side, PAPER, data="whole", line=1.6)
    left = filled
    index = 0
    while left > 0:
        column, row = divmod(index, 10)
        width = cell * float(min(Fraction(1), left))
        yield rect(x0 + column * cell, 4 + row * cell, width, cell, fill(square.of, key), data="taken", line=0.4)
        left -= 1
        index += 1
    for i in range(1, 10):
        heavy = 1.2 if i == 5 else 0.6
        yield line(x0 + i * cell, 4, x0 + i * cell, 4 + side, heavy)
        yield line(x0, 4 + i * cell, x0 + side, 4 + i * cell, heavy)


def places(picture: Places, manner: Manner, _: str) -> Drawing:
    """A column for each place, headed by its worth, the point between ones and tenths."""
    firsts = [r.first for r in picture.rows]
    lasts = [r.first - len(r.digits) + 1 for r in picture.rows]
    high, low = max(0, *firsts), min(0, *lasts)
    count = high - low + 1
    pitch = min(52.0, (WIDTH - 8) / count)
    head, row_height = TALL + 6, 30.0
    left = 4.0
    rows = len(picture.rows)
    between = 26.0
    foot = head + rows * row_height + (rows - 1) * between

    def x_of(power: int) -> float:
        return left + (high - power + 0.5) * pitch

    parts: list[str] = [rect(left, 2, count * pitch, foot, PAPER, line=1.4)]
    for power in range(low, high + 1):
        heading = Whole(10**power) if power >= 0 else CommonFraction(1, 10**-power)
        if width_of(heading, manner) + 2 <= pitch:
            parts += number(x_of(power), 2 + head / 2, heading, manner)
        if power < high:
            parts.append(line(x_of(power) - pitch / 2, 2, x_of(power) - pitch / 2, foot + 2, 2 if power == -1 else 0.7))
    parts.append(line(left, 2 + head, left + count * pitch, 2 + head, 1.2))
    tops = list(accumulate([row_height + between] * (rows - 1), initial=2 + head))
    for row, y in zip(picture.rows, tops, strict=True):
        for index, digit in enumerate(row.digits):
            parts.append(text(x_of(row.first - index), y + row_height / 2 + 6, digit, size=18))
    for upper, lower, y in zip(picture.rows, picture.rows[1:], tops, strict=False):
        for index in range(len(upper.digits)):
            parts += arrow(
                x_of(upper.first - index), y + row_height - 2, x_of(lower.first - index), y + row_height + between
            )
    return Drawing(count * pitch + 8, foot + 6, tuple(parts))


def crossing(picture: Crossing, _: Manner, __: str) -> Drawing:
    """Two fractions, an arrow from each top to the other's bottom, and what the two are together."""
    a, b = picture.first, picture.second
    left, right = WIDTH * 0.3, WIDTH * 0.7
    top, bottom = 56.0, 104.0
    size = 22.0
    parts: list[str] = []
    for x, part in ((left, a), (right, b)):
        parts.append(text(x, top, str(part.numerator), size=size))
        parts.append(line(x - 18, (top + bottom) / 2 - 8, x + 18, (top + bottom) / 2 - 8, 1.6))
        parts.append(text(x, bottom, str(part.denominator), size=size))
    inset = 20.0
    parts += arrow(right - inset, bottom - 14, left + inset, top - 2)
    parts += arrow(left + inset, bottom - 14, right - inset, top - 2)
    one, other = picture.products
    parts.append(text(left, 22, f"{a.numerator} × {b.denominator} = {one}"))
    parts.append(text(right, 22, f"{b.numerator} × {a.denominator} = {other}"))
    parts.append(text(WIDTH / 2, 22, picture.sign, size=18))
    if picture.sign in "+−":
        parts.append(
            text(WIDTH / 2, bottom + 26, f"{a.denominator} × {b.denominator} = {a.denominator * b.denominator}")
        )
        return Drawing(WIDTH, bottom + 34, tuple(parts))
    return Drawing(WIDTH, bottom + 10, tuple(parts))
