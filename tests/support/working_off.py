"""What a worker does, done here and now."""

import asyncio
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from uuid import UUID

from keen_slate.services.desk import Desk
from keen_slate.store.database import Database
from keen_slate.store.queue import MAKE_HANDOUT, QUEUES
from keen_slate.worker.own_process import OwnProcess, make_handout
from keen_slate.worker.running import run

PRINT = QUEUES[MAKE_HANDOUT]


def work_off(database_url: str) -> None:
    """Make everything that waits in the queue; in a thread, because the browser of a process has a loop in this one."""
    here = InThisProcess(database_url, make_handout)
    with ThreadPoolExecutor(1) as worker:
        worker.submit(asyncio.run, run(database_url, [PRINT], here, here, until_empty=True)).result()


class InThisProcess(OwnProcess):
    """Saves the tests a process for each of them."""

    async def do(self, owner: UUID, job_id: UUID, wanted: Callable[[], bool] = lambda: True) -> bool:
        database = Database(self.database_url)
        await asyncio.to_thread(self.does, Desk(database, owner), job_id)
        database.engine.dispose()
        return True
