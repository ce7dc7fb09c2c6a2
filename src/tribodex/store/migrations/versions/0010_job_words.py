"""Words under which jobs are found; the list of all jobs page by page."""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"


def upgrade() -> None:
    op.create_table(
        "job_word",
        sa.Column("word", sa.String(length=32), primary_key=True),
        sa.Column("number", sa.BigInteger(), primary_key=True, autoincrement=False),
        sa.Index("job_word_number", "number"),
    )
    op.create_index("job_list_newest", "job_list", ["updated_at", "number"])
    op.create_index("job_list_number", "job_list", ["number"])
    op.drop_index("ix_job_list_updated_at", "job_list")


def downgrade() -> None:
    op.create_index("ix_job_list_updated_at", "job_list", ["updated_at"])
    op.drop_index("job_list_number", "job_list")
    op.drop_index("job_list_newest", "job_list")
    op.drop_table("job_word")
