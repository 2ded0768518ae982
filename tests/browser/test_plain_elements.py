"""What the first working is drawn with instead of components of the library: it looks and does the same."""

import re

from playwright.sync_api import Locator, Route, expect

from tests.browser.driving import BrowserTest

PROBLEM = "/work?problem=6%201%2F4%20-%202%205%2F6"
STORY = (
    "A raised bed needs 3 3/4 m of board. The garden club has 1 1/2 m. A second bed needs twice as much as the first "
    "bed, and the club buys boards of 2 1/4 m each. How many metres are missing for the first bed?"
)


class ASelectOnceItIsUsed(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.named = f"Seed trays of {self._testMethodName}"
        self.assertTrue(self.page.request.post("/api/sets", data={"name": self.named}).ok)
        self.page.goto(PROBLEM)
        self.sets = self.page.get_by_role("combobox", name="Set in hand")
        expect(self.sets).to_be_visible()

    def box(self) -> tuple[float, ...]:
        """Where it stands and how large it is."""
        found = self.page.locator(".keep .p-select").bounding_box()
        assert found is not None
        return tuple(round(found[k]) for k in ("x", "y", "width", "height"))

    def test_by_the_mouse(self) -> None:
        before = self.box()
        self.sets.click()
        options = self.page.get_by_role("option")
        expect(options.first).to_have_text(self.named)
        expect(options.last).to_have_text("A new set …")
        self.assertEqual(self.box(), before, "nothing moves when the library takes its place")
        options.first.click()
        expect(self.sets).to_have_text(self.named)
        expect(options).to_have_count(0)

    def test_by_the_keyboard(self) -> None:
        for key in ("Enter", "ArrowDown", "Space"):
            with self.subTest(key):
                self.page.goto(PROBLEM)
                self.sets.focus()
                expect(self.sets).to_have_attribute("aria-expanded", "false")
                self.page.keyboard.press(key)
                expect(self.sets).to_have_attribute("aria-expanded", "true")
                expect(self.sets).to_be_focused()
                self.page.keyboard.press("Escape")
                expect(self.page.get_by_role("option")).to_have_count(0)
                self.page.keyboard.press("Tab")
                expect(self.page.get_by_role("button", name="Keep", exact=True)).to_be_focused()

    def test_a_way_that_is_refused_cannot_be_taken(self) -> None:
        self.page.goto("/work?problem=2%2F3%20%2B%203%2F4")
        ways = self.page.locator(".school-other").get_by_role("combobox")
        expect(ways.first).to_be_visible()
        for at in range(ways.count()):
            ways.nth(at).click()
            options = self.page.get_by_role("option")
            expect(options.first).to_be_visible()
            for option in options.all():
                refused = not re.search(r"\d+ lines", option.inner_text())
                self.assertEqual(option.get_attribute("aria-disabled") == "true", refused, option.inner_text())
            self.page.keyboard.press("Escape")
            expect(options).to_have_count(0)

    def test_single_keys_are_not_taken_for_acts_in_it(self) -> None:
        expect(self.page.locator("text=Likely wrong answers")).to_be_visible()
        self.sets.focus()
        self.page.keyboard.press("b")
        expect(self.page.locator(".working")).to_be_visible()
        expect(self.page.get_by_role("button", name="Back to one")).to_have_count(0)


class AFieldThatGrows(BrowserTest):
    def height(self, field: Locator) -> float:
        box = field.bounding_box()
        assert box is not None
        return box["height"]

    def grows(self) -> None:
        self.page.goto("/work")
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("1/2 + 1/3")
        one = self.height(field)
        field.fill(STORY)
        self.becomes(lambda: self.height(field) > 1.4 * one, True)
        self.assertLessEqual(field.evaluate("f => f.scrollHeight - f.clientHeight"), 2, "all of it is seen")
        field.fill("1/2 + 1/3")
        self.becomes(lambda: abs(self.height(field) - one) < 3, True)

    def test_by_the_style_sheet(self) -> None:
        self.grows()

    def test_where_the_browser_cannot(self) -> None:
        self.page.add_init_script(
            """const can = CSS.supports.bind(CSS)
            CSS.supports = (name, ...rest) => name !== 'field-sizing' && can(name, ...rest)
            document.addEventListener('DOMContentLoaded', () => {
              const plain = document.createElement('style')
              plain.textContent = '.growing { field-sizing: fixed !important }'
              document.head.append(plain)
            })"""
        )
        self.grows()

    def test_lines_of_a_pupil(self) -> None:
        self.page.goto(PROBLEM)
        self.page.locator(".pupil").get_by_role("button", name="lines", exact=True).click()
        lines = self.page.get_by_label("A pupil wrote")
        three = self.height(lines)
        lines.fill("\n".join(["6 1/4 - 2 5/6"] * 8))
        self.becomes(lambda: self.height(lines) > 1.8 * three, True)


class AButton(BrowserTest):
    def test_looks_as_the_library_draws_it(self) -> None:
        """Beside one of the library: the cross that closes its dialogs."""
        self.page.goto(PROBLEM)
        self.page.get_by_role("button", name="Keys").click()
        cross = self.page.get_by_role("dialog").get_by_role("button")
        work = self.page.locator(".problem .p-button")
        for what in ("font-family", "cursor", "display", "align-items"):
            of = f"b => getComputedStyle(b).getPropertyValue('{what}')"
            self.assertEqual(work.evaluate(of), cross.evaluate(of), what)
        self.assertEqual(cross.evaluate("b => getComputedStyle(b).borderRadius"), "50%", "the library's keep their own")

    def test_waits_while_what_it_set_going_is_not_done(self) -> None:
        self.page.goto("/work")
        self.page.get_by_label("Problem", exact=True).fill(STORY)
        self.page.get_by_role("button", name=re.compile("^Take story 2")).click()
        other = self.page.get_by_role("button", name="Other numbers")
        expect(other).to_be_visible()
        held: list[Route] = []
        self.page.route("**/api/story-numbers", lambda route: held.append(route))
        other.click()
        expect(other).to_be_disabled()
        expect(other).to_have_attribute("aria-busy", "true")
        held[0].continue_()
        expect(other).to_be_enabled()
