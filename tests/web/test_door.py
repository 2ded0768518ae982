"""Who is let in: one's own desk, a school, and what every request is held to."""

import os
import unittest
from typing import Any
from unittest.mock import patch

from flask.testing import FlaskClient
from psycopg import errors
from sqlalchemy.exc import OperationalError

from keen_slate.services.desk import House
from keen_slate.services.teachers import MOST_OF_ONE_FROM_ONE_PLACE
from keen_slate.web.app import create_app
from keen_slate.web.premises import Premises
from tests.support.cluster import fresh_database
from tests.support.signed_in import at_the_desk, in_a_school

PASSWORD = "seven green barrows"


class DoorTest(unittest.TestCase):
    def setUp(self) -> None:
        self.url = self.enterContext(fresh_database())
        self.house = House(self.url)
        self.addCleanup(self.house.database.engine.dispose)


class OwnDesk(DoorTest):
    def test_without_the_cookie_nothing_is_told_and_nothing_is_done(self) -> None:
        stranger = create_app(self.house).test_client()
        for rule in stranger.application.url_map.iter_rules():
            if not rule.rule.startswith("/api/") or rule.rule in ("/api/me", "/api/openapi.json"):
                continue
            path = rule.rule.replace("<uuid:", "<")
            for name in rule.arguments:
                path = path.replace(f"<{name}>", "json" if name == "format" else str(self.house_id()))
            path = path.replace("<any(json, csv, latex, svg, qti):format>", "json")
            for method in (rule.methods or set()) - {"HEAD", "OPTIONS"}:
                answer = stranger.open(path, method=method, json=None if method == "GET" else {})
                said = (method, path, answer.status_code)
                # What opens the door may be asked, and says no; a desk has no names and passwords.
                open_to_all = rule.rule in ("/api/sign-in", "/api/welcome", "/api/welcome/place")
                self.assertIn(answer.status_code, (400,) if open_to_all else (401,), said)

    def house_id(self) -> str:
        return "00000000-0000-4000-8000-000000000001"

    def test_a_key_opens_once(self) -> None:
        key = self.house.entry.desk_key()
        first, second = create_app(self.house).test_client(), create_app(self.house).test_client()
        entered = first.get(f"/enter?key={key}")
        self.assertEqual((entered.status_code, entered.headers["Location"]), (302, "/"))
        cookie = entered.headers["Set-Cookie"]
        for part in ("HttpOnly", "SameSite=Strict", "Path=/"):
            self.assertIn(part, cookie)
        self.assertEqual(first.get("/api/sets").status_code, 200)
        refused = second.get(f"/enter?key={key}", headers={"Accept": "text/html"})
        self.assertEqual(refused.status_code, 401)
        self.assertIn("./start address", refused.get_data(as_text=True))
        self.assertEqual(second.get("/api/sets").status_code, 401)
        self.assertEqual(second.get(f"/enter?key={self.house.entry.desk_key()}").status_code, 302)
        self.assertEqual(second.get("/api/sets").status_code, 200)
        self.assertEqual(first.get("/api/sets").status_code, 200)

    def test_only_what_is_not_the_key_itself_is_kept(self) -> None:
        key = self.house.entry.desk_key()
        token, _ = self.house.entry.enter_desk(self.house.entry.desk_key())
        with self.house.database.engine.connect() as connection:
            kept = " ".join(
                str(row)
                for table in ("entry_key", "sign_in")
                for row in connection.exec_driver_sql(f"SELECT * FROM {table}")
            )
        self.assertNotIn(key, kept)
        self.assertNotIn(token, kept)

    def test_another_page_can_neither_read_nor_write(self) -> None:
        """DNS rebinding, cross-site posts, frames, forms: each as a browser would send it, with the cookie."""
        client = at_the_desk(self.url)
        body = {"json": {"name": "Planted"}}
        for headers, status in (
            ({"Host": "rebound.example"}, 400),
            ({"Host": "127.0.0.1.rebound.example:8470"}, 400),
            ({"Origin": "http://elsewhere.example"}, 403),
            ({"Origin": "null"}, 403),
            ({"Origin": "http://localhost:9999"}, 403),
            ({"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "cors"}, 403),
            ({"Sec-Fetch-Site": "same-site", "Sec-Fetch-Mode": "no-cors"}, 403),
            ({"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "navigate"}, 403),
        ):
            self.assertEqual(client.post("/api/sets", headers=headers, **body).status_code, status, headers)
            self.assertEqual(client.get("/api/sets", headers=headers).status_code, status, headers)
        for kind in ("text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x"):
            planted = client.post("/api/sets", data='{"name": "Planted"}', content_type=kind)
            self.assertEqual(planted.status_code, 415, kind)
        self.assertEqual(client.get("/api/sets").get_json()["sets"], [])
        link = {"Sec-Fetch-Site": "cross-site", "Sec-Fetch-Mode": "navigate"}
        page = client.get("/work", headers=link)
        self.assertEqual(page.status_code, 200, "a link from elsewhere may open a page")
        page.close()
        mine = {"Origin": "http://localhost", "Sec-Fetch-Site": "same-origin"}
        self.assertEqual(client.post("/api/sets", headers=mine, **body).status_code, 201)

    def test_what_may_be_kept_of_an_answer(self) -> None:
        client = at_the_desk(self.url)
        sets = client.get("/api/sets")
        self.assertEqual(sets.headers["Cache-Control"], "private, no-cache")
        again = client.get("/api/sets", headers={"If-None-Match": sets.headers["ETag"]})
        self.assertEqual((again.status_code, again.data), (304, b""))
        squeezed = {"Accept-Encoding": "gzip"}
        aims = client.get("/api/aims", headers=squeezed)
        self.assertEqual(aims.headers["Content-Encoding"], "gzip")
        again = client.get("/api/aims", headers=squeezed | {"If-None-Match": aims.headers["ETag"]})
        self.assertEqual(again.status_code, 304)
        made = client.post("/api/sets", json={"name": "Beds"})
        self.assertNotEqual(client.get("/api/sets", headers={"If-None-Match": sets.headers["ETag"]}).status_code, 304)
        answer = client.post("/api/diagnose", json={"text": "1/2 + 1/3", "answer": "2/5"})
        for reply in (made, answer, client.get("/api/me")):
            self.assertEqual(reply.headers["Cache-Control"], "no-store")
        self.assertEqual(answer.headers["Content-Security-Policy"], "default-src 'none'; frame-ancestors 'none'")
        self.assertEqual(answer.headers["X-Content-Type-Options"], "nosniff")
        for path in ("/work", "/service-worker.js", "/icon.svg"):
            page = client.get(path)
            for name in ("X-Content-Type-Options", "Referrer-Policy", "Permissions-Policy"):
                self.assertIn(name, page.headers, path)
            self.assertIn("form-action 'self'", page.headers["Content-Security-Policy"], path)
            page.close()

    def test_signing_out_everywhere(self) -> None:
        first, second = at_the_desk(self.url), at_the_desk(self.url)
        out = first.post("/api/sign-out", json={"everywhere": True})
        self.assertIn("storage", out.headers["Clear-Site-Data"])
        self.assertEqual([c.get("/api/sets").status_code for c in (first, second)], [401, 401])

    def test_there_are_no_names_and_passwords(self) -> None:
        client = at_the_desk(self.url)
        self.assertEqual(client.get("/api/me").get_json()["kind"], "desk")
        self.assertEqual(client.post("/api/sign-in", json={"name": "a", "password": "b"}).status_code, 404)
        self.assertEqual(client.get("/api/teachers").status_code, 404)


class Bodies(DoorTest):
    """What cannot be kept is refused with a sentence, and never a fault of ours."""

    def test_hostile_bodies(self) -> None:
        client = at_the_desk(self.url)
        deep = b'{"name": ' + b"[" * 100_000 + b"]" * 100_000 + b"}"
        for body, status in (
            (b'{"name": "a\\u0000b"}', 400),
            (b'{"name": "a\\nb"}', 400),
            (b'{"name": "a\\u2028b"}', 400),
            (b'{"name": "\\ud800"}', 400),
            (b'{"name": "\\u0007"}', 400),
            (deep, 400),
            (b'{"name": ' + b"9" * 6000 + b"}", 400),
            (b'{"name": "\xff"}', 400),
            (b"[]", 400),
            (b"null", 400),
            (b"", 400),
        ):
            answer = client.post("/api/sets", data=body, content_type="application/json")
            self.assertEqual(answer.status_code, status, body[:40])
            self.assertTrue(answer.get_json()["message"].endswith("."), answer.get_json())
        made = client.post("/api/sets", json={"name": "Beds"}).get_json()
        for revision in (2**31, 2**63, 10**30, -1, 1.5, "1e400", True):
            late = {"revision": revision, "name": "Late"}
            answer = client.put(f"/api/sets/{made['id']}/name", json=late)
            self.assertIn(answer.status_code, (400, 409), revision)

    def test_a_file_with_a_number_of_6000_digits(self) -> None:
        client = at_the_desk(self.url)
        content = '{"format": "keen-slate-set", "version": ' + "9" * 6000 + "}"
        told = client.post("/api/sets/import", json={"format": "json", "content": content})
        self.assertEqual(told.status_code, 200)
        self.assertIsNone(told.get_json()["set"])
        self.assertTrue(told.get_json()["faults"])


class SchoolTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        self.first = self.come_in(self.first_key(), "Linden")

    def first_key(self) -> str:
        link = self.house.entry.first_link()
        assert link is not None
        return link.rpartition("=")[2]

    def come_in(self, key: str, name: str, password: str = PASSWORD) -> FlaskClient:
        client = in_a_school(self.house)
        done = client.post("/api/welcome", json={"key": key, "name": name, "password": password})
        self.assertEqual(done.status_code, 200, done.get_data(as_text=True))
        return client

    def invited(self, name: str) -> FlaskClient:
        link = self.first.post("/api/teachers", json={"name": name})
        self.assertEqual(link.status_code, 201, link.get_data(as_text=True))
        return self.come_in(link.get_json()["path"].rpartition("=")[2], name)

    def sign_in(self, name: str, password: str, client: FlaskClient | None = None, **more: Any) -> Any:
        client = client or in_a_school(self.house)
        return client.post("/api/sign-in", json={"name": name, "password": password}, **more)


class School(SchoolTest):
    def test_the_first_administers_and_the_link_opens_once(self) -> None:
        me = self.first.get("/api/me").get_json()
        self.assertEqual((me["name"], me["administers"], me["kind"]), ("Linden", True, "school"))
        self.assertIsNone(self.house.entry.first_link())

    def test_an_invitation_shows_whose_place_it_is_and_opens_once(self) -> None:
        key = self.first.post("/api/teachers", json={"name": "Rowan"}).get_json()["path"].rpartition("=")[2]
        stranger = in_a_school(self.house)
        self.assertEqual(
            stranger.post("/api/welcome/place", json={"key": key}).get_json(), {"name": "Rowan", "first": False}
        )
        self.come_in(key, "Rowan")
        for path, body in (
            ("/api/welcome/place", {"key": key}),
            ("/api/welcome", {"key": key, "name": "X", "password": PASSWORD}),
        ):
            refused = stranger.post(path, json=body)
            self.assertEqual(refused.status_code, 401)
            self.assertIn("fresh one", refused.get_json()["message"])

    def test_names_and_passwords(self) -> None:
        self.assertEqual(self.sign_in("linden", PASSWORD).status_code, 200)
        for name, password in (("Linden", "seven green barrow"), ("Nobody", PASSWORD), ("", ""), ("Linden", "")):
            refused = self.sign_in(name, password)
            self.assertEqual(refused.status_code, 401)
            self.assertIn("do not belong together", refused.get_json()["message"])
        key = self.first.post("/api/teachers", json={"name": "Rowan"}).get_json()["path"].rpartition("=")[2]
        for weak, status in (("short", 400), ("aaaaaaaaaaaa", 422), ("rowan is the best", 422)):
            body = {"key": key, "name": "Rowan", "password": weak}
            self.assertEqual(self.first.post("/api/welcome", json=body).status_code, status, weak)
        self.assertEqual(
            self.first.post("/api/welcome", json={"key": key, "name": "LINDEN", "password": PASSWORD}).status_code, 422
        )
        self.come_in(key, "Rowan")

    def test_passwords_are_kept_as_argon2_alone(self) -> None:
        with self.house.database.engine.connect() as connection:
            (kept,) = connection.exec_driver_sql("SELECT password FROM teacher WHERE name = 'Linden'").one()
        self.assertTrue(kept.startswith("$argon2id$"))

    def test_guessing_is_slowed_down_and_locks_out_nobody_elsewhere(self) -> None:
        here, there = {"REMOTE_ADDR": "10.0.0.7"}, {"REMOTE_ADDR": "10.0.0.8"}
        for _ in range(MOST_OF_ONE_FROM_ONE_PLACE):
            self.assertEqual(self.sign_in("Linden", "guess", environ_overrides=here).status_code, 401)
        slowed = self.sign_in("Linden", PASSWORD, environ_overrides=here)
        self.assertEqual(slowed.status_code, 429)
        self.assertIn("quarter of an hour", slowed.get_json()["message"])
        self.assertEqual(self.sign_in("Linden", PASSWORD, environ_overrides=there).status_code, 200)

    def test_a_forgotten_password(self) -> None:
        rowan = self.invited("Rowan")
        known = {t["name"]: t for t in self.first.get("/api/teachers").get_json()["teachers"]}
        link = self.first.post(f"/api/teachers/{known['Rowan']['id']}/link").get_json()["path"].rpartition("=")[2]
        self.assertEqual(rowan.get("/api/sets").status_code, 200, "until the link is used nothing changes")
        self.come_in(link, "Rowan", "a fresh one for spring")
        self.assertEqual(rowan.get("/api/sets").status_code, 401)
        self.assertEqual(self.sign_in("Rowan", PASSWORD).status_code, 401)
        self.assertEqual(self.sign_in("Rowan", "a fresh one for spring").status_code, 200)

    def test_changing_a_password_ends_the_other_browsers(self) -> None:
        other = in_a_school(self.house)
        self.sign_in("Linden", PASSWORD, other)
        changed = {"old": PASSWORD, "new": "nine red barrows"}
        self.assertEqual(self.first.put("/api/password", json=changed | {"old": "wrong"}).status_code, 401)
        self.assertEqual(self.first.put("/api/password", json=changed).status_code, 200)
        self.assertEqual((self.first.get("/api/sets").status_code, other.get("/api/sets").status_code), (200, 401))

    def test_who_has_left_is_out_at_once_and_can_come_back(self) -> None:
        rowan = self.invited("Rowan")
        known = {t["name"]: t["id"] for t in self.first.get("/api/teachers").get_json()["teachers"]}
        at = f"/api/teachers/{known['Rowan']}"
        self.first.put(at, json={"administers": False, "ended": True})
        self.assertEqual(rowan.get("/api/sets").status_code, 401)
        self.assertEqual(self.sign_in("Rowan", PASSWORD).status_code, 401)
        self.assertEqual(self.first.post(f"{at}/link").status_code, 422)
        self.first.put(at, json={"administers": False, "ended": False})
        self.assertEqual(self.sign_in("Rowan", PASSWORD).status_code, 200)

    def test_somebody_must_administer(self) -> None:
        known = {t["name"]: t["id"] for t in self.first.get("/api/teachers").get_json()["teachers"]}
        for change in ({"administers": False, "ended": False}, {"administers": True, "ended": True}):
            refused = self.first.put(f"/api/teachers/{known['Linden']}", json=change)
            self.assertEqual(refused.status_code, 422)
        self.assertTrue(self.first.get("/api/me").get_json()["administers"])

    def test_others_do_not_administer(self) -> None:
        rowan = self.invited("Rowan")
        known = {t["name"]: t["id"] for t in self.first.get("/api/teachers").get_json()["teachers"]}
        for method, path, body in (
            ("GET", "/api/teachers", None),
            ("GET", "/api/teachers/trail", None),
            ("POST", "/api/teachers", {"name": "X"}),
            ("POST", f"/api/teachers/{known['Linden']}/link", None),
            ("PUT", f"/api/teachers/{known['Rowan']}", {"administers": True, "ended": False}),
        ):
            self.assertEqual(rowan.open(path, method=method, json=body).status_code, 403, path)

    def test_the_trail(self) -> None:
        self.invited("Rowan")
        self.sign_in("Rowan", "guess")
        acts = [(e["teacher"], e["act"]) for e in self.first.get("/api/teachers/trail").get_json()["entries"]]
        self.assertEqual(
            acts[:4],
            [
                ("Rowan", "sign-in failed"), ("Rowan", "chose a password"),
                ("Linden", "invited"), ("Linden", "chose a password"),
            ],
        )  # fmt: skip

    def test_what_leaves_or_goes_is_in_the_trail_by_its_id_and_not_by_what_it_holds(self) -> None:
        made = self.first.post("/api/sets", json={"name": "Private name"}).get_json()
        self.first.get(f"/api/sets/{made['id']}/export/json")
        self.first.delete(f"/api/sets/{made['id']}", query_string={"revision": made["revision"]})
        told = self.first.get("/api/teachers/trail").get_json()["entries"]
        self.assertEqual([e["act"] for e in told[:2]], ["deleted a set", "exported a set"])
        self.assertEqual(told[1]["about"], f"{made['id']} as json")
        self.assertNotIn("Private name", str(told))

    def test_the_desks_own_key_is_none_here(self) -> None:
        stranger = in_a_school(self.house)
        stranger.get(f"/enter?key={self.house.entry.desk_key()}")
        self.assertEqual(stranger.get("/api/sets").status_code, 401)

    def test_behind_a_proxy_with_tls_the_cookie_is_for_tls_alone(self) -> None:
        premises = Premises(school=True, address="https://slate.fernbank.example")
        client = create_app(self.house, premises).test_client()
        headers = {"Host": "slate.fernbank.example", "Origin": "https://slate.fernbank.example"}
        done = client.post("/api/sign-in", json={"name": "Linden", "password": PASSWORD}, headers=headers)
        self.assertEqual(done.status_code, 200)
        self.assertIn("__Host-keen-slate=", done.headers["Set-Cookie"])
        self.assertIn("Secure", done.headers["Set-Cookie"])

    def test_what_was_on_the_desk_goes_to_the_first_who_administers(self) -> None:
        desk = at_the_desk(self.url)
        desk.post("/api/sets", json={"name": "From before"})
        names = [s["name"] for s in self.first.get("/api/sets").get_json()["sets"]]
        self.assertIn("From before", names)


class Metrics(DoorTest):
    def test_only_with_the_key_and_nothing_of_anybodys_work(self) -> None:
        with patch.dict(os.environ, {"KEEN_SLATE_METRICS_KEY": "for the watch"}):
            client = at_the_desk(self.url)
        client.post("/api/sets", json={"name": "Private name"})
        for headers in ({}, {"Authorization": "Bearer guess"}, {"Authorization": "Bearer "}):
            self.assertEqual(client.get("/metrics", headers=headers).status_code, 404)
        told = client.get("/metrics", headers={"Authorization": "Bearer for the watch"})
        self.assertEqual(told.status_code, 200)
        text = told.get_data(as_text=True)
        for line in (
            'keen_slate_requests_total{method="POST",route="/api/sets",status="201"}',
            "keen_slate_database_up 1.0",
            'keen_slate_jobs_waiting{queue="print"} 0.0',
        ):
            self.assertIn(line, text)
        self.assertNotIn("Private", text)

    def test_without_a_key_there_is_no_such_address(self) -> None:
        client = at_the_desk(self.url)
        self.assertEqual(client.get("/metrics", headers={"Authorization": "Bearer "}).status_code, 404)


class DiskFull(DoorTest):
    def test_it_is_said_as_such_and_the_rest_goes_on(self) -> None:
        client = at_the_desk(self.url)
        full = OperationalError("INSERT", {}, errors.DiskFull("No space left on device"))
        with patch("keen_slate.store.sets.make_set", side_effect=full), self.assertLogs("keen_slate"):
            refused = client.post("/api/sets", json={"name": "Beds"})
        self.assertEqual(refused.status_code, 507)
        self.assertIn("disk of the database is full", refused.get_json()["message"])
        self.assertIn("disk is full", client.get("/healthz").get_json()["database"])
        self.assertEqual(client.get("/api/sets").status_code, 200)
        self.assertEqual(client.post("/api/work", json={"text": "1/2 + 1/3"}).status_code, 200)


class DatabaseAway(DoorTest):
    def test_whoever_was_let_in_goes_on_with_what_needs_no_database(self) -> None:
        client = at_the_desk(self.url)
        self.assertEqual(client.get("/api/sets").status_code, 200)
        away = patch("keen_slate.store.database.Session", side_effect=OperationalError("", {}, Exception("refused")))
        with away, self.assertLogs("keen_slate"):
            self.assertEqual(client.post("/api/work", json={"text": "1/2 + 1/3"}).status_code, 200)
            told = client.get("/api/sets")
            self.assertEqual((told.status_code, "Nothing was lost" in told.get_json()["message"]), (503, True))
            stranger = create_app(self.house).test_client()
            stranger.set_cookie("keen-slate-80", "made up", domain="localhost")
            self.assertEqual(stranger.post("/api/work", json={"text": "1/2"}).status_code, 503)
        self.assertEqual(client.get("/api/sets").status_code, 200)
