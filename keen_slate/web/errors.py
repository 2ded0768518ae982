"""Every error as one clear sentence: JSON for the API, a small page for a person. Traces go to the log only."""

import logging
from html import escape
from typing import Any

from apiflask import APIFlask, HTTPError
from flask import Response, jsonify, make_response, request

from keen_slate.core.machine.engine import EngineFault
from keen_slate.core.machine.school import UnknownChoice
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem
from keen_slate.faults import BadOrder, ChangedMeanwhile, DatabaseUnavailable, NotFound, NotPossible, UnknownWord
from keen_slate.services.work.asked import unreadable

LOG = logging.getLogger("keen_slate")

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
}
ENGINE_FAULT = (
    "Keen Slate made a mistake of its own here and stopped, so that nothing false is shown. It is noted in the log. "
    "Try another way of working, or change a number."
)
TITLES = {404: "Not found"}


def register_errors(app: APIFlask) -> None:
    @app.errorhandler(UnreadableProblem)
    def cannot_read(fault: UnreadableProblem) -> Response:
        told = unreadable(fault)
        return _answer(422, told.message, position=told.position)

    @app.errorhandler(UnknownChoice)
    def unknown_choice(fault: UnknownChoice) -> Response:
        return _answer(422, str(fault))

    @app.errorhandler(UnknownWord)
    def unknown_word(fault: UnknownWord) -> Response:
        return _answer(422, str(fault))

    @app.errorhandler(NotFound)
    def not_found(fault: NotFound) -> Response:
        return _answer(404, f"This {fault.what} is not here any more. Load the page again to see what is.")

    @app.errorhandler(ChangedMeanwhile)
    def changed(_: ChangedMeanwhile) -> Response:
        return _answer(409, "This was changed in another place since you opened it. Nothing was overwritten.")

    @app.errorhandler(BadOrder)
    def bad_order(_: BadOrder) -> Response:
        return _answer(422, "A new order must hold every example of the set once. Load the page again.")

    @app.errorhandler(NotPossible)
    def not_possible(fault: NotPossible) -> Response:
        return _answer(422, str(fault))

    @app.errorhandler(DatabaseUnavailable)
    def no_database(fault: DatabaseUnavailable) -> Response:
        LOG.error("the database does not answer: %s", fault)
        return _answer(503, "The database does not answer. Nothing was lost; wait a moment and do it again.")

    @app.errorhandler(EngineFault)
    def engine_fault(fault: EngineFault) -> Response:
        problem = text_of(fault.problem) if fault.problem is not None else "?"
        LOG.exception("%s %s: a fault of ours in working “%s”", request.method, request.path, problem, exc_info=fault)
        return _answer(500, ENGINE_FAULT)

    @app.errorhandler(Exception)
    def unexpected(fault: Exception) -> Response:
        LOG.exception("%s %s failed", request.method, request.path, exc_info=fault)
        return _answer(
            500, "Something went wrong in Keen Slate. What you typed is still yours; do it again, or load the page."
        )

    @app.error_processor
    def http_error(fault: HTTPError) -> Response:
        if fault.detail:
            places = [f"{where.partition('.')[2] or where}: {what}" for where, what in _flat(fault.detail)]
            return _answer(fault.status_code, "This request could not be taken. " + " ".join(places))
        return _answer(fault.status_code, MESSAGES.get(fault.status_code, f"{fault.message}."))


def _flat(detail: Any, at: str = "") -> list[tuple[str, str]]:
    """Nested validation errors as (place, sentence) pairs."""
    if isinstance(detail, dict):
        return [pair for key, inner in detail.items() for pair in _flat(inner, f"{at}.{key}" if at else str(key))]
    if isinstance(detail, list):
        return [(at, "; ".join(str(d) for d in detail) + ".")]
    return [(at, str(detail))]


def _answer(status: int, message: str, *, position: int | None = None) -> Response:
    if request.path.startswith("/api/") or request.accept_mimetypes.best != "text/html":
        return make_response(jsonify(message=message, position=position), status)
    title = TITLES.get(status, "This did not work")
    return make_response(PAGE.format(title=title, message=escape(message)), status, {"Content-Type": "text/html"})
