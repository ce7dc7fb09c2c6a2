"""Running hours count from what the meter showed; stops of the rounds that were moved to another
week.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0011"
down_revision = "0010"


def upgrade() -> None:
    op.add_column("care_due", sa.Column("run_from", sa.Double(), nullable=True))
    op.create_table(
        "stop_move",
        sa.Column("entry", sa.BigInteger(), primary_key=True, autoincrement=True),
        sa.Column("position_id", sa.String(length=64), nullable=False),
        sa.Column("since", sa.JSON(), nullable=False),
        sa.Column("to_week", sa.Date(), nullable=False),
        sa.Column("reason", sa.Text(), nullable=False),
        sa.Column("actor", sa.String(length=80), nullable=False),
        sa.Column("client_event_id", sa.String(length=80), nullable=False),
        sa.Column("recorded_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.UniqueConstraint("client_event_id"),
        sa.Index("ix_stop_move_to_week", "to_week"),
    )


def downgrade() -> None:
    op.drop_table("stop_move")
    op.drop_column("care_due", "run_from")
