"""Undo and redo over the API: every change of every kind, in any order, back to the beginning and forth again."""

import re
from io import BytesIO
from random import Random
from typing import Any
from zipfile import ZipFile

from tests.web.test_ladders import PLAN, LadderTest

Found = dict[str, Any]
SHOWN = ("name", "plan", "pictures", "aim")


def state(found: Found) -> tuple[object, ...]:
    """All of a set that a step can change."""
    examples = [(e["id"], e["typed"], e["task"], e["edits"]) for e in found["examples"]]
    return (*(found[name] for name in SHOWN), examples)


class StepTest(LadderTest):
    def go(self, found: Found, number: int, status: int = 200) -> Any:
        return self.ask("PUT", f"/api/sets/{found['id']}/steps", status, revision=found["revision"], number=number)

    def several(self, found: Found, numbers: list[int], act: str, **body: Any) -> Any:
        ids = [found["examples"][n]["id"] for n in numbers]
        path = f"/api/sets/{found['id']}/several"
        return self.ask("POST", path, revision=found["revision"], examples=ids, act=act, **body)

    def any_change(self, found: Found, chance: Random) -> Any:
        """One change, of a kind drawn by chance."""
        path, revision, count = f"/api/sets/{found['id']}", found["revision"], len(found["examples"])
        fading = {"kind": chance.choice(["worked", "partly", "bare"]), "lines": 2}
        kinds = ["rename", "picture", "keep"]
        if count:
            kinds += [
                "delete",
                "duplicate",
                "move",
                "lock",
                "unlock",
                "fade",
                "typed",
                "edit",
                "turn",
                "ladder",
                "order",
            ]
        kind = chance.choice(kinds)
        at = chance.randrange(count) if count else 0
        match kind:
            case "rename":
                return self.ask("PUT", f"{path}/name", revision=revision, name=f"Beds {revision}")
            case "picture":
                return self.ask("PUT", f"{path}/picture", revision=revision, kind=chance.choice(["discs", "strips"]))
            case "keep":
                return self.ask("POST", f"{path}/examples", 201, revision=revision, text=f"{revision} 1/6 - 2 5/6")
            case "typed":
                return self.change(found, at, "typed", text=f"{revision} 1/4 - 1 3/4")
            case "edit":
                edits = {"lines": [{"line": 1, "reason": f"Because {revision}."}]}
                return self.change(found, at, "edits", method="PUT", edits=edits)
            case "turn":
                return self.change(found, at, "beside", 201, what="turn")
            case "ladder":
                plan = {**PLAN, "count": 3, "seed": str(revision)}
                return self.ask("POST", f"{path}/ladder", revision=revision, plan=plan, replace=chance.random() < 0.5)
            case "order":
                ids = [e["id"] for e in found["examples"]]
                chance.shuffle(ids)
                return self.ask("PUT", f"{path}/order", revision=revision, order=ids)
        chosen = sorted(chance.sample(range(count), chance.randint(1, min(3, count))))
        return self.several(found, chosen, kind, fading=fading, place=chance.randrange(count))


class Steps(StepTest):
    def test_all_the_way_back_and_forth(self) -> None:
        for seed in range(4):
            with self.subTest(seed=seed):
                chance = Random(seed)
                found = self.ask("POST", "/api/sets", 201, name="Raised beds")
                past = [state(found)]
                for _ in range(16):
                    before = found["step"]
                    found = self.any_change(found, chance)
                    if found["step"] > before:
                        self.assertNotEqual(state(found), past[-1])
                        past.append(state(found))
                    self.assertEqual(state(found), past[-1])
                last = found["step"]
                self.assertEqual(last, len(past) - 1)
                said = [s["said"] for s in self.ask("GET", f"/api/sets/{found['id']}/steps")["steps"]]
                for number in reversed(range(last)):
                    self.assertEqual(found["undo"], said[number])
                    found = self.go(found, number)
                    self.assertEqual(state(found), past[number])
                self.assertEqual((found["undo"], found["redo"]), ("", said[0]))
                for number in (last, last // 2, last, 0):
                    found = self.go(found, number)
                    self.assertEqual(state(found), past[number])

    def test_a_new_change_forgets_what_was_undone(self) -> None:
        found = self.go(before := self.made(), 0)
        self.assertEqual((found["examples"], found["redo"]), ([], before["undo"]))
        found = self.ask("PUT", f"/api/sets/{found['id']}/name", revision=found["revision"], name="Boards")
        self.assertEqual((found["undo"], found["redo"], found["step"]), ("Renamed “Raised beds”.", "", 1))
        self.assertIn("step", self.go(found, 2, 404)["message"])

    def test_an_older_revision_undoes_nothing(self) -> None:
        found = self.made()
        self.ask("PUT", f"/api/sets/{found['id']}/name", revision=found["revision"], name="Boards")
        self.go(found, 0, 409)

    def test_a_change_that_changes_nothing_is_no_step(self) -> None:
        found = self.made()
        again = self.ask("PUT", f"/api/sets/{found['id']}/name", revision=found["revision"], name=found["name"])
        self.assertEqual((again["step"], again["revision"]), (found["step"], found["revision"] + 1))


class OwnWork(StepTest):
    """What a teacher made by hand locks itself, and is drawn over only when that is said."""

    def own(self) -> Any:
        found = self.made()
        found = self.change(found, 0, "typed", text="7 1/6 - 2 5/6")
        task = {**found["examples"][2]["task"], "fading": {"kind": "bare"}}
        found = self.change(found, 2, "task", method="PUT", task=task)
        edits = {"lines": [{"line": 1, "reason": "A whole is six sixths."}]}
        found = self.change(found, 3, "edits", method="PUT", edits=edits)
        return self.change(found, 4, "beside", 201, what="contrast")

    def test_it_locks_itself(self) -> None:
        locked = [e["task"]["locked"] for e in self.own()["examples"]]
        self.assertEqual(locked, [True, False, True, True, True, True, False])

    def test_drawing_again_keeps_it_or_replaces_all(self) -> None:
        found = self.own()
        path = f"/api/sets/{found['id']}/ladder"
        plan = {**PLAN, "seed": "9"}
        again = self.ask("POST", path, revision=found["revision"], plan=plan)
        kept = [i for i, e in enumerate(again["examples"]) if e["id"] in {f["id"] for f in found["examples"]}]
        self.assertEqual(kept, [0, 2, 3, 4, 5])
        self.assertEqual(again["undo"], "Drew a ladder of 1 item, around 5 of your own.")
        self.assertEqual(again["examples"][3]["edits"]["lines"][0]["reason"], "A whole is six sixths.")
        anew = self.ask("POST", path, revision=again["revision"], plan=plan, replace=True)
        self.assertFalse({e["id"] for e in anew["examples"]} & {e["id"] for e in again["examples"]})
        self.assertEqual(anew["undo"], "Drew a ladder of 6 items.")
        self.assertEqual(state(self.go(anew, again["step"])), state(again))

    def test_unlocking_stays_unlocked(self) -> None:
        found = self.own()
        task = {**found["examples"][2]["task"], "locked": False}
        found = self.change(found, 2, "task", method="PUT", task=task)
        self.assertFalse(found["examples"][2]["task"]["locked"])
        self.assertEqual(found["undo"], f"Unlocked {found['examples'][2]['typed']}.")


class Several(StepTest):
    def test_copies_go_to_the_end_of_another_set_as_one_step(self) -> None:
        one, other = self.made(), self.made(seed="4")
        kept = self.several(one, [1, 3], "copy", to=other["id"])
        self.assertEqual((kept["id"], kept["revision"]), (one["id"], one["revision"]))
        now = self.ask("GET", f"/api/sets/{other['id']}")
        self.assertEqual(self.texts(now)[-2:], [self.texts(one)[1], self.texts(one)[3]])
        self.assertEqual(now["undo"], f"Took {self.texts(one)[1]} and {self.texts(one)[3]} from “Raised beds”.")
        self.assertEqual(state(self.go(now, other["step"])), state(other))

    def test_moved_together(self) -> None:
        found = self.made()
        moved = self.several(found, [0, 4], "move", place=2)
        texts = self.texts(found)
        self.assertEqual(self.texts(moved), [texts[n] for n in (1, 2, 0, 4, 3, 5)])

    def test_moved_where_they_stand_is_no_step(self) -> None:
        found = self.made()
        moved = self.several(found, [0, 1, 1], "move", place=0)
        self.assertEqual((moved["step"], self.texts(moved)), (found["step"], self.texts(found)))
        self.assertEqual(moved["revision"], found["revision"] + 1)

    def test_what_was_moved_is_named_by_where_it_stood(self) -> None:
        found = self.made()
        story = (
            "The bed is [bed = 2 3/4 m] long, and [more = 1/2 m] is added. | join: now = bed + more | now in m: [now]."
        )
        path = f"/api/sets/{found['id']}/examples"
        found = self.ask("POST", path, 201, revision=found["revision"], text=story)
        last = len(found["examples"]) - 1
        moved = self.several(found, [last], "move", place=1)
        self.assertEqual(moved["undo"], f"Moved the story at number {last + 1} to number 2.")
        both = self.several(moved, [2, 1], "move", place=0)
        self.assertEqual(both["undo"], f"Moved the story at number 2 and {self.texts(moved)[2]} to number 1.")

    def test_a_set_that_has_moved_on_is_not_put_in_order(self) -> None:
        found = self.made()
        self.several(found, [0], "move", place=3)
        body = {"revision": found["revision"], "examples": [found["examples"][1]["id"]], "act": "move", "place": 4}
        self.ask("POST", f"/api/sets/{found['id']}/several", 409, **body)
        now = self.ask("GET", f"/api/sets/{found['id']}")
        self.assertEqual(self.texts(now)[3], self.texts(found)[0])

    def test_doubled_behind_the_last(self) -> None:
        found = self.made()
        doubled = self.several(found, [0, 1], "duplicate")
        texts = self.texts(found)
        self.assertEqual(self.texts(doubled), [*texts[:2], *texts[:2], *texts[2:]])

    def test_what_is_of_another_set_is_not_touched(self) -> None:
        one, other = self.made(), self.made(seed="4")
        path = f"/api/sets/{one['id']}/several"
        ids = [other["examples"][0]["id"]]
        for act in ("delete", "duplicate", "move", "copy", "lock", "unlock", "fade"):
            self.ask("POST", path, 404, revision=one["revision"], examples=ids, act=act)


class Offers(StepTest):
    def test_what_is_offered_is_what_is_taken(self) -> None:
        found = self.made()
        for how in ("another", "easier", "harder", "other-operation"):
            for seed in ("1", "2"):
                example = found["examples"][3]
                offer = f"/api/sets/{found['id']}/examples/{example['id']}/offer"
                offered = self.ask("POST", offer, how=how, seed=seed)
                taken = self.change(found, 3, "swap", how=how, seed=seed)
                self.assertEqual(taken["examples"][3]["typed"], offered["typed"])
                self.assertEqual(taken["examples"][3]["judged"], offered["judged"])
                found = self.go(taken, found["step"])


class Aims(StepTest):
    def test_the_aim_is_counted_on_the_items_in_hand(self) -> None:
        found = self.made()
        self.assertTrue(
            found["aim"].startswith("6 differences of mixed numbers; new: “simplify” in 5 and “regroup” in 3;")
        )
        bottom = max(int(part.split()[0]) for text in self.texts(found) for part in text.split("/")[1:])
        self.assertTrue(found["aim"].endswith(f"bottoms up to {bottom}."), found["aim"])
        found = self.change(found, 5, "typed", text="4.2 - 1.7")
        self.assertIn("5 differences of mixed numbers; new: “simplify” in 4 and “regroup” in 2;", found["aim"])
        self.assertTrue(found["aim"].endswith("; and 1 other item."))

    def test_rungs_that_are_said(self) -> None:
        added = [e["added"] for e in self.made(count=8, rungs={"simplify": 2, "": 0})["examples"]]
        self.assertEqual(added, ["simplify"] * 2 + ["regroup"] * 6)
        fresh = self.ask("POST", "/api/sets", 201, name="Boards")
        plan = {**PLAN, "rungs": {"simplify": 30, "regroup": 12}}
        refused = self.ask("POST", f"/api/sets/{fresh['id']}/ladder", 422, revision=fresh["revision"], plan=plan)
        self.assertEqual(refused["message"], "That is 42 rungs. Ask for at most 40 together.")

    def test_what_a_list_never_asks(self) -> None:
        body: dict[str, Any] = {
            "format": "csv",
            "content": "problem\n1/5 + 2/5\n1/7 + 3/7\n2/9 + 5/9\n",
            "name": "A list",
        }
        made = self.ask("POST", "/api/sets/import", **body)["set"]
        glance = self.ask("GET", f"/api/sets/{made['id']}/glance")
        self.assertEqual([(c["id"], len(c["examples"])) for c in glance["climb"]], [("like-denominators", 3)])
        never = [d["id"] for d in glance["never"]]
        self.assertIn("one-bottom-divides", never)
        self.assertIn("makes-a-whole", never)
        self.assertNotIn("regroup", never)  # sums of fractions never could


class Choosing(StepTest):
    """A choice question holds in every place: on the projector, in a file for tests, where letters come back."""

    def chosen(self) -> Any:
        found = self.ask("POST", "/api/sets", 201, name="Boards to choose from")
        found = self.ask("POST", f"/api/sets/{found['id']}/examples", 201, revision=found["revision"], text="1/4 + 5/6")
        task = {
            **found["examples"][0]["task"],
            "role": "choice",
            "choices": ["add-tops-and-bottoms"],
            "rule": "One size first.",
        }
        return self.change(found, 0, "task", method="PUT", task=task)

    def test_the_projector_shows_them_by_letter(self) -> None:
        found = self.chosen()
        self.assertEqual(found["undo"], "Changed how 1/4 + 5/6 is asked.")
        (item,) = self.ask("GET", f"/api/sets/{found['id']}/lesson")["items"]
        shown = [(c["letter"], c["answer"]["text"], bool(c["mistake"])) for c in item["choices"]]
        self.assertEqual(shown, [("A", "3/5", True), ("B", "1 1/12", False)])
        self.assertEqual(item["rule"], "One size first.")

    def test_a_file_for_tests_holds_those_that_are_ticked(self) -> None:
        answer = self.client.get(f"/api/sets/{self.chosen()['id']}/export/qti")
        with ZipFile(BytesIO(answer.data)) as package:
            item = package.read("items/item-001.xml").decode()
        self.assertEqual(re.findall(r'simple-choice identifier="([^"]+)"', item), ["add-tops-and-bottoms", "right"])

    def test_a_letter_that_comes_back_is_the_answer_it_stands_for(self) -> None:
        found = self.chosen()
        of_class = self.ask(
            "POST", "/api/classes", 201, name="5 Birch", pupils=[{"code": "Aspen"}, {"code": "Bramble"}]
        )
        begun = self.ask("POST", "/api/rounds", 201, class_id=of_class["id"], set_id=found["id"], held_on="2026-11-27")
        aspen, bramble = (p["id"] for p in begun["pupils"])
        cells = [{"pupil": aspen, "item": 0, "answer": "b"}, {"pupil": bramble, "item": 0, "answer": "A"}]
        told = self.ask("PUT", f"/api/rounds/{begun['id']}/cells", cells=cells)["cells"]
        outcomes = {c["pupil"]: (c["answer"], c["status"]) for c in told}
        self.assertEqual(outcomes[aspen], ("b", "right"))
        self.assertEqual(outcomes[bramble][0], "A")
        self.assertNotEqual(outcomes[bramble][1], "right")

    def test_what_is_called_out_with_a_decimal_comma(self) -> None:
        body: dict[str, Any] = {"text": "0,35 + 1,2", "said": "1,55", "at": 1, "words": {"decimal_sign": ","}}
        told = self.ask("POST", "/api/called-out", **body)
        self.assertEqual(told["verdict"], "also right")
        self.assertIn("1,55", told["said"])
        self.ask("POST", "/api/called-out", 400, **{**body, "at": 0})

    def test_a_mistake_that_this_item_cannot_show(self) -> None:
        told = self.ask("POST", "/api/wrong-on-purpose", text="1/4 + 5/6", mistake="add-tops-and-bottoms")
        self.assertEqual(told["mistake"], "add-tops-and-bottoms")
        refused = self.ask("POST", "/api/wrong-on-purpose", 422, text="1/4 + 5/6", mistake="longer-is-larger")
        self.assertIn("Choose one of those beside it", refused["message"])
