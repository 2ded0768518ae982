"""What operations, their order and their signs demand."""

from math import gcd

from keen_slate.core.demands.looking import fractions_of, has_value, numbers_in
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import (
    Convert,
    Expr,
    Group,
    Negative,
    Power,
    Product,
    Sum,
    asks_remainder,
    children,
    evaluate,
)
from keen_slate.core.reading.reading import Problem


def multiplying(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Product) and any(not f.divide for f in e.factors[1:]) for e in numbers_in(problem))


def dividing(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Product) and any(f.divide for f in e.factors[1:]) for e in numbers_in(problem))


def cancelling(problem: Problem, work: Derivation) -> bool:
    """Two fractions multiplied in which a top and the other's bottom share a factor."""
    for e in numbers_in(problem):
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
        isinstance(e, Product) and any(isinstance(c, MixedNumber) for c in children(e)) for e in numbers_in(problem)
    )


def several_operations(problem: Problem, work: Derivation) -> bool:
    """Operations of different rank, or brackets: the order of operations is asked for."""
    kinds = {type(e) for e in numbers_in(problem)} & {Sum, Product, Power}
    return len(kinds) > 1 or brackets(problem, work)


def _depth(expr: Expr) -> int:
    inner = max((_depth(c) for c in children(expr)), default=0)
    return inner + (isinstance(expr, Group) and not isinstance(expr.inner, Negative))


def brackets(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and _depth(problem.expr) > 0


def nested_brackets(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and _depth(problem.expr) > 1


def negative_input(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Negative) or (isinstance(e, Sum) and e.terms[0].minus) for e in numbers_in(problem))


def negative_result(problem: Problem, work: Derivation) -> bool:
    return has_value(problem) and evaluate(problem.expr) < 0


def over_a_whole(problem: Problem, work: Derivation) -> bool:
    """Fractions whose product is more than 1 and no whole number."""
    expr = problem.expr
    if not isinstance(expr, Product) or any(f.divide for f in expr.factors):
        return False
    fractions = any(isinstance(e, (CommonFraction, MixedNumber)) for e in children(expr))
    return fractions and evaluate(expr) > 1 and evaluate(expr).denominator > 1


def quotient_not_whole(problem: Problem, work: Derivation) -> bool:
    """Whole numbers or fractions whose quotient is no whole number; decimals go on past the point anyway, and what is
    left may be kept as it is."""
    if any(isinstance(s.wrote, Convert) and asks_remainder(s.wrote) for s in work.steps):
        return False
    divides = isinstance(problem.expr, Product) and any(f.divide for f in problem.expr.factors)
    divides = divides and not any(isinstance(e, DecimalNumeral) for e in numbers_in(problem))
    return divides and evaluate(problem.expr).denominator > 1


def fractions_in_it(problem: Problem, work: Derivation) -> bool:
    """Fractions where the order of operations is asked for."""
    return bool(fractions_of(problem)) and several_operations(problem, work)


def powers(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, Power) for e in numbers_in(problem))


def below_zero_on_the_way(problem: Problem, work: Derivation) -> bool:
    """Worked from the left, some part comes to less than 0 before the end: 3 − 5 + 4, 2 × (3 − 5) + 9."""
    if negative_input(problem, work) or not has_value(problem):
        return False
    for part in numbers_in(problem):
        if not isinstance(part, Sum):
            continue
        so_far = evaluate(part.terms[0].expr)
        for index, term in enumerate(part.terms[1:], 2):
            so_far += (-1 if term.minus else 1) * evaluate(term.expr)
            if so_far < 0 and (part is not problem.expr or index < len(part.terms)):
                return True
    return False
