"""Zip archives, which most formats of documents are."""

import io
import zipfile
from collections.abc import Iterable

EPOCH = (1980, 1, 1, 0, 0, 0)
"""The earliest time that a zip file knows: the same set makes the same file."""

LEVEL = 2
"""Of deflating, 1 to 9: of several thousand small drawings the usual 6 takes half as long again, for a twelfth less."""


def zipped(files: Iterable[tuple[str, bytes]], kind: str = "") -> bytes:
    """Files as a deflated archive; a ``kind``, the media type of what it is, stands first and undeflated, as formats of
    documents want it."""
    written = io.BytesIO()
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED) as archive:
        if kind:
            archive.writestr(zipfile.ZipInfo("mimetype", EPOCH), kind, zipfile.ZIP_STORED)
        for name, content in files:
            archive.writestr(zipfile.ZipInfo(name, EPOCH), content, zipfile.ZIP_DEFLATED, LEVEL)
    return written.getvalue()


def settled(made: bytes) -> bytes:
    """An archive that a library wrote, without the time at which it did."""
    with zipfile.ZipFile(io.BytesIO(made)) as archive:
        return zipped((name, archive.read(name)) for name in archive.namelist())
