"""Stories over the API: read, put together, given other numbers, kept, shown, printed, and written in every format."""

import csv
import io
import json
import re
import subprocess
import sys
import unittest
import zipfile
from fractions import Fraction
from pathlib import Path
from typing import Any
from xml.etree import ElementTree as ET

from jsonschema import Draft202012Validator
from pypdf import PdfReader

from keen_slate.core.stories.library import BY_ID, LIBRARY
from tests.support.signed_in import AtTheDesk
from tests.support.working_off import work_off

QTI = "{http://www.imsglobal.org/xsd/imsqtiasi_v3p0}"
SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "set.schema.json").read_text())
ROPE = "A rope was 7 1/2 m long. Then 2 3/4 m were cut off. How long is the rope now?"
COMMA = {"decimal_sign": ","}


class StoryTest(AtTheDesk):
    def ask(self, path: str, body: dict[str, Any], status: int = 200) -> Any:
        answer = self.client.post(path, json=body)
        self.assertEqual(answer.status_code, status, answer.get_data(as_text=True)[:400])
        return answer.get_json()

    def kept(self, name: str, *texts: str) -> Any:
        made = self.ask("/api/sets", {"name": name}, 201)
        for text in texts:
            made = self.ask(f"/api/sets/{made['id']}/examples", {"revision": made["revision"], "text": text}, 201)
        return made


class Reading(StoryTest):
    def test_a_text_is_marked_and_its_bars_are_offered(self) -> None:
        read = self.ask("/api/story", {"text": ROPE})
        marked = [ROPE[a["start"] : a["end"]] for a in read["amounts"]]
        self.assertEqual(marked, ["7 1/2 m", "2 3/4 m"])
        self.assertEqual(len(read["offers"]), 2)
        self.assertEqual(read["offers"][0]["plan"], ["rope now = rope − cut"])
        self.assertEqual(read["offers"][1]["plan"], ["rope now = rope + cut"])
        for offer in read["offers"]:
            self.assertTrue(offer["bars"].startswith("<svg"))
            self.assertIn(offer["bars_told"].replace('"', "&quot;"), offer["bars"])
        self.assertEqual(
            read["note"],
            "The words alone do not decide: these stories are answered by taking away and adding. "
            "Which bars tell yours?",
        )

    def test_while_it_is_typed(self) -> None:
        self.assertIsNotNone(self.ask("/api/preview", {"text": ROPE})["story"])
        for text in ("5 1/6 − 2 5/6", "subtract 1/4 from 3/4", "how many 3/4 in 6"):
            self.assertIsNone(self.ask("/api/preview", {"text": text})["story"], text)
        told = self.ask("/api/preview", {"text": "The rope is 7 m long."})
        self.assertIsNotNone(told["unreadable"])

    def test_what_is_read_is_worked(self) -> None:
        form = self.ask("/api/story", {"text": ROPE})["offers"][0]["form"]
        worked = self.ask("/api/work", {"text": form})
        story = worked["story"]
        self.assertEqual(story["text"], ROPE)
        self.assertEqual(story["sentences"], ["The rope now is 4 3/4 m long."])
        self.assertEqual([s["calculation"]["text"] for s in story["steps"]], ["7 1/2 m − 2 3/4 m"])
        self.assertEqual([s["gives"]["text"] for s in story["steps"]], ["4 3/4 m"])
        headings = [line["heading"] for line in worked["lines"] if line["heading"]]
        self.assertEqual(headings, ["rope now = rope − cut"])
        self.assertEqual(worked["value"], "19/4")

    def test_a_decimal_comma(self) -> None:
        text = "Ein Seil: The rope is 2,4 m long. 0,75 m are cut off. How much is left?"
        read = self.ask("/api/story", {"text": text, "words": COMMA})
        form = read["offers"][0]["form"]
        self.assertIn("= 2,4 m]", form)
        worked = self.ask("/api/work", {"text": form, "words": COMMA})
        self.assertEqual(worked["story"]["text"], text)
        self.assertEqual(worked["answer"]["text"], "1,65 m")
        self.assertIn("1,65 m", worked["story"]["sentences"][0])

    def test_a_table_pasted_with_commas_or_tabs_is_one(self) -> None:
        for separator in (",", ";", "\t"):
            rows = "\n".join(separator.join(r) for r in (("day", "rain"), ("Monday", "3.4 mm"), ("Tuesday", "12 mm")))
            read = self.ask("/api/story", {"text": f"Rain in May:\n{rows}\nHow much rain fell in all?"})
            worked = self.ask("/api/work", {"text": read["offers"][0]["form"]})
            blocks = worked["story"]["blocks"]
            self.assertEqual(blocks[1]["rows"], [["day", "rain"], ["Monday", "3.4 mm"], ["Tuesday", "12 mm"]])
            self.assertEqual(worked["value"], "77/5")

    def test_put_together_by_hand(self) -> None:
        body = {"text": ROPE, "rows": [{"kind": "compare", "total": "?0", "parts": ["#0", "#1"]}]}
        built = self.ask("/api/built-story", body)
        self.assertEqual(built["offers"][0]["plan"], ["rope now = rope + cut"])
        for rows, told in (
            ([{"kind": "compare", "total": "#1", "parts": ["#0", "?0"]}], "would be −4 3/4 m"),
            ([{"kind": "join", "total": "x", "parts": ["#0", "#1"]}], "put what is asked into one of them"),
            ([{"kind": "join", "total": "?0", "parts": ["#0", "#0"]}], "its own amount"),
            ([{"kind": "join", "total": "?0", "parts": ["#0", "#7"]}], "its own amount"),
            ([{"kind": "join", "total": "?0", "parts": ["#0", "x"]}], "does not follow"),
        ):
            found = self.ask("/api/built-story", {"text": ROPE, "rows": rows})
            self.assertEqual(found["offers"], [])
            self.assertIn(told, found["unreadable"]["message"])
        self.ask("/api/built-story", body | {"rows": [{"kind": "sum", "total": "?0", "parts": ["#0", "#1"]}]}, 422)

    def test_other_numbers_and_none(self) -> None:
        form = BY_ID["two-shelves"].form
        found = self.ask("/api/story-numbers", {"text": form, "locked": ["plank"], "seed": "3"})
        self.assertIn("[plank = 4 m]", found["form"])
        self.assertNotEqual(found["form"], form)
        locked = ["plank", "first", "second"]
        none = self.ask("/api/story-numbers", {"text": form, "locked": locked})
        self.assertIsNone(none["form"])
        self.assertIn("Unlock an amount", none["note"])
        self.ask("/api/story-numbers", {"text": "nothing to read here"}, 422)

    def test_the_library_is_listed_with_the_teachers_sign(self) -> None:
        listed = [s for s in self.ask("/api/stories", {"words": COMMA})["stories"] if not s["own"]]
        self.assertEqual(len(listed), len(LIBRARY))
        sack = next(s for s in listed if s["id"] == "sack")
        self.assertIn("13,45 kg", sack["text"])
        self.assertEqual(self.ask("/api/work", {"text": sack["form"], "words": COMMA})["answer"]["text"], "6,55 kg")


class OwnStories(StoryTest):
    OWN = (
        "The first bench is [bench = 4 1/4 m] long, the second is [off by = 1 3/4 m] shorter. How long is the second? "
        "| compare: bench = second + off by | second in m: The second is [second] long."
    )

    def listed(self) -> list[Any]:
        found: list[Any] = self.ask("/api/stories", {})["stories"]
        return [entry for entry in found if "stool" in entry["text"]]

    def test_they_stand_before_those_that_ship_each_text_once(self) -> None:
        own = self.OWN.replace("bench", "stool")
        other_numbers = own.replace("4 1/4 m", "5 1/2 m")
        made = self.kept("Stools", own, BY_ID["sack"].form, "1/2 + 1/4", other_numbers)
        self.assertTrue(self.ask("/api/stories", {})["stories"][0]["own"])
        (entry,) = self.listed()
        self.assertTrue(entry["own"])
        self.assertEqual((entry["title"], entry["steps"], entry["table"]), ("The first stool is 5 1/2 …", 1, False))
        self.assertEqual(self.ask("/api/work", {"text": entry["form"]})["answer"]["text"], "3 3/4 m")
        revision = self.client.get(f"/api/sets/{made['id']}").get_json()["revision"]
        self.client.delete(f"/api/sets/{made['id']}", query_string={"revision": revision})
        self.assertEqual(self.listed(), [])

    def test_a_ladder_tells_them_first(self) -> None:
        self.kept("Benches to climb", self.OWN)
        made = self.ask("/api/sets", {"name": "Told"}, 201)
        plan = {"family": "mixed-subtracted", "can": ["like-denominators"], "new": ["regroup"], "count": 4}
        asked = {"revision": made["revision"], "plan": plan | {"story": "compare"}}
        ladder = self.ask(f"/api/sets/{made['id']}/ladder", asked)
        told = [example["told"].startswith("The first bench is") for example in ladder["examples"]]
        self.assertTrue(told[0])
        self.assertIn(False, told, "those that ship are told before any is told again")
        for example in ladder["examples"]:
            self.assertIn("as-story", [d["id"] for d in example["demands"]])


class SecondLook(StoryTest):
    def test_the_storys_own_mistakes_come_first_and_the_check_puts_the_answer_back(self) -> None:
        looked = self.ask("/api/second-look", {"text": BY_ID["bag"].form})
        self.assertEqual([w["mistake"] for w in looked["likely_wrong"]][:2], ["all-added", "first-step-only"])
        self.assertEqual(looked["checks"][0]["check"], "put-back")
        self.assertIn("6 + 4 = 10, and “bag” is 10", looked["checks"][0]["reason"])
        self.assertIn("told as a story", [d["name"] for d in looked["demands"]])

    def test_answers_and_lines_of_a_pupil(self) -> None:
        form = BY_ID["bag"].form
        right = self.ask("/api/diagnose", {"text": form, "answer": "There are 6 l left in the bag."})
        self.assertEqual(right["verdict"], "right")
        (cause,) = self.ask("/api/diagnose", {"text": form, "answer": "6 trays"})["causes"]
        self.assertEqual((cause["mistakes"][0]["mistake"], cause["answer"]["text"]), ("wrong-unit", "6"))
        self.assertIn(
            "It is an amount in l that is asked for. What does 6 stand for?", cause["mistakes"][0]["question"]
        )
        wrong = self.ask("/api/diagnose", {"text": form, "answer": "4 l"})
        self.assertIn("first-step-only", [m["mistake"] for c in wrong["causes"] for m in c["mistakes"]])
        unit = self.ask("/api/diagnose", {"text": form, "answer": "6 trays"})
        self.assertEqual(unit["verdict"], "wrong")
        judged = self.ask("/api/judge", {"text": form, "lines": ["6 × 2/3 = 4", "10 − 4 = 6"]})
        self.assertEqual([line["verdict"] for line in judged["lines"]], ["side-work", "follows"])
        judged = self.ask("/api/judge", {"text": form, "lines": ["6 × 2/3 = 5", "10 − 5 = 5"]})
        self.assertEqual([line["verdict"] for line in judged["lines"]], ["false", "follow-through"])


class Kept(StoryTest):
    set: Any

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        case = cls("test_in_a_set_it_is_told")
        cls.set = case.kept("Stories", BY_ID["stock"].form, BY_ID["seedlings"].form, BY_ID["two-beds"].form)

    def export(self, format: str) -> bytes:
        answer = self.client.get(f"/api/sets/{self.set['id']}/export/{format}")
        self.assertEqual(answer.status_code, 200)
        return bytes(answer.data)

    def test_in_a_set_it_is_told(self) -> None:
        first = self.set["examples"][0]
        self.assertEqual(first["told"], BY_ID["stock"].story.text())
        self.assertEqual(first["answered"], "1 7/12 barrow loads are missing.")
        self.assertIn("from-a-table", [d["id"] for d in first["demands"]])

    def test_swapped_it_has_other_numbers(self) -> None:
        made = self.kept("Swapped", BY_ID["two-beds"].form)
        at = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/swap"
        swapped = self.ask(at, {"revision": made["revision"], "how": "another", "seed": "1"})
        self.assertNotEqual(swapped["examples"][0]["told"], made["examples"][0]["told"])
        plain = [re.sub(r"\d+( \d+/\d+)?", "#", e["examples"][0]["told"]) for e in (made, swapped)]
        self.assertEqual(*plain)

    def test_as_a_lesson_the_text_comes_before_the_bars_and_the_sentence_last(self) -> None:
        lesson = self.client.get(f"/api/sets/{self.set['id']}/lesson").get_json()
        table = lesson["items"][0]["story"]
        self.assertEqual(table["blocks"][1]["rows"][0], ["Bed", "Compost"])
        self.assertIn("<math", table["blocks"][1]["rows_html"][1][1])
        self.assertTrue(table["bars"]["svg"].startswith("<svg"))
        self.assertEqual(lesson["items"][1]["story"]["sentences"], ["8 trays are full.", "4 seedlings are left over."])

    def test_json_comes_back_the_same(self) -> None:
        file = json.loads(self.export("json"))
        Draft202012Validator(SCHEMA).validate(file)
        read = self.ask("/api/sets/import", {"name": "s.json", "content": json.dumps(file), "format": "json"})
        again = self.client.get(f"/api/sets/{read['set']['id']}").get_json()
        self.assertEqual([e["typed"] for e in again["examples"]], [e["typed"] for e in self.set["examples"]])

    def test_csv_reads_back_and_tells_the_answer(self) -> None:
        rows = list(csv.DictReader(io.StringIO(self.export("csv").decode("utf-8-sig"))))
        self.assertEqual(rows[0]["answer"], "1 7/12 barrow loads are missing.")
        body = {"name": "s.csv", "content": "problem\n" + f'"{rows[0]["problem"]}"\n', "format": "csv"}
        read = self.ask("/api/sets/import", body)
        again = self.client.get(f"/api/sets/{read['set']['id']}").get_json()
        self.assertEqual(again["examples"][0]["told"], self.set["examples"][0]["told"])

    def test_latex_has_the_table_and_the_sentence(self) -> None:
        tex = self.export("latex").decode()
        self.assertIn(r"\begin{tabular}{|l|l|} \hline Bed & Compost", tex)
        self.assertIn(r"\textbf{1 7/12 barrow loads are missing.}", tex)
        self.assertEqual(tex.count(r"\begin{tabular}"), tex.count(r"\end{tabular}"))

    def test_qti_tells_the_text_and_asks_for_every_answer(self) -> None:
        with zipfile.ZipFile(io.BytesIO(self.export("qti"))) as package:
            table, two = (ET.fromstring(package.read(f"items/item-00{n}.xml")) for n in (1, 2))
        body = table.find(f"{QTI}qti-item-body")
        assert body is not None
        self.assertEqual([c.text for c in body.iter(f"{QTI}th")], ["Bed", "Compost"])
        self.assertIn("first-step-only", [c.get("identifier") for c in table.iter(f"{QTI}qti-simple-choice")])
        values = [v.text for v in two.iter(f"{QTI}qti-value")]
        self.assertEqual(values, ["8", "4"])

    def test_on_paper_room_for_the_sentence_and_nothing_told_too_early(self) -> None:
        texts = {}
        for kind in ("bare", "worked", "key"):
            job = self.ask(f"/api/sets/{self.set['id']}/print", {"kind": kind}, 202)
            work_off(self.url)
            pdf = self.client.get(f"/api/print/{job['id']}/file")
            self.assertEqual(pdf.status_code, 200)
            texts[kind] = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf.data)).pages)
        self.assertEqual(texts["bare"].count("Answer in a sentence:"), 4)
        self.assertNotIn("are missing", texts["bare"])
        self.assertNotIn("needed = bed A", texts["bare"])
        self.assertIn("needed = bed A + bed B + bed C", " ".join(texts["worked"].split()))
        self.assertIn("4 seedlings are left over.", " ".join(texts["key"].split()))


class Ladder(StoryTest):
    def test_a_ladder_told_as_stories(self) -> None:
        made = self.kept("Told")
        plan = {
            "family": "mixed-subtracted",
            "can": ["like-denominators"],
            "new": ["regroup"],
            "count": 6,
            "story": "compare",
        }
        ladder = self.ask(f"/api/sets/{made['id']}/ladder", {"revision": made["revision"], "plan": plan})
        self.assertEqual(len(ladder["examples"]), 6)
        for example in ladder["examples"]:
            self.assertTrue(example["told"])
            self.assertIn("as-story", [d["id"] for d in example["demands"]])
            self.assertEqual(example["judged"], "")
        self.assertEqual(ladder["plan"]["story"], "compare")
        self.ask(
            f"/api/sets/{made['id']}/ladder", {"revision": ladder["revision"], "plan": plan | {"story": "fit"}}, 422
        )
        self.ask(f"/api/sets/{made['id']}/ladder", {"revision": ladder["revision"], "plan": plan | {"story": "x"}}, 422)
        aims = self.client.get("/api/aims").get_json()
        offered = {f["id"]: [s["id"] for s in f["stories"]] for f in aims["families"]}
        self.assertEqual(set(offered["mixed-subtracted"]), {"join", "take", "part-whole", "compare"})
        self.assertEqual(offered["compared"], [])


class CommandLine(unittest.TestCase):
    def run_with(self, *arguments: str, lines: str = "") -> list[Any]:
        command = [sys.executable, "-m", "keen_slate", *arguments, "--json"]
        done = subprocess.run(command, input=lines, capture_output=True, text=True, check=True)
        return [json.loads(line) for line in done.stdout.splitlines()]

    def test_work_tells_steps_unit_and_sentence(self) -> None:
        (found,) = self.run_with("work", lines=BY_ID["tomatoes-first"].form + "\n")
        self.assertEqual([s["gives"] for s in found["steps"]], ["tomatoes", "rest", "one can"])
        self.assertEqual([Fraction(s["value"]) for s in found["steps"]], [6, 18, Fraction(9, 4)])
        self.assertEqual((found["unit"], found["sentence"]), ("l", "Each can holds 2 1/4 l."))
        self.assertEqual(found["value"], "9/4")
        self.assertNotIn("[", found["text"])

    def test_diagnose_judge_and_glass_take_a_story(self) -> None:
        form = BY_ID["to-the-allotment"].form
        right, wrong = self.run_with("diagnose", lines=f"{form}\t5 cars\n{form}\t4 2/3 cars\n")
        self.assertEqual(right["verdict"], "right")
        self.assertIn(["remainder-unread"], [c["mistakes"] for c in wrong["causes"]])
        (glass,) = self.run_with("glass", lines=form + "\n")
        rows = {row["mistake"]: row["answer"] for row in glass["table"]}
        self.assertEqual(rows["remainder-other-way"], "4")
        (judged,) = self.run_with("judge", lines=f"{BY_ID['bag'].form}\t6 × 2/3 = 4\t10 − 4 = 6\n")
        self.assertNotIn("false", [line["verdict"] for line in judged["lines"]])
        for record in (right, wrong, glass):
            self.assertEqual((record["unit"], record["sentence"]), ("cars", "5 cars are needed."))
            self.assertEqual([s["words"] for s in record["steps"]], ["cars = pupils ÷ one car"])

    def test_a_ladder_told(self) -> None:
        wished = ("--family", "mixed-subtracted", "--count", "4", "--story", "any")
        rungs = self.run_with("ladder", *wished)
        self.assertEqual(len(rungs), 4)
        for rung in rungs:
            self.assertIn("as-story", rung["demands"])
            self.assertEqual(len(rung["steps"]), 1)
        told = {re.sub(r"[\d/ ]+", "", rung["text"]) for rung in rungs}
        self.assertEqual(len(told), len(rungs))  # of the stories that fit the least used is taken
