"""What is said of a set: its aim in words, and each step that changed it."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.words import filled, listed


def aim(
    w: Manner, items: str, count: int, new: tuple[tuple[str, int], ...], bottom: int, places: int, besides: int
) -> str:
    """What a drawn set holds now. ``items`` names several of its family, ``new`` the demands that were to be met, each
    with the number of items that make it; ``bottom`` is the largest, ``places`` the most decimal places, 0 where there
    are none; ``besides`` counts items of another kind."""
    said = f"{count} {items.replace('(s)', '' if count == 1 else 's')}"
    if new:
        parts = [f"“{name}” in {'all' if n == count else 'none' if not n else f'{n}'}" for name, n in new]
        said += f"; new: {listed(parts)}"
    if bottom:
        said += f"; {{bottom}}s up to {bottom}"
    if places:
        said += f"; up to {places} decimal place{'s' * (places > 1)}"
    if besides:
        said += f"; and {besides} other item{'s' * (besides > 1)}"
    return filled(f"{said}.", w)


Called = tuple[str, ...] | int
"""Items, each by what it is called; or how many they are."""

MOST_CALLED = 2
"""More items than these are not called one by one."""


def _those(called: Called) -> str:
    return f"{called} items" if isinstance(called, int) else listed(list(called))


def drew(_: Manner, count: int, own: int) -> str:
    drawn = f"Drew a ladder of {count} item{'s' * (count != 1)}"
    return f"{drawn}, around {own} of your own." if own else f"{drawn}."


def renamed(_: Manner, before: str) -> str:
    return f"Renamed “{before}”."


def chose_picture(_: Manner) -> str:
    return "Chose the picture that comes first."


def kept(_: Manner, called: str) -> str:
    return f"Kept {called}."


def worked_over(_: Manner, called: str) -> str:
    return f"Changed the working of {called}."


def put_in_place(_: Manner, before: str, now: str) -> str:
    return f"Put {now} in place of {before}."


def put_beside(_: Manner, what: str, called: str, before: str) -> str:
    return {
        "contrast": f"Put {called} beside {before}, as a contrast.",
        "turn": f"Put {called} beside {before}, for the class to do.",
        "find": f"Put {before} once more beside it, with a mistake to be found.",
    }[what]


def changed_task(_: Manner, called: Called, what: str) -> str:
    """``what``: locked, unlocked, or how much of it is worked."""
    those = _those(called)
    return {
        "locked": f"Locked {those}.",
        "unlocked": f"Unlocked {those}.",
        "worked": f"Showed the whole working of {those}.",
        "partly": f"Left a part of {those} to the class.",
        "bare": f"Left {those} to the class.",
        "mistake": f"Chose the mistake for {those}.",
        "role": f"Changed how {those} is asked.",
        "choices": f"Chose the answers to choose from in {those}.",
        "rule": f"Set a rule behind {those}.",
    }[what]


def deleted(_: Manner, called: Called) -> str:
    return f"Deleted {_those(called)}."


def moved(_: Manner, called: Called, number: int) -> str:
    return f"Moved {_those(called)} to number {number}."


def sorted_anew(_: Manner) -> str:
    return "Put the items in another order."


def doubled(_: Manner, called: Called) -> str:
    return f"Put {_those(called)} there once more."


def taken_in(_: Manner, called: Called, name: str) -> str:
    return f"Took {_those(called)} from “{name}”."


def story_called(_: Manner, number: int) -> str:
    return f"the story at number {number}"
