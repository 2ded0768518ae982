"""Mistakes where the top fraction is not enough."""

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, mixed_form
from keen_slate.core.problem.tree import Expr, Left, Sum, Term
from keen_slate.core.rules.parts import SumParts, minuend_and_subtrahend, with_parts_combined
from keen_slate.core.saying.say import Say


def smaller_from_larger(expr: Expr) -> Move | Impasse | None:
    """The smaller part is taken from the larger, whichever stands first: 5 1/6 − 2 5/6 gives 3 4/6.

    The fraction form of the smaller-from-larger bug of column subtraction. A bare whole has no part to swap.

    >>> from keen_slate.core.reading.reading import read
    >>> from keen_slate.core.notation.text import text_of
    >>> text_of(smaller_from_larger(read("5 1/6 − 2 5/6").expr).after)
    '5 − 2 + 4/6'
    """
    assert isinstance(expr, Sum)
    if isinstance(expr.terms[0].expr, Whole):
        return None
    parts = SumParts.of(expr)
    _, top, _, less_top, bottom = minuend_and_subtrahend(parts)
    after = with_parts_combined(parts, CommonFraction(abs(top - less_top), bottom))
    return Move(after, Say.of("mistake-smaller-from-larger", top=top, less_top=less_top, bottom=bottom))


def regroup_ten(expr: Expr) -> Move | Impasse | None:
    """One whole is opened up as ten pieces, as in whole-number columns: 5 1/6 becomes 4 11/6.

    >>> from keen_slate.core.reading.reading import read
    >>> from keen_slate.core.notation.text import text_of
    >>> text_of(regroup_ten(read("5 1/6 − 2 5/6").expr).after)
    '4 11/6 − 2 5/6'
    """
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    new_top = top + 10
    if new_top < less_top:
        return Impasse(Say.of("regroup-ten-impasse", top=top, new_top=new_top, less_top=less_top, bottom=bottom))
    said = Say.of("mistake-regroup-ten", whole=whole, top=top, new_top=new_top, bottom=bottom)
    return Move(_opened(expr, mixed_form(whole - 1, new_top, bottom)), said)


def _opened(expr: Sum, first: Expr) -> Sum:
    return Sum((Term(first), expr.terms[1]), expr.marks | {"enough", "bottoms"})


def regroup_one_piece(expr: Expr) -> Move | Impasse | None:
    """The opened whole brings one piece: 5 1/6 becomes 4 2/6. Where that is still not enough: the smaller from the
    larger, which is the repair.

    >>> from keen_slate.core.reading.reading import read
    >>> regroup_one_piece(read("5 1/6 − 2 5/6").expr).after == read("4 − 2 + 3/6").expr
    True
    """
    assert isinstance(expr, Sum)
    whole, top, less, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    part = CommonFraction(abs(top + 1 - less_top), bottom)
    after = mixed_form(whole - 1 - less, part.numerator, bottom) if whole - 1 >= less else None
    if after is None:
        return Impasse(Say.of("nothing-left-impasse"))
    wholes = [Term(Whole(whole - 1))] + ([Term(Whole(less), True)] if less else [])
    return Move(Sum((*wholes, Term(part))), Say.of("mistake", mistake="regroup-one-piece"))


def whole_not_reduced(expr: Expr) -> Move | Impasse | None:
    """The part gains its pieces and the whole stays: 5 1/6 becomes 5 7/6.

    >>> from keen_slate.core.reading.reading import read
    >>> from keen_slate.core.notation.text import text_of
    >>> text_of(whole_not_reduced(read("5 1/6 − 2 5/6").expr).after)
    '5 7/6 − 2 5/6'
    """
    assert isinstance(expr, Sum)
    whole, top, _, _, bottom = minuend_and_subtrahend(SumParts.of(expr))
    return Move(_opened(expr, MixedNumber(whole, top + bottom, bottom)), Say.of("mistake", mistake="whole-not-reduced"))


def pieces_replace_part(expr: Expr) -> Move | Impasse | None:
    """The opened whole takes the place of the part instead of joining it: 5 1/6 becomes 4 6/6.

    >>> from keen_slate.core.reading.reading import read
    >>> from keen_slate.core.notation.text import text_of
    >>> text_of(pieces_replace_part(read("5 1/6 − 2 5/6").expr).after)
    '4 6/6 − 2 5/6'
    """
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    if top == 0 or less_top > bottom:
        return None
    return Move(_opened(expr, mixed_form(whole - 1, bottom, bottom)), Say.of("mistake", mistake="pieces-replace-part"))


def needless_regroup(expr: Expr) -> Move | Impasse | None:
    """A whole is opened although the part is enough, and stays open: 5 5/6 − 2 1/6 = 2 10/6.

    >>> from keen_slate.core.reading.reading import read
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
        Say.of("mistake", mistake="needless-regroup"),
    )


def lower_part_brought_down(expr: Expr) -> Move | Impasse | None:
    """Nothing stands above the fraction, so it comes down as it is: 6 − 2 3/8 = 4 3/8.

    >>> from keen_slate.core.reading.reading import read
    >>> lower_part_brought_down(read("6 − 2 3/8").expr).after == read("6 − 2 + 3/8").expr
    True
    """
    assert isinstance(expr, Sum)
    number = expr.terms[1].expr
    if not isinstance(expr.terms[0].expr, Whole) or not isinstance(number, MixedNumber):
        return None
    after = Sum((expr.terms[0], Term(Whole(number.whole), True), Term(number.part)))
    return Move(after, Say.of("mistake", mistake="lower-part-brought-down"))


def bare_whole_kept(expr: Expr) -> Move | Impasse | None:
    """The fraction is attached to the bare whole: 6 − 3/8 = 6 3/8.

    >>> from keen_slate.core.reading.reading import read
    >>> bare_whole_kept(read("6 − 3/8").expr).after
    MixedNumber(whole=6, numerator=3, denominator=8)
    """
    assert isinstance(expr, Sum)
    whole, part = expr.terms[0].expr, expr.terms[1].expr
    if not isinstance(whole, Whole) or not isinstance(part, CommonFraction):
        return None
    return Move(MixedNumber(whole.n, part.numerator, part.denominator), Say.of("mistake", mistake="bare-whole-kept"))


def wholes_paid_with_bottom(expr: Expr) -> Move | Impasse | None:
    """Inside the wholes a ten is opened as so many as the bottom says: 51 − 27 with eighths gives 22.

    >>> from keen_slate.core.reading.reading import read
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
        return Impasse(Say.of("nothing-left-impasse"))
    left = (whole // 10 - 1 - less // 10) * 10 + ones
    if left < 0:
        return Impasse(Say.of("nothing-left-impasse"))
    return Move(
        mixed_form(left, part.numerator, part.denominator), Say.of("mistake", mistake="wholes-paid-with-bottom")
    )


_REGROUP = ("regroup",)
SMALLER_FROM_LARGER = MalRule("smaller-part-from-larger", _REGROUP, smaller_from_larger)
REGROUP_TEN = MalRule("regroup-ten", _REGROUP, regroup_ten)
REGROUP_ONE_PIECE = MalRule("regroup-one-piece", _REGROUP, regroup_one_piece)
WHOLE_NOT_REDUCED = MalRule("whole-not-reduced", _REGROUP, whole_not_reduced)
PIECES_REPLACE_PART = MalRule("pieces-replace-part", _REGROUP, pieces_replace_part)
NEEDLESS_REGROUP = MalRule("needless-regroup", ("one-size",), needless_regroup, "form")
LOWER_PART_BROUGHT_DOWN = MalRule("lower-part-brought-down", _REGROUP, lower_part_brought_down)
BARE_WHOLE_KEPT = MalRule("bare-whole-kept", _REGROUP, bare_whole_kept)
WHOLES_PAID_WITH_BOTTOM = MalRule("wholes-paid-with-bottom", ("join",), wholes_paid_with_bottom)
