"""Every sentence in the teacher's words, tested in two vocabularies."""

import re
import unittest
from typing import Any

from hypothesis import given

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.saying.words import VOCABULARY, manner_from
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.core.test_workings_by_hand import cases
from tests.support.generated import expressions
from tests.support.searching import searched

FORMAL = manner_from(
    {
        "regroup": "exchange", "quarter": "fourth", "top": "numerator", "bottom": "denominator",
        "common_bottom": "LCD", "common_multiple": "LCM", "greatest_common_factor": "highest common factor",
        "simplest_form": "lowest terms", "improper": "top-heavy", "over": "out of",
    }
)  # fmt: skip
PLAIN_ONLY = re.compile(
    r"\b(regroup|quarters?|tops?(?!-heavy)|bottoms?|greatest common factor|simplest form|improper)\b", re.I
)


class Vocabularies(unittest.TestCase):
    # By hand: problem, school, rule, the sentence in plain words and in formal ones.
    BY_HAND: tuple[Any, ...] = (
        (
            "6 1/4 − 2 5/6", {}, "list-multiples",
            "Quarters and sixths are different sizes. Twelfths fit both.",
            "Fourths and sixths are different sizes. Twelfths fit both.",
        ),
        (
            "5 1/6 − 2 5/6", {}, "regroup",
            "1/6 is not enough to take 5/6 away. Regroup 1 whole as 6/6: 5 becomes 4, and 1 + 6 = 7.",
            "1/6 is not enough to take 5/6 away. Exchange 1 whole as 6/6: 5 becomes 4, and 1 + 6 = 7.",
        ),
        (
            "4/6", {}, "simplify",
            "Divide top and bottom by 2, their greatest common factor.",
            "Divide numerator and denominator by 2, their highest common factor.",
        ),
        (
            "1/2 + 1/3", {}, "compare-bottoms",
            "Which bottoms change: both, one or neither? Both: neither is a multiple of the other.",
            "Which denominators change: both, one or neither? Both: neither is a multiple of the other.",
        ),
        (
            "2/3 × 4/5", {}, "multiply-fractions",
            "Top times top, bottom times bottom: 2 × 4 = 8, 3 × 5 = 15.",
            "Numerator times numerator, denominator times denominator: 2 × 4 = 8, 3 × 5 = 15.",
        ),
        (
            "2/3 + 1/5", {"denominators": "cross-products"}, "cross-products",
            "Cross products: 2 × 5 + 1 × 3 over 3 × 5.",
            "Cross products: 2 × 5 + 1 × 3 out of 3 × 5.",
        ),
        (
            "0.5 + 1/3", {"decimal-fractions": "reduce-at-once"}, "decimals-as-lowest",
            "Decimals as fractions in simplest form: 0.5 is 1/2.",
            "Decimals as fractions in lowest terms: 0.5 is 1/2.",
        ),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, school, rule, plain, formal in self.BY_HAND:
            with self.subTest(rule=rule):
                said = next(n.said for n in work(read(text), school_from(FACETS, school)).lines if n.rule == rule)
                self.assertEqual((say(said, USUAL_MANNER), say(said, FORMAL)), (plain, formal))

    def test_no_sentence_of_the_hand_workings_keeps_a_plain_word(self) -> None:
        for school, lines in cases():
            for line in work(read(lines[0][0]), school_from(FACETS, school)).lines:
                self.assertIsNone(PLAIN_ONLY.search(say(line.said, FORMAL)), say(line.said, FORMAL))

    @searched(200)
    @given(expressions(), SCHOOLS)
    def test_nor_does_any_other(self, text: str, school: School) -> None:
        try:
            working = work(read(text), school)
        except UnreadableProblem as fault:
            self.assertTrue(say(fault.said, FORMAL))
            return
        for said in [line.said for line in working.lines] + [r.why for r in working.refused]:
            self.assertIsNone(PLAIN_ONLY.search(say(said, FORMAL)), say(said, FORMAL))

    def test_a_word_that_is_not_offered_is_refused_with_those_that_are(self) -> None:
        with self.assertRaises(ValueError) as caught:
            manner_from({"regroup": "steal"})
        self.assertEqual(
            str(caught.exception),
            "There is no regroup=steal. Choose one of: regroup, borrow, rename, exchange.",
        )
        self.assertTrue(all(getattr(USUAL_MANNER, name) == offered[0] for name, offered in VOCABULARY.items()))
