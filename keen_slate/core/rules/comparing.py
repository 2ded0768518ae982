"""Numbers compared and put in order."""

from dataclasses import replace
from math import lcm

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole, mixed_form
from keen_slate.core.problem.tree import Comparison, Expr, Negative, decimal_for, decimal_places, evaluate
from keen_slate.core.rules.common_denominators import rename_number
from keen_slate.core.rules.converting import fraction_of_percent
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.saying.say import Say


def _bare(items: tuple[Expr, ...]) -> list[Expr]:
    return [i.of if isinstance(i, Negative) else i for i in items]


def same_kind_items(expr: Expr) -> Move:
    """All as decimals where every one of them ends, otherwise all as fractions."""
    assert isinstance(expr, Comparison)
    if all(decimal_places(evaluate(i)) is not None for i in expr.items):
        return Move(with_numbers(expr, lambda n: decimal_for(evaluate(n))), Say.of("items-as-decimals"))

    def as_fraction(number: Expr) -> Expr:
        if isinstance(number, Percent):
            return fraction_of_percent(number)
        if not isinstance(number, DecimalNumeral):
            return number
        whole, top = divmod(number.digits, 10**number.places)
        return mixed_form(whole, top, 10**number.places)

    return Move(with_numbers(expr, as_fraction), Say.of("items-as-fractions"))


def equal_length_items(expr: Expr) -> Move:
    """Zeros fill every decimal up to the same places: 0.7 and 0.65 are 0.70 and 0.65."""
    assert isinstance(expr, Comparison)
    places = max(i.places for i in _bare(expr.items) if isinstance(i, DecimalNumeral))

    def lengthened(number: Expr) -> Expr:
        return DecimalNumeral(int(evaluate(number) * 10**places), places)

    return Move(with_numbers(expr, lengthened), Say.of("equal-length-items", places=places))


def mixed_items(expr: Expr) -> Move:
    """Wholes taken out, so that wholes can be compared with wholes: 11/4 is 2 3/4."""
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
    return Move(after, Say.of("mixed-first", changed=tuple(changed.items())))


def rename_items(expr: Expr) -> Move:
    """Pieces of one size, so that their counts can be compared."""
    assert isinstance(expr, Comparison)
    bottoms = tuple(
        dict.fromkeys(i.denominator for i in _bare(expr.items) if isinstance(i, (CommonFraction, MixedNumber)))
    )
    common = lcm(*bottoms)
    after = with_numbers(expr, lambda n: rename_number(n, common))
    return Move(after, Say.of("rename-by-multiples", bottoms=bottoms, common=common))


def judge(expr: Expr) -> Move:
    """The judgement on numbers of one size."""
    assert isinstance(expr, Comparison)
    same = expr.items == expr.written
    if expr.pair:
        after = replace(expr, judged=2 if same else 1)
        return Move(after, _reason(expr))
    order = sorted(range(len(expr.items)), key=lambda k: evaluate(expr.items[k]), reverse=expr.descending)
    items = tuple(expr.items[k] for k in order)
    written = tuple(expr.written[k] for k in order)
    return Move(replace(expr, items=items, written=written, judged=2 if same else 1), Say.of("put-in-order"))


def _reason(expr: Comparison) -> Say:
    a, b = expr.items
    bare_a, bare_b = _bare(expr.items)
    if isinstance(a, Negative) or isinstance(b, Negative):
        return Say.of("compare-by-sign", a=a, b=b)
    if isinstance(bare_a, DecimalNumeral) or (isinstance(bare_a, Whole) and isinstance(bare_b, Whole)):
        return Say.of("compare-numbers", a=a, b=b)
    wholes = tuple(x.n if isinstance(x, Whole) else x.whole if isinstance(x, MixedNumber) else 0 for x in (a, b))
    if wholes[0] != wholes[1]:
        return Say.of("compare-wholes", a=wholes[0], b=wholes[1])
    tops = tuple(x.numerator if isinstance(x, (CommonFraction, MixedNumber)) else 0 for x in (a, b))
    bottom = next(x.denominator for x in (a, b) if isinstance(x, (CommonFraction, MixedNumber)))
    return Say.of("compare-tops", a=tops[0], b=tops[1], bottom=bottom)


def answer_in_words(expr: Expr) -> Move:
    """The judgement said of the numbers as they were given."""
    assert isinstance(expr, Comparison)
    return Move(replace(expr, judged=2), Say.of("as-given"))


SAME_KIND_ITEMS = Rule("same-kind-items", "same-kind-items", same_kind_items)
EQUAL_LENGTH_ITEMS = Rule("equal-length-items", "equal-length-items", equal_length_items)
MIXED_ITEMS = Rule("mixed-items", "mixed-items", mixed_items)
RENAME_ITEMS = Rule("rename-items", "rename-items", rename_items)
JUDGE = Rule("judge", "judge", judge)
ANSWER_IN_WORDS = Rule("answer-in-words", "answer-in-words", answer_in_words)
