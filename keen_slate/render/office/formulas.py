"""Formulas for other programs: MathML, and the mathematics of Office Open XML, both to be edited there.

Office Open XML: ECMA-376, part 1, section 22.1; MathML Core (W3C). Names of elements from memory.
"""

from collections.abc import Sequence
from xml.etree import ElementTree as ET

from keen_slate.core.notation.layout import MINUS
from keen_slate.render.typeset import Node

MATHML = "http://www.w3.org/1998/Math/MathML"
OFFICE_MATHS = "http://schemas.openxmlformats.org/officeDocument/2006/math"
EMPTY_BOX = "□"
HARD_SPACE = "\u00a0"
"""One that is kept at the ends of a text."""
CLOSING = {"(": ")", "[": "]", "{": "}"}


def mathml_of(node: Node, told: str = "") -> ET.Element:
    """A node of ``render.typeset`` as one ``math`` element in its namespace, ``told`` as its text alternative.

    >>> ET.tostring(mathml_of(["n", "3"])).decode()
    '<ns0:math xmlns:ns0="http://www.w3.org/1998/Math/MathML"><ns0:mrow><ns0:mn>3</ns0:mn></ns0:mrow></ns0:math>'
    """
    math = ET.Element(f"{{{MATHML}}}math", {"alttext": told} if told else {})
    # In one row: some programs take each child of its own for a line of its own.
    _into(ET.SubElement(math, f"{{{MATHML}}}mrow"), node)
    return math


def mathml_text(node: Node, told: str = "") -> str:
    """The same as text that can be pasted elsewhere."""
    return _written(mathml_of(node, told))


def mathml_of_lines(lines: Sequence[tuple[str, Node]]) -> str:
    """A working as one ``math``: a row a line, the signs that join them under each other."""
    math = ET.Element(f"{{{MATHML}}}math")
    table = ET.SubElement(math, f"{{{MATHML}}}mtable", {"columnalign": "right left"})
    for sign, node in lines:
        row = ET.SubElement(table, f"{{{MATHML}}}mtr")
        before, after = (ET.SubElement(row, f"{{{MATHML}}}mtd") for _ in range(2))
        if sign:
            ET.SubElement(before, f"{{{MATHML}}}mo").text = sign
        _into(after, node)
    return _written(math)


def _written(math: ET.Element) -> str:
    ET.register_namespace("", MATHML)
    return ET.tostring(math, encoding="unicode")


def _into(parent: ET.Element, node: Node) -> None:
    kind, *rest = node

    def element(name: str, text: str | None = None) -> ET.Element:
        made = ET.SubElement(parent, f"{{{MATHML}}}{name}")
        made.text = text
        return made

    match kind:
        case "n":  # a minus before a number stands as one, too
            element("mo" if rest[0] == MINUS else "mn", rest[0])
        case "o":
            element("mo", rest[0])
        case "w":
            element("mtext", rest[0].replace(" ", HARD_SPACE))
        case "e":
            element("mi", EMPTY_BOX)
        case "r":
            for part in rest[0]:
                _into(parent, part)
        case "m":
            both = element("mrow")
            for part in rest:
                _into(both, part)
        case "b":
            within = element("mrow")
            ET.SubElement(within, f"{{{MATHML}}}mo").text = rest[0]
            _into(within, rest[1])
            ET.SubElement(within, f"{{{MATHML}}}mo").text = CLOSING[rest[0]]
        case "l":
            over = element("mover")
            ET.SubElement(over, f"{{{MATHML}}}mn").text = rest[0]
            ET.SubElement(over, f"{{{MATHML}}}mo").text = "\u00af"
        case _:  # a fraction or a power: two parts, each one element
            # In a row of its own: some programs else draw the bar over all that follows.
            two = ET.SubElement(element("mrow"), f"{{{MATHML}}}{'mfrac' if kind == 'f' else 'msup'}")
            for part in rest:
                _into(ET.SubElement(two, f"{{{MATHML}}}mrow"), part)


def office_maths_of(node: Node) -> ET.Element:
    """A node of ``render.typeset`` as one ``m:oMath`` element.

    >>> len(office_maths_of(["m", ["n", "2"], ["f", ["n", "3"], ["n", "4"]]]))
    2
    """
    maths = ET.Element(f"{{{OFFICE_MATHS}}}oMath")
    _into_office(maths, node)
    return maths


def _into_office(parent: ET.Element, node: Node) -> None:
    kind, *rest = node

    def inside(name: str, where: ET.Element = parent, **attributes: str) -> ET.Element:
        told = {f"{{{OFFICE_MATHS}}}{key}": value for key, value in attributes.items()}
        return ET.SubElement(where, f"{{{OFFICE_MATHS}}}{name}", told)

    def written(text: str, *, words: bool = False) -> None:
        run = inside("r")
        if words:
            inside("nor", inside("rPr", run))
        else:
            inside("sty", inside("rPr", run), val="p")
        inside("t", run).text = text

    match kind:
        case "n" | "o":
            written(rest[0])
        case "w":
            written(rest[0].replace(" ", HARD_SPACE), words=True)
        case "e":
            written(EMPTY_BOX)
        case "r" | "m":
            for part in rest[0] if kind == "r" else rest:
                _into_office(parent, part)
        case "f":
            fraction = inside("f")
            for name, part in zip(("num", "den"), rest, strict=True):
                _into_office(inside(name, fraction), part)
        case "p":
            power = inside("sSup")
            for name, part in zip(("e", "sup"), rest, strict=True):
                _into_office(inside(name, power), part)
        case "b":
            brackets = inside("d")
            about = inside("dPr", brackets)
            inside("begChr", about, val=rest[0])
            inside("endChr", about, val=CLOSING[rest[0]])
            _into_office(inside("e", brackets), rest[1])
        case "l":
            bar = inside("bar")
            inside("pos", inside("barPr", bar), val="top")
            _into_office(inside("e", bar), ["n", rest[0]])


def size_in_letters(node: Node) -> tuple[float, float]:
    """About how wide and how high a formula is, in the size of its letters, for who needs to know before it is set."""
    kind, *rest = node
    match kind:
        case "n" | "l":
            return 0.5 * len(rest[0]), 1.2
        case "w":
            return 0.45 * len(rest[0]), 1.2
        case "o":
            return 1.3, 1.2
        case "e":
            return 0.9, 1.2
        case "f":
            sizes = [size_in_letters(part) for part in rest]
            return max(wide for wide, _ in sizes) + 0.25, sum(high for _, high in sizes)
        case "b":
            wide, high = size_in_letters(rest[1])
            return wide + 0.7, high
        case _:
            sizes = [size_in_letters(part) for part in (rest[0] if kind == "r" else rest)]
            return sum(wide for wide, _ in sizes), max((high for _, high in sizes), default=1.2)


def in_one_line(node: Node) -> str:
    """A formula in a line of text, for what shows no formulas.

    >>> in_one_line(["m", ["n", "2"], ["f", ["n", "3"], ["n", "4"]]])
    '2 3/4'
    """
    kind, *rest = node
    match kind:
        case "n" | "w":
            return str(rest[0])
        case "o":
            return f" {rest[0]} "
        case "e":
            return EMPTY_BOX
        case "r":
            return "".join([in_one_line(part) for part in rest[0]])
        case "f":
            return "/".join(map(in_one_line, rest))
        case "m":
            return " ".join(map(in_one_line, rest))
        case "b":
            return f"{rest[0]}{in_one_line(rest[1])}{CLOSING[rest[0]]}"
        case "p":
            return "^".join(map(in_one_line, rest))
        case _:
            return f"({rest[0]})"
