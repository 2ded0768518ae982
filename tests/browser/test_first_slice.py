"""What a teacher does with the first slice, in a real browser."""

from urllib.parse import urlsplit

from playwright.sync_api import expect

from tests.browser.driving import BrowserTest, texts


class Work(BrowserTest):
    def test_type_work_keep_reload_restart(self) -> None:
        page = self.page
        page.goto("/")
        expect(page.get_by_label("Problem", exact=True)).to_be_focused()
        self.work("7 1/6 - 3 3/4")
        self.becomes(
            self.written,
            ["7 1/6 − 3 3/4", "7 2/12 − 3 9/12", "6 14/12 − 3 9/12", "3 5/12"],
        )
        reasons = page.locator(".working .reason")
        expect(reasons.nth(1)).to_contain_text("Which bottoms change: both, one or neither?")
        expect(reasons.nth(2)).to_have_text("Sixths and quarters are different sizes. Twelfths fit both.")
        page.locator(".more-mistakes").click()
        expect(page.locator("[data-mistake=smaller-part-from-larger]")).to_contain_text("the estimate would catch it")
        page.get_by_label("Set in hand").click()
        page.get_by_role("option", name="A new set …").click()
        page.get_by_label("Name of the new set").fill("Monday: water butts")
        page.get_by_role("button", name="Make set").click()
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_text("Kept 7 1/6 − 3 3/4 in “Monday: water butts”.")).to_be_visible()

        page.get_by_role("link", name="Line up").click()
        expect(page.get_by_role("heading", name="Monday: water butts")).to_be_visible()
        expect(page.get_by_role("listitem", name="1: 7 1/6 − 3 3/4")).to_contain_text("regroup")
        page.reload()
        expect(page.get_by_role("listitem", name="1: 7 1/6 − 3 3/4")).to_be_visible()
        self.desk.stop_server()
        self.desk.start_server()
        page.reload()
        expect(page.get_by_role("listitem", name="1: 7 1/6 − 3 3/4")).to_be_visible()
        page.locator(".example-problem").click()
        self.becomes(lambda: self.written()[-1:], ["3 5/12"])

    def test_choices_change_in_one_click_and_are_remembered(self) -> None:
        page = self.page
        page.goto("/work?problem=6 1/4 - 2 5/6")
        self.becomes(lambda: self.written()[1:2], ["6 3/12 − 2 10/12"])
        with page.expect_response("**/api/work"):
            page.get_by_role("button", name="all improper 5 lines").click()
        expect(page.locator(".working .written .math-text").nth(1)).to_have_attribute("data-text", "25/4 − 17/6")
        expect(page.get_by_role("button", name="all improper 5 lines")).to_have_attribute("aria-pressed", "true")
        page.reload()
        self.becomes(lambda: self.written()[1:2], ["25/4 − 17/6"])

    def test_the_places_stand_in_the_rail_as_links(self) -> None:
        """One goes there by a press without another page; the browser's own ways with a link go as everywhere."""
        page = self.page
        page.goto("/work?problem=1/2 %2B 1/3")
        page.locator(".working").wait_for()
        page.evaluate("window.same = true")
        for name, path in (
            ("Look back", "/look-back"),
            ("Settings", "/settings"),
            ("Mark", "/mark"),
            ("Work", "/work"),
        ):
            link = page.get_by_role("navigation", name="Places").get_by_role("link", name=name)
            link.press("Enter")
            expect(link).to_have_attribute("aria-current", "page")
            self.assertTrue(urlsplit(page.url).path.startswith(path))
        self.assertTrue(page.evaluate("window.same"))
        with page.context.expect_page() as opened:
            page.get_by_role("link", name="Print").click(modifiers=["Control"])
        expect(opened.value.get_by_role("link", name="Print")).to_have_attribute("aria-current", "page")
        expect(page.get_by_role("link", name="Work")).to_have_attribute("aria-current", "page")
        opened.value.close()

    def test_preview_is_typeset_as_understood(self) -> None:
        self.page.goto("/work")
        self.page.get_by_label("Problem", exact=True).press_sequentially("6¼ − 2⅚")
        preview = self.page.locator("#understood .math-text")
        expect(preview).to_have_attribute("data-text", "6 1/4 − 2 5/6")
        self.assertEqual(preview.locator("mfrac").count(), 2)

    def test_fractions_are_drawn_with_a_maths_font(self) -> None:
        """The bar lies between top and bottom and touches neither."""
        self.page.goto("/work?problem=3/4 %2B 1/6")
        fraction = self.page.locator(".working mfrac").first
        fraction.wait_for()
        self.page.evaluate("document.fonts.ready")
        self.assertTrue(self.page.evaluate("document.fonts.check('20px \"Slate Math\"')"))
        top, bottom = (fraction.locator("mn").nth(i).bounding_box() for i in (0, 1))
        assert top is not None
        assert bottom is not None
        self.assertGreater(bottom["y"], top["y"] + top["height"])

    def test_bad_input_says_where_and_what_to_do_and_keeps_the_text(self) -> None:
        self.expected_trouble = {422}
        self.page.goto("/work")
        field = self.page.get_by_label("Problem", exact=True)
        for text, said in (
            ("3/0", "I read 3/0: a piece cannot be 1 out of 0. Change the bottom number."),
            ("5 1/", "“1/” has no bottom number. Write it after the bar, as in 1/4."),
            ("hello", "I cannot read “hello” here."),
            ("9^9^9", "A power of a power grows past any sheet. Use one exponent, up to 12."),
            ("1" * 10_000, "This is 10,000 characters long. Keep a problem to 300"),
        ):
            with self.subTest(text=text[:10]):
                self.work(text)
                expect(self.page.locator("#understood")).to_contain_text(said)
                expect(field).to_have_value(text)

    def test_a_lost_connection_is_said_and_loses_nothing(self) -> None:
        self.page.goto("/work")
        self.page.route("**/api/work", lambda route: route.abort())
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("1/2 + 1/3")
        field.press("Enter")
        expect(self.page.locator("#understood")).to_contain_text("Keen Slate does not answer. Nothing is lost")
        expect(field).to_have_value("1/2 + 1/3")
        self.trouble.clear()

    def test_keys(self) -> None:
        page = self.page
        with page.expect_response("**/api/ways"):
            page.goto("/work?problem=2 3/4 %2B 1 5/6")
        self.written()
        page.get_by_role("button", name="fractions first").first.wait_for()
        page.locator("h2").first.click()
        with page.expect_response("**/api/work"):
            page.keyboard.press("m")
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
        page.keyboard.press("Escape")
        page.locator("h2").first.click()
        page.keyboard.press("/")
        expect(page.get_by_label("Problem", exact=True)).to_be_focused()

    def test_a_five_line_working_and_its_second_look_need_no_scrolling(self) -> None:
        page = self.page
        page.goto("/work?problem=6 1/4 - 2 5/6")
        self.written()
        for drawn in (".school-tab >> nth=6", ".picture svg >> nth=0", ".demand >> nth=2", "text=9 more"):
            page.locator(drawn).wait_for()
        self.becomes(lambda: page.evaluate("document.documentElement.scrollHeight"), 800)

    def test_nothing_sticks_out_at_390_px(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 800})
        for path in ("/work?problem=6 1/4 - 2 5/6", "/line-up"):
            self.page.goto(path)
            self.page.locator(".working, .examples").first.wait_for()
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)


class LineUp(BrowserTest):
    def problems(self) -> list[str]:
        found = self.page.locator(".example .example-problem .math-text")
        found.first.wait_for()
        return texts(found)

    def open_beds(self) -> None:
        self.page.goto("/line-up")
        self.page.get_by_role("link", name="Raised beds").click()
        expect(self.page.get_by_role("heading", name="Raised beds")).to_be_visible()

    def test_an_address_opens_what_it_names(self) -> None:
        sets = {s["name"]: s["id"] for s in self.page.request.get("/api/sets").json()["sets"]}
        self.assertGreater(len(sets), 1)
        for _ in range(3):
            for name, set_id in sets.items():
                page = self.new_page()
                page.goto(f"/line-up/{set_id}")
                expect(page.get_by_role("heading", name=name, exact=True)).to_be_visible()
                page.wait_for_load_state("networkidle")
                self.assertTrue(page.url.endswith(set_id))
                self.assertEqual(page.locator(".sets [aria-current=true] .sets-name").inner_text(), name)
                page.goto("/work?problem=1/2 %2B 1/3")
                expect(page.get_by_label("Set in hand")).to_have_text(name)
                page.close()

    def test_reorder_by_button_key_and_drag(self) -> None:
        self.open_beds()
        before = self.problems()
        self.page.locator(".example").first.get_by_role("button", name="Change ").click()
        self.page.get_by_role("button", name="Move down").click()
        expect(self.page.locator(".example .math-text").first).to_have_attribute("data-text", before[1])
        self.page.locator(".example").nth(1).focus()
        with self.page.expect_response("**/several"):
            self.page.keyboard.press("Alt+ArrowUp")
        self.becomes(self.problems, before)
        with self.page.expect_response("**/several"):
            self.page.locator(".example").nth(2).locator(".handle").drag_to(self.page.locator(".example").nth(0))
        self.page.reload()
        self.becomes(lambda: self.problems()[:3], [before[2], before[0], before[1]])

    def test_delete_and_undo(self) -> None:
        self.open_beds()
        before = self.problems()
        self.page.get_by_role("button", name=f"Delete {before[1]}").click()
        expect(self.page.locator(".example")).to_have_count(len(before) - 1)
        self.page.get_by_role("button", name="Undo", exact=True).click()
        expect(self.page.locator(".example")).to_have_count(len(before))
        self.becomes(self.problems, before)

    def test_delete_a_set_and_undo_by_key(self) -> None:
        self.page.goto("/line-up")
        self.page.get_by_role("link", name="Compost").click()
        expect(self.page.get_by_role("heading", name="Compost")).to_be_visible()
        self.page.get_by_role("button", name="Delete set").click()
        expect(self.page.get_by_role("heading", name="Compost")).to_have_count(0)
        expect(self.page.get_by_role("button", name="Undo", exact=True)).to_be_visible()
        self.page.keyboard.press("u")
        expect(self.page.get_by_role("heading", name="Compost")).to_be_visible()

    def test_two_tabs(self) -> None:
        self.expected_trouble = {409}
        self.open_beds()
        other = self.new_page()
        other.goto(self.page.url)
        count = other.locator(".example").count() or len(self.problems())
        expect(other.locator(".example")).to_have_count(count)
        self.page.get_by_role("button", name="Rename").click()
        self.page.get_by_label("Name of the set", exact=True).fill("Raised beds, Tuesday")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("heading", name="Raised beds, Tuesday")).to_be_visible()
        other.locator(".example").first.get_by_role("button", name="Delete").click()
        expect(other.get_by_role("alert")).to_contain_text("This was changed in another place since you opened it.")
        expect(other.get_by_role("heading", name="Raised beds, Tuesday")).to_be_visible()
        expect(other.locator(".example")).to_have_count(count)
        other.get_by_role("button", name="Make my change now").click()
        expect(other.locator(".example")).to_have_count(count - 1)
        other.get_by_role("button", name="Undo", exact=True).click()
        expect(other.locator(".example")).to_have_count(count)
