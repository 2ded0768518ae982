"""The school's own sign-on, against the stand-in provider over real HTTP."""

import threading
import unittest
from urllib.parse import parse_qs, urlencode, urlsplit

import requests
from flask.testing import FlaskClient
from waitress.server import create_server

from keen_slate.launch.cluster import free_port
from keen_slate.services.desk import House
from keen_slate.services.shapes.teachers import NewTeacher, TakePlaceRequest
from keen_slate.services.teachers import Who
from keen_slate.stand_ins.sign_on import CLIENT, create_provider
from keen_slate.store.teachers import DESK
from keen_slate.web.app import create_app
from keen_slate.web.premises import BadPremises, Premises, SignOn
from tests.support.cluster import fresh_database

ADDRESS = "http://localhost"
SECRET = "a secret of the two"


class SignOnTest(unittest.TestCase):
    house: House
    premises: Premises

    @classmethod
    def setUpClass(cls) -> None:
        port = free_port()
        issuer = f"http://127.0.0.1:{port}"
        server = create_server(create_provider(issuer, SECRET, f"{ADDRESS}/sign-on/back"), port=port, host="127.0.0.1")
        threading.Thread(target=server.run, daemon=True).start()
        cls.addClassCleanup(server.close)
        cls.house = House(cls.enterClassContext(fresh_database()))
        cls.addClassCleanup(cls.house.database.engine.dispose)
        link = str(cls.house.entry.first_link()).rpartition("=")[2]
        cls.house.entry.take_place(TakePlaceRequest(key=link, name="Linden", password="seven green barrows"))
        boss = cls.house.administering(Who(DESK, "Linden", administers=True))
        boss.invite(NewTeacher(name="Rowan@Fernbank.example"))
        cls.premises = Premises(True, ADDRESS, SignOn("Fernbank School", issuer, CLIENT, SECRET))

    def client(self, premises: Premises | None = None) -> FlaskClient:
        return create_app(self.house, premises or self.premises).test_client()

    def picked(self, client: FlaskClient, person: str) -> str:
        """Go out to the provider and be somebody; the path that it sends the browser back to."""
        out = client.get("/sign-on")
        self.assertEqual(out.status_code, 302, out.get_data(as_text=True))
        away = out.headers["Location"]
        self.assertEqual(parse_qs(urlsplit(away).query)["code_challenge_method"], ["S256"])
        back = requests.get(away, params={"person": person}, allow_redirects=False, timeout=30)
        return back.headers["Location"].removeprefix(ADDRESS)

    def test_an_invited_teacher_comes_in_and_is_known_from_then_on(self) -> None:
        for _ in range(2):
            client = self.client()
            done = client.get(self.picked(client, "rowan@fernbank.example"))
            self.assertEqual(done.status_code, 200)
            self.assertIn("SameSite=Strict", done.headers["Set-Cookie"])
            me = client.get("/api/me").get_json()
            self.assertEqual((me["signed_in"], me["name"]), (True, "Rowan@Fernbank.example"))
        with self.house.database.engine.connect() as connection:
            (issuer,) = connection.exec_driver_sql("SELECT issuer FROM teacher WHERE subject IS NOT NULL").one()
        self.assertEqual(issuer, self.premises.sign_on.issuer)

    def test_nobody_else_comes_in(self) -> None:
        client = self.client()
        refused = client.get(self.picked(client, "hazel@fernbank.example"))
        self.assertEqual(refused.status_code, 401)
        self.assertIn("hazel@fernbank.example", refused.get_data(as_text=True))
        self.assertFalse(client.get("/api/me").get_json()["signed_in"])

    def test_what_did_not_begin_here_does_not_end_here(self) -> None:
        """Another's code, a made-up state, a used code: sign-on by force."""
        client, other = self.client(), self.client()
        back = self.picked(client, "rowan@fernbank.example")
        self.assertEqual(other.get(back).status_code, 401)
        asked = parse_qs(urlsplit(back).query)
        forged = f"/sign-on/back?{urlencode({'code': asked['code'][0], 'state': 'made up'})}"
        self.assertEqual(client.get(forged).status_code, 401)
        self.assertEqual(client.get("/sign-on/back?error=access_denied").status_code, 401)
        self.assertEqual(client.get("/sign-on/back").status_code, 401)

    def test_a_wrong_secret(self) -> None:
        known = self.premises.sign_on
        client = self.client(Premises(True, ADDRESS, SignOn(known.name, known.issuer, CLIENT, "guessed")))
        self.assertEqual(client.get(self.picked(client, "rowan@fernbank.example")).status_code, 401)

    def test_a_provider_that_is_away(self) -> None:
        away = SignOn("Fernbank School", f"http://127.0.0.1:{free_port()}", CLIENT, SECRET)
        told = self.client(Premises(True, ADDRESS, away)).get("/sign-on")
        self.assertEqual(told.status_code, 502)
        self.assertIn("does not answer", told.get_data(as_text=True))

    def test_it_is_offered_by_name(self) -> None:
        self.assertEqual(self.client().get("/api/me").get_json()["sign_on"], "Fernbank School")


class FromTheEnvironment(unittest.TestCase):
    def test_what_is_missing_is_named(self) -> None:
        for environment, named in (
            ({"KEEN_SLATE_ADDRESS": "slate.example"}, "KEEN_SLATE_ADDRESS"),
            ({"KEEN_SLATE_ADDRESS": "https://slate.example/path"}, "KEEN_SLATE_ADDRESS"),
            ({"KEEN_SLATE_SIGN_ON": "https://id.example", "KEEN_SLATE_SCHOOL": "1"}, "KEEN_SLATE_SIGN_ON_CLIENT"),
            ({"KEEN_SLATE_SIGN_ON": "https://id.example", "KEEN_SLATE_SIGN_ON_CLIENT": "a"}, "--school"),
        ):
            with self.assertRaisesRegex(BadPremises, named):
                Premises.from_environment(environment)

    def test_whole(self) -> None:
        found = Premises.from_environment(
            {
                "KEEN_SLATE_SCHOOL": "1", "KEEN_SLATE_ADDRESS": "https://slate.example/",
                "KEEN_SLATE_SIGN_ON": "https://id.example/", "KEEN_SLATE_SIGN_ON_CLIENT": "a",
                "KEEN_SLATE_SIGN_ON_SECRET": "b",
            }
        )  # fmt: skip
        self.assertEqual(
            found, Premises(True, "https://slate.example", SignOn("id.example", "https://id.example", "a", "b"))
        )
        self.assertEqual(found.hosts[-1], "slate.example")
        self.assertTrue(found.encrypted)
