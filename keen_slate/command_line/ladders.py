"""Items drawn on the command line: a ladder, twins, a contrast."""

import argparse
from itertools import islice
from typing import Any

from keen_slate.command_line.arguments import Teacher, pairs
from keen_slate.command_line.problems import Record, told_beside
from keen_slate.core.curriculum.places import place_text
from keen_slate.core.demands.find import demands_of, place_of
from keen_slate.core.laddering.changing import contrast
from keen_slate.core.laddering.families.listing import FAMILY
from keen_slate.core.laddering.ladder import Wishes, ladder
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.laddering.twins import twins
from keen_slate.core.reading.reading import Problem

NUMBER_LIMITS = ("largest_bottom", "largest_common", "largest_whole", "places", "largest_fact")


def rungs(options: argparse.Namespace, teacher: Teacher) -> list[Record]:
    """The rungs of a ladder. Raises ValueError for wishes that there are not, Contradiction for those that exclude."""
    return [
        {
            "problem": rung.problem.text(teacher.manner),
            "role": rung.role,
            "added": rung.target.added,
            "required": sorted(rung.target.required),
            "demands": list(rung.demands),
            "place": place_text(place) if (place := place_of(rung.demands)) else "",
            "tells": str(rung.tells),
            **told_beside(rung.problem, teacher),
        }
        for rung in ladder(_wishes(options), teacher.school)
    ]


MOST_TWINS = 40
"""Twins of one problem in one answer."""


def twinned(problem: Problem, teacher: Teacher, count: int, seed: str) -> Record:
    """Up to so many twins of a problem, fewer where there are no more."""
    found = islice(twins(problem, seed, teacher.school), count)
    return {"problem": problem.text(teacher.manner), "twins": [other.text(teacher.manner) for other in found]}


def contrasted(problem: Problem, teacher: Teacher) -> Record:
    """A problem's contrast with the demands that it no longer makes, and those that come; null where none is."""
    found = contrast(problem)
    if found is None:
        return {"problem": problem.text(teacher.manner), "contrast": None, "removes": [], "adds": []}
    have, now = set(demands_of(problem)), set(demands_of(found[0]))
    return {
        "problem": problem.text(teacher.manner),
        "contrast": found[0].text(teacher.manner),
        "removes": sorted(have - now),
        "adds": sorted(now - have),
    }


def _wishes(options: argparse.Namespace) -> Wishes:
    can, new = (tuple(filter(None, text.split(","))) for text in (options.can, options.new))
    unknown = [d for d in (*can, *new) if d not in FAMILY[options.family].climb]
    if unknown:
        raise ValueError(f"{options.family} cannot ask {unknown[0]}; see `aims`.")
    if not (1 <= options.count <= 40 and 0 <= options.review <= 20):
        raise ValueError("--count takes 1 to 40, --review 0 to 20.")
    chosen: dict[str, Any] = {}
    for name, number in pairs(options.limits, "largest_bottom=12").items():
        if name not in NUMBER_LIMITS or not number.isdecimal():
            raise ValueError(f"--limits takes whole numbers for {', '.join(NUMBER_LIMITS)}.")
        chosen[name] = int(number)
    if options.pair and FAMILY[options.family].pair is None:
        raise ValueError(f"{options.family} has no pair that looks alike; leave --pair out.")
    limits = Limits(**chosen)
    shares = pairs(options.rungs, "regroup=4")
    if any(
        demand not in new or not number.isdecimal() or not 0 < int(number) <= 40 for demand, number in shares.items()
    ):
        raise ValueError("--rungs takes 1 to 40 for a demand that --new names.")
    return Wishes(
        options.family,
        frozenset(can),
        new,
        options.count,
        options.review,
        limits,
        options.seed,
        options.pair,
        options.story,
        {demand: int(number) for demand, number in shares.items()},
    )
