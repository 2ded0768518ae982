"""Demands, judged by fractions alone and not by the engine."""

import unittest
from decimal import Decimal
from fractions import Fraction
from math import gcd, lcm

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.curriculum.places import KEY_STAGE_3
from keen_slate.core.demands.find import demands_of, place_of
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.reading.reading import read
from tests.support.searching import searched

# Typed by hand: the item and every demand it makes. Common practice, no source.
BY_HAND = (
    ("1/5 + 2/5", "like-denominators"),
    ("1/4 + 3/8", "unlike-denominators one-bottom-divides"),
    ("2/3 + 3/4", "unlike-denominators coprime-bottoms makes-a-whole"),
    ("2 3/4 + 1 5/6", "unlike-denominators bottoms-share-a-factor carry"),
    ("5 1/6 − 2 5/6", "like-denominators regroup simplify"),
    ("5 5/6 − 2 1/6", "like-denominators simplify"),
    ("3 1/4 − 2 3/4", "like-denominators regroup regroup-leaves-nothing simplify"),
    ("9 − 3 2/5", "regroup bare-whole-minuend"),
    ("5 2/3 − 1 3/5", "unlike-denominators coprime-bottoms seems-to-regroup"),
    ("4 3/8 − 2 2/5", "unlike-denominators coprime-bottoms large-common-bottom regroup regroup-after-renaming"),
    ("11/4 − 1 1/2", "unlike-denominators one-bottom-divides improper-input"),
    ("1/4 − 5/6", "unlike-denominators bottoms-share-a-factor negative-result"),
    ("1/2 + 1/2 + 1/2", "like-denominators makes-a-whole three-terms"),
    ("2 1/3 + 1 2/3", "like-denominators carry result-is-whole"),
    ("4 + 2 2/3", ""),
    ("7/8 + 5/7", "unlike-denominators coprime-bottoms large-common-bottom makes-a-whole"),
    ("2/3 × 4/5", "multiplying"),
    ("2/3 × 3/4", "multiplying cancelling simplify composite-common-factor"),
    ("3 × 2/3", "multiplying cancelling result-is-whole"),
    ("1 1/2 × 2/5", "multiplying mixed-factor simplify"),
    ("3/5 of 40", "multiplying cancelling result-is-whole"),
    ("1/2 ÷ 3/5", "dividing quotient-not-whole"),
    ("2 1/2 ÷ 3", "dividing mixed-factor quotient-not-whole"),
    ("2.4 + 1.3", "decimals equal-places"),
    ("2.75 + 1.4", "decimals ragged-places carry-in-columns"),
    ("9.9 + 0.1", "decimals equal-places carry-in-columns result-is-whole"),
    ("14.2 − 6.35", "decimals ragged-places regroup-in-columns"),
    ("5.003 − 1.458", "decimals equal-places regroup-in-columns regroup-across-zero"),
    ("6 − 2.45", "decimals ragged-places regroup-in-columns regroup-across-zero"),
    ("0.5 + 1/4", "decimals unlike-kinds simplify"),
    ("3 + 4 × 2", "multiplying several-operations"),
    ("2 × (3 + 4)", "multiplying several-operations brackets"),
    ("2 × (3 + (4 − 1))", "multiplying several-operations brackets nested-brackets"),
    ("7^2 − 3", "several-operations powers"),
    ("subtract 1/5 from 3/5", "like-denominators told-in-words"),
    ("compare 3/4 and 5/6", "unlike-denominators bottoms-share-a-factor comparing"),
    ("11/4 as a mixed number", "improper-input converting"),
    ("round 3.476 to 2 places", "decimals rounding"),
    ("2/3 = ?/12", "blanks blank-top"),
    ("4 + (−1)", "negative-input"),
    ("2/4 + 1/3", "unlike-denominators coprime-bottoms simplify terms-to-reduce"),
    ("3/8 + 1/8", "like-denominators simplify composite-common-factor"),
    ("simplify 14/21", "simplify large-prime-factor"),
    ("4/5 × 2", "multiplying over-a-whole"),
    ("compare 5/9 and 3/5", "unlike-denominators coprime-bottoms large-common-bottom comparing larger-numbers-smaller"),
    ("compare 0.35 and 0.4", "decimals comparing ragged-places longer-is-smaller"),
    (
        "order 0.407, 0.42, 0.411",
        "decimals comparing ragged-places longer-is-smaller zero-among-the-places put-in-order",
    ),
    ("4.7 × 10", "decimals multiplying power-of-ten result-is-whole"),
    ("4.7 × 100", "decimals multiplying power-of-ten result-is-whole zeros-to-write"),
    ("4.7 ÷ 100", "decimals dividing power-of-ten zeros-to-write"),
    ("0.2 × 0.3", "decimals multiplying decimal-by-decimal zeros-in-front"),
    ("0.4 × 5", "decimals multiplying zero-at-the-end result-is-whole"),
    ("2.7 × 1.3", "decimals multiplying decimal-by-decimal two-digit-factors"),
    ("8.16 ÷ 4", "decimals dividing zero-in-quotient"),
    ("2.5 ÷ 4", "decimals dividing goes-on"),
    ("17 ÷ 5 with a remainder", "dividing with-remainder"),
    ("20 ÷ 5 with a remainder", "dividing"),
    ("1236 ÷ 12 with a remainder", "dividing beyond-the-tables zero-in-quotient two-digit-divisor"),
    ("625 ÷ 6 with a remainder", "dividing with-remainder beyond-the-tables zero-in-quotient"),
    ("2.4 ÷ 0.6", "decimals dividing decimal-divisor result-is-whole"),
    ("7.2 ÷ 12", "decimals dividing two-digit-divisor"),
    ("0.5 × (3 − 5) + 4", "decimals multiplying several-operations brackets below-zero-on-the-way result-is-whole"),
    ("3 − 5 + 4", "three-terms below-zero-on-the-way"),
    ("2 × (3/4 − 1/4)", "multiplying several-operations brackets fractions-in-it like-denominators result-is-whole"),
    ("3/8 as a decimal", "converting fraction-to-decimal to-tenths-first"),
    ("2/3 as a decimal", "converting fraction-to-decimal decimal-without-end"),
    ("0.3 as a fraction", "converting decimals decimal-to-fraction"),
    ("0.35 as a fraction", "converting decimals decimal-to-fraction simplify"),
    ("7/10 as a percent", "converting to-percent"),
    ("35% as a fraction", "converting from-percent simplify"),
    ("estimate 3 1/4 + 2 4/5", "estimating midway"),
    ("12/18 = 2/?", "blanks blank-bottom to-smaller-numbers"),
    ("2/3 = ?/12 = ?/15", "blanks blank-top three-in-a-row"),
    ("5 1/6 = 4 ?/6", "blanks open-a-whole"),
    ("5 = 4 ?/6", "blanks open-a-bare-whole"),
    ("3 9/7 = 4 ?/7", "blanks take-a-whole-out improper-input"),
    ("read 3/5 from discs", "reading-a-picture from-pieces"),
    ("read 2 3/5 from a number line", "reading-a-picture from-a-line wholes-and-pieces"),
    ("read 340 from a number line", "reading-a-picture from-a-line"),
    ("read 0.37 from a hundred square", "reading-a-picture from-a-square decimals"),
    (
        "read 2.6 from a number line in 5 spaces",
        "reading-a-picture from-a-line wholes-and-pieces decimals spaces-not-tenths",
    ),
    ("20% of 60", "multiplying percent-of-an-amount"),
    ("35% of 60", "multiplying percent-of-an-amount tens-and-fives"),
    ("7% of 200", "multiplying percent-of-an-amount any-percent"),
    ("150% of 60", "multiplying percent-of-an-amount above-100-percent"),
    ("decrease 60 by 20%", "multiplying several-operations percent-of-an-amount raised-or-lowered"),
    ("[a = 1/5 m] [b = 2/5 m] | join: all = a + b | all", "like-denominators as-story"),
    ("[a = 1/5 m] [b = 3/5 m] | compare: b = a + more | more", "like-denominators as-story larger-told-second"),
    (
        "[a = 3/5 m] [b = 1/5 m] [c = 9 years] | take: a = b + left | left",
        "like-denominators as-story more-than-needed",
    ),
    ("a\\t[a = 1/5 m]\\nb\\t[b = 2/5 m] | join: all = a + b | all", "like-denominators as-story from-a-table"),
    (
        "[a = 1/5 m] [b = 2/5 m] | compare: c = a + b; join: all = a + c | c; all",
        "like-denominators as-story several-steps several-questions",
    ),
    (
        "[all = 17 eggs] [box = 5 eggs] | fit: all = box × boxes (up) | boxes",
        "dividing with-remainder as-story remainder-to-read",
    ),
    (
        "[a = 2 m] [b = 30 cm] | compare: a = b + more | more in cm",
        "multiplying power-of-ten zeros-to-write as-story several-steps units-converted",
    ),
)

PARTS = st.integers(2, 12).flatmap(lambda d: st.tuples(st.integers(1, d - 1), st.just(d)))


class Demands(unittest.TestCase):
    def test_by_hand(self) -> None:
        for text, expected in BY_HAND:
            with self.subTest(text=text):
                self.assertEqual(set(demands_of(read(text))), set(expected.split()))

    @searched(1000)
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

    @searched(400)
    @given(st.integers(1, 9999), st.integers(0, 3), st.integers(1, 9999), st.integers(0, 3))
    def test_decimal_columns(self, a: int, p: int, b: int, q: int) -> None:
        """Carrying and regrouping, from the digits as Python's decimal writes them."""
        first, second = sorted((Decimal(a).scaleb(-p), Decimal(b).scaleb(-q)), reverse=True)
        if not p + q:
            return
        places = max(p, q)
        rows = [f"{n:.{places}f}".replace(".", "").zfill(8) for n in (first, second)]
        carries = any(
            (int(rows[0][i:]) + int(rows[1][i:])) >= 10 ** len(rows[0][i:]) for i in range(1, 8)
        )  # fmt: skip
        regroups = any(int(rows[0][i:]) < int(rows[1][i:]) for i in range(1, 8))
        adding = set(demands_of(read(f"{first} + {second}")))
        subtracting = set(demands_of(read(f"{first} − {second}")))
        self.assertEqual("carry-in-columns" in adding, carries)
        self.assertEqual("regroup-in-columns" in subtracting, regroups)
        self.assertEqual("ragged-places" in adding, p != q)

    def test_every_demand_has_an_example_here(self) -> None:
        shown = {d for _, demands in BY_HAND for d in demands.split()}
        self.assertEqual({d.id for d in DEMANDS}, shown)


class Curriculum(unittest.TestCase):
    def test_standards(self) -> None:
        """CCSS (2010) and England's programmes of study (2013), from memory: items that they name, and where."""
        for text, standard, year in (
            ("2/5 + 4/5", "4.NF.B.3a", 4),  # England, year 5 works it to 1 1/5; adding with one bottom starts in year 4
            ("2/3 + 5/4", "5.NF.A.1", 6),
            ("1/4 × 1/2", "5.NF.B.4", 6),
            ("3.5 + 1.25", "5.NBT.B.7", 5),
            ("1/2 − 3/4", "7.NS.A.1", KEY_STAGE_3),
        ):
            place = place_of(demands_of(read(text)))
            self.assertEqual((place.standard, place.year), (standard, year), text)
