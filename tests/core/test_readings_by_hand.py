"""How what teachers type is understood: percents, units, money, words."""

import unittest
from fractions import Fraction
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.problems import answer_text
from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.saying.words import manner_from
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.searching import searched

ROWS = [
    tuple(cell.strip() for cell in line.split("|"))
    for line in Path(__file__).with_name("readings_by_hand.txt").read_text(encoding="utf-8").splitlines()
    if line.strip() and not line.startswith("#")
]


class ByHand(unittest.TestCase):
    def test_read_back_answer_and_notes(self) -> None:
        for typed, text, answer, notes in ROWS:
            with self.subTest(typed=typed):
                problem = read(typed)
                self.assertEqual(problem.text(), text)
                self.assertEqual(answer_text(problem, work(problem), USUAL_MANNER), answer)
                self.assertEqual(" ".join(note.id for note in problem.notes), notes)

    def test_what_reads_back_is_the_same_problem(self) -> None:
        for _, text, answer, _ in ROWS:
            with self.subTest(text=text):
                again = read(text)
                self.assertEqual(again.text(), text)
                self.assertEqual(answer_text(again, work(again), USUAL_MANNER), answer)

    def test_notes_and_reasons_can_be_said(self) -> None:
        for typed, *_ in ROWS:
            problem = read(typed)
            told = [say(n) for n in problem.notes] + [say(line.said) for line in work(problem).lines]
            self.assertTrue(all(t.endswith((".", "!", "?")) for t in told), told)


class Percents(unittest.TestCase):
    @searched(400)
    @given(st.integers(1, 150), st.integers(2, 400), st.sampled_from(["{p}% of {n}", "{n} × {p}%", "{p}% × {n}"]))
    def test_a_percent_that_multiplies_is_hundredths(self, percent: int, number: int, way: str) -> None:
        value = evaluate(read(way.format(p=percent, n=number)).expr)
        self.assertEqual(value, Fraction(percent, 100) * number)

    @searched(400)
    @given(st.integers(1, 150), st.integers(2, 400))
    def test_increase_and_decrease(self, percent: int, number: int) -> None:
        for way, sign in (("increase", 1), ("decrease", -1)):
            value = evaluate(read(f"{way} {number} by {percent}%").expr)
            self.assertEqual(value, number * (1 + sign * Fraction(percent, 100)))

    def test_a_count_of_percents_is_right_in_every_form(self) -> None:
        prepared = prepare(read("3 × 12 1/2%"))
        for answer in ("37 1/2%", "37.5%", "0.375", "3/8"):
            self.assertEqual(diagnose(prepared, answer).verdict, "right", answer)


class Units(unittest.TestCase):
    SIZES = (("m", "cm", 100), ("kg", "g", 1000), ("h", "min", 60), ("l", "ml", 1000), ("ft", "in", 12))

    @searched(300)
    @given(st.sampled_from(SIZES), st.integers(0, 9), st.integers(0, 999), st.integers(0, 9), st.integers(0, 999))
    def test_two_units_add_and_subtract_as_whole_numbers_of_the_smaller(
        self, units: tuple[str, str, int], a: int, b: int, c: int, d: int
    ) -> None:
        large, small, size = units
        first, second = a * size + b % size, c * size + d % size
        for sign, result in (("+", first + second), ("−", abs(first - second))):
            more, less = max(first, second), min(first, second)
            texts = [f"{n // size} {large} {n % size} {small}" for n in (more, less)]
            problem = read(f"{texts[0]} {sign} {texts[1]}")
            self.assertEqual(evaluate(problem.expr) * size, result)
            told = answer_text(problem, work(problem), USUAL_MANNER)
            self.assertEqual(evaluate(read(told).expr) * (size if large in told.split() else 1), result, told)
            self.assertLess(int(told.split()[-2]) if told.split()[-1] == small else 0, size)

    def test_answers_in_another_unit_and_in_a_wrong_one(self) -> None:
        prepared = prepare(read("2.5 m + 1.25 m"))
        for answer, verdict, named in (
            ("3.75 m", "right", []), ("3.75 metres", "right", []), ("375 cm", "wrong form", ["other-unit"]),
            ("3.75 kg", "wrong", ["wrong-unit"]), ("3 3/4", "right", []), ("3 m 75 cm", "wrong form", ["other-unit"]),
        ):  # fmt: skip
            found = diagnose(prepared, answer)
            names = [*found.faults, *(m for c in found.causes for m in c.mistakes)]
            self.assertEqual((found.verdict, names), (verdict, named), answer)

    def test_regrouping_goes_by_the_size_of_the_unit(self) -> None:
        for text, opened in (("3 m 40 cm − 1 m 65 cm", "2 m 140 cm"), ("3 h 10 min − 50 min", "2 h 70 min")):
            problem = read(text)
            manner = USUAL_MANNER.labelled(problem.label)
            from keen_slate.core.notation.text import text_of

            self.assertIn(opened, " ".join(text_of(line.expr, manner) for line in work(problem).lines))

    def test_a_teachers_own_units(self) -> None:
        with self.assertRaises(UnreadableProblem):
            read("3 zorps + 2 zorps")
        manner = manner_from({"units": "zorps zorp"})
        problem = read("3 zorps + 2 zorps", units=manner.own_units)
        self.assertEqual(problem.label, "zorps")
        self.assertEqual(diagnose(prepare(problem), "5 zorps").verdict, "right")
        for bad in ("a1", "; drop", "x" * 30, " ".join(["word"] * 31)):
            with self.assertRaises(ValueError):
                manner_from({"units": bad})


class Statements(unittest.TestCase):
    def test_true_or_false(self) -> None:
        for text, truth in (("2/5 + 1/4 = 3/9", "false"), ("true or false: 2/3 = 8/12", "true"), ("5/8 > 0.6", "true")):
            problem = read(text)
            self.assertEqual(problem.claim, truth)
            prepared = prepare(problem)
            self.assertEqual(diagnose(prepared, truth).verdict, "right")
            self.assertEqual(diagnose(prepared, "true" if truth == "false" else "false").verdict, "wrong")

    def test_the_likely_mistake_behind_a_false_statement(self) -> None:
        found = diagnose(prepare(read("2/5 + 1/4 = 3/9")), "3/9")
        self.assertEqual(found.causes[0].mistakes, ("add-tops-and-bottoms",))

    def test_one_bad_record_never_stops_the_stream(self) -> None:
        from keen_slate.command_line.problems import guarded

        def broken() -> dict[str, object]:
            raise RuntimeError

        record = guarded("3/4", broken)
        self.assertEqual(record["problem"], "3/4")
        self.assertIn("fault of Keen Slate", record["error"]["message"])
        self.assertTrue(Teacher(school_from(FACETS, {}), USUAL_MANNER))
