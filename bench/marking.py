"""A class marked, against what it costs to make its items ready: ``python -m bench.marking``.

A round of 28 invented pupils and 12 items of one lesson, judged with every cause, with what the class shares; with
answers only, and with lines of working for two pupils of three. Then the same with the items kept, in second looks of
them, each look cold: the class is the first that its items meet, and nothing else that a process keeps is there. Left
out: the database, the network and the screen.
"""

import gc
import statistics
import sys
import time
from collections.abc import Callable
from functools import partial
from typing import TypeVar

from bench.cold import forget, seconds
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.marking.judging import ABSENT, Item, Judging, items_of
from keen_slate.core.marking.simulated import Rehearsed, Written, simulated, tried
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.working.work import DEFAULT_SCHOOL

LESSONS = (
    ("5 1/6 - 2 5/6", "6 1/4 - 2 3/4", "4 1/5 - 1 2/3", "7 - 2 3/8", "5 2/3 - 1 3/5", "4 3/8 - 2 2/5", "8 1/2 - 3 5/6",
     "9 - 3 2/5", "3 1/4 - 1 7/8", "6 1/3 - 2 11/12", "5 - 1/6", "2 1/9 - 1 5/6"),
    ("2/5 + 1/3", "3/4 + 1/6", "5/6 + 3/8", "1/4 + 2/3", "7/10 + 1/4", "2/9 + 1/6", "5/8 + 2/3", "3/5 + 1/2",
     "4/9 + 5/6", "7/12 + 3/8", "1/2 + 3/7", "5/6 + 7/9"),
    ("14.2 - 6.35", "4.8 + 3.7", "5 - 1.458", "12.06 + 3.9", "7.3 - 2.86", "0.4 + 0.75", "10 - 3.42", "6.05 - 2.9",
     "3.4 × 0.6", "4.8 × 2.5", "7.5 ÷ 0.3", "9.1 ÷ 7"),
)  # fmt: skip
PUPILS = 28
Found = TypeVar("Found")


def timed(work: Callable[[], Found]) -> tuple[float, Found]:
    gc.collect()
    begun = time.perf_counter()
    found = work()
    return time.perf_counter() - begun, found


def whole_round(items: tuple[Item, ...], papers: list[tuple[Written, ...]], lines: bool) -> None:
    """Every answer judged, and what the class shares."""
    judging = Judging(items)
    cells = [tuple(judging.cell(i, w.answer, w.lines if lines else ()) for i, w in enumerate(p)) for p in papers]
    judging.picture(tuple(row or (ABSENT,) * len(items) for row in cells))


def first_class(problems: tuple[Problem, ...], rehearsed: tuple[Rehearsed, ...], seed: str) -> float:
    """Seconds that a class takes whose items were made ready just before; the best of a few."""
    papers = [p.answers for p in simulated(rehearsed, PUPILS, seed)]
    best = float("inf")
    for _ in range(4):
        forget()
        items = items_of(problems)
        best = min(best, timed(partial(whole_round, items, papers, lines=False))[0])
    return best


def main() -> int:
    gc.freeze()
    print(f"{PUPILS} pupils, 12 items, in preparings of the 12 items; 5 classes of each of {len(LESSONS)} lessons")
    for lesson in LESSONS:
        problems = tuple(read(text) for text in lesson)
        ready, items = timed(partial(items_of, problems))
        looks = sum(seconds(partial(look_twice, p)) for p in problems)
        rehearsed = tuple(Rehearsed(item.prepared, DEFAULT_SCHOOL) for item in items)
        alone: list[float] = []
        worked: list[float] = []
        for seed in range(5):
            papers = [p.answers for p in simulated(rehearsed, PUPILS, str(seed))]
            for lines, into in ((False, alone), (True, worked)):
                into.append((timed(partial(whole_round, items, papers, lines))[0] + ready) / ready)
        kept = statistics.median(first_class(problems, rehearsed, str(seed)) for seed in range(3)) / looks
        trying, _ = timed(partial(tried, rehearsed))
        print(
            f"from {lesson[0]:14} whole round {statistics.median(alone):5.2f} (at most 2), largest {max(alone):5.2f}; "
            f"with lines {statistics.median(worked):5.2f}, largest {max(worked):5.2f}; "
            f"items kept, in second looks {kept:5.2f} (at most 2); 200 classes tried {trying / ready:5.2f}"
        )
    return 0


if __name__ == "__main__":
    sys.exit(main())
