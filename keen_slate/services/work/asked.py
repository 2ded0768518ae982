"""A request understood: the problem, the school, and the teacher's manner."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from fractions import Fraction

from keen_slate.core.diagnosis.refuting import question_of
from keen_slate.core.machine.mistakes import Mistake
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import asked_round, text_of
from keen_slate.core.notation.units import ANY_UNIT
from keen_slate.core.problem.blanks import only_decimals
from keen_slate.core.problem.tree import (
    Chain,
    Common,
    Expr,
    FromPicture,
    InStory,
    Path,
    decimal_or_number,
    evaluate,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying import calculating
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import filled, in_words, manner_from, piece
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import Turn, Working, work
from keen_slate.faults import UnknownWord
from keen_slate.render.mathml import mathml
from keen_slate.services.shapes.base import Notation, Unreadable
from keen_slate.services.shapes.work import LineTurn, WorkRequest


class Asked:
    """A request understood: ``words`` is the teacher's manner, ``amounts`` the same for this problem's numbers."""

    def __init__(self, problem: Problem, school: School, words: Manner = USUAL_MANNER) -> None:
        self.problem, self.school, self.words = problem, school, words
        self.amounts = words.labelled(problem.label)

    @classmethod
    def read(cls, text: str, school: Mapping[str, str], words: Mapping[str, str], *, kept: bool = False) -> "Asked":
        """Raises UnreadableProblem for the text, UnknownChoice and UnknownWord for the rest. What is ``kept`` has been
        read before, with units that may have been taken from the list since."""
        manner = chosen_words(words)
        problem = read_in_words(text, replace(manner, units=f"{manner.units} {ANY_UNIT}") if kept else manner)
        return cls(problem, school_from(FACETS, school), manner)

    @classmethod
    def of(cls, request: WorkRequest) -> "Asked":
        return cls.read(request.text, request.school, request.words)

    def work(self, turns: Sequence[LineTurn] = ()) -> Working:
        followed = tuple(Turn(t.line, school_from(FACETS, self.school.as_dict() | t.school)) for t in turns)
        return work(self.problem, self.school, turns=followed)

    def named(self, name: str) -> str:
        """A name in the teacher's words."""
        return in_words(name, self.words)

    def phrase(self, text: str) -> str:
        """The same within a sentence."""
        return filled(text, self.words)

    def say(self, said: Say) -> str:
        return say(said, self.words.in_sentences(self.problem.label))

    def unsettled(self, mistake: Mistake, answer: Expr) -> str:
        """What is asked of a mistake: of what it is in general, then of the answer that it led to here."""
        return f"{self.named(mistake.question)} {self.say(question_of(self.problem, mistake.id, answer))}"

    def number(self, value: Fraction) -> Notation:
        """A value as this problem writes numbers: as a decimal where it has only decimals."""
        return self.notation(decimal_or_number(value, decimals=only_decimals((self.problem.expr,))))

    def notation(self, expr: Expr, changed: tuple[Path, ...] = ()) -> Notation:
        return notation(expr, self.amounts, changed)


def notation(expr: Expr, manner: Manner, changed: tuple[Path, ...] = ()) -> Notation:
    """An expression as text, and as MathML with its text alternative."""
    return Notation(text=text_of(expr, manner), mathml=mathml(expr, manner, changed))


def as_typed_notation(problem: Problem, manner: Manner) -> Notation:
    """The numbers of a problem for its teacher, that too which its picture shows."""
    expr = problem.expr
    return notation(expr.of if isinstance(expr, FromPicture) else expr, manner.labelled(problem.label))


def chosen_words(chosen: Mapping[str, str]) -> Manner:
    """The teacher's words; what is no word of the core (the acronym) is passed over. Raises UnknownWord."""
    if not chosen:
        return USUAL_MANNER
    try:
        return manner_from(chosen)
    except ValueError as fault:
        raise UnknownWord(str(fault)) from fault


def read_in_words(text: str, words: Manner) -> Problem:
    """Raises UnreadableProblem, which is then told in the teacher's words."""
    try:
        return read(text, decimal_comma=words.decimal_comma, units=words.own_units)
    except UnreadableProblem as fault:
        fault.manner = words
        raise


def asked_in_words(problem: Problem, manner: Manner = USUAL_MANNER) -> str:
    """What is asked, where it is not simply to work the problem out: ``… as a decimal``, ``compare …``; else empty."""
    if problem.claimed is not None:
        sign, other = problem.claimed
        return f"true or false: … {sign} {text_of(other, USUAL_MANNER.labelled(problem.label))}"
    if problem.common:
        return f"… in {piece(problem.common, manner)}"
    text = asked_round(problem.expr, "…", manner)
    return "" if text == "…" else text


def one_picture(expr: FromPicture) -> str:
    """The picture by its name, as a class is told of it: of one disc as ``the disc``."""
    names = {"strips": "strip", "discs": "disc", "jumps": "number line", "square": "square"}
    several = expr.picture != "jumps" and evaluate(expr) > 1
    return f"the {names[expr.picture]}{'s' if several else ''}"


def unreadable(fault: UnreadableProblem) -> Unreadable:
    return Unreadable(message=say(fault.said, fault.manner), position=fault.position)


def task_of(asked: Asked) -> str:
    """What a class is told to do, as a sentence."""
    if asked.problem.claimed is not None:
        return f"Somebody says: {asked.problem.text(asked.words)}. Is that right?"
    if isinstance(asked.problem.expr, InStory):
        return "Read it twice. What is known, and what is asked?"
    if isinstance(asked.problem.expr, Common):
        word = asked.words.common_multiple
        multiple = f"least {word}" if word == "common multiple" else word
        return f"Find the {multiple if asked.problem.expr.multiple else asked.words.greatest_common_factor}."
    if isinstance(asked.problem.expr, FromPicture):
        return f"Read the number from {one_picture(asked.problem.expr)}."
    if asked.problem.common:
        return f"Work it out in {piece(asked.problem.common, asked.words)}."
    told = asked_in_words(asked.problem, asked.words)
    if not told:
        return "Fill the blanks." if isinstance(asked.problem.expr, Chain) else asked.say(Say.of(calculating.problem))
    told = told.replace("…", "it") if told.startswith(("simplify", "round")) else told.replace("…", "").strip()
    told = (
        f"Write it {told}"
        if told.startswith(("as ", "in "))
        else f"Work it out {told}"
        if told.startswith("with ")
        else told.replace("compare", "Compare them").replace("order", "Put them in order")
    )
    return told[:1].upper() + told[1:] + "."
