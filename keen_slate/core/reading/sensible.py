"""Whether the numbers of a story make sense: nothing below nothing, nobody in parts, money in whole pennies."""

from fractions import Fraction

from keen_slate.core.notation.units import MONEY, is_indivisible, is_measure
from keen_slate.core.problem.situation import Relation, Situation, in_decimals, worked_through
from keen_slate.core.problem.tree import Expr, decimal_or_number
from keen_slate.core.saying import telling
from keen_slate.core.saying.say import Say


def senseless(situation: Situation) -> Say | None:
    """What no class should meet in a story with these numbers, as a sentence; None where all is well.

    >>> senseless(read("[club = 28 pupils] [part = 3/7 of] | fraction: out = part of club | out").expr.situation)
    """
    try:
        values = worked_through(situation, {})
    except ZeroDivisionError:
        return Say.of(telling.divides_by_nothing)
    decimals = in_decimals(situation)

    def shown(name: str) -> Expr:
        return decimal_or_number(values[name], decimals=decimals)

    rests = {r.rest for r in situation.relations if r.rest}
    for quantity in situation.quantities:
        name, unit = quantity.name, quantity.unit
        if name not in values:
            continue
        value = values[name]
        if value < 0 or (value == 0 and name not in rests):
            return Say.of(telling.below_nothing, name=name, value=shown(name), unit=unit)
        if value.denominator > 1 and is_indivisible(unit):
            return Say.of(telling.in_parts, name=name, value=shown(name), unit=unit)
        if (value * 100).denominator > 1 and unit in MONEY:
            return Say.of(telling.parts_of_pennies, name=name, value=shown(name))
    for relation in situation.relations:
        said = _senseless_relation(relation, situation, values)
        if said is not None:
            return said
    return None


def _senseless_relation(relation: Relation, situation: Situation, values: dict[str, Fraction]) -> Say | None:
    if relation.form == "sum" or any(name not in values for name in relation.parts):
        return None
    count = values[relation.parts[1]]
    number = decimal_or_number(count, decimals=in_decimals(situation))
    if relation.kind in ("fraction", "percent") and count >= 1:
        return Say.of(telling.no_part, name=relation.parts[1], value=number)
    if relation.kind == "times-as-many" and count <= 1:
        return Say.of(telling.not_more, name=relation.parts[1], value=number)
    counted = not is_measure(situation.quantity(relation.parts[1]).unit)
    if relation.kind in ("fit", "share", "groups") and counted and count.denominator > 1:
        return Say.of(telling.not_even, name=relation.parts[1], value=number)
    return None
