"""Classes and rounds over HTTP: typed, judged, pasted, ruled on, forgotten."""

from datetime import date, timedelta
from typing import Any, get_args
from uuid import uuid4

from sqlalchemy import Engine, event

from keen_slate.core.diagnosis.answers import Prepared, diagnose
from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.notation.manner import USUAL_MANNER
from keen_slate.core.reading.reading import read
from keen_slate.core.stories.library import LIBRARY
from keen_slate.core.working.work import work
from keen_slate.services.desk import House
from keen_slate.services.mark.opened import typed_key
from keen_slate.store.teachers import DESK
from tests.support.mark_book import AtTheMarkBook, forget_rounds


class Marking(AtTheMarkBook):
    # Classes

    def test_a_class_is_made_changed_deleted_and_put_back(self) -> None:
        made = self.a_class()
        aspen, bramble = made["pupils"][:2]
        changed = self.send(
            "put", f"classes/{made['id']}", revision=made["revision"], name="5 Birch", year="5",
            pupils=[bramble, aspen | {"code": "Ash", "part": "green"}, {"code": "Elder"}],
        )  # fmt: skip
        self.assertEqual([p["code"] for p in changed["pupils"]], ["Bramble", "Ash", "Elder"])
        self.assertEqual(changed["pupils"][1]["id"], aspen["id"])
        late = self.refused(
            "put", f"classes/{made['id']}", 409, revision=made["revision"], name="Old", year="", pupils=[]
        )  # fmt: skip
        self.assertIn("Nothing was overwritten", late)
        gone = self.client.delete(f"/api/classes/{made['id']}?revision={changed['revision']}").get_json()
        self.assertNotIn(made["id"], [c["id"] for c in self.client.get("/api/classes").get_json()["classes"]])
        back = self.send("post", f"classes/{made['id']}/restore", revision=gone["revision"])
        self.assertEqual(len(back["pupils"]), 3)

    def test_codes_stand_once_and_are_short(self) -> None:
        told = self.refused("post", "classes", 422, name="5", pupils=[{"code": "Fern"}, {"code": "fern"}])
        self.assertEqual(told, "“Fern” stands twice in this class. Give each pupil a code of their own.")
        self.refused("post", "classes", 400, name="5", pupils=[{"code": "x" * 25}])
        self.refused("post", "classes", 400, name="5", pupils=[{"code": "Fern", "surname": "Hill"}])

    def test_what_is_erased_is_gone_for_good(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "2 1/3"), (1, 0, "3 4/6"))
        aspen = found["pupils"][0]["id"]
        self.send("post", f"classes/{found['class_id']}/pupils/{aspen}/erase")
        left = self.client.get(f"/api/rounds/{found['id']}").get_json()
        self.assertEqual([c["pupil"] for c in left["cells"]], [found["pupils"][1]["id"]])
        self.send("post", f"classes/{found['class_id']}/erase")
        self.assertEqual(self.client.get(f"/api/rounds/{found['id']}").status_code, 404)
        self.assertEqual(self.client.post(f"/api/classes/{found['class_id']}/erase").status_code, 404)

    # A round

    def test_answers_are_judged_as_they_are_typed(self) -> None:
        found = self.a_round()
        self.assertEqual([i["key"] for i in found["items"]], ["2 1/3", "4 7/12", "11/15"])
        self.assertEqual([i["total"] for i in found["items"]], [3, 5, 3])
        self.assertEqual(found["sentence"], "No answers yet. Type the first as the pupil wrote it.")
        judged = self.type_in(
            found, (0, 0, "2 1/3"), (1, 0, "2 2/6"), (2, 0, "3 4/6"), (3, 0, "123"), (0, 1, "no idea"), (1, 1, "")
        )
        told = [(c["status"], c["points"], c["open"]) for c in judged["cells"]]
        self.assertEqual(
            told,
            [
                ("right", 3, False), ("wrong form", 2, False), ("wrong", 0, False), ("wrong", 0, False),
                ("unreadable", 0, False), ("blank", 0, False),
            ],
        )  # fmt: skip
        self.assertEqual(judged["cells"][3]["letters"], [])
        names = {letter["letter"]: letter["mistake"] for letter in judged["letters"]}
        self.assertEqual(names[judged["cells"][2]["letters"][0]], "smaller-part-from-larger")
        again = self.client.get(f"/api/rounds/{found['id']}").get_json()
        self.assertEqual(again["unjudged"], 0)
        self.assertEqual({c["answer"] for c in again["cells"]}, {"2 1/3", "2 2/6", "3 4/6", "123", "no idea", ""})

    def test_letters_stay_what_they_were(self) -> None:
        found = self.a_round()
        first = self.type_in(found, (0, 2, "3/8"))["letters"]
        later = self.type_in(found, (0, 0, "3 4/6"), (1, 1, "3 7/12"))["letters"]
        self.assertEqual(later[: len(first)], first)
        self.assertGreater(len(later), len(first))

    def test_the_sentence_says_what_is_shared(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 1, "3 7/12"), (1, 1, "3 7/12"), (2, 1, "4 7/12"))
        said = self.client.get(f"/api/rounds/{found['id']}/sentence").get_json()
        self.assertEqual(said["unjudged"], 0)
        self.assertEqual(said["sentence"], "2 of 3 may share a mistake: whole made but not carried, item 2.")

    def test_a_cell_tells_causes_marks_and_what_tells_them_apart(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 2, "3/15"), (1, 2, "3/15"))
        self.type_in(found, (2, 1, "3 7/12"), lines=("= 3 + 9/12 + 10/12", "= 3 19/12"))
        path = f"/api/rounds/{found['id']}/cells/{{}}/{{}}"
        open_ = self.client.get(path.format(found["pupils"][0]["id"], 2)).get_json()
        self.assertEqual(open_["said"], "Wrong. One of these may have led there:")
        self.assertEqual((open_["equal"], open_["of"]), (1, 3))
        self.assertGreaterEqual(len(open_["causes"]), 2)
        self.assertIsNotNone(open_["tells_apart"])
        self.assertEqual([m["points"] for m in open_["marks"]], [1, 0, 0])
        worked = self.client.get(path.format(found["pupils"][2]["id"], 1)).get_json()
        self.assertEqual([line["verdict"] for line in worked["lines"]], ["follows", "follows"])
        self.assertEqual((worked["points"], worked["of"]), (4, 5))
        self.assertEqual(worked["marks"][1]["why"], "done by line 1")
        nothing = self.client.get(path.format(found["pupils"][3]["id"], 1))
        self.assertEqual(nothing.status_code, 422)

    def test_a_full_round_is_read_in_as_many_statements_as_one_answer(self) -> None:
        found = self.a_round()
        paths = [f"/api/rounds/{found['id']}{of}" for of in ("", "/sentence", "/picture")]
        self.type_in(found, (0, 0, "3 4/6"))
        few = [self.statements_of(path) for path in paths]
        every = [(pupil, item, f"{pupil} {item + 1}/5") for pupil in range(4) for item in range(3)]
        self.type_in(found, *every)
        many = [self.statements_of(path) for path in paths]
        self.assertEqual([count for count, _ in many], [count for count, _ in few])
        self.assertEqual((len(few[0][1]["cells"]), len(many[0][1]["cells"])), (1, 12))
        self.assertEqual(many[1][1]["sentence"], many[0][1]["sentence"])
        self.assertEqual(many[2][1]["sentence"], many[0][1]["sentence"], "found with the picture and without")

    def statements_of(self, path: str) -> tuple[int, Any]:
        """How many statements a read takes once all is judged and nothing is remembered, and its answer."""
        self.client.get(path)
        forget_rounds()
        statements: list[str] = []

        def note(*told: Any) -> None:
            statements.append(told[2])

        event.listen(Engine, "before_cursor_execute", note)
        try:
            answer = self.client.get(path)
        finally:
            event.remove(Engine, "before_cursor_execute", note)
        self.assertEqual(answer.status_code, 200)
        return len(statements), answer.get_json()

    def test_a_ruling_on_one_answer_leaves_what_equal_ones_share(self) -> None:
        """Equal answers are read as one value: what is made of one is not made of the others, now or later."""
        found = self.a_round()
        self.type_in(found, *[(pupil, 0, "3 4/6") for pupil in range(4)])
        before = self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"]
        one = before[1]["pupil"]
        self.send("put", f"rounds/{found['id']}/rulings", pupil=one, item=0, ruling={"outcome": "right"})
        for _ in range(2):
            after = self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"]
            self.assertEqual([c["ruled"] for c in after], [c["pupil"] == one for c in after])
            self.assertEqual([c for c in after if c["pupil"] != one], [c for c in before if c["pupil"] != one])
        taken = self.send("put", f"rounds/{found['id']}/rulings", pupil=one, item=0, ruling={})["cells"]
        self.assertEqual(taken, [before[1]])

    def test_the_teacher_overrules(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "3 4/6"), (1, 0, "3  4/6"), (2, 0, "3 4/6"))
        self.type_in(found, (3, 0, "2 2/6"))
        pupil = found["pupils"][0]["id"]
        ruling = {"outcome": "right", "why": "read from my own slip"}
        one = self.send("put", f"rounds/{found['id']}/rulings", pupil=pupil, item=0, ruling=ruling)
        self.assertEqual([(c["status"], c["points"], c["ruled"]) for c in one["cells"]], [("right", 3, True)])
        all_ = self.send("put", f"rounds/{found['id']}/rulings", pupil=pupil, item=0, ruling=ruling, to_equal=True)
        self.assertEqual(len(all_["cells"]), 3)
        taken = self.send("put", f"rounds/{found['id']}/rulings", pupil=pupil, item=0, ruling={})
        self.assertEqual([(c["status"], c["ruled"]) for c in taken["cells"]], [("wrong", False)])
        caused = self.send(
            "put", f"rounds/{found['id']}/rulings", pupil=pupil, item=0, ruling={"mistake": "regroup-ten", "points": 1}
        )
        self.assertEqual((caused["cells"][0]["points"], len(caused["cells"][0]["letters"])), (1, 1))
        path = f"rounds/{found['id']}/rulings"
        told = self.refused("put", path, 422, pupil=pupil, item=0, ruling={"points": 9})
        self.assertEqual(told, "This item has 3 marks. Give 0 to 3.")
        self.refused("put", path, 422, pupil=pupil, item=0, ruling={"mistake": "no-such"})
        self.refused("put", path, 422, pupil=pupil, item=2, ruling=ruling)
        again = self.type_in(found, (0, 0, "2 1/3"))
        self.assertFalse(again["cells"][0]["ruled"], "another answer is judged anew")

    def test_a_scheme_is_changed_and_answers_are_judged_again(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "2 2/6"))
        scheme = {"methods": [{"method": "regrouped", "points": 2}], "answer": 2}
        path = f"rounds/{found['id']}/scheme"
        changed = self.send("put", path, revision=found["revision"], item=0, scheme=scheme)
        self.assertEqual((changed["items"][0]["total"], changed["unjudged"]), (4, 1))
        judged = self.send("post", f"rounds/{found['id']}/judge")
        self.assertEqual(judged["cells"][0]["points"], 2)
        self.refused("put", path, 409, revision=found["revision"], item=0, scheme=scheme)
        odd = {"methods": [{"method": "point"}], "answer": 1}
        self.refused("put", path, 422, revision=changed["revision"], item=0, scheme=odd)
        nothing = {"methods": [], "answer": 0}
        self.refused("put", path, 422, revision=changed["revision"], item=0, scheme=nothing)

    def test_the_policy_of_a_round(self) -> None:
        found = self.a_round()
        self.assertIn("implest form required", found["policy_said"])
        self.type_in(found, (0, 0, "7/3"), (1, 0, "2 2/6"))
        policy = {"forms": "mixed-number", "label_required": False, "place_only": True}
        changed = self.send(
            "put", f"rounds/{found['id']}", revision=found["revision"], name="Test", held_on="2026-11-25", policy=policy
        )
        self.assertEqual(changed["unjudged"], 2)
        judged = self.send("post", f"rounds/{found['id']}/judge")
        self.assertEqual([c["status"] for c in judged["cells"]], ["wrong form", "wrong form"])

    def test_two_versions_and_absence(self) -> None:
        found = self.a_round(versions=True)
        self.assertTrue(found["versions"])
        self.assertEqual([p["version"] for p in found["pupils"]], ["A", "B", "A", "B"])
        keys = [(i["key"], i["other_key"]) for i in found["items"]]
        judged = self.type_in(found, (0, 0, keys[0][0]), (1, 0, keys[0][1]))
        self.assertEqual([c["status"] for c in judged["cells"]], ["right", "right"])
        pupil = found["pupils"][1]["id"]
        changed = self.send("put", f"rounds/{found['id']}/papers", pupil=pupil, absent=False, version="A")
        self.assertEqual(changed["unjudged"], 1)
        away = self.send("put", f"rounds/{found['id']}/papers", pupil=pupil, absent=True, version="A")
        self.assertTrue(away["pupils"][1]["absent"])

    def test_pasted_cells(self) -> None:
        found = self.a_round()
        path = f"rounds/{found['id']}/paste"
        rows = "pupil\t1\t2\t3\nClover\t2 1/3\t= 3 19/12 | 4 7/12\t-\nNobody\t1\t2\t3\nAspen\t3 4/6\t\t11/15\t12"
        pasted = self.send("post", path, text=rows)
        self.assertEqual(pasted["taken"], 5)
        self.assertEqual(
            pasted["report"],
            [
                "Row 2: there is no pupil “Nobody” in this class.",
                "Aspen: 1 cell more than there are items, left out.",
            ],
        )
        judged = self.send("post", f"rounds/{found['id']}/judge")
        told = {(c["pupil"], c["item"]): c["status"] for c in judged["cells"]}
        clover, aspen = found["pupils"][2]["id"], found["pupils"][0]["id"]
        self.assertEqual([told[clover, i] for i in range(3)], ["right", "right", "blank"])
        self.assertEqual([told.get((aspen, i)) for i in range(3)], ["wrong", None, "right"])
        down = self.send("post", path, text="2 1/3\n2 2/6", pupil=found["pupils"][1]["id"], item=0)
        self.assertEqual([c["answer"] for c in down["cells"]], ["2 1/3", "2 2/6"])
        below = self.send("post", path, text="1\n2\n3", pupil=found["pupils"][2]["id"], item=0)
        self.assertEqual(below["report"], ["Row 3 and after: the class has no more pupils."])
        csv_file = self.send("post", path, text='Aspen,"2 1/3",4 7/12\nBramble,1,2\n')
        self.assertEqual(csv_file["taken"], 4)

    def test_the_key_is_right_under_every_policy(self) -> None:
        """As it is typed by one key: of every kind of item, with its label where one is required."""
        told = [s.form for s in LIBRARY]
        told += ["4 m - 1/2 m", "$4.50 - $1.25", "1 h 20 min + 50 min", "3/4 as a percent", "compare 3/4 and 5/7"]
        told += [
            "17 ÷ 5 with remainder",
            "2/3 = ?/12 = 10/?",
            "62 1/2% + 12 1/2%",
            "true or false: 3/4 > 5/7",
            "3.476 to 2 places",
        ]
        for text in told:
            problem = read(text)
            working = work(problem)
            key = typed_key(problem, working, USUAL_MANNER)
            for policy in get_args(Policy):
                found = diagnose(Prepared(problem, working.answer, {}), key, policy, label_required=True)
                with self.subTest(item=text, key=key, policy=policy):
                    self.assertEqual(found.verdict, "right", found.faults)

    def test_a_cell_is_emptied(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "2 1/3"))
        cell = {"pupil": found["pupils"][0]["id"], "item": 0, "cleared": True}
        self.send("put", f"rounds/{found['id']}/cells", cells=[cell])
        self.assertEqual(self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"], [])
        stranger = {"pupil": str(uuid4()), "item": 0, "answer": "1"}
        self.refused("put", f"rounds/{found['id']}/cells", 422, cells=[stranger])
        beyond = {"pupil": found["pupils"][0]["id"], "item": 9, "answer": "1"}
        self.refused("put", f"rounds/{found['id']}/cells", 422, cells=[beyond])

    def test_what_cannot_be_begun(self) -> None:
        empty_set, of_class = self.send("post", "sets", name="Empty"), self.a_class()
        body = {"class_id": of_class["id"], "set_id": empty_set["id"], "held_on": "2026-11-26"}
        self.assertIn("has 0", self.refused("post", "rounds", 422, **body))
        nobody = self.a_class(())
        body = {"class_id": nobody["id"], "set_id": self.a_set()["id"], "held_on": "2026-11-26"}
        self.assertIn("no pupils yet", self.refused("post", "rounds", 422, **body))

    def test_old_answers_are_forgotten_and_that_is_said_beforehand(self) -> None:
        kept = self.client.get("/api/settings").get_json()
        today = date(2026, 11, 26)
        found = self.a_round(held_on=today)
        self.type_in(found, (0, 0, "2 1/3"))
        rounds = House(self.url).desk(DESK).rounds
        said = rounds.list_rounds(today)
        last = today + timedelta(days=kept["settings"]["keep_days"] + 1)
        self.assertIn(f"{last:%-d %B %Y}", said.going)
        self.assertEqual(found["kept_until"], last.isoformat())
        self.assertEqual(rounds.list_rounds(last - timedelta(days=1)).forgotten, 0)
        self.assertGreater(rounds.list_rounds(last).forgotten, 0)
        self.assertEqual(self.client.get(f"/api/rounds/{found['id']}").get_json()["cells"], [])

    def test_rounds_are_listed_deleted_and_put_back(self) -> None:
        found = self.a_round()
        self.type_in(found, (0, 0, "2 1/3"), (1, 0, "1"))
        line = next(r for r in self.client.get("/api/rounds?most=200").get_json()["rounds"] if r["id"] == found["id"])
        self.assertEqual(
            (line["name"], line["class_name"], line["held_on"]), (found["name"], "5 Birch", found["held_on"])
        )
        gone = self.client.delete(f"/api/rounds/{found['id']}?revision={line['revision']}").get_json()
        self.assertEqual(self.client.get(f"/api/rounds/{found['id']}").status_code, 404)
        self.assertEqual(
            self.send("post", f"rounds/{found['id']}/restore", revision=gone["revision"])["id"], found["id"]
        )

    def test_a_hundred_rounds_are_listed_without_a_query_each(self) -> None:
        first = self.a_round()
        house = House(self.url)
        self.addCleanup(house.database.engine.dispose)
        queries: list[str] = []
        event.listen(house.database.engine, "before_cursor_execute", lambda *told: queries.append(told[2]))

        def counted() -> int:
            queries.clear()
            house.desk(DESK).rounds.list_rounds(date(2026, 11, 27))
            return len(queries)

        few = counted()
        begun = {"class_id": first["class_id"], "set_id": first["set_id"], "held_on": "2026-11-20"}
        for _ in range(99):
            self.send("post", "rounds", **begun)
        self.assertEqual(counted(), few)

        def page(query: str) -> tuple[list[str], bool]:
            told = self.client.get(f"/api/rounds?{query}").get_json()
            return [r["id"] for r in told["rounds"]], told["more"]

        first_page, more = page("")
        self.assertEqual((len(first_page), more), (40, True))
        second_page, more = page("past=40")
        self.assertEqual((len(second_page), more), (40, True))
        self.assertEqual(set(first_page) & set(second_page), set())
        every, more = page("most=200")
        self.assertFalse(more)
        self.assertEqual(every[:80], first_page + second_page)
        self.assertEqual(page("named=nothing%20is%20called%20so"), ([], False))
        self.assertEqual(page("named=5%20birch&most=200"), (every, False))
        self.assertEqual(self.client.get("/api/rounds?most=0").status_code, 400)

    def test_a_story_and_a_decimal_comma(self) -> None:
        kept = self.client.get("/api/settings").get_json()
        settings = kept["settings"] | {"words": {"decimal_sign": ","}, "marking_note": "The school’s own comes first."}
        self.send("put", "settings", revision=kept["revision"], settings=settings)
        try:
            story = "[bed A = 3 3/4 m] [more = 1 1/2 m] | compare: bed B = bed A + more | bed B"
            found = self.a_round(items=("14,2 - 6,35", story))
            self.assertEqual(found["items"][0]["key"], "7,85")
            self.assertTrue(found["policy_said"].startswith("The school’s own comes first. Simplest form"))
            judged = self.type_in(found, (0, 0, "7,85"), (0, 1, "5 1/4 m"), (1, 1, "2 1/4 m"))
            self.assertEqual([c["status"] for c in judged["cells"]], ["right", "right", "wrong"])
        finally:
            now = self.client.get("/api/settings").get_json()
            self.send("put", "settings", revision=now["revision"], settings=kept["settings"])
