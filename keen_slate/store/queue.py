"""Work that is put off, in a queue in PostgreSQL: whoever runs a worker on this database does it.

procrastinate keeps the queue: it is made for PostgreSQL alone, takes a job in the transaction that it belongs to, and
knows of a worker that has gone silent.
"""

from uuid import UUID

from procrastinate import App, SyncPsycopgConnector
from sqlalchemy.orm import Session

from keen_slate.store.database import owner_of

MAKE_HANDOUT = "make-handout"
DO_ERRAND = "do-errand"
QUEUES = {MAKE_HANDOUT: "print", DO_ERRAND: "errands"}
"""The queue of each task: short errands never wait behind a long handout."""

_APP = App(connector=SyncPsycopgConnector())


def put_off(session: Session, task: str, row_id: UUID) -> None:
    """Put a row that says what is to be done into the queue, in the transaction of the session: it is there when that
    is kept, and is done as its owner."""
    connection = session.connection().connection.driver_connection
    put = _APP.configure_task(task, queue=QUEUES[task], lock=str(row_id), connection=connection)
    put.defer(job_id=str(row_id), owner=str(owner_of(session)))
