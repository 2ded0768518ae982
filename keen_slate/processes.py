"""What processes of ours do alike."""

import gc
import os
import threading
import time
from collections.abc import Callable


def collect_seldom() -> None:
    """What is loaded by now is never garbage, and what comes seldom holds cycles: trees, lines and answers go when the
    last that names them goes. Looking through all that is kept again and again was a third of the time in which a
    large set opens."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(10_000, 20, 20)


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
