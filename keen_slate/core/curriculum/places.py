"""Where published curricula place what an item demands.

Two are named: the Common Core State Standards for Mathematics (2010) by standard and grade, and England's national
curriculum, mathematics programmes of study (2013), by year. All places are from memory. A demand that neither names
(how a regrouping is seen, ragged places) stands where the work it belongs to stands.
"""

from dataclasses import dataclass

CCSS = "Common Core State Standards for Mathematics (2010), from memory"
ENGLAND = "England, national curriculum, mathematics programmes of study (2013), from memory"
KEY_STAGE_3 = 7
"""Years 7 to 9 are one programme."""


@dataclass(frozen=True, slots=True)
class Place:
    """A standard's code with its grade, and the year in England (7 stands for key stage 3)."""

    standard: str
    year: int

    @property
    def grade(self) -> int:
        return int(self.standard[0])


LIKE = Place("4.NF.B.3a", 4)
LIKE_MIXED = Place("4.NF.B.3c", 5)
UNLIKE = Place("5.NF.A.1", 6)
ONE_DIVIDES = Place("5.NF.A.1", 5)
DECIMAL_SUMS = Place("5.NBT.B.7", 5)
OPERATIONS = Place("5.OA.A.1", 6)
BELOW_ZERO = Place("7.NS.A.1", KEY_STAGE_3)
EQUIVALENT = Place("4.NF.A.1", 4)
TIMES_FRACTION = Place("5.NF.B.4", 6)
TIMES_MIXED = Place("5.NF.B.6", KEY_STAGE_3)
BY_FRACTION = Place("6.NS.A.1", KEY_STAGE_3)
COMPARE = Place("4.NF.A.2", 6)
COMPARE_DECIMALS = Place("4.NF.C.7", 4)
DECIMAL_NOTATION = Place("4.NF.C.6", 4)
ROUND_DECIMALS = Place("5.NBT.A.4", 5)
MIXED_FORMS = Place("4.NF.B.3b", 5)
DECIMAL_PRODUCTS = Place("5.NBT.B.7", 6)
REPEATING = Place("7.NS.A.2d", KEY_STAGE_3)
RATIONALS = Place("7.NS.A.1", KEY_STAGE_3)
PERCENTS = Place("6.RP.A.3c", 6)
EQUATIONS = Place("6.EE.B.7", 6)
POWERS = Place("6.EE.A.1", KEY_STAGE_3)
ESTIMATE = Place("5.NF.A.2", 6)

PLACES: dict[str, Place] = {
    "like-denominators": LIKE, "unlike-denominators": UNLIKE, "one-bottom-divides": ONE_DIVIDES,
    "bottoms-share-a-factor": UNLIKE, "coprime-bottoms": UNLIKE, "large-common-bottom": UNLIKE, "makes-a-whole": LIKE,
    "carry": LIKE_MIXED, "regroup": LIKE_MIXED, "bare-whole-minuend": LIKE_MIXED, "regroup-after-renaming": UNLIKE,
    "regroup-leaves-nothing": LIKE_MIXED, "simplify": EQUIVALENT, "result-is-whole": LIKE_MIXED,
    "improper-input": MIXED_FORMS, "three-terms": UNLIKE, "multiplying": TIMES_FRACTION, "cancelling": TIMES_FRACTION,
    "mixed-factor": TIMES_MIXED, "dividing": BY_FRACTION, "decimals": DECIMAL_NOTATION, "equal-places": DECIMAL_SUMS,
    "ragged-places": DECIMAL_SUMS, "carry-in-columns": DECIMAL_SUMS, "regroup-in-columns": DECIMAL_SUMS,
    "regroup-across-zero": DECIMAL_SUMS, "unlike-kinds": RATIONALS, "several-operations": OPERATIONS,
    "brackets": OPERATIONS, "nested-brackets": OPERATIONS, "told-in-words": UNLIKE, "comparing": COMPARE,
    "converting": MIXED_FORMS, "rounding": ROUND_DECIMALS, "blanks": EQUIVALENT, "negative-input": BELOW_ZERO,
    "negative-result": BELOW_ZERO,
}  # fmt: skip
"""Where each demand is first met."""


def place_of(demands: tuple[str, ...]) -> Place | None:
    """Where an item stands: where the latest of its demands stands; None for an item without demands.

    >>> place_of(("like-denominators", "regroup")).standard
    '4.NF.B.3c'
    """
    places = [PLACES[d] for d in demands]
    return max(places, key=lambda p: (p.grade, p.year), default=None)


MET: dict[str, Place] = {
    mistake: place
    for place, mistakes in (
        (LIKE, ("add-tops-and-bottoms",)),
        (UNLIKE, (
            "rename-bottom-only", "larger-bottom-tops-left", "multiply-bottoms-add-tops", "add-same-to-both",
            "multipliers-swapped", "multiple-of-one-only", "cancel-across-plus", "order-of-the-text",
        )),
        (LIKE_MIXED, (
            "part-left-improper", "whole-left-as-fraction", "whole-not-carried", "whole-counted-twice",
            "wholes-forgotten", "fractions-dropped", "smaller-part-from-larger", "regroup-ten", "whole-not-reduced",
            "regroup-one-piece", "pieces-replace-part", "needless-regroup", "lower-part-brought-down",
            "bare-whole-kept", "wholes-paid-with-bottom", "other-form-than-asked",
        )),
        (MIXED_FORMS, ("whole-plus-top", "whole-times-top", "quotient-remainder-swapped")),
        (EQUIVALENT, (
            "divide-top-only", "divided-differently", "whole-divided-along", "stopped-too-early", "not-reduced",
        )),
        (DECIMAL_SUMS, (
            "aligned-at-right-edge", "loose-digit-dropped", "smaller-digit-from-larger", "regrouped-without-paying",
            "across-zero-lost", "sides-apart", "placeholder-on-wrong-side", "zeros-left",
        )),
        (REPEATING, ("repeat-ignored", "repeat-cut-off")),
        (DECIMAL_NOTATION, ("bar-as-point", "place-misnamed", "label-missing")),
        (TIMES_FRACTION, ("whole-multiplies-both", "common-bottom-kept", "neighbouring-fact")),
        (TIMES_MIXED, ("part-by-part",)),
        (BY_FRACTION, ("wrong-one-inverted",)),
        (DECIMAL_PRODUCTS, (
            "point-as-in-addition", "ten-appends-zero", "zero-lost-in-quotient", "remainder-as-decimal",
            "remainder-left",
        )),
        (COMPARE_DECIMALS, ("longer-is-larger", "shorter-is-larger")),
        (COMPARE, ("larger-bottom-is-larger", "smaller-gap-is-larger")),
        (OPERATIONS, (
            "left-to-right", "multiply-before-divide", "add-before-subtract", "grouping-ignored", "wrong-operation",
            "stopped-after-first-step",
        )),
        (PERCENTS, ("percent-sign-put-behind", "percent-one-place")),
        (ROUND_DECIMALS, ("cut-off-not-rounded", "rounded-in-steps")),
        (EQUATIONS, ("sign-seen-is-done",)),
        (POWERS, ("power-as-product",)),
        (BELOW_ZERO, ("smaller-from-larger-number",)),
        (ESTIMATE, ("estimate-whole-forgotten", "estimate-part-to-zero")),
    )
    for mistake in mistakes
}  # fmt: skip
"""The grade and year that first meet each mistake: where the work in which it is made is placed."""
