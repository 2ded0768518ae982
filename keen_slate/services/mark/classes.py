"""Classes of pupils, by codes or nicknames."""

from collections import Counter
from uuid import UUID

from keen_slate.faults import NotPossible
from keen_slate.services.shapes.base import Revision
from keen_slate.services.shapes.marking import ClassChange, ClassList, ClassShape, NewClass, PupilShape
from keen_slate.store import classes, teachers
from keen_slate.store.classes import WantedPupil
from keen_slate.store.database import Belongings
from keen_slate.store.models import SchoolClass


class Classes:
    """Raises NotFound for what is gone, ChangedMeanwhile where the class has moved on; nothing is written then."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def all(self) -> ClassList:
        with self.database.transaction() as session:
            return ClassList(classes=[shown_class(c) for c in classes.list_classes(session)])

    def make(self, asked: NewClass) -> ClassShape:
        """Raises NotPossible for a code that stands twice."""
        with self.database.transaction() as session:
            return shown_class(classes.make_class(session, asked.name, asked.year, _wanted(asked)))

    def change(self, class_id: UUID, asked: ClassChange) -> ClassShape:
        """Raises NotPossible for a code that stands twice, BadOrder for a pupil of another class."""
        with self.database.transaction() as session:
            return shown_class(
                classes.change_class(session, class_id, asked.revision, asked.name, asked.year, _wanted(asked))
            )

    def delete(self, class_id: UUID, revision: int) -> Revision:
        """Returns the revision from which it can be restored."""
        with self.database.transaction() as session:
            teachers.note_of(session, self.database.owner, "deleted a class", str(class_id))
            return Revision(revision=classes.delete_class(session, class_id, revision))

    def restore(self, class_id: UUID, revision: int) -> ClassShape:
        with self.database.transaction() as session:
            return shown_class(classes.restore_class(session, class_id, revision))

    def erase(self, class_id: UUID) -> None:
        """For good, with all rounds and answers."""
        with self.database.transaction() as session:
            teachers.note_of(session, self.database.owner, "erased a class", str(class_id))
            classes.erase_class(session, class_id)

    def erase_pupil(self, class_id: UUID, pupil_id: UUID) -> ClassShape:
        """For good, with all answers."""
        with self.database.transaction() as session:
            teachers.note_of(session, self.database.owner, "erased a pupil", str(pupil_id))
            return shown_class(classes.erase_pupil(session, class_id, pupil_id))


def shown_class(found: SchoolClass) -> ClassShape:
    return ClassShape(
        id=found.id,
        name=found.name,
        year=found.year,
        invented=found.invented,
        revision=found.revision,
        pupils=[PupilShape(id=p.id, code=p.code, part=p.part) for p in found.pupils],
    )


def _wanted(asked: NewClass) -> list[WantedPupil]:
    twice = [code for code, times in Counter(p.code.casefold() for p in asked.pupils).items() if times > 1]
    if twice:
        code = next(p.code for p in asked.pupils if p.code.casefold() == twice[0])
        raise NotPossible(f"“{code}” stands twice in this class. Give each pupil a code of their own.")
    return [WantedPupil(p.code, p.part, p.id) for p in asked.pupils]
