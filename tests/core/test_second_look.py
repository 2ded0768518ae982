"""The second look only goes as far as an answer is known: it must be where the whole working with the mistake ends."""

import unittest
from collections import Counter
from fractions import Fraction
from random import Random

from bench.bag import bag, mixed_sum
from keen_slate.core.diagnosis.second_look import SHORTEST, look_twice
from keen_slate.core.estimating.estimates import Estimate, estimates
from keen_slate.core.machine.engine import EngineFault, Impasse
from keen_slate.core.machine.occasions import Listening, first_occasions, gone_astray, with_mistake
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import BY_ID, MAL_RULES, MISTAKES
from keen_slate.core.marking.methods import derived
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import Chain, Comparison, at_path, evaluate, same_value
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.stories.library import LIBRARY
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.support.anything import Anything

KINDS = (
    "3/7 as a decimal", "0.375 as a fraction", "7/4 as a mixed number", "3 2/5 as an improper fraction", "45% as a fraction",
    "compare 2/3 and 3/4", "order 1/2; 0.4; 45%", "3/4 = ?/12", "2/3 = ?/12 = 10/?", "17 ÷ 5 with a remainder",
    "round 3.456 to 1 place", "estimate 3.9 × 12.2", "simplify 24/36", "3 m 40 cm − 1 m 65 cm", "$4.50 + $2.75",
    "25% of 60", "2^3 + 1/4", "−3/4 + 1/2", "2 − 5", "0.1(6) + 1/2", "12.5 ÷ 0.05", "7236 ÷ 12", "47 × 36", "348 + 275",
    "1003 − 458", "subtract 1/4 from 3/4", "how many 3/4 in 6", "LCM of 6 and 8", "expand 5.207", "8/8 + 1/2", "6 1/8 − 6",
    "40 21/24 − 5 9/20 + 4 2/4 − 5 14/16 + 6 2/3 − 7 4/12", "(1/2 + 1/3) × (3/4 − 1/8)", "2 × (3 + 4) ÷ 1/2",
)  # fmt: skip


def school_drawn(random: Random) -> School:
    return school_from(FACETS, {facet.id: random.choice(facet.choices).id for facet in FACETS})


def items(seed: int) -> list[Problem]:
    """Problems of every kind, usual ones and odd ones."""
    random, made = Random(seed), Anything(seed)
    texts = [*KINDS, *bag(48, seed), *(mixed_sum(n, random) for n in (3, 4, 6)), *(made.problem() for _ in range(120))]
    found = [story.problem for story in LIBRARY[seed % 4 :: 4]]
    for text in texts:
        try:
            found.append(read(text))
        except UnreadableProblem:
            continue
    return found


def many_ways(problem: Problem) -> bool:
    return isinstance(problem.expr, Chain) and solve(problem.expr.sides).count != 1


class WhereTheWholeWorkingEnds(unittest.TestCase):
    def setUp(self) -> None:
        self.seen: Counter[str] = Counter()

    def compare(self, problem: Problem, school: School) -> None:
        text = problem.text()
        look = look_twice(problem, school)
        right = work(problem, school).answer
        answers = {w.mistake: w for w in (*look.likely_wrong, *look.form_only)}
        stuck = {n.mistake: n.said for n in look.no_answer}
        told = [*answers, *stuck, *look.right_by_luck]
        self.assertEqual(len(told), len(set(told)), f"{text}: a mistake is told twice")
        for mistake in MAL_RULES:
            with_it = work(problem, school, mistake)  # from the problem on: nothing in it is cut short
            if not with_it.derivation.struck:
                self.assertNotIn(mistake.id, told, f"{text}: {mistake.id} finds no occasion")
            elif with_it.derivation.impasse is not None:
                self.assertEqual(stuck.get(mistake.id), with_it.derivation.impasse.said, f"{text}: {mistake.id}")
            elif mistake.id in answers:
                wrong = answers[mistake.id]
                self.assertEqual(text_of(wrong.answer), text_of(with_it.answer), f"{text}: {mistake.id}")
                self.assertEqual(wrong.derivation, with_it.derivation, f"{text}: {mistake.id}")
                self.assertEqual([line.expr for line in wrong.working.lines], [line.expr for line in with_it.lines])
                if wrong.value is not None:
                    self.assertEqual(wrong.value, evaluate(with_it.answer))
            else:
                self.assertIn(mistake.id, look.right_by_luck, f"{text}: {mistake.id} is left out")
                if not isinstance(right, (Comparison, Chain)):
                    self.assertTrue(same_value(with_it.answer, right), f"{text}: {mistake.id}")
        for kind, found in (("wrong", look.likely_wrong), ("stuck", stuck), ("form", look.form_only)):
            self.seen[kind] += len(found)

    def test_of_every_kind_of_item_under_schools_drawn(self) -> None:
        for seed in (1, 2):
            random = Random(seed)
            for problem in items(seed):
                if many_ways(problem):
                    continue
                for school in (DEFAULT_SCHOOL, school_drawn(random)):
                    try:
                        self.compare(problem, school)
                    except EngineFault as fault:
                        self.fail(f"{problem.text()}: {fault}")
        self.assertGreater(self.seen["wrong"], 3000)
        self.assertGreater(self.seen["stuck"], 20)
        self.assertGreater(self.seen["form"], 20)

    def test_each_of_the_shortest_choices_alone_leads_to_the_same_answers(self) -> None:
        """Whatever a class writes more, its mistakes end alike."""
        for text in (*bag(16, seed=4), "40 3/4 + 5/6", "5 1/6 − 2 5/6", "48 + 37", "18/24 + 1/3"):
            problem = read(text)
            for facet in (f for f in FACETS if f.id in SHORTEST):
                ends = set()
                for choice in facet.choices:
                    look = look_twice(problem, school_from(FACETS, {facet.id: choice.id}))
                    # A mistake can need a line that only one choice writes; the others must agree on it.
                    ends.add(frozenset((w.mistake, text_of(w.answer)) for w in look.likely_wrong))
                shared = [dict(e) for e in ends]
                for mistake in set.intersection(*(set(e) for e in shared)):
                    self.assertEqual(len({e[mistake] for e in shared}), 1, f"{text}: {mistake} by {facet.id}")

    def test_blanks_that_can_be_filled_in_many_ways_have_no_wrong_answer(self) -> None:
        look = look_twice(read("?/4 + ?/4 = 1"))
        self.assertEqual((look.likely_wrong, look.no_answer, look.right_by_luck, look.form_only), ((), (), (), ()))


class Occasions(unittest.TestCase):
    def test_a_mistake_is_made_where_it_first_can_be(self) -> None:
        """The machine, with the mistake from the start, makes it after as many right steps and writes the same."""
        random = Random(5)
        for problem in items(5)[:70]:
            school = school_drawn(random)
            right = derived(problem.expr, school)
            found = first_occasions(MACHINE, right, Listening(MAL_RULES))
            for mistake in MAL_RULES:
                alone = MACHINE.derive(problem.expr, right.school, mistake)
                place = next((i for i, step in enumerate(alone.steps) if step.by_mistake), None)
                occasion = found.get(mistake.id)
                if occasion is None:
                    self.assertFalse(alone.struck, f"{problem.text()}: {mistake.id}")
                elif isinstance(occasion.struck, Impasse):
                    self.assertEqual(alone.impasse, occasion.struck)
                    self.assertEqual(len(alone.steps), occasion.steps)
                else:
                    self.assertEqual(place, occasion.steps, f"{problem.text()}: {mistake.id}")
                    self.assertEqual(alone.steps[occasion.steps], occasion.struck)
                    self.assertEqual(gone_astray(MACHINE, occasion), alone)

    def test_one_mistake_alone_is_found_as_among_all(self) -> None:
        right = derived(read("5 1/6 − 2 5/6").expr, DEFAULT_SCHOOL)
        among_all = first_occasions(MACHINE, right, Listening(MAL_RULES))
        self.assertGreater(len(among_all), 8)
        for mistake in MAL_RULES:
            made = with_mistake(MACHINE, right, mistake)
            self.assertEqual(made is None, mistake.id not in among_all)
            if made is not None:
                self.assertEqual(made, gone_astray(MACHINE, among_all[mistake.id]))

    def test_what_a_mistake_shows_is_said_of_its_own_numbers(self) -> None:
        """A mistake that gives no reason tells what was taken for what."""
        steps = [w.occasion.struck for text in KINDS for w in look_twice(read(text)).likely_wrong]
        unreasoned = [s for s in steps if not isinstance(s, Impasse) and s.reason is None]
        self.assertGreater(len(unreasoned), 5)
        for step in unreasoned:
            assert step.said is not None
            taken = at_path(step.before, step.at)
            self.assertEqual(
                (step.said.id, step.said.get("before"), step.said.get("after")), ("taken-for", taken, step.wrote)
            )

    def test_listening_knows_every_goal_and_what_is_made_on_paper(self) -> None:
        listening = Listening(MAL_RULES)
        for mistake in MAL_RULES:
            self.assertTrue(all(mistake in listening.at[goal] for goal in mistake.goals))
        self.assertIn(BY_ID["carry-forgotten"], listening.on_paper)
        self.assertNotIn(BY_ID["add-tops-and-bottoms"], listening.on_paper)


class Bands(unittest.TestCase):
    def test_a_band_holds_its_ends_and_what_lies_between(self) -> None:
        band = Estimate(Whole(3), Fraction(3), Fraction(5, 2), Fraction(7, 2))
        for value, held in ((Fraction(5, 2), True), (Fraction(7, 2), True), (3, True), (Fraction(249, 100), False)):
            self.assertEqual(band.holds(Fraction(value)), held, value)
        self.assertFalse(band.holds(Fraction(-3)))
        below = Estimate(Whole(0), Fraction(0), Fraction(-1, 2), Fraction(1, 3))
        self.assertEqual([below.holds(Fraction(n, 6)) for n in (-4, -3, 0, 2, 3)], [False, True, True, True, False])

    def test_what_is_caught_lies_outside_every_band_and_the_answer_inside(self) -> None:
        for text in bag(64, seed=12):
            problem = read(text)
            bands = [(e.low, e.high) for e in estimates(problem.expr)]
            right = evaluate(problem.expr)
            self.assertTrue(all(low <= right <= high for low, high in bands), text)
            for wrong in look_twice(problem).likely_wrong:
                assert wrong.value is not None
                outside = all(not low <= wrong.value <= high for low, high in bands)
                self.assertEqual(wrong.caught, bool(bands) and outside, f"{text}: {wrong.mistake}")

    def test_the_likeliest_are_those_that_the_item_asks_for(self) -> None:
        """What only this item can bring about comes before what could be done anywhere."""
        look = look_twice(read("5 1/6 − 2 5/6"))
        needing = ["regroup" in MISTAKES[w.mistake].needs for w in look.likely_wrong]
        self.assertIn(True, needing)
        self.assertEqual(needing, sorted(needing, reverse=True))


if __name__ == "__main__":
    unittest.main()
