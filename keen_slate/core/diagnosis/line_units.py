"""Units in a pupil's lines: amounts as pupils write them, and units that do not belong where they stand."""

import re
from collections.abc import Callable, Sequence

from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.units import are_same, are_same_things, is_measure, one_and_many, times_smaller
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem, UnreadableProblem

_PER_ONE = re.compile(
    r"(?<=[^\W_])\s*(?:/\s*|\b(?:per|an?|each|every)\s+)[^\W\d_]+|\s+(?:each|apiece)\b", re.IGNORECASE
)


_OF_ONE = re.compile(r"(?<=\d)\s+of\s+an?\s+(?=[^\W\d_])", re.IGNORECASE)


def words_for_units(problem: Problem) -> frozenset[str]:
    """What may stand behind a number in a line, beside the units that are known."""
    if not isinstance(problem.expr, InStory):
        return frozenset({problem.label})
    return frozenset(form for q in problem.expr.situation.quantities for form in one_and_many(q.unit))


def read_with_units(
    text: str, own: frozenset[str], read: Callable[[str, frozenset[str]], Problem]
) -> tuple[Problem, bool]:
    """A side with units as pupils write them, and whether a unit is multiplied by itself (6 l × 3/4 l).

    ``12 l per minute`` is 12 l, 3/4 of an hour is 3/4 hour, and 6 seed trays are 6 trays. Of two units that are no
    product a thing that is counted falls away (6 trays × 3/4 l is an amount of l), of two measures both do
    (90 min × 12 l). Raises UnreadableProblem.
    """
    nouns = frozenset(unit.rpartition(" ")[2] for unit in own)
    for unit in sorted((u for u in own if " " in u), key=len, reverse=True):
        text = re.sub(rf"\b{re.escape(unit)}\b", unit.rpartition(" ")[2], text, flags=re.IGNORECASE)
    try:
        return read(text, nouns), False
    except UnreadableProblem as fault:
        first = fault
    plain = _PER_ONE.sub("", _OF_ONE.sub(" ", text))
    try:
        return read(plain, nouns), False
    except UnreadableProblem as fault:
        if fault.said.id not in ("units-multiplied", "units-divided"):
            raise first from fault
        pair = str(fault.said.get("one")), str(fault.said.get("other"))
        by_itself = fault.said.id == "units-multiplied" and are_same(*pair)
    measures = [unit for unit in dict.fromkeys(pair) if is_measure(unit)]
    signs = "|".join(re.escape(unit) for unit in sorted(pair, key=len, reverse=True))
    bare = read(re.sub(rf"(?<![^\W\d_])(?:{signs})(?![^\W\d_])", " ", plain), nouns)
    return Problem(bare.expr, measures[0] if len(measures) == 1 else ""), by_itself


def units_asked(problem: Problem) -> tuple[str, ...]:
    """The unit of every answer, in the order of the questions."""
    expr = problem.expr
    if isinstance(expr, InStory):
        return tuple(expr.situation.quantity(name).unit for name in expr.situation.asked)
    return (problem.label,)


def is_other_unit(problem: Problem, said: str, beside: Sequence[str]) -> bool:
    """Whether a result is labelled as something else than is asked for. ``beside`` are the labels in its line: where
    one of them is of its kind, the line is about that (90 min × 12 = 1080 min is true, whatever is asked).

    >>> from keen_slate.core.reading.reading import read
    >>> is_other_unit(read("2 m + 3 m"), "kg", ["m"]), is_other_unit(read("2 m + 3 m"), "cm", [])
    (True, False)
    """
    expr, asked = problem.expr, units_asked(problem)
    if said in BARE or set(asked) & {*BARE, "%"} or said == "%" or any(are_same_things(said, unit) for unit in asked):
        return False
    if any(_of_one_kind(said, other) for other in beside):
        return False
    if is_measure(said):
        return all(times_smaller(said, unit) is None for unit in asked)
    story = expr.situation.quantities if isinstance(expr, InStory) else ()
    return any(are_same_things(said, q.unit) for q in story if q.unit not in BARE)


def _of_one_kind(one: str, other: str) -> bool:
    return other not in BARE and (are_same_things(one, other) or times_smaller(one, other) is not None)
