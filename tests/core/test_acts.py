"""Acts, panels, the order of operations, and going on by another school from any line."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.acts import ACTS, PANELS
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.comparing import aligned
from keen_slate.core.working.order import operation_of
from keen_slate.core.working.work import Turn, work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.arithmetic import value_of_line
from tests.support.generated import sums
from tests.support.searching import searched


def operations(text: str) -> list[str | None]:
    problem = read(text)
    working = work(problem, school_from(FACETS, {"questions": "unasked"}))
    return [operation_of(problem.expr, n.step) for n in working.lines if n.step is not None]


class Order(unittest.TestCase):
    # By hand: which operation each line belongs to.
    BY_HAND = (
        ("7^2 − (6 + 3) × (8 − 5)", ["grouping", "grouping", "powers", "powers", "multiply-divide", "add-subtract"]),
        ("3 + 4 × 2", ["multiply-divide", "add-subtract"]),
        ("2 × (3 + 4)", ["grouping", "multiply-divide"]),
        ("24 ÷ 4 × 3", [None, None]),
        ("1/2 + 1/3", [None, None]),
        ("(2 + 3)^2", ["grouping", "powers", "powers"]),
        ("2^2 + (7 − 5) × 3", ["grouping", "powers", "powers", "multiply-divide", "add-subtract"]),
        ("(2 × 3)^2", ["grouping", "powers", "powers"]),
        ("(2 + 3^2) × 2", ["grouping", "grouping", "grouping", "multiply-divide"]),
        ("3 × 4 + 2^3", ["powers", "powers", "powers", "multiply-divide", "add-subtract"]),
    )

    def test_by_hand(self) -> None:
        for text, expected in self.BY_HAND:
            with self.subTest(text=text):
                self.assertEqual(operations(text), expected)


class Panels(unittest.TestCase):
    def test_a_subtraction_goes_through_all_four(self) -> None:
        panels = [ACTS[n.act].panel for n in work(read("6 1/4 − 2 5/6")).lines]
        self.assertEqual(list(dict.fromkeys(panels)), list(PANELS))


class Turning(unittest.TestCase):
    # By hand: problem, the line from which another way is followed, the way, the lines.
    BY_HAND = (
        (
            "6 1/4 − 2 5/6", 2, {"subtracting": "count-up"},
            ["6 1/4 − 2 5/6", "6 3/12 − 2 10/12", "2/12 + 3 + 3/12", "3 5/12"],
        ),
        (
            "6 1/3 − 2 11/12", 2, {"subtracting": "same-change"},
            ["6 1/3 − 2 11/12", "6 4/12 − 2 11/12", "6 5/12 − 3", "3 5/12"],
        ),
        (
            "2 3/4 + 1 5/6", 4, {"wholes-out": "division"},
            ["2 3/4 + 1 5/6", "3 + 3/4 + 5/6", "3 + 9/12 + 10/12", "3 19/12", "4 7/12"],
        ),
        (
            "6 1/4 − 2 5/6", 2, {"subtracting": "improper"},
            ["6 1/4 − 2 5/6", "6 3/12 − 2 10/12", "75/12 − 34/12", "41/12", "36/12 + 5/12", "3 5/12"],
        ),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        usual = school_from(FACETS, {"questions": "unasked"})
        for text, line, way, expected in self.BY_HAND:
            with self.subTest(text=text, way=way):
                turned = work(read(text), usual, turns=(Turn(line, school_from(FACETS, usual.as_dict() | way)),))
                self.assertEqual([text_of(n.expr) for n in turned.lines], expected)

    def test_a_turn_beyond_the_end_changes_nothing(self) -> None:
        usual = work(read("1/2 + 1/3"))
        turned = work(read("1/2 + 1/3"), turns=(Turn(99, school_from(FACETS, {"denominators": "product"})),))
        self.assertEqual(usual.lines, turned.lines)

    @searched(300)
    @given(sums(3), SCHOOLS, SCHOOLS, st.integers(1, 8))
    def test_every_line_stays_true_whatever_is_turned_to(self, text: str, one: School, two: School, line: int) -> None:
        turned = work(read(text), one, turns=(Turn(line, two),))
        self.assertEqual(evaluate(turned.answer), value_of_line(text))
        for written in turned.lines:
            self.assertEqual(value_of_line(text_of(written.expr)), value_of_line(text))


class Aligning(unittest.TestCase):
    @searched(200)
    @given(sums(3), SCHOOLS, SCHOOLS)
    def test_every_line_stands_once_and_nothing_crosses(self, text: str, one: School, two: School) -> None:
        first, second = work(read(text), one), work(read(text), two)
        rows = aligned(first, second)
        for side, lines in ((0, first.lines), (1, second.lines)):
            self.assertEqual([r[side] for r in rows if r[side] is not None], list(range(len(lines))))
        self.assertEqual(rows[0], (0, 0))
        self.assertEqual(rows[-1], (len(first.lines) - 1, len(second.lines) - 1))
