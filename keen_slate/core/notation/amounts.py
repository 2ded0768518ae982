"""An amount in running text: its number, its unit in the number that agrees, and words that go by it."""

from fractions import Fraction

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.notation.units import MONEY, one_and_many, with_article
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.tree import Expr, evaluate

PART_OF = "of"
"""The unit of a fraction of something, ``2/3 of``; a percentage has none."""
TIMES = "times"
"""The unit of a number of times as much."""
BARE = ("", PART_OF, TIMES)
"""Units of numbers that measure nothing by themselves."""


def amount_text(number: Expr, unit: str, manner: Manner = USUAL_MANNER) -> str:
    """As it stands in a sentence.

    >>> from keen_slate.core.numbers.forms import Whole
    >>> amount_text(Whole(1), "boards"), amount_text(CommonFraction(3, 4), "hours"), amount_text(Whole(3), "£")
    ('1 board', '3/4 of an hour', '£3')
    """
    plain = manner.labelled("")
    if not unit:
        return text_of(number, plain)
    if unit in MONEY:
        return text_of(number, manner.labelled(unit))
    if unit in (TIMES, PART_OF):
        return f"{text_of(number, plain)} {unit}"
    one, many = one_and_many(unit)
    shown, value = text_of(number, plain), evaluate(number)
    if one == many:
        return f"{shown} {unit}"
    if isinstance(number, CommonFraction) and 0 < value < 1:
        return f"{shown} of {with_article(one)}"
    return f"{shown} {one if value == 1 and not isinstance(number, MixedNumber) else many}"


def agreeing(value: Fraction, one: str, many: str) -> str:
    """The word that goes by a number: ``1 is left``, ``2 are left``. What is at most one thing is one."""
    return one if 0 < value <= 1 else many
