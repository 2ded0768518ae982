"""The first minute: a worked example with three notes; then what a phone shows first; keys from everywhere."""

from playwright.sync_api import expect

from tests.browser.driving import BrowserTest, texts


class FirstVisit(BrowserTest):
    first_visit = True

    def test_a_worked_example_with_three_notes_gone_with_a_key(self) -> None:
        page = self.page
        page.goto("/work")
        expect(page.locator(".line").last).to_be_visible()
        expect(page.locator(".first-note")).to_have_count(3)
        page.keyboard.press("Escape")
        expect(page.locator(".first-note")).to_have_count(0)
        expect(page.locator(".line").last).to_be_visible()
        page.goto("/work")
        expect(page.get_by_text("Type a problem above")).to_be_visible()


class Work(BrowserTest):
    def test_on_a_phone_the_working_begins_on_the_first_screen(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        page.goto("/work?problem=6 1/4 - 2 5/6")
        line = page.locator(".line").nth(1)
        line.wait_for()
        box = line.bounding_box()
        assert box is not None
        self.assertLess(box["y"] + box["height"], 844)
        page.get_by_role("button", name="Keys").click()
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()

    def test_the_list_of_keys_opens_from_everywhere_but_where_one_types(self) -> None:
        page = self.page
        page.goto("/work")
        page.get_by_role("combobox", name="Set in hand").focus()
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()
        page.keyboard.press("Escape")
        page.goto("/work?problem=1/4 %2B 3/8")
        field = page.get_by_label("Problem", exact=True)
        page.locator(".line").first.wait_for()
        field.focus()
        page.keyboard.press("Escape")
        expect(page.locator(".line").first).to_be_focused()
        page.keyboard.press("?")
        expect(page.get_by_role("dialog", name="Keys")).to_be_visible()

    def test_the_methods_of_the_problem_before_are_gone_at_once(self) -> None:
        page = self.page
        page.goto("/work?problem=6 1/4 - 2 5/6")
        tabs = page.locator(".school-tab")
        expect(tabs.first).to_be_visible()
        row = page.get_by_role("group", name="How it is worked")
        height = row.bounding_box()
        page.route("**/api/ways", lambda route: None)  # they do not come
        self.work("0.35 + 1.2")
        expect(tabs).to_have_count(0)
        now = row.bounding_box()
        assert height is not None
        assert now is not None
        self.assertAlmostEqual(now["height"], height["height"], delta=2)

    def test_a_choice_question_is_kept_and_copied_with_its_key(self) -> None:
        page = self.page
        page.goto("/work?problem=1/4 %2B 5/6")
        page.get_by_text("As a choice question").click()
        answers = texts(page.locator(".choice-question .math-text"))
        self.assertIn("1 1/12", answers)
        self.assertIn("3/5", answers)
        page.get_by_role("button", name="Keep it so").click()
        expect(page.locator(".keep-note")).to_have_text("Kept 1/4 + 5/6 in “My examples”, with answers to choose from.")
        kept = next(s for s in page.request.get("/api/sets").json()["sets"] if s["name"] == "My examples")
        (example,) = page.request.get(f"/api/sets/{kept['id']}").json()["examples"]
        self.assertEqual(example["task"]["role"], "choice")

    def test_several_answers_are_pasted(self) -> None:
        page = self.page
        page.goto("/work?problem=1/4 %2B 5/6")
        field = page.get_by_role("textbox", name="A pupil answered")
        field.focus()
        page.evaluate(
            "document.activeElement.dispatchEvent(new ClipboardEvent('paste', {bubbles: true, cancelable: true,"
            " clipboardData: (() => { const d = new DataTransfer(); d.setData('text', '1 1/12\\n6/10\\n13/12');"
            " return d })()}))"
        )
        rows = page.locator(".pupil-several li")
        expect(rows).to_have_count(3)
        expect(rows.nth(0)).to_contain_text("Right.")
        expect(rows.nth(1)).to_contain_text("Tops and bottoms each on their own")
        expect(rows.nth(2)).to_have_attribute("data-verdict", "right")

    def test_how_many_mistakes_it_tells_apart_is_said_in_whole_words(self) -> None:
        page = self.page
        page.goto("/work?problem=1/4 %2B 5/6")
        expect(page.locator(".told-apart")).to_contain_text("Mistakes this item would tell apart:")
        looked = page.request.post("/api/second-look", data={"text": "1/4 + 5/6"}).json()
        answers = [w["answer"]["text"] for w in looked["likely_wrong"]]
        alone = sum(answers.count(a) == 1 for a in answers)
        of = len(answers) + sum(not s["why"] for s in looked["silent"])
        expect(page.locator(".told-apart")).to_have_text(f"Mistakes this item would tell apart: {alone} of {of}")
