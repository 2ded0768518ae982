"""Work that is put off, in a queue in PostgreSQL: whoever runs a worker on this database does it.

procrastinate keeps the queue: it is made for PostgreSQL alone, takes a job in the transaction that it belongs to, and
knows of a worker that has gone silent.
"""

from uuid import UUID

from procrastinate import App, SyncPsycopgConnector
from sqlalchemy import text
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


def waiting(session: Session) -> dict[str, tuple[int, float]]:
    """How many jobs wait in each queue, and for how many seconds the oldest has."""
    counted = session.execute(
        text(
            "SELECT j.queue_name, count(*), extract(epoch FROM now() - min(e.at)) FROM procrastinate_jobs j "
            "JOIN procrastinate_events e ON e.job_id = j.id AND e.type = 'deferred' WHERE j.status = 'todo' "
            "GROUP BY j.queue_name"
        )
    )
    found = {str(queue): (int(count), float(seconds)) for queue, count, seconds in counted}
    return {queue: found.get(queue, (0, 0.0)) for queue in QUEUES.values()}
