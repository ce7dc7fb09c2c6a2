"""A log entry keeps a digest of its tap: the same id with other content is told apart."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    op.add_column(
        "job_event", sa.Column("digest", sa.String(length=64), nullable=False, server_default="")
    )


def downgrade() -> None:
    op.drop_column("job_event", "digest")
