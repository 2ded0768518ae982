"""A school that asks no questions, for tests that look at its lines and strokes."""

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.schools.listing import FACETS


def by(**choices: str) -> School:
    """The usual school but for these choices; a facet's dashes may be written as underscores."""
    return school_from(FACETS, {"questions": "unasked", **{k.replace("_", "-"): v for k, v in choices.items()}})
