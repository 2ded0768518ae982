"""What a change to a set answers with: what changed, and no more, however long the set is; and lists in pages."""

import random
import unittest
from typing import Any
from unittest.mock import patch
from uuid import UUID

from sqlalchemy import Engine, event

from keen_slate.core.reading.reading import read
from keen_slate.services.desk import House
from keen_slate.services.line_up import kept
from keen_slate.services.shapes.line_up import Task
from keen_slate.store import sets
from keen_slate.store.database import Belongings, Database
from keen_slate.store.models import ExampleSet
from keen_slate.store.teachers import DESK
from keen_slate.web.app import create_app
from tests.support.cluster import fresh_database
from tests.support.searching import DEEP
from tests.support.signed_in import AtTheDesk, WithWholeSets, let_in, with_change

LONG = 200
TEXTS = [f"{n} 1/6 − 2 5/6" for n in range(3, 3 + LONG)]


class Changes(unittest.TestCase):
    """Asked as anybody asks over HTTP: the answers are as they come."""

    def setUp(self) -> None:
        url = self.enterContext(fresh_database())
        house = House(url)
        self.client = create_app(house, errands_at_once=True).test_client()
        let_in(self.client, house.entry.enter_desk(house.entry.desk_key())[0])
        database = Database(url)
        self.addCleanup(database.engine.dispose)
        with Belongings(database, DESK).transaction() as session:
            made = sets.make_set(session, "Long")
            sets.rearrange(session, made.id, made.revision, [kept(read(t), "", {}) for t in TEXTS])
            self.at = f"/api/sets/{made.id}"
        self.whole = self.client.get(self.at).get_json()

    def change(self, method: str, path: str, **body: Any) -> Any:
        """The change, put into the set as it was: that is how the set is found."""
        answer = self.client.open(f"{self.at}{path}", method=method, json=body | {"revision": self.whole["revision"]})
        self.assertLess(answer.status_code, 300, answer.get_data(as_text=True))
        change = answer.get_json()
        self.whole = with_change(self.whole, change)
        self.assertEqual(self.whole, self.client.get(self.at).get_json())
        self.short = len(answer.data)
        return change

    def test_each_answers_with_what_changed(self) -> None:
        ids = [e["id"] for e in self.whole["examples"]]
        first, whole = ids[0], len(self.client.get(self.at).data)
        fading = {"kind": "bare", "side": "end", "lines": 1, "what": "line"}
        edits = {"lines": [{"line": 1, "reason": "In my words."}]}
        for method, path, body, examples, moved in (
            ("PUT", "/name", {"name": "Longer"}, 0, False),
            ("PUT", "/picture", {"kind": "strips"}, 0, False),
            ("POST", "/examples", {"text": "1/2 + 1/3"}, 1, True),
            ("PUT", f"/examples/{first}/edits", {"edits": edits}, 1, False),
            ("PUT", f"/examples/{first}/task", {"task": {"role": "rung"}}, 1, False),
            ("POST", f"/examples/{first}/typed", {"text": "2/3 + 1/4"}, 1, True),
            ("POST", "/several", {"act": "fade", "examples": ids[1:4], "fading": fading}, 3, False),
            ("POST", "/several", {"act": "lock", "examples": ids[1:4]}, 0, False),
            ("POST", "/several", {"act": "unlock", "examples": ids[1:3]}, 2, False),
            ("POST", "/several", {"act": "move", "examples": ids[1:3], "place": 50}, 0, True),
            ("POST", "/several", {"act": "duplicate", "examples": ids[1:3]}, 2, True),
            ("POST", "/several", {"act": "delete", "examples": ids[1:100]}, 0, True),
            ("PUT", "/steps", {"number": 0}, None, True),
        ):
            with self.subTest(path=path, body=body):
                change = self.change(method, path, **body)
                if examples is not None:
                    self.assertEqual(len(change["examples"]), examples)
                self.assertEqual(change["order"] is not None, moved)
                self.assertLess(self.short, whole / (1 if examples is None else 5))

    def test_a_new_order_brings_no_example_again(self) -> None:
        ids = [e["id"] for e in self.whole["examples"]]
        change = self.change("PUT", "/order", order=ids[::-1])
        self.assertEqual((change["order"], change["examples"]), (ids[::-1], []))

    def test_copies_into_another_set_change_nothing_here(self) -> None:
        other = self.client.post("/api/sets", json={"name": "Other"}).get_json()
        ids = [e["id"] for e in self.whole["examples"]]
        change = self.change("POST", "/several", act="copy", examples=ids[:2], to=other["id"])
        self.assertEqual((change["order"], change["examples"]), (None, []))
        copied = self.client.get(f"/api/sets/{other['id']}").get_json()["examples"]
        self.assertEqual([e["typed"] for e in copied], TEXTS[:2])


class InParts(AtTheDesk):
    """Of a set that is opened in parts every change is put into the whole, and compared with it opened again."""

    def test_changes_of_what_is_in_the_first_part_and_of_what_is_not(self) -> None:
        content = "\n".join(f"{n}/7 + 1/2" for n in range(1, 321))
        body = {"format": "csv", "content": content, "name": "In parts"}
        made = self.client.post("/api/sets/import", json=body).get_json()["set"]
        at = f"/api/sets/{made['id']}"
        now = self.client.get(at).get_json()
        self.assertEqual((len(now["examples"]), now["rest"]), (320, 0))
        ids = [e["id"] for e in now["examples"]]
        for method, path, change in (
            ("POST", "/several", {"act": "move", "examples": [ids[310]], "place": 0}),
            ("POST", "/several", {"act": "move", "examples": ids[:2], "place": 318}),
            ("POST", "/several", {"act": "duplicate", "examples": [ids[315]]}),
            ("POST", "/several", {"act": "delete", "examples": ids[100:130]}),
            ("POST", "/examples", {"text": "1/2 + 1/3"}),
            ("PUT", "/steps", {"number": now["step"]}),
        ):
            answer = self.client.open(f"{at}{path}", method=method, json={"revision": now["revision"]} | change)
            self.assertLess(answer.status_code, 300, (path, answer.get_data(as_text=True)[:300]))
            now = answer.get_json()
        self.assertEqual([e["id"] for e in now["examples"]], ids, "all steps are taken back")

    def test_of_very_many_changed_ones_some_are_told(self) -> None:
        body = {"format": "csv", "content": "\n".join(f"{n}/7 + 1/3" for n in range(1, 331)), "name": "Many"}
        made = self.client.post("/api/sets/import", json=body).get_json()["set"]
        at = f"/api/sets/{made['id']}"
        ids = [e["id"] for e in self.client.get(at).get_json()["examples"]]
        self.enterContext(patch.object(WithWholeSets, "as_it_comes", True))
        now = made
        for path, change, told in (
            ("/several", {"act": "unlock", "examples": ids}, ids),
            ("/several", {"act": "delete", "examples": ids[:310]}, []),
            ("/steps", {"number": 1}, ids[:310]),
        ):
            method = "PUT" if path == "/steps" else "POST"
            answer = self.client.open(f"{at}{path}", method=method, json={"revision": now["revision"]} | change)
            now = answer.get_json()
            self.assertEqual([e["id"] for e in now["examples"]], told[:300])
            self.assertEqual(now["rest"], max(0, len(told) - 300))
        self.assertEqual(now["order"], ids)


WORKED_BARE = {"kind": "bare", "side": "end", "lines": 1, "what": "line"}


class AnyNumber(AtTheDesk):
    """Whatever is done to many examples at once asks the database as often as done to few, and says how many."""

    def test_one_and_two_are_named(self) -> None:
        both, moved = "1/7 + 1/5 and 2/7 + 1/5", "2/7 + 1/5 and 1/7 + 1/5"
        self.assertEqual(
            [said for *_, said in self.asked_of(2)],
            [
                f"Unlocked {both}.", f"Left {both} to the class.", "Moved 2/7 + 1/5 to number 1.",
                "Moved 2/7 + 1/5 to number 1.", f"Put {moved} there once more.", f"Deleted {moved}.",
                f"Put {moved} there once more.", f"Deleted {moved}.", f"Took {moved} from “Taken in”.",
            ],
        )  # fmt: skip

    def test_to_tell_how_many_none_is_read(self) -> None:
        with patch("keen_slate.services.line_up.read_again", side_effect=AssertionError("it was read")):
            made = self.client.post("/api/sets", json={"name": "Unread"}).get_json()
            database = Database(self.url)
            self.addCleanup(database.engine.dispose)
            with Belongings(database, DESK).transaction() as session:
                new = [sets.NewExample("1/2", "1/2", None, {}, {}, Task().model_dump())] * 3
                ids = [e.id for e in sets.rearrange(session, UUID(made["id"]), made["revision"], new).examples]
            asked = {"act": "delete", "examples": [str(i) for i in ids], "revision": made["revision"] + 1}
            with patch.object(WithWholeSets, "as_it_comes", True):
                done = self.client.post(f"/api/sets/{made['id']}/several", json=asked).get_json()
        self.assertEqual(done["undo"], "Deleted 3 items.")

    def asked_of(self, count: int) -> list[tuple[str, int, str]]:
        """Of each act its name, how many statements it took, and what can be undone after it."""
        content = "\n".join(f"{n}/7 + 1/5" for n in range(1, count + 1))
        made = self.client.post("/api/sets/import", json={"format": "csv", "content": content}).get_json()["set"]
        other = self.client.post("/api/sets", json={"name": "Other"}).get_json()["id"]
        at, now, found = f"/api/sets/{made['id']}", made, list[tuple[str, int, str]]()
        ids = [e["id"] for e in self.client.get(at).get_json()["examples"]]
        statements: list[str] = []

        def note(*told: Any) -> None:
            statements.append(told[2])

        with patch.object(WithWholeSets, "as_it_comes", True):
            for act, rest in (
                ("unlock", {}), ("fade", {"fading": WORKED_BARE}), ("move", {"examples": ids[1:], "place": 0}),
                ("copy", {"to": other}), ("duplicate", {}), ("delete", {}), ("undo", {}), ("redo", {}),
            ):  # fmt: skip
                event.listen(Engine, "before_cursor_execute", note)
                try:
                    if act in ("undo", "redo"):
                        asked = {"revision": now["revision"], "number": now["step"] + (1 if act == "redo" else -1)}
                        answer = self.client.put(f"{at}/steps", json=asked)
                    else:
                        asked = {"act": act, "revision": now["revision"], "examples": ids} | rest
                        answer = self.client.post(f"{at}/several", json=asked)
                finally:
                    event.remove(Engine, "before_cursor_execute", note)
                self.assertEqual(answer.status_code, 200, answer.get_data(as_text=True))
                now = answer.get_json()
                found.append((act, len(statements), now["undo"]))
                statements.clear()
        taken = self.client.get(f"/api/sets/{other}").get_json()
        self.assertEqual(len(taken["examples"]), count)
        return [*found, ("taken", 0, taken["undo"])]

    def test_it_takes_as_many_statements_as_for_four(self) -> None:
        few, many = self.asked_of(4), self.asked_of(120)
        self.assertEqual([(act, taken) for act, taken, _ in few], [(act, taken) for act, taken, _ in many])
        self.assertLess(max(taken for _, taken, _ in many), 20)
        self.assertEqual(
            [said for *_, said in many],
            [
                "Unlocked 120 items.", "Left 120 items to the class.", "Moved 119 items to number 1.",
                "Moved 119 items to number 1.", "Put 120 items there once more.", "Deleted 120 items.",
                "Put 120 items there once more.", "Deleted 120 items.", "Took 120 items from “Taken in”.",
            ],
        )  # fmt: skip


class AnyOrder(AtTheDesk):
    """Changes in any order, of a set that comes in parts: put into the set as it was before each makes the set that is
    found, and taken back they leave what there was at first."""

    def change(self, draw: random.Random, now: dict[str, Any]) -> tuple[str, str, dict[str, Any]]:
        """One that is possible now: how, where, and what is asked."""
        ids = [e["id"] for e in now["examples"]]
        some = draw.sample(ids, draw.randint(1, len(ids)))
        several = {"examples": some, "fading": WORKED_BARE, "place": draw.randint(0, len(ids))}
        ways: list[tuple[str, str, dict[str, Any]]] = [
            ("POST", "/several", several | {"act": act}) for act in ("lock", "unlock", "fade", "move")
        ]
        ways.append(("POST", "/examples", {"text": f"{draw.randint(1, 9)} 1/6 - 5/6"}))
        ways.append(("POST", f"/examples/{some[0]}/typed", {"text": f"{draw.randint(1, 9)}/4 + 2/3"}))
        ways.append(("PUT", f"/examples/{some[0]}/edits", {"edits": {"lines": [{"line": 1, "reason": "My words."}]}}))
        ways.append(("PUT", "/order", {"order": draw.sample(ids, len(ids))}))
        ways.append(("PUT", "/name", {"name": f"Beds {draw.randint(1, 99)}"}))
        if len(ids) < 30:
            ways.append(("POST", "/several", several | {"act": "duplicate"}))
        if len(some) < len(ids):
            ways.append(("POST", "/several", several | {"act": "delete"}))
        if now["undo"]:
            ways += [("PUT", "/steps", {"number": now["step"] - 1})] * 2
        if now["redo"]:
            ways += [("PUT", "/steps", {"number": now["step"] + 1})] * 2
        return draw.choice(ways)

    @patch("keen_slate.services.line_up.PART", 4)
    @patch("keen_slate.services.line_up.BEGINNING", 2)
    def test_put_together_they_are_the_set_that_is_found(self) -> None:
        for seed in range(8 if DEEP else 2):
            draw = random.Random(seed)
            content = "\n".join(f"{n}/7 + 1/{n + 1}" for n in range(1, 12))
            made = self.client.post("/api/sets/import", json={"format": "csv", "content": content}).get_json()["set"]
            at = f"/api/sets/{made['id']}"
            first = now = self.client.get(at).get_json()
            whole = 0
            for _ in range(45):
                method, path, asked = self.change(draw, now)
                with patch.object(WithWholeSets, "as_it_comes", True):
                    answer = self.client.open(f"{at}{path}", method=method, json=asked | {"revision": now["revision"]})
                self.assertLess(answer.status_code, 300, (path, asked, answer.get_data(as_text=True)))
                change, found = answer.get_json(), self.client.get(at).get_json()
                self.assertEqual(found["rest"], 0)
                self.assertLessEqual(len(change["examples"]), 4)
                if not change["rest"]:
                    whole += 1
                    self.assertEqual(with_change(now, change), found, (path, asked))
                now = found
            self.assertGreater(whole, 10)
            back = self.client.put(f"{at}/steps", json={"revision": now["revision"], "number": first["step"]})
            left_alone = ("revision", "changed_at", "step", "redo")
            then, at_first = ({k: v for k, v in s.items() if k not in left_alone} for s in (back.get_json(), first))
            self.assertEqual(then, at_first)


class Pages(AtTheDesk):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        database = Database(cls.url)
        cls.addClassCleanup(database.engine.dispose)
        theirs = Belongings(database, DESK)
        with theirs.transaction() as session:
            session.add_all(ExampleSet(name=f"Set {n:03}") for n in range(149))
            session.add(ExampleSet(name="50 % of _it_"))

    def listed(self, **asked: Any) -> Any:
        return self.client.get("/api/sets", query_string=asked).get_json()

    def test_pages_together_are_all_of_them_once(self) -> None:
        found: list[str] = []
        while True:
            page = self.listed(past=len(found), most=40)
            found += [s["id"] for s in page["sets"]]
            if not page["more"]:
                break
            self.assertEqual(len(page["sets"]), 40)
        self.assertEqual((len(found), len(set(found))), (150, 150))
        self.assertEqual(found[:60], [s["id"] for s in self.listed()["sets"]], "sixty where nothing is asked for")

    def test_found_by_a_part_of_the_name_whatever_its_letters(self) -> None:
        self.assertEqual(len(self.listed(named=" sET 01 ")["sets"]), 10)
        for named in ("% of", "_it_", "50 % of _it_"):  # signs that a search in the database takes for others
            self.assertEqual([s["name"] for s in self.listed(named=named)["sets"]], ["50 % of _it_"], named)
        self.assertFalse(self.listed(named="nowhere")["more"])

    def test_a_bad_page_is_refused_with_a_sentence(self) -> None:
        for asked in ({"most": 0}, {"most": 201}, {"past": -1}, {"named": "x" * 121}):
            answer = self.client.get("/api/sets", query_string=asked)
            self.assertEqual(answer.status_code, 400, asked)
            self.assertTrue(answer.get_json()["message"])

    def test_the_last_changed_stands_first(self) -> None:
        last = self.listed(most=1, past=149)["sets"][0]
        self.client.put(f"/api/sets/{last['id']}/name", json={"revision": last["revision"], "name": "Changed now"})
        self.assertEqual(self.listed(most=1)["sets"][0]["name"], "Changed now")


if __name__ == "__main__":
    unittest.main()
