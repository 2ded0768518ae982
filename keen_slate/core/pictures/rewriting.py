"""What proves that a number stays the same when it is written in another way."""

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.pictures.adding import Proofs, parts_of
from keen_slate.core.pictures.multiplying import in_places, in_squares
from keen_slate.core.pictures.quantities import LIKE, Quantities, by_wholes
from keen_slate.core.pictures.shapes import Disc, Discs, Proof, Run, Square, Squares, Strip, Strips
from keen_slate.core.problem.from_picture import MOST_WHOLES
from keen_slate.core.problem.tree import Chain, Expr, Gap, at_path, children, evaluate
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say


def wholes_out(step: Step, quantities: Quantities) -> Proofs:
    part = next((p for p in _all_parts(at_path(step.before, step.at)) if p.is_improper), None)
    if part is None or part.value > MOST_WHOLES or part.denominator == 1:
        return []
    runs = quantities.runs(part)
    said = Say.of(seen.wholes_in, top=part.numerator, bottom=part.denominator)
    discs = Discs(tuple(Disc(part.denominator, whole) for whole in by_wholes(runs, part.denominator)))
    return [Proof(discs, said), Proof(Strips((Strip(runs, part),)), said)]


def _all_parts(expr: Expr) -> list[CommonFraction]:
    if isinstance(expr, CommonFraction):
        return [expr]
    if isinstance(expr, MixedNumber):
        return [expr.part]
    return parts_of(expr)


def in_pieces(step: Step, quantities: Quantities) -> Proofs:
    """Every whole cut into pieces: 2 3/4 is 11 quarters."""
    before = at_path(step.before, step.at)
    numbers = [before, *children(before)]
    mixed = next((n for n in numbers if isinstance(n, MixedNumber)), None)
    if mixed is None or not 0 < mixed.value <= MOST_WHOLES or not mixed.numerator < mixed.denominator:
        return []
    whole, top, bottom = mixed.whole, mixed.numerator, mixed.denominator
    of = quantities.of(mixed, 0)
    discs = Discs(tuple(Disc(bottom, runs) for runs in by_wholes((Run(whole * bottom + top, bottom, of),), bottom)))
    strips = Strips((Strip((Run(whole * bottom + top, bottom, of),), mixed),))
    said = Say.of(seen.cut_up, whole=whole, top=top, bottom=bottom)
    return [Proof(discs, said), Proof(strips, said)]


def hundredths(step: Step, quantities: Quantities) -> Proofs:
    """A decimal or a percent in cells of a hundred, and in its places."""
    before, after = at_path(step.before, step.at), step.wrote
    number = next((n for n in (after, before) if in_squares(n)), None)
    places = next((p for n in (before, after) if (p := in_places(n)) is not None), None)
    if number is None:
        return [places]
    filled = evaluate(number) * 100
    square = Squares((Square(filled, number, quantities.of(number, 0)),))
    return [Proof(square, Say.of(seen.hundredths, number=number, filled=filled)), places]


def simplified(step: Step, quantities: Quantities) -> Proofs:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, LIKE) or not isinstance(after, LIKE):
        return []
    old, new = (n.part if isinstance(n, MixedNumber) else n for n in (before, after))
    if (
        old.value != new.value
        or old.value > 2
        or new.denominator == old.denominator
        or old.denominator % new.denominator
    ):
        return []
    of = quantities.of(before, quantities.result)
    if old.denominator == 100:
        square = Squares((Square(old.value * 100, old, of),))
        return [Proof(square, Say.of(seen.hundred_cells, number=old, simpler=new))]
    rows = tuple(Strip((Run(n.numerator, n.denominator, of),), n) for n in (old, new))
    return [Proof(Strips(rows), Say.of(seen.fewer_pieces, before=old, after=new))]


def to_be_cut(chain: Chain) -> Proofs:
    """Equal fractions with a blank, before it is filled: the known one, over a whole in the pieces asked for."""
    known = next((s for s in chain.sides if isinstance(s, CommonFraction)), None)
    gaps = [s for s in chain.sides if isinstance(s, Gap)]
    if known is None or not 0 < known.value <= 1 or len(gaps) != 1 or len(chain.sides) != 2:
        return []
    gap = gaps[0]
    if gap.whole != -1 or gap.blanks() != 1 or gap.is_alone:
        return []
    row = Strip((Run(known.numerator, known.denominator),), known)
    said = Say.of(seen.how_long, known=known, top=gap.top, bottom=gap.bottom)
    rows = (row, Strip((Run(0, gap.bottom),), gap)) if gap.bottom else (row,)
    return [Proof(Strips(rows), said)]


def equal(step: Step, _: Quantities) -> Proofs:
    if not isinstance(step.after, Chain):
        return []
    sides = tuple(s for s in step.after.sides if isinstance(s, CommonFraction) and 0 < s.value <= 2)
    if len(sides) < 2 or len({s.value for s in sides}) != 1:
        return []
    rows = tuple(Strip((Run(s.numerator, s.denominator),), s) for s in sides)
    return [Proof(Strips(rows), Say.of(seen.equal_lengths, sides=sides))]
