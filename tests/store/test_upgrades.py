"""Every older form of the tables, with data in it, brought up to the newest: nothing is lost, what is computed is
there."""

import json
import unittest
from datetime import date
from pathlib import Path
from typing import Any
from uuid import UUID

from alembic import command
from alembic.config import Config
from sqlalchemy import create_engine, text

from keen_slate.faults import NewerDatabase
from keen_slate.services.desk import Desk
from keen_slate.services.shapes.work import Edits
from keen_slate.store import classes, database, rounds
from keen_slate.store.classes import WantedPupil
from keen_slate.store.database import Database, newest_version
from keen_slate.store.rounds import Given, NewRound
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database

VERSIONS = [f"{n:04}" for n in range(1, int(newest_version()) + 1)]
COLUMNS = text("SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = 'public'")
SET, EXAMPLE = "11111111-1111-4111-8111-111111111111", "22222222-2222-4222-8222-222222222222"


def upgraded(url: str, version: str) -> None:
    """As a program of that version left it."""
    config = Config()
    config.set_main_option("script_location", str(Path(database.__file__).parent / "migrations"))
    engine = create_engine(Database(url).url)
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, version)
    engine.dispose()


def filled(url: str, columns: dict[str, set[str]]) -> None:
    """A set with an example, settings, an aim and a handout, as far as there are tables for them."""
    rows: dict[str, dict[str, Any]] = {
        "example_set": {"id": SET, "name": "From before", "revision": 3},
        "example": {
            "id": EXAMPLE, "set_id": SET, "position": 0, "typed": "5 1/6 - 2 5/6", "problem": "5 1/6 − 2 5/6",
            "value": "7/3", "school": "{}", "demands": json.dumps(["regroup"]),
        },
        "desk_settings": {"id": 1, "revision": 4, "content": json.dumps({"acronym": "GEMS"})},
        "kept_aim": {
            "id": EXAMPLE, "name": "Regroup",
            "wishes": json.dumps({"family": "mixed-subtracted", "can": [], "new": ["regroup"]}),
        },
        "print_job": {"id": EXAMPLE, "state": "done", "done": 1, "total": 1, "message": "", "name": "beds"},
    }  # fmt: skip
    engine = create_engine(Database(url).url)
    with engine.begin() as connection:
        for table, row in rows.items():
            if table not in columns:
                continue
            known = {k: v for k, v in row.items() if k in columns[table]}
            if "owner_id" in columns[table]:
                known["owner_id"] = str(DESK)
            names, values = ", ".join(known), ", ".join(f":{k}" for k in known)
            connection.execute(text(f"INSERT INTO {table} ({names}) VALUES ({values})"), known)
    engine.dispose()


class Upgrades(unittest.TestCase):
    def test_every_older_form_with_data(self) -> None:
        for version in VERSIONS:
            with self.subTest(version=version), fresh_database(migrated=False) as url:
                upgraded(url, version)
                engine = create_engine(Database(url).url)
                columns: dict[str, set[str]] = {}
                with engine.connect() as connection:
                    for table, column in connection.execute(COLUMNS):
                        columns.setdefault(table, set()).add(column)
                engine.dispose()
                filled(url, columns)
                now = Database(url)
                self.assertEqual(now.version(), version)
                now.migrate()
                desk = Desk(now, DESK)
                (kept,) = desk.line_up.list_sets().sets
                self.assertEqual((kept.name, kept.revision), ("From before", 3))
                (example,) = desk.line_up.open(kept.id).examples
                self.assertEqual((example.problem.text, example.answer.text), ("5 1/6 − 2 5/6", "2 1/3"))
                self.assertIn("regroup", [d.id for d in example.demands])
                if "desk_settings" in columns:
                    self.assertEqual(desk.settings.read().settings.acronym, "GEMS")
                if "kept_aim" in columns:
                    self.assertIn("Regroup", [a.name for a in desk.ladders.offered().aims])
                if "print_job" in columns:
                    self.assertEqual(desk.printing.look(UUID(EXAMPLE)).state, "done")
                now.engine.dispose()

    def test_changed_lines_stay_at_their_lines(self) -> None:
        """An example whose lines were changed when wholes and parts had a line each keeps them so; others do not."""
        with fresh_database() as url:
            now = Database(url)
            lines = Desk(now, DESK).line_up
            made = lines.make("Boards")
            for _ in range(2):
                revision = lines.keep(made.id, made.revision, "5 1/6 - 2 5/6", {}).revision
                made = lines.open(made.id)
                self.assertEqual(made.revision, revision)
            changed, other = (e.id for e in made.examples)
            edits = Edits.model_validate({"lines": [{"line": 4, "reason": "Sixths from sixths."}]})
            lines.edit(made.id, made.revision, changed, edits)
            with now.engine.begin() as connection:
                connection.execute(text("UPDATE example SET school = school - 'joining'"))
                connection.execute(text("ALTER TABLE example_set DROP COLUMN pictures"))
                connection.execute(text("ALTER TABLE example_set DROP COLUMN step, DROP COLUMN sample"))
                connection.execute(text("DROP TABLE set_step"))
                connection.execute(text("ALTER TABLE print_job DROP COLUMN page_count, DROP COLUMN set_id"))
                connection.execute(text("ALTER TABLE print_job ADD COLUMN preview bytea"))
                connection.execute(text("DROP TABLE record_entry, given_answer, marking_round, pupil, school_class"))
                connection.execute(text("UPDATE alembic_version SET version_num = '0007'"))
            now.migrate()
            with now.engine.connect() as connection:
                rows = connection.execute(text("SELECT id, school ->> 'joining' FROM example")).all()
            self.assertEqual({(row[0], row[1]) for row in rows}, {(changed, "finer"), (other, None)})
            now.engine.dispose()

    def test_answers_from_before_are_counted(self) -> None:
        """What was found and ruled before whether it is right stood beside it."""
        told = (("right", ""), ("wrong", ""), ("wrong", "right"), ("blank", ""), ("unreadable", ""), ("", ""))
        with fresh_database() as url:
            now = Database(url)
            with now.transaction(DESK) as session:
                of_class = classes.make_class(session, "5", "", [WantedPupil(str(n)) for n in range(len(told))])
                items: list[dict[str, Any]] = [{"problem": "1/2 + 1/4", "school": {}}]
                made = rounds.make_round(
                    session, NewRound(of_class.id, None, "Beds", date(2026, 11, 25), items, {}, {})
                )
                for pupil, (found, ruled) in zip(of_class.pupils, told, strict=True):
                    rounds.put_answers(session, made.id, [Given(pupil.id, 0, "1", [], {}, {"outcome": found}, "")])
                    if ruled:
                        rounds.keep_ruling(session, made.id, [(pupil.id, 0)], {"outcome": ruled})
            with now.engine.begin() as connection:
                connection.execute(text("ALTER TABLE given_answer DROP COLUMN is_right"))
                connection.execute(text("UPDATE alembic_version SET version_num = '0014'"))
            now.migrate()
            counted = Desk(now, DESK).looking_back.over_time(of_class.id)
            self.assertEqual(counted.mondays, [date(2026, 11, 23)])
            self.assertEqual({(d.right[0], d.of[0]) for d in counted.demands}, {(2, 3)})
            now.engine.dispose()

    def test_a_newer_form_is_left_alone(self) -> None:
        with fresh_database() as url:
            now = Database(url)
            with now.engine.begin() as connection:
                connection.execute(text("UPDATE alembic_version SET version_num = '9999'"))
            with self.assertRaises(NewerDatabase):
                now.migrate()
            self.assertEqual(now.version(), "9999")
            now.engine.dispose()
