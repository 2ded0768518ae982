"""Ready aims to start from: one new difficulty each, with what a class has that comes to it.

Common practice, no source.
"""

from keen_slate.core.laddering.ladder import Wishes
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.values import frozen


@frozen
class Aim:
    """A ready aim; its name says what it brings that is new."""

    id: str
    name: str
    wishes: Wishes


def _aim(
    id: str, name: str, family: str, can: str, new: str, limits: Limits | None = None, *, pair: bool = False
) -> Aim:
    wishes = Wishes(family, frozenset(can.split()), tuple(new.split()), limits=limits or Limits(), pair=pair)
    return Aim(id, name, wishes)


AIMS = (
    _aim("one-bottom-changes", "Only one {bottom} changes", "fractions-added",
         "like-denominators", "one-bottom-divides simplify"),
    _aim("both-bottoms-change", "Both {bottom}s change", "fractions-added",
         "one-bottom-divides", "bottoms-share-a-factor makes-a-whole"),
    _aim("parts-make-a-whole", "The parts make another whole", "mixed-added", "like-denominators", "carry simplify"),
    _aim("regroup-a-whole", "{regroup} a whole", "mixed-subtracted", "like-denominators", "simplify regroup"),
    _aim("open-a-whole", "One step alone: open a whole, take one out", "one-step",
         "open-a-whole", "open-a-bare-whole take-a-whole-out"),
    _aim("from-a-bare-whole", "From a bare whole", "mixed-subtracted",
         "like-denominators regroup simplify", "bare-whole-minuend"),
    _aim("regroup-after-renaming", "{regroup}: seen only after renaming", "mixed-subtracted",
         "one-bottom-divides simplify", "coprime-bottoms regroup regroup-after-renaming", pair=True),
    _aim("read-mixed-numbers", "Read fractions and mixed numbers from pictures", "read-from-pictures",
         "from-pieces", "wholes-and-pieces from-a-line"),
    _aim("read-scales", "Read decimals from a line", "read-from-pictures",
         "from-a-line decimals", "wholes-and-pieces spaces-not-tenths"),
    _aim("equal-fractions", "Equal fractions: what is missing", "equal-fractions",
         "blank-top", "blank-bottom to-smaller-numbers"),
    _aim("reduce", "Simplify by larger factors", "simplified", "", "composite-common-factor",
         Limits(largest_bottom=24)),
    _aim("which-is-more", "Which is more?", "compared", "like-denominators", "one-bottom-divides coprime-bottoms"),
    _aim("cancel-first", "Cancel before multiplying", "fractions-multiplied",
         "over-a-whole", "cancelling mixed-factor"),
    _aim("divide-by-a-fraction", "Divide by a fraction", "fractions-divided",
         "result-is-whole simplify", "quotient-not-whole mixed-factor"),
    _aim("ragged-places", "Ragged places", "decimals-added", "equal-places", "carry-in-columns ragged-places"),
    _aim("regroup-across-zero", "{regroup} across zero", "decimals-subtracted",
         "equal-places", "regroup-in-columns regroup-across-zero", Limits(places=3)),
    _aim("longer-is-not-larger", "Longer is not larger", "decimals-compared",
         "equal-places", "ragged-places longer-is-smaller", Limits(places=3), pair=True),
    _aim("what-is-left", "What is left", "divided-with-remainder", "", "beyond-the-tables zero-in-quotient"),
    _aim("move-the-digits", "Move the digits", "by-powers-of-ten", "multiplying", "dividing zeros-to-write"),
    _aim("decimal-by-decimal", "A decimal by a decimal", "decimals-multiplied", "",
         "decimal-by-decimal zeros-in-front"),
    _aim("by-a-decimal", "Divide by a decimal", "decimals-divided", "zero-in-quotient", "goes-on decimal-divisor"),
    _aim("to-decimals-and-percents", "Fractions as decimals and percents", "fractions-decimals-percents",
         "fraction-to-decimal", "to-percent to-tenths-first"),
    _aim("percents-of-amounts", "Percents by tens and fives", "percents-of-amounts", "",
         "tens-and-fives raised-or-lowered"),
    _aim("brackets-first", "Brackets first", "order-of-operations", "multiplying", "dividing brackets"),
    _aim("order-with-fractions", "The order, with fractions", "order-of-operations",
         "multiplying", "brackets fractions-in-it"),
    _aim("estimate-only", "Only estimated", "estimated", "", "decimals multiplying"),
)  # fmt: skip

AIM = {a.id: a for a in AIMS}
