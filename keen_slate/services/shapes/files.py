"""Sets as files."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from keen_slate.services.shapes.base import Choices, Name, Shape, Typed
from keen_slate.services.shapes.line_up import Plan, SetSummary, Task
from keen_slate.services.shapes.work import Edits

LARGEST_SET = 4_000_000
"""Characters: as many as the most examples that a set takes can have, with a teacher's words to each."""

Kind = Annotated[str, StringConstraints(max_length=60)]
"""A kind of picture; one that is not known is passed over where pictures are chosen."""


class SetFileExample(Shape):
    """An example in a file. ``problem`` is written with points for decimals; ``typed`` as the teacher typed it."""

    problem: Typed
    typed: Typed = ""
    school: Choices = {}
    edits: Edits = Edits()
    task: Task = Task()


class SetFile(Shape):
    """A set as a file of its own format, to be read back without loss; ``pictures`` are the kinds chosen in it."""

    format: Literal["keen-slate-set"]
    version: Literal[1]
    name: Name
    plan: Plan | None = None
    pictures: Annotated[list[Kind], Field(max_length=20)] = []
    examples: Annotated[list[SetFileExample], Field(max_length=2000)]


class ImportRequest(Shape):
    """A file to be read into a new set; with ``take_rest`` what can be read is taken although something cannot."""

    format: Literal["json", "csv"]
    content: Annotated[str, StringConstraints(max_length=LARGEST_SET)]
    name: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)] = ""
    take_rest: bool = False


class ImportFault(Shape):
    """What cannot be read: where it stands, what stands there, and what to do."""

    where: str
    text: str
    message: str


class Imported(Shape):
    """The new set; none where nothing was written because of the faults. ``readable`` counts what could be read."""

    set: SetSummary | None
    faults: list[ImportFault]
    readable: int
