"""How long each verb takes on texts of every kind, and which are the slowest: in works of ``5 1/6 − 2 5/6``.

Run with ``python -m bench.bounds [TEXTS] [SEED]``. Processor time in one process; the web, the database and reading
from standard input are left out. Every figure is a ratio to one bare working measured in the same run, besides the
seconds that the bound of one second is about.
"""

import sys
import time
from collections import defaultdict
from collections.abc import Callable
from statistics import median
from typing import Any

from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.ladders import contrasted, twinned
from keen_slate.command_line.problems import checked, compared, read_by, seen_through_the_glass, worked
from keen_slate.command_line.pupils import Diagnosing, judged
from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.anything import Anything


def timed(taken: list[tuple[float, str]], text: str, verb: Callable[..., Any], *given: Any) -> Any:
    """What a verb gives; the time that it took is noted with the text."""
    start = time.process_time()
    result = verb(*given)
    taken.append((time.process_time() - start, text))
    return result


def main(texts: int, seed: int) -> None:
    teacher = Teacher(school_from(FACETS, {}), USUAL_MANNER)
    other = school_from(FACETS, {"subtracting": "improper", "adding": "improper", "denominators": "product"})
    times: dict[str, list[tuple[float, str]]] = defaultdict(list)
    unreadable = 0

    for number in range(texts):
        made = Anything(seed + number, large=number % 5 == 0)
        text = made.problem()
        try:
            problem = timed(times["read"], text, read_by, text, teacher)
        except UnreadableProblem:
            unreadable += 1
            continue
        right = str(timed(times["work"], text, worked, problem, teacher)["answer"])
        timed(times["compare"], text, compared, problem, teacher, other)
        timed(times["check"], text, checked, problem, teacher)
        answer, lines = made.answer(right), made.lines(right)
        timed(times["diagnose"], text, Diagnosing(teacher, "simplest-form", False).record, text, answer)
        timed(times["judge"], text, judged, "\t".join((text, *lines)), teacher)
        timed(times["glass"], text, seen_through_the_glass, problem, teacher)
        timed(times["twin"], text, twinned, problem, teacher, 1, "1")
        timed(times["contrast"], text, contrasted, problem, teacher)
    bare = []
    example = read("5 1/6 − 2 5/6")
    for _ in range(200):
        start = time.process_time()
        work(example)
        bare.append(time.process_time() - start)
    unit = median(bare)
    print(f"{texts} texts, {unreadable} refused with a sentence; one bare working {unit * 1000:.2f} ms")
    for verb, taken in times.items():
        taken.sort()
        p50, p95 = (taken[int(len(taken) * share)][0] for share in (0.5, 0.95))
        slowest, text = taken[-1]
        ratios = f"p50 {p50 / unit:7.1f}  p95 {p95 / unit:7.1f}"
        print(f"{verb:9} n {len(taken):5}  {ratios}  slowest {slowest:.2f} s: {text[:80]}")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 400, int(sys.argv[2]) if len(sys.argv) > 2 else 0)
