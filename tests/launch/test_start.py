"""./start as a person runs it: ready address, one request a line in the log, Ctrl-C, and nothing left behind."""

import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import time
import unittest
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory

import requests
from sqlalchemy.exc import OperationalError

from keen_slate.launch.cluster import Cluster, free_port
from keen_slate.launch.supervised import Supervised
from keen_slate.services.line_up import LineUp
from keen_slate.services.printing import Printing
from keen_slate.services.shapes.printing import PrintRequest
from keen_slate.services.shapes.work import Edits
from keen_slate.store.database import Belongings, Database
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database
from tests.support.searching import only_deep

ROOT = Path(__file__).parents[2]


class Start(unittest.TestCase):
    def setUp(self) -> None:
        self.home = self.enterContext(TemporaryDirectory())

    def start(self, *arguments: str, **environment: str) -> tuple[subprocess.Popen[str], str]:
        """Returns the process and the address it printed last."""
        process = subprocess.Popen(
            [sys.executable, "-m", "keen_slate.launch", *arguments],
            cwd=ROOT, env=os.environ | {"KEEN_SLATE_HOME": self.home} | environment,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True,
        )  # fmt: skip
        self.addCleanup(process.stdout.close)
        self.addCleanup(process.wait, 30)
        self.addCleanup(process.send_signal, signal.SIGTERM)
        said: list[str] = []
        for line in process.stdout or ():
            said.append(line)
            if "ready" in line:
                return process, line.split()[-1]
        raise AssertionError(f"it ended without an address: {said}")

    def test_on_a_given_database(self) -> None:
        url = self.enterContext(fresh_database(migrated=False))
        port = free_port()
        for demo, arguments in ((False, ["--no-demo"]), (True, [])):
            process, address = self.start("--port", str(port), *arguments, DATABASE_URL=url)
            self.assertRegex(address, rf"^http://127.0.0.1:{port}/enter\?key=[\w-]{{40,}}$")
            browser = requests.Session()
            self.assertEqual(browser.get(address, timeout=10).status_code, 200)
            sets = browser.get(f"http://127.0.0.1:{port}/api/sets", timeout=10)
            self.assertEqual("Raised beds" in sets.text, demo)
            process.send_signal(signal.SIGINT)
            self.assertEqual(process.wait(timeout=60), 0)
            with self.assertRaises(OSError):
                requests.get(address, timeout=2)
        logs = Path(self.home) / "logs"
        log = [line for file in logs.glob("web-*.log") for line in file.read_text().splitlines()]
        self.assertEqual({f.stat().st_mode & 0o777 for f in logs.iterdir()}, {0o600})
        line = re.compile(r"^[-\d :,]+ keen_slate.requests INFO GET /api/sets 200 \d+ \d+ms$")
        self.assertTrue(any(line.match(told) for told in log), log[-3:])

    def test_a_port_in_use_is_said(self) -> None:
        with socket.socket() as other:
            other.bind(("127.0.0.1", 0))
            other.listen()
            port = str(other.getsockname()[1])
            outcome = subprocess.run(
                [sys.executable, "-m", "keen_slate.launch", "--port", port],
                env=os.environ | {"KEEN_SLATE_HOME": self.home}, cwd=ROOT, capture_output=True, text=True, check=False,
            )  # fmt: skip
        self.assertEqual(outcome.returncode, 2)
        self.assertIn(f"Port {port} is in use.", outcome.stderr)


class PrivateCluster(unittest.TestCase):
    def test_made_once_guarded_by_a_password_and_stopped(self) -> None:
        home = Path(self.enterContext(TemporaryDirectory(dir=ROOT / ".local")))
        home.chmod(0o755)
        cluster = Cluster(home, durable=False)
        cluster.start()
        self.addCleanup(cluster.stop)
        self.addCleanup(lambda: shutil.rmtree(cluster.data, ignore_errors=True))
        self.assertEqual(cluster.secret.stat().st_mode & 0o777, 0o600)
        owner = cluster.data.stat()
        self.assertNotEqual(owner.st_uid, 0)
        self.assertEqual(owner.st_mode & 0o777, 0o700)
        database = Database(cluster.url)
        database.migrate()
        self.assertTrue(database.answers())
        database.engine.dispose()
        with self.assertRaises(OperationalError) as refused:
            Database(cluster.url.replace(cluster.secret.read_text().strip(), "guess")).answers()
        self.assertIn("password authentication failed", str(refused.exception))

        second = Cluster(home, durable=False)
        second.start()
        self.assertEqual(second.port, cluster.port, "one whose starter is gone is taken over")
        self.assertTrue(Database(cluster.url).answers())
        second.stop()
        with self.assertRaises(OperationalError):
            Database(cluster.url).answers()


class Workers(unittest.TestCase):
    @only_deep
    def test_a_handout_outlives_the_worker_that_makes_it(self) -> None:
        url, logs = self.enterContext(fresh_database()), Path(self.enterContext(TemporaryDirectory()))
        database = Database(url)
        self.addCleanup(database.engine.dispose)
        theirs = Belongings(database, DESK)
        line_up, printing = LineUp(theirs), Printing(theirs)
        made = line_up.make("Boards")
        for number in range(1, 80):
            line_up.keep(made.id, made.revision + number - 1, f"{number} 1/4 + 2 5/6", {}, Edits())
        job = printing.begin(made.id, PrintRequest(kind="teacher"))
        self.assertEqual(printing.look(job.id).state, "waiting")

        def start_worker() -> subprocess.Popen[bytes]:
            return Supervised(["keen_slate.worker", "print"], {"DATABASE_URL": url}, logs / "worker.log").process

        worker = start_worker()
        self.until(lambda: printing.look(job.id).done > 2, 30)
        worker.kill()
        worker.wait()
        self.assertEqual(printing.look(job.id).state, "running")
        other = start_worker()
        self.addCleanup(other.wait)
        self.addCleanup(other.terminate)
        self.until(lambda: printing.look(job.id).state == "done", 90)
        self.assertTrue(printing.file(job.id)[2].startswith(b"%PDF"))

    def until(self, found: Callable[[], bool], seconds: int) -> None:
        for _ in range(seconds * 10):
            if found():
                return
            time.sleep(0.1)
        raise AssertionError(f"it did not come to that in {seconds} seconds")
