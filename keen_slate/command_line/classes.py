"""What is answered of a class: its papers marked, and invented classes."""

import argparse
from collections.abc import Iterable, Iterator
from pathlib import Path

from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.problems import Record, read_by
from keen_slate.core.malrules.listing import MISTAKES
from keen_slate.core.marking.awarding import Marked
from keen_slate.core.marking.class_picture import Cell, ClassPicture, cell_of
from keen_slate.core.marking.judging import ABSENT, Judging, items_of, totals_by_method
from keen_slate.core.marking.methods import METHODS
from keen_slate.core.marking.schemes import MarkingPolicy, Scheme
from keen_slate.core.marking.simulated import MOST_CLASSES, Pupil, Rehearsed, Trial, simulated, tried
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem import bounds
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.saying import marking
from keen_slate.core.saying.say import say
from keen_slate.core.saying.words import in_words

BETWEEN_LINES = " | "
"""What stands between the lines of a working; the last of them is the answer."""


def read_items(file: str, teacher: Teacher) -> tuple[Problem, ...]:
    """The problems of a file, one a line; empty lines are left out. Raises ValueError where one cannot be read."""
    try:
        lines = Path(file).read_text(encoding="utf-8").splitlines()
    except (OSError, UnicodeDecodeError) as fault:
        raise ValueError(f"--items: I cannot read {file}: {fault}.") from fault
    problems = []
    for number, line in enumerate(lines, start=1):
        if not line.strip():
            continue
        try:
            problems.append(read_by(line, teacher))
        except UnreadableProblem as fault:
            raise ValueError(f"--items, line {number}: {say(fault.said, teacher.manner)}") from fault
    if not 1 <= len(problems) <= bounds.MOST_MARKED:
        raise ValueError(f"--items takes 1 to {bounds.MOST_MARKED} problems; {file} has {len(problems)}.")
    return tuple(problems)


class Marking:
    """Marks papers, one pupil a line, and tells at the end what the class shares."""

    def __init__(self, options: argparse.Namespace, teacher: Teacher) -> None:
        self.teacher = teacher
        policy = MarkingPolicy(options.policy, options.label_required, not options.anywhere)
        items = items_of(read_items(options.items, teacher), teacher.school)
        self.judging = Judging(items, policy, teacher.school, teacher.manner.decimal_comma)

    def records(self, papers: Iterable[str]) -> Iterator[Record]:
        pupils: list[str] = []
        found: list[tuple[Marked | None, ...]] = []
        cells: list[tuple[Cell | None, ...]] = []
        for paper in papers:
            if not paper.strip():
                continue
            pupil, *answers = paper.split("\t")
            if len(answers) > len(self.judging.items):
                message = f"{len(answers)} answers to {len(self.judging.items)} items. Write one answer for each item."
                yield {"pupil": pupil, "error": {"message": message, "position": 0}}
                continue
            try:
                row = tuple(self.judging.marked(i, *_written(answer)) for i, answer in enumerate(answers))
            except UnreadableProblem as fault:
                message = say(fault.said, self.teacher.manner)
                yield {"pupil": pupil, "error": {"message": message, "position": fault.position}}
                continue
            rest = len(self.judging.items) - len(row)
            pupils.append(pupil)
            found.append((*row, *[None] * rest))
            unmarked = ABSENT if not row else None
            cells.append((*(cell_of(one) for one in row), *[unmarked] * rest))
            yield self.of_pupil(pupil, answers, row)
        yield {"class": self.of_class(pupils, found, self.judging.picture(tuple(cells)))}

    def of_pupil(self, pupil: str, answers: list[str], row: tuple[Marked, ...]) -> Record:
        told = [self.of_answer(i, *_written(a), m) for i, (a, m) in enumerate(zip(answers, row, strict=True))]
        return {
            "pupil": pupil,
            "absent": not row,
            "answers": told,
            "points": sum(one.points for one in row),
            "of": sum(item.scheme.total for item in self.judging.items),
        }

    def of_answer(self, place: int, answer: str, lines: tuple[str, ...], one: Marked) -> Record:
        manner, said = self.teacher.manner, cell_of(one).said
        causes = one.found.causes if one.found is not None else ()
        return {
            "item": place + 1,
            "answer": answer,
            "verdict": one.outcome,
            "causes": [
                {"mistakes": list(c.mistakes), "slip": c.slip, "answer": text_of(c.answer, manner)} for c in causes
            ],
            "told": list(said.told),
            "between": list(said.between),
            "lines": [{"text": j.text, "verdict": j.verdict, "causes": list(j.causes)} for j in one.lines],
            "methods": [
                {
                    "method": a.mark.method,
                    "nth": a.mark.nth,
                    "points": a.points,
                    "of": a.mark.points,
                    "why": marking.how_given(manner, a.how, a.line, a.line > len(one.lines)),
                }
                for a in one.methods
            ],
            "answer_points": one.answer_points,
            "points": one.points,
            "of": one.total,
        }  # fmt: skip

    def of_class(self, pupils: list[str], found: list[tuple[Marked | None, ...]], picture: ClassPicture) -> Record:
        manner = self.teacher.manner

        def named(by_pupil: dict[int, tuple[int, ...]]) -> dict[str, list[int]]:
            return {pupils[p]: [i + 1 for i in items] for p, items in by_pupil.items()}

        return {
            "sentence": say(picture.sentence, manner),
            "mistakes": [
                {
                    "mistake": row.mistake,
                    "name": in_words(MISTAKES[row.mistake].name, manner),
                    "shown": named(row.shown),
                    "open": named(row.open),
                }
                for row in picture.rows
            ],
            "items": [
                {
                    "item": place + 1,
                    "problem": item.problem.text(manner),
                    "outcomes": outcomes,
                    "scheme": scheme_told(item.scheme),
                    "points": sum(one.points for row in found if (one := row[place]) is not None),
                }
                for place, (item, outcomes) in enumerate(zip(self.judging.items, picture.outcomes, strict=True))
            ],
            "methods": {
                method: {"name": in_words(METHODS[method], manner), "points": earned, "of": of}
                for method, (earned, of) in totals_by_method(tuple(found)).items()
            },
            "never": list(picture.never),
            "groups": [{"mistake": m, "pupils": [pupils[p] for p in group]} for m, group in picture.groups],
            "sit_with": [pupils[p] for p in picture.sit_with],
        }


def scheme_told(scheme: Scheme) -> Record:
    """A scheme as a record."""
    methods = [{"method": m.method, "nth": m.nth, "points": m.points} for m in scheme.methods]
    return {"methods": methods, "answer": scheme.answer, "total": scheme.total}


def _written(text: str) -> tuple[str, tuple[str, ...]]:
    """An answer, and the lines before it."""
    *lines, answer = text.split(BETWEEN_LINES)
    return answer, tuple(lines)


def invented(options: argparse.Namespace, teacher: Teacher) -> Iterator[Record]:
    """A class drawn to a set, one pupil a record, with what was planted; with ``--classes`` what the set would tell of
    so many. Raises ValueError."""
    if not 0 <= options.classes <= MOST_CLASSES:
        raise ValueError(f"--classes takes 0 to {MOST_CLASSES}, not {options.classes}.")
    found = items_of(read_items(options.items, teacher), teacher.school)
    items = tuple(Rehearsed(item.prepared, teacher.school, teacher.manner) for item in found)
    drawn = simulated(items, options.pupils, options.seed)
    trial = tried(items, options.pupils, options.classes, options.seed) if options.classes else None
    return _told(drawn, trial, teacher)


def _told(drawn: tuple[Pupil, ...], trial: Trial | None, teacher: Teacher) -> Iterator[Record]:
    for pupil in drawn:
        papers = [BETWEEN_LINES.join((*w.lines, w.answer)) for w in pupil.answers]
        yield {
            "pupil": pupil.code,
            "invented": True,
            "mistakes": list(pupil.mistakes),
            "careless": pupil.careless,
            "answers": [{"answer": w.answer, "lines": list(w.lines), "planted": w.planted} for w in pupil.answers],
            "paper": "\t".join((pupil.code, *papers)),
        }
    if trial is not None:
        yield {
            "sentence": say(trial.said, teacher.manner),
            "told_apart": trial.told_apart,
            "silent": list(trial.silent),
            "planted": list(trial.planted),
            "never_told": list(trial.never_told),
        }
