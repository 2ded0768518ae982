"""how many pages a handout has, in place of pictures of its first ones"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import ARRAY

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("print_job", sa.Column("page_count", sa.Integer(), server_default="0", nullable=False))
    op.execute("UPDATE print_job SET page_count = cardinality(pages)")
    op.drop_column("print_job", "pages")


def downgrade() -> None:
    op.add_column("print_job", sa.Column("pages", ARRAY(sa.LargeBinary()), server_default="{}", nullable=False))
    op.drop_column("print_job", "page_count")
