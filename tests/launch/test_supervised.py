"""Processes that are kept alive, logs that stay small and private, and one installation to a folder."""

import os
import signal
import time
import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

from keen_slate.launch.home import AlreadyRuns, DoesNotRun, Home, Note
from keen_slate.launch.supervised import OLD_LOGS, Supervised, private_log, rotate


class Logs(unittest.TestCase):
    def setUp(self) -> None:
        self.log = Path(self.enterContext(TemporaryDirectory())) / "logs" / "web-1.log"

    def test_a_large_one_is_put_aside_and_goes_on_in_the_same_file(self) -> None:
        with private_log(self.log) as writing:
            for number in range(OLD_LOGS + 2):
                writing.write(f"round {number}\n".encode() * 50)
                writing.flush()
                rotate(self.log, largest=100)
                self.assertEqual(self.log.stat().st_size, 0)
            writing.write(b"small\n")
            writing.flush()
            rotate(self.log, largest=100)
        self.assertEqual(self.log.read_text(), "small\n")
        kept = sorted(p.name for p in self.log.parent.iterdir())
        self.assertEqual(kept, ["web-1.log", *(f"web-1.log.{n}" for n in range(1, OLD_LOGS + 1))])
        self.assertTrue(self.log.with_name("web-1.log.1").read_text().startswith(f"round {OLD_LOGS + 1}"))
        self.assertEqual({p.stat().st_mode & 0o777 for p in self.log.parent.iterdir()}, {0o600})

    def test_nobody_else_reads_one_that_was_there_before(self) -> None:
        self.log.parent.mkdir()
        self.log.touch(mode=0o644)
        private_log(self.log).close()
        self.assertEqual(self.log.stat().st_mode & 0o777, 0o600)


class KeptAlive(unittest.TestCase):
    def test_what_ends_is_started_again_after_pauses_that_grow(self) -> None:
        log = Path(self.enterContext(TemporaryDirectory())) / "no.log"
        process = Supervised(["keen_slate.no_such_module"], {}, log)
        began, starts = time.monotonic(), 0
        while time.monotonic() - began < 4:
            starts += process.keep_alive()
            time.sleep(0.05)
        process.stop()
        process.wait()
        self.assertIn(starts, range(2, 5), "at once, then after half a second, a second, two")
        self.assertIn("No module named", log.read_text())


class OneToAFolder(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(TemporaryDirectory()))

    def test_a_second_is_told_where_the_first_runs(self) -> None:
        first, second = Home(self.folder), Home(self.folder)
        first.hold()
        with self.assertRaisesRegex(AlreadyRuns, "being started"):
            second.hold()
        first.tell(Note(os.getpid(), "http://127.0.0.1:8470", "postgresql://u:p@h/d", False))
        with self.assertRaisesRegex(AlreadyRuns, f"http://127.0.0.1:8470 .process {os.getpid()}"):
            second.hold()
        self.assertEqual((self.folder / "running.json").stat().st_mode & 0o777, 0o600)
        first.leave()
        second.hold()
        second.leave()

    def test_a_note_of_one_that_is_gone_counts_for_nothing(self) -> None:
        home = Home(self.folder)
        child = os.fork()
        if child == 0:
            os.kill(os.getpid(), signal.SIGKILL)
        os.waitpid(child, 0)
        home.tell(Note(child, "http://127.0.0.1:8470", "", False))
        with self.assertRaises(DoesNotRun):
            home.note()
