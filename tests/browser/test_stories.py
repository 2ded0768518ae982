"""A story as a teacher meets it: typed, picked by its bars, worked, given other numbers, lined up and shown."""

import json
from typing import Any

from playwright.sync_api import expect

from keen_slate.core.stories.library import BY_ID
from tests.browser.test_lesson import LessonTest
from tests.browser.test_sheet import AXE

ROPE = "A rope was 7 1/2 m long. Then 2 3/4 m were cut off. How long is the rope now?"


class Stories(LessonTest):
    def type_in(self, text: str) -> None:
        self.page.goto("/work")
        self.page.get_by_label("Problem", exact=True).fill(text)
        self.page.locator(".story-offers .offer").first.wait_for()

    def pick(self, number: int) -> None:
        with self.page.expect_response("**/api/second-look"):
            self.page.get_by_role("button", name=f"Take story {number}").click()
        self.page.locator(".answers").wait_for()

    def assert_no_finding(self) -> None:
        self.page.evaluate(AXE.read_text())
        found: list[dict[str, Any]] = json.loads(
            self.page.evaluate("axe.run(document).then(r => JSON.stringify(r.violations))")
        )
        self.assertEqual([(f["id"], f["nodes"][0]["html"][:120]) for f in found], [])

    def test_typed_picked_and_worked(self) -> None:
        self.page.emulate_media(reduced_motion="reduce")
        self.type_in(ROPE)
        marks = self.page.locator(".story-text mark")
        self.assertEqual(marks.evaluate_all("all => all.map(m => m.firstChild.data)"), ["7 1/2 m", "2 3/4 m"])
        expect(self.page.locator(".offer")).to_have_count(2)
        self.assert_no_finding()
        self.pick(1)
        expect(self.page.locator(".answers")).to_have_text("The rope now is 434 m long.")  # its fraction is stacked
        expect(self.page.locator(".line .heading")).to_have_text("rope now = rope − cut")
        expect(self.page.locator(".story svg[data-kind=bar-model]")).to_be_visible()
        expect(self.page.get_by_label("Problem", exact=True)).to_have_value(ROPE)
        self.assert_no_finding()
        self.page.reload()
        expect(self.page.get_by_label("Problem", exact=True)).to_have_value(ROPE)
        expect(self.page.locator(".answers")).to_be_visible()

    def test_enter_works_what_is_typed_now_not_what_was_offered_before(self) -> None:
        self.type_in(ROPE)
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("1/2 + 1/4")
        field.press("Enter")
        expect(self.page.locator(".line").first).to_be_visible()
        expect(self.page.locator(".story-offers")).to_have_count(0)

    def test_enter_does_not_choose_where_more_than_one_story_is_left(self) -> None:
        self.type_in(ROPE)
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".offer")).to_have_count(2)
        expect(self.page.locator(".answers")).to_have_count(0)

    def test_other_numbers_but_for_those_that_are_locked(self) -> None:
        self.type_in(ROPE)
        self.pick(1)
        self.page.get_by_role("button", name="cut, 2 3/4 m: may change").click()
        with self.page.expect_response("**/api/work"):
            self.page.get_by_role("button", name="Other numbers").first.click()
        field = self.page.get_by_label("Problem", exact=True)
        expect(field).not_to_have_value(ROPE)
        self.assertIn("2 3/4 m were cut off", field.input_value())

    def test_changed_as_it_is_kept(self) -> None:
        self.type_in(ROPE)
        self.pick(1)
        self.page.get_by_text("Change the story").click()
        kept = self.page.get_by_label("The story as it is kept")
        kept.fill(kept.input_value().replace("The rope now is", "Of the rope there is still").replace(" long.", "."))
        with self.page.expect_response("**/api/work"):
            self.page.get_by_role("button", name="Work it so").click()
        expect(self.page.locator(".answers")).to_contain_text("Of the rope there is still")

    def test_put_together_by_hand(self) -> None:
        self.type_in(ROPE)
        self.page.get_by_role("button", name="None of these: put it together").click()
        self.page.get_by_role("button", name="Show its bars").click()
        expect(self.page.locator(".builder .plan")).to_have_text("rope now = rope − cut")
        thing, place = self.page.locator(".things li").nth(1), self.page.locator(".builder .place").first
        thing.drag_to(place)
        self.page.get_by_role("button", name="Show its bars").click()
        expect(self.page.locator(".builder .trouble")).to_contain_text(
            "Give every place of the equation its own amount"
        )

    def test_from_the_shelf(self) -> None:
        self.page.goto("/work")
        self.page.get_by_label("Kind of story").click()
        self.page.get_by_role("option", name="with a table").click()
        expect(self.page.locator(".shelf li")).to_have_count(8)
        self.page.get_by_role("button", name="Is there enough compost?").click()
        expect(self.page.locator(".story table tbody tr")).to_have_count(3)
        expect(self.page.locator(".line .heading")).to_have_count(2)

    def test_lined_up_and_shown_text_first_then_the_bars_then_the_work(self) -> None:
        made = self.set_of(BY_ID["two-beds"].form)
        self.page.goto(f"/line-up/{made['id']}")
        expect(self.page.locator(".example-told")).to_contain_text("How much does bed B take?")
        expect(self.page.locator(".example.told")).to_have_attribute(
            "aria-label", f"1: {BY_ID['two-beds'].story.text()}"
        )
        self.page.goto(f"/show/{made['id']}")
        text = self.page.locator(".show-story")
        expect(text).to_contain_text("How much does bed B take?")
        expect(self.page.locator("svg[data-kind=bar-model]")).to_have_count(0)
        self.assertNotIn("less by", self.page.locator(".show").inner_text())
        self.page.keyboard.press(" ")
        expect(self.page.locator("svg[data-kind=bar-model]")).to_be_visible()
        for _ in range(24):
            self.page.keyboard.press(" ")
        expect(self.page.locator(".show-sentence")).to_contain_text("of compost.")
        expect(text).to_be_visible()

    def test_on_a_phone_nothing_is_cut(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.type_in(ROPE)
        wide = "document.documentElement.scrollWidth <= window.innerWidth"
        self.assertTrue(self.page.evaluate(wide))
        self.pick(1)
        self.assertTrue(self.page.evaluate(wide))
