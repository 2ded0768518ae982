"""A working as it is shown: its lines, its columns, and as text to be pasted elsewhere."""

from collections.abc import Sequence
from functools import lru_cache

from keen_slate.core.curriculum.places import place_text
from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.diagnosis.answers import bare
from keen_slate.core.machine.acts import ACTS, PANELS
from keen_slate.core.machine.school import School
from keen_slate.core.machine.side_work import (
    Calculation,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SetOut,
    SideWork,
)
from keen_slate.core.marking.schemes import MarkingPolicy, safe_line
from keen_slate.core.notation.layout import Row, Sign, layout
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import plain, text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Factor,
    InStory,
    Product,
    evaluate,
)
from keen_slate.core.saying import in_stories, marking
from keen_slate.core.saying.names import ACRONYM_LETTERS, POLICY_NAMES
from keen_slate.core.saying.say import Say
from keen_slate.core.saying.words import filled, in_words
from keen_slate.core.schools.listing import FACET
from keen_slate.core.working.boards.grid import Board
from keen_slate.core.working.boards.listing import board_beside, boards_of, fits_columns
from keen_slate.core.working.order import operation_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, Line, Working
from keen_slate.render.boards import board_latex, board_mathml, board_text
from keen_slate.render.latex import SIGNS, latex
from keen_slate.render.mathml import markup, math
from keen_slate.render.office.formulas import mathml_of_lines, mathml_text
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import aloud, heard, spoken
from keen_slate.render.typeset import typeset
from keen_slate.services.shapes.base import Notation
from keen_slate.services.shapes.work import (
    BoardSide,
    CopiedText,
    CopyRequest,
    ListSide,
    MultiplesRow,
    MultiplesSide,
    NamedPanel,
    NotationSide,
    ShownDemand,
    ShownLine,
    Side,
    Worked,
    WorkRequest,
)
from keen_slate.services.work.asked import Asked, task_of
from keen_slate.services.work.boards import laid_out, shown_board, shown_boards
from keen_slate.services.work.stories import shown_story


def work_out(request: WorkRequest) -> Worked:
    """The sheet of a problem. Raises UnreadableProblem for the text, UnknownChoice and UnknownWord for the rest."""
    asked = Asked.of(request)
    working = asked.work(request.turns)
    return shown_working(asked, working, request.acronym).model_copy(update={"safe": _safe(asked, working, request)})


def _safe(asked: Asked, working: Working, request: WorkRequest) -> str:
    """Where the mark is safe, and converting on only adds risk."""
    policy = MarkingPolicy(request.policy)
    line = safe_line(asked.problem, working, policy)
    if line is None:
        return ""
    answer = bare(working.lines[line].expr)
    return asked.say(
        Say.of(marking.safe_from_here, answer=answer, policy=asked.phrase(POLICY_NAMES[request.policy][0]))
    )


def shown_working(asked: Asked, working: Working, acronym: str = "none") -> Worked:
    expr = asked.problem.expr
    has_value = not isinstance(expr, (Comparison, Chain))
    lines = [_shown_line(n, asked, working.derivation.school) for n in working.lines]
    lines[0] = lines[0].model_copy(update={"reason": task_of(asked), "reason_html": task_of(asked)})
    story = shown_story(asked, working)
    boards = boards_of(working.derivation, asked.problem.label)
    ordered = any(line.operation for line in lines)
    return Worked(
        problem=asked.notation(expr),
        asked=story.text if story is not None else asked.problem.text(asked.words),
        notes=[asked.say(n) for n in asked.problem.notes],
        refused=[f"{asked.named(FACET[r.facet].choice(r.choice).name)}: {asked.say(r.why)}" for r in working.refused],
        solutions=solve(expr.sides).count if isinstance(expr, Chain) else None,
        answer=asked.notation(working.answer),
        value=str(evaluate(expr)) if has_value else None,
        school=asked.school.as_dict(),
        lines=lines,
        boards=shown_boards(asked, working, boards),
        layout="columns" if fits_columns(working.derivation, boards) else "lines",
        acts={n.act: in_words(ACTS[n.act].name, asked.words) for n in working.lines},
        panels=[NamedPanel(id=panel, name=in_words(name, asked.words)) for panel, name in PANELS.items()],
        order=[list(pair) for pair in ACRONYM_LETTERS[acronym]] if ordered else [],
        story=story,
    )


def shown_demands(ids: Sequence[str], words: Manner) -> list[ShownDemand]:
    return [_shown_demand(d, words) for d in ids]


@lru_cache(maxsize=1024)
def _shown_demand(id: str, words: Manner) -> ShownDemand:
    return ShownDemand(id=id, name=filled(DEMAND[id].name, words), place=place_text(DEMAND[id].place))


def copy_out(request: CopyRequest) -> CopiedText:
    """A working, or one line of it, as text to be pasted elsewhere: a line that asks is left out of the whole."""
    asked = Asked.of(request)
    working = asked.work(request.turns)
    lines, manner = working.lines, asked.amounts
    if request.line is not None and request.line < len(lines):
        line = lines[request.line]
        return CopiedText(text=_copied_line(line, request.format, manner))
    blocks = laid_out(asked, working, request.layout)
    if any(isinstance(b, Board) for b in blocks):
        parts = [
            _copied_board(b, request.format, asked.words)
            if isinstance(b, Board)
            else _copied_line(b, request.format, manner, joined=True)
            for b in blocks
        ]
        return CopiedText(text="\n\n".join(parts))
    written = [b for b in blocks if isinstance(b, Line)]
    if request.format == "mathml" and len(written) > 1:
        return CopiedText(text=mathml_of_lines([(n.sign, typeset(n.expr, manner)) for n in written]))
    if request.format != "latex" or len(written) == 1:
        return CopiedText(text="\n".join(_copied_line(n, request.format, manner, joined=True) for n in written))
    first, *rest = ((SIGNS[n.sign], latex(n.expr, manner)) for n in written)
    rows = [f"{first[1]} &{rest[0][0]} {rest[0][1]}", *(f"&{sign} {line}" for sign, line in rest[1:])]
    return CopiedText(text="\\begin{align*}\n  " + " \\\\\n  ".join(rows) + "\n\\end{align*}")


def _copied_line(line: Line, written_as: str, manner: Manner, *, joined: bool = False) -> str:
    match written_as:
        case "mathml":
            return mathml_text(typeset(line.expr, manner), spoken(line.expr, manner))
        case "latex":
            return f"{SIGNS[line.sign]} {latex(line.expr, manner)}".lstrip() if joined else latex(line.expr, manner)
        case _:
            return f"{line.sign} {text_of(line.expr, manner)}".lstrip()


def _copied_board(board: Board, written_as: str, manner: Manner) -> str:
    written = {"mathml": board_mathml, "latex": board_latex}.get(written_as, board_text)(board, manner)
    return f"\\[\n{written}\n\\]" if written_as == "latex" else written


def _shown_line(line: Line, asked: Asked, school: School) -> ShownLine:
    reason = asked.say(line.said)
    return ShownLine(
        sign=line.sign,
        notation=asked.notation(line.expr, line.changed),
        rule=line.rule,
        act=line.act,
        panel=ACTS[line.act].panel,
        operation=operation_of(asked.problem.expr, line.step) if line.step else None,
        reason=reason,
        reason_html=prose_html(reason, asked.words),
        side=[_shown_side(s, asked, school) for s in line.side],
        by_mistake=line.by_mistake,
        question=line.is_question,
        heading=heading_of(line, asked),
    )


def heading_of(line: Line, asked: Asked) -> str:
    """What a line of a story begins to calculate, by names."""
    step = line.step
    if step is None or step.goal != "choose-calculation" or step.by_mistake or not isinstance(step.before, InStory):
        return ""
    calculation = step.before.next()
    assert calculation is not None
    return asked.say(Say.of(in_stories.calculation_in_words, calculation=calculation))


def _shown_side(side: SideWork, asked: Asked, school: School) -> Side:
    match side:
        case Multiples(rows, match):
            shown = [
                MultiplesRow(
                    number=number,
                    multiples=list(multiples),
                    times=match // number,
                    gap=len(multiples) > 1 and multiples[-1] - multiples[-2] != number,
                )
                for number, multiples in rows
            ]
            return MultiplesSide(rows=shown, match=match)
        case Renaming(top, bottom, by):
            before, after = CommonFraction(top, bottom), CommonFraction(top * by, bottom * by)
            product = Product((Factor(before), Factor(CommonFraction(by, by))))
            row = Row((layout(product), Sign("=", "equals"), layout(after)))
            return NotationSide(notation=Notation(text=plain(row), mathml=math(markup(row), heard(row, asked.words))))
        case FactorPairs(pair_rows, ringed):
            told = [f"{n}: {', '.join(f'{a} × {b}' for a, b in pairs)}" for n, pairs in pair_rows]
            return ListSide(rows=told, ringed=str(ringed))
        case SetOut() | PrimeFactors():
            return BoardSide(board=shown_board(board_beside(side, school, 0), asked))
        case Calculation(text):
            return NotationSide(
                notation=Notation(text=text, mathml=math(f"<mtext>{text}</mtext>", aloud(text, asked.words)))
            )


def school_names(school: School, words: Manner) -> list[str]:
    """What a school does otherwise than the usual one."""
    return [
        filled(FACET[facet].choice(choice).name, words)
        for facet, choice in school.as_dict().items()
        if DEFAULT_SCHOOL[facet] != choice
    ]
