"""Many alike tasks, done by as many processes as there are processors."""

import os
import signal
import subprocess
import sys
import unittest
from unittest.mock import patch

from keen_slate.processes import WORTH_SPREADING, spread
from tests.launch.test_faults import until

MANY = range(3 * WORTH_SPREADING)


@unittest.skipIf(len(os.sched_getaffinity(0)) == 1, "there is one processor")
class Spread(unittest.TestCase):
    def test_in_order_and_by_others(self) -> None:
        found = list(spread(lambda n: (n * n, os.getpid()), MANY))
        self.assertEqual([square for square, _ in found], [n * n for n in MANY])
        self.assertNotIn(os.getpid(), {process for _, process in found})

    def test_few_and_where_there_is_one_processor_by_itself(self) -> None:
        self.assertEqual(set(spread(lambda _: os.getpid(), range(WORTH_SPREADING - 1))), {os.getpid()})
        with patch("os.sched_getaffinity", return_value={0}):
            self.assertEqual(set(spread(lambda _: os.getpid(), MANY)), {os.getpid()})

    def test_what_goes_wrong_with_one_comes_to_whoever_asked(self) -> None:
        with self.assertRaises(ZeroDivisionError):
            list(spread(lambda n: 1 / (n - 70), MANY))

    def test_no_more_is_done_once_nobody_wants_it(self) -> None:
        going = spread(lambda _: os.getpid(), range(5000))
        process = next(going)
        going.close()
        self.assertRaises(ProcessLookupError, os.kill, process, 0)

    def test_they_end_with_the_one_that_has_them(self) -> None:
        program = (
            "import os, time; from keen_slate.processes import spread\n"
            f"for process in spread(lambda n: (time.sleep(n / 1000), os.getpid())[1], range({len(MANY)})):\n"
            "    print(process, flush=True)"
        )
        with subprocess.Popen([sys.executable, "-c", program], stdout=subprocess.PIPE, text=True) as other:
            assert other.stdout is not None
            process = int(other.stdout.readline())
            other.send_signal(signal.SIGKILL)
        until(lambda: not _lives(process))


def _lives(process: int) -> bool:
    try:
        with open(f"/proc/{process}/stat") as told:
            return told.read().rpartition(")")[2].split()[0] != "Z"
    except FileNotFoundError:
        return False
