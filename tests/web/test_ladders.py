"""Ladders over the API, on a real database. What an item demands is judged by fractions alone."""

from itertools import pairwise
from typing import Any
from unittest.mock import patch

from sqlalchemy import event

from keen_slate.core.reading.reading import read
from keen_slate.services.line_up import LineUp, kept
from keen_slate.store import sets
from keen_slate.store.database import Belongings, Database
from keen_slate.store.teachers import DESK
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.signed_in import AtTheDesk

PLAN = {"family": "mixed-subtracted", "can": ["like-denominators"], "new": ["simplify", "regroup"], "count": 6}


class LadderTest(AtTheDesk):
    def ask(self, method: str, path: str, status: int = 200, **body: Any) -> Any:
        answer = self.client.open(path, method=method, json=body or None)
        self.assertEqual(answer.status_code, status, answer.get_data(as_text=True))
        return answer.get_json()

    def made(self, **plan: Any) -> Any:
        """A new set with the ladder of a plan."""
        fresh = self.ask("POST", "/api/sets", 201, name="Raised beds")
        return self.ask(
            "POST", f"/api/sets/{fresh['id']}/ladder", revision=fresh["revision"], plan={**PLAN, **plan}
        )  # fmt: skip

    def change(self, found: Any, number: int, act: str, status: int = 200, method: str = "POST", **body: Any) -> Any:
        example = found["examples"][number]
        path = f"/api/sets/{found['id']}/examples/{example['id']}/{act}"
        return self.ask(method, path, status, revision=found["revision"], **body)

    @staticmethod
    def texts(found: Any) -> list[str]:
        return [e["typed"] for e in found["examples"]]


class Building(LadderTest):
    def test_a_ladder_climbs(self) -> None:
        found = self.made()
        required = [set(e["task"]["required"]) for e in found["examples"]]
        self.assertEqual(
            [e["added"] for e in found["examples"]], ["", "simplify", "simplify", "regroup", "regroup", "regroup"]
        )
        for text, needed in zip(self.texts(found), required, strict=True):
            self.assertLessEqual(needed, by_fractions(text), text)
        self.assertTrue(all(a <= b for a, b in pairwise(required)))
        self.assertEqual(found["plan"]["new"], ["simplify", "regroup"])

    def test_the_same_seed_gives_the_same_ladder(self) -> None:
        self.assertEqual(self.texts(self.made()), self.texts(self.made()))
        self.assertNotEqual(self.texts(self.made()), self.texts(self.made(seed="other")))

    def test_locked_rungs_stay_when_it_is_drawn_again(self) -> None:
        found = self.made()
        task = {**found["examples"][2]["task"], "locked": True}
        locked = self.change(found, 2, "task", method="PUT", task=task)
        again = self.ask(
            "POST", f"/api/sets/{found['id']}/ladder", revision=locked["revision"], plan={**PLAN, "seed": "2"}
        )
        self.assertEqual(again["examples"][2]["id"], found["examples"][2]["id"])
        self.assertEqual(len(again["examples"]), 6)
        self.assertEqual(len(set(self.texts(again))), 6)

    def test_what_was_drawn_over_comes_back(self) -> None:
        found = self.made()
        again = self.ask(
            "POST", f"/api/sets/{found['id']}/ladder", revision=found["revision"], plan={**PLAN, "seed": "3"}
        )
        back = self.ask("PUT", f"/api/sets/{found['id']}/steps", revision=again["revision"], number=found["step"])
        self.assertEqual(self.texts(back), self.texts(found))

    def test_contradicting_wishes_are_named_and_nothing_is_written(self) -> None:
        found = self.made()
        answer = self.ask(
            "POST",
            f"/api/sets/{found['id']}/ladder",
            422,
            revision=found["revision"],
            plan={**PLAN, "new": ["regroup"], "limits": {"only_wholes": True}},
        )
        self.assertEqual(
            answer["message"],
            "Mixed numbers taken away with “regroup”, within whole numbers only: there are none. "
            "Allow more than whole numbers, and draw again.",
        )
        self.assertEqual(self.ask("GET", f"/api/sets/{found['id']}")["revision"], found["revision"])

    def test_what_there_is_not_is_said_with_what_there_is(self) -> None:
        fresh = self.ask("POST", "/api/sets", 201, name="Compost")
        for plan, said in (
            ({**PLAN, "family": "cakes"}, "There is no family “cakes”. Choose one of: fractions-added, "),
            ({**PLAN, "new": ["carry"]}, "“carry” is nothing that mixed-subtracted can ask. Choose of: "),
        ):
            path = f"/api/sets/{fresh['id']}/ladder"
            answer = self.ask("POST", path, 422, revision=fresh["revision"], plan=plan)
            self.assertTrue(answer["message"].startswith(said), answer["message"])

    def test_an_older_revision_is_refused(self) -> None:
        found = self.made()
        self.change(found, 0, "swap", how="another")
        self.change(found, 1, "swap", 409, how="another")


class Rungs(LadderTest):
    def test_another_like_this(self) -> None:
        found = self.made()
        for seed in ("1", "2"):
            swapped = self.change(found, 5, "swap", how="another", seed=seed)
            self.assertEqual(by_fractions(self.texts(swapped)[5]), by_fractions(self.texts(found)[5]))
            self.assertNotIn(self.texts(swapped)[5], self.texts(found))
            self.assertEqual(self.texts(swapped)[:5], self.texts(found)[:5])
            self.assertEqual(swapped["examples"][5]["judged"], "")
            found = swapped

    def test_a_step_easier_is_judged_by_what_the_rung_is_for(self) -> None:
        found = self.made()
        easier = self.change(found, 5, "swap", how="easier")
        self.assertNotIn("regroup", by_fractions(self.texts(easier)[5]))
        self.assertEqual(easier["examples"][5]["judged"], "This one does without: regroup.")

    def test_a_hand_typed_item_is_judged(self) -> None:
        found = self.made()
        typed = self.change(found, 4, "typed", text="5 5/6 - 2 1/6")
        self.assertEqual(typed["examples"][4]["judged"], "This one does without: regroup.")
        self.assertTrue(typed["examples"][4]["task"]["by_hand"])
        typed = self.change(typed, 4, "typed", text="5 1/6 - 2 5/8")
        self.assertEqual(
            typed["examples"][4]["judged"],
            "This one does without: same bottoms and simplify. "
            "It asks besides: different bottoms and bottoms share a factor.",
        )
        refused = self.change(typed, 4, "typed", 422, text="5 1/")
        self.assertIn("5 1/", refused["message"] + "5 1/")
        self.assertEqual(self.ask("GET", f"/api/sets/{found['id']}")["revision"], typed["revision"])

    def test_a_contrast_a_turn_and_a_mistake_to_find(self) -> None:
        found = self.made()
        text = self.texts(found)[5]
        beside = self.change(found, 5, "beside", 201, what="contrast")
        self.assertEqual(beside["examples"][6]["task"]["role"], "contrast")
        self.assertIn("regroup", by_fractions(text) ^ by_fractions(self.texts(beside)[6]))
        turn = self.change(beside, 5, "beside", 201, what="turn")
        self.assertEqual(turn["examples"][6]["task"]["role"], "turn")
        self.assertEqual(by_fractions(self.texts(turn)[6]), by_fractions(text))
        wrong = self.change(turn, 5, "beside", 201, what="find", mistake="smaller-part-from-larger")
        self.assertEqual(
            (self.texts(wrong)[6], wrong["examples"][6]["mistake"]), (text, "Smaller part from the larger")
        )
        refused = self.change(wrong, 5, "beside", 422, what="find", mistake="longer-is-larger")
        self.assertIn("gives no wrong answer on these numbers", refused["message"])

    def test_fading_is_kept(self) -> None:
        found = self.made()
        fading = {"kind": "partly", "side": "start", "lines": 2, "what": "numbers"}
        kept_so = self.change(found, 0, "task", method="PUT", task={**found["examples"][0]["task"], "fading": fading})
        self.assertEqual(kept_so["examples"][0]["task"]["fading"], fading)
        self.assertEqual(self.ask("GET", f"/api/sets/{found['id']}")["examples"][0]["task"]["fading"], fading)

    def test_what_is_of_another_set_cannot_be_taken(self) -> None:
        one, other = self.made(), self.made()
        order = [other["examples"][0]["id"]]
        self.ask("PUT", f"/api/sets/{one['id']}/order", 422, revision=one["revision"], order=order)


class AtAGlance(LadderTest):
    def test_what_climbs_and_what_is_revealed(self) -> None:
        found = self.made()
        glance = self.ask("GET", f"/api/sets/{found['id']}/glance")
        climb = {c["id"]: c["examples"] for c in glance["climb"]}
        for demand, ids in climb.items():
            expected = [e["id"] for e in found["examples"] if demand in by_fractions(e["typed"])]
            self.assertEqual(ids, expected, demand)
        revealed = {m["mistake"]: len(m["revealed_by"]) for m in glance["mistakes"]}
        self.assertEqual(revealed["regroup-ten"], 3)  # only the three rungs that regroup can show it
        self.assertEqual((revealed["smaller-part-from-larger"], revealed["not-reduced"]), (3, 5))

    def test_a_mistake_that_no_item_reveals(self) -> None:
        """With tenths, regrouping ten gives the right answer: 4 3/10 − 1 7/10."""
        fresh = self.ask("POST", "/api/sets", 201, name="Tenths")
        path = f"/api/sets/{fresh['id']}/examples"
        self.ask("POST", path, 201, revision=fresh["revision"], text="4 3/10 - 1 7/10", school={})
        glance = self.ask("GET", f"/api/sets/{fresh['id']}/glance")
        ten = next(m for m in glance["mistakes"] if m["mistake"] == "regroup-ten")
        self.assertEqual((ten["revealed_by"], len(ten["hidden_in"])), ([], 1))


class OwnAims(LadderTest):
    def test_an_aim_is_kept_and_forgotten(self) -> None:
        ready = self.ask("GET", "/api/aims")
        self.assertIn("Regroup a whole", [a["name"] for a in ready["aims"]])
        self.assertTrue(all(c["place"] for f in ready["families"] for c in f["climb"]))
        own = self.ask("POST", "/api/aims", 201, name="Ours for May", plan=PLAN)
        listed = [a for a in self.ask("GET", "/api/aims")["aims"] if a["kept"]]
        self.assertEqual([(a["name"], a["plan"]["family"]) for a in listed], [("Ours for May", "mixed-subtracted")])
        self.ask("DELETE", f"/api/aims/{own['id']}")
        self.assertFalse([a for a in self.ask("GET", "/api/aims")["aims"] if a["kept"]])
        self.ask("DELETE", f"/api/aims/{own['id']}", 404)


class ManyItems(LadderTest):
    def test_a_thousand_examples_take_as_many_queries_as_one(self) -> None:
        theirs = Belongings(Database(self.url), DESK)
        self.addCleanup(theirs.database.engine.dispose)
        line_up = LineUp(theirs)
        counted: list[str] = []
        event.listen(theirs.database.engine, "before_cursor_execute", lambda *a: counted.append(a[2]))
        with theirs.transaction() as session:
            large = sets.make_set(session, "A thousand")
            new = [kept(read(f"{n} 1/6 − 2 5/6"), "", {}) for n in range(3, 53)]
            sets.rearrange(session, large.id, large.revision, new * 20)
        for ask in (lambda: line_up.list_sets(), lambda: line_up.open(large.id)):
            counted.clear()
            ask()
            self.assertLessEqual(len(counted), 4, counted)

    def test_an_aim_with_nothing_new_is_counted_without_a_working(self) -> None:
        made = self.client.post("/api/sets", json={"name": "Aimed"}).get_json()
        asked = {"revision": made["revision"], "plan": {"family": "mixed-subtracted"}, "replace": True}
        aim = self.client.post(f"/api/sets/{made['id']}/ladder", json=asked).get_json()["aim"]
        self.assertTrue(aim)
        self.client.as_it_comes = True  # type: ignore[attr-defined]
        self.addCleanup(setattr, self.client, "as_it_comes", False)
        with patch("keen_slate.services.line_up.read_and_worked", side_effect=AssertionError("it was worked")):
            behind_all = self.client.get(f"/api/sets/{made['id']}", query_string={"past": 5000})
        self.assertEqual((behind_all.get_json()["aim"], behind_all.get_json()["examples"]), (aim, []))

    def test_a_long_set_comes_in_parts_that_make_the_whole(self) -> None:
        body = {"format": "csv", "content": "\n".join(f"{n}/7 + 1/2" for n in range(1, 702)), "name": "Long"}
        made = self.client.post("/api/sets/import", json=body).get_json()["set"]
        at = f"/api/sets/{made['id']}"
        self.client.as_it_comes = True  # type: ignore[attr-defined]
        self.addCleanup(setattr, self.client, "as_it_comes", False)
        parts = [self.client.get(at, query_string={"past": past}).get_json() for past in (0, 60, 360, 660, 701, 5000)]
        self.assertEqual([len(p["examples"]) for p in parts], [60, 300, 300, 41, 0, 0])
        self.assertEqual([p["rest"] for p in parts], [641, 341, 41, 0, 0, 0])
        typed = [e["typed"] for p in parts for e in p["examples"]]
        self.assertEqual(typed, [f"{n}/7 + 1/2" for n in range(1, 702)])
        self.assertEqual({p["revision"] for p in parts}, {made["revision"]})
        self.assertEqual(self.client.get(at, query_string={"past": -1}).status_code, 400)
