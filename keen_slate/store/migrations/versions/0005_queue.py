"""handouts wait in a queue, with all that is needed to make them"""

from typing import Any

import sqlalchemy as sa
from alembic import op
from procrastinate.schema import SchemaManager
from sqlalchemy.dialects import postgresql

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    # Many statements at once are only taken without parameters, which SQLAlchemy's own way always sends.
    driver: Any = op.get_bind().connection.driver_connection
    driver.execute(SchemaManager.get_schema())
    op.add_column(
        "print_job",
        sa.Column("ordered", postgresql.JSONB(), server_default="{}", nullable=False),
    )
    op.execute("UPDATE print_job SET state = 'failed' WHERE state = 'running'")


def downgrade() -> None:
    op.drop_column("print_job", "ordered")
    tables = ("events", "periodic_defers", "jobs", "workers")
    op.execute("DROP TABLE " + ", ".join(f"procrastinate_{t}" for t in tables) + " CASCADE")
