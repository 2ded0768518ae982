"""The sheet as a teacher uses it: columns measured, organisers, lines that are alive, two ways level, settings."""

import json
import re
from pathlib import Path
from typing import Any

from playwright.sync_api import Locator, expect

from tests.browser.driving import BrowserTest, texts

AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
SUBTRACTION = "/work?problem=6 1/4 - 2 5/6"


def middle(element: Locator) -> float:
    box = element.bounding_box()
    assert box is not None
    return box["x"] + box["width"] / 2


class Sheet(BrowserTest):
    def open(self, path: str) -> None:
        with self.page.expect_response("**/api/ways"):
            self.page.goto(path)
        self.written()

    def lay_out(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()


class Columns(Sheet):
    organiser = "fitting"

    def open(self, path: str) -> None:
        with self.page.expect_response("**/api/ways"):
            self.page.goto(path)
        self.page.locator(".board").first.wait_for()

    def cells(self, row: int) -> list[Locator]:
        """The cells of a row in which something stands."""
        found = self.page.locator(f".board tr[data-row='{row}'] td").all()
        return [cell for cell in found if cell.inner_text().strip()]

    def assert_level(self, elements: list[Locator]) -> None:
        middles = [middle(e) for e in elements]
        self.assertLess(max(middles) - min(middles), 1)

    def test_short_division_is_chosen_and_drawn(self) -> None:
        self.open("/work?problem=7236 ÷ 12")
        rows = self.page.locator(".board tr")
        long = rows.count()
        with self.page.expect_response("**/api/work"):
            self.page.get_by_role("button", name="short").first.click()
        expect(self.page.locator("body")).to_contain_text("The 3 goes small before the 6: 36.")
        self.assertLess(rows.count(), long)
        self.assertEqual("".join("".join(c.inner_text().split()) for c in self.cells(0)), "603")

    def test_decimals_points_under_points_digits_under_digits(self) -> None:
        self.open("/work?problem=100 - 37.58")
        points = [self.page.locator(f".board tr[data-row='{row}'] .point") for row in (1, 2, 3)]
        self.assert_level(points)
        for column in (3, 4, 5, 6):
            self.assert_level(
                [self.page.locator(f".board tr[data-row='{row}'] td").nth(column).locator(".figure") for row in (2, 3)]
            )
        self.assertEqual("".join("".join(c.inner_text().split()) for c in self.cells(3)), "62.42")
        first = self.page.locator(".board tr[data-row='1']")
        self.assertEqual(first.locator(".figure > s").all_inner_texts(), ["1", "0", "0", "0", "0"])
        self.assertEqual(first.locator(".renewed").all_inner_texts(), ["0", "9", "9", "9", "10"])
        renewed, old = first.locator(".renewed").last, first.locator(".figure > s").last
        self.assertLess(renewed.bounding_box()["y"], old.bounding_box()["y"])
        self.assertLess(abs(middle(renewed) - middle(old)), 1.5)

    def test_carries_stand_above_their_column_and_placeholders_are_lighter(self) -> None:
        self.open("/work?problem=4.8 %2B 3.75")
        (carry,) = self.cells(0)
        self.assertEqual(carry.inner_text().strip(), "1")
        self.assert_level([carry.locator(".figure"), self.cells(1)[0].locator(".figure")])
        placeholder = self.page.locator(".board .hand-zero")
        expect(placeholder).to_have_text("0")
        self.assertNotEqual(
            placeholder.evaluate("e => getComputedStyle(e).color"),
            self.page.locator(".board .hand-figure").last.evaluate("e => getComputedStyle(e).color"),
        )

    def test_mixed_numbers_wholes_under_wholes_bars_under_bars(self) -> None:
        self.open(SUBTRACTION)
        rows = [self.page.locator(f".board tr[data-row='{row}']") for row in (1, 2, 3)]
        self.assert_level([row.locator(".part").last for row in rows])
        self.assert_level([row.locator("td").nth(6).locator(".figure") for row in rows])
        self.assertEqual(rows[0].locator(".renewed").all_inner_texts(), ["5", "15"])
        self.assertEqual(rows[0].locator("s").all_inner_texts(), ["6", "3"])
        self.assertEqual(self.page.locator(".board .times .figures").all_inner_texts(), ["×3", "×3", "×2", "×2"])
        expect(self.page.locator(".strokes")).to_contain_text("Take away the twelfths: 15 − 10 = 5.")

    def test_a_long_division_digits_of_the_quotient_above_those_they_come_of(self) -> None:
        self.open("/work?problem=7236 ÷ 12")
        above, dividend = self.cells(0), self.cells(1)[2:]
        self.assertEqual([c.inner_text().strip() for c in above], ["6", "0", "3"])
        for digit, under in zip(above, dividend[1:], strict=True):
            self.assert_level([digit.locator(".figure"), under.locator(".figure")])

    def test_stroke_by_stroke_and_nothing_of_a_later_one_in_the_page(self) -> None:
        self.open("/work?problem=61 - 27")
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("e")
        expect(self.page.locator(".board")).to_have_count(0)
        seen: list[str] = []
        for _ in range(4):
            self.page.keyboard.press("n")
            self.page.wait_for_timeout(50)
            seen.append(self.page.locator(".line.stacked").inner_text().replace("\n", " ").replace("\t", " "))
        self.assertNotIn("5", seen[0])
        self.assertIn("11", seen[1])
        self.assertNotIn("4", seen[1])
        self.assertNotIn("5 − 2", seen[2])
        self.assertIn("Tens: 5 − 2 = 3.", seen[3])
        expect(self.page.locator(".covered")).to_have_count(0)

    def test_a_reason_shows_its_stroke_and_can_be_reworded(self) -> None:
        self.open(SUBTRACTION)
        reason = self.page.locator(".stroke-reason", has_text="is not enough to take")
        reason.hover()
        expect(self.page.locator(".board .fresh")).to_have_text(["5", "15"])
        reason.click()
        tools = self.page.get_by_role("group", name="Line 5")
        tools.get_by_role("textbox", name="Reason").fill("Open one whole board into twelve pieces.")
        tools.get_by_role("textbox", name="Reason").press("Enter")
        expect(self.page.locator(".stroke-reason.own-words")).to_have_text("Open one whole board into twelve pieces.")

    def test_copied_as_it_stands(self) -> None:
        self.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.open("/work?problem=61 - 27")
        self.page.get_by_role("button", name="text", exact=True).first.click()
        expect(self.page.get_by_text("The working as text is on the clipboard.")).to_be_visible()
        copied = self.page.evaluate("navigator.clipboard.readText()").splitlines()
        self.assertEqual(copied[-3:], ["− 2 7", "-----", "  3 4"])

    def test_the_sheet_and_its_second_look_need_no_scrolling(self) -> None:
        self.open(SUBTRACTION)
        self.page.locator(".mistake").first.wait_for()
        self.becomes(lambda: self.page.evaluate("document.documentElement.scrollHeight"), 800)

    def test_lines_for_what_is_not_stacked(self) -> None:
        with self.page.expect_response("**/api/ways"):
            self.page.goto("/work?problem=2/3 × 4/5")
        self.becomes(self.written, ["2/3 × 4/5", "8/15"])


class Organisers(Sheet):
    def test_four_panels_hold_what_they_are_for(self) -> None:
        self.open(SUBTRACTION)
        lines = self.written()
        self.lay_out("Four panels")
        panels = self.page.locator(".panel")
        names = ["Problem", "Common bottom", "Equivalents", "Solve and simplify"]
        self.assertEqual(panels.locator("h2").all_inner_texts(), names)

        def held(panel: str) -> list[str]:
            return texts(self.page.locator(f"[data-panel={panel}] .math-text"))

        self.assertEqual(held("problem"), lines[:1])
        self.assertEqual(held("equivalents"), ["1/4 × 3/3 = 3/12", "5/6 × 2/2 = 10/12"])
        self.assertEqual(held("solve"), lines[1:])
        found = self.page.locator("[data-panel=common-denominator]")
        self.assertEqual(found.locator(".ringed").all_inner_texts(), ["12", "12"])
        self.assertEqual(found.locator(".counted").all_inner_texts(), ["× 3", "× 2"])
        expect(found).to_contain_text("Twelfths fit both.")

    def test_a_checklist_numbers_the_steps_each_in_its_ink(self) -> None:
        self.open(SUBTRACTION)
        self.lay_out("Checklist")
        names = self.page.locator(".checklist .step-name").all_inner_texts()
        self.assertEqual(
            names,
            [
                "Read the problem", "Which bottoms change?", "Rename to one size", "Is the part enough?", "Regroup",
                "The parts and the wholes",
            ],
        )  # fmt: skip
        strokes = self.page.locator(".working .written .math-text").evaluate_all(
            "all => all.map(e => getComputedStyle(e).borderBottomStyle + getComputedStyle(e).borderBottomColor)"
        )
        self.assertGreaterEqual(len(set(strokes)), 4)

    def test_a_checklist_ticks_as_the_lines_come_and_keeps_its_own_names(self) -> None:
        self.open(SUBTRACTION)
        self.lay_out("Checklist")
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("e")
        ticked = self.page.locator(".checklist li.done")
        expect(ticked).to_have_count(1)
        self.page.keyboard.press("n")
        self.page.keyboard.press("n")
        expect(ticked).to_have_count(3)
        expect(self.page.locator(".checklist li")).to_have_count(6)
        self.page.get_by_role("button", name="Rename to one size").click()
        with self.page.expect_response("**/api/settings"):
            self.page.get_by_label("Name of step 3").fill("Same-size boards")
            self.page.get_by_label("Name of step 3").press("Enter")
        self.page.reload()
        self.written()
        self.lay_out("Checklist")
        expect(self.page.get_by_role("button", name="Same-size boards")).to_be_visible()

    def test_the_order_of_operations_shows_its_active_part(self) -> None:
        self.page.goto("/settings")
        self.page.get_by_label("Order of operations").click()
        with self.page.expect_response("**/api/settings"):
            self.page.get_by_role("option", name="BODMAS").click()
        self.open("/work?problem=7^2 - (6%2B3)*(8-5)")
        active = self.page.locator(".working .order .active").all_inner_texts()
        self.assertEqual(active, ["B", "B", "O", "O", "DM", "AS"])


class LinesAreAlive(Sheet):
    def line(self, rule: str) -> Locator:
        return self.page.locator(f".working > .line[data-rule={rule}]")

    def test_hide_blank_reword_note_and_back(self) -> None:
        self.open(SUBTRACTION)
        self.line("regroup").click()
        tools = self.page.get_by_role("group", name="Line 5")
        tools.get_by_label("Reason").fill("Open one whole board into twelve pieces.")
        tools.get_by_label("Note").fill("Ask Table 3 first.")
        tools.get_by_label("Note").press("Enter")
        expect(self.line("regroup").locator(".own-words")).to_have_text("Open one whole board into twelve pieces.")
        expect(self.line("regroup").locator(".note")).to_have_text("Ask Table 3 first.")
        tools.get_by_role("button", name="Blank numbers").click()
        self.line("regroup").locator(".written mn").nth(1).click()
        self.assertEqual(self.line("regroup").locator("mn.blanked").all_text_contents(), ["15"])
        tools.get_by_role("button", name="Back to the working's own").click()
        expect(self.line("regroup").locator(".reason")).to_contain_text("is not enough")
        tools.get_by_role("button", name="Hide the line").click()
        expect(self.line("regroup").locator(".written")).to_have_text("hidden")
        self.page.get_by_role("button", name="Take back my changes").click()
        expect(self.line("regroup").locator(".blanked")).to_have_count(0)
        expect(self.line("regroup").locator("mfrac").first).to_be_visible()

    def test_changes_are_kept_with_the_example(self) -> None:
        self.page.goto("/line-up")
        self.page.get_by_role("link", name="Raised beds").click()
        self.page.locator(".example-problem").nth(1).click()
        self.written()
        self.line("regroup").click()
        self.page.get_by_label("Reason").fill("Saw one board into sixths.")
        with self.page.expect_response("**/edits"):
            self.page.get_by_label("Reason").press("Enter")
        self.page.reload()
        expect(self.line("regroup").locator(".own-words")).to_have_text("Saw one board into sixths.")

    def test_another_way_from_a_line_on(self) -> None:
        self.open(SUBTRACTION)
        self.line("ask-enough").click()
        self.page.get_by_label("Another way from this line on").click()
        with self.page.expect_response("**/api/work"):
            self.page.get_by_role("option", name="count up").click()
        self.becomes(lambda: self.written()[1:], ["6 3/12 − 2 10/12", "2/12 + 3 + 3/12", "3 5/12"])

    def test_pictures_are_switched_and_copied(self) -> None:
        self.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.open("/work?problem=2/3 %2B 1/4")
        line = self.line("list-multiples")
        expect(line.locator("svg[data-kind=strips]")).to_be_visible()
        line.hover()
        line.get_by_role("button", name="rectangle cut both ways").click()
        drawing = line.locator("svg[data-kind=rectangles]")
        told = "Rectangles of 3 columns and 4 rows, 12 cells. Cells taken: 8; 3."
        expect(drawing).to_have_attribute("aria-label", told)
        expect(line.locator("figcaption")).to_contain_text("Cut both ways, both have 12 equal cells")
        line.get_by_role("button", name="SVG").click()
        self.assertIn("<svg", self.page.evaluate("navigator.clipboard.readText()"))
        with self.page.expect_download() as saved:
            line.get_by_role("button", name="PNG").click()
        self.assertEqual(Path(saved.value.path()).read_bytes()[:4], b"\x89PNG")
        self.page.get_by_role("button", name="LaTeX").first.click()
        expect(self.page.get_by_text("The working as LaTeX is on the clipboard.")).to_be_visible()
        self.assertIn(r"\frac{11}{12}", self.page.evaluate("navigator.clipboard.readText()"))


class TwoWays(Sheet):
    def test_side_by_side_level_with_costs(self) -> None:
        self.open(SUBTRACTION)
        self.page.get_by_role("button", name="Lay all improper beside").click()
        table = self.page.locator(".beside-table")
        expect(table.locator("tfoot")).to_contain_text("numbers to 75")
        expect(table.locator("th").first).to_contain_text("fits better")
        last = table.locator("tbody tr").last.locator("td .math-text")
        self.assertEqual([e.get_attribute("data-text") for e in last.all()], ["3 5/12", "3 5/12"])
        expect(self.page.get_by_text("Fewer facts beyond 12 × 12: 0 against 2.")).to_be_visible()
        self.page.get_by_role("button", name="Go on with all improper").click()
        expect(self.page.locator(".working .written .math-text").nth(1)).to_have_attribute("data-text", "25/4 − 17/6")


class SecondLook(Sheet):
    def test_every_likely_wrong_answer_stands_on_the_line_with_its_verdict(self) -> None:
        self.open(SUBTRACTION)
        expect(self.page.locator(".mistake")).to_have_count(3)
        self.page.locator(".more-mistakes").click()
        listed = self.page.locator(".mistake .lozenge").all_inner_texts()
        drawn = self.page.locator(".number-line .wrong-label").all_text_contents()
        self.assertEqual(sorted(listed), sorted(drawn))
        self.assertGreaterEqual(len(listed), 10)
        swapped = self.page.locator("[data-mistake=smaller-part-from-larger]")
        expect(swapped).to_contain_text("the estimate would catch it")
        expect(self.page.locator("[data-mistake=regroup-ten]")).to_contain_text("would let it pass")

    def test_the_wrong_working_is_laid_beside_with_its_first_false_line(self) -> None:
        self.open("/work?problem=5 1/6 - 2 5/6")
        self.page.locator("[data-mistake=regroup-ten] .mistake-head").click()
        body = self.page.locator("[data-mistake=regroup-ten] .mistake-body")
        expect(body).to_contain_text("The way back leads to 5 5/6; it began at 5 1/6.")
        expect(body.locator(".disproof")).to_contain_text("The same rule on")
        expect(body).to_contain_text("one whole is opened up as ten pieces")
        expect(body).to_contain_text("How many pieces did you cut from one whole? Add")
        expect(body.locator("p", has_text="Ask:").locator("mfrac")).to_have_count(2)
        body.get_by_role("button", name="Lay the wrong working beside").click()
        false = self.page.locator(".beside-table .false-line")
        expect(false).to_have_count(1)
        expect(false.locator(".math-text")).to_have_attribute("data-text", "4 11/6 − 2 5/6")
        expect(false).to_contain_text("does not follow")

    def test_fractions_in_sentences_stand_apart_wherever_a_line_breaks(self) -> None:
        """However wide it is, no two of them touch, and no line begins with the sign behind one."""
        self.open("/work?problem=5 1/6 - 2 5/6")
        lines = self.page.locator(".stroke-reasons .reason, .reason").filter(has=self.page.locator("math"))
        lines.first.wait_for()
        measured = """(at, margin) => {
          const html = '<math><mfrac><mn>1</mn><mn>6</mn></mfrac></math> and '
            + '<span class="amount"><math><mfrac><mn>6</mn><mn>6</mn></mfrac></math>:</span> five, so '
          const p = document.createElement('p')
          p.innerHTML = html.repeat(3)
          p.querySelectorAll('math').forEach(m => { if (margin) m.style.margin = margin })
          at.closest('main').append(p)
          let touching = 0, alone = 0
          for (let width = 60; width < 300; width += 3) {
            p.style.width = `${width}px`
            const boxes = [...p.querySelectorAll('math')].map(m => m.getBoundingClientRect())
            for (const a of boxes) for (const b of boxes) touching += b.top > a.top + 5 && b.top < a.bottom + 4
            for (const amount of p.querySelectorAll('.amount')) alone += amount.getClientRects().length > 1
          }
          p.remove()
          return { touching, alone }
        }"""
        self.assertEqual(lines.first.evaluate(measured, ""), {"touching": 0, "alone": 0})
        self.assertGreater(lines.first.evaluate(measured, "0")["touching"], 0)  # as it would be by itself

    def test_a_pupil_answered(self) -> None:
        self.open("/work?problem=5 1/6 - 2 5/6")
        field = self.page.get_by_role("textbox", name="A pupil answered")
        field.fill("3 4/6")
        found = self.page.locator(".pupil-found")
        expect(found).to_contain_text("One of these may have led there")
        # The demo's set in hand holds 5 5/6 − 2 1/6, which is 3 2/3.
        expect(found).to_contain_text("The numbers of another item: 5 5/6 − 2 1/6")
        expect(found).to_contain_text("Smaller part from the larger")
        field.fill("2 2/6")
        expect(found).to_contain_text("The value is right, the form is not.")
        field.fill("17/1000")
        expect(found).to_contain_text("no known cause")
        self.page.get_by_role("button", name="lines", exact=True).click()
        self.page.get_by_label("A pupil wrote").fill("5 - 2 = 3\n= 3 4/6\n= 3 2/3")
        lines = self.page.locator(".judged")
        expect(lines).to_have_count(3)
        verdicts = lines.evaluate_all("all => all.map(e => e.dataset.verdict)")
        self.assertEqual(verdicts, ["side-work", "false", "follow-through"])
        expect(lines.nth(1)).to_contain_text("Smaller part from the larger.")

    def test_an_answer_is_read_as_it_stands_in_the_book(self) -> None:
        self.open("/work?problem=1/6 as a decimal")
        field = self.page.get_by_role("textbox", name="A pupil answered")
        found = self.page.locator(".pupil-found")
        for answer, verdict in (("= 0.1666…", "right"), ("0.1(6)", "right"), ("0.16", "wrong"), ("1/6", "wrong form")):
            field.fill(answer)
            expect(found).to_have_attribute("data-verdict", verdict)
        barred = self.page.locator(".working .answer math .repeats > mn")
        expect(barred).to_have_text("6")
        self.assertGreater(barred.evaluate("e => parseFloat(getComputedStyle(e).borderTopWidth)"), 0.5)
        field.fill("0.16")
        expect(found).to_contain_text("A decimal that never ends cut off")
        self.open("/work?problem=which is larger, 3/4 or 5/8?")
        expect(self.page.locator(".working .written .math-text").last).to_have_attribute("data-text", "3/4 > 5/8")
        field.fill("5/8<3/4")
        expect(found).to_have_attribute("data-verdict", "right")

    def test_blanks_have_their_mistakes(self) -> None:
        self.open("/work?problem=2/3 = ?/12 = 10/?")
        wrong = self.page.locator(".second-look [data-text='2/3 = 11/12 = 10/11']")
        expect(wrong.first).to_be_visible()
        field = self.page.get_by_role("textbox", name="A pupil answered")
        found = self.page.locator(".pupil-found")
        field.fill("11, 11")
        expect(found).to_contain_text("The same added to top and bottom")
        field.fill("8/12, 10/15")
        expect(found).to_have_attribute("data-verdict", "right")

    def test_better_numbers_are_taken_with_a_click(self) -> None:
        self.open("/work?problem=1/2 %2B 1/4")
        self.page.get_by_role("button", name="Numbers that tell more …").click()
        item = self.page.locator(".better-item").first
        text = item.locator(".math-text").get_attribute("data-text")
        item.click()
        expect(self.page.locator(".working .written .math-text").first).to_have_attribute("data-text", text or "")


class Settings(Sheet):
    def test_words_are_spoken_everywhere_and_kept(self) -> None:
        page = self.page
        page.goto("/settings")
        for label, word in (("opening up a whole", "borrow"), ("the lower number", "denominator")):
            page.get_by_label(label).click()
            with page.expect_response("**/api/settings"):
                page.get_by_role("option", name=word, exact=True).click()
        expect(page.get_by_text("Kept. Everything speaks so from now on.")).to_be_visible()
        self.open(SUBTRACTION)
        expect(page.locator(".working")).to_contain_text("Which denominators change")
        expect(page.locator(".working")).to_contain_text("Borrow 1 whole")
        page.reload()
        expect(page.locator(".working")).to_contain_text("Borrow 1 whole")
        other = self.new_page()
        other.goto("/settings")
        expect(other.locator("#word-regroup")).to_contain_text("borrow")
        for label, word in (("opening up a whole", "regroup"), ("the lower number", "bottom")):
            other.get_by_label(label).click()
            with other.expect_response("**/api/settings"):
                other.get_by_role("option", name=word, exact=True).click()

    def choose(self, label: str, option: str) -> None:
        self.page.get_by_label(label, exact=True).click()
        with self.page.expect_response("**/api/settings"):
            self.page.get_by_role("option", name=option, exact=True).click()

    def test_how_answers_are_judged_and_the_decimal_sign_are_obeyed_on_the_sheet(self) -> None:
        page = self.page
        page.goto("/settings")
        self.choose("How answers are judged", "any equivalent form")
        self.choose("the decimal sign", ",")
        self.open("/work?problem=5 1/6 - 2 5/6")
        page.get_by_role("textbox", name="A pupil answered").fill("2 2/6")
        expect(page.locator(".pupil-found")).to_contain_text("Right")
        self.open("/work?problem=4,8 %2B 3,75")
        self.becomes(lambda: self.written()[-1:], ["8,55"])
        expect(page.locator("#understood")).to_contain_text("4,8")
        page.goto("/settings")
        self.choose("How answers are judged", "simplest form required")
        self.choose("the decimal sign", ".")


class Keys(Sheet):
    def test_every_action_has_its_key(self) -> None:
        page = self.page
        self.open(SUBTRACTION)
        page.evaluate("document.activeElement.blur()")
        page.keyboard.press("e")
        expect(page.locator(".working > .line")).to_have_count(1)
        expect(page.locator(".estimate").first).to_be_visible()
        expect(page.locator(".number-line")).to_have_count(0)
        page.keyboard.press("n")
        expect(page.locator(".working > .line")).to_have_count(2)
        page.keyboard.press("a")
        expect(page.locator(".working > .line")).to_have_count(6)
        page.keyboard.press("j")
        page.keyboard.press("j")
        expect(page.locator(".line").nth(1)).to_be_focused()
        page.keyboard.press("h")
        expect(page.locator(".line").nth(1)).to_have_class("line question tucked")
        page.keyboard.press("Enter")
        expect(page.get_by_role("group", name="Line 2")).to_be_visible()
        page.keyboard.press("Enter")
        page.keyboard.press("b")
        expect(page.locator(".beside-table")).to_be_visible()
        page.keyboard.press("b")
        page.keyboard.press("o")
        expect(page.locator(".board").first).to_be_visible()
        page.keyboard.press("?")
        keys = page.get_by_role("dialog", name="Keys")
        expect(keys).to_contain_text("lay the next way beside")

    def test_every_line_is_spoken(self) -> None:
        self.open(SUBTRACTION)
        spoken = self.page.locator(".working .written math").evaluate_all("all => all.map(e => e.ariaLabel)")
        self.assertEqual(spoken[0], "6 and 1 quarter minus 2 and 5 sixths")
        self.assertTrue(all(spoken))


class Everyone(Sheet):
    def faults(self) -> list[str]:
        # Half way from one colour to the next a button is neither; whoever asks for less movement sees none of it.
        self.assertEqual(self.page.evaluate("document.getAnimations().length"), 0)
        self.page.evaluate(AXE.read_text())
        found: list[dict[str, Any]] = json.loads(
            self.page.evaluate(
                "axe.run(document, {rules: {'target-size': {enabled: true}}}).then(r => JSON.stringify(r.violations))"
            )
        )
        return [f"{f['id']}: {n['html'][:160]}" for f in found for n in f["nodes"]]

    def test_no_finding_on_any_view(self) -> None:
        self.page.emulate_media(reduced_motion="reduce")
        for path, layouts in (
            (SUBTRACTION, ("Columns", "Four panels", "Checklist", "Lines")),
            ("/work?problem=2/3 = ?/12 = 10/?", ("Lines",)),
            ("/work", ()),
            ("/line-up", ()),
            ("/line-up", ("Draw a ladder", "At a glance")),
            ("/show", ("Next", "More", "Dark", "Wrong on purpose", "Called out", "Several")),
            ("/print", ()),
            ("/settings", ()),
            ("/mark", ("New round", "Train the eye", "Class 5 Rowan", "change", "by paper →")),
            ("/look-back", ("Make what comes next",)),
            ("/look-back", ("Over the weeks",)),
            ("/look-back", ("The record", "add a note")),
        ):
            self.page.goto(path)
            self.page.wait_for_load_state("networkidle")
            for name in layouts or ("",):
                with self.subTest(path=path, layout=name):
                    if name and path.startswith("/work"):
                        self.lay_out(name)
                    elif name:
                        tab = self.page.get_by_role("tab", name=name, exact=True)
                        self.page.get_by_role("button", name=name, exact=True).or_(tab).first.click()
                        self.page.wait_for_load_state("networkidle")
                    self.assertEqual(self.faults(), [])

    def test_the_focus_never_falls_to_the_page(self) -> None:
        """Whatever closes, grows or is busy after a press: the focus is in the same part, or on what opened it."""
        for path, names in (
            (SUBTRACTION, ("9 more",)),
            ("/mark", ("Class 5 Rowan", "Leave it")),
            ("/mark", ("Train the eye", "Close")),
            ("/mark", ("change", "Leave it")),
            ("/look-back", ("Make what comes next",)),
            ("/show", ("Called out",)),
        ):
            self.page.goto(path)
            self.page.wait_for_load_state("networkidle")
            for name in names:
                button = self.page.get_by_role("button", name=name, exact=True).first
                button.focus()
                button.press("Enter")
                self.page.wait_for_load_state("networkidle")
            if path == "/show":
                self.page.keyboard.press("Escape")
            with self.subTest(path=path, names=names):
                expect(self.page.locator("main :focus, nav :focus, main:focus")).to_have_count(1)

    def test_nor_in_the_dark_in_any_place(self) -> None:
        self.page.emulate_media(reduced_motion="reduce")
        self.context.add_init_script("localStorage.setItem('keen-slate:appearance', 'dark')")
        made = self.page.request.get("/api/sets").json()["sets"][0]["id"]
        for path in (
            SUBTRACTION, "/work", "/line-up", "/show?item=1&step=8", f"/presenter/{made}", "/print", "/mark",
            "/look-back", "/settings",
        ):  # fmt: skip
            self.page.goto(path)
            self.page.wait_for_load_state("networkidle")
            with self.subTest(path=path):
                ground = self.page.evaluate("getComputedStyle(document.body).backgroundColor")
                self.assertLess(max(int(n) for n in re.findall(r"\d+", ground)[:3]), 60)
                self.assertEqual(self.faults(), [])

    def test_nothing_jumps_while_typing(self) -> None:
        self.open(SUBTRACTION)
        self.page.wait_for_load_state("networkidle")  # what comes after the sheet has its place by then
        self.page.locator(".demands li").first.wait_for()
        self.page.evaluate("new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)))")
        self.page.evaluate(
            "window.jumps = 0;"
            "new PerformanceObserver(l => { for (const e of l.getEntries()) window.jumps += e.value })"
            ".observe({ type: 'layout-shift', buffered: false })"
        )
        field = self.page.get_by_label("Problem", exact=True)
        field.fill("")
        field.press_sequentially("6 1/4 - 2 5/", delay=70)
        expect(self.page.locator("#understood")).to_contain_text("has no bottom number")
        field.press_sequentially("6 + 1/3", delay=70)
        expect(self.page.locator("#understood .math-text")).to_have_attribute("data-text", "6 1/4 − 2 5/6 + 1/3")
        self.assertLess(self.page.evaluate("window.jumps"), 0.01)

    def test_black_and_white_keeps_the_marks(self) -> None:
        self.page.emulate_media(forced_colors="active")
        self.open(SUBTRACTION)
        changed = self.page.locator(".working .changed").first
        self.assertNotEqual(changed.evaluate("e => getComputedStyle(e).outlineStyle"), "none")
        estimate = self.page.locator(".estimate").first
        self.assertEqual(estimate.evaluate("e => getComputedStyle(e).borderTopStyle"), "dashed")

    def test_at_390_px_everything_reads_as_one_column(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 844})
        for path, name in (
            (SUBTRACTION, "Columns"),
            (SUBTRACTION, "Four panels"),
            ("/work?problem=100 - 37.58", "Columns"),
        ):
            self.open(path)
            self.lay_out(name)
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        self.page.goto("/settings")
        self.page.get_by_label("opening up a whole").wait_for()
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)
        for path, ready in (("/line-up", ".example"), ("/show", ".show-problem"), ("/print", ".print-form")):
            self.page.goto(path)
            self.page.locator(ready).first.wait_for()
            if path == "/line-up":
                self.page.get_by_role("button", name="Draw a ladder").click()
                self.page.locator(".standings").wait_for()
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390, path)
