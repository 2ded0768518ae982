"""A document as a book in EPUB 3.3 (W3C, 2023): a chapter a section, with MathML and drawings. Names from memory."""

from html import escape
from uuid import NAMESPACE_URL, uuid5

from keen_slate.render.office.archives import zipped
from keen_slate.render.office.html import STYLE, section_html
from keen_slate.render.office.pages import Document

KIND = "application/epub+zip"
CONTAINER = """<?xml version="1.0" encoding="UTF-8"?>
<container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles>
<rootfile full-path="book/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>
"""
MODIFIED = "2000-01-01T00:00:00Z"
"""When nobody can say: the same set makes the same file."""


def epub_of(document: Document) -> bytes:
    chapters = [(f"section-{n}", section) for n, section in enumerate(document.sections, start=1)]
    files = [("META-INF/container.xml", CONTAINER), ("book/style.css", STYLE)]
    files += [(f"book/{name}.xhtml", _page(section.title, section_html(section))) for name, section in chapters]
    links = "".join(f'<li><a href="{name}.xhtml">{escape(section.title)}</a></li>' for name, section in chapters)
    contents = f'<nav epub:type="toc"><h1>{escape(document.title)}</h1><ol>{links}</ol></nav>'
    files += [("book/contents.xhtml", _page(document.title, contents)), ("book/package.opf", _package(document, files))]
    return zipped(((name, text.encode()) for name, text in files), KIND)


def _page(title: str, body: str) -> str:
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n<!DOCTYPE html>\n<html xmlns="http://www.w3.org/1999/xhtml" '
        'xmlns:epub="http://www.idpf.org/2007/ops" lang="en" xml:lang="en"><head>'
        f'<title>{escape(title)}</title><link rel="stylesheet" href="style.css"/></head><body>{body}</body></html>\n'
    )


def _package(document: Document, files: list[tuple[str, str]]) -> str:
    chapters = {
        name.removeprefix("book/").removesuffix(".xhtml"): text for name, text in files if name.endswith(".xhtml")
    }

    def held(name: str, text: str) -> str:
        has = [what for what, mark in (("mathml", "<math"), ("svg", "<svg")) if mark in text]
        told = ' properties="' + " ".join(has) + '"' if has else ""
        return f'<item id="{name}" href="{name}.xhtml" media-type="application/xhtml+xml"{told}/>'

    items = "".join([held(name, text) for name, text in chapters.items()])
    spine = "".join([f'<itemref idref="{name}"/>' for name in chapters])
    identifier = uuid5(NAMESPACE_URL, "".join(chapters.values()))
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n<package xmlns="http://www.idpf.org/2007/opf" version="3.0" '
        'unique-identifier="id" xml:lang="en"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/">'
        f'<dc:identifier id="id">urn:uuid:{identifier}</dc:identifier><dc:title>{escape(document.title)}</dc:title>'
        f'<dc:language>en</dc:language><meta property="dcterms:modified">{MODIFIED}</meta></metadata><manifest>'
        '<item id="contents" href="contents.xhtml" media-type="application/xhtml+xml" properties="nav"/>'
        '<item id="style" href="style.css" media-type="text/css"/>'
        f"{items}</manifest><spine>{spine}</spine></package>\n"
    )
