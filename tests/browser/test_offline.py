"""Without a connection: places open, what was loaded is shown, what is kept waits and is kept later, once."""

from typing import Any
from urllib.parse import quote

from playwright.sync_api import Page, expect

from tests.browser.driving import BrowserTest

PROBLEM = "5 1/6 − 2 5/6"
EVERYTHING_KEPT = """async () => {
  const { active } = await navigator.serviceWorker.ready
  active.postMessage('fetch all')
  const manifest = await (await fetch('/.vite/manifest.json')).json()
  const wanted = Object.values(manifest).map(e => '/' + e.file).filter(f => f.startsWith('/assets/'))
  for (let i = 0; i < 200; i += 1) {
    const parts = await caches.open('keen-slate-parts')
    const kept = (await parts.keys()).map(r => new URL(r.url).pathname)
    if ([...wanted, '/settings', '/look-back'].every(f => kept.includes(f))) return true
    await new Promise(go => setTimeout(go, 50))
  }
  return false
}"""


class WithoutAConnection(BrowserTest):
    service_workers = "allow"

    def setUp(self) -> None:
        super().setUp()
        self.page.goto(f"/work?problem={quote(PROBLEM)}")
        self.written()
        self.assertTrue(self.page.evaluate(EVERYTHING_KEPT), "the program is in the browser")
        self.page.reload()  # what is read from now on is kept
        self.written()

    def new_page(self) -> Page:
        """Requests fail here, as they are meant to; faults of the page count all the same."""
        page = self.context.new_page()
        page.on("pageerror", lambda error: self.trouble.append(str(error)))
        return page

    def go_offline(self, offline: bool = True) -> None:
        self.context.set_offline(offline)

    def test_the_working_is_there_again_after_a_reload(self) -> None:
        lines = self.written()
        expect(self.page.get_by_text("Likely wrong answers")).to_be_visible()
        schools = self.page.get_by_role("group", name="How it is worked")
        expect(schools).to_contain_text("regroup")
        ways = schools.inner_text()
        self.go_offline()
        self.page.reload()
        self.assertEqual(self.written(), lines)
        expect(self.page.get_by_text("Keen Slate does not answer. This is as it was loaded last")).to_be_visible()
        expect(self.page.get_by_text("Likely wrong answers")).to_be_visible()
        expect(schools).to_contain_text("regroup")
        self.assertEqual(schools.inner_text(), ways)
        self.go_offline(False)
        self.work("2/3 + 1/4")
        expect(self.page.get_by_text("Keen Slate does not answer")).to_have_count(0)

    def test_a_lesson_and_its_set_can_be_shown(self) -> None:
        opened = self.page.request.get("/api/sets").json()["sets"][0]["id"]
        for place in ("line-up", "show"):
            self.page.goto(f"/{place}/{opened}")
            self.page.locator(".example, .show-problem").first.wait_for()
        problem = self.page.locator(".show-problem .math-text").first.get_attribute("data-text")
        self.go_offline()
        self.page.goto(f"/show/{opened}")
        expect(self.page.locator(".show-problem .math-text").first).to_have_attribute("data-text", problem or "")
        self.page.goto(f"/line-up/{opened}")
        expect(self.page.locator(".example").first).to_be_visible()

    def test_every_place_opens(self) -> None:
        self.go_offline()
        for place in ("work", "line-up", "show", "print", "mark", "look-back", "settings"):
            self.page.goto(f"/{place}")
            expect(self.page.get_by_role("navigation", name="Places")).to_be_visible()
            expect(self.page.locator("nav a.here")).to_have_count(1)

    def test_what_is_kept_waits_and_is_kept_later_once(self) -> None:
        def examples() -> list[Any]:
            found: list[Any] = self.page.request.get(f"/api/sets/{opened}").json()["examples"]
            return found

        expect(self.page.get_by_role("button", name="Keep", exact=True)).to_be_visible()
        made = self.page.request.post("/api/sets", data={"name": "Kept later"}).json()
        opened = made["id"]
        self.page.goto(f"/line-up/{opened}")
        expect(self.page.get_by_role("heading", name="Kept later")).to_be_visible()
        self.page.goto(f"/work?problem={quote(PROBLEM)}")
        self.written()
        self.page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_text("Kept 5 1/6 − 2 5/6 in “Kept later”.")).to_be_visible()
        self.go_offline()
        self.page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_text("What you kept waits here, and goes into “Kept later”").first).to_be_visible()
        self.page.reload()
        expect(self.page.get_by_text("One example waits to be kept.")).to_be_visible()
        self.assertEqual(len(examples()), 1, "the request of the test itself has its own connection")
        self.go_offline(False)
        self.becomes(lambda: len(examples()), 2)
        expect(self.page.get_by_text("What waited here is kept now.")).to_be_visible()
        self.page.reload()
        self.written()
        expect(self.page.get_by_text("2 in the set in hand")).to_be_visible()
        self.assertEqual(len(examples()), 2)

    def test_nothing_of_a_teacher_stays_once_somebody_leaves(self) -> None:
        kept = "async () => (await (await caches.open('keen-slate-read')).keys()).map(r => new URL(r.url).pathname)"
        self.assertIn("/api/sets", self.page.evaluate(kept))
        self.assertNotIn("/api/me", self.page.evaluate(kept))
        self.context.clear_cookies()
        self.page.evaluate("() => fetch('/api/sets').then(answer => answer.status)")
        self.becomes(lambda: self.page.evaluate(kept), [])  # what was on its way then goes as soon as it has come

    def test_it_can_be_installed(self) -> None:
        link = self.page.locator("link[rel=manifest]").get_attribute("href") or ""
        manifest = self.page.request.get(link)
        self.assertIn("application/manifest+json", manifest.headers["content-type"])
        told = manifest.json()
        self.assertEqual((told["start_url"], told["display"]), ("/work", "standalone"))
        sizes = {icon["sizes"] for icon in told["icons"]}
        self.assertLessEqual({"192x192", "512x512"}, sizes)  # what a browser asks for before it offers to install
        for icon in told["icons"]:
            self.assertTrue(self.page.request.get(icon["src"]).ok, icon)
