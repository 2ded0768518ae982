"""Which picture proves which line, and that what is said of it is so: every caption recomputed from its own words.

Which pictures teachers draw for which step: common practice, no source.
"""

import re
import unittest
from collections.abc import Callable
from fractions import Fraction
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.machine.school import School, school_from
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.quantities import Quantities, by_wholes
from keen_slate.core.pictures.shapes import (
    NAMES,
    Bars,
    Discs,
    Fits,
    Jumps,
    PartWhole,
    Proof,
    Run,
    Strips,
    told,
    too_fine,
)
from keen_slate.core.problem.from_picture import LARGEST_STRIP
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.saying import seen
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.core.test_every_line_true import SCHOOLS
from tests.support.arithmetic import value_of_line
from tests.support.generated import asked, decimal_sums, expressions, sums
from tests.support.pieces import size
from tests.support.searching import searched

N = r"−?(?:\d+ \d+/\d+|\d+/\d+|\d*\.\d+|\d+)%?"


def worth(text: str) -> Fraction:
    sign = -1 if text.startswith("−") else 1
    bare = text.lstrip("−")
    return sign * value_of_line(bare.rstrip("%")) / (100 if bare.endswith("%") else 1)


def often(text: str) -> int:
    return {"once": 1, "twice": 2}.get(text) or int(text.removesuffix(" times"))


def every(pattern: str, text: str) -> list[Any]:
    return re.findall(pattern, text)


class Captions(unittest.TestCase):
    """A check for every caption, by its name; the numbers are those that it says, and nothing else."""

    def renamed(self, text: str) -> None:
        common = size(every(r"all pieces are (\S+) now", text)[0])
        for piece, by in every(r"ach (\S+) is cut into (\d+)", text):
            self.assertEqual(size(piece) * int(by), common)
        for kept in every(r"(?:; |, | and )(\d+/\d+)", text):
            self.assertEqual(Fraction(str(kept)).limit_denominator(), worth(str(kept)))
            self.assertEqual(int(str(kept).split("/")[1]), common)

    def end_to_end(self, text: str) -> None:
        total, piece = every(r"^End to end: (\d+) (\w+)", text)[0]
        if short := every(r"(\d+) short of a whole", text):
            self.assertEqual(int(total) + int(str(short[0])), size(piece))
        elif more := every(r"fill (\d+) wholes?, and (\d+) begin", text):
            self.assertEqual(int(total), int(more[0][0]) * size(piece) + int(more[0][1]))
            self.assertLess(int(more[0][1]), size(piece))
        else:
            self.assertEqual(int(total), int(str(every(r"fill (\d+) wholes? exactly", text)[0])) * size(piece))

    def taken_from_the_end(self, text: str) -> None:
        start, _, taken, left = every(r"^Of (\d+) (\S+), (\d+) (?:is|are) taken from the end: (\w+)", text)[0]
        self.assertEqual(int(start) - int(taken), 0 if left == "nothing" else int(left))

    def taken_with_wholes(self, text: str) -> None:
        struck, left = re.fullmatch(r"Struck are (.+): (.+) left\.", text).groups()
        wholes = every(r"(\d+) of (\d+) wholes?", struck)
        parts = every(r"(\d+) of (\d+) (?!whole)(\S+)", struck)[-1]
        start = Fraction(int(parts[1]), size(parts[2])) + (int(wholes[0][1]) if wholes else 0)
        taken = Fraction(int(parts[0]), size(parts[2])) + (int(wholes[0][0]) if wholes else 0)
        rest = sum(Fraction(int(count), size(piece)) for count, piece in every(r"(\d+) (\w+)", left))
        if wholes:  # with no whole struck, the wholes there are stay
            self.assertEqual(start - taken, rest)
        else:
            self.assertEqual((start - taken) % 1, rest % 1)

    def moved(self, text: str) -> None:
        count, piece = every(r"^(\d+) (\S+) moves? across", text)[0]
        if together := every(r"(\d+) of the (\d+) pieces of a whole lie together", text):
            self.assertEqual(int(together[0][1]), size(piece))
            self.assertLess(int(count), int(together[0][0]))
        else:
            self.assertTrue(every(r"fills? \d+ wholes?: (?:\d+ (?:is|are)|nothing is) left", text))

    def put_together(self, text: str) -> None:
        one, other, total, whole = map(int, every(r"(\d+) cells and (\d+) cells are (\d+) cells, (\d+) to", text)[0])
        self.assertEqual(one + other, total)
        if full := every(r"whole: (\d+) wholes?(?: and (\d+) more)?", text):
            self.assertEqual(total, int(full[0][0]) * whole + int(full[0][1] or 0))
        else:
            self.assertLess(total, whole)

    def cells_taken(self, text: str) -> None:
        start, struck, left = map(int, every(r"Of (\d+) cells (\d+) (?:is|are) struck: (\d+) of", text)[0])
        self.assertEqual(start - struck, left)

    def same_cells(self, text: str) -> None:
        bottom = int(str(every(r"both have (\d+) equal cells", text)[0]))
        a, one, b, other = re.findall(r"(\d+/\d+) is (\d+) of them, (\d+/\d+) is (\d+)", text)[0]
        self.assertEqual((Fraction(int(one), bottom), Fraction(int(other), bottom)), (worth(a), worth(b)))

    def opened(self, text: str) -> None:
        wholes, count, piece = every(r"(\d+) wholes? opened up into (\d+) (\S+?);", text)[0]
        self.assertEqual(Fraction(int(count), size(piece)), int(wholes))

    def wholes_in(self, text: str) -> None:
        whole, piece, top, rest = every(r"^(\d+) (\S+) are one whole: (\d+) of them are (.+)\.$", text)[0]
        self.assertEqual(int(whole), size(piece))
        parts = sum(Fraction(int(n), size(p)) for n, p in every(r"(\d+) (\w+)", rest))
        self.assertEqual(Fraction(int(top), int(whole)), parts)

    def cut_up(self, text: str) -> None:
        wholes, pieces, piece = every(r"^(\d+) wholes? (?:is|are) (\d+) ([^;.]+)", text)[0]
        self.assertEqual(int(wholes) * size(piece), int(pieces))
        for more, total in every(r"with (\d+) more they are (\d+)", text):
            self.assertEqual(int(pieces) + int(more), int(total))

    def jumped(self, text: str) -> None:
        start, rest = re.fullmatch(rf"From ({N}): (.+)\.", text).groups()
        at = worth(start)
        for way, by, to in every(rf"(back|on) ({N}) to ({N})", rest):
            at += worth(by) if way == "on" else -worth(by)
            self.assertEqual(at, worth(to))

    def counted_up(self, text: str) -> None:
        start, to, steps = re.fullmatch(rf"From ({N}) up to ({N}): (.+)\.", text).groups()
        self.assertEqual(worth(start) + sum(worth(str(n)) for n in every(N, steps)), worth(to))

    def on_the_line(self, text: str) -> None:
        order = [worth(str(n)) for n in every(N, text.partition(". The")[0])]
        self.assertEqual(order, sorted(order))

    def one_place(self, text: str) -> None:
        self.assertEqual(len({worth(str(n)) for n in every(N, text)}), 1)

    def where_they_lie(self, text: str) -> None:
        self.assertTrue(text.endswith("as places on a line."))

    def lies_at(self, text: str) -> None:
        one, other = every(rf"^({N}) lies at ({N})\.$", text)[0]
        self.assertEqual(worth(one), worth(other))

    def hundred_cells(self, text: str) -> None:
        count, top, bottom = every(r"^(\d+) hundredths? are (\d+) of (\d+) equal parts", text)[0]
        self.assertEqual(Fraction(int(count), 100), Fraction(int(top), int(bottom)))

    def crossing_cells(self, text: str) -> None:
        if inside := every(r"^(\d+) of (\d+) columns and (\d+) of (\d+) rows cross in (\d+) of (\d+) cells", text):
            a, columns, b, rows, cells, whole = map(int, inside[0])
            self.assertEqual(Fraction(a, columns) * Fraction(b, rows), Fraction(cells, whole))
            self.assertEqual(whole, columns * rows)
        else:
            a, b, cells, _ = map(
                int, every(r"^(\d+) columns and (\d+) rows cross in (\d+) cells, of which (\d+)", text)[0]
            )
            self.assertEqual(a * b, cells)

    def laid_again(self, text: str) -> None:
        each, count, total, piece = every(rf"^({N}) laid (once|twice|\d+ times): (\d+) (\S+)\.$", text)[0]
        self.assertEqual(worth(each) * often(count), Fraction(int(total), size(piece)))

    def how_many_fit(self, text: str) -> None:
        if not (found := every(rf"^({N}) fits (once|twice|\d+ times) into ({N})(?:\.|, .*: ({N}) times\.)$", text)):
            each, total, quotient = every(rf"^({N}) does not fit into ({N}), .*: ({N}) of it\.$", text)[0]
            self.assertEqual(worth(total) / worth(each), worth(quotient))
            return
        each, count, total, quotient = found[0]
        self.assertEqual(worth(total) / worth(each), worth(quotient) if quotient else often(count))

    def shared(self, text: str) -> None:
        total, shares, each = every(rf"^({N}) in (\d+) equal parts: ({N}) each\.$", text)[0]
        self.assertEqual(worth(each) * int(shares), worth(total))

    def shares_taken(self, text: str) -> None:
        total, shares, each, _, taken, amount = every(
            rf"^({N}) in (\d+) equal parts is ({N}) each(; (\d+) of them are ({N}))?\.$", text
        )[0]
        self.assertEqual(worth(each) * int(shares), worth(total))
        self.assertEqual(worth(each) * int(taken or 1), worth(amount or each))

    def whole_and_parts(self, text: str) -> None:
        self.assertIn("?", text)

    def hundredths(self, text: str) -> None:
        number, cells, of = every(rf"^({N}) is ({N}) (of the 100 cells of|cells, and 100 are) a square\.$", text)[0]
        self.assertEqual(of.startswith("of"), worth(cells) <= 100)
        self.assertEqual(worth(number) * 100, worth(cells))

    def hundredths_of(self, text: str) -> None:
        number, cells, amount, cell = every(
            rf"^({N}) is ({N}) [^.]+\. If a square is ({N}), each cell is ({N})\.$", text
        )[0]
        self.assertEqual(worth(number) * 100, worth(cells))
        self.assertEqual(worth(cell) * 100, worth(amount))

    def more_cells(self, text: str) -> None:
        told = {n: worth(c) for n, c in every(rf"({N}) is ({N}) hundredths", text)}
        self.assertTrue(all(worth(n) * 100 == c for n, c in told.items()))
        for most in every(rf"({N}) is (?:larger|the largest)", text):
            self.assertEqual(told[str(most)], max(told.values()))

    def digits_move(self, text: str) -> None:
        places, side, ten = every(r"moves (\d+) places? to the (left|right) and is worth (?:1/)?(\d+)", text)[0]
        self.assertEqual(10 ** int(places), int(ten))
        self.assertEqual(side == "right", "1/" in text)

    def in_places(self, text: str) -> None:
        number, place, count, piece = every(rf"^The last digit of ({N}) stands in the (\S+): (\d+) (\S+) in all", text)[
            0
        ]
        self.assertEqual(size(place), size(piece))
        self.assertEqual(worth(number), Fraction(int(count), size(piece)))

    def cross_products(self, text: str) -> None:
        facts = [tuple(map(int, f)) for f in every(r"(\d+) × (\d+) = (\d+)", text)]
        self.assertTrue(all(a * b == c for a, b, c in facts) and len(facts) == 2)
        for more in every(r"(\d+) is more", text):
            self.assertEqual(int(str(more)), max(c for _, _, c in facts))
        self.assertEqual("as many" in text, len({c for _, _, c in facts}) == 1 and "both" not in text)

    def cut_finer(self, text: str) -> None:
        tops = [int(str(n)) for n in every(r"\d+", text.partition("are ")[2].partition(":")[0])]
        self.assertEqual("equally long" in text, len(set(tops)) == 1)
        piece = size(text.split()[1])
        for longest in every(rf"({N}) is long", text):
            self.assertEqual(worth(str(longest)), Fraction(max(tops), piece))

    def longer(self, text: str) -> None:
        self.assertRegex(text, rf"^({N} is long(er|est)|The strips are equally long)\.$")

    def look_first(self, text: str) -> None:
        self.assertTrue(text.endswith("?"))

    def how_long(self, text: str) -> None:
        if asked := every(rf"^How many (\S+) are as long as ({N})\?$", text):
            self.assertGreaterEqual(size(asked[0][0]), 1)
            self.assertTrue(0 < worth(asked[0][1]) <= 1)
        else:
            top, known = every(rf"so that (\d+) pieces? (?:is|are) as long as ({N})\?$", text)[0]
            self.assertTrue(0 < worth(known) <= 1 and int(top) > 0)

    def fewer_pieces(self, text: str) -> None:
        by, old, new, before, after = every(r"every (\d+) (\S+) make one (\S+), (\d+) make (\d+)", text)[0]
        self.assertEqual(Fraction(int(by), size(old)), Fraction(1, size(new)))
        self.assertEqual(Fraction(int(before), size(old)), Fraction(int(after), size(new)))

    def equal_lengths(self, text: str) -> None:
        self.assertEqual(len({worth(str(n)) for n in every(N, text)}), 1)

    def nearest(self, text: str) -> None:
        number, low, high, to = (worth(str(n)) for n in every(N, text))
        self.assertTrue(low < number < high)
        self.assertEqual(to, min((low, high), key=lambda end: abs(end - number)))

    def midway(self, text: str) -> None:
        number, low, high, to = (worth(str(n)) for n in every(N, text))
        self.assertEqual((2 * number, to), (low + high, high))


CHECKS: dict[str, Callable[[Captions, str], None]] = {
    name: check for name, check in vars(Captions).items() if not name.startswith(("_", "test"))
}

PRODUCTS = st.builds(
    lambda a, sign, b: f"{a} {sign} {b}",
    st.sampled_from(["1/2", "2/3", "3/4", "5/6", "7/4", "2 1/2", "1 3/5", "3", "6", "20", "0.6", "1.2", "0.35", "100"]),
    st.sampled_from("×÷"),
    st.sampled_from(["1/2", "2/3", "3/4", "4/5", "5/3", "1 1/4", "2", "5", "8", "10", "1000", "0.2", "0.4"]),
)
PARTS = st.builds(lambda p, n: f"{p}% of {n}", st.sampled_from([5, 10, 25, 50, 75, 120]), st.integers(1, 90))


class Choosing(unittest.TestCase):
    # By hand: problem, school, and for each line with pictures its rule and the kinds. Common practice, no source.
    BY_HAND: tuple[Any, ...] = (
        ("2/3 + 3/4", {}, [
            ("problem", ["bars", "part-whole"]), ("list-multiples", ["strips", "rectangles"]),
            ("combine-tops", ["strips", "discs", "rectangles", "jumps"]), ("take-out-wholes", ["discs", "strips"]),
        ]),
        ("2/3 + 3/4", {"denominators": "cross-products"}, [
            ("problem", ["bars", "part-whole"]), ("cross-products", ["crossing", "strips"]),
            ("work-cross-products", ["strips", "discs", "rectangles"]), ("take-out-wholes", ["discs", "strips"]),
            ("join-split", ["jumps"]),
        ]),
        ("9 − 3 2/5", {"subtracting": "count-back"}, [
            ("problem", ["bars", "part-whole"]), ("split-subtrahend", ["jumps"]), ("count-back-parts", ["jumps"]),
        ]),
        ("3 1/6 − 1 3/4", {}, [
            ("problem", ["bars", "part-whole"]), ("list-multiples", ["strips"]), ("regroup", ["discs"]),
            ("join", ["strips", "discs", "jumps"]),
        ]),
        ("2/3 × 3/4", {}, [("multiply-fractions", ["rectangles"]), ("simplify", ["strips"])]),
        ("3/5 × 20", {}, [("multiply-fractions", ["shares"])]),
        ("4 × 2/3", {}, [("multiply-fractions", ["strips", "shares"]), ("take-out-wholes", ["discs", "strips"])]),
        ("6 ÷ 3/4", {}, [
            ("invert", ["fits"]), ("multiply-fractions", ["fits"]), ("take-out-wholes", ["discs", "strips"]),
        ]),
        ("3/4 ÷ 2", {}, [("multiply-fractions", ["strips"])]),
        ("0.35 × 100", {}, [("multiply-decimals", ["places"])]),
        ("4.2 − 1.75", {}, [("problem", ["bars", "part-whole"]), ("write-digit", ["jumps"])]),
        ("0.35 as a fraction", {}, [("write-fraction", ["square", "places"]), ("simplify", ["square"])]),
        ("2 1/2 + ? = 4", {}, [
            ("problem", ["bars", "part-whole"]), ("regroup", ["discs"]),
            ("join", ["strips", "discs", "jumps"]),
        ]),
        ("compare 3/4 and 5/6", {}, [("problem", ["strips"]), ("judge", ["strips", "jumps", "crossing"])]),
        ("compare 0.7 and 0.65", {}, [("judge", ["square", "jumps"])]),
        ("round 3.47 to tenths", {}, [("round", ["jumps"])]),
        ("25% of 40", {}, [("percents-as-fractions", ["square"])]),
    )  # fmt: skip

    def test_by_hand(self) -> None:
        for text, school, expected in self.BY_HAND:
            with self.subTest(text=text, school=school):
                working = work(read(text), school_from(FACETS, school))
                found = [(working.lines[p.line].rule, [q.picture.kind for q in p.proofs]) for p in pictures_of(working)]
                self.assertEqual(found[: len(expected)], expected)

    def test_every_kind_comes_up(self) -> None:
        kinds = {kind for _, _, lines in self.BY_HAND for _, of in lines for kind in of}
        self.assertEqual(kinds, set(NAMES))

    def test_where_pieces_are_too_fine_another_picture_is_offered(self) -> None:
        found = [p for p in pictures_of(work(read("3/5 + 2/7 + 1/11"), school_from(FACETS, {}))) if p.too_fine]
        assert found[1].too_fine is not None
        self.assertEqual(say(found[1].too_fine), "385ths are too fine to be seen in a strip.")
        self.assertEqual([p.picture.kind for p in found[1].proofs], ["jumps"])

    def test_a_kind_that_is_liked_comes_first_where_it_can(self) -> None:
        lines = {p.line: p for p in pictures_of(work(read("2/3 + 3/4")))}
        combined = lines[3]
        for chosen, liked, kind in (
            (None, (), "strips"), (None, ("bars", "discs", "jumps"), "discs"), ("jumps", ("discs",), "jumps"),
            ("none", ("discs",), None),
        ):  # fmt: skip
            standing = combined.standing(chosen, liked)
            self.assertEqual(standing.picture.kind if standing else None, kind)
        self.assertIsNone(lines[4].standing(None, ("discs",)))  # told by the line before

    def test_a_quantity_looks_the_same_through_the_working(self) -> None:
        """2/3 is the first and 3/4 the second, renamed, put together and taken out."""
        first, second = {Fraction(2, 3)}, {Fraction(3, 4)}
        for found in pictures_of(work(read("2/3 + 3/4"))):
            for proof in found.proofs:
                if not isinstance(proof.picture, Strips):
                    continue
                for row in proof.picture.rows:
                    for run in row.runs:
                        self.assertIn(run.length, first if run.of == 0 else second)


class Truth(unittest.TestCase):
    def test_each_caption_has_its_check(self) -> None:
        captions = {
            name for name, of in vars(seen).items()
            if callable(of) and getattr(of, "__module__", "") == seen.__name__ and not name.startswith(("_", "counter"))
        }  # fmt: skip
        self.assertEqual(captions, set(CHECKS))

    def judged(self, text: str, school: School) -> None:
        try:
            working = work(read(text), school)
        except UnreadableProblem:
            return
        for found in pictures_of(working):
            for proof in found.proofs:
                caption = say(proof.caption)
                with self.subTest(text=text, line=found.line, caption=caption):
                    if proof.caption.sentence.__module__ == seen.__name__:
                        CHECKS[proof.caption.sentence.__name__](Captions(), caption)
                    self.drawn_as_said(proof, caption)
                    line = text_of(working.lines[found.line].expr)
                    if proof.caption.id == "renamed" and "×" not in line:  # the pieces of the line, not any that fit
                        named = every(r"all pieces are (\S+) now", caption)[0]
                        self.assertIn(f"/{size(named)}", line)
                    self.assertIsNone(too_fine(proof.picture))
                    self.assertTrue(say(told(proof.picture)).endswith("."))
                    self.whole(proof.picture)

    def drawn_as_said(self, proof: Proof, caption: str) -> None:
        """Where a caption says little by itself, it speaks of what is drawn."""
        picture, numbers = proof.picture, [str(n) for n in every(N, caption)]
        match proof.caption.id:
            case "look-first":
                assert isinstance(picture, Strips)
                self.assertEqual(caption.startswith("Both"), len(picture.rows) == 2)
            case "where-they-lie":
                assert isinstance(picture, Jumps)
                self.assertEqual(sorted(map(worth, numbers)), sorted(p.at for p in picture.points))
            case "whole-and-parts":
                assert isinstance(picture, (Bars, PartWhole))
                known = [p for i, p in enumerate(picture.parts) if i != picture.unknown]
                told = known if picture.unknown == -1 else [picture.whole, *known]
                self.assertEqual(numbers, [text_of(n) for n in told])
                self.assertEqual(evaluate(picture.whole), sum(map(evaluate, picture.parts)))

    def whole(self, picture: object) -> None:
        """No piece is lost: what a picture of discs or strips holds fits into its wholes."""
        if isinstance(picture, Discs):
            self.assertTrue(all(sum(r.top for r in d.runs) <= d.pieces for d in picture.discs))
        elif isinstance(picture, Strips):
            self.assertLessEqual(max(r.pieces for r in picture.rows), LARGEST_STRIP)
        elif isinstance(picture, Fits):
            self.assertEqual(Fraction(picture.pieces_of_total, picture.bottom), evaluate(picture.total))
            self.assertEqual(Fraction(picture.pieces_of_each, picture.bottom), evaluate(picture.each))

    @searched(300)
    @given(sums(3), SCHOOLS)
    def test_sums(self, text: str, school: School) -> None:
        self.judged(text, school)

    def test_the_pieces_are_those_that_are_taken_though_larger_would_do(self) -> None:
        for text, school in (("2/3 + 3/4 in 24ths", {}), ("1/4 + 5/6", {"denominators": "product"})):
            captions = [
                say(p.caption) for f in pictures_of(work(read(text), school_from(FACETS, school))) for p in f.proofs
            ]
            self.assertTrue(any("all pieces are 24ths now" in c for c in captions), captions)
            self.assertFalse(any("twelfths" in c for c in captions), captions)

    @searched(200)
    @given(PRODUCTS | PARTS, SCHOOLS)
    def test_products_and_quotients(self, text: str, school: School) -> None:
        self.judged(text, school)

    @searched(300)
    @given(decimal_sums() | expressions(depth=1) | asked(), SCHOOLS)
    def test_anything(self, text: str, school: School) -> None:
        self.judged(text, school)

    @searched(100)
    @given(st.lists(st.builds(Run, st.integers(1, 30), st.just(12), st.integers(0, 3)), min_size=1, max_size=5))
    def test_runs_are_cut_where_a_whole_is_full(self, runs: list[Run]) -> None:
        wholes = by_wholes(tuple(runs), 12)
        self.assertTrue(all(sum(r.top for r in whole) == 12 for whole in wholes[:-1]))
        self.assertEqual(sum(r.top for whole in wholes for r in whole), sum(r.top for r in runs))
        joined = [(r.of, r.top) for whole in wholes for r in whole]
        self.assertEqual([of for of, top in joined for _ in range(top)], [r.of for r in runs for _ in range(r.top)])


class Which(unittest.TestCase):
    def test_a_part_is_of_the_number_that_it_belongs_to(self) -> None:
        """The half of 3 1/2 is not taken for the fourth number, which is 1/2."""
        numbers = tuple(read(t).expr for t in ("3 1/2", "2 1/4", "1 3/8", "1/2"))
        parts = [CommonFraction(*p) for p in ((4, 8), (2, 8), (3, 8), (4, 8))]
        self.assertEqual(Quantities(numbers).each(parts), [0, 1, 2, 3])
        self.assertEqual(Quantities(numbers[:2]).each([CommonFraction(1, 4)]), [1])

    def test_a_label_is_the_number_as_written(self) -> None:
        (found,) = (p for p in pictures_of(work(read("4/6 + 1/4"))) if p.line == 0)
        self.assertEqual([text_of(n) for n in found.proofs[0].picture.parts], ["4/6", "1/4"])
