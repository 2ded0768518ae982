"""The Work place: a text becomes a worked example, then gets its second look, pictures and costs, each asked by itself.

The sheet must be there at once; what takes longer comes in requests of its own.
"""

from collections.abc import Iterator, Mapping, Sequence
from contextlib import suppress
from fractions import Fraction
from string import ascii_uppercase

from keen_slate.core.curriculum.places import place_text
from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.glass import better_numbers, how_much_it_tells, separating, under_the_glass
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.second_look import LikelyWrong, SecondLook, look_twice
from keen_slate.core.estimating.estimates import Estimate, more_or_less_than_one, other_estimates
from keen_slate.core.machine.acts import ACTS
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.machine.side_work import (
    Calculation,
    Division,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SideWork,
)
from keen_slate.core.malrules.listing import BY_ID, MISTAKES
from keen_slate.core.notation.text import labelled, problem_text, text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.number_line import Band, number_line
from keen_slate.core.pictures.shapes import NAMES as PICTURES
from keen_slate.core.pictures.shapes import told
from keen_slate.core.problem.blanks import only_decimals, solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    Factor,
    Negative,
    Path,
    Product,
    decimal_for,
    decimal_places,
    evaluate,
    number_for,
)
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.rules.listing import RULES
from keen_slate.core.saying import calculating, verdicts
from keen_slate.core.saying.names import ACRONYM_LETTERS
from keen_slate.core.saying.say import Say, say, with_decimal_sign
from keen_slate.core.saying.words import DEFAULT_WORDS, Words, filled, in_words, words_from
from keen_slate.core.schools.listing import FACET, FACETS
from keen_slate.core.working.checks import Check, checks_of
from keen_slate.core.working.comparing import aligned, recommend
from keen_slate.core.working.order import operation_of
from keen_slate.core.working.stack import (
    DecimalStack,
    Figure,
    FractionStack,
    Stack,
    StackNumber,
    stacked_number,
    stacks_of,
)
from keen_slate.core.working.work import DEFAULT_SCHOOL, Line, Turn, Working, work
from keen_slate.render.latex import SIGNS, latex
from keen_slate.render.mathml import mathml
from keen_slate.render.number_line_svg import number_line_svg
from keen_slate.render.pictures_svg import picture_svg
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import spoken
from keen_slate.services.shapes import (
    AnswerRequest,
    BetterItem,
    BetterItems,
    Compared,
    CompareRequest,
    CopiedText,
    CopyRequest,
    DecimalColumns,
    Diagnosed,
    DivisionSide,
    FractionColumns,
    Judged,
    JudgedLineShown,
    LinesRequest,
    LineTurn,
    ListSide,
    Looked,
    MultiplesRow,
    MultiplesSide,
    NamedMistake,
    Notation,
    NotationSide,
    Pictures,
    PicturesOfLine,
    ShownCause,
    ShownCheck,
    ShownChoice,
    ShownCost,
    ShownDemand,
    ShownEstimate,
    ShownFacet,
    ShownFigure,
    ShownLine,
    ShownMistake,
    ShownPicture,
    ShownStack,
    Side,
    SideOfComparison,
    SilentMistake,
    StackedNumber,
    Understood,
    Unreadable,
    Unseparated,
    Ways,
    Worked,
    WorkRequest,
    WrongRequest,
)

MOST_COLLISIONS = 3
"""Groups of mistakes with one answer for which a separating item is looked for."""

MOST_CAUSES = 8
"""Causes that are shown; what comes after is less likely than all of them."""


class UnknownWord(ValueError):
    """A word that is not offered; the message names those that are."""


class Asked:
    """A request understood. Raises UnreadableProblem for the text, UnknownChoice and UnknownWord for the rest."""

    def __init__(
        self, text: str, school: Mapping[str, str], words: Mapping[str, str], problem: Problem | None = None
    ) -> None:
        self.words = chosen_words(words)
        self.problem = problem if problem is not None else read_in_words(text, self.words)
        self.school = school_from(FACETS, school)

    @classmethod
    def of(cls, request: WorkRequest) -> "Asked":
        return cls(request.text, request.school, request.words)

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
        return say(said, self.words)

    def number(self, value: Fraction) -> Notation:
        """A value as this problem writes numbers: as a decimal where it has only decimals."""
        if only_decimals((self.problem.expr,)) and decimal_places(value) is not None:
            return self.notation(Negative(decimal_for(-value)) if value < 0 else decimal_for(value))
        return self.notation(number_for(value))

    def notation(self, expr: Expr, changed: tuple[Path, ...] = ()) -> Notation:
        return notation(expr, self.problem.label, changed, self.words)


def chosen_words(chosen: Mapping[str, str]) -> Words:
    """The teacher's words; what is no word of the core (the acronym) is passed over. Raises UnknownWord."""
    if not chosen:
        return DEFAULT_WORDS
    try:
        return words_from(chosen)
    except ValueError as fault:
        raise UnknownWord(str(fault)) from fault


def read_in_words(text: str, words: Words) -> Problem:
    return read(text, decimal_comma=words.decimal_sign == ",")


def preview(text: str, words: Mapping[str, str]) -> Understood:
    """What is understood of a text while it is typed."""
    spoken_words = chosen_words(words)
    try:
        problem = read_in_words(text, spoken_words)
    except UnreadableProblem as fault:
        return Understood(problem=None, asked="", notes=[], unreadable=unreadable(fault, spoken_words))
    return Understood(
        problem=notation(problem.expr, problem.label, words=spoken_words),
        asked=asked_in_words(problem),
        notes=[say(n, spoken_words) for n in problem.notes],
        unreadable=None,
    )


def asked_in_words(problem: Problem) -> str:
    """What is asked, where it is not simply to work the problem out: ``… as a decimal``, ``compare …``; else empty."""
    text = problem_text(problem.expr, problem.label)
    without = labelled(problem.expr, problem.label)
    return text.replace(without, "…") if text != without else ""


def unreadable(fault: UnreadableProblem, words: Words = DEFAULT_WORDS) -> Unreadable:
    return Unreadable(message=say(fault.said, words), position=fault.position)


def work_out(request: WorkRequest) -> Worked:
    """The sheet of a problem. Raises UnreadableProblem for the text, UnknownChoice and UnknownWord for the rest."""
    asked = Asked.of(request)
    return shown_working(asked, asked.work(request.turns), request.acronym)


def shown_working(asked: Asked, working: Working, acronym: str = "none") -> Worked:
    expr = asked.problem.expr
    has_value = not isinstance(expr, (Comparison, Chain))
    lines = [_shown_line(n, asked) for n in working.lines]
    lines[0] = lines[0].model_copy(update={"reason": task_of(asked), "reason_html": task_of(asked)})
    ordered = any(line.operation for line in lines)
    return Worked(
        problem=asked.notation(expr),
        asked=with_decimal_sign(problem_text(expr, asked.problem.label), asked.words),
        notes=[asked.say(n) for n in asked.problem.notes],
        refused=[f"{asked.named(FACET[r.facet].choice(r.choice).name)}: {asked.say(r.why)}" for r in working.refused],
        solutions=solve(expr.sides).count if isinstance(expr, Chain) else None,
        answer=asked.notation(working.answer),
        value=str(evaluate(expr)) if has_value else None,
        school=asked.school.as_dict(),
        lines=lines,
        stacks=[s for stack in stacks_of(working.derivation) if (s := _shown_stack(stack, working, asked))],
        acts={n.act: in_words(ACTS[n.act].name, asked.words) for n in working.lines},
        order=[list(pair) for pair in ACRONYM_LETTERS[acronym]] if ordered else [],
    )


def task_of(asked: Asked) -> str:
    told = asked_in_words(asked.problem)
    if not told:
        return "Fill the blanks." if isinstance(asked.problem.expr, Chain) else asked.say(Say.of(calculating.problem))
    told = told.replace("…", "it") if told.startswith(("simplify", "round")) else told.replace("…", "").strip()
    told = (
        f"Write it {told}"
        if told.startswith("as ")
        else told.replace("compare", "Compare them").replace("order", "Put them in order")
    )
    return told[:1].upper() + told[1:] + "."


def look(request: WorkRequest) -> Looked:
    """Estimates, checks, likely wrong answers and demands of a problem."""
    asked = Asked.of(request)
    problem, school = asked.problem, asked.school
    second = look_twice(problem, school)
    groups: dict[str, list[str]] = {}
    for w in second.likely_wrong:
        groups.setdefault(text_of(w.answer), []).append(w.mistake)
    silent: list[tuple[str, str | None]] = [(n.mistake, asked.say(n.said)) for n in second.no_answer]
    silent += [(m, None) for m in second.right_by_luck]
    reference = work(problem, DEFAULT_SCHOOL).derivation
    about_one = more_or_less_than_one(problem.expr)
    return Looked(
        estimates=[shown_estimate(e, asked) for e in second.estimates],
        others=[shown_estimate(e, asked) for e in other_estimates(problem.expr)],
        about_one=asked.say(Say.of(verdicts.about_one, verdict=about_one)) if about_one else None,
        likely_wrong=[_shown_mistake(w, letter, asked, groups) for letter, w in _lettered(second)],
        form_only=[_shown_mistake(w, "", asked, {}) for w in second.form_only],
        silent=[SilentMistake(mistake=m, name=asked.named(MISTAKES[m].name), why=why) for m, why in silent],
        number_line=None if isinstance(problem.expr, (Comparison, Chain)) else _number_line(problem, second),
        checks=[_shown_check(c, asked) for c in checks_of(problem, school)],
        demands=shown_demands(demands_of(problem, reference), asked.words),
        told_apart=int(how_much_it_tells(second) * 100),
    )


def shown_demands(ids: Sequence[str], words: Words) -> list[ShownDemand]:
    return [ShownDemand(id=d, name=filled(DEMAND[d].name, words), place=place_text(DEMAND[d].place)) for d in ids]


def shown_estimate(estimate: Estimate, asked: Asked) -> ShownEstimate:
    return ShownEstimate(
        kind=estimate.kind,
        notation=asked.notation(estimate.rounded),
        value=asked.number(estimate.value),
        low=asked.number(estimate.low),
        high=asked.number(estimate.high),
    )


def _shown_mistake(wrong: LikelyWrong, letter: str, asked: Asked, groups: dict[str, list[str]]) -> ShownMistake:
    words = MISTAKES[wrong.mistake]
    same = [m for m in groups.get(text_of(wrong.answer), []) if m != wrong.mistake]
    return ShownMistake(
        mistake=wrong.mistake, name=asked.named(words.name), belief=asked.phrase(words.belief),
        shows=asked.named(words.shows), question=asked.named(words.question),
        picture=PICTURES[words.picture], source=words.source,
        met=place_text(words.met), letter=letter, answer=asked.notation(wrong.answer), caught=wrong.caught,
        like=[asked.named(MISTAKES[m].name) for m in same],
    )  # fmt: skip


def _named(mistake: str, asked: Asked) -> NamedMistake:
    words = MISTAKES[mistake]
    return NamedMistake(
        mistake=mistake,
        name=asked.named(words.name),
        belief=asked.phrase(words.belief),
        question=asked.named(words.question),
    )


def better(request: WorkRequest) -> BetterItems:
    """Nearby items that ask the same and keep more mistakes apart."""
    asked = Asked.of(request)
    found = better_numbers(asked.problem, asked.school)
    unseparated: list[Unseparated] = []
    for group in under_the_glass(asked.problem, asked.school).collisions()[:MOST_COLLISIONS]:
        near = separating(asked.problem, group[0], group[1], asked.school)
        unseparated.append(
            Unseparated(
                mistakes=[asked.named(MISTAKES[m].name) for m in group],
                separated_by=asked.notation(near.expr) if near else None,
            )
        )
    return BetterItems(
        unseparated=unseparated,
        items=[BetterItem(problem=asked.notation(b.problem.expr), told_apart=int(b.tells * 100)) for b in found],
    )


def diagnose_answer(request: AnswerRequest) -> Diagnosed:
    """A pupil's answer judged, with what may have led to it."""
    asked = Asked.of(request)
    prepared = prepare(asked.problem, asked.school, tuple(_beside(request, asked)))
    found = diagnose(
        prepared, request.answer, request.policy, request.label_required, decimal_comma=asked.words.decimal_sign == ","
    )
    if found.said is not None:
        said = asked.say(found.said)
    else:
        said = asked.say(Say.of(verdicts.verdict, verdict=found.verdict, causes=len(found.causes)))
    return Diagnosed(
        verdict=found.verdict,
        said=said,
        causes=[
            ShownCause(
                mistakes=[_named(m, asked) for m in c.mistakes],
                slips=c.slips,
                slip=asked.say(Say.of(verdicts.slip, kind=c.slip, alone=not c.mistakes, worked=c.worked))
                if c.slip
                else "",
                answer=asked.notation(c.answer),
            )
            for c in found.causes[:MOST_CAUSES]
        ],
        faults=[_named(f, asked) for f in found.faults],
    )


def _beside(request: AnswerRequest, asked: Asked) -> Iterator[Problem]:
    """The other items, without the item itself; what cannot be read is passed over."""
    for text in request.beside:
        with suppress(UnreadableProblem):
            problem = read(text, decimal_comma=asked.words.decimal_sign == ",")
            if problem.expr != asked.problem.expr:
                yield problem


def judge(request: LinesRequest) -> Judged:
    """A pupil's own lines judged, each on the one before."""
    asked = Asked.of(request)
    if isinstance(asked.problem.expr, (Comparison, Chain)):
        raise UnreadableProblem(Say.of(verdicts.lines_of_one_value), 0)
    comma = asked.words.decimal_sign == ","
    judged = judge_lines(asked.problem, tuple(request.lines), asked.school, decimal_comma=comma)
    return Judged(
        lines=[
            JudgedLineShown(
                text=j.text,
                verdict=j.verdict,
                said=asked.say(j.said)
                if j.said
                else asked.say(
                    Say.of(
                        verdicts.line_verdict,
                        verdict=j.verdict,
                        due=in_words(_due_name(j.due), asked.words),
                        run_on=j.run_on,
                    )
                ),
                causes=[_named(m, asked) for m in j.causes],
            )
            for j in judged
        ]
    )


def _due_name(goal: str) -> str:
    """What was due, in the words of the checklist."""
    return next((ACTS[r.act].name for r in RULES if r.goal == goal), "")


def wrong_beside_right(request: WrongRequest) -> Compared:
    """A wrong working beside the right one, lines that correspond level. Raises UnknownWord for no such mistake."""
    asked = Asked.of(request)
    if request.mistake not in BY_ID:
        raise UnknownWord(f"There is no mistake called {request.mistake}. Choose one from the second look.")
    right = asked.work()
    wrong = work(asked.problem, asked.school, BY_ID[request.mistake])
    return Compared(
        first=SideOfComparison(worked=shown_working(asked, right), cost=_shown_cost(right)),
        second=SideOfComparison(worked=shown_working(asked, wrong), cost=_shown_cost(wrong)),
        rows=[list(row) for row in aligned(right, wrong)],
        recommended=None,
        why=asked.named(MISTAKES[request.mistake].question),
    )


def ways(request: WorkRequest) -> Ways:
    """What every choice of every facet would cost on this problem."""
    asked = Asked.of(request)
    return Ways(facets=_facets(asked, asked.work()))


def pictures(request: WorkRequest) -> Pictures:
    """The pictures that can stand under each line."""
    asked = Asked.of(request)
    shown = [
        PicturesOfLine(
            line=found.line,
            shown=found.shown,
            pictures=[
                ShownPicture(
                    kind=p.kind, name=PICTURES[p.kind], svg=picture_svg(p, asked.say(told(p))),
                    told=asked.say(told(p)),
                )
                for p in found.pictures
            ],
            note=asked.say(found.too_fine) if found.too_fine else None,
        )
        for found in pictures_of(asked.work(request.turns))
    ]  # fmt: skip
    return Pictures(lines=shown)


def compare(request: CompareRequest) -> Compared:
    """Two schools on one problem, their lines level, with a recommendation that the teacher may ignore."""
    one = Asked(request.text, request.school, request.words)
    two = Asked(request.text, request.other, request.words)
    first, second = one.work(), two.work()
    recommended, why = recommend(first, second)
    return Compared(
        first=SideOfComparison(worked=shown_working(one, first), cost=_shown_cost(first)),
        second=SideOfComparison(worked=shown_working(two, second), cost=_shown_cost(second)),
        rows=[list(row) for row in aligned(first, second)],
        recommended=recommended,
        why=one.say(why),
    )


def _shown_cost(working: Working) -> ShownCost:
    cost = working.cost
    return ShownCost(
        lines=cost.lines, largest=str(cost.largest), large_facts=cost.large_facts, simplifies=cost.simplifies
    )


def copy_out(request: CopyRequest) -> CopiedText:
    """A working, or one line of it, as text to be pasted elsewhere: a line that asks is left out of the whole."""
    asked = Asked.of(request)
    lines = asked.work(request.turns).lines
    chosen = [lines[request.line]] if request.line is not None and request.line < len(lines) else lines
    written = [n for n in chosen if request.line is not None or not n.is_question]
    label = asked.problem.label
    match request.format:
        case "plain":
            text = "\n".join(f"{n.sign} {asked.notation(n.expr).text}".lstrip() for n in written)
        case "mathml":
            text = "\n".join(mathml(n.expr, label=label) for n in written)
        case "latex" if len(written) == 1:
            text = latex(written[0].expr, label)
        case "latex":
            first, *rest = ((SIGNS[n.sign], latex(n.expr, label)) for n in written)
            rows = [f"{first[1]} &{rest[0][0]} {rest[0][1]}", *(f"&{sign} {line}" for sign, line in rest[1:])]
            text = "\\begin{align*}\n  " + " \\\\\n  ".join(rows) + "\n\\end{align*}"
    return CopiedText(text=text)


def _shown_check(check: Check, asked: Asked) -> ShownCheck:
    reason = asked.say(check.said)
    lines = [asked.notation(n.expr) for n in check.working.lines if not n.is_question] if check.working else []
    return ShownCheck(check=check.id, reason=reason, reason_html=prose_html(reason), lines=lines)


def notation(expr: Expr, label: str = "", changed: tuple[Path, ...] = (), words: Words = DEFAULT_WORDS) -> Notation:
    aloud = f"{spoken(expr, words)} {'percent' if label == '%' else label}".strip()
    return Notation(
        text=with_decimal_sign(labelled(expr, label), words),
        mathml=with_decimal_sign(mathml(expr, changed, label=label, spoken=aloud), words),
    )


def _shown_line(line: Line, asked: Asked) -> ShownLine:
    reason = asked.say(line.said)
    return ShownLine(
        sign=line.sign,
        notation=asked.notation(line.expr, line.changed),
        rule=line.rule,
        act=line.act,
        panel=ACTS[line.act].panel,
        operation=operation_of(asked.problem.expr, line.step) if line.step else None,
        reason=reason,
        reason_html=prose_html(reason),
        side=[_shown_side(s, asked.words) for s in line.side],
        by_mistake=line.by_mistake,
        question=line.is_question,
    )


def _shown_stack(stack: Stack, working: Working, asked: Asked) -> ShownStack | None:
    """A stack with the lines that it stands for; None where none of its steps wrote a line."""
    steps = working.derivation.steps[stack.steps[0] : stack.steps[1] + 1]
    lines = [i for i, line in enumerate(working.lines) if line.step is not None and any(line.step is s for s in steps)]
    if not lines:
        return None
    if isinstance(stack, DecimalStack):
        return DecimalColumns(
            label=asked.problem.label, point=asked.words.decimal_sign, first=lines[0], last=lines[-1],
            minus=stack.minus, places=stack.places, carries=list(stack.carries),
            rows=[[_figure(f) for f in row] for row in stack.rows], result=list(stack.result),
        )  # fmt: skip
    assert isinstance(stack, FractionStack)
    sign = " − " if any(t < 0 for t in stack.tops) else " + "
    tops = f"{sign.join(str(abs(t)) for t in stack.tops)} = {sum(stack.tops)}" if len(stack.tops) > 1 else ""
    return FractionColumns(
        label=asked.problem.label,
        first=lines[0],
        last=lines[-1],
        stages=[[_stacked(n) for n in stage] for stage in stack.stages],
        results=[_stacked(stacked_number(r)) for r in stack.results],
        tops=tops,
    )


def _stacked(number: StackNumber) -> StackedNumber:
    return StackedNumber(
        minus=number.minus,
        whole=_figure(number.whole) if number.whole else None,
        top=_figure(number.top) if number.top else None,
        bottom=None if number.bottom is None else str(number.bottom),
        multiplier=number.multiplier,
    )


def _figure(figure: Figure) -> ShownFigure:
    return ShownFigure(written=list(figure.written), placeholder=figure.placeholder)


def _shown_side(side: SideWork, words: Words) -> Side:
    match side:
        case Multiples(rows, match):
            shown = [
                MultiplesRow(
                    number=number,
                    multiples=list(multiples),
                    gap=len(multiples) > 1 and multiples[-1] - multiples[-2] != number,
                )
                for number, multiples in rows
            ]
            return MultiplesSide(rows=shown, match=match)
        case Renaming(top, bottom, by):
            before, after = CommonFraction(top, bottom), CommonFraction(top * by, bottom * by)
            product = Product((Factor(before), Factor(CommonFraction(by, by))))
            text = f"{text_of(product)} = {text_of(after)}"
            markup = mathml(product).removesuffix("</math>") + "<mo>=</mo>" + mathml(after).removeprefix("<math>")
            return NotationSide(notation=Notation(text=text, mathml=markup))
        case PrimeFactors(rows, common):
            told = [f"{n} = {' × '.join(map(str, primes))}" for n, primes in rows]
            return ListSide(rows=told, ringed=str(common))
        case FactorPairs(pair_rows, ringed):
            told = [f"{n}: {', '.join(f'{a} × {b}' for a, b in pairs)}" for n, pairs in pair_rows]
            return ListSide(rows=told, ringed=str(ringed))
        case Division(dividend, divisor, quotient, remainder, rows):
            return DivisionSide(
                dividend=with_decimal_sign(dividend, words), divisor=str(divisor),
                quotient=with_decimal_sign(quotient, words), remainder=str(remainder),
                rows=[[str(n) for n in row] for row in rows],
            )  # fmt: skip
        case Calculation(text):
            return NotationSide(notation=Notation(text=text, mathml=f"<math><mtext>{text}</mtext></math>"))


def _facets(asked: Asked, working: Working) -> list[ShownFacet]:
    """Each facet with what every choice of it would cost, the other choices as they are.

    The recommendation is the choice that no other beats; the teacher may ignore it.
    """
    problem, school = asked.problem, asked.school
    shown: list[ShownFacet] = []
    for facet in FACETS:
        workings = {
            c.id: working
            if school[facet.id] == c.id
            else work(problem, school_from(FACETS, school.as_dict() | {facet.id: c.id}))
            for c in facet.choices
        }
        best, why = facet.default, ""
        for id, other in workings.items():
            recommended, reason = recommend(workings[best], other)
            if recommended == 1:
                best, why = id, asked.say(reason)
        refusals = {
            id: next((asked.say(r.why) for r in w.refused if r.facet == facet.id and r.choice == id), None)
            for id, w in workings.items()
        }
        choices = [
            ShownChoice(
                id=id,
                name=asked.phrase(facet.choice(id).name),
                about=asked.named(facet.choice(id).about),
                in_force=school[facet.id] == id,
                lines=w.cost.lines,
                largest=str(w.cost.largest),
                refused=refusals[id],
                recommended=id == best and bool(why),
            )
            for id, w in workings.items()
        ]
        written = {tuple((line.expr, line.rule) for line in w.lines) for w in workings.values()}
        shown.append(
            ShownFacet(id=facet.id, name=asked.named(facet.name), matters=len(written) > 1, why=why, choices=choices)
        )
    return shown


def school_names(school: School, words: Words) -> list[str]:
    """What a school does otherwise than the usual one."""
    return [
        filled(FACET[facet].choice(choice).name, words)
        for facet, choice in school.as_dict().items()
        if DEFAULT_SCHOOL[facet] != choice
    ]


def _lettered(second: SecondLook) -> list[tuple[str, LikelyWrong]]:
    return list(zip(ascii_uppercase, second.likely_wrong, strict=False))


def _number_line(problem: Problem, second: SecondLook) -> str:
    bands = tuple(Band(e.value, e.low, e.high) for e in second.estimates)
    wrong = tuple((letter, w.value) for letter, w in _lettered(second) if w.value is not None)
    answer = evaluate(problem.expr)
    return number_line_svg(number_line(answer, bands, wrong, decimals=only_decimals((problem.expr,))))
