"""Every kind of number with every operation and every task, through all that the places ask for: the sheet, its
pictures, the second look, the lesson, the handout. None of it breaks down, whatever the numbers do not come to."""

import re
import unittest
from collections import Counter
from html import unescape
from itertools import product
from typing import Any
from uuid import UUID

from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.stories.library import LIBRARY
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.render.spoken import aloud
from keen_slate.services.formats import as_csv, as_latex, as_qti, as_svg
from keen_slate.services.lessons import lesson_item
from keen_slate.services.printing import Item, item_data
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.printing import PrintRequest
from keen_slate.services.shapes.work import Edits, WorkRequest, WrongRequest
from keen_slate.services.work.compared import ways
from keen_slate.services.work.looked_at import look, open_mistake
from keen_slate.services.work.pictures import pictures
from keen_slate.services.work.shown import work_out
from keen_slate.store.models import Example, ExampleSet
from tests.support.searching import DEEP

NUMBERS = ("2/3", "5/4", "1 2/5", "3", "7", "0.4", "2.75", "0.(3)", "1.1(6)", "40%", "0.07", "4/1")
TASKS = (
    "{} as a decimal", "{} as a fraction", "{} as a percent", "{} as a mixed number", "simplify {}", "expand {}",
    "round {} to 1 place", "estimate {} + 2.8", "estimate {} × 4.1", "compare {} and 0.6", "order {}; 2/5; 0.9",
    "? + {} = 4", "{} × ? = 6", "{} = ?/12", "increase {} by 15%", "read {} from strips", "read {} from discs",
    "read {} from a number line", "read {} from a hundred square", "read {} from a number line in 4 spaces",
    "{} ÷ 4 with a remainder", "3 × ({} − 0.1)", "−{} + 1/2", "{} of 60", "how many {} in 5", "subtract {} from 8",
)  # fmt: skip
UNHEARD = re.compile(r"\d/\d|[×÷≈=<>%□]| [+\u2212] ")
"""What a screen reader passes over, or reads as a letter."""
PRINTED = (*(PrintRequest(kind=kind) for kind in ("worked", "teacher")), PrintRequest(kind="bare", organiser="columns"))


class EveryKind(unittest.TestCase):
    def test_sums(self) -> None:
        self.tried(self.pairs("+"), 100)

    def test_differences(self) -> None:
        self.tried(self.pairs("−"), 100)

    def test_products(self) -> None:
        self.tried(self.pairs("×"), 100)

    def test_quotients(self) -> None:
        self.tried(self.pairs("÷"), 100)

    def test_tasks(self) -> None:
        self.tried([task.format(number) for task in TASKS for number in NUMBERS], 150)

    def test_stories(self) -> None:
        """All that ship, and each with other numbers."""
        others = [next(other_numbers(story.problem, "places"), story.problem).text() for story in LIBRARY]
        self.tried([story.form for story in LIBRARY] + others[:: 1 if DEEP else 3], 60)

    def pairs(self, sign: str) -> list[str]:
        return [f"{a} {sign} {b}" for a, b in product(NUMBERS, NUMBERS)]

    def tried(self, texts: list[str], at_least: int) -> None:
        readable = [text for text in texts if self.is_readable(text)]
        self.assertGreater(len(readable), at_least)
        for text in readable:
            with self.subTest(text=text):
                self.through_all_places(text)

    def is_readable(self, text: str) -> bool:
        try:
            read(text)
        except UnreadableProblem:
            return False
        return True

    def through_all_places(self, text: str) -> None:
        request = WorkRequest(text=text)
        worked = work_out(request)
        self.assertTrue(worked.lines[-1].notation.text)
        drawn = [p for line in pictures(request).lines for p in line.pictures]
        self.assertTrue(all(p.svg.startswith("<svg") and p.told.endswith(".") for p in drawn))
        looked = look(request)
        opened = [
            open_mistake(WrongRequest(text=text, mistake=wrong.mistake))
            for wrong in looked.likely_wrong[: None if DEEP else 3]
        ]
        self.assertTrue(all(o.belief and o.shows and o.question.endswith("?") for o in opened))
        shown = [worked.model_dump(), looked.model_dump(), [o.model_dump() for o in opened], [p.svg for p in drawn]]
        for markup in markup_in(shown):
            self.is_heard(markup)
        heard = unescape(looked.number_line or "")
        for wrong in looked.likely_wrong if heard else ():
            told = f"Likely wrong answer {wrong.letter}, “{aloud(wrong.name, USUAL_MANNER)}”: "
            self.assertTrue(told in heard or not wrong.letter, f"{told} in {heard[:300]}")
        if DEEP or len(text) % 4 == 0:
            self.assertTrue(ways(request).facets)  # every choice of every school, drawn
        example = Example(
            id=UUID(int=1), problem=read(text).text(), school={}, task=Task().model_dump(), edits=Edits().model_dump()
        )
        self.assertEqual(lesson_item(example, {}).answer, worked.answer)
        if DEEP or len(text) % 3 == 0:
            found = ExampleSet(id=UUID(int=2), name="One", pictures=[], examples=[example])
            for written in (as_csv(found, {}), as_latex(found, {}), as_svg(found, {}), as_qti(found, {})):
                self.assertTrue(written)
        item = Item(problem=read(text).text(), school={}, task=Task(), edits=Edits(), liked=[])
        for asked in PRINTED:
            set_out = item_data(1, item, asked, {})
            self.assertTrue(set_out["problem"]["alt"])
            self.gives_nothing_away(set_out["space"], text)

    def gives_nothing_away(self, space: dict[str, Any] | None, text: str) -> None:
        """Columns to work in hold the figures of the problem, each once, and empty boxes; no point of a result."""
        for board in space["boards"] if space and space["kind"] == "boards" else ():
            cells = [cell for row in board["rows"] for cell in row["cells"]]
            figures = [mark[0] for cell in cells for slot in ("figure", "top", "bottom") for mark in cell[slot]]
            self.assertLessEqual(Counter("".join(figures)) & Counter("0123456789"), Counter(text))
            self.assertIn("", figures)
            self.assertFalse([cell for cell in cells if cell["point"] and cell["figure"] and not cell["figure"][0][0]])

    def is_heard(self, markup: str) -> None:
        """Nothing drawn or typeset is without a text alternative, and no sign or slash stands in one."""
        for kind, attributes in re.findall(r"<(math|svg)([^>]*)>", markup):
            heard = re.search(r'aria-label="([^"]*)"', attributes)
            assert heard is not None, f"a {kind} that cannot be heard: {markup[:200]}"
            self.assertIsNone(UNHEARD.search(unescape(heard.group(1))), heard.group(1))


def markup_in(found: Any) -> list[str]:
    """Every value in which something is typeset or drawn."""
    if isinstance(found, dict):
        found = list(found.values())
    if isinstance(found, list):
        return [markup for value in found for markup in markup_in(value)]
    return [found] if isinstance(found, str) and "<" in found else []


if __name__ == "__main__":
    unittest.main()
