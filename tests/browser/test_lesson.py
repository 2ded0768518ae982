"""Line up and Show as a teacher uses them, in the real interface."""

import re
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.driving import BrowserTest, texts
from tests.support.demands_by_fractions import demands as by_fractions


class LessonTest(BrowserTest):
    def set_of(self, *problems: str) -> Any:
        """A new set with these problems, made over the API; it is then the set in hand."""
        made = self.page.request.post("/api/sets", data={"name": "Rain gauge"}).json()
        for text in problems:
            body = {"revision": made["revision"], "text": text, "school": {}}
            made = self.page.request.post(f"/api/sets/{made['id']}/examples", data=body).json()
        return self.page.request.get(f"/api/sets/{made['id']}").json()

    def problems(self, page: Page | None = None) -> list[str]:
        found = (page or self.page).locator(".example-problem .math-text")
        return texts(found)


class LineUp(LessonTest):
    def draw(self) -> None:
        self.page.get_by_role("button", name="Draw a ladder").click()
        with self.page.expect_response("**/ladder"):
            self.page.get_by_role("button", name="Draw the ladder").click()

    def open_tools(self, number: int) -> None:
        self.page.locator(".example").nth(number - 1).get_by_role("button", name=re.compile("^Change ")).click()

    def test_a_ladder_is_drawn_and_undone(self) -> None:
        made = self.set_of("1/2 + 1/3")
        self.page.goto(f"/line-up/{made['id']}")
        self.page.get_by_role("button", name="Draw a ladder").click()
        self.page.get_by_role("button", name="Draw the ladder").click()
        with self.page.expect_response("**/ladder"):
            self.page.get_by_role("button", name="Replace all").click()
        expect(self.page.locator(".example")).to_have_count(12)
        expect(self.page.locator(".aim")).to_have_count(0)
        expect(self.page.locator(".example").first).to_be_focused()
        problems = self.problems()
        expect(self.page.locator(".aim-told")).to_contain_text(
            f"“regroup” in {sum('regroup' in by_fractions(p) for p in problems)};"
        )
        self.page.get_by_role("button", name="At a glance").click()
        self.assertNotIn("regroup", by_fractions(problems[0]))
        self.assertIn("regroup", by_fractions(problems[-1]))
        expect(self.page.locator(".example").last.locator(".demand.newest")).to_have_text("new: regroup")
        glance = self.page.locator(".climb")
        row = glance.get_by_role("row", name=re.compile("^regroup"))
        marked = "cells => cells.map(c => !!c.querySelector('.climb-mark'))"
        regrouped = ["regroup" in by_fractions(p) for p in problems]
        self.becomes(lambda: row.locator("td").evaluate_all(marked), regrouped)
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.locator(".example")).to_have_count(1)
        self.becomes(self.problems, ["1/2 + 1/3"])

    def test_a_ladder_of_numbers_to_be_read(self) -> None:
        """From the ready aim to the rows, each with its words and its number."""
        made = self.set_of()
        self.page.goto(f"/line-up/{made['id']}")
        self.page.get_by_role("button", name="Draw a ladder").click()
        self.page.get_by_role("combobox").first.click()
        self.page.get_by_role("option", name="Read fractions and mixed numbers from pictures").click()
        with self.page.expect_response("**/ladder"):
            self.page.get_by_role("button", name="Draw the ladder").click()
        expect(self.page.locator(".example")).to_have_count(12)
        labels = [self.page.locator(".example").nth(n).get_attribute("aria-label") or "" for n in (0, 11)]
        first, last = (by_fractions(label.partition(": ")[2]) for label in labels)
        self.assertEqual(first, {"reading-a-picture", "from-pieces"})
        self.assertLessEqual({"from-a-line", "wholes-and-pieces"}, last)

    def test_what_cannot_be_had_together_is_said(self) -> None:
        made = self.set_of()
        self.page.goto(f"/line-up/{made['id']}")
        self.page.get_by_role("button", name="Draw a ladder").click()
        self.page.locator(".bounds-part summary").click()
        self.page.get_by_label("Whole numbers only").click()
        self.expected_trouble.add(422)
        self.page.get_by_role("button", name="Draw the ladder").click()
        expect(self.page.get_by_role("alert")).to_contain_text(
            "within whole numbers only: there are none. Allow more than whole numbers, and draw again."
        )

    def test_rungs_are_changed(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "1/4 + 3/8")
        self.page.goto(f"/line-up/{made['id']}")
        self.open_tools(1)
        with self.page.expect_response("**/beside"):
            self.page.get_by_role("button", name="Contrast beside it").click()
        expect(self.page.locator(".example")).to_have_count(3)
        self.becomes(lambda: self.problems()[1:2], ["5 5/6 − 2 1/6"])
        expect(self.page.locator(".example").nth(1)).to_contain_text("contrast")
        with self.page.expect_response("**/offer"):
            self.page.get_by_role("button", name="Another like this").click()
        offered = self.page.locator(".offer .math-text").first
        expect(offered).to_be_visible()
        self.becomes(lambda: by_fractions(texts(offered)[0]), by_fractions("5 1/6 − 2 5/6"))
        self.becomes(lambda: self.problems()[0], "5 1/6 − 2 5/6")
        seen = texts(offered)[0]
        with self.page.expect_response("**/swap"):
            self.page.get_by_role("button", name="Take it").click()
        self.becomes(lambda: self.problems()[0], seen)
        expect(self.page.get_by_role("button", name="Another like this")).to_be_visible()
        swapped = self.page.locator(".example-problem .math-text").first
        expect(swapped).not_to_have_attribute("data-text", "5 1/6 − 2 5/6")
        first = self.problems()[0]
        self.assertEqual(by_fractions(first), by_fractions("5 1/6 − 2 5/6"))
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.locator(".example-problem .math-text").first).to_have_attribute("data-text", "5 1/6 − 2 5/6")

    def test_half_worked_and_locked(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        self.page.goto(f"/line-up/{made['id']}")
        self.open_tools(1)
        with self.page.expect_response("**/task"):
            self.page.get_by_role("button", name="partly").click()
        expect(self.page.locator(".example")).to_contain_text("partly worked, 1 from the end")
        expect(self.page.get_by_role("button", name="Lock")).to_have_attribute("aria-pressed", "true")

    def test_only_those_that_ask_for_something_are_shown(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6", "1/4 + 3/8", "2/3 + 3/4")
        self.page.goto(f"/line-up/{made['id']}")
        self.page.get_by_role("combobox", name="What they ask for").click()
        self.page.get_by_role("option", name="regroup (1)").click()
        expect(self.page.locator(".example:visible")).to_have_count(1)

    def test_an_aim_of_ones_own(self) -> None:
        made = self.set_of()
        self.page.goto(f"/line-up/{made['id']}")
        self.page.get_by_role("button", name="Draw a ladder").click()
        self.page.get_by_role("combobox", name="Start from").click()
        self.page.get_by_role("option", name="From a bare whole").click()
        self.page.get_by_label("Rungs", exact=True).fill("4")
        self.page.get_by_label("Name to keep this aim").fill("Boards in June")
        with self.page.expect_response("**/api/aims"):
            self.page.get_by_role("button", name="Keep", exact=True).click()
        expect(self.page.get_by_text("Kept as “Boards in June”.")).to_be_visible()
        self.page.reload()
        self.page.get_by_role("button", name="Draw a ladder").click()
        self.page.get_by_role("combobox", name="Start from").click()
        self.page.get_by_role("option", name="Boards in June").click()
        expect(self.page.get_by_label("Rungs", exact=True)).to_have_value("4")
        with self.page.expect_response("**/ladder"):
            self.page.get_by_role("button", name="Draw the ladder").click()
        expect(self.page.locator(".example")).to_have_count(4)
        self.assertIn("bare-whole-minuend", by_fractions(self.problems()[-1]))
        self.page.get_by_role("button", name="Change the aim").click()
        self.page.get_by_role("combobox", name="Start from").click()
        self.page.get_by_role("option", name="Boards in June").click()
        self.page.get_by_role("button", name="Forget this aim").click()
        self.page.get_by_role("combobox", name="Start from").click()
        expect(self.page.get_by_role("option", name="Boards in June")).to_have_count(0)

    def test_an_item_typed_by_hand_is_judged(self) -> None:
        made = self.set_of()
        self.page.goto(f"/line-up/{made['id']}")
        self.draw()
        expect(self.page.locator(".example")).to_have_count(12)
        self.open_tools(12)
        self.page.get_by_label(re.compile("^Type over ")).fill("5 5/6 - 2 1/6")
        with self.page.expect_response("**/typed"):
            self.page.get_by_role("button", name="Type over").click()
        expect(self.page.locator(".example").last.locator(".judged-item")).to_have_text(
            "This one does without: regroup."
        )
        self.expected_trouble.add(422)
        self.page.get_by_label(re.compile("^Type over ")).fill("5 1/")
        self.page.get_by_role("button", name="Type over").click()
        expect(self.page.get_by_role("alert")).to_contain_text("has no bottom number")
        self.becomes(lambda: self.problems()[-1:], ["5 5/6 − 2 1/6"])

    def test_a_locked_rung_stays_where_it_is(self) -> None:
        made = self.set_of()
        self.page.goto(f"/line-up/{made['id']}")
        self.draw()
        expect(self.page.locator(".example")).to_have_count(12)
        before = self.problems()
        with self.page.expect_response("**/task"):
            self.page.locator(".example").nth(2).get_by_role("button", name="Lock").click()
        self.page.get_by_role("button", name="Change the aim").click()
        self.page.get_by_role("button", name="Other numbers").click()
        with self.page.expect_response("**/ladder"):
            self.page.get_by_role("button", name="Keep my 1").click()
        expect(self.page.locator(".example-problem .math-text").first).not_to_have_attribute("data-text", before[0])
        after = self.problems()
        self.assertEqual(after[2], before[2])
        self.assertEqual(len(set(after) & set(before)), 1)


class Show(LessonTest):
    def begin(self, *problems: str) -> Any:
        made = self.set_of(*problems)
        self.page.goto(f"/show/{made['id']}")
        self.page.locator(".show-problem").wait_for()
        return made

    def shown(self) -> list[str]:
        found = self.page.locator(".show-working .show-math .math-text")
        return texts(found)

    def step(self, times: int = 1) -> None:
        for _ in range(times):
            self.page.keyboard.press("ArrowRight")

    def test_a_line_is_in_the_page_only_once_it_is_shown(self) -> None:
        self.begin("5 1/6 - 2 5/6")
        page = self.page
        self.assertNotIn("4 7/6", page.content())
        self.step()
        expect(page.locator(".show-question")).to_contain_text("About how much?")
        expect(page.locator(".show-estimate")).to_have_count(0)
        self.step()
        expect(page.locator(".show-estimate")).to_contain_text("≈")
        self.step()
        expect(page.locator(".show-question")).to_have_text("Which bottoms change: both, one, or neither?")
        self.step(2)
        expect(page.locator(".show-question")).to_have_text("Is the upper part enough?")
        self.assertEqual(self.shown(), [])
        self.step(2)
        expect(page.locator(".show-question")).to_have_text("Where can more pieces come from, and how many?")
        self.step()
        self.assertEqual(self.shown(), ["4 7/6 − 2 5/6"])
        self.assertNotIn("2 1/3", page.locator(".show").inner_text())
        self.assertNotIn("2 2/6", page.content())
        self.step(10)
        self.assertEqual(self.shown()[-1], "2 1/3")
        page.keyboard.press("ArrowLeft")
        self.assertNotEqual(self.shown()[-1], "2 1/3")

    def test_what_is_read_from_a_picture_stands_with_it_to_the_end(self) -> None:
        self.begin("read 2 3/5 from discs", "2/3 = ?/12")
        page, drawn = self.page, self.page.locator(".show-beside svg")
        expect(page.locator(".show-problem")).to_contain_text("Read the number from the discs.")
        self.assertEqual(drawn.locator("[data-taken]").count(), 13)
        self.assertNotIn("2 3/5", page.content())
        page.keyboard.press("v")  # other pictures can be put away, not the one that is asked of
        expect(drawn).to_have_count(1)
        self.step()
        expect(page.locator(".show-question")).to_have_text(
            "What is one whole here, and into how many equal pieces is it cut?"
        )
        page.keyboard.press("w")
        expect(page.locator(".show-wrong")).to_contain_text("Somebody wrote this. Is it right?")
        expect(drawn).to_have_count(1)
        page.keyboard.press("w")
        expect(page.locator(".show-wrong")).to_contain_text("2 discs are full, and the next is not.")
        page.keyboard.press("w")
        page.keyboard.press("w")
        self.step()
        self.assertEqual(self.shown(), ["2 3/5"])
        self.assertEqual(drawn.locator("[data-taken]").count(), 13)

    def test_equal_fractions_stand_with_the_strip_to_be_cut(self) -> None:
        self.begin("2/3 = ?/12")
        drawn = self.page.locator(".show-beside")
        expect(drawn).to_contain_text("How many twelfths are as long as")
        self.assertEqual(drawn.locator("svg [data-taken]").count(), 2)
        self.step(3)
        expect(drawn).to_contain_text("are equally long")
        self.assertEqual(drawn.locator("svg [data-taken]").count(), 10)

    def test_a_reload_comes_back_to_the_same_line(self) -> None:
        self.begin("1/4 + 3/8", "5 1/6 - 2 5/6")
        self.page.keyboard.press("ArrowDown")
        self.step(8)
        before = self.shown()
        self.assertEqual(before, ["4 7/6 − 2 5/6"])
        expect(self.page).to_have_url(re.compile(r"item=2&step=8"))
        self.page.reload()
        self.page.locator(".show-math").first.wait_for()
        self.becomes(self.shown, before)

    def test_it_goes_on_when_the_connection_drops(self) -> None:
        self.begin("1/4 + 3/8", "5 1/6 - 2 5/6")
        self.context.set_offline(True)
        self.addCleanup(self.context.set_offline, False)
        self.step(12)
        expect(self.page.locator(".show-place")).to_have_text("2 of 2")
        self.step(14)
        self.assertEqual(self.shown()[-1], "2 1/3")

    def test_your_turn_hides_the_answer_until_it_is_shown(self) -> None:
        made = self.set_of("1/4 + 3/8")
        body = {"revision": made["revision"], "what": "turn"}
        at = f"/api/sets/{made['id']}"
        self.page.request.post(f"{at}/examples/{made['examples'][0]['id']}/beside", data=body)
        made = self.page.request.get(at).json()
        self.page.goto(f"/show/{made['id']}?item=2&step=0")
        self.page.locator(".show-problem").wait_for()
        self.step(3)
        expect(self.page.locator(".turn-box")).to_contain_text("Your turn")
        answer = made["examples"][1]["answer"]["text"]
        self.assertNotIn(f'data-text="{answer}"', self.page.content())
        self.step(12)
        self.assertEqual(self.shown()[-1], answer)

    def test_the_wrong_working_on_purpose(self) -> None:
        self.begin("5 1/6 - 2 5/6")
        self.assertNotIn("Smaller part", self.page.content())
        self.page.keyboard.press("w")
        expect(self.page.locator(".show-wrong")).to_contain_text("Is it right?")
        expect(self.page.locator(".show-wrong .show-false")).to_have_count(0)
        self.page.keyboard.press("w")
        expect(self.page.locator(".show-wrong .show-false")).to_have_count(1)
        expect(self.page.locator(".show-wrong figcaption")).to_be_visible()
        self.page.keyboard.press("w")
        expect(self.page.locator(".show-disproof")).to_contain_text("The same rule on")
        self.page.keyboard.press("w")
        expect(self.page.locator(".show-wrong")).to_have_count(0)

    def test_find_the_mistake(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        body = {"revision": made["revision"], "what": "find", "mistake": "regroup-ten"}
        path = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/beside"
        self.page.request.post(path, data=body)
        self.page.goto(f"/show/{made['id']}?item=2&step=0")
        self.page.locator(".show-problem").wait_for()
        self.step(3)
        expect(self.page.get_by_text("Find the mistake.")).to_be_visible()
        self.assertIn("4 11/6 − 2 5/6", self.shown())
        self.step(10)
        expect(self.page.locator(".show-false")).to_contain_text("This line does not follow.")
        expect(self.page.locator(".show-question")).to_have_text(
            "How many pieces did you cut from one whole? Add 2 5/6 to 3. Do you get 5 1/6?"
        )

    def test_it_can_be_read_from_the_back(self) -> None:
        """A digit of a line is at least 5 % of the screen high; common practice, no source."""
        self.begin("5 1/6 - 2 5/6")
        self.step(8)
        size = self.page.locator(".show-math").first.evaluate("e => parseFloat(getComputedStyle(e).fontSize)")
        self.assertGreaterEqual(size * 0.714, 0.05 * 800)  # digits of the face are 0.714 em high

    def test_a_button_with_the_focus_takes_its_own_keys(self) -> None:
        self.begin("1/4 + 3/8")
        self.page.get_by_role("button", name="More").click()
        dark = self.page.get_by_role("button", name="Dark")
        dark.focus()
        self.page.keyboard.press("Space")
        expect(self.page.locator(".show")).to_have_class(re.compile("dark"))
        expect(self.page.locator(".show-question")).to_have_count(0)
        self.page.evaluate("document.activeElement.blur()")
        dark.click()
        expect(self.page.locator(".show")).not_to_have_class(re.compile("dark"))
        self.page.keyboard.press("Space")
        expect(self.page.locator(".show-question")).to_have_count(1)

    def test_dark_and_the_timer(self) -> None:
        self.begin("1/4 + 3/8")
        self.page.keyboard.press("d")
        expect(self.page.locator(".show")).to_have_class(re.compile("dark"))
        self.page.keyboard.press("t")
        expect(self.page.get_by_role("timer")).to_have_text(re.compile("^(1:00|0:5)"))
        self.page.keyboard.press("Escape")
        expect(self.page).to_have_url(re.compile("/line-up"))
