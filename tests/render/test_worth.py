"""What is shown is worth what it stands for: MathML, LaTeX, Office maths and the print are read again and worked out.

The readers here share nothing with the engine: they rewrite what they see for Python and use ``fractions``. They
know only how notation is read: a number with a fraction behind it is a mixed number, a bar means for ever.
"""

import re
import unittest
import xml.etree.ElementTree as ET
from collections.abc import Iterator
from fractions import Fraction
from typing import Any

from hypothesis import given

from keen_slate.core.problem.tree import Chain, Comparison, Estimating, Expr, FromPicture, Rounding, evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.working.work import work
from keen_slate.render.latex import latex
from keen_slate.render.mathml import mathml
from keen_slate.render.office.formulas import mathml_text, office_maths_of
from keen_slate.render.typeset import typeset
from tests.support.generated import asked, decimal_sums, expressions
from tests.support.searching import searched

SIGNS = {"+": "+", "−": "-", "-": "-", "×": "*", "÷": "/", "of": "*"}
BRACKETS = dict.fromkeys("([{", "(") | dict.fromkeys(")]}", ")")
AMOUNT, FRACTION, SIGN, OPEN, CLOSE, POWER, PERCENT = range(7)
Token = tuple[int, str]


def worth(tokens: list[Token]) -> Fraction:
    """What a row of amounts, signs and brackets is worth."""
    text, before = "", SIGN
    for kind, shown in tokens:
        if kind == FRACTION and before == AMOUNT:  # a mixed number
            number = re.search(r"F\('[^']*'\)$", text)
            assert number is not None, text
            text = f"{text[: number.start()]}({number.group()}+{shown})"
        elif kind == PERCENT:
            text += "/100"
        else:
            beside = before in (AMOUNT, FRACTION, CLOSE, POWER) and kind in (AMOUNT, FRACTION, OPEN)
            text += ("*" if beside else "") + shown
        before = kind if kind != PERCENT else CLOSE
    return Fraction(eval(text, {"__builtins__": {}, "F": Fraction}))


def amount(shown: str) -> Token:
    return AMOUNT, f"F('{shown}')"


def going_on(start: str, block: str) -> Token:
    """0.1 with a bar over a 6 behind it, as a geometric series."""
    places = len(start.partition(".")[2])
    ends = Fraction(start.rstrip(".") or "0")
    return AMOUNT, f"F('{ends + Fraction(int(block), 10**places * (10 ** len(block) - 1))}')"


def fraction(top: list[Token], bottom: list[Token]) -> Token:
    return FRACTION, f"F('{worth(top) / worth(bottom)}')"


def mathml_tokens(element: ET.Element) -> Iterator[Token]:
    children = list(element)
    for index, child in enumerate(children):
        following = children[index + 1] if index + 1 < len(children) else None
        match child.tag:
            case "mn" if following is not None and following.tag == "mover":
                block, bar = following
                assert bar.text == "\u00af"
                yield going_on(child.text or "", block.text or "")
            case "mn":
                yield amount(child.text or "")
            case "mo" if child.text in BRACKETS:
                yield (OPEN if BRACKETS[child.text] == "(" else CLOSE), BRACKETS[child.text]
            case "mo" if child.text == "%":
                yield PERCENT, "%"
            case "mo":
                yield SIGN, SIGNS[child.text or ""]
            case "mtext" if child.text == "%":
                yield PERCENT, "%"
            case "mtext":
                yield SIGN, SIGNS[(child.text or "").strip()]
            case "mfrac":
                top, bottom = child
                yield fraction(list(mathml_tokens(_wrapped(top))), list(mathml_tokens(_wrapped(bottom))))
            case "msup":
                base, exponent = child
                yield OPEN, "("
                yield from mathml_tokens(_wrapped(base))
                yield CLOSE, ")"
                yield POWER, f"**{''.join(exponent.itertext())}"
            case "mrow":
                yield from mathml_tokens(child)
            case "mover":
                pass
            case other:
                raise AssertionError(other)


OFFICE = "{http://schemas.openxmlformats.org/officeDocument/2006/math}"


def office_tokens(element: ET.Element) -> Iterator[Token]:
    """The mathematics of Office Open XML."""
    children = list(element)
    for index, child in enumerate(children):
        match child.tag.removeprefix(OFFICE):
            case "r":
                yield from _office_run(child, children[index + 1] if index + 1 < len(children) else None)
            case "f":
                top, bottom = (list(office_tokens(part)) for part in child)
                yield fraction(top, bottom)
            case "d":
                yield OPEN, "("
                for part in child.iterfind(f"{OFFICE}e"):
                    yield from office_tokens(part)
                yield CLOSE, ")"
            case "sSup":
                base, exponent = child
                yield OPEN, "("
                yield from office_tokens(base)
                yield CLOSE, ")"
                yield POWER, f"**{''.join(exponent.itertext())}"
            case "bar":
                pass
            case other:
                raise AssertionError(other)


def _office_run(run: ET.Element, following: ET.Element | None) -> Iterator[Token]:
    text = "".join(run.itertext()).strip()
    if following is not None and following.tag == f"{OFFICE}bar":
        yield going_on(text, "".join(following.itertext()))
    elif text == "−":
        yield SIGN, "-"
    elif text[:1].isdigit() or text[:1] == ".":
        yield amount(text)
    elif text == "%":
        yield PERCENT, "%"
    else:
        yield SIGN, SIGNS[text]


def _wrapped(element: ET.Element) -> ET.Element:
    row = ET.Element("mrow")
    row.append(element)
    return row


LATEX = re.compile(
    r"(?P<frac>\\frac)|(?P<repeat>\d*\.\d*\\overline\{\d+\})|(?P<number>\d*\.?\d+)"
    r"|(?P<open>\\left\\?[(\[{])|(?P<close>\\right\\?[)\]}])"
    r"|\^\{(?P<power>\d+)\}|(?P<percent>\\,\\%)|(?P<sign>\\times|\\div|\\text\{ of \}|[+-])|\s+"
)
LATEX_SIGNS = {r"\times": "*", r"\div": "/", r"\text{ of }": "*", "+": "+", "-": "-"}


def latex_tokens(text: str) -> Iterator[Token]:
    at = 0
    while at < len(text):
        found = LATEX.match(text, at)
        assert found is not None, text[at:]
        at = found.end()
        match found.lastgroup:
            case "frac":
                top, at = _in_braces(text, at)
                bottom, at = _in_braces(text, at)
                yield fraction(list(latex_tokens(top)), list(latex_tokens(bottom)))
            case "repeat":
                start, _, block = found["repeat"].partition(r"\overline{")
                yield going_on(start, block.rstrip("}"))
            case "number":
                yield amount(found["number"])
            case "open":
                yield OPEN, "("
            case "close":
                yield CLOSE, ")"
            case "power":
                yield POWER, f"**{found['power']}"
            case "percent":
                yield PERCENT, "%"
            case "sign":
                yield SIGN, LATEX_SIGNS[found["sign"]]


def _in_braces(text: str, at: int) -> tuple[str, int]:
    assert text[at] == "{", text[at:]
    depth, end = 0, at
    while True:
        depth += {"{": 1, "}": -1}.get(text[end], 0)
        end += 1
        if depth == 0:
            return text[at + 1 : end - 1], end


def node_tokens(node: list[Any]) -> Iterator[Token]:
    match node:
        case ["r", [["n", start], ["l", block]]]:
            yield going_on(start, block)
        case ["r", inner]:
            for part in inner:
                yield from node_tokens(part)
        case ["n", "−"]:
            yield SIGN, "-"
        case ["n", shown]:
            yield amount(shown)
        case ["o", sign]:
            yield SIGN, SIGNS[sign]
        case ["w", "%"]:
            yield PERCENT, "%"
        case ["w", words]:
            yield SIGN, SIGNS[words.strip()]
        case ["f", top, bottom]:
            yield fraction(list(node_tokens(top)), list(node_tokens(bottom)))
        case ["m", whole, part]:
            yield from node_tokens(whole)
            yield from node_tokens(part)
        case ["b", _, inner]:
            yield OPEN, "("
            yield from node_tokens(inner)
            yield CLOSE, ")"
        case ["p", base, exponent]:
            yield OPEN, "("
            yield from node_tokens(base)
            yield CLOSE, ")"
            yield POWER, f"**{exponent[1]}"
        case other:
            raise AssertionError(other)


# What a class of thirteen-year-olds may meet, and by hand what it is worth.
BY_HAND = (
    ("2 3/4", "11/4"),
    ("0.1666… as a fraction", "1/6"),
    ("1.2(36) as a fraction", "68/55"),
    ("3(2 1/2 − 1/2)", "6"),
    ("(1 1/2)^2", "9/4"),
    ("25% of 80", "20"),
    ("−2 1/3 − 1 1/2", "-23/6"),
    ("[2 + {3 − (1/2 + 1)}] × 2", "7"),
    ("8 ÷ 2(2 + 2)", "16"),
    (".4(3 − 7 + 1/6)", "-23/15"),
)


class Worth(unittest.TestCase):
    def check(self, expr: Expr, value: Fraction, text: str) -> None:
        self.assertEqual(worth(list(mathml_tokens(ET.fromstring(mathml(expr))))), value, f"{text} in MathML")
        self.assertEqual(worth(list(latex_tokens(latex(expr)))), value, f"{text} in LaTeX")
        self.assertEqual(worth(list(node_tokens(typeset(expr)))), value, f"{text} in print")
        portable = ET.fromstring(re.sub(r' xmlns="[^"]*"', "", mathml_text(typeset(expr))))
        self.assertEqual(worth(list(mathml_tokens(portable))), value, f"{text} in MathML to be pasted")
        self.assertEqual(worth(list(office_tokens(office_maths_of(typeset(expr))))), value, f"{text} in Office maths")

    def test_by_hand(self) -> None:
        for text, value in BY_HAND:
            with self.subTest(text=text):
                self.check(read(text).expr, Fraction(value), text)

    def test_the_readers_see_a_difference(self) -> None:
        """A bar, a bracket or a whole left out is another number to them."""
        self.assertNotEqual(worth([going_on("0.1", "6")]), Fraction("0.16"))
        self.assertEqual(worth(list(latex_tokens(r"2\frac{3}{4}"))), Fraction(11, 4))
        self.assertEqual(worth(list(latex_tokens(r"2 \times \frac{3}{4}"))), Fraction(3, 2))
        self.assertEqual(worth(list(latex_tokens(r"\frac{3}{4}\left(2\right)"))), Fraction(3, 2))
        bare = ET.fromstring("<math><mrow><mn>0.1</mn><mn>6</mn></mrow></math>")
        self.assertNotEqual(worth(list(mathml_tokens(bare))), Fraction(1, 6))

    @searched(250)
    @given(expressions() | decimal_sums() | asked())
    def test_every_line_of_every_working(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        for line in work(problem).lines:
            shown = line.expr.of if isinstance(line.expr, (Rounding, Estimating)) else line.expr
            if not isinstance(shown, (Comparison, Chain, FromPicture)):
                self.check(shown, evaluate(shown), text)


if __name__ == "__main__":
    unittest.main()
