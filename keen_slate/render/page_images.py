"""Pages of a PDF as pictures to be looked at."""

from io import BytesIO
from threading import Lock

import pypdfium2

DOTS = 110
"""A page to be looked at, in dots an inch: as wide as half a screen."""

_ONE_AT_A_TIME = Lock()
"""The library must not be entered by two threads."""


def count_pages(pdf: bytes) -> int:
    with _ONE_AT_A_TIME, pypdfium2.PdfDocument(pdf) as document:
        return len(document)


def page_png(pdf: bytes, page: int) -> bytes | None:
    """A page as PNG, counted from 1; None where there is no such page."""
    with _ONE_AT_A_TIME, pypdfium2.PdfDocument(pdf) as document:
        if not 1 <= page <= len(document):
            return None
        picture = document[page - 1].render(scale=DOTS / 72).to_pil()
    written = BytesIO()
    picture.save(written, "PNG", compress_level=2)
    return written.getvalue()
