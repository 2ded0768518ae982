"""Reasons for a judgement on two numbers or more."""

from keen_slate.core.notation.layout import sign_between
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.saying.phrases import pieces
from keen_slate.core.saying.words import piece, place_name, sentence


def items_as_decimals(_: Manner) -> str:
    return "One kind of number: all as decimals."


def items_as_fractions(_: Manner) -> str:
    return "One of them never ends as a decimal: all as fractions."


def equal_length_items(_: Manner, places: int) -> str:
    return f"The same number of places: zeros fill up to {place_name(-places)}."


def put_in_order(_: Manner) -> str:
    return "Of one size, they can be put in order."


def put_in_order_by_bottoms(w: Manner, top: int) -> str:
    return f"{top} piece{'s' * (top > 1)} of each: the larger the {w.bottom}, the smaller the pieces."


def as_given(_: Manner) -> str:
    return "Said of the numbers as they were given."


def compare_by_sign(_: Manner, a: Expr, b: Expr) -> str:
    if evaluate(a) < 0 and evaluate(b) < 0:
        return "Both are below 0: the one further from 0 is smaller."
    return "A number below 0 is smaller than one that is not."


def compare_numbers(w: Manner, a: Expr, b: Expr) -> str:
    words = {"<": "is less than", ">": "is more than", "=": "is the same as"}
    return f"{text_of(a, w)} {words[sign_between(a, b)]} {text_of(b, w)}: compare from the left, place by place."


def compare_wholes(_: Manner, a: int, b: int) -> str:
    return f"The wholes decide: {a} is {'less' if a < b else 'more'} than {b}."


def compare_tops(w: Manner, a: int, b: int, bottom: int) -> str:
    if a == b:
        return f"The same number of {piece(bottom, w)}."
    return f"{pieces(a, bottom, w)} are {'fewer' if a < b else 'more'} than {pieces(b, bottom, w)}."


def compare_bottoms(w: Manner, top: int, a: int, b: int) -> str:
    larger, smaller = min(a, b), max(a, b)
    count = f"{top} pieces of each" if top > 1 else "One piece of each"
    return f"{count}, and {piece(larger, w)} are larger than {piece(smaller, w)}."


def equal_tops(w: Manner, top: int) -> str:
    return f"As many pieces of each: {top}. Whatever is done to the {w.top} is done to the {w.bottom}."


def cross_products(w: Manner, first: CommonFraction, second: CommonFraction) -> str:
    a, b = first, second
    one = f"{a.numerator} × {b.denominator} = {a.numerator * b.denominator}"
    other = f"{b.numerator} × {a.denominator} = {b.numerator * a.denominator}"
    return f"Each {w.top} times the other {w.bottom}: {one} and {other}, both {w.over} {a.denominator * b.denominator}."


def by_half(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    def told(f: CommonFraction) -> str:
        twice = f"twice {f.numerator} is {2 * f.numerator}"
        if 2 * f.numerator == f.denominator:
            return f"{text_of(f, w)} is a half"
        more = 2 * f.numerator > f.denominator
        size = "more" if more else "less"
        return f"{text_of(f, w)} is {size} than a half: {twice}, {size} than {f.denominator}"

    return f"{told(fractions[0])}. {told(fractions[1])}."


def by_whole(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    def told(f: CommonFraction) -> str:
        if f.numerator == f.denominator:
            return f"{text_of(f, w)} is a whole"
        return f"{text_of(f, w)} is {'more' if f.is_improper else 'less'} than a whole"

    return f"{told(fractions[0])}, and {told(fractions[1])}."


def by_gap(w: Manner, fractions: tuple[CommonFraction, ...]) -> str:
    a, b = fractions
    lack = a.denominator - a.numerator
    nearer = max(fractions, key=evaluate)
    gaps = " and ".join(f"{text_of(f, w)} lacks {text_of(CommonFraction(lack, f.denominator), w)}" for f in (a, b))
    smaller = piece(max(a.denominator, b.denominator), w)
    return (
        f"{sentence(gaps)} of a whole. {sentence(smaller)} are the smaller pieces, so {text_of(nearer, w)} lacks less."
    )
