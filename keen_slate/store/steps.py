"""The steps by which a set came to be as it is: each can be undone, and what was undone done again.

A step keeps what it changed, as it was and as it became. What an example asks never changes, another takes its place;
so a state of a set is its name, its plan, its pictures, its order, and what was made of each example.
"""

from collections.abc import Callable, Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from keen_slate.faults import NotFound
from keen_slate.store import sets
from keen_slate.store.models import Example, ExampleSet, SetStep

MOST_STEPS = 200
"""Steps of a set that can be undone: more than are made in an afternoon."""

State = dict[str, Any]
WHOLE = ("name", "plan", "pictures", "order")
"""What is kept of a set itself; ``examples`` holds task, edits and school of each."""


def remembered(
    session: Session, set_id: UUID, said: str, change: Callable[[], ExampleSet], found: ExampleSet | None = None
) -> ExampleSet:
    """Make a change and keep it as a step; ``found`` is the set where it has been read already.

    ``change`` claims a revision: where the set has moved on since it was read here, that fails, so the step holds what
    was there just before.
    """
    before = _state(found or sets.open_set(session, set_id, shared=True))
    found = change()
    after = _state(found)
    if before == after:
        return found
    _keep_step(session, found, said, _differs(before, after), _differs(after, before))
    return found


def reordered(
    session: Session, set_id: UUID, revision: int, said: str, order: Sequence[UUID]
) -> tuple[ExampleSet, bool]:
    """Give the examples of a set a new order and keep that as a step. The set without its examples, and whether the
    order is another one. Raises BadOrder."""
    before = sets.reorder(session, set_id, revision, order)
    found, other = sets.open_alone(session, set_id), before != list(order)
    if other:
        _keep_step(session, found, said, {"order": [str(i) for i in before]}, {"order": [str(i) for i in order]})
    return found, other


def _keep_step(session: Session, found: ExampleSet, said: str, before: State, after: State) -> None:
    """What was undone cannot be done again then, and what was done long ago not be undone."""
    session.execute(delete(SetStep).where(SetStep.set_id == found.id, SetStep.number > found.step))
    number = found.step + 1
    session.add(SetStep(set_id=found.id, number=number, said=said, before=before, after=after))
    session.execute(delete(SetStep).where(SetStep.set_id == found.id, SetStep.number <= number - MOST_STEPS))
    found.step = number
    session.flush()


def steps_of(session: Session, set_id: UUID) -> Sequence[SetStep]:
    """The steps that can be undone or done again, in the order they were made. Raises NotFound."""
    sets.open_set(session, set_id)
    return session.scalars(select(SetStep).where(SetStep.set_id == set_id).order_by(SetStep.number)).all()


def next_to(session: Session, found: ExampleSet) -> tuple[str, str]:
    """What the step that would be undone did, and the one that would be done again; empty where there is none."""
    query = select(SetStep.number, SetStep.said).where(
        SetStep.set_id == found.id, SetStep.number.in_((found.step, found.step + 1))
    )
    said = {row.number: row.said for row in session.execute(query)}
    return said.get(found.step, ""), said.get(found.step + 1, "")


def go_to(session: Session, set_id: UUID, revision: int, number: int) -> ExampleSet:
    """Bring a set to where it stood after a step, by undoing those behind it or doing again those up to it; the number
    before the first kept step undoes them all. Raises NotFound for a step that is not kept."""
    found = sets.claimed(session, set_id, revision)
    kept = {s.number: s for s in steps_of(session, set_id)}
    way = range(found.step, number, -1) if number < found.step else range(found.step + 1, number + 1)
    if not set(way) <= set(kept):
        raise NotFound("step")
    state = _state(found)
    for passed in way:
        differs = kept[passed].before if number < found.step else kept[passed].after
        examples = {**state["examples"], **differs.get("examples", {})}
        state = {**state, **differs, "examples": examples}
    found.step = number
    for name in WHOLE[:-1]:
        setattr(found, name, state[name])
    session.flush()
    sets.put_in_order(session, set_id, [UUID(id) for id in state["order"]])
    # Those that are put away too: a later step may bring them back, as they were then.
    for example in session.scalars(select(Example).where(Example.set_id == set_id)):
        for name, value in state["examples"].get(str(example.id), {}).items():
            setattr(example, name, value)
    session.flush()
    return sets.open_set(session, set_id)


def _state(found: ExampleSet) -> State:
    return {
        "name": found.name,
        "plan": found.plan,
        "pictures": found.pictures,
        "order": [str(e.id) for e in found.examples],
        "examples": {str(e.id): {"task": e.task, "edits": e.edits} for e in found.examples},
    }


def _differs(one: State, other: State) -> State:
    """What of one state is not so in the other. An example that stands in one alone is named by the order."""
    differs = {name: one[name] for name in WHOLE if one[name] != other[name]}
    examples = {id: kept for id, kept in one["examples"].items() if other["examples"].get(id, kept) != kept}
    return {**differs, "examples": examples} if examples else differs
