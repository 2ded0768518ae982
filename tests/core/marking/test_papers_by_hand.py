"""Papers that were marked by hand, with working and without."""

import unittest
from collections.abc import Iterator
from functools import cache
from pathlib import Path

from keen_slate.core.marking.judging import Judging, items_of
from keen_slate.core.reading.reading import read


@cache
def judging(item: str) -> Judging:
    return Judging(items_of((read(item),)))


def rows() -> Iterator[tuple[str, tuple[str, ...], str, set[str], set[str], int]]:
    for line in (Path(__file__).parent / "papers_by_hand.txt").read_text().splitlines():
        if line and not line.startswith("#"):
            *item, lines, answer, earned, lost, mark = line.split("|")
            told = tuple(x.strip() for x in lines.split(";") if x.strip())
            yield "|".join(item), told, answer.strip(), set(earned.split()), set(lost.split()), int(mark)


class PapersByHand(unittest.TestCase):
    def test_every_paper(self) -> None:
        count = 0
        for item, lines, answer, earned, lost, mark in rows():
            with self.subTest(item=item, lines=lines, answer=answer):
                found = judging(item).marked(0, answer, lines)
                given = {a.mark.method for a in found.methods if a.how}
                refused = {a.mark.method for a in found.methods if not a.how}
                kept = {a.mark.method for a in found.methods}
                self.assertEqual((given, found.answer_points), (earned & kept, mark))
                self.assertLessEqual(lost, refused)
                self.assertEqual(found.points, len(given) + mark)
            count += 1
        self.assertGreater(count, 35)
