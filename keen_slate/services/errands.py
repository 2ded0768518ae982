"""Errands: requests that a worker does, put off here and looked at again."""

from typing import Any
from uuid import UUID

from keen_slate.faults import NotPossible
from keen_slate.services.shapes.base import Shape
from keen_slate.store import errands, sets
from keen_slate.store.database import Belongings

MOST_EXAMPLES = 400
"""Examples that are looked through together: more than a term of lessons."""


class Errands:
    """A teacher's errands."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def put(self, act: str, asked: Shape, ids: dict[str, UUID]) -> UUID:
        """Note an errand for a worker. Raises NotPossible where too many wait."""
        body = asked.model_dump(mode="json")
        with self.database.transaction() as session:
            return errands.order(session, act, {"body": body, "ids": {k: str(v) for k, v in ids.items()}})

    def look(self, errand_id: UUID) -> tuple[int, dict[str, Any]] | None:
        """The status and the body of its answer, or None while there is none. Raises NotFound."""
        with self.database.transaction() as session:
            found = errands.look(session, errand_id)
        return None if found is None else (found["status"], found["body"])

    def drop(self, errand_id: UUID) -> None:
        """Leave it undone, where it has not been begun. Raises NotFound."""
        with self.database.transaction() as session:
            errands.drop(session, errand_id)

    def examples_of(self, set_id: UUID) -> int:
        """How many examples a set has that can be read. Raises NotFound, and NotPossible for too many."""
        with self.database.transaction() as session:
            count = sets.count_examples(session, set_id)
        if count > MOST_EXAMPLES:
            raise NotPossible(f"This set has {count} examples. Take at most {MOST_EXAMPLES} at once: make it two sets.")
        return count

    def take(self, errand_id: UUID) -> tuple[str, dict[str, Any]] | None:
        """What is to be done and with what; None where it is done or gone."""
        with self.database.transaction() as session:
            found = errands.take(session, errand_id)
        return None if found is None else (found.act, found.asked)

    def finish(self, errand_id: UUID, status: int, body: dict[str, Any]) -> None:
        with self.database.transaction() as session:
            errands.finish(session, errand_id, status, body)
