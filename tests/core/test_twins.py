"""Twins of every kind of task, judged by a reader of their text that shares nothing with the engine."""

import json
import re
import unittest
from fractions import Fraction
from itertools import combinations, islice
from math import gcd, lcm

from keen_slate.core.laddering.twins import twins
from keen_slate.core.reading.reading import read
from keen_slate.core.working.work import DEFAULT_SCHOOL
from tests.support.arithmetic import value_of_line
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.searching import DEEP
from tests.support.typed import run

# One item or more of every kind of task, made up.
ITEMS = (
    "5 1/6 − 2 5/6", "3/4 + 2/3", "4 3/8 − 2 2/5", "2 3/4 + 1 5/6", "200 − 4/9", "7/8 − 1/4", "2/3 + 1/6 + 3/4",
    "6.02 − 1.45", "100 − 37.58", "27.8 + 13.75", "2.4 × 0.3", "7.2 ÷ 0.4", "7 ÷ 0.5", "144 ÷ 12", "17 ÷ 5",
    "3/5 × 10/9", "2 1/2 × 1 3/5", "6 ÷ 3/4", "7^2 − (6 + 3) × (8 − 5)", "20 − 3 × 4", "2/3 + 0.5", "−3 + 5",
    "subtract 2 5/6 from 6 1/4", "how many 3/4 in 6",
)  # fmt: skip
ASKED = (
    "compare 2/3 and 3/4", "which is smaller, 3/4 or 5/6", "order 0.62, 5/8, 59%", "simplify 28/42",
    "23/7 as a mixed number", "2 3/4 as an improper fraction", "3/8 as a decimal", "0.35 as a fraction",
    "3/8 as a percent", "round 3.476 to 2 places", "estimate 3 7/8 + 2 1/16", "4/7 = ?/21 = 20/?", "? + 1/4 = 3/4",
    "?/20 + ?/5 = 17/20", "35% of 140", "increase 60 by 15%", "18 as a percent of 40", "27.6% + 13%",
    "3 m 40 cm − 1 m 65 cm", "2.5 kg + 1.75 kg", "$4.50 + $3.20", "LCM of 4 and 6", "HCF of 12 and 18", "expand 5.207",
    "0.(3) + 1/6", "17 ÷ 5 with a remainder", "137 ÷ 5 with a remainder", "137 ÷ 8 as a decimal", "5 1/6 = 4 ?/6",
    "3 9/7 = 4 ?/7", "estimate 73 × 7.8 to the leading digit",
)  # fmt: skip
COUNT = 6 if DEEP else 2

_NUMBER = re.compile(r"\d+ \d+/\d+|\d+/\d+|\d*\.\d+(?:\(\d+\))?|\d*\.\(\d+\)|\d+")


def skeleton(text: str) -> str:
    """A text with the kind of each number in its place: mixed, proper, improper, so many decimal places, whole."""

    def kind(found: re.Match[str]) -> str:
        number = found[0]
        if " " in number:
            return "m"
        if "/" in number:
            top, bottom = map(int, number.split("/"))
            return "i" if top >= bottom else "p"
        if "." in number:
            return f"d{len(number.split('.')[1])}"
        return "w"

    head, to, places = text.partition(" to ") if text.startswith(("round", "estimate")) else (text, "", "")
    return re.sub(r"\^\d+", "^", _NUMBER.sub(kind, head)) + to + places


def relations(text: str) -> list[str]:
    bottoms = [int(b) for b in re.findall(r"/(\d+)", text)]
    return [
        "equal" if a == b else "multiple" if max(a, b) % min(a, b) == 0 else "share" if gcd(a, b) > 1 else "coprime"
        for a, b in combinations(bottoms, 2)
    ]


def ends(value: Fraction) -> tuple[bool, ...]:
    rest = value.denominator
    for prime in (2, 5):
        while rest % prime == 0:
            rest //= prime
    return value.denominator == 1, rest == 1, value > 0, value < 0, abs(value) >= 1


def plain(text: str) -> str:
    """A difference or quotient told in words, as signs."""
    if found := re.fullmatch(r"subtract (.+) from (.+)", text):
        return f"{found[2]} − {found[1]}"
    found = re.fullmatch(r"how many (.+) in (.+)", text)
    return f"{found[2]} ÷ {found[1]}" if found else text


class Twins(unittest.TestCase):
    def twins_of(self, text: str) -> list[str]:
        problem = read(text)
        found = [t.text() for t in islice(twins(problem, "1", DEFAULT_SCHOOL), COUNT)]
        self.assertTrue(found, text)
        for other in found:
            self.assertNotEqual(other, problem.text())
            self.assertEqual(skeleton(other), skeleton(problem.text()), other)
            self.assertEqual(relations(other), relations(problem.text()), other)
        self.assertEqual(len(set(found)), len(found))
        return found

    def test_calculations(self) -> None:
        for text in ITEMS:
            with self.subTest(text=text):
                for other in self.twins_of(text):
                    self.assertEqual(
                        ends(value_of_line(plain(other))), ends(value_of_line(plain(read(text).text()))), other
                    )
                    self.assertEqual(by_fractions(other), by_fractions(text), other)
                    ours, theirs = (
                        lcm(*(int(b) for b in re.findall(r"/(\d+)", t))) if "/" in t else 1 for t in (text, other)
                    )
                    self.assertLessEqual(max(ours, theirs), max(20, 5 * min(ours, theirs)), other)

    def test_every_other_task(self) -> None:
        for text in ASKED:
            with self.subTest(text=text):
                self.twins_of(text)

    def test_equal_fractions_stay_equal(self) -> None:
        for other in self.twins_of("4/7 = ?/21 = 20/?"):
            first, second, third = re.fullmatch(r"(\d+/\d+) = \?/(\d+) = (\d+)/\?", other).groups()
            value = Fraction(first)
            self.assertEqual((value * int(second)).denominator, 1, other)
            self.assertEqual((int(third) / value).denominator, 1, other)

    def test_percents_come_out_as_they_did(self) -> None:
        for other in self.twins_of("35% of 140"):
            percent, number = map(int, re.fullmatch(r"(\d+)% of (\d+)", other).groups())
            self.assertEqual((percent * number) % 100, 0, other)
            self.assertEqual(percent % 5, 0, other)

    def test_the_same_seed_draws_the_same(self) -> None:
        for text in ITEMS[:4]:
            one, again, other = (
                [t.text() for t in islice(twins(read(text), seed, DEFAULT_SCHOOL), 2)] for seed in ("a", "a", "b")
            )
            self.assertEqual(one, again)
            self.assertNotEqual(one, other)

    def test_a_named_common_bottom_is_as_many_times_the_least(self) -> None:
        (record,) = run("twin", "--json", "--count", "6", "2/3 + 3/4 in 24ths")
        self.assertEqual(len(record["twins"]), 6)
        for text in record["twins"]:
            bottoms = [int(b) for b in re.findall(r"\d+/(\d+)", text)]
            self.assertEqual(read(text).common, 2 * lcm(*bottoms), text)

    def test_on_the_command_line(self) -> None:
        (record,) = run("twin", "--json", "--count", "3", "--seed", "7", "5 1/6 − 2 5/6")
        self.assertEqual(len(record["twins"]), 3)
        self.assertEqual({skeleton(t) for t in record["twins"]}, {"m − m"})
        (record,) = run("contrast", "--json", "4 3/8 − 2 2/5")
        self.assertEqual(record["removes"], ["regroup", "regroup-after-renaming"])
        self.assertEqual(record["adds"], ["seems-to-regroup"])
        self.assertTrue(json.dumps(record))


class Contrasts(unittest.TestCase):
    def test_a_sum_over_one_whole_stands_beside_one_under(self) -> None:
        for text in ("3/4 + 2/3", "5/6 + 3/8", "4/5 + 7/10"):
            (record,) = run("contrast", "--json", text)
            self.assertGreaterEqual(value_of_line(text), 1)
            self.assertLess(value_of_line(record["contrast"]), 1)
            self.assertEqual(record["removes"][0], "makes-a-whole")
            self.assertEqual(by_fractions(text) - by_fractions(record["contrast"]), set(record["removes"]))
            self.assertEqual(by_fractions(record["contrast"]) - by_fractions(text), set(record["adds"]))

    def test_no_regrouping_is_left_where_it_is_seen_only_after_renaming(self) -> None:
        for text in ("4 3/8 − 2 2/5", "6 3/4 − 2 5/6", "7 2/3 − 4 3/4"):
            (record,) = run("contrast", "--json", text)
            demands = by_fractions(record["contrast"])
            self.assertFalse({"regroup", "regroup-after-renaming"} & demands, record)
            self.assertLessEqual(demands, by_fractions(text) | {"like-denominators", "seems-to-regroup"}, record)
