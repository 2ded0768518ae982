"""The class picture of a round: which mistake the answers of a class share, and what no item could show."""

from collections import Counter, defaultdict
from typing import Literal

from keen_slate.core.diagnosis.answers import Prepared
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import LIKELIHOOD, MISTAKES
from keen_slate.core.marking.awarding import Marked
from keen_slate.core.saying import marking
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen

Status = Literal["right", "wrong form", "wrong", "unreadable", "blank", "absent"]


@frozen
class Hypotheses:
    """What one answer says: ``told`` are mistakes that it tells from all others, ``between`` those it leaves open."""

    told: tuple[str, ...] = ()
    between: tuple[str, ...] = ()


@frozen
class Cell:
    """What is known of one pupil's answer to one item."""

    status: Status
    said: Hypotheses = Hypotheses()
    points: int = 0


def hypotheses(found: Marked) -> Hypotheses:
    """What an answer, and the first false line where there are lines, say of mistakes.

    An answer of unfit form tells its fault. A wrong one tells its cause where no other is as likely; a false line tells
    more than an answer, where one cause is known for it.
    """
    if found.outcome == "wrong form" and found.found is not None:
        return Hypotheses(found.found.faults)
    if found.outcome != "wrong":
        return Hypotheses()
    ways = [c.mistakes for c in found.likeliest]
    false = next((line.causes for line in found.lines if line.verdict == "false"), ())
    if false:
        ways = [way for way in ways if not set(way).isdisjoint(false)] or [(cause,) for cause in false]
    if len(ways) == 1:
        return Hypotheses(ways[0])
    return Hypotheses((), tuple(dict.fromkeys(m for way in ways for m in way)))


@frozen
class Reach:
    """What an item can show: mistakes whose answer nothing else gives, mistakes that share theirs, and those that give
    the right answer by luck."""

    tells: tuple[str, ...]
    shares: tuple[str, ...]
    lucky: tuple[str, ...]


def reach_of(prepared: Prepared, school: School) -> Reach:
    """Raises nothing; an item without mistakes reaches none.

    >>> "smaller-part-from-larger" in reach_of(prepare(read("5 1/6 - 2 5/6")), DEFAULT_SCHOOL).tells
    True
    """
    second = look_twice(prepared.problem, school)
    tells: list[str] = []
    shares: list[str] = []
    for wrong in second.likely_wrong:
        alone = [c.mistakes for c in prepared.leading_to(wrong.answer) if c.rank[0] == 0]
        (tells if alone == [(wrong.mistake,)] else shares).append(wrong.mistake)
    return Reach(tuple(tells), tuple(shares), second.right_by_luck)


@frozen
class Row:
    """One mistake: the items by which each pupil (by place) shows it, and those that leave it open."""

    mistake: str
    shown: dict[int, tuple[int, ...]]
    open: dict[int, tuple[int, ...]]

    @property
    def items(self) -> tuple[int, ...]:
        """The items at which it shows, from 1."""
        return tuple(sorted({i + 1 for items in self.shown.values() for i in items}))


@frozen
class ClassPicture:
    """``rows`` are mistakes, the one that most may share first; ``outcomes`` how the answers to each item went;
    ``never`` the mistakes that these items can call up and could not have shown; ``points`` by pupil; ``sit_with`` the
    pupils (by place) whose wrong answers have no shared or known cause."""

    sentence: Say
    rows: tuple[Row, ...]
    outcomes: tuple[dict[Status, int], ...]
    never: tuple[str, ...]
    points: tuple[int, ...]
    sit_with: tuple[int, ...]
    groups: tuple[tuple[str, tuple[int, ...]], ...]

    @property
    def shared(self) -> Row | None:
        return next((row for row in self.rows if len(row.shown) > 1), None)


UNEXPLAINED = 2
"""From so many wrong answers without a known cause, or of so many different causes and one, a pupil is sat with (common
practice, no source)."""


def class_picture(cells: tuple[tuple[Cell | None, ...], ...], reaches: tuple[Reach, ...]) -> ClassPicture:
    """From a grid, pupils down and items across (None where nothing is marked yet), what a class shares."""
    outcomes = tuple(Counter[Status]() for _ in reaches)
    for row in cells:
        for item, cell in enumerate(row):
            if cell is not None:
                outcomes[item][cell.status] += 1
    rows, here = _rows(cells), _here(cells)
    return ClassPicture(
        _sentence(rows, cells, here),
        tuple(rows),
        tuple(dict(o) for o in outcomes),
        _never(reaches),
        tuple(sum(c.points for c in row if c is not None) for row in cells),
        tuple(p for p in here if _wants_company(cells[p])),
        _groups(rows, here),
    )


def shared_sentence(cells: tuple[tuple[Cell | None, ...], ...]) -> Say:
    """The sentence of the picture alone."""
    return _sentence(_rows(cells), cells, _here(cells))


def _rows(cells: tuple[tuple[Cell | None, ...], ...]) -> list[Row]:
    shown: dict[str, dict[int, list[int]]] = defaultdict(lambda: defaultdict(list))
    open_: dict[str, dict[int, list[int]]] = defaultdict(lambda: defaultdict(list))
    for pupil, row in enumerate(cells):
        for item, cell in enumerate(row):
            if cell is None:
                continue
            for mistake in cell.said.told:
                shown[mistake][pupil].append(item)
            for mistake in cell.said.between:
                open_[mistake][pupil].append(item)
    rows = [
        Row(m, {p: tuple(i) for p, i in shown[m].items()}, {p: tuple(i) for p, i in open_[m].items()})
        for m in dict.fromkeys((*shown, *open_))
    ]
    rows.sort(key=lambda r: (-len(r.shown), -len(r.open), LIKELIHOOD.get(r.mistake, len(LIKELIHOOD)), r.mistake))
    return rows


def _here(cells: tuple[tuple[Cell | None, ...], ...]) -> list[int]:
    """The pupils who handed something in."""
    return [p for p, row in enumerate(cells) if any(c is not None and c.status != "absent" for c in row)]


def _sentence(rows: list[Row], cells: tuple[tuple[Cell | None, ...], ...], here: list[int]) -> Say:
    if not here:
        return Say.of(marking.nothing_marked)
    top = next((row for row in rows if len(row.shown) > 1), None)
    if top is None:
        wrong = [c for row in cells for c in row if c is not None and c.status == "wrong"]
        left_open = sum(bool(c.said.between) for c in wrong)
        return Say.of(marking.shared_by_none, of=len(here), wrong=len(wrong), open_answers=left_open)
    others = len(set(top.open) - set(top.shown))
    name = MISTAKES[top.mistake].name
    return Say.of(marking.shared, name=name, pupils=len(top.shown), of=len(here), items=top.items, others=others)


def _never(reaches: tuple[Reach, ...]) -> tuple[str, ...]:
    told = {m for reach in reaches for m in reach.tells}
    met = dict.fromkeys(m for reach in reaches for m in (*reach.shares, *reach.lucky))
    return tuple(m for m in met if m not in told)


def _wants_company(row: tuple[Cell | None, ...]) -> bool:
    wrong = [c for c in row if c is not None and c.status == "wrong"]
    unknown = sum(not c.said.told and not c.said.between for c in wrong)
    different = {m for c in wrong for m in c.said.told}
    return unknown >= UNEXPLAINED or len(different) > UNEXPLAINED


def _groups(rows: list[Row], here: list[int]) -> tuple[tuple[str, tuple[int, ...]], ...]:
    """Pupils by the mistake that each shows most often, the largest group first; who shows none is in no group."""
    most: dict[str, list[int]] = defaultdict(list)
    for pupil in here:
        mine = [(-len(row.shown[pupil]), place, row.mistake) for place, row in enumerate(rows) if pupil in row.shown]
        if mine:
            most[min(mine)[2]].append(pupil)
    return tuple((m, tuple(pupils)) for m, pupils in sorted(most.items(), key=lambda g: (-len(g[1]), g[0])))


def cell_of(found: Marked) -> Cell:
    """A marked answer as a cell of the grid."""
    return Cell(found.outcome, hypotheses(found), found.points)
