"""What is done on the way of a working, as the method marks see it."""

from collections import Counter
from collections.abc import Iterable
from functools import lru_cache

from keen_slate.core.machine.acts import Method
from keen_slate.core.machine.engine import Derivation, Step
from keen_slate.core.machine.school import School, fitting_school
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.tree import Chain, Comparison, Expr, is_workable
from keen_slate.core.rules.listing import right_derivation
from keen_slate.core.schools.listing import FACETS

METHODS: dict[Method, str] = {
    "operation": "the operation chosen",
    "aligned": "set with point under point",
    "common": "a common {bottom} found",
    "renamed": "renamed to one size",
    "one-kind": "written in one kind",
    "regrouped": "{regroup}",
    "wholes": "the wholes",
    "parts": "the parts",
    "worked": "worked out",
    "carried": "what makes a whole or a ten, carried",
    "point": "the point placed",
    "simplified": "{simplest_form}",
    "written": "written as asked",
    "judged": "the judgement",
}
"""What each method mark is for, the teacher's words in braces."""


def in_order(steps: Iterable[Step]) -> tuple[Method, ...]:
    """The methods of steps in their order; one that goes on over several steps is told once.

    >>> steps = work(read("5 1/6 - 2 5/6")).derivation.steps
    >>> in_order(steps)
    ('regrouped', 'parts', 'wholes', 'simplified')
    """
    told: list[Method] = []
    before: tuple[Method, ...] = ()
    for step in steps:
        earned = step.earns
        told += [m for m in earned if m not in before]
        before = earned or before
    return tuple(told)


def derived(expr: Expr, school: School) -> Derivation:
    """The right working of an expression under what of a school fits it."""
    fitting, _ = fitting_school(FACETS, school, expr)
    return right_derivation(expr, fitting)


@lru_cache(maxsize=4096)
def left_to_do(expr: Expr, school: School) -> Counter[Method]:
    """How often each method is still wanted in a state; nothing for what cannot be worked.

    >>> sorted(left_to_do(read("4 7/6 - 2 5/6").expr, DEFAULT_SCHOOL))
    ['parts', 'simplified', 'wholes']
    """
    if gaps_in(expr) and not isinstance(expr, (Chain, Comparison)):
        return Counter()
    if not is_workable(expr):
        return Counter()
    return Counter(in_order(derived(expr, school).steps))
