"""A situation in words: quantities, what holds between them, and what is asked, in order.

Two forms of relation carry every kind of story: a whole is the *sum* of its parts (join, take, compare, part of a
whole), or a total is the *product* of one and how many (groups, sharing, how many fit, a fraction of, a rate). The
plan of calculation is derived from them alone, one operation at a time. Numbers are values here; their units are the
stories' business.
"""

from collections.abc import Iterator, Mapping
from fractions import Fraction
from functools import lru_cache
from math import ceil, floor
from typing import Literal

from keen_slate.core.numbers.forms import DecimalNumeral, Numeral
from keen_slate.core.values import frozen

Form = Literal["sum", "product"]

Reading = Literal["exact", "up", "down"]
"""How a number of whole ones is read where they do not come out even: shared on, one more, or only those that are
full."""

Operation = Literal["add", "take", "times", "per", "fits"]
"""``per`` divides a total by how many there are, ``fits`` by how much one is."""


@frozen
class Quantity:
    """An amount by its name. ``given`` is its number where the story tells it; ``unit`` its label, ``per`` the thing of
    which it is the amount of one (a rate: litres per hour)."""

    name: str
    given: Numeral | None = None
    unit: str = ""
    per: str = ""


@frozen
class Relation:
    """``total`` is the sum of ``parts``, or the product of one and how many of them.

    ``kind`` names the kind of story. Of a product ``reading`` says what becomes of a number that is not whole, and
    ``rest`` names what is left over (down) or still free (up).
    """

    kind: str
    form: Form
    total: str
    parts: tuple[str, ...]
    reading: Reading = "exact"
    rest: str = ""

    @property
    def names(self) -> tuple[str, ...]:
        return (self.total, *self.parts, *((self.rest,) if self.rest else ()))


@frozen
class Calculation:
    """One operation of a plan: what it gives, what it is made of (a name of digits is a number itself), and the
    relation that it comes of; ``beside`` is a second one, where only both together lead on."""

    gives: str
    operation: Operation
    of: tuple[str, ...]
    relation: Relation
    reading: Reading = "exact"
    beside: Relation | None = None

    def worth(self, values: Mapping[str, Fraction]) -> Fraction:
        """Its value, read as the story needs. Raises ZeroDivisionError where it divides by 0."""
        first, *others = (values[name] if name in values else Fraction(name) for name in self.of)
        match self.operation:
            case "add":
                return first + sum(others, Fraction(0))
            case "take":
                return first - others[0]
            case "times":
                return first * others[0]
            case "per" | "fits":
                return read_as(first / others[0], self.reading)


def read_as(value: Fraction, reading: Reading) -> Fraction:
    """A number of whole ones as the story needs it.

    >>> read_as(Fraction(35, 8), "up"), read_as(Fraction(35, 8), "down")
    (Fraction(5, 1), Fraction(4, 1))
    """
    match reading:
        case "up":
            return Fraction(ceil(value))
        case "down":
            return Fraction(floor(value))
        case "exact":
            return value


@frozen
class Situation:
    """``asked`` are names of quantities in the order of the questions."""

    quantities: tuple[Quantity, ...]
    relations: tuple[Relation, ...]
    asked: tuple[str, ...]

    def quantity(self, name: str) -> Quantity:
        """The quantity of that name; one found on the way has only its name."""
        return next((q for q in self.quantities if q.name == name), Quantity(name))

    @property
    def given(self) -> dict[str, Fraction]:
        return {q.name: q.given.value for q in self.quantities if q.given is not None}


def in_decimals(situation: Situation) -> bool:
    """Whether a number of the story is written as a decimal; then what is found is written so too."""
    return any(isinstance(q.given, DecimalNumeral) for q in situation.quantities)


class NoPlan(ValueError):
    """What is asked does not follow from what is given; ``asked`` is its name."""

    def __init__(self, asked: str) -> None:
        super().__init__(f"{asked} does not follow from what is given")
        self.asked = asked


def together(names: tuple[str, ...]) -> str:
    """The name of what several parts make, found on the way to another one."""
    return " + ".join(names)


def ways_to(relation: Relation, unknown: str) -> tuple[Calculation, ...]:
    """The operations that give one quantity of a relation when the others are known; none where there is no way.

    >>> beds = Relation("part-whole", "sum", "all", ("a", "b", "c"))
    >>> [(c.operation, c.of) for c in ways_to(beds, "b")]
    [('add', ('a', 'c')), ('take', ('all', 'a + c'))]
    """

    def by(gives: str, operation: Operation, *of: str, reading: Reading = "exact") -> Calculation:
        return Calculation(gives, operation, of, relation, reading)

    if relation.form == "sum":
        if unknown == relation.total:
            return (by(unknown, "add", *relation.parts),)
        others = tuple(p for p in relation.parts if p != unknown)
        if len(others) == 1:
            return (by(unknown, "take", relation.total, others[0]),)
        return (by(together(others), "add", *others), by(unknown, "take", relation.total, together(others)))
    each, count = relation.parts
    total, rest = relation.total, relation.rest
    used = f"{count} × {each}"
    if unknown == rest:
        product = by(used, "times", each, count)
        ends = (total, used) if relation.reading == "down" else (used, total)
        return (product, by(unknown, "take", *ends))
    if unknown == count:
        return (by(unknown, "fits", total, each, reading=relation.reading),)
    if unknown == total and relation.reading == "exact":
        return (by(unknown, "times", each, count),)
    if unknown == each and relation.reading == "exact":
        return (by(unknown, "per", total, count),)
    if unknown == total and rest and relation.reading == "down":
        return (by(used, "times", each, count), by(unknown, "add", used, rest))
    if unknown == each and rest and relation.reading == "down":
        return (by(f"{total} − {rest}", "take", total, rest), by(unknown, "per", f"{total} − {rest}", count))
    return ()


def ways_by_both(relation: Relation, other: Relation) -> tuple[Calculation, ...]:
    """The operations that give the smaller of two parts where only their sum is known, and how they compare.

    Without the difference both are as large; or the whole is so many times the one, and once more.

    >>> both = Relation("join", "sum", "both", ("Ann", "Ben"))
    >>> [(c.gives, c.operation, c.of) for c in ways_by_both(both, Relation("compare", "sum", "Ben", ("Ann", "more")))]
    [('2 × Ann', 'take', ('both', 'more')), ('Ann', 'per', ('2 × Ann', '2'))]
    """
    if relation.form != "sum" or len(relation.parts) != 2 or other.total not in relation.parts or other.rest:
        return ()
    (small,) = (part for part in relation.parts if part != other.total)
    if small not in other.parts or len(other.parts) != 2 or other.reading != "exact":
        return ()
    (known,) = (part for part in other.parts if part != small)
    if other.form == "sum":
        twice = f"2 × {small}"
        return (
            Calculation(twice, "take", (relation.total, known), relation, beside=other),
            Calculation(small, "per", (twice, "2"), relation, beside=other),
        )
    if small != other.parts[0]:
        return ()
    pieces = f"{known} + 1"
    return (
        Calculation(pieces, "add", (known, "1"), relation, beside=other),
        Calculation(small, "per", (relation.total, pieces), relation, beside=other),
    )


def _every_way(situation: Situation) -> Iterator[tuple[str, tuple[Calculation, ...]]]:
    """Each quantity with each row of operations that gives it."""
    for relation in situation.relations:
        for name in relation.names:
            if ways := ways_to(relation, name):
                yield name, ways
        for other in situation.relations:
            if other is not relation and (ways := ways_by_both(relation, other)):
                yield ways[-1].gives, ways


def needed_for(calculations: tuple[Calculation, ...]) -> frozenset[str]:
    """What has to be known before a row of calculations can be done."""
    made = {c.gives for c in calculations}
    return frozenset(name for c in calculations for name in c.of if not name.isdecimal()) - made


@lru_cache(maxsize=1024)
def plan_of(situation: Situation) -> tuple[Calculation, ...]:
    """The fewest calculations that lead from what is given to what is asked, in order. Raises NoPlan."""
    cost: dict[str, int] = dict.fromkeys(situation.given, 0)
    best: dict[str, tuple[Calculation, ...]] = {}
    for _ in range(len(situation.quantities) + len(situation.relations)):
        changed = False
        for name, ways in _every_way(situation):
            needed = needed_for(ways)
            if name in situation.given or not needed <= cost.keys():
                continue
            costs = len(ways) + sum(cost[n] for n in needed)
            if costs < cost.get(name, costs + 1):
                cost[name], best[name], changed = costs, ways, True
        if not changed:
            break
    plan: list[Calculation] = []
    done = set(situation.given)

    def find(name: str) -> None:
        if name in done:
            return
        if name not in best:
            raise NoPlan(name)
        for needed in sorted(needed_for(best[name]), key=_names_in(best[name]).index):
            find(needed)
        plan.extend(c for c in best[name] if c.gives not in done)
        done.update(c.gives for c in best[name])

    for asked in situation.asked:
        find(asked)
    return tuple(plan)


def _names_in(calculations: tuple[Calculation, ...]) -> list[str]:
    return [name for c in calculations for name in c.of]


@lru_cache(maxsize=4096)
def plan_from(situation: Situation, known: frozenset[str]) -> tuple[Calculation, ...]:
    """What of the plan is still to be done where so much is known, be it rightly or wrongly."""
    wanted = set(situation.asked) - known
    left: list[Calculation] = []
    for calculation in reversed(plan_of(situation)):
        if calculation.gives in wanted:
            left.append(calculation)
            wanted |= set(calculation.of) - known
    return tuple(reversed(left))


def worked_through(situation: Situation, known: Mapping[str, Fraction]) -> dict[str, Fraction]:
    """Every value that the plan comes to from what is given, or found, or found wrongly; of two parts found by both
    their relations, the other too. Raises NoPlan and ZeroDivisionError."""
    values = {**situation.given, **known}
    for calculation in plan_from(situation, frozenset(values)):
        values[calculation.gives] = calculation.worth(values)
        total, beside = calculation.relation.total, calculation.beside
        if beside is not None and calculation.gives in beside.names:
            values.setdefault(beside.total, values[total] - values[calculation.gives])
    return values
