"""Cells as spreadsheets and files hold them, and files that go out: what is taken, what is told, what stays safe."""

import csv
import io
import unittest
from uuid import UUID, uuid4

from keen_slate.core.problem import bounds
from keen_slate.services.mark.keeping import _safe
from keen_slate.services.mark.pasting import read_cells
from keen_slate.services.shapes.marking import MOST_WRITTEN, Paste

CODES = ("Aspen", "Bramble", "Clover")
PUPILS: list[tuple[UUID, str]] = [(uuid4(), code) for code in CODES]
NAMES = dict(PUPILS)


class Pasting(unittest.TestCase):
    def taken(
        self, text: str, *, pupil: UUID | None = None, item: int = 0, items: int = 3, comma: bool = False
    ) -> tuple[dict[tuple[str, int], str], list[str]]:
        cells, report = read_cells(Paste(text=text, pupil=pupil, item=item), PUPILS, items, comma=comma)
        found = {(NAMES[c.pupil], c.item + 1): " | ".join((*c.lines, c.answer)) for c in cells}
        self.assertEqual(len(found), len(cells), "no cell is filled twice")
        return found, report

    # text, what stands in which cell.
    BY_HAND = (
        ("1\t2\t3", {("Aspen", 1): "1", ("Aspen", 2): "2", ("Aspen", 3): "3"}),
        ("Bramble\t1\t2", {("Bramble", 1): "1", ("Bramble", 2): "2"}),
        ("bramble\t1", {("Bramble", 1): "1"}),
        ("  Clover \t 2 1/3 ", {("Clover", 1): "2 1/3"}),
        ("\t1\t2\t3\nAspen\t4\t\t6", {("Aspen", 1): "4", ("Aspen", 3): "6"}),
        ("pupil,1,2\nAspen,3/4,5", {("Aspen", 1): "3/4", ("Aspen", 2): "5"}),
        ("code;1.;2.\nAspen;3/4;5\nClover;1;", {("Aspen", 1): "3/4", ("Aspen", 2): "5", ("Clover", 1): "1"}),
        ("Aspen,\"2 1/3, I think\",4", {("Aspen", 1): "2 1/3, I think", ("Aspen", 2): "4"}),
        ("1\n2\n3", {("Aspen", 1): "1", ("Bramble", 1): "2", ("Clover", 1): "3"}),
        ("Aspen\t-\t–", {("Aspen", 1): "", ("Aspen", 2): ""}),
        ("Aspen\t= 3 19/12 | 4 7/12", {("Aspen", 1): "= 3 19/12 | 4 7/12"}),
        ("Aspen\t= 3 19/12 | -", {("Aspen", 1): "= 3 19/12 | "}),
        ("Aspen\t1\r\nBramble\t2\r\n", {("Aspen", 1): "1", ("Bramble", 1): "2"}),
        ("\n\nAspen\t1\n\n", {("Aspen", 1): "1"}),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, expected in self.BY_HAND:
            with self.subTest(text=text):
                found, report = self.taken(text)
                self.assertEqual(found, expected)
                self.assertEqual(report, [])

    def test_with_a_decimal_comma_no_comma_parts_cells(self) -> None:
        found, _ = self.taken("Aspen;7,85;2\nBramble;8,15;3", comma=True)
        self.assertEqual(found["Aspen", 1], "7,85")
        self.assertEqual(self.taken("7,85", comma=True)[0], {("Aspen", 1): "7,85"})

    def test_from_the_cell_in_hand_on(self) -> None:
        found, report = self.taken("1\t2\n3\t4", pupil=PUPILS[1][0], item=1)
        self.assertEqual(found, {("Bramble", 2): "1", ("Bramble", 3): "2", ("Clover", 2): "3", ("Clover", 3): "4"})
        self.assertEqual(report, [])

    def test_what_cannot_be_taken_is_told_and_the_rest_is(self) -> None:
        found, report = self.taken("Aspen\t1\t2\t3\t4\t5\nZinnia\t1\nClover\t9")
        self.assertEqual(set(found), {("Aspen", 1), ("Aspen", 2), ("Aspen", 3), ("Clover", 1)})
        self.assertEqual(
            report,
            ["Aspen: 2 cells more than there are items, left out.", "Row 2: there is no pupil “Zinnia” in this class."],
        )
        found, report = self.taken("1\n2\n3\n4\n5")
        self.assertEqual((len(found), report), (3, ["Row 4 and after: the class has no more pupils."]))
        long = "9" * (MOST_WRITTEN + 1)
        found, report = self.taken(f"Aspen\t{long}\t2")
        self.assertEqual(found, {("Aspen", 2): "2"})
        self.assertEqual(report, ["Aspen, item 1: too long for an answer; it was left out."])
        lines = " | ".join(["= 1"] * (bounds.MOST_LINES + 2))
        self.assertEqual(self.taken(f"Aspen\t{lines}")[0], {})

    def test_what_goes_out_comes_back(self) -> None:
        """Any answers, written by the csv module with commas, semicolons or tabs, are read back as they were."""
        answers = ["2 1/3", 'no, I "think"', "3 r 2", "a; b", "= 1/2", "½", "−3"]
        for between in ",;\t":
            out = io.StringIO()
            rows = [[code, *answers] for code in CODES]
            csv.writer(out, delimiter=between).writerows(rows)
            found, report = self.taken(out.getvalue(), items=len(answers))
            with self.subTest(between=between):
                self.assertEqual([found["Clover", i + 1] for i in range(len(answers))], answers)
                self.assertEqual(report, [])

    def test_no_spreadsheet_takes_an_answer_for_a_calculation(self) -> None:
        for cell in ("=1+1", "+3", "-3", "@sum", "\t=1"):
            self.assertEqual(_safe(cell), f"'{cell}")
        for cell in ("2 1/3", "", "a=1"):
            self.assertEqual(_safe(cell), cell)
