"""Units of a situation: what follows for amounts that have none yet, and steps from one unit to another."""

from dataclasses import replace

from keen_slate.core.notation.amounts import BARE, PART_OF, TIMES
from keen_slate.core.notation.units import are_same, are_same_things, is_measure, one_and_many, times_smaller
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.situation import NoPlan, Quantity, Relation, Situation, plan_of
from keen_slate.core.reading.tokens import UnreadableProblem
from keen_slate.core.saying import telling
from keen_slate.core.saying.say import Say


def measured(situation: Situation) -> Situation:
    """The situation with a unit at every amount and a relation for every conversion between units.

    Raises UnreadableProblem where units do not go together, or what is asked does not follow.
    """
    units = {q.name: q.unit for q in situation.quantities}
    bare = {q.name for q in situation.quantities if q.given is not None and q.unit in BARE}
    for _ in situation.quantities:
        for relation in situation.relations:
            _pass_on(relation, units, bare)
    made = _Conversions({q.name: replace(q, unit=units[q.name]) for q in situation.quantities}, situation.asked)
    relations = tuple(made.in_one_unit(r) for r in situation.relations)
    found = Situation(tuple(made.quantities.values()), (*relations, *made.relations), situation.asked)
    try:
        plan_of(found)
    except NoPlan as fault:
        raise UnreadableProblem(Say.of(telling.does_not_follow, asked=fault.asked), 0) from None
    return found


def _pass_on(relation: Relation, units: dict[str, str], bare: set[str]) -> None:
    """What one unit says of the others in a relation."""

    def take(name: str, unit: str) -> None:
        if name and not units[name] and name not in bare:
            units[name] = unit

    if relation.form == "sum":
        named = next((units[n] for n in relation.names if units[n] not in BARE), "")
        for name in relation.names:
            take(name, named)
        return
    one, _ = relation.parts
    named = next((units[n] for n in (relation.total, one, relation.rest) if n and units[n] not in BARE), "")
    for name in (relation.total, one, relation.rest):
        take(name, named)


class _Conversions:
    """Quantities by name, those in other units beside them, and how they are converted."""

    def __init__(self, quantities: dict[str, Quantity], asked: tuple[str, ...]) -> None:
        self.quantities = quantities
        self.asked = asked
        self.relations: list[Relation] = []

    def in_one_unit(self, relation: Relation) -> Relation:
        """The relation among amounts of one unit."""
        if relation.form == "sum":
            self._refuse_parts_among_amounts(relation)
            return self._converted(relation, relation.names)
        one, many = relation.parts
        per = self.quantities[one].per
        alike = self._converted(relation, tuple(n for n in (relation.total, one, relation.rest) if n))
        if per and self.quantities[many].unit and not are_same(per, self.quantities[many].unit):
            many = self._in(many, one_and_many(per)[1])
            alike = replace(alike, parts=(alike.parts[0], many))
        return alike

    def _refuse_parts_among_amounts(self, relation: Relation) -> None:
        """A third of something cannot be added to so many litres."""
        units = {n: self.quantities[n].unit for n in relation.names}
        measured = next((u for u in units.values() if u not in BARE), "")
        part = next((n for n, u in units.items() if u in (PART_OF, TIMES)), "")
        if measured and part:
            raise UnreadableProblem(Say.of(telling.part_among_amounts, part=part, unit=measured), 0)

    def _converted(self, relation: Relation, names: tuple[str, ...]) -> Relation:
        # Of pupils the others may be boys: what is asked has its own word for a thing.
        names = tuple(n for n in names if not self._is_a_thing_asked(n))
        units = list(dict.fromkeys(u for n in names if (u := self.quantities[n].unit) not in BARE))
        if not units or all(are_same_things(units[0], u) for u in units[1:]):
            return relation
        unit = self._common(names, units)
        to = {n: self._in(n, unit) for n in names if self.quantities[n].unit not in BARE}
        return replace(
            relation,
            total=to.get(relation.total, relation.total),
            parts=tuple(to.get(p, p) for p in relation.parts),
            rest=to.get(relation.rest, relation.rest),
        )

    def _is_a_thing_asked(self, name: str) -> bool:
        quantity = self.quantities[name]
        return quantity.given is None and quantity.unit not in BARE and not is_measure(quantity.unit)

    def _common(self, names: tuple[str, ...], units: list[str]) -> str:
        """That of what is asked, else that of all that are given, else the smallest."""
        asked = [self.quantities[n].unit for n in names if n in self.asked]
        given = list(dict.fromkeys(self.quantities[n].unit for n in names if self.quantities[n].given is not None))
        if len(given) == 1:
            return given[0]
        if asked:
            return asked[0]
        smallest = units[0]
        for unit in units[1:]:
            if (times := times_smaller(smallest, unit)) is not None and times > 1:
                smallest = unit
        return smallest

    def _in(self, name: str, unit: str) -> str:
        """The same quantity in another unit, with the relation that gives it."""
        quantity = self.quantities[name]
        if are_same_things(quantity.unit, unit):
            return name
        times = times_smaller(quantity.unit, unit)
        if times is None:
            raise UnreadableProblem(Say.of(telling.units_apart, one=quantity.unit, other=unit), 0)
        other = f"{name} in {unit}"
        if other not in self.quantities:
            self.quantities[other] = Quantity(other, None, unit)
            large, small = (quantity.unit, unit) if times > 1 else (unit, quantity.unit)
            size = times if times > 1 else 1 / times
            if size.denominator != 1:
                raise UnreadableProblem(Say.of(telling.units_apart, one=quantity.unit, other=unit), 0)
            factor = f"{size} {small} in 1 {large}"
            self.quantities[factor] = Quantity(factor, Whole(int(size)), small)
            total, amount = (other, name) if times > 1 else (name, other)
            self.relations.append(Relation("convert", "product", total, (factor, amount)))
        return other
