"""A set of a thousand examples: ``python -m bench.thousand [EXAMPLES]``.

The application as ./start runs it, on a database of its own, and headless Chromium. The set is read in, opened in Line
up, filtered, an item is moved by a step, all are deleted and come back, and the set is written as every format; beside
it an empty answer of the same server, in one run. What is asked for first and what is asked for again are told apart:
what was worked once is kept. Documents and handouts are left out: ``bench.paper`` has them.
"""

import statistics
import sys
import time
from collections.abc import Callable
from functools import partial
from pathlib import Path
from tempfile import TemporaryDirectory

import requests
from playwright.sync_api import BrowserContext, sync_playwright

from keen_slate.services.desk import House
from keen_slate.services.formats import AT_ONCE, NAMES
from tests.browser.driving import CHROMIUM
from tests.support.cluster import fresh_database, test_cluster
from tests.support.served import Running


def problems(count: int) -> list[str]:
    return [f"{n % 37 + 1}/{n % 11 + 3} + {n % 7 + 1}/{n % 13 + 2}" for n in range(count)]


def taken_by(what: Callable[[], object], times: int = 1) -> list[float]:
    """Milliseconds, each time."""
    found: list[float] = []
    for _ in range(times):
        began = time.perf_counter()
        what()
        found.append((time.perf_counter() - began) * 1000)
    return found


def read_in(session: requests.Session, address: str, lines: list[str], name: str) -> str:
    body = {"format": "csv", "content": "\n".join(lines), "name": name}
    answer = session.post(f"{address}/api/sets/import", json=body, timeout=120)
    while answer.status_code == 202:
        time.sleep(0.05)
        answer = session.get(f"{address}{answer.headers['Location']}", timeout=120)
    answer.raise_for_status()
    return str(answer.json()["set"]["id"])


def delete_all(session: requests.Session, at: str) -> None:
    found = session.get(at, timeout=60).json()
    ids = [e["id"] for e in found["examples"]]
    while found["rest"]:
        found = session.get(at, params={"past": len(ids)}, timeout=60).json()
        ids += [e["id"] for e in found["examples"]]
    asked = {"act": "delete", "examples": ids, "revision": found["revision"]}
    session.post(f"{at}/several", json=asked, timeout=60).raise_for_status()


def undo(session: requests.Session, at: str) -> None:
    found = session.get(at, timeout=60).json()
    asked = {"revision": found["revision"], "number": found["step"] - 1}
    session.put(f"{at}/steps", json=asked, timeout=60).raise_for_status()


def written(session: requests.Session, at: str, format: str) -> None:
    """Order a file and wait until the worker has written it."""
    jobs = f"{at.partition('/api/')[0]}/api/print/{session.post(f'{at}/print', json={'format': format}).json()['id']}"
    while (state := session.get(jobs, timeout=10).json()["state"]) in ("waiting", "running"):
        time.sleep(0.05)
    assert state == "done"


def in_the_browser(context: BrowserContext, address: str, set_id: str) -> list[tuple[str, list[float]]]:
    """What somebody waits for in Line up; it is opened in a fresh tab each time."""
    frame = "() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))"
    page = context.new_page()

    def opened() -> float:
        """From the call of the address until the first rows are drawn, by the page's own clock."""
        nonlocal page
        page.close()
        page = context.new_page()
        page.add_init_script(
            f"{{ const look = () => document.querySelector('.example') "
            f"? ({frame})().then(() => {{ window.seen = performance.now() }}) : requestAnimationFrame(look); look() }}"
        )
        page.goto(f"{address}/line-up/{set_id}")
        page.get_by_label("How hard they are").wait_for()  # all are there
        return float(page.evaluate("() => window.seen"))

    def chosen(name: str) -> float:
        """From the press on the choice until the rows stand there, by the page's own clock."""
        page.get_by_label("How hard they are").click()
        choice = page.get_by_role("option", name=name).first
        choice.wait_for()
        page.wait_for_timeout(400)  # the list of choices has opened
        page.evaluate(
            f"() => addEventListener('click', () => {{ const b = performance.now(); ({frame})().then(() => "
            "{ window.taken = performance.now() - b }) }, { capture: true, once: true })"
        )
        choice.click()
        page.wait_for_timeout(800)
        return float(page.evaluate("() => window.taken"))

    def stepped() -> tuple[float, float]:
        """From the press of the key: until the row has moved, by the page's own clock, and until that is kept."""
        page.locator(".example").nth(3).focus()
        page.evaluate(
            f"""() => addEventListener('keydown', () => {{
              const began = performance.now()
              const rows = () => [...document.querySelectorAll('.example-problem')].slice(0, 8).map(r => r.textContent)
              const before = rows().join(), taken = () => performance.now() - began
              const seen = () => ({frame})().then(() => rows().join() === before ? seen() : window.seen = taken())
              seen()
            }}, {{ capture: true, once: true }})"""
        )
        began = time.perf_counter()
        with page.expect_response("**/several"):
            page.keyboard.press("Alt+ArrowDown")
        page.evaluate(frame)
        kept = (time.perf_counter() - began) * 1000
        return float(page.evaluate("() => window.seen")), kept

    rows = [opened() for _ in range(5)]
    filtered = [chosen(name) for name in ("1 thing", "any", "2 things", "any")]
    seen, kept = zip(*(stepped() for _ in range(5)), strict=True)
    return [
        ("the first rows on the screen", rows),
        ("filtered (two frames in it)", filtered),
        ("a step seen (two frames in it)", list(seen)),
        ("the step kept", list(kept)),
    ]


def main(count: int) -> None:
    with test_cluster(), fresh_database() as url, TemporaryDirectory() as logs, sync_playwright() as playwright:
        running, house = Running(url, Path(logs)), House(url)
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        try:
            session = requests.Session()
            session.get(f"{running.address}/enter?key={house.entry.desk_key()}", timeout=10)
            empty = taken_by(lambda: session.get(f"{running.address}/api/me", timeout=10), 100)
            unit = statistics.median(empty)

            def told(name: str, found: list[float]) -> None:
                middle, worst = statistics.median(found), max(found)
                ratio = f"{middle / unit:6.0f} empty"
                print(f"{name:34} p50 {middle:8.0f} ms = {ratio}, most {worst:8.0f} ms (n {len(found)})")

            told("an empty answer", empty)
            sets: list[str] = []
            read_in(session, running.address, [f"{n} + 1" for n in range(700)], "The worker is there")
            lines = problems(count)
            told(f"CSV of {count} in", taken_by(lambda: sets.append(read_in(session, running.address, lines, "Large"))))
            at = f"{running.address}/api/sets/{sets[0]}"
            told("the set, first", taken_by(lambda: session.get(at, timeout=60)))
            told("the set, again", taken_by(lambda: session.get(at, timeout=60), 5))
            told("loaded whole, and all deleted", taken_by(partial(delete_all, session, at)))
            told("and back", taken_by(partial(undo, session, at)))
            for format in NAMES:
                if count <= AT_ONCE[format]:
                    told(f"out as {format}", taken_by(partial(session.get, f"{at}/export/{format}", timeout=120)))
                else:
                    told(f"out as {format}, by the worker", taken_by(partial(written, session, at, format)))
            context = browser.new_context(viewport={"width": 1280, "height": 800})
            context.request.get(f"{running.address}/enter?key={house.entry.desk_key()}")
            for name, found in in_the_browser(context, running.address, sets[0]):
                told(name, found)
        finally:
            browser.close()
            house.database.engine.dispose()
            running.close()


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 1000)
