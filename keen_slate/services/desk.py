"""All services on one database."""

from sqlalchemy.exc import SQLAlchemyError

from keen_slate.services.formats import Formats
from keen_slate.services.ladders import Ladders
from keen_slate.services.lessons import Lessons
from keen_slate.services.line_up import LineUp
from keen_slate.services.printing import Printing
from keen_slate.services.settings import Settings
from keen_slate.store.database import Database


class Desk:
    """The services of one teacher's desk. Raises ValueError for an address that is not PostgreSQL's."""

    def __init__(self, database_url: str) -> None:
        self.database = Database(database_url)
        self.line_up = LineUp(self.database)
        self.ladders = Ladders(self.database)
        self.lessons = Lessons(self.database)
        self.printing = Printing(self.database)
        self.formats = Formats(self.database)
        self.settings = Settings(self.database)

    def database_trouble(self) -> str | None:
        """None when the database answers; otherwise what kind of trouble there is, without its details."""
        try:
            return None if self.database.answers() else "the tables are missing"
        except SQLAlchemyError as fault:
            return f"it does not answer ({type(fault).__name__})"
