"""An answer put back into its story: what would have to hold, and what the story says."""

from keen_slate.core.problem.situation import Reading, Relation, Situation, in_decimals, plan_of, worked_through
from keen_slate.core.problem.tree import Expr, Factor, InStory, Product, Sum, Term, decimal_or_number, evaluate
from keen_slate.core.values import frozen


@frozen
class PutBack:
    """``made`` is what the answer and the rest of the story make of the quantity ``name``, which is ``there``. With a
    ``reading`` the two need not agree: there is just enough, or just no room for one more."""

    made: Expr
    name: str
    there: Expr
    decimals: bool
    reading: Reading = "exact"

    @property
    def number(self) -> Expr:
        """What it comes to, as the story writes numbers."""
        return decimal_or_number(evaluate(self.made), decimals=self.decimals)


def put_back(story: InStory, answer: Expr, asked: str = "") -> PutBack | None:
    """The answer to the last question (or to ``asked``) put back; None where it can only be worked again.

    >>> cut = read("[rope = 7 1/2 m] [off = 2 3/4 m] | take: rope = off + left | left").expr
    >>> back = put_back(cut, read("4 3/4").expr)
    >>> text_of(back.made), back.name, text_of(back.there)
    ('4 3/4 + 2 3/4', 'rope', '7 1/2')
    """
    situation = story.situation
    asked = asked or situation.asked[-1]
    calculation = next((c for c in plan_of(situation) if c.gives == asked), None)
    if calculation is None:
        return None
    relation = calculation.relation
    written = _Written(situation)

    def back(made: Expr, name: str, reading: Reading = "exact") -> PutBack:
        return PutBack(made, name, written[name], written.decimals, reading)

    both = next((c for c in plan_of(situation) if c.beside is not None and asked in c.relation.parts), None)
    if both is not None and both.beside is not None:
        return back(_with_the_other(both.relation, both.beside, asked, answer, written), both.relation.total)
    if relation.form == "sum":
        if asked == relation.total:
            first, *others = relation.parts
            return back(Sum((Term(answer), *(Term(written[o], True) for o in others))), first)
        others = [p for p in relation.parts if p != asked]
        return back(Sum((Term(answer), *(Term(written[o]) for o in others))), relation.total)
    one, many = relation.parts
    if asked == relation.total:
        if evaluate(written[many]) == 0:
            return None
        return back(_product(answer, written[many], divide=True), one)
    if asked == relation.rest:
        used = _product(written[many], written[one])
        return back(Sum((Term(used), Term(answer, relation.reading == "up"))), relation.total)
    other = one if asked == many else many
    pair = (answer, written[other]) if asked == many else (written[other], answer)
    return back(_product(*pair), relation.total, relation.reading)


def _with_the_other(both: Relation, beside: Relation, asked: str, answer: Expr, written: "_Written") -> Sum:
    """One of two parts, with the other that the comparison makes of it."""
    told = written[next(p for p in beside.parts if p not in both.parts)]
    large_asked = asked == beside.total
    if beside.form == "sum":
        return Sum((Term(answer), Term(answer), Term(told, large_asked)))
    return Sum((Term(answer), Term(_product(answer, told, divide=True) if large_asked else _product(told, answer))))


def _product(one: Expr, other: Expr, *, divide: bool = False) -> Product:
    return Product((Factor(one), Factor(other, divide)))


class _Written:
    """The quantities of a story as numbers: as given, or as they are found."""

    def __init__(self, situation: Situation) -> None:
        self.situation = situation
        self.values = worked_through(situation, {})
        self.decimals = in_decimals(situation)

    def __getitem__(self, name: str) -> Expr:
        given = self.situation.quantity(name).given
        return given if given is not None else decimal_or_number(self.values[name], decimals=self.decimals)
