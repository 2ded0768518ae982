"""Who may come in: what every request is held to before any route sees it.

The host must be ours (no other name may be made to lead here), a page of another origin may ask nothing, a body is JSON
that can be kept, and whoever wants something of a teacher's must be signed in.
"""

import re
from datetime import timedelta
from time import monotonic
from typing import Any

from apiflask import APIFlask
from flask import Request, Response, current_app, g, request
from flask_login import LoginManager, UserMixin, current_user

from keen_slate.faults import DatabaseUnavailable
from keen_slate.services.desk import Desk, House
from keen_slate.services.shapes.archive import LARGEST
from keen_slate.services.teachers import Who
from keen_slate.web.errors import told
from keen_slate.web.premises import Premises

SAFE = ("GET", "HEAD", "OPTIONS")
DEEPEST = 40
"""Brackets within brackets in a body: more than any shape has."""

OPEN = frozenset({"/api/me", "/api/sign-in", "/api/welcome/place", "/api/welcome", "/api/openapi.json"})
"""What anybody may ask of the API."""

ANY_CHARACTERS = ("/api/sets/import", "/api/archive")
"""Where a body holds a file, which is judged line by line."""

REMEMBERED_FOR = 3600.0
MOST_REMEMBERED = 1000
_CONTROL = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\ud800-\udfff]")


class Visitor(UserMixin):  # type: ignore[misc]
    """Who asks, as the sign-in library wants it."""

    def __init__(self, who: Who) -> None:
        self.who = who

    def get_id(self) -> str:
        return str(self.who.id)


class Door:
    def __init__(self, app: APIFlask, house: House, premises: Premises) -> None:
        self.house, self.premises = house, premises
        self._remembered: dict[str, tuple[Who, float]] = {}
        app.config["TRUSTED_HOSTS"] = premises.hosts
        logins = LoginManager(app)
        logins.session_protection = None
        logins.request_loader(self._visitor)
        app.before_request(self.check)
        app.extensions["door"] = self

    def check(self) -> Response | None:
        """A refusal, or None to go on."""
        if request.path in ("/api/archive", "/api/sets/import"):
            request.max_content_length = LARGEST
        if not self._ours(request):
            return told(403, "This was asked by another page. Open Keen Slate by its own address.")
        if refusal := _unfit_body(request):
            return refusal
        if not request.path.startswith("/api/") or request.path in OPEN or current_user.is_authenticated:
            return None
        return told(
            401,
            "Sign in again; what you typed is still here."
            if self.premises.school
            else "This browser is not let in yet. Run ./start address, and open what it prints.",
        )

    def _ours(self, asked: Request) -> bool:
        """Whether a page of ours asks, or no page at all. A link that leads here from elsewhere may open a page."""
        site = asked.headers.get("Sec-Fetch-Site", "none")
        if site not in ("same-origin", "none"):
            opens = asked.method == "GET" and asked.headers.get("Sec-Fetch-Mode") == "navigate"
            return opens and not asked.path.startswith("/api/")
        origin = asked.headers.get("Origin")
        return origin is None or origin in {f"{asked.scheme}://{asked.host}", self.premises.address}

    # The cookie

    def cookie(self) -> str:
        """The cookie's name: one for each port, as browsers share cookies between the ports of a host."""
        if self.premises.encrypted:
            return "__Host-keen-slate"
        return f"keen-slate-{request.host.rpartition(':')[2] if ':' in request.host else '80'}"

    def let_in(self, response: Response, token: str, lasts: timedelta, *, stays: bool) -> Response:
        """Hand the browser its cookie; one that does not stay goes with the browser."""
        response.set_cookie(
            self.cookie(),
            token,
            max_age=lasts if stays else None,
            httponly=True,
            samesite="Strict",
            secure=self.premises.encrypted,
            path="/",
        )
        return response

    def let_out(self, response: Response) -> Response:
        response.delete_cookie(
            self.cookie(), httponly=True, samesite="Strict", secure=self.premises.encrypted, path="/"
        )
        response.headers["Clear-Site-Data"] = '"cache", "storage"'
        return response

    def token(self) -> str:
        return request.cookies.get(self.cookie(), "")

    def _visitor(self, _: Request) -> Visitor | None:
        """Who holds this cookie. While the database is away, whoever was known within the hour: what needs no database
        goes on."""
        token = self.token()
        if not token:
            return None
        try:
            who = self.house.entry.who(token)
        except DatabaseUnavailable:
            who, at = self._remembered.get(token, (None, 0.0))
            if who is None or monotonic() - at > REMEMBERED_FOR:
                raise
            return Visitor(who)
        if who is None:
            self._remembered.pop(token, None)
            return None
        if len(self._remembered) >= MOST_REMEMBERED:
            self._remembered.clear()
        self._remembered[token] = (who, monotonic())
        return Visitor(who)


def door() -> Door:
    found: Door = current_app.extensions["door"]
    return found


def who() -> Who:
    """Who asks. Only where the door has let somebody in."""
    found: Who = current_user.who
    return found


def desk() -> Desk:
    """The services of whoever asks."""
    if "desk" not in g:
        g.desk = door().house.desk(who().id)
    found: Desk = g.desk
    return found


def _unfit_body(asked: Request) -> Response | None:
    """Why a body cannot be taken: it is no JSON, is too deep, or holds what no text holds."""
    if asked.method in SAFE or not (asked.content_length or asked.headers.get("Transfer-Encoding")):
        return None
    if not asked.is_json:
        return told(415, "Send this request as JSON.")
    try:
        body = asked.get_json()
    except RecursionError:
        return told(400, "This is nested too deep to be read.")
    if asked.path in ANY_CHARACTERS:
        return None
    return told(400, trouble) if (trouble := _trouble(body, 0)) else None


def _trouble(node: Any, depth: int) -> str:
    if depth > DEEPEST:
        return "This is nested too deep to be read."
    if isinstance(node, str):
        return (
            "There is a character in this that does not show. Type it again without." if _CONTROL.search(node) else ""
        )
    if isinstance(node, dict):
        return next((t for k, v in node.items() if (t := _trouble(k, depth) or _trouble(v, depth + 1))), "")
    if isinstance(node, list):
        return next((t for v in node if (t := _trouble(v, depth + 1))), "")
    return ""
