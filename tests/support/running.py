"""Tests run side by side, a process for each core.

What is run is cut into pieces that need nothing of each other: a test method, a class that sets itself up as a whole,
the examples in docstrings, a static check. The pieces that took longest last time begin first.
"""

import json
import os
import subprocess
import sys
import time
import traceback
import unittest
from collections.abc import Iterable, Iterator
from concurrent.futures import ProcessPoolExecutor, as_completed
from dataclasses import dataclass
from doctest import DocTestCase
from multiprocessing import get_context
from pathlib import Path

TIMES = Path(__file__).parents[2] / ".local" / "test-times.json"
UNKNOWN = 5.0
"""Seconds that a piece is thought to take before it has run once."""


@dataclass(frozen=True)
class Check:
    """A static check: a command that succeeds, run in a folder."""

    name: str
    command: tuple[str, ...]
    where: Path


Piece = Check | list[unittest.TestCase]


@dataclass(frozen=True)
class Outcome:
    """What came of a piece: how many passed and were skipped, what each failure says, and how long it took."""

    passed: int
    skipped: int
    failures: tuple[str, ...]
    seconds: float


_pieces: dict[str, Piece] = {}
"""Set before the processes are forked, so that each has them."""


def run_all(pieces: dict[str, Piece], processes: int | None = None) -> Outcome:
    """Run everything; failures are printed as they come."""
    _pieces.clear()
    _pieces.update(pieces)
    times = _known_times()
    order = sorted(pieces, key=lambda name: -times.get(name, UNKNOWN))
    began = time.monotonic()
    outcomes: dict[str, Outcome] = {}
    with ProcessPoolExecutor(processes or os.cpu_count(), mp_context=get_context("fork")) as pool:
        waiting = {pool.submit(_run, name): name for name in order}
        for done in as_completed(waiting):
            outcome = outcomes[waiting[done]] = done.result()
            for failure in outcome.failures:
                print(failure, flush=True)
    _keep_times(times | {name: outcome.seconds for name, outcome in outcomes.items()})
    _tell_the_slowest(outcomes)
    return Outcome(
        sum(o.passed for o in outcomes.values()),
        sum(o.skipped for o in outcomes.values()),
        tuple(f for o in outcomes.values() for f in o.failures),
        time.monotonic() - began,
    )


def pieces_of(suite: unittest.TestSuite) -> dict[str, Piece]:
    """The tests of a suite, those together that share what their class or module sets up."""
    pieces: dict[str, list[unittest.TestCase]] = {}
    for test in _flat(suite):
        pieces.setdefault(_piece_name(test), []).append(test)
    return dict(pieces)


def _flat(suite: Iterable[unittest.TestCase | unittest.TestSuite]) -> Iterator[unittest.TestCase]:
    for test in suite:
        if isinstance(test, unittest.TestSuite):
            yield from _flat(test)
        else:
            yield test


def _piece_name(test: unittest.TestCase) -> str:
    if isinstance(test, DocTestCase):
        return "examples in docstrings"
    kind = type(test)
    alone = kind.setUpClass.__func__ is unittest.TestCase.setUpClass.__func__  # type: ignore[attr-defined]
    return test.id() if alone else f"{kind.__module__}.{kind.__qualname__}"


def _run(name: str) -> Outcome:
    piece = _pieces[name]
    began = time.monotonic()
    if isinstance(piece, Check):
        outcome = subprocess.run(piece.command, cwd=piece.where, capture_output=True, text=True, check=False)
        failed: tuple[str, ...] = () if outcome.returncode == 0 else (f"FAIL {name}\n{outcome.stdout}{outcome.stderr}",)
        return Outcome(not failed, 0, failed, time.monotonic() - began)
    result = _Result()
    result.buffer = True
    try:
        unittest.TestSuite(piece).run(result)
    except Exception:
        result.told.append(f"FAIL {name}\n{traceback.format_exc()}")
    failed = tuple(result.told)
    passed = result.testsRun - len(result.failures) - len(result.errors) - len(result.unexpectedSuccesses)
    return Outcome(max(passed - len(result.skipped), 0), len(result.skipped), failed, time.monotonic() - began)


class _Result(unittest.TestResult):
    """Keeps what each failure says together with all that the test printed."""

    def __init__(self) -> None:
        super().__init__(sys.stderr, descriptions=False, verbosity=0)
        self.told: list[str] = []

    def _tell(self, test: unittest.TestCase, kind: str, entries: list[tuple[unittest.TestCase, str]]) -> None:
        self.told.append(f"{kind} {test.id()}\n{entries[-1][1]}")

    def addFailure(self, test, err):  # type: ignore[no-untyped-def]
        super().addFailure(test, err)
        self._tell(test, "FAIL", self.failures)

    def addError(self, test, err):  # type: ignore[no-untyped-def]
        super().addError(test, err)
        self._tell(test, "ERROR", self.errors)

    def addSubTest(self, test, subtest, err):  # type: ignore[no-untyped-def]
        super().addSubTest(test, subtest, err)
        if err is not None:
            self._tell(subtest, "FAIL", self.failures if issubclass(err[0], test.failureException) else self.errors)

    def addUnexpectedSuccess(self, test):  # type: ignore[no-untyped-def]
        super().addUnexpectedSuccess(test)
        self.told.append(f"FAIL {test.id()} passed, and was expected to fail")


def _known_times() -> dict[str, float]:
    try:
        known: dict[str, float] = json.loads(TIMES.read_text())
    except (OSError, ValueError):
        return {}
    return known


def _keep_times(times: dict[str, float]) -> None:
    TIMES.parent.mkdir(exist_ok=True)
    TIMES.write_text(json.dumps({name: round(seconds, 2) for name, seconds in sorted(times.items())}, indent=0))


def _tell_the_slowest(outcomes: dict[str, Outcome], most: int = 12) -> None:
    slowest = sorted(outcomes.items(), key=lambda o: -o[1].seconds)[:most]
    print("slowest: " + ", ".join(f"{name.removeprefix('tests.')} {o.seconds:.1f} s" for name, o in slowest))
