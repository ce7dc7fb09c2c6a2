"""The tool crib: gauge sets and own cards as versions that are never overwritten; gauge sets move
there. Lists know the stage's number.
"""

import json
from datetime import UTC, datetime

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    crib = op.create_table(
        "crib_item",
        sa.Column("entry", sa.BigInteger(), autoincrement=True, nullable=False),
        sa.Column("item_id", sa.String(length=64), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("payload", sa.JSON(), nullable=False),
        sa.Column("withdrawn", sa.Boolean(), nullable=False),
        sa.Column("reason", sa.Text(), nullable=False),
        sa.Column("client_event_id", sa.String(length=80), nullable=False),
        sa.Column("actor", sa.String(length=80), nullable=False),
        sa.Column("recorded_at", mysql.DATETIME(fsp=6), nullable=False),
        sa.PrimaryKeyConstraint("entry"),
        sa.UniqueConstraint("item_id", "version", name="crib_item_version"),
        sa.UniqueConstraint("client_event_id", name="crib_item_client"),
    )
    here = op.get_bind()
    leaves: dict[str, list[float]] = {}
    for set_id, thickness in here.execute(
        sa.text("SELECT set_id, thickness_um FROM feeler_leaf ORDER BY thickness_um")
    ):
        leaves.setdefault(set_id, []).append(float(thickness))
    moment = datetime.now(UTC).replace(tzinfo=None)
    rows = [
        {
            "item_id": gauge.id,
            "version": 1,
            "kind": "gauge",
            "payload": {
                "id": gauge.id,
                "name": gauge.name,
                "unit": gauge.unit,
                "leaves_um": leaves[gauge.id],
                "checked_on": gauge.checked_on,
            },
            "withdrawn": False,
            "reason": "",
            "client_event_id": f"moved-{gauge.id}",
            "actor": "plant file",
            "recorded_at": moment,
        }
        for gauge in here.execute(
            sa.text("SELECT id, name, unit, checked_on FROM feeler_set ORDER BY `rank`")
        )
        if leaves.get(gauge.id)
    ]
    if rows:
        op.bulk_insert(crib, rows)
    op.drop_table("feeler_leaf")
    op.drop_table("feeler_set")
    for name in ("stage_at", "stage_of"):
        op.add_column("job_list", sa.Column(name, sa.Integer(), nullable=False, server_default="0"))
        op.alter_column(
            "job_list",
            name,
            existing_type=sa.Integer(),
            existing_nullable=False,
            server_default=None,
        )


def downgrade() -> None:
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
        "feeler_leaf",
        sa.Column("set_id", sa.String(length=64), nullable=False),
        sa.Column("thickness_um", mysql.DOUBLE(asdecimal=False), nullable=False),
        sa.ForeignKeyConstraint(["set_id"], ["feeler_set.id"]),
        sa.PrimaryKeyConstraint("set_id", "thickness_um"),
    )
    here = op.get_bind()
    newest = sa.text("SELECT payload FROM crib_item WHERE kind = 'gauge' ORDER BY entry")
    gauges = {
        gauge["id"]: gauge for (text,) in here.execute(newest) for gauge in [json.loads(text)]
    }
    for rank, gauge in enumerate(gauges.values()):
        here.execute(
            sa.text("INSERT INTO feeler_set VALUES (:id, :name, :unit, :checked_on, :rank)"),
            {key: gauge[key] for key in ("id", "name", "unit", "checked_on")} | {"rank": rank},
        )
        for leaf in gauge["leaves_um"]:
            here.execute(
                sa.text("INSERT INTO feeler_leaf VALUES (:id, :leaf)"),
                {"id": gauge["id"], "leaf": leaf},
            )
    op.drop_table("crib_item")
    for name in ("stage_at", "stage_of"):
        op.drop_column("job_list", name)
