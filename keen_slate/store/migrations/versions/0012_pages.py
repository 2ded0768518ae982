"""the pages of a handout to be looked at, and of which set it is"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import ARRAY

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("print_job", sa.Column("pages", ARRAY(sa.LargeBinary()), server_default="{}", nullable=False))
    op.add_column("print_job", sa.Column("set_id", sa.Uuid(), nullable=True))
    op.execute("UPDATE print_job SET pages = ARRAY[preview] WHERE preview IS NOT NULL")
    op.drop_column("print_job", "preview")


def downgrade() -> None:
    op.add_column("print_job", sa.Column("preview", sa.LargeBinary(), nullable=True))
    op.execute("UPDATE print_job SET preview = pages[1]")
    op.drop_column("print_job", "set_id")
    op.drop_column("print_job", "pages")
