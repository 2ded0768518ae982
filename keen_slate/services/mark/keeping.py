"""What is kept of pupils, to be taken away as a file or deleted."""

import csv
import io
import json
from datetime import date, timedelta
from typing import Any
from uuid import UUID

from sqlalchemy.orm import Session

from keen_slate.core.malrules.listing import MISTAKES
from keen_slate.core.notation.manner import Manner
from keen_slate.core.saying.words import in_words
from keen_slate.faults import NotFound
from keen_slate.services.mark.opened import Opened, settings_of
from keen_slate.services.shapes.marking import Erased
from keen_slate.store import classes, rounds, teachers
from keen_slate.store.database import Belongings, Database
from keen_slate.store.models import SchoolClass

COLUMNS = (
    "class", "pupil", "group", "round", "day", "item", "problem", "answer", "working", "outcome", "marks", "of",
    "may have", "open between",
)  # fmt: skip
RISKY = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet takes for a calculation at the head of a cell."""


class Keeping:
    """Raises NotFound for what is gone."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def as_csv(self, class_id: UUID, pupil_id: UUID | None = None) -> tuple[str, str]:
        """A class, or one of its pupils, as CSV: a row for each answer. Returns the name of the file and its text."""
        with self.database.transaction() as session:
            found = classes.open_class(session, class_id)
            rows = list(_rows(session, found, pupil_id))
        out = io.StringIO()
        writer = csv.writer(out)
        writer.writerow(COLUMNS)
        writer.writerows([_safe(str(row[name])) for name in COLUMNS] for row in rows)
        return found.name, out.getvalue()

    def as_json(self, class_id: UUID | None = None, pupil_id: UUID | None = None) -> tuple[str, str]:
        """A class, one of its pupils, or everything that is kept of pupils, as JSON."""
        with self.database.transaction() as session:
            wanted = classes.list_classes(session) if class_id is None else [classes.open_class(session, class_id)]
            content = {
                "format": "keen-slate-pupils",
                "version": 1,
                "classes": [
                    {
                        "name": c.name,
                        "year": c.year,
                        "pupils": [
                            {"code": p.code, "group": p.part} for p in c.pupils if pupil_id in (None, p.id)
                        ],
                        "answers": list(_rows(session, c, pupil_id)),
                    }
                    for c in wanted
                ],
            }  # fmt: skip
            teachers.note_of(session, self.database.owner, "saved what is kept of pupils", f"{len(wanted)} classes")
        name = wanted[0].name if class_id is not None else "pupils"
        return name, json.dumps(content, ensure_ascii=False, indent=1) + "\n"

    def erase_everything(self) -> Erased:
        """Every class with its rounds and answers, and the record, for good."""
        with self.database.transaction() as session:
            count = len(classes.list_classes(session))
            classes.erase_everything(session)
            teachers.note_of(session, self.database.owner, "erased all that was kept of pupils", f"{count} classes")
            return Erased(classes=count)


def forget_old_answers(database: Database, today: date) -> int:
    """Delete the answers of every teacher's pupils that are older than the teacher keeps them, and what was put away a
    week ago. Returns how many answers went."""
    with database.transaction() as session:
        owners = teachers.every_id(session)
    forgotten = 0
    for owner in owners:
        with database.transaction(owner) as session:
            keep = settings_of(session).keep_days
            classes.clear_away(session)
            forgotten += rounds.forget_answers_before(session, today - timedelta(days=keep))
    return forgotten


def _rows(session: Session, of_class: SchoolClass, pupil_id: UUID | None) -> list[dict[str, Any]]:
    """A row for each answer, the rounds in the order of their days."""
    pupils = {p.id: p for p in of_class.pupils}
    if pupil_id is not None and pupil_id not in pupils:
        raise NotFound("pupil")
    rows: list[dict[str, Any]] = []
    for round_id in rounds.rounds_of(session, of_class.id):
        opened = Opened.of(session, round_id)
        given = sorted(opened.answers.values(), key=lambda a: (pupils[a.pupil_id].position, a.item))
        for answer in given:
            if pupil_id not in (None, answer.pupil_id):
                continue
            cell, version = opened.cell(answer), opened.version(answer.pupil_id, answer.item)
            (_, told, between), *_ = opened.seen(answer)
            rows.append(
                {
                    "class": of_class.name,
                    "pupil": pupils[answer.pupil_id].code,
                    "group": pupils[answer.pupil_id].part,
                    "round": opened.row.name,
                    "day": opened.row.held_on.isoformat(),
                    "item": answer.item + 1,
                    "problem": version.problem,
                    "answer": answer.answer,
                    "working": " | ".join(answer.lines),
                    "outcome": cell.status,
                    "marks": cell.points,
                    "of": version.scheme_now.total,
                    "may have": _names(told, opened.words),
                    "open between": _names(between, opened.words),
                }
            )
    return rows


def _names(mistakes: tuple[str, ...], words: Manner) -> str:
    return "; ".join(in_words(MISTAKES[m].name, words) for m in mistakes if m in MISTAKES)


def _safe(cell: str) -> str:
    """A cell that no spreadsheet takes for a calculation."""
    return f"'{cell}" if cell.startswith(RISKY) else cell
