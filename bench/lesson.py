"""A ladder against second looks of its own items: ``python -m bench.lesson``.

With ``--proof`` also the count that the tests take a sample of: 200 items of every demand, each judged by fractions.
"""

import sys
from functools import partial

from bench.cold import seconds
from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.ladder import ladder
from keen_slate.core.laddering.limits import numbers_key
from keen_slate.core.reading.reading import Problem, read
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.laddered import items_for

ITEMS = 185
"""Items of a worked handout that fill about 30 pages."""

ROUNDS = 9
ITEMS_EACH = 200


def main(arguments: list[str]) -> int:
    ladders()
    if "--proof" in arguments:
        proof()
    return 0


def _look_at(problems: list[Problem]) -> None:
    for problem in problems:
        look_twice(problem)


def ladders() -> None:
    print("a ladder of 12 in second looks of its own items (at most 300)")
    for aim in AIMS:
        rungs = ladder(aim.wishes)
        looks = seconds(partial(_look_at, [rung.problem for rung in rungs])) / len(rungs)
        print(f"  {aim.id:24} {seconds(partial(ladder, aim.wishes)) / looks:6.0f}")


def proof() -> None:
    judged = agreed = 0
    for demand in (d.id for d in DEMANDS):
        made = items_for(demand, ITEMS_EACH)
        different = len({numbers_key(read(t).expr) for t in made})
        assert different == len(made) == ITEMS_EACH, (demand, len(made), different)
        judged += len(made)
        agreed += sum(demand in by_fractions(t) and set(demands_of(read(t))) == by_fractions(t) for t in made)
    print(f"items drawn for {len(DEMANDS)} demands: {judged}, with the demand and no other by fractions: {agreed}")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
