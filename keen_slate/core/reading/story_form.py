r"""Stories in one line of text: what is told, with its amounts named; what holds between them; what is asked.

    Bed A is [bed A = 3 3/4 m] long. Bed B is [longer by = 1 1/2 m] longer. How long is bed B?
    | compare: bed B = bed A + longer by | bed B in m: Bed B is [bed B] long.

(one line). docs/stories.md describes it. ``\n`` ends a line and ``\t`` a cell of a table, as in JSON.
"""

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import replace

from keen_slate.core.notation.amounts import PART_OF, TIMES, agreeing, amount_text
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.notation.units import MONEY
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem import bounds
from keen_slate.core.problem.situation import Quantity, Reading, Relation, Situation
from keen_slate.core.problem.tree import Expr, evaluate, is_numeral
from keen_slate.core.reading.measured import measured
from keen_slate.core.reading.tokens import UnreadableProblem
from keen_slate.core.saying import telling
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import sentence
from keen_slate.core.values import frozen


@frozen
class Slot:
    """A place in a text for the amount of a quantity, or, with ``one`` and ``many``, for the word that goes by it."""

    name: str
    one: str = ""
    many: str = ""


Told = tuple[str | Slot, ...]
"""A text with its slots."""


@frozen
class Story:
    """A text with slots, the situation that it tells, and a sentence for each question.

    ``situation`` is as the teacher gave it; in ``measured`` every amount has its unit, and amounts in other units of
    their kind are converted. ``units`` are those in which answers are asked for, "" where any will do.
    """

    told: Told
    situation: Situation
    measured: Situation
    units: tuple[str, ...]
    sentences: tuple[Told, ...]

    def text(self, manner: Manner = USUAL_MANNER) -> str:
        """What a class reads."""
        numbers = {q.name: q.given for q in self.situation.quantities if q.given is not None}
        return filled_in(self.told, self.measured, numbers, manner)

    def answered(self, which: int, numbers: Mapping[str, Expr], manner: Manner = USUAL_MANNER) -> str:
        """The sentence that answers a question, with the numbers found."""
        given = {q.name: q.given for q in self.situation.quantities if q.given is not None}
        return filled_in(self.sentences[which], self.measured, {**given, **numbers}, manner)

    @property
    def has_table(self) -> bool:
        """Whether rows of a table stand in its text."""
        return any("\t" in part for part in self.told if isinstance(part, str))

    def form(self, manner: Manner = USUAL_MANNER) -> str:
        """The story in one line, as it reads back."""
        return written_form(self, manner)


def filled_in(told: Told, situation: Situation, numbers: Mapping[str, Expr], manner: Manner = USUAL_MANNER) -> str:
    """A text with the numbers in its slots, each with its unit, and the words that go by them."""
    out: list[str] = []
    for part in told:
        if isinstance(part, str):
            out.append(part)
        elif part.one or part.many:
            out.append(agreeing(evaluate(numbers[part.name]), part.one, part.many))
        else:
            out.append(amount_text(numbers[part.name], situation.quantity(part.name).unit, manner))
    return "".join(out)


_GIVEN_SLOT = re.compile(r"\[[^\[\]=|]+=[^\[\]|]+\]")
_SLOT = re.compile(r"(?<!\\)\[([^\[\]]*)\]")
_ESCAPES = {"\\n": "\n", "\\t": "\t"}
_UNIT = re.compile(r"[^\W\d_]+[²³]?(?: [^\W\d_]+){0,2}|[£$€]")
_NAME = re.compile(r"[^\[\]|;:=×+\\]{1,60}")


def is_story_form(text: str) -> bool:
    """Whether a text is written as a story in one line: amounts in square brackets, and what holds between them."""
    return "|" in text and _GIVEN_SLOT.search(text) is not None


def read_story(text: str, number: Callable[[str], tuple[Expr, str]]) -> Story:
    """A story from its line. ``number`` reads an amount: its number and unit. Raises UnreadableProblem."""
    if len(text) > bounds.MAX_STORY:
        raise UnreadableProblem(
            Say.of(telling.story_too_long, length=len(text), limit=bounds.MAX_STORY), bounds.MAX_STORY
        )
    parts = _split(text, "|")
    if len(parts) != 3:
        raise UnreadableProblem(Say.of(telling.three_parts), len(text))
    quantities: dict[str, Quantity] = {}
    told = _told(parts[0].strip(), _at(parts, 0), quantities, number)
    relations = tuple(_relation(r, at, quantities) for r, at in _entries(parts[1], _at(parts, 1)) if r.strip())
    longest = max((len(r.parts) for r in relations), default=0)
    if len(relations) > bounds.MOST_RELATIONS or longest > 2 * bounds.MOST_RELATIONS:
        raise UnreadableProblem(Say.of(telling.too_many_relations, limit=bounds.MOST_RELATIONS), _at(parts, 1))
    asked, units, sentences = [], [], []
    for entry, at in _entries(parts[2], _at(parts, 2)):
        name, unit, answer = _question(entry, at, quantities)
        if unit:
            quantities[name] = replace(quantities[name], unit=unit)
        asked.append(name)
        units.append(unit)
        sentences.append(answer)
    if not relations or not asked:
        raise UnreadableProblem(Say.of(telling.three_parts), len(text))
    situation = Situation(tuple(quantities.values()), relations, tuple(asked))
    known = {q.name for q in situation.quantities if q.given is not None} | set(asked)
    for slot in (part for told_of in sentences for part in told_of if isinstance(part, Slot)):
        if slot.name not in known:
            raise UnreadableProblem(Say.of(telling.sentence_of_unknown, name=slot.name), len(text))
    return Story(told, situation, measured(situation), tuple(units), tuple(sentences))


def _at(parts: list[str], index: int) -> int:
    """Where a part begins."""
    return sum(len(p) + 1 for p in parts[:index])


def _entries(text: str, at: int) -> Iterator[tuple[str, int]]:
    for entry in _split(text, ";"):
        yield entry, at
        at += len(entry) + 1


def _told(
    text: str, at: int, quantities: dict[str, Quantity], number: Callable[[str], tuple[Expr, str]] | None
) -> Told:
    """A text with its slots; with ``number`` its amounts are given there, without one only named."""
    out: list[str | Slot] = []
    end = 0
    for found in _SLOT.finditer(text):
        out.append(_unescaped(text[end : found.start()]))
        end = found.end()
        inner = found.group(1)
        name, equals, amount = (p.strip() for p in inner.partition("="))
        name, *forms = (p.strip() for p in name.split("/")) if not equals and "/" in name else (name,)
        if not _NAME.fullmatch(name) or len(forms) not in (0, 2):
            raise UnreadableProblem(Say.of(telling.slot_unread, slot=inner), at + found.start())
        if equals and number is not None:
            quantities[name] = _given(name, amount, at + found.start(), number)
        elif name not in quantities:
            raise UnreadableProblem(Say.of(telling.slot_unknown, name=name), at + found.start())
        out.append(Slot(name, *forms))
    out.append(_unescaped(text[end:]))
    return tuple(part for part in out if part != "")


def _split(text: str, mark: str) -> list[str]:
    """A text cut at a mark that no backslash stands before."""
    return re.split(rf"(?<!\\){re.escape(mark)}", text)


def _unescaped(text: str) -> str:
    return re.sub(r"\\[nt\\;|\[\]]", lambda m: _ESCAPES.get(m.group(), m.group()[1]), text)


def _escaped(text: str) -> str:
    marked = re.sub(r"[\\;|\[\]]", lambda m: f"\\{m.group()}", text)
    return marked.replace("\n", "\\n").replace("\t", "\\t")


def _given(name: str, amount: str, at: int, number: Callable[[str], tuple[Expr, str]]) -> Quantity:
    amount, _, per = (p.strip() for p in amount.partition(" per "))
    label = ""
    for word in (PART_OF, TIMES):
        if amount.endswith(f" {word}"):
            amount, label = amount.removesuffix(f" {word}"), word
    value, unit = number(amount.removesuffix("%"))
    if not is_numeral(value):
        raise UnreadableProblem(Say.of(telling.slot_unread, slot=f"{name} = {amount}"), at)
    if amount.endswith("%"):
        if not isinstance(value, (Whole, CommonFraction, MixedNumber, DecimalNumeral)):
            raise UnreadableProblem(Say.of(telling.slot_unread, slot=f"{name} = {amount}"), at)
        return Quantity(name, Percent(value))
    return Quantity(name, value, unit or label, per)


_READ_AS: dict[str, Reading] = {"(up)": "up", "(down)": "down"}


def _relation(entry: str, at: int, quantities: dict[str, Quantity]) -> Relation:
    kind, colon, equation = (p.strip() for p in entry.partition(":"))
    total, equals, right = (p.strip() for p in equation.partition("="))
    if not colon or not equals or kind not in STORY_KINDS:
        raise UnreadableProblem(Say.of(telling.relation_unread, relation=entry.strip()), at)
    reading: Reading = "exact"
    for mark, meant in _READ_AS.items():
        if right.endswith(mark):
            right, reading = right.removesuffix(mark).strip(), meant
    rest = ""
    if STORY_KINDS[kind].form == "sum":
        if reading != "exact":
            raise UnreadableProblem(Say.of(telling.relation_unread, relation=entry.strip()), at)
        names = [p.strip() for p in right.split(" + ")]
    else:
        for sign, meant in ((" + ", "down"), (" − ", "up"), (" - ", "up")):
            if sign in right:
                right, _, rest = (p.strip() for p in right.partition(sign))
                reading = "down" if meant == "down" else "up"
        if " of " in right and "×" not in right:
            names = [p.strip() for p in right.split(" of ", 1)][::-1]
        else:
            names = [p.strip() for p in re.split("×|\\*", right)]
        if len(names) != 2:
            raise UnreadableProblem(Say.of(telling.relation_unread, relation=entry.strip()), at)
    for name in (total, *names, *((rest,) if rest else ())):
        if not _NAME.fullmatch(name):
            raise UnreadableProblem(Say.of(telling.relation_unread, relation=entry.strip()), at)
        number_itself = Whole(int(name)) if name.isdecimal() and len(name) <= bounds.MAX_DIGITS else None
        quantities.setdefault(name, Quantity(name, number_itself))
    if len(names) < 2 or len({total, *names}) <= len(names):
        raise UnreadableProblem(Say.of(telling.relation_unread, relation=entry.strip()), at)
    return Relation(kind, STORY_KINDS[kind].form, total, tuple(names), reading, rest)


def _question(entry: str, at: int, quantities: dict[str, Quantity]) -> tuple[str, str, Told]:
    head, _, answer = (p.strip() for p in entry.partition(":"))
    name, _, unit = (p.strip() for p in head.rpartition(" in "))
    if head in quantities or not name:
        name, unit = head, ""
    if name not in quantities:
        raise UnreadableProblem(Say.of(telling.asked_unknown, name=name), at)
    if unit and not _UNIT.fullmatch(unit):
        raise UnreadableProblem(Say.of(telling.unit_unread, unit=unit), at)
    if quantities[name].given is not None:
        raise UnreadableProblem(Say.of(telling.asked_is_given, name=name), at)
    sentence_of = _told(answer, at, quantities, None) if answer else (sentence(name), ": ", Slot(name), ".")
    return name, unit, sentence_of


def written_form(story: Story, manner: Manner = USUAL_MANNER) -> str:
    """A story as its line; it reads back the same."""
    quantities = {q.name: q for q in story.situation.quantities}
    shown: set[str] = set()

    def told(parts: Told, *, giving: bool) -> str:
        out = []
        for part in parts:
            if isinstance(part, str):
                out.append(_escaped(part))
            elif part.one or part.many:
                out.append(f"[{part.name}/{part.one}/{part.many}]")
            elif giving and part.name not in shown:
                shown.add(part.name)
                out.append(f"[{part.name} = {_amount(quantities[part.name], manner)}]")
            else:
                out.append(f"[{part.name}]")
        return "".join(out)

    body = told(story.told, giving=True)
    relations = "; ".join(_written_relation(r) for r in story.situation.relations)
    asked = "; ".join(
        f"{name}{f' in {unit}' if unit else ''}: {told(answer, giving=False)}"
        for name, unit, answer in zip(story.situation.asked, story.units, story.sentences, strict=True)
    )
    return f"{body} | {relations} | {asked}"


def _amount(quantity: Quantity, manner: Manner) -> str:
    assert quantity.given is not None
    shown = text_of(quantity.given, manner.labelled(""))
    if quantity.unit in MONEY:
        shown = quantity.unit + shown
    elif quantity.unit:
        shown = f"{shown} {quantity.unit}"
    return f"{shown} per {quantity.per}" if quantity.per else shown


def _written_relation(relation: Relation) -> str:
    if relation.form == "sum":
        return f"{relation.kind}: {relation.total} = {' + '.join(relation.parts)}"
    one, many = relation.parts
    made = f"{many} of {one}" if STORY_KINDS[relation.kind].count_first else f"{one} × {many}"
    if relation.rest:
        made += f" {'+' if relation.reading == 'down' else '−'} {relation.rest}"
    elif relation.reading != "exact":
        made += f" ({relation.reading})"
    return f"{relation.kind}: {relation.total} = {made}"
