"""Every line and every reason of whole workings that were written by hand."""

import re
import unittest
from pathlib import Path

from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.arithmetic import value_of_line

Case = tuple[dict[str, str], list[tuple[str, str]]]
NO_ONE_VALUE = (
    "with a remainder", "estimate", "simplify", "round", "compare", "order", " as a", "=", "%", " m",
)  # fmt: skip


def cases() -> list[Case]:
    """The questions are left out, except where a working says that they are asked."""
    found: list[Case] = []
    for block in (Path(__file__).parent / "workings_by_hand.txt").read_text().split("\n\n"):
        rows = [row for row in block.splitlines() if row and not row.startswith("#")]
        if not rows:
            continue
        school = {"questions": "unasked"}
        if rows[0].startswith("by: "):
            school |= dict(pair.split("=") for pair in rows.pop(0).removeprefix("by: ").split(", "))
        found.append((school, [tuple(row.split(" | ")) for row in rows]))  # type: ignore[misc]
    return found


class WorkingsByHand(unittest.TestCase):
    maxDiff = None

    def test_every_line_and_reason(self) -> None:
        for school, lines in cases():
            with self.subTest(problem=lines[0][0], school=school):
                problem = read(lines[0][0])
                working = work(problem, school_from(FACETS, school))
                self.assertEqual(working.refused, ())
                written = [problem.text()]
                written += [text_of(n.expr, Manner(label=problem.label)) for n in working.lines[1:]]
                self.assertEqual(list(zip(written, (say(n.said) for n in working.lines), strict=True)), lines)

    def test_the_cases_are_true_themselves(self) -> None:
        """Each line by hand has the value of the problem, by Python's fractions; no problem stands twice."""
        seen = [(sorted(school.items()), lines[0][0]) for school, lines in cases()]
        self.assertEqual(len(seen), len({str(s) for s in seen}))
        self.assertGreaterEqual(len(seen), 120)
        for _, lines in cases():
            if any(mark in lines[0][0] for mark in NO_ONE_VALUE):
                continue
            first = re.sub(r" in \d+ths$", "", lines[0][0].replace(" of ", " × "))
            first = re.sub(r"^read (.*) from .*$", r"\1", first)
            for text in (first, *(text for text, _ in lines[1:])):
                text = text.rstrip("%")
                self.assertEqual(value_of_line(text), value_of_line(first), text)

    def test_every_choice_of_every_school_is_worked(self) -> None:
        used = {pair for school, _ in cases() for pair in school.items()}
        defaults = {(f.id, f.default) for f in FACETS}
        asked_only = {("negatives", "not-yet")}
        self.assertEqual({(f.id, c.id) for f in FACETS for c in f.choices} - used - defaults - asked_only, set())
