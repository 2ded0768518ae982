"""What a round shows of a class, what is made of it, the record, invented classes, what is taken away or deleted."""

import csv
import io
import json
from datetime import date, timedelta
from typing import Any

from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.problem.tree import evaluate
from keen_slate.core.reading.reading import read
from keen_slate.services.desk import House
from keen_slate.services.mark.keeping import forget_old_answers
from keen_slate.store.teachers import DESK
from tests.support.mark_book import AtTheMarkBook

TODAY = date.today()


class LookingBack(AtTheMarkBook):
    def marked(self) -> Any:
        """Two pupils make the whole and do not carry it, one adds tops and bottoms, one is right."""
        found = self.a_round(held_on=TODAY)
        self.type_in(
            found, (0, 1, "3 7/12"), (1, 1, "3 7/12"), (2, 1, "4 7/12"), (3, 1, "4 7/12"), (2, 2, "3/8"),
            (3, 2, "11/15"),
        )  # fmt: skip
        return found

    def test_the_class_picture(self) -> None:
        found = self.marked()
        picture = self.client.get(f"/api/rounds/{found['id']}/picture").get_json()
        self.assertEqual(picture["sentence"], "2 of 4 may share a mistake: whole made but not carried, item 2.")
        top = picture["rows"][0]
        self.assertEqual((top["mistake"], top["shown"]), ("whole-not-carried", {"Aspen": [2], "Bramble": [2]}))
        self.assertEqual(picture["items"][1]["outcomes"], {"right": 2, "wrong": 2})
        self.assertEqual(picture["groups"][0]["pupils"], ["Aspen", "Bramble"])
        self.assertEqual(picture["points"]["Daisy"], 8)
        self.assertTrue(picture["never"])
        self.assertEqual(sum(m["points"] for m in picture["methods"]), sum(picture["points"].values()) - 3)

    def test_one_press_makes_what_comes_next(self) -> None:
        found = self.marked()
        made = self.send("post", f"rounds/{found['id']}/next")["made"]
        self.assertEqual([(m["mistake"], m["pupils"]) for m in made], [("whole-not-carried", ["Aspen", "Bramble"])])
        next_set = self.client.get(f"/api/sets/{made[0]['set_id']}").get_json()
        self.assertEqual(next_set["name"], "Next, 5 Birch: Whole made but not carried")
        roles = [e["task"]["role"] for e in next_set["examples"]]
        self.assertEqual(roles, ["item", "find", *["turn"] * 6])
        self.assertEqual(next_set["examples"][1]["task"]["mistake"], "whole-not-carried")
        for example in next_set["examples"][2:]:
            problem = read(example["typed"])
            answers = {w.mistake: evaluate(w.answer) for w in look_twice(problem).likely_wrong}
            self.assertNotEqual(answers["whole-not-carried"], evaluate(problem.expr))
            self.assertEqual(list(answers.values()).count(answers["whole-not-carried"]), 1, example["typed"])
        lesson = self.client.get(f"/api/sets/{made[0]['set_id']}/lesson").get_json()
        shown = lesson["items"][0]["wrong"]["lines"][-1]["notation"]["text"]
        self.assertEqual(shown, "3 7/12", "wrong on purpose is the mistake that the class shares")
        chosen = self.send("post", f"rounds/{found['id']}/next", mistakes=["add-tops-and-bottoms"])["made"]
        self.assertEqual(chosen[0]["pupils"], ["Clover"])
        self.refused("post", f"rounds/{found['id']}/next", 422, mistakes=["nothing-such"])
        nobody = self.a_round()
        self.assertIn("No mistake is shared", self.refused("post", f"rounds/{nobody['id']}/next", 422))

    def test_a_form_that_is_shared_has_a_next_set_too(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "2 2/6"), (1, 0, "2 2/6"))
        (made,) = self.send("post", f"rounds/{found['id']}/next")["made"]
        self.assertEqual((made["mistake"], made["items"]), ("not-reduced", 7))

    def test_a_page_for_each_pupil(self) -> None:
        found = self.marked()
        (made,) = self.send("post", f"rounds/{found['id']}/next")["made"]
        groups = [{"set_id": made["set_id"], "pupils": made["pupils"]}]
        job = self.send("post", f"rounds/{found['id']}/sheets", groups=groups)
        self.assertEqual((job["state"], job["total"]), ("waiting", 6))
        House(self.url).desk(DESK).printing.make(job["id"])
        self.assertEqual(self.client.get(f"/api/print/{job['id']}").get_json()["state"], "done")
        pdf = self.client.get(f"/api/print/{job['id']}/file").get_data()
        self.assertGreaterEqual(pdf.count(b"/Type /Page\n") + pdf.count(b"/Type/Page/") + pdf.count(b"/Type /Page "), 2)
        stranger = [{"set_id": made["set_id"], "pupils": ["Zinnia"]}]
        self.assertIn("Zinnia", self.refused("post", f"rounds/{found['id']}/sheets", 422, groups=stranger))

    def test_the_record(self) -> None:
        found = self.marked()
        kept = self.client.get(f"/api/record?since={TODAY}&until={TODAY}").get_json()["entries"]
        self.assertIn(("marked", found["name"]), [(e["kind"], e["round_name"]) for e in kept])
        again = [e for e in kept if e["round_id"] == found["id"]]
        self.assertEqual(len(again), 1, "a round is one entry a day, however often it is typed into")
        body = {"on_day": TODAY.isoformat(), "kind": "shown", "set_id": found["set_id"]}
        first, second = self.send("post", "record", **body), self.send("post", "record", **body)
        self.assertEqual(first["id"], second["id"])
        counted = self.send("post", "record", **body, counts={"had": 17, "of": 27, "item": 2})
        self.assertEqual((counted["counts"]["had"], counted["set_name"]), (17, "Raised beds"))
        note = self.send("post", "record", on_day=TODAY.isoformat(), kind="note", about="Begin with a whole opened up.")
        self.send("put", f"record/{note['id']}", about="Begin with discs.", class_id=found["class_id"])
        of_class = self.client.get(f"/api/record?since={TODAY}&until={TODAY}&class_id={found['class_id']}").get_json()
        self.assertIn("Begin with discs.", [e["about"] for e in of_class["entries"]])
        self.assertEqual(self.client.delete(f"/api/record/{note['id']}").status_code, 200)
        self.assertEqual(self.client.delete(f"/api/record/{note['id']}").status_code, 404)
        self.assertEqual(self.client.get("/api/record?since=today&until=tomorrow").status_code, 400)

    def test_how_a_class_went_over_the_weeks(self) -> None:
        found = self.marked()
        day = (TODAY - timedelta(days=14)).isoformat()
        before = self.send("post", "rounds", class_id=found["class_id"], set_id=found["set_id"], held_on=day)
        self.type_in(before, (0, 1, "4 7/12"))
        told = self.client.get(f"/api/classes/{found['class_id']}/over-time").get_json()
        self.assertEqual(len(told["mondays"]), 2)
        carrying = next(d for d in told["demands"] if d["demand"] == "carry")
        self.assertEqual((carrying["right"], carrying["of"]), ([1, 2], [1, 4]))

    # What is kept can be taken away, and deleted.

    def test_what_is_kept_is_taken_away_as_files(self) -> None:
        found = self.marked()
        self.type_in(found, (0, 0, "=1+1"), lines=("= 4 7/6 - 2 5/6",))
        path = f"/api/classes/{found['class_id']}/export"
        rows = list(csv.DictReader(io.StringIO(self.client.get(f"{path}/csv").get_data(as_text=True))))
        self.assertEqual(len(rows), 7)
        self.assertEqual(next(r for r in rows if r["item"] == "1")["answer"], "'=1+1")
        shown = next(r for r in rows if r["pupil"] == "Aspen" and r["item"] == "2")
        self.assertEqual((shown["answer"], shown["may have"]), ("3 7/12", "Whole made but not carried"))
        content = json.loads(self.client.get(f"{path}/json").get_data())
        self.assertEqual([p["code"] for p in content["classes"][0]["pupils"]], ["Aspen", "Bramble", "Clover", "Daisy"])
        clover = found["pupils"][2]["id"]
        one = json.loads(self.client.get(f"/api/classes/{found['class_id']}/pupils/{clover}/export/json").get_data())
        self.assertEqual({a["pupil"] for a in one["classes"][0]["answers"]}, {"Clover"})
        everything = json.loads(self.client.get("/api/pupils/export").get_data())
        self.assertGreaterEqual(len(everything["classes"]), 1)

    def test_old_answers_go_although_nobody_looks(self) -> None:
        """As the worker does it, for every teacher by what that teacher has set; the desk's own place among them."""
        found = self.marked()
        house = House(self.url)
        self.addCleanup(house.database.engine.dispose)
        keep = self.client.get("/api/settings").get_json()["settings"]["keep_days"]
        forget_old_answers(house.database, TODAY + timedelta(days=keep))
        self.assertEqual(len(self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"]), 6)
        self.assertGreaterEqual(forget_old_answers(house.database, TODAY + timedelta(days=keep + 1)), 6)
        self.assertEqual(self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"], [])

    def test_everything_is_deleted_on_request(self) -> None:
        self.marked()
        self.assertGreaterEqual(self.send("post", "pupils/erase")["classes"], 1)
        self.assertEqual(self.client.get("/api/classes").get_json()["classes"], [])
        self.assertEqual(self.client.get("/api/rounds").get_json()["rounds"], [])
        long_ago = self.client.get("/api/record?since=2000-01-01&until=2100-01-01").get_json()
        self.assertEqual(long_ago["entries"], [])

    # Invented classes

    def test_invented_pupils_answer_a_round(self) -> None:
        made = self.send("post", "classes/invented", name="Invented", pupils=12)
        self.assertTrue(made["invented"])
        body = {"class_id": made["id"], "set_id": self.a_set()["id"], "held_on": TODAY.isoformat()}
        found = self.send("post", "rounds", **body)
        self.assertTrue(found["invented"])
        judged = self.send("post", f"rounds/{found['id']}/invent", seed="b")
        self.assertGreater(len(judged["cells"]), 24)
        self.assertNotIn("unreadable", [c["status"] for c in judged["cells"]])
        self.assertEqual(self.send("post", f"rounds/{found['id']}/invent", seed="c")["cells"], [])
        real = self.a_round()
        self.assertIn("real pupils", self.refused("post", f"rounds/{real['id']}/invent", 422))

    def test_marks_add_up_in_the_grid_and_in_the_picture_whatever_is_ruled(self) -> None:
        made = self.send("post", "classes/invented", name="Invented", pupils=9)
        body = {"class_id": made["id"], "set_id": self.a_set()["id"], "held_on": TODAY.isoformat()}
        found = self.send("post", "rounds", **body)
        judged = self.send("post", f"rounds/{found['id']}/invent", seed="sums")["cells"]
        ruled = [judged[0], judged[7], judged[-1]]
        rulings: tuple[dict[str, Any], ...] = ({"outcome": "right"}, {"points": 1}, {"mistake": "not-reduced"})
        for cell, ruling in ((None, {}), *zip(ruled, rulings, strict=True)):
            if cell is not None:
                at = {"pupil": cell["pupil"], "item": cell["item"]}
                told = self.send("put", f"rounds/{found['id']}/rulings", ruling=ruling, **at)["cells"]
                self.assertTrue(told[0]["ruled"])
            now = self.client.get(f"/api/rounds/{found['id']}").get_json()
            picture = self.client.get(f"/api/rounds/{found['id']}/picture").get_json()
            of_pupil = {p["code"]: 0 for p in now["pupils"]}
            of_item = [0] * len(now["items"])
            codes = {p["id"]: p["code"] for p in now["pupils"]}
            for given in now["cells"]:
                of_pupil[codes[given["pupil"]]] += given["points"]
                of_item[given["item"]] += given["points"]
            self.assertEqual(picture["points"], of_pupil)
            self.assertEqual([item["points"] for item in picture["items"]], of_item)
            self.assertEqual(now["sentence"], picture["sentence"])
            if cell is not None:
                self.assertEqual(
                    [c for c in now["cells"] if (c["pupil"], c["item"]) == (at["pupil"], at["item"])], told
                )

    def test_a_set_is_tried_before_its_lesson(self) -> None:
        tried = self.send("post", f"sets/{self.a_set()['id']}/try", classes=20)
        self.assertTrue(tried["said"].startswith("Of 28 invented pupils"))
        self.assertTrue(0 < tried["told_apart"] <= 28)
        empty = self.send("post", "sets", name="Empty")
        self.assertIn("has 0", self.refused("post", f"sets/{empty['id']}/try", 422))

    def test_the_eye_is_trained_on_answers_that_a_mistake_gives(self) -> None:
        of_set = self.a_set()
        for seed in "abcdefgh":
            case = self.send("post", f"sets/{of_set['id']}/eye", seed=seed)
            self.assertIn(case["was"], [c["mistake"] for c in case["choices"]])
            self.assertNotIn(case["name"], case["also"])
            problem = read(of_set["examples"][case["number"] - 1]["typed"])
            answers = {w.mistake: evaluate(w.answer) for w in look_twice(problem).likely_wrong}
            if case["was"] in answers:
                self.assertEqual(answers[case["was"]], evaluate(read(case["answer"], answer=True).expr))
