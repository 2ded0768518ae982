"""Mistakes on the way to one bottom."""

from math import gcd, lcm, prod

from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.filling import same_added_in_blanks
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.tree import Chain, Expr, Sum, Term
from keen_slate.core.rules.parts import SumParts, with_parts_combined
from keen_slate.core.saying.say import Say


def add_tops_and_bottoms(expr: Expr) -> Move | Impasse | None:
    """Tops and bottoms each added (or subtracted) as if they were numbers of their own.

    >>> from keen_slate.core.reading.reading import read
    >>> add_tops_and_bottoms(read("2/5 + 1/2").expr).after
    CommonFraction(numerator=3, denominator=7)
    """
    parts = SumParts.of(expr)
    if len(parts.parts) < 2:
        return None
    top = sum(parts.tops())
    bottom = sum(-p.denominator if minus else p.denominator for minus, p in parts.parts)
    if top < 0 or bottom <= 0:
        return Impasse(Say.of("tops-and-bottoms-impasse", top=top, bottom=bottom))
    said = Say.of("mistake-tops-and-bottoms", parts=parts.parts)
    return Move(with_parts_combined(parts, CommonFraction(top, bottom)), said)


def _renamed(expr: Expr, id: str, new: dict[CommonFraction, CommonFraction]) -> Move | None:
    """The sum with each part exchanged; None where nothing changes."""
    assert isinstance(expr, Sum)
    terms: list[Term] = []
    for term in expr.terms:
        number = term.expr
        if isinstance(number, CommonFraction) and number in new:
            terms.append(Term(new[number], term.minus))
        elif isinstance(number, MixedNumber) and number.part in new:
            part = new[number.part]
            terms.append(Term(MixedNumber(number.whole, part.numerator, part.denominator), term.minus))
        else:
            terms.append(term)
    after = Sum(tuple(terms), expr.marks)
    return None if after == expr else Move(after, Say.of("mistake", mistake=id))


def _unlike(expr: Expr, school: School | None = None) -> tuple[tuple[CommonFraction, ...], int] | None:
    """The parts of a sum with different bottoms, and the common one that the school would find."""
    parts = SumParts.of(expr)
    if len(parts.bottoms) < 2:
        return None
    multiplied = school is not None and school["denominators"] in ("product", "cross-products")
    return tuple(p for _, p in parts.parts), (prod if multiplied else _lcm)(parts.bottoms)


def _lcm(bottoms: tuple[int, ...]) -> int:
    return lcm(*bottoms)


def rename_bottom_only(expr: Expr, school: School | None = None) -> Move | Impasse | None:
    """Only the bottoms are renamed, the tops stay: 2/5 + 1/3 = 2/15 + 1/15.

    >>> from keen_slate.core.reading.reading import read
    >>> rename_bottom_only(read("2/5 + 1/3").expr).after == read("2/15 + 1/15").expr
    True
    """
    found = _unlike(expr, school)
    if found is None:
        return None
    return _renamed(expr, "rename-bottom-only", {p: CommonFraction(p.numerator, found[1]) for p in found[0]})


def add_same_to_both(expr: Expr, school: School | None = None) -> Move | Impasse | None:
    """What makes the bottom right is added to the top as well: 1/4 = 9/12, since 4 + 8 = 12 and 1 + 8 = 9.

    >>> from keen_slate.core.reading.reading import read
    >>> add_same_to_both(read("1/4 + 5/6").expr).after == read("9/12 + 11/12").expr
    True
    """
    if isinstance(expr, Chain):
        return same_added_in_blanks(expr)
    found = _unlike(expr, school)
    if found is None:
        return None
    parts, common = found
    return _renamed(
        expr, "add-same-to-both", {p: CommonFraction(p.numerator + common - p.denominator, common) for p in parts}
    )


def larger_bottom_tops_left(expr: Expr) -> Move | Impasse | None:
    """The larger bottom is taken for all, the tops are left: 2/5 + 1/3 = 2/5 + 1/5.

    >>> from keen_slate.core.reading.reading import read
    >>> larger_bottom_tops_left(read("2/5 + 1/3").expr).after == read("2/5 + 1/5").expr
    True
    """
    found = _unlike(expr)
    if found is None:
        return None
    largest = max(p.denominator for p in found[0])
    return _renamed(expr, "larger-bottom-tops-left", {p: CommonFraction(p.numerator, largest) for p in found[0]})


def multiply_bottoms_add_tops(expr: Expr) -> Move | Impasse | None:
    """Bottoms multiplied, tops added as they are: 2/5 + 1/3 = 3/15.

    >>> from keen_slate.core.reading.reading import read
    >>> multiply_bottoms_add_tops(read("2/5 + 1/3").expr).after
    CommonFraction(numerator=3, denominator=15)
    """
    parts = SumParts.of(expr)
    if len(parts.parts) != 2 or len(parts.bottoms) != 2:
        return None
    top = sum(parts.tops())
    if top < 0:
        return Impasse(Say.of("tops-and-bottoms-impasse", top=top, bottom=1))
    bottom = parts.parts[0][1].denominator * parts.parts[1][1].denominator
    return Move(
        with_parts_combined(parts, CommonFraction(top, bottom)), Say.of("mistake", mistake="multiply-bottoms-add-tops")
    )


def multipliers_swapped(expr: Expr, school: School | None = None) -> Move | Impasse | None:
    """Each top is multiplied by the other's multiplier: 1/4 + 5/6 = 2/12 + 15/12.

    >>> from keen_slate.core.reading.reading import read
    >>> multipliers_swapped(read("1/4 + 5/6").expr).after == read("2/12 + 15/12").expr
    True
    """
    found = _unlike(expr, school)
    if found is None or len(found[0]) != 2:
        return None
    (a, b), common = found
    return _renamed(
        expr,
        "multipliers-swapped",
        {
            a: CommonFraction(a.numerator * (common // b.denominator), common),
            b: CommonFraction(b.numerator * (common // a.denominator), common),
        },
    )


def multiple_of_one_only(expr: Expr) -> Move | Impasse | None:
    """A multiple of the larger bottom is taken that is none of the other: 1/4 + 5/6 over 18.

    >>> from keen_slate.core.reading.reading import read
    >>> multiple_of_one_only(read("1/4 + 5/6").expr).after == read("4/18 + 15/18").expr
    True
    """
    found = _unlike(expr)
    if found is None or len(found[0]) != 2:
        return None
    small, large = sorted({p.denominator for p in found[0]})
    taken = next((large * n for n in (3, 2) if large * n % small), None)
    if taken is None:
        return None
    return _renamed(
        expr,
        "multiple-of-one-only",
        {p: CommonFraction(p.numerator * (taken // p.denominator), taken) for p in found[0]},
    )


def cancel_across_plus(expr: Expr) -> Move | Impasse | None:
    """A factor of one top and the other bottom is cancelled across a plus: 3/4 + 5/6 = 1/4 + 5/2.

    >>> from keen_slate.core.reading.reading import read
    >>> cancel_across_plus(read("3/4 + 5/6").expr).after == read("1/4 + 5/2").expr
    True
    """
    parts = SumParts.of(expr)
    if len(parts.parts) != 2 or parts.any_minus:
        return None
    (_, a), (_, b) = parts.parts
    first, second = gcd(a.numerator, b.denominator), gcd(b.numerator, a.denominator)
    if max(first, second) == 1 or not a.numerator or not b.numerator:
        return None
    new_a = CommonFraction(a.numerator // first, a.denominator // second)
    new_b = CommonFraction(b.numerator // second, b.denominator // first)
    return _renamed(expr, "cancel-across-plus", {a: new_a, b: new_b}) if a != b else None


ADD_TOPS_AND_BOTTOMS = MalRule("add-tops-and-bottoms", ("combine-parts",), add_tops_and_bottoms)
RENAME_BOTTOM_ONLY = MalRule("rename-bottom-only", ("rename",), rename_bottom_only, facet="denominators")
ADD_SAME_TO_BOTH = MalRule("add-same-to-both", ("rename", "look-for-blanks"), add_same_to_both, facet="denominators")
LARGER_BOTTOM_TOPS_LEFT = MalRule("larger-bottom-tops-left", ("rename",), larger_bottom_tops_left)
MULTIPLY_BOTTOMS_ADD_TOPS = MalRule("multiply-bottoms-add-tops", ("combine-parts",), multiply_bottoms_add_tops)
MULTIPLIERS_SWAPPED = MalRule("multipliers-swapped", ("rename",), multipliers_swapped, facet="denominators")
MULTIPLE_OF_ONE_ONLY = MalRule("multiple-of-one-only", ("rename",), multiple_of_one_only)
CANCEL_ACROSS_PLUS = MalRule("cancel-across-plus", ("combine-parts",), cancel_across_plus, every=False)
