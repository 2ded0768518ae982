"""Classes, what they handed in, and what came of it."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, Field, StringConstraints

from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.machine.acts import Method
from keen_slate.core.problem import bounds
from keen_slate.services.shapes.base import Name, Notation, RevisionNumber, Shape, one_line
from keen_slate.services.shapes.stories import StoryBlock
from keen_slate.services.shapes.work import NamedMistake, ShownCause

MOST_PUPILS = 60
Code = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=24), AfterValidator(one_line)]
"""A code or nickname: too short for a full name, and no field beside it asks for one."""

ClassName = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), AfterValidator(one_line)
]
Short = Annotated[str, StringConstraints(strip_whitespace=True, max_length=30), AfterValidator(one_line)]
Status = Literal["", "right", "wrong form", "wrong", "unreadable", "blank", "absent"]
"""What is known of an answer; nothing where it has not been looked at yet."""

MOST_WRITTEN = 300
Written = Annotated[str, StringConstraints(max_length=MOST_WRITTEN)]
Mistake = Annotated[str, StringConstraints(max_length=60)]


class PupilShape(Shape):
    """A pupil; one without an id is new."""

    id: UUID | None = None
    code: Code
    part: Short = ""


class ClassShape(Shape):
    """A class with its pupils in their order; ``invented`` pupils stand in for real ones."""

    id: UUID
    name: str
    year: str
    invented: bool
    revision: int
    pupils: list[PupilShape]


class ClassList(Shape):
    classes: list[ClassShape]


class NewClass(Shape):
    name: Annotated[
        str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), AfterValidator(one_line)
    ]
    year: Short = ""
    pupils: Annotated[list[PupilShape], Field(max_length=MOST_PUPILS)] = []


class ClassChange(NewClass):
    revision: RevisionNumber


class PolicyShape(Shape):
    """How answers are taken."""

    forms: Policy = "simplest-form"
    label_required: bool = False
    place_only: bool = True


class MethodShape(Shape):
    """Marks for a method; ``nth`` is which time it comes up in the item."""

    method: Method
    nth: Annotated[int, Field(ge=1, le=60)] = 1
    points: Annotated[int, Field(ge=0, le=9)] = 1


class SchemeShape(Shape):
    """What an item has marks for."""

    methods: Annotated[list[MethodShape], Field(max_length=60)]
    answer: Annotated[int, Field(ge=0, le=9)] = 1


class NamedMethod(MethodShape):
    """A method that the item has, by its name."""

    name: str


class RoundItem(Shape):
    """An item of a round: ``key`` is the answer as it is typed; ``methods`` are all that marks can be given for. Where
    there is a version B, ``other`` is its item and ``other_key`` its answer."""

    problem: Notation
    asked: str
    blocks: list[StoryBlock]
    key: str
    answer: Notation
    scheme: SchemeShape
    total: int
    methods: list[NamedMethod]
    other: Notation | None
    other_key: str


class RoundPupil(Shape):
    id: UUID
    code: str
    part: str
    absent: bool
    version: Literal["A", "B"]


class Ruling(Shape):
    """What the teacher decided over the tool: an outcome, a cause, marks, and a word why; what is not named stays."""

    outcome: Status = ""
    mistake: Mistake = ""
    points: Annotated[int, Field(ge=0, le=99)] | None = None
    why: Annotated[str, StringConstraints(strip_whitespace=True, max_length=160)] = ""


class RoundCell(Shape):
    """One answer: as written, and what is known of it. ``letters`` are those of the likeliest causes; ``open`` where
    the answer does not tell them apart."""

    pupil: UUID
    item: int
    answer: str
    lines: list[str]
    status: Status
    letters: list[str]
    open: bool
    ruled: bool
    points: int


class Letter(Shape):
    """What a letter in the grid stands for."""

    letter: str
    mistake: str
    name: str


class MarkingRound(Shape):
    """A class, the items that it had, and its answers. ``sentence`` says what the class shares; ``kept_until`` is when
    these answers are deleted."""

    id: UUID
    name: str
    class_id: UUID
    class_name: str
    invented: bool
    set_id: UUID | None
    held_on: date
    kept_until: date
    revision: int
    policy: PolicyShape
    policy_said: str
    versions: bool
    items: list[RoundItem]
    pupils: list[RoundPupil]
    cells: list[RoundCell]
    letters: list[Letter]
    sentence: str
    unjudged: int


class RoundSummary(Shape):
    """A round in the list."""

    id: UUID
    name: str
    class_id: UUID
    class_name: str
    held_on: date
    revision: int


class RoundsAsked(Shape):
    """Which rounds are listed: those with ``named`` in their names or in that of their class, ``most`` of them behind
    the first ``past``."""

    named: Annotated[str, Field(max_length=120)] = ""
    past: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    most: Annotated[int, Field(ge=1, le=200)] = 40


class RoundList(Shape):
    """The rounds, the latest first; ``more`` where there are others behind these. ``forgotten`` answers were deleted
    just now because they are older than the teacher keeps answers; ``going`` says which go next and when."""

    rounds: list[RoundSummary]
    more: bool
    forgotten: int
    going: str


class NewRound(Shape):
    """A class and the set that it had; of versions A and B every second pupil had B."""

    class_id: UUID
    set_id: UUID
    held_on: date
    name: Name | None = None
    versions: bool = False


class TypedCell(Shape):
    """An answer as the pupil wrote it. ``cleared``: the cell was never filled."""

    pupil: UUID
    item: Annotated[int, Field(ge=0, lt=bounds.MOST_MARKED)]
    answer: Written = ""
    lines: Annotated[list[Written], Field(max_length=bounds.MOST_LINES)] = []
    cleared: bool = False


class TypedCells(Shape):
    cells: Annotated[list[TypedCell], Field(max_length=MOST_PUPILS * bounds.MOST_MARKED)]


class JudgedCells(Shape):
    """What came of answers that were typed, and what the letters of the round stand for by now."""

    cells: list[RoundCell]
    letters: list[Letter]


class RoundSentence(Shape):
    """What the class shares by now, and how many answers are not judged yet."""

    sentence: str
    unjudged: int


class PastedCells(Shape):
    """Pasted answers, not judged yet: ``taken`` cells were filled, ``report`` says what could not be taken, and why."""

    cells: list[RoundCell]
    taken: int
    report: list[str]


class Paste(Shape):
    """Cells as they were copied: rows of pupils; from this pupil and item on where no codes stand before them."""

    text: Annotated[str, StringConstraints(min_length=1, max_length=200_000)]
    pupil: UUID | None = None
    item: Annotated[int, Field(ge=0, lt=bounds.MOST_MARKED)] = 0


class Paper(Shape):
    """What is to be known of a pupil's paper."""

    pupil: UUID
    absent: bool = False
    version: Literal["A", "B"] = "A"


class RulingRequest(Shape):
    """A ruling on an answer; ``to_equal``: on every equal answer to the item. An empty ruling takes it back."""

    pupil: UUID
    item: Annotated[int, Field(ge=0, lt=bounds.MOST_MARKED)]
    ruling: Ruling
    to_equal: bool = False


class CellAsked(Shape):
    """One answer of a round."""

    pupil: UUID
    item: Annotated[int, Field(ge=0, lt=bounds.MOST_MARKED)]


class SchemeChange(Shape):
    revision: RevisionNumber
    item: Annotated[int, Field(ge=0, lt=bounds.MOST_MARKED)]
    scheme: SchemeShape


class RoundChange(Shape):
    """What concerns the whole round."""

    revision: RevisionNumber
    name: Name
    held_on: date
    policy: PolicyShape


class GivenMark(Shape):
    """A mark by its name: how many points of how many, and why."""

    name: str
    points: int
    of: int
    why: str


class JudgedLineOfCell(Shape):
    text: str
    verdict: str
    said: str
    causes: list[str]


class CellDetail(Shape):
    """All that is known of one answer: causes with what they mean on these numbers, marks and why, the lines judged,
    a near item that would tell two causes apart, and how many others wrote the same."""

    pupil: UUID
    item: int
    code: str
    problem: Notation
    answer: str
    key: Notation
    status: Status
    said: str
    causes: list[ShownCause]
    faults: list[NamedMistake]
    tells_apart: Notation | None
    tells_apart_typed: str
    between: list[str]
    marks: list[GivenMark]
    points: int
    of: int
    lines: list[JudgedLineOfCell]
    equal: int
    ruling: Ruling | None


class PictureRow(Shape):
    """A mistake of the class picture: by pupil the items that show it, and those that leave it open."""

    mistake: str
    letter: str
    name: str
    belief: str
    question: str
    shown: dict[str, list[int]]
    open: dict[str, list[int]]


class PictureItem(Shape):
    """How the answers to an item went."""

    number: int
    problem: Notation
    outcomes: dict[str, int]
    points: int
    of: int


class PictureGroup(Shape):
    """Pupils whose answers have one likeliest mistake in common."""

    mistake: str
    name: str
    pupils: list[str]


class MethodTotal(Shape):
    method: str
    name: str
    points: int
    of: int


class ClassPictureShape(Shape):
    """What a round shows of the class: hypotheses about answers, counted only where an answer tells them apart."""

    round_id: UUID
    round_name: str
    class_name: str
    invented: bool
    held_on: date
    sentence: str
    pupils: list[RoundPupil]
    points: dict[str, int]
    of: int
    rows: list[PictureRow]
    items: list[PictureItem]
    methods: list[MethodTotal]
    never: list[str]
    sit_with: list[str]
    groups: list[PictureGroup]


class NextRequest(Shape):
    """For which mistakes something is made to go on with; all that pupils share where none is named."""

    mistakes: Annotated[list[Mistake], Field(max_length=12)] = []


class NextSet(Shape):
    """A set made for a mistake: an example with its wrong working beside, and items that reveal it."""

    mistake: str
    name: str
    set_id: UUID
    items: int
    pupils: list[str]


class NextSets(Shape):
    """What was made; ``said`` tells where fewer items were found than were looked for."""

    made: list[NextSet]
    said: list[str]


class SheetsRequest(Shape):
    """A sheet for each pupil of these groups, by the sets that were made for them."""

    groups: Annotated[list["SheetGroup"], Field(min_length=1, max_length=12)]
    pictures: bool = True


class SheetGroup(Shape):
    set_id: UUID
    pupils: Annotated[list[Code], Field(min_length=1, max_length=MOST_PUPILS)]


RecordKind = Literal["lined-up", "shown", "printed", "marked", "homework", "spoken", "note"]


class Counts(Shape):
    """How many pupils had it, of how many; ``item`` is which example, from 1, or 0 for the whole."""

    had: Annotated[int, Field(ge=0, le=500)]
    of: Annotated[int, Field(ge=0, le=500)]
    item: Annotated[int, Field(ge=0, le=2000)] = 0


class NewEntry(Shape):
    """What was done on a day."""

    on_day: date
    kind: RecordKind
    about: Annotated[str, StringConstraints(strip_whitespace=True, max_length=1000)] = ""
    set_id: UUID | None = None
    class_id: UUID | None = None
    counts: Counts | None = None


class EntryChange(Shape):
    about: Annotated[str, StringConstraints(strip_whitespace=True, max_length=1000)]
    class_id: UUID | None = None


class Entry(Shape):
    """An entry of the record, with the names of what it is about."""

    id: UUID
    on_day: date
    kind: RecordKind
    about: str
    set_id: UUID | None
    set_name: str
    class_id: UUID | None
    class_name: str
    round_id: UUID | None
    round_name: str
    counts: Counts | None


class RecordAsked(Shape):
    since: date
    until: date
    class_id: UUID | None = None


class Record(Shape):
    """The entries of these days, the latest first."""

    entries: list[Entry]


class DemandOverTime(Shape):
    """Answers to items with a demand: for each of the ``mondays`` how many were ``right``, ``of`` how many."""

    demand: str
    name: str
    right: list[int]
    of: list[int]


class OverTime(Shape):
    """How a class's answers went over the weeks, by what the items demand: counts of answers, not scores of
    children. ``mondays`` are those of the weeks with answers."""

    class_id: UUID
    mondays: list[date]
    demands: list[DemandOverTime]


class TrialRequest(Shape):
    """Try a set on invented classes."""

    pupils: Annotated[int, Field(ge=1, le=MOST_PUPILS)] = 28
    classes: Annotated[int, Field(ge=1, le=500)] = 200
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class Tried(Shape):
    """What a set would tell of invented classes; ``never_told`` are planted mistakes that no answer told apart."""

    said: str
    pupils: int
    told_apart: int
    silent: list[int]
    never_told: list[str]
    planted: list[str]


class EyeChoice(Shape):
    mistake: str
    name: str


class EyeCase(Shape):
    """An invented pupil's answer, what it may have been, and what it was; ``also`` gives the same answer."""

    number: int
    problem: Notation
    asked: str
    blocks: list[StoryBlock]
    answer: str
    lines: list[str]
    choices: list[EyeChoice]
    was: str
    also: list[str]
    name: str
    belief: str
    shows: str
    shows_html: str


class Seed(Shape):
    """What is drawn by: the same seed draws the same."""

    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class InventedClass(Shape):
    """A class of invented pupils."""

    name: Annotated[
        str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), AfterValidator(one_line)
    ]
    pupils: Annotated[int, Field(ge=1, le=MOST_PUPILS)] = 28


class Erased(Shape):
    """How many classes, with all that belonged to them, are gone."""

    classes: int
