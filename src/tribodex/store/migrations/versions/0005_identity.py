"""A database says which one it is, so that a device never sends taps meant for another."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    op.create_table(
        "identity",
        sa.Column("one", sa.Integer(), primary_key=True, autoincrement=False),
        sa.Column("id", sa.String(32), nullable=False),
    )


def downgrade() -> None:
    op.drop_table("identity")
