"""Demands, judged by fractions alone and not by the engine."""

import unittest
from fractions import Fraction
from math import gcd, lcm

from hypothesis import given, settings
from hypothesis import strategies as st

from keen_slate.core.demands.find import demands_of
from keen_slate.core.problem.reading import read

BY_HAND = (
    ("1/5 + 2/5", {"like-denominators"}),
    ("1/4 + 3/8", {"unlike-denominators", "one-bottom-divides"}),
    ("2/3 + 3/4", {"unlike-denominators", "coprime-bottoms", "makes-a-whole"}),
    ("2 3/4 + 1 5/6", {"unlike-denominators", "bottoms-share-a-factor", "carry"}),
    ("5 1/6 − 2 5/6", {"like-denominators", "regroup", "simplify"}),
    ("5 5/6 − 2 1/6", {"like-denominators", "simplify"}),
    ("9 − 3 2/5", {"regroup", "bare-whole-minuend"}),
    ("5 2/3 − 1 3/5", {"unlike-denominators", "coprime-bottoms"}),
    ("4 3/8 − 2 2/5", {"unlike-denominators", "coprime-bottoms", "regroup", "regroup-after-renaming"}),
    ("11/4 − 1 1/2", {"unlike-denominators", "one-bottom-divides", "improper-input"}),
    ("1/4 − 5/6", {"unlike-denominators", "bottoms-share-a-factor", "negative-result"}),
    ("1/2 + 1/2 + 1/2", {"like-denominators", "makes-a-whole", "three-terms"}),
    ("4 + 2 2/3", set()),
)

PARTS = st.integers(2, 12).flatmap(lambda d: st.tuples(st.integers(1, d - 1), st.just(d)))


class Demands(unittest.TestCase):
    def test_by_hand(self) -> None:
        for text, expected in BY_HAND:
            with self.subTest(text=text):
                self.assertEqual(set(demands_of(read(text))), expected)

    @settings(max_examples=1000, deadline=None)
    @given(st.integers(1, 20), PARTS, st.integers(1, 20), PARTS)
    def test_two_mixed_numbers(self, a: int, p: tuple[int, int], b: int, q: tuple[int, int]) -> None:
        first, second = Fraction(*p), Fraction(*q)
        if a + first < b + second:
            a, first, p, b, second, q = b, second, q, a, first, p
        common = lcm(p[1], q[1])
        subtracting = set(demands_of(read(f"{a} {p[0]}/{p[1]} − {b} {q[0]}/{q[1]}")))
        adding = set(demands_of(read(f"{a} {p[0]}/{p[1]} + {b} {q[0]}/{q[1]}")))
        self.assertEqual("regroup" in subtracting, first < second)
        self.assertEqual("carry" in adding, first + second >= 1)
        for found in (subtracting, adding):
            self.assertEqual("unlike-denominators" in found, p[1] != q[1])
            self.assertNotIn("improper-input", found)
        top = (first + second) % 1 * common
        self.assertEqual("simplify" in adding, top != 0 and gcd(int(top), common) > 1)
