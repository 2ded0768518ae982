"""What is said while a story is worked: why a calculation comes next, and how what is left over is read."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.situation import Calculation, Operation, Relation
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import listed

IN_WORDS = {"add": " + ", "take": " − ", "times": " × ", "per": " ÷ ", "fits": " ÷ "}


def calculation_in_words(_: Manner, calculation: Calculation) -> str:
    """What is calculated, by names: bed B = bed A + the difference."""
    of = calculation.of[::-1] if calculation.operation == "times" else calculation.of
    part_of = calculation.operation == "times" and STORY_KINDS[calculation.relation.kind].count_first
    sign = " of " if part_of else IN_WORDS[calculation.operation]
    made = sign.join(f"({n})" if " + " in n or " × " in n else n for n in of)
    return made if calculation.gives == made else f"{calculation.gives} = {made}"


def why_calculated(_: Manner, calculation: Calculation) -> str:
    """The reason, from the relation that the calculation comes of."""
    relation, kind = calculation.relation, STORY_KINDS[calculation.relation.kind]
    if calculation.beside is not None:
        return _by_both(calculation, calculation.beside)
    on_the_way = calculation.gives not in relation.names
    known = listed([_quoted(n) for n in calculation.of if n != relation.total])
    if on_the_way:
        template = {
            "add": "{others} first, put together.",
            "times": "First {many} times {one}.",
            "take": "First {total} without {rest}: what is shared.",
        }[calculation.operation]
    elif calculation.gives == relation.rest:
        template = "{total} against {many} times {one}: {rest} is the difference."
    else:
        template = kind.why[calculation.operation]
    one, many = relation.parts[0], relation.parts[1]
    return template.format(
        gives=_quoted(calculation.gives),
        total=_quoted(relation.total),
        one=_quoted(one),
        many=_quoted(many),
        others=known,
        rest=_quoted(relation.rest),
    )


def _by_both(calculation: Calculation, beside: Relation) -> str:
    """The reason where only two relations together lead on."""
    total, large = _quoted(calculation.relation.total), _quoted(beside.total)
    (small,) = (_quoted(p) for p in calculation.relation.parts if p != beside.total)
    (known,) = (_quoted(p) for p in beside.parts if _quoted(p) != small)
    match calculation.operation:
        case "take":
            return f"Without {known}, {large} is as large as {small}: {total} without it is two times {small}."
        case "add":
            return f"{large} is {known} times {small}, and {small} is there once more: so many times it is {total}."
        case _:
            return (
                f"{_quoted(calculation.of[0])} is shared into {_quoted(calculation.of[1])} equal parts: {small} is one."
            )


def _quoted(name: str) -> str:
    """A quantity by the name that the teacher gave it."""
    return name if name[:1].isdigit() else f"“{name}”"


def whole_ones_only(w: Manner, found: Expr, read: Expr, up: bool, one: str, total: str) -> str:
    """Why a number of whole ones is one more, or only those that are full."""
    exact, whole = text_of(found, w), text_of(read, w)
    if up:
        return f"Only whole ones count: {exact} is not enough for all of “{total}”. One more is needed: {whole}."
    full = f"{whole} {'is' if evaluate(read) == 1 else 'are'} full"
    return f"Only whole ones count: of {exact}, {full}. What is left is less than “{one}”."


def bars_in_words(_: Manner, relations: tuple[Relation, ...]) -> str:
    """A bar model as text."""
    return " ".join(_bar_in_words(relation) for relation in relations)


def _bar_in_words(relation: Relation) -> str:
    kind = STORY_KINDS[relation.kind]
    if kind.bar == "beside":
        smaller, difference = relation.parts
        return f"Two bars: “{relation.total}” is longer than “{smaller}”; the gap is “{difference}”."
    if kind.bar == "parts":
        return f"One bar, {_quoted(relation.total)}, made of {listed([_quoted(p) for p in relation.parts])}."
    one, many = relation.parts
    if kind.id in ("fraction", "percent"):
        return f"One bar, “{one}”; of it “{relation.total}” is filled."
    rest = f", and “{relation.rest}”" if relation.rest else ""
    return f"One bar, “{relation.total}”, of equal pieces of “{one}”, {_quoted(many)} of them{rest}."


_DOING = {"add": "adding", "take": "taking away", "times": "multiplying", "per": "dividing", "fits": "dividing"}


def what_was_found(_: Manner, amounts: int, signal: str, answering: tuple[Operation, ...]) -> str:
    """Above what a text may mean: a word in it that seems to decide, and the operation that answers each offer."""
    offers, ways = len(answering), list(dict.fromkeys(_DOING[o] for o in answering))
    if amounts < 2:
        return "I found fewer than two amounts. Write each with its unit: 3 3/4 m, 6 boards, 2/3 of, 25%."
    if not offers:
        return f"I found {amounts} amounts, and no story makes sense with them. Name what is asked; check the units."
    if offers == 1:
        return "This is the one story that the amounts allow."
    if len(ways) == 1:
        return f"The amounts allow {offers} stories. Which bars tell yours?"
    word = f"“{signal}” alone does not decide" if signal else "The words alone do not decide"
    return f"{word}: these stories are answered by {listed(ways)}. Which bars tell yours?"


def no_other_numbers(_: Manner, locked: int) -> str:
    """Where no other numbers are found for a story."""
    if locked:
        return "I found no other numbers that make sense and ask for the same. Unlock an amount."
    return "I found no other numbers that make sense and ask for the same. Change a number yourself."


def worked_instead(w: Manner, right: Expr, wrong: Expr) -> str:
    """Another calculation than the one that the story needs."""
    return f"{text_of(wrong, w)} is worked instead of {text_of(right, w)}."


def taken_over(w: Manner, number: Expr, gives: str) -> str:
    """A number that stands for another one without any calculation."""
    return f"{text_of(number, w)} is taken for “{gives}” as it stands."


def does_it_fit(w: Manner, answer: Expr, made: Expr, result: Expr, name: str, there: Expr) -> str:
    """What a wrong answer would make of the story."""
    told = f"{text_of(made, w)} = {text_of(result, w)}"
    but = f"But {_quoted(name)} is {text_of(there, w)}. Can that be?"
    return f"Put {text_of(answer, w)} back into the story: {told}. {but}"


def is_it_enough(w: Manner, made: Expr, result: Expr, name: str, there: Expr, up: bool) -> str:
    """The same of a number of whole ones."""
    enough = "Is that enough, and one fewer not?" if up else "Is there so much, and not enough for one more?"
    return f"{text_of(made, w)} = {text_of(result, w)}, and {_quoted(name)} is {text_of(there, w)}. {enough}"


def it_fits(w: Manner, made: Expr, result: Expr, name: str, there: Expr, reading: str) -> str:
    """The right answer put back into the story."""
    told = f"Put it back into the story: {text_of(made, w)} = {text_of(result, w)}"
    if reading == "exact" or evaluate(result) == evaluate(there):
        return f"{told}, and {_quoted(name)} is {text_of(there, w)}."
    way = "enough for" if reading == "up" else "not more than"
    return f"{told}, which is {way} {_quoted(name)}, {text_of(there, w)}."


def no_estimate_of_whole_ones(_: Manner) -> str:
    return "Only whole ones count at the end, and an estimate does not see what is left over."
