"""What is said where an item cannot be drawn as wished."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.words import filled, listed


def contradiction(w: Manner, family: str, wishes: tuple[str, ...]) -> str:
    """``family`` and ``wishes`` are names with the teacher's words in braces."""
    names = [f"“{filled(name, w)}”" for name in wishes]
    within = filled(family, w)
    if len(names) < 2:
        return f"{within}: {names[0] if names else 'this'} cannot be had with such numbers. Change it and draw again."
    return f"{within}: {listed(names)} cannot be had together. Leave one of them out, and draw again."


def lacks(w: Manner, demands: tuple[str, ...]) -> str:
    return f"This one does without: {listed([filled(name, w) for name in demands])}."


def asks_besides(w: Manner, demands: tuple[str, ...]) -> str:
    return f"It asks besides: {listed([filled(name, w) for name in demands])}."


def no_other_item(_: Manner, how: str) -> str:
    return {
        "another": "I found no other numbers near that ask for the same. Type one by hand.",
        "easier": "This is the easiest of its kind that I can draw. Type one by hand.",
        "harder": "This is the hardest of its kind that I can draw. Type one by hand.",
        "other-operation": "There is no other operation for these numbers.",
        "contrast": "I found no one change that makes a difference here.",
        "find": "This mistake gives no wrong answer on these numbers. Choose another mistake.",
    }[how]
