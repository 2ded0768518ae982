"""What is said of a wrong answer: every number in it is the item's, the answer's, or comes out as it says."""

import re
import unittest
from fractions import Fraction
from itertools import islice

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.disproving import simplest
from keen_slate.core.diagnosis.refuting import Refutation, how_it_shows, refutation
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.twins import twins
from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules import stories
from keen_slate.core.malrules.listing import BY_ID, MISTAKES
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.shapes import Bars, Jumps, Strips
from keen_slate.core.problem.situation import plan_of
from keen_slate.core.problem.tree import InStory, decimal_or_number, evaluate
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.stories.library import LIBRARY
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from tests.core.test_mal_rules import rows
from tests.support.arithmetic import value_of_line
from tests.support.generated import asked, decimal_sums, expressions, sums
from tests.support.searching import DEEP, only_deep, searched

NUMBER = re.compile(r"\d+ \d+/\d+|\d+/\d+|\d*\.\d+(?:\(\d+\))?|\d+")
OF_PICTURES = ("which-wholes", "other-pieces", "count-again", "which-spaces", "which-cells")
"""What is asked of a picture counts in it: test_reading_off recomputes that."""
_EACH = 20
"""Items on which each mistake is looked at, where it can be made on as many."""


def numbers(text: str) -> set[Fraction]:
    found = set()
    for number in NUMBER.findall(text):
        if "(" not in number:
            found.add(value_of_line(number))
            found |= {Fraction(n) for n in re.findall(r"\d+", number)}
    return found


def found_in(problem: Problem) -> str:
    """Every value that a story comes to, as fractions and as decimals, and the numbers of its plan that stand for
    themselves; nothing for another problem."""
    if not isinstance(problem.expr, InStory):
        return ""
    values = problem.expr.values().values()
    own = [name for c in plan_of(problem.expr.situation) for name in c.of if name.isdecimal()]
    return " ; ".join([*own, *(text_of(decimal_or_number(v, decimals=d)) for v in values for d in (True, False))])


def worth(number: str) -> Fraction:
    return value_of_line(number.rstrip("%")) / (100 if number.endswith("%") else 1)


class Refuting(unittest.TestCase):
    def judged(self, text: str, seen: dict[str, int] | None = None, school: dict[str, str] | None = None) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        second = look_twice(problem, school_from(FACETS, school or {}))
        for wrong in (*second.likely_wrong, *second.form_only):
            if seen is not None:
                seen[wrong.mistake] = seen.get(wrong.mistake, 0) + 1
            lines = " ; ".join(text_of(e) for s in wrong.derivation.steps for e in (s.before, s.wrote, s.after))
            there = numbers(f"{problem.text()} ; {lines} ; {text_of(wrong.answer)} ; {found_in(problem)}")
            shows = say(how_it_shows(wrong.derivation, wrong.answer))
            found = refutation(problem, wrong.answer)
            question = say(found.question)
            with self.subTest(text=text, mistake=wrong.mistake, shows=shows, question=question):
                self.assertLessEqual(numbers(shows), there)
                self.assertTrue(question.endswith("?"))
                self.told_truly(question, found.question.id, there, problem.text(), found.amounts)
                self.drawn_truly(found)

    def told_truly(
        self, question: str, id: str, there: set[Fraction], text: str, amounts: tuple[Fraction, ...]
    ) -> None:
        """Numbers that do not stand there are recomputed; what a question presupposes is so."""
        new = numbers(question) - there
        if id == "same-as":
            one, plain = (worth(n) for n in re.match(r"(.+) is (.+)\. Is", question).groups())
            self.assertEqual(one, plain)
            new -= numbers(str(re.match(r".+ is (.+)\. Is", question)[1]))
        elif id in ("near-estimate", "count-in-pieces", *OF_PICTURES):
            new = set()
        elif id == "below-nothing":
            new -= {Fraction(0)}
        elif id in ("does-it-fit", "is-it-enough"):
            new -= self.put_back(question, wrong=id == "does-it-fit")
        elif id == "how-far-off":
            new -= numbers(question.partition(":")[0])
        self.assertFalse(new, question)
        if id == "less-than-a-term":
            self.assertGreaterEqual(amounts[0], amounts[1])
        elif id == "more-than-was-there":
            self.assertLess(amounts[0], amounts[1])
        elif id in ("add-back", "take-back", "multiply-back", "divide-back"):
            self.assertNotEqual(*amounts)  # the answer does not lead back: it is wrong
        elif id == "part-of":
            self.assertLessEqual(amounts[0], amounts[1])
        elif id == "both-divided":
            self.assertTrue(re.search(r"both \d+ and \d+", question))

    def put_back(self, question: str, *, wrong: bool) -> set[Fraction]:
        """What an answer would make of a story, worked out again; the numbers of it."""
        told = re.search(r"(?:story: )?([^:]+) = ([^=]+?)(?:\. But|, and) .*? is ([^“”]+?)\. ", question)
        self.assertIsNotNone(told, question)
        made, result, there = (part.strip() for part in told.groups())
        made = re.sub(r"(\d+)%", r"(\1 ÷ 100)", made)
        self.assertEqual(value_of_line(made), value_of_line(result), question)
        if wrong:
            self.assertNotEqual(value_of_line(result), value_of_line(there), question)
        return numbers(result) | numbers(there)

    def drawn_truly(self, found: Refutation) -> None:
        """Both amounts to one scale, and what is said of them is so."""
        proof, amounts = found.proof, found.amounts
        if proof is None:
            return
        match proof.picture:
            case Strips(rows):
                self.assertEqual(tuple(row.length for row in rows), amounts)
                self.assertEqual(tuple(evaluate(row.label) for row in rows if row.label), amounts)
            case Jumps(points=points):
                self.assertEqual(tuple(p.at for p in points), amounts)
            case Bars(whole, parts):
                self.assertEqual((evaluate(whole), evaluate(parts[0])), (max(amounts), min(amounts)))
                self.assertEqual(sum(map(evaluate, parts)), evaluate(whole))
            case other:
                self.fail(f"{other}")
        caption = say(proof.caption)
        self.assertTrue(caption.endswith("."))
        self.assertEqual(numbers(caption), numbers(" ; ".join(map(text_of, found.numbers))))
        there, answered = amounts
        holds = {
            "counter-below": answered <= there and ("no more" in caption) == (answered == there),
            "counter-above": answered > there,
            "counter-part": answered >= there,
            "counter-back": answered != there,
            "counter-beside": answered != there,
            "counter-compared": answered != there,
        }
        self.assertTrue(holds[proof.caption.id], caption)
        if proof.caption.id == "counter-compared":
            self.assertIn(f"{text_of(max(found.numbers, key=evaluate))} is larger", caption)

    def test_every_mistake_on_its_own_items(self) -> None:
        seen: dict[str, int] = {}
        for row in rows():
            self.judged(row.problem, seen, row.school)
        for story in LIBRARY:
            self.judged(story.form, seen)
        self.assertLessEqual(set(BY_ID) - set(seen), set(), "not looked at")

    def test_every_story_with_other_numbers(self) -> None:
        for story in LIBRARY[:: 1 if DEEP else 5]:
            for other in islice(other_numbers(story.problem, "refuting"), 2):
                self.judged(other.text())

    @only_deep
    def test_every_mistake_on_twenty_items(self) -> None:
        """Its own items, and twins of them."""
        for mistake in BY_ID:
            seen: dict[str, int] = {}
            if BY_ID[mistake] in stories.MAL_RULES:
                continue  # looked at on every story of the library
            for row in (r for r in rows() if r.mistake == mistake):
                self.judged(row.problem, seen, row.school)
                for other in islice(twins(read(row.problem), "1", DEFAULT_SCHOOL), _EACH):
                    if seen.get(mistake, 0) < _EACH:
                        self.judged(other.text(), seen, row.school)
            self.assertGreater(seen.get(mistake, 0), 0, mistake)

    @searched(1200, share=20)
    @given(sums() | decimal_sums() | expressions(depth=1) | asked())
    def test_on_any_item(self, text: str) -> None:
        self.judged(text)

    # By hand: the problem, a wrong answer, what is asked.
    BY_HAND = (
        ("2/3 + 3/4", "5/7", "3/4 is only one part of the sum. Can all of it be 5/7?"),
        ("5 1/6 − 2 5/6", "3 2/3", "Add 2 5/6 to 3 2/3. Do you get 5 1/6?"),
        ("6 − 3/8", "6 3/8", "Something was taken away from 6. Can 6 3/8 be left?"),
        ("3/4 × 8", "32/3", "3/4 is less than a whole. Can 3/4 of 8 be 32/3?"),
        ("6 ÷ 3/4", "4 1/2", "Multiply 4 1/2 by 3/4. Do you get 6?"),
        ("2 3/4 as an improper fraction", "9/4", "9/4 is 2 1/4. Is that as much as 2 3/4?"),
        ("simplify 28/42", "14/42", "14/42 is 1/3. Is that as much as 28/42?"),
        ("compare 3/4 and 5/6", "3/4 > 5/6", "How many twelfths is 3/4, and how many is 5/6?"),
        ("compare 0.7 and 0.65", "0.7 < 0.65", "How many hundredths is 0.7, and how many is 0.65?"),
        ("20 − 3 × 4", "68", "Something was taken away from 20. Can 68 be left?"),
    )

    def test_by_hand(self) -> None:
        for text, answer, question in self.BY_HAND:
            problem = read(text)
            given_answer = problem.expr if ">" in answer or "<" in answer else read(answer, answer=True).expr
            self.assertEqual(say(refutation(problem, given_answer).question), question)

    @searched(200)
    @given(st.integers(2, 12), st.integers(2, 12), st.integers(1, 40))
    def test_a_refutation_never_asks_what_is_so(self, a: int, b: int, off: int) -> None:
        problem = read(f"1/{a} + 1/{b}")
        wrong = evaluate(problem.expr) + Fraction(off, 60)
        found = refutation(problem, read(f"{wrong.numerator}/{wrong.denominator}", answer=True).expr)
        self.assertNotEqual(*found.amounts)


class Disproving(unittest.TestCase):
    # By hand: the mistake, an item on which it was made, the simplest of its kind, and what is said.
    BY_HAND = (
        ("add-tops-and-bottoms", "3/4 + 5/6", "The same rule on 1/2 + 1/2 gives 2/4, which is 1/2. But it is 1."),
        ("add-tops-and-bottoms", "1/3 + 2/5 + 1/4", "The same rule on 1/2 + 1/2 gives 2/4, which is 1/2. But it is 1."),
        ("bare-whole-kept", "6 − 3/8", "The same rule on 2 − 1/2 gives 2 1/2. But it is 1 1/2."),
        ("divide-top-only", "simplify 18/24", "The same rule on “simplify 2/4” gives 1/4. But it is 1/2."),
        (
            "longer-is-larger",
            "compare 0.7 and 0.65",
            "The same rule on simpler numbers says 0.5 < 0.25. But 0.5 > 0.25.",
        ),
        ("zero-lost-in-quotient", "612 ÷ 6", "The same rule on 204 ÷ 2 gives 12. But it is 102."),
        ("regroup-ten", "5 1/6 − 2 5/6", "The same rule on 2 1/4 − 1 1/2 gives 2 1/4. But it is 3/4."),
    )

    def test_by_hand(self) -> None:
        for mistake, text, said in self.BY_HAND:
            found = simplest(read(text), BY_ID[mistake])
            assert found is not None
            with self.subTest(mistake=mistake, text=text):
                self.assertEqual(say(found.said), said)

    def test_every_mistake_on_its_own_items(self) -> None:
        """What the rule gives is wrong there, what it is is right, and the numbers are no harder."""
        disproved = set()
        for row in rows():
            found = simplest(read(row.problem), BY_ID[row.mistake]) if row.mistake in BY_ID else None
            if found is None:
                continue
            disproved.add(row.mistake)
            with self.subTest(mistake=row.mistake, problem=row.problem, simpler=found.problem.text()):
                self.assertEqual(text_of(found.right), text_of(work(found.problem).answer))
                self.assertNotEqual(text_of(found.wrong), text_of(found.right))
                self.assertEqual(text_of(found.wrong), text_of(work(found.problem, mistake=BY_ID[row.mistake]).answer))
                # The numbers together are smaller than those of the item, digit by digit.
                here, there = (
                    sum(int(n) for n in re.findall(r"\d+", text.replace(".", "")))
                    for text in (found.problem.text(), row.problem)
                )
                self.assertLess(here, there)
        self.assertGreater(len(disproved), 60)


class InGeneral(unittest.TestCase):
    def test_no_number_of_an_example_stands_in_a_question(self) -> None:
        """What is asked of a mistake in general stands beside any item."""
        for mistake in MISTAKES.values():
            self.assertFalse(re.search(r"\d", mistake.question.replace(" 0", "")), mistake.id)
            self.assertFalse(re.search(r"\d", mistake.belief), mistake.id)
