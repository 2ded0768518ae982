"""Pictures are honest: lengths and areas measured on the drawing are those of the numbers."""

import re
import unittest
import xml.etree.ElementTree as ET
from fractions import Fraction
from math import pi
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.shapes import (
    LARGEST_STRIP,
    NAMES,
    Bars,
    Disc,
    Discs,
    Jumps,
    Picture,
    Rectangles,
    Square,
    Strip,
    Strips,
    told,
)
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from keen_slate.render.pictures_svg import GRID, RADIUS, WHOLE, picture_svg
from tests.core.test_every_line_true import SCHOOLS
from tests.support.generated import sums
from tests.support.searching import searched

SVG = "{http://www.w3.org/2000/svg}"
PARTS = st.integers(2, 12).flatmap(lambda d: st.tuples(st.integers(1, d), st.just(d)))


def drawn(picture: Picture) -> ET.Element:
    return ET.fromstring(picture_svg(picture, say(told(picture))))


def area(rect: ET.Element) -> float:
    return float(rect.get("width", "")) * float(rect.get("height", ""))


def taken(svg: ET.Element, tag: str = "rect") -> list[ET.Element]:
    return [e for e in svg.iter(SVG + tag) if e.get("data-taken")]


class Geometry(unittest.TestCase):
    @searched(60)
    @given(PARTS, st.integers(1, 5))
    def test_a_strip_is_as_long_as_its_number(self, part: tuple[int, int], recut: int) -> None:
        svg = drawn(Strips((Strip(*part, recut),)))
        whole = next(e for e in svg.iter(SVG + "rect") if e.get("data-whole"))
        length = sum(float(e.get("width", "")) for e in taken(svg))
        self.assertAlmostEqual(length / float(whole.get("width", "")), part[0] / part[1], delta=0.01)
        cuts = [e for e in svg.iter(SVG + "line") if e.get("stroke-dasharray")]
        self.assertEqual(len(cuts), part[1] * (recut - 1))

    def test_what_goes_beyond_a_whole_lies_beside_it_on_the_same_scale(self) -> None:
        svg = drawn(Strips((Strip(19, 12), Strip(1, 2))))
        wholes = [float(e.get("width", "")) for e in svg.iter(SVG + "rect") if e.get("data-whole")]
        self.assertEqual(len(wholes), 3)
        self.assertEqual(len(set(wholes)), 1)
        self.assertLessEqual(wholes[0], WHOLE)

    @searched(60)
    @given(PARTS, PARTS)
    def test_the_overlap_of_a_rectangle_is_the_product(self, a: tuple[int, int], b: tuple[int, int]) -> None:
        svg = drawn(Rectangles(a[1], b[1], a[0], b[0], overlap=True))
        share = sum(area(e) for e in taken(svg)) / GRID**2
        self.assertAlmostEqual(share, float(Fraction(*a) * Fraction(*b)), delta=0.01)

    @searched(60)
    @given(PARTS, PARTS)
    def test_two_rectangles_show_the_two_fractions(self, a: tuple[int, int], b: tuple[int, int]) -> None:
        svg = drawn(Rectangles(a[1], b[1], a[0], b[0], overlap=False))
        share = sum(area(e) for e in taken(svg)) / GRID**2
        self.assertAlmostEqual(share, float(Fraction(*a) + Fraction(*b)), delta=0.01)

    @searched(60)
    @given(PARTS.filter(lambda p: p[1] > 1))
    def test_the_sectors_of_a_disc(self, part: tuple[int, int]) -> None:
        svg = drawn(Discs((Disc(part[1], part[0]),)))
        angles = 0.0
        for sector in taken(svg, "path"):
            numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*", sector.get("d", ""))]
            x, y, x1, y1 = numbers[:4]
            x2, y2 = numbers[-2:]
            chord = ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5
            self.assertAlmostEqual(((x1 - x) ** 2 + (y1 - y) ** 2) ** 0.5, RADIUS, delta=0.05)
            self.assertLessEqual(chord, 2 * RADIUS + 0.05)
            angles += 2 * pi / part[1]
        self.assertAlmostEqual(angles / (2 * pi), part[0] / part[1], delta=0.001)

    def test_jumps_are_to_scale(self) -> None:
        jumps = ((Fraction(9), Fraction(6)), (Fraction(6), Fraction(28, 5)))
        svg = drawn(Jumps(Fraction(5), Fraction(9), 5, jumps))
        widths = [float(e.get("data-from", "")) - float(e.get("data-to", "")) for e in svg.iter(SVG + "path")]
        self.assertAlmostEqual(widths[0] / widths[1], 3 / 0.4, delta=0.01)

    def test_bars_are_to_scale(self) -> None:
        svg = drawn(Bars(Fraction(17, 4), (Fraction(5, 2), Fraction(7, 4)), 1))
        parts = [float(e.get("width", "")) for e in svg.iter(SVG + "rect") if e.get("data-part")]
        self.assertAlmostEqual(parts[0] / parts[1], 2.5 / 1.75, delta=0.001)

    def test_a_square_takes_its_hundredths(self) -> None:
        svg = drawn(Square(Fraction(75, 2)))
        self.assertAlmostEqual(sum(area(e) for e in taken(svg)) / GRID**2, 0.375, delta=0.001)


class Choosing(unittest.TestCase):
    # By hand: problem, school, and for each line with pictures its rule and the kinds. Common practice, no source.
    BY_HAND: tuple[Any, ...] = (
        ("2/3 + 1/4", {}, [("problem", ["bars", "part-whole"]), ("list-multiples", ["strips", "rectangles"])]),
        ("9 − 3 2/5", {"subtracting": "count-back"}, [
            ("problem", ["bars", "part-whole"]), ("split-subtrahend", ["jumps"]), ("count-back-parts", ["jumps"]),
        ]),
        ("2/3 × 3/4", {}, [("multiply-fractions", ["rectangles"]), ("simplify", ["strips"])]),
        ("0.35 as a fraction", {}, [("write-fraction", ["square"]), ("simplify", ["jumps"])]),
        ("2 1/2 + ? = 4", {}, [("problem", ["bars", "part-whole"]), ("regroup", ["discs"])]),
        ("compare 3/4 and 5/6", {}, [("judge", ["strips"])]),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, school, expected in self.BY_HAND:
            with self.subTest(text=text):
                working = work(read(text), school_from(FACETS, school))
                found = [(working.lines[p.line].rule, [q.kind for q in p.pictures]) for p in pictures_of(working)]
                self.assertEqual(found, expected)

    def test_where_pieces_are_too_fine_another_picture_is_offered(self) -> None:
        found = {p.line: p for p in pictures_of(work(read("3/5 + 2/7 + 1/11"), school_from(FACETS, {})))}
        fine = next(p for p in found.values() if p.too_fine)
        assert fine.too_fine is not None
        self.assertEqual(say(fine.too_fine), "385ths are too fine to be seen in a strip.")
        self.assertEqual([p.kind for p in fine.pictures], ["jumps"])

    @searched(150)
    @given(sums(), SCHOOLS)
    def test_every_picture_can_be_drawn_and_told(self, text: str, school: School) -> None:
        working = work(read(text), school)
        for found in pictures_of(working):
            for picture in found.pictures:
                self.assertIn(picture.kind, NAMES)
                self.assertTrue(drawn(picture).get("aria-label", "").endswith("."))
                if isinstance(picture, Strips):
                    self.assertLessEqual(max(r.bottom * r.recut for r in picture.rows), LARGEST_STRIP)
