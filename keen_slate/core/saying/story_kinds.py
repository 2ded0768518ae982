"""The kinds of story, as data: how one is built, what its parts are called, and why each calculation follows.

The kinds are those of the tables of addition, subtraction, multiplication and division situations in the Common Core
State Standards for Mathematics (2010, Tables 1 and 2; from memory), with fractions and percents of an amount, rates and
conversions beside them. A kind changes words and pictures only: the plan is derived from the form of its relation.

To add one: write an entry below. ``{gives}``, ``{total}``, ``{one}``, ``{many}``, ``{others}`` and ``{rest}`` in a
reason are names of quantities: the whole or total, the first part (or how much one is), the second (or how many), the
parts that are known.
"""

from dataclasses import field
from typing import Literal

from keen_slate.core.problem.situation import Form, Operation
from keen_slate.core.values import frozen

Bar = Literal["parts", "beside", "equal"]
"""How its bar model is drawn: parts in one bar, two bars with the gap, or equal parts in one bar."""


@frozen
class StoryKind:
    """``roles`` name the total and its parts in a list to pick from. ``count_first``: told as so much of one, 3/4
    of 28. ``why`` are the reasons by operation."""

    id: str
    form: Form
    name: str
    roles: tuple[str, str, str]
    bar: Bar
    why: dict[Operation, str] = field(hash=False)
    count_first: bool = False
    question: str = "What is known, what is asked, and what is the whole?"


_SHARED: dict[Operation, str] = {
    "times": "{many} times {one} make {total}.",
    "per": "{total} is shared into {many} equal parts: {one} is one of them.",
    "fits": "How often does {one} go into {total}?",
    "add": "{others}, put together.",
    "take": "{total} without {others}.",
}
KINDS = (
    StoryKind(
        "join", "sum", "put together", ("altogether", "at first", "what comes to it"), "parts",
        {
            "add": "{others} are put together: that is {total}.",
            "take": "{total} is what there is in the end. Without {others}, {gives} is left of it.",
        },
    ),
    StoryKind(
        "take", "sum", "taken away", ("at first", "taken away", "left"), "parts",
        {
            "add": "{total} is what there was before anything was taken: {others}, put together again.",
            "take": "{total} is what there is before anything is taken. Without {others}, {gives} is left of it.",
        },
    ),
    StoryKind(
        "part-whole", "sum", "parts of a whole", ("the whole", "one part", "another part"), "parts",
        {
            "add": "{others} are the parts: together they are {total}.",
            "take": "{total} is the whole. Without {others}, {gives} is the part that is left.",
        },
    ),
    StoryKind(
        "compare", "sum", "compared", ("the larger", "the smaller", "the difference"), "beside",
        {
            "add": "{total} is the larger: {one}, and {many} on top.",
            "take": "{total} is the larger, so it comes first: what is left without {others} is {gives}.",
        },
        question="Which is the larger?",
    ),
    StoryKind(
        "groups", "product", "equal groups", ("altogether", "in each", "how many"), "equal",
        _SHARED | {"times": "{one} is in each, {many} times: that is {total}."},
    ),
    StoryKind("share", "product", "shared equally", ("altogether", "each share", "how many shares"), "equal", _SHARED),
    StoryKind("fit", "product", "how many fit", ("altogether", "one of them", "how many fit"), "equal", _SHARED),
    StoryKind(
        "rate", "product", "so much for each one", ("altogether", "for one", "how many"), "equal",
        _SHARED | {
            "times": "{one} is for one. For {many} it is so many times as much: {total}.",
            "per": "{total} is for {many}. For one it is shared equally: {one}.",
        },
    ),
    StoryKind(
        "fraction", "product", "a fraction of an amount", ("the part", "the whole amount", "the fraction"), "equal",
        _SHARED | {
            "times": "{total} is that fraction of {one}: multiply.",
            "per": "{total} is only that fraction of {one}: divide by the fraction to come back to the whole.",
            "fits": "Which fraction of {one} is {total}? Divide the part by the whole.",
        },
        count_first=True,
    ),
    StoryKind(
        "percent", "product", "a percentage of an amount", ("the part", "the whole amount", "the percentage"), "equal",
        _SHARED | {
            "times": "{total} is that percentage of {one}: multiply.",
            "per": "{total} is only that percentage of {one}: divide by it to come back to the whole.",
            "fits": "Which part of {one} is {total}? Divide the part by the whole.",
        },
        count_first=True,
    ),
    StoryKind(
        "times-as-many", "product", "so many times as much", ("the larger", "the smaller", "how many times"), "equal",
        _SHARED | {
            "times": "{total} is so many times {one}: multiply.",
            "per": "{total} is so many times {one}: divide to come back to one of them.",
        },
        count_first=True,
        question="Which is the larger?",
    ),
    StoryKind(
        "convert", "product", "the same in another unit", ("in the smaller unit", "in one", "in the larger unit"),
        "equal",
        _SHARED | {
            "times": "There are {one}: in smaller units there are more, so multiply.",
            "per": "There are {one}: in larger units there are fewer, so divide.",
            "fits": "There are {one}: in larger units there are fewer, so divide.",
        },
        question="Are the amounts in one unit?",
    ),
)  # fmt: skip
STORY_KINDS = {kind.id: kind for kind in KINDS}
