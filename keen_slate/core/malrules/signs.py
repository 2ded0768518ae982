"""Mistakes with negative numbers: the four cases of adding and taking away, and the signs of a product."""

from keen_slate.core.curriculum.places import BELOW_ZERO
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Group,
    Negative,
    Product,
    Sum,
    Term,
    children,
    evaluate,
    is_numeral,
)


def negative_sign_dropped(expr: Expr) -> Move | Impasse | None:
    """The minus before a number is passed over: 5 + (−3) becomes 5 + 3, 6 × (−2) becomes 6 × 2.

    >>> from keen_slate.core.problem.tree import tidy
    >>> text_of(negative_sign_dropped(tidy(read("5 + (−3)").expr)).after)
    '5 + 3'
    """
    if not any(isinstance(c, Negative) for c in children(expr)):
        return None
    if isinstance(expr, Sum):
        if any(t.minus and isinstance(t.expr, Negative) for t in expr.terms):
            return None
        return Move(Sum(tuple(Term(_bare(t.expr), t.minus) for t in expr.terms), expr.marks))
    if isinstance(expr, Product):
        if sum(isinstance(f.expr, Negative) for f in expr.factors) % 2 == 0:
            return None  # two signs dropped make no difference
        return Move(Product(tuple(Factor(_bare(f.expr), f.divide) for f in expr.factors), expr.marks))
    return None


def _bare(number: Expr) -> Expr:
    return number.of if isinstance(number, Negative) else number


def minus_a_negative_stays_minus(expr: Expr) -> Move | Impasse | None:
    """Taking away a negative is taken for taking away: 5 − (−3) becomes 5 − 3.

    >>> from keen_slate.core.problem.tree import tidy
    >>> text_of(minus_a_negative_stays_minus(tidy(read("5 − (−3)").expr)).after)
    '5 − 3'
    """
    if not isinstance(expr, Sum) or not any(t.minus and isinstance(t.expr, Negative) for t in expr.terms):
        return None
    return Move(
        Sum(
            tuple(
                Term(t.expr.of, True)
                if t.minus and isinstance(t.expr, Negative)
                else Term(_bare(t.expr), t.minus != isinstance(t.expr, Negative))
                for t in expr.terms
            ),
            expr.marks,
        )
    )


def first_sign_for_all(expr: Expr) -> Move | Impasse | None:
    """The numbers are added and get the sign of the first: −3 + 5 becomes −(3 + 5).

    >>> text_of(first_sign_for_all(read("−3 + 5").expr).after)
    '−(3 + 5)'
    """
    terms = _two_numbers(expr)
    if terms is None or not terms[0].minus or terms[1].minus:
        return None
    return Move(Negative(Group(Sum((Term(terms[0].expr), Term(terms[1].expr))))))


def two_minuses_make_plus(expr: Expr) -> Move | Impasse | None:
    """Two minus signs are taken for a plus wherever they stand: −3 − 5 becomes 3 + 5.

    >>> text_of(two_minuses_make_plus(read("−3 − 5").expr).after)
    '3 + 5'
    """
    terms = _two_numbers(expr)
    if terms is None or not (terms[0].minus and terms[1].minus):
        return None
    return Move(Sum((Term(terms[0].expr), Term(terms[1].expr))))


def _two_numbers(expr: Expr) -> tuple[Term, Term] | None:
    """The two terms of a sum of plain numbers, none of them 0."""
    if not isinstance(expr, Sum) or len(expr.terms) != 2 or "opposites" in expr.marks:
        return None
    first, second = expr.terms
    plain = all(is_numeral(t.expr) and evaluate(t.expr) for t in (first, second))
    return (first, second) if plain else None


def two_negatives_stay_negative(expr: Expr) -> Move | Impasse | None:
    """A product of two negatives is called negative: (−3) × (−2) becomes −(3 × 2).

    >>> from keen_slate.core.problem.tree import tidy
    >>> text_of(two_negatives_stay_negative(tidy(read("(−3) × (−2)").expr)).after)
    '−(3 × 2)'
    """
    if not isinstance(expr, Product) or sum(isinstance(f.expr, Negative) for f in expr.factors) != 2:
        return None
    return Move(Negative(Group(Product(tuple(Factor(_bare(f.expr), f.divide) for f in expr.factors)))))


NEGATIVE_SIGN_DROPPED = MalRule(
    id="negative-sign-dropped",
    goals=("signs", "product-signs", "add-opposite"),
    apply=negative_sign_dropped,
    name="The minus before a number dropped",
    belief="the minus in the brackets says nothing",
    shows="5 + (−3) = 8.",
    question="Which way does a negative number go?",
    picture="jumps",
    met=BELOW_ZERO,
    source=PRACTICE,
)
MINUS_A_NEGATIVE_STAYS_MINUS = MalRule(
    id="minus-a-negative-stays-minus",
    goals=("signs", "add-opposite"),
    apply=minus_a_negative_stays_minus,
    name="Minus a negative left a minus",
    belief="taking away makes less, whatever is taken away",
    shows="5 − (−3) = 2.",
    question="When a debt is taken away, do you have more or less?",
    picture="jumps",
    met=BELOW_ZERO,
    source=PRACTICE,
)
FIRST_SIGN_FOR_ALL = MalRule(
    id="first-sign-for-all",
    goals=("order-terms", "add-opposite"),
    apply=first_sign_for_all,
    name="The first sign for all",
    belief="the numbers are added, and the sign in front is theirs",
    shows="−3 + 5 = −8.",
    question="Start below 0 and go up. Do you pass 0?",
    picture="jumps",
    met=BELOW_ZERO,
    source=PRACTICE,
)
TWO_MINUSES_MAKE_PLUS = MalRule(
    id="two-minuses-make-plus",
    goals=("order-terms", "add-opposite"),
    apply=two_minuses_make_plus,
    name="Two minuses made a plus",
    belief="two minus signs make a plus, wherever they stand",
    shows="−3 − 5 = 8.",
    question="Start below 0 and go back. Do you come nearer to 0?",
    picture="jumps",
    met=BELOW_ZERO,
    source=PRACTICE,
)
TWO_NEGATIVES_STAY_NEGATIVE = MalRule(
    id="two-negatives-stay-negative",
    goals=("product-signs",),
    apply=two_negatives_stay_negative,
    name="Two negatives left negative",
    belief="what is multiplied from negatives is negative",
    shows="(−3) × (−2) = −6.",
    question="How does the row of multiples go on below 0 times?",
    picture="jumps",
    met=BELOW_ZERO,
    source=PRACTICE,
)

MAL_RULES = (
    NEGATIVE_SIGN_DROPPED,
    MINUS_A_NEGATIVE_STAYS_MINUS,
    FIRST_SIGN_FOR_ALL,
    TWO_MINUSES_MAKE_PLUS,
    TWO_NEGATIVES_STAY_NEGATIVE,
)
