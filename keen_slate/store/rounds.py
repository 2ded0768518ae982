"""Rounds of marking: what a class handed in, answer by answer."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, fields
from datetime import date
from functools import lru_cache
from typing import Any, NamedTuple
from uuid import UUID

from pydantic_core import from_json
from sqlalchemy import (
    Date,
    Integer,
    Text,
    Uuid,
    and_,
    bindparam,
    cast,
    delete,
    func,
    or_,
    select,
    text,
    true,
    tuple_,
    update,
)
from sqlalchemy.dialects.postgresql import ARRAY, JSONB, JSONPATH
from sqlalchemy.orm import Session

from keen_slate.faults import ChangedMeanwhile, NotFound
from keen_slate.store.classes import open_class
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


@dataclass(slots=True)
class Given:
    """What a pupil wrote for an item (by place, from 0), the teacher's ruling on it, and what is known of it, found by
    the way of judging that ``found_by`` names: a row of ``GivenAnswer``, of which a class has hundreds."""

    pupil_id: UUID
    item: int
    answer: str
    lines: list[str]
    ruling: dict[str, Any]
    found: dict[str, Any]
    found_by: str


_NAMES = tuple(f.name for f in fields(Given))
_TABLE = Base.metadata.tables[GivenAnswer.__tablename__]


class RoundLine(NamedTuple):
    """A round in the list."""

    id: UUID
    name: str
    class_id: UUID
    class_name: str
    held_on: date
    revision: int


_KEPT = and_(MarkingRound.deleted_at.is_(None), SchoolClass.deleted_at.is_(None))


def list_rounds(session: Session, named: str = "", past: int = 0, most: int | None = None) -> Sequence[RoundLine]:
    """A teacher's rounds, the latest first: those with ``named`` in their names or in that of their class, ``most`` of
    them behind the first ``past``; one query."""
    called = (column.icontains(named, autoescape=True) for column in (MarkingRound.name, SchoolClass.name))
    query = (
        select(
            MarkingRound.id, MarkingRound.name, MarkingRound.class_id, SchoolClass.name, MarkingRound.held_on,
            MarkingRound.revision,
        )
        .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
        .where(_KEPT, or_(*called) if named else true())
        .order_by(MarkingRound.held_on.desc(), MarkingRound.created_at.desc(), MarkingRound.id)
        .offset(past)
        .limit(most)
    )  # fmt: skip
    return [RoundLine(*row) for row in session.execute(query)]


_FIRST_ANSWERED = (
    select(MarkingRound.held_on)
    .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
    .where(_KEPT, select(GivenAnswer.round_id).where(GivenAnswer.round_id == MarkingRound.id).exists())
    .order_by(MarkingRound.held_on)
    .limit(1)
)


def first_answered(session: Session) -> date | None:
    """The day of the first round of which answers are kept; None where there are none."""
    return session.scalar(_FIRST_ANSWERED)


def rounds_of(session: Session, class_id: UUID) -> Sequence[UUID]:
    """The rounds of a class in the order of their days."""
    query = select(MarkingRound.id).where(MarkingRound.class_id == class_id, MarkingRound.deleted_at.is_(None))
    return session.scalars(query.order_by(MarkingRound.held_on, MarkingRound.created_at)).all()


_ITEMS_OF_CLASS = (
    select(
        MarkingRound.id,
        cast(func.date_trunc("week", MarkingRound.held_on), Date),
        func.jsonb_path_query_array(MarkingRound.items, cast("$[*].problem", JSONPATH)),
    )
    .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
    .where(MarkingRound.class_id == bindparam("of_class"), _KEPT)
)
_RIGHT_BY_ITEM = (
    select(
        func.array_position(bindparam("of_rounds"), _TABLE.c.round_id, type_=Integer),
        _TABLE.c.item,
        func.count().filter(_TABLE.c.is_right),
        func.count(),
    )
    .where(_TABLE.c.round_id == func.any(bindparam("of_rounds", type_=ARRAY(Uuid))), _TABLE.c.is_right.is_not(None))
    .group_by(_TABLE.c.round_id, _TABLE.c.item)
)


def right_by_week(session: Session, class_id: UUID) -> Sequence[tuple[date, str, int, int]]:
    """How the answers of a class went to each item of each round: the Monday before, the problem, how many were right,
    of how many. What is blank, unreadable or still to be judged is left out. Raises NotFound."""
    held = session.execute(_ITEMS_OF_CLASS, {"of_class": class_id}).all()
    if not held:
        open_class(session, class_id)
    of_rounds = {"of_rounds": [row[0] for row in held]}
    counted = session.connection().execute(_RIGHT_BY_ITEM, of_rounds).all()
    of_item = ((*held[place - 1][1:], item, right, of) for place, item, right, of in counted)
    return [
        (monday, problems[item], right, of) for monday, problems, item, right, of in of_item if item < len(problems)
    ]


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
    return open_with_settings(session, round_id)[0]


_COLUMNS = tuple(cast(c, Text) if isinstance(c.type, JSONB) else c for c in (_TABLE.c[n] for n in _NAMES))
_OF_ROUND = select(*_COLUMNS).where(_TABLE.c.round_id == bindparam("of_round"))
_PUPIL = Base.metadata.tables[Pupil.__tablename__]
_AT = (
    select(_PUPIL.c.id, *_COLUMNS)
    .outerjoin(
        _TABLE,
        and_(
            _TABLE.c.pupil_id == _PUPIL.c.id,
            _TABLE.c.round_id == bindparam("of_round"),
            _TABLE.c.item == func.any(bindparam("of_items", type_=ARRAY(Integer))),
        ),
    )
    .where(
        _PUPIL.c.class_id == bindparam("of_class"),
        _PUPIL.c.id == func.any(bindparam("of_pupils", type_=ARRAY(Uuid))),
        _PUPIL.c.deleted_at.is_(None),
    )
)
_OF_ITEM = _OF_ROUND.where(_TABLE.c.item == bindparam("of_item"))


@lru_cache(maxsize=4096)
def _read(written: str) -> Any:
    """JSON, read once: what a class wrote, and what is known of it, is much the same from pupil to pupil."""
    return from_json(written)


def answers_of(session: Session, round_id: UUID, item: int | None = None) -> list[Given]:
    """All answers of a round that was opened, or those to an item. Equal ones share what is known of them: it is
    replaced, never changed."""
    query = _OF_ROUND if item is None else _OF_ITEM
    rows = session.connection().execute(query, {"of_round": round_id, "of_item": item})
    return [_given(row) for row in rows]


def _given(row: Iterable[Any]) -> Given:
    pupil_id, item, answer, lines, ruling, found, found_by = row
    return Given(pupil_id, item, answer, _read(lines), _read(ruling), _read(found), found_by)


_OPENED = (
    select(MarkingRound, DeskSettings.content)
    .join(SchoolClass, SchoolClass.id == MarkingRound.class_id)
    .outerjoin(DeskSettings, DeskSettings.owner_id == MarkingRound.owner_id)
    .where(
        MarkingRound.id == bindparam("of_round"), MarkingRound.deleted_at.is_(None), SchoolClass.deleted_at.is_(None)
    )
    .execution_options(populate_existing=True)
)


def open_with_settings(session: Session, round_id: UUID) -> tuple[MarkingRound, dict[str, Any]]:
    """A round, and what its teacher has set; one query. Raises NotFound."""
    found = session.execute(_OPENED, {"of_round": round_id}).one_or_none()
    if found is None:
        raise NotFound("round")
    return found[0], found[1] or {}


_STAMP = text(
    """
    SELECT concat_ws(' ', r.xmin, c.xmin, s.xmin, pupils.stamp, answers.stamp)
    FROM marking_round r
    JOIN school_class c ON c.id = r.class_id
    LEFT JOIN desk_settings s ON s.owner_id = r.owner_id,
    LATERAL (SELECT sum(hashtextextended(xmin::text || id, 0)) AS stamp FROM pupil WHERE class_id = c.id) pupils,
    LATERAL (
        SELECT sum(hashtextextended(xmin::text || pupil_id || item, 0)) AS stamp FROM given_answer WHERE round_id = r.id
    ) answers
    WHERE r.id = :of_round AND r.owner_id = :owner AND r.deleted_at IS NULL AND c.deleted_at IS NULL
    """
)


def stamp_of(session: Session, round_id: UUID) -> str:
    """Another one whenever anything has changed that a round is shown with: its answers, itself, its class and pupils,
    its teacher's settings. It is made from the transactions that wrote these rows last. Raises NotFound."""
    found = session.connection().execute(_STAMP, {"of_round": round_id, "owner": owner_of(session)}).scalar()
    if found is None:
        raise NotFound("round")
    return str(found)


def answers_at(
    session: Session, round_id: UUID, class_id: UUID, places: Collection[tuple[UUID, int]]
) -> tuple[set[UUID], list[Given]]:
    """Which of the pupils named are in the class, and the answers that stand in these places; one query. Equal ones
    share what is known of them."""
    pupils, items = (list(set(of_place)) for of_place in zip(*places, strict=True)) if places else ([], [])
    asked = {"of_round": round_id, "of_class": class_id, "of_pupils": pupils, "of_items": items}
    rows = session.connection().execute(_AT, asked).all()
    return {row[0] for row in rows}, [_given(a) for _, *a in rows if (a[0], a[1]) in places]


_PUT = text(
    """
    INSERT INTO given_answer (round_id, pupil_id, item, answer, lines, ruling, found, found_by)
    SELECT :of_round, given.*
    FROM jsonb_to_recordset(:given) AS given (
        pupil_id uuid, item integer, answer text, lines jsonb, ruling jsonb, found jsonb, found_by text
    )
    ON CONFLICT (round_id, pupil_id, item) DO UPDATE SET
        answer = excluded.answer, lines = excluded.lines, ruling = excluded.ruling, found = excluded.found,
        found_by = excluded.found_by, changed_at = clock_timestamp()
    """
).bindparams(bindparam("given", type_=JSONB))


def put_answers(session: Session, round_id: UUID, answers: Collection[Given]) -> None:
    """Keep answers of a round that was opened as they were typed, each with what is known of it; the last that is typed
    stays."""
    if answers:
        given = [{name: getattr(a, name) for name in _NAMES} | {"pupil_id": str(a.pupil_id)} for a in answers]
        session.connection().execute(_PUT, {"of_round": round_id, "given": given})


_FOUND = (
    update(_TABLE)
    .where(
        _TABLE.c.round_id == bindparam("of_round"), _TABLE.c.pupil_id == bindparam("of_pupil"),
        _TABLE.c.item == bindparam("of_item"), _TABLE.c.answer == bindparam("of_answer"),
        _TABLE.c.lines == bindparam("of_lines"),
    )
    .values(found=bindparam("new_found"), found_by=bindparam("new_found_by"))
)  # fmt: skip


def keep_found(session: Session, round_id: UUID, answers: Collection[Given]) -> None:
    """Keep what is known of answers; of one that was typed anew meanwhile nothing."""
    if answers:
        rows = [
            {
                "of_round": round_id, "of_pupil": a.pupil_id, "of_item": a.item, "of_answer": a.answer,
                "of_lines": a.lines, "new_found": a.found, "new_found_by": a.found_by,
            }
            for a in answers
        ]  # fmt: skip
        session.connection().execute(_FOUND, rows)


def keep_ruling(session: Session, round_id: UUID, places: Collection[tuple[UUID, int]], ruling: dict[str, Any]) -> None:
    """Keep what the teacher ruled on the answers in these places."""
    at = tuple_(GivenAnswer.pupil_id, GivenAnswer.item).in_(places)
    session.execute(update(GivenAnswer).where(GivenAnswer.round_id == round_id, at).values(ruling=ruling))


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
