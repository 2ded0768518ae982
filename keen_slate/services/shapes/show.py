"""A lesson on the projector."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, StringConstraints

from keen_slate.core.diagnosis.called_out import Verdict
from keen_slate.core.laddering.fading import State
from keen_slate.core.machine.acts import Panel
from keen_slate.core.working.work import Sign
from keen_slate.services.shapes.base import Notation, Shape
from keen_slate.services.shapes.stories import StoryBlock
from keen_slate.services.shapes.work import (
    AnswerToChoose,
    Disproved,
    LineTurn,
    NamedPanel,
    ShownBoard,
    ShownEstimate,
    ShownPicture,
    Side,
    WorkRequest,
)

Layout = Literal["lines", "columns", "panels"]


class LessonLine(Shape):
    """A line of a lesson; ``question`` is what to ask before it is shown, ``only_asks`` marks a line that only asks;
    ``reason_html`` is none where the teacher's own words stand; ``false`` marks the first line that does not follow;
    ``at`` is its place in the working, to which boards refer; ``heading`` is the calculation of a story that begins;
    ``decisive`` marks the line that the example is there for; ``state`` is what a pupil finds of it where it is partly
    worked; ``note`` is the teacher's own, ``blanks`` the numbers that the teacher blanked, by their place."""

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
    panel: Panel
    decisive: bool
    state: State
    note: str
    blanks: list[int]


class WrongOnPurpose(Shape):
    """The wrong working of a mistake, to be shown and disproved: what unsettles it, and its rule on the simplest
    numbers."""

    mistake: str
    name: str
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


class LikelyAnswer(Shape):
    """What may be answered, and the mistake that leads there by its id and name."""

    mistake: str
    name: str
    answer: Notation


class CalledOutRequest(WorkRequest):
    """What a class calls out before line ``at`` is shown; ``written`` are the figures that the next stroke writes."""

    said: Annotated[str, StringConstraints(min_length=1, max_length=300)]
    at: Annotated[int, Field(ge=1, le=200)]
    written: Annotated[list[Annotated[str, StringConstraints(max_length=40)]], Field(max_length=20)] = []


class CalledOutShown(Shape):
    """Its judgement at that step, in words."""

    verdict: Verdict
    said: str
    said_html: str


class LessonItem(Shape):
    """An example as it is shown to a class. With ``turn`` the pupils work it first; ``find`` is what to ask of a wrong
    working whose mistake is to be found, and empty for a right one. ``layout`` is how it is laid out: in
    columns each of the ``boards`` comes stroke by stroke in place of its lines, in panels each line in its panel.
    ``picture`` is that of the problem, which ``asks_of_picture`` where it cannot be asked without. ``text``, ``school``
    and ``turns`` are what it is worked by; ``likely`` are wrong answers to wait for; ``rule`` is set behind it."""

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
    layout: Layout
    panels: list[NamedPanel]
    boards: list[ShownBoard]
    text: str
    school: dict[str, str]
    turns: list[LineTurn]
    estimate_question: str
    estimate_question_html: str
    likely: list[LikelyAnswer]
    choices: list[AnswerToChoose]
    rule: str
    rule_html: str


class Lesson(Shape):
    id: UUID
    name: str
    items: list[LessonItem]
