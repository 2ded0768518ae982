"""The tables."""

from datetime import date, datetime
from fractions import Fraction
from typing import Annotated, Any
from uuid import UUID, uuid4

from sqlalchemy import (
    BigInteger,
    CheckConstraint,
    Computed,
    DateTime,
    ForeignKey,
    Identity,
    Index,
    Text,
    UniqueConstraint,
    func,
    text,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column, relationship

from keen_slate.store.types import ExactNumber

Key = Annotated[UUID, mapped_column(primary_key=True, default=uuid4)]
Moment = Annotated[datetime, mapped_column(DateTime(timezone=True), server_default=func.now())]
MaybeMoment = Annotated[datetime | None, mapped_column(DateTime(timezone=True))]


class Base(DeclarativeBase):
    type_annotation_map = {
        Fraction: ExactNumber,
        str: Text,
        dict[str, str]: JSONB,
        dict[str, Any]: JSONB,
        list[str]: JSONB,
        list[dict[str, Any]]: JSONB,
    }


class Teacher(Base):
    """Who may have things of their own here. ``name`` is what one signs in by, and is empty until somebody has taken
    the place; ``password`` is an argon2 hash. ``subject`` at ``issuer`` is the same person at the school's
    own sign-on."""

    __tablename__ = "teacher"
    __table_args__ = (
        CheckConstraint("length(name) BETWEEN 1 AND 120", name="teacher_name_length"),
        Index("teacher_by_name", func.lower(text("name")), unique=True),
        UniqueConstraint("issuer", "subject", name="teacher_sign_on"),
    )

    id: Mapped[Key]
    name: Mapped[str | None]
    password: Mapped[str | None]
    administers: Mapped[bool] = mapped_column(server_default="false")
    issuer: Mapped[str | None]
    subject: Mapped[str | None]
    created_at: Mapped[Moment]
    ended_at: Mapped[MaybeMoment]


class Owned:
    """What belongs to one teacher. A session sees only what is its teacher's: see store/database.py."""

    owner_id: Mapped[UUID] = mapped_column(ForeignKey("teacher.id", ondelete="CASCADE"))


class SignIn(Base):
    """A browser in which a teacher is signed in. ``token`` is the SHA-256 of what its cookie holds."""

    __tablename__ = "sign_in"
    __table_args__ = (Index("sign_in_by_teacher", "teacher_id"),)

    token: Mapped[str] = mapped_column(primary_key=True)
    teacher_id: Mapped[UUID] = mapped_column(ForeignKey("teacher.id", ondelete="CASCADE"))
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    created_at: Mapped[Moment]


class EntryKey(Base):
    """A key that opens once: the desk's own address, or a link to choose a name and password by. ``key`` is the SHA-256
    of what is handed out."""

    __tablename__ = "entry_key"

    key: Mapped[str] = mapped_column(primary_key=True)
    purpose: Mapped[str]
    teacher_id: Mapped[UUID] = mapped_column(ForeignKey("teacher.id", ondelete="CASCADE"))
    ends_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class FailedSignIn(Base):
    """A sign-in that failed: counted by name and by address to slow down guessing, and forgotten after an hour."""

    __tablename__ = "failed_sign_in"
    __table_args__ = (Index("failed_sign_in_by_time", "at"),)

    id: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    name: Mapped[str]
    address: Mapped[str]
    at: Mapped[Moment]


class AuditEntry(Base):
    """Who did what that matters to others, and when. The program can add to it and read it, and not change it."""

    __tablename__ = "audit_entry"
    __table_args__ = (Index("audit_entry_by_time", "at"),)

    id: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    teacher: Mapped[str]
    act: Mapped[str]
    about: Mapped[str] = mapped_column(server_default="")
    at: Mapped[Moment]


class Secret(Base):
    """What every process of this installation must know and nobody else: made at the first need."""

    __tablename__ = "secret"

    name: Mapped[str] = mapped_column(primary_key=True)
    value: Mapped[str]


class ExampleSet(Owned, Base):
    """A set of worked examples in its order. ``revision`` grows by one with every change to the set; ``plan`` holds the
    wishes that its ladder was drawn by, and is empty for a set made by hand; ``pictures`` are the kinds that were
    chosen in it, the last chosen first. A set with ``shelved_at`` stands on the department's shelf: every teacher may
    read it and take a copy. ``step`` counts the steps that brought it here; a ``sample`` came with the program."""

    __tablename__ = "example_set"
    __table_args__ = (
        CheckConstraint("length(name) BETWEEN 1 AND 120", name="example_set_name_length"),
        Index("example_set_by_owner", "owner_id", "changed_at"),
    )

    id: Mapped[Key]
    name: Mapped[str]
    revision: Mapped[int] = mapped_column(default=1)
    plan: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    pictures: Mapped[list[str]] = mapped_column(server_default="[]")
    step: Mapped[int] = mapped_column(server_default="0", default=0)
    sample: Mapped[bool] = mapped_column(server_default="false", default=False)
    created_at: Mapped[Moment]
    changed_at: Mapped[Moment]
    deleted_at: Mapped[MaybeMoment]
    shelved_at: Mapped[MaybeMoment]
    examples: Mapped[list["Example"]] = relationship(
        back_populates="set",
        primaryjoin="and_(Example.set_id == ExampleSet.id, Example.deleted_at.is_(None))",
        order_by="Example.position",
        lazy="raise",
    )


class SetStep(Base):
    """One change to a set: what it did in words, and what it changed, as it was and as it became. Those numbered up to
    the set's ``step`` are done, later ones were undone."""

    __tablename__ = "set_step"

    set_id: Mapped[UUID] = mapped_column(ForeignKey("example_set.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    said: Mapped[str]
    before: Mapped[dict[str, Any]]
    after: Mapped[dict[str, Any]]
    made_at: Mapped[Moment]


class SetReader(Base):
    """A colleague to whom a set was given to read."""

    __tablename__ = "set_reader"
    __table_args__ = (Index("set_reader_by_teacher", "teacher_id"),)

    set_id: Mapped[UUID] = mapped_column(ForeignKey("example_set.id", ondelete="CASCADE"), primary_key=True)
    teacher_id: Mapped[UUID] = mapped_column(ForeignKey("teacher.id", ondelete="CASCADE"), primary_key=True)


class Example(Base):
    """One worked example: the text as typed, the problem as understood, its value and the school it is worked by.

    What is compared or filled in has no one value. A deleted example keeps its place, so that it can be put back there.
    ``task`` is what it is in its set: which rung, how much of it is worked; ``demands`` are ids.
    """

    __tablename__ = "example"
    __table_args__ = (Index("example_by_set", "set_id", "position"),)

    id: Mapped[Key]
    set_id: Mapped[UUID] = mapped_column(ForeignKey("example_set.id", ondelete="CASCADE"))
    position: Mapped[int]
    typed: Mapped[str]
    problem: Mapped[str]
    value: Mapped[Fraction | None]
    school: Mapped[dict[str, str]]
    edits: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    task: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    demands: Mapped[list[str]] = mapped_column(server_default="[]")
    created_at: Mapped[Moment]
    deleted_at: Mapped[MaybeMoment]
    set: Mapped[ExampleSet] = relationship(back_populates="examples", lazy="raise", foreign_keys=[set_id])


class DeskSettings(Owned, Base):
    """What a teacher has set once."""

    __tablename__ = "desk_settings"

    owner_id: Mapped[UUID] = mapped_column(ForeignKey("teacher.id", ondelete="CASCADE"), primary_key=True)
    revision: Mapped[int]
    content: Mapped[dict[str, Any]]


class KeptAim(Owned, Base):
    """An aim that the teacher keeps under a name: the wishes for a ladder."""

    __tablename__ = "kept_aim"
    __table_args__ = (CheckConstraint("length(name) BETWEEN 1 AND 120", name="kept_aim_name_length"),)

    id: Mapped[Key]
    name: Mapped[str]
    wishes: Mapped[dict[str, Any]]
    created_at: Mapped[Moment]


class SchoolClass(Owned, Base):
    """A class, by a name that the teacher gives it. ``revision`` grows with every change to it or its pupils."""

    __tablename__ = "school_class"
    __table_args__ = (
        CheckConstraint("length(name) BETWEEN 1 AND 60", name="school_class_name_length"),
        Index("school_class_by_owner", "owner_id"),
    )

    id: Mapped[Key]
    name: Mapped[str]
    year: Mapped[str] = mapped_column(server_default="")
    invented: Mapped[bool] = mapped_column(server_default="false")
    revision: Mapped[int] = mapped_column(default=1)
    created_at: Mapped[Moment]
    deleted_at: Mapped[MaybeMoment]
    pupils: Mapped[list["Pupil"]] = relationship(
        back_populates="school_class",
        primaryjoin="and_(Pupil.class_id == SchoolClass.id, Pupil.deleted_at.is_(None))",
        order_by="Pupil.position",
        lazy="raise",
    )


class Pupil(Base):
    """A pupil, by a code or nickname; there is no place for another name."""

    __tablename__ = "pupil"
    __table_args__ = (
        CheckConstraint("length(code) BETWEEN 1 AND 24", name="pupil_code_length"),
        Index("pupil_by_class", "class_id", "position"),
    )

    id: Mapped[Key]
    class_id: Mapped[UUID] = mapped_column(ForeignKey("school_class.id", ondelete="CASCADE"))
    code: Mapped[str]
    part: Mapped[str] = mapped_column(server_default="")
    position: Mapped[int]
    deleted_at: Mapped[MaybeMoment]
    school_class: Mapped[SchoolClass] = relationship(back_populates="pupils", lazy="raise", foreign_keys=[class_id])


class MarkingRound(Owned, Base):
    """What a class handed in: the items as they were then, how they are marked, and each pupil's paper (its version,
    or absent). ``revision`` grows with what concerns the whole round; answers are typed one by one. ``letters`` are the
    mistakes in the order in which they came up: the first is A."""

    __tablename__ = "marking_round"
    __table_args__ = (
        CheckConstraint("length(name) BETWEEN 1 AND 120", name="marking_round_name_length"),
        Index("marking_round_by_owner", "owner_id", "held_on"),
        Index("marking_round_by_class", "class_id"),
    )

    id: Mapped[Key]
    class_id: Mapped[UUID] = mapped_column(ForeignKey("school_class.id", ondelete="CASCADE"))
    set_id: Mapped[UUID | None] = mapped_column(ForeignKey("example_set.id", ondelete="SET NULL"))
    name: Mapped[str]
    held_on: Mapped[date]
    revision: Mapped[int] = mapped_column(default=1)
    items: Mapped[list[dict[str, Any]]]
    policy: Mapped[dict[str, Any]]
    papers: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    letters: Mapped[list[str]] = mapped_column(server_default="[]")
    created_at: Mapped[Moment]
    changed_at: Mapped[Moment]
    deleted_at: Mapped[MaybeMoment]


IS_RIGHT = (
    "CASE coalesce(nullif(ruling ->> 'outcome', ''), found ->> 'outcome', '')"
    " WHEN 'right' THEN true WHEN 'blank' THEN NULL WHEN 'unreadable' THEN NULL WHEN '' THEN NULL ELSE false END"
)


class GivenAnswer(Base):
    """What a pupil wrote for an item (by place, from 0), the teacher's ruling on it, and what is known of it, found by
    the way of judging that ``found_by`` names. ``is_right`` by what the teacher ruled, else by what was found; None
    where nothing can be said: for what is blank, unreadable, or still to be judged."""

    __tablename__ = "given_answer"
    __table_args__ = (
        Index(
            "given_answer_by_item",
            "round_id",
            "item",
            postgresql_include=["is_right"],
            postgresql_where=text("is_right IS NOT NULL"),
        ),
    )

    round_id: Mapped[UUID] = mapped_column(ForeignKey("marking_round.id", ondelete="CASCADE"), primary_key=True)
    pupil_id: Mapped[UUID] = mapped_column(ForeignKey("pupil.id", ondelete="CASCADE"), primary_key=True)
    item: Mapped[int] = mapped_column(primary_key=True)
    answer: Mapped[str]
    lines: Mapped[list[str]] = mapped_column(server_default="[]")
    ruling: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    found: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    found_by: Mapped[str] = mapped_column(server_default="")
    changed_at: Mapped[Moment]
    is_right: Mapped[bool | None] = mapped_column(Computed(IS_RIGHT, persisted=True))


class RecordEntry(Owned, Base):
    """What was done on a day, with whom and with what; ``counts`` are numbers of pupils, ``about`` the teacher's
    note or the name of what was done."""

    __tablename__ = "record_entry"
    __table_args__ = (Index("record_entry_by_day", "owner_id", "on_day"),)

    id: Mapped[Key]
    on_day: Mapped[date]
    kind: Mapped[str]
    about: Mapped[str] = mapped_column(server_default="")
    set_id: Mapped[UUID | None] = mapped_column(ForeignKey("example_set.id", ondelete="SET NULL"))
    class_id: Mapped[UUID | None] = mapped_column(ForeignKey("school_class.id", ondelete="CASCADE"))
    round_id: Mapped[UUID | None] = mapped_column(ForeignKey("marking_round.id", ondelete="CASCADE"))
    counts: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    created_at: Mapped[Moment]


class PrintJobRow(Owned, Base):
    """A handout that waits, is being made, or is made; any process can say how far it is, and cancel it.

    ``ordered`` is all that is needed to make it, until it is made.
    """

    __tablename__ = "print_job"

    id: Mapped[Key]
    state: Mapped[str]
    done: Mapped[int] = mapped_column(default=0)
    total: Mapped[int]
    message: Mapped[str] = mapped_column(default="")
    name: Mapped[str]
    pdf: Mapped[bytes | None]
    page_count: Mapped[int] = mapped_column(server_default="0", default=0)
    set_id: Mapped[UUID | None]
    ordered: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    created_at: Mapped[Moment]
    changed_at: Mapped[Moment]


class Errand(Owned, Base):
    """A request that takes long, done by a worker: any process can say how far it is.

    ``asked`` is the body of the request and ``answer`` that of the answer, until the answer has been fetched.
    """

    __tablename__ = "errand"
    __table_args__ = (Index("errand_by_time", "created_at"),)

    id: Mapped[Key]
    act: Mapped[str]
    state: Mapped[str]
    asked: Mapped[dict[str, Any]]
    answer: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    created_at: Mapped[Moment]


class Notice(Base):
    """What has been done once to this database, such as loading the demo data."""

    __tablename__ = "notice"

    name: Mapped[str] = mapped_column(primary_key=True)
    at: Mapped[Moment]
