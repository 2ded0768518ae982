"""The record: what was lined up, shown, printed, marked and spoken about, by day."""

from collections.abc import Sequence
from datetime import date
from typing import Any
from uuid import UUID

from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from keen_slate.faults import NotFound
from keen_slate.store.models import ExampleSet, MarkingRound, RecordEntry, SchoolClass

Line = tuple[RecordEntry, str | None, str | None, str | None]
"""An entry with the names of its class, its set and its round, where it has one."""


def read(session: Session, since: date, until: date, class_id: UUID | None = None) -> Sequence[Line]:
    """The entries of these days, the latest first; one query."""
    query = (
        select(RecordEntry, SchoolClass.name, ExampleSet.name, MarkingRound.name)
        .outerjoin(SchoolClass, SchoolClass.id == RecordEntry.class_id)
        .outerjoin(ExampleSet, ExampleSet.id == RecordEntry.set_id)
        .outerjoin(MarkingRound, MarkingRound.id == RecordEntry.round_id)
        .where(RecordEntry.on_day.between(since, until))
        .order_by(RecordEntry.on_day.desc(), RecordEntry.created_at.desc(), RecordEntry.id)
    )
    if class_id is not None:
        query = query.where(RecordEntry.class_id == class_id)
    return [(row[0], row[1], row[2], row[3]) for row in session.execute(query)]


def note(
    session: Session,
    on_day: date,
    kind: str,
    about: str = "",
    *,
    set_id: UUID | None = None,
    class_id: UUID | None = None,
    round_id: UUID | None = None,
    counts: dict[str, Any] | None = None,
) -> RecordEntry:
    made = RecordEntry(
        on_day=on_day, kind=kind, about=about, set_id=set_id, class_id=class_id, round_id=round_id, counts=counts or {}
    )
    session.add(made)
    session.flush()
    return made


def note_once(
    session: Session,
    on_day: date,
    kind: str,
    about: str = "",
    *,
    set_id: UUID | None = None,
    class_id: UUID | None = None,
    round_id: UUID | None = None,
    counts: dict[str, Any] | None = None,
) -> RecordEntry:
    """The same: once a day for the same set and round, where nothing is counted."""
    found = session.scalar(
        select(RecordEntry)
        .where(
            RecordEntry.on_day == on_day,
            RecordEntry.kind == kind,
            RecordEntry.counts == {},
            RecordEntry.set_id.is_not_distinct_from(set_id),
            RecordEntry.round_id.is_not_distinct_from(round_id),
        )
        .limit(1)
    )
    if found is None:
        return note(session, on_day, kind, about, set_id=set_id, class_id=class_id, round_id=round_id, counts=counts)
    found.class_id = found.class_id or class_id
    return found


def change(session: Session, entry_id: UUID, about: str, class_id: UUID | None) -> None:
    """Raises NotFound."""
    made = update(RecordEntry).where(RecordEntry.id == entry_id).values(about=about, class_id=class_id)
    if session.scalar(made.returning(RecordEntry.id)) is None:
        raise NotFound("entry")


def erase(session: Session, entry_id: UUID) -> None:
    """Raises NotFound."""
    if session.scalar(delete(RecordEntry).where(RecordEntry.id == entry_id).returning(RecordEntry.id)) is None:
        raise NotFound("entry")
