"""What is understood of a text while it is typed: a problem, a story, or why it cannot be read."""

from collections.abc import Mapping

from keen_slate.core.reading.reading import UnreadableProblem
from keen_slate.core.saying.say import say
from keen_slate.services.shapes.stories import StoryRequest
from keen_slate.services.shapes.work import Understood
from keen_slate.services.work.asked import (
    as_typed_notation,
    asked_in_words,
    chosen_words,
    read_in_words,
    unreadable,
)
from keen_slate.services.work.stories import read_story, told_early


def preview(text: str, words: Mapping[str, str]) -> Understood:
    """What is understood of a text while it is typed."""
    manner = chosen_words(words)
    try:
        problem = read_in_words(text, manner)
    except UnreadableProblem as fault:
        if told_early(text, words):
            story = read_story(StoryRequest(text=text, words=dict(words)))
            return Understood(problem=None, asked="", notes=[], unreadable=None, story=story)
        return Understood(problem=None, asked="", notes=[], unreadable=unreadable(fault))
    if problem.story is not None:
        story = read_story(StoryRequest(text=text, words=dict(words)))
        return Understood(problem=None, asked="", notes=[], unreadable=None, story=story)
    return Understood(
        problem=as_typed_notation(problem, manner),
        asked=asked_in_words(problem),
        notes=[say(n, manner) for n in problem.notes],
        unreadable=None,
    )
