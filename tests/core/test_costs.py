"""What a way of working costs, recounted from its printed lines alone."""

import re
import unittest

from hypothesis import given

from keen_slate.core.machine.school import School
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import read
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
            worse = (mine.lines > others.lines, mine.largest > others.largest, mine.large_facts > others.large_facts)
            self.assertFalse(all(worse), text)
