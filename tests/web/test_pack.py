"""A whole lesson on paper in one order; sheets for their age; what stands there to work with."""

import io
import re
from typing import Any

from pypdf import PdfReader

from keen_slate.services.printing import Item, lesson_parts
from keen_slate.services.shapes.line_up import FadingShape, Task
from keen_slate.services.shapes.work import Edits
from tests.web.test_print import PROBLEMS, PrintTest

LADDER = ("1/4 + 1/4", "1/3 + 1/6", "1/2 + 1/4", "2/3 + 1/4", "5 1/6 - 2 5/6", "3/4 + 2/3")


def sizes_of(reader: PdfReader, needle: str) -> set[float]:
    """The sizes of letters, in points, in which a text stands."""
    found: set[float] = set()

    def visit(text: str, _: Any, matrix: Any, __: Any, size: float) -> None:
        if needle in text:
            found.add(round(abs(size * matrix[0]), 1))

    for page in reader.pages:
        page.extract_text(visitor_text=visit)
    return found


class Pack(PrintTest):
    def test_a_lesson_in_one_order(self) -> None:
        reader = self.printed(kind="pack")
        text = self.text(reader)
        titles = ("worked examples", "sheet A", "sheet B", "answers A", "answers B", "answers A with likely mistakes")
        places = [text.index(f"Raised beds: {title}") for title in titles]
        self.assertEqual(places, sorted(places))
        # Each part counts its own pages.
        feet = re.findall(r"Raised beds: ([^\n]+?)\s*\n?\s*(\d+) / (\d+)", text)
        counted: dict[str, list[tuple[int, int]]] = {}
        for title, page, of in feet:
            counted.setdefault(title, []).append((int(page), int(of)))
        self.assertEqual(list(counted), list(titles))
        for title, pages in counted.items():
            self.assertEqual(pages, [(n, len(pages)) for n in range(1, len(pages) + 1)], title)

    def test_the_key_of_24_items_has_at_most_two_pages(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Two dozen"}).get_json()
        for number in range(25):
            body = {"revision": made["revision"], "text": f"{number + 5} 1/6 - 2 5/6", "school": {}}
            made = self.client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
        begun = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": "pack"}).get_json()
        self.assertEqual(self.finished(begun["id"])["state"], "done")
        text = self.text(PdfReader(io.BytesIO(self.client.get(f"/api/print/{begun['id']}/file").data)))
        for name in "AB":
            pages = {int(of) for of in re.findall(rf"answers {name}\s*\n?\s*\d+ / (\d+)", text)}
            self.assertEqual(len(pages), 1)
            self.assertLessEqual(pages.pop(), 2)

    def test_every_page_of_a_short_one_can_be_looked_at(self) -> None:
        job = self.begin(kind="pack")
        pages = self.finished(job)["pages"]
        self.assertGreater(pages, 5)
        shown = {self.client.get(f"/api/print/{job}/preview?page={n}").data for n in range(1, pages + 1)}
        self.assertEqual(len(shown), pages)
        self.assertEqual(self.client.get(f"/api/print/{job}/preview?page={pages + 1}").status_code, 404)

    def test_a_draft_counts_as_printed_only_once_it_is_opened(self) -> None:
        def printed() -> int:
            return sum(
                e["kind"] == "printed"
                for e in self.client.get("/api/record?since=2020-01-01&until=2100-01-01").get_json()["entries"]
            )

        before = printed()
        made = self.client.post("/api/sets", json={"name": "Looked at"}).get_json()
        body = {"revision": made["revision"], "text": "1/4 + 1/2", "school": {}}
        self.client.post(f"/api/sets/{made['id']}/examples", json=body)
        job = self.client.post(f"/api/sets/{made['id']}/print", json={"kind": "key", "draft": True}).get_json()["id"]
        self.finished(job)
        self.assertEqual(printed(), before)
        self.client.get(f"/api/print/{job}/file")
        self.assertEqual(printed(), before + 1)


class Parts(PrintTest):
    """Which items are shown and which are worked on."""

    @staticmethod
    def item(text: str, **task: Any) -> Item:
        return Item(problem=text.replace("-", "−"), school={}, task=Task(**task), edits=Edits())

    def test_what_is_left_to_the_class_is_its_sheet(self) -> None:
        items = [
            self.item(LADDER[0]), self.item(LADDER[1], role="turn", fading=FadingShape(kind="bare")),
            self.item(LADDER[2], fading=FadingShape(kind="bare")), self.item(LADDER[3]),
            self.item(LADDER[4], role="choice"),
        ]  # fmt: skip
        shown, left, groups = lesson_parts(items)
        self.assertEqual(([i.problem for i in shown]), [items[0].problem, items[3].problem])
        self.assertEqual([i.problem for i in left], [items[n].problem for n in (1, 2, 4)])
        self.assertEqual(groups, ["As in example 1", "", "As in example 2"])

    def test_of_a_ladder_the_first_of_each_step_is_shown(self) -> None:
        added = ("", "", "simplify", "simplify", "regroup", "regroup")
        items = [self.item(text, added=a) for text, a in zip(LADDER, added, strict=True)]
        shown, left, groups = lesson_parts(items)
        self.assertEqual([i.problem for i in shown], [items[n].problem for n in (0, 2, 4)])
        self.assertEqual(groups, ["As in example 1", "As in example 2", "As in example 3"])
        self.assertEqual(len(left), 3)

    def test_one_item_is_shown_and_worked_on(self) -> None:
        shown, left, _ = lesson_parts([self.item(LADDER[0])])
        self.assertEqual((len(shown), len(left)), (1, 1))


class Sheets(PrintTest):
    @staticmethod
    def drawn(reader: PdfReader) -> int:
        """How many lines are drawn."""
        count = 0
        for page in reader.pages:
            contents = page.get_contents()
            count += len(re.findall(rb"\bl\b", contents.get_data())) if contents is not None else 0
        return count

    def test_letters_for_three_ages_and_reasons_that_can_be_read(self) -> None:
        seen = []
        for size in ("small", "medium", "large"):
            reader = self.printed(kind="worked", size=size)
            (name,) = sizes_of(reader, "Name")
            reasons = sizes_of(reader, "different sizes")
            self.assertTrue(all(r >= 0.8 * name for r in reasons), (size, reasons, name))
            seen.append(name)
        self.assertEqual(seen, sorted(set(seen)))
        self.assertGreaterEqual(seen[-1], 16)

    def test_the_first_done_two_together_the_rest_alone(self) -> None:
        items = self.items(self.printed(kind="together", organiser="lines", pictures=False))
        self.assertIn("7", items[0])  # 4 7/6: the first is done
        self.assertEqual(items[3], re.findall(r"\d+", "2/3 + 3/4"))  # the fourth is bare

    def test_what_stands_there_to_work_with(self) -> None:
        plain = self.text(self.printed(kind="bare", organiser="lines"))
        self.assertNotIn("About:", plain)
        text = self.text(self.printed(kind="bare", organiser="lines", estimate=True, line=True, conclusion=True))
        self.assertEqual(text.count("About:"), 10)
        self.assertIn("What I noticed:", text)
        bare = self.drawn(self.printed(kind="bare", organiser="lines"))
        strips = self.drawn(self.printed(kind="bare", organiser="lines", strips=True))
        cuts: list[int] = [int(b) for problem in PROBLEMS for b in re.findall(r"/(\d+)", problem)]
        self.assertGreater(strips, bare + sum(cuts) // 2)

    def test_strips_and_discs_of_the_sizes_of_a_set(self) -> None:
        reader = self.printed(kind="cut-outs")
        self.assertIn("to cut out and colour", self.text(reader))
        sizes: set[int] = {int(b) for problem in PROBLEMS for b in re.findall(r"/(\d+)", problem)}
        self.assertGreater(self.drawn(reader), 3 * sum(sizes))  # each piece of three discs has a line of its own
