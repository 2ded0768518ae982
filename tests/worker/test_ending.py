"""A worker ends with whoever began it, also where the database goes at the same moment."""

import asyncio
import signal
import subprocess
import sys
import unittest
from unittest.mock import patch

from keen_slate.worker import __main__ as worker


class Ending(unittest.TestCase):
    def test_the_signal_to_end_is_not_lost_with_the_database(self) -> None:
        parent = subprocess.Popen([sys.executable, "-c", "input()"], stdin=subprocess.PIPE, stderr=subprocess.DEVNULL)
        runs: list[int] = []

        async def run(*_: object) -> None:
            """As the queue does it: the first signal is taken as the wish to end, and then the database is gone."""
            runs.append(len(runs))
            if len(runs) > 1:
                raise KeyboardInterrupt
            told = asyncio.Event()
            asyncio.get_running_loop().add_signal_handler(signal.SIGTERM, told.set)
            parent.communicate()  # it ends
            await asyncio.wait_for(told.wait(), timeout=30)
            raise ConnectionError

        with (
            patch.object(worker, "run", run),
            patch.dict("os.environ", {"DATABASE_URL": "postgresql://nobody@127.0.0.1:1/none"}),
            patch.object(sys, "argv", ["worker", "--parent", str(parent.pid)]),
        ):
            self.assertEqual(worker.main(), 0)
        self.assertEqual(runs, [0])
