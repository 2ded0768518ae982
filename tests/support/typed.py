"""The command line as it is typed."""

import io
import json
from typing import Any

from keen_slate.command_line.main import main


def run(*arguments: str, stdin: str = "") -> list[dict[str, Any]]:
    """The records of one call that can be taken."""
    out = io.StringIO()
    code = main(list(arguments), io.StringIO(stdin), out)
    assert code == 0
    return [json.loads(line) for line in out.getvalue().splitlines()]
