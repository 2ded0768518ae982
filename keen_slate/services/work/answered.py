"""What a pupil wrote: answers and lines judged, with what may have led there."""

from collections.abc import Iterator
from contextlib import suppress

from keen_slate.core.diagnosis.answers import Diagnosis, diagnose
from keen_slate.core.diagnosis.lines import JudgedLine, judge_lines
from keen_slate.core.machine.acts import ACTS
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import RULES
from keen_slate.core.saying import verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.words import in_words
from keen_slate.services.shapes.work import (
    AnswerRequest,
    Diagnosed,
    Judged,
    JudgedLineShown,
    LinesRequest,
    ShownCause,
)
from keen_slate.services.work.asked import Asked, notation
from keen_slate.services.work.looked_at import named_mistake
from keen_slate.services.work.prepared import prepared

MOST_CAUSES = 8
"""Causes that are shown; what comes after is less likely than all of them."""


def diagnose_answer(request: AnswerRequest) -> Diagnosed:
    """A pupil's answer judged, with what may have led to it."""
    asked = Asked.of(request)
    item = prepared(asked.problem, asked.school, tuple(_beside(request, asked)))
    found = diagnose(
        item, request.answer, request.policy, request.label_required, decimal_comma=asked.words.decimal_sign == ","
    )
    if found.said is not None:
        said = asked.say(found.said)
    else:
        causes, cut_short = len(found.causes), item.cut_short
        said = asked.say(Say.of(verdicts.verdict, verdict=found.verdict, causes=causes, cut_short=cut_short))
    return Diagnosed(
        verdict=found.verdict,
        said=said,
        causes=shown_causes(found, asked),
        faults=[named_mistake(f, asked) for f in found.faults],
    )


def shown_causes(found: Diagnosis, asked: Asked) -> list[ShownCause]:
    """The causes of an answer, with what they mean on its numbers."""
    answer = found.answer if found.verdict == "wrong" else None
    return [
        ShownCause(
            mistakes=[named_mistake(m, asked, answer) for m in c.mistakes],
            slips=c.slips,
            slip=asked.say(Say.of(verdicts.slip, kind=c.slip, alone=not c.mistakes, worked=c.worked)) if c.slip else "",
            # A number with a wrong unit stands without the right one.
            answer=notation(c.answer, asked.words.labelled(""))
            if c.mistakes == ("wrong-unit",)
            else asked.notation(c.answer),
        )
        for c in found.causes[:MOST_CAUSES]
    ]


def _beside(request: AnswerRequest, asked: Asked) -> Iterator[Problem]:
    """The other items, without the item itself; what cannot be read is passed over."""
    for text in request.beside:
        with suppress(UnreadableProblem):
            problem = read(text, decimal_comma=asked.words.decimal_comma, units=asked.words.own_units)
            if problem.expr != asked.problem.expr:
                yield problem


def judge(request: LinesRequest) -> Judged:
    """A pupil's own lines judged, each on the one before."""
    asked = Asked.of(request)
    comma = asked.words.decimal_sign == ","
    judged = judge_lines(asked.problem, tuple(request.lines), asked.school, decimal_comma=comma)
    return Judged(
        lines=[
            JudgedLineShown(
                text=j.text,
                verdict=j.verdict,
                said=said_of_line(j, asked),
                causes=[named_mistake(m, asked) for m in j.causes],
            )
            for j in judged
        ]
    )


def said_of_line(line: JudgedLine, asked: Asked) -> str:
    """The judgement of a line as a sentence."""
    due = in_words(_due_name(line.due), asked.words)
    told = Say.of(verdicts.line_verdict, verdict=line.verdict, due=due, run_on=line.run_on, apart=line.apart)
    return asked.say(line.said or told)


def _due_name(goal: str) -> str:
    """What was due, in the words of the checklist."""
    return next((ACTS[r.act].name for r in RULES if r.goal == goal), "")
