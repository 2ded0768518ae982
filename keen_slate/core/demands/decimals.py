"""What decimals demand."""

from fractions import Fraction

from keen_slate.core.demands.looking import goals_served, has_value, numbers_in, plain, product_of_two
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Expr,
    Product,
    Sum,
    children,
    decimal_places,
    evaluate,
    is_numeral,
)
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.on_paper import LARGEST_FACT


def decimals(problem: Problem, work: Derivation) -> bool:
    return any(isinstance(e, DecimalNumeral) for e in numbers_in(problem))


def _decimal_sum(problem: Problem) -> tuple[list[int], list[list[int]], bool] | None:
    """Places as written, digits of each number at equal length (ones of the last place last), whether it subtracts."""
    expr = problem.expr
    if not isinstance(expr, Sum) or not any(isinstance(c, DecimalNumeral) for c in children(expr)):
        return None
    numbers = [n for n in map(plain, children(expr)) if n is not None]
    if len(numbers) < len(expr.terms):
        return None
    longest = max(p for _, p in numbers)
    texts = [str(d * 10 ** (longest - p)) for d, p in numbers]
    width = max(map(len, texts))
    return [p for _, p in numbers], [[int(c) for c in t.zfill(width)] for t in texts], any(t.minus for t in expr.terms)


def _places_beside(problem: Problem) -> set[int]:
    """How many places stand under each other, or side by side where decimals are compared."""
    found = _decimal_sum(problem)
    if found is not None:
        return set(found[0])
    items = problem.expr.items if isinstance(problem.expr, Comparison) else ()
    numbers = [plain(i) for i in items]
    if not any(isinstance(i, DecimalNumeral) for i in items) or None in numbers:
        return set()
    return {n[1] for n in numbers if n is not None}


def equal_places(problem: Problem, work: Derivation) -> bool:
    return len(_places_beside(problem)) == 1


def ragged_places(problem: Problem, work: Derivation) -> bool:
    return len(_places_beside(problem)) > 1


def carry_in_columns(problem: Problem, work: Derivation) -> bool:
    found = _decimal_sum(problem)
    if found is None or found[2]:
        return False
    carry = 0
    for column in zip(*(reversed(row) for row in found[1]), strict=True):
        carry = (sum(column) + carry) // 10
        if carry:
            return True
    return False


def regroup_in_columns(problem: Problem, work: Derivation) -> bool:
    return "regroup-column" in goals_served(work) and has_value(problem) and evaluate(problem.expr) >= 0


def regroup_across_zero(problem: Problem, work: Derivation) -> bool:
    """The column that would lend holds a zero: 5.003 − 1.458."""
    said = [dict(s.said.data) for s in work.steps if s.goal == "regroup-column" and s.said is not None]
    return regroup_in_columns(problem, work) and any(data["across"] != 0 for data in said)


def unlike_kinds(problem: Problem, work: Derivation) -> bool:
    """Fractions and decimals in one calculation, or in one comparison."""
    kinds = {type(e) for e in numbers_in(problem)}
    return DecimalNumeral in kinds and bool(kinds & {CommonFraction, MixedNumber})


def longer_is_smaller(problem: Problem, work: Derivation) -> bool:
    """A decimal with more places is the smaller one: 0.35 and 0.4."""
    if not isinstance(problem.expr, Comparison):
        return False
    written = [p for p in map(plain, problem.expr.items) if p is not None]
    numbers = [(Fraction(digits, 10**places), places) for digits, places in written]
    return any(a < b and p > q for a, p in numbers for b, q in numbers)


def zero_among_the_places(problem: Problem, work: Derivation) -> bool:
    """A decimal that is compared has a zero before its last digit: 0.407."""
    if not isinstance(problem.expr, Comparison):
        return False
    written = [p for p in map(plain, problem.expr.items) if p is not None]
    return any("0" in str(digits).zfill(places)[-places:-1] for digits, places in written if places)


def decimal_without_end(problem: Problem, work: Derivation) -> bool:
    """A fraction beside decimals, or to be written as one, has no decimal that ends; or a quotient has none."""
    numbers = numbers_in(problem)
    asked = isinstance(problem.expr, Convert) and problem.expr.to in ("decimal", "percent")
    if isinstance(problem.expr, Chain) or not (asked or any(isinstance(e, DecimalNumeral) for e in numbers)):
        return False
    parts = [e for e in numbers if is_numeral(e) or isinstance(e, Product)]
    return any(decimal_places(evaluate(e)) is None for e in parts)


def _two_plain(problem: Problem) -> tuple[tuple[int, int], tuple[int, int], bool] | None:
    """Digits and places of two numbers multiplied or divided, a decimal among them and no power of ten."""
    found = product_of_two(problem)
    if found is None or _is_power_of_ten(found[1]):
        return None
    first, second = plain(found[0]), plain(found[1])
    if first is None or second is None or not any(isinstance(e, DecimalNumeral) for e in found[:2]):
        return None
    return first, second, found[2]


def power_of_ten(problem: Problem, work: Derivation) -> bool:
    """Multiplied or divided by 10, 100, 1000."""
    found = product_of_two(problem)
    return found is not None and plain(found[0]) is not None and _is_power_of_ten(found[1])


def _is_power_of_ten(number: Expr) -> bool:
    return isinstance(number, Whole) and number.n in (10, 100, 1000)


def zeros_to_write(problem: Problem, work: Derivation) -> bool:
    """The digits move and leave places that zeros fill: 2.4 × 100, 3.5 ÷ 100."""
    found = product_of_two(problem)
    if found is None or not power_of_ten(problem, work):
        return False
    number, by = plain(found[0]), evaluate(found[1])
    assert number is not None
    if found[2]:
        return 0 < evaluate(problem.expr) < Fraction(1, 10)
    return len(str(by)) - 1 > number[1]


def decimal_by_decimal(problem: Problem, work: Derivation) -> bool:
    found = _two_plain(problem)
    return found is not None and not found[2] and found[0][1] > 0 and found[1][1] > 0


def two_digit_factors(problem: Problem, work: Derivation) -> bool:
    """Both factors have two digits or more that are not 0: several rows are to be added."""
    found = _two_plain(problem)
    return found is not None and not found[2] and all(len(str(d).strip("0")) > 1 for d, _ in found[:2])


def zeros_in_front(problem: Problem, work: Derivation) -> bool:
    """The product has fewer digits than places: 0.2 × 0.3 = 0.06."""
    found = _two_plain(problem)
    if found is None or found[2]:
        return False
    (a, p), (b, q), _ = found
    return len(str(a * b)) < p + q


def zero_at_the_end(problem: Problem, work: Derivation) -> bool:
    """The product ends in a 0 behind the point: 0.4 × 0.5 = 0.20."""
    found = _two_plain(problem)
    if found is None or found[2]:
        return False
    (a, p), (b, q), _ = found
    return p + q > 0 and a * b % 10 == 0


def decimal_divisor(problem: Problem, work: Derivation) -> bool:
    found = _two_plain(problem)
    return found is not None and found[2] and found[1][1] > 0


def two_digit_divisor(problem: Problem, work: Derivation) -> bool:
    found, wholes = _two_plain(problem), _wholes_divided(problem)
    if wholes is not None:
        return wholes[1] > 9
    return found is not None and found[2] and len(str(found[1][0])) > 1


def _wholes_divided(problem: Problem) -> tuple[int, int] | None:
    """A whole number divided by another one, and no power of ten."""
    found = product_of_two(problem)
    if found is None or not found[2] or _is_power_of_ten(found[1]):
        return None
    first, second = found[:2]
    return (first.n, second.n) if isinstance(first, Whole) and isinstance(second, Whole) else None


def beyond_the_tables(problem: Problem, work: Derivation) -> bool:
    """A division of whole numbers that is no fact of the tables, with or without something left."""
    wholes = _wholes_divided(problem)
    return wholes is not None and max(wholes[0] // wholes[1], wholes[1]) > LARGEST_FACT


def goes_on(problem: Problem, work: Derivation) -> bool:
    """The division goes on past the last digit of what is divided: 2.5 ÷ 4."""
    found = _two_plain(problem)
    if found is None or not found[2]:
        return False
    (_, p), (_, q), _ = found
    places = decimal_places(evaluate(problem.expr))
    return places is not None and places > max(p - q, 0)


def zero_in_quotient(problem: Problem, work: Derivation) -> bool:
    """A 0 is written in the quotient besides that before the point: 8.16 ÷ 4 = 2.04."""
    found, wholes = _two_plain(problem), _wholes_divided(problem)
    if wholes is not None:
        return wholes[0] >= wholes[1] and "0" in str(wholes[0] // wholes[1])
    places = decimal_places(evaluate(problem.expr)) if found and found[2] else None
    if places is None:
        return False
    digits = str(int(evaluate(problem.expr) * 10**places)).zfill(places + 1)
    return "0" in (digits[1:] if digits[0] == "0" else digits)
