"""Where in a right derivation a mistake finds an occasion."""

from collections.abc import Iterable

from keen_slate.core.machine.engine import Derivation, Impasse, Machine, MalRule, Step, strike
from keen_slate.core.machine.goals import ON_PAPER, GoalId
from keen_slate.core.values import frozen


@frozen
class Occasion:
    """Where a mistake is first made: after so many right steps, and what the pupil does then."""

    mistake: MalRule
    right: Derivation
    steps: int
    struck: Step | Impasse


class Listening:
    """The mistakes by the goals at which they strike."""

    def __init__(self, mistakes: Iterable[MalRule]) -> None:
        self.at: dict[GoalId, list[MalRule]] = {}
        self.on_paper: list[MalRule] = []
        for mistake in mistakes:
            for goal in mistake.goals:
                self.at.setdefault(goal, []).append(mistake)
            if not ON_PAPER.isdisjoint(mistake.goals):
                self.on_paper.append(mistake)


def first_occasions(machine: Machine, right: Derivation, listening: Listening) -> dict[str, Occasion]:
    """Where in a right derivation each mistake is first made, by its id; those that find no occasion are left out.

    At each step the goals are tried from the outermost on, then the calculation on paper that the step owns.
    """
    found: dict[str, Occasion] = {}
    for index, due in enumerate(machine.due(right)):
        for depth, goal in enumerate(due.goals):
            for mistake in listening.at.get(goal.id, ()):
                if mistake.id not in found:
                    struck = strike(mistake, due, depth, right.school)
                    if struck is not None:
                        found[mistake.id] = Occasion(mistake, right, index, struck)
        if due.owned is not None:
            for mistake in listening.on_paper:
                if mistake.id not in found:
                    struck = machine.strike_beside(mistake, due, right.school)
                    if struck is not None:
                        found[mistake.id] = Occasion(mistake, right, index, struck)
    return found


def with_mistake(machine: Machine, right: Derivation, mistake: MalRule) -> Derivation | None:
    """The derivation in which the mistake is made; None where it finds no occasion."""
    occasion = first_occasions(machine, right, Listening((mistake,))).get(mistake.id)
    return gone_astray(machine, occasion) if occasion is not None else None


def gone_astray(machine: Machine, occasion: Occasion) -> Derivation:
    """The derivation in which the mistake is made there, sharing what comes before it."""
    right, struck = occasion.right, occasion.struck
    if isinstance(struck, Impasse):
        return Derivation(right.start, right.school, right.steps[: occasion.steps], struck)
    return machine.go_on(right, occasion.steps, struck, occasion.mistake)
