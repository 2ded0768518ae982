"""The settings, and what they offer."""

from typing import Literal

from keen_slate.services.shapes.base import Acronym, Choices, RevisionNumber, Shape, WordChoices
from keen_slate.services.shapes.work import Policy

Organiser = Literal["fitting", "lines", "columns", "panels", "checklist"]
"""``fitting``: columns for what is stacked, lines for the rest."""


class DeskSettings(Shape):
    """What a teacher sets once: words, acronym, usual school, how answers are judged, how workings are laid out."""

    words: WordChoices = {}
    acronym: Acronym = "none"
    school: Choices = {}
    policy: Policy = "simplest-form"
    label_required: bool = False
    organiser: Organiser = "fitting"


class KeptSettings(Shape):
    revision: RevisionNumber
    settings: DeskSettings


class OfferedWord(Shape):
    name: str
    about: str
    words: list[str]


class OfferedChoice(Shape):
    id: str
    name: str
    about: str


class OfferedFacet(Shape):
    id: str
    name: str
    choices: list[OfferedChoice]


class Offered(Shape):
    """What can be chosen in the settings."""

    words: list[OfferedWord]
    facets: list[OfferedFacet]
    acronyms: list[OfferedChoice]
    policies: list[OfferedChoice]
