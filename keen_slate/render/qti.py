"""Items in QTI 3 (1EdTech's open standard, 2022): one assessment item a file, and the manifest of the package.

A choice item has the right answer and wrong ones that mistakes lead to; where there are none, the answer is typed in.
Written with the standard library's XML writer, so every text is escaped by it. The names of elements are from memory of
the standard.
"""

from dataclasses import dataclass
from xml.etree import ElementTree as ET

ITEM = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
MANIFEST = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
MATCH_CORRECT = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"
MATHML = "http://www.w3.org/1998/Math/MathML"


@dataclass(frozen=True, slots=True)
class Choice:
    """One answer: ``identifier`` is the mistake's id, or ``right``; ``mathml`` as one ``math`` element."""

    identifier: str
    mathml: str


@dataclass(frozen=True, slots=True)
class PictureFile:
    """A picture that a question is asked of: its path in the package, the drawing as SVG, and its text alternative."""

    path: str
    svg: bytes
    told: str


@dataclass(frozen=True, slots=True)
class ItemFile:
    """What one item file holds.

    ``answers`` are the right ones as they are typed, one for each blank or question; ``one_way`` whether no others are
    right. ``told`` are the paragraphs and tables (rows of cells) of a story, which then stands for ``mathml``.
    """

    identifier: str
    title: str
    prompt: str
    mathml: str
    answers: tuple[str, ...]
    choices: tuple[Choice, ...]
    one_way: bool = True
    picture: "PictureFile | None" = None
    told: tuple[str | tuple[tuple[str, ...], ...], ...] = ()


def item_xml(item: ItemFile) -> bytes:
    """One assessment item as UTF-8 XML.

    >>> typed_in = ItemFile("i1", "1", "Work it out.", "<math/>", ("5",), (Choice("right", "<math/>"),))
    >>> b"qti-text-entry-interaction" in item_xml(typed_in)
    True
    """
    chosen = len(item.choices) > 1
    answers = ("right",) if chosen else item.answers
    names = ("RESPONSE",) if len(answers) == 1 else tuple(f"RESPONSE{n}" for n in range(1, len(answers) + 1))
    root = ET.Element(
        f"{{{ITEM}}}qti-assessment-item",
        {"identifier": item.identifier, "title": item.title, "adaptive": "false", "time-dependent": "false"},
    )
    for name, answer in zip(names, answers, strict=True):
        declared = _in(
            root, "response-declaration", identifier=name, cardinality="single",
            base_type="identifier" if chosen else "string",
        )  # fmt: skip
        if item.one_way:
            _in(_in(declared, "correct-response"), "value").text = answer
    by_hand = {} if item.one_way else {"external_scored": "human"}
    _in(root, "outcome-declaration", identifier="SCORE", cardinality="single", base_type="float", **by_hand)
    body = _in(root, "item-body")
    if item.picture is not None:
        paragraph = ET.SubElement(body, f"{{{ITEM}}}p")
        ET.SubElement(paragraph, f"{{{ITEM}}}img", {"src": f"../{item.picture.path}", "alt": item.picture.told})
    for block in item.told:
        _told(body, block)
    if chosen:
        interaction = _in(body, "choice-interaction", response_identifier=names[0], shuffle="true", max_choices="1")
        prompt = _in(interaction, "prompt")
        _ask(prompt, item)
        for choice in item.choices:
            _in(interaction, "simple-choice", identifier=choice.identifier).append(_math(choice.mathml))
    else:
        paragraph = ET.SubElement(body, f"{{{ITEM}}}p")
        _ask(paragraph, item)
        for name in names:
            line = ET.SubElement(body, f"{{{ITEM}}}p")
            _in(line, "text-entry-interaction", response_identifier=name, expected_length="12")
    if item.one_way:
        _score(root, names)
    return _written(root, ITEM)


def _ask(where: ET.Element, item: ItemFile) -> None:
    """What is to be done, and with which numbers where they do not stand in a story above."""
    where.text = item.prompt if item.told else f"{item.prompt} "
    if not item.told:
        where.append(_math(item.mathml))


def _told(body: ET.Element, block: str | tuple[tuple[str, ...], ...]) -> None:
    """A paragraph, or a table with its first row as heads."""
    if isinstance(block, str):
        ET.SubElement(body, f"{{{ITEM}}}p").text = block
        return
    table = ET.SubElement(ET.SubElement(body, f"{{{ITEM}}}table"), f"{{{ITEM}}}tbody")
    for number, cells in enumerate(block):
        row = ET.SubElement(table, f"{{{ITEM}}}tr")
        for cell in cells:
            ET.SubElement(row, f"{{{ITEM}}}{'td' if number else 'th'}").text = cell


def _in(parent: ET.Element, name: str, **attributes: str) -> ET.Element:
    written = {key.replace("_", "-"): value for key, value in attributes.items()}
    return ET.SubElement(parent, f"{{{ITEM}}}qti-{name}", written)


def _score(root: ET.Element, names: tuple[str, ...]) -> None:
    """1 where every answer is right; for one answer the standard has that ready."""
    if len(names) == 1:
        _in(root, "response-processing", template=MATCH_CORRECT)
        return
    met = _in(_in(_in(root, "response-processing"), "response-condition"), "response-if")
    together = _in(met, "and")
    for name in names:
        matched = _in(together, "match")
        _in(matched, "variable", identifier=name)
        _in(matched, "correct", identifier=name)
    _in(_in(met, "set-outcome-value", identifier="SCORE"), "base-value", base_type="float").text = "1"


def manifest_xml(identifier: str, files: tuple[tuple[str, ...], ...]) -> bytes:
    """The manifest of a package: ``files`` are (identifier, path, paths of its pictures) of its items."""
    root = ET.Element(f"{{{MANIFEST}}}manifest", {"identifier": identifier})
    metadata = ET.SubElement(root, f"{{{MANIFEST}}}metadata")
    ET.SubElement(metadata, f"{{{MANIFEST}}}schema").text = "QTI Package"
    ET.SubElement(metadata, f"{{{MANIFEST}}}schemaversion").text = "3.0.0"
    ET.SubElement(root, f"{{{MANIFEST}}}organizations")
    resources = ET.SubElement(root, f"{{{MANIFEST}}}resources")
    for item, path, *pictures in files:
        resource = ET.SubElement(
            resources, f"{{{MANIFEST}}}resource", {"identifier": item, "type": "imsqti_item_xmlv3p0", "href": path}
        )
        for href in (path, *pictures):
            ET.SubElement(resource, f"{{{MANIFEST}}}file", {"href": href})
    return _written(root, MANIFEST)


def _math(mathml: str) -> ET.Element:
    """MathML of our own rendering, in its namespace and without the marks of meaning of the screen."""
    math = ET.fromstring(mathml)  # written by render.mathml, every text in it escaped
    for node in math.iter():
        node.tag = f"{{{MATHML}}}{node.tag}"
        node.attrib.pop("class", None)
    return math


def _written(root: ET.Element, namespace: str) -> bytes:
    ET.register_namespace("", namespace)
    ET.register_namespace("m", MATHML)
    ET.indent(root)
    written: bytes = ET.tostring(root, encoding="utf-8", xml_declaration=True)
    return written
