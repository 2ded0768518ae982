"""Values: equal by what they hold, never changed, and usable like data classes."""

import copy
import pickle
import unittest
from dataclasses import MISSING, asdict, field, fields, replace
from functools import cached_property

from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Sum, Term
from keen_slate.core.reading.reading import read
from keen_slate.core.values import frozen


@frozen
class Pair:
    """Two of a kind."""

    first: int
    second: int = 7
    seen: list[int] = field(default_factory=list)

    @property
    def total(self) -> int:
        return self.first + self.second

    @staticmethod
    def of(text: str) -> "Pair":
        first, second = text.split()
        return Pair(int(first), int(second))


@frozen
class Other:
    first: int
    second: int = 7


FOUND: list[int] = []


@frozen
class Sought:
    first: int

    @cached_property
    def double(self) -> int:
        FOUND.append(self.first)
        return self.first * 2


class Values(unittest.TestCase):
    def test_equal_where_the_fields_are_and_the_kind_is(self) -> None:
        self.assertEqual(Other(1), Other(1, 7))
        self.assertEqual(hash(Other(1)), hash(Other(1, 7)))
        self.assertNotEqual(Other(1), Other(2))
        self.assertNotEqual(CommonFraction(3, 4), Other(3, 4))
        self.assertNotEqual(Whole(3), 3)
        self.assertNotEqual(Other(1), (1, 7))
        self.assertEqual(len({Whole(3), Whole(3), DecimalNumeral(3, 1), CommonFraction(3, 1)}), 3)

    def test_never_changed(self) -> None:
        for value, name in ((Whole(3), "n"), (Sum((Term(Whole(1)),)), "terms"), (Other(1), "second")):
            with self.assertRaises(AttributeError):
                setattr(value, name, 4)
        with self.assertRaises(AttributeError):
            Other(1).third = 1  # type: ignore[attr-defined]

    def test_a_default_that_is_made_is_made_anew(self) -> None:
        one, other = Pair(1), Pair(1)
        one.seen.append(5)
        self.assertEqual(other.seen, [])

    def test_what_is_found_once_counts_for_nothing_when_it_is_compared(self) -> None:
        FOUND.clear()
        one, other = Sought(4), Sought(4)
        self.assertEqual((one.double, one.double, FOUND), (8, 8, [4]))
        self.assertEqual((one, hash(one), repr(one)), (other, hash(other), repr(other)))
        self.assertEqual(replace(one, first=5).double, 10)
        self.assertEqual(pickle.loads(pickle.dumps(one)), other)
        with self.assertRaises(AttributeError):
            one.first = 5  # type: ignore[misc]

    def test_its_own_functions_and_its_words_stay(self) -> None:
        self.assertEqual(Pair.of("3 4").total, 7)
        self.assertEqual((Pair.__doc__, Pair.__name__, Pair.__qualname__), ("Two of a kind.", "Pair", "Pair"))
        self.assertEqual(Pair.__module__, __name__)
        self.assertEqual(repr(Other(1)), "Other(first=1, second=7)")

    def test_what_works_on_data_classes_works_on_it(self) -> None:
        self.assertEqual(replace(Other(1), second=2), Other(1, 2))
        self.assertEqual(asdict(Other(1)), {"first": 1, "second": 7})
        self.assertEqual([f.name for f in fields(Other)], ["first", "second"])
        self.assertIs(fields(Other)[0].default, MISSING)
        match Other(1, 2):
            case Other(first, second):
                self.assertEqual((first, second), (1, 2))

    def test_what_cannot_be_is_refused_however_it_is_made(self) -> None:
        for made in (lambda: Whole(-1), lambda: CommonFraction(1, 0), lambda: replace(MixedNumber(1, 2, 3), whole=-1)):
            with self.assertRaises(ValueError):
                made()
        with self.assertRaises(TypeError):
            Other()  # type: ignore[call-arg]
        with self.assertRaises(TypeError):
            Other(1, third=3)  # type: ignore[call-arg]

    def test_a_problem_is_the_same_after_a_journey(self) -> None:
        for text in (
            "5 1/6 − 2 5/6",
            "compare 2/3 and 3/4",
            "2/3 = ?/12",
            "3 m 40 cm − 1 m 65 cm",
            "order 1/2; 0.4; 45%",
        ):
            problem = read(text)
            self.assertEqual(pickle.loads(pickle.dumps(problem)), problem)
            self.assertEqual(copy.deepcopy(problem), problem)
            self.assertEqual(hash(copy.deepcopy(problem)), hash(problem))


if __name__ == "__main__":
    unittest.main()
