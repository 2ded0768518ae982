"""A round that nothing has changed of is not made again, and is never shown as it was before a change."""

import unittest
from collections.abc import Callable
from functools import partial
from threading import Thread
from typing import Any

from sqlalchemy import Engine, event

from keen_slate.services.mark.remembered import Remembered
from tests.support.mark_book import AtTheMarkBook, forget_rounds

Change = Callable[[], Any]


class RememberedRounds(AtTheMarkBook):
    def setUp(self) -> None:
        super().setUp()
        forget_rounds()
        self.round = self.a_round(versions=True)
        self.type_in(self.round, (0, 0, "3 4/6"), (1, 0, "3 4/6"), (2, 1, "3 7/12"), (3, 2, "no idea"))
        self.pupil = self.round["pupils"][0]["id"]

    def read(self) -> tuple[Any, Any]:
        """The picture, which judges what is not judged yet, and the round."""
        path = f"/api/rounds/{self.round['id']}"
        return self.client.get(f"{path}/picture").get_json(), self.client.get(path).get_json()

    def of_round(self, method: str, verb: str, **body: Any) -> Any:
        return self.send(method, f"rounds/{self.round['id']}{verb}", **body)

    def revision(self, path: str) -> int:
        return int(self.client.get(f"/api/{path}").get_json()["revision"])

    def changes(self) -> dict[str, Change]:
        """Every way in which something that a round is shown with can change, each from where the last one left it."""
        here, of_class = f"rounds/{self.round['id']}", f"classes/{self.round['class_id']}"
        pupils = self.round["pupils"]

        def class_now() -> Any:
            found = self.client.get("/api/classes").get_json()["classes"]
            return next(c for c in found if c["id"] == self.round["class_id"])

        def change_class(**told: Any) -> Any:
            now = class_now()
            return self.send("put", of_class, **{k: now[k] for k in ("revision", "name", "year", "pupils")} | told)

        def change_round(**told: Any) -> Any:
            now = self.client.get(f"/api/{here}").get_json()
            return self.send("put", here, **{k: now[k] for k in ("revision", "name", "held_on", "policy")} | told)

        def settings(**told: Any) -> Any:
            now = self.client.get("/api/settings").get_json()
            return self.send("put", "settings", revision=now["revision"], settings=now["settings"] | told)

        def scheme() -> Any:
            given = {"methods": [{"method": "regrouped", "points": 2}], "answer": 2}
            return self.of_round("put", "/scheme", revision=self.revision(here), item=0, scheme=given)

        def gone_and_back() -> Any:
            away = self.client.delete(f"/api/{here}?revision={self.revision(here)}").get_json()
            return self.of_round("post", "/restore", revision=away["revision"])

        strict = self.round["policy"] | {"forms": "mixed-number"}
        return {
            "an answer is typed": lambda: self.type_in(self.round, (1, 1, "4 7/12")),
            "another one over it": lambda: self.type_in(self.round, (1, 1, "4 7/11")),
            "an answer is taken back": lambda: self.type_in(self.round, (3, 2, "")),
            "lines are typed": lambda: self.type_in(self.round, (2, 1, "3 7/12"), lines=("= 3 19/12",)),
            "answers are pasted": lambda: self.of_round(
                "post", "/paste", text="2 1/3\t4 7/12", pupil=pupils[3]["id"], item=0
            ),
            "a ruling": lambda: self.of_round(
                "put", "/rulings", pupil=self.pupil, item=0, ruling={"outcome": "right", "why": "a slip of mine"}
            ),
            "a ruling on equal ones": lambda: self.of_round(
                "put", "/rulings", pupil=self.pupil, item=0, ruling={"points": 1}, to_equal=True
            ),
            "a ruling taken back": lambda: self.of_round("put", "/rulings", pupil=self.pupil, item=0, ruling={}),
            "a pupil was away": lambda: self.of_round("put", "/papers", pupil=self.pupil, absent=True, version="A"),
            "the other version": lambda: self.of_round("put", "/papers", pupil=self.pupil, absent=False, version="B"),
            "another scheme": scheme,
            "judged by it": lambda: self.of_round("post", "/judge"),
            "another name": lambda: change_round(name="Friday"),
            "another day": lambda: change_round(held_on="2026-11-20"),
            "another policy": lambda: change_round(policy=strict),
            "and judged by that": lambda: self.of_round("post", "/judge"),
            "the class is called otherwise": lambda: change_class(name="6 Birch"),
            "a pupil has another code": lambda: change_class(
                pupils=[p | {"code": "Elm"} if p["id"] == self.pupil else p for p in class_now()["pupils"]]
            ),
            "one pupil more": lambda: change_class(pupils=[*class_now()["pupils"], {"code": "Fern"}]),
            "one pupil less": lambda: change_class(pupils=class_now()["pupils"][:-1]),
            "other words": lambda: settings(words={"bottom": "denominator"}),
            "answers are kept longer": lambda: settings(keep_days=800),
            "put away and back": gone_and_back,
            "a pupil is erased": lambda: self.send("post", f"{of_class}/pupils/{pupils[2]['id']}/erase"),
        }

    def test_after_every_change_it_is_shown_as_it_is(self) -> None:
        told = 0
        before = self.read()
        for name, change in self.changes().items():
            with self.subTest(name):
                change()
                now = self.read()
                forget_rounds()
                self.assertEqual(now, self.read())
                told += now != before
                before = now
        self.assertGreater(told, 18, "nearly all of them are seen")

    def test_unchanged_it_is_asked_only_whether_it_is(self) -> None:
        self.read(), self.read()
        statements: list[str] = []

        def note(*told: Any) -> None:
            statements.append(told[2])

        event.listen(Engine, "before_cursor_execute", note)
        try:
            twice = self.read(), self.read()
        finally:
            event.remove(Engine, "before_cursor_execute", note)
        self.assertEqual(*twice)
        about = [s for s in statements if "given_answer" in s]
        self.assertEqual(len(about), 4)
        self.assertTrue(all("hashtextextended" in s for s in about), about)

    def test_what_is_gone_is_not_shown_from_memory(self) -> None:
        self.read()
        self.client.delete(f"/api/rounds/{self.round['id']}?revision={self.revision('rounds/' + self.round['id'])}")
        for of in ("", "/picture"):
            self.assertEqual(self.client.get(f"/api/rounds/{self.round['id']}{of}").status_code, 404)


class TheMemory(unittest.TestCase):
    def test_keeps_few_and_makes_what_it_has_lost(self) -> None:
        memory: Remembered[str] = Remembered(most=2)
        made: list[str] = []

        def make(name: str) -> str:
            made.append(name)
            return name.upper()

        for name in ("a", "b", "a", "c", "a", "b"):  # b is the one that was not asked for longest
            self.assertEqual(memory.shown(name, "1", partial(make, name)), name.upper())
        self.assertEqual(made, ["a", "b", "c", "b"])
        self.assertEqual(memory.shown("b", "2", lambda: "anew"), "anew")
        self.assertEqual(memory.shown("b", "2", lambda: "not asked"), "anew")

    def test_nothing_is_not_kept(self) -> None:
        memory: Remembered[str | None] = Remembered()
        self.assertIsNone(memory.shown("a", "1", lambda: None))
        self.assertEqual(memory.shown("a", "1", lambda: "there now"), "there now")

    def test_many_may_ask_at_once(self) -> None:
        memory: Remembered[int] = Remembered(most=3)
        wrong: list[tuple[int, int]] = []

        def ask(seed: int) -> None:
            for turn in range(300):
                what, stamp = (seed + turn) % 5, turn % 7
                found = memory.shown(what, str(stamp), partial(int, f"{what}{stamp}"))
                if found != what * 10 + stamp:
                    wrong.append((what, stamp))

        threads = [Thread(target=ask, args=(n,)) for n in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(wrong, [])
