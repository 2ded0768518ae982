"""One JSON object a line in and out, so that the core can be checked against other programs.

The format is described in docs/command-line.md.
"""

import argparse
import json
from collections.abc import Callable, Iterable, Iterator
from dataclasses import asdict
from typing import Any, TextIO, get_args

from keen_slate.core.curriculum.places import place_text
from keen_slate.core.demands.find import demands_of, place_of
from keen_slate.core.diagnosis.answers import Cause, Prepared, diagnose, prepare
from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.diagnosis.glass import better_numbers, separating, under_the_glass
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.estimating.estimates import Estimate, more_or_less_than_one, other_estimates
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.families import FAMILIES, FAMILY
from keen_slate.core.laddering.ladder import Contradiction, Wishes, ladder
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.machine.school import School, UnknownChoice, school_from
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.notation.text import labelled, problem_text, text_of
from keen_slate.core.problem.blanks import gaps_in, solve
from keen_slate.core.problem.tree import Chain, Comparison, evaluate, number_for
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying.say import say, with_decimal_sign
from keen_slate.core.saying.words import DEFAULT_WORDS, VOCABULARY, Words, filled, in_words, words_from
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.checks import checks_of
from keen_slate.core.working.comparing import compare_schools
from keen_slate.core.working.work import Working, work

POLICIES = get_args(Policy)
NO_TAB = "Write the problem, a tab and the pupil's answer on one line."
MOST_PREPARED = 500
"""Items kept prepared in one run, so that a long stream does not fill the memory."""


NUMBER_LIMITS = ("largest_bottom", "largest_common", "largest_whole", "places", "largest_fact")


def main(arguments: list[str], stdin: TextIO, stdout: TextIO) -> int:
    """Run one command. Returns the exit code: 0, or 2 for a call that cannot be taken."""
    parser = argparse.ArgumentParser(prog="keen_slate", description="Worked examples in fraction arithmetic.")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, told in (
        ("work", "work problems out"),
        ("compare", "work problems by two schools"),
        ("check", "check answers"),
    ):
        command = commands.add_parser(name, help=f"{told}, one JSON object a line")
        command.add_argument("--json", action="store_true", required=True, help="the one output format")
        command.add_argument("--school", default="", metavar="KEY=CHOICE[,KEY=CHOICE]")
        if name == "compare":
            command.add_argument("--with", dest="other", default="", metavar="KEY=CHOICE[,KEY=CHOICE]")
        command.add_argument("--words", default="", metavar="NAME=WORD[,NAME=WORD]", help="the teacher's words")
        command.add_argument("text", nargs="*", metavar="TEXT", help="a problem; without any, one a line from stdin")
    for name, told in (
        ("diagnose", "find what leads to answers: PROBLEM<TAB>ANSWER a line"),
        ("judge", "judge a pupil's lines: PROBLEM<TAB>LINE<TAB>LINE … a line"),
        ("glass", "show what each mistake gives on a problem"),
    ):
        command = commands.add_parser(name, help=told)
        command.add_argument("--json", action="store_true", required=True, help="the one output format")
        command.add_argument("--school", default="", metavar="KEY=CHOICE[,KEY=CHOICE]")
        command.add_argument("--words", default="", metavar="NAME=WORD[,NAME=WORD]", help="the teacher's words")
        command.add_argument("--policy", default="simplest-form", choices=POLICIES, help="which forms are accepted")
        command.add_argument("--label-required", action="store_true", help="an answer must carry the problem's label")
        command.add_argument(
            "--beside", action="append", default=[], metavar="PROBLEM", help="an item that stands beside"
        )
        command.add_argument("text", nargs="*", metavar="LINE", help="without any, from standard input")
    command = commands.add_parser("ladder", help="draw a graded set, one JSON object a rung")
    command.add_argument("--json", action="store_true", required=True, help="the one output format")
    command.add_argument("--family", required=True, choices=tuple(FAMILY), help="the kind of items")
    command.add_argument("--can", default="", metavar="DEMAND[,DEMAND]", help="what the class can do")
    command.add_argument("--new", default="", metavar="DEMAND[,DEMAND]", help="what is new")
    command.add_argument("--count", type=int, default=12, help="rungs, 1 to 40")
    command.add_argument("--review", type=int, default=0, help="items of a mixed review, 0 to 20")
    command.add_argument("--seed", default="1", help="the same seed draws the same ladder")
    command.add_argument("--limits", default="", metavar="NAME=NUMBER[,NAME=NUMBER]", help="bounds on the arithmetic")
    command.add_argument("--school", default="", metavar="KEY=CHOICE[,KEY=CHOICE]")
    command.add_argument("--words", default="", metavar="NAME=WORD[,NAME=WORD]", help="the teacher's words")
    commands.add_parser("aims", help="list the families of items with their demands, and the ready aims")
    commands.add_parser("mistakes", help="list the mal-rules with what is known of them")
    commands.add_parser("schools", help="list the school facets and their choices")
    commands.add_parser("words", help="list the words that a teacher can choose")
    options = parser.parse_args(arguments)
    if options.command == "schools":
        _print(stdout, _schools())
        return 0
    if options.command == "mistakes":
        _print(stdout, _mistakes())
        return 0
    if options.command == "aims":
        _print(stdout, _aims())
        return 0
    if options.command == "words":
        _print(stdout, ({"name": n, "default": w[0], "words": list(w)} for n, w in VOCABULARY.items()))
        return 0
    try:
        school = parse_school(options.school)
        words = words_from(_pairs(options.words, "top=numerator"))
        other = parse_school(options.other) if options.command == "compare" else school
    except (UnknownChoice, ValueError) as fault:
        parser.error(str(fault))
    records = {
        "work": lambda problem: work_record(problem, school, words),
        "compare": lambda problem: compare_record(problem, school, other, words),
        "check": lambda problem: check_record(problem, school, words),
        "glass": lambda problem: glass_record(problem, school, words),
    }
    if options.command == "ladder":
        try:
            _print(stdout, _ladder(options, school))
        except ValueError as fault:
            parser.error(_told(fault, words))
        return 0
    texts: Iterable[str] = options.text or (line.rstrip("\n") for line in stdin)
    if options.command == "diagnose":
        comma = words.decimal_sign == ","
        try:
            beside = tuple(read(text, decimal_comma=comma) for text in options.beside)
        except UnreadableProblem as fault:
            parser.error(f"--beside: {say(fault.said, words)}")
        _print(stdout, Diagnosing(school, words, options.policy, options.label_required, beside).records(texts))
        return 0
    if options.command == "judge":
        _print(stdout, (judge_record(text, school, words) for text in texts))
        return 0
    _print(stdout, (_record(text, words, records[options.command]) for text in texts))
    return 0


def parse_school(text: str) -> School:
    """``denominators=product,subtracting=improper`` as a school. Raises UnknownChoice or ValueError."""
    return school_from(FACETS, _pairs(text, "denominators=product"))


def _pairs(text: str, example: str) -> dict[str, str]:
    pairs: dict[str, str] = {}
    for pair in filter(None, text.split(",") if ",," not in text else [text]):
        name, equals, choice = pair.partition("=")
        if not equals:
            raise ValueError(f"Write it as in {example}; I read “{pair}”.")
        pairs[name.strip()] = choice.strip() or ","
    return pairs


def _record(text: str, words: Words, record: Callable[[Problem], dict[str, object]]) -> dict[str, object]:
    try:
        problem = read(text, decimal_comma=words.decimal_sign == ",")
    except UnreadableProblem as fault:
        return {"problem": text, "error": {"message": say(fault.said, words), "position": fault.position}}
    return record(problem)


def work_record(problem: Problem, school: School, words: Words = DEFAULT_WORDS) -> dict[str, object]:
    """The whole record of one problem."""
    working = work(problem, school)
    second = look_twice(problem, school)
    record: dict[str, object] = {
        "problem": written_problem(problem, words),
        "value": _value(problem),
        "answer": with_decimal_sign(answer_text(problem, working), words),
        "lines": _lines(problem, working, words),
        "estimates": [_estimate(e) for e in second.estimates],
        "other_estimates": [_estimate(e) for e in other_estimates(problem.expr)],
        "more_or_less_than_one": more_or_less_than_one(problem.expr),
        "likely_wrong": [
            {
                "mistake": w.mistake,
                "answer": text_of(w.answer),
                "value": None if w.value is None else str(w.value),
                "caught": w.caught,
            }
            for w in second.likely_wrong
        ],
        "no_answer": [{"mistake": n.mistake, "reason": say(n.said, words)} for n in second.no_answer],
        "right_by_luck": list(second.right_by_luck),
        "form_only": [w.mistake for w in second.form_only],
        "demands": list(demands_of(problem)),
        "refused": [
            {"facet": r.facet, "choice": r.choice, "instead": r.instead, "reason": say(r.why, words)}
            for r in working.refused
        ],
        "notes": [say(n, words) for n in problem.notes],
    }
    if isinstance(problem.expr, Chain):
        solved = solve(problem.expr.sides)
        record["solutions"] = solved.count
        record["blanks"] = [text_of(n) for n in solved.numbers] if solved.count == 1 else None
    return record


def _estimate(estimate: Estimate) -> dict[str, object]:
    return {
        "text": f"{text_of(estimate.rounded)} = {text_of(number_for(estimate.value))}",
        "value": str(estimate.value),
        "low": str(estimate.low),
        "high": str(estimate.high),
        "kind": estimate.kind,
    }


def written_problem(problem: Problem, words: Words = DEFAULT_WORDS) -> str:
    return with_decimal_sign(problem_text(problem.expr, problem.label), words)


def answer_text(problem: Problem, working: Working) -> str:
    """The answer with its label; for a chain that cannot be filled, that there is no solution."""
    if isinstance(working.answer, Chain) and working.answer.gap is None and gaps_left(working.answer):
        return "no solution"
    return labelled(working.answer, problem.label)


def gaps_left(chain: Chain) -> bool:
    return any(gaps_in(side) for side in chain.sides)


def _value(problem: Problem) -> str | None:
    """The exact value; null where what is asked has no one value (comparisons, blanks)."""
    return None if isinstance(problem.expr, (Comparison, Chain)) else str(evaluate(problem.expr))


def _lines(problem: Problem, working: Working, words: Words) -> list[dict[str, str]]:
    first, *rest = working.lines
    start = {"text": written_problem(problem, words), "rule": first.rule, "reason": say(first.said, words)}
    return [start] + [
        {
            "text": with_decimal_sign(labelled(line.expr, problem.label), words),
            "rule": line.rule,
            "reason": say(line.said, words),
        }
        for line in rest
    ]


def compare_record(problem: Problem, first: School, second: School, words: Words) -> dict[str, object]:
    """Both workings of a problem with their costs, and which is recommended and why."""
    compared = compare_schools(problem, first, second)
    sides = [
        {
            "lines": _lines(problem, working, words),
            "cost": asdict(working.cost),
            "refused": [{"facet": r.facet, "choice": r.choice, "reason": say(r.why, words)} for r in working.refused],
        }
        for working in (compared.first, compared.second)
    ]
    return {
        "problem": written_problem(problem, words),
        "workings": sides,
        "recommended": compared.recommended,
        "why": say(compared.why, words),
    }


def check_record(problem: Problem, school: School, words: Words) -> dict[str, object]:
    """The checks that fit the answer of a problem, each with its working if it has one."""
    return {
        "problem": written_problem(problem, words),
        "answer": answer_text(problem, work(problem, school)),
        "checks": [
            {
                "check": c.id,
                "reason": say(c.said, words),
                "lines": _lines(Problem(c.working.lines[0].expr), c.working, words) if c.working else [],
            }
            for c in checks_of(problem, school)
        ],
    }


class Diagnosing:
    """Diagnoses a stream of answers; an item is prepared once, however many answers to it follow each other."""

    def __init__(
        self, school: School, words: Words, policy: Policy, label_required: bool, beside: tuple[Problem, ...] = ()
    ) -> None:
        self.school, self.words, self.policy, self.label_required = school, words, policy, label_required
        self.beside = beside
        self.prepared: dict[str, Prepared] = {}

    def records(self, texts: Iterable[str]) -> Iterator[dict[str, object]]:
        for text in texts:
            problem, tab, answer = text.partition("\t")
            yield self.record(problem, answer) if tab else _unreadable(text, "", NO_TAB, len(text))

    def record(self, text: str, answer: str) -> dict[str, object]:
        try:
            prepared = self._prepare(text)
        except UnreadableProblem as fault:
            return _unreadable(text, answer, say(fault.said, self.words), fault.position)
        comma = self.words.decimal_sign == ","
        found = diagnose(prepared, answer, self.policy, self.label_required, decimal_comma=comma)
        shown = text_of(found.answer) if found.answer is not None else answer
        causes: list[dict[str, object]] = [
            {"mistakes": list(c.mistakes), "slips": c.slips, "answer": text_of(c.answer)} | _slip(c)
            for c in found.causes
        ]
        causes += [{"mistakes": [fault], "slips": 0, "answer": shown} for fault in found.faults]
        record: dict[str, object] = {
            "problem": written_problem(prepared.problem, self.words),
            "answer": answer,
            "verdict": found.verdict,
            "causes": causes,
        }
        if found.said is not None:
            record["reason"] = say(found.said, self.words)
        return record

    def _prepare(self, text: str) -> Prepared:
        if text not in self.prepared:
            if len(self.prepared) > MOST_PREPARED:
                self.prepared.clear()
            problem = read(text, decimal_comma=self.words.decimal_sign == ",")
            self.prepared[text] = prepare(problem, self.school, self.beside)
        return self.prepared[text]


def _slip(cause: Cause) -> dict[str, object]:
    """What slipped; for a slip of the pen what was worked instead."""
    if not cause.slip:
        return {}
    return {"slip": cause.slip} | ({"worked": problem_text(cause.worked)} if cause.worked is not None else {})


def _unreadable(text: str, answer: str, message: str, position: int) -> dict[str, object]:
    """An answer to a problem that cannot be read."""
    error = {"message": message, "position": position}
    return {"problem": text, "answer": answer, "verdict": "unreadable", "causes": [], "error": error}


def judge_record(text: str, school: School, words: Words) -> dict[str, object]:
    """A pupil's lines, each with its verdict; for a false one what was due, and which mistakes give it."""
    typed, *lines = text.split("\t")
    try:
        problem = read(typed, decimal_comma=words.decimal_sign == ",")
        judged = judge_lines(problem, tuple(lines), school)
    except UnreadableProblem as fault:
        return {"problem": typed, "error": {"message": say(fault.said, words), "position": fault.position}}
    except TypeError as fault:
        return {"problem": typed, "error": {"message": f"{fault}.".capitalize(), "position": 0}}
    return {
        "problem": written_problem(problem, words),
        "lines": [
            {
                "text": j.text, "verdict": j.verdict, "run_on": j.run_on, "due": j.due or None,
                "causes": list(j.causes),
            }
            for j in judged
        ],
    }  # fmt: skip


def glass_record(problem: Problem, school: School, words: Words) -> dict[str, object]:
    """What each mal-rule gives on the problem, what cannot be told apart, and numbers that tell more."""
    glass = under_the_glass(problem, school)
    return {
        "problem": written_problem(problem, words),
        "tells": str(glass.tells),
        "table": [
            {
                "mistake": r.mistake, "outcome": r.outcome, "answer": text_of(r.answer) if r.answer else None,
                "caught": r.caught, "like": list(r.like),
            }
            for r in glass.rows
        ],
        "collisions": [
            {
                "mistakes": list(g),
                "separated_by": text_of(near.expr) if (near := _separating(problem, g, school)) else None,
            }
            for g in glass.collisions()
        ],
        "better": [
            {"problem": text_of(b.problem.expr), "tells": str(b.tells)} for b in better_numbers(problem, school)
        ],
    }  # fmt: skip


def _separating(problem: Problem, group: tuple[str, ...], school: School) -> Problem | None:
    return separating(problem, group[0], group[1], school)


def _mistakes() -> Iterable[dict[str, object]]:
    for mistake in MAL_RULES:
        yield {
            "id": mistake.id,
            "kind": mistake.kind,
            "goals": list(mistake.goals),
            "every_time": mistake.every,
            "name": in_words(mistake.name, DEFAULT_WORDS),
            "belief": filled(mistake.belief, DEFAULT_WORDS),
            "shows": in_words(mistake.shows, DEFAULT_WORDS),
            "question": in_words(mistake.question, DEFAULT_WORDS),
            "picture": mistake.picture,
            "needs": list(mistake.needs),
            "met": place_text(mistake.met),
            "source": mistake.source,
        }


def _aims() -> Iterable[dict[str, object]]:
    for family in FAMILIES:
        name = in_words(family.name, DEFAULT_WORDS)
        yield {"family": family.id, "name": name, "always": sorted(family.always), "demands": list(family.climb)}
    for aim in AIMS:
        wishes = aim.wishes
        name = in_words(aim.name, DEFAULT_WORDS)
        yield {
            "aim": aim.id, "name": name, "family": wishes.family, "can": sorted(wishes.can), "new": list(wishes.new),
        }  # fmt: skip


def _ladder(options: argparse.Namespace, school: School) -> Iterable[dict[str, object]]:
    """The rungs of a ladder. Raises ValueError for wishes that there are not, Contradiction for those that exclude."""
    can, new = (tuple(filter(None, text.split(","))) for text in (options.can, options.new))
    unknown = [d for d in (*can, *new) if d not in FAMILY[options.family].climb]
    if unknown:
        raise ValueError(f"{options.family} cannot ask {unknown[0]}; see `aims`.")
    if not (1 <= options.count <= 40 and 0 <= options.review <= 20):
        raise ValueError("--count takes 1 to 40, --review 0 to 20.")
    chosen: dict[str, Any] = {}
    for name, number in _pairs(options.limits, "largest_bottom=12").items():
        if name not in NUMBER_LIMITS or not number.isdecimal():
            raise ValueError(f"--limits takes whole numbers for {', '.join(NUMBER_LIMITS)}.")
        chosen[name] = int(number)
    wishes = Wishes(options.family, frozenset(can), new, options.count, options.review, Limits(**chosen), options.seed)
    return [
        {
            "problem": problem_text(rung.problem.expr),
            "role": rung.role,
            "added": rung.target.added,
            "required": sorted(rung.target.required),
            "demands": list(rung.demands),
            "place": place_text(place) if (place := place_of(rung.demands)) else "",
            "tells": str(rung.tells),
        }
        for rung in ladder(wishes, school)
    ]


def _told(fault: Exception, words: Words) -> str:
    if isinstance(fault, Contradiction):
        return say(fault.said, words)
    return str(fault)


def _schools() -> Iterable[dict[str, object]]:
    for facet in FACETS:
        yield {
            "facet": facet.id,
            "name": in_words(facet.name, DEFAULT_WORDS),
            "default": facet.default,
            "choices": [
                {
                    "id": c.id,
                    "name": filled(c.name, DEFAULT_WORDS),
                    "about": in_words(c.about, DEFAULT_WORDS),
                }
                for c in facet.choices
            ],
        }


def _print(stdout: TextIO, records: Iterable[dict[str, object]]) -> None:
    for record in records:
        stdout.write(json.dumps(record, ensure_ascii=False) + "\n")
