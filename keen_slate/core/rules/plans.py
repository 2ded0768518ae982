"""What is due next inside each goal, read from the expression alone.

To add a plan: write a function from the expression at the goal to the next goal and where (or None when the goal
is reached), and list it in ``rules/listing.py``.
"""

from collections.abc import Callable
from itertools import combinations
from math import gcd
from typing import Any

from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import (
    CommonFraction,
    DecimalNumeral,
    MixedNumber,
    Percent,
    RepeatingDecimal,
    Whole,
    whole_and_part,
)
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, LongQuotient, Moving
from keen_slate.core.problem.tree import (
    MEASURE,
    REMAINDER,
    Chain,
    Common,
    Comparison,
    Convert,
    CrossProducts,
    Estimating,
    Expr,
    FromPicture,
    Group,
    InStory,
    Left,
    Negative,
    Path,
    Power,
    Product,
    Rounding,
    Simplify,
    Split,
    Sum,
    below_zero,
    children,
    decimal_places,
    evaluate,
    is_lone_number,
    is_numeral,
    is_simple,
    ratio,
    walk,
)
from keen_slate.core.rules.comparing import fractions_in
from keen_slate.core.rules.converting import places_of
from keen_slate.core.rules.factors import multiplied_at_once
from keen_slate.core.rules.parts import SumParts, minuend_and_subtrahend

Opening = tuple[GoalId, Path] | None


def answer(expr: Expr) -> Opening:
    """What is asked: everything is worked out, then the number is put in the form asked for."""
    asked = _ASKED.get(type(expr))
    if asked is not None:
        return asked(expr)
    if is_simple(expr):
        number, at = (expr.of, _FIRST) if isinstance(expr, Negative) else (expr, ())
        return ("finish", at) if finish(number) else None
    if isinstance(expr, Negative) and isinstance(expr.of, Left):
        return None
    if is_lone_number(expr):
        return "drop-brackets", ()
    return ("put-into-signs" if "told" in getattr(expr, "marks", ()) else "work-out"), ()


_FIRST: Path = (0,)


def in_story(expr: InStory) -> Opening:
    """The next calculation, worked like any problem; what it comes to read as the story needs, and put by."""
    if expr.now is None:
        return None if expr.next() is None else ("choose-calculation", ())
    inner = answer(expr.now)
    if inner is not None:
        return inner[0], (0, *inner[1])
    return ("put-by" if expr.reading == "exact" else "read-remainder"), ()


def in_measures(number: Expr, at: Path, size: int) -> Opening:
    """An amount in two units: whole ones taken out, nothing simplified; another fraction or a decimal goes into the
    smaller unit where it comes out."""
    if isinstance(number, DecimalNumeral):
        return "write-fraction", at
    if isinstance(number, (CommonFraction, MixedNumber)):
        part = number.part if isinstance(number, MixedNumber) else number
        if part.numerator == 0:
            return "drop-nothing", at
        if part.is_improper:
            return "take-out-wholes", at
        if part.denominator != size and size % part.value.denominator == 0:
            return "write-measure", ()
        return ("simplify", at) if part.denominator != size and not part.is_lowest else None
    return None


def is_expanded(expr: Convert) -> bool:
    """Whether a number stands in expanded form as was asked: 5 + 0.2 + 0.007, or a single digit and zeros."""
    if expr.to != "expanded":
        return False
    number = expr.of.of if isinstance(expr.of, Negative) else expr.of
    return len(places_of(number)) < 2 if is_numeral(number) else isinstance(number, Sum) and "places" in number.marks


def _asked_of_a_number(expr: Convert | Simplify | Rounding | Estimating) -> Opening:
    if isinstance(expr.of, Left) or (isinstance(expr, Convert) and is_expanded(expr)):
        return None
    if isinstance(expr, Convert) and expr.to == REMAINDER:
        return ("divide-with-remainder", ()) if isinstance(expr.of, Product) else None
    if isinstance(expr, Convert) and expr.to == "decimal" and _comes_out_as_decimal(expr.of):
        return "divide-by-whole", (0,)
    if not is_simple(expr.of):
        return "work-out", (0,)
    at: Path = (0, 0) if isinstance(expr.of, Negative) else (0,)
    number = expr.of.of if isinstance(expr.of, Negative) else expr.of
    match expr:
        case Simplify() | Estimating():
            return ("finish", at) if finish(number) else None
        case Rounding():
            return "round", ()
        case Convert(_, "improper") if isinstance(number, (Whole, MixedNumber)):
            return "write-improper", at
        case Convert(_, "improper") if isinstance(number, CommonFraction):
            return None
        case Convert(_, "kept-decimal") if isinstance(number, DecimalNumeral):
            return ("finish", at) if finish(number) else None
        case Convert(_, "decimal" | "kept-decimal"):
            return None if isinstance(number, (DecimalNumeral, RepeatingDecimal, Whole)) else ("write-decimal", at)
        case Convert(_, "expanded"):
            return "write-expanded", at
        case Convert(_, to) if to.startswith(MEASURE):
            return in_measures(number, at, int(to.removeprefix(MEASURE)))
        case Convert(_, "money"):
            written = isinstance(number, DecimalNumeral) and number.places == 2
            in_pennies = is_numeral(number) and (number.value * 100).denominator == 1
            return None if written or not in_pennies else ("write-money", at)  # a mistake may lead to parts of a penny
        case Convert(_, "percent"):
            return None if isinstance(number, Percent) else ("write-percent", at)
    if isinstance(number, (DecimalNumeral, Percent, RepeatingDecimal)):
        return "write-fraction", at
    return ("finish", at) if finish(number) else None


_ASKED: dict[type, Callable[[Any], Opening]] = {
    Common: lambda e: ("find-common", ()),
    Comparison: lambda e: None if e.judged == 2 else ("compare", ()),
    Chain: lambda e: None if e.note == "done" else ("fill", ()),
    Left: lambda e: None,
    InStory: in_story,
    FromPicture: lambda e: ("read-line" if e.picture == "jumps" else "read-picture", ()),
    Estimating: lambda e: _asked_of_a_number(e) if e.rounded else ("round-terms", ()),
    Convert: _asked_of_a_number,
    Simplify: _asked_of_a_number,
    Rounding: _asked_of_a_number,
}
"""What asks more than to be worked out."""


def _comes_out_as_decimal(expr: Expr) -> bool:
    """Whether a whole number is divided by another one and the division goes on past the point to an end."""
    if not isinstance(expr, Product) or len(expr.factors) != 2 or not expr.factors[1].divide:
        return False
    if not all(isinstance(n, Whole) for n in children(expr)):
        return False
    value = evaluate(expr)
    return value.denominator > 1 and decimal_places(value) is not None


def finish(expr: Expr) -> Opening:
    """The form of an answer: no part of 0, wholes taken out, lowest terms."""
    if isinstance(expr, CommonFraction):
        return _part_finished(expr.numerator, expr.denominator)
    if isinstance(expr, MixedNumber):
        return _part_finished(expr.numerator, expr.denominator) if expr.whole else ("drop-nothing", ())
    if isinstance(expr, DecimalNumeral) and expr.digits % 10 == 0:
        return "drop-zeros", ()
    return None


def _part_finished(top: int, bottom: int) -> Opening:
    if top == 0:
        return "drop-nothing", ()
    if top >= bottom:
        return "take-out-wholes", ()
    return ("simplify", ()) if gcd(top, bottom) > 1 else None


def first_inside(expr: Expr) -> int | None:
    """Which child is worked first: the leftmost with brackets in it, else with a power, else that is no number yet.

    >>> first_inside(read("2^2 + 3 × 4 − (7 − 5)").expr)
    2
    """
    unfinished = [(i, child) for i, child in enumerate(children(expr)) if not is_simple(child)]
    if len(unfinished) < 2:
        return unfinished[0][0] if unfinished else None
    return min(unfinished, key=lambda found: _rank(found[1]))[0]


def _rank(expr: Expr) -> int:
    """How early an expression comes: 0 with brackets in which something is to be worked, 1 with a power."""
    parts = list(walk(expr))
    if any(isinstance(e, Group) and not is_simple(e.inner) and not is_power_written_out(e) for e in parts):
        return 0
    return 1 if any(isinstance(e, (Power, Group)) for e in parts) else 2


def is_power_written_out(expr: Group) -> bool:
    """Whether the brackets only hold the factors of a power, (7 × 7) for 7²."""
    return isinstance(expr.inner, Product) and "power" in expr.inner.marks


def work_out(expr: Expr) -> Opening:
    """The order of operations: what stands inside is worked first, brackets before powers before the rest."""
    inside = first_inside(expr)
    if inside is not None:
        return "work-out", (inside,)
    found = _WORKED_OUT.get(type(expr))
    return found(expr) if found else None


_WORKED_OUT: dict[type, Callable[[Any], Opening]] = {
    Sum: lambda e: ("add-up", ()),
    Product: lambda e: ("multiply-divide", ()),
    Power: lambda e: ("raise", ()),
    Split: lambda e: ("gather-regrouped" if e.regrouped else "join-split", ()),
    Columns: lambda e: ("column", ()),
    LongProduct: lambda e: ("long-product", ()),
    AreaProduct: lambda e: ("long-product", ()),
    LongQuotient: lambda e: ("long-quotient", ()),
    Moving: lambda e: ("fill-places" if e.moved else "move-digits", ()),
    CrossProducts: lambda e: ("work-cross-products", ()),
}


def add_up(expr: Expr) -> Opening:
    """A sum of numbers: signs, an order that never goes below nothing, one kind of number, then the adding."""
    assert isinstance(expr, Sum)
    numbers = children(expr)
    kinds = set(map(type, numbers))
    if Negative in kinds:
        return "signs", ()
    if Percent in kinds or RepeatingDecimal in kinds:
        return to_plain_numbers(numbers), ()
    ratios = list(map(ratio, numbers))
    if _takes_away(expr) and (expr.terms[0].minus or below_zero(expr, ratios)):
        return "order-terms", ()
    if any(top == 0 for top, _ in ratios):
        return "drop-zero-terms", ()
    if DecimalNumeral in kinds:
        if not kinds <= _DECIMAL:
            return "same-kind", ()
        return ("take-first" if needs_pairs(expr) else "add-decimals"), ()
    if len(kinds) == 1 and Whole in kinds:
        return ("take-first" if needs_pairs(expr) else "add-wholes"), ()
    parts = SumParts.of(expr)
    if not parts.any_whole:
        return ("combine-parts" if parts.any_minus else "add-fractions"), ()
    return ("subtract-mixed" if parts.any_minus else "add-mixed"), ()


_DECIMAL: frozenset[type] = frozenset((DecimalNumeral, Whole))


def _takes_away(expr: Sum) -> bool:
    return any(term.minus for term in expr.terms)


def to_plain_numbers(numbers: tuple[Expr, ...]) -> GoalId:
    """Decimals that never end become fractions, percents hundredths: as decimals beside decimals, else as fractions."""
    if any(isinstance(n, RepeatingDecimal) for n in numbers):
        return "repeating-as-fractions"
    decimals = all(
        isinstance(n, (Whole, DecimalNumeral)) or (isinstance(n, Percent) and decimal_places(n.value) is not None)
        for n in numbers
    )
    return "percents-as-decimals" if decimals else "percents-as-fractions"


def adding_opposites(expr: Expr) -> Opening:
    """Each subtraction meant as adding the opposite: the result may go below 0 on the way."""
    assert isinstance(expr, Sum)
    kinds = {type(child) for child in children(expr)}
    if kinds & {DecimalNumeral, Percent, RepeatingDecimal} or not (Negative in kinds or _takes_away(expr)):
        return add_up(expr)
    if "opposites" not in expr.marks:
        return "add-opposite", ()
    if kinds == {Whole}:
        return "add-wholes", ()
    if kinds & {Whole, MixedNumber}:
        return "to-improper", ()
    return "combine-parts", ()


def wholes_seen(expr: Expr) -> Opening:
    """Fractions alone: one that is exactly a whole is written as one first."""
    disguised = any(is_whole_in_disguise(c) for c in children(expr))
    return ("make-wholes" if disguised else "combine-parts"), ()


def straight_on(expr: Expr) -> Opening:
    return "combine-parts", ()


def is_whole_in_disguise(expr: Expr) -> bool:
    """8/8, 12/4 or 5/1."""
    return isinstance(expr, CommonFraction) and expr.is_improper and expr.value.denominator == 1


def needs_pairs(expr: Sum) -> bool:
    """A longer sum with a subtraction in it is worked from the left."""
    return len(expr.terms) > 2 and _takes_away(expr)


def add_decimals(expr: Expr) -> Opening:
    """Equal length first, then columns."""
    places = {c.places if isinstance(c, DecimalNumeral) else 0 for c in children(expr)}
    return ("equal-length" if len(places) > 1 else "set-in-columns"), ()


def wholes_first(expr: Expr) -> Opening:
    """Wholes added and put by, then the fractions, then join."""
    parts = SumParts.of(expr)
    if any(is_whole_in_disguise(c) for c in children(expr)):
        return "make-wholes", ()
    if len(parts.parts) > 1 and any(part.is_improper for _, part in parts.parts):
        return "mixed-first", ()
    put_by = len(parts.wholes()) == 1 and not any(isinstance(c, MixedNumber) for c in children(expr))
    if not put_by:
        return "put-wholes-by", ()
    return ("combine-parts" if len(parts.parts) > 1 else "join"), ()


def fractions_first(expr: Expr) -> Opening:
    """Fractions first, since they may make a whole to carry, as the smallest column goes first."""
    parts = SumParts.of(expr)
    if any(is_whole_in_disguise(c) for c in children(expr)):
        return "make-wholes", ()
    if len(parts.parts) > 1:
        improper = any(part.is_improper for _, part in parts.parts)
        return ("mixed-first" if improper else "combine-parts"), ()
    if any(part.is_improper for _, part in parts.parts):
        return "carry-out", ()
    return "join", ()


def subtracting_pairs(finishing: Callable[[SumParts, Sum], GoalId]) -> Callable[[Expr], Opening]:
    """Mixed numbers with a subtraction: one bottom, one pair at a time; then the school's own way with the pair."""

    def plan(expr: Expr) -> Opening:
        assert isinstance(expr, Sum)
        parts = SumParts.of(expr)
        if not any(minus for minus, _ in parts.parts) and len(parts.parts) <= 1 and sum(parts.wholes()) >= 0:
            return "join", ()
        # What has been begun in one way goes on in that way, whatever the school says now.
        if "counting-back" in expr.marks:
            return by_counting_back(parts, expr), ()
        if "parts-apart" in expr.marks:
            return by_negative_part(parts, expr), ()
        if not parts.is_pair:
            return ("combine-parts" if len(parts.bottoms) > 1 else "take-first"), ()
        if len(parts.bottoms) > 1:
            return "combine-parts", ()
        if any(isinstance(c, CommonFraction) and c.is_improper for c in children(expr)):
            return "mixed-first", ()
        whole, _, less_whole, less_top, bottom = minuend_and_subtrahend(parts)
        # A whole hides in a part: it is turned up only where it is wanted, not where the part is more than enough.
        if "enough" in expr.marks:
            return "combine-parts", ()
        if less_top >= bottom or whole < less_whole:
            return "mixed-first", ()
        return finishing(parts, expr), ()

    return plan


def _enough(parts: SumParts) -> bool:
    _, top, _, less_top, _ = minuend_and_subtrahend(parts)
    return top >= less_top


def by_regrouping(parts: SumParts, expr: Sum) -> GoalId:
    return "combine-parts"


def by_counting_back(parts: SumParts, expr: Sum) -> GoalId:
    if len(parts.terms) == 3:
        return "count-back-wholes"
    _, _, less_whole, _, _ = minuend_and_subtrahend(parts)
    if less_whole:
        return "split-subtrahend"
    if not _enough(parts) and not isinstance(expr.terms[0].expr, Whole):
        return "count-back-to-whole"
    return "count-back-parts"


def by_negative_part(parts: SumParts, expr: Sum) -> GoalId:
    if "parts-apart" in expr.marks:
        return "part-from-wholes" if len(parts.parts) == 1 else "subtract-parts"
    bare = isinstance(expr.terms[0].expr, Whole)
    return "combine-parts" if bare or _enough(parts) else "set-parts-apart"


def by_counting_up(parts: SumParts, expr: Sum) -> GoalId:
    whole, top, less_whole, less_top, bottom = minuend_and_subtrahend(parts)
    return "count-up" if whole > less_whole and less_top and top < bottom else "combine-parts"


def by_rest_improper(parts: SumParts, expr: Sum) -> GoalId:
    _, _, less_whole, _, _ = minuend_and_subtrahend(parts)
    if _enough(parts):
        return "combine-parts"
    return "take-wholes-away" if less_whole else "to-improper"


def by_same_change(parts: SumParts, expr: Sum) -> GoalId:
    return "combine-parts" if _enough(parts) else "same-change"


def all_improper(expr: Expr) -> Opening:
    assert isinstance(expr, Sum)
    return "to-improper", ()


def make_a_whole_first(expr: Expr) -> Opening:
    """Two parts that make a whole are put together before anything else."""
    assert isinstance(expr, Sum)
    parts = SumParts.of(expr)
    if not parts.any_minus and len(parts.parts) > 2 and "whole-made" not in expr.marks:
        for (_, a), (_, b) in combinations(parts.parts, 2):
            if (a.value + b.value).denominator == 1:
                return "put-together", ()
    return "gather-parts", ()


def no_whole_first(expr: Expr) -> Opening:
    return "gather-parts", ()


def reducing_first(expr: Expr) -> Opening:
    """Terms are brought to lowest terms before a common denominator is looked for."""
    parts = SumParts.of(expr)
    if len(parts.bottoms) > 1 and any(not part.is_lowest for _, part in parts.parts):
        return "reduce-terms", ()
    return "one-size", ()


def as_it_stands(expr: Expr) -> Opening:
    return "one-size", ()


def asking(expr: Expr) -> Opening:
    """One bottom, enough to take away from, then the tops; each decision is a question of its own."""
    assert isinstance(expr, Sum)
    parts = SumParts.of(expr)
    if "opposites" in expr.marks:
        return unasked(expr)
    if len(parts.parts) > 1 and "bottoms" not in expr.marks:
        return "compare-bottoms", ()
    if (
        parts.is_pair
        and parts.any_whole
        and len(parts.parts) == 2
        and len(parts.bottoms) == 1
        and "enough" not in expr.marks
    ):
        return "ask-enough", ()
    return unasked(expr)


def unasked(expr: Expr) -> Opening:
    """One bottom, enough to take away from, then the tops."""
    parts = SumParts.of(expr)
    if len(parts.bottoms) > 1:
        return "rename", ()
    if parts.is_pair and parts.any_whole and not _enough(parts):
        return "regroup", ()
    return "combine-tops", ()


def column(expr: Expr) -> Opening:
    """One column: regroup if the top digit is too small, then write the digit."""
    assert isinstance(expr, Columns)
    if expr.minus and expr.rows[0][expr.at] < expr.rows[1][expr.at]:
        return "regroup-column", ()
    return "write-digit", ()


def long_product(expr: Expr) -> Opening:
    """Row by row, or cell by cell, from the right; then all are added, and the point placed."""
    assert isinstance(expr, (LongProduct, AreaProduct))
    if expr.adding is not None:
        return "place-point", ()
    if isinstance(expr, AreaProduct):
        return ("fill-cell" if len(expr.cells) < len(expr.down) * len(expr.across) else "add-rows"), ()
    if expr.at >= len(str(expr.below)):
        return "add-rows", ()
    if not expr.multiplier:
        return "skip-row", ()
    return ("shift-row" if expr.at and not expr.shifted else "multiply-digit"), ()


def long_quotient(expr: Expr) -> Opening:
    """A digit of the quotient for each that is brought down; on after the point while something is left."""
    assert isinstance(expr, LongQuotient)
    if expr.at < len(expr.digits):
        return "quotient-digit", ()
    return ("go-on-after-point" if expr.rest and expr.further else "read-quotient"), ()


def multiply_divide(expr: Expr) -> Opening:
    """The two leftmost factors: signs, one kind of number, then the operation."""
    assert isinstance(expr, Product)
    if any(isinstance(c, Negative) for c in children(expr)):
        return "product-signs", ()
    first, second = expr.factors[0].expr, expr.factors[1].expr
    divide = expr.factors[1].divide
    kinds = {type(first), type(second)}
    if RepeatingDecimal in kinds:
        return "repeating-as-fractions", ()
    if Percent in kinds:
        beside_decimal = any(isinstance(c.of if isinstance(c, Percent) else c, DecimalNumeral) for c in children(expr))
        return (to_plain_numbers(children(expr)) if beside_decimal else "percents-as-fractions"), ()
    if DecimalNumeral in kinds:
        if not kinds <= {DecimalNumeral, Whole}:
            return "same-kind", ()
        if not divide:
            return "multiply-decimals", ()
        if decimal_places(evaluate(first) / evaluate(second)) is None:
            return "decimals-as-fractions", ()
        return "divide-decimals", ()
    if MixedNumber in kinds:
        return "to-improper", ()
    if kinds == {Whole}:
        if divide and "decimal" in expr.marks:
            return "divide-decimals", ()
        return ("divide-wholes" if divide else "multiply-wholes"), ()
    return ("divide-fractions" if divide else "multiply-fractions"), ()


def points_shifted(expr: Expr) -> Opening:
    """The divisor is made a whole number first."""
    assert isinstance(expr, Product)
    return ("divide-by-whole" if isinstance(expr.factors[1].expr, Whole) else "shift-points"), ()


def cancelling_first(expr: Expr) -> Opening:
    """A factor common to a top and a bottom is taken out before multiplying."""
    over = [_over(f) for f in multiplied_at_once(expr)]
    can = any(x and gcd(x, y) > 1 for x, _ in over for _, y in over)
    return ("cancel" if can else "multiply-tops"), ()


def reducing_after(expr: Expr) -> Opening:
    return "multiply-tops", ()


def _over(expr: Expr) -> tuple[int, int]:
    if isinstance(expr, Whole):
        return expr.n, 1
    assert isinstance(expr, CommonFraction)
    return expr.numerator, expr.denominator


def dividing_in_pieces(expr: Expr) -> Opening:
    """Both in pieces of one size; then the tops are divided."""
    assert isinstance(expr, Product)
    (_, b), (_, d) = (_over(f.expr) for f in expr.factors[:2])
    return ("divide-tops" if b == d else "rename-both"), ()


def dividing_across(expr: Expr) -> Opening:
    """Top by top and bottom by bottom where both come out; by the reciprocal elsewhere."""
    assert isinstance(expr, Product)
    (a, b), (c, d) = (_over(f.expr) for f in expr.factors[:2])
    return ("divide-across" if c and a % c == 0 and b % d == 0 else "invert"), ()


def sharing_first(expr: Expr) -> Opening:
    """A fraction of a whole number that comes out by the bottom is shared first."""
    assert isinstance(expr, Product)
    first, second = (f.expr for f in expr.factors[:2])
    part, amount = (second, first) if isinstance(first, Whole) else (first, second)
    if not isinstance(amount, Whole) or not isinstance(part, CommonFraction):
        return "multiply-tops", ()
    shares = part.denominator > 1 and amount.n % part.denominator == 0
    return ("share-amount" if shares else "multiply-tops"), ()


def by_reciprocal(expr: Expr) -> Opening:
    return "invert", ()


def compare(expr: Expr) -> Opening:
    """Numbers of one kind, then of one size, then the judgement."""
    assert isinstance(expr, Comparison)
    if expr.judged:
        return "answer-in-words", ()
    items = [i.of if isinstance(i, Negative) else i for i in expr.items]
    kinds = {type(i) for i in items}
    if kinds & {DecimalNumeral, Percent, RepeatingDecimal}:
        if not kinds <= {DecimalNumeral, Whole}:
            return "same-kind-items", ()
        places = {i.places if isinstance(i, DecimalNumeral) else 0 for i in items}
        return ("equal-length-items" if len(places) > 1 else "judge"), ()
    parts = [whole_and_part(i) for i in items if isinstance(i, (Whole, CommonFraction, MixedNumber))]
    wholes = {whole for whole, _ in parts}
    if wholes != {0} and any(part is not None and part.is_improper for _, part in parts):
        return "mixed-items", ()
    bottoms = {part.denominator for _, part in parts if part is not None}
    return ("rename-items" if len(bottoms) > 1 and len(wholes) < len(items) else "judge"), ()


def comparing_by(goal: GoalId, decides: Callable[[tuple[CommonFraction, ...]], bool]) -> Callable[[Expr], Opening]:
    """Another way for fractions with different bottoms, where it decides; in one size elsewhere."""

    def opens(expr: Expr) -> Opening:
        assert isinstance(expr, Comparison)
        fractions = () if expr.judged else fractions_in(expr)
        return (goal, ()) if fractions and decides(fractions) else compare(expr)

    return opens


def with_equal_tops(expr: Expr) -> Opening:
    """As many pieces of each; then their sizes are judged."""
    assert isinstance(expr, Comparison)
    fractions = () if expr.judged else fractions_in(expr)
    tops = {f.numerator for f in fractions}
    if not fractions or 0 in tops:
        return compare(expr)
    return ("equal-top-items" if len(tops) > 1 else "judge"), ()


def fill(expr: Expr) -> Opening:
    """The blank is set alone and worked out, or the tops are counted; then it is written in."""
    assert isinstance(expr, Chain)
    if expr.note == "set-alone":
        assert expr.equals is not None
        if not is_simple(expr.equals):
            return "work-out", (0,)
        bare = expr.equals.of if isinstance(expr.equals, Negative) else expr.equals
        # A blank in a fraction wants its own denominator; one that stands alone is an answer.
        if expr.gap is not None and expr.gap.is_alone and finish(bare):
            return "finish", (0, 0) if isinstance(expr.equals, Negative) else (0,)
        return "write-in", ()
    return ("count-tops" if expr.note == "count-tops" else "look-for-blanks"), ()


def write_decimal(expr: Expr) -> Opening:
    """So many tenths, hundredths … first, where the bottom goes into them; then they are read as a decimal."""
    part = expr.part if isinstance(expr, MixedNumber) else expr
    places = decimal_places(part.value) if isinstance(part, CommonFraction) else None
    bottom = part.denominator if isinstance(part, CommonFraction) else 1
    fits = places is not None and bottom not in (1, 10**places) and 10**places % bottom == 0
    return ("write-over-places" if fits else "read-decimal"), ()


def write_percent(expr: Expr) -> Opening:
    """So many hundredths first, where the bottom goes into them."""
    part = expr.part if isinstance(expr, MixedNumber) else expr
    bottom = part.denominator if isinstance(part, CommonFraction) else 1
    return ("write-over-hundred" if bottom not in (1, 100) and 100 % bottom == 0 else "read-percent"), ()


def decimals_go(expr: Expr) -> Opening:
    return "decimals-as-fractions", ()
