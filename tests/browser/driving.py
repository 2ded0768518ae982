"""A real server and a real browser for a test class."""

import subprocess
import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Browser, BrowserContext, Page, sync_playwright

from keen_slate.launch.__main__ import serve, wait_until_healthy
from keen_slate.launch.cluster import free_port
from keen_slate.services.demo import load_demo
from keen_slate.store.database import Database
from tests.support.cluster import fresh_database

CHROMIUM = "/usr/bin/chromium"
# As root Chromium needs --no-sandbox; the rest keeps it from asking the network for anything.
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
]  # fmt: skip


class BrowserTest(unittest.TestCase):
    """The application on a fresh database with the demo data, and a new window for each test.

    A console error, or a request that fails although the test did not expect it, fails the test.
    """

    browser: Browser
    server: subprocess.Popen[bytes]

    @classmethod
    def setUpClass(cls) -> None:
        cls.url = cls.enterClassContext(fresh_database())
        database = Database(cls.url)
        load_demo(database)
        database.engine.dispose()
        cls.port = free_port()
        cls.logs = Path(cls.enterClassContext(TemporaryDirectory()))
        cls.address = f"http://127.0.0.1:{cls.port}"
        cls.start_server()
        cls.addClassCleanup(cls.stop_server)
        playwright = sync_playwright().start()
        cls.addClassCleanup(playwright.stop)
        cls.browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        cls.addClassCleanup(cls.browser.close)

    @classmethod
    def start_server(cls) -> None:
        cls.server = serve(cls.port, cls.url, cls.logs)
        wait_until_healthy(f"{cls.address}/", cls.server)

    @classmethod
    def stop_server(cls) -> None:
        cls.server.terminate()
        cls.server.wait(timeout=20)

    def setUp(self) -> None:
        self.context: BrowserContext = self.browser.new_context(
            base_url=self.address, viewport={"width": 1280, "height": 800}, locale="en-GB"
        )
        self.context.set_default_timeout(10_000)
        self.addCleanup(self.context.close)
        self.expected_trouble: set[int] = set()
        self.trouble: list[str] = []
        self.page = self.new_page()

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

    def written(self, page: Page | None = None) -> list[str]:
        """The lines on the sheet as plain text."""
        found = (page or self.page).locator(".working .written .math-text")
        found.first.wait_for()
        return [found.nth(i).get_attribute("data-text") or "" for i in range(found.count())]
