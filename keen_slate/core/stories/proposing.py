"""What a text may mean: situations that fit its amounts, the likeliest first.

No word decides. Every situation that the units allow is a candidate; words only order them ("more" stands in stories
of taking away, too), and where more than one is left the teacher picks. What makes no sense with the numbers is left
out.
"""

import re
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import replace
from fractions import Fraction
from functools import cached_property
from itertools import combinations

from keen_slate.core.notation.amounts import PART_OF, TIMES
from keen_slate.core.notation.units import MONEY, are_same_things, is_measure, one_and_many, unit_of
from keen_slate.core.numbers.forms import Percent, Whole
from keen_slate.core.problem import bounds
from keen_slate.core.problem.situation import Quantity, Reading, Relation, Situation
from keen_slate.core.reading.measured import measured
from keen_slate.core.reading.reading import Problem, UnreadableProblem, in_story
from keen_slate.core.reading.story_form import Slot, Story, Told
from keen_slate.core.saying import telling
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.stories.finding import Found, amounts_in, with_tabs
from keen_slate.core.stories.naming import (
    ASKED_BY_HOW_MUCH,
    COMPARING,
    LOWER,
    Naming,
    answer_to,
    asked_in,
    questions_in,
)
from keen_slate.core.values import frozen

MOST_OFFERED = 3
TIME = "measure of time"
_LARGE, _SMALL = "large|big|long|tall|high|heavy|dear", "small|little|short|low|light|cheap"
SUMMED = "together|altogether|in all|in total|both"
UNUSED = 3.0
"""How much less a candidate fits for each amount that it does not use."""


@frozen
class Sketch:
    """A candidate before anything has a name. ``#0`` is the first amount, ``?0`` what the first question asks, ``1``
    one whole, and any other name what is found on the way. ``fit``: how well the words go with it."""

    fit: float
    relations: tuple[Relation, ...]
    asked: tuple[str, ...] = ("?0",)


@frozen
class Understood:
    """What was found in a ``text`` (a table in it with tabs): its amounts with their names, names for what is asked,
    up to three stories that it may tell, and a word in it that seems to decide between them; "" where none does."""

    text: str
    amounts: tuple[tuple[str, Found], ...]
    asked: tuple[str, ...]
    stories: tuple[Problem, ...]
    signal: str = ""


_SIGNAL = re.compile(
    rf"{COMPARING.pattern}|\b(?:{SUMMED}|left|each|times|share[ds]?|equally|part|half)\b",
    re.IGNORECASE,
)


def understood(text: str, *, decimal_comma: bool = False) -> Understood:
    """Read a text as teachers write it. A text for which nothing makes sense has no stories.

    >>> cut = "The rope was 7 1/2 m long. Then 2 3/4 m were cut off. How long is the rope now?"
    >>> understood(cut).stories[0].story.situation.relations[0].kind
    'take'
    """
    text = with_tabs(text, decimal_comma=decimal_comma)
    amounts = amounts_in(text, decimal_comma=decimal_comma)
    naming = Naming(text, amounts)
    stories: list[Problem] = []
    shapes: list[tuple[object, ...]] = []
    sketches = _sketches(_Words(text, amounts)) if len(amounts) <= bounds.MOST_AMOUNTS else iter(())
    for sketch in sorted(sketches, key=lambda s: -s.fit)[: bounds.MOST_SKETCHES]:
        shape = _shape(sketch)
        if shape in shapes:
            continue
        with suppress(UnreadableProblem):  # what makes no sense with these numbers is not offered
            stories.append(_told(text, amounts, naming, sketch))
            shapes.append(shape)
        if len(stories) == MOST_OFFERED:
            break
    named = tuple(zip(naming.amounts, amounts, strict=True))
    signal = _SIGNAL.search(text)
    return Understood(text, named, tuple(naming.asked), tuple(stories), signal.group() if signal else "")


def told_as(text: str, sketch: Sketch, *, decimal_comma: bool = False) -> Problem:
    """A text as the story that a teacher says it is. Raises UnreadableProblem where that makes no sense."""
    text = with_tabs(text, decimal_comma=decimal_comma)
    amounts = amounts_in(text, decimal_comma=decimal_comma)
    naming = Naming(text, amounts)
    there = {f"#{i}" for i in range(len(amounts))} | {f"?{i}" for i in range(len(naming.asked))}
    named = [name for relation in sketch.relations for name in relation.names]
    unknown = next((name for name in named if name[:1] in "#?" and name not in there), None)
    twice = any(len(set(relation.names)) < len(relation.names) for relation in sketch.relations)
    if unknown is not None or twice or not sketch.asked:
        raise UnreadableProblem(Say.of(telling.not_put_together), 0)
    return _told(text, amounts, naming, sketch)


def _shape(sketch: Sketch) -> tuple[object, ...]:
    """What a candidate says: two with the same bars are one."""
    rows = [
        (
            r.form,
            r.kind == "compare",
            r.total,
            tuple(sorted(r.parts)) if r.form == "sum" else r.parts,
            r.reading,
            r.rest,
        )
        for r in sketch.relations
    ]
    return (*sorted(rows), sketch.asked)


def _told(text: str, amounts: tuple[Found, ...], naming: Naming, sketch: Sketch) -> Problem:
    """The candidate as a story. Raises UnreadableProblem where it makes no sense."""
    names = {f"#{i}": name for i, name in enumerate(naming.amounts)}
    names |= {f"?{i}": name for i, name in enumerate(naming.asked)}
    quantities = [
        Quantity(name, a.number, "" if isinstance(a.number, Percent) else a.unit, a.per)
        for name, a in zip(naming.amounts, amounts, strict=True)
    ]
    units = tuple(naming.units[int(asked[1:])] for asked in sketch.asked)
    asked_in_units = dict(zip(sketch.asked, units, strict=True))
    for name in dict.fromkeys(n for r in sketch.relations for n in r.names if not n.startswith("#")):
        own = names.setdefault(name, naming.free(name))
        quantities.append(Quantity(own, Whole(int(name)) if name.isdecimal() else None, asked_in_units.get(name, "")))
    relations = tuple(
        replace(r, total=names[r.total], parts=tuple(names[p] for p in r.parts), rest=names[r.rest] if r.rest else "")
        for r in sketch.relations
    )
    situation = Situation(tuple(quantities), relations, tuple(names[a] for a in sketch.asked))
    sentences = tuple(answer_to(naming.questions, int(a[1:]), names[a]) for a in sketch.asked)
    return in_story(Story(_slots(text, amounts, naming), situation, measured(situation), units, sentences))


def _slots(text: str, amounts: tuple[Found, ...], naming: Naming) -> Told:
    out: list[str | Slot] = []
    end = 0
    for name, amount in zip(naming.amounts, amounts, strict=True):
        out += [text[end : amount.start], Slot(name)]
        end = amount.end
    return tuple(part for part in [*out, text[end:]] if part != "")


def _sum(kind: str, total: str, *parts: str) -> Relation:
    return Relation(kind, "sum", total, parts)


def _product(kind: str, total: str, one: str, many: str, reading: Reading = "exact", rest: str = "") -> Relation:
    assert STORY_KINDS[kind].form == "product"
    return Relation(kind, "product", total, (one, many), reading, rest)


class _Words:
    """A text's amounts sorted by what they measure, and what its words hint at."""

    def __init__(self, text: str, amounts: tuple[Found, ...]) -> None:
        self.text = text
        self.amounts = amounts
        self.questions = questions_in(text)
        self.question = " ".join(self.questions).lower()
        self.statement = text
        for question in self.questions:
            self.statement = self.statement.replace(question.rstrip("?"), " ")
        self.asked = asked_in(self.questions[0]) if self.questions else None

    def value(self, index: int) -> Fraction:
        """The amount in the smallest unit of its kind."""
        unit = unit_of(self.amounts[index].unit)
        return self.amounts[index].number.value * (unit.size if unit else 1)

    def dimension(self, index: int) -> str:
        """What an amount measures or counts."""
        label = self.amounts[index].unit
        unit = unit_of(label)
        return f"measure of {unit.kind}" if unit else one_and_many(label)[0].lower().rpartition(" ")[2]

    def is_count(self, index: int) -> bool:
        amount = self.amounts[index]
        return amount.unit not in ("", PART_OF, TIMES) and not is_measure(amount.unit)

    def in_question(self, index: int) -> bool:
        """Whether an amount stands in a question."""
        at = self.amounts[index].start
        spans = ((self.text.find(q), self.text.find(q) + len(q)) for q in self.questions)
        return any(start <= at < end for start, end in spans)

    def asks(self, pattern: str) -> bool:
        return re.search(rf"\b(?:{pattern})\b", self.question) is not None

    def tells(self, pattern: str) -> bool:
        return re.search(rf"\b(?:{pattern})\b", self.statement, re.IGNORECASE) is not None

    @cached_property
    def together(self) -> bool:
        return self.asks("together|altogether|in all|in total|total|both|sum")

    @cached_property
    def left(self) -> bool:
        return self.asks("left|rest|remain|remains|remaining|still|now|change|over|free|missing|saved|lacking")

    @cached_property
    def before(self) -> bool:
        return self.asks("at first|at the start|before|in the beginning|at the beginning|originally|to begin with")

    @cached_property
    def one_of_them(self) -> bool:
        return self.asks("each|one|every|per|apiece|a day|a week")

    @cached_property
    def difference(self) -> bool:
        by_how = self.asks("by how much|by how many|the difference")
        return by_how or (ASKED_BY_HOW_MUCH.search(self.question) is not None and not self.asks("any more"))

    @cached_property
    def thing_asked(self) -> str:
        """The thing whose number is asked for; "" where a measure is."""
        thing = self.asked.thing if self.asked else ""
        return thing if thing and not is_measure(thing) else ""

    def names_just(self, chosen: tuple[int, ...]) -> bool:
        """Whether the question names just these rows of a table."""
        heads = [self.heads.get(i, "") for i in range(len(self.amounts))]
        named = tuple(i for i, head in enumerate(heads) if head and re.search(rf"\b{re.escape(head)}\b", self.question))
        return named == chosen

    def tells_of_two(self, index: int) -> bool:
        """“Two ropes are 9 m long together”: how many are spoken of, not a number to calculate with."""
        amount = self.amounts[index]
        compares = bool(self.compared) or any(a.unit == TIMES for a in self.amounts)
        return compares and amount.number == Whole(2) and self.is_count(index) and self.tells(SUMMED)

    @cached_property
    def heads(self) -> dict[int, str]:
        """The heads of the rows in which amounts stand."""
        found = {}
        for index, amount in enumerate(self.amounts):
            row = self.text[self.text.rfind("\n", 0, amount.start) + 1 :].split("\n")[0]
            if "\t" in row:
                found[index] = row.split("\t")[0].strip().lower()
        return found

    @cached_property
    def size_named(self) -> str:
        """``larger`` or ``smaller`` where the question names one of two by its size: “the shorter rope”."""
        named = re.search(rf"\bthe (?:({COMPARING.pattern})|({_LARGE})|({_SMALL}))\b", self.question, re.IGNORECASE)
        if named is None:
            return ""
        return "smaller" if named.group(named.lastindex or 1).lower() in LOWER | set(_SMALL.split("|")) else "larger"

    @cached_property
    def compared(self) -> str:
        """``larger`` or ``smaller``: which is asked, where a statement compares; "" where none does."""
        match = COMPARING.search(self.statement)
        if match is None:
            return ""
        if self.size_named:
            return self.size_named
        lower = match.group(1).lower() in LOWER
        than = re.match(r"[^.?!]*?\bthan (?:the |that of |on |in )?([^.?!,]+)", self.statement[match.end() :])
        before = re.split(r"[.?!]", self.statement[: match.start()])[-1]
        other = _content(than.group(1)) if than else set()
        own = _content(before)
        asked = _content(self.question)
        # What stands behind “than” is asked for, not what is said to be more or less.
        inverted = bool(other & asked) and not (own - other) & (asked - other)
        return "smaller" if lower != inverted else "larger"


def _content(text: str) -> set[str]:
    small = {
        "the",
        "how",
        "what",
        "that",
        "this",
        "than",
        "and",
        "for",
        "was",
        "did",
        "does",
        "has",
        "much",
        "many",
        "long",
    }
    return {w for w in re.findall(r"[^\W\d_]{3,}|[A-Z]\b", text.lower()) if w not in small}


def _sketches(words: _Words) -> Iterator[Sketch]:
    """Every candidate, with all amounts and with some of them left out."""
    everything = tuple(range(len(words.amounts)))
    for left_out in range(min(3, len(everything))):
        for chosen in combinations(everything, len(everything) - left_out):
            needless = sum(words.tells_of_two(i) for i in everything if i not in chosen)
            unused = 0 if words.names_just(chosen) else UNUSED * (left_out - needless)
            for sketch in _with(words, chosen):
                yield replace(sketch, fit=sketch.fit - unused)


def _with(words: _Words, chosen: tuple[int, ...]) -> Iterator[Sketch]:
    """Candidates that use just these amounts."""
    parts = [i for i in chosen if words.amounts[i].unit == PART_OF]
    times = [i for i in chosen if words.amounts[i].unit == TIMES]
    others = [i for i in chosen if i not in parts and i not in times]
    by_dimension: dict[str, list[int]] = {}
    for index in others:
        by_dimension.setdefault(words.dimension(index), []).append(index)
    groups = sorted(by_dimension.values(), key=len, reverse=True)
    if not parts and not times:
        if len(groups) == 1 and len(others) == 2:
            yield from _two_alike(words, *others)
        elif len(groups) == 1 and len(others) > 2:
            yield from _several_alike(words, others)
        elif len(groups) == 2 and len(others) == 2:
            yield from _amount_and_count(words, *others)
        elif len(groups) == 2 and len(others) == 3:
            yield from _with_a_count(words, groups[0], groups[1][0])
    elif len(parts) == 1 and not times and len(others) == 1:
        yield from _part_of(words, parts[0], others[0])
    elif len(parts) == 2 and not times and not others:
        yield from _two_parts(words, *parts)
    elif len(parts) == 1 and not times and len(groups) == 1 and len(others) == 2:
        yield from _part_and_more(words, parts[0], others)
    elif len(times) == 1 and not parts and len(others) == 1:
        yield from _times_as_many(words, times[0], others[0])


def _two_alike(words: _Words, a: int, b: int) -> Iterator[Sketch]:
    """Two amounts of one kind: put together, compared, one taken from the other, or one fitting into the other."""
    first, second = f"#{a}", f"#{b}"
    large, small = (first, second) if words.value(a) >= words.value(b) else (second, first)
    two_questions = len(words.questions) > 1
    if words.compared and not words.difference:
        larger = words.compared == "larger"
        compare = _sum("compare", "?0", first, second) if larger else _sum("compare", first, "?0", second)
        if two_questions:
            yield Sketch(7, (compare, _sum("join", "?1", first, "?0")), ("?0", "?1"))
        elif words.together:
            other = _sum("compare", "other", first, second) if larger else _sum("compare", first, "other", second)
            yield Sketch(7, (other, _sum("join", "?0", first, "other")))
        yield Sketch(5, (compare,))
        turned = _sum("compare", first, "?0", second) if larger else _sum("compare", "?0", first, second)
        yield Sketch(3, (turned,))
        if words.tells(SUMMED) and words.value(a) != words.value(b):  # a sum and a difference
            rows = (_sum("join", large, "?0", "other"), _sum("compare", "other", "?0", small))
            other_way = (_sum("join", large, "?0", "other"), _sum("compare", "?0", "other", small))
            yield Sketch(6 + (words.compared == "smaller"), rows)
            yield Sketch(6 + (words.compared == "larger"), other_way)
    elif words.difference:
        yield Sketch(5, (_sum("compare", large, small, "?0"),))
    taken = not words.before and not words.together
    yield Sketch(2 + 2 * words.left * taken + taken, (_sum("take", large, small, "?0"),))
    yield Sketch(
        2 + 3 * words.together + 3 * words.before, (_sum("take" if words.before else "join", "?0", first, second),)
    )
    counted = words.thing_asked and not _is(words.thing_asked, words.amounts[a].unit)
    if two_questions:
        yield Sketch(4 + 2 * bool(counted), (_product("fit", large, small, "?0", "down", "?1"),), ("?0", "?1"))
    if counted or words.asks("how many"):
        yield from _fitting(words, large, small, 4.5 if counted else 0)
    if words.asks("how many times"):
        yield Sketch(6, (_product("times-as-many", large, small, "?0"),))


def _fitting(words: _Words, large: str, small: str, fit: float) -> Iterator[Sketch]:
    """How many of one go into the other, with what is left over read each way."""
    up = words.asks("needed|need|must|at least")
    yield Sketch(fit + 1, (_product("fit", large, small, "?0"),))
    yield Sketch(fit + 0.5 * up, (_product("fit", large, small, "?0", "up"),))
    yield Sketch(fit + 0.4 - 0.5 * up, (_product("fit", large, small, "?0", "down"),))


def _several_alike(words: _Words, amounts: list[int]) -> Iterator[Sketch]:
    """Several amounts of one kind: all together, what is left of the largest, or what is missing."""
    names = [f"#{i}" for i in amounts]
    largest = max(amounts, key=words.value)
    others = [n for n in names if n != f"#{largest}"]
    yield Sketch(4 + 2 * words.together, (_sum("join", "?0", *names),))
    yield Sketch(4 + 2 * words.left, (_sum("part-whole", f"#{largest}", *others, "?0"),))
    for stock in (names[-1], names[0]):
        needed = [n for n in names if n != stock]
        rows = (_sum("join", "needed", *needed), _sum("compare", "needed", stock, "?0"))
        yield Sketch(3 + 3 * words.asks("missing|lack|lacking|short|buy|enough"), rows)


def _amount_and_count(words: _Words, a: int, b: int) -> Iterator[Sketch]:
    """An amount and how many: so much for each, shared equally, or so much for one in a rate."""
    if words.is_count(b) or (not words.is_count(a) and words.dimension(b) == TIME):
        amount, count = a, b
    else:
        amount, count = b, a
    for one, many in ((amount, count), (count, amount)):
        swapped = 0 if one == amount else -2.0
        each = (
            bool(words.amounts[one].per) or words.tells(r"each|every|apiece|of \d") or words.amounts[one].unit in MONEY
        )
        kind = "rate" if words.dimension(many) == TIME else "groups"
        wanted = words.thing_asked and _is(words.thing_asked, words.amounts[one].unit)
        of_these = words.one_of_them or words.tells("equally|share|shares|shared|together|cut")
        yield Sketch(
            3 + each + 2 * bool(wanted) - 2 * words.one_of_them + swapped,
            (_product(kind, "?0", f"#{one}", f"#{many}"),),
        )
        yield Sketch(
            3 + 2.5 * of_these + swapped,
            (_product("rate" if kind == "rate" else "share", f"#{one}", "?0", f"#{many}"),),
        )


def _with_a_count(words: _Words, pair: list[int], count: int) -> Iterator[Sketch]:
    """Two amounts of one kind and a number of another."""
    a, b = pair
    n = f"#{count}"
    for known, wanted in ((a, b), (b, a)):  # so much for so many: how much for others?
        rows = (_product("rate", n, "for one", f"#{known}"), _product("rate", "?0", "for one", f"#{wanted}"))
        fit = 4.5 if words.is_count(a) else 2.5
        yield Sketch(fit - (known == b) + 3 * words.in_question(wanted), rows)
    for one, other in ((a, b), (b, a)):
        x = "together"
        groups = _product("groups", x, f"#{one}", n)
        late = 0.2 * (one == a)
        yield Sketch(4 + words.left + late, (groups, _sum("take", f"#{other}", x, "?0")))
        yield Sketch(3 + words.asks("missing|lack|short") + late, (groups, _sum("compare", x, f"#{other}", "?0")))
        yield Sketch(3 + words.together + late, (groups, _sum("join", "?0", x, f"#{other}")))
        without = _sum("part-whole", f"#{one}", x, f"#{other}")
        yield Sketch(3 + 2.5 * words.one_of_them + late, (without, _product("share", x, "?0", n)))
        both = _sum("join", x, f"#{one}", f"#{other}")
        yield Sketch(2.5 + 2 * words.one_of_them, (both, _product("share", x, "?0", n)))


def _part_of(words: _Words, part: int, amount: int) -> Iterator[Sketch]:
    """A fraction or a percentage, and one amount: the part of it, what is left of it, or the whole of which it is."""
    kind = "percent" if isinstance(words.amounts[part].number, Percent) else "fraction"
    p, a = f"#{part}", f"#{amount}"
    between = words.text[words.amounts[part].end : words.amounts[amount].start] if part < amount else ""
    is_it = re.search(r"\b(?:is|are|was|were|makes|make|costs|weighs|holds)\b[^.?!]*$|:\s*$", between) is not None
    rest = words.left or words.tells("the rest|the others|the other") or words.asks("not")
    the_part = _product(kind, "?0", a, p)
    if len(words.questions) > 1:
        yield Sketch(6, (the_part, _sum("part-whole", a, "?0", "?1")), ("?0", "?1"))
    yield Sketch(4, (the_part,))
    yield Sketch(3 + 3 * is_it + words.asks("whole|all"), (_product(kind, a, "?0", p),))
    found = "the part"
    if words.together and not rest:
        yield Sketch(6, (_product(kind, found, a, p), _sum("join", "?0", a, found)))
    left = _sum("part-whole", a, found, "?0")
    # What becomes cheaper by a part of it is asked for itself only where a saving is not.
    saved = words.asks("saved|saving|cheaper|less")
    yield Sketch(3 + 2.5 * rest * (not saved), (_product(kind, found, a, p), left))


def _two_parts(words: _Words, a: int, b: int) -> Iterator[Sketch]:
    """Two fractions of one thing."""
    first, second = f"#{a}", f"#{b}"
    if words.compared and not words.difference:
        larger = words.compared == "larger"
        yield Sketch(5, (_sum("compare", "?0", first, second) if larger else _sum("compare", first, "?0", second),))
    yield Sketch(3 + 3 * words.left, (_sum("part-whole", "1", first, second, "?0"),))
    yield Sketch(3 + 2 * words.together, (_sum("join", "?0", first, second),))
    large, small = (first, second) if words.value(a) >= words.value(b) else (second, first)
    yield Sketch(2 + 3 * words.difference, (_sum("compare", large, small, "?0"),))


def _part_and_more(words: _Words, part: int, others: list[int]) -> Iterator[Sketch]:
    """A part of one amount, and another amount beside it."""
    kind = "percent" if isinstance(words.amounts[part].number, Percent) else "fraction"
    for whole, other in (others, others[::-1]):
        found = _product(kind, "the part", f"#{whole}", f"#{part}")
        late = 0.2 * (words.value(whole) >= words.value(other))
        yield Sketch(4 + words.left + late, (found, _sum("part-whole", f"#{whole}", "the part", f"#{other}", "?0")))
        yield Sketch(3 + words.together + late, (found, _sum("join", "?0", "the part", f"#{other}")))


def _times_as_many(words: _Words, times: int, amount: int) -> Iterator[Sketch]:
    """So many times as much: of the amount, or the amount is so many times what is asked."""
    t, a = f"#{times}", f"#{amount}"
    behind = re.match(
        r"[^.?!]*?\bas\b(?: [a-z]+)? as (?:the |in |on )?([^.?!,]+)", words.text[words.amounts[times].end :]
    )
    asked_behind = behind is not None and bool(_content(behind.group(1)) & _content(words.question))
    yield Sketch(4, (_product("times-as-many", "?0", a, t),))
    yield Sketch(3 + 2 * asked_behind, (_product("times-as-many", a, "?0", t),))
    if words.tells(SUMMED):
        for large, small in (("other", "?0"), ("?0", "other")):
            rows = (_sum("join", a, "?0", "other"), _product("times-as-many", large, small, t))
            wanted = words.size_named or ("smaller" if asked_behind or behind is None else "larger")
            yield Sketch(5 + (wanted == ("larger" if large == "?0" else "smaller")), rows)
    if words.together:
        named = behind is not None and times > amount  # “48, 4 times as many as Tom”: 48 is the larger
        yield Sketch(5, (_product("times-as-many", "other", a, t), _sum("join", "?0", a, "other")))
        yield Sketch(4.5 + named, (_product("times-as-many", a, "other", t), _sum("join", "?0", a, "other")))


def _is(thing: str, unit: str) -> bool:
    """Whether a thing that is asked for is what an amount counts."""
    return are_same_things(thing.lower(), unit.lower())
