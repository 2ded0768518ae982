"""Which quantity of the problem a number in a line is, so that it looks the same through the whole working."""

from dataclasses import dataclass, field
from fractions import Fraction
from itertools import count

from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, whole_and_part
from keen_slate.core.pictures.shapes import Run
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    NoOneValue,
    calculation_in,
    children,
    evaluate,
    is_numeral,
    tidy,
)

LIKE = (CommonFraction, MixedNumber)


def numbers_of(expr: Expr) -> tuple[Expr, ...]:
    """The numbers of a problem in their order: its terms, its factors, or what is compared; none of a chain."""
    if isinstance(expr, Chain):
        return ()
    if isinstance(expr, Comparison):
        return tuple(expr.written)
    of = tidy(calculation_in(expr))
    return tuple(c for c in children(of) if is_numeral(c)) if children(of) else (of,)


@dataclass(slots=True)
class Quantities:
    """The numbers of a problem, and what was made of some of them."""

    numbers: tuple[Expr, ...]
    made: dict[CommonFraction, tuple[Run, ...]] = field(default_factory=dict)

    def of(self, number: Expr, place: int) -> int:
        """By its worth, else by the worth of its part, else by its place among its like."""
        value = evaluate(number)
        here = self.numbers[place] if place < len(self.numbers) else None
        if here is not None and value in (_worth(here), _worth_of_part(here)):
            return place
        for worth in (_worth, _worth_of_part):
            same = [i for i, n in enumerate(self.numbers) if worth(n) == value]
            if same:
                return same[0]
        return place

    def each(self, numbers: list[CommonFraction]) -> list[int]:
        """Which each of several is: no two are the same one."""
        found: list[int] = []
        for place, number in enumerate(numbers):
            of = self.of(number, place)
            found.append(of if of not in found else next(i for i in count() if i not in found))
        return found

    def part(self, of: int) -> CommonFraction | None:
        """The fraction part of a quantity as the problem has it."""
        number = self.numbers[of] if of < len(self.numbers) else None
        return whole_and_part(number)[1] if isinstance(number, LIKE) else None

    @property
    def result(self) -> int:
        """What is made of all of them."""
        return len(self.numbers)

    def runs(self, part: CommonFraction) -> tuple[Run, ...]:
        """What a part is made of, if it was put together in this working."""
        return self.made.get(part, (Run(part.numerator, part.denominator, self.of(part, self.result)),))


def _worth(number: Expr) -> Fraction | None:
    try:
        return evaluate(number)
    except NoOneValue:
        return None


def _worth_of_part(number: Expr) -> Fraction | None:
    return whole_and_part(number)[1].value if isinstance(number, LIKE) else None  # type: ignore[union-attr]


def by_wholes(runs: tuple[Run, ...], bottom: int) -> list[tuple[Run, ...]]:
    """Runs of one size cut where a whole is full, a list of runs for each whole."""
    wholes: list[list[Run]] = [[]]
    room = bottom
    for run in runs:
        left = run.top
        while left:
            take = min(left, room)
            wholes[-1].append(Run(take, run.bottom, run.of, run.state))
            left, room = left - take, room - take
            if not room:
                wholes.append([])
                room = bottom
    return [tuple(w) for w in wholes if w]
