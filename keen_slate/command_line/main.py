"""One JSON object a line in and out, so that the core can be checked against other programs.

The format is described in docs/command-line.md.
"""

import argparse
import json
from collections.abc import Callable, Iterable, Iterator
from functools import partial
from typing import TextIO

from keen_slate.command_line import lists
from keen_slate.command_line.arguments import Teacher, parser, school_of, teacher_of
from keen_slate.command_line.classes import Marking, invented
from keen_slate.command_line.ladders import MOST_TWINS, contrasted, rungs, twinned
from keen_slate.command_line.problems import (
    Record,
    checked,
    compared,
    fault_of,
    guarded,
    read_by,
    seen_through_the_glass,
    worked,
)
from keen_slate.command_line.pupils import Diagnosing, judged
from keen_slate.core.laddering.ladder import Contradiction
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.saying.say import say

LISTS = {"schools": lists.schools, "mistakes": lists.mistakes, "aims": lists.aims, "words": lists.words}


def main(arguments: list[str], stdin: TextIO, stdout: TextIO) -> int:
    """Run one command. Returns the exit code: 0; a call that cannot be taken ends with 2 and a sentence."""
    command = parser()
    options = command.parse_args(arguments)
    if options.verb in LISTS:
        _print(stdout, LISTS[options.verb]())
        return 0
    try:
        teacher = teacher_of(options)
        records = VERBS[options.verb](options, teacher)
    except Contradiction as fault:
        command.error(say(fault.said, teacher.manner))
    except UnreadableProblem as fault:
        command.error(f"--beside: {say(fault.said, teacher.manner)}")
    except ValueError as fault:
        command.error(str(fault))
    lines = getattr(options, "text", None) or (line.rstrip("\n") for line in stdin)
    _print(stdout, records(lines))
    return 0


Records = Callable[[Iterable[str]], Iterable[Record]]
"""From lines of text to records."""


def _each(record: Callable[[Problem, Teacher], Record]) -> Callable[[argparse.Namespace, Teacher], Records]:
    """A record for each problem; for a text that is none, why it cannot be read."""

    def verb(_: argparse.Namespace, teacher: Teacher) -> Records:
        return lambda texts: _of_problems(texts, teacher, lambda problem: record(problem, teacher))

    return verb


def _of_problems(texts: Iterable[str], teacher: Teacher, record: Callable[[Problem], Record]) -> Iterator[Record]:
    for text in texts:
        yield guarded(text, partial(_of_problem, text, teacher, record))


def _of_problem(text: str, teacher: Teacher, record: Callable[[Problem], Record]) -> Record:
    try:
        problem = read_by(text, teacher)
    except UnreadableProblem as fault:
        return fault_of(text, fault, teacher)
    return record(problem)


def _compare(options: argparse.Namespace, teacher: Teacher) -> Records:
    other = school_of(options.other)
    return lambda texts: _of_problems(texts, teacher, lambda problem: compared(problem, teacher, other))


def _diagnose(options: argparse.Namespace, teacher: Teacher) -> Records:
    beside = tuple(read_by(text, teacher) for text in options.beside)
    return Diagnosing(teacher, options.policy, options.label_required, beside).records


def _judge(_: argparse.Namespace, teacher: Teacher) -> Records:
    return lambda lines: (guarded(line.partition("\t")[0], partial(judged, line, teacher)) for line in lines)


def _twin(options: argparse.Namespace, teacher: Teacher) -> Records:
    if not 1 <= options.count <= MOST_TWINS:
        raise ValueError(f"--count takes 1 to {MOST_TWINS}, not {options.count}.")
    return lambda texts: _of_problems(texts, teacher, lambda p: twinned(p, teacher, options.count, options.seed))


def _ladder(options: argparse.Namespace, teacher: Teacher) -> Records:
    drawn = rungs(options, teacher)
    return lambda _: drawn


def _mark(options: argparse.Namespace, teacher: Teacher) -> Records:
    return Marking(options, teacher).records


def _simulate(options: argparse.Namespace, teacher: Teacher) -> Records:
    drawn = invented(options, teacher)
    return lambda _: drawn


VERBS: dict[str, Callable[[argparse.Namespace, Teacher], Records]] = {
    "work": _each(worked),
    "compare": _compare,
    "check": _each(checked),
    "glass": _each(seen_through_the_glass),
    "diagnose": _diagnose,
    "judge": _judge,
    "twin": _twin,
    "contrast": _each(contrasted),
    "ladder": _ladder,
    "mark": _mark,
    "simulate": _simulate,
}


def _print(stdout: TextIO, records: Iterable[Record]) -> None:
    for record in records:
        stdout.write(json.dumps(record, ensure_ascii=False) + "\n")
