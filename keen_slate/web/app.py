"""The web application: routes and errors. Thin: parse, call a service, answer."""

from collections.abc import Mapping, MutableMapping
from pathlib import Path
from typing import Any

from apiflask import APIFlask
from flask import Response, request
from flask_compress import Compress
from flask_login import current_user
from werkzeug.datastructures import Headers
from whitenoise import WhiteNoise

from keen_slate.processes import collect_seldom
from keen_slate.services.desk import House
from keen_slate.web.archive_routes import archive_routes
from keen_slate.web.class_routes import class_routes
from keen_slate.web.door import Door
from keen_slate.web.errand_routes import errand_routes
from keen_slate.web.errors import register_errors
from keen_slate.web.format_routes import format_routes
from keen_slate.web.ladder_routes import ladder_routes
from keen_slate.web.line_up_routes import line_up_routes
from keen_slate.web.look_back_routes import look_back_routes
from keen_slate.web.metrics import measure
from keen_slate.web.openapi import FAULT, mend
from keen_slate.web.pages import Pages
from keen_slate.web.premises import Premises
from keen_slate.web.print_routes import print_routes
from keen_slate.web.round_routes import round_routes
from keen_slate.web.settings_routes import settings_routes
from keen_slate.web.show_routes import show_routes
from keen_slate.web.sign_on import sign_on_routes
from keen_slate.web.teacher_routes import entry_routes, people_routes
from keen_slate.web.work_routes import work_routes

FRONT_END = Path(__file__).parents[2] / "frontend" / "dist"
PLACES = ("work", "line-up", "show", "presenter", "print")
ROUND_PLACES = ("mark", "look-back")
SECURITY_HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; "
        "object-src 'none'; form-action 'self'; frame-ancestors 'none'; base-uri 'self'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), microphone=(), geolocation=()",
}
NO_PAGE = {
    "Content-Security-Policy": "default-src 'none'; frame-ancestors 'none'",
    "X-Content-Type-Options": "nosniff",
    "Cross-Origin-Resource-Policy": "same-origin",
}
"""For what a browser never shows as a page: an answer of the API, or a part of the program. There are dozens of them,
many smaller than what a page says of itself."""

STORED_NOWHERE = (
    "/api/me", "/api/errands/", "/api/teachers", "/api/classes", "/api/rounds", "/api/pupils", "/api/record", "/enter",
    "/sign-on",
)  # fmt: skip
"""What no browser and no proxy keeps, besides all that is posted: who is signed in, and what pupils wrote."""


def create_app(house: House | str, premises: Premises | None = None, *, errands_at_once: bool = False) -> APIFlask:
    """The application of a house, or on the database of an address. ``errands_at_once`` does what is heavy in the
    request itself, where there is no worker: for tests."""
    if isinstance(house, str):
        house = House(house)
    premises = premises or Premises()
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
        ERRANDS_AT_ONCE=errands_at_once,
    )
    measure(app, house)
    _finish_answers(app)
    Compress(app)
    Door(app, house, premises)
    for routes in (
        work_routes, line_up_routes, ladder_routes, show_routes, print_routes, format_routes, settings_routes,
        errand_routes, entry_routes, people_routes, archive_routes,
        class_routes, round_routes, look_back_routes,
    ):  # fmt: skip
        app.register_blueprint(routes())
    if premises.sign_on is not None:
        app.register_blueprint(sign_on_routes(app, house, premises))
    register_errors(app)
    app.spec_processor(mend)
    _serve_front_end(app)

    @app.get("/healthz")
    @app.doc(hide=True)
    def healthz() -> tuple[dict[str, str], int]:
        trouble = house.trouble()
        return ({"status": "ok"}, 200) if trouble is None else ({"status": "failing", "database": trouble}, 503)

    @app.after_request
    def mark(response: Response) -> Response:
        """How long an answer may be kept, and what tells whether it has changed."""
        _secure(response.headers, NO_PAGE if response.mimetype == "application/json" else SECURITY_HEADERS)
        kept = request.method in ("GET", "HEAD") and not request.path.startswith(STORED_NOWHERE)
        response.headers.setdefault("Cache-Control", "private, no-cache" if kept else "no-store")
        if kept and response.status_code == 200 and not response.direct_passthrough:
            response.add_etag()
        return response

    return app


def _finish_answers(app: APIFlask) -> None:
    @app.after_request
    def not_modified(response: Response) -> Response:
        """Runs last, on what is really sent: what has not changed is not sent again."""
        if response.status_code == 200 and not response.direct_passthrough:
            response.make_conditional(request)
        return response


def _secure(headers: MutableMapping[str, str] | Headers, told: Mapping[str, str]) -> None:
    for name, value in told.items():
        headers.setdefault(name, value)


def _secure_file(headers: Headers, _: str, address: str) -> None:
    """A service worker and a drawing are bound by what their own answers say, like a page."""
    _secure(headers, NO_PAGE if address.startswith("/assets/") and not address.endswith(".svg") else SECURITY_HEADERS)


def create_lasting_app(house: House, premises: Premises) -> APIFlask:
    """The application for a process that serves until it is stopped."""
    app = create_app(house, premises)
    collect_seldom()
    return app


def _serve_front_end(app: APIFlask) -> None:
    pages = Pages(FRONT_END)

    def page(**_: Any) -> Response:
        place = request.path.strip("/").partition("/")[0]
        known = place if place in (*PLACES, *ROUND_PLACES) else ""
        response = Response(pages.page(known, inside=current_user.is_authenticated), mimetype="text/html")
        response.headers["Cache-Control"] = "no-cache"
        return response

    rules = [f"/{place}{of}" for place in PLACES for of in ("", "/<uuid:set_id>")]
    rules += [f"/{place}{of}" for place in ROUND_PLACES for of in ("", "/<uuid:round_id>")]
    for index, rule in enumerate(["/", "/settings", "/sign-in", "/welcome", "/teachers", *rules]):
        app.add_url_rule(rule, f"page_{index}", app.doc(hide=True)(page))

    # The build compresses every file, and puts a hash of the contents into the name of an asset: it never changes.
    app.wsgi_app = WhiteNoise(  # type: ignore[method-assign]
        app.wsgi_app,
        FRONT_END,
        immutable_file_test="^/assets/",
        add_headers_function=_secure_file,
        allow_all_origins=False,
        mimetypes={".webmanifest": "application/manifest+json"},
    )
