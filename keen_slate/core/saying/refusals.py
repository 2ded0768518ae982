"""Why a choice cannot be followed on a problem."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed


def refuse_keep_one(w: Manner, bottoms: tuple[int, ...]) -> str:
    return f"Of {listed([str(b) for b in bottoms])} none is a multiple of the rest: no {w.bottom} can be kept."


def refuse_cross_products_terms(_: Manner, count: int) -> str:
    return f"Cross products take two fractions; here are {count}."


def refuse_cross_products_mixed(w: Manner) -> str:
    return f"Cross products hide whether the part is enough; take {w.improper} fractions to use them here."


def refuse_make_a_whole(_: Manner) -> str:
    return "No two parts make a whole here."


def refuse_negatives(_: Manner) -> str:
    return "This class does not know numbers below 0 yet."


def refuse_decimals(w: Manner, number: Expr) -> str:
    return f"{text_of(number, w)} never ends as a decimal; fractions are exact."


def refuse_divide_tops(w: Manner, a: int, b: int, c: int, d: int) -> str:
    if a % c:
        return f"{a} ÷ {c} does not come out whole, so the {w.top}s cannot be divided."
    return f"{b} ÷ {d} does not come out whole, so the {w.bottom}s cannot be divided."


def refuse_sharing(_: Manner, amount: int, bottom: int) -> str:
    return f"{amount} ÷ {bottom} does not come out whole, so one part is no whole number."


def refuse_sharing_parts(_: Manner) -> str:
    return "There is no whole number to be shared."


def refuse_comparing_wholes(_: Manner) -> str:
    return "There are wholes beside the fractions: these are compared first, and the parts in one size."


def refuse_comparing_many(_: Manner, count: int) -> str:
    return f"This compares two fractions, and there are {count}."


def refuse_by_half(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    return f"{_alike(fractions, Fraction(1, 2), 'a half', w)}, so a half does not decide."


def refuse_by_whole(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    return f"{_alike(fractions, Fraction(1), 'a whole', w)}, so a whole does not decide."


def _alike(fractions: tuple[CommonFraction, ...], mark: Fraction, name: str, w: Manner) -> str:
    both = listed([text_of(f, w) for f in fractions])
    if all(f.value == mark for f in fractions):
        return f"{both} are both {name}"
    if len({f.value for f in fractions}) == 1:
        return f"{both} are the same number"
    return f"{both} are both {'less' if max(f.value for f in fractions) < mark else 'more'} than {name}"


def refuse_by_gap(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    over = [f for f in fractions if f.is_improper]
    if over:
        return f"{text_of(over[0], w)} lacks nothing of a whole."
    lacks = [f"{text_of(f, w)} lacks {f.denominator - f.numerator}" for f in fractions]
    return f"{listed(lacks)}: not as many pieces are missing."


def refuse_equal_tops(w: Manner) -> str:
    return f"A {w.top} of 0 stays 0 in pieces of every size."


def refuse_tens_and_fives(_: Manner) -> str:
    return "By tens and fives goes a whole number of percents of one amount, which is no fraction."
