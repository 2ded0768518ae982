"""A worker: ``python -m keen_slate.worker`` makes what waits in the queue of the database that ``DATABASE_URL`` names.

Any number of them may run, on this machine and others. A handout whose worker is lost is begun again by another.
"""

import asyncio
import logging
import os
import sys
import time

from keen_slate.worker.running import run

LOG = logging.getLogger("keen_slate")
PAUSE = 2.0
"""Seconds before the database is asked again once it did not answer."""


def main() -> int:
    url = os.environ.get("DATABASE_URL")
    if not url:
        print("Set DATABASE_URL to the address of a PostgreSQL database, or use ./start.", file=sys.stderr)
        return 2
    while True:
        try:
            asyncio.run(run(url))
        except Exception:
            LOG.exception("the worker lost its database; it goes on as soon as that answers")
            time.sleep(PAUSE)
        else:
            return 0


if __name__ == "__main__":
    sys.exit(main())
