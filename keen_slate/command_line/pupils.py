"""What is answered of a pupil's answers and lines."""

from collections.abc import Iterable, Iterator
from functools import partial

from keen_slate.command_line.arguments import Teacher
from keen_slate.command_line.problems import Record, fault_of, guarded, read_by, told_beside
from keen_slate.core.diagnosis.answers import Cause, Prepared, diagnose, prepare
from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.refuting import question_of
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import problem_text, text_of
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.saying.say import say

NO_TAB = "Write the problem, a tab and the pupil's answer on one line."
MOST_PREPARED = 500
"""Items kept prepared in one run, so that a long stream does not fill the memory."""


class Diagnosing:
    """Diagnoses a stream of answers; an item is prepared once, however many answers to it follow each other."""

    def __init__(
        self, teacher: Teacher, policy: Policy, label_required: bool, beside: tuple[Problem, ...] = ()
    ) -> None:
        self.teacher, self.policy, self.label_required, self.beside = teacher, policy, label_required, beside
        self.prepared: dict[str, Prepared] = {}

    def records(self, lines: Iterable[str]) -> Iterator[Record]:
        for line in lines:
            problem, tab, answer = line.partition("\t")
            if tab:
                yield guarded(problem, partial(self.record, problem, answer))
            else:
                yield _unreadable(line, "", NO_TAB, len(line))

    def record(self, text: str, answer: str) -> Record:
        manner = self.teacher.manner
        try:
            prepared = self._prepare(text)
        except UnreadableProblem as fault:
            return _unreadable(text, answer, say(fault.said, manner), fault.position)
        found = diagnose(
            prepared, answer, self.policy, self.label_required, decimal_comma=manner.decimal_comma
        )  # fmt: skip
        shown = text_of(found.answer, manner) if found.answer is not None else answer
        causes: list[Record] = [
            {"mistakes": list(c.mistakes), "slips": c.slips, "answer": text_of(c.answer, manner)} | _slip(c, manner)
            for c in found.causes
        ]
        causes += [{"mistakes": [fault], "slips": 0, "answer": shown} for fault in found.faults]
        if found.verdict == "wrong" and found.answer is not None:
            mistake = next((m for c in found.causes for m in c.mistakes), "")
            told = question_of(prepared.problem, mistake, found.answer)
            question = say(told, manner.in_sentences(prepared.problem.label))
            for cause in causes:
                cause["question"] = question
        record: Record = {
            "problem": prepared.problem.text(manner),
            "answer": answer,
            "verdict": found.verdict,
            "causes": causes,
            **told_beside(prepared.problem, self.teacher),
        }
        if found.said is not None:
            record["reason"] = say(found.said, manner)
        return record

    def _prepare(self, text: str) -> Prepared:
        if text not in self.prepared:
            if len(self.prepared) > MOST_PREPARED:
                self.prepared.clear()
            self.prepared[text] = prepare(read_by(text, self.teacher), self.teacher.school, self.beside)
        return self.prepared[text]


def _slip(cause: Cause, manner: Manner) -> Record:
    """What slipped; for a slip of the pen what was worked instead."""
    if not cause.slip:
        return {}
    return {"slip": cause.slip} | (
        {"worked": problem_text(cause.worked, manner)} if cause.worked is not None else {}
    )  # fmt: skip


def _unreadable(text: str, answer: str, message: str, position: int) -> Record:
    """An answer to a problem that cannot be read."""
    error = {"message": message, "position": position}
    return {"problem": text, "answer": answer, "verdict": "unreadable", "causes": [], "error": error}


def judged(line: str, teacher: Teacher) -> Record:
    """A pupil's lines, each with its verdict; for a false one what was due, and which mistakes give it."""
    typed, *lines = line.split("\t")
    try:
        problem = read_by(typed, teacher)
        found = judge_lines(problem, tuple(lines), teacher.school, decimal_comma=teacher.manner.decimal_comma)
    except UnreadableProblem as fault:
        return fault_of(typed, fault, teacher)
    return {
        "problem": problem.text(teacher.manner),
        "lines": [
            {
                "text": j.text,
                "verdict": j.verdict,
                "run_on": j.run_on,
                "sign": j.sign or None,
                "due": j.due or None,
                "causes": list(j.causes),
            }
            for j in found
        ],
        **told_beside(problem, teacher),
    }
