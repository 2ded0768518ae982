"""Ways of working side by side, a wrong one beside the right one, and what each way costs."""

from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.comparing import aligned, recommend
from keen_slate.core.working.ways import WaysOfFacet, ways_of
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
    return Ways(facets=[_shown_facet(found, asked) for found in ways_of(asked.problem, asked.school)])


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


def _shown_facet(found: WaysOfFacet, asked: Asked) -> ShownFacet:
    """A facet with what every choice of it would cost. The recommendation is one that the teacher may ignore."""
    facet = found.facet
    choices = [
        ShownChoice(
            id=way.choice.id,
            name=asked.phrase(way.choice.name),
            about=asked.named(way.choice.about),
            in_force=asked.school[facet.id] == way.choice.id,
            lines=way.working.cost.lines,
            beside=way.working.cost.beside,
            largest=str(way.working.cost.largest),
            refused=next(
                (asked.say(r.why) for r in way.refused if (r.facet, r.choice) == (facet.id, way.choice.id)), None
            ),
            recommended=way.choice is found.recommended,
        )
        for way in found.ways
    ]
    why = asked.say(found.why) if found.why is not None else ""
    return ShownFacet(id=facet.id, name=asked.named(facet.name), matters=found.matters, why=why, choices=choices)
