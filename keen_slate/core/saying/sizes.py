"""Reasons for a judgement on two numbers or more."""

from keen_slate.core.notation.layout import sign_between
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.saying.phrases import pieces
from keen_slate.core.saying.words import piece, place_name


def items_as_decimals(_: Manner) -> str:
    return "One kind of number: all as decimals."


def items_as_fractions(_: Manner) -> str:
    return "One of them never ends as a decimal: all as fractions."


def equal_length_items(_: Manner, places: int) -> str:
    return f"The same number of places: zeros fill up to {place_name(-places)}."


def put_in_order(_: Manner) -> str:
    return "Of one size, they can be put in order."


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
