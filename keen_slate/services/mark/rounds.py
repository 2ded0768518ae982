"""The Mark place: what a class handed in, judged and ruled on."""

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any
from uuid import UUID

from keen_slate.core.problem import bounds
from keen_slate.faults import NotPossible
from keen_slate.services.mark.opened import VERSIONS, Opened, last_day, settings_of
from keen_slate.services.mark.remembered import Remembered
from keen_slate.services.shapes.base import Revision
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.marking import (
    CellDetail,
    JudgedCells,
    MarkingRound,
    NewRound,
    Paper,
    Paste,
    PastedCells,
    PolicyShape,
    RoundChange,
    RoundList,
    RoundsAsked,
    RoundSentence,
    RoundSummary,
    RulingRequest,
    SchemeChange,
    TypedCells,
)
from keen_slate.services.versions import version_b
from keen_slate.store import classes, record, rounds, sets
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example

FIRST_PAGE = RoundsAsked()
OPENED: Remembered[MarkingRound] = Remembered()


class Rounds:
    """Raises NotFound for what is gone, ChangedMeanwhile where a round has moved on; nothing is written then."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def list_rounds(self, today: date, asked: RoundsAsked = FIRST_PAGE) -> RoundList:
        """A page of the rounds, the latest first. What is older than the teacher keeps answers is deleted now."""
        with self.database.transaction() as session:
            keep, forgotten = settings_of(session).keep_days, 0
            kept_from = today - timedelta(days=keep)
            if classes.is_anything_gone(session, kept_from):
                classes.clear_away(session)
                forgotten = rounds.forget_answers_before(session, kept_from)
            found = rounds.list_rounds(session, asked.named.strip(), asked.past, asked.most + 1)
            return RoundList(
                rounds=[RoundSummary(**line._asdict()) for line in found[: asked.most]],
                more=len(found) > asked.most,
                forgotten=forgotten,
                going=_going(rounds.first_answered(session), keep),
            )

    def begin(self, asked: NewRound) -> MarkingRound:
        """A round with the items of a set as they are now. Raises NotPossible for a set without examples or with more
        than can be marked, and for a class without pupils."""
        with self.database.transaction() as session:
            of_class = classes.open_class(session, asked.class_id)
            of_set = sets.open_set(session, asked.set_id, shared=True)
            if not of_class.pupils:
                raise NotPossible(f"“{of_class.name}” has no pupils yet. Add their codes first.")
            if not 1 <= len(of_set.examples) <= bounds.MOST_MARKED:
                raise NotPossible(
                    f"A round takes 1 to {bounds.MOST_MARKED} items; “{of_set.name}” has {len(of_set.examples)}. "
                    "Copy those that were handed out into a set of their own."
                )
            kept = settings_of(session)
            items: list[dict[str, Any]] = [_item_of(e) for e in of_set.examples]
            if asked.versions:
                for item, other in zip(items, version_b((i["problem"], i["school"]) for i in items), strict=True):
                    item["other"] = other
            papers = {str(p.id): {"version": VERSIONS[i % 2]} for i, p in enumerate(of_class.pupils)}
            policy = PolicyShape(forms=kept.policy, label_required=kept.label_required, place_only=kept.place_only)
            new = rounds.NewRound(
                class_id=of_class.id,
                set_id=of_set.id,
                name=asked.name or of_set.name,
                held_on=asked.held_on,
                items=items,
                policy=policy.model_dump(),
                papers=papers if asked.versions else {},
            )
            made = rounds.make_round(session, new)
            record.note(session, made.held_on, "marked", round_id=made.id, set_id=made.set_id, class_id=made.class_id)
            return Opened(session, made).shown()

    def open(self, round_id: UUID) -> MarkingRound:
        with self.database.transaction() as session:
            stamp = rounds.stamp_of(session, round_id)
            return OPENED.shown(round_id, stamp, lambda: Opened.of(session, round_id).shown())

    def type_in(self, round_id: UUID, asked: TypedCells, is_light: Callable[[list[str]], bool]) -> JudgedCells | None:
        """Keep answers as they were typed; judge them at once where making their items ready is light. Returns None
        where they are kept and still to be judged. Raises NotPossible for a cell that the round does not have."""
        with self.database.transaction() as session:
            places = {(c.pupil, c.item) for c in asked.cells}
            opened = Opened.of(session, round_id, places)
            versions = [opened.version(pupil, item) for pupil, item in places]
            light = is_light(list(dict.fromkeys(v.problem for v in versions if not v.is_ready)))
            kept = opened.put(asked.cells, judge=light)
            return opened.told(kept) if light else None

    def sentence(self, round_id: UUID) -> RoundSentence:
        with self.database.transaction() as session:
            opened = Opened.of(session, round_id)
            return RoundSentence(sentence=opened.sentence(), unjudged=opened.unjudged())

    def judge(self, round_id: UUID, asked: TypedCells) -> JudgedCells:
        """Judge the answers in these cells, or all that are not judged yet where none are named."""
        with self.database.transaction() as session:
            named = {(c.pupil, c.item) for c in asked.cells} or None
            return Opened(session, rounds.hold(session, round_id), named).judged(named)

    def wanted(self, round_id: UUID, asked: TypedCells) -> list[str]:
        """The problems that must be made ready to judge these cells, or all that are not judged yet."""
        with self.database.transaction() as session:
            named = {(c.pupil, c.item) for c in asked.cells} or None
            return Opened.of(session, round_id, named).wanted(named)

    def paste(self, round_id: UUID, asked: Paste) -> PastedCells:
        """Keep pasted cells as they are; they are judged afterwards."""
        with self.database.transaction() as session:
            cells, report = Opened.of(session, round_id).pasted_cells(asked)
            Opened.of(session, round_id).put(cells)
            opened = Opened.of(session, round_id)
            places = {(c.pupil, c.item) for c in cells}
            return PastedCells(
                cells=[opened.cell(a) for place, a in opened.answers.items() if place in places],
                taken=len(cells),
                report=report,
            )

    def paper(self, round_id: UUID, asked: Paper) -> MarkingRound:
        """Say that a pupil was away, or which version it had; the answers stay."""
        with self.database.transaction() as session:
            found = rounds.hold(session, round_id)
            paper = {"version": asked.version, "absent": asked.absent}
            rounds.keep_aside(session, round_id, papers=found.papers | {str(asked.pupil): paper})
            return Opened.of(session, round_id).shown()

    def rule(self, round_id: UUID, asked: RulingRequest) -> JudgedCells:
        """Overrule what was found of an answer, or of every equal one. Raises NotPossible for marks that the item does
        not have, and for a mistake that nobody knows."""
        with self.database.transaction() as session:
            opened = Opened(session, rounds.hold(session, round_id))
            return opened.ruled(asked)

    def change_scheme(self, round_id: UUID, asked: SchemeChange) -> MarkingRound:
        """Give an item another scheme; its answers are to be judged again. Raises NotPossible for a method that the
        item does not have."""
        with self.database.transaction() as session:
            opened = Opened.of(session, round_id)
            items = opened.with_scheme(asked)
            changed = rounds.change_round(session, round_id, asked.revision, items=items)
            return Opened(session, changed).shown()

    def change(self, round_id: UUID, asked: RoundChange) -> MarkingRound:
        with self.database.transaction() as session:
            changed = rounds.change_round(
                session, round_id, asked.revision, name=asked.name, held_on=asked.held_on,
                policy=asked.policy.model_dump(),
            )  # fmt: skip
            return Opened(session, changed).shown()

    def delete(self, round_id: UUID, revision: int) -> Revision:
        """Returns the revision from which it can be restored."""
        with self.database.transaction() as session:
            return Revision(revision=rounds.delete_round(session, round_id, revision))

    def restore(self, round_id: UUID, revision: int) -> MarkingRound:
        with self.database.transaction() as session:
            return Opened(session, rounds.restore_round(session, round_id, revision)).shown()

    def detail(self, round_id: UUID, pupil: UUID, item: int) -> CellDetail:
        """All that is known of one answer."""
        found = self.light_detail(round_id, pupil, item, lambda _: True)
        assert found is not None
        return found

    def light_detail(
        self, round_id: UUID, pupil: UUID, item: int, is_light: Callable[[str], bool]
    ) -> CellDetail | None:
        """The same; None where the item that the pupil had is not light."""
        with self.database.transaction() as session:
            opened = Opened.of(session, round_id, item=item)
            light = item >= len(opened.items) or is_light(opened.version(pupil, item).problem)
            return opened.detail(pupil, item) if light else None


def _going(first: date | None, keep: int) -> str:
    """What is deleted next, said beforehand."""
    if first is None:
        return ""
    return f"Answers are kept {keep} days. Those of {first:%-d %B %Y} are deleted on {last_day(first, keep):%-d %B %Y}."


def _item_of(example: Example) -> dict[str, Any]:
    """An item as a round keeps it; of a choice question with the mistakes that stand behind its wrong answers."""
    task = Task.model_validate(example.task)
    item: dict[str, Any] = {"problem": example.problem, "school": example.school}
    return item | {"choices": task.choices} if task.role == "choice" else item
