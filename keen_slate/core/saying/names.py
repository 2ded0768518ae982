"""Names of what a teacher chooses once: words, acronyms, marking policies."""

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
    "simplest-form": ("{simplest_form} required", "4 2/6 loses the mark for the answer; 4 1/3 has it."),
    "mixed-number": ("a mixed number required", "13/3 loses the mark for the answer, 4 2/6 as well; 4 1/3 has it."),
    "any-equivalent": (
        "any equivalent form",
        "4 2/6 is right. A mixed number with a part that is a whole or more, or a whole left as a fraction, is not.",
    ),
    "as-asked": ("as the question asks", "The form counts only where the question asks for one."),
}
