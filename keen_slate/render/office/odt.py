"""A document in OpenDocument text 1.3 (OASIS, 2021): formulas are objects of MathML that word processors edit.

Written as XML by the standard library: the packages for this format have no formulas. Names are from memory of the
standard.
"""

from dataclasses import dataclass, field
from xml.etree import ElementTree as ET

from keen_slate.render.office.archives import zipped
from keen_slate.render.office.formulas import MATHML, mathml_of, size_in_letters
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

KIND = "application/vnd.oasis.opendocument.text"
FORMULA_KIND = "application/vnd.oasis.opendocument.formula"
FORMULA_POINTS = 12
"""The size of the letters of a formula, unless its reader has chosen another."""
NAMES = {
    "office": "urn:oasis:names:tc:opendocument:xmlns:office:1.0",
    "text": "urn:oasis:names:tc:opendocument:xmlns:text:1.0",
    "table": "urn:oasis:names:tc:opendocument:xmlns:table:1.0",
    "style": "urn:oasis:names:tc:opendocument:xmlns:style:1.0",
    "fo": "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0",
    "draw": "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
    "svg": "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0",
    "xlink": "http://www.w3.org/1999/xlink",
    "meta": "urn:oasis:names:tc:opendocument:xmlns:meta:1.0",
    "dc": "http://purl.org/dc/elements/1.1/",
    "manifest": "urn:oasis:names:tc:opendocument:xmlns:manifest:1.0",
}
LINE = "0.8pt solid #000000"


def odt_of(document: Document) -> bytes:
    """The document as an .odt file; each section begins a page."""
    return _Writer(document).written()


def _in(parent: ET.Element, tag: str, text: str | None = None, /, **attributes: str) -> ET.Element:
    """A child, as ``_in(p, "text:span", style_name="Bold")``: attributes have the namespace of their element, or the
    one before two underscores."""
    made = ET.SubElement(parent, _name(tag), _named(tag, attributes))
    made.text = text
    return made


def _name(name: str) -> str:
    space, _, rest = name.partition(":")
    return f"{{{NAMES[space]}}}{rest}"


def _named(name: str, attributes: dict[str, str]) -> dict[str, str]:
    found: dict[str, str] = {}
    for key, value in attributes.items():
        space, _, rest = key.partition("__") if "__" in key else (name.partition(":")[0], "", key)
        found[_name(f"{space}:{rest.replace('_', '-')}")] = value
    return found


@dataclass
class _Writer:
    document: Document
    files: list[tuple[str, str, bytes]] = field(default_factory=list)
    """The files beside the text: their path, media type and contents."""

    def written(self) -> bytes:
        for prefix, address in NAMES.items():
            ET.register_namespace(prefix, address)
        root = ET.Element(_name("office:document-content"), _named("office:", {"version": "1.3"}))
        _styles(_in(root, "office:automatic-styles"))
        body = _in(_in(root, "office:body"), "office:text")
        for number, section in enumerate(self.document.sections):
            self._section(body, section, fresh=number > 0)
        files = [
            ("content.xml", "text/xml", _xml(root)),
            ("styles.xml", "text/xml", _xml(self._pages())),
            ("meta.xml", "text/xml", _xml(self._meta())),
            *self.files,
        ]
        return zipped([(p, content) for p, _, content in files if content] + [_manifest(files)], KIND)

    def _section(self, body: ET.Element, section: Section, *, fresh: bool) -> None:
        _in(body, "text:h", section.title, style_name="Title_fresh" if fresh else "Title_first", outline_level="1")
        for name in section.fields:
            _in(body, "text:p", f"{name}:", style_name="Room")
        for item in section.items:
            if item.heading:
                _in(_in(body, "text:p", style_name="Standard"), "text:span", item.heading, style_name="Bold")
            head = _in(body, "text:h", style_name="Item", outline_level="2")
            self._runs(head, (Text(f"{item.number} "), *item.asked))
            for block in item.blocks():
                self._block(body, block)
        if section.noticed:
            _in(body, "text:p", NOTICED, style_name="Standard")
            self._block(body, Room(3))

    def _block(self, body: ET.Element, block: Block) -> None:
        match block:
            case Paragraph(runs, indent, boxed):
                name = "Boxed" if boxed else f"Indent_{indent}"
                self._runs(_in(body, "text:p", style_name=name), runs)
            case Table():
                self._table(body, block)
            case Picture():
                self._picture(body, block)
            case Room(lines):
                for _ in range(lines):
                    _in(body, "text:p", style_name="Room")

    def _runs(self, paragraph: ET.Element, runs: tuple[Run, ...]) -> None:
        for run in runs:
            if isinstance(run, Text):
                marks = (run.bold, "Bold"), (run.italic, "Italic"), (run.struck, "Struck"), (run.raised, "Raised")
                style = next((name for wanted, name in marks if wanted), "Plain")
                _spaced(_in(paragraph, "text:span", style_name=style), run.text)
            else:
                self._formula(paragraph, run.node, run.told)

    def _formula(self, paragraph: ET.Element, node: list[object], told: str) -> None:
        path = f"Formula-{len(self.files) + 1}"
        content = b'<?xml version="1.0" encoding="UTF-8"?>\n' + ET.tostring(
            _kept_apart(mathml_of(node, told)), encoding="utf-8"
        )
        self.files.append((f"{path}/", FORMULA_KIND, b""))
        self.files.append((f"{path}/content.xml", "text/xml", content))
        wide, high = size_in_letters(node)
        frame = _in(
            paragraph, "draw:frame", style_name="Formula", text__anchor_type="as-char",
            svg__width=f"{wide * FORMULA_POINTS:.1f}pt", svg__height=f"{high * FORMULA_POINTS:.1f}pt",
        )  # fmt: skip
        _in(frame, "draw:object", xlink__href=f"./{path}", xlink__type="simple", xlink__show="embed",
            xlink__actuate="onLoad")  # fmt: skip
        _in(frame, "svg:desc", told)

    def _picture(self, body: ET.Element, picture: Picture) -> None:
        path = f"Pictures/{len(self.files) + 1}.png"
        self.files.append((path, "image/png", png_of(picture.svg, picture.width)))
        high = _height(picture) / PIXELS_TO_THE_INCH
        frame = _in(
            _in(body, "text:p", style_name="Indent_1"), "draw:frame", text__anchor_type="as-char",
            svg__width=f"{picture.width / PIXELS_TO_THE_INCH:.3f}in", svg__height=f"{high:.3f}in",
        )  # fmt: skip
        _in(frame, "draw:image", xlink__href=path, xlink__type="simple", xlink__show="embed", xlink__actuate="onLoad")
        _in(frame, "svg:desc", picture.told)
        if picture.caption:
            _in(body, "text:p", picture.caption, style_name="Indent_1")

    def _table(self, body: ET.Element, table: Table) -> None:
        columns = max(map(len, table.rows))
        drawn = _in(body, "table:table", style_name="Told" if table.heads else f"Columns_{min(columns, MOST_COLUMNS)}")
        if table.told:
            _in(drawn, "table:desc", table.told)
        _in(drawn, "table:table-column", number_columns_repeated=str(columns))
        for number, cells in enumerate(table.rows):
            heads = table.heads and number == 0
            where = _in(drawn, "table:table-header-rows") if heads else drawn
            row = _in(where, "table:table-row")
            for cell in (*cells, *(Cell() for _ in range(columns - len(cells)))):
                lines = "All" if table.heads else "Below" * cell.below + "Left" * cell.left or "None"
                place = _in(row, "table:table-cell", style_name=f"Cell_{lines}", office__value_type="string")
                runs = tuple(Text(r.text, bold=True) if heads and isinstance(r, Text) else r for r in cell.runs)
                self._runs(_in(place, "text:p", style_name="Indent_0" if table.heads else "Figure"), runs)
        _in(body, "text:p", style_name="Standard")

    def _pages(self) -> ET.Element:
        root = ET.Element(_name("office:document-styles"), _named("office:", {"version": "1.3"}))
        styles = _in(root, "office:styles")
        usual = _in(styles, "style:style", name="Standard", family="paragraph")
        _in(usual, "style:paragraph-properties", fo__margin_bottom="0.1cm")
        _in(usual, "style:text-properties", fo__font_size=f"{self.document.points}pt", fo__language="en",
            fo__country="GB")  # fmt: skip
        wide, high = MILLIMETRES[self.document.page]
        layout = _in(_in(root, "office:automatic-styles"), "style:page-layout", name="Page")
        _in(layout, "style:page-layout-properties", fo__page_width=f"{wide}mm", fo__page_height=f"{high}mm",
            fo__margin="20mm")  # fmt: skip
        _in(_in(root, "office:master-styles"), "style:master-page", name="Standard", page_layout_name="Page")
        return root

    def _meta(self) -> ET.Element:
        root = ET.Element(_name("office:document-meta"), _named("office:", {"version": "1.3"}))
        meta = _in(root, "office:meta")
        _in(meta, "dc:title", self.document.title)
        _in(meta, "dc:language", "en")
        _in(meta, "meta:generator", "Keen Slate")
        return root


def _kept_apart(math: ET.Element) -> ET.Element:
    """With an empty text behind each fraction: a word processor that makes a line of text of the formula reads
    1/4 + 5/6 as 1 over all of 4 + 5/6 without."""
    for row in list(math.iter(f"{{{MATHML}}}mrow")):
        if len(row) == 1 and row[0].tag == f"{{{MATHML}}}mfrac":
            ET.SubElement(row, f"{{{MATHML}}}mtext").text = ""
    return math


MOST_COLUMNS = 12
COLUMN = 1.4
"""The width of a column of figures, in centimetres."""


def _styles(styles: ET.Element) -> None:
    """The styles that the text is written in."""

    def style(name: str, family: str, parent: str = "", /, **properties: str) -> None:
        made = _in(styles, "style:style", name=name, family=family, **({"parent_style_name": parent} if parent else {}))
        kind = {"paragraph": "paragraph", "text": "text", "table": "table", "table-cell": "table-cell"}.get(
            family, family
        )
        _in(made, f"style:{kind}-properties", **properties)

    def heading(name: str, size: str, /, **properties: str) -> None:
        made = _in(styles, "style:style", name=name, family="paragraph", parent_style_name="Standard")
        _in(made, "style:paragraph-properties", fo__margin_top="0.5cm", fo__keep_with_next="always", **properties)
        _in(made, "style:text-properties", fo__font_size=size, fo__font_weight="bold")

    heading("Title_first", "160%")
    heading("Title_fresh", "160%", fo__break_before="page")
    heading("Item", "110%")
    for indent in range(3):
        style(f"Indent_{indent}", "paragraph", "Standard", fo__margin_left=f"{indent * 0.8}cm")
    style("Boxed", "paragraph", "Standard", fo__border=LINE, fo__padding="0.2cm")
    style("Room", "paragraph", "Standard", fo__border_bottom=LINE, fo__margin_top="0.5cm", fo__padding_bottom="0.3cm")
    style("Figure", "paragraph", "Standard", fo__text_align="center", fo__margin_bottom="0cm")
    style("Plain", "text")
    style("Bold", "text", fo__font_weight="bold")
    style("Italic", "text", fo__font_style="italic")
    style("Struck", "text", style__text_line_through_style="solid")
    style("Raised", "text", style__text_position="super 70%")
    formula = _in(styles, "style:style", name="Formula", family="graphic")
    _in(formula, "style:graphic-properties", style__vertical_pos="middle", style__vertical_rel="text")
    style("Told", "table", style__width="12cm", table__align="left")
    for columns in range(1, MOST_COLUMNS + 1):
        style(f"Columns_{columns}", "table", style__width=f"{columns * COLUMN:.1f}cm", table__align="left",
              fo__margin_left="0.8cm")  # fmt: skip
    style("Cell_None", "table-cell", fo__padding="0.05cm")
    style("Cell_All", "table-cell", fo__border=LINE, fo__padding="0.15cm")
    style("Cell_Below", "table-cell", fo__border_bottom=LINE, fo__padding="0.05cm")
    style("Cell_Left", "table-cell", fo__border_left=LINE, fo__padding="0.05cm")
    style("Cell_BelowLeft", "table-cell", fo__border_bottom=LINE, fo__border_left=LINE, fo__padding="0.05cm")


def _spaced(element: ET.Element, text: str) -> None:
    """A text whose spaces at the ends and in a row are kept."""
    lead = len(text) - len(text.lstrip(" "))
    if lead:
        space = _in(element, "text:s", c=str(lead))
        space.tail = text[lead:]
    else:
        element.text = text


def _height(picture: Picture) -> float:
    root = ET.fromstring(picture.svg)
    _, _, wide, high = (float(n) for n in root.attrib["viewBox"].split())
    return picture.width * high / wide


def _manifest(files: list[tuple[str, str, bytes]]) -> tuple[str, bytes]:
    root = ET.Element(_name("manifest:manifest"), _named("manifest:", {"version": "1.3"}))
    for path, kind in [("/", KIND), *((path, kind) for path, kind, _ in files)]:
        _in(root, "manifest:file-entry", full_path=path, media_type=kind)
    return "META-INF/manifest.xml", _xml(root)


def _xml(root: ET.Element) -> bytes:
    written: bytes = ET.tostring(root, encoding="utf-8", xml_declaration=True)
    return written
