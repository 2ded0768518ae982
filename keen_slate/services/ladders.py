"""The Line up place: aims, ladders, and what is done to their rungs."""

from dataclasses import fields
from datetime import date
from functools import lru_cache
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.changing import contrast, one_step, other_operation, twin
from keen_slate.core.laddering.families.listing import FAMILIES, FAMILY, family_of
from keen_slate.core.laddering.ladder import Contradiction, Rung, Wishes, kinds_told, ladder
from keen_slate.core.laddering.limits import Limits
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.reading.reading import Problem
from keen_slate.core.saying import drawing, lining_up
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.stories.around import ANY
from keen_slate.faults import NotFound, NotPossible
from keen_slate.services.line_up import called_in, changed, chosen_words_of, kept, shown_example, understood
from keen_slate.services.shapes.line_up import (
    Aims,
    FadingShape,
    Glance,
    GlanceDemand,
    GlanceMistake,
    LimitsShape,
    OfferedFamily,
    OfferedStory,
    Plan,
    SetChange,
    ShownAim,
    ShownExample,
    Task,
)
from keen_slate.services.story_shelf import own_stories
from keen_slate.services.work.asked import read_in_words
from keen_slate.services.work.shown import shown_demands
from keen_slate.store import aims, record, sets, settings
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example, ExampleSet, KeptAim


class Ladders:
    """What can be done with ladders. Every change names the revision that it was made on.

    Raises NotFound, ChangedMeanwhile, and NotPossible where no numbers do what is wished; nothing is written then.
    """

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def offered(self) -> Aims:
        """The families with their demands, the ready aims, and the teacher's own."""
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            ready = [ShownAim(id=a.id, name=in_words(a.name, words), kept=False, plan=_plan(a.wishes)) for a in AIMS]
            families = [
                OfferedFamily(
                    id=f.id,
                    name=in_words(f.name, words),
                    climb=shown_demands(f.climb, words),
                    pair=shown_demands(f.pair or (), words),
                    stories=[OfferedStory(id=kind, name=STORY_KINDS[kind].name) for kind in kinds_told(f.id)],
                )
                for f in FAMILIES
            ]
            return Aims(families=families, aims=ready + [_shown_aim(a) for a in aims.list_aims(session)])

    def keep_aim(self, name: str, plan: Plan) -> ShownAim:
        wishes_of(plan)
        with self.database.transaction() as session:
            return _shown_aim(aims.keep_aim(session, name, plan.model_dump()))

    def forget_aim(self, aim_id: UUID) -> None:
        with self.database.transaction() as session:
            aims.forget_aim(session, aim_id)

    def build(self, set_id: UUID, revision: int, plan: Plan, *, replace: bool = False) -> SetChange:
        """Draw the ladder of a plan into a set. Locked examples stay at their places, unless they too are to be
        replaced; the rest is put away."""
        wishes = wishes_of(plan)
        with self.database.transaction() as session:
            words, school = chosen_words_of(session), _usual_school(session)
            found = sets.open_set(session, set_id)
            own = {i: e for i, e in enumerate(found.examples) if not replace and Task.model_validate(e.task).locked}
            locked = dict(own)
            standing = [understood(e.problem)[0] for e in locked.values()]
            try:
                rungs = ladder(wishes, school, standing, own_stories(session) if wishes.story else ())
            except Contradiction as fault:
                said = fault.said
                raise NotPossible(say(said, words)) from fault
            order: list[UUID | sets.NewExample] = []
            for index, rung in enumerate(rungs):
                order.append(locked.pop(index).id if index in locked else _new_rung(rung, school))
            order += [e.id for e in locked.values()]
            record.note_once(session, date.today(), "lined-up", set_id=set_id)
            said = Say.of(lining_up.drew, count=len(order) - len(own), own=len(own))
            drawn_by = plan.model_dump()
            return changed(session, set_id, said, lambda: sets.rearrange(session, set_id, revision, order, drawn_by))

    def swap(self, set_id: UUID, revision: int, example_id: UUID, how: str, seed: str) -> SetChange:
        """Put another item in the place of one: with other numbers, a step easier or harder, or another operation."""
        with self.database.transaction() as session:
            found, example = _opened(session, set_id, example_id)
            other = _another(session, found, example, how, seed)
            return self._exchanged(session, found, revision, example, other, Task.model_validate(example.task))

    def offer(self, set_id: UUID, example_id: UUID, how: str, seed: str) -> ShownExample:
        """What ``swap`` would put there; nothing is changed."""
        with self.database.transaction() as session:
            found, example = _opened(session, set_id, example_id)
            new = kept(other := _another(session, found, example, how, seed), other.text(), example.school)
            offered = Example(id=example.id, **{f.name: getattr(new, f.name) for f in fields(new)})
            offered.task = example.task
            return shown_example(offered, chosen_words_of(session))

    def type_over(self, set_id: UUID, revision: int, example_id: UUID, text: str) -> SetChange:
        """Put an item typed by hand in the place of one; it is judged by what its rung is for."""
        with self.database.transaction() as session:
            found, example = _opened(session, set_id, example_id)
            problem = read_in_words(text, chosen_words_of(session))
            own = {"by_hand": True, "locked": True, "mistake": ""}
            task = Task.model_validate(example.task).model_copy(update=own)
            return self._exchanged(session, found, revision, example, problem, task)

    def put_beside(
        self, set_id: UUID, revision: int, example_id: UUID, what: str, mistake: str, seed: str
    ) -> SetChange:
        """Put behind an example its contrast, a pupil's turn, or itself with a mistake to be found."""
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            found, example = _opened(session, set_id, example_id)
            problem = understood(example.problem)[0]
            school = school_from(FACETS, example.school)
            other: Problem | None = problem
            role = Task(role="find", mistake=mistake, locked=True)
            if what == "contrast":
                pair = contrast(problem, Task.model_validate(example.task).added)
                other, role = pair[0] if pair else None, Task(role="contrast", locked=True)
            elif what == "turn":
                beside = [understood(e.problem)[0] for e in found.examples]
                other = twin(problem, seed, None, school, beside)
                role = Task(role="turn", fading=FadingShape(kind="bare"), locked=True)
            elif mistake not in wrong_answers(example.problem, school):
                other = None
            if other is None:
                raise NotPossible(say(Say.of(drawing.no_other_item, how="another" if what == "turn" else what), words))
            order: list[UUID | sets.NewExample] = [e.id for e in found.examples]
            new = kept(other, other.text(), example.school, task=role)
            order.insert(order.index(example.id) + 1, new)
            before = called_in(found, example, words)
            called = other.text(words) if other.story is None else before
            said = Say.of(lining_up.put_beside, what=what, called=called, before=before)
            mine = Task.model_validate(example.task).model_copy(update={"locked": True})

            def change() -> ExampleSet:
                # Its partner would stand alone where the next ladder took the one away and left the other.
                return sets.set_tasks(
                    session, sets.rearrange(session, set_id, revision, order), {example_id: mine.model_dump()}
                )

            return changed(session, set_id, said, change)

    def change_task(self, set_id: UUID, revision: int, example_id: UUID, task: Task) -> SetChange:
        """Lock a rung, or say how much of it is worked; what is faded or given a mistake by hand is locked."""
        with self.database.transaction() as session:
            found, example = _opened(session, set_id, example_id)
            before = Task.model_validate(example.task)
            made = [name for name in MADE_BY_HAND if getattr(task, name) != getattr(before, name)]
            now = task.model_copy(update={"locked": True}) if made else task
            what = "locked" if task.locked else "unlocked"
            if made:
                what = task.fading.kind if made[0] == "fading" else made[0]
            called = (called_in(found, example, chosen_words_of(session)),)
            tasks = {example_id: now.model_dump()}
            return changed(
                session,
                set_id,
                Say.of(lining_up.changed_task, called=called, what=what),
                lambda: sets.set_tasks(session, sets.claimed(session, set_id, revision), tasks),
            )

    def glance(self, set_id: UUID) -> Glance:
        """What climbs in a set, and which mistakes it would reveal."""
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            examples = sets.open_set(session, set_id, shared=True).examples
        climb: dict[str, list[UUID]] = {}
        revealed: dict[str, list[UUID]] = {}
        hidden: dict[str, list[UUID]] = {}
        for example in examples:
            for demand in understood(example.problem)[1]:
                climb.setdefault(demand, []).append(example.id)
            shown, silent = _mistakes_on(example.problem, school_from(FACETS, example.school))
            for mistake in shown:
                revealed.setdefault(mistake, []).append(example.id)
            for mistake in silent:
                hidden.setdefault(mistake, []).append(example.id)
        families = [f for e in examples if (f := family_of(understood(e.problem)[0]))]
        could = {d for f in families for d in f.climb} - set(climb)
        return Glance(
            never=shown_demands([d.id for d in DEMANDS if d.id in could], words),
            climb=[
                GlanceDemand(**shown.model_dump(), examples=climb[shown.id])
                for shown in shown_demands([d.id for d in DEMANDS if d.id in climb], words)
            ],
            mistakes=[
                GlanceMistake(
                    mistake=m.id,
                    name=in_words(m.name, words),
                    revealed_by=revealed.get(m.id, []),
                    hidden_in=hidden.get(m.id, []),
                )
                for m in MAL_RULES
                if m.id in revealed or m.id in hidden
            ],
        )

    def _exchanged(
        self,
        session: Session,
        found: ExampleSet,
        revision: int,
        example: Example,
        other: Problem,
        task: Task,
    ) -> SetChange:
        words = chosen_words_of(session)
        new = kept(other, other.text(), example.school, task=task)
        order = [new if e.id == example.id else e.id for e in found.examples]
        before = called_in(found, example, words)
        now = other.text(words) if other.story is None else before
        said = Say.of(lining_up.put_in_place, before=before, now=now)
        return changed(session, found.id, said, lambda: sets.rearrange(session, found.id, revision, order))


def _another(session: Session, found: ExampleSet, example: Example, how: str, seed: str) -> Problem:
    """What could stand in the place of an example. Raises NotPossible where there is nothing."""
    problem = understood(example.problem)[0]
    school = school_from(FACETS, example.school)
    limits = _limits(Plan.model_validate(found.plan).limits) if found.plan else None
    beside = [understood(e.problem)[0] for e in found.examples]
    other: Problem | None
    if how == "another":
        other = twin(problem, seed, limits, school, beside) or twin(problem, seed, None, school, beside)
    elif how == "other-operation":
        other = other_operation(problem)
    else:
        step = one_step(problem, harder=how == "harder", seed=seed, limits=limits, school=school, avoid=beside)
        other = step[0] if step else None
    if other is None:
        raise NotPossible(say(Say.of(drawing.no_other_item, how=how), chosen_words_of(session)))
    return other


def drawn_set(session: Session, name: str, plan: Plan) -> ExampleSet:
    """A new set with the ladder of a plan. Raises Contradiction."""
    school = _usual_school(session)
    made = sets.make_set(session, name)
    new = [_new_rung(rung, school) for rung in ladder(wishes_of(plan), school)]
    return sets.rearrange(session, made.id, made.revision, new, plan.model_dump())


def _opened(session: Session, set_id: UUID, example_id: UUID) -> tuple[ExampleSet, Example]:
    found = sets.open_set(session, set_id)
    example = next((e for e in found.examples if e.id == example_id), None)
    if example is None:
        raise NotFound("example")
    return found, example


def _usual_school(session: Session) -> School:
    _, content = settings.read(session)
    return school_from(FACETS, content.get("school", {}))


def _new_rung(rung: Rung, school: School) -> sets.NewExample:
    task = Task(
        role=rung.role,
        added=rung.target.added,
        required=sorted(rung.target.required),
        allowed=sorted(rung.target.allowed),
    )
    return kept(rung.problem, rung.problem.text(), school.as_dict(), task=task)


@lru_cache(maxsize=2048)
def _mistakes_on(text: str, school: School) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """The mistakes that show in the answer of an item, and those that can be made on it and do not."""
    second = look_twice(understood(text)[0], school)
    shown = tuple(w.mistake for w in second.likely_wrong + second.form_only)
    return shown, second.right_by_luck + tuple(n.mistake for n in second.no_answer)


def wrong_answers(text: str, school: School) -> tuple[str, ...]:
    """The mistakes that show on a kept problem, the likelier first."""
    return _mistakes_on(text, school)[0]


MADE_BY_HAND = ("fading", "mistake", "role", "choices", "rule")
"""What of a task a teacher makes by hand: an item in which one of these was changed is locked."""

MOST_RUNGS = 40
"""Rungs of a ladder: a page and a half."""


def wishes_of(plan: Plan) -> Wishes:
    """Raises NotPossible for a family or a demand that there is not."""
    family = FAMILY.get(plan.family)
    if family is None:
        raise NotPossible(f"There is no family “{plan.family}”. Choose one of: {', '.join(FAMILY)}.")
    unknown = [d for d in (*plan.can, *plan.new) if d not in family.climb]
    if unknown:
        raise NotPossible(
            f"“{unknown[0]}” is nothing that {plan.family} can ask. Choose of: {', '.join(family.climb) or 'nothing'}."
        )
    if plan.story and plan.story != ANY and plan.story not in STORY_KINDS:
        raise NotPossible(f"There is no kind of story “{plan.story}”. Choose of: {', '.join((ANY, *STORY_KINDS))}.")
    if (said := sum(rungs for step, rungs in plan.rungs.items() if step in ("", *plan.new))) > MOST_RUNGS:
        raise NotPossible(f"That is {said} rungs. Ask for at most {MOST_RUNGS} together.")
    return Wishes(
        plan.family,
        frozenset(plan.can),
        tuple(plan.new),
        plan.count,
        plan.review,
        _limits(plan.limits),
        plan.seed,
        plan.pair,
        plan.story,
        {step: rungs for step, rungs in plan.rungs.items() if step in ("", *plan.new)},
    )


def _limits(shape: LimitsShape) -> Limits:
    return Limits(**shape.model_dump() | {"tables": tuple(sorted(set(shape.tables)))})


def _plan(wishes: Wishes) -> Plan:
    limits = LimitsShape(**{n: getattr(wishes.limits, n) for n in LimitsShape.model_fields if n != "tables"})
    return Plan(
        family=wishes.family,
        can=sorted(wishes.can),
        new=list(wishes.new),
        count=wishes.count,
        pair=wishes.pair,
        story=wishes.story,
        limits=limits,
    )


def _shown_aim(found: KeptAim) -> ShownAim:
    return ShownAim(id=str(found.id), name=found.name, kept=True, plan=Plan.model_validate(found.wishes))
