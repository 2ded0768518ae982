"""What a way of working costs, recounted from its printed lines alone."""

import re
import unittest

from hypothesis import given

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.comparing import compare_schools
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.generated import sums
from tests.support.searching import searched


class Costs(unittest.TestCase):
    @searched(250)
    @given(sums(), SCHOOLS)
    def test_lines_and_largest_number(self, text: str, school: School) -> None:
        working = work(read(text), school)
        written = [text_of(line.expr) for line in working.lines[1:] if not line.is_question]
        self.assertEqual(working.cost.lines, len(written))
        numbers = [int(n) for line in (text_of(working.lines[0].expr), *written) for n in re.findall(r"\d+", line)]
        self.assertEqual(working.cost.largest, max(numbers))

    @searched(120)
    @given(sums(most=3), SCHOOLS, SCHOOLS)
    def test_both_ways_come_to_one_answer_and_the_recommended_one_is_not_beaten_on_every_count(
        self, text: str, first: School, second: School
    ) -> None:
        compared = compare_schools(read(text), first, second)
        a, b = compared.first.cost, compared.second.cost
        possible = bool(compared.first.refused) == bool(compared.second.refused)
        if compared.recommended is not None and possible:
            mine, others = (a, b) if compared.recommended == 0 else (b, a)
            worse = (
                mine.writing > others.writing,
                mine.largest > others.largest,
                mine.large_facts > others.large_facts,
            )
            self.assertFalse(all(worse), text)

    # By hand: the multiples listed, the factor pairs written, the facts beyond the tables.
    BY_HAND = (
        # 4 8 12 and 6 12; 1/4 × 3/3 and 5/6 × 2/2 (4 numbers)
        ("1/4 + 5/6", {"denominators": "list-multiples"}, 9, 0),
        ("1/4 + 5/6", {"denominators": "product"}, None, 0),
        # 7 × 13 and 5 × 13 in 7/13 + 5/7: the multipliers are 7 and 13
        ("3/13 + 5/7", {"denominators": "product"}, None, 2),
    )

    def test_side_work_counts(self) -> None:
        for text, school, beside, facts in self.BY_HAND:
            cost = work(read(text), school_from(FACETS, school)).cost
            if beside is not None:
                self.assertEqual(cost.beside, beside, text)
            self.assertEqual(cost.large_facts, facts, text)

    def test_advice_rests_on_what_is_written_beside(self) -> None:
        listing, product = (school_from(FACETS, {"denominators": c}) for c in ("list-multiples", "product"))
        compared = compare_schools(read("2/9 + 3/7"), listing, product)
        self.assertEqual(compared.recommended, 1)
        self.assertEqual(compared.why.id, "recommend-less-beside")
