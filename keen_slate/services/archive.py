"""All of a teacher's own work as one file, and put back: settings, aims, and every set with its examples."""

import json
from uuid import UUID

from pydantic import ValidationError

from keen_slate.faults import NotPossible
from keen_slate.services.formats import as_file, read_file
from keen_slate.services.shapes.archive import ArchivedAim, ArchiveFile, PutBack
from keen_slate.services.shapes.line_up import Plan
from keen_slate.services.shapes.settings import DeskSettings
from keen_slate.services.work.asked import chosen_words
from keen_slate.store import aims, sets, settings, teachers
from keen_slate.store.database import Belongings


class Archive:
    """A teacher's archive. What is there already, the same to the last example, is not put back a second time."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def write(self) -> bytes:
        with self.database.transaction() as session:
            _, content = settings.read(session)
            ids: list[UUID] = [line.id for line in sets.list_sets(session)]
            file = ArchiveFile(
                format="keen-slate-archive",
                version=1,
                settings=DeskSettings.model_validate(content),
                aims=[ArchivedAim(name=a.name, plan=Plan.model_validate(a.wishes)) for a in aims.list_aims(session)],
                sets=[as_file(sets.open_set(session, set_id)) for set_id in ids],
            )
            teachers.note_of(session, self.database.owner, "saved all their work", f"{len(ids)} sets")
        return (file.model_dump_json(indent=1) + "\n").encode()

    def put_back(self, content: str) -> PutBack:
        """All of it or nothing. Raises NotPossible for what is no archive, or holds what cannot be read."""
        file = _read(content)
        with self.database.transaction() as session:
            words = chosen_words(file.settings.words)
            there = [as_file(sets.open_set(session, found.id)) for found in sets.list_sets(session)]
            missing = [s for s in reversed(file.sets) if s not in there]  # the last changed is made last
            for wanted in missing:
                new, faults = read_file(wanted, words)
                if faults:
                    raise NotPossible(f"“{wanted.name}”, {faults[0].where}: {faults[0].message} Nothing was put back.")
                made = sets.make_set(session, wanted.name, wanted.pictures)
                plan = wanted.plan.model_dump() if wanted.plan else None
                sets.rearrange(session, made.id, made.revision, new, plan)
            known = {(a.name, Plan.model_validate(a.wishes).model_dump_json()) for a in aims.list_aims(session)}
            fresh = [a for a in file.aims if (a.name, a.plan.model_dump_json()) not in known]
            for aim in fresh:
                aims.keep_aim(session, aim.name, aim.plan.model_dump())
            revision, now = settings.read(session)
            if DeskSettings.model_validate(now) != file.settings:
                settings.change(session, revision, file.settings.model_dump())
            teachers.note_of(session, self.database.owner, "put back their work", f"{len(missing)} sets")
        return PutBack(sets=len(missing), aims=len(fresh), there_already=len(file.sets) - len(missing))


def _read(content: str) -> ArchiveFile:
    try:
        return ArchiveFile.model_validate(json.loads(content))
    except ValidationError as fault:
        first = fault.errors()[0]
        where = ".".join(str(part) for part in first["loc"]) or "the file"
        raise NotPossible(
            f"This is no archive of Keen Slate: {where}: {first['msg']}. Nothing was put back."
        ) from fault
    except (ValueError, RecursionError) as fault:
        raise NotPossible("This is no archive of Keen Slate. Choose a file that was saved as one.") from fault
