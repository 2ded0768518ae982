"""What is said of each mal-rule: its name, the pupil's belief as it seems, how it shows, what unsettles it, its source.

A publication is named only where the mistake is remembered to stand in it, and marked "from memory"; everything else is
common practice. To add a mal-rule, add its entry here under its id.
"""

from dataclasses import dataclass

PRACTICE = "common practice, no source"
CCSS = "Common Core State Standards for Mathematics (2010), 5.NF.A.2: 2/5 + 1/2 = 3/7 (from memory)"
BUGS = "Brown and Burton, “Diagnostic models for procedural bugs” (1978), on column subtraction (from memory)"
DECIMALS = "Steinle and Stacey on decimal misconceptions (from memory)"
GUIDE = (
    "IES practice guide “Developing effective fractions instruction for kindergarten through 8th grade” (2010) "
    "(from memory)"
)


@dataclass(frozen=True, slots=True)
class MistakeWords:
    """``picture`` is the kind that unsettles the belief; ``needs`` are demands without which the mistake cannot be."""

    name: str
    belief: str
    shows: str
    question: str
    picture: str
    needs: tuple[str, ...] = ()
    source: str = PRACTICE


UNLIKE = ("unlike-denominators",)
REGROUP = ("regroup",)

MISTAKES: dict[str, MistakeWords] = {
    "add-tops-and-bottoms": MistakeWords(
        "{top}s and {bottom}s each on their own",
        "a fraction is two numbers: {top}s go with {top}s, {bottom}s with {bottom}s",
        "The {bottom}s are added as well: 1/3 + 1/4 = 2/7.",
        "Is 3/7 of a bed more or less than the half that you had already?", "strips", source=CCSS,
    ),
    "rename-bottom-only": MistakeWords(
        "Only the {bottom} renamed",
        "making the {bottom}s the same is enough; the {top}s need not follow",
        "The new {bottom} stands under the old {top}: 2/5 = 2/15.",
        "Are 2 of 15 pieces as much as 2 of 5?", "strips", UNLIKE,
    ),
    "larger-bottom-tops-left": MistakeWords(
        "The larger {bottom} for all",
        "the larger {bottom} can be taken for both, the {top}s stay",
        "One fraction gets the other's {bottom}: 1/3 = 1/5.",
        "Did the piece change its size?", "strips", UNLIKE,
    ),
    "multiply-bottoms-add-tops": MistakeWords(
        "{bottom}s multiplied, {top}s added",
        "the {bottom}s are multiplied, then the {top}s are added as they stand",
        "The product of the {bottom}s stands under the sum of the old {top}s: 2/5 + 1/3 = 3/15.",
        "Is the answer more than each of the two you added?", "strips",
    ),
    "add-same-to-both": MistakeWords(
        "The same added to {top} and {bottom}",
        "what makes the {bottom} larger is added to the {top} too",
        "1/4 = 9/12, since 8 is added to both.",
        "Draw 1/4 and 9/12 under each other. Are they equally long?", "strips", UNLIKE,
    ),
    "multipliers-swapped": MistakeWords(
        "The other's multiplier on the {top}",
        "each {top} is multiplied by the number that belongs to the other fraction",
        "1/4 = 2/12 and 5/6 = 15/12.",
        "By what was this {bottom} multiplied? And its {top}?", "strips", UNLIKE,
    ),
    "multiple-of-one-only": MistakeWords(
        "A multiple of one {bottom} only",
        "a multiple of the larger {bottom} will do",
        "18 is taken for 4 and 6, and 4 does not go into it.",
        "How many times does 4 go into 18?", "strips", UNLIKE,
    ),
    "cancel-across-plus": MistakeWords(
        "Cancelled across a plus",
        "cancelling works between any {top} and any {bottom}",
        "A factor disappears from one {top} and the other {bottom} before adding.",
        "What does the plus between them say about cancelling?", "strips",
    ),
    "part-left-improper": MistakeWords(
        "Part of one or more left in the answer",
        "the adding is done, so the number is finished",
        "The answer has a part of a whole or more: 3 7/6.",
        "How many sixths make a whole?", "discs", ("carry",),
    ),
    "whole-left-as-fraction": MistakeWords(
        "Whole left as a fraction",
        "an answer to a fraction problem must look like a fraction",
        "A whole number stands as 8/8 or 12/4.",
        "How many whole discs can you lay with 12 {quarter}s?", "discs",
    ),
    "whole-not-carried": MistakeWords(
        "Whole made but not carried",
        "what is more than a whole is dropped once it is taken out",
        "The whole made of the parts is lost: 2 3/4 + 1 3/4 = 3 2/4.",
        "Where did the whole go that the parts made?", "discs", ("carry",),
    ),
    "whole-counted-twice": MistakeWords(
        "The whole counted twice",
        "the whole is carried, and carried again",
        "One whole too many after the parts are turned into a mixed number.",
        "How many wholes did the parts make?", "discs", ("carry",),
    ),
    "wholes-forgotten": MistakeWords(
        "The wholes forgotten",
        "only the fractions are there to be worked",
        "The answer is that of the fraction parts alone.",
        "Is the answer more than 2, as it must be?", "jumps",
    ),
    "fractions-dropped": MistakeWords(
        "Wholes only",
        "the whole numbers are what counts",
        "The fractions are left out of the answer.",
        "What became of the parts?", "jumps",
    ),
    "smaller-part-from-larger": MistakeWords(
        "Smaller part from the larger",
        "the smaller fraction is taken from the larger, whichever comes first",
        "5 1/6 − 2 5/6 = 3 4/6: the parts were turned round.",
        "Count back 5 sixths from 3 1/6. Where do you land?", "jumps", REGROUP, BUGS,
    ),
    "regroup-ten": MistakeWords(
        "Ten pieces for one whole",
        "one whole is opened up as ten pieces, whatever their size",
        "5 1/6 is written as 4 11/6.",
        "How many sixths did you cut from one whole?", "discs", REGROUP,
    ),
    "whole-not-reduced": MistakeWords(
        "The whole not reduced",
        "the pieces come from nowhere",
        "5 1/6 is written as 5 7/6.",
        "You have 7 sixths now. Where did 6 of them come from?", "discs", REGROUP,
    ),
    "regroup-one-piece": MistakeWords(
        "One piece for one whole",
        "taking one from the whole puts one on the {top}",
        "5 1/6 is written as 4 2/6.",
        "Is one whole the same as one sixth?", "discs", REGROUP,
    ),
    "pieces-replace-part": MistakeWords(
        "The opened whole in place of the part",
        "the opened whole takes the place of the part that was there",
        "5 1/6 is written as 4 6/6.",
        "And the sixth that you had before?", "discs", REGROUP,
    ),
    "needless-regroup": MistakeWords(
        "Regrouped without need",
        "taking away always needs regrouping",
        "5 5/6 − 2 1/6 = 2 10/6.",
        "Was the part enough to begin with?", "discs",
    ),
    "lower-part-brought-down": MistakeWords(
        "The lower fraction brought down",
        "nothing stands above the fraction, so it comes down as it is",
        "6 − 2 3/8 = 4 3/8.",
        "Add 2 3/8 to your answer. Do you get 6?", "jumps", ("bare-whole-minuend",),
    ),
    "bare-whole-kept": MistakeWords(
        "The fraction attached to the bare whole",
        "a whole and a fraction go together as a mixed number",
        "6 − 3/8 = 6 3/8.",
        "Something was taken away. Can the answer be more than 6?", "jumps", ("bare-whole-minuend",),
    ),
    "wholes-paid-with-bottom": MistakeWords(
        "A ten paid with the {bottom} number",
        "regrouping brings as many as the {bottom} says, among the wholes too",
        "In 51 − 27 a ten is opened as eight ones.",
        "How many ones are in a ten?", "jumps", REGROUP,
    ),
    "whole-plus-top": MistakeWords(
        "Whole plus {top} over the {bottom}",
        "whole and {top} are counted together",
        "2 3/4 = 5/4.",
        "How many {quarter}s are in one whole?", "discs",
    ),
    "whole-times-top": MistakeWords(
        "Whole times {top} plus {bottom}",
        "the numbers are worked in the wrong order",
        "2 3/4 = 10/4.",
        "What does 2 × 3 count here?", "discs",
    ),
    "quotient-remainder-swapped": MistakeWords(
        "Remainder and quotient changed places",
        "the remainder is the whole",
        "11/4 = 3 2/4, from 11 ÷ 4 = 2 remainder 3.",
        "How many whole discs can you lay with 11 {quarter}s?", "discs",
    ),
    "divide-top-only": MistakeWords(
        "Only the {top} divided",
        "simplifying makes the {top} smaller",
        "6/8 = 3/8.",
        "Are 3 of 8 pieces as much as 6 of 8?", "strips", ("simplify",),
    ),
    "divided-differently": MistakeWords(
        "{top} and {bottom} divided by different numbers",
        "each may be divided by what goes into it",
        "9/12 = 3/6.",
        "By what did you divide the {top}? And the {bottom}?", "strips", ("simplify",),
    ),
    "whole-divided-along": MistakeWords(
        "The whole divided along",
        "simplifying divides every number in sight",
        "4 2/6 = 2 1/3.",
        "Did half of your wholes disappear?", "discs", ("simplify",),
    ),
    "stopped-too-early": MistakeWords(
        "Stopped too early",
        "dividing once is enough",
        "12/18 = 6/9 stands as the answer.",
        "Look again: is there a number that goes into both?", "strips", ("simplify",),
    ),
    "not-reduced": MistakeWords(
        "Not reduced",
        "the value is right, so nothing is left to do",
        "The answer is not in {simplest_form}: 4 2/6.",
        "Is there a number that goes into both?", "strips", ("simplify",),
    ),
    "aligned-at-right-edge": MistakeWords(
        "Aligned at the right edge",
        "numbers stand under each other at their last digit",
        "4.8 + 3.75 = 4.23.",
        "What does the 8 stand for? And the 5 below it?", "square", ("decimals",),
    ),
    "loose-digit-dropped": MistakeWords(
        "The loose digit brought down",
        "nothing stands above the digit, so it comes down",
        "14.2 − 6.35 = 7.95.",
        "How many hundredths does 14.2 have?", "square", ("decimals",),
    ),
    "smaller-digit-from-larger": MistakeWords(
        "Smaller digit from the larger",
        "in each column the smaller digit is taken from the larger",
        "5.2 − 1.7 = 4.5.",
        "Which number are you taking away from?", "jumps", ("decimals",), BUGS,
    ),
    "regrouped-without-paying": MistakeWords(
        "Regrouped without paying",
        "ten more may be had for nothing",
        "The next digit is not made smaller: 5.2 − 1.7 = 4.5.",
        "Where did the ten tenths come from?", "jumps", ("decimals",), BUGS,
    ),
    "across-zero-lost": MistakeWords(
        "Lost across a zero",
        "a zero has nothing to give, so it is passed over",
        "In 5.03 − 1.48 the zero stays a zero.",
        "What becomes of the tenths when a whole is opened?", "jumps", ("decimals",), BUGS,
    ),
    "sides-apart": MistakeWords(
        "The two sides of the point apart",
        "a decimal is two whole numbers with a point between",
        "4.8 + 3.7 = 7.15.",
        "How many tenths make a whole?", "square", ("decimals",), DECIMALS,
    ),
    "placeholder-on-wrong-side": MistakeWords(
        "The placeholder on the wrong side",
        "a zero may be written anywhere to make the lengths equal",
        "4.5 is lengthened to 4.05.",
        "Is 4.05 as much as 4.5?", "square", ("decimals",),
    ),
    "bar-as-point": MistakeWords(
        "The bar read as a point",
        "the two numbers of a fraction stand on the two sides of the point",
        "3/5 = 3.5.",
        "Is 3/5 more or less than 1?", "strips", source=GUIDE,
    ),
    "place-misnamed": MistakeWords(
        "The place named wrongly",
        "the number of digits and the name of the place are one off",
        "0.35 = 35/10.",
        "Is 35/10 more or less than 1?", "square", ("decimals",),
    ),
    "repeat-ignored": MistakeWords(
        "What comes again written once",
        "the bar over the digits means nothing",
        "0.333… = 3/10.",
        "Is 3/10 a little less than 0.333…, or as much?", "jumps", ("converting",),
    ),
    "repeat-cut-off": MistakeWords(
        "A decimal that never ends cut off",
        "two places are enough, and then it is the answer",
        "1/3 = 0.33.",
        "What are three times 0.33? And three thirds?", "jumps", ("converting",),
    ),
    "zeros-left": MistakeWords(
        "Zeros left at the end",
        "the zeros of the column belong to the answer",
        "The answer ends in zeros: 3.50.",
        "Does the last zero say anything?", "square", ("decimals",),
    ),
    "whole-multiplies-both": MistakeWords(
        "The whole multiplies {top} and {bottom}",
        "multiplying a fraction multiplies both its numbers",
        "3 × 2/5 = 6/15.",
        "Is 6/15 more than 2/5?", "strips", source=GUIDE,
    ),
    "part-by-part": MistakeWords(
        "Multiplied part by part",
        "wholes go with wholes, parts with parts",
        "2 1/2 × 1 3/5 = 2 3/10.",
        "How many rectangles does the area make?", "rectangles",
    ),
    "common-bottom-kept": MistakeWords(
        "A common {bottom} found and kept",
        "fractions need a common {bottom} for everything, and keep it",
        "2/3 × 3/4 = 72/12.",
        "Is two thirds of three {quarter}s more than three {quarter}s?", "rectangles", source=GUIDE,
    ),
    "wrong-one-inverted": MistakeWords(
        "The wrong fraction turned over",
        "one of the two is turned over, no matter which",
        "2/3 ÷ 4/5 = 3/2 × 4/5.",
        "Which of the two do you divide by?", "strips", source=GUIDE,
    ),
    "point-as-in-addition": MistakeWords(
        "The point as in a sum",
        "the point stands where it stands in adding",
        "4.8 × 2.5 = 120.0.",
        "About how much is 5 × 2 or 5 × 3?", "square", ("decimals",),
    ),
    "ten-appends-zero": MistakeWords(
        "Times ten writes a zero",
        "times ten puts a zero at the end",
        "3.5 × 10 = 3.50.",
        "Is 3.50 ten times as much as 3.5?", "square", ("decimals",), DECIMALS,
    ),
    "zero-lost-in-quotient": MistakeWords(
        "A zero lost in the quotient",
        "where nothing goes in, nothing is written",
        "612 ÷ 6 = 12.",
        "Multiply back. Do you get 612?", "jumps",
    ),
    "remainder-as-decimal": MistakeWords(
        "The remainder written as a decimal",
        "the remainder stands after the point",
        "7 ÷ 4 = 1.3, from 1 remainder 3.",
        "Three {quarter}s are left. Is that three tenths?", "square",
    ),
    "neighbouring-fact": MistakeWords(
        "A neighbouring fact of the table",
        "the next line of the table is taken",
        "7 × 8 = 63.",
        "How much is 7 × 9?", "rectangles",
    ),
    "longer-is-larger": MistakeWords(
        "Longer decimal is larger",
        "more digits after the point make a larger number",
        "0.65 is taken for more than 0.7.",
        "Write both with two places. Which is more?", "square", ("decimals",), DECIMALS,
    ),
    "shorter-is-larger": MistakeWords(
        "Shorter decimal is larger",
        "tenths are larger than hundredths, so fewer digits are more",
        "0.4 is taken for more than 0.52.",
        "How many hundredths is 0.4?", "square", ("decimals",), DECIMALS,
    ),
    "larger-bottom-is-larger": MistakeWords(
        "Larger {bottom} is larger",
        "a larger number in the fraction makes a larger fraction",
        "1/8 is taken for more than 1/6.",
        "Which piece is larger, one of 6 or one of 8?", "strips", source=GUIDE,
    ),
    "smaller-gap-is-larger": MistakeWords(
        "The smaller gap is larger",
        "what lacks fewer pieces is more, whatever their size",
        "3/4 and 5/6 are taken for equal.",
        "Is the missing {quarter} as large as the missing sixth?", "strips",
    ),
    "order-of-the-text": MistakeWords(
        "The numbers in the order of the text",
        "what is named first stands first",
        "“Subtract 1/4 from 3/4” is taken for 1/4 − 3/4.",
        "Which amount is there at first, before anything happens?", "bars",
    ),
    "left-to-right": MistakeWords(
        "Strictly from the left",
        "one reads and works from left to right",
        "3 + 4 × 2 = 14.",
        "Three boards and four pairs of boards: how many boards?", "bars",
    ),
    "multiply-before-divide": MistakeWords(
        "All × before any ÷",
        "multiplying comes before dividing, as in the acronym",
        "24 ÷ 4 × 3 = 2.",
        "What does the acronym say of two operations of one rank?", "bars",
    ),
    "add-before-subtract": MistakeWords(
        "All + before any −",
        "adding comes before subtracting, as in the acronym",
        "10 − 4 + 3 = 3.",
        "You have 10, give 4 away and get 3. How many?", "jumps",
    ),
    "grouping-ignored": MistakeWords(
        "Brackets passed over",
        "brackets change nothing",
        "2 × (3 + 4) = 10.",
        "How many times is what stands in the brackets there?", "bars",
    ),
    "power-as-product": MistakeWords(
        "A power taken for a product",
        "the small number is a factor",
        "7² = 14.",
        "How large is a square of side 7?", "rectangles",
    ),
    "smaller-from-larger-number": MistakeWords(
        "Smaller from larger instead of a negative",
        "the smaller number is always taken from the larger",
        "1/2 − 3/4 = 1/4.",
        "Start at 1/2 and go back 3/4. Where are you?", "jumps", ("negative-result",),
    ),
    "wrong-operation": MistakeWords(
        "The wrong operation",
        "the sign, or the word for it, is taken for another",
        "Added where it should be taken away, multiplied where it should be divided.",
        "What happens in the story: does it become more or less?", "bars",
    ),
    "stopped-after-first-step": MistakeWords(
        "Stopped after the first step",
        "the first result is the answer",
        "12 − (2 + 3) = 5.",
        "What was asked for?", "bars",
    ),
    "percent-sign-put-behind": MistakeWords(
        "The percent sign put behind",
        "a percent is the number with a sign behind it",
        "0.6 = 0.6%.",
        "Is 0.6% more or less than 1%?", "square", ("converting",),
    ),
    "percent-one-place": MistakeWords(
        "A percent moved one place",
        "a percent is a tenth of the number",
        "5% = 0.5.",
        "What is a half in percent?", "square", ("converting",),
    ),
    "cut-off-not-rounded": MistakeWords(
        "Cut off and not rounded",
        "what stands behind the place does not count",
        "2.87 to one place is called 2.8.",
        "Is 2.87 nearer to 2.8 or to 2.9?", "jumps", ("rounding",),
    ),
    "rounded-in-steps": MistakeWords(
        "Rounded what was rounded",
        "each digit is rounded into the next, from the right",
        "2.446 is called 2.45, and that 2.5.",
        "Is 2.446 nearer to 2.4 or to 2.5?", "jumps", ("rounding",),
    ),
    "sign-seen-is-done": MistakeWords(
        "The sign that is seen is done",
        "the numbers that are there are worked with, by the sign that is there",
        "? + 1/4 = 5/6 gives 1/4 + 5/6.",
        "Put your number in the blank. Is it true?", "bars", ("blanks",),
    ),
    "estimate-whole-forgotten": MistakeWords(
        "The whole forgotten in the estimate",
        "rounding is about the fraction, the whole is left out",
        "2 5/6 is called about 1.",
        "Between which wholes does 2 5/6 lie?", "jumps",
    ),
    "estimate-part-to-zero": MistakeWords(
        "A small part called nothing",
        "what is less than a half is nothing",
        "3/10 is called about 0 although a half is nearer.",
        "Is 3/10 nearer to 0 or to 5/10?", "jumps",
    ),
    "other-form-than-asked": MistakeWords(
        "Another form than was asked for",
        "the value is what counts",
        "A fraction where a decimal was asked for, and the like.",
        "What form does the question ask for?", "strips",
    ),
    "remainder-left": MistakeWords(
        "A remainder left over",
        "what does not go in is left over and only told",
        "17 ÷ 5 = 3 r 2.",
        "Can you share out the 2 as well?", "strips",
    ),
    "label-missing": MistakeWords(
        "The label missing",
        "the number is the answer",
        "The amount has no unit.",
        "Of what?", "bars",
    ),
}  # fmt: skip
