"""What fractions and mixed numbers demand."""

from math import gcd, lcm

from keen_slate.core.demands.looking import (
    bottoms_in,
    fractions_of,
    goals_served,
    has_value,
    numbers_in,
    together,
)
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Comparison, Product, Sum, at_path, children, evaluate, is_numeral
from keen_slate.core.reading.reading import Problem

LARGE_BOTTOM = 24
"""The largest common denominator whose pieces can still be drawn and counted: common practice, no source."""

LARGE_PRIME = 7
"""From here on a prime that top and bottom share is not seen at once: common practice, no source."""


def like_denominators(problem: Problem, work: Derivation) -> bool:
    fractions = [[e for e in g if isinstance(e, (CommonFraction, MixedNumber))] for g in together(problem)]
    return any(len(f) > 1 for f in fractions) and len(bottoms_in(problem)) == 1


def unlike_denominators(problem: Problem, work: Derivation) -> bool:
    return len(bottoms_in(problem)) > 1


def one_divides(problem: Problem, work: Derivation) -> bool:
    """All bottoms differ by keeping one: it is a multiple of the rest."""
    bottoms = bottoms_in(problem)
    return len(bottoms) > 1 and all(max(bottoms) % b == 0 for b in bottoms)


def share_a_factor(problem: Problem, work: Derivation) -> bool:
    bottoms = sorted(bottoms_in(problem))
    pairs = [(a, b) for i, a in enumerate(bottoms) for b in bottoms[i + 1 :]]
    return any(1 < gcd(a, b) < a for a, b in pairs)


def coprime_bottoms(problem: Problem, work: Derivation) -> bool:
    bottoms = sorted(bottoms_in(problem))
    pairs = [(a, b) for i, a in enumerate(bottoms) for b in bottoms[i + 1 :]]
    return bool(pairs) and all(gcd(a, b) == 1 for a, b in pairs)


def large_common_bottom(problem: Problem, work: Derivation) -> bool:
    """The least common denominator is so large that no picture of its pieces helps."""
    bottoms = bottoms_in(problem)
    return len(bottoms) > 1 and lcm(*bottoms) > LARGE_BOTTOM


def makes_a_whole(problem: Problem, work: Derivation) -> bool:
    """Proper fractions, decimals below 1 among them or not, that come to 1 or more."""
    numbers = [e for e in numbers_in(problem) if is_numeral(e)]
    proper = bool(fractions_of(problem)) and all(
        isinstance(n, (CommonFraction, DecimalNumeral)) and n.value < 1 for n in numbers
    )
    return isinstance(problem.expr, Sum) and proper and len(numbers) > 1 and evaluate(problem.expr) >= 1


def carry(problem: Problem, work: Derivation) -> bool:
    """Fraction parts beside wholes make another whole."""
    has_wholes = any(isinstance(e, (Whole, MixedNumber)) for e in numbers_in(problem))
    adds = isinstance(problem.expr, Sum) and any(not t.minus for t in problem.expr.terms[1:])
    return adds and has_wholes and bool(goals_served(work) & {"take-out-wholes", "carry-out"})


def regroup(problem: Problem, work: Derivation) -> bool:
    return "regroup" in goals_served(work)


def bare_whole_minuend(problem: Problem, work: Derivation) -> bool:
    """A fraction is taken from a whole number alone."""
    opened = [at_path(s.before, s.at) for s in work.steps if s.goal == "regroup"]
    return any(isinstance(children(e)[0], Whole) for e in opened)


def regroup_after_renaming(problem: Problem, work: Derivation) -> bool:
    """The need to regroup cannot be seen from the tops as written: 4 3/8 − 2 2/5."""
    if "regroup" not in goals_served(work) or not isinstance(problem.expr, Sum) or len(problem.expr.terms) != 2:
        return False
    first, second = children(problem.expr)
    if not isinstance(first, (CommonFraction, MixedNumber)) or not isinstance(second, (CommonFraction, MixedNumber)):
        return False
    return first.denominator != second.denominator and first.numerator >= second.numerator


def regroup_leaves_nothing(problem: Problem, work: Derivation) -> bool:
    """After the regrouping no whole is left: 3 1/4 − 2 3/4."""
    return "regroup" in goals_served(work) and has_value(problem) and 0 < evaluate(problem.expr) < 1


def simplify(problem: Problem, work: Derivation) -> bool:
    return "simplify" in goals_served(work)


def result_is_whole(problem: Problem, work: Derivation) -> bool:
    """Fractions or decimals whose sum, difference, product or quotient is a whole number, or 0."""
    calculated = isinstance(problem.expr, (Sum, Product))
    decimals = any(isinstance(e, DecimalNumeral) for e in numbers_in(problem))
    return calculated and (bool(fractions_of(problem)) or decimals) and evaluate(problem.expr).denominator == 1


def improper_input(problem: Problem, work: Derivation) -> bool:
    return any(
        (isinstance(e, CommonFraction) and e.is_improper) or (isinstance(e, MixedNumber) and e.part.is_improper)
        for e in numbers_in(problem)
    )


def three_terms(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Sum) and len(e.terms) >= 3 for e in numbers_in(problem))


def _common_factors(work: Derivation) -> list[int]:
    """What top and bottom are divided by where the working simplifies."""
    found = []
    for step in work.steps:
        number = at_path(step.before, step.at)
        if step.goal == "simplify" and isinstance(number, (CommonFraction, MixedNumber)):
            found.append(gcd(number.numerator, number.denominator))
    return found


def composite_common_factor(problem: Problem, work: Derivation) -> bool:
    """Dividing by one prime is not enough: 8/12 is halved twice."""
    return any(map(is_composite, _common_factors(work)))


def large_prime_factor(problem: Problem, work: Derivation) -> bool:
    """Top and bottom share only a prime that is not seen at once: 14/21, 26/39."""
    return any(is_large_prime(f) for f in _common_factors(work))


def is_composite(factor: int) -> bool:
    return any(factor % p == 0 for p in range(2, factor))


def is_large_prime(factor: int) -> bool:
    return factor >= LARGE_PRIME and not is_composite(factor)


def terms_to_reduce(problem: Problem, work: Derivation) -> bool:
    """A number of a calculation or a comparison is not in lowest terms."""
    worked = isinstance(problem.expr, (Sum, Product, Comparison))
    return worked and any(gcd(f.numerator, f.denominator) > 1 for f in fractions_of(problem) if f.numerator)


def seems_to_regroup(problem: Problem, work: Derivation) -> bool:
    """Before renaming the upper top looks too small, and it is enough: 5 2/3 − 1 3/5."""
    if not isinstance(problem.expr, Sum) or len(problem.expr.terms) != 2 or not problem.expr.terms[1].minus:
        return False
    first, second = children(problem.expr)
    if not isinstance(first, MixedNumber) or not isinstance(second, (MixedNumber, CommonFraction)):
        return False
    smaller = first.denominator != second.denominator and first.numerator < second.numerator
    return smaller and "regroup" not in goals_served(work) and evaluate(problem.expr) > 0


def larger_numbers_smaller(problem: Problem, work: Derivation) -> bool:
    """Of two fractions the one with the larger top and the larger bottom is the smaller: 5/9 and 3/5."""
    if not isinstance(problem.expr, Comparison) or len(problem.expr.items) != 2:
        return False
    one, other = problem.expr.items
    if not isinstance(one, CommonFraction) or not isinstance(other, CommonFraction):
        return False
    low, high = sorted((one, other), key=lambda f: f.value)
    return low.numerator > high.numerator and low.denominator > high.denominator
