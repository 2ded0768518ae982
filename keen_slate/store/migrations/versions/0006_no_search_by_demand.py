"""nothing looks for examples of all sets by their demands"""

from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.drop_index("example_by_demand", table_name="example")


def downgrade() -> None:
    op.create_index("example_by_demand", "example", ["demands"], postgresql_using="gin")
