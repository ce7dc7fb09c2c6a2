"""Plans that are kept half done."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import DATETIME

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.create_table(
        "half_plan",
        sa.Column("id", sa.String(length=64), primary_key=True),
        sa.Column("work", sa.String(length=20), nullable=False),
        sa.Column("about", sa.String(length=200), nullable=False),
        sa.Column("form", sa.JSON(), nullable=False),
        sa.Column("actor", sa.String(length=80), nullable=False),
        sa.Column("kept_at", DATETIME(fsp=6), nullable=False),
        sa.Column("edition", sa.Integer(), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("half_plan")
