"""A story worked: which calculation comes next, what is left over read as the story needs, the number put by."""

from dataclasses import replace

from keen_slate.core.machine.engine import Move, Rule, earning
from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.units import MONEY
from keen_slate.core.numbers.forms import Whole, WithRemainder
from keen_slate.core.problem.situation import Calculation, Situation, in_decimals, plan_of, read_as, worked_through
from keen_slate.core.problem.tree import (
    REMAINDER,
    Convert,
    Expr,
    Factor,
    Group,
    InStory,
    Product,
    Sum,
    Term,
    decimal_or_number,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.rules.asked_form import answered_as
from keen_slate.core.saying import in_stories
from keen_slate.core.saying.say import Say


def unit_of(situation: Situation, calculation: Calculation) -> str:
    """The unit of what a calculation gives, also where that is only found on the way; "" for bare numbers."""
    name = calculation.gives
    if name not in calculation.relation.names:
        name = calculation.relation.total if calculation.operation == "times" else calculation.of[0]
    unit = situation.quantity(name).unit
    return "" if unit in BARE else unit


def number_of(state: InStory, name: str) -> Expr:
    """A known quantity as it is written: as the story gives it, or as it was found."""
    found = dict(state.found)
    if name in found:
        return found[name]
    given = state.situation.quantity(name).given
    if given is None and name.isdecimal():
        return Whole(int(name))
    assert given is not None
    return given


def written(state: InStory, calculation: Calculation) -> Expr:
    """The calculation with the numbers in hand, asked for in the form that the story needs."""
    first, *others = (number_of(state, name) for name in calculation.of)
    unit = unit_of(state.situation, calculation)
    match calculation.operation:
        case "add" | "take":
            minus = calculation.operation == "take"
            return answered_as(Sum((Term(first), *(Term(o, minus) for o in others))), unit)
        case "times":
            return answered_as(Product((Factor(others[0]), Factor(first))), unit)
        case "per" | "fits":
            quotient = Product((Factor(first), Factor(others[0], divide=True)))
    wholes = isinstance(first, Whole) and isinstance(others[0], Whole)
    if wholes and calculation.reading != "exact":
        return Convert(quotient, REMAINDER)
    if wholes and unit not in MONEY and in_decimals(state.situation) and decimal_places(evaluate(quotient)) is not None:
        return Convert(quotient, "decimal")
    return answered_as(quotient, unit)


def choose_calculation(expr: Expr) -> Move:
    """The next calculation of the plan, with the numbers in hand.

    >>> beds = "[bed A = 3 3/4 m] [more = 1 1/2 m] | compare: bed B = bed A + more | bed B"
    >>> text_of(choose_calculation(read(beds).expr).after)
    '3 3/4 m + 1 1/2 m'
    """
    assert isinstance(expr, InStory)
    calculation = expr.next()
    assert calculation is not None
    return Move(
        begun(expr, calculation, written(expr, calculation)), Say.of(in_stories.why_calculated, calculation=calculation)
    )


def as_one(story: InStory) -> Expr | None:
    """The whole story as one calculation; None where a number of whole ones is read on the way.

    >>> bag = "[n = 6 trays] [one = 2/3 l] [bag = 10 l] | groups: used = one × n; take: bag = used + left | left"
    >>> text_of(as_one(read(bag).expr))
    '10 − (6 × 2/3)'
    """
    made: dict[str, Expr] = {}
    plan = plan_of(story.situation)
    if any(c.reading != "exact" for c in plan):
        return None

    def part(name: str) -> Expr:
        found = made.get(name)
        if found is None:
            return number_of(story, name)
        return found if is_numeral(found) else Group(found)

    values = worked_through(story.situation, {})
    for calculation in plan:
        if calculation.relation.kind == "convert":  # the same amount, not a calculation to be rounded
            decimals = in_decimals(story.situation)
            made[calculation.gives] = decimal_or_number(values[calculation.gives], decimals=decimals)
            continue
        first, *others = (part(name) for name in calculation.of)
        if calculation.operation in ("add", "take"):
            minus = calculation.operation == "take"
            made[calculation.gives] = Sum((Term(first), *(Term(o, minus) for o in others)))
        elif calculation.operation == "times":
            made[calculation.gives] = Product((Factor(others[0]), Factor(first)))
        else:
            made[calculation.gives] = Product((Factor(first), Factor(others[0], divide=True)))
    return made[story.situation.asked[-1]]


def begun(state: InStory, calculation: Calculation, now: Expr) -> InStory:
    """The story with a calculation in hand."""
    # How often one amount goes into another has no unit until it is known what is counted.
    unit = "" if calculation.operation == "fits" else unit_of(state.situation, calculation)
    return replace(state, target=calculation.gives, reading=calculation.reading, now=now, unit=unit)


def finished(now: Expr) -> Expr:
    """The number that a calculation came to."""
    while isinstance(now, Convert):
        now = now.of
    return now


def read_remainder(expr: Expr) -> Move:
    """A number of whole ones as the story needs it: one more, or only those that are full.

    >>> buses = "[seats = 16 pupils] [all = 70 pupils] | fit: all = seats × buses (up) | buses in buses"
    >>> divided = InStory(read(buses).expr.situation, target="buses", reading="up", now=read("4 3/8").expr)
    >>> text_of(read_remainder(divided).after)
    '5 buses'
    """
    assert isinstance(expr, InStory)
    assert expr.now is not None
    found = finished(expr.now)
    value = read_as(evaluate(found), expr.reading)
    read = Whole(int(value))
    unit = expr.situation.quantity(expr.target).unit
    after = replace(expr, now=read, reading="exact", unit=unit)
    if evaluate(found) == value:
        return Move(after)
    relation = next(r for r in expr.situation.relations if expr.target in r.names)
    said = Say.of(
        in_stories.whole_ones_only,
        found=found, read=read, up=expr.reading == "up", one=relation.parts[0], total=relation.total,
    )  # fmt: skip
    return Move(after, said)


def put_by(expr: Expr) -> Move:
    """The number found, kept under its name for what comes after.

    >>> beds = "[bed A = 3 3/4 m] [more = 1 1/2 m] | compare: bed B = bed A + more | bed B"
    >>> put_by(InStory(read(beds).expr.situation, target="bed B", now=Whole(5))).after.found
    (('bed B', Whole(n=5)),)
    """
    assert isinstance(expr, InStory)
    assert expr.now is not None
    found = finished(expr.now)
    if isinstance(found, WithRemainder):
        found = decimal_or_number(evaluate(found), decimals=in_decimals(expr.situation))
    unit = expr.unit or expr.situation.quantity(expr.target).unit
    return Move(InStory(expr.situation, (*expr.found, (expr.target, found)), unit=unit))


RULES = (
    Rule(
        "choose-calculation",
        "choose-calculation",
        choose_calculation,
        "read",
        question="What is known, what is asked, and which of the known is the whole?",
        earns=earning("operation"),
    ),
    Rule("read-remainder", "read-remainder", read_remainder, "write", question="What does the story need: all of it?"),
    Rule("put-by", "put-by", put_by, "write", earns=earning()),
)
