"""Why a choice cannot be followed on a problem."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed, piece


def refuse_keep_one(w: Manner, bottoms: tuple[int, ...]) -> str:
    return f"Of {listed([str(b) for b in bottoms])} none is a multiple of the rest: no {w.bottom} can be kept."


def refuse_cross_products_terms(_: Manner, count: int) -> str:
    return f"Cross products take two fractions; here are {count}."


def refuse_cross_products_mixed(w: Manner) -> str:
    return f"Cross products hide whether the part is enough; take {w.improper} fractions to use them here."


def refuse_make_a_whole(_: Manner) -> str:
    return "No two parts make a whole here."


def refuse_count_back(w: Manner, bottoms: tuple[int, ...]) -> str:
    sizes = listed([piece(b, w) for b in bottoms])
    return f"Counting back needs pieces of one size; here are {sizes}."


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
