"""A worker ends with whoever began it, also where the database goes at the same moment."""

import os
import subprocess
import sys
import unittest

PROGRAM = """
import asyncio, os, signal, sys
from keen_slate.worker import __main__ as worker

runs = []

async def run(*_):
    # As the queue does it: the first signal is taken as the wish to end; and then the database is gone.
    runs.append(len(runs))
    if len(runs) > 1:
        sys.exit("it goes on")
    told = asyncio.Event()
    asyncio.get_running_loop().add_signal_handler(signal.SIGTERM, told.set)
    print("begun", flush=True)
    await asyncio.wait_for(told.wait(), timeout=30)
    raise ConnectionError

worker.run = run
sys.exit(worker.main())
"""


class Ending(unittest.TestCase):
    def test_the_signal_to_end_is_not_lost_with_the_database(self) -> None:
        began_it = subprocess.Popen([sys.executable, "-c", "input()"], stdin=subprocess.PIPE, stderr=subprocess.DEVNULL)
        of_nothing = {"DATABASE_URL": "postgresql://nobody@127.0.0.1:1/none"}
        worker = subprocess.Popen(
            [sys.executable, "-c", PROGRAM, "--parent", str(began_it.pid)],
            stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True, env=os.environ | of_nothing,
        )  # fmt: skip
        assert worker.stdout is not None
        self.assertEqual(worker.stdout.readline(), "begun\n")
        began_it.communicate()
        _, told = worker.communicate(timeout=60)
        self.assertEqual((worker.returncode, told), (0, ""))
