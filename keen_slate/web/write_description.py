"""Write the description of the API to docs/openapi.json: ``python -m keen_slate.web.write_description [--check]``."""

import json
import sys
from pathlib import Path

from keen_slate.web.app import create_app

DESCRIPTION = Path(__file__).parents[2] / "docs" / "openapi.json"


def description() -> str:
    # Nothing is asked of the database for this; the address only has to look like one.
    return json.dumps(create_app("postgresql://nobody@127.0.0.1/none").spec, indent=1, sort_keys=True) + "\n"


def main() -> int:
    if "--check" in sys.argv[1:]:
        current = DESCRIPTION.read_text() == description()
        print("docs/openapi.json is current." if current else "docs/openapi.json is old: run this without --check.")
        return 0 if current else 1
    DESCRIPTION.write_text(description())
    return 0


if __name__ == "__main__":
    sys.exit(main())
