"""The search against the machine itself: two programs for the same thing must agree."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.answers import bare
from keen_slate.core.diagnosis.search import (
    FINISHING,
    MULTIPLYING,
    ONE_WAY,
    SLIP,
    VARIED,
    Search,
    searches,
    slips,
)
from keen_slate.core.machine.school import School, fitting_school, school_from
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import Comparison, Expr, Factor, Product, Sum, Term, at_path, evaluate, number_for
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.generated import expressions, sums
from tests.support.searching import searched

WAYS = st.sampled_from([school_from(FACETS, ONE_WAY | varied) for varied in ({}, *VARIED)])


def key(expr: Expr) -> str:
    return text_of(expr) if isinstance(expr, Comparison) else str(evaluate(expr))


def ended(search: Search, faults: int, *, slip: bool = False) -> set[tuple[Expr, frozenset[str]]]:
    return {(search.states.exprs[end], causes) for end, causes in search.ends(faults, slip=slip)}


class Agreement(unittest.TestCase):
    @searched(80)
    @given(sums(3) | expressions(1), WAYS)
    def test_single_mistakes_end_where_the_machine_ends(self, text: str, school: School) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        fitting, _ = fitting_school(FACETS, school, problem.expr)
        found: dict[str, set[str]] = {}
        for end, causes in ended(Search(problem.expr, fitting), 1):
            if len(causes) == 1:
                found.setdefault(next(iter(causes)), set()).add(key(bare(end)))
        for mistake in MAL_RULES:
            if mistake.kind == "form":
                continue
            working = work(problem, fitting, mistake)
            if not working.derivation.struck or working.derivation.impasse is not None:
                self.assertNotIn(mistake.id, found, f"{text}: {mistake.id}")
            else:
                self.assertEqual(found.get(mistake.id), {key(working.answer)}, f"{text}: {mistake.id}")

    @searched(100)
    @given(sums(), WAYS)
    def test_without_mistakes_it_ends_at_the_right_answer(self, text: str, school: School) -> None:
        problem = read(text)
        fitting, _ = fitting_school(FACETS, school, problem.expr)
        ((end, causes),) = ended(Search(problem.expr, fitting), 0)
        self.assertEqual((key(bare(end)), causes), (key(work(problem, fitting).answer), frozenset()))


class KnownWays(unittest.TestCase):
    """What the search takes for granted: fractions and products of fractions end in one finished form."""

    numbers: st.SearchStrategy[Expr] = st.one_of(
        st.builds(Whole, st.integers(0, 12)),
        st.builds(CommonFraction, st.integers(0, 30), st.integers(1, 12)),
        st.builds(MixedNumber, st.integers(0, 9), st.integers(0, 20), st.integers(1, 12)),
    )
    products = st.lists(st.builds(Factor, numbers, st.booleans()), min_size=2, max_size=3).map(
        lambda factors: Product((Factor(factors[0].expr, False), *factors[1:]))
    )

    @searched(150)
    @given(numbers.filter(lambda n: not isinstance(n, Whole)) | products, WAYS)
    def test_the_machine_goes_there(self, expr: Expr, school: School) -> None:
        try:
            finished = number_for(evaluate(expr))
        except ZeroDivisionError:
            return
        working = MACHINE.derive(expr, school)
        self.assertEqual(working.end, finished)
        known = MULTIPLYING if isinstance(expr, Product) else FINISHING
        for step in working.steps:
            met = {
                mistake.id
                for goal in step.goals
                for mistake in MAL_RULES
                if goal.id in mistake.goals and mistake.every and mistake.kind != "form"
                if mistake.strike(at_path(step.before, goal.at), school) is not None
            }
            self.assertLessEqual(met, known, text_of(expr))


class Sharing(unittest.TestCase):
    @searched(25)
    @given(sums(3) | expressions(1))
    def test_what_schools_share_is_what_each_finds_alone(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        for search in searches(problem.expr, school_from(FACETS, {})):
            alone = Search(problem.expr, search.school)
            self.assertEqual(ended(search, 2, slip=True), ended(alone, 2, slip=True), text)


class Schools(unittest.TestCase):
    def test_schools_that_come_to_the_same_states_are_looked_at_once(self) -> None:
        ways = searches(read("1/5 + 2/5").expr, school_from(FACETS, {}))
        self.assertEqual(len(ways), 1)
        states = [s.right_way() for s in searches(read("6 1/4 − 2 5/6").expr, school_from(FACETS, {}))]
        self.assertEqual(len(states), len(set(states)))
        self.assertGreater(len(states), 4)

    def test_the_teachers_school_comes_first(self) -> None:
        improper = school_from(FACETS, {"subtracting": "improper"})
        first = searches(read("6 1/4 − 2 5/6").expr, improper)[0]
        self.assertEqual(text_of(first.right_way()[1]), "25/4 − 17/6")

    def test_what_is_varied_is_offered(self) -> None:
        offered = {(f.id, c.id) for f in FACETS for c in f.choices}
        for varied in (*VARIED, ONE_WAY):
            self.assertLessEqual(set(varied.items()), offered)


class Slips(unittest.TestCase):
    def test_by_hand(self) -> None:
        twelfths = Sum((Term(CommonFraction(9, 12)), Term(CommonFraction(10, 12))))
        rows: tuple[tuple[Expr, Expr, list[str]], ...] = (
            (twelfths, CommonFraction(19, 12), ["18/12", "20/12"]),
            (twelfths, Whole(0), ["1"]),
            (Whole(7), MixedNumber(3, 2, 5), ["3 1/5", "2 2/5", "3 3/5", "4 2/5"]),
            (Whole(7), DecimalNumeral(120, 1), ["11.9", "12.1"]),
        )
        for before, after, expected in rows:
            self.assertEqual([text_of(s) for s in slips(before, after)], expected)

    def test_what_stood_there_before_does_not_slip(self) -> None:
        before = Sum((Term(MixedNumber(2, 3, 4)), Term(MixedNumber(1, 5, 6))))
        after = Sum((Term(Whole(3)), Term(CommonFraction(3, 4)), Term(CommonFraction(5, 6))))
        for other in slips(before, after):
            assert isinstance(other, Sum)
            self.assertEqual(sum(a != b for a, b in zip(other.terms, after.terms, strict=True)), 1)

    def test_a_digit_of_a_column(self) -> None:
        after = Columns(((1, 2), (0, 7)), True, 1, 0, (0,))
        self.assertEqual([s.done for s in slips(after, after) if isinstance(s, Columns)], [(1,)])

    def test_a_lone_slip_is_found_by_the_search(self) -> None:
        """3/4 + 1/6: 9 + 2 = 12 instead of 11; by hand."""
        ends = ended(Search(read("3/4 + 1/6").expr, school_from(FACETS, ONE_WAY)), 1, slip=True)
        self.assertIn(("1", frozenset({SLIP})), {(key(bare(e)), c) for e, c in ends})
