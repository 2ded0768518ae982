"""Numbers read from pictures: every sentence recomputed from its own words, every picture from what is said in its
place, every refusal with a remedy that works.

How pupils misread scales and shaded wholes: common practice, no source.
"""

import re
import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.refuting import refutation
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.shapes import told
from keen_slate.core.reading.reading import Problem, UnreadableProblem, read
from keen_slate.core.saying.say import say
from keen_slate.core.working.work import work
from tests.support.arithmetic import value_of_line
from tests.support.pieces import size
from tests.support.searching import searched

N = r"\d+ \d+/\d+|\d+/\d+|\d*\.\d+|\d+"


def worth(text: str) -> Fraction:
    return value_of_line(text.rstrip("%")) / (100 if text.endswith("%") else 1)


FRACTIONS = st.integers(2, 24).flatmap(
    lambda d: st.builds(lambda w, n: f"{w} {n}/{d}" if w else f"{n}/{d}", st.integers(0, 9), st.integers(1, d - 1))
)
IMPROPER = st.builds(lambda n, d: f"{n}/{d}", st.integers(1, 60), st.integers(2, 12))
DECIMALS = st.builds(lambda n, p: f"{n / 10**p:.{p}f}", st.integers(1, 3000), st.integers(1, 3))
PERCENTS = st.integers(1, 300).map(lambda n: f"{n}%")
NUMBERS = FRACTIONS | IMPROPER | DECIMALS | PERCENTS | st.integers(1, 9999).map(str)
PICTURES = st.sampled_from(["strips", "discs", "a number line", "a hundred square"]) | st.sampled_from(
    [f"a number line in {n} spaces" for n in (2, 4, 5, 8, 10, 20)]
)


def to_be_read(number: str, picture: str) -> Problem | None:
    try:
        return read(f"read {number} from {picture}")
    except UnreadableProblem:
        return None


class Truth(unittest.TestCase):
    @searched(600)
    @given(NUMBERS, PICTURES)
    def test_what_is_said_of_it(self, number: str, picture: str) -> None:
        problem = to_be_read(number, picture)
        if problem is None:
            return
        working = work(problem)
        self.assertEqual([text_of(line.expr) for line in working.lines], ["?", number])
        reason = say(working.lines[1].said)
        self.assertEqual(self.counted(reason), worth(number), reason)
        (at_first, asked), (at_last, answered) = [(f.line, f.proofs[0]) for f in pictures_of(working)]
        self.assertEqual((at_first, at_last), (0, 1))
        self.assertEqual(say(answered.caption), reason)
        self.assertNotRegex(say(asked.caption), r"\d", "the question gives nothing away")
        self.assertEqual(self.in_its_place(say(told(asked.picture))), worth(number), say(told(asked.picture)))

    def counted(self, reason: str) -> Fraction:
        """What a reason comes to, every step of it checked."""
        if cells := re.search(r"Filled: (.+), (\d+) hundredths?\.$", reason):
            worths = {"square": 100, "column": 10, "cell": 1}
            parts = re.findall(r"(\d+) (?:full )?(square|column|cell)s?", cells[1])
            self.assertEqual(sum(int(n) * worths[what] for n, what in parts), int(cells[2]))
            return Fraction(int(cells[2]), 100)
        if spaces := re.match(rf"From ({N}) to ({N}) there are (\d+) equal spaces: each is ({N})(?: (\w+))?\.", reason):
            low, high, count, each, piece = spaces.groups()
            minor = worth(each) / (size(piece) if piece else 1)
            self.assertEqual((worth(high) - worth(low)) / int(count), minor)
            on, before = re.search(rf"The mark is (\d+) spaces? after ({N})[.,]", reason).groups()
            self.assertEqual(before, low)
            value = worth(before) + int(on) * minor
            for total, of in re.findall(r"(\d+) (\w+) from 0\.$", reason):
                self.assertEqual(Fraction(int(total), size(of)), value)
            return value
        if full := re.fullmatch(r"(\d+) \w+ (?:is|are) full\.", reason):
            return Fraction(int(full[1]))
        bottom, piece, rest = re.match(
            r"(?:The|Each) \w+ is cut into (\d+) equal pieces: (\w+)\. (.+)$", reason
        ).groups()
        self.assertEqual(size(piece), int(bottom))
        if total := re.search(r"^(\d+) × (\d+)(?: \+ (\d+))? = (\d+) are filled", rest):
            wholes, per, top, pieces = (int(n or 0) for n in total.groups())
            self.assertEqual((per, wholes * per + top), (int(bottom), pieces))
            return Fraction(pieces, per)
        full = re.match(r"(\d+) (?:is|are) full", rest)
        count, of = re.search(r"(\d+) (\w+) of the next\.$", rest).groups() if full else (rest.split()[0], piece)
        self.assertEqual(size(of), int(bottom))
        return int(full[1] if full else 0) + Fraction(int(count), int(bottom))

    def in_its_place(self, alternative: str) -> Fraction:
        """What somebody who does not see the picture can make of it."""
        if line := re.search(
            rf"every ({N}), with (\d+) spaces between; a mark stands (\d+) after ({N})\.$", alternative
        ):
            return worth(line[4]) + int(line[3]) * worth(line[1]) / int(line[2])
        if cells := re.search(r"cells: (\d+) taken", alternative):
            return Fraction(int(cells[1]), 100)
        return sum((Fraction(int(n), size(p)) for n, p in re.findall(r"(\d+) (\w+)", alternative)), Fraction(0))

    @searched(400)
    @given(NUMBERS, PICTURES)
    def test_the_question_to_a_wrong_answer_is_true(self, number: str, picture: str) -> None:
        problem = to_be_read(number, picture)
        if problem is None:
            return
        for wrong in look_twice(problem).likely_wrong:
            found = refutation(problem, wrong.answer)
            with self.subTest(number=number, picture=picture, mistake=wrong.mistake, says=say(found.question)):
                self.judged(say(found.question), found.question.id, worth(number), worth(text_of(wrong.answer)))

    def judged(self, text: str, id: str, value: Fraction, answer: Fraction) -> None:
        self.assertNotEqual(value, answer)
        if id == "which-wholes":
            if between := re.search(r"between (\d+) and (\d+)\.", text):
                low, high = map(Fraction, between.groups())
                self.assertTrue(low < value < high and not low < answer < high)
            elif full := re.match(r"(\d+) \w+ (?:is|are) full, and (nothing|the next)", text):
                self.assertEqual(int(full[1]), int(value))
                self.assertEqual(full[2] == "nothing", value.denominator == 1)
                self.assertFalse(int(full[1]) < answer < int(full[1]) + 1 and value.denominator > 1)
            else:
                self.assertTrue("is not full" in text and value < 1 <= answer)
        elif id == "other-pieces":
            self.assertFalse(value.denominator == size(re.search(r"counts in (\w+)", text)[1]) == answer.denominator)
        elif id == "count-again":
            count = int(re.search(r"would be (\d+)", text)[1])
            self.assertEqual(count == 0, answer.denominator == 1)
        elif id == "which-cells":
            would, are = (worth(n) for n in re.search(rf"would be ({N}) of 100.*or (\d+)\?$", text).groups())
            self.assertEqual((would, are), (answer * 100, value * 100))
        else:
            self.assertEqual(id, "which-spaces")
            if inside := re.match(rf"From ({N}) to ({N}) there are (\d+) spaces", text):
                low, high = worth(inside[1]), worth(inside[2])
                self.assertTrue(low < value < high and low < answer < high)
                self.assertEqual(((value - low) * int(inside[3]) / (high - low)).denominator, 1)
            else:
                low, high = (worth(n) for n in re.match(rf"The mark stands between ({N}) and ({N})", text).groups())
                self.assertTrue(low < value < high and not low < answer < high)

    @searched(300)
    @given(NUMBERS | st.sampled_from(["0", "2 7/5", "1/70", "13", "0/4", "−2", "3 + 4", "1 0/3"]), PICTURES)
    def test_a_refusal_says_what_to_do(self, number: str, picture: str) -> None:
        try:
            read(f"read {number} from {picture}")
        except UnreadableProblem as fault:
            said = say(fault.said)
            self.assertRegex(said, r"\. (Write|Take|Read)|Write|; a fraction says by itself")
            for kinds in re.findall(r"Read it from ([^,.]+(?:, [^,.]+)*?)(?:, or write|\.)", said):
                for kind in re.split(r", | or ", kinds):
                    self.assertIsNotNone(to_be_read(number, kind), said)


class ByHand(unittest.TestCase):
    # By hand: what is typed, and as what it reads back.
    TYPED = (
        ("read 3/4 off a disc", "read 3/4 from discs"),
        ("Read 2 3/5 from the circles", "read 2 3/5 from discs"),
        ("read 3/4 from a bar", "read 3/4 from strips"),
        ("read 1.4 m on a number line", "read 1.4 m from a number line"),
        ("read 0.6 on a scale cut into 5", "read 0.6 from a number line in 5 spaces"),
        ("read 0.6 from a line in 5 equal parts", "read 0.6 from a number line in 5 spaces"),
        ("read 35% from a square", "read 35% from a hundred square"),
    )
    REFUSED = (
        ("read 2 3/5", "read-from-what"),
        ("read 3 + 4 from strips", "picture-of-one-number"),
        ("read 0 from a number line", "nothing-to-see"),
        ("read 12 from discs", "too-many-wholes"),
        ("read 4.5 from a hundred square", "too-many-wholes"),
        ("read 1/30 from discs", "too-many-pieces"),
        ("read 2 7/5 from strips", "part-over-a-whole"),
        ("read 1/3 from a hundred square", "no-whole-cells"),
        ("read 1.5 from a number line in 3 spaces", "on-no-mark"),
        ("read 3/4 from a number line in 8 spaces", "spaces-of-lines-only"),
        ("read 35% from strips", "percents-in-squares"),
    )
    # By hand: the item, the answer, its verdict and the mistakes that explain it.
    ANSWERS = (
        ("read 2 3/5 from discs", "13/5", "right", ()),
        ("read 2 3/5 from discs", "2.6", "right", ()),
        ("read 4/6 from strips", "2/3", "right", ()),
        ("read 0.37 from a hundred square", "37/100", "right", ()),
        ("read 2 3/5 from discs", "13/15", "wrong", ("all-pieces-drawn",)),
        ("read 2 3/5 from discs", "2 2/5", "wrong", ("unfilled-counted", "one-too-few")),
        ("read 0.6 from a number line in 5 spaces", "0.3", "wrong", ("each-space-a-tenth",)),
        ("read 2.6 from a number line", "7", "wrong", ()),
    )

    def test_what_is_typed_reads_back(self) -> None:
        for typed, text in self.TYPED:
            with self.subTest(typed=typed):
                self.assertEqual(read(typed).text(), text)
                self.assertEqual(read(text).text(), text)

    def test_what_cannot_be_read_is_refused(self) -> None:
        for text, id in self.REFUSED:
            with self.subTest(text=text), self.assertRaises(UnreadableProblem) as raised:
                read(text)
            self.assertEqual(raised.exception.said.id, id)

    def test_answers(self) -> None:
        for text, answer, verdict, causes in self.ANSWERS:
            with self.subTest(text=text, answer=answer):
                found = diagnose(prepare(read(text)), answer)
                self.assertEqual(found.verdict, verdict)
                self.assertEqual(tuple(m for c in found.causes for m in c.mistakes), causes)

    def test_in_the_teachers_words(self) -> None:
        quarters = say(work(read("read 3/4 from strips")).lines[1].said, Manner(quarter="fourth"))
        self.assertIn("4 equal pieces: fourths", quarters)
        comma = Manner(decimal_sign=",")
        self.assertIn("each is 0,1", say(work(read("read 2.6 from a number line")).lines[1].said, comma))
        self.assertEqual(
            read("read 2,6 from a number line", decimal_comma=True).text(comma), "read 2,6 from a number line"
        )
