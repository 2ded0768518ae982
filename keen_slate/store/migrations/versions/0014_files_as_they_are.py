"""files of handouts as they are: they are compressed already, and trying again took longer than writing them"""

from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("ALTER TABLE print_job ALTER COLUMN pdf SET STORAGE EXTERNAL")


def downgrade() -> None:
    op.execute("ALTER TABLE print_job ALTER COLUMN pdf SET STORAGE EXTENDED")
