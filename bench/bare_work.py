"""A bare work (text to every line with its reason) against SymPy reading the same: ``python -m bench.bare_work``.

SymPy only finds the value, and is given its own syntax; it is the yardstick because it is the program that a reader
would reach for.
"""

import statistics
import sys
from functools import partial
from random import Random

import sympy

from bench.bag import bag, mixed_sum
from bench.cold import seconds, spread
from keen_slate.core.diagnosis.second_look import SecondLook, look_twice
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import read
from keen_slate.core.saying.say import say
from keen_slate.core.working.ways import WaysOfFacet, ways_of
from keen_slate.core.working.work import work
from tests.support.arithmetic import as_python


def bare_work(text: str) -> list[tuple[str, str]]:
    return [(text_of(line.expr), say(line.said)) for line in work(read(text)).lines]


def by_sympy(python: str) -> object:
    return sympy.sympify(python, rational=True)


def in_sympy_syntax(text: str) -> str:
    """Python's own syntax, no calls: 2 3/4 is (2+3/4)."""
    return as_python(text).replace("F('", "(").replace("')", ")").replace("F(", "(").replace(",", "/")


def _look(text: str) -> SecondLook:
    return look_twice(read(text))


def _ways(text: str) -> tuple[WaysOfFacet, ...]:
    return ways_of(read(text))


def main() -> int:
    problems = bag(300)
    ours, theirs, looks, next_looks, ways = [], [], [], [], []
    for text in problems:
        python = in_sympy_syntax(text)
        ours.append(seconds(partial(bare_work, text)))
        theirs.append(seconds(partial(by_sympy, python)))
        looks.append(seconds(partial(_look, text)))
        next_looks.append(seconds(partial(_look, text), after=partial(bare_work, text)))
        ways.append(seconds(partial(_ways, text)))
    print(f"each cold, the best of a few; n {len(problems)}")
    print(f"bare work / sympify:                  {spread(ours, theirs)} (p50 at most 0.6, p95 at most 1)")
    print(f"second look / bare work of the same:  {spread(looks, ours)} (p50 at most 2.5)")
    print(f"  after its working, as on the screen: {spread(next_looks, ours)}")
    print(f"all ways / bare work of the same:     {spread(ways, ours)} (aim 6)")
    print(f"bare work, median: {statistics.median(ours) * 1000:.2f} ms")
    random = Random(3)
    print("How it grows. A line holds what is left to do, so each line of twelve terms is longer than one of two.")
    print("terms  lines  characters a line | time a line  time a character, against two terms")
    base: tuple[float, float] | None = None
    for terms in (2, 4, 6, 8, 10, 12):
        workings = [(t, bare_work(t)) for t in (mixed_sum(terms, random) for _ in range(30))]
        lines = sum(len(w) for _, w in workings)
        characters = sum(len(text) for _, w in workings for text, _ in w)
        time = sum(seconds(partial(bare_work, text)) for text, _ in workings)
        base = base or (time / lines, time / characters)
        print(
            f"{terms:5}  {lines / 30:5.1f}  {characters / lines:17.1f} |"
            f" {time / lines / base[0]:11.2f}  {time / characters / base[1]:16.2f}"
        )
    return 0


if __name__ == "__main__":
    sys.exit(main())
