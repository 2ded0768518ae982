"""What processes of ours do alike."""

import gc
import os
import threading
import time
from collections.abc import Callable, Generator, Iterable
from concurrent.futures import ProcessPoolExecutor
from multiprocessing import get_context
from typing import Any, Protocol, TypeVar

A = TypeVar("A")
B = TypeVar("B")

WORTH_SPREADING = 60
"""From so many on, one after the other takes longer than having other processes there."""

_FORKING = get_context("fork")
_one: Callable[[Any], Any]
_of: list[Any]


class Each(Protocol):
    """Does something to each, in order, as ``map`` does."""

    def __call__(self, one: Callable[[A], B], of: Iterable[A], /) -> Iterable[B]: ...


def spread(one: Callable[[A], B], of: Iterable[A]) -> Generator[B, None, None]:
    """What comes of each, in order; of many, done by as many processes as there are processors. What each comes to is
    sent back from them; ``one`` and what it is done to are not sent. Only for a process that waits for nothing else."""
    tasks, processors = list(of), len(os.sched_getaffinity(0))
    if len(tasks) < WORTH_SPREADING or processors == 1:
        yield from map(one, tasks)
        return
    pool = ProcessPoolExecutor(processors, _FORKING, _prepare, (one, tasks, os.getpid()))
    try:
        yield from pool.map(_do, range(len(tasks)), chunksize=10)
    finally:
        pool.shutdown(cancel_futures=True)


def _prepare(one: Callable[[Any], Any], of: list[Any], parent: int) -> None:
    global _one, _of
    _one, _of = one, of
    end_with(parent, lambda: os._exit(0))


def _do(number: int) -> Any:
    return _one(_of[number])


def collect_seldom() -> None:
    """What is loaded by now is never garbage, and what comes seldom holds cycles: trees, lines and answers go when the
    last that names them goes. Looking through all that is kept again and again was a third of the time in which a
    large set opens."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(10_000, 20, 20)


def end_with(other: int, end: Callable[[], None]) -> None:
    """Call ``end`` once the process for which this one works is gone, however it went."""

    def watch() -> None:
        while _lives(other):
            time.sleep(0.5)
        end()

    threading.Thread(target=watch, name="end with another", daemon=True).start()


def _lives(process: int) -> bool:
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True
