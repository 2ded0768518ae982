"""What proves the lines of comparisons and of rounding."""

from math import lcm

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, Percent
from keen_slate.core.pictures.adding import Proofs, crossing
from keen_slate.core.pictures.lines import points
from keen_slate.core.pictures.quantities import LIKE, Quantities
from keen_slate.core.pictures.shapes import Jumps, Point, Proof, Run, Square, Squares, Strip, Strips
from keen_slate.core.problem.tree import Comparison, Expr, Rounding, at_path, evaluate
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say

MOST_COMPARED = 4
MOST_LAID = 3
"""Wholes that a strip of a comparison comes to."""


def given(comparison: Comparison, quantities: Quantities) -> Proofs:
    """The numbers as they stand, to one scale, for the class to look at first."""
    rows = _rows(comparison.written, quantities)
    if not rows or len(rows) > MOST_COMPARED:
        return []
    return [Proof(Strips(rows), Say.of(seen.look_first, count=len(rows)))]


def _rows(numbers: tuple[Expr, ...], quantities: Quantities) -> tuple[Strip, ...]:
    """A strip for each fraction; none where one is no fraction or too long."""
    if not all(isinstance(n, LIKE) and n.value <= MOST_LAID for n in numbers):
        return ()
    return tuple(
        Strip((Run(int(n.value * n.denominator), n.denominator, quantities.of(n, i)),), n)
        for i, n in enumerate(numbers)
        if isinstance(n, LIKE)
    )


def judged(step: Step, quantities: Quantities) -> Proofs:
    state = step.before
    if not isinstance(state, Comparison):
        return []
    written, items = state.written, state.items
    proofs: Proofs = []
    rows, finer = _rows(written, quantities), _rows(items, quantities)
    if rows and finer and len(rows) <= MOST_COMPARED:
        bottom = lcm(*(r.pieces for r in finer))
        tops = tuple(int(r.length * bottom) for r in finer)
        if written == items or len({r.pieces for r in finer}) > 1:
            longest = None if len(set(tops)) == 1 else written[tops.index(max(tops))]
            drawn = rows if written == items else finer
            proofs.append(Proof(Strips(drawn), Say.of(seen.longer, given=written, longest=longest)))
        else:
            said = Say.of(seen.cut_finer, given=written, tops=tops, bottom=bottom)
            proofs.append(Proof(Strips((*rows, *finer) if len(rows) == 2 else finer), said))
    cells = [
        Square(n.value * 100, n, i)
        for i, n in enumerate(written)
        if isinstance(n, (DecimalNumeral, Percent)) and 0 < n.value <= MOST_LAID and (n.value * 200).denominator == 1
    ]
    if len(cells) == len(written) <= MOST_COMPARED:
        numbers = tuple((c.label, c.filled) for c in cells)
        proofs.append(Proof(Squares(tuple(cells)), Say.of(seen.more_cells, numbers=numbers)))
    line = points(written)
    if line is not None:
        order = tuple(sorted(written, key=evaluate))
        equal = len({evaluate(n) for n in written}) == 1
        proofs.append(Proof(line, Say.of(seen.one_place if equal else seen.on_the_line, numbers=order)))
    return [*proofs, _products(written)]


def _products(numbers: tuple[Expr, ...]) -> Proof | None:
    """The cross products of two fractions."""
    fractions = [n for n in numbers if isinstance(n, CommonFraction)]
    if not len(fractions) == len(numbers) == 2:
        return None
    one, other = fractions
    return crossing(one, other, "<" if one.value < other.value else ">" if one.value > other.value else "=")


def crossed_out(step: Step, _: Quantities) -> Proofs:
    """The two products of a comparison."""
    return [_products(step.before.written)] if isinstance(step.before, Comparison) else []


def rounded(step: Step, _: Quantities) -> Proofs:
    state = at_path(step.before, step.at)
    if not isinstance(state, Rounding) or evaluate(state.of) < 0:
        return []
    value, unit = evaluate(state.of), state.unit
    low = value // unit * unit
    if value == low:
        return []
    high = low + unit
    plain = all((v * 10**6).denominator == 1 for v in (low, high, unit))
    line = Jumps(low, high, unit / 2, unit / 10, points=(Point(value, state.of),), decimals=plain)
    told = seen.midway if value - low == high - value else seen.nearest
    return [Proof(line, Say.of(told, number=state.of, low=low, high=high, to=step.wrote))]
