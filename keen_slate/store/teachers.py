"""Teachers, the browsers in which they are signed in, keys that open once, and the trail of what they did.

Nothing that opens is kept as it is: of cookies and keys the SHA-256, of passwords an argon2 hash.
"""

import secrets
from collections.abc import Sequence
from datetime import timedelta
from hashlib import sha256
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from keen_slate.faults import NotFound
from keen_slate.store.models import AuditEntry, EntryKey, FailedSignIn, SignIn, Teacher

DESK = UUID("00000000-0000-4000-8000-000000000001")
"""The teacher whose own desk this is: there from the first. In a school it becomes the first who administers."""

DEMO = "Fernbank demo"

COUNTED_FOR = timedelta(minutes=15)
FORGOTTEN_AFTER = timedelta(hours=1)


def token_and_hash() -> tuple[str, str]:
    token = secrets.token_urlsafe(32)
    return token, hash_of(token)


def hash_of(token: str) -> str:
    return sha256(token.encode()).hexdigest()


# Teachers


def teacher(session: Session, teacher_id: UUID) -> Teacher:
    """Raises NotFound."""
    found = session.get(Teacher, teacher_id)
    if found is None:
        raise NotFound("teacher")
    return found


def by_name(session: Session, name: str) -> Teacher | None:
    return session.scalar(select(Teacher).where(func.lower(Teacher.name) == func.lower(name)))


def by_subject(session: Session, issuer: str, subject: str) -> Teacher | None:
    return session.scalar(select(Teacher).where(Teacher.issuer == issuer, Teacher.subject == subject))


def all_teachers(session: Session) -> Sequence[Teacher]:
    """By name; the desk's own place while nobody has taken it is left out."""
    return session.scalars(select(Teacher).where(Teacher.name.is_not(None)).order_by(func.lower(Teacher.name))).all()


def every_id(session: Session) -> Sequence[UUID]:
    """Everybody who may own something, the desk's own place among them."""
    return session.scalars(select(Teacher.id)).all()


def add_teacher(session: Session, name: str, *, administers: bool = False) -> Teacher:
    made = Teacher(name=name, administers=administers)
    session.add(made)
    session.flush()
    return made


def administrators(session: Session) -> int:
    """How many can administer now: who has no way to sign in yet is not counted."""
    can = Teacher.password.is_not(None) | Teacher.subject.is_not(None)
    query = select(func.count()).select_from(Teacher).where(Teacher.administers, Teacher.ended_at.is_(None), can)
    return session.scalar(query) or 0


# Browsers


def begin(session: Session, teacher_id: UUID, lasts: timedelta) -> str:
    """Sign a browser in. Returns what its cookie holds; browsers whose time is over are forgotten."""
    session.execute(delete(SignIn).where(SignIn.ends_at < func.now()))
    token, hashed = token_and_hash()
    session.add(SignIn(token=hashed, teacher_id=teacher_id, ends_at=func.now() + lasts))
    return token


def signed_in(session: Session, token: str) -> Teacher | None:
    """Whose browser holds this cookie; None where its time is over, it was ended, or the teacher has left."""
    query = (
        select(Teacher)
        .join(SignIn, SignIn.teacher_id == Teacher.id)
        .where(SignIn.token == hash_of(token), SignIn.ends_at > func.now(), Teacher.ended_at.is_(None))
    )
    return session.scalar(query)


def end(session: Session, token: str) -> None:
    session.execute(delete(SignIn).where(SignIn.token == hash_of(token)))


def end_everywhere(session: Session, teacher_id: UUID, *, but: str = "") -> None:
    """End all of a teacher's browsers but the one that holds this cookie."""
    session.execute(delete(SignIn).where(SignIn.teacher_id == teacher_id, SignIn.token != hash_of(but)))


# Keys


def make_key(session: Session, purpose: str, teacher_id: UUID, lasts: timedelta) -> str:
    """A key that opens once; those made before for the same purpose and teacher open no longer, but for the desk's,
    which may be open in several browsers."""
    session.execute(delete(EntryKey).where(EntryKey.ends_at < func.now()))
    if purpose != "desk":
        session.execute(delete(EntryKey).where(EntryKey.purpose == purpose, EntryKey.teacher_id == teacher_id))
    key, hashed = token_and_hash()
    session.add(EntryKey(key=hashed, purpose=purpose, teacher_id=teacher_id, ends_at=func.now() + lasts))
    return key


def key_opens(session: Session, purpose: str, key: str) -> UUID | None:
    """Whose place a key opens, without using it up."""
    query = select(EntryKey.teacher_id).where(
        EntryKey.key == hash_of(key), EntryKey.purpose == purpose, EntryKey.ends_at > func.now()
    )
    return session.scalar(query)


def use_key(session: Session, purpose: str, key: str) -> UUID | None:
    """The same, and the key is used up: of two at the same moment one gets in."""
    query = (
        delete(EntryKey)
        .where(EntryKey.key == hash_of(key), EntryKey.purpose == purpose, EntryKey.ends_at > func.now())
        .returning(EntryKey.teacher_id)
    )
    return session.scalar(query)


# Failed tries, and the trail


def failures(session: Session, name: str, address: str) -> tuple[int, int, int]:
    """How many sign-ins failed lately by this name from this address, by this name, and from this address."""
    session.execute(delete(FailedSignIn).where(FailedSignIn.at < func.now() - FORGOTTEN_AFTER))
    by, at = FailedSignIn.name == name.lower(), FailedSignIn.address == address
    counts = (func.count().filter(by & at), func.count().filter(by), func.count().filter(at))
    lately = FailedSignIn.at > func.now() - COUNTED_FOR
    both, named, there = session.execute(select(*counts).select_from(FailedSignIn).where(lately)).one()
    return int(both), int(named), int(there)


def note_failure(session: Session, name: str, address: str) -> None:
    session.add(FailedSignIn(name=name.lower(), address=address))


def forget_failures(session: Session, name: str) -> None:
    session.execute(delete(FailedSignIn).where(FailedSignIn.name == name.lower()))


def note(session: Session, who: str, act: str, about: str = "") -> None:
    """Add to the trail."""
    session.add(AuditEntry(teacher=who, act=act, about=about))


def note_of(session: Session, teacher_id: UUID, act: str, about: str = "") -> None:
    """The same, for whoever has this id."""
    note(session, name_of_owner(session, teacher_id), act, about)


def trail(session: Session, most: int = 200) -> Sequence[AuditEntry]:
    """The newest first."""
    return session.scalars(select(AuditEntry).order_by(AuditEntry.id.desc()).limit(most)).all()


def name_of(found: Teacher) -> str:
    return found.name or "own desk"


def name_of_owner(session: Session, teacher_id: UUID) -> str:
    return name_of(teacher(session, teacher_id))
