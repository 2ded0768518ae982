"""The amounts in a text as teachers write it: numbers in figures and words, each with its unit, where it stands."""

import re
from dataclasses import replace

from keen_slate.core.notation.amounts import PART_OF, TIMES
from keen_slate.core.notation.units import UNITS, is_measure, is_unit, one_and_many
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Numeral, Percent, Whole
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.values import frozen


@frozen
class Found:
    """An amount in a text: where it begins and ends, its number, its unit, and of which one thing it is told."""

    start: int
    end: int
    number: Numeral
    unit: str = ""
    per: str = ""


_NUMBER = r"\d{1,3}(?:,\d{3})+|\d+ \d+/\d+|\d+/\d+|\d*[½¼¾⅓⅔⅛⅜⅝⅞⅙⅚⅕⅖⅗⅘]|\d+[.,]\d+|\d+"
_IN_FIGURES = re.compile(rf"([£$€]?)(?<![\w.])({_NUMBER})(?![\d/])\s*(%|percent\b|per cent\b)?")


def _words(text: str) -> tuple[str, ...]:
    return tuple(text.split())


_COUNTED = {
    word: n for n, word in enumerate(_words("two three four five six seven eight nine ten eleven twelve"), start=2)
} | {"fifteen": 15, "twenty": 20, "thirty": 30}
_BESIDE_NOUNS = _words(
    "equal full more other such whole big small large long short new old red blue green white round same empty wooden "
    "metal heavy light little"
)
_NO_UNITS = _words(
    "is was are were has had does his this as its across us plus minus times always perhaps yes gas class less others "
    "than and or of in on at by to from for with the a an per each long tall high wide deep old"
)
_PIECES = {
    "half": 2, "halves": 2, "third": 3, "thirds": 3, "quarter": 4, "quarters": 4, "fourth": 4, "fourths": 4,
    "fifth": 5, "fifths": 5, "sixth": 6, "sixths": 6, "eighth": 8, "eighths": 8, "tenth": 10, "tenths": 10,
}  # fmt: skip
_PART_IN_WORDS = re.compile(
    rf"\b(?:(a|an|one|{'|'.join(_COUNTED)})[ -])?({'|'.join(_PIECES)})\b(?= of\b| the\b| an\b| a\b| as\b)",
    re.IGNORECASE,
)
_TIMES_IN_WORDS = re.compile(
    rf"\b(?:(twice|double)|({'|'.join(_COUNTED)}|\d+) times)(?= as\b| the\b| more\b)", re.IGNORECASE
)
_COUNT_IN_WORDS = re.compile(rf"\b({'|'.join(_COUNTED)})\b(?! times\b)", re.IGNORECASE)
_OF_A = re.compile(r"\s+of (?:an?|one) ([a-zA-Z]+)")
_OF = re.compile(r"\s+of\b(?! (?:\d|an? ))")
_WORD = re.compile(r"[\s-]+([^\W\d_]+)")
_COMPARED = re.compile(r"\s+(?:more|fewer|less)\b")
_PER = re.compile(r"\s*(?:of \w+ )?\b(?:an?|per|every|each) ([a-zA-Z]+)")


def with_tabs(text: str, *, decimal_comma: bool = False) -> str:
    """A text whose table was pasted with commas or semicolons between its cells, with tabs there instead: at least two
    rows below each other with as many short cells, which are no sentences.

    >>> with_tabs("Rain:\\nday,rain\\nMonday,3.4 mm\\nTuesday,12 mm\\nHow much in all?")
    'Rain:\\nday\\train\\nMonday\\t3.4 mm\\nTuesday\\t12 mm\\nHow much in all?'
    """
    lines = text.split("\n")
    for separator in (";",) if decimal_comma else (";", ","):
        cells = [_cells(line, separator) for line in lines]
        for index, row in enumerate(cells):
            alike = [n for n in (index - 1, index + 1) if 0 <= n < len(cells) and len(cells[n]) == len(row)]
            if len(row) > 1 and alike:
                lines[index] = "\t".join(row)
    return "\n".join(lines)


def _cells(line: str, separator: str) -> list[str]:
    """The cells of a line of a table; none where it reads like a sentence."""
    cells = [cell.strip() for cell in line.split(separator)]
    like_a_table = "\t" not in line and not line.rstrip().endswith((".", "?", "!"))
    return cells if like_a_table and all(len(cell.split()) <= LONGEST_CELL for cell in cells) else []


LONGEST_CELL = 5
"""Words in a cell of a table."""


def amounts_in(text: str, *, decimal_comma: bool = False) -> tuple[Found, ...]:
    """Every amount in the order of the text. ``one`` and ``a`` are no amounts.

    >>> [(text_of(f.number), f.unit) for f in amounts_in("Half of the 24 tables are 2 1/2 m long.")]
    [('1/2', 'of'), ('24', 'tables'), ('2 1/2', 'm')]
    """
    found: list[Found] = []

    def free(start: int, end: int) -> bool:
        return all(end <= f.start or start >= f.end for f in found)

    for match in _TIMES_IN_WORDS.finditer(text):
        word = (match.group(2) or "two").lower()
        count = int(word) if word.isdigit() else _COUNTED[word]
        found.append(Found(match.start(), match.end(), Whole(count), TIMES))
    for match in _PART_IN_WORDS.finditer(text):
        word = (match.group(1) or "one").lower()
        top = 1 if word in ("a", "an", "one") else _COUNTED[word]
        if free(*match.span()):
            found.append(
                _with_part(text, match.start(), match.end(), CommonFraction(top, _PIECES[match.group(2).lower()]))
            )
    for match in _IN_FIGURES.finditer(text):
        if free(*match.span()) and (number := _numeral(match.group(2), decimal_comma)) is not None:
            found.append(_in_figures(text, match, number))
    for match in _COUNT_IN_WORDS.finditer(text):
        unit, end = _unit_behind(text, match.end())
        if free(match.start(), end) and unit:
            found.append(Found(match.start(), end, Whole(_COUNTED[match.group(1).lower()]), unit))
    return _with_units_of_others(text, sorted(found, key=lambda f: f.start))


def _with_units_of_others(text: str, found: list[Found]) -> tuple[Found, ...]:
    """``Boxes of 12. There are 100 eggs.``: 12 eggs, where a bare number stands behind “of”; and ``He has 5 more.``"""
    for index, amount in enumerate(found):
        behind_of = text[: amount.start].rstrip().endswith(" of")
        if not amount.unit and (behind_of or _COMPARED.match(text, amount.end)):
            thing = next((f.unit for f in found if f.unit not in ("", PART_OF, TIMES)), "")
            found[index] = replace(amount, unit=thing)
    return tuple(found)


def _numeral(text: str, decimal_comma: bool) -> Numeral | None:
    try:
        expr = read(text, decimal_comma=decimal_comma, answer=True).expr
    except UnreadableProblem:
        return None
    return expr if isinstance(expr, (Whole, CommonFraction, MixedNumber, DecimalNumeral)) else None


def _in_figures(text: str, match: re.Match[str], number: Numeral) -> Found:
    money, _, percent = match.groups()
    start, end = match.start(), match.end(2)
    if percent and isinstance(number, (Whole, CommonFraction, MixedNumber, DecimalNumeral)):
        return Found(start, match.end(), Percent(number), PART_OF)
    if money:
        return Found(start, end, number, money, _per(text, end))
    if isinstance(number, CommonFraction):
        return _with_part(text, start, end, number)
    unit, end = _unit_behind(text, end)
    return Found(start, end, number, unit, _per(text, end) if unit else "")


def _with_part(text: str, start: int, end: int, number: CommonFraction) -> Found:
    """A fraction: of a unit, with a unit, or of something."""
    of_one = _OF_A.match(text, end)
    if of_one and (is_unit(of_one.group(1)) or of_one.group(1).lower() in UNITS):
        return Found(start, of_one.end(), number, one_and_many(of_one.group(1))[1], _per(text, of_one.end()))
    if (of := _OF.match(text, end)) or re.match(r"\s+(?:the|as)\b", text[end:]):
        return Found(start, of.end() if of else end, number, PART_OF)
    unit, unit_end = _unit_behind(text, end)
    return Found(start, unit_end, number, unit or PART_OF, _per(text, unit_end) if unit else "")


def _unit_behind(text: str, end: int) -> tuple[str, int]:
    """The unit or the thing that is counted behind a number, and where it ends; no unit where there is none."""
    match = _WORD.match(text, end)
    word, stop = (match.group(1), match.end()) if match else ("", end)
    if word.lower() in _BESIDE_NOUNS and (behind := _WORD.match(text, stop)) and _counts(behind.group(1)):
        if _counts(behind.group(1)) and behind.group(1) not in UNITS:
            return f"{word} {behind.group(1)}", behind.end()
        word, stop = behind.group(1), behind.end()
    if not _counts(word):
        return "", end
    # “6 seed trays”: what stands in the singular only says which ones.
    second = _WORD.match(text, stop)
    if second and word not in UNITS and one_and_many(word)[0] == word and _is_many(second.group(1)):
        return f"{word} {second.group(1)}", second.end()
    return word, stop


def _is_many(word: str) -> bool:
    return word == "load" or (_counts(word) and word not in UNITS and one_and_many(word)[1] == word)


def _counts(word: str) -> bool:
    if not word or word.lower() in _NO_UNITS:
        return False
    return is_measure(word) or is_unit(word) or (len(word) > 2 and word.endswith("s") and not word.endswith("ss"))


def _per(text: str, end: int) -> str:
    """``0.35 l of water an hour``: the one thing of which an amount is told."""
    match = _PER.match(text, end)
    word = match.group(1) if match else ""
    return word if word and (word in UNITS or is_unit(word)) else ""
