"""What is certain of an answer before it is worked out: its form, and that a mistake cannot be made again.

The right rules change no value, and a value is written in one way as an answer. So where a mistake cannot be made
again, the answer is known from the state to which it led.
"""

from keen_slate.core.machine.engine import MalRule
from keen_slate.core.machine.school import School
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole, whole_and_part
from keen_slate.core.problem.tree import (
    CrossProducts,
    Expr,
    Group,
    Negative,
    Product,
    Split,
    Sum,
    children,
    is_numeral,
    ratio,
    walk,
)

MADE_IMPROPER = (("adding", "improper"), ("subtracting", "improper"), ("subtracting", "rest-improper"))
"""The choices under which a whole in a sum can become a fraction."""

LOOKED_AT = frozenset(facet for facet, _ in MADE_IMPROPER) | {"subtracting"}
"""The facets of a school on which it depends whether a mistake can be made again."""

RENAMING = frozenset(("rename", "look-for-blanks"))
REGROUPING = frozenset(("regroup", "look-for-blanks"))
LENGTHENING = frozenset(("equal-length",))
IMPROPER = frozenset(("to-improper", "write-improper"))
FRACTIONS = frozenset((CommonFraction, MixedNumber))
_DECIMALS = frozenset((DecimalNumeral,))
_SIMPLE = frozenset((CommonFraction,))
_IMPROPER = frozenset((CommonFraction, Whole))
_WITH_WHOLES = FRACTIONS | {Whole}
_OF_FRACTIONS = FRACTIONS | {Whole, Sum, Product, Negative, Group, Split, CrossProducts}


def can_come_again(mistake: MalRule, expr: Expr, school: School) -> bool:
    """Whether the mistake could be made once more on the way from here, as far as is seen at once.

    Pieces of one size are not renamed again, unless a whole is made improper among them; where the part is enough
    nothing is regrouped; where no mixed number is left none is made improper; and decimals of one length stay so.
    """
    if not mistake.every:
        return False
    if RENAMING.issuperset(mistake.goals):
        improper = any(school[facet] == choice for facet, choice in MADE_IMPROPER)
        return not _is_of_one_size(expr, _SIMPLE if improper else _WITH_WHOLES)
    if REGROUPING.issuperset(mistake.goals):
        return school["subtracting"] != "regroup" or not _is_enough(expr)
    if LENGTHENING.issuperset(mistake.goals):
        return not _is_of_one_size(expr, _DECIMALS)
    if IMPROPER.issuperset(mistake.goals):
        return any(type(part) is not Product and type(part) not in _IMPROPER for part in walk(expr))
    return True


def _is_enough(expr: Expr) -> bool:
    """Two mixed numbers or fractions in pieces of one size, of which the first has pieces enough."""
    if not _is_of_one_size(expr, FRACTIONS):
        return False
    parts = [whole_and_part(n)[1] for n in _added(expr) if is_numeral(n)]
    pieces = [part.numerator for part in parts if part is not None]
    return len(pieces) == 2 and pieces[0] >= pieces[1]


def _added(expr: Expr) -> tuple[Expr, ...]:
    """What is added in the only sum of an expression; nothing where there is none, or more."""
    sums = [part for part in walk(expr) if type(part) is Sum]
    return children(sums[0]) if len(sums) == 1 else ()


def _is_of_one_size(expr: Expr, kinds: frozenset[type]) -> bool:
    """Whether in the one sum there is such numbers stand in pieces, or places, of one size."""
    numbers = _added(expr)
    sizes = {ratio(n)[1] for n in numbers if type(n) is not Whole}
    return kinds.issuperset(map(type, numbers)) and len(sizes) == 1


def is_sum_of_decimals(expr: Expr) -> bool:
    """Decimals, with wholes among them, or the opposite of that: what comes of it is a decimal, or a whole."""
    while isinstance(expr, (Negative, Group)):
        (expr,) = children(expr)
    kinds = set(map(type, children(expr))) if type(expr) is Sum else set()
    return DecimalNumeral in kinds and kinds <= {DecimalNumeral, Whole}


def is_of_fractions(expr: Expr) -> bool:
    """Whether nothing but wholes and fractions is calculated with, and no decimal is to come of it."""
    parts = list(walk(expr))
    if not _OF_FRACTIONS.issuperset(map(type, parts)):
        return False
    return not any(isinstance(e, Product) and "decimal" in e.marks for e in parts)
