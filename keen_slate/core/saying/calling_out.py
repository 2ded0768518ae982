"""What is said of something that the class calls out at a step. Nothing of it tells what was not called out."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import in_words, listed, piece, sentence


def common_fits(_: Manner, n: int, bottoms: tuple[int, ...]) -> str:
    return f"Yes: {_multiples(n, bottoms)}."


def common_fits_too(_: Manner, n: int, bottoms: tuple[int, ...], used: int) -> str:
    larger = f"larger than {used}" if n > used else f"smaller than {used}"
    return f"{n} works too: {_multiples(n, bottoms)}. It is {larger}."


def no_common(w: Manner, n: int, misses: tuple[int, ...]) -> str:
    """``misses`` are the bottoms that do not divide it."""
    sizes = listed([piece(b, w) for b in misses])
    return f"{n} is no multiple of {listed([str(b) for b in misses], 'or')}: {sizes} do not fit."


def _multiples(n: int, bottoms: tuple[int, ...]) -> str:
    return listed([f"{b} × {n // b} = {n}" for b in bottoms])


def multiplies(_: Manner, n: int, renamed: tuple[tuple[int, int], ...]) -> str:
    """``renamed`` are bottoms before and after that it leads between."""
    return f"Yes: {listed([f'{b} × {n} = {d}' for b, d in renamed])}."


def is_top(w: Manner, before: Expr, after: Expr) -> str:
    return f"Yes: {text_of(before, w)} = {text_of(after, w)}."


def divides_both(_: Manner, n: int, top: int, bottom: int, goes_on: bool) -> str:
    said = f"{top} ÷ {n} = {top // n} and {bottom} ÷ {n} = {bottom // n}"
    return f"{n} works: {said}. More can be divided out after it." if goes_on else f"Yes: {said}."


def divides_not_both(_: Manner, n: int, misses: tuple[int, ...]) -> str:
    return f"{n} does not divide {listed([str(m) for m in misses], 'or')}."


def stands_next(w: Manner, called: Expr | str) -> str:
    return f"Yes: {called if isinstance(called, str) else text_of(called, w)}."


def stands_further_on(w: Manner, called: Expr) -> str:
    return f"{text_of(called, w)} comes further on. What comes first?"


def is_answer(w: Manner, called: Expr) -> str:
    return f"That is what it comes to: {text_of(called, w)}. How does one get there?"


def not_here(w: Manner, called: str, due: str) -> str:
    """``due`` is what the step is called, with the teacher's words in braces; empty where nothing is due."""
    about = f" This step: {in_words(due, w)}" if due else ""
    about += "" if about.endswith("?") or not about else "."
    return f"I do not see {called} at this step.{about}"


def look_again(_: Manner, called: str) -> str:
    return f"{sentence(called)}? Look again at the numbers."


def next_line(w: Manner, line: Expr) -> str:
    return f"Yes, that is the next line: {text_of(line, w)}."


def another_way(_: Manner) -> str:
    return "That is right too: another way, or a line further on."


def true_beside(_: Manner) -> str:
    return "True, and worked beside the line."
