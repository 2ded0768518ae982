"""Processes that are kept alive, and logs that do not grow without end."""

import os
import shutil
import subprocess
import sys
import time
from collections.abc import Sequence
from pathlib import Path

LONGEST_PAUSE = 10.0
STEADY = 20.0
"""Seconds after which a process counts as started well."""

LARGEST_LOG = 5_000_000
OLD_LOGS = 3


class Supervised:
    """A process of ours in its own session, so that a Ctrl-C reaches only the launcher, which then stops it in order.
    Where it ends by itself it is started again, after a pause that grows."""

    def __init__(
        self, module: Sequence[str], environment: dict[str, str], log: Path, *, sockets: Sequence[int] = ()
    ) -> None:
        self.command = [sys.executable, "-m", *module, "--parent", str(os.getpid())]
        self.environment, self.log, self.sockets = environment, log, tuple(sockets)
        self._pause = 0.0
        self._next = 0.0
        self.start()

    def start(self) -> None:
        with private_log(self.log) as log:
            self.process = subprocess.Popen(
                self.command, env=os.environ | self.environment, start_new_session=True, pass_fds=self.sockets,
                stdin=subprocess.DEVNULL, stdout=log, stderr=log, cwd=Path(__file__).parents[2],
            )  # fmt: skip
        self.began = time.monotonic()

    def keep_alive(self) -> bool:
        """Start it again where it has ended. Returns whether it had."""
        now = time.monotonic()
        if self.process.poll() is None:
            if now - self.began > STEADY:
                self._pause = 0.0
            self._next = 0.0
            return False
        if not self._next:
            self._next = now + self._pause
            self._pause = min(max(2 * self._pause, 0.5), LONGEST_PAUSE)
        if now < self._next:
            return False
        self._next = 0.0
        self.start()
        return True

    def stop(self) -> None:
        if self.process.poll() is None:
            self.process.terminate()

    def wait(self) -> None:
        try:
            self.process.wait(timeout=20)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()


def private_log(path: Path):  # type: ignore[no-untyped-def]
    """A log that only its owner reads, opened to be added to."""
    path.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
    handle = os.open(path, os.O_WRONLY | os.O_APPEND | os.O_CREAT, 0o600)
    os.fchmod(handle, 0o600)
    return os.fdopen(handle, "ab")


def rotate(log: Path, largest: int = LARGEST_LOG) -> None:
    """Put a log aside that has grown large, and go on in the same file: whoever writes to it need not know."""
    if not log.exists() or log.stat().st_size <= largest:
        return
    for number in range(OLD_LOGS - 1, 0, -1):
        old = log.with_name(f"{log.name}.{number}")
        if old.exists():
            old.replace(log.with_name(f"{log.name}.{number + 1}"))
    aside = log.with_name(f"{log.name}.1")
    shutil.copyfile(log, aside)
    aside.chmod(0o600)
    os.truncate(log, 0)
