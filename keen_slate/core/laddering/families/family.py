"""What a family of items is: a kind of calculation, the demands that can be asked of it, and how one is drawn."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from keen_slate.core.laddering.limits import Limits
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.problem.tree import Expr

Wanted = frozenset[str]
Drawn = Callable[[Draw, Limits, Wanted], Expr | None]

RELATIONS = ("like-denominators", "one-bottom-divides", "bottoms-share-a-factor", "coprime-bottoms")
PLACES_ALIKE = ("equal-places", "ragged-places")
REGROUPINGS = ("bare-whole-minuend", "regroup-after-renaming", "regroup-leaves-nothing")
FACTORS = ("cancelling", "mixed-factor")
QUOTIENTS = ("result-is-whole", "quotient-not-whole")
PERCENTS = ("tens-and-fives", "any-percent")
COMMON_FACTORS = ("composite-common-factor", "large-prime-factor")
BLANK_PLACES = ("blank-top", "blank-bottom")
PICTURES = ("from-pieces", "from-a-line", "from-a-square")
"""From what a number is read."""

STEPS = ("open-a-whole", "open-a-bare-whole", "take-a-whole-out")
CONVERSIONS = ("fraction-to-decimal", "decimal-to-fraction", "to-percent", "from-percent")
OPERATIONS = ("multiplying", "dividing")

GROUPS: tuple[tuple[str, ...], ...] = (
    RELATIONS,
    PLACES_ALIKE,
    REGROUPINGS,
    FACTORS,
    QUOTIENTS,
    PERCENTS,
    BLANK_PLACES,
    COMMON_FACTORS,
)
"""One of a group stands in place of another as a ladder climbs: they cannot be asked together, or are not."""

BRINGS: dict[str, frozenset[str]] = {
    "one-bottom-divides": frozenset({"unlike-denominators"}),
    "bottoms-share-a-factor": frozenset({"unlike-denominators"}),
    "coprime-bottoms": frozenset({"unlike-denominators"}),
    "large-common-bottom": frozenset({"unlike-denominators"}),
    "bare-whole-minuend": frozenset({"regroup"}),
    "regroup-after-renaming": frozenset({"regroup", "unlike-denominators"}),
    "regroup-leaves-nothing": frozenset({"regroup"}),
    "seems-to-regroup": frozenset({"unlike-denominators"}),
    "composite-common-factor": frozenset({"simplify"}),
    "large-prime-factor": frozenset({"simplify"}),
    "larger-numbers-smaller": frozenset({"unlike-denominators"}),
    "longer-is-smaller": frozenset({"ragged-places"}),
    "regroup-across-zero": frozenset({"regroup-in-columns"}),
    "brackets": frozenset({"several-operations"}),
    "nested-brackets": frozenset({"brackets", "several-operations"}),
    "unlike-kinds": frozenset({"decimals"}),
    "cancelling": frozenset({"multiplying"}),
    "take-a-whole-out": frozenset({"improper-input"}),
    "raised-or-lowered": frozenset({"several-operations"}),
}
"""What cannot be without the other."""


@dataclass(frozen=True, slots=True, eq=False)
class Family:
    """``always`` are the demands that every item of it makes, ``climb`` those that can be added, the easier first.

    Of each group in ``standing`` an item makes exactly one, the first where nothing else is said. ``along`` is what may
    come with a demand besides. A ``pair`` is a demand that hides, and the one that only looks like it.
    ``items`` names several of it; a single one without what stands in round brackets. ``on_paper``: facts beyond the
    tables are worked digit by digit; ``wholes``: whole numbers alone can make demands.
    """

    id: str
    name: str
    items: str
    draw: Drawn
    climb: tuple[str, ...]
    always: Wanted = frozenset()
    standing: tuple[tuple[str, ...], ...] = ()
    along: Mapping[str, Wanted] = field(default_factory=dict)
    pair: tuple[str, str] | None = None
    on_paper: bool = False
    wholes: bool = False

    groups: tuple[tuple[str, ...], ...] = field(init=False)
    """Every group of which no two demands are asked together."""

    _group_of: Mapping[str, tuple[str, ...]] = field(init=False)

    def __post_init__(self) -> None:
        groups = (*self.standing, *(g for g in GROUPS if g not in self.standing))
        object.__setattr__(self, "groups", groups)
        object.__setattr__(self, "_group_of", {d: g for g in reversed(groups) for d in g})

    def group_of(self, demand: str) -> tuple[str, ...]:
        """The group that a demand is one of; empty for a demand that stands alone."""
        return self._group_of.get(demand, ())
