"""Prime factors on a board: shared ones paired under each other and taken once, or divided out on a ladder."""

from math import prod

from keen_slate.core.machine.side_work import PrimeFactors
from keen_slate.core.saying import on_paper
from keen_slate.core.saying.say import Say
from keen_slate.core.working.boards.grid import Drawing


def draw_primes(drawing: Drawing, factors: PrimeFactors) -> None:
    """A row for each number, equal primes in one column as often as both have them; each column once in the product."""
    most = {p: max(primes.count(p) for _, primes in factors.rows) for _, primes in factors.rows for p in primes}
    slots = [(prime, nth) for prime in sorted(most) for nth in range(most[prime])]
    for row, (number, primes) in enumerate(factors.rows):
        drawing.write(row, 0, number)
        drawing.write(row, 1, "=", "sign")
        written = 0
        for slot, (prime, nth) in enumerate(slots):
            if nth < primes.count(prime):
                if written:
                    drawing.write(row, 2 * slot + 1, "×", "sign")
                drawing.write(row, 2 * slot + 2, prime)
                written += 1
        drawing.end(Say.of(on_paper.split_into_primes, number=number, primes=primes))
    last = len(factors.rows)
    drawing.rule(last - 1, 0, 2 * len(slots))
    drawing.write(last, 0, factors.common)
    drawing.write(last, 1, "=", "sign")
    for slot, (prime, _) in enumerate(slots):
        if slot:
            drawing.write(last, 2 * slot + 1, "×", "sign")
        drawing.write(last, 2 * slot + 2, prime)
    taken = tuple(prime for prime, _ in slots)
    shared = sum(len(primes) for _, primes in factors.rows) > len(taken)
    drawing.end(Say.of(on_paper.shared_once, primes=taken, common=factors.common, shared=shared))


def draw_trees(drawing: Drawing, factors: PrimeFactors) -> None:
    """Each number splits into its smallest prime and the rest, the rest again, until only primes hang on the branches.

    A level lies one column further to the right; a line spans what hangs on a branch.
    """
    start = 0
    for number, primes in factors.rows:
        prime = len(primes) == 1
        drawing.write(0, start + (0 if prime else 1), number, "prime" if prime else "figure")
        if prime:
            drawing.end(Say.of(on_paper.split_into_primes, number=number, primes=primes))
        rest = number
        for level, factor in enumerate(primes[:-1]):
            whole, rest = rest, rest // factor
            last = level == len(primes) - 2
            drawing.rule(level + 1, start + level, start + level + 2, "above")
            drawing.write(level + 1, start + level, factor, "prime")
            drawing.write(level + 1, start + level + 2, rest, "prime" if last else "figure")
            drawing.end(Say.of(on_paper.branches, number=whole, prime=factor, rest=rest, last=last))
        start += len(primes) + 2
    most = {p: max(primes.count(p) for _, primes in factors.rows) for _, primes in factors.rows for p in primes}
    taken = tuple(p for p in sorted(most) for _ in range(most[p]))
    shared = sum(len(primes) for _, primes in factors.rows) > len(taken)
    for place, text in enumerate((str(factors.common), "=", *" × ".join(map(str, taken)).split(" "))):
        drawing.write(drawing.rows if not place else drawing.rows - 1, place, text, "sign" if place % 2 else "figure")
    drawing.end(Say.of(on_paper.trees_read, primes=taken, common=factors.common, shared=shared))


def draw_ladder(drawing: Drawing, factors: PrimeFactors) -> None:
    """The numbers beside each other; a prime that goes into one of them or more at their left, what is left below."""
    numbers = [number for number, _ in factors.rows]
    primes = sorted({p for _, found in factors.rows for p in found})
    for column, number in enumerate(numbers, start=1):
        drawing.write(0, column, number)
    drawing.end(None)
    row, taken = 0, list[int]()
    for prime in primes:
        while any(n % prime == 0 for n in numbers):
            left = [n // prime if n % prime == 0 else n for n in numbers]
            drawing.write(row, 0, prime)
            drawing.rule(row, 1, 1, "left")
            drawing.rule(row, 1, len(numbers))
            for column, n in enumerate(left, start=1):
                drawing.write(row + 1, column, n)
            drawing.end(Say.of(on_paper.divided_out, prime=prime, numbers=tuple(numbers), left=tuple(left)))
            numbers, row = left, row + 1
            taken.append(prime)
    if prod(taken) != factors.common:
        raise ValueError(f"{taken} do not make {factors.common}")
    drawing.end(Say.of(on_paper.ladder_read, primes=tuple(taken), common=factors.common))
