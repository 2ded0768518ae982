"""the kinds of pictures that were chosen in a set"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("example_set", sa.Column("pictures", JSONB(), server_default="[]", nullable=False))


def downgrade() -> None:
    op.drop_column("example_set", "pictures")
