"""The Print place: a set as a handout on paper, made on the server.

Setting the items takes longest, so progress is counted in items; the typesetting itself is one step at the end.
"""

import json
import logging
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field
from datetime import date
from math import ceil
from pathlib import Path
from time import monotonic
from typing import Any
from uuid import UUID

import typst

from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.fading import Fading, State, faded
from keen_slate.core.laddering.limits import numbers_of
from keen_slate.core.machine.acts import ACTS, PANELS
from keen_slate.core.machine.school import school_from
from keen_slate.core.machine.side_work import (
    Calculation,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SetOut,
    SideWork,
)
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.pictures.read_off import picture_to_read
from keen_slate.core.pictures.shapes import Proof
from keen_slate.core.problem.situation import plan_of
from keen_slate.core.problem.tree import Chain, Comparison, Expr, FromPicture, InStory, evaluate, is_numeral
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.boards.grid import Board
from keen_slate.core.working.boards.listing import board_beside, boards_of
from keen_slate.core.working.story_steps import answers_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, Line, Working, sign_of_answer, work
from keen_slate.faults import NotFound, NotPossible
from keen_slate.processes import A, B, spread
from keen_slate.render.boards import board_cells
from keen_slate.render.letters import letters_not_set
from keen_slate.render.page_images import count_pages, page_png
from keen_slate.render.pictures.svg import width_in
from keen_slate.render.spoken import spoken
from keen_slate.render.typeset import typeset
from keen_slate.services.documents import KINDS, written_as
from keen_slate.services.formats import NAMES, TYPES, WRITERS, file_name
from keen_slate.services.line_up import read_again, read_and_worked
from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.line_up import FadingShape, Task
from keen_slate.services.shapes.printing import PrintJob, PrintRequest
from keen_slate.services.shapes.work import Edits
from keen_slate.services.versions import version_b
from keen_slate.services.work.asked import Asked, chosen_words, task_of
from keen_slate.services.work.boards import in_columns, lines_of_steps, told_on_board
from keen_slate.services.work.choosing import lettered
from keen_slate.services.work.pictures import shown_picture, standing
from keen_slate.services.work.shown import heading_of
from keen_slate.services.work.stories import bars_of, blocks_of
from keen_slate.store import print_jobs, record, sets, settings, teachers
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example, PrintJobRow

LOG = logging.getLogger("keen_slate")
TEMPLATE = Path(__file__).parents[1] / "render" / "handout.typ"
Data = dict[str, Any]
NOTHING_SHOWN: Data = {"node": ["n", ""], "alt": ""}
LEGEND = "Likely wrong answers, each with the mistakes that lead there. ≈ the estimate would catch it."
PDF_MARK = b"%PDF"
MEDIA = KINDS | {NAMES[format]: TYPES[format] for format in WRITERS}
"""Media types by the end of a file's name."""

TOLD_EVERY = 0.2
"""Seconds between two tellings of how far a handout is: each asks the database."""
SPACE_LINES = 2
"""Lines of space beside those of the working, since pupils write larger and go other ways."""


class Item(Shape):
    """What is printed of an example, apart from the database."""

    problem: str
    school: dict[str, str]
    task: Task
    edits: Edits
    liked: list[str] = []


class SheetItems(Shape):
    """A sheet that several pupils have: its items, and the pupils by their codes."""

    title: str
    codes: list[str]
    items: list[Item]


class Order(Shape):
    """All that is needed to make a handout: it is made of the set as it was when it was ordered. With ``sheets`` it is
    a page for each pupil instead."""

    request: PrintRequest
    title: str
    items: list[Item]
    content: Data
    sheets: list[SheetItems] = []
    set_id: UUID | None = None


@dataclass(frozen=True, slots=True)
class Part:
    """A part of a handout with page numbers of its own: its items, each with the heading that it begins, and under each
    of these titles the same once more."""

    titles: list[str]
    request: PrintRequest
    items: list[Item]
    groups: list[str]
    cut_outs: list[int] = field(default_factory=list)


@dataclass(frozen=True, slots=True)
class Sheet:
    """A set that pupils have as their sheet, by their codes."""

    set_id: UUID
    codes: list[str]


class Printing:
    """Handouts are ordered here and made by a worker; any process can look at them and cancel.

    Raises NotFound for a set or a handout that is not there.
    """

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def begin(self, set_id: UUID, request: PrintRequest) -> PrintJob:
        """Order a handout of the set as it is now: it waits in the queue until a worker makes it."""
        if request.format != "pdf" and request.kind == "cut-outs":
            raise NotPossible("What is cut out is drawn on paper. Make it as PDF.")
        if request.format == "pptx":  # a line a step
            request = request.model_copy(update={"organiser": "lines"})
        with self.database.transaction() as session:
            found = sets.open_set(session, set_id, shared=True)
            _, content = settings.read(session)
            order = Order(
                request=request,
                title=request.title or found.name,
                items=[_item(e, found.pictures) for e in found.examples],
                content=content,
                set_id=found.id,
            )
            if request.format == "pdf":
                _refuse_letters_not_set(order)
            in_set = request.format in WRITERS
            total = len(order.items) if in_set else sum(len(part.items) for part in parts_of(order))
            job_id = print_jobs.order(session, total, _file_name(order), order.model_dump(mode="json"), found.id)
            if in_set:
                teachers.note_of(session, self.database.owner, "exported a set", f"{set_id} as {request.format}")
            elif not request.draft:
                record.note_once(session, date.today(), "printed", set_id=found.id)
        return self.look(job_id)

    def begin_sheets(self, sheets: list[Sheet], request: PrintRequest) -> PrintJob:
        """Order a page for each pupil, with the items of the set that the pupil has."""
        with self.database.transaction() as session:
            _, content = settings.read(session)
            made = []
            for sheet in sheets:
                found = sets.open_set(session, sheet.set_id, shared=True)
                turns = [e for e in found.examples if Task.model_validate(e.task).role == "turn"]
                items = [_item(e, found.pictures) for e in turns or found.examples]
                made.append(SheetItems(title=found.name, codes=sheet.codes, items=items))
            order = Order(request=request, title="Your turn", items=[], content=content, sheets=made)
            _refuse_letters_not_set(order)
            total = sum(len(sheet.items) for sheet in made)
            job_id = print_jobs.order(session, total, _file_name(order), order.model_dump(mode="json"))
        return self.look(job_id)

    def look(self, job_id: UUID) -> PrintJob:
        with self.database.transaction() as session:
            return _shown(print_jobs.look(session, job_id))

    def cancel(self, job_id: UUID) -> PrintJob:
        with self.database.transaction() as session:
            return _shown(print_jobs.cancel(session, job_id))

    def is_wanted(self, job_id: UUID) -> bool:
        """Whether it is waited for: not cancelled meanwhile."""
        with self.database.transaction() as session:
            return print_jobs.is_wanted(session, job_id)

    def file(self, job_id: UUID) -> tuple[str, str, bytes]:
        """Its name, its media type and what it holds; whoever takes it prints it."""
        with self.database.transaction() as session:
            set_id = print_jobs.set_of(session, job_id)
            if set_id is not None:
                record.note_once(session, date.today(), "printed", set_id=set_id)
            name, content = print_jobs.file_of(session, job_id)
        known = name.rpartition(".")[2] in MEDIA
        name = name if known else f"{name}.pdf"
        return name, MEDIA[name.rpartition(".")[2]], content

    def preview(self, job_id: UUID, page: int) -> bytes:
        """A page as PNG, counted from 1. Raises NotFound for one that there is not."""
        with self.database.transaction() as session:
            _, content = print_jobs.file_of(session, job_id)
        made = page_png(content, page) if content.startswith(PDF_MARK) else None
        if made is None:
            raise NotFound("page")
        return made

    def make(self, job_id: UUID) -> None:
        """Make a handout that waits, whatever comes of it; nothing where it was cancelled."""
        with self.database.transaction() as session:
            row = print_jobs.take(session, job_id)
            if row is None:
                return
            order = Order.model_validate(row.ordered)
        try:
            if order.request.format in WRITERS:
                self._write(job_id, order)
            else:
                self._make(job_id, order)
        except _NotWanted:
            return
        except Exception:
            LOG.exception("a handout could not be made")
            self.give_up(job_id)

    def give_up(self, job_id: UUID) -> None:
        """Say that a handout cannot be made."""
        message = "This handout could not be made. Nothing of the set was changed; try it with other choices."
        with self.database.transaction() as session:
            print_jobs.finish(session, job_id, None, message=message)

    def _write(self, job_id: UUID, order: Order) -> None:
        """The set itself in an open format."""
        told = _Teller(self, job_id, len(order.items))

        def each(one: Callable[[A], B], of: Iterable[A]) -> Iterator[B]:
            for done, made in enumerate(spread(one, of), start=1):
                yield made
                told(done)

        whole = _Whole(order.set_id or job_id, order.title, map(_example, order.items))
        made = WRITERS[order.request.format](whole, order.content, each)
        with self.database.transaction() as session:
            print_jobs.finish(session, job_id, made)

    def _make(self, job_id: UUID, order: Order) -> None:
        versions: list[Data] = []
        parts = parts_of(order)
        done, told = 0, _Teller(self, job_id, sum(len(part.items) for part in parts))
        for part in parts:
            set_items: list[Data] = []
            for number, (item, group) in enumerate(zip(part.items, part.groups, strict=True), start=1):
                set_items.append(item_data(number, item, part.request, order.content) | {"group": group})
                done += 1
                told(done)
            versions += [part_data(title, part, set_items) for title in part.titles]
        request = order.request
        if request.format == "pdf":
            made = handout_pdf(request, order.title, versions)
            pages = count_pages(made)
        else:
            made, pages = written_as(request, order.title, versions, SIZES[request.size]), 0
        with self.database.transaction() as session:
            print_jobs.finish(session, job_id, made, pages)


def _refuse_letters_not_set(order: Order) -> None:
    """Raises NotPossible for the first text with a letter that no font has, before anything is made."""
    places = list(_texts_of(order))
    missing = letters_not_set(text for _, text in places)
    if not missing:
        return
    place, text = next((place, text) for place, text in places if not missing.isdisjoint(text))
    letter = next(c for c in text if c in missing)
    told = f"“{letter}” {place} cannot be printed: no font that comes with Keen Slate has it."
    instead = "" if order.sheets else " As a text document or a web page the handout can have it."
    raise NotPossible(f"{told} Write it in other letters.{instead}")


def _texts_of(order: Order) -> Iterator[tuple[str, str]]:
    """Every text of the teacher's that comes on paper, with its place."""
    yield "in the title", order.title
    for word, own in order.content.get("words", {}).items():
        yield f"among your words ({word.replace('_', ' ')})", str(own)
    for sheet in order.sheets:
        yield from ((f"in the code of a pupil, {code},", code) for code in sheet.codes)
        yield "in the title", sheet.title
    for number, item in enumerate((*order.items, *(i for s in order.sheets for i in s.items)), start=1):
        yield f"in example {number}", item.problem
        yield f"in the rule of example {number}", item.task.rule
        for edit in item.edits.lines:
            yield f"in the reason of line {edit.line} of example {number}", edit.reason or ""


class _NotWanted(Exception):
    """Cancelled while it was being made."""


class _Teller:
    """Tells how far a handout is, now and then. Raises _NotWanted once it has been cancelled."""

    def __init__(self, printing: Printing, job_id: UUID, total: int) -> None:
        self.printing, self.job_id, self.total, self.last = printing, job_id, total, monotonic()

    def __call__(self, done: int) -> None:
        if done < self.total and monotonic() - self.last < TOLD_EVERY:
            return
        self.last = monotonic()
        with self.printing.database.transaction() as session:
            if not print_jobs.go_on(session, self.job_id, done):
                raise _NotWanted


@dataclass(frozen=True, slots=True)
class _Whole:
    """A set as it was when it was ordered; its examples are gone through once."""

    id: UUID
    name: str
    examples: Iterable[Example]


def _example(item: Item) -> Example:
    task, edits = item.task.model_dump(), item.edits.model_dump()
    return Example(problem=item.problem, school=item.school, task=task, edits=edits)


def _file_name(order: Order) -> str:
    if order.request.format in WRITERS:
        return file_name(order.title, order.request.format)
    return f"{order.title}.{order.request.format}"


def part_data(title: str, part: Part, items: list[Data]) -> Data:
    """What the template needs of a part."""
    request = part.request
    for_pupils = request.kind not in ("key", "teacher", "cut-outs")
    return {
        "title": title,
        "kind": request.kind,
        "columns": request.columns,
        "name-line": request.name_line and for_pupils,
        "date-line": request.date_line and for_pupils,
        "conclusion": request.conclusion and for_pupils and request.kind != "worked",
        "cut-outs": part.cut_outs,
        "items": items,
    }


def parts_of(order: Order) -> list[Part]:
    """The parts of a handout in their order."""
    if order.sheets:
        return [
            Part([f"Your turn: {code}" for code in sheet.codes], order.request, sheet.items, [""] * len(sheet.items))
            for sheet in order.sheets
        ]
    request, title = order.request, order.title
    if request.kind == "pack":
        return list(_pack(order))
    if request.kind == "cut-outs":
        return [Part([f"{title}: to cut out and colour"], request, [], [], _sizes(order.items))]
    items = _together(order.items) if request.kind == "together" else order.items
    return [
        Part([f"{title}{name}"], request, version, [""] * len(version))
        for name, version in versions_of(items, request.versions)
    ]


def _pack(order: Order) -> Iterator[Part]:
    """A whole lesson: what is shown, what the class works on in two versions, and what the teacher has beside it."""
    examples, exercises, groups = lesson_parts(order.items)
    request, title = order.request, order.title

    def of_kind(kind: str, columns: int, name: str, items: list[Item], headed: list[str]) -> Part:
        own = request.model_copy(update={"kind": kind, "columns": columns, "conclusion": request.conclusion})
        return Part([f"{title}: {name}"], own, items, headed)

    yield of_kind("worked", 1, "worked examples", examples, [""] * len(examples))
    versions = list(versions_of(exercises, 2))
    for name, version in versions:
        sheet = [_left_to_the_class(item) for item in version]
        yield of_kind("as-set", request.columns, f"sheet {name[-1]}", sheet, groups)
    for name, version in versions:
        yield of_kind("key", 3, f"answers {name[-1]}", version, [""] * len(version))
    yield of_kind("teacher", 1, "answers A with likely mistakes", versions[0][1], [""] * len(exercises))


def lesson_parts(items: list[Item]) -> tuple[list[Item], list[Item], list[str]]:
    """What a class is shown, what it then works on, and the headings that say like which example.

    What is left to the class in the set, wholly or partly, is what it works on; in a set in which nothing is, the first
    item of each step of the ladder is shown. Common practice, no source.
    """
    left = [i for i in items if i.task.role in ("turn", "find", "choice") or i.task.fading.kind != "worked"]
    if not left:
        first = {i.task.added: i for i in reversed(items)}
        left = [i for i in items if first[i.task.added] is not i] or items
    shown = [i for i in items if not any(i is one for one in left)] or items[:1]
    place = {id(item): number for number, item in enumerate(items)}  # the same problem may stand twice
    headings: list[str] = []
    told = 0
    for one in left:
        before = [number for number, item in enumerate(shown, start=1) if place[id(item)] <= place[id(one)]]
        like = max(before, default=1)
        headings.append(f"As in example {like}" if like != told else "")
        told = like
    return shown, left, headings


def _left_to_the_class(item: Item) -> Item:
    """An exercise as it stands on a sheet: partly worked where the set says so, else bare."""
    fading = item.task.fading if item.task.fading.kind != "worked" else FadingShape(kind="bare")
    return item.model_copy(update={"task": item.task.model_copy(update={"fading": fading})})


def _together(items: list[Item]) -> list[Item]:
    """The first done, two together, the rest alone."""
    kinds = [FadingShape(), *(FadingShape(kind="partly", lines=2) for _ in range(2))]
    fadings = [*kinds, *(FadingShape(kind="bare") for _ in items)]
    return [
        item.model_copy(update={"task": item.task.model_copy(update={"fading": fading})})
        for item, fading in zip(items, fadings, strict=False)
    ]


LARGEST_CUT_OUT = 12
"""Sizes of pieces that are still wide enough to be coloured."""


def _sizes(items: list[Item]) -> list[int]:
    """The sizes of pieces in a set, the whole first."""
    sizes = {b for item in items for b in _bottoms(read_again(item.problem).expr)}
    return [1, *sorted(b for b in sizes if b <= LARGEST_CUT_OUT)]


def _bottoms(expr: Expr) -> list[int]:
    found = [n.denominator for n in numbers_of(expr) if isinstance(n, (CommonFraction, MixedNumber))]
    return [b for b in dict.fromkeys(found) if b > 1]


def versions_of(items: list[Item], count: int) -> Iterator[tuple[str, list[Item]]]:
    """The set, and as version B the same demands with other numbers; what has no twin stays as it is."""
    if count == 1:
        yield "", items
        return
    yield ", A", items
    other = [
        Item(problem=text, school=i.school, task=i.task, edits=Edits(), liked=i.liked) if text else i
        for i, text in zip(items, version_b((i.problem, i.school) for i in items), strict=True)
    ]
    yield ", B", other


def handout_pdf(request: PrintRequest, title: str, versions: list[Data]) -> bytes:
    """A tagged PDF, to PDF/UA-1 and PDF/A-2a. Raises typst.TypstError, which is a fault of the template."""
    made = typst.compile(
        str(TEMPLATE),
        sys_inputs=_inputs(request, title, versions),
        ignore_system_fonts=True,
        pdf_standards=["ua-1", "a-2a"],
    )
    assert isinstance(made, bytes)
    return made


SIZES = {"small": 11, "medium": 13, "large": 17}
"""Points: for the oldest, for the middle, for the youngest."""


def _inputs(request: PrintRequest, title: str, versions: list[Data]) -> dict[str, str]:
    data = {
        "title": title,
        "paper": request.paper,
        "size": SIZES[request.size],
        "name-word": "Name",
        "date-word": "Date",
        "legend": LEGEND,
        "versions": versions,
    }
    return {"data": json.dumps(data)}


def item_data(number: int, item: Item, request: PrintRequest, content: Data) -> Data:
    """All that the template needs of one item."""
    problem, reference = read_and_worked(item.problem)
    asked = Asked(problem, school_from(FACETS, item.school), chosen_words(content.get("words", {})))
    task, edits = item.task, item.edits
    finding = task.role == "find" and task.mistake in BY_ID
    usual = asked.school == DEFAULT_SCHOOL and not edits.turns
    right = reference if usual else asked.work(edits.turns)
    working = work(asked.problem, asked.school, BY_ID[task.mistake]) if finding else right
    fading = _fading(task, request)
    worked = request.kind in ("as-set", "together", "worked", "bare") and fading.kind != "bare"
    states = faded(working, fading)
    roomy = request.kind in ("as-set", "together", "bare") and not finding
    note = ""
    if finding and request.kind in ("as-set", "together", "worked", "bare"):
        note, worked, states = "Find the line that does not follow.", True, faded(working, Fading())
    elif finding:
        note = asked.named(BY_ID[task.mistake].name) + "."
    task_told = task_of(asked)
    lines = _lines(working, states, asked, edits, _boards(working, asked, request)) if worked else []
    return {
        "number": f"{number}.",
        "told": _told(asked, right, request, finding=finding),
        "asked": task_told if problem.story is None and task_told != asked.say(Say.of(calculating.problem)) else "",
        "problem": _shown_expr(asked, asked.problem.expr),
        "note": note,
        "sign": sign_of_answer(asked.problem.expr, right.answer),
        "answer": _shown_expr(asked, right.answer) if request.kind in ("key", "teacher") else NOTHING_SHOWN,
        "lines": lines if not finding else [_untold(line) for line in lines if not line.get("asks")],
        "shown": _of_the_problem(right, asked, item, request, worked=worked),
        "pictures": _pictures(right, states, asked, item) if worked and request.pictures and not finding else [],
        "space": (space := _space(right, states, asked, request, content.get("steps", {})) if roomy else None),
        "helps": _helps(asked, right, request) if space is not None else None,
        "wrong": _wrong(asked) if request.kind == "teacher" else [],
        "choices": [
            {"letter": letter, "shown": _shown_expr(asked, choice.answer), "right": not choice.mistake}
            for letter, choice in (lettered(problem, asked.school, task.choices) if task.role == "choice" else ())
        ],
        "rule": task.rule if request.kind != "key" else "",
    }


def _told(asked: Asked, right: Working, request: PrintRequest, *, finding: bool) -> Data | None:
    """A story's text with its tables, its bars (to be filled in where it is to be worked), and its sentences: written
    for the teacher, and as room for the class. Where a mistake is to be found, bars would give it away."""
    problem, words = asked.problem, asked.words
    if problem.story is None:
        return None
    worked = request.kind in ("worked", "teacher", "key")
    svg, told = bars_of(problem, words, blank=not worked)
    drawn = {"svg": svg, "alt": told, "caption": "", "width": width_in(svg)}
    bars = drawn if request.pictures and request.kind != "key" and not finding else None
    return {
        "blocks": [{"text": b.text, "rows": b.rows} for b in blocks_of(problem.story, words)],
        "bars": bars,
        "sentences": answers_of(problem.story, right.derivation.end, words) if worked else [],
        "room": 0 if worked else len(problem.story.sentences),
    }


def _untold(line: Data) -> Data:
    """A line or a board of a working whose mistake is to be found: a reason would give it away."""
    nothing: Data = {"reasons": []} if "board" in line else {"reason": ""}
    return line | nothing


def _fading(task: Task, request: PrintRequest) -> Fading:
    if request.kind == "worked":
        return Fading()
    if request.kind not in ("as-set", "together"):
        return Fading("bare")
    return Fading(task.fading.kind, task.fading.side, task.fading.lines, task.fading.what)


def _shown_expr(asked: Asked, expr: Expr, blank: tuple[tuple[int, ...], ...] = ()) -> Data:
    return {
        "node": typeset(expr, asked.amounts, blank=blank),
        "alt": spoken(expr, asked.amounts) + (", some numbers blank" if blank else ""),
    }


def _boards(working: Working, asked: Asked, request: PrintRequest) -> tuple[Board, ...]:
    """What stands in columns: as it is wished, or as it fits the problem."""
    return boards_of(working.derivation, asked.problem.label) if in_columns(working, request.organiser) else ()


def _lines(
    working: Working, states: tuple[State, ...], asked: Asked, edits: Edits, boards: tuple[Board, ...]
) -> list[Data]:  # fmt: skip
    """The lines that are not hidden, boards in place of those that they stand for."""
    own = {e.line: e for e in edits.lines}
    written_at = lines_of_steps(working)
    board_at = {n: b for b in boards for n in written_at[b.steps[0] : b.steps[1] + 1] if n is not None}
    drawn: set[int] = set()
    found: list[Data] = []
    for index, (line, state) in enumerate(zip(working.lines, states, strict=True)):
        edit = own.get(index)
        board = board_at.get(index)
        if board is not None:
            if id(board) not in drawn:
                drawn.add(id(board))
                found.append(_board(board, written_at, states, asked, edits))
            continue
        if index == 0 or (edit is not None and edit.hidden):
            continue
        blank = _changed_numbers(line) if state == "numbers" else ()
        found.append(
            {
                "state": state,
                "sign": line.sign,
                "asks": line.is_question,
                "heading": heading_of(line, asked) if state == "given" else "",
                "question": asked.named(line.question),
                "shown": _shown_expr(asked, line.expr, blank) if state != "blank" else NOTHING_SHOWN,
                "reason": _reason(line, state, edit.reason if edit else None, asked),
                "side": [_side(s, asked, working) for s in line.side] if state == "given" else [],
            }
        )
    return found


def _side(side: SideWork, asked: Asked, working: Working) -> Data:
    """What stands beside a line, as on the screen: rows with the match ringed, a calculation on paper, a sum."""
    match side:
        case Multiples(rows, match):
            told = [
                {
                    "before": f"{number}:",
                    "numbers": [str(m) for m in multiples],
                    "after": f"× {match // number}" if match > number else "",
                }
                for number, multiples in rows
            ]
            return {"rows": told, "ringed": str(match)}
        case FactorPairs(pairs, ringed):
            told = [{"before": f"{n}:", "numbers": [f"{a} × {b}" for a, b in found], "after": ""} for n, found in pairs]
            return {"rows": [*told, {"before": "", "numbers": [str(ringed)], "after": ""}], "ringed": str(ringed)}
        case Renaming(top, bottom, by):
            return {"text": f"{top}/{bottom} × {by}/{by} = {top * by}/{bottom * by}"}
        case Calculation(text):
            return {"text": text}
        case SetOut() | PrimeFactors():
            board = board_beside(side, working.derivation.school, 0)
            data = board_cells(board, frozenset(range(len(board.strokes))))
            return {"board": data, "point": asked.words.decimal_sign}


def _board(
    board: Board, lines: list[int | None], states: tuple[State, ...], asked: Asked, edits: Edits
) -> Data:  # fmt: skip
    """A board whose strokes are written where their lines are given, boxes elsewhere; reasons of what is given."""
    given, reasons = told_on_board(board, lines, asked, edits, states)
    data = board_cells(board, given)
    return {"board": data, "reasons": reasons, "point": asked.words.decimal_sign}


def _reason(line: Line, state: State, own: str | None, asked: Asked) -> str:
    """The reason of a line that is given; one whose numbers are blank must not tell them."""
    if state != "given":
        return asked.named(line.question) if state == "numbers" else ""
    return own or asked.say(line.said)


def _changed_numbers(line: Line) -> tuple[tuple[int, ...], ...]:
    """The parts that change in a line; the whole line where all of it does."""
    return line.changed or ((),)


def _pictures(working: Working, states: tuple[State, ...], asked: Asked, item: Item) -> list[Data]:
    """One picture an item, as paper is dear: of the lines that are given the first that has one of a kind liked in the
    set, else the first that has any."""
    found = list(standing(working, item.edits, item.liked))
    given = [proof for line, proof in found if line and states[line] == "given"]
    if not isinstance(asked.problem.expr, FromPicture):  # where it is asked of its picture, that stands above already
        given += [proof for line, proof in found if line == 0]
    if not given:
        return []
    liked = [p for kind in item.liked for p in given if p.picture.kind == kind]
    return [_picture([*liked, *given][0], asked)]


def _of_the_problem(
    working: Working, asked: Asked, item: Item, request: PrintRequest, *, worked: bool
) -> Data | None:  # fmt: skip
    """The picture that stands with a problem: the one that it is asked of, or where it is to be worked the one that
    helps."""
    expr = asked.problem.expr
    if isinstance(expr, FromPicture):
        return _picture(picture_to_read(expr), asked) if request.kind != "key" else None
    if worked or not request.pictures or request.kind not in ("as-set", "together", "bare"):
        return None
    helping = next((proof for line, proof in standing(working, item.edits, item.liked) if line == 0), None)
    return _picture(helping, asked) if helping is not None else None


def _picture(proof: Proof, asked: Asked) -> Data:
    shown = shown_picture(proof, asked)
    return {"svg": shown.svg, "alt": shown.told, "caption": shown.caption, "width": shown.width}


def _space(
    working: Working, states: tuple[State, ...], asked: Asked, request: PrintRequest, steps: dict[str, str]
) -> Data | None:  # fmt: skip
    """Room to work in, in the organiser chosen; none where the lines to be filled stand already."""
    if "blank" in states and any(s == "given" for s in states[1:]):
        return None
    if all(s != "blank" for s in states[1:]) or isinstance(asked.problem.expr, FromPicture):  # its box is the room
        return None
    if isinstance(asked.problem.expr, InStory):  # which calculations there are is for the class to find
        return {"kind": "lines", "lines": 2 * len(plan_of(asked.problem.expr.situation)) + SPACE_LINES}
    boards = _boards(working, asked, request)
    if boards:
        # What is calculated first, or taken from the other side, is for the class to write: only the problem is given.
        given = [
            frozenset((0,) if working.derivation.steps[b.steps[0]].before == asked.problem.expr else ()) for b in boards
        ]
        blanks = [board_cells(b, g) for b, g in zip(boards, given, strict=True)]
        return {"kind": "boards", "boards": blanks, "point": asked.words.decimal_sign}
    if request.organiser == "panels":
        return {"kind": "panels", "panels": [asked.named(name) for name in PANELS.values()]}
    if request.organiser == "checklist":
        acts = dict.fromkeys(line.act for line in working.lines[1:])
        return {"kind": "checklist", "steps": [steps.get(a) or asked.named(ACTS[a].name) for a in acts]}
    written = sum(not line.is_question for line in working.lines) - 1
    return {"kind": "lines", "lines": written + SPACE_LINES}


LONGEST_LINE = 20
"""Wholes on a number line that can still be marked between."""


def _helps(asked: Asked, right: Working, request: PrintRequest) -> Data:
    """What stands with the space to work in: an empty place for the estimate, a strip for each size of piece, a number
    line that the answer lies on."""
    expr = asked.problem.expr
    top = 0
    if request.line and is_numeral(right.answer):
        values = [evaluate(n) for n in (*numbers_of(expr), right.answer) if is_numeral(n)]
        top = ceil(max(values)) if min(values) >= 0 and max(values) <= LONGEST_LINE else 0
    return {
        "estimate": request.estimate and not isinstance(expr, (Chain, Comparison)),
        "strips": [b for b in _bottoms(expr) if b <= LARGEST_CUT_OUT] if request.strips else [],
        "line": top,
    }


def _wrong(asked: Asked) -> list[Data]:
    """Likely wrong answers with the mistakes that give them, and whether the estimate would catch them."""
    second = look_twice(asked.problem, asked.school)
    rows: dict[str, Data] = {}
    for wrong in second.likely_wrong:
        shown = _shown_expr(asked, wrong.answer)
        row = rows.setdefault(shown["alt"], {"answer": shown, "names": [], "caught": False})
        row["names"].append(asked.named(BY_ID[wrong.mistake].name))
        row["caught"] = wrong.caught
    return [row | {"names": "; ".join(row["names"])} for row in rows.values()]


def _item(example: Example, liked: list[str]) -> Item:
    return Item(
        problem=example.problem,
        school=example.school,
        task=Task.model_validate(example.task),
        edits=Edits.model_validate(example.edits),
        liked=liked,
    )


def _shown(row: PrintJobRow) -> PrintJob:
    told = {"id": row.id, "state": row.state, "done": row.done, "total": row.total, "message": row.message}
    return PrintJob.model_validate(told | {"pages": row.page_count})
