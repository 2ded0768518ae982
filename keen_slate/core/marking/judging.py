"""A set that a class has answered: its items made ready once, identical answers judged once."""

from collections import Counter
from dataclasses import dataclass, field

from keen_slate.core.diagnosis.answers import Prepared, prepare
from keen_slate.core.machine.acts import Method
from keen_slate.core.machine.school import School
from keen_slate.core.marking.awarding import Marked, get_ready, marked
from keen_slate.core.marking.class_picture import Cell, ClassPicture, Reach, cell_of, class_picture, reach_of
from keen_slate.core.marking.schemes import USUAL_POLICY, MarkingPolicy, Scheme, proposed
from keen_slate.core.reading.reading import Problem
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL

ABSENT = Cell("absent")


@frozen
class Item:
    """An item that can be marked: all its known wrong answers, its scheme, and what it can show."""

    prepared: Prepared
    scheme: Scheme
    reach: Reach

    @property
    def problem(self) -> Problem:
        return self.prepared.problem


def item_of(
    problem: Problem, school: School = DEFAULT_SCHOOL, others: tuple[Problem, ...] = (), scheme: Scheme | None = None
) -> Item:
    """An item made ready, beside the others of its set; without a scheme the proposed one is taken."""
    return ready_item(prepare(problem, school, beside(problem, others)), school, scheme)


def beside(problem: Problem, others: tuple[Problem, ...]) -> tuple[Problem, ...]:
    """The other items of a set, whose numbers may be taken in place of an item's own."""
    return tuple(p for p in others if p.expr != problem.expr)


def ready_item(prepared: Prepared, school: School = DEFAULT_SCHOOL, scheme: Scheme | None = None) -> Item:
    """An item that has been prepared for diagnosis."""
    problem = prepared.problem
    get_ready(prepared, school)
    return Item(prepared, scheme or proposed(problem, school), reach_of(prepared, school))


def items_of(problems: tuple[Problem, ...], school: School = DEFAULT_SCHOOL) -> tuple[Item, ...]:
    """The problems of a set made ready, with the schemes that are proposed for them."""
    return tuple(item_of(problem, school, problems) for problem in problems)


Key = tuple[int, str, tuple[str, ...]]


def _key(place: int, answer: str, lines: tuple[str, ...]) -> Key:
    """What is the same of equal answers."""
    return place, " ".join(answer.split()), lines


@dataclass
class Judging:
    """Judges the answers of a class to a set by one policy, equal ones once."""

    items: tuple[Item, ...]
    policy: MarkingPolicy = USUAL_POLICY
    school: School = DEFAULT_SCHOOL
    decimal_comma: bool = False
    known: dict[Key, Marked] = field(default_factory=dict)
    cells: dict[Key, Cell] = field(default_factory=dict)

    def marked(self, place: int, answer: str, lines: tuple[str, ...] = ()) -> Marked:
        """The item at a place (from 0) as a pupil wrote it. Raises UnreadableProblem for too many lines."""
        key = _key(place, answer, lines)
        if key not in self.known:
            item = self.items[place]
            self.known[key] = marked(
                item.prepared, answer, lines, scheme=item.scheme, policy=self.policy, school=self.school,
                decimal_comma=self.decimal_comma,
            )  # fmt: skip
        return self.known[key]

    def cell(self, place: int, answer: str, lines: tuple[str, ...] = ()) -> Cell:
        key = _key(place, answer, lines)
        if key not in self.cells:
            self.cells[key] = cell_of(self.marked(place, answer, lines))
        return self.cells[key]

    def picture(self, cells: tuple[tuple[Cell | None, ...], ...]) -> ClassPicture:
        return class_picture(cells, tuple(item.reach for item in self.items))


def totals_by_method(found: tuple[tuple[Marked | None, ...], ...]) -> dict[Method, tuple[int, int]]:
    """What a class earned for each method, of what could be earned."""
    earned: Counter[Method] = Counter()
    of: Counter[Method] = Counter()
    for row in found:
        for one in row:
            for awarded in one.methods if one is not None else ():
                earned[awarded.mark.method] += awarded.points
                of[awarded.mark.method] += awarded.mark.points
    return {method: (earned[method], of[method]) for method in of}
