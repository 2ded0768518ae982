"""Items made ready for diagnosis, kept by a process: losing them costs only time."""

from functools import lru_cache

from keen_slate.core.diagnosis.answers import Prepared, prepare
from keen_slate.core.machine.school import School
from keen_slate.core.reading.reading import Problem

MOST_PREPARED = 400
"""A few dozen lessons, some hundred kilobytes each."""


@lru_cache(maxsize=MOST_PREPARED)
def prepared(problem: Problem, school: School, others: tuple[Problem, ...]) -> Prepared:
    """An item with all its known wrong answers, beside the others of its set."""
    return prepare(problem, school, others)
