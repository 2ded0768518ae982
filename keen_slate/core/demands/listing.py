"""What an item asks of a pupil, found in the item and in its working by the least common denominator.

Demands belong to the item: they do not change with the teacher's school. To add one, write a function from the item
to yes or no and list it with its name and the place where curricula meet it.
"""

from collections.abc import Callable
from dataclasses import dataclass
from math import gcd, lcm

from keen_slate.core.curriculum.places import (
    BELOW_ZERO,
    BY_FRACTION,
    COMPARE,
    DECIMAL_NOTATION,
    DECIMAL_SUMS,
    EQUIVALENT,
    LIKE,
    LIKE_MIXED,
    MIXED_FORMS,
    ONE_DIVIDES,
    OPERATIONS,
    RATIONALS,
    ROUND_DECIMALS,
    TIMES_FRACTION,
    TIMES_MIXED,
    UNLIKE,
    Place,
)
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    Group,
    Negative,
    Power,
    Product,
    Rounding,
    Sum,
    at_path,
    children,
    evaluate,
    walk,
)
from keen_slate.core.reading.reading import Problem

LARGE_BOTTOM = 24
"""The largest common denominator whose pieces can still be drawn and counted: common practice, no source."""


@dataclass(frozen=True, slots=True)
class Demand:
    """One difficulty; ``present`` gets the problem and its working under the reference school.

    Its ``name`` holds the teacher's words in braces; ``place`` is where curricula first meet it.
    """

    id: str
    name: str
    place: Place
    present: Callable[[Problem, Derivation], bool]


def has_value(problem: Problem) -> bool:
    """False for comparisons and blanks, which ask for something else than one value."""
    return not isinstance(problem.expr, (Comparison, Chain))


def _together(problem: Problem) -> list[tuple[Expr, ...]]:
    """The numbers that need one size of piece: the terms of each sum, what is compared, the sides of a chain."""
    expr = problem.expr
    groups = [children(e) for e in _numbers(problem) if isinstance(e, Sum)]
    if isinstance(expr, Comparison):
        groups.append(expr.items)
    elif isinstance(expr, Chain):
        groups.append(expr.sides)
    return groups


def _bottoms(problem: Problem) -> set[int]:
    """The denominators of the first such numbers that differ in them, else of those that have any."""
    found = [
        {e.denominator for e in group if isinstance(e, (CommonFraction, MixedNumber))} for group in _together(problem)
    ]
    return next((b for b in found if len(b) > 1), next((b for b in found if b), set()))


def _numbers(problem: Problem) -> list[Expr]:
    """Every expression in the problem, the numbers compared and the sides of a chain too."""
    inside: tuple[Expr, ...] = (problem.expr,)
    if isinstance(problem.expr, Comparison):
        inside = problem.expr.items
    elif isinstance(problem.expr, Chain):
        inside = problem.expr.sides
    return [e for start in inside for e in walk(start)]


def _goals_served(work: Derivation) -> set[GoalId]:
    return {s.goal for s in work.steps}


def like_denominators(problem: Problem, work: Derivation) -> bool:
    fractions = [[e for e in g if isinstance(e, (CommonFraction, MixedNumber))] for g in _together(problem)]
    return any(len(f) > 1 for f in fractions) and len(_bottoms(problem)) == 1


def unlike_denominators(problem: Problem, work: Derivation) -> bool:
    return len(_bottoms(problem)) > 1


def one_divides(problem: Problem, work: Derivation) -> bool:
    """All bottoms differ by keeping one: it is a multiple of the rest."""
    bottoms = _bottoms(problem)
    return len(bottoms) > 1 and all(max(bottoms) % b == 0 for b in bottoms)


def share_a_factor(problem: Problem, work: Derivation) -> bool:
    bottoms = sorted(_bottoms(problem))
    pairs = [(a, b) for i, a in enumerate(bottoms) for b in bottoms[i + 1 :]]
    return any(1 < gcd(a, b) < a for a, b in pairs)


def coprime_bottoms(problem: Problem, work: Derivation) -> bool:
    bottoms = sorted(_bottoms(problem))
    pairs = [(a, b) for i, a in enumerate(bottoms) for b in bottoms[i + 1 :]]
    return bool(pairs) and all(gcd(a, b) == 1 for a, b in pairs)


def regroup(problem: Problem, work: Derivation) -> bool:
    return "regroup" in _goals_served(work)


def regroup_after_renaming(problem: Problem, work: Derivation) -> bool:
    """The need to regroup cannot be seen from the tops as written: 4 3/8 − 2 2/5."""
    if "regroup" not in _goals_served(work) or not isinstance(problem.expr, Sum) or len(problem.expr.terms) != 2:
        return False
    first, second = children(problem.expr)
    if not isinstance(first, (CommonFraction, MixedNumber)) or not isinstance(second, (CommonFraction, MixedNumber)):
        return False
    return first.denominator != second.denominator and first.numerator >= second.numerator


def bare_whole_minuend(problem: Problem, work: Derivation) -> bool:
    """A fraction is taken from a whole number alone."""
    opened = [at_path(s.before, s.at) for s in work.steps if s.goal == "regroup"]
    return any(isinstance(children(e)[0], Whole) for e in opened)


def carry(problem: Problem, work: Derivation) -> bool:
    """Fraction parts beside wholes make another whole."""
    has_wholes = any(isinstance(e, (Whole, MixedNumber)) for e in _numbers(problem))
    adds = isinstance(problem.expr, Sum) and any(not t.minus for t in problem.expr.terms[1:])
    return adds and has_wholes and bool(_goals_served(work) & {"take-out-wholes", "carry-out"})


def makes_a_whole(problem: Problem, work: Derivation) -> bool:
    """Proper fractions alone that come to 1 or more."""
    numbers = [e for e in _numbers(problem) if isinstance(e, (Whole, CommonFraction, MixedNumber))]
    proper = all(isinstance(n, CommonFraction) and not n.is_improper for n in numbers)
    return isinstance(problem.expr, Sum) and proper and len(numbers) > 1 and evaluate(problem.expr) >= 1


def simplify(problem: Problem, work: Derivation) -> bool:
    return "simplify" in _goals_served(work)


def improper_input(problem: Problem, work: Derivation) -> bool:
    return any(
        (isinstance(e, CommonFraction) and e.is_improper) or (isinstance(e, MixedNumber) and e.part.is_improper)
        for e in _numbers(problem)
    )


def three_terms(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Sum) and len(e.terms) >= 3 for e in _numbers(problem))


def _fraction_terms(problem: Problem) -> bool:
    return any(isinstance(e, (CommonFraction, MixedNumber)) for e in _numbers(problem))


def large_common_bottom(problem: Problem, work: Derivation) -> bool:
    """The least common denominator is so large that no picture of its pieces helps."""
    bottoms = _bottoms(problem)
    return len(bottoms) > 1 and lcm(*bottoms) > LARGE_BOTTOM


def result_is_whole(problem: Problem, work: Derivation) -> bool:
    """Fractions whose sum, difference, product or quotient is a whole number, or 0."""
    calculated = isinstance(problem.expr, (Sum, Product))
    return calculated and _fraction_terms(problem) and evaluate(problem.expr).denominator == 1


def regroup_leaves_nothing(problem: Problem, work: Derivation) -> bool:
    """After the regrouping no whole is left: 3 1/4 − 2 3/4."""
    return "regroup" in _goals_served(work) and has_value(problem) and 0 < evaluate(problem.expr) < 1


def unlike_kinds(problem: Problem, work: Derivation) -> bool:
    """Fractions and decimals in one calculation, or in one comparison."""
    kinds = {type(e) for e in _numbers(problem)}
    return DecimalNumeral in kinds and bool(kinds & {CommonFraction, MixedNumber})


def _decimal_sum(problem: Problem) -> tuple[list[int], list[list[int]], bool] | None:
    """Places as written, digits of each number at equal length (ones of the last place last), whether it subtracts."""
    expr = problem.expr
    if not isinstance(expr, Sum) or not all(isinstance(c, (DecimalNumeral, Whole)) for c in children(expr)):
        return None
    if not any(isinstance(c, DecimalNumeral) for c in children(expr)):
        return None
    numbers = [(c.digits, c.places) if isinstance(c, DecimalNumeral) else (c.n, 0) for c in _plain(expr)]
    longest = max(p for _, p in numbers)
    texts = [str(d * 10 ** (longest - p)) for d, p in numbers]
    width = max(map(len, texts))
    return [p for _, p in numbers], [[int(c) for c in t.zfill(width)] for t in texts], any(t.minus for t in expr.terms)


def _plain(expr: Sum) -> list[DecimalNumeral | Whole]:
    return [c for c in children(expr) if isinstance(c, (DecimalNumeral, Whole))]


def equal_places(problem: Problem, work: Derivation) -> bool:
    found = _decimal_sum(problem)
    return found is not None and len(set(found[0])) == 1


def ragged_places(problem: Problem, work: Derivation) -> bool:
    found = _decimal_sum(problem)
    return found is not None and len(set(found[0])) > 1


def carry_in_columns(problem: Problem, work: Derivation) -> bool:
    found = _decimal_sum(problem)
    if found is None or found[2]:
        return False
    carry = 0
    for column in zip(*(reversed(row) for row in found[1]), strict=True):
        carry = (sum(column) + carry) // 10
        if carry:
            return True
    return False


def regroup_in_columns(problem: Problem, work: Derivation) -> bool:
    return "regroup-column" in _goals_served(work) and has_value(problem) and evaluate(problem.expr) >= 0


def regroup_across_zero(problem: Problem, work: Derivation) -> bool:
    """The column that would lend holds a zero: 5.003 − 1.458."""
    said = [dict(s.said.data) for s in work.steps if s.goal == "regroup-column" and s.said is not None]
    return regroup_in_columns(problem, work) and any(data["across"] != 0 for data in said)


def multiplying(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Product) and any(not f.divide for f in e.factors[1:]) for e in _numbers(problem))


def dividing(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Product) and any(f.divide for f in e.factors[1:]) for e in _numbers(problem))


def cancelling(problem: Problem, work: Derivation) -> bool:
    """Two fractions multiplied in which a top and the other's bottom share a factor."""
    for e in _numbers(problem):
        if isinstance(e, Product) and not any(f.divide for f in e.factors) and len(e.factors) == 2:
            first, second = (f.expr for f in e.factors)
            if all(isinstance(n, (Whole, CommonFraction)) for n in (first, second)):
                (a, b), (c, d) = (_top_and_bottom(n) for n in (first, second))
                if gcd(a, d) > 1 or gcd(c, b) > 1:
                    return True
    return False


def _top_and_bottom(number: Expr) -> tuple[int, int]:
    if isinstance(number, CommonFraction):
        return number.numerator, number.denominator
    assert isinstance(number, Whole)
    return number.n, 1


def mixed_factor(problem: Problem, work: Derivation) -> bool:
    """A mixed number is multiplied or divided."""
    return any(
        isinstance(e, Product) and any(isinstance(c, MixedNumber) for c in children(e)) for e in _numbers(problem)
    )


def several_operations(problem: Problem, work: Derivation) -> bool:
    """Operations of different rank, or brackets: the order of operations is asked for."""
    kinds = {type(e) for e in _numbers(problem)} & {Sum, Product, Power}
    return len(kinds) > 1 or brackets(problem, work)


def _depth(expr: Expr) -> int:
    inner = max((_depth(c) for c in children(expr)), default=0)
    return inner + (isinstance(expr, Group) and not isinstance(expr.inner, Negative))


def brackets(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and _depth(problem.expr) > 0


def nested_brackets(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and _depth(problem.expr) > 1


def negative_input(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Negative) or (isinstance(e, Sum) and e.terms[0].minus) for e in _numbers(problem))


def told_in_words(problem: Problem, work: Derivation) -> bool:
    return "told" in getattr(problem.expr, "marks", ())


def comparing(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Comparison)


def blanks(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Chain)


def converting(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, Convert)


def rounding(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, (Rounding, Estimating))


def negative_result(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and evaluate(problem.expr) < 0


def decimals(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, DecimalNumeral) for e in _numbers(problem))


DEMANDS = (
    Demand("like-denominators", "same {bottom}s", LIKE, like_denominators),
    Demand("unlike-denominators", "different {bottom}s", UNLIKE, unlike_denominators),
    Demand("one-bottom-divides", "one {bottom} fits the other", ONE_DIVIDES, one_divides),
    Demand("bottoms-share-a-factor", "{bottom}s share a factor", UNLIKE, share_a_factor),
    Demand("coprime-bottoms", "{bottom}s share nothing", UNLIKE, coprime_bottoms),
    Demand("large-common-bottom", "large common {bottom}", UNLIKE, large_common_bottom),
    Demand("makes-a-whole", "makes a whole", LIKE, makes_a_whole),
    Demand("carry", "carry a whole", LIKE_MIXED, carry),
    Demand("regroup", "{regroup}", LIKE_MIXED, regroup),
    Demand("bare-whole-minuend", "from a bare whole", LIKE_MIXED, bare_whole_minuend),
    Demand("regroup-after-renaming", "{regroup}: seen only after renaming", UNLIKE, regroup_after_renaming),
    Demand("regroup-leaves-nothing", "{regroup}: no whole left", LIKE_MIXED, regroup_leaves_nothing),
    Demand("simplify", "simplify", EQUIVALENT, simplify),
    Demand("result-is-whole", "comes to a whole", LIKE_MIXED, result_is_whole),
    Demand("improper-input", "{improper} to start with", MIXED_FORMS, improper_input),
    Demand("three-terms", "three or more terms", UNLIKE, three_terms),
    Demand("multiplying", "multiply", TIMES_FRACTION, multiplying),
    Demand("cancelling", "can be cancelled", TIMES_FRACTION, cancelling),
    Demand("mixed-factor", "a mixed factor", TIMES_MIXED, mixed_factor),
    Demand("dividing", "divide", BY_FRACTION, dividing),
    Demand("decimals", "decimals", DECIMAL_NOTATION, decimals),
    Demand("equal-places", "equal places", DECIMAL_SUMS, equal_places),
    Demand("ragged-places", "ragged places", DECIMAL_SUMS, ragged_places),
    Demand("carry-in-columns", "carry in columns", DECIMAL_SUMS, carry_in_columns),
    Demand("regroup-in-columns", "{regroup} in columns", DECIMAL_SUMS, regroup_in_columns),
    Demand("regroup-across-zero", "{regroup} across zero", DECIMAL_SUMS, regroup_across_zero),
    Demand("unlike-kinds", "fractions with decimals", RATIONALS, unlike_kinds),
    Demand("several-operations", "order of operations", OPERATIONS, several_operations),
    Demand("brackets", "brackets", OPERATIONS, brackets),
    Demand("nested-brackets", "brackets in brackets", OPERATIONS, nested_brackets),
    Demand("told-in-words", "told in words", UNLIKE, told_in_words),
    Demand("comparing", "compare", COMPARE, comparing),
    Demand("converting", "another form", MIXED_FORMS, converting),
    Demand("rounding", "round", ROUND_DECIMALS, rounding),
    Demand("blanks", "fill the blank", EQUIVALENT, blanks),
    Demand("negative-input", "a number below nothing", BELOW_ZERO, negative_input),
    Demand("negative-result", "below nothing", BELOW_ZERO, negative_result),
)
"""In the order in which they are usually met, within a family of items."""

DEMAND = {demand.id: demand for demand in DEMANDS}
