"""What makes a story harder than its calculations: that it is one, its steps, its table, its units, what is left."""

from keen_slate.core.machine.engine import Derivation
from keen_slate.core.problem.situation import plan_of
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem


def as_story(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, InStory)


def several_steps(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, InStory) and len(plan_of(problem.expr.situation)) > 1


def several_questions(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, InStory) and len(problem.expr.situation.asked) > 1


def from_a_table(problem: Problem, work: Derivation) -> bool:
    return problem.story is not None and problem.story.has_table


def units_converted(problem: Problem, work: Derivation) -> bool:
    return isinstance(problem.expr, InStory) and any(
        c.relation.kind == "convert" for c in plan_of(problem.expr.situation)
    )


def remainder_to_read(problem: Problem, work: Derivation) -> bool:
    """A number of whole ones does not come out even."""
    return any(step.rule == "read-remainder" and step.said is not None for step in work.steps)


def larger_told_second(problem: Problem, work: Derivation) -> bool:
    """What something is taken from stands behind it in the text."""
    if not isinstance(problem.expr, InStory):
        return False
    given = [q.name for q in problem.expr.situation.quantities if q.given is not None]
    return any(
        c.operation == "take" and all(n in given for n in c.of) and given.index(c.of[0]) > given.index(c.of[1])
        for c in plan_of(problem.expr.situation)
    )


def more_than_needed(problem: Problem, work: Derivation) -> bool:
    """A number of the text is not needed."""
    if not isinstance(problem.expr, InStory):
        return False
    used = {n for c in plan_of(problem.expr.situation) for n in c.of}
    return any(q.given is not None and q.name not in used for q in problem.expr.situation.quantities)
