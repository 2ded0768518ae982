"""Where published curricula place the work in which a demand or a mistake is met.

Two are named: the Common Core State Standards for Mathematics (2010) by standard and grade, and England's national
curriculum, mathematics programmes of study (2013), by year. All places are from memory. A demand that neither names
(how a regrouping is seen, ragged places) stands where the work it belongs to stands.
"""

from keen_slate.core.values import frozen

CCSS = "Common Core State Standards for Mathematics (2010), from memory"
ENGLAND = "England, national curriculum, mathematics programmes of study (2013), from memory"
KEY_STAGE_3 = 7
"""Years 7 to 9 are one programme."""


@frozen
class Place:
    """A standard's code with its grade, and the year in England (7 stands for key stage 3)."""

    standard: str
    year: int

    @property
    def grade(self) -> int:
        return int(self.standard[0])


FRACTIONS = Place("3.NF.A.1", 3)
FRACTIONS_ON_LINES = Place("3.NF.A.2", 3)
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
REMAINDERS = Place("4.NBT.B.6", 5)
DECIMAL_QUOTIENTS = Place("6.NS.B.3", 6)
POWERS_OF_TEN = Place("5.NBT.A.2", 5)
REPEATING = Place("7.NS.A.2d", KEY_STAGE_3)
RATIONALS = Place("7.NS.A.1", KEY_STAGE_3)
PERCENTS = Place("6.RP.A.3c", 6)
EQUATIONS = Place("6.EE.B.7", 6)
POWERS = Place("6.EE.A.1", KEY_STAGE_3)
ESTIMATE = Place("5.NF.A.2", 6)


def place_text(place: Place) -> str:
    """Where two curricula place something: the standard and grade of one, the year of the other.

    >>> place_text(Place("5.NF.A.1", 6))
    'CCSS 5.NF.A.1 (grade 5), England year 6'
    """
    year = "key stage 3" if place.year >= KEY_STAGE_3 else f"year {place.year}"
    return f"CCSS {place.standard} (grade {place.grade}), England {year}"


STORIES = Place("4.OA.A.2", 4)
STORIES_IN_STEPS = Place("4.OA.A.3", 5)
STORY_REMAINDERS = Place("4.OA.A.3", 6)
UNITS_CONVERTED = Place("5.MD.A.1", 5)
