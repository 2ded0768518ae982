"""classes, what they handed in, and a record by day"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def moment(name: str, *, now: bool = True) -> sa.Column[Any]:
    default = sa.text("now()") if now else None
    return sa.Column(name, sa.DateTime(timezone=True), server_default=default, nullable=not now)


def key() -> sa.Column[Any]:
    return sa.Column("id", sa.Uuid(), primary_key=True)


def of(name: str, table: str, *, gone: str = "CASCADE", **options: Any) -> sa.Column[Any]:
    options.setdefault("nullable", False)
    return sa.Column(name, sa.Uuid(), sa.ForeignKey(f"{table}.id", ondelete=gone), **options)


def told(name: str, default: str | None = "") -> sa.Column[Any]:
    return sa.Column(name, sa.Text(), server_default=default, nullable=False)


def data(name: str, default: str | None = "{}") -> sa.Column[Any]:
    return sa.Column(name, JSONB(), server_default=default, nullable=False)


def upgrade() -> None:
    op.create_table(
        "school_class",
        key(),
        of("owner_id", "teacher"),
        told("name", None),
        told("year"),
        sa.Column("invented", sa.Boolean(), server_default="false", nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        moment("created_at"),
        moment("deleted_at", now=False),
        sa.CheckConstraint("length(name) BETWEEN 1 AND 60", name="school_class_name_length"),
    )
    op.create_index("school_class_by_owner", "school_class", ["owner_id"])
    op.create_table(
        "pupil",
        key(),
        of("class_id", "school_class"),
        told("code", None),
        told("part"),
        sa.Column("position", sa.Integer(), nullable=False),
        moment("deleted_at", now=False),
        sa.CheckConstraint("length(code) BETWEEN 1 AND 24", name="pupil_code_length"),
    )
    op.create_index("pupil_by_class", "pupil", ["class_id", "position"])
    op.create_table(
        "marking_round",
        key(),
        of("owner_id", "teacher"),
        of("class_id", "school_class"),
        of("set_id", "example_set", gone="SET NULL", nullable=True),
        told("name", None),
        sa.Column("held_on", sa.Date(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        data("items", None),
        data("policy", None),
        data("papers"),
        data("letters", "[]"),
        moment("created_at"),
        moment("changed_at"),
        moment("deleted_at", now=False),
        sa.CheckConstraint("length(name) BETWEEN 1 AND 120", name="marking_round_name_length"),
    )
    op.create_index("marking_round_by_owner", "marking_round", ["owner_id", "held_on"])
    op.create_index("marking_round_by_class", "marking_round", ["class_id"])
    op.create_table(
        "given_answer",
        of("round_id", "marking_round", primary_key=True),
        of("pupil_id", "pupil", primary_key=True),
        sa.Column("item", sa.Integer(), primary_key=True),
        told("answer", None),
        data("lines", "[]"),
        data("ruling"),
        data("found"),
        told("found_by"),
        moment("changed_at"),
    )
    op.create_table(
        "record_entry",
        key(),
        of("owner_id", "teacher"),
        sa.Column("on_day", sa.Date(), nullable=False),
        told("kind", None),
        told("about"),
        of("set_id", "example_set", gone="SET NULL", nullable=True),
        of("class_id", "school_class", nullable=True),
        of("round_id", "marking_round", nullable=True),
        data("counts"),
        moment("created_at"),
    )
    op.create_index("record_entry_by_day", "record_entry", ["owner_id", "on_day"])


def downgrade() -> None:
    for table in ("record_entry", "given_answer", "marking_round", "pupil", "school_class"):
        op.drop_table(table)
