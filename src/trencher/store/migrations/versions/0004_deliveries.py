"""Keys of entries that a screen handed over, so that each is kept once."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    op.create_table(
        "deliveries",
        sa.Column("key", sa.String, primary_key=True),
        sa.Column("at", sa.String, nullable=False),
        if_not_exists=True,
    )
