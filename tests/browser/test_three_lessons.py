"""Three lessons prepared from nothing to the end, as a teacher does, with the presses counted: a click, a key that
acts, or a field filled."""

import io

from playwright.sync_api import Locator, expect
from pypdf import PdfReader

from tests.browser.driving import texts
from tests.browser.test_lesson import LessonTest


class Lesson(LessonTest):
    organiser = "fitting"

    def setUp(self) -> None:
        super().setUp()
        self.presses = 0

    def click(self, what: Locator) -> None:
        self.presses += 1
        what.click()

    def fill(self, field: Locator, text: str) -> None:
        self.presses += 1
        field.fill(text)

    def key(self, key: str, times: int = 1) -> None:
        for _ in range(times):
            self.presses += 1
            self.page.keyboard.press(key)

    def place(self, name: str) -> None:
        self.click(self.page.get_by_role("navigation", name="Places").get_by_role("link", name=name))

    def button(self, name: str) -> Locator:
        return self.page.get_by_role("button", name=name, exact=True)

    def pdf(self) -> PdfReader:
        link = self.page.get_by_role("link", name="Open the PDF")
        self.presses += 1
        return PdfReader(io.BytesIO(self.page.request.get(link.get_attribute("href") or "").body()))

    @staticmethod
    def text(reader: PdfReader) -> str:
        return "\n".join(page.extract_text() for page in reader.pages)

    def test_a_ladder_shown_and_a_pack_printed_in_twelve_presses(self) -> None:
        page = self.page
        page.goto("/line-up")
        self.fill(page.get_by_label("Name of a new set"), "Regrouping, Tuesday")
        self.click(self.button("Make set"))
        expect(page.get_by_role("heading", name="Regrouping, Tuesday")).to_be_visible()
        self.click(self.button("Draw a ladder"))
        self.click(self.button("Draw the ladder"))
        expect(page.locator(".example")).to_have_count(12)
        self.place("Show")
        page.locator(".show-problem").wait_for()
        first = texts(page.locator(".show-problem .math-text"))[0]
        self.key("ArrowRight", 2)  # the class is asked for an estimate, and sees it
        expect(page.locator(".show-estimate")).to_be_visible()
        self.click(self.button("Leave"))
        self.place("Print")
        expect(page.locator(".print-made img")).to_be_visible()
        draft = page.get_by_role("link", name="Open the PDF").get_attribute("href") or ""
        self.click(self.button("Lesson pack"))
        expect(page.get_by_role("link", name="Open the PDF")).not_to_have_attribute("href", draft)
        text = self.text(self.pdf())
        for part in ("worked examples", "sheet A", "sheet B", "answers A", "answers B", "likely mistakes"):
            self.assertIn(part, text)
        self.assertIn(first.split()[0], text)
        self.assertLessEqual(self.presses, 12)

    def test_percents_in_columns_in_every_place(self) -> None:
        page = self.page
        page.goto("/work")
        self.fill(page.get_by_label("Problem", exact=True), "240 + 30% of 240")
        self.key("Enter")
        self.click(self.button("Columns"))
        expect(page.locator(".sheet .board")).not_to_have_count(0)
        figures = page.locator(".sheet .board .figure, .sheet .board .part-top, .sheet .board .part-bottom")
        self.becomes(lambda: "312" in "".join(figures.all_inner_texts()).replace("\n", "").replace(" ", ""), True)
        self.click(self.button("Keep"))
        expect(page.locator(".keep-note")).to_contain_text("Kept 240 + 30% of 240")
        self.place("Show")
        page.locator(".show-problem").wait_for()
        for _ in range(30):
            if page.locator(".show-board .board").count():
                break
            page.keyboard.press("ArrowRight")
        expect(page.locator(".show-board .board")).to_be_visible()
        page.keyboard.press("Escape")
        self.place("Print")
        page.get_by_label("Worked every line with its reason").check()
        expect(page.locator(".print-made img")).to_be_visible()
        self.becomes(lambda: "312" in self.text(self.pdf()).replace("\n", "").replace(" ", ""), True)

    def test_two_ways_compared_and_a_choice_sheet_made(self) -> None:
        page = self.page
        page.goto("/work")
        self.fill(page.get_by_label("Problem", exact=True), "6 1/4 - 2 5/6")
        self.key("Enter")
        page.locator(".school-tab").first.wait_for()
        self.click(page.get_by_role("button", name="Lay all improper beside"))
        beside = page.get_by_role("region", name="Two ways side by side")
        expect(beside).to_contain_text("all improper")
        self.assertEqual(texts(beside.locator(".math-text")).count("3 5/12"), 2)  # both come to it
        self.click(page.get_by_text("As a choice question"))
        answers = texts(page.locator(".choice-question .math-text"))
        self.assertIn("3 5/12", answers)
        self.click(self.button("Keep it so"))
        expect(page.locator(".keep-note")).to_contain_text("with answers to choose from")
        self.place("Print")
        page.get_by_label("Bare with space to work in").check()
        expect(page.locator(".print-made img")).to_be_visible()

        def letters() -> bool:
            text = self.text(self.pdf())
            return all(letter in text for letter in "ABCDE")

        self.becomes(letters, True)
        self.assertLessEqual(self.presses, 14)
