"""Stories to begin with: those that a teacher keeps in sets, and those that ship."""

from functools import lru_cache

from sqlalchemy.orm import Session

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.units import ANY_UNIT
from keen_slate.core.problem.situation import plan_of
from keen_slate.core.reading.reading import read
from keen_slate.core.reading.story_form import Story
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.stories.library import LIBRARY
from keen_slate.services.shapes.stories import LibraryEntry, LibraryList, LibraryRequest
from keen_slate.services.work.asked import chosen_words
from keen_slate.store import sets
from keen_slate.store.database import Belongings

MOST_OWN = 60
"""Stories of the teacher's own that stand on the shelf, the last kept first."""

TITLE_WORDS = 6


class StoryShelf:
    """The stories of one teacher's desk."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def stories(self, request: LibraryRequest) -> LibraryList:
        """The teacher's own, then those that ship."""
        manner = chosen_words(request.words)
        with self.database.transaction() as session:
            own = own_stories(session)
        entries = [
            _entry(f"own-{n}", _beginning(story, manner), story, manner, own=True) for n, story in enumerate(own)
        ]
        entries += [_entry(story.id, story.title, story.story, manner, own=False) for story in LIBRARY]
        return LibraryList(stories=entries)


def own_stories(session: Session) -> tuple[Story, ...]:
    """The stories in a teacher's sets, each text once, without those that ship."""
    shipped = {entry.story.told for entry in LIBRARY}
    found: dict[object, Story] = {}
    for text in sets.stories_in_sets(session):
        story = _story_of(text)
        if story is not None and story.told not in shipped:
            found.setdefault(story.told, story)
        if len(found) == MOST_OWN:
            break
    return tuple(found.values())


@lru_cache(maxsize=4096)
def _story_of(form: str) -> Story | None:
    return read(form, units=frozenset({ANY_UNIT})).story


def _beginning(story: Story, manner: Manner) -> str:
    words = story.text(manner).split()
    return " ".join(words[:TITLE_WORDS]) + (" …" if len(words) > TITLE_WORDS else "")


def _entry(id: str, title: str, story: Story, manner: Manner, *, own: bool) -> LibraryEntry:
    plan = plan_of(story.measured)
    return LibraryEntry(
        id=id,
        title=title,
        form=story.form(manner),
        text=story.text(manner),
        kinds=list(dict.fromkeys(STORY_KINDS[c.relation.kind].name for c in plan)),
        steps=len(plan),
        table=story.has_table,
        own=own,
    )
