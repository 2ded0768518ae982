"""All of a teacher's own work as a file."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from keen_slate.services.shapes.base import Name, Shape
from keen_slate.services.shapes.files import SetFile
from keen_slate.services.shapes.line_up import Plan
from keen_slate.services.shapes.settings import DeskSettings

LARGEST = 30_000_000
"""Bytes: a thousand sets of twenty examples each."""


class ArchivedAim(Shape):
    name: Name
    plan: Plan


class ArchiveFile(Shape):
    """Settings, kept aims, and sets, the last changed first."""

    format: Literal["keen-slate-archive"]
    version: Literal[1]
    settings: DeskSettings
    aims: Annotated[list[ArchivedAim], Field(max_length=2000)]
    sets: Annotated[list[SetFile], Field(max_length=5000)]


class PutBackRequest(Shape):
    content: Annotated[str, StringConstraints(max_length=LARGEST)]


class PutBack(Shape):
    """How many sets and aims were made; what was ``there_already`` was left as it is."""

    sets: int
    aims: int
    there_already: int
