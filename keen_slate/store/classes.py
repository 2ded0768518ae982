"""Classes of pupils, by codes or nicknames; every change names the revision that it was made on."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from sqlalchemy import bindparam, delete, exists, func, or_, select, update
from sqlalchemy.orm import Session, joinedload, selectinload

from keen_slate.faults import BadOrder, ChangedMeanwhile, NotFound
from keen_slate.store.database import owner_of
from keen_slate.store.models import GivenAnswer, MarkingRound, Pupil, RecordEntry, SchoolClass

GONE_AFTER = timedelta(days=7)
"""How long a deleted class or round can be put back; then it is gone for good."""


@dataclass(frozen=True, slots=True)
class WantedPupil:
    """A pupil as the teacher wants it; without an id a new one."""

    code: str
    part: str = ""
    id: UUID | None = None


def list_classes(session: Session) -> Sequence[SchoolClass]:
    """A teacher's classes by name, each with its pupils; two queries."""
    query = (
        select(SchoolClass)
        .where(SchoolClass.deleted_at.is_(None))
        .options(selectinload(SchoolClass.pupils))
        .order_by(SchoolClass.name, SchoolClass.created_at)
        .execution_options(populate_existing=True)
    )
    return session.scalars(query).all()


_OPENED = (
    select(SchoolClass)
    .where(SchoolClass.id == bindparam("of_class"), SchoolClass.deleted_at.is_(None))
    .options(joinedload(SchoolClass.pupils))
    .execution_options(populate_existing=True)
)


def open_class(session: Session, class_id: UUID) -> SchoolClass:
    """A class with its pupils; one query. Raises NotFound."""
    found = session.scalars(_OPENED, {"of_class": class_id}).unique().one_or_none()
    if found is None:
        raise NotFound("class")
    return found


def make_class(
    session: Session, name: str, year: str, pupils: Sequence[WantedPupil], *, invented: bool = False
) -> SchoolClass:
    made = SchoolClass(name=name, year=year, invented=invented)
    session.add(made)
    session.flush()
    _put(session, made.id, pupils)
    return open_class(session, made.id)


def change_class(
    session: Session, class_id: UUID, revision: int, name: str, year: str, pupils: Sequence[WantedPupil]
) -> SchoolClass:
    """Make a class have exactly these pupils in this order; who is not named is put away with all answers until the
    class is changed back. Raises BadOrder for a pupil of another class."""
    _claim(session, class_id, revision)
    session.execute(update(SchoolClass).where(SchoolClass.id == class_id).values(name=name, year=year))
    _put(session, class_id, pupils)
    return open_class(session, class_id)


def delete_class(session: Session, class_id: UUID, revision: int) -> int:
    """Put a class away; it can be put back for a week. Returns its revision now."""
    _claim(session, class_id, revision)
    session.execute(update(SchoolClass).where(SchoolClass.id == class_id).values(deleted_at=func.now()))
    return revision + 1


def restore_class(session: Session, class_id: UUID, revision: int) -> SchoolClass:
    _claim(session, class_id, revision, deleted=True)
    session.execute(update(SchoolClass).where(SchoolClass.id == class_id).values(deleted_at=None))
    return open_class(session, class_id)


def erase_class(session: Session, class_id: UUID) -> None:
    """Delete a class for good, with its pupils, rounds, answers and what the record says of it. Raises NotFound."""
    if session.scalar(delete(SchoolClass).where(SchoolClass.id == class_id).returning(SchoolClass.id)) is None:
        raise NotFound("class")


def erase_pupil(session: Session, class_id: UUID, pupil_id: UUID) -> SchoolClass:
    """Delete a pupil for good, with all answers. Raises NotFound."""
    found = open_class(session, class_id)
    _claim(session, class_id, found.revision)
    gone = delete(Pupil).where(Pupil.id == pupil_id, Pupil.class_id == class_id).returning(Pupil.id)
    if session.scalar(gone) is None:
        raise NotFound("pupil")
    return open_class(session, class_id)


def is_anything_gone(session: Session, answers_before: date) -> bool:
    """Whether there is anything to clear away, or answers of rounds that were held before a day; one query."""
    since, owner = func.now() - GONE_AFTER, owner_of(session)
    of_theirs = Pupil.class_id.in_(select(SchoolClass.id).where(SchoolClass.owner_id == owner))
    old = select(MarkingRound.id).where(MarkingRound.owner_id == owner, MarkingRound.held_on < answers_before)
    gone = (
        exists().where(SchoolClass.owner_id == owner, SchoolClass.deleted_at < since),
        exists().where(MarkingRound.owner_id == owner, MarkingRound.deleted_at < since),
        exists().where(Pupil.deleted_at < since, of_theirs),
        exists().where(GivenAnswer.round_id.in_(old)),
    )
    return bool(session.scalar(select(or_(*gone))))


def clear_away(session: Session) -> None:
    """What was deleted a week ago is gone for good: classes, pupils, rounds."""
    since = func.now() - GONE_AFTER
    session.execute(delete(SchoolClass).where(SchoolClass.deleted_at < since))
    session.execute(delete(MarkingRound).where(MarkingRound.deleted_at < since))
    mine = select(SchoolClass.id).where(SchoolClass.owner_id == owner_of(session)).scalar_subquery()
    session.execute(delete(Pupil).where(Pupil.deleted_at < since, Pupil.class_id.in_(mine)))


def erase_everything(session: Session) -> None:
    """All classes, rounds, answers and the whole record of a teacher."""
    session.execute(delete(RecordEntry))
    session.execute(delete(SchoolClass))


def _put(session: Session, class_id: UUID, pupils: Sequence[WantedPupil]) -> None:
    there = {p.id: p for p in session.scalars(select(Pupil).where(Pupil.class_id == class_id))}
    named = [p.id for p in pupils if p.id is not None]
    if len(set(named)) != len(named) or not set(named) <= set(there):
        raise BadOrder
    for pupil in there.values():
        if pupil.id not in named:
            pupil.deleted_at = pupil.deleted_at or func.now()
    for position, wanted in enumerate(pupils):
        if wanted.id is None:
            session.add(Pupil(class_id=class_id, code=wanted.code, part=wanted.part, position=position))
            continue
        pupil = there[wanted.id]
        pupil.code, pupil.part, pupil.position, pupil.deleted_at = wanted.code, wanted.part, position, None
    session.flush()


def _claim(session: Session, class_id: UUID, revision: int, *, deleted: bool = False) -> None:
    state = SchoolClass.deleted_at.is_not(None) if deleted else SchoolClass.deleted_at.is_(None)
    claimed = session.scalar(
        update(SchoolClass)
        .where(SchoolClass.id == class_id, SchoolClass.revision == revision, state)
        .values(revision=SchoolClass.revision + 1)
        .returning(SchoolClass.id)
    )
    if claimed is not None:
        return
    if session.scalar(select(SchoolClass.id).where(SchoolClass.id == class_id, state)) is not None:
        raise ChangedMeanwhile
    raise NotFound("class")
