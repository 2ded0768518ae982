"""The demo data: the garden club of Fernbank School (invented)."""

from keen_slate.services.line_up import new_example
from keen_slate.store import sets
from keen_slate.store.database import Database

DEMO_SETS: tuple[tuple[str, tuple[tuple[str, dict[str, str]], ...]], ...] = (
    (
        "Raised beds: boards in metres, regrouping",
        (
            ("5 5/6 - 2 1/6", {}),
            ("5 1/6 - 2 5/6", {}),
            ("9 - 3 2/5", {}),
            ("6 1/4 - 2 5/6", {}),
            ("4 3/8 - 2 2/5", {"denominators": "product"}),
            ("6 1/4 - 2 5/6", {"subtracting": "improper"}),
        ),
    ),
    (
        "Compost: barrow loads, unlike bottoms",
        (
            ("1/4 + 3/8", {}),
            ("2/3 + 1/4", {}),
            ("2 3/4 + 1 5/6", {}),
            ("1 2/3 + 3/4 + 2 1/6", {"adding": "fractions-first"}),
        ),
    ),
)


def load_demo(database: Database) -> bool:
    """Load the demo data once in the life of a database. Returns whether it was loaded now."""
    with database.transaction() as session:
        if not sets.first_time(session, "demo data loaded"):
            return False
        for name, examples in reversed(DEMO_SETS):  # the last changed comes first
            made = sets.make_set(session, name)
            for typed, school in examples:
                made = sets.add_example(session, made.id, made.revision, new_example(typed, school))
    return True
