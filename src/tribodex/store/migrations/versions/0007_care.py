"""What is due over the plant: what each job says of a position, and what follows; crews with their
routes. Rebuilt from the logs.
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    op.create_table(
        "care_said",
        sa.Column("position_id", sa.String(length=64), primary_key=True),
        sa.Column("number", sa.BigInteger(), primary_key=True, autoincrement=False),
        sa.Column("said", sa.JSON(), nullable=False),
    )
    op.create_table(
        "care_due",
        sa.Column("position_id", sa.String(length=64), primary_key=True),
        sa.Column("kind", sa.String(length=16), primary_key=True),
        sa.Column("every_h", sa.Float(), nullable=True),
        sa.Column("every_days", sa.Float(), nullable=True),
        sa.Column("hours_per_day", sa.Float(), nullable=True),
        sa.Column("since", sa.Date(), nullable=False),
        sa.Column("strokes", sa.Integer(), nullable=True),
        sa.Column("over", sa.String(length=120), nullable=False),
        sa.Column("due", sa.JSON(), nullable=False),
    )
    op.create_table(
        "crew",
        sa.Column("name", sa.String(length=80), primary_key=True),
        sa.Column("minutes_a_week", sa.Float(), nullable=False),
        sa.Column("routes", sa.JSON(), nullable=False),
        sa.Column("rank", sa.Integer(), nullable=False),
    )
    op.add_column("job_place", sa.Column("round", sa.Boolean(), nullable=False, server_default="0"))


def downgrade() -> None:
    op.drop_column("job_place", "round")
    for name in ("crew", "care_due", "care_said"):
        op.drop_table(name)
