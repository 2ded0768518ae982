"""A round of marking that is open: its items made ready, its answers judged, what is known of each."""

import json
from collections import Counter, deque
from collections.abc import Collection, Iterable
from dataclasses import dataclass, replace
from datetime import date, timedelta
from functools import cached_property, lru_cache
from hashlib import sha256
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.diagnosis.glass import separating
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.acts import Method
from keen_slate.core.machine.school import School, school_from
from keen_slate.core.malrules.listing import BY_ID, MISTAKES
from keen_slate.core.marking.awarding import Marked
from keen_slate.core.marking.class_picture import Cell, Hypotheses, Reach, hypotheses, shared_sentence
from keen_slate.core.marking.judging import Item, Judging, beside, ready_item
from keen_slate.core.marking.methods import METHODS
from keen_slate.core.marking.schemes import MarkingPolicy, MethodMark, Scheme, methods_of, proposed
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem
from keen_slate.core.saying import marking, verdicts
from keen_slate.core.saying.names import POLICY_NAMES
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.words import in_words
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.story_steps import answers_of
from keen_slate.core.working.work import Working
from keen_slate.faults import NotPossible
from keen_slate.services.line_up import read_again, read_and_worked
from keen_slate.services.mark.pasting import read_cells
from keen_slate.services.shapes.marking import (
    CellDetail,
    GivenMark,
    JudgedCells,
    JudgedLineOfCell,
    Letter,
    MarkingRound,
    MethodShape,
    NamedMethod,
    Paste,
    PolicyShape,
    RoundCell,
    RoundItem,
    RoundPupil,
    Ruling,
    RulingRequest,
    SchemeChange,
    SchemeShape,
    TypedCell,
)
from keen_slate.services.shapes.settings import DeskSettings
from keen_slate.services.work.answered import said_of_line, shown_causes
from keen_slate.services.work.asked import Asked, asked_in_words, chosen_words, notation
from keen_slate.services.work.choosing import lettered
from keen_slate.services.work.looked_at import named_mistake
from keen_slate.services.work.prepared import prepared
from keen_slate.services.work.stories import blocks_of
from keen_slate.store import classes, rounds, settings
from keen_slate.store.models import MarkingRound as RoundRow
from keen_slate.store.models import SchoolClass
from keen_slate.store.rounds import Given

JUDGES = 1
"""Grows whenever answers are judged otherwise than before: what is kept of them is then found again."""

MOST_READY = 400
"""Items that a process keeps ready to be marked. Losing them costs only time."""

MOST_KNOWN = 10_000
"""Answers of which a process keeps what is known: a few megabytes, and the same answer comes from many pupils."""

_KNOWN: dict[tuple[str, str, tuple[str, ...]], dict[str, Any]] = {}
"""By the way in which they are judged."""

NO_RULING = Ruling()
VERSIONS = ("A", "B")


def last_day(held: date, keep: int) -> date:
    """When answers are deleted that were given on a day and are kept so many days."""
    return held + timedelta(days=keep + 1)


def settings_of(session: Session) -> DeskSettings:
    _, content = settings.read(session)
    return DeskSettings.model_validate(content)


@lru_cache(maxsize=MOST_READY)
def _ready(problem: str, school: School, others: tuple[str, ...]) -> Item:
    """An item as it is judged, beside the others of its round."""
    read = read_again(problem)
    every = tuple(read_again(text) for text in others)
    made = ready_item(prepared(read, school, beside(read, every)), school)
    _made_lately.append((problem, school, others))
    return made


_made_lately: deque[tuple[str, School, tuple[str, ...]]] = deque(maxlen=MOST_READY // 2)
"""Items that were made ready last: they are still kept, as more than these are."""


@dataclass
class Version:
    """An item in one version, as it stands in a round."""

    problem: str
    school: School
    others: tuple[str, ...]
    scheme: Scheme | None
    choices: tuple[str, ...] | None = None
    """Of a choice question the mistakes behind its wrong answers."""

    def meant(self, answer: str, words: Manner) -> str:
        """The answer that a pupil chose by its letter, or the one that was written."""
        letter = answer.strip().rstrip(".)").upper()
        if self.choices is None or len(letter) != 1:
            return answer
        chosen = dict(lettered(read_again(self.problem), self.school, self.choices)).get(letter)
        return text_of(chosen.answer, words) if chosen is not None else answer

    @cached_property
    def item(self) -> Item:
        ready = _ready(self.problem, self.school, self.others)
        return replace(ready, scheme=self.scheme) if self.scheme is not None else ready

    @property
    def is_ready(self) -> bool:
        """Whether it has been made ready in this process, so that judging takes no time."""
        return (self.problem, self.school, self.others) in _made_lately

    @property
    def scheme_now(self) -> Scheme:
        return self.scheme or _proposed(self.problem, self.school)


@lru_cache(maxsize=2048)
def _proposed(problem: str, school: School) -> Scheme:
    return proposed(read_again(problem), school)


@lru_cache(maxsize=2048)
def _methods(problem: str, school: School) -> tuple[MethodMark, ...]:
    return methods_of(read_again(problem), school)


@lru_cache(maxsize=2048)
def _shown_as(status: Any, told: tuple[str, ...], between: tuple[str, ...], points: int) -> Cell:
    return Cell(status, Hypotheses(told, between), points)


@lru_cache(maxsize=2048)
def _way(
    problem: str, school: School, others: tuple[str, ...], policy: tuple[tuple[str, Any], ...], comma: bool,
    scheme: Scheme,
) -> str:  # fmt: skip
    told = (
        JUDGES, problem, school.as_dict(), others, dict(policy), comma, scheme.answer,
        [(m.method, m.nth, m.points) for m in scheme.methods],
    )  # fmt: skip
    return sha256(json.dumps(told, sort_keys=True).encode()).hexdigest()[:16]


Place = tuple[UUID, int]
"""A pupil and an item."""

Known = tuple[Any, tuple[str, ...], tuple[str, ...]]
"""Of an answer its outcome, the mistakes that it tells, those that it leaves open."""

Seen = tuple[Known, int, bool]
"""What is known of an answer, its marks, and whether it is judged as it would be now."""


class Opened:
    """A round with its class and its answers, or those in some places or to one item, in a transaction."""

    def __init__(
        self,
        session: Session,
        row: RoundRow,
        places: Collection[Place] | None = None,
        kept: DeskSettings | None = None,
        *,
        item: int | None = None,
    ) -> None:
        self.session, self.row = session, row
        self.kept = kept or settings_of(session)
        self.words: Manner = chosen_words(self.kept.words)
        self.answers = self._answers(item) if places is None else self._answers_in(places)
        self.policy = PolicyShape.model_validate(row.policy)
        self.letters: list[str] = list(row.letters)
        self._ways: dict[tuple[int, str], str] = {}
        self._seen: dict[tuple[int, str, str, int, int], tuple[dict[str, Any], dict[str, Any], Seen]] = {}
        self._with_b: tuple[dict[str, Any], frozenset[UUID]] = {}, frozenset()

    @classmethod
    def of(
        cls, session: Session, round_id: UUID, places: Collection[Place] | None = None, *, item: int | None = None
    ) -> "Opened":
        """Raises NotFound."""
        row, content = rounds.open_with_settings(session, round_id)
        return cls(session, row, places, DeskSettings.model_validate(content), item=item)

    @cached_property
    def of_class(self) -> SchoolClass:
        return classes.open_class(self.session, self.row.class_id)

    def _answers(self, item: int | None) -> dict[Place, Given]:
        """Those of the class as it is now, pupil by pupil."""
        of_pupil: dict[UUID, dict[int, Given]] = {p.id: {} for p in self.of_class.pupils}
        for answer in rounds.answers_of(self.session, self.row.id, item):
            if (row := of_pupil.get(answer.pupil_id)) is not None:
                row[answer.item] = answer
        return {(pupil, at): row[at] for pupil, row in of_pupil.items() for at in sorted(row)}

    def _answers_in(self, places: Collection[Place]) -> dict[Place, Given]:
        """Raises NotPossible for a place that the round does not have."""
        here, found = rounds.answers_at(self.session, self.row.id, self.row.class_id, places)
        if any(pupil not in here or item >= len(self.row.items) for pupil, item in places):
            raise NotPossible("This cell is not in the round any more. Load the page again; nothing was lost.")
        return {(a.pupil_id, a.item): a for a in found}

    # Items

    @cached_property
    def items(self) -> list[dict[str, Version]]:
        """Each item by version."""
        by_version = {v: self._versions(v) for v in VERSIONS}
        return [{v: by_version[v][i] for v in VERSIONS} for i in range(len(self.row.items))]

    def _versions(self, version: str) -> list[Version]:
        texts = [self._text(item, version) for item in self.row.items]
        distinct = tuple(dict.fromkeys(texts))
        return [
            Version(
                text,
                _school(tuple(item["school"].items())),
                distinct,
                _scheme_of(item),
                tuple(item["choices"]) if "choices" in item else None,
            )
            for text, item in zip(texts, self.row.items, strict=True)
        ]

    @staticmethod
    def _text(item: dict[str, Any], version: str) -> str:
        return str((item.get("other") or item["problem"]) if version == "B" else item["problem"])

    def version_of(self, pupil: UUID) -> str:
        papers = self.row.papers
        if self._with_b[0] is not papers:
            self._with_b = papers, frozenset(UUID(p) for p, paper in papers.items() if paper.get("version") == "B")
        with_b = self._with_b[1]
        return "B" if with_b and pupil in with_b else "A"

    def is_absent(self, pupil: UUID) -> bool:
        return bool(self.row.papers.get(str(pupil), {}).get("absent"))

    def version(self, pupil: UUID, item: int) -> Version:
        return self.items[item][self.version_of(pupil)]

    def way(self, item: int, version: str) -> str:
        """Names a way of judging: the item, its scheme, the policy, the decimal sign."""
        if (item, version) not in self._ways:
            of, policy = self.items[item][version], tuple(self.policy.model_dump().items())
            self._ways[item, version] = _way(
                of.problem, of.school, of.others, policy, self.words.decimal_comma, of.scheme_now
            )
        return self._ways[item, version]

    def is_judged(self, answer: Given) -> bool:
        item = answer.item
        return item < len(self.items) and answer.found_by == self.way(item, self.version_of(answer.pupil_id))

    # Answers

    def put(self, cells: Iterable[TypedCell], *, judge: bool = False) -> list[Given]:
        """Keep answers as they were typed, and with ``judge`` what is known of them. A ruling stays with the answer
        that it was made on."""
        kept: list[Given] = []
        cleared: list[Place] = []
        for cell in cells:
            if cell.cleared:
                cleared.append((cell.pupil, cell.item))
                continue
            answer = Given(cell.pupil, cell.item, cell.answer, cell.lines, ruling={}, found={}, found_by="")
            before = self.answers.get((cell.pupil, cell.item))
            if before is not None and (before.answer, before.lines) == (cell.answer, cell.lines):
                answer.ruling, answer.found, answer.found_by = before.ruling, before.found, before.found_by
            kept.append(answer)
        if judge:
            self._judge(kept)
        by_place = {(a.pupil_id, a.item): a for a in kept}
        rounds.put_answers(self.session, self.row.id, by_place.values())
        if cleared:
            rounds.take_answers_back(self.session, self.row.id, cleared)
        return kept

    def judging(self, version: Version) -> Judging:
        policy = MarkingPolicy(self.policy.forms, self.policy.label_required, self.policy.place_only)
        return Judging((version.item,), policy, version.school, self.words.decimal_comma)

    def judged(self, named: Collection[Place] | None) -> JudgedCells:
        """Judge what is not judged yet, of these cells or of all."""
        wanted = self._to_judge(named)
        self._judge(wanted)
        rounds.keep_found(self.session, self.row.id, wanted)
        cells = wanted if named is None else [a for place, a in self.answers.items() if place in named]
        return self.told(cells)

    def _judge(self, answers: list[Given]) -> None:
        """Equal answers are judged once; a mistake that comes up has its letter from then on."""
        judgings: dict[tuple[int, str], Judging] = {}
        for answer in answers:
            item, version = place = answer.item, self.version_of(answer.pupil_id)
            if place not in judgings:
                judgings[place] = self.judging(self.items[item][version])
            meant = self.items[item][version].meant(answer.answer, self.words)
            answer.found_by = self.way(item, version)
            key = answer.found_by, meant, tuple(answer.lines)
            found = _KNOWN.get(key)
            if found is None:
                if len(_KNOWN) >= MOST_KNOWN:
                    _KNOWN.clear()
                found = _KNOWN[key] = _found(judgings[place].marked(0, meant, tuple(answer.lines)))
            answer.found = dict(found)
        self._learn_reaches({item for item, _ in judgings})
        self._letter(answers)

    def told(self, answers: Iterable[Given]) -> JudgedCells:
        return JudgedCells(cells=[self.cell(a) for a in answers], letters=self.legend())

    def _to_judge(self, named: Collection[Place] | None) -> list[Given]:
        there = [(place, a) for place, a in self.answers.items() if named is None or place in named]
        return [a for _, a in there if a.item < len(self.items) and not self.is_judged(a)]

    def wanted(self, named: Collection[Place] | None) -> list[str]:
        """The problems of what is not judged yet, each once."""
        return list({self.version(a.pupil_id, a.item).problem: None for a in self._to_judge(named)})

    def unjudged(self) -> int:
        return sum(not self.seen(a)[2] for (_, item), a in self.answers.items() if item < len(self.items))

    def _learn_reaches(self, places: set[int]) -> None:
        """Keep what the items can show, once they are ready."""
        if all("reach" in self.row.items[place] for place in places):
            return
        items = [dict(item) for item in self.row.items]
        for place in places:
            reach = self.items[place]["A"].item.reach
            items[place]["reach"] = [list(reach.tells), list(reach.shares), list(reach.lucky)]
        rounds.keep_aside(self.session, self.row.id, items=items)
        self.row.items = items

    def _letter(self, answers: Iterable[Given]) -> None:
        """A letter for each mistake that has come up, which it keeps."""
        new = [m for a in answers for m in _mistakes_of(a) if m not in self.letters]
        if new:
            self.letters += list(dict.fromkeys(new))
            rounds.keep_aside(self.session, self.row.id, letters=self.letters)

    def ruled(self, asked: RulingRequest) -> JudgedCells:
        at = self.answers.get((asked.pupil, asked.item))
        if at is None:
            raise NotPossible("There is no answer in this cell to rule on. Type it first.")
        if asked.ruling.mistake and asked.ruling.mistake not in MISTAKES:
            raise NotPossible("This mistake is not in the list. Choose one that is.")
        total = self.version(asked.pupil, asked.item).scheme_now.total
        if asked.ruling.points is not None and asked.ruling.points > total:
            raise NotPossible(f"This item has {total} marks. Give 0 to {total}.")
        same = [
            a for a in self.answers.values()
            if a.item == asked.item and (
                a is at
                or (asked.to_equal and self.is_same(a, at))
            )
        ]  # fmt: skip
        ruling = {} if asked.ruling == NO_RULING else asked.ruling.model_dump()
        for answer in same:
            answer.ruling = ruling
        rounds.keep_ruling(self.session, self.row.id, [(a.pupil_id, a.item) for a in same], ruling)
        self._letter(same)
        return self.told(same)

    def is_same(self, one: Given, other: Given) -> bool:
        """Whether two pupils wrote the same in the same version."""
        return _plain(one) == _plain(other) and self.version_of(one.pupil_id) == self.version_of(other.pupil_id)

    def with_scheme(self, asked: SchemeChange) -> list[dict[str, Any]]:
        if asked.item >= len(self.row.items):
            raise NotPossible("This item is not in the round any more. Load the page again.")
        version = self.items[asked.item]["A"]
        has = {(m.method, m.nth) for m in _methods(version.problem, version.school)}
        if not {(m.method, m.nth) for m in asked.scheme.methods} <= has:
            raise NotPossible("This item has no such method to mark. Choose among those of its working.")
        scheme = SchemeShape(methods=[m for m in asked.scheme.methods if m.points], answer=asked.scheme.answer)
        if not scheme.methods and not scheme.answer:
            raise NotPossible("An item has at least one mark. Give one to its answer, or to a method.")
        items = [dict(item) for item in self.row.items]
        items[asked.item]["scheme"] = scheme.model_dump()
        return items

    def pasted_cells(self, asked: Paste) -> tuple[list[TypedCell], list[str]]:
        """Pasted rows as cells of the round, and what of them could not be taken."""
        pupils = [(p.id, p.code) for p in self.of_class.pupils]
        return read_cells(asked, pupils, len(self.row.items), comma=self.words.decimal_comma)

    # What is shown

    def cell(self, answer: Given) -> RoundCell:
        (status, told, between), points, _ = self.seen(answer)
        return RoundCell(
            pupil=answer.pupil_id,
            item=answer.item,
            answer=answer.answer,
            lines=answer.lines,
            status=status,
            letters=[self.letter_of(m) for m in (*told, *between)[:2]],
            open=bool(between),
            ruled=bool(answer.ruling),
            points=points,
        )

    def seen(self, answer: Given) -> Seen:
        """What is known of an answer, and its marks; of equal ones, which share it, found once."""
        version = self.version_of(answer.pupil_id)
        key = answer.item, version, answer.found_by, id(answer.found), id(answer.ruling)
        kept = self._seen.get(key)
        if kept is None:
            judged = self.is_judged(answer)
            found = answer.found if judged else {}
            seen = self._known(answer, found), self._points(answer, found), judged
            kept = self._seen[key] = answer.found, answer.ruling, seen
        return kept[2]

    def _points(self, answer: Given, found: dict[str, Any]) -> int:
        """The marks of an answer of which that was found; where the teacher ruled on the outcome, those that go with
        it."""
        ruling = answer.ruling
        if ruling.get("points") is not None:
            return int(ruling["points"])
        points, outcome = int(found.get("points", 0)), ruling.get("outcome")
        if not outcome or outcome == found.get("outcome"):
            return points
        if outcome == "right":
            return self.version(answer.pupil_id, answer.item).scheme_now.total
        return points - int(found.get("answer_points", 0))

    def _known(self, answer: Given, found: dict[str, Any]) -> Known:
        """What is known of an answer of which that was found: its outcome, the mistakes that it tells, those that it
        leaves open."""
        outcome, mistake = answer.ruling.get("outcome", ""), answer.ruling.get("mistake", "")
        status = outcome or found.get("outcome", "")
        if mistake:
            return outcome or "wrong", (mistake,), ()
        if status == "right" or (outcome and outcome != found.get("outcome")):
            return status, (), ()
        return status, tuple(found.get("told", ())), tuple(found.get("between", ()))

    def letter_of(self, mistake: str) -> str:
        if mistake not in self.letters:
            return "?"
        round_, place = divmod(self.letters.index(mistake), 26)
        return chr(ord("A") + place) + (str(round_ + 1) if round_ else "")

    def legend(self) -> list[Letter]:
        return [
            Letter(letter=self.letter_of(m), mistake=m, name=in_words(MISTAKES[m].name, self.words))
            for m in self.letters if m in MISTAKES
        ]  # fmt: skip

    def grid(self) -> tuple[tuple[Cell | None, ...], ...]:
        """The answers for the class picture, pupils down and items across."""
        items = range(len(self.items))
        return tuple(
            (Cell("absent"),) * len(items) if self.is_absent(p.id) else tuple([self._grid_cell(p.id, i) for i in items])
            for p in self.of_class.pupils
        )

    def _grid_cell(self, pupil: UUID, item: int) -> Cell | None:
        answer = self.answers.get((pupil, item))
        if answer is None:
            return None
        (status, told, between), points, _ = self.seen(answer)
        return _shown_as(status, told, between, points) if status else None

    def reaches(self) -> tuple[Reach, ...]:
        """What the items can show, as far as they have been made ready."""
        return tuple(
            Reach(*(tuple(part) for part in item.get("reach", ((), (), ())))) for item in self.row.items
        )  # fmt: skip

    @property
    def reaches_known(self) -> bool:
        return all("reach" in item for item in self.row.items)

    def learn_all_reaches(self) -> None:
        self._learn_reaches({i for i, item in enumerate(self.row.items) if "reach" not in item})

    def calls_up(self, problem: Problem, school: School) -> set[str]:
        """The mistakes that an item can call up at all."""
        return {w.mistake for w in look_twice(problem, school).likely_wrong}

    def points_of_items(self) -> Counter[int]:
        """All marks that were given at each item."""
        given: Counter[int] = Counter()
        for answer in self.answers.values():
            given[answer.item] += self.seen(answer)[1]
        return given

    def method_totals(self) -> dict[Method, tuple[int, int]]:
        """What the class earned for each method, of what could be earned; rulings on whole answers stand apart."""
        totals: dict[Method, tuple[int, int]] = {}
        for answer in self.answers.values():
            for method, points, of in answer.found.get("methods", ()) if self.seen(answer)[2] else ():
                earned, in_all = totals.get(method, (0, 0))
                totals[method] = earned + points, in_all + of
        return {m: totals[m] for m in METHODS if m in totals}

    def sentence(self) -> str:
        return say(shared_sentence(self.grid()), self.words)

    def shown(self) -> MarkingRound:
        return MarkingRound(
            id=self.row.id,
            name=self.row.name,
            class_id=self.of_class.id,
            class_name=self.of_class.name,
            invented=self.of_class.invented,
            set_id=self.row.set_id,
            held_on=self.row.held_on,
            kept_until=last_day(self.row.held_on, self.kept.keep_days),
            revision=self.row.revision,
            policy=self.policy,
            policy_said=self.policy_said(),
            versions=any(item.get("other") for item in self.row.items),
            items=[self.item(place) for place in range(len(self.row.items))],
            pupils=self.pupils(),
            cells=[self.cell(a) for (_, item), a in self.answers.items() if item < len(self.items)],
            letters=self.legend(),
            sentence=self.sentence(),
            unjudged=self.unjudged(),
        )

    def pupils(self) -> list[RoundPupil]:
        return [
            RoundPupil(
                id=p.id, code=p.code, part=p.part, absent=self.is_absent(p.id),
                version=self.version_of(p.id),  # type: ignore[arg-type]
            )
            for p in self.of_class.pupils
        ]  # fmt: skip

    def policy_said(self) -> str:
        """How answers are taken, said once; the school's own policy before the tool's."""
        told = [f"{in_words(POLICY_NAMES[self.policy.forms][0], self.words)}."]
        told.append("A label is required." if self.policy.label_required else "")
        told.append(
            "Only what stands in the answer’s place counts."
            if self.policy.place_only
            else "A right answer counts wherever it stands in the lines."
        )
        own = f"{self.kept.marking_note} " if self.kept.marking_note else ""
        return own + " ".join(filter(None, told))

    def item(self, place: int) -> RoundItem:
        version, other = self.items[place]["A"], self.items[place]["B"]
        return _item(version.problem, other.problem, version.school, version.scheme_now, self.words)

    def detail(self, pupil: UUID, item: int) -> CellDetail:
        answer = self.answers.get((pupil, item))
        code = next((p.code for p in self.of_class.pupils if p.id == pupil), "")
        if answer is None or item >= len(self.row.items):
            raise NotPossible("There is no answer in this cell yet.")
        version = self.version(pupil, item)
        asked = Asked(version.item.problem, version.school, self.words)
        marked = self.judging(version).marked(0, answer.answer, tuple(answer.lines))
        found, cell = marked.found, self.cell(answer)
        said = hypotheses(marked)
        near = None
        if len(said.between) > 1 and all(m in BY_ID for m in said.between[:2]):
            one, another = said.between[:2]
            near = separating(asked.problem, one, another, version.school, others_too=True)
        return CellDetail(
            pupil=pupil,
            item=item,
            code=code,
            problem=asked.notation(asked.problem.expr),
            answer=answer.answer,
            key=asked.notation(version.item.prepared.right),
            status=cell.status,
            said=self.said_of(marked, asked, version),
            causes=shown_causes(found, asked) if found is not None else [],
            faults=[named_mistake(f, asked) for f in found.faults] if found is not None else [],
            tells_apart=asked.notation(near.expr) if near is not None else None,
            tells_apart_typed=near.text(self.words) if near is not None else "",
            between=[in_words(MISTAKES[m].name, self.words) for m in said.between[:2]],
            marks=self.marks(marked, version),
            points=cell.points,
            of=marked.total,
            lines=[
                JudgedLineOfCell(
                    text=line.text,
                    verdict=line.verdict,
                    said=said_of_line(line, asked),
                    causes=[in_words(MISTAKES[m].name, self.words) for m in line.causes],
                )
                for line in marked.lines
            ],
            equal=sum(
                a.item == item and self.is_same(a, answer) for a in self.answers.values()
            ) - 1,
            ruling=Ruling.model_validate(answer.ruling) if answer.ruling else None,
        )  # fmt: skip

    def said_of(self, marked: Marked, asked: Asked, version: Version) -> str:
        if marked.found is None:
            return asked.say(Say.of(marking.nothing_in_place, lines=bool(marked.lines)))
        if marked.found.said is not None:
            return asked.say(marked.found.said)
        verdict, causes = marked.found.verdict, len(marked.found.causes)
        cut_short = version.item.prepared.cut_short
        return asked.say(Say.of(verdicts.verdict, verdict=verdict, causes=causes, cut_short=cut_short))

    def marks(self, marked: Marked, version: Version) -> list[GivenMark]:
        found = [
            GivenMark(
                name=_method_name(a.mark, self.words),
                points=a.points,
                of=a.mark.points,
                why=say(
                    Say.of(marking.how_given, how=a.how, line=a.line, answer=a.line > len(marked.lines)), self.words
                ),
            )
            for a in marked.methods
        ]
        why = say(Say.of(marking.answer_mark, outcome=marked.outcome), self.words)
        answer = version.scheme_now.answer
        return [*found, GivenMark(name="The answer", points=marked.answer_points, of=answer, why=why)]


@lru_cache(maxsize=2048)
def _item(text: str, other_text: str, school: School, scheme: Scheme, words: Manner) -> RoundItem:
    """An item as it is shown, by all that this depends on."""
    problem, reference = read_and_worked(text)
    amounts, story = words.labelled(problem.label), problem.story
    other = read_and_worked(other_text) if other_text != text else None
    return RoundItem(
        problem=notation(problem.expr, amounts),
        asked=asked_in_words(problem, words),
        blocks=blocks_of(story, words) if story else [],
        key=typed_key(problem, reference, words),
        answer=notation(reference.answer, amounts),
        scheme=SchemeShape.model_validate(_told(scheme)),
        total=scheme.total,
        methods=[
            NamedMethod(method=m.method, nth=m.nth, points=1, name=_method_name(m, words))
            for m in _methods(text, school)
        ],
        other=notation(other[0].expr, amounts) if other else None,
        other_key=typed_key(*other, words) if other else "",
    )


def typed_key(problem: Problem, working: Working, words: Manner) -> str:
    """The answer as it is typed, with its label; of a story that asks for several its sentences."""
    label = problem.label
    if isinstance(problem.expr, InStory) and problem.story is not None:
        asked = problem.expr.situation.asked
        if len(asked) > 1:
            return " ".join(answers_of(problem.story, working.derivation.end, words))
        label = problem.expr.situation.quantity(asked[0]).unit
    return text_of(working.answer, words.labelled(label))


def _method_name(mark: MethodMark, words: Manner) -> str:
    name = in_words(METHODS[mark.method], words)
    return f"{name} ({mark.nth})" if mark.nth > 1 else name


def _scheme_of(item: dict[str, Any]) -> Scheme | None:
    if not item.get("scheme"):
        return None
    shape = SchemeShape.model_validate(item["scheme"])
    return Scheme(tuple(MethodMark(m.method, m.nth, m.points) for m in shape.methods), shape.answer)


@lru_cache(maxsize=256)
def _school(choices: tuple[tuple[str, str], ...]) -> School:
    return school_from(FACETS, dict(choices))


def _told(scheme: Scheme) -> dict[str, Any]:
    methods = [MethodShape(method=m.method, nth=m.nth, points=m.points) for m in scheme.methods]
    return SchemeShape(methods=methods, answer=scheme.answer).model_dump()


def _found(marked: Marked) -> dict[str, Any]:
    """What is kept of a judgement."""
    said = hypotheses(marked)
    return {
        "outcome": marked.outcome,
        "told": list(said.told),
        "between": list(said.between),
        "points": marked.points,
        "answer_points": marked.answer_points,
        "methods": [[a.mark.method, a.points, a.mark.points] for a in marked.methods],
    }


def _mistakes_of(answer: Given) -> list[str]:
    told = [*answer.found.get("told", ()), *answer.found.get("between", ())]
    return [*filter(None, [answer.ruling.get("mistake", "")]), *told[:2]]


def _plain(answer: Given) -> tuple[str, list[str]]:
    return "".join(answer.answer.split()), answer.lines
