"""Numbers compared and put in order."""

from dataclasses import replace
from math import lcm

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
    mixed_form,
)
from keen_slate.core.problem.tree import Comparison, Expr, Negative, decimal_for, decimal_places, evaluate, number_for
from keen_slate.core.rules.common_denominators import rename_number
from keen_slate.core.rules.converting import fraction_of_percent
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.saying import renaming, sizes, wholes_and_parts
from keen_slate.core.saying.say import Say


def _bare(items: tuple[Expr, ...]) -> list[Expr]:
    return [i.of if isinstance(i, Negative) else i for i in items]


def same_kind_items(expr: Expr) -> Move:
    """All as decimals where every one of them ends, otherwise all as fractions.

    >>> text_of(same_kind_items(read("order 0.7; 2/3; 3/5").expr).after)
    '7/10, 2/3, 3/5'
    """
    assert isinstance(expr, Comparison)
    if all(decimal_places(evaluate(i)) is not None for i in expr.items):
        return Move(with_numbers(expr, lambda n: decimal_for(evaluate(n))), Say.of(sizes.items_as_decimals))

    def as_fraction(number: Expr) -> Expr:
        if isinstance(number, Percent):
            return fraction_of_percent(number)
        if isinstance(number, RepeatingDecimal):
            return number_for(number.value)
        if not isinstance(number, DecimalNumeral):
            return number
        whole, top = divmod(number.digits, 10**number.places)
        return mixed_form(whole, top, 10**number.places)

    return Move(with_numbers(expr, as_fraction), Say.of(sizes.items_as_fractions))


def equal_length_items(expr: Expr) -> Move:
    """Zeros fill every decimal up to the same places: 0.7 and 0.65 are 0.70 and 0.65.

    >>> text_of(equal_length_items(read("compare 0.7 and 0.65").expr).after)
    '0.70 and 0.65'
    """
    assert isinstance(expr, Comparison)
    places = max(i.places for i in _bare(expr.items) if isinstance(i, DecimalNumeral))

    def lengthened(number: Expr) -> Expr:
        return DecimalNumeral(int(evaluate(number) * 10**places), places)

    return Move(with_numbers(expr, lengthened), Say.of(sizes.equal_length_items, places=places))


def mixed_items(expr: Expr) -> Move:
    """Wholes taken out, so that wholes can be compared with wholes: 11/4 is 2 3/4.

    >>> text_of(mixed_items(read("compare 11/4 and 2 1/2").expr).after)
    '2 3/4 and 2 1/2'
    """
    assert isinstance(expr, Comparison)
    changed: dict[Expr, Expr] = {}

    def mixed(number: Expr) -> Expr:
        if isinstance(number, (CommonFraction, MixedNumber)):
            bottom = number.denominator
            top = number.numerator + (number.whole * bottom if isinstance(number, MixedNumber) else 0)
            new = mixed_form(top // bottom, top % bottom, bottom)
            if new != number:
                changed[number] = new
            return new
        return number

    after = with_numbers(expr, mixed)
    return Move(after, Say.of(wholes_and_parts.mixed_first, changed=tuple(changed.items())))


def rename_items(expr: Expr) -> Move:
    """Pieces of one size, so that their counts can be compared.

    >>> text_of(rename_items(read("compare 2/3 and 7/9").expr).after)
    '6/9 and 7/9'
    """
    assert isinstance(expr, Comparison)
    bottoms = tuple(
        dict.fromkeys(i.denominator for i in _bare(expr.items) if isinstance(i, (CommonFraction, MixedNumber)))
    )
    common = lcm(*bottoms)
    after = with_numbers(expr, lambda n: rename_number(n, common))
    return Move(after, Say.of(renaming.rename_by_multiples, bottoms=bottoms, common=common))


def judge(expr: Expr) -> Move:
    """The judgement on numbers of one size.

    >>> text_of(judge(read("compare 2/5 and 3/5").expr).after)
    '2/5 < 3/5'
    """
    assert isinstance(expr, Comparison)
    same = expr.items == expr.written
    if expr.pair:
        after = replace(expr, judged=2 if same else 1)
        return Move(after, _reason(expr))
    order = sorted(range(len(expr.items)), key=lambda k: evaluate(expr.items[k]), reverse=expr.descending)
    items = tuple(expr.items[k] for k in order)
    written = tuple(expr.written[k] for k in order)
    return Move(replace(expr, items=items, written=written, judged=2 if same else 1), Say.of(sizes.put_in_order))


def _reason(expr: Comparison) -> Say:
    a, b = expr.items
    bare_a, bare_b = _bare(expr.items)
    if isinstance(a, Negative) or isinstance(b, Negative):
        return Say.of(sizes.compare_by_sign, a=a, b=b)
    if isinstance(bare_a, DecimalNumeral) or (isinstance(bare_a, Whole) and isinstance(bare_b, Whole)):
        return Say.of(sizes.compare_numbers, a=a, b=b)
    wholes = tuple(x.n if isinstance(x, Whole) else x.whole if isinstance(x, MixedNumber) else 0 for x in (a, b))
    if wholes[0] != wholes[1]:
        return Say.of(sizes.compare_wholes, a=wholes[0], b=wholes[1])
    tops = tuple(x.numerator if isinstance(x, (CommonFraction, MixedNumber)) else 0 for x in (a, b))
    bottom = next(x.denominator for x in (a, b) if isinstance(x, (CommonFraction, MixedNumber)))
    return Say.of(sizes.compare_tops, a=tops[0], b=tops[1], bottom=bottom)


def answer_in_words(expr: Expr) -> Move:
    """The judgement said of the numbers as they were given.

    >>> text_of(answer_in_words(judge(rename_items(read("compare 2/3 and 7/9").expr).after).after).after)
    '2/3 < 7/9'
    """
    assert isinstance(expr, Comparison)
    return Move(replace(expr, judged=2), Say.of(sizes.as_given))


SAME_KIND_ITEMS = Rule("same-kind-items", "same-kind-items", same_kind_items, "one-kind")
EQUAL_LENGTH_ITEMS = Rule("equal-length-items", "equal-length-items", equal_length_items, "one-kind")
MIXED_ITEMS = Rule("mixed-items", "mixed-items", mixed_items, "one-kind")
RENAME_ITEMS = Rule("rename-items", "rename-items", rename_items, "rename", question="Which size of piece fits both?")
JUDGE = Rule("judge", "judge", judge, "judge", question="Which is more, and how do you know?")
ANSWER_IN_WORDS = Rule("answer-in-words", "answer-in-words", answer_in_words, "judge")

RULES = (
    ANSWER_IN_WORDS,
    EQUAL_LENGTH_ITEMS,
    JUDGE,
    MIXED_ITEMS,
    RENAME_ITEMS,
    SAME_KIND_ITEMS,
)
