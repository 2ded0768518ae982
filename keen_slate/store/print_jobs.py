"""Handouts being made: rows that any process reads, and that the one which makes it writes."""

from datetime import timedelta
from uuid import UUID

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session, defer

from keen_slate.faults import NotFound
from keen_slate.store.models import PrintJobRow

KEPT_FOR = timedelta(days=1)
SILENT_FOR = timedelta(minutes=2)
"""After so long without a sign the process that made it is gone."""


def begin(session: Session, total: int, name: str) -> UUID:
    """Note a new handout; what is older than a day is cleared away."""
    session.execute(delete(PrintJobRow).where(PrintJobRow.created_at < func.now() - KEPT_FOR))
    row = PrintJobRow(state="running", total=total, name=name)
    session.add(row)
    session.flush()
    return row.id


def look(session: Session, job_id: UUID) -> PrintJobRow:
    """How far it is, without the file. Raises NotFound. One whose maker has gone silent is failed."""
    silent = PrintJobRow.changed_at < func.now() - SILENT_FOR
    session.execute(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state == "running", silent)
        .values(state="failed", message="The making of this handout was broken off. Print it again.")
    )
    row = session.scalar(
        select(PrintJobRow)
        .where(PrintJobRow.id == job_id)
        .options(defer(PrintJobRow.pdf), defer(PrintJobRow.preview))
        .execution_options(populate_existing=True)
    )
    if row is None:
        raise NotFound("handout")
    return row


def go_on(session: Session, job_id: UUID, done: int) -> bool:
    """Say how many items are set. Returns False once it has been cancelled."""
    changed = session.scalar(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state == "running")
        .values(done=done, changed_at=func.clock_timestamp())
        .returning(PrintJobRow.id)
    )
    return changed is not None


def finish(session: Session, job_id: UUID, pdf: bytes | None, preview: bytes | None = None, message: str = "") -> None:
    """Keep the file and the picture of its first page, or why there is none. What was cancelled stays so."""
    session.execute(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state == "running")
        .values(
            state="done" if pdf is not None else "failed",
            pdf=pdf,
            preview=preview,
            message=message,
            changed_at=func.clock_timestamp(),
        )
    )


def cancel(session: Session, job_id: UUID) -> PrintJobRow:
    session.execute(
        update(PrintJobRow)
        .where(PrintJobRow.id == job_id, PrintJobRow.state == "running")
        .values(state="cancelled", changed_at=func.clock_timestamp())
    )
    return look(session, job_id)


def pdf_of(session: Session, job_id: UUID) -> tuple[str, bytes]:
    """The name and the file. Raises NotFound while there is none."""
    row = session.get(PrintJobRow, job_id)
    if row is None or row.pdf is None:
        raise NotFound("handout")
    return row.name, row.pdf


def preview_of(session: Session, job_id: UUID) -> bytes:
    """The first page as PNG. Raises NotFound while there is none."""
    row = session.get(PrintJobRow, job_id)
    if row is None or row.preview is None:
        raise NotFound("handout")
    return row.preview
