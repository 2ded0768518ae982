"""Texts as teachers write them: what is found in them, and what is offered that they may mean."""

import re
import unittest
from dataclasses import dataclass
from pathlib import Path

from keen_slate.core.notation.text import text_of
from keen_slate.core.notation.units import MONEY, are_same
from keen_slate.core.problem.situation import Relation
from keen_slate.core.problem.tree import InStory
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.stories.finding import amounts_in
from keen_slate.core.stories.library import LIBRARY
from keen_slate.core.stories.proposing import Understood, understood
from keen_slate.core.working.story_steps import answers_of
from keen_slate.core.working.work import work

HERE = Path(__file__).parent
TOLD_SO = ("fraction", "percent", "times-as-many")
"""Of these kinds the label of the number tells which part of the product it is."""

TWO_PARTS = (
    (
        "Ash and Beech have 48 stickers together. Beech has 12 more than Ash. How many stickers does Ash have?",
        "Ash has 18 stickers.",
    ),
    (
        "Ash and Beech have 48 stickers together. Beech has 12 more than Ash. How many stickers does Beech have?",
        "Beech has 30 stickers.",
    ),
    (
        "Two ropes are 9 1/2 m long together. One is 1 1/2 m longer than the other. How long is the shorter rope?",
        "The shorter rope is 4 m long.",
    ),
    (
        "A spade and a rake cost £21.50 together. The spade costs £4.50 more than the rake. How much does the rake cost?",
        "The rake costs £8.50.",
    ),
    (
        "Two beds have an area of 7 1/2 m² together. One is twice as large as the other. How large is the small bed?",
        "Small bed: 2 1/2 m².",
    ),
)


@dataclass(frozen=True)
class Written:
    text: str
    amounts: tuple[str, ...]
    means: str


def written() -> list[Written]:
    rows = []
    for paragraph in (HERE / "told_by_teachers.txt").read_text().split("\n\n"):
        lines = [line for line in paragraph.splitlines() if line and not line.startswith("#")]
        if lines:
            text = lines[0].replace("\\n", "\n").replace("\\t", "\t")
            amounts = tuple(a.strip() for a in lines[1].removeprefix("amounts:").split(";"))
            rows.append(Written(text, amounts, lines[2].removeprefix("means:").strip()))
    return rows


Row = tuple[str, bool, str, tuple[str, ...], str, str]


def rows_meant(row: Written) -> list[Row]:
    """The relations as they were written down, in the same shape as what is offered."""
    found: list[Row] = []
    rests = {m.group(1): m.group(2) for m in re.finditer(r"(#\d) = #\d \* (\?\d?) \[left\]", row.means)}
    for equation in row.means.split(";"):
        reading = next(iter(re.findall(r"\[(\w+)\]", equation)), "exact")
        if reading == "left":
            continue
        compare = equation.strip().startswith("compare ")
        plain = re.sub(r"\[\w+\]|compare ", "", equation)
        total, right = (side.strip() for side in plain.split("="))
        if "*" in right:
            names = tuple(n.strip() for n in right.split("*"))
            found.append(("product", compare, total, names, reading, rests.get(total, "") if reading == "down" else ""))
        else:
            found.append(("sum", compare, total, tuple(sorted(n.strip() for n in right.split("+"))), reading, ""))
    told_so = any(a.endswith((" of", " times")) for a in row.amounts)
    return sorted((*r[:3], tuple(sorted(r[3])) if told_so else r[3], *r[4:]) for r in found)


def rows_offered(problem: Problem, offered: Understood, *, told_so: bool) -> list[Row]:
    assert problem.story is not None
    situation = problem.story.situation
    names = {name: f"#{i}" for i, (name, _) in enumerate(offered.amounts, start=1)}
    one = len(situation.asked) == 1
    names |= {name: "?" if one else f"?{i}" for i, name in enumerate(situation.asked, start=1)}
    on_the_way = iter("xyz")
    for quantity in situation.quantities:
        if quantity.name not in names:
            names[quantity.name] = quantity.name if quantity.given is not None else next(on_the_way)

    def row(relation: Relation) -> Row:
        parts = tuple(names[p] for p in relation.parts)
        if relation.form == "sum" or told_so:
            parts = tuple(sorted(parts))
        rest = names[relation.rest] if relation.rest else ""
        return relation.form, relation.kind == "compare", names[relation.total], parts, relation.reading, rest

    return sorted(row(r) for r in situation.relations)


class WrittenTexts(unittest.TestCase):
    def test_every_amount_with_its_unit(self) -> None:
        rows = written()
        self.assertEqual(len(rows), 40)
        for row in rows:
            with self.subTest(text=row.text[:60]):
                found = amounts_in(row.text)
                self.assertEqual(len(found), len(row.amounts))
                for amount, wanted in zip(found, row.amounts, strict=True):
                    if amount.unit in MONEY and amount.unit:
                        self.assertEqual(f"{amount.unit}{text_of(amount.number)}", wanted)
                        continue
                    number, _, unit = wanted.rpartition(" ")
                    self.assertEqual(text_of(amount.number), number)
                    thing = amount.unit.rpartition(" ")[2]  # “6 equal jars” are 6 jars
                    self.assertTrue(are_same(thing, unit), f"{amount.unit} for {unit}")

    def test_what_is_meant_is_offered_and_never_taken_wrongly_without_asking(self) -> None:
        meant = first = 0
        for row in written():
            offered = understood(row.text)
            self.assertLessEqual(len(offered.stories), 3)
            told_so = any(a.endswith((" of", " times")) for a in row.amounts)
            wanted = rows_meant(row)
            rows = [rows_offered(story, offered, told_so=told_so) for story in offered.stories]
            with self.subTest(text=row.text[:60]):
                if len(rows) == 1:  # nothing is asked: it is taken as it is
                    self.assertEqual(rows[0], wanted)
                meant += wanted in rows
                first += bool(rows) and rows[0] == wanted
        self.assertGreaterEqual(meant, 32)
        self.assertGreaterEqual(first, 32)

    def test_what_is_offered_reads_back_and_tells_the_same_text(self) -> None:
        for row in written():
            for problem in understood(row.text).stories:
                assert problem.story is not None
                with self.subTest(form=problem.text()[:200]):
                    self.assertEqual(read(problem.text()).story, problem.story)

    def test_the_texts_of_the_library_too(self) -> None:
        """They were written by other hands than these rules, and their numbers stand where they stand."""
        found = 0
        for story in LIBRARY:
            offered = understood(story.story.text())
            answers = [p.expr for p in offered.stories]
            values = {tuple(a.answers()) for a in answers}
            found += story.problem.expr.answers() in values
        self.assertGreaterEqual(found, 36)

    def test_the_word_that_seems_to_decide_stands_in_the_text(self) -> None:
        said = {row.text: understood(row.text).signal for row in written()}
        for text, signal in said.items():
            self.assertIn(signal, text)
        self.assertEqual(said[next(t for t in said if "more than Ben" in t)], "more")
        self.assertGreater(sum(map(bool, said.values())), 20)

    def test_two_parts_told_by_their_sum_and_how_they_compare(self) -> None:
        for text, sentence in TWO_PARTS:
            with self.subTest(text=text):
                story, *_ = understood(text).stories
                end = work(story).derivation.end
                assert story.story is not None
                assert isinstance(end, InStory)
                self.assertEqual(answers_of(story.story, end), [sentence])

    def test_nothing_is_made_of_what_tells_nothing(self) -> None:
        for text in ("", "How long is the rope?", "The rope is 7 m long.", "3 is a number, and so is 4 kg. Why?"):
            with self.subTest(text=text):
                self.assertEqual([p for p in understood(text).stories if p.story is None], [])
        self.assertEqual(understood("The rope is 7 m long.").stories, ())
