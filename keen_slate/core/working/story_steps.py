"""A story's calculations one by one, each a problem and a working of its own."""

from keen_slate.core.machine.school import School
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.problem.situation import Calculation
from keen_slate.core.problem.tree import Expr, InStory
from keen_slate.core.reading.reading import Problem
from keen_slate.core.reading.story_form import Story
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, work


@frozen
class StoryStep:
    """A calculation of the plan, the state in which it begins, the problem that it is, what it comes to as the story
    reads it, and its unit."""

    calculation: Calculation
    state: InStory
    problem: Problem
    gives: Expr
    unit: str


def story_steps(problem: Problem, school: School = DEFAULT_SCHOOL) -> tuple[StoryStep, ...]:
    """The steps of a story in order, with the numbers as this school comes to them.

    >>> bag = "[n = 6 trays] [one = 2/3 l] [bag = 10 l] | groups: used = one × n; take: bag = used + left | left in l"
    >>> [text_of(step.gives) for step in story_steps(read(bag))]
    ['4', '6']
    """
    derivation = work(problem, school).derivation
    end = derivation.end
    assert isinstance(end, InStory)
    found = dict(end.found)
    steps = []
    for step in derivation.steps:
        if step.rule == "choose-calculation":
            before, after = step.before, step.after
            assert isinstance(before, InStory)
            assert isinstance(after, InStory)
            assert after.now is not None
            calculation = before.next()
            assert calculation is not None
            unit = end.situation.quantity(after.target).unit if not after.unit else after.unit
            steps.append(StoryStep(calculation, after, Problem(after.now, after.unit), found[after.target], unit))
    return tuple(steps)


def answers_of(story: Story, end: Expr, manner: Manner = USUAL_MANNER) -> list[str]:
    """The sentences that answer a story, with the numbers that a working ended with; none for a question whose number
    is not among them."""
    found = dict(end.found) if isinstance(end, InStory) else {}
    asked = story.measured.asked
    return [story.answered(i, found, manner) for i in range(len(asked)) if all(name in found for name in asked)]
