"""Marking and inventing classes on the command line, as another program would use it."""

import contextlib
import io
import tempfile
import unittest
from pathlib import Path

from keen_slate.command_line.main import main
from tests.support.typed import run

ITEMS = "5 1/6 - 2 5/6\n\n2 3/4 + 1 5/6\n2/5 + 1/3\n"


class MarkingCommand(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "items.txt"
        self.file.write_text(ITEMS)

    def mark(self, *papers: str, options: tuple[str, ...] = ()) -> list[dict]:  # type: ignore[type-arg]
        return run("mark", "--json", "--items", str(self.file), *options, *papers)

    def test_a_class_is_marked(self) -> None:
        papers = (
            "Aspen\t2 1/3\t4 7/12\t11/15",
            "Bramble\t3 4/6\t3 7/12\t3/8",
            "Clover\t4 7/6 - 2 5/6 | = 2 2/6 | 2 2/6\t3 7/12\t",
            "Daisy",
            "Elder\tno idea",
        )
        *pupils, last = self.mark(*papers)
        self.assertEqual([p["points"] for p in pupils], [11, 2, 4, 0, 0])
        self.assertEqual([p["absent"] for p in pupils], [False, False, False, True, False])
        verdicts = [[a["verdict"] for a in p["answers"]] for p in pupils]
        self.assertEqual(verdicts[1], ["wrong", "wrong", "wrong"])
        self.assertEqual(verdicts[2], ["wrong form", "wrong", "blank"])
        self.assertEqual(verdicts[4], ["unreadable"])
        told = last["class"]
        self.assertEqual(told["sentence"], "2 of 4 may share a mistake: whole made but not carried, item 2.")
        self.assertEqual(told["mistakes"][0]["shown"], {"Bramble": [2], "Clover": [2]})
        self.assertEqual(
            told["items"][0]["outcomes"], {"right": 1, "wrong": 1, "wrong form": 1, "absent": 1, "unreadable": 1}
        )
        self.assertIn("multiply-bottoms-add-tops", told["never"])

    def test_the_policy_and_the_place_of_the_answer(self) -> None:
        (paper, _) = self.mark("Aspen\t= 2 2/6 | 2 3/6", options=("--policy", "any-equivalent", "--anywhere"))
        self.assertEqual(paper["answers"][0]["verdict"], "right")
        (paper, _) = self.mark("Aspen\t= 2 2/6 | 2 3/6", options=("--policy", "any-equivalent"))
        self.assertEqual(paper["answers"][0]["verdict"], "wrong")
        (paper, _) = self.mark("Aspen\t7/3", options=("--policy", "mixed-number"))
        self.assertEqual(paper["answers"][0]["verdict"], "wrong form")

    def test_what_is_invented_can_be_marked(self) -> None:
        *drawn, trial = run(
            "simulate", "--json", "--items", str(self.file), "--pupils", "9", "--seed", "b", "--classes", "4"
        )  # fmt: skip
        self.assertEqual(len(drawn), 9)
        self.assertTrue(all(p["invented"] for p in drawn))
        self.assertTrue(trial["sentence"].startswith("Of 9 invented pupils"))
        *pupils, _ = self.mark(*(p["paper"] for p in drawn))
        for invented, marked in zip(drawn, pupils, strict=True):
            for written, found in zip(invented["answers"], marked["answers"], strict=False):
                if written["planted"] in invented["mistakes"]:
                    self.assertIn(written["planted"], found["told"] + found["between"])

    def test_what_cannot_be_taken_is_said(self) -> None:
        (paper, _) = self.mark("Aspen\t1\t2\t3\t4")
        self.assertEqual(paper["error"]["message"], "4 answers to 3 items. Write one answer for each item.")
        (paper, _) = self.mark("Aspen\t" + " | ".join(["= 1"] * 50))
        self.assertIn("lines", paper["error"]["message"])
        self.file.write_text("3/0 + 1\n")
        for arguments in (
            ("mark", "--json", "--items", str(self.file), "Aspen\t1"),
            ("mark", "--json", "--items", "/nowhere", "Aspen\t1"),
            ("simulate", "--json", "--items", str(self.file)),
        ):
            errors = io.StringIO()
            with contextlib.redirect_stderr(errors), self.assertRaises(SystemExit) as ended:
                main(list(arguments), io.StringIO(), io.StringIO())
            self.assertEqual(ended.exception.code, 2)
            self.assertIn("--items", errors.getvalue())
        self.file.write_text(ITEMS)
        for options in (("--pupils", "0"), ("--classes", "5000")):
            errors = io.StringIO()
            with contextlib.redirect_stderr(errors), self.assertRaises(SystemExit):
                main(["simulate", "--json", "--items", str(self.file), *options], io.StringIO(), io.StringIO())
            self.assertIn("not", errors.getvalue())
