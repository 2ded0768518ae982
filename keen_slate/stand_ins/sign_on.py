"""A made-up OpenID Connect provider, in the place of a school's own sign-on: for trials and for the tests.

``python -m keen_slate.stand_ins.sign_on`` serves it on loopback. Who comes picks a person; nobody is asked for a
password. It keeps to the standard where a client relies on it: discovery, authorization code with PKCE, an ID token
signed with RS256, its keys.
"""

import argparse
import hashlib
import logging
import os
import secrets
import sys
import time
from base64 import urlsafe_b64encode
from html import escape
from urllib.parse import urlencode, urlsplit

from flask import Flask, Response, abort, jsonify, make_response, redirect, request
from joserfc import jwt
from joserfc.jwk import RSAKey
from waitress import serve

from keen_slate.launch.cluster import free_port
from keen_slate.processes import end_with

CLIENT = "keen-slate"
PEOPLE = ("linden@fernbank.example", "rowan@fernbank.example", "hazel@fernbank.example")
"""Made-up teachers of Fernbank School."""

CODE_OPENS = 120

PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Fernbank School: sign-on (stand-in)</title>
<h1>Fernbank School</h1><p>A stand-in for a school's sign-on. Who are you?</p><ul>{people}</ul></html>"""


def settings(address: str) -> dict[str, str]:
    """What ``address`` needs to know of a stand-in that will be started on a free port."""
    return {
        "KEEN_SLATE_SIGN_ON": f"http://127.0.0.1:{free_port()}",
        "KEEN_SLATE_SIGN_ON_NAME": "Fernbank School",
        "KEEN_SLATE_SIGN_ON_CLIENT": CLIENT,
        "KEEN_SLATE_SIGN_ON_SECRET": secrets.token_urlsafe(24),
        "KEEN_SLATE_ADDRESS": address,
    }


def create_provider(issuer: str, client_secret: str, back: str) -> Flask:
    """The provider. ``back`` is the only address that it sends people back to."""
    app = Flask("keen_slate_stand_in")
    key = RSAKey.generate_key(2048, {"kid": "stand-in", "use": "sig", "alg": "RS256"})
    codes: dict[str, dict[str, str]] = {}

    @app.get("/.well-known/openid-configuration")
    def discovery() -> Response:
        return jsonify(
            issuer=issuer,
            authorization_endpoint=f"{issuer}/authorize",
            token_endpoint=f"{issuer}/token",
            jwks_uri=f"{issuer}/keys",
            response_types_supported=["code"],
            subject_types_supported=["public"],
            id_token_signing_alg_values_supported=["RS256"],
            code_challenge_methods_supported=["S256"],
            token_endpoint_auth_methods_supported=["client_secret_basic"],
        )

    @app.get("/keys")
    def keys() -> Response:
        return jsonify(keys=[key.as_dict(private=False)])

    @app.get("/authorize")
    def authorize() -> Response:
        asked = request.args
        if asked.get("client_id") != CLIENT or asked.get("redirect_uri") != back:
            abort(400)
        person = asked.get("person")
        if person is None:
            links = (
                f'<li><a href="/authorize?{escape(urlencode({**asked, "person": p}))}">{p}</a></li>' for p in PEOPLE
            )
            return make_response(PAGE.format(people="".join(links)))
        code = secrets.token_urlsafe(16)
        codes[code] = {
            "person": person,
            "nonce": asked.get("nonce", ""),
            "challenge": asked.get("code_challenge", ""),
            "until": str(time.time() + CODE_OPENS),
        }
        return make_response(redirect(f"{back}?{urlencode({'code': code, 'state': asked.get('state', '')})}"))

    @app.post("/token")
    def token() -> tuple[Response, int] | Response:
        given = codes.pop(request.form.get("code", ""), None)
        known = request.authorization
        verifier = hashlib.sha256(request.form.get("code_verifier", "").encode()).digest()
        fits = (
            given is not None
            and known is not None
            and (known.username, known.password) == (CLIENT, client_secret)
            and float(given["until"]) > time.time()
            and given["challenge"] == urlsafe_b64encode(verifier).rstrip(b"=").decode()
        )
        if not fits or given is None:
            return jsonify(error="invalid_grant"), 400
        now = int(time.time())
        claims = {
            "iss": issuer, "aud": CLIENT, "sub": hashlib.sha256(given["person"].encode()).hexdigest()[:16],
            "email": given["person"], "email_verified": True, "nonce": given["nonce"], "iat": now, "exp": now + 300,
        }  # fmt: skip
        signed = jwt.encode({"alg": "RS256", "kid": "stand-in"}, claims, key)
        return jsonify(access_token=secrets.token_urlsafe(16), token_type="Bearer", expires_in=300, id_token=signed)

    return app


def main() -> int:
    parser = argparse.ArgumentParser(prog="python -m keen_slate.stand_ins.sign_on")
    parser.add_argument("--parent", type=int, default=0, help="end when this process is gone")
    options = parser.parse_args()
    if options.parent:
        end_with(options.parent, lambda: os._exit(0))
    logging.basicConfig(level=logging.WARNING)
    issuer = os.environ["KEEN_SLATE_SIGN_ON"]
    back = f"{os.environ['KEEN_SLATE_ADDRESS']}/sign-on/back"
    provider = create_provider(issuer, os.environ["KEEN_SLATE_SIGN_ON_SECRET"], back)
    serve(provider, host="127.0.0.1", port=urlsplit(issuer).port, threads=2)
    return 0


if __name__ == "__main__":
    sys.exit(main())
