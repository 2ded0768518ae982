"""Marking a class and looking back, as a teacher does it with papers on the desk, in the real interface."""

import json
import re
from typing import Any

from playwright.sync_api import Locator, expect

from tests.browser.driving import BrowserTest
from tests.browser.test_sheet import AXE

CODES = ("Aspen", "Bramble", "Clover", "Daisy", "Elder")
ITEMS = ("5 1/6 - 2 5/6", "2 3/4 + 1 5/6", "2/5 + 1/3")


class MarkBook(BrowserTest):
    def post(self, path: str, **body: Any) -> Any:
        answer = self.page.request.post(f"/api/{path}", data=body)
        self.assertTrue(answer.ok, answer.text())
        return answer.json()

    def a_round(self) -> Any:
        of_class = self.post("classes", name="5 Larch", pupils=[{"code": c} for c in CODES])
        made = self.post("sets", name="Beds")
        for text in ITEMS:
            made = self.post(f"sets/{made['id']}/examples", revision=made["revision"], text=text, school={})
        found = self.post("rounds", class_id=of_class["id"], set_id=made["id"], held_on="2026-11-26")
        self.page.goto(f"/mark/{found['id']}")
        expect(self.page.locator(".field")).to_be_focused()
        return found

    def cell(self, row: int, item: int) -> Locator:
        return self.page.locator("tbody tr").nth(row - 1).locator("td").nth(item - 1)

    def mark(self, row: int, item: int) -> Locator:
        return self.cell(row, item).locator(".mark")

    def type_down(self, *answers: str) -> None:
        for answer in answers:
            self.page.keyboard.type(answer)
            self.page.keyboard.press("Enter")

    def faults(self) -> list[str]:
        self.page.evaluate(AXE.read_text())
        found = json.loads(self.page.evaluate("axe.run(document).then(r => JSON.stringify(r.violations))"))
        return [f"{fault['id']}: {node['html'][:160]}" for fault in found for node in fault["nodes"]]

    @property
    def strip(self) -> Locator:
        return self.page.get_by_role("complementary", name="The answer in hand")


class Marking(MarkBook):
    def test_from_nothing_to_a_marked_class(self) -> None:
        """A class from a pasted list, a round of the set in hand, and the first column, without leaving the place."""
        self.page.goto("/mark")
        self.page.get_by_role("button", name="New round").click()
        self.page.get_by_role("button", name="Another class").click()
        self.page.get_by_label("Class", exact=True).fill("6 Elm")
        self.page.get_by_label(re.compile("a code on each line")).fill("Aspen\nBramble, moss\nClover")
        self.page.get_by_role("button", name="Make the class").click()
        self.page.get_by_role("button", name="New round").click()
        panel = self.page.get_by_role("form", name="A new round")
        panel.get_by_role("combobox").first.click()
        self.page.get_by_role("option", name="6 Elm").click()
        panel.get_by_role("button", name="Mark it").click()
        expect(self.page.locator("tbody th")).to_have_text(["Aspen", "Bramble", "Clover"])
        expect(self.page.locator(".sentence")).to_have_text("No answers yet. Type the first as the pupil wrote it.")

    def test_a_column_is_typed_and_judged(self) -> None:
        self.a_round()
        self.type_down("2 1/3", "2 2/6", "3 4/6", "123", "no idea")
        expect(self.mark(1, 1)).to_have_text("✓")
        expect(self.mark(2, 1)).to_have_text("✓A")
        expect(self.mark(3, 1)).to_have_text("B")
        expect(self.mark(4, 1)).to_have_text("✗")
        expect(self.mark(5, 1)).to_have_text("…")
        self.assertEqual(self.page.locator(".field").get_attribute("aria-label"), "Aspen, item 2: nothing yet")
        expect(self.page.locator("tfoot td").first).to_have_text("1 of 5")
        expect(self.cell(1, 4)).to_have_text("3")
        self.cell(3, 1).click()
        expect(self.strip.locator(".causes")).to_contain_text("Smaller part from the larger")
        self.page.reload()
        expect(self.mark(3, 1)).to_have_text("B")

    def test_one_key_for_a_whole_answer(self) -> None:
        self.a_round()
        for key in ("=", '"', "/"):
            self.page.keyboard.press(key)
        self.page.keyboard.press("#")
        expect(self.page.locator("tbody tr").nth(3)).to_have_class(re.compile("away"))
        expect(self.cell(1, 1).locator(".answer")).to_have_text("2 1/3")
        expect(self.cell(2, 1).locator(".answer")).to_have_text("2 1/3")
        expect(self.mark(3, 1)).to_have_text("–")
        self.page.keyboard.press("Enter")
        self.page.keyboard.press("Enter")
        self.assertEqual(self.page.locator(".field").get_attribute("aria-label"), "Aspen, item 2: nothing yet")

    def test_along_the_row_and_back(self) -> None:
        self.a_round()
        self.page.get_by_role("button", name=re.compile("by paper")).click()
        self.cell(1, 1).click()
        for key in ("=", "="):
            self.page.keyboard.press(key)
        self.type_down("3/8", "1")
        self.assertEqual(self.page.locator(".field").get_attribute("aria-label"), "Bramble, item 2: nothing yet")
        expect(self.mark(1, 3)).to_have_class(re.compile("wrong"))
        self.page.keyboard.press("Shift+Enter")
        self.assertTrue(str(self.page.locator(".field").get_attribute("aria-label")).startswith("Bramble, item 1: 1"))

    def test_many_steps_are_undone_and_done_again(self) -> None:
        self.a_round()
        self.type_down("2 1/3", "2 2/6", "3 4/6")
        expect(self.mark(3, 1)).to_have_class(re.compile("wrong"))
        self.page.keyboard.press("Control+z")
        self.page.keyboard.press("Control+z")
        expect(self.mark(2, 1)).to_have_count(0)
        expect(self.mark(1, 1)).to_have_text("✓")
        self.page.keyboard.press("Control+Shift+z")
        expect(self.mark(2, 1)).to_have_text("✓A")
        self.page.reload()
        expect(self.mark(2, 1)).to_have_text("✓A")
        expect(self.mark(3, 1)).to_have_count(0)

    def test_nothing_is_lost_when_the_connection_drops(self) -> None:
        """What is typed meanwhile stays through a reload, and is sent once there is an answer again."""
        found = self.a_round()
        self.page.route("**/cells", lambda route: route.abort())
        self.type_down("2 1/3", "3 4/6")
        expect(self.page.get_by_role("alert")).to_contain_text("2 typed answers wait in this browser")
        self.page.unroute("**/cells")
        self.page.route("**/cells", lambda route: route.abort())
        self.page.reload()
        expect(self.cell(2, 1)).to_contain_text("3 4/6")
        self.page.unroute("**/cells")
        expect(self.mark(1, 1)).to_have_text("✓")
        expect(self.page.get_by_role("alert")).to_have_count(0)
        kept = self.page.request.get(f"/api/rounds/{found['id']}").json()
        self.assertEqual(sorted(c["answer"] for c in kept["cells"]), ["2 1/3", "3 4/6"])

    def test_cells_from_a_spreadsheet(self) -> None:
        self.a_round()
        text = "Aspen\\t2 1/3\\t3 7/12\\nElder\\t2 2/6\\tno idea\\nNobody\\t1\\t2"
        self.page.evaluate(
            f"""() => {{
                const data = new DataTransfer(); data.setData('text', "{text}");
                document.querySelector('.field').dispatchEvent(
                    new ClipboardEvent('paste', {{ clipboardData: data, bubbles: true, cancelable: true }}))
            }}"""
        )
        report = self.page.get_by_role("alert")
        expect(report).to_contain_text("4 answers taken in. Row 3: there is no pupil “Nobody” in this class.")
        expect(report).to_contain_text("I cannot read “no idea”; they stand as written.")
        expect(self.mark(5, 1)).to_have_text("✓B")
        self.page.keyboard.press("Control+z")
        expect(self.mark(5, 1)).to_have_count(0)

    def test_a_file_is_dropped(self) -> None:
        self.a_round()
        self.page.evaluate(
            """() => {
                const data = new DataTransfer();
                const papers = ['Clover,2 1/3,4 7/12,11/15\\nDaisy,3 4/6,,'];
                data.items.add(new File(papers, 'papers.csv', { type: 'text/csv' }));
                document.querySelector('.mark-place').dispatchEvent(
                    new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }))
            }"""
        )
        expect(self.mark(3, 3)).to_have_text("✓")
        expect(self.mark(4, 1)).to_have_class(re.compile("wrong"))

    def test_the_teacher_overrules_with_a_key_and_a_word(self) -> None:
        self.a_round()
        self.type_down("3 4/6", "3 4/6")
        expect(self.mark(2, 1)).to_have_class(re.compile("wrong"))
        self.cell(1, 1).click()
        expect(self.strip.get_by_role("button", name="Overrule")).to_be_visible()
        self.page.keyboard.press("!")
        expect(self.page.get_by_label("Why, in a word")).to_be_focused()
        self.page.keyboard.type("misread")
        self.strip.get_by_label(re.compile("also for the 1")).check()
        self.page.get_by_label("Why, in a word").press("Enter")
        expect(self.mark(1, 1)).to_have_text("✓")
        expect(self.mark(2, 1)).to_have_text("✓")
        expect(self.page.locator(".field")).to_be_focused()
        expect(self.strip.locator(".ruling-said")).to_contain_text("“misread”")
        self.strip.get_by_role("button", name="take it back").click()
        expect(self.mark(1, 1)).to_have_class(re.compile("wrong"))

    def test_working_earns_method_marks(self) -> None:
        self.a_round()
        self.cell(1, 2).click()
        self.type_down("3 7/12")
        self.cell(1, 2).click()
        expect(self.strip).to_contain_text("Marks: 2 of 5")
        self.page.keyboard.press("|")
        expect(self.page.locator("#cell-working")).to_be_focused()
        self.page.keyboard.type("= 3 + 9/12 + 10/12\n= 3 19/12")
        self.page.keyboard.press("Control+Enter")
        expect(self.strip).to_contain_text("Marks: 4 of 5")
        expect(self.strip.locator(".marks li").nth(1)).to_contain_text("done by line 1")
        expect(self.strip.locator(".lines li").first).to_contain_text("Follows.")

    def test_lines_alone_earn_method_marks(self) -> None:
        """A pupil who wrote lines, and nothing in the answer's place."""
        self.a_round()
        self.cell(2, 2).click()
        self.page.keyboard.press("|")
        self.page.keyboard.type("2 + 1 = 3\n3/4 = 9/12\n5/6 = 10/12")
        self.page.keyboard.press("Control+Enter")
        expect(self.mark(2, 2)).to_have_text("–")
        expect(self.strip).to_contain_text("Lines of working, and nothing in the answer’s place.")
        expect(self.strip).to_contain_text("Marks: 3 of 5")
        self.page.keyboard.type("4 7/12")
        self.page.keyboard.press("Enter")
        expect(self.mark(2, 2)).to_have_text("✓")
        self.cell(2, 2).click()
        expect(self.page.locator("#cell-working")).to_have_value(re.compile("3/4 = 9/12"))

    def test_marks_of_an_item_are_changed(self) -> None:
        self.a_round()
        self.type_down("2 2/6")
        expect(self.cell(1, 4)).to_have_text("2")
        self.page.locator(".item-head").first.click()
        panel = self.page.get_by_role("form", name="Marks of item 1")
        expect(panel).to_contain_text("Item 1: 3 marks")
        panel.get_by_label("The parts").fill("3")
        panel.get_by_role("button", name="Mark so").click()
        expect(self.cell(1, 4)).to_have_text("4")

    def test_the_policy_of_the_round_and_of_the_school(self) -> None:
        self.a_round()
        self.type_down("7/3")
        expect(self.mark(1, 1)).to_have_text("✓")
        self.page.get_by_role("button", name="change", exact=True).click()
        self.page.get_by_role("combobox", name="Forms").click()
        self.page.get_by_role("option", name="a mixed number required").click()
        self.page.get_by_role("button", name="Mark so").click()
        expect(self.mark(1, 1)).to_have_class(re.compile("form"))
        expect(self.page.locator(".policy-said")).to_contain_text("A mixed number required")

    def test_no_violation_for_a_screen_reader(self) -> None:
        self.a_round()
        self.type_down("3 4/6", "2 2/6")
        expect(self.mark(2, 1)).to_have_text("✓B")
        self.page.emulate_media(reduced_motion="reduce")
        for width in (1280, 390):
            self.page.set_viewport_size({"width": width, "height": 800})
            self.assertEqual(self.faults(), [], width)

    def test_on_a_phone_the_grid_is_in_reach(self) -> None:
        self.a_round()
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.type_down("2 1/3", "110 11/12")
        expect(self.mark(1, 1)).to_be_in_viewport()
        lines = "e => Math.round(e.getBoundingClientRect().height / parseFloat(getComputedStyle(e).lineHeight))"
        self.assertEqual(self.cell(2, 1).locator(".answer").evaluate(lines), 1, "a number is never broken")
        wide = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)


class LookingBack(MarkBook):
    def marked(self) -> Any:
        found = self.a_round()
        pupils = [p["id"] for p in found["pupils"]]
        given = ((0, 1, "3 7/12"), (1, 1, "3 7/12"), (2, 1, "4 7/12"), (2, 2, "3/15"), (3, 0, "2 2/6"))
        cells = [{"pupil": pupils[p], "item": i, "answer": a} for p, i, a in given]
        self.assertTrue(self.page.request.put(f"/api/rounds/{found['id']}/cells", data={"cells": cells}).ok)
        self.page.goto(f"/look-back/{found['id']}")
        return found

    def test_from_the_sentence_to_what_comes_next(self) -> None:
        self.marked()
        expect(self.page.locator(".sentence")).to_have_text(
            "2 of 4 may share a mistake: whole made but not carried, item 2."
        )
        self.page.get_by_role("button", name=re.compile("^Aspen, item 2: what")).hover()
        expect(self.page.locator(".told")).to_have_text(
            "Aspen, item 2: what “Whole made but not carried” gives, and nothing else that is as likely."
        )
        self.page.get_by_role("button", name="Make what comes next").click()
        expect(self.page.locator(".made li")).to_contain_text("8 items, for Aspen, Bramble")
        self.page.get_by_role("button", name=re.compile("A sheet for each")).click()
        opened = self.page.get_by_role("link", name="Open the sheets")
        expect(opened).to_be_visible()
        pdf = self.page.request.get(str(opened.get_attribute("href")))
        self.assertTrue(pdf.body().startswith(b"%PDF"))
        self.page.get_by_role("link", name="look at it").click()
        expect(self.page.locator("#set-title")).to_have_text("Next, 5 Larch: Whole made but not carried")
        expect(self.page.locator(".example")).to_have_count(8)

    def test_the_record_by_day(self) -> None:
        self.marked()
        self.page.get_by_role("tab", name="The record").click()
        expect(self.page.locator(".entry").filter(has_text="5 Rowan").first).to_be_visible()
        self.page.get_by_label("In your words").fill("Begin with discs tomorrow.")
        self.page.get_by_role("button", name="Write it down").click()
        entry = self.page.locator(".entry").filter(has_text="Begin with discs tomorrow.")
        expect(entry).to_have_count(1)
        entry.get_by_role("button", name=re.compile("^Delete")).click()
        expect(entry).to_have_count(0)
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(entry).to_have_count(1)

    def test_over_the_weeks(self) -> None:
        self.marked()
        self.page.get_by_role("tab", name="Over the weeks").click()
        expect(self.page.get_by_role("row", name=re.compile("^Carry a whole"))).to_contain_text("1 of 3")

    def test_no_violation_for_a_screen_reader(self) -> None:
        self.marked()
        self.page.emulate_media(reduced_motion="reduce")
        for tab in ("The class picture", "Over the weeks", "The record"):
            self.page.get_by_role("tab", name=tab).click()
            self.page.wait_for_load_state("networkidle")
            self.assertEqual(self.faults(), [], tab)


class Trying(MarkBook):
    def test_a_set_is_tried_and_the_eye_is_trained(self) -> None:
        self.a_round()
        self.page.get_by_role("button", name="Train the eye").click()
        eye = self.page.get_by_role("region", name="Train the eye")
        expect(eye.locator(".choices button").first).to_be_visible()
        eye.locator(".choices button").first.click()
        expect(eye.locator(".was-told")).to_contain_text(re.compile("Seen|It was another"))
        self.page.goto("/line-up")
        self.page.get_by_role("button", name="Try it on a class").click()
        said = self.page.get_by_role("region", name="Tried on invented classes")
        expect(said).to_contain_text("Of 28 invented pupils", timeout=60_000)

    def test_who_had_it_is_counted_in_show(self) -> None:
        made = self.a_round()
        self.page.goto(f"/show/{made['set_id']}")
        expect(self.page.locator(".show-foot")).to_be_visible()
        with self.page.expect_response("**/api/record"):
            self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("c")
        expect(self.page.get_by_label(re.compile("^Had item 1"))).to_be_focused()
        self.page.keyboard.type("17")
        with self.page.expect_response("**/api/record"):
            self.page.keyboard.press("Enter")
        self.page.goto("/look-back")
        self.page.get_by_role("tab", name="The record").click()
        expect(self.page.locator(".entry").filter(has_text="17 of 28 had item 1")).to_have_count(1)

    def test_a_round_of_long_ago_is_found(self) -> None:
        """Of more rounds than are listed at once the earlier ones are a press away, any by its name or class."""
        of_class = self.post("classes", name="5 Willow", pupils=[{"code": "Aspen"}])
        made = self.post("sets", name="Rain barrels")
        made = self.post(f"sets/{made['id']}/examples", revision=made["revision"], text="1/2 + 1/4", school={})
        begun = {"class_id": of_class["id"], "set_id": made["id"]}
        oldest = self.post("rounds", **begun, held_on="2026-01-12", name="Before the winter")
        for day in range(1, 43):
            latest = self.post(
                "rounds", **begun, held_on=f"2026-{2 + day // 28:02}-{1 + day % 28:02}", name=f"Week {day}"
            )
        self.page.goto(f"/mark/{latest['id']}")
        choice = self.page.get_by_role("combobox", name="Round")
        choice.click()
        expect(self.page.get_by_role("option", name=re.compile("Week"))).not_to_have_count(0)
        expect(self.page.get_by_role("option", name=re.compile("Before the winter"))).to_have_count(0)
        self.page.route("**/api/rounds?named=frost", lambda route: route.abort())
        self.page.get_by_placeholder("Name or class").fill("frost")
        expect(self.page.get_by_text("Keen Slate does not answer")).not_to_have_count(0)
        self.trouble.clear()  # the connection that was cut
        self.page.get_by_placeholder("Name or class").fill("winter")
        self.page.get_by_role("option", name=re.compile("Before the winter")).click()
        self.page.wait_for_url(f"**/mark/{oldest['id']}")
        self.page.reload()
        expect(choice).to_contain_text("Before the winter, 5 Willow")
        choice.click()
        with self.page.expect_response("**/api/rounds?past=40"):
            self.page.get_by_role("button", name="Earlier rounds").click()
        expect(self.page.get_by_role("option", name=re.compile("Week 1,"))).to_have_count(1)

    def test_invented_pupils_answer(self) -> None:
        half = next(
            r
            for r in self.page.request.get("/api/rounds?named=5 Rowan").json()["rounds"]
            if r["class_name"] == "5 Rowan"
        )
        self.page.goto(f"/mark/{half['id']}")
        self.page.get_by_role("button", name="let them answer").click()
        expect(self.page.get_by_role("button", name="let them answer")).to_have_count(0)
        expect(self.page.locator(".invented").first).to_have_text("Invented pupils.")
