"""The demo data: the garden club of Fernbank School (invented)."""

from dataclasses import replace

from keen_slate.core.laddering.aims import AIM
from keen_slate.services.ladders import drawn_set
from keen_slate.services.line_up import new_example
from keen_slate.services.shapes.line_up import FadingShape, Plan, Task
from keen_slate.store import sets
from keen_slate.store.database import Database

HALF_WORKED = Task(fading=FadingShape(kind="partly", lines=2))
YOUR_TURN = Task(role="turn", fading=FadingShape(kind="bare"))

DEMO_SETS: tuple[tuple[str, tuple[tuple[str, dict[str, str], Task], ...]], ...] = (
    (
        "Raised beds: boards in metres, regrouping",
        (
            ("5 5/6 - 2 1/6", {}, Task()),
            ("5 1/6 - 2 5/6", {}, Task(role="contrast")),
            ("9 - 3 2/5", {}, Task()),
            ("6 1/4 - 2 5/6", {}, HALF_WORKED),
            ("4 3/8 - 2 2/5", {"denominators": "product"}, YOUR_TURN),
            ("6 1/4 - 2 5/6", {"subtracting": "improper"}, Task()),
        ),
    ),
    (
        "Compost: barrow loads, unlike bottoms",
        (
            ("1/4 + 3/8", {}, Task()),
            ("2/3 + 1/4", {}, Task()),
            ("2 3/4 + 1 5/6", {}, HALF_WORKED),
            ("1 2/3 + 3/4 + 2 1/6", {"adding": "fractions-first"}, YOUR_TURN),
        ),
    ),
)

DRAWN = Plan(
    family=AIM["regroup-across-zero"].wishes.family,
    can=["equal-places"],
    new=["regroup-in-columns", "regroup-across-zero"],
    count=8,
    review=2,
)


def load_demo(database: Database) -> bool:
    """Load the demo data once in the life of a database. Returns whether it was loaded now."""
    with database.transaction() as session:
        if not sets.first_time(session, "demo data loaded"):
            return False
        drawn_set(session, "Rain gauge: decimals, across zero", DRAWN)
        for name, examples in reversed(DEMO_SETS):  # the last changed comes first
            made = sets.make_set(session, name)
            for typed, school, task in examples:
                new = replace(new_example(typed, school), task=task.model_dump())
                made = sets.add_example(session, made.id, made.revision, new)
    return True
