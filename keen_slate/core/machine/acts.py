"""What kind of act a rule is: a checklist numbers acts, each stands in one of four panels, and earns method marks."""

from typing import Literal

from keen_slate.core.values import frozen

Act = Literal[
    "read",
    "order",
    "bottoms",
    "rename",
    "one-kind",
    "enough",
    "regroup",
    "wholes",
    "parts",
    "both",
    "work",
    "carry",
    "simplify",
    "write",
    "judge",
    "blank",
]
Panel = Literal["problem", "common-denominator", "equivalents", "solve"]
Method = Literal[
    "operation",
    "aligned",
    "common",
    "renamed",
    "one-kind",
    "regrouped",
    "wholes",
    "parts",
    "worked",
    "carried",
    "point",
    "simplified",
    "written",
    "judged",
]
"""What a method mark is given for."""


@frozen
class ActFacts:
    """What an act is called in a checklist, the teacher's words in braces, its panel, and the method marks that its
    steps earn unless their rule says otherwise."""

    name: str
    panel: Panel
    earns: tuple[Method, ...] = ()


ACTS: dict[Act, ActFacts] = {
    "read": ActFacts("Read the problem", "problem"),
    "order": ActFacts("Put it in order", "problem"),
    "bottoms": ActFacts("Which {bottom}s change?", "common-denominator"),
    "rename": ActFacts("Rename to one size", "equivalents", ("common", "renamed")),
    "one-kind": ActFacts("Write it in one kind", "solve", ("one-kind",)),
    "enough": ActFacts("Is the part enough?", "solve"),
    "regroup": ActFacts("{regroup}", "solve", ("regrouped",)),
    "wholes": ActFacts("The wholes", "solve", ("wholes",)),
    "parts": ActFacts("The parts", "solve", ("parts",)),
    "both": ActFacts("The parts and the wholes", "solve", ("parts", "wholes")),
    "work": ActFacts("Work it", "solve", ("worked",)),
    "carry": ActFacts("Take wholes out", "solve", ("carried",)),
    "simplify": ActFacts("{simplest_form}", "solve", ("simplified",)),
    "write": ActFacts("Write it as asked", "solve", ("written",)),
    "judge": ActFacts("Decide", "solve", ("judged",)),
    "blank": ActFacts("Find the blank", "solve"),
}
"""The acts in the order in which they usually come."""

PANELS: dict[Panel, str] = {
    "problem": "Problem",
    "common-denominator": "Common {bottom}",
    "equivalents": "Equivalents",
    "solve": "Solve and simplify",
}
"""What each panel is called, in the order in which they stand."""
