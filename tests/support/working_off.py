"""What a worker does, done here and now."""

import asyncio
from concurrent.futures import ThreadPoolExecutor

from keen_slate.store.queue import MAKE_HANDOUT, QUEUES
from keen_slate.worker.own_process import OwnProcess
from keen_slate.worker.running import run

PRINT = QUEUES[MAKE_HANDOUT]


def work_off(database_url: str) -> None:
    """Make everything that waits in the queue; in a thread, because the browser of a process has a loop in this one."""
    with ThreadPoolExecutor(1) as worker:
        worker.submit(asyncio.run, run(database_url, [PRINT], OwnProcess(database_url), until_empty=True)).result()
