"""A process in which errands are done one after the other, at low priority, and which can be ended at any moment."""

import asyncio
import os
import resource
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from multiprocessing import get_context
from uuid import UUID

from keen_slate.processes import end_with
from keen_slate.services.desk import Desk
from keen_slate.services.heavy import do
from keen_slate.store.database import Database

DEADLINE = 30.0
"""Seconds after which an errand is broken off."""

MEMORY = 2 << 30
"""Bytes that the process may take."""

LOWER = 10
"""How far its priority lies under that of what a teacher waits for."""

_CONTEXT = get_context("forkserver")
_CONTEXT.set_forkserver_preload(["keen_slate.worker.own_process"])
_database: Database | None = None


def _prepare(database_url: str, worker: int) -> None:
    global _database
    end_with(worker, lambda: os._exit(0))
    os.nice(LOWER)
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    _database = Database(database_url)


def _do(owner: UUID, errand_id: UUID) -> None:
    assert _database is not None
    do(Desk(_database, owner), errand_id)


def _nothing() -> None:
    """What a new process does first, so that it is there when it is wanted."""


class OwnProcess:
    def __init__(self, database_url: str, deadline: float | None = None) -> None:
        self.database_url, self.deadline = database_url, deadline or DEADLINE
        self._pool: ProcessPoolExecutor | None = None

    async def begin(self) -> None:
        """Have the process there before it is wanted."""
        if self._pool is not None:
            return
        self._pool = ProcessPoolExecutor(1, _CONTEXT, _prepare, (self.database_url, os.getpid()))
        await asyncio.get_running_loop().run_in_executor(self._pool, _nothing)

    async def do(self, owner: UUID, errand_id: UUID) -> bool:
        """False where it took too long, or more memory than there is, and the process was ended."""
        await self.begin()
        loop = asyncio.get_running_loop()
        try:
            await asyncio.wait_for(loop.run_in_executor(self._pool, _do, owner, errand_id), self.deadline)
        except (TimeoutError, BrokenProcessPool):
            self.end()
            return False
        return True

    def end(self) -> None:
        """End the process, whatever it is doing."""
        pool, self._pool = self._pool, None
        if pool is not None:
            for process in list((pool._processes or {}).values()):
                process.kill()
            pool.shutdown(wait=True, cancel_futures=True)
