"""Reasons for finding one size of piece."""

from math import lcm

from keen_slate.core.notation.layout import MINUS
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.phrases import changes
from keen_slate.core.saying.words import listed, piece, sentence


def compare_bottoms(w: Manner, bottoms: tuple[int, ...], common: int, parts: int) -> str:
    asked = f"Which {w.bottom}s change: both, one or neither?" if len(bottoms) < 3 else f"Which {w.bottom}s change?"
    if len(bottoms) == 1:
        return f"{asked} Neither: {'both' if parts == 2 else 'all'} are {piece(common, w)} already."
    kept = [b for b in bottoms if b == common]
    if kept:
        others = listed([str(b) for b in bottoms if b != common])
        return f"{asked} {common} is a multiple of {others} already: {kept[0]} stays."
    both = (
        "Both: neither is a multiple of the other." if len(bottoms) == 2 else "All: none is a multiple of all the rest."
    )
    return f"{asked} {both}"


def compare_for_product(w: Manner, bottoms: tuple[int, ...]) -> str:
    if len(bottoms) == 2:
        return f"Which {w.bottom}s change: both, one or neither? Both: each is multiplied by the other."
    return f"Which {w.bottom}s change? All: each is multiplied by the others."


def common_multiple_found(_: Manner, numbers: tuple[int, ...], found: int) -> str:
    return f"{found} is the first number that is a multiple of {listed([str(n) for n in numbers])}."


def common_factor_found(_: Manner, numbers: tuple[int, ...], found: int) -> str:
    return f"{found} is the largest number that divides {listed([str(n) for n in numbers])}."


def rename_by_multiples(w: Manner, bottoms: tuple[int, ...], common: int) -> str:
    sizes = sentence(listed([piece(b, w) for b in bottoms]))
    both = "both" if len(bottoms) == 2 else "all"
    changing = [piece(b, w) for b in bottoms if b != common]
    tail = f" Only the {listed(changing)} change." if len(changing) < len(bottoms) else ""
    return f"{sizes} are different sizes. {sentence(piece(common, w))} fit {both}.{tail}"


def rename_as_named(w: Manner, bottoms: tuple[int, ...], common: int) -> str:
    """What was named, why it fits, and whether smaller numbers would have done."""
    sizes = sentence(listed([piece(b, w) for b in bottoms]))
    facts = " and ".join(f"{common // b} × {b}" for b in bottoms)
    least = lcm(*bottoms)
    fits = f"{common} is {facts}"
    do = f" {sentence(piece(least, w))} would do, with smaller numbers." if least < common else ""
    return f"{sizes} in {piece(common, w)}: {fits}.{do}"


def rename_by_product(w: Manner, bottoms: tuple[int, ...], common: int) -> str:
    sizes = sentence(listed([piece(b, w) for b in bottoms]))
    both = "both" if len(bottoms) == 2 else "all"
    product = " × ".join(str(b) for b in bottoms)
    return f"{sizes} are different sizes. {product} = {common}: {piece(common, w)} fit {both}."


def rename_by_keeping(w: Manner, bottoms: tuple[int, ...], common: int) -> str:
    changing = [piece(b, w) for b in bottoms if b != common]
    return f"{sentence(piece(common, w))} fit both: only the {listed(changing)} change."


def rename_by_primes(w: Manner, bottoms: tuple[int, ...], common: int) -> str:
    of = listed([str(b) for b in bottoms])
    return f"The primes of {of}, shared ones once, make {common}: {piece(common, w)} fit all."


def cross_products(w: Manner, first: CommonFraction, second: CommonFraction, minus: bool) -> str:
    sign = MINUS if minus else "+"
    a, b, c, d = first.numerator, first.denominator, second.numerator, second.denominator
    return f"Cross products: {a} × {d} {sign} {c} × {b} {w.over} {b} × {d}."


def work_cross_products(w: Manner, a: int, c: int, top: int, bottom: int, minus: bool) -> str:
    return f"{a} {MINUS if minus else '+'} {c} = {top}, {w.over} {bottom}."


def reduce_terms(w: Manner, changed: tuple[tuple[Expr, Expr], ...]) -> str:
    return f"Smaller numbers first: {changes(changed, w)}."


def put_together(w: Manner, a: Expr, b: Expr) -> str:
    return f"{text_of(a, w)} and {text_of(b, w)} make a whole: put them together first."
