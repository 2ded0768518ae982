"""The bars of stories are honest: pieces as long as their amounts, one ground for one quantity, nothing written over
anything else, and on a sheet to fill in no number."""

import re
import unittest
import xml.etree.ElementTree as ET
from collections.abc import Iterator
from functools import cache
from itertools import combinations

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.units import one_and_many
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem
from keen_slate.core.stories.bars import Bars, Piece, bar_model
from keen_slate.core.stories.library import BY_ID, LIBRARY
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.render.pictures.bar_model import HIGH, bars_svg
from tests.render.test_pictures import SVG, boxes, marked, number
from tests.support.searching import DEEP

EACH = 20 if DEEP else 1
"""Stories with other numbers that are drawn beside each of the library."""


@cache
def stories() -> tuple[tuple[str, Problem], ...]:
    return tuple(_stories())


def _stories() -> Iterator[tuple[str, Problem]]:
    for story in LIBRARY:
        yield story.id, story.problem
        for seed in range(EACH):
            other = next(other_numbers(story.problem, str(seed), frozenset()), None)
            if other is not None:
                yield f"{story.id}/{seed}", other


def model_of(problem: Problem) -> tuple[Bars, ...]:
    assert isinstance(problem.expr, InStory)
    return bar_model(problem.expr.situation)


def drawn(model: tuple[Bars, ...], *, blank: bool = False) -> ET.Element:
    return ET.fromstring(bars_svg(model, "bars", Manner(), blank=blank))


def full_pieces(bars: Bars) -> list[tuple[str, Piece]]:
    """What is drawn as a rectangle, with the name of its row."""
    return [(row.name, piece) for row in bars.rows for piece in row.pieces if not piece.gap and not piece.dots]


class BarModels(unittest.TestCase):
    def test_pieces_of_one_unit_are_on_one_scale(self) -> None:
        for id, problem in stories():
            model = model_of(problem)
            rects = iter(marked(drawn(model), "piece"))
            scales: dict[str, set[float]] = {}
            for bars in model:
                named = bars.above or next(p.amount for _, p in full_pieces(bars) if p.amount)
                for _, piece in full_pieces(bars):
                    width = number(next(rects), "width")
                    if float(piece.size) and width > 3:  # a pixel has two places
                        unit = one_and_many(named.unit)[0]
                        scales.setdefault(unit, set()).add(round(width / float(piece.size), 4))
            with self.subTest(story=id):
                self.assertEqual(list(rects), [])
                for found in scales.values():
                    self.assertLess(max(found) / min(found), 1.005)

    def test_a_gap_is_what_the_larger_has_more(self) -> None:
        seen = 0
        for id, problem in stories():
            svg = drawn(model_of(problem))
            for gap in svg.iter(SVG + "path"):
                found = re.fullmatch(rf"M(\S+) (\S+) h(\S+) v{HIGH} h\S+ z", gap.get("d", ""))
                if found is None:
                    continue
                top = float(found[2]) - HIGH - 4
                above = [r for r in marked(svg, "piece") if abs(number(r, "y") - top) < 1]
                if not above:
                    continue
                with self.subTest(story=id):
                    end = max(number(r, "x") + number(r, "width") for r in above)
                    self.assertAlmostEqual(float(found[1]) + float(found[3]), end, delta=0.05)
                    seen += 1
        self.assertGreater(seen, 10)

    def test_a_quantity_keeps_its_ground_from_bar_to_bar(self) -> None:
        again = 0
        for id, problem in stories():
            model = model_of(problem)
            rects = iter(marked(drawn(model), "piece"))
            grounds: dict[str, str] = {}
            for bars in model:
                for row, piece in full_pieces(bars):
                    ground = next(rects).get("fill", "")
                    name = piece.amount.name if piece.amount else row
                    if not name or not piece.filled:
                        continue
                    with self.subTest(story=id, name=name):
                        again += name in grounds
                        self.assertEqual(grounds.setdefault(name, ground), ground)
        self.assertGreater(again, 4)

    def test_beside_each_other_stand_different_grounds(self) -> None:
        for id in ("two-shelves", "hours", "both-beds", "stock"):
            for bars in model_of(BY_ID[id].problem):
                row = bars.rows[0]
                if len(row.pieces) > 1 and bars.below is None:
                    grounds = [r.get("fill") for r in marked(drawn((bars,)), "piece")][: len(row.pieces)]
                    self.assertEqual(len(set(grounds)), len(grounds), id)

    def test_everything_written_is_inside_and_over_nothing_else(self) -> None:
        for id, problem in stories():
            svg = drawn(model_of(problem))
            width, height = (float(n) for n in svg.get("viewBox", "").split()[2:])
            written = list(boxes(svg))
            with self.subTest(story=id):
                for text, left, top, right, foot in written:
                    self.assertTrue(left >= 0 and top >= 0 and right <= width and foot <= height, text)
                for (one, l1, t1, r1, f1), (two, l2, t2, r2, f2) in combinations(written, 2):
                    self.assertFalse(l1 < r2 and l2 < r1 and t1 < f2 and t2 < f1, f"{one} over {two}")

    def test_blank_bars_have_names_and_no_number(self) -> None:
        for id, problem in stories():
            model = model_of(problem)
            names = {text for text, *_ in boxes(drawn(model, blank=True))}
            known = {r for bars in model for r in bars.relation.names} | {"…"}
            with self.subTest(story=id):
                self.assertLessEqual(names, known)
                self.assertNotIn("?", names)
