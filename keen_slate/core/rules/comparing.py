"""Numbers compared and put in order."""

from dataclasses import replace
from fractions import Fraction
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


def fractions_in(expr: Expr) -> tuple[CommonFraction, ...]:
    """What is compared, where it is fractions with different bottoms and no wholes beside them; nothing elsewhere."""
    if not isinstance(expr, Comparison):
        return ()
    items = [i for i in expr.items if isinstance(i, CommonFraction)]
    different = len({i.denominator for i in items}) > 1
    return tuple(items) if different and len(items) == len(expr.items) else ()


def are_two(fractions: tuple[CommonFraction, ...]) -> bool:
    return len(fractions) == 2


def _lies_between(mark: Fraction, fractions: tuple[CommonFraction, ...]) -> bool:
    """Whether a mark lies between two fractions, so that it decides; one of them may lie on it."""
    if not are_two(fractions):
        return False
    low, high = sorted(f.value for f in fractions)
    return low <= mark <= high and low != high


def half_decides(fractions: tuple[CommonFraction, ...]) -> bool:
    """Whether one is less than a half and the other more.

    >>> half_decides((CommonFraction(2, 5), CommonFraction(4, 7)))
    True
    """
    return _lies_between(Fraction(1, 2), fractions)


def whole_decides(fractions: tuple[CommonFraction, ...]) -> bool:
    """Whether one is less than a whole and the other more.

    >>> whole_decides((CommonFraction(7, 8), CommonFraction(6, 5)))
    True
    """
    return _lies_between(Fraction(1), fractions)


def lack_as_many(fractions: tuple[CommonFraction, ...]) -> bool:
    """Whether two fractions below one whole lack as many pieces, so that the size of a piece decides."""
    if not are_two(fractions):
        return False
    first, second = (f.denominator - f.numerator for f in fractions)
    return first == second > 0


def equal_top_items(expr: Expr) -> Move:
    """As many pieces of each, so that the size of a piece decides: 3/4 and 5/6 are 15/20 and 15/18.

    >>> text_of(equal_top_items(read("compare 3/4 and 5/6").expr).after)
    '15/20 and 15/18'
    """
    items = fractions_in(expr)
    top = lcm(*(i.numerator for i in items))

    def renamed(number: Expr) -> Expr:
        assert isinstance(number, CommonFraction)
        return CommonFraction(top, number.denominator * top // number.numerator)

    return Move(with_numbers(expr, renamed), Say.of(sizes.equal_tops, top=top))


def cross_items(expr: Expr) -> Move:
    """Each top times the other bottom, over both bottoms: 3/4 and 5/6 are 18/24 and 20/24.

    >>> text_of(cross_items(read("compare 3/4 and 5/6").expr).after)
    '18/24 and 20/24'
    """
    first, second = fractions_in(expr)
    after = with_numbers(expr, lambda n: rename_number(n, first.denominator * second.denominator))
    return Move(after, Say.of(sizes.cross_products, first=first, second=second))


def _judged_at_once(expr: Expr, said: Say) -> Move:
    assert isinstance(expr, Comparison)
    return Move(replace(expr, judged=2 if expr.items == expr.written else 1), said)


def judge_by_half(expr: Expr) -> Move:
    """One is less than a half and the other more.

    >>> text_of(judge_by_half(read("compare 2/5 and 4/7").expr).after)
    '2/5 < 4/7'
    """
    return _judged_at_once(expr, Say.of(sizes.by_half, fractions=fractions_in(expr)))


def judge_by_whole(expr: Expr) -> Move:
    """One is less than a whole and the other more.

    >>> text_of(judge_by_whole(read("compare 7/8 and 6/5").expr).after)
    '7/8 < 6/5'
    """
    return _judged_at_once(expr, Say.of(sizes.by_whole, fractions=fractions_in(expr)))


def judge_by_gap(expr: Expr) -> Move:
    """Both lack as many pieces of a whole: the one whose missing pieces are smaller is more.

    >>> text_of(judge_by_gap(read("compare 3/4 and 5/6").expr).after)
    '3/4 < 5/6'
    """
    return _judged_at_once(expr, Say.of(sizes.by_gap, fractions=fractions_in(expr)))


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
    fractions = fractions_in(expr)
    tops = {f.numerator for f in fractions}
    said = Say.of(sizes.put_in_order_by_bottoms, top=tops.pop()) if len(tops) == 1 else Say.of(sizes.put_in_order)
    return Move(replace(expr, items=items, written=written, judged=2 if same else 1), said)


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
    bottoms = [x.denominator for x in (a, b) if isinstance(x, (CommonFraction, MixedNumber))]
    if len(set(bottoms)) > 1 and tops[0] == tops[1] and wholes == (0, 0):
        return Say.of(sizes.compare_bottoms, top=tops[0], a=bottoms[0], b=bottoms[1])
    return Say.of(sizes.compare_tops, a=tops[0], b=tops[1], bottom=bottoms[0])


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
EQUAL_TOP_ITEMS = Rule(
    "equal-top-items", "equal-top-items", equal_top_items, "rename", question="How many pieces could both have?"
)
CROSS_ITEMS = Rule(
    "cross-items", "cross-items", cross_items, "rename", question="Which two products are to be compared?"
)
JUDGE_BY_HALF = Rule(
    "judge-by-half", "judge-by-half", judge_by_half, "judge", question="Which is more than a half, and which is less?"
)
JUDGE_BY_WHOLE = Rule(
    "judge-by-whole", "judge-by-whole", judge_by_whole, "judge", question="Which is more than a whole?"
)
JUDGE_BY_GAP = Rule(
    "judge-by-gap", "judge-by-gap", judge_by_gap, "judge", question="How much does each lack of a whole?"
)
JUDGE = Rule("judge", "judge", judge, "judge", question="Which is more, and how do you know?")
ANSWER_IN_WORDS = Rule("answer-in-words", "answer-in-words", answer_in_words, "judge")

RULES = (
    ANSWER_IN_WORDS,
    CROSS_ITEMS,
    EQUAL_LENGTH_ITEMS,
    EQUAL_TOP_ITEMS,
    JUDGE,
    JUDGE_BY_GAP,
    JUDGE_BY_HALF,
    JUDGE_BY_WHOLE,
    MIXED_ITEMS,
    RENAME_ITEMS,
    SAME_KIND_ITEMS,
)
