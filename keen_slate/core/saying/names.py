"""Names and descriptions of what is listed elsewhere: facets, choices, mistakes, demands."""

from keen_slate.core.curriculum.places import KEY_STAGE_3, Place
from keen_slate.core.saying.words import VOCABULARY, Words, sentence

FACET_NAMES = {
    "questions": "Decisions",
    "negatives": "Numbers below 0",
    "reduce-first": "Terms not in {simplest_form}",
    "make-a-whole": "Parts that make a whole",
    "denominators": "Common {bottom}",
    "adding": "Adding mixed numbers",
    "subtracting": "Subtracting mixed numbers",
    "regrouping": "Writing the regrouping",
    "wholes-out": "Taking wholes out",
    "simplifying": "Simplifying",
    "multiplying": "Multiplying fractions",
    "dividing": "Dividing fractions",
    "decimal-products": "Multiplying and dividing decimals",
    "decimal-fractions": "Decimals as fractions",
    "mixed-kinds": "Fractions with decimals",
    "signs": "Subtraction",
}

CHOICE_NAMES = {
    ("questions", "asked"): (
        "asked as steps",
        "Which {bottom}s change? Is the part enough? Each is a step of its own.",
    ),
    ("questions", "unasked"): ("not asked", "The lines follow each other without questions."),
    ("negatives", "known"): ("known", "Ways that go below 0 may be used."),
    ("negatives", "not-yet"): ("not yet", "Ways that go below 0 are refused."),
    ("reduce-first", "no"): ("as they stand", "Terms keep their {bottom}s until a common one is found."),
    ("reduce-first", "yes"): ("reduce first", "One more line, smaller numbers."),
    ("make-a-whole", "no"): ("in order", "Terms are taken as they stand."),
    ("make-a-whole", "first"): ("make a whole first", "Two parts that make a whole go first. Needs an eye for it."),
    ("denominators", "list-multiples"): (
        "list multiples",
        "Rows of multiples, the first match ringed. Fits small {bottom}s.",
    ),
    ("denominators", "keep-one"): ("keep one", "One {bottom} is a multiple of the other: only one fraction changes."),
    ("denominators", "prime-factors"): (
        "prime factors",
        "Fits {bottom}s such as 12 and 18, or three terms. More writing.",
    ),
    ("denominators", "product"): (
        "multiply the {bottom}s",
        "Always works; large numbers when the {bottom}s share a factor.",
    ),
    ("denominators", "cross-products"): ("cross products", "One line for two fractions; hides the renaming."),
    ("adding", "wholes-first"): ("wholes first", "Add the wholes and put them by, then the fractions, then join."),
    ("adding", "fractions-first"): ("fractions first", "The fractions first, since they may make a whole to carry."),
    ("adding", "improper"): ("all {improper}", "Everything as {improper} fractions: no carrying, larger numbers."),
    ("subtracting", "regroup"): ("regroup", "One whole is opened up into pieces where the part is not enough."),
    ("subtracting", "improper"): (
        "all {improper}",
        "Everything as {improper} fractions: no regrouping, larger numbers.",
    ),
    ("subtracting", "count-back"): (
        "count back",
        "Back along the number line, wholes first. Needs pieces of one size.",
    ),
    ("subtracting", "negative-part"): ("negative part", "Wholes, then parts, which may fall below 0."),
    ("subtracting", "count-up"): ("count up", "From the smaller to the larger, by way of the wholes."),
    ("subtracting", "same-change"): ("same change to both", "The same added to both until the second is a whole."),
    ("regrouping", "shortcut"): ("{bottom} added to {top}", "The short way: the whole joins the part in one line."),
    ("regrouping", "beside"): ("written beside", "The opened whole stands beside as d/d, then joins."),
    ("regrouping", "pulled-over"): ("pulled over", "The whole is pulled over to the part as 1 n/d."),
    ("wholes-out", "as-pieces"): ("as full pieces", "19/12 is 12/12 and 7/12."),
    ("wholes-out", "division"): ("by division", "19 ÷ 12 = 1 remainder 7."),
    ("simplifying", "greatest-factor"): ("greatest factor", "Factor pairs listed, the largest shared one taken."),
    ("simplifying", "step-by-step"): ("step by step", "Halve, or divide by 3, and look again."),
    ("multiplying", "reduce-after"): ("reduce after", "Multiply first, simplify at the end."),
    ("multiplying", "cancel-first"): ("cancel first", "Shared factors go before multiplying: smaller numbers."),
    ("dividing", "reciprocal"): ("reciprocal", "Multiply by the fraction turned over."),
    ("dividing", "common-denominator"): ("one size of piece", "Both in pieces of one size, then count."),
    ("decimal-products", "whole-numbers"): ("as whole numbers", "Work with whole numbers, then place the point."),
    ("decimal-products", "fractions"): ("as fractions", "Tenths and hundredths as fractions."),
    ("decimal-fractions", "reduce-at-end"): ("reduce at the end", "0.35 is 35/100."),
    ("decimal-fractions", "reduce-at-once"): ("reduce at once", "0.35 is 7/20."),
    ("mixed-kinds", "fractions"): ("all fractions", "Always exact."),
    ("mixed-kinds", "decimals"): ("all decimals", "Only where every term ends."),
    ("signs", "as-written"): ("as written", "Take away what is to be taken away."),
    ("signs", "add-opposite"): ("add the opposite", "Each subtraction is adding the opposite."),
}

DEMAND_NAMES = {
    "like-denominators": "same {bottom}s",
    "unlike-denominators": "different {bottom}s",
    "one-bottom-divides": "one {bottom} fits the other",
    "bottoms-share-a-factor": "{bottom}s share a factor",
    "coprime-bottoms": "{bottom}s share nothing",
    "large-common-bottom": "large common {bottom}",
    "makes-a-whole": "makes a whole",
    "carry": "carry a whole",
    "regroup": "{regroup}",
    "bare-whole-minuend": "from a bare whole",
    "regroup-after-renaming": "{regroup}: seen only after renaming",
    "regroup-leaves-nothing": "{regroup}: no whole left",
    "simplify": "simplify",
    "result-is-whole": "comes to a whole",
    "improper-input": "{improper} to start with",
    "three-terms": "three or more terms",
    "multiplying": "multiply",
    "cancelling": "can be cancelled",
    "mixed-factor": "a mixed factor",
    "dividing": "divide",
    "decimals": "decimals",
    "equal-places": "equal places",
    "ragged-places": "ragged places",
    "carry-in-columns": "carry in columns",
    "regroup-in-columns": "{regroup} in columns",
    "regroup-across-zero": "{regroup} across zero",
    "unlike-kinds": "fractions with decimals",
    "several-operations": "order of operations",
    "brackets": "brackets",
    "nested-brackets": "brackets in brackets",
    "told-in-words": "told in words",
    "comparing": "compare",
    "converting": "another form",
    "rounding": "round",
    "blanks": "fill the blank",
    "negative-input": "a number below nothing",
    "negative-result": "below nothing",
}

FAMILY_NAMES = {
    "fractions-added": "Fractions added",
    "fractions-subtracted": "Fractions taken away",
    "mixed-added": "Mixed numbers added",
    "mixed-subtracted": "Mixed numbers taken away",
    "decimals-added": "Decimals added",
    "decimals-subtracted": "Decimals taken away",
    "fractions-multiplied": "Fractions multiplied",
    "fractions-divided": "Fractions divided",
    "compared": "Two fractions compared",
    "with-decimals": "Fractions with decimals",
    "order-of-operations": "Order of operations",
    "below-zero": "Numbers below 0",
    "converted": "Mixed numbers and {improper} fractions",
    "simplified": "To {simplest_form}",
    "rounded": "Decimals rounded",
    "equal-fractions": "Equal fractions with a blank",
}

AIM_NAMES = {
    "one-bottom-changes": "Only one {bottom} changes",
    "both-bottoms-change": "Both {bottom}s change",
    "parts-make-a-whole": "The parts make another whole",
    "regroup-a-whole": "{regroup} a whole",
    "from-a-bare-whole": "From a bare whole",
    "regroup-after-renaming": "{regroup}: seen only after renaming",
    "regroup-across-zero": "{regroup} across zero",
    "ragged-places": "Ragged places",
    "cancel-first": "Cancel before multiplying",
    "divide-by-a-fraction": "Divide by a fraction",
    "brackets-first": "Brackets first",
    "which-is-more": "Which is more?",
}
"""What each ready aim brings that is new."""

LIMIT_NAMES = {
    "largest_bottom": "the largest {bottom}",
    "largest_common": "the largest common {bottom}",
    "largest_whole": "the largest whole number",
    "places": "decimal places",
    "tables": "the tables that the class knows",
    "largest_fact": "the largest fact",
    "only_wholes": "whole numbers only",
    "not-yet": "nothing that the class has not met",
}

ACT_NAMES = {
    "read": "Read the problem",
    "order": "Put it in order",
    "bottoms": "Which {bottom}s change?",
    "rename": "Rename to one size",
    "one-kind": "Write it in one kind",
    "enough": "Is the part enough?",
    "regroup": "{regroup}",
    "wholes": "The wholes",
    "parts": "The parts",
    "work": "Work it",
    "carry": "Take wholes out",
    "simplify": "{simplest_form}",
    "write": "Write it as asked",
    "judge": "Decide",
    "blank": "Find the blank",
}
"""What each act is called in a checklist; words in braces are the teacher's."""

PANEL_NAMES = {
    "problem": "Problem",
    "common-denominator": "Common {bottom}",
    "equivalents": "Equivalents",
    "solve": "Solve and simplify",
}

PICTURE_NAMES = {
    "strips": "strips",
    "rectangles": "rectangle cut both ways",
    "discs": "discs",
    "jumps": "number line",
    "bars": "bar model",
    "part-whole": "part–whole tree",
    "square": "hundred square",
}

WORD_NAMES = {
    "regroup": "opening up a whole",
    "quarter": "one of four parts",
    "top": "the upper number",
    "bottom": "the lower number",
    "common_bottom": "the smallest shared lower number",
    "common_multiple": "a shared multiple",
    "greatest_common_factor": "the largest shared factor",
    "simplest_form": "nothing left to cancel",
    "improper": "a fraction of 1 or more",
    "over": "how a fraction is read",
    "decimal_sign": "the decimal sign",
}

ACRONYM_NAMES = {
    "none": ("none", "No acronym is shown."),
    "PEMDAS": ("PEMDAS", "Parentheses, exponents, × and ÷, + and −."),
    "BODMAS": ("BODMAS", "Brackets, orders, ÷ and ×, + and −."),
    "BIDMAS": ("BIDMAS", "Brackets, indices, ÷ and ×, + and −."),
    "GEMS": ("GEMS", "Grouping, exponents, × and ÷, − and +."),
}

ACRONYM_LETTERS = {
    "none": (),
    "PEMDAS": (("P", "grouping"), ("E", "powers"), ("MD", "multiply-divide"), ("AS", "add-subtract")),
    "BODMAS": (("B", "grouping"), ("O", "powers"), ("DM", "multiply-divide"), ("AS", "add-subtract")),
    "BIDMAS": (("B", "grouping"), ("I", "powers"), ("DM", "multiply-divide"), ("AS", "add-subtract")),
    "GEMS": (("G", "grouping"), ("E", "powers"), ("M", "multiply-divide"), ("S", "add-subtract")),
}
"""The letters of each acronym with the operation they stand for; letters of one operation are taken from the left."""

POLICY_NAMES = {
    "simplest-form": ("simplest form required", "4 2/6 loses the mark for the answer; 4 1/3 has it."),
    "any-equivalent": (
        "any equivalent form",
        "4 2/6 is right. A mixed number with an improper part, or a whole left as a fraction, is not.",
    ),
    "as-asked": ("as the question asks", "The form counts only where the question asks for one."),
}


def in_words(text: str, words: Words) -> str:
    """A name with the teacher's words in its braces.

    >>> in_words("Which {bottom}s change?", Words())
    'Which bottoms change?'
    """
    return sentence(filled(text, words))


def filled(text: str, words: Words) -> str:
    """The same within a sentence, the first letter as it is."""
    return text.format(**{name: getattr(words, name) for name in VOCABULARY}) if "{" in text else text


def place_text(place: Place) -> str:
    """Where two curricula place something: the standard and grade of one, the year of the other.

    >>> place_text(Place("5.NF.A.1", 6))
    'CCSS 5.NF.A.1 (grade 5), England year 6'
    """
    year = "key stage 3" if place.year >= KEY_STAGE_3 else f"year {place.year}"
    return f"CCSS {place.standard} (grade {place.grade}), England {year}"
