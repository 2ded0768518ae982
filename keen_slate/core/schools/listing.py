"""Every facet on which schools differ, in the order in which the work meets them.

To add a choice: list it here with its words, and give a rule (or a plan) in ``rules/`` that names it. A choice that
does not fit every problem is given ``refuses``, which says why it cannot; one under which mistakes can end in other
answers is marked ``leads_elsewhere``, and diagnosis looks at it.
"""

from keen_slate.core.machine.school import Choice, Facet
from keen_slate.core.schools import refusing

FACETS = (
    Facet(
        "questions",
        "Decisions",
        (
            Choice("asked", "asked as steps", "Which {bottom}s change? Is the part enough? Each is a step of its own."),
            Choice("unasked", "not asked", "The lines follow each other without questions."),
        ),
        only_writing="unasked",
    ),
    Facet(
        "negatives",
        "Numbers below 0",
        (
            Choice("known", "known", "Ways that go below 0 may be used."),
            Choice("not-yet", "not yet", "Ways that go below 0 are refused."),
        ),
        only_writing="known",
    ),
    Facet(
        "reduce-first",
        "Terms not in {simplest_form}",
        (
            Choice("no", "as they stand", "Terms keep their {bottom}s until a common one is found."),
            Choice("yes", "reduce first", "One more line, smaller numbers.", leads_elsewhere=True),
        ),
    ),
    Facet(
        "make-a-whole",
        "Parts that make a whole",
        (
            Choice("no", "in order", "Terms are taken as they stand."),
            Choice(
                "first",
                "make a whole first",
                "Two parts that make a whole go first. Needs an eye for it.",
                refuses=refusing.no_whole_to_make,
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "denominators",
        "Common {bottom}",
        (
            Choice(
                "list-multiples", "list multiples", "Rows of multiples, the first match ringed. Fits small {bottom}s."
            ),
            Choice(
                "keep-one",
                "keep one",
                "One {bottom} is a multiple of the other: only one fraction changes.",
                refuses=refusing.no_bottom_to_keep,
            ),
            Choice("prime-factors", "prime factors", "Fits {bottom}s such as 12 and 18, or three terms. More writing."),
            Choice("prime-ladder", "prime ladder", "The primes divided out of all {bottom}s together."),
            Choice(
                "prime-trees", "prime trees", "Each {bottom} split into two factors, and again, down to its primes."
            ),
            Choice(
                "product",
                "multiply the {bottom}s",
                "Always works; large numbers when the {bottom}s share a factor.",
                leads_elsewhere=True,
            ),
            Choice(
                "cross-products",
                "cross products",
                "One line for two fractions; hides the renaming.",
                refuses=refusing.cross_products_need_two,
            ),
        ),
    ),
    Facet(
        "adding",
        "Adding mixed numbers",
        (
            Choice("wholes-first", "wholes first", "Add the wholes and put them by, then the fractions, then join."),
            Choice(
                "fractions-first",
                "fractions first",
                "The fractions first, since they may make a whole to carry.",
                leads_elsewhere=True,
            ),
            Choice("improper", "all {improper}", "Everything as {improper} fractions: no carrying, larger numbers."),
        ),
    ),
    Facet(
        "subtracting",
        "Subtracting mixed numbers",
        (
            Choice("regroup", "{regroup}", "One whole is opened up into pieces where the part is not enough."),
            Choice(
                "improper", "all {improper}", "Everything as {improper} fractions: no {regrouping}, larger numbers."
            ),
            Choice(
                "count-back",
                "count back",
                "Back along the number line, wholes first, in pieces of one size.",
                leads_elsewhere=True,
            ),
            Choice(
                "negative-part",
                "negative part",
                "Wholes, then parts, which may fall below 0.",
                refuses=refusing.negatives_not_yet,
                leads_elsewhere=True,
            ),
            Choice(
                "count-up", "count up", "From the smaller to the larger, by way of the wholes.", leads_elsewhere=True
            ),
            Choice(
                "same-change",
                "same change",
                "The same added to both until the second is a whole.",
                leads_elsewhere=True,
            ),
            Choice(
                "rest-improper",
                "wholes away",
                "The wholes are taken away; where the part is not enough, the rest is made {improper}.",
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "joining",
        "What is left of wholes and parts",
        (
            Choice("at-once", "joined at once", "The difference of the wholes and of the parts in one line."),
            Choice("finer", "a line each", "First the parts, the wholes still to do; then the wholes."),
        ),
        only_writing="finer",
        of_lines=True,
    ),
    Facet(
        "regrouping",
        "Writing the {regrouping}",
        (
            Choice("shortcut", "{bottom} added to {top}", "The short way: the whole joins the part in one line."),
            Choice("beside", "written beside", "The opened whole stands beside as d/d, then joins."),
            Choice("pulled-over", "pulled over", "The whole is pulled over to the part as 1 n/d."),
        ),
        only_writing="shortcut",
    ),
    Facet(
        "wholes-out",
        "Taking wholes out",
        (
            Choice("as-pieces", "as full pieces", "19/12 is 12/12 and 7/12."),
            Choice("division", "by division", "19 ÷ 12 = 1 remainder 7."),
        ),
        only_writing="division",
    ),
    Facet(
        "simplifying",
        "Simplifying",
        (
            Choice("greatest-factor", "greatest factor", "Factor pairs listed, the largest shared one taken."),
            Choice("step-by-step", "step by step", "Halve, or divide by 3, and look again."),
        ),
        only_writing="greatest-factor",
    ),
    Facet(
        "multiplying",
        "Multiplying fractions",
        (
            Choice("reduce-after", "reduce after", "Multiply first, simplify at the end."),
            Choice(
                "cancel-first",
                "cancel first",
                "Shared factors go before multiplying: smaller numbers.",
                leads_elsewhere=True,
            ),
            Choice(
                "unit-fraction",
                "one part first",
                "A whole number is shared by the {bottom}, then so many parts are taken.",
                refuses=refusing.amount_cannot_be_shared,
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "dividing",
        "Dividing fractions",
        (
            Choice("reciprocal", "reciprocal", "Multiply by the fraction turned over."),
            Choice(
                "common-denominator",
                "one size of piece",
                "Both in pieces of one size, then count.",
                leads_elsewhere=True,
            ),
            Choice(
                "divide-tops",
                "divide the {top}s",
                "{top} by {top} and {bottom} by {bottom}, where both come out.",
                refuses=refusing.tops_do_not_divide,
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "decimal-products",
        "Multiplying and dividing decimals",
        (
            Choice("whole-numbers", "as whole numbers", "Work with whole numbers, then place the point."),
            Choice("fractions", "as fractions", "Tenths and hundredths as fractions.", leads_elsewhere=True),
        ),
    ),
    Facet(
        "whole-sums",
        "Sums of larger wholes",
        (
            Choice("columns", "in columns", "Under each other, with what is carried or {regrouped}."),
            Choice("past-a-ten", "past a ten and back", "In the head: less 39 as less 40 and 1 more."),
            Choice("by-places", "place by place", "In the head: less 39 as less 30 and less 9."),
        ),
        only_writing="columns",
    ),
    Facet(
        "long-products",
        "Products beyond the tables",
        (
            Choice("rows", "in rows", "Under each other, a row for each digit, then the rows are added."),
            Choice("area", "in a box", "Both numbers cut by their places: the parts of a rectangle."),
            Choice("parts", "in parts", "In the head: one number cut by its places."),
        ),
        only_writing="rows",
    ),
    Facet(
        "long-quotients",
        "Division on paper",
        (
            Choice("long", "long", "Each product and what is left is written under the number."),
            Choice(
                "short", "short", "Only what is left is written, small before the next digit, by divisors up to 12."
            ),
        ),
        only_writing="long",
    ),
    Facet(
        "decimal-fractions",
        "Decimals as fractions",
        (
            Choice("reduce-at-end", "reduce at the end", "{0.35} is 35/100."),
            Choice("reduce-at-once", "reduce at once", "{0.35} is 7/20.", leads_elsewhere=True),
        ),
    ),
    Facet(
        "percents",
        "Percents of an amount",
        (
            Choice("hundredths", "as hundredths", "A percent is written as hundredths, then multiplied."),
            Choice(
                "tens-and-fives",
                "by tens and fives",
                "A tenth of it, half of that, a hundredth: as often as each is in the percent.",
                refuses=refusing.no_percent_of_an_amount,
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "mixed-kinds",
        "Fractions with decimals",
        (
            Choice("fractions", "all fractions", "Always exact."),
            Choice(
                "decimals",
                "all decimals",
                "Only where every term ends.",
                refuses=refusing.a_decimal_never_ends,
                leads_elsewhere=True,
            ),
        ),
    ),
    Facet(
        "comparing",
        "Comparing fractions",
        (
            Choice("one-size", "one size of piece", "All in pieces of one size, then their number is compared."),
            Choice(
                "equal-tops",
                "equal {top}s",
                "As many pieces of each: then the size of a piece decides.",
                refuses=refusing.no_equal_tops,
            ),
            Choice(
                "half", "beside a half", "One is more than a half, the other less.", refuses=refusing.no_half_between
            ),
            Choice(
                "whole",
                "beside a whole",
                "One is more than a whole, the other less.",
                refuses=refusing.no_whole_between,
            ),
            Choice("gap", "what is missing", "Both lack as many pieces of a whole.", refuses=refusing.gaps_differ),
            Choice(
                "cross-products",
                "cross products",
                "Each {top} times the other {bottom}. Hides the renaming.",
                refuses=refusing.not_two_to_compare,
            ),
        ),
    ),
    Facet(
        "signs",
        "Subtraction",
        (
            Choice("as-written", "as written", "Take away what is to be taken away."),
            Choice(
                "add-opposite",
                "add the opposite",
                "Each subtraction is adding the opposite.",
                refuses=refusing.negatives_not_yet,
            ),
        ),
        only_writing="as-written",
    ),
)

FACET = {facet.id: facet for facet in FACETS}
