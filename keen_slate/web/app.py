"""The web application: routes and errors. Thin: parse, call a service, answer."""

import gc
import os
from collections.abc import MutableMapping
from pathlib import Path
from typing import Any

from apiflask import APIFlask
from flask import Response, send_from_directory
from flask_compress import Compress
from werkzeug.datastructures import Headers
from whitenoise import WhiteNoise

from keen_slate.services.desk import Desk
from keen_slate.web.errors import register_errors
from keen_slate.web.format_routes import format_routes
from keen_slate.web.ladder_routes import ladder_routes
from keen_slate.web.line_up_routes import line_up_routes
from keen_slate.web.openapi import FAULT, mend
from keen_slate.web.print_routes import print_routes
from keen_slate.web.settings_routes import settings_routes
from keen_slate.web.show_routes import show_routes
from keen_slate.web.work_routes import work_routes

FRONT_END = Path(__file__).parents[2] / "frontend" / "dist"
PLACES = ("work", "line-up", "show", "print")
SECURITY_HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; "
        "frame-ancestors 'none'; base-uri 'self'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
}


def create_app(database_url: str | None = None) -> APIFlask:
    """The application on the database given, or on the one that ``DATABASE_URL`` names.

    Raises RuntimeError where neither is given.
    """
    url = database_url or os.environ.get("DATABASE_URL")
    if not url:
        raise RuntimeError("Set DATABASE_URL to the address of a PostgreSQL database, or use ./start.")
    desk = Desk(url)
    app = APIFlask(
        "keen_slate",
        title="Keen Slate",
        version="0.1.0",
        docs_path=None,
        spec_path="/api/openapi.json",
        json_errors=False,
    )
    app.static_folder = None
    app.config.update(
        COMPRESS_ALGORITHM="gzip",
        COMPRESS_MIMETYPES=["application/json", "text/html", "image/svg+xml", "text/csv", "application/x-tex"],
        MAX_CONTENT_LENGTH=1_000_000,
        OPENAPI_VERSION="3.1.0",
        VALIDATION_ERROR_STATUS_CODE=400,
        HTTP_ERROR_SCHEMA=FAULT,
        VALIDATION_ERROR_SCHEMA=FAULT,
    )
    app.register_blueprint(work_routes())
    app.register_blueprint(line_up_routes(desk.line_up))
    app.register_blueprint(ladder_routes(desk.ladders, desk.line_up))
    app.register_blueprint(show_routes(desk.lessons))
    app.register_blueprint(print_routes(desk.printing))
    app.register_blueprint(format_routes(desk.formats))
    app.register_blueprint(settings_routes(desk.settings))
    register_errors(app)
    app.spec_processor(mend)
    _serve_front_end(app)
    Compress(app)

    @app.get("/healthz")
    @app.doc(hide=True)
    def healthz() -> tuple[dict[str, str], int]:
        trouble = desk.database_trouble()
        return ({"status": "ok"}, 200) if trouble is None else ({"status": "failing", "database": trouble}, 503)

    @app.after_request
    def add_security_headers(response: Response) -> Response:
        _secure(response.headers)
        return response

    return app


def _secure(headers: MutableMapping[str, str] | Headers, *_: str) -> None:
    for name, value in SECURITY_HEADERS.items():
        headers.setdefault(name, value)


def create_lasting_app() -> APIFlask:
    """The application for a process that serves until it is stopped: what is loaded now is never garbage."""
    app = create_app()
    gc.collect()
    gc.freeze()
    return app


def _serve_front_end(app: APIFlask) -> None:
    def page(**_: Any) -> Response:
        response = send_from_directory(FRONT_END, "index.html")
        response.headers["Cache-Control"] = "no-cache"
        return response

    rules = [f"/{place}{of}" for place in PLACES for of in ("", "/<uuid:set_id>")]
    for index, rule in enumerate(["/", "/settings", *rules]):
        app.add_url_rule(rule, f"page_{index}", app.doc(hide=True)(page))

    # The build compresses every file, and puts a hash of the contents into the name of an asset: it never changes.
    app.wsgi_app = WhiteNoise(  # type: ignore[method-assign]
        app.wsgi_app, FRONT_END, immutable_file_test="^/assets/", add_headers_function=_secure
    )
