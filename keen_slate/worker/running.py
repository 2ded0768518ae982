"""Taking jobs from the queue, and giving back those of workers that are lost."""

import asyncio
import contextlib
from uuid import UUID

from procrastinate import App, PsycopgConnector
from procrastinate.exceptions import ConnectorException
from procrastinate.jobs import Status
from procrastinate.utils import utcnow

from keen_slate.services.printing import Printing
from keen_slate.store.database import Database, without_driver
from keen_slate.store.queue import MAKE_HANDOUT, PRINT_QUEUE

HEARTBEAT = 2.0
SILENT_FOR = 10.0
"""Seconds without a heartbeat after which a worker counts as lost."""

MOST_ATTEMPTS = 3
"""A handout that has taken so many workers with it is given up."""


async def run(database_url: str, *, until_empty: bool = False) -> None:
    """Make handouts one after the other until a signal ends it, which lets the one in hand be finished; or until
    nothing waits."""
    database = Database(database_url)
    printing = Printing(database)
    app = App(connector=PsycopgConnector(conninfo=without_driver(database_url), min_size=1, max_size=4))

    @app.task(name=MAKE_HANDOUT, queue=PRINT_QUEUE)
    def make_handout(job_id: str) -> None:
        printing.make(UUID(job_id))

    async with app.open_async():
        rescue = None if until_empty else asyncio.create_task(_rescue(app, printing))
        await app.run_worker_async(
            queues=[PRINT_QUEUE],
            wait=not until_empty,
            install_signal_handlers=not until_empty,
            listen_notify=not until_empty,
            delete_jobs="always",
            fetch_job_polling_interval=1.0,
            shutdown_graceful_timeout=15.0,
            update_heartbeat_interval=HEARTBEAT,
            stalled_worker_timeout=SILENT_FOR,
        )
        if rescue is not None:
            rescue.cancel()
    database.engine.dispose()


async def _rescue(app: App, printing: Printing) -> None:
    """Put back what lost workers had in hand; another one may be as quick."""
    while True:
        for job in await app.job_manager.get_stalled_jobs(queue=PRINT_QUEUE, seconds_since_heartbeat=SILENT_FOR):
            with contextlib.suppress(ConnectorException):
                if job.attempts >= MOST_ATTEMPTS:
                    printing.give_up(UUID(str(job.task_kwargs["job_id"])))
                    await app.job_manager.finish_job(job, Status.FAILED, delete_job=True)
                else:
                    await app.job_manager.retry_job(job, retry_at=utcnow())
        await asyncio.sleep(HEARTBEAT)
