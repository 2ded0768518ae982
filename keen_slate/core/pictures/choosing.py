"""Which picture proves which line.

For a line the pictures that can be drawn of it are given, the most telling first; where the pieces are too small for
one, it is left out and it is said why.
"""

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from math import lcm

from keen_slate.core.machine.engine import Step
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, whole_and_part
from keen_slate.core.pictures import shapes
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
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    Product,
    Split,
    Sum,
    at_path,
    children,
    evaluate,
    is_numeral,
)
from keen_slate.core.saying import pictured
from keen_slate.core.saying.say import Say
from keen_slate.core.working.work import Working


@dataclass(frozen=True, slots=True)
class LinePictures:
    """The pictures of one line (0 is the problem). ``shown``: the first stands under the line unless it is changed.

    ``too_fine`` says which picture would not help, and why.
    """

    line: int
    pictures: tuple[Picture, ...]
    shown: bool
    too_fine: Say | None = None


def pictures_of(working: Working) -> tuple[LinePictures, ...]:
    """The pictures of every line that has any."""
    found: list[LinePictures] = []
    whole = _of_the_problem(working)
    if whole:
        found.append(LinePictures(0, whole, shown=isinstance(working.lines[0].expr, Chain)))
    seen: set[Picture] = set()
    for index, line in enumerate(working.lines):
        step = line.also or line.step
        draw = _PROOFS.get(step.goal) if step is not None and not line.by_mistake else None
        if step is None or draw is None:
            continue
        pictures = draw(step)
        fit = tuple(p for p in pictures if p is not None and _too_fine(p) is None)
        fine = next((said for p in pictures if p is not None and (said := _too_fine(p)) is not None), None)
        if fine is not None and not any(isinstance(p, Jumps) for p in fit):
            fit = (*fit, *_as_places(step))
        if fit or fine is not None:
            found.append(LinePictures(index, fit, shown=bool(fit) and fit[0] not in seen, too_fine=fine))
            seen.update(fit[:1])
    return tuple(found)


def _too_fine(picture: Picture) -> Say | None:
    match picture:
        case Strips(rows):
            pieces, limit = max(r.bottom * r.recut for r in rows), shapes.LARGEST_STRIP
        case Discs(discs):
            pieces, limit = max(d.pieces for d in discs), shapes.LARGEST_DISC
        case Rectangles(columns, rows_):
            pieces, limit = columns * rows_, shapes.LARGEST_GRID
        case _:
            return None
    return Say.of(pictured.picture_too_fine, kind=picture.kind, pieces=pieces) if pieces > limit else None


def _parts(expr: Expr) -> list[CommonFraction]:
    parts = (whole_and_part(c)[1] for c in children(expr) if isinstance(c, (CommonFraction, MixedNumber)))
    return [p for p in parts if p is not None]


def _renamed(step: Step) -> list[Picture | None]:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, Sum) or not isinstance(after, Sum):
        return []
    old, new = _parts(before), _parts(after)
    if len(new) != len(old):  # cross products stand there instead
        return []
    common = lcm(*(p.denominator for p in new))
    strips = Strips(tuple(Strip(p.numerator, p.denominator, common // p.denominator) for p in old))
    rectangles = None
    if len(old) == 2 and common == old[0].denominator * old[1].denominator and all(p.value <= 1 for p in old):
        a, b = old
        rectangles = Rectangles(a.denominator, b.denominator, a.numerator, b.numerator, overlap=False)
    return [strips if all(p.value <= 2 for p in old) else None, rectangles]


def _places_of(expr: Expr) -> list[Fraction]:
    match expr:
        case Chain():
            return []  # its blanks have no place yet
        case Sum() | Product() | Comparison():
            return [evaluate(c) for c in children(expr)]
        case _:
            return [evaluate(expr)]


def _as_places(step: Step) -> tuple[Picture, ...]:
    """Where the pieces are too fine: the numbers as places on a line."""
    values = [v for v in _places_of(at_path(step.before, step.at)) if v >= 0]
    high = max(values, default=Fraction(1))
    if not values or high > shapes.MOST_WHOLES:
        return ()
    return (Jumps(Fraction(0), Fraction(-(-high // 1)), 1, tuple((Fraction(0), v) for v in values)),)


def _opened(step: Step) -> list[Picture | None]:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, Sum) or not isinstance(after, Sum):
        return []
    first, new = before.terms[0].expr, after.terms[0].expr
    if not isinstance(first, (Whole, MixedNumber)) or evaluate(first) > shapes.MOST_WHOLES:
        return []
    whole, part = whole_and_part(first)
    if isinstance(new, Split):
        left, bottom = sum(new.wholes), new.parts[0].denominator
    elif isinstance(new, (CommonFraction, MixedNumber)):
        left, bottom = whole_and_part(new)[0], new.denominator
    else:
        return []
    discs = [Disc(1, 1)] * left + [Disc(bottom, bottom, opened=True)] * (whole - left)
    if part is not None and part.numerator:
        discs.append(Disc(bottom, part.numerator))
    return [Discs(tuple(discs))]


def _wholes_out(step: Step) -> list[Picture | None]:
    before = at_path(step.before, step.at)
    part = next((p for p in _all_parts(before) if p.is_improper), None)
    if part is None or part.value > shapes.MOST_WHOLES:
        return []
    count, rest = divmod(part.numerator, part.denominator)
    discs = [Disc(part.denominator, part.denominator)] * count + ([Disc(part.denominator, rest)] if rest else [])
    return [Discs(tuple(discs)), Strips((Strip(part.numerator, part.denominator),))]


def _all_parts(expr: Expr) -> list[CommonFraction]:
    if isinstance(expr, CommonFraction):
        return [expr]
    if isinstance(expr, MixedNumber):
        return [expr.part]
    return _parts(expr)


def _in_pieces(step: Step) -> list[Picture | None]:
    """Every whole cut into pieces: 2 3/4 is 11 quarters."""
    before = at_path(step.before, step.at)
    numbers = [before, *children(before)]
    mixed = next((n for n in numbers if isinstance(n, MixedNumber)), None)
    if mixed is None or not 0 < mixed.value <= shapes.MOST_WHOLES or not mixed.numerator < mixed.denominator:
        return []
    discs = [Disc(mixed.denominator, mixed.denominator)] * mixed.whole
    return [Discs((*discs, *([Disc(mixed.denominator, mixed.numerator)] if mixed.numerator else [])))]


def _taken_back(step: Step) -> list[Picture | None]:
    before = step.wrote if step.goal == "split-subtrahend" else at_path(step.before, step.at)
    if not isinstance(before, Sum):
        return []
    start = evaluate(before.terms[0].expr)
    jumps: list[tuple[Fraction, Fraction]] = []
    at = start
    for term in before.terms[1:]:
        to = at - evaluate(term.expr) if term.minus else at + evaluate(term.expr)
        jumps.append((at, to))
        at = to
    low = min(start, at, *(to for _, to in jumps))
    bottom = lcm(*(p.denominator for p in _parts(before))) if _parts(before) else 1
    if low < 0 or start - low > shapes.MOST_WHOLES:
        return []
    return [Jumps(Fraction(low // 1), Fraction(-(-start // 1)), bottom, tuple(jumps))]


def _counted_up(step: Step) -> list[Picture | None]:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, Sum) or not isinstance(after, Sum):
        return []
    at = evaluate(before.terms[1].expr)
    jumps: list[tuple[Fraction, Fraction]] = []
    low = at
    for term in after.terms:
        to = at + evaluate(term.expr)
        jumps.append((at, to))
        at = to
    if at - low > shapes.MOST_WHOLES:
        return []
    bottom = lcm(*(p.denominator for p in _parts(before)))
    return [Jumps(Fraction(low // 1), Fraction(-(-at // 1)), bottom, tuple(jumps))]


def _multiplied(step: Step) -> list[Picture | None]:
    before = at_path(step.before, step.at)
    if not isinstance(before, Product):
        return []
    a, b = before.factors[0].expr, before.factors[1].expr
    if not (isinstance(a, CommonFraction) and isinstance(b, CommonFraction)) or a.value > 1 or b.value > 1:
        return []
    return [Rectangles(a.denominator, b.denominator, a.numerator, b.numerator, overlap=True)]


def _compared(step: Step) -> list[Picture | None]:
    state = step.before
    if not isinstance(state, Comparison):
        return []
    rows = [i for i in state.items if isinstance(i, CommonFraction) and i.value <= 2]
    if len(rows) < len(state.items):
        return []
    return [Strips(tuple(Strip(r.numerator, r.denominator) for r in rows))]


def _hundredths(step: Step) -> list[Picture | None]:
    before, after = at_path(step.before, step.at), step.wrote
    for number in (after, before):
        if isinstance(number, (DecimalNumeral, Percent)) and 0 < number.value <= 2 and (number.value * 1000) % 5 == 0:
            return [Square(number.value * 100)]
    return []


def _simplified(step: Step) -> list[Picture | None]:
    before, after = at_path(step.before, step.at), step.wrote
    if not isinstance(before, (CommonFraction, MixedNumber)) or not isinstance(after, (CommonFraction, MixedNumber)):
        return []
    recut = before.denominator // after.denominator
    return [Strips((Strip(after.numerator, after.denominator, recut), Strip(after.numerator, after.denominator)))]


def _equal(step: Step) -> list[Picture | None]:
    if not isinstance(step.after, Chain):
        return []
    sides = [s for s in step.after.sides if isinstance(s, CommonFraction) and s.value <= 2]
    return [Strips(tuple(Strip(s.numerator, s.denominator) for s in sides))] if len(sides) > 1 else []


def _of_the_problem(working: Working) -> tuple[Picture, ...]:
    """A bar model and a part–whole tree of a sum or difference, or of a chain with one blank term."""
    expr = working.lines[0].expr
    if isinstance(expr, Sum) and all(is_numeral(c) for c in children(expr)) and len(expr.terms) <= 4:
        values = [evaluate(c) for c in children(expr)]
        if evaluate(expr) < 0 or not all(values):
            return ()
        if not any(t.minus for t in expr.terms):
            return (Bars(sum(values, Fraction(0)), tuple(values), -1), PartWhole(evaluate(expr), tuple(values), -1))
        if len(values) == 2:
            parts = (values[1], values[0] - values[1])
            return (Bars(values[0], parts, 1), PartWhole(values[0], parts, 1)) if parts[1] else ()
    if isinstance(expr, Chain):
        return _of_a_chain(working.answer)
    return ()


def _of_a_chain(filled: Expr) -> tuple[Picture, ...]:
    if not isinstance(filled, Chain) or len(filled.sides) != 2 or filled.gap is not None:
        return ()
    total = next((s for s in filled.sides if isinstance(s, Sum)), None)
    if total is None or not all(is_numeral(c) for c in children(total)) or any(t.minus for t in total.terms):
        return ()
    values = tuple(evaluate(c) for c in children(total))
    if any(v <= 0 for v in values):
        return ()
    unknown = next((i for i, c in enumerate(children(total)) if c in filled.numbers), 0)
    return (Bars(sum(values, Fraction(0)), values, unknown), PartWhole(sum(values, Fraction(0)), values, unknown))


_PROOFS: dict[GoalId, Callable[[Step], list[Picture | None]]] = {
    "rename": _renamed,
    "regroup": _opened,
    "take-out-wholes": _wholes_out,
    "carry-out": _wholes_out,
    "to-improper": _in_pieces,
    "write-improper": _in_pieces,
    "split-subtrahend": _taken_back,
    "count-back-parts": _taken_back,
    "count-back-to-whole": _taken_back,
    "part-from-wholes": _taken_back,
    "count-up": _counted_up,
    "multiply-tops": _multiplied,
    "judge": _compared,
    "write-fraction": _hundredths,
    "read-decimal": _hundredths,
    "read-percent": _hundredths,
    "simplify": _simplified,
    "look-for-blanks": _equal,
}
"""What can be seen of a step, by the goal that it served."""
