"""teachers, and what belongs to whom: all there was belongs to the desk"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

DESK = "00000000-0000-4000-8000-000000000001"


def moment(name: str, *, now: bool = True, nullable: bool = False) -> sa.Column[Any]:
    return sa.Column(
        name, sa.DateTime(timezone=True), server_default=sa.text("now()") if now else None, nullable=nullable
    )


def of_teacher(name: str = "teacher_id", **options: Any) -> sa.Column[Any]:
    return sa.Column(name, sa.Uuid(), sa.ForeignKey("teacher.id", ondelete="CASCADE"), nullable=False, **options)


def upgrade() -> None:
    op.create_table(
        "teacher",
        sa.Column("id", sa.Uuid(), primary_key=True),
        sa.Column("name", sa.Text(), nullable=True),
        sa.Column("password", sa.Text(), nullable=True),
        sa.Column("administers", sa.Boolean(), server_default="false", nullable=False),
        sa.Column("issuer", sa.Text(), nullable=True),
        sa.Column("subject", sa.Text(), nullable=True),
        moment("created_at"),
        moment("ended_at", now=False, nullable=True),
        sa.CheckConstraint("length(name) BETWEEN 1 AND 120", name="teacher_name_length"),
        sa.UniqueConstraint("issuer", "subject", name="teacher_sign_on"),
    )
    op.create_index("teacher_by_name", "teacher", [sa.text("lower(name)")], unique=True)
    op.execute(f"INSERT INTO teacher (id) VALUES ('{DESK}')")
    op.create_table(
        "sign_in",
        sa.Column("token", sa.Text(), primary_key=True),
        of_teacher(),
        moment("ends_at", now=False),
        moment("created_at"),
    )
    op.create_index("sign_in_by_teacher", "sign_in", ["teacher_id"])
    op.create_table(
        "entry_key",
        sa.Column("key", sa.Text(), primary_key=True),
        sa.Column("purpose", sa.Text(), nullable=False),
        of_teacher(),
        moment("ends_at", now=False),
    )
    op.create_table(
        "failed_sign_in",
        sa.Column("id", sa.BigInteger(), sa.Identity(), primary_key=True),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("address", sa.Text(), nullable=False),
        moment("at"),
    )
    op.create_index("failed_sign_in_by_time", "failed_sign_in", ["at"])
    op.create_table(
        "audit_entry",
        sa.Column("id", sa.BigInteger(), sa.Identity(), primary_key=True),
        sa.Column("teacher", sa.Text(), nullable=False),
        sa.Column("act", sa.Text(), nullable=False),
        sa.Column("about", sa.Text(), server_default="", nullable=False),
        moment("at"),
    )
    op.create_index("audit_entry_by_time", "audit_entry", ["at"])
    op.create_table(
        "secret", sa.Column("name", sa.Text(), primary_key=True), sa.Column("value", sa.Text(), nullable=False)
    )
    for table in ("example_set", "kept_aim", "print_job", "desk_settings"):
        op.add_column(table, of_teacher("owner_id", server_default=DESK))
        op.alter_column(table, "owner_id", server_default=None)
    op.create_index("example_set_by_owner", "example_set", ["owner_id", "changed_at"])
    op.add_column("example_set", moment("shelved_at", now=False, nullable=True))
    op.drop_constraint("desk_settings_one_row", "desk_settings")
    op.drop_column("desk_settings", "id")
    op.create_primary_key("desk_settings_pkey", "desk_settings", ["owner_id"])
    op.create_table(
        "set_reader",
        sa.Column(
            "set_id", sa.Uuid(), sa.ForeignKey("example_set.id", ondelete="CASCADE"), primary_key=True, nullable=False
        ),
        of_teacher(primary_key=True),
    )
    op.create_index("set_reader_by_teacher", "set_reader", ["teacher_id"])
    op.create_table(
        "errand",
        sa.Column("id", sa.Uuid(), primary_key=True),
        of_teacher("owner_id"),
        sa.Column("act", sa.Text(), nullable=False),
        sa.Column("state", sa.Text(), nullable=False),
        sa.Column("asked", JSONB(), nullable=False),
        sa.Column("answer", JSONB(), server_default="{}", nullable=False),
        moment("created_at"),
    )
    op.create_index("errand_by_time", "errand", ["created_at"])


def downgrade() -> None:
    for table in ("errand", "set_reader"):
        op.drop_table(table)
    op.drop_column("example_set", "shelved_at")
    op.execute(f"DELETE FROM desk_settings WHERE owner_id <> '{DESK}'")
    op.add_column("desk_settings", sa.Column("id", sa.Integer(), server_default="1", nullable=False))
    op.drop_constraint("desk_settings_pkey", "desk_settings")
    op.create_primary_key("desk_settings_pkey", "desk_settings", ["id"])
    op.create_check_constraint("desk_settings_one_row", "desk_settings", "id = 1")
    for table in ("example_set", "kept_aim", "print_job", "desk_settings"):
        op.drop_column(table, "owner_id")
    for table in ("secret", "audit_entry", "failed_sign_in", "entry_key", "sign_in", "teacher"):
        op.drop_table(table)
