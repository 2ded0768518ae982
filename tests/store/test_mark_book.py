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
