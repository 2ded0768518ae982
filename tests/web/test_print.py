"""Handouts: made over the API, opened, their text read, and every answer worked out again with ``fractions``."""

import io
import re
from datetime import timedelta
from fractions import Fraction
from typing import Any, cast
from unittest.mock import patch
from uuid import UUID

import sqlalchemy
from PIL import Image
from pypdf import PdfReader
from werkzeug.http import parse_options_header

from keen_slate.core.reading.reading import read
from keen_slate.render.letters import letters_not_set
from keen_slate.services import printing
from keen_slate.services.formats import AT_ONCE
from keen_slate.services.line_up import kept
from keen_slate.services.printing import Item, versions_of
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.work import Edits
from keen_slate.store import print_jobs, sets
from keen_slate.store.database import Belongings, Database
from keen_slate.store.teachers import DESK
from tests.support.arithmetic import as_python
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.signed_in import AtTheDesk
from tests.support.working_off import work_off

PROBLEMS = (
    "5 1/6 - 2 5/6", "6 1/4 - 2 5/6", "9 - 3 2/5", "2/3 + 3/4", "2/3 × 3/4", "7/8 - 1/4", "1 1/2 + 2 3/4", "4 ÷ 2/3",
    "2 × (3 + 4)", "3/5 + 2/5",
)  # fmt: skip


def value_of(problem: str) -> Fraction:
    return Fraction(eval(as_python(problem), {"F": Fraction}))  # problems of this file alone


def digits_of(value: Fraction) -> list[str]:
    """The figures of a value written as a mixed number in simplest form."""
    whole, rest = divmod(value, 1)
    figures = [str(whole)] if whole or not rest else []
    return figures + ([str(rest.numerator), str(rest.denominator)] if rest else [])


class PrintTest(AtTheDesk):
    set: Any

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.set = cls.client.post("/api/sets", json={"name": "Raised beds"}).get_json()
        for text in PROBLEMS:
            body = {"revision": cls.set["revision"], "text": text, "school": {}}
            cls.set = cls.client.post(f"/api/sets/{cls.set['id']}/examples", json=body).get_json()

    def begin(self, **asked: Any) -> str:
        answer = self.client.post(f"/api/sets/{self.set['id']}/print", json=asked)
        self.assertEqual(answer.status_code, 202, answer.get_data(as_text=True))
        return str(answer.get_json()["id"])

    def finished(self, job: str) -> Any:
        work_off(self.url)
        return self.client.get(f"/api/print/{job}").get_json()

    def printed(self, **asked: Any) -> PdfReader:
        job = self.begin(**asked)
        found = self.finished(job)
        self.assertEqual((found["state"], found["done"]), ("done", found["total"]))
        answer = self.client.get(f"/api/print/{job}/file")
        self.assertEqual(answer.headers["Content-Type"], "application/pdf")
        reader = PdfReader(io.BytesIO(answer.data))
        self.assertEqual(found["pages"], len(reader.pages))
        preview = self.client.get(f"/api/print/{job}/preview")
        self.assertEqual(preview.data[:8], b"\x89PNG\r\n\x1a\n")
        return reader

    def test_a_title_of_any_letters_names_the_file(self) -> None:
        job = self.begin(kind="key", title="Łąka – “beds”")
        self.finished(job)
        answer = self.client.get(f"/api/print/{job}/file")
        self.assertEqual(answer.status_code, 200)
        told = parse_options_header(answer.headers["Content-Disposition"])[1]["filename"]
        self.assertEqual(told, "Łąka – “beds”.pdf")

    @staticmethod
    def text(reader: PdfReader) -> str:
        return "\n".join(page.extract_text() for page in reader.pages)

    def items(self, reader: PdfReader) -> list[list[str]]:
        """The figures of each item, in the order in which they are set."""
        without_pages = re.sub(r"\d+ / \d+", "", self.text(reader))
        parts = re.split(r"(?m)^\s*(\d{1,2})\. ?", without_pages.partition("1.")[2])
        bodies = parts[::2]
        return [re.findall(r"\d+", body) for body in bodies]


class Handouts(PrintTest):
    def test_every_answer_of_the_key_is_right(self) -> None:
        items = self.items(self.printed(kind="key"))
        self.assertEqual(len(items), len(PROBLEMS))
        for problem, figures in zip(PROBLEMS, items, strict=True):
            expected = re.findall(r"\d+", problem) + digits_of(value_of(problem))
            self.assertEqual(figures[: len(expected)], expected, problem)

    def test_a_bare_sheet_tells_no_answer(self) -> None:
        for organiser in ("fitting", "lines", "columns", "panels", "checklist"):
            items = self.items(self.printed(kind="bare", organiser=organiser))
            for problem, figures in zip(PROBLEMS[:-1], items, strict=False):
                given = re.findall(r"\d+", problem)
                # In columns the numbers stand once more, to be worked on there, digit by digit.
                again = figures[len(given) :] if organiser in ("columns", "fitting") else []
                self.assertEqual(figures, [*given, *again], f"{organiser}: {problem}")
                self.assertIn(sorted("".join(again)), ([], sorted("".join(given))), f"{organiser}: {problem}")

    def test_version_b_asks_the_same_of_other_numbers(self) -> None:
        reader = self.printed(kind="key", versions=2)
        text = self.text(reader)
        first, second = text.index("Raised beds, A"), text.index("Raised beds, B")
        self.assertLess(first, second)
        other = re.split(r"(?m)^\s*\d{1,2}\. ?", text[second:])[1:]
        self.assertEqual(len(other), len(PROBLEMS))
        for problem, body in zip(PROBLEMS[:4], other, strict=False):
            self.assertNotEqual(
                re.findall(r"\d+", body)[: len(re.findall(r"\d+", problem))], re.findall(r"\d+", problem)
            )

    def test_paper_title_and_lines(self) -> None:
        for paper, width, height in (("a4", 595, 842), ("us-letter", 612, 792)):
            page = self.printed(kind="bare", paper=paper, title="Beds and boards").pages[0]
            self.assertEqual((round(page.mediabox.width), round(page.mediabox.height)), (width, height))
            text = page.extract_text()
            for word in ("Beds and boards", "Name", "Date"):
                self.assertIn(word, text)
        text = self.text(self.printed(kind="key"))
        self.assertNotIn("Name", text)

    def test_pages_are_numbered_and_no_item_is_split(self) -> None:
        reader = self.printed(kind="worked")
        self.assertGreater(len(reader.pages), 2)
        for number, page in enumerate(reader.pages, start=1):
            self.assertIn(f"{number} / {len(reader.pages)}", page.extract_text())
        # The lines of an item stand on the page of its number: the last line of 9 − 3 2/5 with the problem itself.
        pages = [p.extract_text() for p in reader.pages]
        (of_the_item,) = [p for p in pages if re.search(r"(?m)^\s*3\. ?", p)]
        self.assertIn("Take away the wholes: 8 − 3 = 5.", of_the_item)

    def test_it_is_tagged_and_every_formula_can_be_heard(self) -> None:
        reader = self.printed(kind="worked")
        root = reader.trailer["/Root"]
        self.assertTrue(root["/MarkInfo"]["/Marked"])
        self.assertEqual(root["/Lang"], "en")
        heard: list[str] = []
        stack = [root["/StructTreeRoot"]]
        while stack:
            node = stack.pop().get_object()
            if not hasattr(node, "get"):
                stack += [n for n in node if hasattr(n, "get_object")] if isinstance(node, list) else []
                continue
            if "/Alt" in node:
                heard.append(str(node["/Alt"]))
            below = node.get("/K")
            below = below.get_object() if hasattr(below, "get_object") else below
            stack += [b for b in (below if isinstance(below, list) else [below]) if hasattr(b, "get_object")]
        self.assertIn("5 and 1 sixth minus 2 and 5 sixths", heard)
        self.assertTrue(any("disc" in h or "strip" in h for h in heard), heard[:9])

    def test_the_items_are_a_list_under_headings(self) -> None:
        for kind in ("worked", "bare", "key", "teacher"):
            kinds = self.elements(self.printed(kind=kind))
            self.assertEqual(kinds.count("/LI"), len(PROBLEMS), kind)
            self.assertEqual(kinds.count("/Lbl"), len(PROBLEMS), kind)
            self.assertEqual(kinds.count("/H1"), 1, kind)
        pack = self.elements(self.printed(kind="pack"))
        self.assertGreater(pack.count("/H1"), 4, "each part has its title")
        self.assertGreater(pack.count("/H2"), 0, "and what is like which example stands under that")
        self.assertGreater(pack.count("/L"), pack.count("/H1") - 1)

    def elements(self, reader: PdfReader) -> list[str]:
        """What the structure of a tagged PDF is made of, by their standard names, in reading order."""
        root: Any = reader.trailer["/Root"]
        found: list[str] = []

        def walk(node: Any) -> None:
            node = node.get_object()
            if isinstance(node, list):
                for part in node:
                    walk(part)
            elif isinstance(node, dict):
                if "/S" in node:
                    found.append(str(node["/S"]))
                if "/K" in node:
                    walk(node["/K"])

        walk(root["/StructTreeRoot"])
        return found

    def test_the_teachers_key_names_the_mistakes(self) -> None:
        text = " ".join(self.text(self.printed(kind="teacher")).split())
        for said in ("Smaller part from the larger", "Ten pieces for one whole", "the estimate would catch it"):
            self.assertIn(said, text)

    def test_the_teachers_key_of_blanks_roundings_and_decimals_that_never_end(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Bean beds"}).get_json()
        for text in ("2/3 = ?/12", "round 2.87 to 1 place", "1/6 as a decimal", "5% as a decimal"):
            body = {"revision": made["revision"], "text": text}
            made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        asked = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": "teacher"})
        job = asked.get_json()["id"]
        self.assertEqual(self.finished(job)["state"], "done")
        reader = PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data))
        text = " ".join(self.text(reader).split())
        for said in (
            "The same added to top and bottom",
            "Cut off and not rounded",
            "A decimal that never ends cut off",
            "A percent moved one place",
        ):
            self.assertIn(said, text)

    def test_as_much_is_worked_as_the_set_says(self) -> None:
        example = self.set["examples"][2]
        path = f"/api/sets/{self.set['id']}/examples/{example['id']}/task"
        fading = {"kind": "partly", "side": "end", "lines": 1}
        task = {**example["task"], "fading": fading}
        body = {"revision": self.set["revision"], "task": task}
        type(self).set = self.client.put(path, json=body).get_json()
        text = self.text(self.printed(kind="as-set"))
        self.assertIn("9 becomes 8 5 5.", text)
        self.assertNotIn("Take away the fifths: 5 − 2 = 3.", text)
        self.assertIn("Divide top and bottom by 2", text)  # the first example is worked to its end

    def test_what_stands_beside_a_line_stands_on_paper_too(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Beside"}).get_json()
        for text, school in (("2/3 + 3/4", {}), ("5/12 + 7/18", {"denominators": "prime-trees"})):
            body = {"revision": made["revision"], "text": text, "school": school}
            made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        job = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": "worked"}).get_json()["id"]
        self.finished(job)
        read_off = self.text(PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data)))
        text = " ".join(read_off.split())
        for beside in ("3: 3 6 9 12 × 4", "4: 4 8 12 × 3", "36 = 2 × 2 × 3 × 3"):
            self.assertIn(beside, text)

    def test_what_is_asked_of_a_picture_stands_with_it_and_without_its_answer(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Read"}).get_json()
        for text in ("read 2 3/5 from discs", "read 0.6 from a number line in 5 spaces", "2/3 = ?/12"):
            body = {"revision": made["revision"], "text": text, "school": {}}
            made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        told = {}
        for kind in ("bare", "worked", "key"):
            job = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": kind}).get_json()["id"]
            self.finished(job)
            found = PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data))
            told[kind] = " ".join(self.text(found).split())
        for asked in ("Read the number from the discs.", "Each disc is one whole. How much is filled?"):
            self.assertIn(asked, told["bare"])
        self.assertIn("How many twelfths are as long as", told["bare"])
        self.assertNotIn("0.6", told["bare"])
        self.assertNotIn("2 are full", told["bare"])
        self.assertIn("2 are full, and 3 fifths of the next.", told["worked"])
        self.assertIn("0.6", told["key"])
        self.assertNotIn("one whole", told["key"])

    def test_it_speaks_the_teachers_words_and_writes_the_teachers_sign(self) -> None:
        kept = self.client.get("/api/settings").get_json()
        words = {"regroup": "exchange", "decimal_sign": ","}
        body = {"revision": kept["revision"], "settings": {**kept["settings"], "words": words}}
        kept = self.client.put("/api/settings", json=body).get_json()
        self.addCleanup(
            lambda: self.client.put("/api/settings", json={"revision": kept["revision"], "settings": {}})
        )  # fmt: skip
        made = self.client.post("/api/sets", json={"name": "Commas"}).get_json()
        for text in ("14,2 - 6,35", "5 1/6 - 2 5/6"):
            body = {"revision": made["revision"], "text": text, "school": {}}
            made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        job = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": "worked"}).get_json()["id"]
        self.finished(job)
        text = self.text(PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data)))
        self.assertIn("7, 8 5", text)
        for pointed in ("7. 8", "6. 3", "14.2", "6.35"):
            self.assertNotIn(pointed, text)
        self.assertIn("Exchange 1 whole as 6 6", text)

    def test_a_mistake_to_be_found_is_not_given_away(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Find it"}).get_json()
        body = {"revision": made["revision"], "text": "5 1/6 - 2 5/6", "school": {}}
        made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        beside = {"revision": made["revision"], "what": "find", "mistake": "regroup-ten"}
        self.client.post(f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/beside", json=beside)
        texts: dict[str, str] = {}
        for kind in ("as-set", "bare", "teacher"):
            job = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": kind}).get_json()["id"]
            self.finished(job)
            texts[kind] = self.text(PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data)))
        for organiser in ("fitting", "lines"):
            job = self.client.post(f"/api/sets/{made['id']}/print", json={"organiser": organiser}).get_json()["id"]
            self.finished(job)
            texts[organiser] = self.text(PdfReader(io.BytesIO(self.client.get(f"/api/print/{job}/file").data)))
        for kind in ("as-set", "bare", "fitting", "lines"):
            self.assertIn("Find the line that does not follow.", texts[kind])
            found = texts[kind].partition("Find the line that does not follow.")[2].lower()
            for given_away in ("ten pieces", "1 + 10", "take away the sixths"):
                self.assertNotIn(given_away, found, kind)
        self.assertIn("Ten pieces for one whole.", texts["teacher"])

    def test_words_of_a_title_are_words_and_no_commands(self) -> None:
        title = '#panic("no") $x$ *b* \\ "q" _i_ [c] <t>'
        self.assertIn('#panic("no") $x$ *b*', self.text(self.printed(kind="key", title=title)))


class LookedAt(PrintTest):
    def test_every_page_can_be_looked_at_and_no_other(self) -> None:
        job = self.begin(kind="worked", size="large")
        pages = self.finished(job)["pages"]
        self.assertGreater(pages, 2)
        at = f"/api/print/{job}/preview"
        seen = [self.client.get(at, query_string={"page": n}) for n in range(1, pages + 1)]
        self.assertEqual({(s.status_code, s.mimetype) for s in seen}, {(200, "image/png")})
        self.assertEqual(len({s.data for s in seen}), pages, "each is another page")
        shown = [Image.open(io.BytesIO(s.data)) for s in seen]
        for picture in shown:
            width, height = picture.size
            self.assertAlmostEqual(height / width, 297 / 210, places=2)  # A4 by ISO 216
            self.assertTrue(any(dark for dark in picture.convert("L").histogram()[:100]), "there is ink on it")
        self.assertEqual(self.client.get(at, query_string={"page": pages + 1}).status_code, 404)

    def test_it_says_to_which_standards_it_is_made(self) -> None:
        """What can be told from the file itself: XMP by ISO 14289-1 (PDF/UA-1) and ISO 19005-2 (PDF/A-2a)."""
        for kind in ("worked", "bare", "key", "teacher", "cut-outs", "pack"):
            reader = self.printed(kind=kind)
            root: Any = reader.trailer["/Root"]
            told = root["/Metadata"].get_data().decode()
            for name, value in (("pdfuaid:part", 1), ("pdfaid:part", 2), ("pdfaid:conformance", "A")):
                self.assertRegex(told, rf'<{name}>{value}</{name}>|{name}="{value}"', kind)
            self.assertTrue(root["/MarkInfo"]["/Marked"])
            self.assertEqual(root["/Lang"], "en")
            (intent,) = root["/OutputIntents"]
            self.assertIn("/DestOutputProfile", intent, "its colours are told, as PDF/A wants")
            used: list[Any] = [page["/Resources"].get("/Font", {}) for page in cast("list[Any]", reader.pages)]
            fonts = [font.get_object() for by_name in used for font in by_name.values()]
            described = [f["/DescendantFonts"][0]["/FontDescriptor"] for f in fonts if "/DescendantFonts" in f]
            self.assertTrue(described)
            self.assertTrue(all({"/FontFile2", "/FontFile3"} & set(f) for f in described), "its fonts are in it")


class Letters(PrintTest):
    def refused(self, **asked: Any) -> str:
        answer = self.client.post(f"/api/sets/{self.set['id']}/print", json=asked)
        self.assertEqual(answer.status_code, 422)
        return str(answer.get_json()["message"])

    def test_one_that_no_font_has_is_said_with_its_place_before_anything_is_made(self) -> None:
        told = self.refused(title="Beds 水桶")
        self.assertIn("“水” in the title cannot be printed", told)
        self.assertIn("text document", told)
        example = self.set["examples"][1]["id"]
        opened = self.client.get(f"/api/sets/{self.set['id']}").get_json()
        edits = {"lines": [{"line": 2, "reason": "Look: 👀"}]}
        body = {"revision": opened["revision"], "edits": edits}
        self.client.put(f"/api/sets/{self.set['id']}/examples/{example}/edits", json=body)
        self.assertIn("“👀” in the reason of line 2 of example 2", self.refused())
        self.client.put(
            f"/api/sets/{self.set['id']}/examples/{example}/edits",
            json={"revision": opened["revision"] + 1, "edits": {}},
        )

    def test_other_documents_have_any_letter(self) -> None:
        self.assertEqual(self.finished(self.begin(format="docx", title="Beds 水桶"))["state"], "done")

    def test_letters_of_latin_greek_and_cyrillic_are_there(self) -> None:
        """Every letter of these blocks of Unicode 15 besides those added to Cyrillic for languages of the far north."""
        blocks = ((0xA1, 0x24F), (0x370, 0x3FF), (0x400, 0x4FF), (0x1E00, 0x1EFF), (0x2010, 0x2027), (0x20A0, 0x20BF))
        texts = ["".join(map(chr, range(first, last + 1))) for first, last in blocks]
        self.assertEqual(letters_not_set(texts), frozenset())
        self.printed(title="Ułamki – ½ „próba“, Дроби, κλάσματα")


class OpenFormats(PrintTest):
    """A set in an open format, written by the worker: the same file as at once."""

    @patch("keen_slate.processes.WORTH_SPREADING", 1)
    def test_the_worker_writes_the_same(self) -> None:
        for format in ("csv", "latex", "svg", "qti"):
            at_once = self.client.get(f"/api/sets/{self.set['id']}/export/{format}")
            job = self.begin(format=format)
            found = self.finished(job)
            self.assertEqual((found["state"], found["done"], found["total"]), ("done", len(PROBLEMS), len(PROBLEMS)))
            written = self.client.get(f"/api/print/{job}/file")
            self.assertEqual(written.data, at_once.data, format)
            self.assertEqual(written.headers["Content-Type"], at_once.headers["Content-Type"])
            self.assertEqual(*(a.headers["Content-Disposition"].split(";")[-1] for a in (written, at_once)))
            self.assertEqual(self.client.get(f"/api/print/{job}/preview").status_code, 404)

    def test_one_that_would_take_long_is_refused_with_where_it_is_written(self) -> None:
        long = self.client.post("/api/sets", json={"name": "Long"}).get_json()
        database = Database(self.url)
        self.addCleanup(database.engine.dispose)
        with Belongings(database, DESK).transaction() as session:
            new = kept(read("5 1/6 - 2 5/6"), "", {})
            sets.rearrange(session, UUID(long["id"]), long["revision"], [new] * (AT_ONCE["csv"] + 1))
        told = self.client.get(f"/api/sets/{long['id']}/export/csv")
        self.assertEqual(told.status_code, 422)
        self.assertIn(f"at most {AT_ONCE['csv']}", told.get_json()["message"])
        self.assertIn("Print", told.get_json()["message"])
        job = self.client.post(f"/api/sets/{long['id']}/print", json={"format": "csv"}).get_json()["id"]
        self.assertEqual(self.finished(job)["done"], AT_ONCE["csv"] + 1)
        rows = self.client.get(f"/api/print/{job}/file").data.decode("utf-8-sig").splitlines()
        self.assertEqual(len(rows), AT_ONCE["csv"] + 2)

    def test_it_can_be_stopped(self) -> None:
        job = self.begin(format="latex")
        told = patch.object(print_jobs, "go_on", return_value=False)
        with told:
            self.assertEqual(self.finished(job)["state"], "running")
        self.assertEqual(self.client.get(f"/api/print/{job}/file").status_code, 404)


class Jobs(PrintTest):
    def state(self, job: str) -> str:
        return str(self.client.get(f"/api/print/{job}").get_json()["state"])

    def test_one_that_waits_can_be_cancelled_and_is_never_made(self) -> None:
        job = self.begin(kind="key")
        self.assertEqual(self.state(job), "waiting")
        self.assertEqual(self.client.delete(f"/api/print/{job}").get_json()["state"], "cancelled")
        self.assertEqual(self.finished(job)["state"], "cancelled")
        self.assertEqual(self.client.get(f"/api/print/{job}/file").status_code, 404)

    def test_one_that_is_being_made_can_be_cancelled(self) -> None:
        theirs = Belongings(Database(self.url), DESK)
        self.addCleanup(theirs.database.engine.dispose)
        job = self.begin(kind="worked")
        with theirs.transaction() as session:
            self.assertIsNotNone(print_jobs.take(session, UUID(job)))
        self.assertEqual(self.state(job), "running")
        self.client.delete(f"/api/print/{job}")
        with theirs.transaction() as session:
            self.assertFalse(print_jobs.go_on(session, UUID(job), 1))
            print_jobs.finish(session, UUID(job), b"%PDF")
        self.assertEqual(self.state(job), "cancelled")

    def test_one_that_waits_long_is_not_given_up(self) -> None:
        theirs = Belongings(Database(self.url), DESK)
        self.addCleanup(theirs.database.engine.dispose)
        job = self.begin(kind="key")
        with theirs.transaction() as session:
            row = print_jobs.look(session, UUID(job))
            row.created_at = row.changed_at = row.changed_at - timedelta(hours=20)
        self.assertEqual(self.state(job), "waiting")
        self.assertEqual(self.finished(job)["state"], "done")

    def test_what_was_begun_is_begun_again_where_its_worker_is_lost(self) -> None:
        """As the queue does it: the same handout, made whole from its beginning."""
        theirs = Belongings(Database(self.url), DESK)
        self.addCleanup(theirs.database.engine.dispose)
        job = self.begin(kind="key")
        with theirs.transaction() as session:
            print_jobs.take(session, UUID(job))
            print_jobs.go_on(session, UUID(job), 2)
        found = self.finished(job)
        self.assertEqual((found["state"], found["done"]), ("done", found["total"]))

    def test_one_that_cannot_be_made_says_so(self) -> None:
        job = self.begin(kind="key")
        with patch.object(printing, "handout_pdf", side_effect=RuntimeError("no paper")), self.assertLogs("keen_slate"):
            found = self.finished(job)
        self.assertEqual(found["state"], "failed")
        self.assertIn("could not be made", found["message"])

    def test_nothing_waits_that_was_not_kept(self) -> None:
        """The row and its place in the queue are of one transaction."""
        theirs = Belongings(Database(self.url), DESK)
        self.addCleanup(theirs.database.engine.dispose)
        with self.assertRaises(KeyError), theirs.transaction() as session:
            print_jobs.order(session, 1, "lost", {})
            raise KeyError
        with theirs.transaction() as session:
            waiting = session.scalar(sqlalchemy.text("SELECT count(*) FROM procrastinate_jobs WHERE status = 'todo'"))
        self.assertEqual(waiting, 0)

    def test_what_is_not_there(self) -> None:
        nowhere = "00000000-0000-4000-8000-000000000000"
        self.assertEqual(self.client.post(f"/api/sets/{nowhere}/print", json={"kind": "key"}).status_code, 404)
        self.assertEqual(self.client.get(f"/api/print/{nowhere}").status_code, 404)
        self.assertEqual(self.client.post(f"/api/sets/{self.set['id']}/print", json={"kind": "poem"}).status_code, 400)


class Versions(PrintTest):
    def test_b_has_the_demands_of_a(self) -> None:
        items = [Item(problem=p, school={}, task=Task(), edits=Edits()) for p in PROBLEMS[:6]]
        (_, first), (_, second) = versions_of(items, 2)
        for a, b in zip(first, second, strict=True):
            self.assertEqual(by_fractions(a.problem.replace("-", "−")), by_fractions(b.problem), b.problem)
            self.assertNotEqual(a.problem.replace("-", "−"), b.problem)
