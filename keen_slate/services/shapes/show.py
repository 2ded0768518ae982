"""A lesson on the projector."""

from typing import Literal
from uuid import UUID

from keen_slate.core.working.work import Sign
from keen_slate.services.shapes.base import Notation, Shape
from keen_slate.services.shapes.stories import StoryBlock
from keen_slate.services.shapes.work import Disproved, ShownBoard, ShownEstimate, ShownPicture, Side


class LessonLine(Shape):
    """A line of a lesson; ``question`` is what to ask before it is shown, ``only_asks`` marks a line that only asks;
    ``reason_html`` is none where the teacher's own words stand; ``false`` marks the first line that does not follow;
    ``at`` is its place in the working, to which boards refer; ``heading`` is the calculation of a story that begins."""

    at: int
    sign: Sign
    notation: Notation
    reason: str
    reason_html: str | None
    question: str
    only_asks: bool
    side: list[Side]
    picture: ShownPicture | None
    false: bool
    heading: str


class WrongOnPurpose(Shape):
    """A wrong working to be shown and disproved, what unsettles it, and its rule on the simplest numbers."""

    lines: list[LessonLine]
    boards: list[ShownBoard]
    question: str
    question_html: str
    picture: ShownPicture | None
    disproved: Disproved | None


class LessonStory(Shape):
    """A story as a class is told it: its text, its bars, and the sentences that answer it."""

    blocks: list[StoryBlock]
    bars: ShownPicture | None
    sentences: list[str]
    sentences_html: list[str]


class LessonItem(Shape):
    """An example as it is shown to a class. With ``turn`` the pupils work it first; ``find`` is what to ask of a wrong
    working whose mistake is to be found, and empty for a right one. ``layout`` is how it is laid out: in
    columns each of the ``boards`` comes stroke by stroke in place of its lines. ``picture`` is that of the
    problem, which ``asks_of_picture`` where it cannot be asked without."""

    id: UUID
    role: str
    problem: Notation
    asked: str
    picture: ShownPicture | None
    asks_of_picture: bool
    estimates: list[ShownEstimate]
    lines: list[LessonLine]
    answer: Notation
    turn: bool
    find: str
    wrong: WrongOnPurpose | None
    story: LessonStory | None
    layout: Literal["lines", "columns"]
    boards: list[ShownBoard]


class Lesson(Shape):
    id: UUID
    name: str
    items: list[LessonItem]
