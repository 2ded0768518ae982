"""Sets of examples: every change names the revision it was made on, and is refused on any other."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, fields
from datetime import datetime, timedelta
from fractions import Fraction
from typing import Any, NamedTuple, TypeVar
from uuid import UUID

from sqlalchemy import ARRAY, ColumnElement, Select, Uuid, cast, column, delete, func, select, true, update
from sqlalchemy.orm import Session, selectinload
from sqlalchemy.orm.attributes import set_committed_value

from keen_slate.faults import BadOrder, ChangedMeanwhile, NotFound, NotPossible
from keen_slate.store.database import SHARED, owner_of
from keen_slate.store.models import Example, ExampleSet, Notice, SetReader, Teacher


@dataclass(frozen=True, slots=True)
class NewExample:
    """What is kept of an example."""

    typed: str
    problem: str
    value: Fraction | None
    school: dict[str, str]
    edits: dict[str, Any] = field(default_factory=dict)
    task: dict[str, Any] = field(default_factory=dict)
    demands: list[str] = field(default_factory=list)


MOST_EXAMPLES = 2000
"""Examples in a set: more than a year of lessons, and shown within the time that a request has."""

MOST_STORIES = 400
"""Stories of a teacher that are looked through: more than are told in a year."""

FULL = f"A set takes at most {MOST_EXAMPLES} examples. Go on in another set."

IN_BIN_FOR = timedelta(days=30)
"""How long a deleted set can be put back."""


Selected = TypeVar("Selected")


class Line(NamedTuple):
    """A set as it stands in a list."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    examples: int
    sample: bool


_COUNTED = (
    select(func.count(Example.id))
    .where(Example.set_id == ExampleSet.id, Example.deleted_at.is_(None))
    .correlate(ExampleSet)
    .scalar_subquery()
)
"""Counted for the sets of a page alone."""


def _called(named: str) -> ColumnElement[bool]:
    return ExampleSet.name.icontains(named, autoescape=True) if named else true()


def list_sets(session: Session, named: str = "", past: int = 0, most: int | None = None) -> Sequence[Line]:
    """A teacher's sets, the last changed first, each with the number of its examples: those with ``named`` in their
    names, ``most`` of them behind the first ``past``; one query."""
    columns = ExampleSet.id, ExampleSet.name, ExampleSet.revision, ExampleSet.changed_at, _COUNTED, ExampleSet.sample
    query = select(*columns).where(ExampleSet.deleted_at.is_(None), _called(named))
    query = query.order_by(ExampleSet.changed_at.desc(), ExampleSet.id).offset(past).limit(most)
    return [Line(*row) for row in session.execute(query)]


def stories_in_sets(session: Session) -> Sequence[str]:
    """The one-line forms of the stories that stand in a teacher's sets, the last kept first."""
    query = (
        select(Example.problem)
        .join(ExampleSet, Example.set_id == ExampleSet.id)
        .where(ExampleSet.deleted_at.is_(None), Example.deleted_at.is_(None), Example.problem.like("%[%=%]%|%"))
        .order_by(Example.created_at.desc(), Example.id)
        .limit(MOST_STORIES)
    )
    return session.scalars(query).all()


def list_shared(
    session: Session, named: str = "", past: int = 0, most: int | None = None
) -> Sequence[tuple[UUID, str, int, str]]:
    """Sets of colleagues that were given to this teacher or shelved, by name: each its id and name, its length, and its
    owner's name; ``named``, ``past`` and ``most`` as for one's own."""
    query = (
        select(ExampleSet.id, ExampleSet.name, _COUNTED, func.coalesce(Teacher.name, ""))
        .join(Teacher, Teacher.id == ExampleSet.owner_id)
        .where(ExampleSet.deleted_at.is_(None), ExampleSet.owner_id != owner_of(session), _called(named))
        .order_by(ExampleSet.name, ExampleSet.id)
        .offset(past)
        .limit(most)
        .execution_options(**{SHARED: True})
    )
    return session.execute(query).tuples().all()


def list_bin(session: Session) -> Sequence[ExampleSet]:
    """Deleted sets that can still be put back, the last deleted first; what is older is gone for good."""
    session.execute(delete(ExampleSet).where(ExampleSet.deleted_at < func.now() - IN_BIN_FOR))
    query = select(ExampleSet).where(ExampleSet.deleted_at.is_not(None)).order_by(ExampleSet.deleted_at.desc())
    return session.scalars(query).all()


def open_set(session: Session, set_id: UUID, *, shared: bool = False) -> ExampleSet:
    """A set with its examples in order; two queries whatever their number. ``shared``: one of a colleague's that was
    given or shelved will do, to read it. Raises NotFound."""
    query = (
        select(ExampleSet)
        .where(ExampleSet.id == set_id, ExampleSet.deleted_at.is_(None))
        .options(selectinload(ExampleSet.examples))
        .execution_options(populate_existing=True, **{SHARED: shared})
    )
    found = session.scalars(query).one_or_none()
    if found is None:
        raise NotFound("set")
    return found


def open_alone(session: Session, set_id: UUID) -> ExampleSet:
    """A set of one's own without its examples. Raises NotFound."""
    query = select(ExampleSet).where(ExampleSet.id == set_id, ExampleSet.deleted_at.is_(None))
    found = session.scalars(query.execution_options(populate_existing=True)).one_or_none()
    if found is None:
        raise NotFound("set")
    return found


def order_of(session: Session, set_id: UUID) -> list[UUID]:
    """The examples of a set of one's own in their order. Raises NotFound."""
    open_alone(session, set_id)
    return list(session.scalars(_in_order(select(Example.id), set_id)))


def problems_of(session: Session, set_id: UUID) -> Sequence[str]:
    """The problems of a set in their order."""
    return session.scalars(_in_order(select(Example.problem), set_id)).all()


def some_examples(session: Session, ids: Sequence[UUID]) -> Sequence[Example]:
    """Examples that are known to be there, in no order."""
    return session.scalars(select(Example).where(Example.id.in_(ids))).all()


def _in_order(query: Select[Selected], set_id: UUID) -> Select[Selected]:
    return query.where(Example.set_id == set_id, Example.deleted_at.is_(None)).order_by(Example.position)


def count_examples(session: Session, set_id: UUID) -> int:
    """How many examples a set has that can be read. Raises NotFound."""
    kept = func.count(Example.id).filter(Example.deleted_at.is_(None))
    query = (
        select(kept)
        .select_from(ExampleSet)
        .outerjoin(Example, Example.set_id == ExampleSet.id)
        .where(ExampleSet.id == set_id, ExampleSet.deleted_at.is_(None))
        .group_by(ExampleSet.id)
        .execution_options(**{SHARED: True})
    )
    found = session.scalar(query)
    if found is None:
        raise NotFound("set")
    return int(found)


def readers_of(session: Session, set_id: UUID) -> Sequence[Teacher]:
    """To whom a set of one's own is given to read."""
    open_set(session, set_id)
    query = select(Teacher).join(SetReader, SetReader.teacher_id == Teacher.id).where(SetReader.set_id == set_id)
    return session.scalars(query.order_by(func.lower(Teacher.name))).all()


def share(session: Session, set_id: UUID, *, readers: Sequence[UUID], shelved: bool) -> ExampleSet:
    """Say who may read a set of one's own, and whether it stands on the shelf. Raises NotFound."""
    found = open_set(session, set_id)
    session.execute(delete(SetReader).where(SetReader.set_id == set_id))
    session.add_all(SetReader(set_id=set_id, teacher_id=reader) for reader in dict.fromkeys(readers))
    found.shelved_at = (found.shelved_at or func.now()) if shelved else None
    session.flush()
    return open_set(session, set_id)


def copy_set(session: Session, set_id: UUID, name: str, owner: UUID | None = None) -> ExampleSet:
    """A set of one's own that holds what another holds now: one's own other set, or one that can be read. With an owner
    the copy is made for that colleague."""
    found = open_set(session, set_id, shared=True)
    made = ExampleSet(name=name, plan=found.plan, pictures=found.pictures)
    session.add(made)
    session.flush()
    for position, example in enumerate(found.examples):
        session.add(_example(made.id, position, same_again(example)))
    session.flush()
    if owner is None:
        return open_set(session, made.id)
    session.execute(update(ExampleSet).where(ExampleSet.id == made.id).values(owner_id=owner))
    return made


def make_set(session: Session, name: str, pictures: Sequence[str] = ()) -> ExampleSet:
    made = ExampleSet(name=name, pictures=list(pictures))
    session.add(made)
    session.flush()
    return open_set(session, made.id)


def rename_set(session: Session, set_id: UUID, revision: int, name: str) -> ExampleSet:
    _claim(session, set_id, revision)
    session.execute(update(ExampleSet).where(ExampleSet.id == set_id).values(name=name))
    return open_set(session, set_id)


def like_picture(session: Session, set_id: UUID, revision: int, kind: str) -> ExampleSet:
    """A kind of picture was chosen: it comes first in the whole set."""
    _claim(session, set_id, revision)
    found = open_set(session, set_id)
    found.pictures = [kind, *(k for k in found.pictures if k != kind)]
    session.flush()
    return found


def delete_set(session: Session, set_id: UUID, revision: int) -> int:
    """Put a set away; it can be put back. Returns its revision now."""
    _claim(session, set_id, revision)
    session.execute(update(ExampleSet).where(ExampleSet.id == set_id).values(deleted_at=func.now()))
    return revision + 1


def restore_set(session: Session, set_id: UUID, revision: int) -> ExampleSet:
    _claim(session, set_id, revision, deleted=True)
    session.execute(update(ExampleSet).where(ExampleSet.id == set_id).values(deleted_at=None))
    return open_set(session, set_id)


def add_example(session: Session, set_id: UUID, revision: int, new: NewExample) -> ExampleSet:
    """Add an example at the end."""
    _claim(session, set_id, revision)
    if count_examples(session, set_id) >= MOST_EXAMPLES:
        raise NotPossible(FULL)
    last = session.scalar(select(func.max(Example.position)).where(Example.set_id == set_id))
    position = 0 if last is None else last + 1
    session.add(_example(set_id, position, new))
    session.flush()
    return open_set(session, set_id)


def _example(set_id: UUID, position: int, new: NewExample) -> Example:
    return Example(set_id=set_id, position=position, **{f.name: getattr(new, f.name) for f in fields(new)})


def rearrange(
    session: Session,
    set_id: UUID,
    revision: int,
    order: Sequence[UUID | NewExample],
    plan: dict[str, Any] | None = None,
) -> ExampleSet:
    """Make the set hold exactly these examples in this order: what is not named is put away, what was put away and is
    named comes back, what is new is added. Raises BadOrder for an example named twice or of another set."""
    _claim(session, set_id, revision)
    examples = put_in_order(session, set_id, order)
    if plan is not None:
        session.execute(update(ExampleSet).where(ExampleSet.id == set_id).values(plan=plan))
    session.flush()
    found = session.get_one(ExampleSet, set_id, populate_existing=True)
    set_committed_value(found, "examples", examples)
    return found


def reorder(session: Session, set_id: UUID, revision: int, order: Sequence[UUID]) -> list[UUID]:
    """Give the examples a new order; nothing is read or written of them but their places. Returns the order before.
    Raises BadOrder unless ``order`` holds each of them once."""
    _claim(session, set_id, revision)
    before = order_of(session, set_id)
    if len(order) != len(before) or set(order) != set(before):
        raise BadOrder
    wanted = (
        func.unnest(cast(order, ARRAY(Uuid))).table_valued(column("id", Uuid), with_ordinality="place").render_derived()
    )
    place = wanted.c.place - 1
    moved = update(Example).where(Example.id == wanted.c.id, Example.position != place).values(position=place)
    session.execute(moved, execution_options={"synchronize_session": False})
    return before


def put_in_order(session: Session, set_id: UUID, order: Sequence[UUID | NewExample]) -> list[Example]:
    """As ``rearrange``, in a set that has been claimed: the examples in their order."""
    if len(order) > MOST_EXAMPLES:
        raise NotPossible(FULL)
    away = dict(session.execute(select(Example.id, Example.deleted_at).where(Example.set_id == set_id)).tuples().all())
    ids = [n for n in order if isinstance(n, UUID)]
    named = set(ids)
    if len(named) != len(ids) or not named <= set(away):
        raise BadOrder
    gone = [id for id, put_away in away.items() if id not in named and put_away is None]
    back = [id for id in ids if away[id] is not None]
    for changed, when in ((gone, func.now()), (back, None)):
        if changed:
            session.execute(update(Example).where(Example.id.in_(changed)).values(deleted_at=when))
    examples = _read_once(session, ids)
    made: list[Example] = []
    for position, wanted in enumerate(order):
        if isinstance(wanted, UUID):
            example = examples[wanted]
            if example.position != position:  # the session looks through all that were touched
                example.position = position
        else:
            example = _example(set_id, position, wanted)
            session.add(example)
        made.append(example)
    session.flush()
    return made


def _read_once(session: Session, ids: Sequence[UUID]) -> dict[UUID, Example]:
    """Examples that are known to be there: what the session holds is not read again, the others in one query."""
    key = Example.__mapper__.identity_key_from_primary_key
    held = {id: session.identity_map.get(key((id,))) for id in ids}
    missing = [id for id, example in held.items() if example is None]
    if missing:
        held.update((e.id, e) for e in session.scalars(select(Example).where(Example.id.in_(missing))))
    return {id: example for id, example in held.items() if example is not None}


def set_tasks(session: Session, found: ExampleSet, tasks: Mapping[UUID, dict[str, Any]]) -> ExampleSet:
    """Keep what examples are in their set, which has been claimed. Raises NotFound for one that is not in it."""
    examples = {e.id: e for e in found.examples}
    for example_id, task in tasks.items():
        if example_id not in examples:
            raise NotFound("example")
        examples[example_id].task = task
    session.flush()
    return found


def same_again(example: Example) -> NewExample:
    """A copy of an example, to be put anywhere."""
    return NewExample(**{f.name: getattr(example, f.name) for f in fields(NewExample)})


def edit_example(session: Session, set_id: UUID, revision: int, example_id: UUID, edits: dict[str, Any]) -> ExampleSet:
    """Keep what the teacher changed in the working of an example."""
    _claim(session, set_id, revision)
    changed = session.scalar(
        update(Example)
        .where(Example.id == example_id, Example.set_id == set_id, Example.deleted_at.is_(None))
        .values(edits=edits)
        .returning(Example.id)
    )
    if changed is None:
        raise NotFound("example")
    return open_set(session, set_id)


def first_time(session: Session, name: str) -> bool:
    """Whether this is the first time that ``name`` is done to this database; it then counts as done."""
    if session.get(Notice, name) is not None:
        return False
    session.add(Notice(name=name))
    return True


def claimed(session: Session, set_id: UUID, revision: int) -> ExampleSet:
    """The set, taken from ``revision`` to the next; nobody else changes it until the transaction ends."""
    _claim(session, set_id, revision)
    return open_set(session, set_id)


def _claim(session: Session, set_id: UUID, revision: int, *, deleted: bool = False) -> None:
    """Take the set from ``revision`` to the next, holding its row until the transaction ends.

    One statement decides, so of two changes on one revision exactly one goes through.
    """
    state = ExampleSet.deleted_at.is_not(None) if deleted else ExampleSet.deleted_at.is_(None)
    claimed = session.scalar(
        update(ExampleSet)
        .where(ExampleSet.id == set_id, ExampleSet.revision == revision, state)
        .values(revision=ExampleSet.revision + 1, changed_at=func.clock_timestamp())
        .returning(ExampleSet.id)
    )
    if claimed is not None:
        return
    if session.scalar(select(ExampleSet.id).where(ExampleSet.id == set_id, state)) is not None:
        raise ChangedMeanwhile
    if not deleted:
        open_set(session, set_id, shared=True)
        raise NotPossible("This set belongs to a colleague. Take a copy of it, and change that.")
    raise NotFound("set")
