"""The application as somebody who is signed in meets it."""

import unittest

from flask.testing import FlaskClient

from keen_slate.services.desk import House
from keen_slate.web.app import create_app
from keen_slate.web.premises import Premises
from tests.support.cluster import fresh_database


def at_the_desk(database_url: str) -> FlaskClient:
    """A client at one's own desk; what is heavy is done in the request, as there is no worker."""
    house = House(database_url)
    client = create_app(house, errands_at_once=True).test_client()
    let_in(client, house.entry.enter_desk(house.entry.desk_key())[0])
    return client


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
