"""The settings of a teacher: one row, at a revision like a set."""

from typing import Any

from sqlalchemy import select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from keen_slate.faults import ChangedMeanwhile
from keen_slate.store.database import owner_of
from keen_slate.store.models import DeskSettings

_READ = select(DeskSettings.revision, DeskSettings.content)


def read(session: Session) -> tuple[int, dict[str, Any]]:
    """Revision and content; revision 0 and nothing where nothing has been set yet."""
    found = session.execute(_READ).one_or_none()
    return (found[0], found[1]) if found else (0, {})


def change(session: Session, revision: int, content: dict[str, Any]) -> int:
    """Put new settings in force and return their revision. Raises ChangedMeanwhile where they have moved on."""
    if revision == 0:
        made = session.execute(
            insert(DeskSettings)
            .values(owner_id=owner_of(session), revision=1, content=content)
            .on_conflict_do_nothing()
            .returning(DeskSettings.revision)
        ).scalar()
    else:
        made = session.execute(
            update(DeskSettings)
            .where(DeskSettings.revision == revision)
            .values(revision=revision + 1, content=content)
            .returning(DeskSettings.revision)
        ).scalar()
    if made is None:
        raise ChangedMeanwhile
    return made
