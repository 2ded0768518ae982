"""Which demands an item makes."""

from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.reading.reading import Problem
from keen_slate.core.working.work import DEFAULT_SCHOOL, work


def demands_of(problem: Problem, reference: Derivation | None = None) -> tuple[str, ...]:
    """The ids of the demands present, in the listed order.

    ``reference`` is the problem's working under the default school, when it is at hand already.

    >>> from keen_slate.core.reading.reading import read
    >>> demands_of(read("9 - 3 2/5"))
    ('regroup', 'bare-whole-minuend')
    """
    working = reference if reference is not None else work(problem, DEFAULT_SCHOOL).derivation
    return tuple(d.id for d in DEMANDS if d.present(problem, working))
