"""A worker: ``python -m keen_slate.worker [QUEUE …]`` does what waits in the queues of the database that
``DATABASE_URL`` names: handouts to be printed, and errands.

Any number of them may run, on this machine and others. What a lost worker had in hand is begun again by another.
"""

import argparse
import asyncio
import logging
import os
import signal
import sys
import threading
import time

from keen_slate.processes import end_with
from keen_slate.worker.own_process import LONGEST_HANDOUT, OwnProcess, make_handout
from keen_slate.worker.running import ALL, run

LOG = logging.getLogger("keen_slate")
PAUSE = 0.5
"""Seconds before the database is asked again once it did not answer."""


def main() -> int:
    parser = argparse.ArgumentParser(prog="python -m keen_slate.worker", description="Do what waits in the queues.")
    parser.add_argument("queues", nargs="*", metavar="QUEUE", help=f"{', '.join(ALL)}; all where none is named")
    parser.add_argument("--parent", type=int, default=0, help="end when this process is gone")
    options = parser.parse_args()
    if unknown := set(options.queues) - set(ALL):
        parser.error(f"There is no queue {', '.join(sorted(unknown))}. Name one of {', '.join(ALL)}.")
    logging.basicConfig(level=logging.WARNING, format="%(asctime)s %(name)s %(levelname)s %(message)s")
    alone = threading.Event()

    def end() -> None:
        alone.set()
        os.kill(os.getpid(), signal.SIGTERM)

    if options.parent:
        end_with(options.parent, end)
    url = os.environ.get("DATABASE_URL")
    if not url:
        print("Set DATABASE_URL to the address of a PostgreSQL database, or use ./start.", file=sys.stderr)
        return 2
    errands, handouts = OwnProcess(url), OwnProcess(url, make_handout, LONGEST_HANDOUT)
    while True:
        try:
            asyncio.run(run(url, options.queues or ALL, errands, handouts))
        except Exception:
            if not alone.is_set():  # else the database went with whoever began this, and the signal was lost with it
                LOG.exception("the worker lost its database; it goes on as soon as that answers")
                time.sleep(PAUSE)
                continue
        errands.end()
        handouts.end()
        return 0


if __name__ == "__main__":
    sys.exit(main())
