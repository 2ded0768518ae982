"""Mistakes on the way to one bottom."""

from math import gcd, lcm, prod

from keen_slate.core.curriculum.places import LIKE, UNLIKE
from keen_slate.core.curriculum.sources import PRACTICE, STANDARDS
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.filling import same_added_in_blanks
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.tree import Chain, Expr, Sum, Term
from keen_slate.core.rules.parts import SumParts, with_parts_combined
from keen_slate.core.saying import going_astray
from keen_slate.core.saying.say import Say


def add_tops_and_bottoms(expr: Expr) -> Move | Impasse | None:
    """Tops and bottoms each added (or subtracted) as if they were numbers of their own.

    >>> add_tops_and_bottoms(read("2/5 + 1/2").expr).after
    CommonFraction(numerator=3, denominator=7)
    """
    parts = SumParts.of(expr)
    if len(parts.parts) < 2:
        return None
    top = sum(parts.tops())
    bottom = sum(-p.denominator if minus else p.denominator for minus, p in parts.parts)
    if top < 0 or bottom <= 0:
        return Impasse(Say.of(going_astray.tops_and_bottoms_impasse, top=top, bottom=bottom))
    said = Say.of(going_astray.mistake_tops_and_bottoms, parts=parts.parts)
    return Move(with_parts_combined(parts, CommonFraction(top, bottom)), said)


def _renamed(expr: Expr, new: dict[CommonFraction, CommonFraction]) -> Move | None:
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
    return None if after == expr else Move(after)


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

    >>> rename_bottom_only(read("2/5 + 1/3").expr).after == read("2/15 + 1/15").expr
    True
    """
    found = _unlike(expr, school)
    if found is None:
        return None
    return _renamed(expr, {p: CommonFraction(p.numerator, found[1]) for p in found[0]})


def add_same_to_both(expr: Expr, school: School | None = None) -> Move | Impasse | None:
    """What makes the bottom right is added to the top as well: 1/4 = 9/12, since 4 + 8 = 12 and 1 + 8 = 9.

    >>> add_same_to_both(read("1/4 + 5/6").expr).after == read("9/12 + 11/12").expr
    True
    """
    if isinstance(expr, Chain):
        return same_added_in_blanks(expr)
    found = _unlike(expr, school)
    if found is None:
        return None
    parts, common = found
    return _renamed(expr, {p: CommonFraction(p.numerator + common - p.denominator, common) for p in parts})


def larger_bottom_tops_left(expr: Expr) -> Move | Impasse | None:
    """The larger bottom is taken for all, the tops are left: 2/5 + 1/3 = 2/5 + 1/5.

    >>> larger_bottom_tops_left(read("2/5 + 1/3").expr).after == read("2/5 + 1/5").expr
    True
    """
    found = _unlike(expr)
    if found is None:
        return None
    largest = max(p.denominator for p in found[0])
    return _renamed(expr, {p: CommonFraction(p.numerator, largest) for p in found[0]})


def multiply_bottoms_add_tops(expr: Expr) -> Move | Impasse | None:
    """Bottoms multiplied, tops added as they are: 2/5 + 1/3 = 3/15.

    >>> multiply_bottoms_add_tops(read("2/5 + 1/3").expr).after
    CommonFraction(numerator=3, denominator=15)
    """
    parts = SumParts.of(expr)
    if len(parts.parts) != 2 or len(parts.bottoms) != 2:
        return None
    top = sum(parts.tops())
    if top < 0:
        return Impasse(Say.of(going_astray.tops_and_bottoms_impasse, top=top, bottom=1))
    bottom = parts.parts[0][1].denominator * parts.parts[1][1].denominator
    return Move(with_parts_combined(parts, CommonFraction(top, bottom)))


def multipliers_swapped(expr: Expr, school: School | None = None) -> Move | Impasse | None:
    """Each top is multiplied by the other's multiplier: 1/4 + 5/6 = 2/12 + 15/12.

    >>> multipliers_swapped(read("1/4 + 5/6").expr).after == read("2/12 + 15/12").expr
    True
    """
    found = _unlike(expr, school)
    if found is None or len(found[0]) != 2:
        return None
    (a, b), common = found
    return _renamed(
        expr,
        {
            a: CommonFraction(a.numerator * (common // b.denominator), common),
            b: CommonFraction(b.numerator * (common // a.denominator), common),
        },
    )


def multiple_of_one_only(expr: Expr) -> Move | Impasse | None:
    """A multiple of the larger bottom is taken that is none of the other: 1/4 + 5/6 over 18.

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
        {p: CommonFraction(p.numerator * (taken // p.denominator), taken) for p in found[0]},
    )


def cancel_across_plus(expr: Expr) -> Move | Impasse | None:
    """A factor of one top and the other bottom is cancelled across a plus: 3/4 + 5/6 = 1/4 + 5/2.

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
    return _renamed(expr, {a: new_a, b: new_b}) if a != b else None


ADD_TOPS_AND_BOTTOMS = MalRule(
    id="add-tops-and-bottoms",
    goals=("combine-parts",),
    apply=add_tops_and_bottoms,
    name="{top}s and {bottom}s each on their own",
    belief="a fraction is two numbers: {top}s go with {top}s, {bottom}s with {bottom}s",
    shows="The {bottom}s are added as well: 1/3 + 1/4 = 2/7.",
    question="What size is a piece when the {bottom}s are added?",
    picture="strips",
    met=LIKE,
    source=STANDARDS,
)
RENAME_BOTTOM_ONLY = MalRule(
    id="rename-bottom-only",
    goals=("rename",),
    apply=rename_bottom_only,
    facet="denominators",
    name="Only the {bottom} renamed",
    belief="making the {bottom}s the same is enough; the {top}s need not follow",
    shows="The new {bottom} stands under the old {top}: 2/5 = 2/15.",
    question="When the pieces become smaller, do as few of them make as much?",
    picture="strips",
    met=UNLIKE,
    needs=("unlike-denominators",),
    source=PRACTICE,
)
ADD_SAME_TO_BOTH = MalRule(
    id="add-same-to-both",
    goals=("rename", "look-for-blanks"),
    apply=add_same_to_both,
    facet="denominators",
    name="The same added to {top} and {bottom}",
    belief="what makes the {bottom} larger is added to the {top} too",
    shows="1/4 = 9/12, since 8 is added to both.",
    question="Draw both fractions under each other. Are they equally long?",
    picture="strips",
    met=UNLIKE,
    needs=("unlike-denominators",),
    source=PRACTICE,
)
LARGER_BOTTOM_TOPS_LEFT = MalRule(
    id="larger-bottom-tops-left",
    goals=("rename",),
    apply=larger_bottom_tops_left,
    name="The larger {bottom} for all",
    belief="the larger {bottom} can be taken for both, the {top}s stay",
    shows="One fraction gets the other's {bottom}: 1/3 = 1/5.",
    question="Did the piece change its size?",
    picture="strips",
    met=UNLIKE,
    needs=("unlike-denominators",),
    source=PRACTICE,
)
MULTIPLY_BOTTOMS_ADD_TOPS = MalRule(
    id="multiply-bottoms-add-tops",
    goals=("combine-parts",),
    apply=multiply_bottoms_add_tops,
    name="{bottom}s multiplied, {top}s added",
    belief="the {bottom}s are multiplied, then the {top}s are added as they stand",
    shows="The product of the {bottom}s stands under the sum of the old {top}s: 2/5 + 1/3 = 3/15.",
    question="What happened to the {top}s when the pieces became smaller?",
    picture="strips",
    met=UNLIKE,
    source=PRACTICE,
)
MULTIPLIERS_SWAPPED = MalRule(
    id="multipliers-swapped",
    goals=("rename",),
    apply=multipliers_swapped,
    facet="denominators",
    name="The other's multiplier on the {top}",
    belief="each {top} is multiplied by the number that belongs to the other fraction",
    shows="1/4 = 2/12 and 5/6 = 15/12.",
    question="By what was this {bottom} multiplied? And its {top}?",
    picture="strips",
    met=UNLIKE,
    needs=("unlike-denominators",),
    source=PRACTICE,
)
MULTIPLE_OF_ONE_ONLY = MalRule(
    id="multiple-of-one-only",
    goals=("rename",),
    apply=multiple_of_one_only,
    name="A multiple of one {bottom} only",
    belief="a multiple of the larger {bottom} will do",
    shows="18 is taken for 4 and 6, and 4 does not go into it.",
    question="Does each {bottom} go into the common one?",
    picture="strips",
    met=UNLIKE,
    needs=("unlike-denominators",),
    source=PRACTICE,
)
CANCEL_ACROSS_PLUS = MalRule(
    id="cancel-across-plus",
    goals=("combine-parts",),
    apply=cancel_across_plus,
    every=False,
    name="Cancelled across a plus",
    belief="cancelling works between any {top} and any {bottom}",
    shows="A factor disappears from one {top} and the other {bottom} before adding.",
    question="What does the plus between them say about cancelling?",
    picture="strips",
    met=UNLIKE,
    source=PRACTICE,
)

MAL_RULES = (
    ADD_TOPS_AND_BOTTOMS,
    RENAME_BOTTOM_ONLY,
    LARGER_BOTTOM_TOPS_LEFT,
    MULTIPLY_BOTTOMS_ADD_TOPS,
    ADD_SAME_TO_BOTH,
    MULTIPLIERS_SWAPPED,
    MULTIPLE_OF_ONE_ONLY,
    CANCEL_ACROSS_PLUS,
)
"""The likelier first."""
