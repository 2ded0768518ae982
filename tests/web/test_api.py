"""The API as a client meets it."""

import unittest
from dataclasses import replace
from typing import Any
from unittest.mock import patch
from uuid import uuid4
from xml.etree import ElementTree as ET

from keen_slate.core.machine.engine import Move, under
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.rules import simplifying
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say
from keen_slate.faults import BadAddress
from keen_slate.web.app import FRONT_END, create_app
from tests.support.cluster import fresh_database
from tests.support.signed_in import at_the_desk, let_in


class Api(unittest.TestCase):
    def setUp(self) -> None:
        self.client = at_the_desk(self.enterContext(fresh_database()))

    def post(self, path: str, status: int = 200, /, **body: Any) -> Any:
        answer = self.client.post(path, json=body)
        self.assertEqual(answer.status_code, status, answer.get_data(as_text=True))
        return answer.get_json()

    def test_work(self) -> None:
        worked = self.post("/api/work", text="6 1/4 - 2 5/6")
        self.assertEqual(worked["answer"]["text"], "3 5/12")
        written = [n for n in worked["lines"] if not n["question"]]
        self.assertEqual([n["rule"] for n in written][1:3], ["list-multiples", "regroup"])
        self.assertEqual([n["panel"] for n in written], ["problem", "equivalents", "solve", "solve"])
        multiples, first, _ = written[1]["side"]
        self.assertEqual([r["multiples"] for r in multiples["rows"]], [[4, 8, 12], [6, 12]])
        self.assertEqual(first["notation"]["text"], "1/4 × 3/3 = 3/12")
        self.assertEqual(worked["layout"], "columns")
        (board,) = worked["boards"]
        regroup = next(s for s in board["strokes"] if s["strikes"])
        self.assertEqual([m["text"] for m in regroup["writes"]], ["5", "15"])
        self.assertEqual(worked["lines"][regroup["line"]]["rule"], "regroup")
        self.assertEqual([m["text"] for m in board["strokes"][-1]["writes"]], ["3"])
        lines = [s["line"] for s in board["strokes"] if s["line"] is not None]
        self.assertEqual((lines, board["first"], board["last"]), (sorted(lines), 1, 5))

    def test_what_joins_a_line_to_the_one_before(self) -> None:
        """An equals sign says that both sides are one number: it stands nowhere else."""
        for text, signs in (
            ("2/3 + 1/4", ["", "", "=", "="]),
            ("round 2.87 to 1 place", ["", "≈"]),
            ("round 2 4/8 to the nearest half", ["", "="]),
            ("estimate 4.8 × 3.1", ["", "≈", "="]),
            ("2/3 = ?/12", ["", ""]),
            ("compare 3/4 and 5/8", ["", "", "", ""]),
        ):
            lines = self.post("/api/work", text=text)["lines"]
            self.assertEqual([n["sign"] for n in lines], signs, text)
        for form, copied in (
            ("plain", "2.87\n≈ 2.9"),
            ("latex", "\\begin{align*}\n  2.87 &\\approx 2.9\n\\end{align*}"),
        ):
            found = self.post("/api/copy", text="round 2.87 to 1 place", format=form)
            self.assertEqual(found["text"], copied)
        self.assertEqual(self.post("/api/copy", text="2/3 = ?/12", format="plain")["text"], "2/3 = ?/12\n2/3 = 8/12")

    def test_second_look(self) -> None:
        looked = self.post("/api/second-look", text="6 1/4 - 2 5/6")
        self.assertEqual(
            [(w["answer"]["text"], w["caught"]) for w in looked["likely_wrong"] if w["mistake"] == "regroup-ten"],
            [("3 1/4", False)],
        )
        self.assertEqual(
            [c["check"] for c in looked["checks"]], ["inverse", "another-school", "rounded", "simplest-form"]
        )
        self.assertIn("regroup", [d["id"] for d in looked["demands"]])

    def test_a_pupils_answer(self) -> None:
        found = self.post("/api/diagnose", text="5 1/6 - 2 5/6", answer="3 4/6")
        self.assertEqual((found["verdict"], found["said"]), ("wrong", "Wrong. One of these may have led there:"))
        self.assertEqual(found["causes"][0]["mistakes"][0]["name"], "Smaller part from the larger")
        unfit = self.post("/api/diagnose", text="5 1/6 - 2 5/6", answer="2 2/6")
        self.assertEqual((unfit["verdict"], unfit["faults"][0]["mistake"]), ("wrong form", "not-reduced"))
        kept = self.post("/api/diagnose", text="5 1/6 - 2 5/6", answer="2 2/6", policy="any-equivalent")
        self.assertEqual(kept["verdict"], "right")
        unknown = self.post("/api/diagnose", text="5 1/6 - 2 5/6", answer="17/1000")
        self.assertEqual(unknown["said"], "Wrong, and no known cause.")

    def test_a_pupils_answer_as_it_stands_in_the_book(self) -> None:
        for text, answer, verdict in (
            ("1/3 as a decimal", "0.333…", "right"),
            ("3/8 as a percent", "37.5%", "right"),
            ("compare 3/4 and 5/8", "5/8<3/4", "right"),
            ("2/3 = ?/12", "8/12", "right"),
            ("17 ÷ 5", "3 r 2", "wrong form"),
            ("2/3 + 1/4 =", "= 11/12", "right"),
        ):
            found = self.post("/api/diagnose", text=text, answer=answer)
            self.assertEqual(found["verdict"], verdict, f"{text}: {answer}")
        comma = {"decimal_sign": ","}
        found = self.post("/api/diagnose", text="order 1,5; 2,25; 0,5", answer="0,5; 1,5; 2,25", words=comma)
        self.assertEqual(found["verdict"], "right")
        (line,) = self.post("/api/judge", text="1,5 + 2,25", lines=["= 3,75"], words=comma)["lines"]
        self.assertEqual(line["verdict"], "follows")
        told = self.post("/api/work", text="0,1(6) as a fraction", words=comma)
        self.assertEqual(told["lines"][0]["notation"]["text"], "0,1(6)")
        self.assertIn("16,666…", told["lines"][1]["reason"])

    def test_what_is_asked_in_other_words_is_kept_in_plain_ones(self) -> None:
        made = self.post("/api/sets", 201, name="Bean beds")
        for revision, (typed, kept) in enumerate(
            (
                ("which is larger, 3/4 or 5/6?", "compare 3/4 and 5/6"),
                ("2/3 + 1/4 = ?", "2/3 + 1/4"),
                ("0.1666… as a fraction", "0.1(6) as a fraction"),
                ("put 0.3, 0.25 and 1/8 in order", "order 0.3, 0.25, 1/8"),
            ),
            start=1,
        ):
            self.post(f"/api/sets/{made['id']}/examples", 201, text=typed, revision=revision)
            shown = self.client.get(f"/api/sets/{made['id']}").get_json()["examples"][-1]
            self.assertEqual(shown["typed"], kept)
            self.assertEqual(
                self.post("/api/work", text=shown["typed"])["lines"], self.post("/api/work", text=typed)["lines"]
            )

    def test_a_pupils_lines(self) -> None:
        judged = self.post("/api/judge", text="5 1/6 - 2 5/6", lines=["5 - 2 = 3", "= 3 4/6", "= 3 2/3"])["lines"]
        self.assertEqual([j["verdict"] for j in judged], ["side-work", "false", "follow-through"])
        self.assertEqual(judged[1]["said"], "Does not follow. Due here: Regroup.")
        compared = self.post("/api/judge", text="compare 1/2 and 1/3", lines=["<", "3/6 > 2/6"])["lines"]
        self.assertEqual([j["verdict"] for j in compared], ["false", "follows"])

    def test_what_a_class_is_told_to_do(self) -> None:
        for text, told in (
            ("LCM of 4 and 6", "Find the least common multiple."),
            ("HCF of 12 and 18", "Find the greatest common factor."),
            ("expand 5.207", "Write it in expanded form."),
            ("2/5 + 1/4 = 3/9", "Somebody says: 2/5 + 1/4 = 3/9. Is that right?"),
            ("3 m 40 cm − 1 m 65 cm", "Work it out."),
        ):
            self.assertEqual(self.post("/api/work", text=text)["lines"][0]["reason"], told)

    def test_a_statement_is_kept_whole(self) -> None:
        made = self.post("/api/sets", 201, name="Statements")
        self.post(f"/api/sets/{made['id']}/examples", 201, text="2/5 + 1/4 = 3/9", revision=made["revision"])
        (shown,) = self.client.get(f"/api/sets/{made['id']}").get_json()["examples"]
        self.assertEqual(shown["typed"], "2/5 + 1/4 = 3/9")
        self.assertEqual(shown["asked"], "true or false: … = 3/9")

    def test_reasons_speak_of_the_smaller_unit(self) -> None:
        lines = self.post("/api/work", text="3 m 40 cm − 1 m 65 cm")["lines"]
        self.assertIn("Regroup 1 whole as 100 cm", " ".join(n["reason"] for n in lines))

    def test_a_picture_refutes_the_answer_in_hand(self) -> None:
        wrong = self.post("/api/likely-wrong", text="2/3 + 3/4", mistake="add-tops-and-bottoms")
        self.assertEqual(wrong["shows"], "2/3 + 3/4 became 5/7.")
        self.assertTrue(wrong["question"].endswith("3/4 is only one part of the sum. Can all of it be 5/7?"))
        self.assertTrue(wrong["picture"]["svg"].startswith("<svg"))
        self.assertEqual(wrong["picture"]["caption"], "5/7 is here, and it is less than 3/4 alone.")
        found = self.post("/api/disproof", text="2/3 + 3/4", mistake="add-tops-and-bottoms")
        self.assertEqual(found["said"], "The same rule on 1/2 + 1/2 gives 2/4, which is 1/2. But it is 1.")
        self.assertIn("no more than", found["picture"]["caption"])
        nothing = self.post("/api/disproof", text="2 3/4 + 1 5/6", mistake="part-left-improper")
        self.assertEqual(nothing, {"said": "", "said_html": "", "picture": None})
        for path in ("disproof", "likely-wrong"):
            self.post(f"/api/{path}", 422, text="2/3 + 3/4", mistake="no-such")
        told = self.post("/api/likely-wrong", 422, text="2/3 + 3/4", mistake="smaller-part-from-larger")["message"]
        self.assertIn("gives a wrong answer here", told)

    def test_own_units(self) -> None:
        self.post("/api/work", 422, text="3 zorps + 2 zorps")
        answer = self.post("/api/work", text="3 zorps + 2 zorps", words={"units": "zorps"})["answer"]["text"]
        self.assertEqual(answer, "5 zorps")

    def test_a_wrong_working_beside_the_right_one(self) -> None:
        laid = self.post("/api/wrong-working", text="5 1/6 - 2 5/6", mistake="regroup-ten")
        false = [n["notation"]["text"] for n in laid["second"]["worked"]["lines"] if n["by_mistake"]]
        self.assertEqual(false, ["4 11/6 − 2 5/6"])
        self.post("/api/wrong-working", 422, text="5 1/6 - 2 5/6", mistake="carelessness")

    def test_better_numbers(self) -> None:
        looked = self.post("/api/second-look", text="1/2 + 1/4")
        items = self.post("/api/better-numbers", text="1/2 + 1/4")["items"]
        self.assertTrue(items)
        self.assertTrue(all(i["told_apart"] >= looked["told_apart"] for i in items))

    def test_ways_and_their_costs(self) -> None:
        facets = {f["id"]: f for f in self.post("/api/ways", text="6 1/4 - 2 5/6")["facets"]}
        self.assertFalse(facets["multiplying"]["matters"])
        costs = {c["id"]: c for c in facets["subtracting"]["choices"]}
        self.assertEqual((costs["regroup"]["largest"], costs["improper"]["largest"]), ("15", "75"))
        self.assertEqual((costs["count-back"]["refused"], costs["count-back"]["largest"]), (None, "12"))
        ways = {f["id"]: f for f in self.post("/api/ways", text="compare 3/4 and 5/6")["facets"]}
        refused = {c["id"]: c["refused"] for c in ways["comparing"]["choices"]}
        self.assertEqual(refused["half"], "3/4 and 5/6 are both more than a half, so a half does not decide.")
        self.assertEqual(
            [way for way, why in refused.items() if not why], ["one-size", "equal-tops", "gap", "cross-products"]
        )

    # By hand: an item, choices that change what is seen of it, and some that cannot.
    MATTERING: tuple[tuple[str, set[str], set[str]], ...] = (
        ("98 − 39", {"whole-sums"}, {"long-products", "denominators", "regrouping"}),
        ("8 − 3", set(), {"whole-sums"}),
        ("7 × 3", set(), {"long-products"}),
        ("47 × 36", {"long-products"}, {"long-quotients", "whole-sums"}),
        ("7236 ÷ 12", {"long-quotients"}, {"long-products"}),
        ("7236 ÷ 18", set(), {"long-quotients"}),
        ("6 1/4 − 2 5/6", {"denominators", "subtracting", "regrouping"}, {"adding", "whole-sums"}),
        ("61 3/4 − 27 1/4", {"whole-sums"}, {"denominators", "regrouping"}),
        ("5/6 + 1/6", set(), {"denominators", "adding"}),
        ("read 2 3/5 from discs", set(), {"denominators", "simplifying", "wholes-out"}),
    )

    def test_a_choice_is_offered_where_it_changes_what_is_seen(self) -> None:
        for text, changes, cannot in self.MATTERING:
            with self.subTest(text=text):
                matters = {f["id"] for f in self.post("/api/ways", text=text)["facets"] if f["matters"]}
                self.assertLessEqual(changes, matters)
                self.assertFalse(cannot & matters)

    def test_school_changes_the_working_and_not_the_answer(self) -> None:
        worked = self.post("/api/work", text="6 1/4 - 2 5/6", school={"subtracting": "improper"})
        self.assertEqual(worked["lines"][1]["notation"]["text"], "25/4 − 17/6")
        self.assertEqual(worked["answer"]["text"], "3 5/12")

    def test_another_way_from_a_line_on(self) -> None:
        turned = self.post(
            "/api/work", text="6 1/4 - 2 5/6", school={"questions": "unasked"},
            turns=[{"line": 2, "school": {"subtracting": "count-up"}}],
        )  # fmt: skip
        self.assertEqual(
            [n["notation"]["text"] for n in turned["lines"]],
            ["6 1/4 − 2 5/6", "6 3/12 − 2 10/12", "2/12 + 3 + 3/12", "3 5/12"],
        )

    def test_two_ways_level(self) -> None:
        compared = self.post("/api/compare", text="6 1/4 - 2 5/6", other={"subtracting": "improper"})
        rows = [tuple(r) for r in compared["rows"]]
        self.assertEqual((rows[0], rows[-1]), ((0, 0), (5, 6)))
        for side in (0, 1):
            placed = [r[side] for r in rows if r[side] is not None]
            self.assertEqual(placed, sorted(placed))
        self.assertEqual(compared["recommended"], 0)

    def test_words_and_decimal_comma(self) -> None:
        words = {"regroup": "borrow", "decimal_sign": ","}
        worked = self.post("/api/work", text="5 - 1,5", words=words)
        self.assertEqual(worked["answer"]["text"], "3,5")
        self.assertTrue(any("Borrow 1 from the ones" in n["reason"] for n in worked["lines"]))
        fault = self.post("/api/work", 422, text="1/2", words={"regroup": "steal"})
        self.assertEqual(
            fault["message"], "There is no regroup=steal. Choose one of: regroup, borrow, rename, exchange."
        )

    def test_copied_out(self) -> None:
        body = {"text": "3/4 - 1/6"}
        self.assertEqual(self.post("/api/copy", **body, format="plain")["text"], "3/4 − 1/6\n= 9/12 − 2/12\n= 7/12")
        self.assertIn(r"&= \frac{7}{12}", self.post("/api/copy", **body, format="latex")["text"])
        line = ET.fromstring(self.post("/api/copy", **body, format="mathml", line=3)["text"])
        self.assertEqual((line.tag, line.get("alttext")), ("{http://www.w3.org/1998/Math/MathML}math", "7 twelfths"))
        whole = ET.fromstring(self.post("/api/copy", **body, format="mathml")["text"])  # one element, all of it
        self.assertEqual(
            ["".join(row.itertext()) for row in whole.iter(f"{whole.tag[:-4]}mtr")][1:], ["=912−212", "=712"]
        )
        self.assertFalse([e for e in whole.iter() if "class" in e.attrib])

    def test_settings_are_kept_and_not_overwritten(self) -> None:
        first = self.client.get("/api/settings").get_json()
        self.assertEqual((first["revision"], first["settings"]["acronym"]), (0, "none"))
        settings = first["settings"] | {"acronym": "GEMS", "words": {"top": "numerator"}}
        kept = self.client.put("/api/settings", json={"revision": 0, "settings": settings})
        self.assertEqual(kept.get_json()["revision"], 1)
        stale = self.client.put("/api/settings", json={"revision": 0, "settings": first["settings"]})
        self.assertEqual(stale.status_code, 409)
        self.assertEqual(self.client.get("/api/settings").get_json()["settings"]["acronym"], "GEMS")
        wrong = settings | {"school": {"adding": "guess"}}
        self.assertEqual(self.client.put("/api/settings", json={"revision": 1, "settings": wrong}).status_code, 422)

    def test_everything_offered_can_be_chosen(self) -> None:
        offered = self.client.get("/api/settings/offered").get_json()
        settings = {
            "words": {w["name"]: w["words"][-1] for w in offered["words"]},
            "school": {f["id"]: f["choices"][-1]["id"] for f in offered["facets"]},
            "acronym": offered["acronyms"][-1]["id"],
            "policy": offered["policies"][-1]["id"],
        }
        kept = self.client.put("/api/settings", json={"revision": 0, "settings": settings})
        self.assertEqual(kept.status_code, 200)

    def test_a_decimal_comma_is_kept_and_read_again_whatever_the_sign_is_then(self) -> None:
        for sign, typed in ((",", "4,8 + 3,75"), (".", "4.8 + 3.75")):
            kept = self.client.get("/api/settings").get_json()
            kept["settings"]["words"] = {"decimal_sign": sign}
            self.assertEqual(self.client.put("/api/settings", json=kept).status_code, 200)
            if sign == ",":
                made = self.post("/api/sets", 201, name="Rain water")
                at = f"/api/sets/{made['id']}"
                self.post(f"{at}/examples", 201, revision=made["revision"], text=typed, school={})
            (example,) = self.client.get(at).get_json()["examples"]
            self.assertEqual(example["typed"], typed)
            self.assertEqual(example["problem"]["text"], typed)
            self.assertEqual(example["answer"]["text"], f"8{sign}55")
            worked = self.post("/api/work", text=example["typed"], words={"decimal_sign": sign})
            self.assertEqual(worked["answer"]["text"], f"8{sign}55")

    def test_edits_are_kept_with_the_example(self) -> None:
        made = self.post("/api/sets", 201, name="Boards")
        at = f"/api/sets/{made['id']}/examples"
        kept = self.post(at, 201, revision=1, text="3/4 - 1/6", edits={"lines": [{"line": 1, "blanks": [0]}]})
        (example,) = kept["examples"]
        self.assertEqual(example["edits"]["lines"][0]["blanks"], [0])
        edits = {"lines": [{"line": 1, "reason": "Cut both strips again.", "hidden": True}], "pictures": {"2": "discs"}}
        changed = self.client.put(f"{at}/{example['id']}/edits", json={"revision": kept["revision"], "edits": edits})
        self.assertEqual(changed.get_json()["examples"][0]["edits"]["lines"][0]["reason"], "Cut both strips again.")
        stale = self.client.put(f"{at}/{example['id']}/edits", json={"revision": kept["revision"], "edits": {}})
        self.assertEqual(stale.status_code, 409)

    def test_pictures(self) -> None:
        lines = self.post("/api/pictures", text="6 1/4 - 2 5/6")["lines"]
        self.assertEqual(
            [[p["kind"] for p in n["pictures"]] for n in lines],
            [["bars", "part-whole"], ["strips"], ["discs"], ["strips", "discs", "jumps"]],
        )
        self.assertEqual([n["shown"] for n in lines], [False, True, True, False])
        self.assertEqual(lines[3]["pictures"][0]["caption"], "Of 15 twelfths, 10 are taken from the end: 5 are left.")
        self.assertIn("<mfrac>", lines[0]["pictures"][0]["caption_html"])
        fine = self.post("/api/pictures", text="1/7 + 1/11")["lines"]
        self.assertEqual(fine[1]["note"], "77ths are too fine to be seen in a strip.")

    def test_long_rows_of_multiples_are_cut_and_say_so(self) -> None:
        (row, _) = self.post("/api/work", text="1/97 + 1/89")["lines"][2]["side"][0]["rows"]
        self.assertTrue(row["gap"])
        self.assertEqual((len(row["multiples"]), row["multiples"][-1]), (11, 97 * 89))

    def test_unreadable_text(self) -> None:
        fault = self.post("/api/work", 422, text="1/2 + 3/0")
        self.assertEqual(
            fault, {"message": "I read 3/0: a piece cannot be 1 out of 0. Change the bottom number.", "position": 8}
        )
        preview = self.post("/api/preview", text="1/2 +")
        self.assertIsNone(preview["problem"])
        self.assertEqual(preview["unreadable"]["position"], 5)

    def test_every_fault_is_one_sentence_and_no_trace(self) -> None:
        for answer, status in (
            (self.client.post("/api/work", data="{", content_type="application/json"), 400),
            (self.client.post("/api/work", data="text=1", content_type="text/plain"), 415),
            (self.client.post("/api/work", json={"tex": "1"}), 400),
            (self.client.post("/api/work", json={"text": "1", "school": {"denominators": "guess"}}), 422),
            (self.client.post("/api/work", json={"text": "1" * 20_001}), 400),
            (self.client.post("/api/work", data=b"1" * 1_000_001, content_type="application/json"), 413),
            (self.client.get("/api/work"), 405),
            (self.client.get(f"/api/sets/{uuid4()}"), 404),
            (self.client.get("/api/nothing"), 404),
            (self.client.post("/api/sets", json={"name": "   "}), 400),
            (self.client.post("/api/sets", json={"name": "x" * 121}), 400),
        ):
            with self.subTest(path=answer.request.path, status=status):
                self.assertEqual(answer.status_code, status)
                message = answer.get_json()["message"]
                self.assertTrue(message.endswith("."), message)
                self.assertNotIn("Traceback", message)

    def test_a_set_from_beginning_to_end(self) -> None:
        made = self.post("/api/sets", 201, name="Compost")
        at = f"/api/sets/{made['id']}"
        kept = self.post(f"{at}/examples", 201, revision=made["revision"], text="2/3+1/4", school={})
        kept = self.post(f"{at}/examples", 201, revision=kept["revision"], text="1/4 + 3/8", school={})
        ids = [e["id"] for e in kept["examples"]]
        turned = self.client.put(f"{at}/order", json={"revision": kept["revision"], "order": ids[::-1]}).get_json()
        self.assertEqual([e["id"] for e in turned["examples"]], ids[::-1])
        stale = self.client.put(f"{at}/name", json={"revision": kept["revision"], "name": "Lost"})
        self.assertEqual(stale.status_code, 409)
        gone = self.client.delete(f"{at}/examples/{ids[0]}?revision={turned['revision']}").get_json()
        body = {"revision": gone["revision"], "number": gone["step"] - 1}
        back = self.client.put(f"{at}/steps", json=body).get_json()
        self.assertEqual([e["id"] for e in back["examples"]], ids[::-1])
        away = self.client.delete(f"{at}?revision={back['revision']}").get_json()
        self.assertEqual(self.client.get(at).status_code, 404)
        self.assertEqual(self.post(f"{at}/restore", revision=away["revision"])["name"], "Compost")
        self.assertEqual([s["examples"] for s in self.client.get("/api/sets").get_json()["sets"]], [2])

    def test_unreadable_text_is_not_kept(self) -> None:
        made = self.post("/api/sets", 201, name="Compost")
        self.post(f"/api/sets/{made['id']}/examples", 422, revision=made["revision"], text="5 1/", school={})
        self.assertEqual(self.client.get(f"/api/sets/{made['id']}").get_json()["revision"], made["revision"])

    def test_health_asks_the_database(self) -> None:
        self.assertEqual(self.client.get("/healthz").get_json(), {"status": "ok"})
        silent = create_app("postgresql://nobody:x@127.0.0.1:1/none").test_client()
        let_in(silent, "some cookie")
        answer = silent.get("/healthz")
        self.assertEqual(answer.status_code, 503)
        self.assertIn("does not answer", answer.get_json()["database"])
        self.assertEqual(silent.get("/api/sets").status_code, 503)

    def test_an_unmigrated_database_is_not_healthy(self) -> None:
        bare = create_app(self.enterContext(fresh_database(migrated=False))).test_client()
        self.assertEqual(bare.get("/healthz").status_code, 503)

    def test_a_fault_of_the_machine_is_told_as_one_and_its_problem_is_in_the_log(self) -> None:
        broken = replace(simplifying.SIMPLIFY, apply=lambda expr: Move(Whole(1 // 0), Say.of(calculating.problem)))
        with (
            patch.dict(MACHINE.rules, {"simplify": (broken,)}),
            self.assertLogs("keen_slate") as log,
        ):
            under.cache_clear()
            self.addCleanup(under.cache_clear)
            fault = self.post("/api/work", 500, text="simplify 18/24")
        self.assertIn("a mistake of its own", fault["message"])
        self.assertNotIn("0", fault["message"])
        self.assertIn("18/24", log.output[0])
        self.assertIn("ZeroDivisionError", log.output[0])

    def test_dividing_by_what_an_estimate_rounds_away(self) -> None:
        fault = self.post("/api/work", 422, text="estimate 6 ÷ 0.3 to the nearest whole")
        self.assertEqual(
            fault["message"],
            "Rounded to the nearest whole, what is divided by becomes 0, and nothing can be divided by 0. "
            "Round to the nearest half instead.",
        )
        worked = self.post("/api/work", text="estimate 6 ÷ 0.2")
        self.assertEqual(worked["answer"]["text"], "30")
        for text in ("estimate 6 ÷ 0.3", "estimate 6 ÷ 0.2", "1 3/4 × 2 = ?/4", "6 ÷ (0.3 - 0.2)"):
            for answer in ("20", "14", "0", "3/5"):
                self.post("/api/diagnose", text=text, answer=answer)

    def test_what_is_large_is_sent_compressed(self) -> None:
        worked = self.client.post("/api/work", json={"text": "6 1/4 - 2 5/6"}, headers={"Accept-Encoding": "gzip"})
        self.assertEqual(worked.headers["Content-Encoding"], "gzip")
        script = next((FRONT_END / "assets").glob("index-*.js"))
        for encoding in ("br", "gzip"):
            answer = self.client.get(f"/assets/{script.name}", headers={"Accept-Encoding": encoding})
            self.assertEqual(answer.headers["Content-Encoding"], encoding)
            self.assertIn("immutable", answer.headers["Cache-Control"])
            self.assertLess(len(answer.data), script.stat().st_size / 2)
            self.assertIn("default-src 'none'", answer.headers["Content-Security-Policy"])
            self.assertNotIn("Access-Control-Allow-Origin", answer.headers)
            answer.close()

    def test_pages(self) -> None:
        for path in ("/", "/work", "/line-up"):
            page = self.client.get(path)
            self.assertIn('id="app"', page.get_data(as_text=True))
            self.assertIn("default-src 'self'", page.headers["Content-Security-Policy"])
            page.close()
        lost = self.client.get("/lost<script>", headers={"Accept": "text/html"})
        self.assertEqual(lost.status_code, 404)
        self.assertIn("There is nothing at this address", lost.get_data(as_text=True))

    def test_no_address_of_a_database(self) -> None:
        with self.assertRaisesRegex(BadAddress, "DATABASE_URL must be"):
            create_app("")
