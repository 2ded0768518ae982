"""Situations drawn forwards: every quantity gets its value first, so that what is asked is known without any plan."""

from dataclasses import dataclass
from fractions import Fraction
from random import Random

from keen_slate.core.numbers.forms import DecimalNumeral, Numeral, Percent, Whole, mixed_form
from keen_slate.core.problem.situation import Quantity, Relation, Situation
from keen_slate.core.saying.story_kinds import KINDS, StoryKind

SUMS = tuple(k for k in KINDS if k.form == "sum")
PRODUCTS = tuple(k for k in KINDS if k.form == "product" and k.id != "convert")


@dataclass(frozen=True, slots=True)
class Drawn:
    """A situation and what it comes to, in the order of its questions."""

    situation: Situation
    answers: tuple[Fraction, ...]


def numeral_of(value: Fraction, draw: Random) -> Numeral:
    """A positive value in one of its written forms."""
    if value.denominator == 1:
        return Whole(int(value)) if draw.random() < 0.8 else DecimalNumeral(int(value) * 10, 1)
    if 1000 % value.denominator == 0 and draw.random() < 0.5:
        return DecimalNumeral(int(value * 1000), 3)
    whole, rest = divmod(value, 1)
    times = draw.choice((1, 1, 1, 2))
    return mixed_form(int(whole), rest.numerator * times, rest.denominator * times)


def _value(draw: Random) -> Fraction:
    return Fraction(draw.randint(1, 60), draw.choice((1, 1, 2, 3, 4, 5, 6, 8, 10, 20)))


class _Drawing:
    def __init__(self, draw: Random) -> None:
        self.draw = draw
        self.values: dict[str, Fraction] = {}
        self.percents: set[str] = set()
        self.relations: list[Relation] = []

    def fresh(self, value: Fraction) -> str:
        name = f"q{len(self.values)}"
        self.values[name] = value
        return name

    def begin(self) -> str:
        return self.fresh(_value(self.draw))

    def further(self, known: str) -> str:
        """One more relation in which ``known`` stands; the new unknown of it, its value by plain arithmetic."""
        kind = self.draw.choice(SUMS if self.draw.random() < 0.5 else PRODUCTS)
        return self._sum(kind, known) if kind.form == "sum" else self._product(kind, known)

    def _sum(self, kind: StoryKind, known: str) -> str:
        value = self.values[known]
        others = [_value(self.draw) for _ in range(1 if kind.id == "compare" else self.draw.choice((1, 1, 2, 3)))]
        as_total = self.draw.random() < 0.4
        if as_total:  # what is known is the whole; the others are made to fit into it
            share = sum(others) + _value(self.draw)
            others = [o * value / share for o in others]
            names = [self.fresh(o) for o in others]
            unknown = self.fresh(value - sum(others, Fraction(0)))
            parts = [*names, unknown]
            total = known
        elif self.draw.random() < 0.5:
            names = [self.fresh(o) for o in others]
            unknown = total = self.fresh(value + sum(others, Fraction(0)))
            parts = [known, *names]
        else:  # a part is unknown, beside a whole that is told
            names = [self.fresh(o) for o in others[1:]]
            unknown = self.fresh(others[0])
            total = self.fresh(value + sum(others, Fraction(0)))
            parts = [known, *names, unknown]
        self.draw.shuffle(parts)
        self.relations.append(Relation(kind.id, "sum", total, tuple(parts)))
        return unknown

    def _product(self, kind: StoryKind, known: str) -> str:
        value = self.values[known]
        way = self.draw.choice(("total", "each", "count", "fit", "left"))
        if kind.id in ("fraction", "percent", "times-as-many"):
            count = Fraction(self.draw.randint(2, 9), 1 if kind.id == "times-as-many" else 10)
            way = self.draw.choice(("total", "each"))
        else:
            count = Fraction(self.draw.randint(2, 12))
        if way in ("fit", "left"):
            one = _value(self.draw)
            each = self.fresh(one)
            whole = Fraction(value // one)
            if way == "fit":
                unknown = self.fresh(Fraction(-(-value // one)))
                self.relations.append(Relation(kind.id, "product", known, (each, unknown), "up"))
                return unknown
            boxes, unknown = self.fresh(whole), self.fresh(value - whole * one)
            self.relations.append(Relation(kind.id, "product", known, (each, boxes), "down", unknown))
            return unknown
        if way == "count":
            unknown = self.fresh(count)
            each = self.fresh(value / count)
            self.relations.append(Relation(kind.id, "product", known, (each, unknown)))
            return unknown
        many = self.fresh(count)
        if kind.id == "percent":
            self.percents.add(many)
        unknown = self.fresh(value * count if way == "total" else value / count)
        pair = (unknown, (known, many)) if way == "total" else (known, (unknown, many))
        self.relations.append(Relation(kind.id, "product", *pair))
        return unknown


def drawn_situation(draw: Random, relations: int) -> Drawn:
    """So many relations in a row, each with one unknown that the next goes on from; the last is asked, or all are."""
    drawing = _Drawing(draw)
    known = drawing.begin()
    found = []
    for _ in range(relations):
        if drawing.values[known] == 0:
            break
        known = drawing.further(known)
        found.append(known)
    unknown = set(found) | {r.parts[1] for r in drawing.relations if r.rest}
    asked = tuple(found) if draw.random() < 0.3 else (found[-1],)
    names = list(drawing.values)
    draw.shuffle(names)
    quantities = []
    for name in names:
        value = drawing.values[name]
        if name in unknown:
            quantities.append(Quantity(name))
        elif name in drawing.percents:
            quantities.append(Quantity(name, Percent(Whole(int(value * 100)))))
        else:
            quantities.append(Quantity(name, numeral_of(value, draw)))
    rows = list(drawing.relations)
    draw.shuffle(rows)
    return Drawn(Situation(tuple(quantities), tuple(rows), asked), tuple(drawing.values[a] for a in asked))
