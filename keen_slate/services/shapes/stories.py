"""What the Work place is asked and answers about stories."""

from typing import Annotated, Literal

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
    """An amount in a text from ``start`` to before ``end``, with the name that it got; ``id`` stands for it where a
    story is put together by hand."""

    id: str
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


class AskedFor(Shape):
    """What a question of a text asks for, by its name."""

    id: str
    name: str


class OfferedKind(Shape):
    """A kind of story: ``roles`` name its total and its two parts; ``many`` whether it can have more parts."""

    id: str
    name: str
    roles: list[str]
    many: bool


class StoryRead(Shape):
    """A text as it is understood: ``text`` with tabs in its tables. ``note`` tells what to do next; ``unreadable`` is a
    fault of a story in one line. ``kinds`` are those that a story can be put together of."""

    text: str
    amounts: list[FoundAmount]
    asked: list[AskedFor]
    offers: list[StoryOffer]
    note: str
    kinds: list[OfferedKind] = []
    unreadable: Unreadable | None = None


class StoryRequest(Shape):
    text: Typed
    words: WordChoices = {}


Part = Annotated[str, StringConstraints(pattern=r"^(#\d{1,2}|\?\d|[a-z]|\d{1,9})$")]


class BuiltRow(Shape):
    """What holds, put together by hand: a kind and the ids of its total and its parts; an id that is none of an amount
    or of what is asked is found on the way. ``reading`` is what becomes of what does not come out even."""

    kind: Annotated[str, StringConstraints(max_length=40)]
    total: Part
    parts: Annotated[list[Part], Field(min_length=2, max_length=12)]
    reading: Literal["exact", "up", "down"] = "exact"


class BuiltRequest(StoryRequest):
    """A text, and what its teacher says that holds in it."""

    rows: Annotated[list[BuiltRow], Field(min_length=1, max_length=8)]


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
    """A story to begin with; ``own``: one that the teacher keeps in a set, beside those that ship."""

    id: str
    title: str
    form: str
    text: str
    kinds: list[str]
    steps: int
    table: bool
    own: bool


class LibraryList(Shape):
    stories: list[LibraryEntry]
