"""Handouts."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, StringConstraints

from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.settings import Organiser


class PrintRequest(Shape):
    """What a handout is to hold and how it is laid out.

    ``kind``: ``as-set`` as much worked as each example says, ``worked`` everything worked, ``together`` the first
    worked, two partly, the rest bare, ``bare`` with space to work in, ``key`` the answers, ``teacher`` the answers with
    the likely mistakes, ``cut-outs`` strips and discs to cut out and colour, ``pack`` a whole lesson: worked examples,
    the pupils' sheets A and B, their keys. ``estimate``, ``strips`` and ``line`` stand with the space to work in,
    ``conclusion`` are lines for what was noticed. A ``draft`` is made to be looked at, and does not count as printed.
    ``format``: PDF, a document to be changed elsewhere, or the set itself in an open format; cut-outs are drawn on
    paper alone.
    """

    kind: Literal["as-set", "worked", "together", "bare", "key", "teacher", "cut-outs", "pack"] = "as-set"
    size: Literal["small", "medium", "large"] = "small"
    estimate: bool = False
    strips: bool = False
    line: bool = False
    conclusion: bool = False
    draft: bool = False
    format: Literal["pdf", "docx", "odt", "pptx", "html", "epub", "csv", "latex", "svg", "qti"] = "pdf"
    organiser: Organiser = "fitting"
    paper: Literal["a4", "us-letter"] = "a4"
    columns: Literal[1, 2] = 1
    title: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)] = ""
    name_line: bool = True
    date_line: bool = True
    versions: Literal[1, 2] = 1
    pictures: bool = True


class PageAsked(Shape):
    """A page, counted from 1."""

    page: Annotated[int, Field(ge=1, le=1000)] = 1


class PrintJob(Shape):
    """A handout being made: how many of its items are set, what went wrong if it did, and how many of its ``pages`` can
    be looked at as pictures once it is made."""

    id: UUID
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    done: int
    total: int
    message: str
    pages: int
