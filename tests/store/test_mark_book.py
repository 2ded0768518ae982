"""Classes, rounds and the record in the database: what is typed at one time, what goes with what, whose it is."""

import unittest
from concurrent.futures import ThreadPoolExecutor
from datetime import date, timedelta
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import func, select, text

from keen_slate.faults import BadOrder, ChangedMeanwhile, NotFound
from keen_slate.store import classes, record, rounds, sets, teachers
from keen_slate.store.classes import WantedPupil
from keen_slate.store.database import Belongings, Database
from keen_slate.store.models import GivenAnswer, Pupil, RecordEntry
from keen_slate.store.rounds import Given, NewRound
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database

DAY = date(2026, 11, 26)


class MarkBook(unittest.TestCase):
    database: Database
    desk: Belongings

    @classmethod
    def setUpClass(cls) -> None:
        cls.database = Database(cls.enterClassContext(fresh_database()))
        cls.addClassCleanup(cls.database.engine.dispose)
        cls.desk = Belongings(cls.database, DESK)

    def made(self, held_on: date = DAY, codes: tuple[str, ...] = ("Aspen", "Bramble")) -> tuple[UUID, UUID, list[UUID]]:
        """A class and a round of two items."""
        with self.desk.transaction() as session:
            of_class = classes.make_class(session, "5 Birch", "5", [WantedPupil(code) for code in codes])
            items: list[dict[str, Any]] = [{"problem": "1/2 + 1/4", "school": {}}] * 2
            new = NewRound(of_class.id, None, "Beds", held_on, items, {}, {})
            return of_class.id, rounds.make_round(session, new).id, [p.id for p in of_class.pupils]

    def row(self, pupil: UUID, item: int, answer: str) -> Given:
        return Given(pupil, item, answer, lines=[], ruling={}, found={}, found_by="")

    def answers(self, round_id: UUID) -> dict[tuple[UUID, int], str]:
        with self.desk.transaction() as session:
            return {(a.pupil_id, a.item): a.answer for a in rounds.answers_of(session, round_id)}

    def test_the_last_that_is_typed_stays(self) -> None:
        _, round_id, (aspen, _) = self.made()
        for answer in ("3/4", "2/6", "3/4 m"):
            with self.desk.transaction() as session:
                rounds.put_answers(session, round_id, [self.row(aspen, 0, answer)])
        self.assertEqual(self.answers(round_id), {(aspen, 0): "3/4 m"})

    def test_what_is_right_is_counted_by_week_and_problem(self) -> None:
        """By what the teacher ruled before what was found; nothing is said of what is blank, unreadable or unjudged."""
        class_id, _, (aspen, bramble) = self.made(codes=("Aspen", "Bramble"))
        monday = date(2026, 11, 23)
        told = {
            (aspen, 0): ("right", ""), (bramble, 0): ("wrong form", ""), (aspen, 1): ("wrong", "right"),
            (bramble, 1): ("right", "wrong"),
        }  # fmt: skip
        left_out = [("blank", ""), ("unreadable", ""), ("", ""), ("right", "blank")]
        with self.desk.transaction() as session:
            for days, answers in (
                (3, told),
                (6, dict(zip(told, left_out, strict=True))),
                (-7, {(aspen, 0): ("right", "")}),
            ):
                items: list[dict[str, Any]] = [{"problem": "1/2 + 1/4"}, {"problem": "5 − 2/3"}]
                new = NewRound(class_id, None, "Beds", monday + timedelta(days), items, {}, {})
                made = rounds.make_round(session, new).id
                rows = [self.row(pupil, item, "1") for pupil, item in answers]
                rounds.put_answers(session, made, rows)
                for row, (outcome, ruled) in zip(rows, answers.values(), strict=True):
                    row.found = {"outcome": outcome}
                    rounds.keep_found(session, made, [row])
                    if ruled:
                        rounds.keep_ruling(session, made, [(row.pupil_id, row.item)], {"outcome": ruled})
            # An item that the round does not have any more, by hand in the database, is left out.
            rounds.put_answers(session, made, [Given(aspen, 7, "1", [], {}, {"outcome": "right"}, "")])
        with self.desk.transaction() as session:
            found = sorted(rounds.right_by_week(session, class_id))
        before = monday - timedelta(7)
        self.assertEqual(found, [(before, "1/2 + 1/4", 1, 1), (monday, "1/2 + 1/4", 1, 2), (monday, "5 − 2/3", 1, 2)])

    def test_what_is_counted_follows_every_change(self) -> None:
        class_id, round_id, (aspen, bramble) = self.made()
        right, wrong = {"outcome": "right"}, {"outcome": "wrong"}

        def counted() -> list[tuple[int, int]]:
            with self.desk.transaction() as session:
                return [(right, of) for _, _, right, of in rounds.right_by_week(session, class_id)]

        self.assertEqual(counted(), [])
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [Given(p, 0, "3/4", [], {}, right, "") for p in (aspen, bramble)])
        self.assertEqual(counted(), [(2, 2)])
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [Given(aspen, 0, "2/6", [], {}, wrong, "")])
        self.assertEqual(counted(), [(1, 2)])
        with self.desk.transaction() as session:
            rounds.take_answers_back(session, round_id, [(aspen, 0)])
        self.assertEqual(counted(), [(1, 1)])
        with self.desk.transaction() as session:
            revision = rounds.delete_round(session, round_id, 1)
        self.assertEqual(counted(), [])
        with self.desk.transaction() as session:
            rounds.restore_round(session, round_id, revision)
            rounds.forget_answers_before(session, DAY + timedelta(1))
        self.assertEqual(counted(), [])

    def test_nobody_else_counts_a_class(self) -> None:
        class_id, _, _ = self.made()
        with self.desk.transaction() as session:
            stranger = teachers.add_teacher(session, "Alder").id
        for id, owner in ((class_id, stranger), (uuid4(), DESK)):
            with Belongings(self.database, owner).transaction() as session, self.assertRaises(NotFound):
                rounds.right_by_week(session, id)

    def test_rounds_come_in_pages_and_by_their_name_or_class(self) -> None:
        with self.desk.transaction() as session:
            teacher = Belongings(self.database, teachers.add_teacher(session, "Hazel").id)
        with teacher.transaction() as session:
            elm, oak = (classes.make_class(session, name, "", [WantedPupil("A")]).id for name in ("6 Elm", "6 Oak_1"))
            for day in range(5):
                for class_id, name in ((elm, "Beds"), (oak, f"100 % of {day}")):
                    new = NewRound(class_id, None, name, DAY - timedelta(day), [], {}, {})
                    rounds.make_round(session, new)
        with teacher.transaction() as session:
            every = [(line.name, line.class_name, line.held_on) for line in rounds.list_rounds(session)]
            self.assertEqual(len(every), 10)
            self.assertEqual([day for *_, day in every], sorted((day for *_, day in every), reverse=True))
            paged = [rounds.list_rounds(session, "", past, 4) for past in (0, 4, 8)]
            self.assertEqual([len(page) for page in paged], [4, 4, 2])
            self.assertEqual([(r.name, r.class_name, r.held_on) for page in paged for r in page], every)
            named = {
                part: len(rounds.list_rounds(session, part)) for part in ("beds", "elm", "OAK_", "100 %", "k%1", "of 3")
            }
            self.assertEqual(named, {"beds": 5, "elm": 5, "OAK_": 5, "100 %": 5, "k%1": 0, "of 3": 1})
            self.assertIsNone(rounds.first_answered(session))
            self.assertEqual(len(rounds.rounds_of(session, elm)), 5)

    def test_the_first_day_with_answers(self) -> None:
        with self.desk.transaction() as session:
            teacher = Belongings(self.database, teachers.add_teacher(session, "Yew").id)
        with teacher.transaction() as session:
            of_class = classes.make_class(session, "7", "", [WantedPupil("A")])
            made = [
                rounds.make_round(session, NewRound(of_class.id, None, "R", DAY - timedelta(n), [{}], {}, {})).id
                for n in range(3)
            ]
            rounds.put_answers(session, made[1], [self.row(of_class.pupils[0].id, 0, "1")])
        with teacher.transaction() as session:
            self.assertEqual(rounds.first_answered(session), DAY - timedelta(1))
            self.assertEqual(rounds.rounds_of(session, of_class.id), made[::-1])

    def test_what_was_found_is_kept_with_the_answer_that_it_was_found_of(self) -> None:
        _, round_id, (aspen, bramble) = self.made()
        judged = [self.row(aspen, 0, "3/4"), self.row(bramble, 0, "3/4")]
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, judged)
        with self.desk.transaction() as session:  # typed anew while the answers were being judged
            rounds.put_answers(session, round_id, [self.row(aspen, 0, "2/6")])
        for answer in judged:
            answer.found, answer.found_by = {"outcome": "right"}, "a way"
        with self.desk.transaction() as session:
            rounds.keep_found(session, round_id, judged)
            rounds.keep_ruling(session, round_id, [(bramble, 0)], {"outcome": "wrong"})
        with self.desk.transaction() as session:
            now = {a.pupil_id: a for a in rounds.answers_of(session, round_id, 0)}
        self.assertEqual((now[aspen].answer, now[aspen].found, now[aspen].found_by), ("2/6", {}, ""))
        self.assertEqual((now[bramble].found, now[bramble].ruling), ({"outcome": "right"}, {"outcome": "wrong"}))
        self.assertEqual(self.answers(round_id), {(aspen, 0): "2/6", (bramble, 0): "3/4"})

    def test_many_hands_at_one_round_lose_nothing(self) -> None:
        codes = tuple(f"P{n}" for n in range(12))
        _, round_id, pupils = self.made(codes=codes)

        def type_in(place: int) -> None:
            with self.desk.transaction() as session:
                rounds.put_answers(session, round_id, [self.row(pupils[place % 12], place // 12, str(place))])

        with ThreadPoolExecutor(8) as pool:
            list(pool.map(type_in, range(24)))
        expected = {(pupils[n % 12], n // 12): str(n) for n in range(24)}
        self.assertEqual(self.answers(round_id), expected)

    def test_of_two_changes_on_one_revision_one_goes_through(self) -> None:
        class_id, round_id, _ = self.made()

        def rename(name: str) -> str:
            try:
                with self.desk.transaction() as session:
                    classes.change_class(session, class_id, 1, name, "", [])
                    rounds.change_round(session, round_id, 1, name=name)
            except ChangedMeanwhile:
                return "late"
            return name

        with ThreadPoolExecutor(4) as pool:
            outcomes = list(pool.map(rename, ("one", "two", "three", "four")))
        self.assertEqual(outcomes.count("late"), 3)
        with self.desk.transaction() as session:
            kept = classes.open_class(session, class_id).name
            self.assertEqual(rounds.open_round(session, round_id).name, kept)
        self.assertIn(kept, outcomes)

    def test_a_pupil_who_is_taken_out_keeps_the_answers_until_put_back(self) -> None:
        class_id, round_id, (aspen, bramble) = self.made()
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [self.row(aspen, 0, "3/4")])
            classes.change_class(session, class_id, 1, "5 Birch", "5", [WantedPupil("Bramble", "", bramble)])
        with self.desk.transaction() as session:
            kept = [WantedPupil("Bramble", "", bramble), WantedPupil("Aspen", "moss", aspen)]
            found = classes.change_class(session, class_id, 2, "5 Birch", "5", kept)
            self.assertEqual([(p.code, p.part) for p in found.pupils], [("Bramble", ""), ("Aspen", "moss")])
        self.assertEqual(self.answers(round_id), {(aspen, 0): "3/4"})
        with self.assertRaises(BadOrder), self.desk.transaction() as session:
            classes.change_class(session, class_id, 3, "5 Birch", "5", [WantedPupil("X", "", uuid4())])

    def test_what_goes_with_a_class(self) -> None:
        class_id, round_id, (aspen, _) = self.made()
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [self.row(aspen, 0, "3/4")])
            record.note(session, DAY, "marked", round_id=round_id, class_id=class_id)
            classes.erase_class(session, class_id)
        with self.database.engine.connect() as connection:
            for table, column, id in (
                ("pupil", "class_id", class_id), ("marking_round", "id", round_id),
                ("given_answer", "round_id", round_id), ("record_entry", "class_id", class_id),
            ):  # fmt: skip
                left = connection.execute(
                    text(f"SELECT count(*) FROM {table} WHERE {column} = :id"), {"id": id}
                ).scalar()
                self.assertEqual(left, 0, table)

    def test_a_set_that_goes_leaves_the_round(self) -> None:
        with self.desk.transaction() as session:
            of_set = sets.make_set(session, "Beds")
            of_class = classes.make_class(session, "6 Elm", "", [WantedPupil("Fern")])
            new = NewRound(of_class.id, of_set.id, "Beds", DAY, [{"problem": "1/2", "school": {}}], {}, {})
            round_id = rounds.make_round(session, new).id
        with self.database.engine.begin() as connection:
            connection.execute(text("DELETE FROM example_set WHERE id = :id"), {"id": of_set.id})
        with self.desk.transaction() as session:
            self.assertIsNone(rounds.open_round(session, round_id).set_id)

    def test_old_answers_go_and_their_rounds_stay(self) -> None:
        _, old, (aspen, _) = self.made(DAY - timedelta(days=400))
        _, new, (fern, _) = self.made(DAY)
        with self.desk.transaction() as session:
            rounds.put_answers(session, old, [self.row(aspen, 0, "3/4"), self.row(aspen, 1, "1")])
            rounds.put_answers(session, new, [self.row(fern, 0, "3/4")])
            self.assertEqual(rounds.forget_answers_before(session, DAY - timedelta(days=100)), 2)
            self.assertEqual(rounds.open_round(session, old).name, "Beds")
        self.assertEqual(self.answers(old), {})
        self.assertEqual(len(self.answers(new)), 1)

    def test_what_was_deleted_a_week_ago_is_gone(self) -> None:
        class_id, round_id, (aspen, bramble) = self.made()
        other, _, _ = self.made()
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [self.row(aspen, 0, "3/4")])
            classes.change_class(session, class_id, 1, "5 Birch", "5", [WantedPupil("Bramble", "", bramble)])
            classes.delete_class(session, other, 1)
        with self.database.engine.begin() as connection:
            for table, id in (("pupil", aspen), ("school_class", other)):
                connection.execute(
                    text(f"UPDATE {table} SET deleted_at = now() - interval '8 days' WHERE id = :id"), {"id": id}
                )
        with self.desk.transaction() as session:
            classes.clear_away(session)
            self.assertIsNone(session.get(Pupil, aspen))
            self.assertEqual(session.scalar(select(func.count()).where(GivenAnswer.pupil_id == aspen)), 0)
            with self.assertRaises(NotFound):
                classes.restore_class(session, other, 2)

    def test_one_teacher_never_clears_away_another_s(self) -> None:
        class_id, round_id, (aspen, bramble) = self.made(DAY - timedelta(days=900))
        with self.desk.transaction() as session:
            rounds.put_answers(session, round_id, [self.row(aspen, 0, "3/4")])
            classes.change_class(session, class_id, 1, "5 Birch", "5", [WantedPupil("Bramble", "", bramble)])
            stranger = teachers.add_teacher(session, "Rowan").id
        with self.database.engine.begin() as connection:
            connection.execute(
                text("UPDATE pupil SET deleted_at = now() - interval '8 days' WHERE id = :id"), {"id": aspen}
            )
        theirs = Belongings(self.database, stranger)
        with theirs.transaction() as session:
            classes.clear_away(session)
            self.assertEqual(rounds.forget_answers_before(session, DAY), 0)
            classes.erase_everything(session)
            self.assertEqual(classes.list_classes(session), [])
            self.assertEqual(rounds.list_rounds(session), [])
            with self.assertRaises(NotFound):
                rounds.open_round(session, round_id)
        self.assertEqual(self.answers(round_id), {(aspen, 0): "3/4"})

    def test_the_record_once_a_day(self) -> None:
        with self.desk.transaction() as session:
            of_set = sets.make_set(session, "Shown").id
            first = record.note_once(session, DAY, "shown", set_id=of_set)
            self.assertEqual(record.note_once(session, DAY, "shown", set_id=of_set).id, first.id)
            self.assertNotEqual(record.note_once(session, DAY + timedelta(days=1), "shown", set_id=of_set).id, first.id)
            record.note(session, DAY, "shown", set_id=of_set, counts={"had": 3, "of": 9, "item": 1})
            self.assertEqual(record.note_once(session, DAY, "shown", set_id=of_set).id, first.id)
            found = [e for e, *_ in record.read(session, DAY, DAY) if e.set_id == of_set]
            self.assertEqual(len(found), 2)
            record.erase(session, first.id)
            with self.assertRaises(NotFound):
                record.change(session, first.id, "gone", None)
            self.assertIsNone(session.scalar(select(RecordEntry).where(RecordEntry.id == first.id)))
