"""First schema"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "feeler_set",
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("unit", sa.String(length=8), nullable=False),
        sa.Column("checked_on", sa.String(length=10), nullable=True),
        sa.Column("rank", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "job",
        sa.Column("number", sa.BigInteger(), autoincrement=True, nullable=False),
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("recorded_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.PrimaryKeyConstraint("number"),
        sa.UniqueConstraint("id"),
    )
    op.create_table(
        "machine",
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("area", sa.String(length=120), nullable=False),
        sa.Column("rank", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_table(
        "person",
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("rank", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("name"),
    )
    op.create_table(
        "bearing_position",
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("machine_id", sa.String(length=64), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("designation", sa.String(length=64), nullable=False),
        sa.Column("shaft", sa.String(length=32), nullable=False),
        sa.Column("fixed", sa.Boolean(), nullable=True),
        sa.Column("rank", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(
            ["machine_id"],
            ["machine.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(
        op.f("ix_bearing_position_machine_id"), "bearing_position", ["machine_id"], unique=False
    )
    op.create_table(
        "feeler_leaf",
        sa.Column("set_id", sa.String(length=64), nullable=False),
        sa.Column("thickness_um", mysql.DOUBLE(asdecimal=False), nullable=False),
        sa.ForeignKeyConstraint(
            ["set_id"],
            ["feeler_set.id"],
        ),
        sa.PrimaryKeyConstraint("set_id", "thickness_um"),
    )
    op.create_table(
        "job_event",
        sa.Column("job_id", sa.String(length=64), nullable=False),
        sa.Column("seq", sa.Integer(), nullable=False),
        sa.Column("client_event_id", sa.String(length=80), nullable=False),
        sa.Column("kind", sa.String(length=40), nullable=False),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.Column("payload", sa.JSON(), nullable=False),
        sa.Column("actor", sa.String(length=80), nullable=False),
        sa.Column("happened_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.Column("recorded_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.ForeignKeyConstraint(
            ["job_id"],
            ["job.id"],
        ),
        sa.PrimaryKeyConstraint("job_id", "seq"),
        sa.UniqueConstraint("job_id", "client_event_id", name="job_event_client"),
    )
    op.create_table(
        "job_list",
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("number", sa.BigInteger(), nullable=False),
        sa.Column("title", sa.Text(), nullable=False),
        sa.Column("machine", sa.String(length=120), nullable=False),
        sa.Column("position", sa.String(length=120), nullable=False),
        sa.Column("bearing", sa.String(length=120), nullable=False),
        sa.Column("stage", sa.String(length=60), nullable=False),
        sa.Column("status", sa.String(length=20), nullable=False),
        sa.Column("events", sa.Integer(), nullable=False),
        sa.Column("updated_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.ForeignKeyConstraint(
            ["id"],
            ["job.id"],
        ),
        sa.PrimaryKeyConstraint("id"),
    )
    op.create_index(op.f("ix_job_list_updated_at"), "job_list", ["updated_at"], unique=False)


def downgrade() -> None:
    op.drop_index(op.f("ix_job_list_updated_at"), table_name="job_list")
    op.drop_table("job_list")
    op.drop_table("job_event")
    op.drop_table("feeler_leaf")
    op.drop_index(op.f("ix_bearing_position_machine_id"), table_name="bearing_position")
    op.drop_table("bearing_position")
    op.drop_table("person")
    op.drop_table("machine")
    op.drop_table("job")
    op.drop_table("feeler_set")
