"""Whole numbers, powers, and which two terms are worked on."""

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, Whole
from keen_slate.core.problem.tree import Expr, Factor, Group, Negative, Power, Product, Sum, Term, is_numeral, is_zero
from keen_slate.core.rules.factors import first_pair, pair_replaced, whole_of
from keen_slate.core.rules.long_division import long_division, multiplied_by_parts
from keen_slate.core.saying.say import Say


def take_first(expr: Expr) -> Move:
    """What is added at the beginning, or else the first two terms, is worked first; nothing is written for that."""
    assert isinstance(expr, Sum)
    added = next(index for index, term in enumerate(expr.terms) if term.minus)
    count = max(added, 2)
    return Move(Sum((Term(Sum(expr.terms[:count])), *expr.terms[count:])), None)


def drop_zero_terms(expr: Expr) -> Move:
    """Terms worth 0 are left out; one stays where all are."""
    assert isinstance(expr, Sum)
    kept = tuple(t for t in expr.terms if not is_zero(t.expr))
    return Move(Sum(kept or expr.terms[:1]), Say.of("drop-zero-terms"))


def add_wholes(expr: Expr) -> Move:
    """Whole numbers added or subtracted at once."""
    assert isinstance(expr, Sum)
    signed = tuple(-whole_of(t.expr) if t.minus else whole_of(t.expr) for t in expr.terms)
    total = sum(signed)
    return Move(Whole(total) if total >= 0 else Negative(Whole(-total)), Say.of("add-wholes", numbers=signed))


def multiply_wholes(expr: Expr) -> Move:
    """The two leftmost whole numbers multiplied."""
    a, b = (whole_of(x) for x in first_pair(expr))
    return Move(pair_replaced(expr, Whole(a * b)), Say.of("multiply-wholes", a=a, b=b), multiplied_by_parts(a, b))


def divide_wholes(expr: Expr) -> Move:
    """A division of wholes that comes out is done; one that does not is written as a fraction."""
    a, b = (whole_of(x) for x in first_pair(expr))
    if a % b == 0:
        side = (long_division(a, 0, b),) if a > 144 else ()
        return Move(pair_replaced(expr, Whole(a // b)), Say.of("divide-wholes", a=a, b=b), side)
    return Move(pair_replaced(expr, CommonFraction(a, b)), Say.of("divide-as-fraction", a=a, b=b))


def raise_power(expr: Expr) -> Move:
    """A power written out as its factors: 7² = 7 × 7."""
    assert isinstance(expr, Power)
    said = Say.of("raise", exponent=expr.exponent)
    if expr.exponent == 0:
        return Move(Whole(1), said)
    factor = expr.base if is_numeral(expr.base) else Group(expr.base)
    return Move(Group(Product((Factor(factor),) * expr.exponent)), said)


TAKE_FIRST = Rule("take-first", "take-first", take_first)
DROP_ZERO_TERMS = Rule("drop-zero-terms", "drop-zero-terms", drop_zero_terms)
ADD_WHOLES = Rule("add-wholes", "add-wholes", add_wholes)
MULTIPLY_WHOLES = Rule("multiply-wholes", "multiply-wholes", multiply_wholes)
DIVIDE_WHOLES = Rule("divide-wholes", "divide-wholes", divide_wholes)
RAISE = Rule("raise", "raise", raise_power)
