"""Line up as a teacher changes a set: many items at once, steps back and forth, what is one's own."""

import re

from playwright.sync_api import Route, expect

from keen_slate.services.line_up import BEGINNING
from tests.browser.test_lesson import LessonTest

FOUR = ("5 1/6 - 2 5/6", "1/4 + 3/8", "2/3 + 3/4", "3/5 + 1/5")


class Several(LessonTest):
    def setUp(self) -> None:
        super().setUp()
        self.made = self.set_of(*FOUR)
        self.page.goto(f"/line-up/{self.made['id']}")
        self.page.locator(".example").nth(3).wait_for()
        self.before = self.problems()

    def becomes_order(self, *numbers: int) -> None:
        self.becomes(self.problems, [self.before[n - 1] for n in numbers])

    def test_chosen_by_mouse_and_moved_with_alt(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        rows.nth(0).click(modifiers=["Control"], position={"x": 700, "y": 10})
        rows.nth(2).click(modifiers=["Shift"], position={"x": 700, "y": 10})
        rows.nth(1).click(modifiers=["Control"], position={"x": 700, "y": 10})
        expect(page.get_by_role("toolbar", name="The chosen items")).to_contain_text("2 items")
        rows.nth(0).focus()
        with page.expect_response("**/several"):
            page.keyboard.press("Alt+ArrowDown")
        self.becomes_order(2, 1, 3, 4)

    def test_moved_by_steps_faster_than_the_server_answers(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        held: list[Route] = []
        page.route("**/several", lambda route: held.append(route))
        rows.nth(0).focus()
        for _ in range(3):
            page.keyboard.press("Alt+ArrowDown")
        self.becomes_order(2, 3, 4, 1)
        expect(rows.nth(3)).to_be_focused()
        self.becomes(lambda: len(held), 1)  # the second is asked for once the first is made
        with page.expect_response(lambda r: r.url.endswith("/several") and r.json()["step"] == self.made["step"] + 3):
            page.unroute("**/several")  # what was held goes on
        self.becomes_order(2, 3, 4, 1)
        expect(page.locator(".undo-bar")).to_contain_text("number 4")
        page.keyboard.press("Control+z")
        self.becomes_order(2, 3, 1, 4)

    def test_a_step_that_is_not_kept_is_taken_back(self) -> None:
        page = self.page
        page.route("**/several", lambda route: route.abort())
        page.locator(".example").nth(0).focus()
        page.keyboard.press("Alt+ArrowDown")
        expect(page.get_by_text("Keen Slate does not answer")).to_be_visible()
        self.becomes_order(1, 2, 3, 4)

    def test_chosen_by_keys_and_deleted_and_back(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        rows.nth(1).focus()
        page.keyboard.press("Shift+ArrowDown")
        page.keyboard.press("Shift+ArrowDown")
        expect(page.get_by_role("toolbar")).to_contain_text("3 items")
        page.get_by_role("toolbar").get_by_role("button", name="Delete").click()
        self.becomes_order(1)
        expect(page.get_by_role("toolbar")).to_have_count(0)
        page.keyboard.press("Control+z")
        self.becomes_order(1, 2, 3, 4)

    def test_faded_together_and_copied_to_another_set(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        rows.nth(0).focus()
        page.keyboard.press("Control+a")
        page.get_by_role("combobox", name="How much is worked of the chosen items").click()
        page.get_by_role("option", name="bare").click()
        expect(page.locator(".example .role", has_text="bare")).to_have_count(4)
        page.get_by_role("button", name="Choose none").click()
        rows.nth(3).get_by_role("checkbox").check()
        page.get_by_role("combobox", name="Copy the chosen items to another set").click()
        page.get_by_role("option", name="Compost").click()
        expect(page.locator(".undo-bar")).to_have_text("Copied one item to “Compost: barrow loads, unlike bottoms”.")
        page.get_by_role("link", name="Compost").click()
        expect(rows).to_have_count(5)
        self.becomes(lambda: self.problems()[-1], self.before[3])

    def test_several_are_dragged_by_a_handle(self) -> None:
        rows = self.page.locator(".example")
        for number in (0, 1):
            rows.nth(number).get_by_role("checkbox").check()
        with self.page.expect_response("**/several"):
            rows.nth(1).locator(".handle").drag_to(rows.nth(3))
        self.becomes_order(3, 4, 1, 2)

    def test_looked_at_by_how_hard_and_kept_so(self) -> None:
        page = self.page
        page.get_by_role("combobox", name="In which order").click()
        page.get_by_role("option", name="the harder first").click()
        self.becomes(lambda: self.problems()[-1], self.before[3])
        harder = self.problems()
        with page.expect_response("**/order"):
            page.get_by_role("button", name="Keep this order").click()
        page.reload()
        self.becomes(self.problems, harder)


class StepsBackAndForth(LessonTest):
    def test_many_steps_over_a_reload(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "1/4 + 3/8")
        page, rows = self.page, self.page.locator(".example")
        page.goto(f"/line-up/{made['id']}")
        rows.nth(1).wait_for()
        rows.first.get_by_role("button", name="Duplicate").click()
        expect(rows).to_have_count(3)
        page.locator(".example").last.get_by_role("button", name="Delete").click()
        expect(rows).to_have_count(2)
        page.get_by_role("button", name="Rename").click()
        page.get_by_label("Name of the set", exact=True).fill("Boards")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Boards")).to_be_visible()
        page.reload()
        rows.nth(1).wait_for()
        for heading, count in (("Rain gauge", 2), ("Rain gauge", 3), ("Rain gauge", 2), ("Rain gauge", 1)):
            page.keyboard.press("Control+z")
            expect(rows).to_have_count(count)
            expect(page.locator("#set-title")).to_have_text(heading)
        page.keyboard.press("Control+Shift+z")
        expect(rows).to_have_count(2)
        page.get_by_role("button", name="Steps").click()
        steps = page.get_by_role("list", name="Steps")
        expect(steps.locator("[aria-current]")).to_have_text("Kept 1/4 + 3/8.")
        expect(steps.locator(".undone")).to_have_count(3)
        steps.get_by_role("button", name="Renamed “Rain gauge”.").click()
        expect(page.locator("#set-title")).to_have_text("Boards")

    def test_the_sheet_goes_back_and_forth_over_a_reload(self) -> None:
        page = self.page
        page.goto("/work")
        self.work("6 1/4 - 2 5/6")
        page.locator(".line").nth(2).wait_for()
        page.locator(".line").nth(2).focus()
        page.keyboard.press("h")
        self.work("1/4 + 3/8")
        expect(page).to_have_url(re.compile("3/8"))
        page.reload()
        problem = page.get_by_label("Problem", exact=True)
        expect(problem).to_have_value("1/4 + 3/8")
        page.locator(".line").first.focus()
        page.keyboard.press("Control+z")
        expect(problem).to_have_value("6 1/4 - 2 5/6")
        expect(page.locator(".line.tucked")).to_have_count(1)
        page.get_by_role("button", name="Undo: Hid line").click()
        expect(page.locator(".line.tucked")).to_have_count(0)
        page.get_by_role("button", name="Undo: Worked 6 1/4 − 2 5/6.").click()
        expect(problem).to_have_value("")
        page.keyboard.press("Control+Shift+z")
        expect(problem).to_have_value("6 1/4 - 2 5/6")

    def test_what_is_kept_before_the_sets_are_known_goes_into_that_of_last_time(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        page = self.page
        page.goto(f"/line-up/{made['id']}")
        page.locator(".example").first.wait_for()

        def late(route: Route) -> None:
            page.wait_for_timeout(700)
            route.continue_()

        page.route(re.compile(r"/api/sets(\?|$)"), late)
        page.goto("/work?problem=1/4 %2B 3/8")
        page.locator(".line").first.wait_for()
        page.keyboard.press("Control+Enter")
        expect(page.locator(".keep-note")).to_have_text("Kept 1/4 + 3/8 in “Rain gauge”.")
        self.assertEqual([s["name"] for s in page.request.get("/api/sets?named=My examples").json()["sets"]], [])

    def test_what_was_kept_is_taken_out_again(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        page = self.page
        page.goto(f"/line-up/{made['id']}")
        page.locator(".example").first.wait_for()
        page.goto("/work?problem=1/4 %2B 3/8")
        page.locator(".line").first.wait_for()
        page.keyboard.press("Control+Enter")
        expect(page.locator(".keep-note")).to_have_text("Kept 1/4 + 3/8 in “Rain gauge”.")
        page.get_by_role("button", name="Undo: Kept").click()
        page.goto(f"/line-up/{made['id']}")
        expect(page.locator(".example")).to_have_count(1)


class OnesOwn(LessonTest):
    def test_a_new_visitor_keeps_into_a_set_of_their_own(self) -> None:
        page = self.page
        page.goto("/work")
        expect(page.get_by_label("Set in hand")).to_have_text("A set of your own")
        self.work("1/4 + 3/8")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.locator(".keep-note")).to_have_text("Kept 1/4 + 3/8 in a set of your own, “My examples”.")
        self.work("1/4 + 5/8")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.locator(".keep-note")).to_have_text("Kept 1/4 + 5/8 in “My examples”.")
        counts = {s["name"]: s["examples"] for s in page.request.get("/api/sets").json()["sets"]}
        self.assertEqual(counts["My examples"], 2)
        self.assertEqual(counts["Compost: barrow loads, unlike bottoms"], 4)
        self.assertEqual(counts["Raised beds: boards in metres, regrouping"], 6)

    def test_rungs_are_said_and_the_aim_folds_to_a_line(self) -> None:
        made = self.set_of()
        page = self.page
        page.goto(f"/line-up/{made['id']}")
        page.get_by_role("button", name="Draw a ladder").click()
        page.get_by_label("Rungs", exact=True).fill("8")
        page.get_by_label("Rungs for regroup", exact=True).fill("6")
        with page.expect_response("**/ladder"):
            page.get_by_role("button", name="Draw the ladder").click()
        expect(page.locator(".example")).to_have_count(8)
        expect(page.locator(".example .demand", has_text="new: regroup")).to_have_count(6)
        expect(page.locator(".aim-told")).to_contain_text("8 differences of mixed numbers; new: ")
        page.get_by_role("button", name="Change the aim").click()
        expect(page.get_by_label("Rungs for regroup", exact=True)).to_have_value("6")


class ALongList(LessonTest):
    """Of a set of many examples only what is near the window is drawn; the rest is there to be found and reached."""

    MANY = 300

    def setUp(self) -> None:
        super().setUp()
        content = "\n".join(f"{n}/{n + 1} + 1/3" for n in range(1, self.MANY + 1))
        body = {"format": "csv", "content": content, "name": "Many"}
        made = self.page.request.post("/api/sets/import", data=body).json()
        self.page.goto(f"/line-up/{made['set']['id']}")
        self.page.locator(".example").first.wait_for()

    def drawn(self) -> int:
        return self.page.locator(".example .example-actions").count()

    def put_all_once_more(self, times: int) -> None:
        """All that is there, until it is so many times what there was at first."""
        self.page.locator(".example").first.focus()
        self.page.keyboard.press("Control+a")
        self.page.get_by_role("toolbar").get_by_role("button", name="Put the chosen items there once more").click()
        expect(self.page.locator(".example")).to_have_count(times * self.MANY)

    def test_only_what_is_near_is_drawn_and_the_rest_can_be_reached(self) -> None:
        rows = self.page.locator(".example")
        expect(rows).to_have_count(self.MANY)
        self.assertLess(self.drawn(), 80)
        last = rows.nth(self.MANY - 1)
        self.assertEqual(last.inner_text().split(), [str(self.MANY), f"{self.MANY}/{self.MANY + 1}", "+", "1/3"])
        last.scroll_into_view_if_needed()
        expect(last.get_by_role("button", name=re.compile("^Delete"))).to_be_visible()
        self.assertLess(self.drawn(), 120)
        last.focus()
        self.page.keyboard.press("ArrowUp")
        expect(rows.nth(self.MANY - 2)).to_be_focused()
        with self.page.expect_response("**/several"):
            self.page.keyboard.press("Alt+ArrowUp")
        expect(rows.nth(self.MANY - 3)).to_have_attribute(
            "aria-label", re.compile(rf"^{self.MANY - 2}: {self.MANY - 1}/")
        )

    def test_what_is_looked_at_is_drawn(self) -> None:
        self.page.get_by_label("In which order").click()
        self.page.get_by_role("option", name="the harder first").click()
        expect(self.page.locator(".example").first.get_by_role("button", name=re.compile("^Lock"))).to_be_visible()
        self.assertLess(self.drawn(), 120)

    def test_a_longer_one_comes_in_parts(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        self.put_all_once_more(2)
        held: list[Route] = []
        page.route("**/api/sets/*past=*", lambda route: held.append(route))
        page.reload()
        expect(rows).to_have_count(BEGINNING)
        expect(page.get_by_text(f"{BEGINNING} of {2 * self.MANY} examples are here.")).to_be_visible()
        rows.nth(BEGINNING - 1).focus()
        page.keyboard.press("Alt+ArrowUp")  # waits until all are there
        page.unroute("**/api/sets/*past=*")
        expect(rows).to_have_count(2 * self.MANY)
        expect(page.get_by_text("examples are here")).to_have_count(0)
        expect(page.locator(".undo-bar")).to_contain_text(f"number {BEGINNING - 1}")
        again = re.compile(rf"^{BEGINNING - 1}: {BEGINNING}/")
        expect(rows.nth(BEGINNING - 2)).to_have_attribute("aria-label", again)
        expect(rows.nth(2 * self.MANY - 1)).to_have_attribute("aria-label", re.compile(rf"{self.MANY}/{self.MANY + 1}"))

    def test_of_very_many_changed_ones_the_rest_is_loaded(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        self.put_all_once_more(2)
        with page.expect_response("**/several") as changed:
            self.put_all_once_more(4)
        self.assertEqual(changed.value.json()["rest"], self.MANY)
        expect(page.get_by_text("examples are here")).to_have_count(0)
        page.locator(".undo-bar").get_by_role("button", name="Undo").click()
        expect(rows).to_have_count(2 * self.MANY)

    def test_what_is_kept_before_all_is_there_is_kept_all_the_same(self) -> None:
        page, rows = self.page, self.page.locator(".example")
        self.put_all_once_more(2)
        page.route("**/api/sets/*past=*", lambda route: route.abort())
        page.reload()
        expect(page.get_by_role("button", name="Load them again")).to_be_visible()
        rows.nth(4).focus()
        with page.expect_response("**/several") as kept:
            page.keyboard.press("Alt+ArrowUp")
        self.assertEqual(kept.value.status, 200)
        expect(rows.nth(3)).to_have_attribute("aria-label", re.compile("^4: 5/6"))
        page.get_by_role("button", name="All right").click()
        expect(page.get_by_text("on their way")).to_have_count(0)
        page.unroute("**/api/sets/*past=*")
        page.get_by_role("button", name="Load them again").click()
        expect(rows).to_have_count(2 * self.MANY)
        expect(rows.nth(3)).to_have_attribute("aria-label", re.compile("^4: 5/6"))
