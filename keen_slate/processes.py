"""What processes of ours do alike."""

import os
import threading
import time
from collections.abc import Callable


def end_with(parent: int, end: Callable[[], None]) -> None:
    """Call ``end`` once the process that started this one is gone, however it went."""

    def watch() -> None:
        while os.getppid() == parent:
            time.sleep(0.5)
        end()

    threading.Thread(target=watch, name="parent", daemon=True).start()
