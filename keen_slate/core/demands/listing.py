"""What an item asks of a pupil, found in the item and in its working by the least common denominator.

Demands belong to the item: they do not change with the teacher's school. To add one, write a function from the item
to yes or no and list it with its name and the place where curricula meet it.
"""

from collections.abc import Callable

from keen_slate.core.curriculum.places import (
    BELOW_ZERO,
    BY_FRACTION,
    COMPARE,
    COMPARE_DECIMALS,
    DECIMAL_NOTATION,
    DECIMAL_PRODUCTS,
    DECIMAL_QUOTIENTS,
    DECIMAL_SUMS,
    EQUIVALENT,
    ESTIMATE,
    FRACTIONS,
    FRACTIONS_ON_LINES,
    LIKE,
    LIKE_MIXED,
    MIXED_FORMS,
    ONE_DIVIDES,
    OPERATIONS,
    PERCENTS,
    POWERS,
    POWERS_OF_TEN,
    RATIONALS,
    REMAINDERS,
    REPEATING,
    ROUND_DECIMALS,
    STORIES,
    STORIES_IN_STEPS,
    STORY_REMAINDERS,
    TIMES_FRACTION,
    TIMES_MIXED,
    UNITS_CONVERTED,
    UNLIKE,
    Place,
)
from keen_slate.core.demands import decimals, fractions, operations, stories, tasks
from keen_slate.core.machine.acts import Act
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.reading.reading import Problem
from keen_slate.core.values import frozen


@frozen
class Demand:
    """One difficulty; ``present`` gets the problem and its working under the reference school.

    Its ``name`` holds the teacher's words in braces; ``place`` is where curricula first meet it. ``met_in`` is the
    act of the working in which it is met, where there is one such.
    """

    id: str
    name: str
    place: Place
    present: Callable[[Problem, Derivation], bool]
    met_in: Act | None = None


DEMANDS = (
    Demand("like-denominators", "same {bottom}s", LIKE, fractions.like_denominators),
    Demand("unlike-denominators", "different {bottom}s", UNLIKE, fractions.unlike_denominators, met_in="rename"),
    Demand("one-bottom-divides", "one {bottom} fits the other", ONE_DIVIDES, fractions.one_divides, met_in="rename"),
    Demand("bottoms-share-a-factor", "{bottom}s share a factor", UNLIKE, fractions.share_a_factor, met_in="rename"),
    Demand("coprime-bottoms", "{bottom}s share nothing", UNLIKE, fractions.coprime_bottoms, met_in="rename"),
    Demand("large-common-bottom", "large common {bottom}", UNLIKE, fractions.large_common_bottom, met_in="rename"),
    Demand("makes-a-whole", "makes a whole", LIKE, fractions.makes_a_whole, met_in="carry"),
    Demand("carry", "carry a whole", LIKE_MIXED, fractions.carry, met_in="carry"),
    Demand("regroup", "{regroup}", LIKE_MIXED, fractions.regroup, met_in="regroup"),
    Demand("bare-whole-minuend", "from a bare whole", LIKE_MIXED, fractions.bare_whole_minuend, met_in="regroup"),
    Demand(
        "regroup-after-renaming",
        "{regroup}: seen only after renaming",
        UNLIKE,
        fractions.regroup_after_renaming,
        met_in="regroup",
    ),
    Demand(
        "seems-to-regroup", "looks like {regroup}, and is not", UNLIKE, fractions.seems_to_regroup, met_in="regroup"
    ),
    Demand(
        "regroup-leaves-nothing",
        "{regroup}: no whole left",
        LIKE_MIXED,
        fractions.regroup_leaves_nothing,
        met_in="regroup",
    ),
    Demand("simplify", "simplify", EQUIVALENT, fractions.simplify, met_in="simplify"),
    Demand(
        "composite-common-factor",
        "common factor 4, 6, 8 …",
        EQUIVALENT,
        fractions.composite_common_factor,
        met_in="simplify",
    ),
    Demand(
        "large-prime-factor", "common factor 7, 11, 13 …", EQUIVALENT, fractions.large_prime_factor, met_in="simplify"
    ),
    Demand("terms-to-reduce", "a term not in {simplest_form}", UNLIKE, fractions.terms_to_reduce),
    Demand("result-is-whole", "comes to a whole", LIKE_MIXED, fractions.result_is_whole),
    Demand("improper-input", "{improper} to start with", MIXED_FORMS, fractions.improper_input),
    Demand("three-terms", "three or more terms", UNLIKE, fractions.three_terms),
    Demand("multiplying", "multiply", TIMES_FRACTION, operations.multiplying),
    Demand("cancelling", "can be cancelled", TIMES_FRACTION, operations.cancelling),
    Demand("over-a-whole", "comes to over 1", TIMES_FRACTION, operations.over_a_whole),
    Demand("mixed-factor", "a mixed factor", TIMES_MIXED, operations.mixed_factor, met_in="one-kind"),
    Demand("dividing", "divide", BY_FRACTION, operations.dividing),
    Demand("beyond-the-tables", "beyond the tables", REMAINDERS, decimals.beyond_the_tables),
    Demand("with-remainder", "a remainder", REMAINDERS, tasks.with_remainder),
    Demand("quotient-not-whole", "does not come out whole", BY_FRACTION, operations.quotient_not_whole),
    Demand("decimals", "decimals", DECIMAL_NOTATION, decimals.decimals),
    Demand("equal-places", "equal places", DECIMAL_SUMS, decimals.equal_places),
    Demand("ragged-places", "ragged places", DECIMAL_SUMS, decimals.ragged_places),
    Demand("carry-in-columns", "carry in columns", DECIMAL_SUMS, decimals.carry_in_columns),
    Demand("regroup-in-columns", "{regroup} in columns", DECIMAL_SUMS, decimals.regroup_in_columns),
    Demand("regroup-across-zero", "{regroup} across zero", DECIMAL_SUMS, decimals.regroup_across_zero),
    Demand(
        "longer-is-smaller",
        "the longer decimal is smaller",
        COMPARE_DECIMALS,
        decimals.longer_is_smaller,
        met_in="judge",
    ),
    Demand("zero-among-the-places", "a zero among the places", COMPARE_DECIMALS, decimals.zero_among_the_places),
    Demand("power-of-ten", "by 10, 100, 1000", POWERS_OF_TEN, decimals.power_of_ten),
    Demand("zeros-to-write", "zeros to write", POWERS_OF_TEN, decimals.zeros_to_write),
    Demand("decimal-by-decimal", "decimal by decimal", DECIMAL_PRODUCTS, decimals.decimal_by_decimal),
    Demand("two-digit-factors", "two digits in both", DECIMAL_PRODUCTS, decimals.two_digit_factors),
    Demand("zeros-in-front", "zeros put in front", DECIMAL_PRODUCTS, decimals.zeros_in_front),
    Demand("zero-at-the-end", "a zero at the end", DECIMAL_PRODUCTS, decimals.zero_at_the_end),
    Demand("decimal-divisor", "a decimal divisor", DECIMAL_PRODUCTS, decimals.decimal_divisor),
    Demand("two-digit-divisor", "a divisor of two digits", DECIMAL_QUOTIENTS, decimals.two_digit_divisor),
    Demand("goes-on", "goes on past the last digit", DECIMAL_PRODUCTS, decimals.goes_on),
    Demand("zero-in-quotient", "a zero in the quotient", DECIMAL_PRODUCTS, decimals.zero_in_quotient),
    Demand("unlike-kinds", "fractions with decimals", RATIONALS, decimals.unlike_kinds, met_in="one-kind"),
    Demand("decimal-without-end", "a decimal without end", REPEATING, decimals.decimal_without_end),
    Demand("several-operations", "order of operations", OPERATIONS, operations.several_operations, met_in="order"),
    Demand("brackets", "brackets", OPERATIONS, operations.brackets, met_in="order"),
    Demand("nested-brackets", "brackets in brackets", OPERATIONS, operations.nested_brackets, met_in="order"),
    Demand("powers", "a power", POWERS, operations.powers),
    Demand("fractions-in-it", "fractions under the order", RATIONALS, operations.fractions_in_it),
    Demand("told-in-words", "asked in words", UNLIKE, tasks.told_in_words),
    Demand("as-story", "told as a story", STORIES, stories.as_story),
    Demand("several-steps", "several steps", STORIES_IN_STEPS, stories.several_steps),
    Demand("several-questions", "several questions", STORIES_IN_STEPS, stories.several_questions),
    Demand("from-a-table", "data in a table", STORIES_IN_STEPS, stories.from_a_table),
    Demand("units-converted", "units to convert", UNITS_CONVERTED, stories.units_converted, met_in="one-kind"),
    Demand("remainder-to-read", "a remainder to be read", STORY_REMAINDERS, stories.remainder_to_read),
    Demand("larger-told-second", "the larger told second", STORIES, stories.larger_told_second),
    Demand("more-than-needed", "a number that is not needed", STORIES_IN_STEPS, stories.more_than_needed),
    Demand("comparing", "compare", COMPARE, tasks.comparing, met_in="judge"),
    Demand(
        "larger-numbers-smaller",
        "larger numbers, smaller fraction",
        COMPARE,
        fractions.larger_numbers_smaller,
        met_in="rename",
    ),
    Demand("put-in-order", "three or more in order", COMPARE, tasks.put_in_order, met_in="judge"),
    Demand("converting", "another form", MIXED_FORMS, tasks.converting),
    Demand("fraction-to-decimal", "fraction to decimal", DECIMAL_NOTATION, tasks.fraction_to_decimal),
    Demand("decimal-to-fraction", "decimal to fraction", DECIMAL_NOTATION, tasks.decimal_to_fraction),
    Demand("to-percent", "to a percent", PERCENTS, tasks.to_percent),
    Demand("from-percent", "from a percent", PERCENTS, tasks.from_percent),
    Demand("to-tenths-first", "made tenths or hundredths first", DECIMAL_NOTATION, tasks.to_tenths_first),
    Demand("rounding", "round", ROUND_DECIMALS, tasks.rounding),
    Demand("estimating", "the estimate alone", ESTIMATE, tasks.estimating),
    Demand("midway", "exactly midway", ESTIMATE, tasks.midway),
    Demand("blanks", "fill the blank", EQUIVALENT, tasks.blanks, met_in="blank"),
    Demand("blank-top", "the {top} is missing", EQUIVALENT, tasks.blank_top, met_in="blank"),
    Demand("blank-bottom", "the {bottom} is missing", EQUIVALENT, tasks.blank_bottom, met_in="blank"),
    Demand("to-smaller-numbers", "to smaller numbers", EQUIVALENT, tasks.to_smaller_numbers, met_in="blank"),
    Demand("three-in-a-row", "three in a row", EQUIVALENT, tasks.three_in_a_row, met_in="blank"),
    Demand("open-a-whole", "open one whole", LIKE_MIXED, tasks.open_a_whole, met_in="regroup"),
    Demand("open-a-bare-whole", "open one of bare wholes", LIKE_MIXED, tasks.open_a_bare_whole, met_in="regroup"),
    Demand("take-a-whole-out", "take a whole out", LIKE_MIXED, tasks.take_a_whole_out, met_in="carry"),
    Demand("reading-a-picture", "read from a picture", FRACTIONS, tasks.reading_a_picture),
    Demand("from-pieces", "strips or discs", FRACTIONS, tasks.from_pieces),
    Demand("from-a-line", "a number line", FRACTIONS_ON_LINES, tasks.from_a_line),
    Demand("from-a-square", "a hundred square", DECIMAL_NOTATION, tasks.from_a_square),
    Demand("wholes-and-pieces", "over one whole", MIXED_FORMS, tasks.wholes_and_pieces),
    Demand("spaces-not-tenths", "spaces that are not tenths", DECIMAL_NOTATION, tasks.spaces_not_tenths),
    Demand("percent-of-an-amount", "percent of an amount", PERCENTS, tasks.percent_of),
    Demand("tens-and-fives", "a percent of tens and fives", PERCENTS, tasks.tens_and_fives),
    Demand("any-percent", "any percent", PERCENTS, tasks.any_percent),
    Demand("above-100-percent", "above 100%", PERCENTS, tasks.above_100_percent),
    Demand("raised-or-lowered", "raised or lowered by it", PERCENTS, tasks.raised_or_lowered),
    Demand("negative-input", "a number below nothing", BELOW_ZERO, operations.negative_input),
    Demand("negative-result", "below nothing", BELOW_ZERO, operations.negative_result),
    Demand("below-zero-on-the-way", "below nothing on the way", BELOW_ZERO, operations.below_zero_on_the_way),
)
"""In the order in which they are usually met, within a family of items."""

DEMAND = {demand.id: demand for demand in DEMANDS}

OF_STORIES = frozenset(d.id for d in DEMANDS if d.present.__module__ == stories.__name__)
"""Those that only a story makes, whatever is calculated in it."""
