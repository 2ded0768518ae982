"""Blanks filled: chains of equal fractions, a blank set alone, tops counted in pieces of one size."""

from dataclasses import replace
from math import gcd

from keen_slate.core.machine.engine import Impasse, Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole
from keen_slate.core.problem.blanks import Solved, fill_sides, fillings, gaps_in, isolated, solve
from keen_slate.core.problem.tree import Chain, Expr, Gap, evaluate, gap_worth, is_numeral, is_workable, number_for
from keen_slate.core.saying import blank_spaces, going_astray
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen


def look_for_blanks(expr: Expr) -> Move:
    """What kind of blanks these are: fractions to be made equal, one blank in a calculation, or several tops.

    >>> text_of(look_for_blanks(read("2/3 = ?/12").expr).after)
    '2/3 = 8/12'
    """
    assert isinstance(expr, Chain)
    solved = solve(expr.sides)
    if solved.count == 0:
        return _no_solution(expr, solved)
    filled = _next_equal_fraction(expr, solved)
    if filled is not None:
        return filled
    moved = moved_wholes(expr)
    if moved is not None:
        said = Say.of(blank_spaces.wholes_as_pieces, count=moved.count, whole=moved.whole, top=moved.top,
                      bottom=moved.bottom)  # fmt: skip
        return _written_in(expr, solved.numbers, said)
    if solved.weights and len(solved.weights) > 1:
        after = replace(expr, note="count-tops", numbers=solved.numbers, weights=solved.weights, total=solved.total)
        return Move(
            after, Say.of(blank_spaces.count_tops, pieces=solved.pieces, weights=solved.weights, total=solved.total)
        )
    known = next((s for s in expr.sides if not gaps_in(s)), None)
    open_sides = [s for s in expr.sides if gaps_in(s)]
    single = known is not None and len(open_sides) == 1 and len(gaps_in(open_sides[0])) == 1
    alone = isolated(open_sides[0], known) if single and known is not None else None
    if alone is not None and solved.count == 1 and not (isinstance(open_sides[0], Gap) and is_numeral(alone[1])):
        after = replace(expr, note="set-alone", numbers=solved.numbers, gap=alone[0], equals=alone[1])
        return Move(
            after, Say.of(blank_spaces.blank_is_result if isinstance(open_sides[0], Gap) else blank_spaces.set_alone)
        )
    gap = open_sides[0] if len(open_sides) == 1 else None
    if solved.count == 1 and known is not None and isinstance(gap, Gap) and not gap.is_alone:
        number = gap.filled(tuple(n.n for n in solved.numbers if isinstance(n, Whole)))
        return _written_in(
            expr, solved.numbers, Say.of(blank_spaces.blank_in_number, gap=gap, filled=number, value=known)
        )
    return _written_in(expr, solved.numbers, Say.of(blank_spaces.ways, count=solved.count, bounded=solved.bounded))


@frozen
class MovedWholes:
    """``count`` of ``whole`` wholes become pieces, or below 0 are made of them, beside ``top`` pieces of ``bottom``."""

    count: int
    whole: int
    top: int
    bottom: int


def moved_wholes(expr: Chain) -> MovedWholes | None:
    """What happens where a number is written with other wholes and the same pieces; None for other blanks.

    >>> moved_wholes(read("5 1/6 = 4 ?/6").expr)
    MovedWholes(count=1, whole=5, top=1, bottom=6)
    """
    if len(expr.sides) != 2:
        return None
    number, gap = expr.sides
    if not isinstance(gap, Gap) or gap.top is not None or not gap.bottom or gap.whole is None or gap.whole < 0:
        return None
    if isinstance(number, Whole):
        whole, top = number.n, 0
    elif isinstance(number, (CommonFraction, MixedNumber)) and number.denominator == gap.bottom:
        whole, top = number.whole if isinstance(number, MixedNumber) else 0, number.numerator
    else:
        return None
    moved = MovedWholes(whole - gap.whole, whole, top, gap.bottom)
    return moved if moved.count and top + moved.count * gap.bottom >= 0 else None


def _next_equal_fraction(expr: Chain, solved: Solved) -> Move | None:
    """2/3 = ?/12: 3 × 4 = 12, so 2 × 4 = 8. One blank a line; None where the sides are not such fractions."""
    fractions = [s for s in expr.sides if isinstance(s, CommonFraction)]
    gaps = [s for s in expr.sides if isinstance(s, Gap)]
    if not fractions or len(fractions) + len(gaps) < len(expr.sides) or not gaps:
        return None
    gap = gaps[0]
    if gap.whole != -1 or gap.blanks() != 1 or gap.is_alone:
        return None
    number = solved.numbers[0]
    assert isinstance(number, Whole)
    new = gap.filled((number.n,))
    assert isinstance(new, CommonFraction)
    reference = next((f for f in fractions if _multiplier(f, new)), None)
    if reference is None:
        reference = CommonFraction(*fractions[0].value.as_integer_ratio())
    times = _multiplier(reference, new)
    said = Say.of(
        blank_spaces.equal_fraction, reference=reference, new=new, times=times, given=fractions[0], top=gap.top is None
    )
    place = expr.sides.index(gap)
    sides = (*expr.sides[:place], new, *expr.sides[place + 1 :])
    done = not any(gaps_in(s) for s in sides)
    return Move(replace(expr, sides=sides, note="done" if done else ""), said)


def _multiplier(reference: CommonFraction, new: CommonFraction) -> int:
    """By what the reference is multiplied (below 0: divided) to give the new fraction; 0 where by no whole number."""
    if reference.denominator and new.denominator % reference.denominator == 0:
        return new.denominator // reference.denominator
    if new.numerator and reference.denominator % new.denominator == 0:
        return -(reference.denominator // new.denominator)
    return 0


def count_tops(expr: Expr) -> Move:
    """One way among all: 25 = 1 × 1 + 2 × 3 + 6 × 3.

    >>> text_of(count_tops(look_for_blanks(read("?/18 + ?/9 + ?/3 = 25/18").expr).after).after)
    '1/18 + 3/9 + 3/3 = 25/18'
    """
    assert isinstance(expr, Chain)
    solved = solve(expr.sides)
    said = Say.of(
        blank_spaces.one_way,
        count=solved.count,
        total=solved.total,
        divisor=gcd(*solved.weights),
    )
    return _written_in(expr, expr.numbers, said)


def write_in(expr: Expr) -> Move | Impasse:
    """The worked-out value written into the blank; an impasse where a mistake led to what no number in it is worth.

    >>> alone = replace(read("? + 1/4 = 5/6").expr, note="set-alone", gap=Gap(), equals=CommonFraction(7, 12))
    >>> text_of(write_in(replace(alone, numbers=(alone.equals,))).after)
    '7/12 + 1/4 = 5/6'
    """
    assert isinstance(expr, Chain)
    assert expr.gap is not None
    assert expr.equals is not None
    numbers = expr.numbers
    if gap_worth(expr.gap, numbers) != evaluate(expr.equals):  # a mistake has led elsewhere
        ways = fillings(expr.gap, evaluate(expr.equals), expr.equals)
        if ways.shown is None:
            return Impasse(Say.of(going_astray.blank_impasse))
        numbers = ways.shown
    sides = fill_sides(expr.sides, numbers)
    assert sides is not None
    said = Say.of(blank_spaces.write_in, value=expr.equals, numbers=numbers)
    return Move(Chain(sides, "done", numbers), said)


def _written_in(expr: Chain, numbers: tuple[Expr, ...], said: Say) -> Move:
    sides = fill_sides(expr.sides, numbers)
    assert sides is not None
    assert len({evaluate(s) for s in sides}) == 1
    return Move(Chain(sides, "done", numbers), said)


def _no_solution(expr: Chain, solved: Solved) -> Move:
    known = next((s for s in expr.sides if not gaps_in(s)), None)
    open_sides = [s for s in expr.sides if gaps_in(s)]
    differ = len({evaluate(s) for s in expr.sides if not gaps_in(s)}) > 1
    single = known is not None and not differ and len(open_sides) == 1 and len(gaps_in(open_sides[0])) == 1
    alone = isolated(open_sides[0], known) if single and known is not None else None
    pieces = alone[0].bottom if alone is not None else None
    if alone is not None and pieces and is_workable(alone[1]) and evaluate(alone[1]) >= 0:
        value = number_for(evaluate(alone[1]))
        return Move(
            replace(expr, note="done"), Say.of(blank_spaces.no_whole_pieces, value=value, pieces=pieces), tells=True
        )
    said = Say.of(
        blank_spaces.no_way, weights=solved.weights, total=solved.total, pieces=solved.pieces, value=known,
        differ=differ,
    )  # fmt: skip
    return Move(replace(expr, note="done"), said, tells=True)


LOOK_FOR_BLANKS = Rule("look-for-blanks", "look-for-blanks", look_for_blanks, "blank")
COUNT_TOPS = Rule("count-tops", "count-tops", count_tops, "blank", question="How many pieces must there be in all?")
WRITE_IN = Rule("write-in", "write-in", write_in, "blank", question="Which number fits, and is it the only one?")

RULES = (
    COUNT_TOPS,
    LOOK_FOR_BLANKS,
    WRITE_IN,
)
