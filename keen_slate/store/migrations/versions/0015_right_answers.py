"""whether an answer is right, beside what is known of it: a year of rounds is counted without reading all of that"""

from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute(
        """
        ALTER TABLE given_answer ADD COLUMN is_right boolean GENERATED ALWAYS AS (
            CASE coalesce(nullif(ruling ->> 'outcome', ''), found ->> 'outcome', '')
                WHEN 'right' THEN true WHEN 'blank' THEN NULL WHEN 'unreadable' THEN NULL WHEN '' THEN NULL
                ELSE false
            END
        ) STORED
        """
    )
    op.execute(
        """
        CREATE INDEX given_answer_by_item ON given_answer (round_id, item) INCLUDE (is_right)
        WHERE is_right IS NOT NULL
        """
    )


def downgrade() -> None:
    op.execute("DROP INDEX given_answer_by_item")
    op.execute("ALTER TABLE given_answer DROP COLUMN is_right")
