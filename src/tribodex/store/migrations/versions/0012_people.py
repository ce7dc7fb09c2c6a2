"""People who sign in: sites, accounts, sessions, who did what. What there was belongs to one site;
names become accounts without a password.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0012"
down_revision = "0011"

MOMENT = mysql.DATETIME(fsp=6)
OF_SITE = ("machine", "crib_item", "job", "half_plan", "crew")


def upgrade() -> None:
    op.create_table(
        "site",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("quiet_min", sa.Integer(), nullable=False, server_default="30"),
        sa.Column("offline_days", sa.Integer(), nullable=False, server_default="7"),
        sa.Column("four_eyes", sa.Boolean(), nullable=False, server_default="0"),
        sa.Column("rank", sa.Integer(), nullable=False, server_default="0"),
    )
    op.execute("INSERT INTO site (id, name) VALUES ('main', 'This plant')")
    for table in OF_SITE:
        op.add_column(
            table, sa.Column("site_id", sa.String(32), nullable=False, server_default="main")
        )
        op.create_index(f"ix_{table}_site_id", table, ["site_id"])
    op.add_column("job_list", sa.Column("who", sa.String(80), nullable=False, server_default=""))
    op.add_column(
        "job_list", sa.Column("site_id", sa.String(32), nullable=False, server_default="main")
    )
    for index, columns in (
        ("job_list_live", ["site_id", "live", "updated_at", "number"]),
        ("job_list_newest", ["site_id", "updated_at", "number"]),
    ):
        op.drop_index(index, "job_list")
        op.create_index(index, "job_list", columns)
    op.create_index("job_list_who", "job_list", ["site_id", "who", "live", "updated_at", "number"])
    # Whoever logged last, as far as the list can be told in one statement; `rebuild` tells it
    # exactly.
    op.execute(
        "UPDATE job_list l JOIN (SELECT job_id, MAX(seq) AS seq FROM job_event GROUP BY job_id) n"
        " ON n.job_id = l.id JOIN job_event e ON e.job_id = n.job_id AND e.seq = n.seq SET l.who ="
        " e.actor"
    )
    _accounts()
    _sessions()


def _accounts() -> None:
    op.create_table(
        "account",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False, unique=True),
        sa.Column("handle", sa.String(40), unique=True),
        sa.Column("password", sa.String(200), nullable=False, server_default=""),
        sa.Column("pin", sa.String(200), nullable=False, server_default=""),
        sa.Column("must_change", sa.Boolean(), nullable=False, server_default="0"),
        sa.Column("rights", sa.JSON(), nullable=False),
        sa.Column("works_under", sa.String(32), nullable=False, server_default=""),
        sa.Column("settings", sa.JSON(), nullable=False),
        sa.Column("left_at", MOMENT),
        sa.Column("pseudonym", sa.String(80), nullable=False, server_default=""),
        sa.Column("rank", sa.Integer(), nullable=False, server_default="0"),
        sa.Column("identity", sa.String(64), unique=True),
    )
    op.execute(
        "INSERT INTO account (id, name, rights, settings, `rank`) SELECT SUBSTR(SHA1(LOWER(name)),"
        " 1, 32), name, '{}', '{}', `rank` FROM person"
    )
    op.drop_table("person")


def _sessions() -> None:
    op.create_table(
        "web_session",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column(
            "account_id", sa.String(32), sa.ForeignKey("account.id"), nullable=False, index=True
        ),
        sa.Column("device_id", sa.String(32), nullable=False, index=True),
        sa.Column("device", sa.String(120), nullable=False),
        sa.Column("token_hash", sa.String(64), nullable=False, unique=True),
        sa.Column("tap_hash", sa.String(64), nullable=False, unique=True),
        sa.Column("how", sa.String(16), nullable=False),
        sa.Column("begun_at", MOMENT, nullable=False),
        sa.Column("used_at", MOMENT, nullable=False),
        sa.Column("ends_at", MOMENT, nullable=False),
        sa.Column("ended_at", MOMENT),
    )
    op.create_table(
        "pin_proof",
        sa.Column("client_event_id", sa.String(80), primary_key=True),
        sa.Column("account_id", sa.String(32), sa.ForeignKey("account.id"), primary_key=True),
        sa.Column("made_at", MOMENT, nullable=False, index=True),
    )
    op.create_table(
        "link_token",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column(
            "account_id", sa.String(32), sa.ForeignKey("account.id"), nullable=False, index=True
        ),
        sa.Column("kind", sa.String(16), nullable=False),
        sa.Column("site_id", sa.String(32), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("token_hash", sa.String(64), nullable=False, unique=True),
        sa.Column("made_at", MOMENT, nullable=False),
        sa.Column("used_at", MOMENT),
        sa.Column("ended_at", MOMENT),
    )
    op.create_table(
        "act",
        sa.Column("entry", sa.BigInteger(), primary_key=True, autoincrement=True),
        sa.Column("at", MOMENT, nullable=False),
        sa.Column("account_id", sa.String(32), nullable=False, server_default=""),
        sa.Column("device_id", sa.String(32), nullable=False, server_default=""),
        sa.Column("device", sa.String(120), nullable=False, server_default=""),
        sa.Column("site_id", sa.String(32), nullable=False, server_default=""),
        sa.Column("what", sa.String(60), nullable=False),
        sa.Column("about", sa.String(200), nullable=False, server_default=""),
        sa.Column("job_id", sa.String(64), nullable=False, server_default=""),
        sa.Column("seq", sa.Integer()),
        sa.Column("pin", sa.String(16), nullable=False, server_default=""),
        sa.Index("act_site", "site_id", "entry"),
        sa.Index("act_account", "account_id", "entry"),
        sa.Index("act_job", "job_id", "seq"),
    )
    op.create_table(
        "looked",
        sa.Column("job_id", sa.String(64), sa.ForeignKey("job.id"), primary_key=True),
        sa.Column("account_id", sa.String(32), sa.ForeignKey("account.id"), primary_key=True),
        sa.Column("seq", sa.Integer(), nullable=False),
        sa.Column("at", MOMENT, nullable=False),
    )
    op.create_table(
        "try_count",
        sa.Column("key", sa.String(190), primary_key=True),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("ends_at", sa.Double(), nullable=False, index=True),
    )


def downgrade() -> None:
    op.create_table(
        "person",
        sa.Column("name", sa.String(80), primary_key=True),
        sa.Column("rank", sa.Integer(), nullable=False, server_default="0"),
    )
    op.execute("INSERT INTO person (name, `rank`) SELECT name, `rank` FROM account")
    for table in (
        "try_count",
        "looked",
        "act",
        "link_token",
        "pin_proof",
        "web_session",
        "account",
    ):
        op.drop_table(table)
    for index, columns in (
        ("job_list_live", ["live", "updated_at", "number"]),
        ("job_list_newest", ["updated_at", "number"]),
    ):
        op.drop_index(index, "job_list")
        op.create_index(index, "job_list", columns)
    op.drop_index("job_list_who", "job_list")
    for column in ("who", "site_id"):
        op.drop_column("job_list", column)
    for table in OF_SITE:
        op.drop_index(f"ix_{table}_site_id", table)
        op.drop_column(table, "site_id")
    op.drop_table("site")
