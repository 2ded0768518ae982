"""Other numbers for a story: of the same kinds and sizes, with the same demands and the same good sense."""

from collections.abc import Iterator
from dataclasses import replace

from keen_slate.core.demands.find import demands_of
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Numeral, Percent, Whole
from keen_slate.core.problem.situation import Quantity, Situation, worked_through
from keen_slate.core.problem.tree import decimal_places
from keen_slate.core.reading.measured import measured
from keen_slate.core.reading.reading import Problem, UnreadableProblem, in_story
from keen_slate.core.reading.sensible import senseless

TRIES = 6000
"""Draws before it is said that there are no other numbers."""

WORKED = 150
"""Of these, how many that make sense are worked to compare their demands."""

BOTTOMS = (2, 3, 4, 5, 6, 8, 10, 12)
LARGEST_BOTTOM, MOST_PLACES = 24, 3
PERCENTS = (5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 75, 80, 90)


def other_numbers(problem: Problem, seed: str, locked: frozenset[str] = frozenset()) -> Iterator[Problem]:
    """The story with other numbers, again and again other ones; those of ``locked`` quantities stay. The same seed
    gives the same. Nothing comes where none are found.

    >>> bed = read("[bed A = 3 3/4 m] [longer by = 1 1/2 m] | compare: bed B = bed A + longer by | bed B in m")
    >>> other = next(other_numbers(bed, "1", frozenset({"longer by"})))
    >>> text_of(other.expr.situation.quantity("longer by").given)
    '1 1/2'
    """
    story = problem.story
    assert story is not None
    draw = Draw(f"story/{seed}")
    wanted = demands_of(problem)
    sizes = _sizes(story.measured)
    seen = {story.situation}
    worked = 0
    free = [q for q in story.situation.quantities if q.given is not None and q.name not in locked]
    free = [q for q in free if not q.name.isdecimal()]
    if not free:
        return
    for _ in range(TRIES):
        redrawn = {q.name: _like(q.given, draw) for q in free if q.given is not None}
        quantities = tuple(replace(q, given=redrawn.get(q.name, q.given)) for q in story.situation.quantities)
        situation = replace(story.situation, quantities=quantities)
        if situation in seen:
            continue
        seen.add(situation)
        other = _measured_anew(story.measured, quantities)
        if senseless(other) is not None or not _within(other, sizes):
            continue
        try:
            again = in_story(replace(story, situation=situation, measured=measured(situation)))
        except UnreadableProblem:
            continue
        worked += 1
        if worked > WORKED:
            return
        if demands_of(again) == wanted:
            yield again


def _measured_anew(before: Situation, quantities: tuple[Quantity, ...]) -> Situation:
    """The situation with its units, with other numbers."""
    given = {q.name: q.given for q in quantities}
    return replace(before, quantities=tuple(replace(q, given=given.get(q.name, q.given)) for q in before.quantities))


def _sizes(situation: Situation) -> tuple[int, int, bool]:
    """The largest bottom and the most places that a value has, and whether every value ends as a decimal."""
    values = worked_through(situation, {}).values()
    ends = all(decimal_places(v) is not None for v in values)
    places = max((decimal_places(v) or 0 for v in values), default=0)
    return max(max(v.denominator for v in values), LARGEST_BOTTOM), max(places, 2), ends


def _within(situation: Situation, sizes: tuple[int, int, bool]) -> bool:
    bottom, places, ends = sizes
    for value in worked_through(situation, {}).values():
        needed = decimal_places(value)
        if ends and (needed is None or needed > places):
            return False
        if not ends and value.denominator > bottom:
            return False
    return True


def _like(number: Numeral, draw: Draw) -> Numeral:
    """A number of the same kind and about the same size."""
    match number:
        case Whole(n):
            step = 10 if n % 10 == 0 and n >= 30 else 1
            return Whole(draw.between(max(2, n // 2) // step or 1, max(3, 2 * n) // step) * step)
        case CommonFraction(top, bottom):
            other = draw.one_of(BOTTOMS)
            if top > bottom:
                return CommonFraction(draw.between(other + 1, 3 * other), other)
            return CommonFraction(draw.between(1, other - 1), other)
        case MixedNumber(whole, _, _):
            other = draw.one_of(BOTTOMS)
            return MixedNumber(draw.between(max(1, whole // 2), 2 * whole + 1), draw.between(1, other - 1), other)
        case DecimalNumeral(digits, places):
            other = draw.between(max(1, digits // 2), 2 * digits)
            ends_in_zero = other % 10 == 0 and digits % 10 != 0
            return DecimalNumeral(other + ends_in_zero, places, number.leading_zero)
        case Percent():
            return Percent(Whole(draw.one_of(PERCENTS)))
        case _:
            return number
