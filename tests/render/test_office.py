"""Documents to be changed elsewhere, built by hand: what is put in is found again by readers that are not ours."""

import io
import unittest
import zipfile
from typing import Any
from xml.etree import ElementTree as ET

import docx
import pptx
from hypothesis import given

from keen_slate.core.problem.tree import Chain, Comparison, Estimating, FromPicture, Rounding, evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.render.office.archives import settled, zipped
from keen_slate.render.office.docx import docx_of
from keen_slate.render.office.epub import epub_of
from keen_slate.render.office.formulas import MATHML, in_one_line, mathml_of_lines, size_in_letters
from keen_slate.render.office.html import html_of
from keen_slate.render.office.images import board_png, formula_png, png_of
from keen_slate.render.office.odt import odt_of
from keen_slate.render.office.pages import (
    Cell,
    Document,
    Item,
    Maths,
    Paragraph,
    Picture,
    Room,
    Section,
    Table,
    Text,
    prose,
)
from keen_slate.render.office.pptx import pptx_of
from keen_slate.render.typeset import typeset
from tests.support.generated import expressions
from tests.support.searching import searched

HALF = Maths(["f", ["n", "1"], ["n", "2"]], "1 half")
SQUARE = (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10" width="20" height="10">'
    '<rect width="9" height="9"/></svg>'
)
W = "{http://schemas.openxmlformats.org/wordprocessingml/2006/main}"
HOSTILE = '<b>&"quotes" \u2013 \u00bd \u0141\u0105ka \u6c34'


def document(*blocks: Any, title: str = "Beds", steps: tuple[tuple[Any, ...], ...] = ()) -> Document:
    """One section with one item that has these blocks behind its steps."""
    item = Item("1.", "As in example 1", (Text("Work it out. "), HALF), (), steps, blocks)
    return Document(title, (Section(title, ("Name",), (item,), noticed=True),))


class Formulas(unittest.TestCase):
    @searched(200)
    @given(expressions())
    def test_a_formula_in_one_line_reads_back_as_the_same_number(self, text: str) -> None:
        """Where no formula can be shown the line of text stands for it: typed again it is worth the same."""
        try:
            expr = read(text).expr
        except UnreadableProblem:
            return
        if isinstance(expr, (Chain, Comparison, Estimating, FromPicture, Rounding)):
            return
        written = in_one_line(typeset(expr))
        self.assertEqual(evaluate(read(written).expr), evaluate(expr), written)

    def test_sizes(self) -> None:
        one, many = size_in_letters(["n", "1"]), size_in_letters(["n", "1234"])
        self.assertEqual((4 * one[0], one[1]), many)
        half, mixed = size_in_letters(HALF.node), size_in_letters(["m", ["n", "2"], HALF.node])
        self.assertEqual(half[1], 2 * one[1])
        self.assertEqual((mixed[0], mixed[1]), (half[0] + one[0], half[1]))
        self.assertGreater(size_in_letters(["b", "(", HALF.node])[0], half[0])
        self.assertEqual(size_in_letters(["r", []]), (0, 1.2))

    def test_a_working_is_one_element_with_a_row_a_line(self) -> None:
        root = ET.fromstring(mathml_of_lines([("", ["n", "7"]), ("=", HALF.node), ("\u2248", ["n", "1"])]))
        rows = list(root.iter(f"{{{MATHML}}}mtr"))
        self.assertEqual(["".join(row.itertext()) for row in rows], ["7", "=12", "\u22481"])
        self.assertEqual({child.tag for child in root}, {f"{{{MATHML}}}mtable"})

    def test_a_sentence_keeps_its_words_and_sets_its_fractions(self) -> None:
        runs = prose("Is 3/12 < 10/12? 2 1/3 of 4/0 is not 12/5/7.", bold=True)
        told = [run.told for run in runs if isinstance(run, Maths)]
        self.assertEqual(told, ["3 over 12", "10 over 12", "1 over 3", "4 over 0"])
        told_in_all = "".join(run.text if isinstance(run, Text) else run.told for run in runs)
        self.assertEqual(told_in_all, "Is 3 over 12 < 10 over 12? 2 1 over 3 of 4 over 0 is not 12/5/7.")
        self.assertTrue(all(run.bold for run in runs if isinstance(run, Text)))
        self.assertEqual(prose(""), ())


class Archives(unittest.TestCase):
    def test_what_it_is_stands_first_and_the_same_files_make_the_same_bytes(self) -> None:
        files = [("a.xml", b"a" * 500), ("b/c.xml", b"c")]
        made = zipped(files, "application/x-kind")
        self.assertEqual(made, zipped(files, "application/x-kind"))
        self.assertEqual(made[38:56], b"application/x-kind")  # where readers look for it, as the format wants
        with zipfile.ZipFile(io.BytesIO(made)) as archive:
            self.assertEqual(archive.namelist(), ["mimetype", "a.xml", "b/c.xml"])
            self.assertLess(archive.getinfo("a.xml").compress_size, 100)
        self.assertEqual(settled(zipped(files)), zipped(files))


class Pictures(unittest.TestCase):
    def test_a_drawing_a_formula_and_columns_become_dots(self) -> None:
        cell = {"figure": [["5", False, "figure"]], "top": [], "bottom": [], "point": [], "before": [], "rules": []}
        row = {"small": False, "label": False, "cells": [cell, {**cell, "rules": ["below"]}]}
        board = {"kind": "columns", "rows": [row], "columns": 2, "room": None, "label": "", "label-first": False}
        made = [png_of(SQUARE, 20), formula_png(HALF.node, "=", 28), board_png(board, ".", 20)]
        for png in made:
            self.assertTrue(png.startswith(b"\x89PNG"))
        self.assertGreater(len(set(made)), 2)
        self.assertNotEqual(formula_png(HALF.node, "=", 28), formula_png(HALF.node, "\u2248", 28))


class TextDocuments(unittest.TestCase):
    def opened(self, *blocks: Any, **more: Any) -> Any:
        return docx.Document(io.BytesIO(docx_of(document(*blocks, **more))))

    def test_room_is_as_many_lines_as_are_wanted(self) -> None:
        def ruled(found: Any) -> int:
            return sum(1 for p in found.paragraphs if p._p.find(f".//{W}pBdr") is not None)

        usual = ruled(self.opened())
        self.assertEqual(ruled(self.opened(Room(4))), usual + 4)
        self.assertEqual(ruled(self.opened(Paragraph((Text("A rule."),), boxed=True))), usual + 1)

    def test_columns_have_their_lines_and_a_table_its_heads(self) -> None:
        rows = ((Cell((Text("4"),), left=True), Cell((Text("7", struck=True), Text("6", raised=True)), below=True)),)
        columns = self.opened(Table(rows, told="in columns")).tables[0]
        self.assertEqual([c.text for c in columns.rows[0].cells], ["4", "76"])
        sides = [{b.tag.removeprefix(W) for e in c._tc.iter(f"{W}tcBorders") for b in e} for c in columns.rows[0].cells]
        self.assertEqual(sides, [{"left"}, {"bottom"}])
        struck = [run.font.strike for run in columns.rows[0].cells[1].paragraphs[0].runs]
        self.assertEqual(struck, [True, None])
        told = Table(((Cell((Text("Bed"),)),), (Cell((HALF,)),)), heads=True)
        drawn = self.opened(told).tables[0]
        self.assertIsNotNone(drawn.rows[0]._tr.find(f".//{W}tblHeader"))
        self.assertTrue(drawn.rows[0].cells[0].paragraphs[0].runs[0].bold)

    def test_letters_of_all_kinds_come_through(self) -> None:
        found = self.opened(Paragraph((Text(HOSTILE),)), title=HOSTILE)
        self.assertEqual(found.core_properties.title, HOSTILE)
        self.assertIn(HOSTILE, [p.text for p in found.paragraphs])


class Others(unittest.TestCase):
    def test_letters_of_all_kinds_come_through(self) -> None:
        made = document(Paragraph((Text(HOSTILE),)), Picture(SQUARE, "a square", 20, HOSTILE), title=HOSTILE)
        page = html_of(made).decode()
        self.assertNotIn("<b>&", page)
        self.assertIn("&lt;b&gt;&amp;", page)
        with zipfile.ZipFile(io.BytesIO(odt_of(made))) as archive:
            content = ET.fromstring(archive.read("content.xml"))
        self.assertGreaterEqual("".join(content.itertext()).count(HOSTILE), 3)
        with zipfile.ZipFile(io.BytesIO(epub_of(made))) as archive:
            chapter = ET.fromstring(archive.read("book/section-1.xhtml"))
        self.assertGreaterEqual("".join(chapter.itertext()).count(HOSTILE), 3)
        slides = pptx.Presentation(io.BytesIO(pptx_of(made))).slides
        self.assertEqual(slides[0].shapes.title.text if slides[0].shapes.title else "", HOSTILE)

    def test_each_slide_has_a_step_more_and_a_long_working_keeps_to_its_slide(self) -> None:
        steps = tuple((Paragraph((Text("= "), HALF, Text(f"   reason {n}"))),) for n in range(14))
        shown = pptx.Presentation(io.BytesIO(pptx_of(document(steps=steps))))
        slides = list(shown.slides)
        self.assertEqual(len(slides), 1 + 1 + len(steps))
        said = [[s.text_frame.text for s in slide.shapes if s.has_text_frame] for slide in slides]
        self.assertIn("reason 0", said[2])
        self.assertNotIn("reason 1", said[2])
        self.assertIn("reason 13", said[-1])
        self.assertNotIn("reason 0", said[-1])  # it made way
        for slide in slides:
            for shape in slide.shapes:
                self.assertLessEqual(shape.top + shape.height, shown.slide_height)
                self.assertLessEqual(shape.left + shape.width, shown.slide_width)

    def test_a_fraction_behind_a_sign_stands_alone_in_a_text_document(self) -> None:
        """1/4 + 5/6 in a program that makes a line of text of it: something ends the first fraction."""
        both = Maths(["r", [["f", ["n", "1"], ["n", "4"]], ["o", "+"], ["f", ["n", "5"], ["n", "6"]]]], "told")
        with zipfile.ZipFile(io.BytesIO(odt_of(document(Paragraph((both,)))))) as archive:
            formulas = [archive.read(n) for n in archive.namelist() if n.startswith("Formula")]
        found = next(ET.fromstring(f) for f in formulas if b"+" in f)
        rows = [row for row in found.iter(f"{{{MATHML}}}mrow") if row.find(f"{{{MATHML}}}mfrac") is not None]
        ends = [row for row in rows if row[0].tag.endswith("mfrac")]
        self.assertEqual([row[1].tag for row in ends], [f"{{{MATHML}}}mtext"] * 2)

    def test_the_text_alternative_of_every_formula_is_there(self) -> None:
        page = ET.fromstring(
            html_of(document(Paragraph((HALF,)))).decode().partition("<body>")[2].partition("</body>")[0]
        )
        self.assertEqual({m.get("alttext") for m in page.iter(f"{{{MATHML}}}math")}, {"1 half"})
