"""What a worker does, done here and now."""

import asyncio

from keen_slate.worker.running import run


def work_off(database_url: str) -> None:
    """Make everything that waits in the queue."""
    asyncio.run(run(database_url, until_empty=True))
