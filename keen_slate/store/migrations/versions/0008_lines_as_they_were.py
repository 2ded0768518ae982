"""changes to lines stay at their lines: examples that have some keep a line each for wholes and parts"""

from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute(
        """UPDATE example SET school = school || '{"joining": "finer"}' WHERE NOT school ? 'joining'"""
        """ AND (edits -> 'lines' <> '[]' OR edits -> 'turns' <> '[]' OR edits -> 'pictures' <> '{}')"""
    )


def downgrade() -> None:
    op.execute("UPDATE example SET school = school - 'joining'")
