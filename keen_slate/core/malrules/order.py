"""Mistakes in the order of operations and in signs, and the wrong operation."""

from keen_slate.core.curriculum.places import BELOW_ZERO, OPERATIONS, POWERS, UNLIKE
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import Impasse, MalRule, Move
from keen_slate.core.numbers.forms import Whole
from keen_slate.core.problem.tree import (
    Expr,
    Factor,
    Group,
    Left,
    Negative,
    Power,
    Product,
    Sum,
    Term,
    children,
    evaluate,
    is_numeral,
)
from keen_slate.core.rules.plans import first_inside
from keen_slate.core.values import frozen


@frozen
class _Operation:
    sign: str
    operand: Expr


def _operations(expr: Expr) -> list[_Operation]:
    """A sum of products as one row of operations from the left; what stands in brackets or powers is one operand."""
    row: list[_Operation] = []
    terms = expr.terms if isinstance(expr, Sum) else (Term(expr),)
    for term in terms:
        sign = "−" if term.minus else "+"
        if isinstance(term.expr, Product):
            for factor in term.expr.factors:
                row.append(_Operation(sign, factor.expr))
                sign = "×"
                if factor.divide:
                    row[-1] = _Operation("÷", factor.expr)
        else:
            row.append(_Operation(sign, term.expr))
    return row


def _is_among(kind: type, pieces: tuple[Expr, ...]) -> bool:
    """Whether one is of that kind: asked of every state, mostly in vain, so it is to be quick."""
    return kind in map(type, pieces)


def _joined(left: Expr, operation: _Operation) -> Expr:
    if operation.sign in "+−":
        return Sum((Term(left), Term(operation.operand, operation.sign == "−")))
    return Product((Factor(left), Factor(operation.operand, operation.sign == "÷")))


def left_to_right(expr: Expr) -> Move | Impasse | None:
    """Strictly from the left: 3 + 4 × 2 is taken for (3 + 4) × 2.

    >>> left_to_right(read("3 + 4 × 2").expr).after == read("(3 + 4) × 2").expr
    True
    """
    if not isinstance(expr, Sum) or not _is_among(Product, children(expr)[1:]):
        return None
    row = _operations(expr)
    made: Expr = Negative(row[0].operand) if row[0].sign == "−" else row[0].operand
    for operation in row[1:]:
        if isinstance(made, (Sum, Product)):
            made = Group(made)
        made = _joined(made, operation)
    return Move(made)


def power_of_all_before(expr: Expr) -> Move | Impasse | None:
    """Strictly from the left, through a power: 2 × 3² is taken for (2 × 3)².

    >>> power_of_all_before(read("2 × 3^2").expr).after == read("(2 × 3)^2").expr
    True
    """
    pieces = children(expr) if isinstance(expr, (Sum, Product)) else ()
    if not _is_among(Power, pieces[1:]):
        return None
    place = next(i for i, c in enumerate(pieces) if i and isinstance(c, Power))
    if any(not is_numeral(c) for c in pieces[:place]):
        return None
    raised = pieces[place]
    assert isinstance(raised, Power)
    if isinstance(expr, Sum):
        before = Sum((*expr.terms[:place], Term(raised.base, expr.terms[place].minus)))
        made = Sum((Term(Power(Group(before), raised.exponent)), *expr.terms[place + 1 :]))
        return Move(made if len(made.terms) > 1 else made.terms[0].expr)
    assert isinstance(expr, Product)
    all_before = Product((*expr.factors[:place], Factor(raised.base, expr.factors[place].divide)))
    product = Product((Factor(Power(Group(all_before), raised.exponent)), *expr.factors[place + 1 :]))
    return Move(product if len(product.factors) > 1 else product.factors[0].expr)


def multiply_before_divide(expr: Expr) -> Move | Impasse | None:
    """All × before any ÷: 24 ÷ 4 × 3 is taken for 24 ÷ (4 × 3).

    >>> multiply_before_divide(read("24 ÷ 4 × 3").expr).after == read("24 ÷ (4 × 3)").expr
    True
    """
    if not isinstance(expr, Product):
        return None
    place = next((i for i, f in enumerate(expr.factors[:-1]) if f.divide and not expr.factors[i + 1].divide), None)
    if place is None:
        return None
    end = place + 1
    while end < len(expr.factors) and not expr.factors[end].divide:
        end += 1
    inner = Group(Product((Factor(expr.factors[place].expr), *expr.factors[place + 1 : end])))
    after = Product((*expr.factors[:place], Factor(inner, True), *expr.factors[end:]))
    return Move(after)


def add_before_subtract(expr: Expr) -> Move | Impasse | None:
    """All + before any −: 10 − 4 + 3 is taken for 10 − (4 + 3).

    >>> add_before_subtract(read("10 − 4 + 3").expr).after == read("10 − (4 + 3)").expr
    True
    """
    if not isinstance(expr, Sum) or expr.marks:
        return None
    terms = expr.terms
    place = next((i for i, t in enumerate(terms[:-1]) if i and t.minus and not terms[i + 1].minus), None)
    if place is None or any(not is_numeral(t.expr) for t in terms):
        return None
    end = place + 1
    while end < len(terms) and not terms[end].minus:
        end += 1
    inner = Group(Sum((Term(terms[place].expr), *terms[place + 1 : end])))
    return Move(Sum((*terms[:place], Term(inner, True), *terms[end:])))


def grouping_ignored(expr: Expr) -> Move | Impasse | None:
    """The brackets are passed over: 2 × (3 + 4) is taken for 2 × 3 + 4.

    >>> grouping_ignored(read("2 × (3 + 4)").expr).after == read("2 × 3 + 4").expr
    True
    """
    if isinstance(expr, Product):
        place = next((i for i, f in enumerate(expr.factors) if _sum_in(f.expr)), None)
        if place is None:
            return None
        inner = _sum_in(expr.factors[place].expr)
        assert inner is not None
        before, after = expr.factors[:place], expr.factors[place + 1 :]
        first, last = inner.terms[0], inner.terms[-1]
        head: Expr = Product((*before, Factor(first.expr, expr.factors[place].divide))) if before else first.expr
        tail: Expr = Product((Factor(last.expr), *after)) if after else last.expr
        made = Sum((Term(head, first.minus), *inner.terms[1:-1], Term(tail, last.minus)))
        return Move(made)
    if isinstance(expr, Sum):
        place = next((i for i, t in enumerate(expr.terms) if t.minus and _sum_in(t.expr)), None)
        if place is None:
            return None
        inner = _sum_in(expr.terms[place].expr)
        assert inner is not None
        opened = (Term(inner.terms[0].expr, True), *inner.terms[1:])
        return Move(Sum((*expr.terms[:place], *opened, *expr.terms[place + 1 :])))
    return None


def _sum_in(expr: Expr) -> Sum | None:
    return expr.inner if isinstance(expr, Group) and isinstance(expr.inner, Sum) else None


def power_as_product(expr: Expr) -> Move | Impasse | None:
    """A power is taken for a product: 7² becomes 7 × 2.

    >>> power_as_product(read("7^2").expr).after == Group(read("7 × 2").expr)
    True
    """
    if not isinstance(expr, Power) or not is_numeral(expr.base):
        return None
    return Move(Group(Product((Factor(expr.base), Factor(Whole(expr.exponent))))))


def smaller_from_larger_number(expr: Expr) -> Move | Impasse | None:
    """The smaller is taken from the larger instead of going below 0: 1/2 − 3/4 becomes 3/4 − 1/2.

    >>> smaller_from_larger_number(read("1/2 − 3/4").expr).after == read("3/4 − 1/2").expr
    True
    """
    if not isinstance(expr, Sum) or len(expr.terms) != 2 or expr.terms[0].minus or not expr.terms[1].minus:
        return None
    if evaluate(expr) >= 0:
        return None
    after = Sum((Term(expr.terms[1].expr), Term(expr.terms[0].expr, True)))
    return Move(after)


def wrong_operation(expr: Expr) -> Move | Impasse | None:
    """Added instead of taken away, and the other way round; multiplied instead of divided.

    >>> wrong_operation(read("3/4 − 1/6").expr).after == read("3/4 + 1/6").expr
    True
    """
    if (
        isinstance(expr, Sum)
        and len(expr.terms) == 2
        and all(is_numeral(t.expr) for t in expr.terms)
        and not expr.marks
    ):
        first, second = expr.terms
        after = Sum((first, Term(second.expr, not second.minus)))
        return Move(after) if evaluate(after) >= 0 else None
    if isinstance(expr, Product) and len(expr.factors) == 2 and all(is_numeral(f.expr) for f in expr.factors):
        first_factor, second_factor = expr.factors
        if expr.marks or evaluate(second_factor.expr) == 0:
            return None
        swapped = Product((first_factor, Factor(second_factor.expr, not second_factor.divide)))
        return Move(swapped)
    return None


def stopped_after_first_step(expr: Expr) -> Move | Impasse | None:
    """The first result is given as the answer: 12 − (2 + 3) becomes 5.

    >>> stopped_after_first_step(read("12 − (2 + 3)").expr).after == Group(read("2 + 3").expr)
    True
    """
    if not isinstance(expr, (Sum, Product)) or _A_STEP.isdisjoint(map(type, children(expr))):
        return None
    place = first_inside(expr)
    inner = None if place is None else children(expr)[place]
    if (
        inner is None
        or isinstance(inner, (Negative, Left))
        or any(not is_numeral(c) for c in children(inner.inner if isinstance(inner, Group) else inner))
    ):
        return None
    if expr.marks or type(inner) not in _A_STEP:
        return None
    return Move(inner)


_A_STEP: frozenset[type] = frozenset((Group, Product, Power))
"""What is worked before what it stands in."""


def order_of_the_text(expr: Expr) -> Move | Impasse | None:
    """The numbers are taken in the order of the text: subtract 1/4 from 3/4 is taken for 1/4 − 3/4.

    >>> order_of_the_text(read("subtract 1/4 from 3/4").expr).after == read("1/4 − 3/4").expr
    True
    """
    first, second = children(expr)
    if first == second:
        return None
    if isinstance(expr, Sum):
        return Move(Sum((Term(second), Term(first, True))))
    return Move(Product((Factor(second), Factor(first, True))))


ORDER_OF_THE_TEXT = MalRule(
    id="order-of-the-text",
    goals=("put-into-signs",),
    apply=order_of_the_text,
    kind="reading",
    every=False,
    name="The numbers in the order of the text",
    belief="what is named first stands first",
    shows="“Subtract 1/4 from 3/4” is taken for 1/4 − 3/4.",
    question="Which amount is there at first, before anything happens?",
    picture="bars",
    met=UNLIKE,
    source=PRACTICE,
)
LEFT_TO_RIGHT = MalRule(
    id="left-to-right",
    goals=("work-out",),
    apply=left_to_right,
    kind="reading",
    every=False,
    name="Strictly from the left",
    belief="one reads and works from left to right",
    shows="3 + 4 × 2 = 14.",
    question="Which two numbers belong together before the rest is done?",
    picture="bars",
    met=OPERATIONS,
    source=PRACTICE,
)
POWER_OF_ALL_BEFORE = MalRule(
    id="power-of-all-before",
    goals=("work-out",),
    apply=power_of_all_before,
    kind="reading",
    name="From left to right through a power",
    belief="one works from the left, and the power is of what has come out",
    shows="2 × 3² = 36.",
    question="Of which number is it the power?",
    picture="rectangles",
    met=POWERS,
    source=PRACTICE,
)
MULTIPLY_BEFORE_DIVIDE = MalRule(
    id="multiply-before-divide",
    goals=("work-out",),
    apply=multiply_before_divide,
    kind="reading",
    name="All × before any ÷",
    belief="multiplying comes before dividing, as in the acronym",
    shows="24 ÷ 4 × 3 = 2.",
    question="What does the acronym say of two operations of one rank?",
    picture="bars",
    met=OPERATIONS,
    source=PRACTICE,
)
ADD_BEFORE_SUBTRACT = MalRule(
    id="add-before-subtract",
    goals=("add-up",),
    apply=add_before_subtract,
    kind="reading",
    every=False,
    name="All + before any −",
    belief="adding comes before subtracting, as in the acronym",
    shows="10 − 4 + 3 = 3.",
    question="What is taken away, and what is added, one after the other?",
    picture="jumps",
    met=OPERATIONS,
    source=PRACTICE,
)
GROUPING_IGNORED = MalRule(
    id="grouping-ignored",
    goals=("work-out",),
    apply=grouping_ignored,
    kind="reading",
    every=False,
    name="Brackets passed over",
    belief="brackets change nothing",
    shows="2 × (3 + 4) = 10.",
    question="How many times is what stands in the brackets there?",
    picture="bars",
    met=OPERATIONS,
    source=PRACTICE,
)
POWER_AS_PRODUCT = MalRule(
    id="power-as-product",
    goals=("raise",),
    apply=power_as_product,
    name="A power taken for a product",
    belief="the small number is a factor",
    shows="7² = 14.",
    question="How many times is the base a factor?",
    picture="rectangles",
    met=POWERS,
    source=PRACTICE,
)
SMALLER_FROM_LARGER_NUMBER = MalRule(
    id="smaller-from-larger-number",
    goals=("order-terms",),
    apply=smaller_from_larger_number,
    name="Smaller from larger instead of a negative",
    belief="the smaller number is always taken from the larger",
    shows="1/2 − 3/4 = 1/4.",
    question="Go back on the number line. Do you pass 0?",
    picture="jumps",
    met=BELOW_ZERO,
    needs=("negative-result",),
    source=PRACTICE,
)
WRONG_OPERATION = MalRule(
    id="wrong-operation",
    goals=("add-up", "multiply-divide"),
    apply=wrong_operation,
    kind="reading",
    every=False,
    name="The wrong operation",
    belief="the sign, or the word for it, is taken for another",
    shows="Added where it should be taken away, multiplied where it should be divided.",
    question="What happens in the story: does it become more or less?",
    picture="bars",
    met=OPERATIONS,
    source=PRACTICE,
)
STOPPED_AFTER_FIRST_STEP = MalRule(
    id="stopped-after-first-step",
    goals=("work-out",),
    apply=stopped_after_first_step,
    kind="reading",
    every=False,
    name="Stopped after the first step",
    belief="the first result is the answer",
    shows="12 − (2 + 3) = 5.",
    question="What was asked for?",
    picture="bars",
    met=OPERATIONS,
    source=PRACTICE,
)

MAL_RULES = (
    ORDER_OF_THE_TEXT,
    LEFT_TO_RIGHT,
    POWER_OF_ALL_BEFORE,
    MULTIPLY_BEFORE_DIVIDE,
    ADD_BEFORE_SUBTRACT,
    GROUPING_IGNORED,
    POWER_AS_PRODUCT,
    SMALLER_FROM_LARGER_NUMBER,
    WRONG_OPERATION,
    STOPPED_AFTER_FIRST_STEP,
)
"""The likelier first."""
