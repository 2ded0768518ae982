"""What teachers type, and what is said where it cannot be read."""

import re
import unittest
from unittest.mock import patch

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.notation.manner import Manner
from keen_slate.core.reading import reading
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from tests.support.searching import searched

UNDERSTOOD = (
    ("6 1/4 - 2 5/6", "6 1/4 − 2 5/6"),
    ("6¼ − 2⅚", "6 1/4 − 2 5/6"),
    ("6 ¼ – 2 ⅚", "6 1/4 − 2 5/6"),
    ("2/3+1/4", "2/3 + 1/4"),
    ("   2/3  +1/4 ", "2/3 + 1/4"),
    ("6 1 / 4 + 1", "6 1/4 + 1"),
    ("6\u00a01\u20444 + 1", "6 1/4 + 1"),
    ("³⁄₄ + 1", "3/4 + 1"),
    ("5", "5"),
    ("-3/4 + 1", "−3/4 + 1"),
    ("5.003 - 1.458", "5.003 − 1.458"),
    (".4(3 - 7 + 1/6)", ".4(3 − 7 + 1/6)"),
    ("4.50+1", "4.50 + 1"),
    ("7^2 - (6+3)*(8-5)", "7^2 − (6 + 3) × (8 − 5)"),
    ("7² + 1", "7^2 + 1"),
    ("2 x 3", "2 × 3"),
    ("2 · 3 : 4", "2 × 3 ÷ 4"),
    ("[2 + {3 - (1 + 1)}]", "[2 + {3 − (1 + 1)}]"),
    ("2 7/6 + 5 0/6 + 8/8", "2 7/6 + 5 0/6 + 8/8"),
    ("3 - (-2)", "3 − (−2)"),
    ("007/010 + 1", "7/10 + 1"),
    ("(1+2)/3", "(1 + 2) ÷ 3"),
    ("3/5 of 40", "3/5 × 40"),
    ("25 % of 80", "25% of 80"),
    ("62 1/2% + 12½ %", "62 1/2% + 12 1/2%"),
    ("2 3/4m + 1 1/2 m", "2 3/4 m + 1 1/2 m"),
    ("?/12 + 1/4 = 5/6", "?/12 + 1/4 = 5/6"),
    ("2/3 = □/12 = 10/_", "2/3 = ?/12 = 10/?"),
    ("Simplify 6/8", "simplify 6/8"),
    ("write 11/4 as a mixed number", "11/4 as a mixed number"),
    ("0.35 to a fraction", "0.35 as a fraction"),
    ("12 1/2% as a fraction", "12 1/2% as a fraction"),
    ("compare 3/4 with 5/6", "compare 3/4 and 5/6"),
    ("order 0.7, 2/3, 3/5, largest first", "order 0.7, 2/3, 3/5, largest first"),
    ("round 3.476 to 2 decimal places", "round 3.476 to 2 places"),
    ("round 3 5/8 to the nearest quarter", "round 3 5/8 to the nearest quarter"),
    ("round 3.456 to tenths", "round 3.456 to 1 place"),
    ("round 3.456 to the hundredths", "round 3.456 to 2 places"),
    ("round 3.456 to 1 dp", "round 3.456 to 1 place"),
    ("round 3.456 to 2 d.p.", "round 3.456 to 2 places"),
    ("round 3.456 to two decimal places", "round 3.456 to 2 places"),
    ("round 3.456 to the nearest 0.01", "round 3.456 to 2 places"),
    ("Round 3456 to nearest 100", "round 3456 to the nearest hundred"),
    ("7 3/8 to the nearest whole number", "round 7 3/8 to the nearest whole"),
    ("estimate 3 7/8 + 2 1/9 to the nearest whole", "estimate 3 7/8 + 2 1/9 to the nearest whole"),
    ("which is larger, 3/4 or 5/6?", "compare 3/4 and 5/6"),
    ("Which is bigger: 0.7 or 0.65 ?", "compare 0.7 and 0.65"),
    ("3/4 ○ 5/6", "compare 3/4 and 5/6"),
    ("3/4 ? 5/6", "compare 3/4 and 5/6"),
    ("0.7 __ 0.65", "compare 0.7 and 0.65"),
    ("put in order: 0.3, 0.25, 1/8", "order 0.3, 0.25, 1/8"),
    ("put 0.3, 0.25 and 1/8 in order", "order 0.3, 0.25, 1/8"),
    ("arrange 0.3, 0.25, 1/8 in descending order", "order 0.3, 0.25, 1/8, largest first"),
    ("order 0.3, 0.25, 1/8 from largest to smallest", "order 0.3, 0.25, 1/8, largest first"),
    ("order 0.3, 0.25, 1/8 from smallest to largest", "order 0.3, 0.25, 1/8"),
    ("reduce 6/8", "simplify 6/8"),
    ("6/8 in its simplest form", "simplify 6/8"),
    ("write 6/8 in lowest terms", "simplify 6/8"),
    ("change 7/4 to a mixed number", "7/4 as a mixed number"),
    ("express 3/8 as a percentage", "3/8 as a percent"),
    ("2/3 + 3/4 =", "2/3 + 3/4"),
    ("2/3 + 3/4 = ?", "2/3 + 3/4"),
    ("2/3+3/4=___", "2/3 + 3/4"),
    ("what is 2/3 of 12?", "2/3 × 12"),
    ("find 25% of 80", "25% of 80"),
    ("1/2 plus 1/3 minus 1/4", "1/2 + 1/3 − 1/4"),
    ("2 1/2 times 3 divided by 4", "2 1/2 × 3 ÷ 4"),
    ("3 m minus 3/4 m", "3 m − 3/4 m"),
    ("add 1/2 and 1/3", "1/2 + 1/3"),
    ("add 1/2 m to 3/4 m", "1/2 m + 3/4 m"),
    ("the sum of 1/2 and 1/3", "1/2 + 1/3"),
    ("find the sum of 1/2 and 1/3", "1/2 + 1/3"),
    ("the difference between 3/4 and 1/2", "3/4 − 1/2"),
    ("multiply 2 1/2 by 3", "2 1/2 × 3"),
    ("what is the product of 2/3 and 3/4?", "2/3 × 3/4"),
    ("divide 6 by 3/4", "6 ÷ 3/4"),
    ("0.333… as a fraction", "0.(3) as a fraction"),
    ("0.1666... as a fraction", "0.1(6) as a fraction"),
    ("0.1(6) as a fraction", "0.1(6) as a fraction"),
    ("0.3 recurring as a fraction", "0.(3) as a fraction"),
    ("0.4̅5̅ as a fraction", "0.(45) as a fraction"),
    ("round 0.(6) to 2 places", "round 0.(6) to 2 places"),
    ("-0.(3) as a fraction", "−0.(3) as a fraction"),
    ("0.5(8)", "0.5(8)"),
)

REFUSED = (
    (
        "expand 2 1/4",
        "Expanded form is made of the digits of a whole number or a decimal. Write 2.25 in expanded form.",
        7,
    ),
    (
        "0.(3) in expanded form",
        "Expanded form is made of the digits of a whole number or a decimal. This has none that end: take another number.",
        0,
    ),
    (
        "expand 5 ÷ 8",
        "Expanded form is made of the digits of a whole number or a decimal. Write 0.625 in expanded form.",
        7,
    ),
    ("", "Type a problem, such as 6 1/4 − 2 5/6.", 0),
    ("   ", "Type a problem, such as 6 1/4 − 2 5/6.", 0),
    ("3/0", "I read 3/0: a piece cannot be 1 out of 0. Change the bottom number.", 2),
    ("5 1/", "“1/” has no bottom number. Write it after the bar, as in 1/4.", 4),
    ("hello", "I cannot read “hello” here. Use numbers, fractions such as 3/4, and the signs + − × ÷ ( ).", 0),
    ("1/2 + §3", "I cannot read “§” here. Use numbers, fractions such as 3/4, and the signs + − × ÷ ( ).", 6),
    ("9^9^9", "A power of a power grows past any sheet. Use one exponent, up to 12.", 3),
    ("9^99", "This exponent is too large to write out. Use one up to 12.", 2),
    ("2^", "A power needs a whole number after the ^, as in 7^2.", 2),
    (
        "1 2",
        "“1” and “2” stand together with no sign between. Write + or − between them, or make a fraction such as 1/4.",
        2,
    ),
    ("1/2/3", "“1/2/” has two bars and can be read two ways. Write 1/2 ÷ … or 1 ÷ (2/…).", 3),
    ("1/2 +", "The problem stops after “+”. Write a number after it, or take it out.", 5),
    (
        "1 + + 2",
        "Two signs stand together: “++”. Take one out, or put a negative number in brackets, as in 3 − (−2).",
        4,
    ),
    ("(1 + 2", "The bracket “(” is not closed. Write “)” where it ends.", 0),
    ("(1 + 2]", "The bracket “(” is not closed. Write “)” where it ends.", 0),
    ("1 + 2)", "The “)” closes a bracket that was never opened. Take it out, or open one before it.", 5),
    ("3 + ()", "These brackets are empty. Write a number in them, or take them out.", 4),
    ("/4", "This fraction bar has no top number. Write it before the bar, as in 3/4.", 0),
    ("2 m + 3 kg", "Different labels stand together: kg and m. Write all amounts in one unit.", 8),
    ("2 m × 3 kg", "m times kg is no amount that is worked with here. Leave the unit out of one of them.", 4),
    (
        "3 reddish + 2",
        (
            "I do not know “reddish”. If it is a thing that is counted, add it under your own units in Settings; amounts "
            "otherwise carry units of length, mass, capacity, time or money."
        ),
        2,
    ),
    (
        "the average of 3 and 5",
        "I cannot read “the” here. Use numbers, fractions such as 3/4, and the signs + − × ÷ ( ).",
        0,
    ),
    (
        "ratio of 3 to 4",
        (
            "Ratios are not worked with here. What is: fractions, mixed numbers, decimals and percents with + − × ÷, powers "
            "and brackets, and to simplify, convert, compare, order, round or estimate them, or to fill blanks."
        ),
        0,
    ),
    ("5^-2", "A negative exponent is understood behind 10 only, as in 3 × 10^−2.", 1),
    (
        "LCM of 4 and 1/2",
        "Common multiples and factors are of two whole numbers or more, as in “LCM of 4 and 6”.",
        13,
    ),
    (
        "1,5 + 2",
        (
            "I read a comma that stands between no thousands. Write a decimal point here, or set the decimal sign to a comma; "
            "between numbers of a list write a space behind it."
        ),
        1,
    ),
    ("2/3 = 4/6 = 8/12", "There is an equals sign but no blank. Put a ? where a number is to be found.", 0),
    ("2/3 =", "One side of the equals sign is empty. Write something there.", 5),
    ("? + 1/2", "A blank needs an equals sign, as in 2/3 = ?/12.", 0),
    ("?/? + ?/? = 3/4", "There are too many blanks to try. Leave at most two of this kind.", 0),
    ("round 3.476", "Say how far to round, as in “to 2 places” or “to the nearest half”.", 11),
    (
        "0.16 recurring as a fraction",
        "I cannot tell which digits of “0.16 recurring” come again. Put them in brackets, as in 0.1(6).",
        0,
    ),
    (
        "0.123… as a fraction",
        "I cannot tell which digits of “0.123…” come again. Put them in brackets, as in 0.1(6).",
        0,
    ),
    (
        "add 1/2 + 1/3 and 1/4",
        "Words such as “subtract … from …” take two plain numbers. Write a longer calculation with signs.",
        0,
    ),
    ("divide 6 by 0", "This divides by something worth 0, which has no answer. Change what stands after the ÷.", 9),
    ("convert 3/4", "Say what it becomes, as in “as a decimal” or “as a mixed number”.", 11),
    ("compare 3/4", "Compare takes two numbers, as in “compare 3/4 and 5/6”. For more, write “order”.", 11),
    ("compare 1/2 + 1/3 and 5/6", "Only numbers are compared here. Work calculations out first.", 8),
    ("1.2.3", "“1.2.” has two points. A decimal has one: take the other out.", 3),
    ("1234567890", "A number here has 10 digits. Use numbers of up to 9 digits.", 0),
    ("1 ÷ (2 - 2)", "This divides by something worth 0, which has no answer. Change what stands after the ÷.", 2),
    ("x" * 10_000, "This is 10,000 characters long. Keep a problem to 300: one problem at a time.", 300),
    ("(" * 9 + "1", "Brackets stand more than 8 deep here. Use fewer brackets inside brackets.", 8),
    ("+".join("1" * 21), "There are more than 20 numbers. Split this into several problems.", 40),
    ("* 3", "I expected a number before “*”. Write one there, or take the sign out.", 0),
    ("2 ÷ × 3", "I expected a number before “×”. Write one there, or take the sign out.", 4),
    (
        "((999999999^12)^12)",
        "Working this out needs numbers of more than 60 digits. Use smaller numbers or fewer of them.",
        0,
    ),
)


# What is said where a text can be read two ways.
TWO_WAYS = (
    ("6-1/4", "I read a subtraction from 6. For the mixed number write 6 1/… with a space."),
    ("0.5(8)", "I read 0.5 × 8. For the decimal with 8 repeating write 0.588…"),
    ("6 / 4", "I read the fraction 6/4. For the division write 6 ÷ 4."),
    (
        "1 × (2)/3",
        "I read the bar as division from the left. Put what stands below it in brackets if all of it is meant.",
    ),
    (
        "8 ÷ 2(2 + 2)",
        "I read × and ÷ from the left. If the bracket belongs to the divisor, put both in brackets.",
    ),
    ("-7^2", "I read −(7^2). For a negative base write (−7)^2."),
)


class Reading(unittest.TestCase):
    def test_two_readings_are_both_said(self) -> None:
        for typed, note in TWO_WAYS:
            with self.subTest(typed=typed):
                self.assertEqual([say(n) for n in read(typed).notes], [note])

    def test_a_decimal_comma_is_a_setting(self) -> None:
        problem = read("1,5 + 2", decimal_comma=True)
        self.assertEqual(problem.expr, read("1.5 + 2").expr)
        self.assertEqual(problem.text(Manner(decimal_sign=",")), "1,5 + 2")

    def test_understood(self) -> None:
        for typed, understood in UNDERSTOOD:
            with self.subTest(typed=typed):
                problem = read(typed)
                self.assertEqual(problem.text(), understood)

    def test_refused(self) -> None:
        for typed, message, position in REFUSED:
            with self.subTest(typed=typed[:40]):
                with self.assertRaises(UnreadableProblem) as caught:
                    read(typed)
                self.assertEqual((say(caught.exception.said), caught.exception.position), (message, position))

    def test_what_is_understood_reads_back_the_same(self) -> None:
        for typed, understood in UNDERSTOOD:
            with self.subTest(typed=typed):
                self.assertEqual(read(understood).expr, read(typed).expr)

    @searched(1500)
    @given(st.text(alphabet="0123456789 /+-−×÷().^¼⅚½[]{}²x.,?=%€am", max_size=40) | st.text(max_size=20))
    def test_any_text_is_a_problem_or_a_sentence_with_a_place(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem as fault:
            self.assertTrue(say(fault.said).endswith("."))
            self.assertTrue(0 <= fault.position <= len(text))
        else:
            again = read(problem.text())
            self.assertEqual((again.expr, again.label), (problem.expr, problem.label))

    @searched(1500)
    @given(st.text(alphabet="0123456789 /+-−×÷().,^½²%$€:;#○_?=<>", min_size=3, max_size=24), st.booleans())
    def test_a_text_without_words_is_read_as_if_words_had_been_looked_for(self, text: str, decimal_comma: bool) -> None:
        def understood() -> object:
            try:
                return read(text, decimal_comma=decimal_comma)
            except UnreadableProblem as fault:
                return fault.said, fault.position

        at_once = understood()
        with patch.object(reading, "_ASKS_OR_SAYS", re.compile("")):
            self.assertEqual(understood(), at_once)
