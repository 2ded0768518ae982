"""What is said of marks, of a class, and of a sheet that is tried on invented classes.

What is said of pupils is a hypothesis about answers, and worded so.
"""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import filled, listed


def how_given(_: Manner, how: str, line: int, answer: bool) -> str:
    """Why a method mark is given; ``answer``: the place is the answer's."""
    where = "the answer" if answer else f"line {line}"
    return {
        "": "not seen",
        "right-answer": "the answer is right",
        "line": f"done by {where}",
        "another-way": f"done another way by {where}",
        "follow-through": f"right from the pupil's own number, by {where}",
        "cause": f"{where} is wrong, and whatever is known to lead to it does this rightly",
        "seen": f"{where} is wrong, and shows this",
    }[how]


def safe_from_here(w: Manner, answer: Expr, policy: str) -> str:
    """Where a working has come to an answer that is taken, and only converts from there."""
    return f"{text_of(answer, w)} is taken already ({policy}): right from here on, and converting only adds risk."


def shared(w: Manner, name: str, pupils: int, of: int, items: tuple[int, ...], others: int) -> str:
    """The sentence over a class picture: what most share. ``others`` are pupils whose answers leave it open."""
    where = f"item{'s' * (len(items) > 1)} {listed([str(i) for i in items])}"
    told = f"{pupils} of {of} may share a mistake: {_lower(filled(name, w))}, {where}."
    if others:
        return (
            f"{told} {'One' if others == 1 else others} more wrote what it gives, and another mistake gives the same."
        )
    return told


def shared_by_none(_: Manner, of: int, wrong: int, open_answers: int) -> str:
    if not wrong:
        return f"Nothing wrong among the answers of {of} {_pupils(of)}."
    told = f"No mistake is shared: {wrong} wrong answer{'s' * (wrong > 1)} among {of} {_pupils(of)}"
    return f"{told}, {open_answers} of them open between causes." if open_answers else f"{told}."


def nothing_marked(_: Manner) -> str:
    return "No answers yet. Type the first as the pupil wrote it."


def tried(_: Manner, pupils: int, told_apart: int, silent: tuple[int, ...], classes: int) -> str:
    """What a sheet tells of invented classes; ``told_apart`` is the mean, rounded."""
    told = (
        f"Of {pupils} invented pupils, each with a mistake that these items can show, this sheet would tell "
        f"{told_apart} apart ({classes} class{'es' * (classes > 1)} tried)"
    )
    if not silent:
        return f"{told}; every item tells something."
    many = len(silent) > 1
    return f"{told}; item{'s' * many} {listed([str(i) for i in silent])} tell{'s' * (not many)} nothing."


def nothing_to_try(_: Manner) -> str:
    return "These items show no mistake: there is nothing to plant. Choose items in which something can go wrong."


def _pupils(of: int) -> str:
    return "pupil" if of == 1 else "pupils"


def _lower(name: str) -> str:
    """A name inside a sentence."""
    return name[:1].lower() + name[1:] if name[1:2].islower() or name[1:2] == " " else name


def answer_mark(_: Manner, outcome: str) -> str:
    """Why the answer has its mark, or has it not."""
    return {
        "right": "right, in a form that is taken",
        "wrong form": "right in value, its form is not taken",
        "wrong": "wrong",
        "unreadable": "cannot be read as an answer",
        "blank": "nothing stands in its place",
    }[outcome]


def nothing_in_place(_: Manner, lines: bool) -> str:
    return "Lines of working, and nothing in the answer’s place." if lines else "Left blank."
