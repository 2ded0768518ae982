"""sets of examples"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table("example_set",
    sa.Column("id", sa.Uuid(), nullable=False),
    sa.Column("name", sa.Text(), nullable=False),
    sa.Column("revision", sa.Integer(), nullable=False),
    sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
    sa.Column("changed_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
    sa.Column("deleted_at", sa.DateTime(timezone=True), nullable=True),
    sa.CheckConstraint("length(name) BETWEEN 1 AND 120", name="example_set_name_length"),
    sa.PrimaryKeyConstraint("id")
    )
    op.create_table("notice",
    sa.Column("name", sa.Text(), nullable=False),
    sa.Column("at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
    sa.PrimaryKeyConstraint("name")
    )
    op.create_table("example",
    sa.Column("id", sa.Uuid(), nullable=False),
    sa.Column("set_id", sa.Uuid(), nullable=False),
    sa.Column("position", sa.Integer(), nullable=False),
    sa.Column("typed", sa.Text(), nullable=False),
    sa.Column("problem", sa.Text(), nullable=False),
    sa.Column("value", sa.Text(), nullable=False),
    sa.Column("school", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
    sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
    sa.Column("deleted_at", sa.DateTime(timezone=True), nullable=True),
    sa.ForeignKeyConstraint(["set_id"], ["example_set.id"], ondelete="CASCADE"),
    sa.PrimaryKeyConstraint("id")
    )
    op.create_index("example_by_set", "example", ["set_id", "position"], unique=False)


def downgrade() -> None:
    op.drop_index("example_by_set", table_name="example")
    op.drop_table("example")
    op.drop_table("notice")
    op.drop_table("example_set")
