"""The two classic ways to estimate wrongly."""

from keen_slate.core.curriculum.places import ESTIMATE
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.problem.tree import Estimating, Expr, children, is_numeral, number_for, with_child


def _rounded(expr: Expr, part_of: str) -> Move | None:
    assert isinstance(expr, Estimating)
    met = False

    def rounded(node: Expr) -> Expr:
        nonlocal met
        if isinstance(node, (CommonFraction, MixedNumber)):
            part = node if isinstance(node, CommonFraction) else node.part
            right = expr.rounds(node).value
            if part_of == "forgotten" and isinstance(node, MixedNumber):
                new = number_for(expr.rounds(part).value)
            elif part_of == "to-zero" and not part.is_improper and part.numerator:
                whole = node.whole if isinstance(node, MixedNumber) else 0
                new = Whole(whole + (1 if part.value > 1 - part.value / 2 else 0))
            else:
                new = number_for(right)
            met = met or new != number_for(right)
            return new
        if is_numeral(node):
            return number_for(expr.rounds(node).value)
        for index, child in enumerate(children(node)):
            node = with_child(node, index, rounded(child))
        return node

    after = rounded(expr.of)
    return Move(Estimating(after, expr.unit, rounded=True)) if met else None


def estimate_whole_forgotten(expr: Expr) -> Move | Impasse | None:
    """The part is rounded and its whole forgotten: 2 5/6 is called about 1.

    >>> estimate_whole_forgotten(read("estimate 2 5/6 + 1/2").expr).after.of == read("1 + 1/2").expr
    True
    """
    return _rounded(expr, "forgotten")


def estimate_part_to_zero(expr: Expr) -> Move | Impasse | None:
    """A small part is called 0 although a half is nearer: 3/10 is called about 0.

    >>> estimate_part_to_zero(read("estimate 3/10 + 1").expr).after.of == read("0 + 1").expr
    True
    """
    return _rounded(expr, "to-zero")


ESTIMATE_WHOLE_FORGOTTEN = MalRule(
    id="estimate-whole-forgotten",
    goals=("round-terms",),
    apply=estimate_whole_forgotten,
    name="The whole forgotten in the estimate",
    belief="rounding is about the fraction, the whole is left out",
    shows="2 5/6 is called about 1.",
    question="Between which wholes does the number lie?",
    picture="jumps",
    met=ESTIMATE,
    source=PRACTICE,
)
ESTIMATE_PART_TO_ZERO = MalRule(
    id="estimate-part-to-zero",
    goals=("round-terms",),
    apply=estimate_part_to_zero,
    name="A small part called nothing",
    belief="what is less than a half is nothing",
    shows="3/10 is called about 0 although a half is nearer.",
    question="Is the part nearer to 0 or to a half?",
    picture="jumps",
    met=ESTIMATE,
    source=PRACTICE,
)

MAL_RULES = (
    ESTIMATE_WHOLE_FORGOTTEN,
    ESTIMATE_PART_TO_ZERO,
)
"""The likelier first."""
