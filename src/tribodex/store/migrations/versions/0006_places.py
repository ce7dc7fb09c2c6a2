"""A job has places: an entry says at which it was made, and a position finds its jobs without
reading their logs.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import LONGBLOB

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    op.add_column(
        "job_event", sa.Column("at", sa.String(length=16), nullable=False, server_default="")
    )
    op.add_column("machine", sa.Column("shafts", sa.JSON(), nullable=True))
    op.create_table(
        "job_place",
        sa.Column("position_id", sa.String(length=64), primary_key=True),
        sa.Column("number", sa.BigInteger(), primary_key=True, autoincrement=False),
        sa.Column("job_id", sa.String(length=64), sa.ForeignKey("job.id"), nullable=False),
    )
    op.create_table(
        "attachment",
        sa.Column("job_id", sa.String(length=64), sa.ForeignKey("job.id"), primary_key=True),
        sa.Column("id", sa.String(length=64), primary_key=True),
        sa.Column("mime", sa.String(length=40), nullable=False),
        sa.Column("data", LONGBLOB(), nullable=False),
        sa.Column("recorded_at", sa.DateTime(), nullable=False),
    )
    op.execute(
        "INSERT INTO job_place (position_id, number, job_id) SELECT JSON_VALUE(e.payload,"
        " '$.position_id'), j.number, j.id FROM job_event e JOIN job j ON j.id = e.job_id WHERE"
        " e.seq = 1 AND JSON_VALUE(e.payload, '$.position_id') IS NOT NULL"
    )


def downgrade() -> None:
    op.drop_table("attachment")
    op.drop_table("job_place")
    op.drop_column("machine", "shafts")
    op.drop_column("job_event", "at")
