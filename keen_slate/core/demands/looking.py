"""What is looked at in an item by those who say what it demands."""

from keen_slate.core.machine.engine import Derivation
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.last import known_for_the_last
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Estimating,
    Expr,
    Group,
    Negative,
    Product,
    Sum,
    children,
    walk,
)
from keen_slate.core.reading.reading import Problem


def has_value(problem: Problem) -> bool:
    """False for comparisons and blanks, which ask for something else than one value."""
    return not isinstance(problem.expr, (Comparison, Chain))


@known_for_the_last
def together(problem: Problem) -> tuple[tuple[Expr, ...], ...]:
    """The numbers that need one size of piece: the terms of each sum, what is compared, the sides of a chain."""
    expr = problem.expr
    if isinstance(expr, Estimating):  # rounded, nothing needs one size any more
        return ()
    groups = [tuple(map(_unsigned, children(e))) for e in numbers_in(problem) if isinstance(e, Sum)]
    if isinstance(expr, Comparison):
        groups.append(expr.items)
    elif isinstance(expr, Chain):
        groups.append(expr.sides)
    return tuple(groups)


def _unsigned(expr: Expr) -> Expr:
    """What stands behind a sign, in its brackets or not."""
    while isinstance(expr, Negative) or (isinstance(expr, Group) and isinstance(expr.inner, Negative)):
        expr = children(expr)[0]
    return expr


@known_for_the_last
def bottoms_in(problem: Problem) -> frozenset[int]:
    """The denominators of the first such numbers that differ in them, else of those that have any."""
    found = [
        {e.denominator for e in group if isinstance(e, (CommonFraction, MixedNumber))} for group in together(problem)
    ]
    return frozenset(next((b for b in found if len(b) > 1), next((b for b in found if b), ())))


@known_for_the_last
def numbers_in(problem: Problem) -> tuple[Expr, ...]:
    """Every expression in the problem, the numbers compared and the sides of a chain too."""
    inside: tuple[Expr, ...] = (problem.expr,)
    if isinstance(problem.expr, Comparison):
        inside = problem.expr.items
    elif isinstance(problem.expr, Chain):
        inside = problem.expr.sides
    return tuple([e for start in inside for e in walk(start)])


def goals_served(work: Derivation) -> set[GoalId]:
    return {s.goal for s in work.steps}


def fractions_of(problem: Problem) -> list[CommonFraction | MixedNumber]:
    """Every fraction and mixed number that is written in the problem."""
    return [e for e in numbers_in(problem) if isinstance(e, (CommonFraction, MixedNumber))]


def product_of_two(problem: Problem) -> tuple[Expr, Expr, bool] | None:
    """The two numbers of a lone product or quotient, and whether it divides."""
    expr = problem.expr
    if not isinstance(expr, Product) or len(expr.factors) != 2 or any(children(f) for f in children(expr)):
        return None
    first, second = children(expr)
    return first, second, expr.factors[1].divide


def plain(number: Expr) -> tuple[int, int] | None:
    """Digits and places of a whole number or a decimal; None for anything else."""
    if isinstance(number, DecimalNumeral):
        return number.digits, number.places
    return (number.n, 0) if isinstance(number, Whole) else None
