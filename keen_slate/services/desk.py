"""All services on one database, as one teacher has them."""

import os
from shutil import disk_usage
from uuid import UUID

from sqlalchemy.exc import SQLAlchemyError

from keen_slate.faults import DatabaseUnavailable
from keen_slate.services.archive import Archive
from keen_slate.services.errands import Errands
from keen_slate.services.formats import Formats
from keen_slate.services.ladders import Ladders
from keen_slate.services.lessons import Lessons
from keen_slate.services.line_up import LineUp
from keen_slate.services.mark.classes import Classes
from keen_slate.services.mark.keeping import Keeping
from keen_slate.services.mark.looking_back import LookingBack
from keen_slate.services.mark.rounds import Rounds
from keen_slate.services.mark.trying import Trying
from keen_slate.services.printing import Printing
from keen_slate.services.settings import Settings
from keen_slate.services.story_shelf import StoryShelf
from keen_slate.services.teachers import Administering, Entry, Who
from keen_slate.store.database import Belongings, Database
from keen_slate.store.queue import waiting

DISK = "KEEN_SLATE_DISK"
"""Names a folder on the disk of the database, where that is this machine's."""

LEAST_FREE = 2_000_000
"""Bytes with which a database can still be said to have room."""


class Desk:
    """The services of one teacher's desk: they see and change what is this teacher's, and nothing else."""

    def __init__(self, database: Database, teacher: UUID) -> None:
        theirs = Belongings(database, teacher)
        self.line_up = LineUp(theirs)
        self.classes = Classes(theirs)
        self.rounds = Rounds(theirs)
        self.looking_back = LookingBack(theirs)
        self.trying = Trying(theirs)
        self.keeping = Keeping(theirs)
        self.ladders = Ladders(theirs)
        self.lessons = Lessons(theirs)
        self.printing = Printing(theirs)
        self.formats = Formats(theirs)
        self.stories = StoryShelf(theirs)
        self.settings = Settings(theirs)
        self.errands = Errands(theirs)
        self.archive = Archive(theirs)


class House:
    """All desks on one database, and the door to them. Raises BadAddress for an address that is not PostgreSQL's."""

    def __init__(self, database_url: str) -> None:
        self.database = Database(database_url)
        self.entry = Entry(self.database)

    def desk(self, teacher: UUID) -> Desk:
        return Desk(self.database, teacher)

    def administering(self, who: Who) -> Administering:
        """Raises NotAllowed."""
        return Administering(self.database, who)

    def secret(self, name: str) -> str:
        """What all processes of this house know under a name. Raises DatabaseUnavailable."""
        return self.database.secret(name)

    def waiting(self) -> dict[str, tuple[int, float]]:
        """How many jobs wait in each queue, and for how many seconds the oldest has; nothing where nobody can say."""
        try:
            with self.database.transaction() as session:
                return waiting(session)
        except DatabaseUnavailable:
            return {}

    def trouble(self) -> str | None:
        """None when the database answers; otherwise what kind of trouble there is, without its details."""
        try:
            if not self.database.answers():
                return "the tables are missing"
        except SQLAlchemyError as fault:
            return f"it does not answer ({type(fault).__name__})"
        disk = os.environ.get(DISK)
        if self.database.full_lately or (disk and disk_usage(disk).free < LEAST_FREE):
            return "its disk is full: nothing can be kept until there is room"
        return None
