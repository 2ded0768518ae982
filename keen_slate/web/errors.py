"""Every error as one clear sentence: JSON for the API, a small page for a person. Traces go to the log only."""

import sys
from html import escape
from typing import Any

from apiflask import APIFlask, HTTPError
from flask import Response, jsonify, make_response, request

from keen_slate.services.telling import UNEXPECTED, log_fault, told_of

PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Keen Slate: {title}</title>
<style>body{{font:18px/1.6 system-ui,sans-serif;max-width:34rem;margin:18vh auto;padding:0 1.5rem;color:#22262b;
background:#fbf8f1}}h1{{font-size:1.4rem}}a{{color:#2d4a63}}</style>
<h1>{title}</h1><p>{message}</p><p><a href="/work">Back to the sheet</a></p></html>"""

MESSAGES = {
    400: "This request could not be understood. Load the page again and repeat what you did.",
    404: "There is nothing at this address. It may have been deleted, or the address was cut short.",
    405: "This address cannot be used in that way.",
    413: "This is too large to take in. Send less at once.",
    415: "Send this request as JSON.",
    500: UNEXPECTED,
}
TITLES = {404: "Not found", 401: "Not let in", 403: "Not from here"}


def register_errors(app: APIFlask) -> None:
    @app.errorhandler(Exception)
    def failed(fault: Exception) -> Response:
        found = told_of(fault, f"{request.method} {request.url_rule or '?'}")
        return told(found.status, found.message, position=found.position)

    def log_exception(_: object) -> None:
        """What breaks after an answer was made: where, without the values in hand."""
        log_fault(sys.exc_info()[1], f"{request.method} {request.url_rule or '?'}")

    app.log_exception = log_exception  # type: ignore[method-assign, assignment]

    @app.error_processor
    def http_error(fault: HTTPError) -> Response:
        if fault.detail:
            places = [f"{where.partition('.')[2] or where}: {what}" for where, what in _flat(fault.detail)]
            return told(fault.status_code, "This request could not be taken. " + " ".join(places))
        return told(fault.status_code, MESSAGES.get(fault.status_code, f"{fault.message}."))


def _flat(detail: Any, at: str = "") -> list[tuple[str, str]]:
    """Nested validation errors as (place, sentence) pairs."""
    if isinstance(detail, dict):
        return [pair for key, inner in detail.items() for pair in _flat(inner, f"{at}.{key}" if at else str(key))]
    if isinstance(detail, list):
        return [(at, "; ".join(str(d) for d in detail) + ".")]
    return [(at, str(detail))]


def told(status: int, message: str, *, position: int | None = None) -> Response:
    """The answer that says what went wrong."""
    if request.path.startswith("/api/") or request.accept_mimetypes.best != "text/html":
        return make_response(jsonify(message=message, position=position), status)
    title = TITLES.get(status, "This did not work")
    return make_response(PAGE.format(title=title, message=escape(message)), status, {"Content-Type": "text/html"})
