"""The Line up place: examples kept in sets."""

from collections.abc import Mapping
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.demands.find import demands_of
from keen_slate.core.problem.reading import read
from keen_slate.core.problem.tree import Chain, Comparison, evaluate
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.schools.school import school_from
from keen_slate.core.wording.notation import problem_text
from keen_slate.core.wording.sentences import with_decimal_sign
from keen_slate.core.wording.words import DEFAULT_WORDS, Words
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from keen_slate.services.shapes import Edits, SetList, SetSummary, ShownExample, ShownSet
from keen_slate.services.work import chosen_words, notation, read_in_words, school_names, shown_demands
from keen_slate.store import sets, settings
from keen_slate.store.database import Database, DatabaseUnavailable
from keen_slate.store.models import ExampleSet
from keen_slate.store.sets import BadOrder, ChangedMeanwhile, NotFound

NO_EDITS = Edits()

__all__ = ["BadOrder", "ChangedMeanwhile", "DatabaseUnavailable", "LineUp", "NotFound"]


class LineUp:
    """What can be done with sets. Every change names the revision that it was made on.

    Raises NotFound for what is gone, ChangedMeanwhile where the set has moved on; nothing is written then.
    """

    def __init__(self, database: Database) -> None:
        self.database = database

    def list_sets(self) -> SetList:
        with self.database.transaction() as session:
            return SetList(sets=[_summary(found, count) for found, count in sets.list_sets(session)])

    def open(self, set_id: UUID) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.open_set(session, set_id))

    def make(self, name: str) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.make_set(session, name))

    def rename(self, set_id: UUID, revision: int, name: str) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.rename_set(session, set_id, revision, name))

    def delete(self, set_id: UUID, revision: int) -> int:
        """Returns the revision from which it can be restored."""
        with self.database.transaction() as session:
            return sets.delete_set(session, set_id, revision)

    def restore(self, set_id: UUID, revision: int) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.restore_set(session, set_id, revision))

    def keep(
        self, set_id: UUID, revision: int, typed: str, school: Mapping[str, str], edits: Edits = NO_EDITS
    ) -> ShownSet:
        """Keep a problem at the end of a set. Raises UnreadableProblem and UnknownChoice as well."""
        with self.database.transaction() as session:
            new = new_example(typed, school, edits, _words(session))
            return self._shown(session, sets.add_example(session, set_id, revision, new))

    def edit(self, set_id: UUID, revision: int, example_id: UUID, edits: Edits) -> ShownSet:
        """Keep what the teacher changed in the working of an example; no edits at all goes back to the working."""
        with self.database.transaction() as session:
            return self._shown(session, sets.edit_example(session, set_id, revision, example_id, edits.model_dump()))

    def delete_example(self, set_id: UUID, revision: int, example_id: UUID) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.delete_example(session, set_id, revision, example_id))

    def restore_example(self, set_id: UUID, revision: int, example_id: UUID) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.restore_example(session, set_id, revision, example_id))

    def reorder(self, set_id: UUID, revision: int, order: list[UUID]) -> ShownSet:
        """Raises BadOrder unless ``order`` holds every example of the set once."""
        with self.database.transaction() as session:
            return self._shown(session, sets.reorder(session, set_id, revision, order))

    def _shown(self, session: Session, found: ExampleSet) -> ShownSet:
        """The set in the teacher's words."""
        return _shown(found, _words(session))


def _words(session: Session) -> Words:
    _, content = settings.read(session)
    return chosen_words(content.get("words", {}))


def new_example(
    typed: str, school: Mapping[str, str], edits: Edits = NO_EDITS, words: Words = DEFAULT_WORDS
) -> sets.NewExample:
    """What is kept of a problem as typed. Raises UnreadableProblem and UnknownChoice."""
    problem = read_in_words(typed, words)
    chosen = school_from(FACETS, school).as_dict()
    value = None if isinstance(problem.expr, (Comparison, Chain)) else evaluate(problem.expr)
    return sets.NewExample(typed, problem_text(problem.expr, problem.label), value, chosen, edits.model_dump())


def _summary(found: ExampleSet, count: int) -> SetSummary:
    return SetSummary(
        id=found.id, name=found.name, revision=found.revision, examples=count, changed_at=found.changed_at
    )


def _shown(found: ExampleSet, words: Words) -> ShownSet:
    examples: list[ShownExample] = []
    for example in found.examples:
        problem = read(example.problem)
        reference = work(problem, DEFAULT_SCHOOL)
        examples.append(
            ShownExample(
                id=example.id,
                typed=with_decimal_sign(example.problem, words),
                problem=notation(problem.expr, problem.label, words=words),
                answer=notation(reference.answer, problem.label, words=words),
                school=example.school,
                school_names=school_names(school_from(FACETS, example.school), words),
                demands=shown_demands(demands_of(problem, reference.derivation), words),
                edits=Edits.model_validate(example.edits),
            )
        )
    return ShownSet(
        id=found.id, name=found.name, revision=found.revision, changed_at=found.changed_at, examples=examples
    )
