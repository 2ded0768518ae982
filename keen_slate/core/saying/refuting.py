"""What is said of a wrong answer: how it came about on these numbers, and a question that unsettles this one."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import as_typed, asked_round, text_of, unit_text
from keen_slate.core.notation.units import is_measure, one_and_many
from keen_slate.core.problem.tree import Chain, Comparison, Expr
from keen_slate.core.saying.words import piece


def on_the_simplest(w: Manner, problem: Expr, written: Expr, wrong: Expr, right: Expr) -> str:
    """The wrong rule on a simple problem, and what that is."""
    if isinstance(right, (Comparison, Chain)):
        return f"The same rule on simpler numbers says {text_of(wrong, w)}. But {text_of(right, w)}."
    text = as_typed(problem, w)
    asked = asked_round(problem, text, w)
    quoted = asked if asked == text else f"“{asked}”"
    so = "" if written == wrong else f", which is {text_of(wrong, w)}"
    return f"The same rule on {quoted} gives {text_of(written, w)}{so}. But it is {text_of(right, w)}."


def taken_for(w: Manner, before: Expr, after: Expr) -> str:
    return f"{text_of(before, w)} became {text_of(after, w)}."


def stands_there(w: Manner, answer: Expr) -> str:
    return f"{text_of(answer, w)} stands as the answer."


def which_unit(w: Manner, answer: Expr, unit: str) -> str:
    asked = f"an amount in {unit}" if is_measure(unit) else f"a number of {one_and_many(unit)[1]}"
    return f"It is {asked} that is asked for. What does {text_of(answer, w.labelled(''))} stand for?"


def less_than_a_term(w: Manner, answer: Expr, term: Expr) -> str:
    return f"{text_of(term, w)} is only one part of the sum. Can all of it be {text_of(answer, w)}?"


def more_than_was_there(w: Manner, answer: Expr, minuend: Expr) -> str:
    return f"Something was taken away from {text_of(minuend, w)}. Can {text_of(answer, w)} be left?"


def add_back(w: Manner, answer: Expr, taken: Expr, start: Expr) -> str:
    return f"Add {text_of(taken, w)} to {text_of(answer, w)}. Do you get {text_of(start, w)}?"


def take_back(w: Manner, answer: Expr, added: Expr, start: Expr) -> str:
    return f"Take {text_of(added, w)} away from {text_of(answer, w)}. Is {text_of(start, w)} left?"


def part_of(w: Manner, answer: Expr, factor: Expr, other: Expr) -> str:
    return (
        f"{text_of(factor, w)} is less than a whole. Can {text_of(factor, w)} of {text_of(other, w)} be "
        f"{text_of(answer, w)}?"
    )


def divide_back(w: Manner, answer: Expr, factor: Expr, start: Expr) -> str:
    return f"Divide {text_of(answer, w)} by {text_of(factor, w)}. Do you get {text_of(start, w)}?"


def multiply_back(w: Manner, answer: Expr, divisor: Expr, start: Expr) -> str:
    return f"Multiply {text_of(answer, w)} by {text_of(divisor, w)}. Do you get {text_of(start, w)}?"


def same_as(w: Manner, answer: Expr, plain: Expr, number: Expr) -> str:
    return f"{text_of(answer, w)} is {text_of(plain, w)}. Is that as much as {text_of(number, w)}?"


def as_much_as(w: Manner, answer: Expr, number: Expr) -> str:
    return f"Is {text_of(answer, w)} as much as {text_of(number, w)}?"


def how_far_off(w: Manner, answer: Expr, number: Expr, unit: Fraction) -> str:
    far = f"how far is {text_of(number, w)} from {text_of(answer, w)}"
    return f"Rounding to {unit_text(unit)}: {far}, and is nothing nearer?"


def count_in_pieces(w: Manner, one: Expr, other: Expr, bottom: int) -> str:
    pieces = piece(bottom, w)
    return f"How many {pieces} is {text_of(one, w)}, and how many is {text_of(other, w)}?"


def compare_each(w: Manner, one: Expr, other: Expr) -> str:
    return f"Which is more: {text_of(one, w)} or {text_of(other, w)}?"


def put_in(w: Manner, filled: Expr) -> str:
    return f"Work out each side of {text_of(filled, w)}. Are they equal?"


def near_estimate(w: Manner, answer: Expr, rounded: Expr) -> str:
    return f"About how much is {text_of(rounded, w)}? Is {text_of(answer, w)} near that?"


def work_again(w: Manner, answer: Expr, problem: Expr) -> str:
    return f"Which step of {text_of(problem, w)} comes first, and does {text_of(answer, w)} still come out?"


def below_nothing(w: Manner, answer: Expr) -> str:
    return f"Nothing here is below 0. Can the answer be {text_of(answer, w)}?"


def both_divided(_: Manner, top: int, bottom: int) -> str:
    return f"Is there a number that goes into both {top} and {bottom}?"


def pieces_of_a_whole(w: Manner, top: int, bottom: int) -> str:
    return f"How many {piece(bottom, w)} make a whole, and how many wholes do {top} make?"


def last_zeros(w: Manner, answer: Expr) -> str:
    return f"Do the zeros at the end of {text_of(answer, w)} say anything?"
