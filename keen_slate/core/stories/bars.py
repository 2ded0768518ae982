"""The bar model of a situation: a bar for each relation, to scale, with what is known, what is asked, and the whole."""

from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.problem.situation import Relation, Situation, in_decimals, plan_of, worked_through
from keen_slate.core.problem.tree import Expr, decimal_or_number
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.values import frozen

MOST_PIECES = 12
"""Equal pieces that are drawn one by one; of more the first and the last, with dots between."""


@frozen
class Amount:
    """A quantity as it stands at a bar: its name, its number where that is known yet, its unit, whether it is asked,
    and which part of a whole it is where the text tells."""

    name: str
    number: Expr | None
    unit: str
    asked: bool
    part: Expr | None = None


@frozen
class Piece:
    """A piece of a bar: ``size`` in the unit of the bar. ``amount`` stands in it; ``gap`` where nothing is there, only
    a difference; ``filled`` where it is the part that is meant; ``dots`` for pieces that are not drawn one by one."""

    size: Fraction
    amount: Amount | None = None
    gap: bool = False
    filled: bool = True
    dots: bool = False


@frozen
class BarRow:
    """One bar with the name that stands before it, "" where none does."""

    name: str
    pieces: tuple[Piece, ...]


@frozen
class Bars:
    """The bars of one relation. ``above`` is the whole over all of the first row; ``below`` what the filled pieces or
    the number of pieces are."""

    relation: Relation
    rows: tuple[BarRow, ...]
    above: Amount | None = None
    below: Amount | None = None


def bar_model(situation: Situation) -> tuple[Bars, ...]:
    """A bar for each relation that the plan uses, in the order in which it uses them."""
    used = dict.fromkeys(r for c in plan_of(situation) for r in (c.relation, c.beside) if r is not None)
    values = worked_through(situation, {})
    drafting = _Drafting(situation, values)
    return tuple(drafting.bars(relation) for relation in used if relation.kind != "convert")


@frozen
class _Drafting:
    """A situation and what everything in it is worth."""

    situation: Situation
    values: Mapping[str, Fraction]

    def amount(self, name: str) -> Amount:
        """A quantity as it stands at a bar; what only stands in another unit in the text is known too."""
        quantity = self.situation.quantity(name)
        number: Expr | None = quantity.given
        if number is None and _follows_from_given(self.situation, name):
            number = decimal_or_number(self.values[name], decimals=in_decimals(self.situation))
        shown = "" if name.isdecimal() else name
        return Amount(shown, number, quantity.unit, number is None and _is_asked(self.situation, name))

    def bars(self, relation: Relation) -> Bars:
        match STORY_KINDS[relation.kind].bar:
            case "parts":
                pieces = tuple(Piece(self.values[p], self.amount(p)) for p in relation.parts)
                return Bars(relation, (BarRow("", pieces),), above=self.amount(relation.total))
            case "beside":
                smaller, difference = relation.parts
                larger = Piece(self.values[relation.total], self.amount(relation.total))
                below = (
                    Piece(self.values[smaller], self.amount(smaller)),
                    Piece(self.values[difference], self.amount(difference), gap=True),
                )
                return Bars(relation, (BarRow(relation.total, (larger,)), BarRow(smaller, below)))
            case "equal":
                part_of = relation.kind in ("fraction", "percent")
                return self.part_of(relation) if part_of else self.equal(relation)

    def part_of(self, relation: Relation) -> Bars:
        """The whole, cut as the fraction is, with the part filled."""
        whole, part = relation.parts
        fraction, size = self.values[part], self.values[whole]
        if relation.kind == "fraction" and fraction.denominator <= MOST_PIECES:
            bottom, top = fraction.denominator, fraction.numerator
            pieces = tuple(Piece(size / bottom, filled=i < top) for i in range(bottom))
        else:
            pieces = (Piece(size * fraction), Piece(size * (1 - fraction), filled=False))
        below = replace(self.amount(relation.total), part=self.amount(part).number)
        return Bars(relation, (BarRow("", pieces),), above=self.amount(whole), below=below)

    def equal(self, relation: Relation) -> Bars:
        """Equal pieces, and what is left over or not filled."""
        one, many = relation.parts
        count, size = self.values[many], self.values[one]
        full = int(count) if relation.reading != "up" else int(count) - 1
        rest = self.values[relation.total] - size * full
        pieces = [Piece(size, self.amount(one) if i == 0 else None) for i in range(full)]
        if full > MOST_PIECES:
            pieces = [pieces[0], Piece(size), Piece(size * 2, dots=True), Piece(size)]
        if rest > 0:
            left_over = self.amount(relation.rest) if relation.rest and relation.reading == "down" else None
            pieces.append(Piece(rest, left_over, filled=False))
        above, below = self.amount(relation.total), self.amount(many)
        return Bars(relation, (BarRow("", tuple(pieces)),), above=above, below=below)


def _is_asked(situation: Situation, name: str) -> bool:
    """Whether it is asked, in whatever unit."""
    same = {name}
    for relation in situation.relations:
        if relation.kind == "convert" and same & {relation.total, relation.parts[1]}:
            same |= {relation.total, relation.parts[1]}
    return bool(same & set(situation.asked))


def _follows_from_given(situation: Situation, name: str) -> bool:
    return any(
        situation.quantity(other).given is not None
        for r in situation.relations
        if r.kind == "convert" and name in (r.total, r.parts[1])
        for other in (r.total, r.parts[1])
        if other != name
    )
