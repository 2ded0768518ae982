"""What the services hand over, and what they are asked with: one definition for services, API and front end."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from keen_slate.core.working.work import Sign


class Shape(BaseModel):
    """Frozen, and strict about what it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Typed = Annotated[str, StringConstraints(max_length=20_000)]
Choices = Annotated[dict[str, str], Field(max_length=40, description="Choice by facet; the default where left out.")]


class Notation(Shape):
    """An expression as plain text and as MathML."""

    text: str
    mathml: str


class MultiplesRow(Shape):
    """One row of multiples; ``gap`` where some are left out before the last."""

    number: int
    multiples: list[int]
    gap: bool


class MultiplesSide(Shape):
    """Rows of multiples with their first match."""

    kind: Literal["multiples"] = "multiples"
    rows: list[MultiplesRow]
    match: int


class NotationSide(Shape):
    """A calculation beside the line."""

    kind: Literal["notation"] = "notation"
    notation: Notation


class ListSide(Shape):
    """Prime factors or factor pairs, a number a row, and the number that comes of them."""

    kind: Literal["list"] = "list"
    rows: list[str]
    ringed: str


class DivisionSide(Shape):
    """A division written out; each row is what is divided, what is taken away, what is left."""

    kind: Literal["division"] = "division"
    dividend: str
    divisor: str
    quotient: str
    remainder: str
    rows: list[list[str]]


Side = Annotated[MultiplesSide | ListSide | DivisionSide | NotationSide, Field(discriminator="kind")]


class ShownLine(Shape):
    """One line of a working with its reason; ``reason_html`` has the fractions typeset.

    ``sign`` joins it to the line before; ``act`` is what kind of step it is, for the checklist; ``panel`` where it
    stands among the four panels; ``operation`` its place in the order of operations, where the problem has more than
    one.
    """

    sign: Sign
    notation: Notation
    rule: str
    act: str
    panel: str
    operation: str | None
    reason: str
    reason_html: str
    side: list[Side]
    by_mistake: bool
    question: bool


class ShownFigure(Shape):
    """A figure in its place: all it was, the last in force, the rest struck; a placeholder is written lighter."""

    written: list[str]
    placeholder: bool


class StackedNumber(Shape):
    """A number of a stage of column work; ``multiplier`` stands beside top and bottom where it is more than 1."""

    minus: bool
    whole: ShownFigure | None
    top: ShownFigure | None
    bottom: str | None
    multiplier: int


class FractionColumns(Shape):
    """Mixed numbers under each other, renamed and regrouped to the right; it stands for the lines first to last."""

    kind: Literal["fractions"] = "fractions"
    label: str
    first: int
    last: int
    stages: list[list[StackedNumber]]
    results: list[StackedNumber]
    tops: str


class DecimalColumns(Shape):
    """Digits under digits, ``places`` of them after the decimal sign ``point``."""

    kind: Literal["decimals"] = "decimals"
    label: str
    point: str
    first: int
    last: int
    minus: bool
    places: int
    carries: list[str]
    rows: list[list[ShownFigure]]
    result: list[str]


ShownStack = Annotated[FractionColumns | DecimalColumns, Field(discriminator="kind")]


class ShownChoice(Shape):
    """A choice of a facet: whether it is in force, and what the working costs with it.

    ``refused`` says why this problem cannot be worked so.
    """

    id: str
    name: str
    about: str
    in_force: bool
    lines: int
    largest: str
    refused: str | None
    recommended: bool


class ShownFacet(Shape):
    """A facet; ``matters`` tells whether its choices give different workings of this problem, ``why`` the reason of
    the recommendation among them."""

    id: str
    name: str
    matters: bool
    why: str
    choices: list[ShownChoice]


class ShownEstimate(Shape):
    """A rounded problem, what it comes to, and the band in which the exact answer must lie."""

    kind: str
    notation: Notation
    value: Notation
    low: Notation
    high: Notation


class ShownMistake(Shape):
    """A likely wrong answer; ``letter`` marks it on the number line, ``like`` names those that give the same."""

    mistake: str
    name: str
    belief: str
    shows: str
    question: str
    picture: str
    source: str
    met: str
    letter: str
    answer: Notation
    caught: bool
    like: list[str]


class SilentMistake(Shape):
    """A mistake that gives no wrong answer here: it ends at an impasse (``why``), or is right by luck (no ``why``)."""

    mistake: str
    name: str
    why: str | None


class ShownDemand(Shape):
    """One difficulty of an item; ``place`` is where published curricula place it."""

    id: str
    name: str
    place: str


class ShownCheck(Shape):
    """A way to check the answer, with its working where it has one."""

    check: str
    reason: str
    reason_html: str
    lines: list[Notation]


class Worked(Shape):
    """A problem worked. ``notes`` say how the text could also be read, ``refused`` which choices cannot be followed and
    what is done instead; ``solutions`` counts the ways to fill blanks; ``order`` is the acronym, letter by letter, each
    with the operation it stands for."""

    problem: Notation
    asked: str
    notes: list[str]
    refused: list[str]
    solutions: int | None
    answer: Notation
    value: str | None
    school: dict[str, str]
    lines: list[ShownLine]
    stacks: list[ShownStack]
    acts: dict[str, str]
    order: list[list[str]]


class Looked(Shape):
    """The second look at a problem: what it should come to, how it is checked, what mistakes would give."""

    estimates: list[ShownEstimate]
    others: list[ShownEstimate]
    about_one: str | None
    likely_wrong: list[ShownMistake]
    form_only: list[ShownMistake]
    silent: list[SilentMistake]
    number_line: str | None
    checks: list[ShownCheck]
    demands: list[ShownDemand]
    told_apart: int


class BetterItem(Shape):
    """A nearby item that asks the same and tells more; ``told_apart`` in percent, as of the item itself."""

    problem: Notation
    told_apart: int


class Unseparated(Shape):
    """Mistakes that give one answer on the item, and a nearby item on which two of them do not."""

    mistakes: list[str]
    separated_by: Notation | None


class BetterItems(Shape):
    unseparated: list[Unseparated]
    items: list[BetterItem]


class NamedMistake(Shape):
    mistake: str
    name: str
    belief: str
    question: str


class ShownCause(Shape):
    """Mistakes and slips that together lead to an answer; ``slip`` says what slipped, and is empty without one."""

    mistakes: list[NamedMistake]
    slips: int
    slip: str
    answer: Notation


class Diagnosed(Shape):
    """An answer judged; ``said`` is the judgement as a sentence, a hypothesis about this one answer and no more."""

    verdict: Literal["right", "wrong form", "wrong", "unreadable"]
    said: str
    causes: list[ShownCause]
    faults: list[NamedMistake]


class JudgedLineShown(Shape):
    """A pupil's line; for a false one what was due there and what gives it."""

    text: str
    verdict: Literal["follows", "side-work", "follow-through", "false", "unreadable"]
    said: str
    causes: list[NamedMistake]


class Judged(Shape):
    lines: list[JudgedLineShown]


class Ways(Shape):
    """Every facet with what each of its choices would cost on this problem."""

    facets: list[ShownFacet]


class ShownPicture(Shape):
    """A drawing as SVG, with the words that stand in its place."""

    kind: str
    name: str
    svg: str
    told: str


class PicturesOfLine(Shape):
    """The pictures that can stand under a line, the most telling first; ``note`` says what would be too fine to see."""

    line: int
    shown: bool
    pictures: list[ShownPicture]
    note: str | None


class Pictures(Shape):
    lines: list[PicturesOfLine]


class ShownCost(Shape):
    """What a working costs: lines, the largest number, facts beyond 12 × 12, whether a simplification is left."""

    lines: int
    largest: str
    large_facts: int
    simplifies: bool


class SideOfComparison(Shape):
    worked: Worked
    cost: ShownCost


class Compared(Shape):
    """Two schools side by side. A row holds the lines that stand level: an index for each side, or none."""

    first: SideOfComparison
    second: SideOfComparison
    rows: list[list[int | None]]
    recommended: int | None
    why: str


class CopiedText(Shape):
    """A working or one line of it, to be pasted elsewhere."""

    text: str


class Unreadable(Shape):
    """Why a text cannot be read, and the 0-based character that this is about."""

    message: str
    position: int


class Understood(Shape):
    """What is understood of a text while it is typed: exactly one of the two."""

    problem: Notation | None
    asked: str
    notes: list[str]
    unreadable: Unreadable | None


class Fault(Shape):
    """Why a request was not carried out, and what to do; ``position`` where it is about a place in a text."""

    message: str
    position: int | None = None


Acronym = Literal["none", "PEMDAS", "BODMAS", "BIDMAS", "GEMS"]
WordChoices = Annotated[dict[str, str], Field(max_length=40, description="The teacher's words by name.")]


class PreviewRequest(Shape):
    text: Typed
    words: WordChoices = {}


class LineTurn(Shape):
    """From this line on (1 is the first after the problem) these choices are followed."""

    line: Annotated[int, Field(ge=1, le=2000)]
    school: Choices


class WorkRequest(Shape):
    text: Typed
    school: Choices = {}
    words: WordChoices = {}
    turns: Annotated[list[LineTurn], Field(max_length=20)] = []
    acronym: Acronym = "none"


class CompareRequest(Shape):
    text: Typed
    school: Choices = {}
    other: Choices = {}
    words: WordChoices = {}


class AnswerRequest(WorkRequest):
    """``beside`` are the items that stand beside it, whose numbers may have been taken instead."""

    answer: Typed
    beside: Annotated[list[Typed], Field(max_length=200)] = []
    policy: Literal["simplest-form", "any-equivalent", "as-asked"] = "simplest-form"
    label_required: bool = False


class LinesRequest(WorkRequest):
    lines: Annotated[list[Typed], Field(max_length=40)]


class WrongRequest(WorkRequest):
    """The mal-rule whose working is to be laid beside the right one."""

    mistake: Annotated[str, StringConstraints(max_length=60)]


class CopyRequest(WorkRequest):
    """``line`` for one line, none for all of them."""

    format: Literal["plain", "latex", "mathml"]
    line: Annotated[int, Field(ge=0, le=2000)] | None = None


class LineEdit(Shape):
    """What the teacher changed in one line: hidden, numbers blanked (by their place in it), words of their own."""

    line: Annotated[int, Field(ge=0, le=2000)]
    hidden: bool = False
    blanks: Annotated[list[Annotated[int, Field(ge=0, le=200)]], Field(max_length=60)] = []
    reason: Annotated[str, StringConstraints(max_length=400)] | None = None
    note: Annotated[str, StringConstraints(max_length=400)] | None = None


class Edits(Shape):
    """All that the teacher changed in a working; kept with the example."""

    lines: Annotated[list[LineEdit], Field(max_length=200)] = []
    turns: Annotated[list[LineTurn], Field(max_length=20)] = []
    pictures: Annotated[dict[str, str], Field(max_length=200)] = {}


class EditsChange(Shape):
    revision: int
    edits: Edits


Policy = Literal["simplest-form", "any-equivalent", "as-asked"]
Organiser = Literal["lines", "columns", "panels", "checklist"]


class DeskSettings(Shape):
    """What a teacher sets once: words, acronym, usual school, how answers are judged, how workings are laid out."""

    words: WordChoices = {}
    acronym: Acronym = "none"
    school: Choices = {}
    policy: Policy = "simplest-form"
    label_required: bool = False
    organiser: Organiser = "lines"


class KeptSettings(Shape):
    revision: int
    settings: DeskSettings


class OfferedWord(Shape):
    name: str
    about: str
    words: list[str]


class OfferedChoice(Shape):
    id: str
    name: str
    about: str


class OfferedFacet(Shape):
    id: str
    name: str
    choices: list[OfferedChoice]


class Offered(Shape):
    """What can be chosen in the settings."""

    words: list[OfferedWord]
    facets: list[OfferedFacet]
    acronyms: list[OfferedChoice]
    policies: list[OfferedChoice]


class SetSummary(Shape):
    id: UUID
    name: str
    revision: int
    examples: int
    changed_at: datetime


class SetList(Shape):
    sets: list[SetSummary]


Ids = Annotated[list[Annotated[str, StringConstraints(max_length=60)]], Field(max_length=60)]


class FadingShape(Shape):
    """How much of a working is left to the pupil; ``lines`` counts the lines left when it is partly worked."""

    kind: Literal["worked", "partly", "bare"] = "worked"
    side: Literal["end", "start"] = "end"
    lines: Annotated[int, Field(ge=1, le=60)] = 1
    what: Literal["line", "numbers"] = "line"


class Task(Shape):
    """What an example is in its set: a rung with its target and newest demand, the contrast of the one before, an item
    of the review, a pupil's turn, or a mistake to be found."""

    role: Literal["item", "rung", "contrast", "review", "turn", "find"] = "item"
    added: Annotated[str, StringConstraints(max_length=60)] = ""
    required: Ids = []
    allowed: Ids = []
    locked: bool = False
    by_hand: bool = False
    fading: FadingShape = FadingShape()
    mistake: Annotated[str, StringConstraints(max_length=60)] = ""


class LimitsShape(Shape):
    """The bounds of a class: numbers, common denominators, and the multiplication facts it has."""

    largest_bottom: Annotated[int, Field(ge=2, le=100)] = 12
    largest_common: Annotated[int, Field(ge=2, le=1000)] = 60
    largest_whole: Annotated[int, Field(ge=1, le=200)] = 12
    places: Annotated[int, Field(ge=1, le=4)] = 2
    tables: Annotated[list[Annotated[int, Field(ge=2, le=12)]], Field(min_length=1, max_length=11)] = list(range(2, 13))
    largest_fact: Annotated[int, Field(ge=5, le=100)] = 12
    only_wholes: bool = False


class Plan(Shape):
    """The wishes for a ladder: what the class can do, what is new, how many rungs and items of review, the bounds."""

    family: Annotated[str, StringConstraints(max_length=60)]
    can: Ids = []
    new: Ids = []
    count: Annotated[int, Field(ge=1, le=40)] = 12
    review: Annotated[int, Field(ge=0, le=20)] = 0
    limits: LimitsShape = LimitsShape()
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class OfferedFamily(Shape):
    """A kind of item, with the demands that can be asked of it, the easier first."""

    id: str
    name: str
    climb: list[ShownDemand]


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
    revision: int
    plan: Plan


class SwapRequest(Shape):
    """``seed`` draws other numbers each time that it is asked for."""

    revision: int
    how: Literal["another", "easier", "harder", "other-operation"]
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class BesideRequest(Shape):
    """What is to stand behind an example: its contrast, a pupil's turn, or itself with a mistake to be found."""

    revision: int
    what: Literal["contrast", "turn", "find"]
    mistake: Annotated[str, StringConstraints(max_length=60)] = ""
    seed: Annotated[str, StringConstraints(min_length=1, max_length=40)] = "1"


class TypedRequest(Shape):
    revision: int
    text: Typed


class TaskRequest(Shape):
    revision: int
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
    order; ``mistakes`` those that can be made somewhere in it."""

    climb: list[GlanceDemand]
    mistakes: list[GlanceMistake]


class FoundExample(Shape):
    """An example of any set."""

    id: UUID
    set_id: UUID
    set_name: str
    typed: str
    problem: Notation
    demands: list[ShownDemand]


class FoundExamples(Shape):
    examples: list[FoundExample]


class ShownExample(Shape):
    """A kept example; ``typed`` is its problem as it can be typed again, with the teacher's decimal sign; ``asked`` are
    the words of it, ``sign`` joins its answer.

    ``added`` names the newest demand of a rung, ``judged`` says where it differs from what the rung is for, ``mistake``
    names the mistake to be found in it.
    """

    id: UUID
    task: Task
    added: str
    judged: str
    mistake: str
    typed: str
    asked: str
    problem: Notation
    sign: Sign
    answer: Notation
    school: dict[str, str]
    school_names: list[str]
    demands: list[ShownDemand]
    edits: Edits


class ShownSet(Shape):
    """A set at one revision."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    plan: Plan | None
    examples: list[ShownExample]


class LessonLine(Shape):
    """A line of a lesson; ``question`` is what to ask before it is shown, ``only_asks`` marks a line that only asks;
    ``reason_html`` is none where the teacher's own words stand; ``false`` marks the first line that does not follow."""

    sign: Sign
    notation: Notation
    reason: str
    reason_html: str | None
    question: str
    only_asks: bool
    side: list[Side]
    picture: str | None
    false: bool


class WrongOnPurpose(Shape):
    """A wrong working to be shown and disproved, and what unsettles it."""

    lines: list[LessonLine]
    question: str


class LessonItem(Shape):
    """An example as it is shown to a class. With ``turn`` the pupils work it first; ``find`` is what to ask of a wrong
    working whose mistake is to be found, and empty for a right one."""

    id: UUID
    role: str
    problem: Notation
    asked: str
    estimates: list[ShownEstimate]
    lines: list[LessonLine]
    answer: Notation
    turn: bool
    find: str
    wrong: WrongOnPurpose | None


class Lesson(Shape):
    id: UUID
    name: str
    items: list[LessonItem]


class PrintRequest(Shape):
    """What a handout is to hold and how it is laid out.

    ``kind``: ``as-set`` as much worked as each example says, ``worked`` everything worked, ``bare`` with space to work
    in, ``key`` the answers, ``teacher`` the answers with the likely mistakes.
    """

    kind: Literal["as-set", "worked", "bare", "key", "teacher"] = "as-set"
    organiser: Organiser = "lines"
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
    state: Literal["running", "done", "failed", "cancelled"]
    done: int
    total: int
    message: str


class SetFileExample(Shape):
    """An example in a file. ``problem`` is written with points for decimals; ``typed`` as the teacher typed it."""

    problem: Typed
    typed: Typed = ""
    school: Choices = {}
    edits: Edits = Edits()
    task: Task = Task()


class SetFile(Shape):
    """A set as a file of its own format, to be read back without loss."""

    format: Literal["keen-slate-set"]
    version: Literal[1]
    name: Name
    plan: Plan | None = None
    examples: Annotated[list[SetFileExample], Field(max_length=2000)]


class ImportRequest(Shape):
    """A file to be read into a new set; with ``take_rest`` what can be read is taken although something cannot."""

    format: Literal["json", "csv"]
    content: Annotated[str, StringConstraints(max_length=800_000)]
    name: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)] = ""
    take_rest: bool = False


class ImportFault(Shape):
    """What cannot be read: where it stands, what stands there, and what to do."""

    where: str
    text: str
    message: str


class Imported(Shape):
    """The new set; none where nothing was written because of the faults. ``readable`` counts what could be read."""

    set: ShownSet | None
    faults: list[ImportFault]
    readable: int


class NewSet(Shape):
    name: Name


class SetRename(Shape):
    revision: int
    name: Name


class Revision(Shape):
    """The revision that a change is made on."""

    revision: int


class NewExample(Shape):
    revision: int
    text: Typed
    school: Choices = {}
    edits: Edits = Edits()


class NewOrder(Shape):
    revision: int
    order: Annotated[list[UUID], Field(max_length=5000)]
