"""Every read, and what a teacher waits for while working, against an empty route: ``python -m bench.routes [TIMES]``.

The application as ./start runs it, its workers and its database included; one connection kept open, the routes asked
in turn. The teacher has 5,000 sets, one of 12 items, five classes of 28 and 40 rounds with each, all answered in full:
some 67,000 answers. Of what is kept by a process the first asking is told apart where it differs. Left out: the
browser, and what is asked of the worker by itself (handouts, ladders, imports). An answer that is made by the worker
counts until it is there.
"""

import statistics
import sys
import time
from collections import defaultdict
from collections.abc import Callable
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import requests
from sqlalchemy import text

from bench.marking import LESSONS, PUPILS
from keen_slate.core.reading.reading import read
from keen_slate.services.desk import House
from keen_slate.services.line_up import kept
from keen_slate.store.database import Belongings, Database
from keen_slate.store.models import ExampleSet
from keen_slate.store.sets import make_set, rearrange
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database, test_cluster
from tests.support.served import Running

SETS = 5000
CLASSES, ROUNDS = 5, 40
"""A year of one teacher: a round a week with each class."""

ANSWERED_ALIKE = text("""
    INSERT INTO given_answer (round_id, pupil_id, item, answer, lines, ruling, found, found_by)
    SELECT r.id, theirs.id, g.item, g.answer, g.lines, g.ruling, g.found, g.found_by
    FROM given_answer g
    JOIN pupil ours ON ours.id = g.pupil_id
    JOIN marking_round r ON r.id <> g.round_id
    JOIN pupil theirs ON theirs.class_id = r.class_id AND theirs.position = ours.position
    WHERE g.round_id = :answered
""")
"""Every other round answered as the one that is."""


class Browser:
    """One connection, signed in."""

    def __init__(self, address: str, house: House) -> None:
        self.address, self.session = address, requests.Session()
        self.session.get(f"{address}/enter?key={house.entry.desk_key()}", timeout=10)

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        answer = self.session.request(method, f"{self.address}{path}", json=body, timeout=60)
        while answer.status_code == 202:
            time.sleep(0.02)
            answer = self.session.get(f"{self.address}{answer.headers['Location']}", timeout=60)
        assert answer.ok, (method, path, answer.status_code, answer.text[:200])
        return answer.json() if "json" in answer.headers["Content-Type"] else answer.content

    def time(self, method: str, path: str, body: Any = None) -> float:
        began = time.perf_counter()
        self.ask(method, path, body)
        return time.perf_counter() - began


def with_much(url: str) -> str:
    """Many sets, and one of twelve items: its id."""
    database = Database(url)
    with Belongings(database, DESK).transaction() as session:
        now = datetime.now(UTC)
        session.add_all(ExampleSet(name=f"Set {n}", changed_at=now - timedelta(hours=n)) for n in range(SETS))
        made = make_set(session, "Lesson")
        rearrange(session, made.id, made.revision, [kept(read(t), "", {}) for t in LESSONS[0]])
        found = str(made.id)
    database.engine.dispose()
    return found


Case = tuple[str, str, Callable[[int], tuple[str, str, Any]]]


def cases(browser: Browser, database: Belongings, set_id: str) -> list[Case]:
    """Name, what is asked of it, and the request of each turn."""
    for name in range(CLASSES):
        of_class = browser.ask("POST", "/api/classes/invented", {"name": str(name), "pupils": PUPILS})
        begun = {"class_id": of_class["id"], "set_id": set_id}
        for week in range(ROUNDS):
            held_on = (date.today() - timedelta(weeks=week)).isoformat()
            round_id = browser.ask("POST", "/api/rounds", begun | {"held_on": held_on})["id"]
    pupil = browser.ask("POST", f"/api/rounds/{round_id}/invent", {"seed": "1"})["cells"][0]["pupil"]
    with database.transaction() as session:
        session.execute(ANSWERED_ALIKE, {"answered": round_id})
    with database.database.engine.connect() as connection:  # as the server does by itself a minute later
        connection.execution_options(isolation_level="AUTOCOMMIT").execute(text("VACUUM ANALYZE"))
    first, beside = LESSONS[0][0], list(LESSONS[0][1:])
    cell = {"cells": [{"pupil": pupil, "item": 0, "answer": "3 4/6"}]}
    browser.ask("PUT", f"/api/rounds/{round_id}/cells", cell)

    def read_of(path: str) -> tuple[str, str, Callable[[int], tuple[str, str, Any]]]:
        return (
            path.replace(set_id, "{12 items}").replace(round_id, "{28 × 12}"),
            "at most 3",
            lambda _: ("GET", path, None),
        )

    reads = [
        "/api/me", "/api/settings", "/api/settings/offered", "/api/sets", "/api/sets?named=4", "/api/sets/bin",
        f"/api/sets/{set_id}", f"/api/sets/{set_id}/steps", f"/api/sets/{set_id}/sharing", "/api/aims", "/api/classes",
        "/api/rounds", f"/api/rounds/{round_id}", f"/api/rounds/{round_id}/sentence",
        f"/api/rounds/{round_id}/cells/{pupil}/0", f"/api/rounds/{round_id}/picture",
        f"/api/sets/{set_id}/glance", f"/api/sets/{set_id}/export/json", f"/api/classes/{of_class['id']}/over-time",
        f"/api/record?since={date.today() - timedelta(30)}&until={date.today()}",
    ]  # fmt: skip

    def changing(turn: int) -> dict[str, str]:
        return {"text": f"{turn % 9 + 3} {turn % 5 + 1}/6 - 2 {turn % 7 + 1}/8"}

    def new(turn: int) -> dict[str, str]:
        return {"text": f"{turn + 4} 1/7 - 1 {turn % 7 + 1}/9"}

    def answer(turn: int) -> dict[str, Any]:
        return {"text": first, "beside": beside, "answer": f"{turn % 5} {turn % 7}/6"}

    return [
        ("an empty route", "", lambda n: ("POST", "/api/empty", {"revision": 1})),
        ("work", "at most 1.8", lambda n: ("POST", "/api/work", changing(n))),
        ("work, another each time", "", lambda n: ("POST", "/api/work", new(n))),
        ("second look", "at most 4", lambda n: ("POST", "/api/second-look", changing(n))),
        ("second look, another each time", "", lambda n: ("POST", "/api/second-look", new(n))),
        ("every way of working it, weighed", "", lambda n: ("POST", "/api/ways", new(n))),
        ("an answer judged", "at most 4", lambda n: ("POST", "/api/diagnose", answer(n))),
        ("a lesson of 12", "at most 12", lambda _: ("GET", f"/api/sets/{set_id}/lesson", None)),
        *[read_of(path) for path in reads],
    ]


def main(times: int) -> None:
    with test_cluster(), fresh_database() as url, TemporaryDirectory() as logs:
        set_id = with_much(url)
        running, house = Running(url, Path(logs), serving="bench.serving"), House(url)
        try:
            browser = Browser(running.address, house)
            asked = cases(browser, Belongings(house.database, DESK), set_id)
            first: dict[str, float] = {}
            taken: dict[str, list[float]] = defaultdict(list)
            for name, _, request in asked:
                first[name] = browser.time(*request(0))
            for turn in range(1, times + 1):
                for name, _, request in asked:
                    taken[name].append(browser.time(*request(turn)))
        finally:
            house.database.engine.dispose()
            running.close()
    once = statistics.median(taken["an empty route"])
    print(f"in empty routes of the same server ({once * 1000:.2f} ms), n {times}: p50, p95, the first of all")
    for name, aim, _ in asked:
        p95 = statistics.quantiles(taken[name], n=20)[-1]
        print(f"{name:46}{statistics.median(taken[name]) / once:7.2f}{p95 / once:8.2f}{first[name] / once:8.2f}  {aim}")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 100)
