"""The tables and what guards them, on a real PostgreSQL."""

import threading
import unittest
from fractions import Fraction
from uuid import uuid4

from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import event, select, text
from sqlalchemy.exc import StatementError

from keen_slate.faults import BadOrder, ChangedMeanwhile, DatabaseUnavailable, NotFound
from keen_slate.services.demo import DEMO_SETS, load_demo
from keen_slate.services.line_up import LineUp, new_example
from keen_slate.store import sets
from keen_slate.store.database import Belongings, Database
from keen_slate.store.models import Base, Example, ExampleSet
from keen_slate.store.sets import NewExample
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database


def of_ours(name: str | None, kind: str, _parents: object) -> bool:
    """The tables of the queue are its own."""
    return not (kind == "table" and str(name).startswith("procrastinate_"))


class OnDatabase(unittest.TestCase):
    def setUp(self) -> None:
        self.database = Database(self.enterContext(fresh_database()))
        self.addCleanup(self.database.engine.dispose)
        self.theirs = Belongings(self.database, DESK)
        self.line_up = LineUp(self.theirs)


class Migrations(OnDatabase):
    def test_tables_are_what_the_models_say(self) -> None:
        with self.database.engine.connect() as connection:
            context = MigrationContext.configure(connection, opts={"compare_type": True, "include_name": of_ours})
            self.assertEqual(compare_metadata(context, Base.metadata), [])

    def test_migrating_again_changes_nothing(self) -> None:
        self.database.migrate()
        self.assertTrue(self.database.answers())

    def test_demo_data_once(self) -> None:
        self.assertTrue(load_demo(self.database))
        self.assertFalse(load_demo(self.database))
        self.assertEqual(len(self.line_up.list_sets().sets), len(DEMO_SETS) + 1)


class ExactNumbers(OnDatabase):
    def keep(self, value: object) -> Fraction | None:
        new = NewExample("typed", "problem", value, {})  # type: ignore[arg-type]
        with self.theirs.transaction() as session:
            made = sets.make_set(session, "numbers")
            sets.add_example(session, made.id, made.revision, new)
        with self.theirs.transaction() as session:
            return session.scalars(select(Example.value).where(Example.set_id == made.id)).one()

    def test_exactly_what_was_kept_comes_back(self) -> None:
        for value in (Fraction(-7, 12), Fraction(10**40 + 1, 3), Fraction(5), 5, Fraction(0)):
            self.assertEqual(self.keep(value), value)
            self.assertIsInstance(self.keep(value), Fraction)

    def test_the_doubtful_is_refused_and_nothing_is_written(self) -> None:
        for value in (0.5, True, "1/2"):
            with self.subTest(value=value), self.assertRaises(StatementError) as caught:
                self.keep(value)
            self.assertIsInstance(caught.exception.orig, TypeError)
        self.assertEqual(self.line_up.list_sets().sets, [])


class Sets(OnDatabase):
    def setUp(self) -> None:
        super().setUp()
        made = self.line_up.make("  Raised beds ")
        for typed in ("1/4 + 3/8", "5 1/6 - 2 5/6", "9 - 3 2/5"):
            revision = self.line_up.keep(made.id, made.revision, typed, {}).revision
            made = self.line_up.open(made.id)
            self.assertEqual(made.revision, revision)
        self.set = made

    def problems(self) -> list[str]:
        return [e.problem.text for e in self.line_up.open(self.set.id).examples]

    def test_kept_in_order_with_answer_and_demands(self) -> None:
        self.assertEqual(self.problems(), ["1/4 + 3/8", "5 1/6 − 2 5/6", "9 − 3 2/5"])
        self.assertEqual([e.answer.text for e in self.set.examples], ["5/8", "2 1/3", "5 3/5"])
        self.assertIn("regroup", [d.id for d in self.set.examples[1].demands])

    def test_reorder(self) -> None:
        order = [e.id for e in self.set.examples][::-1]
        self.line_up.reorder(self.set.id, self.set.revision, order)
        self.assertEqual(self.problems(), ["9 − 3 2/5", "5 1/6 − 2 5/6", "1/4 + 3/8"])

    def test_a_wrong_order_is_refused(self) -> None:
        ids = [e.id for e in self.set.examples]
        for order in (ids[:2], [*ids, ids[0]], [*ids[:2], uuid4()]):
            with self.assertRaises(BadOrder):
                self.line_up.reorder(self.set.id, self.set.revision, order)
        self.assertEqual(self.line_up.open(self.set.id).revision, self.set.revision)

    def test_a_deleted_example_comes_back_to_its_place(self) -> None:
        middle = self.set.examples[1].id
        after = self.line_up.delete_example(self.set.id, self.set.revision, middle)
        self.assertEqual(self.problems(), ["1/4 + 3/8", "9 − 3 2/5"])
        self.line_up.go_to(self.set.id, after.revision, after.step - 1)
        self.assertEqual(self.problems(), ["1/4 + 3/8", "5 1/6 − 2 5/6", "9 − 3 2/5"])
        with self.assertRaises(NotFound):
            self.line_up.go_to(self.set.id, after.revision + 1, after.step + 1)

    def test_a_deleted_set_comes_back_whole(self) -> None:
        revision = self.line_up.delete(self.set.id, self.set.revision)
        with self.assertRaises(NotFound):
            self.line_up.open(self.set.id)
        self.assertEqual(self.line_up.list_sets().sets, [])
        back = self.line_up.restore(self.set.id, revision)
        self.assertEqual(len(back.examples), 3)

    def test_a_change_on_an_old_revision_is_refused(self) -> None:
        old = self.set.revision
        self.line_up.rename(self.set.id, old, "Beds")
        first = self.set.examples[0].id
        for change in (
            lambda: self.line_up.rename(self.set.id, old, "Lost"),
            lambda: self.line_up.keep(self.set.id, old, "1/2 + 1/3", {}),
            lambda: self.line_up.delete_example(self.set.id, old, first),
            lambda: self.line_up.reorder(self.set.id, old, [e.id for e in self.set.examples]),
            lambda: self.line_up.delete(self.set.id, old),
        ):
            with self.assertRaises(ChangedMeanwhile):
                change()
        now = self.line_up.open(self.set.id)
        self.assertEqual((now.name, len(now.examples)), ("Beds", 3))

    def test_of_changes_at_the_same_moment_one_goes_through(self) -> None:
        outcomes: list[str] = []
        ready = threading.Barrier(6)

        def rename(name: str) -> None:
            ready.wait()
            try:
                self.line_up.rename(self.set.id, self.set.revision, name)
                outcomes.append("done")
            except ChangedMeanwhile:
                outcomes.append("refused")

        threads = [threading.Thread(target=rename, args=(f"name {i}",)) for i in range(6)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(outcomes), ["done"] + ["refused"] * 5)

    def test_listing_and_opening_need_no_query_per_example(self) -> None:
        queries: list[str] = []
        event.listen(self.database.engine, "before_cursor_execute", lambda *a: queries.append(a[2]))
        self.line_up.list_sets()
        self.line_up.open(self.set.id)
        self.assertEqual(len(queries), 6, "the sets, those of others; the set, its examples, a step, the words")

    def test_the_database_refuses_a_name_that_is_too_long(self) -> None:
        with self.theirs.transaction() as session:
            limit = session.scalar(text("SELECT count(*) FROM pg_constraint WHERE conname = 'example_set_name_length'"))
        self.assertEqual(limit, 1)


class NoDatabase(unittest.TestCase):
    def test_silence_is_told_apart(self) -> None:
        line_up = LineUp(Belongings(Database("postgresql://nobody:x@127.0.0.1:1/none"), DESK))
        with self.assertRaises(DatabaseUnavailable):
            line_up.list_sets()

    def test_only_postgresql(self) -> None:
        for url in ("sqlite:///x.db", "nonsense", "mysql://a@b/c"):
            with self.assertRaises(ValueError):
                Database(url)

    def test_the_address_may_say_how_long_a_connection_is_waited_for(self) -> None:
        for asked, waits in (("", "3"), ("?connect_timeout=10", "10"), ("?sslmode=require", "3")):
            address = Database(f"postgresql://a@b/c{asked}").engine.url
            self.assertEqual(address.query["connect_timeout"], waits)


class Rearranging(OnDatabase):
    def made(self, *problems: str) -> ExampleSet:
        with self.theirs.transaction() as session:
            made = sets.make_set(session, "Seed trays")
            new = [new_example(p, {}) for p in problems]
            return sets.rearrange(session, made.id, made.revision, new)

    def test_new_ones_among_kept_ones_in_the_order_given(self) -> None:
        made = self.made("1/2", "1/3", "1/4")
        a, _, c = (e.id for e in made.examples)
        with self.theirs.transaction() as session:
            made = sets.rearrange(session, made.id, made.revision, [c, new_example("1/5", {}), a])
        self.assertEqual([e.problem for e in made.examples], ["1/4", "1/5", "1/2"])

    def test_what_was_put_away_comes_back(self) -> None:
        made = self.made("1/2", "1/3", "1/4")
        ids = [e.id for e in made.examples]
        with self.theirs.transaction() as session:
            fewer = sets.rearrange(session, made.id, made.revision, ids[:1])
            self.assertEqual(len(fewer.examples), 1)
            again = sets.rearrange(session, made.id, fewer.revision, ids[::-1])
        self.assertEqual([e.id for e in again.examples], ids[::-1])

    def test_what_is_named_twice_or_of_another_set_is_refused_whole(self) -> None:
        one, other = self.made("1/2", "1/3"), self.made("1/4")
        a, b = (e.id for e in one.examples)
        for order in ([a, a], [a, b, other.examples[0].id]):
            with self.assertRaises(BadOrder), self.theirs.transaction() as session:
                sets.rearrange(session, one.id, one.revision, order)
        with self.theirs.transaction() as session:
            self.assertEqual(sets.open_set(session, one.id).revision, one.revision)

    def test_an_older_revision_is_refused(self) -> None:
        made = self.made("1/2", "1/3")
        ids = [e.id for e in made.examples]
        with self.theirs.transaction() as session:
            sets.rearrange(session, made.id, made.revision, ids[::-1])
        with self.assertRaises(ChangedMeanwhile), self.theirs.transaction() as session:
            sets.rearrange(session, made.id, made.revision, ids)

    def test_a_task_of_what_is_gone(self) -> None:
        made = self.made("1/2", "1/3")
        gone = made.examples[0].id
        with self.theirs.transaction() as session:
            fewer = sets.rearrange(session, made.id, made.revision, [made.examples[1].id])
        with self.assertRaises(NotFound), self.theirs.transaction() as session:
            sets.set_tasks(session, sets.claimed(session, made.id, fewer.revision), {gone: {}})
