"""All of a teacher's work as a file, and back without loss."""

import json
import unittest
from typing import Any

from flask.testing import FlaskClient

from keen_slate.services.desk import House
from keen_slate.services.teachers import Entry
from tests.support.cluster import fresh_database
from tests.support.signed_in import at_the_desk, in_a_school

PLAN = {"family": "mixed-subtracted", "can": ["like-denominators"], "new": ["regroup"], "count": 3}


def filled(client: FlaskClient) -> None:
    """Some of everything that a teacher has."""
    kept = client.get("/api/settings").get_json()
    settings = {"acronym": "BODMAS", "words": {"decimal_sign": ",", "units": "trugs"}, "organiser": "columns"}
    client.put("/api/settings", json=kept | {"settings": settings})
    client.post("/api/aims", json={"name": "Regroup", "plan": PLAN})
    for name in ("Raised beds", "Compost"):
        made = client.post("/api/sets", json={"name": name}).get_json()
        for text in ("5 1/6 - 2 5/6", "3,75 + 0,4", "3 trugs - 1 1/2 trugs"):
            body = {"revision": made["revision"], "text": text, "school": {"subtracting": "improper"}}
            made = client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()
    edits = {"lines": [{"line": 1, "reason": "my own words"}], "turns": [], "pictures": {}}
    at = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/edits"
    made = client.put(at, json={"revision": made["revision"], "edits": edits}).get_json()
    client.post(f"/api/sets/{made['id']}/ladder", json={"revision": made["revision"], "plan": PLAN})


def all_of(client: FlaskClient) -> Any:
    return json.loads(client.get("/api/archive").data)


class Archives(unittest.TestCase):
    def setUp(self) -> None:
        self.client = at_the_desk(self.enterContext(fresh_database()))
        filled(self.client)

    def test_put_back_on_another_desk_without_loss(self) -> None:
        saved = self.client.get("/api/archive")
        self.assertIn("attachment", saved.headers["Content-Disposition"])
        other = at_the_desk(self.enterContext(fresh_database()))
        told = other.post("/api/archive", json={"content": saved.get_data(as_text=True)})
        self.assertEqual(told.get_json(), {"sets": 2, "aims": 1, "there_already": 0})
        self.assertEqual(all_of(other), all_of(self.client))
        self.assertEqual([s["name"] for s in all_of(other)["sets"]], ["Compost", "Raised beds"])

    def test_put_back_where_it_came_from_changes_nothing(self) -> None:
        before = all_of(self.client)
        told = self.client.post("/api/archive", json={"content": json.dumps(before)})
        self.assertEqual(told.get_json(), {"sets": 0, "aims": 0, "there_already": 2})
        self.assertEqual(all_of(self.client), before)

    def test_after_a_set_was_deleted(self) -> None:
        before = all_of(self.client)
        (gone, _) = self.client.get("/api/sets").get_json()["sets"]
        self.client.delete(f"/api/sets/{gone['id']}", query_string={"revision": gone["revision"]})
        told = self.client.post("/api/archive", json={"content": json.dumps(before)}).get_json()
        self.assertEqual((told["sets"], told["there_already"]), (1, 1))
        self.assertEqual(sorted(s["name"] for s in all_of(self.client)["sets"]), ["Compost", "Raised beds"])

    def test_what_is_no_archive_or_is_damaged_changes_nothing(self) -> None:
        good = all_of(self.client)
        damaged = json.loads(json.dumps(good))
        damaged["sets"][0]["name"] = "Damaged"
        damaged["sets"][0]["examples"][0]["problem"] = "5 1/"
        for content, told in (
            ("", "This is no archive of Keen Slate."),
            ("[" * 100_000, "This is no archive of Keen Slate."),
            ("{}", "This is no archive of Keen Slate: format"),
            (json.dumps(good | {"version": 2}), "version"),
            (json.dumps(good | {"more": 1}), "more"),
            (json.dumps(damaged), "“Damaged”, example 1:"),
        ):
            answer = self.client.post("/api/archive", json={"content": content})
            self.assertEqual(answer.status_code, 422, content[:40])
            self.assertIn(told, answer.get_json()["message"])
            self.assertEqual(all_of(self.client), good)

    def test_it_holds_nothing_of_a_colleague(self) -> None:
        house = House(self.enterContext(fresh_database()))
        self.addCleanup(house.database.engine.dispose)
        link = str(Entry(house.database).first_link()).rpartition("=")[2]
        linden, rowan = in_a_school(house), in_a_school(house)
        linden.post("/api/welcome", json={"key": link, "name": "Linden", "password": "seven green barrows"})
        key = linden.post("/api/teachers", json={"name": "Rowan"}).get_json()["path"].rpartition("=")[2]
        rowan.post("/api/welcome", json={"key": key, "name": "Rowan", "password": "seven green barrows"})
        made = linden.post("/api/sets", json={"name": "Shelved"}).get_json()
        linden.put(f"/api/sets/{made['id']}/sharing", json={"shelved": True, "readers": []})
        self.assertEqual(all_of(rowan)["sets"], [])
        self.assertEqual([s["name"] for s in all_of(linden)["sets"]], ["Shelved"])
        acts = [e["act"] for e in linden.get("/api/teachers/trail").get_json()["entries"]]
        self.assertEqual(acts[:3], ["saved all their work", "saved all their work", "shared a set"])
