"""A real server and a real browser for a test class."""

import os
import unittest
from collections.abc import Callable
from functools import lru_cache
from multiprocessing.util import Finalize
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any, Literal

from playwright.sync_api import Browser, BrowserContext, Locator, Page, expect, sync_playwright

from keen_slate.services.teachers import Entry
from keen_slate.store.database import Database
from tests.support.cluster import DEMO, drop_database, make_database, url_of
from tests.support.served import Running

CHROMIUM = "/usr/bin/chromium-headless-shell"
# As root Chromium needs --no-sandbox; the rest keeps it from asking the network for anything.
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
]  # fmt: skip
LATE = 30_000
"""Milliseconds that anything shown is waited for: a busy machine is slow, and no test here is one of speed."""

expect.set_options(timeout=LATE)


def texts(of: Locator) -> list[str]:
    """The expressions that stand there, as plain text, read at one moment."""
    found: list[str] = of.evaluate_all("found => found.map(e => e.dataset.text)")
    return found


class Desk:
    """One server on a database of its own and one browser, for all tests of this process."""

    def __init__(self) -> None:
        self.database = f"test_desk_{os.getpid()}"
        self.logs = TemporaryDirectory()
        self.begin_afresh()
        self.running = Running(f"{url_of(self.database)}?connect_timeout={LATE // 1000}", Path(self.logs.name))
        self.address = self.running.address
        self._playwright = sync_playwright().start()
        self.browser: Browser = self._playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)

    def begin_afresh(self) -> None:
        """The demo data as they are at first; the server finds its way to them by itself."""
        make_database(self.database, DEMO)

    def start_server(self) -> None:
        self.running.start()

    def stop_server(self) -> None:
        self.running.stop()

    def cookie(self) -> Any:
        """That of a browser which has opened the address that ./start prints."""
        database = Database(url_of(self.database))
        token, _ = Entry(database).enter_desk(Entry(database).desk_key())
        database.engine.dispose()
        port = self.address.rpartition(":")[2]
        return {"name": f"keen-slate-{port}", "value": token, "url": self.address, "sameSite": "Strict"}

    def close(self) -> None:
        self.browser.close()
        self._playwright.stop()
        self.running.close()
        drop_database(self.database)
        self.logs.cleanup()


@lru_cache(maxsize=1)
def desk() -> Desk:
    """The desk of this process; it is closed when the process ends."""
    made = Desk()
    Finalize(None, made.close, exitpriority=10)
    return made


class BrowserTest(unittest.TestCase):
    """The application on a fresh database with the demo data, and a new window for each test.

    A console error, or a request that fails although the test did not expect it, fails the test.
    """

    desk: Desk
    first_visit = False
    organiser = "lines"
    """How workings are laid out in these tests; by themselves they are as it fits the problem."""
    service_workers: Literal["allow", "block"] = "block"
    """What the browser keeps for later is tried where it is wanted; elsewhere every answer is the server's."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.desk = desk()
        cls.desk.begin_afresh()

    def setUp(self) -> None:
        self.context: BrowserContext = self.desk.browser.new_context(
            base_url=self.desk.address,
            viewport={"width": 1280, "height": 800},
            locale="en-GB",
            service_workers=self.service_workers,
        )
        self.context.set_default_timeout(LATE)
        self.context.add_cookies([self.desk.cookie()])
        if not self.first_visit:
            self.context.add_init_script("localStorage.setItem('keen-slate:visited', 'true')")
        self.addCleanup(self.context.close)
        self.expected_trouble: set[int] = set()
        self.trouble: list[str] = []
        self.page = self.new_page()
        kept = self.page.request.get("/api/settings").json()
        if kept["settings"]["organiser"] != self.organiser:
            kept["settings"]["organiser"] = self.organiser
            self.assertTrue(self.page.request.put("/api/settings", data=kept).ok)

    def tearDown(self) -> None:
        self.assertEqual(self.trouble, [])

    def new_page(self) -> Page:
        page = self.context.new_page()
        page.on("pageerror", lambda error: self.trouble.append(str(error)))
        page.on(
            "console",
            lambda said: (
                self.trouble.append(said.text)
                if said.type == "error" and "Failed to load resource" not in said.text
                else None
            ),
        )
        page.on(
            "response",
            lambda answer: (
                self.trouble.append(f"{answer.status} {answer.url}")
                if answer.status >= 400 and answer.status not in self.expected_trouble
                else None
            ),
        )
        return page

    def work(self, text: str, page: Page | None = None) -> None:
        """Type a problem, press Enter and wait for its sheet."""
        page = page or self.page
        page.get_by_label("Problem", exact=True).fill(text)
        with page.expect_response("**/api/work"):
            page.get_by_label("Problem", exact=True).press("Enter")

    def becomes(self, read: Callable[[], object], expected: object) -> None:
        """What is read is the expected, now or before it is too late."""
        for _ in range(LATE // 50):
            if read() == expected:
                return
            self.page.wait_for_timeout(50)
        self.assertEqual(read(), expected)

    def written(self, page: Page | None = None) -> list[str]:
        """The lines on the sheet as plain text."""
        found = (page or self.page).locator(".working .written .math-text")
        found.first.wait_for()
        return texts(found)
