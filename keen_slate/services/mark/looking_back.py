"""The Look back place: what a round shows of a class, what comes next, and what was taught."""

from datetime import date
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import BY_ID, MISTAKES
from keen_slate.core.marking.class_picture import ClassPicture, class_picture
from keen_slate.core.marking.methods import METHODS
from keen_slate.core.marking.revealing import others_like, revealing, reveals
from keen_slate.core.reading.reading import Problem
from keen_slate.core.saying.say import say
from keen_slate.core.saying.words import in_words
from keen_slate.faults import NotPossible
from keen_slate.services.line_up import kept, read_again, understood
from keen_slate.services.mark.opened import Opened, settings_of
from keen_slate.services.mark.remembered import Remembered
from keen_slate.services.printing import Printing, Sheet
from keen_slate.services.shapes.line_up import FadingShape, Task
from keen_slate.services.shapes.marking import (
    ClassPictureShape,
    Counts,
    DemandOverTime,
    Entry,
    EntryChange,
    MethodTotal,
    NewEntry,
    NextRequest,
    NextSet,
    NextSets,
    OverTime,
    PictureGroup,
    PictureItem,
    PictureRow,
    Record,
    RecordAsked,
    SheetsRequest,
)
from keen_slate.services.shapes.printing import PrintJob, PrintRequest
from keen_slate.services.work.asked import chosen_words, notation
from keen_slate.store import classes, record, rounds, sets
from keen_slate.store.database import Belongings

SHARED_BY = 2
"""From so many pupils on a mistake is shared."""

REVEALING = 6
"""Items that are made to reveal a mistake."""

TURN = Task(role="turn", fading=FadingShape(kind="bare"))


PICTURES: Remembered[ClassPictureShape | None] = Remembered()


class LookingBack:
    """Raises NotFound for what is gone."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    # The class picture

    def picture(self, round_id: UUID) -> ClassPictureShape:
        """What a round shows of the class; what is not judged yet is judged first."""
        if (ready := self.ready_picture(round_id)) is not None:
            return ready
        with self.database.transaction() as session:
            opened = Opened(session, rounds.hold(session, round_id))
            opened.judged(None)
            opened.learn_all_reaches()
            return _shown(opened, class_picture(opened.grid(), opened.reaches()))

    def ready_picture(self, round_id: UUID) -> ClassPictureShape | None:
        """The same; None where an item has to be made ready for it."""
        with self.database.transaction() as session:
            stamp = rounds.stamp_of(session, round_id)
            return PICTURES.shown(round_id, stamp, lambda: _ready(Opened.of(session, round_id)))

    # What comes next

    def next_sets(self, round_id: UUID, asked: NextRequest) -> NextSets:
        """For each mistake a set: an example, its wrong working, and items that reveal it as the pupils' turn. Without
        any named, for every mistake that pupils share. Raises NotPossible where none is shared or known."""
        with self.database.transaction() as session:
            opened = Opened.of(session, round_id)
            picture = class_picture(opened.grid(), opened.reaches())
            wanted = asked.mistakes or [m for m, pupils in picture.groups if len(pupils) >= SHARED_BY]
            if not wanted:
                raise NotPossible("No mistake is shared by two pupils of this round. Choose one in the picture.")
            if unknown := [m for m in wanted if m not in MISTAKES]:
                raise NotPossible(f"I know no mistake “{unknown[0]}”.")
            made: list[NextSet] = []
            said: list[str] = []
            for mistake in wanted:
                name = in_words(MISTAKES[mistake].name, opened.words)
                pupils = _who(opened, picture, mistake)
                found = self._set_for(session, opened, mistake, name, said)
                if found is not None:
                    set_id, items = found
                    made.append(NextSet(mistake=mistake, name=name, set_id=set_id, items=items, pupils=pupils))
            return NextSets(made=made, said=said)

    def _set_for(
        self, session: Session, opened: Opened, mistake: str, name: str, said: list[str]
    ) -> tuple[UUID, int] | None:
        versions = [item["A"] for item in opened.items]
        problems = [(read_again(v.problem), v.school) for v in versions]
        school = problems[0][1]
        if mistake not in BY_ID or BY_ID[mistake].kind == "form":
            like = _asking_for_form(opened, mistake, problems)
            fresh = others_like(tuple(like), school, REVEALING, f"next/{mistake}")
            example = like[0] if like else None
        else:
            shows = [p for p, s in problems if reveals(p, mistake, s)]
            like = shows or [p for p, s in problems if mistake in opened.calls_up(p, s)]
            fresh = revealing(tuple(like), mistake, school, REVEALING, f"next/{mistake}") if like else ()
            example = shows[0] if shows else like[0] if like else None
        if example is None:
            said.append(f"{name}: no item of this round can show it, so there is nothing to begin from.")
            return None
        if len(fresh) < REVEALING:
            said.append(f"{name}: {len(fresh)} items that reveal it were found, not {REVEALING}.")
        made = sets.make_set(session, f"Next, {opened.of_class.name}: {name}"[:120])
        choices = school.as_dict()
        wrong = mistake if mistake in BY_ID and BY_ID[mistake].kind != "form" else ""
        new = [kept(example, example.text(), choices, task=Task(mistake=wrong))]
        if wrong:
            new.append(kept(example, example.text(), choices, task=Task(role="find", mistake=mistake)))
        new += [kept(item, item.text(), choices, task=TURN) for item in fresh]
        sets.rearrange(session, made.id, made.revision, new)
        today = date.today()
        record.note(
            session, today, "lined-up", f"For those who may share: {name}.", set_id=made.id, class_id=opened.of_class.id
        )
        return made.id, len(new)

    def sheets(self, round_id: UUID, asked: SheetsRequest) -> PrintJob:
        """One PDF with a page for each pupil: the items of the set that was made for the pupil's group."""
        with self.database.transaction() as session:
            opened = Opened.of(session, round_id)
            codes = {p.code for p in opened.of_class.pupils}
            strangers = [code for group in asked.groups for code in group.pupils if code not in codes]
            if strangers:
                raise NotPossible(f"There is no pupil “{strangers[0]}” in {opened.of_class.name}.")
        request = PrintRequest(kind="as-set", name_line=False, pictures=asked.pictures)
        sheets = [Sheet(set_id=g.set_id, codes=g.pupils) for g in asked.groups]
        return Printing(self.database).begin_sheets(sheets, request)

    # The record

    def read(self, asked: RecordAsked) -> Record:
        with self.database.transaction() as session:
            return Record(
                entries=[_entry(line) for line in record.read(session, asked.since, asked.until, asked.class_id)]
            )

    def note(self, asked: NewEntry) -> Entry:
        """Write an entry; that a set was shown, without a count, is one entry a day."""
        with self.database.transaction() as session:
            if asked.class_id is not None:
                classes.open_class(session, asked.class_id)
            if asked.set_id is not None:
                sets.open_set(session, asked.set_id, shared=True)
            counts = asked.counts.model_dump() if asked.counts else {}
            write = record.note_once if asked.kind == "shown" and not counts else record.note
            made = write(
                session, asked.on_day, asked.kind, asked.about, set_id=asked.set_id, class_id=asked.class_id,
                counts=counts,
            )  # fmt: skip
            found = record.read(session, asked.on_day, asked.on_day)
            return _entry(next(line for line in found if line[0].id == made.id))

    def change(self, entry_id: UUID, asked: EntryChange) -> None:
        with self.database.transaction() as session:
            if asked.class_id is not None:
                classes.open_class(session, asked.class_id)
            record.change(session, entry_id, asked.about, asked.class_id)

    def erase(self, entry_id: UUID) -> None:
        with self.database.transaction() as session:
            record.erase(session, entry_id)

    def over_time(self, class_id: UUID) -> OverTime:
        """How the answers of a class went, week by week, by what the items demand."""
        with self.database.transaction() as session:
            words = chosen_words(settings_of(session).words)
            counted = rounds.right_by_week(session, class_id)
        mondays = sorted({monday for monday, *_ in counted})
        place = {monday: at for at, monday in enumerate(mondays)}
        found: dict[str, DemandOverTime] = {}
        for monday, problem, right, of in counted:
            for demand in understood(problem)[1]:
                row = found.get(demand)
                if row is None:
                    name, none = in_words(DEMAND[demand].name, words), [0] * len(mondays)
                    row = found[demand] = DemandOverTime(demand=demand, name=name, right=none, of=none.copy())
                row.right[place[monday]] += right
                row.of[place[monday]] += of
        return OverTime(class_id=class_id, mondays=mondays, demands=[found[d] for d in DEMAND if d in found])


def _asking_for_form(opened: Opened, mistake: str, problems: list[tuple[Problem, School]]) -> list[Problem]:
    """The items at which a fault of form was made."""
    places = {a.item for a in opened.answers.values() if mistake in opened.seen(a)[0][1]}
    return [problems[place][0] for place in sorted(places)]


def _who(opened: Opened, picture: ClassPicture, mistake: str) -> list[str]:
    group = next((pupils for m, pupils in picture.groups if m == mistake), None)
    row = next((r for r in picture.rows if r.mistake == mistake), None)
    places = group or (tuple(row.shown) if row is not None else ())
    return [opened.of_class.pupils[p].code for p in places]


def _ready(opened: Opened) -> ClassPictureShape | None:
    """The picture of a round, None where an item has to be made ready for it."""
    if opened.unjudged() or not opened.reaches_known:
        return None
    return _shown(opened, class_picture(opened.grid(), opened.reaches()))


def _shown(opened: Opened, picture: ClassPicture) -> ClassPictureShape:
    pupils = opened.of_class.pupils
    words = opened.words

    def named(by_pupil: dict[int, tuple[int, ...]]) -> dict[str, list[int]]:
        return {pupils[p].code: [i + 1 for i in items] for p, items in by_pupil.items()}

    totals, points_of = opened.method_totals(), opened.points_of_items()
    return ClassPictureShape(
        round_id=opened.row.id,
        round_name=opened.row.name,
        class_name=opened.of_class.name,
        invented=opened.of_class.invented,
        held_on=opened.row.held_on,
        sentence=say(picture.sentence, words),
        pupils=opened.pupils(),
        points={pupil.code: points for pupil, points in zip(pupils, picture.points, strict=True)},
        of=sum(item["A"].scheme_now.total for item in opened.items),
        rows=[
            PictureRow(
                mistake=row.mistake,
                letter=opened.letter_of(row.mistake),
                name=in_words(MISTAKES[row.mistake].name, words),
                belief=in_words(MISTAKES[row.mistake].belief, words),
                question=in_words(MISTAKES[row.mistake].question, words),
                shown=named(row.shown),
                open=named(row.open),
            )
            for row in picture.rows
        ],
        items=[
            PictureItem(
                number=place + 1,
                problem=notation(read_again(item["A"].problem).expr, words),
                outcomes={str(s): n for s, n in picture.outcomes[place].items()},
                points=points_of[place],
                of=item["A"].scheme_now.total * sum(
                    count for status, count in picture.outcomes[place].items() if status != "absent"
                ),
            )
            for place, item in enumerate(opened.items)
        ],
        methods=[
            MethodTotal(method=m, name=in_words(METHODS[m], words), points=points, of=of)
            for m, (points, of) in totals.items()
        ],
        never=[in_words(MISTAKES[m].name, words) for m in picture.never],
        sit_with=[pupils[p].code for p in picture.sit_with],
        groups=[
            PictureGroup(mistake=m, name=in_words(MISTAKES[m].name, words), pupils=[pupils[p].code for p in group])
            for m, group in picture.groups
        ],
    )  # fmt: skip


def _entry(line: record.Line) -> Entry:
    entry, class_name, set_name, round_name = line
    return Entry(
        id=entry.id,
        on_day=entry.on_day,
        kind=entry.kind,  # type: ignore[arg-type]
        about=entry.about,
        set_id=entry.set_id,
        set_name=set_name or "",
        class_id=entry.class_id,
        class_name=class_name or "",
        round_id=entry.round_id,
        round_name=round_name or "",
        counts=Counts.model_validate(entry.counts) if entry.counts else None,
    )
