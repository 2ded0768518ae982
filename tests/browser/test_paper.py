"""Print and the open formats as a teacher uses them, in the real interface."""

import json
import re

from playwright.sync_api import expect

from tests.browser.test_lesson import LessonTest


class Print(LessonTest):
    def test_a_handout_is_made_and_opened(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "2/3 + 3/4")
        self.page.goto(f"/print/{made['id']}")
        expect(self.page.get_by_role("heading", name="Print “Rain gauge”")).to_be_visible()
        self.page.get_by_label(re.compile("^Answer key")).check()
        self.page.get_by_label("Versions A and B").click()
        self.page.get_by_role("button", name="two columns").click()
        with self.page.expect_request("**/print") as asked:
            self.page.get_by_role("button", name="Make the PDF").click()
        sent = json.loads(asked.value.post_data or "{}")
        self.assertEqual((sent["kind"], sent["versions"], sent["columns"]), ("key", 2, 2))
        link = self.page.get_by_role("link", name="Open the PDF")
        link.wait_for()
        self.assertEqual(self.page.request.get(link.get_attribute("href") or "").body()[:5], b"%PDF-")
        expect(self.page.get_by_role("img", name="Page 1 of the handout")).to_be_visible()
        wide = "() => document.querySelector('.print-made img')?.naturalWidth > 300"
        self.becomes(lambda: self.page.evaluate(wide), True)
        self.page.reload()
        expect(self.page.get_by_role("link", name="Open the PDF")).to_be_visible()

    def test_a_lesson_pack_is_one_press_and_its_pages_are_turned(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "2/3 + 3/4", "1/4 + 1/2")
        self.page.goto(f"/print/{made['id']}")
        # The first page stands there at once, and is kept current.
        expect(self.page.get_by_role("img", name="Page 1 of the handout")).to_be_visible()
        before = self.page.get_by_role("link", name="Open the PDF").get_attribute("href")
        self.page.get_by_role("button", name="Lesson pack").click()
        link = self.page.get_by_role("link", name="Open the PDF")
        expect(link).not_to_have_attribute("href", before or "")
        expect(self.page.get_by_text(re.compile(r"page 1 of [6-9]"))).to_be_visible()
        self.page.get_by_role("button", name="The next page").click()
        expect(self.page.get_by_role("img", name="Page 2 of the handout")).to_be_visible()
        wide = "() => document.querySelector('.print-made img')?.naturalWidth > 300"
        self.becomes(lambda: self.page.evaluate(wide), True)

    def test_the_same_as_a_document_is_saved(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "2/3 + 3/4")
        self.page.goto(f"/print/{made['id']}")
        self.page.get_by_label(re.compile("^Worked")).check()
        for name, ends in (("text (.docx)", ".docx"), ("slides", ".pptx"), ("web page", ".html")):
            with self.page.expect_download() as saved:
                self.page.get_by_role("button", name=name, exact=True).click()
            self.assertTrue(saved.value.suggested_filename.endswith(ends), saved.value.suggested_filename)
            self.assertGreater(saved.value.path().stat().st_size, 2000)
            expect(self.page.get_by_role("status").filter(has_text=f"{name} saved")).to_be_visible()

    def test_it_is_laid_out_as_the_teacher_has_it(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        self.page.goto(f"/print/{made['id']}")
        expect(self.page.locator("#print-organiser")).to_have_text("ruled lines")
        kept = self.page.request.get("/api/settings").json()
        kept["settings"]["organiser"] = "fitting"
        self.assertTrue(self.page.request.put("/api/settings", data=kept).ok)
        self.page.reload()
        expect(self.page.locator("#print-organiser")).to_have_text("as it fits")

    def test_a_set_with_nothing_in_it(self) -> None:
        made = self.set_of()
        self.page.goto(f"/print/{made['id']}")
        expect(self.page.get_by_role("button", name="Make the PDF")).to_be_disabled()
        expect(self.page.get_by_text("Nothing in this set yet.")).to_be_visible()

    def test_a_long_one_is_cancelled(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        self.page.route(
            "**/api/sets/*/print",
            lambda route: route.fulfill(
                json={"id": made["id"], "state": "running", "done": 3, "total": 200, "message": "", "pages": 0},
                status=202,
            ),
        )
        states = iter(["running"] * 2)
        self.page.route(
            re.compile(r"/api/print/[^/]+$"),
            lambda route: route.fulfill(
                json={
                    "id": made["id"],
                    "state": "cancelled" if route.request.method == "DELETE" else next(states, "running"),
                    "done": 9,
                    "total": 200,
                    "message": "",
                    "pages": 0,
                }
            ),
        )
        self.page.goto(f"/print/{made['id']}")
        self.page.get_by_role("button", name="Make the PDF").click()
        expect(self.page.get_by_text("9 of 200 items are worked.")).to_be_visible()
        self.page.get_by_role("button", name="Cancel").click()
        expect(self.page.get_by_text("Cancelled. Nothing was printed.")).to_be_visible()


class Files(LessonTest):
    def take(self, name: str, content: str) -> None:
        self.page.get_by_label("Read a set from a file").set_input_files(
            {"name": name, "mimeType": "text/plain", "buffer": content.encode()}
        )

    def test_a_file_that_was_saved_is_read_again(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "2/3 + 3/4")
        self.page.goto(f"/print/{made['id']}")
        with self.page.expect_download() as saved:
            self.page.get_by_role("link", name="JSON").click()
        content = saved.value.path().read_text()
        self.take("rain.json", content)
        expect(self.page).to_have_url(re.compile("/line-up/"))
        expect(self.page.locator(".example")).to_have_count(2)
        self.assertEqual(self.problems(), ["5 1/6 − 2 5/6", "2/3 + 3/4"])
        self.assertNotIn(made["id"], self.page.url)

    def test_what_cannot_be_read_is_named_and_the_rest_can_be_taken(self) -> None:
        made = self.set_of("1/2 + 1/3")
        self.page.goto(f"/print/{made['id']}")
        self.take("beds.csv", "1/4 + 1/2\nhello\n3/0\n")
        faults = self.page.locator(".import-faults")
        expect(faults).to_contain_text("Nothing was taken in.")
        expect(faults).to_contain_text("line 2")
        expect(faults).to_contain_text("I read 3/0: a piece cannot be 1 out of 0.")
        self.page.get_by_role("button", name="Take the other 1").click()
        expect(self.page.get_by_role("heading", name="beds", exact=True)).to_be_visible()
        only = self.page.locator(".example-problem .math-text")
        expect(only).to_have_attribute("data-text", "1/4 + 1/2")
