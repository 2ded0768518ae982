"""The connection to PostgreSQL, its migrations, and the one place that decides what a teacher sees."""

import secrets
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from time import monotonic
from typing import Any
from uuid import UUID

import psycopg
from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from alembic.util import CommandError
from psycopg import errors as postgres
from pydantic_core import from_json
from sqlalchemy import Engine, create_engine, event, exists, make_url, or_, text
from sqlalchemy.exc import ArgumentError, DBAPIError, OperationalError
from sqlalchemy.orm import ORMExecuteState, Session, UOWTransaction, with_loader_criteria
from sqlalchemy.pool import NullPool

from keen_slate.faults import BadAddress, DatabaseFull, DatabaseUnavailable, NewerDatabase
from keen_slate.store.models import ExampleSet, Owned, Secret, SetReader

CONNECT_WITHIN = 3
"""Seconds in which a connection must be made, unless the address says otherwise (``?connect_timeout=10``)."""

LIMITS = {"statement_timeout": "4s", "lock_timeout": "3s", "idle_in_transaction_session_timeout": "60s"}
"""How long the server lets one statement run, wait for another's row, or hold a transaction open in silence."""

ANSWERS_WITHIN = 4.5
"""Seconds after which a server that says nothing at all counts as gone; it would have ended the statement by then."""

LEFT_ALONE = 1.0
"""Seconds in which a server that said nothing is not asked again, so that nobody else waits for it meanwhile."""

SAYS_NOTHING = "the server says nothing"
OWNER = "owner"
SHARED = "shared"
MIGRATING = 8_470_001
"""The advisory lock that one process holds while it migrates."""


class _Patient(psycopg.Connection[Any]):
    """A connection that does not wait for a frozen server for ever."""

    def wait(self, gen: Any, interval: float = 0.1, timeout: float | None = None) -> Any:
        try:
            return super().wait(gen, interval, timeout or ANSWERS_WITHIN)
        except postgres._WaitTimeout as fault:
            self.pgconn.finish()
            raise psycopg.OperationalError(SAYS_NOTHING) from fault


class Database:
    """One PostgreSQL database, given by its address. Raises BadAddress for one that is not PostgreSQL's."""

    def __init__(self, url: str) -> None:
        self.url = with_driver(url)
        self._silent_until = 0.0
        self._full_at = -15.0
        options = " ".join(f"-c {name}={limit}" for name, limit in LIMITS.items())
        try:
            address = make_url(self.url)
            self.engine: Engine = create_engine(
                address.update_query_dict(
                    {"connect_timeout": address.query.get("connect_timeout", f"{CONNECT_WITHIN}")}
                ),
                pool_pre_ping=True,
                hide_parameters=True,
                json_deserializer=from_json,  # of a long set this is most of the reading
                connect_args={"options": options},
            )
        except (ArgumentError, ValueError) as fault:
            raise BadAddress from fault
        event.listen(self.engine, "do_connect", lambda _, __, cargs, cparams: _Patient.connect(*cargs, **cparams))

    @contextmanager
    def transaction(self, owner: UUID | None = None) -> Iterator[Session]:
        """One transaction: kept when the block ends, undone when it raises.

        With an owner the session sees what is this teacher's and makes what is theirs; without one it sees nothing that
        belongs to anybody, and asking for it is an error. Raises DatabaseUnavailable, DatabaseFull.
        """
        if monotonic() < self._silent_until:
            raise DatabaseUnavailable("it said nothing a moment ago")
        try:
            with Session(self.engine, expire_on_commit=False, info={OWNER: owner}) as session, session.begin():
                yield session
        except (OperationalError, DBAPIError) as fault:
            if isinstance(fault.orig, postgres.DiskFull):
                self._full_at = monotonic()
                raise DatabaseFull(str(fault.orig)) from fault
            if "timeout expired" in str(fault.orig) or SAYS_NOTHING in str(fault.orig):
                self._silent_until = monotonic() + LEFT_ALONE
            if isinstance(fault, OperationalError) or fault.connection_invalidated:
                raise DatabaseUnavailable(str(fault.orig)) from fault
            raise

    def must_answer(self) -> None:
        """Raises BadAddress, in a sentence about what is wrong: nobody there, no such database, not let in."""
        try:
            self.engine.connect().close()
        except DBAPIError as fault:
            raise BadAddress(_why_not(fault)) from fault

    def answers(self) -> bool:
        """Whether the database answers a question now. Raises the driver's error when it does not."""
        with self.engine.connect() as connection:
            return connection.execute(text("SELECT 1 FROM alembic_version")).scalar() == 1

    @property
    def full_lately(self) -> bool:
        """Whether it had no room for something within the last quarter minute, as far as this process knows."""
        return monotonic() - self._full_at < 15

    def secret(self, name: str) -> str:
        """What all processes on this database know under a name; made where it is not there yet."""
        with self.transaction() as session:
            session.execute(
                text("INSERT INTO secret (name, value) VALUES (:name, :value) ON CONFLICT DO NOTHING"),
                {"name": name, "value": secrets.token_urlsafe(32)},
            )
            kept = session.get(Secret, name)
            assert kept is not None
            return kept.value

    def migrate(self) -> None:
        """Bring the tables up to the newest form; of several processes one does it. Raises NewerDatabase where they are
        newer than this program knows."""
        config = _migrations()
        with create_engine(self.url, poolclass=NullPool).begin() as connection:  # it takes as long as it takes
            connection.execute(text(f"SELECT pg_advisory_xact_lock({MIGRATING})"))
            config.attributes["connection"] = connection
            try:
                command.upgrade(config, "head")
            except CommandError as fault:
                raise NewerDatabase from fault

    def allow(self, role: str) -> None:
        """Give a role what the program needs while it runs, and no more: it makes no tables, and cannot change the
        trail."""
        with self.engine.begin() as connection:
            for right in (
                "USAGE ON SCHEMA public",
                "SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public",
                "USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public",
                "EXECUTE ON ALL FUNCTIONS IN SCHEMA public",
            ):
                connection.execute(text(f"GRANT {right} TO {role}"))
            connection.execute(text(f"REVOKE UPDATE, DELETE ON audit_entry FROM {role}"))
            connection.execute(text(f"REVOKE INSERT, UPDATE, DELETE ON alembic_version FROM {role}"))

    def version(self) -> str | None:
        """The form that the tables have; None where there are none."""
        with self.engine.connect() as connection:
            if connection.execute(text("SELECT to_regclass('alembic_version')")).scalar() is None:
                return None
            return str(connection.execute(text("SELECT version_num FROM alembic_version")).scalar())


def newest_version() -> str:
    """The form that this program's tables have."""
    return str(ScriptDirectory.from_config(_migrations()).get_current_head())


def _migrations() -> Config:
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    return config


@dataclass(frozen=True)
class Belongings:
    """The database as one teacher has it."""

    database: Database
    owner: UUID

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        with self.database.transaction(self.owner) as session:
            yield session


def owner_of(session: Session) -> UUID:
    """Whose session it is."""
    owner = session.info[OWNER]
    assert isinstance(owner, UUID), "nobody's session"
    return owner


def act_as(session: Session, owner: UUID) -> None:
    """What the session does from now on it does for this teacher."""
    session.info[OWNER] = owner


@event.listens_for(Session, "do_orm_execute")
def _only_what_is_theirs(state: ORMExecuteState) -> None:
    """Every statement about something owned reaches only what is the teacher's.

    Sets that a colleague gave or shelved are reached too by a statement that says ``shared``: such only read.
    """
    owned = any(issubclass(mapper.class_, Owned) for mapper in state.all_mappers)
    owner = state.session.info.get(OWNER)
    if state.is_insert:
        return  # what is made says whose it is
    if owner is None:
        if owned:
            raise PermissionError("A session of nobody asks for what belongs to somebody.")
        return
    if state.is_select and state.execution_options.get(SHARED):
        given = exists().where(SetReader.set_id == ExampleSet.id, SetReader.teacher_id == owner)
        mine_or_shared = or_(ExampleSet.owner_id == owner, ExampleSet.shelved_at.is_not(None), given)
        state.statement = state.statement.options(with_loader_criteria(ExampleSet, mine_or_shared))
        return
    state.statement = state.statement.options(
        with_loader_criteria(Owned, lambda kind: kind.owner_id == owner, include_aliases=True)
    )


@event.listens_for(Session, "before_flush")
def _belongs_to_whoever_makes_it(session: Session, _context: UOWTransaction, _instances: object) -> None:
    for made in session.new:
        if isinstance(made, Owned):
            made.owner_id = owner_of(session)


def _why_not(fault: DBAPIError) -> str:
    said = str(fault.orig)
    if "password" in said or "authentication" in said or "role" in said:
        return "The database of DATABASE_URL does not let us in. Check the user and the password in it."
    if "does not exist" in said:
        return "There is no database of this name at DATABASE_URL. Make it, or check the name."
    return "Nothing answers at DATABASE_URL. Check its host and port, and that PostgreSQL runs there."


def without_driver(url: str) -> str:
    """The same for whoever asks PostgreSQL's own library.

    >>> without_driver("postgres://u:p@localhost/db")
    'postgresql://u:p@localhost/db'
    """
    return with_driver(url).replace("+psycopg", "", 1)


def with_driver(url: str) -> str:
    """Any usual way of writing a PostgreSQL address, with the driver that is installed here.

    >>> with_driver("postgres://u:p@localhost/db")
    'postgresql+psycopg://u:p@localhost/db'
    """
    scheme, separator, rest = url.partition("://")
    if not separator or scheme.split("+")[0] not in ("postgres", "postgresql"):
        raise BadAddress
    return f"postgresql+psycopg://{rest}"
