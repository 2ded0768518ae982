"""Why a story cannot be taken as it is told, and what to do."""

from keen_slate.core.notation.amounts import amount_text
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.notation.units import one_and_many, with_article
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.story_kinds import KINDS
from keen_slate.core.saying.words import listed


def story_too_long(_: Manner, length: int, limit: int) -> str:
    return f"This story is {length:,} characters long. Keep one to {limit:,}."


def three_parts(_: Manner) -> str:
    return (
        "A story in one line has three parts with | between: the text with its amounts in square brackets, "
        "what holds between them, and what is asked."
    )


def slot_unread(_: Manner, slot: str) -> str:
    return f"I cannot read [{slot}]. Write the name and the amount, such as [bed A = 3 3/4 m]."


def slot_unknown(_: Manner, name: str) -> str:
    return f"I do not know “{name}” yet. Give its amount where it stands first, such as [{name} = 3 3/4 m]."


def relation_unread(_: Manner, relation: str) -> str:
    kinds = listed([kind.id for kind in KINDS if kind.id != "convert"], "or")
    return (
        f"I cannot read “{relation}”. Write a kind and an equation, such as “join: all = first + second” or "
        f"“groups: all = one × how many”. The kinds are {kinds}."
    )


def asked_unknown(_: Manner, name: str) -> str:
    return f"“{name}” is asked for, but nothing says what holds of it. Put it into one of the equations."


def asked_is_given(_: Manner, name: str) -> str:
    return f"“{name}” is asked for, and the text gives it. Ask for another quantity."


def does_not_follow(_: Manner, asked: str) -> str:
    return f"“{asked}” does not follow from what is told. Add what is missing, or ask for something else."


def units_apart(_: Manner, one: str, other: str) -> str:
    return f"I cannot put {one} and {other} together: they do not measure the same. Change a unit or the equation."


def divides_by_nothing(_: Manner) -> str:
    return "Something is shared among none here. Change the number that is 0."


def below_nothing(w: Manner, name: str, value: Expr, unit: str) -> str:
    shown = amount_text(value, unit, w)
    return f"With these numbers “{name}” would be {shown}. Change a number, so that it is more than nothing."


def in_parts(w: Manner, name: str, value: Expr, unit: str) -> str:
    one, _ = one_and_many(unit)
    shown = amount_text(value, unit, w)
    return (
        f"With these numbers “{name}” would be {shown}, and there is no part of {with_article(one)}. Change a number."
    )


def parts_of_pennies(w: Manner, name: str, value: Expr) -> str:
    return f"With these numbers “{name}” would be {text_of(value, w)}, which does not come out in hundredths."


def no_part(w: Manner, name: str, value: Expr) -> str:
    return f"“{name}” would be {text_of(value, w)}: a part of a whole is less than 1. Change a number."


def not_more(w: Manner, name: str, value: Expr) -> str:
    return f"“{name}” would be {text_of(value, w)}: so many times as much is more than once. Change a number."


def not_even(w: Manner, name: str, value: Expr) -> str:
    return (
        f"“{name}” would be {text_of(value, w)}, and only whole ones count. Change a number, or say what becomes of "
        "the rest: (up) for one more, (down) for the full ones, “+ left over” for what is left."
    )


def not_put_together(_: Manner) -> str:
    return "Give every place of the equation its own amount, and put what is asked into one of them."


def part_among_amounts(_: Manner, part: str, unit: str) -> str:
    return f"“{part}” is a part of something, and the others are {unit}. First find how much that part is."


def unit_unread(_: Manner, unit: str) -> str:
    return f"I cannot read “{unit}” as a unit. Write “name in m: sentence”, or “name: sentence” without a unit."


def sentence_of_unknown(_: Manner, name: str) -> str:
    return f"A sentence tells “{name}”, which is neither given nor asked. Ask for it, too, or leave it out."


def too_many_relations(_: Manner, limit: int) -> str:
    return f"A story holds up to {limit} equations, each with up to {2 * limit} parts. Make two stories of it."
