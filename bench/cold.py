"""Every run as the first: what a process keeps of the items that it has met is forgotten before each."""

import statistics
import sys
from collections.abc import Callable
from functools import _lru_cache_wrapper
from time import perf_counter

ROUNDS = 5
OF_SCHOOLS = ("under", "_ids", "_refusing", "_varied", "_coded", "_shortest")
"""Kept: they are made once in a process, whatever is worked."""


def forget() -> None:
    """Empty all that is bounded and kept between calls, besides what is kept of schools alone."""
    for name, module in list(sys.modules.items()):
        if name.startswith("keen_slate"):
            for kept in vars(module).values():
                if isinstance(kept, _lru_cache_wrapper) and kept.__qualname__ not in OF_SCHOOLS:
                    kept.cache_clear()


def seconds(task: Callable[[], object], after: Callable[[], object] = lambda: None) -> float:
    """The best of a few runs, each of them cold, but for what was done just before."""
    best = float("inf")
    for _ in range(ROUNDS):
        forget()
        after()
        start = perf_counter()
        task()
        best = min(best, perf_counter() - start)
    return best


def spread(ours: list[float], theirs: list[float]) -> str:
    """The ratios of two measurements pair by pair, by their median and 95th percentile."""
    ratios = [a / b for a, b in zip(ours, theirs, strict=True)]
    return f"p50 {statistics.median(ratios):5.2f}  p95 {statistics.quantiles(ratios, n=20)[-1]:5.2f}"
