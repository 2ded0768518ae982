"""Handouts."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import StringConstraints

from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.settings import Organiser


class PrintRequest(Shape):
    """What a handout is to hold and how it is laid out.

    ``kind``: ``as-set`` as much worked as each example says, ``worked`` everything worked, ``bare`` with space to work
    in, ``key`` the answers, ``teacher`` the answers with the likely mistakes.
    """

    kind: Literal["as-set", "worked", "bare", "key", "teacher"] = "as-set"
    organiser: Organiser = "fitting"
    paper: Literal["a4", "us-letter"] = "a4"
    columns: Literal[1, 2] = 1
    title: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)] = ""
    name_line: bool = True
    date_line: bool = True
    versions: Literal[1, 2] = 1
    pictures: bool = True


class PrintJob(Shape):
    """A handout being made: how many of its items are set, and what went wrong if it did."""

    id: UUID
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    done: int
    total: int
    message: str
