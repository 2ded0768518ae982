"""Mistakes in rounding: digits cut off, and rounding what has been rounded already."""

from fractions import Fraction

from keen_slate.core.curriculum.places import ROUND_DECIMALS
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import DecimalNumeral, Whole
from keen_slate.core.problem.tree import Expr, Left, Rounding, decimal_places


def cut_off_not_rounded(expr: Expr) -> Move | Impasse | None:
    """The digits behind the place are cut off, whatever they are: 2.87 to one place becomes 2.8.

    >>> cut_off_not_rounded(read("round 2.87 to 1 place").expr).after
    DecimalNumeral(digits=28, places=1, leading_zero=True)
    """
    return _dropped_one_by_one(expr, added=0)


def rounded_in_steps(expr: Expr) -> Move | Impasse | None:
    """Rounded place by place from the right: 2.446 to one place becomes 2.45, then 2.5.

    >>> rounded_in_steps(read("round 2.446 to 1 place").expr).after
    DecimalNumeral(digits=25, places=1, leading_zero=True)
    """
    return _dropped_one_by_one(expr, added=5)


def rounded_a_place_early(expr: Expr) -> Move | Impasse | None:
    """Rounded to one place fewer than was asked: 3.476 to two places becomes 3.5.

    >>> rounded_a_place_early(read("round 3.476 to 2 places").expr).after
    DecimalNumeral(digits=35, places=1, leading_zero=True)
    """
    if not isinstance(expr, Rounding) or not isinstance(expr.of, DecimalNumeral):
        return None
    places = decimal_places(expr.unit)
    if not places or expr.unit != Fraction(1, 10**places) or expr.of.places <= places:
        return None
    digits = int(expr.of.value * 10 ** (places - 1) + Fraction(1, 2))
    number = DecimalNumeral(digits, places - 1) if places > 1 else Whole(digits)
    return Move(Left(number) if places > 1 and digits % 10 == 0 else number)


def _dropped_one_by_one(expr: Expr, *, added: int) -> Move | None:
    """A decimal rounded to a whole or to places loses its last digit until it fits, each time with ``added`` before.

    None where something else is rounded.
    """
    if not isinstance(expr, Rounding) or not isinstance(expr.of, DecimalNumeral):
        return None
    places = decimal_places(expr.unit)
    if places is None or expr.unit != Fraction(1, 10**places) or expr.of.places <= places:
        return None
    digits = expr.of.digits
    for _ in range(expr.of.places - places):
        digits = (digits + added) // 10
    number = DecimalNumeral(digits, places) if places else Whole(digits)
    return Move(Left(number) if places and digits % 10 == 0 else number)


CUT_OFF_NOT_ROUNDED = MalRule(
    id="cut-off-not-rounded",
    goals=("round",),
    apply=cut_off_not_rounded,
    name="Cut off and not rounded",
    belief="what stands behind the place does not count",
    shows="{2.87} to one place is called {2.8}.",
    question="Which of the two is it nearer to?",
    picture="jumps",
    met=ROUND_DECIMALS,
    needs=("rounding",),
    source=PRACTICE,
)
ROUNDED_IN_STEPS = MalRule(
    id="rounded-in-steps",
    goals=("round",),
    apply=rounded_in_steps,
    name="Rounded what was rounded",
    belief="each digit is rounded into the next, from the right",
    shows="{2.446} is called {2.45}, and that {2.5}.",
    question="Which is the number itself nearer to?",
    picture="jumps",
    met=ROUND_DECIMALS,
    needs=("rounding",),
    source=PRACTICE,
)
ROUNDED_A_PLACE_EARLY = MalRule(
    id="rounded-a-place-early",
    goals=("round",),
    apply=rounded_a_place_early,
    name="Rounded one place too early",
    belief="the place that is named is the one that is dropped",
    shows="{3.476} to two places is called {3.5}.",
    question="How many digits stand behind the point now?",
    picture="jumps",
    met=ROUND_DECIMALS,
    needs=("rounding",),
    source=PRACTICE,
)

MAL_RULES = (
    CUT_OFF_NOT_ROUNDED,
    ROUNDED_IN_STEPS,
    ROUNDED_A_PLACE_EARLY,
)
"""The likelier first."""
