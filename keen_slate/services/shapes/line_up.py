"""Sets, ladders and aims."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, StringConstraints

from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.working.work import Sign
from keen_slate.services.shapes.base import Choices, Ids, Name, Notation, RevisionNumber, Shape, Typed
from keen_slate.services.shapes.stories import StoryBlock
from keen_slate.services.shapes.work import Edits, ShownDemand


class SetSummary(Shape):
    """A set as it stands in a list; a ``sample`` came with the program."""

    id: UUID
    name: str
    revision: int
    examples: int
    changed_at: datetime
    sample: bool


class SharedSet(Shape):
    """A colleague's set that was given to the teacher or stands on the shelf."""

    id: UUID
    name: str
    examples: int
    owner: str


class SetsAsked(Shape):
    """Which sets are listed: those with ``named`` in their names, ``most`` of the teacher's and of colleagues' each,
    behind the first ``past``."""

    named: Annotated[str, Field(max_length=120)] = ""
    past: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    most: Annotated[int, Field(ge=1, le=200)] = 60


class SetList(Shape):
    """The teacher's own sets, the last changed first, and those of colleagues by name; ``more`` where there are others
    behind these."""

    sets: list[SetSummary]
    shared: list[SharedSet]
    more: bool


class DeletedSet(Shape):
    """What can be put back, from ``revision``."""

    id: UUID
    name: str
    revision: int
    deleted_at: datetime


class Bin(Shape):
    """Deleted sets, the last deleted first; each stays for 30 days."""

    sets: list[DeletedSet]


class Colleague(Shape):
    id: UUID
    name: str
    reads: bool


class Sharing(Shape):
    """Who may read a set, and whether every teacher may."""

    shelved: bool
    colleagues: list[Colleague]


class ShareRequest(Shape):
    shelved: bool
    readers: Annotated[list[UUID], Field(max_length=500)]


class CopySetRequest(Shape):
    """A copy of one's own, or for a colleague (``to``); under the same name where none is given."""

    name: Name | None = None
    to: UUID | None = None


class FadingShape(Shape):
    """How much of a working is left to the pupil; ``lines`` counts the lines left when it is partly worked."""

    kind: Literal["worked", "partly", "bare"] = "worked"
    side: Literal["end", "start"] = "end"
    lines: Annotated[int, Field(ge=1, le=60)] = 1
    what: Literal["line", "numbers"] = "line"


class Task(Shape):
    """What an example is in its set: a rung with its target and newest demand, the contrast of the one before, an item
    of the review, a pupil's turn, or a mistake to be found; of a ``pair`` one hides what the other only looks
    like. ``mistake`` is the one to be found, or of another example the one that is shown wrong on purpose; of a
    ``choice`` the answers of ``choices`` (mistakes) stand beside the right one. ``rule`` is what the teacher sets
    behind it, in words."""

    role: Literal["item", "rung", "pair", "contrast", "review", "turn", "find", "choice"] = "item"
    added: Annotated[str, StringConstraints(max_length=60)] = ""
    required: Ids = []
    allowed: Ids = []
    locked: bool = False
    by_hand: bool = False
    fading: FadingShape = FadingShape()
    mistake: Annotated[str, StringConstraints(max_length=60)] = ""
    choices: Ids = []
    rule: Annotated[str, StringConstraints(max_length=400)] = ""


class LimitsShape(Shape):
    """The bounds of a class: numbers, common denominators, and the multiplication facts it has."""

    largest_bottom: Annotated[int, Field(ge=2, le=100)] = 12
    largest_common: Annotated[int, Field(ge=2, le=1000)] = 60
    largest_whole: Annotated[int, Field(ge=1, le=200)] = 12
    places: Annotated[int, Field(ge=1, le=4)] = 2
    tables: Annotated[list[Annotated[int, Field(ge=2, le=12)]], Field(min_length=1, max_length=11)] = list(range(2, 13))
    largest_fact: Annotated[int, Field(ge=5, le=100)] = 12
    only_wholes: bool = False


Rungs = Annotated[
    dict[Annotated[str, StringConstraints(max_length=60)], Annotated[int, Field(ge=0, le=40)]], Field(max_length=40)
]
"""Rungs by the demand that they practise."""


class Plan(Shape):
    """The wishes for a ladder: what the class can do, what is new, how many rungs and items of review, whether a pair
    that only looks alike stands in it, the kind of story that every item is told as ("any", or none), the bounds.
    ``rungs`` says for a new demand, or for what the class can do (""), how many rungs it gets; the rest of ``count`` is
    shared."""

    family: Annotated[str, StringConstraints(max_length=60)]
    can: Ids = []
    new: Ids = []
    count: Annotated[int, Field(ge=1, le=40)] = 12
    review: Annotated[int, Field(ge=0, le=20)] = 0
    pair: bool = False
    story: Annotated[str, StringConstraints(max_length=40)] = ""
    rungs: Rungs = {}
    limits: LimitsShape = LimitsShape()
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class OfferedStory(Shape):
    """A kind of story by its id and name."""

    id: str
    name: str


class OfferedFamily(Shape):
    """A kind of item, with the demands that can be asked of it, the easier first; and the pair that only looks alike:
    what hides in the one, and what the other shows."""

    id: str
    name: str
    climb: list[ShownDemand]
    pair: list[ShownDemand] = []
    stories: list[OfferedStory] = []


class ShownAim(Shape):
    """A ready aim, or one that the teacher keeps (``kept``)."""

    id: str
    name: str
    kept: bool
    plan: Plan


class Aims(Shape):
    families: list[OfferedFamily]
    aims: list[ShownAim]


class NewAim(Shape):
    name: Name
    plan: Plan


class BuildRequest(Shape):
    """Locked examples stay at their places, unless everything is to be replaced."""

    revision: RevisionNumber
    plan: Plan
    replace: bool = False


class OfferRequest(Shape):
    """``seed`` draws other numbers each time that it is asked for."""

    how: Literal["another", "easier", "harder", "other-operation"]
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class SwapRequest(OfferRequest):
    """What was offered for the same seed on the same set is taken."""

    revision: RevisionNumber


class BesideRequest(Shape):
    """What is to stand behind an example: its contrast, a pupil's turn, or itself with a mistake to be found."""

    revision: RevisionNumber
    what: Literal["contrast", "turn", "find"]
    mistake: Annotated[str, StringConstraints(max_length=60)] = ""
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class SeveralRequest(Shape):
    """What is to be done to several examples of a set: ``place`` is the number, counted from 0, that the first is to
    have, ``to`` the set that copies go to."""

    revision: RevisionNumber
    examples: Annotated[list[UUID], Field(min_length=1, max_length=2000)]
    act: Literal["delete", "duplicate", "move", "copy", "lock", "unlock", "fade"]
    place: Annotated[int, Field(ge=0, le=2000)] = 0
    to: UUID | None = None
    fading: FadingShape = FadingShape()


class SetStepShown(Shape):
    """What a step did, and whether it is done or was undone."""

    number: int
    said: str
    made_at: datetime
    done: bool


class SetSteps(Shape):
    """The steps of a set that can be undone or done again, in the order they were made."""

    steps: list[SetStepShown]


class GoToStep(Shape):
    """The last step that is to stand: 0, or the number before the first that is kept, undoes them all."""

    revision: RevisionNumber
    number: Annotated[int, Field(ge=0, le=1_000_000)]


class TypedRequest(Shape):
    revision: RevisionNumber
    text: Typed


class TaskRequest(Shape):
    revision: RevisionNumber
    task: Task


class GlanceMistake(Shape):
    """A mistake with the examples that would reveal it, and those on which it stays hidden."""

    mistake: str
    name: str
    revealed_by: list[UUID]
    hidden_in: list[UUID]


class GlanceDemand(Shape):
    id: str
    name: str
    place: str
    examples: list[UUID]


class Glance(Shape):
    """A set at a glance: ``climb`` are the demands that occur, each with the examples that make it, in the set's
    order; ``never`` those that items of these kinds could make and none does; ``mistakes`` those that can be made
    somewhere in it."""

    climb: list[GlanceDemand]
    never: list[ShownDemand]
    mistakes: list[GlanceMistake]


class ShownExample(Shape):
    """A kept example; ``typed`` is its problem as it can be typed again, with the teacher's decimal sign; ``asked`` are
    the words of it, ``sign`` joins its answer. ``told`` is the text of a story, empty for another problem,
    ``blocks`` the same typeset, and ``answered`` the sentences that answer it.

    ``added`` names the newest demand of a rung, ``judged`` says where it differs from what the rung is for, ``mistake``
    names the mistake to be found in it. ``asks`` counts what it asks, ``lines`` those of its working: how hard it is.
    """

    id: UUID
    task: Task
    added: str
    judged: str
    mistake: str
    typed: str
    asked: str
    told: str
    blocks: list[StoryBlock]
    answered: str
    answered_html: str
    problem: Notation
    sign: Sign
    answer: Notation
    school: dict[str, str]
    school_names: list[str]
    demands: list[ShownDemand]
    asks: int
    lines: int
    edits: Edits


class SetHead(Shape):
    """What is known of a set at one revision, besides its examples. ``pictures`` are the kinds chosen in it, the last
    chosen first. ``owner`` names the colleague to whom it belongs; it is then only to be read. ``aim`` says of a set
    that was drawn what it holds, ``undo`` and ``redo`` what the step before did and what the one that was undone would
    do; ``step`` is the number of the last one done. A ``sample`` came with the program."""

    id: UUID
    name: str
    owner: str
    sample: bool
    aim: str
    step: int
    undo: str
    redo: str
    revision: int
    changed_at: datetime
    plan: Plan | None
    pictures: list[str]


class ShownSet(SetHead):
    """A set at one revision, with its examples in their order: of a long set some of them, and ``rest`` are behind."""

    examples: list[ShownExample]
    rest: int


class PartAsked(Shape):
    """Which examples of a set are shown: those behind the first ``past``."""

    past: Annotated[int, Field(ge=0, le=1_000_000)] = 0


class SetChange(SetHead):
    """A set after a change: ``order`` names all its examples where they are others now or in another order, else it is
    null; ``examples`` are those that are new or not as they were at the revision on which the change was made. Where it
    is very many, some of them: for the ``rest`` the set is to be opened again."""

    order: list[UUID] | None
    examples: list[ShownExample]
    rest: int


class NewSet(Shape):
    name: Name


class SetRename(Shape):
    revision: RevisionNumber
    name: Name


class PictureLiked(Shape):
    """A kind of picture, chosen for a whole set."""

    revision: RevisionNumber
    kind: PictureKind


class NewExample(Shape):
    revision: RevisionNumber
    text: Typed
    school: Choices = {}
    edits: Edits = Edits()


class NewOrder(Shape):
    revision: RevisionNumber
    order: Annotated[list[UUID], Field(max_length=5000)]
