"""Mistakes where one step of a working is the whole exercise: 5 1/6 = 4 ?/6, 3 9/7 = 4 ?/7."""

from dataclasses import replace

from keen_slate.core.curriculum.places import LIKE_MIXED
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.tree import Chain, Expr, Gap
from keen_slate.core.rules.filling import moved_wholes


def with_pieces(chain: Chain, pieces: int) -> Move | None:
    """So many pieces written into the blank."""
    gap = chain.sides[1]
    assert isinstance(gap, Gap)
    if pieces < 1:
        return None
    return Move(replace(chain, sides=(chain.sides[0], gap.filled((pieces,))), note="done", numbers=(Whole(pieces),)))


def pieces_kept(expr: Expr) -> Move | Impasse | None:
    """A whole is made of the pieces, and they stay: 3 9/7 = 4 9/7.

    >>> text_of(pieces_kept(read("3 9/7 = 4 ?/7").expr).after)
    '3 9/7 = 4 9/7'
    """
    assert isinstance(expr, Chain)
    moved = moved_wholes(expr)
    return with_pieces(expr, moved.top) if moved is not None and moved.count < 0 else None


def ten_make_a_whole(expr: Expr) -> Move | Impasse | None:
    """Ten pieces are taken for a whole, whatever their size: 3 14/9 = 4 4/9.

    >>> text_of(ten_make_a_whole(read("3 14/9 = 4 ?/9").expr).after)
    '3 14/9 = 4 4/9'
    """
    assert isinstance(expr, Chain)
    moved = moved_wholes(expr)
    return with_pieces(expr, moved.top + 10 * moved.count) if moved is not None and moved.count < 0 else None


PIECES_KEPT = MalRule(
    id="pieces-kept",
    goals=("look-for-blanks",),
    apply=pieces_kept,
    name="The pieces kept beside their whole",
    belief="the whole comes from nowhere",
    shows="3 9/7 is written as 4 9/7.",
    question="Which pieces is the new whole made of?",
    picture="discs",
    met=LIKE_MIXED,
    source=PRACTICE,
)
TEN_MAKE_A_WHOLE = MalRule(
    id="ten-make-a-whole",
    goals=("look-for-blanks",),
    apply=ten_make_a_whole,
    name="Ten pieces for a whole",
    belief="ten pieces make a whole, whatever their size",
    shows="3 14/9 is written as 4 4/9.",
    question="How many of these pieces make one whole?",
    picture="discs",
    met=LIKE_MIXED,
    source=PRACTICE,
)

MAL_RULES = (PIECES_KEPT, TEN_MAKE_A_WHOLE)
