"""What may take long. What an act costs is told before it starts, by how many numbers are in it; what costs much is
done by a worker at low priority, so that it never holds up what is quick."""

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from keen_slate.core.reading.story_form import is_story_form
from keen_slate.services import lessons
from keen_slate.services.desk import Desk
from keen_slate.services.shapes.archive import PutBackRequest
from keen_slate.services.shapes.base import Shape
from keen_slate.services.shapes.files import ImportRequest
from keen_slate.services.shapes.line_up import BesideRequest, BuildRequest, OfferRequest, SwapRequest
from keen_slate.services.shapes.marking import CellAsked, NewRound, NextRequest, Seed, TrialRequest, TypedCells
from keen_slate.services.shapes.show import CalledOutRequest
from keen_slate.services.shapes.stories import NumbersRequest
from keen_slate.services.shapes.work import AnswerRequest, LinesRequest, WorkRequest, WrongRequest
from keen_slate.services.telling import Told, told_of
from keen_slate.services.work import answered, compared, looked_at, pictures, stories

LIGHT_NUMBERS = 8
"""Numbers in a text, each top, bottom and whole by itself, up to which it is looked through at once: two mixed numbers
and another. Measured by ``python -m bench.light``."""

LIGHT_EXAMPLES = 12
"""Examples of a set up to which a lesson or a glance is made at once: a lesson's worth."""

LIGHT_ITEMS = 2
"""Items of a round that are made ready at once, each light by itself."""

LIGHT_FILE = 4000
"""Characters of a file that is read at once: a lesson or two."""

HARD = re.compile(r"[?^(]|squared|cubed|%")
"""Blanks, powers, brackets and percents: what is looked through at once is short and without them."""

TOO_LONG = Told(503, "This took too long and was broken off. Try it with smaller or fewer numbers.")


class Nothing(Shape):
    """An act that takes nothing but the ids in its address."""


def _never(_: Desk, __: Any, ___: dict[str, UUID]) -> bool:
    return False


@dataclass(frozen=True)
class Act:
    """What can be an errand. ``light`` says of a request whether it is done at once; ``answers`` does what is light,
    and gives None for the rest, where telling takes as long as doing. What ``makes`` something is answered as made."""

    request: type[Shape]
    does: Callable[[Desk, Any, dict[str, UUID]], Shape]
    light: Callable[[Desk, Any, dict[str, UUID]], bool] = _never
    makes: bool = False
    answers: Callable[[Desk, Any, dict[str, UUID]], Shape | None] | None = None

    def at_once(self, desk: Desk, asked: Any, ids: dict[str, UUID]) -> Shape | None:
        """The answer; None where it takes long."""
        if self.answers is not None:
            return self.answers(desk, asked, ids)
        return self.does(desk, asked, ids) if self.light(desk, asked, ids) else None


def _light_text(_: Desk, asked: Any, __: dict[str, UUID]) -> bool:
    return _is_light(asked.text)


def _is_light(text: str) -> bool:
    if is_story_form(text):  # of a story the amounts count, not its words
        text = " ".join(_AMOUNTS.findall(text))
    return len(re.findall(r"[\d.,]+", text)) <= LIGHT_NUMBERS and not HARD.search(text)


_AMOUNTS = re.compile(r"\[[^\]=]*=([^\]]*)\]")


def _few_examples(desk: Desk, _: Any, ids: dict[str, UUID]) -> bool:
    return desk.errands.examples_of(ids["set_id"]) <= LIGHT_EXAMPLES


def _no_search(_: Desk, asked: Any, __: dict[str, UUID]) -> bool:
    return bool(asked.what != "contrast")


def _one_version(_: Desk, asked: Any, __: dict[str, UUID]) -> bool:
    return not asked.versions


def _few_items(desk: Desk, asked: Any, ids: dict[str, UUID]) -> bool:
    return few_and_light(desk.rounds.wanted(ids["round_id"], asked))


def few_and_light(problems: list[str]) -> bool:
    """Whether items are made ready at once."""
    return len(problems) <= LIGHT_ITEMS and all(map(_is_light, problems))


def _short_file(_: Desk, asked: Any, __: dict[str, UUID]) -> bool:
    return len(asked.content) <= LIGHT_FILE


ACTS: dict[str, Act] = {
    "archive": Act(PutBackRequest, lambda desk, asked, _: desk.archive.put_back(asked.content), _never),
    "import": Act(ImportRequest, lambda desk, asked, _: desk.formats.take_in(asked), _short_file),
    "diagnose": Act(AnswerRequest, lambda _, asked, __: answered.diagnose_answer(asked), _light_text),
    "judge": Act(LinesRequest, lambda _, asked, __: answered.judge(asked), _light_text),
    "better-numbers": Act(WorkRequest, lambda _, asked, __: looked_at.better(asked), _never),
    "second-look": Act(WorkRequest, lambda _, asked, __: looked_at.look(asked), _light_text),
    "likely-wrong": Act(WrongRequest, lambda _, asked, __: looked_at.open_mistake(asked), _light_text),
    "story-numbers": Act(NumbersRequest, lambda _, asked, __: stories.with_other_numbers(asked), _never),
    "ways": Act(WorkRequest, lambda _, asked, __: compared.ways(asked), _light_text),
    "disproof": Act(WrongRequest, lambda _, asked, __: pictures.disprove(asked), _light_text),
    "called-out": Act(CalledOutRequest, lambda _, asked, __: lessons.call_out(asked), _light_text),
    "wrong-on-purpose": Act(WrongRequest, lambda _, asked, __: lessons.wrong_on_purpose(asked), _light_text),
    "wrong-working": Act(WrongRequest, lambda _, asked, __: compared.wrong_beside_right(asked), _light_text),
    "ladder": Act(
        BuildRequest,
        lambda desk, asked, ids: desk.ladders.build(ids["set_id"], asked.revision, asked.plan, replace=asked.replace),
        _never,
    ),
    "swap": Act(
        SwapRequest,
        lambda desk, asked, ids: desk.ladders.swap(
            ids["set_id"], asked.revision, ids["example_id"], asked.how, asked.seed
        ),
        _never,
    ),
    "offer": Act(
        OfferRequest,
        lambda desk, asked, ids: desk.ladders.offer(ids["set_id"], ids["example_id"], asked.how, asked.seed),
        _never,
    ),
    "beside": Act(
        BesideRequest,
        lambda desk, asked, ids: desk.ladders.put_beside(
            ids["set_id"], asked.revision, ids["example_id"], asked.what, asked.mistake, asked.seed
        ),
        _no_search,
        makes=True,
    ),
    "begin-round": Act(NewRound, lambda desk, asked, _: desk.rounds.begin(asked), _one_version, makes=True),
    "judge-cells": Act(TypedCells, lambda desk, asked, ids: desk.rounds.judge(ids["round_id"], asked), _few_items),
    "cell": Act(
        CellAsked,
        lambda desk, asked, ids: desk.rounds.detail(ids["round_id"], asked.pupil, asked.item),
        answers=lambda desk, asked, ids: desk.rounds.light_detail(ids["round_id"], asked.pupil, asked.item, _is_light),
    ),
    "picture": Act(
        Nothing,
        lambda desk, _, ids: desk.looking_back.picture(ids["round_id"]),
        answers=lambda desk, _, ids: desk.looking_back.ready_picture(ids["round_id"]),
    ),
    "next": Act(
        NextRequest, lambda desk, asked, ids: desk.looking_back.next_sets(ids["round_id"], asked), _never, makes=True
    ),
    "invent": Act(Seed, lambda desk, asked, ids: desk.trying.answer(ids["round_id"], asked.seed), _never),
    "try": Act(TrialRequest, lambda desk, asked, ids: desk.trying.tried(ids["set_id"], asked), _never),
    "eye": Act(Seed, lambda desk, asked, ids: desk.trying.eye(ids["set_id"], asked.seed), _never),
    "lesson": Act(Nothing, lambda desk, _, ids: desk.lessons.lesson(ids["set_id"]), _few_examples),
    "glance": Act(Nothing, lambda desk, _, ids: desk.ladders.glance(ids["set_id"]), _few_examples),
}


def do(desk: Desk, errand_id: UUID) -> None:
    """Do an errand that waits, whatever comes of it; nothing where it is done."""
    found = desk.errands.take(errand_id)
    if found is None:
        return
    name, asked = found
    act = ACTS[name]
    try:
        ids = {k: UUID(v) for k, v in asked["ids"].items()}
        status, body = 200, act.does(desk, act.request.model_validate(asked["body"]), ids).model_dump(mode="json")
        if act.makes:
            status = 201
    except Exception as fault:
        told = told_of(fault, name)
        status, body = told.status, {"message": told.message, "position": told.position}
    desk.errands.finish(errand_id, status, body)


def give_up(desk: Desk, errand_id: UUID) -> None:
    """Say that an errand took too long."""
    desk.errands.finish(errand_id, TOO_LONG.status, {"message": TOO_LONG.message, "position": None})
