"""What is listed is whole: nothing is left out of a list, and nothing listed lacks a part. Each complaint is a sentence
that says what is missing and where. The examples in docstrings are true; the core imports nothing that it must not."""

import ast
import doctest
import importlib
import pkgutil
import subprocess
import sys
import unittest
from collections.abc import Iterator
from inspect import isfunction
from pathlib import Path
from types import ModuleType
from typing import get_args

import keen_slate
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.diagnosis.answers import prepare
from keen_slate.core.diagnosis.search import ONE_WAY, Search, searches
from keen_slate.core.machine.acts import ACTS, PANELS, Act
from keen_slate.core.machine.engine import MalRule, Plan, Rule
from keen_slate.core.machine.goals import GoalId
from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.machine.school import school_from
from keen_slate.core.malrules.listing import MAL_RULES, MISTAKES
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.shapes import NAMES
from keen_slate.core.reading.reading import read
from keen_slate.core.rules.listing import PLANS, RULES
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import DEFAULT_SCHOOL, work

CORE = Path(keen_slate.__file__).parent / "core"
HERE = Path(__file__).parent
KEBAB = r"^[a-z]+(-[a-z0-9]+)*$"
KNOWN_TO_THE_CLASS = "negatives"
"""What a class knows is no way of working: it only decides which ways are refused."""


def families(folder: str) -> Iterator[tuple[str, ModuleType]]:
    for path in sorted((CORE / folder).glob("*.py")):
        yield f"keen_slate/core/{folder}/{path.name}", importlib.import_module(f"keen_slate.core.{folder}.{path.stem}")


def unlisted(folder: str, kind: type, listed: set[str]) -> Iterator[str]:
    for where, module in families(folder):
        for name, entry in vars(module).items():
            if isinstance(entry, kind) and entry.id not in listed:  # type: ignore[attr-defined]
                yield f"{where}: {name} does not run. Add it to the tuple at the end of the file, and that to listing.py."


def without_example(entries: tuple[Rule, ...] | tuple[MalRule, ...]) -> Iterator[str]:
    for entry in entries:
        if ">>>" not in (entry.apply.__doc__ or ""):
            where = f"{entry.apply.__module__.replace('.', '/')}.py"
            yield f"{where}: {entry.apply.__name__} has no example. Write one line with >>> and what it gives."


def without_hand_work(by_hand: str) -> Iterator[str]:
    rows = (HERE / by_hand).read_text()
    if by_hand == "mistakes_by_hand.txt":
        rows += (HERE / "stories" / by_hand).read_text()
    if by_hand == "mistakes_by_hand.txt":
        for mistake in MAL_RULES:
            if f"| {mistake.id} |" not in rows:
                yield f"tests/core/{by_hand}: {mistake.id} has no row. Write what a pupil would, by hand."
        return
    written = {pair.strip() for line in rows.splitlines() if line.startswith("by:") for pair in line[3:].split(",")}
    for facet in FACETS:
        for choice in facet.choices:
            usual = choice.id == facet.default or facet.id in (KNOWN_TO_THE_CLASS, "questions")
            if not usual and f"{facet.id}={choice.id}" not in written:
                yield f"tests/core/{by_hand}: no working “by: {facet.id}={choice.id}”. Write one by hand."


class Lists(unittest.TestCase):
    def assert_whole(self, complaints: Iterator[str]) -> None:
        self.assertEqual(list(complaints), [])

    def test_every_rule_and_mal_rule_runs(self) -> None:
        self.assert_whole(unlisted("rules", Rule, {r.id for r in RULES}))
        self.assert_whole(unlisted("malrules", MalRule, {m.id for m in MAL_RULES}))

    def test_every_one_has_an_example(self) -> None:
        self.assert_whole(without_example(RULES))
        self.assert_whole(without_example(MAL_RULES))

    def test_every_mistake_and_every_way_is_done_by_hand_once(self) -> None:
        self.assert_whole(without_hand_work("mistakes_by_hand.txt"))
        self.assert_whole(without_hand_work("workings_by_hand.txt"))

    def test_what_is_forgotten_is_told(self) -> None:
        """The complaints themselves can be made."""
        lost = Rule("lost", "simplify", lambda expr: expr, "simplify")  # type: ignore[arg-type,return-value]
        self.assertIn("has no example", next(without_example((lost,))))
        self.assertIn("does not run", next(unlisted("rules", Rule, set())))

    def test_ids_stand_once_and_are_kebab_case(self) -> None:
        for ids in ([r.id for r in RULES], [*MISTAKES], [d.id for d in DEMANDS], [f.id for f in FACETS]):
            self.assertEqual(len(ids), len(set(ids)))
            for id in ids:
                self.assertRegex(id, KEBAB)
        self.assertEqual(len(MISTAKES), len({m.name for m in MISTAKES.values()}))

    def test_nothing_is_named_that_is_not_there(self) -> None:
        """Goals, acts and pictures are checked by the type checker; here, that each of them has its use."""
        served = {r.goal for r in RULES} | {p.goal for p in PLANS}
        self.assertEqual(served, set(get_args(GoalId)))
        unopened = [
            f"{m.id} stands in for {g!r}, which no rule or plan serves."
            for m in MAL_RULES
            for g in m.goals
            if g not in served
        ]
        self.assertEqual(unopened, [])
        self.assertEqual({r.act for r in RULES} | {"read", "both"}, set(get_args(Act)))
        self.assertEqual(set(ACTS), set(get_args(Act)))
        self.assertEqual({a.panel for a in ACTS.values()}, set(PANELS))
        self.assertEqual(set(NAMES), set(get_args(PictureKind)))

    def test_every_choice_is_one_that_a_rule_or_a_plan_makes(self) -> None:
        offered = {(f.id, c.id) for f in FACETS if f.id != KNOWN_TO_THE_CLASS and not f.of_lines for c in f.choices}
        made = {r.choice for r in RULES if r.choice} | {p.choice for p in PLANS if p.choice}
        self.assertEqual(made - offered, set(), "A rule names a choice that schools/listing.py does not offer.")
        self.assertEqual(offered - made, set(), "schools/listing.py offers a choice that no rule or plan makes.")

    def test_of_the_rules_for_one_goal_the_one_without_a_choice_comes_last(self) -> None:
        entries: tuple[tuple[Rule | Plan, ...], ...] = (RULES, PLANS)
        for listed in entries:
            last: dict[str, Rule | Plan] = {}
            for entry in listed:
                self.assertFalse(
                    entry.goal in last and last[entry.goal].choice is None, f"{entry} never runs: move it up"
                )
                last[entry.goal] = entry

    def test_sentences_are_said_somewhere(self) -> None:
        named: set[str] = set()
        for path in CORE.parent.rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text())):
                if isinstance(node, ast.Attribute):
                    named.add(node.attr)
        for where, module in families("saying"):
            if where.endswith(("words.py", "phrases.py", "say.py", "names.py")):
                continue
            functions = [f for f in vars(module).values() if isfunction(f) and f.__module__ == module.__name__]
            for function in functions:
                if not function.__name__.startswith("_"):
                    self.assertIn(function.__name__, named, f"{where}: nothing says this sentence.")


class LeadingElsewhere(unittest.TestCase):
    ITEMS = (
        "6 1/4 − 2 5/6", "5 1/6 − 2 5/6", "9 − 3 2/5", "2 3/4 + 1 5/6", "1/4 + 5/6", "6/16 + 1/4", "5/12 + 7/18",
        "3/7 + 5/11 + 4/7", "2/3 × 9/4", "6 ÷ 3/4", "4.8 × 2.5", "0.35 + 1/4", "1/2 − 3/4", "18/24 + 1/3",
    )  # fmt: skip

    def test_a_choice_that_is_not_marked_leads_nowhere_else(self) -> None:
        """Where mistakes end under such a choice they end under one that diagnosis looks at."""
        for facet in FACETS:
            for choice in facet.choices[1:]:
                if facet.only_writing or choice.leads_elsewhere or facet.id == KNOWN_TO_THE_CLASS:
                    continue
                for text in self.ITEMS:
                    expr = read(text).expr
                    usual = school_from(FACETS, ONE_WAY)
                    looked_at = {text_of(e) for search in searches(expr, usual) for e in self.ends(search)}
                    here = self.ends(Search(expr, school_from(FACETS, ONE_WAY | {facet.id: choice.id})))
                    missed = {text_of(e) for e in here} - looked_at
                    self.assertEqual(missed, set(), f"{text}: mark {facet.id}={choice.id} leads_elsewhere")

    def ends(self, search: Search) -> list:  # type: ignore[type-arg]
        return [search.states.exprs[end] for end, _ in search.ends(1, slip=False)]


class Walls(unittest.TestCase):
    def test_the_core_runs_without_any_framework(self) -> None:
        code = (
            "import sys, keen_slate.core.diagnosis.glass; "
            "print([m for m in ('flask', 'sqlalchemy', 'pydantic', 'psycopg', 'apiflask') if m in sys.modules])"
        )
        outcome = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
        self.assertEqual(outcome.stdout.strip(), "[]")


def load_tests(_loader: unittest.TestLoader, tests: unittest.TestSuite, _pattern: str | None) -> unittest.TestSuite:
    """Examples may use the reading, the working and the usual school as they are."""
    at_hand = {"read": read, "text_of": text_of, "work": work, "prepare": prepare, "DEFAULT_SCHOOL": DEFAULT_SCHOOL}
    for module in pkgutil.walk_packages(keen_slate.__path__, "keen_slate."):
        if "migrations" not in module.name and not module.name.endswith("__main__"):
            tests.addTests(doctest.DocTestSuite(module.name, extraglobs=at_hand))
    return tests
