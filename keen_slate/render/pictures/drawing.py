"""What the pictures are drawn with.

Everything is said with presentation attributes, so that a drawing stands by itself when it is copied out. A quantity
has a pattern of its own and then a colour: it is known by it in black-and-white print too.
"""

from collections.abc import Iterator
from html import escape

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.pictures.shapes import WRONG
from keen_slate.core.problem.tree import Expr, Negative
from keen_slate.core.values import frozen

INK, PAPER, FINE, OPENED = "#22303a", "#fffdf7", "#5b6b75", "#e7d9a8"
SIZE = 15
"""Of the figures, in pixels: drawings are no wider than WIDTH, so that they keep it on the sheet."""

WIDTH = 360.0
DIGIT = 0.57 * SIZE
"""Width of a digit of the face, all of which are as wide."""

APART = 4.0
"""Between a whole and its fraction."""

TALL = 2.1 * SIZE
"""Height of a fraction, from the top of the upper number to the foot of the lower one."""

GROUNDS = ("#8fb3ad", "#ecd9ab", "#cfc4dd", "#b9cfe4")
MARKS = (
    "",
    '<path d="M0 6 L6 0" stroke="#8a6d2f" stroke-width="1.3"/>',
    '<circle cx="3" cy="3" r="1.2" fill="#5d4a7a"/>',
    '<path d="M3 0 V6" stroke="#3f648a" stroke-width="1.2"/>',
)


@frozen
class Drawing:
    """Parts of a drawing with the room that they take."""

    width: float
    height: float
    parts: tuple[str, ...]


def fill(of: int, key: str) -> str:
    """The ground of a quantity; ``key`` makes the names in a drawing its own on a page with many."""
    if of == WRONG:
        return f"url(#w{key})"
    at = of % len(GROUNDS)
    return f"url(#q{at}{key})" if MARKS[at] else GROUNDS[at]


def patterns(key: str) -> str:
    def pattern(name: str, ground: str, mark: str) -> str:
        return (
            f'<pattern id="{name}{key}" width="6" height="6" patternUnits="userSpaceOnUse">'
            f'<rect width="6" height="6" fill="{ground}"/>{mark}</pattern>'
        )

    known = [pattern(f"q{i}", GROUNDS[i], mark) for i, mark in enumerate(MARKS) if mark]
    cross = '<path d="M0 0 L6 6 M0 6 L6 0" stroke="#8c4a3c" stroke-width="0.9"/>'
    return f"<defs>{''.join(known)}{pattern('w', '#f3e3dc', cross)}</defs>"


def rect(x: float, y: float, w: float, h: float, ground: str, *, data: str = "", line: float = 1.0) -> str:
    mark = f' data-{data}="1"' if data else ""
    return (
        f'<rect x="{x:.2f}" y="{y:.2f}" width="{w:.2f}" height="{h:.2f}" fill="{ground}" stroke="{INK}"'
        f' stroke-width="{line}"{mark}/>'
    )


def rects(
    x: float, y: float, w: float, h: float, ground: str, count: int, *, data: str = "", line: float = 1.0
) -> Iterator[str]:
    """So many of them, each beside the one before: the pieces of a whole, of which a drawing may have a hundred."""
    first = rect(0, y, w, h, ground, data=data, line=line)
    head, _, rest = first.partition("0.00")
    return (f"{head}{x + at * w:.2f}{rest}" for at in range(count))


def line(x1: float, y1: float, x2: float, y2: float, width: float = 1.0, *, colour: str = INK, dash: str = "") -> str:
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return (
        f'<line x1="{x1:.2f}" y1="{y1:.2f}" x2="{x2:.2f}" y2="{y2:.2f}" stroke="{colour}"'
        f' stroke-width="{width}"{dashed}/>'
    )


def path(d: str, ground: str = "none", *, width: float = 1.2, dash: str = "", data: str = "") -> str:
    dashed = f' stroke-dasharray="{dash}"' if dash else ""
    return f'<path d="{d}" fill="{ground}" stroke="{INK}" stroke-width="{width}"{dashed}{data}/>'


def arrow(x1: float, y1: float, x2: float, y2: float) -> Iterator[str]:
    """A line with a head at its end."""
    length = ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5 or 1.0
    ux, uy = (x2 - x1) / length, (y2 - y1) / length
    yield line(x1, y1, x2, y2, 1.4)
    for side in (1, -1):
        yield line(x2, y2, x2 - 7 * ux + side * 4 * uy, y2 - 7 * uy - side * 4 * ux, 1.4)


def text(x: float, y: float, written: str, anchor: str = "middle", *, size: float = SIZE) -> str:
    return (
        f'<text x="{x:.2f}" y="{y:.2f}" text-anchor="{anchor}" font-family="Noto Sans, sans-serif"'
        f' font-size="{size:g}" fill="{INK}">{escape(written)}</text>'
    )


def width_of(number: Expr, manner: Manner) -> float:
    """How wide a number is when it is set."""
    sign, of = _bare(number)
    if isinstance(of, (CommonFraction, MixedNumber)):
        whole = sign + (str(of.whole) if isinstance(of, MixedNumber) else "")
        bar = DIGIT * max(len(str(of.numerator)), len(str(of.denominator))) + 4
        return bar + (DIGIT * len(whole) + APART if whole else 0)
    return DIGIT * len(sign + text_of(of, manner))


def number(x: float, y: float, of: Expr, manner: Manner, anchor: str = "middle", before: str = "") -> list[str]:
    """A number set as on paper, its fraction stacked; ``y`` is its middle, and ``before`` a sign that goes with it."""
    width = width_of(of, manner) + DIGIT * len(before)
    left = {"start": x, "middle": x - width / 2, "end": x - width}[anchor]
    sign, of = _bare(of)
    sign = before + sign
    foot = y + 0.36 * SIZE
    if not isinstance(of, (CommonFraction, MixedNumber)):
        return [text(left, foot, sign + text_of(of, manner), "start")]
    whole = sign + (str(of.whole) if isinstance(of, MixedNumber) else "")
    drawn = [text(left, foot, whole, "start")] if whole else []
    bar = DIGIT * max(len(str(of.numerator)), len(str(of.denominator))) + 4
    start = left + (DIGIT * len(whole) + APART if whole else 0)
    middle = start + bar / 2
    return [
        *drawn,
        text(middle, y - 0.2 * SIZE, str(of.numerator)),
        line(start, y, start + bar, y, 1.2),
        text(middle, y + 0.95 * SIZE, str(of.denominator)),
    ]


def _bare(number: Expr) -> tuple[str, Expr]:
    return (MINUS, number.of) if isinstance(number, Negative) else ("", number)


def strike(x: float, y: float, w: float, h: float) -> str:
    """A stroke through what is taken away."""
    return line(x + 1, y + h - 1, x + w - 1, y + 1, 1.4)
