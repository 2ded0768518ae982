"""The application as somebody who is signed in meets it."""

import json
import unittest
from typing import Any

from flask.testing import FlaskClient
from werkzeug.test import TestResponse

from keen_slate.services.desk import House
from keen_slate.web.app import create_app
from keen_slate.web.premises import Premises
from tests.support.cluster import fresh_database


def at_the_desk(database_url: str) -> FlaskClient:
    """A client at one's own desk; what is heavy is done in the request, as there is no worker."""
    house = House(database_url)
    app = create_app(house, errands_at_once=True)
    app.test_client_class = WithWholeSets
    client = app.test_client()
    let_in(client, house.entry.enter_desk(house.entry.desk_key())[0])
    return client


class WithWholeSets(FlaskClient):
    """Puts what a change made of a set into the set as it was before, as the front end does, and answers with that:
    each time it is the set that is found when it is opened. A long set is put together from its parts. ``as_it_comes``
    leaves the answers alone."""

    as_it_comes = False

    def open(self, *args: Any, **kwargs: Any) -> TestResponse:
        answer = super().open(*args, **kwargs)
        found = answer.get_json(silent=True) if answer.status_code < 300 else None
        if not self.as_it_comes and isinstance(found, dict) and {"pictures", "examples", "revision"} <= set(found):
            known = self.__dict__.setdefault("sets", {})
            if "order" in found:
                whole = self._whole(json.loads(super().open(f"/api/sets/{found['id']}").data))
                before = known.get(found["id"])
                if before is not None and before["revision"] + 1 == found["revision"] and not found["rest"]:
                    assert with_change(before, found) == whole, found
                found = whole
                answer.set_data(json.dumps(whole))
            elif found["rest"]:
                found = self._whole(found)
                answer.set_data(json.dumps(found))
            known[found["id"]] = found
        return answer

    def _whole(self, set: dict[str, Any]) -> dict[str, Any]:
        while set["rest"]:
            part = json.loads(super().open(f"/api/sets/{set['id']}?past={len(set['examples'])}").data)
            assert part["revision"] == set["revision"]
            assert part["examples"]
            set = set | {"examples": set["examples"] + part["examples"], "rest": part["rest"]}
        return set


def with_change(before: dict[str, Any], change: dict[str, Any]) -> dict[str, Any]:
    """A set as a change left it."""
    examples = {e["id"]: e for e in (*before["examples"], *change["examples"])}
    order = change["order"] if change["order"] is not None else [e["id"] for e in before["examples"]]
    head = {k: v for k, v in change.items() if k not in ("order", "rest")}
    return head | {"examples": [examples[id] for id in order], "rest": 0}


class AtTheDesk(unittest.TestCase):
    """Tests that share a fresh database at ``url`` and a client at one's own desk."""

    client: FlaskClient
    url: str

    @classmethod
    def setUpClass(cls) -> None:
        cls.url = cls.enterClassContext(fresh_database())
        cls.client = at_the_desk(cls.url)


def let_in(client: FlaskClient, token: str) -> None:
    """Give a client the cookie of a browser that was signed in."""
    client.set_cookie("keen-slate-80", token, domain="localhost")


def in_a_school(house: House) -> FlaskClient:
    """A client that nobody has signed in yet, in a school."""
    return create_app(house, Premises(school=True), errands_at_once=True).test_client()
