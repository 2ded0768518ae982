"""the steps by which a set came to be as it is, to be undone and done again; sets that came as samples"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("example_set", sa.Column("step", sa.Integer(), server_default="0", nullable=False))
    op.add_column("example_set", sa.Column("sample", sa.Boolean(), server_default="false", nullable=False))
    op.create_table(
        "set_step",
        sa.Column("set_id", sa.Uuid(), sa.ForeignKey("example_set.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True),
        sa.Column("said", sa.Text(), nullable=False),
        sa.Column("before", JSONB(), nullable=False),
        sa.Column("after", JSONB(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("set_step")
    op.drop_column("example_set", "sample")
    op.drop_column("example_set", "step")
