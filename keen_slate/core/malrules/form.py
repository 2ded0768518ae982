"""Faults of form that no procedure leads to: they are seen in the answer itself."""

from keen_slate.core.curriculum.places import DECIMAL_NOTATION, DECIMAL_PRODUCTS, LIKE_MIXED
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.mistakes import Mistake

OTHER_FORM_THAN_ASKED = Mistake(
    id="other-form-than-asked",
    name="Another form than was asked for",
    belief="the value is what counts",
    shows="A fraction where a decimal was asked for, and the like.",
    question="What form does the question ask for?",
    picture="strips",
    met=LIKE_MIXED,
    source=PRACTICE,
)
IMPROPER_LEFT = Mistake(
    id="improper-left",
    name="An {improper} fraction where a mixed number is required",
    belief="the fraction is the answer, however many wholes are in it",
    shows="The answer is more than one whole and stands as one fraction.",
    question="How many wholes are in it?",
    picture="discs",
    met=LIKE_MIXED,
    source=PRACTICE,
)
REMAINDER_LEFT = Mistake(
    id="remainder-left",
    name="A remainder left over",
    belief="what does not go in is left over and only told",
    shows="A quotient stands with its remainder beside it: 17 ÷ 5 = 3 r 2.",
    question="Can you share out what is left as well?",
    picture="strips",
    met=DECIMAL_PRODUCTS,
    source=PRACTICE,
)
LABEL_MISSING = Mistake(
    id="label-missing",
    name="The label missing",
    belief="the number is the answer",
    shows="The amount has no unit.",
    question="Of what?",
    picture="bars",
    met=DECIMAL_NOTATION,
    source=PRACTICE,
)

OTHER_UNIT = Mistake(
    id="other-unit",
    name="Another unit of the same kind",
    belief="any unit of the kind will do",
    shows="The amount is right, in another unit than the problem's.",
    question="In which unit was it asked?",
    picture="bars",
    met=DECIMAL_NOTATION,
    source=PRACTICE,
)
WRONG_UNIT = Mistake(
    id="wrong-unit",
    name="A wrong unit",
    belief="the unit is only written behind",
    shows="The number is right, its unit measures something else.",
    question="What is measured here: a length, a mass, a time?",
    picture="bars",
    met=DECIMAL_NOTATION,
    source=PRACTICE,
)
MULTIPLIER_WITH_UNIT = Mistake(
    id="multiplier-with-unit",
    name="The multiplier given the unit of what is multiplied",
    belief="every number of a calculation has the unit of its result",
    shows="How many times is written as an amount of what is taken so many times.",
    question="Which number says how much, and which how many times?",
    picture="bars",
    met=DECIMAL_NOTATION,
    source=PRACTICE,
)

FAULTS = (
    OTHER_FORM_THAN_ASKED,
    IMPROPER_LEFT,
    REMAINDER_LEFT,
    LABEL_MISSING,
    OTHER_UNIT,
    WRONG_UNIT,
    MULTIPLIER_WITH_UNIT,
)
