"""Taking jobs from the queue, and giving back those of workers that are lost."""

import asyncio
import contextlib
from collections.abc import Sequence
from datetime import date
from uuid import UUID

from procrastinate import App, PsycopgConnector
from procrastinate.exceptions import ConnectorException
from procrastinate.jobs import Status
from procrastinate.utils import utcnow

from keen_slate.faults import DatabaseUnavailable
from keen_slate.services.desk import Desk
from keen_slate.services.heavy import give_up
from keen_slate.services.mark.keeping import forget_old_answers
from keen_slate.store.database import Database, without_driver
from keen_slate.store.queue import DO_ERRAND, MAKE_HANDOUT, QUEUES
from keen_slate.store.teachers import DESK
from keen_slate.worker.own_process import OwnProcess

HEARTBEAT = 2.0
SILENT_FOR = 10.0
"""Seconds without a heartbeat after which a worker counts as lost."""

FORGETTING = 3600.0
"""Seconds between two looks for answers of pupils that are older than they are kept."""

MOST_ATTEMPTS = 3
"""A job that has taken so many workers with it is given up."""

ALL = tuple(QUEUES.values())


async def run(
    database_url: str, queues: Sequence[str], errands: OwnProcess, handouts: OwnProcess, *, until_empty: bool = False
) -> None:
    """Do what waits in the queues, one after the other, until a signal ends it, which lets the one in hand be finished;
    or until nothing waits. Errands are done in a process of their own, handouts in another."""
    database = Database(database_url)
    app = App(connector=PsycopgConnector(conninfo=without_driver(database_url), min_size=1, max_size=4))

    @app.task(name=MAKE_HANDOUT, queue=QUEUES[MAKE_HANDOUT])
    async def make_handout(job_id: str, owner: str = str(DESK)) -> None:
        printing = Desk(database, UUID(owner)).printing
        if not await handouts.do(UUID(owner), UUID(job_id), lambda: printing.is_wanted(UUID(job_id))):
            await asyncio.to_thread(printing.give_up, UUID(job_id))

    @app.task(name=DO_ERRAND, queue=QUEUES[DO_ERRAND])
    async def do_errand(job_id: str, owner: str) -> None:
        if not await errands.do(UUID(owner), UUID(job_id)):
            await asyncio.to_thread(give_up, Desk(database, UUID(owner)), UUID(job_id))

    for process, queue in ((errands, QUEUES[DO_ERRAND]), (handouts, QUEUES[MAKE_HANDOUT])):
        if queue in queues and not until_empty:
            await process.begin()
    async with app.open_async():
        beside = [] if until_empty else [_rescue(app, database, queues), _forget(database)]
        tasks = [asyncio.create_task(work) for work in beside]
        await app.run_worker_async(
            queues=list(queues),
            wait=not until_empty,
            install_signal_handlers=not until_empty,
            listen_notify=not until_empty,
            delete_jobs="always",
            fetch_job_polling_interval=1.0,
            shutdown_graceful_timeout=15.0,
            update_heartbeat_interval=HEARTBEAT,
            stalled_worker_timeout=SILENT_FOR,
        )
        for task in tasks:
            task.cancel()
    database.engine.dispose()


async def _forget(database: Database) -> None:
    """Delete what is older than its teacher keeps it, whether or not anybody looks."""
    while True:
        with contextlib.suppress(DatabaseUnavailable):  # it is tried again
            await asyncio.to_thread(forget_old_answers, database, date.today())
        await asyncio.sleep(FORGETTING)


async def _rescue(app: App, database: Database, queues: Sequence[str]) -> None:
    """Put back what lost workers had in hand; another one may be as quick."""
    while True:
        for queue in queues:
            for job in await app.job_manager.get_stalled_jobs(queue=queue, seconds_since_heartbeat=SILENT_FOR):
                with contextlib.suppress(ConnectorException):
                    if job.attempts >= MOST_ATTEMPTS:
                        desk = Desk(database, UUID(str(job.task_kwargs.get("owner", DESK))))
                        row = UUID(str(job.task_kwargs["job_id"]))
                        if job.task_name == MAKE_HANDOUT:
                            desk.printing.give_up(row)
                        else:
                            give_up(desk, row)
                        await app.job_manager.finish_job(job, Status.FAILED, delete_job=True)
                    else:
                        await app.job_manager.retry_job(job, retry_at=utcnow())
        await asyncio.sleep(HEARTBEAT)
