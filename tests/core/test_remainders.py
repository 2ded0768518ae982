"""Division with a remainder, against ``divmod``: workings, strokes on paper, answers, and what mistakes give."""

import re
import unittest

from hypothesis import assume, given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.working.boards.grid import Board, standing
from keen_slate.core.working.boards.listing import boards_of
from keen_slate.core.working.checks import checks_of
from keen_slate.core.working.work import work
from tests.support.schooled import by
from tests.support.searching import searched

DIVIDENDS, DIVISORS = st.integers(1, 99_999), st.integers(2, 99)


def asked(dividend: int, divisor: int) -> str:
    return f"{dividend} ÷ {divisor} with a remainder"


def written(dividend: int, divisor: int) -> str:
    quotient, rest = divmod(dividend, divisor)
    return f"{quotient} r {rest}" if rest else str(quotient)


def digits_in_row(board: Board, row: int) -> str:
    cells = sorted((p.column, marks[-1]) for p, marks in standing(board.strokes).items() if p.row == row and not p.slot)
    return "".join(mark.text for _, mark in cells if mark.hand == "figure")


class Working(unittest.TestCase):
    @searched(300)
    @given(DIVIDENDS, DIVISORS)
    def test_the_answer_and_its_reason(self, dividend: int, divisor: int) -> None:
        done = work(read(asked(dividend, divisor)))
        self.assertEqual(text_of(done.answer), written(dividend, divisor))
        quotient, rest = divmod(dividend, divisor)
        said = say(done.lines[-1].said)
        self.assertTrue(said.startswith(f"{quotient} × {divisor} = {quotient * divisor}"), said)
        self.assertIn(f"{dividend} − {quotient * divisor} = {rest}" if rest else "nothing is left", said)

    @searched(200)
    @given(DIVIDENDS, DIVISORS, st.sampled_from(("long", "short")))
    def test_on_paper(self, dividend: int, divisor: int, layout: str) -> None:
        quotient, rest = divmod(dividend, divisor)
        assume(max(quotient, divisor) > 12)
        (board,) = boards_of(work(read(asked(dividend, divisor)), by(**{"long-quotients": layout})).derivation)
        self.assertEqual(int(digits_in_row(board, 0) or 0), quotient)
        notes = [m.text for s in board.strokes for m in s.writes if m.hand == "note"]
        self.assertEqual(notes, [f"r {rest}"] if rest else [])

    def test_it_is_checked_by_multiplying_back(self) -> None:
        check = next(c for c in checks_of(read("29 ÷ 4 with a remainder")) if c.id == "inverse")
        assert check.working is not None
        self.assertEqual(text_of(check.working.lines[0].expr), "7 × 4 + 1")
        self.assertEqual(text_of(check.working.answer), "29")

    def test_only_whole_numbers_have_a_remainder(self) -> None:
        for text in ("1.7 ÷ 5", "2/3 ÷ 1/4", "17 × 5", "17 ÷ 5 ÷ 2", "17"):
            with self.assertRaises(UnreadableProblem):
                read(f"{text} with a remainder")
        with self.assertRaises(UnreadableProblem):
            read("17 ÷ 0 with a remainder")


class Answers(unittest.TestCase):
    @searched(60)
    @given(st.integers(10, 999), st.integers(2, 12))
    def test_right_wrong_and_not_done(self, dividend: int, divisor: int) -> None:
        quotient, rest = divmod(dividend, divisor)
        item = prepare(read(asked(dividend, divisor)))
        self.assertEqual(diagnose(item, f"{quotient} r {rest}").verdict, "right")
        self.assertEqual(diagnose(item, f"{quotient}r{rest}").verdict, "right")
        self.assertEqual(diagnose(item, f"{quotient} r {rest + 1}").verdict, "wrong")
        if quotient:
            not_done = diagnose(item, f"{quotient - 1} r {rest + divisor}")
            self.assertEqual((not_done.verdict, not_done.faults), ("wrong form", ("remainder-too-large",)))
        if rest:
            exact = diagnose(item, f"{quotient} {rest}/{divisor}" if quotient else f"{rest}/{divisor}")
            self.assertEqual((exact.verdict, exact.faults), ("wrong form", ("other-form-than-asked",)))

    def test_a_label_that_is_required(self) -> None:
        item = prepare(read("17 boards ÷ 5 with a remainder"))
        for text, verdict in (("3 r 2 boards", "right"), ("3 r 2", "wrong form"), ("2 r 3 boards", "wrong")):
            self.assertEqual(diagnose(item, text, label_required=True).verdict, verdict, text)
        self.assertEqual(diagnose(item, "3 r 2").verdict, "right")

    @searched(60)
    @given(st.integers(10, 999), st.integers(2, 12))
    def test_what_each_mistake_gives(self, dividend: int, divisor: int) -> None:
        quotient, rest = divmod(dividend, divisor)
        assume(rest)
        for mistake, given_then in (
            ("remainder-dropped", str(quotient)),
            ("remainder-swapped", f"{rest} r {quotient}" if quotient else str(rest)),
            ("missing-for-left", f"{quotient + 1} r {divisor - rest}"),
        ):
            answer = work(read(asked(dividend, divisor)), mistake=BY_ID[mistake]).answer
            self.assertEqual(text_of(answer), given_then, mistake)
            if not re.fullmatch(rf"{quotient} r {rest}", given_then):
                causes = diagnose(prepare(read(asked(dividend, divisor))), given_then).causes
                self.assertIn((mistake,), [c.mistakes for c in causes], given_then)
