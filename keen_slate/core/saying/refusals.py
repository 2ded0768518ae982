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
