"""Marking over HTTP against an empty JSON route of the same server: ``python -m bench.mark_book``.

One web process as ./start runs it, its database and its cookie included; one connection kept open, the routes asked in
turn. A class of 28 and a set of 12, the items ready in the process after the first answer to each. The browser is left
out; ``n`` is how often each route is asked.
"""

import json
import os
import statistics
import subprocess
import sys
from time import perf_counter
from typing import Any

from bench.marking import LESSONS, PUPILS
from bench.sheet import connected
from keen_slate.core.marking.judging import items_of
from keen_slate.core.marking.simulated import Rehearsed, simulated
from keen_slate.core.reading.reading import read
from keen_slate.core.working.work import DEFAULT_SCHOOL
from keen_slate.launch.cluster import free_port
from keen_slate.services.desk import House
from tests.support.cluster import fresh_database, test_cluster

TIMES = 200


def main() -> int:
    with test_cluster(), fresh_database() as url:
        house = House(url)
        token, _ = house.entry.enter_desk(house.entry.desk_key())
        house.database.engine.dispose()
        port = free_port()
        server = subprocess.Popen(
            [sys.executable, "-m", "bench.sheet", str(port)], env=os.environ | {"DATABASE_URL": url}
        )
        try:
            measure(port, {"Content-Type": "application/json", "Cookie": f"keen-slate-{port}={token}"})
        finally:
            server.terminate()
            server.wait()
    return 0


def measure(port: int, headers: dict[str, str]) -> None:
    connection = connected(port)

    def ask(method: str, path: str, body: Any = None) -> tuple[float, Any]:
        content = json.dumps(body) if body is not None else None
        begun = perf_counter()
        connection.request(method, path, content, headers)
        answer = connection.getresponse()
        told = answer.read()
        taken = perf_counter() - begun
        assert answer.status < 300, (method, path, answer.status, told[:200])
        return taken, json.loads(told)

    of_class = ask("POST", "/api/classes", {"name": "5", "pupils": [{"code": f"P{i}"} for i in range(PUPILS)]})[1]
    made = ask("POST", "/api/sets", {"name": "Lesson"})[1]
    for text in LESSONS[0]:
        body = {"revision": made["revision"], "text": text}
        made = ask("POST", f"/api/sets/{made['id']}/examples", body)[1]
    begun = {"class_id": of_class["id"], "set_id": made["id"], "held_on": "2026-11-26"}
    found = ask("POST", "/api/rounds", begun)[1]
    pupils = [p["id"] for p in found["pupils"]]

    def type_in(pupil: int, item: int, answer: str) -> float:
        cells = [{"pupil": pupils[pupil], "item": item, "answer": answer}]
        return ask("PUT", f"/api/rounds/{found['id']}/cells", {"cells": cells})[0]

    def row_of(pupil: int, again: int) -> list[dict[str, Any]]:
        """The answers of an invented pupil in one request, as a row is typed in; none of one who is away."""
        written = invented[again][pupil].answers
        return [{"pupil": pupils[pupil], "item": item, "answer": w.answer} for item, w in enumerate(written)]

    items = items_of(tuple(read(text) for text in LESSONS[0]))
    rehearsed = tuple(Rehearsed(item.prepared, DEFAULT_SCHOOL) for item in items)
    invented = [simulated(rehearsed, PUPILS, str(again)) for again in range(3)]
    first = [type_in(0, item, "1 1/2") for item in range(12)]
    empty, judged, typed, opened, listed = [], [], [], [], []
    item = {"text": LESSONS[0][0], "beside": LESSONS[0][1:], "answer": "1 1/2"}
    ask("POST", "/api/diagnose", item)
    for at in range(TIMES):
        empty.append(ask("POST", "/api/empty", {"revision": 1})[0])
        judged.append(ask("POST", "/api/diagnose", item | {"answer": f"{at % 5} {at % 7}/6"})[0])
        typed.append(type_in(at % PUPILS, at % 12, f"{at % 5} {at % 7}/8"))
        opened.append(ask("GET", f"/api/rounds/{found['id']}")[0])
        listed.append(ask("GET", "/api/rounds")[0])
    looks = [ask("POST", "/api/second-look", {"text": text})[0] for _ in range(3) for text in LESSONS[0]]
    classes = [
        sum(
            ask("PUT", f"/api/rounds/{found['id']}/cells", {"cells": row_of(pupil, again)})[0]
            for pupil in range(PUPILS)
            if row_of(pupil, again)
        )
        for again in range(3)
    ]
    for _ in range(99):
        ask("POST", "/api/rounds", begun)
    hundred = [ask("GET", "/api/rounds")[0] for _ in range(50)]
    once = statistics.median(empty)
    twelve = 12 * statistics.median(looks)
    print(
        f"a class of {PUPILS} × 12 typed in, items kept, a request a pupil, in its 12 second looks over HTTP: "
        f"p50 {statistics.median(classes) / twelve:.2f}, largest {max(classes) / twelve:.2f} (at most 3; n 3)"
    )
    print(f"in empty routes of the same server (median {once * 1000:.2f} ms), n = {TIMES}: median, p95")
    for name, taken, aim in (
        ("an answer to a prepared item, judged", judged, "at most 2"),
        ("the same in a round, and kept", typed, ""),
        ("the same, its item made ready first", first, ""),
        ("a round of 28 × 12 opened", opened, ""),
        ("the rounds listed, one", listed, ""),
        ("the rounds listed, a hundred", hundred, ""),
    ):
        p95 = sorted(taken)[int(len(taken) * 0.95)]
        print(f"{name:46}{statistics.median(taken) / once:7.2f}{p95 / once:8.2f}  {aim}")


if __name__ == "__main__":
    sys.exit(main())
