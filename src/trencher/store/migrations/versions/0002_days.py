"""Days: a log of their own, append-only like the roasts'."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    op.create_table(
        "day_events",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("day", sa.String, nullable=False),
        sa.Column("seq", sa.Integer, nullable=False),
        sa.Column("at", sa.String, nullable=False),
        sa.Column("kind", sa.String, nullable=False),
        sa.Column("data", sa.JSON, nullable=False),
        sa.UniqueConstraint("day", "seq", name="day_events_once"),
        sqlite_autoincrement=True,
        if_not_exists=True,
    )
    for verb in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER IF NOT EXISTS day_events_no_{verb.lower()} "
            f"BEFORE {verb} ON day_events "
            "BEGIN SELECT RAISE(ABORT, 'events are only ever added'); END"
        )
