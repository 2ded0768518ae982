"""The aim of a set in words, counted on what it holds now."""

from collections.abc import Sequence

from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.laddering.families.listing import FAMILY, family_of
from keen_slate.core.laddering.limits import numbers_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber
from keen_slate.core.reading.reading import Problem
from keen_slate.core.saying import lining_up
from keen_slate.core.saying.say import Say


def aim_of(family: str, new: Sequence[str], items: Sequence[tuple[Problem, Sequence[str]]]) -> Say | None:
    """What of a set is of the family that it was drawn for; ``items`` are its problems, each with its demands. None
    where nothing is of it any more.

    >>> aim_of("mixed-subtracted", ("regroup",), [(read("5 1/6 − 2 5/6"), ("like-denominators", "regroup"))]).get("new")
    (('{regroup}', 1),)
    """
    of_it = [(p, set(demands)) for p, demands in items if (found := family_of(p)) and found.id == family]
    if not of_it:
        return None
    numbers = [n for p, _ in of_it for n in numbers_of(p.expr)]
    return Say.of(
        lining_up.aim,
        items=FAMILY[family].items,
        count=len(of_it),
        new=tuple((DEMAND[d].name, sum(d in demands for _, demands in of_it)) for d in new if d in DEMAND),
        bottom=max((n.denominator for n in numbers if isinstance(n, (CommonFraction, MixedNumber))), default=0),
        places=max((n.places for n in numbers if isinstance(n, DecimalNumeral)), default=0),
        besides=len(items) - len(of_it),
    )
