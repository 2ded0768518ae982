"""A number line drawn as SVG, to scale; colours come from the page as classes, shapes carry the meaning."""

from collections.abc import Mapping
from fractions import Fraction
from html import escape

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.pictures.number_line import NumberLine
from keen_slate.core.problem.tree import Expr, Negative, decimal_or_number, number_for
from keen_slate.render.spoken import spoken

WIDTH, MARGIN, AXIS, BELOW = 340, 20, 0, 50

HATCH = """<defs>
<pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
<rect width="5" height="5" class="hatch-ground"/><line x1="0" y1="0" x2="0" y2="5" class="hatch-line"/>
</pattern></defs>"""


def number_line_svg(line: NumberLine, manner: Manner = USUAL_MANNER, names: Mapping[str, str] | None = None) -> str:
    """The drawing: bands above the line in dashed outline, wrong answers as hatched lozenges, the answer below.

    ``names`` says for each letter which mistake it stands for, for those who hear the line."""
    parts: list[str] = []
    for index, band in enumerate(line.bands):
        left, right = _x(line, band.low), _x(line, band.high)
        top = AXIS - 14 - 9 * (len(line.bands) - 1 - index)
        parts.append(
            f'<rect class="band" x="{left:.1f}" y="{top}" width="{max(right - left, 1):.1f}" height="{AXIS - top}"/>'
        )
    parts.append(f'<line class="axis" x1="{MARGIN - 10}" y1="{AXIS}" x2="{WIDTH - MARGIN + 10}" y2="{AXIS}"/>')
    for tick in line.ticks():
        x = _x(line, tick)
        whole = tick.denominator == 1
        parts.append(f'<line class="tick" x1="{x:.1f}" y1="{AXIS}" x2="{x:.1f}" y2="{AXIS + (6 if whole else 4)}"/>')
        if whole and abs(x - _x(line, line.answer)) > 12:  # the answer's own mark takes the place
            parts.append(
                f'<text class="tick-label" x="{x:.1f}" y="{AXIS + 18}">{text_of(number_for(tick), manner)}</text>'
            )
    parts += [f'<text class="approx" x="{_x(line, b.value):.1f}" y="{AXIS - 3}">≈</text>' for b in line.bands]
    marks, highest = _wrong_marks(line)
    parts += marks
    far_off, below = _far_off(line, manner)
    parts += far_off
    x = _x(line, line.answer)
    parts.append(f'<path class="answer" d="M{x:.1f} {AXIS} l-5 10 h10 z"/>')
    parts += _number(_written(line.answer, decimals=line.decimals), x, AXIS + 34, manner)
    above = highest - 12
    start = (
        f'<svg class="number-line" viewBox="0 {above:.0f} {WIDTH} {AXIS + below - above:.0f}" role="img" '
        f'aria-label="{escape(_described(line, manner, names or {}))}">'
    )
    return "".join([start, HATCH, *parts, "</svg>"])


def _wrong_marks(line: NumberLine) -> tuple[list[str], float]:
    """Lozenges above the line, each with its letter, and the height of the highest; any that would touch go higher."""
    drawn: list[str] = []
    taken: list[tuple[float, float]] = []
    for mark in sorted(line.wrong, key=lambda m: m.value):
        x = _x(line, mark.value) + mark.beyond * 8
        y = AXIS - 24.0 - 9 * max(len(line.bands) - 1, 0)
        while any(abs(x - tx) < 15 and abs(y - ty) < 13 for tx, ty in taken):
            y -= 14
        taken.append((x, y))
        drawn.append(f'<line class="stem" x1="{x:.1f}" y1="{y + 7:.1f}" x2="{x:.1f}" y2="{AXIS}"/>')
        drawn.append(
            f'<path class="wrong" d="M{x:.1f} {y - 9:.1f} l9 9 l-9 9 l-9 -9 z"/>'
            f'<text class="wrong-label" x="{x:.1f}" y="{y + 3.5:.1f}">{escape(mark.label)}</text>'
        )
        if mark.beyond:
            arrow = "→" if mark.beyond > 0 else "←"
            drawn.append(f'<text class="beyond" x="{x:.1f}" y="{AXIS + 4}">{arrow}</text>')
    return drawn, min((y for _, y in taken), default=AXIS - 14.0 - 9 * len(line.bands))


def _far_off(line: NumberLine, manner: Manner) -> tuple[list[str], int]:
    """At each end of the line the values of the answers that lie far beyond it, by their letters, and how far down they
    reach: beside the answer's own number where there is room, else below it."""
    drawn: list[str] = []
    below = BELOW
    for side, x, at in ((-1, MARGIN - 14, "left"), (1, WIDTH - MARGIN + 14, "right")):
        beyond = sorted((m for m in line.wrong if m.beyond == side), key=lambda m: m.label)
        if not beyond:
            continue
        told = ", ".join(f"{m.label} {text_of(_written(m.value, decimals=line.decimals), manner)}" for m in beyond)
        room = abs(_x(line, line.answer) - x) - 7 * len(told)
        y = BELOW - 8 if room > 40 else BELOW + 11
        below = max(below, y + 5)
        drawn.append(f'<text class="far-off {at}" x="{x}" y="{AXIS + y}">{escape(told)}</text>')
    return drawn, below


def _x(line: NumberLine, value: Fraction) -> float:
    """Pixels from the left. Floats are for drawing only: nothing is computed from them."""
    return float(MARGIN + (WIDTH - 2 * MARGIN) * line.place(value))


def _written(value: Fraction, *, decimals: bool) -> Expr:
    return decimal_or_number(value, decimals=decimals)


def _number(expr: Expr, x: float, y: float, manner: Manner) -> list[str]:
    """A number with its fraction stacked, centred on x."""
    sign = ""
    if isinstance(expr, Negative):
        sign, expr = MINUS, expr.of
    if not isinstance(expr, (CommonFraction, MixedNumber)):
        return [f'<text class="answer-label" x="{x:.1f}" y="{y:.1f}">{sign}{text_of(expr, manner)}</text>']
    top, bottom = str(expr.numerator), str(expr.denominator)
    whole = sign + (str(expr.whole) if isinstance(expr, MixedNumber) else "")
    bar = 7.0 * max(len(top), len(bottom)) + 2
    start = x - (8 * len(whole) + bar) / 2
    middle = start + 8 * len(whole) + bar / 2
    drawn = [
        f'<text class="answer-label" x="{middle:.1f}" y="{y - 3:.1f}">{top}</text>',
        f'<line class="bar" x1="{middle - bar / 2:.1f}" y1="{y:.1f}" x2="{middle + bar / 2:.1f}" y2="{y:.1f}"/>',
        f'<text class="answer-label" x="{middle:.1f}" y="{y + 13:.1f}">{bottom}</text>',
    ]
    if whole:
        drawn.append(f'<text class="answer-label" x="{start + 4 * len(whole) - 1:.1f}" y="{y + 5:.1f}">{whole}</text>')
    return drawn


def _described(line: NumberLine, manner: Manner, names: Mapping[str, str]) -> str:
    """The text alternative: each wrong answer by its letter and its mistake."""

    def plain(value: Fraction) -> str:
        return spoken(_written(value, decimals=line.decimals), manner)

    def called(label: str) -> str:
        return f"{label}, “{names[label]}”" if label in names else label

    told = [f"Number line from {plain(line.low)} to {plain(line.high)}. The answer is {plain(line.answer)}."]
    told += [f"Estimate {plain(b.value)}, band {plain(b.low)} to {plain(b.high)}." for b in line.bands]
    told += [f"Likely wrong answer {called(m.label)}: {plain(m.value)}." for m in line.wrong]
    return " ".join(told)
