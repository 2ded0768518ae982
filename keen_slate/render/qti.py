"""Items in QTI 3 (1EdTech's open standard, 2022): one assessment item a file, and the manifest of the package.

A choice item has the right answer and wrong ones that mistakes lead to; where there are none, the answer is typed in.
Written with the standard library's XML writer, so every text is escaped by it. The names of elements are from memory of
the standard.
"""

from dataclasses import dataclass
from xml.etree import ElementTree as ET

ITEM = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
MANIFEST = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
MATHML = "http://www.w3.org/1998/Math/MathML"


@dataclass(frozen=True, slots=True)
class Choice:
    """One answer: ``identifier`` is the mistake's id, or ``right``; ``mathml`` as one ``math`` element."""

    identifier: str
    mathml: str


@dataclass(frozen=True, slots=True)
class ItemFile:
    """What one item file holds. ``answer`` is the right answer as it is typed."""

    identifier: str
    title: str
    prompt: str
    mathml: str
    answer: str
    choices: tuple[Choice, ...]


def item_xml(item: ItemFile) -> bytes:
    """One assessment item as UTF-8 XML.

    >>> typed_in = ItemFile("i1", "1", "Work it out.", "<math/>", "5", (Choice("right", "<math/>"),))
    >>> b"qti-text-entry-interaction" in item_xml(typed_in)
    True
    """
    chosen = len(item.choices) > 1
    root = ET.Element(
        f"{{{ITEM}}}qti-assessment-item",
        {"identifier": item.identifier, "title": item.title, "adaptive": "false", "time-dependent": "false"},
    )
    declared = ET.SubElement(
        root,
        f"{{{ITEM}}}qti-response-declaration",
        {"identifier": "RESPONSE", "cardinality": "single", "base-type": "identifier" if chosen else "string"},
    )
    correct = ET.SubElement(declared, f"{{{ITEM}}}qti-correct-response")
    ET.SubElement(correct, f"{{{ITEM}}}qti-value").text = "right" if chosen else item.answer
    ET.SubElement(
        root,
        f"{{{ITEM}}}qti-outcome-declaration",
        {"identifier": "SCORE", "cardinality": "single", "base-type": "float"},
    )
    body = ET.SubElement(root, f"{{{ITEM}}}qti-item-body")
    if chosen:
        interaction = ET.SubElement(
            body,
            f"{{{ITEM}}}qti-choice-interaction",
            {"response-identifier": "RESPONSE", "shuffle": "true", "max-choices": "1"},
        )
        prompt = ET.SubElement(interaction, f"{{{ITEM}}}qti-prompt")
        prompt.text = f"{item.prompt} "
        prompt.append(_math(item.mathml))
        for choice in item.choices:
            shown = ET.SubElement(interaction, f"{{{ITEM}}}qti-simple-choice", {"identifier": choice.identifier})
            shown.append(_math(choice.mathml))
    else:
        paragraph = ET.SubElement(body, f"{{{ITEM}}}p")
        paragraph.text = f"{item.prompt} "
        paragraph.append(_math(item.mathml))
        line = ET.SubElement(body, f"{{{ITEM}}}p")
        ET.SubElement(
            line, f"{{{ITEM}}}qti-text-entry-interaction", {"response-identifier": "RESPONSE", "expected-length": "12"}
        )
    ET.SubElement(
        root,
        f"{{{ITEM}}}qti-response-processing",
        {"template": "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"},
    )
    return _written(root, ITEM)


def manifest_xml(identifier: str, files: tuple[tuple[str, str], ...]) -> bytes:
    """The manifest of a package: ``files`` are (identifier, path) of its items."""
    root = ET.Element(f"{{{MANIFEST}}}manifest", {"identifier": identifier})
    metadata = ET.SubElement(root, f"{{{MANIFEST}}}metadata")
    ET.SubElement(metadata, f"{{{MANIFEST}}}schema").text = "QTI Package"
    ET.SubElement(metadata, f"{{{MANIFEST}}}schemaversion").text = "3.0.0"
    ET.SubElement(root, f"{{{MANIFEST}}}organizations")
    resources = ET.SubElement(root, f"{{{MANIFEST}}}resources")
    for item, path in files:
        resource = ET.SubElement(
            resources, f"{{{MANIFEST}}}resource", {"identifier": item, "type": "imsqti_item_xmlv3p0", "href": path}
        )
        ET.SubElement(resource, f"{{{MANIFEST}}}file", {"href": path})
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
