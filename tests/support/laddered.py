"""Items drawn for one demand, for the tests and for the longer count in ``bench``."""

from itertools import islice

from keen_slate.core.laddering.families.family import Family
from keen_slate.core.laddering.families.listing import FAMILIES
from keen_slate.core.laddering.limits import Limits, numbers_key
from keen_slate.core.laddering.searching import Search, Target, closed
from keen_slate.core.notation.text import problem_text
from keen_slate.core.working.work import DEFAULT_SCHOOL

ROOMY = Limits(largest_bottom=40, largest_common=400, largest_whole=60, places=3, largest_fact=99)


def items_for(demand: str, count: int) -> list[str]:
    """So many items with a demand, from every family that knows it, no two with the same numbers."""
    families = [f for f in FAMILIES if demand in _known(f)]
    found: list[str] = []
    keys: set[tuple[str, ...]] = set()
    for seed in range(count * 30):
        family = families[seed % len(families)]
        standing = {g[seed // len(families) % len(g)] for g in family.standing if not closed({demand}) & {*g}}
        if "bare-whole-minuend" in closed({demand}) or (standing & {"like-denominators"} and _differ(demand)):
            standing = set()
        required = closed({demand, *family.always, *standing})
        search = Search(family, Target(required, _known(family)), ROOMY, DEFAULT_SCHOOL)
        for problem, _ in islice(search.drawn(f"{demand}/{seed}"), 1):
            key = numbers_key(problem.expr)
            if key not in keys:
                keys.add(key)
                found.append(problem_text(problem.expr))
        if len(found) == count:
            break
    return found


def _known(family: Family) -> frozenset[str]:
    along = {d for demands in family.along.values() for d in demands}
    return closed({*family.climb, *family.always, *along})


def _differ(demand: str) -> bool:
    return "unlike-denominators" in closed({demand})
