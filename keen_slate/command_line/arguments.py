"""What the command line takes, and what its options mean."""

import argparse
from dataclasses import dataclass
from typing import get_args

from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.laddering.families.listing import FAMILY
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import manner_from
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.stories.around import ANY

PAIRS = "KEY=CHOICE[,KEY=CHOICE]"


@dataclass(frozen=True, slots=True)
class Teacher:
    """Who asks: how this teacher works and speaks."""

    school: School
    manner: Manner


def parser() -> argparse.ArgumentParser:
    """Every verb with its options; ``verb`` holds the one that was given."""
    whole = argparse.ArgumentParser(prog="keen_slate", description="Worked examples in fraction arithmetic.")
    verbs = whole.add_subparsers(dest="verb", required=True)
    for name, told in (
        ("work", "work problems out"),
        ("compare", "work problems by two schools"),
        ("check", "check answers"),
        ("glass", "show what each mistake gives on problems"),
    ):
        verb = _verb(verbs, name, f"{told}, one JSON object a line")
        if name == "compare":
            verb.add_argument("--with", dest="other", default="", metavar=PAIRS)
        verb.add_argument("text", nargs="*", metavar="TEXT", help="a problem; without any, one a line from stdin")
    verb = _verb(verbs, "diagnose", "find what leads to answers: PROBLEM<TAB>ANSWER a line")
    verb.add_argument("--policy", default="simplest-form", choices=get_args(Policy), help="which forms are accepted")
    verb.add_argument("--label-required", action="store_true", help="an answer must carry the problem's label")
    verb.add_argument("--beside", action="append", default=[], metavar="PROBLEM", help="an item that stands beside")
    verb.add_argument("text", nargs="*", metavar="LINE", help="without any, from standard input")
    verb = _verb(verbs, "mark", "mark a class: PUPIL<TAB>ANSWER<TAB>ANSWER … a line, one answer for each item")
    verb.add_argument("--items", required=True, metavar="FILE", help="the problems, one a line")
    verb.add_argument("--policy", default="simplest-form", choices=get_args(Policy), help="which forms are accepted")
    verb.add_argument("--label-required", action="store_true", help="an answer must carry the problem's label")
    verb.add_argument("--anywhere", action="store_true", help="a right answer counts wherever it stands in the lines")
    verb.add_argument("text", nargs="*", metavar="PAPER", help="without any, from standard input")
    verb = _verb(verbs, "simulate", "draw an invented class that answers a set, one JSON object a pupil")
    verb.add_argument("--items", required=True, metavar="FILE", help="the problems, one a line")
    verb.add_argument("--pupils", type=int, default=28, help="pupils, 1 to 60")
    verb.add_argument("--seed", default="1", help="the same seed draws the same class")
    verb.add_argument("--classes", type=int, default=0, help="try the set on so many classes as well, up to 1000")
    verb = _verb(verbs, "judge", "judge a pupil's lines: PROBLEM<TAB>LINE<TAB>LINE … a line")
    verb.add_argument("text", nargs="*", metavar="LINE", help="without any, from standard input")
    verb = _verb(verbs, "twin", "other items that ask for the same, for each problem")
    verb.add_argument("--count", type=int, default=1, help="twins of each problem, 1 to 40")
    verb.add_argument("--seed", default="1", help="the same seed draws the same twins")
    verb.add_argument("text", nargs="*", metavar="TEXT", help="without any, from standard input")
    verb = _verb(verbs, "contrast", "each problem without its decisive demand, and nothing else changed")
    verb.add_argument("text", nargs="*", metavar="TEXT", help="without any, from standard input")
    verb = _verb(verbs, "ladder", "draw a graded set, one JSON object a rung")
    verb.add_argument("--family", required=True, choices=tuple(FAMILY), help="the kind of items")
    verb.add_argument("--can", default="", metavar="DEMAND[,DEMAND]", help="what the class can do")
    verb.add_argument("--new", default="", metavar="DEMAND[,DEMAND]", help="what is new")
    verb.add_argument("--count", type=int, default=12, help="rungs, 1 to 40")
    verb.add_argument("--review", type=int, default=0, help="items of a mixed review, 0 to 20")
    verb.add_argument("--rungs", default="", metavar="DEMAND=NUMBER,…", help="rungs that a new demand gets")
    verb.add_argument("--pair", action="store_true", help="with a pair of which one only looks like the other")
    verb.add_argument(
        "--story", default="", choices=("", ANY, *STORY_KINDS), help="told as a story of that kind, or of any"
    )
    verb.add_argument("--seed", default="1", help="the same seed draws the same ladder")
    verb.add_argument("--limits", default="", metavar="NAME=NUMBER[,NAME=NUMBER]", help="bounds on the arithmetic")
    for name, told in (
        ("aims", "list the families of items with their demands, and the ready aims"),
        ("mistakes", "list the mal-rules with what is known of them"),
        ("schools", "list the school facets and their choices"),
        ("words", "list the words that a teacher can choose"),
    ):
        verbs.add_parser(name, help=told)
    return whole


def _verb(
    verbs: "argparse._SubParsersAction[argparse.ArgumentParser]", name: str, told: str
) -> argparse.ArgumentParser:
    verb = verbs.add_parser(name, help=told)
    verb.add_argument("--json", action="store_true", required=True, help="the one output format")
    verb.add_argument("--school", default="", metavar=PAIRS)
    verb.add_argument("--words", default="", metavar="NAME=WORD[,NAME=WORD]", help="the teacher's words")
    return verb


def teacher_of(options: argparse.Namespace) -> Teacher:
    """Raises UnknownChoice or ValueError."""
    return Teacher(school_of(options.school), manner_from(pairs(options.words, "top=numerator")))


def school_of(text: str) -> School:
    """``denominators=product,subtracting=improper`` as a school. Raises UnknownChoice or ValueError."""
    return school_from(FACETS, pairs(text, "denominators=product"))


def pairs(text: str, example: str) -> dict[str, str]:
    """Names with their values; nothing behind the sign is the comma that parts the pairs. Raises ValueError.

    >>> pairs("top=numerator,decimal_sign=", "")
    {'top': 'numerator', 'decimal_sign': ','}
    """
    found: dict[str, str] = {}
    for pair in filter(None, text.split(",") if ",," not in text else [text]):
        name, equals, value = pair.partition("=")
        if not equals:
            raise ValueError(f"Write it as in {example}; I read “{pair}”.")
        found[name.strip()] = value.strip() or ","
    return found
