"""A sum of whole numbers, fractions and mixed numbers, seen as wholes and fraction parts."""

from math import lcm

from keen_slate.core.numbers.forms import CommonFraction, Whole, mixed_form, whole_and_part
from keen_slate.core.problem.last import known_for_the_last
from keen_slate.core.problem.tree import Expr, Sum, Term
from keen_slate.core.values import frozen


@frozen
class SumParts:
    """The terms of one sum as (minus, whole, part or None).

    ``parts`` are the fraction parts that are written, with their signs; ``bottoms`` the different denominators, in the
    order in which they are written; ``any_minus`` and ``any_whole`` whether a term is taken away, or has a whole.
    """

    terms: tuple[tuple[bool, int, CommonFraction | None], ...]
    parts: tuple[tuple[bool, CommonFraction], ...]
    bottoms: tuple[int, ...]
    any_minus: bool
    any_whole: bool

    @staticmethod
    @known_for_the_last
    def of(expr: Expr) -> "SumParts":
        """Raises TypeError for what is no sum."""
        if not isinstance(expr, Sum):
            raise TypeError(f"{expr!r} is not a sum")
        terms: list[tuple[bool, int, CommonFraction | None]] = []
        parts: list[tuple[bool, CommonFraction]] = []
        bottoms: dict[int, None] = {}
        any_minus = any_whole = False
        for term in expr.terms:
            minus = term.minus
            whole, part = whole_and_part(term.expr)  # type: ignore[arg-type]  # it refuses all else itself
            terms.append((minus, whole, part))
            if part is not None:
                parts.append((minus, part))
                bottoms[part.denominator] = None
            any_minus = any_minus or minus
            any_whole = any_whole or whole > 0
        return SumParts(tuple(terms), tuple(parts), tuple(bottoms), any_minus, any_whole)

    @property
    def is_pair(self) -> bool:
        """One term less another: what regrouping is about."""
        return len(self.terms) == 2 and not self.terms[0][0] and self.terms[1][0]

    def tops(self) -> tuple[int, ...]:
        """The numerators, signed."""
        return tuple(-p.numerator if minus else p.numerator for minus, p in self.parts)

    def wholes(self) -> tuple[int, ...]:
        """The wholes that are not 0, signed."""
        return tuple(-w if minus else w for minus, w, _ in self.terms if w)

    def common(self) -> int:
        return lcm(*self.bottoms)


def minuend_and_subtrahend(parts: SumParts) -> tuple[int, int, int, int, int]:
    """A pair on one denominator as (whole, top, whole, top, denominator); a part not written counts as 0."""
    (_, whole, part), (_, less_whole, less_part) = parts.terms
    top = part.numerator if part else 0
    less_top = less_part.numerator if less_part else 0
    return whole, top, less_whole, less_top, parts.bottoms[0]


def with_parts_combined(parts: SumParts, part: CommonFraction) -> Expr:
    """The sum with its fraction parts made one: the wholes that are left to combine, then that part.

    It is marked as ``joining``: what is left to do is no new calculation. Where at most one whole is left there is
    nothing to combine: it is written as one number.
    """
    wholes = parts.wholes()
    if not wholes:
        return part
    if len(wholes) == 1 and wholes[0] > 0:
        return mixed_form(wholes[0], part.numerator, part.denominator)
    terms = tuple(Term(Whole(abs(w)), w < 0) for w in wholes)
    return Sum(terms if part.numerator == 0 else (*terms, Term(part)), frozenset({"joining"}))
