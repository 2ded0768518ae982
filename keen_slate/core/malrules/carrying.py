"""Mistakes where fraction parts make a whole, and where wholes and parts are put together."""

from keen_slate.core.curriculum.places import LIKE_MIXED
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Expr, Left, Sum, Term, evaluate
from keen_slate.core.rules.parts import SumParts
from keen_slate.core.saying import going_astray
from keen_slate.core.saying.say import Say


def _wholes_and_part(expr: Expr) -> tuple[int, CommonFraction] | None:
    """The wholes put by and a part of 1 or more beside them; None where there is no such part, or no whole."""
    if isinstance(expr, MixedNumber):
        return (expr.whole, expr.part) if expr.whole and expr.part.is_improper else None
    if isinstance(expr, Sum):
        parts = SumParts.of(expr)
        whole = sum(parts.wholes())
        if len(parts.parts) == 1 and whole > 0 and parts.parts[0][1].is_improper:
            return whole, parts.parts[0][1]
    return None


def part_left_improper(expr: Expr) -> Move | Impasse | None:
    """A part of 1 or more is left in the answer: 3 19/12.

    >>> from keen_slate.core.problem.tree import Left
    >>> part_left_improper(MixedNumber(3, 19, 12)).after == Left(MixedNumber(3, 19, 12))
    True
    """
    if not isinstance(expr, MixedNumber) or not expr.part.is_improper or not expr.whole:
        return None
    return Move(Left(expr))


def whole_left_as_fraction(expr: Expr) -> Move | Impasse | None:
    """A whole is left as a fraction: 12/4.

    >>> whole_left_as_fraction(CommonFraction(12, 4)) is not None, whole_left_as_fraction(CommonFraction(11, 4))
    (True, None)
    """
    if not isinstance(expr, CommonFraction) or not expr.is_improper or expr.value.denominator != 1:
        return None
    return Move(Left(expr))


def whole_not_carried(expr: Expr) -> Move | Impasse | None:
    """The whole is taken out and not carried: 3 7/6 becomes 3 1/6.

    >>> whole_not_carried(MixedNumber(3, 7, 6)).after
    MixedNumber(whole=3, numerator=1, denominator=6)
    """
    found = _wholes_and_part(expr)
    if found is None:
        return None
    whole, part = found
    rest = part.numerator % part.denominator
    return Move(mixed_form(whole, rest, part.denominator))


def whole_counted_twice(expr: Expr) -> Move | Impasse | None:
    """The whole is taken out and counted once more: 3 7/6 becomes 5 1/6.

    >>> whole_counted_twice(MixedNumber(3, 7, 6)).after
    MixedNumber(whole=5, numerator=1, denominator=6)
    """
    found = _wholes_and_part(expr)
    if found is None:
        return None
    whole, part = found
    count, rest = divmod(part.numerator, part.denominator)
    return Move(mixed_form(whole + 2 * count, rest, part.denominator))


def wholes_forgotten(expr: Expr) -> Move | Impasse | None:
    """Only the fractions are worked, the wholes are forgotten: 2 3/4 + 1 5/6 is taken for 3/4 + 5/6.

    >>> wholes_forgotten(read("2 3/4 + 1 5/6").expr).after == read("3/4 + 5/6").expr
    True
    """
    parts = SumParts.of(expr)
    if len(parts.parts) < 2 or not parts.any_whole:
        return None
    after = Sum(tuple(Term(p, minus) for minus, p in parts.parts))
    if after.terms[0].minus or evaluate(after) < 0:
        return Impasse(Say.of(going_astray.fractions_alone_impasse))
    return Move(after)


def fractions_dropped(expr: Expr) -> Move | Impasse | None:
    """Only the wholes are worked: 2 3/4 + 1 5/6 is taken for 2 + 1.

    >>> fractions_dropped(read("2 3/4 + 1 5/6").expr).after
    Whole(n=3)
    """
    parts = SumParts.of(expr)
    wholes = parts.wholes()
    if not parts.parts or len(wholes) < 2 or sum(wholes) < 0:
        return None
    return Move(Whole(sum(wholes)))


_OUT: tuple[GoalId, ...] = ("carry-out", "take-out-wholes")
_MIXED: tuple[GoalId, ...] = ("add-mixed", "subtract-mixed")
PART_LEFT_IMPROPER = MalRule(
    id="part-left-improper",
    goals=("take-out-wholes",),
    apply=part_left_improper,
    kind="form",
    name="Part of one or more left in the answer",
    belief="the adding is done, so the number is finished",
    shows="The answer has a part of a whole or more: 3 7/6.",
    question="How many of these pieces make a whole?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("carry",),
    source=PRACTICE,
)
WHOLE_LEFT_AS_FRACTION = MalRule(
    id="whole-left-as-fraction",
    goals=("take-out-wholes",),
    apply=whole_left_as_fraction,
    kind="form",
    name="Whole left as a fraction",
    belief="an answer to a fraction problem must look like a fraction",
    shows="A whole number stands as 8/8 or 12/4.",
    question="How many whole discs can you lay with these pieces?",
    picture="discs",
    met=LIKE_MIXED,
    source=PRACTICE,
)
WHOLE_NOT_CARRIED = MalRule(
    id="whole-not-carried",
    goals=_OUT,
    apply=whole_not_carried,
    name="Whole made but not carried",
    belief="what is more than a whole is dropped once it is taken out",
    shows="The whole made of the parts is lost: 2 3/4 + 1 3/4 = 3 2/4.",
    question="Where did the whole go that the parts made?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("carry",),
    source=PRACTICE,
)
WHOLE_COUNTED_TWICE = MalRule(
    id="whole-counted-twice",
    goals=_OUT,
    apply=whole_counted_twice,
    name="The whole counted twice",
    belief="the whole is carried, and carried again",
    shows="One whole too many after the parts are turned into a mixed number.",
    question="How many wholes did the parts make?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("carry",),
    source=PRACTICE,
)
WHOLES_FORGOTTEN = MalRule(
    id="wholes-forgotten",
    goals=_MIXED,
    apply=wholes_forgotten,
    every=False,
    name="The wholes forgotten",
    belief="only the fractions are there to be worked",
    shows="The answer is that of the fraction parts alone.",
    question="What became of the wholes?",
    picture="jumps",
    met=LIKE_MIXED,
    source=PRACTICE,
)
FRACTIONS_DROPPED = MalRule(
    id="fractions-dropped",
    goals=_MIXED,
    apply=fractions_dropped,
    name="Wholes only",
    belief="the whole numbers are what counts",
    shows="The fractions are left out of the answer.",
    question="What became of the parts?",
    picture="jumps",
    met=LIKE_MIXED,
    source=PRACTICE,
)

MAL_RULES = (
    PART_LEFT_IMPROPER,
    WHOLE_LEFT_AS_FRACTION,
    WHOLE_NOT_CARRIED,
    WHOLE_COUNTED_TWICE,
    WHOLES_FORGOTTEN,
    FRACTIONS_DROPPED,
)
"""The likelier first."""
