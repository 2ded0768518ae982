"""Handouts as documents, opened by what is not ours: python-docx, odfpy, python-pptx, an XML reader, and in a deep
search an office suite where one is installed."""

import io
import re
import shutil
import subprocess
import tempfile
import unittest
import zipfile
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any
from xml.etree import ElementTree as ET

import docx
import pptx
from odf.opendocument import load
from odf.text import H
from pypdf import PdfReader
from werkzeug.http import parse_options_header

from keen_slate.core.stories.library import LIBRARY
from keen_slate.services.documents import KINDS
from tests.support.searching import DEEP
from tests.support.signed_in import AtTheDesk
from tests.support.working_off import work_off

NAME = "Ułamki – ½ „próba“ 水桶"
OWN = "Look at the size of the piece first."
PROBLEMS = ("5 1/6 - 2 5/6", "2 3/4 m + 1 1/2 m", "4.05 - 1.8", "3/4 + 5/6", "read 2 3/4 from discs", LIBRARY[0].form)
FORMATS = tuple(kind for kind in KINDS if kind != "pdf")
M = "{http://schemas.openxmlformats.org/officeDocument/2006/math}"
W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
MATH = "{http://www.w3.org/1998/Math/MathML}"
XHTML = "{http://www.w3.org/1999/xhtml}"
SVG = "{http://www.w3.org/2000/svg}"
OPF = "{http://www.idpf.org/2007/opf}"


class Documents(AtTheDesk):
    set: Any

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.set = cls.client.post("/api/sets", json={"name": NAME}).get_json()
        for text in PROBLEMS:
            body = {"revision": cls.set["revision"], "text": text, "school": {}}
            answer = cls.client.post(f"/api/sets/{cls.set['id']}/examples", json=body)
            assert answer.status_code == 201, answer.get_data(as_text=True)
            cls.set = answer.get_json()
        cls.change("edits", 3, edits={"lines": [{"line": 1, "reason": OWN}, {"line": 2, "hidden": True}]})

    @classmethod
    def change(cls, what: str, example: int, **body: Any) -> None:
        at = f"/api/sets/{cls.set['id']}/examples/{cls.set['examples'][example]['id']}/{what}"
        cls.set = cls.client.put(at, json={"revision": cls.set["revision"], **body}).get_json()

    def ordered(self, format: str, **asked: Any) -> tuple[str, bytes]:
        """The name of the file, and what it holds."""
        body = {"kind": "worked", "organiser": "lines", **asked, "format": format}
        begun = self.client.post(f"/api/sets/{self.set['id']}/print", json=body)
        self.assertEqual(begun.status_code, 202, begun.get_data(as_text=True))
        work_off(self.url)
        job = self.client.get(f"/api/print/{begun.get_json()['id']}").get_json()
        self.assertEqual((job["state"], job["message"]), ("done", ""))
        answer = self.client.get(f"/api/print/{job['id']}/file")
        self.assertEqual(answer.mimetype, KINDS[format])
        return parse_options_header(answer.headers["Content-Disposition"])[1]["filename"], answer.data

    @cache  # noqa: B019 - one class, for as long as its tests run
    def made(self, format: str) -> bytes:
        return self.ordered(format)[1]


class Opened(Documents):
    def test_the_name_of_the_set_is_the_name_of_the_file(self) -> None:
        for format in FORMATS:
            self.assertEqual(self.ordered(format)[0], f"{NAME}.{format}")

    def test_the_same_handout_makes_the_same_file(self) -> None:
        for format in FORMATS:
            self.assertEqual(self.ordered(format)[1], self.made(format), format)

    def test_archives_are_deflated(self) -> None:
        for format in ("docx", "odt", "pptx", "epub"):
            with zipfile.ZipFile(io.BytesIO(self.made(format))) as archive:
                stored = [i.filename for i in archive.infolist() if i.compress_type != zipfile.ZIP_DEFLATED]
                self.assertEqual(stored, ["mimetype"] if format in ("odt", "epub") else [], format)
                self.assertIsNone(archive.testzip())

    def test_docx(self) -> None:
        document = docx.Document(io.BytesIO(self.made("docx")))
        self.assertEqual(document.core_properties.title, NAME)
        heads = [p for p in document.paragraphs if p.style is not None and p.style.name == "Heading 2"]
        self.assertEqual(len(heads), len(PROBLEMS))
        self.assertEqual([p.text.split()[0] for p in heads], [f"{n}." for n in range(1, len(PROBLEMS) + 1)])
        formulas = list(document.element.iter(f"{M}oMath"))
        self.assertGreater(len(formulas), 30)
        self.assertTrue(all(list(f.iter(f"{M}t")) for f in formulas))
        fractions = list(heads[0]._p.iter(f"{M}f"))
        self.assertEqual(["/".join("".join(part.itertext()) for part in f) for f in fractions], ["1/6", "5/6"])
        told = [e.get("descr") for e in document.element.iter() if e.tag.endswith("}docPr")]
        self.assertGreater(len(told), 3)
        self.assertTrue(all(told))

    def test_a_teachers_words_stand_there_and_hidden_lines_do_not(self) -> None:
        paragraphs = self.lines_of(4)
        self.assertTrue(any(OWN in p for p in paragraphs), paragraphs)
        shown = len(paragraphs)
        self.change("edits", 3, edits={"lines": [{"line": 1, "reason": OWN}]})
        self.assertGreater(len(self.lines_of(4, self.ordered("docx")[1])), shown)
        self.change("edits", 3, edits={"lines": [{"line": 1, "reason": OWN}, {"line": 2, "hidden": True}]})

    def lines_of(self, item: int, made: bytes = b"") -> list[str]:
        """The paragraphs of an item, but for its heading."""
        document = docx.Document(io.BytesIO(made or self.made("docx")))
        found: list[str] = []
        at = 0
        for paragraph in document.paragraphs:
            if paragraph.style is not None and paragraph.style.name == "Heading 2":
                at += 1
            elif at == item:
                found.append(paragraph.text)
        return found

    def test_a_mistake_to_be_found_is_not_given_away(self) -> None:
        looked = self.client.post("/api/second-look", json={"text": PROBLEMS[0]}).get_json()
        wrong = looked["likely_wrong"][0]
        self.change("task", 0, task={**self.set["examples"][0]["task"], "role": "find", "mistake": wrong["mistake"]})
        text = "\n".join(self.lines_of(1, self.ordered("docx")[1]))
        self.change("task", 0, task={**self.set["examples"][0]["task"], "role": "item", "mistake": ""})
        self.assertIn("Find the line that does not follow.", text)
        self.assertNotIn(wrong["name"], text)
        self.assertNotRegex(text, r"[Tt]ake the|[Rr]egroup")

    def test_odt(self) -> None:
        made = self.made("odt")
        document = load(io.BytesIO(made))
        texts = document.text.getElementsByType(H)
        self.assertEqual(sum(h.getAttribute("outlinelevel") == "2" for h in texts), len(PROBLEMS))
        with zipfile.ZipFile(io.BytesIO(made)) as archive:
            names = set(archive.namelist())
            manifest = ET.fromstring(archive.read("META-INF/manifest.xml"))
            listed = {v for e in manifest for k, v in e.attrib.items() if k.endswith("full-path")}
            formulas = [ET.fromstring(archive.read(n)) for n in names if n.startswith("Formula")]
            content = ET.fromstring(archive.read("content.xml"))
        self.assertEqual(names - listed, {"mimetype", "META-INF/manifest.xml"})
        self.assertGreater(len(formulas), 30)
        self.assertTrue(all(f.tag == f"{MATH}math" and f.get("alttext") for f in formulas))
        self.assertFalse([e for f in formulas for e in f.iter() if "class" in e.attrib])
        frames = [e for e in content.iter() if e.tag.endswith("}frame")]
        self.assertTrue(all(any(c.tag.endswith("}desc") and c.text for c in frame) for frame in frames))
        hrefs = {v.removeprefix("./") for e in content.iter() for k, v in e.attrib.items() if k.endswith("}href")}
        self.assertTrue(all(h in names or f"{h}/content.xml" in names for h in hrefs))

    def test_slides_with_a_line_more_on_each(self) -> None:
        slides = list(pptx.Presentation(io.BytesIO(self.made("pptx"))).slides)
        titles = [s.shapes.title.text for s in slides if s.shapes.title is not None]
        self.assertEqual(titles[0], NAME)
        for number in range(1, len(PROBLEMS) + 1):
            of_item = [s for s in slides if s.shapes.title and s.shapes.title.text.startswith(f"{number}.")]
            self.assertGreater(len(of_item), 1, number)
        first = [s for s in slides if s.shapes.title and s.shapes.title.text.startswith("4.")]
        shown = [sum(s.shape_type is not None for s in slide.shapes) for slide in first]
        self.assertEqual(shown[:4], sorted(shown[:4]))
        self.assertEqual(titles[1], "1. 5 1/6 − 2 5/6")
        told = [
            shape._element.nvPicPr.cNvPr.get("descr") for s in slides for shape in s.shapes if shape.shape_type == 13
        ]
        self.assertGreater(len(told), 20)
        self.assertTrue(all(told))

    def test_a_web_page_stands_alone(self) -> None:
        page = self.made("html").decode()
        root = ET.fromstring(re.sub(r"<!doctype html>|<style>.*?</style>", "", page, flags=re.S))
        self.assertEqual(root.findtext("head/title"), NAME)
        self.assertEqual(len(root.findall("body/section/h2")), len(PROBLEMS))
        self.assertNotRegex(page, r'(src|href)="(?!#)')
        self.assertTrue(all(m.get("alttext") for m in root.iter(f"{MATH}math")))
        self.assertTrue(all(s.get("aria-label") for s in root.iter(f"{SVG}svg")))

    def test_a_book(self) -> None:
        """EPUB 3.3 (W3C, 2023), from memory: what a package must hold."""
        with zipfile.ZipFile(io.BytesIO(self.ordered("epub", kind="pack")[1])) as archive:
            self.assertEqual((archive.namelist()[0], archive.read("mimetype")), ("mimetype", b"application/epub+zip"))
            container = ET.fromstring(archive.read("META-INF/container.xml"))
            root = next(e.attrib["full-path"] for e in container.iter() if e.tag.endswith("rootfile"))
            package = ET.fromstring(archive.read(root))
            held = {e.attrib["id"]: e.attrib for e in package.iter(f"{OPF}item")}
            for item in held.values():
                ET.fromstring(archive.read(f"book/{item['href']}")) if item["href"].endswith("xhtml") else None
            spine = [e.attrib["idref"] for e in package.iter(f"{OPF}itemref")]
            contents = ET.fromstring(archive.read("book/contents.xhtml"))
            listed = {f"book/{item['href']}" for item in held.values()} | {"mimetype", "META-INF/container.xml", root}
            self.assertEqual(set(archive.namelist()), listed)
        self.assertEqual(len(spine), 6)
        self.assertEqual([a.attrib["href"] for a in contents.iter(f"{XHTML}a")], [f"{name}.xhtml" for name in spine])
        self.assertEqual(next(package.iter("{http://purl.org/dc/elements/1.1/}title")).text, NAME)
        self.assertIn("mathml", held[spine[0]]["properties"])

    def test_every_kind_in_every_format(self) -> None:
        for kind in ("as-set", "together", "bare", "key", "teacher", "pack"):
            for format in FORMATS:
                more = {"organiser": "columns", "estimate": True, "strips": True, "line": True, "conclusion": True}
                self.assertGreater(len(self.ordered(format, kind=kind, **more)[1]), 2000, (kind, format))

    def test_what_is_cut_out_is_drawn_on_paper(self) -> None:
        body = {"kind": "cut-outs", "format": "docx"}
        answer = self.client.post(f"/api/sets/{self.set['id']}/print", json=body)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("Make it as PDF", answer.get_json()["message"])


SUITE = shutil.which("soffice")
CHECKER = Path("/usr/share/java/epubcheck.jar")


@unittest.skipUnless(DEEP and CHECKER.exists(), "no checker of books installed, or no deep search")
class AsABook(Documents):
    def test_the_checker_of_the_standard_finds_nothing(self) -> None:
        for kind in ("pack", "bare"):
            with tempfile.NamedTemporaryFile(suffix=".epub") as file:
                file.write(self.ordered("epub", kind=kind, organiser="columns", strips=True, line=True)[1])
                file.flush()
                checked = ["java", "-jar", str(CHECKER), file.name]
                ran = subprocess.run(checked, capture_output=True, text=True, timeout=240, check=False)
                self.assertEqual(ran.returncode, 0, ran.stderr[-1500:])


@unittest.skipUnless(DEEP and SUITE, "no office suite installed, or no deep search")
class InAnOfficeSuite(Documents):
    def test_it_opens_each_and_shows_every_item(self) -> None:
        for format in ("docx", "odt", "pptx"):
            for text in self.pages_of(format):
                for number in range(1, len(PROBLEMS) + 1):
                    self.assertRegex(text, rf"(?m)^\s*{number}\.", format)
                self.assertNotIn("¿", text, format)  # how one suite shows a formula that it cannot read

    def pages_of(self, format: str) -> Iterator[str]:
        with tempfile.TemporaryDirectory() as place:
            made = Path(place, f"made.{format}")
            made.write_bytes(self.made(format))
            command = [
                SUITE or "",
                f"-env:UserInstallation=file://{place}/profile",
                "--headless",
                "--convert-to",
                "pdf",
            ]
            subprocess.run([*command, "--outdir", place, str(made)], check=True, capture_output=True, timeout=240)
            yield "\n".join(page.extract_text() for page in PdfReader(Path(place, "made.pdf")).pages)
