"""The demo data: the garden club of Fernbank School (invented)."""

from dataclasses import replace

from keen_slate.core.laddering.aims import AIM
from keen_slate.core.stories.library import BY_ID
from keen_slate.services.ladders import drawn_set
from keen_slate.services.line_up import new_example
from keen_slate.services.shapes.line_up import FadingShape, Plan, Task
from keen_slate.store import sets, teachers
from keen_slate.store.database import Database, act_as

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
    (
        "Told in the garden: one step, two steps, a table",
        (
            (BY_ID["two-beds"].form, {}, Task()),
            (BY_ID["longer-bed"].form, {}, Task()),
            (BY_ID["both-beds"].form, {}, Task()),
            (BY_ID["stock"].form, {}, Task()),
            (BY_ID["seedlings"].form, {}, YOUR_TURN),
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


def load_demo(database: Database, *, school: bool = False) -> bool:
    """Load the demo data once in the life of a database: on one's own desk as one's own, in a school as those of the
    demo teacher, on the shelf. Returns whether it was loaded now."""
    with database.transaction(teachers.DESK) as session:
        if not sets.first_time(session, "demo data loaded"):
            return False
        if school:
            act_as(session, teachers.add_teacher(session, teachers.DEMO).id)
        made = [drawn_set(session, "Rain gauge: decimals, across zero", DRAWN).id]
        for name, examples in reversed(DEMO_SETS):  # the last changed comes first
            new_set = sets.make_set(session, name)
            made.append(new_set.id)
            for typed, school_of, task in examples:
                new = replace(new_example(typed, school_of), task=task.model_dump())
                new_set = sets.add_example(session, new_set.id, new_set.revision, new)
        for set_id in made if school else ():
            sets.share(session, set_id, readers=(), shelved=True)
    return True
