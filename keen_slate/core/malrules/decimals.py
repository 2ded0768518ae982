"""Mistakes with decimals: columns, placeholders, places."""

from fractions import Fraction

from keen_slate.core.curriculum.places import DECIMAL_NOTATION, DECIMAL_SUMS, REPEATING
from keen_slate.core.curriculum.sources import BUGS, DECIMAL_MISCONCEPTIONS, FRACTIONS_GUIDE, PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    RepeatingDecimal,
    Whole,
    mixed_form,
)
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import Expr, Left, Product, Sum, Term, children, decimal_places
from keen_slate.core.rules.decimal_division import with_numbers
from keen_slate.core.saying import going_astray
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

    >>> aligned_at_right_edge(read("4.8 + 3.75").expr).after == DecimalNumeral(423, 2)
    True
    """
    terms = _terms(expr)
    if terms is None or len({p for _, _, p in terms}) < 2:
        return None
    total = sum(-d if minus else d for minus, d, _ in terms)
    if total < 0:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    return Move(_number(total, max(p for _, _, p in terms)))


def loose_digit_dropped(expr: Expr) -> Move | Impasse | None:
    """Nothing stands above the last digit, so it comes down as it is: 14.2 − 6.35 becomes 7.95.

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
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    return Move(_number(left * loose + second % loose, more))


def smaller_digit_from_larger(expr: Expr) -> Move | Impasse | None:
    """In each column the smaller digit is taken from the larger, whichever stands above.

    >>> smaller_digit_from_larger(Columns(((1, 2), (0, 7)), True, 1, 1)).after.done
    (5,)
    """
    assert isinstance(expr, Columns)
    digit = expr.rows[1][expr.at] - expr.rows[0][expr.at]
    return _written(expr, digit)


def _written(expr: Columns, digit: int) -> Move | Impasse:
    if expr.at == 0:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    after = Columns(expr.rows, expr.minus, expr.places, expr.at - 1, (digit, *expr.done), 0)
    return Move(after)


def regrouped_without_paying(expr: Expr) -> Move | Impasse | None:
    """Ten more here, and nothing taken from the next column.

    >>> regrouped_without_paying(Columns(((1, 2), (0, 7)), True, 1, 1)).after.rows[0]
    (1, 12)
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    top[expr.at] += 10
    rows = (tuple(top), *expr.rows[1:])
    return Move(Columns(rows, True, expr.places, expr.at, expr.done))


def across_zero_lost(expr: Expr) -> Move | Impasse | None:
    """Regrouping across a zero: the next digit pays, the zero in between stays a zero.

    >>> across_zero_lost(Columns(((5, 0, 3), (1, 4, 8)), True, 2, 2)).after.rows[0]
    (4, 0, 13)
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    lender = max((c for c in range(expr.at) if top[c] > 0), default=None)
    if lender is None:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    if lender == expr.at - 1:
        return None
    top[lender] -= 1
    top[expr.at] += 10
    rows = (tuple(top), *expr.rows[1:])
    return Move(Columns(rows, True, expr.places, expr.at, expr.done))


def zero_made_nine(expr: Expr) -> Move | Impasse | None:
    """Regrouping across a zero: the zeros become nines, and nothing is paid for them.

    >>> zero_made_nine(Columns(((5, 0, 3), (1, 4, 8)), True, 2, 2)).after.rows[0]
    (5, 9, 13)
    """
    assert isinstance(expr, Columns)
    top = list(expr.rows[0])
    lender = max((c for c in range(expr.at) if top[c] > 0), default=None)
    if lender is None or lender == expr.at - 1:
        return None
    for between in range(lender + 1, expr.at):
        top[between] = 9
    top[expr.at] += 10
    rows = (tuple(top), *expr.rows[1:])
    return Move(Columns(rows, True, expr.places, expr.at, expr.done))


def sides_apart(expr: Expr) -> Move | Impasse | None:
    """The two sides of the point are worked apart, each as a whole number: 4.8 + 3.7 becomes 7.15.

    >>> sides_apart(read("4.8 + 3.7").expr).after == DecimalNumeral(715, 2)
    True
    """
    terms = _terms(expr)
    if terms is None or not any(p for _, _, p in terms):
        return None
    wholes = sum((-1 if m else 1) * (d // 10**p) for m, d, p in terms)
    after_points = sum((-1 if m else 1) * (d % 10**p) for m, d, p in terms)
    if wholes < 0 or after_points < 0:
        return Impasse(Say.of(going_astray.nothing_left_impasse))
    text = str(after_points)
    return Move(DecimalNumeral(wholes * 10 ** len(text) + after_points, len(text)))


def placeholder_on_wrong_side(expr: Expr) -> Move | Impasse | None:
    """The zero is put before the digits after the point: 4.5 becomes 4.05.

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
    return Move(Sum(tuple(new)))


def bar_as_point(expr: Expr) -> Move | Impasse | None:
    """The fraction bar is read as a point: 3/5 becomes 3.5.

    >>> bar_as_point(CommonFraction(3, 5)).after == DecimalNumeral(35, 1)
    True
    """
    if isinstance(expr, CommonFraction):
        return Move(_pointed(expr))
    if isinstance(expr, (Sum, Product)) and any(isinstance(c, CommonFraction) for c in children(expr)):
        after = with_numbers(expr, lambda n: _pointed(n) if isinstance(n, CommonFraction) else n)
        return Move(after)
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
        return Move(misnamed(expr))
    if isinstance(expr, (Sum, Product)) and any(isinstance(c, DecimalNumeral) for c in children(expr)):
        return Move(with_numbers(expr, misnamed))
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
    return Move(mixed_form(whole, top, bottom))


def repeat_cut_off(expr: Expr) -> Move | Impasse | None:
    """A decimal that never ends is broken off after two places and called the answer: 1/3 becomes 0.33.

    >>> repeat_cut_off(CommonFraction(2, 3)).after
    DecimalNumeral(digits=66, places=2, leading_zero=True)
    """
    if not isinstance(expr, (CommonFraction, MixedNumber)) or decimal_places(expr.value) is not None:
        return None
    return Move(DecimalNumeral(int(expr.value * 100), 2))


def repeat_rounded_off(expr: Expr) -> Move | Impasse | None:
    """A decimal that never ends is rounded to two places and given as exact: 3/7 becomes 0.43.

    >>> repeat_rounded_off(CommonFraction(3, 7)).after
    DecimalNumeral(digits=43, places=2, leading_zero=True)
    """
    if not isinstance(expr, (CommonFraction, MixedNumber)) or decimal_places(expr.value) is not None:
        return None
    rounded = int(expr.value * 100 + Fraction(1, 2))
    return None if rounded == int(expr.value * 100) else Move(DecimalNumeral(rounded, 2))


def zeros_left(expr: Expr) -> Move | Impasse | None:
    """Zeros are left at the end of a decimal answer: 3.50.

    >>> zeros_left(DecimalNumeral(350, 2)).after == Left(DecimalNumeral(350, 2))
    True
    """
    return Move(Left(expr)) if isinstance(expr, DecimalNumeral) else None


_COLUMN: tuple[GoalId, ...] = ("regroup-column",)
ALIGNED_AT_RIGHT_EDGE = MalRule(
    id="aligned-at-right-edge",
    goals=("add-decimals",),
    apply=aligned_at_right_edge,
    name="Aligned at the right edge",
    belief="numbers stand under each other at their last digit",
    shows="{4.8} + {3.75} = {4.23}.",
    question="What does each last digit stand for?",
    picture="square",
    met=DECIMAL_SUMS,
    needs=("decimals",),
    source=PRACTICE,
)
LOOSE_DIGIT_DROPPED = MalRule(
    id="loose-digit-dropped",
    goals=("add-decimals",),
    apply=loose_digit_dropped,
    name="The loose digit brought down",
    belief="nothing stands above the digit, so it comes down",
    shows="{14.2} − {6.35} = {7.95}.",
    question="What stands in the empty place above the last digit?",
    picture="square",
    met=DECIMAL_SUMS,
    needs=("decimals",),
    source=PRACTICE,
)
SMALLER_DIGIT_FROM_LARGER = MalRule(
    id="smaller-digit-from-larger",
    goals=_COLUMN,
    apply=smaller_digit_from_larger,
    name="Smaller digit from the larger",
    belief="in each column the smaller digit is taken from the larger",
    shows="{5.2} − {1.7} = {4.5}.",
    question="Which number are you taking away from?",
    picture="jumps",
    met=DECIMAL_SUMS,
    source=BUGS,
)
REGROUPED_WITHOUT_PAYING = MalRule(
    id="regrouped-without-paying",
    goals=_COLUMN,
    apply=regrouped_without_paying,
    name="{regrouped} without paying",
    belief="ten more may be had for nothing",
    shows="The next digit is not made smaller: {5.2} − {1.7} = {4.5}.",
    question="Where did the ten come from?",
    picture="jumps",
    met=DECIMAL_SUMS,
    source=BUGS,
)
ACROSS_ZERO_LOST = MalRule(
    id="across-zero-lost",
    goals=_COLUMN,
    apply=across_zero_lost,
    name="Lost across a zero",
    belief="a zero has nothing to give, so it is passed over",
    shows="In {5.03} − {1.48} the zero stays a zero.",
    question="What becomes of the zero when the place before it is opened?",
    picture="jumps",
    met=DECIMAL_SUMS,
    source=BUGS,
)
ZERO_MADE_NINE = MalRule(
    id="zero-made-nine",
    goals=_COLUMN,
    apply=zero_made_nine,
    name="A zero made nine, and nothing paid",
    belief="a zero becomes a nine, and that is enough",
    shows="In {5.03} − {1.48} the zero becomes 9 and the 5 stays.",
    question="Where did the nine come from?",
    picture="square",
    met=DECIMAL_SUMS,
    source=BUGS,
)
SIDES_APART = MalRule(
    id="sides-apart",
    goals=("add-decimals",),
    apply=sides_apart,
    name="The two sides of the point apart",
    belief="a decimal is two whole numbers with a point between",
    shows="{4.8} + {3.7} = {7.15}.",
    question="How many tenths make a whole?",
    picture="square",
    met=DECIMAL_SUMS,
    needs=("decimals",),
    source=DECIMAL_MISCONCEPTIONS,
)
PLACEHOLDER_ON_WRONG_SIDE = MalRule(
    id="placeholder-on-wrong-side",
    goals=("equal-length",),
    apply=placeholder_on_wrong_side,
    name="The placeholder on the wrong side",
    belief="a zero may be written anywhere to make the lengths equal",
    shows="{4.5} is lengthened to {4.05}.",
    question="Does a zero before the last digit change the number?",
    picture="square",
    met=DECIMAL_SUMS,
    needs=("decimals",),
    source=PRACTICE,
)
BAR_AS_POINT = MalRule(
    id="bar-as-point",
    goals=("write-decimal", "same-kind"),
    apply=bar_as_point,
    name="The bar read as a point",
    belief="the two numbers of a fraction stand on the two sides of the point",
    shows="3/5 = {3.5}.",
    question="What does the bar of a fraction say?",
    picture="strips",
    met=DECIMAL_NOTATION,
    source=FRACTIONS_GUIDE,
)
PLACE_MISNAMED = MalRule(
    id="place-misnamed",
    goals=("write-fraction", "decimals-as-fractions"),
    apply=place_misnamed,
    name="The place named wrongly",
    belief="the number of digits and the name of the place are one off",
    shows="{0.35} = 35/10.",
    question="Which place does the last digit name?",
    picture="square",
    met=DECIMAL_NOTATION,
    needs=("decimals",),
    source=PRACTICE,
)
REPEAT_IGNORED = MalRule(
    id="repeat-ignored",
    goals=("write-fraction",),
    apply=repeat_ignored,
    name="What comes again written once",
    belief="the bar over the digits means nothing",
    shows="{0.333}… = 3/10.",
    question="Do the digits end where the block ends?",
    picture="jumps",
    met=REPEATING,
    needs=("converting",),
    source=PRACTICE,
)
REPEAT_CUT_OFF = MalRule(
    id="repeat-cut-off",
    goals=("write-decimal",),
    apply=repeat_cut_off,
    name="A decimal that never ends cut off",
    belief="two places are enough, and then it is the answer",
    shows="1/3 = {0.33}.",
    question="Does the decimal end where you stopped?",
    picture="jumps",
    met=REPEATING,
    needs=("converting",),
    source=PRACTICE,
)
REPEAT_ROUNDED_OFF = MalRule(
    id="repeat-rounded-off",
    goals=("write-decimal",),
    apply=repeat_rounded_off,
    name="A rounded decimal given as exact",
    belief="rounded to two places it is the answer",
    shows="3/7 = {0.43}.",
    question="Is a rounded number the number itself?",
    picture="jumps",
    met=REPEATING,
    source=PRACTICE,
)
ZEROS_LEFT = MalRule(
    id="zeros-left",
    goals=("drop-zeros",),
    apply=zeros_left,
    kind="form",
    name="Zeros left at the end",
    belief="the zeros of the column belong to the answer",
    shows="The answer ends in zeros: {3.50}.",
    question="Does the last zero say anything?",
    picture="square",
    met=DECIMAL_SUMS,
    needs=("decimals",),
    source=PRACTICE,
)

MAL_RULES = (
    ALIGNED_AT_RIGHT_EDGE,
    LOOSE_DIGIT_DROPPED,
    SMALLER_DIGIT_FROM_LARGER,
    REGROUPED_WITHOUT_PAYING,
    ACROSS_ZERO_LOST,
    ZERO_MADE_NINE,
    SIDES_APART,
    PLACEHOLDER_ON_WRONG_SIDE,
    BAR_AS_POINT,
    PLACE_MISNAMED,
    REPEAT_IGNORED,
    REPEAT_CUT_OFF,
    REPEAT_ROUNDED_OFF,
    ZEROS_LEFT,
)
"""The likelier first."""
