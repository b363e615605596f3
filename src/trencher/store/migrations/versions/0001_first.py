"""The first tables, and the triggers that keep the log a log."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None


def upgrade() -> None:
    op.create_table(
        "ovens",
        sa.Column("id", sa.String, primary_key=True),
        sa.Column("name", sa.String, nullable=False),
        sa.Column("facts", sa.JSON, nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "roasts",
        sa.Column("id", sa.String, primary_key=True),
        sa.Column("name", sa.String, nullable=False),
        sa.Column("status", sa.String, nullable=False),
        sa.Column("created_at", sa.String, nullable=False),
        sa.Column("serve_at", sa.String, nullable=False),
        sa.Column("last_seq", sa.Integer, nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "events",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("roast_id", sa.String, sa.ForeignKey("roasts.id"), nullable=False),
        sa.Column("seq", sa.Integer, nullable=False),
        sa.Column("at", sa.String, nullable=False),
        sa.Column("kind", sa.String, nullable=False),
        sa.Column("data", sa.JSON, nullable=False),
        sa.UniqueConstraint("roast_id", "seq", name="events_once"),
        sqlite_autoincrement=True,
        if_not_exists=True,
    )
    op.create_table(
        "readings",
        sa.Column("roast_id", sa.String, sa.ForeignKey("roasts.id"), primary_key=True),
        sa.Column("seq", sa.Integer, primary_key=True),
        sa.Column("minute", sa.Float, nullable=False),
        sa.Column("low_c", sa.Float, nullable=False),
        sa.Column("high_c", sa.Float, nullable=False),
        sa.Column("place", sa.String, nullable=False),
        sa.Column("withdrawn", sa.Boolean, nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "settings",
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("value", sa.JSON, nullable=False),
        if_not_exists=True,
    )
    for verb in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER IF NOT EXISTS events_no_{verb.lower()} BEFORE {verb} ON events "
            "BEGIN SELECT RAISE(ABORT, 'events are only ever added'); END"
        )
