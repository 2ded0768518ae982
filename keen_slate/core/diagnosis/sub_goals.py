"""What a pupil may work on inside a problem: the worth of every part of it, and what it comes to where one is replaced.

A part is what stands in the problem or in a state on the way of any school: a number, its whole and its top, a stretch
of terms or factors.
"""

from collections.abc import Iterator
from fractions import Fraction
from math import lcm

from keen_slate.core.diagnosis.search import searches
from keen_slate.core.machine.school import School
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.blanks import gaps_in
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    CrossProducts,
    Expr,
    Factor,
    NoOneValue,
    Product,
    Split,
    Sum,
    Term,
    children,
    columns_as_sum,
    evaluate,
    is_numeral,
    number_for,
    with_child,
)


def states_of(expr: Expr, school: School) -> tuple[Expr, ...]:
    """The states on the way from an expression to its answer, by every school that goes a way of its own."""
    ways = (search.right_way() for search in searches(expr, school))
    return tuple(dict.fromkeys(state for way in ways for state in way))


def worths_of_parts(states: tuple[Expr, ...]) -> frozenset[Fraction]:
    """What each part of the states is worth.

    >>> sorted(map(str, worths_of_parts((read("2 3/4 + 1/6").expr,))))
    ['1', '1/6', '11', '11/12', '11/4', '12', '2', '3', '3/4', '35/12', '4', '6', '8']
    """
    return frozenset(worth for state in states for worth in _worths(state))


def _worths(expr: Expr) -> Iterator[Fraction]:
    for part in _parts(expr):
        try:
            yield evaluate(part)
        except (NoOneValue, ZeroDivisionError):
            continue
        yield from (Fraction(n) for n in _written_numbers(part))
    bottoms = {p.denominator for p in _parts(expr) if isinstance(p, (CommonFraction, MixedNumber))}
    if bottoms:
        yield Fraction(lcm(*bottoms))


def _parts(expr: Expr) -> Iterator[Expr]:
    """The expression and everything in it, with the stretches of its sums and products, and wholes and parts apart."""
    yield expr
    match expr:
        case Sum():
            yield from _stretches(expr)
            yield from _wholes_and_parts(expr)
        case Product():
            yield from _stretches(expr)
        case MixedNumber():
            yield expr.part
        case Split(wholes, parts):
            yield from (Whole(n) for n in wholes)
            yield from parts
        case Columns():
            yield from _parts(columns_as_sum(expr))
        case CrossProducts(first, second):
            a, b = first.numerator * second.denominator, second.numerator * first.denominator
            yield from (Whole(a), Whole(b), Whole(first.denominator * second.denominator), Whole(abs(a - b)))
            yield Whole(a + b)
        case Comparison(items, written):
            yield from (*items, *written)
        case Chain(sides, _, numbers):
            yield from (s for s in (*sides, *numbers) if not gaps_in(s))
    for child in children(expr):
        yield from _parts(child)


def _wholes_and_parts(expr: Sum) -> tuple[Expr, ...]:
    """The wholes of a sum of mixed numbers, and its parts; nothing where no mixed number stands."""
    numbers = [t.expr for t in expr.terms]
    if not all(isinstance(n, (MixedNumber, Whole, CommonFraction)) for n in numbers):
        return ()
    if not any(isinstance(n, MixedNumber) for n in numbers):
        return ()
    return (
        Sum(tuple(Term(Whole(_whole(t.expr)), t.minus) for t in expr.terms)),
        Sum(tuple(Term(_part(t.expr), t.minus) for t in expr.terms)),
    )


def _whole(number: Expr) -> int:
    return number.whole if isinstance(number, MixedNumber) else number.n if isinstance(number, Whole) else 0


def _part(number: Expr) -> Expr:
    if isinstance(number, MixedNumber):
        return number.part
    return number if isinstance(number, CommonFraction) else Whole(0)


def _stretches(expr: Sum | Product) -> Iterator[Expr]:
    """Neighbouring terms or factors, two or more but not all."""
    pieces = expr.terms if isinstance(expr, Sum) else expr.factors
    for start in range(len(pieces)):
        for end in range(start + 2, len(pieces) + 1):
            if end - start < len(pieces):
                yield _stretch(expr, start, end)


def _stretch(expr: Sum | Product, start: int, end: int) -> Expr:
    """As a pupil takes it: the first without the sign before it."""
    if isinstance(expr, Sum):
        first, *rest = expr.terms[start:end]
        return Sum((Term(first.expr), *(Term(t.expr, t.minus != first.minus) for t in rest)))
    head, *others = expr.factors[start:end]
    return Product((Factor(head.expr), *(Factor(f.expr, f.divide != head.divide) for f in others)))


def _written_numbers(number: Expr) -> tuple[int, ...]:
    match number:
        case CommonFraction(top, bottom):
            return top, bottom
        case MixedNumber(whole, top, bottom):
            return whole, top, bottom, whole * bottom, whole * bottom + top
        case DecimalNumeral(digits, _):
            return (digits,)
        case _:
            return ()


def worths_with(states: tuple[Expr, ...], right: Fraction, taken: Fraction) -> frozenset[Fraction]:
    """What the states come to where a part worth ``right`` is taken for ``taken``.

    >>> sorted(map(str, worths_with((read("2 3/4 + 1/6").expr,), Fraction(1, 6), Fraction(1, 4))))
    ['3']
    """
    found: set[Fraction] = set()
    for state in states:
        for other in _with_parts_replaced(state, right, taken):
            try:
                found.add(evaluate(other))
            except (NoOneValue, ZeroDivisionError):
                continue
    if any(isinstance(p, (DecimalNumeral, Columns)) for state in states for p in _parts(state)):
        found |= _carried_through_columns(states, taken - right)
    return frozenset(found)


LARGEST_PLACE = 6
"""Columns left and right of the ones column in which a slip is carried through."""


def _carried_through_columns(states: tuple[Expr, ...], off: Fraction) -> set[Fraction]:
    """In columns the result of one column is off by as many of its units."""
    value = evaluate(states[0])
    moved = [off * Fraction(10) ** place for place in range(-LARGEST_PLACE, LARGEST_PLACE + 1)]
    return {value + by for by in moved} | {value - by for by in moved}


def _with_parts_replaced(expr: Expr, right: Fraction, taken: Fraction) -> Iterator[Expr]:
    """The expression with one part replaced, and with every number worth as much."""
    once = list(_replaced_once(expr, right, taken))
    yield from once
    if len(once) > 1:
        yield _replaced_everywhere(expr, right, taken)


def _replaced_once(expr: Expr, right: Fraction, taken: Fraction) -> Iterator[Expr]:
    if is_numeral(expr):
        yield from _number_replaced(expr, right, taken)
        return
    match expr:
        case Columns():
            yield from _replaced_once(columns_as_sum(expr), right, taken)
            return
        case Split(wholes, parts):
            as_sum = Sum(tuple(Term(e) for e in (*(Whole(n) for n in wholes), *parts)))
            yield from _replaced_once(as_sum, right, taken)
            return
        case Sum():
            yield from _stretch_replaced(expr, right, taken)
            if any(evaluate(taken_apart) == right for taken_apart in _wholes_and_parts(expr)):
                yield Sum((Term(expr), Term(number_for(taken)), Term(number_for(right), minus=True)))
        case Product():
            yield from _stretch_replaced(expr, right, taken)
    try:
        if evaluate(expr) == right:
            yield number_for(taken)
    except (NoOneValue, ZeroDivisionError):
        return
    for index, child in enumerate(children(expr)):
        for other in _replaced_once(child, right, taken):
            yield with_child(expr, index, other)


def _number_replaced(number: Expr, right: Fraction, taken: Fraction) -> Iterator[Expr]:
    """The number itself, its whole, its part, its top or its bottom."""
    if evaluate(number) == right:
        yield number_for(taken)
    n = int(taken) if taken.denominator == 1 and taken >= 0 else None
    match number:
        case CommonFraction(top, bottom) if n is not None:
            if top == right:
                yield CommonFraction(n, bottom)
            if bottom == right and n:
                yield CommonFraction(top, n)
        case MixedNumber(whole, top, bottom):
            if Fraction(top, bottom) == right:
                yield Sum((Term(Whole(whole)), Term(number_for(taken))))
            for improper in (whole * bottom, whole * bottom + top):
                if improper == right and n is not None:
                    yield CommonFraction(n + whole * bottom + top - improper, bottom)
            if n is not None:
                if whole == right:
                    yield MixedNumber(n, top, bottom)
                if top == right:
                    yield MixedNumber(whole, n, bottom)
                if bottom == right and n:
                    yield MixedNumber(whole, top, n)


def _stretch_replaced(expr: Sum | Product, right: Fraction, taken: Fraction) -> Iterator[Expr]:
    pieces = expr.terms if isinstance(expr, Sum) else expr.factors
    for start in range(len(pieces)):
        for end in range(start + 2, len(pieces) + 1):
            try:
                if evaluate(_stretch(expr, start, end)) != right:
                    continue
            except ZeroDivisionError:
                continue
            new = number_for(taken)
            if isinstance(expr, Sum):
                yield Sum((*expr.terms[:start], Term(new, expr.terms[start].minus), *expr.terms[end:]))
            else:
                first = expr.factors[start].divide
                yield Product((*expr.factors[:start], Factor(new, first), *expr.factors[end:]))


def _replaced_everywhere(expr: Expr, right: Fraction, taken: Fraction) -> Expr:
    if is_numeral(expr):
        return next(_number_replaced(expr, right, taken), expr)
    for index, child in enumerate(children(expr)):
        expr = with_child(expr, index, _replaced_everywhere(child, right, taken))
    return expr
