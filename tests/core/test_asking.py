"""One question asked in many words: each way of asking is understood as the same, and a fault is shown in its place."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.problem.tree import evaluate, is_numeral
from keen_slate.core.reading.asking import order_asked, rounding_asked, verb_of, with_signs_for_words
from keen_slate.core.reading.reading import UnreadableProblem, read
from tests.support.generated import numbers
from tests.support.searching import searched

# Ways to ask, with {a} and {b} for the numbers; the first is the plain one. Common practice, no source.
WAYS = (
    (
        "{a} + {b}",
        "add {a} and {b}",
        "Add {a} to {b}",
        "the sum of {a} and {b}",
        "find the sum of {a} and {b}",
        "what is the sum of {a} and {b}?",
        "{a} plus {b}",
        "work out {a} + {b}",
        "evaluate {a} + {b}",
        "{a} + {b} =",
        "{a} + {b} = ?",
        "what is {a} + {b}?",
    ),
    (
        "{a} − {b}",
        "{a} minus {b}",
        "the difference between {a} and {b}",
        "the difference of {a} and {b}",
        "calculate {a} - {b} = ",
    ),
    (
        "{a} × {b}",
        "multiply {a} by {b}",
        "multiply {a} and {b}",
        "the product of {a} and {b}",
        "{a} times {b}",
        "{a} * {b} = __",
    ),
    ("{a} ÷ {b}", "divide {a} by {b}", "the quotient of {a} and {b}", "{a} divided by {b}", "{a} : {b} ="),
    ("subtract {b} from {a}", "take {b} from {a}", "take {b} away from {a}", "{b} less than {a}"),
    (
        "compare {a} and {b}",
        "compare {a} with {b}",
        "compare: {a}, {b}",
        "which is larger, {a} or {b}?",
        "Which is bigger: {a} or {b}?",
        "which is greater {a} or {b}",
        "{a} ○ {b}",
        "{a} ? {b}",
        "{a} □ {b}",
    ),
    (
        "order {a}, {b}, 1/7",
        "put in order: {a}, {b}, 1/7",
        "put {a}, {b}, 1/7 in order",
        "place {a}; {b}; 1/7 in order of size",
        "arrange {a}, {b} and 1/7 in ascending order",
        "order {a}, {b}, 1/7, smallest first",
        "order {a}, {b}, 1/7 from smallest to largest",
    ),
    (
        "order {a}, {b}, 1/7, largest first",
        "put {a}, {b}, 1/7 in descending order",
        "arrange {a}, {b}, 1/7 descending",
        "order {a}, {b}, 1/7 from greatest to least",
        "put {a}, {b} and 1/7 in order, with the largest first",
    ),
    (
        "round {a} to 1 place",
        "round {a} to one decimal place",
        "round {a} to 1 dp",
        "round {a} to 1 d.p.",
        "round {a} to tenths",
        "Round {a} to the nearest tenth",
        "round {a} to the nearest 0.1",
        "{a} to the nearest tenth",
    ),
    (
        "simplify {a}",
        "reduce {a}",
        "{a} in simplest form",
        "{a} in its lowest terms",
        "write {a} in lowest terms",
        "express {a} in simplest form",
    ),
    (
        "{a} as a decimal",
        "write {a} as a decimal",
        "change {a} to a decimal",
        "convert {a} into a decimal",
        "express {a} as a decimal",
    ),
    ("{a} as a percent", "write {a} as a percentage"),
    ("{a} as a mixed number", "change {a} into a mixed  number", "{a} to a mixed numeral"),
)


class Ways(unittest.TestCase):
    @searched(60)
    @given(st.sampled_from(WAYS), numbers(decimals=True), numbers(decimals=True))
    def test_every_way_to_ask_is_understood_alike(self, ways: tuple[str, ...], a: str, b: str) -> None:
        def understood(way: str) -> object:
            try:
                return read(way.format(a=a, b=b)).expr
            except UnreadableProblem as fault:
                return fault.said.id

        plain, *others = ways
        wanted = understood(plain)
        for way in others:
            self.assertEqual(understood(way), wanted, way.format(a=a, b=b))

    def test_with_plain_numbers_every_way_can_be_read(self) -> None:
        for ways in WAYS:
            for way in ways:
                with self.subTest(way=way):
                    read(way.format(a="3 1/4", b="5/6"))

    def test_what_looks_like_a_way_to_ask_and_is_none(self) -> None:
        """A lone number before an equals sign asks for nothing; neither do words that only begin alike."""
        for text, fault in (
            ("3 1/4 =", "side-missing"),
            ("adding 1/2 and 1/3", "unknown-sign"),
            ("findings 1/2", "unknown-sign"),
            ("put 1/2, 1/3", "unknown-sign"),
            ("which is larger", "unknown-sign"),
            ("round 3.456 to the nearest apple", "round-to-what"),
            ("1/2 divided 3", "unknown-word"),
            ("plus 1/2", "unknown-sign"),
            ("1/2 plus", "ends-after-sign"),
        ):
            with self.subTest(text=text):
                with self.assertRaises(UnreadableProblem) as caught:
                    read(text)
                self.assertEqual(caught.exception.said.id, fault)


class Places(unittest.TestCase):
    @searched(200)
    @given(st.sampled_from([w for ways in WAYS[:4] for w in ways]), numbers(), st.booleans())
    def test_a_fault_is_shown_where_it_stands(self, way: str, number: str, first: bool) -> None:
        """A sign nobody knows, in either number, is pointed at whatever words stand round it."""
        spoilt = f"{number}§"
        text = way.format(a=spoilt if first else "1/2", b="1/3" if first else spoilt)
        with self.assertRaises(UnreadableProblem) as caught:
            read(text)
        self.assertEqual(text[caught.exception.position], "§", text)

    def test_signs_stand_where_their_words_stood(self) -> None:
        for text in ("add 1/2 and 1/3", "the difference between 3/4 and 1/2", "multiply 2 1/2 by 3"):
            spelled = with_signs_for_words(text)
            assert spelled is not None
            self.assertEqual(len(spelled), len(text))
            for place, char in enumerate(text):
                if char.isdigit():
                    self.assertEqual(spelled[place], char)
        self.assertIsNone(with_signs_for_words("1/2 + 1/3"))

    def test_where_the_problem_begins_and_ends(self) -> None:
        self.assertEqual(verb_of("  simplify 6/8"), ("simplify", 11))
        self.assertEqual(verb_of("6/8"), ("", 0))
        self.assertEqual(order_asked("order 1, 2, largest first", 6), (True, 10))
        self.assertEqual(order_asked("order 1, 2", 6), (False, 10))
        self.assertIsNone(rounding_asked("3.45", 0))
        asked = rounding_asked("round 3.45 to 12 places", 6)
        assert asked is not None
        self.assertEqual((asked[0], asked[2]), (12, 14))


class SpelledOut(unittest.TestCase):
    @searched(150)
    @given(numbers(), numbers(), st.sampled_from(["sum", "difference", "product", "quotient"]))
    def test_what_is_told_is_worked_with_by_fractions(self, a: str, b: str, kind: str) -> None:
        first, second = evaluate(read(a).expr), evaluate(read(b).expr)
        text = f"the {kind} of {a} and {b}"
        if kind == "quotient" and second == 0:
            with self.assertRaises(UnreadableProblem):
                read(text)
            return
        wanted = {
            "sum": lambda: first + second,
            "difference": lambda: first - second,
            "product": lambda: first * second,
            "quotient": lambda: first / second,
        }[kind]()
        expr = read(text).expr
        self.assertEqual(evaluate(expr), wanted)
        self.assertFalse(is_numeral(expr))


if __name__ == "__main__":
    unittest.main()
