"""A choice question: the right answer among those that mistakes lead to."""

from collections.abc import Sequence

from keen_slate.core.diagnosis.second_look import SecondLook
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Chain, Comparison, Expr, InStory, NoOneValue, evaluate
from keen_slate.core.values import frozen

MOST_CHOICES = 5
"""Answers to choose from: the right one and four wrong ones."""


@frozen
class Choice:
    """One answer to choose; ``mistake`` leads to it, and is empty for the right one."""

    answer: Expr
    mistake: str = ""


def choices(problem: Expr, right: Expr, second: SecondLook, ticked: Sequence[str] = ()) -> tuple[Choice, ...]:
    """The right answer and those of the mistakes that were ticked, or else of the likeliest; each answer once, the
    smaller first, as a key should not be found by its place (item-writing practice, no source). Empty where an answer
    is no one thing to choose, and where no mistake gives another answer.
    """
    if isinstance(problem, Chain) or (isinstance(problem, InStory) and len(problem.situation.asked) > 1):
        return ()
    wanted = [w for m in ticked for w in second.likely_wrong if w.mistake == m] or list(second.likely_wrong)
    found = {text_of(right): Choice(right)}
    for wrong in wanted:
        if len(found) < MOST_CHOICES:
            found.setdefault(text_of(wrong.answer), Choice(wrong.answer, wrong.mistake))
    if len(found) == 1:
        return ()
    made = list(found.values())
    if not isinstance(problem, Comparison):
        try:
            made.sort(key=lambda choice: evaluate(choice.answer))
        except NoOneValue:
            return tuple(made)
    return tuple(made)
