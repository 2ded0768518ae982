"""Work that hangs beside the line that needed it."""

from typing import Literal

from keen_slate.core.machine.mistakes import Mistake
from keen_slate.core.problem.paper import OnPaper
from keen_slate.core.values import frozen


@frozen
class Multiples:
    """Rows of multiples with the first match ringed. ``rows`` are (number, its multiples up to the match)."""

    rows: tuple[tuple[int, tuple[int, ...]], ...]
    match: int


@frozen
class Renaming:
    """A fraction renamed by a multiplier on top and bottom: 1/4 × 3/3 = 3/12."""

    numerator: int
    denominator: int
    multiplier: int


@frozen
class PrimeFactors:
    """Each number with its prime factors, and the product of the shared ones once and all the rest; ``written`` one row
    each, on a ladder where they are divided out of all numbers together, or each number as a tree."""

    rows: tuple[tuple[int, tuple[int, ...]], ...]
    common: int
    written: Literal["rows", "ladder", "trees"] = "rows"


@frozen
class FactorPairs:
    """The factor pairs of two numbers, and the largest factor in both, ringed."""

    rows: tuple[tuple[int, tuple[tuple[int, int], ...]], ...]
    ringed: int


@frozen
class Calculation:
    """A small sum done on the side, as whole numbers and signs: 6 × 4 + 1 = 25."""

    text: str


@frozen
class SetOut:
    """A calculation set out on paper, in columns or rows: a working of its own that begins at ``start``. With
    ``mistake`` it is made in there."""

    start: OnPaper
    mistake: Mistake | None = None


SideWork = Multiples | PrimeFactors | FactorPairs | Renaming | Calculation | SetOut
