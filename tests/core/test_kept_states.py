"""What a process keeps costs only time to lose: worked afresh, and after much else, everything is the same."""

import unittest

from keen_slate.core.diagnosis.second_look import SecondLook, look_twice
from keen_slate.core.machine.engine import due_in
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.marking.methods import derived
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.last import known_for_the_last
from keen_slate.core.reading.reading import read
from keen_slate.core.rules.listing import right_derivation
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL, work

ITEMS = (
    "5 1/6 − 2 5/6", "6 1/4 − 2 5/6", "2/3 + 3/4", "14.2 − 6.35", "2 1/2 × 1 3/5", "7236 ÷ 12", "2 × (3 + 4)",
    "2/3 = ?/12", "compare 2/3 and 3/4", "1 1/2 + 0.75", "3 m 40 cm − 1 m 65 cm",
)  # fmt: skip
SCHOOLS = tuple(
    school_from(FACETS, chosen)
    for chosen in ({}, {"subtracting": "improper", "adding": "improper"}, {"denominators": "product"})
)


def told(look: SecondLook) -> tuple[object, ...]:
    wrong = [(w.mistake, text_of(w.answer), [text_of(s.after) for s in w.derivation.steps]) for w in look.likely_wrong]
    return wrong, look.right_by_luck, [n.mistake for n in look.no_answer], [w.mistake for w in look.form_only]


def afresh(text: str, school: School) -> tuple[object, ...]:
    for kept in (look_twice, due_in):
        kept.cache_clear()
    return told(look_twice(read(text), school))


class Kept(unittest.TestCase):
    def test_a_look_is_the_same_afresh_and_after_all_others(self) -> None:
        alone = {(text, school): afresh(text, school) for text in ITEMS for school in SCHOOLS}
        look_twice.cache_clear()
        for (text, school), found in reversed(alone.items()):  # states of every item and school are kept now
            self.assertEqual(told(look_twice(read(text), school)), found, text)

    def test_a_school_never_goes_on_with_the_states_of_another(self) -> None:
        for text in ITEMS:
            due_in.cache_clear()
            first = [[text_of(n.expr) for n in work(read(text), school).lines] for school in SCHOOLS]
            again = [[text_of(n.expr) for n in work(read(text), school).lines] for school in reversed(SCHOOLS)]
            self.assertEqual(first, again[::-1], text)

    def test_the_right_derivation_is_found_once_for_the_working_and_the_look(self) -> None:
        for text in ITEMS:
            right_derivation.cache_clear()
            look_twice.cache_clear()
            problem = read(text)
            worked = work(problem).derivation
            look = look_twice(problem)
            derived(problem.expr, DEFAULT_SCHOOL)
            self.assertEqual(right_derivation.cache_info().misses, 1, text)
            for wrong in look.likely_wrong:
                begun = [s for s in wrong.derivation.steps if not s.by_mistake][:1]
                if begun and begun[0].before == worked.start and not wrong.derivation.steps[0].by_mistake:
                    self.assertIs(begun[0], worked.steps[0], "what comes before a mistake is shared")

    def test_a_mistake_is_never_taken_from_what_is_kept_of_the_right_one(self) -> None:
        """Nor the other way round, in whatever order they are asked for."""
        for text in ITEMS:
            problem = read(text)
            right = [text_of(line.expr) for line in work(problem).lines]
            for wrong in look_twice(problem).likely_wrong[:4]:
                with_it = work(problem, mistake=BY_ID[wrong.mistake])
                self.assertTrue(with_it.derivation.struck, (text, wrong.mistake))
                self.assertEqual(text_of(with_it.answer), text_of(wrong.answer))
                self.assertEqual([text_of(line.expr) for line in work(problem).lines], right)

    def test_what_is_known_of_the_last_is_not_told_of_another_that_is_equal(self) -> None:
        counted: list[list[int]] = []

        @known_for_the_last
        def length(given: list[int]) -> int:
            counted.append(given)
            return len(given)

        one, other = [1, 2], [1, 2]
        self.assertEqual([length(g) for g in (one, one, other, one)], [2, 2, 2, 2])
        self.assertEqual(len(counted), 3, "looked at again wherever it is another thing")


if __name__ == "__main__":
    unittest.main()
