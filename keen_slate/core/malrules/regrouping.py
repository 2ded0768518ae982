"""Mistakes where the top fraction is not enough."""

from collections.abc import Callable

from keen_slate.core.curriculum.places import LIKE_MIXED
from keen_slate.core.curriculum.sources import BUGS, PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.malrules.one_step import with_pieces
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Chain, Expr, Left, Sum, Term
from keen_slate.core.rules.filling import MovedWholes, moved_wholes
from keen_slate.core.rules.parts import SumParts, minuend_and_subtrahend, with_parts_combined
from keen_slate.core.saying import going_astray
from keen_slate.core.saying.say import Say


def smaller_from_larger(expr: Expr) -> Move | Impasse | None:
    """The smaller part is taken from the larger, whichever stands first: 5 1/6 − 2 5/6 gives 3 4/6.

    The fraction form of the smaller-from-larger bug of column subtraction. A bare whole has no part to swap.

    >>> text_of(smaller_from_larger(read("5 1/6 − 2 5/6").expr).after)
    '5 − 2 + 4/6'
    """
    assert isinstance(expr, Sum)
    if isinstance(expr.terms[0].expr, Whole):
        return None
    parts = SumParts.of(expr)
    _, top, _, less_top, bottom = minuend_and_subtrahend(parts)
    after = with_parts_combined(parts, CommonFraction(abs(top - less_top), bottom))
    return Move(after, Say.of(going_astray.mistake_smaller_from_larger, top=top, less_top=less_top))


def regroup_ten(expr: Expr) -> Move | Impasse | None:
    """One whole is opened up as ten pieces, as in whole-number columns: 5 1/6 becomes 4 11/6.

    >>> text_of(regroup_ten(read("5 1/6 − 2 5/6").expr).after)
    '4 11/6 − 2 5/6'
    """
    if isinstance(expr, Chain):
        return _alone(expr, lambda moved: moved.top + 10 * moved.count)
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    new_top = top + 10
    if new_top < less_top:
        return Impasse(
            Say.of(going_astray.regroup_ten_impasse, top=top, new_top=new_top, less_top=less_top, bottom=bottom)
        )
    said = Say.of(going_astray.mistake_regroup_ten, whole=whole, top=top, new_top=new_top)
    return Move(_opened(expr, mixed_form(whole - 1, new_top, bottom)), said)


def _alone(expr: Chain, pieces: Callable[[MovedWholes], int]) -> Move | None:
    """The opening of a whole as an exercise of its own, 5 1/6 = 4 ?/6, with so many pieces."""
    moved = moved_wholes(expr)
    return with_pieces(expr, pieces(moved)) if moved is not None and moved.count > 0 else None


def _opened(expr: Sum, first: Expr) -> Sum:
    return Sum((Term(first), expr.terms[1]), expr.marks | {"enough", "bottoms"})


def regroup_one_piece(expr: Expr) -> Move | Impasse | None:
    """The opened whole brings one piece: 5 1/6 becomes 4 2/6. Where that is still not enough: the smaller from the
    larger, which is the repair.

    >>> regroup_one_piece(read("5 1/6 − 2 5/6").expr).after == read("4 − 2 + 3/6").expr
    True
    """
    if isinstance(expr, Chain):
        return _alone(expr, lambda moved: moved.top + moved.count)
    assert isinstance(expr, Sum)
    whole, top, less, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    part = CommonFraction(abs(top + 1 - less_top), bottom)
    after = mixed_form(whole - 1 - less, part.numerator, bottom) if whole - 1 >= less else None
    if after is None:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    wholes = [Term(Whole(whole - 1))] + ([Term(Whole(less), True)] if less else [])
    return Move(Sum((*wholes, Term(part))))


def whole_not_reduced(expr: Expr) -> Move | Impasse | None:
    """The part gains its pieces and the whole stays: 5 1/6 becomes 5 7/6.

    >>> text_of(whole_not_reduced(read("5 1/6 − 2 5/6").expr).after)
    '5 7/6 − 2 5/6'
    """
    assert isinstance(expr, Sum)
    whole, top, _, _, bottom = minuend_and_subtrahend(SumParts.of(expr))
    return Move(_opened(expr, MixedNumber(whole, top + bottom, bottom)))


def pieces_replace_part(expr: Expr) -> Move | Impasse | None:
    """The opened whole takes the place of the part instead of joining it: 5 1/6 becomes 4 6/6.

    >>> text_of(pieces_replace_part(read("5 1/6 − 2 5/6").expr).after)
    '4 6/6 − 2 5/6'
    """
    if isinstance(expr, Chain):
        return _alone(expr, lambda moved: moved.bottom * moved.count if moved.top else 0)
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    if top == 0 or less_top > bottom:
        return None
    return Move(_opened(expr, mixed_form(whole - 1, bottom, bottom)))


def needless_regroup(expr: Expr) -> Move | Impasse | None:
    """A whole is opened although the part is enough, and stays open: 5 5/6 − 2 1/6 = 2 10/6.

    >>> needless_regroup(read("5 5/6 − 2 1/6").expr).after == Left(MixedNumber(2, 10, 6))
    True
    """
    parts = SumParts.of(expr)
    if not parts.is_pair or len(parts.parts) != 2 or "enough" in getattr(expr, "marks", ()):
        return None
    whole, top, less, less_top, bottom = minuend_and_subtrahend(parts)
    if top < less_top or whole - less < 2 or len(parts.bottoms) > 1:
        return None
    return Move(
        Left(MixedNumber(whole - 1 - less, top + bottom - less_top, bottom)),
    )


def lower_part_brought_down(expr: Expr) -> Move | Impasse | None:
    """Nothing stands above the fraction, so it comes down as it is: 6 − 2 3/8 = 4 3/8.

    >>> lower_part_brought_down(read("6 − 2 3/8").expr).after == read("6 − 2 + 3/8").expr
    True
    """
    assert isinstance(expr, Sum)
    number = expr.terms[1].expr
    if not isinstance(expr.terms[0].expr, Whole) or not isinstance(number, MixedNumber):
        return None
    after = Sum((expr.terms[0], Term(Whole(number.whole), True), Term(number.part)))
    return Move(after)


def bare_whole_kept(expr: Expr) -> Move | Impasse | None:
    """The fraction is attached to the bare whole: 6 − 3/8 = 6 3/8.

    >>> bare_whole_kept(read("6 − 3/8").expr).after
    MixedNumber(whole=6, numerator=3, denominator=8)
    """
    assert isinstance(expr, Sum)
    whole, part = expr.terms[0].expr, expr.terms[1].expr
    if not isinstance(whole, Whole) or not isinstance(part, CommonFraction):
        return None
    return Move(MixedNumber(whole.n, part.numerator, part.denominator))


def wholes_paid_with_bottom(expr: Expr) -> Move | Impasse | None:
    """Inside the wholes a ten is opened as so many as the bottom says: 51 − 27 with eighths gives 22.

    >>> wholes_paid_with_bottom(read("51 − 27 + 3/8").expr).after
    MixedNumber(whole=22, numerator=3, denominator=8)
    """
    parts = SumParts.of(expr)
    wholes = parts.wholes()
    if len(wholes) != 2 or len(parts.parts) != 1 or wholes[1] >= 0:
        return None
    whole, less, part = wholes[0], -wholes[1], parts.parts[0][1]
    if whole % 10 >= less % 10 or part.denominator == 10 or whole < less:
        return None
    ones = whole % 10 + part.denominator - less % 10
    if ones < 0:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    left = (whole // 10 - 1 - less // 10) * 10 + ones
    if left < 0:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    return Move(mixed_form(left, part.numerator, part.denominator))


_REGROUP: tuple[GoalId, ...] = ("regroup",)
_REGROUP_OR_ALONE: tuple[GoalId, ...] = ("regroup", "look-for-blanks")
SMALLER_FROM_LARGER = MalRule(
    id="smaller-part-from-larger",
    goals=_REGROUP,
    apply=smaller_from_larger,
    name="Smaller part from the larger",
    belief="the smaller fraction is taken from the larger, whichever comes first",
    shows="5 1/6 − 2 5/6 = 3 4/6: the parts were turned round.",
    question="Which part is taken from which?",
    picture="jumps",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=BUGS,
)
REGROUP_TEN = MalRule(
    id="regroup-ten",
    goals=_REGROUP_OR_ALONE,
    apply=regroup_ten,
    name="Ten pieces for one whole",
    belief="one whole is opened up as ten pieces, whatever their size",
    shows="5 1/6 is written as 4 11/6.",
    question="How many pieces did you cut from one whole?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=PRACTICE,
)
REGROUP_ONE_PIECE = MalRule(
    id="regroup-one-piece",
    goals=_REGROUP_OR_ALONE,
    apply=regroup_one_piece,
    name="One piece for one whole",
    belief="taking one from the whole puts one on the {top}",
    shows="5 1/6 is written as 4 2/6.",
    question="Is one whole as much as one piece?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=PRACTICE,
)
WHOLE_NOT_REDUCED = MalRule(
    id="whole-not-reduced",
    goals=_REGROUP,
    apply=whole_not_reduced,
    name="The whole not reduced",
    belief="the pieces come from nowhere",
    shows="5 1/6 is written as 5 7/6.",
    question="Where did the new pieces come from?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=PRACTICE,
)
PIECES_REPLACE_PART = MalRule(
    id="pieces-replace-part",
    goals=_REGROUP_OR_ALONE,
    apply=pieces_replace_part,
    name="The opened whole in place of the part",
    belief="the opened whole takes the place of the part that was there",
    shows="5 1/6 is written as 4 6/6.",
    question="And the pieces that you had before?",
    picture="discs",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=PRACTICE,
)
NEEDLESS_REGROUP = MalRule(
    id="needless-regroup",
    goals=("one-size",),
    apply=needless_regroup,
    kind="form",
    name="{regrouped} without need",
    belief="taking away always needs regrouping",
    shows="5 5/6 − 2 1/6 = 2 10/6.",
    question="Was the part enough to begin with?",
    picture="discs",
    met=LIKE_MIXED,
    source=PRACTICE,
)
LOWER_PART_BROUGHT_DOWN = MalRule(
    id="lower-part-brought-down",
    goals=_REGROUP,
    apply=lower_part_brought_down,
    name="The lower fraction brought down",
    belief="nothing stands above the fraction, so it comes down as it is",
    shows="6 − 2 3/8 = 4 3/8.",
    question="What stands above the fraction?",
    picture="jumps",
    met=LIKE_MIXED,
    needs=("bare-whole-minuend",),
    source=PRACTICE,
)
BARE_WHOLE_KEPT = MalRule(
    id="bare-whole-kept",
    goals=_REGROUP,
    apply=bare_whole_kept,
    name="The fraction attached to the bare whole",
    belief="a whole and a fraction go together as a mixed number",
    shows="6 − 3/8 = 6 3/8.",
    question="Something was taken away. Is less left?",
    picture="jumps",
    met=LIKE_MIXED,
    needs=("bare-whole-minuend",),
    source=PRACTICE,
)
WHOLES_PAID_WITH_BOTTOM = MalRule(
    id="wholes-paid-with-bottom",
    goals=("join",),
    apply=wholes_paid_with_bottom,
    name="A ten paid with the {bottom} number",
    belief="regrouping brings as many as the {bottom} says, among the wholes too",
    shows="In 51 − 27 a ten is opened as eight ones.",
    question="How many ones are in a ten?",
    picture="jumps",
    met=LIKE_MIXED,
    needs=("regroup",),
    source=PRACTICE,
)

MAL_RULES = (
    SMALLER_FROM_LARGER,
    REGROUP_TEN,
    WHOLE_NOT_REDUCED,
    REGROUP_ONE_PIECE,
    PIECES_REPLACE_PART,
    NEEDLESS_REGROUP,
    LOWER_PART_BROUGHT_DOWN,
    BARE_WHOLE_KEPT,
    WHOLES_PAID_WITH_BOTTOM,
)
"""The likelier first."""
