"""The sheet over HTTP against an empty JSON route of the same server: ``python -m bench.sheet``.

One web process as ./start runs it, its database and its cookie included; one connection kept open, the routes asked in
turn. The page, its pictures and its second look are left out.
"""

import http.client
import json
import os
import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from time import perf_counter

from apiflask import APIFlask
from waitress import serve

from bench.serving import with_empty_route
from keen_slate.launch.cluster import free_port
from keen_slate.services.desk import House
from keen_slate.web.app import create_app
from keen_slate.web.requests_log import RequestsLog
from keen_slate.web.watchdog import Watchdog
from tests.support.cluster import fresh_database, test_cluster

PROBLEMS = ("6 1/4 - 2 5/6", "2/3+1/4", "2 3/4 + 1 5/6", "14.2 - 6.35", "2 1/2 × 1 3/5", "2/3 = ?/12 = 10/?")
ROUNDS = 300


def app(url: str) -> APIFlask:
    """Keen Slate with one route more, that takes JSON, checks it and answers with JSON."""
    return with_empty_route(create_app(url))


def main() -> int:
    if len(sys.argv) > 1:
        serve(
            RequestsLog(Watchdog(app(os.environ["DATABASE_URL"]))), host="127.0.0.1", port=int(sys.argv[1]), threads=4
        )
        return 0
    with test_cluster(), fresh_database() as url:
        house = House(url)
        token, _ = house.entry.enter_desk(house.entry.desk_key())
        house.database.engine.dispose()
        port = free_port()
        command = [sys.executable, "-m", "bench.sheet", str(port)]
        server = subprocess.Popen(command, env=os.environ | {"DATABASE_URL": url})
        try:
            measure(port, {"Content-Type": "application/json", "Cookie": f"keen-slate-{port}={token}"})
        finally:
            server.terminate()
            server.wait(timeout=20)
    return 0


def measure(port: int, headers: dict[str, str]) -> None:
    connection = connected(port)

    def ask(path: str, body: dict[str, object]) -> None:
        connection.request("POST", path, json.dumps(body), headers)
        answer = connection.getresponse()
        answer.read()
        assert answer.status == 200, (path, answer.status)

    for text in PROBLEMS:
        ask("/api/work", {"text": text})
    empty: list[float] = []
    sheet: list[float] = []
    for index in range(ROUNDS):
        text = PROBLEMS[index % len(PROBLEMS)]
        empty.append(_seconds(lambda: ask("/api/empty", {"revision": 1})))
        sheet.append(_seconds(lambda t=text: ask("/api/work", {"text": t})))  # type: ignore[misc]
    ratio = statistics.median(sheet) / statistics.median(empty)
    print(f"the sheet / an empty JSON route: {ratio:.2f} (at most 3), n {ROUNDS} each")
    print(f"medians: {statistics.median(sheet) * 1000:.2f} ms, {statistics.median(empty) * 1000:.2f} ms")


def _seconds(do: Callable[[], None]) -> float:
    start = perf_counter()
    do()
    return perf_counter() - start


def connected(port: int) -> http.client.HTTPConnection:
    """A connection to a server, once it is there."""
    for _ in range(200):
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
        try:
            connection.request("GET", "/healthz")
            connection.getresponse().read()
        except (ConnectionError, http.client.HTTPException):
            connection.close()
            time.sleep(0.1)
        else:
            return connection
    raise RuntimeError("the server did not start")


if __name__ == "__main__":
    sys.exit(main())
