"""Mistakes with decimals: columns, placeholders, places."""

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    RepeatingDecimal,
    Whole,
    mixed_form,
)
from keen_slate.core.problem.tree import Columns, Expr, Left, Product, Sum, Term, children, decimal_places
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.saying.say import Say


def _terms(expr: Expr) -> list[tuple[bool, int, int]] | None:
    """Each term of a decimal sum as (minus, digits, places); None where it is no such sum."""
    if not isinstance(expr, Sum):
        return None
    found: list[tuple[bool, int, int]] = []
    for term in expr.terms:
        if isinstance(term.expr, DecimalNumeral):
            found.append((term.minus, term.expr.digits, term.expr.places))
        elif isinstance(term.expr, Whole):
            found.append((term.minus, term.expr.n, 0))
        else:
            return None
    return found


def _number(digits: int, places: int) -> Expr:
    return DecimalNumeral(digits, places) if places else Whole(digits)


def aligned_at_right_edge(expr: Expr) -> Move | Impasse | None:
    """The numbers are set under each other at their right edge: 4.8 + 3.75 becomes 4.23.

    >>> from keen_slate.core.reading.reading import read
    >>> aligned_at_right_edge(read("4.8 + 3.75").expr).after == DecimalNumeral(423, 2)
    True
    """
    terms = _terms(expr)
    if terms is None or len({p for _, _, p in terms}) < 2:
        return None
    total = sum(-d if minus else d for minus, d, _ in terms)
    if total < 0:
        return Impasse(Say.of("nothing-left-impasse"))
    return Move(_number(total, max(p for _, _, p in terms)), Say.of("mistake", mistake="aligned-at-right-edge"))


def loose_digit_dropped(expr: Expr) -> Move | Impasse | None:
    """Nothing stands above the last digit, so it comes down as it is: 14.2 − 6.35 becomes 7.95.

    >>> from keen_slate.core.reading.reading import read
    >>> loose_digit_dropped(read("14.2 - 6.35").expr).after == DecimalNumeral(795, 2)
    True
    """
    terms = _terms(expr)
    if terms is None or len(terms) != 2 or not terms[1][0]:
        return None
    (_, first, places), (_, second, more) = terms
    if places >= more:
        return None
    loose = 10 ** (more - places)
    left = first - second // loose
    if left < 0:
        return Impasse(Say.of("nothing-left-impasse"))
    return Move(_number(left * loose + second % loose, more), Say.of("mistake", mistake="loose-digit-dropped"))


def smaller_digit_from_larger(expr: Expr) -> Move | Impasse | None:
    """In each column the smaller digit is taken from the larger, whichever stands above.

    >>> smaller_digit_from_larger(Columns(((1, 2), (0, 7)), True, 1, 1)).after.done
    (5,)
    """
    assert isinstance(expr, Columns)
    digit = expr.rows[1][expr.at] - expr.rows[0][expr.at]
    return _written(expr, digit, "smaller-digit-from-larger")


def _written(expr: Columns, digit: int, id: str) -> Move | Impasse:
    if expr.at == 0:
        return Impasse(Say.of("nothing-left-impasse"))
    after = Columns(expr.rows, expr.minus, expr.places, expr.at - 1, (digit, *expr.done), 0)
    return Move(after, Say.of("mistake", mistake=id))


def regrouped_without_paying(expr: Expr) -> Move | Impasse | None:
    """Ten more here, and nothing taken from the next column.

    >>> regrouped_without_paying(Columns(((1, 2), (0, 7)), True, 1, 1)).after.rows[0]
    (1, 12)
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    top[expr.at] += 10
    rows = (tuple(top), *expr.rows[1:])
    return Move(
        Columns(rows, True, expr.places, expr.at, expr.done), Say.of("mistake", mistake="regrouped-without-paying")
    )


def across_zero_lost(expr: Expr) -> Move | Impasse | None:
    """Regrouping across a zero: the next digit pays, the zero in between stays a zero.

    >>> across_zero_lost(Columns(((5, 0, 3), (1, 4, 8)), True, 2, 2)).after.rows[0]
    (4, 0, 13)
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    lender = max((c for c in range(expr.at) if top[c] > 0), default=None)
    if lender is None:
        return Impasse(Say.of("nothing-left-impasse"))
    if lender == expr.at - 1:
        return None
    top[lender] -= 1
    top[expr.at] += 10
    rows = (tuple(top), *expr.rows[1:])
    return Move(Columns(rows, True, expr.places, expr.at, expr.done), Say.of("mistake", mistake="across-zero-lost"))


def sides_apart(expr: Expr) -> Move | Impasse | None:
    """The two sides of the point are worked apart, each as a whole number: 4.8 + 3.7 becomes 7.15.

    >>> from keen_slate.core.reading.reading import read
    >>> sides_apart(read("4.8 + 3.7").expr).after == DecimalNumeral(715, 2)
    True
    """
    terms = _terms(expr)
    if terms is None or not any(p for _, _, p in terms):
        return None
    wholes = sum((-1 if m else 1) * (d // 10**p) for m, d, p in terms)
    after_points = sum((-1 if m else 1) * (d % 10**p) for m, d, p in terms)
    if wholes < 0 or after_points < 0:
        return Impasse(Say.of("nothing-left-impasse"))
    text = str(after_points)
    return Move(
        DecimalNumeral(wholes * 10 ** len(text) + after_points, len(text)), Say.of("mistake", mistake="sides-apart")
    )


def placeholder_on_wrong_side(expr: Expr) -> Move | Impasse | None:
    """The zero is put before the digits after the point: 4.5 becomes 4.05.

    >>> from keen_slate.core.reading.reading import read
    >>> placeholder_on_wrong_side(read("4.5 + 1.25").expr).after == read("4.05 + 1.25").expr
    True
    """
    terms = _terms(expr)
    if terms is None:
        return None
    places = max(p for _, _, p in terms)
    if all(p in (0, places) for _, _, p in terms):
        return None
    new: list[Term] = []
    for minus, digits, had in terms:
        whole, part = divmod(digits, 10**had)
        new.append(Term(DecimalNumeral(whole * 10**places + part, places), minus))
    return Move(Sum(tuple(new)), Say.of("mistake", mistake="placeholder-on-wrong-side"))


def bar_as_point(expr: Expr) -> Move | Impasse | None:
    """The fraction bar is read as a point: 3/5 becomes 3.5.

    >>> bar_as_point(CommonFraction(3, 5)).after == DecimalNumeral(35, 1)
    True
    """
    if isinstance(expr, CommonFraction):
        return Move(_pointed(expr), Say.of("mistake", mistake="bar-as-point"))
    if isinstance(expr, (Sum, Product)) and any(isinstance(c, CommonFraction) for c in children(expr)):
        after = with_numbers(expr, lambda n: _pointed(n) if isinstance(n, CommonFraction) else n)
        return Move(after, Say.of("mistake", mistake="bar-as-point"))
    return None


def _pointed(number: CommonFraction) -> DecimalNumeral:
    places = len(str(number.denominator))
    return DecimalNumeral(number.numerator * 10**places + number.denominator, places)


def place_misnamed(expr: Expr) -> Move | Impasse | None:
    """The places are named wrongly: 0.35 becomes 35/10, 0.7 becomes 7/100.

    >>> place_misnamed(DecimalNumeral(35, 2)).after
    CommonFraction(numerator=35, denominator=10)
    """

    def misnamed(number: Expr) -> Expr:
        if not isinstance(number, DecimalNumeral):
            return number
        whole, part = divmod(number.digits, 10**number.places)
        return mixed_form(whole, part, 10 ** (number.places - 1) if number.places > 1 else 100)

    if isinstance(expr, DecimalNumeral):
        return Move(misnamed(expr), Say.of("mistake", mistake="place-misnamed"))
    if isinstance(expr, (Sum, Product)) and any(isinstance(c, DecimalNumeral) for c in children(expr)):
        return Move(with_numbers(expr, misnamed), Say.of("mistake", mistake="place-misnamed"))
    return None


def repeat_ignored(expr: Expr) -> Move | Impasse | None:
    """The repeating block is read as written once: 0.(3) becomes 3/10.

    >>> repeat_ignored(RepeatingDecimal(0, 0, "3")).after
    CommonFraction(numerator=3, denominator=10)
    """
    if not isinstance(expr, RepeatingDecimal):
        return None
    size = len(expr.block)
    bottom = 10 ** (expr.places + size)
    whole, top = divmod(expr.digits * 10**size + int(expr.block), bottom)
    return Move(mixed_form(whole, top, bottom), Say.of("mistake", mistake="repeat-ignored"))


def repeat_cut_off(expr: Expr) -> Move | Impasse | None:
    """A decimal that never ends is broken off after two places and called the answer: 1/3 becomes 0.33.

    >>> repeat_cut_off(CommonFraction(2, 3)).after
    DecimalNumeral(digits=66, places=2, leading_zero=True)
    """
    if not isinstance(expr, (CommonFraction, MixedNumber)) or decimal_places(expr.value) is not None:
        return None
    return Move(DecimalNumeral(int(expr.value * 100), 2), Say.of("mistake", mistake="repeat-cut-off"))


def zeros_left(expr: Expr) -> Move | Impasse | None:
    """Zeros are left at the end of a decimal answer: 3.50.

    >>> zeros_left(DecimalNumeral(350, 2)).after == Left(DecimalNumeral(350, 2))
    True
    """
    return Move(Left(expr), Say.of("mistake", mistake="zeros-left")) if isinstance(expr, DecimalNumeral) else None


_COLUMN = ("regroup-column",)
ALIGNED_AT_RIGHT_EDGE = MalRule("aligned-at-right-edge", ("add-decimals",), aligned_at_right_edge)
LOOSE_DIGIT_DROPPED = MalRule("loose-digit-dropped", ("add-decimals",), loose_digit_dropped)
SMALLER_DIGIT_FROM_LARGER = MalRule("smaller-digit-from-larger", _COLUMN, smaller_digit_from_larger)
REGROUPED_WITHOUT_PAYING = MalRule("regrouped-without-paying", _COLUMN, regrouped_without_paying)
ACROSS_ZERO_LOST = MalRule("across-zero-lost", _COLUMN, across_zero_lost)
SIDES_APART = MalRule("sides-apart", ("add-decimals",), sides_apart)
PLACEHOLDER_ON_WRONG_SIDE = MalRule("placeholder-on-wrong-side", ("equal-length",), placeholder_on_wrong_side)
BAR_AS_POINT = MalRule("bar-as-point", ("write-decimal", "same-kind"), bar_as_point)
PLACE_MISNAMED = MalRule("place-misnamed", ("write-fraction", "decimals-as-fractions"), place_misnamed)
REPEAT_IGNORED = MalRule("repeat-ignored", ("write-fraction",), repeat_ignored)
REPEAT_CUT_OFF = MalRule("repeat-cut-off", ("write-decimal",), repeat_cut_off)
ZEROS_LEFT = MalRule("zeros-left", ("drop-zeros",), zeros_left, "form")
