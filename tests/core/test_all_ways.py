"""All ways of a problem share what they have in common: each must be what its school, worked anew, gives."""

import unittest
from random import Random

from bench.bag import bag
from keen_slate.core.machine.engine import under
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.machine.side_work import PrimeFactors, SetOut
from keen_slate.core.problem.tree import Chain
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.schools.listing import FACET, FACETS
from keen_slate.core.working.boards.listing import board_beside, boards_of
from keen_slate.core.working.comparing import recommend
from keen_slate.core.working.ways import WaysOfFacet, ways_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, work
from tests.core.test_second_look import items, school_drawn


def as_written(working: Working) -> list[object]:
    return [(line.expr, line.said) for line in working.lines]


def seen(working: Working) -> object:
    """All that a class sees of it, drawn from nothing."""
    school = working.derivation.school
    beside = [
        [board_beside(s, school, 0).strokes if isinstance(s, (SetOut, PrimeFactors)) else s for s in line.side]
        for line in working.lines
    ]
    return as_written(working), beside, [board.strokes for board in boards_of(working.derivation)]


class EveryWay(unittest.TestCase):
    def compare(self, problem: Problem, school: School) -> None:
        text = problem.text()
        in_force = seen(work(problem, school))
        for found in ways_of(problem, school):
            anew = {
                c.id: work(problem, school_from(FACETS, school.as_dict() | {found.facet.id: c.id}))
                for c in found.facet.choices
            }
            self.assertEqual([way.choice.id for way in found.ways], list(anew))
            for way in found.ways:
                whole, named = anew[way.choice.id], f"{text}: {found.facet.id} {way.choice.id}"
                self.assertEqual(way.refused, whole.refused, named)
                self.assertEqual(way.working.cost, whole.cost, named)
                self.assertEqual(as_written(way.working), as_written(whole), named)
            self.assertEqual(found.matters, any(seen(w) != in_force for w in anew.values()), text)
            self.check_recommended(found, anew, text)

    def check_recommended(self, found: WaysOfFacet, anew: dict[str, Working], text: str) -> None:
        """It beats those before it in the list and no later one beats it."""
        best = found.recommended.id if found.recommended is not None else found.facet.default
        self.assertEqual(found.recommended is None, found.why is None)
        later = list(anew)[list(anew).index(best) + 1 :]
        for other in later:
            self.assertNotEqual(recommend(anew[best], anew[other])[0], 1, f"{text}: {other} beats {best}")

    def test_of_every_kind_of_item_under_schools_drawn(self) -> None:
        random = Random(4)
        for problem in items(4)[::4]:
            for school in (DEFAULT_SCHOOL, school_drawn(random)):
                self.compare(problem, school)

    def test_with_a_bottom_that_the_teacher_names(self) -> None:
        for text in ("1/4 + 5/6 in 24ths", "2 1/3 − 1/2 in 12ths"):
            problem = read(text)
            self.assertTrue(problem.common, text)
            self.compare(problem, DEFAULT_SCHOOL)

    def test_a_choice_matters_where_only_what_is_drawn_differs(self) -> None:
        """Short division writes less beside the same lines; where nothing is divided it does not matter."""
        matters = {w.facet.id: w.matters for w in ways_of(read("7236 ÷ 12"))}
        self.assertTrue(matters["long-quotients"])
        matters = {w.facet.id: w.matters for w in ways_of(read("1/4 + 5/6"))}
        self.assertFalse(matters["long-quotients"])
        self.assertTrue(matters["denominators"])

    def test_what_is_shared_is_worked_once(self) -> None:
        workings = {id(way.working) for found in ways_of(read("5 1/6 − 2 5/6")) for way in found.ways}
        choices = sum(len(facet.choices) for facet in FACETS)
        self.assertLess(len(workings), choices / 2)


class Turned(unittest.TestCase):
    def test_another_school_goes_on_from_any_step(self) -> None:
        random = Random(8)
        for text in bag(24, seed=8):
            problem = read(text)
            right = work(problem).derivation
            other = work(problem, school_drawn(random)).derivation.school
            for steps in range(len(right.steps) + 1):
                turned = MACHINE.turned(right, steps, other)
                self.assertEqual(turned.steps[:steps], right.steps[:steps])
                state = right.steps[steps - 1].after if steps else right.start
                self.assertEqual(turned.steps[steps:], MACHINE.derive(state, other).steps)
            self.assertEqual(MACHINE.turned(right, 0, right.school, (right.end,).__contains__).end, right.end)

    def test_what_is_met_at_the_end_has_nothing_left_to_do(self) -> None:
        for problem in items(6)[:60]:
            if isinstance(problem.expr, Chain):
                continue
            derivation = work(problem).derivation
            bound = under(MACHINE, derivation.school)
            met = bound.goals_met(derivation.end)
            self.assertEqual(met[0], "answer")
            self.assertIn(met[-1], bound.plans)
            for step in derivation.steps:
                self.assertEqual(bound.goals_met(step.before), tuple(goal.id for goal in step.goals))

    def test_choosing_changes_one_choice(self) -> None:
        for facet in FACETS:
            for choice in facet.choices:
                chosen = DEFAULT_SCHOOL.choosing(facet.id, choice.id)
                self.assertEqual(chosen, school_from(FACETS, {facet.id: choice.id}))
                self.assertEqual(chosen is DEFAULT_SCHOOL, choice.id == FACET[facet.id].default)


if __name__ == "__main__":
    unittest.main()
