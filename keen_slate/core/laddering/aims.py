"""Ready aims to start from: one new difficulty each, with what a class has that comes to it.

Common practice, no source.
"""

from dataclasses import dataclass

from keen_slate.core.laddering.ladder import Wishes
from keen_slate.core.laddering.limits import Limits


@dataclass(frozen=True, slots=True)
class Aim:
    """A ready aim; its name says what it brings that is new."""

    id: str
    name: str
    wishes: Wishes


def _aim(id: str, name: str, family: str, can: str, new: str, limits: Limits | None = None) -> Aim:
    return Aim(id, name, Wishes(family, frozenset(can.split()), tuple(new.split()), limits=limits or Limits()))


AIMS = (
    _aim(
        "one-bottom-changes",
        "Only one {bottom} changes",
        "fractions-added",
        "like-denominators",
        "one-bottom-divides simplify",
    ),
    _aim(
        "both-bottoms-change",
        "Both {bottom}s change",
        "fractions-added",
        "one-bottom-divides",
        "bottoms-share-a-factor makes-a-whole",
    ),
    _aim("parts-make-a-whole", "The parts make another whole", "mixed-added", "like-denominators", "carry simplify"),
    _aim("regroup-a-whole", "{regroup} a whole", "mixed-subtracted", "like-denominators", "simplify regroup"),
    _aim(
        "from-a-bare-whole",
        "From a bare whole",
        "mixed-subtracted",
        "like-denominators regroup simplify",
        "bare-whole-minuend",
    ),
    _aim(
        "regroup-after-renaming",
        "{regroup}: seen only after renaming",
        "mixed-subtracted",
        "one-bottom-divides simplify",
        "coprime-bottoms regroup regroup-after-renaming",
    ),
    _aim(
        "regroup-across-zero",
        "{regroup} across zero",
        "decimals-subtracted",
        "equal-places",
        "regroup-in-columns regroup-across-zero",
        Limits(places=3),
    ),
    _aim("ragged-places", "Ragged places", "decimals-added", "equal-places", "carry-in-columns ragged-places"),
    _aim("cancel-first", "Cancel before multiplying", "fractions-multiplied", "simplify", "cancelling mixed-factor"),
    _aim(
        "divide-by-a-fraction", "Divide by a fraction", "fractions-divided", "simplify", "result-is-whole mixed-factor"
    ),
    _aim("brackets-first", "Brackets first", "order-of-operations", "multiplying", "dividing brackets"),
    _aim("which-is-more", "Which is more?", "compared", "like-denominators", "one-bottom-divides coprime-bottoms"),
)

AIM = {a.id: a for a in AIMS}
