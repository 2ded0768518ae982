"""A document in Office Open XML, for word processors: headings, formulas to be edited, tables, pictures."""

import io
from typing import Any
from xml.etree import ElementTree as ET

import docx
from docx.enum.table import WD_TABLE_ALIGNMENT
from docx.oxml import parse_xml
from docx.oxml.ns import qn
from docx.shared import Mm, Pt, RGBColor

from keen_slate.render.office.archives import settled
from keen_slate.render.office.formulas import office_maths_of
from keen_slate.render.office.images import png_of
from keen_slate.render.office.pages import (
    MILLIMETRES,
    NOTICED,
    PIXELS_TO_THE_INCH,
    Block,
    Cell,
    Document,
    Paragraph,
    Picture,
    Room,
    Run,
    Section,
    Table,
    Text,
)

INDENT = Mm(8)
FIGURE, TOLD = 9, 42
"""Widths of columns in millimetres: of figures, and of a story's table."""
INK = RGBColor(0x1C, 0x24, 0x2B)
LINE = '<w:{side} xmlns:w="{w}" w:val="single" w:sz="8" w:space="0" w:color="auto"/>'


def docx_of(document: Document) -> bytes:
    """The document as a .docx file; each section begins a page."""
    made = docx.Document()
    made.core_properties.title = document.title
    made.core_properties.author = "Keen Slate"
    made.core_properties.language = "en"
    page = made.sections[0]
    page.page_width, page.page_height = (Mm(size) for size in MILLIMETRES[document.page])
    page.left_margin = page.right_margin = page.top_margin = page.bottom_margin = Mm(20)
    usual = made.styles["Normal"]
    usual.font.size = Pt(document.points)
    usual.paragraph_format.space_after = Pt(4)
    for level in (1, 2):
        made.styles[f"Heading {level}"].font.color.rgb = INK
    for number, section in enumerate(document.sections):
        _section(made, section, fresh=number > 0)
    written = io.BytesIO()
    made.save(written)
    return settled(written.getvalue())


def _section(made: Any, section: Section, *, fresh: bool) -> None:
    title = made.add_heading(section.title, 1)
    title.paragraph_format.page_break_before = fresh
    for field in section.fields:
        _room(made.add_paragraph(f"{field}: "))
    for item in section.items:
        if item.heading:
            made.add_paragraph().add_run(item.heading).bold = True
        head = made.add_heading("", 2)
        _runs(head, (Text(f"{item.number} "), *item.asked))
        head.paragraph_format.keep_with_next = True
        for block in item.blocks():
            _block(made, block)
    if section.noticed:
        made.add_paragraph(NOTICED)
        _block(made, Room(3))


def _block(made: Any, block: Block) -> None:
    match block:
        case Paragraph(runs, indent, boxed):
            paragraph = made.add_paragraph()
            paragraph.paragraph_format.left_indent = indent * INDENT
            _runs(paragraph, runs)
            if boxed:
                _bordered(paragraph, ("top", "left", "bottom", "right"))
        case Table():
            _table(made, block)
        case Picture(svg, told, width, caption):
            inches = width / PIXELS_TO_THE_INCH
            drawn = made.add_paragraph().add_run().add_picture(io.BytesIO(png_of(svg, width)), width=Mm(25.4 * inches))
            about = drawn._inline.docPr
            about.set("descr", told)
            if caption:
                made.add_paragraph(caption)
        case Room(lines):
            for _ in range(lines):
                _room(made.add_paragraph())


def _room(paragraph: Any) -> None:
    paragraph.paragraph_format.space_before = Pt(10)
    _bordered(paragraph, ("bottom",))


def _bordered(paragraph: Any, sides: tuple[str, ...]) -> None:
    borders = paragraph._p.get_or_add_pPr()
    found = parse_xml(f'<w:pBdr xmlns:w="{_W}"/>')
    for side in sides:
        found.append(parse_xml(LINE.format(side=side, w=_W)))
    borders.insert_element_before(found, "w:shd", "w:spacing", "w:ind", "w:jc", "w:rPr")


_W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"


def _runs(paragraph: Any, runs: tuple[Run, ...]) -> None:
    for run in runs:
        if isinstance(run, Text):
            written = paragraph.add_run(run.text)
            written.bold, written.italic = run.bold or None, run.italic or None
            written.font.strike, written.font.superscript = run.struck or None, run.raised or None
        else:
            paragraph._p.append(parse_xml(ET.tostring(office_maths_of(run.node))))


def _table(made: Any, table: Table) -> None:
    columns = max(map(len, table.rows))
    drawn = made.add_table(rows=len(table.rows), cols=columns)
    drawn.alignment = WD_TABLE_ALIGNMENT.LEFT
    drawn.autofit = False
    for column in drawn.columns:
        column.width = Mm(TOLD if table.heads else FIGURE)
    if table.heads:
        drawn.style = "Table Grid"
        drawn.rows[0]._tr.get_or_add_trPr().append(parse_xml(f'<w:tblHeader xmlns:w="{_W}"/>'))
    if table.told:
        about = parse_xml(f'<w:tblDescription xmlns:w="{_W}"/>')
        about.set(qn("w:val"), table.told)
        drawn._tbl.tblPr.append(about)
    for number, (row, cells) in enumerate(zip(drawn.rows, table.rows, strict=True)):
        for place, cell in zip(row.cells, cells, strict=False):
            _cell(place, cell, bold=table.heads and number == 0, narrow=not table.heads)
    made.add_paragraph()


def _cell(place: Any, cell: Cell, *, bold: bool, narrow: bool) -> None:
    paragraph = place.paragraphs[0]
    paragraph.paragraph_format.space_after = Pt(0)
    _runs(paragraph, tuple(Text(r.text, bold=True) if bold and isinstance(r, Text) else r for r in cell.runs))
    place.width = Mm(FIGURE if narrow else TOLD)
    about = place._tc.get_or_add_tcPr()
    sides = [side for side, drawn in (("left", cell.left), ("bottom", cell.below)) if drawn]
    if sides:
        borders = parse_xml(f'<w:tcBorders xmlns:w="{_W}"/>')
        for side in sides:
            borders.append(parse_xml(LINE.format(side=side, w=_W)))
        about.append(borders)
