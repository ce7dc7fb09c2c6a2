"""The list knows which jobs are at the bench, in the order in which they are shown."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    op.add_column("job_list", sa.Column("live", sa.Boolean(), nullable=False, server_default="1"))
    op.execute("UPDATE job_list SET live = status IN ('open', 'stopped')")
    op.create_index("job_list_live", "job_list", ["live", "updated_at", "number"])


def downgrade() -> None:
    op.drop_index("job_list_live", "job_list")
    op.drop_column("job_list", "live")
