"""Everything that checks Keen Slate: ``python -m tests [NAME …]``. The last line is ``N passed, N failed``."""

import subprocess
import sys
import unittest
from pathlib import Path

from tests.support.cluster import test_cluster

ROOT = Path(__file__).parents[1]
PYTHON = sys.executable

CHECKS: tuple[tuple[str, list[str], Path], ...] = (
    ("format", [PYTHON, "-m", "ruff", "format", "--check", "--quiet", "."], ROOT),
    ("lint", [PYTHON, "-m", "ruff", "check", "--quiet", "."], ROOT),
    ("types", [PYTHON, "-m", "mypy"], ROOT),
    ("walls between the rooms", [str(Path(PYTHON).parent / "lint-imports")], ROOT),
    ("API description", [PYTHON, "-m", "keen_slate.web.write_description", "--check"], ROOT),
    (
        "front end's API types",
        ["sh", "-c", "npx openapi-typescript ../docs/openapi.json | diff -q - src/api/schema.d.ts"],
        ROOT / "frontend",
    ),
    ("front end: lint", ["npm", "run", "--silent", "lint", "--", "--max-warnings", "0"], ROOT / "frontend"),
    ("front end: types", ["npm", "run", "--silent", "types"], ROOT / "frontend"),
)


def main(names: list[str]) -> int:
    passed = failed = 0
    for name, command, where in () if names else CHECKS:
        outcome = subprocess.run(command, cwd=where, capture_output=True, text=True, check=False)
        good = outcome.returncode == 0
        passed, failed = passed + good, failed + (not good)
        print(f"{'ok  ' if good else 'FAIL'} {name}", flush=True)
        if not good:
            print(outcome.stdout + outcome.stderr, flush=True)
    loader = unittest.TestLoader()
    suite = loader.loadTestsFromNames(names) if names else loader.discover(str(ROOT / "tests"), top_level_dir=str(ROOT))
    with test_cluster():
        result = unittest.TextTestRunner(stream=sys.stdout, verbosity=1, buffer=True).run(suite)
    broken = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    passed += result.testsRun - broken - len(result.skipped)
    failed += broken
    print(f"{passed} passed, {failed} failed")
    return 1 if failed or not result.testsRun else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
