"""Rounds of marking: what a class handed in, answer by answer."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any
from uuid import UUID

from sqlalchemy import and_, delete, func, select, tuple_, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from keen_slate.faults import ChangedMeanwhile, NotFound
from keen_slate.store.database import owner_of
from keen_slate.store.models import Base, DeskSettings, GivenAnswer, MarkingRound, Pupil, SchoolClass


@dataclass(frozen=True, slots=True)
class NewRound:
    """What is kept of a round when it begins."""

    class_id: UUID
    set_id: UUID | None
    name: str
    held_on: date
    items: list[dict[str, Any]]
    policy: dict[str, Any]
    papers: dict[str, Any]


@dataclass(frozen=True, slots=True)
class RoundLine:
    """A round in the list: how many answers are there, and how many are right."""

    round: MarkingRound
    class_name: str
    pupils: int
    answers: int
    right: int
    changed_at: datetime


def list_rounds(session: Session) -> Sequence[RoundLine]:
    """A teacher's rounds, the latest first; one query whatever their number."""
    given = (
        select(
            GivenAnswer.round_id,
            func.count().label("answers"),
            func.count().filter(GivenAnswer.found["outcome"].astext == "right").label("right"),
            func.max(GivenAnswer.changed_at).label("changed_at"),
        )
        .where(GivenAnswer.answer != "")
        .group_by(GivenAnswer.round_id)
        .subquery()
    )
    sizes = (
        select(Pupil.class_id, func.count().label("pupils"))
        .where(Pupil.deleted_at.is_(None))
        .group_by(Pupil.class_id)
        .subquery()
    )
    query = (
        select(
            MarkingRound, SchoolClass.name, func.coalesce(sizes.c.pupils, 0), func.coalesce(given.c.answers, 0),
            func.coalesce(given.c.right, 0), func.greatest(MarkingRound.changed_at, given.c.changed_at),
        )
        .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
        .outerjoin(given, given.c.round_id == MarkingRound.id)
        .outerjoin(sizes, sizes.c.class_id == MarkingRound.class_id)
        .where(MarkingRound.deleted_at.is_(None), SchoolClass.deleted_at.is_(None))
        .order_by(MarkingRound.held_on.desc(), MarkingRound.created_at.desc())
    )  # fmt: skip
    return [RoundLine(*row) for row in session.execute(query)]


def outcomes_of(session: Session, class_id: UUID) -> Sequence[tuple[MarkingRound, int, str, int]]:
    """How the answers of a class to each item of each round went: the round, the item, the outcome, how often."""
    outcome = func.coalesce(
        func.nullif(GivenAnswer.ruling["outcome"].astext, ""), GivenAnswer.found["outcome"].astext, ""
    )
    query = (
        select(MarkingRound, GivenAnswer.item, outcome, func.count())
        .join(GivenAnswer, GivenAnswer.round_id == MarkingRound.id)
        .where(MarkingRound.class_id == class_id, MarkingRound.deleted_at.is_(None))
        .group_by(MarkingRound.id, GivenAnswer.item, outcome)
    )
    return [(row[0], row[1], row[2], row[3]) for row in session.execute(query)]


def make_round(session: Session, new: NewRound) -> MarkingRound:
    made = MarkingRound(
        class_id=new.class_id, set_id=new.set_id, name=new.name, held_on=new.held_on, items=new.items,
        policy=new.policy, papers=new.papers,
    )  # fmt: skip
    session.add(made)
    session.flush()
    return open_round(session, made.id)


def open_round(session: Session, round_id: UUID) -> MarkingRound:
    """Raises NotFound."""
    found = session.scalar(
        select(MarkingRound)
        .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
        .where(MarkingRound.id == round_id, MarkingRound.deleted_at.is_(None), SchoolClass.deleted_at.is_(None))
        .execution_options(populate_existing=True)
    )
    if found is None:
        raise NotFound("round")
    return found


def answers_of(session: Session, round_id: UUID, item: int | None = None) -> Sequence[GivenAnswer]:
    """All answers of a round that was opened, or those to an item."""
    query = select(GivenAnswer).where(GivenAnswer.round_id == round_id).execution_options(populate_existing=True)
    return session.scalars(query if item is None else query.where(GivenAnswer.item == item)).all()


def open_with_settings(session: Session, round_id: UUID) -> tuple[MarkingRound, dict[str, Any]]:
    """A round, and what its teacher has set; one query. Raises NotFound."""
    found = session.execute(
        select(MarkingRound, DeskSettings.content)
        .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
        .outerjoin(DeskSettings, DeskSettings.owner_id == MarkingRound.owner_id)
        .where(MarkingRound.id == round_id, MarkingRound.deleted_at.is_(None), SchoolClass.deleted_at.is_(None))
    ).one_or_none()
    if found is None:
        raise NotFound("round")
    return found[0], found[1] or {}


def answers_at(
    session: Session, round_id: UUID, class_id: UUID, places: Collection[tuple[UUID, int]]
) -> tuple[set[UUID], list[GivenAnswer]]:
    """Which of the pupils named are in the class, and the answers that stand in these places; one query."""
    pupils = {pupil for pupil, _ in places}
    query = (
        select(Pupil.id, GivenAnswer)
        .outerjoin(GivenAnswer, and_(GivenAnswer.pupil_id == Pupil.id, GivenAnswer.round_id == round_id))
        .where(Pupil.class_id == class_id, Pupil.id.in_(pupils), Pupil.deleted_at.is_(None))
        .execution_options(populate_existing=True)
    )
    rows = session.execute(query).all()
    return {row[0] for row in rows}, [a for _, a in rows if a is not None and (a.pupil_id, a.item) in places]


_TABLE = Base.metadata.tables[GivenAnswer.__tablename__]
_GIVEN = insert(_TABLE)
_PUT = _GIVEN.on_conflict_do_update(
    index_elements=["round_id", "pupil_id", "item"],
    set_={name: _GIVEN.excluded[name] for name in ("answer", "lines", "ruling", "found", "found_by")}
    | {"changed_at": func.clock_timestamp()},
)


def put_answers(session: Session, round_id: UUID, rows: Sequence[dict[str, Any]]) -> None:
    """Keep answers of a round that was opened as they were typed, each with what is known of it; the last that is typed
    stays. ``rows`` have the columns of an answer without the round and the moment."""
    if rows:
        session.connection().execute(_PUT, [{"round_id": round_id, **row} for row in rows])


def take_answers_back(session: Session, round_id: UUID, places: Sequence[tuple[UUID, int]]) -> None:
    """Answers that were never given: their cells are empty again."""
    session.execute(
        delete(GivenAnswer).where(
            GivenAnswer.round_id == round_id, tuple_(GivenAnswer.pupil_id, GivenAnswer.item).in_(places)
        )
    )


def change_round(session: Session, round_id: UUID, revision: int, **values: Any) -> MarkingRound:
    """Change what concerns the whole round: name, date, policy, items (schemes), papers. Raises ChangedMeanwhile."""
    _claim(session, round_id, revision)
    session.execute(update(MarkingRound).where(MarkingRound.id == round_id).values(**values))
    return open_round(session, round_id)


def keep_aside(session: Session, round_id: UUID, **values: Any) -> None:
    """Keep what is computed of a round, or one pupil's paper: no change that another could be lost by."""
    session.execute(update(MarkingRound).where(MarkingRound.id == round_id).values(**values))


def hold(session: Session, round_id: UUID) -> MarkingRound:
    """The round, its row held until the transaction ends. Raises NotFound."""
    session.execute(select(MarkingRound.id).where(MarkingRound.id == round_id).with_for_update())
    return open_round(session, round_id)


def delete_round(session: Session, round_id: UUID, revision: int) -> int:
    """Put a round away; it can be put back for a week. Returns its revision now."""
    _claim(session, round_id, revision)
    session.execute(update(MarkingRound).where(MarkingRound.id == round_id).values(deleted_at=func.now()))
    return revision + 1


def restore_round(session: Session, round_id: UUID, revision: int) -> MarkingRound:
    _claim(session, round_id, revision, deleted=True)
    session.execute(update(MarkingRound).where(MarkingRound.id == round_id).values(deleted_at=None))
    return open_round(session, round_id)


def forget_answers_before(session: Session, day: date) -> int:
    """Delete the answers of rounds that were held before a day; the rounds stay, with their items. Returns how many
    answers were deleted."""
    mine = MarkingRound.owner_id == owner_of(session)
    old = select(MarkingRound.id).where(MarkingRound.held_on < day, mine).scalar_subquery()
    gone = session.execute(delete(GivenAnswer).where(GivenAnswer.round_id.in_(old)).returning(GivenAnswer.item))
    return len(gone.all())


def _claim(session: Session, round_id: UUID, revision: int, *, deleted: bool = False) -> None:
    state = MarkingRound.deleted_at.is_not(None) if deleted else MarkingRound.deleted_at.is_(None)
    claimed = session.scalar(
        update(MarkingRound)
        .where(MarkingRound.id == round_id, MarkingRound.revision == revision, state)
        .values(revision=MarkingRound.revision + 1, changed_at=func.clock_timestamp())
        .returning(MarkingRound.id)
    )
    if claimed is not None:
        return
    if session.scalar(select(MarkingRound.id).where(MarkingRound.id == round_id, state)) is not None:
        raise ChangedMeanwhile
    raise NotFound("round")
