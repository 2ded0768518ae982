"""Who comes in, and who may: keys, names and passwords, the school's own sign-on, and administering."""

from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from sqlalchemy import func
from sqlalchemy.orm import Session

from keen_slate.faults import NotAllowed, NotFound, NotPossible, SlowDown, WrongKey
from keen_slate.services.shapes.teachers import (
    AuditLine,
    KnownTeacher,
    Link,
    NewTeacher,
    PasswordRequest,
    People,
    Place,
    SignInRequest,
    TakePlaceRequest,
    TeacherChange,
    Trail,
)
from keen_slate.store import teachers
from keen_slate.store.database import Database
from keen_slate.store.models import Teacher

DESK_LASTS = timedelta(days=90)
STAYS = timedelta(days=30)
A_DAY = timedelta(hours=12)
DESK_KEY_OPENS = timedelta(hours=1)
LINK_OPENS = timedelta(days=7)

MOST_OF_ONE_FROM_ONE_PLACE, MOST_OF_ONE, MOST_FROM_ONE_PLACE = 8, 40, 60
"""Sign-ins that may fail in a quarter of an hour: by one name from one address, by one name, from one address. A pupil
who guesses so locks nobody out who sits elsewhere."""

USED_UP = "This address has been used already, or is too old. "
_HASHER = PasswordHasher()
_NOBODYS = _HASHER.hash("nobody's password: compared with where there is no such name, so that both take as long")


@dataclass(frozen=True)
class Who:
    """Who asks."""

    id: UUID
    name: str
    administers: bool


class Entry:
    """The ways in and out. Raises WrongKey and SlowDown."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def who(self, token: str) -> Who | None:
        """Whose browser holds this cookie."""
        with self.database.transaction() as session:
            found = teachers.signed_in(session, token)
            return None if found is None else Who(found.id, found.name or "", found.administers)

    def desk_key(self) -> str:
        """A key for the address of one's own desk."""
        with self.database.transaction() as session:
            return teachers.make_key(session, "desk", teachers.DESK, DESK_KEY_OPENS)

    def enter_desk(self, key: str) -> tuple[str, timedelta]:
        """What the cookie is to hold, and for how long."""
        with self.database.transaction() as session:
            desk = teachers.use_key(session, "desk", key)
            if desk is None:
                raise WrongKey(USED_UP + "Run ./start address for a fresh one.")
            teachers.note(session, "own desk", "signed in", "by the desk's address")
            return teachers.begin(session, desk, DESK_LASTS), DESK_LASTS

    def sign_in(self, asked: SignInRequest, address: str) -> tuple[str, timedelta]:
        """Raises SlowDown after too many failures, whatever is tried."""
        name = asked.name.strip()
        with self.database.transaction() as session:
            of_both, of_name, from_there = teachers.failures(session, name, address)
            if (
                of_both >= MOST_OF_ONE_FROM_ONE_PLACE
                or of_name >= MOST_OF_ONE
                or from_there >= MOST_FROM_ONE_PLACE
            ):  # fmt: skip
                raise SlowDown("Too many sign-ins failed. Wait a quarter of an hour, then try again.")
            found = teachers.by_name(session, name)
            fits = _fits(asked.password, found.password if found and found.password else _NOBODYS)
            if found is None or not found.password or not fits or found.ended_at is not None:
                teachers.note_failure(session, name, address)
                if found is not None:
                    teachers.note(session, teachers.name_of(found), "sign-in failed")
                fits = False
            else:
                if _HASHER.check_needs_rehash(found.password):
                    found.password = _HASHER.hash(asked.password)
                teachers.forget_failures(session, name)
                teachers.note(session, teachers.name_of(found), "signed in")
                lasts = STAYS if asked.stay else A_DAY
                begun = teachers.begin(session, found.id, lasts), lasts
        if not fits:
            raise WrongKey(
                "This name and password do not belong together. Try again, or ask the one who administers for a new "
                "password."
            )
        return begun

    def sign_on(self, issuer: str, subject: str, address: str) -> tuple[str, timedelta]:
        """By the school's own sign-on, which vouches for ``address``: known by its subject, or the first time by the
        name under which the teacher was invited."""
        with self.database.transaction() as session:
            found = teachers.by_subject(session, issuer, subject)
            if found is None and address:
                found = teachers.by_name(session, address)
                if found is not None and found.subject is None and found.ended_at is None:
                    found.issuer, found.subject = issuer, subject
                else:
                    found = None
            if found is None or found.ended_at is not None:
                raise WrongKey(
                    f"There is no teacher here for {address or 'this sign-on'}. Ask the one who administers to add you "
                    "under this name."
                )
            teachers.note(session, teachers.name_of(found), "signed in", "by the school's sign-on")
            return teachers.begin(session, found.id, A_DAY), A_DAY

    def sign_out(self, who: Who, token: str, *, everywhere: bool) -> None:
        with self.database.transaction() as session:
            teachers.end(session, token)
            if everywhere:
                teachers.end_everywhere(session, who.id)
            teachers.note(session, who.name or "own desk", "signed out", "everywhere" if everywhere else "")

    def first_link(self) -> str | None:
        """The path for the first who administers; None where somebody does."""
        with self.database.transaction() as session:
            if teachers.administrators(session):
                return None
            return _path(teachers.make_key(session, "welcome", teachers.DESK, LINK_OPENS))

    def place(self, key: str) -> Place:
        """What a link opens."""
        with self.database.transaction() as session:
            opened = teachers.key_opens(session, "welcome", key)
            if opened is None:
                raise WrongKey(USED_UP + "Ask the one who administers for a fresh one.")
            return Place(name=teachers.teacher(session, opened).name or "", first=not teachers.administrators(session))

    def take_place(self, asked: TakePlaceRequest) -> tuple[str, timedelta]:
        """Choose a name and a password; what was signed in before is signed in no longer. Raises NotPossible."""
        _good(asked.password, asked.name)
        with self.database.transaction() as session:
            opened = teachers.use_key(session, "welcome", asked.key)
            if opened is None:
                raise WrongKey(USED_UP + "Ask the one who administers for a fresh one.")
            found = teachers.teacher(session, opened)
            if found.ended_at is not None:
                raise WrongKey("This place was closed. Ask the one who administers.")
            other = teachers.by_name(session, asked.name)
            if other is not None and other.id != found.id:
                raise NotPossible(f"There is a {other.name} here already. Choose another name.")
            found.administers = found.administers or not teachers.administrators(session)
            found.name, found.password = asked.name, _HASHER.hash(asked.password)
            teachers.end_everywhere(session, found.id)
            teachers.note(session, asked.name, "chose a password", "by a link")
            return teachers.begin(session, found.id, A_DAY), A_DAY

    def change_password(self, who: Who, token: str, asked: PasswordRequest) -> None:
        """The teacher's other browsers are signed out."""
        _good(asked.new, who.name)
        with self.database.transaction() as session:
            found = teachers.teacher(session, who.id)
            if not found.password or not _fits(asked.old, found.password):
                raise WrongKey("The old password is another one. Try again.")
            found.password = _HASHER.hash(asked.new)
            teachers.end_everywhere(session, who.id, but=token)
            teachers.note(session, who.name, "changed the password")


class Administering:
    """Who belongs to the school. Nothing of what a teacher has is seen here. Raises NotAllowed for other teachers."""

    def __init__(self, database: Database, who: Who) -> None:
        if not who.administers:
            raise NotAllowed("Only the one who administers can do this.")
        self.database, self.who = database, who

    def people(self) -> People:
        with self.database.transaction() as session:
            return People(teachers=[_known(t) for t in teachers.all_teachers(session)])

    def trail(self) -> Trail:
        with self.database.transaction() as session:
            entries = teachers.trail(session)
            return Trail(entries=[AuditLine(at=e.at, teacher=e.teacher, act=e.act, about=e.about) for e in entries])

    def invite(self, asked: NewTeacher) -> Link:
        """Raises NotPossible for a name that is taken."""
        with self.database.transaction() as session:
            if teachers.by_name(session, asked.name) is not None:
                raise NotPossible(f"There is a {asked.name} here already. Choose another name.")
            made = teachers.add_teacher(session, asked.name, administers=asked.administers)
            return self._link(session, made, "invited")

    def fresh_link(self, teacher_id: UUID) -> Link:
        """For a forgotten password."""
        with self.database.transaction() as session:
            return self._link(session, teachers.teacher(session, teacher_id), "made a link for")

    def _link(self, session: Session, found: Teacher, act: str) -> Link:
        if found.ended_at is not None:
            raise NotPossible("This teacher has left. Let them come back first.")
        key = teachers.make_key(session, "welcome", found.id, LINK_OPENS)
        teachers.note(session, self.who.name, act, teachers.name_of(found))
        return Link(path=_path(key), teacher=_known(found))

    def change(self, teacher_id: UUID, asked: TeacherChange) -> KnownTeacher:
        """Raises NotPossible where nobody would administer any more."""
        with self.database.transaction() as session:
            found = teachers.teacher(session, teacher_id)
            if found.name is None:
                raise NotFound("teacher")
            found.administers = asked.administers
            found.ended_at = (found.ended_at or func.now()) if asked.ended else None
            session.flush()
            if not teachers.administrators(session):
                raise NotPossible("Somebody must administer. Let another teacher do so first.")
            if asked.ended:
                teachers.end_everywhere(session, teacher_id)
            told = ("left" if asked.ended else "is here") + (", administers" if asked.administers else "")
            teachers.note(session, self.who.name, "changed a teacher", f"{found.name}: {told}")
            return _known(found)


def _fits(password: str, hashed: str) -> bool:
    try:
        return _HASHER.verify(hashed, password)
    except (VerificationError, InvalidHashError):
        return False


def _good(password: str, name: str) -> None:
    if len(set(password)) < 5 or (name and name.lower() in password.lower()):
        raise NotPossible("This password is too easy to guess. Use other characters, and not your name.")


def _path(key: str) -> str:
    return f"/welcome?key={key}"


def _known(found: Teacher) -> KnownTeacher:
    return KnownTeacher(
        id=found.id,
        name=found.name or "",
        administers=found.administers,
        waits=found.password is None and found.subject is None,
        ended=found.ended_at is not None,
    )
