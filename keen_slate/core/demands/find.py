"""Which demands an item makes."""

from collections.abc import Container
from dataclasses import replace

from keen_slate.core.curriculum.places import Place
from keen_slate.core.demands.listing import DEMAND, DEMANDS
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.problem.tree import InStory, calculation_in
from keen_slate.core.reading.reading import Problem
from keen_slate.core.working.story_steps import story_steps
from keen_slate.core.working.work import DEFAULT_SCHOOL, work


def demands_of(
    problem: Problem, reference: Derivation | None = None, among: Container[str] = DEMAND
) -> tuple[str, ...]:
    """The ids of the demands present, in the listed order.

    ``reference`` is the problem's working under the default school, when it is at hand already; only those ``among``
    are looked for.

    >>> demands_of(read("9 - 3 2/5"))
    ('regroup', 'bare-whole-minuend')
    """
    if isinstance(problem.expr, InStory):
        derivation = reference if reference is not None else work(problem, DEFAULT_SCHOOL).derivation
        inside = {d for step in story_steps(problem) for d in demands_of(step.problem)}
        return tuple(d.id for d in DEMANDS if d.id in among and (d.id in inside or d.present(problem, derivation)))
    working = reference if reference is not None else work(problem, DEFAULT_SCHOOL).derivation
    calculation = calculation_in(problem.expr)
    asked = problem if calculation is problem.expr else replace(problem, expr=calculation)
    return tuple(d.id for d in DEMANDS if d.id in among and d.present(asked, working))


def place_of(demands: tuple[str, ...]) -> Place | None:
    """Where an item stands: where the latest of its demands stands; None for an item without demands.

    >>> place_of(("like-denominators", "regroup")).standard
    '4.NF.B.3c'
    """
    return max((DEMAND[d].place for d in demands), key=lambda p: (p.grade, p.year), default=None)
