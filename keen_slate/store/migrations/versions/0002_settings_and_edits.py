"""settings of the desk, edits kept with examples, examples without one value"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.alter_column("example", "value", existing_type=sa.Text(), nullable=True)
    op.add_column(
        "example",
        sa.Column("edits", postgresql.JSONB(astext_type=sa.Text()), server_default=sa.text("'{}'"), nullable=False),
    )
    op.create_table(
        "desk_settings",
        sa.Column("id", sa.Integer(), autoincrement=False, nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("content", postgresql.JSONB(astext_type=sa.Text()), nullable=False),
        sa.CheckConstraint("id = 1", name="desk_settings_one_row"),
        sa.PrimaryKeyConstraint("id"),
    )


def downgrade() -> None:
    op.drop_table("desk_settings")
    op.drop_column("example", "edits")
    op.execute("DELETE FROM example WHERE value IS NULL")
    op.alter_column("example", "value", existing_type=sa.Text(), nullable=False)
