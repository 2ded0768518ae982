"""Mistakes with a story: which calculation is done, what is answered, what becomes of units and of remainders."""

from collections.abc import Callable
from dataclasses import replace

from keen_slate.core.curriculum.places import STORIES, STORIES_IN_STEPS, STORY_REMAINDERS, UNITS_CONVERTED
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import MalRule, Move
from keen_slate.core.numbers.forms import Numeral, Percent, Whole
from keen_slate.core.problem.situation import Calculation, Operation, in_decimals, read_as
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    InStory,
    Product,
    Sum,
    Term,
    decimal_or_number,
    evaluate,
    is_numeral,
)
from keen_slate.core.rules.stories import begun, finished, number_of, written


def _next(expr: Expr) -> tuple[InStory, Calculation]:
    assert isinstance(expr, InStory)
    calculation = expr.next()
    assert calculation is not None
    return expr, calculation


def _instead(state: InStory, calculation: Calculation, operation: Operation, of: tuple[str, ...]) -> Move | None:
    """The calculation with other operands; None where it would divide by nothing."""
    if operation in ("per", "fits") and evaluate(number_of(state, of[1])) == 0:
        return None
    other = replace(calculation, operation=operation, of=of, reading="exact")
    return Move(begun(state, other, written(state, other)))


def _added(expr: Expr, rows: Callable[[tuple[str, ...]], tuple[str, ...]]) -> Move | None:
    """Other amounts added than all that are to be: of three or more, where one loses one's place."""
    state, calculation = _next(expr)
    if calculation.operation != "add" or len(calculation.of) < 3:
        return None
    return _instead(state, calculation, "add", rows(calculation.of))


def order_of_text(expr: Expr) -> Move | None:
    """The numbers as they come in the text, the first divided by the second: 3/4 ÷ 6 for 6 m in bottles of 3/4 m.

    >>> text_of(order_of_text(read("[one = 3/4 m] [rope = 6 m] | fit: rope = one × pieces | pieces").expr).after)
    '3/4 ÷ 6'
    """
    state, calculation = _next(expr)
    names = [q.name for q in state.situation.quantities if q.given is not None]
    if calculation.operation in ("add", "times") or not all(n in names for n in calculation.of):
        return None
    first, second = calculation.of
    if names.index(first) < names.index(second) or calculation.relation.kind == "convert":
        return None
    return _instead(state, calculation, calculation.operation, (second, first))


def all_added(expr: Expr) -> Move | None:
    """Every number of the text, put together.

    >>> bags = "[n = 3 bags] [each = 2 1/2 kg] [had = 10 kg] | groups: used = each × n; take: had = used + left | left"
    >>> text_of(all_added(read(bags).expr).after)
    '3 kg + 2 1/2 kg + 10 kg'
    """
    state, calculation = _next(expr)
    given: list[Numeral] = [
        q.given for q in state.situation.quantities if q.given is not None and not _is_size(state, q.name)
    ]
    if state.found or len(given) < 2 or any(isinstance(n, Percent) for n in given):
        return None
    asked = state.situation.asked[-1]
    if len(given) == 2 and calculation.operation == "take":  # that is the other operation, and no more
        return None
    plan_is_it = calculation.operation == "add" and len(calculation.of) == len(given) and calculation.gives == asked
    if plan_is_it:
        return None
    unit = state.situation.quantity(asked).unit
    return Move(replace(state, target=asked, now=Sum(tuple(Term(n) for n in given)), reading="exact", unit=unit))


def _is_size(state: InStory, name: str) -> bool:
    """Whether a number is that of a conversion, which stands in no text."""
    return any(r.kind == "convert" and r.parts[0] == name for r in state.situation.relations)


def first_step_only(expr: Expr) -> Move | None:
    """What was found first is given for the answer.

    >>> shop = "[n = 3 bags] [each = 2 kg] [had = 10 kg] | groups: used = each × n; take: had = used + left | left"
    >>> story = read(shop).expr
    >>> dict(first_step_only(InStory(story.situation, (("used", Whole(6)),))).after.found)["left"]
    Whole(n=6)
    """
    state, _ = _next(expr)
    if not state.found:
        return None
    last, number = state.found[-1]
    if last in state.situation.asked:
        return None
    asked = tuple((name, number) for name in state.situation.asked if name not in dict(state.found))
    return Move(replace(state, found=(*state.found, *asked)))


def other_quantity(expr: Expr) -> Move | None:
    """The number that was found last is what was asked, and what belongs to it is answered: what is left for how many.

    >>> boxes = "[all = 30 eggs] [box = 12 eggs] | fit: all = box × boxes (down) | boxes"
    >>> text_of(other_quantity(read(boxes).expr).after)
    '6'
    """
    state, calculation = _next(expr)
    asked = state.situation.asked
    if calculation.reading == "exact" or calculation.gives not in asked or calculation.relation.rest in asked:
        return None
    total, one = (evaluate(number_of(state, n)) for n in calculation.of)
    rest = total - one * read_as(total / one, "down")
    left = decimal_or_number(rest, decimals=in_decimals(state.situation))
    return Move(begun(state, replace(calculation, reading="exact"), left)) if rest else None


def not_converted(expr: Expr) -> Move | None:
    """The number is taken over into the other unit as it stands: 95 m for 95 cm.

    >>> heights = "[Ella = 1.48 m] [brother = 95 cm] | compare: Ella = brother + more | more in m"
    >>> dict(not_converted(read(heights).expr).after.found)["brother in m"]
    Whole(n=95)
    """
    state, calculation = _next(expr)
    if calculation.relation.kind != "convert":
        return None
    amount = next(n for n in calculation.of if n != calculation.relation.parts[0])
    return Move(replace(state, found=(*state.found, (calculation.gives, number_of(state, amount)))))


def converted_the_wrong_way(expr: Expr) -> Move | None:
    """Multiplied where the larger unit asks for a division, or the other way round.

    >>> heights = "[Ella = 1.48 m] [brother = 95 cm] | compare: Ella = brother + more | more in m"
    >>> text_of(converted_the_wrong_way(read(heights).expr).after)
    '95 × 100 m'
    """
    state, calculation = _next(expr)
    if calculation.relation.kind != "convert":
        return None
    factor = calculation.relation.parts[0]
    amount = next(n for n in calculation.of if n != factor)
    operation: Operation = "per" if calculation.operation == "times" else "times"
    return _instead(state, calculation, operation, (factor, amount) if operation == "times" else (amount, factor))


def one_left_out(expr: Expr) -> Move | None:
    """The last of several amounts is not added.

    >>> text_of(one_left_out(read("[a = 2 m] [b = 3 m] [c = 4 m] | join: all = a + b + c | all").expr).after)
    '2 m + 3 m'
    """
    return _added(expr, lambda rows: rows[:-1])


def first_left_out(expr: Expr) -> Move | None:
    """The first of several amounts is not added.

    >>> text_of(first_left_out(read("[a = 2 m] [b = 3 m] [c = 4 m] | join: all = a + b + c | all").expr).after)
    '3 m + 4 m'
    """
    return _added(expr, lambda rows: rows[1:])


def one_taken_twice(expr: Expr) -> Move | None:
    """The first of several amounts is added twice.

    >>> text_of(one_taken_twice(read("[a = 2 m] [b = 3 m] [c = 4 m] | join: all = a + b + c | all").expr).after)
    '2 m + 2 m + 3 m + 4 m'
    """
    return _added(expr, lambda rows: (rows[0], *rows))


def last_taken_twice(expr: Expr) -> Move | None:
    """The last of several amounts is added twice.

    >>> text_of(last_taken_twice(read("[a = 2 m] [b = 3 m] [c = 4 m] | join: all = a + b + c | all").expr).after)
    '2 m + 3 m + 4 m + 4 m'
    """
    return _added(expr, lambda rows: (*rows, rows[-1]))


def one_part_only(expr: Expr) -> Move | None:
    """Only one of the parts is taken from the whole.

    >>> plank = "[plank = 4 m] [a = 1 1/4 m] [b = 1 m] | part-whole: plank = a + b + left | left"
    >>> text_of(one_part_only(read(plank).expr).after)
    '4 m − 1 1/4 m'
    """
    state, calculation = _next(expr)
    relation = calculation.relation
    asked = next((p for p in relation.parts if p in state.situation.asked), "")
    if calculation.operation != "add" or calculation.gives in relation.names or not asked or state.found:
        return None
    if calculation.beside is not None:
        return None
    other = replace(calculation, gives=asked, operation="take", of=(relation.total, calculation.of[0]))
    return Move(begun(state, other, written(state, other)))


def halved_first(expr: Expr) -> Move | None:
    """Of a sum and a difference: half of the sum, and then the difference.

    >>> beds = "[both = 9 m] [more = 2 m] | join: both = A + B; compare: B = A + more | A"
    >>> text_of(halved_first(read(beds).expr).after)
    '9 m ÷ 2 − 2 m'
    """
    state, calculation = _next(expr)
    beside, both = calculation.beside, calculation.relation
    if beside is None or calculation.operation != "take":
        return None
    asked = next((p for p in both.parts if p in state.situation.asked), "")
    if not asked:
        return None
    total, told = (number_of(state, n) for n in calculation.of)
    half = Product((Factor(total), Factor(Whole(2), divide=True)))
    made = Sum((Term(half), Term(told, minus=asked != beside.total)))
    return Move(begun(state, replace(calculation, gives=asked), made))


def own_part_not_counted(expr: Expr) -> Move | None:
    """Of a sum of which one part is so many times the other: the sum shared into so many, without the other itself.

    >>> shelves = "[pots = 60 pots] [times = 3 times] | join: pots = A + B; times-as-many: B = times of A | A"
    >>> text_of(own_part_not_counted(read(shelves).expr).after)
    '60 ÷ 3'
    """
    state, calculation = _next(expr)
    if calculation.beside is None or calculation.operation != "add":
        return None
    (small,) = (p for p in calculation.relation.parts if p != calculation.beside.total)
    other = replace(calculation, gives=small)
    return _instead(state, other, "per", (calculation.relation.total, calculation.of[0]))


def remainder_unread(expr: Expr) -> Move | None:
    """What the division gives is the answer, whatever the story needs: 4 3/8 buses.

    >>> buses = "[seats = 16 pupils] [all = 70 pupils] | fit: all = seats × buses (up) | buses"
    >>> divided = InStory(read(buses).expr.situation, target="buses", reading="up", now=read("4 3/8").expr)
    >>> text_of(remainder_unread(divided).after)
    '4 3/8'
    """
    assert isinstance(expr, InStory)
    assert expr.now is not None
    found = finished(expr.now)
    if not is_numeral(found) or evaluate(found).denominator == 1:
        return None
    return Move(replace(expr, reading="exact"))


def remainder_other_way(expr: Expr) -> Move | None:
    """Only the full ones counted where one more is needed, or one more where only full ones count.

    >>> buses = "[seats = 16 pupils] [all = 70 pupils] | fit: all = seats × buses (up) | buses"
    >>> divided = InStory(read(buses).expr.situation, target="buses", reading="up", now=read("4 3/8").expr)
    >>> text_of(remainder_other_way(divided).after)
    '4'
    """
    assert isinstance(expr, InStory)
    assert expr.now is not None
    value = evaluate(finished(expr.now))
    if value.denominator == 1:
        return None
    read = read_as(value, "down" if expr.reading == "up" else "up")
    return Move(replace(expr, now=Whole(int(read)), reading="exact"))


MAL_RULES = (
    MalRule(
        id="order-of-text",
        goals=("choose-calculation",),
        apply=order_of_text,
        kind="reading",
        every=False,
        name="The numbers as they come in the story",
        belief="the number that stands first in the text stands first in the calculation",
        shows="Bottles of 3/4 l from a barrel of 20 l: 3/4 ÷ 20.",
        question="Which of the two is the whole?",
        picture="bars",
        met=STORIES,
        source=PRACTICE,
    ),
    MalRule(
        id="all-added",
        goals=("choose-calculation",),
        apply=all_added,
        kind="reading",
        every=False,
        lone=True,
        name="All numbers of the text added",
        belief="the numbers of a text are to be put together",
        shows="3 bags of 2 1/2 kg out of 10 kg: 3 + 2 1/2 + 10.",
        question="What does each number count? Can they be put together?",
        picture="bars",
        met=STORIES,
        source=PRACTICE,
    ),
    MalRule(
        id="first-step-only",
        goals=("choose-calculation",),
        apply=first_step_only,
        kind="reading",
        every=False,
        name="The first result given for the answer",
        belief="the first number that comes out is the answer",
        shows="3 bags of 2 kg out of 10 kg, what is left: 6 kg.",
        question="Read the question once more. Is that what is asked?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="other-quantity",
        goals=("choose-calculation",),
        apply=other_quantity,
        kind="reading",
        every=False,
        lone=True,
        name="Another quantity answered than is asked",
        belief="any number that belongs to the story is an answer to its question",
        shows="30 eggs in boxes of 12, how many boxes: 6.",
        question="Read the question once more. What does this number count?",
        picture="bars",
        met=STORY_REMAINDERS,
        source=PRACTICE,
    ),
    MalRule(
        id="not-converted",
        goals=("choose-calculation",),
        apply=not_converted,
        every=False,
        name="Two units put together as if they were one",
        belief="the number counts, the unit is only written behind",
        shows="1.48 m and 95 cm: 1.48 − 95.",
        question="Are both numbers in the same unit?",
        picture="bars",
        met=UNITS_CONVERTED,
        source=PRACTICE,
    ),
    MalRule(
        id="converted-the-wrong-way",
        goals=("choose-calculation",),
        apply=converted_the_wrong_way,
        every=False,
        name="Converted the wrong way",
        belief="a larger unit has a larger number",
        shows="95 cm = 9500 m.",
        question="Is the new unit larger or smaller? Are there more of them or fewer?",
        picture="bars",
        met=UNITS_CONVERTED,
        source=PRACTICE,
    ),
    MalRule(
        id="last-left-out",
        goals=("choose-calculation",),
        apply=one_left_out,
        kind="reading",
        every=False,
        name="The last amount left out",
        belief="the numbers seen first are all there are",
        shows="Of 2 m, 3 m and 4 m only 2 + 3 is worked.",
        question="Tick each amount of the text that stands in your sum. Is one left?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="first-left-out",
        goals=("choose-calculation",),
        apply=first_left_out,
        kind="reading",
        every=False,
        name="The first amount left out",
        belief="the numbers seen last are all there are",
        shows="Of 2 m, 3 m and 4 m only 3 + 4 is worked.",
        question="Tick each amount of the text that stands in your sum. Which is left?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="first-taken-twice",
        goals=("choose-calculation",),
        apply=one_taken_twice,
        kind="reading",
        every=False,
        name="The first amount taken twice",
        belief="the place in the text or table is lost while adding",
        shows="Of 2 m, 3 m and 4 m, 2 + 2 + 3 + 4 is worked.",
        question="Tick each amount as you add it. Is one ticked twice?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="last-taken-twice",
        goals=("choose-calculation",),
        apply=last_taken_twice,
        kind="reading",
        every=False,
        name="The last amount taken twice",
        belief="where one has stopped in the text or table is lost while adding",
        shows="Of 2 m, 3 m and 4 m, 2 + 3 + 4 + 4 is worked.",
        question="Tick each amount as you add it. Which is ticked twice?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="one-part-only",
        goals=("choose-calculation",),
        apply=one_part_only,
        kind="reading",
        every=False,
        name="Only one of the parts taken away",
        belief="the whole and one part are enough",
        shows="From 4 m go 1 1/4 m and 1 m: 4 − 1 1/4.",
        question="What else goes away from the whole?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="halved-first",
        goals=("choose-calculation",),
        apply=halved_first,
        kind="reading",
        every=False,
        lone=True,
        name="The sum halved before the difference is taken",
        belief="half of both is one of them, and the other differs from it by the difference",
        shows="9 m together, one 2 m longer: 9 ÷ 2 − 2.",
        question="Are the two equally long before the difference is gone?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="own-part-not-counted",
        goals=("choose-calculation",),
        apply=own_part_not_counted,
        kind="reading",
        every=False,
        name="Shared into the larger’s parts only",
        belief="so many times as many means that all is cut into so many",
        shows="60 pots, 3 times as many on one shelf as on the other: 60 ÷ 3.",
        question="How many bars of one size make the larger, and how many make both?",
        picture="bars",
        met=STORIES_IN_STEPS,
        source=PRACTICE,
    ),
    MalRule(
        id="remainder-unread",
        goals=("read-remainder",),
        apply=remainder_unread,
        kind="reading",
        name="What is left over not read",
        belief="the answer is what the division gives, whatever is counted",
        shows="70 pupils, 16 in a bus: 4 3/8 buses.",
        question="Can there be a part of one? What happens to those left over?",
        picture="fits",
        met=STORY_REMAINDERS,
        source=PRACTICE,
    ),
    MalRule(
        id="remainder-other-way",
        goals=("read-remainder",),
        apply=remainder_other_way,
        kind="reading",
        name="What is left over read the other way",
        belief="what is left over never counts, or always makes one more",
        shows="70 pupils, 16 in a bus: 4 buses.",
        question="With so many, has everyone and everything a place? Is every one of them full?",
        picture="fits",
        met=STORY_REMAINDERS,
        source=PRACTICE,
    ),
)
