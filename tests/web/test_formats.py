"""Open formats: written, read back, and compared; damaged and hostile files change nothing."""

import csv
import io
import json
import re
import shutil
import subprocess
import tempfile
import unittest
import zipfile
from fractions import Fraction
from pathlib import Path
from typing import Any
from unittest.mock import patch
from xml.etree import ElementTree as ET

from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator
from PIL import Image
from werkzeug.http import parse_options_header

from keen_slate.core.malrules.listing import BY_ID
from keen_slate.render.office.images import png_of
from keen_slate.services import formats
from keen_slate.services.formats import NAMES
from keen_slate.services.line_up import kept
from keen_slate.services.shapes.files import LARGEST_SET
from tests.support.arithmetic import as_python
from tests.support.cluster import fresh_database
from tests.support.searching import DEEP, searched
from tests.support.signed_in import AtTheDesk, at_the_desk

SCHEMA = json.loads((Path(__file__).parents[2] / "docs" / "set.schema.json").read_text())
PROBLEMS = (
    "5 1/6 - 2 5/6", "2 3/4 m + 1 1/2 m", "14.2 - 6.35", "2/3 = ?/12", "compare 3/4 and 5/6", "subtract 1/4 from 3/4",
    "62 1/2% of 80", "7^2 - (6 + 3) × 2",
)  # fmt: skip
QTI = "{http://www.imsglobal.org/xsd/imsqtiasi_v3p0}"
MATH = "{http://www.w3.org/1998/Math/MathML}"


class Names(unittest.TestCase):
    def test_a_set_of_any_name_has_its_files(self) -> None:
        client = at_the_desk(self.enterContext(fresh_database()))
        for name in ("Beds – May", "“Ash” boards", "Łąka", "水桶", "…", 'a"b\\c', "\u200f"):
            made = client.post("/api/sets", json={"name": name}).get_json()
            for format in NAMES:
                answer = client.get(f"/api/sets/{made['id']}/export/{format}")
                self.assertEqual(answer.status_code, 200, name)
                told = parse_options_header(answer.headers["Content-Disposition"])[1]["filename"]
                self.assertTrue(told.endswith(f".{NAMES[format]}"), told)
                self.assertEqual(self.letters(name), self.letters(told.rpartition(".")[0]) & self.letters(name))

    def letters(self, text: str) -> set[str]:
        return {c for c in text.lower() if c.isalnum()}


class FormatTest(AtTheDesk):
    set: Any

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.set = cls.client.post("/api/sets", json={"name": "Beds & boards, May"}).get_json()
        for text in PROBLEMS:
            body = {"revision": cls.set["revision"], "text": text, "school": {"denominators": "product"}}
            cls.set = cls.client.post(f"/api/sets/{cls.set['id']}/examples", json=body).get_json()
        at = f"/api/sets/{cls.set['id']}/examples/{cls.set['examples'][0]['id']}"
        edits = {"lines": [{"line": 1, "reason": "My own words: <b>look</b>"}]}
        body = {"revision": cls.set["revision"], "edits": edits}
        cls.set = cls.client.put(f"{at}/edits", json=body).get_json()
        task = {"role": "rung", "added": "regroup", "fading": {"kind": "partly", "lines": 2}}
        cls.set = cls.client.put(f"{at}/task", json={"revision": cls.set["revision"], "task": task}).get_json()

    def lay_out(self, organiser: str) -> None:
        kept = self.client.get("/api/settings").get_json()
        body = {"revision": kept["revision"], "settings": {**kept["settings"], "organiser": organiser}}
        self.assertEqual(self.client.put("/api/settings", json=body).status_code, 200)

    def file(self, format: str) -> bytes:
        answer = self.client.get(f"/api/sets/{self.set['id']}/export/{format}")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("beds-boards-may.", answer.headers["Content-Disposition"])
        return bytes(answer.data)

    def take_in(self, content: str, format: str = "json", status: int = 200, **more: Any) -> Any:
        answer = self.client.post("/api/sets/import", json={"format": format, "content": content, **more})
        self.assertEqual(answer.status_code, status, answer.get_data(as_text=True))
        found = answer.get_json()
        if found.get("set"):  # told as in the list: the set itself is opened
            whole = self.client.get(f"/api/sets/{found['set']['id']}").get_json()
            self.assertEqual(found["set"], {k: whole[k] for k in found["set"]} | {"examples": len(whole["examples"])})
            found["set"] = whole
        return found

    def count(self) -> int:
        return len(self.client.get("/api/sets").get_json()["sets"])


class RoundTrips(FormatTest):
    def test_json_without_loss(self) -> None:
        content = self.file("json").decode()
        self.assertEqual([e.message for e in Draft202012Validator(SCHEMA).iter_errors(json.loads(content))], [])
        back = self.take_in(content)["set"]
        for key in ("name", "plan"):
            self.assertEqual(back[key], self.set[key])
        without = [{k: v for k, v in e.items() if k != "id"} for e in back["examples"]]
        self.assertEqual(without, [{k: v for k, v in e.items() if k != "id"} for e in self.set["examples"]])
        again = self.client.get(f"/api/sets/{back['id']}/export/json").data.decode()
        self.assertEqual(again, content)

    def test_the_schema_refuses_what_is_no_set(self) -> None:
        self.assertTrue(list(Draft202012Validator(SCHEMA).iter_errors({"format": "other", "version": 1})))

    def test_csv(self) -> None:
        content = self.file("csv").decode("utf-8-sig")
        rows = list(csv.DictReader(io.StringIO(content)))
        self.assertEqual([r["problem"] for r in rows], [e["typed"] for e in self.set["examples"]])
        self.assertEqual(rows[0]["answer"], "2 1/3")
        self.assertIn("3 2/3 (Smaller part from the larger)", rows[0]["likely wrong answers"])
        back = self.take_in(content, "csv", name="Back")["set"]
        self.assertEqual([e["typed"] for e in back["examples"]], [e["typed"] for e in self.set["examples"]])

    def test_json_at_the_full_size(self) -> None:
        """A set of more examples than one lesson has: written, checked against the schema, read back without loss."""
        count = 2000 if DEEP else 150
        told = self.take_in("\n".join(f"{n}/7 + {n + 1}/9" for n in range(1, count + 1)), "csv", name="Large")
        content = self.client.get(f"/api/sets/{told['set']['id']}/export/json").data.decode()
        self.assertEqual([e.message for e in Draft202012Validator(SCHEMA).iter_errors(json.loads(content))], [])
        self.assertLess(len(content) / count, 200)  # only what is not as usual
        back = self.take_in(content)["set"]
        self.assertEqual(len(back["examples"]), count)
        self.assertEqual(self.client.get(f"/api/sets/{back['id']}/export/json").data.decode(), content)

    def test_a_spreadsheet_finds_no_formula_in_the_table(self) -> None:
        """Common practice, no source: a cell that begins so is worked out when the file is opened."""
        told = self.take_in("problem\n'-2 + 5\n'+3/4 + 1/2\n1/2 + 1/3\n", "csv", name="Signs")["set"]
        self.assertEqual([e["problem"]["text"] for e in told["examples"]][2], "1/2 + 1/3")
        for text in ("=1+1", "+3", "-2 1/2", "@home", "\tx"):
            self.assertEqual(formats._no_formula(text), f"'{text}")
        for text in ("1/2 + 1/3", "'tis", "", "−2 + 5"):
            self.assertEqual(formats._no_formula(text), text)
        written = self.client.get(f"/api/sets/{told['id']}/export/csv").data.decode("utf-8-sig")
        for row in csv.reader(io.StringIO(written)):
            self.assertFalse([cell for cell in row if cell[:1] in ("=", "+", "-", "@")], row)
        back = self.take_in(written, "csv", name="Back")["set"]
        self.assertEqual([e["typed"] for e in back["examples"]], [e["typed"] for e in told["examples"]])

    def test_latex(self) -> None:
        """Each line of the first working, read back from its LaTeX, has the value of the problem; in columns the result
        stands at the end of an array."""
        stacked = self.file("latex").decode()
        self.assertEqual(stacked.count(r"\begin{array}"), stacked.count(r"\end{array}"))
        self.assertIn(r"\stackrel{7}{\rlap{$-$}1}", stacked.split(r"\item")[1])
        self.lay_out("lines")
        self.addCleanup(self.lay_out, "fitting")
        text = self.file("latex").decode()
        self.assertIn(r"\section*{Beds \& boards, May}", text)
        self.assertEqual(text.count(r"\item"), len(PROBLEMS))
        for opened in ("document", "enumerate", "align*"):
            self.assertEqual(text.count(rf"\begin{{{opened}}}"), text.count(rf"\end{{{opened}}}"))
        first = text.split(r"\item")[1]
        lines = re.findall(r"&= (.*?) && ", first)
        self.assertGreater(len(lines), 2)
        for line in lines:
            plain = re.sub(r"\\frac\{(\d+)\}\{(\d+)\}", r" \1/\2", line)
            self.assertEqual(Fraction(eval(as_python(plain), {"F": Fraction})), Fraction(7, 3), line)

    def latex_of(self, problem: str, name: str = "One", **changes: Any) -> str:
        """The document of a set of one, with changes to it: ``edits`` and ``task``."""
        made = self.client.post("/api/sets", json={"name": name}).get_json()
        body = {"revision": made["revision"], "text": problem, "school": {}}
        made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        example = made["examples"][0]
        for what, change in changes.items():
            given = {**example["task"], **change} if what == "task" else change
            at = f"/api/sets/{made['id']}/examples/{example['id']}/{what}"
            made = self.client.put(at, json={"revision": made["revision"], what: given}).get_json()
        return str(self.client.get(f"/api/sets/{made['id']}/export/latex").data.decode())

    def test_latex_has_the_teachers_words_and_gives_no_mistake_away(self) -> None:
        edits = {"lines": [{"line": 1, "reason": "Same size first."}, {"line": 2, "hidden": True}]}
        usual, changed = self.latex_of("0.35 as a fraction"), self.latex_of("0.35 as a fraction", edits=edits)
        self.assertIn(r"\text{Same size first.}", changed)
        self.assertEqual(usual.count("&= "), changed.count("&= ") + 1)
        for problem in ("5 1/6 - 2 5/6", "3/4 × 2/9"):
            looked = self.client.post("/api/second-look", json={"text": problem}).get_json()
            mistake = looked["likely_wrong"][0]["mistake"]
            found = self.latex_of(problem, task={"role": "find", "mistake": mistake})
            self.assertIn("Find the line that does not follow.", found)
            self.assertFalse(re.findall(r"\\text\{[A-Z][^}]{8,}\}", found), found)

    @unittest.skipUnless(DEEP and shutil.which("pdflatex"), "no TeX engine installed, or no deep search")
    def test_a_tex_engine_compiles_it(self) -> None:
        whole = self.file("latex").decode()
        named = [
            self.latex_of(problem, "Ułamki – ½ „próba“ 水桶") for problem in (*PROBLEMS, "£2.40 + £1.85", "? + 2 = 5")
        ]
        for text in (whole, *named):
            with tempfile.TemporaryDirectory() as place:
                Path(place, "made.tex").write_text(text)
                command = ["pdflatex", "-interaction=nonstopmode", "-halt-on-error", "made.tex"]
                ran = subprocess.run(command, cwd=place, capture_output=True, text=True, timeout=120, check=False)
                self.assertEqual(ran.returncode, 0, ran.stdout[-1500:])
                self.assertTrue(Path(place, "made.pdf").read_bytes().startswith(b"%PDF"))

    def test_svg(self) -> None:
        archive = zipfile.ZipFile(io.BytesIO(self.file("svg")))
        self.assertGreater(len(archive.namelist()), 4)
        for name in archive.namelist():
            content = archive.read(name)
            root = ET.fromstring(content)
            self.assertEqual(root.tag, "{http://www.w3.org/2000/svg}svg")
            # Drawn by a renderer of another house (resvg, in the typesetter): it shows more than an empty ground.
            drawn = Image.open(io.BytesIO(png_of(content.decode(), round(float(root.get("width", "0"))))))
            self.assertGreater(len(set(drawn.convert("RGB").getdata())), 2, name)

    def test_the_same_set_makes_the_same_file(self) -> None:
        for format in ("json", "csv", "latex", "svg", "qti"):
            self.assertEqual(self.file(format), self.file(format))


class Qti(FormatTest):
    """QTI 3.0 (1EdTech, 2022): names of elements and identifiers, from memory."""

    def items(self) -> list[ET.Element]:
        archive = zipfile.ZipFile(io.BytesIO(self.file("qti")))
        manifest = ET.fromstring(archive.read("imsmanifest.xml"))
        listed = [r.attrib["href"] for r in manifest.iter() if r.tag.endswith("}resource")]
        self.assertEqual(sorted(archive.namelist()), sorted(["imsmanifest.xml", *listed]))
        return [ET.fromstring(archive.read(path)) for path in listed if path != "test.xml"]

    def test_the_items_are_a_test_in_their_order(self) -> None:
        archive = zipfile.ZipFile(io.BytesIO(self.file("qti")))
        root = ET.fromstring(archive.read("test.xml"))
        self.assertEqual((root.tag, root.attrib["title"]), (f"{QTI}qti-assessment-test", self.set["name"]))
        refs = [r.attrib["href"] for r in root.iter(f"{QTI}qti-assessment-item-ref")]
        self.assertEqual(refs, [f"items/item-{n:03}.xml" for n in range(1, len(PROBLEMS) + 1)])
        score = root.find(f"{QTI}qti-outcome-declaration")
        assert score is not None
        self.assertEqual(score.attrib["normal-maximum"], str(len(PROBLEMS)))
        manifest = ET.fromstring(archive.read("imsmanifest.xml"))
        needed = [d.attrib["identifierref"] for d in manifest.iter() if d.tag.endswith("}dependency")]
        self.assertEqual(needed, [f"item-{n:03}" for n in range(1, len(PROBLEMS) + 1)])

    def test_each_wrong_choice_is_told_its_mistake_in_the_teachers_words(self) -> None:
        for item in self.items():
            self.assertEqual(item.attrib["{http://www.w3.org/XML/1998/namespace}lang"], "en")
            choices = {c.attrib["identifier"] for c in item.iter(f"{QTI}qti-simple-choice")}
            told = {m.attrib["identifier"]: "".join(m.itertext()) for m in item.iter(f"{QTI}qti-modal-feedback")}
            self.assertEqual(set(told), choices - {"right"})
            for mistake, said in told.items():
                name = BY_ID[mistake].name
                self.assertIn(re.split(r"[{}]", name)[0], said)
                self.assertTrue(said.strip().endswith("?"), said)

    def test_what_is_typed_is_scored_by_its_value_as_the_policy_says(self) -> None:
        """By ``fractions``: every spelling is worth the answer; with simplest form asked for only it is taken."""
        asked = "read 1 2/4 from discs"  # no mistake gives another answer: it is typed
        for policy, others in (("simplest-form", False), ("any-equivalent", True)):
            kept = self.client.get("/api/settings").get_json()
            body = {"revision": kept["revision"], "settings": {**kept["settings"], "policy": policy}}
            self.assertEqual(self.client.put("/api/settings", json=body).status_code, 200)
            items = self.typed_in("true or false: 1/2 = 2/4", asked, "3/4 × 1", "7 × 1/7")
            typed = [i for i in items if i.find(f".//{QTI}qti-mapping") is not None]
            for item in typed:
                right = next(item.iter(f"{QTI}qti-value")).text or ""
                keys = [e.attrib["map-key"] for e in item.iter(f"{QTI}qti-map-entry")]
                self.assertEqual(keys[0], right)
                worth = {sum(Fraction(part) for part in key.split()) for key in keys}
                self.assertEqual(len(worth), 1, keys)
                self.assertEqual(any("/" in k and k != right for k in keys), others, (policy, keys))
            self.assertTrue(typed)

    def test_every_wrong_choice_is_what_its_mistake_leads_to(self) -> None:
        items = self.items()
        self.assertEqual(len(items), len(PROBLEMS))
        for item, example in zip(items, self.set["examples"], strict=True):
            choices = {c.attrib["identifier"]: c for c in item.iter(f"{QTI}qti-simple-choice")}
            if not choices:
                continue  # typed in: see below
            correct = item.find(f"{QTI}qti-response-declaration/{QTI}qti-correct-response/{QTI}qti-value")
            self.assertEqual(correct.text, "right")
            self.assertLessEqual(set(choices) - {"right"}, set(BY_ID))
            asked = {"text": example["typed"], "school": example["school"]}
            looked = self.client.post("/api/second-look", json=asked).get_json()
            expected = {w["mistake"]: w["answer"]["mathml"] for w in looked["likely_wrong"]}
            for mistake, choice in choices.items():
                figures = [n.text for n in choice.iter(f"{MATH}mn")]
                shown = example["answer"]["mathml"] if mistake == "right" else expected[mistake]
                self.assertEqual(figures, re.findall(r"<mn[^>]*>([^<]*)</mn>", shown), mistake)

    def typed_in(self, *problems: str) -> list[ET.Element]:
        made = self.client.post("/api/sets", json={"name": "Typed in"}).get_json()
        for problem in problems:
            body = {"text": problem, "revision": made["revision"]}
            added = self.client.post(f"/api/sets/{made['id']}/examples", json=body)
            self.assertEqual(added.status_code, 201, problem)
            made["revision"] = self.client.get(f"/api/sets/{made['id']}").get_json()["revision"]
        archive = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/sets/{made['id']}/export/qti").data))
        return [ET.fromstring(archive.read(n)) for n in sorted(archive.namelist()) if n.startswith("items/")]

    def test_a_blank_is_answered_by_its_number(self) -> None:
        one, two, many = self.typed_in("2/3 = ?/12", "2/3 = ?/12 = 10/?", "?/18 + ?/9 = 1/3")
        for item, answers in ((one, ["8"]), (two, ["8", "15"]), (many, [])):
            self.assertEqual([v.text for v in item.iter(f"{QTI}qti-value")], answers)
            entries = [e.attrib["response-identifier"] for e in item.iter(f"{QTI}qti-text-entry-interaction")]
            declared = [d.attrib["identifier"] for d in item.iter(f"{QTI}qti-response-declaration")]
            self.assertEqual(entries, declared)
        scored = {v.attrib["identifier"] for v in two.iter(f"{QTI}qti-variable")}
        self.assertEqual(scored, {"RESPONSE1", "RESPONSE2"})
        # Three ways lead to a third here: a machine that knows one of them would call the others wrong.
        outcome = many.find(f"{QTI}qti-outcome-declaration")
        assert outcome is not None
        self.assertEqual(outcome.attrib["external-scored"], "human")
        self.assertIsNone(many.find(f"{QTI}qti-response-processing"))

    def test_what_is_asked_of_a_picture_brings_it_along(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Read"}).get_json()
        body = {"text": "read 2 3/5 from discs", "revision": made["revision"]}
        self.client.post(f"/api/sets/{made['id']}/examples", json=body)
        archive = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/sets/{made['id']}/export/qti").data))
        item = ET.fromstring(archive.read("items/item-001.xml"))
        (image,) = item.iter(f"{QTI}img")
        self.assertEqual(image.attrib["alt"], "Discs: 5 fifths; 5 fifths; 3 fifths.")
        path = image.attrib["src"].removeprefix("../")
        self.assertIn(b"<svg", archive.read(path))
        manifest = ET.fromstring(archive.read("imsmanifest.xml"))
        self.assertIn(path, [f.attrib["href"] for f in manifest.iter() if f.tag.endswith("}file")])
        latex = self.client.get(f"/api/sets/{made['id']}/export/latex").data.decode()
        self.assertIn(r"Read the number from the discs. \emph{Discs: 5 fifths; 5 fifths; 3 fifths.}", latex)
        csv_text = self.client.get(f"/api/sets/{made['id']}/export/csv").data.decode("utf-8-sig")
        self.assertIn("read 2 3/5 from discs,2 3/5,", csv_text)

    def test_formulas_can_be_heard(self) -> None:
        for item in self.items():
            for math in item.iter(f"{MATH}math"):
                self.assertTrue(math.attrib.get("aria-label"))


class Damaged(FormatTest):
    def refused(self, content: str, format: str = "json") -> Any:
        before = self.count()
        found = self.take_in(content, format)
        self.assertIsNone(found["set"])
        self.assertTrue(found["faults"])
        self.assertEqual(self.count(), before)
        return found["faults"]

    def test_a_line_that_breaks_something_of_ours_does_not_fail_the_rest(self) -> None:
        def broken(problem: Any, *rest: Any, **more: Any) -> Any:
            if problem.text() == "2/3 + 1/4":
                raise ZeroDivisionError
            return kept(problem, *rest, **more)

        with patch.object(formats, "kept", broken), self.assertLogs("keen_slate"):
            body = {"format": "csv", "content": "1/2 + 1/3\n2/3 + 1/4\n3/4 - 1/2\n"}
            refused = self.client.post("/api/sets/import", json=body).get_json()
            taken = self.client.post("/api/sets/import", json=body | {"take_rest": True}).get_json()
        self.assertEqual([f["where"] for f in refused["faults"]], ["line 2"])
        self.assertIn("a mistake of its own", refused["faults"][0]["message"])
        self.assertEqual(taken["set"]["examples"], 2)

    def test_json_says_what_is_wrong_where(self) -> None:
        whole = json.loads(self.file("json"))
        cut = json.dumps(whole)[:-20]
        self.assertRegex(self.refused(cut)[0]["where"], r"^line 1, character \d+$")
        for change, where in (
            ({"format": "other"}, "format"),
            ({"version": 2}, "version"),
            ({"surprise": 1}, "surprise"),
            ({"examples": [{"problem": 5}]}, "examples[1].problem"),
            ({"examples": [{"problem": "1/2", "task": {"role": "king"}}]}, "examples[1].task.role"),
        ):
            self.assertEqual(self.refused(json.dumps({**whole, **change}))[0]["where"], where)
        for example, said in (
            ({"problem": "5 1/"}, "has no bottom number"),
            ({"problem": "3/0"}, "I read 3/0"),
            ({"problem": "1/2 + 1/3", "school": {"denominators": "magic"}}, "magic"),
            ({"problem": "1/2 + 1/3", "task": {"mistake": "rm -rf"}}, "There is no mistake"),
        ):
            (fault,) = self.refused(json.dumps({**whole, "examples": [{"problem": "1/2"}, example]}))
            self.assertEqual(fault["where"], "example 2")
            self.assertIn(said, fault["message"])

    def test_hostile_json(self) -> None:
        for content in (
            "[" * 100_000,
            '{"a":' * 5_000 + "1" + "}" * 5_000,
            "null",
            '"text"',
            "[]",
            "",
            "\0",
            "NaN",
            "{}",
        ):
            self.refused(content)
        self.take_in("x" * (LARGEST_SET + 1), status=400)

    def test_csv_reports_each_line_and_can_take_the_rest(self) -> None:
        content = "problem\n1/2 + 1/3\nhello\n\n5 1/\n2/3 - 1/6\n"
        faults = self.refused(content, "csv")
        self.assertEqual([(f["where"], f["text"]) for f in faults], [("line 3", "hello"), ("line 5", "5 1/")])
        self.assertTrue(all(f["message"] for f in faults))
        taken = self.take_in(content, "csv", take_rest=True)["set"]
        self.assertEqual([e["typed"] for e in taken["examples"]], ["1/2 + 1/3", "2/3 − 1/6"])

    def test_hostile_csv(self) -> None:
        for content in ("", "\n\n\n", '"' * 9_999, "=cmd()\n@x\n+1+\n", "\0\0", "problem\n" + "9^9^9\n" * 3):
            self.refused(content, "csv")
        self.refused("1/2 + 1/3\n" * 2_100, "csv")

    def test_text_never_becomes_a_command(self) -> None:
        made = self.client.post("/api/sets", json={"name": r"\input{/etc/passwd} $x$ <script>"}).get_json()
        body = {"revision": made["revision"], "text": "1/2 + 1/3", "school": {}}
        self.client.post(f"/api/sets/{made['id']}/examples", json=body)
        text = self.client.get(f"/api/sets/{made['id']}/export/latex").data.decode()
        self.assertNotIn(r"\input", text)
        archive = zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/sets/{made['id']}/export/qti").data))
        for name in archive.namelist():
            self.assertIsNone(ET.fromstring(archive.read(name)).find(".//script"))

    @searched(60)
    @given(st.text(max_size=200))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        for format in ("json", "csv"):
            found = self.take_in(text, format)
            self.assertTrue(found["set"] or found["faults"])
