"""Work that hangs beside the line that needed it."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Multiples:
    """Rows of multiples with the first match ringed. ``rows`` are (number, its multiples up to the match)."""

    rows: tuple[tuple[int, tuple[int, ...]], ...]
    match: int


@dataclass(frozen=True, slots=True)
class Renaming:
    """A fraction renamed by a multiplier on top and bottom: 1/4 × 3/3 = 3/12."""

    numerator: int
    denominator: int
    multiplier: int


@dataclass(frozen=True, slots=True)
class PrimeFactors:
    """Each number with its prime factors, and the product of the shared ones once and all the rest."""

    rows: tuple[tuple[int, tuple[int, ...]], ...]
    common: int


@dataclass(frozen=True, slots=True)
class FactorPairs:
    """The factor pairs of two numbers, and the largest factor in both, ringed."""

    rows: tuple[tuple[int, tuple[tuple[int, int], ...]], ...]
    ringed: int


@dataclass(frozen=True, slots=True)
class Calculation:
    """A small sum done on the side, as whole numbers and signs: 6 × 4 + 1 = 25."""

    text: str


@dataclass(frozen=True, slots=True)
class Division:
    """A division written out: 19 ÷ 12 = 1 remainder 7. A row is what is divided, what is taken away, what is left."""

    dividend: str
    divisor: int
    quotient: str
    remainder: int
    rows: tuple[tuple[int, int, int], ...]


SideWork = Multiples | PrimeFactors | FactorPairs | Renaming | Calculation | Division
