"""Items drawn for one demand, for the tests and for the longer count in ``bench``."""

from keen_slate.core.demands.find import demands_of
from keen_slate.core.laddering.drawing import Draw
from keen_slate.core.laddering.families import FAMILIES, GROUPS, RELATIONS
from keen_slate.core.laddering.ladder import Target, closed
from keen_slate.core.laddering.limits import Limits, numbers_key
from keen_slate.core.notation.text import problem_text
from keen_slate.core.reading.reading import read

ROOMY = Limits(largest_bottom=40, largest_common=400, largest_whole=60, places=3, largest_fact=99)


def items_for(demand: str, count: int) -> list[str]:
    """So many items with a demand, from every family that knows it, no two with the same numbers."""
    families = [f for f in FAMILIES if demand in closed((*f.climb, *f.always))]
    anything = frozenset(d for f in families for d in closed((*f.climb, *f.always)))
    target = Target(frozenset({demand}), anything)
    found: list[str] = []
    keys: set[tuple[str, ...]] = set()
    for seed in range(count * 12):
        family = families[seed % len(families)]
        wanted = closed({demand, *family.always})
        if RELATIONS[0] in family.base and not wanted & {*RELATIONS, "unlike-denominators", "bare-whole-minuend"}:
            wanted = closed({*wanted, RELATIONS[seed // len(families) % 4]})
        if GROUPS[1][0] in family.base and not wanted & set(GROUPS[1]):
            wanted |= {GROUPS[1][seed % 2]}
        draw = Draw(f"{demand}/{seed}")
        for _ in range(40):
            expr = family.draw(draw, ROOMY, wanted)
            text = problem_text(expr) if expr is not None else ""
            if not text or (key := numbers_key(read(text).expr)) in keys:
                continue
            if target.accepts(demands_of(read(text))):
                keys.add(key)
                found.append(text)
                break
        if len(found) == count:
            break
    return found
