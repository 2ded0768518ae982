"""What the Work place is asked and answers about stories."""

from typing import Annotated

from pydantic import Field, StringConstraints

from keen_slate.services.shapes.base import Notation, Shape, Typed, Unreadable, WordChoices


class StoryBlock(Shape):
    """A paragraph of a story's text, or the rows of a table; exactly one of them is there. In ``html`` and
    ``rows_html`` the fractions are typeset."""

    text: str | None
    html: str | None
    rows: list[list[str]]
    rows_html: list[list[str]]


class StoryStep(Shape):
    """A calculation of a story's plan: by the names of its quantities, as it is written, and what it comes to."""

    words: str
    calculation: Notation
    gives: Notation


class StorySlot(Shape):
    """An amount that the text gives, by its name."""

    name: str
    amount: str


class ShownStory(Shape):
    """A problem that is told: its text, its bars as SVG with their text alternative, its steps, and the sentences that
    answer it. ``note`` says what to do where nothing can be told."""

    text: str
    blocks: list[StoryBlock]
    bars: str
    bars_told: str
    slots: list[StorySlot]
    steps: list[StoryStep]
    sentences: list[str]
    sentences_html: list[str]


class FoundAmount(Shape):
    """An amount in a text from ``start`` to before ``end``, with the name that it got."""

    start: int
    end: int
    name: str
    amount: str


class StoryOffer(Shape):
    """What a text may mean: the story in one line, its bars, and its plan by names."""

    form: str
    bars: str
    bars_told: str
    plan: list[str]
    kinds: list[str]


class StoryRead(Shape):
    """A text as it is understood. ``note`` tells what to do next; ``unreadable`` is a fault of a story in one line."""

    amounts: list[FoundAmount]
    offers: list[StoryOffer]
    note: str
    unreadable: Unreadable | None = None


class StoryRequest(Shape):
    text: Typed
    words: WordChoices = {}


class NumbersRequest(StoryRequest):
    """``locked`` are names of amounts that stay; another ``seed`` gives other numbers."""

    locked: Annotated[list[Annotated[str, StringConstraints(max_length=60)]], Field(max_length=60)] = []
    seed: Annotated[str, StringConstraints(max_length=60)] = "1"


class OtherNumbers(Shape):
    """The story with other numbers; ``form`` None where there are none, and ``note`` says what to do."""

    form: str | None
    note: str


class LibraryRequest(Shape):
    words: WordChoices = {}


class LibraryEntry(Shape):
    """A story of the library."""

    id: str
    title: str
    form: str
    text: str
    kinds: list[str]
    steps: int
    table: bool


class LibraryList(Shape):
    stories: list[LibraryEntry]
