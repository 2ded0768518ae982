"""What an item asks of a pupil, found in the item and in its working by the least common denominator.

Demands belong to the item: they do not change with the teacher's school. To add one, write a function from the item
to yes or no and list it; its words are in ``wording/names.py``.
"""

from collections.abc import Callable
from dataclasses import dataclass
from math import gcd

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.reading import Problem
from keen_slate.core.problem.tree import Chain, Comparison, Expr, Sum, children, evaluate, walk
from keen_slate.core.working.engine import Derivation


@dataclass(frozen=True, slots=True)
class Demand:
    """One difficulty; ``present`` gets the problem and its working under the reference school."""

    id: str
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


def _rules_used(work: Derivation) -> set[str]:
    return {s.rule for s in work.steps}


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
    return "regroup" in _rules_used(work)


def regroup_after_renaming(problem: Problem, work: Derivation) -> bool:
    """The need to regroup cannot be seen from the tops as written: 4 3/8 − 2 2/5."""
    rules = [s.rule for s in work.steps]
    if "regroup" not in rules or not isinstance(problem.expr, Sum) or len(problem.expr.terms) != 2:
        return False
    first, second = children(problem.expr)
    if not isinstance(first, (CommonFraction, MixedNumber)) or not isinstance(second, (CommonFraction, MixedNumber)):
        return False
    return first.denominator != second.denominator and first.numerator >= second.numerator


def bare_whole_minuend(problem: Problem, work: Derivation) -> bool:
    """A fraction is taken from a whole number alone."""
    for step in work.steps:
        if step.rule == "regroup" and step.said is not None and step.said.id == "regroup-bare":
            return True
    return False


def carry(problem: Problem, work: Derivation) -> bool:
    """Fraction parts beside wholes make another whole."""
    has_wholes = any(isinstance(e, (Whole, MixedNumber)) for e in _numbers(problem))
    adds = isinstance(problem.expr, Sum) and any(not t.minus for t in problem.expr.terms[1:])
    return adds and has_wholes and bool(_rules_used(work) & {"take-out-wholes", "carry-out"})


def makes_a_whole(problem: Problem, work: Derivation) -> bool:
    """Proper fractions alone that come to 1 or more."""
    numbers = [e for e in _numbers(problem) if isinstance(e, (Whole, CommonFraction, MixedNumber))]
    proper = all(isinstance(n, CommonFraction) and not n.is_improper for n in numbers)
    return has_value(problem) and proper and len(numbers) > 1 and evaluate(problem.expr) >= 1


def simplify(problem: Problem, work: Derivation) -> bool:
    return "simplify" in _rules_used(work)


def improper_input(problem: Problem, work: Derivation) -> bool:
    return any(
        (isinstance(e, CommonFraction) and e.is_improper) or (isinstance(e, MixedNumber) and e.part.is_improper)
        for e in _numbers(problem)
    )


def three_terms(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Sum) and len(e.terms) >= 3 for e in _numbers(problem))


def negative_result(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and evaluate(problem.expr) < 0


def decimals(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, DecimalNumeral) for e in _numbers(problem))


DEMANDS = (
    Demand("like-denominators", like_denominators),
    Demand("unlike-denominators", unlike_denominators),
    Demand("one-bottom-divides", one_divides),
    Demand("bottoms-share-a-factor", share_a_factor),
    Demand("coprime-bottoms", coprime_bottoms),
    Demand("carry", carry),
    Demand("makes-a-whole", makes_a_whole),
    Demand("regroup", regroup),
    Demand("regroup-after-renaming", regroup_after_renaming),
    Demand("bare-whole-minuend", bare_whole_minuend),
    Demand("simplify", simplify),
    Demand("improper-input", improper_input),
    Demand("three-terms", three_terms),
    Demand("decimals", decimals),
    Demand("negative-result", negative_result),
)
