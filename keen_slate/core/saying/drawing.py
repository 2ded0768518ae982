"""What is said where an item cannot be drawn as wished."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import problem_text
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import filled, in_words, listed

Bound = tuple[str, int | bool | tuple[int, ...]]
"""A bound of a class by its id, with its value."""


def contradiction(
    w: Manner,
    family: str,
    demands: tuple[str, ...],
    bounds: tuple[Bound, ...],
    instead: tuple[str, ...],
    nearest: Expr | None,
    besides: tuple[str, ...],
    tried: int,
) -> str:
    """Which wishes exclude each other, and what to do. ``family`` and the demands are names with the teacher's words in
    braces. ``instead`` could stand in place of a demand that nobody chose; ``nearest`` is an item that asks ``besides``
    for what the class has not met; after ``tried`` tries the search was given up, 0 where all items were gone through.
    """
    names = [f"“{filled(name, w)}”" for name in demands]
    within = [_bound(w, *b) for b in bounds]
    subject = filled(family, w) + (f" with {listed(names)}" if names else "")
    subject += f"{',' if names else ''} within {listed(within)}" if within else ""
    if nearest is not None:
        also, it = listed([f"“{filled(name, w)}”" for name in besides]), "it" if len(besides) == 1 else "them"
        return (
            f"{subject}: the nearest that I find is {problem_text(nearest, w)}, and it also asks for {also}, which the "
            f"class has not met. Set {it} to “can” or “new”, and draw again."
        )
    found = f"I found none in {tried} tries" if tried else "there are none"
    if instead:
        others = listed([f"“{filled(name, w)}”" for name in instead], "or")
        return f"{subject}: {found}. Set {others} to “can” or “new”, and draw again."
    leave = "Leave one of them out" if len(names) > 1 else "Leave it out" if names else "Choose other wishes"
    widen = f"Widen the bound{'s' * (len(within) > 1)}"
    if [id for id, _ in bounds] == ["only_wholes"]:
        widen = "Allow more than whole numbers"
    remedy = widen if within else leave
    return f"{subject}: {found}. {remedy}, and draw again."


def _bound(w: Manner, id: str, value: int | bool | tuple[int, ...]) -> str:
    if isinstance(value, tuple):
        return f"the tables of {listed([str(n) for n in value])}"
    return filled(
        {
            "largest_bottom": "{bottom}s up to %s",
            "largest_common": "common {bottom}s up to %s",
            "largest_whole": "wholes up to %s",
            "places": "decimals of 1 place" if value == 1 else "decimals of up to %s places",
            "largest_fact": "facts up to %s × %s",
            "only_wholes": "whole numbers only",
        }[id].replace("%s", str(value)),
        w,
    )


def exhausted(w: Manner, family: str, count: int, certain: bool) -> str:
    """``count`` items with different numbers do what is wished, and all of them stand in the set already."""
    there = ("there is just" if count == 1 else "there are just") if certain else "I found only"
    items, do, them = ("item", "does", "it") if count == 1 else ("items", "do", "them all")
    return (
        f"{filled(family, w)}: {there} {count} {items} that {do} what is wished at one of the steps, and the set has "
        f"{them} already. Ask for fewer rungs, or widen the bounds."
    )


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


def told_as_none(w: Manner, family: str, kinds: tuple[str, ...]) -> str:
    """Where items of a family are in no story of the kind that was wished."""
    told = in_words(family, w)
    if not kinds:
        return f"{told}: no story has one calculation like that. Leave the story out."
    names = listed([f"“{STORY_KINDS[kind].name}”" for kind in kinds], "or")
    return f"{told}: these numbers stand in no story of that kind. Choose {names}, or any kind."
