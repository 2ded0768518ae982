"""Errands: rows that any process reads, and that the worker which does one writes."""

from datetime import timedelta
from typing import Any
from uuid import UUID

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session

from keen_slate.faults import NotFound, NotPossible
from keen_slate.store.models import Base, Errand
from keen_slate.store.queue import DO_ERRAND, put_off

KEPT_FOR = timedelta(minutes=10)
MOST_WAITING = 40
"""Errands of one teacher that wait or are done: more than a class at once asks of one desk."""


def clear_old(session: Session) -> None:
    """Clear away everybody's old ones: a statement about the table, not about what is a teacher's."""
    table = Base.metadata.tables[Errand.__tablename__]
    session.execute(delete(table).where(table.c.created_at < func.now() - KEPT_FOR))


def order(session: Session, act: str, asked: dict[str, Any]) -> UUID:
    """Note an errand and put it into the queue; what is old is cleared away. Raises NotPossible for too many."""
    clear_old(session)
    waiting = session.scalar(select(func.count()).select_from(Errand).where(Errand.state == "waiting"))
    if (waiting or 0) >= MOST_WAITING:
        raise NotPossible("Too much is being worked on for you already. Wait until some of it is done.")
    row = Errand(act=act, state="waiting", asked=asked)
    session.add(row)
    session.flush()
    put_off(session, DO_ERRAND, row.id)
    return row.id


def take(session: Session, errand_id: UUID) -> Errand | None:
    """What is to be done; None where it is done or gone."""
    return session.scalar(select(Errand).where(Errand.id == errand_id, Errand.state == "waiting"))


def finish(session: Session, errand_id: UUID, status: int, answer: dict[str, Any]) -> None:
    """Keep the answer and its HTTP status."""
    session.execute(
        update(Errand)
        .where(Errand.id == errand_id, Errand.state == "waiting")
        .values(state="done", asked={}, answer={"status": status, "body": answer})
    )


def look(session: Session, errand_id: UUID) -> dict[str, Any] | None:
    """The status and the body of the answer, or None while it is not there. Raises NotFound."""
    row = session.scalar(select(Errand).where(Errand.id == errand_id))
    if row is None:
        raise NotFound("answer")
    return row.answer if row.state == "done" else None


def drop(session: Session, errand_id: UUID) -> None:
    """Nobody waits for it any more: what has not been begun is not done. Raises NotFound."""
    gone = session.scalar(delete(Errand).where(Errand.id == errand_id).returning(Errand.id))
    if gone is None:
        raise NotFound("answer")
