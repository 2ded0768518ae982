"""What is answered of a problem: worked, compared, checked, under the glass."""

from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from keen_slate.command_line.arguments import Teacher
from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.glass import better_numbers, separating, under_the_glass
from keen_slate.core.diagnosis.refuting import how_it_shows, refutation
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.estimating.estimates import Estimate, more_or_less_than_one, other_estimates
from keen_slate.core.machine.school import School
from keen_slate.core.machine.side_work import PrimeFactors, SetOut
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.shapes import told
from keen_slate.core.problem.blanks import gaps_in, solve
from keen_slate.core.problem.tree import Chain, Comparison, evaluate, number_for
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying import in_stories
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import filled
from keen_slate.core.working.boards.grid import Board
from keen_slate.core.working.boards.listing import board_beside, boards_of
from keen_slate.core.working.checks import checks_of
from keen_slate.core.working.comparing import compare_schools
from keen_slate.core.working.story_steps import answers_of, story_steps
from keen_slate.core.working.work import Working, work
from keen_slate.render.boards import board_text

Record = dict[str, Any]


def read_by(text: str, teacher: Teacher) -> Problem:
    """Raises UnreadableProblem."""
    return read(text, decimal_comma=teacher.manner.decimal_comma, units=teacher.manner.own_units)


def fault_of(text: str, fault: UnreadableProblem, teacher: Teacher) -> Record:
    return {"problem": text, "error": {"message": say(fault.said, teacher.manner), "position": fault.position}}


def guarded(text: str, made: Callable[[], Record]) -> Record:
    """The record of a text; a fault of the tool itself is told with the text that it was found on, and the run goes
    on."""
    try:
        return made()
    except Exception as fault:
        told = (
            f"This is a fault of Keen Slate, not of the text: {type(fault).__name__}. Please report it with the text."
        )
        return {"problem": text, "error": {"message": told, "position": 0}}


def worked(problem: Problem, teacher: Teacher) -> Record:
    """The whole record of one problem."""
    manner = teacher.manner.in_sentences(problem.label)
    working = work(problem, teacher.school)
    second = look_twice(problem, teacher.school)
    record: Record = {
        "problem": problem.text(manner),
        "value": None if isinstance(problem.expr, (Comparison, Chain)) else str(evaluate(problem.expr)),
        "answer": answer_text(problem, working, manner),
        "lines": _lines(problem, working, manner),
        "strokes": _strokes(problem, working, manner),
        "pictures": [
            {
                "line": found.line,
                "kind": proof.picture.kind,
                "seen": say(proof.caption, manner.in_sentences(problem.label)),
                "told": say(told(proof.picture), manner.in_sentences(problem.label)),
            }
            for found in pictures_of(working)
            for proof in found.proofs
        ],
        "estimates": [_estimate(e, manner) for e in second.estimates],
        "other_estimates": [_estimate(e, manner) for e in other_estimates(problem.expr)],
        "more_or_less_than_one": more_or_less_than_one(problem.expr),
        "likely_wrong": [
            {
                "mistake": w.mistake,
                "answer": text_of(w.answer, manner),
                "value": None if w.value is None else str(w.value),
                "caught": w.caught,
                "shows": say(how_it_shows(w.derivation, w.answer), manner),
                "question": say(refutation(problem, w.answer).question, manner),
            }
            for w in second.likely_wrong
        ],
        "no_answer": [{"mistake": n.mistake, "reason": say(n.said, manner)} for n in second.no_answer],
        "right_by_luck": list(second.right_by_luck),
        "form_only": [w.mistake for w in second.form_only],
        "demands": list(demands_of(problem)),
        "refused": [
            {"facet": r.facet, "choice": r.choice, "instead": r.instead, "reason": say(r.why, manner)}
            for r in working.refused
        ],
        "notes": [say(n, manner) for n in problem.notes],
    }
    record |= told_beside(problem, teacher)
    if isinstance(problem.expr, Chain):
        solved = solve(problem.expr.sides)
        record["solutions"] = solved.count
        record["blanks"] = [text_of(n, manner) for n in solved.numbers] if solved.count == 1 else None
    return record


def told_beside(problem: Problem, teacher: Teacher) -> Record:
    """What a story has beside what every problem has: its text, steps, unit, and the sentence that answers it; nothing
    for another problem."""
    if problem.story is None:
        return {}
    manner = teacher.manner
    end = work(problem, teacher.school).derivation.end
    return {
        "text": problem.story.text(manner),
        "steps": [
            {
                "gives": step.calculation.gives,
                "words": say(Say.of(in_stories.calculation_in_words, calculation=step.calculation), manner),
                "calculation": text_of(step.state, manner),
                "value": str(evaluate(step.gives)),
                "unit": step.unit,
            }
            for step in story_steps(problem, teacher.school)
        ],
        "unit": problem.label,
        "sentence": " ".join(answers_of(problem.story, end, manner)),
    }


def _estimate(estimate: Estimate, manner: Manner) -> Record:
    return {
        "text": f"{text_of(estimate.rounded, manner)} = {text_of(number_for(estimate.value), manner)}",
        "value": str(estimate.value),
        "low": str(estimate.low),
        "high": str(estimate.high),
        "kind": estimate.kind,
    }


def answer_text(problem: Problem, working: Working, manner: Manner) -> str:
    """The answer with its label; for a chain that cannot be filled, that there is no solution."""
    answer = working.answer
    if isinstance(answer, Chain) and answer.gap is None and any(gaps_in(side) for side in answer.sides):
        return "no solution"
    return text_of(answer, manner.labelled(problem.label))


def _lines(problem: Problem, working: Working, manner: Manner) -> list[Record]:
    amounts = manner.labelled(problem.label)
    texts = [problem.text(manner), *(text_of(line.expr, amounts) for line in working.lines[1:])]
    return [
        {"text": text, "rule": line.rule, "reason": say(line.said, manner.in_sentences(problem.label))}
        for text, line in zip(texts, working.lines, strict=True)
    ]


def _strokes(problem: Problem, working: Working, manner: Manner) -> list[Record]:
    """Every calculation in columns, stroke by stroke: those in place of lines, and those beside a line."""
    found: list[Record] = []
    steps = working.derivation.steps
    whole = boards_of(working.derivation, problem.label)
    for board in whole:
        lines = [i for i, line in enumerate(working.lines) if line.step in steps[board.steps[0] : board.steps[1] + 1]]
        found.append(_board(board, manner, {"lines": lines}))
    for index, line in enumerate(working.lines):
        for side in line.side:
            if isinstance(side, (SetOut, PrimeFactors)):
                board = board_beside(side, working.derivation.school, 0)
                if all(board.strokes != other.strokes for other in whole):
                    found.append(_board(board, manner, {"beside": index}))
    return found


def _board(board: Board, manner: Manner, where: Record) -> Record:
    return {
        "layout": board.kind,
        **where,
        "rows": board.rows,
        "columns": board.columns,
        "strokes": [
            {
                "struck": [asdict(p) for p in stroke.strikes],
                "written": [{**asdict(m.at), "text": m.text, "hand": m.hand} for m in stroke.writes],
                "ruled": [asdict(r) for r in stroke.rules],
                "reason": "" if stroke.said is None else say(stroke.said, manner),
                "question": filled(stroke.question, manner),
            }
            for stroke in board.strokes
        ],
        "drawn": board_text(board, manner).split("\n"),
    }


def compared(problem: Problem, teacher: Teacher, other: School) -> Record:
    """Both workings of a problem with their costs, and which is recommended and why."""
    both = compare_schools(problem, teacher.school, other)
    return {
        "problem": problem.text(teacher.manner),
        "workings": [
            {
                "lines": _lines(problem, working, teacher.manner),
                "cost": asdict(working.cost),
                "refused": [
                    {"facet": r.facet, "choice": r.choice, "reason": say(r.why, teacher.manner)}
                    for r in working.refused
                ],
            }
            for working in (both.first, both.second)
        ],
        "recommended": both.recommended,
        "why": say(both.why, teacher.manner),
    }


def checked(problem: Problem, teacher: Teacher) -> Record:
    """The checks that fit the answer of a problem, each with its working if it has one."""
    return {
        "problem": problem.text(teacher.manner),
        "answer": answer_text(problem, work(problem, teacher.school), teacher.manner),
        "checks": [
            {
                "check": c.id,
                "reason": say(c.said, teacher.manner),
                "lines": _lines(Problem(c.working.lines[0].expr), c.working, teacher.manner) if c.working else [],
            }
            for c in checks_of(problem, teacher.school)
        ],
    }


def seen_through_the_glass(problem: Problem, teacher: Teacher) -> Record:
    """What each mal-rule gives on the problem, what cannot be told apart, and numbers that tell more."""
    manner = teacher.manner
    glass = under_the_glass(problem, teacher.school)
    collisions = []
    for group in glass.collisions():
        near = separating(problem, group[0], group[1], teacher.school)
        collisions.append({"mistakes": list(group), "separated_by": text_of(near.expr, manner) if near else None})
    return {
        "problem": problem.text(manner),
        "tells": str(glass.tells),
        "table": [
            {
                "mistake": r.mistake,
                "outcome": r.outcome,
                "answer": text_of(r.answer, manner) if r.answer else None,
                "caught": r.caught,
                "like": list(r.like),
            }
            for r in glass.rows
        ],
        "collisions": collisions,
        "better": [
            {"problem": text_of(b.problem.expr, manner), "tells": str(b.tells)}
            for b in better_numbers(problem, teacher.school)
        ],
        **told_beside(problem, teacher),
    }
