"""The chain over the log, and the plant's chain of signed records."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import DATETIME

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    op.create_table(
        "log_link",
        sa.Column("job_id", sa.String(length=64), sa.ForeignKey("job.id"), primary_key=True),
        sa.Column("seq", sa.Integer(), primary_key=True, autoincrement=False),
        *_signed(),
    )
    op.create_table(
        "record_head",
        sa.Column("number", sa.BigInteger(), primary_key=True, autoincrement=False),
        sa.Column("job_id", sa.String(length=64), sa.ForeignKey("job.id"), nullable=False),
        sa.Column("seq", sa.Integer(), nullable=False),
        sa.Column("entry", sa.String(length=64), nullable=False),
        *_signed(),
    )


def _signed() -> list[sa.Column[object]]:
    return [
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("key", sa.String(length=16), nullable=False),
        sa.Column("signature", sa.String(length=128), nullable=False),
        sa.Column("linked_at", DATETIME(fsp=6), nullable=False),
    ]


def downgrade() -> None:
    op.drop_table("record_head")
    op.drop_table("log_link")
