"""What proves the lines of sums and differences."""

from dataclasses import replace
from fractions import Fraction
from math import lcm

from keen_slate.core.machine.engine import Step
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, mixed_form, whole_and_part
from keen_slate.core.pictures.lines import ruled
from keen_slate.core.pictures.quantities import LIKE, Quantities, by_wholes
from keen_slate.core.pictures.shapes import (
    LARGEST_GRID,
    Between,
    Cells,
    Crossing,
    Disc,
    Discs,
    Jump,
    Jumps,
    Point,
    Proof,
    Rectangles,
    Run,
    Strip,
    Strips,
)
from keen_slate.core.problem.from_picture import MOST_WHOLES
from keen_slate.core.problem.tree import (
    CrossProducts,
    Expr,
    Product,
    Split,
    Sum,
    Term,
    at_path,
    children,
    decimal_for,
    decimal_places,
    evaluate,
    is_numeral,
    number_for,
)
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say

MOST_LAID = 2
"""Wholes that a part may come to in strips under each other."""

LARGEST_PRODUCT = 1000
"""A cross product that is still taken in at a glance."""

MOST_MOVED = 3
"""Discs between which pieces move: with more of them nobody sees which came from where."""

Proofs = list[Proof | None]


def parts_of(expr: Expr) -> list[CommonFraction]:
    parts = (whole_and_part(c)[1] for c in children(expr) if isinstance(c, LIKE))
    return [p for p in parts if p is not None]


def renamed(step: Step, quantities: Quantities) -> Proofs:
    before, after = at_path(step.before, step.at), step.wrote
    products = next((c for c in children(after) if isinstance(c, CrossProducts)), None)
    if products is not None:
        one, other = products.first, products.second
        return [
            crossing(one, other, "−" if products.minus else "+"),
            *finer_strips([one, other], one.denominator * other.denominator, quantities),
        ]
    if not isinstance(before, (Sum, Product)) or not isinstance(after, (Sum, Product)):
        return []
    old, new = parts_of(before), parts_of(after)
    if len(new) != len(old) or not old:
        return []
    common = lcm(*(p.denominator for p in new))
    proofs = finer_strips(old, common, quantities)
    given = tuple(Run(p.numerator, p.denominator, of) for p, of in zip(old, quantities.each(old), strict=True))
    cut = _cut_both_ways(given, common) if isinstance(before, Sum) else None
    if cut is not None:
        drawn = Rectangles(given[0].bottom, given[1].bottom, cut, made=2)
        proofs.append(Proof(drawn, Say.of(seen.same_cells, parts=(old[0], old[1]))))
    return proofs


def crossing(first: CommonFraction, second: CommonFraction, sign: Between) -> Proof | None:
    """None where the products are too large to be taken in."""
    if max(first.numerator, second.numerator) * max(first.denominator, second.denominator) > LARGEST_PRODUCT:
        return None
    said = Say.of(seen.cross_products, first=first, second=second, sign=sign)
    return Proof(Crossing(first, second, sign), said)


def finer_strips(old: list[CommonFraction], common: int, quantities: Quantities) -> Proofs:
    """Each as it is, cut again into the pieces of the common size that is taken, whether it is the largest or not."""
    if any(p.value > MOST_LAID for p in old):
        return []
    rows = tuple(
        Strip((Run(p.numerator, p.denominator, of),), p, common // p.denominator)
        for p, of in zip(old, quantities.each(old), strict=True)
    )
    if all(r.recut == 1 for r in rows):
        return []
    parts = tuple((p, common // p.denominator) for p in old)
    return [Proof(Strips(rows), Say.of(seen.renamed, parts=parts, common=common))]


def combined(step: Step, quantities: Quantities) -> Proofs:
    """Parts of one size put together, or taken away."""
    before = at_path(step.before, step.at)
    if not isinstance(before, Sum):
        return []
    terms = [(t, whole_and_part(t.expr)[1]) for t in before.terms if isinstance(t.expr, LIKE)]
    parts = [(t.minus, p) for t, p in terms if p is not None]
    bottoms = {p.denominator for _, p in parts}
    line = sum_on_a_line(before)
    if len(parts) < 2 or len(bottoms) != 1 or parts[0][0]:
        return [line]
    bottom = bottoms.pop()
    runs = _runs([p for _, p in parts], quantities)
    if not any(minus for minus, _ in parts):
        total = sum(r.top for r in runs)
        quantities.made[CommonFraction(total, bottom)] = runs
        return [*_put_together(runs, total, bottom, quantities), line]
    if all(minus for minus, _ in parts[1:]):
        return [*_taken_away(before, runs, bottom, quantities), line]
    return [line]


def _runs(parts: list[CommonFraction], quantities: Quantities) -> tuple[Run, ...]:
    """A run for each part that is there, of the quantity that it is."""
    which = zip(parts, quantities.each(parts), strict=True)
    return tuple(Run(p.numerator, p.denominator, of) for p, of in which if p.numerator)


def cross_combined(step: Step, quantities: Quantities) -> Proofs:
    """The same where both cross products stand over one bottom."""
    before = at_path(step.before, step.at)
    among = (before, *children(before))
    products = next((n for n in among if isinstance(n, CrossProducts)), None)
    if products is None:
        return []
    a, b = products.first, products.second
    bottom = a.denominator * b.denominator
    tops = a.numerator * b.denominator, b.numerator * a.denominator
    parts = [CommonFraction(top, bottom) for top in tops]
    runs = _runs(parts, quantities)
    if products.minus:
        return _taken_away(Sum((Term(parts[0]), Term(parts[1], minus=True))), runs, bottom, quantities)
    quantities.made[CommonFraction(sum(tops), bottom)] = runs
    return _put_together(runs, sum(tops), bottom, quantities)


def _put_together(runs: tuple[Run, ...], total: int, bottom: int, quantities: Quantities) -> Proofs:
    if not 0 < total <= MOST_WHOLES * bottom:
        return []
    given = tuple(_as_given(r, quantities) for r in runs)
    known = tuple(r for r in given if r is not None)
    before = [Strip(known)] if len(known) == len(runs) and known != runs else []
    proofs: Proofs = [Proof(Strips((*before, Strip(runs))), Say.of(seen.end_to_end, total=total, bottom=bottom))]
    if 1 < len(runs) <= MOST_MOVED and all(r.top <= bottom for r in runs):
        discs, count = _moved_across(runs, bottom)
        if count:
            proofs.append(Proof(discs, Say.of(seen.moved, count=count, total=total, bottom=bottom)))
    cut = _cut_both_ways(known, bottom)
    if cut is not None and len(runs) == 2:
        together = tuple(Cells(whole) for whole in by_wholes(runs, bottom))
        drawn = Rectangles(known[0].bottom, known[1].bottom, (*cut, *together), made=2)
        proofs.append(Proof(drawn, Say.of(seen.put_together, tops=(runs[0].top, runs[1].top), bottom=bottom)))
    return proofs


def _cut_both_ways(given: tuple[Run, ...], bottom: int) -> tuple[Cells, Cells] | None:
    """Two parts as columns and as rows, where the cells are the pieces of the common size."""
    if len(given) != 2 or any(r.length > 1 for r in given):
        return None
    a, b = given
    if a.bottom * b.bottom != bottom or bottom > LARGEST_GRID:
        return None
    return (
        Cells((Run(a.top * b.bottom, bottom, a.of),)),
        Cells((Run(b.top * a.bottom, bottom, b.of),), across=True),
    )


def _as_given(run: Run, quantities: Quantities) -> Run | None:
    """The same amount in the pieces that the problem has it in; None if it has no such number."""
    part = quantities.part(run.of)
    return Run(part.numerator, part.denominator, run.of) if part is not None and part.value == run.length else None


def _moved_across(runs: tuple[Run, ...], bottom: int) -> tuple[Discs, int]:
    """A disc for each, the earlier ones filled up with pieces of those after them; how many pieces moved."""
    there = [r.top for r in runs]
    came: list[list[Run]] = [[] for _ in runs]
    gone = [0] * len(runs)
    for i in range(max(1, sum(there) // bottom)):
        for j in range(i + 1, len(runs)):
            room = bottom - there[i] - sum(r.top for r in came[i])
            take = min(room, there[j])
            if take > 0:
                came[i].append(Run(take, bottom, runs[j].of, "came"))
                there[j] -= take
                gone[j] += take
    discs = tuple(
        Disc(bottom, tuple(r for r in (
            Run(there[i], bottom, run.of), *came[i], Run(gone[i], bottom, run.of, "gone"),
        ) if r.top and (r.state != "gone" or there[i] + sum(c.top for c in came[i]) + gone[i] <= bottom)))
        for i, run in enumerate(runs)
    )  # fmt: skip
    return Discs(discs), sum(gone)


def _taken_away(before: Sum, runs: tuple[Run, ...], bottom: int, quantities: Quantities) -> Proofs:
    start, taken = sum(r.top for r in runs[:1]), sum(r.top for r in runs[1:])
    if not 0 < taken <= start <= MOST_WHOLES * bottom:
        return []
    left = Run(start - taken, bottom, runs[0].of)
    struck = tuple(Run(r.top, bottom, runs[0].of, "gone") for r in reversed(runs[1:]))
    laid = (left, *struck) if left.top else struck
    said = Say.of(seen.taken_from_the_end, start=start, taken=taken, bottom=bottom)
    proofs: Proofs = [Proof(Strips((Strip(laid, CommonFraction(start, bottom)),)), said)]
    first, *rest = (t.expr for t in before.terms)
    wholes = [whole_and_part(n)[0] for n in (first, *rest) if isinstance(n, (*LIKE, Whole))]
    away = sum(wholes[1:])
    if len(wholes) == len(before.terms) and away <= wholes[0] and wholes[0] * bottom + start <= MOST_WHOLES * bottom:
        whole = [Disc(1, (Run(1, 1, runs[0].of),))] * (wholes[0] - away)
        whole += [Disc(1, (Run(1, 1, runs[0].of, "gone"),))] * away
        parts = [Disc(bottom, of) for of in by_wholes(laid, bottom)]
        told = Say.of(seen.taken_with_wholes, wholes=wholes[0], away=away, start=start, taken=taken, bottom=bottom)
        proofs.append(Proof(Discs((*whole, *parts)), told if wholes[0] else said))
    given = tuple(r for r in (_as_given(r, quantities) for r in runs) if r is not None)
    cut = _cut_both_ways(given, bottom)
    if cut is not None and not any(wholes):
        drawn = Rectangles(given[0].bottom, given[1].bottom, (*cut, Cells(laid)), made=2)
        proofs.append(Proof(drawn, Say.of(seen.cells_taken, tops=(start, taken), bottom=bottom)))
    return proofs


def opened(step: Step, quantities: Quantities) -> Proofs:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, Sum) or not isinstance(after, Sum):
        return []
    first, new = before.terms[0].expr, after.terms[0].expr
    if not isinstance(first, (Whole, MixedNumber)) or evaluate(first) > MOST_WHOLES:
        return []
    whole, part = whole_and_part(first)
    if isinstance(new, Split):
        left, bottom = sum(new.wholes), new.parts[0].denominator
    elif isinstance(new, LIKE):
        left, bottom = whole_and_part(new)[0], new.denominator
    else:
        return []
    of = quantities.of(first, 0)
    discs = [Disc(1, (Run(1, 1, of),))] * left + [Disc(bottom, (Run(bottom, bottom, of, "opened"),))] * (whole - left)
    if part is not None and part.numerator:
        discs += [Disc(bottom, w) for w in by_wholes((Run(part.numerator, bottom, of),), bottom)]
    return [Proof(Discs(tuple(discs)), Say.of(seen.opened, bottom=bottom, count=whole - left))]


def taken_back(step: Step, _: Quantities) -> Proofs:
    before = step.wrote if step.goal == "split-subtrahend" else at_path(step.before, step.at)
    return [sum_on_a_line(before)] if isinstance(before, Sum) else []


def counted_up(step: Step, _: Quantities) -> Proofs:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, Sum) or not isinstance(after, Sum):
        return []
    start, to = before.terms[1].expr, before.terms[0].expr
    line = _line(evaluate(start), after.terms, before)
    if line is None:
        return []
    steps = tuple(t.expr for t in after.terms)
    return [Proof(line, Say.of(seen.counted_up, start=start, to=to, steps=steps))]


def sum_on_a_line(expr: Sum) -> Proof | None:
    """The first number, and a jump for each further one."""
    first, *rest = expr.terms
    if not all(is_numeral(t.expr) for t in expr.terms) or not rest:
        return None
    start = -evaluate(first.expr) if first.minus else evaluate(first.expr)
    line = _line(start, tuple(rest), expr)
    if line is None:
        return None
    told = tuple((j.label, j.to < j.start, place.label) for j, place in zip(line.jumps, line.points[1:], strict=True))
    return Proof(line, Say.of(seen.jumped, jumps=told, start=line.points[0].label))


def _landing(value: Fraction, bottom: int, *, decimals: bool) -> Expr:
    """A place on the line, in the pieces of the line."""
    if decimals and decimal_places(value) is not None and value >= 0:
        return decimal_for(value)
    if value < 0 or (value * bottom).denominator > 1:
        return number_for(value)
    whole, rest = divmod(value, 1)
    return mixed_form(int(whole), int(rest * bottom), bottom)


def _line(start: Fraction, terms: tuple[Term, ...], numbers: Expr) -> Jumps | None:
    jumps: list[Jump] = []
    at = start
    for term in terms:
        to = at - evaluate(term.expr) if term.minus else at + evaluate(term.expr)
        if to != at:
            jumps.append(Jump(at, to, term.expr))
        at = to
    places = [start, *(j.to for j in jumps)]
    if not jumps or max(places) - min(places) > MOST_WHOLES:
        return None
    decimals = any(isinstance(n, DecimalNumeral) for n in children(numbers))
    if decimals and not all(isinstance(n, (DecimalNumeral, Whole)) for n in children(numbers)):
        return None
    bottom = lcm(*(p.denominator for p in parts_of(numbers))) if parts_of(numbers) else 1
    line = ruled(places, 10 if decimals else bottom, decimals=decimals)
    marks = tuple(Point(p, _landing(p, bottom, decimals=decimals)) for p in places)
    return replace(line, jumps=tuple(jumps), points=marks)
