"""What a teacher sets once: words, acronym, usual school, answer policy, organiser."""

from keen_slate.core.machine.school import school_from
from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.names import ACRONYM_NAMES, POLICY_NAMES, WORD_NAMES
from keen_slate.core.saying.words import VOCABULARY, filled, in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.services.shapes.settings import (
    DeskSettings,
    KeptSettings,
    Offered,
    OfferedChoice,
    OfferedFacet,
    OfferedWord,
)
from keen_slate.services.work.asked import chosen_words
from keen_slate.store import settings
from keen_slate.store.database import Belongings


class Settings:
    """The settings of the desk. A change names the revision it was made on; ChangedMeanwhile where it has moved on."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def read(self) -> KeptSettings:
        with self.database.transaction() as session:
            revision, content = settings.read(session)
        return KeptSettings(revision=revision, settings=DeskSettings.model_validate(content))

    def offered(self) -> Offered:
        """What can be chosen."""
        with self.database.transaction() as session:
            _, content = settings.read(session)
        return _offered(chosen_words(content.get("words", {})))

    def change(self, asked: KeptSettings) -> KeptSettings:
        """Raises UnknownWord and UnknownChoice as well."""
        chosen_words(asked.settings.words)
        school_from(FACETS, asked.settings.school)
        with self.database.transaction() as session:
            revision = settings.change(session, asked.revision, asked.settings.model_dump())
        return KeptSettings(revision=revision, settings=asked.settings)


def _offered(words: Manner) -> Offered:
    """All that the settings offer, read from the lists of the core, in the teacher's words."""
    return Offered(
        words=[OfferedWord(name=n, about=WORD_NAMES[n], words=list(w)) for n, w in VOCABULARY.items()],
        facets=[
            OfferedFacet(
                id=f.id,
                name=in_words(f.name, words),
                choices=[
                    OfferedChoice(
                        id=c.id,
                        name=filled(c.name, words),
                        about=in_words(c.about, words),
                    )
                    for c in f.choices
                ],
            )
            for f in FACETS
        ],
        acronyms=[OfferedChoice(id=i, name=name, about=about) for i, (name, about) in ACRONYM_NAMES.items()],
        policies=[
            OfferedChoice(id=i, name=filled(name, words), about=about) for i, (name, about) in POLICY_NAMES.items()
        ],
    )
