"""A watchdog in each web process: no request keeps it busy longer than its deadline.

Past the deadline an exception is raised in the thread that computes, and its request is answered with a sentence. A
thread that does not heed that within GRACE seconds takes the process with it: whoever supervises starts another.
"""

import ctypes
import logging
import os
import threading
import time
from collections.abc import Callable, Iterable
from typing import Any

LOG = logging.getLogger("keen_slate")
DEADLINE = 8.0
"""Seconds that a request may take: eight times what any input within the bounds costs on a slow machine."""

GRACE = 4.0
SENTENCE = (
    b'{"message": "This took too long and was broken off. Try it with smaller or fewer numbers.", "position": null}'
)

Start = Callable[..., Any]
Application = Callable[[dict[str, Any], Start], Iterable[bytes]]


class DeadlinePassed(BaseException):
    """Raised in a thread whose request has passed its deadline; no handler of ordinary errors takes it."""


class Watchdog:
    """Middleware that keeps each request to its deadline."""

    def __init__(
        self,
        application: Application,
        deadline: float = DEADLINE,
        grace: float = GRACE,
        end_process: Callable[[], None] | None = None,
    ) -> None:
        self.application = application
        self.deadline, self.grace = deadline, grace
        self._end_process = end_process or (lambda: os._exit(70))
        self._lock = threading.Lock()
        self._running: dict[int, float] = {}
        self._warned: dict[int, float] = {}
        threading.Thread(target=self._watch, name="watchdog", daemon=True).start()

    def __call__(self, environ: dict[str, Any], start_response: Start) -> Iterable[bytes]:
        me = threading.get_ident()
        with self._lock:
            self._running[me] = time.monotonic()
        try:
            try:
                return self.application(environ, start_response)
            finally:
                self._let_go(me)
        except DeadlinePassed:
            LOG.error("a request passed its deadline and was broken off")
            headers = [("Content-Type", "application/json"), ("Content-Length", str(len(SENTENCE)))]
            start_response("503 Service Unavailable", headers)
            return [SENTENCE]

    def _let_go(self, thread: int) -> None:
        with self._lock:
            del self._running[thread]
            if self._warned.pop(thread, None) is not None:
                _raise_in(thread, None)

    def _watch(self) -> None:
        while True:
            time.sleep(min(self.deadline / 4, 0.5))
            now = time.monotonic()
            with self._lock:
                for thread, began in self._running.items():
                    if thread not in self._warned and now - began > self.deadline:
                        self._warned[thread] = now
                        _raise_in(thread, DeadlinePassed)
                    elif thread in self._warned and now - self._warned[thread] > self.grace:
                        LOG.error("a request could not be broken off: this process ends")
                        self._end_process()


def _raise_in(thread: int, fault: type[BaseException] | None) -> None:
    """Raise at the thread's next step of Python, or take back what is not raised yet."""
    ctypes.pythonapi.PyThreadState_SetAsyncExc(
        ctypes.c_ulong(thread), None if fault is None else ctypes.py_object(fault)
    )
