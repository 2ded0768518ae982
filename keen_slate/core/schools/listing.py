"""Every facet on which schools differ, in the order in which the work meets them.

To add a choice: list it here, give a rule (or a plan) that names it in ``rules/``, and its words in
``wording/names.py``. A choice that does not fit every problem is given ``refuses``, which says why it cannot.
"""

from keen_slate.core.machine.school import Choice, Facet
from keen_slate.core.schools import refusing

FACETS = (
    Facet("questions", (Choice("asked"), Choice("unasked"))),
    Facet("negatives", (Choice("known"), Choice("not-yet"))),
    Facet("reduce-first", (Choice("no"), Choice("yes"))),
    Facet("make-a-whole", (Choice("no"), Choice("first", refusing.no_whole_to_make))),
    Facet(
        "denominators",
        (
            Choice("list-multiples"),
            Choice("keep-one", refusing.no_bottom_to_keep),
            Choice("prime-factors"),
            Choice("product"),
            Choice("cross-products", refusing.cross_products_need_two),
        ),
    ),
    Facet("adding", (Choice("wholes-first"), Choice("fractions-first"), Choice("improper"))),
    Facet(
        "subtracting",
        (
            Choice("regroup"),
            Choice("improper"),
            Choice("count-back", refusing.count_back_needs_like_parts),
            Choice("negative-part", refusing.negatives_not_yet),
            Choice("count-up"),
            Choice("same-change"),
        ),
    ),
    Facet("regrouping", (Choice("shortcut"), Choice("beside"), Choice("pulled-over"))),
    Facet("wholes-out", (Choice("as-pieces"), Choice("division"))),
    Facet("simplifying", (Choice("greatest-factor"), Choice("step-by-step"))),
    Facet("multiplying", (Choice("reduce-after"), Choice("cancel-first"))),
    Facet("dividing", (Choice("reciprocal"), Choice("common-denominator"))),
    Facet("decimal-products", (Choice("whole-numbers"), Choice("fractions"))),
    Facet("decimal-fractions", (Choice("reduce-at-end"), Choice("reduce-at-once"))),
    Facet("mixed-kinds", (Choice("fractions"), Choice("decimals", refusing.a_decimal_never_ends))),
    Facet("signs", (Choice("as-written"), Choice("add-opposite", refusing.negatives_not_yet))),
)
