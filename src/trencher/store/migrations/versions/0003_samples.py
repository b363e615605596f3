"""What instruments push: the instruments, and every value they sent."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    op.create_table(
        "devices",
        sa.Column("id", sa.String, primary_key=True),
        sa.Column("name", sa.String, nullable=False),
        sa.Column("last_at", sa.Float, nullable=False),
        sa.Column("every_s", sa.Float, nullable=False),
        sa.Column("battery", sa.Float, nullable=True),
        if_not_exists=True,
    )
    op.create_table(
        "samples",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("device", sa.String, nullable=False),
        sa.Column("channel", sa.String, nullable=False),
        sa.Column("at", sa.Float, nullable=False),
        sa.Column("unit", sa.String, nullable=False),
        sa.Column("value", sa.Float, nullable=False),
        sa.UniqueConstraint("device", "channel", "at", name="samples_once"),
        if_not_exists=True,
    )
