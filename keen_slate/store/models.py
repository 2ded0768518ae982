"""The tables."""

from datetime import datetime
from fractions import Fraction
from typing import Annotated, Any
from uuid import UUID, uuid4

from sqlalchemy import CheckConstraint, DateTime, ForeignKey, Index, Text, func
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
    }


class ExampleSet(Base):
    """A set of worked examples in its order. ``revision`` grows by one with every change to the set; ``plan`` holds the
    wishes that its ladder was drawn by, and is empty for a set made by hand."""

    __tablename__ = "example_set"
    __table_args__ = (CheckConstraint("length(name) BETWEEN 1 AND 120", name="example_set_name_length"),)

    id: Mapped[Key]
    name: Mapped[str]
    revision: Mapped[int] = mapped_column(default=1)
    plan: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    created_at: Mapped[Moment]
    changed_at: Mapped[Moment]
    deleted_at: Mapped[MaybeMoment]
    examples: Mapped[list["Example"]] = relationship(
        back_populates="set",
        primaryjoin="and_(Example.set_id == ExampleSet.id, Example.deleted_at.is_(None))",
        order_by="Example.position",
        lazy="raise",
    )


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


class DeskSettings(Base):
    """What the teacher has set once; there is one row."""

    __tablename__ = "desk_settings"
    __table_args__ = (CheckConstraint("id = 1", name="desk_settings_one_row"),)

    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    revision: Mapped[int]
    content: Mapped[dict[str, Any]]


class KeptAim(Base):
    """An aim that the teacher keeps under a name: the wishes for a ladder."""

    __tablename__ = "kept_aim"
    __table_args__ = (CheckConstraint("length(name) BETWEEN 1 AND 120", name="kept_aim_name_length"),)

    id: Mapped[Key]
    name: Mapped[str]
    wishes: Mapped[dict[str, Any]]
    created_at: Mapped[Moment]


class PrintJobRow(Base):
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
    preview: Mapped[bytes | None]
    ordered: Mapped[dict[str, Any]] = mapped_column(server_default="{}")
    created_at: Mapped[Moment]
    changed_at: Mapped[Moment]


class Notice(Base):
    """What has been done once to this database, such as loading the demo data."""

    __tablename__ = "notice"

    name: Mapped[str] = mapped_column(primary_key=True)
    at: Mapped[Moment]
