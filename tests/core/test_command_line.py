"""The command line, as another program would use it."""

import contextlib
import io
import subprocess
import sys
import unittest

from keen_slate.command_line.main import main
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.typed import run


class CommandLine(unittest.TestCase):
    def test_one_record_whole(self) -> None:
        (record,) = run("work", "--json", "--school", "questions=unasked", "5 1/6 - 2 5/6")
        told = [(w.pop("shows"), w.pop("question")) for w in record["likely_wrong"]]
        (board,) = record.pop("strokes")
        self.assertEqual((board["layout"], board["lines"]), ("fractions", [1, 2, 3]))
        self.assertEqual(board["drawn"][-1], "= 2 1/3")
        regroup = board["strokes"][1]
        self.assertEqual([p["slot"] for p in regroup["struck"]], ["", "top"])
        self.assertEqual([(m["text"], m["hand"]) for m in regroup["written"]], [("4", "figure"), ("7", "figure")])
        drawn = record.pop("pictures")
        self.assertEqual([p["kind"] for p in drawn if p["line"] == 1], ["discs"])
        self.assertEqual(drawn[2]["seen"], "1 whole opened up into 6 sixths; nothing was added or lost.")
        self.assertEqual(told[0], ("5 1/6 − 2 5/6 became 5 − 2 + 4/6.", "Add 2 5/6 to 3 2/3. Do you get 5 1/6?"))
        self.assertEqual(
            record,
            {
                "problem": "5 1/6 − 2 5/6",
                "value": "7/3",
                "answer": "2 1/3",
                "lines": [
                    {"text": "5 1/6 − 2 5/6", "rule": "problem", "reason": "Work it out."},
                    {
                        "text": "4 7/6 − 2 5/6",
                        "rule": "regroup",
                        "reason": "1/6 is not enough to take 5/6 away. Regroup 1 whole as 6/6: 5 becomes 4, and 1 + 6 = 7.",
                    },
                    {
                        "text": "2 2/6",
                        "rule": "join",
                        "reason": "Take away the sixths: 7 − 5 = 2. Take away the wholes: 4 − 2 = 2.",
                    },
                    {
                        "text": "2 1/3",
                        "rule": "simplify",
                        "reason": "Divide top and bottom by 2, their greatest common factor. The 2 comes along unchanged.",
                    },
                ],
                "estimates": [{"text": "5 − 3 = 2", "value": "2", "low": "3/2", "high": "5/2", "kind": "nearest-half"}],
                "other_estimates": [],
                "more_or_less_than_one": None,
                "likely_wrong": [
                    {"mistake": "smaller-part-from-larger", "answer": "3 2/3", "value": "11/3", "caught": True},
                    {"mistake": "regroup-ten", "answer": "3", "value": "3", "caught": True},
                    {"mistake": "whole-not-reduced", "answer": "3 1/3", "value": "10/3", "caught": True},
                    {"mistake": "regroup-one-piece", "answer": "2 1/2", "value": "5/2", "caught": False},
                    {"mistake": "pieces-replace-part", "answer": "2 1/6", "value": "13/6", "caught": False},
                    {"mistake": "fractions-dropped", "answer": "3", "value": "3", "caught": True},
                    {"mistake": "divide-top-only", "answer": "2 1/6", "value": "13/6", "caught": False},
                    {"mistake": "divide-bottom-only", "answer": "2 2/3", "value": "8/3", "caught": True},
                    {"mistake": "divided-differently", "answer": "2 1/2", "value": "5/2", "caught": False},
                    {"mistake": "whole-divided-along", "answer": "1 1/3", "value": "4/3", "caught": True},
                    {"mistake": "wrong-operation", "answer": "8", "value": "8", "caught": True},
                ],
                "no_answer": [
                    {
                        "mistake": "add-tops-and-bottoms",
                        "reason": "The bottoms leave 0, and nothing can be cut into 0 pieces.",
                    },
                    {"mistake": "wholes-forgotten", "reason": "The fractions alone would leave less than nothing."},
                ],
                "right_by_luck": [],
                "form_only": ["not-reduced"],
                "demands": ["like-denominators", "regroup", "simplify"],
                "refused": [],
                "notes": [],
            },
        )

    def test_lines_from_standard_input_go_on_after_an_error(self) -> None:
        records = run("work", "--json", stdin="1/2 + 1/3\nhello\n\n2/4\n")
        self.assertEqual([r.get("answer") for r in records], ["5/6", None, None, "1/2"])
        self.assertEqual(records[1]["problem"], "hello")
        self.assertEqual(records[1]["error"]["position"], 0)

    def test_school(self) -> None:
        (record,) = run("work", "--json", "--school", "denominators=product,subtracting=improper", "3/4 - 1/6")
        self.assertEqual(record["lines"][2]["text"], "18/24 − 4/24")

    def test_blanks_and_solutions(self) -> None:
        one, many, none = run("work", "--json", "2/3 = ?/12 = 10/?", "?/18 + ?/9 + ?/3 = 25/18", "?/4 = 5/6")
        self.assertEqual((one["blanks"], one["solutions"], one["value"]), (["8", "15"], 1, None))
        self.assertEqual((many["blanks"], many["solutions"]), (None, 35))
        self.assertEqual((none["blanks"], none["solutions"], none["answer"]), (None, 0, "no solution"))

    def test_compare(self) -> None:
        (record,) = run("compare", "--json", "--with", "denominators=product", "1/12 + 5/18")
        self.assertEqual([w["cost"]["largest"] for w in record["workings"]], [36, 216])
        self.assertEqual((record["recommended"], record["why"]), (0, "Fewer facts beyond 12 × 12: 1 against 3."))

    def test_check(self) -> None:
        (record,) = run("check", "--json", "6 1/4 - 2 1/2")
        self.assertEqual(
            [c["check"] for c in record["checks"]], ["inverse", "another-school", "decimals", "simplest-form"]
        )
        self.assertEqual(record["checks"][0]["lines"][-1]["text"], "6 1/4")

    def test_diagnose(self) -> None:
        rows = {
            "5 1/6 - 2 5/6\t3 4/6": (
                "wrong",
                [["smaller-part-from-larger"], ["whole-not-reduced", "divide-bottom-only"]],
            ),
            "5 1/6 - 2 5/6\t2 2/6": ("wrong form", [["not-reduced"]]),
            "5 1/6 - 2 5/6\t2 1/3": ("right", []),
            "5 1/6 - 2 5/6\t17/1000": ("wrong", []),
            "5 1/6 - 2 5/6\tabout two": ("unreadable", []),
            "1/2 + 1/3\t2/5": ("wrong", [["add-tops-and-bottoms"]]),
            "3/0\t1": ("unreadable", []),
            "1/2 + 1/3 5/6": ("unreadable", []),
        }
        records = run("diagnose", "--json", stdin="\n".join(rows))
        for (row, (verdict, mistakes)), record in zip(rows.items(), records, strict=True):
            self.assertEqual((record["verdict"], [c["mistakes"] for c in record["causes"]]), (verdict, mistakes), row)
        cause = records[0]["causes"][0]
        self.assertEqual(cause.pop("question"), "Add 2 5/6 to 3 4/6. Do you get 5 1/6?")
        self.assertEqual(cause, {"mistakes": ["smaller-part-from-larger"], "slips": 0, "answer": "3 2/3"})
        self.assertIn("cannot read “about” here", records[4]["reason"])
        self.assertEqual(records[6]["error"]["position"], 2)
        self.assertEqual(records[7]["error"]["message"], "Write the problem, a tab and the pupil's answer on one line.")
        (kept,) = run("diagnose", "--json", "--policy", "any-equivalent", "5 1/6 - 2 5/6\t2 2/6")
        self.assertEqual(kept["verdict"], "right")

    def test_slips_say_what_slipped(self) -> None:
        (record,) = run("diagnose", "--json", "--beside", "3/4 - 1/6", "1/4 + 5/6\t7/12")
        self.assertEqual(
            [(c["slip"], c.get("worked")) for c in record["causes"]], [("fact", None), ("item", "3/4 − 1/6")]
        )
        (record,) = run("diagnose", "--json", "5 1/6 - 2 5/6\t5 1/3")
        (cause,) = record["causes"]
        self.assertEqual(cause.pop("question"), "Something was taken away from 5 1/6. Can 5 1/3 be left?")
        self.assertEqual(
            cause, {"mistakes": [], "slips": 1, "answer": "5 1/3", "slip": "digit", "worked": "8 1/6 − 2 5/6"}
        )

    def test_a_problem_told_in_words_is_put_into_signs(self) -> None:
        for told, signs, answer in (
            ("take 2 5/6 m away from 6 1/4 m", "6 1/4 − 2 5/6", "3 5/12 m"),
            ("1/4 less than 1/2", "1/2 − 1/4", "1/4"),
            ("How many 3/4 m are there in 6 m?", "6 ÷ 3/4", "8"),
        ):
            (record,) = run("work", "--json", told)
            self.assertEqual((record["answer"], record["lines"][1]["rule"]), (answer, "put-into-signs"))
            (signed,) = run("work", "--json", signs)
            self.assertEqual(record["value"], signed["value"])
            (again,) = run("work", "--json", record["problem"])
            self.assertEqual(again["lines"], record["lines"])

    def test_a_ladder(self) -> None:
        asked = ("--family", "mixed-subtracted", "--can", "like-denominators", "--new", "regroup", "--count", "4")
        rungs = run("ladder", "--json", *asked)
        self.assertEqual([r["added"] for r in rungs], ["", "regroup", "regroup", "regroup"])
        two = run("ladder", "--json", *asked, "--rungs", "regroup=2")
        self.assertEqual([r["added"] for r in two], ["", "", "regroup", "regroup"])
        self.assertEqual(rungs, run("ladder", "--json", *asked))
        for rung in rungs:
            self.assertEqual(set(rung["demands"]), by_fractions(rung["problem"]))
        self.assertEqual(rungs[-1]["place"], "CCSS 4.NF.B.3c (grade 4), England year 5")

    def test_wishes_that_exclude_each_other(self) -> None:
        told = io.StringIO()
        with self.assertRaises(SystemExit) as ended, contextlib.redirect_stderr(told):
            main(
                ["ladder", "--json", "--family", "mixed-subtracted", "--new", "regroup-after-renaming"],
                io.StringIO(),
                io.StringIO(),
            )
        self.assertEqual(ended.exception.code, 2)
        self.assertIn("“same bottoms” and “regroup: seen only after renaming”: there are none", told.getvalue())

    def test_aims_can_be_drawn_as_listed(self) -> None:
        listed = run("aims")
        families = {r["family"]: r for r in listed if "demands" in r}
        for aim in (r for r in listed if "aim" in r):
            self.assertLessEqual({*aim["can"], *aim["new"]}, set(families[aim["family"]]["demands"]))

    def test_judge(self) -> None:
        (record,) = run("judge", "--json", "5 1/6 - 2 5/6\t5 - 2 = 3\t= 3 4/6\t= 3 2/3")
        lines = record["lines"]
        self.assertEqual([n["verdict"] for n in lines], ["side-work", "false", "follow-through"])
        self.assertEqual((lines[1]["due"], lines[1]["causes"]), ("regroup", ["smaller-part-from-larger"]))
        self.assertEqual(lines[1]["sign"], 1)
        (compared,) = run("judge", "--json", "compare 1/2 and 1/3\t<\t>\t3/6 > 2/6")
        self.assertEqual([n["verdict"] for n in compared["lines"]], ["false", "follows", "follows"])

    def test_glass(self) -> None:
        """100 − 37.58: taking each smaller digit from the larger gives 137.58, and so does adding."""
        (record,) = run("glass", "--json", "100 - 37.58")
        table = {r["mistake"]: r for r in record["table"]}
        for one, other in (
            ("smaller-digit-from-larger", "wrong-operation"),
            ("wrong-operation", "smaller-digit-from-larger"),
        ):
            self.assertEqual((table[one]["answer"], table[one]["like"]), ("137.58", [other]))
        (collision,) = record["collisions"]
        self.assertEqual(set(collision["mistakes"]), {"smaller-digit-from-larger", "wrong-operation"})
        (apart,) = run("glass", "--json", collision["separated_by"])
        answers = {r["mistake"]: r["answer"] for r in apart["table"]}
        self.assertNotEqual(answers["smaller-digit-from-larger"], answers["wrong-operation"])
        self.assertEqual(table["whole-not-carried"]["outcome"], "cannot-occur")

    def test_mistakes(self) -> None:
        known = run("mistakes")
        self.assertGreaterEqual(len(known), 55)
        for mistake in known:
            self.assertIn(mistake["kind"], ("value", "form", "reading", "belief"))
            self.assertTrue(mistake["source"] == "common practice, no source" or "(from memory)" in mistake["source"])

    def test_a_reader_that_has_seen_enough_ends_the_run_quietly(self) -> None:
        shell = f"{sys.executable} -m keen_slate mistakes | head -n 1"
        outcome = subprocess.run(["bash", "-c", shell], capture_output=True, text=True, check=True)
        self.assertEqual((len(outcome.stdout.splitlines()), outcome.stderr), (1, ""))

    def test_words(self) -> None:
        (record,) = run("work", "--json", "--words", "regroup=borrow,top=numerator,bottom=denominator", "5 1/6 - 2 5/6")
        self.assertIn("Borrow 1 whole as 6/6", record["lines"][3]["reason"])
        offered = {r["name"]: r["words"] for r in run("words")}
        self.assertEqual(offered["quarter"], ["quarter", "fourth"])

    def test_schools(self) -> None:
        facets = {r["facet"]: [c["id"] for c in r["choices"]] for r in run("schools")}
        self.assertEqual(facets["subtracting"][:2], ["regroup", "improper"])

    def test_bad_school_is_a_call_that_cannot_be_taken(self) -> None:
        for school in ("denominators=guess", "colour=red", "denominators"):
            outcome = subprocess.run(
                [sys.executable, "-m", "keen_slate", "work", "--json", "--school", school, "1/2"],
                capture_output=True, text=True, check=False,
            )  # fmt: skip
            self.assertEqual(outcome.returncode, 2)
            self.assertNotIn("Traceback", outcome.stderr)
