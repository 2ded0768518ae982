"""A handout as a document that is opened elsewhere: the same items as on paper, as blocks that every format writes."""

from collections.abc import Callable, Iterator
from typing import Any

from keen_slate.render.office.docx import docx_of
from keen_slate.render.office.epub import epub_of
from keen_slate.render.office.html import html_of
from keen_slate.render.office.odt import odt_of
from keen_slate.render.office.pages import (
    Block,
    Cell,
    Document,
    Item,
    Maths,
    Paragraph,
    Picture,
    Room,
    Run,
    Section,
    Table,
    Text,
    prose,
)
from keen_slate.render.office.pptx import pptx_of
from keen_slate.services.shapes.printing import PrintRequest

Data = dict[str, Any]

WRITERS: dict[str, Callable[[Document], bytes]] = {
    "docx": docx_of, "odt": odt_of, "pptx": pptx_of, "html": html_of, "epub": epub_of,
}  # fmt: skip
KINDS = {
    "pdf": "application/pdf",
    "docx": "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    "odt": "application/vnd.oasis.opendocument.text",
    "pptx": "application/vnd.openxmlformats-officedocument.presentationml.presentation",
    "html": "text/html",
    "epub": "application/epub+zip",
}
"""Media types by the end of a file's name."""
EMPTY = "□"
STRIP, LINE_WIDTH = 420, 520
"""Pixels."""


def written_as(request: PrintRequest, title: str, versions: list[Data], points: int) -> bytes:
    """The parts of a handout, each as the print template has it, as a file of the format asked for."""
    sections = tuple(_section(version) for version in versions)
    return WRITERS[request.format](Document(title, sections, request.paper, points))


def _section(version: Data) -> Section:
    fields = [word for word, wanted in (("Name", version["name-line"]), ("Date", version["date-line"])) if wanted]
    items = tuple(_item(item, version["kind"]) for item in version["items"])
    return Section(version["title"], tuple(fields), items, version["conclusion"])


def _item(item: Data, kind: str) -> Item:
    answered = kind in ("key", "teacher")
    asked: list[Run] = [Text(f"{item['asked']} ")] if item["asked"] else []
    if item["told"] is None:
        asked.append(_maths(item["problem"]))
        if answered and item["answer"]["alt"]:
            asked += [Text(f" {item['sign']} " if item["sign"] else "   "), _maths(item["answer"])]
    return Item(
        number=item["number"],
        heading=item["group"],
        asked=tuple(asked),
        head=tuple(_head(item, answered=answered)),
        steps=tuple(tuple(_line(line, item["problem"]["alt"])) for line in item["lines"]),
        tail=tuple(_tail(item)),
    )


def _head(item: Data, *, answered: bool) -> Iterator[Block]:
    """What is asked, as far as it does not stand in the heading."""
    if item["told"] is not None:
        for block in item["told"]["blocks"]:
            if block["rows"]:
                yield Table(tuple(tuple(Cell(prose(text)) for text in row) for row in block["rows"]), heads=True)
            else:
                yield Paragraph(prose(block["text"]))
        if item["told"]["bars"] is not None:
            yield _picture(item["told"]["bars"])
    for choice in item["choices"]:
        box = "☒" if answered and choice["right"] else "☐"
        yield Paragraph((Text(f"{box} "), Text(choice["letter"], bold=True), Text(" "), _maths(choice["shown"])), 1)
    if item["note"]:
        yield Paragraph(prose(item["note"], italic=True))
    if item["shown"] is not None:
        yield _picture(item["shown"])
    for wrong in item["wrong"]:
        caught = "  ≈ the estimate would catch it" if wrong["caught"] else ""
        yield Paragraph((_maths(wrong["answer"]), Text(f"  {wrong['names']}{caught}")), 1)


def _line(line: Data, problem: str) -> Iterator[Block]:
    """A line of a working as it stands on paper: written, with empty boxes, or as room."""
    if "board" in line:
        yield _board(line["board"], line["point"], f"{problem}, in columns")
        yield from (Paragraph(prose(reason), 2) for reason in line["reasons"])
    elif line["state"] == "given" and line["asks"]:
        yield Paragraph(prose(line["reason"], italic=True), 1)
    elif line["state"] in ("given", "numbers"):
        if line["heading"]:
            yield Paragraph((Text(line["heading"], bold=True),), 1)
        sign = (Text(f"{line['sign']} "),) if line["sign"] else ()
        reason = (Text("   "), *prose(line["reason"])) if line["reason"] else ()
        yield Paragraph((*sign, _maths(line["shown"]), *reason), 1)
        for side in line["side"]:
            yield _beside(side, problem)
    else:
        yield Paragraph(prose(line["question"], italic=True) if line["asks"] else (Text(line["sign"] or " "),), 1)
        yield Room(1)


def _beside(side: Data, problem: str) -> Block:
    """What stands beside a line: a calculation, multiples, pairs of factors."""
    if "board" in side:
        return _board(side["board"], side["point"], f"beside {problem}")
    if "text" in side:
        return Paragraph(prose(side["text"]), 2)
    runs: list[Run] = []
    for row in side["rows"]:
        runs.append(Text(f"{row['before']} "))
        for number in row["numbers"]:
            runs.append(Text(f"{number} ", bold=number == side["ringed"]))
        runs.append(Text(f"{row['after']}   "))
    return Paragraph(tuple(runs), 2)


def _tail(item: Data) -> Iterator[Block]:
    """What stands behind a working, or is there to work with."""
    yield from map(_picture, item["pictures"])
    if item["helps"] is not None:
        yield from _helps(item["helps"])
    if item["space"] is not None:
        yield from _space(item["space"], item["problem"]["alt"])
    if item["rule"]:
        yield Paragraph(prose(item["rule"], bold=True), boxed=True)
    if item["told"] is not None:
        yield from (Paragraph(prose(sentence, bold=True)) for sentence in item["told"]["sentences"])
        for _ in range(item["told"]["room"]):
            yield Paragraph((Text("Answer in a sentence:", italic=True),))
            yield Room(1)


def _space(space: Data, problem: str) -> Iterator[Block]:
    match space["kind"]:
        case "boards":
            for board in space["boards"]:
                yield _board(board, space["point"], f"{problem}, in columns, to be filled")
        case "panels":
            for name in space["panels"]:
                yield Paragraph((Text(name, italic=True),), 1)
                yield Room(2)
        case "checklist":
            for step in space["steps"]:
                yield Paragraph((Text(f"☐ {step}"),), 1)
                yield Room(1)
        case _:
            yield Room(space["lines"])


def _helps(helps: Data) -> Iterator[Block]:
    """An empty place for the estimate, strips to colour, a number line to mark."""
    if helps["estimate"]:
        yield Paragraph((Text(f"About: {EMPTY * 4}"),))
    for parts in helps["strips"]:
        cells = "".join(f'<path d="M{1 + n * STRIP / parts:.1f} 1v22"/>' for n in range(1, parts))
        yield _drawn(
            f'<rect x="1" y="1" width="{STRIP}" height="22"/>{cells}', STRIP + 2, 24, f"A strip in {parts} parts"
        )
    if helps["line"]:
        step = LINE_WIDTH / helps["line"]
        marks = [(number, 10 + number * step) for number in range(helps["line"] + 1)]
        ticks = "".join(
            f'<path d="M{x:.1f} 4v12"/><text x="{x:.1f}" y="30" font-size="12" text-anchor="middle" fill="#000" '
            f'stroke="none">{number}</text>'
            for number, x in marks
        )
        line = f'<path d="M10 10h{LINE_WIDTH}"/>{ticks}'
        yield _drawn(line, LINE_WIDTH + 20, 34, f"A number line from 0 to {helps['line']}")


def _drawn(inner: str, width: int, height: int, told: str) -> Picture:
    svg = (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {height}" width="{width}" height="{height}" '
        f'role="img" aria-label="{told}"><g fill="none" stroke="#000">{inner}</g></svg>'
    )
    return Picture(svg, told, width, "")


def _board(board: Data, point: str, told: str) -> Table:
    """A calculation in columns; rows of carries in which nothing stands are left out."""
    rows: list[tuple[Cell, ...]] = []
    for row in board["rows"]:
        cells = [_cell(cell, point) for cell in row["cells"]]
        if row["small"] and not any(cell.runs for cell in cells):
            continue
        label = Cell((Text(board["label"]),)) if board["label"] and row["label"] else Cell()
        labelled = [label, *cells] if board["label-first"] else [*cells, label]
        rows.append(tuple(labelled if board["label"] else cells))
    return Table(tuple(rows), told=told, board=board, point=point)


def _cell(cell: Data, point: str) -> Cell:
    runs = [Text(mark[0], raised=True) for mark in cell["before"]]
    if cell["top"] and cell["top"][0][2] == "times":
        runs.append(Text(cell["top"][0][0], raised=True))
    elif cell["top"] or cell["bottom"]:
        runs += [Text(mark[0], struck=True) for mark in cell["top"][:-1]]
        top, bottom = (
            ["n", marks[-1][0]] if marks and marks[-1][0] else ["e"] for marks in (cell["top"], cell["bottom"])
        )
        fraction = Maths(
            ["f", top, bottom], " over ".join(part[1] if len(part) > 1 else "blank" for part in (top, bottom))
        )
        return Cell((*runs, fraction), "below" in cell["rules"], "left" in cell["rules"])
    written = [mark[0].replace(".", point) or EMPTY for mark in cell["figure"]]
    small = [mark[2] in ("carry", "note", "times") for mark in cell["figure"]]
    runs += [Text(text, struck=True) for text in written[:-1]]
    if written:
        runs.append(Text(written[-1], raised=len(written) > 1 or small[-1]))
    if cell["point"]:
        runs.append(Text(point))
    return Cell(tuple(runs), "below" in cell["rules"], "left" in cell["rules"])


def _maths(shown: Data) -> Maths:
    return Maths(shown["node"], shown["alt"])


def _picture(drawn: Data) -> Picture:
    return Picture(drawn["svg"], drawn["alt"], drawn["width"], drawn["caption"])
