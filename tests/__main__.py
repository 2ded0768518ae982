"""Everything that checks Keen Slate: ``python -m tests [NAME …]``. The last line is ``N passed, N failed``."""

import sys
import unittest
from pathlib import Path

from tests.support.cluster import test_cluster
from tests.support.running import Check, Piece, pieces_of, run_all

ROOT = Path(__file__).parents[1]
FRONT_END = ROOT / "frontend"
PYTHON = sys.executable

CHECKS = (
    Check("format", (PYTHON, "-m", "ruff", "format", "--check", "--quiet", "."), ROOT),
    Check("lint", (PYTHON, "-m", "ruff", "check", "--quiet", "."), ROOT),
    Check("types", (PYTHON, "-m", "mypy"), ROOT),
    Check("walls between the rooms", (str(Path(PYTHON).parent / "lint-imports"),), ROOT),
    Check("API description", (PYTHON, "-m", "keen_slate.web.write_description", "--check"), ROOT),
    Check("front end: lint", ("npm", "run", "--silent", "lint", "--", "--max-warnings", "0"), FRONT_END),
    Check("front end: types", ("npm", "run", "--silent", "types"), FRONT_END),
    Check("front end: pure parts", ("npm", "run", "--silent", "test"), FRONT_END),
)


def main(names: list[str]) -> int:
    loader = unittest.TestLoader()
    suite = loader.loadTestsFromNames(names) if names else loader.discover(str(ROOT / "tests"), top_level_dir=str(ROOT))
    pieces: dict[str, Piece] = {} if names else {check.name: check for check in CHECKS}
    with test_cluster():
        outcome = run_all(pieces | pieces_of(suite))
    failed = len(outcome.failures)
    print(f"{outcome.seconds:.0f} seconds")
    print(f"{outcome.passed} passed, {failed} failed" + (f", {outcome.skipped} skipped" if outcome.skipped else ""))
    return 1 if failed or not outcome.passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
