"""What the core knows, listed: schools, mistakes, aims, words."""

from collections.abc import Iterator

from keen_slate.command_line.problems import Record
from keen_slate.core.curriculum.places import place_text
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.families.listing import FAMILIES
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.saying.words import VOCABULARY, filled, in_words
from keen_slate.core.schools.listing import FACETS


def schools() -> Iterator[Record]:
    for facet in FACETS:
        yield {
            "facet": facet.id,
            "name": in_words(facet.name, USUAL_MANNER),
            "default": facet.default,
            "choices": [
                {"id": c.id, "name": filled(c.name, USUAL_MANNER), "about": in_words(c.about, USUAL_MANNER)}
                for c in facet.choices
            ],
        }


def mistakes() -> Iterator[Record]:
    for mistake in MAL_RULES:
        yield {
            "id": mistake.id,
            "kind": mistake.kind,
            "goals": list(mistake.goals),
            "every_time": mistake.every,
            "name": in_words(mistake.name, USUAL_MANNER),
            "belief": filled(mistake.belief, USUAL_MANNER),
            "shows": in_words(mistake.shows, USUAL_MANNER),
            "question": in_words(mistake.question, USUAL_MANNER),
            "picture": mistake.picture,
            "needs": list(mistake.needs),
            "met": place_text(mistake.met),
            "source": mistake.source,
        }


def aims() -> Iterator[Record]:
    for family in FAMILIES:
        yield {
            "family": family.id,
            "name": in_words(family.name, USUAL_MANNER),
            "always": sorted(family.always),
            "demands": list(family.climb),
            "pair": list(family.pair or ()),
        }
    for aim in AIMS:
        yield {
            "aim": aim.id,
            "name": in_words(aim.name, USUAL_MANNER),
            "family": aim.wishes.family,
            "can": sorted(aim.wishes.can),
            "new": list(aim.wishes.new),
        }


def words() -> Iterator[Record]:
    for name, offered in VOCABULARY.items():
        yield {"name": name, "default": offered[0], "words": list(offered)}
