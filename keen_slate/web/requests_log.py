"""One line a request: when, how, what, the status, how many bytes, how long. Nothing that anybody typed is in it."""

import logging
import time
from collections.abc import Callable, Iterable
from typing import Any
from urllib.parse import quote

LOG = logging.getLogger("keen_slate.requests")
Start = Callable[..., Any]


class RequestsLog:
    """Middleware. The path is written as it came over the wire, without what is asked behind ``?``."""

    def __init__(self, application: Callable[[dict[str, Any], Start], Iterable[bytes]]) -> None:
        self.application = application

    def __call__(self, environ: dict[str, Any], start_response: Start) -> Iterable[bytes]:
        began = time.monotonic()
        found = {"status": "-", "bytes": "-"}

        def noting(status: str, headers: list[tuple[str, str]], *more: Any) -> Any:
            found["status"] = status.split(" ")[0]
            found["bytes"] = next((v for k, v in headers if k.lower() == "content-length"), "-")
            return start_response(status, headers, *more)

        try:
            return self.application(environ, noting)
        finally:
            took = (time.monotonic() - began) * 1000
            path = quote(environ.get("PATH_INFO", "").encode("latin-1", "replace"), safe="/-._~")[:200]
            method = environ.get("REQUEST_METHOD", "")[:10]
            LOG.info("%s %s %s %s %.0fms", method, path, found["status"], found["bytes"], took)
