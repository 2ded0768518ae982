"""Answers as pupils write them: what stands round a number, other true statements, repeating decimals, percents."""

import unittest
from fractions import Fraction
from functools import lru_cache

from hypothesis import assume, given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.answers import Prepared, diagnose, prepare
from keen_slate.core.diagnosis.lines import judge_lines
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.diagnosis.written import order_in
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import Chain, Comparison, evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.working.work import work
from tests.support.generated import asked, expressions
from tests.support.searching import searched

# problem | answer | verdict | mistakes or faults. Typed by hand from what stands in exercise books; numbers invented.
BY_HAND = """
2/3 + 1/4 | = 11/12 | right |
2/3 + 1/4 | 11/12 = | right |
2/3 + 1/4 | 11/12. | right |
2/3 + 1/4 | 2/3 + 1/4 = 11/12 | right |
2/3 + 1/4 | 2/3 + 1/4 = 8/12 + 3/12 = 11/12 | right |
2/3 + 1/4 | 8/12 + 3/12 = 11/12 | right |
2/3 + 1/4 | 11/12 = 22/24 | wrong form | not-reduced
2/3 + 1/4 | 2/3 + 1/4 = 2/12 + 1/12 = 3/12 | wrong | rename-bottom-only
2/3 + 1/4 | 3/4 + 1/4 = 11/12 | unreadable |
2/3 + 1/4 | 2/3 + 1/4 = 3/7 | wrong | add-tops-and-bottoms
2/3 + 1/4 | 3/7 = | wrong | add-tops-and-bottoms
2/3 + 1/4 | about 1 | unreadable |
2/3 + 1/4 | | unreadable |
12.4 − 3.75 | 8.65. | right |
3/5 of 40 | 24 | right |
17 ÷ 5 | 3 2/5 | right |
17 ÷ 5 | 3 r 2 | wrong form | remainder-left
17 ÷ 5 | 3 R2 | wrong form | remainder-left
17 ÷ 5 | = 3 remainder 2 | wrong form | remainder-left
17 ÷ 5 | 3 rem. 2 | wrong form | remainder-left
17 ÷ 5 | 3 r 1 | wrong |
17 ÷ 5 | 2 r 7 | wrong |
1/2 ÷ 5 | 3 r 2 | unreadable |
17 − 5 | 3 r 2 | unreadable |

1/3 as a decimal | 0.333… | right |
1/3 as a decimal | 0.333... | right |
1/3 as a decimal | 0.(3) | right |
1/3 as a decimal | .(3) | right |
1/3 as a decimal | 0.3 recurring | right |
1/3 as a decimal | 0.3 repeating | right |
1/3 as a decimal | 0.3̅ | right |
1/3 as a decimal | 0.3̇ | right |
1/3 as a decimal | 1/3 | wrong form | other-form-than-asked
1/3 as a decimal | 0.33 | wrong | repeat-cut-off
1/3 as a decimal | 0.3 | wrong |
1/6 as a decimal | 0.1666… | right |
1/6 as a decimal | 0.1(6) | right |
1/6 as a decimal | 0.1(66) | right |
1/6 as a decimal | 0.16̇ | right |
1/6 as a decimal | 0.16 recurring | unreadable |
5/11 as a decimal | 0.4545… | right |
5/11 as a decimal | 0.4̅5̅ | right |
5/11 as a decimal | 0.45… | unreadable |
1/7 as a decimal | 0.1̇42857̇ | right |
1/7 as a decimal | 0.142857142857… | right |
1/7 as a decimal | 0.14 | wrong | repeat-cut-off
2 1/3 as a decimal | 2.333… | right |
2 1/3 as a decimal | 2.33 | wrong | repeat-cut-off
0.1666… as a fraction | 1/6 | right |
0.1666… as a fraction | 15/90 | wrong form | not-reduced
0.1666… as a fraction | 16/100 | wrong | repeat-ignored
0.4545… as a fraction | 9/20 | wrong | repeat-ignored

3/8 as a percent | 37.5% | right |
3/8 as a percent | 37 1/2% | right |
3/8 as a percent | 37.5 | right |
3/8 as a percent | 0.375 | wrong form | other-form-than-asked
3/8 as a percent | 3/8 | wrong form | other-form-than-asked
3/8 as a percent | 3.75% | wrong |
1/3 as a percent | 33 1/3% | right |
3/8 as a decimal | 37.5% | wrong form | other-form-than-asked
35% as a fraction | 7/20 | right |
35% as a fraction | 35/100 | wrong form | not-reduced
35% as a fraction | 35% | wrong form | other-form-than-asked
25% of 80 | 20 | right |
25% of 80 | 20% | wrong |
62% − 12% | 50% | right |
3/8 as a percent | 0.375% | wrong | percent-sign-put-behind
5% as a decimal | 0.5 | wrong | percent-one-place
round 0.95 to 1 place | 1.0 | right |
round 0.95 to 1 place | 1 | wrong form | other-form-than-asked
round 0.95 to 1 place | 0.9 | wrong | cut-off-not-rounded
round 19.996 to 2 places | 20.00 | right |
round 19.996 to 2 places | 20.0 | wrong form | other-form-than-asked
round 2.446 to 1 place | 2.5 | wrong | rounded-in-steps
round 7.6 to the nearest whole | 8 | right |
round 7.6 to the nearest whole | 7 | wrong | cut-off-not-rounded
round 2 3/8 to the nearest half | 2.5 | right |
62% − 12% | 50 | right |

compare 3/4 and 5/8 | > | right |
compare 3/4 and 5/8 | 3/4 > 5/8 | right |
compare 3/4 and 5/8 | 3/4>5/8 | right |
compare 3/4 and 5/8 | 5/8 < 3/4 | right |
compare 3/4 and 5/8 | 6/8 > 5/8 | right |
compare 3/4 and 5/8 | 0.75 > 0.625 | right |
compare 3/4 and 5/8 | 3/4 | right |
compare 3/4 and 5/8 | 5/8 | wrong | larger-bottom-is-larger
compare 3/4 and 5/8 | < | wrong | larger-bottom-is-larger
compare 3/4 and 5/8 | 5/8 > 3/4 | wrong | larger-bottom-is-larger
compare 3/4 and 5/8 | = | wrong |
compare 3/4 and 5/8 | 7/9 | unreadable |
compare 3/4 and 6/8 | = | right |
compare 3/4 and 6/8 | 3/4 = 6/8 | right |
compare −3/4 and −1/2 | < | right |
compare −3/4 and −1/2 | -1/2 > -3/4 | right |
order 0.3, 0.25, 0.125 | 0.125, 0.25, 0.3 | right |
order 0.3, 0.25, 0.125 | 0.125,0.25,0.3 | right |
order 0.3, 0.25, 0.125 | 0.125; 0.25; 0.3 | right |
order 0.3, 0.25, 0.125 | 0.125 then 0.25 then 0.3 | right |
order 0.3, 0.25, 0.125 | 0.125 < 0.250 < 0.300 | right |
order 0.3, 0.25, 0.125 | 0.3 > 0.25 > 0.125 | wrong form | other-form-than-asked
order 0.3, 0.25, 0.125 | 0.3, 0.25, 0.125 | wrong | longer-is-larger
order 0.3, 0.25, 0.125 | 0.125, 0.3 | unreadable |
order 0.3, 0.25, 0.125, largest first | 0.3, 0.25, 0.125 | right |
order 0.3, 0.25, 0.125, largest first | 0.125 < 0.25 < 0.3 | wrong form | other-form-than-asked
order 1/2, 2/4, 3/4 | 2/4, 1/2, 3/4 | right |
order 1/2, 2/4, 3/4 | 1/2 < 2/4 < 3/4 | wrong |
order 50%, 0.4, 3/4 | 0.4, 50%, 3/4 | right |
order 50%, 0.4, 3/4 | 0.4, 1/2, 75% | right |

2/3 = ?/12 | 8 | right |
2/3 = ?/12 | 8/12 | right |
2/3 = ?/12 | 2/3 = 8/12 | right |
2/3 = ?/12 | 6 | wrong |
2/3 = ?/12 | 11 | wrong | add-same-to-both
2/3 = ?/12 | 11/12 | wrong | add-same-to-both
2/3 = ?/12 | 6/12 | wrong |
2/3 = ?/12 | 8/13 | unreadable |
2/3 = ?/12 | 2/3 = 8/13 | unreadable |
2/3 = ?/12 | 3 1/2 | unreadable |
2/3 = ?/12 = 10/? | 8, 15 | right |
2/3 = ?/12 = 10/? | 8,15 | right |
2/3 = ?/12 = 10/? | 8/12, 10/15 | right |
2/3 = ?/12 = 10/? | 2/3 = 8/12 = 10/15 | right |
2/3 = ?/12 = 10/? | 8, 12 | wrong |
2/3 = ?/12 = 10/? | 8, 0 | unreadable |
2/3 = ?/12 = 10/? | 8 | unreadable |
? + 1/4 = 5/6 | 7/12 | right |
? + 1/4 = 5/6 | 7/12 + 1/4 = 5/6 | right |
? + 1/4 = 5/6 | 4/2 | wrong | add-tops-and-bottoms
? + 1/4 = 5/6 | 1 1/12 | wrong | sign-seen-is-done
? + 1/4 = 5/6 | 13/12 | wrong | sign-seen-is-done
? + 1/4 = 5/6 | 2 + 1/4 = 5/6 | wrong | add-tops-and-bottoms
2 × ? = 3/4 | 1.5 | wrong | sign-seen-is-done
? + 1/4 = 5/6 | 6/12 + 1/4 = 5/6 | wrong |
2 ?/5 = 12/5 | 2 | right |
2 ?/5 = 12/5 | 2 2/5 | right |
?/18 + ?/9 = 1/3 | 4, 1 | right |
?/18 + ?/9 = 1/3 | 4/18, 1/9 | right |
?/18 + ?/9 = 1/3 | 4/18 + 1/9 = 1/3 | right |
?/18 + ?/9 = 1/3 | 3, 2 | wrong |
"""


@lru_cache
def prepared(text: str) -> Prepared:
    return prepare(read(text))


class ByHand(unittest.TestCase):
    def test_every_row(self) -> None:
        rows = [[p.strip() for p in line.split(" |")] for line in BY_HAND.splitlines() if line]
        self.assertGreater(len(rows), 100)
        for problem, answer, verdict, *due in rows:
            with self.subTest(problem=problem, answer=answer):
                found = diagnose(prepared(problem), answer)
                self.assertEqual(found.verdict, verdict)
                named = list(found.faults) + [m for c in found.causes for m in c.mistakes]
                if due[0]:
                    self.assertIn(due[0], named)

    def test_a_sentence_says_why_it_cannot_be_read(self) -> None:
        for problem, answer, words in (
            ("1/6 as a decimal", "0.16 recurring", "Put them in brackets, as in 0.1(6)."),
            ("2/3 + 1/4", "", "Type a problem"),
            ("2/3 + 1/4", "1/2 + 1/3", "Write one number"),
            ("2/3 + 1/4", "3/4 + 1/4 = 11/12", "Write one number"),
            ("compare 1/2 and 1/3", "1/4", "Write <, > or ="),
            ("2/3 = ?/12", "x", "for blanks, commas between"),
        ):
            found = diagnose(prepared(problem), answer)
            assert found.said is not None, (problem, answer)
            self.assertIn(words, say(found.said))

    def test_a_label_left_out_where_it_is_required(self) -> None:
        for problem, without, with_label in (
            ("3/8 as a percent", "37.5", "37.5%"),
            ("62% − 12%", "50", "50%"),
            ("2 m − 3/4 m", "1 1/4", "1 1/4 m"),
        ):
            item = prepared(problem)
            self.assertEqual(diagnose(item, without, label_required=True).faults, ("label-missing",))
            self.assertEqual(diagnose(item, with_label, label_required=True).verdict, "right")

    def test_a_decimal_comma(self) -> None:
        def verdict(problem: str, answer: str) -> str:
            return diagnose(prepare(read(problem, decimal_comma=True)), answer, decimal_comma=True).verdict

        self.assertEqual(verdict("1,5 + 2", "3,5"), "right")
        self.assertEqual(verdict("1/6 as a decimal", "0,1(6)"), "right")
        self.assertEqual(verdict("1/6 as a decimal", "0,1666…"), "right")
        self.assertEqual(verdict("order 1,5; 2,25; 0,5", "0,5, 1,5, 2,25"), "right")
        self.assertEqual(verdict("order 1,5; 2,25; 0,5", "2,25; 1,5; 0,5"), "wrong")
        self.assertEqual(verdict("? + 1,5 = 2,25", "0,75"), "right")
        (line,) = judge_lines(read("1,5 + 2", decimal_comma=True), ("= 3,5",), decimal_comma=True)
        self.assertEqual(line.verdict, "follows")

    def test_lines_may_hold_decimals_that_never_end(self) -> None:
        judged = judge_lines(read("2/3 − 1/3"), ("= 0.666… − 0.333…", "= 0.333…", "= 1/3"))
        self.assertEqual([j.verdict for j in judged], ["follows"] * 3)


class Laws(unittest.TestCase):
    @searched(400)
    @given(asked() | expressions(1))
    def test_the_right_answer_is_called_right(self, text: str) -> None:
        """Whatever is asked, the answer of the program's own working, typed as it is written, is right or worth it."""
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        answer = work(problem).answer
        written = text_of(answer, Manner(label=problem.label))
        if isinstance(problem.expr, Chain):
            solved = solve(problem.expr.sides)
            assume(solved.numbers)
            written = ", ".join(text_of(n) for n in solved.numbers)
        found = diagnose(Prepared(problem, answer, {}), written)
        if found.verdict == "unreadable":  # a number of more digits than can be typed
            self.assertTrue(any(len(part) > 9 for part in written.replace("/", " ").split()), f"{text}: {written}")
            return
        self.assertEqual(found.verdict, "right", f"{text}: {written}")

    @searched(150)
    @given(asked())
    def test_what_a_mal_rule_gives_is_traced_to_it_whatever_is_asked(self, text: str) -> None:
        """Conversions, roundings, comparisons, blanks: the wrong answer typed as it stands leads back to its mistake."""
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        wrongs = look_twice(problem).likely_wrong
        assume(wrongs)
        item = prepare(problem)
        for wrong in wrongs:
            found = diagnose(item, text_of(wrong.answer))
            if found.verdict == "unreadable":  # more digits than anybody writes
                continue
            self.assertIn((wrong.mistake,), [c.mistakes for c in found.causes], f"{text}: {text_of(wrong.answer)}")

    @searched(300)
    @given(st.lists(st.fractions(0, 9, max_denominator=12), min_size=2, max_size=5), st.booleans(), st.randoms())
    def test_an_order_is_right_if_and_only_if_it_is_true(
        self, values: list[Fraction], falling: bool, random: st.DataObject
    ) -> None:
        """Judged by fractions alone: any order of the numbers, with commas between them."""
        numbers = [f"{v.numerator * 2}/{v.denominator * 2}" for v in values]
        problem = read("order " + ", ".join(numbers) + (", largest first" if falling else ""))
        given_order = list(range(len(values)))
        random.shuffle(given_order)  # type: ignore[attr-defined]
        found = diagnose(Prepared(problem, work(problem).answer, {}), ", ".join(numbers[i] for i in given_order))
        placed = [values[i] for i in given_order]
        self.assertEqual(found.verdict == "right", placed == sorted(values, reverse=falling))

    @searched(300)
    @given(st.fractions(-5, 5, max_denominator=12), st.fractions(-5, 5, max_denominator=12), st.sampled_from("<>="))
    def test_a_claim_and_the_same_claim_turned_round_are_judged_alike(
        self, a: Fraction, b: Fraction, sign: str
    ) -> None:
        first, second = (f"({v})" if v < 0 else str(v) for v in (a, b))
        expr = read(f"compare {first} and {second}").expr
        assert isinstance(expr, Comparison)
        turned = {"<": ">", ">": "<", "=": "="}[sign]
        holds = {"<": a < b, ">": a > b, "=": a == b}[sign]
        for text in (sign, f"{a} {sign} {b}", f"{b}{turned}{a}"):
            ordered = order_in(expr, text)
            assert ordered is not None, text
            self.assertEqual(ordered.is_true(expr.written), holds, text)

    @searched(500)
    @given(st.integers(0, 12), st.text("0123456789", max_size=3), st.text("0123456789", min_size=1, max_size=6))
    def test_a_repeating_decimal_is_worth_its_series(self, whole: int, before: str, block: str) -> None:
        """The geometric series, summed by fractions, against what is read; each way of writing gives the same."""
        shift, ratio = 10 ** len(before), 10 ** len(block)
        value = Fraction(int(f"{whole}{before}"), shift) + Fraction(int(block), shift * (ratio - 1))
        bar = "".join(d + "\u0305" for d in block)
        dots = block + "\u0307" if len(block) == 1 else f"{block[0]}\u0307{block[1:]}\u0307"
        for text in (f"{whole}.{before}({block})", f"{whole}.{before}{bar}", f"{whole}.{before}{dots}"):
            self.assertEqual(evaluate(read(text, answer=True).expr), value, text)
        going_on = read(f"{whole}.{before}{block * 3}…", answer=True)
        self.assertEqual(evaluate(going_on.expr), value)

    @searched(200)
    @given(st.fractions(0, 6, max_denominator=90))
    def test_a_fraction_and_its_decimal_lead_to_each_other(self, value: Fraction) -> None:
        """CCSS 7.NS.A.2d and 8.NS.A.1, from memory: a rational number ends or repeats, and comes back from there."""
        there = work(read(f"{value.numerator}/{value.denominator} as a decimal")).answer
        back = work(read(f"{text_of(there)} as a fraction"))
        self.assertEqual(evaluate(back.answer), value)
        for line in back.lines:
            self.assertEqual(evaluate(line.expr), value, text_of(line.expr))


if __name__ == "__main__":
    unittest.main()
