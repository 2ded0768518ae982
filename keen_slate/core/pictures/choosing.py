"""Which picture proves which line.

For a line the pictures that can be drawn of it are given, the most telling first; where the pieces are too small for
one, it is left out and it is said why.
"""

from collections.abc import Callable, Sequence
from fractions import Fraction

from keen_slate.core.machine.engine import Step
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.pictures.adding import (
    Proofs,
    combined,
    counted_up,
    cross_combined,
    opened,
    renamed,
    sum_on_a_line,
    taken_back,
)
from keen_slate.core.pictures.comparing import crossed_out, given, judged, rounded
from keen_slate.core.pictures.lines import as_places
from keen_slate.core.pictures.multiplying import divided, inverted, multiplied, percent_read
from keen_slate.core.pictures.quantities import Quantities, numbers_of
from keen_slate.core.pictures.read_off import picture_to_read, read_off
from keen_slate.core.pictures.rewriting import equal, hundredths, in_pieces, simplified, to_be_cut, wholes_out
from keen_slate.core.pictures.shapes import Bars, Jumps, PartWhole, Picture, Proof, too_fine
from keen_slate.core.problem.blanks import only_decimals
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    FromPicture,
    Product,
    Sum,
    children,
    decimal_or_number,
    evaluate,
    is_numeral,
)
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.work import Working

MOST_PARTS = 8
"""Parts of a whole in one picture."""


@frozen
class LinePictures:
    """The pictures of one line (0 is the problem). ``shown``: the first stands under the line unless it is changed.

    ``too_fine`` says which picture would not help, and why.
    """

    line: int
    proofs: tuple[Proof, ...]
    shown: bool
    too_fine: Say | None = None

    def standing(self, chosen: str | None, liked: Sequence[str] = ()) -> Proof | None:
        """The one that stands under the line: the kind ``chosen`` for it ("none": none), else one of the kinds that are
        ``liked`` in its set, the last chosen first, else the most telling."""
        if chosen is not None:
            return next((p for p in self.proofs if p.picture.kind == chosen), None)
        if not self.shown:
            return None
        by_kind = {p.picture.kind: p for p in reversed(self.proofs)}
        return next((by_kind[k] for k in liked if k in by_kind), self.proofs[0])


def pictures_of(working: Working) -> tuple[LinePictures, ...]:
    """The pictures of every line that has any."""
    found: list[LinePictures] = []
    problem = working.lines[0].expr
    quantities = Quantities(numbers_of(problem))
    whole = _fitting(_of_the_problem(working, quantities))
    if whole:
        found.append(LinePictures(0, whole, shown=isinstance(problem, (Chain, FromPicture))))
    seen_before: set[Picture] = set()
    goals: set[GoalId] = set()
    reading = isinstance(problem, FromPicture)  # its picture stands at the top already
    for index, line in enumerate(working.lines):
        step = line.also or line.step
        proofs = _of_step(step, problem, quantities) if step is not None and not line.by_mistake else []
        if step is None or not proofs:
            continue
        fit = _fitting(proofs)
        fine = next((said for p in proofs if p is not None and (said := too_fine(p.picture)) is not None), None)
        if fine is not None and not any(isinstance(p.picture, Jumps) for p in fit):
            fit = (*fit, *as_places(step))
        if fit or fine is not None:
            told = not _TOLD_BY.get(step.goal, frozenset()).isdisjoint(goals)
            shown = bool(fit) and fit[0].picture not in seen_before and not told and not reading
            found.append(LinePictures(index, fit, shown=shown, too_fine=fine))
            seen_before.update(p.picture for p in fit[:1])
            goals |= {step.goal} if shown else set()
    return (*found, *_at_the_end(working, found))


def _fitting(proofs: Proofs) -> tuple[Proof, ...]:
    """Those that can be seen, the first of each kind."""
    by_kind: dict[str, Proof] = {}
    for proof in proofs:
        if proof is not None and too_fine(proof.picture) is None:
            by_kind.setdefault(proof.picture.kind, proof)
    return tuple(by_kind.values())


def _of_step(step: Step, problem: Expr, quantities: Quantities) -> Proofs:
    division = isinstance(problem, Product) and len(problem.factors) == 2 and problem.factors[1].divide
    if division and step.goal in _DIVISIONS:
        return divided(step, quantities)
    draw = _PROOFS.get(step.goal)
    return draw(step, quantities) if draw is not None else []


def _at_the_end(working: Working, found: list[LinePictures]) -> tuple[LinePictures, ...]:
    """A sum that no line of its working shows on a number line (in decimals, or with signs): at its last line."""
    problem, last = working.lines[0].expr, len(working.lines) - 1
    if not isinstance(problem, Sum) or any(isinstance(p.picture, Jumps) for f in found for p in f.proofs):
        return ()
    line = sum_on_a_line(problem)
    if line is None or any(f.line == last for f in found) or working.lines[last].by_mistake:
        return ()
    return (LinePictures(last, (line,), shown=False),)


def _of_the_problem(working: Working, quantities: Quantities) -> Proofs:
    """A bar model and part–whole rings of a sum or difference, or of a chain with one blank term."""
    expr = working.lines[0].expr
    if isinstance(expr, FromPicture):
        return [picture_to_read(expr)]
    if isinstance(expr, Comparison):
        return given(expr, quantities)
    if isinstance(expr, Chain):
        return _of_a_chain(expr, working.answer)
    if not isinstance(expr, Sum) or not all(is_numeral(c) for c in children(expr)) or len(expr.terms) > MOST_PARTS:
        return []
    numbers = children(expr)
    total = evaluate(expr)
    if total < 0 or not all(evaluate(n) for n in numbers):
        return []
    whole = decimal_or_number(total, decimals=only_decimals((expr,)))
    if not any(t.minus for t in expr.terms):
        return _whole_and_parts(whole, numbers, -1)
    if len(numbers) == 2 and not expr.terms[0].minus and total:
        return _whole_and_parts(numbers[0], (numbers[1], whole), 1)
    return []


def _whole_and_parts(whole: Expr, parts: tuple[Expr, ...], unknown: int) -> Proofs:
    said = Say.of(seen.whole_and_parts, whole=whole, parts=parts, unknown=unknown)
    return [Proof(Bars(whole, parts, unknown), said), Proof(PartWhole(whole, parts, unknown), said)]


def _of_a_chain(problem: Chain, filled: Expr) -> Proofs:
    if strips := to_be_cut(problem):
        return strips
    if not isinstance(filled, Chain) or len(filled.sides) != 2 or filled.gap is not None:
        return []
    total = next((s for s in filled.sides if isinstance(s, Sum)), None)
    if total is None or not all(is_numeral(c) for c in children(total)) or any(t.minus for t in total.terms):
        return []
    numbers = children(total)
    if any(evaluate(n) <= 0 for n in numbers) or len(numbers) > MOST_PARTS:
        return []
    unknown = next((i for i, n in enumerate(numbers) if n in filled.numbers), 0)
    whole = decimal_or_number(sum(map(evaluate, numbers), Fraction(0)), decimals=only_decimals(numbers))
    return _whole_and_parts(whole, numbers, unknown)


_TOLD_BY: dict[GoalId, frozenset[GoalId]] = {
    "take-out-wholes": frozenset(("combine-tops", "combine-parts", "work-cross-products")),
    "carry-out": frozenset(("combine-tops", "combine-parts", "work-cross-products")),
    "combine-tops": frozenset(("regroup",)),
}
"""Steps that are seen already in the picture of one before them: theirs stand there when they are asked for."""

_DIVISIONS: frozenset[GoalId] = frozenset(
    ("multiply-tops", "divide-tops", "divide-wholes", "divide-by-whole", "divide-decimals", "divide-across")
)
"""The steps of a division at which its quotient is found."""

_PROOFS: dict[GoalId, Callable[[Step, Quantities], Proofs]] = {
    "rename": renamed,
    "rename-both": renamed,
    "combine-tops": combined,
    "combine-parts": combined,
    "work-cross-products": cross_combined,
    "regroup": opened,
    "take-out-wholes": wholes_out,
    "carry-out": wholes_out,
    "to-improper": in_pieces,
    "write-improper": in_pieces,
    "split-subtrahend": taken_back,
    "count-back-parts": taken_back,
    "count-back-to-whole": taken_back,
    "part-from-wholes": taken_back,
    "count-up": counted_up,
    "invert": inverted,
    "multiply-tops": multiplied,
    "multiply-decimals": multiplied,
    "share-amount": multiplied,
    "percents-as-fractions": percent_read,
    "percents-as-decimals": percent_read,
    "cross-items": crossed_out,
    "judge": judged,
    "judge-by-gap": judged,
    "judge-by-half": judged,
    "judge-by-whole": judged,
    "round": rounded,
    "write-fraction": hundredths,
    "read-decimal": hundredths,
    "read-percent": hundredths,
    "simplify": simplified,
    "read-picture": read_off,
    "read-line": read_off,
    "look-for-blanks": equal,
}
"""What can be seen of a step, by the goal that it served."""
