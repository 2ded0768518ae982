"""MathML, prose, speech and the number line."""

import unittest
import xml.etree.ElementTree as ET
from fractions import Fraction

from hypothesis import given

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.pictures.number_line import Band, number_line
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.working.work import work
from keen_slate.render.mathml import mathml
from keen_slate.render.number_line_svg import MARGIN, WIDTH, number_line_svg
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import spoken
from tests.support.generated import expressions
from tests.support.searching import searched

# MathML Core (W3C), from memory: the elements used here and how many children each takes.
CORE_ELEMENTS = {"math": None, "mrow": None, "mn": 0, "mo": 0, "mtext": 0, "mfrac": 2, "msup": 2, "mover": 2}


class MathML(unittest.TestCase):
    @searched(300)
    @given(expressions())
    def test_only_elements_of_mathml_core(self, text: str) -> None:
        try:
            working = work(read(text))
        except UnreadableProblem:
            return
        for line in working.lines:
            for element in ET.fromstring(mathml(line.expr, changed=line.changed)).iter():
                self.assertIn(element.tag, CORE_ELEMENTS)
                count = CORE_ELEMENTS[element.tag]
                self.assertTrue(count is None or count == len(element))

    def test_a_bar_stands_over_what_repeats_and_over_nothing_else(self) -> None:
        """In the markup itself, so that it is there wherever the formula is copied to: 0.1(6) is not 0.16."""
        for text, before, block in (("1/6", "0.1", "6"), ("1/7", "0.", "142857"), ("2 5/11", "2.", "45")):
            formula = ET.fromstring(mathml(work(read(f"{text} as a decimal")).answer))
            (over,) = formula.iter("mover")
            self.assertEqual([e.text for e in over], [block, "\u00af"])
            self.assertEqual("".join(n.text or "" for n in formula.iter("mn")), before + block)
        self.assertEqual(list(ET.fromstring(mathml(read("0.16").expr)).iter("mover")), [])
        shown = mathml(work(read("1/7 as a decimal")).answer, Manner(decimal_sign=","))
        self.assertIn("<mn>0,</mn>", shown)

    def test_only_what_changed_is_marked(self) -> None:
        line = next(n for n in work(read("5 1/6 − 2 5/6")).lines if n.rule == "regroup")
        marked = ET.fromstring(mathml(line.expr, changed=line.changed)).findall("mrow[@class='changed']")
        self.assertEqual(["".join(m.itertext()) for m in marked], ["476"])

    def test_the_size_of_the_piece_is_the_bottom(self) -> None:
        pieces = ET.fromstring(mathml(read("2 3/4").expr)).findall(".//mn[@class='piece']")
        self.assertEqual([p.text for p in pieces], ["4"])


class Aloud(unittest.TestCase):
    def test_spoken(self) -> None:
        for text, aloud in (
            ("6 1/4 − 2 5/6", "6 and 1 quarter minus 2 and 5 sixths"),
            ("2(1/2 + 1/3)", "2 times open bracket 1 half plus 1 third close bracket"),
            ("7^2 ÷ 3", "7 to the power 2 divided by 3"),
            ("−3/24", "negative 3 24ths"),
        ):
            self.assertEqual(spoken(read(text).expr), aloud)

    def test_prose_is_escaped(self) -> None:
        self.assertEqual(prose_html("<b> & 3/0", USUAL_MANNER), "&lt;b&gt; &amp; 3/0")
        for sign in (":", ".", ",", "?", ").", ";"):
            html = prose_html(f"1 whole as 6/6{sign} five, and 3/6 more", USUAL_MANNER)
            self.assertIn(f"</math>{sign}</span> five", html)  # no line begins with it
            self.assertEqual(html.count('<span class="amount">'), 1)
        self.assertIn("<mn>5</mn><mfrac>", prose_html("9 becomes 8 5/5: 5 5/6", USUAL_MANNER).replace(" ", ""))

    def test_a_fraction_in_a_sentence_is_heard_as_one(self) -> None:
        said = prose_html("3/4 is 2 1/4 less", Manner(quarter="fourth"))
        heard = [e.get("aria-label") for e in ET.fromstring(f"<p>{said}</p>").iter("math")]
        self.assertEqual(heard, ["3 fourths", "2 and 1 fourth"])


class NumberLine(unittest.TestCase):
    LINE = number_line(
        Fraction(41, 12),
        (Band(Fraction(3), Fraction(5, 2), Fraction(7, 2)),),
        (("A", Fraction(55, 12)), ("B", Fraction(13, 4)), ("C", Fraction(4000))),
    )

    def test_places_are_to_scale(self) -> None:
        line = self.LINE
        self.assertEqual(line.place(line.low), 0)
        self.assertEqual(line.place(line.high), 1)
        self.assertEqual(line.place(Fraction(3)) * (line.high - line.low), 3 - line.low)

    def test_a_far_answer_does_not_squeeze_the_rest(self) -> None:
        self.assertEqual([m.beyond for m in self.LINE.wrong], [0, 0, 1])
        self.assertLessEqual(self.LINE.high, 10)

    def test_the_drawing_measures_what_it_shows(self) -> None:
        svg = ET.fromstring(number_line_svg(self.LINE))
        band = next(e for e in svg.iter("rect") if e.get("class") == "band")
        scale = (WIDTH - 2 * MARGIN) / float(self.LINE.high - self.LINE.low)
        self.assertAlmostEqual(float(band.get("width", "")), 1.0 * scale, delta=0.1)
        self.assertIn("The answer is 3 and 5 twelfths.", svg.get("aria-label", ""))
        self.assertIn("Likely wrong answer A: 4 and 7 twelfths.", svg.get("aria-label", ""))
        named = number_line_svg(self.LINE, Manner(quarter="fourth"), {"B": "wholes left out"})
        self.assertIn("Likely wrong answer B, “wholes left out”: 3 and 1 fourth.", named)
