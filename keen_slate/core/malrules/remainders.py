"""Mistakes with what is left of a division of whole numbers."""

from dataclasses import replace

from keen_slate.core.curriculum.places import REMAINDERS
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.tree import Convert, Expr
from keen_slate.core.rules.factors import first_pair, whole_of
from keen_slate.core.rules.operations import quotient_with


def divided(expr: Expr) -> tuple[int, int, int]:
    """The divisor of a division that is asked with its remainder, the quotient and what is left."""
    assert isinstance(expr, Convert)
    a, b = (whole_of(x) for x in first_pair(expr.of))
    return b, *divmod(a, b)


def remainder_too_large(expr: Expr) -> Move | Impasse | None:
    """The division stops although the divisor goes once more: 17 ÷ 5 = 2 r 7.

    >>> text_of(remainder_too_large(read("17 ÷ 5 with a remainder").expr).after)
    '2 r 7'
    """
    divisor, quotient, rest = divided(expr)
    if quotient == 0:
        return None
    assert isinstance(expr, Convert)
    return Move(replace(expr, of=quotient_with(quotient - 1, rest + divisor, divisor)))


def missing_for_left(expr: Expr) -> Move | Impasse | None:
    """Once too often, and what is missing stands for what is left: 17 ÷ 5 = 4 r 3.

    >>> text_of(missing_for_left(read("17 ÷ 5 with a remainder").expr).after)
    '4 r 3'
    """
    divisor, quotient, rest = divided(expr)
    assert isinstance(expr, Convert)
    return Move(replace(expr, of=quotient_with(quotient + 1, divisor - rest, divisor))) if rest else None


def remainder_dropped(expr: Expr) -> Move | Impasse | None:
    """What is left is not written: 17 ÷ 5 = 3.

    >>> text_of(remainder_dropped(read("17 ÷ 5 with a remainder").expr).after)
    '3'
    """
    _, quotient, rest = divided(expr)
    assert isinstance(expr, Convert)
    return Move(replace(expr, of=Whole(quotient))) if rest else None


def remainder_and_quotient_swapped(expr: Expr) -> Move | Impasse | None:
    """17 ÷ 5 = 2 r 3.

    >>> text_of(remainder_and_quotient_swapped(read("17 ÷ 5 with a remainder").expr).after)
    '2 r 3'
    """
    divisor, quotient, rest = divided(expr)
    assert isinstance(expr, Convert)
    return Move(replace(expr, of=quotient_with(rest, quotient, divisor))) if rest else None


REMAINDER_TOO_LARGE = MalRule(
    id="remainder-too-large",
    goals=("divide-with-remainder",),
    apply=remainder_too_large,
    kind="form",
    name="More left than the divisor",
    belief="the division is done when something is left, however much",
    shows="17 ÷ 5 = 2 r 7, although 5 goes once more into 7.",
    question="Does the divisor go once more into what is left?",
    picture="fits",
    met=REMAINDERS,
    source=PRACTICE,
)
MISSING_FOR_LEFT = MalRule(
    id="missing-for-left",
    goals=("divide-with-remainder",),
    apply=missing_for_left,
    name="What is missing taken for what is left",
    belief="the nearest multiple counts, and the gap to it is the remainder",
    shows="17 ÷ 5 = 4 r 3, from 4 × 5 = 20.",
    question="Multiply back. Is that more than there was?",
    picture="fits",
    met=REMAINDERS,
    source=PRACTICE,
)
REMAINDER_DROPPED = MalRule(
    id="remainder-dropped",
    goals=("divide-with-remainder",),
    apply=remainder_dropped,
    name="The remainder dropped",
    belief="what does not go into the divisor any more does not count",
    shows="17 ÷ 5 = 3.",
    question="Multiply back. Is everything there again?",
    picture="fits",
    met=REMAINDERS,
    source=PRACTICE,
)
REMAINDER_SWAPPED = MalRule(
    id="remainder-swapped",
    goals=("divide-with-remainder",),
    apply=remainder_and_quotient_swapped,
    name="Quotient and remainder exchanged",
    belief="what is left comes first",
    shows="17 ÷ 5 = 2 r 3.",
    question="Which number says how many times it went in?",
    picture="fits",
    met=REMAINDERS,
    source=PRACTICE,
)

MAL_RULES = (REMAINDER_TOO_LARGE, REMAINDER_DROPPED, REMAINDER_SWAPPED, MISSING_FOR_LEFT)
