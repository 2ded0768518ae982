"""What a working asks of a class besides its lines: multiplication facts, and numbers written beside."""

from keen_slate.core.machine.engine import Derivation, Rule
from keen_slate.core.machine.side_work import (
    Calculation,
    FactorPairs,
    Multiples,
    PrimeFactors,
    Renaming,
    SetOut,
    SideWork,
)
from keen_slate.core.problem.paper import AreaProduct, Columns, LongProduct, LongQuotient, Moving, OnPaper, digits_value
from keen_slate.core.problem.tree import at_path


def facts_of(work: Derivation) -> frozenset[tuple[int, int]]:
    """The multiplication facts that a working takes, divisions as the facts that undo them.

    >>> from keen_slate.core.working.work import work
    >>> sorted(facts_of(work(read("1/4 + 5/6")).derivation))
    [(1, 3), (1, 12), (2, 5), (2, 6), (3, 4)]
    """
    found: set[tuple[int, int]] = set()
    for step in work.steps:
        for side in step.beside:
            if isinstance(side, Renaming):
                found |= {(side.numerator, side.multiplier), (side.denominator, side.multiplier)}
        if isinstance(step.by, Rule) and step.by.facts is not None:
            found |= set(step.by.facts(at_path(step.before, step.at), step.wrote))
    return frozenset((min(f), max(f)) for f in found)


def numbers_beside(side: SideWork) -> int:
    """How many numbers a piece of side work has to be written with: each multiple listed, each factor, each row.

    >>> numbers_beside(Multiples(((4, (4, 8, 12)), (6, (6, 12))), 12))
    5
    """
    match side:
        case Multiples(rows):
            return sum(len(row) for _, row in rows)
        case PrimeFactors(rows):
            return sum(len(factors) for _, factors in rows) + 1
        case FactorPairs(rows):
            return sum(2 * len(pairs) for _, pairs in rows)
        case Renaming():
            return 2
        case Calculation():
            return 1
        case SetOut(start):
            return numbers_on_paper(start)


def numbers_on_paper(start: OnPaper) -> int:
    """How many numbers a calculation on paper is written with, beside those that it is about and what it gives.

    >>> numbers_on_paper(LongProduct(47, 36)), numbers_on_paper(Columns.of((61, 27), minus=True))
    (2, 0)
    """
    match start:
        case LongProduct(below=below):
            rows = len(str(below).replace("0", ""))
            return rows if rows > 1 else 0
        case AreaProduct(down, across):
            return len(down) * len(across)
        case LongQuotient(digits, _, divisor):
            quotient = str(digits_value(digits) // divisor)
            return 2 * len(quotient.replace("0", "")) + start.further
        case Columns() | Moving():
            return 0
