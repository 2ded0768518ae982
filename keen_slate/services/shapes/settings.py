"""The settings, and what they offer."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, StringConstraints

from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.machine.acts import Act
from keen_slate.services.shapes.base import Acronym, Choices, RevisionNumber, Shape, WordChoices, one_line

Organiser = Literal["fitting", "lines", "columns", "panels", "checklist"]
"""``fitting``: columns for what is stacked, lines for the rest."""


StepName = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), AfterValidator(one_line)
]


class DeskSettings(Shape):
    """What a teacher sets once: words, acronym, usual school, how answers are judged, how workings are laid out, and
    the steps of the checklist by their own names. ``place_only``: only what stands in the answer's place counts;
    ``marking_note`` is what the school's marking policy says; answers of pupils are kept for ``keep_days``."""

    words: WordChoices = {}
    acronym: Acronym = "none"
    school: Choices = {}
    policy: Policy = "simplest-form"
    label_required: bool = False
    place_only: bool = True
    marking_note: Annotated[str, StringConstraints(max_length=400)] = ""
    keep_days: Annotated[int, Field(ge=7, le=2000)] = 400
    organiser: Organiser = "fitting"
    steps: Annotated[dict[Act, StepName], Field(max_length=40)] = {}


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
