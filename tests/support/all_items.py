"""Every item of a family over small numbers, written down as text without anything of the core."""

from collections.abc import Iterator
from fractions import Fraction
from itertools import combinations, permutations, product
from math import gcd

LARGEST_BOTTOM, LARGEST_WHOLE = 6, 3

BOTTOMS = range(2, LARGEST_BOTTOM + 1)
PROPER = [f"{t}/{b}" for b in BOTTOMS for t in range(1, b)]
LOWEST = [f"{t}/{b}" for b in BOTTOMS for t in range(1, b) if gcd(t, b) == 1]
MIXED = [f"{w} {f}" for w in range(1, LARGEST_WHOLE + 1) for f in PROPER]
IMPROPER = [f"{t}/{b}" for b in BOTTOMS for t in range(b + 1, (LARGEST_WHOLE + 1) * b) if t % b]
WHOLES = [str(n) for n in range(1, LARGEST_WHOLE + 1)]
TENTHS = [f"{w}.{d}" for w in range(1, LARGEST_WHOLE + 1) for d in range(1, 10)]


def _value(text: str) -> Fraction:
    return sum((Fraction(part) for part in text.split()), Fraction(0))


def _less(first: str, second: str) -> bool:
    return _value(first) < _value(second)


def fractions_added() -> Iterator[str]:
    yield from (f"{a} + {b}" for a, b in product(PROPER + IMPROPER, PROPER))
    yield from (f"{a} + {b} + {c}" for a, b, c in product(PROPER + IMPROPER[::2], PROPER, PROPER))


def fractions_subtracted() -> Iterator[str]:
    every = PROPER + IMPROPER
    for a, b in product(every, every):
        if _value(a) != _value(b):
            yield f"{a} − {b}"
            yield f"subtract {b} from {a}"


def mixed_added() -> Iterator[str]:
    yield from (f"{a} + {b}" for a, b in product(MIXED + IMPROPER, MIXED))
    small = [m for m in MIXED if m < "2"]
    yield from (f"{a} + {b} + {c}" for a, b, c in product([*small, *IMPROPER[::3]], small, small))


def mixed_subtracted() -> Iterator[str]:
    for a, b in product(MIXED + IMPROPER + WHOLES, MIXED):
        if _less(b, a):
            yield f"{a} − {b}"
            yield f"subtract {b} from {a}"


def fractions_multiplied() -> Iterator[str]:
    yield from (f"{a} × {b}" for a, b in product(PROPER, PROPER))
    yield from (f"{n} × {a}" for n, a in product(range(2, 10), PROPER))
    yield from (f"{a} × {b}" for a, b in product(MIXED, [*PROPER, *map(str, range(2, 10))]) if a < "2")


def fractions_divided() -> Iterator[str]:
    for text in fractions_multiplied():
        yield text.replace("×", "÷")
        first, second = text.split(" × ")
        yield f"how many {second} in {first}"


def compared() -> Iterator[str]:
    yield from (f"compare {a} and {b}" for a, b in product(PROPER, PROPER) if _value(a) != _value(b))
    for three in combinations(PROPER, 3):
        if len({_value(f) for f in three}) == 3:
            yield f"order {', '.join(three)}"


def equal_fractions() -> Iterator[str]:
    for fraction in LOWEST:
        top, bottom = map(int, fraction.split("/"))
        rows = [(top * m, bottom * m) for m in range(1, 10)]
        for count in (2, 3):
            for row in permutations(rows, count):
                if rows[0] in (row[0], row[-1]) and (row[0] == rows[0] or row[0][1] <= LARGEST_BOTTOM):
                    first = f"{row[0][0]}/{row[0][1]}"
                    yield " = ".join([first, *(f"?/{b}" for _, b in row[1:])])
                    yield " = ".join([first, *(f"{t}/?" for t, _ in row[1:])])


def one_step() -> Iterator[str]:
    for b in range(3, LARGEST_BOTTOM + 1):
        for w in range(1, LARGEST_WHOLE):
            yield f"{w + 1} = {w} ?/{b}"
            yield from (f"{w + 1} {t}/{b} = {w} ?/{b}" for t in range(1, b))
            yield from (f"{w} {b + t}/{b} = {w + 1} ?/{b}" for t in range(1, b))
        yield from (f"{b + t}/{b} = 1 ?/{b}" for t in range(1, b))


def converted() -> Iterator[str]:
    yield from (f"{m} as an improper fraction" for m in MIXED)
    yield from (f"{f} as a mixed number" for f in IMPROPER)


def simplified() -> Iterator[str]:
    yield from (f"simplify {f}" for f in PROPER if f not in LOWEST)
    for b in BOTTOMS:
        yield from (f"simplify {t}/{b}" for t in range(b + 1, 4 * b) if 1 < gcd(t, b) < b)


def decimals_added() -> Iterator[str]:
    yield from (f"{a} + {b}" for a, b in product(TENTHS + WHOLES, TENTHS))
    yield from (f"{a} + {b} + {c}" for a, b, c in product(TENTHS, TENTHS, TENTHS[::4] + WHOLES))


def decimals_subtracted() -> Iterator[str]:
    yield from (f"{a} − {b}" for a, b in product(TENTHS + WHOLES, TENTHS + WHOLES) if _less(b, a) and "." in a + b)


def decimals_compared() -> Iterator[str]:
    below_one = [f"{w}.{d}" for w in range(LARGEST_WHOLE + 1) for d in range(1, 10)]
    yield from (f"compare {a} and {b}" for a, b in permutations(below_one, 2))
    yield from (f"order {', '.join(row)}" for row in combinations(below_one, 3))


def below_zero() -> Iterator[str]:
    for a, b in product(WHOLES, WHOLES):
        yield from (f"{a} + (−{b})", f"{a} − (−{b})", f"−{a} + {b}")
    for a, b in product(LOWEST, LOWEST):
        yield from (f"{a} + (−{b})", f"{a} − (−{b})", f"−{a} + {b}")


def read_from_pictures() -> Iterator[str]:
    for kind in ("strips", "discs", "a number line"):
        yield from (f"read {f} from {kind}" for f in [*PROPER, *MIXED])
    for w in range(LARGEST_WHOLE + 1):
        for d in range(1, 10):
            yield from (f"read {w}.{d} from {kind}" for kind in ("strips", "a number line", "a hundred square"))
            yield from (f"read {w}.{d} from a number line in {s} spaces" for s in (5, 20) if d % 2 == 0)
        yield f"read {w}.5 from a number line in 2 spaces"
        yield from (f"read {100 * w + c}% from a hundred square" for c in range(1, 100) if w < 3)
    yield from (f"read {n} from a number line" for n in range(1, 100) if n % 10)


ALL = {
    "fractions-added": fractions_added,
    "fractions-subtracted": fractions_subtracted,
    "mixed-added": mixed_added,
    "mixed-subtracted": mixed_subtracted,
    "fractions-multiplied": fractions_multiplied,
    "fractions-divided": fractions_divided,
    "compared": compared,
    "equal-fractions": equal_fractions,
    "one-step": one_step,
    "read-from-pictures": read_from_pictures,
    "converted": converted,
    "simplified": simplified,
    "decimals-added": decimals_added,
    "decimals-subtracted": decimals_subtracted,
    "decimals-compared": decimals_compared,
    "below-zero": below_zero,
}
"""By the id of the family."""
