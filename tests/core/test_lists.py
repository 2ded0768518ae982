"""Lists and folders agree; the core imports nothing it must not; the examples in its docstrings are true."""

import ast
import doctest
import importlib
import pkgutil
import subprocess
import sys
import unittest
from pathlib import Path

import keen_slate
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.machine.acts import ACT_OF, ACTS
from keen_slate.core.machine.engine import MalRule, Rule
from keen_slate.core.malrules.listing import MAL_RULES
from keen_slate.core.pictures.shapes import KINDS
from keen_slate.core.rules.listing import PLANS, RULES
from keen_slate.core.saying.names import ACT_NAMES, CHOICE_NAMES, DEMAND_NAMES, FACET_NAMES, PICTURE_NAMES
from keen_slate.core.saying.sentences import SENTENCES
from keen_slate.core.schools.listing import FACETS

CORE = Path(keen_slate.__file__).parent / "core"
KEBAB = r"^[a-z]+(-[a-z0-9]+)*$"


def entries_in(folder: str, kind: type) -> set[str]:
    """The ids of every module-level Rule or MalRule in a folder, listed or not."""
    found: set[str] = set()
    for path in (CORE / folder).glob("*.py"):
        module = importlib.import_module(f"keen_slate.core.{folder}.{path.stem}")
        found |= {v.id for v in vars(module).values() if isinstance(v, kind)}
    return found


class Lists(unittest.TestCase):
    def test_every_rule_is_listed(self) -> None:
        self.assertEqual(entries_in("rules", Rule), {r.id for r in RULES})
        self.assertEqual(entries_in("malrules", MalRule), {m.id for m in MAL_RULES})

    def test_ids_stand_once_and_are_kebab_case(self) -> None:
        for ids in ([r.id for r in RULES], [m.id for m in MAL_RULES], [d.id for d in DEMANDS], list(SENTENCES)):
            self.assertEqual(len(ids), len(set(ids)))
            for id in ids:
                self.assertRegex(id, KEBAB)

    def test_everything_listed_has_its_words(self) -> None:
        self.assertEqual({f.id for f in FACETS}, set(FACET_NAMES))
        self.assertEqual({(f.id, c.id) for f in FACETS for c in f.choices}, set(CHOICE_NAMES))
        self.assertEqual(set(ACT_OF), {r.id for r in RULES} | {"problem"})
        self.assertEqual(set(ACTS), set(ACT_NAMES))
        self.assertEqual(set(KINDS), set(PICTURE_NAMES))
        self.assertEqual({d.id for d in DEMANDS}, set(DEMAND_NAMES))

    def test_every_sentence_that_is_said_is_listed_and_the_other_way_round(self) -> None:
        said: set[str] = set()
        for path in CORE.parent.rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text())):
                if isinstance(node, ast.Constant) and isinstance(node.value, str) and path.name != "sentences.py":
                    said.add(node.value)
        self.assertEqual(set(SENTENCES) - said, set())

    def test_mal_rules_stand_in_for_goals_that_exist(self) -> None:
        goals = {r.goal for r in RULES} | {p.goal for p in PLANS}
        for mistake in MAL_RULES:
            self.assertLessEqual(set(mistake.goals), goals)

    def test_choices_of_rules_are_listed(self) -> None:
        known = {(f.id, c.id) for f in FACETS for c in f.choices}
        # What a class knows is no way of working: it only decides which ways are refused.
        asked_only = {("negatives", "known"), ("negatives", "not-yet")}
        self.assertEqual({e.choice for e in (*RULES, *PLANS) if e.choice}, known - asked_only)


class Walls(unittest.TestCase):
    def test_the_core_runs_without_any_framework(self) -> None:
        code = (
            "import sys, keen_slate.core.diagnosis.second_look; "
            "print([m for m in ('flask', 'sqlalchemy', 'pydantic', 'psycopg', 'apiflask') if m in sys.modules])"
        )
        outcome = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
        self.assertEqual(outcome.stdout.strip(), "[]")


def load_tests(_loader: unittest.TestLoader, tests: unittest.TestSuite, _pattern: str | None) -> unittest.TestSuite:
    for module in pkgutil.walk_packages(keen_slate.__path__, "keen_slate."):
        if "migrations" not in module.name and not module.name.endswith("__main__"):
            tests.addTests(doctest.DocTestSuite(module.name))
    return tests
