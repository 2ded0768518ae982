"""Where an answer is called certain before it is worked out, it is what working it out gives."""

import unittest
from random import Random
from unittest.mock import patch

from bench.bag import bag
from keen_slate.core.diagnosis.certain import can_come_again, is_of_fractions, is_sum_of_decimals
from keen_slate.core.diagnosis.search import Search, States, own_ways
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import decimal_or_number, evaluate, number_for
from keen_slate.core.reading.reading import read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.core.test_second_look import school_drawn


def ends(text: str, school: School) -> set[tuple[str, tuple[str, ...]]]:
    """Every end of one fault, or of none, with a slip or without."""
    states = States()
    found = Search(read(text).expr, school, states).ends(1, slip=True)
    return {(text_of(states.exprs[end]), tuple(sorted(causes))) for end, causes in found}


class Ends(unittest.TestCase):
    def test_a_search_that_goes_to_every_end_finds_the_same(self) -> None:
        texts = (
            "5 1/6 − 2 5/6",
            "8 1/6 − 2 3/8",
            "8/8 + 1/2",
            "4 × (2 5/8 − 1/2)",
            "3 4/12 + 1 7/20 − 2",
            *bag(20, seed=21),
        )
        quick = 0
        for text in texts:
            for way in own_ways(read(text).expr, DEFAULT_SCHOOL):
                found = ends(text, way)
                with patch.object(Search, "_finished", lambda *_: None):
                    self.assertEqual(found, ends(text, way), f"{text} under {way}")
                quick += len(found)
        self.assertGreater(quick, 1500)

    def test_the_form_of_an_answer(self) -> None:
        """Of fractions, and of decimals that are added, as every school writes it at the end."""
        random = Random(6)
        fractions = decimals = 0
        for text in (
            *bag(80, seed=6),
            "0.5 + 0.50",
            "2.4 − 0.4",
            "3 − 2.75 + 1.25",
            "−(1/2 + 1/3)",
            "2 − 5",
            "1.2 − 3",
        ):
            expr = read(text).expr
            if is_of_fractions(expr):
                fractions += 1
                form = number_for(evaluate(expr))
            elif is_sum_of_decimals(expr):
                decimals += 1
                form = decimal_or_number(evaluate(expr))
            else:
                continue
            for school in (DEFAULT_SCHOOL, school_drawn(random)):
                self.assertEqual(text_of(work(read(text), school).answer), text_of(form), text)
        self.assertGreater(fractions, 40)
        self.assertGreater(decimals, 10)


class Again(unittest.TestCase):
    def can(self, mistake: str, text: str, **school: str) -> bool:
        return can_come_again(BY_ID[mistake], read(text).expr, school_from(FACETS, school))

    def test_pieces_of_one_size_are_not_renamed_again(self) -> None:
        self.assertFalse(self.can("rename-bottom-only", "2/12 + 5/12"))
        self.assertFalse(self.can("rename-bottom-only", "4 × (2 5/8 − 3 1/8 + 2)"))
        self.assertTrue(self.can("rename-bottom-only", "2/12 + 5/8"))
        self.assertTrue(self.can("rename-bottom-only", "(1/2 + 1/2) × (1/3 + 1/3)"))
        self.assertTrue(self.can("rename-bottom-only", "3 + 2"))

    def test_but_a_whole_that_is_made_improper_among_them_is(self) -> None:
        self.assertTrue(self.can("rename-bottom-only", "3 + 5/12 + 2/12", adding="improper"))
        self.assertTrue(self.can("rename-bottom-only", "3 5/12 − 2/12", subtracting="rest-improper"))
        self.assertTrue(self.can("rename-bottom-only", "5/1 + 2/12", adding="improper"))
        self.assertFalse(self.can("rename-bottom-only", "5/12 + 2/12", adding="improper"))

    def test_where_the_part_is_enough_nothing_is_regrouped(self) -> None:
        self.assertFalse(self.can("regroup-ten", "5 7/12 − 2 3/12"))
        self.assertTrue(self.can("regroup-ten", "5 1/12 − 2 3/12"))
        self.assertTrue(self.can("regroup-ten", "5 7/12 − 2 3/8"))
        self.assertTrue(self.can("regroup-ten", "5 7/12 − 2 3/12", subtracting="count-back"))

    def test_where_no_mixed_number_is_left_none_is_made_improper(self) -> None:
        self.assertFalse(self.can("whole-plus-top", "7/2 × 3/4"))
        self.assertTrue(self.can("whole-plus-top", "3 1/2 × 3/4"))
        self.assertTrue(self.can("whole-plus-top", "(3/2 + 1/2) × 3/4"))

    def test_decimals_of_one_length_stay_so(self) -> None:
        self.assertFalse(self.can("placeholder-on-wrong-side", "2.50 − 1.25"))
        self.assertTrue(self.can("placeholder-on-wrong-side", "2.5 − 1.25"))

    def test_what_is_made_once_is_not_made_again(self) -> None:
        once = next(m for m in BY_ID.values() if not m.every)
        self.assertFalse(can_come_again(once, read("5 1/12 − 2 3/8").expr, DEFAULT_SCHOOL))


if __name__ == "__main__":
    unittest.main()
