"""What kind of act a rule is: the organisers group lines by it, and a checklist numbers it.

Each act stands in one of four panels: the problem, the common denominator, the equivalents, solving and simplifying.
"""

from keen_slate.core.machine.engine import Step
from keen_slate.core.problem.tree import Expr, Group, Power, Product, Sum, at_path, walk

PANELS = ("problem", "common-denominator", "equivalents", "solve")

ACTS: dict[str, tuple[str, ...]] = {
    "read": ("problem",),
    "order": (
        "put-into-signs", "order-terms", "signs", "add-opposite", "product-signs", "put-together", "drop-zero-terms",
        "drop-brackets",
    ),
    "bottoms": ("compare-bottoms", "compare-for-product", "compare-for-cross-products"),
    "rename": (
        "list-multiples", "keep-one", "prime-factors", "product-of-bottoms", "cross-products", "work-cross-products",
        "reduce-terms", "rename-items", "rename-both",
    ),
    "one-kind": (
        "decimals-as-fractions", "decimals-as-lowest", "all-decimals", "percents-as-fractions", "same-kind-items",
        "equal-length", "equal-length-items", "shift-points", "to-improper", "mixed-first", "make-wholes",
        "mixed-items", "raise",
    ),
    "enough": ("ask-enough",),
    "regroup": (
        "regroup", "regroup-beside", "regroup-pulled-over", "gather-regrouped", "regroup-column", "same-change",
        "set-parts-apart", "split-subtrahend",
    ),
    "wholes": ("put-wholes-by", "join", "count-back-wholes"),
    "parts": (
        "combine-tops", "subtract-parts", "part-from-wholes", "count-up", "count-back-parts", "count-back-to-whole",
    ),
    "work": (
        "add-wholes", "multiply-wholes", "divide-wholes", "multiply-fractions", "multiply-decimals", "divide-decimals",
        "invert", "cancel", "divide-tops", "write-digit", "set-in-columns", "take-first",
    ),
    "carry": ("carry-out", "divide-out-carry", "take-out-wholes", "divide-out-wholes", "join-split"),
    "simplify": ("simplify", "simplify-step", "drop-nothing", "drop-zeros"),
    "write": (
        "write-improper", "write-fraction", "write-lowest-fraction", "write-decimal", "write-percent", "round",
        "round-terms",
    ),
    "judge": ("judge", "answer-in-words"),
    "blank": ("look-for-blanks", "count-tops", "write-in"),
}  # fmt: skip
"""The acts in the order in which they usually come, each with its rules."""

ACT_OF = {rule: act for act, rules in ACTS.items() for rule in rules}

_PANEL_OF_ACT = {"read": "problem", "order": "problem", "bottoms": "common-denominator", "rename": "equivalents"}


def panel_of(rule: str) -> str:
    """The panel in which the line of a rule is written."""
    return _PANEL_OF_ACT.get(ACT_OF.get(rule, ""), "solve")


def operation_of(problem: Expr, step: Step) -> str | None:
    """Which operation of the order of operations a step belongs to; None where the problem has only one.

    >>> from keen_slate.core.reading.reading import read
    >>> from keen_slate.core.working.work import work
    >>> problem = read("2 × (3 + 4)").expr
    >>> [operation_of(problem, s) for s in work(read("2 × (3 + 4)")).derivation.steps]
    ['grouping', 'multiply-divide']
    """
    kinds = {type(e) for e in walk(problem)} & {Sum, Product, Power}
    if len(kinds) < 2 and not any(isinstance(e, Group) and type(e.inner) in (Sum, Product) for e in walk(problem)):
        return None
    expr: Expr = step.before
    inner: list[Expr] = [expr]
    for index in range(len(step.at)):
        inner.append(at_path(step.before, step.at[: index + 1]))
    if any(isinstance(e, Group) for e in inner):
        return "grouping"
    focus = inner[-1]
    if isinstance(focus, Power):
        return "powers"
    if isinstance(focus, Product):
        return "multiply-divide"
    return "add-subtract" if isinstance(focus, Sum) else None
