"""Every plan and every rule, by name. A rule that is not listed here does not run; a test says so.

Of the rules that serve one goal the first whose choice is in force is taken, so one without a choice comes last."""

from functools import lru_cache

from keen_slate.core.machine.engine import Derivation, Machine, Plan
from keen_slate.core.machine.school import School
from keen_slate.core.problem.tree import Expr
from keen_slate.core.rules import (
    common_denominators,
    comparing,
    converting,
    decimal_columns,
    decimal_division,
    filling,
    in_the_head,
    long_products,
    long_quotients,
    mixed_numbers,
    multiplying,
    operations,
    plans,
    reading_off,
    signs,
    simplifying,
    stories,
)

PLANS = (
    Plan("answer", plans.answer),
    Plan("finish", plans.finish),
    Plan("compare", plans.compare, ("comparing", "one-size")),
    Plan("compare", plans.with_equal_tops, ("comparing", "equal-tops")),
    Plan("compare", plans.comparing_by("judge-by-half", comparing.half_decides), ("comparing", "half")),
    Plan("compare", plans.comparing_by("judge-by-whole", comparing.whole_decides), ("comparing", "whole")),
    Plan("compare", plans.comparing_by("judge-by-gap", comparing.lack_as_many), ("comparing", "gap")),
    Plan("compare", plans.comparing_by("cross-items", comparing.are_two), ("comparing", "cross-products")),
    Plan("fill", plans.fill),
    Plan("work-out", plans.work_out),
    Plan("add-up", plans.add_up, ("signs", "as-written")),
    Plan("add-up", plans.adding_opposites, ("signs", "add-opposite")),
    Plan("same-kind", plans.decimals_go, ("mixed-kinds", "fractions")),
    Plan("add-decimals", plans.add_decimals),
    Plan("write-decimal", plans.write_decimal),
    Plan("write-percent", plans.write_percent),
    Plan("column", plans.column),
    Plan("long-product", plans.long_product),
    Plan("long-quotient", plans.long_quotient),
    Plan("add-fractions", plans.straight_on, ("adding", "improper")),
    Plan("add-fractions", plans.wholes_seen),
    Plan("add-mixed", plans.wholes_first, ("adding", "wholes-first")),
    Plan("add-mixed", plans.fractions_first, ("adding", "fractions-first")),
    Plan("add-mixed", plans.all_improper, ("adding", "improper")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_regrouping), ("subtracting", "regroup")),
    Plan("subtract-mixed", plans.all_improper, ("subtracting", "improper")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_counting_back), ("subtracting", "count-back")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_negative_part), ("subtracting", "negative-part")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_counting_up), ("subtracting", "count-up")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_same_change), ("subtracting", "same-change")),
    Plan("subtract-mixed", plans.subtracting_pairs(plans.by_rest_improper), ("subtracting", "rest-improper")),
    Plan("combine-parts", plans.no_whole_first, ("make-a-whole", "no")),
    Plan("combine-parts", plans.make_a_whole_first, ("make-a-whole", "first")),
    Plan("gather-parts", plans.as_it_stands, ("reduce-first", "no")),
    Plan("gather-parts", plans.reducing_first, ("reduce-first", "yes")),
    Plan("one-size", plans.asking, ("questions", "asked")),
    Plan("one-size", plans.unasked, ("questions", "unasked")),
    Plan("multiply-divide", plans.multiply_divide),
    Plan("multiply-decimals", plans.decimals_go, ("decimal-products", "fractions")),
    Plan("divide-decimals", plans.points_shifted, ("decimal-products", "whole-numbers")),
    Plan("divide-decimals", plans.decimals_go, ("decimal-products", "fractions")),
    Plan("multiply-fractions", plans.reducing_after, ("multiplying", "reduce-after")),
    Plan("multiply-fractions", plans.cancelling_first, ("multiplying", "cancel-first")),
    Plan("multiply-fractions", plans.sharing_first, ("multiplying", "unit-fraction")),
    Plan("divide-fractions", plans.by_reciprocal, ("dividing", "reciprocal")),
    Plan("divide-fractions", plans.dividing_across, ("dividing", "divide-tops")),
    Plan("divide-fractions", plans.dividing_in_pieces, ("dividing", "common-denominator")),
)

RULES = (
    *common_denominators.RULES,
    *comparing.RULES,
    *converting.RULES,
    *decimal_columns.RULES,
    *decimal_division.RULES,
    *filling.RULES,
    *in_the_head.RULES,
    *long_products.RULES,
    *long_quotients.RULES,
    *mixed_numbers.RULES,
    *multiplying.RULES,
    *operations.RULES,
    *reading_off.RULES,
    *stories.RULES,
    *signs.RULES,
    *simplifying.RULES,
)

MACHINE = Machine.of(PLANS, RULES)

MOST_DERIVED = 256
"""A lesson or two, some 5 MB."""


@lru_cache(maxsize=MOST_DERIVED)
def right_derivation(expr: Expr, school: School) -> Derivation:
    """The derivation of an expression under a school that fits it. It is wanted by turns: for the working, beside every
    mistake that could be made in it, for what an answer to it earns."""
    return MACHINE.derive(expr, school)
