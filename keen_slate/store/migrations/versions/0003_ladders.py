"""what an example is in its set, its demands, the plan of a set, kept aims"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    jsonb = postgresql.JSONB(astext_type=sa.Text())
    op.add_column("example_set", sa.Column("plan", jsonb, server_default=sa.text("'{}'"), nullable=False))
    op.add_column("example", sa.Column("task", jsonb, server_default=sa.text("'{}'"), nullable=False))
    op.add_column("example", sa.Column("demands", jsonb, server_default=sa.text("'[]'"), nullable=False))
    op.create_index("example_by_demand", "example", ["demands"], postgresql_using="gin")
    op.create_table(
        "kept_aim",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.Text(), nullable=False),
        sa.Column("wishes", jsonb, nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.text("now()"), nullable=False),
        sa.CheckConstraint("length(name) BETWEEN 1 AND 120", name="kept_aim_name_length"),
        sa.PrimaryKeyConstraint("id"),
    )


def downgrade() -> None:
    op.drop_table("kept_aim")
    op.drop_index("example_by_demand", "example")
    op.drop_column("example", "demands")
    op.drop_column("example", "task")
    op.drop_column("example_set", "plan")
