"""No request keeps a process busy, and no connection that is slow or silent holds up another."""

import itertools
import json
import os
import socket
import subprocess
import sys
import threading
import time
import unittest
from collections.abc import Callable, Iterable
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import requests

from keen_slate.services.desk import House
from keen_slate.web.watchdog import Watchdog
from tests.support.cluster import DEMO, drop_database, make_database, url_of
from tests.support.served import Running, heavy


def _busy(environ: dict[str, Any], start: Callable[..., Any]) -> Iterable[bytes]:
    """Computes for as long as is asked in Python, or waits where no Python runs."""
    seconds = float(environ["QUERY_STRING"] or 0)
    until = time.monotonic() + seconds
    if environ["PATH_INFO"] == "/deaf":
        time.sleep(seconds)
    try:
        while time.monotonic() < until:
            sum(range(100))
    except Exception:  # what takes any ordinary error does not take the deadline
        return [b"swallowed"]
    start("200 OK", [])
    return [b"done"]


class Deadlines(unittest.TestCase):
    def ask(self, dog: Watchdog, path: str, seconds: float) -> tuple[str, bytes]:
        said: list[str] = []
        body = dog(
            {"PATH_INFO": path, "QUERY_STRING": str(seconds), "REQUEST_METHOD": "GET"},
            lambda status, _headers: said.append(status),
        )
        return said[0], b"".join(body)

    def test_what_computes_too_long_is_broken_off_with_a_sentence(self) -> None:
        dog = Watchdog(_busy, deadline=0.2, grace=60)
        began = time.monotonic()
        with self.assertLogs("keen_slate"):
            status, body = self.ask(dog, "/", 30)
        self.assertLess(time.monotonic() - began, 10)
        self.assertEqual(status, "503 Service Unavailable")
        self.assertIn("took too long", json.loads(body)["message"])

    def test_what_is_quick_is_left_alone_also_in_the_same_thread_afterwards(self) -> None:
        dog = Watchdog(_busy, deadline=0.2, grace=60)
        with self.assertLogs("keen_slate"):
            self.ask(dog, "/", 30)
        for _ in range(20):
            self.assertEqual(self.ask(dog, "/", 0.02), ("200 OK", b"done"))

    def test_a_process_that_does_not_heed_is_ended(self) -> None:
        ended = threading.Event()
        dog = Watchdog(_busy, deadline=0.2, grace=0.2, end_process=ended.set)
        with self.assertLogs("keen_slate"):
            threading.Thread(target=self.ask, args=(dog, "/deaf", 1.5), daemon=True).start()
            self.assertTrue(ended.wait(10))
            time.sleep(1.5)

    def test_really(self) -> None:
        """A process of its own, whose thread hears nothing, with what a web process does then."""
        program = (
            "import time\n"
            "from keen_slate.web.watchdog import Watchdog\n"
            "dog = Watchdog(lambda environ, start: time.sleep(60), deadline=0.2, grace=0.2)\n"
            "dog({}, None)\n"
        )
        began = time.monotonic()
        done = subprocess.run([sys.executable, "-c", program], capture_output=True, timeout=50, check=False)
        self.assertEqual(done.returncode, 70, done.stderr)
        self.assertLess(time.monotonic() - began, 30)


class Served(unittest.TestCase):
    """Real processes on the demo data."""

    running: Running
    house: House

    @classmethod
    def setUpClass(cls) -> None:
        name = f"test_served_{os.getpid()}"
        make_database(name, DEMO)
        cls.addClassCleanup(drop_database, name)
        cls.running = Running(url_of(name), Path(cls.enterClassContext(TemporaryDirectory())))
        cls.addClassCleanup(cls.running.close)
        cls.house = House(url_of(name))
        cls.addClassCleanup(cls.house.database.engine.dispose)

    def browser(self) -> requests.Session:
        session = requests.Session()
        session.get(f"{self.running.address}/enter?key={self.house.entry.desk_key()}", timeout=10)
        return session

    def at(self, path: str) -> str:
        return f"{self.running.address}{path}"

    def later(self, browser: requests.Session, path: str, body: dict[str, Any]) -> requests.Response:
        answer = browser.post(self.at(path), json=body, timeout=20)
        for _ in range(600):
            if answer.status_code != 202:
                return answer
            time.sleep(0.05)
            answer = browser.get(self.at(answer.headers["Location"]), timeout=20)
        raise AssertionError("it never came")

    def test_what_is_heavy_comes_a_little_later_and_is_the_same(self) -> None:
        browser = self.browser()
        body = {"text": heavy(2), "answer": "12 4/7"}
        first = browser.post(self.at("/api/diagnose"), json=body, timeout=20)
        self.assertEqual(first.status_code, 202)
        done = self.later(browser, "/api/diagnose", body)
        self.assertEqual((done.status_code, done.json()["verdict"]), (200, "wrong"))
        light = browser.post(self.at("/api/diagnose"), json={"text": "1/2 + 1/3", "answer": "2/5"}, timeout=20)
        self.assertEqual(light.status_code, 200)

    def test_what_nobody_waits_for_any_more_is_not_done(self) -> None:
        browser = self.browser()
        put = browser.post(self.at("/api/diagnose"), json={"text": heavy(1), "answer": "8 1/7"}, timeout=20)
        at = self.at(put.headers["Location"])
        self.assertEqual(browser.delete(at, timeout=20).status_code, 200)
        self.assertEqual(browser.get(at, timeout=20).status_code, 404)
        self.assertEqual(browser.delete(at, timeout=20).status_code, 404)

    def test_a_heavy_one_that_cannot_be_read_says_so_like_any_other(self) -> None:
        refused = self.later(self.browser(), "/api/better-numbers", {"text": "5 1/"})
        self.assertEqual(refused.status_code, 422)
        self.assertIn("1/", refused.json()["message"])
        self.assertIsNotNone(refused.json()["position"])

    def test_a_ladder_is_drawn_by_the_worker_for_whoever_asked(self) -> None:
        browser = self.browser()
        made = browser.post(self.at("/api/sets"), json={"name": "Drawn"}, timeout=20).json()
        plan = {"family": "mixed-subtracted", "can": ["like-denominators"], "new": ["regroup"], "count": 4}
        body = {"revision": made["revision"], "plan": plan}
        drawn = self.later(browser, f"/api/sets/{made['id']}/ladder", body)
        self.assertEqual((drawn.status_code, len(drawn.json()["examples"])), (200, 4))
        late = self.later(browser, f"/api/sets/{made['id']}/ladder", body)
        self.assertEqual(late.status_code, 409)

    def test_silent_and_stalled_connections_block_nobody(self) -> None:
        host, port = self.running.address.removeprefix("http://").split(":")
        held = [socket.create_connection((host, int(port))) for _ in range(60)]
        for number, connection in enumerate(held):
            self.addCleanup(connection.close)
            if number % 3 == 1:
                connection.send(b"GET /api/sets HTTP/1.1\r\nHost: 127")
            elif number % 3 == 2:
                connection.send(b"POST /api/work HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{")
        browser = self.browser()
        for _ in range(10):
            answer = browser.post(self.at("/api/work"), json={"text": "1/2 + 1/3"}, timeout=3)
            self.assertEqual(answer.status_code, 200)

    def test_what_is_quick_does_not_wait_for_what_is_heavy(self) -> None:
        """How quick it stays is measured by bench.light; here, that it is answered before the heavy ones that were
        asked before it."""
        browser = self.browser()
        put = [
            browser.post(self.at("/api/diagnose"), json={"text": heavy(20 + n), "answer": f"{n} 4/7"}, timeout=20)
            for n in range(6)
        ]
        light = browser.post(self.at("/api/work"), json={"text": "5 1/6 - 2 5/6"}, timeout=20)
        self.assertEqual(light.status_code, 200)
        last = browser.get(self.at(put[-1].headers["Location"]), timeout=20)
        self.assertEqual(last.status_code, 202, "the last of the heavy ones is still waiting")
        for errand in put:
            browser.delete(self.at(errand.headers["Location"]), timeout=20)

    def test_too_large_a_body_ends_its_connection(self) -> None:
        host, port = self.running.address.removeprefix("http://").split(":")
        with socket.create_connection((host, int(port)), timeout=10) as connection:
            connection.send(
                b"POST /api/work HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
                b"Content-Length: 999999999\r\n\r\n{"
            )
            said = b""
            while part := connection.recv(4096):
                said += part
        self.assertTrue(said.startswith(b"HTTP/1.1 413 "), said[:60])

    def test_a_line_break_in_an_address_makes_no_line_in_the_log(self) -> None:
        requests.get(self.at("/api/x%0a2026-01-01%20forged%0d%0a"), timeout=30)
        time.sleep(0.3)
        logs = "".join(f.read_text() for f in self.running.logs.glob("web-*.log"))
        self.assertIn("/api/x%0A2026-01-01%20forged", logs)
        self.assertNotIn("\n2026-01-01 forged", logs)

    def test_nothing_that_was_typed_is_in_the_logs(self) -> None:
        browser = self.browser()
        browser.post(self.at("/api/work"), json={"text": "7/19 + 5/23"}, timeout=20)
        browser.get(self.at("/work?problem=7/19"), timeout=20)
        self.later(browser, "/api/diagnose", {"text": "(7/19 + 5/23)^2", "answer": "12/4242"})
        time.sleep(0.3)
        logs = "".join(f.read_text() for f in self.running.logs.glob("*.log"))
        for typed in ("7/19", "5/23", "4242"):
            self.assertNotIn(typed, logs)


class Killed(unittest.TestCase):
    def test_one_of_two_web_processes_and_one_of_two_workers_is_killed(self) -> None:
        """On different ports, as on two machines, behind one client that asks whoever answers. One of each is killed in
        the middle of its work; every errand is answered, and everybody stays signed in."""
        name = f"test_killed_{os.getpid()}"
        make_database(name, DEMO)
        self.addCleanup(drop_database, name)
        machines = [
            Running(url_of(name), Path(self.enterContext(TemporaryDirectory())), web=1, queues=("errands",))
            for _ in range(2)
        ]
        for machine in machines:
            self.addCleanup(machine.close)
        house = House(url_of(name))
        self.addCleanup(house.database.engine.dispose)
        token, _ = house.entry.enter_desk(house.entry.desk_key())
        turn = itertools.cycle(machine.address for machine in machines)

        def ask(method: str, path: str, **sent: Any) -> requests.Response:
            for _ in range(400):
                address = next(turn)
                cookie = {f"keen-slate-{address.rpartition(':')[2]}": token}
                try:
                    return requests.request(method, f"{address}{path}", cookies=cookie, timeout=20, **sent)
                except requests.ConnectionError:
                    time.sleep(0.05)
            raise AssertionError("nobody answers")

        put = [ask("POST", "/api/diagnose", json={"text": heavy(40 + n), "answer": f"{n} 1/7"}) for n in range(6)]
        machines[0].socket.close()  # nobody listens there any more
        machines[0].web[0].process.kill()
        machines[0].workers[0].process.kill()
        for errand in put:
            for _ in range(400):
                answer = ask("GET", errand.headers["Location"])
                if answer.status_code != 202:
                    break
                time.sleep(0.1)
            self.assertEqual((answer.status_code, answer.json().get("verdict")), (200, "wrong"))
        self.assertEqual(ask("GET", "/api/sets").status_code, 200)
