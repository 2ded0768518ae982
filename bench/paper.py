"""A handout as somebody waits for it, against the bare typesetting of the same: ``python -m bench.paper [ROUNDS]``.

From the press until its first page is seen: it waits in the queue, its items are worked, its pictures are drawn, it is
typeset and tagged, and kept; then a page is drawn to be looked at. The application as ./start runs it; the browser is
left out. Beside it the typesetter alone, in a fresh process, on the same data. The items are those of every ready aim,
over and over: the worker has not met them.
"""

import re
import statistics
import subprocess
import sys
import time
from pathlib import Path
from tempfile import TemporaryDirectory
from time import perf_counter
from uuid import UUID

import requests

from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.ladder import ladder
from keen_slate.core.notation.text import problem_text
from keen_slate.core.reading.reading import read
from keen_slate.services.desk import House
from keen_slate.services.line_up import kept
from keen_slate.services.printing import Item, Part, handout_pdf, item_data, part_data
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.printing import PrintRequest
from keen_slate.services.shapes.work import Edits
from keen_slate.store import sets
from keen_slate.store.database import Belongings, Database
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database, test_cluster
from tests.support.served import Running

ITEMS = {30: 95, 100: 350, 300: 1100}
"""Items of a worked handout with pictures that fill about so many pages."""

REQUEST = PrintRequest(kind="worked")


def texts(count: int) -> list[str]:
    drawn = [problem_text(r.problem.expr) for aim in AIMS for r in ladder(aim.wishes)]
    return (drawn * (count // len(drawn) + 1))[:count]


def bare(count: int) -> float:
    """Seconds to typeset the same handout, in a fresh process that has its data."""
    command = [sys.executable, "-m", "bench.paper", "--bare", str(count)]
    return float(subprocess.run(command, capture_output=True, text=True, check=True).stdout)


def typeset(count: int) -> None:
    items = [Item(problem=t, school={}, task=Task(), edits=Edits()) for t in texts(count)]
    data = [item_data(i, item, REQUEST, {}) | {"group": ""} for i, item in enumerate(items, 1)]
    versions = [part_data("-", Part(["-"], REQUEST, items, [""] * count), data)]
    start = perf_counter()
    handout_pdf(REQUEST, "-", versions)
    print(perf_counter() - start)


def of_many(url: str, count: int) -> UUID:
    database = Database(url)
    with Belongings(database, DESK).transaction() as session:
        made = sets.make_set(session, f"{count} items")
        sets.rearrange(session, made.id, made.revision, [kept(read(t), t, {}) for t in texts(count)])
    database.engine.dispose()
    return made.id


def printed(session: requests.Session, address: str, set_id: UUID) -> tuple[float, int]:
    """Seconds until the first page is seen, and how many pages there are."""
    began = perf_counter()
    job = session.post(f"{address}/api/sets/{set_id}/print", json=REQUEST.model_dump(), timeout=60).json()
    at = f"{address}/api/print/{job['id']}"
    while job["state"] in ("waiting", "running"):
        time.sleep(0.02)
        job = session.get(at, timeout=60).json()
    assert job["state"] == "done", job
    session.get(f"{at}/preview", timeout=60).raise_for_status()
    return perf_counter() - began, job["pages"]


def memory_of(process: int) -> int:
    """Megabytes that a process and all that it started have in hand."""
    found, total = [process], 0
    for one in found:
        status = Path(f"/proc/{one}/status").read_text()
        total += int(re.search(r"VmRSS:\s+(\d+)", status)[1]) // 1024  # type: ignore[index]
        children = subprocess.run(["pgrep", "-P", str(one)], capture_output=True, text=True, check=False).stdout
        found += [int(child) for child in children.split()]
    return total


def main(rounds: int) -> None:
    print("whole job, from the press to its first page, in bare compiles of the same (at most 1.5)")
    for pages, count in ITEMS.items():
        jobs, compiles, shown, memory = [], [], 0, (0, 0)
        for _ in range(rounds):
            with test_cluster(), fresh_database() as url, TemporaryDirectory() as logs:
                set_id = of_many(url, count)
                running, house = Running(url, Path(logs), queues=("print",)), House(url)
                try:
                    session = requests.Session()
                    session.get(f"{running.address}/enter?key={house.entry.desk_key()}", timeout=10)
                    time.sleep(2)  # the worker is there, as it is where somebody works
                    worker = running.workers[0].process.pid
                    before = memory_of(worker)
                    taken, shown = printed(session, running.address, set_id)
                    time.sleep(1)
                    memory = before, memory_of(worker)
                finally:
                    house.database.engine.dispose()
                    running.close()
            jobs.append(taken)
            compiles.append(bare(count))
        ratios = sorted(a / b for a, b in zip(jobs, compiles, strict=True))
        print(
            f"{pages:4} pages asked, {shown} made of {count} items: p50 {statistics.median(ratios):.2f}, "
            f"largest {ratios[-1]:.2f} (n {rounds}; {statistics.median(jobs):.2f} s against "
            f"{statistics.median(compiles):.2f} s); the worker's memory {memory[0]} MB before, {memory[1]} MB after"
        )


if __name__ == "__main__":
    if sys.argv[1:2] == ["--bare"]:
        typeset(int(sys.argv[2]))
    else:
        main(int(sys.argv[1]) if len(sys.argv) > 1 else 3)
