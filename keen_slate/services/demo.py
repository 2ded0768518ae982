"""The demo data: the garden club of Fernbank School (invented)."""

from dataclasses import replace
from datetime import date, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.laddering.aims import AIM
from keen_slate.core.marking.simulated import Rehearsed, code_of, simulated
from keen_slate.core.stories.library import BY_ID
from keen_slate.services.ladders import drawn_set
from keen_slate.services.line_up import new_example
from keen_slate.services.mark.opened import Opened
from keen_slate.services.shapes.line_up import FadingShape, Plan, Task
from keen_slate.services.shapes.marking import PolicyShape, TypedCell
from keen_slate.store import classes, record, rounds, sets, teachers
from keen_slate.store.classes import WantedPupil
from keen_slate.store.database import Database, act_as
from keen_slate.store.rounds import NewRound

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


CLASSES = (("5 Birch", "year 5", 0, "rowan"), ("5 Rowan", "year 5", 12, "birch"))
"""Each with the place of its first code name among those of invented pupils, and the seed of its answers."""


def _load_classes(session: Session, marked_sets: list[UUID], today: date) -> None:
    """Two invented classes: one round whole, one half marked, and a fortnight of records."""
    for (name, year, first, seed), set_id, half in zip(CLASSES, marked_sets, (False, True), strict=True):
        codes = [WantedPupil(code_of(first + i), ("moss", "stone")[i % 2]) for i in range(PUPILS)]
        made = classes.make_class(session, name, year, codes, invented=True)
        found = sets.open_set(session, set_id)
        items = [{"problem": e.problem, "school": e.school} for e in found.examples]
        held = today - timedelta(days=1 if half else 6)
        new = NewRound(made.id, set_id, found.name, held, items, PolicyShape().model_dump(), {})
        opened = Opened(session, rounds.make_round(session, new))
        ready = tuple(Rehearsed(v["A"].item.prepared, v["A"].school) for v in opened.items)
        drawn = simulated(ready, PUPILS, seed)
        cells = [
            TypedCell(pupil=pupil.id, item=item, answer=written.answer, lines=list(written.lines))
            for row, (pupil, invented) in enumerate(zip(made.pupils, drawn, strict=True))
            for item, written in enumerate(invented.answers)
            if not half or item < len(items) // 2 or (item == len(items) // 2 and row < PUPILS // 3)
        ]
        opened.put(cells)
        record.note(session, held, "marked", round_id=opened.row.id, set_id=set_id, class_id=made.id)
        away = {str(p.id): {"absent": True} for p, d in zip(made.pupils, drawn, strict=True) if not d.answers}
        rounds.keep_aside(session, opened.row.id, papers=away)
        Opened.of(session, opened.row.id).judged(None)
        for days, kind, about, counts in RECORDED:
            if half == (days % 2 == 0):
                record.note(
                    session, today - timedelta(days=days), kind, about, set_id=set_id, class_id=made.id, counts=counts
                )  # fmt: skip


PUPILS = 28
RECORDED: tuple[tuple[int, str, str, dict[str, int]], ...] = (
    (13, "lined-up", "", {}),
    (12, "lined-up", "", {}),
    (11, "shown", "The first two together, on the board.", {"had": 17, "of": 27}),
    (10, "shown", "", {"had": 20, "of": 28}),
    (9, "homework", "Items 3 and 4.", {}),
    (8, "printed", "", {}),
    (7, "spoken", "Bottoms: why eighths and sixths need twenty-fourths.", {}),
    (5, "note", "Start the next lesson with a whole opened up.", {}),
    (4, "homework", "Two sums with a whole to carry.", {}),
    (3, "printed", "", {}),
    (2, "spoken", "Who had the estimate first, and who the sum.", {}),
)
"""A fortnight of records: days ago, what was done, the note, how many had it."""


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
        for set_id in made:
            sets.open_set(session, set_id).sample = True
        _load_classes(session, [made[-1], made[-2]], date.today())
        for set_id in made if school else ():
            sets.share(session, set_id, readers=(), shelved=True)
    return True
