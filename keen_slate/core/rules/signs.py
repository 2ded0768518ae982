"""Signs, and the order of terms that keeps a sum from going below nothing on the way."""

from dataclasses import replace

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.problem.tree import Expr, Factor, Group, Negative, Product, Sum, Term, children, evaluate, tidy
from keen_slate.core.saying import minus_signs
from keen_slate.core.saying.say import Say


def signs(expr: Expr) -> Move:
    """Adding a negative takes away; taking away a negative adds: 4 + (−1) = 4 − 1.

    >>> from keen_slate.core.numbers.forms import Whole
    >>> signs(Sum((Term(Whole(4)), Term(Negative(Whole(1)), minus=True)))).after == Sum(
    ...     (Term(Whole(4)), Term(Whole(1)))
    ... )
    True
    """
    assert isinstance(expr, Sum)
    terms = tuple(Term(t.expr.of, not t.minus) if isinstance(t.expr, Negative) else t for t in expr.terms)
    added = any(isinstance(t.expr, Negative) and not t.minus for t in expr.terms)
    taken = any(isinstance(t.expr, Negative) and t.minus for t in expr.terms)
    return Move(Sum(terms), Say.of(minus_signs.signs, added=added, taken=taken))


def order_terms(expr: Expr) -> Move:
    """What is added goes first. Where more is taken away than there is, the sum is turned round under a minus.

    >>> text_of(order_terms(read("3/4 − 5/6").expr).after)
    '−(5/6 − 3/4)'
    """
    assert isinstance(expr, Sum)
    if all(t.minus for t in expr.terms):
        return Move(Negative(Group(Sum(tuple(Term(t.expr) for t in expr.terms)))), Say.of(minus_signs.all_taken_away))
    if evaluate(expr) >= 0:
        return Move(Sum(tuple(sorted(expr.terms, key=lambda t: t.minus))), Say.of(minus_signs.added_first))
    turned = (Term(t.expr, not t.minus) for t in expr.terms)
    ordered = Sum(tuple(sorted(turned, key=lambda t: t.minus)))
    larger = ordered.terms[0].expr if len(expr.terms) == 2 else None
    smaller = ordered.terms[1].expr if len(expr.terms) == 2 else None
    return Move(Negative(Group(ordered)), Say.of(minus_signs.negative_result, larger=larger, smaller=smaller))


def add_opposite(expr: Expr) -> Move:
    """Each subtraction is meant as adding the opposite: 3/4 − 5/6 = 3/4 + (−5/6).

    >>> text_of(add_opposite(read("3/4 − 5/6").expr).after)
    '3/4 + (−5/6)'
    """
    assert isinstance(expr, Sum)
    terms = tuple(Term(t.expr.of, not t.minus) if isinstance(t.expr, Negative) else t for t in expr.terms)
    written_so = not any(t.minus for t in expr.terms[1:])
    return Move(Sum(terms, expr.marks | {"opposites"}), None if written_so else Say.of(minus_signs.add_opposite))


def product_signs(expr: Expr) -> Move:
    """Two negatives make a positive; one alone makes the product negative.

    >>> text_of(product_signs(tidy(read("(−1/2) × 3/4").expr)).after)
    '−(1/2 × 3/4)'
    """
    assert isinstance(expr, Product)
    negatives = sum(isinstance(f.expr, Negative) for f in expr.factors)
    bare = Product(
        tuple(
            Factor(f.expr.of, f.divide) if isinstance(f.expr, Negative) else Factor(f.expr, f.divide)
            for f in expr.factors
        )
    )
    return Move(
        Negative(Group(bare)) if negatives % 2 else bare, Say.of(minus_signs.product_signs, negatives=negatives)
    )


def drop_brackets(expr: Expr) -> Move:
    """Brackets round a single number, and a minus of a minus: −(−3) = 3.

    >>> drop_brackets(read("−(−3)").expr).after == read("3").expr
    True
    """
    after = tidy(expr)
    opposite = isinstance(expr, Negative) and not isinstance(after, Negative) and evaluate(after) != 0
    return Move(after, Say.of(minus_signs.drop_brackets, opposite=opposite))


def put_into_signs(expr: Expr) -> Move:
    """What is told is written with signs: subtract 1/4 from 3/4 is 3/4 − 1/4; how many 3/4 in 6 is 6 ÷ 3/4.

    >>> put_into_signs(read("subtract 1/4 from 3/4").expr).after == read("3/4 - 1/4").expr
    True
    """
    assert isinstance(expr, (Sum, Product))
    first, second = children(expr)
    after = replace(expr, marks=expr.marks - {"told"})
    return Move(after, Say.of(minus_signs.put_into_signs, first=first, second=second, divide=isinstance(expr, Product)))


DROP_BRACKETS = Rule("drop-brackets", "drop-brackets", drop_brackets, "order")
PUT_INTO_SIGNS = Rule(
    "put-into-signs", "put-into-signs", put_into_signs, "order", question="Which amount is there at first?"
)
SIGNS = Rule("signs", "signs", signs, "order")
ORDER_TERMS = Rule("order-terms", "order-terms", order_terms, "order", question="Is more taken away than there is?")
ADD_OPPOSITE = Rule("add-opposite", "add-opposite", add_opposite, "order")
PRODUCT_SIGNS = Rule("product-signs", "product-signs", product_signs, "order")

RULES = (
    ADD_OPPOSITE,
    ORDER_TERMS,
    PRODUCT_SIGNS,
    DROP_BRACKETS,
    PUT_INTO_SIGNS,
    SIGNS,
)
