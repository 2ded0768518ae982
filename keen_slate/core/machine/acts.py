"""What kind of act a rule is: a checklist numbers acts, and each stands in one of four panels."""

from dataclasses import dataclass
from typing import Literal

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


@dataclass(frozen=True, slots=True)
class ActFacts:
    """What an act is called in a checklist, the teacher's words in braces, and its panel."""

    name: str
    panel: Panel


ACTS: dict[Act, ActFacts] = {
    "read": ActFacts("Read the problem", "problem"),
    "order": ActFacts("Put it in order", "problem"),
    "bottoms": ActFacts("Which {bottom}s change?", "common-denominator"),
    "rename": ActFacts("Rename to one size", "equivalents"),
    "one-kind": ActFacts("Write it in one kind", "solve"),
    "enough": ActFacts("Is the part enough?", "solve"),
    "regroup": ActFacts("{regroup}", "solve"),
    "wholes": ActFacts("The wholes", "solve"),
    "parts": ActFacts("The parts", "solve"),
    "both": ActFacts("The parts and the wholes", "solve"),
    "work": ActFacts("Work it", "solve"),
    "carry": ActFacts("Take wholes out", "solve"),
    "simplify": ActFacts("{simplest_form}", "solve"),
    "write": ActFacts("Write it as asked", "solve"),
    "judge": ActFacts("Decide", "solve"),
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
