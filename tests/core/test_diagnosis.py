"""From answers and lines back to their causes."""

import unittest
from fractions import Fraction
from random import Random

from hypothesis import assume, given
from hypothesis import strategies as st

from bench.bag import bag
from keen_slate.core.diagnosis.answers import Prepared, diagnose, prepare
from keen_slate.core.diagnosis.copying import miscopied
from keen_slate.core.diagnosis.forms import form_faults
from keen_slate.core.diagnosis.glass import better_numbers, separating, under_the_glass
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.search import ONE_WAY, VARIED
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import fitting_school, school_from
from keen_slate.core.malrules.listing import BY_ID, MAL_RULES
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Comparison, Negative, evaluate, number_for
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.verdicts import verdict
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.core.test_mal_rules import rows
from tests.support.generated import expressions, sums
from tests.support.searching import searched

PREPARED: dict[str, Prepared] = {}


def prepared(text: str) -> Prepared:
    if text not in PREPARED:
        PREPARED[text] = prepare(read(text))
    return PREPARED[text]


def found(text: str, answer: str) -> list[tuple[tuple[str, ...], int]]:
    return [(c.mistakes, c.slips) for c in diagnose(prepared(text), answer).causes]


class Answers(unittest.TestCase):
    def test_every_row_by_hand_is_traced_to_its_mistake(self) -> None:
        for row in rows():
            if BY_ID[row.mistake].kind == "form":
                continue
            with self.subTest(problem=row.problem, mistake=row.mistake):
                item = prepare(read(row.problem), school_from(FACETS, row.school))
                causes = diagnose(item, row.answer).causes
                self.assertIn(((row.mistake,), 0), [(c.mistakes, c.slips) for c in causes])
                self.assertEqual(causes[0].rank[0], 0)

    def test_several_causes_are_all_said(self) -> None:
        """2/5 + 1/3 = 3/15 has at least two causes (common practice, no source)."""
        singles = [m for m, slips in found("2/5 + 1/3", "3/15") if len(m) == 1 and not slips]
        self.assertEqual(set(singles), {("rename-bottom-only",), ("multiply-bottoms-add-tops",)})

    def test_two_mistakes_in_one_item(self) -> None:
        """5 1/6 − 2 5/6: tens regrouped among sixths, and the wrong bottom pair: 4 11/6 − 2 5/6 = 2 6/6; by hand."""
        self.assertIn((("smaller-part-from-larger", "divide-top-only"), 0), found("5 1/6 − 2 5/6", "3 2/6"))

    def test_slips_rank_last(self) -> None:
        """8 + 9 = 18 instead of 17 in twelfths; by hand."""
        causes = found("2/3 + 3/4", "1 6/12")
        self.assertIn(((), 1), causes)
        ranks = [(2 if slips and m else 3 if slips else len(m) - 1) for m, slips in causes]
        self.assertEqual(ranks, sorted(ranks))

    def test_the_written_form_decides_between_equal_ranks(self) -> None:
        self.assertEqual(found("2/5 + 1/2", "3/7")[0], (("add-tops-and-bottoms",), 0))

    def test_no_known_cause_is_said_as_such(self) -> None:
        for answer in ("17/1000", "999", "5 7/31"):
            self.assertEqual(found("6 1/4 − 2 5/6", answer), [])

    def test_where_not_every_pair_is_looked_for_it_is_said(self) -> None:
        long = prepare(read("1 1/2 + 2 1/3 − 1 1/4 + 3 1/5 − 1/6 + 5 1/7 − 2 3/8 + 4 2/9"))
        self.assertTrue(long.cut_short)
        self.assertTrue(long.singles(), "single mistakes are found all the same")
        self.assertFalse(prepare(read("5 1/6 − 2 5/6")).cut_short)
        told = {cut: say(Say.of(verdict, verdict="wrong", causes=0, cut_short=cut)) for cut in (True, False)}
        self.assertIn("the item is too long", told[True])
        self.assertEqual(told[False], "Wrong, and no known cause.")

    def test_unreadable(self) -> None:
        for answer in ("", "hello", "3/0", "1 + 1"):
            given_back = diagnose(prepared("1/2 + 1/3"), answer)
            self.assertEqual(given_back.verdict, "unreadable")
            assert given_back.said is not None
            self.assertTrue(say(given_back.said).endswith("."))

    def test_comparisons_and_blanks(self) -> None:
        self.assertEqual(found("compare 0.7 and 0.65", "<"), [(("longer-is-larger",), 0)])
        self.assertEqual(diagnose(prepared("compare 0.7 and 0.65"), "0.7 > 0.65").verdict, "right")
        self.assertEqual(diagnose(prepared("order 0.7, 2/3, 3/5"), "3/5, 2/3, 0.7").verdict, "right")
        self.assertEqual(diagnose(prepared("2/3 = ?/12 = 10/?"), "8, 15").verdict, "right")
        self.assertEqual(diagnose(prepared("2/3 = ?/12 = 10/?"), "8, 14").verdict, "wrong")


class Forms(unittest.TestCase):
    # problem, answer, policy, the faults; by hand.
    BY_HAND = (
        ("3 2/3 + 2/3", "4 1/3", "simplest-form", ()),
        ("3 2/3 + 2/3", "13/3", "simplest-form", ()),
        ("3 2/3 + 2/3", "3 4/3", "simplest-form", ("part-left-improper",)),
        ("3 2/3 + 2/3", "3 4/3", "any-equivalent", ("part-left-improper",)),
        ("5 1/6 − 2 5/6", "2 2/6", "simplest-form", ("not-reduced",)),
        ("5 1/6 − 2 5/6", "2 2/6", "any-equivalent", ()),
        ("2/5 + 3/5", "5/5", "any-equivalent", ("whole-left-as-fraction",)),
        ("2/5 + 3/5", "5/5", "as-asked", ()),
        ("11/4 as a mixed number", "11/4", "as-asked", ("other-form-than-asked",)),
        ("0.35 as a fraction", "35/100", "simplest-form", ("not-reduced",)),
        ("3/4 as a decimal", "0.75", "simplest-form", ()),
        ("simplify 6/8", "6/8", "any-equivalent", ("not-reduced",)),
    )

    def test_by_hand(self) -> None:
        for problem, answer, policy, faults in self.BY_HAND:
            with self.subTest(problem=problem, answer=answer, policy=policy):
                self.assertEqual(form_faults(read(problem), read(answer), policy), faults)  # type: ignore[arg-type]

    def test_a_label_where_one_is_required(self) -> None:
        item = prepare(read("4 m − 1/2 m"))
        self.assertEqual(diagnose(item, "3 1/2", label_required=True).faults, ("label-missing",))
        self.assertEqual(diagnose(item, "3 1/2 m", label_required=True).verdict, "right")
        self.assertEqual(diagnose(item, "3 1/2").verdict, "right")


class Laws(unittest.TestCase):
    def test_a_mistake_on_paper_is_made_in_the_next_calculation_too(self) -> None:
        """By hand: 100 − 1 with the smaller digit from the larger is 101, and 101 − 2 is 101 again."""
        found = diagnose(prepare(read("2 − (100 − 1)")), "−101")
        self.assertEqual([c.mistakes for c in found.causes], [("smaller-digit-from-larger",)])

    @searched(40)
    @given(sums(3) | expressions(1))
    def test_what_a_mal_rule_gives_is_traced_to_it(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        second = look_twice(problem)
        assume(second.likely_wrong)
        item = prepare(problem)
        for wrong in second.likely_wrong:
            given_back = diagnose(item, text_of(wrong.answer))
            if given_back.verdict == "unreadable":  # more digits than anybody writes
                continue
            causes = given_back.causes
            self.assertIn(((wrong.mistake,), 0), [(c.mistakes, c.slips) for c in causes], f"{text}: {wrong.mistake}")

    @searched(40)
    @given(sums(3), st.lists(st.integers(2, 9), min_size=4, max_size=4))
    def test_a_right_answer_in_any_form_is_never_called_wrong(self, text: str, factors: list[int]) -> None:
        item = Prepared(read(text), work(read(text)).answer, {})
        value = evaluate(item.right)
        minus, size = ("−", -value) if value < 0 else ("", value)
        whole, rest = divmod(size, 1)
        forms = [text_of(number_for(size)), f"{size.numerator}/{size.denominator}"]
        for by in factors:
            forms.append(f"{size.numerator * by}/{size.denominator * by}")
            forms.append(f"{whole} {rest.numerator * by}/{rest.denominator * by}")
            if whole:
                forms.append(f"{whole - 1} {(rest.numerator + rest.denominator) * by}/{rest.denominator * by}")
        for form in forms:
            try:
                verdict = diagnose(item, minus + form).verdict
            except UnreadableProblem:
                continue
            self.assertIn(verdict, ("right", "wrong form", "unreadable"), f"{text} = {minus}{form}")

    def test_a_cause_is_never_a_guess(self) -> None:
        """Each single cause that is listed leads to that answer when it is run, under some school."""
        for text in ("6 1/4 − 2 5/6", "2 3/4 + 1 5/6", "14.2 − 6.35", "2 1/2 × 1 3/5"):
            problem = read(text)
            ways = [school_from(FACETS, c) for c in (
                {}, {"subtracting": "improper", "adding": "improper"}, {"denominators": "product"},
                {"adding": "fractions-first"}, {"multiplying": "cancel-first"}, {"decimal-products": "fractions"},
                {"denominators": "product", "subtracting": "improper", "adding": "improper"},
                {"subtracting": "negative-part"}, {"subtracting": "count-up"}, {"subtracting": "same-change"},
                {"reduce-first": "yes"}, {"subtracting": "rest-improper"}, {"multiplying": "unit-fraction"},
                {"dividing": "divide-tops"},
            )]  # fmt: skip
            for cause in prepared(text).singles():
                ends = set()
                for way in ways:
                    made = work(problem, way, BY_ID[cause.mistakes[0]])
                    if made.derivation.impasse is None and not isinstance(made.answer, Comparison):
                        ends.add(evaluate(made.answer))
                self.assertIn(evaluate(cause.answer), ends, f"{text}: {cause.mistakes}")

    def test_not_every_number_is_explained(self) -> None:
        """Diagnosis that explains everything explains nothing: near random numbers are mostly left without a cause."""
        random = Random(5)
        explained = copied = total = 0
        for text in bag(24, seed=12):
            right = evaluate(prepared(text).right)
            for _ in range(40):
                near = right + Fraction(random.randint(-60, 60), random.choice((2, 3, 4, 5, 6, 8, 10, 12, 24)))
                if near == right or near < 0:
                    continue
                total += 1
                causes = diagnose(prepared(text), text_of(number_for(near))).causes
                explained += any(c.mistakes or c.slip == "fact" for c in causes)
                copied += bool(causes) and all(c.slip == "digit" for c in causes)
        self.assertLess(explained / total, 0.12)
        self.assertLess((explained + copied) / total, 0.25)


class SlipsOfThePen(unittest.TestCase):
    def test_a_digit_copied_wrongly(self) -> None:
        """By hand: 5 1/6 − 2 5/6 copied as 8 1/6 − 2 5/6 is 5 1/3; 12.5 + 3.1 with 21.5 for 12.5 is 24.6."""
        for text, answer, copied in (
            ("5 1/6 − 2 5/6", "5 1/3", "8 1/6 − 2 5/6"),
            ("12.5 + 3.1", "24.6", "21.5 + 3.1"),
            ("2/3 × 4/5", "8/21", "2/3 × 4/7"),
            ("round 3.476 to 2 places", "3.58", "3.576"),
        ):
            causes = diagnose(prepared(text), answer).causes
            self.assertIn(copied, [text_of(c.worked) for c in causes if c.slip == "digit" and c.worked], text)

    def test_nothing_is_listed_that_does_not_give_the_answer(self) -> None:
        for text in bag(40, seed=3):
            for causes in prepared(text).by_value.values():
                for cause in causes:
                    if cause.worked is not None:
                        self.assertEqual(evaluate(cause.worked), evaluate(cause.answer), text)

    def test_the_numbers_of_another_item(self) -> None:
        """3/4 − 1/6 = 7/12 stands beside 1/4 + 5/6."""
        beside = (read("3/4 − 1/6"), read("compare 1/2 and 1/3"))
        causes = diagnose(prepare(read("1/4 + 5/6"), others=beside), "7/12").causes
        self.assertEqual([c.worked for c in causes if c.slip == "item"], [beside[0].expr])
        self.assertEqual([c for c in diagnose(prepared("1/4 + 5/6"), "7/12").causes if c.slip == "item"], [])

    def test_miscopied_by_hand(self) -> None:
        """Every single digit exchanged (10 − 1 ways, 0 not in front), and neighbours turned round."""
        found = [text_of(e) for e in miscopied(read("12 + 3").expr)]
        tens, ones = ([f"{d}2 + 3" for d in "23456789"], [f"1{d} + 3" for d in "013456789"])
        self.assertEqual(found, [*tens, *ones, "21 + 3", *[f"12 + {d}" for d in "12456789"]])


class EverySchool(unittest.TestCase):
    def test_what_a_mistake_gives_under_any_school_is_traced_to_it(self) -> None:
        """The machine runs each mal-rule under each school; the prepared item must know the answer and the mistake."""
        for text in (*bag(16, seed=9), "6 1/4 − 2 5/6", "2 1/2 × 1 1/3", "4.8 ÷ 0.6", "0.5 + 1/4"):
            problem = read(text)
            known = {(c.mistakes, evaluate(c.answer)) for c in prepared(text).singles()}
            right = evaluate(prepared(text).right)
            for varied in ({}, *VARIED):
                way, refused = fitting_school(FACETS, school_from(FACETS, ONE_WAY | varied), problem.expr)
                if refused:
                    continue
                for mistake in MAL_RULES:
                    if mistake.kind == "form":
                        continue
                    made = work(problem, way, mistake)
                    if not made.derivation.struck or made.derivation.impasse is not None:
                        continue
                    value = evaluate(made.answer)
                    if value != right:
                        self.assertIn(((mistake.id,), value), known, f"{text}: {mistake.id} under {varied}")

    def test_pairs_are_looked_for_under_every_school(self) -> None:
        """All improper first, then tops and bottoms on their own, and the quotient and the remainder swapped: by hand,
        2 1/2 + 1 1/4 = 5/2 + 5/4 = 10/6, 10 ÷ 6 = 1 rest 4, written 4 1/6."""
        causes = [c.mistakes for c in diagnose(prepared("2 1/2 + 1 1/4"), "4 1/6").causes]
        self.assertIn({"add-tops-and-bottoms", "quotient-remainder-swapped"}, [set(c) for c in causes])


class Lines(unittest.TestCase):
    # problem, the pupil's lines, the verdict of each, what was due at the first false one and its causes; by hand.
    BY_HAND = (
        (
            "5 1/6 − 2 5/6", ("5 − 2 = 3", "= 3 4/6", "= 3 2/3"), ("side-work", "false", "follow-through"),
            "regroup", "smaller-part-from-larger",
        ),
        (
            "2 3/4 + 1 5/6", ("= 3 + 9/12 + 10/12", "= 3 19/12", "= 3 7/12"), ("follows", "follows", "false"),
            "take-out-wholes", "whole-not-carried",
        ),
        ("2/5 + 1/3", ("= 6/15 + 5/15", "= 11/15"), ("follows", "follows"), None, None),
        ("2/5 + 1/3", ("= 2/15 + 1/15", "= 3/15", "= 1/5"), ("false", "follow-through", "follow-through"), "rename", "rename-bottom-only"),
        ("6 ÷ 3/4", ("= 1/6 × 3/4", "= 3/24"), ("false", "follow-through"), "invert", "wrong-one-inverted"),
        ("6 1/3 − 2 11/12", ("= 6 5/12 − 3", "= 3 5/12"), ("follows", "follows"), None, None),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for problem, lines, verdicts, due, cause in self.BY_HAND:
            with self.subTest(problem=problem, lines=lines):
                judged = judge_lines(read(problem), lines)
                self.assertEqual(tuple(j.verdict for j in judged), verdicts)
                false = next((j for j in judged if j.verdict == "false"), None)
                self.assertEqual(false.due if false else None, due)
                if cause:
                    assert false is not None
                    self.assertIn(cause, false.causes)

    def test_a_false_line_of_side_work_is_found(self) -> None:
        (line,) = judge_lines(read("6 3/8 − 2 5/8"), ("6 − 2 = 3",))
        self.assertEqual(line.verdict, "false")

    def test_equal_signs_strung_together_are_a_fault_of_writing(self) -> None:
        (line,) = judge_lines(read("6 2/3 − 2 1/3"), ("6 − 2 = 4 + 1/3 = 4 1/3",))
        self.assertTrue(line.run_on)
        self.assertEqual(judge_lines(read("1/2 + 1/4"), ("= 2/4 + 1/4 = 3/4",))[0].run_on, False)

    def test_a_line_that_cannot_be_read_is_said_and_the_rest_goes_on(self) -> None:
        first, second = judge_lines(read("1/2 + 1/4"), ("= 2/4 + ", "= 3/4"))
        self.assertEqual((first.verdict, second.verdict), ("unreadable", "follows"))
        assert first.said is not None
        self.assertTrue(say(first.said))

    @searched(80)
    @given(sums())
    def test_the_programs_own_lines_follow(self, text: str) -> None:
        working = work(read(text))
        lines = tuple("= " + text_of(n.expr) for n in working.lines[1:])
        for judged in judge_lines(read(text), lines):
            self.assertEqual(judged.verdict, "follows", f"{text}: {judged.text}")


class Glass(unittest.TestCase):
    def test_the_table_by_hand(self) -> None:
        """9 3/10 − 2 7/10: regrouping ten is right among tenths; nothing is to be renamed."""
        rows_of = {r.mistake: r for r in under_the_glass(read("9 3/10 − 2 7/10")).rows}
        self.assertEqual(rows_of["smaller-part-from-larger"].outcome, "wrong")
        self.assertEqual(text_of(rows_of["smaller-part-from-larger"].answer or Negative(read("1").expr)), "7 2/5")
        self.assertEqual(rows_of["regroup-ten"].outcome, "luck")
        self.assertEqual(rows_of["rename-bottom-only"].outcome, "cannot-occur")
        self.assertEqual(rows_of["not-reduced"].outcome, "form")
        self.assertEqual(rows_of["add-tops-and-bottoms"].outcome, "no-answer")
        self.assertEqual(len(rows_of), len(MAL_RULES))

    def test_what_cannot_be_told_apart_and_where_it_can(self) -> None:
        problem = read("2/5 + 1/3")
        self.assertIn(("multiply-bottoms-add-tops", "rename-bottom-only"), under_the_glass(problem).collisions())
        self.assertIsNone(separating(problem, "multiply-bottoms-add-tops", "rename-bottom-only"))
        shared = read("1/4 + 1/6")
        answers = {r.mistake: r.answer for r in under_the_glass(shared).rows}
        self.assertNotEqual(answers["rename-bottom-only"], answers["multiply-bottoms-add-tops"])

    def test_better_numbers_ask_the_same_and_tell_more(self) -> None:
        from keen_slate.core.demands.find import demands_of

        problem = read("1/2 + 1/4")
        here = under_the_glass(problem).tells
        better = better_numbers(problem)
        self.assertTrue(better)
        for found_now in better:
            self.assertGreater(found_now.tells, here)
            self.assertEqual(found_now.tells, under_the_glass(found_now.problem).tells)
            self.assertEqual(demands_of(found_now.problem), demands_of(problem))
