"""A process in which jobs are done one after the other, at low priority, and which can be ended at any moment."""

import asyncio
import os
import resource
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from multiprocessing import get_context
from uuid import UUID

from keen_slate.faults import DatabaseUnavailable
from keen_slate.processes import collect_seldom, end_with
from keen_slate.services.desk import Desk
from keen_slate.services.heavy import do as do_errand
from keen_slate.store.database import Database

DEADLINE = 30.0
"""Seconds after which an errand is broken off."""

LONGEST_HANDOUT = 900.0
"""Seconds after which a handout is broken off: far above the largest set."""

MEMORY = 4 << 30
"""Bytes that the process may take."""

MOST_KEPT = 250_000
"""Kilobytes that the process may have taken at its most and go on: beyond it another takes its place at once, so that
memory comes back."""

LOOKS_EVERY = 0.25
"""Seconds between two looks whether what is being done is still wanted."""

LOWER = 10
"""How far its priority lies under that of what a teacher waits for."""

Does = Callable[[Desk, UUID], None]
"""What is done of a job; a function of a module, so that the other process finds it."""


def make_handout(desk: Desk, job_id: UUID) -> None:
    desk.printing.make(job_id)


_CONTEXT = get_context("forkserver")
_CONTEXT.set_forkserver_preload(["keen_slate.worker.own_process"])
_database: Database | None = None


def _prepare(database_url: str, worker: int) -> None:
    global _database
    end_with(worker, lambda: os._exit(0))
    os.nice(LOWER)
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    _database = Database(database_url)
    collect_seldom()


def _do(does: Does, owner: UUID, job_id: UUID) -> int:
    """Returns the most memory that the process has taken, in kilobytes."""
    assert _database is not None
    does(Desk(_database, owner), job_id)
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss


def _nothing() -> None:
    """What a new process does first, so that it is there when it is wanted."""


class OwnProcess:
    def __init__(self, database_url: str, does: Does = do_errand, deadline: float | None = None) -> None:
        self.database_url, self.does, self.deadline = database_url, does, deadline or DEADLINE
        self._pool: ProcessPoolExecutor | None = None

    async def begin(self) -> None:
        """Have the process there before it is wanted."""
        if self._pool is not None:
            return
        self._pool = ProcessPoolExecutor(1, _CONTEXT, _prepare, (self.database_url, os.getpid()))
        await asyncio.get_running_loop().run_in_executor(self._pool, _nothing)

    async def do(self, owner: UUID, job_id: UUID, wanted: Callable[[], bool] = lambda: True) -> bool:
        """False where it took too long, or more memory than there is. There, and once it is not ``wanted`` any more,
        the process is ended, whatever it is doing."""
        await self.begin()
        loop = asyncio.get_running_loop()
        over = loop.time() + self.deadline
        doing = loop.run_in_executor(self._pool, _do, self.does, owner, job_id)
        while not (await asyncio.wait({doing}, timeout=min(LOOKS_EVERY, self.deadline)))[0]:
            too_long = loop.time() >= over
            if too_long or not await asyncio.to_thread(_still, wanted):
                self.end()
                await asyncio.gather(doing, return_exceptions=True)
                return not too_long
        try:
            peak = doing.result()
        except BrokenProcessPool:
            self.end()
            return False
        if peak > MOST_KEPT:
            self.end()
            await self.begin()
        return True

    def end(self) -> None:
        """End the process, whatever it is doing."""
        pool, self._pool = self._pool, None
        if pool is not None:
            for process in list((pool._processes or {}).values()):
                process.kill()
            pool.shutdown(wait=True, cancel_futures=True)


def _still(wanted: Callable[[], bool]) -> bool:
    try:
        return wanted()
    except DatabaseUnavailable:  # nobody can say
        return True
