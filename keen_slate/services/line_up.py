"""The Line up place: examples kept in sets."""

import json
from collections.abc import Callable, Mapping, Sequence
from functools import lru_cache
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMAND
from keen_slate.core.laddering.aimed import aim_of
from keen_slate.core.laddering.changing import fits
from keen_slate.core.laddering.hardness import how_hard
from keen_slate.core.laddering.ladder import Target
from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules.listing import MISTAKES
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.units import ANY_UNIT
from keen_slate.core.problem.tree import Chain, Comparison, evaluate
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.saying import drawing, lining_up
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import filled, in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.story_steps import answers_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working, sign_of_answer, work
from keen_slate.faults import NotFound
from keen_slate.render.prose import prose_html
from keen_slate.services.shapes.line_up import (
    Bin,
    Colleague,
    CopySetRequest,
    DeletedSet,
    FadingShape,
    Plan,
    SetChange,
    SetList,
    SetsAsked,
    SetSteps,
    SetStepShown,
    SetSummary,
    SeveralRequest,
    SharedSet,
    ShareRequest,
    Sharing,
    ShownExample,
    ShownSet,
    Task,
)
from keen_slate.services.shapes.work import Edits
from keen_slate.services.work.asked import asked_in_words, chosen_words, notation, read_in_words
from keen_slate.services.work.shown import school_names, shown_demands
from keen_slate.services.work.stories import blocks_of
from keen_slate.store import sets, settings, steps, teachers
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example, ExampleSet

NO_EDITS = Edits()
NO_TASK = Task()
FIRST_PAGE = SetsAsked()


class LineUp:
    """What can be done with sets. Every change names the revision that it was made on.

    Raises NotFound for what is gone, ChangedMeanwhile where the set has moved on; nothing is written then.
    """

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def list_sets(self, asked: SetsAsked = FIRST_PAGE) -> SetList:
        """A page of the teacher's sets, and of those of colleagues."""
        with self.database.transaction() as session:
            page = asked.named.strip(), asked.past, asked.most + 1
            own, shared = sets.list_sets(session, *page), sets.list_shared(session, *page)
            return SetList(
                sets=[SetSummary(**line._asdict()) for line in own[: asked.most]],
                shared=[
                    SharedSet(id=id, name=name, examples=count, owner=owner)
                    for id, name, count, owner in shared[: asked.most]
                ],
                more=max(len(own), len(shared)) > asked.most,
            )

    def open(self, set_id: UUID, past: int = 0) -> ShownSet:
        """A set of the teacher's, or a colleague's that was given or shelved: at most ``PART`` of its examples, of a
        longer one its ``BEGINNING``; or as many behind the first ``past``."""
        with self.database.transaction() as session:
            return self._shown(session, sets.open_set(session, set_id, shared=True), past)

    def make(self, name: str) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.make_set(session, name))

    def rename(self, set_id: UUID, revision: int, name: str) -> SetChange:
        with self.database.transaction() as session:
            said = Say.of(lining_up.renamed, before=sets.open_set(session, set_id, shared=True).name)
            return changed(session, set_id, said, lambda: sets.rename_set(session, set_id, revision, name))

    def like_picture(self, set_id: UUID, revision: int, kind: PictureKind) -> SetChange:
        """Keep the kind of picture that was chosen for one line for the whole set."""
        with self.database.transaction() as session:
            said = Say.of(lining_up.chose_picture)
            return changed(session, set_id, said, lambda: sets.like_picture(session, set_id, revision, kind))

    def delete(self, set_id: UUID, revision: int) -> int:
        """Returns the revision from which it can be restored."""
        with self.database.transaction() as session:
            teachers.note_of(session, self.database.owner, "deleted a set", str(set_id))
            return sets.delete_set(session, set_id, revision)

    def bin(self) -> Bin:
        """What was deleted and can still be put back."""
        with self.database.transaction() as session:
            return Bin(
                sets=[
                    DeletedSet(id=b.id, name=b.name, revision=b.revision, deleted_at=b.deleted_at or b.changed_at)
                    for b in sets.list_bin(session)
                ]
            )

    def sharing(self, set_id: UUID) -> Sharing:
        """Who may read a set of the teacher's, and the colleagues to whom it could be given."""
        with self.database.transaction() as session:
            readers = {r.id for r in sets.readers_of(session, set_id)}
            return Sharing(
                shelved=sets.open_set(session, set_id).shelved_at is not None,
                colleagues=[
                    Colleague(id=t.id, name=t.name or "", reads=t.id in readers)
                    for t in teachers.all_teachers(session)
                    if t.id != self.database.owner and t.ended_at is None and t.name != teachers.DEMO
                ],
            )

    def share(self, set_id: UUID, asked: ShareRequest) -> Sharing:
        """Raises NotFound for a colleague who is not there."""
        with self.database.transaction() as session:
            for reader in asked.readers:
                teachers.teacher(session, reader)
            found = sets.share(session, set_id, readers=asked.readers, shelved=asked.shelved)
            shared = f"{len(asked.readers)} read it" + (", on the shelf" if asked.shelved else "")
            teachers.note_of(session, self.database.owner, "shared a set", f"{found.id}: {shared}")
        return self.sharing(set_id)

    def copy(self, set_id: UUID, asked: CopySetRequest) -> ShownSet:
        """Take a copy of a set that can be read; or give a colleague one."""
        with self.database.transaction() as session:
            found = sets.open_set(session, set_id, shared=True)
            name = asked.name or found.name
            if asked.to is None:
                return self._shown(session, sets.copy_set(session, set_id, name))
            teachers.teacher(session, asked.to)
            sets.copy_set(session, set_id, name, asked.to)
            teachers.note_of(session, self.database.owner, "gave a copy", f"{set_id} to {asked.to}")
            return self._shown(session, found)

    def restore(self, set_id: UUID, revision: int) -> ShownSet:
        with self.database.transaction() as session:
            return self._shown(session, sets.restore_set(session, set_id, revision))

    def keep(
        self, set_id: UUID, revision: int, typed: str, school: Mapping[str, str], edits: Edits = NO_EDITS
    ) -> SetChange:
        """Keep a problem at the end of a set. Raises UnreadableProblem and UnknownChoice as well."""
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            new = new_example(typed, school, edits, words)
            new.task.update(locked=True)
            problem = understood(new.problem)[0]
            said = Say.of(lining_up.kept, called=problem.text(words))
            return changed(session, set_id, said, lambda: sets.add_example(session, set_id, revision, new))

    def edit(self, set_id: UUID, revision: int, example_id: UUID, edits: Edits) -> SetChange:
        """Keep what the teacher changed in the working of an example; no edits at all goes back to the working. What
        was changed by hand is locked."""
        with self.database.transaction() as session:
            called, task = self._one(session, set_id, example_id)

            def change() -> ExampleSet:
                found = sets.edit_example(session, set_id, revision, example_id, edits.model_dump())
                if edits != NO_EDITS and not task.locked:
                    sets.set_tasks(session, found, {example_id: task.model_copy(update={"locked": True}).model_dump()})
                return found

            return changed(session, set_id, Say.of(lining_up.worked_over, called=called), change)

    def delete_example(self, set_id: UUID, revision: int, example_id: UUID) -> SetChange:
        return self.several(set_id, SeveralRequest(revision=revision, examples=[example_id], act="delete"))

    def reorder(self, set_id: UUID, revision: int, order: list[UUID]) -> SetChange:
        """Raises BadOrder unless ``order`` holds every example of the set once."""
        with self.database.transaction() as session:
            return _reordered(session, set_id, revision, Say.of(lining_up.sorted_anew), order)

    def several(self, set_id: UUID, asked: SeveralRequest) -> SetChange:
        """Delete, double, move, lock, fade several examples, or copy them to another set; one step.

        Raises NotFound for an example or a set that is not there.
        """
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            if asked.act == "move":
                return self._moved(session, set_id, asked, words)
            found = sets.open_set(session, set_id, shared=asked.act == "copy")
            wanted = set(asked.examples)
            chosen = [e for e in found.examples if e.id in wanted]
            if len(chosen) < len(wanted):
                raise NotFound("example")
            many = len(chosen) > lining_up.MOST_CALLED
            called = len(chosen) if many else tuple(called_in(found, e, words) for e in chosen)
            if asked.act == "copy":
                return self._copied(session, found, chosen, called, asked)
            ids = dict.fromkeys(e.id for e in chosen)
            rest: list[UUID | sets.NewExample] = [e.id for e in found.examples if e.id not in ids]
            match asked.act:
                case "delete":
                    said, order = Say.of(lining_up.deleted, called=called), rest
                case "duplicate":
                    last = found.examples.index(chosen[-1]) + 1
                    order = [e.id for e in found.examples]
                    order[last:last] = [sets.same_again(e) for e in chosen]
                    said = Say.of(lining_up.doubled, called=called)
                case act:
                    tasks = {e.id: _with(Task.model_validate(e.task), act, asked.fading).model_dump() for e in chosen}
                    what = asked.fading.kind if act == "fade" else f"{act}ed"
                    said = Say.of(lining_up.changed_task, called=called, what=what)
                    return changed(
                        session,
                        set_id,
                        said,
                        lambda: sets.set_tasks(session, sets.claimed(session, set_id, asked.revision), tasks),
                    )
            return changed(session, set_id, said, lambda: sets.rearrange(session, set_id, asked.revision, order), found)

    def _moved(self, session: Session, set_id: UUID, asked: SeveralRequest, words: Manner) -> SetChange:
        was = sets.order_of(session, set_id)
        wanted = set(asked.examples)
        if not wanted <= set(was):
            raise NotFound("example")
        called: lining_up.Called = len(wanted)
        if len(wanted) <= lining_up.MOST_CALLED:
            chosen = sorted((was.index(e.id), e) for e in sets.some_examples(session, asked.examples))
            called = tuple(called_at(place + 1, example, words) for place, example in chosen)
        rest = [id for id in was if id not in wanted]
        place = min(asked.place, len(rest))
        order = [*rest[:place], *(id for id in was if id in wanted), *rest[place:]]
        said = Say.of(lining_up.moved, called=called, number=place + 1)
        return _reordered(session, set_id, asked.revision, said, order)

    def steps(self, set_id: UUID) -> SetSteps:
        """What can be undone or done again."""
        with self.database.transaction() as session:
            done = sets.open_set(session, set_id).step
            return SetSteps(
                steps=[
                    SetStepShown(number=s.number, said=s.said, made_at=s.made_at, done=s.number <= done)
                    for s in steps.steps_of(session, set_id)
                ]
            )

    def go_to(self, set_id: UUID, revision: int, number: int) -> SetChange:
        """Undo every step behind this one, or do again all up to it. Raises NotFound for one that is not kept."""
        with self.database.transaction() as session:
            was = _as_kept(sets.open_set(session, set_id))
            found = steps.go_to(session, set_id, revision, number)
            return _set_change(session, found, chosen_words_of(session), was)

    def _copied(
        self,
        session: Session,
        found: ExampleSet,
        chosen: list[Example],
        called: lining_up.Called,
        asked: SeveralRequest,
    ) -> SetChange:
        """The set that copies were taken from; they stand at the end of the other."""
        was = _as_kept(found)
        other = sets.open_set(session, asked.to or found.id)
        order: list[UUID | sets.NewExample] = [e.id for e in other.examples]
        order += [sets.same_again(e) for e in chosen]
        words = chosen_words_of(session)
        said = say(Say.of(lining_up.taken_in, called=called, name=found.name), words)
        steps.remembered(
            session, other.id, said, lambda: sets.rearrange(session, other.id, other.revision, order), other
        )
        return _set_change(session, sets.open_set(session, found.id, shared=True), words, was)

    def _one(self, session: Session, set_id: UUID, example_id: UUID) -> tuple[str, Task]:
        """What an example is called, and what it is in its set. Raises NotFound."""
        found = sets.open_set(session, set_id, shared=True)
        for example in found.examples:
            if example.id == example_id:
                return called_in(found, example, chosen_words_of(session)), Task.model_validate(example.task)
        raise NotFound("example")

    def _shown(self, session: Session, found: ExampleSet, past: int = 0) -> ShownSet:
        """The set in the teacher's words."""
        theirs = "" if found.owner_id == self.database.owner else teachers.name_of_owner(session, found.owner_id)
        return shown_set(session, found, chosen_words_of(session), owner=theirs, past=past)


def changed(
    session: Session, set_id: UUID, said: Say, change: Callable[[], ExampleSet], found: ExampleSet | None = None
) -> SetChange:
    """What a change made of a set, which can be undone; ``found`` is the set where it has been read already."""
    words = chosen_words_of(session)
    before = found or sets.open_set(session, set_id, shared=True)
    was = _as_kept(before)
    return _set_change(session, steps.remembered(session, set_id, say(said, words), change, before), words, was)


def _reordered(session: Session, set_id: UUID, revision: int, said: Say, order: list[UUID]) -> SetChange:
    """Only the order changes, so nothing is read of what the examples are, unless an aim is told of them."""
    words = chosen_words_of(session)
    found, other = steps.reordered(session, set_id, revision, say(said, words), order)
    problems = sets.problems_of(session, set_id) if found.plan else ()
    return SetChange(**_head(session, found, problems, words), order=order if other else None, examples=[], rest=0)


AsKept = dict[UUID, tuple[dict[str, Any], ...]]
"""Of each example in its order all that its showing depends on, besides what never changes."""


def _as_kept(found: ExampleSet) -> AsKept:
    return {e.id: (e.task, e.school, e.edits) for e in found.examples}


def _set_change(session: Session, found: ExampleSet, words: Manner, was: AsKept) -> SetChange:
    now = _as_kept(found)
    others = [e for e in found.examples if was.get(e.id) != now[e.id]]
    return SetChange(
        **_head(session, found, [e.problem for e in found.examples], words),
        order=list(now) if list(now) != list(was) else None,
        examples=[shown_example(e, words) for e in others[:PART]],
        rest=max(0, len(others) - PART),
    )


def _with(task: Task, act: str, fading: FadingShape) -> Task:
    """A task locked, unlocked or faded; what is faded by hand is locked."""
    if act == "fade":
        return task.model_copy(update={"fading": fading, "locked": True})
    return task.model_copy(update={"locked": act == "lock"})


def chosen_words_of(session: Session) -> Manner:
    _, content = settings.read(session)
    return chosen_words(content.get("words", {}))


def new_example(
    typed: str, school: Mapping[str, str], edits: Edits = NO_EDITS, words: Manner = USUAL_MANNER
) -> sets.NewExample:
    """What is kept of a problem as typed. Raises UnreadableProblem and UnknownChoice."""
    return kept(read_in_words(typed, words), typed, school, edits=edits)


def kept(
    problem: Problem, typed: str, school: Mapping[str, str], *, edits: Edits = NO_EDITS, task: Task = NO_TASK
) -> sets.NewExample:
    """What is kept of a problem that has been read. Raises UnknownChoice."""
    return sets.NewExample(
        typed=typed,
        problem=problem.text(),
        value=None if isinstance(problem.expr, (Comparison, Chain)) else evaluate(problem.expr),
        school=school_from(FACETS, school).as_dict(),
        edits=edits.model_dump(),
        task=task.model_dump(),
        demands=list(understood(problem.text())[1]),
    )


@lru_cache(maxsize=4096)
def read_again(text: str) -> Problem:
    """A problem that is kept as it was read before."""
    return read(text, units=frozenset({ANY_UNIT}))


@lru_cache(maxsize=4096)
def read_and_worked(text: str) -> tuple[Problem, Working]:
    """A kept problem read again, and its working under the default school."""
    problem = read_again(text)
    return problem, work(problem, DEFAULT_SCHOOL)


@lru_cache(maxsize=4096)
def understood(text: str) -> tuple[Problem, tuple[str, ...], Working]:
    """A kept problem read again: the problem, its demands, and its working under the default school."""
    problem, reference = read_and_worked(text)
    return problem, demands_of(problem, reference.derivation), reference


PART = 300
"""Examples that are shown at once: each may have to be worked first, and nobody sees more in a second."""

BEGINNING = 60
"""Of a set that comes in parts the first ones, which fill any screen."""


def shown_set(session: Session, found: ExampleSet, words: Manner, *, owner: str = "", past: int = 0) -> ShownSet:
    """``owner`` names the colleague to whom it belongs; the examples are those behind the first ``past``."""
    upto = past + PART if past or len(found.examples) <= PART else BEGINNING
    examples = [shown_example(e, words) for e in found.examples[past:upto]]
    rest = max(0, len(found.examples) - upto)
    head = _head(session, found, [e.problem for e in found.examples], words, owner)
    return ShownSet(**head, examples=examples, rest=rest)


def _head(
    session: Session, found: ExampleSet, problems: Sequence[str], words: Manner, owner: str = ""
) -> dict[str, Any]:
    plan = Plan.model_validate(found.plan) if found.plan else None
    undo, redo = ("", "") if owner else steps.next_to(session, found)
    aim = None
    if plan:  # only what it is to have that is new must be looked for in workings
        items = [understood(text)[:2] if plan.new else (read_again(text), ()) for text in problems]
        aim = aim_of(plan.family, plan.new, items)
    return {
        "id": found.id, "owner": owner, "sample": found.sample, "name": found.name,
        "aim": say(aim, words) if aim else "", "step": found.step, "undo": undo, "redo": redo,
        "revision": found.revision, "changed_at": found.changed_at, "plan": plan, "pictures": found.pictures,
    }  # fmt: skip


def called_in(found: ExampleSet, example: Example, words: Manner) -> str:
    """What an example of a set is called in a sentence: itself, or the story at its number."""
    return called_at(found.examples.index(example) + 1, example, words)


def called_at(number: int, example: Example, words: Manner) -> str:
    """The same by the number at which it stands."""
    problem = read_again(example.problem)
    return say(Say.of(lining_up.story_called, number=number), words) if problem.story else problem.text(words)


def shown_example(example: Example, words: Manner) -> ShownExample:
    kept = (json.dumps(part, sort_keys=True) for part in (example.task, example.school, example.edits))
    return _shown_as_kept(example.problem, *kept, words).model_copy(update={"id": example.id})


@lru_cache(maxsize=4096)
def _shown_as_kept(text: str, kept_task: str, kept_school: str, kept_edits: str, words: Manner) -> ShownExample:
    """An example as it is shown, by all that this depends on; whose it is is filled in. It costs only time to lose."""
    problem, demands, reference = understood(text)
    task, school = Task.model_validate_json(kept_task), json.loads(kept_school)
    amounts, story = words.labelled(problem.label), problem.story
    answered = " ".join(answers_of(story, reference.derivation.end, words)) if story else ""
    return ShownExample(
        id=NOBODYS,
        task=task,
        added=filled(DEMAND[task.added].name, words) if task.added in DEMAND else "",
        judged=_judged(problem, task, words),
        mistake=in_words(MISTAKES[task.mistake].name, words) if task.mistake in MISTAKES else "",
        typed=problem.text(words),
        asked=asked_in_words(problem, words),
        told=story.text(words) if story else "",
        blocks=blocks_of(story, words) if story else [],
        answered=answered,
        answered_html=prose_html(answered, words),
        problem=notation(problem.expr, amounts),
        sign=sign_of_answer(problem.expr, reference.answer),
        answer=notation(reference.answer, amounts),
        school=school,
        school_names=_school_names(kept_school, words),
        demands=shown_demands(demands, words),
        asks=how_hard(demands, reference)[0],
        lines=len(reference.lines),
        edits=Edits.model_validate_json(kept_edits),
    )


NOBODYS = UUID(int=0)


@lru_cache(maxsize=256)
def _school_names(kept_school: str, words: Manner) -> list[str]:
    return school_names(school_from(FACETS, json.loads(kept_school)), words)


def _judged(problem: Problem, task: Task, words: Manner) -> str:
    """Where an item differs from what its rung is for."""
    if not task.required:
        return ""
    lacks, besides = fits(problem, Target(frozenset(task.required), frozenset(task.allowed), task.added))
    said = [Say.of(drawing.lacks, demands=tuple(DEMAND[d].name for d in lacks))] if lacks else []
    said += [Say.of(drawing.asks_besides, demands=tuple(DEMAND[d].name for d in besides))] if besides else []
    return " ".join(say(s, words) for s in said)
