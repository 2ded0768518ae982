"""What is quick beside what is heavy: ``python -m bench.light [SECONDS]``.

Two web processes and a worker as ./start runs them, on a database of their own. ``work`` and ``/healthz`` are asked one
after the other from one connection each, alone, and then while six heavy diagnoses are always under way. Nothing is
left out of the way over HTTP; the browser is.
"""

import statistics
import sys
import threading
import time
from pathlib import Path
from tempfile import TemporaryDirectory

import requests

from keen_slate.services.desk import House
from tests.support.cluster import fresh_database, test_cluster
from tests.support.served import Running, heavy

AT_ONCE = 6


class Asking:
    """Browsers at one address, each signed in."""

    def __init__(self, address: str, house: House) -> None:
        self.address, self.house = address, house

    def browser(self) -> requests.Session:
        session = requests.Session()
        session.get(f"{self.address}/enter?key={self.house.entry.desk_key()}", timeout=10)
        return session

    def times(self, path: str, seconds: float) -> list[float]:
        browser = self.browser()
        taken: list[float] = []
        until = time.monotonic() + seconds
        while time.monotonic() < until:
            began = time.perf_counter()
            if path == "/healthz":
                browser.get(f"{self.address}{path}", timeout=20).raise_for_status()
            else:
                body = {"text": "5 1/6 − 2 5/6"}
                browser.post(f"{self.address}{path}", json=body, timeout=20).raise_for_status()
            taken.append(time.perf_counter() - began)
            time.sleep(0.01)
        return taken

    def heavy(self, number: int, over: threading.Event, done: list[float]) -> None:
        """One diagnosis after the other, each of another item, so that none is ready already."""
        browser = self.browser()
        count = 0
        while not over.is_set():
            count += 1
            body = {"text": heavy(1000 * (number + 1) + count), "answer": f"{count} {number + 1}/97"}
            began = time.perf_counter()
            answer = browser.post(f"{self.address}/api/diagnose", json=body, timeout=60)
            while answer.status_code == 202 and not over.is_set():
                time.sleep(0.05)
                answer = browser.get(f"{self.address}{answer.headers['Location']}", timeout=60)
            if answer.status_code == 200:
                done.append(time.perf_counter() - began)


def told(name: str, alone: list[float], beside: list[float]) -> None:
    for share in (50, 95):
        a, b = (statistics.quantiles(t, n=100)[share - 1] * 1000 for t in (alone, beside))
        counts = f"n {len(alone)}, {len(beside)}"
        print(f"{name:9} p{share}: alone {a:6.1f} ms, beside {b:6.1f} ms, ratio {b / a:.2f}  ({counts})")


def main(seconds: float) -> None:
    with test_cluster(), fresh_database() as url, TemporaryDirectory() as logs:
        running = Running(url, Path(logs))
        house = House(url)
        try:
            asking = Asking(running.address, house)
            paths = ("/api/work", "/healthz")
            alone = {path: asking.times(path, seconds / 2) for path in paths}
            over, done = threading.Event(), list[float]()
            crowd = [threading.Thread(target=asking.heavy, args=(n, over, done)) for n in range(AT_ONCE)]
            for thread in crowd:
                thread.start()
            time.sleep(1)
            beside = {path: asking.times(path, seconds) for path in paths}
            over.set()
            for thread in crowd:
                thread.join()
            for path in paths:
                told(path.removeprefix("/api/"), alone[path], beside[path])
            rate = len(done) / (2 * seconds)
            print(f"heavy diagnoses: {len(done)} done, {rate:.1f} a second, median {statistics.median(done):.2f} s")
        finally:
            house.database.engine.dispose()
            running.close()


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 10)
