"""Real processes on a database: two for the web, one worker for each queue, as ./start runs them."""

import socket
import time
import urllib.error
import urllib.request
from collections.abc import Sequence
from pathlib import Path

from keen_slate.launch.supervised import Supervised

_HEAVY = "1 1/2 + 2 1/3 − 1 1/4 + 3 1/5 − 1/6 + 5 1/7 − 2 3/8 + 4 2/9"
"""An item that takes long to be looked through."""


def heavy(number: int) -> str:
    """An item that takes long to look through, another for each number: none is ready from the one before."""
    return f"{_HEAVY} + {number} 1/11"


class Running:
    """Web processes that share a port, and workers."""

    def __init__(
        self,
        database_url: str,
        logs: Path,
        *,
        web: int = 2,
        queues: Sequence[str] = ("print", "errands"),
        environment: dict[str, str] | None = None,
        begin: bool = True,
        serving: str = "keen_slate.web",
    ) -> None:
        self.environment = {"DATABASE_URL": database_url} | (environment or {})
        self.logs, self.web_count, self.queues = logs, web, queues
        self.serving = serving
        self.socket = socket.create_server(("127.0.0.1", 0), backlog=512)
        self.address = f"http://127.0.0.1:{self.socket.getsockname()[1]}"
        self.web: list[Supervised] = []
        self.workers: list[Supervised] = []
        if begin:
            self.start()

    def start(self) -> None:
        handle = self.socket.fileno()
        self.web = [
            Supervised(
                [self.serving, "--fd", str(handle)], self.environment, self.logs / f"web-{n}.log", sockets=[handle]
            )
            for n in range(self.web_count)
        ]
        self.workers = [
            Supervised(["keen_slate.worker", queue], self.environment, self.logs / f"worker-{queue}.log")
            for queue in self.queues
        ]
        self.wait_until_healthy()

    def wait_until_healthy(self) -> None:
        for _ in range(300):
            try:
                with urllib.request.urlopen(f"{self.address}/healthz", timeout=2) as answer:
                    if answer.status == 200:
                        return
            except (urllib.error.URLError, ConnectionError, TimeoutError):
                time.sleep(0.1)
        raise AssertionError((self.logs / "web-0.log").read_text()[-2000:])

    def stop(self) -> None:
        for process in (*self.web, *self.workers):
            process.stop()
        for process in (*self.web, *self.workers):
            process.wait()

    def close(self) -> None:
        self.stop()
        self.socket.close()
