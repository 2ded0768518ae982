"""The sheet over HTTP against an empty JSON route of the same server: ``python -m bench.sheet``.

One gunicorn process, one connection kept open, the routes asked in turn, medians.
"""

import http.client
import json
import statistics
import subprocess
import sys
import time
from collections.abc import Callable
from time import perf_counter

from apiflask import APIFlask

from keen_slate.launch.cluster import free_port
from keen_slate.services.shapes.base import Revision
from keen_slate.web.app import create_app

PROBLEMS = ("6 1/4 - 2 5/6", "2/3+1/4", "2 3/4 + 1 5/6", "14.2 - 6.35", "2 1/2 × 1 3/5", "2/3 = ?/12 = 10/?")
ROUNDS = 300


def app() -> APIFlask:
    """Keen Slate with one route more, that takes JSON, checks it and answers with JSON; no database is asked."""
    made = create_app("postgresql://nobody@127.0.0.1:1/none")

    @made.post("/api/empty")
    @made.input(Revision, arg_name="asked")
    @made.output(Revision)
    def empty(asked: Revision) -> Revision:
        return asked

    return made


def main() -> int:
    port = free_port()
    server = subprocess.Popen(
        [
            sys.executable, "-m", "gunicorn", "--bind", f"127.0.0.1:{port}", "--workers", "1", "--worker-class",
            "gthread", "--threads", "2", "--keep-alive", "60", "--no-control-socket", "--log-level", "error",
            "bench.sheet:app()",
        ]
    )  # fmt: skip
    try:
        connection = _connected(port)

        def ask(path: str, body: dict[str, object]) -> None:
            connection.request("POST", path, json.dumps(body), {"Content-Type": "application/json"})
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
        print(f"the sheet / an empty JSON route: {ratio:.2f} (at most 3)")
        print(f"medians: {statistics.median(sheet) * 1000:.2f} ms, {statistics.median(empty) * 1000:.2f} ms")
    finally:
        server.terminate()
        server.wait(timeout=20)
    return 0


def _seconds(task: Callable[[], None]) -> float:
    start = perf_counter()
    task()
    return perf_counter() - start


def _connected(port: int) -> http.client.HTTPConnection:
    for _ in range(100):
        try:
            connection = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
            connection.connect()
            return connection
        except OSError:
            time.sleep(0.1)
    raise ConnectionError("the server did not start")


if __name__ == "__main__":
    sys.exit(main())
