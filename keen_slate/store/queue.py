"""Work that is put off, in a queue in PostgreSQL: whoever runs a worker on this database does it.

procrastinate keeps the queue: it is made for PostgreSQL alone, takes a job in the transaction that it belongs to, and
knows of a worker that has gone silent.
"""

from uuid import UUID

from procrastinate import App, SyncPsycopgConnector
from sqlalchemy.orm import Session

PRINT_QUEUE = "print"
MAKE_HANDOUT = "make-handout"

_APP = App(connector=SyncPsycopgConnector())


def put_handout(session: Session, job_id: UUID) -> None:
    """Put a handout into the queue, in the transaction of the session: it is there when that is kept."""
    connection = session.connection().connection.driver_connection
    task = _APP.configure_task(MAKE_HANDOUT, queue=PRINT_QUEUE, lock=str(job_id), connection=connection)
    task.defer(job_id=str(job_id))
