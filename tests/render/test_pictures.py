"""Pictures are honest: lengths, areas and angles measured on the drawing are those of the numbers, and what is written
on it is large enough, inside the drawing, and nowhere over anything else that is written."""

import re
import unittest
import xml.etree.ElementTree as ET
from collections.abc import Iterator
from fractions import Fraction
from itertools import combinations, pairwise
from math import atan2, pi

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School
from keen_slate.core.notation.manner import Manner
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.shapes import (
    WRONG,
    Bars,
    Cells,
    Crossed,
    Disc,
    Discs,
    Fits,
    Jump,
    Jumps,
    Picture,
    PlaceRow,
    Places,
    Rectangles,
    Run,
    Shares,
    Square,
    Squares,
    Strip,
    Strips,
    told,
)
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.working.work import work
from keen_slate.render.pictures.drawing import SIZE, WIDTH
from keen_slate.render.pictures.svg import picture_svg
from tests.core.test_every_line_true import SCHOOLS
from tests.core.test_pictures import PARTS as PERCENTS
from tests.core.test_pictures import PRODUCTS
from tests.core.test_reading_off import NUMBERS, PICTURES, to_be_read, worth
from tests.support.generated import asked, decimal_sums, sums
from tests.support.searching import searched

SVG = "{http://www.w3.org/2000/svg}"
PARTS = st.integers(2, 12).flatmap(lambda d: st.tuples(st.integers(1, d), st.just(d)))
DIGIT = 0.5 * SIZE
"""Narrower than any digit of the face: what overlaps by this measure overlaps."""


def drawn(picture: Picture) -> ET.Element:
    return ET.fromstring(picture_svg(picture, say(told(picture))))


def number(element: ET.Element, name: str) -> float:
    return float(element.get(name, ""))


def area(rect: ET.Element) -> float:
    return number(rect, "width") * number(rect, "height")


def marked(svg: ET.Element, mark: str, tag: str = "rect") -> list[ET.Element]:
    return [e for e in svg.iter(SVG + tag) if e.get(f"data-{mark}")]


def angle(sector: ET.Element) -> float:
    """The angle of a sector at its centre, in turns."""
    x, y, x1, y1, *_, x2, y2 = (float(n) for n in re.findall(r"-?\d+\.?\d*", sector.get("d", "")))
    return ((atan2(y2 - y, x2 - x) - atan2(y1 - y, x1 - x)) / (2 * pi)) % 1


def boxes(svg: ET.Element) -> Iterator[tuple[str, float, float, float, float]]:
    """Everything written, with where it stands at least: left, top, right, bottom."""
    for text in svg.iter(SVG + "text"):
        size, written = number(text, "font-size"), text.text or ""
        width = DIGIT * size / SIZE * len(written)
        x, y = number(text, "x"), number(text, "y")
        left = {"start": x, "middle": x - width / 2, "end": x - width}[text.get("text-anchor", "")]
        yield written, left, y - 0.6 * size, left + width, y


class Geometry(unittest.TestCase):
    @searched(60)
    @given(PARTS, st.integers(1, 5))
    def test_a_strip_is_as_long_as_its_number(self, part: tuple[int, int], recut: int) -> None:
        svg = drawn(Strips((Strip((Run(*part),), CommonFraction(*part), recut),)))
        whole = marked(svg, "whole")[0]
        length = sum(number(e, "width") for e in marked(svg, "taken"))
        self.assertAlmostEqual(length / number(whole, "width"), part[0] / part[1], delta=0.01)
        cuts = [e for e in svg.iter(SVG + "line") if e.get("stroke-dasharray")]
        self.assertEqual(len(cuts), part[1] * (recut - 1))

    @searched(60)
    @given(st.lists(PARTS, min_size=1, max_size=4))
    def test_strips_lie_end_to_end_and_go_on_in_the_next_whole(self, parts: list[tuple[int, int]]) -> None:
        svg = drawn(Strips((Strip(tuple(Run(*p, of) for of, p in enumerate(parts))),)))
        pieces = sorted(marked(svg, "taken"), key=lambda e: number(e, "x"))
        for one, other in pairwise(pieces):
            self.assertAlmostEqual(number(one, "x") + number(one, "width"), number(other, "x"), delta=0.02)
        whole = number(marked(svg, "whole")[0], "width")
        total = sum((Fraction(*p) for p in parts), Fraction(0))
        length = number(pieces[-1], "x") + number(pieces[-1], "width") - number(pieces[0], "x")
        self.assertAlmostEqual(length / whole, float(total), delta=0.02)
        self.assertEqual(len(marked(svg, "whole")), max(1, -int(-total // 1)))

    def test_what_is_taken_lies_at_the_end_and_is_struck(self) -> None:
        svg = drawn(Strips((Strip((Run(5, 12), Run(9, 12, 0, "gone"))),)))
        kept, gone = marked(svg, "taken"), marked(svg, "gone")
        self.assertEqual((len(kept), len(gone)), (5, 9))
        self.assertLess(max(number(e, "x") for e in kept), min(number(e, "x") for e in gone))

    @searched(60)
    @given(st.integers(1, 30), PARTS, st.integers(1, 30), PARTS)
    def test_the_crossing_of_columns_and_rows_is_the_product(
        self, m: int, a: tuple[int, int], n: int, b: tuple[int, int]
    ) -> None:
        one, other = Fraction(m % (2 * a[1]) + 1, a[1]), Fraction(n % (2 * b[1]) + 1, b[1])
        svg = drawn(Crossed(a[1], b[1], int(one * a[1]), int(other * b[1])))
        share = sum(area(e) for e in marked(svg, "taken")) / area(marked(svg, "whole")[0])
        self.assertAlmostEqual(share, float(one * other), delta=0.03)

    @searched(60)
    @given(PARTS, PARTS)
    def test_cells_of_two_fractions_and_of_both_together(self, a: tuple[int, int], b: tuple[int, int]) -> None:
        bottom = a[1] * b[1]
        first, second = Cells((Run(a[0] * b[1], bottom),)), Cells((Run(b[0] * a[1], bottom, 1),), across=True)
        svg = drawn(Rectangles(a[1], b[1], (first, second), 2))
        share = sum(area(e) for e in marked(svg, "taken")) / area(marked(svg, "whole")[0])
        self.assertAlmostEqual(share, float(Fraction(*a) + Fraction(*b)), delta=0.03)
        places = {(e.get("x"), e.get("y")) for e in marked(svg, "taken")}
        self.assertEqual(len(places), a[0] * b[1] + b[0] * a[1])  # no cell is taken twice

    @searched(60)
    @given(PARTS, st.integers(0, 11))
    def test_the_sectors_of_a_disc(self, part: tuple[int, int], gone: int) -> None:
        gone = min(gone, part[1] - part[0])
        runs = (Run(*part), Run(gone, part[1], 0, "gone"))[: 1 + bool(gone)]
        svg = drawn(Discs((Disc(part[1], runs),)))
        self.assertAlmostEqual(sum(map(angle, marked(svg, "taken", "path"))), part[0] / part[1], delta=0.01)
        self.assertAlmostEqual(sum(map(angle, marked(svg, "gone", "path"))), gone / part[1], delta=0.01)

    @searched(60)
    @given(PARTS, PARTS)
    def test_what_fits_is_laid_off_to_scale(self, a: tuple[int, int], b: tuple[int, int]) -> None:
        total, each = Fraction(*a), Fraction(*b)
        bottom = a[1] * b[1]
        picture = Fits(CommonFraction(*a), CommonFraction(*b), bottom, int(total * bottom), int(each * bottom))
        svg = drawn(picture)
        strip, laid = marked(svg, "taken"), marked(svg, "laid")
        width = sum(number(e, "width") for e in strip)
        self.assertAlmostEqual(sum(number(e, "width") for e in laid) / width, 1, delta=0.01)
        self.assertEqual(len(laid), -int(-total // each))
        if total >= each:
            self.assertAlmostEqual(number(laid[0], "width") / width, float(each / total), delta=0.01)

    def test_jumps_are_to_scale(self) -> None:
        jumps = (Jump(Fraction(9), Fraction(6), Whole(3)), Jump(Fraction(6), Fraction(28, 5), CommonFraction(2, 5)))
        svg = drawn(Jumps(Fraction(5), Fraction(9), Fraction(1), Fraction(1, 5), jumps))
        arcs = [e for e in svg.iter(SVG + "path") if e.get("data-from")]
        widths = [number(e, "data-from") - number(e, "data-to") for e in arcs]
        self.assertAlmostEqual(widths[0] / widths[1], 3 / 0.4, delta=0.01)

    def test_bars_and_shares_are_to_scale(self) -> None:
        whole, parts = MixedNumber(4, 1, 4), (MixedNumber(2, 1, 2), MixedNumber(1, 3, 4))
        drawn_parts = [number(e, "width") for e in marked(drawn(Bars(whole, parts, 1)), "part")]
        self.assertAlmostEqual(drawn_parts[0] / drawn_parts[1], 2.5 / 1.75, delta=0.001)
        svg = drawn(Shares(Whole(20), 5, 3, Whole(4)))
        taken = sum(number(e, "width") for e in marked(svg, "taken"))
        self.assertAlmostEqual(taken / number(marked(svg, "whole")[0], "width"), 0.6, delta=0.001)

    def test_a_square_takes_its_hundredths(self) -> None:
        svg = drawn(Squares((Square(Fraction(75, 2), DecimalNumeral(375, 3)), Square(Fraction(130), Whole(1), 1))))
        wholes = marked(svg, "whole")
        self.assertEqual(len(wholes), 3)
        self.assertAlmostEqual(sum(area(e) for e in marked(svg, "taken")) / area(wholes[0]), 1.675, delta=0.001)

    def test_digits_stand_under_the_places_they_move_to(self) -> None:
        svg = drawn(Places((PlaceRow("35", -1), PlaceRow("35", 1))))
        at = [(t.text, number(t, "x"), number(t, "y"), t.get("text-anchor")) for t in svg.iter(SVG + "text")]
        digits = sorted((y, x) for text, x, y, _ in at if text in ("3", "5"))
        places = sorted({x for _, x in digits})
        self.assertEqual([x for _, x in digits], [places[2], places[3], places[0], places[1]])
        tens, ones = (
            next(x for text, x, _, anchor in at if text == head and anchor == "start") for head in ("10", "1")
        )
        self.assertTrue(tens < places[0] < ones < places[1])


class ReadOff(unittest.TestCase):
    """The picture that is asked of holds the number in its measures, and nowhere in its words."""

    @searched(300)
    @given(NUMBERS, PICTURES)
    def test_the_number_can_be_measured_and_is_not_written(self, text: str, picture: str) -> None:
        problem = to_be_read(text, picture)
        if problem is None:
            return
        svg = drawn(pictures_of(work(problem))[0].proofs[0].picture)
        words = [t.text or "" for t in svg.iter(SVG + "text")]
        value = worth(text)
        # Half of the smallest piece or space, of which a drawing rounded to hundredths never comes near.
        close = 0.008 if not picture.startswith("a number line") else float(value) / 2000
        self.assertAlmostEqual(self.measured(svg, picture), float(value), delta=close, msg=f"{text} from {picture}")
        self.assertLessEqual(words.count("?"), 1)
        self.assertNotIn(text, words)

    def measured(self, svg: ET.Element, picture: str) -> float:
        if picture.startswith("a number line"):
            at = number(marked(svg, "point", "circle")[0], "cx")
            ticks = [e for e in svg.iter(SVG + "line") if e.get("x1") == e.get("x2") and not e.get("stroke-dasharray")]
            long = sorted(number(e, "x1") for e in ticks if number(e, "y2") - number(e, "y1") > 9)
            values = self.numbers_under(svg)
            start, end = long[0], long[-1]
            self.assertTrue(any(abs(number(e, "x1") - at) < 0.02 for e in ticks), "the point stands on a mark")
            return float(values[0]) + (at - start) / (end - start) * float(values[-1] - values[0])
        if picture == "discs":
            return sum(map(angle, marked(svg, "taken", "path"))) + len(marked(svg, "taken", "circle"))
        whole = marked(svg, "whole")[0]
        measure = area if picture == "a hundred square" else lambda e: number(e, "width")
        filled = sum(measure(e) for e in marked(svg, "taken"))
        return filled / measure(whole)

    def numbers_under(self, svg: ET.Element) -> list[Fraction]:
        """The numbers of a line, all of them wholes or decimals."""
        return sorted(Fraction(t.text or "0") for t in svg.iter(SVG + "text") if t.text != "?")


class Legible(unittest.TestCase):
    def looked_at(self, picture: Picture, what: str) -> None:
        svg = drawn(picture)
        width, height = number(svg, "width"), number(svg, "height")
        self.assertLessEqual(width, WIDTH, what)
        for written, left, top, right, bottom in boxes(svg):
            self.assertTrue(left >= -1 and right <= width + 1 and top >= -1 and bottom <= height + 1, (what, written))
        for text in svg.iter(SVG + "text"):
            self.assertGreaterEqual(number(text, "font-size"), SIZE, what)
        for one, other in combinations(list(boxes(svg)), 2):
            apart = one[3] <= other[1] or other[3] <= one[1] or one[4] <= other[2] or other[4] <= one[2]
            self.assertTrue(apart, (what, one, other))

    def judged(self, text: str, school: School) -> None:
        try:
            working = work(read(text), school)
        except UnreadableProblem:
            return
        for found in pictures_of(working):
            for proof in found.proofs:
                self.looked_at(proof.picture, f"{text} @ {found.line}: {proof.picture}")

    @searched(300)
    @given(sums(4), SCHOOLS)
    def test_sums(self, text: str, school: School) -> None:
        self.judged(text, school)

    @searched(200)
    @given(NUMBERS, PICTURES, SCHOOLS)
    def test_what_is_read(self, text: str, picture: str, school: School) -> None:
        self.judged(f"read {text} from {picture}", school)

    @searched(300)
    @given(PRODUCTS | PERCENTS | decimal_sums() | asked(), SCHOOLS)
    def test_other_kinds(self, text: str, school: School) -> None:
        self.judged(text, school)

    def test_the_decimal_sign_and_the_caption_go_with_a_drawing(self) -> None:
        (line,) = (p for p in pictures_of(work(read("0.35 as a fraction"))) if p.line == 1)
        svg = picture_svg(line.proofs[0].picture, "told", Manner(decimal_sign=","), "What is seen & said")
        self.assertIn(">0,35<", svg)
        self.assertEqual(ET.fromstring(svg).findtext(SVG + "desc"), "What is seen & said")

    def test_two_quantities_are_told_apart_without_colour(self) -> None:
        svg = drawn(Strips(tuple(Strip((Run(1, 2, of),)) for of in (WRONG, 0, 1, 2, 3))))
        marks = {p.get("id"): p[1].get("d") or p[1].tag for p in svg.iter(SVG + "pattern")}
        grounds = [e.get("fill", "").removeprefix("url(#").removesuffix(")") for e in marked(svg, "taken")]
        self.assertEqual(len({marks.get(g, "plain") for g in grounds}), 5)

    def test_a_value_is_what_its_label_says(self) -> None:
        for found in pictures_of(work(read("4/6 + 3/4"))):
            for proof in found.proofs:
                for row in proof.picture.rows if isinstance(proof.picture, Strips) else ():
                    if row.label is not None:
                        self.assertEqual(evaluate(row.label), row.length)
