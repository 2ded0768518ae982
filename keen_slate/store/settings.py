"""The settings of the desk: one row, at a revision like a set."""

from typing import Any

from sqlalchemy import update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from keen_slate.faults import ChangedMeanwhile
from keen_slate.store.models import DeskSettings


def read(session: Session) -> tuple[int, dict[str, Any]]:
    """Revision and content; revision 0 and nothing where nothing has been set yet."""
    found = session.get(DeskSettings, 1)
    return (found.revision, found.content) if found else (0, {})


def change(session: Session, revision: int, content: dict[str, Any]) -> int:
    """Put new settings in force and return their revision. Raises ChangedMeanwhile where they have moved on."""
    if revision == 0:
        made = session.execute(
            insert(DeskSettings)
            .values(id=1, revision=1, content=content)
            .on_conflict_do_nothing()
            .returning(DeskSettings.revision)
        ).scalar()
    else:
        made = session.execute(
            update(DeskSettings)
            .where(DeskSettings.id == 1, DeskSettings.revision == revision)
            .values(revision=revision + 1, content=content)
            .returning(DeskSettings.revision)
        ).scalar()
    if made is None:
        raise ChangedMeanwhile
    return made
