"""The stories that ship, from ``library.txt``: every kind of situation, one to four steps, tables."""

from dataclasses import dataclass
from functools import cached_property
from pathlib import Path

from keen_slate.core.problem.situation import plan_of
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.reading.story_form import Story


@dataclass(frozen=True)
class LibraryStory:
    """A story by its id, its title in a list, and its one-line form."""

    id: str
    title: str
    form: str

    @cached_property
    def problem(self) -> Problem:
        return read(self.form)

    @property
    def story(self) -> Story:
        story = self.problem.story
        assert story is not None
        return story

    @property
    def kinds(self) -> tuple[str, ...]:
        """The kinds of its relations, each once."""
        return tuple(dict.fromkeys(r.kind for r in self.story.measured.relations))

    @property
    def steps(self) -> int:
        return len(plan_of(self.story.measured))

    @property
    def has_table(self) -> bool:
        return self.story.has_table


def _stories() -> tuple[LibraryStory, ...]:
    text = (Path(__file__).parent / "library.txt").read_text(encoding="utf-8")
    found = []
    for paragraph in text.split("\n\n"):
        lines = [line for line in paragraph.splitlines() if not line.startswith("#")]
        if lines:
            id, _, title = lines[0].partition(": ")
            found.append(LibraryStory(id, title, " ".join(lines[1:])))
    return tuple(found)


LIBRARY = _stories()
BY_ID = {story.id: story for story in LIBRARY}
