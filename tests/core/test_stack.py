"""Column work by hand: what stands where, what is struck, what is carried; and laws over generated sums."""

import unittest
from typing import Any

from hypothesis import given

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.stack import DecimalStack, Figure, FractionStack, stacks_of
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.arithmetic import value_of_line
from tests.support.generated import decimal_sums, sums
from tests.support.searching import searched


def stacks(text: str, **school: str) -> tuple[FractionStack | DecimalStack, ...]:
    chosen = {"questions": "unasked"} | {k.replace("_", "-"): v for k, v in school.items()}
    return stacks_of(work(read(text), school_from(FACETS, chosen)).derivation)


def shown(figure: Figure | None) -> str:
    """``6>5``: 6 struck, 5 above; a placeholder in brackets; nothing as a dot."""
    if figure is None:
        return "."
    text = ">".join(figure.written) or "."
    return f"({text})" if figure.placeholder else text


def drawn(stack: FractionStack | DecimalStack) -> list[str]:
    if isinstance(stack, DecimalStack):
        rows = [" ".join(shown(f) or "." for f in row) for row in stack.rows]
        carries = " ".join(c or "." for c in stack.carries)
        return [carries, *rows, " ".join(d or "." for d in stack.result)]
    stages = [
        " ; ".join(
            f"{'− ' if n.minus else ''}{shown(n.whole)} {shown(n.top)}/{n.bottom or '.'}"
            + (f" ×{n.multiplier}" if n.multiplier > 1 else "")
            for n in stage
        )
        for stage in stack.stages
    ]
    return [*stages, " = ".join(text_of(r) for r in stack.results)]


class Fractions(unittest.TestCase):
    # Each stage, then the results; by hand.
    BY_HAND: tuple[Any, ...] = (
        (
            "6 1/4 − 2 5/6", {},
            ["6 1/4 ; − 2 5/6", "6>5 3>15/12 ×3 ; − 2 10/12 ×2", "3 5/12"],
        ),
        ("5 1/6 − 2 5/6", {}, ["5>4 1>7/6 ; − 2 5/6", "2 2/6 = 2 1/3"]),
        ("9 − 3 2/5", {}, ["9>8 5/5 ; − 3 2/5", "5 3/5"]),
        ("5 5/6 − 2 1/6", {}, ["5 5/6 ; − 2 1/6", "3 4/6 = 3 2/3"]),
        ("2 3/4 + 1 5/6", {}, ["2 3/4 ; 1 5/6", "2 9/12 ×3 ; 1 10/12 ×2", "3 19/12 = 4 7/12"]),
        (
            "2 3/4 + 1 5/6", {"adding": "improper"},
            ["2 3/4 ; 1 5/6", ". 11/4 ; . 11/6", ". 33/12 ×3 ; . 22/12 ×2", "55/12 = 4 7/12"],
        ),
        ("1/4 + 3/8", {}, [". 1/4 ; . 3/8", ". 2/8 ×2 ; . 3/8", "5/8"]),
        (
            "5 1/6 − 2 5/6", {"regrouping": "beside"},
            ["5>4 1>7/6 ; − 2 5/6", "2 2/6 = 2 1/3"],
        ),
        (
            "6/16 + 1/4", {"reduce_first": "yes"},
            [". 6/16 ; . 1/4", ". 3/8 ; . 1/4", ". 3/8 ; . 2/8 ×2", "5/8"],
        ),
        (
            "1 2/3 + 3/4 + 2 1/6", {},
            ["1 2/3 ; . 3/4 ; 2 1/6", "1 8/12 ×4 ; . 9/12 ×3 ; 2 2/12 ×2", "3 19/12 = 4 7/12"],
        ),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, school, expected in self.BY_HAND:
            with self.subTest(text=text, school=school):
                (stack,) = stacks(text, wholes_out="division", **school)
                self.assertEqual(drawn(stack), expected)

    def test_the_tops_are_there_to_be_written_beside(self) -> None:
        (stack,) = stacks("6 1/4 − 2 5/6")
        assert isinstance(stack, FractionStack)
        self.assertEqual((stack.tops, stack.bottom), ((15, -10), 12))

    def test_what_is_no_sum_has_no_stack(self) -> None:
        for text in ("2/3 × 3/4", "simplify 4/6", "5 + 3", "compare 1/2 and 1/3"):
            self.assertEqual(stacks(text), ())

    @searched(300)
    @given(sums(3), SCHOOLS)
    def test_every_stage_is_worth_the_sum(self, text: str, school: School) -> None:
        for stack in stacks_of(work(read(text), school).derivation):
            assert isinstance(stack, FractionStack)
            results = {evaluate(r) for r in stack.results}
            self.assertEqual(len(results), 1)
            for stage in stack.stages:
                line = ""
                for n in stage:
                    whole = n.whole.written[-1] if n.whole else "0"
                    part = f" {n.top.written[-1]}/{n.bottom}" if n.top else ""
                    line += f"{' − ' if n.minus else ' + '}({whole}{part})"
                self.assertEqual(value_of_line("0" + line), results.copy().pop(), f"{text}: {line}")


class Decimals(unittest.TestCase):
    # Carries, rows, result, column by column; by hand.
    BY_HAND: tuple[Any, ...] = (
        ("14.2 − 6.35", [". . . .", "1>0 4>3>13 2>1>11 (0>10)", ". 6 3 5", ". 7 8 5"]),
        ("5.003 − 1.458", [". . . .", "5>4 0>9 0>9 3>13", "1 4 5 8", "3 5 4 5"]),
        ("6 − 2.37", [". . .", "6>5 (0>9) (0>10)", "2 3 7", "3 6 3"]),
        ("4.8 + 3.75", ["1 . .", "4 8 (0)", "3 7 5", "8 5 5"]),
        ("99.5 + 0.7", [". 1 1 .", ". 9 9 5", ". . 0 7", "1 0 0 2"]),
        ("0.7 − 0.2", [". .", "0 7", "0 2", "0 5"]),
        ("2.75 + 1.5 + 0.8", ["2 . .", "2 7 5", "1 5 (0)", "0 8 (0)", "5 0 5"]),
        ("100 − 99.99", [". . . . .", "1>0 0>9 0>9 (0>9) (0>10)", ". 9 9 9 9", ". . 0 0 1"]),
    )

    def test_by_hand(self) -> None:
        for text, expected in self.BY_HAND:
            with self.subTest(text=text):
                (stack,) = stacks(text)
                self.assertEqual(drawn(stack), expected)

    @searched(300)
    @given(decimal_sums())
    def test_the_result_and_the_rows_are_worth_what_they_should(self, text: str) -> None:
        for stack in stacks_of(work(read(text)).derivation):
            assert isinstance(stack, DecimalStack)
            unit = 10**stack.places

            def worth(digits: list[str], unit: int = unit) -> float:
                value = 0
                for digit in digits:
                    value = value * 10 + int(digit or 0)
                return value / unit

            first = [f.written[0] for f in stack.rows[0]]
            renewed = [f.written[-1] for f in stack.rows[0]]
            self.assertAlmostEqual(worth(first), worth(renewed))
            others = [worth([f.written[-1] for f in row]) for row in stack.rows[1:]]
            total = worth(first) - sum(others) if stack.minus else worth(first) + sum(others)
            self.assertAlmostEqual(total, worth(list(stack.result)))

    @searched(200)
    @given(decimal_sums())
    def test_all_rows_are_of_one_length(self, text: str) -> None:
        for stack in stacks_of(work(read(text)).derivation):
            assert isinstance(stack, DecimalStack)
            lengths = {len(row) for row in stack.rows} | {len(stack.result), len(stack.carries)}
            self.assertEqual(len(lengths), 1, text)
