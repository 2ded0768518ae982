"""Schools: what each costs, where one refuses and why, what is recommended, and checks of an answer."""

import unittest
from typing import Any

from hypothesis import given

from keen_slate.core.machine.school import School, UnknownChoice, fitting_school, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.checks import checks_of
from keen_slate.core.working.comparing import compare_schools
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.support.arithmetic import value_of_line
from tests.support.generated import sums
from tests.support.searching import searched


def by(**choices: str) -> School:
    return school_from(FACETS, {k.replace("_", "-"): v for k, v in choices.items()})


REFUSALS = (
    ("denominators", "keep-one", "1/4 + 1/6", "Of 4 and 6 none is a multiple of the rest: no bottom can be kept."),
    ("denominators", "cross-products", "1/2 + 1/3 + 1/4", "Cross products take two fractions; here are 3."),
    (
        "denominators", "cross-products", "3 1/2 − 1 1/3",
        "Cross products hide whether the part is enough; take improper fractions to use them here.",
    ),
    ("make-a-whole", "first", "1/2 + 1/3 + 1/4", "No two parts make a whole here."),
    ("comparing", "half", "compare 3/4 and 5/6", "3/4 and 5/6 are both more than a half, so a half does not decide."),
    ("mixed-kinds", "decimals", "0.5 + 1/3", "1/3 never ends as a decimal; fractions are exact."),
)  # fmt: skip


PROBLEMS = (
    "1/4 + 1/6", "1/2 + 1/3 + 1/4", "3 1/2 − 1 1/3", "6 1/4 − 2 5/6", "2 1/2 × 1 3/5", "3/4 ÷ 2/5", "14.2 − 6.35",
    "0.5 + 1/3", "compare 3/4 and 5/6", "7236 ÷ 12", "2/3 = ?/12", "2 × (3 + 4)", "−3/4 − 1 1/2", "25% of 3/5",
)  # fmt: skip


class EverySchool(unittest.TestCase):
    """What is kept of schools is what looking at every choice again gives."""

    def test_what_is_refused_is_found_on_every_choice_of_every_facet(self) -> None:
        refused = 0
        for text in PROBLEMS:
            expr = read(text).expr
            for facet in FACETS:
                for choice in facet.choices:
                    school = by(**{facet.id: choice.id})
                    chosen = school.as_dict()
                    found = {}
                    for each in FACETS:
                        one = each.choice(chosen[each.id])
                        if one.refuses is not None and (why := one.refuses(expr, chosen)) is not None:
                            found[each.id] = (one.id, each.default, why)
                    fitting, told = fitting_school(FACETS, school, expr)
                    with self.subTest(text=text, facet=facet.id, choice=choice.id):
                        self.assertEqual({r.facet: (r.choice, r.instead, r.why) for r in told}, found)
                        instead = {id: default for id, (_, default, _) in found.items()}
                        self.assertEqual(fitting.as_dict(), chosen | instead)
                        self.assertTrue(all(fitting[id] != one for id, (one, _, _) in found.items()))
                    refused += len(found)
        self.assertGreaterEqual(refused, len(REFUSALS), "some of them are refused")

    def test_a_choice_that_is_not_listed_is_told_with_those_that_are(self) -> None:
        with self.assertRaisesRegex(UnknownChoice, "no school facet called colour.*subtracting"):
            school_from(FACETS, {"colour": "green"})
        for facet in FACETS:
            with self.assertRaises(UnknownChoice) as told:
                school_from(FACETS, {facet.id: "green"})
            self.assertEqual(told.exception.known, tuple(c.id for c in facet.choices))


class Refusing(unittest.TestCase):
    def test_each_says_why_and_the_default_is_taken(self) -> None:
        for facet, choice, text, why in REFUSALS:
            with self.subTest(choice=choice, text=text):
                working = work(read(text), school_from(FACETS, {facet: choice}))
                (refused,) = working.refused
                self.assertEqual((refused.facet, refused.choice, say(refused.why)), (facet, choice, why))
                self.assertEqual(working.lines, work(read(text)).lines)

    def test_a_class_without_negatives(self) -> None:
        for choice in ({"subtracting": "negative-part"}, {"signs": "add-opposite"}):
            working = work(read("6 1/3 − 2 11/12"), school_from(FACETS, {"negatives": "not-yet"} | choice))
            self.assertEqual(
                [say(r.why) for r in working.refused],
                ["This class does not know numbers below 0 yet."],
            )

    def test_nothing_is_refused_where_it_would_not_be_used(self) -> None:
        school = by(
            denominators="keep-one",
            comparing="gap",
            percents="tens-and-fives",
            make_a_whole="first",
            mixed_kinds="decimals",
        )
        for text in ("2 × 3", "1.5 + 2", "1/5 + 2/5"):
            self.assertEqual(work(read(text), school).refused, ())


class Comparing(unittest.TestCase):
    # By hand: problem, the two schools, the winner (0, 1 or neither) and why. Common practice, no source.
    BY_HAND: tuple[Any, ...] = (
        (
            "6 1/4 − 2 5/6", {}, {"subtracting": "improper"}, 0,
            "Fewer facts beyond 12 × 12: 0 against 2.",
        ),
        (
            "3/7 + 5/11 + 4/7", {}, {"make-a-whole": "first"}, 1,
            "Smaller numbers: up to 11 instead of 112.",
        ),
        ("1/4 + 1/6", {"denominators": "keep-one"}, {"denominators": "product"}, 1, "The other way cannot be followed here."),
        ("1/5 + 2/5", {}, {"denominators": "product"}, None, "Both cost the same here."),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, first, second, winner, why in self.BY_HAND:
            with self.subTest(text=text):
                compared = compare_schools(read(text), school_from(FACETS, first), school_from(FACETS, second))
                self.assertEqual((compared.recommended, say(compared.why)), (winner, why))

    def test_costs_counted_by_hand(self) -> None:
        """3/4 − 1/6 over 24: three lines, the largest number 24, no fact beyond the tables, one simplification."""
        cost = work(read("3/4 − 1/6"), by(denominators="product")).cost
        self.assertEqual((cost.lines, cost.largest, cost.large_facts, cost.simplifies), (3, 24, 0, True))
        cost = work(read("1/13 + 1/14")).cost
        self.assertEqual((cost.lines, cost.largest, cost.large_facts, cost.simplifies), (2, 182, 1, False))  # 13 × 14


class Checking(unittest.TestCase):
    def test_by_hand(self) -> None:
        found = {c.id: c for c in checks_of(read("6 1/4 − 2 1/2"), by(questions="unasked"))}
        inverse = found["inverse"]
        assert inverse.working is not None
        self.assertEqual(say(inverse.said), "Undo it: 3 3/4 + 2 1/2 must give 6 1/4 again.")
        self.assertEqual(
            [text_of(n.expr) for n in inverse.working.lines],
            ["3 3/4 + 2 1/2", "5 + 3/4 + 1/2", "5 + 3/4 + 2/4", "5 5/4", "5 + 4/4 + 1/4", "6 1/4"],
        )
        decimals = found["decimals"]
        assert decimals.working is not None
        self.assertEqual(text_of(decimals.working.lines[0].expr), "6.25 − 2.50")
        self.assertEqual(text_of(decimals.working.answer), "3.75")
        self.assertEqual(say(found["simplest-form"].said), "3 and 4 share no factor but 1: simplest form.")

    def test_products_are_undone_by_division(self) -> None:
        (inverse, *_) = checks_of(read("2/3 × 3/4"))
        self.assertEqual(say(inverse.said), "Undo it: 1/2 ÷ 3/4 must give 2/3 again.")

    @searched(300)
    @given(sums())
    def test_every_check_is_true(self, text: str) -> None:
        answer = value_of_line(text_of(work(read(text)).answer))
        for check in checks_of(read(text), DEFAULT_SCHOOL):
            if check.working is not None and check.id != "inverse":
                self.assertEqual(value_of_line(text_of(check.working.answer)), answer)
