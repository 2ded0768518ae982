"""What is said of an answer and of a pupil's lines."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import problem_text
from keen_slate.core.problem.tree import Expr


def slip(w: Manner, kind: str, alone: bool, worked: Expr | None) -> str:
    if worked is None:
        return "A slip of one basic fact" if alone else "with a slip of one basic fact"
    if kind == "item":
        return f"The numbers of another item: {problem_text(worked, w)}"
    return f"A digit copied wrongly: {problem_text(worked, w)}"


def about_one(_: Manner, verdict: str) -> str:
    return {
        "more": "Each part is at least a half: together more than 1.",
        "less": "Each part is at most a half: together less than 1.",
        "cannot-tell": "More or less than 1? Halves cannot tell.",
    }[verdict]


def verdict(_: Manner, verdict: str, causes: int, cut_short: bool) -> str:
    if verdict == "right":
        return "Right."
    if verdict == "wrong form":
        return "The value is right, the form is not."
    if causes == 0 and cut_short:
        return "Wrong, and no single mistake that I know leads there. For all pairs of mistakes the item is too long."
    if causes == 0:
        return "Wrong, and no known cause."
    return "Wrong. This may have led there:" if causes == 1 else "Wrong. One of these may have led there:"


def line_verdict(_: Manner, verdict: str, due: str, run_on: bool, apart: bool) -> str:
    told = {
        "follows": "Follows.",
        "side-work": "True, on numbers that do not stand in the problem." if apart else "Side work, and right.",
        "follow-through": "Follows from the pupil's own number.",
        "false": f"Does not follow. Due here: {due}." if due else "Does not follow.",
    }[verdict]
    return told + (" Equal signs are strung together between things that are not equal." if run_on else "")


def unit_of_line(_: Manner) -> str:
    return "The numbers are right, a unit is not."


def answer_is_no_number(w: Manner) -> str:
    between = "semicolons" if w.decimal_comma else "commas"
    such = f"3 5/12 or {w.decimal('2.75')}"
    return f"I cannot read this as an answer. Write one number, such as {such}; for blanks, {between} between."


def answer_is_no_comparison(_: Manner) -> str:
    return "I cannot read this as a comparison. Write <, > or =, or the numbers in order with signs or commas between."
