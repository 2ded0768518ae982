"""The answer to a story as a pupil writes it: a number, an amount, or a sentence, and one for each question."""

import re
from typing import Literal

from keen_slate.core.notation.amounts import BARE
from keen_slate.core.notation.units import MONEY, UNITS, are_same, is_measure, one_and_many, times_smaller
from keen_slate.core.problem.situation import plan_of
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem
from keen_slate.core.values import frozen

Unit = Literal["right", "wrong", "none"]
"""Whether an answer has the unit that is asked, another thing for it, or none."""

_NUMBER = re.compile(
    r"(?<![\w.])[−-]?\s?"
    r"(?:\d+ \d+/\d+|\d+\s*/\s*\d+|\d*[½¼¾⅓⅔⅛⅜⅝⅞⅙⅚⅕⅖⅗⅘]|\d+[.,]\d+|[.,]\d+|\d+ r \d+|\d+)"
)
_REMAINDER = re.compile(r"(?:[\d\s÷:]+=\s*)?(\d+)\s*(?:r|R|remainder)\s*(\d+)")
_WORDS = re.compile(r"\s*((?:[^\W\d_]+[ -]?){1,3})")


@frozen
class ToldAnswer:
    """A number as it stands in an answer, with the unit behind it where that is a measure, and what its unit is."""

    text: str
    unit: Unit


def told_answers(problem: Problem, text: str) -> tuple[ToldAnswer, ...]:
    """The numbers of an answer, each with what its unit is; empty where the whole text is better read as it stands.

    >>> beds = read("[bed A = 5 m] [less by = 1 1/2 m] | compare: bed A = bed B + less by | bed B in m")
    >>> told_answers(beds, "Bed B is 3 1/2 m long.")
    (ToldAnswer(text='3 1/2 m', unit='right'),)
    """
    expr = problem.expr
    if not isinstance(expr, InStory) or ("=" in text and not _REMAINDER.fullmatch(text.strip(" ."))):
        return ()
    asked = expr.situation.asked
    stripped = text
    for quantity in expr.situation.quantities:  # “bed 2” is a name and no answer
        if any(c.isdigit() for c in quantity.name) and not quantity.name.isdecimal():
            stripped = stripped.replace(quantity.name, " ")
    found = list(_NUMBER.finditer(stripped))
    if not found:
        return ()
    if (kept := _REMAINDER.fullmatch(text.strip(" ."))) is not None:
        return _with_remainder(expr, *kept.groups())
    taken = found if len(found) == len(asked) else found[-1:]
    units = [expr.situation.quantity(name).unit for name in asked][-len(taken) :]
    return tuple(_with_unit(stripped, match, unit, expr) for match, unit in zip(taken, units, strict=True))


def _with_remainder(story: InStory, quotient: str, rest: str) -> tuple[ToldAnswer, ...]:
    """A quotient with what is left: both answers where both are asked, else a number that is not read yet."""
    asked = story.situation.asked
    if len(asked) > 1:
        return ToldAnswer(quotient, "none"), ToldAnswer(rest, "none")
    plan = plan_of(story.situation)
    one = next((c.of[1] for c in plan if c.operation == "fits" and c.gives == asked[-1]), "")
    divisor = story.situation.given.get(one)
    if divisor is None or divisor.denominator > 1:
        return (ToldAnswer(quotient, "none"),)
    return (ToldAnswer(f"{quotient} {rest}/{divisor}", "none"),)


def _with_unit(text: str, match: re.Match[str], asked: str, story: InStory) -> ToldAnswer:
    number = match.group().strip()
    before = text[: match.start()].rstrip()[-1:]
    if before in MONEY and before:
        if asked in MONEY:
            return ToldAnswer(number, "right" if before == asked else "wrong")
        return ToldAnswer(number, "wrong")
    if text[match.end() :].lstrip().startswith("%"):
        return ToldAnswer(f"{number}%", "right" if asked in BARE else "wrong")
    words = _WORDS.match(text, match.end())
    said = words.group(1).strip().lower() if words else ""
    units = {q.unit for q in story.situation.quantities}
    others = [u for u in units if u not in BARE and not is_measure(u) and not are_same(u, asked)]
    told_as_asked = ToldAnswer(f"{number} {asked}" if asked in UNITS else number, "right")
    if asked not in BARE and _begins_with(said, asked):
        return told_as_asked
    if any(_begins_with(said, other) for other in others):
        return ToldAnswer(number, "wrong")
    if asked not in BARE and _begins_with(said, _noun(asked)):  # seed trays are trays
        return told_as_asked
    first = said.split(" ")[0]
    if first in UNITS and (len(first) > len("in") or said == first):  # “5 in each” is no inch
        if asked in UNITS:
            goes = times_smaller(first, asked) is not None
            return ToldAnswer(f"{number} {first}" if goes else number, "right" if goes else "wrong")
        return ToldAnswer(number, "wrong")
    return ToldAnswer(number, "wrong" if any(_begins_with(said, _noun(other)) for other in others) else "none")


def _noun(unit: str) -> str:
    """The thing itself, without the words that say which ones."""
    return unit.rpartition(" ")[2]


def _begins_with(said: str, unit: str) -> bool:
    """Whether words begin with a unit, of one or of more than one."""
    forms = {form.lower() for form in (unit, *one_and_many(unit))}
    return said in forms or said.startswith(tuple(f"{form} " for form in forms))
