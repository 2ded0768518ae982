"""What the Work place is asked and answers."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.machine.acts import Panel
from keen_slate.core.working.boards.grid import Hand, Kind, Slot
from keen_slate.core.working.work import Sign
from keen_slate.services.shapes.base import (
    Acronym,
    Choices,
    Notation,
    RevisionNumber,
    Shape,
    Typed,
    Unreadable,
    WordChoices,
)
from keen_slate.services.shapes.stories import ShownStory, StoryRead


class MultiplesRow(Shape):
    """One row of multiples, of which the match is the ``times``-th; ``gap`` where some are left out before the last."""

    number: int
    times: int
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
    """Factor pairs, a number a row, and the number that comes of them."""

    kind: Literal["list"] = "list"
    rows: list[str]
    ringed: str


class ShownPlace(Shape):
    """A cell of a board and a slot in it: its figure, the two of a fraction, behind the figure, small before it."""

    row: int
    column: int
    slot: Slot


class ShownMark(ShownPlace):
    """Something written; what is written where something stands already goes above it."""

    text: str
    hand: Hand


class ShownRule(Shape):
    """A line below a row, at the left of a column, or over figures."""

    row: int
    first: int
    last: int
    side: Literal["below", "left", "above"]


class ShownStroke(Shape):
    """What comes at once: struck, written, ruled, with its reason; ``question`` is what to ask before it, ``line`` the
    line of the working that it belongs to."""

    writes: list[ShownMark]
    strikes: list[ShownPlace]
    rules: list[ShownRule]
    reason: str
    reason_html: str
    question: str
    line: int | None


class ShownBoard(Shape):
    """A calculation in columns, stroke by stroke, on a grid; it stands for the lines first to last. ``small`` are rows
    of carries and headings, ``amounts`` those behind which the label stands."""

    kind: Kind
    rows: int
    columns: int
    small: list[int]
    amounts: list[int]
    label: str
    label_first: bool
    first: int
    last: int
    strokes: list[ShownStroke]


class BoardSide(Shape):
    """A calculation on paper beside the line."""

    kind: Literal["board"] = "board"
    board: ShownBoard


Side = Annotated[MultiplesSide | ListSide | BoardSide | NotationSide, Field(discriminator="kind")]


class ShownLine(Shape):
    """One line of a working with its reason; ``reason_html`` has the fractions typeset.

    ``sign`` joins it to the line before; ``act`` is what kind of step it is, for the checklist; ``panel`` where it
    stands among the four panels; ``operation`` its place in the order of operations, where the problem has more than
    one; ``heading`` is the calculation of a story that begins with it, by names.
    """

    sign: Sign
    notation: Notation
    rule: str
    act: str
    panel: Panel
    operation: str | None
    reason: str
    reason_html: str
    side: list[Side]
    by_mistake: bool
    question: bool
    heading: str = ""


class ShownChoice(Shape):
    """A choice of a facet: whether it is in force, and what the working costs with it.

    ``refused`` says why this problem cannot be worked so.
    """

    id: str
    name: str
    about: str
    in_force: bool
    lines: int
    beside: int
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
    letter: str
    answer: Notation
    caught: bool
    like: list[str]


class OpenedMistake(Shape):
    """What is known of one likely wrong answer: what the pupil may believe, where it shows, what to ask, what it is
    beside what there is, where it is first met, and what that is known from."""

    belief: str
    shows: str
    shows_html: str
    question: str
    question_html: str
    picture: "ShownPicture | None"
    source: str
    met: str


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


class NamedPanel(Shape):
    """One of the four panels, by the teacher's name for it."""

    id: Panel
    name: str


class Worked(Shape):
    """A problem worked. ``notes`` say how the text could also be read, ``refused`` which choices cannot be followed and
    what is done instead; ``solutions`` counts the ways to fill blanks; ``order`` is the acronym, letter by letter, each
    with the operation it stands for; ``layout`` is what fits the problem; ``safe`` says from which line on the mark is
    safe under the teacher's policy, where lines come after it that only convert."""

    problem: Notation
    asked: str
    notes: list[str]
    refused: list[str]
    solutions: int | None
    answer: Notation
    value: str | None
    school: dict[str, str]
    lines: list[ShownLine]
    boards: list[ShownBoard]
    layout: Literal["lines", "columns"]
    acts: dict[str, str]
    panels: list[NamedPanel]
    order: list[list[str]]
    story: ShownStory | None = None
    safe: str = ""


class AnswerToChoose(Shape):
    """An answer of a choice question by its letter; ``mistake`` names what leads to it, and is empty for the right
    one."""

    letter: str
    answer: Notation
    mistake: str


class Looked(Shape):
    """The second look at a problem: what it should come to (``none_why`` where nothing is estimated), how it is
    checked, what mistakes would give; ``choices`` are the answers of a choice question."""

    none_why: str | None
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
    choices: list[AnswerToChoose]


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
    question_html: str


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
    """A drawing as SVG, its width in pixels, what is to be seen in it, and the words that stand in its place."""

    kind: str
    name: str
    svg: str
    width: int
    told: str
    caption: str
    caption_html: str


class Disproved(Shape):
    """A wrong rule on the simplest numbers of the kind; empty where there are none simpler."""

    said: str
    said_html: str
    picture: ShownPicture | None


class PicturesOfLine(Shape):
    """The pictures that can stand under a line, the most telling first; ``note`` says what would be too fine to see."""

    line: int
    shown: bool
    pictures: list[ShownPicture]
    note: str | None


class Pictures(Shape):
    lines: list[PicturesOfLine]


class ShownCost(Shape):
    """What a working costs: lines, numbers beside them, the largest number, facts beyond 12 × 12, whether a
    simplification is left."""

    lines: int
    beside: int
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
    why_html: str


class CopiedText(Shape):
    """A working or one line of it, to be pasted elsewhere."""

    text: str


class Understood(Shape):
    """What is understood of a text while it is typed: exactly one of the three. ``story`` for a text in words."""

    problem: Notation | None
    asked: str
    notes: list[str]
    unreadable: Unreadable | None
    story: StoryRead | None = None


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
    policy: Policy = "simplest-form"


class CompareRequest(Shape):
    text: Typed
    school: Choices = {}
    other: Choices = {}
    words: WordChoices = {}


class AnswerRequest(WorkRequest):
    """``beside`` are the items that stand beside it, whose numbers may have been taken instead."""

    answer: Typed
    beside: Annotated[list[Typed], Field(max_length=200)] = []
    label_required: bool = False


class LinesRequest(WorkRequest):
    lines: Annotated[list[Typed], Field(max_length=40)]


class WrongRequest(WorkRequest):
    """The mal-rule whose working is to be laid beside the right one."""

    mistake: Annotated[str, StringConstraints(max_length=60)]


class CopyRequest(WorkRequest):
    """``line`` for one line, none for all of them; in columns boards stand in place of the lines they stand for."""

    format: Literal["plain", "latex", "mathml"]
    layout: Literal["lines", "columns"] = "lines"
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
    revision: RevisionNumber
    edits: Edits
