"""The teacher's own aims."""

from collections.abc import Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from keen_slate.faults import NotFound
from keen_slate.store.models import KeptAim


def list_aims(session: Session) -> Sequence[KeptAim]:
    """All kept aims, by name."""
    return session.scalars(select(KeptAim).order_by(KeptAim.name, KeptAim.created_at)).all()


def keep_aim(session: Session, name: str, wishes: dict[str, Any]) -> KeptAim:
    kept = KeptAim(name=name, wishes=wishes)
    session.add(kept)
    session.flush()
    return kept


def forget_aim(session: Session, aim_id: UUID) -> None:
    """Raises NotFound."""
    if session.scalar(delete(KeptAim).where(KeptAim.id == aim_id).returning(KeptAim.id)) is None:
        raise NotFound("aim")
