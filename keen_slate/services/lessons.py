"""The Show place: a set as a lesson, everything that the projector shows line by line."""

import json
from collections.abc import Sequence
from functools import lru_cache
from typing import Any
from uuid import UUID

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.diagnosis.called_out import called_out
from keen_slate.core.diagnosis.second_look import LikelyWrong, look_twice
from keen_slate.core.estimating.estimates import Estimate
from keen_slate.core.laddering.changing import DECISIVE
from keen_slate.core.laddering.fading import Fading, State, faded
from keen_slate.core.laddering.limits import numbers_of
from keen_slate.core.machine.acts import ACTS
from keen_slate.core.malrules.listing import BY_ID, MISTAKES
from keen_slate.core.problem.tree import Expr, FromPicture, evaluate
from keen_slate.core.saying import asking_first
from keen_slate.core.saying.say import Say
from keen_slate.core.working.deciding import decisive_line
from keen_slate.core.working.work import Working, work
from keen_slate.faults import UnknownWord
from keen_slate.render.prose import prose_html
from keen_slate.services.line_up import NOBODYS
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.show import (
    CalledOutRequest,
    CalledOutShown,
    Layout,
    Lesson,
    LessonItem,
    LessonLine,
    LessonStory,
    LikelyAnswer,
    WrongOnPurpose,
)
from keen_slate.services.shapes.work import Edits, LineEdit, ShownBoard, ShownPicture, ShownStroke, Worked, WrongRequest
from keen_slate.services.work.asked import Asked
from keen_slate.services.work.boards import in_columns
from keen_slate.services.work.choosing import to_choose
from keen_slate.services.work.looked_at import shown_estimate
from keen_slate.services.work.pictures import counter_picture, disproved, shown_picture, standing
from keen_slate.services.work.shown import shown_working
from keen_slate.services.work.stories import bars_picture, shown_story
from keen_slate.store import sets, settings
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example


class Lessons:
    """Raises NotFound for a set that is not there."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def lesson(self, set_id: UUID) -> Lesson:
        """The whole lesson at once, so that it goes on when the connection drops; the screen shows it bit by bit."""
        with self.database.transaction() as session:
            _, content = settings.read(session)
            found = sets.open_set(session, set_id, shared=True)
        return Lesson(
            id=found.id, name=found.name, items=[lesson_item(e, content, found.pictures) for e in found.examples]
        )


def lesson_item(example: Example, content: dict[str, Any], liked: Sequence[str] = ()) -> LessonItem:
    """One example as it is shown; ``content`` are the desk's settings, ``liked`` the kinds of pictures of its set."""
    kept = (json.dumps(part, sort_keys=True) for part in (example.task, example.school, example.edits))
    settled = json.dumps([content.get(name) for name in ("words", "acronym", "organiser")], sort_keys=True)
    return _as_kept(example.problem, *kept, settled, tuple(liked)).model_copy(update={"id": example.id})


MOST_ITEMS_KEPT = 512
"""Some 20 MB: the lessons of a few weeks. Losing one costs only time."""


@lru_cache(maxsize=MOST_ITEMS_KEPT)
def _as_kept(
    problem: str, kept_task: str, kept_school: str, kept_edits: str, kept_settings: str, liked: tuple[str, ...]
) -> LessonItem:
    """An item as it is shown, by all that this depends on; whose it is is filled in."""
    task, edits = Task.model_validate_json(kept_task), Edits.model_validate_json(kept_edits)
    words, acronym, organiser = json.loads(kept_settings)
    asked = Asked.read(problem, json.loads(kept_school), words or {}, kept=True)
    acronym, organiser = acronym or "none", organiser or "fitting"
    right = asked.work(edits.turns)
    second = look_twice(asked.problem, asked.school)
    finding = task.role == "find" and task.mistake in BY_ID
    demands = demands_of(asked.problem, right.derivation)
    working = work(asked.problem, asked.school, BY_ID[task.mistake]) if finding else right
    shown = shown_working(asked, working, acronym)
    reads = isinstance(asked.problem.expr, FromPicture)
    proofs = {at: p for at, p in standing(right, edits, liked) if not finding or (reads and at == 0)}
    drawn = {at: shown_picture(p, asked) for at, p in proofs.items()}
    states = () if finding else faded(right, Fading(**task.fading.model_dump()))
    met_in = [DEMAND[d].met_in for d in (task.added, *(d for d in DECISIVE if d in demands)) if d in DEMAND]
    decides = None if finding else decisive_line(right, met_in)
    lines = _lines(shown, working, asked, Edits() if finding else edits, drawn, states, decides)
    near = second.estimates and asked.problem.story is None and not finding
    question = asked.say(
        Say.of(asking_first.about_how_much, near=_rounded_in(asked, second.estimates[0]) if near else ())
    )
    chosen = [w for w in second.likely_wrong if w.mistake == task.mistake]
    likeliest = next(iter((*chosen, *second.likely_wrong)), None)
    return LessonItem(
        id=NOBODYS,
        role=task.role,
        problem=shown.problem,
        asked=shown.lines[0].reason if shown.asked != shown.problem.text else "",
        picture=drawn.get(0),
        asks_of_picture=reads,
        estimates=[shown_estimate(e, asked) for e in second.estimates],
        lines=lines,
        answer=asked.notation(right.answer),
        turn=task.role in ("turn", "choice") or task.fading.kind == "bare",
        find=asked.unsettled(BY_ID[task.mistake], working.answer) if finding else "",
        wrong=None if likeliest is None or finding else _on_purpose(likeliest, asked, acronym),
        story=_story(asked, right, finding=finding),
        layout=_layout(working, organiser, in_panels=not finding and asked.problem.story is None),
        panels=shown.panels,
        boards=_boards(shown, Edits() if finding else edits),
        text=asked.problem.text(asked.words),
        school=asked.school.as_dict(),
        turns=edits.turns,
        estimate_question=question,
        estimate_question_html=prose_html(question, asked.words),
        likely=[
            LikelyAnswer(mistake=w.mistake, name=asked.named(MISTAKES[w.mistake].name), answer=asked.notation(w.answer))
            for w in (() if finding else second.likely_wrong[:MOST_LIKELY])
        ],
        choices=to_choose(asked, task.choices) if task.role == "choice" else [],
        rule=task.rule,
        rule_html=prose_html(task.rule, asked.words),
    )


MOST_LIKELY = 8
"""Wrong answers to wait for, the likeliest first; what comes after is seldom heard."""


def _layout(working: Working, organiser: str, *, in_panels: bool) -> Layout:
    """As it is chosen, where the working can be laid out so; or as it fits."""
    if organiser == "panels" and in_panels and any(ACTS[n.act].panel == "equivalents" for n in working.lines):
        return "panels"
    return "columns" if in_columns(working, organiser) else "lines"


def _rounded_in(asked: Asked, estimate: Estimate) -> tuple[Expr, ...]:
    """The numbers of a problem that its estimate puts an easy one for."""
    pairs = zip(numbers_of(asked.problem.expr), numbers_of(estimate.rounded), strict=False)
    return tuple(dict.fromkeys(number for number, easy in pairs if evaluate(number) != evaluate(easy)))


def call_out(request: CalledOutRequest) -> CalledOutShown:
    """What a class calls out, judged at its step."""
    asked = Asked.of(request)
    comma = asked.words.decimal_sign == ","
    working = asked.work(request.turns)
    found = called_out(
        asked.problem, working, request.at, request.said, written=tuple(request.written), decimal_comma=comma
    )
    said = asked.say(found.said)
    return CalledOutShown(verdict=found.verdict, said=said, said_html=prose_html(said, asked.words))


def wrong_on_purpose(request: WrongRequest) -> WrongOnPurpose:
    """The wrong working of a mistake that the teacher chose. Raises UnknownWord for one that this item cannot show."""
    asked = Asked.of(request)
    for wrong in look_twice(asked.problem, asked.school).likely_wrong:
        if wrong.mistake == request.mistake:
            return _on_purpose(wrong, asked, request.acronym)
    raise UnknownWord(f"This item does not show the mistake {request.mistake}. Choose one of those beside it.")


def _story(asked: Asked, right: Working, *, finding: bool) -> LessonStory | None:
    """What is told of a story; where a mistake is to be found its bars and its answer would give it away."""
    bars = bars_picture(asked.problem, asked.words)
    shown = shown_story(asked, right)
    if bars is None or shown is None:
        return None
    if finding:
        return LessonStory(blocks=shown.blocks, bars=None, sentences=[], sentences_html=[])
    sentences = {"sentences": shown.sentences, "sentences_html": shown.sentences_html}
    return LessonStory(blocks=shown.blocks, bars=bars, **sentences)


def _lines(
    shown: Worked,
    working: Working,
    asked: Asked,
    edits: Edits,
    drawn: dict[int, ShownPicture],
    states: tuple[State, ...] = (),
    decides: int | None = None,
) -> list[LessonLine]:
    changed = {e.line: e for e in edits.lines}
    false = next((i for i, line in enumerate(working.lines) if line.by_mistake), None)
    found: list[LessonLine] = []
    for index, line in enumerate(shown.lines):
        own = changed.get(index)
        if index == 0 or (own is not None and own.hidden):
            continue
        found.append(
            LessonLine(
                at=index,
                sign=line.sign,
                notation=line.notation,
                reason=(own.reason if own and own.reason else line.reason),
                reason_html=None if own and own.reason else line.reason_html,
                question=asked.named(working.lines[index].question),
                only_asks=line.question,
                side=line.side,
                picture=drawn.get(index),
                false=index == false,
                heading=line.heading if false is None else "",
                panel=line.panel,
                decisive=index == decides,
                state=states[index] if index < len(states) else "given",
                note=(own.note or "") if own else "",
                blanks=own.blanks if own else [],
            )
        )
    return found


def _boards(shown: Worked, edits: Edits) -> list[ShownBoard]:
    """The boards with the teacher's own words at the first stroke of a line; a hidden line's strokes give no reason."""
    own = {e.line: e for e in edits.lines}
    return [
        board.model_copy(update={"strokes": [_stroke(board, at, own) for at in range(len(board.strokes))]})
        for board in shown.boards
    ]


def _stroke(board: ShownBoard, at: int, own: dict[int, LineEdit]) -> ShownStroke:
    stroke = board.strokes[at]
    edit = own.get(stroke.line) if stroke.line is not None else None
    if edit is None:
        return stroke
    if edit.hidden:
        return stroke.model_copy(update={"reason": "", "reason_html": "", "question": ""})
    first = all(s.line != stroke.line for s in board.strokes[:at])
    return stroke.model_copy(update={"reason": edit.reason, "reason_html": ""}) if first and edit.reason else stroke


def _on_purpose(wrong: LikelyWrong, asked: Asked, acronym: str) -> WrongOnPurpose:
    """The likeliest wrong working, to be shown and disproved."""
    working = work(asked.problem, asked.school, BY_ID[wrong.mistake])
    shown = shown_working(asked, working, acronym)
    lines = [n for n in _lines(shown, working, asked, Edits(), {}) if not n.only_asks]
    question = asked.unsettled(BY_ID[wrong.mistake], working.answer)
    return WrongOnPurpose(
        mistake=wrong.mistake,
        name=asked.named(MISTAKES[wrong.mistake].name),
        lines=lines,
        boards=shown.boards,
        question=question,
        question_html=prose_html(question, asked.words),
        picture=counter_picture(asked, wrong.answer),
        disproved=disproved(asked, wrong.mistake),
    )
