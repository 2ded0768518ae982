"""Items in QTI 3 (1EdTech's open standard, 2022): one assessment item a file, and the manifest of the package.

A choice item has the right answer and wrong ones that mistakes lead to; where there are none, the answer is typed in.
Written with the standard library's XML writer, so every text is escaped by it. The names of elements are from memory of
the standard.
"""

from collections.abc import Sequence
from xml.etree import ElementTree as ET

from keen_slate.core.values import frozen

ITEM = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
MANIFEST = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
MATCH_CORRECT = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"
MAP_RESPONSE = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/map_response.xml"
LANGUAGE = "{http://www.w3.org/XML/1998/namespace}lang"
MATHML = "http://www.w3.org/1998/Math/MathML"


@frozen
class Choice:
    """One answer: ``identifier`` is the mistake's id, or ``right``; ``mathml`` is one element; ``said`` is what
    is said to whoever chose it."""

    identifier: str
    mathml: str
    said: str = ""


@frozen
class PictureFile:
    """A picture that a question is asked of: its path in the package, the drawing as SVG, and its text alternative."""

    path: str
    svg: bytes
    told: str


@frozen
class ItemFile:
    """What one item file holds.

    ``answers`` are the right ones as they are typed, one for each blank or question; ``one_way`` whether no others are
    right. ``spellings`` are for a single answer all that count as it, each as it would be typed. ``told`` are the
    paragraphs and tables (rows of cells) of a story, which then stands for ``mathml``.
    """

    identifier: str
    title: str
    prompt: str
    mathml: str
    answers: tuple[str, ...]
    choices: tuple[Choice, ...]
    one_way: bool = True
    spellings: tuple[str, ...] = ()
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
        {
            "identifier": item.identifier, "title": item.title, "adaptive": "false", "time-dependent": "false",
            LANGUAGE: "en",
        },
    )  # fmt: skip
    for name, answer in zip(names, answers, strict=True):
        declared = _in(
            root, "response-declaration", identifier=name, cardinality="single",
            base_type="identifier" if chosen else "string",
        )  # fmt: skip
        if item.one_way:
            _in(_in(declared, "correct-response"), "value").text = answer
        if item.spellings and not chosen:  # what is worth the same is scored the same, as far as the policy takes it
            mapping = _in(declared, "mapping", default_value="0")
            for spelling in item.spellings:
                _in(mapping, "map-entry", map_key=spelling, mapped_value="1", case_sensitive="false")
    by_hand = {} if item.one_way else {"external_scored": "human"}
    _in(
        root, "outcome-declaration", identifier="SCORE", cardinality="single", base_type="float", normal_maximum="1",
        **by_hand,
    )  # fmt: skip
    if chosen:
        _in(root, "outcome-declaration", identifier="FEEDBACK", cardinality="single", base_type="identifier")
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
        _score(root, names, item)
    for choice in item.choices if chosen else ():
        if choice.said:
            told = _in(
                root, "modal-feedback", outcome_identifier="FEEDBACK", identifier=choice.identifier, show_hide="show"
            )
            ET.SubElement(_in(told, "content-body"), f"{{{ITEM}}}p").text = choice.said
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


def _score(root: ET.Element, names: tuple[str, ...], item: ItemFile) -> None:
    """1 where every answer is right; for one that is typed the standard has that ready. What was chosen is what is said
    something of."""
    chosen = len(item.choices) > 1
    if len(names) == 1 and not chosen:
        _in(root, "response-processing", template=MAP_RESPONSE if item.spellings else MATCH_CORRECT)
        return
    processing = _in(root, "response-processing")
    met = _in(_in(processing, "response-condition"), "response-if")
    together = _in(met, "and")
    for name in names:
        matched = _in(together, "match")
        _in(matched, "variable", identifier=name)
        _in(matched, "correct", identifier=name)
    _in(_in(met, "set-outcome-value", identifier="SCORE"), "base-value", base_type="float").text = "1"
    if chosen:
        _in(_in(processing, "set-outcome-value", identifier="FEEDBACK"), "variable", identifier=names[0])


def assessment_xml(identifier: str, title: str, items: Sequence[tuple[str, str]]) -> bytes:
    """The test that has the items, (identifier, path) each, in their order; its score is the sum of theirs."""
    root = ET.Element(f"{{{ITEM}}}qti-assessment-test", {"identifier": identifier, "title": title, LANGUAGE: "en"})
    _in(root, "outcome-declaration", identifier="SCORE", cardinality="single", base_type="float",
        normal_maximum=str(len(items)))  # fmt: skip
    part = _in(root, "test-part", identifier="part", navigation_mode="nonlinear", submission_mode="individual")
    section = _in(part, "assessment-section", identifier="section", title=title, visible="true")
    for name, path in items:
        _in(section, "assessment-item-ref", identifier=name, href=path)
    total = _in(_in(root, "outcome-processing"), "set-outcome-value", identifier="SCORE")
    _in(_in(total, "sum"), "test-variables", variable_identifier="SCORE")
    return _written(root, ITEM)


def manifest_xml(identifier: str, files: Sequence[tuple[str, ...]]) -> bytes:
    """The manifest of a package: ``files`` are (identifier, path, paths of its pictures) of its items; ``test.xml`` has
    them in their order."""
    root = ET.Element(f"{{{MANIFEST}}}manifest", {"identifier": identifier})
    metadata = ET.SubElement(root, f"{{{MANIFEST}}}metadata")
    ET.SubElement(metadata, f"{{{MANIFEST}}}schema").text = "QTI Package"
    ET.SubElement(metadata, f"{{{MANIFEST}}}schemaversion").text = "3.0.0"
    ET.SubElement(root, f"{{{MANIFEST}}}organizations")
    resources = ET.SubElement(root, f"{{{MANIFEST}}}resources")
    test = ET.SubElement(
        resources, f"{{{MANIFEST}}}resource", {"identifier": "test", "type": "imsqti_test_xmlv3p0", "href": "test.xml"}
    )
    ET.SubElement(test, f"{{{MANIFEST}}}file", {"href": "test.xml"})
    for item, *_ in files:
        ET.SubElement(test, f"{{{MANIFEST}}}dependency", {"identifierref": item})
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
    written: str = ET.tostring(root, encoding="unicode")  # encoded at once: piece by piece it takes a third longer
    return f"<?xml version='1.0' encoding='utf-8'?>\n{written}".encode()
