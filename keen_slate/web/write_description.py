"""Write docs/openapi.json, the description of the API, and docs/set.schema.json, that of a set's file.

``python -m keen_slate.web.write_description [--check]``
"""

import json
import sys
from pathlib import Path

from keen_slate.services.shapes.files import SetFile
from keen_slate.web.app import create_app

DOCS = Path(__file__).parents[2] / "docs"


def description() -> str:
    # Nothing is asked of the database for this; the address only has to look like one.
    return json.dumps(create_app("postgresql://nobody@127.0.0.1/none").spec, indent=1, sort_keys=True) + "\n"


def set_schema() -> str:
    schema = SetFile.model_json_schema()
    return json.dumps({"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}, indent=1) + "\n"


def main() -> int:
    old = 0
    for name, written in (("openapi.json", description), ("set.schema.json", set_schema)):
        path = DOCS / name
        if "--check" not in sys.argv[1:]:
            path.write_text(written())
        elif not path.exists() or path.read_text() != written():
            print(f"docs/{name} is old: run this without --check.")
            old = 1
    return old


if __name__ == "__main__":
    sys.exit(main())
