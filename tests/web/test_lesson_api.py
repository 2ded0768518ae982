"""The lesson that the projector gets: the same lines as on the sheet, the teacher's words, questions before lines."""

from typing import Any

from tests.support.signed_in import AtTheDesk


class LessonApi(AtTheDesk):
    def ask(self, method: str, path: str, **body: Any) -> Any:
        answer = self.client.open(path, method=method, json=body or None)
        self.assertLess(answer.status_code, 300, answer.get_data(as_text=True))
        return answer.get_json()

    def set_of(self, *problems: str, school: dict[str, str] | None = None) -> Any:
        made = self.ask("POST", "/api/sets", name="Water butts")
        for text in problems:
            made = self.ask(
                "POST", f"/api/sets/{made['id']}/examples", revision=made["revision"], text=text, school=school or {}
            )
        return made

    def lesson(self, made: Any) -> Any:
        return self.ask("GET", f"/api/sets/{made['id']}/lesson")

    def test_the_lines_are_those_of_the_sheet(self) -> None:
        problems = ("6 1/4 - 2 5/6", "14.2 - 6.35", "compare 3/4 and 5/6", "2/3 = ?/12", "2 3/4 m + 1 1/2 m")
        made = self.set_of(*problems, school={"denominators": "product"})
        for item, example in zip(self.lesson(made)["items"], made["examples"], strict=True):
            worked = self.ask("POST", "/api/work", text=example["typed"], school=example["school"])
            self.assertEqual(
                [(n["notation"], n["reason_html"]) for n in item["lines"]],
                [(n["notation"], n["reason_html"]) for n in worked["lines"][1:]],
            )
            self.assertEqual((item["problem"], item["answer"]), (worked["problem"], worked["answer"]))

    def test_decisive_lines_carry_a_question(self) -> None:
        (item,) = self.lesson(self.set_of("5 1/6 - 2 5/6"))["items"]
        self.assertEqual(
            [n["question"] for n in item["lines"]],
            [
                "Which bottoms change: both, one, or neither?", "Is the upper part enough?",
                "Where can more pieces come from, and how many?", "", "Does one number go into top and bottom?",
            ],
        )  # fmt: skip

    def test_questions_are_in_the_teachers_words(self) -> None:
        kept = self.ask("GET", "/api/settings")
        settings = {**kept["settings"], "words": {"top": "numerator", "bottom": "denominator"}}
        kept = self.ask("PUT", "/api/settings", revision=kept["revision"], settings=settings)
        self.addCleanup(self.ask, "PUT", "/api/settings", revision=kept["revision"], settings={})
        (item,) = self.lesson(self.set_of("5 1/6 - 2 5/6"))["items"]
        self.assertEqual(item["lines"][-1]["question"], "Does one number go into numerator and denominator?")

    def test_what_the_teacher_changed_stands(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        edits = {
            "lines": [{"line": 3, "reason": "Open a board: <b>six</b> sixths."}, {"line": 4, "hidden": True}],
            "pictures": {"3": "strips"},
        }
        path = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/edits"
        made = self.ask("PUT", path, revision=made["revision"], edits=edits)
        (item,) = self.lesson(made)["items"]
        own = next(n for n in item["lines"] if n["notation"]["text"] == "4 7/6 − 2 5/6")
        self.assertEqual((own["reason"], own["reason_html"]), ("Open a board: <b>six</b> sixths.", None))
        self.assertNotIn("4 − 2 + 2/6", [n["notation"]["text"] for n in item["lines"]])

    def test_a_wrong_working_marks_its_first_false_line(self) -> None:
        made = self.set_of("5 1/6 - 2 5/6")
        path = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/beside"
        made = self.ask("POST", path, revision=made["revision"], what="find", mistake="regroup-ten")
        plain, find = self.lesson(made)["items"]
        self.assertFalse(any(n["false"] for n in plain["lines"]))
        self.assertEqual([n["notation"]["text"] for n in find["lines"] if n["false"]], ["4 11/6 − 2 5/6"])
        self.assertEqual(find["answer"]["text"], "2 1/3")
        self.assertEqual(find["find"], "How many pieces did you cut from one whole? Add 2 5/6 to 3. Do you get 5 1/6?")
        self.assertIsNone(find["wrong"])
        (false,) = [n for n in plain["wrong"]["lines"] if n["false"]]
        self.assertTrue(plain["wrong"]["question"].endswith("?"))
        self.assertNotIn(false["notation"]["text"], [n["notation"]["text"] for n in plain["lines"]])

    def test_blanks_and_comparisons_are_worked_wrongly_on_purpose_too(self) -> None:
        equal, alone, compared = self.lesson(self.set_of("2/3 = ?/12", "? + 1/4 = 5/6", "compare 1/6 and 1/8"))["items"]
        for item, false in ((equal, "2/3 = 11/12"), (alone, "? = 1/4 + 5/6"), (compared, "1/6 < 1/8")):
            wrong = [n["notation"]["text"] for n in item["wrong"]["lines"] if n["false"]]
            self.assertEqual(wrong, [false])
            self.assertNotIn(false, [n["notation"]["text"] for n in item["lines"]])
            self.assertTrue(item["wrong"]["question"].endswith("?"))

    def test_a_find_the_mistake_item_of_blanks(self) -> None:
        made = self.set_of("2/3 = ?/12")
        path = f"/api/sets/{made['id']}/examples/{made['examples'][0]['id']}/beside"
        made = self.ask("POST", path, revision=made["revision"], what="find", mistake="add-same-to-both")
        _, find = self.lesson(made)["items"]
        self.assertEqual([n["notation"]["text"] for n in find["lines"] if n["false"]], ["2/3 = 11/12"])
        self.assertEqual(find["answer"]["text"], "2/3 = 8/12")

    def test_the_kind_of_picture_chosen_once_is_kept_for_the_set(self) -> None:
        made = self.set_of("2/3 + 3/4", "3/8 + 7/8", "6 1/4 − 2 5/6")
        path = f"/api/sets/{made['id']}"
        self.assertEqual(self.kinds(made), [{"strips"}, {"strips"}, {"strips", "discs"}])
        made = self.ask("PUT", f"{path}/picture", revision=made["revision"], kind="discs")
        made = self.ask("PUT", f"{path}/picture", revision=made["revision"], kind="rectangles")
        self.assertEqual(made["pictures"], ["rectangles", "discs"])
        # What is simplified at the end of the second can only be shown in strips.
        self.assertEqual(self.kinds(made), [{"rectangles"}, {"discs", "strips"}, {"strips", "discs"}])
        self.assertEqual(self.ask("POST", f"{path}/copy", name="The same")["pictures"], ["rectangles", "discs"])
        for status, revision, kind in ((409, 1, "discs"), (400, made["revision"], "no such")):
            answer = self.client.put(f"{path}/picture", json={"revision": revision, "kind": kind})
            self.assertEqual(answer.status_code, status)

    def kinds(self, made: Any) -> list[set[str]]:
        """The kinds of pictures that stand in each item."""
        return [{n["picture"]["kind"] for n in i["lines"] if n["picture"]} for i in self.lesson(made)["items"]]

    def test_what_is_wrong_on_purpose_is_disproved(self) -> None:
        (item,) = self.lesson(self.set_of("2/3 + 3/4"))["items"]
        self.assertEqual(item["wrong"]["picture"]["caption"], "5/7 is here, and it is less than 3/4 alone.")
        said = "The same rule on 1/2 + 1/2 gives 2/4, which is 1/2. But it is 1."
        self.assertEqual(item["wrong"]["disproved"]["said"], said)

    def test_pictures_come_with_their_lines(self) -> None:
        (item,) = self.lesson(self.set_of("6 1/4 - 2 5/6"))["items"]
        drawn = [n["notation"]["text"] for n in item["lines"] if n["picture"]]
        self.assertIn("6 3/12 − 2 10/12", drawn)
        self.assertTrue(all(n["picture"]["svg"].startswith("<svg") for n in item["lines"] if n["picture"]))

    def test_what_is_asked_of_a_picture_comes_with_it(self) -> None:
        made = self.set_of(
            "read 2 3/5 from discs", "read 0.6 from a number line in 5 spaces", "2/3 = ?/12", "2/3 + 1/4"
        )
        discs, line, strips, none = self.lesson(made)["items"]
        self.assertEqual([i["asks_of_picture"] for i in (discs, line, strips, none)], [True, True, False, False])
        self.assertEqual(discs["asked"], "Read the number from the discs.")
        self.assertEqual((discs["problem"]["text"], discs["answer"]["text"]), ("?", "2 3/5"))
        self.assertEqual(discs["picture"]["caption"], "Each disc is one whole. How much is filled?")
        self.assertEqual(discs["picture"]["svg"].count('data-taken="1"'), 13)
        self.assertNotIn("0.6", line["picture"]["svg"])
        self.assertEqual(
            line["lines"][0]["question"], "How much is it from one number to the next, and in how many equal spaces?"
        )
        self.assertEqual(strips["picture"]["caption"], "How many twelfths are as long as 2/3?")
        self.assertIsNone(none["picture"])
        self.assertIn("to one scale", line["wrong"]["picture"]["caption"])

    def test_a_mistake_is_found_beside_the_picture_that_was_read(self) -> None:
        made = self.set_of("read 2 3/5 from discs")
        example = made["examples"][0]
        task = {**example["task"], "role": "find", "mistake": "all-pieces-drawn"}
        path = f"/api/sets/{made['id']}/examples/{example['id']}/task"
        made = self.ask("PUT", path, revision=made["revision"], task=task)
        (item,) = self.lesson(made)["items"]
        self.assertEqual([n["notation"]["text"] for n in item["lines"]], ["13/15"])
        self.assertIsNotNone(item["picture"])

    def test_a_set_that_is_gone(self) -> None:
        answer = self.client.get("/api/sets/00000000-0000-4000-8000-000000000000/lesson")
        self.assertEqual(answer.status_code, 404)
