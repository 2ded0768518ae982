"""What processes of ours do alike."""

import os
import threading
import time
from collections.abc import Callable


def end_with(other: int, end: Callable[[], None]) -> None:
    """Call ``end`` once the process for which this one works is gone, however it went."""

    def watch() -> None:
        while _lives(other):
            time.sleep(0.5)
        end()

    threading.Thread(target=watch, name="end with another", daemon=True).start()


def _lives(process: int) -> bool:
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True
