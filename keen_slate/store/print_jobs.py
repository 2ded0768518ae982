"""Handouts: rows that any process reads, and that the worker which makes one writes."""

from datetime import timedelta
from typing import Any
from uuid import UUID

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session, defer

from keen_slate.faults import NotFound
from keen_slate.store.database import SHARED
from keen_slate.store.models import Base, ExampleSet, PrintJobRow
from keen_slate.store.queue import MAKE_HANDOUT, put_off

KEPT_FOR = timedelta(days=1)
UNFINISHED = ("waiting", "running")


def order(session: Session, total: int, name: str, ordered: dict[str, Any], set_id: UUID | None = None) -> UUID:
    """Note a new handout with all that is needed to make it, and put it into the queue; what is older than a day is
    cleared away."""
    table = Base.metadata.tables[PrintJobRow.__tablename__]  # everybody's, not only this teacher's
    session.execute(delete(table).where(table.c.created_at < func.now() - KEPT_FOR))
    row = PrintJobRow(state="waiting", total=total, name=name, ordered=ordered, set_id=set_id)
    session.add(row)
    session.flush()
    put_off(session, MAKE_HANDOUT, row.id)
    return row.id


def look(session: Session, job_id: UUID) -> PrintJobRow:
    """How far it is, without the file. Raises NotFound."""
    row = session.scalar(
        select(PrintJobRow)
        .where(PrintJobRow.id == job_id)
        .options(defer(PrintJobRow.pdf), defer(PrintJobRow.ordered))
        .execution_options(populate_existing=True)
    )
    if row is None:
        raise NotFound("handout")
    return row


def take(session: Session, job_id: UUID) -> PrintJobRow | None:
    """Begin one, or begin it again where its worker was lost; None where it was cancelled, is made or is gone."""
    return session.scalar(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state.in_(UNFINISHED))
        .values(state="running", done=0, changed_at=func.clock_timestamp())
        .returning(PrintJobRow)
    )


def go_on(session: Session, job_id: UUID, done: int) -> bool:
    """Say how many items are set. Returns False once it has been cancelled."""
    changed = session.scalar(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state == "running")
        .values(done=done, changed_at=func.clock_timestamp())
        .returning(PrintJobRow.id)
    )
    return changed is not None


def is_wanted(session: Session, job_id: UUID) -> bool:
    """Whether it is being made and has not been cancelled."""
    return session.scalar(select(PrintJobRow.state).where(PrintJobRow.id == job_id)) in UNFINISHED


def finish(session: Session, job_id: UUID, pdf: bytes | None, pages: int = 0, message: str = "") -> None:
    """Keep the file and how many pages it has, or why there is none. What was cancelled stays so."""
    session.execute(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state.in_(UNFINISHED))
        .values(
            state="done" if pdf is not None else "failed",
            pdf=pdf,
            page_count=pages,
            message=message,
            ordered={},
            changed_at=func.clock_timestamp(),
        )
    )


def cancel(session: Session, job_id: UUID) -> PrintJobRow:
    session.execute(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state.in_(UNFINISHED))
        .values(state="cancelled", ordered={}, changed_at=func.clock_timestamp())
    )
    return look(session, job_id)


def file_of(session: Session, job_id: UUID) -> tuple[str, bytes]:
    """The name and the file. Raises NotFound while there is none."""
    row = session.scalar(select(PrintJobRow).where(PrintJobRow.id == job_id))
    if row is None or row.pdf is None:
        raise NotFound("handout")
    return row.name, row.pdf


def set_of(session: Session, job_id: UUID) -> UUID | None:
    """The set that a handout is of, where it still is there."""
    of = select(ExampleSet.id).join(PrintJobRow, PrintJobRow.set_id == ExampleSet.id).where(PrintJobRow.id == job_id)
    return session.scalar(of.execution_options(**{SHARED: True}))
