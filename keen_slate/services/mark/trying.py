"""Invented classes: a set is tried on them, a round answered by them, an eye trained on what they write."""

from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules.listing import BY_ID, LIKELIHOOD, MISTAKES
from keen_slate.core.marking.simulated import Rehearsed, Written, code_of, simulated, tried
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.problem import bounds
from keen_slate.core.saying.refuting import taken_for
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import filled, in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.faults import NotPossible
from keen_slate.render.prose import prose_html
from keen_slate.services.line_up import read_again
from keen_slate.services.mark.classes import shown_class
from keen_slate.services.mark.opened import VERSIONS, Opened, Version, settings_of
from keen_slate.services.shapes.marking import (
    ClassShape,
    EyeCase,
    EyeChoice,
    InventedClass,
    JudgedCells,
    TrialRequest,
    Tried,
    TypedCell,
)
from keen_slate.services.work.asked import asked_in_words, chosen_words, notation
from keen_slate.services.work.stories import blocks_of
from keen_slate.store import classes, rounds, sets
from keen_slate.store.classes import WantedPupil
from keen_slate.store.database import Belongings

TRIES = 20
"""Draws until a pupil who has begun is not away."""

CHOICES = 5
"""Mistakes that are offered to choose the cause from, with the right one among them."""


class Trying:
    """Raises NotFound for what is gone, NotPossible where there is nothing to try."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def make_class(self, asked: InventedClass) -> ClassShape:
        with self.database.transaction() as session:
            pupils = [WantedPupil(code_of(place)) for place in range(asked.pupils)]
            return shown_class(classes.make_class(session, asked.name, "", pupils, invented=True))

    def answer(self, round_id: UUID, seed: str) -> JudgedCells:
        """Fill the empty cells of a round of invented pupils."""
        with self.database.transaction() as session:
            opened = Opened(session, rounds.hold(session, round_id))
            if not opened.of_class.invented:
                raise NotPossible("These are real pupils: nothing is invented for them.")
            by_version = {v: tuple(self._rehearsed(item[v], opened) for item in opened.items) for v in VERSIONS}
            begun = {pupil for pupil, _ in opened.answers}
            cells: list[TypedCell] = []
            away: dict[str, Any] = {}
            for row, pupil in enumerate(opened.of_class.pupils):
                if opened.is_absent(pupil.id):
                    continue
                version = opened.version_of(pupil.id)
                answers = self._answers(by_version[version], row, seed, there=pupil.id in begun)
                if not answers:
                    away[str(pupil.id)] = {"version": version, "absent": True}
                cells += [
                    TypedCell(pupil=pupil.id, item=item, answer=written.answer, lines=list(written.lines))
                    for item, written in enumerate(answers)
                    if (pupil.id, item) not in opened.answers
                ]
            opened.put(cells)
            rounds.keep_aside(session, round_id, papers=opened.row.papers | away)
            again = Opened.of(session, round_id)
            return again.judged(None)

    @staticmethod
    def _answers(items: tuple[Rehearsed, ...], row: int, seed: str, *, there: bool) -> tuple[Written, ...]:
        """What the pupil at a place writes; who has begun is there to go on."""
        for again in range(TRIES):
            answers = simulated(items, row + 1, f"{seed}/{again}" if again else seed)[row].answers
            if answers or not there:
                return answers
        return ()

    @staticmethod
    def _rehearsed(version: Version, opened: Opened) -> Rehearsed:
        return Rehearsed(version.item.prepared, version.school, opened.words)

    def tried(self, set_id: UUID, asked: TrialRequest) -> Tried:
        """What a set would tell of so many invented classes."""
        with self.database.transaction() as session:
            words = chosen_words(settings_of(session).words)
            items = self._items(session, set_id)
        trial = tried(items, asked.pupils, asked.classes, asked.seed)
        return Tried(
            said=say(trial.said, words),
            pupils=trial.pupils,
            told_apart=trial.told_apart,
            silent=list(trial.silent),
            never_told=[in_words(MISTAKES[m].name, words) for m in trial.never_told],
            planted=[in_words(MISTAKES[m].name, words) for m in trial.planted],
        )

    def _items(self, session: Session, set_id: UUID) -> tuple[Rehearsed, ...]:
        found = sets.open_set(session, set_id, shared=True)
        words = chosen_words(settings_of(session).words)
        if not 1 <= len(found.examples) <= bounds.MOST_MARKED:
            raise NotPossible(
                f"1 to {bounds.MOST_MARKED} examples are tried; “{found.name}” has {len(found.examples)}."
            )
        texts = tuple(dict.fromkeys(e.problem for e in found.examples))
        versions = [Version(e.problem, school_from(FACETS, e.school), texts, None) for e in found.examples]
        return tuple(Rehearsed(v.item.prepared, v.school, words) for v in versions)

    def eye(self, set_id: UUID, seed: str) -> EyeCase:
        """An invented pupil's answer to an item of a set, and what it was."""
        with self.database.transaction() as session:
            words = chosen_words(settings_of(session).words)
            items = self._items(session, set_id)
        draw = Draw(f"eye/{seed}")
        telling = [(place, m) for place, item in enumerate(items) for m in item.wrong]
        if not telling:
            raise NotPossible("These items show no mistake. Choose a set in which something can go wrong.")
        place, mistake = draw.one_of(telling)
        item = items[place]
        made = item.wrong[mistake]
        also = [m for m in (*item.said[mistake].told, *item.said[mistake].between) if m != mistake]
        others = [m for m in item.wrong if m != mistake and m not in also]
        offered = [mistake]
        while others and len(offered) < CHOICES:
            offered.append(draw.one_of(others))
            others.remove(offered[-1])
        offered.sort(key=LIKELIHOOD.__getitem__)
        said = [s.said for s in made.steps if s.by_mistake and s.said is not None]
        shows = said[0] if said else Say.of(taken_for, before=made.start, after=made.end)
        told = say(shows, words.in_sentences(item.problem.label))
        problem = read_again(item.problem.text())
        return EyeCase(
            number=place + 1,
            problem=notation(problem.expr, words.labelled(problem.label)),
            asked=asked_in_words(problem, words),
            blocks=blocks_of(problem.story, words) if problem.story else [],
            answer=item.answer(made),
            lines=list(item.lines(made)),
            choices=[EyeChoice(mistake=m, name=in_words(MISTAKES[m].name, words)) for m in offered],
            was=mistake,
            also=[in_words(MISTAKES[m].name, words) for m in also],
            name=in_words(MISTAKES[mistake].name, words),
            belief=filled(BY_ID[mistake].belief, words),
            shows=told,
            shows_html=prose_html(told, words),
        )
