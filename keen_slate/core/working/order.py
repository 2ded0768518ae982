"""The order of operations in a working."""

from typing import Literal

from keen_slate.core.machine.engine import Step
from keen_slate.core.problem.tree import Expr, Group, Power, Product, Sum, at_path, walk
from keen_slate.core.rules.plans import is_power_written_out

Operation = Literal["grouping", "powers", "multiply-divide", "add-subtract"]


def operation_of(problem: Expr, step: Step) -> Operation | None:
    """Which operation of the order of operations a step belongs to; None where the problem has only one.

    >>> from keen_slate.core.working.work import work
    >>> problem = read("2 × (3 + 4)").expr
    >>> [operation_of(problem, s) for s in work(read("2 × (3 + 4)")).derivation.steps]
    ['grouping', 'multiply-divide']
    """
    kinds = {type(e) for e in walk(problem)} & {Sum, Product, Power}
    if len(kinds) < 2 and not any(isinstance(e, Group) and type(e.inner) in (Sum, Product) for e in walk(problem)):
        return None
    expr: Expr = step.before
    inner: list[Expr] = [expr]
    for index in range(len(step.at)):
        inner.append(at_path(step.before, step.at[: index + 1]))
    if any(isinstance(e, Group) and not is_power_written_out(e) for e in inner):
        return "grouping"
    if any(isinstance(e, Group) for e in inner):
        return "powers"
    focus = inner[-1]
    if isinstance(focus, Power):
        return "powers"
    if isinstance(focus, Product):
        return "multiply-divide"
    return "add-subtract" if isinstance(focus, Sum) else None
