"""How long each verb takes on texts of every kind, and which are the slowest: in works of ``5 1/6 − 2 5/6``.

Run with ``python -m bench.bounds [TEXTS] [SEED] [EVERY]``: every text is read, previewed and worked, one in EVERY goes
through all verbs, each cold. Time in one process; the web, the database and reading from standard input are left out.
Every figure is a ratio to one bare working measured in the same run, besides the seconds that the bound of one second
is about. A verb that takes LIMIT seconds of processor time or MEMORY bytes is broken off and named, and makes the run
fail; so does one that breaks down.
"""

import resource
import signal
import sys
import time
from collections import defaultdict
from collections.abc import Callable
from statistics import median
from types import FrameType
from typing import Any

from bench.cold import forget
from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.ladders import contrasted, twinned
from keen_slate.command_line.problems import checked, compared, read_by, seen_through_the_glass, worked
from keen_slate.command_line.pupils import Diagnosing, judged
from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from keen_slate.services.shapes.work import WorkRequest
from keen_slate.services.work.pictures import pictures
from keen_slate.services.work.previewing import preview
from tests.support.anything import Anything

LIMIT = 5.0
"""Seconds of processor time after which a verb is broken off."""

MEMORY = 4 << 30


class Overrun(BaseException):
    """A verb took longer than LIMIT."""


class Times:
    """What each verb took, and what went wrong."""

    def __init__(self) -> None:
        self.taken: dict[str, list[tuple[float, str]]] = defaultdict(list)
        self.trouble: list[str] = []

    def of(self, verb: str, text: str, does: Callable[..., Any], *given: Any) -> Any:
        """What the verb gives, or None where it was broken off or broke down."""
        forget()
        start = time.perf_counter()
        signal.setitimer(signal.ITIMER_VIRTUAL, LIMIT)
        try:
            return does(*given)
        except UnreadableProblem:
            raise
        except (Exception, Overrun) as fault:
            self.trouble.append(f"{verb} {text!r}: {fault!r}"[:300])
            print(self.trouble[-1], flush=True)
            return None
        finally:
            signal.setitimer(signal.ITIMER_VIRTUAL, 0)
            self.taken[verb].append((time.perf_counter() - start, text))


def _overrun(_signum: int, _frame: FrameType | None) -> None:
    raise Overrun


def main(texts: int, seed: int, every: int) -> int:
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
    signal.signal(signal.SIGVTALRM, _overrun)
    teacher = Teacher(school_from(FACETS, {}), USUAL_MANNER)
    other = school_from(FACETS, {"subtracting": "improper", "adding": "improper", "denominators": "product"})
    times = Times()
    unreadable = 0
    for number in range(texts):
        made = Anything(seed + number, large=number % 5 == 0)
        text = made.problem()
        times.of("preview", text, preview, text, {})
        try:
            problem = times.of("read", text, read_by, text, teacher)
        except UnreadableProblem:
            unreadable += 1
            continue
        working = times.of("work", text, work, problem)
        if working is None or number % every:
            continue
        right = str((times.of("second look", text, worked, problem, teacher) or {"answer": "0"})["answer"])
        times.of("pictures", text, pictures, WorkRequest(text=text))
        times.of("compare", text, compared, problem, teacher, other)
        times.of("check", text, checked, problem, teacher)
        answer, lines = made.answer(right), made.lines(right)
        times.of("diagnose", text, Diagnosing(teacher, "simplest-form", False).record, text, answer)
        times.of("judge", text, judged, "\t".join((text, *lines)), teacher)
        times.of("glass", text, seen_through_the_glass, problem, teacher)
        times.of("twin", text, twinned, problem, teacher, 1, "1")
        times.of("contrast", text, contrasted, problem, teacher)
    bare = []
    example = read("5 1/6 − 2 5/6")
    for _ in range(200):
        forget()
        start = time.perf_counter()
        work(example)
        bare.append(time.perf_counter() - start)
    unit = median(bare)
    print(f"{texts} texts, {unreadable} refused with a sentence; one bare working {unit * 1000:.2f} ms")
    for verb, taken in times.taken.items():
        taken.sort()
        p50, p95 = (taken[int(len(taken) * share)][0] for share in (0.5, 0.95))
        slowest, text = taken[-1]
        ratios = f"p50 {p50 / unit:7.1f}  p95 {p95 / unit:7.1f}"
        print(f"{verb:11} n {len(taken):6}  {ratios}  slowest {slowest:.2f} s: {text[:80]}")
    print(f"broken off or broken down: {len(times.trouble)}")
    return 1 if times.trouble else 0


if __name__ == "__main__":
    given = [int(a) for a in sys.argv[1:]]
    sys.exit(main(*given, *(400, 0, 1)[len(given) :]))
