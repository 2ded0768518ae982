"""One item changed into another: its twin, one step easier or harder, the other operation, and its contrast."""

from collections.abc import Iterable, Iterator
from dataclasses import replace
from fractions import Fraction
from itertools import islice
from math import gcd, lcm

from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.glass import how_much_it_tells, neighbours
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.families.family import BRINGS, RELATIONS, Family
from keen_slate.core.laddering.families.listing import FAMILY, family_of
from keen_slate.core.laddering.limits import Limits, numbers_key, numbers_of
from keen_slate.core.laddering.searching import Target, closed, find_item
from keen_slate.core.laddering.twins import all_redrawn, effort_of, one_number_redrawn, repeats_a_number, twins
from keen_slate.core.machine.engine import Move
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.order import grouping_ignored, left_to_right
from keen_slate.core.notation.text import FROM_PICTURES
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem import bounds
from keen_slate.core.problem.blanks import TooManyBlanks, solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Factor,
    FromPicture,
    Gap,
    Product,
    Sum,
    Term,
    asks_remainder,
    children,
    evaluate,
    with_child,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.filling import moved_wholes
from keen_slate.core.working.work import DEFAULT_SCHOOL


def around(problem: Problem) -> Limits:
    """Bounds as wide as the item itself, and never narrower than is usual."""
    usual = Limits()
    numbers = numbers_of(problem.expr)
    bottoms = [n.denominator for n in numbers if isinstance(n, (CommonFraction, MixedNumber))]
    wholes = [n.n if isinstance(n, Whole) else n.whole for n in numbers if isinstance(n, (Whole, MixedNumber))]
    places = [n.places for n in numbers if isinstance(n, DecimalNumeral)]
    return Limits(
        largest_bottom=max(usual.largest_bottom, *bottoms, 0),
        largest_common=max(usual.largest_common, lcm(*bottoms)),
        largest_whole=max(usual.largest_whole, *wholes, 0),
        places=max(usual.places, *places, 0),
        largest_fact=max(usual.largest_fact, *bottoms, *wholes, 0),
    )


def exactly(demands: Iterable[str], added: str = "") -> Target:
    """The target that only items with these demands, and no others, meet."""
    return Target(frozenset(demands), frozenset(), added)


CHOSEN_FROM = 4
"""Twins that are put under the glass, of which the best is taken."""


def twin(
    problem: Problem,
    seed: str,
    limits: Limits | None = None,
    school: School = DEFAULT_SCHOOL,
    avoid: Iterable[Problem] = (),
) -> Problem | None:  # fmt: skip
    """An item so like another that it asks for the same, with other numbers; None where there is none.

    Of a few that one is taken which no mistake gets right by luck and which tells most mistakes apart.

    >>> demands_of(twin(read("5 1/6 − 2 5/6"), "1")) == demands_of(read("5 1/6 − 2 5/6"))
    True
    """
    taken = frozenset(numbers_key(p.expr) for p in avoid)
    found = list(islice(twins(problem, seed, school, limits, taken), CHOSEN_FROM))

    def rank(other: Problem) -> tuple[int, Fraction]:
        second = look_twice(other, school)
        return len(second.right_by_luck), -how_much_it_tells(second)

    return min(found, key=rank, default=None)


def one_step(
    problem: Problem, *, harder: bool, seed: str, limits: Limits | None = None, school: School = DEFAULT_SCHOOL,
    avoid: Iterable[Problem] = (),
) -> tuple[Problem, str] | None:  # fmt: skip
    """An item with one demand more, or one less, and which; None at the top or the foot of its family."""
    family = family_of(problem)
    if family is None:
        return None
    have = frozenset(demands_of(problem))
    taken = {numbers_key(p.expr) for p in (problem, *avoid)}
    for demand, demands in _steps(family, have) if harder else _steps_down(family, have):
        found = find_item(family, exactly(demands, demand), limits or around(problem), seed, school, taken)
        if found is not None:
            return replace(found.problem, label=problem.label), demand
    return None


def _steps(family: Family, have: frozenset[str]) -> Iterator[tuple[str, frozenset[str]]]:
    for demand in family.climb:
        if demand in have:
            continue
        group = family.group_of(demand)
        now = [d for d in group if d in have]
        if now and group.index(demand) < group.index(now[0]):
            continue
        left = have - set(group)
        yield demand, closed({*left, demand})


def _steps_down(family: Family, have: frozenset[str]) -> Iterator[tuple[str, frozenset[str]]]:
    for demand in reversed(family.climb):
        if demand not in have or any(demand in BRINGS.get(other, ()) for other in have):
            continue
        group = family.group_of(demand)
        if group not in family.standing:
            yield demand, have - {demand}
        elif group.index(demand):  # one of these is always made: the easier takes its place
            left = have - {demand} - BRINGS.get(demand, frozenset())
            yield demand, closed({*left, group[group.index(demand) - 1]})


def other_operation(problem: Problem) -> Problem | None:
    """The same numbers, added where they were taken away, divided where they were multiplied; the larger first where
    they are taken away now. None for what has no such operation.

    >>> other_operation(read("2/5 + 3/4")).text()
    '3/4 − 2/5'
    """
    expr = problem.expr
    made: Expr | None = None
    if isinstance(expr, Sum) and len(expr.terms) == 2:
        first, second = children(expr)
        minus = not expr.terms[1].minus
        if minus and evaluate(first) < evaluate(second):
            first, second = second, first
        made = Sum((Term(first), Term(second, minus)))
    elif isinstance(expr, Product) and len(expr.factors) == 2 and evaluate(expr.factors[1].expr) != 0:
        first, second = children(expr)
        made = Product((Factor(first), Factor(second, not expr.factors[1].divide)))
    return _as_problem(made, problem.label) if made is not None else None


DECISIVE = (
    "regroup-across-zero", "regroup-after-renaming", "regroup-leaves-nothing", "bare-whole-minuend", "regroup",
    "regroup-in-columns", "carry", "makes-a-whole", "carry-in-columns", "ragged-places", "cancelling",
    "nested-brackets", "brackets", "unlike-kinds", "coprime-bottoms", "bottoms-share-a-factor", "one-bottom-divides",
    "unlike-denominators", "improper-input", "simplify", "result-is-whole",
)  # fmt: skip
"""What an item is chosen for, the most decisive first (common practice, no source)."""


def contrast(problem: Problem, demand: str = "") -> tuple[Problem, frozenset[str]] | None:
    """The item with its decisive demand gone and nothing else changed, as many of its numbers kept as can be; and which
    demands differ. None where there is no such item.

    The decisive demand is ``demand``, or the first of DECISIVE that the item makes. What cannot be without it goes with
    it: beside an item that regroups only after renaming stands one that needs no regrouping after renaming.

    >>> other, differs = contrast(read("5 1/6 − 2 5/6"), "regroup")
    >>> other.text(), sorted(differs)
    ('5 5/6 − 2 1/6', ['regroup'])
    """
    have = frozenset(demands_of(problem))
    wanted = [demand] if demand in have else []
    tried: list[Changed] = []
    left = _changed_items(problem)

    def items() -> Iterator[Changed]:
        yield from tried
        for item in left:
            tried.append(item)
            yield item

    for decisive in dict.fromkeys((*wanted, *(d for d in DECISIVE if d in have))):
        found = _without(items(), decisive, have)
        if found is not None:
            return found
    return _least_changed(problem, have)


OTHER_PERCENTS = (10, 50, 25, 20, 35, 15, 45, 30, 60, 40, 70, 120, 150, 7, 3, 12, 18)
"""What is taken in place of a percent: one known part, put together of tens and fives, more than 100, any other."""

WRITTEN_AS: dict[str, tuple[type, ...]] = {
    "decimal": (DecimalNumeral,),
    "fraction": (CommonFraction, MixedNumber),
    "percent": (Percent,),
}
"""What is in a form already."""

FEWEST_CHANGED = 12
"""Changed items that are worked for any item."""

MOST_TOPS = 60
"""Tops above its own that a part is given: of any bottom that a class works with all of them."""

Changed = tuple[Problem, frozenset[str]]
"""An item changed from another, with its demands."""


def _changed_items(problem: Problem) -> Iterator[Changed]:
    for expr in islice(_candidates(problem), _most_changed(problem)):
        other = _as_problem(expr, problem.label)
        if other is not None and other.expr != problem.expr and _below_zero(other) == _below_zero(problem):
            yield other, frozenset(demands_of(other))


def _most_changed(problem: Problem) -> int:
    """How many changed items are looked at: fewer of one that takes longer to work."""
    return max(FEWEST_CHANGED, 2 * bounds.CONTRASTS_WORKED // effort_of(problem.expr))


def _least_changed(problem: Problem, have: frozenset[str]) -> tuple[Problem, frozenset[str]] | None:
    """Where nothing decisive can go: one thing changed, so that what is asked for changes least."""
    best: tuple[tuple[int, int], Problem, frozenset[str]] | None = None
    turned = other_operation(problem)
    changed = islice(_changed_in_one_thing(problem.expr), _most_changed(problem))
    for index, expr in enumerate((*changed, *([turned.expr] if turned else []))):
        other = _as_problem(expr, problem.label)
        if other is None or other.expr == problem.expr or _below_zero(other) != _below_zero(problem):
            continue
        differs = have ^ frozenset(demands_of(other))
        rank = len(differs), index
        if differs and (best is None or rank < best[0]):
            best = rank, other, differs
    return best[1:] if best else None


def _without(items: Iterator[Changed], decisive: str, have: frozenset[str]) -> tuple[Problem, frozenset[str]] | None:
    """The nearest of the items that lacks this demand and makes all others, and no new one."""
    with_it = {d for d in have if decisive in BRINGS.get(d, frozenset())}
    must_go = {decisive}
    if decisive in ("regroup-after-renaming", "bare-whole-minuend"):  # no regrouping at all is left
        must_go |= {"regroup"}
        with_it |= {"regroup", "regroup-leaves-nothing"} & have
    if decisive == "makes-a-whole":
        with_it |= {"result-is-whole"} & have
    if decisive in RELATIONS:
        with_it |= {"unlike-denominators", "large-common-bottom"} & have
    gone = frozenset({decisive, *with_it})
    one_size = (*RELATIONS, "unlike-denominators", "bare-whole-minuend")
    bringing = frozenset({"like-denominators"}) if decisive in one_size else frozenset()
    if decisive == "bare-whole-minuend":  # a part above it, and what is left may have to be simplified
        bringing |= {"simplify", "composite-common-factor"}
    if decisive == "regroup-after-renaming":  # what only looks like it is the best to stand beside it
        bringing |= {"seems-to-regroup"}
    best: tuple[tuple[int, int], Problem, frozenset[str]] | None = None
    for index, (other, now) in enumerate(items):
        if must_go & now or not (have - gone) <= now or not now <= (have - {decisive}) | bringing:
            continue
        rank = len(have - now), index
        if best is None or rank < best[0]:
            best = rank, other, now
        if rank[0] == 1:
            break
    return (best[1], have ^ best[2]) if best else None


def _candidates(problem: Problem) -> Iterator[Expr]:
    """Changed in one thing; then one number redrawn; then all of them."""
    yield from _changed_in_one_thing(problem.expr)
    if isinstance(problem.expr, Chain) and moved_wholes(problem.expr):
        return  # other wholes make another step of it
    draw = Draw("contrast")
    for _ in range(bounds.CONTRASTS_WORKED):
        yield from one_number_redrawn(problem.expr, draw)
    for _ in range(bounds.CONTRASTS_WORKED):
        redrawn = all_redrawn(problem.expr, draw)
        if redrawn is not None:
            yield redrawn


def _below_zero(problem: Problem) -> bool:
    return isinstance(problem.expr, (Sum, Product)) and evaluate(problem.expr) < 0


def _changed_in_one_thing(expr: Expr) -> Iterator[Expr]:
    """Parts exchanged, one bottom made like the other, a part dropped, places made equal, the other operation."""
    parts = children(expr)
    if len(parts) == 2 and not isinstance(expr, Chain):
        first, second = parts
        if isinstance(first, MixedNumber) and isinstance(second, MixedNumber):
            yield _with(
                expr,
                MixedNumber(first.whole, second.numerator, second.denominator),
                MixedNumber(second.whole, first.numerator, first.denominator),
            )
        yield _with(expr, second, first)
        if isinstance(first, MixedNumber):
            yield _with(expr, Whole(first.whole), second)
        if isinstance(first, Whole) and isinstance(second, MixedNumber):
            bottom = second.denominator
            for top in range(second.numerator + 1, bottom)[:MOST_TOPS]:
                if gcd(top, bottom) == 1:
                    yield _with(expr, MixedNumber(first.n, top, bottom), second)
        if isinstance(first, DecimalNumeral) and isinstance(second, DecimalNumeral):
            yield from _places_alike(expr, first, second)
    for index, number in enumerate(parts):
        for other in parts:
            if isinstance(number, (CommonFraction, MixedNumber)) and isinstance(other, (CommonFraction, MixedNumber)):
                bottom = other.denominator
                if bottom != number.denominator and number.numerator < bottom:
                    yield with_child(expr, index, replace(number, denominator=bottom))
    if isinstance(expr, Comparison) and len(expr.items) == 2:
        first, second = expr.items
        if isinstance(first, CommonFraction) and isinstance(second, CommonFraction):
            for made in (
                replace(first, denominator=second.denominator),
                replace(first, numerator=second.numerator),
                replace(second, denominator=second.denominator + 1),
                replace(second, numerator=second.numerator % (second.denominator - 1) + 1),
            ):
                if not made.is_improper and made != second:
                    yield replace(expr, items=(made, second), written=(made, second))
        if isinstance(first, DecimalNumeral) and isinstance(second, DecimalNumeral):
            yield from (replace(expr, items=two, written=two) for two in _other_places(first, second))
    if isinstance(expr, Chain) and len(expr.sides) == 2:
        yield from _other_blanks(*expr.sides)
        return
    if asks_remainder(expr):
        division = children(expr)[0]
        dividend, divisor = (evaluate(n) for n in children(division))
        if dividend > divisor:  # nothing is left
            yield with_child(expr, 0, with_child(division, 0, Whole(int(dividend - dividend % divisor))))
    elif isinstance(expr, Convert):
        for to in ("decimal", "percent", "fraction"):
            if to != expr.to and not isinstance(expr.of, WRITTEN_AS[to]):
                yield replace(expr, to=to)
    if isinstance(expr, FromPicture):
        yield from _otherwise_shown(expr)
    if isinstance(expr, Estimating):
        yield expr.of
    if repeats_a_number(expr):
        yield children(expr)[1]
        return
    if len(parts) == 2 and isinstance(parts[0], Percent) and isinstance(parts[1], Whole):
        for percent in OTHER_PERCENTS:
            if parts[1].n * percent % 100 == 0:
                yield with_child(expr, 0, Percent(Whole(percent)))
        return
    for other_order in (grouping_ignored(expr), left_to_right(expr)):
        if isinstance(other_order, Move):
            yield other_order.after
    yield from (n.expr for n in neighbours(Problem(expr)))


def _otherwise_shown(expr: FromPicture) -> Iterator[Expr]:
    """The line cut otherwise, the part without its wholes or with one, the same number in another picture."""
    if expr.picture == "jumps" and not isinstance(expr.of, (CommonFraction, MixedNumber)):
        yield from (replace(expr, spaces=spaces) for spaces in (0, 5, 4, 2, 20) if spaces != expr.spaces)
    if isinstance(expr.of, MixedNumber):
        yield replace(expr, of=expr.of.part)
    if isinstance(expr.of, CommonFraction) and not expr.of.is_improper:
        yield replace(expr, of=MixedNumber(1, expr.of.numerator, expr.of.denominator))
    for picture in FROM_PICTURES:
        if picture != expr.picture:
            yield replace(expr, picture=picture, spaces=0)


def _other_places(first: DecimalNumeral, second: DecimalNumeral) -> Iterator[tuple[Expr, Expr]]:
    """Two decimals with as many places; the second with its last digit dropped, or one digit more."""
    places = min(first.places, second.places)
    if first.places != second.places and places:
        cut = [replace(n, digits=n.digits // 10 ** (n.places - places), places=places) for n in (first, second)]
        yield cut[0], cut[1]
    if second.places > 1:
        yield first, replace(second, digits=second.digits // 10, places=second.places - 1)
        yield first, replace(second, digits=second.digits // 10 + 1, places=second.places - 1)
    yield first, replace(second, digits=second.digits * 10 + 5, places=second.places + 1)


def _other_blanks(known: Expr, gap: Expr) -> Iterator[Expr]:
    """The part dropped or put in, the other number missing, the two sides exchanged."""
    if not isinstance(gap, Gap) or gap.blanks() != 1 or gap.is_alone:
        return
    if isinstance(known, MixedNumber) and gap.bottom and gap.whole is not None and gap.whole < known.whole:
        yield Chain((Whole(known.whole), gap))
    if isinstance(known, Whole) and gap.bottom:
        yield Chain((MixedNumber(known.n, 1, gap.bottom), gap))
    moved = moved_wholes(Chain((known, gap)))
    if moved is not None and isinstance(known, (CommonFraction, MixedNumber)):
        written = gap.filled((moved.top + moved.count * moved.bottom,))
        yield Chain((written, Gap(known.whole if isinstance(known, MixedNumber) else -1, None, moved.bottom)))
    if isinstance(known, CommonFraction) and gap.whole == -1:
        top = known.value * gap.bottom if gap.bottom else Fraction(gap.top or 0)
        bottom = gap.bottom or (gap.top or 0) / known.value
        if top.denominator == 1 and Fraction(bottom).denominator == 1:
            other = Gap(-1, int(top), None) if gap.top is None else Gap(-1, None, int(bottom))
            yield Chain((known, other))
            yield Chain((CommonFraction(int(top), int(bottom)), Gap(-1, None, known.denominator)))


def _places_alike(expr: Expr, first: DecimalNumeral, second: DecimalNumeral) -> Iterator[Expr]:
    if first.places > second.places:
        yield _with(expr, replace(first, digits=first.digits // 10, places=first.places - 1), second)
    elif second.places > first.places and second.places > 1:
        yield _with(expr, first, replace(second, digits=second.digits // 10, places=second.places - 1))


def _with(expr: Expr, first: Expr, second: Expr) -> Expr:
    return with_child(with_child(expr, 0, first), 1, second)


def _as_problem(expr: Expr, label: str) -> Problem | None:
    """The item as it is read when a teacher types it; None for one that cannot be read, or that nothing solves."""
    try:
        if isinstance(expr, Chain) and not _is_filled_by_something(expr):
            return None
        return read(Problem(expr, label).text(), units=frozenset({label}))
    except (UnreadableProblem, TooManyBlanks, ValueError):
        return None


def _is_filled_by_something(chain: Chain) -> bool:
    """Whether a number besides 0 solves it: nobody learns from 8 = 8 ?/10."""
    solved = solve(chain.sides)
    return solved.count > 0 and all(n != Whole(0) for n in solved.numbers)


def fits(problem: Problem, target: Target) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """What a hand-typed item lacks of a target, and what it asks for besides, as demands."""
    have = demands_of(problem)
    lacks = tuple(d for f in FAMILY.values() for d in f.climb if d in target.required and d not in have)
    besides = tuple(d for d in have if d not in target.required | target.allowed)
    return tuple(dict.fromkeys(lacks)), besides
