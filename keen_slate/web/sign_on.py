"""The school's own sign-on, by OpenID Connect: authorization code with PKCE, state and nonce, kept by Authlib."""

from apiflask import APIBlueprint, APIFlask
from authlib.integrations.base_client.errors import OAuthError
from authlib.integrations.flask_client import OAuth
from flask import Response, make_response
from requests import RequestException

from keen_slate.faults import WrongKey
from keen_slate.services.desk import House
from keen_slate.web.door import door
from keen_slate.web.errors import told
from keen_slate.web.premises import Premises

ANSWERS_WITHIN = 5
"""Seconds in which the school's sign-on must answer."""

SIGNED_ON = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Keen Slate</title>
<meta http-equiv="refresh" content="0; url=/"><p><a href="/">Signed in: go on to Keen Slate</a></p></html>"""
"""A page of ours in between: a cookie that is strict is not sent along a way that began elsewhere."""


def sign_on_routes(app: APIFlask, house: House, premises: Premises) -> APIBlueprint:
    known = premises.sign_on
    assert known is not None
    # Between going out and coming back the browser carries state and nonce, signed; nothing else is kept so.
    app.secret_key = house.secret("sign-on")
    app.config.update(
        SESSION_COOKIE_NAME="keen-slate-sign-on",
        SESSION_COOKIE_HTTPONLY=True,
        SESSION_COOKIE_SAMESITE="Lax",
        SESSION_COOKIE_SECURE=premises.encrypted,
    )
    school = OAuth(app).register(
        "school",
        client_id=known.client_id,
        client_secret=known.client_secret,
        server_metadata_url=f"{known.issuer}/.well-known/openid-configuration",
        client_kwargs={
            "scope": "openid email profile",
            "code_challenge_method": "S256",
            "default_timeout": ANSWERS_WITHIN,
        },
    )
    away = f"{known.name} does not answer. Try again in a moment, or sign in with your password."
    routes = APIBlueprint("sign_on", __name__, url_prefix="/sign-on")

    @routes.get("")
    @routes.doc(hide=True)
    def go() -> Response:
        try:
            return make_response(school.authorize_redirect(f"{premises.address}/sign-on/back"))
        except (RequestException, ValueError):
            return told(502, away)

    @routes.get("/back")
    @routes.doc(hide=True)
    def back() -> Response:
        try:
            token = school.authorize_access_token()
        except RequestException:
            return told(502, away)
        except (OAuthError, ValueError, KeyError):
            return told(401, f"{known.name} did not let you in, or the way there took too long. Sign in again.")
        claims = token.get("userinfo") or {}
        vouched = claims.get("email", "") if claims.get("email_verified") else ""
        try:
            cookie, lasts = door().house.entry.sign_on(known.issuer, str(claims.get("sub", "")), vouched)
        except WrongKey as fault:
            return told(401, str(fault))
        return door().let_in(make_response(SIGNED_ON), cookie, lasts, stays=False)

    return routes
