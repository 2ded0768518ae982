"""Mistakes with blanks: equal fractions by adding, the sign that is seen done instead of undone."""

from dataclasses import replace

from keen_slate.core.curriculum.places import EQUATIONS
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.problem.blanks import gaps_in, solve
from keen_slate.core.problem.tree import Chain, Expr, Factor, Gap, Product, Sum, Term, children, is_numeral


def same_added_in_blanks(chain: Chain) -> Move | None:
    """Every fraction of a chain made from its first one by adding: 2/3 = 11/12, since 3 + 9 = 12 and 2 + 9 = 11.

    >>> same_added_in_blanks(read("2/3 = ?/12").expr).after.sides[1]
    CommonFraction(numerator=11, denominator=12)
    """
    given = next((s for s in chain.sides if isinstance(s, CommonFraction)), None)
    gaps = [s for s in chain.sides if isinstance(s, Gap)]
    if given is None or not gaps or any(g.whole != -1 or g.is_alone or g.blanks() != 1 for g in gaps):
        return None
    sides: list[Expr] = []
    numbers: list[Expr] = []
    for side in chain.sides:
        if isinstance(side, Gap):
            added = side.bottom - given.denominator if side.bottom else (side.top or 0) - given.numerator
            number = (given.numerator if side.bottom else given.denominator) + added
            if number < 1:
                return None
            numbers.append(Whole(number))
            side = side.filled((number,))
        sides.append(side)
    return Move(Chain(tuple(sides), "done", tuple(numbers)))


def sign_seen_is_done(expr: Expr) -> Move | Impasse | None:
    """What is seen is done with the numbers that are there, from the left: ? + 1/4 = 5/6 becomes ? = 1/4 + 5/6.

    >>> sign_seen_is_done(read("? + 1/4 = 5/6").expr).after.equals == read("1/4 + 5/6").expr
    True
    """
    assert isinstance(expr, Chain)
    open_sides = [s for s in expr.sides if gaps_in(s)]
    known = [s for s in expr.sides if not gaps_in(s)]
    if len(open_sides) != 1 or len(known) != 1 or not is_numeral(known[0]) or expr.note:
        return None
    side = open_sides[0]
    gap = next((c for c in children(side) if isinstance(c, Gap)), None)
    other = next((c for c in children(side) if is_numeral(c)), None)
    solved = solve(expr.sides)
    if gap is None or other is None or len(children(side)) != 2 or solved.count != 1:
        return None
    match side:
        case Sum(terms):
            seen: Expr = Sum((Term(other), Term(known[0], terms[1].minus)))
        case Product(factors):
            seen = Product((Factor(other), Factor(known[0], factors[1].divide)))
        case _:
            return None
    after = replace(expr, note="set-alone", numbers=solved.numbers, gap=gap, equals=seen)
    return Move(after)


SIGN_SEEN_IS_DONE = MalRule(
    id="sign-seen-is-done",
    goals=("look-for-blanks",),
    apply=sign_seen_is_done,
    kind="reading",
    name="The sign that is seen is done",
    belief="the numbers that are there are worked with, by the sign that is there",
    shows="? + 1/4 = 5/6 gives 1/4 + 5/6.",
    question="Put your number in the blank. Is it true?",
    picture="bars",
    met=EQUATIONS,
    needs=("blanks",),
    source=PRACTICE,
)

MAL_RULES = (SIGN_SEEN_IS_DONE,)
"""The likelier first."""
