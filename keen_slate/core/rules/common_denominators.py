"""Fractions of different sizes renamed to pieces of one size."""

from functools import partial
from math import lcm, prod
from typing import Literal, Protocol

from keen_slate.core.machine.engine import Move, Rule, earning
from keen_slate.core.machine.side_work import FactorPairs, Multiples, PrimeFactors, Renaming, SideWork
from keen_slate.core.notation.manner import Manner
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, whole_and_part
from keen_slate.core.problem.tree import Common, CrossProducts, Expr, Negative, Sum, Term, is_numeral
from keen_slate.core.rules.parts import SumParts, minuend_and_subtrahend
from keen_slate.core.saying import renaming, wholes_and_parts
from keen_slate.core.saying.say import Say


class Reason(Protocol):
    """A sentence about different bottoms and what is common to them."""

    def __call__(self, w: Manner, /, bottoms: tuple[int, ...], common: int) -> str: ...


LARGEST_TRIAL = 2000
"""Primes tried: enough to split any denominator that a class meets."""

LONGEST_ROW = 12
"""Multiples written in one row at most: the times tables that a class learns."""


def list_multiples(expr: Expr) -> Move:
    """The multiples of each bottom are listed until one stands in every row.

    >>> list_multiples(read("1/4 + 5/6").expr).after == read("3/12 + 10/12").expr
    True
    """
    bottoms = SumParts.of(expr).bottoms
    common = lcm(*bottoms)
    rows = Multiples(tuple((b, _row(b, common)) for b in bottoms), common)
    return _renamed(expr, common, renaming.rename_by_multiples, rows)


def find_common(expr: Expr) -> Move:
    """The lowest common multiple by rows of multiples, the greatest common factor by pairs of factors.

    >>> find_common(read("LCM of 4 and 6").expr).after, find_common(read("HCF of 12 and 18").expr).after
    (Whole(n=12), Whole(n=6))
    """
    assert isinstance(expr, Common)
    numbers, found = tuple(n.n for n in expr.numbers), int(expr.value)
    if expr.multiple:
        rows = Multiples(tuple((n, _row(n, found)) for n in numbers), found)
        return Move(Whole(found), Say.of(renaming.common_multiple_found, numbers=numbers, found=found), (rows,))
    pairs = tuple((n, factor_pairs(n)) for n in numbers)
    side = (FactorPairs(pairs, found),) if all(p for _, p in pairs) else ()
    return Move(Whole(found), Say.of(renaming.common_factor_found, numbers=numbers, found=found), side)


LARGEST_PAIRED = 10_000
"""Factor pairs are listed for numbers up to this: beyond it nobody lists them."""


def factor_pairs(n: int) -> tuple[tuple[int, int], ...]:
    """The pairs of factors of n, smallest first; none where n is too large to try them by hand.

    >>> factor_pairs(12)
    ((1, 12), (2, 6), (3, 4))
    """
    if n > LARGEST_PAIRED:
        return ()
    return tuple((a, n // a) for a in range(1, int(n**0.5) + 1) if n % a == 0)


def keep_one(expr: Expr) -> Move:
    """One bottom is a multiple of the rest: 8 is a multiple of 4 already, so only the quarters change.

    >>> keep_one(read("1/4 + 3/8").expr).after == read("2/8 + 3/8").expr
    True
    """
    return _renamed(expr, lcm(*SumParts.of(expr).bottoms), renaming.rename_by_keeping)


def prime_factors(expr: Expr) -> Move:
    """Each bottom as a product of primes; what they share is taken once, the rest all.

    >>> prime_factors(read("5/12 + 7/18").expr).after == read("15/36 + 14/36").expr
    True
    """
    return _by_primes(expr, "rows")


def prime_ladder(expr: Expr) -> Move:
    """The same with the primes divided out of all bottoms together, one under the other.

    >>> prime_ladder(read("5/12 + 7/18").expr).after == read("15/36 + 14/36").expr
    True
    """
    return _by_primes(expr, "ladder")


def prime_trees(expr: Expr) -> Move:
    """The same with each bottom split into a tree, down to its primes.

    >>> prime_trees(read("5/12 + 7/18").expr).after == read("15/36 + 14/36").expr
    True
    """
    return _by_primes(expr, "trees")


def _by_primes(expr: Expr, written: Literal["rows", "ladder", "trees"]) -> Move:
    bottoms = SumParts.of(expr).bottoms
    split = tuple((b, primes_of(b)) for b in bottoms if b > 1)  # 1 has no primes
    rows = PrimeFactors(split, lcm(*bottoms), written)
    return _renamed(expr, lcm(*bottoms), renaming.rename_by_primes, rows)


def primes_of(n: int) -> tuple[int, ...]:
    """The prime factors in rising order. A rest that would take too long to split stays whole.

    >>> primes_of(36), primes_of(97)
    ((2, 2, 3, 3), (97,))
    """
    found: list[int] = []
    prime = 2
    while prime * prime <= n and prime < LARGEST_TRIAL:
        while n % prime == 0:
            found.append(prime)
            n //= prime
        prime += 1 if prime == 2 else 2
    return (*found, n) if n > 1 or not found else tuple(found)


def cross_products(expr: Expr) -> Move:
    """(a × d ± c × b)/(b × d) in one line; where the parts stand among wholes to be subtracted, their product.

    >>> text_of(cross_products(read("1/4 + 5/6").expr).after)
    '(1 × 6 + 5 × 4)/(4 × 6)'
    """
    parts = SumParts.of(expr)
    if len(parts.parts) != 2 or parts.parts[0][0] or (parts.any_minus and parts.any_whole):
        return product_of_bottoms(expr)
    (_, first), (minus, second) = parts.parts
    node = CrossProducts(first, second, minus)
    wholes = tuple(Term(Whole(w)) for w in parts.wholes())
    return Move(Sum((*wholes, Term(node))), Say.of(renaming.cross_products, first=first, second=second, minus=minus))


def work_cross_products(expr: Expr) -> Move:
    """Both products worked out, over the product of the bottoms.

    >>> text_of(work_cross_products(CrossProducts(CommonFraction(1, 4), CommonFraction(5, 6), minus=False)).after)
    '26/24'
    """
    assert isinstance(expr, CrossProducts)
    (a, b), (c, d) = (expr.first.numerator, expr.first.denominator), (expr.second.numerator, expr.second.denominator)
    top = a * d - c * b if expr.minus else a * d + c * b
    said = Say.of(renaming.work_cross_products, a=a * d, c=c * b, top=top, bottom=b * d, minus=expr.minus)
    after = CommonFraction(abs(top), b * d)
    return Move(Negative(after) if top < 0 else after, said)


def compare_bottoms(expr: Expr) -> Move:
    """Do both bottoms change, only one, or neither? Asked of every pair before anything is renamed or counted.

    >>> text_of(compare_bottoms(read("1/4 + 5/6").expr).after)
    '1/4 + 5/6'
    """
    assert isinstance(expr, Sum)
    parts = SumParts.of(expr)
    said = Say.of(renaming.compare_bottoms, bottoms=parts.bottoms, common=parts.common(), parts=len(parts.parts))
    return Move(expr.marked("bottoms"), said)


def compare_for_product(expr: Expr) -> Move:
    """The same question where the bottoms are multiplied: then all of them change, if they differ.

    >>> text_of(compare_for_product(read("1/4 + 5/6").expr).after)
    '1/4 + 5/6'
    """
    assert isinstance(expr, Sum)
    if len(SumParts.of(expr).bottoms) == 1:
        return compare_bottoms(expr)
    return Move(expr.marked("bottoms"), Say.of(renaming.compare_for_product, bottoms=SumParts.of(expr).bottoms))


def ask_enough(expr: Expr) -> Move:
    """Is the top fraction enough to take the other away? Asked only of pieces of one size.

    >>> text_of(ask_enough(read("6 3/12 − 2 10/12").expr).after)
    '6 3/12 − 2 10/12'
    """
    assert isinstance(expr, Sum)
    _, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    return Move(expr.marked("enough"), Say.of(wholes_and_parts.ask_enough, top=top, less_top=less_top, bottom=bottom))


def reduce_terms(expr: Expr) -> Move:
    """Terms that are not in lowest terms are reduced before a common bottom is looked for: 6/16 = 3/8.

    >>> text_of(reduce_terms(read("6/16 + 1/4").expr).after)
    '3/8 + 1/4'
    """
    assert isinstance(expr, Sum)
    terms = tuple(Term(_lowest(t.expr), t.minus) for t in expr.terms)
    changed = tuple((a.expr, b.expr) for a, b in zip(expr.terms, terms, strict=True) if a != b)
    return Move(Sum(terms, expr.marks), Say.of(renaming.reduce_terms, changed=changed))


def _lowest(number: Expr) -> Expr:
    match number:
        case CommonFraction():
            return CommonFraction(*number.value.as_integer_ratio())
        case MixedNumber():
            return MixedNumber(number.whole, *number.part.value.as_integer_ratio())
        case _:
            return number


def put_together(expr: Expr) -> Move:
    """Two parts that make a whole are set side by side and worked first: 3/7 + 5/11 + 4/7 = 3/7 + 4/7 + 5/11.

    >>> text_of(put_together(read("3/7 + 5/11 + 4/7").expr).after)
    '3/7 + 4/7 + 5/11'
    """
    assert isinstance(expr, Sum)
    terms = expr.terms
    for i, first in enumerate(terms):
        for j in range(i + 1, len(terms)):
            a, b = (whole_and_part(t.expr)[1] for t in (first, terms[j]) if is_numeral(t.expr))
            if a and b and (a.value + b.value).denominator == 1 and isinstance(first.expr, type(terms[j].expr)):
                pair = Sum((first, terms[j]), frozenset({"whole-made"}))
                rest = tuple(t for k, t in enumerate(terms) if k not in (i, j))
                said = Say.of(renaming.put_together, a=first.expr, b=terms[j].expr)
                return Move(Sum((Term(pair), *rest), expr.marks), said)
    return Move(expr.marked("whole-made"), None)


def product_of_bottoms(expr: Expr) -> Move:
    """The different bottoms multiplied: always a common bottom, not always the smallest.

    >>> text_of(product_of_bottoms(read("1/4 + 5/6").expr).after)
    '6/24 + 20/24'
    """
    return _renamed(expr, prod(SumParts.of(expr).bottoms), renaming.rename_by_product)


def rename_as_named(expr: Expr, common: int) -> Move:
    """The common bottom that somebody named, whether it is the least or not.

    >>> text_of(rename_as_named(read("2/3 + 3/4").expr, 24).after)
    '16/24 + 18/24'
    """
    return _renamed(expr, common, renaming.rename_as_named)


def renaming_as_named(common: int) -> Rule:
    """Renaming to that common bottom, in place of the school's own way."""
    return Rule(
        "rename-as-named",
        "rename",
        partial(rename_as_named, common=common),
        "rename",
        question="How many of these pieces is each?",
    )


def _row(bottom: int, common: int) -> tuple[int, ...]:
    """The multiples up to the common one; a long row keeps its beginning and its end."""
    count = common // bottom
    if count <= LONGEST_ROW:
        return tuple(bottom * i for i in range(1, count + 1))
    return (*(bottom * i for i in range(1, LONGEST_ROW - 1)), common)


def _renamed(expr: Expr, common: int, said: Reason, *side: SideWork) -> Move:
    parts = SumParts.of(expr)
    renamings = tuple(
        dict.fromkeys(
            Renaming(p.numerator, p.denominator, common // p.denominator)
            for _, p in parts.parts
            if p.denominator != common
        )
    )
    return Move(
        rename_terms(expr, common),
        Say.of(said, bottoms=parts.bottoms, common=common),
        (*side, *renamings),
    )


def rename_terms(expr: Expr, common: int) -> Expr:
    """Every fraction part of a sum over the common denominator; wholes stay as they are."""
    assert isinstance(expr, Sum)
    return Sum(tuple(Term(rename_number(t.expr, common), t.minus) for t in expr.terms), expr.marks)


def rename_number(number: Expr, common: int) -> Expr:
    match number:
        case CommonFraction(top, bottom):
            return CommonFraction(top * common // bottom, common)
        case MixedNumber(whole, top, bottom):
            return MixedNumber(whole, top * common // bottom, common)
        case _:
            return number


COMPARE_FOR_PRODUCT = Rule(
    "compare-for-product",
    "compare-bottoms",
    compare_for_product,
    "bottoms",
    ("denominators", "product"),
    question="Which {bottom}s change: both, one, or neither?",
    asks=True,
)
COMPARE_FOR_CROSS_PRODUCTS = Rule(
    "compare-for-cross-products",
    "compare-bottoms",
    compare_for_product,
    "bottoms",
    ("denominators", "cross-products"),
    question="Which {bottom}s change: both, one, or neither?",
    asks=True,
)
COMPARE_BOTTOMS = Rule(
    "compare-bottoms",
    "compare-bottoms",
    compare_bottoms,
    "bottoms",
    question="Which {bottom}s change: both, one, or neither?",
    asks=True,
)
ASK_ENOUGH = Rule("ask-enough", "ask-enough", ask_enough, "enough", question="Is the upper part enough?", asks=True)
REDUCE_TERMS = Rule(
    "reduce-terms",
    "reduce-terms",
    reduce_terms,
    "rename",
    question="Can a fraction be written with smaller numbers first?",
    earns=earning("renamed"),
)
PUT_TOGETHER = Rule("put-together", "put-together", put_together, "order")
FIND_COMMON = Rule("find-common", "find-common", find_common, "bottoms", question="Which number stands in every row?")
LIST_MULTIPLES = Rule(
    "list-multiples",
    "rename",
    list_multiples,
    "rename",
    ("denominators", "list-multiples"),
    question="Which size of piece fits all of them?",
    basic_fact=True,
)
KEEP_ONE = Rule(
    "keep-one",
    "rename",
    keep_one,
    "rename",
    ("denominators", "keep-one"),
    question="Which size of piece fits all of them?",
)
PRIME_FACTORS = Rule(
    "prime-factors",
    "rename",
    prime_factors,
    "rename",
    ("denominators", "prime-factors"),
    question="Which size of piece fits all of them?",
)
PRIME_LADDER = Rule(
    "prime-ladder",
    "rename",
    prime_ladder,
    "rename",
    ("denominators", "prime-ladder"),
    question="Which size of piece fits all of them?",
)
PRIME_TREES = Rule(
    "prime-trees",
    "rename",
    prime_trees,
    "rename",
    ("denominators", "prime-trees"),
    question="Which size of piece fits all of them?",
)
PRODUCT = Rule(
    "product-of-bottoms",
    "rename",
    product_of_bottoms,
    "rename",
    ("denominators", "product"),
    question="Which size of piece always fits both?",
    basic_fact=True,
)
CROSS_PRODUCTS = Rule("cross-products", "rename", cross_products, "rename", ("denominators", "cross-products"))
WORK_CROSS_PRODUCTS = Rule("work-cross-products", "work-cross-products", work_cross_products, "rename")

RULES = (
    ASK_ENOUGH,
    COMPARE_FOR_PRODUCT,
    COMPARE_FOR_CROSS_PRODUCTS,
    COMPARE_BOTTOMS,
    CROSS_PRODUCTS,
    KEEP_ONE,
    FIND_COMMON,
    LIST_MULTIPLES,
    PRIME_FACTORS,
    PRIME_LADDER,
    PRIME_TREES,
    PRODUCT,
    PUT_TOGETHER,
    REDUCE_TERMS,
    WORK_CROSS_PRODUCTS,
)
