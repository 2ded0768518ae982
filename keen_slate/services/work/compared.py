"""Ways of working side by side, a wrong one beside the right one, and what each way costs."""

from keen_slate.core.machine.school import school_from
from keen_slate.core.machine.side_work import PrimeFactors, SetOut, SideWork
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.boards.listing import board_beside, boards_of
from keen_slate.core.working.comparing import aligned, recommend
from keen_slate.core.working.work import Working, work
from keen_slate.faults import UnknownWord
from keen_slate.render.prose import prose_html
from keen_slate.services.shapes.work import (
    Compared,
    CompareRequest,
    ShownChoice,
    ShownCost,
    ShownFacet,
    SideOfComparison,
    Ways,
    WorkRequest,
    WrongRequest,
)
from keen_slate.services.work.asked import Asked
from keen_slate.services.work.shown import shown_working


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
        why_html=prose_html(asked.unsettled(BY_ID[request.mistake], wrong.answer), asked.words),
    )


def ways(request: WorkRequest) -> Ways:
    """What every choice of every facet would cost on this problem."""
    asked = Asked.of(request)
    return Ways(facets=_facets(asked, asked.work()))


def compare(request: CompareRequest) -> Compared:
    """Two schools on one problem, their lines level, with a recommendation that the teacher may ignore."""
    one = Asked.read(request.text, request.school, request.words)
    two = Asked(one.problem, school_from(FACETS, request.other), one.words)
    first, second = one.work(), two.work()
    recommended, why = recommend(first, second)
    return Compared(
        first=SideOfComparison(worked=shown_working(one, first), cost=_shown_cost(first)),
        second=SideOfComparison(worked=shown_working(two, second), cost=_shown_cost(second)),
        rows=[list(row) for row in aligned(first, second)],
        recommended=recommended,
        why_html=prose_html(one.say(why), one.words),
    )


def _shown_cost(working: Working) -> ShownCost:
    cost = working.cost
    return ShownCost(
        lines=cost.lines,
        beside=cost.beside,
        largest=str(cost.largest),
        large_facts=cost.large_facts,
        simplifies=cost.simplifies,
    )


def _facets(asked: Asked, working: Working) -> list[ShownFacet]:
    """Each facet with what every choice of it would cost, the other choices as they are.

    The recommendation is the choice that no other beats; the teacher may ignore it.
    """
    problem, school = asked.problem, asked.school
    shown: list[ShownFacet] = []
    seen = _as_seen(working)
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
                beside=w.cost.beside,
                largest=str(w.cost.largest),
                refused=refusals[id],
                recommended=id == best and bool(why),
            )
            for id, w in workings.items()
        ]
        matters = any(_as_seen(w) != seen for w in workings.values() if w is not working)
        shown.append(ShownFacet(id=facet.id, name=asked.named(facet.name), matters=matters, why=why, choices=choices))
    return shown


def _as_seen(working: Working) -> tuple[object, ...]:
    """What is written, why, and what stands beside it: where all that is the same, a choice makes no difference."""
    school = working.derivation.school

    def drawn(side: SideWork) -> object:
        return board_beside(side, school, 0).strokes if isinstance(side, (SetOut, PrimeFactors)) else side

    lines = tuple((line.expr, line.said, tuple(drawn(s) for s in line.side)) for line in working.lines)
    return lines, tuple(board.strokes for board in boards_of(working.derivation, ""))
