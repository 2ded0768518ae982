"""Slides in Office Open XML: each item begins with what is asked, and each slide after it has a line more.

Formulas and columns are pictures with a text alternative: not every program that shows slides knows formulas in them.
"""

import io
import struct
from collections.abc import Sequence
from typing import Any

import pptx
from pptx.enum.text import PP_ALIGN
from pptx.util import Inches, Pt

from keen_slate.render.office.archives import settled
from keen_slate.render.office.formulas import in_one_line
from keen_slate.render.office.images import DOTS_TO_THE_INCH, board_png, formula_png, png_of
from keen_slate.render.office.pages import Block, Document, Item, Maths, Paragraph, Picture, Room, Run, Table, Text

WIDE, HIGH, EDGE = 13.333, 7.5, 0.6
"""A slide, and its edges, in inches."""
TOP, FOOT = 1.4, 7.1
HALF = WIDE / 2
PICTURE_PIXELS = 64
"""Pixels of a drawing to the inch: half as large again as on paper."""
POINTS, WORD_POINTS, TITLE_POINTS = 28, 20, 24
LINE, FORMULA, LETTERS_TO_THE_INCH = 0.36, 0.95, 7.0
"""Heights in inches of a line of words and of a formula, and how many letters of the words stand in an inch."""
ONLY_TITLE = 5


def pptx_of(document: Document) -> bytes:
    """The document as a .pptx file."""
    made = pptx.Presentation()
    made.slide_width, made.slide_height = Inches(WIDE), Inches(HIGH)
    made.core_properties.title = document.title
    made.core_properties.author = "Keen Slate"
    made.slides.add_slide(made.slide_layouts[ONLY_TITLE]).shapes.title.text = document.title
    for section in document.sections:
        for item in section.items:
            for steps in range(len(item.steps) + 1):
                _slide(made, item, _beside(item, steps), [block for step in item.steps[:steps] for block in step])
            tail = [block for block in item.tail if not isinstance(block, (Room, Picture))]
            if tail:
                _slide(made, item, [], tail)
    written = io.BytesIO()
    made.save(written)
    return settled(written.getvalue())


def _beside(item: Item, steps: int) -> list[Block]:
    """What stands with the problem until it is worked, then the picture that proves it."""
    if steps == 0:
        return list(item.head)
    pictures: list[Block] = [block for block in item.tail if isinstance(block, Picture)]
    return pictures[:1] if steps == len(item.steps) else []


def _slide(made: Any, item: Item, beside: list[Block], lines: Sequence[Block]) -> None:
    """The problem and its lines at the left, of a long working the last that fit; at the right what stands beside."""
    slide = made.slides.add_slide(made.slide_layouts[ONLY_TITLE])
    _title(slide, item)
    width = (HALF if beside else WIDE) - 2 * EDGE
    problem = [Paragraph((run,)) for run in item.asked if isinstance(run, Maths)][:1]
    left: list[Block] = [*problem, *(block for block in lines if not isinstance(block, (Room, Picture)))]
    parts = [_measured(block, width) for block in left]
    while len(parts) > 2 and sum(high for _, high in parts) > FOOT - TOP:
        del parts[len(problem)]
    _put(slide, parts, EDGE, width)
    at = HALF if left else EDGE
    _put(slide, [_measured(block, WIDE - EDGE - at) for block in beside], at, WIDE - EDGE - at)


def _title(slide: Any, item: Item) -> None:
    title = slide.shapes.title
    title.left, title.top, title.width, title.height = (Inches(n) for n in (EDGE, 0.3, WIDE - 2 * EDGE, 1.0))
    title.text_frame.text = f"{item.number} {_plain(item.asked)}".strip()
    heading = title.text_frame.paragraphs[0]
    heading.font.size, heading.alignment = Pt(TITLE_POINTS), PP_ALIGN.LEFT


def _measured(block: Block, width: float) -> tuple[Block, float]:
    """A block with the height that it takes within a width, in inches."""
    match block:
        case Paragraph(runs):
            formula, words = _parted(runs)
            letters = (width - (2.2 if formula else 0.0)) * LETTERS_TO_THE_INCH
            said = 0.15 + LINE * (1 + len(_plain(words)) // max(1, int(letters))) if words else 0.0
            return block, max(FORMULA if formula else 0.0, said)
        case Table(rows, heads=heads):
            return block, len(rows) * (0.55 if heads else 0.62) + 0.2
        case Picture(_, _, wide, _):
            return block, min(3.6, wide / PICTURE_PIXELS) + 0.5
        case Room():
            return block, 0.0


def _put(slide: Any, parts: list[tuple[Block, float]], left: float, width: float) -> None:
    top = TOP
    for block, high in parts:
        match block:
            case Paragraph(runs):
                _paragraph(slide, runs, left, top, width)
            case Table(board=dict() as board, point=point, told=told):
                _picture(slide, board_png(board, point, POINTS), told, left, top, (width, high))
            case Table():
                _table(slide, block, left, top, width)
            case Picture(svg, told, width_drawn, caption):
                _picture(slide, png_of(svg, width_drawn), told, left, top, (width, high - 0.5), 2.0)
                if caption:
                    _words(slide, caption, left, top + high - 0.5, width)
            case Room():
                pass
        top += high


def _parted(runs: tuple[Run, ...]) -> tuple[Maths | None, tuple[Run, ...]]:
    """The formula that a line of a working is, and what is said of it; what is only said has none."""
    first = next((n for n, run in enumerate(runs) if isinstance(run, Maths)), None)
    if first is None or any(run.text.strip(" =≈") for run in runs[:first] if isinstance(run, Text)):
        return None, runs
    found = runs[first]
    assert isinstance(found, Maths)
    return found, runs[first + 1 :]


def _plain(runs: tuple[Run, ...]) -> str:
    return "".join([run.text if isinstance(run, Text) else in_one_line(run.node) for run in runs]).strip()


def _paragraph(slide: Any, runs: tuple[Run, ...], left: float, top: float, width: float) -> None:
    formula, words = _parted(runs)
    at = left
    if formula is not None:
        sign = "".join([run.text for run in runs[: runs.index(formula)] if isinstance(run, Text)]).strip()
        drawn = formula_png(formula.node, sign, POINTS)
        wide, _ = _inches(drawn)
        _picture(slide, drawn, f"{sign} {formula.told}".strip(), at, top, (min(wide, width), FORMULA))
        at += min(wide, width) + 0.3
    said = _plain(words)
    if said:
        _words(
            slide, said, at, top, max(left + width - at, 2.0), bold=any(isinstance(r, Text) and r.bold for r in words)
        )


def _words(slide: Any, said: str, left: float, top: float, width: float, *, bold: bool = False) -> None:
    frame = slide.shapes.add_textbox(Inches(left), Inches(top), Inches(width), Inches(0.5)).text_frame
    frame.word_wrap = True
    frame.text = said
    frame.paragraphs[0].font.size = Pt(WORD_POINTS)
    frame.paragraphs[0].font.bold = bold


def _picture(
    slide: Any, drawn: bytes, told: str, left: float, top: float, most: tuple[float, float], largest: float = 1.0
) -> None:
    """A picture so many times as large as it is at most, or as fits."""
    wide, high = _inches(drawn)
    share = min(largest, most[0] / wide, most[1] / high)
    put = slide.shapes.add_picture(io.BytesIO(drawn), Inches(left), Inches(top), width=Inches(wide * share))
    put._element.nvPicPr.cNvPr.set("descr", told)


def _inches(png: bytes) -> tuple[float, float]:
    """The size of a picture, of its header (PNG, W3C): bytes 16 to 23."""
    wide, high = struct.unpack(">II", png[16:24])
    return wide / DOTS_TO_THE_INCH, high / DOTS_TO_THE_INCH


def _table(slide: Any, table: Table, left: float, top: float, width: float) -> None:
    columns = max(map(len, table.rows))
    size = Inches(min(width, columns * 2.5)), Inches(0.5 * len(table.rows))
    drawn = slide.shapes.add_table(len(table.rows), columns, Inches(left), Inches(top), *size).table
    for number, cells in enumerate(table.rows):
        for place, cell in enumerate(cells):
            drawn.cell(number, place).text = _plain(cell.runs)
