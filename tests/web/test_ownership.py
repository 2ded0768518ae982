"""What is a teacher's own is nobody else's: every route is walked with another teacher's ids, and what is shared is
only read."""

import unittest
from typing import Any
from uuid import UUID, uuid4

from flask.testing import FlaskClient
from sqlalchemy import delete, select, update

from keen_slate.faults import NotFound
from keen_slate.services.desk import House
from keen_slate.services.heavy import Nothing
from keen_slate.store import print_jobs, sets
from keen_slate.store.models import Base, ExampleSet, KeptAim, Owned, PrintJobRow
from tests.support.cluster import fresh_database
from tests.support.signed_in import in_a_school

PASSWORD = "seven green barrows"
PLAN = {"family": "mixed-subtracted", "can": ["like-denominators"], "new": ["regroup"], "count": 2}
BODIES: dict[str, Any] = {
    "name": "Taken", "text": "1/2 + 1/4", "order": [], "school": {}, "edits": {}, "plan": PLAN, "how": "another",
    "what": "turn", "task": {}, "shelved": True, "readers": [], "settings": {}, "format": "json", "content": "{}",
    "kind": "discs", "pupils": [], "held_on": "2026-11-26", "policy": {}, "cells": [], "item": 0, "ruling": {},
    "scheme": {"methods": [], "answer": 1}, "pupil": str(uuid4()), "mistakes": [], "about": "Taken",
    "examples": [str(uuid4())], "act": "delete", "number": 0,
    "groups": [{"set_id": str(uuid4()), "pupils": ["Aspen"]}],
}  # fmt: skip
"""A body for each field that a change may ask for."""

FIELDS = {
    "renameSet": ("name",), "keepExample": ("text",), "editExample": ("edits",), "reorderSet": ("order",),
    "buildLadder": ("plan",), "swapExample": ("how",), "typeExample": ("text",),
    "putBeside": ("what",), "changeTask": ("task",), "shareSet": ("shelved", "readers"), "copySet": (),
    "likePicture": ("kind",), "restoreSet": (), "offerExample": ("how",),
    "changeSeveral": ("examples", "act"), "goToStep": ("number",), "beginPrint": (),
    "changeClass": ("name", "pupils"), "changeRound": ("name", "held_on", "policy"), "typeCells": ("cells",),
    "pasteCells": ("text",), "setPaper": ("pupil",), "ruleOnCell": ("pupil", "item", "ruling"),
    "changeScheme": ("item", "scheme"), "makeNext": ("mistakes",), "printSheets": ("groups",), "inventAnswers": (),
    "trySet": (), "trainEye": (), "changeRecord": ("about",),
}  # fmt: skip
WITHOUT_REVISION = {
    "shareSet", "copySet", "beginPrint", "typeCells", "pasteCells", "setPaper", "ruleOnCell", "makeNext", "printSheets",
    "inventAnswers", "trySet", "trainEye", "changeRecord", "offerExample",
}  # fmt: skip


def come_in(house: House, link: str, name: str) -> FlaskClient:
    """The browser of a teacher who has just followed a link."""
    client = in_a_school(house)
    key = link.rpartition("=")[2]
    client.post("/api/welcome", json={"key": key, "name": name, "password": PASSWORD})
    return client


class Ownership(unittest.TestCase):
    house: House
    linden: FlaskClient
    rowan: FlaskClient
    rowan_id: str

    @classmethod
    def setUpClass(cls) -> None:
        cls.house = House(cls.enterClassContext(fresh_database()))
        cls.addClassCleanup(cls.house.database.engine.dispose)
        link = cls.house.entry.first_link()
        cls.linden = come_in(cls.house, str(link), "Linden")
        made = cls.linden.post("/api/teachers", json={"name": "Rowan"}).get_json()
        cls.rowan = come_in(cls.house, made["path"], "Rowan")
        cls.rowan_id = made["teacher"]["id"]

    def set_of(self, client: FlaskClient, name: str = "Raised beds") -> Any:
        made = client.post("/api/sets", json={"name": name}).get_json()
        body = {"revision": made["revision"], "text": "5 1/6 - 2 5/6"}
        return client.post(f"/api/sets/{made['id']}/examples", json=body).get_json()

    def test_every_route_with_anothers_ids(self) -> None:
        """Each is 404, as if it were not there, and nothing of it changes."""
        made = self.set_of(self.linden)
        job = self.linden.post(f"/api/sets/{made['id']}/print", json={}).get_json()
        aim = self.linden.post("/api/aims", json={"name": "Regroup", "plan": PLAN}).get_json()
        errand = self.house.desk(self.house.entry.who(self.token(self.linden)).id).errands.put(
            "glance", Nothing(), {"set_id": UUID(made["id"])}
        )
        of_class = self.linden.post("/api/classes", json={"name": "5 Birch", "pupils": [{"code": "Aspen"}]}).get_json()
        begun = {"class_id": of_class["id"], "set_id": made["id"], "held_on": "2026-11-26"}
        round_ = self.linden.post("/api/rounds", json=begun).get_json()
        self.assertEqual(self.rowan.post("/api/rounds", json=begun).status_code, 404)
        noted = {"on_day": "2026-11-26", "kind": "note", "about": "Linden's note", "class_id": of_class["id"]}
        entry = self.linden.post("/api/record", json=noted).get_json()
        self.assertEqual(self.rowan.post("/api/record", json=noted).status_code, 404)
        ids = {
            "entry_id": entry["id"], "kind": "csv",
            "class_id": of_class["id"], "round_id": round_["id"], "pupil_id": of_class["pupils"][0]["id"], "item": 0,
            "set_id": made["id"], "example_id": made["examples"][0]["id"], "job_id": job["id"], "aim_id": aim["id"],
            "errand_id": str(errand), "format": "json",
        }  # fmt: skip
        before = self.linden.get(f"/api/sets/{made['id']}").get_json()
        walked = 0
        spec = self.linden.get("/api/openapi.json").get_json()
        for path, methods in spec["paths"].items():
            names = [p.strip("{}") for p in path.split("/") if p.startswith("{")]
            if not names or names == ["teacher_id"]:
                continue
            for method, operation in methods.items():
                if method == "parameters":
                    continue
                id = operation.get("operationId", "")
                body = {field: BODIES[field] for field in FIELDS.get(id, ())}
                if id not in WITHOUT_REVISION:
                    body["revision"] = made["revision"]
                query = {"revision": made["revision"]} if method == "delete" else None
                answer = self.rowan.open(
                    path.format(**ids), method=method.upper(), json=body if method in ("post", "put") else None,
                    query_string=query,
                )  # fmt: skip
                self.assertEqual(answer.status_code, 404, f"{method} {path}: {answer.get_data(as_text=True)[:200]}")
                self.assertNotIn("Raised", answer.get_data(as_text=True))
                walked += 1
        self.assertGreaterEqual(walked, 48)
        self.assertEqual(self.linden.get(f"/api/rounds/{round_['id']}").get_json(), round_)
        self.assertIn(of_class, self.linden.get("/api/classes").get_json()["classes"])
        self.assertEqual(self.linden.get(f"/api/sets/{made['id']}").get_json(), before)
        self.assertEqual(self.linden.get(f"/api/print/{job['id']}").get_json()["state"], "waiting")
        self.assertIn("Regroup", [a["name"] for a in self.linden.get("/api/aims").get_json()["aims"]])

    def token(self, client: FlaskClient) -> str:
        cookie = client.get_cookie("keen-slate-80")
        assert cookie is not None
        return cookie.value

    def test_lists_hold_only_what_is_theirs(self) -> None:
        self.set_of(self.linden, "Linden's own")
        self.linden.post("/api/aims", json={"name": "Linden's aim", "plan": PLAN})
        self.linden.post("/api/classes", json={"name": "Linden's class"})
        self.linden.put(
            "/api/settings", json=self.linden.get("/api/settings").get_json() | {"settings": {"acronym": "GEMS"}}
        )
        for path in (
            "/api/sets", "/api/sets/bin", "/api/aims", "/api/settings", "/api/classes", "/api/rounds",
            "/api/pupils/export", "/api/record?since=2026-01-01&until=2027-01-01",
        ):  # fmt: skip
            told = self.rowan.get(path).get_data(as_text=True)
            self.assertNotIn("Linden", told, path)
            self.assertNotIn('"GEMS"', told, path)
        told = "[a = 7 m] of Linden’s rope and [b = 8 m] | join: rope = a + b | rope"
        kept = self.linden.post("/api/sets", json={"name": "Told"}).get_json()
        body = {"revision": kept["revision"], "text": told}
        self.linden.post(f"/api/sets/{kept['id']}/examples", json=body)
        self.assertIn("Linden", self.linden.post("/api/stories", json={}).get_data(as_text=True))
        self.assertNotIn("Linden", self.rowan.post("/api/stories", json={}).get_data(as_text=True))
        theirs = self.rowan.get("/api/settings").get_json()
        changed = self.rowan.put("/api/settings", json=theirs | {"settings": {"acronym": "BODMAS"}})
        self.assertEqual(changed.status_code, 200)
        self.assertEqual(self.linden.get("/api/settings").get_json()["settings"]["acronym"], "GEMS")

    def test_a_set_given_to_read(self) -> None:
        made = self.set_of(self.linden, "To read")
        at = f"/api/sets/{made['id']}"
        self.linden.put(f"{at}/sharing", json={"shelved": False, "readers": [self.rowan_id]})
        self.assertIn("To read", [s["name"] for s in self.rowan.get("/api/sets").get_json()["shared"]])
        seen = self.rowan.get(at).get_json()
        self.assertEqual((seen["owner"], len(seen["examples"])), ("Linden", 1))
        for path in (f"{at}/lesson", f"{at}/glance", f"{at}/export/csv"):
            self.assertEqual(self.rowan.get(path).status_code, 200, path)
        refused = self.rowan.put(f"{at}/name", json={"revision": made["revision"], "name": "Taken"})
        self.assertEqual(refused.status_code, 422)
        self.assertIn("Take a copy", refused.get_json()["message"])
        self.assertEqual(self.rowan.get(f"{at}/sharing").status_code, 404)
        copied = self.rowan.post(f"{at}/copy", json={}).get_json()
        self.assertEqual((copied["owner"], copied["name"], len(copied["examples"])), ("", "To read", 1))
        self.assertNotEqual(copied["id"], made["id"])
        self.linden.put(f"{at}/sharing", json={"shelved": False, "readers": []})
        self.assertEqual(self.rowan.get(at).status_code, 404)
        self.assertEqual(self.rowan.get(f"/api/sets/{copied['id']}").status_code, 200)

    def test_the_shelf(self) -> None:
        made = self.set_of(self.linden, "For all")
        at = f"/api/sets/{made['id']}"
        self.linden.put(f"{at}/sharing", json={"shelved": True, "readers": []})
        (found,) = [s for s in self.rowan.get("/api/sets").get_json()["shared"] if s["name"] == "For all"]
        self.assertEqual((found["owner"], found["examples"]), ("Linden", 1))
        self.assertEqual(self.rowan.get(at).status_code, 200)
        self.linden.delete(at, query_string={"revision": self.linden.get(at).get_json()["revision"]})
        self.assertEqual(self.rowan.get(at).status_code, 404)

    def test_a_copy_for_a_colleague(self) -> None:
        made = self.set_of(self.linden, "A gift")
        at = f"/api/sets/{made['id']}/copy"
        self.assertEqual(self.linden.post(at, json={"to": self.rowan_id}).status_code, 201)
        self.assertEqual(self.linden.post(at, json={"to": str(uuid4())}).status_code, 404)
        (gift,) = [s for s in self.rowan.get("/api/sets").get_json()["sets"] if s["name"] == "A gift"]
        theirs = self.rowan.get(f"/api/sets/{gift['id']}").get_json()
        self.assertEqual([e["typed"] for e in theirs["examples"]], ["5 1/6 − 2 5/6"])
        body = {"revision": theirs["revision"], "name": "My own"}
        self.assertEqual(self.rowan.put(f"/api/sets/{gift['id']}/name", json=body).status_code, 200)

    def test_the_bin_is_ones_own_and_lasts_a_month(self) -> None:
        made = self.set_of(self.linden, "Gone")
        self.linden.delete(f"/api/sets/{made['id']}", query_string={"revision": made["revision"]})
        (gone,) = [s for s in self.linden.get("/api/sets/bin").get_json()["sets"] if s["name"] == "Gone"]
        back = self.linden.post(f"/api/sets/{gone['id']}/restore", json={"revision": gone["revision"]})
        self.assertEqual(len(back.get_json()["examples"]), 1)
        self.linden.delete(f"/api/sets/{made['id']}", query_string={"revision": back.get_json()["revision"]})
        with self.house.database.engine.begin() as connection:
            connection.exec_driver_sql(
                f"UPDATE example_set SET deleted_at = now() - interval '31 days' WHERE id = '{made['id']}'"
            )
        self.assertNotIn("Gone", [s["name"] for s in self.linden.get("/api/sets/bin").get_json()["sets"]])


class OnePlace(unittest.TestCase):
    """The check is the session's, whatever the statement says."""

    def setUp(self) -> None:
        self.house = House(self.enterContext(fresh_database()))
        self.addCleanup(self.house.database.engine.dispose)
        link = str(self.house.entry.first_link())
        boss = come_in(self.house, link, "Linden")
        self.other = UUID(boss.post("/api/teachers", json={"name": "Rowan"}).get_json()["teacher"]["id"])
        self.mine = UUID("00000000-0000-4000-8000-000000000001")
        with self.house.database.transaction(self.mine) as session:
            self.set = sets.make_set(session, "Mine").id

    def test_select_update_and_delete_reach_only_what_is_theirs(self) -> None:
        with self.house.database.transaction(self.other) as session:
            self.assertEqual(session.scalars(select(ExampleSet)).all(), [])
            self.assertIsNone(session.get(ExampleSet, self.set))
            self.assertEqual(session.scalars(select(ExampleSet.name)).all(), [])
            changed = session.execute(update(ExampleSet).values(name="Taken").returning(ExampleSet.id)).all()
            self.assertEqual(changed, [])
            self.assertEqual(session.execute(delete(ExampleSet).returning(ExampleSet.id)).all(), [])
            with self.assertRaises(NotFound):
                sets.open_set(session, self.set, shared=True)
        with self.house.database.transaction(self.mine) as session:
            self.assertEqual(sets.open_set(session, self.set).name, "Mine")

    def test_what_is_old_of_anybody_goes(self) -> None:
        """Pupils' answers in errands, and handouts, do not stay until their own teacher comes back."""
        put = self.house.desk(self.mine).errands.put("glance", Nothing(), {"set_id": self.set})
        with self.house.database.transaction(self.mine) as session:
            job = print_jobs.order(session, 1, "old", {})
        with self.house.database.engine.begin() as connection:
            for table in ("errand", "print_job"):
                connection.exec_driver_sql(f"UPDATE {table} SET created_at = now() - interval '2 days'")
        self.house.desk(self.other).errands.put("glance", Nothing(), {"set_id": self.set})
        with self.house.database.transaction(self.other) as session:
            print_jobs.order(session, 1, "new", {})
        with self.assertRaises(NotFound):
            self.house.desk(self.mine).errands.look(put)
        with self.assertRaises(NotFound):
            self.house.desk(self.mine).printing.look(job)

    def test_a_session_of_nobody_is_refused(self) -> None:
        for kind in (ExampleSet, KeptAim, PrintJobRow):
            with self.assertRaises(PermissionError), self.house.database.transaction() as session:
                session.scalars(select(kind)).all()

    def test_what_is_made_belongs_to_whoever_makes_it(self) -> None:
        with self.house.database.transaction(self.other) as session:
            made = sets.make_set(session, "Theirs")
            self.assertEqual(made.owner_id, self.other)

    def test_every_table_with_an_owner_is_one_of_these(self) -> None:
        owned = {str(m.local_table) for m in Base.registry.mappers if issubclass(m.class_, Owned)}
        with_owner = {name for name, table in Base.metadata.tables.items() if "owner_id" in table.columns}
        self.assertEqual(owned, with_owner)
