"""Coming in and going out in a real browser: one's own desk, a school with its sign-on, and a session that ends while
somebody types."""

import os
from functools import partial
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, Route, expect

from keen_slate.launch.supervised import Supervised
from keen_slate.services.desk import House
from keen_slate.stand_ins.sign_on import settings
from tests.browser.driving import LATE, BrowserTest
from tests.support.cluster import MIGRATED, drop_database, make_database, url_of
from tests.support.served import Running

PASSWORD = "seven green barrows"


def _refuse(status: int, told: str, route: Route) -> None:
    route.fulfill(status=status, json={"message": told, "position": None})


class OwnDesk(BrowserTest):
    def end_all(self) -> None:
        """What signs every browser out behind its back."""
        house = House(url_of(self.desk.database))
        with house.database.engine.begin() as connection:
            connection.exec_driver_sql("DELETE FROM sign_in")
        house.database.engine.dispose()

    def test_a_browser_without_the_cookie_is_told_the_way_in(self) -> None:
        self.expected_trouble = {401}
        self.context.clear_cookies()
        self.page.goto("/line-up")
        expect(self.page.get_by_role("heading", name="This browser is not let in yet")).to_be_visible()
        expect(self.page.get_by_text("./start address")).to_be_visible()
        self.assertNotIn("Raised beds", self.page.content())

    def test_what_was_typed_is_there_when_one_is_back_in(self) -> None:
        self.expected_trouble = {401}
        self.page.goto("/work")
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("7 1/6 - 3 3/4")
        self.end_all()
        field.press("Enter")
        expect(self.page.get_by_text("What you typed here is still there")).to_be_visible()
        self.context.add_cookies([self.desk.cookie()])
        self.page.get_by_role("button", name="I am in now").click()
        expect(field).to_be_visible()
        expect(field).to_have_value("7 1/6 - 3 3/4")
        expect(self.page.get_by_text("not let in")).to_have_count(0)
        field.press("Enter")
        self.becomes(lambda: self.written()[-1:], ["3 5/12"])

    def test_what_is_typed_stays_through_a_reload(self) -> None:
        self.page.goto("/work")
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("7 1/6 - 3")
        self.page.reload()
        expect(field).to_have_value("7 1/6 - 3")
        self.work("7 1/6 - 3 3/4")
        self.becomes(lambda: self.written()[-1:], ["3 5/12"])
        self.page.goto("/work")
        expect(field).to_have_value("")

    def test_what_cannot_be_kept_is_said_and_is_still_there(self) -> None:
        """The disk is full, or the database is away: one sentence of what it is, and nothing typed is gone."""
        self.expected_trouble = {503, 507}
        self.page.goto("/work?problem=7 1/6 - 3 3/4")
        self.becomes(lambda: self.written()[-1:], ["3 5/12"])
        for status, told in ((507, "The disk of the database is full."), (503, "The database does not answer.")):
            refusal = partial(_refuse, status, told)
            self.page.route("**/api/sets/*/examples", refusal)
            self.page.get_by_role("button", name="Keep", exact=True).click()
            expect(self.page.get_by_text(told)).to_be_visible()
            expect(self.page.get_by_label("Problem", exact=True)).to_have_value("7 1/6 - 3 3/4")
            self.page.unroute("**/api/sets/*/examples")
        self.page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_text("Kept 7 1/6 − 3 3/4")).to_be_visible()

    def test_signing_out_leaves_nothing_behind(self) -> None:
        self.page.goto("/line-up")
        expect(self.page.get_by_text("Raised beds").first).to_be_visible()
        self.page.goto("/settings")
        self.page.get_by_role("button", name="Sign out", exact=True).click()
        expect(self.page.get_by_role("heading", name="This browser is not let in yet")).to_be_visible()
        kept = self.page.evaluate("JSON.stringify([{...localStorage}, {...sessionStorage}])")
        visited = '"keen-slate:visited":"true"'  # put there again by the test itself, for every page
        self.assertEqual(kept.replace(visited, ""), "[{},{}]")
        self.assertEqual([c for c in self.context.cookies() if c.get("value")], [])

    def test_a_deleted_set_is_put_back_from_the_bin(self) -> None:
        self.page.goto("/line-up")
        self.page.get_by_role("button", name="Delete set").wait_for()
        name = self.page.get_by_role("heading", level=1).inner_text()
        self.page.get_by_role("button", name="Delete set").click()
        expect(self.page.get_by_role("heading", level=1)).not_to_have_text(name)
        self.page.get_by_role("button", name="Deleted sets").click()
        self.page.get_by_role("button", name="Put back").click()
        expect(self.page.get_by_role("heading", level=1)).to_have_text(name)

    def test_all_work_is_saved_and_put_back(self) -> None:
        self.expected_trouble = {422}
        self.page.goto("/settings")
        with self.page.expect_download() as saved:
            self.page.get_by_role("link", name="Save all my work as a file").click()
        content = saved.value.path().read_bytes()
        for file, told in ((content, "4 sets stood here already."), (b"{}", "This is no archive of Keen Slate")):
            self.page.get_by_label("Put back what such a file holds").set_input_files(
                {"name": "all.json", "mimeType": "application/json", "buffer": file}
            )
            expect(self.page.get_by_text(told)).to_be_visible()


class School(BrowserTest):
    """A school of its own, with the stand-in for its sign-on."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        name = f"test_school_{os.getpid()}"
        make_database(name, MIGRATED)
        cls.addClassCleanup(drop_database, name)
        logs = Path(cls.enterClassContext(TemporaryDirectory()))
        cls.running = Running(url_of(name), logs, queues=("errands",), begin=False)
        environment = {"KEEN_SLATE_SCHOOL": "1", **settings(cls.running.address)}
        cls.running.environment |= environment
        provider = Supervised(["keen_slate.stand_ins.sign_on"], environment, logs / "sign-on.log")
        cls.addClassCleanup(provider.wait)
        cls.addClassCleanup(provider.stop)
        cls.running.start()
        cls.addClassCleanup(cls.running.close)
        cls.house = House(url_of(name))
        cls.addClassCleanup(cls.house.database.engine.dispose)

    running: Running
    house: House

    def browser(self) -> Page:
        context = self.desk.browser.new_context(
            base_url=self.running.address,
            viewport={"width": 1280, "height": 800},
            locale="en-GB",
            service_workers="block",
        )
        context.set_default_timeout(LATE)
        self.addCleanup(context.close)
        page = context.new_page()
        page.on("pageerror", lambda error: self.trouble.append(str(error)))
        return page

    def choose(self, page: Page, name: str) -> None:
        field = page.get_by_label("Name to sign in by")
        field.fill(name)
        page.get_by_label("Password, at least").fill(PASSWORD)
        page.get_by_label("The same once more").fill(PASSWORD)
        page.get_by_role("button", name="Come in").click()
        expect(page.get_by_label("Problem", exact=True)).to_be_visible()

    def test_a_school_from_its_first_day(self) -> None:
        """The first who administers, a colleague by a link, one by the sign-on, a set on the shelf, a copy of it."""
        linden = self.browser()
        linden.goto(str(self.house.entry.first_link()))
        self.choose(linden, "Linden")
        links = {}
        for name in ("Hazel", "rowan@fernbank.example"):
            linden.goto("/teachers")
            linden.get_by_label("Name of a new teacher").fill(name)
            linden.get_by_role("button", name="Add a teacher").click()
            expect(linden.get_by_text(f"Hand this link to {name}.")).to_be_visible()
            links[name] = linden.locator(".link code").inner_text()
        linden.goto("/line-up")
        linden.get_by_label("Name of a new set").fill("Monday: beds")
        linden.get_by_role("button", name="Make set").click()
        linden.get_by_role("button", name="Share").click()
        with linden.expect_response("**/sharing"):
            linden.get_by_label("On the department’s shelf").check()

        hazel = self.browser()
        hazel.goto(links["Hazel"])
        self.choose(hazel, "Hazel")
        hazel.get_by_role("link", name="Line up").click()
        hazel.get_by_role("link", name="Monday: beds").click()
        expect(hazel.get_by_text("A set of Linden, to read.")).to_be_visible()
        expect(hazel.get_by_role("button", name="Rename")).to_have_count(0)
        hazel.get_by_role("button", name="Take a copy").click()
        expect(hazel.get_by_role("button", name="Rename")).to_be_visible()
        expect(hazel.get_by_role("link", name="Teachers")).to_have_count(0)

        rowan = self.browser()
        rowan.goto("/")
        rowan.get_by_role("link", name="Sign in by Fernbank School").click()
        rowan.get_by_role("link", name="rowan@fernbank.example").click()
        expect(rowan.get_by_label("Problem", exact=True)).to_be_visible()
        rowan.get_by_role("link", name="Settings").click()
        expect(rowan.get_by_role("heading", name="Signed in as rowan@fernbank.example")).to_be_visible()

        other = self.browser()
        other.goto(links["Hazel"])
        expect(other.get_by_text("has been used already")).to_be_visible()
        other.goto("/line-up")
        other.get_by_label("Name").fill("Hazel")
        other.get_by_label("Password").fill("seven green wheels")
        other.get_by_role("button", name="Sign in", exact=True).click()
        expect(other.get_by_role("alert")).to_contain_text("do not belong together")
        other.get_by_label("Password").fill(PASSWORD)
        other.get_by_label("Password").press("Enter")
        expect(other.get_by_role("heading", name="Monday: beds")).to_be_visible()
