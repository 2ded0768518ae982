"""Calculations on paper: every stroke by hand; and every figure recomputed with Python's decimal, divmod and Fraction."""

import re
import unittest
from collections.abc import Iterator
from decimal import Decimal, localcontext
from fractions import Fraction
from math import lcm, prod
from pathlib import Path
from typing import Literal

import sympy
from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.engine import MalRule
from keen_slate.core.machine.goals import ON_PAPER
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.machine.side_work import PrimeFactors, SetOut
from keen_slate.core.malrules.listing import BY_ID, MAL_RULES
from keen_slate.core.notation.manner import Manner
from keen_slate.core.problem.paper import AreaProduct, LongProduct, LongQuotient
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.rules.on_paper import (
    exact_quotient_on_paper,
    moving_on_paper,
    product_on_paper,
    quotient_on_paper,
    sum_on_paper,
)
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.boards.grid import Board, Mark, Place, Stroke, standing
from keen_slate.core.working.boards.listing import board_beside, boards_of, fits_columns, in_blocks
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from keen_slate.render.boards import STRUCK, board_cells, board_latex, board_mathml, board_text
from tests.core.test_every_line_true import SCHOOLS
from tests.core.test_mal_rules import rows
from tests.support.generated import decimal_sums, expressions, sums
from tests.support.schooled import by
from tests.support.searching import searched

BY_HAND = Path(__file__).with_name("boards_by_hand.txt")


def cases() -> Iterator[tuple[dict[str, str], str, list[str], str]]:
    """School, problem, strokes, and what stands there at the end."""
    for case in BY_HAND.read_text().split("\n\n")[1:]:
        lines = case.strip().splitlines()
        school = dict(p.split("=") for p in lines.pop(0)[4:].split(",")) if lines[0].startswith("by: ") else {}
        assert lines[-1].startswith("is: "), case
        yield school, lines[0], lines[1:-1], lines[-1][4:]


def all_boards(text: str, school: School) -> list[Board]:
    """Every board of a problem, in place of lines or beside one."""
    working = work(read(text), school)
    beside = [s for line in working.lines for s in line.side if isinstance(s, SetOut)]
    used = working.derivation.school
    return [*boards_of(working.derivation), *(board_beside(s, used, 0) for s in beside)]


# As written in boards_by_hand.txt


def in_cell(marks: dict[str, Mark]) -> str:
    """One cell: what stands before, the figure or fraction, the point behind."""
    words: list[str] = []
    if "before" in marks:
        words.append(f"({marks['before'].text})" if marks["before"].hand == "carry" else marks["before"].text)
    if "top" in marks or "bottom" in marks:
        top, bottom = marks.get("top"), marks.get("bottom")
        if top is not None and top.hand == "times":
            words.append(top.text)
        else:
            words.append(f"{top.text if top else ''}/{bottom.text if bottom else ''}")
    figure = marks[""].text if "" in marks else ""
    if "" in marks and marks[""].hand == "carry":
        figure = f"({figure})"
    if figure or "point" in marks:
        words.append(figure + ("." if "point" in marks else ""))
    return " ".join(words)


def cells_of(marks: list[Mark]) -> dict[tuple[int, int], dict[str, Mark]]:
    found: dict[tuple[int, int], dict[str, Mark]] = {}
    for mark in sorted(marks, key=lambda m: (m.at.row, m.at.column)):
        found.setdefault((mark.at.row, mark.at.column), {})[mark.at.slot] = mark
    return found


def written_down(stroke: Stroke, before: dict[Place, list[Mark]]) -> str:
    struck = cells_of([before[p][-1] for p in stroke.strikes])
    text = f"strike {' '.join(in_cell(c) for c in struck.values())} " if struck else ""
    text += f"write {' '.join(in_cell(c) for c in cells_of(list(stroke.writes)).values())}"
    return f"{text.strip()} | {say(stroke.said)}" if stroke.said is not None else text.strip()


def in_force(board: Board) -> str:
    cells = cells_of([marks[-1] for marks in standing(board.strokes).values()])
    rows = [" ".join(in_cell(c) for (r, _), c in cells.items() if r == row) for row in range(board.rows)]
    return " ; ".join(r for r in rows if r)


class ByHand(unittest.TestCase):
    maxDiff = None

    def test_every_stroke(self) -> None:
        for school, problem, strokes, end in cases():
            with self.subTest(problem=problem, school=school):
                (board,) = boards_of(work(read(problem), by(**school)).derivation)
                drawn = [
                    written_down(stroke, standing(board.strokes[:at])) for at, stroke in enumerate(board.strokes)
                ]  # fmt: skip
                self.assertEqual(drawn, strokes)
                self.assertEqual(in_force(board), end)

    def test_there_are_enough(self) -> None:
        kinds = [boards_of(work(read(p), by(**s)).derivation)[0].kind for s, p, _, _ in cases()]
        self.assertGreaterEqual(len(kinds), 25)
        self.assertEqual(set(kinds), {"fractions", "columns", "product", "area", "quotient", "places"})


class Figures:
    """The numbers that can be read off a board."""

    def __init__(self, board: Board, strokes: int | None = None) -> None:
        self.board = board
        self.at = standing(board.strokes[:strokes])

    def last(self, row: int, column: int, slot: str = "") -> str:
        marks = self.at.get(Place(row, column, slot), [])  # type: ignore[arg-type]
        return marks[-1].text if marks else ""

    def number(self, row: int, columns: range, *, first: bool = False) -> str:
        """Digits of a row, the point where it stands; with ``first`` as they were written at first."""
        text = ""
        for column in columns:
            marks = self.at.get(Place(row, column), [])
            if marks and marks[0].hand in ("figure", "zero", "brought"):
                text += marks[0].text if first else marks[-1].text
            text += self.last(row, column, "point")
        return text

    def worth(self, row: int, columns: range) -> int:
        """A row by its places, a regrouped ten or more in one of them too."""
        return sum(int(self.last(row, c) or 0) * 10**i for i, c in enumerate(reversed(columns)))


class Laws(unittest.TestCase):
    def assert_sound(self, board: Board) -> None:
        """Every stroke does or says something; struck is only what stands; above stands only what replaces."""
        stands: dict[Place, list[bool]] = {}
        for stroke in board.strokes:
            self.assertTrue(stroke.writes or stroke.strikes or stroke.rules or stroke.said)
            for place in stroke.strikes:
                self.assertTrue(stands.get(place), place)
                self.assertTrue(stands[place][-1], "struck twice")
                stands[place][-1] = False
            for mark in stroke.writes:
                self.assertTrue(0 <= mark.at.row < board.rows and 0 <= mark.at.column < board.columns, mark)
                self.assertTrue(mark.text)
                self.assertFalse(stands.get(mark.at, [False])[-1], f"{mark} over something in force")
                stands.setdefault(mark.at, []).append(True)

    @searched(300)
    @given(sums() | decimal_sums() | expressions(depth=1), SCHOOLS)
    def test_any_working(self, text: str, school: School) -> None:
        try:
            problem = read(text)
        except ValueError:
            return
        working = work(problem, school)
        boards = boards_of(working.derivation)
        for board in all_boards(text, school):
            self.assert_sound(board)
            self.assert_written(board)
        blocks = in_blocks(working, boards)
        self.assertEqual(
            len([b for b in blocks if isinstance(b, Board)]), len({id(b) for b in blocks if isinstance(b, Board)})
        )
        if fits_columns(working.derivation):
            self.assertTrue(boards)

    def assert_written(self, board: Board) -> None:
        """What the writers make of a board holds every figure in force; a blank one has none of a later stroke."""
        comma = board_text(board, Manner(decimal_sign=","))
        self.assertEqual(comma.replace(",", "."), board_text(board))
        latex, mathml = board_latex(board), board_mathml(board)
        self.assertEqual(latex.count("{"), latex.count("}"))
        bare = board_text(board).replace(STRUCK, "")
        for marks in standing(board.strokes).values():
            self.assertIn(marks[-1].text, bare)
            self.assertIn(f">{marks[-1].text}<", mathml)
        blank = board_cells(board, frozenset((0,)))
        shown = [
            m
            for row in blank["rows"]
            for cell in row["cells"]
            for slot in ("figure", "top", "bottom")
            for m in cell[slot]
        ]
        given = [m.text for m in board.strokes[0].writes if m.at.slot in ("", "top", "bottom")]
        signs = [m.text for s in board.strokes[1:] for m in s.writes if m.hand == "sign" and m.at.slot == ""]
        self.assertEqual(sorted(m[0] for m in shown if m[0]), sorted([*given, *signs]))

    def test_numbers_of_unusual_form(self) -> None:
        """A fraction that is a whole, and a zero part, under each other with wholes."""
        for text, school in (("1 + 1/1", {}), ("0 + 0 + 1 + 1/2 − 1 0/1", {"adding": "improper"})):
            boards = all_boards(text, school_from(FACETS, school))
            self.assertTrue(boards, text)
            for board in boards:
                self.assert_sound(board)
                self.assert_written(board)

    # Against decimal and divmod

    @searched(300)
    @given(st.lists(st.integers(0, 99_999), min_size=2, max_size=5), st.booleans())
    def test_sums_of_wholes(self, numbers: list[int], minus: bool) -> None:
        signed = tuple(sorted(numbers[:2], reverse=True)) if minus else tuple(numbers)
        signed = (signed[0], -signed[1]) if minus else signed
        start = sum_on_paper(signed)
        if start is None:
            self.assertLess(sum(n % 10 for n in signed if n > 0) if not minus else 0, 200)
            return
        board = board_beside(SetOut(start), DEFAULT_SCHOOL, 0)
        figures, columns = Figures(board), range(1, board.columns)
        self.assertEqual(int(figures.number(board.rows - 1, columns)), sum(signed))
        rows = [int(figures.number(row, columns, first=True)) for row in range(1, board.rows - 1)]
        self.assertEqual(rows, [abs(n) for n in signed])
        if minus:  # what was regrouped is worth what stood there
            self.assertEqual(figures.worth(1, columns), signed[0])

    def test_the_point_comes_down_although_nothing_is_carried_into_the_ones(self) -> None:
        for text, result in (("0.5 + 0.2", "0.7"), ("0.7 − 0.2", "0.5"), ("0.25 + 0.5", "0.75")):
            (board,) = boards_of(work(read(text)).derivation)
            self.assertEqual(Figures(board).number(board.rows - 1, range(1, board.columns)), result)

    @searched(300)
    @given(decimal_sums())
    def test_sums_of_decimals(self, text: str) -> None:
        working = work(read(text))
        for board in boards_of(working.derivation):
            figures, columns = Figures(board), range(1, board.columns)
            rows = [Decimal(figures.number(row, columns, first=True)) for row in range(1, board.rows - 1)]
            minus = figures.last(board.rows - 2, 0) == "−"
            self.assertEqual(
                Decimal(figures.number(board.rows - 1, columns)), rows[0] - sum(rows[1:]) if minus else sum(rows)
            )
            step = working.derivation.steps[board.steps[1]]
            self.assertEqual(Fraction(figures.number(board.rows - 1, columns)), evaluate(step.wrote))

    def test_a_factor_below_one_stands_with_its_zero(self) -> None:
        """0.35, never .35, on either side, while what is calculated with stays the same. Common practice, no source."""
        for text, factors in (
            ("4.8 × 0.35", ("4.8", "0.35")),
            ("0.3 × 24.5", ("24.5", "0.3")),
            ("0.004 × 12", ("12", "0.004")),
        ):
            (board,) = boards_of(work(read(text)).derivation)
            drawn = [line.replace(" ", "").lstrip("×") for line in board_text(board).splitlines()]
            for factor in factors:
                self.assertIn(factor, drawn, text)

    @searched(300)
    @given(st.integers(2, 99_999), st.integers(2, 999), st.integers(0, 3), st.integers(0, 3))
    def test_products(self, a: int, b: int, a_places: int, b_places: int) -> None:
        start = product_on_paper((a, a_places), (b, b_places))
        if start is None:
            return
        assert isinstance(start, LongProduct)
        board = board_beside(SetOut(start), DEFAULT_SCHOOL, 0)
        figures, columns = Figures(board), range(1, board.columns)
        multipliers = [(place, int(d)) for place, d in enumerate(reversed(str(start.below))) if d != "0"]
        top = len(multipliers)
        self.assertEqual(int(figures.number(top, columns).replace(".", "")), start.above)
        first = top + 2 + (top > 1)
        if top > 1:
            for row, (place, digit) in enumerate(multipliers, start=first):
                self.assertEqual(int(figures.number(row, columns)), start.above * digit * 10**place)
        with localcontext() as context:
            context.prec = 30
            product = Decimal(a).scaleb(-a_places) * Decimal(b).scaleb(-b_places)
        self.assertEqual(Decimal(figures.number(board.rows - 1, columns)), product)
        box = product_on_paper((a, a_places), (b, b_places), area=True)
        assert isinstance(box, AreaProduct)
        inside = Figures(board_beside(SetOut(box), DEFAULT_SCHOOL, 0))
        for row, down in enumerate(box.down, start=1):
            for column, across in enumerate(box.across, start=1):
                self.assertEqual(inside.last(row, column).replace(".", ""), str(down * across).zfill(1), (a, b))

    @searched(300)
    @given(st.integers(1, 999_999), st.integers(0, 3), st.integers(2, 99))
    def test_quotients(self, dividend: int, places: int, divisor: int) -> None:
        start = exact_quotient_on_paper(dividend, places, divisor)
        if start is not None:
            board = board_beside(SetOut(start), DEFAULT_SCHOOL, 0)
            left = len(str(divisor))
            quotient = Figures(board).number(0, range(left, board.columns))
            self.assertEqual(Fraction(quotient), Fraction(dividend, divisor * 10**places))
            self.assert_rows(board, divisor)
        whole = quotient_on_paper(dividend, 0, divisor)
        if whole is None:
            return
        count, rest = divmod(dividend, divisor)
        for school in (DEFAULT_SCHOOL, by(long_quotients="short")):
            board = board_beside(SetOut(whole), school, 0)
            figures = Figures(board)
            left = len(str(divisor))
            self.assertEqual(int(figures.number(0, range(left, board.columns))), count)
            remainder = [m.text for marks in figures.at.values() for m in marks if m.text.startswith("r ")]
            self.assertEqual(remainder, [f"r {rest}"] if rest else [])
        self.assert_rows(board_beside(SetOut(whole), DEFAULT_SCHOOL, 0), divisor)

    def assert_rows(self, board: Board, divisor: int) -> None:
        """Below the dividend every second row is a multiple of the divisor by a digit of the quotient, and what stands
        under it is the difference, with the digits brought down behind."""
        figures, columns = Figures(board), range(len(str(divisor)), board.columns)
        digits = [int(d) for d in figures.number(0, columns).replace(".", "")]
        products = [int(figures.number(row, columns)) for row in range(2, board.rows, 2)]
        self.assertEqual(products, [d * divisor for d in digits if d])
        for row in range(3, board.rows, 2):
            text = figures.number(row, columns)
            brought = sum(
                figures.at[Place(row, c)][0].hand == "brought" for c in columns if Place(row, c) in figures.at
            )
            rest = int(text[: len(text) - brought] or 0)
            self.assertLess(rest, divisor)
            if row + 1 < board.rows:
                self.assertLess(int(text) - int(figures.number(row + 1, columns)), divisor)

    @searched(200)
    @given(st.integers(1, 99_999), st.integers(0, 4), st.integers(1, 4), st.booleans())
    def test_powers_of_ten(self, number: int, places: int, zeros: int, divide: bool) -> None:
        start = moving_on_paper(number, places, 10**zeros, divide=divide)
        if start is None:
            return
        board = board_beside(SetOut(start), DEFAULT_SCHOOL, 0)
        names = [Fraction(Figures(board).last(0, c)) for c in range(board.columns)]
        self.assertEqual(names, sorted(names, reverse=True))
        before, after = (
            sum(int(Figures(board).last(row, c) or 0) * names[c] for c in range(board.columns)) for row in (1, 2)
        )
        self.assertEqual(before, Fraction(number, 10**places))
        self.assertEqual(after, before / 10**zeros if divide else before * 10**zeros)

    @searched(300)
    @given(sums(3), SCHOOLS)
    def test_fractions(self, text: str, school: School) -> None:
        """Every stage of a stack, as it stands at the end, is worth what the stack comes to."""
        working = work(read(text), school)
        for board in boards_of(working.derivation):
            if board.kind != "fractions":
                continue
            figures = Figures(board)
            result = evaluate(working.derivation.steps[board.steps[1]].wrote)
            rows = [r.row for s in board.strokes for r in s.rules][:1]
            starts = sorted({r.first for s in board.strokes for r in s.rules})
            ends = {r.first: r.last for s in board.strokes for r in s.rules}
            if school["subtracting"] == "same-change" and len(starts) > 1:
                starts = starts[-1:]
            for start in starts:
                total = Fraction(0)
                for row in range(1, rows[0] + 1):
                    whole = figures.worth(row, range(start + 1, ends[start]))
                    struck = self.whole_gone(board, row, range(start + 1, ends[start]))
                    value = Fraction(0 if struck else whole)
                    if figures.last(row, ends[start], "top"):
                        value += Fraction(
                            int(figures.last(row, ends[start], "top")), int(figures.last(row, ends[start], "bottom"))
                        )
                    total += -value if figures.last(row, start) == "−" else value
                if not self.split_open(board):
                    self.assertEqual(total, result, f"{text}\n{board_text(board)}")

    @staticmethod
    def whole_gone(board: Board, row: int, columns: range) -> bool:
        """A whole that is opened up altogether is only struck."""
        places = [Place(row, c) for c in columns if Place(row, c) in standing(board.strokes)]
        struck = [p for s in board.strokes for p in s.strikes]
        return bool(places) and all(struck.count(p) == len(standing(board.strokes)[p]) for p in places)

    @staticmethod
    def split_open(board: Board) -> bool:
        """Whether d/d still stands beside, or a whole before the part: they are counted with what replaced them."""
        return any(m.at.slot == "before" for s in board.strokes for m in s.writes)


class Primes(unittest.TestCase):
    # By hand: what stands there, paired and on a ladder.
    BY_HAND = (
        ((12, 18), "12 = 2 × 2 × 3 ; 18 = 2 × 3 × 3 ; 36 = 2 × 2 × 3 × 3", "2 12 18 ; 2 6 9 ; 3 3 9 ; 3 1 3 ; 1 1"),
        (
            (8, 12, 15),
            "8 = 2 × 2 × 2 ; 12 = 2 × 2 × 3 ; 15 = 3 × 5 ; 120 = 2 × 2 × 2 × 3 × 5",
            "2 8 12 15 ; 2 4 6 15 ; 2 2 3 15 ; 3 1 3 15 ; 5 1 1 5 ; 1 1 1",
        ),
        ((7, 9), "7 = 7 ; 9 = 3 × 3 ; 63 = 3 × 3 × 7", "3 7 9 ; 3 7 3 ; 7 7 1 ; 1 1"),
    )

    def board(self, numbers: tuple[int, ...], written: Literal["rows", "ladder", "trees"]) -> Board:
        rows = tuple((n, tuple(sympy.factorint(n, multiple=True))) for n in numbers)
        return board_beside(PrimeFactors(rows, lcm(*numbers), written), DEFAULT_SCHOOL, 0)

    def test_by_hand(self) -> None:
        for numbers, paired, ladder in self.BY_HAND:
            self.assertEqual(in_force(self.board(numbers, "rows")), paired)
            self.assertEqual(in_force(self.board(numbers, "ladder")), ladder)
        said = [say(s.said) for s in self.board((7, 9), "rows").strokes if s.said is not None]
        self.assertEqual(said[-1], "Nothing is shared, so all are taken: 3 × 3 × 7 = 63.")

    @searched(200)
    @given(st.lists(st.integers(2, 400), min_size=2, max_size=3, unique=True))
    def test_each_column_holds_one_prime_and_the_columns_make_the_common_multiple(self, numbers: list[int]) -> None:
        board = self.board(tuple(numbers), "rows")
        figures, last = Figures(board), board.rows - 1
        columns = {c: {figures.last(r, c) for r in range(board.rows)} - {""} for c in range(2, board.columns, 2)}
        self.assertTrue(all(len(primes) == 1 for primes in columns.values()))
        self.assertEqual(prod(int(figures.last(last, c)) for c in columns), sympy.ilcm(*numbers))
        for row, number in enumerate(numbers):
            self.assertEqual(prod(int(figures.last(row, c) or 1) for c in columns), number)
        ladder = Figures(self.board(tuple(numbers), "ladder"))
        side = [int(m) for row in range(board.rows + 40) if (m := ladder.last(row, 0))]
        self.assertEqual(prod(side), sympy.ilcm(*numbers))

    def test_trees_by_hand(self) -> None:
        board = self.board((12, 18), "trees")
        self.assertEqual(in_force(board), "12 18 ; 2 6 2 9 ; 2 3 3 3 ; 36 = 2 × 2 × 3 × 3")
        self.assertEqual(
            [say(s.said) for s in board.strokes if s.said is not None],
            [
                "12 = 2 × 6. 2 is prime, 6 splits again.",
                "6 = 2 × 3. Only primes are left.",
                "18 = 2 × 9. 2 is prime, 9 splits again.",
                "9 = 3 × 3. Only primes are left.",
                "A prime that hangs in more than one tree is shared and taken once: 2 × 2 × 3 × 3 = 36.",
            ],
        )
        self.assertEqual(in_force(self.board((7, 4), "trees")), "7 4 ; 2 2 ; 28 = 2 × 2 × 7")

    @searched(100)
    @given(st.lists(st.integers(2, 200), min_size=2, max_size=3, unique=True))
    def test_every_tree_multiplies_to_its_number(self, numbers: list[int]) -> None:
        board = self.board(tuple(numbers), "trees")
        ringed = [int(m.text) for s in board.strokes for m in s.writes if m.hand == "prime"]
        self.assertEqual(prod(ringed), prod(numbers))
        self.assertTrue(all(sympy.isprime(n) for n in ringed))
        self.assertEqual(int(Figures(board).last(board.rows - 1, 0) or 0), lcm(*numbers))


class Labels(unittest.TestCase):
    # The label once at the first number and at what is found; money before, two units over their columns. By hand.
    BY_HAND = (
        ("2 3/4 m + 1 1/4 m", ["2 3/4 m", "+ 1 1/4", "-------", "3 4/4 m", "= 4 m"]),
        ("£14.20 - £6.35", ["1311", "0 3 110", "£14. 2 0", "− 6. 3 5", "---------", "£7. 8 5"]),
        ("3 m 40 cm - 1 m 75 cm", ["m cm", "2140", "3 40", "− 1 75", "-------", "1 65"]),
        ("12 1/2% + 3 1/2%", ["12 1/2 %", "+ 3 1/2", "--------", "15 2/2 %", "= 16 %"]),
    )

    def test_by_hand(self) -> None:
        for text, expected in self.BY_HAND:
            problem = read(text)
            board = boards_of(work(problem, by(wholes_out="division")).derivation, problem.label)[0]
            drawn = [re.sub(" +", " ", line).strip() for line in board_text(board).replace(STRUCK, "").splitlines()]
            self.assertEqual(drawn, expected, text)


class Mistakes(unittest.TestCase):
    """A mistake on paper: the board shows it, and its figures give the wrong answer."""

    STARTS = (
        *(sum_on_paper(n) for n in ((48, 37), (267, 158), (61, -27), (503, -148))),
        *(product_on_paper((a, 0), (b, 0)) for a, b in ((47, 36), (128, 6), (412, 306))),
        *(quotient_on_paper(a, 0, b) for a, b in ((612, 6), (7236, 12), (756, 6))),
        moving_on_paper(34, 1, 100, divide=False),
    )

    def test_each_on_each(self) -> None:
        struck: set[str] = set()
        for mistake in MAL_RULES:
            for start in self.STARTS if not ON_PAPER.isdisjoint(mistake.goals) else ():
                assert start is not None
                made = MACHINE.derive(start, DEFAULT_SCHOOL, mistake)
                if not made.struck or made.impasse is not None:
                    continue
                struck.add(mistake.id)
                with self.subTest(mistake=mistake.id, start=start):
                    board = board_beside(SetOut(start, mistake), DEFAULT_SCHOOL, 0)
                    row = 0 if isinstance(start, LongQuotient) else board.rows - 1
                    first = len(str(start.divisor)) if isinstance(start, LongQuotient) else 0
                    read_off = Figures(board).number(row, range(first, board.columns))
                    self.assertEqual(Fraction(read_off), evaluate(made.end), board_text(board))
                    self.assertNotEqual(evaluate(made.end), evaluate(start))
        self.assertEqual(struck, {m.id for m in MAL_RULES if not ON_PAPER.isdisjoint(m.goals)})

    def test_every_row_by_hand_can_be_drawn(self) -> None:
        laws = Laws()
        drawn = 0
        for row in rows():
            if row.mistake not in BY_ID:
                continue
            for board in boards_of(row.working().derivation, read(row.problem).label):
                with self.subTest(problem=row.problem, mistake=row.mistake):
                    laws.assert_sound(board)
                    drawn += 1
        self.assertGreater(drawn, 100)

    def test_a_mistake_beside_a_line_is_shown_there(self) -> None:
        mistake = next(m for m in MAL_RULES if m.id == "row-not-shifted")
        self.assertIsInstance(mistake, MalRule)
        (board,) = boards_of(work(read("47 × 36"), DEFAULT_SCHOOL, mistake).derivation)
        self.assertEqual(board_text(board).split()[-1], "423")
